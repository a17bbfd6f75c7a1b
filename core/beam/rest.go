package beam

import (
	"fmt"
	"math"
	"math/bits"

	"gonum.org/v1/gonum/mat"
)

// Rest is how the supports bear.
type Rest struct {
	Soft []float64 // what each gives way, mm/N; 0 is rigid
	Held []bool    // it also holds the board down
	Drop []float64 // it stands this much low, mm; nil is level
}

// Stand is the answer of the supports: what each pushes up (N), how far the
// board has sunk over each (mm), and which of them bear, as bits.
type Stand struct {
	R, Sunk []float64
	Bears   uint64
}

// Mix adds the fixed reactions of loads, each with a factor.
func (r *Rig) Mix(factors []float64) []float64 {
	f := r.floats.Take(len(r.At))
	for l, by := range factors {
		if by == 0 {
			continue
		}
		for i, v := range r.Fixed[l] {
			f[i] += by * v
		}
	}
	return f
}

// React finds the reactions on yielding, one-sided, uneven supports from the
// fixed reactions of a load. A support that does not hold the board down never
// pulls: it lets go, and is asked again when the board comes back to it. The
// error is ErrUnstable where fewer than two supports are left.
func (r *Rig) React(fixed []float64, rest Rest) (Stand, error) {
	n := len(r.At)
	s := Stand{R: r.floats.Take(n), Sunk: r.floats.Take(n)}
	return s, r.ReactInto(&s, fixed, rest)
}

// ReactInto is React in the memory of an earlier answer.
func (r *Rig) ReactInto(s *Stand, fixed []float64, rest Rest) error {
	n := len(r.At)
	s.Bears = 1<<n - 1
	scale := 0.0
	for _, f := range fixed {
		scale += math.Abs(f)
	}
	tol := 1e-9*scale + 1e-12
	for range 6*n + 12 {
		if err := r.bear(fixed, rest, s); err != nil {
			return err
		}
		worst, by := -1, tol
		for i := range n {
			if s.Bears>>i&1 == 1 && !rest.Held[i] && -s.R[i] > by {
				worst, by = i, -s.R[i]
			}
		}
		back, deep := -1, 1e-9
		for i := range n {
			if s.Bears>>i&1 == 0 && s.Sunk[i]-drop(rest, i) > deep {
				back, deep = i, s.Sunk[i]-drop(rest, i)
			}
		}
		if worst >= 0 {
			s.Bears &^= 1 << worst
			if bits.OnesCount64(s.Bears) == 1 {
				if err := r.turnOver(fixed, rest, s, worst, tol); err != nil {
					return err
				}
			}
			continue
		}
		if back < 0 {
			return nil
		}
		s.Bears |= 1 << back
	}
	return fmt.Errorf("the contacts of the board do not settle: %w", ErrUnstable)
}

// turnOver finds the support that a board comes to lie on when it turns over the
// one it has left, away from the one it let go: any on which both press.
func (r *Rig) turnOver(fixed []float64, rest Rest, s *Stand, from int, tol float64) error {
	left := s.Bears
	for j := range r.At {
		if j == from || left>>j&1 == 1 {
			continue
		}
		s.Bears = left | 1<<j
		if err := r.bear(fixed, rest, s); err != nil {
			return err
		}
		if i := bits.TrailingZeros64(left); s.R[i] >= -tol && s.R[j] >= -tol {
			return nil
		}
	}
	return ErrUnstable
}

// Bear solves for given contacts, without asking whether they hold: the same
// solve with loads multiplied by their z gives the moments on the supports.
func (r *Rig) Bear(fixed []float64, rest Rest, bears uint64) (Stand, error) {
	s := Stand{R: r.floats.Take(len(r.At)), Sunk: r.floats.Take(len(r.At))}
	return s, r.BearInto(&s, fixed, rest, bears)
}

// BearInto is Bear in the memory of an earlier answer.
func (r *Rig) BearInto(s *Stand, fixed []float64, rest Rest, bears uint64) error {
	s.Bears = bears
	return r.bear(fixed, rest, s)
}

func drop(rest Rest, i int) float64 {
	if rest.Drop == nil {
		return 0
	}
	return rest.Drop[i]
}

// bear fills R and Sunk of s for its contacts. Row i of the system says
//
//	R_i + Σ_j K_ij u_j = f_i,  u_j = soft_j R_j + drop_j where j bears, R_j = 0 where not.
func (r *Rig) bear(fixed []float64, rest Rest, s *Stand) error {
	n := len(r.At)
	inverse, err := r.inverse(rest, s.Bears)
	if err != nil {
		return err
	}
	inv := inverse.RawMatrix()
	for i := range n {
		s.R[i] = 0
	}
	for i := range n {
		rhs := fixed[i]
		if rest.Drop != nil {
			for j, d := range rest.Drop {
				if d != 0 && s.Bears>>j&1 == 1 {
					rhs -= r.Stiff[i][j] * d
				}
			}
		}
		for j := range n {
			s.R[j] += inv.Data[j*inv.Stride+i] * rhs
		}
	}
	for j := range n {
		if s.Bears>>j&1 == 1 {
			s.Sunk[j] = rest.Soft[j]*s.R[j] + drop(rest, j)
		} else {
			s.Sunk[j], s.R[j] = s.R[j], 0
		}
	}
	return nil
}

// inverse is kept for each set of contacts; the softness of the supports does
// not change within one Rig.
func (r *Rig) inverse(rest Rest, bears uint64) (*mat.Dense, error) {
	if inv, ok := r.solved[bears]; ok {
		if inv == nil {
			return nil, ErrUnstable
		}
		return inv, nil
	}
	n, count := len(r.At), 0
	a := mat.NewDense(n, n, nil)
	for j := range n {
		if bears>>j&1 == 1 {
			count++
			for i := range n {
				a.Set(i, j, r.Stiff[i][j]*rest.Soft[j])
			}
			a.Set(j, j, a.At(j, j)+1)
			continue
		}
		for i := range n {
			a.Set(i, j, r.Stiff[i][j])
		}
	}
	if count < 2 {
		r.solved[bears] = nil
		return nil, ErrUnstable
	}
	inv := new(mat.Dense)
	if err := inv.Inverse(a); err != nil {
		if _, poor := err.(mat.Condition); !poor {
			return nil, err
		}
		if math.IsInf(float64(err.(mat.Condition)), 1) {
			r.solved[bears] = nil
			return nil, ErrUnstable
		}
	}
	r.solved[bears] = inv
	return inv, nil
}
