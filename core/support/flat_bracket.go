package support

import (
	"math"

	"aguante/core/assembly"
	"aguante/core/field"
	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/section"
)

// LegSide says where a bracket's wall leg is.
type LegSide string

// The sides.
const (
	LegBelow LegSide = "below"
	LegAbove LegSide = "above"
)

// Choices lists the sides.
func (LegSide) Choices() []field.Choice {
	return field.Choose("below", "below", "above", "above")
}

// FlatBracket is an angle bent from flat bar, without a brace: a leg on the
// wall and an arm under the shelf. Lengths from the corner, mm.
type FlatBracket struct {
	Reach     quantity.Length   `json:"reach_mm" label:"reach" range:"20 1000"`
	Leg       quantity.Length   `json:"leg_mm" label:"leg on the wall" range:"20 1000"`
	Width     quantity.Length   `json:"width_mm" label:"bar, wide" range:"8 200" as:"fine"`
	Thickness quantity.Length   `json:"thickness_mm" label:"bar, thick" range:"0.8 20" as:"fine"`
	Steel     hold.Steel        `json:"steel" label:"steel"`
	LegSide   LegSide           `json:"leg_side" label:"wall leg"`
	Screw     hold.Fixing       `json:"screw" title:"Into the wall" label:""`
	Holes     []BracketHole     `json:"holes" label:"from the corner" at:"from_corner_mm" count:"0 12"`
	Hole      quantity.Length   `json:"hole_mm" label:"holes, wide" as:"fine"`
	Board     *hold.BoardScrews `json:"board_screws,omitempty" title:"Screws up into the board" add:"screw the board down" drop:"lay it loose"`
}

// BracketHole is a hole of the wall leg with a screw in it.
type BracketHole struct {
	ID     string          `json:"id"`
	Corner quantity.Length `json:"from_corner_mm"`
	Offset quantity.Length `json:"offset_mm"`
}

// Noun is what it is called.
func (b *FlatBracket) Noun() string { return "bracket" }

// Validate names every problem of the bracket.
func (b *FlatBracket) Validate(p *problem.List) {
	if !field.Check(p, b) {
		return
	}
	p.Between("hole_mm", float64(b.Hole), 0, float64(b.Width)*0.9)
	for i, h := range b.Holes {
		at := p.Each("holes", i)
		at.Between("from_corner_mm", float64(h.Corner), 2, float64(b.Leg)-2)
		at.Between("offset_mm", float64(h.Offset), -float64(b.Width)/2, float64(b.Width)/2)
	}
	b.Board.Within(p, float64(b.Reach))
}

// Fixings are its own fasteners into the wall.
func (b *FlatBracket) Fixings() []*hold.Fixing { return []*hold.Fixing{&b.Screw} }

// flat is a flat bracket in its place.
type flat struct {
	*FlatBracket
	set   hold.Site
	holes []hold.Drilled
	near  int // the hole nearest the corner that holds, or -1
	hold  int // how many hold
	heel  hold.Heel
	up    hold.Heel // the heel when the board pulls the bracket up
	gross section.Rectangle
	net   float64             // Z at the corner's nearest hole, mm³
	all   [hold.Cases]float64 // ΣZ of those that hold
	fewer []*flat             // without each one of them, where they are not all as strong
}

// Hang puts the bracket in its place.
func (b *FlatBracket) Hang(s Setting) Hung {
	f := &flat{FlatBracket: b, set: s.Site}
	f.gross = section.Rectangle{B: float64(b.Width), H: float64(b.Thickness)}
	corner := math.Inf(1)
	f.holes = make([]hold.Drilled, 0, len(b.Holes))
	for _, h := range b.Holes {
		corner = min(corner, float64(h.Corner))
		f.holes = append(f.holes, s.Drill(h.ID, s.X+float64(h.Offset), f.sign()*float64(h.Corner), b.Screw,
			hold.Plate(float64(b.Thickness), float64(b.Hole))))
	}
	hole := 0.0
	if !math.IsInf(corner, 1) {
		hole = float64(b.Hole)
	}
	f.net = (float64(b.Width) - hole) * float64(b.Thickness) * float64(b.Thickness) / 4
	f.set.CrowdPlate(f.holes)
	f.group()
	for _, left := range f.set.Fewer(f.holes) {
		less := *f
		less.holes = left
		less.group()
		f.fewer = append(f.fewer, &less)
	}
	return f
}

