package logbook

import (
	"slices"
	"time"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/journal"
	"aguante/core/prove"
)

// Marks are what stands on the rule of what a shelf bears: what is reckoned, the load of a test that goes on, what was proved
// and what broke. Of is the design that an entry names, now the design as it is.
func Marks(now *design.Project, shelf *check.Shelf, entries []journal.Entry, of func(hash string) *design.Project) []prove.Mark {
	out := prove.Marks(shelf)
	day := func(when string) string { return when[:min(len(when), len(time.DateOnly))] }
	proved := false
	for _, t := range slices.Backward(Tests(entries)) {
		if t.Shelf != shelf.ID || proved {
			continue
		}
		run := t.Run()
		if p := run.Proof(of(t.Design), now, shelf); p != nil && t.Plan.Where == prove.AsAsked { // a heap is no load of contents
			proved = true
			out = append(out, prove.Mark{Kind: prove.MarkProved, Kg: p.Allows, On: day(t.Begun), Stale: p.Stale != ""})
		} else if res, _ := run.Result(); res == prove.Running {
			out = append(out, prove.Mark{Kind: prove.MarkTest, Kg: t.Plan.Load})
		}
	}
	for _, w := range Broken(entries, shelf.ID) {
		if !w.Trial {
			out = append(out, prove.Mark{Kind: prove.MarkBroke, Kg: w.Kg, On: day(w.When), Stale: !Same(of(w.Design), now, shelf.ID)})
		}
	}
	return out
}

// Same tells that a shelf was the same under an earlier design, whatever stood on it.
func Same(was, now *design.Project, shelf string) bool {
	before, after := was.Shelf(shelf), now.Shelf(shelf)
	return before != nil && after != nil && (was == now || was.Frame(before) == now.Frame(after))
}
