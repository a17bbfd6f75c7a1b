// Package load says what stands on a shelf: how heavy, from where to where
// along it, and how far from the wall.
package load

import (
	"encoding/json"
	"fmt"

	"aguante/core/field"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
)

// Place is where along the depth of a shelf a thing stands.
type Place string

// The places.
const (
	Back   Place = "back"
	Middle Place = "middle"
	Front  Place = "front"
)

// Choices lists the places from the wall outward.
func (Place) Choices() []field.Choice {
	return field.Choose("back", "back", "middle", "middle", "front", "front")
}

// Places lists them from the wall outward.
func Places() []Place { return field.Keys[Place]() }

// By is how an item's mass is told.
type By string

// The ways to tell it.
const (
	ByCount  By = "count"  // so many pieces of so much
	ByLength By = "length" // a row of so much per metre
)

// Choices lists the ways to tell a mass.
func (By) Choices() []field.Choice {
	return field.Choose("count", "count", "length", "length of row")
}

// Shape is how an item is drawn.
type Shape string

// Choices lists the shapes.
func (Shape) Choices() []field.Choice {
	return field.Choose("box", "a box", "jars", "jars", "cans", "tins", "books", "books")
}

// Shapes lists them.
func Shapes() []Shape { return field.Keys[Shape]() }

// Item is one thing, or a row of like things, on a shelf. From and To are along
// the board from its left end. Masses are the high guess, by which everything
// is checked. Each is the mass of one piece; a row has its mass per metre too.
type Item struct {
	ID       string          `json:"id"`
	Name     string          `json:"name"`
	Shape    Shape           `json:"shape"`
	By       By              `json:"by"`
	Count    int             `json:"count,omitempty" range:"0 10000" only:"by=count"`
	Each     quantity.Mass   `json:"each_kg" range:"0 2000"`
	EachLow  quantity.Mass   `json:"each_low_kg,omitempty"`
	PerMetre quantity.Mass   `json:"per_metre_kg,omitempty" range:"0 5000" only:"by=length"`
	RowLow   quantity.Mass   `json:"per_metre_low_kg,omitempty"`
	From     quantity.Length `json:"from_mm"`
	To       quantity.Length `json:"to_mm"`
	Place    Place           `json:"place"`
	Depth    quantity.Length `json:"depth_mm,omitempty" range:"0 3000"`
	Height   quantity.Length `json:"height_mm" range:"1 5000"`
	Wide     quantity.Length `json:"wide_mm,omitempty" range:"0 3000" only:"by=count"` // of one along the board; 0 is not known
	Level    int             `json:"level,omitempty" range:"0 40"`                     // of a rack or frame, from the lowest, 0
	Hook     string          `json:"hook,omitempty"`                                   // id of the one that it hangs on
	Of       *Timber         `json:"of,omitempty"`                                     // what it is made of, where it is weighed by that
}

// UnmarshalJSON reads an item; what is told by its wood weighs what that does.
func (it *Item) UnmarshalJSON(b []byte) error {
	type plain Item
	with := plain(*it)
	if err := json.Unmarshal(b, &with); err != nil {
		return err
	}
	if *it = Item(with); it.Of != nil && it.By == ByCount {
		it.Each, it.EachLow = it.Of.Each(), 0
	}
	return nil
}

// Stand is how many of a counted item stand side by side where it is, and how many of those rows
// there are one behind the other on a board so deep, mm; of an item whose own width is not known 0.
func (it Item) Stand(depth float64) (abreast, rows int) {
	if it.By != ByCount || it.Wide <= 0 {
		return 0, 0
	}
	abreast = int((float64(it.To-it.From) + 1) / float64(it.Wide))
	rows = 1
	if d := float64(it.Depth); d > 0 {
		rows = max(1, int((depth+1)/d))
	}
	return abreast, rows
}

// Mass returns the whole mass of the item.
func (it Item) Mass() quantity.Mass {
	if it.By == ByLength {
		return quantity.Mass(float64(it.PerMetre) * float64(it.To-it.From) / 1000)
	}
	return quantity.Mass(float64(it.Count) * float64(it.Each))
}

// Low returns the item by its low guess; where none is given the high one
// stands.
func (it Item) Low() Item {
	if it.EachLow > 0 {
		it.Each = it.EachLow
	}
	if it.RowLow > 0 {
		it.PerMetre = it.RowLow
	}
	return it
}

// Z returns how far from the wall the item's centre stands on a shelf of the
// given depth, mm: against the back, the middle or the front edge where the
// item's own depth is known, else at a third, a half or two thirds. What is deeper than
// the shelf stands with its back at the wall, wherever it is put.
func (it Item) Z(depth float64) float64 {
	d := float64(it.Depth)
	switch {
	case d > depth:
		return d / 2
	case it.Place == Middle:
		return depth / 2
	case it.Place == Back && d > 0:
		return d / 2
	case it.Place == Back:
		return depth / 3
	case d > 0:
		return depth - d/2
	}
	return depth * 2 / 3
}

// Within names every problem of an item on a board of the given length and depth, mm,
// that its fields do not say by themselves.
func (it *Item) Within(p *problem.List, length, depth float64) {
	if it.EachLow < 0 || it.EachLow > max(it.Each, 0) {
		p.Add("each_low_kg", "the low guess of %s is more than the high one, %s", Called(*it), say.Mass(float64(it.Each)))
	}
	if it.By == ByLength && (it.RowLow < 0 || it.RowLow > max(it.PerMetre, 0)) {
		p.Add("per_metre_low_kg", "the low guess of %s is more than the high one, %s", Called(*it), say.Mass(float64(it.PerMetre)))
	}
	if it.From < 0 || float64(it.To) > length+1e-6 || it.To-it.From < 1 {
		p.Add("from_mm", "%s stands from %s to %s: keep it on the board, 0 to %s, with some length",
			Called(*it), say.Length(float64(it.From)), say.Length(float64(it.To)), say.Length(length))
	}
	if d := float64(it.Depth); d > 0 && d > 2*depth {
		p.Add("depth_mm", "%s is %s deep, more than twice the shelf's %s", Called(*it), say.Place(d), say.Place(depth))
	}
}

// Called names an item in a sentence.
func Called(it Item) string {
	if it.Name == "" {
		return "an item"
	}
	return fmt.Sprintf("%q", it.Name)
}
