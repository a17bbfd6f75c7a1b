package support

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"aguante/core/hold"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
)

// backer is a board across the studs that brackets are screwed to: they turn on it, and it
// on the wall.
type backer struct{ plainRail }

func (backer) kind() RailKind { return Backer }
func (backer) noun() string   { return "backer board" }

// marks are where the brackets go, from its left end.
func (backer) marks(r *railed) []hold.Fact {
	out := []hold.Fact{}
	for i, on := range r.riders {
		out = append(out, hold.Long(fmt.Sprintf("bracket %d, from the board's left end", i+1), on.X-float64(r.X)))
	}
	return out
}

func (backer) hang(r *railed, _ Boarded) Shared { return &backed{r} }

// backed is a backer board in its place: it may split along its grain.
type backed struct{ *railed }

// Links add the split of the board by the bracket's fasteners, the highest of them so far over
// its lower edge, or by its own.
func (b *backed) Links() []SharedLink {
	out := b.railed.Links()
	if up, deep := b.held(); deep > 0 {
		out = append(out, b.split(up, deep, "the worst bracket"))
	}
	return out
}

// held is how high over the board's lower edge the highest fastener of a bracket stands, of the
// one that stands lowest so, and how deep they are in it at least, mm.
func (b *backed) held() (up, deep float64) {
	up, deep = math.Inf(1), math.Inf(1)
	for _, on := range b.riders {
		top := 0.0
		for i := range on.Into {
			if d := &on.Into[i]; d.Counts() {
				top, deep = max(top, d.Y-float64(b.Bottom)), min(deep, d.Grip.In)
			}
		}
		if top > 0 {
			up = min(up, top)
		}
	}
	if math.IsInf(up, 1) || math.IsInf(deep, 1) {
		return 0, 0
	}
	return min(up, float64(b.Height)*0.999), deep
}

// Ground is a backer board as what is screwed to it finds it; nil of any other rail.
func (r *Rail) Ground(s *hold.Site) *hold.Ground {
	if r == nil || r.Kind != Backer {
		return nil
	}
	return &hold.Ground{Name: r.Noun(), Wood: s.Piece(r.Made, float64(r.Thickness), float64(r.Height)), Thick: float64(r.Thickness),
		X: [2]float64{float64(r.X), float64(r.X + r.Length)}, Y: [2]float64{float64(r.Bottom), float64(r.Bottom + r.Height)}, OnWall: true}
}

// Onto tells whether a support of a way may stand on a backer board: it is screwed to what is
// behind it.
func Onto(w Way) bool {
	b, ok := w.(interface{ onto() bool })
	return ok && b.onto()
}

func (b *FlatBracket) onto() bool   { return true }
func (b *TimberBracket) onto() bool { return true }
func (b *Braced) onto() bool        { return b.Standard == "" }

// onBacker names a support that does not stand on the backer board that its shelf hangs on.
func onBacker(p *problem.List, w Way, r *Rail) {
	if r.Kind == Backer && !Onto(w) {
		p.Add("kind", "a %s does not go on a %s: choose a bracket, or another way for the shelf", w.Noun(), r.Noun())
	}
}

// Suits names what of a support does not go with the rail that its shelf hangs on, or with its board,
// so thick and deep.
func Suits(p *problem.List, w Way, r *Rail, thick, deep quantity.Length) {
	if r != nil {
		onBacker(p, w, r)
	}
	if f, ok := w.(interface {
		fitsBoard(p *problem.List, thick, deep, out float64)
	}); ok {
		out := 0.0
		if o, ok := w.(interface{ StandsOut(*Rail) float64 }); ok {
			out = o.StandsOut(r)
		}
		f.fitsBoard(p, float64(thick), float64(deep), out)
	}
}

