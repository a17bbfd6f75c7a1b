package check

import (
	"iter"
	"math"

	"aguante/core/hold"

	"aguante/core/design"
	"aguante/core/wall"
)

// Stud is what all the shelves of a wall together ask of one of its studs: the
// couples of their brackets, everyday and with care, each at its worst.
type Stud struct {
	ID     string  `json:"id"`
	Moment float64 `json:"moment_nmm"`
	Takes  float64 `json:"takes_nmm"`
	Used   float64 `json:"used"`
}

// held is one place where a shelf is held by the wall: the fasteners there, and the
// couple that they pass on, N·mm.
type held struct {
	id     string
	couple float64
	Holes  []hold.Hole
}

// held are the places where a shelf is held: its supports, or the columns of its
// rail.
func (s *Shelf) held() iter.Seq[held] {
	return func(yield func(held) bool) {
		for i := range s.Supports {
			su := &s.Supports[i]
			if !yield(held{su.ID, su.Load * su.Arm, su.Geometry.Holes[:su.Own]}) {
				return
			}
		}
		if s.Rail == nil {
			return
		}
		for _, c := range s.Rail.Geometry.Columns {
			if !yield(held{s.Rail.ID, c.Moment, c.Holes}) {
				return
			}
		}
	}
}

// studs sums the supports' couples on each stud (engineering basis: pinned at
// floor and ceiling, each couple M0 at its height).
func studs(p *design.Project, shelves []Shelf) []Stud {
	out := []Stud{}
	if p.Wall.Solid() || p.Wall.Kind == wall.SteelStuds {
		return out // there are none, or nothing is known of them
	}
	for i := range p.Wall.Studs {
		st := &p.Wall.Studs[i]
		var couples, heights []float64
		cd := math.Inf(1)
		for k := range shelves {
			for held := range shelves[k].held() {
				for _, h := range held.Holes {
					if h.Counts && h.Stud == st.ID {
						couples = append(couples, held.couple)
						heights = append(heights, float64(p.Shelves[k].Y))
						cd = min(cd, p.Shelves[k].Duration.CD())
						break
					}
				}
			}
		}
		answer := Stud{ID: st.ID, Takes: st.Takes(1)}
		if len(couples) > 0 {
			answer.Moment, answer.Takes = p.Wall.StudBending(couples, heights), st.Takes(cd)
		}
		answer.Used = answer.Moment / answer.Takes
		out = append(out, answer)
	}
	return out
}
