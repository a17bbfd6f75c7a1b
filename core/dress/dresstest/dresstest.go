// Package dresstest makes walls at random for tests: every way of hanging and every
// form, with sizes, fasteners, joints, boards and goods that a person might choose.
package dresstest

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"testing"

	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/wall"
)

// HoneyRoom is the demo's long wall, for a test two folders under the project's own.
func HoneyRoom(t testing.TB) *design.Project {
	t.Helper()
	return DemoWall(t, "honey-room")
}

// DemoWall is one of the demo's walls, for a test two folders under the project's own.
func DemoWall(t testing.TB, name string) *design.Project {
	t.Helper()
	b, err := os.ReadFile("../../demo/" + name + ".json")
	p := new(design.Project)
	if err == nil {
		err = json.Unmarshal(b, p)
	}
	if err != nil {
		t.Fatal(err)
	}
	return p
}

// Source draws what a design is made of. The same seed draws the same designs.
type Source struct {
	*rand.Rand
	ids int
}

// New starts a source from a seed.
func New(seed uint64) *Source { return &Source{Rand: rand.New(rand.NewPCG(seed, 20261125))} }

// ID returns an id that was not used before.
func (r *Source) ID() string {
	r.ids++
	return fmt.Sprintf("id-%d", r.ids)
}

// Design returns a valid design of one wall whose first shelf hangs in the given way;
// one in five has a second shelf.
func (r *Source) Design(way string) *design.Project {
	for {
		if p, ok := r.attempt(way); ok {
			return p
		}
	}
}

func (r *Source) attempt(way string) (*design.Project, bool) {
	p := &design.Project{Format: design.Format, Version: design.Version, Name: way,
		Units: pick(r, design.Units{Length: "in", Mass: "lb"}, design.Units{Length: "mm", Mass: "kg"}), Wall: r.wall()}
	field.Usual(&p.Making)
	ways := []string{way}
	if r.chance(0.2) {
		all := support.Recipes()
		ways = append(ways, all[r.IntN(len(all))].Key)
	}
	for i, w := range ways {
		p.Shelves = append(p.Shelves, r.shelf(p, i))
		h, err := dress.Shelf(p, i, w, r.ID)
		if err != nil {
			return nil, false
		}
		r.shake(&h)
		r.fill(&h.Shelf)
		p = p.With(i, h)
	}
	return p, len(p.Validate()) == 0
}

// Recipe returns a valid design of one wall whose one shelf hangs in the given way by its usual parts.
func (r *Source) Recipe(way string) *design.Project {
	for {
		p := &design.Project{Format: design.Format, Version: design.Version, Name: way,
			Units: pick(r, design.Units{Length: "in", Mass: "lb"}, design.Units{Length: "mm", Mass: "kg"}), Wall: r.wall()}
		field.Usual(&p.Making)
		p.Shelves = append(p.Shelves, r.shelf(p, 0))
		p.Shelves[0].MakeUp.Cuts = nil // which go round something that no recipe knows of
		h, err := dress.Shelf(p, 0, way, r.ID)
		if err != nil {
			continue
		}
		if p = p.With(0, h); len(p.Validate()) == 0 {
			return p
		}
	}
}

func pick[T any](r *Source, of ...T) T { return of[r.IntN(len(of))] }

func (r *Source) chance(p float64) bool { return r.Float64() < p }

// between draws a length from lo to hi, mm, in tenths.
func (r *Source) between(lo, hi float64) quantity.Length {
	return quantity.Length(math.Round((lo+(hi-lo)*r.Float64())*10) / 10)
}

// about changes a length, two times in three, to 0.7 to 1.4 of it.
func (r *Source) about(l *quantity.Length) {
	if r.chance(1.0 / 3) {
		return
	}
	*l = quantity.Length(math.Round(float64(*l)*(0.7+0.7*r.Float64())*10) / 10)
}

