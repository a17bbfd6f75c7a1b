package order

import (
	"math"

	"aguante/core/design"
	"aguante/core/piece"
	"aguante/core/support"
)

// glueUp is something that is glued together: Joints of Face m² each, its clamps for one joint or, of Stack ones, for
// the whole.
type glueUp struct {
	what   string
	joints int
	face   float64 // m² of a joint's face that glue goes on, both of a lap and one of a ply
	clamps int
	stack  bool
}

// perClamp is how much of a joint one clamp presses, mm; a corner takes two (workshop rules).
const perClamp = 150.0

// glueUps are those of a shelf.
func glueUps(p *design.Project, s *design.Shelf) []glueUp {
	var out []glueUp
	long := func(mm float64) int { return max(2, int(math.Ceil(mm/perClamp-1e-9))) }
	area := float64(s.Length) * float64(s.Depth) * 1e-6
	form, _ := s.Form()
	switch b := &s.MakeUp; {
	case form != nil:
	case b.Kind == design.Laminated && !b.Loose:
		out = append(out, glueUp{s.Name + ", its plies", len(b.Plies) - 1, area, long(float64(s.Length)), true})
	case b.Kind == design.Hollow && b.Hollow != nil:
		webs := 0
		for _, q := range s.BoardPieces() {
			if len(q.From.Of) == 0 && q.Name != "skin" {
				webs += q.Count
			}
		}
		out = append(out, glueUp{s.Name + ", its box", webs, float64(s.Length) * 20e-6, long(float64(s.Length)), true})
	}
	corner := func(what string, joints int, mm2 float64) {
		if joints > 0 {
			out = append(out, glueUp{what, joints, 2 * mm2 * 1e-6, 2, false})
		}
	}
	framed := func(what string, f *support.Frame) {
		if f.Joint.Glued {
			n := 1
			if f.Front != nil {
				n++
			}
			corner(what, n, float64(f.High)*float64(f.Deep))
		}
	}
	for i := range s.Supports {
		u := &s.Supports[i]
		switch {
		case u.TimberBracket != nil:
			framed("timber bracket", &u.TimberBracket.Frame)
		case u.Pin != nil && u.Pin.Glued:
			round := math.Pi * float64(u.Pin.Width)
			if u.Pin.Kind == support.TenonPin {
				round = 2 * float64(u.Pin.Width+u.Pin.High)
			}
			corner("pin", 1, round*float64(u.Pin.Tip))
		case u.Holder != nil:
			framed("holder", &u.Holder.Frame)
			if u.Holder.Hook.Glued {
				corner("hook of a holder", 1, float64(u.Holder.Hook.Length)*float64(u.Holder.Hook.High)/2)
			}
		}
	}
	switch f := form.(type) {
	case *support.Rack:
		if f.Joint.Glued {
			corner(s.Name+", its arms", len(f.Uprights)*len(f.Levels), float64(f.Arm.High)*float64(f.Deep))
		}
	case *support.ToolHolder:
		if f.Hook.Glued {
			corner(s.Name+", its hook", 1, float64(f.Hook.Length)*float64(f.Hook.High)/2)
		}
	case *support.BinBox:
		if f.Corners.Glued || f.Corners.Kind == support.GluedCorner {
			corner(s.Name+", its corners", 4+2*len(f.Dividers), float64(f.Thick)*float64(s.Depth)/2)
		}
	}
	return merged(out)
}

// merged puts like glue-ups together: as many joints as all of them.
func merged(all []glueUp) []glueUp {
	var out []glueUp
	for _, g := range all {
		found := false
		for i := range out {
			if out[i].what == g.what && !g.stack {
				out[i].joints += g.joints
				found = true
			}
		}
		if !found {
			out = append(out, g)
		}
	}
	return out
}

// GlueGrams is how much glue a face takes, g: 180 a square metre (workshop rule).
func GlueGrams(face float64) float64 { return 180 * face }

// Area is the surface of a piece all round, m².
//
//	2 (L W + L T + W T)
func Area(length, width, thick float64) float64 {
	return 2 * (length*width + length*thick + width*thick) * 1e-6
}

// surface is what is sanded and finished of a shelf, m²: all of its wood but what is on the wall for others too.
func surface(p *design.Project, s *design.Shelf) float64 {
	all := p.Pieces(s)
	within := map[string]bool{} // what is glued up is seen as one
	for i := range all {
		for _, id := range all[i].From.Of {
			within[id] = true
		}
	}
	sum := 0.0
	for i := range all {
		if q := &all[i]; wooden(q) && !within[q.ID] {
			sum += float64(q.Count) * Area(q.Length, q.Width, q.Thickness)
		}
	}
	return sum
}

func wooden(q *piece.Piece) bool { return !q.Bought() && q.D == 0 }

// Litres is how much of a coat a surface takes, with 15 % to spare (workshop rule).
//
//	A n / c · 1.15
func Litres(area float64, coats int, cover float64) float64 {
	return area * float64(coats) / cover * 1.15
}

// GlueOf is how much glue a shelf takes, g.
func GlueOf(p *design.Project, s *design.Shelf) float64 {
	sum := 0.0
	for _, g := range glueUps(p, s) {
		sum += GlueGrams(g.face) * float64(g.joints)
	}
	return sum
}

// Coats is what a finish takes of one thing.
type Coats struct {
	Key, Name string
	Litres    float64
}

// FinishOf is what a shelf's finish takes, by what it comes in.
func FinishOf(p *design.Project, s *design.Shelf) []Coats {
	kind, area := p.Making.FinishOf(s.ID), surface(p, s)
	var out []Coats
	for _, c := range finishOf(&kind).coats {
		out = append(out, Coats{c.key, c.name, Litres(area, c.coats, c.cover)})
	}
	return out
}

// Sanded is how much surface is sanded with a grit, m².
type Sanded struct {
	Grit string
	Area float64
}

// GritsOf are the grits that a shelf is sanded with.
func GritsOf(p *design.Project, s *design.Shelf) []Sanded {
	kind, area := p.Making.FinishOf(s.ID), surface(p, s)
	var out []Sanded
	for _, g := range finishOf(&kind).grits {
		if area > 0 {
			out = append(out, Sanded{g, area})
		}
	}
	return out
}
