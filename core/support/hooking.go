package support

import (
	"fmt"
	"math"

	"aguante/core/assembly"
	"aguante/core/fastener"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// hooking is what hooks onto a bevelled rail: a hook on a back, so thick, and below it a bearing
// that ends so low over the underside, mm.
type hooking struct {
	*Hook
	site   *hold.Site
	rail   *Rail // nil: nothing to hang on
	low    float64
	on     *Rail // the rail further down that it bears on, where no spacer is under it
	spacer bool
	lock   bool
	back   material.Board
	deep   float64
	slope  slope
	lever  float64   // of what pushes the rail out
	y, hp  float64   // the bevel's middle over the underside, and over the middle of the lower bearing
	lips   [2]lipped // of the hook, and of the rail
	screws [hold.Cases]hookScrew
}

// lipped is a piece whose bevel bears.
type lipped struct {
	name  string
	t     float64
	board material.Board
}

// hang hooks it onto the rail of a setting.
func (h *hooking) hang(rail *Rail, all *Fixtures) {
	if rail == nil || rail.Kind != Cleat {
		return
	}
	h.rail = rail
	length := float64(h.Length)
	h.lips[0] = lipped{"hook", float64(h.Thick), h.site.Piece(h.Hook.Made, length, float64(h.Thick))}
	h.lips[1] = lipped{"rail", float64(rail.Thickness), h.site.Piece(rail.Made, length, float64(rail.Thickness))}
	if all != nil && !h.spacer {
		h.on = h.further(all)
	}
	for c := range h.screws {
		h.screws[c] = h.hookScrews(nil, h.site.Bases[c])
	}
	h.slope, h.lever = slopeOf(rail.Bevel), rail.gripped()
	h.y = float64(rail.Bottom+rail.Height) - rail.fall()/2
	h.hp = h.y - h.bearing()
}

// further is the rail further down, as thick as its own, that the lower end stands before.
func (h *hooking) further(all *Fixtures) *Rail {
	for i := range all.Rails {
		r := all.Under(all.Rails[i].ID, quantity.Length(h.site.Underside))
		top := float64(r.Bottom + r.Height)
		if r.ID != h.rail.ID && r.Panel == h.rail.Panel && r.Thickness == h.rail.Thickness && top < float64(h.rail.Bottom)+1 &&
			top > h.low+spacer/2 && float64(r.Bottom) < h.low+spacer && float64(r.X) <= h.site.X && h.site.X <= float64(r.X+r.Length) {
			return r
		}
	}
	return nil
}

// bearing is how high over the underside its lower bearing is, in the middle.
func (h *hooking) bearing() float64 {
	if h.on != nil {
		return (max(h.low, float64(h.on.Bottom)) + float64(h.on.Bottom+h.on.Height) - h.on.fall()) / 2
	}
	return h.low + spacer/2
}

// works is what the bevel does under an action.
func (h *hooking) works(sh *working.Sheet, a hold.Action) hooked {
	zb := float64(h.rail.Thickness) / 2
	k := onBevel(a.R, a.Arm(), zb, max(h.hp, 1), h.slope)
	if sh.On() {
		sh.Add("H", "pull outward at the bevel: the holder turns on its lower bearing, hp below", "V × (e − zb) / hp", k.H, working.Force,
			"statics",
			working.In("V", a.R, working.Force), working.In("e", a.Arm(), working.Length), working.In("zb", zb, working.Length),
			working.In("hp", h.hp, working.Length))
		sh.Add("Hs", "and the wedge pushes out as well, 15° being friction", "max(H, V × tan(β − 15°))", k.Hs, working.Force, "Rule",
			working.In("H", k.H, working.Force), working.In("V", a.R, working.Force), working.In("β, degrees", h.rail.Bevel, working.Ratio))
	}
	return k
}

// onRail is what a holder does to its rail: its weight, and the moment about the
// rail's lower edge of what the bevel pushes out with and of the weight on it.
func (h *hooking) onRail(a hold.Action) hold.Pulled {
	if h.rail == nil {
		return hold.Pulled{}
	}
	k := h.works(nil, a)
	return hold.Pulled{V: a.R, M: k.Hs*h.lever + a.R*float64(h.rail.Thickness)/2, H: k.Hs, Case: a.Case}
}

// gripped is how high over its lower edge a bevel is pushed, h − t/2; one flatter than 45° is
// gripped nearer its top, which is the longer lever.
func (r *Rail) gripped() float64 { return float64(r.Height) - min(float64(r.Thickness), r.fall())/2 }

// links are what can give where it hangs.
func (h *hooking) links() []hold.Link {
	if h.rail == nil {
		return []hold.Link{{Part: "hook", Mode: "hangs", Goes: hold.Stands, Of: hold.OfWood, Role: hold.RoleBehind, Kind: hold.Gate,
			Name: "holder on its rail", Use: h.hangs}}
	}
	var out []hold.Link
	if !h.lock {
		out = append(out, hold.Link{Part: "hook", Mode: "climbs", Goes: hold.Slips, Of: hold.OfWood, Role: hold.RoleUnhooks, Kind: hold.Strength,
			Name: "holder in the bevel", NoMean: "a holder climbs or it does not", Eases: true, Use: h.climbs})
	}
	return append(out,
		hold.Link{Part: "hook", Mode: "lip", Goes: hold.Splits, Of: h.Hook.Made.Of(), Role: hold.RoleUnhooks, Kind: hold.Strength,
			Name: "lip of the bevel", Eases: true, Use: h.lip},
		hold.Link{Part: "hook", Mode: "held", Goes: hold.Opens, Of: h.Hook.of(), Role: hold.RoleJoint, Kind: hold.Strength,
			Name: "hook on the holder", Eases: true, Use: h.hook},
		hold.Link{Part: "hook", Mode: "hangs", Goes: hold.Stands, Of: hold.OfWood, Role: hold.RoleBehind, Kind: hold.Gate,
			Name: "holder on its rail", Use: h.hangs})
}

// lip is the lip of hook or rail in bending across its grain, whichever is the
// weaker over the hook's length: the force acts at half the bevel's height.
func (h *hooking) lip(sh *working.Sheet, a hold.Action) hold.Use {
	k, length, on := h.works(sh, a), float64(h.Hook.Length), h.site.Bases[a.Case]
	worst := hold.Use{Used: -1}
	for i, how := range [...]string{"splits off the hook", "splits off the rail"} {
		part := &h.lips[i]
		sigma := lipStress(k.Lip, part.t, length)
		f := part.board.TensionPerp(nil, on)
		if sigma/f <= worst.Used {
			continue
		}
		worst = hold.Use{Used: sigma / f, How: how}
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
func (h *hooking) hook(sh *working.Sheet, a hold.Action) hold.Use {
	k, on := h.works(sh, a), h.site.Bases[a.Case]
	hook, wood := h.Hook, h.lips[0].board
	glued := hold.Use{Used: math.Inf(1)}
	if hook.Glued {
		if glued = h.glued(sh, k, a, wood, on); hook.Count == 0 {
			return glued
		}
	}
	n := float64(hook.Count)
	known := &h.screws[a.Case]
	if sh.On() {
		fresh := h.hookScrews(sh, on)
		known = &fresh
	}
	if known.fails != "" {
		if hook.Glued {
			return glued
		}
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
	u := hold.Use{Used: fastener.Together(sh, v, t, known.push, known.pull), How: known.how}
	if hook.Glued && sh.On() {
		sh.Add("used", "part in use: of the glue, or of the screws if it lets go, whichever hold more; never both together", "min(glue, screws)",
			min(glued.Used, u.Used), working.Ratio, "engineering basis", working.In("glue", glued.Used, working.Ratio), working.In("screws", u.Used, working.Ratio))
	}
	if glued.Used < u.Used {
		return glued
	}
	return u
}

// glued is a hook that is glued face to face, pulled and pushed.
func (h *hooking) glued(sh *working.Sheet, k hooked, a hold.Action, wood material.Board, on material.Basis) hold.Use {
	area := float64(h.Length) * float64(h.High)
	pull, push := wood.TensionPerp(sh, on), wood.Shear(sh, on)
	u := k.Lip/area/pull + math.Abs(a.R)/area/push
	if sh.On() {
		sh.Add("used", "glue between the faces, pulled and pushed", "F / A / Ft⊥ + V / A / Fv", u, working.Ratio, "statics",
			working.In("F", k.Lip, working.Force), working.In("V", math.Abs(a.R), working.Force), working.In("A", area, working.Area),
			working.In("Ft⊥", pull, working.Stress), working.In("Fv", push, working.Stress))
	}
	return hold.Use{Used: u, How: "comes off the glue"}
}

// hookScrew is what one of a hook's screws takes, N, and how it gives; or why none holds.
type hookScrew struct {
	pull, push float64
	how, fails string
}

// hookScrews works it out: through the hook into the upright, or from behind.
func (h *hooking) hookScrews(sh *working.Sheet, on material.Basis) hookScrew {
	hook, s := h.Hook, h.Hook.Screw.Screw()
	head, thread := h.lips[0].board, h.back
	headT, threadT := float64(hook.Thick), h.deep
	name := "hook"
	if hook.Behind {
		head, thread, headT, threadT, name = h.back, h.lips[0].board, h.deep, float64(hook.Thick), "back"
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
func (h *hooking) climbs(sh *working.Sheet, a hold.Action) hold.Use {
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
func (h *hooking) amiss() string {
	if h.rail == nil {
		return "has no bevelled rail to hang on"
	}
	half := float64(h.Hook.Length) / 2
	switch {
	case h.site.X-half < float64(h.rail.X)-1 || h.site.X+half > float64(h.rail.X+h.rail.Length)+1:
		return "reaches past the end of its rail"
	case !h.spacer && h.on == nil:
		return "hangs by its lip alone: it has no lower bearing, and no rail further down is in its way"
	case h.hp < 20:
		return "has its lower bearing no lower than the bevel"
	case math.Abs(float64(h.Hook.Thick-h.rail.Thickness)) > 6:
		return "does not fit its rail: hook and rail are not as thick as one another"
	}
	return ""
}

func (h *hooking) hangs(sh *working.Sheet, _ hold.Action) hold.Use {
	if h.rail != nil && sh.On() {
		sh.Add("hp", "from the bevel to the lower bearing", "geometry", h.hp, working.Length, "geometry")
	}
	if why := h.amiss(); why != "" {
		return hold.Use{Used: hold.Fails, How: why}
	}
	return hold.Use{How: "hangs"}
}

// shapes are hook and spacer behind a back so wide, from z0 to z1 out from the wall.
func (h *hooking) shapes(wide, z0, z1 float64) []hold.Shape {
	if h.rail == nil {
		return nil
	}
	a := (&Over{Rail: h.rail}).assemble()
	a.hooked(h.Hook, &assembly.Body{}, wide, h.low, z0, z1-z0, h.spacer)
	return hold.Drawn(&a.Assembly)
}

// draw draws the rail further down, and what pushes behind a back so far out from the wall.
func (h *hooking) draw(g *hold.Geometry, a hold.Action, z0 float64) {
	if h.rail == nil {
		return
	}
	y, hp := h.y, h.hp
	if h.on != nil {
		g.Shapes = append(g.Shapes, hold.Shape{Name: "rail further down", Stuff: h.on.Made.Stuff(), Side: h.on.way().outline(h.on)})
	}
	k := h.works(nil, a)
	g.Forces = append(g.Forces, hold.Force{Name: "at the bevel", Z: z0, Y: y, DZ: 1, N: k.Hs})
	if h.spacer || h.on != nil {
		g.Forces = append(g.Forces, hold.Force{Name: "lower bearing", Z: z0, Y: h.bearing(), DZ: -1, N: k.H})
		g.Measures = append(g.Measures, hold.Measure{Name: "lever", Z1: z0, Y1: y - hp, Z2: z0, Y2: y, MM: hp})
	}
	g.Facts = append(g.Facts, hold.Pulls("on the hook's lip", k.Lip), hold.Pulls("its weight keeps it down to", k.Climb))
}

// cautions are what to beware of where it hangs.
func (h *hooking) cautions() []string {
	var out []string
	if !h.lock {
		out = append(out, "no screw locks it on the rail: a knock from below lifts it off")
	}
	if h.Behind && h.deep < 12 && !h.Glued {
		out = append(out, "the back is thin for screws from behind: their heads are drawn through it")
	}
	return out
}

// along are the places where a hook bears on its rail, about every hand of its length: the bevels lie on
// one another all along.
func (h *hooking) along() []Rider {
	const apart = 100.0
	long := float64(h.Length)
	n := max(1, math.Round(long/apart))
	var out []Rider
	for i := range int(n) {
		out = append(out, Rider{X: h.site.X + long*((float64(i)+0.5)/n-0.5), Wide: long / n, On: h.onRail})
	}
	return out
}

// onAll is an action shared by so many places alike.
func onAll(a hold.Action, n int) []hold.Action {
	out := make([]hold.Action, n)
	a.R, a.M = a.R/float64(n), a.M/float64(n)
	for i := range out {
		out[i] = a
	}
	return out
}
