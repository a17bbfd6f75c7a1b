// Package design is the project document: a wall, the shelves on it, what
// carries them and what stands on them. The document is the truth; everything
// else is derived from it.
package design

import (
	"encoding/json"
	"errors"
	"fmt"
	"sync"

	"aguante/core/field"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/support"
	"aguante/core/wall"
)

// Format and Version name the file format that this program reads and writes.
const (
	Format  = "aguante-project"
	Version = 6
)

// MostShelves is how many shelves one wall may have.
const MostShelves = 40

// MostSupports is how many supports a shelf may have.
const MostSupports = 24

// Project is one wall and all that is on it.
type Project struct {
	Format   string           `json:"format"`
	Version  int              `json:"version"`
	Name     string           `json:"name"`
	Units    Units            `json:"units"`
	Wall     wall.Wall        `json:"wall"`
	Fixtures support.Fixtures `json:"fixtures"`
	Shelves  []Shelf          `json:"shelves" count:"0 40" usual:"[]"`
	Making   Making           `json:"making"`
}

// Units are what the person reads and types: lengths and masses apart.
type Units struct {
	Length LengthUnit `json:"length" usual:"in"`
	Mass   MassUnit   `json:"mass" usual:"lb"`
}

// Said are the units in which sentences are written out.
func (u Units) Said() say.Units { return say.Units{Length: string(u.Length), Mass: string(u.Mass)} }

// UnitsOf is the same the other way.
func UnitsOf(u say.Units) Units { return Units{Length: LengthUnit(u.Length), Mass: MassUnit(u.Mass)} }

// LengthUnit is what lengths are read and typed in.
type LengthUnit string

// The units of length.
const (
	Inches      LengthUnit = "in"
	Millimetres LengthUnit = "mm"
)

// Choices lists the units of length.
func (LengthUnit) Choices() []field.Choice { return field.Choose("in", "in", "mm", "mm") }

// MassUnit is what masses are read and typed in.
type MassUnit string

// The units of mass.
const (
	Pounds    MassUnit = "lb"
	Kilograms MassUnit = "kg"
)

// Choices lists the units of mass.
func (MassUnit) Choices() []field.Choice { return field.Choose("lb", "lb", "kg", "kg") }

// Shelf is one board on its supports. X is its left end along the wall and Y
// the board's underside above the floor.
type Shelf struct {
	ID        string          `json:"id"`
	Name      string          `json:"name"`
	X         quantity.Length `json:"x_mm" range:"0 30000"`
	Y         quantity.Length `json:"y_mm" range:"0 10000"`
	Length    quantity.Length `json:"length_mm" range:"50 10000"`
	Depth     quantity.Length `json:"depth_mm" range:"30 1500"`
	Thickness quantity.Length `json:"thickness_mm" range:"3 150"`
	Board     Board           `json:"board"`
	MakeUp    MakeUp          `json:"build"`
	Supports  []Support       `json:"supports" count:"0 24" usual:"[]"`
	Rail      string          `json:"rail,omitempty"` // id of the fixture that they hang on, or the board lies on

	support.Forms                   // one at most, in place of the board and its supports
	Contents      []load.Item       `json:"contents" count:"0 100" usual:"[]"`
	Duration      material.Duration `json:"duration" usual:"years"`
	Below         Below             `json:"below" usual:"nothing"`
	Accident      Accident          `json:"accident" usual:"none"`
	Pet           quantity.Mass     `json:"pet_kg,omitempty" range:"0.1 120" only:"accident=pet"`
	Sag           SagLimit          `json:"sag"`
	Misfit        quantity.Length   `json:"misfit_mm" range:"0 3" usual:"1"`
}

// Shelf is the shelf of an id, nil where there is none.
func (p *Project) Shelf(id string) *Shelf {
	for i := range p.Shelves {
		if p.Shelves[i].ID == id {
			return &p.Shelves[i]
		}
	}
	return nil
}

