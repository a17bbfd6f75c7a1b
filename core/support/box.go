package support

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/piece"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
)

// BinBox is a box of bins on the wall, as long and deep as its shelf: a bottom of the shelf's board
// between two ends, and perhaps dividers, a top, a back or a slat there, a slat along the front.
// Its foot is the bottom's underside. Slant is by how much its ends fall back at their upper end;
// Spots are its fasteners, or keyholes, over its lower edge; mm.
type BinBox struct {
	ID        string          `json:"id"`
	High      quantity.Length `json:"high_mm" title:"Box" label:"high" range:"30 2000"`
	Thick     quantity.Length `json:"thick_mm" label:"ends and dividers, thick" range:"3 60" as:"fine"`
	hold.Made `label:"wood" as:"wood"`
	Open      bool            `json:"no_bottom,omitempty" label:"bottom" yes:"none|yes"`
	Top       bool            `json:"top,omitempty" label:"top" yes:"yes|none"`
	Back      BoxBack         `json:"back" label:"back"`
	BackThick quantity.Length `json:"back_thick_mm,omitempty" label:"back, thick" range:"3 60" as:"fine" only:"back=slat,whole"`
	SlatHigh  quantity.Length `json:"slat_high_mm,omitempty" label:"slat, high" range:"15 400" only:"back=slat"`
	FrontHigh quantity.Length `json:"front_high_mm,omitempty" label:"front slat, high" range:"0 1000"`
	FrontDeep quantity.Length `json:"front_thick_mm,omitempty" label:"front slat, thick" range:"0|3 60" as:"fine"`
	Slant     quantity.Length `json:"slant_mm,omitempty" label:"front falls back at the top by" range:"0 1000"`
	Dividers  []Divider       `json:"dividers,omitempty" count:"0 40" stands:"yes"`
	Fixed     bool            `json:"dividers_fixed,omitempty" label:"dividers" yes:"fixed to bottom and back|only stand there"`
	Corners   Corners         `json:"corners" title:"Joints"`
	On        BoxMount        `json:"on" title:"On the wall" label:"by"`
	Spots     []Spot          `json:"spots,omitempty" count:"0 80"`
	Screw     *hold.Fixing    `json:"screw,omitempty" label:"" only:"on=screws,keyholes"`
	Key       *KeySlot        `json:"keyhole,omitempty" only:"on=keyholes"`
	Hook      *Hook           `json:"hook,omitempty" only:"on=cleat"`
	Spacer    bool            `json:"spacer,omitempty" label:"lower spacer" yes:"yes|no" only:"on=cleat"`
	Lock      bool            `json:"lock,omitempty" label:"lock screw" yes:"yes|no" only:"on=cleat"`
	LockScrew *hold.Fixing    `json:"lock_screw,omitempty" title:"Lock screw" label:"" only:"lock=true"`
}

// Divider parts the box at X along the wall.
type Divider struct {
	ID string          `json:"id"`
	X  quantity.Length `json:"x_mm" range:"0 30000"`
}

// BoxBack is what a box has at the wall.
type BoxBack string

// The backs.
const (
	NoBack    BoxBack = "none"
	SlatBack  BoxBack = "slat"
	WholeBack BoxBack = "whole"
)

// Choices lists the backs.
func (BoxBack) Choices() []field.Choice {
	return field.Choose("slat", "a slat along its upper edge", "whole", "a whole back", "none", "none")
}

// BoxMount is what holds a box to the wall.
type BoxMount string

// The mounts.
const (
	ByScrews   BoxMount = "screws"
	ByKeyholes BoxMount = "keyholes"
	ByCleat    BoxMount = "cleat"
)

// Choices lists the mounts.
func (BoxMount) Choices() []field.Choice {
	return field.Choose("screws", "screws through its back", "keyholes", "keyholes in its back", "cleat", "a bevelled rail")
}

// Noun is what it is called.
func (b *BinBox) Noun() string { return "box" }

