package hold

import (
	"fmt"

	"aguante/core/field"
	"aguante/core/say"
	"aguante/core/working"
)

// Steel is what a bar is made of.
type Steel string

// The steels.
const (
	Unmarked   Steel = "unmarked"   // mild steel of no stated grade, Fy 205 MPa
	Structural Steel = "structural" // Fy 250 MPa
)

// SteelE is the stiffness of any steel, MPa.
const SteelE = 200000

// Yield stresses, MPa, what of them design rules allow in bending (AISC 360 F11),
// and how far past them a bar is bent for good, by which a break is expected (Rule).
const (
	unmarkedFy   = 205.0
	structuralFy = 250.0
	steelSafety  = 1.67
	steelBreaks  = 1.1
)

// Choices lists the steels.
func (Steel) Choices() []field.Choice {
	return field.Choose("unmarked", "not marked", "structural", "structural")
}

// Steels lists them.
func Steels() []Steel { return field.Keys[Steel]() }

// Yield is Fy, MPa.
func (s Steel) Yield() float64 {
	if s == Structural {
		return structuralFy
	}
	return unmarkedFy
}

// Bending is the stress that a bar of it takes in bending, MPa.
func (s Steel) Bending(c Case) float64 {
	if c == Break {
		return steelBreaks * s.Yield()
	}
	return s.Yield() / steelSafety
}

// BendingSaid is how that comes about.
func BendingSaid(c Case) string {
	if c == Break {
		return fmt.Sprintf("%g × Fy", steelBreaks)
	}
	return fmt.Sprintf("Fy / %g", steelSafety)
}

// Bar writes the moment m against what a bar of modulus z takes, and returns how
// far it is used.
func (s Steel) Bar(sh *working.Sheet, m, z float64, c Case) float64 {
	limit := s.Bending(c) * z
	if sh.On() {
		sh.Add("Mbar", "moment that the bar takes", BendingSaid(c)+" × Z", limit, working.Moment, "AISC 360 F11; Rule for Fy",
			working.In("Fy", s.Yield(), working.Stress), working.In("Z", z, working.Modulus))
		sh.Add("used", "part of it in use", "M / Mbar", m/limit, working.Ratio, "", working.In("M", m, working.Moment),
			working.In("Mbar", limit, working.Moment))
	}
	return m / limit
}

// Assumed notes what is taken of a thing of a steel that nobody has named: "the bar is".
func (s Steel) Assumed(n *Notes, what string) {
	if s == Unmarked {
		n.Assumed = append(n.Assumed, fmt.Sprintf("%s mild steel of no stated grade, %s", what, say.Stress(unmarkedFy)))
	}
}
