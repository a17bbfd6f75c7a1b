// Package dress hangs a shelf in one of the ways that the app knows, and makes new things
// for a wall from their neighbours. What it makes is a start: every part of it can be
// changed.
package dress

import (
	"errors"
	"fmt"
	"slices"

	"aguante/core/design"
	"aguante/core/field"
	"aguante/core/quantity"
	"aguante/core/support"
)

// ErrWay is a way of hanging that is not known.
var ErrWay = errors.New("not a way of hanging that is known")

// Shelf returns a shelf of a project hung in a way: its supports and what they hang on are
// new, its contents and, but for a sleeve, its board as they were. newID makes an id. The
// error says why the way cannot apply.
func Shelf(p *design.Project, i int, key string, newID func() string) (design.Hung, error) {
	h := p.Hung(i)
	for _, r := range support.Recipes() {
		if r.Key != key {
			continue
		}
		o := Outfit(p, &h.Shelf, newID)
		if was := p.RailOf(&h.Shelf); was != nil && was.IsBack() && o.Hollow != nil {
			o.Hollow.Back = max(o.Hollow.Back, o.Hollow.Front) // the block was its back
		}
		if form, _ := h.Shelf.Form(); form != nil {
			o.OffFloor() // what stands there goes back by itself
		}
		err := r.Make(o)
		p.Forget(i, &h.Fixtures)
		h.Shelf.Misfit = r.Misfit
		wear(&h, o)
		return h, err
	}
	return h, fmt.Errorf("%q: %w", key, ErrWay)
}

// Outfit is a shelf of a project as its ways see it, with nothing under it yet.
func Outfit(p *design.Project, s *design.Shelf, newID func() string) *support.Outfit {
	o := &support.Outfit{Wall: &p.Wall, Inch: p.Units.Length == design.Inches, ID: newID, X: s.X, Y: s.Y, Length: s.Length, Depth: s.Depth,
		Thickness: s.Thickness}
	if b := s.MakeUp.Hollow; s.MakeUp.Kind == design.Hollow && b != nil {
		o.Hollow = &support.Hollow{Skin: b.Skin, Front: b.Front, Back: b.Back}
	}
	return o
}

// wear puts what an outfit is onto a shelf.
func wear(h *design.Hung, o *support.Outfit) {
	s := &h.Shelf
	s.Supports, s.Rail, s.Forms = []design.Support{}, "", support.Forms{}
	Board(s, o)
	for _, p := range o.Supports {
		su := design.Support{ID: p.ID, X: p.X}
		su.Kind = su.Of(p.Way)
		s.Supports = append(s.Supports, su)
	}
	for k := range s.Supports {
		support.Fill(o, s.Supports[k].Way())
	}
	hangOn(h, o)
	h.Fixtures.Standards = append(h.Fixtures.Standards, o.Standards...)
	if o.Form != nil {
		support.Fill(o, o.Form)
		s.Forms.Set(o.Form)
	}
	s.Contents = slices.Clone(s.Contents)
	for i := range s.Contents {
		if it := &s.Contents[i]; it.Hook != "" && !s.HasHook(it.Hook) {
			it.Hook = ""
		}
	}
	field.Lists(h)
}

// hangOn hangs a shelf on the rail that an outfit has, if any.
func hangOn(h *design.Hung, o *support.Outfit) {
	if r := o.Rail; r != nil {
		onWall := *r
		onWall.Bottom += h.Shelf.Y
		h.Shelf.Rail = r.ID
		h.Fixtures.Rails = append(h.Fixtures.Rails, onWall)
	}
	for _, a := range o.Panels {
		a.Bottom += h.Shelf.Y
		h.Fixtures.Panels = append(h.Fixtures.Panels, a)
	}
}

// Board puts an outfit's place and board onto a shelf.
func Board(s *design.Shelf, o *support.Outfit) {
	s.Y, s.Depth, s.Thickness = o.Y, o.Depth, o.Thickness
	if o.Hollow == nil {
		return
	}
	if s.MakeUp.Kind != design.Hollow || s.MakeUp.Hollow == nil {
		s.MakeUp = design.MakeUp{Kind: design.Hollow, Hollow: &design.Box{}, Front: s.MakeUp.Front}
	}
	box := *s.MakeUp.Hollow
	box.Skin, box.Front, box.Back = o.Hollow.Skin, o.Hollow.Front, o.Hollow.Back
	s.MakeUp.Hollow = &box
}

// Another is one more support like one of a shelf, at a place, with ids of its own; with a
// standard of its own where that one clips into one.
func Another(h *design.Hung, like int, x quantity.Length, newID func() string) design.Support {
	u := h.Shelf.Clone().Supports[like]
	field.Renew(&u, newID)
	u.X = x
	if b := u.BracedBracket; b != nil && b.Standard != "" {
		copied := h.Fixtures.Clone()
		if s := copied.Standard(b.Standard); s != nil {
			field.Renew(s, newID)
			s.X, b.Standard = x, s.ID
			h.Fixtures.Standards = append(h.Fixtures.Standards, *s)
		}
	}
	return u
}
