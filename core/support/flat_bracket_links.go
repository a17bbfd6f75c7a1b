package support

import (
	"fmt"
	"math"

	"aguante/core/hold"
	"aguante/core/working"
)

func (f *flat) Links() []hold.Link {
	links := make([]hold.Link, 0, 8)
	links = append(links,
		hold.Link{Part: "bar", Mode: "bending", Goes: hold.Bends, Of: hold.OfSteel, Role: hold.RoleBar, Kind: hold.Strength, Name: "bar at the corner",
			Use: f.bar},
		hold.Link{Part: "bar", Mode: "droop", Goes: hold.Sags, Of: hold.OfSteel, Role: hold.RoleDroop, Kind: hold.Stiffness, Name: "droop at the tip",
			Use: f.droop})
	links = append(links, f.arm().Links()...)
	if f.hold > 0 {
		links = append(links, hold.Link{Part: f.holes[f.near].ID, Mode: "near", Goes: hold.Draws, Of: f.Screw.Of(), Role: hold.RoleNear,
			Kind: hold.Strength, Name: f.Screw.Noun() + " at the corner", NoMean: f.Screw.NoMean(), Use: f.nearScrew})
		if f.hold > 1 {
			links = append(links, hold.Link{Part: "screws", Mode: "others", Goes: hold.Draws, Of: f.Screw.Of(), Role: hold.RoleOthers,
				Kind: hold.Strength, Name: "other " + f.Screw.Noun() + "s", NoMean: f.Screw.NoMean(), Levers: true, Use: f.otherScrews})
		}
		links = append(links, hold.Link{Part: "leg", Mode: "heel", Goes: hold.Crushes, Of: f.set.LinedWith(), Role: hold.RoleHeel,
			Kind: hold.Strength, Name: f.set.HeelName(), Use: f.heelPress,
			NoMean: hold.NoWallMean})
	}
	return append(links, hold.Link{Part: "screws", Mode: "behind", Goes: hold.Stands, Of: f.Screw.Of(), Role: hold.RoleBehind,
		Kind: hold.Gate, Name: f.set.IntoName(f.Screw), Use: f.behind})
}

func (f *flat) bar(sh *working.Sheet, a hold.Action) hold.Use {
	if sh.On() {
		hole := float64(f.Width) - f.net*4/float64(f.Thickness)/float64(f.Thickness)
		sh.Add("Z", "plastic modulus of the bar at the hole nearest the corner", "(b − dhole) × t² / 4", f.net, working.Modulus, "statics",
			working.In("b", float64(f.Width), working.Length), working.In("dhole", hole, working.Length),
			working.In("t", float64(f.Thickness), working.Length))
	}
	return hold.Use{Used: f.Steel.Bar(sh, math.Abs(a.M), f.net, a.Case), How: "bends at the corner"}
}

// tipDroop is how far the arm's tip goes down, mm.
func (f *flat) tipDroop(sh *working.Sheet, a hold.Action) float64 {
	if a.R <= 0 {
		return 0
	}
	e, reach, s := a.Arm(), float64(f.Reach), f.bend()
	ei := hold.SteelE * f.gross.Inertia()
	arm, formula := a.R*e*e*(3*reach-e)/(6*ei), "R × e² × (3a − e) / (6 E I)"
	switch {
	case e > reach:
		arm, formula = a.R*reach*reach*(3*e-reach)/(6*ei), "R × a² × (3e − a) / (6 E I)"
	case e < 0: // a couple that lifts its tip
		arm, formula = 0, "0"
	}
	turn := a.M * s / ei * reach
	if sh.On() {
		in := []working.Input{working.In("R", a.R, working.Force), working.In("e", e, working.Length), working.In("a", reach, working.Length),
			working.In("E", hold.SteelE, working.Stress), working.In("I", f.gross.Inertia(), working.Inertia)}
		sh.Add("I", "inertia of the bar", "b × t³ / 12", f.gross.Inertia(), working.Inertia, "statics",
			working.In("b", f.gross.B, working.Length), working.In("t", f.gross.H, working.Length))
		sh.Add("δarm", "bending of the arm", formula, arm, working.Length, "statics", in...)
		sh.Add("δturn", "turning of the corner, s from it to the nearest screw", "M × s / (E I) × a", turn, working.Length, "statics",
			working.In("M", a.M, working.Moment), working.In("s", s, working.Length), in[3], in[4], in[2])
	}
	return arm + turn
}

