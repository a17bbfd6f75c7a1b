package beam

import (
	"math"
	"unsafe"

	"gonum.org/v1/gonum/floats"
)

// Curve is the board under one load with its supports where they have sunk to.
type Curve struct {
	rig *Rig
	at  []state
}

// Curve adds the loads, each with a factor, and the sinking of the supports.
func (r *Rig) Curve(factors, sunk []float64) Curve {
	var c Curve
	r.CurveInto(&c, factors, sunk)
	return c
}

// CurveInto is Curve in the memory of an earlier one.
func (r *Rig) CurveInto(c *Curve, factors, sunk []float64) {
	if cap(c.at) < len(r.x) {
		c.at = r.states.Take(len(r.x))
	}
	c.rig, c.at = r, c.at[:len(r.x)]
	clear(c.at)
	sum := flat(c.at)
	add := func(base []state, by float64) {
		if by != 0 {
			floats.AddScaled(sum, by, flat(base))
		}
	}
	for l, by := range factors {
		add(r.bases[l], by)
	}
	for j, by := range sunk {
		add(r.bases[len(r.Fixed)+j], by)
	}
}

// flat is states as the figures that they are made of, in the same memory.
func flat(all []state) []float64 {
	return unsafe.Slice((*float64)(unsafe.Pointer(unsafe.SliceData(all))), len(all)*int(unsafe.Sizeof(state{})/unsafe.Sizeof(0.0)))
}

// Extreme is a value and where along the board it stands.
type Extreme struct{ X, Value float64 }

// Deflection returns how far the board has gone down at x, mm.
func (c Curve) Deflection(x float64) float64 {
	k := 0
	for k < len(c.rig.x)-2 && c.rig.x[k+1] <= x {
		k++
	}
	return c.rig.step(c.at[k], x-c.rig.x[k]).w
}

// Moment returns the greatest bending moment either way, N·mm, with its sign.
func (c Curve) Moment() Extreme {
	var worst Extreme
	c.each(func(x float64, a state, length float64) {
		for _, s := range [3]float64{0, length, a.v / a.q} {
			if s >= 0 && s <= length {
				if m := a.m + a.v*s - a.q*s*s/2; math.Abs(m) > math.Abs(worst.Value) {
					worst = Extreme{x + s, m}
				}
			}
		}
	})
	return worst
}

// Shear returns the greatest shear force either way, N, with its sign.
func (c Curve) Shear() Extreme {
	var worst Extreme
	c.each(func(x float64, a state, length float64) {
		for _, e := range [2]Extreme{{x, a.v}, {x + length, a.v - a.q*length}} {
			if math.Abs(e.Value) > math.Abs(worst.Value) {
				worst = e
			}
		}
	})
	return worst
}

// Bays counts the parts of the board that sag by themselves: the left
// overhang, the spans, the right overhang. Bay 0 and the last may be empty.
func (r *Rig) Bays() int { return len(r.At) + 1 }

// Bay returns where bay i begins and ends, mm.
func (r *Rig) Bay(i int) (from, to float64) {
	from, to = 0, r.length
	if i > 0 {
		from = r.At[i-1]
	}
	if i < len(r.At) {
		to = r.At[i]
	}
	return from, to
}

// Sag returns the greatest fall of the board in a bay: in a span below the
// chord between its supports, at a tip below the support it hangs from. A part
// that only rises sags 0.
func (c Curve) Sag(bay int) Extreme {
	r := c.rig
	switch bay {
	case 0:
		return Extreme{0, max(0, c.at[0].w-c.at[r.span[0]].w)}
	case len(r.At):
		return Extreme{r.length, max(0, c.at[len(c.at)-1].w-c.at[r.span[bay-1]].w)}
	}
	k0, k1 := r.span[bay-1], r.span[bay]
	x0, w0 := r.x[k0], c.at[k0].w
	slope := (c.at[k1].w - w0) / (r.x[k1] - x0)
	worst := Extreme{(x0 + r.x[k1]) / 2, 0}
	for k := k0; k < k1; k++ {
		a, length, end := &c.at[k], r.x[k+1]-r.x[k], &c.at[k+1]
		if d := a.w - w0 - slope*(r.x[k]-x0); d > worst.Value {
			worst = Extreme{r.x[k], d}
		}
		if (a.th-slope)*(end.th-slope) > 0 && a.m*end.m > 0 && a.v*(a.v-a.q*length) > 0 {
			continue // the slope only rises or only falls, and does not pass the chord's
		}
		at, n := r.level(a, slope, length)
		for _, s := range at[:n] {
			x := r.x[k] + s
			if d := r.step(*a, s).w - w0 - slope*(x-x0); d > worst.Value {
				worst = Extreme{x, d}
			}
		}
	}
	return worst
}

// level returns where on a stretch the board runs parallel to a slope: the slope of the board is
// cubic, so it is cut where the moment is zero and each piece, which only rises or only falls, is
// halved.
func (r *Rig) level(a *state, slope, length float64) (out [3]float64, n int) {
	var cuts [4]float64
	last := 0
	if end := a.m + a.v*length - a.q*length*length/2; a.m*end <= 0 || a.v*(a.v-a.q*length) < 0 {
		for _, s := range roots(-a.q/2, a.v, a.m) {
			if s > 0 && s < length {
				last++
				cuts[last] = s
			}
		}
		if last == 2 && cuts[1] > cuts[2] {
			cuts[1], cuts[2] = cuts[2], cuts[1]
		}
	}
	last++
	cuts[last] = length
	off := func(s float64) float64 { return a.th - slope - (a.m+a.v*s/2-a.q*s*s/6)*s/r.ei }
	flo := a.th - slope
	for i := range last {
		lo, hi := cuts[i], cuts[i+1]
		fhi := off(hi)
		if flo*fhi > 0 {
			flo = fhi
			continue
		}
		next := fhi
		for range 60 {
			mid, fm := (lo+hi)/2, 0.0
			// From the end that is nearer to it, by Newton, kept inside.
			from, f := lo, flo
			if math.Abs(fhi) < math.Abs(flo) {
				from, f = hi, fhi
			}
			if m := a.m + a.v*from - a.q*from*from/2; m != 0 {
				if n := from + f*r.ei/m; n > lo && n < hi {
					mid = n
				}
			}
			if fm = off(mid); fm*flo > 0 {
				lo, flo = mid, fm
			} else {
				hi, fhi = mid, fm
			}
			if hi-lo < 1e-7 || math.Abs(fm) < 1e-12 {
				lo, hi = mid, mid
				break
			}
		}
		out[n] = (lo + hi) / 2
		n++
		flo = next
	}
	return out, n
}

func (c Curve) each(visit func(x float64, a state, length float64)) {
	for k := range len(c.rig.x) - 1 {
		visit(c.rig.x[k], c.at[k], c.rig.x[k+1]-c.rig.x[k])
	}
}

// Between returns the greatest bending moment, N·mm, and shear force, N, between
// two places, either way and without their signs.
func (c Curve) Between(lo, hi float64) (moment, shear float64) {
	c.each(func(x float64, a state, length float64) {
		from, to := max(lo-x, 0), min(hi-x, length)
		if from > to {
			return
		}
		for _, s := range [3]float64{from, to, min(max(a.v/a.q, from), to)} {
			if !math.IsNaN(s) {
				moment = max(moment, math.Abs(a.m+a.v*s-a.q*s*s/2))
				shear = max(shear, math.Abs(a.v-a.q*s))
			}
		}
	})
	return moment, shear
}
