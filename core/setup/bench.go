package setup

import (
	"fmt"
	"math"

	"aguante/core/piece"
	"aguante/core/say"
)

// Stuff is a piece on the bench: how large it is, mm, and what has been cut of it so far. It knows cuts and no
// design. Rough ends cannot lie at a stop, nor a rough or bevelled edge at a fence.
type Stuff struct {
	Length, Width, Thick float64
	RoughEnds            bool // one end of it is still to be trimmed: the far one
	RoughEdge            bool // its upper edge is
	Ends                 [2]float64
	Bevel                float64
	Gone                 []piece.Feature
}

// Tool is what cuts.
type Tool string

// The tools.
const (
	Crosscut Tool = "crosscut"
	Rip      Tool = "rip"
	Bit      Tool = "bit"
	Sinker   Tool = "sinker" // lets a head in: it has to come before the bit, whose hole leaves its point no wood
	Cutter   Tool = "cutter"
	KeyBit   Tool = "keyhole bit"
)

// Pass is one stroke of a tool over the piece On as it lies: the face Up that the tool comes at, the end of it that
// is at the stop, the edge at the fence. Stop and Fence are how far the tool is from these: a bit's middle, the near
// side of what is cut; mm. Deep 0 is right through; Tilt is the blade's, or the mitre's, degrees.
type Pass struct {
	On          string
	Tool        Tool
	Kind        piece.Kind
	Up          piece.Face
	End         int
	Edge        piece.Face
	Stop, Fence float64
	Long, Wide  float64
	D, Deep     float64
	Tilt, Kerf  float64
	Slim, Lip   float64
	Apart       bool // a rip that parts a strip, which is turned on its side, from the rest
}

const hair = 0.005 // mm, that a cut may differ by

// Take cuts. What a rip parts from the piece is returned; the piece that was at the fence is kept. It fails where
// the cut cannot be made on the piece as it is.
func (s *Stuff) Take(p Pass) (*Stuff, error) {
	if p.Tool != Rip && p.Tool != Crosscut && p.End == 1 && s.RoughEnds {
		return nil, fmt.Errorf("%s: its rough end is at the stop", p.On)
	}
	if p.Edge == piece.Upper && (s.Bevel > 0 || s.RoughEdge) {
		return nil, fmt.Errorf("%s: an edge that is not square is at the fence", p.On)
	}
	if p.Tool != Crosscut && s.Ends[p.End] != 0 {
		return nil, fmt.Errorf("%s: a mitred end is at the stop", p.On)
	}
	switch p.Tool {
	case Crosscut:
		return nil, s.crosscut(p)
	case Rip:
		return s.rip(p)
	}
	return nil, s.cut(p)
}

func (s *Stuff) crosscut(p Pass) error {
	if p.Stop > s.Length+hair {
		return fmt.Errorf("%s is %s long: it cannot be cut to %s", p.On, say.Fine(s.Length), say.Fine(p.Stop))
	}
	if p.End == 1 {
		for i := range s.Gone {
			s.Gone[i].X -= s.Length - p.Stop
		}
	}
	s.Length, s.Ends[1-p.End] = p.Stop, p.Tilt
	s.RoughEnds = s.RoughEnds && p.End == 1
	return nil
}

func (s *Stuff) rip(p Pass) (*Stuff, error) {
	more := s.Thick * math.Tan(p.Tilt*math.Pi/180)
	blade := p.Kerf / math.Cos(p.Tilt*math.Pi/180)
	if p.Fence+more > s.Width+hair {
		return nil, fmt.Errorf("%s is %s wide: the blade at %s is beside it", p.On, say.Fine(s.Width), say.Fine(p.Fence))
	}
	off := &Stuff{Length: s.Length, Width: s.Width - p.Fence - blade, Thick: s.Thick, RoughEnds: s.RoughEnds, Bevel: p.Tilt}
	kept := s.Gone
	s.Width, s.Bevel, s.RoughEdge, s.Gone = p.Fence+more, p.Tilt, false, nil
	for _, f := range kept {
		switch {
		case f.Face == piece.Lower && f.Depth > p.Fence:
			rest := f
			if rest.Depth = f.Depth - p.Fence - blade; rest.Depth > hair {
				off.Gone = append(off.Gone, rest)
			}
			f.Depth = 0
			s.Gone = append(s.Gone, f)
		default:
			s.Gone = append(s.Gone, f)
		}
	}
	if p.Apart {
		s.turn()
	}
	return off, nil
}

// turn lays a strip on what was its side: its lower edge is its face.
func (s *Stuff) turn() {
	s.Width, s.Thick = s.Thick, s.Width
	for i := range s.Gone {
		s.Gone[i].Face = piece.Front
	}
}

// cut takes wood out of a face.
func (s *Stuff) cut(p Pass) error {
	long, wide, thick := s.Length, s.Width, s.Thick
	switch p.Up {
	case piece.Lower, piece.Upper:
		wide, thick = s.Thick, s.Width
	case piece.Ended:
		long, wide, thick = s.Width, s.Thick, s.Length
	}
	f := piece.Feature{Kind: p.Kind, Face: p.Up, X: p.Stop, Y: p.Fence, Long: p.Long, Wide: p.Wide, D: p.D, Depth: p.Deep, Slim: p.Slim, Lip: p.Lip}
	if p.End == 1 {
		f.X = long - p.Stop
		if f.Kind != piece.Bore && f.Kind != piece.Key {
			f.X -= p.Long
		}
	}
	if p.Edge == piece.Upper {
		f.Y = wide - p.Fence
		if f.Kind != piece.Bore && f.Kind != piece.Key {
			f.Y -= p.Wide
		}
	}
	if f.Depth > thick-hair {
		return fmt.Errorf("%s is %s thick there: %s deep comes out", p.On, say.Fine(thick), say.Fine(f.Depth))
	}
	switch p.Tool {
	case Sinker:
		for _, o := range s.Gone {
			if o.Kind == piece.Bore && o.D > 0 && same(o, f) {
				return fmt.Errorf("%s: its hole is bored already, the wider bit has no wood for its point", p.On)
			}
		}
		f.Head, f.Recess, f.D, f.Depth = p.D, p.Deep, 0, 0
	case Bit:
		for i, o := range s.Gone {
			if o.Kind == piece.Bore && o.D == 0 && same(o, f) {
				s.Gone[i].D, s.Gone[i].Depth = p.D, p.Deep
				return nil
			}
		}
	}
	s.Gone = append(s.Gone, f)
	return nil
}

func same(a, b piece.Feature) bool {
	return a.Face == b.Face && math.Abs(a.X-b.X) < hair && math.Abs(a.Y-b.Y) < hair
}

// Work follows cards on blanks, which are under the names that the passes speak of, and returns what they have
// become. What is parted from one goes under its own name. It stops at the first pass that cannot be made.
func Work(blanks map[string]Stuff, cards []Card) (map[string]*Stuff, error) {
	out := map[string]*Stuff{}
	for name, b := range blanks {
		b.Gone = nil
		out[name] = &b
	}
	for i := range cards {
		for _, p := range cards[i].Passes {
			on, ok := out[p.On]
			if !ok {
				return out, fmt.Errorf("card %d: there is no %s yet", cards[i].N, p.On)
			}
			off, err := on.Take(p.Pass)
			if err != nil {
				return out, fmt.Errorf("card %d: %w", cards[i].N, err)
			}
			if p.Makes[0] != "" {
				delete(out, p.On)
				out[p.Makes[0]] = on
			}
			if off != nil && p.Makes[1] != "" {
				out[p.Makes[1]] = off
			}
		}
	}
	return out, nil
}
