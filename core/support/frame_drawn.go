package support

import (
	"fmt"
	"math"

	"aguante/core/assembly"
	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/piece"
	"aguante/core/quantity"
	"aguante/core/say"
)

// start is where the arm begins, out from the wall.
func (f *Frame) start(z0 float64) float64 {
	if beside(f.Joint.Kind) {
		return z0
	}
	return z0 + float64(f.Deep)
}

// brace is the brace where it stands: a band about the line from Down the upright to Out along the board's underside,
// cut off at the upright's face and under the arm, and let into both so far; its own x runs from its foot to its head.
func (f *Frame) brace(z0, in float64) (at assembly.Frame, outline [][2]float64) {
	b, face, high := f.Brace, z0+float64(f.Deep)-in, float64(f.High)-in
	o, d := float64(b.Out), float64(b.Down)
	long := math.Hypot(o, d)
	half, slope := float64(b.High)/2*long, d/o
	foot := func(side float64) assembly.Vec { return place(0, -d+face*slope+side*half/o, face) }
	head := func(side float64) assembly.Vec { return place(0, -high, (d-high)/slope-side*half/d) }
	at = assembly.Frame{O: foot(-1), X: place(0, d/long, o/long), Y: place(0, o/long, -d/long), Z: place(-1, 0, 0)}
	at.O.X = float64(f.Width) / 2
	for _, p := range []assembly.Vec{foot(-1), head(-1), head(1), foot(1)} {
		in := at.In(p)
		outline = append(outline, [2]float64{in.X, in.Y})
	}
	return at, outline
}

// shortBrace is how long the shorter side of a brace is at least, between arm and upright, mm (Rule).
const shortBrace = 40.0

// clear lets the upright go down, at most so far, until there is room for a brace, which else is left out, and puts the
// screws into the board where its head does not cover them.
func (f *Frame) clear(z0 float64, most quantity.Length) {
	if f.Brace == nil {
		return
	}
	leg, down := f.Leg, f.Brace.Down
	for {
		if _, outline := f.brace(z0, 0); outline[2][0]-outline[3][0] >= shortBrace {
			break
		}
		if f.Leg, f.Brace.Down = f.Leg+10, f.Brace.Down+10; f.Leg > most {
			f.Leg, f.Brace.Down, f.Brace = leg, down, nil
			return
		}
	}
	if f.Board == nil {
		return
	}
	edge := func(in float64, corner int) float64 {
		at, outline := f.brace(z0, in)
		return at.Of(place(outline[corner][0], outline[corner][1], 0)).Z
	}
	room := f.Board.HeadAcross() + 3
	near, far := math.Floor(edge(0, 2)-room), math.Ceil(edge(notch, 1)+room)
	switch z := float64(f.Board.FromWall); {
	case z <= near || z >= far:
	case far <= float64(f.Reach)-15:
		f.Board.FromWall = quantity.Length(far)
	default:
		f.Board.FromWall = quantity.Length(max(near, z0+float64(f.Deep)+15))
	}
}

// foot is where the brace's lower end begins in the upright, under the board.
func (f *Frame) foot(z0 float64) float64 {
	at, outline := f.brace(z0, notch)
	return at.Of(place(outline[0][0], outline[0][1], 0)).Y
}

// assemble puts arm, upright, brace and the piece in front together, the upright's back so far out; it returns arm and upright.
func (f *Frame) assemble(a *assembled, z0 float64) (arm, upright *assembly.Body) {
	w, high, deep, leg, up := float64(f.Width), float64(f.High), float64(f.Deep), float64(f.Leg), float64(f.Up)
	start, aside := f.start(z0), 0.0
	long := float64(f.Reach) - start
	tall, end := assembly.Rect(0, 0, leg+up, deep), assembly.Rect(0, 0, long, high)
	switch f.Joint.Kind {
	case hold.ScrewJoint, hold.BoltJoint: // side by side
		aside = w
	case hold.GussetJoint: // end to face, the plates over both
		start, long = start+deep, long-deep
		end = assembly.Rect(0, 0, long, high)
	case hold.MitreJoint:
		if up > 0 {
			start, long = start+deep, long-deep
			end = assembly.Rect(0, 0, long, high)
			break
		}
		tall, end = [][2]float64{{0, 0}, {leg, 0}, {leg - high, deep}, {0, deep}}, [][2]float64{{deep, 0}, {long, 0}, {long, high}, {0, high}}
	}
	c, t := f.Front, high
	mitred := c != nil && (c.Corner == Mitred || c.Corner == MitredSpline)
	if mitred {
		end[1][0] += t
	}
	arm = a.part("arm", "arm", f.Made, assembly.Out(w/2+aside, -high, start), end, w)
	upright = a.part("upright", "upright", f.Made, assembly.Up(-w/2, -leg, z0), tall, w)
	a.joint("arm", &f.Joint, f.Made, arm, upright, w, -high, high, z0, deep)
	a.rests(arm, f.Board, w, high)
	f.putBrace(a, arm, upright, z0)
	if c == nil {
		return arm, upright
	}
	top, reach := c.top(a.Thickness, high), float64(f.Reach)
	outline := assembly.Rect(0, 0, top+t, t)
	if mitred {
		outline[0][0] = t
		if c.Above {
			outline[1][0] = top
		}
	}
	front := a.part("front", "front piece", f.Made, assembly.Up(-w/2, -t, reach), outline, w)
	corner := func(on *assembly.Body) {
		kind := assembly.Butt
		if c.Corner == ButtedScrews {
			kind = assembly.Bolted
		}
		a.Join(assembly.Joint{ID: front.ID + "-" + on.ID, Kind: kind, A: on, B: front, Glued: c.Corner != ButtedScrews})
	}
	corner(arm)
	if c.Above {
		end = assembly.Rect(0, 0, long, high)
		if mitred {
			end[2][0] += t
		}
		above := a.part("arm above", "arm above", f.Made, assembly.Out(w/2+aside, top-high, start), end, w)
		a.joint("above", &f.Joint, f.Made, above, upright, w, top-high, high, z0, deep)
		corner(above)
	}
	return arm, upright
}

