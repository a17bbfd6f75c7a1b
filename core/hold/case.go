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
	X         float64   // along the wall
	Underside float64   // of the board, above the floor
	Depth     float64   // of the shelf's front edge, out from the wall
	Out       float64   // and of its back edge
	Hollow    *Hollowed // where its board is hollow
	Thickness float64   // of the board
	Along     float64
	Board     material.Board
	Onto      *Ground            // what its fasteners end in, where that is not the wall
	Condition material.Condition // of the shelf, and of all its pieces
	Bases     [Cases]material.Basis
	Care      float64                    // on what strength is asked, of what is known only here
	Days      float64                    // how long the contents stay
	Allowed   func(span float64) float64 // sag that is still straight, mm
}

// Hollowed is a hollow board: skins so thick and webs between them, each from and to so far
// from the board's back edge, mm, of their own wood.
type Hollowed struct {
	Skin float64
	Webs [][2]float64
	Wood material.Board
}

// Own is the depth of the board itself, mm.
func (s *Site) Own() float64 { return s.Depth - s.Out }

// Beds is how much of what goes l mm into the board from its back edge is bedded in wood, in
// one piece from there, and that wood.
func (s *Site) Beds(l float64) (float64, material.Board) {
	if s.Hollow == nil {
		return l, s.Board
	}
	for _, w := range s.Hollow.Webs {
		if w[0] < 0.5 {
			return min(l, w[1]), s.Hollow.Wood
		}
	}
	return 0, s.Hollow.Wood
}

// Thick is how much wood is over the board's underside z mm out from the wall: all of it, or
// a skin between webs.
func (s *Site) Thick(z float64) float64 {
	if s.Hollow == nil {
		return s.Thickness
	}
	for _, w := range s.Hollow.Webs {
		if at := z - s.Out; at > w[0] && at < w[1] {
			return s.Thickness
		}
	}
	return s.Hollow.Skin
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
// M turns it off the wall, N·mm. Lift is what the screws there keep the board down with, N,
// as it would tip off the front as one body.
type Action struct {
	R, M, Lift float64
	Case       Case
}

// Arm returns how far out the load stands, mm.
func (a Action) Arm() float64 {
	if a.R == 0 {
		return 0
	}
	return a.M / a.R
}
