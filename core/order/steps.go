// Package order is what is done in which order when a wall is built, and on which day: a graph of steps from its pieces,
// joints, finish and way of hanging, each with hands-on time and waits, and a schedule of it on a person's own hours.
package order

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/drill"
	"aguante/core/field"
	"aguante/core/plan"
	"aguante/core/say"
	"aguante/core/setup"
	"aguante/core/shop"
)

// Kind is what a step is.
type Kind string

// The kinds of step.
const (
	Bring Kind = "stock"
	Find  Kind = "find"
	Saw   Kind = "cut"
	SetUp Kind = "setup"
	Dry   Kind = "dry-fit"
	GlueK Kind = "glue"
	FillK Kind = "fill"
	Trial Kind = "trial"
	Sand  Kind = "sand"
	Coat  Kind = "coat"
	Drill Kind = "drill"
	Hang  Kind = "hang"
	Plug  Kind = "touch-up"
	Load  Kind = "load"
)

// Choices lists the kinds.
func (Kind) Choices() []field.Choice {
	return field.Choose("stock", "stock in", "find", "find studs", "cut", "cut", "setup", "set up", "dry-fit", "dry fit", "glue", "glue", "fill", "fill",
		"trial", "trial", "sand", "sand", "coat", "coat", "drill", "drill, fix", "hang", "hang", "touch-up", "touch up", "load", "load it")
}

// Need is what comes before a step: another one, and hours after its end.
type Need struct {
	Step  string  `json:"step"`
	After float64 `json:"after_h"`
}

// Step is one thing to do. Minutes are hands-on; Wait is for how many hours nothing may be done to what it was done to.
// Clamps are taken from its start until so many hours after its end. A Whole one is not broken off. Opens is the part of
// the bench where it is done.
type Step struct {
	ID      string   `json:"id"`
	Kind    Kind     `json:"kind"`
	Says    string   `json:"says"`
	Shelf   string   `json:"shelf,omitempty"`
	Minutes float64  `json:"minutes"`
	Wait    float64  `json:"wait_h"`
	Why     string   `json:"why,omitempty"` // of the wait
	Hands   int      `json:"hands"`
	Clamps  int      `json:"clamps,omitempty"`
	Holds   float64  `json:"holds_h,omitempty"` // how long the clamps stay on
	Noise   bool     `json:"noise,omitempty"`
	Whole   bool     `json:"whole,omitempty"`
	Needs   []Need   `json:"needs"`
	Opens   string   `json:"opens,omitempty"` // pieces, cutting, setups, wall, paper
	Thing   string   `json:"thing,omitempty"` // card or hole there
	Caution string   `json:"caution,omitempty"`
	Notes   []string `json:"notes"`
	Done    string   `json:"done,omitempty"` // entry of the journal that says so
	Took    float64  `json:"took_min,omitempty"`
}

// Subject is what there is to build and what is known of it.
type Subject struct {
	Design   *design.Project
	Report   *check.Report
	Parts    []plan.Part
	Cutting  *plan.Cutting
	Cards    []setup.Card
	Drilling *drill.Schedule
	Shop     *shop.Shop
}

// Hands-on times, minutes (workshop rules).
const (
	bringIn   = 10.0
	perCut    = 3.0
	perRip    = 3.0
	perMetre  = 1.0
	perCard   = 10.0
	perJoint  = 6.0
	perFit    = 5.0
	filling   = 10.0
	perGrit   = 8.0 // a square metre
	perCoat   = 6.0 // a square metre
	coatBegin = 10.0
	trying    = 15.0
	finding   = 15.0
	perHole   = 4.0
	perHang   = 10.0
	sealing   = 10.0
	loading   = 30.0
)

// each is how long one feature takes, minutes.
var each = map[setup.Kind]float64{setup.Bores: 3, setup.EdgeBore: 3, setup.Through: 3, setup.Sinks: 3, setup.Laps: 12, setup.Slots: 15, setup.Mouths: 15,
	setup.Pockets: 15, setup.Keys: 15, setup.Notches: 10, setup.Mitres: 3, setup.Bevels: 3, setup.Parts: 3, setup.Strips: 3, setup.Trims: 3, setup.Narrows: 3}

// two people: a part over this mass, kg, or longer than this over the shoulder, mm (workshop rule).
const (
	heavy    = 20.0
	longPart = 2000.0
	shoulder = 1400.0
)

