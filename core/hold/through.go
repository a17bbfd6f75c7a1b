package hold

import (
	"aguante/core/fastener"
	"aguante/core/material"
	"aguante/core/problem"
)

// Through is what a fastener goes through on its way to the wall: steel, which has
// no wood, or timber.
type Through struct {
	fastener.Member
	name  string
	draws string  // how a fastener lets it go
	hole  float64 // drilled in it, mm, where that is wider than its fastener
	loose bool    // the head is not drawn up to it
	air   float64 // between it and the wall, mm
}

// Plate is a steel piece t mm thick with holes in it, mm across; 0 where nobody knows.
func Plate(t, hole float64) Through {
	return Through{Member: fastener.Member{Steel: true, Length: t}, name: "plate", hole: hole}
}

// Slotted is a piece that hangs by a slot, its lip t mm thick, on the heads of its screws.
func Slotted(t float64) Through {
	p := Plate(t, 0)
	p.loose = true
	return p
}

// overHole is by how much a head has to be wider than its hole, mm (Rule).
const overHole = 1.5

// slips tells that a head would go through the hole that it should stay before.
func (p *Through) slips(head float64) bool { return p.hole > 0 && head < p.hole+overHole }

// Wooden is a wooden piece t mm thick; across says that the load runs across its
// grain, as it does in a level strip.
func Wooden(name string, b material.Board, t float64, across bool) Through {
	return Through{Member: fastener.Member{G: b.G(), Length: t, Across: across, Wood: &b}, name: name,
		draws: "pull their heads through the " + name}
}

// Off is a piece that stands so far off the wall, mm.
func (p Through) Off(air float64) Through {
	p.air = air
	return p
}

// Made is what a wooden part is made of. No grade means knots to a third of the
// face.
type Made struct {
	Wood  string `json:"wood"`
	Grade string `json:"grade"`
}

const usualGrade = "knots"

func (w Made) Validate(p *problem.List) {
	if _, ok := material.Stuff(w.Wood, material.Grade{}, material.Dry, 1, 1); !ok {
		p.Alone().Add("wood", "%q is not a wood, lumber or panel that is known", w.Wood)
	}
	if _, ok := material.GradeOf(w.Grade); !ok && w.Grade != "" {
		p.Alone().Add("grade", "grade %q is not known", w.Grade)
	}
}

// Board makes it a piece of a width and thickness, mm, in a dry room.
func (w Made) Board(width, thickness float64) material.Board {
	grade := w.Grade
	if grade == "" {
		grade = usualGrade
	}
	g, _ := material.GradeOf(grade)
	b, _ := material.Stuff(w.Wood, g, material.Dry, width, thickness)
	return b
}

// Stuff is what it is drawn as.
func (w Made) Stuff() Stuff {
	if b := w.Board(20, 20); b.Panel != nil {
		return Sheet
	}
	return Timber
}