func (f *flat) droop(sh *working.Sheet, a hold.Action) hold.Use {
	d := f.tipDroop(sh, a)
	limit := hold.DroopLimit(f.set.Own())
	if sh.On() {
		sh.Add("droop", "at the arm's tip", "δarm + δturn", d, working.Length, "statics")
		sh.Add("allowed", "beyond it things start to creep and roll", fmt.Sprintf("depth / %g", hold.Droops), limit, working.Length, "Rule",
			working.In("depth", f.set.Own(), working.Length))
		sh.Add("used", "part of it in use", "droop / allowed", d/limit, working.Ratio, "", working.In("droop", d, working.Length),
			working.In("allowed", limit, working.Length))
	}
	return hold.Use{Used: d / limit, How: "droops at the tip", Value: d, Allowed: limit}
}

// turning returns the heel that the bracket turns on under an action: its
// lower end under a load, its upper end when the board pulls it up.
func (f *flat) turning(a hold.Action) *hold.Heel {
	if a.M >= 0 {
		return &f.heel
	}
	return &f.up
}

// lever is the height of a hole over the heel that turns, mm.
func (f *flat) lever(d *hold.Drilled, a hold.Action) float64 {
	if (f.LegSide == LegBelow) == (a.M >= 0) {
		return f.fromTip(d)
	}
	return f.fromCorner(d)
}

// nearPull is the pull on the screw at the corner, which a bent bar loads more
// than a rigid plate would: M / min(its lever, 10 t).
func (f *flat) nearPull(sh *working.Sheet, a hold.Action) float64 {
	y, ten := f.lever(&f.holes[f.near], a), 10*float64(f.Thickness)
	t := math.Abs(a.M) / min(y, ten)
	if sh.On() {
		sh.Add("T", "pull on the one at the corner: a bent bar is no rigid plate", "M / min(y, 10 t)", t, working.Force, "Rule",
			working.In("M", math.Abs(a.M), working.Moment), working.In("y", y, working.Length), working.In("10 t", ten, working.Length))
	}
	return t
}

// share is what one of them is pushed across: as much as it takes of what all take.
func (f *flat) share(sh *working.Sheet, d *hold.Drilled, a hold.Action) float64 {
	z := d.Caps[a.Case].Push
	v := math.Abs(a.R) * z / f.all[a.Case]
	if sh.On() {
		sh.Add("V", "push across on it, as much as it takes of what all that hold do", "R × Z / ΣZ", v, working.Force, "statics",
			working.In("R", math.Abs(a.R), working.Force), working.In("Z", z, working.Force), working.In("ΣZ", f.all[a.Case], working.Force))
	}
	return v
}

// together tells how far one of the fasteners is used.
func (f *flat) together(sh *working.Sheet, d *hold.Drilled, v, t float64, c hold.Case) hold.Use {
	return d.UsedBy(sh, v, t, c, f.set.Bases[c])
}

func (f *flat) nearScrew(sh *working.Sheet, a hold.Action) hold.Use {
	return f.reckoned(a).nearUse(sh, a)
}

func (f *flat) otherScrews(sh *working.Sheet, a hold.Action) hold.Use {
	return f.reckoned(a).othersUse(sh, a)
}

func (f *flat) nearUse(sh *working.Sheet, a hold.Action) hold.Use {
	d := &f.holes[f.near]
	return f.together(sh, d, f.share(sh, d, a), f.nearPull(sh, a), a.Case)
}

func (f *flat) othersUse(sh *working.Sheet, a hold.Action) hold.Use {
	if f.hold < 2 {
		return hold.Use{How: "are not reckoned"}
	}
	h := f.turning(a)
	lean := h.Lean(math.Abs(a.M))
	worst, at := hold.Use{Used: -1}, 0
	for i := range f.holes {
		d := &f.holes[i]
		if i == f.near || !d.Counts() {
			continue
		}
		if u := f.together(nil, d, f.share(nil, d, a), lean.Pull(f.lever(d, a)), a.Case); u.Used > worst.Used {
			worst, at = u, i
		}
	}
	if sh.On() {
		d := &f.holes[at]
		f.together(sh, d, f.share(sh, d, a), h.Pull(sh, math.Abs(a.M), f.lever(d, a)), a.Case)
	}
	return worst
}

func (f *flat) heelPress(sh *working.Sheet, a hold.Action) hold.Use { return f.turning(a).Press(sh, a) }

func (f *flat) behind(sh *working.Sheet, _ hold.Action) hold.Use {
	if sh.On() {
		sh.Add("n", f.Screw.Noun()+"s that count, as they meet what they need and reach far enough into it", fmt.Sprintf("of %d", len(f.holes)),
			float64(f.hold), working.Ratio, "NDS 12.1.5; the wall as measured")
	}
	return hold.BehindUse(f.holes, f.hold)
}
