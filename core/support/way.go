// Package support holds the ways of hanging a shelf. Each way is one file: what
// it is made of, what can be wrong with it, how springy it is, what can give,
// and the geometry that the drawings draw.
package support

import (
	"slices"

	"aguante/core/assembly"
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/working"
)

// Setting is the site of a support and the rail on the wall that it hangs on, if any, as
// it is seen from the board's underside, and all else on the wall that it may hang on.
type Setting struct {
	hold.Site
	Rail     *Rail
	Fixtures *Fixtures
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
	// Bed is what the board lies on there and may tip off; nil where it does not lie on it.
	Bed() *Bed
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
	// Fixings are its own fasteners into the wall.
	Fixings() []*hold.Fixing
	// Assemble puts one together, its own place being x = 0: what it is made of, how that is joined and fastened.
	// Drawings, pieces and what is cut into them follow from it.
	Assemble(o *Over) *assembly.Assembly
}

// StandsOut is how far in front of the wall the back edge of a board on a way is, mm.
func StandsOut(w Way, rail *Rail) float64 {
	out := rail.Base()
	if rail != nil && rail.Kind == Backer {
		out += float64(rail.Thickness)
	}
	if o, ok := w.(interface{ StandsOut(*Rail) float64 }); ok {
		out += o.StandsOut(rail)
	}
	return out
}

// Placeable tells whether a support of a way may stand anywhere under its board.
func Placeable(w Way) bool {
	_, atEnds := w.(interface{ atEnds() })
	return !atEnds
}

// Bed is what a board lies on at a support that it may tip off: how far out from the wall it
// reaches, and how wide it is along the board; mm.
type Bed struct{ Reach, Wide float64 }

// Screwed is how many screws keep a board down at a support and how far behind the tip of what
// it lies on they stand, mm.
func Screwed(h Hung) (n, behind float64) {
	if a, ok := h.(interface{ arm() hold.Arm }); ok {
		return a.arm().Screwed()
	}
	return 0, 0
}

// Backed tells whether a board whose supports are of these ways spans from end to end
// before a back cleat that takes the rest of it.
func Backed(ways []Way, rail *Rail) bool {
	return rail != nil && rail.Backs() && !slices.ContainsFunc(ways, Placeable)
}

// Between tells whether more supports of a way go between those that there are, wherever
// studs may be.
func Between(w Way) bool {
	_, ok := w.(interface{ betweenOthers() })
	return ok
}

// Abstains is a way of which something that a document can say is not judged yet.
type Abstains interface{ Abstains() []string }

// HangsOn is the id of the fixture that a support of a way hangs on besides its shelf's
// rail, or "".
func HangsOn(w Way) string {
	if on, ok := w.(interface{ HangsOn() string }); ok {
		return on.HangsOn()
	}
	return ""
}

// FitsOn names what keeps a support at x along the wall from the fixtures that it hangs on.
func FitsOn(w Way, p *problem.List, f *Fixtures, x quantity.Length) {
	if on, ok := w.(interface {
		FitsOn(*problem.List, *Fixtures, quantity.Length)
	}); ok {
		on.FitsOn(p, f, x)
	}
}

// Shared is a piece on the wall that several supports hang on together.
type Shared interface {
	// Links returns everything of it that can give, under what all the supports
	// do to it, in their order.
	Links() []SharedLink
	// Geometry returns what the drawings draw, column by column of fasteners.
	Geometry(all []hold.Pulled) hold.RailGeometry
	// Studs are those behind its columns, by id, and Couples writes what each of these
	// columns passes to its stud, N·mm.
	Studs() []string
	Couples(all []hold.Pulled, to []float64)
	Notes() hold.Notes
}

// SharedLink is a link of a shared piece. Where says which part of it.
type SharedLink struct {
	hold.Link
	Where string
	X     float64 // along the wall
	Under []int   // the riders that it is under, where those are all that it depends on
	Own   bool    // it depends on no rider, but on the piece's own weight alone
	Use   func(sh *working.Sheet, all []hold.Pulled) hold.Use
}
