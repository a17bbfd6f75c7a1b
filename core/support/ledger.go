package support

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"aguante/core/assembly"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/say"
	"aguante/core/wall"
	"aguante/core/working"
)

// ledger is a rail that the board's back edge lies on.
type ledger struct{ plainRail }

func (ledger) kind() RailKind { return Ledger }
func (ledger) noun() string   { return "back cleat" }

// twisted is not: the board lies on it, near its middle.
func (ledger) twisted() bool { return false }

func (ledger) marks(r *railed) []hold.Fact {
	return []hold.Fact{hold.Long("of the board on the cleat", float64(r.Thickness-r.Gap))}
}

// lyings is how many places the load on a ledger is gathered at.
const lyings = 16

// lies are lengths of board that lie on a ledger: weight without a lever but that of the
// cleat's own middle.
func (ledger) lies(r *Rail, from, to float64) []Rider {
	a, b := max(float64(r.X), from), min(float64(r.X+r.Length), to)
	out := make([]Rider, 0, lyings)
	on := func(a hold.Action) hold.Pulled {
		return hold.Pulled{V: a.R, M: a.R * float64(r.Thickness) / 2, Case: a.Case}
	}
	for i := range lyings {
		out = append(out, Rider{X: a + (b-a)*(float64(i)+0.5)/lyings, Wide: (b - a) / lyings, On: on})
	}
	return out
}

// Side is a cleat on a side wall of an alcove, which the board's end lies on. Its
// rail runs out from the back wall, X being from there; Studs are those of the side
// wall, measured from the back corner.
type Side struct {
	Rail  `but:"kind,x_mm,bottom_mm"`
	At    End         `json:"at" label:"at the board's"`
	Studs []wall.Stud `json:"studs" title:"Studs of the side wall" label:"from the back wall" at:"x_mm" count:"0 40"`
}

// End is an end of the shelf.
type End string

// The ends.
const (
	LeftEnd  End = "left"
	RightEnd End = "right"
)

// Choices lists the ends.
func (End) Choices() []field.Choice {
	return field.Choose("left", "left end", "right", "right end")
}

// Noun is what it is called.
func (s *Side) Noun() string { return "side cleat" }

// Validate names every problem of a side cleat.
func (s *Side) Validate(p *problem.List) { field.Check(p, s) }

// atEnds says that it stands at an end of the board.
func (*Side) atEnds() {}

// Fixings are its own fasteners into the wall.
func (s *Side) Fixings() []*hold.Fixing { return []*hold.Fixing{&s.Rail.Screw} }

// aside is a side cleat in its place.
type aside struct {
	acts  [1]hold.Pulled
	s     *Side
	set   Setting
	rail  *railed
	other wall.Wall
}

// Hang puts a side cleat on its side wall.
func (s *Side) Hang(set Setting) Hung {
	h := &aside{s: s, set: set}
	h.other = *set.Wall
	h.other.Length, h.other.Studs, h.other.KeepOuts = 3000, s.Studs, nil
	side := set.Site
	side.Wall = &h.other
	h.rail = newRailed(&s.Rail, side, []Rider{{On: func(a hold.Action) hold.Pulled {
		return hold.Pulled{V: a.R, M: a.R * float64(s.Thickness) / 2, Case: a.Case}
	}}})
	h.rail.noun = "side cleat"
	return h
}

// along puts the load where it stands out from the back wall: beside a back cleat the
// front half of the board has it, in the middle of that.
func (h *aside) along(a hold.Action) []hold.Pulled {
	z := a.Arm()
	if h.set.Rail != nil && h.set.Rail.Backs() {
		z = (z + h.set.Depth) / 2
	}
	h.rail.move(0, math.Max(float64(h.s.X), math.Min(z, float64(h.s.X+h.s.Length))))
	h.acts[0] = h.rail.riders[0].On(a)
	return h.acts[:]
}

func (h *aside) Soft(float64) float64 { return 0 }
func (h *aside) HoldsDown() bool      { return false }

