package check

import (
	"cmp"
	"fmt"
	"iter"
	"math"
	"slices"
	"strconv"

	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/slab"
	"aguante/core/wall"
	"aguante/core/working"
)

// Stud is what all the shelves of a wall together ask of one of its studs: the
// couples of their brackets, everyday and with care, each at its worst.
type Stud struct {
	ID     string  `json:"id"`
	Moment float64 `json:"moment_nmm"`
	Takes  float64 `json:"takes_nmm"`
	Used   float64 `json:"used"`
}

// held is one place where a shelf is held by the wall: the fasteners there, and the
// couple that they pass on, N·mm.
type held struct {
	id     string
	couple float64
	Holes  []hold.Hole
}

// held are the places where a shelf is held: its supports, or the columns of its
// rail.
func (s *Answer) held() iter.Seq[held] {
	return func(yield func(held) bool) {
		for i := range s.Supports {
			su := &s.Supports[i]
			if !yield(held{su.ID, su.Load * su.Arm, su.Geometry.Holes[:su.Own]}) {
				return
			}
		}
		if s.Rail == nil {
			return
		}
		for _, c := range s.Rail.Geometry.Columns {
			if !yield(held{s.Rail.ID, c.Moment, c.Holes}) {
				return
			}
		}
	}
}

// bearing is what all shelves of a wall together ask of its studs.
type bearing struct {
	p       *design.Project
	answers []*Answer
	sharing map[string]int
	beside  []int // the shelf that has a fastener in one place with one of each, or -1
	studs   []burden
	couples []float64 // to reckon with
	heights []float64
	text    slab.Text
}

// burden is one stud and the grips on it.
type burden struct {
	*wall.Stud
	number int // from the left
	cd     float64
	grips  []gripped
}

// gripped is a grip of one of the shelves, and its couple as that is asked, N·mm.
type gripped struct {
	shelf int
	*grip
	couple float64
}

func newBearing(p *design.Project, answers []*Answer) *bearing {
	w := &bearing{p: p, answers: answers, sharing: p.Sharing(), beside: besides(p, answers)}
	if p.Wall.Solid() || p.Wall.Kind == wall.SteelStuds {
		return w // there are none, or nothing is known of them
	}
	w.studs = make([]burden, 0, len(p.Wall.Studs))
	for i := range p.Wall.Studs {
		st := &p.Wall.Studs[i]
		n := 1
		for k := range p.Wall.Studs {
			if p.Wall.Studs[k].X < st.X {
				n++
			}
		}
		w.studs = append(w.studs, burden{Stud: st, number: n, cd: 1})
	}
	for k, a := range answers {
		for i := range a.grips {
			g := &a.grips[i]
			n := slices.IndexFunc(w.studs, func(b burden) bool { return b.ID == g.stud })
			if n < 0 {
				continue
			}
			b := &w.studs[n]
			if b.grips == nil {
				b.grips = make([]gripped, 0, len(answers)+2)
			}
			if cd := p.Shelves[k].Duration.CD(); len(b.grips) == 0 || cd < b.cd {
				b.cd = cd
			}
			b.grips = append(b.grips, gripped{k, g, g.at(a.asked(), everyday)})
		}
	}
	for i := range w.studs {
		slices.SortStableFunc(w.studs[i].grips, func(a, b gripped) int { return cmp.Compare(a.y, b.y) })
	}
	return w
}

// asked is how many times the contents of an answer stand there as asked.
func (a *Answer) asked() float64 {
	if a.Evenly {
		return 0
	}
	return 1
}

// moment is the greatest moment in a stud, N·mm, with one shelf's contents so many times
// there; own are that shelf's grips. The others are there as asked, or not at all: a couple
// above or below may take from another's, and what stands on a shelf comes and goes.
func (w *bearing) moment(b *burden, shelf int, own []grip, by float64, c question) float64 {
	w.couples, w.heights = w.couples[:0], w.heights[:0]
	for i := range own {
		if own[i].stud == b.ID {
			w.couples, w.heights = append(w.couples, own[i].at(by, c)), append(w.heights, own[i].y)
		}
	}
	alone := w.p.Wall.StudBending(w.couples, w.heights)
	for _, g := range b.grips {
		if g.shelf != shelf {
			w.couples, w.heights = append(w.couples, g.couple), append(w.heights, g.y)
		}
	}
	return max(alone, w.p.Wall.StudBending(w.couples, w.heights))
}

// report is every stud under all that is asked of it.
func (w *bearing) report() []Stud {
	out := []Stud{}
	for i := range w.studs {
		b := &w.studs[i]
		s := Stud{ID: b.ID, Moment: w.moment(b, -1, nil, 0, everyday), Takes: b.Takes(material.Basis{CD: b.cd})}
		s.Used = s.Moment / s.Takes
		out = append(out, s)
	}
	return out
}

// joint is a link of a shelf that other shelves load as well, and how far it is used with
// the shelf's own contents so many times there.
type joint struct {
	Link
	used func(sh *working.Sheet, c question, by float64) hold.Use
}

