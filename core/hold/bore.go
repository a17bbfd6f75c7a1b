package hold

import (
	"math"

	"aguante/core/fastener"
	"aguante/core/material"
	"aguante/core/working"
)

// Around is the wood that a pin should have about it, mm (Rule).
const Around = 6.0

// BoreStrength is what the wall of a bore takes from a pin, MPa: Fe across the
// grain over 5, or along a stud's over 4; at the break Fe itself.
func BoreStrength(sh *working.Sheet, b material.Board, d float64, across bool, on material.Basis) (float64, string) {
	fe := fastener.Embedding(sh, b.G(), d, across)
	part, by := 5.0, "Fe⊥ / 5"
	if !across {
		part, by = 4, "Fe∥ / 4"
	}
	if on.Mean {
		part, by = 1, "Fe"
	}
	return fe / part, by
}

// DroopLimit is how far a thing may go down at its front before what lies on it starts
// to creep and roll: a hundredth of its depth, mm (Rule).
func DroopLimit(depth float64) float64 { return depth / Droops }

// Droops is what part of the depth that is.
const Droops = 100.0

// Splitting is the force across its grain, N, that splits a piece b thick and h
// high, he being from the loaded edge to the farthest fastener (EC5 8.1.4; working × 0.48,
// break × 1.5 of the characteristic value: Rule).
func Splitting(sh *working.Sheet, b, h, he float64, on material.Basis) float64 {
	he = min(max(he, 0), 0.95*h)
	by, formula := 0.48*on.CD, "14 × b × √(he / (1 − he / h)) × 0.48 × CD"
	if on.Mean {
		by, formula = 1.5, "14 × b × √(he / (1 − he / h)) × 1.5"
	}
	f := 14 * b * math.Sqrt(he/(1-he/h)) * by
	if sh.On() {
		sh.Add("F90", "force that splits it, he from the loaded edge to the farthest fastener", formula, f, working.Force, "EC5 8.1.4",
			working.In("b", b, working.Length), working.In("he", he, working.Length), working.In("h", h, working.Length),
			working.In("CD", on.CD, working.Ratio))
	}
	return f
}