func (h *aside) Bed() *Bed { return &Bed{float64(h.s.X + h.s.Length), 2 * h.bearing()} }

// bearing is how much of the board's end lies on the cleat, mm.
func (h *aside) bearing() float64 { return float64(h.s.Thickness - h.s.Gap) }

// Pad is what its share lies on.
func (h *aside) Pad() float64 { return max(1, h.bearing()) * float64(h.s.Length) / 2 }

func (h *aside) Links() []hold.Link {
	out := []hold.Link{{Part: "cleat", Mode: "bearing", Goes: hold.Stands, Of: h.s.Made.Of(), Role: hold.RoleBehind, Kind: hold.Gate,
		Name: "board's end on the cleat", Use: h.rests}}
	all := h.rail.Links()
	out = slices.Grow(out, len(all))
	for _, l := range all {
		use := l.Use
		l.Link.Use = func(sh *working.Sheet, a hold.Action) hold.Use { return use(sh, h.along(a)) }
		l.Link.Name = h.rail.text.Join(l.Link.Name, ", ", l.Where)
		l.Link.Levers = true // it runs out from the wall
		out = append(out, l.Link)
	}
	return out
}

// FrontShare is the part of what stands at z, mm from the wall, on a board of a depth that
// the front half of it takes from side to side; BackShare what the back cleat is asked to.
// Together they are more than all of it (engineering basis 4.8).
func FrontShare(z, depth float64) float64 { return min(1, max(0.5, z/(0.75*depth))) }
func BackShare(z, depth float64) float64  { return max(0.5, 1-FrontShare(z, depth)) }

// LeastBearing is how much of a board should lie on a cleat, mm.
const LeastBearing = 12.0

func (h *aside) rests(sh *working.Sheet, _ hold.Action) hold.Use {
	if sh.On() {
		sh.Add("bearing", "of the board's end on the cleat; "+say.Length(LeastBearing)+" at least", "thickness − gap", h.bearing(), working.Length,
			"engineering basis", working.In("thickness", float64(h.s.Thickness), working.Length),
			working.In("gap", float64(h.s.Gap), working.Length))
	}
	if h.bearing() < LeastBearing-1e-9 {
		return hold.Use{Used: hold.Fails, How: fmt.Sprintf("lies on it by %s of the %s that it "+
			"needs", say.Length(h.bearing()), say.Length(LeastBearing))}
	}
	return hold.Use{How: "lies on it"}
}

// Geometry draws the cleat along the side wall: seen from the side it runs out
// from the back, and its fasteners go away from the eye.
func (h *aside) Geometry(a hold.Action) hold.Geometry {
	g := h.set.NewGeometry(a)
	g.Shapes = hold.Drawn(h.s.Assemble(drawnOver(&h.set.Site, h.set.Rail, h.s)))
	if back := h.set.Rail; back != nil && back.Kind == Ledger {
		g.Shapes = append(g.Shapes, hold.Shape{Name: "back cleat", Stuff: back.Made.Stuff(), Side: back.way().outline(back)})
	}
	for _, c := range h.rail.Geometry(h.along(a)).Columns {
		for _, hole := range c.Holes {
			if hole.Near {
				g.Facts = append(g.Facts, hold.Fact{Name: "of the " + h.s.Screw.Noun() + " in the " + h.set.BehindName(h.s.Screw), Value: hole.In,
					Kind: "length", Bad: hole.In < hole.Least}, hold.Pulls("pushes it across", hole.Shear))
			}
			if !hole.Counts {
				g.Facts = append(g.Facts, hold.Fact{Name: "a fastener " + hole.Why, Bad: true})
			}
		}
	}
	g.Facts = append(g.Facts, hold.Fact{Name: "of the board's end lies on it", Value: h.bearing(), Kind: "length",
		Bad: h.bearing() < LeastBearing})
	g.Fit()
	return g
}

