package support

import (
	"fmt"

	"aguante/core/hold"
)

// Parts draws the box, and every divider.
func (h *boxed) Parts(d Demand) []FormPart {
	g := h.own.NewGeometry(hold.Action{})
	t, high, deep, long := float64(h.Thick), float64(h.High), h.set.Depth, h.set.Length
	x0, back, stuff, shift := -long/2, h.behind(), h.Made.Stuff(), h.off()
	shape := func(name string, side, front [][2]float64) {
		for i := range side {
			side[i][0] += shift
		}
		g.Shapes = append(g.Shapes, hold.Shape{Name: name, Stuff: stuff, Side: side, Front: front})
	}
	low, up := h.slat()
	if h.Back != NoBack {
		shape("back", hold.Box(0, low, back, up), hold.Box(x0, low, -x0, up))
	}
	shape("end", [][2]float64{{back, 0}, {deep, 0}, {deep - float64(h.Slant), high}, {back, high}}, hold.Box(x0, 0, x0+t, high))
	shape("end", nil, hold.Box(-x0-t, 0, -x0, high))
	if !h.Open {
		shape("bottom", hold.Box(back, 0, deep, h.set.Thickness), hold.Box(x0+t, 0, -x0-t, h.set.Thickness))
	}
	if h.Top {
		shape("top", hold.Box(back, high-t, deep-float64(h.Slant), high), hold.Box(x0+t, high-t, -x0-t, high))
	}
	if h.FrontHigh > 0 {
		shape("front slat", hold.Box(deep-float64(h.FrontDeep), h.set.Thickness, deep, h.set.Thickness+float64(h.FrontHigh)),
			hold.Box(x0+t, h.set.Thickness, -x0-t, h.set.Thickness+float64(h.FrontHigh)))
	}
	a := h.whole(d)
	share := h.Self()
	for _, good := range h.set.Goods {
		share += good.W * d.By
	}
	switch {
	case h.On == ByCleat && h.hook.rail != nil:
		g.Shapes = append(g.Shapes, h.hook.shapes(h.set.Length, shift, shift+back)...)
		h.hook.draw(&g, a, shift)
		g = g.Off(h.base)
		drawBeside(&g, h.rail, h.spread(a), h.own.X)
	case h.back != nil:
		h.drawBack(&g, d)
	}
	g.Arm = h.out(d) + h.base
	g.Measures = append(g.Measures, hold.Upright("height", "box.high_mm", deep+shift+24, 0, high))
	g.Fit()
	out := []FormPart{{ID: h.ID, Name: "box", X: h.own.X, Share: share, Moment: a.M, Geometry: g}}
	for i, dv := range h.Dividers {
		site := h.set.site(float64(dv.X))
		g := site.NewGeometry(hold.Action{})
		g.Shapes = append(g.Shapes, hold.Shape{Name: "divider", Stuff: stuff, Side: hold.Box(back+shift, h.set.Thickness, deep+shift-float64(h.FrontDeep), high),
			Front: hold.Box(-t/2, h.set.Thickness, t/2, high)})
		g.Fit()
		out = append(out, FormPart{ID: dv.ID, Noun: "divider", Name: fmt.Sprintf("divider %d", i+1), On: true, X: float64(dv.X), Geometry: g})
	}
	return out
}

// drawBack adds its fasteners, and from the side the column that is turned most.
func (h *boxed) drawBack(g *hold.Geometry, d Demand) {
	columns := h.back.Geometry(h.back.pulls(h.actions(d))).Columns
	worst := -1
	for i := range columns {
		if worst < 0 || columns[i].Moment > columns[worst].Moment {
			worst = i
		}
	}
	if worst < 0 {
		return
	}
	for i := range columns {
		if i != worst {
			g.Holes = append(g.Holes, columns[i].Holes...)
		}
	}
	c := columns[worst].Geometry
	c.Shapes, c.Measures = nil, nil
	g.With(c)
}
