package check

import (
	"fmt"
	"math"

	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/say"
	"aguante/core/section"
	"aguante/core/support"
	"aguante/core/working"
)

// probe asks one link how far it is used in a view. levelOnly links look at
// load patterns but not at supports standing off (stiffness, per the basis).
type probe struct {
	*Link
	on        int // index of the support, or -1 for the board or the rail
	bay       int // of a sag
	levelOnly bool
	whole     bool // asked only with all contents there
	same      bool // it answers the same whatever is asked
	eases     bool // it may be used less under more
	levers    bool // or under more that stands elsewhere
	// One of these answers: the board, a support, the rail.
	board   func(sh *working.Sheet, v *view, c hold.Case) hold.Use
	support func(sh *working.Sheet, a hold.Action) hold.Use
	rail    func(sh *working.Sheet, all []hold.Pulled) hold.Use
}

// use asks it in a view.
func (p *probe) use(sh *working.Sheet, v *view, c hold.Case) hold.Use {
	switch {
	case p.support != nil:
		a := v.r.action(sh, v, p.on, c, p.Kind)
		if p.Role == hold.RoleTips {
			a.Lift = v.r.lift(v, p.on) * v.r.care(c)
		}
		return p.support(sh, a)
	case p.rail != nil:
		return p.rail(sh, v.r.pulled(sh, v, c, p.Kind))
	}
	return p.board(sh, v, c)
}

// link keeps a link where its probe and its answer can write to it.
func (r *run) link(l Link) *Link {
	r.links = append(r.links, l) // in its room, so that those before stay where they are
	return &r.links[len(r.links)-1]
}

// joins is room for the links that the wall joins to a shelf's own.
const joins = 4

// probes lists everything that can give on one shelf.
func (r *run) probes() []probe {
	id := func(part, fastener, mode string) string {
		return r.text.Join(r.shelf.ID, "/", part, "/", fastener, "/", mode)
	}
	n, of := 1, make([][]hold.Link, len(r.hung))
	for i, h := range r.hung {
		of[i] = h.Links()
		n += 1 + len(of[i])
	}
	var rail []support.SharedLink
	if r.rail != nil {
		rail = r.rail.Links()
	}
	n += 2 + len(r.shelf.MakeUp.Cuts) + r.bays + len(rail)
	r.links = make([]Link, 0, n+len(r.hung)+joins)
	standing := probe{Link: r.link(Link{ID: id("board", "whole", "standing"), Role: hold.RoleStanding, Kind: hold.Gate, Piece: "board",
		Goes: hold.Tips, Of: hold.StuffOf(r.board), Name: "board on its supports", Where: "board"}), on: -1, whole: r.loose(), eases: r.loose(), board: r.standing}
	if r.rig == nil {
		return []probe{standing}
	}
	out := make([]probe, 0, n)
	out = append(out,
		standing,
		probe{Link: r.link(Link{ID: id("board", "whole", "bending"), Role: hold.RoleBends, Kind: hold.Strength, Piece: "board", Goes: hold.Bends,
			Of: hold.StuffOf(r.board), Name: "board in bending", Where: "board"}), on: -1, board: r.bending},
		probe{Link: r.link(Link{ID: id("board", "whole", "shear"), Role: hold.RoleShears, Kind: hold.Strength, Piece: "board", Goes: hold.Shears,
			Of: hold.StuffOf(r.board), Name: "board in shear", Where: "board"}), on: -1, board: r.shear})
	for _, c := range r.shelf.MakeUp.Cuts {
		out = append(out, probe{Link: r.link(Link{ID: id("board", c.ID, "net"), Role: hold.RoleBends, Kind: hold.Strength, Piece: "board",
			Goes: hold.Bends, Of: hold.StuffOf(r.board), Name: "board at the " + c.Called(r.shelf.Depth), Where: "board"}), on: -1, board: r.cut(c)})
	}
	for bay := range r.bays {
		if from, to := r.rig.Bay(bay); to-from < 1 || r.seated() && (to-from < 50 || bay > 0 && bay < r.bays-1) {
			continue
		}
		name := "left"
		switch {
		case bay > 0 && r.which[bay-1] < 0:
			name = "right"
		case bay > 0:
			name = "after-" + r.shelf.Supports[r.which[bay-1]].ID
		}
		out = append(out, probe{Link: r.link(Link{ID: id("board", name, "sag"), Role: hold.RoleSags, Kind: hold.Stiffness, Piece: "board",
			Goes: hold.Sags, Of: hold.StuffOf(r.board), Name: "board's sag", Where: r.bayName(bay)}),
			on: -1, bay: bay, levelOnly: true, board: func(sh *working.Sheet, v *view, _ hold.Case) hold.Use { return r.sag(sh, v, bay) }})
	}
	for i, h := range r.hung {
		if r.which[i] < 0 {
			continue // the rail answers for it
		}
		su := r.shelf.Supports[r.which[i]].ID
		if h.Pad() > 0 {
			how := "is crushed on the " + r.noun(i)
			out = append(out, probe{Link: r.link(Link{ID: id(su, "board", "bearing"), Role: hold.RoleBears, Kind: hold.Strength, Piece: "board",
				Goes: hold.Crushes, Of: hold.StuffOf(r.rests()), Name: "board on the " + r.noun(i), Where: r.supportName(i), Support: su}),
				on: i, board: func(sh *working.Sheet, v *view, c hold.Case) hold.Use { return r.bearing(sh, v, i, c, how) }})
		}
		for _, l := range of[i] {
			out = append(out, probe{Link: r.link(Link{ID: id(su, l.Part, l.Mode), Role: l.Role, Kind: l.Kind, Piece: l.Part, Goes: l.Goes, Of: l.Of,
				Name: l.Name, Where: r.supportName(i), Support: su, NoMean: l.NoMean}),
				on: i, levelOnly: l.Kind == hold.Stiffness, same: l.Kind == hold.Gate, eases: l.Eases, levers: l.Levers, support: l.Use})
		}
	}
	return r.railProbes(out, rail, id)
}

