// Package joint knows what holds two pieces of a bracket together: screws as a
// group, dowels, tenons, glued laps. Forces in N, moments in N·mm, lengths in mm.
package joint

import (
	"fmt"
	"math"

	"aguante/core/material"
	"aguante/core/working"
)

// Point is where a fastener stands in a joint, mm along and up.
type Point struct {
	X float64 `json:"x_mm" range:"-500 1000"`
	Y float64 `json:"y_mm" range:"-500 1000"`
}

// Polar returns the greatest force on one of a group of like fasteners under a
// moment m and a force v down through their centroid:
//
//	Fi = |V/n + M × ri / Σ r²|      elastic, polar
//
// The moment turns the upper ones out, away from the wall.
func Polar(sh *working.Sheet, at []Point, m, v float64) float64 {
	n := float64(len(at))
	if n == 0 {
		return math.Inf(1)
	}
	var cx, cy, sum, worst float64
	for _, p := range at {
		cx += p.X / n
		cy += p.Y / n
	}
	for _, p := range at {
		sum += (p.X-cx)*(p.X-cx) + (p.Y-cy)*(p.Y-cy)
	}
	if sum == 0 {
		if m != 0 {
			return math.Inf(1) // one fastener is a hinge
		}
		return v / n
	}
	for _, p := range at {
		fx, fy := m*(p.Y-cy)/sum, v/n+m*(p.X-cx)/sum
		worst = max(worst, math.Hypot(fx, fy))
	}
	if sh.On() {
		sh.Add("F", "on the worst of the group, r being its distance from the middle", "|V / n + M × r / Σr²|", worst, working.Force,
			"statics, polar group",
			working.In("V", v, working.Force), working.In("n", n, working.Ratio), working.In("M", m, working.Moment),
			working.In("Σr²", sum, working.Area))
	}
	return worst
}

// toWork is by how much a mean failing stress is divided to work with (Rule).
const toWork = 5.0

// poundsPerSquareInch turns MPa into psi.
const poundsPerSquareInch = 145.0377

// Dowel returns the pull, N, that draws one glued dowel out: ultimate, or a fifth
// of it times CD to work with. d and l are its diameter and the length that is in
// the piece, s1 and s2 the shear strengths of dowel and piece, MPa; end says that
// it stands in end grain.
//
//	F = 0.834 d L^0.89 (0.95 S1 + S2)   lb, in, psi     Eckelman; × 0.9 into end grain
func Dowel(sh *working.Sheet, d, l, s1, s2 float64, end bool, on material.Basis) float64 {
	f := 0.834 * (d / 25.4) * math.Pow(l/25.4, 0.89) * (0.95*s1 + s2) * poundsPerSquareInch * 4.4482216
	grain := 1.0
	if end {
		grain = 0.9
	}
	f *= grain
	if sh.On() {
		sh.Add("Fd", "pull that draws a glued dowel out; 145.04 and 4.448 turn the figures of the source into SI",
			"0.834 × (d / 25.4) × (L / 25.4)^0.89 × (0.95 S1 + S2) × 145.04 × 4.448 × grain", f, working.Force, "Eckelman, in WH ch. 8's spirit",
			working.In("d", d, working.Length), working.In("L", l, working.Length), working.In("S1", s1, working.Stress),
			working.In("S2", s2, working.Stress), working.In("grain", grain, working.Ratio))
	}
	if on.Mean {
		return f
	}
	if sh.On() {
		sh.Add("Fw", "a fifth of it to work with", fmt.Sprintf("Fd / %g × CD", toWork), f/toWork*on.CD, working.Force, "Rule",
			working.In("Fd", f, working.Force),
			working.In("CD", on.CD, working.Ratio))
	}
	return f / toWork * on.CD
}

// Lap returns the greatest shear stress, MPa, in the glue of a half-lap b wide and
// h high that carries a moment and a force: at its worst corner
//
//	τ = |M × r / Jp + R / (b h)|,  Jp = b h (b² + h²) / 12
func Lap(sh *working.Sheet, b, h, m, v float64) float64 {
	jp := b * h * (b*b + h*h) / 12
	tau := math.Hypot(m*h/2/jp, m*b/2/jp+v/(b*h))
	if sh.On() {
		sh.Add("τ", "shear in the glue at the lap's worst corner, Jp = b h (b² + h²) / 12", "|M × r / Jp + R / (b h)|", tau, working.Stress,
			"statics",
			working.In("M", m, working.Moment), working.In("R", v, working.Force), working.In("b", b, working.Length),
			working.In("h", h, working.Length))
	}
	return tau
}

// LapStrength returns what a glued lap's grain, crossed, takes, MPa: Fv/4 to work
// with, and at the break 1.5 in softwood and 2.5 in hardwood (rolling shear).
func LapStrength(sh *working.Sheet, b material.Board, on material.Basis) float64 {
	if !on.Mean {
		return b.Planar(sh, on)
	}
	f := 1.5
	if b.Wood.Family == "hardwood" {
		f = 2.5
	}
	if sh.On() {
		sh.Add("Fr,mean", "rolling shear at which the lap would give", "by wood", f, working.Stress, "engineering basis, published tests")
	}
	return f
}

// Round returns the section modulus of a round of diameter d, mm³.
func Round(d float64) float64 { return math.Pi * d * d * d / 32 }

// Tube returns the section modulus of a tube, mm³.
func Tube(outer, inner float64) float64 {
	return math.Pi * (math.Pow(outer, 4) - math.Pow(inner, 4)) / 32 / outer
}

// BoreRoot returns the greatest pressure, MPa, of a pin of width d on the bore that
// it is fixed in, bedded over l: q = (4V/L + 6M/L²)/d, M being at the bore's mouth.
func BoreRoot(d, l, v, m float64) float64 { return (4*v/l + 6*m/l/l) / d }

// BoreTip returns it for the bore of the piece that hangs on the pin, M being about
// its middle: q = max(|6M/L² − 2V/L|, |4V/L − 6M/L²|)/d.
func BoreTip(d, l, v, m float64) float64 {
	k := 6 * m / l / l
	return max(math.Abs(k-2*v/l), math.Abs(4*v/l-k)) / d
}
