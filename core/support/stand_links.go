package support

import (
	"fmt"
	"math"

	"aguante/core/fastener"
	"aguante/core/hold"
	"aguante/core/say"
	"aguante/core/working"
)

// topPull is what a frame must stand at its top, N (Rule).
const topPull = 250.0

// weight is what stands on the frame, N, and the moment of it about the wall.
func (h *stoodFrame) weight(d Demand) (w, m float64) {
	w = h.Self()
	m = w * (float64(h.Standoff) + h.set.Depth/2)
	for _, g := range h.set.Goods {
		w += g.W * d.By
		m += g.W * d.By * (float64(h.Standoff) + g.Z)
	}
	w += d.Extra
	m += d.Extra * (float64(h.Standoff) + h.set.Depth)
	return w * d.Care, m * d.Care
}

// tie is the pull on all ties together, N: what keeps a leaning frame up, or the pull
// at its top that it must stand, whichever is more.
func (h *stoodFrame) tie(sh *working.Sheet, d Demand) float64 {
	y := h.lowestTie()
	w, m := h.weight(d)
	lean, pull := m/y, topPull*float64(h.Height)/y*d.Care
	if sh.On() {
		sh.Add("T1", "of all that stands on it, about the feet at the wall", "Σ W × e / ytie", lean, working.Force, "engineering basis",
			working.In("Σ W × e", m, working.Moment), working.In("ytie", y, working.Length), working.In("W", w, working.Force))
		sh.Add("T2", fmt.Sprintf("of %s that pull at its top, × care", say.Force(topPull)), fmt.Sprintf("%g × H / ytie × care", topPull), pull,
			working.Force, "Rule",
			working.In("H", float64(h.Height), working.Length), working.In("ytie", y, working.Length), working.In("care", d.Care, working.Ratio))
		sh.Add("T", "on all ties together", "max(T1, T2)", max(lean, pull), working.Force, "engineering basis")
	}
	return max(lean, pull)
}

func (h *stoodFrame) lowestTie() float64 {
	y := float64(h.Height)
	for i := range h.holes {
		if h.holes[i].Counts() {
			y = min(y, h.holes[i].Y)
		}
	}
	return max(y, 1)
}

func (h *stoodFrame) Links() []FormLink {
	out := []FormLink{{Link: hold.Link{Part: "frame", Mode: "stands", Goes: hold.Tips, Of: h.Made.Of(), Role: hold.RoleStanding,
		Kind: hold.Gate, Name: "frame on its feet"}, Use: h.stands}}
	if len(h.at) < 2 {
		return out
	}
	if h.hold > 0 {
		out = append(out, FormLink{Link: hold.Link{Part: "ties", Mode: "pull", Goes: hold.Draws, Of: h.Screw.Of(), Role: hold.RoleNear,
			Kind: hold.Strength, Name: h.Screw.Noun() + "s of the ties", NoMean: h.Screw.NoMean()}, Use: h.ties})
	}
	if len(h.Ties) > 0 {
		out = append(out, FormLink{Link: hold.Link{Part: "ties", Mode: "behind", Goes: hold.Stands, Of: h.Screw.Of(), Role: hold.RoleBehind,
			Kind: hold.Gate, Name: h.own.IntoName(h.Screw)}, Use: func(sh *working.Sheet, _ Demand) hold.Use {
			if sh.On() {
				sh.Add("n", "ties that count", fmt.Sprintf("of %d", len(h.holes)), float64(h.hold), working.Ratio, "the wall as measured")
			}
			return hold.BehindUse(h.holes, h.hold)
		}})
	}
	out = append(out, FormLink{Link: hold.Link{Part: "frame", Mode: "sideways", Goes: hold.Slips, Of: h.Screw.Of(), Role: hold.RoleOthers,
		Kind: hold.Strength, Name: "frame pushed sideways", NoMean: h.Screw.NoMean()}, Use: h.sideways})
	out = append(out, FormLink{Link: hold.Link{Part: "posts", Mode: "crush", Goes: hold.Crushes, Of: h.Made.Of(), Role: hold.RoleRail,
		Kind: hold.Strength, Name: "posts"}, Use: h.posts})
	for l := range h.Platforms {
		where := fmt.Sprintf("platform %d", l+1)
		if h.Fixed != nil {
			out = append(out, FormLink{Link: hold.Link{Part: h.Platforms[l].ID, Mode: "held", Goes: hold.Draws, Of: h.Fixed.Of(),
				Role: hold.RoleJoint, Kind: hold.Strength, Name: h.Fixed.Noun() + "s of the platform in its posts"}, Where: where,
				Use: func(sh *working.Sheet, d Demand) hold.Use { return h.held(sh, l, d) }})
		}
		out = append(out,
			FormLink{Link: hold.Link{Part: h.Platforms[l].ID, Mode: "bending", Goes: hold.Bends, Of: hold.StuffOf(h.set.Board),
				Role: hold.RoleBends, Kind: hold.Strength, Name: "platform in bending"}, Where: where,
				Use: func(sh *working.Sheet, d Demand) hold.Use { return h.rows[l].bends(sh, d) }},
			FormLink{Link: hold.Link{Part: h.Platforms[l].ID, Mode: "sag", Goes: hold.Sags, Of: hold.StuffOf(h.set.Board), Role: hold.RoleSags,
				Kind: hold.Stiffness, Name: "platform's sag"}, Where: where,
				Use: func(sh *working.Sheet, d Demand) hold.Use { return h.rows[l].sags(sh, d) }})
	}
	return out
}

