package dress

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"aguante/core/design"
	"aguante/core/field"
	"aguante/core/load"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/support"
	"aguante/core/wall"
)

// bare is a wall of a usual size with studs at the usual spacing, none of them found yet.
func bare(u design.Units, newID func() string) *design.Project {
	p := &design.Project{}
	field.Usual(p)
	p.Format, p.Version, p.Name, p.Units = design.Format, design.Version, "New wall", u
	p.Wall.Length, p.Wall.Height = 3000, 2400
	if u.Length == design.Inches {
		p.Wall.Length, p.Wall.Height = 120*25.4, 96*25.4
	}
	step := Spacings()[slices.IndexFunc(Spacings(), func(s Spacing) bool { return s.Unit == u.Length })].Step
	p.Wall.Lining = wall.Lining{Kind: wall.Gypsum, Thickness: 12.7}
	for i := range 7 {
		st := NewStud()
		st.ID, st.X, st.Found = newID(), step/2+quantity.Length(i)*step, wall.ByGuess
		p.Wall.Studs = append(p.Wall.Studs, st)
	}
	return p
}

// Spacing is how far apart studs usually are, and in which unit people say it.
type Spacing struct {
	Name string            `json:"name"`
	Unit design.LengthUnit `json:"unit"`
	Step quantity.Length   `json:"step_mm"`
}

// Spacings are the usual ones, the nearest of each unit first.
func Spacings() []Spacing {
	return []Spacing{
		{"16 in", design.Inches, 16 * 25.4}, {"24 in", design.Inches, 24 * 25.4},
		{"400 mm", design.Millimetres, 400}, {"600 mm", design.Millimetres, 600},
	}
}

// NewStud is a stud as they usually are, nowhere yet.
func NewStud() wall.Stud {
	return wall.Stud{Width: 38, Depth: 89, Doubt: 5, Wood: "spruce-pine-fir-stud"}
}

// NewItem is a thing to stand on a shelf, nowhere yet, of round figures in the units.
func NewItem(u design.Units) load.Item {
	it := load.Item{Name: "Box", Shape: "box", By: load.ByCount, Count: 1, Each: 5, To: 300, Place: load.Middle, Height: 200}
	if u.Length == design.Inches {
		it.To, it.Height = 12*say.Inch, 8*say.Inch
	}
	if u.Mass == design.Pounds {
		it.Each = 10 * say.Pound
	}
	return it
}

// NewHollow is the inside of a hollow shelf as they are usually made.
func NewHollow() design.Box {
	return design.Box{Skin: 6, Front: 20, Back: 20, Ends: 20, Wood: usualWood}
}

// LadderWoods are a stiff wood and a soft panel, to compare a board with.
func LadderWoods() []string { return []string{"white-oak", "mdf"} }

// usualWood is what shelves and webs are made of when nobody says.
const usualWood = "ponderosa-pine"

// whole stands for all of the wall's height.
const whole = 1e5

// NewKeepOuts is one of each kind of thing in the way, as big as it usually is and as high
// over the floor; what is higher than the wall reaches over all of it.
func NewKeepOuts() []wall.KeepOut {
	return []wall.KeepOut{
		{Kind: wall.Cable, Width: 30, Height: whole}, {Kind: wall.Pipe, Width: 30, Height: whole}, {Kind: wall.Duct, Width: 150, Height: whole},
		{Kind: wall.Outlet, Y: 300, Width: 75, Height: 115}, {Kind: wall.Window, Y: 1000, Width: 900, Height: 1000},
		{Kind: wall.Door, Width: 800, Height: 2000},
		{Kind: wall.Rail, Y: 1900, Width: 800, Height: 40}, {Kind: wall.Uneven, Y: 1000, Width: 300, Height: 300},
	}
}

