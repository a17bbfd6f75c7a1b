package check

import (
	"fmt"
	"slices"

	"aguante/core/say"
)

// Said is what a shelf comes to in one or two sentences, in a person's units.
func (s *Shelf) Said(u say.Units) string {
	mass := func(l Limit) string {
		if l.Above {
			return "above " + u.Holds(l.Kg)
		}
		return u.Holds(l.Kg)
	}
	var first Link
	for _, l := range slices.Concat(s.Links, s.Joined) {
		if l.ID == s.First {
			first = l
		}
	}
	if s.Evenly {
		return say.In(u, fmt.Sprintf("empty. Would hold %s spread evenly. First to give: %s, %s (%s).", mass(s.HoldsUpTo), first.Name, first.Where, first.How))
	}
	if s.Verdict == Cannot {
		return say.In(u, "cannot say: "+s.Why+".")
	}
	text := fmt.Sprintf("holds %s of %s asked. First to give: %s, %s (%s). Stays straight to %s.", mass(s.HoldsUpTo), u.Asked(s.Asked),
		first.Name, first.Where, first.How, mass(s.StraightTo))
	if s.Verdict == Loose {
		text += " But it lies loose: " + s.Loose + ". Screw it down."
	}
	if s.Handling.Verdict == Gives {
		text += " Does not take its heaviest item set down on the front edge."
	}
	return say.In(u, text)
}
