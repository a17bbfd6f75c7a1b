package beam

import (
	"math"
	"slices"

	"aguante/core/slab"
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

// Times is how it stands where all pushes are so many times as large.
func (s Stood) Times(by float64, memory *slab.Of[float64]) Stood {
	scaled := func(v []float64) []float64 {
		out := memory.Take(len(v))
		for i := range v {
			out[i] = v[i] * by
		}
		return out
	}
	return Stood{Pulls: scaled(s.Pulls), Press: s.Press * by, At: s.At, Moments: scaled(s.Moments), Pushback: s.Pushback * by}
}

// uprightGrid is how far apart its nodes are at most, mm.
const uprightGrid = 25.0

// Fitted is an upright divided for forces at certain heights, to be asked often, one
// question at a time.
type Fitted struct {
	Upright
	at, tie, bed      []float64
	ties, pushed      []int // the node of every tie, and of every height
	base, k           []row // k is worked out for what holds
	w                 []float64
	pulling, pressing []bool
	known             bool // that k is
	floats            slab.Of[float64]
}

// Fit divides an upright for forces at heights, mm.
func (u Upright) Fit(heights []float64) *Fitted {
	f := &Fitted{Upright: u, at: u.nodes(heights)}
	n := len(f.at)
	f.tie, f.bed, f.w = f.floats.Take(n), f.floats.Take(n), f.floats.Take(2*n+spill)
	flags, ints := make([]bool, 2*n), make([]int, len(u.Ties)+len(heights))
	f.pulling, f.pressing = flags[:n], flags[n:]
	f.ties, f.pushed = ints[:0:len(u.Ties)], ints[len(u.Ties):len(u.Ties)]
	for _, t := range u.Ties {
		i := f.node(t.Y)
		f.ties = append(f.ties, i)
		f.tie[i] += t.K
	}
	for _, y := range heights {
		f.pushed = append(f.pushed, f.node(y))
	}
	for i := range f.at {
		lo, hi := f.at[max(0, i-1)], f.at[min(n-1, i+1)]
		f.bed[i] = u.Bed * (hi - lo) / 2
		f.pulling[i], f.pressing[i] = f.tie[i] > 0, true
	}
	f.base = u.stiffness(f.at)
	f.k = make([]row, len(f.base))
	return f
}

// Stand solves the upright under a force at each of its heights, N, away from the
// wall where it is positive, by an active set: springs of the wrong sign let go, and
// those that would act again take hold, until nothing changes. It starts from what
// held the last time. It is linear in the forces as long as they grow together.
func (f *Fitted) Stand(forces []float64) Stood {
	n, w := len(f.at), f.w
	for range 60 {
		clear(w)
		for i, force := range forces {
			w[2*f.pushed[i]] += force
		}
		if !f.known {
			f.factor()
		}
		solveBand(f.k, w)
		same := true
		for i := range n {
			out := w[2*i] > 0
			if f.tie[i] > 0 && f.pulling[i] != out {
				f.pulling[i], same = out, false
			}
			if f.pressing[i] == out {
				f.pressing[i], same = !out, false
			}
		}
		f.known = same
		if same {
			break
		}
	}
	s := Stood{At: f.at, Moments: f.floats.Take(n), Pulls: f.floats.Take(len(f.ties))}
	for i, t := range f.Ties {
		s.Pulls[i] = t.K * max(0, w[2*f.ties[i]])
	}
	for i := range n {
		if d := -w[2*i]; d > 0 {
			s.Press = max(s.Press, f.Bed*d)
			s.Pushback += f.bed[i] * d
		}
	}
	for i := range n - 1 {
		l := f.at[i+1] - f.at[i]
		w0, t0, w1, t1 := w[2*i], w[2*i+1], w[2*i+2], w[2*i+3]
		a := f.EI / (l * l) * (6*w0 + 4*l*t0 - 6*w1 + 2*l*t1)
		b := f.EI / (l * l) * (6*w0 + 2*l*t0 - 6*w1 + 4*l*t1)
		if math.Abs(a) > math.Abs(s.Moments[i]) {
			s.Moments[i] = a
		}
		if math.Abs(b) > math.Abs(s.Moments[i+1]) {
			s.Moments[i+1] = b
		}
	}
	return s
}

// factor works the stiffness out for what holds.
func (f *Fitted) factor() {
	copy(f.k, f.base)
	for i := range f.at {
		if f.pulling[i] {
			f.k[2*i][0] += f.tie[i]
		}
		if f.pressing[i] {
			f.k[2*i][0] += f.bed[i]
		}
	}
	factorBand(f.k)
}

// nodes are a grid and every place where something acts.
func (u Upright) nodes(heights []float64) []float64 {
	n := max(2, int(math.Ceil(u.Length/uprightGrid)))
	at := make([]float64, 0, n+1+len(u.Ties)+len(heights))
	for i := range n + 1 {
		at = append(at, u.Length*float64(i)/float64(n))
	}
	for _, t := range u.Ties {
		at = append(at, min(max(t.Y, 0), u.Length))
	}
	for _, y := range heights {
		at = append(at, min(max(y, 0), u.Length))
	}
	slices.Sort(at)
	return slices.CompactFunc(at, func(a, b float64) bool { return math.Abs(b-a) < 0.5 })
}

// node is the one nearest to a height.
func (f *Fitted) node(y float64) int {
	i, _ := slices.BinarySearch(f.at, y)
	if i == len(f.at) || i > 0 && y-f.at[i-1] < f.at[i]-y {
		i--
	}
	return i
}

// row is the diagonal entry of a row of the stiffness and the three after it: the
// upper band of a symmetric matrix. Spill are the empty rows after the last, into
// which it is worked without asking where the matrix ends.
type row = [4]float64

const spill = 3

// stiffness is that of its elements, two freedoms a node (way out, and slope); a
// trace of a spring keeps a loose upright where it is.
func (u Upright) stiffness(at []float64) []row {
	k := make([]row, 2*len(at)+spill)
	for i := range at {
		k[2*i][0] = 1e-6
	}
	for e := range len(at) - 1 {
		l := at[e+1] - at[e]
		c := u.EI / (l * l * l)
		i := 2 * e
		k[i][0] += 12 * c
		k[i][1] += 6 * l * c
		k[i][2] -= 12 * c
		k[i][3] += 6 * l * c
		k[i+1][0] += 4 * l * l * c
		k[i+1][1] -= 6 * l * c
		k[i+1][2] += 2 * l * l * c
		k[i+2][0] += 12 * c
		k[i+2][1] -= 6 * l * c
		k[i+3][0] += 4 * l * l * c
	}
	return k
}

// factorBand factors k in place, k being positive (LDLᵀ without pivots): what is left is 1/D and
// L. An upright is asked so often, and its band is so narrow, that a general routine takes ten
// times as long.
func factorBand(k []row) {
	for i := range len(k) - spill {
		r, r1, r2, r3 := &k[i], &k[i+1], &k[i+2], &k[i+3]
		d := 1 / r[0]
		l1, l2, l3 := r[1]*d, r[2]*d, r[3]*d
		r1[0] -= l1 * r[1]
		r1[1] -= l1 * r[2]
		r1[2] -= l1 * r[3]
		r2[0] -= l2 * r[2]
		r2[1] -= l2 * r[3]
		r3[0] -= l3 * r[3]
		*r = row{d, l1, l2, l3}
	}
}

// solveBand solves k w = w in place, k being factored.
func solveBand(k []row, w []float64) {
	n := len(w) - spill
	for i := range n {
		r, x := &k[i], w[i]
		w[i+1] -= r[1] * x
		w[i+2] -= r[2] * x
		w[i+3] -= r[3] * x
		w[i] = x * r[0]
	}
	clear(w[n:])
	for i := n - 1; i >= 0; i-- {
		r := &k[i]
		w[i] -= r[1]*w[i+1] + r[2]*w[i+2] + r[3]*w[i+3]
	}
}
