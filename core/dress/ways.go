package dress

import (
	"aguante/core/hold"
	"errors"
	"math"

	"aguante/core/design"
	"aguante/core/quantity"
	"aguante/core/support"
	"aguante/core/wall"
)

func (o *outfit) flatBrackets() error {
	at := o.places()
	fix := o.fixing(5, o.onStuds(at), false)
	for _, x := range at {
		o.add(x, design.Support{Kind: design.FlatBracket, FlatBracket: &support.FlatBracket{
			Reach: min(o.size(6, 150), o.Depth), Leg: o.size(4, 100), Width: o.size(1.5, 40), Thickness: o.size(0.1875, 5), Steel: hold.Unmarked, LegSide: support.LegBelow, Hole: 6, Screw: fix,
			Holes: []support.BracketHole{{ID: o.id(), Corner: o.size(1, 25)}, {ID: o.id(), Corner: o.size(3.25, 80)}},
		}})
	}
	return nil
}

func (o *outfit) bracedBrackets() error {
	at := o.places()
	fix, reach := o.fixing(3, o.onStuds(at), false), quantity.Length(math.Round(float64(o.Depth)*0.85))
	for _, x := range at {
		leg := quantity.Length(math.Round(float64(reach) * 0.75))
		o.add(x, design.Support{Kind: design.BracedBracket, BracedBracket: &support.Braced{
			Reach: reach, Leg: leg, Width: o.size(1.125, 28), Plate: 3, Rating: support.BracketRating{Mass: 150, Pair: true, Means: hold.Unstated}, Screw: fix,
			Holes: []hold.PlateHole{{ID: o.id(), Down: 20}, {ID: o.id(), Down: leg / 2}, {ID: o.id(), Down: leg - 15}},
		}})
	}
	return nil
}

func (o *outfit) standards() error {
	at := o.places()
	fix := o.fixing(3, o.onStuds(at), false)
	above := min(o.size(8, 200), o.p.Wall.Height-o.Y-20)
	below := min(o.size(20, 500), o.Y)
	if above < 40 || below < 150 {
		return errors.New("there is no room for standards above and below the shelf")
	}
	for _, x := range at {
		b := &support.Braced{
			Reach: quantity.Length(math.Round(float64(o.Depth) * 0.9)), Leg: 60, Width: o.size(1, 25), Plate: 2, Rating: support.BracketRating{Mass: 120, Pair: true, Means: hold.Unstated},
			Standard: &support.Standard{Above: above, Below: below}, Screw: fix,
		}
		for down := -above + 20; down < below-15; down += 160 {
			b.Holes = append(b.Holes, hold.PlateHole{ID: o.id(), Down: down})
		}
		o.add(x, design.Support{Kind: design.BracedBracket, BracedBracket: b})
	}
	return nil
}

func (o *outfit) timberBrackets() error {
	at := o.places()
	thick := o.size(1.5, 38)
	fix, reach := o.fixing(float64(thick), o.onStuds(at), true), quantity.Length(math.Round(float64(o.Depth)*0.9))
	leg := max(220, quantity.Length(math.Round(float64(o.Depth)*0.95)))
	if leg > o.Y {
		return errors.New("there is no room for a bracket under the shelf")
	}
	for _, x := range at {
		o.add(x, design.Support{Kind: design.TimberBracket, TimberBracket: &support.TimberBracket{
			Frame: support.Frame{
				Made: o.lumber(), Reach: reach, Width: o.size(1.5, 38), High: 60, Deep: thick, Leg: leg,
				Joint: hold.Joint{Kind: hold.LapJoint, Glued: true},
				Brace: &support.Brace{Out: quantity.Length(math.Round(float64(reach) * 0.75)), Down: leg - 40, High: 38},
			},
			Holes: []hold.PlateHole{{ID: o.id(), Down: 75}, {ID: o.id(), Down: leg - 75}}, Screw: fix,
		}})
	}
	return nil
}

func (o *outfit) pinsInStrip() error {
	if err := o.thick(22); err != nil {
		return err
	}
	t := float64(o.Thickness)
	thick, high := o.size(1.5, 38), quantity.Length(max(t, 64))
	x0, x1 := float64(o.X)+15, float64(o.X+o.Length)-15
	r := o.rail(support.Strip, o.lumber(), x0, x1, o.Thickness-high, high, thick, true)
	d := o.size(0.625, 16)
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
		o.add(x, design.Support{Kind: design.HiddenPin, Pin: &support.Pin{
			Made: hold.Made{Wood: "white-ash", Grade: "clear"}, Kind: support.DowelPin, Width: d, High: d, Root: thick, Tip: tip, Play: 0.1, Glued: true,
		}})
	}
	return nil
}

func (o *outfit) pinsInWall() error {
	if err := o.thick(24); err != nil {
		return err
	}
	at := o.places()
	root := quantity.Length(70)
	switch {
	case o.p.Wall.Kind == wall.Block:
		return errors.New("in hollow block nothing is known of what holds a pin")
	case o.p.Wall.Solid():
		root = 90
	case !o.onStuds(at):
		return errors.New("there are not two wood studs behind the shelf to bore into")
	}
	for _, x := range at {
		o.add(x, design.Support{Kind: design.HiddenPin, Pin: &support.Pin{
			Made: hold.Made{Wood: "white-ash", Grade: "clear"}, Kind: support.RodPin, Width: o.size(0.5, 12), High: o.size(0.5, 12), Root: root,
			Tip: quantity.Length(math.Round(float64(o.Depth) * 0.75)), Play: 0.1, Steel: hold.Unmarked, Lock: true,
		}})
	}
	return nil
}

