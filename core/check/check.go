package check

import (
	"context"
	"errors"
	"fmt"
	"math"
	"runtime"
	"runtime/debug"

	"golang.org/x/sync/errgroup"

	"aguante/core/design"
	"aguante/core/hold"
)

// Known keeps answers by what they are about, so that a shelf that has not changed is not
// asked again. Answers are never changed.
type Known interface {
	Answer(content string) (*Answer, bool)
	Keep(content string, a *Answer)
}

// Run checks a whole wall. The error is Invalid, with every problem by its
// path, where the design cannot be checked, or the context's.
func Run(ctx context.Context, p *design.Project) (*Report, error) {
	if bad := p.Validate(); len(bad) > 0 {
		return nil, Invalid(bad)
	}
	answers, err := Answers(ctx, p, nil)
	if err != nil {
		return nil, err
	}
	rep := Close(p, answers, func(string) bool { return true })
	for i := range rep.Shelves {
		rep.Shelves[i] = *rep.Shelves[i].Full()
	}
	return rep, nil
}

// Answers asks every shelf of a design that is known to be valid by itself. What is known
// already is taken from there; nil knows nothing.
func Answers(ctx context.Context, p *design.Project, known Known) ([]*Answer, error) {
	out := make([]*Answer, len(p.Shelves))
	faults := make([]error, len(p.Shelves))
	var all errgroup.Group
	all.SetLimit(runtime.GOMAXPROCS(0))
	for i := range p.Shelves {
		all.Go(func() error {
			out[i], faults[i] = answerOf(ctx, p, &p.Shelves[i], known)
			return nil
		})
	}
	_ = all.Wait() // each has its own fault
	return out, errors.Join(faults...)
}

// answerOf asks one shelf by itself, or knows the answer.
func answerOf(ctx context.Context, p *design.Project, s *design.Shelf, known Known) (*Answer, error) {
	if known == nil {
		return Ask(ctx, p, s)
	}
	content := p.Content(s)
	if a, ok := known.Answer(content); ok {
		return a, nil
	}
	a, err := Ask(ctx, p, s)
	if err == nil {
		known.Keep(content, a)
	}
	return a, err
}

// Ask asks one shelf of a valid design by itself.
func Ask(ctx context.Context, p *design.Project, s *design.Shelf) (a *Answer, err error) {
	defer func() { // a fault in one shelf must not take the program down
		if fault := recover(); fault != nil {
			err = fmt.Errorf("shelf %q: fault in the check: %v\n%s", s.Name, fault, debug.Stack())
		}
	}()
	found, err := answer(ctx, p, s)
	if err == nil {
		err = found.low(ctx, p, s)
	}
	if err != nil {
		return nil, fmt.Errorf("shelf %q: %w", s.Name, err)
	}
	return found.Answer, nil // without the runs behind its links, which are large
}

