package check

import (
	"fmt"
	"math"

	"aguante/core/design"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/section"
)

// Ladder is how far boards of some woods and thicknesses may span under an even
// load, lying on two supports.
type Ladder struct {
	PerMetre float64 `json:"per_metre_kg"`
	Span     float64 `json:"span_mm"` // the one that is asked for
	Rungs    []Rung  `json:"rungs"`   // thinnest first
	Thinnest []Thin  `json:"thinnest"`
}

// Rung is one thickness, mm, and what each wood spans in it.
type Rung struct {
	Thickness float64 `json:"thickness_mm"`
	Spans     []Reach `json:"spans"`
}

// Reach is the longest span of one board, mm, and what ends it: sag, bending or
// shear.
type Reach struct {
	Wood string  `json:"wood"`
	Span float64 `json:"span_mm"`
	By   string  `json:"by"`
}

// Thin is the thinnest of the thicknesses that spans what is asked for, mm; 0
// where none does.
type Thin struct {
	Wood      string  `json:"wood"`
	Thickness float64 `json:"thickness_mm"`
}

// NewLadder works out a ladder for a shelf's depth, grade, moisture, stay, care
// and way of judging sag. Its own contents and lips do not count. The error is
// Invalid, with every problem by its path.
func NewLadder(s *design.Shelf, woods []string, thicknesses []float64, perMetre, span float64) (*Ladder, error) {
	l := problem.New()
	l.MassBetween("per_metre_kg", perMetre, 0, 2000)
	l.Between("span_mm", span, 50, 10000)
	if len(woods) == 0 || len(woods) > 64 {
		l.Add("woods", "%d woods: choose 1 to 64", len(woods))
	}
	if len(thicknesses) == 0 || len(thicknesses) > 24 {
		l.Add("thicknesses_mm", "%d thicknesses: give 1 to 24", len(thicknesses))
	}
	if bad := l.All(); len(woods) > 64 || len(thicknesses) > 24 { // not looked through
		return nil, Invalid(bad)
	}
	for i, t := range thicknesses {
		l.Between(fmt.Sprintf("thicknesses_mm[%d]", i), t, 3, 150)
	}
	grade, _ := material.GradeOf(s.Board.Grade)
	for i, key := range woods {
		if _, ok := material.Stuff(key, grade, s.Board.Condition, 1, 1); !ok {
			l.Add(fmt.Sprintf("woods[%d]", i), "%q is not a wood, lumber or panel that is known", key)
		}
	}
	if bad := l.All(); len(bad) > 0 {
		return nil, Invalid(bad)
	}
	out := &Ladder{PerMetre: perMetre, Span: span}
	for _, t := range thicknesses {
		rung := Rung{Thickness: t}
		for i, key := range woods {
			b, _ := material.Stuff(key, grade, s.Board.Condition, float64(s.Depth), t)
			r := longest(s, b, t, perMetre)
			rung.Spans = append(rung.Spans, r)
			if len(out.Thinnest) <= i {
				out.Thinnest = append(out.Thinnest, Thin{Wood: key})
			}
			if thin := &out.Thinnest[i]; r.Span >= span && (thin.Thickness == 0 || t < thin.Thickness) {
				thin.Thickness = t
			}
		}
		out.Rungs = append(out.Rungs, rung)
	}
	return out, nil
}

// longest is the longest simple span of a board t mm thick under its own weight
// and an even load: 5 w L⁴/384 EI within the limit, w L²/8 within Fb S, and
// 1.5 × w L/2 within Fv A.
func longest(s *design.Shelf, b material.Board, t, perMetre float64) Reach {
	plank := section.Rectangle{B: float64(s.Depth), H: t}
	self := b.Density() * 1e-9 * plank.Area() * quantity.Gravity
	load := perMetre / 1000 * quantity.Gravity
	kdef := b.Creep()
	long := self*material.CreepFactor(nil, kdef, material.TenYears) + load*material.CreepFactor(nil, kdef, s.Duration.Days())
	// allowed = by × span^power, so that span^(4 − power) = by × 384 EI / 5 w.
	by, power := s.Sag.Allowed(1), 1.0
	if s.Sag.School == design.Figure {
		power = 0
	}
	on := material.Basis{CD: s.Duration.CD()}
	strong := (self + load) * s.Below.Care()
	out := Reach{Wood: b.Key(), By: "sag", Span: math.Pow(by*384*b.E(nil)*plank.Inertia()/(5*long), 1/(4-power))}
	if l := math.Sqrt(8 * b.Bending(nil, on) * plank.Modulus() / strong); l < out.Span {
		out.Span, out.By = l, "bending"
	}
	if l := b.Shear(nil, on) * plank.Area() / 1.5 * 2 / strong; l < out.Span {
		out.Span, out.By = l, "shear"
	}
	return out
}
