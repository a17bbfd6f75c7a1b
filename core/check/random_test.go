package check_test

import (
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress/dresstest"
	"aguante/core/hold"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/support"
)

// designs is how many are drawn.
var designs = dresstest.Trials(200, 20000)

// drawn calls with designs at random over all ways and forms, each with its first shelf as it
// stands.
func drawn(t *testing.T, seed uint64, one int, do func(name string, p *design.Project, s *check.Shelf)) {
	draw := dresstest.New(seed)
	ways := support.Recipes()
	for trial := range designs / one {
		way := ways[trial%len(ways)].Key
		p := draw.Design(way)
		rep, err := check.Run(t.Context(), p)
		if err != nil {
			t.Fatalf("%d, %s: %v", trial, way, err)
		}
		do(fmt.Sprintf("%d, %s", trial, way), p, &rep.Shelves[0])
		if t.Failed() && trial > 300 {
			return
		}
	}
}

// with asks about a design whose first shelf is changed.
func with(t *testing.T, p *design.Project, change func(q *design.Project, s *design.Shelf)) *check.Shelf {
	t.Helper()
	q := p.With(0, p.Hung(0))
	change(q, &q.Shelves[0])
	if len(q.Validate()) > 0 {
		return nil
	}
	rep, err := check.Run(t.Context(), q)
	if err != nil {
		t.Fatal(err)
	}
	return &rep.Shelves[0]
}

func scaled(by float64) func(*design.Project, *design.Shelf) {
	return func(_ *design.Project, s *design.Shelf) {
		for i := range s.Contents {
			it := &s.Contents[i]
			it.Each, it.PerMetre = it.Each*quantity.Mass(by), it.PerMetre*quantity.Mass(by)
			it.EachLow, it.RowLow = 0, 0
		}
	}
}

// over lists what of a shelf is over its limit as asked.
func over(s *check.Shelf) []check.Link {
	var out []check.Link
	for _, l := range s.Links {
		if l.Kind != hold.Stiffness && l.Used > 1+1e-7 {
			out = append(out, l)
		}
	}
	return out
}

// What is said to hold has no link over its limit; just under what it holds none is over,
// just past it one is.
func TestWhatHoldsHolds(t *testing.T) {
	limits := 0
	drawn(t, 3, 1, func(name string, p *design.Project, s *check.Shelf) {
		links := over(s)
		switch {
		case s.Evenly:
			return
		case s.Verdict == check.Gives && len(links) == 0 && s.HoldsUpTo.Kg >= s.Asked:
			t.Errorf("%s: does not hold, and nothing is over its limit", name)
		case s.Verdict != check.Gives && s.Verdict != check.Cannot && len(links) > 0:
			t.Errorf("%s: %s, and %s is used %v", name, s.Verdict, links[0].ID, links[0].Used)
		}
		// Contacts are told apart to a millionth of what is asked.
		if s.HoldsUpTo.Above || s.HoldsUpTo.Kg < 1e-2*s.Asked {
			return
		}
		by := s.HoldsUpTo.Kg / s.Asked
		under, close, past := with(t, p, scaled(0.999*by)), with(t, p, scaled((1+1e-6)*by)), with(t, p, scaled(1.001*by))
		if under == nil || close == nil || past == nil {
			return // one thing may not weigh so much
		}
		limits++
		if under := over(under); len(under) > 0 {
			t.Errorf("%s: at 0.999 of %.4g kg %s is used %v", name, s.HoldsUpTo.Kg, under[0].ID, under[0].Used)
		}
		// Where a contact opens a link may be over its limit and ease again at once.
		if len(over(past))+len(over(close)) == 0 {
			t.Errorf("%s: at 1.001 of %.4g kg nothing is over its limit, %s was to be", name, s.HoldsUpTo.Kg, s.First)
		}
	})
	if limits < designs/8 {
		t.Errorf("only %d limits: this tests little", limits)
	}
}

// Cutting an item in two, in which order things are listed, where the whole stands, and in
// which units it is written, change nothing.
func TestWhatChangesNothing(t *testing.T) {
	changes := map[string]func(q *design.Project, s *design.Shelf){
		"split": func(_ *design.Project, s *design.Shelf) {
			var out []load.Item
			for _, it := range s.Contents {
				if it.By == load.ByCount && it.Count%2 != 0 || it.To-it.From < 4 {
					out = append(out, it)
					continue
				}
				a, b := it, it
				a.To = (it.From + it.To) / 2
				b.ID, b.From = it.ID+"-b", a.To
				if it.By == load.ByCount {
					a.Count, b.Count = it.Count/2, it.Count/2
				}
				out = append(out, a, b)
			}
			s.Contents = out
		},
		"order": func(q *design.Project, s *design.Shelf) {
			slices.Reverse(s.Contents)
			slices.Reverse(s.Supports)
			slices.Reverse(q.Wall.Studs)
			for i := range s.Supports {
				if b := s.Supports[i].FlatBracket; b != nil {
					slices.Reverse(b.Holes)
				}
			}
			if r := q.Fixtures.Rail(s.Rail); r != nil {
				slices.Reverse(r.Spots)
			}
		},
		"units": func(q *design.Project, _ *design.Shelf) {
			if q.Units.Length == "in" {
				q.Units = design.Units{Length: "mm", Mass: "kg"}
			} else {
				q.Units = design.Units{Length: "in", Mass: "lb"}
			}
		},
	}
	drawn(t, 5, 2, func(name string, p *design.Project, s *check.Shelf) {
		for what, change := range changes {
			now := with(t, p, change)
			if !same(now.HoldsUpTo, s.HoldsUpTo) || !same(now.StraightTo, s.StraightTo) || now.Verdict != s.Verdict {
				t.Errorf("%s, %s: %s to %v, straight to %v; before %s to %v, %v (%s)", name, what, now.Verdict, now.HoldsUpTo, now.StraightTo,
					s.Verdict, s.HoldsUpTo, s.StraightTo, s.First)
			}
		}
	})
}