// joined are the links of a shelf that other shelves load as well: every stud that it is
// on, bent by all of them, and the fixtures that they share (engineering basis). Where all of
// them are not asked for, those are left out that hold what the shelf by itself does.
func (w *bearing) joined(i int, a *Answer, whole bool) []joint {
	// Up to what it holds by itself; a shelf that is far from the screen is asked no more.
	alone := func(used func(by float64) hold.Use) bool {
		return !whole && max(used(a.asked()).Used, used(a.own.HoldsUpTo.Kg/max(a.most.Kg, 1e-9)*a.times).Used) <= 1
	}
	all := append(w.bent(i, a, alone), slices.DeleteFunc(w.ridden(i, a), func(j joint) bool {
		return alone(func(by float64) hold.Use { return j.used(nil, everyday, by) })
	})...)
	out, breaks := make([]joint, 0, len(all)), make([]Limit, len(all))
	for k, j := range all {
		used := func(c question) func(by float64) float64 {
			return func(by float64) float64 { return j.used(nil, c, by).Used }
		}
		u := j.used(nil, everyday, a.asked())
		j.Used, j.How, j.Fails = finite(u.Used), u.How, math.IsInf(u.Used, 1)
		if j.Kind == hold.Strength {
			j.Handling = finite(used(handling)(0))
			if a.Accident != nil {
				j.Accident = finite(used(accident)(0))
			}
			if j.NoMean == "" {
				breaks[k] = a.limit(first(used(breaking), a.times))
				j.Break = &breaks[k]
			}
		}
		j.Limit = a.limit(first(used(everyday), a.times))
		out = append(out, j)
	}
	return out
}

// bent are the studs that a shelf is on, but for those that are left out.
func (w *bearing) bent(i int, a *Answer, leave func(used func(by float64) hold.Use) bool) []joint {
	var out []joint
	s := &w.p.Shelves[i]
	for n := range w.studs {
		b := &w.studs[n]
		if !slices.ContainsFunc(a.grips, func(g grip) bool { return g.stud == b.ID }) {
			continue
		}
		cd := min(b.cd, s.Duration.CD())
		if leave(func(by float64) hold.Use { return w.bends(nil, b, i, a, cd, everyday, by) }) {
			continue
		}
		if out == nil {
			out = make([]joint, 0, len(w.studs))
		}
		out = append(out, joint{Link{ID: w.text.Join(s.ID, "/", b.ID, "/stud/bending"), Role: hold.RoleBehind, Kind: hold.Strength, Piece: "stud",
			Goes: hold.Bends, Of: hold.OfWood, Name: "stud in bending", Where: w.text.Join("stud ", strconv.Itoa(b.number)),
			When: "with what is asked of all shelves", X: float64(b.X - s.X)},
			func(sh *working.Sheet, c question, by float64) hold.Use { return w.bends(sh, b, i, a, cd, c, by) }})
	}
	return out
}

// bends is how far a stud is used.
func (w *bearing) bends(sh *working.Sheet, b *burden, i int, a *Answer, cd float64, c question, by float64) hold.Use {
	m, takes := w.moment(b, i, a.grips, by, c), b.Takes(c.on(cd))
	if sh.On() {
		for k, g := range b.grips {
			couple := g.couple
			if g.shelf == i {
				couple = g.at(by, c)
			}
			sh.Add(fmt.Sprintf("M%d", k+1), w.p.Shelves[g.shelf].Name+": the couple that it passes to the stud there, at its worst, × care",
				"R × e × care", couple, working.Moment, "statics", working.In("y", g.y, working.Length))
		}
		sh.Add("M", "greatest moment in the stud, pinned at floor and ceiling", "ΣM / H × y, less the couples below", m, working.Moment,
			"engineering basis; with the other shelves and without them", working.In("H", float64(w.p.Wall.Height), working.Length))
		sh.Add("Mt", "moment that the stud takes", "b × d² / 6 × Fb × CF × factor", takes, working.Moment,
			"NDS 3.3; factor: CD, or 4 at the break (Rule)", working.In("b", float64(b.Width), working.Length),
			working.In("d", float64(b.Depth), working.Length))
		sh.Add("used", "part of it in use", "M / Mt", m/takes, working.Ratio, "", working.In("M", m, working.Moment),
			working.In("Mt", takes, working.Moment))
	}
	return hold.Use{Used: m / takes, How: "breaks, bent by all that hangs on it"}
}

// first is the multiple, up to most, at which a use that only grows passes 1.
func first(used func(by float64) float64, most float64) float64 {
	over := func(by float64) float64 { return used(by) - 1 }
	hi := over(most)
	if hi <= 0 {
		return most
	}
	lo := over(0)
	if lo > 0 {
		return 0
	}
	return crossing(over, lo, hi, most)
}

// limit is a multiple of the contents as their mass.
func (a *Answer) limit(by float64) Limit {
	return Limit{Kg: by / max(a.times, 1) * a.most.Kg, Above: by >= a.times}
}

// explain is the sum behind a link that several shelves load.
func (j *joint) explain(a *Answer, which string) (*Working, error) {
	c, by := everyday, a.asked()
	switch which {
	case "everyday":
	case "handling":
		c = handling
	case "accident":
		if c = accident; a.Accident == nil {
			return nil, fmt.Errorf("%q is not asked about in the accident case", j.ID)
		}
	case "break":
		if j.Break == nil {
			return nil, fmt.Errorf("%q has no expected break", j.ID)
		}
		c, by = breaking, j.Break.Kg/a.most.Kg*a.times
	default:
		return nil, fmt.Errorf("case %q: use everyday, handling, accident or break", which)
	}
	var sh working.Sheet
	j.used(&sh, c, by)
	switch c {
	case everyday:
		sh.Add("holds", "mass of contents at which the part used reaches 1, the other shelves as they are", "used = 1", j.Limit.Kg,
			working.Mass, "")
	case breaking:
		sh.Add("breaks", "mass of contents at which this would give, by mean short-term strengths: not to be relied on", "used = 1",
			j.Break.Kg, working.Mass, "Rule")
	}
	return told(j.Link, which, j.When, &sh), nil
}