// Notes are its fasteners'.
func (h *aside) Notes() hold.Notes {
	n := h.rail.Notes()
	n.Assumed = append(n.Assumed, "the side walls are built and lined as the back wall is")
	return n
}

func (*Side) recipes() []Recipe {
	return []Recipe{
		{Key: "ledgers", Name: "cleats in an alcove", Words: "at the back and both ends", Tools: []string{"saw", "drill", "level"},
			Hands: "a board scribed to the alcove", Misfit: oneByOne, Make: (*Outfit).ledgers,
			Suits: fillsAlcove, Is: func(w *Ways, r *Rail) bool { return w.SideCleat != nil || r != nil && r.Kind == Ledger }},
	}
}

// fillsAlcove tells that a shelf goes from one end of its wall to the other.
func fillsAlcove(o *Outfit) bool { return o.X <= inAlcove && o.X+o.Length >= o.Wall.Length-inAlcove }

// inAlcove is how near a shelf's ends come to the ends of the wall in an alcove, mm.
const inAlcove = 25

func (o *Outfit) ledgers() error {
	thick := o.Size(0.75, 19)
	o.rail(Ledger, lumber(), float64(o.X), float64(o.X+o.Length), -o.Size(1.5, 38), o.Size(1.5, 38), thick, false)
	o.Rail.Lock, o.Rail.Gap = false, 2
	length := o.Depth - thick - 15
	if length < 100 {
		return errors.New("the shelf is too shallow for cleats at its ends")
	}
	high := o.Size(2.5, 64)
	for _, end := range []End{LeftEnd, RightEnd} {
		side := &Side{At: end, Studs: []wall.Stud{}, Rail: Rail{
			Made: lumber(), ID: o.ID(), Kind: Ledger, X: thick, Length: length, Bottom: -high, Height: high, Thickness: thick, Gap: 2,
			Screw: o.Fixing(float64(thick), true, false),
		}}
		for x := thick + min(60, length/2); x < thick+length-45; x += o.Size(16, 400) {
			if !o.Wall.Solid() {
				side.Studs = append(side.Studs, wall.Stud{ID: o.ID(), X: x, Width: 38, Depth: 89, Doubt: 10, Wood: "spruce-pine-fir-stud",
					Found: wall.ByGuess})
			}
			side.Spots = append(side.Spots, Spot{ID: o.ID(), X: x, Y: 16}, Spot{ID: o.ID(), X: x, Y: high - 16})
		}
		if front := thick + length - 35; len(side.Studs) == 1 && o.Wall.Kind == wall.WoodStuds && o.Wall.Lining.Kind == wall.Gypsum && front > side.Studs[0].X+100 {
			toggle := o.Fixing(float64(thick), false, false) // or the one stud would let it swing
			side.Spots = append(side.Spots, Spot{ID: o.ID(), X: front, Y: high / 2, Screw: &toggle})
		}
		x := float64(o.X)
		if end == RightEnd {
			x += float64(o.Length)
		}
		o.add(x, side)
	}
	return nil
}

var _ Way = (*Side)(nil)

// Assemble puts the cleat on its side wall: it runs out from the back.
func (s *Side) Assemble(o *Over) *assembly.Assembly {
	a := o.assemble()
	t, low := float64(s.Thickness), float64(s.Bottom)
	face, way := t, leftward
	if s.At == RightEnd {
		face, way = -t, aright
	}
	c := a.part("cleat", "side cleat", s.Made, assembly.Out(max(0, face), low, float64(s.X)), assembly.Rect(0, 0, float64(s.Length), float64(s.Height)), t)
	a.rests(c, nil, 0, 0)
	for _, sp := range s.Spots {
		f := a.screw(sp.ID, "screws", sp.screw(s.Rail.Screw), place(face, low+float64(sp.Y), float64(sp.X)), way)
		if f.Wall = true; sp.Screw != nil {
			f.Group = a.ID + "/screw-" + sp.ID
		}
	}
	return &a.Assembly
}
