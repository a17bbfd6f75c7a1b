package support

import (
	"fmt"

	"aguante/core/assembly"
	"aguante/core/hold"
	"aguante/core/piece"
)

// place is a place in the shelf's axes: along the wall, up from the board's underside, out from the wall.
func place(x, y, z float64) assembly.Vec { return assembly.Vec{X: x, Y: y, Z: z} }

// The ways that fasteners go.
var (
	inward   = place(0, 0, -1)
	outward  = place(0, 0, 1)
	upward   = place(0, 1, 0)
	leftward = place(-1, 0, 0)
	aright   = place(1, 0, 0)
)

// assembled is what an assembly of one support, form or fixture is put together with.
type assembled struct {
	assembly.Assembly
	*Over
}

func (o *Over) assemble() *assembled { return &assembled{Over: o} }

// part is a piece of a wood, or a panel, where it stands.
func (a *assembled) part(id, name string, of hold.Made, at assembly.Frame, outline [][2]float64, thick float64) *assembly.Body {
	return a.Add(&assembly.Body{ID: a.ID + "/" + id, Name: name, Wood: of.Wood, Stuff: of.Drawn(), Outline: outline, Thickness: thick, At: at})
}

// thing is something that is bought, and steel a part of one.
func (a *assembled) thing(id, name string, long float64) *assembly.Thing {
	return &assembly.Thing{ID: a.ID + "/" + id, Name: name, Length: long}
}

func (a *assembled) steel(of *assembly.Thing, name string, at assembly.Frame, outline [][2]float64, thick float64) *assembly.Body {
	return a.Add(&assembly.Body{ID: of.ID + "/" + name, Name: name, Stuff: assembly.Metal, Outline: outline, Thickness: thick, At: at, Made: assembly.Bought, Of: of})
}

// rod is a round piece along its frame's own x, its middle line on the frame's origin; of no wood it is steel.
func (a *assembled) rod(id, name string, of hold.Made, at assembly.Frame, long, d float64) *assembly.Body {
	b := &assembly.Body{ID: a.ID + "/" + id, Name: name, Wood: of.Wood, Stuff: assembly.Metal, Outline: assembly.Rect(0, -d/2, long, d/2), Thickness: d, D: d, At: at}
	if of.Wood != "" {
		b.Stuff = assembly.Timber
	}
	b.At.O = b.At.Of(place(0, 0, -d/2))
	return a.Add(b)
}

// screw drives a fixing, counted under a group.
func (a *assembled) screw(id, group string, f hold.Fixing, head, way assembly.Vec) *assembly.Fastener {
	return a.Fasten(f.In(id, a.ID+"/"+group, head, way))
}

// intoWall drives one that is a hole in the wall.
func (a *assembled) intoWall(id string, f hold.Fixing, x, y, z float64) *assembly.Fastener {
	out := a.screw(id, "screws", f, place(x, y, z), inward)
	out.Wall, out.Hole = true, true
	return out
}

// glued says that two bodies are glued face to face.
func (a *assembled) glued(x, y *assembly.Body) {
	if y == nil { // it is drawn without its shelf
		return
	}
	a.Join(assembly.Joint{ID: x.ID + "-" + y.ID, Kind: assembly.Faces, A: x, B: y, Glued: true})
}

// housed says that a body goes into another, which may not be there to be drawn.
func (a *assembled) housed(x, y *assembly.Body, cuts piece.Kind) *assembly.Joint {
	j := assembly.Joint{Kind: assembly.Housed, A: x, B: y, Cuts: cuts}
	if y != nil {
		j.ID = x.ID + "-" + y.ID
	}
	return a.Join(j)
}

// rests says that the shelf's board lies on a body, held down by screws if there are any, through so much of it.
func (a *assembled) rests(on *assembly.Body, b *hold.BoardScrews, width, thick float64) {
	if a.Board != nil {
		a.Join(assembly.Joint{ID: "board-" + on.ID, Kind: assembly.Rests, A: a.Board, B: on})
	}
	if b == nil {
		return
	}
	for i, at := range b.Places(width) {
		a.screw(fmt.Sprintf("board-%d", i+1), "board screws", b.Fixing, place(at.Y, -thick, at.X), upward)
	}
}