// found is one link's answer with what the working needs to say it again.
type found struct {
	*Link
	use    hold.Use // in its worst state
	run    *run
	probe  *probe
	state  *state
	over   []bool // state by state, whether it is over its limit as asked
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

// answered is a shelf's answer and the links behind it.
type answered struct {
	*Answer
	links []found
}

// answer checks one shelf, once for each wood that it may be, and keeps the
// worst of each link.
func answer(ctx context.Context, p *design.Project, s *design.Shelf) (*answered, error) {
	if form, _ := s.Form(); form != nil {
		a, err := answerForm(ctx, p, s, form)
		return &answered{Answer: &a}, err
	}
	var all []found
	var runs []*run
	softest := 0 // which the drawing shows
	for k, board := range s.Candidates() {
		r, err := newRun(ctx, p, s, board)
		if err != nil {
			return nil, err
		}
		links, err := r.judge(ctx)
		if err != nil {
			return nil, err
		}
		runs = append(runs, r)
		if k == 0 {
			all = links
			continue
		}
		for i := range all {
			worse(&all[i], links[i])
		}
		if r.plank.stiffness() < runs[softest].plank.stiffness() {
			softest = k
		}
	}
	said := runs[softest].report(p, all)
	a := &answered{Answer: &said, links: all}
	a.grips, a.rides = gripsOf(runs, a.Answer)
	a.own = a.gathered()
	return a, nil
}

// low asks with the low guess of the contents, where one is given.
func (a *answered) low(ctx context.Context, p *design.Project, s *design.Shelf) error {
	if !guessed(s) {
		return nil
	}
	light := *s
	light.Contents = nil
	for _, it := range s.Contents {
		light.Contents = append(light.Contents, it.Low())
	}
	b, err := answer(ctx, p, &light)
	if err != nil {
		return err
	}
	a.Answer.low = b.Answer
	return nil
}

// worse keeps the less able of two answers for the same link, figure by figure.
func worse(have *found, other found) {
	breaks := [2]*Limit{have.Break, other.Break}
	if other.Limit.Kg < have.Limit.Kg || (other.Limit.Kg == have.Limit.Kg && other.Used > have.Used) {
		sudden := have.sudden
		*have = other
		have.sudden = sudden
	}
	for c, w := range other.sudden {
		if w.used > have.sudden[c].used {
			have.sudden[c] = w
		}
	}
	have.Handling, have.Accident = finite(have.sudden[handling].used), finite(have.sudden[accident].used)
	have.Break = breaks[0]
	if breaks[0] != nil && breaks[1] != nil && breaks[1].Kg < breaks[0].Kg {
		have.Break = breaks[1]
	}
}

// judge answers for every link of a run.
func (r *run) judge(ctx context.Context) ([]found, error) {
	probes := r.probes()
	out := make([]found, len(probes))
	for i := range probes {
		out[i] = found{Link: probes[i].Link, run: r, probe: &probes[i], sudden: notAsked}
	}
	if r.rig == nil {
		out[0].settle(probes[0].use(nil, &view{}, hold.Everyday))
		return out, nil
	}
	for c := range r.places {
		weight := r.suddenLoad(c)
		if weight == 0 {
			continue
		}
		r.places[c] = make([]view, 0, len(r.points))
		for k := range r.points {
			v, err := r.setDown(k, weight)
			if err != nil {
				return nil, err
			}
			r.places[c] = append(r.places[c], v)
		}
	}
	r.outdo()
	r.suddenUse(out)
	r.everydayUse(out)
	for i := range out {
		out[i].conclude(ctx)
	}
	return out, ctx.Err()
}

// everydayUse asks every link in every state as asked.
func (r *run) everydayUse(all []found) {
	n := len(r.states)
	over := make([]bool, n*len(all))
	v := &r.passing
	for k, st := range r.states {
		v.see(r, st, r.multiple())
		for i := range all {
			f := &all[i]
			if !f.probe.asks(st) {
				continue
			}
			u := f.probe.ask(v, hold.Everyday)
			if f.state == nil || u.Used > f.use.Used {
				f.state, f.use = st, u
			}
			f.over = over[i*n : (i+1)*n]
			f.over[k] = u.Used > 1
		}
	}
}

// suddenUse asks every link at every place where something may come down.
func (r *run) suddenUse(all []found) {
	for c := range r.places {
		for k := range r.places[c] {
			v := &r.places[c][k]
			for i := range all {
				f := &all[i]
				if p := f.probe; p.levelOnly || p.whole || p.same && k > 0 || p.leaves(v.outdone) {
					continue
				}
				if u := f.probe.ask(v, hold.Sudden); f.sudden[c].place < 0 || u.Used > f.sudden[c].used {
					f.sudden[c] = worstPlace{k, u.Used}
				}
			}
		}
	}
}

// suddenLoad is the weight of a sudden case, N: set down, the heaviest single
// item twice, at least 50 N; 0 for no accident.
func (r *run) suddenLoad(c int) float64 {
	if c == accident {
		return r.shelf.AccidentLoad()
	}
	return r.shelf.SetDown()
}

// conclude finds a link's limit, how far it is used when something comes down, and where it
// would break. It is left when ctx is done.
func (f *found) conclude(ctx context.Context) {
	r, p := f.run, f.probe
	f.Wood = r.board.Key()
	best := r.most
	for k, st := range r.states { // it may ease again under more
		if f.over[k] {
			best = p.reaches(st, hold.Everyday, min(best, r.multiple()))
		}
	}
	f.settle(f.use)
	f.When = f.state.when()
	best = p.reaches(f.state, hold.Everyday, best)
	for _, st := range r.states {
		if ctx.Err() != nil {
			return
		}
		if st != f.state && p.asks(st) {
			best = p.reaches(st, hold.Everyday, best)
		}
	}
	f.Limit = r.limit(best)
	if p.levelOnly {
		f.X, f.Now = r.sagNow(p, f.state)
		return
	}
	f.Handling, f.Accident = finite(f.sudden[handling].used), finite(f.sudden[accident].used)
	if p.Kind == hold.Gate && f.Fails {
		f.NoMean = "nothing is known of a " + f.Name + " that " + f.How
	}
	if f.NoMean == "" && p.Kind != hold.Gate {
		f.Break = &r.limits.Take(1)[0]
		*f.Break = r.limit(p.reaches(r.states[0], hold.Break, r.most))
	}
}

// settle writes a use into the link.
func (f *Link) settle(u hold.Use) {
	f.Used, f.How, f.Value, f.Allowed, f.Across = finite(u.Used), u.How, u.Value, u.Allowed, u.Across
	f.Fails, f.Unknown = math.IsInf(u.Used, 1), u.Unknown
}

func finite(u float64) float64 { return min(u, worstUsed) }

func (r *run) limit(lambda float64) Limit {
	return Limit{Kg: lambda * r.asked, Above: lambda >= r.most}
}

// sagNow is where a stiffness link shows most and how much of it is there on
// the first day, mm.
func (r *run) sagNow(p *probe, st *state) (x, now float64) {
	v := &r.passing
	v.see(r, st, r.multiple())
	if v.gone() {
		return 0, 0
	}
	if p.rail != nil {
		return p.X, p.ask(v, hold.Everyday).Value
	}
	if p.Role != hold.RoleSags {
		return r.at[p.on], p.ask(v, hold.Everyday).Value
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
		r.passing.see(r, st, lambda)
		return p.ask(&r.passing, c).Used - 1
	}
	to, hi := best, 0.0
	for i := 1; i < len(st.stretches) && hi <= 0; i++ { // where a contact opens or closes, it may turn
		from := st.stretches[i].from
		if before := from * (1 - 1e-9); st.stretches[i].jumps && before > 0 && before < best {
			to, hi = before, max(0, over(before))
		}
		if from > 0 && from < best && hi <= 0 {
			to, hi = from, max(0, over(from))
		}
	}
	if hi <= 0 {
		to = best
	}
	if hi <= 0 {
		if hi = over(best); hi <= 0 && !p.eases {
			return best
		}
	}
	lo := over(0)
	if lo > 0 {
		return 0
	}
	from := 0.0
	for k := 1.0; k <= steps && p.eases; k++ { // closer together at first
		at := to * k * k / steps / steps
		u := over(at)
		if u > 0 {
			to, hi = at, u
			break
		}
		from, lo = at, u
	}
	if hi <= 0 {
		return best
	}
	return from + crossing(func(by float64) float64 { return over(from + by) }, lo, hi, to-from)
}

// steps are how many places a link is asked at on its way that may ease again under more.
const steps = 24

// crossing is where a function rises through 0 between 0 and b, where it is lo and hi: by the
// false position, the end that stays twice counted half (Illinois), and halving where it is
// without end.
func crossing(over func(float64) float64, lo, hi, b float64) float64 {
	a, close, side := 0.0, 1e-10*b, 0
	for range 200 {
		mid := (a + b) / 2
		if !math.IsInf(hi, 1) {
			mid = b - hi*(b-a)/(hi-lo)
		}
		u := over(mid)
		if math.Abs(u) < 1e-8 || b-a < close {
			return mid
		}
		if u > 0 {
			b, hi = mid, u
			if side > 0 {
				lo /= 2
			}
			side = 1
		} else {
			a, lo = mid, u
			if side < 0 && !math.IsInf(hi, 1) {
				hi /= 2
			}
			side = -1
		}
	}
	return a
}
