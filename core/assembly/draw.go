package assembly

import "gonum.org/v1/gonum/spatial/r3"

// Side is a body as it is seen from its right: out from the wall and up. Front is it from the room: along the wall and up.
func (b *Body) Side() [][2]float64 {
	return b.seen(func(p Vec) [2]float64 { return [2]float64{p.Z, p.Y} })
}

func (b *Body) Front() [][2]float64 {
	return b.seen(func(p Vec) [2]float64 { return [2]float64{p.X, p.Y} })
}

func (b *Body) seen(as func(Vec) [2]float64) [][2]float64 {
	points := make([][2]float64, 0, len(b.form().corners))
	for _, p := range b.form().corners {
		points = append(points, as(p))
	}
	return hull(points)
}

// Shank is a fastener as a body, for what draws it.
func (f *Fastener) Shank() (lo, hi Vec) {
	r := f.Is.D / 2
	way := r3.Unit(f.Way)
	tip := Vec{X: f.Head.X + way.X*f.Long(), Y: f.Head.Y + way.Y*f.Long(), Z: f.Head.Z + way.Z*f.Long()}
	lo = Vec{X: min(f.Head.X, tip.X), Y: min(f.Head.Y, tip.Y), Z: min(f.Head.Z, tip.Z)}
	hi = Vec{X: max(f.Head.X, tip.X), Y: max(f.Head.Y, tip.Y), Z: max(f.Head.Z, tip.Z)}
	thick := func(l, h *float64) {
		if *h-*l < 2*r {
			mid := (*h + *l) / 2
			*l, *h = mid-r, mid+r
		}
	}
	thick(&lo.X, &hi.X)
	thick(&lo.Y, &hi.Y)
	thick(&lo.Z, &hi.Z)
	return lo, hi
}
