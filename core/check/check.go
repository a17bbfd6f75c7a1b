package check

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"aguante/core/design"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/working"
)

// Run checks a whole wall. The error is Invalid, with every problem by its
// path, where the design cannot be checked.
func Run(p *design.Project) (*Report, error) {
	if bad := p.Validate(); len(bad) > 0 {
		return nil, Invalid(bad)
	}
	rep := &Report{Shelves: []Shelf{}, Verdict: Holds}
	for i := range p.Shelves {
		a, err := answer(p, &p.Shelves[i])
		if err != nil {
			return nil, fmt.Errorf("shelf %q: %w", p.Shelves[i].Name, err)
		}
		if err := a.low(p, &p.Shelves[i]); err != nil {
			return nil, err
		}
		rep.Shelves = append(rep.Shelves, a.shelf)
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
		if r.ei < first.ei {
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
		use := probes[0].use(nil, &view{}, support.Everyday)
		out[0] = found{Link: probes[0].Link, run: r, probe: &probes[0], sudden: notAsked}
		out[0].settle(use)
		return out, nil
	}
	asked := make([]view, len(r.states))
	multiple := 1.0
	if r.even {
		multiple = 0
	}
	for i, st := range r.states {
		asked[i] = r.look(st, multiple)
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
	return max(2*quantity.Mass(heaviest(r.shelf.Contents)).Weight(), 50)
}

func (r *run) judgeOne(p *probe, asked []view, places [suddens][]view) found {
	f := found{Link: p.Link, run: r, probe: p, sudden: notAsked}
	f.Wood = r.board.Wood.Key
	worst := -1
	var worstUse support.Use
	for i := range asked {
		if p.levelOnly && !asked[i].state.level {
			continue
		}
		if u := p.ask(&asked[i], support.Everyday); worst < 0 || u.Used > worstUse.Used {
			worst, worstUse = i, u
		}
	}
	f.state = asked[worst].state
	f.settle(worstUse)
	f.When = f.state.when
	best := p.reaches(f.state, support.Everyday, most)
	for i := range asked {
		if i != worst && (asked[i].state.level || !p.levelOnly) {
			best = p.reaches(asked[i].state, support.Everyday, best)
		}
	}
	f.Limit = r.limit(best)
	if p.levelOnly {
		f.X, f.Now = r.sagNow(p, f.state)
		return f
	}
	for c := range places {
		for k := range places[c] {
			if u := p.ask(&places[c][k], support.Sudden); f.sudden[c].place < 0 || u.Used > f.sudden[c].used {
				f.sudden[c] = worstPlace{k, u.Used}
			}
		}
	}
	f.Handling, f.Accident = finite(f.sudden[handling].used), finite(f.sudden[accident].used)
	if p.Kind == support.Gate && f.Fails {
		f.NoMean = "nothing is known of a " + f.Name + " that " + f.How
	}
	if f.NoMean == "" && p.Kind != support.Gate {
		l := r.limit(p.reaches(r.states[0], support.Break, most))
		f.Break = &l
	}
	return f
}

// settle writes a use into the link.
func (f *found) settle(u support.Use) {
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
	v := r.look(st, 1)
	if r.even {
		v = r.look(st, 0)
	}
	if v.gone() {
		return 0, 0
	}
	if p.Role != support.RoleSags {
		return r.at[p.on], p.ask(&v, support.Everyday).Value
	}
	bay := 0
	for r.bayName(bay) != p.Where {
		bay++
	}
	return v.end().Sag(bay).X, v.shape().Sag(bay).Value
}

// ask is the use in a view; a board that was never up uses only the link that
// says so.
func (p *probe) ask(v *view, c support.Case) support.Use {
	if v.gone() && p.Role != support.RoleStanding {
		return support.Use{}
	}
	return p.use(nil, v, c)
}

// reaches returns the multiplier, at most best, at which the link reaches its
// limit in a state. Most states are passed by with one question.
func (p *probe) reaches(st *state, c support.Case, best float64) float64 {
	r := st.owner
	over := func(lambda float64) float64 {
		r.passing = r.look(st, lambda)
		r.passing.room = r.room
		return p.ask(&r.passing, c).Used - 1
	}
	b := best
	hi := over(b)
	if hi <= 0 {
		return best
	}
	lo := over(0)
	if lo > 0 {
		return 0
	}
	a := 0.0
	for range 100 {
		mid := (a + b) / 2
		if !math.IsInf(hi, 1) {
			mid = b - hi*(b-a)/(hi-lo)
		}
		u := over(mid)
		if math.Abs(u) < 1e-7 || b-a < 1e-9*best {
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

// report gathers the links into the shelf's answer.
func (r *run) report(p *design.Project, all []found) Shelf {
	s := r.shelf
	out := Shelf{
		ID: s.ID, Name: s.Name, Verdict: Holds, Evenly: r.even, Self: quantityMass(r.selfW * float64(s.Length)),
		NotKnown: []string{}, OnAssumed: []string{}, Band: []string{}, Supports: []Support{}, Curve: []CurvePoint{}, Contents: []ItemMass{}, Assumed: []string{}, Cautions: []Caution{},
	}
	if !r.even {
		out.Asked = r.asked
	}
	for _, it := range s.Contents {
		out.Contents = append(out.Contents, ItemMass{it.ID, float64(it.Mass())})
	}
	out.HoldsUpTo, out.StraightTo = r.limit(most), r.limit(most)
	breaks := r.limit(most)
	known := true
	var worst = map[support.Role]*found{}
	for i := range all {
		f := &all[i]
		out.Links = append(out.Links, f.Link)
		if w := worst[f.Role]; w == nil || f.Limit.Kg < w.Limit.Kg || (f.Limit.Kg == w.Limit.Kg && f.Used > w.Used) {
			worst[f.Role] = f
		}
		if f.Kind == support.Stiffness {
			if f.Limit.Kg < out.StraightTo.Kg || out.FirstSag == "" {
				out.StraightTo, out.FirstSag = f.Limit, f.ID
			}
			continue
		}
		if f.Limit.Kg < out.HoldsUpTo.Kg || out.First == "" {
			out.HoldsUpTo, out.First = f.Limit, f.ID
		}
		switch {
		case f.Kind == support.Gate && f.Fails:
			known = false
			out.NotKnown = append(out.NotKnown, f.Name+", "+f.Where)
		case f.NoMean != "":
			out.NotKnown = append(out.NotKnown, f.Name+", "+f.Where)
		case f.Break != nil && (f.Break.Kg < breaks.Kg || out.BreakLink == ""):
			breaks, out.BreakLink = *f.Break, f.ID
		}
	}
	if known && r.rig != nil {
		out.Breaks = &breaks
	} else {
		out.BreakLink = ""
	}
	for _, role := range support.Roles() {
		if f := worst[role]; f != nil && (role != support.RoleStanding || f.Limit.Kg < r.limit(most).Kg) {
			out.Band = append(out.Band, f.ID)
		}
	}
	switch {
	case out.HoldsUpTo.Kg < out.Asked || out.HoldsUpTo.Kg == 0:
		out.Verdict = Gives
	case out.StraightTo.Kg < out.Asked:
		out.Verdict = Sags
	}
	out.Handling = r.suddenly(all, handling)
	if s.Accident != design.NoAccident {
		a := r.suddenly(all, accident)
		out.Accident = &a
	}
	if r.rig != nil {
		out.Curve = r.drawn()
	}
	r.supports(&out, all)
	r.notes(p, &out)
	return out
}

func quantityMass(weight float64) float64 { return float64(quantity.MassOf(weight)) }

// suddenly is the verdict on a sudden case: its worst link at its worst place.
func (r *run) suddenly(all []found, c int) Sudden {
	h := Sudden{Verdict: Holds, Load: r.suddenLoad(c), Used: -1}
	for i := range all {
		f := &all[i]
		if w := f.sudden[c]; f.Kind != support.Stiffness && w.place >= 0 && w.used > h.Used {
			h.Used, h.Link, h.X = finite(w.used), f.ID, r.points[w.place]
		}
	}
	if r.rig == nil {
		h.Used = worstUsed
	}
	if h.Used > 1 {
		h.Verdict = Gives
	}
	return h
}

// drawn is the board's line for the drawing.
func (r *run) drawn() []CurvePoint {
	v := r.look(r.states[0], 1)
	if r.even {
		v = r.look(r.states[0], 0)
	}
	if v.gone() {
		return []CurvePoint{}
	}
	const steps = 60
	now, later := v.shape(), v.end()
	var out []CurvePoint
	for k := range steps + 1 {
		x := float64(r.shelf.Length) * float64(k) / steps
		out = append(out, CurvePoint{x, now.Deflection(x), later.Deflection(x)})
	}
	return out
}

// supports reports each support under the action that uses it most.
func (r *run) supports(out *Shelf, all []found) {
	numbered := make([]Support, len(r.shelf.Supports))
	for i, su := range r.shelf.Supports {
		numbered[i] = Support{ID: su.ID, Name: "bracket", Geometry: support.Geometry{Holes: []support.Hole{}}}
	}
	for i, which := range r.which {
		s := &numbered[which]
		s.Number, s.Name = i+1, r.supportName(i)
		if r.rig == nil {
			s.Geometry = r.hung[i].Geometry(support.Action{})
			continue
		}
		multiple := 1.0
		if r.even {
			multiple = 0
		}
		full := r.look(r.states[0], multiple)
		if !full.gone() {
			force, _ := full.action(i)
			s.Share = quantityMass(force)
		}
		used := -1.0
		v := full
		for k := range all {
			if f := &all[k]; f.Support == s.ID && f.Kind == support.Strength && f.Used > used {
				used, s.Worst = f.Used, f.ID
				v = f.run.look(f.state, multiple)
			}
		}
		if v.gone() {
			s.Geometry = r.hung[i].Geometry(support.Action{})
			continue
		}
		a := v.r.action(nil, &v, i, support.Everyday, support.Strength)
		s.Load, s.Arm, s.When = a.R, a.Arm(), v.when
		s.Geometry = v.r.hung[i].Geometry(a)
	}
	out.Supports = numbered
}

// notes states what was assumed and what to beware of.
func (r *run) notes(p *design.Project, out *Shelf) {
	s := r.shelf
	assume := func(text string) {
		if !slices.Contains(out.Assumed, text) {
			out.Assumed = append(out.Assumed, text)
		}
	}
	caution := func(about, format string, args ...any) {
		out.Cautions = append(out.Cautions, Caution{about, fmt.Sprintf(format, args...)})
	}
	if n := len(s.Board.Woods); n > 1 {
		assume(fmt.Sprintf("the board is the worst of %d woods, link by link", n))
	}
	for _, b := range s.Candidates() {
		if b.Wood.Assumed != "" {
			assume(fmt.Sprintf("%s: no published %s; low values taken", b.Wood.Name, b.Wood.Assumed))
		}
	}
	if r.even {
		assume("no contents yet: the limits are for contents spread evenly, in the middle of the depth")
	} else {
		assume("contents by their high guess")
	}
	if s.Misfit > 0 && len(r.at) >= 3 {
		assume(fmt.Sprintf("each support in turn stands %s mm off level", quantity.Decimal(float64(s.Misfit), 1)))
	}
	if s.Board.Condition == material.Drying {
		caution(s.ID, "wood bought wet twists and shrinks as it dries: fastenings loosen, look again after a heating season")
	}
	for i, su := range s.Supports {
		if out.Supports[i].Number == 0 {
			caution(su.ID, "a bracket is not under the board: it carries nothing")
		}
	}
	for i, h := range r.hung {
		n := h.Notes()
		for _, t := range n.Assumed {
			assume(t)
		}
		for _, t := range n.Cautions {
			caution(s.Supports[r.which[i]].ID, "%s: %s", r.supportName(i), t)
		}
	}
	wallNotes(p, s, out)
	caution(s.ID, "find cables and pipes before you drill")
	if s.Below == design.Bed {
		caution(s.ID, "nothing heavy over a bed or cot: better to move the shelf")
	}
}

// Explain returns the sum behind one link. Case is "everyday", "handling",
// "accident" or "break". The error names a link or case that is not there.
func Explain(p *design.Project, id, which string) (*Working, error) {
	if bad := p.Validate(); len(bad) > 0 {
		return nil, Invalid(bad)
	}
	shelf, _, _ := strings.Cut(id, "/")
	for i := range p.Shelves {
		if p.Shelves[i].ID != shelf {
			continue
		}
		a, err := answer(p, &p.Shelves[i])
		if err != nil {
			return nil, err
		}
		for k := range a.links {
			if a.links[k].ID == id {
				return a.links[k].explain(which)
			}
		}
	}
	return nil, fmt.Errorf("no link %q in this design", id)
}

func (f *found) explain(which string) (*Working, error) {
	var sh working.Sheet
	w := &Working{Link: f.Link, Case: which, When: f.When}
	r := f.run
	if r.rig == nil {
		return &Working{Link: f.Link, Case: which, Steps: []working.Step{}}, nil
	}
	multiple := 1.0
	if r.even {
		multiple = 0
	}
	v, c := r.look(f.state, multiple), support.Everyday
	switch which {
	case "everyday":
	case "handling", "accident":
		sudden := map[string]int{"handling": handling, "accident": accident}[which]
		if f.Kind == support.Stiffness || f.sudden[sudden].place < 0 {
			return nil, fmt.Errorf("%q is not asked about in the %s case", f.ID, which)
		}
		place, err := r.setDown(f.sudden[sudden].place, r.suddenLoad(sudden))
		if err != nil {
			return nil, err
		}
		v, c = place, support.Sudden
	case "break":
		if f.Break == nil {
			return nil, fmt.Errorf("%q has no expected break", f.ID)
		}
		v, c = r.look(r.states[0], f.Break.Kg/r.asked), support.Break
	default:
		return nil, fmt.Errorf("case %q: use everyday, handling, accident or break", which)
	}
	w.When = v.when
	if !v.gone() {
		f.probe.use(&sh, &v, c)
	}
	if which == "everyday" {
		sh.Add("holds", "mass of contents at which the part used reaches 1, found by halving over every load pattern and support standing off", "used = 1", f.Limit.Kg, working.Mass, "")
	}
	if which == "break" {
		sh.Add("breaks", "mass of contents at which this would give, by mean short-term strengths: not to be relied on", "used = 1", f.Break.Kg, working.Mass, "Rule")
	}
	w.Steps = sh.Steps
	if w.Steps == nil {
		w.Steps = []working.Step{}
	}
	return w, nil
}
