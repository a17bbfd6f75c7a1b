package logbook

import (
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"time"

	"aguante/core/check"
	"aguante/core/journal"
	"aguante/core/material"
	"aguante/core/prove"
	"aguante/core/saglog"
	"aguante/core/say"
)

// Years is a shelf's sag over the years: what was read, the curve through it with a band of 95 %, and what it comes to.
// Days are from the first on which it was loaded; lengths in mm. Problem says why there is no curve.
type Years struct {
	From     string    `json:"from,omitempty"`
	At       float64   `json:"at"` // where it sags most, of the board's length
	Asked    float64   `json:"asked_kg"`
	Readings []YearsOf `json:"readings"`
	Curve    []Banded  `json:"curve"`
	Five     Banded    `json:"five"` // under all that is asked, bow and zero apart
	Ten      Banded    `json:"ten"`
	Limit    float64   `json:"limit_mm,omitempty"`
	Passes   string    `json:"passes,omitempty"` // the day on which it passes the limit
	Past     bool      `json:"past,omitempty"`   // it has passed it
	Warnings []string  `json:"warnings"`
	Problem  string    `json:"problem,omitempty"`
	Next     Due       `json:"next"`
}

// YearsOf is one reading on the curve. Earlier says that it is of the shelf before it was changed; Outside on which side of
// the band of those before it lies.
type YearsOf struct {
	Entry   string      `json:"entry"`
	When    string      `json:"when"`
	Day     float64     `json:"day"`
	Mm      float64     `json:"mm"`
	Kg      float64     `json:"kg"`
	Gauge   prove.Gauge `json:"gauge"`
	Text    string      `json:"text,omitempty"`
	Outside string      `json:"outside,omitempty"`
	Earlier bool        `json:"earlier,omitempty"`
}

// Banded is a sag on a day with its band of 95 %.
type Banded struct {
	Day  float64 `json:"day"`
	Mm   float64 `json:"mm"`
	Low  float64 `json:"low_mm"`
	High float64 `json:"high_mm"`
}

const band95 = 1.96

// mostRead is how many of a shelf's readings are looked at, the last ones: five years of daily ones.
const mostRead = 2000

func banded(day, mm, sd float64) Banded { return Banded{day, mm, mm - band95*sd, mm + band95*sd} }

// place is where a shelf's board sags most, of its length, and there: its sag on the first day under all and the part of its
// own weight.
func place(a *check.Shelf) (at, now, self float64) {
	for i, mm := range a.Curve.Now {
		if mm > now {
			at, now, self = float64(i)/float64(len(a.Curve.Now)-1), mm, a.Curve.Self[i]
		}
	}
	return at, now, self
}

