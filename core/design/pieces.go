package design

import (
	"fmt"
	"slices"
	"strings"

	"aguante/core/assembly"
	"aguante/core/hold"
	"aguante/core/piece"
	"aguante/core/support"
)

// Assembly is a shelf put together: its board, what it hangs by, the fixtures that it hangs on and the wall behind, in
// axes whose x goes along the wall from its left end and whose y goes up from the board's underside. Of a form it is what
// it hangs on alone.
func (p *Project) Assembly(s *Shelf) *assembly.Assembly {
	var out assembly.Assembly
	over := s.over()
	over.Rail, over.Gap = p.RailOf(s), p.Wall.Lining.Gap()
	out.With(p.Fixtures.Assemble(over, s.Y, p.behind(s.fixtures())), assembly.Vec{})
	if form, _ := s.Form(); form != nil {
		return &out
	}
	over.Fixed = slices.Clone(out.Bodies)
	defer func() { // they come last, after what is the shelf's own
		n := len(over.Fixed)
		out.Bodies = append(out.Bodies[n:len(out.Bodies):len(out.Bodies)], out.Bodies[:n]...)
	}()
	base := over.Rail.Base()
	for i := range s.Supports {
		over.Out = max(over.Out, support.StandsOut(s.Supports[i].Way(), over.Rail))
	}
	over.Board = s.putBoard(&out, over.Out)
	for _, b := range over.Fixed {
		if over.Rail != nil && b.Of == nil && len(b.ID) > len(s.Rail) && b.ID[:len(s.Rail)+1] == s.Rail+"/" {
			over.On = append(over.On, b)
		}
	}
	if over.Rail != nil && over.Rail.Kind == support.Backer {
		base += float64(over.Rail.Thickness)
	}
	local := over
	local.Out -= base
	for i := range s.Supports {
		o := local
		o.ID, o.At = s.Supports[i].ID, float64(s.Supports[i].X-s.X)
		out.With(s.Supports[i].Way().Assemble(&o), assembly.Vec{X: float64(s.Supports[i].X), Z: base})
	}
	out.Notch(func(b *assembly.Body) bool {
		return strings.HasPrefix(b.ID, s.ID+"/") && strings.Contains(b.ID, " lip")
	})
	if r := over.Rail; r != nil && r.IsBack() {
		for _, b := range over.On {
			out.Join(assembly.Joint{ID: "board-" + b.ID, Kind: assembly.Housed, A: b, B: over.Board})
		}
	} else if r != nil && r.Backs() {
		for _, b := range over.On {
			out.Join(assembly.Joint{ID: "board-" + b.ID, Kind: assembly.Rests, A: over.Board, B: b})
		}
	}
	return &out
}

// Fault is something of a shelf that does not go together: of which part or fastener, by its id, in words that go on from
// its name, and where: along the wall, over the floor and out from the wall, mm.
type Fault struct {
	Shelf string  `json:"shelf"`
	Of    string  `json:"of"`
	Name  string  `json:"name"`
	Says  string  `json:"says"`
	X     float64 `json:"x_mm"`
	Y     float64 `json:"y_mm"`
	Z     float64 `json:"z_mm"`
}

// Together is what of all shelves does not go together; of those that cannot be judged nothing is said.
func (p *Project) Together() []Fault {
	out, judged := []Fault{}, p.Judged("")
	if len(judged.Validate()) > 0 {
		return out
	}
	for i := range judged.Shelves {
		out = append(out, judged.Faults(&judged.Shelves[i])...)
	}
	return out
}

// Faults is what of a shelf does not go together, as it stands on its wall (building basis, One body); of a form nothing
// is known yet.
func (p *Project) Faults(s *Shelf) []Fault {
	out := []Fault{}
	if form, _ := s.Form(); form != nil {
		return out
	}
	a := p.Assembly(s)
	a.Bodies = append(a.Bodies, p.behindIt(s)...)
	for _, f := range a.Faults() {
		out = append(out, Fault{Shelf: s.ID, Of: f.Of, Name: f.Name, Says: f.Says, X: f.At.X, Y: float64(s.Y) + f.At.Y, Z: f.At.Z})
	}
	return out
}

