package support

import (
	"fmt"
	"math"

	"aguante/core/fastener"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/say"
	"aguante/core/working"
)

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
