// Package ical writes evenings at the bench as an iCalendar (RFC 5545): sessions with what is planned in them, wipe windows with alarms, and when films are dry.
package ical

import (
	"fmt"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"
)

// Event is something with a beginning and an end.
type Event struct {
	UID      string // the same as long as it is the same thing, wherever it moves to
	Start    time.Time
	End      time.Time // after Start
	Summary  string
	Words    string
	Alarms   []time.Duration // before its start; below 0 for after it
	Category string
}

// product names who wrote a calendar, as the format asks.
const product = "Inky Sparrow"

// Write returns a calendar of events, in the order in which they are given. Times are written in universal time, so that no rule of daylight saving has to be carried; stamp is when it was made.
func Write(name string, events []Event, stamp time.Time) []byte {
	cal := ics.NewCalendarFor(product)
	cal.SetMethod(ics.MethodPublish)
	cal.SetXWRCalName(plain(name))
	cal.SetRefreshInterval("PT15M")
	for _, e := range events {
		if !e.End.After(e.Start) {
			e.End = e.Start.Add(time.Minute)
		}
		event := cal.AddEvent(e.UID)
		event.SetDtStampTime(stamp)
		event.SetStartAt(e.Start)
		event.SetEndAt(e.End)
		event.SetSummary(plain(e.Summary))
		if e.Words != "" {
			event.SetDescription(plain(e.Words))
		}
		if e.Category != "" {
			event.AddCategory(e.Category)
		}
		event.SetTimeTransparency(ics.TransparencyTransparent)
		for _, before := range e.Alarms {
			sign := "-"
			if before < 0 {
				sign, before = "", -before
			}
			alarm := event.AddAlarm()
			alarm.SetAction(ics.ActionDisplay)
			alarm.SetDescription(plain(e.Summary))
			alarm.SetTrigger(fmt.Sprintf("%sPT%dM", sign, int(before.Minutes())))
		}
	}
	return []byte(cal.Serialize(ics.WithNewLineWindows))
}

// plain drops what no line of the format can hold: control characters but for line ends.
func plain(words string) string {
	words = strings.ReplaceAll(strings.ToValidUTF8(words, "?"), "\r\n", "\n")
	return strings.Map(func(r rune) rune {
		if r < ' ' && r != '\n' || r == 0x7f {
			return ' '
		}
		return r
	}, words)
}
