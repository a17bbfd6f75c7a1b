package assembly

import (
	"math"
	"slices"

	"gonum.org/v1/gonum/spatial/r3"
)

// near is what lengths may differ by and be one, mm.
const near = 1e-6

// plane bounds a solid: what is inside is where n · p ≤ d; n is of length 1.
type plane struct {
	n Vec
	d float64
}

// solid is a body as corners, the lower face's and then the upper one's, and planes: its edges' in their order, then
// its lower and its upper face. All are in the shelf's axes.
type solid struct {
	n       int // edges of its outline
	corners []Vec
	planes  []plane
	lo, hi  Vec
}

// form is a body's solid, made when it is first asked for.
func (b *Body) form() *solid {
	if b.solid == nil {
		b.solid = b.make()
	}
	return b.solid
}

// face is the outline so far along its own z.
func (b *Body) face(z float64) [][2]float64 {
	n := len(b.Outline)
	if len(b.Slopes) == 0 || z == 0 {
		return b.Outline
	}
	out := make([][2]float64, n)
	for i := range b.Outline {
		p, o := b.edge((i+n-1)%n, z), b.edge(i, z)
		det := p.n[0]*o.n[1] - p.n[1]*o.n[0]
		if math.Abs(det) < 1e-12 {
			out[i] = b.Outline[i]
			continue
		}
		out[i] = [2]float64{(p.d*o.n[1] - o.d*p.n[1]) / det, (o.d*p.n[0] - p.d*o.n[0]) / det}
	}
	return out
}

type line struct {
	n [2]float64 // outward, of length 1
	d float64
}

// edge is the line of an edge of the outline so far along its own z.
func (b *Body) edge(i int, z float64) line {
	p, q := b.Outline[i], b.Outline[(i+1)%len(b.Outline)]
	dx, dy := q[0]-p[0], q[1]-p[1]
	l := math.Hypot(dx, dy)
	n := [2]float64{dy / l, -dx / l}
	return line{n, n[0]*p[0] + n[1]*p[1] + z*b.lean(i)}
}

// lean is how far an edge goes outward for each mm along its own z.
func (b *Body) lean(i int) float64 {
	if len(b.Slopes) == 0 {
		return 0
	}
	return math.Tan(b.Slopes[i] * math.Pi / 180)
}

func (b *Body) make() *solid {
	n := len(b.Outline)
	s := &solid{n: n, corners: make([]Vec, 0, 2*n), planes: make([]plane, 0, n+2)}
	for _, z := range [2]float64{0, b.Thickness} {
		for _, p := range b.face(z) {
			s.corners = append(s.corners, b.At.Of(Vec{X: p[0], Y: p[1], Z: z}))
		}
	}
	for i := range n {
		e := b.edge(i, 0)
		own := Vec{X: e.n[0], Y: e.n[1], Z: -b.lean(i)}
		normal := r3.Unit(r3.Add(r3.Scale(own.X, b.At.X), r3.Add(r3.Scale(own.Y, b.At.Y), r3.Scale(own.Z, b.At.Z))))
		s.planes = append(s.planes, plane{normal, r3.Dot(normal, s.corners[i])})
	}
	s.planes = append(s.planes, plane{r3.Scale(-1, b.At.Z), -r3.Dot(b.At.Z, s.corners[0])}, plane{b.At.Z, r3.Dot(b.At.Z, s.corners[n])})
	s.lo, s.hi = bounds(s.corners)
	return s
}

func bounds(of []Vec) (lo, hi Vec) {
	if len(of) == 0 {
		return lo, hi
	}
	lo, hi = of[0], of[0]
	for _, p := range of {
		lo = Vec{X: min(lo.X, p.X), Y: min(lo.Y, p.Y), Z: min(lo.Z, p.Z)}
		hi = Vec{X: max(hi.X, p.X), Y: max(hi.Y, p.Y), Z: max(hi.Z, p.Z)}
	}
	return lo, hi
}

// holds tells whether a place is in the solid, or so near to it.
func (s *solid) holds(p Vec, by float64) bool {
	for i := range s.planes {
		if r3.Dot(s.planes[i].n, p) > s.planes[i].d+by {
			return false
		}
	}
	return true
}

// through is the part of a line, from so far to so far along a way of length 1, that is in the solid, and by which
// planes it comes in and goes out, -1 at its ends; ok is false of one that passes by, or goes no deeper than so far under
// a face that it runs along.
func (s *solid) through(from, way Vec, long, under float64) (in, out float64, inBy, outBy int, ok bool) {
	in, out, inBy, outBy = 0, long, -1, -1
	for i := range s.planes {
		p := &s.planes[i]
		v, left := r3.Dot(p.n, way), p.d-r3.Dot(p.n, from)
		switch {
		case math.Abs(v) < 1e-12:
			if left < under {
				return 0, 0, -1, -1, false
			}
		case v < 0:
			if t := left / v; t > in {
				in, inBy = t, i
			}
		default:
			if t := left / v; t < out {
				out, outBy = t, i
			}
		}
	}
	return in, out, inBy, outBy, out > in+near
}