func same(a, b check.Limit) bool {
	return math.Abs(a.Kg-b.Kg) <= 1e-5*max(a.Kg, b.Kg)+1e-6
}

// Goods further out, a wetter place, another wood that it may be, and more care below never
// make it hold more: of supports that stand level under a board of one stiffness. A softer board,
// and brackets that give more, feel it less that one stands off, and share evenly: what changes how
// supports give is asked of two.
func TestWhatNeverHelps(t *testing.T) {
	changes := map[string]func(q *design.Project, s *design.Shelf) bool{
		"further out": func(_ *design.Project, s *design.Shelf) bool {
			for i := range s.Contents {
				s.Contents[i].Place = load.Front
			}
			return len(s.Contents) > 0 && len(s.Supports) < 3 && inside(s)
		},
		"wet": func(_ *design.Project, s *design.Shelf) bool {
			if b := s.Candidates()[0]; b.Lumber == nil && s.MakeUp.Kind == design.Solid && s.MakeUp.Front == nil {
				s.Board.Tested = b.E(nil)
			}
			s.Board.Condition = material.Wet
			return s.Board.Tested > 0 && len(s.Board.Woods) == 1 && len(s.Supports) < 3
		},
		"over a bed": func(_ *design.Project, s *design.Shelf) bool {
			s.Below = design.Bed
			return true
		},
		"a weaker wood as well": func(_ *design.Project, s *design.Shelf) bool {
			s.Board.Woods = append(s.Board.Woods, "western-redcedar")
			return len(s.Board.Woods) == 2 && s.Board.Tested == 0
		},
	}
	drawn(t, 7, 2, func(name string, p *design.Project, _ *check.Shelf) {
		p = p.With(0, p.Hung(0))
		p.Shelves[0].Misfit = 0
		s := with(t, p, func(*design.Project, *design.Shelf) {})
		for what, change := range changes {
			asked := false
			now := with(t, p, func(q *design.Project, s *design.Shelf) { asked = change(q, s) })
			if asked && now != nil && now.HoldsUpTo.Kg > s.HoldsUpTo.Kg*(1+1e-6)+1e-6 {
				t.Errorf("%s, %s: holds %v (%s), before %v (%s)", name, what, now.HoldsUpTo, now.First, s.HoldsUpTo, s.First)
			}
		}
	})
}

// inside tells whether all that stands on a shelf stands between its outer supports: what is beyond
// one lifts the board off the other, and the further out what is between them, the less it does.
func inside(s *design.Shelf) bool {
	lo, hi := math.Inf(1), math.Inf(-1)
	for i := range s.Supports {
		at := float64(s.Supports[i].X - s.X)
		lo, hi = min(lo, at), max(hi, at)
	}
	return !slices.ContainsFunc(s.Contents, func(it load.Item) bool { return float64(it.From) < lo || float64(it.To) > hi })
}

