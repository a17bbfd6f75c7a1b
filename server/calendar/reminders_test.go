package calendar

import (
	"encoding/json"
	"strings"
	"testing"
	"time"

	"aguante/core/design"
	"aguante/core/journal"
	"aguante/core/logbook"
	"aguante/core/prove"
)

// The days to look again are read by a library that is not ours: ten years of them, each with an alarm, and the same ids when
// they are written once more.
func TestReminders(t *testing.T) {
	data, err := json.Marshal(logbook.Reading{Mm: 2, Gauge: prove.Dial, Kg: 12})
	if err != nil {
		t.Fatal(err)
	}
	p := &design.Project{Name: "Honey room", Shelves: []design.Shelf{{ID: "jars", Name: "Jar shelf"}, {ID: "new", Name: "New shelf"}}}
	begun := time.Date(2026, 3, 1, 10, 0, 0, 0, time.UTC)
	log := []journal.Entry{{ID: "a", Kind: journal.Reading, About: "jars", When: begun.Format(time.RFC3339), Data: data}}
	now := begun.AddDate(0, 0, 1)
	all := read(t, Reminders("w", p, log, now))
	if len(all) != 15 {
		t.Fatalf("%d events", len(all))
	}
	for i, e := range all {
		if e.Alarms != 1 || !strings.Contains(e.Summary, "Jar shelf") || !strings.Contains(e.Description, "no gap at the wall") || !e.Floating {
			t.Errorf("%d: %+v", i, e)
		}
	}
	if all[0].Start != "2026-03-02" || all[1].Start != "2026-03-05" || all[14].Start != "2037-02-09" {
		t.Errorf("%s, %s to %s", all[0].Start, all[1].Start, all[14].Start)
	}
	for i, e := range read(t, Reminders("w", p, log, now.Add(time.Hour))) {
		if e.UID != all[i].UID {
			t.Errorf("%s became %s", all[i].UID, e.UID)
		}
	}
	if len(read(t, Reminders("w", p, nil, now))) != 0 {
		t.Error("nothing is loaded, and something is due")
	}
}
