package setup

import (
	"encoding/json"
	"strings"

	"aguante/core/journal"
)

// Measured is what a journal keeps of a test piece or a bevel: the key that a card asks under, and the figure in mm or
// degrees.
type Measured struct {
	Key   string  `json:"key"`
	Value float64 `json:"value"`
}

// Facts are the figures that were measured, by their keys, the last word of each; and which cards are done, by their
// ids, with the entry that says so. Entries that make no sense are passed over.
func Facts(entries []journal.Entry) (measured map[string]float64, done map[string]string) {
	measured, done = map[string]float64{}, map[string]string{}
	for _, e := range journal.Standing(entries) {
		switch e.Kind {
		case journal.Measure:
			var m Measured
			if json.Unmarshal(e.Data, &m) == nil && m.Key != "" && m.Value > 0 && m.Value < 1e4 {
				measured[m.Key] = m.Value
			}
		case journal.Tick:
			if id, ok := strings.CutPrefix(e.About, "card/"); ok {
				done[id] = e.ID
			}
		}
	}
	return measured, done
}
