package design

import (
	"sync"

	"aguante/core/field"
	"aguante/core/quantity"
)

// School is how a person judges sag.
type School string

// The schools.
const (
	Eye     School = "eye" // span/384, 1/32 in per foot
	Over360 School = "span/360"
	Over240 School = "span/240"
	Over180 School = "span/180"
	Figure  School = "figure"
)

// Choices lists the schools, strictest first.
func (School) Choices() []field.Choice {
	return field.Choose("eye", "the eye: span/384", "span/360", "span/360", "span/240", "span/240, workshop", "span/180",
		"span/180, rough store", "figure", "a figure")
}

// Schools lists them, strictest first.
func Schools() []School { return schools() }

var schools = sync.OnceValue(field.Keys[School])

// SagLimit is the person's school, and the figure where that is it.
type SagLimit struct {
	School School          `json:"school" usual:"eye"`
	Figure quantity.Length `json:"figure_mm,omitempty" range:"0.1 200" only:"school=figure"`
}

// Allowed returns the sag that the school allows over a span, mm. An overhang
// counts as a span of twice its length.
func (l SagLimit) Allowed(span float64) float64 {
	switch l.School {
	case Over360:
		return span / 360
	case Over240:
		return span / 240
	case Over180:
		return span / 180
	case Figure:
		return float64(l.Figure)
	}
	return span / 384
}
