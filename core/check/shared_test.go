package check

import (
	"context"
	"fmt"
	"strings"
	"testing"

	"aguante/core/design"
	"aguante/core/quantity"
)

// twin is a shelf again, so much higher and farther along, on the same fixtures.
func twin(s *design.Shelf, n int, up, along float64) design.Shelf {
	out := s.Clone()
	out.ID, out.Name = fmt.Sprintf("%s-%d", s.ID, n), fmt.Sprintf("twin %d", n)
	out.Y += quantity.Length(up)
	out.X += quantity.Length(along)
	for i := range out.Supports {
		out.Supports[i].ID = fmt.Sprintf("%s-%d", out.Supports[i].ID, n)
		out.Supports[i].X += quantity.Length(along)
	}
	for i := range out.Contents {
		out.Contents[i].ID = fmt.Sprintf("%s-%d", out.Contents[i].ID, n)
	}
	return out
}

func reportOf(t *testing.T, p *design.Project) *Report {
	t.Helper()
	rep, err := Run(context.Background(), p)
	if err != nil {
		t.Fatal(err)
	}
	return rep
}

// Three shelves on one pair of standards: what each asks of a screw is summed.
func TestShelvesOnOnePairOfStandards(t *testing.T) {
	p := dressed(t, "standards")
	s := &p.Shelves[0]
	alone := reportOf(t, p)
	p.Shelves = append(p.Shelves, twin(s, 1, -150, 0), twin(s, 2, -300, 0))
	three := reportOf(t, p)
	used := func(rep *Report, shelf int, shared bool) float64 {
		worst := 0.0
		for _, l := range rep.Shelves[shelf].Links {
			if strings.HasSuffix(l.ID, "/screws/shared") == shared && (shared || l.Piece == "screws" && l.Kind == "strength") {
				worst = max(worst, l.Used)
			}
		}
		return worst
	}
	if u := used(alone, 0, true); u != 0 {
		t.Errorf("one shelf by itself shares its standards: %v", u)
	}
	for i := range three.Shelves {
		own, all := used(three, i, false), used(three, i, true)
		if all <= own*1.2 {
			t.Errorf("shelf %d: its own brackets use a screw %v, all three %v", i+1, own, all)
		}
		if three.Shelves[i].Verdict == Cannot {
			t.Errorf("shelf %d is not judged: %s", i+1, three.Shelves[i].Why)
		}
	}
	if a, b := alone.Shelves[0].HoldsUpTo.Kg, three.Shelves[0].HoldsUpTo.Kg; b > a {
		t.Errorf("alone it holds %v, with two others %v", a, b)
	}
	id := ""
	for _, l := range three.Shelves[0].Links {
		if strings.HasSuffix(l.ID, "/screws/shared") {
			id = l.ID
		}
	}
	for _, which := range []string{"everyday", "handling", "break"} {
		if w, err := Explain(context.Background(), p, id, which, nil); err != nil || len(w.Steps) < 5 {
			t.Errorf("%s of %s: %v", which, id, err)
		}
	}
}

// Two shelves side by side on one rail load its columns together.
func TestShelvesOnOneRail(t *testing.T) {
	for _, way := range []string{"pins-in-strip", "cleat"} {
		t.Run(way, func(t *testing.T) {
			p := dressed(t, way)
			s := &p.Shelves[0]
			alone := reportOf(t, p)
			p.Shelves = append(p.Shelves, twin(s, 1, 0, 0))
			p.Shelves[1].Contents = p.Shelves[1].Contents[:1]
			two := reportOf(t, p)
			n := 0
			for _, l := range two.Shelves[0].Links {
				if !strings.HasSuffix(l.ID, "/shared") {
					continue
				}
				n++
				own := l
				for _, o := range alone.Shelves[0].Links {
					if o.Where == l.Where && strings.HasPrefix(l.Name, o.Name+",") {
						own = o
					}
				}
				if l.Used < own.Used-1e-9 {
					t.Errorf("%s, %s: used %v by both, %v by one", l.Name, l.Where, l.Used, own.Used)
				}
			}
			if n == 0 {
				t.Error("no link of the rail knows of the other shelf")
			}
			if a, b := alone.Shelves[0].HoldsUpTo.Kg, two.Shelves[0].HoldsUpTo.Kg; b > a+1e-9 {
				t.Errorf("alone it holds %v, with another %v", a, b)
			}
		})
	}
}

// Fasteners of two shelves in one place are named, and no verdict is given on them.
func TestFastenersOfTwoShelvesInOnePlace(t *testing.T) {
	p := dressed(t, "flat-brackets")
	s := &p.Shelves[0]
	other := twin(s, 1, -3, 0)
	for i := range other.Supports {
		for k := range other.Supports[i].FlatBracket.Holes {
			other.Supports[i].FlatBracket.Holes[k].ID += "-1"
		}
	}
	p.Shelves = append(p.Shelves, other)
	rep := reportOf(t, p)
	found := false
	for _, n := range rep.Shelves[0].NotJudged {
		found = found || strings.Contains(n.Text, "in one place")
	}
	if !found || rep.Shelves[0].Verdict == Holds {
		t.Errorf("%s: %v", rep.Shelves[0].Verdict, rep.Shelves[0].NotJudged)
	}
}
