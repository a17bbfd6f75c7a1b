package check

import (
	"fmt"
	"math"

	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/say"
	"aguante/core/section"
	"aguante/core/working"
)

// Section is the board cut through, as it is drawn. Gain is by how much it is
// stiffer than the same board without lips and glue.
type Section struct {
	Parts []SectionPart `json:"parts"`
	Sides []SectionSide `json:"sides"`
	EI    float64       `json:"ei_nmm2"` // that the sag goes by
	Alone float64       `json:"alone_nmm2"`
	Gain  float64       `json:"gain"`
	Cuts  []CutLeft     `json:"cuts"`
}

// SectionPart is one rectangle of it: x from the wall, y up from the underside, mm.
type SectionPart struct {
	Name    string  `json:"name"`
	Wood    string  `json:"wood"`
	X       float64 `json:"x_mm"`
	Y       float64 `json:"y_mm"`
	B       float64 `json:"b_mm"`
	H       float64 `json:"h_mm"`
	Loose   bool    `json:"loose"`
	Crossed bool    `json:"crossed"`
}

// SectionSide is what acts together: the whole board, or the half with a lip and
// the half without.
type SectionSide struct {
	Name    string  `json:"name"`
	Neutral float64 `json:"neutral_mm"`
	EI      float64 `json:"ei_nmm2"`
	Share   float64 `json:"share"`
	Sags    bool    `json:"sags"` // the one that sags more
}

// CutLeft is a notch, hole or pocket and the least wood left beside or over it, mm.
type CutLeft struct {
	ID   string  `json:"id"`
	Name string  `json:"name"`
	Left float64 `json:"left_mm"`
}

// Sagging follows the sag that governs through the years, and says what other
// schools would say of it.
type Sagging struct {
	Link    string       `json:"link"`
	Span    float64      `json:"span_mm"` // an overhang counts as twice its length
	Kdef    float64      `json:"kdef"`    // by how much the sag of what stands for ten years has grown
	Times   []SagAt      `json:"times"`
	Schools []SchoolSays `json:"schools"`
}

// SagAt is the sag after so many days, mm, with the band that the spread of the
// wood's stiffness leaves; Self and Contents are the growth by then of the parts
// under the board's own weight and under what stands on it.
type SagAt struct {
	Days     float64 `json:"days"`
	Self     float64 `json:"self"`
	Contents float64 `json:"contents"`
	Sag      float64 `json:"sag_mm"`
	Low      float64 `json:"low_mm"`
	High     float64 `json:"high_mm"`
}

// SchoolSays is what one way of judging sag allows, mm.
type SchoolSays struct {
	School  design.School `json:"school"`
	Allowed float64       `json:"allowed_mm"`
	Used    float64       `json:"used"`
}

// Movement is how the board's width moves with the seasons, mm: Swing between
// 6 and 11 % of moisture, Swells and Shrinks from what it has now. Panels hardly
// move and have none.
type Movement struct {
	Swing   float64 `json:"swing_mm"`
	Swells  float64 `json:"swells_mm"`
	Shrinks float64 `json:"shrinks_mm"`
	Settled bool    `json:"settled"` // not measured, or in the range of a heated room
}

const spread = material.Spread

// sectionOf reports the cross-section.
func (r *run) sectionOf() Section {
	p := r.plank
	out := Section{EI: p.stiffness(), Alone: p.alone, Gain: p.stiffness() / p.alone, Cuts: []CutLeft{}, Parts: []SectionPart{}}
	worst := p.softest()
	for i := range p.sides {
		sd := &p.sides[i]
		out.Sides = append(out.Sides, SectionSide{Name: sd.name, Neutral: sd.Neutral, EI: sd.EI, Share: sd.share, Sags: len(p.sides) > 1 &&
			sd == worst})
		for _, l := range sd.of {
			out.Parts = append(out.Parts, SectionPart{Name: l.name, Wood: l.board.Key(), X: l.X, Y: l.Y, B: l.B, H: l.H, Loose: l.Loose,
				Crossed: l.crossed})
		}
	}
	for _, c := range r.shelf.MakeUp.Cuts {
		out.Cuts = append(out.Cuts, CutLeft{ID: c.ID, Name: c.Called(r.shelf.Depth), Left: r.left(c)})
	}
	return out
}

