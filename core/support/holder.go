package support

import (
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/piece"
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
	h.hook.draw(&g, a, z0, z0+float64(h.Deep))
	h.framed.draw(&g, a, z0)
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

// Pieces are those of the frame, with hook and spacer.
func (h *Holder) Pieces(o Over) []piece.Piece {
	z0, k := h.back(o.Rail), &h.Hook
	out := h.Frame.pieces(o, z0, nil)
	hook := o.cut("hook", "hook", 1, k.Made, float64(k.Length), float64(k.High), float64(k.Thick))
	if o.Rail != nil {
		hook.Bevel = o.Rail.Bevel
	}
	for _, at := range k.Places() {
		hook.Features = append(hook.Features, bore(piece.Front, at.X, at.Y, k.Screw))
	}
	out = append(out, hook, o.screws("hook screws", k.Count, k.Screw))
	if h.Spacer {
		out = append(out, o.cut("spacer", "spacer", 1, h.Made, float64(h.Width), spacer, z0))
	}
	return append(out, o.lock(h.Lock, h.LockScrew)...)
}

// spacer is how high the piece is that a holder bears on below, mm.
const spacer = 20.0

// of is what keeps the hook on its holder.
func (k *Hook) of() hold.Of {
	if k.Glued {
		return hold.OfGlue
	}
	return k.Screw.Of()
}

// Places are where the hook's screws are: along it from its left end, and over its lower
// edge, in the middle of its height.
func (k *Hook) Places() []joint.Point {
	y := float64(k.High) / 2
	return hold.Row(k.Count, joint.Point{Y: y}, joint.Point{X: float64(k.Length), Y: y})
}