// Board is what a shelf is made of: one wood, lumber or panel, or several where
// it is one of these and the person is not sure which. Tested is the E found on
// this very board, MPa, 0 where it was not tested. Moisture is what a meter
// reads in it, %, 0 where it was not measured. Slack is the room that it has to
// move across its grain, mm, where something holds it in; no slack given means
// that nothing does.
type Board struct {
	Woods     []string           `json:"woods"`
	Grade     string             `json:"grade" usual:"knots"`
	Condition material.Condition `json:"condition" usual:"dry"`
	Across    bool               `json:"across,omitempty"` // the grain of a panel's faces
	Sawn      material.Sawn      `json:"sawn" usual:"unknown" blank:"ok"`
	Tested    float64            `json:"tested_mpa,omitempty"`
	Moisture  float64            `json:"moisture_pct,omitempty"`
	Slack     *quantity.Length   `json:"slack_mm,omitempty" range:"0 50"`
}

// Below is what is under the shelf, which sets the care factor.
type Below string

// What can be below.
const (
	Nothing Below = "nothing"
	People  Below = "people" // people pass or sit
	Bed     Below = "bed"    // a bed, cot, desk, or within children's reach
)

// Choices lists what can be below.
func (Below) Choices() []field.Choice {
	return field.Choose("nothing", "nothing", "people", "people pass or sit", "bed", "bed, cot, desk, children")
}

// Belows lists them.
func Belows() []Below { return field.Keys[Below]() }

// Care returns the factor on every strength demand (Rule).
func (b Below) Care() float64 {
	switch b {
	case People:
		return 1.25
	case Bed:
		return 1.5
	}
	return 1
}

// Accident is what else may happen to a shelf, on its front edge.
type Accident string

// The accidents.
const (
	NoAccident Accident = "none"
	Lean       Accident = "lean"  // a person leans on it
	Child      Accident = "child" // a child climbs it
	Pet        Accident = "pet"   // a pet lands on it
)

// Choices lists the accidents.
func (Accident) Choices() []field.Choice {
	return field.Choose("none", "nothing else happens", "lean", "a person leans on it", "child", "a child climbs it", "pet",
		"a pet lands on it")
}

// Accidents lists them.
func Accidents() []Accident { return field.Keys[Accident]() }

// AccidentLoad returns the weight of the accident, N: a lean 220 N, a child 30 kg × 1.5,
// a pet three times its mass (Rule).
func (s *Shelf) AccidentLoad() float64 {
	switch s.Accident {
	case Lean:
		return 220
	case Child:
		return quantity.Mass(30 * 1.5).Weight()
	case Pet:
		return 3 * s.Pet.Weight()
	}
	return 0
}

// leastSetDown is the least weight that is reckoned to come down when something is set
// down, N, and bump how many times what is set down weighs for a moment (Rule).
const (
	leastSetDown = 50.0
	bump         = 2
)

// SetDown returns the weight that comes down on a shelf when its heaviest single thing is
// set down, N: none where nothing stands on it.
func (s *Shelf) SetDown() float64 {
	heaviest, some := quantity.Mass(0), false
	for _, it := range s.Contents {
		if it.Mass() > 0 {
			heaviest, some = max(heaviest, s.piece(it)), true
		}
	}
	if !some {
		return 0
	}
	return max(bump*heaviest.Weight(), leastSetDown)
}

// asSheet is how thick a sheet is at most, mm.
const asSheet = 25

// piece is the heaviest part of an item that is put up at once: of a stack of sheets that
// leans on its rack, one sheet.
func (s *Shelf) piece(it load.Item) quantity.Mass {
	if s.SheetRack != nil && it.Depth > asSheet && it.Of == nil {
		return it.Each * quantity.Mass(asSheet/it.Depth)
	}
	return it.Each
}

// Support is one thing that carries a shelf, at X along the wall. Kind says which of
// the ways is there.
type Support struct {
	ID   string          `json:"id"`
	Kind support.Kind    `json:"kind"`
	X    quantity.Length `json:"x_mm"`
	support.Ways
}

// Way returns the way of hanging that the kind names, or nil where it is missing.
func (s *Support) Way() support.Way { return s.Ways.Way(s.Kind) }

// RailOf is the rail that a shelf hangs or lies on, as it is seen from the board's
// underside; nil where there is none.
func (p *Project) RailOf(s *Shelf) *support.Rail { return p.Fixtures.Under(s.Rail, s.Y) }

