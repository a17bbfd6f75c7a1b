// Package assembly is how a shelf is said once: its parts placed, joined and fastened. Drawings, pieces, what is cut
// into them and what a fastener meets are read off it. It knows no way of hanging, no strength and no screen. Lengths
// are mm, angles degrees.
package assembly

import (
	"slices"

	"gonum.org/v1/gonum/spatial/r3"

	"aguante/core/fastener"
	"aguante/core/piece"
)

// Vec is a place or a direction in the shelf's axes: x along the wall, y up from the board's underside, z out from
// the wall's face.
type Vec = r3.Vec

// Frame is where a body stands: its origin and its axes, of length 1 and square to one another.
type Frame struct{ O, X, Y, Z Vec }

// The ways in which pieces stand: grain along the wall and face to the room; grain up, edge to the room; grain out
// from the wall, on edge; grain along the wall and face up.
var (
	along = Frame{X: Vec{X: 1}, Y: Vec{Y: 1}, Z: Vec{Z: 1}}
	up    = Frame{X: Vec{Y: 1}, Y: Vec{Z: 1}, Z: Vec{X: 1}}
	out   = Frame{X: Vec{Z: 1}, Y: Vec{Y: 1}, Z: Vec{X: -1}}
	flat  = Frame{X: Vec{X: 1}, Y: Vec{Z: 1}, Z: Vec{Y: 1}}
)

func at(f Frame, x, y, z float64) Frame {
	f.O = Vec{X: x, Y: y, Z: z}
	return f
}

// Along is a frame of what lies along the wall with its face to the room; x, y, z are its lower left corner at the back.
func Along(x, y, z float64) Frame { return at(along, x, y, z) }

// Up is one of what stands on end with its back edge to the wall: its own x goes up, its y out, its thickness to the right.
func Up(x, y, z float64) Frame { return at(up, x, y, z) }

// Out is one of what reaches out on edge: its own x goes out, its y up, its thickness to the left.
func Out(x, y, z float64) Frame { return at(out, x, y, z) }

// Flat is one of what lies flat along the wall: its own y goes out, its thickness up.
func Flat(x, y, z float64) Frame { return at(flat, x, y, z) }

// Of turns a place in the frame into the shelf's axes, and In the other way.
func (f *Frame) Of(p Vec) Vec {
	return r3.Add(f.O, r3.Add(r3.Scale(p.X, f.X), r3.Add(r3.Scale(p.Y, f.Y), r3.Scale(p.Z, f.Z))))
}

func (f *Frame) In(p Vec) Vec { return f.Turned(r3.Sub(p, f.O)) }

// Turned is a direction of the shelf's axes in the frame's.
func (f *Frame) Turned(d Vec) Vec {
	return Vec{X: r3.Dot(d, f.X), Y: r3.Dot(d, f.Y), Z: r3.Dot(d, f.Z)}
}

// Stuff is what a body is drawn and cut as.
type Stuff string

// The stuffs. What is Within another part is drawn inside it.
const (
	Timber Stuff = "timber"
	Panel  Stuff = "panel"
	Metal  Stuff = "metal"
	Lining Stuff = "lining"
)

// Made is how a body comes to be.
type Made int

// Cut from stock; glued up of the bodies that its From names; a part of something that is bought; already there, as a
// stud is.
const (
	Cut Made = iota
	GluedUp
	Bought
	There
)

// Thing is something bought that bodies are parts of: Length is how long it is, 0 where that says nothing; Mass kg.
type Thing struct {
	ID, Name string
	Length   float64
	Mass     float64
}

// Body is one piece where it stands, before anything is cut into it: a prism over a convex Outline in its own x, along
// the grain, and y, across, Thickness along its own z. Slopes are how many degrees its edges lean outward along z, one
// for each edge from a corner to the next; none where all are square. D is the diameter of what is round.
// Alike is the name under which pieces that are the same are counted, its own where it is alone.
type Body struct {
	ID, Name  string
	Alike     string
	Wood      string // key of its wood, lumber or panel; "" of metal
	Stuff     Stuff
	Outline   [][2]float64
	Slopes    []float64
	Thickness float64
	D         float64
	At        Frame
	Made      Made
	Of        *Thing          // what is bought that it is a part of
	Own       []piece.Feature // what its design has cut into it
	Within    bool            // drawn inside other parts
	Aside     bool            // not drawn from the front
	From      piece.Source
	Part      bool // of a body that is glued up, which is met in its place
	solid     *solid
}

