package scan

import (
	"math"
	"testing"

	"aguante/core/quantity"
)

// over writes the readings of a sweep between two places with something standing
// from a to b, every 2 mm, trailing by some mm.
func over(from, to, a, b, trail float64, metal bool) []Reading {
	way := math.Copysign(1, to-from)
	var out []Reading
	for x := from; way*(to-x) >= 0; x += 2 * way {
		r := Reading{X: quantity.Length(x)}
		if at := x - trail*way; at >= a && at <= b {
			r.Level, r.Metal = 1, metal
		}
		out = append(out, r)
	}
	return out
}

func both(a, b float64, metal bool) []Reading {
	return append(over(0, 1000, a, b, 6, metal), over(1000, 0, a, b, 6, metal)...)
}

func TestMarks(t *testing.T) {
	for _, c := range []struct {
		name     string
		readings []Reading
		want     []Mark
	}{
		{"a stud both ways", both(400, 438, false), []Mark{{X: 419, Width: 38, Kind: Stud, Both: true, Doubt: surely}}},
		{"a stud one way trails", over(0, 1000, 400, 438, 6, false), []Mark{{X: 425, Width: 38, Kind: Stud, Doubt: once}}},
		{"a pipe", both(400, 424, false), []Mark{{X: 412, Width: 24, Kind: Pipe, Both: true, Doubt: surely}}},
		{"metal as wide as a stud", both(400, 440, true), []Mark{{X: 420, Width: 40, Kind: Pipe, Both: true, Doubt: surely}}},
		{"two studs side by side", both(400, 476, false), []Mark{{X: 438, Width: 76, Kind: Broad, Both: true, Doubt: surely}}},
		{"begun over a stud", over(420, 1000, 400, 438, 0, false), nil},
		{"nothing", both(2000, 2040, false), nil},
		{"no reading", nil, nil},
	} {
		t.Run(c.name, func(t *testing.T) {
			got := Marks(c.readings)
			if len(got) != len(c.want) {
				t.Errorf("%s: %+v", c.name, got)
				return
			}
			for i, w := range c.want {
				g := got[i]
				if math.Abs(float64(g.X-w.X)) > 2 || math.Abs(float64(g.Width-w.Width)) > 3 || g.Kind != w.Kind || g.Both != w.Both ||
					g.Doubt != w.Doubt || (g.Why == "") != (w.Kind == Stud) {
					t.Errorf("%s: %+v, want %+v", c.name, g, w)
				}
			}
		})
	}
}

// What was lost in the middle of a thing does not make an edge.
func TestLostReadingsMakeNoEdge(t *testing.T) {
	r := over(0, 1000, 400, 438, 0, false)
	for i := range r {
		if x := r[i].X; x > 410 && x < 450 {
			r[i].Lost, r[i].Level = true, 0
		}
	}
	if m := Marks(r); len(m) != 0 {
		t.Errorf("%+v of half a stud", m)
	}
}

// A hand that stops and trembles does not turn round.
func TestTremblingIsNotAnotherPass(t *testing.T) {
	var r []Reading
	for _, part := range [][]Reading{over(0, 420, 400, 438, 0, false), over(420, 415, 400, 438, 0, false),
		over(415, 1000, 400, 438, 0, false)} {
		r = append(r, part...)
	}
	if m := Marks(r); len(m) != 1 || m[0].Both {
		t.Errorf("%+v", m)
	}
}
