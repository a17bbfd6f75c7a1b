package dress

import (
	"aguante/core/hold"
	"errors"
	"fmt"
	"math"

	"aguante/core/joint"
	"aguante/core/quantity"
	"aguante/core/support"
)

// everyStud are places for uprights: every stud behind the shelf, at least two, or
// some 600 mm apart.
func (o *outfit) everyStud() []float64 {
	x, l := float64(o.X), float64(o.Length)
	studs := o.studs(x+15, x+l-15)
	if len(studs) >= 2 {
		return studs
	}
	return even(x+min(60, l/8), x+l-min(60, l/8), 600, nil)
}

// Corners are places for fasteners where two pieces cross, high and wide mm: one in
// from each corner, counted out from the upright's back and up from the arm's lower edge.
func Corners(high, wide, in float64) []joint.Point {
	return []joint.Point{{X: in, Y: in}, {X: wide - in, Y: in}, {X: in, Y: high - in}, {X: wide - in, Y: high - in}}
}

func (o *outfit) rackOfArms() error {
	at := o.everyStud()
	room := float64(o.p.Wall.Height - o.Y)
	tall := min(1800, room-20)
	if tall < 400 {
		return errors.New("there is no room above for the uprights of a rack: lower its foot")
	}
	deep, wide := o.size(1.5, 38), o.size(3.5, 89)
	screw := o.fixing(float64(deep), o.onStuds(at), true)
	arm := hold.Fixing{Type: "wood-6mm", Length: 60}
	if o.inch {
		arm = hold.Fixing{Type: "wood-14", Length: 2.5 * 25.4}
	}
	r := &support.Rack{
		Made: o.lumber(), Width: wide, Deep: deep, Height: quantity.Length(math.Floor(tall)), Screw: screw,
		Arm:   support.Arm{Made: hold.Made{Wood: "birch-plywood", Grade: "clear"}, Reach: min(o.Depth, 300), High: o.size(4, 100), Thick: 18, Cheeks: true},
		Joint: hold.Joint{Kind: hold.ScrewJoint, Screw: &arm, Places: Corners(float64(o.size(4, 100)), float64(wide), 14)},
	}
	n := max(1, int((tall-150)/450)+1)
	step := (tall - 150) / float64(max(1, n-1))
	for i := range n {
		up := 130 + step*float64(i)*0.95
		r.Levels = append(r.Levels, support.Level{ID: o.id(), Up: quantity.Length(math.Round(up))})
	}
	for _, y := range even(70, tall-70, 350, nil) {
		r.Rows = append(r.Rows, quantity.Length(y))
	}
	for _, x := range at {
		u := support.Upright{ID: o.id(), X: quantity.Length(x)}
		r.Uprights = append(r.Uprights, u)
	}
	o.Rack = r
	return nil
}

func (o *outfit) hookRail() error {
	h := &support.HookRail{Rail: *o.rail(support.Hooks, o.lumber(), float64(o.X), float64(o.X+o.Length), 0, o.size(3.5, 89), o.size(1.5, 38), false)}
	o.Rail, h.Lock = nil, false
	h.Peg = support.Peg{Made: hold.Made{Wood: "white-ash", Grade: "clear"}, Kind: support.WoodPeg, Reach: 60, D: o.size(0.75, 20), Up: h.Height / 2}
	n := max(2, int(math.Round(float64(o.Length)/200)))
	for i := range n {
		x := float64(o.X) + float64(o.Length)*(float64(i)+0.5)/float64(n)
		h.Hooks = append(h.Hooks, support.Hanger{ID: o.id(), X: quantity.Length(math.Round(x))})
	}
	o.HookRail = h
	return nil
}

func (o *outfit) frame() error {
	o.Y = 0
	tall := min(1800, float64(o.p.Wall.Height)-50)
	f := &support.StandingFrame{Made: o.lumber(), Width: o.size(1.5, 38), Deep: o.size(2.5, 64), Height: quantity.Length(tall), Piece: o.size(1.5, 38)}
	x0, x1 := float64(o.X)+30, float64(o.X+o.Length)-30
	for _, x := range even(x0, x1, 900, nil) {
		f.Posts = append(f.Posts, support.Post{ID: o.id(), X: quantity.Length(x)})
	}
	for i := range 3 {
		f.Platforms = append(f.Platforms, support.Level{ID: o.id(), Up: quantity.Length(200 + 650*float64(i))})
	}
	at := o.places()
	f.Screw = o.fixing(float64(f.Piece), o.onStuds(at), true)
	for _, x := range at {
		f.Ties = append(f.Ties, support.FrameTie{ID: o.id(), X: quantity.Length(x), Up: quantity.Length(tall - 80)})
	}
	o.Depth, o.Thickness = max(o.Depth, 300), max(o.Thickness, o.size(0.75, 18))
	o.Frame = f
	return nil
}

func (o *outfit) sheetRack() error {
	o.Y = 0
	at := o.everyStud()
	tall := min(1200, float64(o.p.Wall.Height)-50)
	r := &support.SheetRack{
		Made: o.lumber(), Width: o.size(1.5, 38), Deep: o.size(3.5, 89), Height: quantity.Length(tall), Foot: 200, High: o.size(3.5, 89), Tilt: 7, Contact: quantity.Length(tall - 150), Stop: true,
		Screw: o.fixing(float64(o.size(3.5, 89)), o.onStuds(at), true),
		Joint: hold.Joint{Kind: hold.LapJoint, Glued: true},
	}
	for _, y := range even(160, tall-80, 350, nil) {
		r.Rows = append(r.Rows, quantity.Length(y))
	}
	for _, x := range at {
		r.Frames = append(r.Frames, support.Upright{ID: o.id(), X: quantity.Length(x)})
	}
	o.Depth = max(o.Depth, 300)
	o.SheetRack = r
	return nil
}

func (o *outfit) cart() error {
	o.Y = 0
	at := o.studs(float64(o.X), float64(o.X+o.Length))
	x := float64(o.X)
	if len(at) > 0 {
		x = at[0]
	}
	width := float64(o.X+o.Length) - x
	if width < 150 {
		return fmt.Errorf("there are only %s mm to the right of the stud that the hinges would go into", quantity.Decimal(width, 0))
	}
	o.Cart = &support.HingedCart{
		ID: o.id(), X: quantity.Length(x), Width: quantity.Length(width), Height: 900, Up: 150, Apart: 600, Caster: 0.5, Own: 12, Count: 3, Rows: 60, Screw: o.fixing(3, len(at) > 0, false),
	}
	o.Depth = max(o.Depth, 250)
	return nil
}
