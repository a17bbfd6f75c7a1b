package support

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/hold"
	"aguante/core/quantity"
	"aguante/core/say"
)

// Helps says what a change can do something for.
type Helps uint8

// What may be helped.
const (
	TheBoard Helps = 1 << iota
	TheSupport
	TheWall
	Everything = TheBoard | TheSupport | TheWall
)

// Better is a change that may make a support, a rail or a form hold more. Effort is how
// much it asks of the person; Do makes it on one that is given, and is false where it
// cannot be done there. A form's may change the outfit's place and thickness too.
type Better struct {
	Kind   string // of which only the best few are offered
	Words  string
	Effort int
	Helps  Helps
	Do     func(o *Outfit, of any) bool
}

// improves is what can be made better. The outfit is the shelf that it is on.
type improves interface{ betters(o *Outfit) []Better }

// BettersOf lists what could be done to a support, a rail or a form.
func BettersOf(o *Outfit, of any) []Better {
	if r, ok := of.(*Rail); ok {
		return r.betters(o)
	}
	if b, ok := of.(improves); ok {
		return b.betters(o)
	}
	return nil
}

// to makes the doing of a change on a thing of one type.
func to[T any](do func(o *Outfit, of T) bool) func(*Outfit, any) bool {
	return func(o *Outfit, of any) bool {
		t, ok := of.(T)
		return ok && do(o, t)
	}
}

// StudsBehind are the wood studs behind the shelf, from the left.
func (o *Outfit) StudsBehind() []float64 {
	out := o.Wall.WoodBetween(float64(o.X)+15.000001, float64(o.X+o.Length)-15.000001)
	slices.Sort(out)
	return out
}

// by is a length times a factor, in whole millimetres.
func by(l quantity.Length, factor float64) quantity.Length {
	return quantity.Length(math.Round(float64(l) * factor))
}

// At tells whether a thing stands at a place, within what fastens it there, mm.
func At(x quantity.Length, place float64) bool { return math.Abs(float64(x)-place) < 15 }

// screwDown is the board screwed to what it lies loose on; at finds its screws there, and the
// reach and thickness of what they go up through.
func screwDown(at func(of any) (screws **hold.BoardScrews, reach, thick quantity.Length)) Better {
	return Better{"down", "Screw the board down", 1, Everything, func(o *Outfit, of any) bool {
		b, reach, thick := at(of)
		if b == nil || *b != nil {
			return false
		}
		*b = o.screwedDown(reach, thick)
		return *b != nil
	}}
}

func (b *Braced) betters(*Outfit) []Better {
	return []Better{screwDown(func(of any) (**hold.BoardScrews, quantity.Length, quantity.Length) {
		if b, ok := of.(*Braced); ok {
			return &b.Board, b.Reach, b.Plate
		}
		return nil, 0, 0
	})}
}

func (b *FlatBracket) betters(o *Outfit) []Better {
	out := []Better{screwDown(func(of any) (**hold.BoardScrews, quantity.Length, quantity.Length) {
		if b, ok := of.(*FlatBracket); ok {
			return &b.Board, b.Reach, b.Thickness
		}
		return nil, 0, 0
	})}
	for _, factor := range []float64{1.34, 1.68} {
		t := by(b.Thickness, factor)
		if o.Inch {
			t = quantity.Length(math.Round(float64(b.Thickness)*factor/25.4*16) / 16 * 25.4)
		}
		out = append(out, Better{"bar", fmt.Sprintf("Brackets of bar %s thick", say.Fine(float64(t))), 3, TheSupport | TheWall,
			to(func(_ *Outfit, b *FlatBracket) bool { b.Thickness = t; return true })})
	}
	out = append(out, Better{"screws", "One more screw in each bracket", 1, TheWall, to(func(o *Outfit, b *FlatBracket) bool { return b.oneMore(o.ID) })})
	return append(out, Better{"turn", "Turn the brackets over: wall leg below", 2, TheWall, to(func(_ *Outfit, b *FlatBracket) bool {
		was := b.LegSide
		b.LegSide = LegBelow
		return was != LegBelow
	})})
}

