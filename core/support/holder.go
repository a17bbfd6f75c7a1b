package support

import (
	"fmt"
	"math"

	"aguante/core/assembly"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/problem"
	"aguante/core/quantity"
)

// Holder is a wooden bracket that hooks onto a bevelled rail: a hook behind its
// upright, and below it a spacer as thick as the rail that keeps the upright
// plumb. Without that lower bearing it hangs by the hook's lip alone.
type Holder struct {
	Spacer bool `json:"spacer" label:"lower spacer" yes:"yes|no"`
	Lock   bool `json:"lock,omitempty" label:"lock screw" yes:"yes|no"` // a screw that keeps it from climbing
	Hook   Hook `json:"hook" title:"Hook"`
	Frame
	LockScrew *hold.Fixing `json:"lock_screw,omitempty" title:"Lock screw" label:"" only:"lock=true"`
}

// Hook is the bevelled piece behind a holder's upright: its height over all, its
// thickness and its length along the wall. Count screws hold it, from behind
// through the upright where Behind, else through the hook into the upright; or it
// is glued face to face.
type Hook struct {
	hold.Made `label:"wood" as:"wood"`
	High      quantity.Length `json:"high_mm" label:"high" range:"15 300"`
	Thick     quantity.Length `json:"thick_mm" label:"thick" range:"6 80"`
	Length    quantity.Length `json:"length_mm" label:"along the rail" range:"10 3000"`
	Glued     bool            `json:"glued" label:"glued face to face" yes:"yes|no"`
	Behind    bool            `json:"behind,omitempty" label:"screws go in" yes:"through the back|through the hook"`
	Screw     hold.Fixing     `json:"screw" label:""`
	Count     int             `json:"count" label:"how many" range:"0 24"`
}

// Validate names every problem of a hook by itself.
func (a *Hook) Validate(p *problem.List) { field.Check(p, a) }

// Noun is what it is called.
func (h *Holder) Noun() string { return "holder" }

// Validate names every problem of a holder.
func (h *Holder) Validate(p *problem.List) { field.Check(p, h) }

// Fixings are its own fasteners into the wall.
func (h *Holder) Fixings() []*hold.Fixing { return nil }

// held is a holder in its place.
type held struct {
	framed
	h    *Holder
	own  hold.Site
	hook hooking
}

// Hang hooks a holder onto the shelf's rail.
func (h *Holder) Hang(s Setting) Hung {
	out := &held{h: h, own: s.Site}
	out.framed = framed{Frame: &h.Frame, set: &out.own, z0: float64(h.Hook.Thick)}
	out.hook = hooking{Hook: &h.Hook, site: &out.own, low: -float64(h.Leg), spacer: h.Spacer, lock: h.Lock,
		back: s.Piece(h.Made, float64(h.Width), float64(h.Deep)), deep: float64(h.Deep)}
	out.hook.hang(s.Rail, s.Fixtures)
	return out
}

func (h *held) rider() func(hold.Action) hold.Pulled {
	if h.hook.rail == nil {
		return nil
	}
	return h.hook.onRail
}

// StandsOut is how far in front of the wall the board's back edge is, where the upright
// goes up past it.
func (h *Holder) StandsOut(*Rail) float64 {
	if h.Up > 0 {
		return float64(h.Hook.Thick + h.Deep)
	}
	return 0
}

// Soft, HoldsDown and Pad are the frame's; a holder that is not locked lifts off.
func (h *held) HoldsDown() bool { return h.h.Lock && h.framed.HoldsDown() }

// Geometry draws hook, spacer and frame.
func (h *held) Geometry(a hold.Action) hold.Geometry {
	a = h.with(a)
	g := h.own.NewGeometry(a)
	z0 := h.h.back(h.hook.rail)
	g.Shapes = hold.Drawn(h.h.Assemble(drawnOver(&h.own, h.hook.rail, h.h)))
	h.hook.draw(&g, a, z0)
	h.framed.draw(&g, a)
	g.Measures = append(g.Measures, hold.Across("reach", "holder.reach_mm", 0, float64(h.Reach), -float64(h.High)))
	g.Fit()
	return g
}

// Notes say what keeps it on.
func (h *held) Notes() hold.Notes {
	n := h.framed.notes()
	n.Cautions = append(n.Cautions, h.hook.cautions()...)
	return n
}

