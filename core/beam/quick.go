package beam

import (
	"math"
	"slices"
)

// Quick answers for one load on many placings of rigid, level supports by the
// three-moment equation: a search asks it thousands of times where Condense
// would be too slow. Sag is looked for at five places of a span, so it may be
// some per cent low; the answer of a search is solved again in full.
type Quick struct {
	length, ei float64
	parts      []part
}

// part is a stretch of even load with the sums of w sᵏ before it.
type part struct {
	from, w float64
	sum     [4]float64
}

// NewQuick prepares a load on a board of the given length, mm, and EI, N·mm².
func NewQuick(length, ei float64, patches []Patch) *Quick {
	xs := []float64{0, length}
	for _, p := range patches {
		xs = append(xs, min(max(p.From, 0), length), min(max(p.To, 0), length))
	}
	slices.Sort(xs)
	xs = slices.Compact(xs)
	q := &Quick{length: length, ei: ei}
	var sum [4]float64
	for i, x := range xs[:len(xs)-1] {
		p := part{from: x, sum: sum}
		mid := (x + xs[i+1]) / 2
		for _, o := range patches {
			if mid > o.From && mid < o.To {
				p.w += o.W
			}
		}
		q.parts = append(q.parts, p)
		sum = p.upTo(xs[i+1])
	}
	return q
}

// upTo returns ∫ w sᵏ ds from 0 to x for k of 0 to 3, x within the part.
func (p *part) upTo(x float64) [4]float64 {
	out := p.sum
	a, b := p.from, x
	for k := range out {
		out[k] += p.w * (b - a) / float64(k+1)
		a, b = a*p.from, b*x
	}
	return out
}

func (q *Quick) upTo(x float64) [4]float64 {
	i := len(q.parts) - 1
	for i > 0 && q.parts[i].from > x {
		i--
	}
	return q.parts[i].upTo(x)
}

// about returns ∫ w (s − c)ᵏ ds between two sums, k of 0 to 3.
func about(lo, hi [4]float64, c float64) (m [4]float64) {
	d := [4]float64{hi[0] - lo[0], hi[1] - lo[1], hi[2] - lo[2], hi[3] - lo[3]}
	m[0] = d[0]
	m[1] = d[1] - c*d[0]
	m[2] = d[2] - 2*c*d[1] + c*c*d[0]
	m[3] = d[3] - 3*c*d[2] + 3*c*c*d[1] - c*c*c*d[0]
	return m
}

// atMost is how many supports Quick takes.
const atMost = 8

// Sags calls each with the sag of every overhang and span, mm, left to right, on
// supports at ascending places. Loose supports do not pull: one that would is
// left out.
func (q *Quick) Sags(at []float64, each func(sag float64)) {
	n := len(at)
	if n < 2 || n > atMost {
		each(math.Inf(1))
		return
	}
	var b bends
	q.bend(&b, at)
	worst := 0
	for i := range n {
		if b.r[i] < b.r[worst] {
			worst = i
		}
	}
	if b.r[worst] < -1e-9*b.all[0] {
		var fewer [atMost]float64
		rest := append(append(fewer[:0], at[:worst]...), at[worst+1:]...)
		q.Sags(rest, each)
		return
	}
	first, last := at[1]-at[0], at[n-1]-at[n-2]
	free := at[0]
	each(max(0, (3*free*b.over[2]+b.over[3])/6-free*(b.ta[0]+b.m[0]*first/3+b.m[1]*first/6)) / q.ei)
	for i := range n - 1 {
		l := at[i+1] - at[i]
		sag := 0.0
		for _, part := range [5]float64{0.14, 0.38, 0.5, 0.62, 0.86} {
			x := l * part
			mid := q.upTo(at[i] + x)
			u, v := about(b.sums[i], mid, at[i]), about(mid, b.sums[i+1], at[i+1])
			y := l - x
			own := y*(u[1]*(l*l-y*y)-u[3])/(6*l) + x*(-v[1]*(l*l-x*x)+v[3])/(6*l)
			sag = max(sag, own+x*y*(b.m[i]*(2*l-x)+b.m[i+1]*(l+x))/(6*l))
		}
		each(sag / q.ei)
	}
	free = q.length - at[n-1]
	each(max(0, (3*free*b.beyond[2]-b.beyond[3])/6-free*(b.tb[n-2]+b.m[n-1]*last/3+b.m[n-2]*last/6)) / q.ei)
}

// bends is a loose beam on its supports: load and its moments up to each of them, beyond
// the outer two and of all; moments over the supports and reactions; EI × rotation of each
// span's ends by its own load.
type bends struct {
	sums              [atMost][4]float64
	over, beyond, all [4]float64
	m, r, ta, tb      [atMost]float64
}

// bend solves the three-moment equations.
func (q *Quick) bend(b *bends, at []float64) {
	n := len(at)
	for i, x := range at {
		b.sums[i] = q.upTo(x)
	}
	b.all = q.upTo(q.length)
	sums, m, r, ta, tb := &b.sums, &b.m, &b.r, &b.ta, &b.tb
	b.over = about([4]float64{}, sums[0], at[0])
	b.beyond = about(sums[n-1], b.all, at[n-1])
	m[0], m[n-1] = b.over[1], -b.beyond[1]
	r[0], r[n-1] = b.over[0], b.beyond[0]
	for i := range n - 1 {
		l := at[i+1] - at[i]
		u, v := about(sums[i], sums[i+1], at[i]), about(sums[i], sums[i+1], at[i+1])
		tb[i] = (l*l*u[1] - u[3]) / (6 * l)
		ta[i] = (-l*l*v[1] + v[3]) / (6 * l)
		r[i] -= v[1] / l
		r[i+1] += u[1] / l
	}
	// M(i−1) L/6 + M(i) (L + L′)/3 + M(i+1) L′/6 = −EI (θb + θa′), by elimination.
	var c, d [atMost]float64
	for i := 1; i < n-1; i++ {
		l, l2 := at[i]-at[i-1], at[i+1]-at[i]
		a, h, e, f := l/6, (l+l2)/3, l2/6, -(tb[i-1] + ta[i])
		if i == 1 {
			f, a = f-a*m[0], 0
		}
		if i == n-2 {
			f, e = f-e*m[n-1], 0
		}
		h -= a * c[i-1]
		c[i], d[i] = e/h, (f-a*d[i-1])/h
	}
	for i := n - 2; i > 0; i-- {
		m[i] = d[i]
		if i < n-2 {
			m[i] -= c[i] * m[i+1]
		}
	}
	for i := range n - 1 {
		l := at[i+1] - at[i]
		r[i] += (m[i+1] - m[i]) / l
		r[i+1] -= (m[i+1] - m[i]) / l
	}
}
