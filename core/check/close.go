package check

import (
	"context"
	"math"
	"slices"

	"aguante/core/design"
	"aguante/core/hold"
)

// Close makes a report of the answers of all shelves of a design: what they ask of the
// wall together joins their links, and limits and verdicts are taken over all of them. A
// shelf's limit scales its own contents; the other shelves stay at what is asked of them.
// Of shelves that are not near only what decides something is said.
func Close(p *design.Project, answers []*Answer, near func(id string) bool) *Report {
	w := newBearing(p, answers)
	rep := &Report{Shelves: make([]Shelf, len(answers)), Studs: w.report(), Verdict: Holds}
	least := math.Inf(1)
	rank := []Verdict{Holds, Sags, Loose, Cannot, Gives}
	for i, a := range answers {
		rep.Shelves[i] = w.close(i, a, near(a.ID))
		s := &rep.Shelves[i]
		if slices.Index(rank, s.Verdict) > slices.Index(rank, rep.Verdict) {
			rep.Verdict = s.Verdict
		}
		if room := s.HoldsUpTo.Kg / max(s.Asked, 1e-9); s.First != "" && room < least {
			least, rep.Weakest = room, s.First
		}
	}
	return rep
}

// Full is a shelf with everything that is said of it in one place: what joined its links
// is then among them, and what is to be watched beside it among its cautions. The answer
// that it is made of is used up.
func (s *Shelf) Full() *Shelf {
	out := *s
	out.Links = append(s.Links, s.Joined...)
	out.Cautions = append(slices.Clip(s.Cautions), s.Beside...)
	out.Joined, out.Beside = []Link{}, []Caution{}
	return &out
}

// Beside asks about one shelf over and over while the others stay as they are.
type Beside struct {
	at      int
	answers []*Answer
}

// NewBeside asks all shelves of a valid design but one.
func NewBeside(ctx context.Context, p *design.Project, at int, known Known) (*Beside, error) {
	b := &Beside{at: at, answers: make([]*Answer, len(p.Shelves))}
	for i := range p.Shelves {
		if i == at {
			continue
		}
		a, err := answerOf(ctx, p, &p.Shelves[i], known)
		if err != nil {
			return nil, err
		}
		b.answers[i] = a
	}
	return b, nil
}

// Ask says what the shelf comes to as it is in a design that differs in it, and in what it
// hangs on, alone.
func (b *Beside) Ask(ctx context.Context, p *design.Project) (*Shelf, error) {
	a, err := answer(ctx, p, &p.Shelves[b.at])
	if err != nil {
		return nil, err
	}
	answers := slices.Clone(b.answers)
	answers[b.at] = a.Answer
	s := newBearing(p, answers).close(b.at, a.Answer, true)
	return s.Full(), nil
}

// One asks one shelf of a valid design, with the others beside it.
func One(ctx context.Context, p *design.Project, at int) (*Shelf, error) {
	b, err := NewBeside(ctx, p, at, nil)
	if err != nil {
		return nil, err
	}
	return b.Ask(ctx, p)
}

// close takes limits and verdict over all links of a shelf.
func (w *bearing) close(i int, a *Answer, near bool) Shelf {
	s := &w.p.Shelves[i]
	out := Shelf{Answer: *a, Closing: w.gather(i, a, near)}
	if out.Beside = []Caution{}; near {
		out.Beside = besideNotes(w.p, s)
	}
	if a.low != nil {
		out.Low = &Low{Asked: a.low.Asked, Verdict: w.gather(i, a.low, near).Verdict}
	}
	return out
}

