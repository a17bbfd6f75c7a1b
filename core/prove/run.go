package prove

import (
	"fmt"
	"math"
	"slices"
	"time"

	"aguante/core/field"
	"aguante/core/material"
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

// Do is what is to be done next.
type Do string

// What is to be done.
const (
	DoPut     Do = "put"
	DoWait    Do = "wait"
	DoRead    Do = "read"
	DoOff     Do = "off"
	DoZero    Do = "zero"
	DoUnload  Do = "unload"
	DoRecover Do = "recover"
	DoNothing Do = "over"
)

// Choices lists them.
func (Do) Choices() []field.Choice {
	return field.Choose("put", "next", "wait", "wait", "read", "read", "off", "take off", "zero", "zero the gauge", "unload", "unload now", "recover", "wait for it to come back", "over", "over")
}

// Result is what a test came to.
type Result string

// The results.
const (
	Running Result = "running"
	Passed  Result = "passed"
	Failed  Result = "failed"
	Stopped Result = "stopped"
	Open    Result = "open" // it held, and whether it came back cannot be told
)

// Choices lists the results.
func (Result) Choices() []field.Choice {
	return field.Choose("running", "running", "passed", "passed", "failed", "failed", "stopped", "stopped", "open", "held; left open")
}

// Advice is what is to be done now: one instruction, and why where a rule speaks. Kg is what stands on the shelf when it is
// done; Due is when the clock runs out, seconds since the test began, 0 without a clock.
type Advice struct {
	Do     Do      `json:"do"`
	Says   string  `json:"says"`
	Why    string  `json:"why,omitempty"`
	Kg     float64 `json:"kg"`
	Due    float64 `json:"due_s,omitempty"`
	Ask    float64 `json:"ask_s,omitempty"` // when it says something else
	Result Result  `json:"result"`
}

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

// Advise says what is to be done so many seconds after the test began.
func (r *Run) Advise(now float64) Advice {
	p := &r.Plan
	out := Advice{Kg: r.Kg, Result: r.result}
	if r.stop != "" && r.phase != over {
		out.Do, out.Says, out.Why, out.Kg = DoUnload, "Unload now.", r.stop, 0
		return out
	}
	switch r.phase {
	case ready:
		out.Do, out.Kg = DoPut, p.Bedding
		out.Says = fmt.Sprintf("Put %s on it for a minute, to bed it in.", say.About(p.Bedding))
	case bedding:
		out.Do, out.Due, out.Says = DoWait, max(r.since+beds, r.pause), "Wait a minute."
		if now >= out.Due {
			out.Do, out.Kg, out.Says = DoOff, 0, "Take it off again."
		}
	case zeroing:
		out.Do, out.Says = DoZero, "Read what is left, and set the gauge to zero."
	case loading:
		st := p.Steps[r.step]
		k := slices.IndexFunc(st.Loads, func(kg float64) bool { return kg > r.Kg+1e-9 })
		out.Do, out.Kg = DoPut, st.Loads[max(0, k)]
		out.Says = fmt.Sprintf("Add %s: %s. Listen.", st.Adds[max(0, k)], say.About(out.Kg))
	case keeping, holding:
		out.Do, out.Due, out.Says = DoWait, r.nextRead(), "Wait, then look and read."
		if p.Gauge == NoGauge {
			out.Says = "Wait, then look."
		}
	case unloading:
		out.Do, out.Kg, out.Says = DoOff, 0, "It has held. Take it all off, from the side."
	case coming:
		out.Do, out.Due, out.Says = DoRecover, r.left+day, "Read it once more within a day: three quarters have to come back."
	case over:
		out.Do, out.Why = DoNothing, r.why
		out.Says = map[Result]string{Passed: "Passed.", Failed: "Failed.", Stopped: "Stopped.", Open: "It held. Left open."}[r.result]
		return out
	}
	if r.again && r.phase < unloading {
		out.Do, out.Due, out.Kg, out.Why, out.Says = DoWait, r.pause, r.Kg, r.why, "Wait, look, and read again."
	}
	if out.Do == DoWait {
		if out.Ask = out.Due; r.phase != bedding {
			out.Ask -= early
		}
	}
	if out.Do == DoWait && r.phase != bedding && now >= out.Ask {
		out.Do = DoRead
		out.Says = "Look, and read the gauge."
		if p.Gauge == NoGauge {
			out.Says = "Look."
		}
	}
	return out
}

// Result is what the test came to, and why.
func (r *Run) Result() (Result, string) { return r.result, r.why }

// Clock turns times of entries into seconds since the first.
func Clock(begun, when string) float64 {
	from, err1 := time.Parse(time.RFC3339, begun)
	at, err2 := time.Parse(time.RFC3339, when)
	if err1 != nil || err2 != nil {
		return 0
	}
	return at.Sub(from).Seconds()
}
