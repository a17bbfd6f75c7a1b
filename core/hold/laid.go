package hold

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/joint"
	"aguante/core/say"
)

// laidOut is a way to reckon the fasteners of a joint: where they act, and what part of its
// strength each of them keeps.
type laidOut struct {
	at   []joint.Point
	part float64
}

// laid are the ways to reckon a joint's fasteners: all of them, and all but any one, as a
// weak one must not take from the rest; or why they do not hold. They lie in the wood that
// both pieces share, the arm's grain out from the wall and the upright's up it: near an end
// of the arm or one another they count in part, and near an edge they split it.
func (j *Jointed) laid() ([]laidOut, string) {
	if j.ways != nil || j.splits != "" {
		return j.ways, j.splits
	}
	s := j.Screw.Screw()
	edge, end := s.EdgeDistance(false), s.EndDistance(false, j.Screw.Undrilled)
	parts := make([]float64, len(j.Places))
	for i, p := range j.Places {
		parts[i] = 1
		if j.Kind == GussetJoint { // they lie beside the pieces' meeting, on both
			continue
		}
		switch inX, inY := min(p.X, j.Back-p.X), min(p.Y, j.Arm-p.Y); {
		case inX < -1e-9 || inY < -1e-9:
			j.splits = fmt.Sprintf("come apart: one is %s out and %s up, outside the %s by %s of wood that both pieces share", say.Length(p.X),
				say.Length(p.Y), say.Length(j.Back), say.Length(j.Arm))
		case min(inX, inY) < edge/2-1e-9:
			j.splits = fmt.Sprintf("split the wood: one is %s from an edge and needs %s", say.Length(min(inX, inY)), say.Place(edge))
		default:
			parts[i] = endPart(p.X / end)
		}
	}
	if j.splits != "" {
		return nil, j.splits
	}
	for q := -1; q < len(j.Places); q++ {
		if way := j.reckon(parts, q); q < 0 || len(way.at) > 1 {
			j.ways = append(j.ways, way)
		}
	}
	return j.ways, ""
}

// reckon lays a joint out without one of its fasteners, or with all where that is -1: two
// that are too near one another are one in the middle between them, and the weakest part is
// every one's.
func (j *Jointed) reckon(parts []float64, without int) laidOut {
	s := j.Screw.Screw()
	along, across := s.Along(j.Screw.Undrilled), s.Across()
	var groups [][]joint.Point
	out := laidOut{part: 1}
	for i, p := range j.Places {
		if i == without {
			continue
		}
		out.part = min(out.part, parts[i])
		at := slices.IndexFunc(groups, func(g []joint.Point) bool {
			return slices.ContainsFunc(g, func(o joint.Point) bool { return nearness(p, o, along, across) < 0.5 })
		})
		if at < 0 {
			groups = append(groups, []joint.Point{p})
		} else {
			groups[at] = append(groups[at], p)
		}
	}
	for i, g := range groups {
		var mean joint.Point
		for _, p := range g {
			mean.X, mean.Y = mean.X+p.X/float64(len(g)), mean.Y+p.Y/float64(len(g))
		}
		for _, other := range groups[:i] {
			for _, p := range g {
				for _, o := range other {
					out.part = min(out.part, nearness(p, o, along, across))
				}
			}
		}
		out.at = append(out.at, mean)
	}
	return out
}

// nearness is how much of the distance that codes ask for lies between two fasteners of a
// joint, in the piece where that is less: one's grain runs along X, the other's along Y.
func nearness(p, o joint.Point, along, across float64) float64 {
	dx, dy := math.Abs(p.X-o.X), math.Abs(p.Y-o.Y)
	return min(1, dx/along+dy/across, dy/along+dx/across)
}

// Middle is how far out from the upright's back a joint turns about, mm: the middle of its
// fasteners or its glue, or the upright's face, where a tenon or a dowel comes out of it.
func (j *Jointed) Middle() float64 {
	switch {
	case j.Kind == GussetJoint:
		return j.Back / 2
	case (j.usesScrews() && j.Kind != BehindJoint || j.Kind == LapJoint) && len(j.Places) > 0:
		x := 0.0
		for _, p := range j.Places {
			x += p.X / float64(len(j.Places))
		}
		return x
	case j.Kind == LapJoint:
		return j.Back / 2
	}
	return j.Back
}

// misfit says why a dowel or a tenon does not go into its pieces, or "".
func (j *Jointed) misfit() string {
	deep, high, d := float64(j.Deep), float64(j.High), float64(j.D)
	switch {
	case j.Kind != DowelJoint && j.Kind != TenonJoint && j.Kind != MitreJoint:
	case deep > j.Back+1e-9:
		return fmt.Sprintf("does not go in: %s deep in an upright of %s", say.Length(deep), say.Length(j.Back))
	case d > j.Width+1e-9:
		return fmt.Sprintf("does not go in: %s thick in a piece of %s", say.Length(d), say.Length(j.Width))
	case high > j.Arm+1e-9 && j.Kind != DowelJoint:
		return fmt.Sprintf("does not go in: %s high in an arm of %s", say.Length(high), say.Length(j.Arm))
	case j.Kind == DowelJoint && slices.ContainsFunc(j.Places, func(p joint.Point) bool { return min(p.Y, j.Arm-p.Y) < d/2-1e-9 }):
		return "does not go in: one comes out of the arm's edge"
	}
	return ""
}
