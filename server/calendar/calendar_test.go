package calendar

import (
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"aguante/core/order"
	"aguante/core/say"
	"aguante/web/nodetest"
)

// event is one as a library that is not ours reads it.
type event struct {
	UID, Summary, Description, Start, End string
	Floating                              bool
	Alarms                                int
}

func read(t *testing.T, ics []byte) []event {
	t.Helper()
	file := filepath.Join(t.TempDir(), "work.ics")
	if err := os.WriteFile(file, ics, 0o600); err != nil {
		t.Fatal(err)
	}
	out := nodetest.Run(t, nil, "--input-type=module", "-e", `import ICAL from "ical.js"; import fs from "fs";
const c = new ICAL.Component(ICAL.parse(fs.readFileSync(process.argv[1], "utf8")));
console.log(JSON.stringify(c.getAllSubcomponents("vevent").map(v => { const e = new ICAL.Event(v); return { UID: e.uid, Summary: e.summary, Description: e.description ?? "",
Start: e.startDate.toString(), End: e.endDate.toString(), Floating: e.startDate.zone === ICAL.Timezone.localTimezone, Alarms: v.getAllSubcomponents("valarm").length }; })))`, file)
	var all []event
	if err := json.Unmarshal(out, &all); err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	return all
}

// The same blocks come out as went in, by the clock on the wall also in the week in which summer time begins; long names in
// other letters are folded and whole; ids stay the same when it is written again.
func TestOthersReadTheCalendar(t *testing.T) {
	long := strings.Repeat("Ράφι, полка; ", 12) + "the end"
	w := &Work{Units: say.Units{Length: "in", Mass: "lb"}, ID: "wall-1", Name: "Honey room", Start: time.Date(2026, 3, 27, 0, 0, 0, 0, time.UTC), Now: time.Date(2026, 3, 20, 12, 0, 0, 0, time.UTC),
		Steps: []order.Step{{ID: "glue/a/1/1", Says: "Glue up", Wait: 24, Why: "no stress over " + say.Length(254), Caution: "Not under 10 °C."}, {ID: "sand/a/100", Says: long}},
		Days: &order.Schedule{Blocks: []order.Block{{Step: "glue/a/1/1", From: 19*60 + 10, To: 19*60 + 16}, {Step: "sand/a/100", From: 2*24*60 + 1*60 + 30, To: 2*24*60 + 3*60 + 30},
			{Step: "sand/a/100", From: 3*24*60 + 1140, To: 3*24*60 + 1150}}, Free: map[string]int{"glue/a/1/1": 24*60 + 19*60 + 16, "sand/a/100": 1}}}
	ics := Write(w)
	for _, line := range strings.Split(string(ics), "\r\n") {
		if len(line) > 75 {
			t.Errorf("a line of %d bytes: %q", len(line), line)
		}
	}
	if strings.Contains(strings.ReplaceAll(string(ics), "\r\n", ""), "\n") {
		t.Error("a line without its carriage return")
	}
	all := read(t, ics)
	want := map[string]event{
		"wall-1/glue/a/1/1/1@aguante":    {Summary: "Glue up", Start: "2026-03-27T19:10:00", End: "2026-03-27T19:16:00", Description: "Not under 10 °C."},
		"wall-1/sand/a/100/1@aguante":    {Summary: long, Start: "2026-03-29T01:30:00", End: "2026-03-29T03:30:00"},
		"wall-1/sand/a/100/2@aguante":    {Summary: long, Start: "2026-03-30T19:00:00", End: "2026-03-30T19:10:00"},
		"wall-1/glue/a/1/1/wait@aguante": {Summary: "Glue up: the wait is over", Start: "2026-03-28T19:16:00", End: "2026-03-28T19:31:00", Description: "no stress over 10 in", Alarms: 1},
	}
	if len(all) != len(want) {
		t.Errorf("%d events of %d", len(all), len(want))
	}
	for _, e := range all {
		o, ok := want[e.UID]
		if o.UID, o.Floating = e.UID, true; !ok || e != o {
			t.Errorf("%+v\nis not\n%+v", e, o)
		}
	}
	w.Days.Blocks[0].From += 60
	w.Days.Blocks[0].To += 60
	again := read(t, Write(w))
	if len(again) != len(all) || again[0].UID != all[0].UID || again[0].Start == all[0].Start {
		t.Errorf("written again: %+v", again[0])
	}
}
