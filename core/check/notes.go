package check

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/load"
	"aguante/core/material"
	"aguante/core/say"
	"aguante/core/support"
	"aguante/core/wall"
)

// notes states what was assumed and what to beware of.
func (r *run) notes(p *design.Project, out *Answer) {
	s := r.shelf
	assume := func(text string) {
		if !slices.Contains(out.Assumed, text) {
			out.Assumed = append(out.Assumed, text)
		}
	}
	caution := func(about, format string, args ...any) {
		out.Cautions = append(out.Cautions, Caution{about, fmt.Sprintf(format, args...)})
	}
	if n := len(s.Board.Woods); n > 1 {
		assume(fmt.Sprintf("the board is the worst of %d woods, link by link", n))
	}
	for _, b := range s.Candidates() {
		if b.Wood.Assumed != "" && b.Key() == b.Wood.Key {
			assume(fmt.Sprintf("%s: no published %s; low values taken", b.Wood.Name, b.Wood.Assumed))
		}
	}
	if r.even {
		assume("no contents yet: the limits are for contents spread evenly, in the middle of the depth")
	} else {
		assume("contents by their high guess")
	}
	if s.Misfit > 0 && len(r.at) >= 3 {
		assume(fmt.Sprintf("each support in turn stands %s off level", say.Length(float64(s.Misfit))))
	}
	if s.Board.Condition == material.Drying {
		caution(s.ID, "wood bought wet twists and shrinks as it dries: fastenings loosen, look again after a heating season")
	}
	for i := range s.Supports {
		su := &s.Supports[i]
		if out.Supports[i].Number == 0 {
			caution(su.ID, "a %s is not under the board: it carries nothing", su.Way().Noun())
		}
	}
	for _, it := range s.Contents {
		if abreast, rows := it.Stand(float64(s.Depth)); it.Wide > 0 && it.By == load.ByCount && it.Count > abreast*rows {
			caution(it.ID, "%d of %s, each %s wide, are more than stand there: there is room for %d side by side and %d behind one another",
				it.Count, load.Called(it), say.Length(float64(it.Wide)), abreast, rows)
		}
	}
	r.boardNotes(assume, caution)
	var said []string
	by := map[string][]int{} // which supports say the same
	for i, h := range r.hung {
		if r.which[i] < 0 {
			continue
		}
		if up := out.Supports[r.which[i]].Lifts; up > 0.05 {
			caution(s.Supports[r.which[i]].ID, "the board lifts %s off %s when other parts of it are loaded: screw it down",
				say.Length(up), r.supportName(i))
		}
		n := h.Notes()
		for _, t := range n.Assumed {
			assume(t)
		}
		for _, t := range n.Cautions {
			if !slices.Contains(said, t) {
				said = append(said, t)
			}
			by[t] = append(by[t], i)
		}
	}
	for _, t := range said {
		caution(s.Supports[r.which[by[t][0]]].ID, "%s: %s", r.namesOf(by[t]), t)
	}
	r.railNotes(assume, caution)
	wallNotes(p, s, out)
	caution(s.ID, "find cables and pipes before you drill")
	if s.Below == design.Bed {
		caution(s.ID, "nothing heavy over a bed or cot: better to move the shelf")
	}
}

// namesOf names supports that the same is said of: "pins 1, 2 and 4".
func (r *run) namesOf(at []int) string {
	if len(at) == 1 {
		return r.supportName(at[0])
	}
	numbers := make([]string, len(at))
	for k, i := range at {
		numbers[k] = fmt.Sprint(i + 1)
		if r.noun(i) != r.noun(at[0]) {
			return "several supports"
		}
	}
	last := len(numbers) - 1
	return r.noun(at[0]) + "s " + strings.Join(numbers[:last], ", ") + " and " + numbers[last]
}

// wallNotes states what the wall itself has against a shelf: studs that were
// only assumed, things in the way, too little room for what stands on it.
func wallNotes(p *design.Project, s *design.Shelf, out *Answer) {
	caution := func(about, format string, args ...any) {
		out.Cautions = append(out.Cautions, Caution{about, fmt.Sprintf(format, args...)})
	}
	for i := range p.Wall.Studs {
		st := &p.Wall.Studs[i]
		chance, counts := 0.0, false
		for held := range out.held() {
			for k := range held.Holes {
				if h := &held.Holes[k]; h.Stud == st.ID && h.Counts {
					chance, counts = max(chance, h.Chance), true
					if st.Assumed() && !slices.Contains(out.OnAssumed, held.id) {
						out.OnAssumed = append(out.OnAssumed, held.id)
					}
					break
				}
			}
		}
		if !counts {
			continue
		}
		at := say.Place(float64(st.X))
		if st.Found == wall.ByStandIn {
			caution(st.ID, "the stud at %s is where the simulated scanner says, which knows nothing of your wall: find it, screws depend on it",
				at)
		}
		if st.Found == wall.ByGuess {
			caution(st.ID, "the stud at %s is assumed: nobody has found it yet, and screws depend on it", at)
		}
		if chance > 0 {
			caution(st.ID, "the stud at %s may be %s off: %.0f in 100 that a screw there misses", at, say.Place(float64(st.Doubt)),
				math.Ceil(100*chance))
		}
	}
	clashNotes(p, s, out)
}

