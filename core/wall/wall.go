// Package wall knows what is behind the wall's face, and what a hole in it
// meets. x runs along the wall from its left end, y up from the floor.
package wall

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
)

// Kind is what the wall is made of.
type Kind string

// The kinds of wall.
const (
	WoodStuds  Kind = "wood-studs"
	SteelStuds Kind = "steel-studs"
	Masonry    Kind = "masonry" // solid brick or stone
	Block      Kind = "block"   // hollow
	Concrete   Kind = "concrete"
)

// Choices lists the kinds of wall.
func (Kind) Choices() []field.Choice {
	return field.Choose("wood-studs", "wood studs", "steel-studs", "steel studs", "masonry", "solid brick or stone", "block", "hollow block",
		"concrete", "concrete")
}

// Kinds lists them.
func Kinds() []Kind { return field.Keys[Kind]() }

// Solid tells whether the wall is the same all along, without studs.
func (w *Wall) Solid() bool { return w.Kind == Masonry || w.Kind == Block || w.Kind == Concrete }

// LiningKind is what covers the wall.
type LiningKind string

// The linings.
const (
	Gypsum  LiningKind = "gypsum"  // one layer or more
	Plaster LiningKind = "plaster" // on lath
	Boards  LiningKind = "boards"  // matchboard, panelling
	Bare    LiningKind = "none"
)

// Choices lists the linings.
func (LiningKind) Choices() []field.Choice {
	return field.Choose("gypsum", "gypsum board", "plaster", "plaster on lath", "boards", "boards, panelling", "none", "none")
}

// Linings lists them.
func Linings() []LiningKind { return field.Keys[LiningKind]() }

// LiningBearing is the pressure that a heel may put on a lining, MPa: known for
// gypsum, and taken for the others, which are no softer (Rule).
const LiningBearing = 2.4

// Lining is the board between the piece on the wall and the studs.
type Lining struct {
	Kind      LiningKind      `json:"kind"`
	Thickness quantity.Length `json:"thickness_mm" range:"3 100" only:"kind=gypsum,plaster,boards"`
}

// Gap returns what a screw passes through before it meets the stud, mm.
func (l Lining) Gap() float64 {
	if l.Kind == Bare {
		return 0
	}
	return float64(l.Thickness)
}

// Stud is one upright of the wall, measured: X is its centre and Doubt how far
// that may be off.
type Stud struct {
	ID        string             `json:"id"`
	X         quantity.Length    `json:"x_mm" range:"0 30000"`
	Width     quantity.Length    `json:"width_mm" range:"20 300"`
	Depth     quantity.Length    `json:"depth_mm" range:"30 400"`
	Doubt     quantity.Length    `json:"doubt_mm" range:"0 100"`
	Wood      string             `json:"wood"`
	Found     Found              `json:"found,omitempty" blank:"ok"`
	Condition material.Condition `json:"condition,omitempty" blank:"ok"` // dry where nobody says
}

// Found is who found a stud; the tape where nobody says.
type Found string

// Who may have found it.
const (
	ByTape    Found = "tape"
	ByScanner Found = "scanner"
	ByStandIn Found = "stand-in" // the simulated scanner
	ByGuess   Found = "guess"    // nobody yet: it was filled in from a usual spacing
)

// Choices lists who may have found a stud.
func (Found) Choices() []field.Choice {
	return field.Choose("tape", "measured", "scanner", "scanned", "stand-in", "by the simulated scanner", "guess", "only assumed")
}

// Assumed tells that nobody has found the stud yet: a simulated scanner knows nothing of
// a real wall.
func (s *Stud) Assumed() bool { return s.Found == ByGuess || s.Found == ByStandIn }

// Validate names every problem of a stud by itself.
func (s *Stud) Validate(p *problem.List) {
	field.Check(p, s)
	if _, ok := material.LumberOf(s.Wood); !ok {
		p.Alone().Add("wood", "stud wood %q is not known", s.Wood)
	}
}

// KeepOutKind is what is in the way behind or before the wall's face.
type KeepOutKind string

