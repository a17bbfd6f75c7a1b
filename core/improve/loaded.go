package improve

import (
	"context"
	"fmt"
	"slices"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/load"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/support"
)

// Loaded is what a shelf comes to when so much stands on it, kg, as its contents are spread or evenly
// where it has none, and what has gone by then carries nothing: supports or fasteners by their ids.
func Loaded(ctx context.Context, p *design.Project, id string, kg float64, gone []string, known check.Known) (*check.Shelf, error) {
	if bad := p.Validate(); len(bad) > 0 {
		return nil, check.Invalid(bad)
	}
	at := slices.IndexFunc(p.Shelves, func(s design.Shelf) bool { return s.ID == id })
	if at < 0 || !(kg > 0 && kg < 1e6) {
		return nil, fmt.Errorf("no shelf %q, or no load: %s", id, say.Mass(kg))
	}
	beside, err := check.NewBeside(ctx, p, at, known)
	if err != nil {
		return nil, err
	}
	q := p.With(at, p.Hung(at))
	s := &q.Shelves[at]
	lose(q, s, gone)
	fill(s, kg)
	return beside.Ask(ctx, q)
}

// lose takes what has gone away.
func lose(q *design.Project, s *design.Shelf, gone []string) {
	is := func(id string) bool { return slices.Contains(gone, id) }
	s.Supports = slices.DeleteFunc(s.Supports, func(u design.Support) bool { return is(u.ID) })
	if rail := q.Fixtures.Rail(s.Rail); rail != nil {
		rail.Spots = slices.DeleteFunc(rail.Spots, func(sp support.Spot) bool { return is(sp.ID) })
	}
	if form, _ := s.Form(); form != nil {
		for _, id := range gone {
			support.Loses(form, id)
		}
	}
}

// fill makes a shelf's contents weigh so much in all.
func fill(s *design.Shelf, kg float64) {
	sum := 0.0
	for _, it := range s.Contents {
		sum += float64(it.Mass())
	}
	if sum == 0 {
		tiers := 1
		if form, _ := s.Form(); form != nil {
			tiers = len(form.Tiers())
		}
		s.Contents = nil
		for l := range tiers {
			s.Contents = append(s.Contents, load.Item{ID: fmt.Sprintf("even-%d", l), Name: "load", Shape: "box", By: load.ByCount, Count: 1,
				Each: quantity.Mass(kg / float64(tiers)), To: s.Length, Place: load.Middle, Height: 100, Level: l})
		}
		return
	}
	by := quantity.Mass(kg / sum)
	for i := range s.Contents {
		it := &s.Contents[i]
		it.Each, it.EachLow, it.PerMetre, it.RowLow, it.Of = it.Each*by, it.EachLow*by, it.PerMetre*by, it.RowLow*by, nil
	}
}
