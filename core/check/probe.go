package check

import (
	"fmt"
	"math"

	"aguante/core/material"
	"aguante/core/support"
	"aguante/core/working"
)

// probe asks one link how far it is used in a view. levelOnly links look at
// load patterns but not at supports standing off (stiffness, per the basis).
type probe struct {
	Link
	on        int // index of the support, or -1 for the board
	levelOnly bool
	use       func(sh *working.Sheet, v *view, c support.Case) support.Use
}

// probes lists everything that can give on one shelf.
func (r *run) probes() []probe {
	id := func(part, fastener, mode string) string {
		return r.shelf.ID + "/" + part + "/" + fastener + "/" + mode
	}
	standing := probe{Link: Link{ID: id("board", "whole", "standing"), Role: support.RoleStanding, Kind: support.Gate, Name: "board on its supports", Where: "board"}, on: -1, use: r.standing}
	if r.rig == nil {
		return []probe{standing}
	}
	out := []probe{
		standing,
		{Link: Link{ID: id("board", "whole", "bending"), Role: support.RoleBends, Kind: support.Strength, Name: "board in bending", Where: "board"}, on: -1, use: r.bending},
		{Link: Link{ID: id("board", "whole", "shear"), Role: support.RoleShears, Kind: support.Strength, Name: "board in shear", Where: "board"}, on: -1, use: r.shear},
	}
	for bay := range r.bays {
		if from, to := r.rig.Bay(bay); to-from < 1 {
			continue
		}
		name := "left"
		if bay > 0 {
			name = "after-" + r.shelf.Supports[r.which[bay-1]].ID
		}
		out = append(out, probe{Link: Link{ID: id("board", name, "sag"), Role: support.RoleSags, Kind: support.Stiffness, Name: "board's sag", Where: r.bayName(bay)},
			on: -1, levelOnly: true, use: func(sh *working.Sheet, v *view, _ support.Case) support.Use { return r.sag(sh, v, bay) }})
	}
	for i, h := range r.hung {
		su := r.shelf.Supports[r.which[i]].ID
		out = append(out, probe{Link: Link{ID: id(su, "board", "bearing"), Role: support.RoleBears, Kind: support.Strength, Name: "board on the bracket", Where: r.supportName(i), Support: su},
			on: i, use: func(sh *working.Sheet, v *view, c support.Case) support.Use { return r.bearing(sh, v, i, c) }})
		for _, l := range h.Links() {
			out = append(out, probe{Link: Link{ID: id(su, l.Part, l.Mode), Role: l.Role, Kind: l.Kind, Name: l.Name, Where: r.supportName(i), Support: su, NoMean: l.NoMean},
				on: i, levelOnly: l.Kind == support.Stiffness,
				use: func(sh *working.Sheet, v *view, c support.Case) support.Use {
					a := r.action(sh, v, i, c, l.Kind)
					return l.Use(sh, a)
				}})
		}
	}
	return out
}

// care is the factor on strength demands; none on the way to the break.
func (r *run) care(c support.Case) float64 {
	if c == support.Break {
		return 1
	}
	return r.shelf.Below.Care()
}

func (r *run) basis(c support.Case) material.Basis { return support.BasesFor(r.shelf.Duration)[c] }

// action is what support i carries, with care, as its links see it.
func (r *run) action(sh *working.Sheet, v *view, i int, c support.Case, k support.Kind) support.Action {
	force, moment := v.action(i)
	care := 1.0
	if k != support.Stiffness {
		care = r.care(c)
	}
	if sh.On() {
		sh.Add("R0", r.supportName(i)+"'s share, "+v.when, "beam on its supports", force, working.Force, "Euler–Bernoulli beam")
		sh.Add("M0", "that share times how far out it stands: the same beam with every load multiplied by its distance from the wall", "beam on its supports", moment, working.Moment, "Euler–Bernoulli beam")
		sh.Add("R", "share with the care factor", "R0 × care", force*care, working.Force, "Rule", working.In("R0", force, working.Force), working.In("care", care, working.Ratio))
		sh.Add("M", "moment off the wall with the care factor", "M0 × care", moment*care, working.Moment, "Rule", working.In("M0", moment, working.Moment), working.In("care", care, working.Ratio))
		if force != 0 {
			sh.Add("e", "how far from the wall the load stands", "M / R", moment/force, working.Length, "statics", working.In("M", moment*care, working.Moment), working.In("R", force*care, working.Force))
		}
	}
	return support.Action{R: force * care, M: moment * care, Case: c}
}

func (r *run) standing(sh *working.Sheet, v *view, _ support.Case) support.Use {
	if r.rig == nil {
		return support.Use{Used: math.Inf(1), How: fmt.Sprintf("has %d of the 2 supports it needs under it", len(r.at))}
	}
	if sh.On() {
		sh.Add("stands", "the board rests on at least two supports", "contacts of the beam", 1, working.Ratio, "statics")
	}
	if v.tips {
		return support.Use{Used: math.Inf(1), How: "tips over its end support"}
	}
	return support.Use{How: "tips over its end support"}
}

