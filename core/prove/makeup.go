package prove

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"aguante/core/say"
)

// Step is one step of the loading: the load after each of its portions, and what is added for it.
type Step struct {
	Loads []float64 `json:"loads_kg"`
	Adds  []string  `json:"adds"`
}

// Kg is the load when the step is on.
func (s Step) Kg() float64 { return s.Loads[len(s.Loads)-1] }

// portions is in how many parts a step is put on, with an ear at the wood.
const portions = 5

// makeUp puts in the steps, made up of what the person has: each at most a quarter of the load and a tenth of the lowest
// expected break, over two fifths of that a twentieth.
func (p *Plan) makeUp() error {
	if len(p.Things) == 0 {
		p.Things = []Thing{{Name: "litre of water", Kg: 1}}
	}
	left := slices.Clone(p.Things)
	slices.SortStableFunc(left, func(a, b Thing) int { return cmp.Compare(b.Kg, a.Kg) })
	unit := left[len(left)-1].Kg
	q := math.Floor(p.Load/unit+1e-9) * unit
	if up := math.Ceil(p.Load/unit-1e-9) * unit; up <= p.Cap {
		q = up // at least what is to be proved
	}
	at := 0.0
	for at < q-1e-9 {
		most := min(q/4, 0.10*p.Breaks, q-at)
		if turn := 0.40 * p.Breaks; at+most > turn+1e-9 {
			most = min(most, max(0.05*p.Breaks, turn-at))
		}
		var st Step
		if left, st = fill(left, at, most); len(st.Loads) == 0 {
			break
		}
		p.Steps, at = append(p.Steps, st), st.Kg()
	}
	if at < 0.8*q {
		return fmt.Errorf("%w: with your things it comes to %s of %s, in steps of at most %s: take more, or smaller ones", ErrNothing, say.About(at), say.About(q),
			say.About(min(q/4, 0.05*p.Breaks)))
	}
	p.Load, p.Bedding = at, min(p.Steps[0].Kg(), max(unit, math.Floor(at/5/unit)*unit))
	return nil
}

// Sized is the plan of a test of which only what it is to bear and how, its lowest expected break and its line are known:
// for a trainer, and where there is no design. Part is of that break what is put on at most.
func Sized(p Plan, part float64) (*Plan, error) {
	short := max(p.Hold.Seconds(), least)
	p.Wants, p.Cap = Margin*p.Bears/Keeps(p.Stay, p.Hold.Seconds(), nil), part*Strength(short)*p.Breaks
	if p.Steel {
		p.Wants, p.Cap = Margin*p.Bears, part*p.Breaks
	}
	p.Load = min(p.Wants, p.Cap)
	return &p, p.makeUp()
}

// fill makes up a step of at most so much, the largest things first, and says what is left of them; it has no loads
// where even the smallest is too much.
func fill(left []Thing, at, most float64) ([]Thing, Step) {
	left = slices.Clone(left)
	var picked []Thing // one by one
	for i := range left {
		t := &left[i]
		n := int(most/t.Kg + 1e-9)
		if t.Count > 0 {
			if n = min(n, t.Count); n == t.Count {
				t.Count = -1 // none is left
			} else {
				t.Count -= n
			}
		} else if t.Count < 0 {
			n = 0
		}
		most -= float64(n) * t.Kg
		for range n {
			picked = append(picked, *t)
		}
	}
	var out Step
	for k := range min(portions, len(picked)) {
		part := picked[k*len(picked)/min(portions, len(picked)) : (k+1)*len(picked)/min(portions, len(picked))]
		adds := ""
		for i := 0; i < len(part); {
			n := 1
			for i+n < len(part) && part[i+n].Name == part[i].Name {
				n++
			}
			if adds != "" {
				adds += ", "
			}
			adds += fmt.Sprintf("%d × %s", n, part[i].Name)
			i += n
		}
		for _, t := range part {
			at += t.Kg
		}
		out.Loads, out.Adds = append(out.Loads, at), append(out.Adds, adds)
	}
	return left, out
}