func (r *Source) wall() wall.Wall {
	w := wall.Wall{
		Kind: pick(r, wall.WoodStuds, wall.WoodStuds, wall.WoodStuds, wall.WoodStuds, wall.WoodStuds, wall.WoodStuds, wall.WoodStuds,
			wall.SteelStuds, wall.Masonry, wall.Block, wall.Concrete), Length: r.between(2200, 4500), Height: r.between(2300, 2700),
		Lining: wall.Lining{Kind: pick(r, wall.Gypsum, wall.Gypsum, wall.Gypsum, wall.Plaster, wall.Boards, wall.Bare),
			Thickness: pick[quantity.Length](r, 9.5, 12.7, 15.9, 25)}, Studs: []wall.Stud{}, KeepOuts: []wall.KeepOut{},
	}
	step := pick(r, 400.0, 406.4, 600, 609.6)
	for x := 60 + 200*r.Float64(); x < float64(w.Length)-60; x += step {
		w.Studs = append(w.Studs, wall.Stud{ID: r.ID(), X: quantity.Length(math.Round(x + 30*(r.Float64()-0.5))), Width: 38,
			Depth: pick[quantity.Length](r, 89, 89, 140, 64),
			Doubt: pick[quantity.Length](r, 0, 5, 15), Wood: pick(r, "spruce-pine-fir-stud", "douglas-fir-larch", "c24", "southern-pine-89"),
			Found: pick(r, wall.ByTape, wall.ByTape, wall.ByTape, wall.ByScanner, wall.ByGuess)})
	}
	for range r.IntN(3) {
		w.KeepOuts = append(w.KeepOuts, wall.KeepOut{ID: r.ID(), Kind: pick(r, wall.KeepOutKinds()...), X: r.between(0, float64(w.Length)-200),
			Y: r.between(0, 1500), Width: r.between(20, 200), Height: r.between(50, 600)})
	}
	return w
}

func (r *Source) shelf(p *design.Project, i int) design.Shelf {
	length := r.between(500, min(2400, float64(p.Wall.Length)-50))
	s := design.Shelf{
		ID: fmt.Sprintf("shelf-%d", i+1), Name: fmt.Sprintf("shelf %d", i+1), Length: length, X: r.between(0, float64(p.Wall.Length-length)),
		Y: r.between(500, 1700), Depth: r.between(150, 420), Thickness: r.between(16, 48),
		Board: design.Board{Woods: []string{r.wood()}, Grade: r.grade(), Condition: pick(r, material.Dry, material.Dry, material.Damp),
			Sawn: material.UnknownSawn}, Supports: []design.Support{}, Contents: []load.Item{},
		Duration: pick(r, material.Durations()...), Below: pick(r, design.Belows()...), Accident: pick(r, design.Accidents()...), Pet: 4,
		Sag: design.SagLimit{School: pick(r, design.Schools()...), Figure: 3},
	}
	if r.chance(0.15) {
		s.Board.Woods = append(s.Board.Woods, r.wood())
	}
	s.MakeUp.Kind = design.Solid
	switch r.IntN(8) {
	case 0:
		t := s.Thickness / 3
		s.MakeUp = design.MakeUp{Kind: design.Laminated, Plies: []design.Ply{{Thickness: t}, {Thickness: t, Across: r.chance(0.5)},
			{Thickness: s.Thickness - 2*t}}, Loose: r.chance(0.3)}
	case 1:
		s.Thickness = r.between(50, 90)
		s.MakeUp = design.MakeUp{Kind: design.Hollow, Hollow: &design.Box{Skin: r.between(5, 12), Front: r.between(12, 30),
			Back: r.between(12, 30)}}
	case 2:
		s.MakeUp.Front = &design.Strip{Width: r.between(15, 25), Height: r.between(20, 60), Goes: pick(r, design.Down, design.Up, design.Both),
			Glued: r.chance(0.7)}
		if r.chance(0.4) {
			s.MakeUp.Back = &design.Strip{Width: r.between(15, 25), Height: r.between(20, 60), Goes: design.Down, Glued: true}
		}
	case 3:
		s.MakeUp.Cuts = []design.Cut{{ID: r.ID(), From: r.between(50, float64(length)/2), Length: r.between(20, 120), FromWall: 0,
			Width: r.between(20, 80)}}
	}
	return s
}

func (r *Source) wood() string {
	return pick(r, "ponderosa-pine", "northern-red-oak", "douglas-fir", "birch-plywood", "mdf", "particleboard", "osb-3", "spruce-pine-fir",
		"sugar-maple", "norway-spruce", "yellow-poplar", "hardwood-veneer-plywood")
}

func (r *Source) grade() string { return pick(r, "clear", "small-knots", "knots", "large-knots") }

