// Package logbook reads a wall's journal: tests, sag over the years, what broke and what was noted.
package logbook

import (
	"cmp"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"aguante/core/design"
	"aguante/core/field"
	"aguante/core/journal"
	"aguante/core/problem"
	"aguante/core/prove"
	"aguante/core/say"
)

// Topic is what a remark is about.
type Topic string

// The topics. After a move, a wet season or a bump a shelf is looked at again.
const (
	Built  Topic = "built"
	Hung   Topic = "hung"
	Moved  Topic = "moved"
	Bumped Topic = "bumped"
	Wet    Topic = "wet"
	Mended Topic = "mended"
	Other  Topic = "remark"
)

// Choices lists the topics.
func (Topic) Choices() []field.Choice {
	return field.Choose("remark", "a remark", "built", "built", "hung", "hung", "moved", "moved", "bumped", "bumped", "wet", "a wet season", "mended", "mended")
}

// Note is what a remark carries beside its text.
type Note struct {
	What Topic `json:"what" usual:"remark"`
}

// Reading is one reading of a shelf's sag, as the journal keeps it: Mm down by a Gauge, where Kg of contents stood on it since
// a time. At is where it was read, of the board's length from its left end; Moisture what a meter read in the board, %.
type Reading struct {
	Mm       float64     `json:"mm"`
	Gauge    prove.Gauge `json:"gauge"`
	Kg       float64     `json:"kg"`
	Since    string      `json:"since,omitempty"`
	At       float64     `json:"at,omitempty"`
	Moisture float64     `json:"moisture_pct,omitempty"`
}

// ahead is how far a clock may be before the server's.
const ahead = 26 * time.Hour

// Validate names what is wrong with what entries carry; now is the server's clock.
func Validate(e *journal.Entry, now time.Time, l *problem.List) {
	made := []journal.Kind{journal.Test, journal.Reading, journal.Broke, journal.Remark, journal.Picture}
	if when, err := time.Parse(time.RFC3339, e.When); err == nil && slices.Contains(made, e.Kind) && when.After(now.Add(ahead)) {
		l.Add("when", "%s is still to come: the log keeps what has happened", when.Format(time.DateOnly))
	}
	switch e.Kind {
	case journal.Test:
		var v prove.Event
		if read(e, &v, l) {
			v.Validate(l)
		}
	case journal.Reading:
		var v Reading
		if read(e, &v, l) {
			v.validate(e.When, l)
		}
	case journal.Broke:
		var v prove.Broken
		if read(e, &v, l) {
			v.Validate(l)
		}
	case journal.Remark:
		var v Note
		if len(e.Data) > 0 && read(e, &v, l) {
			field.Check(l, &v)
		}
		if len(e.Data) == 0 && strings.TrimSpace(e.Text) == "" && len(e.Pictures) == 0 {
			l.Add("text", "say something, or show a picture")
		}
	}
}

func read[T any](e *journal.Entry, v *T, l *problem.List) bool {
	if err := json.Unmarshal(e.Data, v); err != nil {
		l.Add("data", "an entry of this kind says more: %v", err)
		return false
	}
	return true
}

func (r *Reading) validate(when string, l *problem.List) {
	field.Check(l, r)
	if r.Gauge == prove.NoGauge {
		l.Add("gauge", "say how it was read")
	}
	if !(r.Mm >= -50 && r.Mm <= 500) {
		l.Add("mm", "%s is no sag of a shelf: %s up to %s down", say.Length(r.Mm), say.Length(50), say.Length(500))
	}
	if !(r.Kg >= 0 && r.Kg <= 20_000) {
		l.Add("kg", "%s is no load of a shelf", say.About(r.Kg))
	}
	if !(r.At >= 0 && r.At <= 1) {
		l.Add("at", "it is read between the board's ends")
	}
	if !(r.Moisture >= 0 && r.Moisture <= 60) {
		l.Add("moisture_pct", "%s %% is no moisture of wood", say.Decimal(r.Moisture, 0))
	}
	if r.Since != "" {
		since, err := time.Parse(time.RFC3339, r.Since)
		at, bad := time.Parse(time.RFC3339, when)
		if err != nil || bad == nil && since.After(at) {
			l.Add("since", "what stood there then was put there before it was read")
		}
	}
}

