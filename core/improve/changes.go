package improve

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/fastener"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/support"
	"aguante/core/wall"
)

// changes lists what could be done to the shelf, the easy things first.
func (f *finder) changes() []change {
	var out []change
	form, _ := f.shelf().Form()
	out = append(out, f.contents()...)
	if form == nil {
		out = append(append(append(out, f.places()...), f.lining()...), f.board()...)
	}
	out = append(out, f.parts()...)
	out = append(out, f.fasteners()...)
	if form == nil {
		out = append(out, f.ways()...)
	}
	return out
}

// now is the shelf as it hangs, to be looked at.
func (f *finder) now() *design.Hung {
	return &design.Hung{Shelf: *f.shelf(), Fixtures: f.p.Fixtures}
}

func (f *finder) outfit(s *design.Shelf) *support.Outfit { return dress.Outfit(f.p, s, f.id) }

// onShelf is a change of the shelf alone.
func onShelf(do func(s *design.Shelf) bool) func(h *design.Hung) bool {
	return func(h *design.Hung) bool { return do(&h.Shelf) }
}

// places moves a support to another stud, or puts one more there.
func (f *finder) places() []change {
	var out []change
	s := f.shelf()
	free := func(x float64) bool {
		return !slices.ContainsFunc(s.Supports, func(u design.Support) bool { return support.At(u.X, x) })
	}
	if s.Rail == "" {
		out = append(out, change{"backer", "Put a backer board behind the brackets", 3, support.TheWall, func(h *design.Hung) bool {
			next, ok := dress.Back(f.p.With(f.at, *h), f.at, f.id)
			*h = next
			return ok
		}})
	}
	order := slices.Clone(s.Supports)
	slices.SortStableFunc(order, func(a, b design.Support) int { return cmp.Compare(a.X, b.X) })
	moves := func(u *design.Support) bool { return support.Placeable(u.Way()) }
	for n, u := range order { // one too many may only harm
		if len(order) > 2 && moves(&u) {
			out = append(out, change{"less", fmt.Sprintf("Take %s %d out", u.Way().Noun(), n+1), 1, support.Everything,
				onShelf(func(s *design.Shelf) bool {
					s.Supports = slices.DeleteFunc(slices.Clone(s.Supports), func(o design.Support) bool { return o.ID == u.ID })
					return true
				})})
		}
	}
	for _, x := range f.outfit(s).StudsBehind() {
		if !free(x) {
			continue
		}
		for i := range s.Supports {
			id, noun := s.Supports[i].ID, s.Supports[i].Way().Noun()
			n := slices.IndexFunc(order, func(u design.Support) bool { return u.ID == id }) + 1
			if d := math.Abs(float64(s.Supports[i].X) - x); d > 500 || !moves(&s.Supports[i]) {
				continue
			}
			out = append(out, change{"move", fmt.Sprintf("Move %s %d to the stud at %s", noun, n, say.Length(x)), 1, support.Everything,
				func(h *design.Hung) bool {
					return move(h, id, quantity.Length(x))
				}})
		}
		if len(s.Supports) > 0 && moves(&s.Supports[0]) && !f.between() {
			noun := s.Supports[0].Way().Noun()
			out = append(out, change{"more", fmt.Sprintf("One more %s, on the stud at %s", noun, say.Length(x)), 3, support.Everything,
				func(h *design.Hung) bool {
					return f.more(h, 0, quantity.Length(x))
				}})
		}
	}
	if f.between() {
		noun := s.Supports[0].Way().Noun()
		out = append(out, change{"more", "One more " + noun + " between every two", 3, support.TheSupport | support.TheWall,
			func(h *design.Hung) bool {
				s := &h.Shelf
				slices.SortFunc(s.Supports, func(a, b design.Support) int { return cmp.Compare(a.X, b.X) })
				for i := range len(s.Supports) - 1 {
					f.more(h, i, (s.Supports[i].X+s.Supports[i+1].X)/2)
				}
				return len(s.Supports) <= 24
			}})
	}
	return out
}

// between tells whether more supports go between those that there are, as studs do not
// matter to them: a rail carries them.
func (f *finder) between() bool {
	s := f.shelf()
	return len(s.Supports) > 0 && s.Rail != "" && len(s.Supports[0].Way().Fixings()) == 0 && support.Between(s.Supports[0].Way())
}

