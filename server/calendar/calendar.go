// Package calendar writes the days of a wall's work as an iCalendar file.
package calendar

import (
	"fmt"
	"time"

	ics "github.com/arran4/golang-ical"

	"aguante/core/order"
	"aguante/core/say"
)

// floating is a time by the clock on the wall, wherever that hangs: work at seven is at seven, also when summer time begins.
const floating = "20060102T150405"

// Work is what is written: the steps of a wall, named by what is stable, and when they are done, from midnight of the first
// day.
type Work struct {
	ID    string
	Name  string
	Start time.Time
	Steps []order.Step
	Days  *order.Schedule
	Now   time.Time
	Units say.Units // in which its words are written
}

// Write writes an event for each block of work, and one with an alarm for the end of each wait. Ids stay the same when it is
// written again, so that a calendar takes the new times.
func Write(w *Work) []byte {
	cal := ics.NewCalendarFor("aguante")
	cal.SetMethod(ics.MethodPublish)
	cal.SetXWRCalName(w.Name)
	put := func(id, says string, from, to int, about string) *ics.VEvent {
		e := cal.AddEvent(id + "@aguante")
		e.SetDtStampTime(w.Now.UTC())
		e.SetProperty(ics.ComponentPropertyDtStart, w.at(from))
		e.SetProperty(ics.ComponentPropertyDtEnd, w.at(to))
		e.SetProperty(ics.ComponentProperty("SEQUENCE"), fmt.Sprint(w.Now.Unix()%1e9))
		e.SetSummary(say.In(w.Units, says))
		if about != "" {
			e.SetDescription(say.In(w.Units, about))
		}
		return e
	}
	part := map[string]int{}
	for _, b := range w.Days.Blocks {
		s := w.step(b.Step)
		if s == nil || b.From == b.To {
			continue
		}
		part[b.Step]++
		put(fmt.Sprintf("%s/%s/%d", w.ID, b.Step, part[b.Step]), s.Says, b.From, b.To, s.Caution)
	}
	for i := range w.Steps {
		s := &w.Steps[i]
		free, ok := w.Days.Free[s.ID]
		if !ok || s.Wait == 0 {
			continue
		}
		e := put(fmt.Sprintf("%s/%s/wait", w.ID, s.ID), s.Says+": the wait is over", free, free+15, s.Why)
		e.SetTimeTransparency(ics.TransparencyTransparent)
		a := e.AddAlarm()
		a.SetAction(ics.ActionDisplay)
		a.SetTrigger("PT0M")
		a.SetProperty(ics.ComponentPropertyDescription, say.In(w.Units, s.Says)+": the wait is over")
	}
	return []byte(cal.Serialize(ics.WithNewLineWindows))
}

func (w *Work) at(minute int) string {
	return w.Start.Add(time.Duration(minute) * time.Minute).Format(floating)
}

func (w *Work) step(id string) *order.Step {
	for i := range w.Steps {
		if w.Steps[i].ID == id {
			return &w.Steps[i]
		}
	}
	return nil
}
