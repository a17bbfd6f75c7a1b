package load

import (
	_ "embed" // the table
	"errors"
	"fmt"
	"math"
	"strings"
	"sync"

	"aguante/core/field"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/table"
)

//go:embed catalogue.csv
var catalogueCSV string

// Measure is what a row of the catalogue is told by.
type Measure string

// The measures: kg a piece, a metre of row, a litre, or a cubic metre of the
// stuff.
const (
	PerPiece Measure = "piece"
	PerMetre Measure = "metre"
	PerLitre Measure = "litre"
	PerCubic Measure = "cubic"
)

// Choices lists the measures.
func (Measure) Choices() []field.Choice {
	return field.Choose("piece", "a piece", "metre", "a metre of row", "litre", "a litre", "cubic", "a cubic metre")
}

// Row is one kind of thing that people put on shelves, with a low and a high
// guess of its mass by its measure, kg, and how they were arrived at.
type Row struct {
	Key    string  `json:"key"`
	Name   string  `json:"name"`
	Group  string  `json:"group"`
	By     Measure `json:"by"`
	Low    float64 `json:"low_kg" range:"0 2000"`
	High   float64 `json:"high_kg" range:"0.001 2000"`
	Shape  Shape   `json:"shape"`
	Width  float64 `json:"width_mm" range:"1 10000"`
	Depth  float64 `json:"depth_mm" range:"0 3000"`
	Height float64 `json:"height_mm" range:"1 5000"`
	Basis  string  `json:"basis"`
}

// OwnGroup is where the rows stand that a person has kept.
const OwnGroup = "Your own"

// Validate names every problem of a row of the person's own.
func (r *Row) Validate(p *problem.List) {
	if strings.TrimSpace(r.Name) == "" {
		p.Add("name", "give it a name")
	}
	p.Name("basis", r.Basis)
	field.Check(p, r)
	p.MassBetween("low_kg", r.Low, 0.001, max(r.High, 0.001))
}

// Rows returns the catalogue of contents.
func Rows() []Row { return rows() }

var rows = sync.OnceValue(func() []Row {
	var out []Row
	for _, r := range table.Rows(catalogueCSV) {
		out = append(out, Row{
			Key: r.Text("key"), Name: r.Text("name"), Group: r.Text("group"), By: Measure(r.Text("by")), Low: r.Number("low"),
			High:  r.Number("high"),
			Shape: Shape(r.Text("shape")), Width: r.Number("width_mm"), Depth: r.Number("depth_mm"), Height: r.Number("height_mm"),
			Basis: say.Marks(r.Text("basis")),
		})
	}
	return out
})

// ErrAmount: an amount of nothing, or beyond belief.
var ErrAmount = errors.New("that amount is not possible")

// Make returns an amount of a row as an item, without an id, standing from 0:
// so many pieces, mm of row, litres, or cubic metres. What is told by volume is
// one thing of that mass. An item is no wider than room, mm.
func (r Row) Make(amount, room float64) (Item, error) {
	if !(amount > 0) || amount > 1e6 {
		return Item{}, fmt.Errorf("%w: %s of %q: give more than 0", ErrAmount, say.Decimal(amount, 2), r.Name)
	}
	it := Item{Name: r.Name, Shape: r.Shape, By: ByCount, Count: 1, Place: Middle, Depth: quantity.Length(r.Depth),
		Height: quantity.Length(r.Height)}
	width := r.Width
	mass := func(by float64) quantity.Mass { return quantity.Mass(math.Round(by*1000) / 1000) }
	switch r.By {
	case PerPiece:
		if amount > 10000 {
			return Item{}, fmt.Errorf("%w: %s pieces of %q: at most 10000", ErrAmount, say.Decimal(amount, 0), r.Name)
		}
		it.Count, it.Wide = int(math.Ceil(amount)), quantity.Length(r.Width)
		it.Each, it.EachLow = mass(r.High), mass(r.Low)
		width = r.Width * float64(it.Count)
	case PerMetre:
		it.By, it.Count, width = ByLength, 0, amount
		it.PerMetre, it.RowLow = mass(r.High), mass(r.Low)
		it.Each = mass(r.High * r.Width / 1000) // one piece of the row
		if amount > room {
			return Item{}, fmt.Errorf("%w: a row of %s of %q is longer than the board's %s: split it", ErrAmount,
				say.Place(amount), r.Name, say.Place(room))
		}
	default:
		it.Each, it.EachLow = mass(r.High*amount), mass(r.Low*amount)
	}
	it.To = quantity.Length(min(max(width, 10), room))
	return it, nil
}

// Share is what one bin carries of a collection that is split.
type Share struct {
	Mass  float64 `json:"mass_kg"`
	Size  float64 `json:"size_mm"`
	Count int     `json:"count"`
}

// Parts is a collection split over racks of bins.
type Parts struct {
	Bin      Share `json:"bin"`
	Rack     Share `json:"rack"`
	LeftOver Share `json:"left_over"`
}

// Split shares a collection out evenly: a mass in kg, the height or length of
// its stack in mm (0: not known), and a count of pieces (0: it can be divided
// anywhere). Pieces stay whole: each bin takes as many, the rest is left over.
func Split(mass, size float64, count, racks, bins int) (Parts, error) {
	n := racks * bins
	switch {
	case !(mass > 0) || mass > 1e5 || size < 0 || size > 1e6 || count < 0 || count > 1e6:
		return Parts{}, fmt.Errorf("%w: %s, %s, %d pieces", ErrAmount, say.Mass(mass), say.Place(size), count)
	case racks < 1 || bins < 1 || racks > 1000 || bins > 1000:
		return Parts{}, fmt.Errorf("%w: %d racks of %d bins: give 1 or more of each", ErrAmount, racks, bins)
	case count > 0 && count < n:
		return Parts{}, fmt.Errorf("%w: %d pieces do not go into %d bins", ErrAmount, count, n)
	}
	part, each, left := 1/float64(n), 0, 0
	if count > 0 {
		each, left = count/n, count%n
		part = float64(each) / float64(count)
	}
	share := func(by float64, count int) Share { return Share{Mass: mass * by, Size: size * by, Count: count} }
	rest := 0.0
	if left > 0 {
		rest = float64(left) / float64(count)
	}
	return Parts{Bin: share(part, each), Rack: share(part*float64(bins), each*bins), LeftOver: share(rest, left)}, nil
}