// Validate names every problem of a box by itself.
func (b *BinBox) Validate(p *problem.List) {
	if !field.Check(p, b) {
		return
	}
	b.Corners.Validate(p.In("corners"))
	if b.Back == SlatBack {
		p.Between("slat_high_mm", float64(b.SlatHigh), 15, float64(b.High))
	}
	if b.Back != NoBack && b.Back != "" {
		p.Between("back_thick_mm", float64(b.BackThick), 3, 60)
	}
	p.Between("front_high_mm", float64(b.FrontHigh), 0, float64(b.High))
	for i, s := range b.Spots {
		p.Between(fmt.Sprintf("spots[%d].y_mm", i), float64(s.Y), 1, float64(b.High)-1)
	}
	switch {
	case b.On != ByCleat && b.Screw == nil:
		p.Add("screw", "say what it is screwed to the wall with")
	case b.On == ByKeyholes && b.Key == nil:
		p.Add("keyhole", "say what its keyholes are")
	case b.On == ByKeyholes:
		b.Key.fits(p.In("keyhole"), *b.Screw, b.BackThick)
	case b.On == ByCleat && b.Hook == nil:
		p.Add("hook", "say what hooks onto the rail")
	}
}

// fitsUnder names what does not stand within its shelf's length and depth.
func (b *BinBox) fitsUnder(p *problem.List, x, long quantity.Length) {
	in := b.Thick
	at := []quantity.Length{x + in/2, x + long - in/2}
	for i, d := range b.Dividers {
		if d.X < x+in || d.X > x+long-in {
			p.Add(fmt.Sprintf("dividers[%d].x_mm", i), "the divider at %s is not in the box, %s to %s inside", say.Place(float64(d.X)),
				say.Place(float64(x+in)), say.Place(float64(x+long-in)))
		}
		at = append(at, d.X)
	}
	standApart(p, "dividers", "divider", b.Thick, at[2:])
	for i, s := range b.Spots {
		if s.X < x || s.X > x+long {
			p.Add(fmt.Sprintf("spots[%d].x_mm", i), "the fastener at %s is not in the box, %s to %s", say.Place(float64(s.X)), say.Place(float64(x)),
				say.Place(float64(x+long)))
		}
	}
}

// fitsDeep names a slant that goes out of the box's depth.
func (b *BinBox) fitsDeep(p *problem.List, depth quantity.Length) {
	if b.Slant > depth-20 {
		p.Add("slant_mm", "the front falls back by %s and the box is %s deep: the cut comes out of the ends, leave %s", say.Place(float64(b.Slant)),
			say.Place(float64(depth)), say.Place(20))
	}
	if b.Back != NoBack && b.BackThick+b.FrontDeep > depth-20 {
		p.Add("back_thick_mm", "back and front leave nothing of a depth of %s", say.Place(float64(depth)))
	}
}

// behind is how far out from the wall the room in it begins, mm.
func (b *BinBox) behind() float64 {
	if b.Back == NoBack || b.Back == "" {
		return 0
	}
	return float64(b.BackThick)
}

// off is how far the box stands off the face that it hangs on: its hook is behind it, mm.
func (b *BinBox) off() float64 {
	if b.On == ByCleat && b.Hook != nil {
		return float64(b.Hook.Thick)
	}
	return 0
}

// slat is from where to where the piece goes that holds it to the wall, over its lower edge.
func (b *BinBox) slat() (low, high float64) {
	if b.Back == SlatBack {
		return float64(b.High - b.SlatHigh), float64(b.High)
	}
	return 0, float64(b.High)
}

func (*BinBox) onBottom()        {}
func (*BinBox) onBoards() string { return "A bottom" }

// Tiers is its foot; its goods stand on the bottom there, which is as thick as the shelf's board.
func (b *BinBox) Tiers() []float64 { return []float64{0} }

// Room is what is before its back.
func (b *BinBox) Room(depth float64) (from, reach float64) {
	return b.off() + b.behind(), max(1, depth-b.behind()-float64(b.FrontDeep))
}

// Fixings are those into the wall.
func (b *BinBox) Fixings() []*hold.Fixing {
	if b.On != ByCleat && b.Screw != nil {
		return []*hold.Fixing{b.Screw}
	}
	return nil
}

// lose takes a divider out: its goods are then all in one bin.
func (b *BinBox) lose(id string) (string, bool) {
	return "to the bottom, between what is beside it", lose(&b.Dividers, 0, func(d *Divider) bool { return d.ID == id })
}

