// Package beam solves a board lying along a wall on any number of supports:
// Euler–Bernoulli, overhangs, patches of line load, points, rigid or springy
// supports, supports that only push.
//
// A beam is condensed once to the places of its supports. After that a load
// pattern, a sunk support or a lost contact is small arithmetic on the
// reactions, and the curve of the board is a sum of curves already known.
// x runs along the board, mm; deflection w and loads are positive downward,
// reactions positive upward, sagging moments positive.
package beam

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"gonum.org/v1/gonum/mat"

	"aguante/core/say"
	"aguante/core/slab"
)

// ErrUnstable: fewer than two supports hold, so nothing keeps the board from
// turning.
var ErrUnstable = errors.New("the board is not held: fewer than two supports bear")

// Patch is an even load of W N/mm from From to To.
type Patch struct{ From, To, W float64 }

// Point is a load of P N at At.
type Point struct{ At, P float64 }

// Load is what lies on the beam at one time.
type Load struct {
	Patches []Patch
	Points  []Point
	Flat    bool // only its reactions are asked for: it is in no curve
}

// state is the board at one station: deflection, slope, moment, and the shear
// just right of it; q is the load on the stretch that follows.
type state struct{ w, th, m, v, q float64 }

// Rig is a beam condensed to its supports, for a fixed set of loads.
type Rig struct {
	At     []float64   // x of the supports, ascending
	Fixed  [][]float64 // [load][support]: reactions on rigid, level supports, N
	Stiff  [][]float64 // [i][j]: fall of reaction i when support j sinks 1 mm, N/mm
	length float64
	ei     float64
	x      []float64 // stations
	span   []int     // station index of each support
	bases  [][]state // loads, then one for each support sunk by 1 mm
	solved map[uint64]*mat.Dense
	floats slab.Of[float64]
	states slab.Of[state]
}

const apart = 1e-6

// Condense prepares a beam of the given length (mm) and EI (N·mm²) on supports
// at the given ascending places, for the loads. It returns ErrUnstable for
// fewer than two supports.
func Condense(length, ei float64, at []float64, loads []Load) (*Rig, error) {
	if !(length > 0) || !(ei > 0) {
		return nil, fmt.Errorf("a beam %s long with EI %g", say.Length(length), ei)
	}
	if len(at) < 2 {
		return nil, ErrUnstable
	}
	if len(at) > 64 {
		return nil, fmt.Errorf("%d supports under one board are more than the 64 that fit", len(at))
	}
	for i, x := range at {
		if x < -apart || x > length+apart || (i > 0 && x-at[i-1] < 1) {
			return nil, fmt.Errorf("support %d at %g: supports lie on the board, at least 1 mm apart, in order", i+1, x)
		}
	}
	f := newFrame(length, ei, at)
	r := &Rig{At: slices.Clone(at), length: length, ei: ei, solved: map[uint64]*mat.Dense{}}
	r.stations(f.nodes, loads)
	if err := f.solve(loads); err != nil {
		return nil, err
	}
	n := len(at)
	r.Fixed, r.bases = make([][]float64, 0, len(loads)), make([][]state, 0, len(loads)+n)
	for l, load := range loads {
		r.Fixed = append(r.Fixed, f.reactions(l, r.floats.Take(n)))
		if load.Flat {
			r.bases = append(r.bases, nil)
			continue
		}
		r.bases = append(r.bases, r.march(f, l, load))
	}
	r.Stiff = make([][]float64, n)
	for i := range r.Stiff {
		r.Stiff[i] = r.floats.Take(n)
	}
	for j := range n {
		col := len(loads) + j
		for i, v := range f.reactions(col, r.floats.Take(n)) {
			r.Stiff[i][j] = -v
		}
		r.bases = append(r.bases, r.march(f, col, Load{}))
	}
	return r, nil
}

// stations collects every x where the board's state can have a corner.
func (r *Rig) stations(nodes []float64, loads []Load) {
	n := len(nodes)
	for _, l := range loads {
		n += 2*len(l.Patches) + len(l.Points)
	}
	xs := append(make([]float64, 0, n), nodes...)
	for _, l := range loads {
		for _, p := range l.Patches {
			xs = append(xs, p.From, p.To)
		}
		for _, p := range l.Points {
			xs = append(xs, p.At)
		}
	}
	slices.Sort(xs)
	r.x, r.span = make([]float64, 0, n), make([]int, 0, len(r.At))
	for _, x := range xs {
		x = min(max(x, 0), r.length)
		if len(r.x) == 0 || x-r.x[len(r.x)-1] > apart {
			r.x = append(r.x, x)
		}
	}
	for _, s := range r.At {
		i, _ := slices.BinarySearch(r.x, s-apart)
		r.span = append(r.span, i)
	}
}

// march walks one solved load case from station to station.
func (r *Rig) march(f *frame, col int, load Load) []state {
	out := r.states.Take(len(r.x))
	q := r.floats.Take(len(r.x))
	for _, p := range load.Patches {
		for k := range len(r.x) - 1 {
			mid := (r.x[k] + r.x[k+1]) / 2
			if mid > p.From && mid < p.To {
				q[k] += p.W
			}
		}
	}
	e := 0
	for k, x := range r.x {
		if e < len(f.nodes)-1 && math.Abs(x-f.nodes[e]) <= apart {
			out[k] = f.left(e, col)
			e++
		} else {
			prev := out[k-1]
			out[k] = r.step(prev, x-r.x[k-1])
			for _, p := range load.Points {
				if math.Abs(p.At-x) <= apart && k < len(r.x)-1 {
					out[k].v -= p.P
				}
			}
		}
		out[k].q = q[k]
	}
	return out
}

// step goes s mm along a stretch of even load.
func (r *Rig) step(a state, s float64) state {
	return state{
		w:  a.w + a.th*s - (a.m*s*s/2+a.v*s*s*s/6-a.q*s*s*s*s/24)/r.ei,
		th: a.th - (a.m*s+a.v*s*s/2-a.q*s*s*s/6)/r.ei,
		m:  a.m + a.v*s - a.q*s*s/2,
		v:  a.v - a.q*s,
		q:  a.q,
	}
}
