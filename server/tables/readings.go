package tables

import (
	"encoding/json"
	"fmt"
	"time"

	"aguante/core/design"
	"aguante/core/journal"
	"aguante/core/logbook"
	"aguante/core/problem"
	"aguante/core/prove"
	"aguante/core/quantity"
	"aguante/core/say"
)

// sagRow is a reading as a line of a table.
type sagRow struct {
	on, text, shelf string
	mm              quantity.Length
	kg              quantity.Mass
	gauge           prove.Gauge
	moisture        float64
	entry           journal.Entry
}

var readings = []column[sagRow]{
	word("date", func(r *sagRow) *string { return &r.on }),
	word("shelf", func(r *sagRow) *string { return &r.shelf }),
	length("sag", func(r *sagRow) *quantity.Length { return &r.mm }),
	mass("load", func(r *sagRow) *quantity.Mass { return &r.kg }),
	word("gauge", func(r *sagRow) *prove.Gauge { return &r.gauge }),
	number("moisture_pct", func(r *sagRow) *float64 { return &r.moisture }),
	word("remark", func(r *sagRow) *string { return &r.text }),
}

// WriteReadings writes the readings of all shelves of a wall, in the order of time.
func WriteReadings(p *design.Project, entries []journal.Entry, u say.Units) []byte {
	rows := []sagRow{}
	for _, s := range p.Shelves {
		for _, t := range logbook.Read(entries, s.ID) {
			rows = append(rows, sagRow{on: t.When.Format(time.RFC3339), shelf: s.Name, mm: quantity.Length(t.Mm), kg: quantity.Mass(t.Kg), gauge: t.Gauge,
				moisture: t.Moisture, text: t.Text})
		}
	}
	return write(readings, rows, u)
}

// ReadReadings reads readings of a shelf; they become entries with ids from newID. Lines that cannot be taken are named. A
// date alone is noon of that day.
func ReadReadings(text, shelf string, now time.Time, newID func() string) ([]journal.Entry, []Bad, error) {
	rows, bad, err := read(text, readings, []string{"date", "sag", "load"}, sagRow{gauge: prove.Edge}, func(r *sagRow, l *problem.List) {
		when, err := time.Parse(time.RFC3339, r.on)
		if err != nil {
			if when, err = time.Parse(time.DateOnly, r.on); err != nil {
				l.Add("date", "%q is no date: give one like 2026-11-26", r.on)
				return
			}
			when = when.Add(12 * time.Hour)
		}
		data, err := json.Marshal(logbook.Reading{Mm: float64(r.mm), Kg: float64(r.kg), Gauge: r.gauge, Moisture: r.moisture})
		if err != nil {
			l.Add("", "%v", err)
			return
		}
		r.entry = journal.Entry{ID: newID(), Kind: journal.Reading, When: when.UTC().Format(time.RFC3339), About: shelf, Text: r.text, Data: data}
		r.entry.Validate(l)
		logbook.Validate(&r.entry, now, l)
	})
	out := make([]journal.Entry, 0, len(rows))
	for _, r := range rows {
		out = append(out, r.entry)
	}
	return out, bad, err
}

var logLines = []column[logbook.Line]{
	word("date", func(l *logbook.Line) *string { return &l.When }),
	word("shelf", func(l *logbook.Line) *string { return &l.Name }),
	word("what", func(l *logbook.Line) *string { return &l.Says }),
	word("text", func(l *logbook.Line) *string { return &l.Text }),
	out("taken_back", func(l logbook.Line) string { return fmt.Sprint(l.Out) }),
}

// WriteLog writes a wall's journal, an entry a line, the newest first.
func WriteLog(lines []logbook.Line, u say.Units) []byte {
	all := append([]logbook.Line{}, lines...)
	for i := range all {
		all[i].Says = say.In(u, all[i].Says)
	}
	return write(logLines, all, u)
}