// AddShelf puts one more shelf of everyday make on a wall, where there is room, on flat
// brackets, and returns its index.
func AddShelf(p *design.Project, newID func() string) (int, error) {
	s := design.Shelf{ID: newID(), Name: fmt.Sprintf("Shelf %d", len(p.Shelves)+1)}
	field.Usual(&s)
	s.Length, s.Depth, s.Thickness = 900, 200, 20
	if p.Units.Length == design.Inches {
		s.Length, s.Depth, s.Thickness = 36*25.4, 7.25*25.4, 0.75*25.4
	}
	s.Length = min(s.Length, p.Wall.Length*0.9)
	s.X = overStuds(&p.Wall, s.Length)
	s.Y = p.Wall.Height / 2
	taken := func(o design.Shelf) bool { return math.Abs(float64(o.Y-s.Y)) < 250 }
	for slices.ContainsFunc(p.Shelves, taken) && s.Y < p.Wall.Height-300 {
		s.Y += 300
	}
	s.Board.Woods = []string{usualWood}
	p.Shelves = append(slices.Clone(p.Shelves), s)
	i := len(p.Shelves) - 1
	h, err := Shelf(p, i, "flat-brackets", newID)
	if err != nil {
		return i, err
	}
	*p = *p.With(i, h)
	return i, nil
}

// inFromEnd is how far from a board's ends a support should be able to stand, mm (Rule).
const inFromEnd = 25

// overStuds is where a board of a length has most studs behind it, the outer ones near its
// ends alike, and is nearest to the middle of the wall.
func overStuds(w *wall.Wall, length quantity.Length) quantity.Length {
	middle := (w.Length - length) / 2
	best, most := middle, 0
	for i, a := range w.Studs {
		for _, b := range w.Studs[i:] {
			x := (a.X + b.X - length) / 2
			if x < 0 || x+length > w.Length {
				continue
			}
			n := 0
			for _, st := range w.Studs {
				if st.X >= x+inFromEnd && st.X <= x+length-inFromEnd {
					n++
				}
			}
			if n > most || n == most && math.Abs(float64(x-middle)) < math.Abs(float64(best-middle)) {
				best, most = x, n
			}
		}
	}
	return best
}

// More puts one more support, upright, hook or post into a shelf: like the one of an id,
// or the last; at the first free stud, or beside it. It returns the new one's id, or ""
// where the shelf takes no more.
func More(p *design.Project, i int, like string, newID func() string) (design.Hung, string) {
	h := p.Hung(i)
	s, o := &h.Shelf, Outfit(p, &h.Shelf, newID)
	if form, _ := s.Form(); form != nil {
		id := support.More(o, form, like)
		return h, id
	}
	if len(s.Supports) == 0 {
		return h, ""
	}
	k := slices.IndexFunc(s.Supports, func(u design.Support) bool { return u.ID == like })
	if k < 0 {
		k = len(s.Supports) - 1
	}
	var taken []quantity.Length
	for _, u := range s.Supports {
		taken = append(taken, u.X)
	}
	at, ok := o.Free(15, taken, s.Supports[k].X)
	if !ok {
		return h, ""
	}
	u := Another(&h, k, at, newID)
	s.Supports = append(s.Supports, u)
	return h, u.ID
}

// Back puts a backer board across the studs behind a shelf's brackets; false where there is
// one already, or no bracket that could be screwed to it.
func Back(p *design.Project, i int, newID func() string) (design.Hung, bool) {
	h := p.Hung(i)
	s := &h.Shelf
	if form, _ := s.Form(); form != nil || s.Rail != "" {
		return h, false
	}
	o := Outfit(p, s, newID)
	var at []quantity.Length
	var ways []support.Way
	for k := range s.Supports {
		at, ways = append(at, s.Supports[k].X), append(ways, s.Supports[k].Way())
	}
	ok := o.Back(at, ways)
	hangOn(&h, o)
	return h, ok
}

// Panel puts a thin back panel behind the rail that a shelf hangs on, the rail screwed to it from
// behind; false where there is no bevelled rail, or it is on one.
func Panel(p *design.Project, i int, newID func() string) (design.Hung, bool) {
	h := p.Hung(i)
	s := &h.Shelf
	r := h.Fixtures.Rail(s.Rail)
	if r == nil || r.Kind != support.Cleat || r.Panel != "" {
		return h, false
	}
	o := Outfit(p, s, newID)
	o.Behind(r)
	h.Fixtures.Panels = append(h.Fixtures.Panels, o.Panels...)
	return h, true
}

