package check

import (
	"aguante/core/design"
	"aguante/core/hold"
	"aguante/core/material"
	"aguante/core/quantity"
	"aguante/core/section"
)

// plank is the board in cross-section. A lip along one edge only holds that edge
// up and leaves the other to sag, so such a board is two beams side by side:
// sides has one entry, or two.
type plank struct {
	sides []side
	whole section.Composite // all of it, acting as one: what a misfit has to bend
	alone float64           // EI of the board without lips and glue, N·mm²
	soft  float64           // by how much the worse side sags more than the whole would
	self  float64           // weight, N/mm
}

// side is one beam of a plank and the share of the load that it takes.
type side struct {
	name  string
	gives [2]string // how it breaks, and how it splits
	share float64
	front bool // of two, the one that something set down on the front edge stands on
	section.Composite
	of []slat
}

// slat is one part of the section and what it is made of. Skin parts are in plain
// tension or compression; crossed ones have their grain across the shelf.
type slat struct {
	section.Part
	name    string
	board   material.Board
	skin    bool
	crossed bool
	used    [hold.Cases]struct{ bends, slides float64 } // by a moment of 1 N·mm and a shear force of 1 N in its side
}

const (
	withLip = 0.5  // of the load on the half with the lip
	without = 0.65 // of the other half's share: the rest goes across (Rule)
)

// newPlank is a board of a wood; backed says that its back edge lies on a cleat.
func newPlank(s *design.Shelf, board material.Board, backed bool) *plank {
	depth, t := float64(s.Depth), float64(s.Thickness)
	slats := boardSlats(s, board, 0, depth)
	p := &plank{}
	for _, l := range slats {
		p.alone += l.E * section.Rectangle{B: l.B, H: l.H}.Inertia()
	}
	lips := append(lipSlats(s, board, s.MakeUp.Back, 0), lipSlats(s, board, s.MakeUp.Front, depth)...)
	all := append(slats, lips...)
	p.whole = compose(all)
	for _, l := range all {
		p.self += l.board.Density() * 1e-9 * l.B * l.H * quantity.Gravity
	}
	if s.MakeUp.Kind == design.Hollow {
		ends := 2 * float64(s.MakeUp.Hollow.Ends) * depth * (t - 2*float64(s.MakeUp.Hollow.Skin))
		p.self += board.Density() * 1e-9 * ends * quantity.Gravity / float64(s.Length)
	}
	oneLip := (s.MakeUp.Front == nil) != (s.MakeUp.Back == nil)
	switch {
	case backed:
		// The back half lies on the cleat; the front half, with its lip, spans under its share.
		p.sides = []side{newSide("the front half", 1, append(boardSlats(s, board, depth/2, depth),
			lipSlats(s, board, s.MakeUp.Front, depth)...))}
	case oneLip && s.MakeUp.Kind != design.Hollow:
		near, far := 0.0, depth/2
		names := [2]string{"back", "front"}
		if s.MakeUp.Front != nil {
			near, far = far, near
			names = [2]string{"front", "back"}
		}
		p.sides = []side{
			newSide("the "+names[0]+" half with its lip", withLip, append(boardSlats(s, board, near, near+depth/2), lips...)),
			newSide("the "+names[1]+" half without a lip", withLip*without, boardSlats(s, board, far, far+depth/2)),
		}
		p.sides[0].front, p.sides[1].front = s.MakeUp.Front != nil, s.MakeUp.Front == nil
	default:
		p.sides = []side{newSide("", 1, all)}
	}
	bases := hold.BasesFor(s.Duration)
	for k := range p.sides {
		sd := &p.sides[k]
		p.soft = max(p.soft, sd.share*p.whole.EI/sd.EI)
		for i := range sd.of {
			l := &sd.of[i]
			fibre, slide := sd.Fibre(i), sd.Slide(i)
			for c, on := range bases {
				l.used[c].bends, l.used[c].slides = fibre/l.bends(nil, on), slide/l.slides(nil, on)
			}
		}
	}
	return p
}

// stiffness is the EI that the sag goes by, N·mm².
func (p *plank) stiffness() float64 { return p.whole.EI / p.soft }

// creep is kdef of what creeps most in it.
func (p *plank) creep() float64 {
	k := 0.0
	for _, sd := range p.sides {
		for _, l := range sd.of {
			k = max(k, l.board.Creep())
		}
	}
	return k
}

