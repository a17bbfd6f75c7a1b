package support

import (
	"math"

	"aguante/core/beam"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/working"
)

// row is a level board as a beam that is held at places along the wall, its loads bay by bay:
// itself, and what stands on a level of a stage in each.
type row struct {
	noun    string // what it is called, and what it lies on
	over    string
	set     *Stage
	at      []float64
	points  []float64
	level   int
	board   material.Board
	deep, t float64
	rig     *beam.Rig
	bays    int
	ownTerm float64 // growth of its sag under itself
}

// weight is its own, N.
func (p *row) weight() float64 {
	return p.board.Density() * 1e-9 * p.deep * p.t * p.set.Length * quantity.Gravity
}

// own, all and most are what the i-th place bears, N: of the board itself, of all goods, and of
// those goods that press it down, wherever others are gone.
func (p *row) own(i int) float64 {
	if p.rig == nil {
		return 0
	}
	return p.rig.Fixed[0][i]
}

func (p *row) all(i int) float64 {
	sum := 0.0
	for b := range p.bays {
		sum += p.rig.Fixed[1+b][i]
	}
	return sum
}

func (p *row) most(i int) float64 {
	sum := 0.0
	for b := range p.bays {
		sum += max(0, p.rig.Fixed[1+b][i])
	}
	return sum
}

// lay makes the beam, with one column for a load of 1 N at each of the points at its end.
func (p row) lay() row {
	p.ownTerm = material.CreepFactor(nil, p.board.Creep(), material.TenYears)
	if len(p.at) < 2 {
		return p
	}
	ei := p.board.E(nil) * p.deep * math.Pow(p.t, 3) / 12
	at := make([]float64, len(p.at))
	ends := []float64{0}
	for i, x := range p.at {
		at[i] = min(max(x-p.set.X, 0), p.set.Length)
		ends = append(ends, at[i])
	}
	ends = append(ends, p.set.Length)
	loads := []beam.Load{{Patches: []beam.Patch{{From: 0, To: p.set.Length, W: p.weight() / p.set.Length}}}}
	for k := range len(ends) - 1 {
		var of beam.Load
		for _, g := range p.set.Goods {
			w := g.W / max(g.To-g.From, 1e-9)
			from, to := max(g.From-p.set.X, ends[k]), min(g.To-p.set.X, ends[k+1])
			if g.Level == p.level && g.W > 0 && to > from {
				of.Patches = append(of.Patches, beam.Patch{From: from, To: to, W: w})
			}
		}
		loads = append(loads, of)
	}
	for _, x := range p.points {
		loads = append(loads, beam.Load{Points: []beam.Point{{At: min(max(x-p.set.X, 0), p.set.Length), P: 1}}})
	}
	if rig, err := beam.Condense(p.set.Length, ei, at, loads); err == nil {
		p.rig, p.bays = rig, len(ends)-1
	}
	return p
}

// patterns are which bays of a platform are laden: all, each alone, neighbours, every second
// (engineering basis 1).
func patterns(bays int) [][]int {
	var all, even, odd []int
	out := [][]int{nil}
	for b := range bays {
		all, out = append(all, b), append(out, []int{b})
		if b > 0 {
			out = append(out, []int{b - 1, b})
		}
		if b%2 == 0 {
			even = append(even, b)
		} else {
			odd = append(odd, b)
		}
	}
	return append(out, all, even, odd)
}

// span returns the greatest moment, N·mm, over all patterns of what stands on it, how far it sags
// in the end, mm, and its longest span.
func (p *row) span(d Demand) (m, sag, longest float64) {
	for i := 1; i < len(p.at); i++ {
		longest = max(longest, p.at[i]-p.at[i-1])
	}
	if p.rig == nil {
		return math.Inf(1), math.Inf(1), longest
	}
	sunk := make([]float64, len(p.at))
	factors := make([]float64, len(p.rig.Fixed))
	if d.Extra > 0 && d.Level == p.level {
		for k, x := range p.points {
			if x == d.X {
				factors[1+p.bays+k] = d.Extra
			}
		}
	}
	for _, laden := range patterns(p.bays) {
		factors[0] = 1
		clear(factors[1 : 1+p.bays])
		for _, b := range laden {
			factors[1+b] = d.By
		}
		m = max(m, math.Abs(p.rig.Curve(factors, sunk).Moment().Value))
		factors[0] = p.ownTerm
		for _, b := range laden {
			factors[1+b] = d.By * p.set.LongTerm
		}
		c := p.rig.Curve(factors, sunk)
		for bay := range p.rig.Bays() {
			sag = max(sag, c.Sag(bay).Value)
		}
	}
	return m, sag, longest
}

func (p *row) bends(sh *working.Sheet, d Demand) hold.Use {
	m, _, _ := p.span(d)
	m *= d.Care
	s := p.deep * p.t * p.t / 6
	fb := p.board.Bending(sh, p.set.Bases[d.Case])
	if sh.On() {
		sh.Add("M", "greatest moment of the "+p.noun+" over the "+p.over+", × care", "beam on its "+p.over+" × care", m, working.Moment,
			"Euler–Bernoulli beam")
		sh.Add("used", "part of its bending strength", "M / (D × t² / 6 × Fb)", m/(s*fb), working.Ratio, "statics",
			working.In("M", m, working.Moment), working.In("D", p.deep, working.Length), working.In("t", p.t, working.Length),
			working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: m / (s * fb), How: "breaks"}
}

func (p *row) sags(sh *working.Sheet, d Demand) hold.Use {
	_, sag, longest := p.span(d)
	limit := p.set.Allowed(longest)
	if sh.On() {
		sh.Add("δ", "sag of the "+p.noun+" in the end, its own weight after ten years, the worst of what may stand on it after its stay",
			"beam on its "+p.over+" × growth", sag, working.Length, "Euler–Bernoulli beam; EC5 creep",
			working.In("growth of its own", p.ownTerm, working.Ratio), working.In("growth", p.set.LongTerm, working.Ratio))
		sh.Add("used", "part of what is still straight", "δ / allowed", sag/limit, working.Ratio, "by the chosen school",
			working.In("δ", sag, working.Length), working.In("allowed", limit, working.Length))
	}
	return hold.Use{Used: sag / limit, How: "sags too far", Value: sag, Allowed: limit}
}
