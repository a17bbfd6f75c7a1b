package support

import (
	"math"

	"aguante/core/hold"
	"aguante/core/piece"
	"aguante/core/say"
)

// start is where the arm begins, out from the wall.
func (f *Frame) start(z0 float64) float64 {
	if beside(f.Joint.Kind) {
		return z0
	}
	return z0 + float64(f.Deep)
}

// brace is the brace as it is seen from the side: a band about the line from Down the
// upright to Out along the board's underside, cut off at the upright's face and under the
// arm.
func (f *Frame) brace(z0 float64) [][2]float64 {
	b, face, high := f.Brace, z0+float64(f.Deep), float64(f.High)
	o, d := float64(b.Out), float64(b.Down)
	half, slope := float64(b.High)/2*math.Hypot(o, d), d/o
	foot := func(side float64) [2]float64 { return [2]float64{face, -d + face*slope + side*half/o} }
	head := func(side float64) [2]float64 { return [2]float64{(d-high)/slope - side*half/d, -high} }
	return [][2]float64{foot(-1), head(-1), head(1), foot(1)}
}

// pieces are arm, upright with its bores, brace and front piece, and what their joints take.
func (f *Frame) pieces(o Over, z0 float64, bores []piece.Feature) []piece.Piece {
	w, high, deep := float64(f.Width), float64(f.High), float64(f.Deep)
	mitred := f.Front != nil && (f.Front.Corner == Mitred || f.Front.Corner == MitredSpline)
	arm := o.cut("arm", "arm", 1, f.Made, float64(f.Reach)-f.start(z0), high, w)
	upright := o.cut("upright", "upright", 1, f.Made, float64(f.Leg+f.Up), deep, w)
	upright.Features = onEdge(bores)
	if f.Joint.Kind == hold.LapJoint {
		arm.Features = append(arm.Features, piece.Feature{Kind: piece.Lap, Face: piece.Front, Long: deep, Wide: high, Depth: w / 2})
		upright.Features = append(upright.Features, piece.Feature{Kind: piece.Lap, Face: piece.Back, X: float64(f.Leg) - high, Long: high,
			Wide: deep, Depth: w / 2})
	}
	if mitred {
		arm.Length += high
		arm.Ends[1].Off = 45
	}
	out := []piece.Piece{arm, upright}
	if b := f.Brace; b != nil {
		brace := o.cut("brace", "brace", 1, f.Made, longer(f.brace(z0)), float64(b.High), w)
		slope := math.Atan2(float64(b.Down), float64(b.Out)) * 180 / math.Pi
		brace.Ends = [2]piece.End{{Off: slope}, {Off: 90 - slope}}
		out = append(out, brace)
		if b.Screw != nil {
			out = append(out, o.screws("brace screws", 2*b.Count, *b.Screw))
		}
	}
	if c := f.Front; c != nil {
		front := o.cut("front", "front piece", 1, f.Made, c.top(o.Thickness, high)+high, high, w)
		if mitred {
			front.Ends[0].Off = 45
		}
		out = append(out, front)
		if c.Above {
			above := o.cut("arm above", "arm above", 1, f.Made, arm.Length, high, w)
			above.Features, above.Ends = arm.Features, arm.Ends
			front.Ends[1] = front.Ends[0]
			out[len(out)-1] = front
			out = append(out, above)
		}
	}
	return append(append(out, o.joined(&f.Joint, 1)...), o.down(f.Board)...)
}

// onEdge puts an upright's bores, which go in at its front, on the edge that this is of a
// piece laid on its broad side.
func onEdge(bores []piece.Feature) []piece.Feature {
	out := make([]piece.Feature, len(bores))
	for i, b := range bores {
		b.Face = piece.Upper
		out[i] = b
	}
	return out
}

// shapes draws the frame; z0 is where its upright's back stands.
func (f *framed) shapes(z0 float64) []hold.Shape {
	w, stuff := float64(f.Width)/2, f.Made.Stuff()
	reach, high, deep, leg, up := float64(f.Reach), float64(f.High), float64(f.Deep), float64(f.Leg), float64(f.Up)
	var out []hold.Shape
	if f.Brace != nil {
		out = append(out, hold.Shape{Name: "brace", Stuff: stuff, Side: f.brace(z0)})
	}
	start := f.start(z0)
	out = append(out, hold.Shape{Name: "upright", Stuff: stuff, Side: hold.Box(z0, -leg, z0+deep, up), Front: hold.Box(-w, -leg, w, up)},
		hold.Shape{Name: "arm", Stuff: stuff, Side: hold.Box(start, -high, reach, 0), Front: hold.Box(-w, -high, w, 0)})
	if c := f.Front; c != nil {
		t, top := high, c.top(f.set.Thickness, high)
		corner := hold.Box(reach, -t, reach+t, top)
		above := hold.Box(start, top-t, reach, top)
		if c.Corner == Mitred || c.Corner == MitredSpline {
			corner = [][2]float64{{reach, 0}, {reach + t, -t}, {reach + t, top}, {reach, top}}
			out[len(out)-1].Side = [][2]float64{{start, -high}, {reach + t, -high}, {reach, 0}, {start, 0}}
			if c.Above {
				corner[3][1] = top - t
				above = [][2]float64{{start, top - t}, {reach, top - t}, {reach + t, top}, {start, top}}
			}
		}
		out = append(out, hold.Shape{Name: "front", Stuff: stuff, Side: corner, Front: hold.Box(-w, -t, w, top)})
		if c.Above {
			out = append(out, hold.Shape{Name: "arm above", Stuff: stuff, Side: above, Front: hold.Box(-w, top-t, w, top)})
		}
	}
	j := f.Joint
	for _, p := range j.Places {
		r := 2.5
		switch {
		case j.Kind == hold.DowelJoint:
			out = append(out, hold.Shape{Name: "dowel", Stuff: hold.Within,
				Side: hold.Box(z0+deep-float64(j.Deep), -high+p.Y-float64(j.D)/2, z0+deep+float64(j.Deep), -high+p.Y+float64(j.D)/2)})
		case j.Kind == hold.BehindJoint && j.Screw != nil:
			out = append(out, hold.Shape{Name: "screw", Stuff: hold.Within,
				Side: hold.Box(z0+float64(j.Screw.Recess), -high+p.Y-r, z0+float64(j.Screw.Length), -high+p.Y+r)})
		default:
			out = append(out, hold.Shape{Name: "screw", Stuff: hold.Within, Side: hold.Box(z0+p.X-r, -high+p.Y-r, z0+p.X+r, -high+p.Y+r)})
		}
	}
	if j.Kind == hold.TenonJoint {
		out = append(out, hold.Shape{Name: "tenon", Stuff: hold.Within,
			Side: hold.Box(z0+deep-float64(j.Deep), -high/2-float64(j.High)/2, z0+deep+1, -high/2+float64(j.High)/2)})
	}
	return out
}

// draw adds the forces of joint and brace.
func (f *framed) draw(g *hold.Geometry, a hold.Action, z0 float64) {
	g.Shapes = append(g.Shapes, f.shapes(z0)...)
	f.arm().Draw(g, float64(f.Width))
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
