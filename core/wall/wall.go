// Package wall knows what is behind the wall's face, and what a hole in it
// meets. x runs along the wall from its left end, y up from the floor.
package wall

import (
	"fmt"
	"math"

	"aguante/core/fastener"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
)

// LiningKind is what covers the studs.
type LiningKind string

// The linings.
const (
	Gypsum LiningKind = "gypsum"
	Bare   LiningKind = "none"
)

// Linings lists them.
func Linings() []LiningKind { return []LiningKind{Gypsum, Bare} }

// GypsumBearing is the pressure that a heel may put on gypsum lining, MPa.
const GypsumBearing = 2.4

// Lining is the board between the piece on the wall and the studs.
type Lining struct {
	Kind      LiningKind      `json:"kind"`
	Thickness quantity.Length `json:"thickness_mm"`
}

// Gap returns what a screw passes through before it meets the stud, mm.
func (l Lining) Gap() float64 {
	if l.Kind == Bare {
		return 0
	}
	return float64(l.Thickness)
}

// Stud is one upright of the wall, measured: X is its centre and Doubt how far
// that may be off.
type Stud struct {
	ID    string          `json:"id"`
	X     quantity.Length `json:"x_mm"`
	Width quantity.Length `json:"width_mm"`
	Depth quantity.Length `json:"depth_mm"`
	Doubt quantity.Length `json:"doubt_mm"`
	Wood  string          `json:"wood"`
}

// Wall is the wall that everything hangs on.
type Wall struct {
	Length quantity.Length `json:"length_mm"`
	Height quantity.Length `json:"height_mm"`
	Lining Lining          `json:"lining"`
	Studs  []Stud          `json:"studs"`
}

// Meets is what a hole finds behind the lining.
type Meets string

// What a hole meets.
const (
	InStud Meets = "stud"
	Edge   Meets = "edge" // nearer the stud's edge than the fastener should be
	Misses Meets = "misses"
)

// Hit is what one fastener meets. Stud is its id, or the nearest one's on a
// miss; Edge is how far inside the stud's side the axis runs, mm, negative
// outside. Counts says whether the place holds a fastener at all.
type Hit struct {
	Meets  Meets   `json:"meets"`
	Stud   string  `json:"stud,omitempty"`
	Edge   float64 `json:"edge_mm"`
	Counts bool    `json:"counts"`
	stud   *Stud
}

// Behind returns the stud that a hit is about, or nil on a wall without studs.
func (h Hit) Behind() *Stud { return h.stud }

// Meet says what a screw at x meets (engineering basis: in the stud when its
// axis is at least its edge distance inside; nearer is the edge, which fails a
// lag and, under half the distance, any screw; outside it misses).
func (w *Wall) Meet(x float64, s fastener.Screw) Hit {
	hit := Hit{Meets: Misses, Edge: math.Inf(-1)}
	for i := range w.Studs {
		st := &w.Studs[i]
		if inside := float64(st.Width)/2 - math.Abs(x-float64(st.X)); inside > hit.Edge {
			hit.Edge, hit.Stud, hit.stud = inside, st.ID, st
		}
	}
	if hit.stud == nil {
		hit.Edge = 0
		return hit
	}
	switch need := s.EdgeDistance(); {
	case hit.Edge >= need-1e-9:
		hit.Meets, hit.Counts = InStud, true
	case hit.Edge >= 0:
		hit.Meets = Edge
		hit.Counts = s.Kind != fastener.Lag && hit.Edge >= need/2
	}
	return hit
}

// Nearest returns the stud whose centre is nearest to x, or nil.
func (w *Wall) Nearest(x float64) *Stud {
	var best *Stud
	for i := range w.Studs {
		if best == nil || math.Abs(float64(w.Studs[i].X)-x) < math.Abs(float64(best.X)-x) {
			best = &w.Studs[i]
		}
	}
	return best
}

// Validate names every problem of the wall by its path.
func (w *Wall) Validate(p *problem.List) {
	p.Between("length_mm", float64(w.Length), 200, 30000)
	p.Between("height_mm", float64(w.Height), 500, 10000)
	p.OneOf("lining.kind", string(w.Lining.Kind), problem.Words(Linings()))
	if w.Lining.Kind != Bare {
		p.Between("lining.thickness_mm", float64(w.Lining.Thickness), 3, 100)
	}
	if len(w.Studs) > 100 {
		p.Add("studs", "%d studs: at most 100", len(w.Studs))
	}
	for i := range w.Studs {
		s, at := &w.Studs[i], p.In(fmt.Sprintf("studs[%d]", i))
		at.ID(s.ID)
		at.Between("x_mm", float64(s.X), 0, float64(w.Length))
		at.Between("width_mm", float64(s.Width), 20, 300)
		at.Between("depth_mm", float64(s.Depth), 30, 400)
		at.Between("doubt_mm", float64(s.Doubt), 0, 100)
		if _, ok := material.LumberOf(s.Wood); !ok {
			at.Add("wood", "stud wood %q is not known", s.Wood)
		}
	}
}
