package support

import (
	"fmt"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
	"aguante/core/working"
)

// HingedCart is a cart that swings on hinges beside a rack, with a caster under its
// far side. X is its hinges' place along the wall, Apart how far from the upper to
// the lower hinge, Up the lower one over the floor; Caster is the share of its weight
// that the caster takes; mm.
type HingedCart struct {
	ID     string          `json:"id"`
	X      quantity.Length `json:"x_mm" title:"The cart" label:"hinges, along the wall" range:"0 30000"`
	Width  quantity.Length `json:"width_mm" label:"wide" range:"50 3000"`
	Height quantity.Length `json:"height_mm" label:"high" range:"100 3000"`
	Own    quantity.Mass   `json:"own_kg" label:"weighs itself" range:"0 500"`
	Caster float64         `json:"caster" label:"share on the caster" as:"number"`
	Up     quantity.Length `json:"up_mm" title:"Hinges" label:"lower one, over the floor" range:"0 2950"`
	Apart  quantity.Length `json:"apart_mm" label:"apart" range:"50 3000"`
	Count  int             `json:"count" label:"screws in each" range:"1 12"` // screws in each hinge
	Rows   quantity.Length `json:"rows_mm" label:"screws spread over" range:"5 300"`
	Screw  hold.Fixing     `json:"screw" label:""`
}

// Noun is what it is called.
func (c *HingedCart) Noun() string { return "hinged cart" }

// Validate names every problem of a cart.
func (c *HingedCart) Validate(p *problem.List) {
	field.Check(p, c)
	p.Between("apart_mm", float64(c.Apart), 50, float64(c.Height))
	p.Between("up_mm", float64(c.Up), 0, float64(c.Height-c.Apart))
	if !(c.Caster >= 0 && c.Caster <= 0.9) {
		p.Add("caster", "a caster that takes %s of the weight is not possible: give 0 to 0.9", say.Decimal(c.Caster, 2))
	}
}

// hinged is a cart in its place.
type hinged struct {
	*HingedCart
	set   Stage
	own   hold.Site
	holes []hold.Drilled // of the upper hinge
	hold  int
}

// hingePlate is how thick a hinge's leaf is, mm.
const hingePlate = 3.0

// Stand puts a cart on its hinges.
func (c *HingedCart) Stand(s Stage) Standing {
	h := &hinged{HingedCart: c, set: s, own: s.site(float64(c.X))}
	for i, at := range c.Places() {
		h.holes = append(h.holes, h.own.Drill(fmt.Sprintf("%s-%d", c.ID, i+1), float64(c.X)+at.X, float64(c.Up+c.Apart)+at.Y, c.Screw,
			hold.Plate(hingePlate, 0)))
	}
	h.own.CrowdPlate(h.holes)
	for i := range h.holes {
		if h.holes[i].Counts() {
			h.hold++
		}
	}
	return h
}

// caster is the part of the weight that the caster bears: of what comes down, nothing, as
// it may stand over a dip in the floor just then (engineering basis).
func (h *hinged) caster(d Demand) float64 {
	if d.Case == hold.Sudden {
		return 0
	}
	return h.Caster
}

// hinge is what the upper hinge carries: H out of the wall, V down, N.
func (h *hinged) hinge(sh *working.Sheet, d Demand) (pull, v float64) {
	w, m := h.Own.Weight(), h.Own.Weight()*float64(h.Width)/2
	for _, g := range h.set.Goods {
		w += g.W * d.By
		m += g.W * d.By * ((g.From+g.To)/2 - float64(h.HingedCart.X))
	}
	w += d.Extra
	m += d.Extra * float64(h.Width)
	left := (1 - h.caster(d)) * d.Care
	pull, v = m*left/float64(h.Apart), w*left
	if sh.On() {
		sh.Add("H", "couple on the hinges, x out from them, less what the caster takes, × care", "Σ W × x / h × (1 − caster) × care", pull,
			working.Force, "engineering basis", working.In("Σ W × x", m, working.Moment), working.In("h", float64(h.Apart), working.Length),
			working.In("caster", h.caster(d), working.Ratio), working.In("care", d.Care, working.Ratio))
		sh.Add("Vh", "weight on the hinges", "Σ W × (1 − caster) × care", v, working.Force, "statics", working.In("ΣW", w, working.Force))
	}
	return pull, v
}