// Over follows a shelf's sag over the years. Same tells whether a shelf was the same under a design that entries name.
func Over(a *check.Shelf, entries []journal.Entry, same func(design string) bool, now time.Time) Years {
	at, first, self := place(a)
	out := Years{At: at, Asked: a.Asked, Readings: []YearsOf{}, Curve: []Banded{}, Warnings: []string{}}
	all := Read(entries, a.ID)
	all = all[max(0, len(all)-mostRead):]
	begun := slices.IndexFunc(all, func(t Taken) bool { return same(t.Design) })
	var valid []Taken
	for _, t := range all {
		if same(t.Design) && (t.At == 0 || math.Abs(t.At-at) < 0.05) {
			valid = append(valid, t)
		}
	}
	day0 := now
	if loaded := slices.IndexFunc(valid, func(t Taken) bool { return t.Kg > 0 }); loaded >= 0 {
		day0 = valid[loaded].From
	} else if begun >= 0 {
		day0 = all[begun].When
	}
	days := func(t time.Time) float64 { return t.Sub(day0).Hours() / 24 }
	if len(all) > 0 {
		out.From = day0.UTC().Format(time.DateOnly)
	}
	counts := map[string]bool{}
	for _, t := range valid {
		counts[t.Entry] = true
	}
	place := map[string]int{}
	for i, t := range all {
		place[t.Entry] = i
		out.Readings = append(out.Readings, YearsOf{Entry: t.Entry, When: t.When.Format(time.RFC3339), Day: days(t.When), Mm: t.Mm, Kg: t.Kg, Gauge: t.Gauge, Text: t.Text,
			Earlier: !counts[t.Entry]})
	}
	out.Next = Next(entries, a.ID, now)
	if a.Sagging == nil || a.Evenly {
		out.Problem = "no sag is reckoned for it"
		if a.Evenly {
			out.Problem = "nothing stands on it yet: say in stage 1 what it bears"
		}
		return out
	}
	prior := saglog.Prior{A: first, Kdef: a.Sagging.Kdef}
	loads := loadsOf(valid, days, self/first, a.Asked)
	fitter, err := saglog.Begin(prior, loads)
	var fit *saglog.Fit
	for k, t := range valid {
		if err == nil {
			fit, err = fitter.Fit()
		}
		if err != nil {
			break
		}
		mm, sd := fit.At(days(t.When), true)
		i := place[t.Entry]
		half := band95 * math.Hypot(sd, t.Gauge.Doubt())
		switch {
		case t.Mm > mm+half:
			out.Readings[i].Outside = "above"
		case t.Mm < mm-half:
			out.Readings[i].Outside = "below"
		}
		if k == len(valid)-1 && out.Readings[i].Outside != "" {
			out.Warnings = append(out.Warnings, fmt.Sprintf("The last reading, %s, lies %s what was to be expected, %s to %s: read once more, and look.", say.Sag(t.Mm),
				out.Readings[i].Outside, say.Sag(mm-half), say.Sag(mm+half)))
		}
		fitter.Add(saglog.Reading{Day: days(t.When), Mm: t.Mm, Doubt: t.Gauge.Doubt()})
	}
	if err == nil {
		fit, err = fitter.Fit()
	}
	if err != nil {
		out.Problem = err.Error()
		return out
	}
	if steeper(out.Readings) {
		out.Warnings = append(out.Warnings, "It is not settling: it sags faster with each reading. Unload it and look.")
	}
	out.reaches(a, fit, valid, days, day0)
	return out
}

// loadsOf are the changes of load that readings tell of: the board's own weight from the first of them on.
func loadsOf(all []Taken, days func(time.Time) float64, self, asked float64) []saglog.Load {
	if len(all) == 0 {
		return []saglog.Load{{Day: 0, Share: 1}}
	}
	start := min(days(all[0].When), days(all[0].From))
	out := []saglog.Load{{Day: start, Share: self}}
	was := 0.0
	for _, t := range all {
		if t.Kg != was {
			out = append(out, saglog.Load{Day: days(t.From), Share: (1 - self) * (t.Kg - was) / asked})
			was = t.Kg
		}
	}
	return out
}

// steeper tells that the last three stretches under one load were each steeper than the one before, where creep is nearly
// straight, and that the last reading lies above its band.
func steeper(all []YearsOf) bool {
	var of []YearsOf
	for _, r := range all {
		if r.Earlier {
			continue
		}
		if len(of) > 0 && math.Abs(r.Kg-of[len(of)-1].Kg) > 0.05*r.Kg {
			of = nil
		}
		of = append(of, r)
	}
	const stretches = 3
	if len(of) <= stretches || of[len(of)-1].Outside != "above" {
		return false
	}
	was := math.Inf(-1)
	for i := len(of) - stretches; i < len(of); i++ {
		dx := saglog.Stretched(of[i].Day) - saglog.Stretched(of[i-1].Day)
		if dx <= 0 {
			return false
		}
		slope := (of[i].Mm - of[i-1].Mm) / dx
		if slope <= was {
			return false
		}
		was = slope
	}
	return true
}