// WayOf is the key of the way that a shelf hangs in, or "" where nothing holds it yet.
func (p *Project) WayOf(s *Shelf) string {
	form, _ := s.Form()
	var first *support.Ways
	if len(s.Supports) > 0 {
		first = &s.Supports[0].Ways
	}
	return support.WayOf(first, p.Fixtures.Rail(s.Rail), form)
}

// UnmarshalJSON reads a project onto what is usual; an old one is upgraded first.
func (p *Project) UnmarshalJSON(b []byte) error {
	type plain Project
	var with plain
	field.Usual(&with)
	err := json.Unmarshal(b, &with)
	if err != nil || with.Version != Version && with.Version != 0 {
		now, why := Upgrade(b)
		if errors.Is(why, ErrVersion) && err == nil {
			*p = Project(with) // what is amiss with it is named when it is validated
			return nil
		}
		if why != nil || string(now) == string(b) {
			return errors.Join(err, why)
		}
		with = plain{}
		field.Usual(&with)
		if err := json.Unmarshal(now, &with); err != nil {
			return err
		}
	}
	*p = Project(with)
	return nil
}

// UnmarshalJSON reads a shelf onto what is usual.
func (s *Shelf) UnmarshalJSON(b []byte) error {
	type plain Shelf
	var with plain
	field.Usual(&with)
	if err := json.Unmarshal(b, &with); err != nil {
		return err
	}
	*s = Shelf(with)
	return nil
}

// Validate names every problem of a board.
func (b *Board) Validate(l *problem.List) {
	field.Check(l, b)
	if len(b.Woods) == 0 {
		l.Add("woods", "no wood is named: give one, or several if it may be one of them")
	}
	if len(b.Woods) > 8 {
		l.Add("woods", "%d woods: at most 8 that it may be", len(b.Woods))
	}
	for i, key := range b.Woods {
		of, ok := material.Stuff(key, material.Grade{}, material.Dry, 1, 1)
		switch {
		case !ok:
			l.Alone().Add(fmt.Sprintf("woods[%d]", i), "wood %q is not known", key)
		case of.Panel != nil && (b.Condition == material.Wet || b.Condition == material.Drying):
			l.Add("condition", "%s does not last where it is wet: choose solid wood, or keep it dry", of.Name())
		case of.Panel == nil && b.Across:
			l.Add("across", "solid wood with its grain across the shelf snaps: only a panel may lie so")
		}
	}
	if b.Tested != 0 && !(b.Tested >= 200 && b.Tested <= 40000) {
		l.Add("tested_mpa", "E of %s is not possible: give %s to %s", say.Stress(b.Tested), say.Stress(200), say.Stress(40000))
	}
	if b.Moisture != 0 && !(b.Moisture >= 3 && b.Moisture <= 100) {
		l.Add("moisture_pct", "%s %% of moisture is not possible: give 3 to 100", say.Decimal(b.Moisture, 1))
	}
	if _, ok := material.GradeOf(b.Grade); !ok {
		l.Alone().Add("grade", "grade %q is not known", b.Grade)
	}
}

var supportKinds = sync.OnceValue(func() []string { return problem.Words(field.Keys[support.Kind]()) })

// Validate names every problem of a support by itself.
func (s *Support) Validate(l *problem.List) {
	l.ID(s.ID)
	l.OneOf("kind", string(s.Kind), supportKinds())
	way := s.Way()
	if way == nil {
		l.Add(s.Kind.Name(), "the parts of a %s are missing", s.Kind)
		return
	}
	way.Validate(l.In(s.Kind.Name()))
}

// Candidates returns the boards that the shelf's may be.
func (s *Shelf) Candidates() []material.Board {
	grade, _ := material.GradeOf(s.Board.Grade)
	out := make([]material.Board, 0, len(s.Board.Woods))
	for _, key := range s.Board.Woods {
		b, _ := material.Stuff(key, grade, s.Board.Condition, float64(s.Depth), float64(s.Thickness))
		b.Across, b.Tested = s.Board.Across, s.Board.Tested
		out = append(out, b)
	}
	return out
}
