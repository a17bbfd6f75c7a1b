// Package contract turns the Go types that cross the wire or stand in files
// into JSON Schema: published for project files, and as the source from which
// the front end's types are made.
package contract

import (
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/field"
	"aguante/core/improve"
	"aguante/core/journal"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/scan"
	"aguante/core/support"
	"aguante/core/wall"
	"aguante/server/instrument"
	"aguante/server/tables"
)

// Own is what the person has kept for reuse.
type Own struct {
	Contents []load.Row          `json:"contents"`
	Boards   []material.Stock    `json:"boards"`
	Parts    []support.StockPart `json:"parts"`
}

// PartsTable is a table of parts as CSV, and what was read of it.
type PartsTable struct {
	Text  string              `json:"text"`
	Parts []support.StockPart `json:"parts"`
	Bad   []tables.Bad        `json:"bad"`
}

// LadderRequest asks how far boards of some woods and thicknesses span under so
// much a metre, in the way of a shelf of the design.
type LadderRequest struct {
	Design      *design.Project `json:"design"`
	Shelf       string          `json:"shelf"`
	Woods       []string        `json:"woods"`
	Thicknesses []float64       `json:"thicknesses_mm"`
	PerMetre    float64         `json:"per_metre_kg"`
	Span        float64         `json:"span_mm"`
}

// DressRequest asks for a shelf of the design hung in another way.
type DressRequest struct {
	Design *design.Project `json:"design"`
	Shelf  string          `json:"shelf"`
	Way    string          `json:"way"`
}

// MakeRequest asks for something new on a wall, made from its neighbours: a whole wall in
// some units, a shelf, one more support like another, supports at places, what the
// choices of a shelf need and nobody has given, a board behind its brackets, a
// panel behind its rail, or its strip off its own board.
type MakeRequest struct {
	What   Making            `json:"what"`
	Units  design.Units      `json:"units,omitzero"`
	With   dress.Beginning   `json:"with,omitempty"` // what is to hang on a new wall
	Design *design.Project   `json:"design,omitempty"`
	Shelf  string            `json:"shelf,omitempty"`
	Like   string            `json:"like,omitempty"`
	At     []quantity.Length `json:"at_mm,omitempty"`
}

// Making is what is to be made.
type Making string

// What can be made.
const (
	MakeWall     Making = "wall"
	MakeShelf    Making = "shelf"
	MakeSupport  Making = "support"
	MakePlaces   Making = "places"
	MakeComplete Making = "complete"
	MakeBacker   Making = "backer"
	MakePanel    Making = "panel"
	MakeRip      Making = "rip"
)

// Choices lists what can be made.
func (Making) Choices() []field.Choice {
	return field.Choose("wall", "a wall", "shelf", "a shelf", "support", "a support", "places", "supports at places", "complete",
		"what is missing", "backer", "a backer board behind the brackets", "panel",
		"a panel behind the rail", "rip", "the strip off the shelf's own board")
}

// MakeReply is a shelf with the wall's fixtures as they are then, and the id of what is new
// in it; or a whole wall.
type MakeReply struct {
	Project *design.Project `json:"project,omitempty"`
	Hung    *design.Hung    `json:"hung,omitempty"`
	New     string          `json:"new,omitempty"`
}

// ShelfRequest asks something about one shelf of a design: where its supports should
// go, what would make it hold, what every way of hanging comes to, how it breaks.
type ShelfRequest struct {
	Design *design.Project `json:"design"`
	Shelf  string          `json:"shelf"`
}

// CompareReply is what every way of hanging comes to.
type CompareReply struct {
	Rows []improve.Row `json:"rows"`
}

// BreakReply is how a shelf breaks, step by step.
type BreakReply struct {
	Steps []improve.Going `json:"steps"`
}

// StiffnessRequest asks what a test of a board on two battens tells; mm.
type StiffnessRequest struct {
	Span      float64         `json:"span_mm"`
	Width     float64         `json:"width_mm"`
	Thickness float64         `json:"thickness_mm"`
	Readings  []material.Bend `json:"readings"`
}

// DialRequest asks the simulated dial gauge what it shows at a time.
type DialRequest struct {
	Seed    uint64             `json:"seed"`
	Bench   instrument.Bench   `json:"bench"`
	Presses []instrument.Press `json:"presses"`
	At      float64            `json:"at_s"`
}

// MoistureRequest asks the simulated moisture meter what it shows at the n-th
// place of a board.
type MoistureRequest struct {
	Seed      uint64             `json:"seed"`
	Condition material.Condition `json:"condition"`
	Pins      int                `json:"pins"`
}

