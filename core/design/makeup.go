package design

import (
	"math"

	"aguante/core/field"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
)

// MakeUpKind is how a board is made up.
type MakeUpKind string

// The ways to make one up.
const (
	Solid     MakeUpKind = "solid"
	Laminated MakeUpKind = "laminated"
	Hollow    MakeUpKind = "hollow"
)

// Choices lists the ways to make a board up.
func (MakeUpKind) Choices() []field.Choice {
	return field.Choose("solid", "one board", "laminated", "layers", "hollow", "hollow")
}

// MakeUpKinds lists them.
func MakeUpKinds() []MakeUpKind { return field.Keys[MakeUpKind]() }

// Build is what a board is made of besides its wood: its plies, or the skins and
// webs of a hollow one, lips along its edges, and what is cut out of it. The
// zero value is one solid board.
type MakeUp struct {
	Kind     MakeUpKind      `json:"kind" usual:"solid" blank:"ok"`
	Plies    []Ply           `json:"plies,omitempty" count:"0 15"` // from the underside up
	Loose    bool            `json:"loose,omitempty"`              // plies only screwed together
	Hollow   *Box            `json:"hollow,omitempty"`
	Front    *Strip          `json:"front,omitempty"`
	Back     *Strip          `json:"back,omitempty"`
	EdgeBand quantity.Length `json:"edge_band_mm,omitempty" range:"0 60"` // counts for nothing
	Cuts     []Cut           `json:"cuts,omitempty" count:"0 24"`
}

// Ply is one layer of a laminated board. No wood of its own means the board's.
type Ply struct {
	Thickness quantity.Length `json:"thickness_mm" range:"0.5 100"`
	Across    bool            `json:"across,omitempty"` // its grain runs across the shelf
	Wood      string          `json:"wood,omitempty"`
}

// Box is the inside of a hollow shelf: the skins' thickness, the widths of the
// webs along its front and back, of the pieces that close its ends, and ribs
// along it. The webs may have a wood of their own.
type Box struct {
	Skin  quantity.Length `json:"skin_mm"`
	Front quantity.Length `json:"front_mm" range:"3 750"`
	Back  quantity.Length `json:"back_mm" range:"0 750"`
	Ends  quantity.Length `json:"ends_mm,omitempty" range:"0 5000"`
	Ribs  []Rib           `json:"ribs,omitempty" count:"0 12"`
	Wood  string          `json:"wood,omitempty"`
}

// Rib runs along a hollow shelf, From being its side nearest the wall.
type Rib struct {
	From  quantity.Length `json:"from_wall_mm"`
	Width quantity.Length `json:"width_mm" range:"3 1500"`
}

// Strip is a lip along one edge of the board: Width thick, standing Height proud
// of it below, above, or both.
type Strip struct {
	Width  quantity.Length `json:"width_mm" range:"3 750"`
	Height quantity.Length `json:"height_mm" range:"3 400"`
	Goes   Goes            `json:"goes"`
	Glued  bool            `json:"glued"`
	Wood   string          `json:"wood,omitempty"`
}

// Goes is where a lip stands.
type Goes string

// The places.
const (
	Down Goes = "down"
	Up   Goes = "up"
	Both Goes = "both"
)

// Choices lists where a lip may stand.
func (Goes) Choices() []field.Choice {
	return field.Choose("down", "down", "up", "up", "both", "both ways")
}

// Cut is a rectangle taken out of the board: From along it from its left end and
// FromWall across it. With no depth it goes right through, a notch where it
// meets an edge; with one it is a pocket in the underside or the top.
type Cut struct {
	ID       string          `json:"id"`
	From     quantity.Length `json:"from_mm"`
	Length   quantity.Length `json:"length_mm" range:"1 10000"`
	FromWall quantity.Length `json:"from_wall_mm"`
	Width    quantity.Length `json:"width_mm" range:"1 1500"`
	Depth    quantity.Length `json:"depth_mm,omitempty" range:"0|0.5 150"`
	Top      bool            `json:"top,omitempty"`
}

// Called names a cut in a sentence.
func (c Cut) Called(depth quantity.Length) string {
	switch {
	case c.Depth > 0:
		return "pocket"
	case c.FromWall < 1e-6 || c.FromWall+c.Width > depth-1e-6:
		return "notch"
	}
	return "hole"
}