func (o *outfit) hiddenBrackets() error {
	if err := o.thick(24); err != nil {
		return err
	}
	at := o.places()
	fix, plate := o.fixing(8, o.onStuds(at), false), max(o.Thickness, 60)
	for _, x := range at {
		reach := quantity.Length(math.Round(float64(o.Depth) * 0.7))
		o.add(x, design.Support{Kind: design.HiddenBracket, HiddenBracket: &support.Hidden{
			Reach: reach, Width: 40, Thickness: 8, Plate: plate, Steel: hold.Unmarked, Slot: support.Slot{Deep: reach + 5, Wide: 42, High: 8.5}, Lock: true, Screw: fix,
			Holes: []hold.PlateHole{{ID: o.id(), Down: 12 - plate/2}, {ID: o.id(), Down: plate/2 - 12}},
		}})
	}
	return nil
}

func (o *outfit) sleeve() error {
	if o.Build.Kind != design.Hollow || o.Build.Hollow == nil {
		o.Thickness = max(o.Thickness, o.size(2.5, 64))
		o.Build = design.Build{Kind: design.Hollow, Hollow: &design.Box{Skin: o.size(0.375, 9), Front: 20}, Front: o.Build.Front}
	} else {
		box := *o.Build.Hollow
		box.Back = 0
		o.Build.Hollow = &box
	}
	skin := o.Build.Hollow.Skin
	if room := o.Thickness - 2*skin; room < 24 {
		return errors.New("the hollow is too low for a block")
	}
	o.rail(support.Block, o.lumber(), float64(o.X)+20, float64(o.X+o.Length)-20, skin+0.5, o.Thickness-2*skin-1, quantity.Length(math.Round(min(89, float64(o.Depth)*0.4))), true)
	return nil
}

func (o *outfit) cleat() error {
	r := o.rail(support.Cleat, hold.Made{Wood: "birch-plywood", Grade: "clear"}, float64(o.X), float64(o.X+o.Length), 40, o.size(3.5, 90), o.size(0.75, 19), true)
	r.Bevel, r.Kerf = 45, o.size(0.125, 3.2)
	leg := quantity.Length(150)
	if leg > o.Y {
		return errors.New("there is no room for a holder under the shelf")
	}
	hook := hold.Fixing{Type: "wood-4", Length: 45}
	if o.inch {
		hook = hold.Fixing{Type: "wood-8", Length: 1.75 * 25.4}
	}
	l := float64(o.Length)
	for _, x := range even(float64(o.X)+min(0.2*l, 120), float64(o.X)+l-min(0.2*l, 120), 700, nil) {
		o.add(x, design.Support{Kind: design.CleatHolder, Holder: &support.Holder{
			Frame: support.Frame{
				Made: o.lumber(), Reach: r.Thickness + o.size(1.5, 38) + quantity.Length(math.Round(float64(o.Depth)*0.9)), Width: o.size(1.5, 38), High: 64, Deep: o.size(1.5, 38), Leg: leg, Up: 160,
				Joint: hold.Joint{Kind: hold.LapJoint, Glued: true},
				Brace: &support.Brace{Out: r.Thickness + quantity.Length(math.Round(float64(o.Depth)*0.7)), Down: leg - 25, High: 38},
			},
			Hook: support.Hook{Made: hold.Made{Wood: "birch-plywood", Grade: "clear"}, High: 70, Thick: r.Thickness, Length: 120, Screw: hook, Count: 4}, Spacer: true, Lock: true,
		}})
	}
	return nil
}

func (o *outfit) ledgers() error {
	thick := o.size(0.75, 19)
	o.rail(support.Ledger, o.lumber(), float64(o.X), float64(o.X+o.Length), -o.size(1.5, 38), o.size(1.5, 38), thick, false)
	o.Rail.Lock, o.Rail.Gap = false, 2
	length := o.Depth - thick - 15
	if length < 100 {
		return errors.New("the shelf is too shallow for cleats at its ends")
	}
	high := o.size(2.5, 64)
	for _, end := range []support.End{support.LeftEnd, support.RightEnd} {
		side := &support.Side{At: end, Studs: []wall.Stud{}, Rail: support.Rail{
			Made: o.lumber(), ID: o.id(), Kind: support.Ledger, X: thick, Length: length, Bottom: -high, Height: high, Thickness: thick, Gap: 2, Screw: o.fixing(float64(thick), true, false),
		}}
		for x := thick + min(60, length/2); x < thick+length-45; x += o.size(16, 400) {
			if !o.p.Wall.Solid() {
				side.Studs = append(side.Studs, wall.Stud{ID: o.id(), X: x, Width: 38, Depth: 89, Doubt: 10, Wood: "spruce-pine-fir-stud", Assumed: true})
			}
			side.Spots = append(side.Spots, support.Spot{ID: o.id(), X: x, Y: 16}, support.Spot{ID: o.id(), X: x, Y: high - 16})
		}
		x := float64(o.X)
		if end == support.RightEnd {
			x += float64(o.Length)
		}
		o.add(x, design.Support{Kind: design.SideCleat, SideCleat: side})
	}
	return nil
}

func (o *outfit) keyholes() error {
	at := o.places()
	fix := o.fixing(6, o.onStuds(at), false)
	for _, x := range at {
		o.add(x, design.Support{Kind: design.KeyholeSlot, Keyhole: &support.Keyhole{
			Made: o.lumber(), Routed: true, High: o.Thickness + 90, Up: o.Thickness + 60, Back: o.size(0.75, 19), Lip: 6, Hole: o.id(), Screw: fix,
		}})
	}
	return nil
}
