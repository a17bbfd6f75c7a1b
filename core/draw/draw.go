// Package draw is a drawing as a list of what is in it: lines, rings and words on named layers, in
// millimetres with y up. One list is shown on the screen, printed, and written for machines.
package draw

import (
	"math"

	"aguante/core/field"
)

// Layer is what a mark is for.
type Layer string

// The layers.
const (
	Cut    Layer = "cut"    // where a tool goes, or an edge is
	Hidden Layer = "hidden" // an edge that is not seen
	Wood   Layer = "wood"   // what is of wood, filled
	Tool   Layer = "tool"   // blade, bit, fence
	Datum  Layer = "datum"  // what is measured from
	Size   Layer = "size"   // dimension lines and their figures
	Words  Layer = "words"
	Faint  Layer = "faint" // what stands about
	Bad    Layer = "bad"   // what is measured wrong, or kept clear of
)

// Choices lists the layers.
func (Layer) Choices() []field.Choice {
	return field.Choose("cut", "cut", "hidden", "hidden", "wood", "wood", "tool", "tool", "datum", "datum", "size", "size", "words", "words",
		"faint", "faint", "bad", "bad")
}

// Mark is one thing in a drawing: a line through points, closed where it is an outline; with R a ring about its
// one point, or the part of it from From to To degrees; with a Text words at its one point, so high, turned by so
// many degrees about it, and so far to its left as Anchor says: 0 begins there, 0.5 is in the middle, 1 ends there.
type Mark struct {
	Layer  Layer        `json:"layer"`
	Points [][2]float64 `json:"points"`
	Closed bool         `json:"closed,omitempty"`
	R      float64      `json:"r,omitempty"`
	From   float64      `json:"from,omitempty"`
	To     float64      `json:"to,omitempty"`
	Text   string       `json:"text,omitempty"`
	High   float64      `json:"high,omitempty"`
	Turn   float64      `json:"turn,omitempty"`
	Anchor float64      `json:"anchor,omitempty"`
	Bold   bool         `json:"bold,omitempty"`
}

// Drawing is a sheet so wide and high, mm.
type Drawing struct {
	Width  float64 `json:"width_mm"`
	Height float64 `json:"height_mm"`
	Marks  []Mark  `json:"marks"`
}

// Line adds a line through points.
func (d *Drawing) Line(l Layer, at ...[2]float64) {
	d.Marks = append(d.Marks, Mark{Layer: l, Points: at})
}

// Outline adds a closed line.
func (d *Drawing) Outline(l Layer, at ...[2]float64) {
	d.Marks = append(d.Marks, Mark{Layer: l, Points: at, Closed: true})
}

// Box adds a rectangle between two corners.
func (d *Drawing) Box(l Layer, x0, y0, x1, y1 float64) {
	d.Outline(l, [2]float64{x0, y0}, [2]float64{x1, y0}, [2]float64{x1, y1}, [2]float64{x0, y1})
}

// Ring adds a circle.
func (d *Drawing) Ring(l Layer, x, y, r float64) {
	d.Marks = append(d.Marks, Mark{Layer: l, Points: [][2]float64{{x, y}}, R: r})
}

// Arc adds a part of a circle, counter-clockwise from one angle to another, degrees.
func (d *Drawing) Arc(l Layer, x, y, r, from, to float64) {
	d.Marks = append(d.Marks, Mark{Layer: l, Points: [][2]float64{{x, y}}, R: r, From: from, To: to})
}

// Say adds words, high mm.
func (d *Drawing) Say(l Layer, x, y, high, anchor float64, text string) {
	d.Marks = append(d.Marks, Mark{Layer: l, Points: [][2]float64{{x, y}}, Text: text, High: high, Anchor: anchor})
}

// Across adds a dimension line with its figure over it, from x0 to x1 at y.
func (d *Drawing) Across(l Layer, x0, x1, y, high float64, text string) {
	t := high / 2
	d.Line(l, [2]float64{x0, y}, [2]float64{x1, y})
	d.Line(l, [2]float64{x0, y - t}, [2]float64{x0, y + t})
	d.Line(l, [2]float64{x1, y - t}, [2]float64{x1, y + t})
	d.Say(l, (x0+x1)/2, y+high*0.45, high, 0.5, text)
}

// Upright adds one from y0 to y1 at x, its figure beside it, on its left where left.
func (d *Drawing) Upright(l Layer, x, y0, y1, high float64, left bool, text string) {
	t := high / 2
	d.Line(l, [2]float64{x, y0}, [2]float64{x, y1})
	d.Line(l, [2]float64{x - t, y0}, [2]float64{x + t, y0})
	d.Line(l, [2]float64{x - t, y1}, [2]float64{x + t, y1})
	if left {
		d.Say(l, x-high*0.6, (y0+y1)/2-high*0.35, high, 1, text)
		return
	}
	d.Say(l, x+high*0.6, (y0+y1)/2-high*0.35, high, 0, text)
}

// At moves a drawing and makes it k times as large.
func (d *Drawing) At(x, y, k float64) []Mark {
	out := make([]Mark, len(d.Marks))
	for i, m := range d.Marks {
		at := make([][2]float64, len(m.Points))
		for j, p := range m.Points {
			at[j] = [2]float64{x + k*p[0], y + k*p[1]}
		}
		m.Points, m.R, m.High = at, m.R*k, m.High*k
		out[i] = m
	}
	return out
}

// Bounds are the corners of what is drawn, without its words.
func (d *Drawing) Bounds() (x0, y0, x1, y1 float64) {
	x0, y0, x1, y1 = math.Inf(1), math.Inf(1), math.Inf(-1), math.Inf(-1)
	for _, m := range d.Marks {
		if m.Text != "" {
			continue
		}
		for _, p := range m.Points {
			x0, y0, x1, y1 = min(x0, p[0]-m.R), min(y0, p[1]-m.R), max(x1, p[0]+m.R), max(y1, p[1]+m.R)
		}
	}
	return x0, y0, x1, y1
}
