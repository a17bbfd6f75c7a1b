package design

import (
	"time"

	"aguante/core/field"
	"aguante/core/problem"
)

// Finish is what is to be seen of a shelf. A figure that is 0 is the usual one of its kind; the tin's word overrides it.
type Finish struct {
	Shelf string     `json:"shelf"`
	Kind  FinishKind `json:"kind" label:"finish" usual:"bare" blank:"ok"`
	Coats int        `json:"coats,omitempty" label:"coats" range:"0 9"`
	Wait  float64    `json:"wait_h,omitempty" label:"hours between coats" range:"0 336"`
	Full  float64    `json:"full_d,omitempty" label:"days until loaded" range:"0 90"`
	Cover float64    `json:"cover,omitempty" label:"a litre covers, m²" range:"0 40"`
	Trial bool       `json:"trial,omitempty" label:"try it on scrap" yes:"yes|no"`
	Fill  bool       `json:"fill,omitempty" label:"fill knots" yes:"yes|no"`
}

// FinishKind is what it is finished with.
type FinishKind string

// The finishes.
const (
	Bare         FinishKind = "bare"
	Oil          FinishKind = "oil"
	HardWax      FinishKind = "hard-wax"
	Shellac      FinishKind = "shellac"
	StainVarnish FinishKind = "stain-varnish"
	Lacquer      FinishKind = "lacquer"
	Paint        FinishKind = "paint"
)

// Choices lists the finishes.
func (FinishKind) Choices() []field.Choice {
	return field.Choose("bare", "bare wood", "oil", "oil", "hard-wax", "hard-wax oil", "shellac", "shellac", "stain-varnish", "stain under varnish",
		"lacquer", "water lacquer", "paint", "paint")
}

// Glue is what joints are glued with.
type Glue string

// The glues.
const (
	PVA   Glue = "pva"
	Slow  Glue = "slow"
	Epoxy Glue = "epoxy"
	Quick Glue = "quick-epoxy"
	PU    Glue = "pu"
	Hide  Glue = "hide"
)

// Choices lists the glues.
func (Glue) Choices() []field.Choice {
	return field.Choose("pva", "white or yellow (PVA)", "slow", "slow wood glue", "epoxy", "epoxy", "quick-epoxy", "quick epoxy", "pu", "polyurethane",
		"hide", "hide glue")
}

// FinishOf is how a shelf is finished, or bare where nobody has said.
func (m *Making) FinishOf(shelf string) Finish {
	for _, f := range m.Finish {
		if f.Shelf == shelf {
			return f
		}
	}
	return Finish{Shelf: shelf, Kind: Bare}
}

// fits names what is wrong with how pieces are made.
func (m *Making) fits(l *problem.List) {
	if m.Start == "" {
		return
	}
	if _, err := time.Parse(time.DateOnly, m.Start); err != nil {
		l.Add("start", "%q is no date: give one like 2026-11-26", m.Start)
	}
}
