package order

import (
	"encoding/json"
	"slices"
	"strings"
	"time"

	"aguante/core/journal"
)

// took is what a journal keeps of how long a step took: "took/" and the step's id, and minutes.
type took struct {
	Key   string  `json:"key"`
	Value float64 `json:"value"`
}

// Facts are the steps that are done, each with the minute from the first day's midnight at which it was, by the entries
// that say so; and how a person's own pace compares with the table, from what they have said that steps took, 0 where that
// is too little to tell. Zone is where the person's clock hangs.
func Facts(steps []Step, entries []journal.Entry, start time.Time, zone *time.Location) (done map[string]int, pace float64) {
	done = map[string]int{}
	at := func(id string) int { return slices.IndexFunc(steps, func(s Step) bool { return s.ID == id }) }
	for _, e := range journal.Standing(entries) {
		switch e.Kind {
		case journal.Tick:
			id := strings.TrimPrefix(e.About, "step/")
			when, err := time.Parse(time.RFC3339, e.When)
			if i := at(id); i >= 0 && err == nil {
				steps[i].Done = e.ID
				local := when.In(zone)
				done[id] = int(time.Date(local.Year(), local.Month(), local.Day(), local.Hour(), local.Minute(), 0, 0, time.UTC).Sub(start).Minutes())
			}
		case journal.Measure:
			var t took
			if json.Unmarshal(e.Data, &t) != nil || t.Value <= 0 {
				continue
			}
			if id, ok := strings.CutPrefix(t.Key, "took/"); ok && at(id) >= 0 {
				steps[at(id)].Took = t.Value
			}
		}
	}
	var ratios []float64
	for i := range steps {
		if s := &steps[i]; s.Took > 0 && s.Minutes > 0 {
			ratios = append(ratios, s.Took/s.Minutes)
		}
	}
	const enough = 3
	if len(ratios) < enough {
		return done, 0
	}
	slices.Sort(ratios)
	return done, min(5, max(0.2, ratios[len(ratios)/2]))
}