// reaches puts in the curve, and what it comes to.
func (y *Years) reaches(a *check.Shelf, fit *saglog.Fit, valid []Taken, days func(time.Time) float64, day0 time.Time) {
	last := 0.0
	if n := len(valid); n > 0 {
		last = days(valid[n-1].When)
	}
	const points = 60
	from := 0.0
	if len(valid) > 0 {
		from = min(0, days(valid[0].When))
	}
	if from < 0 {
		mm, sd := fit.At(from, true)
		y.Curve = append(y.Curve, banded(from, mm, sd))
	}
	end := max(material.TenYears, last)
	for k := range points + 1 {
		day := end * math.Pow(float64(k)/points, 5)
		mm, sd := fit.At(day, true)
		y.Curve = append(y.Curve, banded(day, mm, sd))
	}
	for _, at := range []struct {
		to   *Banded
		days float64
	}{{&y.Five, material.TenYears / 2}, {&y.Ten, material.TenYears}} {
		mm, sd := fit.Years(at.days)
		*at.to = banded(at.days, mm, sd)
	}
	for _, l := range a.Links {
		if l.ID == a.Sagging.Link {
			y.Limit = l.Allowed
		}
	}
	if y.Limit <= 0 {
		return
	}
	if day, passes := fit.Passes(y.Limit, last); passes {
		y.Past = day <= last && len(valid) > 0
		if len(valid) > 0 {
			for _, c := range y.Curve { // when it did
				if mm, _ := fit.At(c.Day, false); y.Past && mm > y.Limit {
					day = c.Day
					break
				}
			}
			y.Passes = day0.Add(time.Duration(day * 24 * float64(time.Hour))).UTC().Format(time.DateOnly)
		}
	}
	if y.Past {
		y.Warnings = append(y.Warnings, "It sags more than you allow: unload it, turn it over, or stiffen it.")
	}
}

// Due is when a shelf is to be looked at again, and why.
type Due struct {
	On  string `json:"on,omitempty"`
	Why string `json:"why,omitempty"`
}

// looks are the days on which a shelf is read again, even steps of creep; afterwards every year.
var looks = []int{1, 4, 27, 114, 348}

const year = 365

// Next is when a shelf is to be looked at again: counted from when it was first loaded, by its readings or by who ticked
// that it was; at once after a move, a wet season or a bump. Nothing is due before it was loaded.
func Next(entries []journal.Entry, shelf string, now time.Time) Due {
	all := Schedule(entries, shelf, now)
	if len(all) == 0 {
		return Due{}
	}
	return all[0]
}

// Schedule are the days on which a shelf is to be looked at in the coming ten years, the next first.
func Schedule(entries []journal.Entry, shelf string, now time.Time) (out []Due) {
	var loaded, last, event time.Time
	why := ""
	for _, e := range byTime(journal.Standing(entries)) {
		when, err := time.Parse(time.RFC3339, e.When)
		if err != nil {
			continue
		}
		switch {
		case e.Kind == journal.Tick && e.About == "step/load/"+shelf && loaded.IsZero():
			loaded = when
		case e.About != shelf:
		case e.Kind == journal.Reading:
			var r Reading
			if json.Unmarshal(e.Data, &r) == nil && r.Kg > 0 && loaded.IsZero() {
				loaded = when
				if since, err := time.Parse(time.RFC3339, r.Since); err == nil {
					loaded = since
				}
			}
			last, event = when, time.Time{}
		case e.Kind == journal.Remark:
			var n Note
			if json.Unmarshal(e.Data, &n) == nil && (n.What == Moved || n.What == Bumped || n.What == Wet) {
				event, why = when, map[Topic]string{Moved: "it was moved", Bumped: "it was bumped", Wet: "after a wet season"}[n.What]
			}
		}
	}
	if loaded.IsZero() {
		return nil
	}
	for n := range len(looks) + 10 {
		days := 0
		if n < len(looks) {
			days = looks[n]
		} else {
			days = looks[len(looks)-1] + (n-len(looks)+1)*year
		}
		due := loaded.AddDate(0, 0, days)
		if early := max(1, days/10); last.AddDate(0, 0, early).Before(due) && now.AddDate(-1, 0, 0).Before(due) || n == 0 && last.Before(due) {
			out = append(out, Due{On: due.Format(time.DateOnly), Why: fmt.Sprintf("day %d under load", days)})
		}
	}
	// What was missed counts once: only the last of what is over.
	for len(out) > 1 && out[1].On <= now.Format(time.DateOnly) {
		out = out[1:]
	}
	if !event.IsZero() {
		out = append([]Due{{On: event.Format(time.DateOnly), Why: why}}, out...)
	}
	return out
}

// LookAt is what to look at besides the sag.
func LookAt() []string {
	return []string{"screws: tight, heads flush", "no gap at the wall over a bracket", "no marks of heels in the lining", "no cracks at bores and screws", "still level"}
}
