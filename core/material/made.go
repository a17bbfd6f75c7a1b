package material

import (
	"fmt"
	"math"

	"aguante/core/field"
	"aguante/core/working"
)

// flat tells whether the piece is bent about its flat way.
func (b Board) flat() bool { return b.Width >= b.Thickness }

// flatUse returns Cfu, by which lumber laid flat is stronger: by width, mm (NDS
// Supplement table 4A).
func flatUse(width float64) float64 {
	switch {
	case width >= 235:
		return 1.2
	case width >= 140:
		return 1.15
	case width >= 89:
		return 1.1
	}
	return 1
}

// Broken is how much stronger lumber is on the day than its design value says,
// CD left out (engineering basis).
const Broken = 4

// lumberBending is Fb of construction lumber with its factors for size and flat
// use, MPa (NDS 4.3; EC5 for the C classes, which have neither).
func (b Board) lumberBending(sh *working.Sheet, on Basis) float64 {
	l, depth, cfu := b.Lumber, max(b.Width, b.Thickness), 1.0
	if b.flat() && l.flatUse() {
		cfu = flatUse(b.Width)
	}
	cf, wet := l.SizeFactor(depth), b.wet(WetBending)
	f, by, symbol, meaning := l.Fb*cf*cfu*wet, on.CD, "Fb", "allowable bending stress of "
	if on.Mean {
		by, symbol, meaning = Broken, "Fb,mean", "bending stress at which it would break: "
	}
	f *= by
	if sh.On() {
		sh.Add(symbol, meaning+l.Name, "Fref × CF × Cfu × CM × factor", f, working.Stress, "NDS 4.3; factor: CD, or 4 at the break (Rule)",
			working.In("Fref", l.Fb, working.Stress), working.In("CF", cf, working.Ratio), working.In("Cfu", cfu, working.Ratio),
			working.In("CM", wet, working.Ratio), working.In("factor", by, working.Ratio))
	}
	return f
}

// flatUse: the C classes have none.
func (l Lumber) flatUse() bool { return l.Grade == "No.2" || l.Grade == "stud" }

func (b Board) lumberShear(sh *working.Sheet, on Basis) float64 {
	by, symbol, meaning := on.CD, "Fv", "allowable shear stress of "
	if on.Mean {
		by, symbol, meaning = Broken, "Fv,mean", "shear stress at which it would split: "
	}
	wet := b.wet(0.97)
	f := b.Lumber.Fv * by * wet
	if sh.On() {
		sh.Add(symbol, meaning+b.Lumber.Name, "Fref × CM × factor", f, working.Stress, "NDS 4.3; factor: CD, or 4 at the break (Rule)",
			working.In("Fref", b.Lumber.Fv, working.Stress), working.In("CM", wet, working.Ratio), working.In("factor", by, working.Ratio))
	}
	return f
}

// stays returns kpanel for a footing of strength: what its duration factor stands
// for in a panel, relative to solid wood (EC5 kmod).
func (p Panel) stays(on Basis) float64 {
	switch {
	case on.CD <= 0.9:
		return p.Stays[0]
	case on.CD <= 1:
		return p.Stays[1]
	case on.CD <= 1.15:
		return p.Stays[2]
	}
	return p.Stays[3]
}

// WetGrip is what fasteners keep where a piece stays wet (NDS CM).
const WetGrip = 0.70

// Damps is the part of its strength that a fastener's thread or head keeps in the
// board as it is wet or not.
func (b Board) Damps() float64 { return b.wet(WetGrip) }

// Grips is the part that a fastener keeps in the board as a panel: √kpanel, and all
// of it when it breaks at once (EC5 kmod, of connections between two materials).
func (b Board) Grips(on Basis) float64 {
	if b.Panel == nil || on.Mean {
		return 1
	}
	return math.Sqrt(b.Panel.stays(on))
}

// panelStress turns a panel's mean strength into the allowable one: 5 %
// exclusion at the given COV over 2.1, × CD × kpanel.
func (b Board) panelStress(sh *working.Sheet, symbol, meaning string, mean, cov float64, on Basis) float64 {
	if on.Mean {
		if sh.On() {
			sh.Add(symbol+",mean", meaning+" at which "+b.Panel.Name+" would break", "mean", mean, working.Stress, b.Panel.Source,
				working.In("mean", mean, working.Stress))
		}
		return mean
	}
	k := b.Panel.stays(on)
	f := mean * (1 - 1.645*cov) / 2.1 * on.CD * k
	if sh.On() {
		sh.Add(symbol, "allowable "+meaning+" of "+b.Panel.Name, "mean × (1 − 1.645 × COV) / 2.1 × CD × kpanel", f, working.Stress,
			b.Panel.Source,
			working.In("mean", mean, working.Stress), working.In("COV", cov, working.Ratio), working.In("CD", on.CD, working.Ratio),
			working.In("kpanel", k, working.Ratio))
	}
	return f
}