// OnWall takes the rail that a shelf hangs on off its panel, and screws it to the wall; a panel that no
// other rail is on goes. False where it is on none.
func OnWall(p *design.Project, i int, newID func() string) (design.Hung, bool) {
	h := p.Hung(i)
	r := h.Fixtures.Rail(h.Shelf.Rail)
	if r == nil || r.Panel == "" {
		return h, false
	}
	panel := r.Panel
	r.Panel, r.Behind = "", false
	Outfit(p, &h.Shelf, newID).Fasten(r, true)
	if !slices.ContainsFunc(h.Fixtures.Rails, func(o support.Rail) bool { return o.Panel == panel }) {
		h.Fixtures.Panels = slices.DeleteFunc(h.Fixtures.Panels, func(a support.Panel) bool { return a.ID == panel })
	}
	return h, true
}

// sawKerf is what a saw takes off where a strip is ripped, mm.
const sawKerf = 3.2

// Rip makes the strip that a shelf's pins stand in of the shelf's own board: the board is narrower by the
// strip and the saw's kerf, and the strip as high as the board is thick. False where there is no strip,
// or the board is not one solid piece.
func Rip(p *design.Project, i int) (design.Hung, bool) {
	h := p.Hung(i)
	s := &h.Shelf
	r := h.Fixtures.Rail(s.Rail)
	solid := s.MakeUp.Kind == design.Solid || s.MakeUp.Kind == ""
	if r == nil || r.Kind != support.Strip || !solid || len(s.Board.Woods) == 0 || s.Depth-r.Thickness-sawKerf < 60 {
		return h, false
	}
	s.Depth -= r.Thickness + sawKerf
	r.Wood, r.Grade, r.Height, r.Bottom = s.Board.Woods[0], s.Board.Grade, s.Thickness, s.Y
	for k := range r.Spots {
		r.Spots[k].Y = min(max(r.Spots[k].Y, 6), r.Height-6)
	}
	return h, true
}

// PlaceAt puts the supports of a shelf at places along the wall, from the left; more are
// made like the last there is, fewer leave the others out.
func PlaceAt(p *design.Project, i int, at []quantity.Length, newID func() string) (design.Hung, error) {
	h := p.Hung(i)
	if len(at) > design.MostSupports {
		return h, fmt.Errorf("%d places: a shelf has %d supports at most", len(at), design.MostSupports)
	}
	if len(h.Shelf.Supports) == 0 {
		var err error
		if h, err = Shelf(p, i, "flat-brackets", newID); err != nil {
			return h, err
		}
	}
	s := &h.Shelf
	slices.SortStableFunc(s.Supports, func(a, b design.Support) int { return cmp.Compare(a.X, b.X) })
	for len(s.Supports) < len(at) {
		s.Supports = append(s.Supports, Another(&h, len(s.Supports)-1, 0, newID))
	}
	s.Supports = s.Supports[:len(at)]
	for k, x := range at {
		s.Supports[k].X = x
		if st := h.Fixtures.Standard(support.HangsOn(s.Supports[k].Way())); st != nil {
			st.X = x
		}
	}
	return h, nil
}

// Complete puts in what the choices of a shelf's supports or form need and nobody has
// given yet.
func Complete(p *design.Project, i int, newID func() string) design.Hung {
	h := p.Hung(i)
	o := Outfit(p, &h.Shelf, newID)
	for k := range h.Shelf.Supports {
		support.Fill(o, h.Shelf.Supports[k].Way())
	}
	if form, _ := h.Shelf.Form(); form != nil {
		support.Fill(o, form)
	}
	if r := h.Fixtures.Rail(h.Shelf.Rail); r != nil {
		support.Fill(o, r)
	}
	field.Lists(&h)
	return h
}
