package check

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/piece"
	"aguante/core/quantity"
)

// everyLinkIsCoded: each says the piece it lives in, what goes and what of.
func (c *conformer) everyLinkIsCoded(t *testing.T) (wrong []string) {
	for _, l := range c.answer(t, nil).Links {
		if l.Piece == "" || !slices.Contains(field.Keys[hold.Goes](), l.Goes) || !slices.Contains(field.Keys[hold.Of](), l.Of) {
			wrong = append(wrong, fmt.Sprintf("%s: piece %q, %q of %q", l.ID, l.Piece, l.Goes, l.Of))
		}
	}
	return wrong
}

func (c *conformer) isDrawn(t *testing.T) (wrong []string) {
	a := c.answer(t, nil)
	check := func(name string, shapes []hold.Shape) {
		if len(shapes) == 0 {
			wrong = append(wrong, name+" has no shape")
		}
		for _, sh := range shapes {
			for _, p := range append(slices.Clone(sh.Side), sh.Front...) {
				if math.IsNaN(p[0]) || math.IsNaN(p[1]) || math.IsInf(p[0], 0) || math.IsInf(p[1], 0) {
					wrong = append(wrong, name+": "+sh.Name+" has a corner nowhere")
				}
			}
		}
	}
	for _, s := range a.Supports {
		check(s.Name, s.Geometry.Shapes)
	}
	if a.Rail != nil {
		check("rail", a.Rail.Geometry.Shapes)
	}
	if len(a.Supports) == 0 && a.Rail == nil {
		wrong = append(wrong, "nothing is drawn")
	}
	return wrong
}

// everyHoleHasAPlace: each fastener into the wall stands somewhere on it, under an id of
// its own, and all that the pieces count are drawn.
func (c *conformer) everyHoleHasAPlace(t *testing.T) (wrong []string) {
	seen := map[string]bool{}
	for id, n := range holesOf(c.answer(t, nil)) {
		if seen[id] = true; n > 1 || strings.HasSuffix(id, "/") {
			wrong = append(wrong, fmt.Sprintf("%d holes are called %q", n, id))
		}
	}
	if len(seen) == 0 && c.shelf().Supports != nil {
		wrong = append(wrong, "it has no hole in the wall")
	}
	for _, p := range c.p.Pieces(c.shelf()) {
		for _, f := range p.Outside() {
			wrong = append(wrong, fmt.Sprintf("a %s at %.1f, %.1f is not within the %s, %.0f × %.0f × %.0f", f.Kind, f.X, f.Y, p.Name, p.Length,
				p.Width, p.Thickness))
		}
	}
	return wrong
}

// holesOf counts the holes in the wall by their ids.
func holesOf(a *Shelf) map[string]int {
	out := map[string]int{}
	for _, s := range a.Supports {
		for _, h := range s.Geometry.Holes {
			if s.Own > 0 {
				out[s.ID+"/"+h.ID]++
			}
		}
	}
	if a.Rail != nil {
		for _, col := range a.Rail.Geometry.Columns {
			for _, h := range col.Holes {
				out[a.Rail.ID+"/"+h.ID]++
			}
		}
	}
	return out
}

// piecesAsDrawn: every cut piece that hangs the shelf is as big as a shape that is drawn
// under its name, in two directions at least.
func (c *conformer) piecesAsDrawn(t *testing.T) (wrong []string) {
	a := c.answer(t, nil)
	var shapes []hold.Shape
	for _, s := range a.Supports {
		shapes = append(shapes, s.Geometry.Shapes...)
	}
	if a.Rail != nil {
		for _, col := range a.Rail.Geometry.Columns {
			shapes = append(shapes, col.Shapes...)
		}
		shapes = append(shapes, a.Rail.Geometry.Shapes...)
	}
	pieces := c.p.Hangings(c.shelf())
	if len(pieces) == 0 {
		wrong = append(wrong, "it is made of nothing")
	}
	for _, p := range pieces {
		if p.Count <= 0 || p.Name == "" {
			wrong = append(wrong, fmt.Sprintf("%s: %d of %q", p.ID, p.Count, p.Name))
		}
		if p.Bought() {
			continue
		}
		if !(p.Length > 0 && p.Width > 0 && p.Thickness > 0) {
			wrong = append(wrong, fmt.Sprintf("%s is %g × %g × %g", p.ID, p.Length, p.Width, p.Thickness))
		}
		if !slices.ContainsFunc(shapes, func(s hold.Shape) bool { return isShape(&p, s) }) {
			wrong = append(wrong, fmt.Sprintf("no %s is drawn %.1f × %.1f × %.1f", p.Name, p.Length, p.Width, p.Thickness))
		}
	}
	return wrong
}

// isShape tells whether a shape is of a piece: two of the piece's measures are found along
// edges of one of its views.
func isShape(p *piece.Piece, s hold.Shape) bool {
	if !strings.Contains(p.Name, s.Name) && !strings.Contains(s.Name, p.Name) {
		return false
	}
	for _, view := range [][][2]float64{s.Side, s.Front} {
		found := 0
		for _, want := range []float64{p.Length, p.Width, p.Thickness} {
			if slices.ContainsFunc(spans(view), func(l float64) bool { return math.Abs(l-want) < 0.51 }) {
				found++
			}
		}
		if found >= 2 {
			return true
		}
	}
	return false
}

// spans are how long the edges of an outline are, and how wide it is across each.
func spans(view [][2]float64) []float64 {
	var out []float64
	for i, from := range view {
		to := view[(i+1)%len(view)]
		l := math.Hypot(to[0]-from[0], to[1]-from[1])
		lo, hi := math.Inf(1), math.Inf(-1)
		for _, p := range view {
			across := (p[1]*(to[0]-from[0]) - p[0]*(to[1]-from[1])) / l
			lo, hi = min(lo, across), max(hi, across)
		}
		out = append(out, l, hi-lo)
	}
	return out
}

// piecesWeigh: the pieces weigh what the check has them weigh.
func (c *conformer) piecesWeigh(t *testing.T) (wrong []string) {
	sum := 0.0
	pieces := c.shelf().BoardPieces() // what a board hangs by is not weighed
	if c.form() != nil {
		pieces = c.p.Pieces(c.shelf())
	}
	for _, p := range pieces {
		if rail := c.shelf().Rail; rail == "" || !strings.HasPrefix(p.ID, rail+"/") { // nor the rail on the wall
			sum += float64(p.Count) * p.Weight()
		}
	}
	want := c.answer(t, nil).Self * quantity.Gravity
	if math.Abs(sum-want) > 0.005*want {
		wrong = append(wrong, fmt.Sprintf("the pieces weigh %.2f N, the check says %.2f", sum, want))
	}
	return wrong
}
