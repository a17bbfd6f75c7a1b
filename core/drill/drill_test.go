package drill

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/fastener"
	"aguante/core/hold"
	"aguante/core/journal"
	"aguante/core/problem"
	"aguante/core/say"
	"aguante/core/support"
	"aguante/core/wall"
)

// checkHoles are all holes of a report by their place on the wall.
func checkHoles(p *design.Project, r *check.Report) map[string]hold.Hole {
	out := map[string]hold.Hole{}
	for i := range r.Shelves {
		a := &r.Shelves[i]
		at := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == a.ID })
		put := func(all []hold.Hole) {
			for _, h := range all {
				out[fmt.Sprintf("%.2f/%.2f", h.X, float64(p.Shelves[at].Y)+h.Y)] = h
			}
		}
		for _, s := range a.Supports {
			put(s.Geometry.Holes[:s.Own])
		}
		if a.Rail != nil {
			for _, c := range a.Rail.Geometry.Columns {
				put(c.Holes)
			}
		}
	}
	return out
}

// agrees holds a schedule against its check, one by one and both ways.
func agrees(t *testing.T, name string, p *design.Project) int {
	t.Helper()
	r, err := check.Run(t.Context(), p)
	if err != nil {
		t.Fatalf("%s: %v", name, err)
	}
	s, want := Of(p, r, nil), checkHoles(p, r)
	if len(s.Holes) != len(want) {
		t.Errorf("%s: %d holes in the table, %d in the check", name, len(s.Holes), len(want))
	}
	for i := range s.Holes {
		h := &s.Holes[i]
		c, ok := want[fmt.Sprintf("%.2f/%.2f", h.X, h.Up)]
		if !ok || h.N != i+1 {
			t.Fatalf("%s: hole %d at %.1f, %.1f is not in the check", name, h.N, h.X, h.Up)
		}
		at := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == h.Shelf })
		if at < 0 || math.Abs(h.FromShelf-(h.X-float64(p.Shelves[at].X))) > 1e-9 || math.Abs(h.OverShelf-(h.Up-float64(p.Shelves[at].Y))) > 1e-9 {
			t.Errorf("%s: hole %d at %.1f, %.1f is %.1f, %.1f from its shelf", name, h.N, h.X, h.Up, h.FromShelf, h.OverShelf)
		}
		through := 0.0
		for _, l := range h.Through {
			through += l.MM
		}
		ty, known := fastener.TypeOf(c.Type)
		anchor := ty.Kind == fastener.Anchor
		if known && math.Abs(through-(c.Piece+c.Recess+c.Gap)) > 0.01 || h.Length != c.Length || h.Thread != c.Thread || h.Counts != c.Counts {
			t.Errorf("%s, hole %d: through %.2f, thread %.2f; the check has %+v", name, h.N, through, h.Thread, c)
		}
		reaches := c.Recess + c.Length
		if c.Meets == wall.InBoard { // what comes out of the board's back needs no pilot
			reaches = min(reaches, c.Recess+c.Piece+c.Gap+c.StudDepth)
		}
		if known && !anchor && c.Slant == 0 && c.Counts && math.Abs(h.TapeFace-reaches) > 0.01 {
			t.Errorf("%s, hole %d: the tape is at %.2f, the screw reaches %.2f from the face", name, h.N, h.TapeFace, reaches)
		}
		if math.Abs(h.TapeFace-h.Tape-h.Recess/math.Cos(h.Slant*math.Pi/180)) > 0.01 {
			t.Errorf("%s, hole %d: recess %.2f, tapes %.2f and %.2f", name, h.N, h.Recess, h.Tape, h.TapeFace)
		}
	}
	return len(s.Holes)
}

func TestEveryHoleIsOneOfTheCheck(t *testing.T) {
	n := 0
	for _, name := range []string{"honey-room", "back-wall", "brick-wall"} {
		n += agrees(t, name, dresstest.DemoWall(t, name))
	}
	if n < 40 {
		t.Errorf("%d holes in the demo", n)
	}
	r, ways := dresstest.New(1313), support.Recipes()
	for i := range 120 {
		way := ways[i%len(ways)].Key
		n += agrees(t, way, r.Design(way))
	}
	t.Logf("%d holes", n)
}

