package support

import (
	"errors"
	"fmt"
	"math"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/piece"

	"aguante/core/joint"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/section"
	"aguante/core/wall"
	"aguante/core/working"
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
	Steel     hold.Steel `json:"steel,omitempty" label:"steel" only:"kind=rod"`
	Glued     bool       `json:"glued,omitempty" label:"in the shelf" yes:"glued|dry"`
	Lock      bool       `json:"lock,omitempty" label:"lock screw" yes:"yes|no"`
}

// Noun is what it is called.
func (p *Pin) Noun() string { return "pin" }

// Validate names every problem of a pin.
func (p *Pin) Validate(l *problem.List) {
	field.Check(l, p)
	if p.Kind != TenonPin && p.Width != p.High {
		l.Add("high_mm", "a round pin is as high as it is wide: %s mm", quantity.Decimal(float64(p.Width), 1))
	}
}

// Fixings are its own fasteners into the wall.
func (p *Pin) Fixings() []*hold.Fixing { return nil }

// pinned is a pin in its place.
type pinned struct {
	*Pin
	set   hold.Site
	strip *Rail // nil: straight in the wall
	face  float64
	root  material.Board // what its root is in; a stud lies along its grain
	hit   wall.Hit
	y     float64 // of its middle
}

// Hang puts a pin in the middle of the board's thickness.
func (p *Pin) Hang(s Setting) Hung {
	h := &pinned{Pin: p, set: s.Site, y: s.Thickness / 2, face: -s.Wall.Lining.Gap()}
	if r := s.Rail; r != nil && r.Kind == Strip {
		h.strip, h.face = r, float64(r.Thickness)
		h.root = r.Made.Board(float64(r.Thickness), float64(r.Height))
		return h
	}
	h.hit = s.Wall.Holds(s.X, s.Underside+h.y, float64(p.Width), float64(p.Width)/2+hold.Around)
	if st := h.hit.Behind(); st != nil {
		l, _ := material.LumberOf(st.Wood)
		h.root = material.Board{Lumber: &l}
	}
	return h
}

// masonryBed is the pressure that a pin set in mortar or resin in sound masonry
// may put on its bore, MPa (Rule, low on purpose).
const masonryBed = 2.0

func (h *pinned) modulus() float64 {
	if h.Kind == TenonPin {
		return float64(h.Width) * float64(h.High) * float64(h.High) / 6
	}
	return joint.Round(float64(h.Width))
}

func (h *pinned) stiffness() float64 {
	w, t := float64(h.Width), float64(h.High)
	inertia := math.Pi * math.Pow(w, 4) / 64
	if h.Kind == TenonPin {
		inertia = section.Rectangle{B: w, H: t}.Inertia()
	}
	if h.Kind == RodPin {
		return hold.SteelE * inertia
	}
	return h.Made.Board(w, t).E(nil) * inertia
}

// reach is how far the load stands out from the face that the pin is held at, mm.
func (h *pinned) reach(a hold.Action) float64 { return a.Arm() - h.face }

// Soft is the pin's own bending.
func (h *pinned) Soft(e float64) float64 {
	out := max(0, e-h.face)
	return out * out * out / (3 * h.stiffness())
}

func (h *pinned) HoldsDown() bool { return true }
func (h *pinned) Pad() float64    { return 0 }

