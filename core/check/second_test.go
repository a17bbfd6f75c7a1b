package check_test

import (
	"math"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/load"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/wall"
)

// goods stand on a shelf at a place of its depth.
func goods(kg quantity.Mass, place load.Place, from, to quantity.Length) load.Item {
	return load.Item{ID: "it" + string(place), Name: "jars", Shape: "jars", By: load.ByCount, Count: 10, Each: kg / 10, From: from, To: to,
		Place: place, Depth: 100, Height: 200}
}

func linkBy(t *testing.T, s *check.Shelf, part, mode string) check.Link {
	t.Helper()
	for _, l := range s.Links {
		if strings.HasSuffix(l.ID, "/"+part+"/"+mode) {
			return l
		}
	}
	t.Fatalf("no link %s/%s", part, mode)
	return check.Link{}
}

// Pins of a hollow shelf bed in the web at its back; where there is none they hold nothing, and
// so do screws in air.
func TestHollowBoardsHoldByWhatIsThere(t *testing.T) {
	pinned := func(back quantity.Length) *check.Shelf {
		p := plain()
		s := &p.Shelves[0]
		s.Thickness = 60
		dressedPlain(t, p, "pins-in-strip")
		s = &p.Shelves[0]
		s.MakeUp = design.MakeUp{Kind: design.Hollow, Hollow: &design.Box{Skin: 6, Front: 20, Back: back, Ends: 20, Wood: "ponderosa-pine",
			Ribs: []design.Rib{{From: 100, Width: 20}}}}
		return asked(t, p)
	}
	deep, thin := linkBy(t, pinned(60), "pin", "tip"), linkBy(t, pinned(12), "pin", "tip")
	if !(deep.Limit.Kg > 2*thin.Limit.Kg) || thin.Fails {
		t.Errorf("bedded 60 mm the bore holds %v, 12 mm %v", deep.Limit, thin.Limit)
	}
	p := plain()
	s := &p.Shelves[0]
	s.Thickness = 60
	s.MakeUp = design.MakeUp{Kind: design.Hollow, Hollow: &design.Box{Skin: 6, Front: 20, Back: 20, Ends: 20, Wood: "ponderosa-pine"}}
	held := func(z quantity.Length) *check.Shelf {
		q := p.With(0, p.Hung(0))
		return on(t, q, func(id string) support.Way {
			b := bars(hold.Fixing{Type: "wood-5", Length: 70})(id).(*support.FlatBracket)
			b.Board = &hold.BoardScrews{Fixing: hold.Fixing{Type: "wood-4", Length: 25}, Count: 2, FromWall: z}
			return b
		})
	}
	for z, holds := range map[quantity.Length]bool{10: true, 100: false} {
		got := held(z)
		found := false
		for _, l := range got.Links {
			found = found || strings.HasSuffix(l.ID, "/board/held")
		}
		if found != holds {
			t.Errorf("screws %v mm out hold the board down: %v", z, found)
		}
	}
}

// A frame's platforms that may be of several woods are as weak as the weakest.
func TestAFramesPlatformsOfSeveralWoods(t *testing.T) {
	held := func(woods ...string) *check.Shelf {
		p := plain()
		p.Shelves[0].Board.Woods = woods
		return dressedPlain(t, p, "frame")
	}
	bends := func(s *check.Shelf) check.Limit {
		for _, l := range s.Links {
			if l.Name == "platform in bending" {
				return l.Limit
			}
		}
		t.Fatal("no platform bends")
		return check.Limit{}
	}
	oak, cedar, either := held("white-oak"), held("western-redcedar"), held("white-oak", "western-redcedar")
	if !same(bends(either), bends(cedar)) || bends(oak).Kg < 1.5*bends(cedar).Kg || either.HoldsUpTo.Kg > oak.HoldsUpTo.Kg {
		t.Errorf("oak bends at %v, cedar %v, one of both %v", bends(oak), bends(cedar), bends(either))
	}
}

// In an alcove goods at the front are the front half's, those at the back the back cleat's; a
// short back cleat helps less; what is set down on the front edge is all the front half's.
func TestAnAlcoveByWhereGoodsStand(t *testing.T) {
	alcove := func(place load.Place, shorter quantity.Length) *check.Shelf {
		p := plain()
		p.Wall.Length, p.Wall.Studs = 900, p.Wall.Studs[:2]
		p.Shelves[0].X = 0
		dressedPlain(t, p, "ledgers")
		p.Shelves[0].Contents = []load.Item{goods(20, place, 50, 850)}
		r := &p.Fixtures.Rails[0]
		r.X, r.Length = r.X+shorter, r.Length-2*shorter
		for i := range r.Spots {
			r.Spots[i].X = min(max(r.Spots[i].X, r.X+30), r.X+r.Length-30)
		}
		return asked(t, p)
	}
	bends := func(s *check.Shelf) float64 { return linkBy(t, s, "whole", "bending").Used }
	front, back, short := alcove(load.Front, 0), alcove(load.Back, 0), alcove(load.Back, 150)
	if !(bends(front) > 1.5*bends(back)) || !(bends(short) > 1.05*bends(back)) {
		t.Errorf("the front half bends %v with goods at the front, %v at the back, %v before a short cleat", bends(front), bends(back), bends(short))
	}
	sudden := func(s *check.Shelf) float64 { return linkBy(t, s, "whole", "bending").Handling }
	if !(sudden(back) > 0) {
		t.Error("what is set down bends nothing")
	}
}

