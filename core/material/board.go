package material

import (
	"fmt"
	"math"

	"aguante/core/field"
	"aguante/core/working"
)

// Basis says on which footing a strength is asked for: the working limit under
// a load of some duration (CD), or the mean short-term strength at which a
// piece would break.
type Basis struct {
	CD   float64
	Mean bool
}

// Condition is the moisture a board lives with.
type Condition string

// The conditions of a board.
const (
	Dry    Condition = "dry"    // acclimatised, heated room
	Damp   Condition = "damp"   // sheltered but unheated
	Wet    Condition = "wet"    // over 19 % moisture in use
	Drying Condition = "drying" // bought wet, dries in place
)

// Choices lists the conditions, driest first.
func (Condition) Choices() []field.Choice {
	return field.Choose("dry", "dry, heated room", "damp", "sheltered, unheated", "drying", "bought wet, drying in place", "wet", "stays wet")
}

// Conditions lists them, driest first.
func Conditions() []Condition { return field.Keys[Condition]() }

// Board is a piece of solid wood of one species and grade, or of construction
// lumber or a panel where those are given. Width and Thickness, mm, set the
// size factors of lumber and which way a panel is bent; Across says that its
// grain runs across the piece's length. Tested is the E found on that very
// board, MPa, and 0 where nobody has tested it.
type Board struct {
	Wood      Wood
	Grade     Grade
	Lumber    *Lumber
	Panel     *Panel
	Condition Condition
	Across    bool
	Width     float64
	Thickness float64
	Tested    float64
}

// Key is the key of what the board is made of.
func (b Board) Key() string {
	switch {
	case b.Panel != nil:
		return b.Panel.Key
	case b.Lumber != nil:
		return b.Lumber.Key
	}
	return b.Wood.Key
}

// Name is what a person calls it.
func (b Board) Name() string {
	switch {
	case b.Panel != nil:
		return b.Panel.Name
	case b.Lumber != nil:
		return b.Lumber.Name
	}
	return b.Wood.Name
}

// G is the specific gravity for fasteners into its face.
func (b Board) G() float64 {
	switch {
	case b.Panel != nil:
		return b.Panel.GFace
	case b.Lumber != nil:
		return b.Lumber.G
	}
	return b.Wood.SG
}

// Density is the mass of the board, kg/m³, at 12 % moisture (WH ch. 4).
func (b Board) Density() float64 {
	if b.Panel != nil {
		return b.Panel.Density
	}
	return b.G() * 1000 * 1.12
}

// WetBending is what wood keeps of its bending strength in wet use (NDS CM).
const WetBending = 0.85

func (b Board) divisor() float64 {
	if b.Wood.Family == "hardwood" {
		return 2.3
	}
	return 2.1
}

func (b Board) wet(factor float64) float64 {
	if b.Condition == Wet {
		return factor
	}
	return 1
}

// Bending returns Fb in MPa (D2555 5 % exclusion at COV 16 %, D245 divisor and
// strength ratio), or on the mean basis MOR × (0.25 + 0.75 SR).
//
// Lumber and panels by their own rules. Solid wood bent across its grain has
// only its tension across the grain.
func (b Board) Bending(sh *working.Sheet, on Basis) float64 {
	switch {
	case b.Panel != nil:
		return b.panelStress(sh, "Fb", "bending stress", b.panelMOR(), 0.12, on)
	case b.Across:
		return b.TensionPerp(sh, on)
	case b.Lumber != nil:
		return b.lumberBending(sh, on)
	}
	mor, sr, wet := b.Wood.MOR, b.Grade.SR, b.wet(WetBending)
	if on.Mean {
		f := mor * (0.25 + 0.75*sr) * wet
		if sh.On() {
			sh.Add("Fb,mean", "bending stress at which "+b.Wood.Name+" would break", "MOR × (0.25 + 0.75 SR) × CM", f, working.Stress,
				"WH table 5-3; Rule for the grade",
				working.In("MOR", mor, working.Stress), working.In("SR", sr, working.Ratio), working.In("CM", wet, working.Ratio))
		}
		return f
	}
	dry := 1.0
	if sr < 1 {
		dry = 0.85
	}
	n := b.divisor()
	f := mor * (1 - 1.645*0.16) / n * sr * on.CD * dry * wet
	if sh.On() {
		sh.Add("Fb", "allowable bending stress of "+b.Wood.Name, "MOR × (1 − 1.645 × 0.16) / n × SR × CD × Cdry × CM", f, working.Stress,
			"D2555, D245; NDS CM",
			working.In("MOR", mor, working.Stress), working.In("n", n, working.Ratio), working.In("SR", sr, working.Ratio),
			working.In("CD", on.CD, working.Ratio), working.In("Cdry", dry, working.Ratio), working.In("CM", wet, working.Ratio))
	}
	return f
}