// move puts a support, and a standard that it clips into, at a place.
func move(h *design.Hung, id string, x quantity.Length) bool {
	for k := range h.Shelf.Supports {
		u := &h.Shelf.Supports[k]
		if u.ID != id {
			continue
		}
		u.X = x
		if st := h.Fixtures.Standard(support.HangsOn(u.Way())); st != nil {
			st.X = x
		}
	}
	return true
}

// more puts in one more support like one that there is, with ids of its own, and with a
// standard of its own where that one has one.
func (f *finder) more(h *design.Hung, like int, x quantity.Length) bool {
	h.Shelf.Supports = append(h.Shelf.Supports, dress.Another(h, like, x, f.id))
	return true
}

// board makes it thicker, stiffer, or gives it a lip.
func (f *finder) board() []change {
	var out []change
	s := f.shelf()
	solid := s.MakeUp.Kind == design.Solid || s.MakeUp.Kind == ""
	if solid {
		out = append(out, f.thicker("A board", 4, support.TheBoard|support.TheSupport, 3)...)
		for _, key := range []string{"douglas-fir", "white-oak", "sugar-maple", "birch-plywood"} {
			st, ok := material.Stuff(key, material.Grade{}, material.Dry, float64(s.Depth), float64(s.Thickness))
			if !ok || slices.Contains(s.Board.Woods, key) {
				continue
			}
			out = append(out, change{"wood", "A board of " + lower(st.Name()), 5, support.TheBoard | support.TheSupport,
				onShelf(func(s *design.Shelf) bool {
					s.Board.Woods, s.Board.Tested, s.Board.Across = []string{key}, 0, false
					return true
				})})
		}
	}
	deepest := quantity.Length(0)
	for _, it := range s.Contents {
		deepest = max(deepest, it.Depth)
	}
	for _, part := range []float64{0.85, 0.7} {
		d := quantity.Length(math.Round(float64(s.Depth)*part/5) * 5)
		if f.p.Units.Length == design.Inches {
			d = quantity.Length(math.Round(float64(s.Depth)*part/say.Inch*4) / 4 * say.Inch)
		}
		if solid && d >= max(deepest, 90) {
			out = append(out, change{"shallow", fmt.Sprintf("A board %s deep, so that it reaches out less", say.Length(float64(d))), 3,
				support.TheSupport | support.TheWall, onShelf(func(s *design.Shelf) bool { s.Depth = d; return true })})
		}
	}
	if s.MakeUp.Kind != design.Hollow && s.MakeUp.Front == nil {
		for _, high := range []float64{38, 60} {
			edges := "along its front edge"
			out = append(out, change{"lip", fmt.Sprintf("Glue a lip %s high %s", say.Length(high), edges), 3, support.TheBoard,
				onShelf(func(s *design.Shelf) bool {
					s.MakeUp.Front = &design.Strip{Width: 19, Height: quantity.Length(high), Goes: design.Down, Glued: true}
					return true
				})}, change{"lip", fmt.Sprintf("Glue lips %s high along both edges", say.Length(high)), 4, support.TheBoard,
				onShelf(func(s *design.Shelf) bool {
					s.MakeUp.Front = &design.Strip{Width: 19, Height: quantity.Length(high), Goes: design.Down, Glued: true}
					s.MakeUp.Back = &design.Strip{Width: 19, Height: quantity.Length(high), Goes: design.Up, Glued: true}
					return true
				})})
		}
	}
	return out
}

// thicknesses are what boards are sold as in a unit, thinnest first, mm.
func thicknesses(unit string) []float64 {
	seen := map[float64]bool{}
	var out []float64
	for _, s := range material.Sizes() {
		if s.Unit == unit && s.Stuff == "solid" && !seen[s.Thickness] {
			seen[s.Thickness] = true
			out = append(out, s.Thickness)
		}
	}
	slices.Sort(out)
	return out
}

