package order

import (
	"fmt"
	"math"
	"slices"
)

// explain finds the critical way back from the end: through what each step needs and its waits, through hands and clamps
// that are busy, and through closed hours.
func (s *Schedule) explain(steps []Step, g *Given) {
	s.Critical = []Link{}
	at := map[string]*Step{}
	last := ""
	for i := range steps {
		at[steps[i].ID] = &steps[i]
		if f, ok := s.Free[steps[i].ID]; ok && (last == "" || f > s.Free[last]) {
			last = steps[i].ID
		}
	}
	for seen := map[string]bool{}; last != "" && !seen[last]; {
		seen[last] = true
		step := at[last]
		from, begun := s.from(last)
		if !begun {
			break // it is done
		}
		prev, why := s.heldBy(step, at, from, g)
		s.Critical = append(s.Critical, Link{last, why, from, s.Free[last]})
		last = prev
	}
	slices.Reverse(s.Critical)
}

// from is when a step begins.
func (s *Schedule) from(id string) (int, bool) {
	i := slices.IndexFunc(s.Blocks, func(b Block) bool { return b.Step == id })
	if i < 0 {
		return 0, false
	}
	return s.Blocks[i].From, true
}

// heldBy is what keeps a step from beginning earlier, and why in words.
func (s *Schedule) heldBy(step *Step, at map[string]*Step, from int, g *Given) (prev, why string) {
	ready := g.Now
	for _, n := range step.Needs {
		if end, ok := s.Ends[n.Step]; ok {
			if free := end + int(math.Ceil(n.After*60)); free >= ready {
				ready, prev = free, n.Step
				why = "after: " + at[n.Step].Says
				if n.After > 0 {
					why = fmt.Sprintf("%s waits %s: %s", at[n.Step].Says, hours(n.After), at[n.Step].Why)
				}
			}
		}
	}
	if from <= ready {
		return prev, why
	}
	// Something else held it: hands or clamps that are busy until it begins, or hours that are closed.
	busy, until := "", ready
	mine := s.Blocks[slices.IndexFunc(s.Blocks, func(b Block) bool { return b.Step == step.ID })].People
	for _, b := range s.Blocks {
		shares := slices.ContainsFunc(b.People, func(p int) bool { return slices.Contains(mine, p) })
		if b.Step != step.ID && shares && b.To <= from && b.To > until {
			busy, until = b.Step, b.To
		}
	}
	clamps := ""
	if step.Clamps > 0 && g.Clamps > 0 {
		for id, other := range at {
			if off := s.Ends[id] + int(other.Holds*60); other.Clamps > 0 && id != step.ID && off <= from && off > until {
				clamps, until = id, off
			}
		}
	}
	switch {
	case clamps != "":
		return clamps, "the clamps are on: " + at[clamps].Says
	case busy != "" && from == until:
		return busy, "hands are busy: " + at[busy].Says
	case busy != "":
		return busy, "closed hours, after: " + at[busy].Says
	}
	if prev == "" {
		return "", "the first hours that are open"
	}
	return prev, why + "; then closed hours"
}

// hours is a wait in words.
func hours(h float64) string {
	if h >= 48 && math.Mod(h, 24) == 0 {
		return fmt.Sprintf("%g days", h/24)
	}
	return fmt.Sprintf("%g h", h)
}