func (*Holder) recipes() []Recipe {
	return []Recipe{
		{Key: "cleat", Name: "holders on a cleat", Words: "hooked onto a bevelled rail", Tools: []string{"table saw that tilts", "drill"},
			Hands: "one bevel, ripped twice the same", Misfit: onARail, Make: (*Outfit).cleat,
			Is: func(w *Ways, r *Rail) bool { return w.Holder != nil && (r == nil || r.Panel == "") }},
		{Key: "cleat-wall", Name: "holders on a panel", Words: "a bevelled rail on a thin back panel", Tools: []string{"table saw that tilts", "drill"},
			Hands: "one bevel; the rail is screwed on before the panel goes up", Misfit: onARail, Make: (*Outfit).cleatWall,
			Is: func(w *Ways, r *Rail) bool { return w.Holder != nil && r != nil && r.Panel != "" }},
	}
}

var _ Way = (*Holder)(nil)

// back is how far out from the wall the holder's upright stands: on its rail, or without
// one on its hook.
func (h *Holder) back(rail *Rail) float64 {
	if rail != nil && rail.Kind == Cleat {
		return float64(rail.Thickness)
	}
	return float64(h.Hook.Thick)
}

// Assemble hooks the frame onto its rail.
func (h *Holder) Assemble(o *Over) *assembly.Assembly {
	a := o.assemble()
	z0 := h.back(o.Rail)
	_, upright := h.Frame.assemble(a, z0)
	a.hooked(&h.Hook, upright, float64(h.Width), -float64(h.Leg), z0, float64(h.Deep), h.Spacer)
	if r := o.Rail; r != nil {
		a.locked(h.Lock, h.LockScrew, place(0, float64(r.Bottom)+float64(r.Height)/3, z0+float64(h.Deep)), inward)
	}
	return &a.Assembly
}

// hooked puts a hook behind a back so wide and deep, and a spacer at its lower end, if it has one.
func (a *assembled) hooked(k *Hook, back *assembly.Body, wide, low, z0, deep float64, spaced bool) {
	on := a.Rail
	if on == nil || on.Kind != Cleat {
		on = &Rail{Bevel: 45, Thickness: k.Thick}
	}
	top := float64(on.Bottom+on.Height) - on.fall()/2 - float64(k.Thick)*math.Tan(on.Bevel*math.Pi/180)/2 + float64(k.High)
	at := assembly.Frame{O: place(float64(k.Length)/2, top, 0), X: leftward, Y: place(0, -1, 0), Z: outward}
	hook := a.part("hook", "hook", k.Made, at, assembly.Rect(0, 0, float64(k.Length), float64(k.High)), float64(k.Thick))
	hook.Slopes = []float64{0, 0, -on.Bevel, 0}
	kind := assembly.Bolted
	if k.Glued {
		kind = assembly.Faces
	}
	a.Join(assembly.Joint{ID: "hook-" + back.ID, Kind: kind, A: hook, B: back, Glued: k.Glued})
	for i, p := range k.Places(wide) {
		head, way := place(p.X, top-float64(k.High)+p.Y, 0), outward
		if k.Behind {
			head, way = place(p.X, head.Y, z0+deep), inward
		}
		a.screw(fmt.Sprintf("hook-%d", i+1), "hook screws", k.Screw, head, way)
	}
	for _, r := range a.On {
		a.Join(assembly.Joint{ID: "hook-" + r.ID, Kind: assembly.Hooked, A: hook, B: r})
	}
	if spaced {
		a.glued(a.part("spacer", "spacer", of(back), assembly.Along(-wide/2, low, 0), assembly.Rect(0, 0, wide, spacer), z0), back)
	}
}

// of is what a body is made of.
func of(b *assembly.Body) hold.Made { return hold.Made{Wood: b.Wood} }

// spacer is how high the piece is that a holder bears on below, mm.
const spacer = 20.0

// of is what keeps the hook on its holder.
func (k *Hook) of() hold.Of {
	if k.Glued {
		return hold.OfGlue
	}
	return k.Screw.Of()
}

// Places are where the hook's screws are, aside of its middle and over its lower edge: over the back that they hold it
// to, so wide; in two rows where that is narrower than the hook is high.
func (k *Hook) Places(wide float64) []joint.Point {
	half, y := min(wide, float64(k.Length))/2, float64(k.High)/2
	row := func(n int, y float64) []joint.Point {
		return hold.Row(n, joint.Point{X: -half, Y: y}, joint.Point{X: half, Y: y})
	}
	if k.Count < 3 || 2*half >= float64(k.High) {
		return row(k.Count, y)
	}
	return append(row((k.Count+1)/2, y*4/3), row(k.Count/2, y*2/3)...)
}
