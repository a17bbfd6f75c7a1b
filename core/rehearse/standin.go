package rehearse

import (
	"math"
	"math/rand/v2"

	"aguante/core/prove"
)

// Gauge is a dial gauge under a shelf that is tested, where no real one is at hand: it follows what is put on, and the shelf
// under it is sound and as stiff as one out of the spread of wood. It reads mm since it was set to zero, at a time s after
// the test began, and fails now and then.
func Gauge(seed uint64, plan prove.Plan, events []prove.Event, at float64) (mm float64, ok bool) {
	rng := rand.New(rand.NewPCG(seed, 0x9a06e))
	s := &Shelf{Kind: Kind{Steel: true}, Breaks: plan.Breaks, Strength: 1e6 * plan.Breaks, Line: plan.Line, Plan: plan, rng: rng, quiet: true,
		f: lognormal(0.15, rng.NormFloat64()), kd: 0.5, r0: 1, onset: 2, from: 2, bed: 0.1 + 0.3*rng.Float64()}
	if s.Line <= 0 { // nothing is reckoned for it: it moves a little
		s.Line = 2 / plan.Breaks
	}
	zero := 0.0
	for _, e := range events {
		if e.At > at {
			break
		}
		s.now = max(s.now, e.At)
		switch e.Did {
		case prove.Put:
			s.Put(e.Kg)
		case prove.Zero:
			zero = s.Sag()
		}
	}
	s.now = max(s.now, at)
	tick := rand.New(rand.NewPCG(seed, math.Float64bits(at)))
	if tick.Float64() < 0.02 {
		return 0, false
	}
	const step = 0.01
	return math.Round((s.Sag()-zero+tick.NormFloat64()*0.01)/step) * step, true
}
