package load

import (
	"aguante/core/field"
	"aguante/core/material"
	"aguante/core/problem"
	"aguante/core/quantity"
)

// Timber is what pieces are of that are weighed by their size: sheets, planks, logs; each so long,
// wide and thick, mm, as dry as it is.
type Timber struct {
	Wood      string             `json:"wood"`
	Condition material.Condition `json:"condition,omitempty" blank:"ok"` // dry where nobody says
	Long      quantity.Length    `json:"long_mm" range:"10 10000"`
	Wide      quantity.Length    `json:"wide_mm" range:"5 5000"`
	Thick     quantity.Length    `json:"thick_mm" range:"0.5 1000"`
}

// Validate names every problem of a wood that pieces are of.
func (w *Timber) Validate(p *problem.List) {
	field.Check(p, w)
	if _, ok := material.Stuff(w.Wood, material.Grade{}, material.Dry, 1, float64(w.Thick)); !ok {
		p.Alone().Add("wood", "%q is not a wood, lumber or panel that is known", w.Wood)
	}
}

// heavier is by how much wood weighs more than at 12 % for the water in it (Rule, on WH table 4-1:
// green wood has 60 to 150 % of its dry mass in water, one that dries about 30).
var heavier = map[material.Condition]float64{material.Damp: 1.07, material.Drying: 1.2, material.Wet: 1.6}

// Each is the mass of one piece: its volume by the density of its wood (WH ch. 4), and by the
// water in it.
func (w *Timber) Each() quantity.Mass {
	b, _ := material.Stuff(w.Wood, material.Grade{}, material.Dry, float64(w.Wide), float64(w.Thick))
	by := 1.0
	if f := heavier[w.Condition]; f > 0 && b.Panel == nil {
		by = f
	}
	return quantity.Mass(b.Density() * float64(w.Long*w.Wide*w.Thick) * 1e-9 * by)
}
