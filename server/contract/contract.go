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
	"aguante/core/order"
	"aguante/core/plan"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/scan"
	"aguante/core/setup"
	"aguante/core/shop"
	"aguante/core/support"
	"aguante/core/wall"
	"aguante/server/instrument"
	"aguante/server/store"
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
// panel behind its rail, that off it, or its strip off its own board.
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
	MakeOnWall   Making = "on-wall"
	MakeRip      Making = "rip"
)

// Choices lists what can be made.
func (Making) Choices() []field.Choice {
	return field.Choose("wall", "a wall", "shelf", "a shelf", "support", "a support", "places", "supports at places", "complete",
		"what is missing", "backer", "a backer board behind the brackets", "panel",
		"a panel behind the rail", "on-wall", "the rail off its panel", "rip", "the strip off the shelf's own board")
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

// MendRequest asks which single changes would take a problem of a design away, by its path.
type MendRequest struct {
	Design *design.Project `json:"design"`
	Path   string          `json:"path"`
}

// MendReply are such changes.
type MendReply struct {
	Mends []design.Mend `json:"mends"`
}

// TogetherReply is what of a design's shelves does not go together.
type TogetherReply struct {
	Faults []design.Fault `json:"faults"`
}

// LoadedRequest asks what a shelf of a design comes to when so much stands on it and some of what holds
// it has gone, by id.
type LoadedRequest struct {
	Design *design.Project `json:"design"`
	Shelf  string          `json:"shelf"`
	Kg     float64         `json:"kg"`
	Gone   []string        `json:"gone"`
}

// ChangesRequest asks what has changed from one state of a design to another.
type ChangesRequest struct {
	Was *design.Project `json:"was"`
	Now *design.Project `json:"now"`
}

// ChangesReply says it, a line for each thing.
type ChangesReply struct {
	Changes []string `json:"changes"`
}

// Past is the states that a wall was saved in, those of one sitting as one, the newest first; Changes are
// what was done in it.
type Past struct {
	Saves   []store.Revision `json:"saves"` // the newest first
	Changes []string         `json:"changes"`
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

// CuttingRequest asks how the pieces of a design are cut.
type CuttingRequest struct {
	Design *design.Project `json:"design"`
}

// CuttingReply is the plan, and what it was made from: the shop and what the person has decided, each with its
// version, and what is cut already. Letters are those that the pieces have now.
type CuttingReply struct {
	Parts       []plan.Part     `json:"parts"`
	Letters     []design.Letter `json:"letters"`
	Cutting     plan.Cutting    `json:"cutting"`
	Facts       []plan.Fact     `json:"facts"`
	Plan        plan.Plan       `json:"plan"`
	PlanVersion int             `json:"plan_version"`
	Shop        shop.Shop       `json:"shop"`
	ShopVersion int             `json:"shop_version"`
}

// SetupsReply are the machine settings of a design's pieces, in their order.
type SetupsReply struct {
	Cards []setup.Card `json:"cards"`
}

// OrderRequest asks what to do next: Now is the person's clock, like 2026-11-26T19:30, and Offset by how many minutes it is
// ahead of UTC.
type OrderRequest struct {
	Design *design.Project `json:"design"`
	Now    string          `json:"now"`
	Offset int             `json:"offset_min"`
}

// OrderReply are the steps of building a wall and when each is done: minutes from midnight before Start, a date. Problem
// says why there are no days, "" where there are. Assumed tells that nobody has said when they work. Next is the step to
// go on with, Waits what is waiting until when.
type OrderReply struct {
	Start    string         `json:"start"`
	Now      int            `json:"now_min"`
	Steps    []order.Step   `json:"steps"`
	Schedule order.Schedule `json:"schedule"`
	Problem  string         `json:"problem,omitempty"`
	People   []shop.Person  `json:"people"`
	Assumed  bool           `json:"assumed"`
	Pace     float64        `json:"pace"`
	Learned  bool           `json:"learned"` // the pace is that of what was ticked
	Next     string         `json:"next,omitempty"`
	Waits    []Waiting      `json:"waits"`
	After    []string       `json:"after"`
	Read     []string       `json:"read"` // cautions that have been read
}

// Waiting is something that nothing may be done to until a minute.
type Waiting struct {
	Step  string `json:"step"`
	Until int    `json:"until_min"`
	Why   string `json:"why"`
}

// TaperRequest asks how two tapers are cut from one blank, mm.
type TaperRequest struct {
	Wide   quantity.Length `json:"wide_mm"`
	Narrow quantity.Length `json:"narrow_mm"`
	Long   quantity.Length `json:"long_mm"`
}

// PaperRequest asks for something to be printed on sheets of a size: Key is a sheet's or a template's, or none for a list of
// what there is.
type PaperRequest struct {
	Design *design.Project `json:"design"`
	Key    string          `json:"key,omitempty"`
	Size   shop.Paper      `json:"size"`
	Now    string          `json:"now,omitempty"` // the person's clock, for the order of work
	Offset int             `json:"offset_min,omitempty"`
}

// PaperReply lists what can be printed, and the pages of what was asked for, each as a picture.
type PaperReply struct {
	Papers []PaperItem `json:"papers"`
	Pages  []string    `json:"pages"`
}

// PaperItem is one thing that can be printed. A template is true to scale.
type PaperItem struct {
	Key      string `json:"key"`
	Name     string `json:"name"`
	Template bool   `json:"template"`
	Sheets   int    `json:"sheets"`
}

// CutRequest says that a blank was cut, all of it or up to a piece.
type CutRequest struct {
	Design *design.Project `json:"design"`
	Blank  string          `json:"blank"`
	Last   string          `json:"last,omitempty"`
}

// UncutRequest says that an entry of the journal was no cut.
type UncutRequest struct {
	Design *design.Project `json:"design"`
	Entry  string          `json:"entry"`
}

// StockTable is a table of boards on hand as CSV, and what was read of it.
type StockTable struct {
	Text  string       `json:"text"`
	Stock []shop.Stock `json:"stock"`
	Bad   []tables.Bad `json:"bad"`
}