// Kind is how two bodies are held, or lie, at one another.
type Kind string

// The kinds. In a lap each gives half; what is housed goes into the other; a bevel hooks on one; faces are glued;
// a screw's head is in a keyhole; what only rests is pressed on by weight.
const (
	Lap    Kind = "half-lap"
	Housed Kind = "housed"
	Butt   Kind = "butt"
	Faces  Kind = "faces"
	Hooked Kind = "hook on a bevel"
	Hung   Kind = "keyhole"
	Rests  Kind = "rests"
	Bolted Kind = "fastened"
)

// Joint is where two bodies meet: of what is housed, A goes into B. Room is by how much the way for it is wider,
// higher and deeper than it is. Glued says so; Splined that loose tongues are in it. A keyhole is in A, for a screw.
type Joint struct {
	ID      string
	Kind    Kind
	A, B    *Body
	Cuts    piece.Kind // of what is housed: bore, mortise, slot or notch
	Room    [3]float64
	Glued   bool
	Void    string // under which name the way for it is drawn, "" where it is not
	Keyhole piece.Feature
	By      *Fastener
}

// Fastener is a straight body: its shank's middle line from the Head's bearing on its Way; what it meets is never
// stated. Group is under what all that are alike are counted.
type Fastener struct {
	ID, Group string
	Is        fastener.Screw
	Across    float64 // its head
	Recess    float64 // how deep its head is let in
	Head, Way Vec
	Wall      bool // it goes into the wall
	Hole      bool // and is drawn as one of the holes there
	Loose     bool // its head is in a slot, and it goes through nothing there
}

// Assembly is bodies, how they meet and what fastens them. Cut is what is cut into them, where that is known already.
type Assembly struct {
	Bodies    []*Body
	Joints    []*Joint
	Fasteners []*Fastener
	Cut       map[*Body][]piece.Feature
}

// Add puts a body in and returns it.
func (a *Assembly) Add(b *Body) *Body {
	a.Bodies = append(a.Bodies, b)
	return b
}

// Join says how two bodies meet.
func (a *Assembly) Join(j Joint) *Joint {
	a.Joints = append(a.Joints, &j)
	return &j
}

// Fasten drives a fastener.
func (a *Assembly) Fasten(f Fastener) *Fastener {
	a.Fasteners = append(a.Fasteners, &f)
	return &f
}

// Notch lets some bodies go round whatever stands in them: each is notched for it.
func (a *Assembly) Notch(round func(*Body) bool) {
	for _, host := range a.Bodies {
		if !round(host) {
			continue
		}
		for _, b := range a.Bodies {
			if b != host && !round(b) && b.Made != There && deep(b.form(), host.form()) > intoOne {
				a.Join(Joint{ID: b.ID + "-" + host.ID, Kind: Housed, A: b, B: host, Cuts: piece.Notch})
			}
		}
	}
}

// Body finds one by its id; nil where there is none.
func (a *Assembly) Body(id string) *Body {
	if i := slices.IndexFunc(a.Bodies, func(b *Body) bool { return b.ID == id }); i >= 0 {
		return a.Bodies[i]
	}
	return nil
}

// With takes another assembly in, moved. A body that both have is one: what the other joins and
// fastens to it is so to this.
func (a *Assembly) With(o *Assembly, by Vec) {
	same := map[*Body]*Body{}
	for _, b := range o.Bodies {
		if own := a.Body(b.ID); own != nil {
			same[b] = own
			continue
		}
		b.At.O, b.solid = r3.Add(b.At.O, by), nil
		a.Bodies = append(a.Bodies, b)
	}
	for _, j := range o.Joints {
		for _, side := range []**Body{&j.A, &j.B} {
			if own := same[*side]; own != nil {
				*side = own
			}
		}
		a.Joints = append(a.Joints, j)
	}
	for _, f := range o.Fasteners {
		f.Head = r3.Add(f.Head, by)
		a.Fasteners = append(a.Fasteners, f)
	}
}

// Rect is the outline of a rectangle from a corner to the other.
func Rect(x0, y0, x1, y1 float64) [][2]float64 {
	return [][2]float64{{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}}
}
