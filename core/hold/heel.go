package hold

import (
	"math"

	"aguante/core/working"
)

// Heel is a rigid piece turning on its lower end against the wall: the heel
// rule. levers are the heights of the fasteners above the heel, mm; b is the
// width that presses and fb the pressure that the wall takes, MPa.
//
//	Ti = M (yi − a/2) / Σ (yj − a/2)²  for yi > a/2,  a = ΣT / (fb b)
//
// The contact of height a can only grow so far: past the moment that capacity
// returns the rule has no solution.
type Heel struct {
	levers   []float64
	B, Fb    float64
	capacity float64 // N·mm
	peak     float64 // contact height at the capacity, mm
}

func NewHeel(levers []float64, b, fb float64) Heel {
	h := Heel{levers: levers, B: b, Fb: fb}
	top := 0.0
	for _, y := range levers {
		top = max(top, y)
	}
	const steps = 32
	for i := 1; i < 2*steps; i++ {
		if a := top * float64(i) / steps; h.moment(a) > h.capacity {
			h.capacity, h.peak = h.moment(a), a
		}
	}
	lo, hi := max(0, h.peak-top/steps), h.peak+top/steps
	for range 50 {
		a, b := lo+(hi-lo)/3, hi-(hi-lo)/3
		if h.moment(a) < h.moment(b) {
			lo = a
		} else {
			hi = b
		}
	}
	h.peak = (lo + hi) / 2
	h.capacity = h.moment(h.peak)
	return h
}

// sums returns Σ(y − a/2) and Σ(y − a/2)² over the fasteners that pull.
func (h *Heel) sums(a float64) (s, s2 float64) {
	for _, y := range h.levers {
		if d := y - a/2; d > 0 {
			s += d
			s2 += d * d
		}
	}
	return s, s2
}

// moment is the M that a contact of height a balances.
func (h *Heel) moment(a float64) float64 {
	s, s2 := h.sums(a)
	if s == 0 {
		return 0
	}
	return h.Fb * h.B * a * s2 / s
}

// Contact solves for the height a under a moment. Past the capacity it stays
// at the peak.
func (h *Heel) Contact(m float64) float64 {
	if m >= h.capacity {
		return h.peak
	}
	a, k := 0.0, h.Fb*h.B
	for range 12 { // k a Σd² = m Σd by Newton, d being y − a/2 of the n that pull
		s, s2, n := 0.0, 0.0, 0.0
		for _, y := range h.levers {
			if d := y - a/2; d > 0 {
				s, s2, n = s+d, s2+d*d, n+1
			}
		}
		next := a - (k*a*s2-m*s)/(k*(s2-a*s)+m*n/2)
		if math.Abs(next-a) <= 1e-12*next {
			return next
		}
		a = next
	}
	lo, hi := 0.0, h.peak
	for range 60 {
		mid := (lo + hi) / 2
		if h.moment(mid) < m {
			lo = mid
		} else {
			hi = mid
		}
	}
	return (lo + hi) / 2
}

// Lean is how a piece turns on its heel under a moment: over half of the height that is pressed,
// and how much a fastener pulls for each mm over that, N.
type Lean struct{ over, per float64 }

// Pull is the tension in the fastener with lever y.
func (l Lean) Pull(y float64) float64 { return l.per * max(0, y-l.over) }

// Lean is how all of its fasteners pull.
func (h *Heel) Lean(m float64) Lean {
	a := h.Contact(m)
	if _, s2 := h.sums(a); s2 > 0 {
		return Lean{a / 2, m / s2}
	}
	return Lean{}
}

// Pull returns the tension in the fastener with lever y.
func (h *Heel) Pull(sh *working.Sheet, m, y float64) float64 {
	t := h.Lean(m).Pull(y)
	if sh.On() {
		a := h.Contact(m)
		s, s2 := h.sums(a)
		if s2 == 0 {
			sh.Add("T", "pull on this one: no fastener stands above the heel", "0", 0, working.Force, "heel rule (Rule, from statics)")
			return 0
		}
		sh.Add("a", "height of wall that the heel presses on", "ΣT / (fb × b)", a, working.Length, "heel rule (Rule, from statics)",
			working.In("ΣT", m*s/s2, working.Force), working.In("fb", h.Fb, working.Stress), working.In("b", h.B, working.Length))
		sh.Add("T", "pull on this one, its lever above the heel being y", "M × (y − a/2) / Σ(y − a/2)²", t, working.Force,
			"heel rule (Rule, from statics)",
			working.In("M", m, working.Moment), working.In("y", y, working.Length), working.In("a", a, working.Length),
			working.In("Σ(y − a/2)²", s2, working.Area))
	}
	return t
}