// parts makes what reaches out stronger, and what is on the wall taller.
func (f *finder) parts() []change {
	var out []change
	s := f.shelf()
	o := f.outfit(s)
	if r := f.p.RailOf(s); r != nil {
		for _, b := range support.BettersOf(o, r) {
			out = append(out, change{b.Kind, b.Words, b.Effort, b.Helps,
				func(h *design.Hung) bool { return b.Do(f.outfit(&h.Shelf), h.Fixtures.Rail(h.Shelf.Rail)) }})
		}
	}
	seen := map[support.Kind]bool{}
	for i := range s.Supports {
		u := &s.Supports[i]
		if seen[u.Kind] {
			continue
		}
		seen[u.Kind] = true
		for _, b := range support.BettersOf(o, u.Way()) {
			out = append(out, change{b.Kind, b.Words, b.Effort, b.Helps, func(h *design.Hung) bool {
				o, any := f.outfit(&h.Shelf), false
				for k := range h.Shelf.Supports {
					if one := &h.Shelf.Supports[k]; one.Kind == u.Kind {
						any = b.Do(o, one.Way()) || any
					}
				}
				return any
			}})
		}
	}
	if form, _ := s.Form(); form != nil {
		for _, b := range support.BettersOf(o, form) {
			out = append(out, change{b.Kind, b.Words, b.Effort, b.Helps, func(h *design.Hung) bool {
				o := f.outfit(&h.Shelf)
				form, _ := h.Shelf.Form()
				ok := b.Do(o, form)
				dress.Board(&h.Shelf, o)
				return ok
			}})
		}
		if boards := support.Boards(form); boards != "" {
			out = append(out, f.thicker(boards, 3, support.TheBoard, 24)...)
		}
	}
	return out
}

// thicker is a board, or platforms, of the next so many thicknesses that are sold.
func (f *finder) thicker(what string, effort int, of support.Helps, most int) []change {
	var out []change
	for _, size := range thicknesses(string(f.p.Units.Length)) {
		if t := quantity.Length(size); t > f.shelf().Thickness+0.5 && len(out) < most {
			out = append(out, change{"thick", fmt.Sprintf("%s %s thick", what, say.Length(size)), effort, of,
				onShelf(func(s *design.Shelf) bool { s.Thickness = t; return true })})
		}
	}
	return out
}

// fixings are the fasteners of a shelf that go into the wall, those of what it hangs on
// with them.
func fixings(h *design.Hung) []*hold.Fixing {
	var out []*hold.Fixing
	for i := range h.Shelf.Supports {
		w := h.Shelf.Supports[i].Way()
		out = append(out, w.Fixings()...)
		if s := h.Fixtures.Standard(support.HangsOn(w)); s != nil {
			out = append(out, &s.Screw)
		}
	}
	if r := h.Fixtures.Rail(h.Shelf.Rail); r != nil {
		out = append(out, &r.Screw)
	}
	if form, _ := h.Shelf.Form(); form != nil {
		out = append(out, form.Fixings()...)
	}
	return out
}

// fasteners takes longer ones of the same kind, and stouter kinds.
func (f *finder) fasteners() []change {
	have := fixings(f.now())
	if len(have) == 0 {
		return nil
	}
	var out []change
	now, _ := fastener.TypeOf(have[0].Type)
	set := func(key string, length quantity.Length) func(h *design.Hung) bool {
		return func(h *design.Hung) bool {
			for _, x := range fixings(h) {
				x.Type, x.Length, x.Rating, x.Head = key, length, nil, 0
			}
			return true
		}
	}
	try := func(key, kind string, effort int) {
		t, ok := fastener.TypeOf(key)
		if !ok {
			return
		}
		n := 0
		for _, l := range (fastener.Screw{Type: t}).Stock() {
			if l > 20 && (key != now.Key || l > float64(have[0].Length)+1) && l < 165 && n < 4 && l >= float64(have[0].Length)-1 {
				n++
				out = append(out, change{kind, fmt.Sprintf("%s, %s long", t.Name, say.Length(l)), effort, support.TheWall, set(key, quantity.Length(l))})
			}
		}
	}
	switch {
	case f.p.Wall.Solid():
		try("sleeve-8", "screw", 2)
		return out
	case f.p.Wall.Kind == wall.SteelStuds:
		return nil
	case now.Kind != fastener.Anchor:
		try(now.Key, "longer", 1)
	}
	if f.p.Units.Length == "in" {
		try("wood-14", "screw", 2)
		try("lag-1/4", "lag", 2)
		try("lag-5/16", "lag", 2)
	} else {
		try("structural-6", "screw", 2)
		try("wood-8mm", "screw", 2)
		try("coach-8", "lag", 2)
	}
	return out
}

// ways hangs the shelf in each other way.
func (f *finder) ways() []change {
	var out []change
	for _, r := range support.Recipes() {
		if r.Form || r.Suits != nil && !r.Suits(f.outfit(f.shelf())) {
			continue
		}
		out = append(out, change{"way", "Hang it on " + r.Name, 8, support.Everything, func(h *design.Hung) bool {
			next, err := dress.Shelf(f.p.With(f.at, *h), f.at, r.Key, f.id)
			if *h = next; err != nil {
				f.out.Refused = append(f.out.Refused, Refused{"Hang it on " + r.Name, err.Error()})
			}
			return err == nil
		}})
	}
	return out
}
