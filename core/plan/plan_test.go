package plan

import (
	"encoding/json"
	"strings"
	"testing"

	"aguante/core/problem"
	"aguante/core/shop"
)

func TestPlansThatCannotBeAreNamed(t *testing.T) {
	for path, text := range map[string]string{
		"":               `{"locked":[{"id":"b1","stock":"s","pieces":["A1"]}],"moves":[{"piece":"A1","board":"b1","at_mm":"12 in"}],"days":[{"step":"s1","on":"2026-11-26"}],"days_off":["2026-12-24"]}`,
		"locked[1].id":   `{"locked":[{"id":"b1"},{"id":"b1"}]}`,
		"moves[0].at_mm": `{"moves":[{"piece":"A1","at_mm":-1}]}`,
		"days[0].on":     `{"days":[{"step":"s","on":"soon"}]}`,
		"days_off[1]":    `{"days_off":["2026-12-24","Christmas"]}`,
		"days_off":       `{"days_off":["` + strings.Repeat(`2026-12-24","`, 1000) + `2026-12-24"]}`,
	} {
		p, l := Empty(), problem.New()
		if err := json.Unmarshal([]byte(text), &p); err != nil {
			t.Fatal(err)
		}
		p.Validate(l)
		if got := l.All(); path == "" && len(got) > 0 || path != "" && (len(got) != 1 || got[0].Path != path) {
			t.Errorf("%s: %+v", path, got)
		}
	}
}

// A plan from before a moved piece said what its board is one of opens; it counts no more.
func TestAPlanFromBeforeOpens(t *testing.T) {
	p := Empty()
	if err := json.Unmarshal([]byte(`{"moves":[{"piece":"jars/board#1","board":"b-1","at_mm":0}]}`), &p); err != nil {
		t.Fatal(err)
	}
	l := problem.New()
	if p.Validate(l); len(l.All()) > 0 || len(p.Moves) != 1 || p.Moves[0].Stock != "" {
		t.Errorf("%+v: %v", p, l.All())
	}
	wall := demo(t, "honey-room")
	if _, c := laidOut(t, wall, shop.New(true), p, nil); len(c.Unmet) != 1 || len(c.Blanks) == 0 {
		t.Errorf("not met: %v", c.Unmet)
	}
}
