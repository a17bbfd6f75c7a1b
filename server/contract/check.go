package contract

import (
	"encoding/json"

	"aguante/core/check"
	"aguante/core/design"
)

// CheckRequest asks for the check of a design in its parts, each sent once and named by
// its key from then on. Seq comes back with the answer, so that a stale one can be
// dropped. Open is the id of the shelf that is looked at closely.
type CheckRequest struct {
	Seq     int         `json:"seq"`
	Base    BasePart    `json:"base"`
	Shelves []ShelfPart `json:"shelves"`
	Open    string      `json:"open"`
}

// BasePart is a design without its shelves, or the key of it.
type BasePart struct {
	Key      string  `json:"key,omitempty"`
	Document RawBase `json:"document,omitzero"`
}

// ShelfPart is a shelf, or the key of it, and which answer and closing the page has of it.
type ShelfPart struct {
	Key     string   `json:"key,omitempty"`
	Shelf   RawShelf `json:"shelf,omitzero"`
	Answer  string   `json:"answer,omitempty"`
	Closing string   `json:"closing,omitempty"`
}

// RawBase is a design without its shelves, as it came: it is named by what it says.
type RawBase struct{ json.RawMessage }

// JSONSchemaAlias says what it is.
func (RawBase) JSONSchemaAlias() any { return design.Project{} }

// RawShelf is a shelf as it came.
type RawShelf struct{ json.RawMessage }

// JSONSchemaAlias says what it is.
func (RawShelf) JSONSchemaAlias() any { return design.Shelf{} }

// CheckReply answers it: for every shelf its keys, and what of answers and closings the
// page has not got yet, by their keys. Missing are the keys of parts that the server has
// not got any more, and nothing else is said then.
type CheckReply struct {
	Seq      int                `json:"seq"`
	Missing  []string           `json:"missing,omitempty"`
	Base     string             `json:"base"`
	Shelves  []ShelfKeys        `json:"shelves"`
	Answers  map[string]Written `json:"answers,omitempty"`
	Closings map[string]Closed  `json:"closings,omitempty"`
	Studs    []check.Stud       `json:"studs"`
	Verdict  check.Verdict      `json:"verdict"`
	Weakest  string             `json:"weakest,omitempty"`
	// Problems are why nothing on the wall can be judged.
	Problems []FileProblem `json:"problems,omitempty"`
}

// ShelfKeys name a shelf as it was sent, its answer and its closing.
type ShelfKeys struct {
	Key     string `json:"key"`
	Answer  string `json:"answer"`
	Closing string `json:"closing"`
	// Problems are why it cannot be judged; its answer then only draws it, if it is there at all,
	// and what it puts on the wall is not counted for the others.
	Problems []FileProblem `json:"problems,omitempty"`
	// Later is whether it is only that others were reckoned first: ask again.
	Later bool `json:"later,omitempty"`
}

// Written is an answer as it goes over the wire.
type Written struct{ json.RawMessage }

// JSONSchemaAlias says what it is.
func (Written) JSONSchemaAlias() any { return check.Answer{} }

// Closed is a closing as it goes over the wire.
type Closed struct{ json.RawMessage }

// JSONSchemaAlias says what it is.
func (Closed) JSONSchemaAlias() any { return check.Closing{} }