// screwApart is how near one another screws in a wall leg may stand, mm: ten diameters along the grain of a 5 mm one
// and some (NDS 12.1.6).
const screwApart = 40

// oneMore puts a screw in the middle of the widest gap of a bracket's wall leg; false where there is no room for it.
func (b *FlatBracket) oneMore(id func() string) bool {
	at := []float64{-screwApart / 2, float64(b.Leg) + screwApart/2 - 12}
	for _, h := range b.Holes {
		at = append(at, float64(h.Corner))
	}
	slices.Sort(at)
	widest, x := 0.0, 0.0
	for i := 1; i < len(at); i++ {
		if gap := at[i] - at[i-1]; gap > widest {
			widest, x = gap, (at[i]+at[i-1])/2
		}
	}
	if widest < 2*screwApart || len(b.Holes) >= 12 {
		return false
	}
	b.Holes = append(slices.Clone(b.Holes), BracketHole{ID: id(), Corner: quantity.Length(math.Round(x))})
	return true
}

func (f *Frame) betters(*Outfit) []Better {
	framed := func(do func(f *Frame) bool) func(*Outfit, any) bool {
		return to(func(_ *Outfit, of interface{ frame() *Frame }) bool { return do(of.frame()) })
	}
	return []Better{
		screwDown(func(of any) (**hold.BoardScrews, quantity.Length, quantity.Length) {
			if of, ok := of.(interface{ frame() *Frame }); ok {
				f := of.frame()
				return &f.Board, f.Reach, f.High
			}
			return nil, 0, 0
		}),
		{"brace", "Put braces in", 3, TheSupport, framed(func(f *Frame) bool {
			if f.Brace != nil {
				return false
			}
			f.Brace = f.usualBrace()
			return true
		})},
		{"joint", "Half-lap the arms, glued", 3, TheSupport, framed(func(f *Frame) bool {
			if f.Joint.Kind == hold.LapJoint && f.Joint.Glued {
				return false
			}
			f.Joint = hold.Joint{Kind: hold.LapJoint, Glued: true}
			return true
		})},
	}
}

func (f *Frame) frame() *Frame { return f }

// usualBrace is a brace for an arm and an upright.
func (f *Frame) usualBrace() *Brace {
	return &Brace{Out: by(f.Reach, 0.75), Down: by(f.Leg, 0.8), High: 38}
}

func (h *Holder) betters(o *Outfit) []Better {
	return append(h.Frame.betters(o), Better{"spacer", "Put the lower spacers in", 1, Everything, to(func(_ *Outfit, h *Holder) bool {
		was := h.Spacer
		h.Spacer = true
		return !was
	})})
}

func (p *Pin) betters(o *Outfit) []Better {
	var out []Better
	for _, d := range []float64{16, 20} {
		out = append(out, Better{"pins", fmt.Sprintf("Steel rods %s thick", say.Length(d)), 3, TheSupport, to(func(o *Outfit, p *Pin) bool {
			p.Kind, p.Width, p.High, p.Steel = RodPin, quantity.Length(d), quantity.Length(d), hold.Unmarked
			return float64(o.Thickness) > 1.9*d
		})})
	}
	return out
}

