// Package prove plans a load test, says while it runs whether to go on, and what a passed one allows.
package prove

import (
	"math"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/material"
)

// Strength is what wood keeps of its strength under a load that stays for so many seconds, as a part of that in a short
// test: the Madison curve (Wood Handbook ch. 5), 108.4 t^(−0.04635) + 18.3 %. It is not asked under one second.
func Strength(seconds float64) float64 {
	return (108.4*math.Pow(max(1, seconds), -0.04635) + 18.3) / 100
}

// Lasts is for how many seconds wood bears a part of its short strength: the other way round.
func Lasts(part float64) float64 {
	over := (100*part - 18.3) / 108.4
	if over <= 0 {
		return math.Inf(1)
	}
	return math.Pow(over, -1/0.04635)
}

const day = 24 * 3600.0

// least is the time of a short test, s: what stands for less is not counted as stronger.
const least = 450

// Stay is for how many seconds a load is to be borne.
func Stay(d material.Duration) float64 {
	switch d {
	case material.Months:
		return 60 * day
	case material.AWeek:
		return 7 * day
	}
	return material.TenYears * day
}

// Panels keep less than wood does: kpanel for ten years and for up to a week, the first and the last of its columns
// (EC5 kmod). Nil is wood.
func panelled(p *material.Panel, seconds float64) float64 {
	if p == nil {
		return 1
	}
	switch {
	case seconds <= 7*day:
		return p.Stays[3]
	case seconds <= 60*day:
		return p.Stays[2]
	}
	return p.Stays[0]
}

// Keeps is what is left of strength over a long time, of what was shown over a short one, seconds: the ratio of both
// strengths, with panels that count. 1.25 over it is what must be loaded for each kilogram that is to be proved.
func Keeps(long, short float64, panels []*material.Panel) float64 {
	k := Strength(long) / Strength(short)
	of := 1.0
	for _, p := range panels {
		of = min(of, panelled(p, long)/panelled(p, short))
	}
	return k * of
}

// Margin is what a proof is divided by beside time: for moisture, loosening and uneven loading (Rule).
const Margin = 1.25

// Allows is what a load that was borne for so many seconds allows over another time, kg (Rule, after the Madison curve).
func Allows(kg, held, stay float64, panels []*material.Panel) float64 {
	return kg * Keeps(stay, held, panels) / Margin
}

// part is the most of a link's expected break that is put on in a test (Rule): those that would break in it, times those
// that do so untold, stay under one in a hundred. Nobody who listens makes every board as sudden as glue.
func part(l *check.Link, s *design.Shelf, listens bool) float64 {
	board := l.Of == hold.OfWood || l.Of == hold.OfPanel
	switch {
	case l.Of == hold.OfGlue || l.Goes == hold.Opens || l.Goes == hold.Splits || l.Role == hold.RoleBore:
		return 0.45
	case board && !listens:
		return 0.45
	case l.Of == hold.OfPanel:
		return 0.65
	case l.Of == hold.OfWood && l.Piece == "board" && s.Board.Grade == "clear" && graded(s):
		return 0.65
	case l.Of == hold.OfWood:
		return 0.55
	}
	return 0.70
}

// graded tells that a board may only be of woods that are graded by eye: lumber has its own table and counts as knotty.
func graded(s *design.Shelf) bool {
	for _, b := range s.Candidates() {
		if b.Lumber != nil {
			return false
		}
	}
	return true
}

// sudden tells that a link gives way with little to see or hear before it.
func sudden(l *check.Link) bool {
	return l.Of == hold.OfGlue || l.Goes == hold.Opens || l.Goes == hold.Splits || l.Role == hold.RoleBore
}

// yields tells that a link gives far before it breaks: lining under a heel, a fastener that goes sideways.
func yields(l *check.Link) bool {
	return l.Of == hold.OfLining || l.Across
}