// Test is a load test, from its first entry on.
type Test struct {
	ID, Shelf, Begun string
	Design           string // content of the design that it was begun under
	Plan             prove.Plan
	Events           []prove.Event
}

// Run is the test as far as it has gone.
func (t *Test) Run() *prove.Run { return prove.Follow(t.Plan, t.Events) }

// Tests are the load tests of a journal, the first first. Entries that make no sense are passed over.
func Tests(entries []journal.Entry) []Test {
	var out []Test
	at := map[string]int{}
	for _, e := range journal.Standing(entries) { // in the order in which they came: two clocks may not agree
		var v prove.Event
		if e.Kind != journal.Test || json.Unmarshal(e.Data, &v) != nil {
			continue
		}
		if v.Did == prove.Begin {
			if v.Plan == nil || problems(&v) {
				continue
			}
			at[e.ID] = len(out)
			out = append(out, Test{ID: e.ID, Shelf: e.About, Begun: e.When, Design: e.Design, Plan: *v.Plan})
			continue
		}
		if i, ok := at[v.Test]; ok {
			v.At, v.ID = max(0, prove.Clock(out[i].Begun, e.When)), e.ID
			if n := len(out[i].Events); n > 0 {
				v.At = max(v.At, out[i].Events[n-1].At)
			}
			out[i].Events = append(out[i].Events, v)
		}
	}
	return out
}

func problems(e *prove.Event) bool {
	l := problem.New()
	e.Validate(l)
	return len(l.All()) > 0
}

// byTime are entries in the order in which they happened; of one time in that of the journal.
func byTime(all []journal.Entry) []journal.Entry {
	out := slices.Clone(all)
	slices.SortStableFunc(out, func(a, b journal.Entry) int {
		x, errX := time.Parse(time.RFC3339, a.When)
		y, errY := time.Parse(time.RFC3339, b.When)
		if errX != nil || errY != nil {
			return 0
		}
		return x.Compare(y)
	})
	return out
}

// Line is one entry as a person reads it. Out says that it was taken back later.
type Line struct {
	ID       string       `json:"id"`
	When     string       `json:"when"`
	Kind     journal.Kind `json:"kind"`
	Shelf    string       `json:"shelf,omitempty"`
	Name     string       `json:"name,omitempty"` // of the shelf
	Says     string       `json:"says"`
	Text     string       `json:"text,omitempty"`
	Pictures []string     `json:"pictures,omitempty"`
	Out      bool         `json:"out,omitempty"`
}

// Lines are a journal's entries as a person reads them, the newest first.
func Lines(p *design.Project, entries []journal.Entry) []Line {
	stands := map[string]bool{}
	for _, e := range journal.Standing(entries) {
		stands[e.ID] = true
	}
	plans := map[string]prove.Plan{}
	for _, t := range Tests(entries) {
		plans[t.ID] = t.Plan
	}
	out := make([]Line, 0, len(entries))
	for _, e := range slices.Backward(byTime(entries)) {
		if e.Kind == journal.TakeBack {
			continue
		}
		n := Line{ID: e.ID, When: e.When, Kind: e.Kind, Text: e.Text, Pictures: e.Pictures, Out: !stands[e.ID]}
		for i := range p.Shelves {
			if s := &p.Shelves[i]; e.About == s.ID || strings.Contains("/"+e.About+"/", "/"+s.ID+"/") {
				n.Shelf, n.Name = s.ID, s.Name
			}
		}
		n.Says = says(e, plans)
		out = append(out, n)
	}
	return out
}