// group finds what of the bracket holds and turns on what.
func (f *flat) group() {
	f.near, f.hold, f.all = -1, 0, [hold.Cases]float64{}
	levers := make([]float64, 2*len(f.holes))
	below, above := levers[:0:len(f.holes)], levers[len(f.holes):len(f.holes)]
	for i := range f.holes {
		d := &f.holes[i]
		if !d.Counts() {
			continue
		}
		f.hold++
		if f.near < 0 || f.corner(d) < f.corner(&f.holes[f.near]) {
			f.near = i
		}
		below = append(below, f.fromTip(d))
		above = append(above, f.fromCorner(d))
		for c := range f.all {
			f.all[c] += d.Caps[c].Push
		}
	}
	fb := f.set.Bearing(f.holes)
	heels := [2]hold.Heel{hold.NewHeel(below, float64(f.Width), fb), hold.NewHeel(above, float64(f.Width), fb)}
	f.heel, f.up = heels[0], heels[1]
	if f.LegSide == LegAbove {
		f.heel, f.up = heels[1], heels[0]
	}
}

// reckoned is the bracket, or it without that screw without which its screws are used
// least.
func (f *flat) reckoned(a hold.Action) *flat {
	if len(f.fewer) == 0 {
		return f
	}
	best, least := f, f.screws(a)
	for _, less := range f.fewer {
		if u := less.screws(a); u < least-1e-12 {
			best, least = less, u
		}
	}
	return best
}

// screws is how far the worst of its screws is used.
func (f *flat) screws(a hold.Action) float64 {
	u := f.nearUse(nil, a).Used
	if f.hold > 1 {
		u = max(u, f.othersUse(nil, a).Used)
	}
	return u
}

// sign is which way the leg goes from the board's underside.
func (b *FlatBracket) sign() float64 {
	if b.LegSide == LegAbove {
		return 1
	}
	return -1
}

// corner is how far a hole is from the corner, mm.
func (f *flat) corner(d *hold.Drilled) float64 { return math.Abs(d.At.Y) }

// fromTip and fromCorner are how high a hole is over the heel at the tip of the wall leg, and
// at the corner, or where the board that it is on ends before; mm.
func (f *flat) fromTip(d *hold.Drilled) float64 { return float64(f.Leg) - f.corner(d) - f.past(-1) }

func (f *flat) fromCorner(d *hold.Drilled) float64 { return f.corner(d) - f.past(1) }

// past is how far the leg goes past the board that it is on, at its tip or its corner, mm.
func (f *flat) past(end float64) float64 {
	g := f.set.Onto
	if g == nil {
		return 0
	}
	low, high := f.onWall()
	if end*f.sign() > 0 {
		return max(0, g.Y[0]-low)
	}
	return max(0, high-g.Y[1])
}

func (f *flat) screwed() []hold.Drilled { return f.holes }

// bend returns the corner-to-near-screw length s, mm.
func (f *flat) bend() float64 {
	if f.near >= 0 {
		return f.corner(&f.holes[f.near])
	}
	return float64(f.Leg)
}

// Soft is the deflection at the load per newton of it: the arm's own bending
// and the turning of its corner, e³/3EI + e² s/EI.
func (f *flat) Soft(e float64) float64 {
	ei := hold.SteelE * f.gross.Inertia()
	return e*e*e/(3*ei) + e*e*f.bend()/ei
}

// HoldsDown is true only for screws that reach far enough into the board.
func (f *flat) HoldsDown() bool { return f.arm().HoldsDown() }

func (f *flat) arm() hold.Arm {
	return hold.Arm{Set: &f.set, Reach: float64(f.Reach), Thick: float64(f.Thickness), Screws: f.Board}
}

func (f *flat) Bed() *Bed { return &Bed{float64(f.Reach), float64(f.Width)} }

func (f *flat) Pad() float64 {
	return float64(f.Width) * min(float64(f.Reach)-f.set.Out, f.set.Own()) / 2
}

