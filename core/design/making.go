package design

import (
	"aguante/core/field"
	"aguante/core/quantity"
)

// Making is how the pieces of a wall are made, where that is the person's choice, and the letters that they
// have been given: a piece keeps its own when the design changes.
type Making struct {
	Letters []Letter    `json:"letters" count:"0 2000" usual:"[]"`
	Pieces  []MadePiece `json:"pieces" count:"0 2000" usual:"[]"`
	Schools []Practice  `json:"schools" count:"0 40" usual:"[]"`
	Datum   Datum       `json:"datum"`
	Built   []Built     `json:"built" count:"0 1000" usual:"[]"`
	Finish  []Finish    `json:"finish" count:"0 40" usual:"[]"`
	Glue    Glue        `json:"glue" label:"joints glued with" usual:"pva" blank:"ok"`
	Start   string      `json:"start,omitempty" label:"begin on"` // a date, "" where nobody has said
}

// Practice is which way of working a person has chosen for a shelf, where good makers differ.
type Practice struct {
	Shelf string      `json:"shelf"`
	Bores BoreSchool  `json:"bores" label:"bore for pins" usual:"after"`
	First FirstSchool `json:"first" label:"goes up first" usual:"shelf"`
	Heads HeadSchool  `json:"heads" label:"screw heads" usual:"front"`
	Fit   FitSchool   `json:"fit" label:"fitted by" usual:"stop"`
}

// BoreSchool is when a shelf and the strip ripped off it are bored.
type BoreSchool string

// HeadSchool is where screw heads are.
type HeadSchool string

// FirstSchool is what goes up on the wall first.
type FirstSchool string

// FitSchool is how a place is cut to size.
type FitSchool string

// The ways of working.
const (
	BoresBefore   BoreSchool  = "before" // through both at once: they line up, and the bit has to be long
	BoresAfter    BoreSchool  = "after"  // each by itself, through a jig
	ShelfFirst    FirstSchool = "shelf"  // the wall is marked from it
	BracketsFirst FirstSchool = "brackets"
	HeadsFront    HeadSchool  = "front" // let in and covered
	HeadsHidden   HeadSchool  = "hidden"
	FitStop       FitSchool   = "stop"     // stop blocks set by figures
	FitTemplate   FitSchool   = "template" // cut near and trimmed flush to a template
)

// Choices lists when bores are made.
func (BoreSchool) Choices() []field.Choice {
	return field.Choose("after", "after ripping, by a jig", "before", "before ripping, through both")
}

// Choices lists what goes up first.
func (FirstSchool) Choices() []field.Choice {
	return field.Choose("shelf", "shelf, wall marked from it", "brackets", "brackets, shelf cut to them")
}

// Choices lists where heads are.
func (HeadSchool) Choices() []field.Choice {
	return field.Choose("front", "let in and plugged", "hidden", "where the shelf hides them")
}

// Choices lists how a place is cut.
func (FitSchool) Choices() []field.Choice {
	return field.Choose("stop", "stop block", "template", "template, trimmed flush")
}

// Datum is what places on the wall are measured from: along it an end or a stud that was found, up it the floor or
// a level line so high over it, mm.
type Datum struct {
	From DatumEnd        `json:"from" label:"along, from" usual:"left" blank:"ok"`
	Stud string          `json:"stud,omitempty"`
	Up   DatumUp         `json:"up" label:"up, from" usual:"floor" blank:"ok"`
	Line quantity.Length `json:"line_mm" label:"level line, over the floor" range:"0 10000" usual:"1000" only:"up=line"`
}

// DatumEnd is what places along a wall are measured from.
type DatumEnd string

// DatumUp is what heights are measured from.
type DatumUp string

// The datums.
const (
	FromLeft  DatumEnd = "left"
	FromRight DatumEnd = "right"
	FromStud  DatumEnd = "stud"
	FromFloor DatumUp  = "floor"
	FromLine  DatumUp  = "line"
)

// Choices lists what places along are measured from.
func (DatumEnd) Choices() []field.Choice {
	return field.Choose("left", "wall's left end", "right", "wall's right end", "stud", "a stud")
}

// Choices lists what heights are measured from.
func (DatumUp) Choices() []field.Choice {
	return field.Choose("floor", "floor", "line", "a level line")
}

// Built is a figure of the design that has been made or found: Thing is whose, Figure its path there, Planned what
// it was to be, mm. The design has what it is.
type Built struct {
	Thing   string  `json:"thing"`
	Figure  string  `json:"figure"`
	Planned float64 `json:"planned"`
}

// PracticeOf is how a shelf is made, or what is usual.
func (m *Making) PracticeOf(shelf string) Practice {
	for _, s := range m.Schools {
		if s.Shelf == shelf {
			return s
		}
	}
	var s Practice
	field.Usual(&s)
	s.Shelf = shelf
	return s
}

// Letter is what a piece is called on the bench, by the piece's id.
//
// Like is a digest of what the piece was when it got it: of those that part later, the one that is still like that
// keeps the letter.
type Letter struct {
	Piece  string `json:"piece"`
	Letter string `json:"letter"`
	Like   string `json:"like"`
}

// MadePiece is what a person has chosen for a piece, by its id. Pieces of one row come off one length of board,
// in sequence.
type MadePiece struct {
	Piece  string          `json:"piece"`
	Longer quantity.Length `json:"longer_mm" label:"left longer" range:"0 100"`
	Wider  quantity.Length `json:"wider_mm" label:"left wider" range:"0 50"`
	Grain  Grain           `json:"grain" label:"grain" usual:"along"`
	Shows  ShownFace       `json:"shows" label:"shows" usual:"front"`
	Ends   Ends            `json:"ends" label:"ends" usual:"cut"`
	Row    string          `json:"row,omitempty" label:"off one length"`
}

// Grain is how a piece must lie on a sheet.
type Grain string

// The ways.
const (
	GrainAlong Grain = "along"
	GrainAny   Grain = "any"
)

// Choices lists how pieces lie on sheets.
func (Grain) Choices() []field.Choice { return field.Choose("along", "along it", "any", "any way") }

// ShownFace is the face of a piece that is seen.
type ShownFace string

// The faces.
const (
	ShowsFront ShownFace = "front"
	ShowsBack  ShownFace = "back"
	ShowsBoth  ShownFace = "both"
	ShowsNone  ShownFace = "none"
)

// Choices lists the faces that show.
func (ShownFace) Choices() []field.Choice {
	return field.Choose("front", "its face", "back", "its back", "both", "both", "none", "neither")
}

// Ends is how the ends of a piece are come by.
type Ends string

// The ways.
const (
	EndsCut  Ends = "cut"  // both cut
	EndsMill Ends = "mill" // one is the board's own, square as it was bought
)

// Choices lists how ends are come by.
func (Ends) Choices() []field.Choice { return field.Choose("cut", "both cut", "mill", "one as bought") }

// Of is what was chosen for a piece, or what is usual.
func (m *Making) Of(piece string) MadePiece {
	for _, p := range m.Pieces {
		if p.Piece == piece {
			return p
		}
	}
	var p MadePiece
	field.Usual(&p)
	p.Piece = piece
	return p
}

// LetterOf is the letter that a piece has been given, "" where it has none yet.
func (m *Making) LetterOf(piece string) string {
	for _, l := range m.Letters {
		if l.Piece == piece {
			return l.Letter
		}
	}
	return ""
}
