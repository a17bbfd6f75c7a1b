package prove

import (
	"fmt"
	"math"
	"time"

	"aguante/core/field"
	"aguante/core/problem"
	"aguante/core/say"
)

// Did is what happened in a test.
type Did string

// What may happen.
const (
	Begin Did = "begin" // the plan is agreed and the cautions read
	Put   Did = "put"   // so much stands on it from now on
	Zero  Did = "zero"  // the gauge was made to read zero, and read so much before
	Read  Did = "read"  // it was looked at, and the gauge read
	Heard Did = "heard"
	Saw   Did = "saw"
	Stop  Did = "stop"  // the person wants no more
	Broke Did = "broke" // it let go
)

// Choices lists what may happen.
func (Did) Choices() []field.Choice {
	return field.Choose("begin", "begun", "put", "loaded", "zero", "gauge zeroed", "read", "read", "heard", "heard", "saw", "seen", "stop", "stopped by hand", "broke", "it let go")
}

// Noticed is what is heard or seen of a shelf under load.
type Noticed string

// What may be noticed.
const (
	Creak Noticed = "creak"
	Tick  Noticed = "tick"
	Crack Noticed = "crack"
	Gap   Noticed = "gap"
	Heads Noticed = "heads"
	Heel  Noticed = "heel"
	Joint Noticed = "joint"
	Bore  Noticed = "bore"
	Bent  Noticed = "bent"
)

// Choices lists what may be noticed: the first three are heard.
func (Noticed) Choices() []field.Choice {
	return field.Choose("creak", "a creak", "tick", "a tick", "crack", "a crack", "gap", "a gap at the wall", "heads", "screw heads out",
		"heel", "a heel pressed in", "joint", "a joint opening", "bore", "a crack at a bore", "bent", "a bent bar")
}

func (n Noticed) sound() bool { return n == Creak || n == Tick || n == Crack }

// Event is one thing that happened in a test, as the journal keeps it. Test names the test, by the id of the entry that
// began it; Kg is what stands on the shelf of contents' mass, Mm what the gauge reads, down counted as more.
type Event struct {
	Test string  `json:"test"`
	Did  Did     `json:"did"`
	Kg   float64 `json:"kg,omitempty"`
	Mm   float64 `json:"mm,omitempty"`
	What Noticed `json:"what,omitempty" blank:"ok"`
	Plan *Plan   `json:"plan,omitempty"`

	At float64 `json:"-"` // seconds since the test began
	ID string  `json:"-"` // of the entry
}

// Validate names what cannot be.
func (e *Event) Validate(l *problem.List) {
	field.Check(l, e)
	if e.Test == "" && e.Did != Begin {
		l.Add("test", "say which test this belongs to")
	}
	if (e.Did == Begin) != (e.Plan != nil) {
		l.Add("plan", "a test begins with its plan, and nothing else has one")
	}
	if !(e.Kg >= 0 && e.Kg <= 20_000) {
		l.Add("kg", "%s is no load of a shelf", say.About(e.Kg))
	}
	if !(math.Abs(e.Mm) <= 500) {
		l.Add("mm", "%s is no sag of a shelf", say.Length(e.Mm))
	}
	if heard := e.What != "" && e.What.sound(); e.Did == Heard && !heard || e.Did == Saw && (heard || e.What == "") {
		l.Add("what", "say what was %s", map[Did]string{Heard: "heard", Saw: "seen"}[e.Did])
	}
	if e.Plan != nil {
		e.Plan.validate(l)
	}
}

func (p *Plan) validate(l *problem.List) {
	p.Asked.Validate(l)
	at := 0.0
	for i, s := range p.Steps {
		for _, kg := range s.Loads {
			if !(kg > at) || kg > p.Load+1e-6 {
				l.Add(fmt.Sprintf("plan.steps[%d]", i), "%s after %s: loads rise to %s", say.About(kg), say.About(at), say.About(p.Load))
			}
			at = kg
		}
		if len(s.Loads) == 0 || len(s.Adds) != len(s.Loads) {
			l.Add(fmt.Sprintf("plan.steps[%d]", i), "a step has a load for each of its portions")
		}
	}
	if len(p.Steps) == 0 || len(p.Steps) > 200 || !(p.Load > 0) || !(p.Breaks > 0) || math.Abs(at-p.Load) > 1e-6 {
		l.Add("plan", "it leads nowhere: the steps end at %s of %s", say.About(at), say.About(p.Load))
	}
}

// Clock turns times of entries into seconds since the first.
func Clock(begun, when string) float64 {
	from, err1 := time.Parse(time.RFC3339, begun)
	at, err2 := time.Parse(time.RFC3339, when)
	if err1 != nil || err2 != nil {
		return 0
	}
	return at.Sub(from).Seconds()
}
