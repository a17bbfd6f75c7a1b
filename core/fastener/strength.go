package fastener

import (
	"fmt"
	"math"

	"aguante/core/material"
	"aguante/core/working"
)

// Withdrawal returns the pull, in newtons, on one screw with its thread in the side
// grain of a member; of a short one a part.
//
//	screw W = 2850 G² D,  lag W = 1800 G^1.5 D^0.75   lb per inch      NDS 12.2
//	expected break 15 700 G² D and 8 100 G^1.5 D^0.75                  WH ch. 8
func Withdrawal(sh *working.Sheet, s Screw, into Member, on material.Basis) float64 {
	g, thread, part := into.G, into.Thread, into.keeps(on)
	if into.Part > 0 {
		part *= into.Part
	}
	k, source, symbol, cd := 2850.0, "NDS 12.2.2", "W", on.CD
	formula := "k × G² × (D / 25.4) × 0.1751 × thread × CD × part"
	base := g * g * (s.D / inch)
	if s.Kind == Lag {
		k, source = 1800, "NDS 12.2.1"
		formula = "k × G^1.5 × (D / 25.4)^0.75 × 0.1751 × thread × CD × part"
		base = math.Pow(g, 1.5) * math.Pow(s.D/inch, 0.75)
	}
	if on.Mean {
		k, source, symbol, cd = 15700, "WH ch. 8", "Wmean", 1
		if s.Kind == Lag {
			k = 8100
		}
	}
	w := k * base * perInch * thread * cd * part
	if sh.On() {
		sh.Add(symbol, "pull out of the wood on one "+s.Name+"; 0.1751 turns the k of the source into SI", formula, w, working.Force,
			source,
			working.In("k", k, working.Ratio), working.In("G", g, working.Ratio), working.In("D", s.D, working.Length),
			working.In("thread", thread, working.Length), working.In("CD", cd, working.Ratio), working.In("part", part, working.Ratio))
	}
	return w
}

// PullThrough returns the pull, in newtons, that draws a head of diameter head
// through a wooden piece as thick as its Length (NDS 12.2.5):
// 690 π DH G² t up to t = 2.5 DH, then 1725 π DH² G², lb and inches. The
// expected break is five times that.
func PullThrough(sh *working.Sheet, head float64, piece Member, on material.Basis) float64 {
	g, t := piece.G, piece.Length
	by, symbol, source := on.CD, "H", "NDS 12.2.5"
	if on.Mean {
		by, symbol, source = 5, "Hmean", "NDS 12.2.5 × 5 (Rule)"
	}
	by *= piece.keeps(on)
	thick := min(t, 2.5*head)
	h := 690 * math.Pi * (head / inch) * g * g * (thick / inch) * pound * by
	if sh.On() {
		sh.Add(symbol, "pull that draws the head through the piece; 690 and 4.448 turn the figures of the source into SI",
			"690 × π × (DH / 25.4) × G² × (t / 25.4) × 4.448 × factor", h, working.Force, source,
			working.In("DH", head, working.Length), working.In("G", g, working.Ratio), working.In("t, at most 2.5 DH", thick, working.Length),
			working.In("factor", by, working.Ratio))
	}
	return h
}

// bearingArea is what is added to the length of a bearing, mm (NDS 3.10.4: 3/8 in).
const bearingArea = 9.5

// Washer returns the pull, in newtons, that a washer of diameter outer with a
// hole passes into wood of bearing strength fcp: Fc⊥ A (l + 9.5)/l (NDS 3.10.4).
func Washer(sh *working.Sheet, outer, hole, fcp float64) float64 {
	area := math.Pi / 4 * (outer*outer - hole*hole)
	w := fcp * area * (outer + bearingArea) / outer
	if sh.On() {
		sh.Add("B", "pull that the washer passes into the wood", fmt.Sprintf("Fc⊥ × A × (l + %g) / l", bearingArea), w, working.Force,
			"NDS 3.10.4",
			working.In("Fc⊥", fcp, working.Stress), working.In("A", area, working.Area), working.In("l", outer, working.Length))
	}
	return w
}

// Steel returns the pull, in newtons, that the screw's own steel takes: half of
// Fu times the root area, or all of it at the break. Fu 620 MPa for screws,
// 415 for lags.
func Steel(sh *working.Sheet, s Screw, on material.Basis) float64 {
	fu, half, symbol := 620.0, 0.5, "N"
	if s.thick() {
		fu = 415
	}
	if on.Mean {
		half, symbol = 1, "Nmean"
	}
	n := half * fu * math.Pi / 4 * s.Root * s.Root
	if sh.On() {
		sh.Add(symbol, "pull that the screw's steel takes", "share × Fu × π/4 × Dr²", n, working.Force, "NDS 12.3.3; Rule for Fu",
			working.In("share", half, working.Ratio), working.In("Fu", fu, working.Stress), working.In("Dr", s.Root, working.Length))
	}
	return n
}

// Together returns how far a fastener is used when pushed across by v and
// pulled out by t, newtons, against z and w (NDS 12.4.1):
// (V²/P)/Z + (T²/P)/W with P = √(V² + T²), and no less than by either alone: where one of
// z and w is more than twice the other, a little of the one would take from the other.
func Together(sh *working.Sheet, v, t, z, w float64) float64 {
	p := math.Hypot(v, t)
	if p == 0 {
		return 0
	}
	u := max(v*v/p/z+t*t/p/w, v/z, t/w)
	if sh.On() {
		sh.Add("P", "push across and pull together", "√(V² + T²)", p, working.Force, "NDS 12.4.1", working.In("V", v, working.Force),
			working.In("T", t, working.Force))
		sh.Add("used", "part of what the fastener can take, no less than by either alone", "max((V² / P) / Z + (T² / P) / T′, V / Z, T / T′)", u, working.Ratio,
			"NDS 12.4.1; rounded up to what never eases",
			working.In("V", v, working.Force), working.In("T", t, working.Force), working.In("P", p, working.Force),
			working.In("Z", z, working.Force), working.In("T′", w, working.Force))
	}
	return u
}
