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
	Stock    []Stock             `json:"stock" count:"0 500" usual:"[]"`
	Offers   []Offer             `json:"offers" count:"0 500" usual:"[]"`
	Carry    Largest             `json:"carry"`
	Tools    []string            `json:"tools" usual:"[]"`
	Clamps   []Clamp             `json:"clamps" count:"0 40" usual:"[]"`
	Paper    Paper               `json:"paper" usual:"a4"`
	People   []Person            `json:"people" count:"0 8" usual:"[]"`
	Contents []load.Row          `json:"own_contents" usual:"[]"`
	Boards   []material.Stock    `json:"own_boards" usual:"[]"`
	Parts    []support.StockPart `json:"own_parts" usual:"[]"`
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
		at := l.In(fmt.Sprintf("stock[%d]", i))
		if _, ok := material.Stuff(b.Wood, material.Grade{}, material.Dry, float64(b.Width), float64(b.Thickness)); !ok {
			at.Add("wood", "%q is not a wood, lumber or panel that is known", b.Wood)
		}
		for k, bad := range b.Bad {
			if bad.From < 0 || bad.To <= bad.From || bad.To > b.Length {
				at.Add(fmt.Sprintf("bad[%d]", k), "a bad place lies on its board, from its left end to its right")
			}
		}
	}
	for i, o := range s.Offers {
		if _, ok := material.Stuff(o.Wood, material.Grade{}, material.Dry, float64(o.Width), float64(o.Thickness)); !ok {
			l.Add(fmt.Sprintf("offers[%d].wood", i), "%q is not a wood, lumber or panel that is known", o.Wood)
		}
	}
	for i, p := range s.People {
		for d, h := range p.Hours {
			l.CountBetween(fmt.Sprintf("people[%d].hours[%d]", i, d), h, 0, 24)
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
