package assembly

import (
	"cmp"
	"math"

	"gonum.org/v1/gonum/spatial/r3"

	"aguante/core/fastener"
	"aguante/core/material"
	"aguante/core/piece"
)

// own is the box round some places in a body's own axes.
func (b *Body) own(of []Vec) (lo, hi Vec) {
	in := make([]Vec, len(of))
	for i, p := range of {
		in[i] = b.At.In(p)
	}
	return bounds(in)
}

// box is a body's own.
func (b *Body) box() (lo, hi Vec) { return b.own(b.form().corners) }

// Cuts is all that joints and fasteners take out of every body, in its piece's own coordinates.
func (a *Assembly) Cuts() map[*Body][]piece.Feature {
	out := map[*Body][]piece.Feature{}
	for _, b := range a.Bodies {
		if b.worked() {
			out[b] = append(out[b], b.Own...)
		}
	}
	for _, j := range a.Joints {
		for _, b := range [2]*Body{j.A, j.B} {
			if b == nil || !b.worked() {
				continue
			}
			if f, ok := j.cut(b); ok {
				out[b] = append(out[b], f)
			}
		}
	}
	for _, f := range a.Fasteners {
		path := a.Path(f)
		for i := range path {
			if b := path[i].Body; b.worked() {
				out[b] = append(out[b], f.bore(path, i))
			}
		}
	}
	for _, all := range out {
		for i := range all {
			all[i].Round()
		}
	}
	return out
}

// worked tells whether anything is cut into a body.
func (b *Body) worked() bool { return (b.Made == Cut || b.Made == GluedUp) && b.Wood != "" }

// cut is what a joint takes out of a body.
func (j *Joint) cut(b *Body) (piece.Feature, bool) {
	switch {
	case j.Kind == Lap && (b == j.A || b == j.B):
		return j.lap(b)
	case j.Kind == Housed && b == j.B:
		return j.house()
	case j.Kind == Hung && b == j.A:
		return j.keyhole()
	}
	return piece.Feature{}, false
}

// lap is half of what both have in common: of the first its front, of the other what the first keeps.
func (j *Joint) lap(b *Body) (piece.Feature, bool) {
	both := shared(j.A.form(), j.B.form())
	if len(both) == 0 {
		return piece.Feature{}, false
	}
	face := piece.Front
	if b == j.B && r3.Dot(j.A.At.Z, j.B.At.Z) > 0 {
		face = piece.Back
	}
	lo, hi := b.own(both)
	from, _ := b.box()
	return piece.Feature{Kind: piece.Lap, Face: face, X: lo.X - from.X, Y: lo.Y - from.Y, Long: hi.X - lo.X, Wide: hi.Y - lo.Y, Depth: b.Thickness / 2}, true
}

// face is one of a body's own, with the axes along and across it and into it.
type face struct {
	is          piece.Face
	u, v        int // own axes that X and Y of its features run along
	w           int // and the one that goes in
	high        bool
	far         bool
	from, depth float64
}

func axis(p Vec, i int) float64 { return [3]float64{p.X, p.Y, p.Z}[i] }

// opens is the face of a body by which a box in it, in its own axes, opens towards where what is in it comes from.
func (b *Body) opens(lo, hi, towards Vec) face {
	min0, max0 := b.box()
	best, worth := face{}, math.Inf(-1)
	for w := range 3 {
		for _, high := range [2]bool{false, true} {
			at, end, sign := axis(lo, w), axis(min0, w), -1.0
			if high {
				at, end, sign = axis(hi, w), axis(max0, w), 1
			}
			if math.Abs(at-end) > 0.05 {
				continue
			}
			if v := sign * axis(towards, w); v > worth {
				f := face{w: w, high: high, from: axis(hi, w) - axis(lo, w), depth: axis(max0, w) - axis(min0, w)}
				switch {
				case w == 0:
					f.is, f.u, f.v, f.far = piece.Ended, 1, 2, high
				case w == 1 && high:
					f.is, f.u, f.v = piece.Upper, 0, 2
				case w == 1:
					f.is, f.u, f.v = piece.Lower, 0, 2
				case high:
					f.is, f.u, f.v = piece.Front, 0, 1
				default:
					f.is, f.u, f.v = piece.Back, 0, 1
				}
				best, worth = f, v
			}
		}
	}
	return best
}

// house is what has to go out of B for A, by the face that A comes in by.
func (j *Joint) house() (piece.Feature, bool) {
	both := shared(j.A.form(), j.B.form())
	if len(both) == 0 {
		return piece.Feature{}, false
	}
	b := j.B
	lo, hi := b.own(both)
	alo, ahi := b.own(j.A.form().corners)
	f := b.opens(lo, hi, r3.Sub(r3.Scale(0.5, r3.Add(alo, ahi)), r3.Scale(0.5, r3.Add(lo, hi))))
	if f.is == "" {
		return piece.Feature{}, false
	}
	from, _ := b.box()
	deep := f.from + j.Room[2]
	if f.from > f.depth-0.05 { // right through
		deep = 0
	}
	out := piece.Feature{Kind: j.Cuts, Face: f.is, Far: f.far, Depth: deep}
	u0, v0 := axis(lo, f.u)-axis(from, f.u), axis(lo, f.v)-axis(from, f.v)
	long, wide := axis(hi, f.u)-axis(lo, f.u), axis(hi, f.v)-axis(lo, f.v)
	if j.Cuts == piece.Bore {
		out.X, out.Y, out.D = u0+long/2, v0+wide/2, j.A.D
		return out, true
	}
	out.X, out.Y, out.Long, out.Wide = u0-j.Room[0]/2, v0-j.Room[1]/2, long+j.Room[0], wide+j.Room[1]
	return out, true
}

