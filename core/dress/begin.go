package dress

import (
	"fmt"
	"slices"

	"aguante/core/design"
	"aguante/core/field"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/wall"
)

// Beginning is what a person may want to hang on a new wall.
type Beginning string

// The beginnings.
const (
	OnBrackets Beginning = "brackets"
	Floating   Beginning = "floating"
	InAnAlcove Beginning = "alcove"
	AToolWall  Beginning = "tool-wall"
	ARack      Beginning = "rack"
	SomeHooks  Beginning = "hooks"
	ABox       Beginning = "box"
	Sheets     Beginning = "sheets"
	EmptyWall  Beginning = "empty"
)

// Choices lists the beginnings, as a sentence goes on: what do you want to hang?
func (Beginning) Choices() []field.Choice {
	return field.Choose("brackets", "a shelf on brackets", "floating", "a floating shelf", "alcove", "a shelf in an alcove", "tool-wall", "a tool wall",
		"rack", "a rack", "hooks", "hooks", "box", "a box of bins", "sheets", "sheets that lean", "empty", "nothing yet: an empty wall")
}

// begins is how each of them is made: by which way, and of which sizes beside a shelf's usual ones.
var begins = map[Beginning]struct {
	way  string
	size func(p *design.Project, s *design.Shelf, inch bool)
}{
	OnBrackets: {way: "flat-brackets"},
	Floating: {"pins-in-strip", func(_ *design.Project, s *design.Shelf, inch bool) {
		s.Thickness = round(inch, 1.5, 40)
	}},
	InAnAlcove: {"ledgers", func(p *design.Project, s *design.Shelf, inch bool) { // its side walls are the wall's ends
		p.Wall.Length = round(inch, 36, 900)
		p.Wall.Studs = slices.DeleteFunc(p.Wall.Studs, func(st wall.Stud) bool { return st.X > p.Wall.Length-20 })
		s.X, s.Length, s.Depth = 0, p.Wall.Length, round(inch, 11.25, 300)
	}},
	AToolWall: {"tool-holder", func(_ *design.Project, s *design.Shelf, inch bool) {
		s.Length, s.Depth = round(inch, 24, 600), round(inch, 4, 100)
	}},
	ARack: {"rack", func(_ *design.Project, s *design.Shelf, inch bool) {
		s.Length, s.Depth = round(inch, 48, 1200), round(inch, 12, 300)
	}},
	SomeHooks: {way: "hooks"},
	ABox:      {"box", func(_ *design.Project, s *design.Shelf, inch bool) { s.Depth = round(inch, 9.25, 250) }},
	Sheets: {"sheet-rack", func(_ *design.Project, s *design.Shelf, inch bool) {
		s.Length, s.Depth = round(inch, 48, 1200), round(inch, 12, 300)
	}},
}

// round is a measure as a person of either unit would choose it.
func round(inch bool, inches, mm float64) quantity.Length {
	if inch {
		return quantity.Length(inches * 25.4)
	}
	return quantity.Length(mm)
}

// Begin is a new wall with what a person wants to hang on it, over most studs; on brackets where nobody
// has said, and nothing on an empty one. The error says what cannot be begun with.
func Begin(u design.Units, with Beginning, newID func() string) (*design.Project, error) {
	if with == "" {
		with = OnBrackets
	}
	p := bare(u, newID)
	if with == EmptyWall {
		return p, nil
	}
	b, ok := begins[with]
	if !ok {
		return nil, fmt.Errorf("%q is nothing to begin with", with)
	}
	if _, err := AddShelf(p, newID); err != nil {
		return nil, err
	}
	s := &p.Shelves[0]
	if b.size != nil {
		b.size(p, s, u.Length == design.Inches)
		if with != InAnAlcove {
			s.X = overStuds(&p.Wall, s.Length)
		}
	}
	h, err := Shelf(p, 0, b.way, newID)
	if err != nil {
		return nil, err
	}
	*p = *p.With(0, h)
	if with == AToolWall {
		if h, ok := Panel(p, 0, newID); ok {
			*p = *p.With(0, h)
			form, _ := p.Shelves[0].Form()
			if t, is := form.(*support.ToolHolder); is {
				t.Peg = &support.Peg{}
				*p = *p.With(0, Complete(p, 0, newID))
			}
		}
	}
	return p, nil
}