func (h *hinged) Links() []FormLink {
	gate := FormLink{Link: hold.Link{Part: "hinges", Mode: "behind", Goes: hold.Stands, Of: h.Screw.Of(), Role: hold.RoleBehind,
		Kind: hold.Gate, Name: h.own.IntoName(h.Screw)}, Use: func(sh *working.Sheet, _ Demand) hold.Use {
		if sh.On() {
			sh.Add("n", "screws of the upper hinge that count", fmt.Sprintf("of %d", len(h.holes)), float64(h.hold), working.Ratio,
				"the wall as measured")
		}
		return hold.BehindUse(h.holes, h.hold)
	}}
	if h.hold == 0 {
		return []FormLink{gate}
	}
	return []FormLink{gate, {Link: hold.Link{Part: "hinges", Mode: "pull", Goes: hold.Draws, Of: h.Screw.Of(), Role: hold.RoleNear,
		Kind: hold.Strength, Name: "screws of the upper hinge", NoMean: h.Screw.NoMean()}, Support: h.ID, X: float64(h.HingedCart.X),
		Use: func(sh *working.Sheet, d Demand) hold.Use {
			pull, v := h.hinge(sh, d)
			n := float64(h.hold)
			worst, at := hold.Use{Used: -1}, 0
			for i := range h.holes {
				dr := &h.holes[i]
				if !dr.Counts() {
					continue
				}
				// Both hinges bear the weight.
				if u := dr.UsedBy(nil, v/2/n, pull/n, d.Case, h.set.Bases[d.Case]); u.Used > worst.Used {
					worst, at = u, i
				}
			}
			h.holes[at].UsedBy(sh, v/2/n, pull/n, d.Case, h.set.Bases[d.Case])
			return worst
		}}}
}

// Self is the cart's own weight, N.
func (h *hinged) Self() float64 { return h.Own.Weight() }

// OnFloor is what the caster bears, N.
func (h *hinged) OnFloor(d Demand) float64 {
	_, v := h.hinge(nil, d)
	return v * h.caster(d) / (1 - h.caster(d))
}

// couples is what its hinges pass on, between them.
func (h *hinged) couples(d Demand, do func(stud string, up, couple float64)) {
	pull, _ := h.hinge(nil, d)
	for i := range h.holes {
		if h.holes[i].Counts() && h.holes[i].Hit.Stud != "" {
			do(h.holes[i].Hit.Stud, float64(h.Up+h.Apart/2), pull*float64(h.Apart))
			return
		}
	}
}

// Points is its far side.
func (h *hinged) Points() []float64 { return []float64{float64(h.HingedCart.X + h.Width)} }

