package hold

import (
	"math"
	"testing"

	"aguante/core/material"
	"aguante/core/wall"
)

// rail is a piece of pine 38 mm thick, 90 high from 0, on one stud, with a screw at each
// height.
func upOneStud(fix Fixing, ys ...float64) (*Site, []Drilled, string) {
	s := &Site{Wall: &wall.Wall{Kind: wall.WoodStuds, Height: 2400, Length: 4000, Lining: wall.Lining{Kind: wall.Gypsum, Thickness: 12.7},
		Studs: []wall.Stud{{ID: "s1", X: 500, Width: 38, Depth: 89, Wood: "spruce-pine-fir"}}}, Underside: 1000,
		Bases: BasesFor(material.Years)}
	pine := Made{Wood: "ponderosa-pine"}.Board(90, 38)
	var holes []Drilled
	for _, y := range ys {
		holes = append(holes, s.Drill("h", 500, y, fix, Wooden("rail", pine, 38, true)))
	}
	caution := s.Crowd(holes, Grain{Name: "rail", Ends: [2]float64{0, 1000}, Edges: [2]float64{0, 90}})
	return s, holes, caution
}

// plug are plastic anchors in the lining, so far apart.
func plugs(xs ...float64) []Drilled {
	s, _, _ := upOneStud(Fixing{Type: "wood-10", Length: 76.2})
	s.Wall.Studs = nil
	var holes []Drilled
	for _, x := range xs {
		holes = append(holes, s.Drill("h", x, 40, Fixing{Type: "toggle", Length: 90}, Plate(3, 0)))
	}
	s.CrowdPlate(holes)
	return holes
}

func TestRow36AnchorsNearOneAnother(t *testing.T) {
	one := plugs(500)[0].Caps[Everyday]
	for _, c := range []struct {
		xs    []float64
		count float64
	}{{[]float64{500, 555}, 1.367}, {[]float64{500, 650}, 2}, {[]float64{500, 900}, 2}, {[]float64{500, 555, 610}, 1.733}, {[]float64{610, 500, 555}, 1.733}} {
		sum := takes{}
		for _, d := range plugs(c.xs...) {
			sum.Pull, sum.Push = sum.Pull+d.Caps[Everyday].Pull, sum.Push+d.Caps[Everyday].Push
		}
		if !near(sum.Pull/one.Pull, c.count, 0.005) || !near(sum.Push/one.Push, c.count, 0.005) {
			t.Errorf("at %v: count as %v and %v, want %v", c.xs, sum.Pull/one.Pull, sum.Push/one.Push, c.count)
		}
	}
}

func TestRow38EndDistance(t *testing.T) {
	for of, want := range map[float64]float64{1.2: 1, 1: 1, 0.6: 0.6, 0.5: 0.5, 0.375: 0.25, 0.25: 0, 0.1: 0} {
		if got := endPart(of); math.Abs(got-want) > 1e-9 {
			t.Errorf("%v of the distance counts %v, want %v", of, got, want)
		}
	}
}

// pullLimit is the moment off the wall at which the first fastener of a mount gives.
func momentOf(s *Site, holes []Drilled) float64 {
	m := NewPlate(s, "rail", holes[0].fix, holes, 0, 90, 400)
	lo, hi := 0.0, 1e6
	for range 60 {
		mid := (lo + hi) / 2
		if m.Worst(nil, &m.Columns[0], Pulled{V: 10, M: mid}).Used < 1 {
			lo = mid
		} else {
			hi = mid
		}
	}
	return lo
}

// One more screw never lowers what a rail holds, wherever it stands, and none of a tenth of
// a millimetre changes it by more than 3 % of its whole.
func TestOneMoreScrewNeverHarms(t *testing.T) {
	fix := Fixing{Type: "wood-10", Length: 82.55}
	s, holes, _ := upOneStud(fix, 30, 70)
	alone, last := momentOf(s, holes), 0.0
	most := 0.0
	for y := 13.0; y < 77; y += 0.1 {
		s, holes, _ := upOneStud(fix, 30, 70, y)
		m := momentOf(s, holes)
		if m < alone*(1-1e-6) {
			t.Fatalf("a third screw at %.1f: %.0f, without it %.0f", y, m, alone)
		}
		most = max(most, m)
		if last > 0 && math.Abs(m-last) > 0.03*most {
			t.Errorf("at %.1f %.0f N·mm after %.0f", y, m, last)
		}
		last = m
	}
}

// A screw that is short beside one that is not takes what it can, and no more is asked.
func TestAWeakScrewBesideAStrongOne(t *testing.T) {
	s, strong, _ := upOneStud(Fixing{Type: "wood-10", Length: 82.55}, 70)
	_, weak, _ := upOneStud(Fixing{Type: "wood-10", Length: 60}, 30)
	if !weak[0].Counts() || weak[0].Grip.Part > 0.5 {
		t.Fatalf("the weak one: %+v", weak[0].Grip)
	}
	both := append(append([]Drilled{}, strong...), weak...)
	if a, b := momentOf(s, strong), momentOf(s, both); b < a*(1-1e-6) {
		t.Errorf("the strong one alone %v, with the weak one %v", a, b)
	}
	m := NewPlate(s, "rail", strong[0].fix, both, 0, 90, 400)
	c := &m.Columns[0]
	var v [2]float64
	k := 0
	m.Each(c, Pulled{V: 100}, func(d *Drilled, across, _ float64) { v[k], k = across/d.Caps[Everyday].Push, k+1 })
	if !near(v[0], v[1], 1e-9) {
		t.Errorf("parts of what they take across: %v", v)
	}
}

func TestAHeadThatPassesItsHole(t *testing.T) {
	s, _, _ := upOneStud(Fixing{Type: "wood-8", Length: 60})
	d := s.Drill("h", 500, 40, Fixing{Type: "wood-8", Length: 60}, Plate(4, 14))
	if d.Counts() || d.Why() == "" {
		t.Errorf("a head of 7.9 mm over a hole of 14: %+v", d.Why())
	}
	if d := s.Drill("h", 500, 40, Fixing{Type: "wood-8", Length: 60, Head: 18}, Plate(4, 14)); !d.Counts() {
		t.Errorf("with a washer of 18: %s", d.Why())
	}
}

// Where a fastener stands along the grain and across it: of a level piece along the wall, of an upright or of steel up it.
func TestAlongTheGrain(t *testing.T) {
	d := &Drilled{X: 100, Y: 20}
	for _, c := range []struct {
		g    *Grain
		a, b float64
	}{{nil, 20, 100}, {&Grain{Upright: true}, 20, 100}, {&Grain{}, 100, 20}} {
		if a, b := c.g.in(d); a != c.a || b != c.b {
			t.Errorf("%+v: %g along, %g across", c.g, a, b)
		}
	}
}
