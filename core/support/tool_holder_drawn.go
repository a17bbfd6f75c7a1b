package support

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/hold"
)

// Parts draws the plate, and every hook on it.
func (h *plated) Parts(d Demand) []FormPart {
	a := h.action(d, -1)
	front := h.set.X - h.own.X
	z0, z1 := float64(h.Hook.Thick), float64(h.Hook.Thick+h.Thick)
	g := h.own.NewGeometry(a)
	h.hook.draw(&g, a, z0)
	g.Shapes = append(append(g.Shapes, h.hook.shapes(h.set.Length, z0, z1)...), hold.Shape{Name: "plate", Stuff: h.Made.Stuff(), Side: hold.Box(z0, 0, z1, float64(h.High)),
		Front: hold.Box(front, 0, front+h.set.Length, float64(h.High))})
	if h.pegs == nil {
		g.Arm = a.Arm()
	} else {
		h.Peg.draw(&g, float64(h.Peg.Up), z1)
	}
	g.Measures = append(g.Measures, hold.Upright("height", "tool_holder.high_mm", z1+14, 0, float64(h.High)))
	g.Fit()
	g = g.Off(h.set.Rail.Base())
	share := h.plate
	for _, good := range h.set.Goods {
		share += good.W * d.By
	}
	if h.pegs != nil {
		share += float64(len(h.Hooks)) * h.pegs.each
	}
	drawBeside(&g, h.rail, h.spread(a), h.own.X)
	out := []FormPart{{ID: h.ID, Name: "holder", X: h.own.X, Share: share, Moment: a.M, Geometry: g}}
	for i, k := range h.Hooks {
		site := h.set.site(float64(k.X))
		g := site.NewGeometry(hold.Action{})
		if h.Peg != nil {
			h.Peg.draw(&g, float64(h.Peg.Up), z1)
			g.Facts = append(g.Facts, hold.Pulls("judged at", h.pegs.load(nil, i, d)))
		}
		g.Fit()
		out = append(out, FormPart{ID: k.ID, Noun: "hook", Name: fmt.Sprintf("hook %d", i+1), On: true, X: float64(k.X), Share: h.pegs.goods[i] * d.By,
			Geometry: g.Off(h.set.Rail.Base())})
	}
	return out
}

// drawBeside adds to a drawing the column of a rail that stands nearest to a place.
func drawBeside(g *hold.Geometry, rail *railed, all []hold.Action, x float64) {
	if rail == nil {
		return
	}
	columns := rail.Geometry(rail.pulls(all)).Columns
	if len(columns) == 0 {
		return
	}
	near := slices.MinFunc(columns, func(a, b hold.Column) int {
		return int(math.Copysign(1, math.Abs(a.X-x)-math.Abs(b.X-x)))
	})
	low, high := g.Low-besideDrawn, g.High+besideDrawn
	for _, shape := range near.Shapes { // a panel goes on far above and below
		for i := range shape.Side {
			shape.Side[i][1] = min(max(shape.Side[i][1], low), high)
		}
	}
	near.Holes, near.Forces, near.Measures, near.Facts = nil, nil, nil, nil // they are the rail's own
	g.With(near.Geometry)
}

// besideDrawn is how much of what goes on is drawn above and below a part, mm.
const besideDrawn = 40.0
