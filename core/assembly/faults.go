package assembly

import (
	"fmt"

	"gonum.org/v1/gonum/spatial/r3"

	"aguante/core/fastener"
	"aguante/core/piece"
	"aguante/core/say"
)

// Fault is something that does not go together: of which body or fastener, in words that go on from its name, and where.
type Fault struct {
	Of, Name, Says string
	At             Vec
}

// How far bodies may go into one another, or stand off one another, and be as they are meant, mm.
const (
	intoOne = 0.5
	offOne  = 0.6
)

// Faults is what of an assembly does not go together (building basis, One body); the wall behind is among its bodies.
func (a *Assembly) Faults() []Fault {
	f := finder{Assembly: a, fixed: map[[2]*Body]bool{}, joints: map[[2]*Body]*Joint{}}
	for _, j := range a.Joints {
		if j.B != nil {
			f.joints[[2]*Body{j.A, j.B}], f.joints[[2]*Body{j.B, j.A}] = j, j
		}
	}
	sound := true
	for _, b := range a.Bodies {
		if why := convex(b.Outline); why != "" {
			f.add(b, b.At.O, "%s", why)
			sound = false
		} else if !(b.Thickness > 0) {
			f.add(b, b.At.O, "has no thickness")
			sound = false
		}
	}
	if !sound { // nothing else can be asked of what is no body
		return f.all
	}
	f.fasteners()
	f.overlaps()
	f.halves()
	f.cuts()
	f.tied()
	return f.all
}

type finder struct {
	*Assembly
	all    []Fault
	paths  [][]Pass
	fixed  map[[2]*Body]bool // by a fastener
	joints map[[2]*Body]*Joint
}

func (f *finder) add(b *Body, at Vec, format string, with ...any) {
	f.all = append(f.all, Fault{b.ID, b.Name, fmt.Sprintf(format, with...), at})
}

func middle(of []Vec) Vec {
	lo, hi := bounds(of)
	return r3.Scale(0.5, r3.Add(lo, hi))
}

// overlaps finds bodies that stand in one another but in a joint's own cuts.
func (f *finder) overlaps() {
	for i, a := range f.Bodies {
		for _, b := range f.Bodies[:i] {
			if a.Made == There || b.Made == There || a.Of != nil && a.Of == b.Of || whole(a) && b.Part || whole(b) && a.Part {
				continue
			}
			if whole(a) || whole(b) { // its parts are asked
				continue
			}
			if j := f.joints[[2]*Body{a, b}]; j != nil && j.cuts() || f.cutsBoard(a, b) || f.cutsBoard(b, a) {
				continue
			}
			if apart(a.form(), b.form(), intoOne) {
				continue
			}
			if by := deep(a.form(), b.form()); by > intoOne {
				f.add(a, middle(shared(a.form(), b.form())), "stands %s in the %s", say.Length(by), b.Name)
			}
		}
	}
}

// whole tells whether a body is what others were glued up to.
func whole(b *Body) bool { return b.Made == GluedUp }

// cutsBoard tells whether a body goes into a glued-up one by a joint, and so into its parts.
func (f *finder) cutsBoard(a, part *Body) bool {
	if !part.Part {
		return false
	}
	for _, j := range f.Joints {
		if j.A == a && j.B != nil && whole(j.B) && j.cuts() {
			return true
		}
	}
	return a.Part
}

func (j *Joint) cuts() bool {
	return j.Kind == Lap || j.Kind == Housed && j.Cuts != "" || j.Kind == Hung
}

// halves finds joints that are not there: bodies that do not meet, or of which one has no half to give.
func (f *finder) halves() {
	for _, j := range f.Joints {
		if j.B == nil {
			continue
		}
		a, b := j.A.form(), j.B.form()
		switch by := deep(a, b); {
		case by < -offOne:
			f.add(j.A, middle(j.A.form().corners), "does not reach the %s: %s are between them", j.B.Name, say.Length(-by))
		case j.cuts() && by < near:
			f.add(j.A, middle(j.A.form().corners), "is to go into the %s, and only touches it", j.B.Name)
		}
	}
}

// fasteners finds those that meet air, hold nothing together, leave a piece by its side, split its edge, come out, or whose
// head has something over it.
func (f *finder) fasteners() {
	for _, s := range f.Fasteners {
		path := f.Path(s)
		f.paths = append(f.paths, path)
		add := func(at float64, format string, with ...any) {
			f.all = append(f.all, Fault{s.Group + "/" + s.ID, s.Is.Name, fmt.Sprintf(format, with...), r3.Add(s.Head, r3.Scale(at, r3.Unit(s.Way)))})
		}
		if len(path) == 0 && s.Loose && s.Wall { // whether the wall holds it is the verdict's
			continue
		}
		if len(path) == 0 {
			add(0, "meets only air")
			continue
		}
		for i := range path {
			for k := range path[:i] {
				f.fixed[[2]*Body{path[i].Body, path[k].Body}], f.fixed[[2]*Body{path[k].Body, path[i].Body}] = true, true
			}
		}
		if path[0].Air > offOne && !s.Loose {
			add(0, "has its head %s before the %s", say.Length(path[0].Air), path[0].Body.Name)
		}
		for i := range path {
			p, r := &path[i], s.Is.D/2
			switch {
			case p.Body.Made == There || p.Body.Wood == "":
			case p.Slanted:
				add(p.To, "leaves the %s by its side", p.Body.Name)
			case p.Edge < r-near:
				add(p.From, "breaks out of an edge of the %s", p.Body.Name)
			case p.End < r-near:
				add(p.From, "breaks out of an end of the %s", p.Body.Name)
			}
		}
		last := path[len(path)-1]
		switch tip := s.Long() - last.To; {
		case s.Is.Kind == fastener.Bolt || s.Wall:
		case !grips(path) && tip > s.Is.Tip+near:
			add(last.To, "comes %s out of the %s", say.Length(tip), last.Body.Name)
		case len(path) < 2 && !path[0].Body.Part:
			add(0, "holds nothing to the %s", path[0].Body.Name)
		}
	}
	for i, s := range f.Fasteners {
		f.covered(s, f.paths[i])
	}
}