// care is the factor on strength demands; none on the way to the break.
func (r *run) care(c hold.Case) float64 {
	if c == hold.Break {
		return 1
	}
	return r.shelf.Below.Care()
}

func (r *run) basis(c hold.Case) material.Basis { return hold.BasesFor(r.shelf.Duration)[c] }

// face is what a support turns on.
func (r *run) face() string {
	if r.onto > 0 {
		return "the face of the " + r.lath.Noun()
	}
	return "the wall"
}

// action is what support i carries, with care, as its links see it.
func (r *run) action(sh *working.Sheet, v *view, i int, c hold.Case, k hold.Kind) hold.Action {
	force, moment := v.action(i)
	care := 1.0
	if k != hold.Stiffness {
		care = r.care(c)
	}
	moment -= force * r.onto // about the face of the board that it is screwed to
	if sh.On() {
		sh.Add("R0", r.supportName(i)+"'s share, "+v.when(), "beam on its supports", force, working.Force, "Euler–Bernoulli beam")
		sh.Add("M0", "that share times how far out it stands: the same beam with every load multiplied by its distance from "+r.face(),
			"beam on its supports", moment, working.Moment, "Euler–Bernoulli beam")
		sh.Add("R", "share with the care factor", "R0 × care", force*care, working.Force, "Rule", working.In("R0", force, working.Force),
			working.In("care", care, working.Ratio))
		sh.Add("M", "moment off the wall with the care factor", "M0 × care", moment*care, working.Moment, "Rule",
			working.In("M0", moment, working.Moment), working.In("care", care, working.Ratio))
		if force != 0 {
			sh.Add("e", "how far from "+r.face()+" the load stands", "M / R", moment/force, working.Length, "statics",
				working.In("M", moment*care, working.Moment), working.In("R", force*care, working.Force))
		}
	}
	return hold.Action{R: force * care, M: moment * care, Case: c}
}

// worstSlat asks every part of the plank how far it is used by what is in its side, and returns
// the worst of them with its side.
func (r *run) worstSlat(in func(sd *side) float64, by func(l *slat) float64) (*side, int, float64) {
	var at *side
	part, worst := 0, -1.0
	for k := range r.plank.sides {
		sd := &r.plank.sides[k]
		in := in(sd)
		for i := range sd.of {
			if u := in * by(&sd.of[i]); u > worst {
				at, part, worst = sd, i, u
			}
		}
	}
	return at, part, worst
}

// bends is the bending stress that a part takes.
func (l *slat) bends(sh *working.Sheet, on material.Basis) float64 {
	if l.skin {
		return l.board.Skin(sh, on)
	}
	return l.board.Bending(sh, on)
}

// slides is the shear stress that a part takes.
func (l *slat) slides(sh *working.Sheet, on material.Basis) float64 {
	if l.crossed {
		return l.board.Planar(sh, on)
	}
	return l.board.Shear(sh, on)
}

