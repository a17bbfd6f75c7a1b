package plan

import (
	"encoding/json"
	"strings"
	"testing"

	"aguante/core/problem"
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
