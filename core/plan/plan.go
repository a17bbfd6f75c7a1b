// Package plan is what a person has decided about how a wall is built, beside the design:
// it changes no verdict, is versioned apart, and what it speaks of that is gone counts no
// more.
package plan

import (
	"fmt"
	"time"

	"aguante/core/field"
	"aguante/core/problem"
	"aguante/core/quantity"
)

// Plan holds boards that are to stay as they are cut, pieces moved by hand, and blocks of
// work put on other days.
type Plan struct {
	Locked []Locked `json:"locked" count:"0 400" usual:"[]"`
	Moves  []Move   `json:"moves" count:"0 2000" usual:"[]"`
	Days   []Day    `json:"days" count:"0 2000" usual:"[]"`
	Off    []string `json:"days_off" usual:"[]"` // dates without work
}

// Locked is a board whose cuts stay: the pieces on it, in their order.
type Locked struct {
	ID     string   `json:"id"` // of the board
	Stock  string   `json:"stock"`
	Pieces []string `json:"pieces"`
}

// Move puts a piece on a board, at a place along it.
type Move struct {
	Piece string          `json:"piece"`
	Board string          `json:"board"`
	Stock string          `json:"stock"` // what the board is one of
	At    quantity.Length `json:"at_mm" range:"0 20000"`
}

// Day puts a step on a date; a locked one stays there when all is planned anew.
type Day struct {
	Step string `json:"step"`
	On   string `json:"on"`
	Lock bool   `json:"locked,omitempty"`
}

// Empty is a plan in which nobody has decided anything.
func Empty() Plan {
	var p Plan
	field.Usual(&p)
	return p
}

// Validate names every problem of a plan by itself.
func (p *Plan) Validate(l *problem.List) {
	if !field.Check(l, p) {
		return
	}
	date := func(step, text string) {
		if _, err := time.Parse(time.DateOnly, text); err != nil {
			l.Add(step, "%q is no date: give one like 2026-11-26", text)
		}
	}
	for i, d := range p.Days {
		date(fmt.Sprintf("days[%d].on", i), d.On)
	}
	if len(p.Off) > 1000 {
		l.Add("days_off", "%d of them: at most 1000", len(p.Off))
		return
	}
	for i, d := range p.Off {
		date(fmt.Sprintf("days_off[%d]", i), d)
	}
}
