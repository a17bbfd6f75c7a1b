package support

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/assembly"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
)

// Fixtures are things on a wall that shelves and holders hang on by id, and may share.
type Fixtures struct {
	Rails     []Rail     `json:"rails" count:"0 80" usual:"[]"`
	Standards []Standard `json:"standards" count:"0 80" usual:"[]"`
	Panels    []Panel    `json:"panels" count:"0 20" usual:"[]"`
}

// Standard is a slotted upright that brackets clip into: X along the wall, Bottom over
// the floor; mm.
type Standard struct {
	ID     string          `json:"id"`
	X      quantity.Length `json:"x_mm" label:"along the wall" range:"0 30000"`
	Bottom quantity.Length `json:"bottom_mm" label:"lower end, over the floor" range:"0 10000"`
	Height quantity.Length `json:"height_mm" label:"long" range:"40 6000"`
	Width  quantity.Length `json:"width_mm" label:"wide" range:"5 200" as:"fine"`
	Plate  quantity.Length `json:"plate_mm" label:"steel, thick" range:"0.5 20" as:"fine"`
	Screw  hold.Fixing     `json:"screw" title:"Into the wall" label:""`
	Holes  []StandardHole  `json:"holes" label:"over its lower end" at:"up_mm" count:"0 40"`
}

// StandardHole is a hole of a standard with a fastener in it, Up over its lower end.
type StandardHole struct {
	ID     string          `json:"id"`
	Up     quantity.Length `json:"up_mm"`
	Offset quantity.Length `json:"offset_mm"`
}

// Validate names every problem of a standard by itself.
func (s *Standard) Validate(p *problem.List) {
	if !field.Check(p, s) {
		return
	}
	for i, h := range s.Holes {
		at := p.Each("holes", i)
		at.Between("up_mm", float64(h.Up), 0, float64(s.Height))
		at.Between("offset_mm", float64(h.Offset), -float64(s.Width)/2, float64(s.Width)/2)
	}
}

// Rail, Standard and Panel find a fixture by its id; nil where there is none.
func (f *Fixtures) Rail(id string) *Rail {
	return find(f.Rails, func(r *Rail) bool { return r.ID == id })
}

func (f *Fixtures) Standard(id string) *Standard {
	return find(f.Standards, func(s *Standard) bool { return s.ID == id })
}

func (f *Fixtures) Panel(id string) *Panel {
	return find(f.Panels, func(p *Panel) bool { return p.ID == id })
}

func find[T any](all []T, is func(*T) bool) *T {
	for i := range all {
		if is(&all[i]) {
			return &all[i]
		}
	}
	return nil
}

// Under is the rail of an id as a board sees it whose underside is so high over the
// floor: its lower edge is counted from there. Nil where there is none.
func (f *Fixtures) Under(id string, underside quantity.Length) *Rail {
	r := f.Rail(id)
	if r == nil {
		return nil
	}
	seen := *r
	seen.Bottom -= underside
	seen.back = f.PanelUnder(r.Panel, underside)
	return &seen
}

// PanelUnder is the panel of an id in the same way.
func (f *Fixtures) PanelUnder(id string, underside quantity.Length) *Panel {
	p := f.Panel(id)
	if p == nil {
		return nil
	}
	seen := *p
	seen.Bottom -= underside
	return &seen
}