// A place is the same from every datum, within 0.01 mm.
func TestEveryDatumSaysTheSamePlace(t *testing.T) {
	p := dresstest.HoneyRoom(t)
	r, err := check.Run(t.Context(), p)
	if err != nil {
		t.Fatal(err)
	}
	stud := p.Wall.Studs[3]
	for name, c := range map[string]struct {
		d        design.Datum
		from, up float64
		back     bool
	}{
		"left":  {design.Datum{}, 0, 0, false},
		"right": {design.Datum{From: design.FromRight, Up: design.FromLine, Line: 1000}, float64(p.Wall.Length), 1000, true},
		"stud":  {design.Datum{From: design.FromStud, Stud: stud.ID, Up: design.FromLine, Line: 1234.5}, float64(stud.X), 1234.5, false},
	} {
		p.Making.Datum = c.d
		l := problem.New()
		if Validate(p, l); len(l.All()) > 0 {
			t.Errorf("%s: %v", name, l.All())
		}
		s := Of(p, r, nil)
		for _, h := range s.Holes {
			x := c.from + h.Along
			if c.back {
				x = c.from - h.Along
			}
			if math.Abs(x-h.X) > 0.01 || math.Abs(c.up+h.High-h.Up) > 0.01 {
				t.Errorf("%s: hole %d is at %.2f, %.2f by the datum, at %.2f, %.2f on the wall", name, h.N, x, c.up+h.High, h.X, h.Up)
			}
		}
		for i := 1; i < len(s.Lines); i++ {
			if s.Lines[i].Up < s.Lines[i-1].Up {
				t.Errorf("%s: lines from the top down", name)
			}
		}
	}
	p.Making.Datum = design.Datum{From: design.FromStud, Stud: "gone"}
	l := problem.New()
	if Validate(p, l); len(l.All()) != 1 || !strings.Contains(l.All()[0].Message, "no such stud") {
		t.Errorf("a stud that is gone: %v", l.All())
	}
}

// Worked number B7: a screw of 76.2 through 19.05 and 12.7 of lining is 44.45 in the stud.
func TestWorkedDepth(t *testing.T) {
	p := dresstest.HoneyRoom(t)
	p.Wall.Lining.Thickness = 12.7
	for i := range p.Fixtures.Rails {
		if r := &p.Fixtures.Rails[i]; r.Kind == support.Cleat {
			r.Thickness, r.Screw.Length, r.Screw.Recess = 19.05, 76.2, 0
		}
	}
	r, err := check.Run(t.Context(), p)
	if err != nil {
		t.Fatal(err)
	}
	found := false
	for _, h := range Of(p, r, nil).Holes {
		if h.Length == 76.2 && len(h.Through) == 2 && h.Through[0].MM == 19.05 {
			found = true
			if math.Abs(h.PilotDeep-44.45) > 0.005 || math.Abs(h.TapeFace-76.2) > 0.005 {
				t.Errorf("%.3f in the stud, tape at %.3f", h.PilotDeep, h.TapeFace)
			}
		}
	}
	if !found {
		t.Error("no such hole")
	}
}

// What was found at a hole is a fact; where the design has it otherwise again, that is said. Holes off the wall are
// named.
func TestFindings(t *testing.T) {
	p := dresstest.HoneyRoom(t)
	r, err := check.Run(t.Context(), p)
	if err != nil {
		t.Fatal(err)
	}
	first := Of(p, r, nil).Holes[0]
	facts := []journal.Entry{
		{ID: "1", Kind: journal.Finding, About: "hole/" + first.Key, Data: fmt.Appendf(nil, `{"no_wood":true,"x_mm":%g,"up_mm":%g}`, first.X, first.Up)},
		{ID: "2", Kind: journal.Tick, About: "hole/" + first.Key},
		{ID: "3", Kind: journal.Tick, About: "hole/nothing"},
	}
	h := Of(p, r, facts).Holes[0]
	if h.Found == nil || !h.Found.NoWood || !strings.Contains(h.Against, "it was undone") || h.Done != "2" {
		t.Errorf("%+v", h)
	}
	p.Wall.Studs = slices.DeleteFunc(p.Wall.Studs, func(s wall.Stud) bool { return s.ID == first.Stud })
	if r, err = check.Run(t.Context(), p); err != nil {
		t.Fatal(err)
	}
	if h = Of(p, r, facts).Holes[0]; h.Found == nil || h.Against != "" {
		t.Errorf("the stud is gone: %+v", h)
	}
	out := Schedule{Holes: []Hole{{X: -5, Up: 100, For: "bracket 1"}}}
	if out.finish(p, nil); len(out.Off) != 1 {
		t.Errorf("a hole off the wall: %v", out.Off)
	}
}

// Six gaps with a spacer that is 0.8 mm off are 4.8 mm out at the end.
func TestStepping(t *testing.T) {
	if got := Stepped(6, 0.8); math.Abs(got-4.8) > 1e-9 {
		t.Errorf("%g", got)
	}
}

// What stepping would have cost is said with the spacer's error of the basis §12: 0.8 mm a gap.
func TestTheStickSaysWhatSteppingCosts(t *testing.T) {
	p := dresstest.HoneyRoom(t)
	s := stickOf(p, nil)
	gaps := len(p.Wall.Studs) - 1
	want := fmt.Sprintf("a spacer that is %s off, the last of %d gaps would be %s out", say.Fine(0.8), gaps, say.Fine(0.8*float64(gaps)))
	if !strings.Contains(s.Steps, want) {
		t.Errorf("%s\nwant %s", s.Steps, want)
	}
}