// builder gathers steps.
type builder struct {
	s       *Subject
	steps   []Step
	brought map[string]string   // the step that brings a shelf's stock in
	last    map[string][]string // the steps after which a shelf goes on
}

func (b *builder) add(s Step) string {
	s.Hands = max(1, s.Hands)
	if s.Needs == nil {
		s.Needs = []Need{}
	}
	if s.Notes == nil {
		s.Notes = []string{}
	}
	b.steps = append(b.steps, s)
	return s.ID
}

// next adds a step after which a shelf goes on.
func (b *builder) next(sh string, s Step) { b.last[sh] = []string{b.add(s)} }

// waitOf is how long a step has to be waited for.
func (b *builder) waitOf(id string) float64 {
	if i := b.at(id); i >= 0 {
		return b.steps[i].Wait
	}
	return 0
}

func (b *builder) at(id string) int {
	return slices.IndexFunc(b.steps, func(s Step) bool { return s.ID == id })
}

func (b *builder) need(ids ...string) []Need {
	out := []Need{}
	for _, id := range ids {
		if id != "" && b.at(id) >= 0 && !slices.ContainsFunc(out, func(n Need) bool { return n.Step == id }) {
			out = append(out, Need{id, b.waitOf(id)})
		}
	}
	return out
}

// Steps are all that is done to build a wall. Of what is hung the lowest comes first.
func Steps(s *Subject) []Step {
	b := &builder{s: s, brought: map[string]string{}, last: map[string][]string{}}
	shelves := make([]*design.Shelf, len(s.Design.Shelves))
	for i := range s.Design.Shelves {
		shelves[i] = &s.Design.Shelves[i]
	}
	slices.SortStableFunc(shelves, func(x, y *design.Shelf) int { return int(math.Round(float64(x.Y - y.Y))) })
	for _, sh := range shelves {
		if b.stock(sh); len(b.last[sh.ID]) > 0 {
			b.brought[sh.ID] = b.last[sh.ID][0]
		}
	}
	for _, sh := range shelves {
		b.filled(sh)
	}
	b.cuts()
	if len(s.Drilling.Holes) > 0 {
		b.add(Step{ID: "find", Kind: Find, Says: "Find the studs, strike the level lines", Minutes: finding, Opens: "wall",
			Caution: "Cables run up, down and level from outlets and switches: find them before you drill."})
	}
	under := ""
	for _, sh := range shelves {
		brackets := s.Design.Making.PracticeOf(sh.ID).First == design.BracketsFirst
		drilled := ""
		if brackets {
			drilled = b.drill(sh, under)
		}
		b.cards(sh, drilled, false)
		b.dry(sh)
		b.glue(sh)
		b.cards(sh, drilled, true)
		b.finish(sh)
		under = b.hang(sh, under, drilled)
	}
	return b.steps
}

// Afterwards is what is left to do when a wall is loaded, and when it comes down again.
func Afterwards() []string {
	return []string{"Tighten every fastener again after the first dry season.", "Look at it after a month and each year: sag, cracks at holes, what has come loose.",
		"Shims behind uprights where the wall is not flat: of hardwood, over the whole bearing.",
		"Taking down: unload from the top, prop the board, take out the lowest fasteners last.", "Moving: new holes at least " + say.Length(50) + " from old ones; old ones are plugged with glue and hardwood.",
		"Patching: fill, sand, prime, and paint the wall from corner to corner."}
}

// ErrCircle: steps that each wait for the other.
var ErrCircle = errors.New("these wait for each other")

// Sorted are steps in an order in which each comes after what it needs; ErrCircle names those that cannot.
func Sorted(steps []Step) ([]Step, error) {
	done := map[string]bool{}
	var out []Step
	known := map[string]bool{}
	for i := range steps {
		known[steps[i].ID] = true
	}
	for len(out) < len(steps) {
		before := len(out)
		for i := range steps {
			s := &steps[i]
			if !done[s.ID] && !slices.ContainsFunc(s.Needs, func(n Need) bool { return known[n.Step] && !done[n.Step] }) {
				done[s.ID] = true
				out = append(out, *s)
			}
		}
		if len(out) == before {
			var names []string
			for i := range steps {
				if !done[steps[i].ID] {
					names = append(names, steps[i].Says)
				}
			}
			return out, fmt.Errorf("%w: %s", ErrCircle, strings.Join(names[:min(4, len(names))], "; "))
		}
	}
	return out, nil
}