// edges are its edges as pairs of corners.
func (s *solid) edges(do func(a, b Vec)) {
	for i := range s.n {
		k := (i + 1) % s.n
		do(s.corners[i], s.corners[k])
		do(s.corners[s.n+i], s.corners[s.n+k])
		do(s.corners[i], s.corners[s.n+i])
	}
}

// apart tells whether boxes round two solids are.
func apart(a, b *solid, by float64) bool {
	return a.lo.X > b.hi.X-by || b.lo.X > a.hi.X-by || a.lo.Y > b.hi.Y-by || b.lo.Y > a.hi.Y-by || a.lo.Z > b.hi.Z-by || b.lo.Z > a.hi.Z-by
}

// shared are the corners of what two solids have in common; none where they only touch or are apart.
func shared(a, b *solid) []Vec {
	if apart(a, b, near) {
		return nil
	}
	var out []Vec
	one := func(s, o *solid) {
		for _, p := range s.corners {
			if o.holds(p, near) {
				out = append(out, p)
			}
		}
		s.edges(func(p, q Vec) {
			d := r3.Sub(q, p)
			long := r3.Norm(d)
			if long < near {
				return
			}
			way := r3.Scale(1/long, d)
			if in, end, _, _, ok := o.through(p, way, long, -near); ok {
				out = append(out, r3.Add(p, r3.Scale(in, way)), r3.Add(p, r3.Scale(end, way)))
			}
		})
	}
	one(a, b)
	one(b, a)
	if lo, hi := bounds(out); hi.X-lo.X < near || hi.Y-lo.Y < near || hi.Z-lo.Z < near {
		return nil
	}
	return out
}

// deep is by how much two solids go into one another: the least way along which one could be drawn out; not above 0
// where they touch or are apart (separating axes).
func deep(a, b *solid) float64 {
	least := math.Inf(1)
	try := func(n Vec) bool {
		l := r3.Norm(n)
		if l < 1e-9 {
			return true
		}
		n = r3.Scale(1/l, n)
		alo, ahi := spread(a, n)
		blo, bhi := spread(b, n)
		least = min(least, ahi-blo, bhi-alo)
		return least > 0
	}
	for _, s := range [2]*solid{a, b} {
		for i := range s.planes {
			if !try(s.planes[i].n) {
				return least
			}
		}
	}
	ok := true
	a.ways(func(p Vec) {
		b.ways(func(q Vec) {
			if ok {
				ok = try(r3.Cross(p, q))
			}
		})
	})
	return least
}

// ways are the directions of its edges.
func (s *solid) ways(do func(Vec)) {
	var had []Vec
	s.edges(func(a, b Vec) {
		d := r3.Sub(b, a)
		l := r3.Norm(d)
		if l < near {
			return
		}
		d = r3.Scale(1/l, d)
		if !slices.ContainsFunc(had, func(o Vec) bool { return math.Abs(r3.Dot(o, d)) > 1-1e-9 }) {
			had = append(had, d)
		}
	})
	for _, d := range had {
		do(d)
	}
}

func spread(s *solid, n Vec) (lo, hi float64) {
	lo, hi = math.Inf(1), math.Inf(-1)
	for _, p := range s.corners {
		v := r3.Dot(p, n)
		lo, hi = min(lo, v), max(hi, v)
	}
	return lo, hi
}

// hull is what some points cover, counted round to the left (Andrew's monotone chain).
func hull(points [][2]float64) [][2]float64 {
	slices.SortFunc(points, func(a, b [2]float64) int {
		return slices.Compare(a[:], b[:])
	})
	turn := func(o, a, b [2]float64) float64 { return (a[0]-o[0])*(b[1]-o[1]) - (a[1]-o[1])*(b[0]-o[0]) }
	half := func(all [][2]float64) (out [][2]float64) {
		for _, p := range all {
			for len(out) >= 2 && turn(out[len(out)-2], out[len(out)-1], p) <= 1e-9 {
				out = out[:len(out)-1]
			}
			out = append(out, p)
		}
		return out[:max(0, len(out)-1)]
	}
	low := half(points)
	back := slices.Clone(points)
	slices.Reverse(back)
	return append(low, half(back)...)
}

// convex tells what is wrong with an outline, "" where it is a convex polygon counted round to the left.
func convex(outline [][2]float64) string {
	n := len(outline)
	if n < 3 {
		return "has no area"
	}
	area, turns := 0.0, 0.0
	for i := range outline {
		a, b, c := outline[i], outline[(i+1)%n], outline[(i+2)%n]
		area += a[0]*b[1] - b[0]*a[1]
		ux, uy, vx, vy := b[0]-a[0], b[1]-a[1], c[0]-b[0], c[1]-b[1]
		cross := ux*vy - uy*vx
		if cross < -near {
			return "is inside out at a corner"
		}
		turns += math.Atan2(cross, ux*vx+uy*vy)
	}
	switch {
	case area <= near:
		return "has no area"
	case math.Abs(turns-2*math.Pi) > 1e-3:
		return "crosses itself"
	}
	return ""
}
