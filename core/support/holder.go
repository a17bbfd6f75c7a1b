package support

import (
	"math"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/material"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/working"
)

// Holder is a wooden bracket that hooks onto a bevelled rail: a hook behind its
// upright, and below it a spacer as thick as the rail that keeps the upright
// plumb. Without that lower bearing it hangs by the hook's lip alone.
type Holder struct {
	Spacer bool `json:"spacer" label:"lower spacer" yes:"yes|no"`
	Lock   bool `json:"lock,omitempty" label:"lock screw" yes:"yes|no"` // a screw that keeps it from climbing
	Hook   Hook `json:"hook" title:"Hook"`
	Frame
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
	h     *Holder
	own   hold.Site
	rail  *Rail // nil: nothing to hang on
	up    material.Board
	lips  [2]lipped // of the hook, and of the rail
	hooks [hold.Cases]hookScrew
}

// lipped is a piece whose bevel bears.
type lipped struct {
	name  string
	t     float64
	board material.Board
}

// Hang hooks a holder onto the shelf's rail.
func (h *Holder) Hang(s Setting) Hung {
	out := &held{h: h, own: s.Site}
	out.framed = framed{Frame: &h.Frame, set: &out.own, z0: float64(h.Hook.Thick)}
	if s.Rail != nil && s.Rail.Kind == Cleat {
		out.rail = s.Rail
		length := float64(h.Hook.Length)
		out.lips[0] = lipped{"hook", float64(h.Hook.Thick), s.Piece(h.Hook.Made, length, float64(h.Hook.Thick))}
		out.lips[1] = lipped{"rail", float64(s.Rail.Thickness), s.Piece(s.Rail.Made, length, float64(s.Rail.Thickness))}
		out.up = s.Piece(h.Made, float64(h.Width), float64(h.Deep))
		for c := range out.hooks {
			out.hooks[c] = out.hookScrews(nil, s.Bases[c])
		}
	}
	return out
}

// bevel is the height of the bevel's middle over the board's underside, and hp over
// the middle of a lower bearing 20 mm high.
func (h *held) bevel() (y, hp float64) {
	fall := h.rail.fall()
	y = float64(h.rail.Bottom+h.rail.Height) - fall/2
	return y, y + float64(h.Leg) - 10
}

// works is what the bevel does under an action.
func (h *held) works(sh *working.Sheet, a hold.Action) hooked {
	zb := float64(h.rail.Thickness) / 2
	_, hp := h.bevel()
	k := onBevel(a.R, a.Arm(), zb, max(hp, 1), h.rail.Bevel)
	if sh.On() {
		sh.Add("H", "pull outward at the bevel: the holder turns on its lower bearing, hp below", "V × (e − zb) / hp", k.H, working.Force,
			"statics",
			working.In("V", a.R, working.Force), working.In("e", a.Arm(), working.Length), working.In("zb", zb, working.Length),
			working.In("hp", hp, working.Length))
		sh.Add("Hs", "and the wedge pushes out as well, 15° being friction", "max(H, V × tan(β − 15°))", k.Hs, working.Force, "Rule",
			working.In("H", k.H, working.Force), working.In("V", a.R, working.Force), working.In("β, degrees", h.rail.Bevel, working.Ratio))
	}
	return k
}

// onRail is what a holder does to its rail: its weight, and the moment about the
// rail's lower edge of what the bevel pushes out with and of the weight on it.
func (h *held) onRail(sh *working.Sheet, a hold.Action) hold.Pulled {
	if h.rail == nil {
		return hold.Pulled{}
	}
	k := h.works(sh, a)
	return hold.Pulled{V: a.R, M: railMoment(h.rail, k.Hs, a.R), H: k.Hs, Case: a.Case}
}

// railMoment is Hs (h − t/2) + V t/2; a bevel flatter than 45° is gripped nearer its
// top, which is the longer lever.
func railMoment(r *Rail, hs, v float64) float64 {
	t := float64(r.Thickness)
	return hs*(float64(r.Height)-min(t, r.fall())/2) + v*t/2
}

func (h *held) rider() func(*working.Sheet, hold.Action) hold.Pulled {
	if h.rail == nil {
		return nil
	}
	return h.onRail
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
	g := h.own.NewGeometry(a)
	z0 := h.h.back(h.rail)
	if h.rail != nil {
		y, hp := h.bevel()
		t := float64(h.h.Hook.Thick)
		fall := t * math.Tan(h.rail.Bevel*math.Pi/180)
		low, top := y-fall/2, y-fall/2+float64(h.h.Hook.High)
		w := float64(h.h.Hook.Length) / 2
		g.Shapes = append(g.Shapes, hold.Shape{Name: "hook", Stuff: h.h.Hook.Made.Stuff(),
			Side: [][2]float64{{0, low}, {t, low + fall}, {t, top}, {0, top}}, Front: hold.Box(-w, low, w, top)})
		for _, at := range h.h.Hook.Places() {
			from, to := z0+float64(h.Deep), -1.0
			if !h.h.Hook.Behind {
				from, to = 0, 1
			}
			g.Shapes = append(g.Shapes, h.h.Hook.Screw.Level(at.X-w, low+at.Y, from, to))
		}
		if h.h.Spacer {
			g.Shapes = append(g.Shapes, hold.Shape{Name: "spacer", Stuff: hold.Timber,
				Side: hold.Box(0, -float64(h.Leg), z0, -float64(h.Leg)+spacer)})
		}
		k := h.works(nil, a)
		g.Forces = append(g.Forces, hold.Force{Name: "at the bevel", Z: z0, Y: y, DZ: 1, N: k.Hs})
		if h.h.Spacer {
			g.Forces = append(g.Forces, hold.Force{Name: "lower bearing", Z: z0, Y: -float64(h.Leg) + 10, DZ: -1, N: k.H})
			g.Measures = append(g.Measures, hold.Measure{Name: "lever", Z1: z0, Y1: y - hp, Z2: z0, Y2: y, MM: hp})
		}
		g.Facts = append(g.Facts, hold.Pulls("on the hook's lip", k.Lip), hold.Pulls("its weight keeps it down to", k.Climb))
	}
	h.framed.draw(&g, a, z0)
	g.Measures = append(g.Measures, hold.Across("reach", "holder.reach_mm", 0, float64(h.Reach), -float64(h.High)))
	g.Fit()
	return g
}

// Notes say what keeps it on.
func (h *held) Notes() hold.Notes {
	n := h.framed.notes()
	if !h.h.Lock {
		n.Cautions = append(n.Cautions, "no screw locks it on the rail: a knock from below lifts it off")
	}
	if h.h.Hook.Behind && h.Deep < 12 && !h.h.Hook.Glued {
		n.Cautions = append(n.Cautions, "the back is thin for screws from behind: their heads are drawn through it")
	}
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
	return out
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
