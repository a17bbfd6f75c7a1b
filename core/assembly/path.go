package assembly

import (
	"cmp"
	"math"
	"slices"

	"gonum.org/v1/gonum/spatial/r3"

	"aguante/core/piece"
)

// Pass is a body that a fastener goes through: from and to, mm behind its head's face, with air before it; the face
// that it comes in by and the one that it leaves by, "" where its point stays inside; how it stands to the grain, 90 across
// it, degrees; and how near its middle line comes to an edge and to an end of the body, mm.
type Pass struct {
	Body      *Body
	From, To  float64
	Air       float64
	In, Out   piece.Face
	Slanted   bool // it leaves by a face that is not across from the one that it came in by
	Grain     float64
	Edge, End float64
}

// Long is how far a fastener reaches behind the face that its head is let into, mm.
func (f *Fastener) Long() float64 { return f.Recess + f.Is.Length }

// Path is what a fastener meets, in the order in which it meets it.
func (a *Assembly) Path(f *Fastener) []Pass {
	way := r3.Unit(f.Way)
	tip := r3.Add(f.Head, r3.Scale(f.Long(), way))
	lo, hi := bounds([]Vec{f.Head, tip})
	var out []Pass
	for _, b := range a.Bodies {
		if s := b.form(); b.Part || s.lo.X > hi.X || s.hi.X < lo.X || s.lo.Y > hi.Y || s.hi.Y < lo.Y || s.lo.Z > hi.Z || s.hi.Z < lo.Z {
			continue
		}
		if f.Loose && b.form().holds(f.Head, near) {
			continue
		}
		if p, ok := b.met(f.Head, way, f.Long()); ok {
			out = append(out, p)
		}
	}
	out = a.gone(f, out)
	at := 0.0
	for i := range out {
		out[i].Air = max(0, out[i].From-at)
		at = max(at, out[i].To)
	}
	return out
}

// gone leaves out of a path what joints have cut away: of what houses something, where that is; of a lap, the other half.
func (a *Assembly) gone(f *Fastener, path []Pass) []Pass {
	find := func(b *Body) *Pass {
		if i := slices.IndexFunc(path, func(p Pass) bool { return p.Body == b }); i >= 0 {
			return &path[i]
		}
		return nil
	}
	for _, j := range a.Joints {
		if !j.cuts() || j.Kind == Hung {
			continue
		}
		in, host := find(j.A), find(j.B)
		if in == nil || host == nil {
			continue
		}
		if j.Kind == Housed {
			if host.From > in.From-0.05 && host.To < in.To+0.05 {
				path = slices.DeleteFunc(path, func(p Pass) bool { return p.Body == j.B })
			}
			continue
		}
		way := r3.Dot(r3.Unit(f.Way), j.A.At.Z)
		if math.Abs(way) < 0.9 {
			continue
		}
		first, then := in, host // the first has its own back
		if way < 0 {
			first, then = host, in
		}
		mid := (j.A.Thickness/2 - j.A.At.In(f.Head).Z) / way
		if first.To, then.From = min(first.To, mid), max(then.From, mid); first.To < f.Long() {
			first.Out = j.A.called(len(j.A.Outline))
		}
		path = slices.DeleteFunc(path, func(p Pass) bool { return (p.Body == j.A || p.Body == j.B) && p.From >= p.To-near })
	}
	slices.SortStableFunc(path, func(p, q Pass) int { return cmp.Compare(p.From, q.From) })
	return path
}

// met is how a line meets a body.
func (b *Body) met(from, way Vec, long float64) (Pass, bool) {
	s := b.form()
	in, end, inBy, outBy, ok := s.through(from, way, long, near)
	if !ok {
		return Pass{}, false
	}
	p := Pass{Body: b, From: in, To: end, Edge: math.Inf(1), End: math.Inf(1)}
	if inBy < 0 { // it starts on a face
		inBy = b.facing(from, way)
	}
	p.In = b.called(inBy)
	if outBy >= 0 {
		p.Out = b.called(outBy)
		bevel := outBy < s.n && b.slope(outBy) != 0 && inBy >= s.n
		p.Slanted = inBy >= 0 && (bevel || r3.Dot(s.planes[inBy].n, s.planes[outBy].n) > -0.5)
	}
	p.Grain = math.Acos(min(1, math.Abs(r3.Dot(way, b.At.X)))) * 180 / math.Pi
	for i := range s.planes {
		if i == inBy || i == outBy {
			continue
		}
		pl := &s.planes[i]
		if math.Abs(r3.Dot(pl.n, way)) > 0.9 {
			continue // the face before its point
		}
		far := math.Inf(1)
		for _, t := range [2]float64{in, end} {
			far = min(far, pl.d-r3.Dot(pl.n, r3.Add(from, r3.Scale(t, way))))
		}
		if math.Abs(r3.Dot(pl.n, b.At.X)) > 0.7 {
			p.End = min(p.End, far)
		} else {
			p.Edge = min(p.Edge, far)
		}
	}
	return p, true
}

// facing is the plane that a line comes in by which starts on it.
func (b *Body) facing(from, way Vec) int {
	s := b.form()
	best, far := -1, math.Inf(1)
	for i := range s.planes {
		if r3.Dot(s.planes[i].n, way) < -0.1 {
			if d := s.planes[i].d - r3.Dot(s.planes[i].n, from); d < far {
				best, far = i, d
			}
		}
	}
	return best
}

// called is what a plane of a body is called as a face of its piece.
func (b *Body) called(plane int) piece.Face {
	n := len(b.Outline)
	switch {
	case plane < 0:
		return ""
	case plane == n:
		return piece.Back
	case plane == n+1:
		return piece.Front
	}
	switch e := b.edge(plane, 0); {
	case math.Abs(e.n[0]) > math.Abs(e.n[1]):
		return piece.Ended
	case e.n[1] > 0:
		return piece.Upper
	}
	return piece.Lower
}

// grips tells whether a fastener's point is inside something that it meets, which its thread then grips.
func grips(path []Pass) bool {
	return slices.ContainsFunc(path, func(p Pass) bool { return p.Out == "" })
}