// A tenth of a millimetre in a screw's length, in where a support or a row of fasteners stands,
// never changes what a shelf holds by more than 3 % of what it holds whole, board and all, but where a gate opens or closes: a screw
// that misses its stud, or splits an edge.
func TestNoCliffs(t *testing.T) {
	const step = 0.1
	changes := map[string]func(q *design.Project, s *design.Shelf){
		"longer":  func(q *design.Project, s *design.Shelf) { lengthen(q, s, step) },
		"shorter": func(q *design.Project, s *design.Shelf) { lengthen(q, s, -step) },
		"aside": func(_ *design.Project, s *design.Shelf) {
			for i := range s.Supports {
				s.Supports[i].X += quantity.Length(step)
				break
			}
		},
		"a fastener lower": func(q *design.Project, s *design.Shelf) {
			if r := q.Fixtures.Rail(s.Rail); r != nil && len(r.Spots) > 0 && r.Spots[0].Y > 2 {
				r.Spots[0].Y -= quantity.Length(step)
			}
			for i := range s.Supports {
				if b := s.Supports[i].FlatBracket; b != nil && len(b.Holes) > 0 {
					b.Holes[0].Corner += quantity.Length(step)
				}
			}
		},
		"a fastener aside": func(q *design.Project, s *design.Shelf) {
			if r := q.Fixtures.Rail(s.Rail); r != nil && len(r.Spots) > 0 {
				r.Spots[0].X += quantity.Length(step)
			}
		},
	}
	moved := 0
	drawn(t, 9, 2, func(name string, p *design.Project, s *check.Shelf) {
		if s.HoldsUpTo.Kg < 0.5 || s.HoldsUpTo.Above {
			return
		}
		for what, change := range changes {
			now := with(t, p, change)
			if now == nil || counted(now) != counted(s) || failing(now) || failing(s) {
				continue
			}
			moved++
			d := math.Abs(now.HoldsUpTo.Kg - s.HoldsUpTo.Kg)
			if d > 0.03*s.HoldsUpTo.Kg && d > 0.03*(whole(t, p, s)+s.Self) {
				t.Errorf("%s, %s by 0.1 mm: holds %.2f kg (%s), before %.2f (%s)", name, what, now.HoldsUpTo.Kg, now.First, s.HoldsUpTo.Kg, s.First)
			}
		}
	})
	if moved < designs/4 {
		t.Errorf("only %d moved: this tests little", moved)
	}
}

// whole is what a shelf would hold by fasteners that reach all the way in.
func whole(t *testing.T, p *design.Project, s *check.Shelf) float64 {
	long := with(t, p, func(q *design.Project, s *design.Shelf) { lengthen(q, s, 20) })
	if long == nil || long.HoldsUpTo.Above {
		return s.HoldsUpTo.Kg
	}
	return max(s.HoldsUpTo.Kg, long.HoldsUpTo.Kg)
}

// lengthen changes the length of all of a shelf's fasteners into the wall.
func lengthen(q *design.Project, s *design.Shelf, by float64) {
	var all []*hold.Fixing
	for i := range s.Supports {
		all = append(all, s.Supports[i].Way().Fixings()...)
	}
	if r := q.Fixtures.Rail(s.Rail); r != nil {
		all = append(all, &r.Screw)
	}
	if form, _ := s.Form(); form != nil {
		all = append(all, form.Fixings()...)
	}
	for _, f := range all {
		f.Length += quantity.Length(by)
	}
}

// counted is how many fasteners of a shelf hold, and failing whether a gate is what limits it.
func counted(s *check.Shelf) int {
	n := 0
	for _, u := range s.Supports {
		for _, h := range u.Geometry.Holes {
			if h.Counts {
				n++
			}
		}
	}
	if s.Rail != nil {
		for _, c := range s.Rail.Geometry.Columns {
			for _, h := range c.Holes {
				if h.Counts {
					n++
				}
			}
		}
	}
	return n
}

func failing(s *check.Shelf) bool {
	return slices.ContainsFunc(s.Links, func(l check.Link) bool { return l.ID == s.First && l.Kind == hold.Gate })
}

// Rails whose every column has a fastener of its own hold what they say, and an anchor more beside
// screws in two studs changes nothing.
func TestMixedRailsHoldWhatTheySay(t *testing.T) {
	mixed := 0
	own := dresstest.New(4711)
	drawn(t, 13, 1, func(name string, p *design.Project, s *check.Shelf) {
		r := p.Fixtures.Rail(p.Shelves[0].Rail)
		if r == nil || r.Panel != "" {
			return
		}
		q := p.With(0, p.Hung(0))
		r = q.Fixtures.Rail(q.Shelves[0].Rail)
		for i := range r.Spots {
			f := r.Screw
			switch own.IntN(4) {
			case 0:
				f = hold.Fixing{Type: "toggle", Length: 90}
			case 1:
				f.Angle = 20
			case 2:
				f.Length += 10
			}
			r.Spots[i].Screw = &f
		}
		if len(q.Validate()) > 0 {
			return
		}
		rep, err := check.Run(t.Context(), q)
		if err == nil {
			_, err = json.Marshal(rep)
		}
		if err != nil {
			t.Fatalf("%s: %v", name, err)
		}
		now := &rep.Shelves[0]
		mixed++
		if links := over(now); len(links) > 0 && !now.Evenly && now.Verdict != check.Gives && now.Verdict != check.Cannot {
			t.Errorf("%s: %s, and %s is used %v", name, now.Verdict, links[0].ID, links[0].Used)
		}
		if now.Evenly || now.HoldsUpTo.Above || now.HoldsUpTo.Kg < 1e-2*now.Asked {
			return
		}
		if under := with(t, q, scaled(0.999*now.HoldsUpTo.Kg/now.Asked)); under != nil && len(over(under)) > 0 {
			t.Errorf("%s: at 0.999 of %.4g kg %s is used %v", name, now.HoldsUpTo.Kg, over(under)[0].ID, over(under)[0].Used)
		}
	})
	if mixed < designs/20 {
		t.Errorf("only %d rails: this tests little", mixed)
	}
}