// stands is whether it has feet, a floor, and something that keeps it from tipping.
func (h *stoodFrame) stands(sh *working.Sheet, d Demand) hold.Use {
	w, m := h.weight(d)
	keeps := w*(h.set.Depth+float64(h.Standoff)) - m
	tips := topPull * float64(h.Height) * d.Care
	if sh.On() {
		sh.Add("Mkeep", "what keeps it on its front feet", "Σ W × (D − e)", keeps, working.Moment, "statics")
		sh.Add("Mtip", fmt.Sprintf("%s that pull at its top", say.Force(topPull)), fmt.Sprintf("%g × H × care", topPull), tips, working.Moment, "Rule",
			working.In("H", float64(h.Height), working.Length))
	}
	switch {
	case len(h.at) < 2:
		return hold.Use{Used: hold.Fails, How: fmt.Sprintf("has %d of the 2 pairs of posts it needs", len(h.at))}
	case h.set.Foot > 1:
		return hold.Use{Used: hold.Fails, How: "has no floor under it: a frame stands on the floor"}
	case h.hold == 0 && (h.Leaning || tips > keeps):
		return hold.Use{Used: hold.Fails, How: "tips over when it is pulled at its top: tie it to the wall"}
	}
	return hold.Use{How: "stands"}
}

func (h *stoodFrame) ties(sh *working.Sheet, d Demand) hold.Use {
	t := h.tie(sh, d) / float64(h.hold)
	worst, at := hold.Use{Used: -1}, 0
	for i := range h.holes {
		if dr := &h.holes[i]; dr.Counts() {
			if u := dr.UsedBy(nil, 0, t, d.Case, h.set.Bases[d.Case]); u.Used > worst.Used {
				worst, at = u, i
			}
		}
	}
	if sh.On() {
		sh.Add("Ti", "on each tie that holds", "T / n", t, working.Force, "statics", working.In("n", float64(h.hold), working.Ratio))
		h.holes[at].UsedBy(sh, 0, t, d.Case, h.set.Bases[d.Case])
	}
	return worst
}

// posts are struts between platforms: crushed, or bent out by their slenderness.
func (h *stoodFrame) posts(sh *working.Sheet, d Demand) hold.Use {
	worst := 0.0
	for i := range h.at {
		p := h.Self() / float64(len(h.at))
		for l := range h.rows {
			p += h.rows[l].most(i) * d.By
		}
		p += d.Extra * two(h.at, i, d.X)
		worst = max(worst, p*d.Care)
	}
	free, last := 0.0, 0.0
	for _, l := range h.Platforms {
		free, last = max(free, math.Abs(float64(l.Up)-last)), float64(l.Up)
	}
	b, t := float64(h.Width), float64(h.Deep)
	wood := h.own.Piece(h.Made, b, t)
	side := min(b, t)
	inertia := max(b, t) * side * side * side / 12
	euler := math.Pi * math.Pi * wood.E(sh) * inertia / (free * free) / 3
	crush := b * t * wood.Bearing(sh, h.set.Bases[d.Case])
	if d.Case == hold.Break {
		euler *= 3
	}
	takes := min(euler, crush)
	each := worst / 2
	if sh.On() {
		sh.Add("P", "on one post of the worst pair", "R / 2", each, working.Force, "Euler–Bernoulli beam")
		sh.Add("Pcr", "that bends it out between platforms, a third of Euler's; or crushes its foot", "min(π² × E × I / (3 L²), b × t × Fc⊥)",
			takes, working.Force, "Rule on Euler; D245", working.In("I", inertia, working.Inertia), working.In("L", free, working.Length))
		sh.Add("used", "part of it in use", "P / Pcr", each/takes, working.Ratio, "", working.In("P", each, working.Force),
			working.In("Pcr", takes, working.Force))
	}
	return hold.Use{Used: each / takes, How: "give way under their load"}
}

