package prove

import (
	"math"
	"slices"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/problem"
)

// How much of a link's expected break a test puts on it at the most, by the table of the basis §17.
func TestHowFarATestGoes(t *testing.T) {
	shelf := func(wood, grade string) *design.Shelf {
		s := &design.Shelf{Depth: 200, Thickness: 19}
		s.Board = design.Board{Woods: []string{wood}, Grade: grade}
		return s
	}
	oak, knots, lumber := shelf("northern-red-oak", "clear"), shelf("northern-red-oak", "knots"), shelf("c24", "clear")
	bends := func(of hold.Of) check.Link { return check.Link{Of: of, Piece: "board", Goes: hold.Bends} }
	for _, c := range []struct {
		name    string
		l       check.Link
		s       *design.Shelf
		listens bool
		want    float64
	}{
		{"a glued joint", check.Link{Of: hold.OfGlue}, oak, true, 0.45},
		{"a joint that opens", check.Link{Of: hold.OfWood, Goes: hold.Opens}, oak, true, 0.45},
		{"what splits", check.Link{Of: hold.OfWood, Goes: hold.Splits, Piece: "board"}, oak, true, 0.45},
		{"a pin's bore", check.Link{Of: hold.OfWood, Goes: hold.Crushes, Role: hold.RoleBore}, oak, true, 0.45},
		{"a clear board", bends(hold.OfWood), oak, true, 0.65},
		{"a knotty board", bends(hold.OfWood), knots, true, 0.55},
		{"a board of lumber", bends(hold.OfWood), lumber, true, 0.55},
		{"a clear piece that is not the board", check.Link{Of: hold.OfWood, Piece: "arm", Goes: hold.Bends}, oak, true, 0.55},
		{"a panel", bends(hold.OfPanel), oak, true, 0.65},
		{"a clear board nobody listens to", bends(hold.OfWood), oak, false, 0.45},
		{"a panel nobody listens to", bends(hold.OfPanel), oak, false, 0.45},
		{"a fastener", check.Link{Of: hold.OfFastener, Goes: hold.Draws}, oak, true, 0.70},
		{"and with nobody listening", check.Link{Of: hold.OfFastener, Goes: hold.Draws}, oak, false, 0.70},
		{"steel", check.Link{Of: hold.OfSteel, Goes: hold.Bends}, oak, true, 0.70},
		{"the lining", check.Link{Of: hold.OfLining, Goes: hold.Crushes}, oak, true, 0.70},
	} {
		if got := part(&c.l, c.s, c.listens); got != c.want {
			t.Errorf("%s: %g of its break, want %g", c.name, got, c.want)
		}
	}
}

// What is put on adds up to the load, to the last portion, and never beyond it; and a plan that does so is one.
func TestStepsAddUpToTheLoad(t *testing.T) {
	for _, load := range []float64{8, 9, 10, 11, 13, 25} {
		p := Plan{Asked: Asked{Hold: "10min", Gauge: Dial, Things: []Thing{{Name: "litre of water", Kg: 1}}}, Load: load, Cap: load, Breaks: 1000}
		if err := p.makeUp(); err != nil {
			t.Fatal(err)
		}
		if last := p.Steps[len(p.Steps)-1].Kg(); math.Abs(last-load) > 1e-9 {
			t.Errorf("%g kg are %g when all is on: %+v", load, last, p.Steps)
		}
		l := problem.New()
		p.validate(l)
		for _, bad := range l.All() {
			if strings.HasPrefix(bad.Path, "plan.steps") {
				t.Errorf("%g kg: %s %s", load, bad.Path, bad.Message)
			}
		}
		p.Load = load - 0.5
		l = problem.New()
		if p.validate(l); !slices.ContainsFunc(l.All(), func(b problem.Problem) bool { return strings.HasPrefix(b.Path, "plan.steps") }) {
			t.Errorf("%g kg of %g are put on, and nothing is said", load, load-0.5)
		}
	}
}
