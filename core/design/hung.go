package design

import (
	"encoding/json"
	"slices"

	"aguante/core/support"
)

// Hung is a shelf with the fixtures of its wall as they are when it hangs there: what a
// change of how a shelf hangs comes to.
type Hung struct {
	Shelf    Shelf            `json:"shelf"`
	Fixtures support.Fixtures `json:"fixtures"`
}

// Hung takes a shelf of a project with all its fixtures, to be changed apart.
func (p *Project) Hung(i int) Hung {
	return Hung{Shelf: p.Shelves[i].Clone(), Fixtures: p.Fixtures.Clone()}
}

// With is the project with a shelf hung in another way; what nothing hangs on any more
// is left out.
func (p *Project) With(i int, h Hung) *Project {
	q := *p
	q.Shelves = slices.Clone(p.Shelves)
	q.Shelves[i], q.Fixtures = h.Shelf, h.Fixtures
	return &q
}

// Forget takes the fixtures away that a shelf hangs on and no other shelf does.
func (p *Project) Forget(i int, from *support.Fixtures) {
	used := map[string]bool{}
	for k := range p.Shelves {
		if k != i {
			p.Shelves[k].hangsOn(used)
		}
	}
	mine := map[string]bool{}
	p.Shelves[i].hangsOn(mine)
	p.behind(mine)
	gone := func(id string) bool { return mine[id] && !used[id] }
	from.Rails = slices.DeleteFunc(from.Rails, func(r support.Rail) bool { return gone(r.ID) })
	for _, r := range from.Rails {
		used[r.Panel] = true
	}
	from.Panels = slices.DeleteFunc(from.Panels, func(a support.Panel) bool { return gone(a.ID) })
	from.Standards = slices.DeleteFunc(from.Standards, func(s support.Standard) bool { return gone(s.ID) })
}

// hangsOn notes the fixtures that a shelf hangs on.
func (s *Shelf) hangsOn(ids map[string]bool) {
	ids[s.Rail] = true
	for i := range s.Supports {
		ids[support.HangsOn(s.Supports[i].Way())] = true
	}
	delete(ids, "")
}

// Clone copies a shelf all the way down.
func (s *Shelf) Clone() Shelf {
	b, _ := json.Marshal(s)
	var out Shelf
	_ = json.Unmarshal(b, &out)
	return out
}
