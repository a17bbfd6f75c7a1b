package contract

import (
	"aguante/core/design"
	"aguante/core/journal"
	"aguante/core/logbook"
	"aguante/core/prove"
	"aguante/server/tables"
)

// ProveRequest asks how a shelf of a design is to be proved, and how far that has come by a person's clock.
type ProveRequest struct {
	Design *design.Project `json:"design"`
	Asked  prove.Asked     `json:"asked"`
	Now    string          `json:"now"`
}

// ProveReply is what can be proved of a shelf, and what has been. Plan is proposed for what was asked; Problem says why there
// is none.
type ProveReply struct {
	Plan     *prove.Plan   `json:"plan,omitempty"`
	Problem  string        `json:"problem,omitempty"`
	Cautions []string      `json:"cautions"`
	Spread   float64       `json:"spread"`         // of a board's stiffness
	Test     *TestNow      `json:"test,omitempty"` // that is going on
	Tests    []TestDone    `json:"tests"`          // that are over, the last first
	Broken   []BrokenOf    `json:"broken"`
	Pieces   []PiecesOf    `json:"pieces"`
	Marks    []prove.Mark  `json:"marks"`
	Years    logbook.Years `json:"years"`
	LookAt   []string      `json:"look_at"`
}

// TestNow is a load test as it stands.
type TestNow struct {
	ID     string        `json:"id"`
	Begun  string        `json:"begun"`
	Plan   prove.Plan    `json:"plan"`
	Advice prove.Advice  `json:"advice"`
	Kg     float64       `json:"kg"` // that stands on it now
	Points []prove.Point `json:"points"`
	Own    float64       `json:"own_mm_per_kg"`
	Stops  []StopAt      `json:"stops"`
	Coarse bool          `json:"coarse"` // the gauge is too coarse to warn
	Last   string        `json:"last"`   // id of its last entry
}

// StopAt is the sag at which the rules of the gauge speak, under a load.
type StopAt struct {
	Kg float64 `json:"kg"`
	Mm float64 `json:"mm"`
}

// TestDone is a load test that is over.
type TestDone struct {
	ID     string        `json:"id"`
	Begun  string        `json:"begun"`
	Plan   prove.Plan    `json:"plan"`
	Result prove.Result  `json:"result"`
	Why    string        `json:"why"`
	Most   float64       `json:"most_kg"`
	Points []prove.Point `json:"points"`
	Proof  *prove.Proof  `json:"proof,omitempty"`
}

// BrokenOf is something that broke, and what it teaches.
type BrokenOf struct {
	logbook.Went
	Lesson prove.Lesson `json:"lesson"`
}

// PiecesOf are like pieces that were broken on purpose: at so much each at one lever, what they allow there, and what is
// asked of one there.
type PiecesOf struct {
	Support string    `json:"support"`
	Name    string    `json:"name"`
	Lever   float64   `json:"lever_mm"`
	Broke   []float64 `json:"broke_kg"`
	Lower   float64   `json:"lower_kg"`
	Allows  float64   `json:"allows_kg"`
	Asked   float64   `json:"asked_kg"`
}

// GaugeReply is what the gauge under a tested shelf reads, mm since it was set to zero; Simulated where no real one speaks.
type GaugeReply struct {
	Mm        float64 `json:"mm"`
	Fault     string  `json:"fault,omitempty"`
	Simulated bool    `json:"simulated"`
}

// LogReply is a wall's journal as a person reads it, the newest first.
type LogReply struct {
	Lines []logbook.Line `json:"lines"`
}

// LogTaken is what came of a log that was brought in: how many entries are new and how many were here already; of a table
// of readings the entries that would be made, and the lines that cannot be taken.
type LogTaken struct {
	Added   int             `json:"added"`
	Known   int             `json:"known"`
	Entries []journal.Entry `json:"entries"`
	Bad     []tables.Bad    `json:"bad"`
}

// ReadingsRequest brings a table of readings of a shelf as CSV.
type ReadingsRequest struct {
	Text  string `json:"text"`
	Shelf string `json:"shelf"`
}

// DueReply are the shelves of all walls that are to be looked at, the first first.
type DueReply struct {
	Due []DueShelf `json:"due"`
}

// DueShelf is a shelf that is to be looked at on a day.
type DueShelf struct {
	Project string `json:"project"`
	Wall    string `json:"wall"`
	Shelf   string `json:"shelf"`
	Name    string `json:"name"`
	logbook.Due
}
