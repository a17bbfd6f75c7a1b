package improve

import (
	"aguante/core/hold"
	"encoding/json"
	"fmt"
	"math"
	"slices"

	"aguante/core/design"
	"aguante/core/dress"
	"aguante/core/fastener"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/wall"
)

// clone copies a shelf all the way down.
func clone(s design.Shelf) design.Shelf {
	b, _ := json.Marshal(s)
	var out design.Shelf
	_ = json.Unmarshal(b, &out)
	return out
}

// changes lists what could be done to the shelf, the easy things first.
func (f *finder) changes() []change {
	var out []change
	if form, _ := f.shelf().Form(); form != nil {
		out = append(out, f.ofForms()...)
	} else {
		out = append(out, f.places()...)
		out = append(out, f.board()...)
		out = append(out, f.parts()...)
	}
	out = append(out, f.fasteners()...)
	if form, _ := f.shelf().Form(); form == nil {
		out = append(out, f.ways()...)
	}
	return out
}

// studs are the wood studs behind the shelf.
func (f *finder) studs() []float64 {
	var out []float64
	if f.p.Wall.Kind != wall.WoodStuds && f.p.Wall.Kind != "" {
		return nil
	}
	s := f.shelf()
	for _, st := range f.p.Wall.Studs {
		if x := st.X; x > s.X+15 && x < s.X+s.Length-15 {
			out = append(out, float64(x))
		}
	}
	slices.Sort(out)
	return out
}

func near(a quantity.Length, x float64) bool { return math.Abs(float64(a)-x) < 15 }

// places moves a support to another stud, or puts one more there.
func (f *finder) places() []change {
	var out []change
	s := f.shelf()
	free := func(s *design.Shelf, x float64) bool {
		return !slices.ContainsFunc(s.Supports, func(u design.Support) bool { return near(u.X, x) })
	}
	order := slices.Clone(s.Supports)
	slices.SortStableFunc(order, func(a, b design.Support) int { return int(math.Copysign(1, float64(a.X-b.X))) })
	for _, x := range f.studs() {
		if !free(s, x) {
			continue
		}
		for i := range s.Supports {
			id, noun := s.Supports[i].ID, s.Supports[i].Way().Noun()
			n := slices.IndexFunc(order, func(u design.Support) bool { return u.ID == id }) + 1
			if d := math.Abs(float64(s.Supports[i].X) - x); d > 500 || s.Supports[i].Kind == design.SideCleat {
				continue
			}
			out = append(out, change{"move", fmt.Sprintf("Move %s %d to the stud at %s", noun, n, f.length(x)), 1, everything, func(s *design.Shelf) bool {
				for k := range s.Supports {
					if s.Supports[k].ID == id {
						s.Supports[k].X = quantity.Length(x)
					}
				}
				return true
			}})
		}
		if len(s.Supports) > 0 && s.Supports[0].Kind != design.SideCleat && s.Supports[0].Kind != design.HiddenPin {
			noun := s.Supports[0].Way().Noun()
			out = append(out, change{"more", fmt.Sprintf("One more %s, on the stud at %s", noun, f.length(x)), 3, everything, func(s *design.Shelf) bool {
				s.Supports = append(s.Supports, f.another(s.Supports[0], x))
				return true
			}})
		}
	}
	if len(s.Supports) > 0 && s.Supports[0].Kind == design.HiddenPin && s.Rail != nil {
		out = append(out, change{"more", "One more pin between every two", 3, theSupport | theWall, func(s *design.Shelf) bool {
			slices.SortFunc(s.Supports, func(a, b design.Support) int { return int(math.Copysign(1, float64(a.X-b.X))) })
			for i := range len(s.Supports) - 1 {
				s.Supports = append(s.Supports, f.another(s.Supports[i], float64(s.Supports[i].X+s.Supports[i+1].X)/2))
			}
			return len(s.Supports) <= 24
		}})
	}
	return out
}

// another is one more support like one, with ids of its own.
func (f *finder) another(like design.Support, x float64) design.Support {
	b, _ := json.Marshal(like)
	var u design.Support
	_ = json.Unmarshal(b, &u)
	u.ID, u.X = f.id(), quantity.Length(x)
	if u.FlatBracket != nil {
		for i := range u.FlatBracket.Holes {
			u.FlatBracket.Holes[i].ID = f.id()
		}
	}
	for _, holes := range [][]hold.PlateHole{holesOf(&u)} {
		for i := range holes {
			holes[i].ID = f.id()
		}
	}
	if u.Keyhole != nil {
		u.Keyhole.Hole = f.id()
	}
	return u
}

