package ical

import (
	"bytes"
	"strings"
	"testing"
	"time"

	parser "github.com/emersion/go-ical"
)

var stamp = time.Date(2027, 3, 11, 20, 40, 0, 0, time.UTC)

// What is written is read back by another's parser, word for word (RFC 5545, published): also across the night on which clocks change, with every character that has to be escaped and lines that have to be folded.
func TestReadBack(t *testing.T) {
	london, err := time.LoadLocation("Europe/London")
	if err != nil {
		t.Fatal(err)
	}
	night := time.Date(2027, 3, 28, 0, 30, 0, 0, london) // at 1:00 it is 2:00
	events := []Event{
		{UID: "session-2027-03-28@petrel", Start: night, End: night.Add(90 * time.Minute), Summary: "Bench: seal; wash, \"soot\" \\ done", Words: "One line\nand another, " + strings.Repeat("über die Flügel ", 20), Category: "session"},
		{UID: "wipe-u8", Start: stamp, End: stamp.Add(20 * time.Minute), Summary: "Wipe the left wing", Alarms: []time.Duration{0, -10 * time.Minute}},
		{UID: "empty", Start: stamp, End: stamp, Summary: "x"},
	}
	text := Write("Harbour Lane", events, stamp)
	for line := range strings.SplitSeq(string(text), "\r\n") {
		if len(line) > 75 {
			t.Errorf("a line of %d bytes: %q", len(line), line)
		}
		if strings.Contains(line, "\n") {
			t.Errorf("a bare line feed in %q", line)
		}
	}
	cal, err := parser.NewDecoder(bytes.NewReader(text)).Decode()
	if err != nil {
		t.Fatal(err)
	}
	got := cal.Events()
	if len(got) != len(events) {
		t.Fatalf("%d events of %d", len(got), len(events))
	}
	said := func(p parser.Props, name string) string {
		words, err := p.Text(name)
		if err != nil {
			t.Errorf("%s: %v", name, err)
		}
		return words
	}
	for i, e := range got {
		start, err := e.DateTimeStart(time.UTC)
		if err != nil || !start.Equal(events[i].Start) {
			t.Errorf("%s starts %v, %v", events[i].UID, start, err)
		}
		if end, err := e.DateTimeEnd(time.UTC); err != nil || !end.After(start) {
			t.Errorf("%s ends %v, %v", events[i].UID, end, err)
		}
		if id := said(e.Props, "UID"); id != events[i].UID {
			t.Errorf("%s is called %s", events[i].UID, id)
		}
		if s := said(e.Props, "SUMMARY"); s != events[i].Summary {
			t.Errorf("%q for %q", s, events[i].Summary)
		}
		if n := len(e.Children); n != len(events[i].Alarms) {
			t.Errorf("%s has %d alarms", events[i].UID, n)
		}
	}
	if words := said(got[0].Props, "DESCRIPTION"); words != events[0].Words {
		t.Errorf("%q", words)
	}
	for k, want := range []time.Duration{0, 10 * time.Minute} {
		if d, err := got[1].Children[k].Props.Get("TRIGGER").Duration(); err != nil || d != want {
			t.Errorf("alarm %d rings %v after it opens, %v", k, d, err)
		}
	}
	if none := Write("x", nil, stamp); !bytes.Contains(none, []byte("END:VCALENDAR")) {
		t.Errorf("without events: %q", none)
	}
}

func FuzzWrite(f *testing.F) {
	f.Add("Wipe\r\n the wing", "a;b,c\\d")
	f.Fuzz(func(t *testing.T, summary, words string) {
		text := Write("x", []Event{{UID: "u", Start: stamp, End: stamp, Summary: summary, Words: words}}, stamp)
		if n := bytes.Count(text, []byte("\nBEGIN:VEVENT")); n != 1 {
			t.Errorf("%d events of one", n)
		}
		if _, err := parser.NewDecoder(bytes.NewReader(text)).Decode(); err != nil {
			t.Errorf("%q can't be read back: %v", text, err)
		}
	})
}
