// Package rehearse is a shelf to practise on: seeded, out of the spread of wood and hands, with signs as it nears its end.
// All of it is Rule. It is a trainer and no evidence, and nothing of it is ever told as how safe a shelf is.
package rehearse

import (
	"math"
	"math/rand/v2"

	"aguante/core/prove"
)

// Kind is what a shelf is weakest in, with how it behaves on the way: V is the COV of its strength, Low to High its
// expected break over its working limit, Share its part of the sag, Bends from where it gives, A how much, Short the part
// of the shelves that give no sign, Ticks from where sounds come and how many, Seen from where it shows.
type Kind struct {
	Name   string
	Mix    float64
	V      float64
	Break  [2]float64
	Share  [2]float64
	Bends  [2]float64
	A      float64
	Short  float64
	Ticks  [2]float64
	N      float64
	Seen   [2]float64
	Sign   prove.Noticed
	Part   float64 // of its expected break that a test puts on at most
	Yields bool
	Board  bool
	Screw  bool
	Steel  bool
}

// Kinds are the kinds of weakest link, with how often each is drawn.
func Kinds() []Kind {
	none := [2]float64{2, 2} // never
	return []Kind{
		{Name: "knotty board", Mix: .22, V: .28, Break: [2]float64{2.8, 3.4}, Share: [2]float64{.7, .9}, Bends: [2]float64{.65, .80}, A: .25, Short: .20, Ticks: [2]float64{.60, .90}, N: 6, Seen: none, Part: .55, Board: true},
		{Name: "clear board", Mix: .13, V: .16, Break: [2]float64{2.8, 3.4}, Share: [2]float64{.7, .9}, Bends: [2]float64{.55, .70}, A: .6, Short: .05, Ticks: [2]float64{.70, .95}, N: 6, Seen: none, Part: .65, Board: true},
		{Name: "heel screw", Mix: .22, V: .25, Break: [2]float64{2.5, 5}, Share: [2]float64{.3, .5}, Bends: [2]float64{.55, .75}, A: 2, Short: .08, Ticks: [2]float64{.65, .95}, N: 2, Seen: [2]float64{.60, .80}, Sign: prove.Gap, Part: .70, Screw: true},
		{Name: "screw lateral", Mix: .12, V: .20, Break: [2]float64{2.5, 5}, Share: [2]float64{.3, .5}, Bends: [2]float64{.35, .55}, A: 6, Ticks: [2]float64{.60, .95}, N: 2, Seen: [2]float64{.60, .80}, Sign: prove.Heads, Part: .70, Yields: true, Screw: true},
		{Name: "glued joint", Mix: .08, V: .25, Break: [2]float64{2.5, 5}, Share: [2]float64{.05, .15}, Bends: [2]float64{.80, .90}, A: .3, Short: .60, Ticks: [2]float64{.80, .97}, N: 2, Seen: [2]float64{.90, 1}, Sign: prove.Joint, Part: .45},
		{Name: "split", Mix: .08, V: .25, Break: [2]float64{2.5, 5}, Share: [2]float64{.1, .2}, Bends: [2]float64{.75, .90}, A: .5, Short: .35, Ticks: [2]float64{.70, .95}, N: 3, Seen: [2]float64{.75, .95}, Sign: prove.Bore, Part: .45},
		{Name: "steel bar", Mix: .08, V: .08, Break: [2]float64{1.75, 1.85}, Share: [2]float64{.6, .8}, Bends: [2]float64{.65, .75}, A: 2, Ticks: none, Seen: [2]float64{.80, .95}, Sign: prove.Bent, Part: .70, Steel: true},
		{Name: "lining", Mix: .07, V: .25, Break: [2]float64{2.5, 5}, Share: [2]float64{.15, .35}, Bends: [2]float64{.45, .60}, A: 4, Ticks: [2]float64{.70, 1}, N: 1, Seen: [2]float64{.60, .80}, Sign: prove.Heel, Part: .70, Yields: true},
	}
}

// Drawn is a kind out of the mix.
func Drawn(rng *rand.Rand) Kind {
	kinds := Kinds()
	at := rng.Float64()
	for _, k := range kinds {
		if at -= k.Mix; at < 0 {
			return k
		}
	}
	return kinds[len(kinds)-1]
}