// sideways is a push at its top along the wall, which its ties bear across, or a brace or a
// panel does.
func (h *stoodFrame) sideways(sh *working.Sheet, d Demand) hold.Use {
	if h.Sideways == ByBrace || h.Sideways == ByPanel {
		if sh.On() {
			sh.Add("F", "push along the wall at its top, which the "+string(h.Sideways)+" bears", "engineering basis", topPull, working.Force, "Rule")
		}
		return hold.Use{How: "leans"}
	}
	if h.hold == 0 {
		return hold.Use{Used: hold.Fails, How: "leans to the side: nothing keeps it square; tie it, brace it or put a panel on its back"}
	}
	v := topPull * d.Care / float64(h.hold)
	worst, at := hold.Use{Used: -1}, 0
	for i := range h.holes {
		if dr := &h.holes[i]; dr.Counts() {
			if u := dr.UsedBy(nil, v, 0, d.Case, h.set.Bases[d.Case]); u.Used > worst.Used {
				worst, at = u, i
			}
		}
	}
	if sh.On() {
		sh.Add("V", fmt.Sprintf("on each tie, of %s along the wall at its top, × care", say.Force(topPull)), fmt.Sprintf("%g × care / n", topPull), v,
			working.Force, "Rule", working.In("care", d.Care, working.Ratio), working.In("n", float64(h.hold), working.Ratio))
		h.holes[at].UsedBy(sh, v, 0, d.Case, h.set.Bases[d.Case])
	}
	return worst
}

// held is what holds a platform in one of its posts, the worst of them: screws across,
// with two thirds of it in end grain.
func (h *stoodFrame) held(sh *working.Sheet, l int, d Demand) hold.Use {
	worst := 0.0
	for i := range h.at {
		r := (h.rows[l].own(i) + h.rows[l].most(i)*d.By) / 2
		if d.Extra > 0 && d.Level == l {
			r += d.Extra * two(h.at, i, d.X) // the front post has all of it
		}
		worst = max(worst, r*d.Care)
	}
	f, on := h.Fixed, h.set.Bases[d.Case]
	s, through := f.Screw(), float64(f.Through)-float64(f.Recess)
	post := h.own.Piece(h.Made, float64(h.Width), float64(h.Deep))
	into, end := post, 1.0
	if f.End {
		into, end = h.set.Board, endGrain
	}
	g := s.Grip(through, 0, 400)
	if !g.Holds {
		return hold.Use{Used: hold.Fails, How: "come out: " + g.Short()}
	}
	z, _ := fastener.Lateral(sh, s, hold.Wooden("post", post, through, true).Member, g.Into(&into, true), 0, on)
	u := worst / float64(f.Count) / (z * end)
	if sh.On() {
		sh.Add("R", "on one post of the worst pair: the platform, and the worst of what may stand on it, × care", "beam on its posts / 2 × care",
			worst, working.Force, "Euler–Bernoulli beam")
		sh.Add("used", "part of what its screws take across", "R / n / (Z × end)", u, working.Ratio, "NDS 12.5.2", working.In("R", worst, working.Force),
			working.In("n", float64(f.Count), working.Ratio), working.In("Z", z, working.Force), working.In("end", end, working.Ratio))
	}
	return hold.Use{Used: u, How: "bend and crush the wood"}
}

// endGrain is what of its lateral strength a fastener keeps in end grain (NDS 12.5.2).
const endGrain = 0.67