// What can be in the way. Those behind the face must not be drilled into; those
// before it must not be covered or hit.
const (
	Cable  KeepOutKind = "cable"
	Pipe   KeepOutKind = "pipe"
	Duct   KeepOutKind = "duct"
	Outlet KeepOutKind = "outlet" // or switch: cables run up, down and level from it
	Window KeepOutKind = "window"
	Door   KeepOutKind = "door" // its swing
	Rail   KeepOutKind = "rail"
	Uneven KeepOutKind = "uneven" // a patch that is not flat
)

// Choices lists what can be in the way.
func (KeepOutKind) Choices() []field.Choice {
	return field.Choose("cable", "cable", "pipe", "pipe or conduit", "duct", "duct", "outlet", "outlet or switch", "window", "window",
		"door", "door swing", "rail", "rail", "uneven", "uneven patch")
}

// KeepOutKinds lists them.
func KeepOutKinds() []KeepOutKind { return field.Keys[KeepOutKind]() }

// KeepOut is a rectangle of the wall to stay clear of: X and Y its lower left
// corner.
type KeepOut struct {
	ID     string          `json:"id"`
	Kind   KeepOutKind     `json:"kind"`
	Name   string          `json:"name,omitempty"`
	X      quantity.Length `json:"x_mm" range:"0 30000"`
	Y      quantity.Length `json:"y_mm" range:"0 10000"`
	Width  quantity.Length `json:"width_mm" range:"1 30000"`
	Height quantity.Length `json:"height_mm" range:"1 10000"`
	Out    quantity.Length `json:"out_mm,omitempty" range:"0 3000"` // how far it stands out from the wall; 0 where nobody has said
}

// Before tells whether what begins so far out from the wall, mm, goes past in front of it.
func (k KeepOut) Before(out float64) bool { return k.Out > 0 && out >= float64(k.Out) }

// Called names a keep-out in a sentence.
func (k KeepOut) Called() string {
	if k.Name != "" {
		return k.Name
	}
	return string(k.Kind)
}

// Behind tells whether it is hidden in the wall.
func (k KeepOut) Behind() bool {
	return k.Kind == Cable || k.Kind == Pipe || k.Kind == Duct || k.Kind == Outlet
}

// Meets tells whether something at x, y with a radius around it touches what
// lies behind the face. From an outlet the cables may run straight up or down
// over the wall's height, or level along it (Rule: the usual safe zones).
func (k KeepOut) Meets(x, y, radius float64) bool {
	over := x > float64(k.X)-radius && x < float64(k.X+k.Width)+radius
	level := y > float64(k.Y)-radius && y < float64(k.Y+k.Height)+radius
	if k.Kind == Outlet {
		return over || level
	}
	return k.Behind() && over && level
}

// Overlaps tells whether a rectangle lies over the keep-out.
func (k KeepOut) Overlaps(x0, x1, y0, y1 float64) bool {
	return x1 > float64(k.X) && x0 < float64(k.X+k.Width) && y1 > float64(k.Y) && y0 < float64(k.Y+k.Height)
}

// Wall is the wall that everything hangs on. No kind means wood studs.
type Wall struct {
	Kind     Kind            `json:"kind" usual:"wood-studs" blank:"ok"`
	Length   quantity.Length `json:"length_mm" range:"200 30000"`
	Height   quantity.Length `json:"height_mm" range:"500 10000"`
	Lining   Lining          `json:"lining"`
	Studs    []Stud          `json:"studs" count:"0 100" usual:"[]"`
	KeepOuts []KeepOut       `json:"keep_outs" count:"0 60" usual:"[]"`
}

// WoodBetween returns the wood studs between two places along the wall, by their centres
// in the order in which they are marked; none where the studs are not of wood.
func (w *Wall) WoodBetween(from, to float64) []float64 {
	if w.Kind != WoodStuds && w.Kind != "" {
		return nil
	}
	var out []float64
	for _, s := range w.Studs {
		if x := float64(s.X); x >= from && x <= to {
			out = append(out, x)
		}
	}
	return out
}

// Number is which of its studs one is, from the left.
func (w *Wall) Number(of *Stud) int {
	n := 1
	for _, st := range w.Studs {
		if st.X < of.X {
			n++
		}
	}
	return n
}