// betters are more in its joints, glued dowels, dividers that hold the bottom, a whole back, more
// fasteners at the wall.
func (b *BinBox) betters(o *Outfit) []Better {
	out := []Better{
		{"joints", "Twice as many in each joint", 2, TheSupport, to(func(_ *Outfit, b *BinBox) bool {
			b.Corners.Count *= 2
			return b.Corners.Kind != GluedCorner && b.Corners.Count <= 24
		})},
		{"dowels", "Six glued dowels in each joint, the dividers fixed", 4, TheSupport | TheBoard, to(func(o *Outfit, b *BinBox) bool {
			if b.Corners.Kind == DowelledCorner && b.Corners.Count >= 6 && b.Fixed {
				return false
			}
			of := beech()
			b.Corners = Corners{Kind: DowelledCorner, Count: max(6, b.Corners.Count), End: true, Glued: true, Made: &of}
			b.Corners.fill(o, b.Thick)
			b.Fixed = true
			return b.Back != NoBack
		})},
		{"back", "A whole back", 3, TheSupport | TheWall, to(func(o *Outfit, b *BinBox) bool {
			was := b.Back
			b.Back = WholeBack
			give(&b.BackThick, b.Thick)
			return was != WholeBack
		})},
		{"rows", "A second fastener under each at the wall", 2, TheWall, to(func(o *Outfit, b *BinBox) bool {
			low, high := b.slat()
			for _, s := range slices.Clone(b.Spots) {
				y := quantity.Length(low) + 18
				if s.Y-y < 25 {
					y = quantity.Length(high) - 18
				}
				b.Spots = append(b.Spots, Spot{ID: o.ID(), X: s.X, Y: y, Screw: s.Screw})
			}
			return len(b.Spots) > 0 && len(b.Spots) <= 80 && high-low > 60
		})},
	}
	return out
}

// more is a divider in the middle of the widest bin.
func (b *BinBox) more(o *Outfit, _ string) string {
	at := []quantity.Length{o.X, o.X + o.Length}
	for _, d := range b.Dividers {
		at = append(at, d.X)
	}
	slices.Sort(at)
	best := 0
	for i := range len(at) - 1 {
		if at[i+1]-at[i] > at[best+1]-at[best]+0.5 {
			best = i
		}
	}
	if at[best+1]-at[best] < 4*b.Thick {
		return ""
	}
	d := Divider{ID: o.ID(), X: quantity.Length(math.Round(float64(at[best]+at[best+1]) / 2))}
	b.Dividers = append(slices.Clone(b.Dividers), d)
	return d.ID
}

func (*BinBox) recipes() []Recipe {
	return []Recipe{
		{Key: "box", Name: "box of bins", Words: "a bottom between ends, with dividers, screwed to the studs through a slat",
			Tools: []string{"saw", "square", "drill", "clamps"}, Hands: "an afternoon; square corners", Misfit: onARail, Make: (*Outfit).box},
	}
}

// box is one of boards so thick as the shelf's, with a divider about every 300 mm.
func (o *Outfit) box() error {
	b := &BinBox{ID: o.ID(), Made: lumber(), High: o.Size(8, 200), Thick: o.Size(0.75, 19), Back: SlatBack, BackThick: o.Size(0.75, 19),
		SlatHigh: o.Size(2.5, 64), FrontHigh: o.Size(2, 50), FrontDeep: o.Size(0.5, 12), On: ByScrews}
	o.OffFloor()
	if float64(o.Depth) < float64(b.BackThick+b.FrontDeep)+60 {
		return errors.New("the shelf is too shallow for a box: nothing is left between its back and its front")
	}
	b.Corners.End = true
	b.Corners.fill(o, b.Thick)
	n := int(math.Round(float64(o.Length)/300)) - 1
	for i := range max(0, min(n, 20)) {
		b.Dividers = append(b.Dividers, Divider{ID: o.ID(), X: o.X + quantity.Length(math.Round(float64(o.Length)*float64(i+1)/float64(n+1)))})
	}
	b.fill(o)
	o.Form = b
	return nil
}

