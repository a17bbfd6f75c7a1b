package logbook

import (
	"encoding/json"
	"fmt"
	"os"
	"strings"
	"testing"
	"time"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/journal"
	"aguante/core/problem"
	"aguante/core/prove"
	"aguante/core/saglog"
)

func honeyRoom(t *testing.T) (*design.Project, *check.Report) {
	t.Helper()
	b, err := os.ReadFile("../../demo/honey-room.json")
	if err != nil {
		t.Fatal(err)
	}
	var p design.Project
	if err := json.Unmarshal(b, &p); err != nil {
		t.Fatal(err)
	}
	rep, err := check.Run(t.Context(), &p)
	if err != nil {
		t.Fatal(err)
	}
	return &p, rep
}

func shelfOf(t *testing.T, rep *check.Report, id string) *check.Shelf {
	t.Helper()
	for i := range rep.Shelves {
		if rep.Shelves[i].ID == id {
			return &rep.Shelves[i]
		}
	}
	t.Fatal("no shelf", id)
	return nil
}

var start = time.Date(2025, 10, 1, 9, 0, 0, 0, time.UTC)

// read is an entry of a reading so many days after the start.
func sag(day float64, mm, kg float64) journal.Entry {
	data, _ := json.Marshal(Reading{Mm: mm, Gauge: prove.Edge, Kg: kg})
	return journal.Entry{ID: fmt.Sprintf("r%g", day), Kind: journal.Reading, About: "alcove", Data: data,
		When: start.Add(time.Duration(day * 24 * float64(time.Hour))).Format(time.RFC3339)}
}

func always(string) bool { return true }

// A year of the alcove shelf that sags as it was reckoned passes its limit; one that is far softer is told of.
func TestAYearOfReadings(t *testing.T) {
	_, rep := honeyRoom(t)
	a := shelfOf(t, rep, "alcove")
	_, first, _ := place(a)
	now := start.AddDate(1, 0, 1)
	grown := func(by float64, days ...float64) (out []journal.Entry) {
		out = append(out, sag(-0.1, 0, 0))
		for _, d := range days {
			k := 1 + a.Sagging.Kdef*saglog.Stretched(d)
			out = append(out, sag(d, by*first*k, a.Asked))
		}
		return out
	}
	y := Over(a, grown(1, 0, 1, 4, 27, 114, 348), always, now)
	t.Logf("first day %.2f, limit %.2f, ten %.2f (%.2f–%.2f), passes %s, %v", first, y.Limit, y.Ten.Mm, y.Ten.Low, y.Ten.High, y.Passes, y.Warnings)
	for _, r := range y.Readings {
		if r.Outside != "" || r.Earlier {
			t.Errorf("as reckoned, and %+v", r)
		}
	}
	if y.Passes == "" {
		t.Error("it does not pass its limit")
	}
	soft := Over(a, grown(2, 0, 1, 4, 27), always, now)
	if soft.Readings[1].Outside != "above" {
		t.Errorf("twice as soft: %+v", soft.Readings)
	}
	if soft.Ten.Mm < 1.5*y.Ten.Mm {
		t.Errorf("twice as soft, and %.2f in ten years after %.2f", soft.Ten.Mm, y.Ten.Mm)
	}
	// What was read of another shelf counts no more.
	other := Over(a, grown(2, 0, 1, 4, 27), func(string) bool { return false }, now)
	if !other.Readings[1].Earlier || other.Ten.Mm == soft.Ten.Mm {
		t.Error("readings of the shelf before it was changed count")
	}
	// Faster and faster.
	runs := append(grown(1, 0), sag(1, first*1.1, a.Asked), sag(4, first*1.5, a.Asked), sag(27, first*3.5, a.Asked), sag(60, first*6.5, a.Asked))
	if w := strings.Join(Over(a, runs, always, now).Warnings, " "); !strings.Contains(w, "not settling") {
		t.Errorf("faster and faster: %q", w)
	}
}

// Reminders: even steps of creep, then every year; none before it is loaded; at once after a bump, until somebody looked.
func TestWhenToLookAgain(t *testing.T) {
	if d := Next(nil, "alcove", start); d.On != "" {
		t.Errorf("nothing stands on it, and %+v", d)
	}
	all := []journal.Entry{sag(0, 2, 3)}
	for _, c := range []struct {
		read float64
		on   string
	}{{0, "2025-10-02"}, {1, "2025-10-05"}, {4, "2025-10-28"}, {27, "2026-01-23"}, {114, "2026-09-14"}, {348, "2027-09-14"}} {
		if c.read > 0 {
			all = append(all, sag(c.read, 2, 3))
		}
		if d := Next(all, "alcove", start.AddDate(0, 0, int(c.read))); d.On != c.on {
			t.Errorf("after day %g: %+v, want %s", c.read, d, c.on)
		}
	}
	late := Next(all[:1], "alcove", start.AddDate(0, 3, 0))
	if late.On != "2025-10-28" {
		t.Errorf("missed: %+v", late)
	}
	bump, _ := json.Marshal(Note{What: Bumped})
	all = append(all, journal.Entry{ID: "b", Kind: journal.Remark, About: "alcove", Data: bump, When: start.AddDate(1, 0, 0).Format(time.RFC3339)})
	if d := Next(all, "alcove", start.AddDate(1, 0, 1)); d.On != "2026-10-01" || !strings.Contains(d.Why, "bumped") {
		t.Errorf("bumped: %+v", d)
	}
}