// fill stands goods on a shelf.
func (r *Source) fill(s *design.Shelf) {
	for range r.IntN(5) {
		long := r.between(80, float64(s.Length)*0.7)
		from := r.between(0, float64(s.Length-long))
		it := load.Item{ID: r.ID(), Name: "goods", Shape: pick(r, load.Shapes()...), By: load.ByCount, Count: 1 + r.IntN(12),
			Each: quantity.Mass(math.Round(100*math.Exp(2.5*r.Float64()-1.6)) / 100),
			From: from, To: from + long, Place: pick(r, load.Places()...), Depth: pick(r, 0, r.between(60, float64(s.Depth))),
			Height: r.between(80, 400), Level: r.IntN(4)}
		if r.chance(0.3) {
			it.By, it.PerMetre = load.ByLength, quantity.Mass(r.between(4, 60))
		}
		if r.chance(0.2) {
			it.EachLow = it.Each / 2
		}
		s.Contents = append(s.Contents, it)
	}
	if r.chance(0.3) {
		s.Misfit = r.between(0, 2)
	}
}

// shake changes what holds a shelf, within what is usual and now and then beyond.
func (r *Source) shake(h *design.Hung) {
	s := &h.Shelf
	for i := range s.Supports {
		u := &s.Supports[i]
		clipped := u.BracedBracket != nil && u.BracedBracket.Standard != ""
		if u.SideCleat == nil && !clipped && r.chance(0.15) {
			u.X += r.between(-40, 40)
		}
		switch {
		case u.FlatBracket != nil:
			r.shakeFlat(u.FlatBracket)
		case u.BracedBracket != nil:
			r.about(&u.BracedBracket.Reach)
			if !clipped {
				r.shakeScrew(&u.BracedBracket.Screw)
			}
			u.BracedBracket.Rating.Means = r.means()
			u.BracedBracket.Board = r.boardScrews(u.BracedBracket.Reach)
		case u.TimberBracket != nil:
			r.shakeFrame(&u.TimberBracket.Frame)
			r.shakeScrew(&u.TimberBracket.Screw)
		case u.Pin != nil:
			r.shakePin(u.Pin)
		case u.HiddenBracket != nil:
			r.about(&u.HiddenBracket.Thickness)
			u.HiddenBracket.Slot.High = u.HiddenBracket.Thickness + r.between(0, 1)
			r.shakeScrew(&u.HiddenBracket.Screw)
		case u.Holder != nil:
			r.shakeFrame(&u.Holder.Frame)
			h := &u.Holder.Hook
			h.Glued, h.Behind, h.Count = r.chance(0.3), r.chance(0.4), r.IntN(6)
			u.Holder.Spacer, u.Holder.Lock = r.chance(0.85), r.chance(0.5)
		case u.SideCleat != nil:
			r.about(&u.SideCleat.Height)
			r.shakeScrew(&u.SideCleat.Screw)
		case u.Keyhole != nil:
			u.Keyhole.Routed, u.Keyhole.Lip = r.chance(0.6), r.between(3, 10)
			if r.chance(0.4) {
				u.Keyhole.Rating = &hold.Rating{Pull: 10, Shear: 20, Means: r.means()}
			}
		}
	}
	if rail := h.Fixtures.Rail(s.Rail); rail != nil {
		r.shakeRail(rail)
	}
	for i := range h.Fixtures.Standards {
		r.shakeScrew(&h.Fixtures.Standards[i].Screw)
	}
	for i := range h.Fixtures.Panels {
		a := &h.Fixtures.Panels[i]
		r.about(&a.Thickness)
		r.shakeScrew(&a.Screw)
	}
	r.shakeForm(s)
}

func (r *Source) means() hold.Means {
	return pick(r, hold.WorkingLoad, hold.Ultimate, hold.Unstated)
}

func (r *Source) shakeScrew(f *hold.Fixing) {
	if r.chance(0.3) {
		r.about(&f.Length)
	} else {
		f.Length += r.between(0, 15)
	}
	if r.chance(0.1) {
		f.Type = pick(r, "wood-8", "wood-12", "lag-1/4", "lag-5/16", "coach-8", "structural-6", "wood-6mm", "self-drilling", "plug-gypsum",
			"sleeve-8", "toggle")
	}
	if f.Type == "sleeve-8" || f.Type == "toggle" {
		if r.chance(0.7) {
			f.Rating = &hold.Rating{Pull: 80, Shear: 120, Means: r.means()}
		}
	} else if r.chance(0.1) {
		f.Recess = r.between(2, 15)
	}
	if r.chance(0.1) {
		f.Angle = float64(r.IntN(31) - 15)
	}
	if r.chance(0.1) {
		f.Head = r.between(6, 25)
	}
}

