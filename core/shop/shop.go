// Package shop is a person's workshop: what they have and how they work, kept once and used
// by every wall.
package shop

import (
	"cmp"
	"fmt"
	"slices"

	"aguante/core/field"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/support"
)

// Format and Version name the shop's file.
const (
	Format  = "aguante-shop"
	Version = 1
)

// Shop is everything of it. Own things are those that the person has kept for reuse.
type Shop struct {
	Format   string              `json:"format"`
	Version  int                 `json:"version"`
	Kerf     quantity.Length     `json:"kerf_mm" label:"saw cuts" range:"0 12" usual:"3.2" as:"fine"`
	Jigsaw   quantity.Length     `json:"jigsaw_mm" label:"jigsaw cuts" range:"0 6" usual:"1.5" as:"fine"`
	Squaring quantity.Length     `json:"squaring_mm" label:"cut off a rough end" range:"0 200" usual:"12"`
	First    First               `json:"first_cuts,omitempty" label:"the saw cuts first" usual:"any" blank:"ok"`
	Trim     quantity.Length     `json:"trim_mm,omitempty" label:"cut off a sheet's edges" range:"0 50"`
	Stock    []Stock             `json:"stock" count:"0 500" usual:"[]"`
	Offers   []Offer             `json:"offers" count:"0 500" usual:"[]"`
	Carry    Largest             `json:"carry"`
	Tools    []string            `json:"tools" usual:"[]"`
	Clamps   []Clamp             `json:"clamps" count:"0 40" usual:"[]"`
	Paper    Paper               `json:"paper" usual:"a4"`
	People   []Person            `json:"people" count:"0 8" usual:"[]"`
	Pace     float64             `json:"pace,omitempty" label:"my pace" range:"0|0.2 5"`
	Quiet    float64             `json:"quiet_from,omitempty" label:"no saws after" range:"0 24"` // an hour of the day, 0 where nobody minds
	Prices   []Price             `json:"prices,omitempty" count:"0 1000"`
	Contents []load.Row          `json:"own_contents" usual:"[]"`
	Boards   []material.Stock    `json:"own_boards" usual:"[]"`
	Parts    []support.StockPart `json:"own_parts" usual:"[]"`
}

// First is which way the first cuts through a sheet can be made.
type First string

// The ways.
const (
	AnyWay    First = "any"
	Rips      First = "rips"
	Crosscuts First = "crosscuts"
)

// Choices lists the ways.
func (First) Choices() []field.Choice {
	return field.Choose("any", "either way", "rips", "along the sheet", "crosscuts", "across it")
}

// Stock is a board or sheet on hand; Bad are the places in it that cannot be used.
type Stock struct {
	ID        string          `json:"id"`
	Name      string          `json:"name"`
	Wood      string          `json:"wood"`
	Length    quantity.Length `json:"length_mm" range:"50 20000"`
	Width     quantity.Length `json:"width_mm" range:"5 3000"`
	Thickness quantity.Length `json:"thickness_mm" range:"1 300"`
	Count     int             `json:"count" range:"0 1000"`
	Bad       []Span          `json:"bad" count:"0 40" usual:"[]"`
	Squared   bool            `json:"squared,omitempty"` // its end is square already: an offcut
}

// Fits names what does not go together in a board on hand.
func (s *Stock) Fits(l *problem.List) {
	if _, ok := material.Stuff(s.Wood, material.Grade{}, material.Dry, float64(s.Width), float64(s.Thickness)); !ok {
		l.Add("wood", "%q is not a wood, lumber or panel that is known", s.Wood)
	}
	for k, bad := range s.Bad {
		if bad.From < 0 || bad.To <= bad.From || bad.To > s.Length {
			l.Add(fmt.Sprintf("bad[%d]", k), "a bad place lies on its board, from its left end to its right")
		}
	}
}

// Span is a stretch of a board.
type Span struct {
	From quantity.Length `json:"from_mm"`
	To   quantity.Length `json:"to_mm"`
}

// Offer is a size that can be bought, and its price, 0 where it is not known.
type Offer struct {
	ID        string          `json:"id"`
	Name      string          `json:"name"`
	Wood      string          `json:"wood"`
	Length    quantity.Length `json:"length_mm" range:"50 20000"`
	Width     quantity.Length `json:"width_mm" range:"5 3000"`
	Thickness quantity.Length `json:"thickness_mm" range:"1 300"`
	Price     float64         `json:"price" range:"0 100000"`
	Per       Per             `json:"per" usual:"piece"`
}

// Each is the price of one; 0 where it is not known. A board foot is 144 in³ of what it is cut from, by its
// nominal thickness at least an inch (workshop rule).
func (o *Offer) Each() float64 {
	switch o.Per {
	case Metre:
		return o.Price * float64(o.Length) / 1000
	case BoardFoot:
		return o.Price * float64(o.Length) * float64(o.Width) * max(25.4, float64(o.Thickness)) / (144 * 25.4 * 25.4 * 25.4)
	}
	return o.Price
}

// Per is what a price is for.
type Per string