// Where something is not known nothing is counted on it, and nobody is told that it falls.
func TestWhatCannotBeSaid(t *testing.T) {
	p := plain()
	p.Wall.Kind, p.Wall.Studs, p.Wall.Lining.Kind = wall.SteelStuds, []wall.Stud{}, wall.Plaster
	p.Shelves[0].Contents = []load.Item{goods(5, load.Back, 100, 800)}
	s := on(t, p, bars(hold.Fixing{Type: "toggle", Length: 60}))
	if s.Verdict != check.Cannot || !strings.Contains(s.Why, "give its rating") {
		t.Errorf("toggles in plaster of which nobody knows anything: %s, %s", s.Verdict, s.Why)
	}
}

// A loose shelf of 900 on two bars lies loose: with goods at its left end alone it tips, with all
// of them it stands, and screws into the board end that.
func TestALooseShelf(t *testing.T) {
	p := plain()
	p.Shelves[0].Contents = []load.Item{goods(32, load.Back, 0, 900)}
	loose := on(t, p, bars(hold.Fixing{Type: "wood-5", Length: 70}))
	if loose.Verdict != check.Loose || !strings.Contains(loose.Loose, "tips over its left support at") &&
		!strings.Contains(loose.Loose, "tips over its right support at") {
		t.Errorf("%s, %q", loose.Verdict, loose.Loose)
	}
	if linkBy(t, loose, "whole", "standing").Fails || loose.HoldsUpTo.Kg < 32 {
		t.Errorf("with all of it there it stands: holds %v", loose.HoldsUpTo)
	}
	for i := range p.Shelves[0].Supports {
		p.Shelves[0].Supports[i].FlatBracket.Board = &hold.BoardScrews{Fixing: hold.Fixing{Type: "wood-4", Length: 20}, Count: 2, FromWall: 100}
	}
	if held := asked(t, p); held.Verdict == check.Loose || held.Loose != "" {
		t.Errorf("screwed down: %s, %q", held.Verdict, held.Loose)
	}
	// All of them at the right end: it does not hold at all.
	p = plain()
	p.Shelves[0].Contents = []load.Item{goods(40, load.Back, 750, 900)}
	if s := on(t, p, bars(hold.Fixing{Type: "wood-5", Length: 70})); s.Verdict != check.Gives || !linkBy(t, s, "whole", "standing").Fails {
		t.Errorf("all at its end: %s", s.Verdict)
	}
}

// Row 37: 1300 × 200 × 19 of ponderosa, 15 kg centred 67 out on it: the centroid of all is 71.2
// out, within the 152 that the brackets reach.
func TestRow37(t *testing.T) {
	board := 1.3 * 0.2 * 0.019 * 448.0
	z := (board*100 + 15*67) / (board + 15)
	if math.Abs(z-71.2) > 0.005*71.2 {
		t.Fatalf("by hand %v", z)
	}
	p := plain()
	s := &p.Shelves[0]
	s.X, s.Length, s.Depth, s.Thickness = 300, 1300, 200, 19
	it := goods(15, load.Back, 0, 1300)
	it.Depth = 134
	s.Contents = []load.Item{it}
	got := on(t, p, func(id string) support.Way {
		b := bars(hold.Fixing{Type: "wood-5", Length: 70})(id).(*support.FlatBracket)
		b.Reach = 152
		return b
	})
	w, err := check.Explain(t.Context(), p, linkBy(t, got, "whole", "standing").ID, "everyday", nil)
	if err != nil {
		t.Fatal(err)
	}
	for _, step := range w.Steps {
		if step.Symbol == "Z" && math.Abs(step.Result-71.2) > 0.005*71.2 || step.Symbol == "front" && step.Result != 152 {
			t.Errorf("%s = %v", step.Symbol, step.Result)
		}
	}
	if linkBy(t, got, "whole", "standing").Fails || len(w.Steps) < 3 {
		t.Errorf("it does not stand: %+v", w.Steps)
	}
}
