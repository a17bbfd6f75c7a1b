package hold

import (
	"math"

	"aguante/core/assembly"
)

// Drawn are an assembly's shapes: what is hollowed out, its bodies, and what fastens them that is no hole in the wall.
func Drawn(a *assembly.Assembly) (out []Shape) {
	out = make([]Shape, 0, len(a.Bodies)+len(a.Fasteners))
	voids := func(hung bool) {
		for _, j := range a.Joints {
			if j.Void != "" && (j.Kind == assembly.Hung) == hung {
				out = append(out, void(j))
			}
		}
	}
	voids(false) // in the board, which is drawn already
	defer voids(true)
	for _, within := range [2]bool{false, true} {
		for _, b := range a.Bodies {
			if b.Within != within || b.Made == assembly.There {
				continue
			}
			s := Shape{Name: b.Name, Stuff: stuffs[b.Stuff], Side: b.Side(), Front: b.Front()}
			if b.Aside {
				s.Front = nil
			}
			if within {
				s.Stuff, s.Front = Within, nil
			}
			out = append(out, s)
		}
	}
	for _, f := range a.Fasteners {
		if !f.Hole {
			lo, hi := f.Shank()
			out = append(out, Shape{Name: "screw", Stuff: Within, Side: Box(lo.Z, lo.Y, hi.Z, hi.Y), Front: Box(lo.X, lo.Y, hi.X, hi.Y)})
		}
	}
	return out
}

var stuffs = map[assembly.Stuff]Stuff{assembly.Timber: Timber, assembly.Panel: Sheet, assembly.Metal: Metal}

// void is the way for what is housed, with its room, or a keyhole.
func void(j *assembly.Joint) Shape {
	if j.Kind == assembly.Hung {
		h, p := j.By.Head, &j.Keyhole
		r := p.D / 2
		return Shape{Name: j.Void, Stuff: Void, Side: Box(0, h.Y-p.Long-r, p.Depth, h.Y+r), Front: Box(h.X-r, h.Y-p.Long-r, h.X+r, h.Y+r)}
	}
	z0, z1, y0, y1 := math.Inf(1), math.Inf(-1), math.Inf(1), math.Inf(-1)
	for _, p := range j.A.Side() {
		z0, z1, y0, y1 = min(z0, p[0]), max(z1, p[0]), min(y0, p[1]), max(y1, p[1])
	}
	return Shape{Name: j.Void, Stuff: Void, Side: Box(z0, y0-j.Room[1]/2, z1+j.Room[2], y1+j.Room[1]/2)}
}

// In is a fixing as a fastener of an assembly: its head at a place on the face that it goes in by, on its way.
func (f *Fixing) In(id, group string, head, way assembly.Vec) assembly.Fastener {
	return assembly.Fastener{ID: id, Group: group, Is: f.Screw(), Across: f.HeadAcross(), Recess: float64(f.Recess), Head: head, Way: way}
}

// Drawn is what a part of it is drawn and cut as.
func (w Made) Drawn() assembly.Stuff {
	if b := w.Board(20, 20); b.Panel != nil {
		return assembly.Panel
	}
	return assembly.Timber
}