func (r *run) bending(sh *working.Sheet, v *view, c hold.Case) hold.Use {
	at := v.shape().Moment()
	of := func(sd *side) float64 { return math.Abs(at.Value) * sd.share * r.care(c) }
	if v.point >= 0 && len(r.plank.sides) > 1 {
		of = func(sd *side) float64 { return math.Abs(v.onSide(sd).Moment().Value) * r.care(c) }
	}
	sd, i, used := r.worstSlat(of, func(l *slat) float64 { return l.used[c].bends })
	if sh.On() {
		m := of(sd) / sd.share
		sh.Add("M", fmt.Sprintf("greatest bending moment, %s from the left end, %s, × care", say.Place(at.X), v.when()),
			"beam on its supports × care",
			m, working.Moment, "Euler–Bernoulli beam", working.In("care", r.care(c), working.Ratio))
		l := &sd.of[i]
		fb := l.bends(sh, r.basis(c))
		sigma := m * sd.share * sd.Fibre(i)
		if r.plank.plain() {
			s := section.Rectangle{B: l.B, H: l.H}.Modulus()
			sh.Add("S", "section modulus of the board", "D × t² / 6", s, working.Modulus, "statics", working.In("D", l.B, working.Length),
				working.In("t", l.H, working.Length))
			sh.Add("σ", "bending stress", "M / S", sigma, working.Stress, "statics", working.In("M", m, working.Moment),
				working.In("S", s, working.Modulus))
		} else {
			r.showSection(sh, sd)
			sh.Add("σ", "bending stress in the "+l.name+", c from the axis to its far edge", "M × share × E × c / EI", sigma, working.Stress,
				"statics, transformed parts",
				working.In("M", m, working.Moment), working.In("share", sd.share, working.Ratio), working.In("E", l.E, working.Stress),
				working.In("c", sd.Fibre(i)*sd.EI/l.E, working.Length), working.In("EI", sd.EI, working.Stiffness))
		}
		sh.Add("used", "part of the allowable stress", "σ / Fb", used, working.Ratio, "", working.In("σ", sigma, working.Stress),
			working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: used, How: sd.gives[0]}
}

// showSection writes how the stiffness of a made-up section comes about.
func (r *run) showSection(sh *working.Sheet, sd *side) {
	if sd.name != "" {
		sh.Add("share", "of the load on "+sd.name+": a lip on one edge leaves the other to itself", "0.5, or 0.65 × 0.5 without a lip",
			sd.share, working.Ratio, "Rule")
	}
	for i, l := range sd.of {
		n := fmt.Sprint(i + 1)
		how := "b × h³ / 12 × E, by itself: only screwed"
		if !l.Loose {
			how = "E × (b × h³ / 12 + b × h × (y − ȳ)²)"
		}
		own := l.E * section.Rectangle{B: l.B, H: l.H}.Inertia()
		if d := l.Y + l.H/2 - sd.Neutral; !l.Loose {
			own += l.E * l.B * l.H * d * d
		}
		sh.Add("EI"+n, l.name+" of "+l.board.Name(), how, own, working.Stiffness, "statics, transformed parts",
			working.In("E", l.E, working.Stress), working.In("b", l.B, working.Length), working.In("h", l.H, working.Length),
			working.In("y", l.Y+l.H/2, working.Length), working.In("ȳ", sd.Neutral, working.Length))
	}
	sh.Add("EI", "stiffness of the section", "sum of its parts", sd.EI, working.Stiffness, "statics")
}

func (r *run) shear(sh *working.Sheet, v *view, c hold.Case) hold.Use {
	all := v.shape().Shear().Value
	of := func(sd *side) float64 { return math.Abs(all) * sd.share * r.care(c) }
	if v.point >= 0 && len(r.plank.sides) > 1 {
		of = func(sd *side) float64 { return math.Abs(v.onSide(sd).Shear().Value) * r.care(c) }
	}
	sd, i, used := r.worstSlat(of, func(l *slat) float64 { return l.used[c].slides })
	if sh.On() {
		f := of(sd) / sd.share
		l := &sd.of[i]
		sh.Add("V", "greatest shear force, "+v.when()+", × care", "beam on its supports × care", f, working.Force, "Euler–Bernoulli beam",
			working.In("care", r.care(c), working.Ratio))
		fv := l.slides(sh, r.basis(c))
		tau := f * sd.share * sd.Slide(i)
		if r.plank.plain() {
			sh.Add("τ", "shear stress", "1.5 × V / (D × t)", tau, working.Stress, "statics", working.In("V", f, working.Force),
				working.In("D", l.B, working.Length), working.In("t", l.H, working.Length))
		} else {
			r.showSection(sh, sd)
			sh.Add("τ", "shear stress in the "+l.name+" or where it is joined, Q/b being EQ over EI and the width there", "V × share × Q/b", tau,
				working.Stress, "statics, transformed parts",
				working.In("V", f, working.Force), working.In("share", sd.share, working.Ratio), working.In("Q/b", sd.Slide(i), working.Ratio))
		}
		sh.Add("used", "part of the allowable stress", "τ / Fv", used, working.Ratio, "", working.In("τ", tau, working.Stress),
			working.In("Fv", fv, working.Stress))
	}
	return hold.Use{Used: used, How: sd.gives[1]}
}

func (r *run) bearing(sh *working.Sheet, v *view, i int, c hold.Case, how string) hold.Use {
	a := r.action(sh, v, i, c, hold.Strength)
	fc := r.rests().Bearing(sh, r.basis(c))
	pad := r.hung[i].Pad()
	q := max(0, a.R) / pad
	if sh.On() {
		sh.Add("q", "pressure on the "+r.noun(i)+": its width × half of what it reaches under the board", "R / A", q, working.Stress, "Rule",
			working.In("R", max(0, a.R), working.Force), working.In("A", pad, working.Area))
		sh.Add("used", "part of the allowable pressure", "q / Fc⊥", q/fc, working.Ratio, "", working.In("q", q, working.Stress),
			working.In("Fc⊥", fc, working.Stress))
	}
	return hold.Use{Used: q / fc, How: how}
}

// rests is the stuff that lies on the brackets.
func (r *run) rests() material.Board {
	if r.shelf.MakeUp.Kind == design.Solid || r.shelf.MakeUp.Kind == "" {
		return r.board
	}
	return r.plank.sides[0].of[0].board
}

func (r *run) sag(sh *working.Sheet, v *view, bay int) hold.Use {
	sag := v.end().Sag(bay)
	sag.Value *= r.plank.soft
	from, to := r.rig.Bay(bay)
	span := to - from
	if bay == 0 || bay == r.bays-1 {
		span *= 2
	}
	allowed := r.shelf.Sag.Allowed(span)
	if sh.On() {
		sd, ei := r.plank.softest(), r.plank.stiffness()
		own := v.grown(1, 0).Sag(bay).Value * r.plank.soft
		by := v.grown(0, 1).Sag(bay).Value * r.plank.soft
		if r.plank.plain() {
			i := section.Rectangle{B: sd.of[0].B, H: sd.of[0].H}
			e := sd.of[0].board.E(sh)
			sh.Add("I", "inertia of the board", "D × t³ / 12", i.Inertia(), working.Inertia, "statics", working.In("D", i.B, working.Length),
				working.In("t", i.H, working.Length))
			sh.Add("EI", "stiffness of the board", "E × I", ei, working.Stiffness, "statics", working.In("E", e, working.Stress),
				working.In("I", i.Inertia(), working.Inertia))
		} else {
			r.showSection(sh, sd)
			sh.Add("EI′", "stiffness that the sag goes by", "EI / share", ei, working.Stiffness, "Rule for a lip on one edge; statics",
				working.In("EI", sd.EI, working.Stiffness), working.In("share", sd.share, working.Ratio))
		}
		sh.Add("δ1", "sag "+r.bayName(bay)+" under the board alone", "beam on its supports", own, working.Length, "Euler–Bernoulli beam",
			working.In("EI", ei, working.Stiffness), working.In("span", to-from, working.Length))
		sh.Add("δ2", "sag under the contents, "+v.when(), "beam on its supports", by, working.Length, "Euler–Bernoulli beam",
			working.In("EI", ei, working.Stiffness), working.In("span", to-from, working.Length))
		k1 := material.CreepFactor(sh, r.plank.creep(), material.TenYears)
		k2 := material.CreepFactor(sh, r.plank.creep(), r.shelf.Duration.Days())
		sh.Add("δ", "sag at the end; the deepest places of both parts may differ a little", "δ1 × k1 + δ2 × k2", sag.Value, working.Length,
			"EC5 2.2.3",
			working.In("δ1", own, working.Length), working.In("k1", k1, working.Ratio), working.In("δ2", by, working.Length),
			working.In("k2", k2, working.Ratio))
		sh.Add("allowed", "sag that is still straight by the chosen school ("+string(r.shelf.Sag.School)+"); an overhang counts as a span of "+
			"twice its length", "by school", allowed, working.Length, "Rule", working.In("span", span, working.Length))
		sh.Add("used", "part of it in use", "δ / allowed", sag.Value/allowed, working.Ratio, "", working.In("δ", sag.Value, working.Length),
			working.In("allowed", allowed, working.Length))
	}
	return hold.Use{Used: sag.Value / allowed, How: "sags too far", Value: sag.Value, Allowed: allowed}
}