// clashNotes says which studs, fasteners and pins a shelf depends on that cannot both be where they are.
func clashNotes(p *design.Project, s *design.Shelf, out *Answer) {
	caution := func(about, format string, args ...any) {
		out.Cautions = append(out.Cautions, Caution{about, fmt.Sprintf(format, args...)})
	}
	holes := make([]*hold.Hole, 0, 32)
	used := map[string]bool{}
	for held := range out.held() {
		for k := range held.Holes {
			h := &held.Holes[k]
			if !slices.ContainsFunc(holes, func(o *hold.Hole) bool { return o.ID == h.ID }) {
				holes = append(holes, h)
			}
			used[h.Stud] = true
		}
	}
	studs := p.Wall.Studs
	for i := range studs {
		for k := range studs[:i] {
			a, b := &studs[k], &studs[i]
			if apart := math.Abs(float64(b.X - a.X)); (used[a.ID] || used[b.ID]) && apart < float64(a.Width+b.Width)/2-1 {
				caution(b.ID, "the studs at %s and %s stand in one another, %s apart: one of them is not there, find out which",
					say.Place(float64(a.X)), say.Place(float64(b.X)), say.Place(apart))
			}
		}
	}
	for i, h := range holes {
		for _, o := range holes[:i] {
			if math.Hypot(h.X-o.X, h.Y-o.Y) < (h.D+o.D)/2 {
				caution(s.ID, "two of its fasteners at %s along the wall are in one place: move one of them", say.Place(h.X))
			}
		}
		for k := range s.Supports {
			pin := s.Supports[k].Pin
			if pin == nil || s.Rail == "" {
				continue
			}
			if math.Abs(h.X-float64(s.Supports[k].X)) < (float64(pin.Width)+h.D)/2 && math.Abs(h.Y-float64(s.Thickness)/2) < (float64(pin.High)+h.D)/2 {
				caution(s.Supports[k].ID, "%s and a screw of its strip are in one place, %s along the wall: move one of them",
					out.Supports[k].Name, say.Place(h.X))
			}
		}
	}
}

// rect is a piece of the wall's face, and how far out from it what is there begins, mm.
type rect struct{ x0, x1, y0, y1, z float64 }

func (r rect) meets(o rect) bool {
	return r.x1 > o.x0+1 && r.x0 < o.x1-1 && r.y1 > o.y0+1 && r.y0 < o.y1-1
}

// bodyOf is what a shelf itself takes up: its board, or the plate, the box or the board of a form.
func bodyOf(s *design.Shelf) rect {
	low, high := 0.0, float64(s.Thickness)
	if form, _ := s.Form(); form != nil {
		low, high = support.Body(form)
	}
	return rect{float64(s.X), float64(s.X + s.Length), float64(s.Y) + low, float64(s.Y) + high, 0}
}

// itemOf is what a thing on a shelf takes up.
func itemOf(s *design.Shelf, it *load.Item) rect {
	base, from, reach := s.Base(*it), 0.0, float64(s.Depth)
	if form, _ := s.Form(); form != nil {
		from, reach = form.Room(reach)
	}
	x := float64(s.X)
	return rect{x + float64(it.From), x + float64(it.To), base, base + float64(it.Height), from + it.Z(reach) - float64(it.Depth)/2}
}

// besideNotes says what stands in the way of what, among its neighbours and on itself.
func besideNotes(p *design.Project, s *design.Shelf) []Caution {
	out := []Caution{}
	caution := func(about, format string, args ...any) {
		out = append(out, Caution{about, fmt.Sprintf(format, args...)})
	}
	x0, x1, top := float64(s.X), float64(s.X+s.Length), float64(s.Y+s.Thickness)
	body := bodyOf(s)
	form, _ := s.Form()
	hangs := form != nil && support.Hangs(form)
	what := "board"
	if form != nil {
		what = form.Noun()
	}
	for _, k := range p.Wall.KeepOuts {
		if k.Behind() {
			continue
		}
		if k.Overlaps(body.x0, body.x1, body.y0, body.y1) {
			caution(k.ID, "the %s is in the way of the %s", what, k.Called())
		}
		for i := range s.Contents {
			it := itemOf(s, &s.Contents[i])
			if k.Kind != wall.Uneven && k.Overlaps(it.x0, it.x1, it.y0, it.y1) && !k.Before(it.z) {
				caution(k.ID, "%s is in the way of the %s", load.Called(s.Contents[i]), k.Called())
			}
		}
	}
	for i := range p.Shelves {
		over := &p.Shelves[i]
		if over.ID == s.ID || float64(over.Y) < top || float64(over.X) >= x1 || float64(over.X+over.Length) <= x0 {
			continue
		}
		if hangs {
			break
		}
		for _, it := range s.Contents {
			room := float64(over.Y) - s.Base(it)
			a, b := x0+float64(it.From), x0+float64(it.To)
			if float64(it.Height) > room && b > float64(over.X) && a < float64(over.X+over.Length) {
				caution(s.ID, "%s is %s tall, there are %s under %q", load.Called(it), say.Place(float64(it.Height)),
					say.Place(room), over.Name)
			}
		}
	}
	for i := range p.Shelves {
		other := &p.Shelves[i]
		if other.ID == s.ID {
			continue
		}
		beside := bodyOf(other)
		if body.meets(beside) {
			caution(s.ID, "it runs into %q", other.Name)
		}
		for k := range s.Contents {
			if it := itemOf(s, &s.Contents[k]); hangs && it.meets(beside) && it.z < float64(other.Depth) {
				caution(s.ID, "%s hangs down into %q", load.Called(s.Contents[k]), other.Name)
			}
		}
	}
	for i, it := range s.Contents {
		for _, other := range s.Contents[:i] {
			if it.From < other.To-1 && it.To > other.From+1 && it.Place == other.Place && it.Level == other.Level {
				caution(s.ID, "%s and %s stand in the same place", load.Called(other), load.Called(it))
			}
		}
	}
	return out
}
