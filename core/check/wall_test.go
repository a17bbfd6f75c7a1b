package check

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/load"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/wall"
)

func TestAssumedStudsAndTheirScrewsAreNamed(t *testing.T) {
	p := demoWall(t)
	p.Wall.Studs[3].Found, p.Wall.Studs[3].Doubt = wall.ByGuess, 25
	s := run1(t, p)
	if len(s.OnAssumed) != 1 || s.OnAssumed[0] != "jars-b2" {
		t.Errorf("on assumed studs: %v", s.OnAssumed)
	}
	said := fmt.Sprint(s.Cautions)
	if !strings.Contains(said, "1236 mm is assumed") || !strings.Contains(said, "24 in 100") { // 1 − 38/50
		t.Errorf("cautions %s", said)
	}
	// Where 16 in is assumed and the bay is 14 1/2 the bracket would miss.
	p = demoWall(t)
	p.Shelves[0].Supports[1].X = 868 + 406.4
	if l := linkAt(t, run1(t, p), "jars/jars-b2/screws/behind"); !l.Fails {
		t.Errorf("%+v", l)
	}
}

func TestAConduitBehindIsNotDrilled(t *testing.T) {
	p := demoWall(t)
	p.Wall.KeepOuts = append(p.Wall.KeepOuts, wall.KeepOut{ID: "k", Kind: wall.Pipe, Name: "conduit", X: 1226, Y: 0, Width: 20, Height: 2400})
	s := run1(t, p)
	l := linkAt(t, s, "jars/jars-b2/screws/behind")
	if s.HoldsUpTo.Kg != 0 || !strings.Contains(l.How, "conduit") {
		t.Errorf("holds %v, %s", s.HoldsUpTo, l.How)
	}
	for _, h := range s.Supports[1].Geometry.Holes {
		if h.Counts || h.Meets != wall.Barred || !strings.Contains(h.Why, "must not be drilled") {
			t.Errorf("%+v", h)
		}
	}
}

func TestThingsInTheWayAreSaid(t *testing.T) {
	p := demoWall(t)
	y := p.Shelves[0].Y
	p.Wall.KeepOuts = append(p.Wall.KeepOuts,
		wall.KeepOut{ID: "w", Kind: wall.Window, X: 2000, Y: y - 50, Width: 400, Height: 300},
		wall.KeepOut{ID: "r", Kind: wall.Rail, Name: "door rail", X: 1500, Y: y + 200, Width: 400, Height: 30})
	over := p.Shelves[0]
	over.ID, over.Name, over.Y, over.Supports, over.Contents = "over", "Over", y+200, nil, nil
	p.Shelves = append(p.Shelves, over)
	said := fmt.Sprint(run1(t, p).Cautions)
	for _, want := range []string{"the board is in the way of the window", "\"Crate of honey tins\" is in the way of the door rail",
		"240 mm tall, there are 181 mm under \"Over\""} {
		if !strings.Contains(said, want) {
			t.Errorf("nothing is said of %q in %s", want, said)
		}
	}
	p.Shelves[1].Y = y + 10
	p.Shelves[0].Contents[1].From, p.Shelves[0].Contents[1].To = 500, 900
	said = fmt.Sprint(run1(t, p).Cautions)
	for _, want := range []string{"it runs into \"Over\"", "stand in the same place"} {
		if !strings.Contains(said, want) {
			t.Errorf("nothing is said of %q in %s", want, said)
		}
	}
}

func TestShelvesShareTheirStuds(t *testing.T) {
	p := demoWall(t)
	r, err := Run(t.Context(), p)
	if err != nil {
		t.Fatal(err)
	}
	su := r.Shelves[0].Supports[1]
	h, y := float64(p.Wall.Height), float64(p.Shelves[0].Y)
	if want := su.Load * su.Arm * max(y, h-y) / h; !near(r.Studs[3].Moment, want, 1e-9) || r.Studs[0].Moment != 0 {
		t.Errorf("stud 4 bends with %v, want %v; stud 1 %v", r.Studs[3].Moment, want, r.Studs[0].Moment)
	}
	copied := p.Shelves[0]
	copied.ID, copied.Y, copied.Contents = "second", 700, nil
	copied.Supports = nil
	for _, s := range p.Shelves[0].Supports {
		b := *s.FlatBracket
		b.Holes = []support.BracketHole{{ID: s.ID + "-x1", Corner: 25}, {ID: s.ID + "-x2", Corner: 80}}
		copied.Supports = append(copied.Supports, design.Support{ID: s.ID + "-x", Kind: s.Kind, X: s.X, Ways: support.Ways{FlatBracket: &b}})
	}
	copied.Contents = []load.Item{{ID: "more", Shape: "box", By: load.ByCount, Count: 1, Each: 30, From: 700, To: 1000, Place: load.Middle,
		Height: 100}}
	p.Shelves = append(p.Shelves, copied)
	both, err := Run(t.Context(), p)
	if err != nil {
		t.Fatal(err)
	}
	if both.Studs[3].Moment == r.Studs[3].Moment || both.Studs[3].Used <= 0 {
		t.Errorf("a second shelf leaves the stud at %v", both.Studs[3].Moment)
	}
}