func (r *run) bending(sh *working.Sheet, v *view, c support.Case) support.Use {
	m := math.Abs(v.shape().Moment().Value) * r.care(c)
	fb := r.board.Bending(sh, r.basis(c))
	s := r.plank.Modulus()
	if sh.On() {
		at := v.shape().Moment()
		sh.Add("M", fmt.Sprintf("greatest bending moment, %.0f mm from the left end, %s, × care", at.X, v.when), "beam on its supports × care", m, working.Moment, "Euler–Bernoulli beam", working.In("care", r.care(c), working.Ratio))
		sh.Add("S", "section modulus of the board", "D × t² / 6", s, working.Modulus, "statics", working.In("D", r.plank.B, working.Length), working.In("t", r.plank.H, working.Length))
		sh.Add("σ", "bending stress", "M / S", m/s, working.Stress, "statics", working.In("M", m, working.Moment), working.In("S", s, working.Modulus))
		sh.Add("used", "part of the allowable stress", "σ / Fb", m/s/fb, working.Ratio, "", working.In("σ", m/s, working.Stress), working.In("Fb", fb, working.Stress))
	}
	return support.Use{Used: m / s / fb, How: "breaks in bending"}
}

func (r *run) shear(sh *working.Sheet, v *view, c support.Case) support.Use {
	f := math.Abs(v.shape().Shear().Value) * r.care(c)
	fv := r.board.Shear(sh, r.basis(c))
	tau := 1.5 * f / r.plank.Area()
	if sh.On() {
		sh.Add("V", "greatest shear force, "+v.when+", × care", "beam on its supports × care", f, working.Force, "Euler–Bernoulli beam", working.In("care", r.care(c), working.Ratio))
		sh.Add("τ", "shear stress", "1.5 × V / (D × t)", tau, working.Stress, "statics", working.In("V", f, working.Force), working.In("D", r.plank.B, working.Length), working.In("t", r.plank.H, working.Length))
		sh.Add("used", "part of the allowable stress", "τ / Fv", tau/fv, working.Ratio, "", working.In("τ", tau, working.Stress), working.In("Fv", fv, working.Stress))
	}
	return support.Use{Used: tau / fv, How: "splits along its length"}
}

func (r *run) bearing(sh *working.Sheet, v *view, i int, c support.Case) support.Use {
	a := r.action(sh, v, i, c, support.Strength)
	fc := r.board.Bearing(sh, r.basis(c))
	pad := r.hung[i].Pad()
	q := max(0, a.R) / pad
	if sh.On() {
		sh.Add("q", "pressure on the bracket: its width × half of what it reaches under the board", "R / A", q, working.Stress, "Rule", working.In("R", max(0, a.R), working.Force), working.In("A", pad, working.Area))
		sh.Add("used", "part of the allowable pressure", "q / Fc⊥", q/fc, working.Ratio, "", working.In("q", q, working.Stress), working.In("Fc⊥", fc, working.Stress))
	}
	return support.Use{Used: q / fc, How: "is crushed on the bracket"}
}

func (r *run) sag(sh *working.Sheet, v *view, bay int) support.Use {
	sag := v.end().Sag(bay)
	from, to := r.rig.Bay(bay)
	span := to - from
	if bay == 0 || bay == r.bays-1 {
		span *= 2
	}
	allowed := r.shelf.Sag.Allowed(span)
	if sh.On() {
		self, all := v.grown(1, 0), v.grown(0, 1)
		e := r.board.E(sh)
		sh.Add("I", "inertia of the board", "D × t³ / 12", r.plank.Inertia(), working.Inertia, "statics", working.In("D", r.plank.B, working.Length), working.In("t", r.plank.H, working.Length))
		sh.Add("EI", "stiffness of the board", "E × I", r.ei, working.Stiffness, "statics", working.In("E", e, working.Stress), working.In("I", r.plank.Inertia(), working.Inertia))
		sh.Add("δ1", "sag "+r.bayName(bay)+" under the board alone", "beam on its supports", self.Sag(bay).Value, working.Length, "Euler–Bernoulli beam", working.In("EI", r.ei, working.Stiffness), working.In("span", to-from, working.Length))
		sh.Add("δ2", "sag under the contents, "+v.when, "beam on its supports", all.Sag(bay).Value, working.Length, "Euler–Bernoulli beam", working.In("EI", r.ei, working.Stiffness), working.In("span", to-from, working.Length))
		k1 := material.CreepFactor(sh, r.board.Creep(), material.TenYears)
		k2 := material.CreepFactor(sh, r.board.Creep(), r.shelf.Duration.Days())
		sh.Add("δ", "sag at the end; the deepest places of both parts may differ a little", "δ1 × k1 + δ2 × k2", sag.Value, working.Length, "EC5 2.2.3",
			working.In("δ1", self.Sag(bay).Value, working.Length), working.In("k1", k1, working.Ratio), working.In("δ2", all.Sag(bay).Value, working.Length), working.In("k2", k2, working.Ratio))
		sh.Add("allowed", "sag that is still straight by the chosen school ("+string(r.shelf.Sag.School)+"); an overhang counts as a span of twice its length", "by school", allowed, working.Length, "Rule", working.In("span", span, working.Length))
		sh.Add("used", "part of it in use", "δ / allowed", sag.Value/allowed, working.Ratio, "", working.In("δ", sag.Value, working.Length), working.In("allowed", allowed, working.Length))
	}
	return support.Use{Used: sag.Value / allowed, How: "sags too far", Value: sag.Value, Allowed: allowed}
}
