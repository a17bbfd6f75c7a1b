package check_test

import (
	"fmt"
	"math"
	"testing"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/hold"
	"aguante/core/load"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/wall"
)

// plain is a lined wall of studs 500 apart with an empty pine shelf of 900 by 250 by 19 on it,
// in the middle over the studs at 700 and 1200.
func plain() *design.Project {
	p := &design.Project{Format: design.Format, Version: design.Version, Units: design.Units{Length: "mm", Mass: "kg"}, Wall: wall.Wall{
		Kind: wall.WoodStuds, Length: 3000, Height: 2440, Lining: wall.Lining{Kind: wall.Gypsum, Thickness: 12.7}, KeepOuts: []wall.KeepOut{}}}
	for i := range 5 {
		p.Wall.Studs = append(p.Wall.Studs, wall.Stud{ID: fmt.Sprint("s", i+1), X: quantity.Length(200 + 500*float64(i)), Width: 38, Depth: 89,
			Wood: "spruce-pine-fir-stud", Found: wall.ByTape})
	}
	p.Shelves = []design.Shelf{{ID: "a", Name: "a", X: 500, Y: 1500, Length: 900, Depth: 250, Thickness: 19,
		Board:  design.Board{Woods: []string{"ponderosa-pine"}, Grade: "clear", Condition: "dry", Sawn: "unknown"},
		MakeUp: design.MakeUp{Kind: design.Solid}, Supports: []design.Support{}, Contents: []load.Item{}, Duration: "years", Below: "nothing",
		Accident: "none", Pet: 4, Sag: design.SagLimit{School: "eye", Figure: 3}}}
	return p
}

// on hangs the shelf on two supports of a way, over its studs.
func on(t *testing.T, p *design.Project, w func(id string) support.Way) *check.Shelf {
	t.Helper()
	s := &p.Shelves[0]
	for i, x := range []quantity.Length{700, 1200} {
		su := design.Support{ID: fmt.Sprint("u", i+1), X: x}
		su.Kind = su.Of(w(su.ID))
		s.Supports = append(s.Supports, su)
	}
	return asked(t, p)
}

func asked(t *testing.T, p *design.Project) *check.Shelf {
	t.Helper()
	rep, err := check.Run(t.Context(), p)
	if err != nil {
		t.Fatal(err)
	}
	return &rep.Shelves[0]
}

// dressedPlain hangs it as the app would.
func dressedPlain(t *testing.T, p *design.Project, way string) *check.Shelf {
	t.Helper()
	n := 0
	h, err := dress.Shelf(p, 0, way, func() string { n++; return fmt.Sprint("n", n) })
	if err != nil {
		t.Fatal(err)
	}
	*p = *p.With(0, h)
	return asked(t, p)
}

// Own weight of the board: 0.9 × 0.25 × 0.019 m of 448 kg/m³, N; and the worst share of what is
// spread on it evenly that comes to one of two supports at 200 and 700 of 900: what stands left
// of the right one, 7/9 of it, 350 before it, over a span of 500.
const (
	own   = 0.9 * 0.25 * 0.019 * 448 * 9.80665
	share = 7.0 / 9 * 350 / 500
)

// mass is the even load at which a support has all of what it takes, kg.
func mass(takes float64) float64 { return (takes - own/2) / share / 9.80665 }

func about(t *testing.T, what string, got, want, rel float64) {
	t.Helper()
	if math.Abs(got-want) > rel*want {
		t.Errorf("%s: %.2f, want %.2f", what, got, want)
	}
}

func within(t *testing.T, what string, got check.Limit, lo, hi float64) {
	t.Helper()
	if got.Kg < lo || got.Kg > hi || got.Above {
		t.Errorf("%s: %+v, want %v to %v kg", what, got, lo, hi)
	}
}

func bars(screw hold.Fixing) func(id string) support.Way {
	return func(id string) support.Way {
		return &support.FlatBracket{Reach: 200, Leg: 100, Width: 38, Thickness: 5, Steel: hold.Unmarked, LegSide: support.LegBelow, Hole: 6,
			Screw: screw, Holes: []support.BracketHole{{ID: id + "a", Corner: 25}, {ID: id + "b", Corner: 80}}}
	}
}

// Plain pine on two bars: a bar of 38 by 5 less a hole of 6 has Z = 200 mm³ and takes 200 × 205 /
// 1.67 = 24.55 Nm, so 196.4 N at the middle of the depth, 125 out.
func TestSanityPineOnTwoBars(t *testing.T) {
	s := on(t, plain(), bars(hold.Fixing{Type: "wood-5", Length: 70}))
	about(t, "holds", s.HoldsUpTo.Kg, mass(200*205/1.67/125), 0.01)
	about(t, "breaks", s.Breaks.Kg, (200*205*1.1/125-own/2)*2/9.80665, 0.01) // under all of it, each has half
}