// behindIt is the wall as bodies that are there already: its lining and its studs, or its masonry, as they are seen from
// a shelf's underside.
func (p *Project) behindIt(s *Shelf) []*assembly.Body {
	w := &p.Wall
	long, high, gap, low := float64(w.Length), float64(w.Height), w.Lining.Gap(), -float64(s.Y)
	there := func(id, name, wood string, x, wide, z, thick float64) *assembly.Body {
		return &assembly.Body{ID: "wall/" + id, Name: name, Wood: wood, Stuff: assembly.Lining, Made: assembly.There, Thickness: thick,
			Outline: assembly.Rect(0, 0, high, wide), At: assembly.Frame{O: assembly.Vec{X: x + wide, Y: low, Z: z}, X: assembly.Vec{Y: 1}, Y: assembly.Vec{X: -1}, Z: assembly.Vec{Z: 1}}}
	}
	var out []*assembly.Body
	if gap > 0 {
		out = append(out, there("lining", "lining", "", 0, long, -gap, gap))
	}
	if w.Solid() {
		return append(out, there("masonry", "wall", "", 0, long, -gap-masonry, masonry))
	}
	for i := range w.Studs {
		st := &w.Studs[i]
		out = append(out, there(st.ID, "stud", st.Wood, float64(st.X)-float64(st.Width)/2, float64(st.Width), -gap-float64(st.Depth), float64(st.Depth)))
	}
	return out
}

// masonry is how deep a solid wall is taken to be, mm.
const masonry = 250.0

// Pieces are everything that a shelf is made of and hangs by; ids begin with that of the
// shelf, support or fixture that they are of. What other shelves cut into what they share is cut into it.
func (p *Project) Pieces(s *Shelf) []piece.Piece {
	own := p.Assembly(s)
	if form, _ := s.Form(); form != nil {
		over := s.over()
		over.ID, over.Rail = s.ID, p.RailOf(s)
		return append(form.Pieces(over), own.Pieces()...)
	}
	n := len(own.Bodies)
	all := *own
	on := s.fixtures()
	for i := range p.Shelves {
		o := &p.Shelves[i]
		if o.ID == s.ID || !shares(on, o.fixtures()) {
			continue
		}
		other := p.Assembly(o)
		other.Fasteners = notOf(other.Fasteners, own.Fasteners)
		all.With(other, assembly.Vec{Y: float64(o.Y - s.Y)})
	}
	own.Cut = all.Cuts()
	own.Bodies = all.Bodies[:n]
	return own.Pieces()
}

// notOf are those of some fasteners that are not among others: a rail's own come with each of its shelves.
func notOf(all, others []*assembly.Fastener) []*assembly.Fastener {
	had := map[string]bool{}
	for _, f := range others {
		had[f.Group+"/"+f.ID] = true
	}
	var out []*assembly.Fastener
	for _, f := range all {
		if !had[f.Group+"/"+f.ID] {
			out = append(out, f)
		}
	}
	return out
}

func shares(a, b map[string]bool) bool {
	for id := range a {
		if b[id] {
			return true
		}
	}
	return false
}

// Hangings are the pieces that a shelf hangs by, those of the fixtures that it hangs on
// included; all of them where it is a form.
func (p *Project) Hangings(s *Shelf) []piece.Piece {
	if form, _ := s.Form(); form != nil {
		return p.Pieces(s)
	}
	board := map[string]bool{}
	for _, q := range s.BoardPieces() {
		board[q.ID] = true
	}
	var out []piece.Piece
	for _, q := range p.Pieces(s) {
		if !board[q.ID] {
			out = append(out, q)
		}
	}
	return out
}

// fixtures are the ids of what a shelf hangs on.
func (s *Shelf) fixtures() map[string]bool {
	on := map[string]bool{}
	s.hangsOn(on)
	return on
}

// behind adds the panels behind the rails among some fixtures.
func (p *Project) behind(on map[string]bool) map[string]bool {
	for i := range p.Fixtures.Rails {
		if r := &p.Fixtures.Rails[i]; on[r.ID] && r.Panel != "" {
			on[r.Panel] = true
		}
	}
	return on
}

func (s *Shelf) over() support.Over {
	o := support.Over{Shelf: s.ID, X: float64(s.X), Length: float64(s.Length), Depth: float64(s.Depth), Thickness: float64(s.Thickness)}
	if len(s.Board.Woods) > 0 {
		o.Wood = s.Board.Woods[0]
	}
	return o
}

// BoardPieces are the board, or what it is put together from and the board as these glued
// up, and its lips, as if it hung on nothing.
func (s *Shelf) BoardPieces() []piece.Piece {
	var out assembly.Assembly
	s.putBoard(&out, 0)
	return out.Pieces()
}