// fill puts in what its choices need and nobody has given yet.
func (b *BinBox) fill(o *Outfit) {
	b.Corners.fill(o, b.Thick)
	if b.Back != NoBack {
		give(&b.BackThick, b.Thick)
	}
	if b.Back == SlatBack {
		give(&b.SlatHigh, min(o.Size(2.5, 64), b.High))
	}
	if b.FrontHigh > 0 {
		give(&b.FrontDeep, o.Size(0.5, 12))
	}
	studs := o.Wall.WoodBetween(float64(o.X+b.Thick)+20, float64(o.X+o.Length-b.Thick)-20)
	low, high := b.slat()
	places := func(y float64) {
		if len(b.Spots) > 0 {
			return
		}
		at := studs
		if len(at) < 2 {
			at = even(float64(o.X)+60, float64(o.X+o.Length)-60, 400, nil)
		}
		for _, x := range at {
			b.Spots = append(b.Spots, Spot{ID: o.ID(), X: quantity.Length(x), Y: quantity.Length(math.Round(y))})
		}
	}
	switch b.On {
	case ByScrews:
		if b.Screw == nil {
			fix := o.Fixing(float64(b.BackThick), len(studs) > 1, true)
			b.Screw = &fix
		}
		places((low + high) / 2)
	case ByKeyholes:
		if b.Screw == nil {
			fix := o.Fixing(6, len(studs) > 1, false)
			b.Screw = &fix
		}
		if b.Key == nil {
			b.Key = &KeySlot{Routed: true, Across: true, Lip: min(6, b.BackThick-3)}
		}
		places(max(low+10, high-30))
	case ByCleat:
		defer func() { o.lockWith(b.Lock, &b.LockScrew, 30, 32) }()
		if b.Hook == nil {
			b.Hook = &Hook{Made: ply(), High: min(70, b.High), Thick: o.Size(0.75, 19), Length: max(60, by(o.Length, 0.8)), Screw: o.woodScrew(1.25, 30), Count: 6}
			b.Spacer, b.Lock = true, true
		}
	}
}

var _ Form = (*BinBox)(nil)

// Pieces are what it is made of, with its fasteners.
func (b *BinBox) Pieces(o Over) []piece.Piece {
	t, high, deep := float64(b.Thick), float64(b.High), o.Depth-b.behind()
	in := o.Length - 2*t
	board := hold.Made{Wood: o.Wood}
	ends := o.cut("ends", "end", 2, b.Made, high, deep, t)
	out := []piece.Piece{ends}
	boards := 0
	add := func(part, name string, n int, made hold.Made, long, wide, thick float64) {
		if n > 0 && wide > 0 {
			out = append(out, o.cut(part, name, n, made, long, wide, thick))
			boards += n
		}
	}
	if !b.Open {
		add("bottom", "bottom", 1, board, in, deep, o.Thickness)
	}
	if b.Top {
		add("top", "top", 1, b.Made, in, deep-float64(b.Slant), t)
	}
	low, up := b.slat()
	switch b.Back {
	case SlatBack:
		add("slat", "back slat", 1, b.Made, o.Length, up-low, float64(b.BackThick))
	case WholeBack:
		add("back", "back", 1, b.Made, o.Length, up-low, float64(b.BackThick))
	}
	if b.FrontHigh > 0 {
		add("front", "front slat", 1, b.Made, in, float64(b.FrontHigh), float64(b.FrontDeep))
	}
	add("dividers", "divider", len(b.Dividers), b.Made, high-o.Thickness, deep-float64(b.FrontDeep), t)
	joints := 2 * (boards - len(b.Dividers))
	if b.Fixed {
		joints += 2 * len(b.Dividers)
	}
	switch b.Corners.Kind {
	case ScrewedCorner:
		if b.Corners.Screw != nil {
			out = append(out, o.screws("corner screws", joints*b.Corners.Count, *b.Corners.Screw))
		}
	case DowelledCorner:
		if m := b.Corners.Made; m != nil {
			out = append(out, o.round("dowels", "dowel", joints*b.Corners.Count, *m, 2*float64(b.Corners.Deep), float64(b.Corners.D)))
		}
	}
	switch {
	case b.On != ByCleat && b.Screw != nil:
		out = append(out, o.spots(b.Spots, *b.Screw)...)
	case b.On == ByCleat && b.Hook != nil:
		hook := o.cut("hook", "hook", 1, b.Hook.Made, float64(b.Hook.Length), float64(b.Hook.High), float64(b.Hook.Thick))
		if o.Rail != nil {
			hook.Bevel = o.Rail.Bevel
		}
		out = append(out, hook, o.screws("hook screws", b.Hook.Count, b.Hook.Screw))
		if b.Spacer {
			out = append(out, o.cut("spacer", "spacer", 1, b.Made, o.Length, spacer, float64(b.Hook.Thick)))
		}
	}
	return append(out, o.lock(b.Lock && b.On == ByCleat, b.LockScrew)...)
}