// Toggles in plasterboard under the same bars: T′ = 220 × 0.6 for a lasting pull, Z = 220. Two
// that stand 55 apart count as 1.367, which is less than what the upper one takes by itself: it
// is pulled by R × 125 / 50 and has all of R across.
func TestSanityToggles(t *testing.T) {
	p := plain()
	p.Wall.Kind, p.Wall.Studs = wall.SteelStuds, []wall.Stud{}
	s := on(t, p, bars(hold.Fixing{Type: "toggle", Length: 60}))
	about(t, "holds", s.HoldsUpTo.Kg, mass(1/(125.0/50/(220*0.6)+1/220.0)), 0.01)
	if s.Breaks != nil {
		t.Errorf("nothing is known of where toggles break, and it says %v", s.Breaks)
	}
}

// A keyhole bracket: the heads bend the lips of their slots off long before the wood shears. Of
// Douglas-fir, lip 6, head 9.2, slot 5.2, cavity 10 a slot takes 46.4 N of pull for years (276 N
// at the break) and 151 N across (840 N); pulled by R × (19 + 125) / 78, the heel's height off.
func TestSanityKeyholeBracket(t *testing.T) {
	p := plain()
	p.Shelves[0].Board.Grade = "clear"
	s := on(t, p, func(id string) support.Way {
		return &support.Keyhole{Made: hold.Made{Wood: "douglas-fir", Grade: "clear"}, High: 110, Up: 80, Back: 19,
			KeySlot: support.KeySlot{Routed: true, Lip: 6, Slot: 5.2, Cavity: 10}, Hole: id + "h", Screw: hold.Fixing{Type: "wood-10", Length: 63.5, Head: 9.2}}
	})
	takes := func(pull, push float64) float64 { return 1 / ((19+125.0)/79.9/pull + 1/push) }
	about(t, "holds", s.HoldsUpTo.Kg, mass(takes(46.43, 4.826*6*29.02/5)), 0.02)
	about(t, "breaks", s.Breaks.Kg, (takes(276, 4.826*6*29.02)-own/2)*2/9.80665, 0.03)
}

// Three 1/2 in dowels in a 1 1/2 in strip: ash of 12.7 mm takes 5.97 Nm for years, 60 N at the
// middle of a shelf 200 deep in front of the strip; three of them would take 17 kg if they shared
// evenly, which the middle one does not let them.
func TestSanityDowelsInAStrip(t *testing.T) {
	p := plain()
	s := &p.Shelves[0]
	s.Depth, s.Thickness = 200, 38
	dressedPlain(t, p, "pins-in-strip")
	for i := range p.Shelves[0].Supports {
		pin := p.Shelves[0].Supports[i].Pin
		pin.Kind, pin.Width, pin.High = support.DowelPin, 12.7, 12.7
	}
	r := asked(t, p)
	within(t, "holds", r.HoldsUpTo, 5, 17)
	within(t, "breaks", *r.Breaks, 3*r.HoldsUpTo.Kg, 8*r.HoldsUpTo.Kg)
}

// A cleat with two holders: a 6 mm structural screw through 19 mm of plywood and 12.7 of lining
// takes about 243 N across for years; two studs with two rows have four of them, 972 N: less than
// 99 kg, as they are pulled as well.
func TestSanityCleatWithTwoHolders(t *testing.T) {
	r := dressedPlain(t, plain(), "cleat")
	within(t, "holds", r.HoldsUpTo, 40, 99)
}

// An alcove: the front half spans 0.9 m from side to side with what stands on it; its two cleats
// have two screws each at about 210 N for years, 86 kg in all of which the front has two thirds,
// less as each cleat must not turn about its one stud.
func TestSanityAlcove(t *testing.T) {
	p := plain()
	p.Wall.Length, p.Wall.Studs = 900, p.Wall.Studs[:2]
	p.Shelves[0].X = 0
	r := dressedPlain(t, p, "ledgers")
	within(t, "holds", r.HoldsUpTo, 10, 86)
}

// A frame for a cat: platforms of 19 mm clear pine 300 deep over 0.84 m take 300 × 19² / 6 × 20.5
// MPa = 0.37 kNm for years, 360 kg spread evenly on each of three; their two screws in every post
// give a little before. It takes the cat that lands on it. It does not hold what a steel rack does.
func TestSanityCatFrame(t *testing.T) {
	p := plain()
	p.Shelves[0].Accident, p.Shelves[0].Pet = design.Pet, 5
	r := dressedPlain(t, p, "frame")
	within(t, "holds", r.HoldsUpTo, 300, 1080)
	within(t, "breaks", *r.Breaks, 900, 5000)
	if r.Accident == nil || r.Accident.Verdict != check.Holds {
		t.Errorf("a cat of 5 kg: %+v", r.Accident)
	}
}