// putBoard puts the board up, its back edge so far out from the wall: plain, or with what it is glued up of.
func (s *Shelf) putBoard(a *assembly.Assembly, out float64) *assembly.Body {
	o := s.over()
	x, long, deep, thick := o.X, o.Length, o.Depth, o.Thickness
	own := func(key string) hold.Made {
		if key == "" {
			key = o.Wood
		}
		return hold.Made{Wood: key}
	}
	put := func(id, name string, of hold.Made, at assembly.Frame, l, w, t float64) *assembly.Body {
		return a.Add(&assembly.Body{ID: s.ID + "/" + id, Name: name, Wood: of.Wood, Stuff: of.Drawn(), Outline: assembly.Rect(0, 0, l, w), Thickness: t, At: at})
	}
	first := len(a.Bodies)
	part := func(id, name string, of hold.Made, y, z, w, t float64) {
		if w > 0 {
			put(id, name, of, assembly.Flat(x, y, z), long, w, t)
		}
	}
	switch b := &s.MakeUp; {
	case b.Kind == Laminated:
		y := 0.0
		for i, ply := range b.Plies {
			t, id := float64(ply.Thickness), fmt.Sprintf("ply-%d", i+1)
			if ply.Across {
				at := assembly.Frame{O: assembly.Vec{X: x + long, Y: y, Z: out}, X: assembly.Vec{Z: 1}, Y: assembly.Vec{X: -1}, Z: assembly.Vec{Y: 1}}
				put(id, "ply", own(ply.Wood), at, deep, long, t)
			} else {
				part(id, "ply", own(ply.Wood), y, out, deep, t)
			}
			y += t
		}
	case b.Kind == Hollow && b.Hollow != nil:
		h := b.Hollow
		skin, front, back, ends := float64(h.Skin), float64(h.Front), float64(h.Back), float64(h.Ends)
		high := thick - 2*skin
		for i, y := range []float64{0, thick - skin} {
			put(fmt.Sprintf("skins-%d", i+1), "skin", own(""), assembly.Flat(x, y, out), long, deep, skin).Alike = s.ID + "/skins"
		}
		part("web-front", "front web", own(h.Wood), skin, out+deep-front, front, high)
		part("web-back", "back web", own(h.Wood), skin, out, back, high)
		for i, r := range h.Ribs {
			part(fmt.Sprintf("rib-%d", i+1), "rib", own(h.Wood), skin, out+float64(r.From), float64(r.Width), high)
		}
		for i, at := range []float64{x + ends, x + long} {
			if ends > 0 {
				frame := assembly.Frame{O: assembly.Vec{X: at, Y: skin, Z: out + back}, X: assembly.Vec{Z: 1}, Y: assembly.Vec{X: -1}, Z: assembly.Vec{Y: 1}}
				put(fmt.Sprintf("ends-%d", i+1), "end", own(""), frame, deep-front-back, ends, high).Alike = s.ID + "/ends"
			}
		}
	}
	board := put("board", "board", own(""), assembly.Flat(x, 0, out), long, deep, thick)
	for _, b := range a.Bodies[first : len(a.Bodies)-1] {
		if b.Part, board.Made, board.From.Glued = true, assembly.GluedUp, true; len(board.From.Of) == 0 || b.Alike == "" || board.From.Of[len(board.From.Of)-1] != b.Alike {
			board.From.Of = append(board.From.Of, b.PieceID())
		}
	}
	for _, c := range s.MakeUp.Cuts {
		board.Own = append(board.Own, c.feature())
	}
	s.putLips(a, board, out, put, own)
	return board
}

// putLips glues the strips along the board's edges on, which stand proud of it.
func (s *Shelf) putLips(a *assembly.Assembly, board *assembly.Body, out float64,
	put func(id, name string, of hold.Made, at assembly.Frame, l, w, t float64) *assembly.Body, own func(string) hold.Made) {
	x, long, deep, thick := float64(s.X), float64(s.Length), float64(s.Depth), float64(s.Thickness)
	glued := func(b *assembly.Body, on bool) {
		kind := assembly.Faces
		if !on {
			kind = assembly.Bolted
		}
		a.Join(assembly.Joint{ID: b.ID, Kind: kind, A: b, B: board, Glued: on})
	}
	for i, l := range []*Strip{s.MakeUp.Front, s.MakeUp.Back} {
		if l == nil {
			continue
		}
		name, z := "front lip", out+deep-float64(l.Width)
		if i == 1 {
			name, z = "back lip", out
		}
		for k, y := range []float64{-float64(l.Height), thick} {
			if l.Goes == Both || (l.Goes == Up) == (k == 1) {
				b := put(fmt.Sprintf("%s-%d", name, k+1), name, own(l.Wood), assembly.Along(x, y, z), long, float64(l.Height), float64(l.Width))
				b.Alike = s.ID + "/" + name
				glued(b, l.Glued)
			}
		}
	}
	if t := float64(s.MakeUp.EdgeBand); t > 0 {
		glued(put("edge band", "edge band", own(""), assembly.Along(x, 0, out+deep), long, thick, t), true)
	}
}

// feature is a cut as it is cut into the board.
func (c *Cut) feature() piece.Feature {
	f := piece.Feature{Kind: piece.Notch, Face: piece.Back, X: float64(c.From), Y: float64(c.FromWall), Long: float64(c.Length),
		Wide: float64(c.Width), Depth: float64(c.Depth)}
	if c.Depth > 0 {
		f.Kind = piece.Slot
	}
	if c.Top || c.Depth == 0 {
		f.Face = piece.Front
	}
	return f
}
