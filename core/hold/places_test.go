package hold

import (
	"math"
	"testing"

	"aguante/core/joint"
)

func TestRowsOfFasteners(t *testing.T) {
	a, b := joint.Point{X: 0}, joint.Point{X: 90}
	for _, c := range []struct {
		name string
		got  []joint.Point
		want []float64
	}{
		{"one in a row", Row(1, a, b), []float64{45}},
		{"three in a row", Row(3, a, b), []float64{15, 45, 75}},
		{"none", Row(0, a, b), nil},
		{"one spread", Spread(1, a, b), []float64{45}},
		{"three spread", Spread(3, a, b), []float64{0, 45, 90}},
	} {
		t.Run(c.name, func(t *testing.T) {
			if len(c.got) != len(c.want) {
				t.Errorf("%s: %v", c.name, c.got)
				return
			}
			for i, x := range c.want {
				if math.Abs(c.got[i].X-x) > 1e-9 || c.got[i].Y != 0 {
					t.Errorf("%s: place %d is %v, want %g", c.name, i, c.got[i], x)
				}
			}
		})
	}
}

func TestScrewsIntoABoardStandAcrossTheArm(t *testing.T) {
	b := BoardScrews{Count: 2, FromWall: 80}
	for _, p := range b.Places(30) {
		if p.X != 80 || math.Abs(math.Abs(p.Y)-7.5) > 1e-9 {
			t.Errorf("a screw at %v", p)
		}
	}
}

// What a side view has to show goes from under the lowest shape or hole to over the highest.
func TestFit(t *testing.T) {
	g := Blank()
	g.Shapes = []Shape{{Name: "leg", Side: Box(0, -40, 30, 20)}}
	g.Holes = []Hole{{X: 900, Y: -60}, {X: 900, Y: 35}}
	if g.Fit(); g.Low != -70 || g.High != 45 || g.Reach != 30 {
		t.Errorf("%g to %g, %g out", g.Low, g.High, g.Reach)
	}
}
