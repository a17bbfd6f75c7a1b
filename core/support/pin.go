package support

import (
	"errors"
	"fmt"
	"math"

	"aguante/core/assembly"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/wall"
)

// PinKind is what a hidden pin is.
type PinKind string

// The pins.
const (
	DowelPin PinKind = "dowel"
	TenonPin PinKind = "tenon" // loose tenon
	RodPin   PinKind = "rod"   // steel
)

// Choices lists the pins.
func (PinKind) Choices() []field.Choice {
	return field.Choose("dowel", "dowel", "tenon", "loose tenon", "rod", "steel rod")
}

// Pin is a hidden pin that the shelf is pushed onto: in a strip on the wall, or
// straight in a stud or in masonry. Width is along the wall and High its height,
// the same for dowels and rods. Root is bedded in the strip or the wall, Tip in
// the shelf; Play is how loose it is in its bores; mm. A glued or locked shelf
// does not slide off; neither counts as strength.
type Pin struct {
	Kind      PinKind         `json:"kind" label:"pin"`
	Width     quantity.Length `json:"width_mm" label:"wide" range:"3 120" as:"fine"`
	High      quantity.Length `json:"high_mm" label:"high" range:"3 80" as:"fine"`
	Root      quantity.Length `json:"root_mm" label:"deep at its root" range:"5 300"`
	Tip       quantity.Length `json:"tip_mm" label:"deep in the shelf" range:"5 600"`
	Play      quantity.Length `json:"play_mm" label:"play in its bores" range:"0 3" as:"fine"`
	hold.Made `label:"wood" as:"wood" only:"kind=dowel,tenon"`
	Steel     hold.Steel   `json:"steel,omitempty" label:"steel" only:"kind=rod"`
	Glued     bool         `json:"glued,omitempty" label:"in the shelf" yes:"glued|dry"`
	Lock      bool         `json:"lock,omitempty" label:"lock screw" yes:"yes|no"`
	LockScrew *hold.Fixing `json:"lock_screw,omitempty" title:"Lock screw" label:"" only:"lock=true"`
}

// Noun is what it is called.
func (p *Pin) Noun() string { return "pin" }

// Validate names every problem of a pin.
func (p *Pin) Validate(l *problem.List) {
	field.Check(l, p)
	if p.Kind != TenonPin && p.Width != p.High {
		l.Add("high_mm", "a round pin is as high as it is wide: %s", say.Length(float64(p.Width)))
	}
}

// Fixings are its own fasteners into the wall.
func (p *Pin) Fixings() []*hold.Fixing { return nil }

func (*Pin) betweenOthers() {}

// pinned is a pin in its place.
type pinned struct {
	*Pin
	set   hold.Site
	strip *Rail // nil: straight in the wall
	face  float64
	root  material.Board // what its root is in; a stud lies along its grain
	hit   wall.Hit
	y     float64             // of its middle
	ei    float64             // its stiffness, N·mm²
	beds  [hold.Cases]float64 // what its bore in the shelf takes, MPa
}

// Hang puts a pin in the middle of the board's thickness.
func (p *Pin) Hang(s Setting) Hung {
	h := &pinned{Pin: p, set: s.Site, y: s.Thickness / 2, face: -s.Wall.Lining.Gap()}
	h.ei = h.stiffness()
	for c := range h.beds {
		h.beds[c], _ = h.tipTakes(nil, hold.Case(c))
	}
	if r := s.Rail; r != nil && r.Kind == Strip {
		h.strip, h.face = r, float64(r.Thickness)
		h.root = s.Piece(r.Made, float64(r.Thickness), float64(r.Height))
		return h
	}
	h.hit = s.Wall.Holds(s.X, s.Underside+h.y, float64(p.Width), float64(p.Width)/2+hold.Around)
	if st := h.hit.Behind(); st != nil {
		l, _ := material.LumberOf(st.Wood)
		h.root = material.Board{Lumber: &l}
	}
	return h
}

// reach is how far the load stands out from the face that the pin is held at, mm.
func (h *pinned) reach(a hold.Action) float64 { return a.Arm() - h.face }

// Soft is the pin's own bending.
func (h *pinned) Soft(e float64) float64 {
	out := max(0, e-h.face)
	return out * out * out / (3 * h.ei)
}

func (h *pinned) HoldsDown() bool { return true }
func (h *pinned) Pad() float64    { return 0 }
func (h *pinned) Bed() *Bed       { return nil } // the pin is in it

func (h *pinned) rider() func(hold.Action) hold.Pulled {
	if h.strip == nil {
		return nil
	}
	return hold.Straight
}

// StandsOut is how far in front of the wall the board's back edge is: a strip's thickness.
func (p *Pin) StandsOut(rail *Rail) float64 {
	if rail != nil && rail.Kind == Strip {
		return float64(rail.Thickness)
	}
	return 0
}

