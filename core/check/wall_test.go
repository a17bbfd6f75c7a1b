package check

import (
	"fmt"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/load"
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
