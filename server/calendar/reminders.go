package calendar

import (
	"fmt"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"

	"aguante/core/design"
	"aguante/core/journal"
	"aguante/core/logbook"
)

// Reminders writes the days on which the shelves of a wall are to be looked at again: a whole day each, with an alarm in the
// morning. Ids stay the same when it is written again.
func Reminders(id string, p *design.Project, entries []journal.Entry, now time.Time) []byte {
	cal := ics.NewCalendarFor("aguante")
	cal.SetMethod(ics.MethodPublish)
	cal.SetXWRCalName(p.Name + ": look again")
	for _, s := range p.Shelves {
		for _, d := range logbook.Schedule(entries, s.ID, now) {
			on, err := time.Parse(time.DateOnly, d.On)
			if err != nil {
				continue
			}
			e := cal.AddEvent(fmt.Sprintf("%s/look/%s/%s@aguante", id, s.ID, strings.ReplaceAll(d.Why, " ", "-")))
			e.SetDtStampTime(now.UTC())
			e.SetAllDayStartAt(on)
			e.SetAllDayEndAt(on.AddDate(0, 0, 1))
			e.SetProperty(ics.ComponentProperty("SEQUENCE"), fmt.Sprint(now.Unix()%1e9))
			e.SetSummary(s.Name + ": read its sag and look")
			e.SetDescription(d.Why + ": " + strings.Join(logbook.LookAt(), "; "))
			e.SetTimeTransparency(ics.TransparencyTransparent)
			a := e.AddAlarm()
			a.SetAction(ics.ActionDisplay)
			a.SetTrigger("PT9H")
			a.SetProperty(ics.ComponentPropertyDescription, s.Name+": read its sag and look")
		}
	}
	return []byte(cal.Serialize(ics.WithNewLineWindows))
}