func (h *pinned) rider() func(*working.Sheet, hold.Action) hold.Pulled {
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
		{Part: "pin", Mode: "bending", Goes: hold.Bends, Of: h.of(), Role: hold.RoleBar, Kind: hold.Strength, Name: "pin in bending", Use: h.bends},
		{Part: "pin", Mode: "root", Goes: hold.Crushes, Of: h.bedded(), Role: hold.RoleBore, Kind: hold.Strength, Name: where, NoMean: h.rootMean(), Use: h.rootBore},
		{Part: "pin", Mode: "tip", Goes: hold.Crushes, Of: hold.StuffOf(h.set.Board), Role: hold.RoleBore, Kind: hold.Strength, Name: "bore in the shelf", Use: h.tipBore},
		{Part: "pin", Mode: "droop", Goes: hold.Sags, Of: h.of(), Role: hold.RoleDroop, Kind: hold.Stiffness, Name: "droop at the front edge", Use: h.droop},
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

// moment is what bends the pin at the face that holds it.
func (h *pinned) moment(sh *working.Sheet, a hold.Action) float64 {
	m := math.Abs(a.R * h.reach(a))
	if sh.On() {
		sh.Add("Mp", "moment in the pin at the face that holds it, t being what stands between that and the wall's face (less than 0 where it lies behind)", "R × (e − t)", m, working.Moment, "statics",
			working.In("R", a.R, working.Force), working.In("e", a.Arm(), working.Length), working.In("t", h.face, working.Length))
	}
	return m
}

func (h *pinned) bends(sh *working.Sheet, a hold.Action) hold.Use {
	m, s, on := h.moment(sh, a), h.modulus(), h.set.Bases[a.Case]
	var f float64
	if h.Kind == RodPin {
		var name string
		f, name = h.Steel.Bending(a.Case)
		if sh.On() {
			sh.Add("Fs", "bending stress that the steel takes", name, f, working.Stress, "AISC 360 F11; Rule for Fy", working.In("Fy", h.Steel.Yield(), working.Stress))
		}
	} else {
		f = h.Made.Board(float64(h.Width), float64(h.High)).Bending(sh, on)
	}
	if sh.On() {
		formula := "π × d³ / 32"
		if h.Kind == TenonPin {
			formula = "b × h² / 6"
		}
		sh.Add("S", "section modulus of the pin", formula, s, working.Modulus, "statics", working.In("b", float64(h.Width), working.Length), working.In("h", float64(h.High), working.Length), working.In("d", float64(h.Width), working.Length))
		sh.Add("used", "part of it in use", "Mp / (S × F)", m/(s*f), working.Ratio, "", working.In("Mp", m, working.Moment), working.In("S", s, working.Modulus), working.In("F", f, working.Stress))
	}
	return hold.Use{Used: m / (s * f), How: "bends or breaks at the face that holds it"}
}

func (h *pinned) rootBore(sh *working.Sheet, a hold.Action) hold.Use {
	m, v := h.moment(sh, a), math.Abs(a.R)
	b, l := float64(h.Width), float64(h.Root)
	q := joint.BoreRoot(b, l, v, m)
	f, by := masonryBed, "2 MPa"
	if h.strip != nil || h.hit.Behind() != nil {
		f, by = hold.BoreStrength(sh, h.root, max(b, float64(h.High)), h.strip != nil, h.set.Bases[a.Case])
	}
	if sh.On() {
		sh.Add("q", "pressure at the mouth of the bore, bedded over L", "(4 × V / L + 6 × M / L²) / d", q, working.Stress, "statics, straight-line pressure",
			working.In("V", v, working.Force), working.In("L", l, working.Length), working.In("M", m, working.Moment), working.In("d", b, working.Length))
		sh.Add("used", "part of what the bore takes", "q / "+by, q/f, working.Ratio, "Rule on NDS 12.3.3", working.In("q", q, working.Stress), working.In(by, f, working.Stress))
	}
	return hold.Use{Used: q / f, How: "crushes the bore's mouth"}
}

func (h *pinned) tipBore(sh *working.Sheet, a hold.Action) hold.Use {
	m, v := h.moment(sh, a), math.Abs(a.R)
	b, l := float64(h.Width), float64(h.Tip)
	q := joint.BoreTip(b, l, v, m)
	f, by := hold.BoreStrength(sh, h.set.Board, max(b, float64(h.High)), true, h.set.Bases[a.Case])
	if sh.On() {
		sh.Add("q", "greatest pressure in the shelf's bore, bedded over L", "max(|6 M / L² − 2 V / L|, |4 V / L − 6 M / L²|) / d", q, working.Stress, "statics, straight-line pressure",
			working.In("V", v, working.Force), working.In("L", l, working.Length), working.In("M", m, working.Moment), working.In("d", b, working.Length))
		sh.Add("used", "part of what the bore takes", "q / "+by, q/f, working.Ratio, "Rule on NDS 12.3.3", working.In("q", q, working.Stress), working.In(by, f, working.Stress))
	}
	return hold.Use{Used: q / f, How: "crushes the bore in the shelf"}
}

// play is how far the front edge hangs from the bores' play alone, mm.
func (h *pinned) play() float64 {
	return h.set.Depth * (float64(h.Play)/float64(h.Root) + float64(h.Play)/float64(h.Tip))
}

func (h *pinned) droop(sh *working.Sheet, a hold.Action) hold.Use {
	loose, out := h.play(), max(0, h.reach(a))
	slope := a.R * out * out / (2 * h.stiffness())
	bent := max(0, a.R*out*out*out/(3*h.stiffness())+slope*(h.set.Depth-a.Arm()))
	limit := hold.DroopLimit(h.set.Depth)
	u := (loose + bent) / limit
	if sh.On() {
		sh.Add("δplay", "at the front edge, from play in both bores", "depth × (p / Lroot + p / Ltip)", loose, working.Length, "engineering basis",
			working.In("depth", h.set.Depth, working.Length), working.In("p", float64(h.Play), working.Length), working.In("Lroot", float64(h.Root), working.Length), working.In("Ltip", float64(h.Tip), working.Length))
		sh.Add("δpin", "at the front edge, from the pin's own bending", "R × x³ / (3 EI) + R × x² / (2 EI) × (depth − e)", bent, working.Length, "statics",
			working.In("R", a.R, working.Force), working.In("x", out, working.Length), working.In("EI", h.stiffness(), working.Stiffness), working.In("e", a.Arm(), working.Length))
		sh.Add("allowed", "beyond it things start to creep and roll", "depth / 100", limit, working.Length, "Rule", working.In("depth", h.set.Depth, working.Length))
		sh.Add("used", "part of it in use", "(δplay + δpin) / allowed", u, working.Ratio, "", working.In("δplay", loose, working.Length), working.In("δpin", bent, working.Length), working.In("allowed", limit, working.Length))
	}
	return hold.Use{Used: u, How: "hangs at the front edge", Value: loose + bent, Allowed: limit}
}

// amiss says why the pin holds nothing, or "".
func (h *pinned) amiss() string {
	high := float64(h.High)
	mm := func(v float64) string { return quantity.Decimal(v, 1) + " mm" }
	switch {
	case high >= h.set.Thickness-2:
		return fmt.Sprintf("is %s high in a board of %s", mm(high), mm(h.set.Thickness))
	case float64(h.Tip) > h.set.Depth-max(0, h.face)-3:
		return "goes " + mm(float64(h.Tip)) + " into a shelf that is not so deep"
	case h.strip != nil:
		low, top := float64(h.strip.Bottom), float64(h.strip.Bottom+h.strip.Height)
		switch {
		case h.set.X < float64(h.strip.X) || h.set.X > float64(h.strip.X+h.strip.Length):
			return "stands beyond the end of the strip"
		case h.y-high/2 < low+2 || h.y+high/2 > top-2:
			return "has no wood of the strip around it"
		case float64(h.Root) > h.face:
			return "goes " + mm(float64(h.Root)) + " into a strip of " + mm(h.face)
		}
	case h.set.Wall.Solid():
		if h.set.Wall.Kind == wall.Block {
			return "would stand in hollow block, of which nothing is known"
		}
		if h.hit.Why != "" {
			return h.hit.Why
		}
	case !h.hit.Counts:
		return h.hit.Why
	case float64(h.Root) > float64(h.hit.Behind().Depth):
		return "comes out of the stud's back"
	}
	return ""
}

func (h *pinned) stands(sh *working.Sheet, _ hold.Action) hold.Use {
	if sh.On() {
		sh.Add("room", "wood over and under the pin in the board", "(t − h) / 2", (h.set.Thickness-float64(h.High))/2, working.Length, "geometry",
			working.In("t", h.set.Thickness, working.Length), working.In("h", float64(h.High), working.Length))
	}
	if why := h.amiss(); why != "" {
		return hold.Use{Used: hold.Fails, How: why}
	}
	return hold.Use{How: "hold"}
}

// Geometry draws the pin through shelf and strip.
func (h *pinned) Geometry(a hold.Action) hold.Geometry {
	g := h.set.NewGeometry(a)
	w, t := float64(h.Width)/2, float64(h.High)/2
	stuff := hold.Timber
	if h.Kind == RodPin {
		stuff = hold.Metal
	}
	tip := max(h.face, 0) + float64(h.Tip)
	g.Shapes = append(g.Shapes, hold.Shape{Name: "pin", Stuff: stuff, Side: hold.Box(h.face-float64(h.Root), h.y-t, tip, h.y+t), Front: hold.Box(-w, h.y-t, w, h.y+t)})
	u := h.bends(nil, a)
	g.Measures = append(g.Measures, hold.Measure{Name: "lever", Z1: h.face, Y1: -8, Z2: a.Arm(), Y2: -8, MM: h.reach(a)})
	if h.strip == nil {
		hole := hold.Hole{ID: "pin", X: h.set.X, Y: h.y, Meets: h.hit.Meets, Edge: h.hit.Edge, Chance: h.hit.Chance, Counts: h.amiss() == "", Stud: h.hit.Stud,
			Length: 0, D: float64(h.Width), In: float64(h.Root), Least: 4 * float64(h.Width), Pilot: float64(h.Width), Why: h.amiss(), Shear: math.Abs(a.R)}
		if st := h.hit.Behind(); st != nil {
			hole.StudDepth = float64(st.Depth)
		}
		g.Holes = append(g.Holes, hole)
	}
	left := (h.set.Thickness - float64(h.High)) / 2
	g.Facts = append(g.Facts, hold.Fact{Name: "wood over and under the pin", Value: left, Kind: "length", Bad: left < hold.Around},
		hold.Long("lever to the pin's root", h.reach(a)), hold.Fact{Name: "of the pin's bending strength in use", Value: 100 * u.Used, Kind: "percent", Bad: u.Used > 1},
		hold.Long("hangs from play alone", h.play()))
	g.Measures = append(g.Measures, hold.Across("in the shelf", "pin.tip_mm", max(h.face, 0), tip, h.y-t))
	g.Marks = append(g.Marks, hold.Long("bore in the shelf, deep", float64(h.Tip)), hold.Long("bore's middle, up from the underside", h.y), hold.Long("wood over and under the bore", left),
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
		n.Cautions = append(n.Cautions, "there are less than 6 mm of wood over or under the pin")
	}
	if min(float64(h.Root), float64(h.Tip)) < 4*d {
		n.Cautions = append(n.Cautions, fmt.Sprintf("the pin is bedded less than four times its thickness (%s mm) on one side", quantity.Decimal(4*d, 0)))
	}
	if !h.Glued && !h.Lock {
		n.Cautions = append(n.Cautions, "only friction keeps the shelf on its pins: glue it or put in a lock screw")
	}
	if h.strip == nil && h.set.Wall.Solid() {
		n.Assumed = append(n.Assumed, "pins are set in mortar or resin in sound masonry")
	}
	if h.Kind == RodPin && h.Steel == hold.Unmarked {
		n.Assumed = append(n.Assumed, "the rods are mild steel of no stated grade, 205 MPa")
	}
	return n
}

func (*Pin) recipes() []Recipe {
	return []Recipe{
		{Key: "pins-in-strip", Name: "pins in a strip", Words: "dowels, tenons or rods; the shelf floats", Hidden: true, Tools: []string{"drill press or jig", "saw", "clamps"}, Hands: "bores must be in line and square", Misfit: bored, Make: (*Outfit).pinsInStrip, Is: func(w *Ways, r *Rail) bool { return w.Pin != nil && r != nil }},
		{Key: "pins-in-wall", Name: "pins in the wall", Words: "steel rods straight into studs or masonry", Hidden: true, Tools: []string{"long drill bit", "boring guide"}, Hands: "bores in the wall forgive nothing", Misfit: oneByOne, Make: (*Outfit).pinsInWall, Is: func(w *Ways, r *Rail) bool { return w.Pin != nil && r == nil }},
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

// Pieces are the pin alone.
func (p *Pin) Pieces(o Over) []piece.Piece {
	long := float64(p.Root + p.Tip)
	if p.Kind == RodPin {
		return []piece.Piece{o.bought("pin", "steel rod", 1, long)}
	}
	return []piece.Piece{o.cut("pin", string(p.Kind)+" pin", 1, p.Made, long, float64(p.Width), float64(p.High))}
}

// InBoard is its bore, or the mortise of a tenon.
func (p *Pin) InBoard(x float64, o Over) []piece.Feature {
	deep, w, t := float64(p.Tip), float64(p.Width), float64(p.High)
	if p.Kind == TenonPin {
		return []piece.Feature{{Kind: piece.Mouth, Face: piece.Back, X: x - w/2, Y: (o.Thickness - t) / 2, Long: w, Wide: t, Depth: deep}}
	}
	return []piece.Feature{{Kind: piece.Bore, Face: piece.Back, X: x, Y: o.Thickness / 2, D: w, Depth: deep}}
}

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