// MoistureReply is what it shows, %, or what is wrong.
type MoistureReply struct {
	Pct   float64 `json:"pct"`
	Fault string  `json:"fault,omitempty"`
}

// WorkingRequest asks for the sum behind a link in a case: everyday, handling
// or break.
type WorkingRequest struct {
	Design *design.Project `json:"design"`
	Link   string          `json:"link"`
	Case   string          `json:"case"`
}

// QuantityRequest asks what a person's text means. Kind is length, mass or
// number; Unit is what a bare number is in.
type QuantityRequest struct {
	Text string `json:"text"`
	Kind string `json:"kind"`
	Unit string `json:"unit"`
}

// QuantityReply is the value in mm or kg.
type QuantityReply struct {
	Value float64 `json:"value"`
}

// ContentsRequest asks for an amount of a row of the contents catalogue, as
// typed: pieces, a length of row, litres, or for timber and sheets so many
// pieces of three sizes. Unit is what a bare length is in; Room is the board's
// length, mm.
type ContentsRequest struct {
	Row    string   `json:"row"`
	Amount string   `json:"amount"`
	Sizes  []string `json:"sizes"`
	Unit   string   `json:"unit"`
	Room   float64  `json:"room_mm"`
}

// SplitRequest asks how a collection is shared out over racks of bins, as
// typed. Size and Count may be left empty.
type SplitRequest struct {
	Mass  string       `json:"mass"`
	Size  string       `json:"size"`
	Count string       `json:"count"`
	Racks string       `json:"racks"`
	Bins  string       `json:"bins"`
	Units design.Units `json:"units"`
}

// TableRequest asks to read the Text of a CSV table into a shelf's contents
// (Shelf is its id) or a wall's stud marks (Shelf is empty), or names what is to be
// written as a file. Nothing is changed by it.
type TableRequest struct {
	Design *design.Project `json:"design"`
	Shelf  string          `json:"shelf"`
	Text   string          `json:"text"`
}

// TableReply is what was read, with the lines that were not taken.
type TableReply struct {
	Items []load.Item  `json:"items"`
	Studs []wall.Stud  `json:"studs"`
	Bad   []tables.Bad `json:"bad"`
}

// ScaleRequest asks the simulated scale what it shows at a time, after deeds.
type ScaleRequest struct {
	Seed  uint64            `json:"seed"`
	Deeds []instrument.Deed `json:"deeds"`
	At    float64           `json:"at_s"`
}

// ScannerRequest takes the simulated stud scanner along a way over the demo wall
// that bears the name Wall, or else over a made-up one of the given length.
type ScannerRequest struct {
	Seed   uint64            `json:"seed"`
	Wall   string            `json:"wall"`
	Length quantity.Length   `json:"length_mm"`
	Moves  []instrument.Move `json:"moves"`
}

// ScanRequest brings what a scanner of one's own has written: JSON, one reading
// a line.
type ScanRequest struct {
	Text string `json:"text"`
}

// ScanReply is what was read, and the marks that it adds up to. Behind says
// which wall the stand-in was taken to.
type ScanReply struct {
	Behind   string         `json:"behind,omitempty"`
	Readings []scan.Reading `json:"readings"`
	Marks    []scan.Mark    `json:"marks"`
}

// Journal is what has happened to a wall, in the order in which the server took it.
type Journal struct {
	Entries []journal.Entry `json:"entries"`
}

// Copies are the copies of the store that were made by themselves, the newest first.
type Copies struct {
	Copies []CopyOf `json:"copies"`
}

// CopyOf is one of them.
type CopyOf struct {
	Name string `json:"name"`
	Made string `json:"made"`
	Size int64  `json:"size"` // bytes
}

// RecordRequest adds entries to a journal. Design is the one on the screen, where it is not
// the one that is stored.
type RecordRequest struct {
	Entries []journal.Entry `json:"entries"`
	Design  *design.Project `json:"design,omitempty"`
}

// FileProblem is a problem of a file, with the line it stands on where known.
type FileProblem struct {
	problem.Problem
	Line int `json:"line,omitempty"`
}

// Failure is the one shape of every error.
type Failure struct {
	Code     string        `json:"code"`
	Message  string        `json:"message"`
	Path     string        `json:"path,omitempty"`
	Version  int           `json:"version,omitempty"` // of the stored project, on a clash
	Problems []FileProblem `json:"problems,omitempty"`
}
