package hold

import (
	"aguante/core/fastener"
	"aguante/core/material"
	"aguante/core/wall"
)

// Ground is a board that fasteners end in, in place of the wall itself: its wood, how thick
// it is, and where it is, along the wall and above the shelf's underside; mm. OnWall tells that
// the wall is behind it: what comes out there meets that, and no hand.
type Ground struct {
	Name   string
	Face   string // what a heel presses on; Name where nothing is said
	Wood   material.Board
	Thick  float64
	X, Y   [2]float64
	OnWall bool
}

// meet is what a fastener at x, y finds of it: in the board, near its edge, or past it; and
// what is in the way behind it of a fastener that comes out there.
func (g *Ground) meet(s *Site, x, y float64, screw fastener.Screw, out bool) wall.Hit {
	hit := wall.Hit{Meets: wall.InBoard, Counts: true, Edge: min(y-g.Y[0], g.Y[1]-y)}
	need := screw.EdgeDistance(true)
	switch {
	case screw.Kind == fastener.Anchor:
		hit.Meets, hit.Counts, hit.Why = wall.Misses, false, "is an anchor, and a board is behind: use a screw"
	case hit.Edge < 0 || x < g.X[0] || x > g.X[1]:
		hit.Meets, hit.Counts, hit.Why = wall.Misses, false, "misses the "+g.Name
	case hit.Edge < need/2-1e-9:
		hit.Meets, hit.Counts, hit.Why = wall.Edge, false, "is too near the edge of the "+g.Name
	case hit.Edge < need-1e-9:
		hit.Meets = wall.Edge
	}
	if k, barred := s.Wall.InTheWay(x, s.Underside+y, screw.D); barred && out && g.OnWall {
		hit.Meets, hit.Counts, hit.Why = wall.Barred, false, "comes out of the "+g.Name+" and must not: "+k.Called()+" behind"
	}
	return hit
}

// ends is what of a fastener counts for the ends of the board.
func (g *Ground) ends(x float64, screw fastener.Screw, undrilled bool) float64 {
	least := screw.EndDistance(false, undrilled)
	return min(endPart((x-g.X[0])/least), endPart((g.X[1]-x)/least))
}

// bears is the pressure, MPa, that it takes under a heel.
func (g *Ground) bears() float64 { return g.Wood.Bearing(nil, material.Basis{CD: 1}) }