func holesOf(u *design.Support) []hold.PlateHole {
	switch {
	case u.BracedBracket != nil:
		return u.BracedBracket.Holes
	case u.TimberBracket != nil:
		return u.TimberBracket.Holes
	case u.HiddenBracket != nil:
		return u.HiddenBracket.Holes
	}
	return nil
}

// board makes it thicker, stiffer, or gives it a lip.
func (f *finder) board() []change {
	var out []change
	s := f.shelf()
	solid := s.Build.Kind == design.Solid || s.Build.Kind == ""
	if solid {
		done := 0
		for _, size := range thicknesses(string(f.p.Units.Length)) {
			if t := quantity.Length(size); t > s.Thickness+0.5 && done < 3 {
				done++
				out = append(out, change{"thick", fmt.Sprintf("A board %s thick", f.length(size)), 4, theBoard | theSupport, func(s *design.Shelf) bool { s.Thickness = t; return true }})
			}
		}
		for _, key := range []string{"douglas-fir", "white-oak", "sugar-maple", "birch-plywood"} {
			st, ok := material.Stuff(key, material.Grade{}, material.Dry, float64(s.Depth), float64(s.Thickness))
			if !ok || slices.Contains(s.Board.Woods, key) {
				continue
			}
			out = append(out, change{"wood", "A board of " + lower(st.Name()), 5, theBoard | theSupport, func(s *design.Shelf) bool {
				s.Board.Woods, s.Board.Tested, s.Board.Across = []string{key}, 0, false
				return true
			}})
		}
	}
	if s.Build.Kind != design.Hollow && s.Build.Front == nil {
		for _, high := range []float64{38, 60} {
			edges := "along its front edge"
			out = append(out, change{"lip", fmt.Sprintf("Glue a lip %s high %s", f.length(high), edges), 3, theBoard, func(s *design.Shelf) bool {
				s.Build.Front = &design.Strip{Width: 19, Height: quantity.Length(high), Goes: design.Down, Glued: true}
				return true
			}}, change{"lip", fmt.Sprintf("Glue lips %s high along both edges", f.length(high)), 4, theBoard, func(s *design.Shelf) bool {
				s.Build.Front = &design.Strip{Width: 19, Height: quantity.Length(high), Goes: design.Down, Glued: true}
				s.Build.Back = &design.Strip{Width: 19, Height: quantity.Length(high), Goes: design.Up, Glued: true}
				return true
			}})
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

// each changes every support of a shelf; false where there is none of the kind.
func each(s *design.Shelf, do func(u *design.Support) bool) bool {
	any := false
	for i := range s.Supports {
		any = do(&s.Supports[i]) || any
	}
	return any
}

// parts makes what reaches out stronger, and what is on the wall taller.
func (f *finder) parts() []change {
	var out []change
	add := func(kind, words string, effort int, of helps, do func(s *design.Shelf) bool) {
		out = append(out, change{kind, words, effort, of, do})
	}
	s := f.shelf()
	if s.Rail != nil && (s.Rail.Kind == support.Strip || s.Rail.Kind == support.Cleat) {
		for _, by := range []float64{1.5, 2.2} {
			h := quantity.Length(math.Round(float64(s.Rail.Height)*by/5) * 5)
			add("tall", fmt.Sprintf("A %s %s high, two rows of fasteners", s.Rail.Noun(), f.length(float64(h))), 3, theWall|theSupport, func(s *design.Shelf) bool {
				top := s.Rail.Bottom + s.Rail.Height
				s.Rail.Height, s.Rail.Bottom = h, top-h
				f.rows(s.Rail)
				return h <= 300
			})
		}
	}
	if s.Rail != nil && s.Rail.Kind == support.Strip {
		add("oak", "A strip of white oak", 4, theWall|theSupport, func(s *design.Shelf) bool {
			s.Rail.Made = hold.Made{Wood: "white-oak", Grade: "clear"}
			return true
		})
	}
	if s.Rail != nil {
		add("columns", "Fasteners at every stud behind the "+s.Rail.Noun(), 2, theWall, f.allColumns)
	}
	kinds := map[design.SupportKind]bool{}
	for _, u := range s.Supports {
		kinds[u.Kind] = true
	}
	if kinds[design.FlatBracket] {
		for _, by := range []float64{1.34, 1.68} {
			t := f.bar(s, by)
			add("bar", fmt.Sprintf("Brackets of bar %s thick", f.fine(t)), 3, theSupport|theWall, func(s *design.Shelf) bool {
				return each(s, func(u *design.Support) bool {
					if u.FlatBracket == nil {
						return false
					}
					u.FlatBracket.Thickness = quantity.Length(t)
					return true
				})
			})
		}
		add("turn", "Turn the brackets over: wall leg below", 2, theWall, func(s *design.Shelf) bool {
			return each(s, func(u *design.Support) bool {
				if u.FlatBracket == nil || u.FlatBracket.LegSide == support.LegBelow {
					return false
				}
				u.FlatBracket.LegSide = support.LegBelow
				return true
			})
		})
	}
	if kinds[design.TimberBracket] || kinds[design.CleatHolder] {
		add("brace", "Put braces in", 3, theSupport, func(s *design.Shelf) bool {
			return each(s, func(u *design.Support) bool {
				fr := frameOf(u)
				if fr == nil || fr.Brace != nil {
					return false
				}
				fr.Brace = &support.Brace{Out: fr.Reach * 3 / 4, Down: fr.Leg * 4 / 5, High: 38}
				return true
			})
		})
		add("joint", "Half-lap the arms, glued", 3, theSupport, func(s *design.Shelf) bool {
			return each(s, func(u *design.Support) bool {
				fr := frameOf(u)
				if fr == nil || fr.Joint.Kind == hold.LapJoint && fr.Joint.Glued {
					return false
				}
				fr.Joint = hold.Joint{Kind: hold.LapJoint, Glued: true}
				return true
			})
		})
	}
	if kinds[design.CleatHolder] {
		add("spacer", "Put the lower spacers in", 1, everything, func(s *design.Shelf) bool {
			return each(s, func(u *design.Support) bool {
				if u.Holder == nil || u.Holder.Spacer {
					return false
				}
				u.Holder.Spacer = true
				return true
			})
		})
	}
	if kinds[design.HiddenPin] {
		for _, d := range []float64{16, 20} {
			add("pins", fmt.Sprintf("Steel rods %s thick", f.length(d)), 3, theSupport, func(s *design.Shelf) bool {
				return float64(s.Thickness) > 1.9*d && each(s, func(u *design.Support) bool {
					if u.Pin == nil {
						return false
					}
					u.Pin.Kind, u.Pin.Width, u.Pin.High, u.Pin.Steel = support.RodPin, quantity.Length(d), quantity.Length(d), hold.Unmarked
					return true
				})
			})
		}
	}
	return out
}

func frameOf(u *design.Support) *support.Frame {
	switch {
	case u.TimberBracket != nil:
		return &u.TimberBracket.Frame
	case u.Holder != nil:
		return &u.Holder.Frame
	}
	return nil
}

func (f *finder) fine(mm float64) string {
	if f.p.Units.Length == "in" {
		return quantity.Inches(quantity.Length(mm), 64) + " in"
	}
	return quantity.Decimal(mm, 1) + " mm"
}

// bar is a thicker bar, in sixteenths or whole millimetres.
func (f *finder) bar(s *design.Shelf, by float64) float64 {
	t := 0.0
	for _, u := range s.Supports {
		if u.FlatBracket != nil {
			t = max(t, float64(u.FlatBracket.Thickness))
		}
	}
	if f.p.Units.Length == "in" {
		return math.Round(t*by/25.4*16) / 16 * 25.4
	}
	return math.Round(t * by)
}

// rows puts two rows of fasteners in every column of a rail.
func (f *finder) rows(r *support.Rail) {
	var xs []quantity.Length
	for _, sp := range r.Spots {
		if !slices.Contains(xs, sp.X) {
			xs = append(xs, sp.X)
		}
	}
	r.Spots = nil
	for _, x := range xs {
		for _, y := range []quantity.Length{16, r.Height - 16} {
			r.Spots = append(r.Spots, support.Spot{ID: f.id(), X: x, Y: y})
		}
	}
}

// allColumns puts fasteners at every stud behind a rail.
func (f *finder) allColumns(s *design.Shelf) bool {
	var ys []quantity.Length
	for _, sp := range s.Rail.Spots {
		if !slices.Contains(ys, sp.Y) {
			ys = append(ys, sp.Y)
		}
	}
	added := false
	for _, x := range f.studs() {
		if x < float64(s.Rail.X)+30 || x > float64(s.Rail.X+s.Rail.Length)-30 || slices.ContainsFunc(s.Rail.Spots, func(sp support.Spot) bool { return near(sp.X, x) }) {
			continue
		}
		for _, y := range ys {
			s.Rail.Spots = append(s.Rail.Spots, support.Spot{ID: f.id(), X: quantity.Length(x), Y: y})
			added = true
		}
	}
	return added
}

// fixings are the fasteners of a shelf that go into the wall.
func fixings(s *design.Shelf) []*hold.Fixing {
	var out []*hold.Fixing
	for i := range s.Supports {
		u := &s.Supports[i]
		switch {
		case u.FlatBracket != nil:
			out = append(out, &u.FlatBracket.Screw)
		case u.BracedBracket != nil:
			out = append(out, &u.BracedBracket.Screw)
		case u.TimberBracket != nil:
			out = append(out, &u.TimberBracket.Screw)
		case u.HiddenBracket != nil:
			out = append(out, &u.HiddenBracket.Screw)
		case u.Keyhole != nil:
			out = append(out, &u.Keyhole.Screw)
		case u.SideCleat != nil:
			out = append(out, &u.SideCleat.Screw)
		}
	}
	if s.Rail != nil {
		out = append(out, &s.Rail.Screw)
	}
	switch {
	case s.Rack != nil:
		out = append(out, &s.Rack.Screw)
	case s.HookRail != nil:
		out = append(out, &s.HookRail.Rail.Screw)
	case s.Frame != nil:
		out = append(out, &s.Frame.Screw)
	case s.SheetRack != nil:
		out = append(out, &s.SheetRack.Screw)
	case s.Cart != nil:
		out = append(out, &s.Cart.Screw)
	}
	return out
}

// fasteners takes longer ones of the same kind, and stouter kinds.
func (f *finder) fasteners() []change {
	have := fixings(f.shelf())
	if len(have) == 0 {
		return nil
	}
	var out []change
	now, _ := fastener.TypeOf(have[0].Type)
	set := func(key string, length quantity.Length) func(s *design.Shelf) bool {
		return func(s *design.Shelf) bool {
			for _, x := range fixings(s) {
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
			if l > 40 && (key != now.Key || l > float64(have[0].Length)+1) && l < 165 && n < 4 && l >= float64(have[0].Length)-1 {
				n++
				out = append(out, change{kind, fmt.Sprintf("%s, %s long", t.Name, f.length(l)), effort, theWall, set(key, quantity.Length(l))})
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

// ofForms makes racks, hook rails and frames stronger.
func (f *finder) ofForms() []change {
	var out []change
	add := func(kind, words string, effort int, of helps, do func(s *design.Shelf) bool) {
		out = append(out, change{kind, words, effort, of, do})
	}
	s := f.shelf()
	if s.Rack != nil {
		for _, x := range f.studs() {
			if !slices.ContainsFunc(s.Rack.Uprights, func(u support.Upright) bool { return near(u.X, x) }) {
				add("more", "One more upright, on the stud at "+f.length(x), 4, everything, func(s *design.Shelf) bool {
					s.Rack.Uprights = append(s.Rack.Uprights, support.Upright{ID: f.id(), X: quantity.Length(x)})
					return true
				})
			}
		}
		for _, by := range []float64{1.25, 1.5} {
			h := quantity.Length(math.Round(float64(s.Rack.Arm.High)*by/5) * 5)
			add("arm", fmt.Sprintf("Arms %s high", f.length(float64(h))), 3, theSupport|theWall, func(s *design.Shelf) bool { s.Rack.Arm.High = h; return true })
		}
		add("rows", "One more fastener in every upright, between the others", 2, theWall, func(s *design.Shelf) bool { return moreRows(&s.Rack.Rows) })
		add("deep", fmt.Sprintf("Uprights %s out from the wall", f.length(float64(s.Rack.Deep)*1.5)), 4, theWall, func(s *design.Shelf) bool { s.Rack.Deep = s.Rack.Deep * 3 / 2; return true })
		add("to-stud", "Every upright to its nearest stud", 1, everything, func(s *design.Shelf) bool {
			for i := range s.Rack.Uprights {
				s.Rack.Uprights[i].X = f.nearest(s.Rack.Uprights[i].X)
			}
			return true
		})
	}
	if h := s.HookRail; h != nil {
		add("columns", "Fasteners at every stud behind the board", 2, theWall, func(s *design.Shelf) bool {
			one := design.Shelf{Rail: &s.HookRail.Rail}
			return f.allColumns(&one)
		})
		add("tall", fmt.Sprintf("A board %s high, two rows of fasteners", f.length(math.Round(float64(h.Height)*1.5))), 3, theWall, func(s *design.Shelf) bool {
			s.HookRail.Height = quantity.Length(math.Round(float64(s.HookRail.Height) * 1.5))
			f.rows(&s.HookRail.Rail)
			return true
		})
		add("thick", fmt.Sprintf("A board %s thick", f.length(float64(h.Thickness)*1.5)), 3, theSupport, func(s *design.Shelf) bool { s.HookRail.Thickness = s.HookRail.Thickness * 3 / 2; return true })
		add("short", fmt.Sprintf("Hooks that reach %s", f.length(math.Round(float64(h.Peg.Reach)*0.7))), 2, theSupport|theWall, func(s *design.Shelf) bool {
			s.HookRail.Peg.Reach = quantity.Length(math.Round(float64(s.HookRail.Peg.Reach) * 0.7))
			return true
		})
		add("stout", fmt.Sprintf("Hooks %s thick", f.length(math.Round(float64(h.Peg.D)*1.3))), 2, theSupport, func(s *design.Shelf) bool {
			s.HookRail.Peg.D = quantity.Length(math.Round(float64(s.HookRail.Peg.D) * 1.3))
			return true
		})
	}
	if s.Frame != nil {
		add("tie", "Tie it to the studs near its top", 1, everything, func(s *design.Shelf) bool {
			s.Frame.Ties = nil
			for _, x := range f.studs() {
				s.Frame.Ties = append(s.Frame.Ties, support.FrameTie{ID: f.id(), X: quantity.Length(x), Up: s.Frame.Height - 80})
			}
			return len(s.Frame.Ties) > 0
		})
		add("floor", "Stand it on the floor", 1, everything, func(s *design.Shelf) bool { s.Y = 0; return true })
		for _, size := range thicknesses(string(f.p.Units.Length)) {
			if t := quantity.Length(size); t > s.Thickness+0.5 {
				add("thick", fmt.Sprintf("Platforms %s thick", f.length(size)), 3, theBoard, func(s *design.Shelf) bool { s.Thickness = t; return true })
			}
		}
	}
	if s.SheetRack != nil {
		add("stop", "Put a stop at the feet", 1, everything, func(s *design.Shelf) bool { s.SheetRack.Stop = true; return true })
		add("rows", "One more fastener in every upright, between the others", 2, theWall, func(s *design.Shelf) bool { return moreRows(&s.SheetRack.Rows) })
		add("arm", fmt.Sprintf("Feet %s high", f.length(float64(s.SheetRack.High)*1.4)), 3, theSupport, func(s *design.Shelf) bool { s.SheetRack.High = s.SheetRack.High * 7 / 5; return true })
	}
	if s.Cart != nil {
		add("caster", "Put a caster under it that takes half", 1, theWall, func(s *design.Shelf) bool { s.Cart.Caster = max(0.5, s.Cart.Caster); return true })
		add("count", "Twice the screws in each hinge", 2, theWall, func(s *design.Shelf) bool { s.Cart.Count *= 2; return s.Cart.Count <= 12 })
	}
	return out
}

// moreRows puts one more row between every two.
func moreRows(rows *[]quantity.Length) bool {
	r := slices.Clone(*rows)
	slices.Sort(r)
	for i := range len(r) - 1 {
		r = append(r, (r[i]+r[i+1])/2)
	}
	slices.Sort(r)
	*rows = r
	return len(r) <= 24
}

// nearest is the stud nearest to a place.
func (f *finder) nearest(x quantity.Length) quantity.Length {
	best := x
	far := math.Inf(1)
	for _, s := range f.studs() {
		if d := math.Abs(float64(x) - s); d < far {
			best, far = quantity.Length(s), d
		}
	}
	return best
}

// ways hangs the shelf in each other way.
func (f *finder) ways() []change {
	var out []change
	for _, w := range dress.Ways() {
		if w.Form {
			continue
		}
		out = append(out, change{"way", "Hang it on " + w.Name, 8, everything, func(s *design.Shelf) bool {
			next, err := dress.Shelf(f.p, *s, w.Key, f.id)
			if err != nil {
				return false
			}
			*s = next
			return true
		}})
	}
	return out
}
