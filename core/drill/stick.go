package drill

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"aguante/core/design"
	"aguante/core/say"
)

// Stick is a story stick: marks from one datum, and what stepping from each to the next would have cost.
type Stick struct {
	Along   []Mark `json:"along"`
	Heights []Mark `json:"heights"`
	Steps   string `json:"steps,omitempty"`
}

// Mark is one mark on a stick, mm from its end.
type Mark struct {
	At   float64 `json:"at_mm"`
	Says string  `json:"says"`
}

// a spacer is off by so much when it is stepped along by hand, mm (workshop rule).
const off = 0.8

// Stepped is by how much the last of n gaps is off that are stepped with a spacer off by so much.
//
//	n δ
func Stepped(gaps int, off float64) float64 { return float64(gaps) * off }

// stickOf are the marks of a wall: every stud and every upright row of holes along it, every level up it.
func stickOf(p *design.Project, holes []Hole) Stick {
	out := Stick{Along: []Mark{}, Heights: []Mark{}}
	place := func(to *[]Mark, at float64, says string) {
		if i := slices.IndexFunc(*to, func(m Mark) bool { return math.Abs(m.At-at) < 0.05 }); i >= 0 {
			if n, hole := strings.CutPrefix(says, "hole "); hole && strings.Contains((*to)[i].Says, "hole ") {
				says = n
			}
			(*to)[i].Says += ", " + says
			return
		}
		*to = append(*to, Mark{at, says})
	}
	for i := range p.Wall.Studs {
		st := &p.Wall.Studs[i]
		x, _ := From(p, float64(st.X), 0)
		says := fmt.Sprintf("stud %d", p.Wall.Number(st))
		if st.Assumed() {
			says += ", find it first"
		}
		place(&out.Along, x, says)
	}
	for i := range holes {
		place(&out.Along, holes[i].Along, fmt.Sprintf("hole %d", holes[i].N))
		place(&out.Heights, holes[i].High, fmt.Sprintf("hole %d", holes[i].N))
	}
	for _, m := range []*[]Mark{&out.Along, &out.Heights} {
		slices.SortFunc(*m, func(a, b Mark) int {
			if a.At < b.At {
				return -1
			}
			return 1
		})
	}
	if n := len(out.Along) - 1; n > 1 {
		out.Steps = fmt.Sprintf("All marks are from one end. Stepped from one to the next with a spacer that is %s off, the last of %d gaps would be %s out.",
			say.Fine(off), n, say.Fine(Stepped(n, off)))
	}
	return out
}
