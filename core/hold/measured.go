package hold

import (
	"aguante/core/fastener"
	"aguante/core/field"
	"aguante/core/problem"
	"aguante/core/quantity"
	"aguante/core/say"
)

// Measured is a screw as one has measured it oneself: its diameter over the thread,
// under the thread, and over the head, mm. What is 0 is the catalogue's.
type Measured struct {
	D    quantity.Length `json:"d_mm,omitempty" range:"0|1.5 30"`
	Root quantity.Length `json:"root_mm,omitempty" range:"0|1 28"`
	Head quantity.Length `json:"head_mm,omitempty" range:"0|3 60"`
}

// Validate names every problem of what was measured.
func (m *Measured) Validate(p *problem.List) {
	field.Check(p, m)
	if m.D != 0 && m.Root > m.D {
		p.Add("root_mm", "under the thread %s, over it %s: the thread stands out", say.Length(float64(m.Root)),
			say.Length(float64(m.D)))
	}
}

// over puts what was measured over a catalogue's type.
func (m *Measured) over(t fastener.Type) fastener.Type {
	if m == nil {
		return t
	}
	if m.D > 0 {
		t.D = float64(m.D)
	}
	if m.Root > 0 {
		t.Root = float64(m.Root)
	}
	if m.Head > 0 {
		t.Head = float64(m.Head)
	}
	return t
}