// Meets is what a hole finds behind the face.
type Meets string

// What a hole meets.
const (
	InStud   Meets = "stud"
	Edge     Meets = "edge" // nearer the stud's edge than the fastener should be
	Misses   Meets = "misses"
	Barred   Meets = "keep-out" // something runs there
	InLining Meets = "lining"   // an anchor made for it
	InWall   Meets = "wall"     // masonry or concrete
	InBoard  Meets = "board"    // a board that is on the wall
)

// Choices lists what a hole may meet.
func (Meets) Choices() []field.Choice {
	return field.Choose("stud", "stud", "edge", "edge of a stud", "misses", "misses", "keep-out", "something that runs there", "lining",
		"lining", "wall", "wall", "board", "board on the wall")
}

// Hit is what one fastener meets. Stud is its id, or the nearest one's on a
// miss; Edge is how far inside the stud's side the axis runs, mm, negative
// outside. Counts says whether the place holds a fastener at all, and Why not.
type Hit struct {
	Meets  Meets   `json:"meets"`
	Stud   string  `json:"stud,omitempty"`
	Edge   float64 `json:"edge_mm"`
	Counts bool    `json:"counts"`
	Chance float64 `json:"chance_of_a_miss"`
	Why    string  `json:"why,omitempty"`
	stud   *Stud
}

// Behind returns the stud that a hit is about, or nil on a wall without studs.
func (h Hit) Behind() *Stud { return h.stud }

// Meet says what a fastener at x, y meets (engineering basis: in the stud when its
// axis is at least its edge distance inside; nearer is the edge, which fails a
// lag and, under half the distance, any screw; outside it misses). With a stud
// that may be off by ±u, any place within being as likely, Chance is the part of
// them in which the axis runs outside the stud. Only wood holds a screw: in
// masonry, in steel studs and in the lining between studs only an anchor made
// for it counts.
func (w *Wall) Meet(x, y float64, s fastener.Screw) Hit {
	hit := w.place(x, s)
	if k, barred := w.InTheWay(x, y, s.D); barred {
		hit.Meets, hit.Counts, hit.Why = Barred, false, "must not be drilled: "+k.Called()+" behind"
	}
	return hit
}

// InTheWay is what runs behind the face where something d mm thick would be at x, y.
func (w *Wall) InTheWay(x, y, d float64) (k KeepOut, barred bool) {
	for _, k := range w.KeepOuts {
		if k.Meets(x, y, d/2) {
			return k, true
		}
	}
	return KeepOut{}, false
}

// Holds says what a pin d mm thick meets that needs edge mm from its axis to the
// side of a stud; masonry holds it anywhere.
func (w *Wall) Holds(x, y, d, edge float64) Hit {
	hit := Hit{Meets: InWall, Counts: true}
	if !w.Solid() {
		hit = w.inStud(x, edge)
	}
	if k, barred := w.InTheWay(x, y, d); barred {
		hit.Meets, hit.Counts, hit.Why = Barred, false, "must not be drilled: "+k.Called()+" behind"
	}
	return hit
}

// place is Meet without the keep-outs.
func (w *Wall) place(x float64, s fastener.Screw) Hit {
	if w.Solid() {
		hit := Hit{Meets: InWall, Counts: s.Kind == fastener.Anchor && s.Fits == fastener.InMasonry}
		if !hit.Counts {
			hit.Why = "needs an anchor made for " + map[Kind]string{Masonry: "masonry", Block: "hollow block", Concrete: "concrete"}[w.Kind]
		}
		return hit
	}
	hit := w.inStud(x, s.EdgeDistance(false))
	switch {
	case s.Kind == fastener.Anchor:
		hit.Meets, hit.Counts = Misses, false // whatever a screw would do there
		hit.inLining(w, s)
	case hit.Meets == Edge && s.Kind != fastener.Lag && hit.Edge >= s.EdgeDistance(false)/2:
		hit.Counts, hit.Why = true, ""
	}
	return hit
}

