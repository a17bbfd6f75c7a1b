package check

import (
	"errors"
	"fmt"
	"math"
	"runtime/debug"
	"slices"
	"sync"

	"aguante/core/hold"

	"aguante/core/design"
	"aguante/core/load"
)

// Run checks a whole wall. The error is Invalid, with every problem by its
// path, where the design cannot be checked.
func Run(p *design.Project) (*Report, error) {
	if bad := p.Validate(); len(bad) > 0 {
		return nil, Invalid(bad)
	}
	rep := &Report{Shelves: make([]Shelf, len(p.Shelves)), Verdict: Holds}
	var all sync.WaitGroup
	faults := make([]error, len(p.Shelves))
	for i := range p.Shelves {
		s := &p.Shelves[i]
		all.Go(func() {
			defer func() { // a fault in one shelf must not take the program down
				if fault := recover(); fault != nil {
					faults[i] = fmt.Errorf("shelf %q: fault in the check: %v\n%s", s.Name, fault, debug.Stack())
				}
			}()
			a, err := answer(p, s)
			if err == nil {
				err = a.low(p, s)
			}
			if err != nil {
				faults[i] = fmt.Errorf("shelf %q: %w", s.Name, err)
				return
			}
			rep.Shelves[i] = a.shelf
		})
	}
	all.Wait()
	if err := errors.Join(faults...); err != nil {
		return nil, err
	}
	rep.Studs = studs(p, rep.Shelves)
	least := math.Inf(1)
	rank := []Verdict{Holds, Sags, Cannot, Gives}
	for _, s := range rep.Shelves {
		if slices.Index(rank, s.Verdict) > slices.Index(rank, rep.Verdict) {
			rep.Verdict = s.Verdict
		}
		if room := s.HoldsUpTo.Kg / max(s.Asked, 1e-9); s.First != "" && room < least {
			least, rep.Weakest = room, s.First
		}
	}
	return rep, nil
}

// One checks one shelf of a design that is known to be valid, without its low guess.
func One(p *design.Project, s *design.Shelf) (*Shelf, error) {
	a, err := answer(p, s)
	if err != nil {
		return nil, err
	}
	return &a.shelf, nil
}

// found is one link's answer with what the working needs to say it again.
type found struct {
	Link
	run    *run
	probe  *probe
	state  *state
	sudden [suddens]worstPlace
}

// The sudden cases: something heavy is set down, or an accident happens.
const (
	handling = iota
	accident
	suddens
)

// worstPlace is how far a link is used by a load at the worst of the places on
// the front edge; place is -1 where it is not asked.
type worstPlace struct {
	place int
	used  float64
}

var notAsked = [suddens]worstPlace{{place: -1}, {place: -1}}

// answered is a shelf's report and the links behind it.
type answered struct {
	shelf Shelf
	links []found
}

// answer checks one shelf, once for each wood that it may be, and keeps the
// worst of each link.
func answer(p *design.Project, s *design.Shelf) (*answered, error) {
	if form, _ := s.Form(); form != nil {
		return &answered{shelf: answerForm(p, s, form)}, nil
	}
	var all []found
	var first *run
	for _, board := range s.Candidates() {
		r, err := newRun(p, s, board)
		if err != nil {
			return nil, err
		}
		links, err := r.judge()
		if err != nil {
			return nil, err
		}
		if first == nil {
			first, all = r, links
			continue
		}
		for i := range all {
			worse(&all[i], links[i])
		}
		if r.plank.stiffness() < first.plank.stiffness() {
			first = r // the drawing shows the softest
		}
	}
	a := &answered{links: all}
	a.shelf = first.report(p, all)
	return a, nil
}

// low says what the low guess of the contents would come to, where one is given.
func (a *answered) low(p *design.Project, s *design.Shelf) error {
	if !slices.ContainsFunc(s.Contents, func(it load.Item) bool { return it.Low() != it }) {
		return nil
	}
	light := *s
	light.Contents = nil
	for _, it := range s.Contents {
		light.Contents = append(light.Contents, it.Low())
	}
	b, err := answer(p, &light)
	if err != nil {
		return err
	}
	a.shelf.Low = &Low{Asked: b.shelf.Asked, Verdict: b.shelf.Verdict}
	return nil
}

// worse keeps the less able of two answers for the same link, figure by figure.
func worse(have *found, other found) {
	if other.Limit.Kg < have.Limit.Kg || (other.Limit.Kg == have.Limit.Kg && other.Used > have.Used) {
		breaks, sudden := have.Break, have.sudden
		*have = other
		have.Break, have.sudden = breaks, sudden
	}
	for c, w := range other.sudden {
		if w.used > have.sudden[c].used {
			have.sudden[c] = w
		}
	}
	have.Handling, have.Accident = finite(have.sudden[handling].used), finite(have.sudden[accident].used)
	if have.Break != nil && other.Break != nil && other.Break.Kg < have.Break.Kg {
		have.Break = other.Break
	}
}

