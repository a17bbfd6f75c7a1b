package prove

import (
	"fmt"
	"math"

	"aguante/core/material"
	"aguante/core/say"
)

// Point is one reading: what stood there, how far it was down since the gauge was zeroed, and when.
type Point struct {
	Kg float64 `json:"kg"`
	Mm float64 `json:"mm"`
	At float64 `json:"at_s"`
}

// phase is how far a test has come.
type phase int

const (
	ready phase = iota // nothing stands on it yet
	bedding
	zeroing
	loading
	keeping
	holding
	unloading
	coming // back
	over
)

// Run is a test as it goes: events are taken in their order, and it says what to do next.
type Run struct {
	Plan   Plan
	Points []Point
	Bedded float64 // what the bedding left, mm
	Kg     float64 // that stands on it now
	Most   float64 // that ever stood on it
	Held   float64 // how long the whole load stood, s

	phase  phase
	step   int
	since  float64 // of the load as it is
	read   int     // scheduled readings of this step or hold that were taken
	marks  []Point // these, of this step or of the hold
	hold   float64 // when the hold began
	pause  float64 // no sooner than that
	again  bool    // read once more before going on
	doubt  bool    // a rule of the gauge has spoken once
	ticks  int
	stop   string // why all must come off
	left   float64
	down   float64 // at the end of the hold
	result Result
	why    string
}

// New begins a test.
func New(p Plan) *Run { return &Run{Plan: p, result: Running} }

// Follow goes through the events of a test.
func Follow(p Plan, events []Event) *Run {
	r := New(p)
	for _, e := range events {
		r.Take(e)
	}
	return r
}

// keepTimes are when a step is read, s after it is on.
var keepTimes = [3]float64{30, 165, 300}

const (
	patience = 300.0 // s that a doubt waits for
	early    = 15.0  // a reading so much before its time still counts, s
	beds     = 60.0
)

// Take takes the next event.
func (r *Run) Take(e Event) {
	if r.phase == over {
		return
	}
	switch e.Did {
	case Put:
		r.load(e)
	case Zero:
		if r.phase == zeroing {
			r.Bedded, r.phase, r.since = e.Mm, loading, e.At
		}
	case Read:
		r.reads(e)
	case Heard:
		r.hears(e)
	case Saw:
		r.sees(e)
	case Stop:
		if r.stop == "" && r.phase < unloading {
			r.stop = "you want no more of it"
		}
	case Broke:
		r.end(Failed, fmt.Sprintf("it let go under %s", say.About(r.Kg)))
	}
}

func (r *Run) end(result Result, why string) { r.phase, r.result, r.why = over, result, why }

func (r *Run) load(e Event) {
	r.Kg, r.Most = e.Kg, max(r.Most, e.Kg)
	r.since = e.At
	switch {
	case r.stop != "":
		if e.Kg == 0 {
			r.end(Stopped, r.stop)
		}
	case r.phase == ready:
		r.phase = bedding
	case r.phase == bedding:
		r.phase = zeroing
		if r.Plan.Gauge == NoGauge {
			r.phase = loading
		}
	case r.phase == loading:
		for r.step < len(r.Plan.Steps)-1 && e.Kg > r.Plan.Steps[r.step].Kg()+1e-9 {
			r.step++
		}
		if e.Kg >= r.Plan.Steps[r.step].Kg()-1e-9 {
			r.phase, r.read, r.marks = keeping, 0, nil
		}
	case e.Kg == 0 && r.phase < unloading: // before its time
		r.end(Stopped, "it was unloaded before its time")
	case r.phase == unloading && e.Kg == 0:
		r.left = e.At
		r.phase = coming
		r.comesBack(nil)
	}
}

// reads takes a reading, and asks the rules of the gauge.
func (r *Run) reads(e Event) {
	at := Point{Kg: r.Kg, Mm: e.Mm, At: e.At}
	if r.phase == coming {
		r.Points = append(r.Points, at)
		r.comesBack(&at)
		return
	}
	if r.phase != loading && r.phase != keeping && r.phase != holding {
		return
	}
	r.Points = append(r.Points, at)
	scheduled := r.phase != loading && e.At >= r.nextRead()-early
	if scheduled {
		r.marks = append(r.marks, at)
		r.read++
	}
	r.again = r.again && e.At < r.pause-early
	why := r.gauged(at)
	switch {
	case why == "":
		r.doubt = false
	case r.phase == holding || r.doubt:
		r.stop = why
	default:
		r.doubt, r.again, r.pause, r.why = true, true, e.At+patience, why
	}
	if r.stop != "" || r.doubt || r.again {
		return
	}
	switch {
	case r.phase == keeping && r.read >= len(keepTimes):
		if r.step == len(r.Plan.Steps)-1 {
			r.phase, r.read, r.hold, r.marks = holding, 0, e.At, []Point{at}
		} else {
			r.phase = loading
			r.step++
		}
	case r.phase == holding && e.At >= r.hold+r.Plan.Hold.Seconds()-early:
		r.Held, r.down = e.At-r.hold, e.Mm
		r.phase = unloading
	}
}

// nextRead is when the gauge is to be read next, s.
func (r *Run) nextRead() float64 {
	at := math.Inf(1)
	switch r.phase {
	case keeping:
		at = r.since + keepTimes[min(r.read, len(keepTimes)-1)]
	case holding:
		at = r.hold + min(r.Plan.Hold.Seconds(), patience*math.Pow(2, float64(r.read)))
	}
	if r.again {
		return r.pause
	}
	return at
}

