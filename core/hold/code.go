package hold

import (
	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/material"
	"aguante/core/wall"
)

// Goes is what of a link would give, whatever it is called in its place. What a fastener
// does, whether it is drawn out, pushed aside or drawn through, its use says.
type Goes string

// What may go.
const (
	Bends      Goes = "bends"
	Shears     Goes = "shears"
	Crushes    Goes = "crushes"
	Splits     Goes = "splits"
	Twists     Goes = "twists"
	Sags       Goes = "sags"
	Tips       Goes = "tips"
	Slips      Goes = "slips"
	Opens      Goes = "opens" // a joint
	Draws      Goes = "draws" // fasteners, out and across
	PastRating Goes = "past-rating"
	Stands     Goes = "stands" // there is nothing that could hold
)

// Choices lists what may go.
func (Goes) Choices() []field.Choice {
	return field.Choose("bends", "bending", "shears", "shear", "crushes", "bearing", "splits", "splitting", "twists", "twist", "sags",
		"stiffness", "tips", "tipping", "slips", "slipping",
		"opens", "joint", "draws", "withdrawal and lateral", "past-rating", "maker's rating", "stands", "holds or not")
}

// Of is what it is that goes.
type Of string

// What may give.
const (
	OfWood     Of = "wood"
	OfPanel    Of = "panel"
	OfGlue     Of = "glue"
	OfLining   Of = "lining"
	OfMasonry  Of = "masonry"
	OfSteel    Of = "steel"
	OfFastener Of = "fastener" // of steel in wood
	OfAnchor   Of = "anchor"
)

// Choices lists what may give.
func (Of) Choices() []field.Choice {
	return field.Choose("wood", "wood", "panel", "panel", "glue", "glue", "lining", "lining", "masonry", "masonry", "steel", "steel",
		"fastener", "fastener", "anchor", "anchor")
}

// StuffOf is what a board is made of.
func StuffOf(b material.Board) Of {
	if b.Panel != nil {
		return OfPanel
	}
	return OfWood
}

// Of is what a piece is made of.
func (w Made) Of() Of {
	if _, ok := material.PanelOf(w.Wood, 0); ok {
		return OfPanel
	}
	return OfWood
}

// Of is whether a fixing is an anchor.
func (f *Fixing) Of() Of {
	if f.Screw().Kind == fastener.Anchor {
		return OfAnchor
	}
	return OfFastener
}

// Of is what holds a joint of pieces of a wood together.
func (j *Joint) Of(wood Made) Of {
	switch {
	case j.usesScrews() || j.Kind == LapJoint && len(j.Places) > 0 && j.Screw != nil:
		return OfFastener
	case j.Kind == LapJoint || j.Kind == MitreJoint:
		return OfGlue
	}
	return wood.Of()
}

// LinedWith is what a heel presses on.
func (s *Site) LinedWith() Of {
	switch {
	case s.Onto != nil:
		return StuffOf(s.Onto.Wood)
	case s.Wall.Lining.Kind != wall.Bare:
		return OfLining
	case s.Wall.Solid():
		return OfMasonry
	}
	return OfWood
}
