package support

import (
	"fmt"
	"math"

	"aguante/core/assembly"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// Hidden is a steel plate on the wall with a blade that goes into a slot in the
// shelf's back edge. The blade is in the middle of the board's thickness; Plate is
// the plate's height, about the blade. Slot is what is cut for it; mm.
type Hidden struct {
	Reach     quantity.Length  `json:"reach_mm" label:"blade, into the shelf" range:"20 1000"`
	Width     quantity.Length  `json:"width_mm" label:"blade, wide" range:"5 1000" as:"fine"`
	Thickness quantity.Length  `json:"thickness_mm" label:"blade, thick" range:"1 40" as:"fine"`
	Plate     quantity.Length  `json:"plate_mm" label:"plate on the wall, high" range:"10 400"`
	Blades    []Blade          `json:"blades,omitempty" label:"blade, aside of the middle" at:"offset_mm" count:"0 12"` // where there are several
	Steel     hold.Steel       `json:"steel" label:"steel"`
	Lock      bool             `json:"lock,omitempty" label:"lock screw" yes:"yes|no"`
	Slot      Slot             `json:"slot" title:"Slot in the board"`
	Screw     hold.Fixing      `json:"screw" title:"Into the wall" label:""`
	Holes     []hold.PlateHole `json:"holes" label:"below the blade" at:"down_mm" count:"0 24"` // Down from the blade's middle
	LockScrew *hold.Fixing     `json:"lock_screw,omitempty" title:"Lock screw" label:"" only:"lock=true"`
}

// Blade is one of several blades on a plate, Offset to the side of its middle.
type Blade struct {
	ID     string          `json:"id"`
	Offset quantity.Length `json:"offset_mm" range:"-1000 1000"`
}

// Slot is a slot for a blade: into the shelf, along it, and high.
type Slot struct {
	Deep quantity.Length `json:"deep_mm" label:"deep" range:"20 1200"`
	Wide quantity.Length `json:"wide_mm" label:"wide" range:"5 1200" as:"fine"`
	High quantity.Length `json:"high_mm" label:"high" range:"1 60" as:"fine"`
}

// Noun is what it is called.
func (b *Hidden) Noun() string { return "bracket" }

// Validate names every problem of it.
func (b *Hidden) Validate(p *problem.List) {
	if !field.Check(p, b) {
		return
	}
	at := p.In("slot")
	at.Between("deep_mm", float64(b.Slot.Deep), float64(b.Reach), 1200)
	at.Between("wide_mm", float64(b.Slot.Wide), float64(b.Width), 1200)
	at.Between("high_mm", float64(b.Slot.High), float64(b.Thickness), 60)
	lo, hi := b.Spread()
	hold.WithinPlate(p, b.Holes, float64(b.Plate)/2, float64(b.Plate)/2, float64(b.Width)*3+hi-lo)
	for i, one := range b.Blades {
		for k, other := range b.Blades[:i] {
			if apart := math.Abs(float64(one.Offset - other.Offset)); apart < float64(b.Slot.Wide)+6 {
				p.Each("blades", i).Add("offset_mm", "blades %d and %d are %s apart: their slots, %s wide, leave no wood between them", k+1, i+1,
					say.Length(apart), say.Length(float64(b.Slot.Wide)))
			}
		}
	}
}

// Spread is how far its blades reach to the left and to the right of its middle, mm.
func (b *Hidden) Spread() (lo, hi float64) {
	half := float64(b.Width) / 2
	if len(b.Blades) < 2 {
		return -half, half
	}
	for _, one := range b.Blades {
		lo, hi = min(lo, float64(one.Offset)-half), max(hi, float64(one.Offset)+half)
	}
	return lo, hi
}

// OffBoard tells that one of several blades stands off a board of a length, its middle being at x, mm,
// on it.
func (b *Hidden) OffBoard(x, length float64) bool {
	lo, hi := b.Spread()
	return len(b.Blades) > 1 && x >= 0 && x <= length && (x+lo < -1e-6 || x+hi > length+1e-6)
}

// offsets are where its blades stand, from its middle.
func (b *Hidden) offsets() []float64 {
	if len(b.Blades) < 2 {
		return []float64{0}
	}
	out := make([]float64, len(b.Blades))
	for i, one := range b.Blades {
		out[i] = float64(one.Offset)
	}
	return out
}

// Fixings are its own fasteners into the wall.
func (b *Hidden) Fixings() []*hold.Fixing { return []*hold.Fixing{&b.Screw} }

// slotted is one in its place.
type slotted struct {
	*Hidden
	set   hold.Site
	mid   float64 // of the blade, above the board's underside
	mount hold.Mount
}

// Hang puts the plate on the wall.
func (b *Hidden) Hang(s Setting) Hung {
	h := &slotted{Hidden: b, set: s.Site, mid: s.Thickness / 2}
	var holes []hold.Drilled
	for _, o := range b.Holes {
		holes = append(holes, h.set.Drill(o.ID, s.X+float64(o.Offset), h.mid-float64(o.Down), b.Screw, hold.Plate(float64(b.Thickness), 0)))
	}
	half := float64(b.Plate) / 2
	h.set.CrowdPlate(holes)
	lo, hi := b.Spread()
	h.mount = hold.NewPlate(&h.set, "plate", b.Screw, holes, h.mid-half, h.mid+half, hi-lo)
	return h
}

// one is what one of its blades gets: of several half as much again as an equal share, as boards and
// bars are stiff (Rule, as of a rack's arms).
func (h *slotted) one(sh *working.Sheet, a hold.Action) hold.Action {
	n := float64(len(h.offsets()))
	if n < 2 {
		return a
	}
	k := min(1, uneven/n)
	if sh.On() {
		sh.Add("k", "part of it that one of the blades gets, half as much again as an equal share", "min(1, 1.5 / n)", k, working.Ratio, "Rule",
			working.In("n", n, working.Ratio))
	}
	a.R, a.M = a.R*k, a.M*k
	return a
}

func (h *slotted) inertia() float64 {
	return float64(h.Width) * math.Pow(float64(h.Thickness), 3) / 12
}

// Soft is the blade's own bending.
func (h *slotted) Soft(e float64) float64 {
	return e * e * e / (3 * hold.SteelE * h.inertia() * float64(len(h.offsets())))
}

func (h *slotted) HoldsDown() bool { return true }
func (h *slotted) Pad() float64    { return 0 }
func (h *slotted) Bed() *Bed       { return nil } // the blade is in it

// left is the wood over and under the slot, mm.
func (h *slotted) left() float64 { return (h.set.Thickness - float64(h.Slot.High)) / 2 }

func (h *slotted) Links() []hold.Link {
	return append([]hold.Link{
		{Part: "blade", Mode: "bending", Goes: hold.Bends, Of: hold.OfSteel, Role: hold.RoleBar, Kind: hold.Strength, Name: "blade at the wall",
			Use: h.blade},
		{Part: "slot", Mode: "bears", Goes: hold.Crushes, Of: hold.StuffOf(h.set.Board), Role: hold.RoleBore, Kind: hold.Strength,
			Name: "slot in the shelf", Levers: true, Use: h.bears},
		{Part: "slot", Mode: "punches", Goes: hold.Shears, Of: hold.StuffOf(h.set.Board), Role: hold.RoleBore, Kind: hold.Strength,
			Name: "wood left over the slot", Levers: true, Use: h.punches},
		{Part: "blade", Mode: "droop", Goes: hold.Sags, Of: hold.OfSteel, Role: hold.RoleDroop, Kind: hold.Stiffness,
			Name: "droop at the front edge", Use: h.droop},
		{Part: "slot", Mode: "fits", Goes: hold.Stands, Of: hold.StuffOf(h.set.Board), Role: hold.RoleBehind, Kind: hold.Gate,
			Name: "blade in the board", Use: h.fits},
	}, h.mount.PlateLinks()...)
}

func (h *slotted) blade(sh *working.Sheet, a hold.Action) hold.Use {
	a = h.one(sh, a)
	t := float64(h.Thickness)
	z := float64(h.Width) * t * t / 4
	if sh.On() {
		sh.Add("Z", "plastic modulus of the blade where it leaves the plate", "b × t² / 4", z, working.Modulus, "statics",
			working.In("b", float64(h.Width), working.Length), working.In("t", t, working.Length))
	}
	return hold.Use{Used: h.Steel.Bar(sh, math.Abs(a.M), z, a.Case), How: "bends at the wall"}
}

// pressure is the greatest on the slot's walls.
func (h *slotted) pressure(sh *working.Sheet, a hold.Action) float64 {
	a = h.one(sh, a)
	l, _ := h.set.Beds(float64(h.Reach))
	b := float64(h.Width)
	q := joint.BoreTip(b, max(l, 1), math.Abs(a.R), math.Abs(a.M))
	if sh.On() {
		sh.Add("q", "greatest pressure of the blade in its slot, over what of it is bedded in wood", "max(|6 M / L² − 2 V / L|, |4 V / L − 6 M / L²|) / b",
			q, working.Stress, "statics, straight-line pressure",
			working.In("M", math.Abs(a.M), working.Moment), working.In("V", math.Abs(a.R), working.Force), working.In("L", max(l, 1), working.Length),
			working.In("b", b, working.Length))
	}
	return q
}

func (h *slotted) bears(sh *working.Sheet, a hold.Action) hold.Use {
	q := h.pressure(sh, a)
	_, wood := h.set.Beds(float64(h.Reach))
	f := wood.Bearing(sh, h.set.Bases[a.Case])
	if sh.On() {
		sh.Add("used", "part of what the wood takes", "q / Fc⊥", q/f, working.Ratio, "", working.In("q", q, working.Stress),
			working.In("Fc⊥", f, working.Stress))
	}
	return hold.Use{Used: q / f, How: "is crushed by the blade"}
}

// punches is the blade tearing out of the wood over it: the pressure on its width
// against shear on both sides (Rule).
func (h *slotted) punches(sh *working.Sheet, a hold.Action) hold.Use {
	q, left := h.pressure(sh, a), max(h.left(), 0.01)
	_, wood := h.set.Beds(float64(h.Reach))
	f := wood.Shear(sh, h.set.Bases[a.Case])
	tau := q * float64(h.Width) / (2 * left)
	if sh.On() {
		sh.Add("τ", "shear beside the blade in the wood that is left", "q × b / (2 × left)", tau, working.Stress, "Rule",
			working.In("q", q, working.Stress), working.In("b", float64(h.Width), working.Length), working.In("left", left, working.Length))
		sh.Add("used", "part of what it takes", "τ / Fv", tau/f, working.Ratio, "", working.In("τ", tau, working.Stress),
			working.In("Fv", f, working.Stress))
	}
	return hold.Use{Used: tau / f, How: "tears open"}
}

func (h *slotted) droop(sh *working.Sheet, a hold.Action) hold.Use {
	a = h.one(sh, a)
	m, ei := max(0, a.M), hold.SteelE*h.inertia()
	e := min(max(0, a.Arm()), float64(h.Reach))
	bent := m*e*e/(3*ei) + m*e/(2*ei)*(h.set.Depth-e)
	bedded, _ := h.set.Beds(float64(h.Reach))
	loose := h.set.Depth * float64(h.Slot.High-h.Thickness) / max(bedded, 1)
	limit := hold.DroopLimit(h.set.Depth)
	u := (bent + loose) / limit
	if sh.On() {
		sh.Add("δblade", "at the front edge, from the blade's bending", "M × e² / (3 EI) + M × e / (2 EI) × (depth − e)", bent, working.Length,
			"statics", working.In("M", m, working.Moment), working.In("e", e, working.Length), working.In("EI", ei, working.Stiffness),
			working.In("depth", h.set.Depth, working.Length))
		sh.Add("δplay", "from play in the slot", "depth × (high − t) / L", loose, working.Length, "geometry",
			working.In("depth", h.set.Depth, working.Length), working.In("high", float64(h.Slot.High), working.Length),
			working.In("t", float64(h.Thickness), working.Length), working.In("L", max(bedded, 1), working.Length))
		sh.Add("used", "part of a hundredth of the depth", fmt.Sprintf("(δblade + δplay) / (depth / %g)", hold.Droops), u, working.Ratio, "Rule",
			working.In("δblade", bent, working.Length), working.In("δplay", loose, working.Length))
	}
	return hold.Use{Used: u, How: "hangs at the front edge", Value: bent + loose, Allowed: limit}
}

// bedded tells that there is wood at the board's back edge.
func (h *slotted) bedded() bool {
	l, _ := h.set.Beds(float64(h.Reach))
	return l >= 1
}

func (h *slotted) fits(sh *working.Sheet, _ hold.Action) hold.Use {
	if sh.On() {
		sh.Add("left", "wood over and under the slot", "(t − slot) / 2", h.left(), working.Length, "geometry",
			working.In("t", h.set.Thickness, working.Length), working.In("slot", float64(h.Slot.High), working.Length))
	}
	switch {
	case h.set.Hollow != nil && !h.bedded():
		return hold.Use{Used: hold.Fails, How: "stands in the hollow: the shelf has no web at its back to bed it in"}
	case h.left() < 1:
		return hold.Use{Used: hold.Fails, How: "goes right through the board's thickness"}
	case float64(h.Slot.Deep) > h.set.Depth-3:
		return hold.Use{Used: hold.Fails, How: "comes out of the board's front edge"}
	}
	return hold.Use{How: "fits"}
}

// Geometry draws plate, blade and slot.
func (h *slotted) Geometry(a hold.Action) hold.Geometry {
	g := h.set.NewGeometry(a)
	g.Shapes = hold.Drawn(h.Assemble(drawnOver(&h.set, nil, h.Hidden)))
	slot := float64(h.Slot.High) / 2
	if h.mount.Hold > 0 {
		h.mount.Draw(&g, 0, hold.Straight(a))
	}
	h.mount.Draw(&g, -1, hold.Pulled{})
	g.Facts = append(g.Facts, hold.Fact{Name: "wood left over and under the slot", Value: h.left(), Kind: "length",
		Bad: h.left() < hold.Around},
		hold.Long("spare in the slot's depth", float64(h.Slot.Deep-h.Reach)), hold.Long("side play", float64(h.Slot.Wide-h.Width)))
	g.Measures = append(g.Measures, hold.Across("reach", "hidden_bracket.reach_mm", 0, float64(h.Reach), h.mid-slot))
	g.Marks = append(g.Marks, hold.Long("slot, into the board", float64(h.Slot.Deep)),
		hold.Long("slot, along the board", float64(h.Slot.Wide)), hold.Long("slot, high", float64(h.Slot.High)),
		hold.Long("slot's middle, up from the underside", h.mid), hold.Long("wood left over and under it", h.left()))
	g.Fit()
	return g
}

// Notes are the rules of thumb for slots.
func (h *slotted) Notes() hold.Notes {
	n := h.mount.Notes()
	h.Steel.Assumed(&n, "the blade is")
	if h.left() < hold.Around {
		n.Cautions = append(n.Cautions, "there are less than "+say.Length(6)+" of wood over and under the slot")
	}
	if h.Slot.Deep-h.Reach < 3 {
		n.Cautions = append(n.Cautions, "the slot has no spare depth: the blade stops before the shelf meets the wall")
	}
	if h.Slot.Wide-h.Width < 1 {
		n.Cautions = append(n.Cautions, "the slot has no side play: it jams, or splits when the shelf moves")
	}
	if !h.Lock {
		n.Cautions = append(n.Cautions, "only friction keeps the shelf on its blade: put in a lock screw")
	}
	return n
}

func (*Hidden) recipes() []Recipe {
	return []Recipe{
		{Key: "hidden-brackets", Name: "hidden metal brackets", Words: "a blade in a slot of the board", Hidden: true,
			Tools: []string{"router", "drill", "level"}, Hands: "slots routed to fit without play", Misfit: oneByOne,
			Make: (*Outfit).hiddenBrackets, Is: func(w *Ways, _ *Rail) bool { return w.HiddenBracket != nil }},
	}
}

func (o *Outfit) hiddenBrackets() error {
	if err := o.thick(24); err != nil {
		return err
	}
	at := o.places()
	fix, plate := o.Fixing(8, o.OnStuds(at...), false), max(o.Thickness, 60)
	for _, x := range at {
		reach := quantity.Length(math.Round(float64(o.Depth) * 0.7))
		o.add(x, &Hidden{
			Reach: reach, Width: 40, Thickness: 8, Plate: plate, Steel: hold.Unmarked, Slot: Slot{Deep: reach + 5, Wide: 42, High: 8.5},
			Lock: true, Screw: fix,
			Holes: []hold.PlateHole{{ID: o.ID(), Down: 12 - plate/2}, {ID: o.ID(), Down: plate/2 - 12}},
		})
	}
	return nil
}

var _ Way = (*Hidden)(nil)

// Assemble puts plate and blades together, in their slots in the board.
func (b *Hidden) Assemble(o *Over) *assembly.Assembly {
	a := o.assemble()
	lo, hi := b.Spread()
	t, w, high, mid := float64(b.Thickness), float64(b.Width), float64(b.Plate), o.Thickness/2
	thing := a.thing("bracket", "hidden bracket", float64(b.Reach))
	a.housed(a.steel(thing, "plate", assembly.Along(lo, mid-high/2, 0), assembly.Rect(0, 0, hi-lo, high), t), a.Board, piece.Slot)
	for i, x := range b.offsets() {
		blade := a.steel(thing, "blade", assembly.Flat(x-w/2, mid-t/2, 0), assembly.Rect(0, 0, w, float64(b.Reach)), t)
		blade.ID = fmt.Sprintf("%s-%d", blade.ID, i+1)
		in := a.housed(blade, a.Board, piece.Slot)
		in.Void, in.Room = "slot", [3]float64{float64(b.Slot.Wide - b.Width), float64(b.Slot.High - b.Thickness), float64(b.Slot.Deep - b.Reach)}
	}
	for _, h := range b.Holes {
		a.intoWall(h.ID, b.Screw, float64(h.Offset), mid-float64(h.Down), t)
	}
	a.locked(b.Lock, b.LockScrew, place(0, 0, o.Out+float64(b.Reach)/2), upward)
	return &a.Assembly
}