// Shelf is one shelf to practise on: its expected break is Breaks kg, its true one Strength; how it sags, creaks and shows
// is drawn with it. Time goes by Wait, load is put on by Put.
type Shelf struct {
	Kind     Kind
	Breaks   float64
	Strength float64
	Line     float64 // mm of predicted sag for each kg
	Plan     prove.Plan

	rng   *rand.Rand
	quiet bool // nothing harmless is heard, and it does not settle

	f, share, r0, a, kd float64
	onset, from         float64 // of sounds, and of the sign
	bed, late, lateAt   float64
	settled             bool

	now, load, used, most, worst float64 // s, kg, D, greatest load, greatest r
	steps                        []grown // of load, for the creep
	drift                        float64
	broken                       bool
	heard                        []prove.Noticed
}

// grown is a change of load and when it was.
type grown struct{ p, at float64 }

// lognormal has mean 1 and a COV; z is its standard normal.
func lognormal(cov, z float64) float64 {
	s2 := math.Log(1 + cov*cov)
	return math.Exp(z*math.Sqrt(s2) - s2/2)
}

func even(rng *rand.Rand, between [2]float64) float64 {
	return between[0] + rng.Float64()*(between[1]-between[0])
}

// New draws a shelf of a kind, and a test of it by a gauge: for ten years, held for 10 minutes, an hour or a day.
func New(rng *rand.Rand, k Kind, gauge prove.Gauge) *Shelf {
	const breaks = 100 // kg: all else is in parts of it
	s := &Shelf{Kind: k, Breaks: breaks, rng: rng}
	over := even(rng, k.Break)
	working := breaks / over
	asked := working * (0.3 + 0.7*rng.Float64())
	if rng.Float64() < 0.15 {
		asked = working * (1 + 0.6*rng.Float64())
	}
	hold := prove.ADay
	switch at := rng.Float64(); {
	case at < 1.0/2:
		hold = prove.TenMinutes
	case at < 1.0/2+1.0/3:
		hold = prove.AnHour
	}
	x := rng.NormFloat64()
	s.Strength = breaks * lognormal(k.V, x) * lognormal(0.15, rng.NormFloat64())
	if k.Steel {
		s.Strength *= 1.3 // it bends for good there, and comes down near its full plastic moment
	}
	z := rng.NormFloat64()
	if k.Board {
		z = 0.5*x + math.Sqrt(0.75)*z
	}
	s.f = lognormal(0.22, z)
	s.share = even(rng, k.Share)
	if k.Screw && rng.Float64() < 0.03 { // one found no wood
		part := 0.4 + 0.3*rng.Float64()
		s.Strength *= part
		s.f /= 1 + s.share*(1/part-1)
	}
	s.Line = over * 2 * lognormal(0.65, rng.NormFloat64()) / breaks
	s.r0 = even(rng, k.Bends)
	s.a = k.A * lognormal(0.4, rng.NormFloat64())
	s.kd = 0.3
	if !k.Steel {
		s.kd = 0.6 * lognormal(0.3, rng.NormFloat64())
	}
	s.onset, s.from = even(rng, k.Ticks), even(rng, k.Seen)
	if rng.Float64() < k.Short {
		s.onset, s.from = 0.95+0.05*rng.Float64(), 2
	}
	s.bed = 0.1 + 0.5*rng.Float64()
	if rng.Float64() < 0.15 {
		s.late = 0.1 + 0.3*rng.Float64()
	}
	plan, err := prove.Sized(prove.Plan{Asked: prove.Asked{Hold: hold, Gauge: gauge, Things: []prove.Thing{{Name: "portion", Kg: 0.5}}}, Bears: asked, Breaks: breaks,
		Stay: 3652.5 * 24 * 3600, Line: s.Line, Yields: k.Yields, Steel: k.Steel}, k.Part)
	if err != nil {
		panic(err) // the figures above are in range, whatever is drawn
	}
	s.Plan = *plan
	s.lateAt = (0.25 + 0.65*rng.Float64()) * s.Plan.Load
	return s
}

// strength of the link that is left at a time after which it broke under a part of it.
func (s *Shelf) r() float64 {
	u := s.load / s.Strength
	if s.Kind.Steel || u == 0 {
		return u
	}
	lasts := prove.Lasts(u)
	t := 5.0
	if !math.IsInf(lasts, 1) {
		t = max(t, s.used*lasts)
	}
	return u / prove.Strength(t)
}