// Parts draws the cart from the front and its hinges.
func (h *hinged) Parts(d Demand) []FormPart {
	g := h.own.NewGeometry(hold.Action{})
	w, top := float64(h.Width), float64(h.Height)
	low, up := float64(h.Up), float64(h.Up+h.Apart)
	g.Shapes = append(g.Shapes, hold.Shape{Name: "cart", Stuff: hold.Sheet, Side: hold.Box(12, 60, h.set.Depth, top),
		Front: hold.Box(0, 60, w, top)},
		hold.Shape{Name: "upper hinge", Stuff: hold.Metal, Side: hold.Box(0, up-30, 12, up+30), Front: hold.Box(-12, up-30, 12, up+30)},
		hold.Shape{Name: "lower hinge", Stuff: hold.Metal, Side: hold.Box(0, low-30, 12, low+30), Front: hold.Box(-12, low-30, 12, low+30)})
	for _, y := range []float64{low, up} {
		for _, at := range h.Places() {
			g.Shapes = append(g.Shapes, h.Screw.Level(at.X, y+at.Y, hingePlate, -1))
		}
	}
	if h.Caster > 0 {
		g.Shapes = append(g.Shapes, hold.Shape{Name: "caster", Stuff: hold.Metal, Front: hold.Box(w-60, 0, w-10, 60)})
	}
	pull, v := h.hinge(nil, d)
	for i := range h.holes {
		g.Holes = append(g.Holes, h.holes[i].Hole(d.Case, pull/float64(max(1, h.hold)), v/2/float64(max(1, h.hold))))
	}
	g.Forces = append(g.Forces, hold.Force{Name: "upper hinge pulls", Z: 12, Y: up, DZ: 1, N: pull},
		hold.Force{Name: "lower pushes", Z: 12, Y: low, DZ: -1, N: pull})
	g.Measures = append(g.Measures, hold.Measure{Name: "apart", Z1: 12, Y1: low, Z2: 12, Y2: up, MM: up - low})
	g.Fit()
	return []FormPart{{ID: h.ID, Name: "cart", X: float64(h.HingedCart.X), Share: v, Geometry: g}}
}

// Notes say what a cart leans on.
func (h *hinged) Notes() hold.Notes {
	n := hold.FastenerNotes(&h.own, h.Screw, h.holes, h.hold)
	if h.Caster == 0 {
		n.Cautions = append(n.Cautions, "without a caster all of the cart hangs on its hinges")
	} else {
		n.Assumed = append(n.Assumed, "the floor is level under the caster: on a dip the hinges take all")
	}
	return n
}

func (*HingedCart) recipes() []Recipe {
	return []Recipe{
		{Key: "cart", Name: "hinged cart", Words: "swings on hinges beside a rack", Tools: []string{"saw", "drill", "level"},
			Hands: "hinges in one line", Misfit: oneByOne, Make: (*Outfit).cart},
	}
}

func (o *Outfit) cart() error {
	o.Y = 0
	at := o.Wall.WoodBetween(float64(o.X), float64(o.X+o.Length))
	x := float64(o.X)
	if len(at) > 0 {
		x = at[0]
	}
	width := float64(o.X+o.Length) - x
	if width < 150 {
		return fmt.Errorf("there are only %s to the right of the stud that the hinges would go into", say.Place(width))
	}
	o.Form = &HingedCart{
		ID: o.ID(), X: quantity.Length(x), Width: quantity.Length(width), Height: 900, Up: 150, Apart: 600, Caster: 0.5, Own: 12, Count: 3,
		Rows: 60, Screw: o.Fixing(3, len(at) > 0, false),
	}
	o.Depth = max(o.Depth, 250)
	return nil
}

// cartFloor is how high over its foot things stand in a cart, mm (Rule).
const cartFloor = 80.0

// Tiers is the cart's floor.
func (c *HingedCart) Tiers() []float64 { return []float64{cartFloor} }

// Room is all of the shelf's depth.
func (c *HingedCart) Room(depth float64) (from, reach float64) { return 0, depth }

// Fixings are those of the hinges.
func (c *HingedCart) Fixings() []*hold.Fixing { return []*hold.Fixing{&c.Screw} }

// Pieces are the cart's hinges and caster; the cart itself is one that is there.
func (c *HingedCart) Pieces(o Over) []piece.Piece {
	cart := o.bought("cart", "cart", 1, 0)
	cart.Mass = float64(c.Own)
	out := []piece.Piece{cart, o.bought("hinges", "hinge", 2, 0), o.screws("screws", 2*c.Count, c.Screw)}
	if c.Caster > 0 {
		out = append(out, o.bought("caster", "caster", 1, 0))
	}
	return out
}

// Places are where a hinge's screws are over its middle.
func (c *HingedCart) Places() []joint.Point {
	y := float64(c.Rows) / 2
	return hold.Spread(c.Count, joint.Point{Y: -y}, joint.Point{Y: y})
}

var _ Form = (*HingedCart)(nil)