// gather takes in what joins a shelf's own links, and finds its verdict.
func (w *bearing) gather(i int, a *Answer, near bool) Closing {
	g := a.own // a copy
	g.worst = slices.Clone(g.worst)
	g.NotKnown = append([]string{}, g.NotKnown...)
	out := &g.Closing
	joined := w.joined(i, a, near)
	out.Joined, out.NotJudged = make([]Link, len(joined)), w.notJudged(i, a)
	for k := range joined {
		out.Joined[k] = joined[k].Link
	}
	out.Band = make([]string, 0, len(g.worst))
	for k := range out.Joined {
		g.take(&out.Joined[k])
	}
	if g.known && (g.first == nil || g.first.NoMean == "" || out.HoldsUpTo.Above) && a.stands {
		out.Breaks = &g.breaks
	} else {
		out.BreakLink = ""
	}
	for k, f := range g.worst {
		if f != nil && (hold.Roles()[k] != hold.RoleStanding || f.Limit.Kg < a.most.Kg) {
			out.Band = append(out.Band, f.ID)
		}
	}
	switch {
	case g.first != nil && g.first.Unknown && !(g.surely.Kg < a.Asked || g.surely.Kg == 0):
		out.Verdict, out.Why = Cannot, g.first.Name+": "+g.first.How
	case out.HoldsUpTo.Kg < a.Asked || out.HoldsUpTo.Kg == 0:
		out.Verdict = Gives
	case len(out.NotJudged) > 0:
		out.Verdict, out.Why = Cannot, out.NotJudged[0].Text
	case a.Loose != "":
		out.Verdict = Loose
	case out.StraightTo.Kg < a.Asked:
		out.Verdict = Sags
	}
	return *out
}

// gathering is a closing in the making: what gives first, what stays straight and where it
// would break among the links, and the worst of each role for the band.
type gathering struct {
	Closing
	first  *Link
	surely Limit // of what is known
	breaks Limit
	known  bool
	worst  []*Link // in the order of the roles
}

// gathered takes in a shelf's own links.
func (a *Answer) gathered() gathering {
	g := gathering{Closing: Closing{Verdict: Holds, HoldsUpTo: a.most, StraightTo: a.most, NotKnown: []string{}, Band: []string{}},
		breaks: a.most, surely: a.most, known: true, worst: make([]*Link, len(hold.Roles()))}
	for k := range a.Links {
		g.take(&a.Links[k])
	}
	return g
}

// take counts one link in.
func (g *gathering) take(f *Link) {
	role := slices.Index(hold.Roles(), f.Role)
	if w := g.worst[role]; w == nil || f.Limit.Kg < w.Limit.Kg || (f.Limit.Kg == w.Limit.Kg && f.Used > w.Used) {
		g.worst[role] = f
	}
	if f.Kind == hold.Stiffness {
		if f.Limit.Kg < g.StraightTo.Kg || g.FirstSag == "" {
			g.StraightTo, g.FirstSag = f.Limit, f.ID
		}
		return
	}
	if !f.Unknown && f.Limit.Kg < g.surely.Kg {
		g.surely = f.Limit
	}
	// Of those that hold more than anyone asked about, the most used would be first.
	if g.first == nil || f.Limit.Kg < g.first.Limit.Kg || f.Limit.Kg == g.first.Limit.Kg && f.Used > g.first.Used {
		g.first, g.HoldsUpTo, g.First = f, f.Limit, f.ID
	}
	switch {
	case f.Kind == hold.Gate && f.Fails:
		g.known = false
		g.leftOut(f)
	case f.NoMean != "":
		g.leftOut(f)
	case f.Break != nil && (f.Break.Kg < g.breaks.Kg || g.BreakLink == ""):
		g.breaks, g.BreakLink = *f.Break, f.ID
	}
}

// leftOut names a link that the expected break says nothing of, each kind once.
func (g *gathering) leftOut(f *Link) {
	if !slices.Contains(g.NotKnown, f.Name) {
		g.NotKnown = append(g.NotKnown, f.Name)
	}
}

// notJudged names what the design says of a shelf and no link is asked about yet.
func (w *bearing) notJudged(i int, a *Answer) []Caution {
	out := append([]Caution{}, a.notJudged...)
	return append(out, w.together(i)...)
}

func said(all []design.Unjudged) []Caution {
	var out []Caution
	for _, u := range all {
		out = append(out, Caution{u.About, "not judged yet: " + u.What})
	}
	return out
}
