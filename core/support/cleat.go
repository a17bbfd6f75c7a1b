package support

import (
	"errors"
	"math"
	"slices"

	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
)

// cleat is a bevelled rail that holders hook onto.
type cleat struct{ plainRail }

func (cleat) kind() RailKind { return Cleat }

func (cleat) noun() string { return "rail" }

func (cleat) fits(p *problem.List, r *Rail) {
	if !(r.Bevel >= 20 && r.Bevel <= 70) {
		p.Add("bevel_deg", "a bevel of %s° holds nothing: give 20 to 70, 45 is usual", say.Decimal(r.Bevel, 0))
	} else if fall := r.fall(); fall > float64(r.Height)-8 {
		p.Add("height_mm", "the bevel takes %s of its height: give at least %s", say.Place(fall), say.Place(fall+8))
	}
}

// twisted is not: what a bevel pushes out by bends it off the wall.
func (cleat) twisted() bool { return false }

// outline is high at the front, so that what hooks over it is drawn to the wall.
func (cleat) outline(r *Rail) [][2]float64 {
	t, low, high := float64(r.Thickness), float64(r.Bottom), float64(r.Bottom+r.Height)
	return [][2]float64{{0, low}, {t, low}, {t, high}, {0, high - r.fall()}}
}

// marks are the rip of its bevel.
func (cleat) marks(r *railed) []hold.Fact {
	tilt := 1 / math.Cos(r.Bevel*math.Pi/180)
	return []hold.Fact{
		{Name: "tilt of the blade", Value: r.Bevel, Kind: "degrees"},
		hold.Long("fence to blade at the table, the rail's long face down", float64(r.Height)),
		hold.Long("the same rail, read on its short face", float64(r.Height)-r.fall()),
		hold.Long("width of blade along the face, kerf / cos of the tilt", float64(r.Kerf)*tilt),
		hold.Long("blank for two such pieces from one rip", 2*float64(r.Height)-r.fall()+float64(r.Kerf)*tilt),
	}
}

// fall is how much lower a cleat's bevel is at the wall than at its front, mm.
func (r *Rail) fall() float64 { return float64(r.Thickness) * math.Tan(r.Bevel*math.Pi/180) }

// hooked is what a bevel does: H tips the holder off, Hs pushes the rail out (the
// wedge counted), Lip pulls the hook's lip, Climb is what holds it down in the
// bevel.
type hooked struct{ H, Hs, Lip, Climb float64 }

// slip is the friction of wood on wood that a wedge is left with, degrees (Rule).
const slip = 15

// slope is a bevel's: the tangent of its angle from level, and of what friction leaves of it.
type slope struct{ tan, slips float64 }

func slopeOf(deg float64) slope {
	const rad = math.Pi / 180
	return slope{math.Tan(deg * rad), math.Tan((deg - slip) * rad)}
}

// onBevel returns what a load v at e from the wall does on a bevel whose middle is zb out and
// hp over the lower bearing.
func onBevel(v, e, zb, hp float64, s slope) hooked {
	h := v * (e - zb) / hp
	return hooked{H: h, Hs: max(h, v*s.slips), Lip: max(h, v*s.tan), Climb: v * s.tan}
}

func (o *Outfit) cleat() error {
	r := o.rail(Cleat, ply(), float64(o.X), float64(o.X+o.Length), 40, o.Size(3.5, 90), o.Size(0.75, 19), true)
	return o.holders(r)
}

// cleatWall is the same on a panel across the studs, its rail screwed to it from behind.
func (o *Outfit) cleatWall() error {
	r := o.rail(Cleat, ply(), float64(o.X), float64(o.X+o.Length), 40, o.Size(3.5, 90), o.Size(0.75, 19), true)
	if err := o.holders(r); err != nil {
		return err
	}
	o.panel(r, 170)
	return nil
}