// left is the least wood beside a hole or notch, or over a pocket, mm.
func (r *run) left(c design.Cut) float64 {
	if c.Depth > 0 {
		return float64(r.shelf.Thickness - c.Depth)
	}
	back, front := float64(c.FromWall), float64(r.shelf.Depth-c.FromWall-c.Width)
	switch {
	case back < 1e-6:
		return front
	case front < 1e-6:
		return back
	}
	return min(back, front)
}

// sagging follows the worst sag through time. Nil where the board has no beam.
func (r *run) sagging(all []found) *Sagging {
	var worst *found
	for i := range all {
		if f := &all[i]; f.Role == hold.RoleSags && (worst == nil || f.Used > worst.Used) {
			worst = f
		}
	}
	if worst == nil {
		return nil
	}
	v := worst.run.look(worst.state, worst.run.multiple())
	if v.gone() {
		return nil
	}
	own, bay := worst.run, worst.probe.bay
	from, to := own.rig.Bay(bay)
	out := &Sagging{Link: worst.ID, Span: to - from}
	if bay == 0 || bay == own.bays-1 {
		out.Span *= 2
	}
	kdef := own.plank.creep()
	out.Kdef = kdef
	times := [...]float64{0, 1, 7, 30, material.Season, 365.25, 730.5, 1826.25, material.TenYears}
	out.Times = make([]SagAt, 0, len(times))
	for _, days := range times {
		at := SagAt{Days: days, Self: material.CreepFactor(nil, kdef, days),
			Contents: material.CreepFactor(nil, kdef, min(days, r.shelf.Duration.Days()))}
		c := v.grown(at.Self, at.Contents)
		at.Sag = c.Sag(bay).Value * own.plank.soft
		at.Low, at.High = at.Sag, at.Sag
		if r.shelf.Board.Tested == 0 {
			at.Low, at.High = at.Sag/(1+spread), at.Sag/(1-spread)
		}
		out.Times = append(out.Times, at)
	}
	end := out.Times[len(out.Times)-1].Sag
	schools := design.Schools()
	out.Schools = make([]SchoolSays, 0, len(schools))
	for _, school := range schools {
		limit := design.SagLimit{School: school, Figure: r.shelf.Sag.Figure}
		if a := limit.Allowed(out.Span); a > 0 {
			out.Schools = append(out.Schools, SchoolSays{School: school, Allowed: a, Used: end / a})
		}
	}
	return out
}

// multiple is how many times the asked contents stand on the shelf as asked.
func (r *run) multiple() float64 {
	if r.even {
		return 0
	}
	return 1
}

// lifts is how far the board rises off support i under some of its contents, mm.
func (r *run) lifts(i int) float64 {
	up := 0.0
	for _, st := range r.states {
		if !st.level {
			continue
		}
		if v := r.look(st, r.multiple()); v.bent != nil {
			up = max(up, -(v.bent.at[i].u + v.lambda*v.bent.at[i].du))
		}
	}
	return up
}

// The moisture of wood in a heated house over the year, %, and past which it has
// not settled there (WH ch. 13).
const (
	winter    = 6.0
	summer    = 11.0
	unsettled = 12.0
)

// movement is how the width of the board moves; nil for panels.
func (r *run) movement() *Movement {
	c, ok := r.board.Movement(r.shelf.Board.Sawn)
	if !ok {
		return nil
	}
	per := float64(r.shelf.Depth) * c
	m := Movement{Swing: per * (summer - winter), Swells: per * (summer - winter), Shrinks: per * (summer - winter), Settled: true}
	if now := r.shelf.Board.Moisture; now > 0 {
		m.Swells, m.Shrinks = per*max(0, summer-now), per*max(0, now-winter)
		m.Settled = now <= unsettled
	}
	return &m
}