// What prices are for.
const (
	Piece     Per = "piece"
	Metre     Per = "metre"
	BoardFoot Per = "board-foot"
)

// Choices lists what prices are for.
func (Per) Choices() []field.Choice {
	return field.Choose("piece", "a piece", "metre", "a metre", "board-foot", "a board foot")
}

// Largest is the largest piece that can be carried.
type Largest struct {
	Length quantity.Length `json:"length_mm" range:"0 20000"`
	Width  quantity.Length `json:"width_mm" range:"0 3000"`
	Mass   quantity.Mass   `json:"mass_kg" range:"0 200"`
}

// Clamp is how many clamps of a reach there are.
type Clamp struct {
	Reach quantity.Length `json:"reach_mm" range:"20 5000"`
	Count int             `json:"count" range:"0 200"`
}

// Paper is what is printed on.
type Paper string

// The sheets.
const (
	A4     Paper = "a4"
	Letter Paper = "letter"
)

// Choices lists the sheets.
func (Paper) Choices() []field.Choice { return field.Choose("a4", "A4", "letter", "Letter") }

// Person is somebody who works, and for how many hours on each day from Monday.
type Person struct {
	ID    string     `json:"id"`
	Name  string     `json:"name"`
	Hours [7]float64 `json:"hours"`
	From  [7]float64 `json:"from,omitzero"` // at which hour of the day they begin; 0 is as usual
}

// Begins is at which hour somebody begins on a day of the week, 0 is Monday: in the evening, at the weekend in the
// morning, where they have not said (workshop rule).
func (p *Person) Begins(day int) float64 {
	switch {
	case p.From[day] > 0:
		return p.From[day]
	case day >= 5:
		return min(10, 24-p.Hours[day])
	}
	return min(19, 24-p.Hours[day])
}

// Price is what something costs that is neither board nor part, by its key, as it is sold: so many, or so many litres
// or grams, in one.
type Price struct {
	Key   string  `json:"key"`
	Price float64 `json:"price" range:"0 100000"`
	Pack  float64 `json:"pack,omitempty" range:"0 100000"`
	Where string  `json:"where,omitempty"`
}

// New is a shop as it usually is; inch for who thinks in inches.
func New(inch bool) Shop {
	s := Shop{Format: Format, Version: Version}
	field.Usual(&s)
	if inch {
		s.Kerf, s.Squaring, s.Paper = 3.175, 12.7, Letter
	}
	return s
}

// Validate names every problem of a shop.
func (s *Shop) Validate(l *problem.List) {
	if s.Format != Format || s.Version != Version {
		l.Add("format", "%q version %d: a shop's file says %q and %d here", s.Format, s.Version, Format, Version)
		return
	}
	if !field.Check(l, s) {
		return
	}
	for i, b := range s.Stock {
		b.Fits(l.Each("stock", i))
	}
	for i, o := range s.Offers {
		if _, ok := material.Stuff(o.Wood, material.Grade{}, material.Dry, float64(o.Width), float64(o.Thickness)); !ok {
			l.Add(fmt.Sprintf("offers[%d].wood", i), "%q is not a wood, lumber or panel that is known", o.Wood)
		}
	}
	for i, p := range s.People {
		for d, h := range p.Hours {
			l.CountBetween(fmt.Sprintf("people[%d].hours[%d]", i, d), h, 0, 24)
			if p.From[d] < 0 || p.From[d] > 0 && p.From[d]+h > 24 {
				l.Add(fmt.Sprintf("people[%d].from[%d]", i, d), "%g hours from %g o'clock end after midnight", h, p.From[d])
			}
		}
	}
}

// Merge takes another shop's file in: what it has of a kind and id comes over what is there,
// what it lacks stays, and its figures are taken.
func Merge(mine, theirs Shop) Shop {
	out := theirs
	out.Stock = over(mine.Stock, theirs.Stock, func(s Stock) string { return s.ID })
	out.Offers = over(mine.Offers, theirs.Offers, func(o Offer) string { return o.ID })
	out.People = over(mine.People, theirs.People, func(p Person) string { return p.ID })
	out.Clamps = over(mine.Clamps, theirs.Clamps, func(c Clamp) string { return fmt.Sprint(c.Reach) })
	out.Prices = over(mine.Prices, theirs.Prices, func(p Price) string { return p.Key })
	out.Tools = over(mine.Tools, theirs.Tools, func(t string) string { return t })
	out.Contents = over(mine.Contents, theirs.Contents, func(r load.Row) string { return r.Key })
	out.Boards = over(mine.Boards, theirs.Boards, func(b material.Stock) string { return b.Key })
	out.Parts = over(mine.Parts, theirs.Parts, func(p support.StockPart) string { return p.Key })
	return out
}

// over puts one list over another, by keys; what is there keeps its place.
func over[T any, K cmp.Ordered](mine, theirs []T, key func(T) K) []T {
	out := slices.Clone(mine)
	for _, t := range theirs {
		if i := slices.IndexFunc(out, func(o T) bool { return key(o) == key(t) }); i >= 0 {
			out[i] = t
		} else {
			out = append(out, t)
		}
	}
	return out
}