func (r *Rail) betters(o *Outfit) []Better {
	var out []Better
	add := func(kind, words string, effort int, of Helps, do func(o *Outfit, r *Rail) bool) {
		out = append(out, Better{kind, words, effort, of, to(do)})
	}
	if r.Kind == Strip || r.Kind == Cleat {
		for _, factor := range []float64{1.5, 2.2} {
			h := quantity.Length(math.Round(float64(r.Height)*factor/5) * 5)
			add("tall", fmt.Sprintf("A %s %s high, two rows of fasteners", r.Noun(), say.Length(float64(h))), 3, TheWall|TheSupport,
				func(o *Outfit, r *Rail) bool {
					r.Bottom += r.Height - h
					r.Height = h
					r.twoRows(o.ID)
					return h <= 300
				})
		}
	}
	oneRow := len(r.Spots) > 0 && !slices.ContainsFunc(r.Spots, func(s Spot) bool { return s.Y != r.Spots[0].Y })
	if oneRow && r.Height >= 56 {
		add("rows", "A second fastener at every stud", 1, TheWall, func(o *Outfit, r *Rail) bool { r.twoRows(o.ID); return true })
	}
	if r.Kind == Strip {
		add("oak", "A strip of white oak", 4, TheWall|TheSupport, func(_ *Outfit, r *Rail) bool {
			r.Made = hold.Made{Wood: "white-oak", Grade: "clear"}
			return true
		})
	}
	add("columns", "Fasteners at every stud behind the "+r.Noun(), 2, TheWall, func(o *Outfit, r *Rail) bool { return r.allColumns(o) })
	return out
}

// twoRows puts two rows of fasteners in every column.
func (r *Rail) twoRows(id func() string) {
	var xs []quantity.Length
	for _, sp := range r.Spots {
		if !slices.Contains(xs, sp.X) {
			xs = append(xs, sp.X)
		}
	}
	r.Spots = nil
	for _, x := range xs {
		for _, y := range []quantity.Length{16, r.Height - 16} {
			r.Spots = append(r.Spots, Spot{ID: id(), X: x, Y: y})
		}
	}
}

// allColumns puts fasteners at every stud behind a rail; false where they are there.
func (r *Rail) allColumns(o *Outfit) bool {
	var ys []quantity.Length
	for _, sp := range r.Spots {
		if !slices.Contains(ys, sp.Y) {
			ys = append(ys, sp.Y)
		}
	}
	added := false
	for _, x := range o.StudsBehind() {
		if x < float64(r.X)+30 || x > float64(r.X+r.Length)-30 || slices.ContainsFunc(r.Spots, func(sp Spot) bool { return At(sp.X, x) }) {
			continue
		}
		for _, y := range ys {
			r.Spots = append(r.Spots, Spot{ID: o.ID(), X: quantity.Length(x), Y: y})
			added = true
		}
	}
	return added
}

func (r *Rack) betters(o *Outfit) []Better {
	var out []Better
	add := func(kind, words string, effort int, of Helps, do func(o *Outfit, r *Rack) bool) {
		out = append(out, Better{kind, words, effort, of, to(do)})
	}
	for _, x := range o.StudsBehind() {
		if !slices.ContainsFunc(r.Uprights, func(u Upright) bool { return At(u.X, x) }) {
			add("more", "One more upright, on the stud at "+say.Length(x), 4, Everything, func(o *Outfit, r *Rack) bool {
				r.Uprights = append(r.Uprights, Upright{ID: o.ID(), X: quantity.Length(x)})
				return true
			})
		}
	}
	for _, factor := range []float64{1.25, 1.5} {
		h := quantity.Length(math.Round(float64(r.Arm.High)*factor/5) * 5)
		add("arm", fmt.Sprintf("Arms %s high", say.Length(float64(h))), 3, TheSupport|TheWall,
			func(_ *Outfit, r *Rack) bool { r.Arm.High = h; return true })
	}
	add("rows", "One more fastener in every upright, between the others", 2, TheWall,
		func(_ *Outfit, r *Rack) bool { return moreRows(&r.Rows) })
	add("deep", fmt.Sprintf("Uprights %s out from the wall", say.Length(float64(r.Deep)*1.5)), 4, TheWall,
		func(_ *Outfit, r *Rack) bool { r.Deep = r.Deep * 3 / 2; return true })
	add("to-stud", "Every upright to its nearest stud", 1, Everything, func(o *Outfit, r *Rack) bool {
		studs := o.StudsBehind()
		for i := range r.Uprights {
			if len(studs) > 0 {
				r.Uprights[i].X = quantity.Length(studs[nearestOf(studs, float64(r.Uprights[i].X))])
			}
		}
		return true
	})
	return out
}

