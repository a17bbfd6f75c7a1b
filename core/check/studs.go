package check

import (
	"fmt"
	"math"

	"aguante/core/design"
	"aguante/core/load"
	"aguante/core/quantity"
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

// studs sums the supports' couples on each stud (engineering basis: pinned at
// floor and ceiling, each couple M0 at its height).
func studs(p *design.Project, shelves []Shelf) []Stud {
	out := []Stud{}
	for i := range p.Wall.Studs {
		st := &p.Wall.Studs[i]
		var couples, heights []float64
		cd := math.Inf(1)
		for k, s := range shelves {
			for _, su := range s.Supports {
				for _, h := range su.Geometry.Holes {
					if h.Counts && h.Stud == st.ID {
						couples = append(couples, su.Load*su.Arm)
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

// wallNotes states what the wall itself has against a shelf: studs that were
// only assumed, things in the way, too little room for what stands on it.
func wallNotes(p *design.Project, s *design.Shelf, out *Shelf) {
	caution := func(about, format string, args ...any) {
		out.Cautions = append(out.Cautions, Caution{about, fmt.Sprintf(format, args...)})
	}
	for i := range p.Wall.Studs {
		st := &p.Wall.Studs[i]
		chance, counts := 0.0, false
		for _, su := range out.Supports {
			for _, h := range su.Geometry.Holes {
				if h.Stud == st.ID && h.Counts {
					chance, counts = max(chance, h.Chance), true
					if st.Assumed {
						out.OnAssumed = append(out.OnAssumed, su.ID)
					}
					break
				}
			}
		}
		at := quantity.Decimal(float64(st.X), 0)
		if counts && st.Assumed {
			caution(st.ID, "the stud at %s mm is assumed: nobody has found it yet, and screws depend on it", at)
		}
		if counts && chance > 0 {
			caution(st.ID, "the stud at %s mm may be %s mm off: %.0f in 100 that a screw there misses", at, quantity.Decimal(float64(st.Doubt), 0), math.Ceil(100*chance))
		}
	}
	x0, x1, y0 := float64(s.X), float64(s.X+s.Length), float64(s.Y)
	top := y0 + float64(s.Thickness)
	for _, k := range p.Wall.KeepOuts {
		if k.Behind() {
			continue
		}
		if k.Overlaps(x0, x1, y0, top) {
			caution(k.ID, "the board is in the way of the %s", k.Called())
		}
		for _, it := range s.Contents {
			if k.Kind != wall.Uneven && k.Overlaps(x0+float64(it.From), x0+float64(it.To), top, top+float64(it.Height)) {
				caution(k.ID, "%s is in the way of the %s", load.Called(it), k.Called())
			}
		}
	}
	for i := range p.Shelves {
		over := &p.Shelves[i]
		if over.ID == s.ID || float64(over.Y) < top {
			continue
		}
		room := float64(over.Y) - top
		for _, it := range s.Contents {
			a, b := x0+float64(it.From), x0+float64(it.To)
			if float64(it.Height) > room && b > float64(over.X) && a < float64(over.X+over.Length) {
				caution(s.ID, "%s is %s mm tall, there are %s mm under %q", load.Called(it), quantity.Decimal(float64(it.Height), 0), quantity.Decimal(room, 0), over.Name)
			}
		}
	}
	for i := range p.Shelves {
		other := &p.Shelves[i]
		if other.ID != s.ID && float64(other.Y) < top && float64(other.Y+other.Thickness) > y0 && float64(other.X) < x1 && float64(other.X+other.Length) > x0 {
			caution(s.ID, "it runs into %q", other.Name)
		}
	}
	for i, it := range s.Contents {
		for _, other := range s.Contents[:i] {
			if it.From < other.To-1 && it.To > other.From+1 && it.Place == other.Place {
				caution(s.ID, "%s and %s stand in the same place", load.Called(other), load.Called(it))
			}
		}
	}
}
