package improve

import (
	"context"
	"fmt"
	"slices"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/hold"
	"aguante/core/piece"
	"aguante/core/support"
)

// Row is one way of hanging a shelf, dressed for its wall, and what it comes to. Why
// says why a way cannot apply; then nothing else is there.
type Row struct {
	Key       string        `json:"key"`
	Name      string        `json:"name"`
	Why       string        `json:"why,omitempty"`
	Now       bool          `json:"now,omitempty"` // the shelf as it is
	Hung      *design.Hung  `json:"hung,omitempty"`
	Verdict   check.Verdict `json:"verdict,omitempty"`
	Holds     check.Limit   `json:"holds"`
	Straight  check.Limit   `json:"straight"`
	Breaks    *check.Limit  `json:"breaks,omitempty"`
	First     string        `json:"first,omitempty"`
	How       string        `json:"how,omitempty"`
	FirstLink string        `json:"first_link,omitempty"`
	Droop     float64       `json:"droop_mm"` // at the front, the worst of its supports
	Holes     int           `json:"holes"`    // in the wall
	Parts     []Need        `json:"parts"`
	Tools     []string      `json:"tools"`
	Hands     string        `json:"hands"`
	Hidden    bool          `json:"hidden"`
	Side      Picture       `json:"side"`
}

// Need is a part that has to be got or made: how many of what. Type is a fastener's
// key, where it is one.
type Need struct {
	Count  int     `json:"count"`
	What   string  `json:"what"`
	Type   string  `json:"type,omitempty"`
	Length float64 `json:"length_mm,omitempty"`
}

// Picture is one support seen from the side, to scale.
type Picture struct {
	Back   float64      `json:"back_mm"`
	Gap    float64      `json:"gap_mm"`
	Shapes []hold.Shape `json:"shapes"`
	Holes  []hold.Hole  `json:"holes"`
}

// Compare says what a shelf comes to as it is, first, and then hung in every way that a board can
// hang in, each with sensible parts fitted to the studs; what holds without a board is compared with
// the other such forms as well.
func Compare(ctx context.Context, p *design.Project, id string, newID func() string, known check.Known) ([]Row, error) {
	if bad := p.Validate(); len(bad) > 0 {
		return nil, check.Invalid(bad)
	}
	at := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == id })
	if at < 0 {
		return nil, fmt.Errorf("no shelf %q", id)
	}
	beside, err := check.NewBeside(ctx, p, at, known)
	if err != nil {
		return nil, err
	}
	was, err := beside.Ask(ctx, p)
	if err != nil {
		return nil, err
	}
	own := p.WayOf(&p.Shelves[at])
	form, _ := p.Shelves[at].Form()
	now := Row{Key: own, Name: "as it is", Now: true, Tools: []string{}, Parts: []Need{}}
	now.comesTo(p, at, was)
	out := []Row{now}
	for _, w := range support.Recipes() {
		if w.Form && form == nil || w.Suits != nil && w.Key != own && !w.Suits(dress.Outfit(p, &p.Shelves[at], newID)) {
			continue
		}
		row := Row{Key: w.Key, Name: w.Name, Hidden: w.Hidden, Tools: w.Tools, Hands: w.Hands, Parts: []Need{},
			Side: Picture{Shapes: []hold.Shape{}, Holes: []hold.Hole{}}}
		h, err := dress.Shelf(p, at, w.Key, newID)
		if err != nil {
			row.Why = err.Error()
			out = append(out, row)
			continue
		}
		q := p.With(at, h)
		if bad := q.ValidateShelf(at); len(bad) > 0 {
			row.Why = bad[0].Message
			out = append(out, row)
			continue
		}
		a, err := beside.Ask(ctx, q)
		if err != nil {
			return nil, err
		}
		row.Hung = &h
		row.comesTo(q, at, a)
		out = append(out, row)
	}
	for _, w := range support.Recipes() {
		if w.Key == own {
			out[0].Name, out[0].Tools, out[0].Hands, out[0].Hidden = "as it is: "+w.Name, w.Tools, w.Hands, w.Hidden
		}
	}
	return out, nil
}

// comesTo writes what a shelf's answer says into its row.
func (r *Row) comesTo(p *design.Project, at int, a *check.Shelf) {
	r.Verdict, r.Holds, r.Straight, r.Breaks, r.FirstLink = a.Verdict, a.HoldsUpTo, a.StraightTo, a.Breaks, a.First
	for _, l := range a.Links {
		if l.ID == a.First {
			r.First, r.How = l.Name, l.How
		}
		if l.Role == hold.RoleDroop {
			r.Droop = max(r.Droop, l.Value)
		}
	}
	r.Holes, r.Parts, r.Side = holesIn(a), needs(p, &p.Shelves[at]), pictureOf(a)
}

// holesIn counts the holes that a shelf asks of its wall.
func holesIn(a *check.Shelf) int {
	n := 0
	for _, s := range a.Supports {
		n += s.Own
	}
	if a.Rail != nil {
		for _, c := range a.Rail.Geometry.Columns {
			n += len(c.Holes)
		}
	}
	return n
}

// pictureOf is the most used support from the side, or the rail at its most used
// column.
func pictureOf(a *check.Shelf) Picture {
	if len(a.Supports) > 0 {
		best := 0
		for i := range a.Supports {
			if a.Supports[i].Load > a.Supports[best].Load {
				best = i
			}
		}
		g := a.Supports[best].Geometry
		return Picture{g.Back, g.Gap, g.Shapes, g.Holes}
	}
	if a.Rail != nil && len(a.Rail.Geometry.Columns) > 0 {
		c := a.Rail.Geometry.Columns[0]
		return Picture{c.Back, c.Gap, c.Shapes, c.Holes}
	}
	return Picture{Shapes: []hold.Shape{}, Holes: []hold.Hole{}}
}

// needs lists what a shelf's hanging takes: like pieces together, fasteners with their
// lengths.
func needs(p *design.Project, s *design.Shelf) []Need {
	var out []Need
	for _, p := range piece.Gather(p.Hangings(s)) {
		out = append(out, Need{p.Count, p.Called(), p.Type, p.Length})
	}
	return out
}
