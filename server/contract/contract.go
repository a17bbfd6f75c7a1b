// Package contract turns the Go types that cross the wire or stand in files
// into JSON Schema: published for project files, and as the source from which
// the front end's types are made.
package contract

import (
	"encoding/json"
	"fmt"
	"reflect"
	"strconv"

	"github.com/invopop/jsonschema"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/field"
	"aguante/core/improve"
	"aguante/core/journal"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/plan"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/scan"
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
// some units, a shelf, one more support like another, supports at places, or what the
// choices of a shelf need and nobody has given.
type MakeRequest struct {
	What   Making            `json:"what"`
	Units  design.Units      `json:"units,omitzero"`
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
)

// Choices lists what can be made.
func (Making) Choices() []field.Choice {
	return field.Choose("wall", "a wall", "shelf", "a shelf", "support", "a support", "places", "supports at places", "complete",
		"what is missing")
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
}

// ShelfKeys name a shelf as it was sent, its answer and its closing.
type ShelfKeys struct {
	Key     string `json:"key"`
	Answer  string `json:"answer"`
	Closing string `json:"closing"`
}

// Written is an answer as it goes over the wire.
type Written struct{ json.RawMessage }

// JSONSchemaAlias says what it is.
func (Written) JSONSchemaAlias() any { return check.Answer{} }

// Closed is a closing as it goes over the wire.
type Closed struct{ json.RawMessage }

// JSONSchemaAlias says what it is.
func (Closed) JSONSchemaAlias() any { return check.Closing{} }

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

// wire gathers the types that the front end speaks.
type wire struct {
	Catalogue       Catalogue
	Own             Own
	LadderRequest   LadderRequest
	Ladder          check.Ladder
	DressRequest    DressRequest
	MakeRequest     MakeRequest
	MakeReply       MakeReply
	Hung            design.Hung
	ShelfRequest    ShelfRequest
	Places          check.Places
	PartsTable      PartsTable
	Improve         improve.Answer
	CompareReply    CompareReply
	BreakReply      BreakReply
	StiffnessReq    StiffnessRequest
	Stiffness       material.Stiffness
	DialRequest     DialRequest
	Dial            instrument.Dial
	MoistureRequest MoistureRequest
	MoistureReply   MoistureReply
	Saved           store.Saved
	Revision        store.Revision
	CheckRequest    CheckRequest
	CheckReply      CheckReply
	Report          check.Report
	Working         check.Working
	WorkingRequest  WorkingRequest
	QuantityRequest QuantityRequest
	QuantityReply   QuantityReply
	ContentsRequest ContentsRequest
	Item            load.Item
	SplitRequest    SplitRequest
	Parts           load.Parts
	TableRequest    TableRequest
	TableReply      TableReply
	ScaleRequest    ScaleRequest
	Reading         instrument.Reading
	ScannerRequest  ScannerRequest
	ScanRequest     ScanRequest
	ScanReply       ScanReply
	Failure         Failure
	Journal         Journal
	RecordRequest   RecordRequest
	Shop            shop.Shop
	Plan            plan.Plan
	Picture         store.Picture
}

// ProjectSchema is the published schema of a project file: lengths and masses
// are numbers in mm and kg, or texts with a unit.
func ProjectSchema() ([]byte, error) {
	withUnits := map[reflect.Type]string{reflect.TypeFor[quantity.Length](): "27 5/8 in", reflect.TypeFor[quantity.Mass](): "60 lb"}
	r := &jsonschema.Reflector{
		RequiredFromJSONSchemaTags: true,
		Mapper: func(t reflect.Type) *jsonschema.Schema {
			if example, ok := withUnits[t]; ok {
				return &jsonschema.Schema{AnyOf: []*jsonschema.Schema{{Type: "number"},
					{Type: "string", MaxLength: ptr(uint64(64)), Examples: []any{example}}}}
			}
			return words(t)
		},
	}
	s := r.Reflect(&design.Project{})
	s.ID = "https://aguante.example/project.schema.json"
	s.Title = fmt.Sprintf("Aguante project file, version %d", design.Version)
	p := s.Definitions["Project"]
	p.Required = append(p.Required, "format", "version", "name", "wall")
	bound(s, reflect.TypeFor[design.Project](), map[reflect.Type]bool{})
	return write(s)
}

// words is the schema of a type that takes only some words, nil for any other.
func words(t reflect.Type) *jsonschema.Schema {
	if t.Kind() != reflect.String || !t.Implements(reflect.TypeFor[field.Chooser]()) {
		return nil
	}
	s := &jsonschema.Schema{Type: "string"}
	for _, c := range reflect.Zero(t).Interface().(field.Chooser).Choices() {
		s.Enum = append(s.Enum, c.Key)
	}
	return s
}

// bound writes the bounds that stand beside the fields of a struct, and of all that is
// in it, into their schemas.
func bound(s *jsonschema.Schema, t reflect.Type, seen map[reflect.Type]bool) {
	for t.Kind() == reflect.Pointer || t.Kind() == reflect.Slice {
		t = t.Elem()
	}
	if t.Kind() != reflect.Struct || seen[t] {
		return
	}
	seen[t] = true
	for i := range t.NumField() {
		bound(s, t.Field(i).Type, seen)
	}
	of := s.Definitions[t.Name()]
	if of == nil {
		return // embedded: its fields are those of what it is in
	}
	for _, f := range field.Schemas(t) {
		p, ok := of.Properties.Get(f.Name)
		if !ok {
			continue
		}
		if f.Bounds.Set {
			figure := p
			switch {
			case p.Items != nil && len(p.Items.AnyOf) > 0:
				figure = p.Items.AnyOf[0]
			case len(p.AnyOf) > 0:
				figure = p.AnyOf[0]
			}
			figure.Minimum, figure.Maximum = number(f.Bounds.Lo), number(f.Bounds.Hi)
		}
		if f.Count.Set {
			p.MaxItems = ptr(uint64(f.Count.Hi))
		}
	}
}

func number(v float64) json.Number { return json.Number(strconv.FormatFloat(v, 'f', -1, 64)) }

// WireSchema describes what crosses the wire, for making the front end's types.
func WireSchema() ([]byte, error) {
	taken := map[string]reflect.Type{}
	r := &jsonschema.Reflector{Mapper: words, Namer: func(t reflect.Type) string {
		name := wireName(t)
		if t.Kind() == reflect.Struct {
			if have, ok := taken[name]; ok && have != t {
				panic(fmt.Sprintf("%s and %s would both be %s on the wire", have, t, name))
			}
			taken[name] = t
		}
		return name
	}}
	s := r.Reflect(&wire{})
	s.ID, s.Extras = "", map[string]any{"x-lists": lists()}
	return write(s)
}

// wireName is what a type is called on the wire: its own name, but where two would be
// called the same.
func wireName(t reflect.Type) string {
	switch t {
	case reflect.TypeFor[improve.Answer]():
		return "Improvements"
	case reflect.TypeFor[improve.Row]():
		return "WayRow"
	case reflect.TypeFor[scan.Reading]():
		return "ScanReading"
	case reflect.TypeFor[scan.Mark]():
		return "StudMark"
	case reflect.TypeFor[shop.Stock]():
		return "StockOnHand"
	case reflect.TypeFor[store.Picture]():
		return "KeptPicture"
	case reflect.TypeFor[plan.Move]():
		return "MovedPiece"
	case reflect.TypeFor[support.Panel]():
		return "BackPanel"
	case reflect.TypeFor[check.Section]():
		return "SectionReport"
	case reflect.TypeFor[check.Shelf](), reflect.TypeFor[check.Rail](), reflect.TypeFor[check.Support](), reflect.TypeFor[check.Stud]():
		return t.Name() + "Report" // the design has one of each too
	}
	return t.Name()
}

func write(s *jsonschema.Schema) ([]byte, error) {
	b, err := json.MarshalIndent(s, "", "  ")
	return append(b, '\n'), err
}

func ptr[T any](v T) *T { return &v }