// inStud says how what has its axis at x stands in the stud nearest to it; it counts where
// there is so much wood, mm, from its axis to the stud's side.
func (w *Wall) inStud(x, need float64) Hit {
	hit := Hit{Meets: Misses, Edge: math.Inf(-1), Chance: 1, Why: "misses the stud"}
	for i := range w.Studs {
		st := &w.Studs[i]
		if inside := float64(st.Width)/2 - math.Abs(x-float64(st.X)); inside > hit.Edge {
			hit.Edge, hit.Stud, hit.stud = inside, st.ID, st
		}
	}
	if hit.stud == nil {
		hit.Edge, hit.Why = 0, "has no stud behind"
	} else {
		hit.Chance = hit.stud.missChance(x)
	}
	switch {
	case hit.Edge < 0 || hit.stud == nil:
	case w.Kind == SteelStuds:
		hit.Meets, hit.Why = InStud, "is in a steel stud, which holds by a rated anchor only"
	case hit.Edge >= need-1e-9:
		hit.Meets, hit.Counts, hit.Why = InStud, true, ""
	default:
		hit.Meets, hit.Why = Edge, "is too near the stud's edge"
	}
	return hit
}

// inLining judges an anchor on a wall with studs: it holds in the lining between
// them, where it can open.
func (h *Hit) inLining(w *Wall, s fastener.Screw) {
	switch {
	case s.Fits != fastener.InLining:
		h.Why = "is an anchor for masonry, and there is none"
	case w.Lining.Kind == Bare:
		h.Why = "is an anchor for a lining, and there is none"
	case h.stud != nil && h.Edge > -s.D/2:
		h.Meets, h.Why = InStud, "has a stud behind it, where it cannot open: use a screw"
	default:
		*h = Hit{Meets: InLining, Counts: true}
	}
}

func (s *Stud) missChance(x float64) float64 {
	off, half, u := x-float64(s.X), float64(s.Width)/2, float64(s.Doubt)
	if u == 0 {
		if math.Abs(off) > half {
			return 1
		}
		return 0
	}
	lo, hi := max(-u, off-half), min(u, off+half)
	return 1 - max(0, hi-lo)/(2*u)
}

// Validate names every problem of the wall by its path.
func (w *Wall) Validate(p *problem.List) {
	if !field.Check(p, w) {
		return
	}
	for i, k := range w.KeepOuts {
		at := p.Each("keep_outs", i)
		at.Between("x_mm", float64(k.X), 0, float64(w.Length))
		at.Between("y_mm", float64(k.Y), 0, float64(w.Height))
		at.Between("width_mm", float64(k.Width), 1, float64(w.Length))
		at.Between("height_mm", float64(k.Height), 1, float64(w.Height))
	}
	for i, s := range w.Studs {
		p.Between(fmt.Sprintf("studs[%d].x_mm", i), float64(s.X), 0, float64(w.Length))
	}
}

// StudBending returns the greatest moment, N·mm, in a stud pinned at floor and
// ceiling under couples, N·mm, at heights above the floor: the reactions are
// ΣM0/H and each couple is a step in the moment.
func (w *Wall) StudBending(couples, heights []float64) float64 {
	h, sum := float64(w.Height), 0.0
	for _, m := range couples {
		sum += m
	}
	var few [64]int
	up := few[:0] // which is where, from the floor up
	for i, y := range heights {
		k := len(up)
		for k > 0 && heights[up[k-1]] > y {
			k--
		}
		up = slices.Insert(up, k, i)
	}
	worst, under := 0.0, 0.0
	for _, i := range up {
		below := sum/h*heights[i] - under
		worst = max(worst, math.Abs(below), math.Abs(below-couples[i]))
		under += couples[i]
	}
	return worst
}

// Takes returns the moment that a stud takes, N·mm: S Fb CF CD (NDS 3.3); for the
// expected break four times Fb, as of any lumber (Rule).
func (s *Stud) Takes(on material.Basis) float64 {
	wood, _ := material.LumberOf(s.Wood)
	depth := float64(s.Depth)
	by := on.CD
	if on.Mean {
		by = material.Broken
	}
	if s.Condition == material.Wet {
		by *= material.WetBending
	}
	return float64(s.Width) * depth * depth / 6 * wood.Fb * wood.SizeFactor(depth) * by
}
