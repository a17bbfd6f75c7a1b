package support

import (
	"math"
	"slices"

	"aguante/core/hold"
	"aguante/core/working"
)

func (h *held) Links() []hold.Link {
	if h.hook.rail == nil {
		return h.hook.links()
	}
	out := append(h.framed.links(), h.hook.links()...)
	return h.wrapped(slices.Insert(out, len(out)-1, hold.Link{Part: "upright", Mode: "bending", Goes: hold.Bends, Of: h.Made.Of(), Role: hold.RoleRail, Kind: hold.Strength,
		Name: "upright in bending", Use: h.upright}))
}

// upright bends between the bevel that pulls it out and its lower bearing, where the arm, or
// arm and brace, turn it.
func (h *held) upright(sh *working.Sheet, a hold.Action) hold.Use {
	k := h.hook.works(sh, a)
	y, hp := h.hook.y, h.hook.hp
	up, down := y+float64(h.High)/2, y-hp+float64(h.High)/2
	if h.Brace != nil {
		down = y - hp + float64(h.Brace.Down)
	}
	far := max(math.Abs(up), math.Abs(down))
	m, b, t := math.Abs(k.H)*far, float64(h.Width), float64(h.Deep)
	fb := h.hook.back.Bending(sh, h.own.Bases[a.Case])
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
