package improve

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/fastener"
	"aguante/core/load"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/wall"
)

// called is what a support is called among those of its shelf.
func (f *finder) called(u *design.Support) string {
	for _, s := range f.was.Supports {
		if s.ID == u.ID {
			return s.Name
		}
	}
	return u.Way().Noun()
}

// lining takes anchors in the lining for supports that no stud is behind.
func (f *finder) lining() []change {
	var out []change
	if f.p.Wall.Solid() || f.p.Wall.Lining.Kind == wall.Bare {
		return nil
	}
	s := f.shelf()
	for i := range s.Supports {
		id, w := s.Supports[i].ID, s.Supports[i].Way()
		if len(w.Fixings()) == 0 || f.outfit(s).OnStuds(float64(s.Supports[i].X)) {
			continue
		}
		t, _ := fastener.TypeOf("toggle")
		long := quantity.Length((fastener.Screw{Type: t}).Stock()[0])
		out = append(out, change{"anchor", "Toggles in the lining at " + f.called(&s.Supports[i]) + ", at a low guess until you type their rating", 2, support.Everything,
			onShelf(func(s *design.Shelf) bool {
				for k := range s.Supports {
					if s.Supports[k].ID != id {
						continue
					}
					for _, x := range s.Supports[k].Way().Fixings() {
						x.Type, x.Length, x.Rating, x.Head = t.Key, max(long, x.Length), nil, 0
					}
				}
				return true
			})})
	}
	return out
}

// contents moves what stands on it to where it asks less, or leaves some of it off.
func (f *finder) contents() []change {
	s := f.shelf()
	var out []change
	back := func(it *load.Item) bool { return it.Place != load.Back && (it.Depth == 0 || it.Depth < s.Depth-20) }
	if slices.ContainsFunc(s.Contents, func(it load.Item) bool { return back(&it) }) {
		out = append(out, change{"back", "Stand its contents against the back", 1, support.TheSupport | support.TheWall, onShelf(func(s *design.Shelf) bool {
			for i := range s.Contents {
				if it := &s.Contents[i]; back(it) {
					it.Place = load.Back
				}
			}
			return true
		})})
	}
	heaviest := -1
	for i, it := range s.Contents {
		if heaviest < 0 || it.Mass() > s.Contents[heaviest].Mass() {
			heaviest = i
		}
	}
	if heaviest < 0 || f.was.Asked <= 0 {
		return out
	}
	form, _ := s.Form()
	for i := range s.Supports {
		if form != nil || !support.Placeable(s.Supports[i].Way()) {
			continue
		}
		it := s.Contents[heaviest]
		from := s.Supports[i].X - s.X - (it.To-it.From)/2
		to := from + it.To - it.From
		taken := func(o load.Item) bool { return o.ID != it.ID && o.Level == it.Level && o.From < to-1 && o.To > from+1 }
		if from < 0 || to > s.Length || math.Abs(float64(from-it.From)) < 20 || slices.ContainsFunc(s.Contents, taken) {
			continue
		}
		out = append(out, change{"load", "Stand " + load.Called(it) + " over " + f.called(&s.Supports[i]), 1, support.Everything, onShelf(func(s *design.Shelf) bool {
			s.Contents[heaviest].From, s.Contents[heaviest].To = from, to
			return true
		})})
	}
	if it := s.Contents[heaviest]; it.By == load.ByCount && it.Count > 1 && f.was.Verdict != check.Loose {
		most := f.was.HoldsUpTo.Kg
		if f.was.Verdict == check.Sags {
			most = f.was.StraightTo.Kg
		}
		left := it.Count - int(math.Ceil((f.was.Asked-most)/float64(it.Each)))
		for n := min(left, it.Count-1); 2*n >= it.Count && n > left-3; n-- {
			effort := 2 + int(6*float64(it.Count-n)/float64(it.Count)) // what is left off has to go somewhere
			out = append(out, change{"fewer", fmt.Sprintf("%d of %s in place of %d", n, load.Called(it), it.Count), effort, support.Everything,
				onShelf(func(s *design.Shelf) bool { s.Contents[heaviest].Count = n; return true })})
		}
	}
	return out
}
