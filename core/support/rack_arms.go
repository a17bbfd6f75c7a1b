package support

import (
	"fmt"
	"math"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/working"
)

func (h *racked) stands(sh *working.Sheet, _ Demand) hold.Use {
	if sh.On() {
		sh.Add("n", "uprights", "count", float64(len(h.uprights)), working.Ratio, "the design")
	}
	if len(h.uprights) == 0 {
		return hold.Use{Used: hold.Fails, How: "has no uprights"}
	}
	for l := range h.Levels {
		if h.set.tips(l, h.at) {
			return hold.Use{Used: hold.Fails, How: "tips what is on level " + fmt.Sprint(l+1) + " over its end upright"}
		}
	}
	return hold.Use{How: "stands"}
}

// uneven is what one arm takes over its equal share: stock is stiff and lies on two
// of them (Rule).
const uneven = 1.5

// onArm is what the worst arm of a level bears, N, and how far from the upright's face.
func (h *racked) onArm(sh *working.Sheet, l int, d Demand) (r, e float64) {
	n := float64(len(h.uprights))
	turn := 0.0
	for _, g := range h.set.Goods {
		if g.Level == l {
			turn += g.W * g.Z
		}
	}
	r = uneven * h.equal[l] / n * d.By
	if h.equal[l] > 0 {
		e = turn/h.equal[l] - float64(h.Deep)
	}
	own := h.armWeight()
	total, moment := r+own, r*e+own*float64(h.Arm.Reach)/2
	if d.Extra > 0 && d.Level == l {
		worst := 0.0
		for i := range h.at {
			worst = max(worst, two(h.at, i, d.X))
		}
		total += d.Extra * worst
		moment += d.Extra * worst * float64(h.Arm.Reach)
	}
	total *= d.Care
	moment *= d.Care
	if sh.On() {
		sh.Add("R", "on the worst arm: stock is stiff and lies on two of them, so one takes half as much again as its equal share, with its "+
			"own weight and what is set down; × care", fmt.Sprintf("(%g × W / n + own + set down) × care", uneven), total, working.Force, "Rule",
			working.In("W", h.equal[l]*d.By, working.Force), working.In("n", n, working.Ratio), working.In("own", own, working.Force),
			working.In("care", d.Care, working.Ratio))
		sh.Add("M", "moment at the upright's face, e from it", "Σ R × e", moment, working.Moment, "statics", working.In("e", e, working.Length))
	}
	if total > 0 {
		e = moment / total
	}
	return total, e
}

// section is an arm's: solid, or its two cheeks.
func (h *racked) section() float64 {
	high := float64(h.Arm.High)
	return h.armWidth() * high * high / 6
}

func (h *racked) arm(sh *working.Sheet, l int, d Demand) hold.Use {
	r, e := h.onArm(sh, l, d)
	m := r * e
	fb := h.beam.Bending(sh, h.set.Bases[d.Case])
	u := m / (h.section() * fb)
	if sh.On() {
		formula := "b × h² / 6"
		if h.Arm.Cheeks {
			formula = "2 × t × h² / 6"
		}
		sh.Add("S", "section modulus of the arm", formula, h.section(), working.Modulus, "statics",
			working.In("t", float64(h.Arm.Thick), working.Length), working.In("h", float64(h.Arm.High), working.Length))
		sh.Add("used", "part of the arm's bending strength", "M / (S × Fb)", u, working.Ratio, "", working.In("M", m, working.Moment),
			working.In("S", h.section(), working.Modulus), working.In("Fb", fb, working.Stress))
	}
	return hold.Use{Used: u, How: "breaks at the upright"}
}

func (h *racked) droop(sh *working.Sheet, l int, d Demand) hold.Use {
	d.Care = 1
	r, e := h.onArm(nil, l, d)
	ei := h.beam.E(nil) * h.armWidth() * math.Pow(float64(h.Arm.High), 3) / 12
	a := float64(h.Arm.Reach)
	e = min(e, a)
	tip := r * e * e * (3*a - e) / (6 * ei) * h.set.LongTerm
	limit := hold.DroopLimit(a)
	if sh.On() {
		sh.Add("tip", "how far the arm's tip goes down in the end", "R × e² × (3a − e) / (6 EI) × growth", tip, working.Length,
			"statics; EC5 creep",
			working.In("R", r, working.Force), working.In("e", e, working.Length), working.In("a", a, working.Length),
			working.In("EI", ei, working.Stiffness), working.In("growth", h.set.LongTerm, working.Ratio))
		sh.Add("used", "part of a hundredth of its reach", fmt.Sprintf("tip / (a / %g)", hold.Droops), tip/limit, working.Ratio, "Rule",
			working.In("tip", tip, working.Length), working.In("a", a, working.Length))
	}
	return hold.Use{Used: tip / limit, How: "goes down at its tip", Value: tip, Allowed: limit}
}

// Arm is what goods lie on: one solid piece, Thick along the wall, or a core between
// two cheeks that are each so thick. Reach is from the upright's face.
type Arm struct {
	Reach     quantity.Length `json:"reach_mm" label:"reach" range:"30 1200"`
	High      quantity.Length `json:"high_mm" label:"high" range:"15 400"`
	Cheeks    bool            `json:"cheeks,omitempty" label:"made of" yes:"a core in two cheeks|one piece"`
	Thick     quantity.Length `json:"thick_mm" label:"thick, each" range:"3 150" as:"fine"`
	Core      quantity.Length `json:"core_mm,omitempty" label:"core, long (0: as far as the cheeks)" range:"0 1200" only:"cheeks=true"`
	hold.Made `label:"wood" as:"wood"`
}

// core is how long the piece between its cheeks is, mm.
func (a *Arm) core() float64 {
	if a.Core > 0 {
		return float64(a.Core)
	}
	return float64(a.Reach)
}

// Validate names every problem of an arm by itself.
func (a *Arm) Validate(p *problem.List) { field.Check(p, a) }

// armWidth is what of an arm bears along the wall.
func (h *racked) armWidth() float64 {
	if h.Arm.Cheeks {
		return 2 * float64(h.Arm.Thick)
	}
	return float64(h.Arm.Thick)
}

// armWeight is that of one arm with its core, and of what of it lies beside the upright, N.
func (h *racked) armWeight() float64 {
	long, core := float64(h.Arm.Reach), 0.0
	if h.Arm.Cheeks {
		core = float64(h.Width) * h.Arm.core()
	}
	if beside(h.Joint.Kind) {
		long += float64(h.Deep)
	}
	return h.beam.Density() * 1e-9 * float64(h.Arm.High) * (h.armWidth()*long + core) * quantity.Gravity
}