func (h *pinned) Links() []hold.Link {
	where := "bore in the wall"
	if h.strip != nil {
		where = "bore in the strip"
	}
	return []hold.Link{
		{Part: "pin", Mode: "bending", Goes: hold.Bends, Of: h.of(), Role: hold.RoleBar, Kind: hold.Strength, Name: "pin in bending",
			Use: h.bends},
		{Part: "pin", Mode: "root", Goes: hold.Crushes, Of: h.bedded(), Role: hold.RoleBore, Kind: hold.Strength, Name: where,
			NoMean: h.rootMean(), Use: h.rootBore},
		{Part: "pin", Mode: "tip", Goes: hold.Crushes, Of: hold.StuffOf(h.set.Board), Role: hold.RoleBore, Kind: hold.Strength,
			Name: "bore in the shelf", Levers: true, Use: h.tipBore},
		{Part: "pin", Mode: "droop", Goes: hold.Sags, Of: h.of(), Role: hold.RoleDroop, Kind: hold.Stiffness, Name: "droop at the front edge",
			Use: h.droop},
		{Part: "pin", Mode: "stands", Goes: hold.Stands, Of: h.bedded(), Role: hold.RoleBehind, Kind: hold.Gate, Name: h.into(), Use: h.stands},
	}
}

func (h *pinned) into() string {
	switch {
	case h.strip != nil:
		return "pin in the strip"
	case h.set.Wall.Solid():
		return "pin in the wall"
	}
	return "pin in the stud"
}

func (h *pinned) rootMean() string {
	if h.strip == nil && h.set.Wall.Solid() {
		return "no mean strength is known for the wall round a pin"
	}
	return ""
}

// Geometry draws the pin through shelf and strip.
func (h *pinned) Geometry(a hold.Action) hold.Geometry {
	g := h.set.NewGeometry(a)
	t, tip := float64(h.High)/2, max(h.face, 0)+float64(h.Tip)
	g.Shapes = hold.Drawn(h.Assemble(drawnOver(&h.set, h.strip, h.Pin)))
	u := h.bends(nil, a)
	g.Measures = append(g.Measures, hold.Measure{Name: "lever", Z1: h.face, Y1: -8, Z2: a.Arm(), Y2: -8, MM: h.reach(a)})
	if h.strip == nil {
		hole := hold.Hole{ID: "pin", X: h.set.X, Y: h.y, Meets: h.hit.Meets, Edge: h.hit.Edge, Chance: h.hit.Chance, Counts: h.amiss() == "",
			Stud:   h.hit.Stud,
			Length: 0, D: float64(h.Width), In: float64(h.Root), Least: 4 * float64(h.Width), Pilot: float64(h.Width), Why: h.amiss(), Drilling: hold.Drilling{Gap: h.set.Wall.Lining.Gap()},
			Shear: math.Abs(a.R)}
		if st := h.hit.Behind(); st != nil {
			hole.StudDepth = float64(st.Depth)
		}
		g.Holes = append(g.Holes, hole)
	}
	left := (h.set.Thickness - float64(h.High)) / 2
	g.Facts = append(g.Facts, hold.Fact{Name: "wood over and under the pin", Value: left, Kind: "length", Bad: left < hold.Around},
		hold.Long("lever to the pin's root", h.reach(a)), hold.Fact{Name: "of the pin's bending strength in use", Value: 100 * u.Used,
			Kind: "percent", Bad: u.Used > 1},
		hold.Long("hangs from play alone", h.play()))
	g.Measures = append(g.Measures, hold.Across("in the shelf", "pin.tip_mm", max(h.face, 0), tip, h.y-t))
	g.Marks = append(g.Marks, hold.Long("bore in the shelf, deep", float64(h.Tip)), hold.Long("bore's middle, up from the underside", h.y),
		hold.Long("wood over and under the bore", left),
		hold.Long("bore at its root, deep", float64(h.Root)), hold.Long("room to the front edge", h.set.Depth-tip))
	g.Fit()
	return g
}

// Notes are the rules of thumb for pins, and what keeps the shelf on.
func (h *pinned) Notes() hold.Notes {
	var n hold.Notes
	d := float64(h.High)
	if d > h.set.Thickness/2 {
		n.Cautions = append(n.Cautions, "the pin is over half of the board's thickness")
	} else if (h.set.Thickness-d)/2 < hold.Around {
		n.Cautions = append(n.Cautions, "there are less than "+say.Length(6)+" of wood over or under the pin")
	}
	if min(float64(h.Root), float64(h.Tip)) < 4*d {
		n.Cautions = append(n.Cautions, fmt.Sprintf("the pin is bedded less than four times its thickness (%s) on one side",
			say.Place(4*d)))
	}
	if !h.Glued && !h.Lock {
		n.Cautions = append(n.Cautions, "only friction keeps the shelf on its pins: glue it or put in a lock screw")
	}
	if h.strip == nil && h.set.Wall.Solid() {
		n.Assumed = append(n.Assumed, "pins are set in mortar or resin in sound masonry")
	}
	if h.Kind == RodPin {
		h.Steel.Assumed(&n, "the rods are")
	}
	return n
}