// Entries that cannot be are named by what is wrong with them.
func TestEntriesThatCannotBe(t *testing.T) {
	for what, c := range map[string]struct {
		e    journal.Entry
		path string
	}{
		"tomorrow's":      {journal.Entry{Kind: journal.Remark, Text: "x", When: start.AddDate(0, 0, 3).Format(time.RFC3339)}, "when"},
		"nothing said":    {journal.Entry{Kind: journal.Remark}, "text"},
		"no reading":      {journal.Entry{Kind: journal.Reading, Data: []byte(`"two"`)}, "data"},
		"far up":          {journal.Entry{Kind: journal.Reading, Data: []byte(`{"mm":-300,"gauge":"dial","kg":1}`)}, "mm"},
		"by eye":          {journal.Entry{Kind: journal.Reading, Data: []byte(`{"mm":3,"gauge":"none","kg":1}`)}, "gauge"},
		"a load of less":  {journal.Entry{Kind: journal.Reading, Data: []byte(`{"mm":3,"gauge":"dial","kg":-1}`)}, "kg"},
		"loaded later":    {journal.Entry{Kind: journal.Reading, Data: []byte(`{"mm":3,"gauge":"dial","kg":1,"since":"2030-01-01T00:00:00Z"}`)}, "since"},
		"a nameless test": {journal.Entry{Kind: journal.Test, Data: []byte(`{"did":"read","mm":1}`)}, "test"},
		"a planless one":  {journal.Entry{Kind: journal.Test, Data: []byte(`{"did":"begin"}`)}, "plan"},
		"nothing broke":   {journal.Entry{Kind: journal.Broke, Data: []byte(`{"went":"wood","kg":0}`)}, "kg"},
	} {
		if c.e.When == "" {
			c.e.When = start.Format(time.RFC3339)
		}
		l := problem.New()
		Validate(&c.e, start, l)
		found := false
		for _, p := range l.All() {
			found = found || p.Path == c.path
		}
		if !found {
			t.Errorf("%s: %v", what, l.All())
		}
	}
	l := problem.New()
	good := sag(0, -0.4, 3)
	if Validate(&good, start, l); len(l.All()) > 0 {
		t.Errorf("a board that bows up: %v", l.All())
	}
}

// The log says each thing in words, the newest first, and what was taken back stays to be seen.
func TestTheLogInWords(t *testing.T) {
	p, rep := honeyRoom(t)
	plan, err := prove.Of(t.Context(), p, rep, prove.Asked{Shelf: "jars", Hold: prove.AnHour, Where: prove.AsAsked, Gauge: prove.Dial})
	if err != nil {
		t.Fatal(err)
	}
	event := func(id string, minute int, e prove.Event) journal.Entry {
		data, _ := json.Marshal(e)
		return journal.Entry{ID: id, Kind: journal.Test, About: "jars", Data: data, When: start.Add(time.Duration(minute) * time.Minute).Format(time.RFC3339)}
	}
	all := []journal.Entry{event("t", 0, prove.Event{Did: prove.Begin, Plan: plan}), event("u", 1, prove.Event{Test: "t", Did: prove.Put, Kg: 9}),
		event("v", 2, prove.Event{Test: "t", Did: prove.Heard, What: prove.Creak}), sag(3, 2.1, 3.3),
		{ID: "w", Kind: journal.TakeBack, Back: "u", When: start.AddDate(0, 0, 4).Format(time.RFC3339)}}
	lines := Lines(p, all)
	if len(lines) != 4 || lines[0].Kind != journal.Reading || lines[0].Name != "Alcove shelf" || !lines[2].Out || lines[2].Shelf != "jars" || !strings.Contains(lines[1].Says, "a creak") {
		t.Errorf("%+v", lines)
	}
	tests := Tests(all)
	if len(tests) != 1 || len(tests[0].Events) != 1 || tests[0].Events[0].At != 120 {
		t.Errorf("%+v", tests)
	}
	if a := tests[0].Run().Advise(120); a.Do != prove.DoPut {
		t.Errorf("what was put on is taken back, and %+v", a)
	}
}
