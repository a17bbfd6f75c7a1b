package section

import (
	"math"
	"math/rand/v2"
	"testing"
)

func TestRectangle(t *testing.T) {
	r := Rectangle{B: 60, H: 10}
	if r.Area() != 600 || r.Inertia() != 5000 || r.Modulus() != 1000 {
		t.Errorf("%v %v %v", r.Area(), r.Inertia(), r.Modulus())
	}
}

func near(got, want, rel float64) bool { return math.Abs(got-want) <= rel*math.Abs(want) }

// row4 is a 250 × 18 board with an 18 × 45 lip below its front edge, E 8900.
func row4(loose bool) Composite {
	return Compose(Part{B: 250, H: 18, Y: 45, E: 8900}, Part{B: 18, H: 45, X: 232, E: 8900, Loose: loose})
}

func TestRow4Lip(t *testing.T) {
	plain := Compose(Part{B: 250, H: 18, E: 8900})
	glued, screwed := row4(false), row4(true)
	if !near(plain.EI, 1.081e9, 0.005) || !near(glued.EI, 8.360e9, 0.005) || !near(glued.EI/plain.EI, 7.731, 0.005) ||
		!near(screwed.EI/plain.EI, 2.125, 0.005) {
		t.Errorf("EI %v, glued %v (× %v), screwed × %v", plain.EI, glued.EI, glued.EI/plain.EI, screwed.EI/plain.EI)
	}
	if glued.Alone() != screwed.EI {
		t.Error("parts that are only screwed do not come to the sum of their own")
	}
}

func TestRow5HollowShelf(t *testing.T) {
	c := Compose(Part{B: 300, H: 6, E: 10050}, Part{B: 300, H: 6, Y: 54, E: 10050}, Part{B: 20, H: 48, Y: 6, E: 8900},
		Part{B: 20, H: 48, X: 280, Y: 6, E: 8900})
	if !near(c.EI, 2.976e10, 0.005) || !near(c.Neutral, 30, 1e-12) {
		t.Errorf("EI %v about %v", c.EI, c.Neutral)
	}
}

func TestStressesOfARectangleAreTheUsualOnes(t *testing.T) {
	r := Rectangle{B: 200, H: 20}
	for name, c := range map[string]Composite{
		"one board": Compose(Part{B: 200, H: 20, E: 9000}),
		"four glued plies": Compose(Part{B: 200, H: 5, E: 9000}, Part{B: 200, H: 5, Y: 5, E: 9000}, Part{B: 200, H: 5, Y: 10, E: 9000},
			Part{B: 200, H: 5, Y: 15, E: 9000}),
		"two side by side": Compose(Part{B: 80, H: 20, E: 9000}, Part{B: 120, X: 80, H: 20, E: 9000}),
	} {
		fibre, slide := 0.0, 0.0
		for i := range c.Parts {
			fibre, slide = max(fibre, c.Fibre(i)), max(slide, c.Slide(i))
		}
		if !near(c.EI, 9000*r.Inertia(), 1e-12) || !near(fibre, 1/r.Modulus(), 1e-12) || !near(slide, 1.5/r.Area(), 1e-9) {
			t.Errorf("%s: EI %v, σ/M %v, τ/V %v", name, c.EI, fibre, slide)
		}
	}
	// Four loose plies: each bends and shears as a quarter of it by itself.
	loose := Part{B: 200, H: 5, E: 9000, Loose: true}
	c := Compose(loose, loose, loose, loose)
	if p := (Rectangle{200, 5}); !near(c.EI, 4*9000*p.Inertia(), 1e-12) || !near(c.Fibre(0), 0.25/p.Modulus(), 1e-12) ||
		!near(c.Slide(0), 1.5/p.Area()/4, 1e-12) {
		t.Errorf("loose plies: %+v", c)
	}
}

// The stresses of a section hold the moment: Σ over its parts of what they carry.
func TestStressesBalanceTheMoment(t *testing.T) {
	c := row4(false)
	const m, n = 1e6, 20000
	force, moment := 0.0, 0.0
	for _, p := range c.Parts {
		for k := range n {
			y := p.Y + p.H*(float64(k)+0.5)/n
			f := m * p.E * (y - c.Neutral) / c.EI * p.B * p.H / n
			force += f
			moment += f * (y - c.Neutral)
		}
	}
	if math.Abs(force) > 1e-6*m || !near(moment, m, 1e-6) {
		t.Errorf("the stresses sum to %v N and %v N·mm of %v", force, moment, m)
	}
	if worst := m * c.Fibre(1); !near(worst, m*8900*49.195/8.360e9, 0.001) { // the lip's lower edge, by hand
		t.Errorf("at the lip's lower edge %v", worst)
	}
}

func TestGluedIsNeverLessThanLooseNorLooseThanItsParts(t *testing.T) {
	rng := rand.New(rand.NewPCG(4, 4))
	for range 300 {
		var glued, loose []Part
		y, own := 0.0, 0.0
		for range 1 + rng.IntN(5) {
			p := Part{B: 10 + 300*rng.Float64(), H: 3 + 40*rng.Float64(), Y: y, E: 2000 + 12000*rng.Float64()}
			y += p.H
			glued = append(glued, p)
			own += p.E * Rectangle{p.B, p.H}.Inertia()
			p.Loose = true
			loose = append(loose, p)
		}
		g, l := Compose(glued...), Compose(loose...)
		if g.EI < l.EI*(1-1e-12) || !near(l.EI, own, 1e-12) || g.Neutral < 0 || g.Neutral > y {
			t.Fatalf("glued %v, loose %v, own %v", g.EI, l.EI, own)
		}
		if l.Neutral != 0 {
			t.Fatal("loose parts have no axis in common")
		}
	}
}