// Shear returns Fv along the grain in MPa (COV 14 %, halved for checks and
// splits), or the tabulated mean.
//
// A panel bent flat shears in its plane; on edge, through its thickness.
func (b Board) Shear(sh *working.Sheet, on Basis) float64 {
	switch {
	case b.Panel != nil && b.flat():
		return b.Planar(sh, on)
	case b.Panel != nil:
		return b.panelStress(sh, "Fv", "shear through its thickness", b.Panel.Shear, 0.15, on)
	case b.Lumber != nil:
		return b.lumberShear(sh, on)
	}
	wet := b.wet(0.97)
	if on.Mean {
		f := b.Wood.Shear * wet
		if sh.On() {
			sh.Add("Fv,mean", "shear stress at which "+b.Wood.Name+" would break", "shear × CM", f, working.Stress, "WH table 5-3",
				working.In("shear", b.Wood.Shear, working.Stress), working.In("CM", wet, working.Ratio))
		}
		return f
	}
	n := b.divisor()
	f := b.Wood.Shear * (1 - 1.645*0.14) / n * 0.5 * on.CD * wet
	if sh.On() {
		sh.Add("Fv", "allowable shear stress of "+b.Wood.Name, "shear × (1 − 1.645 × 0.14) / n × 0.5 × CD × CM", f, working.Stress,
			"D2555, D245; NDS CM",
			working.In("shear", b.Wood.Shear, working.Stress), working.In("n", n, working.Ratio),
			working.In("CD", on.CD, working.Ratio), working.In("CM", wet, working.Ratio))
	}
	return f
}

// Bearing returns Fc⊥ in MPa, or twice the proportional limit on the mean
// basis. No duration factor.
//
// Lumber has a design value of its own, and a panel a tenth of its MOR (Rule).
func (b Board) Bearing(sh *working.Sheet, on Basis) float64 {
	wet, perp, source := b.wet(0.67), b.Wood.Perp, "D245; NDS CM"
	switch {
	case b.Panel != nil:
		perp, source = 0.167*b.Panel.MORAlong, "Rule: a tenth of the MOR"
	case b.Lumber != nil:
		perp, source = b.Lumber.Perp*1.67, "NDS Supplement"
	}
	if on.Mean {
		f := 2 * perp * wet
		if sh.On() {
			sh.Add("Fc⊥,mean", "bearing stress at which "+b.Name()+" is crushed", "2 × c⊥ × CM", f, working.Stress, "WH table 5-3; Rule",
				working.In("c⊥", perp, working.Stress), working.In("CM", wet, working.Ratio))
		}
		return f
	}
	f := perp / 1.67 * wet
	if sh.On() {
		sh.Add("Fc⊥", "allowable bearing stress of "+b.Name(), "c⊥ / 1.67 × CM", f, working.Stress, source,
			working.In("c⊥", perp, working.Stress), working.In("CM", wet, working.Ratio))
	}
	return f
}

// acrossOfShear is by how much tension across the grain is less than shear (NDS 5.2.8).
const acrossOfShear = 3.0

// TensionPerp returns Ft⊥, tension across the grain, in MPa (COV 25 %, 1.5 for
// size), or the tabulated mean.
//
// Of lumber a third of its shear value (NDS 5.2.8, for radial tension), of a
// panel half of what it bends across its grain (Rule).
func (b Board) TensionPerp(sh *working.Sheet, on Basis) float64 {
	switch {
	case b.Panel != nil:
		return b.panelStress(sh, "Ft⊥", "tension across", b.Panel.MORAcross/2, 0.12, on)
	case b.Lumber != nil:
		f := b.Shear(sh, on) / acrossOfShear
		if sh.On() {
			sh.Add("Ft⊥", "tension across the grain", fmt.Sprintf("Fv / %g", acrossOfShear), f, working.Stress, "NDS 5.2.8",
				working.In("Fv", acrossOfShear*f, working.Stress))
		}
		return f
	}
	if on.Mean {
		return b.Wood.TensionPerp
	}
	n := b.divisor()
	f := b.Wood.TensionPerp * (1 - 1.645*0.25) / n / 1.5 * on.CD
	if sh.On() {
		sh.Add("Ft⊥", "allowable tension across the grain of "+b.Wood.Name, "t⊥ × (1 − 1.645 × 0.25) / n / 1.5 × CD", f, working.Stress,
			"D2555, D245; Rule for size",
			working.In("t⊥", b.Wood.TensionPerp, working.Stress), working.In("n", n, working.Ratio), working.In("CD", on.CD, working.Ratio))
	}
	return f
}

