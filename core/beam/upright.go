package beam

import (
	"math"
	"slices"
)

// Upright is a piece that stands against a wall, Length mm tall, of stiffness EI,
// N·mm². At Ties it is held by springs that only pull, and all along it lies on a
// bed that only pushes, Bed N/mm per mm of its height.
type Upright struct {
	Length, EI float64
	Ties       []Tie
	Bed        float64
}

// Tie is a spring at a height, K in N/mm, that pulls the upright to the wall.
type Tie struct{ Y, K float64 }

// Push is a force at a height, N, away from the wall where it is positive.
type Push struct{ Y, F float64 }

// Stood is how an upright stands under its pushes: what each tie pulls, N, the
// greatest pressure of the bed, N per mm of height, and the moment at each of its
// nodes, N·mm.
type Stood struct {
	Pulls    []float64
	Press    float64
	At       []float64
	Moments  []float64
	Pushback float64 // of the whole bed, N
}

// uprightGrid is how far apart its nodes are at most, mm.
const uprightGrid = 25.0

// Stand solves the upright by an active set: springs of the wrong sign let go, and
// those that would act again take hold, until nothing changes. It is linear in the
// pushes as long as they grow together.
func (u Upright) Stand(pushes []Push) Stood {
	at := u.nodes(pushes)
	n := len(at)
	tie := make([]float64, n)
	bed := make([]float64, n)
	for _, t := range u.Ties {
		tie[u.node(at, t.Y)] += t.K
	}
	load := make([]float64, 2*n)
	for _, p := range pushes {
		load[2*u.node(at, p.Y)] += p.F
	}
	for i := range at {
		lo, hi := at[max(0, i-1)], at[min(n-1, i+1)]
		bed[i] = u.Bed * (hi - lo) / 2
	}
	pulling, pressing := make([]bool, n), make([]bool, n)
	for i := range at {
		pulling[i], pressing[i] = tie[i] > 0, true
	}
	base := u.stiffness(at)
	k, w := make([]float64, len(base)), make([]float64, 2*n)
	for range 60 {
		copy(k, base)
		copy(w, load)
		for i := range at {
			if pulling[i] {
				k[2*i*band] += tie[i]
			}
			if pressing[i] {
				k[2*i*band] += bed[i]
			}
		}
		solveBand(k, w)
		same := true
		for i := range at {
			out := w[2*i] > 0
			if tie[i] > 0 && pulling[i] != out {
				pulling[i], same = out, false
			}
			if pressing[i] == out {
				pressing[i], same = !out, false
			}
		}
		if same {
			break
		}
	}
	s := Stood{At: at, Moments: make([]float64, n)}
	for _, t := range u.Ties {
		s.Pulls = append(s.Pulls, t.K*max(0, w[2*u.node(at, t.Y)]))
	}
	for i := range at {
		if d := -w[2*i]; d > 0 {
			s.Press = max(s.Press, u.Bed*d)
			s.Pushback += bed[i] * d
		}
	}
	for i := range n - 1 {
		l := at[i+1] - at[i]
		w0, t0, w1, t1 := w[2*i], w[2*i+1], w[2*i+2], w[2*i+3]
		a := u.EI / (l * l) * (6*w0 + 4*l*t0 - 6*w1 + 2*l*t1)
		b := u.EI / (l * l) * (6*w0 + 2*l*t0 - 6*w1 + 4*l*t1)
		if math.Abs(a) > math.Abs(s.Moments[i]) {
			s.Moments[i] = a
		}
		if math.Abs(b) > math.Abs(s.Moments[i+1]) {
			s.Moments[i+1] = b
		}
	}
	return s
}

// nodes are a grid and every place where something acts.
func (u Upright) nodes(pushes []Push) []float64 {
	n := max(2, int(math.Ceil(u.Length/uprightGrid)))
	var at []float64
	for i := range n + 1 {
		at = append(at, u.Length*float64(i)/float64(n))
	}
	for _, t := range u.Ties {
		at = append(at, min(max(t.Y, 0), u.Length))
	}
	for _, p := range pushes {
		at = append(at, min(max(p.Y, 0), u.Length))
	}
	slices.Sort(at)
	return slices.CompactFunc(at, func(a, b float64) bool { return math.Abs(b-a) < 0.5 })
}

// node is the one nearest to a height.
func (u Upright) node(at []float64, y float64) int {
	i, _ := slices.BinarySearch(at, y)
	if i == len(at) || i > 0 && y-at[i-1] < at[i]-y {
		i--
	}
	return i
}

// band is how many entries of a row of the stiffness are kept, from the diagonal on.
const band = 4

// stiffness is that of its elements, two freedoms a node (way out, and slope), as
// the upper band of a symmetric matrix; a trace of a spring keeps a loose upright
// where it is.
func (u Upright) stiffness(at []float64) []float64 {
	k := make([]float64, 2*len(at)*band)
	add := func(i, j int, v float64) { k[i*band+j-i] += v }
	for i := range at {
		add(2*i, 2*i, 1e-6)
	}
	for e := range len(at) - 1 {
		l := at[e+1] - at[e]
		c := u.EI / (l * l * l)
		i := 2 * e
		add(i, i, 12*c)
		add(i, i+1, 6*l*c)
		add(i, i+2, -12*c)
		add(i, i+3, 6*l*c)
		add(i+1, i+1, 4*l*l*c)
		add(i+1, i+2, -6*l*c)
		add(i+1, i+3, 2*l*l*c)
		add(i+2, i+2, 12*c)
		add(i+2, i+3, -6*l*c)
		add(i+3, i+3, 4*l*l*c)
	}
	return k
}

// solveBand solves k w = w in place, k being a symmetric positive band by its upper
// half (LDLᵀ without pivots). An upright is asked so often, and its band is so
// narrow, that a general routine takes ten times as long.
func solveBand(k, w []float64) {
	n := len(w)
	for i := range n {
		row := [band]float64(k[i*band : i*band+band])
		for p := 1; p < band && i+p < n; p++ {
			l := row[p] / row[0]
			for q := p; q < band && i+q < n; q++ {
				k[(i+p)*band+q-p] -= l * row[q]
			}
			k[i*band+p] = l
			w[i+p] -= l * w[i]
		}
	}
	for i := n - 1; i >= 0; i-- {
		w[i] /= k[i*band]
		for p := 1; p < band && i+p < n; p++ {
			w[i] -= k[i*band+p] * w[i+p]
		}
	}
}
