package contract

import (
	"encoding/json"
	"fmt"
	"reflect"
	"strconv"

	"github.com/invopop/jsonschema"

	"aguante/core/buy"
	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/draw"
	"aguante/core/drill"
	"aguante/core/field"
	"aguante/core/glossary"
	"aguante/core/improve"
	"aguante/core/load"
	"aguante/core/logbook"
	"aguante/core/material"
	"aguante/core/order"
	"aguante/core/piece"
	"aguante/core/plan"
	"aguante/core/prove"
	"aguante/core/quantity"
	"aguante/core/scan"
	"aguante/core/setup"
	"aguante/core/shop"
	"aguante/core/support"
	"aguante/server/instrument"
	"aguante/server/store"
)

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
	MendReply       MendReply
	TogetherReply   TogetherReply
	LoadedRequest   LoadedRequest
	ChangesRequest  ChangesRequest
	ChangesReply    ChangesReply
	Past            Past
	Term            glossary.Term
	StiffnessReq    StiffnessRequest
	Stiffness       material.Stiffness
	DialRequest     DialRequest
	Dial            instrument.Dial
	MoistureRequest MoistureRequest
	MoistureReply   MoistureReply
	Saved           store.Saved
	Preview         store.Preview
	Copies          Copies
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
	CuttingRequest  CuttingRequest
	CuttingReply    CuttingReply
	CutRequest      CutRequest
	StockTable      StockTable
	Setups          SetupsReply
	TaperRequest    TaperRequest
	Drilling        drill.Schedule
	Finding         drill.Found
	Measured        setup.Measured
	OrderRequest    OrderRequest
	OrderReply      OrderReply
	Shopping        buy.List
	PaperRequest    PaperRequest
	PaperReply      PaperReply
	UncutRequest    UncutRequest
	Picture         store.Picture
	ProveRequest    ProveRequest
	ProveReply      ProveReply
	TestEvent       prove.Event
	SagReading      logbook.Reading
	BrokenData      prove.Broken
	NoteData        logbook.Note
	GaugeReply      GaugeReply
	LogReply        LogReply
	LogTaken        LogTaken
	ReadingsRequest ReadingsRequest
	DueReply        DueReply
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
	case reflect.TypeFor[logbook.Reading]():
		return "SagReading"
	case reflect.TypeFor[prove.Plan]():
		return "TestPlan"
	case reflect.TypeFor[prove.Asked]():
		return "TestAsked"
	case reflect.TypeFor[prove.Step]():
		return "TestStep"
	case reflect.TypeFor[prove.Stand]():
		return "TestStand"
	case reflect.TypeFor[prove.Event]():
		return "TestEvent"
	case reflect.TypeFor[prove.Point]():
		return "TestPoint"
	case reflect.TypeFor[prove.Thing]():
		return "TestThing"
	case reflect.TypeFor[prove.Mark]():
		return "BearsMark"
	case reflect.TypeFor[prove.Broken]():
		return "BrokenData"
	case reflect.TypeFor[logbook.Line]():
		return "LogLine"
	case reflect.TypeFor[logbook.Note]():
		return "NoteData"
	case reflect.TypeFor[shop.Stock]():
		return "StockOnHand"
	case reflect.TypeFor[store.Picture]():
		return "KeptPicture"
	case reflect.TypeFor[order.Step]():
		return "WorkStep"
	case reflect.TypeFor[order.Need]():
		return "StepNeed"
	case reflect.TypeFor[order.Block]():
		return "WorkBlock"
	case reflect.TypeFor[order.Link]():
		return "WayLink"
	case reflect.TypeFor[order.Schedule]():
		return "WorkDays"
	case reflect.TypeFor[buy.Row]():
		return "BuyRow"
	case reflect.TypeFor[buy.List]():
		return "BuyList"
	case reflect.TypeFor[buy.Share]():
		return "BuyShare"
	case reflect.TypeFor[shop.Price]():
		return "ShopPrice"
	case reflect.TypeFor[setup.Measured]():
		return "CardMeasure"
	case reflect.TypeFor[setup.Place]():
		return "CardPlace"
	case reflect.TypeFor[setup.Kind]():
		return "CardKind"
	case reflect.TypeFor[drill.Hole]():
		return "WallHole"
	case reflect.TypeFor[drill.Mark]():
		return "StickMark"
	case reflect.TypeFor[drill.Layer]():
		return "HoleLayer"
	case reflect.TypeFor[draw.Mark]():
		return "DrawnMark"
	case reflect.TypeFor[plan.Place]():
		return "Lies"
	case reflect.TypeFor[design.Making]():
		return "HowMade"
	case reflect.TypeFor[plan.Count]():
		return "BlankCount"
	case reflect.TypeFor[plan.Fact]():
		return "CutFact"
	case reflect.TypeFor[piece.Feature]():
		return "CutFeature"
	case reflect.TypeFor[plan.Cut]():
		return "SawCut"
	case reflect.TypeFor[plan.Part]():
		return "CutPart"
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
