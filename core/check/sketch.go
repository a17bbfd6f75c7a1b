package check

import (
	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/support"
)

// Sketch is a shelf that cannot be judged as it is drawn: its parts where they are, under no load,
// as far as they can be drawn at all, and why there is no verdict.
func Sketch(p *design.Project, s *design.Shelf, why string) Shelf {
	out := Shelf{Answer: Answer{
		ID: s.ID, Name: s.Name, Tiers: []float64{float64(s.Thickness)}, Curve: blankCurve(), Section: blankSection(), Links: []Link{},
		Supports: []Support{}, Contents: []ItemMass{}, Assumed: []string{}, Cautions: []Caution{}, OnAssumed: []string{},
	}}
	if drawn, ok := drawnOnly(p, s); ok {
		out.Answer = drawn
	}
	out.Handling.Verdict = Cannot
	out.Closing = Closing{Verdict: Cannot, Why: why, NotKnown: []string{}, Band: []string{}, Joined: []Link{}, Beside: []Caution{}, NotJudged: []Caution{}}
	return out
}

// drawnOnly hangs a shelf that may make no sense; ok is false where that cannot even be drawn.
func drawnOnly(p *design.Project, s *design.Shelf) (out Answer, ok bool) {
	defer func() { ok = recover() == nil }()
	out = blank(p, s)
	board := s.Candidates()[0]
	if form, _ := s.Form(); form != nil {
		g := newStand(p, s, form, board)
		out.Tiers, out.Hangs, out.Form = support.TiersOf(form, float64(s.Thickness)), support.Hangs(form), form.Noun()
		g.parts(&out)
		out.Rail = g.railReport(p, nil)
		idle(&out)
		return out, true
	}
	r := &run{shelf: s, board: board, lath: p.RailOf(s)}
	r.backing = backingOf(s, r.lath)
	r.plank = newPlank(s, board, r.backing != nil)
	r.out = r.standsOut()
	r.placeItems()
	r.hangSupports(p)
	out.Section = r.sectionOf()
	r.supports(&out, nil)
	idle(&out)
	return out, true
}

// idle leaves out of a drawing what is said of loads.
func idle(a *Answer) {
	for i := range a.Supports {
		s := &a.Supports[i]
		s.Share, s.Load, s.Arm = 0, 0, 0
		s.Geometry.Arm, s.Geometry.Forces, s.Geometry.Facts = 0, []hold.Force{}, []hold.Fact{}
	}
	if a.Rail != nil {
		a.Rail.When = ""
		for i := range a.Rail.Geometry.Columns {
			g := &a.Rail.Geometry.Columns[i].Geometry
			g.Arm, g.Forces, g.Facts = 0, []hold.Force{}, []hold.Fact{}
		}
	}
}