// softest is the side that sags more.
func (p *plank) softest() *side {
	worst := &p.sides[0]
	for i := range p.sides {
		if sd := &p.sides[i]; sd.share/sd.EI > worst.share/worst.EI {
			worst = sd
		}
	}
	return worst
}

// plain tells whether it is one board and nothing else.
func (p *plank) plain() bool { return len(p.sides) == 1 && len(p.sides[0].of) == 1 }

func compose(of []slat) section.Composite {
	parts := make([]section.Part, len(of))
	for i, l := range of {
		parts[i] = l.Part
	}
	return section.Compose(parts...)
}

func newSide(name string, share float64, of []slat) side {
	out := side{name: name, share: share, Composite: compose(of), of: of, gives: [2]string{"breaks in bending", "splits along its length"}}
	for i := 0; name != "" && i < len(out.gives); i++ { // which half gives, in a board that is two beams
		out.gives[i] += ", " + name
	}
	return out
}

// newSlat makes a part of some stuff, or of the board's own where none is named.
func newSlat(name, wood string, own material.Board, part section.Part) slat {
	b := own
	if wood != "" {
		b, _ = material.Stuff(wood, own.Grade, own.Condition, part.B, part.H)
	}
	if b.Panel != nil {
		b.Panel, _ = material.PanelOf(b.Panel.Key, min(part.B, part.H))
	}
	b.Width, b.Thickness = part.B, part.H
	part.E = b.E(nil)
	return slat{Part: part, name: name, board: b}
}

// boardSlats are the parts of the board between two distances from the wall.
func boardSlats(s *design.Shelf, board material.Board, from, to float64) []slat {
	t := float64(s.Thickness)
	switch s.MakeUp.Kind {
	case design.Laminated:
		var out []slat
		y := 0.0
		for _, p := range s.MakeUp.Plies {
			own := board
			own.Tested = 0
			own.Across = p.Across != board.Across
			l := newSlat("ply", p.Wood, own, section.Part{B: to - from, H: float64(p.Thickness), X: from, Y: y, Loose: s.MakeUp.Loose})
			if p.Wood != "" {
				l.board.Across = p.Across
				l.E = l.board.E(nil)
			}
			l.crossed = p.Across
			out = append(out, l)
			y += float64(p.Thickness)
		}
		return out
	case design.Hollow:
		h := s.MakeUp.Hollow
		skin := float64(h.Skin)
		own := board
		own.Tested = 0
		out := []slat{
			newSlat("lower skin", "", own, section.Part{B: to - from, H: skin, X: from}),
			newSlat("upper skin", "", own, section.Part{B: to - from, H: skin, X: from, Y: t - skin}),
		}
		for i := range out {
			out[i].skin = true
		}
		web := func(name string, x, w float64) {
			if w <= 0 || x+w/2 < from || x+w/2 > to {
				return
			}
			out = append(out, newSlat(name, h.Wood, own, section.Part{B: w, H: t - 2*skin, X: x, Y: skin}))
		}
		web("back", 0, float64(h.Back))
		for _, r := range h.Ribs {
			web("rib", float64(r.From), float64(r.Width))
		}
		web("front", float64(s.Depth-h.Front), float64(h.Front))
		return out
	}
	return []slat{newSlat("board", "", board, section.Part{B: to - from, H: t, X: from})}
}

// lipSlats are the parts of a lip at the edge x, standing proud of the board.
func lipSlats(s *design.Shelf, board material.Board, lip *design.Strip, x float64) []slat {
	if lip == nil {
		return nil
	}
	own := board
	own.Tested, own.Across = 0, false
	w, h := float64(lip.Width), float64(lip.Height)
	if x > 0 {
		x -= w
	}
	var out []slat
	if lip.Goes != design.Up {
		out = append(out, newSlat("lip", lip.Wood, own, section.Part{B: w, H: h, X: x, Y: -h, Loose: !lip.Glued}))
	}
	if lip.Goes != design.Down {
		out = append(out, newSlat("lip", lip.Wood, own, section.Part{B: w, H: h, X: x, Y: float64(s.Thickness), Loose: !lip.Glued}))
	}
	return out
}