func (r *Source) boardScrews(reach quantity.Length) *hold.BoardScrews {
	if r.chance(0.5) {
		return nil
	}
	return &hold.BoardScrews{Fixing: hold.Fixing{Type: pick(r, "wood-8", "wood-4"), Length: r.between(16, 60)}, Count: 1 + r.IntN(3),
		FromWall: reach / 2}
}

func (r *Source) shakeFlat(b *support.FlatBracket) {
	r.about(&b.Reach)
	r.about(&b.Thickness)
	r.shakeScrew(&b.Screw)
	b.Steel, b.LegSide = pick(r, hold.Unmarked, hold.Structural), pick(r, support.LegBelow, support.LegAbove)
	b.Board = r.boardScrews(b.Reach)
}

func (r *Source) shakePin(p *support.Pin) {
	p.Kind = pick(r, support.DowelPin, support.TenonPin, support.RodPin)
	if p.Kind == support.TenonPin {
		p.Width = r.between(30, 80)
	} else {
		p.Width = p.High
	}
	if p.Kind == support.RodPin {
		p.Steel = pick(r, hold.Unmarked, hold.Structural)
	}
	if p.Wood == "" {
		p.Made = hold.Made{Wood: "white-ash", Grade: "clear"}
	}
	r.about(&p.Tip)
	r.about(&p.Root)
	p.Play = r.between(0, 0.4)
}

// shakeFrame gives a wooden bracket another joint, brace or front.
func (r *Source) shakeFrame(f *support.Frame) {
	r.about(&f.Reach)
	r.about(&f.Width)
	r.about(&f.Deep)
	if r.chance(0.4) {
		f.Brace = nil
	} else if f.Brace != nil {
		f.Brace.Out = min(f.Brace.Out, f.Reach)
		if r.chance(0.4) {
			f.Brace.Screw, f.Brace.Count = &hold.Fixing{Type: "wood-5", Length: r.between(40, 90)}, 1+r.IntN(3)
		}
	}
	if r.chance(0.2) {
		f.Front = &support.Front{High: r.between(30, 90), Corner: pick(r, support.MitredSpline, support.Mitred, support.Butted,
			support.ButtedScrews)}
	}
	f.Board = r.boardScrews(f.Reach)
	r.shakeJoint(&f.Joint, float64(f.High), float64(f.Deep))
}

func (r *Source) shakeJoint(j *hold.Joint, high, wide float64) {
	j.Kind, j.Glued = pick(r, hold.JointKinds()...), r.chance(0.7)
	j.Places, j.Screw, j.Made = nil, nil, nil
	switch j.Kind {
	case hold.ScrewJoint, hold.GussetJoint:
		j.Screw = &hold.Fixing{Type: pick(r, "wood-8", "wood-5"), Length: r.between(30, 70)}
	case hold.BoltJoint:
		j.Screw = &hold.Fixing{Type: pick(r, "bolt-1/4", "bolt-6"), Length: r.between(40, 120)}
	case hold.BehindJoint:
		j.Screw = &hold.Fixing{Type: pick(r, "lag-1/4", "coach-6"), Length: r.between(70, 120)}
	case hold.LapJoint:
		if r.chance(0.3) {
			j.Screw = &hold.Fixing{Type: "wood-4", Length: r.between(20, 50)}
		}
	}
	if j.Screw != nil || j.Kind == hold.DowelJoint {
		f := hold.Fixing{Type: "wood-8", Length: 40}
		if j.Screw != nil {
			f = *j.Screw
		}
		j.Places = hold.JointPlaces(f, high, wide)
	}
	switch j.Kind {
	case hold.DowelJoint:
		j.D, j.Deep, j.Made = r.between(6, 12), r.between(20, 40), &hold.Made{Wood: "european-beech", Grade: "clear"}
	case hold.TenonJoint, hold.MitreJoint:
		j.D, j.Deep, j.High = r.between(8, 16), r.between(20, 40), r.between(20, 60)
	case hold.GussetJoint:
		j.Made = &hold.Made{Wood: "birch-plywood", Grade: "clear"}
	}
}

