package check

import (
	"slices"

	"aguante/core/design"
	"aguante/core/quantity"
	"aguante/core/support"
)

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
			out.leftOut(f)
		case f.NoMean != "":
			out.leftOut(f)
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
	out.Section, out.Movement = r.sectionOf(), r.movement()
	if r.rig != nil {
		out.Curve = r.drawn()
		out.Sagging = r.sagging(all)
	}
	r.supports(&out, all)
	r.notes(p, &out)
	return out
}

// leftOut names a link that the expected break says nothing of, each kind once.
func (s *Shelf) leftOut(f *found) {
	if !slices.Contains(s.NotKnown, f.Name) {
		s.NotKnown = append(s.NotKnown, f.Name)
	}
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
	v := r.look(r.states[0], r.multiple())
	if v.gone() {
		return []CurvePoint{}
	}
	const steps = 60
	now, later, self := v.shape(), v.end(), v.grown(1, 0)
	var out []CurvePoint
	for k := range steps + 1 {
		x := float64(r.shelf.Length) * float64(k) / steps
		out = append(out, CurvePoint{x, self.Deflection(x) * r.plank.soft, now.Deflection(x) * r.plank.soft, later.Deflection(x) * r.plank.soft})
	}
	return out
}

// supports reports each support under the action that uses it most, and the rail
// that they hang on.
func (r *run) supports(out *Shelf, all []found) {
	numbered := make([]Support, len(r.shelf.Supports))
	for i, su := range r.shelf.Supports {
		numbered[i] = Support{ID: su.ID, Name: su.Way().Noun(), Geometry: support.Blank()}
	}
	out.Rail = r.railReport(all)
	for i, which := range r.which {
		if which < 0 {
			continue
		}
		s := &numbered[which]
		s.Number, s.Name = i+1, r.supportName(i)
		for k := range all {
			if f := &all[k]; f.Support == s.ID && f.Kind == support.Gate && f.Link.Fails && s.Fails == "" {
				s.Fails = f.How
			}
		}
		if r.rig == nil {
			s.Geometry = r.hung[i].Geometry(support.Action{})
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
			s.Geometry = r.hung[i].Geometry(support.Action{})
			s.Own = len(s.Geometry.Holes)
			continue
		}
		a := v.r.action(nil, &v, i, support.Everyday, support.Strength)
		s.Load, s.Arm, s.When = a.R, a.Arm(), v.when
		s.Geometry = v.r.hung[i].Geometry(a)
		s.Own = len(s.Geometry.Holes)
		if c := r.columnBeside(out.Rail, i); c != nil {
			s.Geometry.With(c.Geometry)
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
		if f := &all[k]; f.Support == id && f.Kind == support.Strength && (worst == nil || f.Used > worst.Used) {
			worst = f
		}
	}
	return worst
}