// says is what an entry says, in a few words.
func says(e journal.Entry, plans map[string]prove.Plan) string {
	word := labelOf(journal.Kind("").Choices(), string(e.Kind))
	switch e.Kind {
	case journal.Test:
		var v prove.Event
		if json.Unmarshal(e.Data, &v) == nil {
			return "load test: " + event(v)
		}
	case journal.Reading:
		var v Reading
		if json.Unmarshal(e.Data, &v) == nil {
			return fmt.Sprintf("sag read: %s under %s, by %s", say.Sag(v.Mm), say.About(v.Kg), labelOf(v.Gauge.Choices(), string(v.Gauge)))
		}
	case journal.Broke:
		var v prove.Broken
		if json.Unmarshal(e.Data, &v) == nil {
			what := "broke"
			if v.Trial {
				what = "a piece made to be broken went, " + say.Length(v.Lever) + " out"
			}
			return fmt.Sprintf("%s under %s: %s", what, say.About(v.Kg), labelOf(v.Went.Choices(), string(v.Went)))
		}
	case journal.Remark:
		var v Note
		if json.Unmarshal(e.Data, &v) == nil && v.What != Other {
			return labelOf(v.What.Choices(), string(v.What))
		}
	}
	return word
}

func event(v prove.Event) string {
	switch v.Did {
	case prove.Begin:
		if v.Plan != nil {
			return fmt.Sprintf("begun, to %s, held %s", say.About(v.Plan.Load), labelOf(v.Plan.Hold.Choices(), string(v.Plan.Hold)))
		}
	case prove.Put:
		return say.About(v.Kg) + " on it"
	case prove.Zero:
		return "gauge zeroed; " + say.Sag(v.Mm) + " stayed of the bedding"
	case prove.Read:
		return "read " + say.Sag(v.Mm)
	case prove.Heard, prove.Saw:
		return labelOf(v.Did.Choices(), string(v.Did)) + ": " + labelOf(v.What.Choices(), string(v.What))
	}
	return labelOf(v.Did.Choices(), string(v.Did))
}

func labelOf(all []field.Choice, key string) string {
	for _, c := range all {
		if c.Key == key {
			return c.Label
		}
	}
	return key
}

// Read are the readings of a shelf, as they were taken, in the order of time, each with its entry.
func Read(entries []journal.Entry, shelf string) (out []Taken) {
	for _, e := range byTime(journal.Standing(entries)) {
		var v Reading
		if e.Kind != journal.Reading || e.About != shelf || json.Unmarshal(e.Data, &v) != nil || math.IsNaN(v.Mm) {
			continue
		}
		at, err := time.Parse(time.RFC3339, e.When)
		if err != nil {
			continue
		}
		since := at
		if t, err := time.Parse(time.RFC3339, v.Since); err == nil {
			since = t
		}
		out = append(out, Taken{Reading: v, Entry: e.ID, Design: e.Design, Text: e.Text, When: at, From: since})
	}
	return out
}

// Taken is a reading with when it was taken, and since when what stood there stood there.
type Taken struct {
	Reading
	Entry, Design, Text string
	When, From          time.Time
}

// Broken are the pieces and shelves that broke, the newest first.
func Broken(entries []journal.Entry, shelf string) (out []Went) {
	for _, e := range byTime(journal.Standing(entries)) {
		var v prove.Broken
		if e.Kind == journal.Broke && e.About == shelf && json.Unmarshal(e.Data, &v) == nil && v.Kg > 0 {
			out = append(out, Went{Broken: v, Entry: e.ID, Design: e.Design, When: e.When, Text: e.Text})
		}
	}
	slices.SortStableFunc(out, func(a, b Went) int { return cmp.Compare(b.When, a.When) })
	return out
}

// Went is something that broke, with its entry.
type Went struct {
	prove.Broken
	Entry  string `json:"entry"`
	Design string `json:"-"`
	When   string `json:"when"`
	Text   string `json:"text,omitempty"`
}
