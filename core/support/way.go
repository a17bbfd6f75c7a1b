// Package support holds the ways of hanging a shelf. Each way is one file: what
// it is made of, what can be wrong with it, how springy it is, what can give,
// and the geometry that the drawings draw.
package support

import (
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/working"
)

// Setting is the site of a support and the rail on the wall that it hangs on, if any.
type Setting struct {
	hold.Site
	Rail *Rail
}

// Hung is one support in its place.
type Hung interface {
	// Soft returns how much the support gives way under a load at distance e
	// from the wall, mm/N; 0 is rigid.
	Soft(e float64) float64
	// HoldsDown tells whether it keeps the board from lifting.
	HoldsDown() bool
	// Pad returns the area that the board rests on, mm²; 0 where it rests on
	// nothing that could dent it.
	Pad() float64
	// Links returns everything that can give.
	Links() []hold.Link
	// Geometry returns what the drawings draw under an action.
	Geometry(a hold.Action) hold.Geometry
	// Notes returns what was assumed and what to beware of.
	Notes() hold.Notes
}

// Way is one way of hanging, as the document has it. Noun is what one of them is
// called.
type Way interface {
	Noun() string
	Validate(p *problem.List)
	Hang(s Setting) Hung
}

// Shared is a piece on the wall that several supports hang on together.
type Shared interface {
	// Links returns everything of it that can give, under what all the supports
	// do to it, in their order.
	Links() []SharedLink
	// Geometry returns what the drawings draw, column by column of fasteners.
	Geometry(all []hold.Action) hold.RailGeometry
	Notes() hold.Notes
}

// SharedLink is a link of a shared piece. Where says which part of it.
type SharedLink struct {
	hold.Link
	Where string
	X     float64 // along the wall
	Use   func(sh *working.Sheet, all []hold.Action) hold.Use
}
