package support

import (
	"fmt"
	"math"

	"aguante/core/beam"
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
	out = append(out, FormLink{Link: hold.Link{Part: "posts", Mode: "crush", Goes: hold.Crushes, Of: h.Made.Of(), Role: hold.RoleRail,
		Kind: hold.Strength, Name: "posts"}, Use: h.posts})
	for l := range h.Platforms {
		where := fmt.Sprintf("platform %d", l+1)
		out = append(out,
			FormLink{Link: hold.Link{Part: h.Platforms[l].ID, Mode: "bending", Goes: hold.Bends, Of: hold.StuffOf(h.set.Board),
				Role: hold.RoleBends, Kind: hold.Strength, Name: "platform in bending"}, Where: where,
				Use: func(sh *working.Sheet, d Demand) hold.Use { return h.platform(sh, l, d) }},
			FormLink{Link: hold.Link{Part: h.Platforms[l].ID, Mode: "sag", Goes: hold.Sags, Of: hold.StuffOf(h.set.Board), Role: hold.RoleSags,
				Kind: hold.Stiffness, Name: "platform's sag"}, Where: where,
				Use: func(sh *working.Sheet, d Demand) hold.Use { return h.sag(sh, l, d) }})
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
		for l := range h.row {
			p += h.row[l][i] * d.By
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

// span returns the platform's greatest moment, N·mm, and its sag, mm.
func (h *stoodFrame) span(l int, d Demand) (m, sag, longest float64) {
	b := h.set.Board
	ei := b.E(nil) * h.set.Depth * math.Pow(h.set.Thickness, 3) / 12
	var row beam.Load
	row.Patches = append(row.Patches, beam.Patch{From: 0, To: h.set.Length, W: h.platformWeight() / h.set.Length})
	for _, g := range h.set.Goods {
		if g.Level == l && g.W > 0 {
			row.Patches = append(row.Patches, beam.Patch{From: min(max(g.From-h.set.X, 0), h.set.Length),
				To: min(max(g.To-h.set.X, 0), h.set.Length), W: g.W * d.By / (g.To - g.From)})
		}
	}
	if d.Extra > 0 && d.Level == l {
		row.Points = []beam.Point{{At: min(max(d.X-h.set.X, 0), h.set.Length), P: d.Extra}}
	}
	at := make([]float64, len(h.at))
	for i, x := range h.at {
		at[i] = min(max(x-h.set.X, 0), h.set.Length)
		if i > 0 {
			longest = max(longest, at[i]-at[i-1])
		}
	}
	rig, err := beam.Condense(h.set.Length, ei, at, []beam.Load{row})
	if err != nil {
		return math.Inf(1), math.Inf(1), longest
	}
	s, err := rig.React(rig.Fixed[0], beam.Rest{Soft: make([]float64, len(at)), Held: allHeld(len(at))})
	if err != nil {
		return math.Inf(1), math.Inf(1), longest
	}
	c := rig.Curve([]float64{1}, s.Sunk)
	for bay := range rig.Bays() {
		sag = max(sag, c.Sag(bay).Value)
	}
	return math.Abs(c.Moment().Value), sag, longest
}

// allHeld says that platforms are screwed to every post.
func allHeld(n int) []bool {
	out := make([]bool, n)
	for i := range out {
		out[i] = true
	}
	return out
}

func (h *stoodFrame) platform(sh *working.Sheet, l int, d Demand) hold.Use {
	m, _, _ := h.span(l, d)
	m *= d.Care
	s := h.set.Depth * h.set.Thickness * h.set.Thickness / 6
	fb := h.set.Board.Bending(sh, h.set.Bases[d.Case])
	if sh.On() {
		sh.Add("M", "greatest moment of the platform over the posts, × care", "beam on its posts × care", m, working.Moment,
			"Euler–Bernoulli beam")
		sh.Add("used", "part of its bending strength", "M / (D × t² / 6 × Fb)", m/(s*fb), working.Ratio, "statics",
			working.In("M", m, working.Moment), working.In("D", h.set.Depth, working.Length), working.In("t", h.set.Thickness, working.Length),
			working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: m / (s * fb), How: "breaks"}
}

func (h *stoodFrame) sag(sh *working.Sheet, l int, d Demand) hold.Use {
	_, sag, longest := h.span(l, d)
	sag *= h.set.LongTerm
	limit := h.set.Allowed(longest)
	if sh.On() {
		sh.Add("δ", "sag of the platform in the end", "beam on its posts × growth", sag, working.Length, "Euler–Bernoulli beam; EC5 creep",
			working.In("growth", h.set.LongTerm, working.Ratio))
		sh.Add("used", "part of what is still straight", "δ / allowed", sag/limit, working.Ratio, "by the chosen school",
			working.In("δ", sag, working.Length), working.In("allowed", limit, working.Length))
	}
	return hold.Use{Used: sag / limit, How: "sags too far", Value: sag, Allowed: limit}
}