// acrossGrain is the part of its stiffness that solid wood keeps across its grain,
// low on purpose (WH table 5-1).
const acrossGrain = 1.0 / 25

// E returns the mean modulus of elasticity for sag, in MPa; where the very board
// was tested, what was found.
func (b Board) E(sh *working.Sheet) float64 {
	if b.Tested > 0 {
		if sh.On() {
			sh.Add("E", "stiffness of this board, as tested", "P × L³ / (48 × I × δ)", b.Tested, working.Stress, "your own test")
		}
		return b.Tested
	}
	if b.Panel != nil || b.Lumber != nil || b.Across {
		return b.madeE(sh)
	}
	moist := b.wet(0.90)
	if b.Condition == Drying {
		moist = 0.9
	}
	e := b.Wood.E * b.Grade.EFactor * moist
	if sh.On() {
		sh.Add("E", "stiffness of "+b.Wood.Name, "Emean × grade factor × CM", e, working.Stress, "WH table 5-3; D245",
			working.In("Emean", b.Wood.E, working.Stress), working.In("grade factor", b.Grade.EFactor, working.Ratio),
			working.In("CM", moist, working.Ratio))
	}
	return e
}

// Creep returns kdef of the board (EC5 table 3.2): how much of the first sag is
// added in ten years.
func (b Board) Creep() float64 {
	if b.Panel != nil {
		if b.Condition == Damp {
			return b.Panel.Kdef * b.Panel.Damp
		}
		return b.Panel.Kdef
	}
	switch b.Condition {
	case Damp:
		return 0.8
	case Wet:
		return 2.0
	case Drying:
		return 1.6
	}
	return 0.6
}

// How long the durations last, days.
const (
	TenYears = 3652.5
	Season   = 61
	Week     = 7
)

// Spread is how far a board's E may be from the mean of its wood: its COV (WH ch. 5).
const Spread = 0.22

// CreepFactor returns by how much the sag under a load has grown after days:
// 1 + kdef (t/3652.5)^0.2 (Rule; the shape of the EC5 ten-year figure).
func CreepFactor(sh *working.Sheet, kdef, days float64) float64 {
	k := 1 + kdef*math.Pow(math.Max(days, 0)/TenYears, 0.2)
	if sh.On() {
		sh.Add("k"+subscript(days), fmt.Sprintf("growth of the sag in %.0f days", days), "1 + kdef × (days / 3652.5)^0.2", k, working.Ratio,
			"EC5 3.1.4; Rule for the shape in time",
			working.In("kdef", kdef, working.Ratio), working.In("days", days, working.Days))
	}
	return k
}

func subscript(days float64) string {
	if days >= TenYears {
		return ",10 years"
	}
	return fmt.Sprintf(",%.0f days", days)
}

// Duration says how long the load stays.
type Duration string

// The durations, as a person would say them.
const (
	Years    Duration = "years"    // stored for years
	Changing Duration = "changing" // changes over the years
	Months   Duration = "months"   // up to two months
	AWeek    Duration = "week"     // up to a week
)

// Choices lists the durations, longest first.
func (Duration) Choices() []field.Choice {
	return field.Choose("years", "for years", "changing", "changes over the years", "months", "up to two months", "week", "up to a week")
}

// Durations lists them, longest first.
func Durations() []Duration { return field.Keys[Duration]() }

// CD returns the duration factor on the strength of wood (NDS 2.3.2).
func (d Duration) CD() float64 {
	switch d {
	case Changing:
		return 1.00
	case Months:
		return 1.15
	case AWeek:
		return 1.25
	}
	return 0.90
}

// Days returns for how long the sag is judged.
func (d Duration) Days() float64 {
	switch d {
	case Months:
		return Season
	case AWeek:
		return Week
	}
	return TenYears
}