// A stud is a link of every shelf on it: two shelves that hold by themselves may be too much
// for it together. Each one's limit scales its own contents, and its sum ends with that.
func TestAStudLimitsEveryShelfOnIt(t *testing.T) {
	p := demoWall(t)
	for i := range p.Wall.Studs {
		p.Wall.Studs[i].Depth = 64 // shallow
	}
	a := p.Shelves[0]
	var second design.Shelf
	text, err := json.Marshal(a)
	if err != nil {
		t.Fatal(err)
	}
	if err := json.Unmarshal([]byte(strings.ReplaceAll(string(text), `"id":"`, `"id":"b-`)), &second); err != nil {
		t.Fatal(err)
	}
	second.Y -= 400
	for _, s := range []*design.Shelf{&a, &second} {
		for k := range s.Contents {
			s.Contents[k].Each *= 6
		}
	}
	p.Shelves[0] = a
	alone, both := run1(t, p), *p
	both.Shelves = []design.Shelf{a, second}
	r, err := Run(t.Context(), &both)
	if err != nil {
		t.Fatal(err)
	}
	for i, s := range r.Shelves {
		worst := &Link{}
		for k := range s.Links {
			if l := &s.Links[k]; strings.HasSuffix(l.ID, "/stud/bending") && l.Used > worst.Used {
				worst = l
			}
		}
		before := linkAt(t, alone, strings.Replace(worst.ID, "b-jars/", "jars/", 1))
		if worst.Used <= before.Used || worst.Limit.Kg >= before.Limit.Kg || worst.Limit.Above {
			t.Errorf("shelf %d: the stud is used %v and holds %v beside another, alone %v and %v", i, worst.Used, worst.Limit.Kg, before.Used,
				before.Limit.Kg)
		}
		if worst.Used > 1 && (s.Verdict != Gives || s.HoldsUpTo.Kg >= s.Asked) {
			t.Errorf("shelf %d: its stud is used %v, and it %s %v of %v", i, worst.Used, s.Verdict, s.HoldsUpTo.Kg, s.Asked)
		}
		at := both
		at.Shelves = slices.Clone(both.Shelves)
		at.Shelves[i] = at.Shelves[i].Clone()
		for k := range at.Shelves[i].Contents {
			at.Shelves[i].Contents[k].Each *= quantity.Mass(worst.Limit.Kg / s.Asked)
		}
		again, err := Run(t.Context(), &at)
		if err != nil {
			t.Fatal(err)
		}
		if l := linkAt(t, again.Shelves[i], worst.ID); !near(l.Used, 1, 0.01) {
			t.Errorf("shelf %d at its stud's limit of %v kg uses it %v", i, worst.Limit.Kg, l.Used)
		}
		w, err := Explain(t.Context(), &both, worst.ID, "everyday", nil)
		if err != nil || !near(w.Steps[len(w.Steps)-1].Result, worst.Limit.Kg, 1e-9) {
			t.Errorf("the sum of %s: %v", worst.ID, err)
		}
	}
}

// What a shelf follows from is its own, what it hangs on, and the studs behind it: far studs
// and other shelves change nothing, near ones do.
func TestAnAnswerIsKnownByWhatItFollowsFrom(t *testing.T) {
	for name, c := range map[string]struct {
		edit func(p *design.Project)
		same bool
	}{
		"nothing":                 {func(*design.Project) {}, true},
		"another shelf":           {func(p *design.Project) { p.Shelves[1].Y += 30 }, true},
		"the units":               {func(p *design.Project) { p.Units.Length = design.Millimetres }, true},
		"its own contents":        {func(p *design.Project) { p.Shelves[0].Contents[0].Each++ }, false},
		"a stud behind it":        {func(p *design.Project) { p.Wall.Studs[3].X++ }, false},
		"the lining":              {func(p *design.Project) { p.Wall.Lining.Thickness++ }, false},
		"a stud far to its right": {func(p *design.Project) { p.Wall.Studs[len(p.Wall.Studs)-1].X-- }, true},
	} {
		t.Run(name, func(t *testing.T) {
			p := honeyRoom(t)
			before := p.Content(&p.Shelves[0])
			a, err := One(t.Context(), p, 0)
			if err != nil {
				t.Fatal(err)
			}
			c.edit(p)
			if (p.Content(&p.Shelves[0]) == before) != c.same {
				t.Errorf("the key is the same: %v", !c.same)
			}
			if b, err := One(t.Context(), p, 0); c.same && (err != nil || b.HoldsUpTo != a.HoldsUpTo) {
				t.Errorf("another answer under the same key: %v, %v", b.HoldsUpTo, a.HoldsUpTo)
			}
		})
	}
}