// judge answers for every link of a run.
func (r *run) judge() ([]found, error) {
	probes := r.probes()
	out := make([]found, len(probes))
	if r.rig == nil {
		use := probes[0].use(nil, &view{}, hold.Everyday)
		out[0] = found{Link: probes[0].Link, run: r, probe: &probes[0], sudden: notAsked}
		out[0].settle(use)
		return out, nil
	}
	asked := make([]view, len(r.states))
	for i, st := range r.states {
		asked[i] = r.look(st, r.multiple())
	}
	var places [suddens][]view
	for c := range places {
		weight := r.suddenLoad(c)
		if weight == 0 {
			continue
		}
		for k := range r.points {
			v, err := r.setDown(k, weight)
			if err != nil {
				return nil, err
			}
			places[c] = append(places[c], v)
		}
	}
	for i := range probes {
		out[i] = r.judgeOne(&probes[i], asked, places)
	}
	return out, nil
}

// suddenLoad is the weight of a sudden case, N: set down, the heaviest single
// item twice, at least 50 N; 0 for no accident.
func (r *run) suddenLoad(c int) float64 {
	if c == accident {
		return r.shelf.AccidentLoad()
	}
	return r.shelf.SetDown()
}

func (r *run) judgeOne(p *probe, asked []view, places [suddens][]view) found {
	f := found{Link: p.Link, run: r, probe: p, sudden: notAsked}
	f.Wood = r.board.Key()
	worst, best := -1, float64(most)
	var worstUse hold.Use
	for i := range asked {
		if p.levelOnly && !asked[i].state.level {
			continue
		}
		u := p.ask(&asked[i], hold.Everyday)
		if worst < 0 || u.Used > worstUse.Used {
			worst, worstUse = i, u
		}
		if u.Used > 1 { // it may ease again under more
			best = p.reaches(asked[i].state, hold.Everyday, min(best, r.multiple()))
		}
	}
	f.state = asked[worst].state
	f.settle(worstUse)
	f.When = f.state.when
	best = p.reaches(f.state, hold.Everyday, best)
	for i := range asked {
		if i != worst && (asked[i].state.level || !p.levelOnly) {
			best = p.reaches(asked[i].state, hold.Everyday, best)
		}
	}
	f.Limit = r.limit(best)
	if p.levelOnly {
		f.X, f.Now = r.sagNow(p, f.state)
		return f
	}
	for c := range places {
		for k := range places[c] {
			if u := p.ask(&places[c][k], hold.Sudden); f.sudden[c].place < 0 || u.Used > f.sudden[c].used {
				f.sudden[c] = worstPlace{k, u.Used}
			}
		}
	}
	f.Handling, f.Accident = finite(f.sudden[handling].used), finite(f.sudden[accident].used)
	if p.Kind == hold.Gate && f.Fails {
		f.NoMean = "nothing is known of a " + f.Name + " that " + f.How
	}
	if f.NoMean == "" && p.Kind != hold.Gate {
		l := r.limit(p.reaches(r.states[0], hold.Break, most))
		f.Break = &l
	}
	return f
}

// settle writes a use into the link.
func (f *found) settle(u hold.Use) {
	f.Used, f.How, f.Value, f.Allowed = finite(u.Used), u.How, u.Value, u.Allowed
	f.Fails = math.IsInf(u.Used, 1)
}

func finite(u float64) float64 { return min(u, worstUsed) }

func (r *run) limit(lambda float64) Limit {
	return Limit{Kg: lambda * r.asked, Above: lambda >= most}
}

// sagNow is where a stiffness link shows most and how much of it is there on
// the first day, mm.
func (r *run) sagNow(p *probe, st *state) (x, now float64) {
	v := r.look(st, r.multiple())
	if v.gone() {
		return 0, 0
	}
	if p.Role != hold.RoleSags {
		return r.at[p.on], p.ask(&v, hold.Everyday).Value
	}
	return v.end().Sag(p.bay).X, v.shape().Sag(p.bay).Value * r.plank.soft
}

// ask is the use in a view; a board that was never up uses only the link that
// says so.
func (p *probe) ask(v *view, c hold.Case) hold.Use {
	if v.gone() && p.Role != hold.RoleStanding {
		return hold.Use{}
	}
	return p.use(nil, v, c)
}

// reaches returns the multiplier, at most best, at which the link reaches its
// limit in a state. Most states are passed by with one question.
func (p *probe) reaches(st *state, c hold.Case, best float64) float64 {
	r := st.owner
	over := func(lambda float64) float64 {
		r.passing = r.look(st, lambda)
		r.passing.room = r.room
		return p.ask(&r.passing, c).Used - 1
	}
	hi := over(best)
	if hi <= 0 {
		return best
	}
	lo := over(0)
	if lo > 0 {
		return 0
	}
	return crossing(over, lo, hi, best)
}

// crossing is where a function rises through 0 between 0 and b, where it is lo and hi:
// by the false position, halved where one end stays.
func crossing(over func(float64) float64, lo, hi, b float64) float64 {
	a, close := 0.0, 1e-9*b
	for range 100 {
		mid := (a + b) / 2
		if !math.IsInf(hi, 1) {
			mid = b - hi*(b-a)/(hi-lo)
		}
		u := over(mid)
		if math.Abs(u) < 1e-7 || b-a < close {
			return mid
		}
		if u > 0 {
			b, hi = mid, u
			lo /= 2
		} else {
			a, lo = mid, u
			if !math.IsInf(hi, 1) {
				hi /= 2
			}
		}
	}
	return a
}