func (*Pin) recipes() []Recipe {
	return []Recipe{
		{Key: "pins-in-strip", Name: "pins in a strip", Words: "dowels, tenons or rods; the shelf floats", Hidden: true,
			Tools: []string{"drill press or jig", "saw", "clamps"}, Hands: "bores must be in line and square", Misfit: bored,
			Make: (*Outfit).pinsInStrip, Is: func(w *Ways, r *Rail) bool { return w.Pin != nil && r != nil }},
		{Key: "pins-in-wall", Name: "pins in the wall", Words: "steel rods straight into studs or masonry", Hidden: true,
			Tools: []string{"long drill bit", "boring guide"}, Hands: "bores in the wall forgive nothing", Misfit: oneByOne,
			Make: (*Outfit).pinsInWall, Is: func(w *Ways, r *Rail) bool { return w.Pin != nil && r == nil }},
	}
}

func (o *Outfit) pinsInStrip() error {
	if err := o.thick(22); err != nil {
		return err
	}
	t := float64(o.Thickness)
	thick, high := o.Size(1.5, 38), quantity.Length(max(t, 64))
	x0, x1 := float64(o.X)+15, float64(o.X+o.Length)-15
	r := o.rail(Strip, lumber(), x0, x1, o.Thickness-high, high, thick, true)
	d := o.Size(0.625, 16)
	if float64(d) > t/2 {
		d = quantity.Length(math.Floor(t / 2))
	}
	tip := quantity.Length(math.Round(min(100, float64(o.Depth)-20)))
	if tip < 4*d {
		return errors.New("the shelf is too shallow for pins: they need four times their thickness in it")
	}
	var columns []float64
	for _, s := range r.Spots {
		columns = append(columns, float64(s.X))
	}
	for _, x := range even(x0+60, x1-60, 420, columns) {
		o.add(x, &Pin{
			Made: ash(), Kind: DowelPin, Width: d, High: d, Root: thick, Tip: tip, Play: 0.1, Glued: true,
		})
	}
	return nil
}

func (o *Outfit) pinsInWall() error {
	if err := o.thick(24); err != nil {
		return err
	}
	at := o.places()
	root := quantity.Length(70)
	switch {
	case o.Wall.Kind == wall.Block:
		return errors.New("in hollow block nothing is known of what holds a pin")
	case o.Wall.Solid():
		root = 90
	case !o.OnStuds(at...):
		return errors.New("there are not two wood studs behind the shelf to bore into")
	}
	for _, x := range at {
		o.add(x, &Pin{
			Made: ash(), Kind: RodPin, Width: o.Size(0.5, 12), High: o.Size(0.5, 12), Root: root,
			Tip: quantity.Length(math.Round(float64(o.Depth) * 0.75)), Play: 0.1, Steel: hold.Unmarked, Lock: true,
		})
	}
	return nil
}

var _ Way = (*Pin)(nil)

// Assemble puts the pin into the strip, or the wall, and the board.
func (p *Pin) Assemble(o *Over) *assembly.Assembly {
	a := o.assemble()
	face, w, h, mid := -o.Gap, float64(p.Width), float64(p.High), o.Thickness/2
	if r := o.Rail; r != nil && r.Kind == Strip {
		face = float64(r.Thickness)
	}
	root, long := face-float64(p.Root), max(face, 0)+float64(p.Tip)-face+float64(p.Root)
	name, of, cuts := "steel rod", hold.Made{}, piece.Bore
	if p.Kind != RodPin {
		name, of = string(p.Kind)+" pin", p.Made
	}
	var pin *assembly.Body
	if p.Kind == TenonPin {
		cuts = piece.Mouth
		pin = a.part("pin", name, of, assembly.Frame{O: place(-w/2, mid-h/2, root), X: outward, Y: aright, Z: upward}, assembly.Rect(0, 0, long, w), h)
	} else {
		pin = a.rod("pin", name, of, assembly.Out(0, mid, root), long, w)
	}
	in := a.housed(pin, a.Board, cuts)
	in.Glued, in.Room[2] = p.Glued, pinRoom
	for _, r := range a.On {
		if j := a.housed(pin, r, cuts); face > 0 {
			j.Glued = p.Glued
		}
	}
	a.locked(p.Lock, p.LockScrew, place(0, 0, max(face, 0)+float64(p.Tip)*0.6), upward)
	return &a.Assembly
}

// pinRoom is by how much a pin's bore in the shelf is deeper than the pin goes in, mm (building basis 12).
const pinRoom = 2.0

// of is what the pin is made of, and bedded what its root is in.
func (h *pinned) of() hold.Of {
	if h.Kind == RodPin {
		return hold.OfSteel
	}
	return h.Made.Of()
}

func (h *pinned) bedded() hold.Of {
	if h.strip == nil && h.set.Wall.Solid() {
		return hold.OfMasonry
	}
	return hold.OfWood
}