// keyhole is the slot for the head of its screw, whose X and Y are where that ends up.
func (j *Joint) keyhole() (piece.Feature, bool) {
	b := j.A
	from, _ := b.box()
	p := b.At.In(j.By.Head)
	out := j.Keyhole
	towards := b.At.Turned(r3.Unit(j.By.Way)) // the wall
	down := b.At.Turned(Vec{Y: -1})
	u, v := p.X-from.X, p.Y-from.Y
	switch {
	case math.Abs(towards.Z) > 0.9:
		out.Face = piece.Back
		if towards.Z > 0 {
			out.Face = piece.Front
		}
		out.Long, out.Wide = down.X*j.Keyhole.Long, down.Y*j.Keyhole.Long
	case math.Abs(towards.Y) > 0.9:
		out.Face = piece.Lower
		if towards.Y > 0 {
			out.Face = piece.Upper
		}
		v = p.Z - from.Z
		out.Long, out.Wide = down.X*j.Keyhole.Long, down.Z*j.Keyhole.Long
	default:
		return out, false
	}
	out.X, out.Y = u, v
	return out, true
}

// bore is a fastener's hole in what it meets: clearance in what it draws up, with the recess for its head in the first
// of them, and a pilot in what its thread grips.
func (f *Fastener) bore(path []Pass, i int) piece.Feature {
	p := &path[i]
	b := p.Body
	from, to := b.box()
	at := b.At.In(r3.Add(f.Head, r3.Scale(p.From, r3.Unit(f.Way))))
	out := piece.Feature{Kind: piece.Bore, Face: p.In, X: at.X - from.X, Y: at.Y - from.Y, Of: f.Is.Key, D: f.Is.Bits(0).Clearance}
	switch p.In {
	case piece.Upper, piece.Lower:
		out.Y = at.Z - from.Z
	case piece.Ended:
		out.X, out.Y, out.Far = at.Y-from.Y, at.Z-from.Z, at.X-from.X > to.X-at.X
	}
	if f.Is.Kind == fastener.Anchor {
		out.D = f.Is.D
	}
	if p.Out == "" && f.Is.Kind != fastener.Bolt {
		out.D, out.Depth, out.Pilot = f.Is.Bits(b.gravity()).Pilot, p.To-p.From, true
	}
	if i == 0 && f.Recess > 0 {
		out.Recess, out.Head = f.Recess, f.Across
	} else if out.Depth == 0 && out.Face == piece.Back {
		out.Face = piece.Front // right through it is the same from either side
	}
	return out
}

// Pieces is what an assembly is made of: its bodies, what is bought, and its fasteners by their groups. Bodies of one
// piece's name are counted together.
func (a *Assembly) Pieces() []piece.Piece {
	var out []piece.Piece
	index := map[string]int{}
	add := func(p piece.Piece) {
		if i, ok := index[p.ID]; ok {
			out[i].Count += p.Count
			return
		}
		index[p.ID] = len(out)
		out = append(out, p)
	}
	cuts := a.Cut
	if cuts == nil {
		cuts = a.Cuts()
	}
	for _, b := range a.Bodies {
		switch {
		case b.Made == There:
		case b.Of != nil:
			if _, ok := index[b.Of.ID]; !ok {
				add(piece.Piece{ID: b.Of.ID, Name: b.Of.Name, Count: 1, Length: b.Of.Length, Mass: b.Of.Mass})
			}
		default:
			p := b.Piece()
			p.Features = cuts[b]
			add(p)
		}
	}
	for _, f := range a.Fasteners {
		add(piece.Piece{ID: f.Group, Name: f.Is.Name, Count: 1, Type: f.Is.Key, Length: f.Is.Length})
	}
	return out
}

// PieceID is the name under which its piece is counted.
func (b *Body) PieceID() string { return cmp.Or(b.Alike, b.ID) }

// asEnd is how far off square a cut is an end still, and no taper of an edge, degrees.
const asEnd = 75.0

// Piece is a body as it is cut, with nothing yet cut into it.
func (b *Body) Piece() piece.Piece {
	lo, hi := b.box()
	real := func(mm float64) float64 { return math.Round(mm*1e4) / 1e4 }
	p := piece.Piece{ID: b.PieceID(), Name: b.Name, Count: 1, Wood: b.Wood, Length: real(hi.X - lo.X), Width: real(hi.Y - lo.Y), Thickness: b.Thickness,
		D: b.D, From: b.From}
	if b.D > 0 && b.Wood == "" {
		p.Width, p.Thickness = 0, 0
	}
	if b.Made == GluedUp {
		p.Wood = ""
	}
	for i := range b.Outline {
		e := b.edge(i, 0)
		if off := math.Atan2(math.Abs(e.n[1]), math.Abs(e.n[0])) * 180 / math.Pi; off > 1e-6 && off < asEnd {
			end := 0
			if e.n[0] > 0 {
				end = 1
			}
			p.Ends[end].Off = off
		}
		if s := b.slope(i); s != 0 && e.n[1] > 0.9 {
			p.Bevel = math.Abs(s)
		}
	}
	return p
}

func (b *Body) slope(i int) float64 {
	if len(b.Slopes) == 0 {
		return 0
	}
	return b.Slopes[i]
}

// gravity is the specific gravity of its wood.
func (b *Body) gravity() float64 {
	w, _ := material.Stuff(b.Wood, material.Grade{}, material.Dry, b.Thickness, b.Thickness)
	return w.G()
}