// boardNotes says what the board's make has against it.
func (r *run) boardNotes(assume func(string), caution func(about, format string, args ...any)) {
	s := r.shelf
	mm := say.Length
	if s.Board.Tested > 0 {
		assume(fmt.Sprintf("the board is as stiff as your test found it, %s", say.Stress(s.Board.Tested)))
	}
	if len(r.plank.sides) > 1 {
		assume("a lip on one edge holds that edge up; the other half goes by itself")
	}
	for _, c := range s.MakeUp.Cuts {
		name, left := c.Called(s.Depth), r.left(c)
		if left < 6 {
			caution(s.ID, "the %s leaves only %s of wood", name, mm(left))
		}
		for i, at := range r.at {
			if r.which[i] >= 0 && at > float64(c.From) && at < float64(c.From+c.Length) {
				caution(s.Supports[r.which[i]].ID, "%s is under the %s", r.supportName(i), name)
			}
		}
	}
	if h := s.MakeUp.Hollow; s.MakeUp.Kind == design.Hollow && h != nil {
		assume("the skins are not checked for dents between the ribs")
	}
	m := r.movement()
	if m == nil {
		return
	}
	if !m.Settled && s.Board.Condition == material.Dry {
		caution(s.ID, "at %s %% of moisture the board has not settled to the room: it will be %s narrower",
			say.Decimal(s.Board.Moisture, 0), mm(m.Shrinks))
	}
	if s.Board.Slack != nil && float64(*s.Board.Slack) < m.Swells {
		caution(s.ID, "leave the board %s to swell across its grain; it has %s", mm(math.Ceil(m.Swells*10)/10), mm(float64(*s.Board.Slack)))
	}
	for _, p := range s.MakeUp.Plies {
		if st, _ := material.Stuff(p.Wood, material.Grade{}, material.Dry, 1, 1); s.MakeUp.Kind == design.Laminated && p.Across &&
			!s.MakeUp.Loose && st.Panel == nil {
			caution(s.ID, "glued with the grain crossed, a solid board cannot move: %s a year make it cup or split", mm(m.Swing))
			break
		}
	}
}

// cut is the probe of the board where something is cut out of it.
func (r *run) cut(c design.Cut) func(sh *working.Sheet, v *view, k hold.Case) hold.Use {
	depth, t := float64(r.shelf.Depth), float64(r.shelf.Thickness)
	gone, pocket := 0.0, 0.0 // widths cut through, and the pocket's
	for _, o := range r.shelf.MakeUp.Cuts {
		if o.From < c.From+c.Length && c.From < o.From+o.Length && o.Depth == 0 {
			gone += float64(o.Width)
		}
	}
	if c.Depth > 0 {
		pocket = float64(c.Width)
	}
	whole := max(0, depth-gone-pocket)
	y := float64(c.Depth)
	if c.Top {
		y = 0
	}
	net := section.Compose(section.Part{B: max(whole, 1e-3), H: t, E: 1},
		section.Part{B: max(pocket, 1e-3), H: t - float64(c.Depth), Y: y, E: 1})
	modulus := 1 / max(net.Fibre(0), net.Fibre(1))
	area := whole*t + pocket*(t-float64(c.Depth))
	name := c.Called(r.shelf.Depth)
	return func(sh *working.Sheet, v *view, k hold.Case) hold.Use {
		m, f := v.shape().Between(float64(c.From), float64(c.From+c.Length))
		m, f = m*r.care(k), f*r.care(k)
		fb, fv := r.board.Bending(sh, r.basis(k)), r.board.Shear(sh, r.basis(k))
		bends, slides := m/modulus/fb, 1.5*f/area/fv
		u := hold.Use{Used: bends, How: "breaks at the " + name}
		if sh.On() {
			sh.Add("Snet", "section modulus of what the "+name+" leaves", "EI / c, with E = 1", modulus, working.Modulus, "statics",
				working.In("D", depth-gone, working.Length), working.In("t", t, working.Length))
			sh.Add("Mcut", "greatest moment beside it, "+v.when()+", × care", "beam on its supports × care", m, working.Moment,
				"Euler–Bernoulli beam", working.In("care", r.care(k), working.Ratio))
			if bends >= slides {
				sh.Add("used", "part of the allowable bending stress", "M / Snet / Fb", bends, working.Ratio, "", working.In("M", m, working.Moment),
					working.In("Snet", modulus, working.Modulus), working.In("Fb", fb, working.Stress))
			} else {
				sh.Add("used", "part of the allowable shear stress", "1.5 × V / Anet / Fv", slides, working.Ratio, "",
					working.In("V", f, working.Force), working.In("Anet", area, working.Area), working.In("Fv", fv, working.Stress))
			}
		}
		if slides > bends {
			u = hold.Use{Used: slides, How: "splits at the " + name}
		}
		return u
	}
}
