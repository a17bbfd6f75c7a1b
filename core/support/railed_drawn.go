package support

import (
	"slices"

	"aguante/core/hold"
)

// Geometry draws the rail from the front, and each of its columns from the side.
func (r *railed) Geometry(all []hold.Pulled) hold.RailGeometry {
	g := hold.RailGeometry{Name: r.noun, Shapes: make([]hold.Shape, 0, len(r.lengths)), Columns: []hold.Column{}, Marks: r.way().marks(r)}
	stuff := r.Made.Stuff()
	for l := range r.lengths {
		s := &r.lengths[l]
		g.Columns = slices.Grow(g.Columns, len(s.Columns)+1)
		g.Shapes = append(g.Shapes, hold.Shape{Name: r.noun, Stuff: stuff, Front: hold.Box(s.from, s.Low, s.to, s.High)})
		side := r.fromSide(stuff)
		for k := range s.Columns {
			p := r.carries(nil, l, k, all)
			col := hold.Column{X: s.Columns[k].X, Share: p.V, Moment: p.M, Geometry: r.set.NewGeometry(hold.Action{})}
			col.Shapes = side
			s.Draw(&col.Geometry, k, p)
			col.Measures = append(col.Measures, hold.Upright("height", "rail.height_mm", float64(r.Thickness)+10, s.Low, s.High))
			col.Fit()
			g.Columns = append(g.Columns, col)
		}
		idle := hold.Column{X: (s.from + s.to) / 2, Geometry: r.set.NewGeometry(hold.Action{})}
		s.Draw(&idle.Geometry, -1, hold.Pulled{})
		if len(idle.Holes) > 0 {
			idle.X = idle.Holes[0].X
			idle.Shapes = side
			idle.Fit()
			g.Columns = append(g.Columns, idle)
		}
	}
	if r.panel != nil {
		columns := r.panel.columns(all)
		for i := range columns {
			columns[i].Shapes = append(columns[i].Shapes, r.fromSide(stuff)[1:]...)
		}
		g.Columns = append(g.Columns, columns...)
	}
	return g
}

// fromSide is the rail as it is seen from its end, with the panel that it is on.
func (r *railed) fromSide(stuff hold.Stuff) []hold.Shape {
	rail := hold.Shape{Name: r.noun, Stuff: stuff, Side: r.way().outline(r.Rail)}
	if r.back == nil {
		return []hold.Shape{rail}
	}
	for i := range rail.Side {
		rail.Side[i][0] += float64(r.back.Thickness)
	}
	return []hold.Shape{{Name: "panel", Stuff: r.back.Made.Stuff(), Side: hold.Box(0, float64(r.back.Bottom), float64(r.back.Thickness),
		float64(r.back.Bottom+r.back.Height))}, rail}
}

// Notes gathers its fasteners' notes, and says what stands off it.
func (r *railed) Notes() hold.Notes {
	n := hold.Notes{Cautions: r.caution}
	for l := range r.lengths {
		m := r.lengths[l].Notes()
		n.Assumed, n.Cautions = append(n.Assumed, m.Assumed...), append(n.Cautions, m.Cautions...)
		if len(r.lengths[l].Columns) == 1 {
			n.Cautions = append(n.Cautions, "only one stud holds "+r.lengthName(l)+": it leans on its rows alone not to swing")
		}
	}
	if r.panel != nil {
		m := r.panel.mount.Notes()
		n.Assumed, n.Cautions = append(n.Assumed, m.Assumed...), append(n.Cautions, m.Cautions...)
	}
	return n
}
