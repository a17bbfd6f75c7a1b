package joint

import (
	"math"
	"testing"

	"aguante/core/material"
)

func near(got, want, rel float64) bool { return math.Abs(got-want) <= rel*math.Abs(want) }

func TestRow15FourScrews(t *testing.T) {
	at := []Point{{-40, -30}, {40, -30}, {-40, 30}, {40, 30}}
	if f := Polar(nil, at, 20000, 300); !near(f, 166.2, 0.005) {
		t.Errorf("worst %v, want 166.2", f)
	}
	// Moved as a whole they carry the same.
	for i := range at {
		at[i].X, at[i].Y = at[i].X+500, at[i].Y-70
	}
	if f := Polar(nil, at, 20000, 300); !near(f, 166.2, 0.005) {
		t.Errorf("moved: %v", f)
	}
	if f := Polar(nil, at[:1], 100, 300); !math.IsInf(f, 1) {
		t.Errorf("one screw holds a moment: %v", f)
	}
	if f := Polar(nil, at[:1], 0, 300); f != 300 {
		t.Errorf("one screw under a force: %v", f)
	}
	if f := Polar(nil, nil, 0, 300); !math.IsInf(f, 1) {
		t.Errorf("no screw: %v", f)
	}
}

// The shares of a group sum to the force and turn with the moment.
func TestTheGroupBalances(t *testing.T) {
	// By hand: two screws 100 apart, one over the other, M alone: each M/100.
	if f := Polar(nil, []Point{{0, 0}, {0, 100}}, 5000, 0); !near(f, 50, 1e-12) {
		t.Errorf("a couple of 5000 over 100 mm: %v each, want 50", f)
	}
	if wide, narrow := Polar(nil, []Point{{0, 0}, {0, 100}}, 5000, 200), Polar(nil, []Point{{0, 0}, {0, 60}}, 5000, 200); wide >= narrow {
		t.Errorf("farther apart they carry more: %v, %v", wide, narrow)
	}
}

func TestRow14Dowel(t *testing.T) {
	if f := Dowel(nil, 10, 30, 13.9, 7.8, false, material.Basis{Mean: true}); !near(f, 5160, 0.005) {
		t.Errorf("ultimate %v, want 5160", f)
	}
	work := Dowel(nil, 10, 30, 13.9, 7.8, false, material.Basis{CD: 0.9})
	if !near(work, 5160.0/5*0.9, 0.005) {
		t.Errorf("working %v", work)
	}
	if end := Dowel(nil, 10, 30, 13.9, 7.8, true, material.Basis{CD: 0.9}); !near(end, 0.9*work, 1e-9) {
		t.Errorf("into end grain %v of %v", end, work)
	}
	if deeper := Dowel(nil, 10, 40, 13.9, 7.8, false, material.Basis{CD: 0.9}); deeper <= work {
		t.Error("deeper holds no more")
	}
}

func TestRow16HalfLap(t *testing.T) {
	if tau := Lap(nil, 89, 89, 100000, 300); !near(tau, 0.6292, 0.005) {
		t.Errorf("τ %v, want 0.6292", tau)
	}
	if tau := Lap(nil, 89, 89, 100000, 0); !near(tau, 0.6018, 0.005) {
		t.Errorf("the moment alone %v, want 0.6018", tau)
	}
	if tau := Lap(nil, 60, 40, 0, 240); !near(tau, 0.1, 1e-12) {
		t.Errorf("the force alone %v, want R/bh", tau)
	}
	g, _ := material.GradeOf("clear")
	pine, _ := material.Stuff("scots-pine", g, material.Dry, 89, 38)
	beech, _ := material.Stuff("european-beech", g, material.Dry, 89, 38)
	if LapStrength(nil, pine, material.Basis{Mean: true}) != 1.5 || LapStrength(nil, beech, material.Basis{Mean: true}) != 2.5 {
		t.Error("rolling shear at the break")
	}
	if w := LapStrength(nil, pine, material.Basis{CD: 0.9}); !near(w, pine.Shear(nil, material.Basis{CD: 0.9})/4, 1e-12) {
		t.Errorf("to work with %v", w)
	}
}

// Row 13: a pin of 16 mm bedded for 60 mm that carries 60 N at 80 mm. In the shelf the worse of its two ends: with much force
// and little moment it is the other.
func TestRow13BorePressure(t *testing.T) {
	if q := BoreRoot(16, 60, 60, 4800); !near(q, 0.75, 0.005) {
		t.Errorf("strip %v, want .750", q)
	}
	for _, c := range []struct{ v, m, want float64 }{{60, 4800, 0.375}, {300, 0, 1.25}, {300, 3000, (20.0 - 5) / 16}, {60, 0, 0.25}} {
		if q := BoreTip(16, 60, c.v, c.m); !near(q, c.want, 0.005) {
			t.Errorf("shelf, %v N and %v N·mm: %v, want %v", c.v, c.m, q, c.want)
		}
	}
}