// Fit names what fixtures' fields do not say by themselves: whether they are on a wall
// of a length and height, mm, and hang on one another.
func (f *Fixtures) Fit(p *problem.List, wall, high quantity.Length) {
	upright := func(at *problem.List, noun string, y, tall quantity.Length) {
		if y < 0 || y+tall > high+1e-6 {
			at.Add("bottom_mm", "the %s is %s to %s over the floor, the wall %s high: keep it on the wall", noun,
				say.Length(float64(y)), say.Length(float64(y+tall)), say.Length(float64(high)))
		}
	}
	on := func(at *problem.List, noun string, x, long quantity.Length) {
		if x < 0 || x+long > wall+1e-6 {
			at.Add("x_mm", "the %s goes from %s to %s, the wall from 0 to %s: keep it on the wall", noun,
				say.Length(float64(x)), say.Length(float64(x+long)), say.Length(float64(wall)))
		}
	}
	for i := range f.Rails {
		r, at := &f.Rails[i], p.Each("rails", i)
		on(at, r.Noun(), r.X, r.Length)
		upright(at, r.Noun(), r.Bottom, r.Height)
		if r.Panel != "" {
			r.fitsPanel(at, f.Panel(r.Panel))
		}
	}
	for i := range f.Standards {
		at := p.Each("standards", i)
		on(at, "standard", f.Standards[i].X, 0)
		upright(at, "standard", f.Standards[i].Bottom, f.Standards[i].Height)
	}
	for i := range f.Panels {
		at := p.Each("panels", i)
		on(at, "panel", f.Panels[i].X, f.Panels[i].Width)
		upright(at, "panel", f.Panels[i].Bottom, f.Panels[i].Height)
	}
}

// Clone copies the fixtures, so that a change of one leaves the others alone.
func (f Fixtures) Clone() Fixtures {
	out := Fixtures{Rails: slices.Clone(f.Rails), Standards: slices.Clone(f.Standards), Panels: slices.Clone(f.Panels)}
	for i := range out.Rails {
		out.Rails[i].Spots, out.Rails[i].Joints = slices.Clone(out.Rails[i].Spots), slices.Clone(out.Rails[i].Joints)
	}
	for i := range out.Standards {
		out.Standards[i].Holes = slices.Clone(out.Standards[i].Holes)
	}
	for i := range out.Panels {
		out.Panels[i].Spots = slices.Clone(out.Panels[i].Spots)
	}
	return out
}

// onStandard is how far a bracket may stand beside the standard that it clips into, mm.
const onStandard = 2.0

// clips names what keeps a bracket at x from clipping into its standard, or "".
func (f *Fixtures) clips(id string, x quantity.Length) string {
	s := f.Standard(id)
	switch {
	case s == nil:
		return fmt.Sprintf("there is no standard %q on this wall", id)
	case math.Abs(float64(s.X-x)) > onStandard:
		return fmt.Sprintf("the bracket is at %s, its standard at %s: move one of them", say.Length(float64(x)),
			say.Length(float64(s.X)))
	}
	return ""
}

// Assemble puts the standard up, its lower end as high as it says.
func (s *Standard) Assemble(o *Over) *assembly.Assembly {
	a := o.assemble()
	x, low, w, t := float64(s.X), float64(s.Bottom), float64(s.Width), float64(s.Plate)
	a.steel(a.thing("standard", "slotted standard", float64(s.Height)), "standard", assembly.Along(x-w/2, low, 0), assembly.Rect(0, 0, w, float64(s.Height)), t)
	for _, h := range s.Holes {
		a.intoWall(h.ID, s.Screw, x+float64(h.Offset), low+float64(h.Up), t)
	}
	return &a.Assembly
}

// Assemble puts up those of the fixtures that are among some ids, as they are seen from a board's underside.
func (f *Fixtures) Assemble(o Over, underside quantity.Length, ids map[string]bool) *assembly.Assembly {
	var out assembly.Assembly
	put := func(id string, how func(*Over) *assembly.Assembly, by float64) {
		if o.ID = id; ids[id] {
			out.With(how(&o), place(0, 0, by))
		}
	}
	for i := range f.Panels {
		put(f.Panels[i].ID, f.PanelUnder(f.Panels[i].ID, underside).Assemble, 0)
	}
	for i := range f.Rails {
		r := f.Under(f.Rails[i].ID, underside)
		put(r.ID, r.Assemble, r.Base())
	}
	for i := range f.Standards {
		s := f.Standards[i]
		s.Bottom -= underside
		put(s.ID, s.Assemble, 0)
	}
	return &out
}
