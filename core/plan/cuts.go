package plan

import (
	"context"
	"fmt"
	"math"

	"aguante/core/cutting"
	"aguante/core/design"
	"aguante/core/say"
	"aguante/core/shop"
)

// Cutting is the plan of a wall: which piece is cut from which board or sheet, and in which order.
type Cutting struct {
	Blanks   []*Blank  `json:"blanks"`
	Counts   []Count   `json:"counts"`
	Cuts     []Cut     `json:"cuts"`
	Settings []Setting `json:"settings"`
	Uncut    []Uncut   `json:"uncut"`
	Unmet    []string  `json:"unmet"` // boards that what was decided by hand for does not fit on any more
	Price    float64   `json:"price"`
	Unpriced int       `json:"unpriced"` // boards to buy that nobody has given a price
	Settled  bool      `json:"settled"`

	taken map[string]int // how many of each own stock are used
}

// Count is how many boards or sheets of one stuff a plan takes, and how many no plan can do without.
type Count struct {
	From      From    `json:"from"`
	Stuff     string  `json:"stuff"`
	Thickness float64 `json:"thickness_mm"`
	Width     float64 `json:"width_mm"`
	Blanks    int     `json:"blanks"`
	Buy       int     `json:"buy"`
	Least     int     `json:"least"`
	Blade     string  `json:"blade,omitempty"` // that fewer would do if the blade took nothing
}

// Blank is one board, sheet or rod with what is cut from it. Lengths run along it from its left end, widths from
// its lower edge, mm.
type Blank struct {
	ID        string      `json:"id"`
	Group     int         `json:"group"` // blanks of one group are cut for the like of each other
	Stock     string      `json:"stock"`
	Name      string      `json:"name"`
	From      From        `json:"from"`
	Wood      string      `json:"wood"`
	Stuff     string      `json:"stuff"`
	Own       bool        `json:"own"`
	Locked    bool        `json:"locked"`
	Length    float64     `json:"length_mm"`
	Width     float64     `json:"width_mm"`
	Thickness float64     `json:"thickness_mm"`
	Squaring  float64     `json:"squaring_mm"`
	Bad       []shop.Span `json:"bad"`
	Places    []Place     `json:"places"`
	Left      []Place     `json:"left"`
	Price     float64     `json:"price"`
	Priced    bool        `json:"priced"`
	roots     []*cutting.Part
	cuts      []cut
}

// Place is where a piece lies on its blank, or what is left over.
type Place struct {
	Piece  string  `json:"piece,omitempty"`
	Called string  `json:"called,omitempty"`
	X      float64 `json:"x_mm"`
	Y      float64 `json:"y_mm"`
	Length float64 `json:"length_mm"`
	Width  float64 `json:"width_mm"`
	Turned bool    `json:"turned,omitempty"`
}

// Uncut is a piece that cannot be cut from anything, and what would help.
type Uncut struct {
	Piece  string `json:"piece"`
	Called string `json:"called"`
	Why    string `json:"why"`
}

// shortest is how long an offcut must be to be kept, mm (workshop rule).
const shortest = 300.0

// hacksaw is the kerf of a rod's cut, mm (workshop rule).
const hacksaw = 1.0

// Lay plans which stock every part is cut from that is not done, by the person's shop and what they have decided.
// It stops at the best so far when ctx ends.
func Lay(ctx context.Context, p *design.Project, parts []Part, s *shop.Shop, decided *Plan, done map[string]bool) Cutting {
	out := Cutting{Blanks: []*Blank{}, Counts: []Count{}, Uncut: []Uncut{}, Unmet: []string{}, Settled: true, taken: map[string]int{}}
	groups := inGroups(parts, Strips(p, parts), s, p.Units.Length, done)
	for i := range groups {
		g := &groups[i]
		g.n, g.first = i, len(out.Blanks)
		c := Count{From: g.from, Stuff: g.stuff, Thickness: g.thickness}
		if g.from == FromSheet {
			c.Least = g.sheets(ctx, s, &out)
		} else {
			c.Least, c.Blade = g.boards(ctx, decided, &out)
		}
		mine := out.Blanks[g.first:]
		if len(mine) == 0 {
			continue
		}
		if g.from == FromBoard {
			c.Width = g.widest()
		}
		c.Blanks = len(mine)
		for _, b := range mine {
			b.finish(g)
			switch {
			case b.Own:
				continue
			case b.Priced:
				out.Price += b.Price
			default:
				out.Unpriced++
			}
			c.Buy++
		}
		out.Counts = append(out.Counts, c)
	}
	out.order()
	return out
}

// cannot says of jobs that they cannot be cut, and what would help.
func (c *Cutting) cannot(g *group, jobs []job) {
	long, wide := 0.0, 0.0
	for i := range g.stocks {
		for _, seg := range g.stocks[i].segments() {
			long = max(long, seg.to-seg.from)
		}
		wide = max(wide, g.stocks[i].width)
	}
	for _, j := range jobs {
		for _, o := range j.lies {
			why := fmt.Sprintf("%s is %s by %s, and fits no %s that there is. Turn its grain, join it, or buy a larger one.", o.called,
				say.Length(o.length), say.Length(o.width), named(g.from))
			switch {
			case o.length > long:
				why = fmt.Sprintf("%s is %s long: the longest %s that there is gives %s. Join it, or buy one of %s.", o.called,
					say.Length(o.length), named(g.from), say.Length(long), say.Length(math.Ceil((o.length+30)/100)*100))
			case j.length > long:
				why = fmt.Sprintf("%s is in a row that is %s long in all: the longest %s that there is gives %s. Take it out of the row, or buy "+
					"a longer one.", o.called, say.Length(j.length), named(g.from), say.Length(long))
			case o.width > wide:
				why = fmt.Sprintf("%s is %s wide: the widest %s that there is has %s. Glue it up of two, or buy a wider one.", o.called,
					say.Length(o.width), named(g.from), say.Length(wide))
			}
			c.Uncut = append(c.Uncut, Uncut{Piece: o.id, Called: o.called, Why: why})
		}
	}
}

func named(f From) string {
	return map[From]string{FromBoard: "board", FromSheet: "sheet", FromRod: "rod"}[f]
}