// Wait lets time go by, s.
func (s *Shelf) Wait(dt float64) {
	for dt > 0 && !s.broken {
		d := min(dt, max(5, s.now/20)) // finely where much changes
		u := s.load / s.Strength
		if !s.Kind.Steel && u > 0 {
			if lasts := prove.Lasts(u); !math.IsInf(lasts, 1) {
				s.used += d / lasts
			}
		}
		s.now += d
		s.drift += s.rng.NormFloat64() * 0.01 * math.Sqrt(d/300)
		dt -= d
		s.broken = s.broken || s.used >= 1
		s.sounds(0)
	}
}

// Put puts so much on the shelf, kg in all, or takes it off.
func (s *Shelf) Put(kg float64) {
	by := kg - s.load
	s.steps = append(s.steps, grown{by / s.Breaks, s.now})
	s.load = kg
	s.most = max(s.most, kg)
	if u := kg / s.Strength; u >= 1 && s.Kind.Steel || u >= prove.Strength(1) {
		s.broken = true
	}
	if s.late > 0 && !s.settled && !s.quiet && kg >= s.lateAt {
		s.settled = true
		s.heard = append(s.heard, prove.Creak)
	}
	s.sounds(by)
}

// Broken tells that it has come down.
func (s *Shelf) Broken() bool { return s.broken }

// sounds are heard as it goes further towards its end than it was, and now and then of themselves; by is what was put on.
func (s *Shelf) sounds(by float64) {
	r := s.r()
	if past := max(s.worst, s.onset); r > past && s.onset < 1 {
		for range poisson(s.rng, s.Kind.N*(r-past)/(1-s.onset)) {
			way := min(1, (r-s.onset)/(1-s.onset))
			if s.rng.Float64() < 0.15+0.6*way {
				s.heard = append(s.heard, prove.Crack)
			} else if s.rng.Float64() < 0.9 {
				s.heard = append(s.heard, prove.Tick)
			}
		}
	}
	s.worst = max(s.worst, r)
	if by <= 0 || s.quiet {
		return
	}
	part := by / s.Plan.Load
	for range poisson(s.rng, 0.15*part) {
		s.heard = append(s.heard, prove.Tick)
	}
	for range poisson(s.rng, 0.01*part) {
		s.heard = append(s.heard, prove.Crack)
	}
	if s.load < 0.3*s.Plan.Load {
		for range poisson(s.rng, 3*part) {
			s.heard = append(s.heard, prove.Creak)
		}
	}
}

func poisson(rng *rand.Rand, mean float64) int {
	n, p, least := 0, 1.0, math.Exp(-mean)
	for {
		if p *= rng.Float64(); p <= least {
			return n
		}
		n++
	}
}

// Listen is what was heard since it was last asked.
func (s *Shelf) Listen() []prove.Noticed {
	out := s.heard
	s.heard = nil
	return out
}

// Look is what is seen of it now: nine times in ten what there is to see.
func (s *Shelf) Look() (prove.Noticed, bool) {
	return s.Kind.Sign, s.Kind.Sign != "" && s.worst >= s.from && s.rng.Float64() < 0.9
}

// Sag is how far it is down, mm, in truth.
func (s *Shelf) Sag() float64 {
	c := 0.0
	for _, g := range s.steps {
		c += g.p * (1 + s.kd*math.Pow((s.now-g.at)/(3652.5*24*3600), 0.2))
	}
	x := max(0, (s.worst-s.r0)/(1-s.r0))
	p, pmax := s.load/s.Breaks, s.most/s.Breaks
	goes := pmax * x * x
	if !s.Kind.Steel {
		goes += p * min(1, s.used) / 2
	}
	at := s.Line * s.Breaks / s.f * (c + s.share*s.a*goes)
	at += s.bed * (1 - math.Exp(-s.most/(0.15*s.Plan.Load)))
	if s.settled {
		at += s.late
	}
	return at
}

// Gauge is what a gauge reads now, before it is set to zero.
func (s *Shelf) Gauge() float64 {
	return s.Sag() + s.rng.NormFloat64()*s.Plan.Gauge.Doubt() + s.drift
}
