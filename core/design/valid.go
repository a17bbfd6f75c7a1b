package design

import (
	"fmt"

	"aguante/core/field"
	"aguante/core/load"
	"aguante/core/problem"
	"aguante/core/say"
	"aguante/core/support"
)

// Validate returns every problem of the project, each with its path.
func (p *Project) Validate() []problem.Problem { return p.validate(problem.New()) }

func (p *Project) validate(l *problem.List) []problem.Problem {
	if p.Format != Format {
		l.Add("format", "%q: a project file says %q here", p.Format, Format)
	}
	if p.Version != Version {
		l.Add("version", "version %d: this program reads version %d", p.Version, Version)
	}
	if !field.Check(l, p) {
		return l.All()
	}
	p.Making.fits(l.In("making"))
	p.Fixtures.Fit(l.In("fixtures"), p.Wall.Length, p.Wall.Height)
	for i := range p.Shelves {
		p.Shelves[i].fits(l.Each("shelves", i), p)
	}
	return l.All()
}

// Base is how high over the floor an item stands, or its lower end hangs, mm.
func (s *Shelf) Base(it load.Item) float64 {
	form, _ := s.Form()
	if form == nil {
		return float64(s.Y + s.Thickness)
	}
	up := support.TierOf(form, it.Level, float64(s.Thickness))
	if support.Hangs(form) {
		up -= float64(it.Height)
	}
	return float64(s.Y) + up
}

// ValidateShelf returns every problem of one shelf of a project that is otherwise
// known to be valid.
func (p *Project) ValidateShelf(i int) []problem.Problem {
	l := problem.New()
	at := l.Each("shelves", i)
	field.Check(at, &p.Shelves[i])
	p.Shelves[i].fits(at, p)
	return l.All()
}

// Judged is the project with the shelf of an id and those of the others that nothing is wrong with,
// or that share a fixture with it.
func (p *Project) Judged(id string) *Project {
	wrong := map[int]bool{}
	for _, b := range p.Validate() {
		var i int
		if _, err := fmt.Sscanf(b.Path, "shelves[%d]", &i); err == nil {
			wrong[i] = true
		}
	}
	mine := map[string]bool{}
	for i := range p.Shelves {
		if p.Shelves[i].ID == id {
			p.Shelves[i].hangsOn(mine)
		}
	}
	q := *p
	q.Shelves = nil
	for i := range p.Shelves {
		on, keep := map[string]bool{}, !wrong[i] || p.Shelves[i].ID == id
		p.Shelves[i].hangsOn(on)
		for fixture := range on {
			keep = keep || mine[fixture]
		}
		if keep {
			q.Shelves = append(q.Shelves, p.Shelves[i])
		}
	}
	return &q
}

// Sound tells whether one shelf of a project, or all but its shelves where i is -1, has no
// problem by itself, and the ids that are used in it: a project whose parts are all sound
// and use no id twice is valid.
func (p *Project) Sound(i int) (ids []string, ok bool) {
	l := problem.New()
	if i < 0 {
		bare := *p
		bare.Shelves = nil
		found := bare.validate(l)
		return l.IDs(), len(found) == 0
	}
	at := l.Each("shelves", i)
	field.Check(at, &p.Shelves[i])
	p.Shelves[i].fits(at, p)
	return l.IDs(), len(l.All()) == 0
}

// fits names what the shelf's fields do not say by themselves: whether it goes with its
// wall, and its parts with it.
func (s *Shelf) fits(l *problem.List, p *Project) {
	w := &p.Wall
	l.Between("x_mm", float64(s.X), 0, float64(w.Length))
	l.Between("y_mm", float64(s.Y), 0, float64(w.Height))
	if end := s.X + s.Length; end > w.Length+1e-6 {
		l.Add("length_mm", "the board ends at %s, past the end of the wall at %s", say.Length(float64(end)),
			say.Length(float64(w.Length)))
	}
	s.MakeUp.fits(l.In("build"), s, p)
	if len(s.Supports) > MostSupports || len(s.Contents) > 100 {
		return
	}
	for i, su := range s.Supports {
		at := l.Each("supports", i)
		at.Between("x_mm", float64(su.X), 0, float64(w.Length))
		for j := range i {
			if d := su.X - s.Supports[j].X; d < 1 && d > -1 {
				at.Add("x_mm", "two supports stand at the same place: move one of them")
			}
		}
	}
	for i := range s.Supports {
		su, at := &s.Supports[i], l.Each("supports", i)
		if way := su.Way(); way != nil {
			support.FitsOn(way, at.In(su.Kind.Name()), &p.Fixtures, su.X)
			support.Suits(at.In(su.Kind.Name()), way, p.Fixtures.Rail(s.Rail), s.Thickness, s.Depth)
		}
		if b := su.HiddenBracket; b != nil && b.OffBoard(float64(su.X-s.X), float64(s.Length)) {
			at.Add("x_mm", "a blade of it stands off the board's end")
		}
	}
	if s.Rail != "" && p.Fixtures.Rail(s.Rail) == nil {
		l.Add("rail", "there is no rail %q on this wall", s.Rail)
	}
	first, _ := s.Form()
	for at, form := range s.Forms.All() {
		support.FitsUnder(form, l.In(at), s.X, s.Length, s.Depth)
		if form != first {
			l.Add(at, "a shelf is a %s or a %s, not both", first.Noun(), form.Noun())
		}
	}
	for i := range s.Contents {
		it, at := &s.Contents[i], l.Each("contents", i)
		it.Within(at, float64(s.Length), float64(s.Depth))
		if it.Hook != "" && !s.HasHook(it.Hook) {
			at.Add("hook", "%s hangs on a hook that is not there: choose another", load.Called(*it))
		}
	}
}

// HasHook tells whether a thing may hang on a hook of a name here.
func (s *Shelf) HasHook(id string) bool {
	form, _ := s.Form()
	h, ok := form.(interface{ HasHook(string) bool })
	return ok && h.HasHook(id)
}
