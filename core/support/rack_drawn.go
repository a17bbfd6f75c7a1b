package support

import (
	"fmt"

	"aguante/core/hold"
)

// Parts draws every upright with its arms.
func (h *racked) Parts(d Demand) []FormPart {
	out := make([]FormPart, 0, len(h.uprights))
	w, t, high := float64(h.Width)/2, float64(h.Deep), float64(h.Arm.High)
	arms := make([]hold.Shape, 0, 3*len(h.Levels))
	marks := make([]hold.Fact, 0, len(h.Levels))
	for n, l := range h.Levels {
		arms = append(arms, h.armShapes(float64(l.Up)-high, float64(l.Up))...)
		marks = append(marks, hold.Long(fmt.Sprintf("level %d, top of the arms over the foot", n+1), float64(l.Up)))
	}
	for i := range h.uprights {
		u := &h.uprights[i]
		set := h.set.site(float64(u.X))
		g := set.NewGeometry(hold.Action{})
		g.Shapes, g.Facts = make([]hold.Shape, 0, len(arms)+3), make([]hold.Fact, 0, 4)
		g.Holes, g.Forces = make([]hold.Hole, 0, len(u.holes)), make([]hold.Force, 0, len(u.holes))
		g.Marks = marks
		g.Shapes = append(g.Shapes, hold.Shape{Name: "upright", Stuff: h.Made.Stuff(), Side: hold.Box(0, 0, t, float64(h.Height)),
			Front: hold.Box(-w, 0, w, float64(h.Height))})
		if n := u.Notch; n != nil {
			g.Shapes = append(g.Shapes, hold.Shape{Name: "notch", Stuff: hold.Void,
				Side: hold.Box(0, float64(n.Up), float64(n.Deep), float64(n.Up+n.High))})
		}
		if l := h.Ledger; l != nil {
			g.Shapes = append(g.Shapes, hold.Shape{Name: "ledger", Stuff: l.Made.Stuff(),
				Side: hold.Box(0, -float64(l.Height), float64(l.Thickness), 0), Front: hold.Box(-3*w, -float64(l.Height), 3*w, 0)})
			for _, at := range l.Places() {
				g.Shapes = append(g.Shapes, l.Screw.Level(at.X, at.Y, float64(l.Thickness), -1))
			}
		}
		g.Shapes = append(g.Shapes, arms...)
		u = h.reckoned(u, i, d)
		states, by := h.states(u, i, d)
		k, top := 0, -1
		v := 0.0
		if h.Ledger == nil && u.hold > 0 {
			v = h.bears(i, d) / float64(u.hold)
		}
		for q := range u.holes {
			pull := 0.0
			if u.holes[q].Counts() {
				pull = states[0].Pulls[k] * by
				k++
			}
			g.Holes = append(g.Holes, u.holes[q].Hole(d.Case, pull, v))
			if n := len(g.Holes) - 1; top < 0 || g.Holes[n].Pull > g.Holes[top].Pull {
				top = n
			}
		}
		for n := range g.Holes {
			if g.Holes[n].Pull > 0.5 {
				g.Forces = append(g.Forces, hold.Force{Name: "pulls", Z: t, Y: g.Holes[n].Y, DZ: 1, N: g.Holes[n].Pull, Takes: g.Holes[n].Takes})
			}
		}
		if top >= 0 {
			g.Holes[top].Near = true
			g.Facts = append(g.Facts, hold.Fact{Name: "of the " + h.Screw.Noun() + " in the " + set.BehindName(h.Screw), Value: g.Holes[top].In,
				Kind: "length", Bad: g.Holes[top].In < g.Holes[top].Least}, hold.Long("needs", g.Holes[top].Least),
				hold.Pulls("one takes a pull of", g.Holes[top].Takes))
		}
		g.Facts = append(g.Facts, hold.Pulls("the wall pushes back", states[0].Pushback*by))
		g.Measures = append(g.Measures, hold.Across("reach of the arms", "rack.arm.reach_mm", t, t+float64(h.Arm.Reach),
			float64(h.Levels[0].Up)-high))
		g.Fit()
		moment := 0.0
		for l := range h.Levels {
			moment += h.turn[l][i] * by
		}
		out = append(out, FormPart{ID: u.ID, Noun: "upright", Name: fmt.Sprintf("upright %d", i+1), X: float64(u.X), Share: h.bears(i, d), Moment: moment,
			Geometry: g})
	}
	return out
}

// armShapes draws an arm between two heights: cheeks on both sides of the upright with
// their core in front of it, one piece beside it, or one in its middle.
func (h *racked) armShapes(low, high float64) []hold.Shape {
	w, t, thick, out := float64(h.Width)/2, float64(h.Deep), float64(h.Arm.Thick), float64(h.Deep)+float64(h.Arm.Reach)
	from, stuff := t, h.Arm.Made.Stuff()
	if beside(h.Joint.Kind) {
		from = 0
	}
	side := hold.Box(from, low, out, high)
	switch {
	case h.Arm.Cheeks:
		return []hold.Shape{
			{Name: "core", Stuff: stuff, Side: hold.Box(t, low, t+h.Arm.core(), high), Front: hold.Box(-w, low, w, high)},
			{Name: "cheek", Stuff: stuff, Side: side, Front: hold.Box(-w-thick, low, -w, high)},
			{Name: "cheek", Stuff: stuff, Front: hold.Box(w, low, w+thick, high)},
		}
	case h.Joint.Kind == hold.ScrewJoint || h.Joint.Kind == hold.BoltJoint:
		return []hold.Shape{{Name: "arm", Stuff: stuff, Side: side, Front: hold.Box(w, low, w+thick, high)}}
	}
	return []hold.Shape{{Name: "arm", Stuff: stuff, Side: side, Front: hold.Box(-thick/2, low, thick/2, high)}}
}