// gauged asks the rules of the gauge (Rule, each): none acts on less than ten times the doubt of one reading.
func (r *Run) gauged(at Point) string {
	if r.Plan.Gauge == NoGauge {
		return ""
	}
	u := 10 * r.Plan.Gauge.Doubt()
	gives := 1.2
	switch hold := r.phase == holding; {
	case r.Plan.Yields && hold:
		gives = 1.47
	case r.Plan.Yields:
		gives = 1.4
	case hold:
		gives = 1.25
	}
	if k := r.Own(); r.Kg > r.Plan.Load/2 && k > 0 && at.Mm > gives*k*at.Kg+u {
		return "it is giving: it sags more for each kilogram than it did at first"
	}
	if first, half, ok := r.halves(at); ok && at.Mm-half.Mm > half.Mm-first.Mm+u {
		return "it is creeping away: it moved more in the second half of the time than in the first"
	}
	if s := r.Plan.Line; s > 0 && at.Mm > 1.7*s*at.Kg+u {
		return "it is not the shelf that was reckoned: it sags far more than that would"
	}
	return ""
}

// halves are the readings at the beginning and at half of the time since, of this step or of the hold.
func (r *Run) halves(at Point) (first, half Point, ok bool) {
	if len(r.marks) < 2 || at.At != r.marks[len(r.marks)-1].At {
		return first, half, false
	}
	first = r.marks[0]
	total := at.At - first.At
	for _, m := range r.marks[1 : len(r.marks)-1] {
		if part := (m.At - first.At) / total; part > 0.4 && part < 0.6 {
			return first, m, true
		}
	}
	return first, half, false
}

// Own is the shelf's own line: mm for each kg, by the readings up to half of the load and by what was predicted, which
// may be out by 22 % either way.
func (r *Run) Own() float64 {
	const spread = material.Spread
	s, doubt := r.Plan.Line, r.Plan.Gauge.Doubt()
	over, under := 0.0, 0.0
	if s > 0 {
		over, under = 1/(spread*spread*s), 1/(spread*spread*s*s)
	}
	for _, p := range r.Points {
		if p.Kg > 0 && p.Kg <= r.Plan.Load/2+1e-9 {
			over += p.Kg * p.Mm / (2 * doubt * doubt)
			under += p.Kg * p.Kg / (2 * doubt * doubt)
		}
	}
	if under == 0 {
		return 0
	}
	return over / under
}

// StopsAt is the sag at which the rules of the gauge speak at a load, mm; 0 where they do not.
func (r *Run) StopsAt(kg float64) float64 {
	if r.Plan.Gauge == NoGauge {
		return 0
	}
	u := 10 * r.Plan.Gauge.Doubt()
	at := math.Inf(1)
	if s := r.Plan.Line; s > 0 {
		at = 1.7*s*kg + u
	}
	gives := 1.2
	if r.Plan.Yields {
		gives = 1.4
	}
	if k := r.Own(); kg > r.Plan.Load/2 && k > 0 {
		at = min(at, gives*k*kg+u)
	}
	if math.IsInf(at, 1) {
		return 0
	}
	return at
}

func (r *Run) hears(e Event) {
	if r.stop != "" || r.phase >= unloading {
		return
	}
	switch {
	case e.What == Crack:
		r.stop = "you heard a crack"
	case e.What == Tick && r.ticks > 0:
		r.stop = "you heard a second tick"
	case e.What == Tick && r.Kg > r.Plan.Breaks/2:
		r.stop = "you heard a tick past half of what it is expected to break at"
	default:
		if e.What == Tick {
			r.ticks++
		}
		r.again = r.phase >= loading // before, nothing is read yet
		r.pause, r.why = e.At+beds, "you heard a "+string(e.What)+": once, and early, that may be nothing"
	}
}

func (r *Run) sees(e Event) {
	if r.phase >= unloading {
		r.end(Failed, "you saw "+seen(e.What)+" after it was unloaded")
		return
	}
	if r.stop == "" {
		r.stop = "you saw " + seen(e.What)
	}
}

func seen(n Noticed) string {
	for _, c := range n.Choices() {
		if c.Key == string(n) {
			return c.Label
		}
	}
	return string(n)
}

// Back is the part of the sag that has to come back within a day, where there is enough to tell (the rule of building codes
// for a structure that is tested).
const back = 0.75

// comesBack judges what came back; at is a reading without load, or nil just after it was unloaded.
func (r *Run) comesBack(at *Point) {
	g := r.Plan.Gauge
	switch {
	case g == NoGauge:
		r.end(Open, "it held; without a gauge nobody can say whether it came back")
	case r.down <= 4*g.Doubt():
		r.end(Passed, "it held, and hardly moved")
	case g != Dial && r.down < 10*g.Doubt():
		r.end(Open, "it held; whether it came back is too little to tell by this gauge: take a dial gauge, or leave it open")
	case at == nil:
	case r.down-at.Mm >= back*max(0, r.down-r.Plan.Creep):
		r.end(Passed, fmt.Sprintf("it held, and %s of %s came back", say.Sag(r.down-at.Mm), say.Sag(r.down)))
	case at.At-r.left >= day-early:
		r.end(Failed, fmt.Sprintf("of %s only %s came back within a day: something has given", say.Sag(r.down), say.Sag(max(0, r.down-at.Mm))))
	}
}

// Result is what the test came to, and why.
func (r *Run) Result() (Result, string) { return r.result, r.why }
