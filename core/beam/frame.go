package beam

import (
	"fmt"
	"math"

	"gonum.org/v1/gonum/mat"

	"aguante/core/slab"
)

// frame is the finite-element model behind a Rig: cubic elements between the
// board's ends and its supports, exact for the loads used here.
type frame struct {
	nodes []float64
	at    []int // node of each support
	ei    float64
	force *mat.Dense     // consistent nodal loads, a column for each case
	moved *mat.Dense     // nodal deflections and slopes, likewise
	own   [][][2]float64 // [case][element]: the share of force from within, at its left end
	fixed []bool         // degrees of freedom that a support takes
	held  []float64      // of each node, to reckon with
}

func newFrame(length, ei float64, at []float64) *frame {
	most := len(at) + 2
	f := &frame{ei: ei, nodes: append(make([]float64, 0, most), 0), at: make([]int, 0, len(at)), fixed: make([]bool, 2*most),
		held: make([]float64, most)}
	for _, x := range at {
		if x > f.nodes[len(f.nodes)-1]+apart {
			f.nodes = append(f.nodes, min(x, length))
		}
		f.at = append(f.at, len(f.nodes)-1)
		f.fixed[2*(len(f.nodes)-1)] = true
	}
	if length > f.nodes[len(f.nodes)-1]+apart {
		f.nodes = append(f.nodes, length)
	}
	return f
}

// element returns the 4 × 4 stiffness of element e in w, slope, w, slope.
func (f *frame) element(e int) [4][4]float64 {
	l := f.nodes[e+1] - f.nodes[e]
	k := f.ei / (l * l * l)
	a, b, c, d := 12*k, 6*l*k, 4*l*l*k, 2*l*l*k
	return [4][4]float64{{a, b, -a, b}, {b, c, -b, d}, {-a, -b, a, -b}, {b, d, -b, c}}
}

// solve finds the nodal movement under every load with the supports rigid, and
// after those under a sinking of 1 mm of each support in turn.
func (f *frame) solve(loads []Load) error {
	dof := 2 * len(f.nodes)
	cols := len(loads) + len(f.at)
	f.force = mat.NewDense(dof, cols, nil)
	f.own = make([][][2]float64, cols)
	var own slab.Of[[2]float64]
	for c := range f.own {
		f.own[c] = own.Take(len(f.nodes) - 1)
	}
	for c, l := range loads {
		f.spread(c, l)
	}
	rhs := mat.DenseCopyOf(f.force)
	for j, node := range f.at {
		f.sink(rhs, len(loads)+j, 2*node)
	}
	for d, fixed := range f.fixed[:dof] {
		for c := 0; fixed && c < cols; c++ {
			rhs.Set(d, c, 0)
		}
	}
	for j, node := range f.at {
		rhs.Set(2*node, len(loads)+j, 1)
	}
	k := mat.NewSymBandDense(dof, 3, nil)
	for e := range len(f.nodes) - 1 {
		ke := f.element(e)
		for i := range 4 {
			for j := i; j < 4; j++ {
				r, c := 2*e+i, 2*e+j
				if !f.fixed[r] && !f.fixed[c] {
					k.SetSymBand(r, c, k.At(r, c)+ke[i][j])
				}
			}
		}
	}
	for d, fixed := range f.fixed[:dof] {
		if fixed {
			k.SetSymBand(d, d, 1)
		}
	}
	var chol mat.BandCholesky
	if !chol.Factorize(k) {
		return fmt.Errorf("beam of %d supports: %w", len(f.at), ErrUnstable)
	}
	f.moved = new(mat.Dense)
	return chol.SolveTo(f.moved, rhs)
}

// sink moves the effect of a 1 mm sinking at one degree of freedom to the
// right-hand side.
func (f *frame) sink(rhs *mat.Dense, col, at int) {
	for e := range len(f.nodes) - 1 {
		if at < 2*e || at > 2*e+3 {
			continue
		}
		ke := f.element(e)
		for i := range 4 {
			rhs.Set(2*e+i, col, rhs.At(2*e+i, col)-ke[i][at-2*e])
		}
	}
}

// spread adds a load as consistent nodal forces.
func (f *frame) spread(col int, load Load) {
	add := func(e int, n [4]float64, by float64, inside bool) {
		for i := range 4 {
			f.force.Set(2*e+i, col, f.force.At(2*e+i, col)+n[i]*by)
		}
		if inside {
			f.own[col][e][0] += n[0] * by
			f.own[col][e][1] += n[1] * by
		}
	}
	for e := range len(f.nodes) - 1 {
		x0, x1 := f.nodes[e], f.nodes[e+1]
		l := x1 - x0
		last := e == len(f.nodes)-2
		for _, p := range load.Patches {
			if a, b := max(p.From, x0), min(p.To, x1); b > a {
				hi, lo := shapesIntegral((b-x0)/l, l), shapesIntegral((a-x0)/l, l)
				for i := range hi {
					hi[i] -= lo[i]
				}
				add(e, hi, p.W, true)
			}
		}
		for _, p := range load.Points {
			if at := min(max(p.At, 0), f.nodes[len(f.nodes)-1]); at >= x0 && (at < x1 || last && at <= x1) {
				add(e, shapes((at-x0)/l, l), p.P, at-x0 > apart)
			}
		}
	}
}

func shapes(t, l float64) [4]float64 {
	return [4]float64{1 - 3*t*t + 2*t*t*t, l * (t - 2*t*t + t*t*t), 3*t*t - 2*t*t*t, l * (t*t*t - t*t)}
}

func shapesIntegral(t, l float64) [4]float64 {
	t2, t3, t4 := t*t, t*t*t, t*t*t*t
	return [4]float64{l * (t - t3 + t4/2), l * l * (t2/2 - 2*t3/3 + t4/4), l * (t3 - t4/2), l * l * (t4/4 - t3/3)}
}

// reactions writes what each support pushes up, in case col.
func (f *frame) reactions(col int, out []float64) []float64 {
	held := f.held
	for n := range f.nodes {
		held[n] = f.force.At(2*n, col)
	}
	for e := range len(f.nodes) - 1 {
		ke := f.element(e)
		for i := 0; i < 4; i += 2 {
			for j := range 4 {
				held[e+i/2] -= ke[i][j] * f.moved.At(2*e+j, col)
			}
		}
	}
	for i, n := range f.at {
		out[i] = held[n]
	}
	return out
}

// left returns the state at the left end of element e, just right of its node
// and of any point load on it.
func (f *frame) left(e, col int) state {
	ke := f.element(e)
	var force, moment float64
	for j := range 4 {
		d := f.moved.At(2*e+j, col)
		force += ke[0][j] * d
		moment += ke[1][j] * d
	}
	own := f.own[col][e]
	return state{w: f.moved.At(2*e, col), th: f.moved.At(2*e+1, col), v: own[0] - force, m: moment - own[1]}
}

// roots solves a s² + b s + c = 0; NaN where there is no root.
func roots(a, b, c float64) [2]float64 {
	none := [2]float64{math.NaN(), math.NaN()}
	if math.Abs(a) < 1e-300 {
		if b != 0 {
			none[0] = -c / b
		}
		return none
	}
	d := b*b - 4*a*c
	if d < 0 {
		return none
	}
	q := -(b + math.Copysign(math.Sqrt(d), b)) / 2
	if q == 0 {
		return [2]float64{0, math.NaN()}
	}
	return [2]float64{q / a, c / q}
}
