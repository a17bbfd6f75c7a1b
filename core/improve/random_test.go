package improve

import (
	"encoding/json"
	"errors"
	"math"
	"math/rand/v2"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/quantity"
	"aguante/core/support"
)

// shaken is a shelf hung in some way, with its places and sizes changed at random.
func shaken(t *testing.T, rng *rand.Rand, way string) *design.Project {
	t.Helper()
	p := jars(t)
	p.Shelves[0].Thickness = 38
	s, err := dress.Shelf(p, p.Shelves[0], way, ids())
	if err != nil {
		t.Fatal(err)
	}
	p.Shelves[0] = s
	one := &p.Shelves[0]
	about := func(l quantity.Length) quantity.Length { return l * quantity.Length(0.6+0.9*rng.Float64()) }
	off := func() quantity.Length { return quantity.Length(60 * (rng.Float64() - 0.5)) }
	for i := range one.Supports {
		u := &one.Supports[i]
		u.X += off()
		switch {
		case u.FlatBracket != nil:
			u.FlatBracket.Thickness, u.FlatBracket.Reach = about(u.FlatBracket.Thickness), about(u.FlatBracket.Reach)
		case u.BracedBracket != nil:
			u.BracedBracket.Reach, u.BracedBracket.Screw.Length = about(u.BracedBracket.Reach), about(u.BracedBracket.Screw.Length)
		case u.TimberBracket != nil:
			u.TimberBracket.Reach, u.TimberBracket.Deep, u.TimberBracket.Width = about(u.TimberBracket.Reach), about(u.TimberBracket.Deep), about(u.TimberBracket.Width)
		case u.Pin != nil:
			u.Pin.Tip, u.Pin.Root = about(u.Pin.Tip), about(u.Pin.Root)
		case u.Holder != nil:
			u.Holder.Leg, u.Holder.Width = about(u.Holder.Leg), about(u.Holder.Width)
		}
	}
	if r := one.Rail; r != nil {
		r.Height, r.Thickness, r.Screw.Length = about(r.Height), about(r.Thickness), about(r.Screw.Length)
		for i := range r.Spots {
			r.Spots[i].X += off()
		}
	}
	if r := one.Rack; r != nil {
		r.Deep, r.Arm.Reach, r.Screw.Length = about(r.Deep), about(r.Arm.Reach), about(r.Screw.Length)
		r.Uprights[0].X += off()
		r.Uprights[0].Notch = &support.Notch{Up: 300, High: 60, Deep: about(12)}
	}
	if h := one.HookRail; h != nil {
		h.Peg.Reach, h.Peg.D, h.Height = about(h.Peg.Reach), about(h.Peg.D), about(h.Height)
	}
	if f := one.Frame; f != nil {
		f.Width, f.Deep = about(f.Width), about(f.Deep)
		f.Ties = f.Ties[:rng.IntN(len(f.Ties)+1)]
	}
	if r := one.SheetRack; r != nil {
		r.Tilt, r.Foot = 1+20*rng.Float64(), about(r.Foot)
	}
	if c := one.Cart; c != nil {
		c.Caster, c.Own = 0.9*rng.Float64(), quantity.Mass(30*rng.Float64())
	}
	for i := range one.Contents {
		one.Contents[i].Each *= quantity.Mass(math.Exp(3 * (rng.Float64() - 0.5)))
	}
	return p
}

// Whatever is asked of whatever design, no figure is a nonsense, everything can be
// written, and what is offered is what comes of it.
func TestRandomDesignsKeepTheirHead(t *testing.T) {
	rng := rand.New(rand.NewPCG(11, 5))
	checkedOf, offered := 0, 0
	for trial := range 96 {
		way := dress.Ways()[trial%len(dress.Ways())].Key
		p := shaken(t, rng, way)
		r, err := check.Run(p)
		var bad check.Invalid
		if errors.As(err, &bad) {
			continue
		}
		if err != nil {
			t.Fatalf("%d, %s: %v", trial, way, err)
		}
		checkedOf++
		for _, l := range r.Shelves[0].Links {
			if math.IsNaN(l.Used) || l.Used < 0 || math.IsNaN(l.Limit.Kg) || l.Limit.Kg < 0 || l.Break != nil && !(l.Break.Kg >= l.Limit.Kg-1e-6) {
				t.Errorf("%d, %s: %+v, breaks at %+v", trial, way, l, l.Break)
			}
		}
		steps, err := Break(p, "jars")
		if err != nil {
			t.Fatalf("%d, %s: until it breaks: %v", trial, way, err)
		}
		for i := 1; i < len(steps); i++ {
			if steps[i].Kg < steps[i-1].Kg {
				t.Errorf("%d, %s: something goes at %v after %v", trial, way, steps[i].Kg, steps[i-1].Kg)
			}
		}
		answer, err := Shelf(p, "jars", ids())
		if err != nil {
			t.Fatalf("%d, %s: what it takes: %v", trial, way, err)
		}
		for _, i := range append(answer.Singles, answer.Pairs...) {
			offered++
			if now := applied(t, p, i); now.HoldsUpTo != i.Holds || now.StraightTo != i.Straight {
				t.Errorf("%d, %s: %s promised %v, gives %v", trial, way, i.Words, i.Holds, now.HoldsUpTo)
			}
		}
		rows, err := Compare(p, "jars", ids())
		if err != nil {
			t.Fatalf("%d, %s: compared: %v", trial, way, err)
		}
		if _, err := json.Marshal([]any{r, steps, answer, rows}); err != nil {
			t.Fatalf("%d, %s cannot be written: %v", trial, way, err)
		}
	}
	if checkedOf < 48 || offered < 48 {
		t.Errorf("only %d designs were sound and %d changes offered: this tests little", checkedOf, offered)
	}
}

// A rack of three uprights loaded until it breaks: the weakest goes, its neighbours
// take its share and give at no less than they would have held, and nothing stands on one.
func TestARackBreaksUprightByUpright(t *testing.T) {
	p := jars(t)
	s, err := dress.Shelf(p, p.Shelves[0], "rack", ids())
	if err != nil {
		t.Fatal(err)
	}
	for i := range s.Contents {
		s.Contents[i].Each *= 8 // so much that its limits are within ten times as much
	}
	p.Shelves[0] = s
	was, err := check.One(p, &p.Shelves[0])
	if err != nil {
		t.Fatal(err)
	}
	steps, err := Break(p, "jars")
	if err != nil || len(steps) == 0 {
		t.Fatalf("%v, %v", steps, err)
	}
	if was.Breaks == nil || steps[0].Kg != was.Breaks.Kg || steps[0].Link != was.BreakLink {
		t.Errorf("first goes %+v, expected %+v at %s", steps[0], was.Breaks, was.BreakLink)
	}
	if last := steps[len(steps)-1]; !last.Down && !last.Holds {
		t.Errorf("it hangs in the air: %+v", last)
	}
	seen := map[string]bool{}
	for _, g := range steps {
		if g.Name == "" || g.How == "" || g.To == "" && !g.Holds {
			t.Errorf("a step that says too little: %+v", g)
		}
		if seen[g.Name+g.Where] {
			t.Errorf("%s, %s goes twice", g.Name, g.Where)
		}
		seen[g.Name+g.Where] = true
	}
}
