package design

import (
	"fmt"
	"slices"

	"aguante/core/hold"
	"aguante/core/piece"
	"aguante/core/support"
)

// Pieces are everything that a shelf is made of and hangs by; ids begin with that of the
// shelf, support or fixture that they are of.
func (p *Project) Pieces(s *Shelf) []piece.Piece {
	if form, _ := s.Form(); form != nil {
		return p.Hangings(s)
	}
	return append(s.BoardPieces(), p.Hangings(s)...)
}

// Hangings are the pieces that a shelf hangs by, those of the fixtures that it hangs on
// included; all of them where it is a form.
func (p *Project) Hangings(s *Shelf) []piece.Piece {
	over := s.over(s.ID)
	if form, _ := s.Form(); form != nil {
		over.Rail = p.RailOf(s)
		return append(form.Pieces(over), p.Fixtures.Pieces(over, p.behind(s.fixtures()))...)
	}
	over.Rail = p.RailOf(s)
	var out []piece.Piece
	for i := range s.Supports {
		o := over
		o.ID, o.At = s.Supports[i].ID, float64(s.Supports[i].X-s.X)
		for _, one := range s.Supports[i].Way().Pieces(o) {
			if k := slices.IndexFunc(out, func(o piece.Piece) bool { return o.ID == one.ID }); k >= 0 {
				out[k].Features = append(out[k].Features, one.Features...) // one piece that they share
				continue
			}
			out = append(out, one)
		}
	}
	return append(out, p.inRails(p.Fixtures.Pieces(over, p.behind(s.fixtures())))...)
}

// inRails bores strips for the pins of every shelf that stand in them.
func (p *Project) inRails(out []piece.Piece) []piece.Piece {
	for i := range p.Shelves {
		s := &p.Shelves[i]
		r := p.RailOf(s)
		if r == nil || r.Kind != support.Strip {
			continue
		}
		for k := range s.Supports {
			pin := s.Supports[k].Pin
			if pin == nil {
				continue
			}
			r.Bore(out, float64(s.Supports[k].X), float64(s.Thickness/2-r.Bottom), pin) // a rail stands over the underside
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

func (s *Shelf) over(id string) support.Over {
	o := support.Over{ID: id, Shelf: s.ID, X: float64(s.X), Length: float64(s.Length), Depth: float64(s.Depth),
		Thickness: float64(s.Thickness)}
	if len(s.Board.Woods) > 0 {
		o.Wood = s.Board.Woods[0]
	}
	return o
}

// BoardPieces are the board, or what it is put together from and the board as these glued
// up, its lips, and what is cut into it for its supports.
func (s *Shelf) BoardPieces() []piece.Piece {
	o := s.over(s.ID)
	wood := hold.Made{Wood: o.Wood}
	own := func(key string) hold.Made {
		if key == "" {
			return wood
		}
		return hold.Made{Wood: key}
	}
	cut := func(part, name string, n int, of hold.Made, long, wide, thick float64) piece.Piece {
		return piece.Piece{ID: s.ID + "/" + part, Name: name, Count: n, Wood: of.Wood, Length: long, Width: wide, Thickness: thick}
	}
	var out []piece.Piece
	switch b := &s.MakeUp; b.Kind {
	case Laminated:
		for i, ply := range b.Plies {
			p := cut(fmt.Sprintf("ply-%d", i+1), "ply", 1, own(ply.Wood), o.Length, o.Depth, float64(ply.Thickness))
			if ply.Across {
				p.Length, p.Width = p.Width, p.Length
			}
			out = append(out, p)
		}
	case Hollow:
		h := b.Hollow
		high := o.Thickness - 2*float64(h.Skin)
		out = append(out, cut("skins", "skin", 2, wood, o.Length, o.Depth, float64(h.Skin)))
		web := func(part, name string, wide float64) {
			if wide > 0 {
				out = append(out, cut(part, name, 1, own(h.Wood), o.Length, wide, high))
			}
		}
		web("web-front", "front web", float64(h.Front))
		web("web-back", "back web", float64(h.Back))
		for i, r := range h.Ribs {
			web(fmt.Sprintf("rib-%d", i+1), "rib", float64(r.Width))
		}
		if h.Ends > 0 {
			out = append(out, cut("ends", "end", 2, wood, o.Depth-float64(h.Front+h.Back), float64(h.Ends), high))
		}
	default:
		out = append(out, cut("board", "board", 1, wood, o.Length, o.Depth, o.Thickness))
	}
	if len(out) > 1 || s.MakeUp.Kind == Laminated {
		var of []string
		for _, p := range out {
			of = append(of, p.ID)
		}
		board := cut("board", "board", 1, hold.Made{}, o.Length, o.Depth, o.Thickness)
		board.From = piece.Source{Of: of, Glued: true}
		out = append(out, board)
	}
	board := &out[len(out)-1]
	for _, c := range s.MakeUp.Cuts {
		board.Features = append(board.Features, c.feature())
	}
	for i := range s.Supports {
		if in, ok := s.Supports[i].Way().(support.InBoard); ok {
			board.Features = append(board.Features, in.InBoard(float64(s.Supports[i].X-s.X), o)...)
		}
	}
	return append(out, s.lips(cut, own)...)
}

// lips are the strips along the board's edges that stand proud of it.
func (s *Shelf) lips(cut func(part, name string, n int, of hold.Made, long, wide, thick float64) piece.Piece,
	own func(string) hold.Made) []piece.Piece {
	var out []piece.Piece
	for _, l := range []struct {
		name string
		*Strip
	}{{"front lip", s.MakeUp.Front}, {"back lip", s.MakeUp.Back}} {
		if l.Strip == nil {
			continue
		}
		n := 1
		if l.Goes == Both {
			n = 2
		}
		out = append(out, cut(l.name, l.name, n, own(l.Wood), float64(s.Length), float64(l.Height), float64(l.Width)))
	}
	if t := s.MakeUp.EdgeBand; t > 0 {
		out = append(out, cut("edge band", "edge band", 1, own(""), float64(s.Length), float64(s.Thickness), float64(t)))
	}
	return out
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