// Geometry draws the bracket, and says what turning it over would do.
func (f *flat) Geometry(a hold.Action) hold.Geometry {
	g := f.set.NewGeometry(a)
	leg, t := f.sign()*float64(f.Leg), float64(f.Thickness)
	g.Shapes = hold.Drawn(f.Assemble(drawnOver(&f.set, nil, f.FlatBracket)))
	f = f.reckoned(a)
	h, m := f.turning(a), math.Abs(a.M)
	for i := range f.holes {
		d := &f.holes[i]
		pull, v := 0.0, 0.0
		if d.Counts() {
			v = f.share(nil, d, a)
			pull = h.Pull(nil, m, f.lever(d, a))
		}
		if i == f.near {
			pull = f.nearPull(nil, a)
		}
		hole := d.Hole(a.Case, pull, v)
		hole.Near = i == f.near
		g.Holes = append(g.Holes, hole)
	}
	if f.near >= 0 {
		near := &g.Holes[f.near]
		heel := min(0, leg)
		if a.M < 0 {
			heel = max(0, leg)
		}
		contact := h.Contact(m)
		g.Forces = append(g.Forces, hold.Force{Name: "pulls", Z: t, Y: near.Y, DZ: 1, N: near.Pull, Takes: near.Takes},
			hold.Force{Name: "heel", Z: t, Y: heel, DZ: -1, N: contact * h.Fb * h.B})
		g.Measures = append(g.Measures, hold.Measure{Name: "lever", Z1: t, Y1: heel, Z2: t, Y2: near.Y, MM: math.Abs(near.Y - heel)})
		g.Facts = append(g.Facts, hold.Fact{Name: "of the " + f.Screw.Noun() + " in the " + f.set.BehindName(f.Screw), Value: near.In,
			Kind: "length", Bad: near.In < near.Least}, hold.Long("needs", near.Least))
		over := f.turned()
		g.Facts = append(g.Facts, hold.Pulls("turned over, the near one pulls", over.nearPull(nil, a)))
		if f.hold > 1 {
			now, then := 0.0, 0.0
			for i := range f.holes {
				if d := &f.holes[i]; i != f.near && d.Counts() {
					now, then = max(now, h.Pull(nil, m, f.lever(d, a))), max(then, over.turning(a).Pull(nil, m, over.lever(d, a)))
				}
			}
			g.Facts = append(g.Facts, hold.Pulls("the other", then), hold.Pulls("in place of", now))
		}
	}
	g.Facts = append(g.Facts, hold.Long("droop at the tip", f.tipDroop(nil, a)))
	g.Measures = append(g.Measures, hold.Across("reach", "flat_bracket.reach_mm", 0, float64(f.Reach), -t))
	g.Fit()
	return g
}

// turned is the same bracket the other way up.
func (f *flat) turned() *flat {
	over, b := *f, *f.FlatBracket
	over.heel, over.up = f.up, f.heel
	b.LegSide = map[LegSide]LegSide{LegBelow: LegAbove, LegAbove: LegBelow}[f.LegSide]
	over.FlatBracket = &b
	return &over
}

// Notes says what was taken for granted and what to beware of.
func (f *flat) Notes() hold.Notes {
	n := hold.FastenerNotes(&f.set, f.Screw, f.holes, f.hold)
	f.Steel.Assumed(&n, "the bar is")
	n.Cautions = append(n.Cautions, f.arm().Notes()...)
	return n
}

func (*FlatBracket) recipes() []Recipe {
	return []Recipe{
		{Key: "flat-brackets", Onto: true, Name: "flat brackets", Words: "bent steel, screwed to the studs", Tools: []string{"drill", "level"},
			Hands: "an hour, no joinery", Misfit: oneByOne, Make: (*Outfit).flatBrackets,
			Is: func(w *Ways, r *Rail) bool { return w.FlatBracket != nil && (r == nil || r.Kind != Backer) }},
	}
}

func (o *Outfit) flatBrackets() error {
	at := o.places()
	fix := o.Fixing(5, o.OnStuds(at...), false)
	reach, thick := min(o.Size(6, 150), o.Depth), o.Size(0.1875, 5)
	for _, x := range at {
		o.add(x, &FlatBracket{
			Reach: reach, Leg: o.Size(4, 100), Width: o.Size(1.5, 40), Thickness: thick, Steel: hold.Unmarked,
			LegSide: LegBelow, Hole: 6, Screw: fix, Board: o.screwedDown(reach, thick),
			Holes: []BracketHole{{ID: o.ID(), Corner: o.Size(1, 25)}, {ID: o.ID(), Corner: o.Size(3.25, 80)}},
		})
	}
	return nil
}

var _ Way = (*FlatBracket)(nil)

// Assemble puts the bent bar up, its arm under the board.
func (b *FlatBracket) Assemble(o *Over) *assembly.Assembly {
	a := o.assemble()
	leg, t, w := b.sign()*float64(b.Leg), float64(b.Thickness), float64(b.Width)
	thing := a.thing("bracket", "flat bracket", float64(b.Reach))
	a.steel(thing, "leg", assembly.Along(-w/2, min(0, leg), 0), assembly.Rect(0, 0, w, math.Abs(leg)), t)
	arm := a.steel(thing, "arm", assembly.Flat(-w/2, -t, 0), assembly.Rect(0, 0, w, float64(b.Reach)), t)
	a.rests(arm, b.Board, w, t)
	for _, h := range b.Holes {
		a.intoWall(h.ID, b.Screw, float64(h.Offset), b.sign()*float64(h.Corner), t)
	}
	return &a.Assembly
}