// Back puts a backer board across the studs behind brackets, their screws as long as go into
// it; false where there is one, or what hangs there is no bracket.
func (o *Outfit) Back(at []quantity.Length, of []Way) bool {
	if o.Rail != nil || len(of) == 0 || slices.ContainsFunc(of, func(w Way) bool { return !Onto(w) }) {
		return false
	}
	lo, hi := float64(slices.Min(at))-60, float64(slices.Max(at))+60
	lo, hi = min(lo, float64(o.X)), max(hi, float64(o.X+o.Length))
	below, above := 0.0, 0.0
	for _, w := range of {
		low, high := w.(interface{ onWall() (low, high float64) }).onWall()
		below, above = max(below, -low), max(above, high)
	}
	thick := o.Size(1.5, 38)
	high := quantity.Length(math.Ceil(below + above + 2*fromBacker))
	o.rail(Backer, lumber(), max(0, lo), min(float64(o.Wall.Length), hi), -quantity.Length(below+fromBacker), high, thick, true)
	o.Rail.Lock = false
	for _, w := range of {
		for _, f := range w.Fixings() {
			through := float64(f.Length) - o.Wall.Lining.Gap() - 41
			if t, ok := w.(interface{ through() float64 }); ok {
				through = t.through()
			}
			*f = o.woodScrew(1, 25)
			if o.Inch {
				f.Type = "wood-12"
			} else {
				f.Type = "wood-6mm"
			}
			f.Length = hold.StockLength(f.Type, through+30, through+float64(thick))
		}
	}
	return true
}

// fromBacker is how far a backer board goes past the ends of its brackets' legs, mm.
const fromBacker = 15.0

// onWall is the height that a bracket takes up on the wall, from its board's underside, and
// through what its screws go, mm.
func (b *FlatBracket) onWall() (low, high float64) {
	if b.LegSide == LegAbove {
		return 0, float64(b.Leg)
	}
	return -float64(b.Leg), 0
}
func (b *FlatBracket) through() float64              { return float64(b.Thickness) }
func (b *TimberBracket) onWall() (low, high float64) { return -float64(b.Leg), float64(b.Up) }
func (b *TimberBracket) through() float64            { return float64(b.Deep) }
func (b *Braced) onWall() (low, high float64)        { return -float64(b.Leg), 0 }
func (b *Braced) through() float64                   { return float64(b.Plate) }

func (backer) recipes() []Recipe {
	return []Recipe{
		{Key: "on-backer", Name: "brackets on a backer board", Words: "a board across the studs, brackets anywhere on it", Tools: []string{"drill", "level", "saw"},
			Hands: "an hour, no joinery", Misfit: onARail, Make: (*Outfit).onBacker,
			Is: func(_ *Ways, r *Rail) bool { return r != nil && r.Kind == Backer }},
	}
}

// onBacker are flat brackets where the board wants them, on a board across the studs.
func (o *Outfit) onBacker() error {
	if err := o.flatBrackets(); err != nil {
		return err
	}
	x, l := float64(o.X), float64(o.Length)
	var at []quantity.Length
	var ways []Way
	for i := range o.Supports {
		n := float64(len(o.Supports) - 1)
		in := 0.223
		if n > 1 {
			in = 0.06
		}
		o.Supports[i].X = quantity.Length(math.Round(x + l*(in+(1-2*in)*float64(i)/n)))
		at, ways = append(at, o.Supports[i].X), append(ways, o.Supports[i].Way)
	}
	if !o.Back(at, ways) {
		return fmt.Errorf("there is no room for a board behind the brackets under %s", say.Length(float64(o.Y)))
	}
	var columns []float64
	for _, s := range o.Rail.Spots {
		columns = append(columns, float64(s.X))
	}
	room := o.Rail.Screw.HeadAcross()/2 + 2
	for i := range o.Supports { // beside the heads of what holds the board
		u := &o.Supports[i]
		half := float64(u.Way.(*FlatBracket).Width)/2 + room
		for _, c := range columns {
			if off := float64(u.X) - c; math.Abs(off) < half {
				by := math.Copysign(half, cmp.Or(off, x+l/2-c))
				u.X = quantity.Length(math.Round(c + by))
			}
		}
	}
	return nil
}
