// Package working records the arithmetic of a rule while the rule is computed,
// so that the sum a person reads is the sum that was done.
package working

import "aguante/core/field"

// Kind says what a number measures, and so its unit and how it is written.
type Kind string

// The kinds. Each number of a step is in the unit given here.
const (
	Length    Kind = "length"     // mm
	Area      Kind = "area"       // mm²
	Modulus   Kind = "modulus"    // mm³
	Inertia   Kind = "inertia"    // mm⁴
	Mass      Kind = "mass"       // kg
	Force     Kind = "force"      // N
	Moment    Kind = "moment"     // N·mm
	Stress    Kind = "stress"     // MPa
	Rate      Kind = "rate"       // N/mm
	Stiffness Kind = "stiffness"  // N·mm²
	Density   Kind = "density"    // kg/m³
	Squared   Kind = "per_square" // MPa·mm, an intermediate of the yield equations
	Days      Kind = "days"       // days
	Ratio     Kind = "ratio"      // no unit
)

// Choices lists the kinds of number.
func (Kind) Choices() []field.Choice {
	return field.Choose("length", "length", "area", "area", "modulus", "modulus", "inertia", "inertia", "mass", "mass", "force", "force",
		"moment", "moment", "stress", "stress", "rate", "rate", "stiffness", "stiffness", "density", "density", "per_square", "per square",
		"days", "days", "ratio", "ratio")
}

// Input is one value that went into a step.
type Input struct {
	Symbol string  `json:"symbol"`
	Value  float64 `json:"value"`
	Kind   Kind    `json:"kind"`
}

// Step is one line of a sum: what is found, by which formula, from what, and
// on whose word. A source that begins with "Rule" is a workshop rule with no
// standard behind it.
type Step struct {
	Symbol  string  `json:"symbol"`
	Meaning string  `json:"meaning"`
	Formula string  `json:"formula"`
	Inputs  []Input `json:"inputs"`
	Result  float64 `json:"result"`
	Kind    Kind    `json:"kind"`
	Source  string  `json:"source"`
}

// Sheet collects steps. A nil sheet records nothing, so a rule can always
// write to the one it is given.
type Sheet struct {
	Steps []Step
}

// On tells whether anything is recorded; rules ask before they build inputs.
func (s *Sheet) On() bool { return s != nil }

// Endless is what a part in use is written as where something is asked of what takes nothing:
// there is no number for it in a file.
const Endless = 1e6

// Add records one step.
func (s *Sheet) Add(symbol, meaning, formula string, result float64, kind Kind, source string, inputs ...Input) {
	if s == nil {
		return
	}
	if kind == Ratio {
		result = min(result, Endless)
	}
	for _, step := range s.Steps {
		if step.Symbol == symbol && step.Formula == formula && step.Result == result {
			return
		}
	}
	s.Steps = append(s.Steps, Step{
		Symbol: symbol, Meaning: meaning, Formula: formula, Inputs: append([]Input{}, inputs...),
		Result: result, Kind: kind, Source: source,
	})
}

// In names one input.
func In(symbol string, value float64, kind Kind) Input {
	return Input{Symbol: symbol, Value: value, Kind: kind}
}
