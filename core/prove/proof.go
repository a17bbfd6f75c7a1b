package prove

import (
	"fmt"
	"math"
	"slices"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/field"
	"aguante/core/load"
	"aguante/core/say"
)

// Proof is what a test that was passed shows.
type Proof struct {
	Kg     float64 `json:"kg"`     // that was borne
	Held   float64 `json:"held_s"` // for so long
	Allows float64 `json:"allows_kg"`
	Stale  string  `json:"stale,omitempty"` // why it is of no use any more
}

// Proof is what a passed test shows of a shelf as it is now: was is the design that it was made under.
func (r *Run) Proof(was, now *design.Project, a *check.Shelf) *Proof {
	if r.result != Passed {
		return nil
	}
	s := now.Shelf(r.Plan.Shelf)
	if s == nil {
		return nil
	}
	held := r.Plan.Hold.Seconds()
	allows := r.Plan.allows(a, r.Most, Stay(s.Duration))
	return &Proof{Kg: r.Most, Held: held, Allows: allows, Stale: Stale(was, now, r.Plan, allows)}
}

// Stale is why what was proved of a shelf under one design says nothing of it under another, or "".
func Stale(was, now *design.Project, plan Plan, allows float64) string {
	before, after := was.Shelf(plan.Shelf), now.Shelf(plan.Shelf)
	if before == nil || after == nil {
		return "the shelf is gone"
	}
	if was.Frame(before) != now.Frame(after) {
		for _, line := range design.Differ(bare(was, before), bare(now, after)) {
			return "changed since: " + line
		}
		return "the shelf, or the wall behind it, was changed since"
	}
	asked := 0.0
	for _, it := range after.Contents {
		asked += float64(it.Mass())
	}
	if plan.Where == AsAsked && !likely(before, after) {
		return "the contents stand elsewhere than the load of the test stood"
	}
	if asked > allows*1.0001 && asked > plan.Bears*1.0001 {
		return fmt.Sprintf("it bears %s now, above the %s that was proved", say.About(asked), say.About(allows))
	}
	return ""
}

// bare is a design with one shelf, and what it stands on, alone: for what is said of a change.
func bare(p *design.Project, s *design.Shelf) *design.Project {
	out := *p
	alone := *s
	alone.Contents = nil
	out.Shelves = []design.Shelf{alone}
	out.Name, out.Making = "", design.Making{}
	return &out
}

// likely tells that contents stand where others stood, each with about its part of the whole.
func likely(a, b *design.Shelf) bool {
	total := func(s *design.Shelf) (kg float64) {
		for _, it := range s.Contents {
			kg += float64(it.Mass())
		}
		return kg
	}
	ta, tb := total(a), total(b)
	return slices.EqualFunc(a.Contents, b.Contents, func(x, y load.Item) bool {
		return x.From == y.From && x.To == y.To && x.Place == y.Place && x.Depth == y.Depth && x.Level == y.Level && x.Hook == y.Hook &&
			ta > 0 && tb > 0 && math.Abs(float64(x.Mass())/ta-float64(y.Mass())/tb) < 0.05
	})
}

// MarkKind is what a mark on the rule of what a shelf bears says.
type MarkKind string

// The marks.
const (
	MarkAsked    MarkKind = "asked"
	MarkStraight MarkKind = "straight"
	MarkHolds    MarkKind = "holds"
	MarkTest     MarkKind = "test"
	MarkProved   MarkKind = "proved"
	MarkBreaks   MarkKind = "breaks"
	MarkBroke    MarkKind = "broke"
)

// Choices lists the marks.
func (MarkKind) Choices() []field.Choice {
	return field.Choose("asked", "asked", "straight", "stays straight to", "holds", "holds, reckoned", "test", "test", "proved", "proved", "breaks", "would break at", "broke", "broke at")
}

// Mark is one mark on the rule, kg of contents; Above says that nothing gave up to it. On is the day that it is of.
type Mark struct {
	Kind  MarkKind `json:"kind"`
	Kg    float64  `json:"kg"`
	Above bool     `json:"above,omitempty"`
	On    string   `json:"on,omitempty"`
	Stale bool     `json:"stale,omitempty"`
}

// Marks are what is reckoned of a shelf, for the rule of what it bears.
func Marks(a *check.Shelf) []Mark {
	out := []Mark{}
	if !a.Evenly {
		out = append(out, Mark{Kind: MarkAsked, Kg: a.Asked})
	}
	if a.FirstSag != "" {
		out = append(out, Mark{Kind: MarkStraight, Kg: a.StraightTo.Kg, Above: a.StraightTo.Above})
	}
	if a.Verdict != check.Cannot {
		out = append(out, Mark{Kind: MarkHolds, Kg: a.HoldsUpTo.Kg, Above: a.HoldsUpTo.Above})
	}
	if a.Breaks != nil {
		out = append(out, Mark{Kind: MarkBreaks, Kg: a.Breaks.Kg, Above: a.Breaks.Above})
	}
	return out
}
