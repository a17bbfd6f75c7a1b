package support

import (
	"math"

	"aguante/core/problem"
	"aguante/core/working"
)

// TimberBracket is a shop-made wooden bracket, screwed to the wall through its
// upright.
type TimberBracket struct {
	Frame
	Holes []PlateHole `json:"holes"`
	Screw Fixing      `json:"screw"`
}

// Noun is what it is called.
func (b *TimberBracket) Noun() string { return "bracket" }

// Validate names every problem of the bracket.
func (b *TimberBracket) Validate(p *problem.List) {
	b.Frame.validate(p)
	validateHoles(p, b.Holes, float64(b.Up), float64(b.Leg), float64(b.Width))
	b.Screw.Validate(p.In("screw"))
}

// timbered is one in its place.
type timbered struct {
	framed
	b      *TimberBracket
	mount  mount
	spaced string // a caution about its fasteners' places
	own    Site
}

// Hang puts the bracket in its place: the upright turns on its lower end, or, if
// it is all above the board, on the arm's lower edge.
func (b *TimberBracket) Hang(s Setting) Hung {
	h := &timbered{b: b, own: s.Site}
	h.framed = framed{Frame: &b.Frame, set: &h.own}
	board := b.Made.board(float64(b.Width), float64(b.Deep))
	var holes []drilled
	for _, o := range b.Holes {
		holes = append(holes, h.own.drill(o.ID, s.X+float64(o.Offset), -float64(o.Down), b.Screw, timber("upright", board, float64(b.Deep), false)))
	}
	h.spaced = h.own.crowdUpright(holes, s.X, float64(b.Width), -float64(b.Leg), float64(b.Up))
	h.mount = newPlate(&h.own, "upright", b.Screw, holes, -float64(b.Leg), float64(b.Up), float64(b.Width))
	return h
}

func (h *timbered) Links() []Link {
	out := append(h.framed.links(), Link{Part: "upright", Mode: "bending", Role: RoleRail, Kind: Strength, Name: "upright in bending", Use: h.upright})
	return append(out, h.mount.plateLinks(straight)...)
}

// upright bends between the joint, or the brace's two ends, and the fastener
// nearest to each; its section is net of a hole.
func (h *timbered) upright(sh *working.Sheet, a Action) Use {
	m, formula := math.Abs(a.M), "R × e"
	if h.Brace != nil {
		s := h.strut(nil, a)
		far := 0.0
		for _, y := range []float64{-float64(h.High) / 2, -float64(h.Brace.Down)} {
			near := math.Inf(1)
			for i := range h.mount.holes {
				if h.mount.holes[i].counts() {
					near = min(near, math.Abs(h.mount.holes[i].y-y))
				}
			}
			if !math.IsInf(near, 1) {
				far = max(far, near)
			}
		}
		m, formula = math.Abs(s.H)*far, "H × farthest fastener from the brace's ends"
	}
	w, t, on := float64(h.Width), float64(h.Deep), h.own.Bases[a.Case]
	net := max(1, w-h.b.Screw.screw().D)
	fb := h.Made.board(w, t).Bending(sh, on)
	u := m / (net * t * t / 6 * fb)
	if sh.On() {
		sh.Add("Mu", "moment in the upright", formula, m, working.Moment, "statics")
		sh.Add("used", "part of the upright's bending strength, net of a hole", "Mu / ((b − D) × t² / 6 × Fb)", u, working.Ratio, "statics", working.In("Mu", m, working.Moment), working.In("b − D", net, working.Length), working.In("t", t, working.Length), working.In("Fb", fb, working.Stress))
	}
	return Use{Used: u, How: "breaks"}
}

// Geometry draws the bracket.
func (h *timbered) Geometry(a Action) Geometry {
	g := h.own.newGeometry(a)
	h.framed.draw(&g, a, 0)
	if h.mount.hold > 0 {
		h.mount.draw(&g, 0, straight(nil, a))
	}
	h.mount.draw(&g, -1, Pulled{})
	g.Measures = append(g.Measures, across("reach", "timber_bracket.reach_mm", 0, float64(h.Reach), -float64(h.High)), upright("leg", "timber_bracket.leg_mm", float64(h.Reach)*0.8, -float64(h.Leg), 0))
	g.fit()
	return g
}

// Notes gathers what frame and fasteners say.
func (h *timbered) Notes() Notes {
	n, m := h.framed.notes(), h.mount.notes()
	if h.spaced != "" {
		n.Cautions = append(n.Cautions, h.spaced)
	}
	return Notes{append(n.Assumed, m.Assumed...), append(n.Cautions, m.Cautions...)}
}
