package support

import (
	"fmt"
	"math"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/material"
	"aguante/core/piece"
	"aguante/core/say"

	"aguante/core/fastener"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/working"
)

// Holder is a wooden bracket that hooks onto a bevelled rail: a hook behind its
// upright, and below it a spacer as thick as the rail that keeps the upright
// plumb. Without that lower bearing it hangs by the hook's lip alone.
type Holder struct {
	On     string `json:"on,omitempty"` // id of the rail, where it is not its shelf's
	Spacer bool   `json:"spacer" label:"lower spacer" yes:"yes|no"`
	Lock   bool   `json:"lock,omitempty" label:"lock screw" yes:"yes|no"` // a screw that keeps it from climbing
	Hook   Hook   `json:"hook" title:"Hook"`
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

// Abstains names what of it is not judged yet.
func (h *Holder) Abstains() []string {
	var out []string
	if h.On != "" {
		out = append(out, "a holder on a rail that is not its shelf's")
	}
	return out
}

// HangsOn is the rail that it hooks onto, where it is not its shelf's.
func (h *Holder) HangsOn() string { return h.On }

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

func (h *held) Links() []hold.Link {
	if h.rail == nil {
		return []hold.Link{{Part: "hook", Mode: "hangs", Goes: hold.Stands, Of: hold.OfWood, Role: hold.RoleBehind, Kind: hold.Gate,
			Name: "holder on its rail", Use: h.hangs}}
	}
	out := h.framed.links()
	if !h.h.Lock {
		out = append(out, hold.Link{Part: "hook", Mode: "climbs", Goes: hold.Slips, Of: hold.OfWood, Role: hold.RoleUnhooks, Kind: hold.Strength,
			Name: "holder in the bevel", NoMean: "a holder climbs or it does not", Eases: true, Use: h.climbs})
	}
	return append(out,
		hold.Link{Part: "hook", Mode: "lip", Goes: hold.Splits, Of: h.h.Hook.Made.Of(), Role: hold.RoleUnhooks, Kind: hold.Strength,
			Name: "lip of the bevel", Eases: true, Use: h.lip},
		hold.Link{Part: "hook", Mode: "held", Goes: hold.Opens, Of: h.h.Hook.of(), Role: hold.RoleJoint, Kind: hold.Strength,
			Name: "hook on the holder", Eases: true, Use: h.hook},
		hold.Link{Part: "upright", Mode: "bending", Goes: hold.Bends, Of: h.Made.Of(), Role: hold.RoleRail, Kind: hold.Strength,
			Name: "upright in bending", Use: h.upright},
		hold.Link{Part: "hook", Mode: "hangs", Goes: hold.Stands, Of: hold.OfWood, Role: hold.RoleBehind, Kind: hold.Gate,
			Name: "holder on its rail", Use: h.hangs})
}

// upright bends between the bevel that pulls it out and its lower bearing, where the arm, or
// arm and brace, turn it.
func (h *held) upright(sh *working.Sheet, a hold.Action) hold.Use {
	k := h.works(sh, a)
	y, hp := h.bevel()
	up, down := y+float64(h.High)/2, y-hp+float64(h.High)/2
	if h.Brace != nil {
		down = y - hp + float64(h.Brace.Down)
	}
	far := max(math.Abs(up), math.Abs(down))
	m, b, t := math.Abs(k.H)*far, float64(h.Width), float64(h.Deep)
	fb := h.up.Bending(sh, h.own.Bases[a.Case])
	u := m / (b * t * t / 6 * fb)
	if sh.On() {
		sh.Add("Mu", "moment in the upright, the arm or the foot of the brace being at most l from its bevel or its lower bearing", "H × l", m,
			working.Moment, "statics", working.In("H", k.H, working.Force), working.In("l", far, working.Length))
		sh.Add("used", "part of the upright's bending strength", "Mu / (b × t² / 6 × Fb)", u, working.Ratio, "statics",
			working.In("Mu", m, working.Moment), working.In("b", b, working.Length), working.In("t", t, working.Length),
			working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: u, How: "breaks"}
}

// lip is the lip of hook or rail in bending across its grain, whichever is the
// weaker over the hook's length: the force acts at half the bevel's height.
func (h *held) lip(sh *working.Sheet, a hold.Action) hold.Use {
	k, length, on := h.works(sh, a), float64(h.h.Hook.Length), h.own.Bases[a.Case]
	worst := hold.Use{Used: -1}
	for i := range h.lips {
		part := &h.lips[i]
		sigma := lipStress(k.Lip, part.t, length)
		f := part.board.TensionPerp(nil, on)
		if sigma/f <= worst.Used {
			continue
		}
		worst = hold.Use{Used: sigma / f, How: "splits off the " + part.name}
		if sh.On() {
			part.board.TensionPerp(sh, on)
			sh.Add("F", "on the lip", "max(H, V × tan β)", k.Lip, working.Force, "statics", working.In("H", k.H, working.Force),
				working.In("V tan β", k.Climb, working.Force))
			sh.Add("σ", "tension at the root of the "+part.name+"'s lip, across its grain", "6 × F × (t / 2) / (L × t²)", sigma, working.Stress,
				"statics", working.In("F", k.Lip, working.Force), working.In("t", part.t, working.Length), working.In("L", length, working.Length))
			sh.Add("used", "part of the "+part.name+"'s allowable stress", "σ / Ft⊥", sigma/f, working.Ratio, "",
				working.In("σ", sigma, working.Stress), working.In("Ft⊥", f, working.Stress))
		}
	}
	return worst
}

func lipStress(f, t, length float64) float64 { return 6 * f * (t / 2) / (length * t * t) }

// hook is what holds the hook to the upright: glue face to face, or screws.
func (h *held) hook(sh *working.Sheet, a hold.Action) hold.Use {
	k, on := h.works(sh, a), h.own.Bases[a.Case]
	hook, wood := &h.h.Hook, h.lips[0].board
	if hook.Glued {
		area := float64(hook.Length) * float64(hook.High)
		pull, push := wood.TensionPerp(sh, on), wood.Shear(sh, on)
		u := k.Lip/area/pull + math.Abs(a.R)/area/push
		if sh.On() {
			sh.Add("used", "glue between the faces, pulled and pushed", "F / A / Ft⊥ + V / A / Fv", u, working.Ratio, "statics",
				working.In("F", k.Lip, working.Force), working.In("V", math.Abs(a.R), working.Force), working.In("A", area, working.Area),
				working.In("Ft⊥", pull, working.Stress), working.In("Fv", push, working.Stress))
		}
		return hold.Use{Used: u, How: "comes off the glue"}
	}
	n := float64(hook.Count)
	known := &h.hooks[a.Case]
	if sh.On() {
		fresh := h.hookScrews(sh, on)
		known = &fresh
	}
	if known.fails != "" {
		return hold.Use{Used: hold.Fails, How: known.fails}
	}
	v, t := math.Abs(a.R)/n, k.Lip/n
	if sh.On() {
		sh.Add("T′", "pull that one takes: the least of wood and head", "min(W, H)", known.pull, working.Force, "NDS 12.2")
		sh.Add("T", "pull on each of them", "max(H, V tan β) / n", t, working.Force, "statics", working.In("F", k.Lip, working.Force),
			working.In("n", n, working.Ratio))
		sh.Add("V", "push across on each", "V / n", v, working.Force, "statics", working.In("V", math.Abs(a.R), working.Force),
			working.In("n", n, working.Ratio))
	}
	return hold.Use{Used: fastener.Together(sh, v, t, known.push, known.pull), How: known.how}
}

// hookScrew is what one of a hook's screws takes, N, and how it gives; or why none holds.
type hookScrew struct {
	pull, push float64
	how, fails string
}

// hookScrews works it out: through the hook into the upright, or from behind.
func (h *held) hookScrews(sh *working.Sheet, on material.Basis) hookScrew {
	hook, s := &h.h.Hook, h.h.Hook.Screw.Screw()
	head, thread := h.lips[0].board, h.up
	headT, threadT := float64(hook.Thick), float64(h.Deep)
	name := "hook"
	if hook.Behind {
		head, thread, headT, threadT, name = h.up, h.lips[0].board, float64(h.Deep), float64(hook.Thick), "back"
	}
	headT -= float64(hook.Screw.Recess)
	g := s.Grip(headT, 0, threadT)
	switch {
	case hook.Count == 0:
		return hookScrew{fails: "comes off: nothing holds it"}
	case !g.Holds:
		return hookScrew{fails: fmt.Sprintf("comes off: its screws have %s of the %s that they need", say.Place(g.In), say.Place(g.Least))}
	case g.Through:
		return hookScrew{fails: "comes off: its screws come out of the other side"}
	}
	into, through := g.Into(&thread, true), hold.Wooden(name, head, headT, true)
	out := hookScrew{pull: fastener.Withdrawal(sh, s, into, on), how: "pull out of the wood"}
	if h := hold.HeadThrough(sh, hook.Screw, through, on); h < out.pull {
		out.pull, out.how = h, "pull their heads through the "+name
	}
	out.push, _ = fastener.Lateral(sh, s, through.Member, into, 0, on)
	return out
}

// climbs is whether the pull outward drags the hook up its bevel.
func (h *held) climbs(sh *working.Sheet, a hold.Action) hold.Use {
	k := h.works(sh, a)
	if sh.On() {
		sh.Add("Hb", "pull that the weight keeps in the bevel", "V × tan β", k.Climb, working.Force, "statics",
			working.In("V", a.R, working.Force), working.In("β, degrees", h.rail.Bevel, working.Ratio))
	}
	if k.Climb <= 0 && k.H <= 0 {
		return hold.Use{How: "climbs off: but a screw locks it"}
	}
	u := k.H / max(k.Climb, 1e-9)
	if sh.On() {
		sh.Add("used", "part of it in use; a lock screw would end the question", "H / Hb", u, working.Ratio, "",
			working.In("H", k.H, working.Force), working.In("Hb", k.Climb, working.Force))
	}
	return hold.Use{Used: u, How: "climbs off its bevel: it needs a lock screw"}
}

// amiss says why the holder does not hang, or "".
func (h *held) amiss() string {
	if h.rail == nil {
		return "has no bevelled rail to hang on"
	}
	_, hp := h.bevel()
	half := float64(h.h.Hook.Length) / 2
	switch {
	case h.own.X-half < float64(h.rail.X)-1 || h.own.X+half > float64(h.rail.X+h.rail.Length)+1:
		return "reaches past the end of its rail"
	case !h.h.Spacer:
		return "hangs by its lip alone: it has no lower bearing"
	case hp < 20:
		return "has its lower bearing no lower than the bevel"
	case math.Abs(float64(h.h.Hook.Thick-h.rail.Thickness)) > 6:
		return "does not fit its rail: hook and rail are not as thick as one another"
	}
	return ""
}

func (h *held) hangs(sh *working.Sheet, _ hold.Action) hold.Use {
	if h.rail != nil && sh.On() {
		_, hp := h.bevel()
		sh.Add("hp", "from the bevel to the lower bearing", "geometry", hp, working.Length, "geometry")
	}
	if why := h.amiss(); why != "" {
		return hold.Use{Used: hold.Fails, How: why}
	}
	return hold.Use{How: "hangs"}
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
			Is: func(w *Ways, _ *Rail) bool { return w.Holder != nil }},
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
