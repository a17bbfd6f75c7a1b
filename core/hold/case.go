// Package hold has what every way of hanging stands on: what a support is asked, what
// a link answers, fasteners through pieces into the wall, heels, bores, joints, steel,
// and the geometry that the drawings draw.
package hold

import (
	"aguante/core/material"
	"aguante/core/wall"
)

// Case is the load case that a utilisation is asked for.
type Case int

// The cases. Sudden is the basis of the handling and accident cases; Break
// takes mean strengths.
const (
	Everyday Case = iota
	Sudden
	Break
	Cases
)

// Site is where a support hangs and what it carries. Lengths in mm. Bases
// give the footing of strength for each case. Along is the length of shelf that
// belongs to the support.
type Site struct {
	Wall      *wall.Wall
	X         float64 // along the wall
	Underside float64 // of the board, above the floor
	Depth     float64 // of the shelf, out from the wall
	Thickness float64 // of the board
	Along     float64
	Board     material.Board
	Condition material.Condition // of the shelf, and of all its pieces
	Bases     [Cases]material.Basis
	Care      float64                    // on what strength is asked, of what is known only here
	Days      float64                    // how long the contents stay
	Allowed   func(span float64) float64 // sag that is still straight, mm
}

// Piece is a shop-made part of a width and thickness, mm, as damp as its shelf.
func (s *Site) Piece(w Made, width, thickness float64) material.Board {
	b := w.Board(width, thickness)
	if s != nil && s.Condition != "" {
		b.Condition = s.Condition
	}
	return b
}

// SuddenCD is the duration factor of what comes down (engineering basis 1).
const SuddenCD = 1.60

// BasesFor returns the footing of the three cases for contents that stay.
func BasesFor(d material.Duration) [Cases]material.Basis {
	return [Cases]material.Basis{Everyday: {CD: d.CD()}, Sudden: {CD: SuddenCD}, Break: {CD: 1, Mean: true}}
}

// CareIn is the care factor on a part's own weight in a case.
func (s *Site) CareIn(c Case) float64 {
	if c == Break || s.Care == 0 {
		return 1
	}
	return s.Care
}

// Action is what the shelf does to one support: R pushes it down, newtons, and
// M turns it off the wall, N·mm.
type Action struct {
	R, M float64
	Case Case
}

// Arm returns how far out the load stands, mm.
func (a Action) Arm() float64 {
	if a.R == 0 {
		return 0
	}
	return a.M / a.R
}