// putBrace puts the brace in: its ends in notches, or screwed.
func (f *Frame) putBrace(a *assembled, arm, upright *assembly.Body, z0 float64) {
	b := f.Brace
	if b == nil {
		return
	}
	in, kind := 0.0, assembly.Butt
	switch {
	case b.Screw != nil:
		kind = assembly.Bolted
	case b.Ends != OnlyButts:
		in, kind = notch, assembly.Housed
	}
	at, outline := f.brace(z0, in)
	brace := a.part("brace", "brace", f.Made, at, outline, float64(f.Width))
	for _, on := range []*assembly.Body{upright, arm} {
		a.Join(assembly.Joint{ID: brace.ID + "-" + on.ID, Kind: kind, A: brace, B: on, Cuts: piece.Notch})
	}
	if b.Screw == nil {
		return
	}
	mid := func(i, k int) assembly.Vec { // of an end, in the shelf's axes
		return at.Of(place((outline[i][0]+outline[k][0])/2, (outline[i][1]+outline[k][1])/2, float64(f.Width)/2))
	}
	lower := outline[0]
	for end, way := range []assembly.Vec{inward, upward} {
		p := mid(3, 0)
		if end == 1 {
			p = mid(1, 2)
		}
		own, dir := at.In(p), at.Turned(way)
		p = at.Of(place(own.X+dir.X*(lower[1]-own.Y)/dir.Y, lower[1], own.Z)) // on its lower face
		for i, x := range hold.Row(b.Count, joint.Point{X: -float64(f.Width) / 2}, joint.Point{X: float64(f.Width) / 2}) {
			p.X = x.X
			a.screw(fmt.Sprintf("brace-%d-%d", end+1, i+1), "brace screws", *b.Screw, p, way)
		}
	}
}

// draw adds the forces of joint and brace.
func (f *framed) draw(g *hold.Geometry, a hold.Action) {
	j := f.atJoint(nil, a)
	if f.Brace != nil {
		s := f.strut(nil, a)
		g.Forces = append(g.Forces, hold.Force{Name: "brace", Z: float64(f.Brace.Out) * 0.75, Y: -float64(f.Brace.Down) * 0.25, DZ: -0.7,
			DY: -0.7, N: s.N})
		g.Facts = append(g.Facts, hold.Pulls("opens the joint", j.H))
		return
	}
	u := f.joint().Use(nil, j, f.set.Bases[a.Case])
	g.Facts = append(g.Facts, hold.Fact{Name: "of the joint in use", Value: min(999, 100*u.Used), Kind: "percent", Bad: u.Used > 1})
}

func (f *framed) notes() (n hold.Notes) {
	n.Cautions = append(n.Cautions, f.arm().Notes()...)
	if f.Joint.Kind == hold.ButtJoint {
		n.Cautions = append(n.Cautions, "the arm is only butted: "+hold.NoGlue+"; screw it, dowel it or lap it")
	}
	if c := f.Front; c != nil && float64(f.Reach) < f.set.Depth+float64(c.Room)-0.5 {
		n.Cautions = append(n.Cautions, "the piece in front stands in the board: with its room it needs a reach of "+say.Place(f.set.Depth+float64(c.Room)))
	}
	if f.Front != nil {
		switch f.Front.Corner {
		case Butted, Mitred:
			n.Cautions = append(n.Cautions, "the front piece is held by glued end grain alone: it stops nothing that leans on it")
		}
	}
	return n
}
