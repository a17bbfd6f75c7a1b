package check

import (
	"math"
	"slices"

	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/slab"
	"aguante/core/support"
)

// grip is a couple, N·mm, that a shelf passes to a stud at a height over the floor.
type grip struct {
	stud string
	y    float64
	course
}

// course is a figure of what a shelf does to the wall: with care as it is asked every day and
// at its worst when something comes down, and without on the way to the break.
type course struct {
	everyday ramp
	breaking ramp
	sudden   [suddens]float64
}

// take keeps the worst figure of a case, at a corner or in one of the sudden cases.
func (g *course) take(c hold.Case, at int, value float64) {
	switch c {
	case hold.Everyday:
		g.everyday.widen(at, value)
	case hold.Break:
		g.breaking.widen(at, value)
	default:
		if math.Abs(value) > math.Abs(g.sudden[at]) {
			g.sudden[at] = value
		}
	}
}

// at is the figure under so many times the contents; in a sudden case, under those asked.
func (g *course) at(by float64, c question) float64 {
	switch c {
	case everyday:
		return g.everyday.at(by)
	case breaking:
		return g.breaking.at(by)
	}
	return g.sudden[c]
}

// question is what a stud is asked about: one of the sudden cases, or one of these.
type question int

const (
	everyday question = iota + suddens
	breaking
)

// as is the case that a fastener is asked in.
func (c question) as() hold.Case {
	switch c {
	case everyday:
		return hold.Everyday
	case breaking:
		return hold.Break
	}
	return hold.Sudden
}

// on is the footing of a stud's strength.
func (c question) on(cd float64) material.Basis {
	switch c {
	case everyday:
		return material.Basis{CD: cd}
	case breaking:
		return material.Basis{Mean: true}
	}
	return material.Basis{CD: hold.SuddenCD}
}

// ramp is a figure by how many times the contents stand on a shelf, straight between its
// corners. Where the true one bends between two corners it does so below.
type ramp []corner

type corner struct{ by, value float64 }

func (r ramp) at(by float64) float64 {
	for k := 1; k < len(r); k++ {
		if a, b := r[k-1], r[k]; by <= b.by {
			return a.value + (b.value-a.value)*(by-a.by)/(b.by-a.by)
		}
	}
	return r[len(r)-1].value
}

// widen keeps the greater, either way, of what is at a corner and what comes.
func (r ramp) widen(k int, value float64) {
	if math.Abs(value) > math.Abs(r[k].value) {
		r[k].value = value
	}
}

// gripsOf are the couples that a board's supports and rail pass on, at their worst over
// all states, places and woods, and what it does to fixtures that others may share.
func gripsOf(runs []*run, a *Answer) ([]grip, []ride) {
	if runs[0].rig == nil {
		return nil, nil
	}
	g := gripping{corners: cornersOf(runs)}
	g.all, g.from = make([]grip, 0, 2*len(a.Supports)+8), make([]int, 0, 2*len(a.Supports)+8)
	for i := range a.Supports {
		for _, stud := range studsIn(a.Supports[i].Geometry.Holes[:a.Supports[i].Own]) {
			g.add(i, stud, float64(runs[0].shelf.Y))
		}
	}
	g.own = len(g.all)
	if rail := runs[0].rail; rail != nil {
		for _, stud := range rail.Studs() {
			g.add(-1, stud, float64(runs[0].shelf.Y))
		}
	}
	g.ridden(runs[0])
	if len(g.all)+len(g.rides) == 0 {
		return nil, nil
	}
	g.couples = make([]float64, len(g.all)-g.own)
	for _, r := range runs {
		v := &r.passing
		for n, st := range r.states {
			if g.own == len(g.all) && len(g.rides) == 0 && st.outdone == 1<<len(r.at)-1 {
				continue
			}
			for k := range g.corners {
				v.see(r, st, g.corners[k])
				g.note(v, hold.Everyday, k)
				if n == 0 { // it breaks under all its contents, every support level
					g.note(v, hold.Break, k)
				}
			}
		}
		for c := range r.places {
			for i := range r.places[c] {
				g.note(&r.places[c][i], hold.Sudden, c)
			}
		}
	}
	return g.all, g.rides
}

// gripping gathers a board's grips, of its own supports first, then of its rail; and its rides.
type gripping struct {
	corners []float64
	all     []grip
	from    []int // support of each, -1 of the rail
	own     int
	couples []float64 // of the rail
	rides   []ride
	ramps   slab.Of[corner]
}

func (g *gripping) course() course {
	ramp := func() ramp {
		out := ramp(g.ramps.Take(len(g.corners)))
		for k, by := range g.corners {
			out[k].by = by
		}
		return out
	}
	return course{everyday: ramp(), breaking: ramp()}
}

func (g *gripping) add(support int, stud string, y float64) {
	g.all, g.from = append(g.all, grip{stud, y, g.course()}), append(g.from, support)
}

// note takes every couple in a view, with care: at a corner, or in one of the sudden cases.
func (g *gripping) note(v *view, c hold.Case, at int) {
	if v.gone() {
		return
	}
	care := v.r.care(c)
	for i, which := range v.r.which {
		if v.point < 0 && v.state.outdone>>i&1 == 1 {
			continue
		}
		for k := range g.own {
			if g.from[k] == which {
				_, m := v.action(i)
				g.all[k].take(c, at, m*care)
			}
		}
	}
	if g.own < len(g.all) {
		v.r.rail.Couples(v.r.pulled(nil, v, c, hold.Strength), g.couples)
		for k, m := range g.couples {
			g.all[g.own+k].take(c, at, m)
		}
	}
	g.noteRides(v, c, at)
}

// cornersOf are the multiples of the contents at which any couple may turn.
func cornersOf(runs []*run) []float64 {
	out := []float64{0, 1, runs[0].most}
	for _, r := range runs {
		for _, st := range r.states {
			for i := range st.stretches {
				if from := st.stretches[i].from; from > 0 {
					out = append(out, from)
				}
			}
		}
	}
	slices.Sort(out)
	return slices.CompactFunc(out, func(a, b float64) bool { return math.Abs(b-a) < 1e-6*(1+b) })
}

func studsIn(holes []hold.Hole) []string {
	var out []string
	for _, h := range holes {
		if h.Counts && h.Stud != "" && !slices.Contains(out, h.Stud) {
			out = append(out, h.Stud)
		}
	}
	return out
}

// grips are the couples that a form passes on; they grow straight from an empty one on.
func (g *stand) grips() []grip {
	most := mostOf(g.asked)
	all := make([]grip, 0, 8)
	var ramps slab.Of[corner]
	straight := func() ramp {
		out := ramps.Take(2)
		out[1].by = most
		return out
	}
	n, k, c := 0, 0, hold.Everyday
	note := func(stud string, up, m float64) {
		if n == len(all) {
			all = append(all, grip{stud, float64(g.shelf.Y) + up, course{everyday: straight(), breaking: straight()}})
		}
		all[n].take(c, k, m)
		n++
	}
	ask := func(d support.Demand) {
		n = 0
		support.Couples(g.on, d, note)
	}
	for at, by := range [2]float64{0, most} {
		for _, c = range [2]hold.Case{hold.Everyday, hold.Break} {
			k = at
			ask(g.demand(by, c, hold.Strength))
		}
	}
	c = hold.Sudden
	for k = range g.sudden {
		for _, d := range g.sudden[k] {
			ask(d)
		}
	}
	return all
}
