package check

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/working"
)

// Explain returns the sum behind one link. Case is "everyday", "handling",
// "accident" or "break". The error names a link or case that is not there.
func Explain(ctx context.Context, p *design.Project, id, which string, known Known) (*Working, error) {
	if bad := p.Validate(); len(bad) > 0 {
		return nil, Invalid(bad)
	}
	shelf, _, _ := strings.Cut(id, "/")
	at := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == shelf })
	if at < 0 {
		return nil, fmt.Errorf("no link %q in this design", id)
	}
	a, err := answer(ctx, p, &p.Shelves[at])
	if err != nil {
		return nil, err
	}
	if form, _ := p.Shelves[at].Form(); form != nil {
		if k := slices.IndexFunc(a.Links, func(l Link) bool { return l.ID == id }); k >= 0 {
			return formOf(p, &p.Shelves[at], form, a.Answer, id).explain(a.Answer, id, which)
		}
	}
	for k := range a.links {
		if a.links[k].ID == id {
			return a.links[k].explain(which)
		}
	}
	answers, err := Answers(ctx, p, known)
	if err != nil {
		return nil, err
	}
	w := newBearing(p, answers)
	for _, j := range w.joined(at, answers[at], true) {
		if j.ID == id {
			return j.explain(answers[at], which)
		}
	}
	return nil, fmt.Errorf("no link %q in this design", id)
}

func (f *found) explain(which string) (*Working, error) {
	var sh working.Sheet
	r := f.run
	if r.rig == nil {
		return told(*f.Link, which, "", &sh), nil
	}
	multiple := 1.0
	if r.even {
		multiple = 0
	}
	v, c := r.look(f.state, multiple), hold.Everyday
	switch which {
	case "everyday":
	case "handling", "accident":
		sudden := map[string]int{"handling": handling, "accident": accident}[which]
		if f.Kind == hold.Stiffness || f.sudden[sudden].place < 0 {
			return nil, fmt.Errorf("%q is not asked about in the %s case", f.ID, which)
		}
		place, err := r.setDown(f.sudden[sudden].place, r.suddenLoad(sudden))
		if err != nil {
			return nil, err
		}
		v, c = place, hold.Sudden
	case "break":
		if f.Break == nil {
			return nil, fmt.Errorf("%q has no expected break", f.ID)
		}
		v, c = r.look(r.states[0], f.Break.Kg/r.asked), hold.Break
	default:
		return nil, fmt.Errorf("case %q: use everyday, handling, accident or break", which)
	}
	if !v.gone() {
		f.probe.use(&sh, &v, c)
	}
	if which == "everyday" {
		sh.Add("holds", "mass of contents at which the part used reaches 1, the least over every load pattern and support standing off",
			"used = 1", f.Limit.Kg, working.Mass, "")
	}
	if which == "break" {
		sh.Add("breaks", "mass of contents at which this would give, by mean short-term strengths: not to be relied on", "used = 1", f.Break.Kg,
			working.Mass, "Rule")
	}
	return told(*f.Link, which, v.when(), &sh), nil
}
