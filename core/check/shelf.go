package check

import (
	"slices"

	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/quantity"
)

// blank is an answer that says nothing yet.
func blank(p *design.Project, s *design.Shelf) Answer {
	out := Answer{
		Way: p.WayOf(s), Tiers: []float64{float64(s.Thickness)},
		ID: s.ID, Name: s.Name, OnAssumed: []string{}, Supports: []Support{}, Curve: blankCurve(),
		Contents: []ItemMass{}, Assumed: []string{}, Cautions: []Caution{},
		Section: blankSection(), Links: []Link{}, notJudged: said(p.Unjudged(s)),
	}
	out.Contents = make([]ItemMass, 0, len(s.Contents))
	for _, it := range s.Contents {
		out.Contents = append(out.Contents, ItemMass{it.ID, float64(it.Mass())})
	}
	return out
}

// report makes the shelf's answer of its links.
func (r *run) report(p *design.Project, all []found) Answer {
	s := r.shelf
	out := blank(p, s)
	out.Evenly, out.Self = r.even, quantityMass(r.selfW*float64(s.Length))
	if !r.even {
		out.Asked = r.asked
	}
	out.Links = r.links
	for i := range all {
		if all[i].Link != &out.Links[i] { // of another wood
			out.Links[i] = *all[i].Link
		}
	}
	out.most, out.times, out.stands = r.limit(r.most), r.most, r.rig != nil
	out.Handling = r.suddenly(all, handling)
	if s.Accident != design.NoAccident {
		a := r.suddenly(all, accident)
		out.Accident = &a
	}
	out.Section, out.Movement = r.sectionOf(), r.movement()
	if r.rig != nil {
		out.Curve, out.Loose = r.drawn(), r.looseness()
		out.Sagging = r.sagging(all)
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
		if w := f.sudden[c]; f.Kind != hold.Stiffness && w.place >= 0 && w.used > h.Used {
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
func (r *run) drawn() Curve {
	out := blankCurve()
	v := r.look(r.states[0], r.multiple())
	if v.gone() {
		return out
	}
	const steps = 60
	all := make([]float64, 3*(steps+1))
	out.Self, out.Now, out.Later = all[:0:steps+1], all[steps+1:steps+1:2*(steps+1)], all[2*(steps+1):2*(steps+1)]
	now, later, self := v.shape(), v.end(), v.grown(1, 0)
	for k := range steps + 1 {
		x := float64(r.shelf.Length) * float64(k) / steps
		out.Self = append(out.Self, self.Deflection(x)*r.plank.soft)
		out.Now = append(out.Now, now.Deflection(x)*r.plank.soft)
		out.Later = append(out.Later, later.Deflection(x)*r.plank.soft)
	}
	return out
}

// supports reports each support under the action that uses it most, and the rail
// that they hang on.
func (r *run) supports(out *Answer, all []found) {
	numbered := make([]Support, len(r.shelf.Supports))
	for i := range r.shelf.Supports {
		su := &r.shelf.Supports[i]
		numbered[i] = Support{ID: su.ID, X: float64(su.X), Name: su.Way().Noun(), Noun: su.Way().Noun(), Geometry: hold.Blank()}
	}
	out.Rail = r.railReport(all)
	for i, which := range r.which {
		if which < 0 {
			continue
		}
		s := &numbered[which]
		s.Number, s.Name = i+1, r.supportName(i)
		for k := range all {
			if f := &all[k]; f.Support == s.ID && f.Kind == hold.Gate && f.Link.Fails && s.Fails == "" {
				s.Fails = f.How
			}
		}
		if r.rig == nil {
			s.Geometry = r.hung[i].Geometry(hold.Action{}).Off(r.onto)
			s.Own = len(s.Geometry.Holes)
			continue
		}
		multiple := r.multiple()
		full := r.look(r.states[0], multiple)
		if !r.rest.Held[i] {
			s.Lifts = r.lifts(i)
		}
		if !full.gone() {
			force, _ := full.action(i)
			s.Share = quantityMass(force)
		}
		v := full
		if worst := worstOf(all, s.ID); worst != nil {
			s.Worst = worst.ID
			v = worst.run.look(worst.state, multiple)
		}
		if v.gone() {
			s.Geometry = r.hung[i].Geometry(hold.Action{}).Off(r.onto)
			s.Own = len(s.Geometry.Holes)
			continue
		}
		a := v.r.action(nil, &v, i, hold.Everyday, hold.Strength)
		s.Load, s.Arm, s.When = a.R, a.Arm(), v.when()
		s.Geometry = v.r.hung[i].Geometry(a).Off(r.onto)
		s.Own = len(s.Geometry.Holes)
		if r.rail != nil && slices.Contains(r.rail.from, i) { // in one state with what hangs on it
			beside := r.columnBeside(v.r.rail.Geometry(v.r.pulled(nil, &v, hold.Everyday, hold.Strength)), i).Geometry
			if r.onto > 0 { // what is said of the board, and its levers, are its own
				beside.Facts, beside.Measures = nil, nil
			}
			s.Geometry.With(beside)
		}
	}
	for i := range numbered {
		numbered[i].Geometry.Back = r.out
	}
	out.Supports = numbered
}

// worstOf is the strength link of a support, or a rail, that is used most.
func worstOf(all []found, id string) *found {
	var worst *found
	for k := range all {
		f := &all[k]
		if (f.Role == hold.RoleTips || f.Role == hold.RoleUnhooks && f.NoMean != "") && f.Used < 1 {
			continue // how near something is to tipping or climbing off does not grow with its load
		}
		if f.Support == id && f.Kind == hold.Strength && (worst == nil || f.Used > worst.Used) {
			worst = f
		}
	}
	return worst
}