// panelMOR returns a panel's mean bending strength in the direction it lies, MPa.
func (b Board) panelMOR() float64 {
	if b.Across {
		return b.Panel.MORAcross
	}
	return b.Panel.MORAlong
}

// madeE is E of a panel, of lumber, or of wood whose grain runs across.
func (b Board) madeE(sh *working.Sheet) float64 {
	mean, share, source := b.Wood.E*b.Grade.EFactor, 1.0, "WH table 5-3"
	switch {
	case b.Panel != nil && b.Across:
		mean, source = b.Panel.EAcross, b.Panel.Source
	case b.Panel != nil:
		mean, source = b.Panel.EAlong, b.Panel.Source
	case b.Lumber != nil:
		mean, source = b.Lumber.E, b.Lumber.Source
	}
	if b.Across && b.Panel == nil {
		share = acrossGrain
	}
	moist := b.wet(0.90)
	if b.Condition == Drying {
		moist = 0.9
	}
	e := mean * share * moist
	if sh.On() {
		sh.Add("E", "stiffness of "+b.Name(), "Emean × share × CM", e, working.Stress, source,
			working.In("Emean", mean, working.Stress), working.In("share", share, working.Ratio), working.In("CM", moist, working.Ratio))
	}
	return e
}

// skinOfBending is what of its bending stress a skin takes in plain tension (Rule);
// rollingOfShear by how much shear across the grain is less than along it (Rule).
const (
	skinOfBending  = 0.6
	rollingOfShear = 4.0
)

// Skin returns the stress that a skin takes in plain tension, MPa: for MDF,
// particleboard and OSB 0.6 of the bending stress (Rule).
func (b Board) Skin(sh *working.Sheet, on Basis) float64 {
	f := b.Bending(sh, on)
	if b.Panel == nil || !b.Panel.WeakSkin {
		return f
	}
	if sh.On() {
		sh.Add("Ft", "a skin of it in plain tension", fmt.Sprintf("%g × Fb", skinOfBending), skinOfBending*f, working.Stress, "Rule",
			working.In("Fb", f, working.Stress))
	}
	return skinOfBending * f
}

// Planar returns the stress that the piece takes where its layers slide on one
// another, MPa: a panel's planar shear, and across the grain of solid wood a
// quarter of Fv (rolling shear, Rule).
func (b Board) Planar(sh *working.Sheet, on Basis) float64 {
	if b.Panel != nil {
		return b.panelStress(sh, "Fs", "planar shear", b.Panel.Planar, 0.15, on)
	}
	f := b.Shear(sh, on) / rollingOfShear
	if sh.On() {
		sh.Add("Fr", "rolling shear across its grain", fmt.Sprintf("Fv / %g", rollingOfShear), f, working.Stress, "Rule",
			working.In("Fv", rollingOfShear*f, working.Stress))
	}
	return f
}

// Movement returns the change of width per 1 % of moisture, by how the board is
// sawn, and false for panels, which hardly move (WH table 13-5). Lumber moves as
// the liveliest softwood of the table.
func (b Board) Movement(sawn Sawn) (float64, bool) {
	switch {
	case b.Panel != nil:
		return 0, false
	case b.Lumber != nil:
		return 0.0036, true
	case sawn == QuarterSawn:
		return b.Wood.CR, true
	}
	return b.Wood.CT, true
}

// Sawn is how a board was cut from the log.
type Sawn string

// The cuts; a board of unknown cut is taken for flat-sawn, which moves most.
const (
	FlatSawn    Sawn = "flat"
	QuarterSawn Sawn = "quarter"
	UnknownSawn Sawn = "unknown"
)

// Choices lists the cuts.
func (Sawn) Choices() []field.Choice {
	return field.Choose("unknown", "not known", "flat", "flat", "quarter", "quarter")
}

// Stuff finds a wood, lumber or panel by key as a board of the given grade and
// condition, width and thickness, mm.
func Stuff(key string, grade Grade, c Condition, width, thickness float64) (Board, bool) {
	b := Board{Grade: grade, Condition: c, Width: width, Thickness: thickness}
	if w, ok := WoodOf(key); ok {
		b.Wood = w
		return b, true
	}
	if l := byKey().lumber[key]; l != nil {
		b.Lumber = l
		return b, true
	}
	if p, ok := PanelOf(key, min(width, thickness)); ok { // however it stands
		b.Panel = p
		return b, true
	}
	return b, false
}
