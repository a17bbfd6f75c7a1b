package paper

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"aguante/core/draw"
	"aguante/core/drill"
	"aguante/core/piece"
	"aguante/core/plan"
	"aguante/core/say"
)

// Template is a drawing true to scale of something that is cut or drilled by it.
type Template struct {
	Key     string
	Name    string
	Drawing draw.Drawing
}

// around is the paper round what is drawn, mm.
const around = 12.0

// Templates are those of a wall: of every kind of piece into which something is cut or whose ends are not square, of
// what each support is screwed to the wall through, and story sticks.
func Templates(parts []plan.Part, s *drill.Schedule, u say.Units) []Template {
	var out []Template
	for i := range parts {
		if q := &parts[i]; q.D == 0 && q.Wood != "" && (len(q.Features) > 0 || q.Off != [2]float64{} || q.Bevel > 0) {
			out = append(out, Template{"piece-" + q.Letter, q.Letter + ", " + q.Name, pieceDrawing(q, u)})
			if q.Bevel > 0 || slices.ContainsFunc(q.Features, edgewise) {
				out = append(out, Template{"end-" + q.Letter, q.Letter + ", " + q.Name + ", end", endDrawing(q, u)})
			}
		}
	}
	owners := map[string][]drill.Hole{}
	var order []string
	for _, h := range s.Holes {
		if owners[h.Owner] == nil {
			order = append(order, h.Owner)
		}
		owners[h.Owner] = append(owners[h.Owner], h)
	}
	seen := map[string]bool{}
	for _, o := range order {
		d := wallDrawing(owners[o], u)
		if like := fmt.Sprintf("%.2f", shape(owners[o])); !seen[like] { // brackets alike share one
			seen[like] = true
			out = append(out, Template{"wall-" + o, "holes of " + owners[o][0].For, d})
		}
	}
	if len(s.Stick.Along) > 0 {
		out = append(out, Template{"stick-along", "story stick, along the wall", stickDrawing(s.Stick.Along, u)})
	}
	if len(s.Stick.Heights) > 0 {
		out = append(out, Template{"stick-heights", "story stick, heights", stickDrawing(s.Stick.Heights, u)})
	}
	return out
}

func edgewise(f piece.Feature) bool { return f.Face == piece.Lower || f.Face == piece.Upper }

// shape is where holes are from the first of them.
func shape(all []drill.Hole) []float64 {
	var out []float64
	for _, h := range all {
		out = append(out, h.X-all[0].X, h.OverShelf, h.Pilot)
	}
	return out
}

// pieceDrawing is the face of a piece and all that is cut into it, its lower left corner at around, around.
func pieceDrawing(q *plan.Part, u say.Units) draw.Drawing {
	l, w := q.Length, q.Width
	d := draw.Drawing{Width: l + 2*around, Height: w + 2*around + 8}
	o := around
	lean := func(deg float64) float64 { return w * math.Tan(deg*math.Pi/180) }
	d.Outline(draw.Cut, [2]float64{o, o}, [2]float64{o + l, o}, [2]float64{o + l - lean(q.Off[1]), o + w}, [2]float64{o + lean(q.Off[0]), o + w})
	if narrow := q.Thickness * math.Tan(q.Bevel*math.Pi/180); q.Bevel > 0 && narrow < w {
		d.Line(draw.Hidden, [2]float64{o, o + w - narrow}, [2]float64{o + l, o + w - narrow})
	}
	for _, f := range q.Features {
		layer := draw.Cut
		if f.Face != piece.Front && f.Face != piece.Back || f.Face == piece.Back {
			layer = draw.Hidden
		}
		x, y := o+f.X, o+f.Y
		switch {
		case edgewise(f):
			deep := f.Depth
			if deep == 0 {
				deep = w
			}
			y0, y1 := o, o+deep
			if f.Face == piece.Upper {
				y0, y1 = o+w-deep, o+w
			}
			half := f.D / 2
			if f.Kind == piece.Bore || f.Kind == piece.Key {
				d.Box(draw.Hidden, x-half, y0, x+half, y1)
				d.Line(draw.Datum, [2]float64{x, y0}, [2]float64{x, y1})
				continue
			}
			d.Box(draw.Hidden, x, y0, x+f.Long, y1)
		case f.Kind == piece.Bore:
			d.Ring(layer, x, y, f.D/2)
			if f.Recess > 0 {
				d.Ring(layer, x, y, f.Head/2)
			}
			d.Line(draw.Datum, [2]float64{x - 5, y}, [2]float64{x + 5, y})
			d.Line(draw.Datum, [2]float64{x, y - 5}, [2]float64{x, y + 5})
		case f.Kind == piece.Key:
			keyhole(&d, layer, x, y, f)
		default:
			d.Box(layer, x, y, x+f.Long, y+f.Wide)
		}
	}
	text := q.Letter + ", " + q.Name + ", " + say.In(u, say.Length(l)+" × "+say.Length(w)+" × "+say.Fine(q.Thickness))
	d.Say(draw.Words, o+2, o+w+3, min(normal, max(2.4, l/30)), 0, text)
	return d
}