// proud is how deep a head is let in at least so that something may be fixed over it, mm.
const proud = 3.0

func (f *finder) covered(s *Fastener, path []Pass) {
	if s.Recess >= proud || s.Loose || len(path) == 0 {
		return
	}
	first := path[0].Body
	over := r3.Sub(s.Head, r3.Scale(2, r3.Unit(s.Way)))
	for _, b := range f.Bodies {
		if b != first && b.Made != There && !whole(b) && f.fixed[[2]*Body{b, first}] && b.form().holds(over, s.Across/2) && b.form().between(over, r3.Unit(s.Way), 1) {
			f.all = append(f.all, Fault{s.Group + "/" + s.ID, s.Is.Name, "has its head under the " + b.Name, s.Head})
		}
	}
}

// between tells whether a place is inside a solid along a way, by so much on both sides.
func (s *solid) between(p, way Vec, by float64) bool {
	lo, hi := spread(s, way)
	at := r3.Dot(p, way)
	return at > lo+by && at < hi-by+2
}

// cuts finds what is cut out of a piece where it is not, or where something else is cut.
func (f *finder) cuts() {
	cuts := f.Cuts()
	for _, b := range f.Bodies {
		all := cuts[b]
		if len(all) == 0 {
			continue
		}
		p := b.Piece()
		p.Features = all
		for _, c := range p.Outside() {
			if c.Of != "" && c.Kind == piece.Bore {
				f.add(b, b.spot(&c), "is met by a screw at its very edge")
				continue
			}
			f.add(b, b.spot(&c), "has a %s that goes past it", c.Kind)
		}
		for i := range all {
			for k := range all[:i] {
				if all[i].Of != "" && all[i].Kind == piece.Bore || all[k].Of != "" && all[k].Kind == piece.Bore {
					continue
				}
				if k := all[k].Kind; all[i].Kind == k && (k == piece.Slot || k == piece.Notch) { // a plate and its blade, an arm and its leg
					continue
				}
				if meet(&p, &all[i], &all[k]) {
					f.add(b, b.spot(&all[i]), "has a %s where its %s is", all[i].Kind, all[k].Kind)
				}
			}
		}
	}
}

// spot is where a feature begins, in the shelf's axes.
func (b *Body) spot(c *piece.Feature) Vec {
	lo, hi := b.box()
	at := Vec{X: lo.X + c.X, Y: lo.Y + c.Y, Z: hi.Z}
	switch c.Face {
	case piece.Back:
		at.Z = lo.Z
	case piece.Lower:
		at.Y, at.Z = lo.Y, lo.Z+c.Y
	case piece.Upper:
		at.Y, at.Z = hi.Y, lo.Z+c.Y
	case piece.Ended:
		at = Vec{X: lo.X, Y: lo.Y + c.X, Z: lo.Z + c.Y}
		if c.Far {
			at.X = hi.X
		}
	}
	return b.At.Of(at)
}

// meet tells whether two features of a piece take the same wood.
func meet(p *piece.Piece, a, b *piece.Feature) bool {
	al, ah := a.Box(p)
	bl, bh := b.Box(p)
	for i := range 3 {
		if al[i] > bh[i]-0.1 || bl[i] > ah[i]-0.1 {
			return false
		}
	}
	return true
}

// tied finds what hangs on nothing.
func (f *finder) tied() {
	root := map[*Body]*Body{}
	wall := &Body{}
	var of func(b *Body) *Body
	of = func(b *Body) *Body {
		up, ok := root[b]
		if !ok || up == b {
			return b
		}
		root[b] = of(up)
		return root[b]
	}
	tie := func(a, b *Body) { root[of(a)] = of(b) }
	things := map[*Thing]*Body{}
	var board *Body
	for _, b := range f.Bodies {
		switch {
		case b.Made == There:
			tie(b, wall)
		case b.Of != nil:
			if o := things[b.Of]; o != nil {
				tie(b, o)
			}
			things[b.Of] = b
		case whole(b):
			board = b
		}
	}
	for _, b := range f.Bodies {
		if b.Part && board != nil {
			tie(b, board)
		}
	}
	for _, j := range f.Joints {
		if j.B != nil {
			tie(j.A, j.B)
		}
	}
	for i, s := range f.Fasteners {
		for k := range f.paths[i] {
			tie(f.paths[i][k].Body, f.paths[i][0].Body)
		}
		if s.Wall && len(f.paths[i]) > 0 {
			tie(f.paths[i][0].Body, wall)
		}
	}
	for _, b := range f.Bodies { // what goes into the wall
		for _, w := range f.Bodies {
			if b.Made != There && w.Made == There && deep(b.form(), w.form()) > intoOne {
				tie(b, wall)
			}
		}
	}
	for _, j := range f.Joints { // a keyhole hangs on its screw, which is in the wall
		if j.Kind == Hung {
			tie(j.A, wall)
		}
	}
	for _, b := range f.Bodies {
		if of(b) != of(wall) {
			f.add(b, middle(b.form().corners), "is tied to nothing that hangs on the wall")
		}
	}
}
