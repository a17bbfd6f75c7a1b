package support

import (
	"aguante/core/assembly"
	"aguante/core/fastener"
	"aguante/core/hold"
	"aguante/core/joint"
	"aguante/core/piece"
)

// Over is what there is to know of a shelf when the pieces are made that hang it: its
// board's size and wood, and the rail that they hang on, if any; mm. ID is the support's,
// the form's or the fixture's: its pieces' ids begin with it;
// Shelf's is in front of those that all of its supports share.
type Over struct {
	ID, Shelf                string
	X                        float64 // of its left end along the wall
	At                       float64 // of a support, from the shelf's left end
	Length, Depth, Thickness float64
	Out, Gap                 float64 // of its back edge from the wall, and from the wall's face to what is behind its lining
	Wood                     string
	Rail                     *Rail
	Board                    *assembly.Body   // the shelf's; nil where there is none
	On                       []*assembly.Body // what of the rail stands behind it
	Fixed                    []*assembly.Body // and of all that is on the wall
}

// drawnOver is what a way knows of a shelf when it is drawn by itself.
func drawnOver(s *hold.Site, rail *Rail, w Way) *Over {
	return &Over{At: s.Along / 2, Length: s.Along, Depth: s.Own(), Thickness: s.Thickness, Out: StandsOut(w, nil), Gap: s.Wall.Lining.Gap(), Rail: rail}
}

// cut is a piece of a wood; of panels and lumber alike, the grain along its length.
func (o *Over) cut(part, name string, n int, of hold.Made, length, width, thick float64) piece.Piece {
	return piece.Piece{ID: o.ID + "/" + part, Name: name, Count: n, Wood: of.Wood, Length: length, Width: width, Thickness: thick}
}

// bought is a thing from a shop.
func (o *Over) bought(part, name string, n int, length float64) piece.Piece {
	return piece.Piece{ID: o.ID + "/" + part, Name: name, Count: n, Length: length}
}

// round is a length of dowel, rod or pipe of a diameter; of no wood it is steel.
func (o *Over) round(part, name string, n int, of hold.Made, length, d float64) piece.Piece {
	p := piece.Piece{ID: o.ID + "/" + part, Name: name, Count: n, Wood: of.Wood, Length: length, D: d}
	if of.Wood != "" {
		p.Width, p.Thickness = d, d
	}
	return p
}

// screws are n of a fixing.
func (o *Over) screws(part string, n int, f hold.Fixing) piece.Piece {
	return piece.Piece{ID: o.ID + "/" + part, Name: f.Called(), Count: n, Type: f.Type, Length: float64(f.Length)}
}

// spots are the fasteners at places, those of their own apart.
func (o *Over) spots(all []Spot, usual hold.Fixing) []piece.Piece {
	var out []piece.Piece
	plain := 0
	for _, s := range all {
		if s.Screw == nil {
			plain++
			continue
		}
		out = append(out, o.screws("screw-"+s.ID, 1, *s.Screw))
	}
	return append(out, o.screws("screws", plain, usual))
}

// lock is the screw that locks it, where there is one of a size.
func (o *Over) lock(on bool, f *hold.Fixing) []piece.Piece {
	if !on || f == nil {
		return nil
	}
	return []piece.Piece{o.screws("lock screw", 1, *f)}
}

// bore is a clearance hole right through for a fixing, its head let in as deep as it is to be.
func bore(face piece.Face, x, y float64, f hold.Fixing) piece.Feature {
	s := f.Screw()
	out := piece.Feature{Kind: piece.Bore, Face: face, X: x, Y: y, D: s.Bits(0).Clearance, Of: f.Type}
	if s.Kind == fastener.Anchor {
		out.D = s.D
	}
	if f.Recess > 0 {
		out.Recess, out.Head = float64(f.Recess), f.HeadAcross()
	}
	return out
}

// joined is what a joint takes besides its two pieces, so often.
func (o *Over) joined(j *hold.Joint, n int) []piece.Piece {
	var out []piece.Piece
	switch {
	case j.Kind == hold.DowelJoint && j.Made != nil:
		out = append(out, o.cut("dowel", "dowel", n*len(j.Places), *j.Made, 2*float64(j.Deep), float64(j.D), float64(j.D)))
	case j.Kind == hold.TenonJoint:
		of := hold.Made{}
		if j.Made != nil {
			of = *j.Made
		}
		if of.Wood != "" {
			out = append(out, o.cut("tenon", "loose tenon", n, of, 2*float64(j.Deep), float64(j.High), float64(j.D)))
		}
	case j.Kind == hold.GussetJoint && j.Made != nil:
		wide, high := reachOf(j.Places)
		out = append(out, o.cut("gusset", "gusset", 2*n, *j.Made, wide, high, gusset))
	}
	if j.Screw != nil {
		out = append(out, o.screws("joint screws", n*len(j.Places), *j.Screw))
	}
	return out
}

// How thick gussets are cut, and how far they stand out past their screws, mm (Rule).
const (
	gusset = 12.0
	around = 20.0
)

// reachOf is the size of what covers places with room around them.
func reachOf(at []joint.Point) (wide, high float64) {
	if len(at) == 0 {
		return 2 * around, 2 * around
	}
	lo, hi := at[0], at[0]
	for _, p := range at {
		lo.X, lo.Y = min(lo.X, p.X), min(lo.Y, p.Y)
		hi.X, hi.Y = max(hi.X, p.X), max(hi.Y, p.Y)
	}
	return hi.X - lo.X + 2*around, hi.Y - lo.Y + 2*around
}

// beside tells whether a joint's pieces lie over one another, so that the arm runs to the
// upright's back.
func beside(k hold.JointKind) bool {
	return k == hold.LapJoint || k == hold.ScrewJoint || k == hold.BoltJoint || k == hold.GussetJoint || k == hold.MitreJoint
}