// keyhole draws its entry, the slot from there to where the shank ends up, and that place.
func keyhole(d *draw.Drawing, layer draw.Layer, x, y float64, f piece.Feature) {
	d.Ring(layer, x+f.Long, y+f.Wide, f.D/2)
	s := f.Slim / 2
	if f.Long != 0 {
		d.Line(layer, [2]float64{x + f.Long, y - s}, [2]float64{x, y - s})
		d.Line(layer, [2]float64{x + f.Long, y + s}, [2]float64{x, y + s})
		if f.Long < 0 {
			d.Arc(layer, x, y, s, 270, 450)
		} else {
			d.Arc(layer, x, y, s, 90, 270)
		}
		return
	}
	d.Line(layer, [2]float64{x - s, y + f.Wide}, [2]float64{x - s, y})
	d.Line(layer, [2]float64{x + s, y + f.Wide}, [2]float64{x + s, y})
	if f.Wide < 0 {
		d.Arc(layer, x, y, s, 0, 180)
	} else {
		d.Arc(layer, x, y, s, 180, 360)
	}
}

// endDrawing is a piece from its end: its bevel, and where bores and slots go into its edges.
func endDrawing(q *plan.Part, u say.Units) draw.Drawing {
	w, t := q.Width, q.Thickness
	d := draw.Drawing{Width: w + 2*around, Height: t + 2*around + 8}
	o := around
	narrow := w - t*math.Tan(q.Bevel*math.Pi/180)
	if q.Bevel == 0 || narrow < 0 {
		narrow = w
	}
	d.Outline(draw.Cut, [2]float64{o, o}, [2]float64{o + narrow, o}, [2]float64{o + w, o + t}, [2]float64{o, o + t})
	for _, f := range q.Features {
		if !edgewise(f) {
			continue
		}
		half, mid := f.D/2, o+f.Y
		if f.Kind != piece.Bore && f.Kind != piece.Key {
			half, mid = f.Wide/2, o+f.Y+f.Wide/2
		}
		deep := f.Depth
		if deep == 0 {
			deep = w
		}
		x0, x1 := o, o+min(deep, w)
		if f.Face == piece.Upper {
			x0, x1 = o+w-min(deep, w), o+w
		}
		d.Box(draw.Hidden, x0, mid-half, x1, mid+half)
	}
	d.Say(draw.Words, o, o+t+3, 2.8, 0, q.Letter+", end, "+say.In(u, say.Fine(t))+" thick")
	return d
}

// wallDrawing are the holes of what is screwed on as one, with the level line and which edge is up.
func wallDrawing(all []drill.Hole, u say.Units) draw.Drawing {
	x0, x1, y0, y1 := math.Inf(1), math.Inf(-1), 0.0, 0.0
	for _, h := range all {
		x0, x1, y0, y1 = min(x0, h.X), max(x1, h.X), min(y0, h.OverShelf), max(y1, h.OverShelf)
	}
	const side = 40.0
	d := draw.Drawing{Width: x1 - x0 + 2*side + 60, Height: y1 - y0 + 2*side}
	at := func(x, y float64) (float64, float64) { return x - x0 + side, y - y0 + side }
	_, level := at(0, 0)
	d.Line(draw.Datum, [2]float64{around, level}, [2]float64{d.Width - around, level})
	d.Say(draw.Datum, around, level+1.5, small, 0, "level line: underside of "+after(all[0].For))
	for _, h := range all {
		x, y := at(h.X, h.OverShelf)
		d.Ring(draw.Cut, x, y, h.Pilot/2)
		d.Line(draw.Datum, [2]float64{x - 6, y}, [2]float64{x + 6, y})
		d.Line(draw.Datum, [2]float64{x, y - 6}, [2]float64{x, y + 6})
		d.Say(draw.Words, x+7, y+2, small, 0, fmt.Sprintf("%d", h.N))
		d.Say(draw.Size, x+7, y-4, small, 0, say.In(u, say.Fine(h.Pilot)))
	}
	d.Say(draw.Words, d.Width/2, d.Height-8, normal, 0.5, "this edge up ↑")
	return d
}

// after is whose a hole is, of what it says that it is for.
func after(what string) string {
	if _, whose, ok := strings.Cut(what, " of "); ok {
		return whose
	}
	return what
}

// stickDrawing is a stick of marks from its end.
func stickDrawing(marks []drill.Mark, u say.Units) draw.Drawing {
	lo, hi := 0.0, 0.0
	for _, m := range marks {
		lo, hi = min(lo, m.At), max(hi, m.At)
	}
	const high = 30.0
	d := draw.Drawing{Width: hi - lo + 2*around, Height: high + 2*around}
	d.Box(draw.Cut, around, around, around+hi-lo, around+high)
	d.Line(draw.Datum, [2]float64{around - lo, around - 4}, [2]float64{around - lo, around + high + 4})
	d.Say(draw.Datum, around-lo+1, around+high+1.5, 2.8, 0, "datum")
	last := math.Inf(-1)
	row := 0
	for _, m := range marks {
		x := around + m.At - lo
		d.Line(draw.Cut, [2]float64{x, around}, [2]float64{x, around + high})
		if row++; m.At-last > 45 {
			row = 0
		}
		last = m.At
		d.Say(draw.Words, x+0.8, around+high-4-float64(row%5)*5, 2.6, 0, say.In(u, say.Fine(m.At))+" "+m.Says)
	}
	return d
}