// fits names what a board's make-up does not say by itself: whether it goes with its
// shelf.
func (b *MakeUp) fits(l *problem.List, s *Shelf, p *Project) {
	switch b.Kind {
	case Laminated:
		b.validatePlies(l, s)
	case Hollow:
		b.validateHollow(l.In("hollow"), s, p)
	}
	if b.Front != nil {
		b.Front.fits(l.In("front"), s)
	}
	if b.Back != nil {
		b.Back.fits(l.In("back"), s)
	}
	if b.Kind == Hollow && len(b.Cuts) > 0 {
		l.Add("cuts", "a hollow shelf has nothing to cut into: take the cuts out, or make it solid")
	}
	for i := range b.Cuts {
		b.Cuts[i].fits(l.Each("cuts", i), s)
	}
}

func (b *MakeUp) validatePlies(l *problem.List, s *Shelf) {
	if n := len(b.Plies); n < 2 {
		l.Add("plies", "%d plies: give 2 to 15", n)
	}
	sum := 0.0
	for i, p := range b.Plies {
		at := l.Each("plies", i)
		knownStuff(at, "wood", p.Wood)
		sum += float64(p.Thickness)
	}
	if t := float64(s.Thickness); math.Abs(sum-t) > 0.05 {
		l.Add("plies", "the plies come to %s, the board is %s thick: make them agree", say.Length(sum), say.Length(t))
	}
}

func (b *MakeUp) validateHollow(l *problem.List, s *Shelf, p *Project) {
	h := b.Hollow
	if h == nil {
		l.Add("", "the skins and webs of a hollow shelf are missing")
		return
	}
	if h.Skin <= 0 {
		l.Add("skin_mm", "a hollow shelf needs skins: give their thickness, e.g. %s", say.Fine(6))
	} else if 2*h.Skin > s.Thickness-2 {
		l.Add("skin_mm", "two skins of %s leave nothing inside a shelf %s thick", say.Length(float64(h.Skin)),
			say.Length(float64(s.Thickness)))
	}
	depth := float64(s.Depth)
	l.Between("front_mm", float64(h.Front), 3, depth/2)
	least := 3.0
	if r := p.RailOf(s); r != nil && r.IsBack() {
		least = 0 // the block is the back
	}
	l.Between("back_mm", float64(h.Back), least, depth/2)
	l.Between("ends_mm", float64(h.Ends), 0, float64(s.Length)/2)
	knownStuff(l, "wood", h.Wood)
	for i, r := range h.Ribs {
		at := l.Each("ribs", i)
		at.Between("width_mm", float64(r.Width), 3, depth)
		if r.From < h.Back-1e-6 || r.From+r.Width > s.Depth-h.Front+1e-6 {
			at.Add("from_wall_mm", "the rib from %s to %s runs into the web at the back or the front", say.Length(float64(r.From)),
				say.Length(float64(r.From+r.Width)))
		}
		for j, o := range h.Ribs[:i] {
			if r.From < o.From+o.Width-1e-6 && o.From < r.From+r.Width-1e-6 {
				at.Add("from_wall_mm", "this rib overlaps rib %d", j+1)
			}
		}
	}
}

func (t *Strip) fits(l *problem.List, s *Shelf) {
	if t.Width > s.Depth/2 {
		l.Add("width_mm", "a lip %s thick is more than half of a board %s deep", say.Length(float64(t.Width)),
			say.Length(float64(s.Depth)))
	}
	knownStuff(l, "wood", t.Wood)
}

func (c *Cut) fits(l *problem.List, s *Shelf) {
	l.Between("length_mm", float64(c.Length), 1, float64(s.Length))
	l.Between("width_mm", float64(c.Width), 1, float64(s.Depth)-1)
	if c.From < 0 || c.From+c.Length > s.Length+1e-6 {
		l.Add("from_mm", "the %s runs from %s to %s: keep it on the board, 0 to %s", c.Called(s.Depth),
			say.Length(float64(c.From)), say.Length(float64(c.From+c.Length)), say.Length(float64(s.Length)))
	}
	if c.FromWall < 0 || c.FromWall+c.Width > s.Depth+1e-6 {
		l.Add("from_wall_mm", "the %s reaches from %s to %s off the wall, the board only to %s", c.Called(s.Depth),
			say.Length(float64(c.FromWall)), say.Length(float64(c.FromWall+c.Width)), say.Length(float64(s.Depth)))
	}
	if c.Depth != 0 {
		l.Between("depth_mm", float64(c.Depth), 0.5, float64(s.Thickness)-0.5)
	}
}

// knownStuff notes a wood, lumber or panel that is not in the catalogue; "" is
// the board's own.
func knownStuff(l *problem.List, step, key string) {
	if key == "" {
		return
	}
	if _, ok := material.Stuff(key, material.Grade{}, material.Dry, 1, 1); !ok {
		l.Alone().Add(step, "%q is not a wood, lumber or panel that is known", key)
	}
}
