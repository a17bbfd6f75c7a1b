package plan

import (
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"slices"

	"aguante/core/journal"
	"aguante/core/quantity"
	"aguante/core/shop"
)

// Done is what a journal keeps of a cut that was made: which pieces came out of which stock, and what was left and
// went on hand. It is a fact: a plan goes round it.
type Done struct {
	Blank   string       `json:"blank"`
	Name    string       `json:"name"`
	Pieces  []DonePiece  `json:"pieces"`
	Own     *shop.Stock  `json:"own,omitempty"` // what it was cut from, as it was on hand
	Offcuts []shop.Stock `json:"offcuts"`
}

// DonePiece is a piece that was cut, and its size then, mm.
type DonePiece struct {
	ID     string  `json:"id"`
	Called string  `json:"called"`
	Length float64 `json:"length_mm"`
	Width  float64 `json:"width_mm"`
}

// Fact is a cut of a journal that nobody has taken back.
type Fact struct {
	Entry string `json:"entry"`
	When  string `json:"when"`
	Done
}

// Facts are the cuts of a journal, and the pieces that they make: of those that a design still asks for as they were
// cut. Entries that make no sense are passed over.
func Facts(entries []journal.Entry, parts []Part) (facts []Fact, pieces map[string]bool) {
	facts, pieces = []Fact{}, map[string]bool{}
	for _, e := range journal.Standing(entries) {
		var d Done
		if e.Kind != journal.Cut || json.Unmarshal(e.Data, &d) != nil {
			continue
		}
		facts = append(facts, Fact{e.ID, e.When, d})
		for _, p := range d.Pieces {
			if fitsStill(parts, p) {
				pieces[p.ID] = true
			}
		}
	}
	return facts, pieces
}

// fitsStill tells whether a piece is asked for as it was cut, to half a millimetre.
func fitsStill(parts []Part, d DonePiece) bool {
	const half = 0.5
	for i := range parts {
		l, w := parts[i].Rough()
		for _, e := range parts[i].Each {
			if e.ID == d.ID {
				return math.Abs(l-d.Length) <= half && (math.Abs(w-d.Width) <= half || parts[i].Bevel > 0 || math.Abs(parts[i].Thickness-d.Width) <= half)
			}
		}
	}
	return false
}

// ErrNoBlank: there is no such board in the plan any more.
var ErrNoBlank = errors.New("this board is not in the plan any more: look at it again")

// Make cuts a blank, all of it or up to a piece, and returns what a journal keeps of that and the shop after it: the
// stock is used up, and what is left and long enough goes on hand (workshop rule). Name begins the ids of the
// offcuts.
func (c *Cutting) Make(s shop.Shop, blank, last, name string) (Done, shop.Shop, error) {
	at := slices.IndexFunc(c.Blanks, func(b *Blank) bool { return b.ID == blank })
	if at < 0 {
		return Done{}, s, ErrNoBlank
	}
	b := c.Blanks[at]
	d := Done{Blank: b.ID, Name: b.Name, Pieces: []DonePiece{}, Offcuts: []shop.Stock{}}
	if d.Name == "" {
		d.Name = b.Stuff
	}
	end := 0.0
	for _, p := range b.Places {
		end = max(end, p.X+p.Length)
	}
	if last != "" {
		i := slices.IndexFunc(b.Places, func(p Place) bool { return p.Piece == last })
		if i < 0 || b.From == FromSheet {
			return Done{}, s, ErrNoBlank
		}
		end = c.across(b, b.Places[i].X+b.Places[i].Length, end)
	}
	for _, p := range b.Places {
		if p.X+p.Length > end+1e-6 {
			continue
		}
		d.Pieces = append(d.Pieces, DonePiece{p.Piece, p.Called, p.Length, p.Width})
	}
	s.Stock = slices.Clone(s.Stock)
	if i := slices.IndexFunc(s.Stock, func(o shop.Stock) bool { return o.ID == b.Stock }); b.Own && i >= 0 {
		own := s.Stock[i]
		d.Own = &own
		if s.Stock[i].Count--; s.Stock[i].Count <= 0 {
			s.Stock = slices.Delete(s.Stock, i, i+1)
		}
	}
	left := b.Left
	if b.From == FromBoard { // in one piece, with what is bad in it
		kerf := float64(s.Kerf)
		left = []Place{{X: end + kerf, Length: b.Length - end - kerf, Width: b.Width}}
	}
	for _, l := range left {
		if b.From == FromRod || l.Length < shortest || b.From == FromSheet && l.Width < shortest/2 || b.From == FromBoard && l.Width < b.Width/2 {
			continue
		}
		off := shop.Stock{ID: fmt.Sprintf("%s-%d", name, len(d.Offcuts)+1), Name: "offcut of " + d.Name, Wood: b.Wood, Count: 1, Squared: true,
			Length: quantity.Length(l.Length), Width: quantity.Length(l.Width), Thickness: quantity.Length(b.Thickness), Bad: []shop.Span{}}
		for _, bad := range b.Bad {
			from, to := float64(bad.From)-l.X, float64(bad.To)-l.X
			if to > 1 && from < l.Length-1 {
				off.Bad = append(off.Bad, shop.Span{From: quantity.Length(max(0, from)), To: quantity.Length(min(l.Length, to))})
			}
		}
		d.Offcuts = append(d.Offcuts, off)
		s.Stock = append(s.Stock, off)
	}
	return d, s, nil
}

// across is where the cut runs that goes right through a board at or behind a place, or its last piece's end: what
// lies beside a piece in its stretch of board comes off with it.
func (c *Cutting) across(b *Blank, at, last float64) float64 {
	for _, k := range c.Cuts {
		if k.Blank == b.ID && k.Kind == Crosses && k.To-k.From > b.Width-1 && k.At > at-1e-6 {
			last = min(last, k.At)
		}
	}
	return last
}

// GiveBack is the shop as it was before a cut that was none: its offcuts are gone, and what it was cut from is there.
func (d *Done) GiveBack(s shop.Shop) shop.Shop {
	s.Stock = slices.DeleteFunc(slices.Clone(s.Stock), func(o shop.Stock) bool {
		return slices.ContainsFunc(d.Offcuts, func(off shop.Stock) bool { return off.ID == o.ID })
	})
	if d.Own == nil {
		return s
	}
	if i := slices.IndexFunc(s.Stock, func(o shop.Stock) bool { return o.ID == d.Own.ID }); i >= 0 {
		s.Stock[i].Count++
		return s
	}
	one := *d.Own
	one.Count = 1
	s.Stock = append(s.Stock, one)
	return s
}