func (r *Source) shakeRail(a *support.Rail) {
	r.about(&a.Height)
	r.about(&a.Thickness)
	r.shakeScrew(&a.Screw)
	for i := range a.Spots {
		a.Spots[i].X += r.between(-8, 8)
		a.Spots[i].Y = min(a.Spots[i].Y, a.Height-8)
	}
	if a.Kind == support.Cleat {
		a.Bevel = 30 + 25*r.Float64()
	}
	if r.chance(0.2) {
		a.Joints = []quantity.Length{a.Length / 2}
	}
	if r.chance(0.2) && len(a.Spots) > 2 {
		a.Spots = a.Spots[:len(a.Spots)-1-r.IntN(len(a.Spots)-1)]
	}
}

func (r *Source) shakeForm(s *design.Shelf) {
	if k := s.Rack; k != nil {
		r.about(&k.Deep)
		r.about(&k.Arm.Reach)
		r.shakeScrew(&k.Screw)
		k.Arm.Cheeks = r.chance(0.5)
		if r.chance(0.4) {
			k.Uprights[0].Notch = &support.Notch{Up: 300, High: 60, Deep: r.between(5, 15)}
		}
		if r.chance(0.4) {
			k.Ledger = &support.RackLedger{Made: hold.Made{Wood: "douglas-fir"}, Height: 89, Thickness: 38, Screw: k.Screw, Count: r.IntN(4)}
		}
		if r.chance(0.4) {
			r.shakeJoint(&k.Joint, float64(k.Arm.High), float64(k.Width))
		}
	}
	if h := s.HookRail; h != nil {
		r.shakeRail(&h.Rail)
		h.Peg.Kind = pick(r, support.WoodPeg, support.Pipe, support.Cast)
		if h.Peg.Kind != support.WoodPeg {
			h.Peg.Wall, h.Peg.Flange, h.Peg.Apart, h.Peg.Count = 2.5, 64, 40, 1+r.IntN(4)
			h.Peg.Screw = hold.Fixing{Type: pick(r, "wood-10", "wood-5"), Length: r.between(16, 40)}
		}
		h.Peg.Up = min(h.Peg.Up, h.Height/2)
		r.about(&h.Peg.Reach)
		r.about(&h.Peg.D)
	}
	if f := s.Frame; f != nil {
		r.about(&f.Width)
		r.about(&f.Deep)
		f.Leaning, f.Standoff = r.chance(0.2), pick(r, 0, r.between(10, 60))
		f.Ties = f.Ties[:r.IntN(len(f.Ties)+1)]
		r.shakeScrew(&f.Screw)
	}
	if k := s.SheetRack; k != nil {
		k.Tilt, k.Stop = 1+20*r.Float64(), r.chance(0.8)
		r.about(&k.Foot)
		r.shakeScrew(&k.Screw)
	}
	if h := s.Tools; h != nil {
		r.about(&h.High)
		r.about(&h.Hook.Length)
		h.Spacer, h.Lock = r.chance(0.8), r.chance(0.5)
		if r.chance(0.5) {
			h.Peg = &support.Peg{Kind: support.Cast, Reach: r.between(20, 90), D: 8, Up: h.High / 2, Flange: 50, Apart: 30, Count: 1 + r.IntN(4),
				Screw: hold.Fixing{Type: pick(r, "wood-8", "wood-4"), Length: r.between(14, 30)}}
			h.Hooks = []support.Hanger{{ID: r.ID(), X: s.X + s.Length/4}, {ID: r.ID(), X: s.X + s.Length*0.7}}
		}
	}
	if b := s.Box; b != nil {
		b.Top, b.Open, b.Fixed = r.chance(0.3), r.chance(0.05), r.chance(0.5)
		b.Back = pick(r, support.SlatBack, support.SlatBack, support.WholeBack, support.NoBack)
		b.Slant = pick(r, 0, r.between(10, 80))
		b.Corners.End, b.Corners.Glued, b.Corners.Count = r.chance(0.6), r.chance(0.5), 1+r.IntN(5)
		if r.chance(0.4) {
			b.Corners = support.Corners{Kind: support.DowelledCorner, Count: 1 + r.IntN(5), End: true, Glued: r.chance(0.8), D: r.between(6, 10), Deep: r.between(15, 40),
				Made: &hold.Made{Wood: "european-beech", Grade: "clear"}}
		}
		if r.chance(0.3) {
			b.On, b.Key = support.ByKeyholes, &support.KeySlot{Routed: r.chance(0.7), Across: r.chance(0.5), Lip: 6}
		}
		r.shakeScrew(b.Screw)
	}
	if c := s.Cart; c != nil {
		c.Caster, c.Own = 0.9*r.Float64(), quantity.Mass(30*r.Float64())
		r.shakeScrew(&c.Screw)
	}
}