// moreRows puts one more row between every two.
func moreRows(rows *[]quantity.Length) bool {
	r := slices.Clone(*rows)
	slices.Sort(r)
	for i := range len(r) - 1 {
		r = append(r, (r[i]+r[i+1])/2)
	}
	slices.Sort(r)
	*rows = r
	return len(r) <= 24
}

func (h *HookRail) betters(o *Outfit) []Better {
	var out []Better
	add := func(kind, words string, effort int, of Helps, do func(o *Outfit, h *HookRail) bool) {
		out = append(out, Better{kind, words, effort, of, to(do)})
	}
	add("columns", "Fasteners at every stud behind the board", 2, TheWall, func(o *Outfit, h *HookRail) bool { return h.Rail.allColumns(o) })
	add("tall", fmt.Sprintf("A board %s high, two rows of fasteners", say.Length(float64(by(h.Height, 1.5)))), 3, TheWall,
		func(o *Outfit, h *HookRail) bool {
			h.Height = by(h.Height, 1.5)
			h.Rail.twoRows(o.ID)
			return true
		})
	add("thick", fmt.Sprintf("A board %s thick", say.Length(float64(h.Thickness)*1.5)), 3, TheSupport,
		func(_ *Outfit, h *HookRail) bool { h.Thickness = h.Thickness * 3 / 2; return true })
	add("short", fmt.Sprintf("Hooks that reach %s", say.Length(float64(by(h.Peg.Reach, 0.7)))), 2, TheSupport|TheWall,
		func(_ *Outfit, h *HookRail) bool { h.Peg.Reach = by(h.Peg.Reach, 0.7); return true })
	add("stout", fmt.Sprintf("Hooks %s thick", say.Length(float64(by(h.Peg.D, 1.3)))), 2, TheSupport,
		func(_ *Outfit, h *HookRail) bool { h.Peg.D = by(h.Peg.D, 1.3); return true })
	return out
}

func (f *StandingFrame) betters(*Outfit) []Better {
	return []Better{
		{"tie", "Tie it to the studs near its top", 1, Everything, to(func(o *Outfit, f *StandingFrame) bool {
			f.Ties = nil
			for _, x := range o.StudsBehind() {
				f.Ties = append(f.Ties, FrameTie{ID: o.ID(), X: quantity.Length(x), Up: f.Height - 80})
			}
			return len(f.Ties) > 0
		})},
		{"floor", "Stand it on the floor", 1, Everything, to(func(o *Outfit, _ *StandingFrame) bool { o.Y = 0; return true })},
	}
}

func (r *SheetRack) betters(o *Outfit) []Better {
	return []Better{
		{"stop", "Put a stop at the feet", 1, Everything, to(func(_ *Outfit, r *SheetRack) bool { r.Stop = true; return true })},
		{"rows", "One more fastener in every upright, between the others", 2, TheWall,
			to(func(_ *Outfit, r *SheetRack) bool { return moreRows(&r.Rows) })},
		{"arm", fmt.Sprintf("Feet %s high", say.Length(float64(r.High)*1.4)), 3, TheSupport,
			to(func(_ *Outfit, r *SheetRack) bool { r.High = r.High * 7 / 5; return true })},
	}
}

func (c *HingedCart) betters(*Outfit) []Better {
	return []Better{
		{"caster", "Put a caster under it that takes half", 1, TheWall,
			to(func(_ *Outfit, c *HingedCart) bool { c.Caster = max(0.5, c.Caster); return true })},
		{"count", "Twice the screws in each hinge", 2, TheWall, to(func(_ *Outfit, c *HingedCart) bool { c.Count *= 2; return c.Count <= 12 })},
	}
}
