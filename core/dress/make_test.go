package dress_test

import (
	"encoding/json"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/hold"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/wall"
)

var units = map[string]design.Units{
	"inches":      {Length: design.Inches, Mass: "lb"},
	"millimetres": {Length: design.Millimetres, Mass: "kg"},
}

// A newcomer's first wall is a whole design, on studs that nobody has found, and holds
// what a carpenter would expect of such a shelf.
func TestANewWallHoldsWhatACarpenterExpects(t *testing.T) {
	for name, u := range units {
		t.Run(name, func(t *testing.T) {
			p, err := dress.Begin(u, "", ids())
			if err != nil {
				t.Fatal(err)
			}
			for _, st := range p.Wall.Studs {
				if st.Found != wall.ByGuess {
					t.Errorf("a stud at %g mm is found by %q", float64(st.X), st.Found)
				}
			}
			if bad := p.Validate(); len(bad) > 0 {
				t.Fatal(bad)
			}
			a, err := check.Run(t.Context(), p)
			if err != nil {
				t.Fatal(err)
			}
			if kg := a.Shelves[0].HoldsUpTo.Kg; kg < 15 || kg > 150 {
				t.Errorf("the first answer is %g kg", kg)
			}
		})
	}
}

// Whatever a person begins with is a whole design that hangs and holds something that nobody would laugh
// at: not nothing, and no shelf of this size more than a quarter of a ton; an empty wall has no shelf.
func TestWhateverOneBeginsWith(t *testing.T) {
	for name, u := range units {
		for _, c := range dress.Beginning("").Choices() {
			p, err := dress.Begin(u, dress.Beginning(c.Key), ids())
			if err != nil {
				t.Errorf("%s, %s: %v", name, c.Key, err)
				continue
			}
			if bad := p.Validate(); len(bad) > 0 {
				t.Errorf("%s, %s: %v", name, c.Key, bad)
				continue
			}
			if c.Key == string(dress.EmptyWall) {
				if len(p.Shelves) > 0 {
					t.Errorf("an empty wall has %d shelves", len(p.Shelves))
				}
				continue
			}
			a, err := check.Run(t.Context(), p)
			if err != nil {
				t.Fatal(err)
			}
			s := a.Shelves[0]
			if s.HoldsUpTo.Kg < 8 || s.HoldsUpTo.Kg > 400 || s.Verdict == check.Cannot || s.Verdict == check.Loose {
				t.Errorf("%s, %s: %s, %.1f kg by %s", name, c.Key, s.Verdict, s.HoldsUpTo.Kg, s.First)
			}
			t.Logf("%s, %s: would hold %.1f kg; %s gives first", name, c.Key, s.HoldsUpTo.Kg, s.First)
		}
	}
	if _, err := dress.Begin(units["inches"], "cathedral", ids()); err == nil {
		t.Error("one begins with a cathedral")
	}
}

func TestOneMoreOfEveryWay(t *testing.T) {
	for _, way := range support.Recipes() {
		t.Run(way.Key, func(t *testing.T) {
			p, id := jars(t), ids()
			h, err := dress.Shelf(p, 0, way.Key, id)
			if err != nil {
				t.Fatal(err)
			}
			p = p.With(0, h)
			more, is := dress.More(p, 0, "", id)
			q := p.With(0, more)
			if bad := q.Validate(); len(bad) > 0 {
				t.Errorf("one more: %v", bad)
			}
			if same := len(text(t, q)) == len(text(t, p)); same != (is == "") {
				t.Errorf("it says %q is new; the design is the same: %v", is, same)
			}
		})
	}
}

func TestSupportsAtPlaces(t *testing.T) {
	p := jars(t)
	for _, at := range [][]quantity.Length{{700, 1300}, {500, 900, 1300, 1500}} {
		h, err := dress.PlaceAt(p, 0, at, ids())
		if err != nil {
			t.Fatal(err)
		}
		if len(h.Shelf.Supports) != len(at) {
			t.Fatalf("%d supports at %v", len(h.Shelf.Supports), at)
		}
		for i, u := range h.Shelf.Supports {
			if u.X != at[i] {
				t.Errorf("support %d stands at %g, want %g", i, float64(u.X), float64(at[i]))
			}
		}
	}
}

// A choice that needs more than a person has given is filled in, and nothing given is
// changed.
func TestAChoiceIsCompleted(t *testing.T) {
	p := jars(t)
	h, err := dress.Shelf(p, 0, "timber-brackets", ids())
	if err != nil {
		t.Fatal(err)
	}
	p = p.With(0, h)
	b := p.Shelves[0].Supports[0].TimberBracket
	b.Joint = hold.Joint{Kind: hold.DowelJoint}
	b.Brace = &support.Brace{High: 25}
	if len(p.Validate()) == 0 {
		t.Fatal("a brace without a length is a design")
	}
	q := p.With(0, dress.Complete(p, 0, ids()))
	if bad := q.Validate(); len(bad) > 0 {
		t.Fatal(bad)
	}
	got := q.Shelves[0].Supports[0].TimberBracket
	if got.Brace.High != 25 || got.Joint.Kind != hold.DowelJoint || len(got.Joint.Places) < 2 || got.Joint.Made == nil {
		t.Errorf("completed to %+v, brace %+v", got.Joint, got.Brace)
	}
}

func text(t *testing.T, p *design.Project) string {
	t.Helper()
	b, err := json.Marshal(p)
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

// A strip off its own board: the board loses the strip and the kerf, and the strip is as high as the board
// is thick, of its wood, flush with its underside.
func TestAStripOffItsOwnBoard(t *testing.T) {
	p := jars(t)
	p.Shelves[0].Thickness = 38
	hung(t, p, "pins-in-strip")
	was := p.Shelves[0]
	h, ok := dress.Rip(p, 0)
	if !ok {
		t.Fatal("it is not ripped")
	}
	q := p.With(0, h)
	r, s := q.RailOf(&h.Shelf), h.Shelf
	if want := was.Depth - r.Thickness - 3.2; s.Depth != want || r.Height != s.Thickness || r.Bottom != 0 || r.Wood != s.Board.Woods[0] {
		t.Errorf("the board is %v deep, want %v; the strip %v high at %v, of %s", s.Depth, want, r.Height, r.Bottom, r.Wood)
	}
	if bad := q.Validate(); len(bad) > 0 {
		t.Error(bad)
	}
	p.Shelves[0].Depth = 80
	if _, ok := dress.Rip(p, 0); ok {
		t.Error("a board 80 deep is ripped")
	}
}
