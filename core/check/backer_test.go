package check_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/load"
	"aguante/core/quantity"
	"aguante/core/support"
)

// onBacker is the plain shelf on two flat brackets off the studs, on a board across them, with
// 12 kg between them.
func onBacker(t *testing.T) *design.Project {
	t.Helper()
	p := plain()
	dressedPlain(t, p, "on-backer")
	s := &p.Shelves[0]
	for i, x := range []quantity.Length{780, 1120} {
		s.Supports[i].X = x
	}
	s.Contents = []load.Item{{ID: "jars", Name: "jars", Shape: "jars", By: load.ByCount, Count: 12, Each: 1, From: 300, To: 600,
		Place: load.Middle, Depth: 100, Height: 200}}
	return p
}

func linkOf(t *testing.T, s *check.Shelf, has string) check.Link {
	t.Helper()
	k := slices.IndexFunc(s.Links, func(l check.Link) bool { return strings.Contains(l.ID, has) })
	if k < 0 {
		t.Fatalf("no link has %q", has)
	}
	return s.Links[k]
}

// By hand: the shelf of 900 × 250 × 19 mm pine (density ρ) weighs w, with 20 kg on it each of two
// brackets bears R = (w + 12 × 9.80665)/2; they stand 780 and 1120 along a board with screws at the
// studs at 700 and 1200, so that by levers a column bears 0.84 R + 0.16 R = R, and as a stiff body
// 2 R / 2, the same. The board is t = 38 mm thick and puts the shelf so far out: its moment on a
// column is R (38 + 125), of its own half weight half its thickness.
func TestBracketsOnABackerBoard(t *testing.T) {
	p := onBacker(t)
	s := asked(t, p)
	if s.HoldsUpTo.Kg < 12 || len(s.NotJudged) > 0 {
		t.Fatalf("it holds %.1f kg; %v", s.HoldsUpTo.Kg, s.NotJudged)
	}
	rail := p.Fixtures.Rails[0]
	r := (float64(s.Self) + 12) * quantity.Gravity / 2
	board := hold.Site{Condition: "dry"}
	own := board.Piece(rail.Made, 38, float64(rail.Height)).Density() * 1e-9 * float64(rail.Length*rail.Height*rail.Thickness) *
		quantity.Gravity / 2
	for _, c := range s.Rail.Geometry.Columns {
		if math.Abs(c.Share-(r+own)) > 1e-6*r || math.Abs(c.Moment-(r*(38+125)+own*19)) > 1e-6*c.Moment {
			t.Errorf("the column at %g bears %.2f N and %.0f N·mm, want %.2f and %.0f", c.X, c.Share, c.Moment, r+own, r*(38+125)+own*19)
		}
	}
	// A bracket's bar does not know what is behind it: it bends as one on the wall does.
	q := plain()
	dressedPlain(t, q, "flat-brackets")
	q.Shelves[0].Contents = p.Shelves[0].Contents
	for i := range q.Shelves[0].Supports {
		q.Shelves[0].Supports[i].X = p.Shelves[0].Supports[i].X
	}
	if a, b := linkOf(t, s, "bar/bending").Used, linkOf(t, asked(t, q), "bar/bending").Used; math.Abs(a-b) > 1e-9 || a == 0 {
		t.Errorf("its corner is used %.4f, on the wall %.4f", a, b)
	}
}

// A longer reach holds less, thicker wood behind the screws never less until they come out of
// it, and a screw that misses the board or has too little of it is not counted.
func TestBackersAreWhatTheyAre(t *testing.T) {
	limit := func(change func(p *design.Project)) float64 {
		p := onBacker(t)
		change(p)
		return asked(t, p).HoldsUpTo.Kg
	}
	asIs := limit(func(*design.Project) {})
	if deep := limit(func(p *design.Project) { p.Shelves[0].Depth = 300 }); deep >= asIs {
		t.Errorf("300 deep it holds %.1f kg, 250 deep %.1f", deep, asIs)
	}
	thin := limit(func(p *design.Project) {
		p.Fixtures.Rails[0].Thickness = 19
	})
	if thin >= asIs {
		t.Errorf("on a board 19 thick it holds %.1f kg, on one of 38 %.1f", thin, asIs)
	}
	if low := limit(func(p *design.Project) { p.Fixtures.Rails[0].Bottom += 90 }); low >= asIs {
		t.Errorf("with the leg past the board's lower edge it holds %.1f kg, %.1f on all of it", low, asIs)
	}
	p := onBacker(t)
	p.Shelves[0].Supports[0].X, p.Fixtures.Rails[0].X, p.Fixtures.Rails[0].Length = 560, 640, 700
	s := asked(t, p)
	if s.Verdict != check.Gives || !strings.Contains(linkOf(t, s, s.Supports[0].ID+"/screws/behind").How, "misses the backer board") {
		t.Errorf("a bracket beside its board: %s, %+v", s.Verdict, linkOf(t, s, s.Supports[0].ID+"/screws/behind"))
	}
}

// What is no bracket is refused by its place.
func TestOnlyBracketsGoOnABacker(t *testing.T) {
	p := onBacker(t)
	s := &p.Shelves[0]
	s.Supports[1].Kind = s.Supports[1].Of(&support.Keyhole{})
	s.Supports[1].FlatBracket = nil
	found := false
	for _, b := range p.Validate() {
		found = found || b.Path == "shelves[0].supports[1].keyhole.kind" && strings.Contains(b.Message, "does not go on a backer board")
	}
	if !found {
		t.Errorf("%v", p.Validate())
	}
}