// locked is the screw that locks it, where there is one of a size.
func (a *assembled) locked(on bool, f *hold.Fixing, head, way assembly.Vec) {
	if on && f != nil {
		a.screw("lock", "lock screw", *f, head, way)
	}
}

// joint joins an arm, whose end is at the upright's face or runs to its back, to its upright: pieces so wide along the
// wall, the arm so high from y up and the upright so deep from z out.
func (a *assembled) joint(part string, j *hold.Joint, wood hold.Made, arm, upright *assembly.Body, width, y, high, z, deep float64) {
	id := func(i int) string { return fmt.Sprintf("%s-%d", part, i+1) }
	kind := assembly.Bolted
	switch j.Kind {
	case hold.LapJoint:
		kind = assembly.Lap
	case hold.ButtJoint, hold.MitreJoint:
		kind = assembly.Butt
	}
	a.Join(assembly.Joint{ID: arm.ID + "-" + upright.ID, Kind: kind, A: arm, B: upright, Glued: j.Glued})
	into := func(p *assembly.Body, cuts piece.Kind) {
		for _, host := range []*assembly.Body{upright, arm} {
			h := a.housed(p, host, cuts)
			h.Glued, h.Room[2] = j.Glued, 1
		}
	}
	of := wood
	if j.Made != nil && j.Made.Wood != "" {
		of = *j.Made
	}
	switch j.Kind {
	case hold.DowelJoint:
		for i, p := range j.Places {
			d := a.rod("dowel-"+id(i), "dowel", of, assembly.Out(0, y+p.Y, z+deep-float64(j.Deep)), 2*float64(j.Deep), float64(j.D))
			d.Within, d.Alike = true, a.ID+"/dowel"
			into(d, piece.Bore)
		}
	case hold.TenonJoint:
		h, t := float64(j.High), float64(j.D)
		p := a.part("tenon-"+part, "loose tenon", of, assembly.Out(t/2, y+(high-h)/2, z+deep-float64(j.Deep)), assembly.Rect(0, 0, 2*float64(j.Deep), h), t)
		p.Within, p.Alike = true, a.ID+"/tenon"
		into(p, piece.Mouth)
	case hold.GussetJoint:
		if j.Made != nil && len(j.Places) > 0 {
			a.gussets(part, j, arm, upright, width, y, z)
			return
		}
	}
	if j.Screw == nil {
		return
	}
	for i, p := range j.Places {
		switch j.Kind {
		case hold.BehindJoint:
			a.screw(id(i), "joint screws", *j.Screw, place(0, y+p.Y, z), outward)
		case hold.LapJoint:
			a.screw(id(i), "joint screws", *j.Screw, place(width/2, y+p.Y, z+p.X), leftward)
		case hold.ScrewJoint, hold.BoltJoint:
			a.screw(id(i), "joint screws", *j.Screw, place(width*3/2, y+p.Y, z+p.X), leftward)
		}
	}
}

// gussets are the plates on both sides of a joint, with a screw at each place from either side.
func (a *assembled) gussets(part string, j *hold.Joint, arm, upright *assembly.Body, width, y, z float64) {
	lo, hi := j.Places[0], j.Places[0]
	for _, p := range j.Places {
		lo.X, lo.Y, hi.X, hi.Y = min(lo.X, p.X), min(lo.Y, p.Y), max(hi.X, p.X), max(hi.Y, p.Y)
	}
	for i, side := range [2]float64{width/2 + gusset, -width / 2} {
		g := a.part(fmt.Sprintf("gusset-%s-%d", part, i+1), "gusset", *j.Made, assembly.Out(side, y+lo.Y-around, z+lo.X-around),
			assembly.Rect(0, 0, hi.X-lo.X+2*around, hi.Y-lo.Y+2*around), gusset)
		g.Within, g.Alike = true, a.ID+"/gusset"
		for _, on := range []*assembly.Body{arm, upright} {
			a.Join(assembly.Joint{ID: g.ID + "-" + on.ID, Kind: assembly.Bolted, A: g, B: on, Glued: j.Glued})
		}
		for k, p := range j.Places {
			if j.Screw != nil {
				head, way := place(side, y+p.Y, z+p.X), leftward
				if i == 1 {
					head, way = place(side-gusset, y+p.Y, z+p.X), aright
				}
				a.screw(fmt.Sprintf("%s-%d-%d", part, i+1, k+1), "joint screws", *j.Screw, head, way)
			}
		}
	}
}