// Behind puts a panel behind a rail whose lower edge is counted from the floor.
func (o *Outfit) Behind(r *Rail) {
	below := max(170, r.Bottom-o.Y+60)
	r.Bottom -= o.Y
	o.panel(r, below)
	r.Bottom += o.Y
	o.Panels[0].Bottom += o.Y
}

// panel puts a panel behind a rail, from so far under the board to a hand over the rail, with
// fasteners in every stud behind it.
func (o *Outfit) panel(r *Rail, below quantity.Length) {
	a := &Panel{ID: o.ID(), Made: ply(), X: r.X, Width: r.Length, Bottom: -min(below, o.Y), Thickness: o.Size(0.5, 12), Screw: r.Screw}
	a.Height = r.Bottom + r.Height + 60 - a.Bottom
	a.Screw = o.Fixing(float64(a.Thickness), o.Wall.WoodBetween(float64(r.X), float64(r.X+r.Length)) != nil, true)
	var columns []quantity.Length
	for _, s := range r.Spots {
		if !slices.Contains(columns, s.X) {
			columns = append(columns, s.X)
		}
	}
	const edge = 25 // there are none behind the rail, which is on before the panel goes up
	for _, x := range columns {
		for _, y := range append(even(edge, float64(r.Bottom-a.Bottom)-edge, 150, nil), float64(a.Height)-edge) {
			a.Spots = append(a.Spots, Spot{ID: o.ID(), X: x, Y: quantity.Length(y)})
		}
	}
	r.Panel, r.Behind = a.ID, true
	behind := o.woodScrew(1, 25)
	behind.Length = hold.StockLength(behind.Type, float64(a.Thickness)+float64(r.Thickness)*0.7, float64(a.Thickness+r.Thickness)-2)
	r.Screw, r.Spots = behind, nil
	for _, x := range even(float64(r.X)+60, float64(r.X+r.Length)-60, 100, nil) {
		for _, y := range []quantity.Length{18, r.Height - 32} {
			r.Spots = append(r.Spots, Spot{ID: o.ID(), X: quantity.Length(x), Y: y})
		}
	}
	o.Panels = append(o.Panels, *a)
}

// holders hooks usual holders onto a rail.
func (o *Outfit) holders(r *Rail) error {
	r.Kerf = o.Size(0.125, 3.2)
	leg := quantity.Length(150)
	if leg > o.Y {
		return errors.New("there is no room for a holder under the shelf")
	}
	hook := hold.Fixing{Type: "wood-4", Length: 45}
	if o.Inch {
		hook = hold.Fixing{Type: "wood-8", Length: 1.75 * 25.4}
	}
	l := float64(o.Length)
	var columns []float64 // of screws, whose heads an upright would be before
	for _, s := range r.Spots {
		columns = append(columns, float64(s.X))
	}
	for _, x := range even(float64(o.X)+min(0.2*l, 120), float64(o.X)+l-min(0.2*l, 120), 700, columns) {
		h := &Holder{
			Frame: Frame{
				Made: lumber(), Reach: r.Thickness + o.Size(1.5, 38) + quantity.Length(math.Round(float64(o.Depth)*0.9)), Width: o.Size(1.5, 38),
				High: 64, Deep: o.Size(1.5, 38), Leg: leg, Up: 160,
				Joint: hold.Joint{Kind: hold.LapJoint, Glued: true}, Board: o.screwedDown(quantity.Length(math.Round(float64(o.Depth)*0.9)), 64),
				Brace: &Brace{Out: r.Thickness + quantity.Length(math.Round(float64(o.Depth)*0.7)), Down: leg - 25, High: 38},
			},
			Hook: Hook{Made: ply(), High: 70, Thick: r.Thickness, Length: 120, Screw: hook, Count: 4}, Spacer: true, Lock: true,
		}
		h.clear(float64(r.Thickness), min(o.Y, 400))
		o.add(x, h)
	}
	return nil
}
