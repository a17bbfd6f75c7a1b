package prove

import (
	"fmt"
	"slices"

	"aguante/core/field"
	"aguante/core/say"
)

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
