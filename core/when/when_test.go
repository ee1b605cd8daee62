package when_test

import (
	"errors"
	"testing"
	"time"

	"inkysparrow/core/say"
	"inkysparrow/core/when"
)

var (
	london = place("Europe/London")
	now    = time.Date(2027, 3, 11, 20, 40, 0, 0, london) // a Thursday
)

func place(name string) *time.Location {
	l, err := time.LoadLocation(name)
	if err != nil {
		panic(err)
	}
	return l
}

func TestRead(t *testing.T) {
	for _, tc := range []struct {
		words string
		past  bool
		want  string // the day and, where one is said, the time; empty for what can't be read
	}{
		{"Sat 13", false, "2027-03-13"},
		{"sat 14:00", false, "2027-03-13 14:00"},
		{"Saturday, 2 pm", false, "2027-03-13 14:00"},
		{"saturday 12am", false, "2027-03-13 00:00"},
		{"saturday 12 p.m.", false, "2027-03-13 12:00"},
		{"thu 20:30", false, "2027-03-18 20:30"},
		{"thu 20:50", false, "2027-03-11 20:50"},
		{"thu", false, "2027-03-11"},
		{"next thursday", false, "2027-03-18"},
		{"thu 20:30", true, "2027-03-11 20:30"},
		{"thu 20:50", true, "2027-03-04 20:50"},
		{"last thursday", true, "2027-03-04"},
		{"mon 20:30", true, "2027-03-08 20:30"},
		{"last weekend", true, "2027-03-06"},
		{"next weekend", false, "2027-03-13"},
		{"this weekend", false, "2027-03-13"},
		{"today", true, "2027-03-11"},
		{"tonight", false, "2027-03-11 20:00"},
		{"tonight 22:00", false, ""},
		{"yesterday evening", true, "2027-03-10 20:00"},
		{"yesterday at 21:15", true, "2027-03-10 21:15"},
		{"tomorrow 10", false, "2027-03-12 10:00"},
		{"now", true, "2027-03-11 20:40"},
		{"20:15", true, "2027-03-11 20:15"},
		{"20:50", true, "2027-03-10 20:50"},
		{"20:50", false, "2027-03-11 20:50"},
		{"20:15", false, "2027-03-12 20:15"},
		{"14.30", false, "2027-03-12 14:30"},
		{"14h30", false, "2027-03-12 14:30"},
		{"20 minutes ago", true, "2027-03-11 20:20"},
		{"an hour ago", true, "2027-03-11 19:40"},
		{"21 hours ago", true, "2027-03-10 23:40"},
		{"3 days ago", true, "2027-03-08"},
		{"two weeks ago", true, "2027-02-25"},
		{"a month ago", true, "2027-02-11"},
		{"last week", true, "2027-03-04"},
		{"in two weeks", false, "2027-03-25"},
		{"in 3 days 19:30", false, "2027-03-14 19:30"},
		{"13 March", false, "2027-03-13"},
		{"13 march", true, "2026-03-13"},
		{"mar 13 10:00", false, "2027-03-13 10:00"},
		{"13 March, 10", false, "2027-03-13 10:00"},
		{"the 13th of march", false, "2027-03-13"},
		{"10 March", false, "2028-03-10"},
		{"10 March", true, "2027-03-10"},
		{"10 March 2027", false, "2027-03-10"},
		{"13", false, "2027-03-13"},
		{"10", false, "2027-04-10"},
		{"31", true, "2027-01-31"},
		{"Sat 27 Mar", false, "2027-03-27"},
		{"sun 13", false, "2027-06-13"},
		{"29 Feb", false, "2028-02-29"},
		{"2027-03-13", true, "2027-03-13"},
		{"2027-03-13T14:00", true, ""},
		{"13.3.", false, "2027-03-13"},
		{"13.3.2028", false, "2028-03-13"},
		{"13/3/28", false, "2028-03-13"},
		{"3/13", false, "2027-03-13"},
		{"Fri 26 Mar, 19:30", false, "2027-03-26 19:30"},
		{"Fri 12 · 19:50", false, "2027-03-12 19:50"},
		{"", false, ""},
		{"soon", false, ""},
		{"25:00", false, ""},
		{"13:60", false, ""},
		{"30 February 2027", false, ""},
		{"Mon 13 March 2027", false, ""},
		{"march", false, ""},
		{"last", true, ""},
		{"0:00", false, "2027-03-12 00:00"},
		{"13 pm", false, ""},
		{"99999999999999999999", false, ""},
	} {
		got, err := when.Reader{Now: now, Past: tc.past}.Read(tc.words)
		is := ""
		if err == nil {
			is = got.Day.Format("2006-01-02")
			if got.Timed {
				is = got.At().Format("2006-01-02 15:04")
			}
		} else if unread := (*when.Unread)(nil); !errors.As(err, &unread) {
			t.Errorf("%q: %v", tc.words, err)
		}
		if is != tc.want {
			t.Errorf("%q (past %v) is read as %q, want %q (%v)", tc.words, tc.past, is, tc.want, err)
		}
	}
	if got, err := (when.Reader{Now: now, MonthFirst: true}).Read("4/3"); err != nil || got.Day.Format("2 Jan") != "3 Apr" {
		t.Errorf("4/3 with the month first is %v, %v", got.Day, err)
	}
	if got, err := (when.Reader{Now: now}).Read("4/3"); err != nil || got.Day.Format("2 Jan 2006") != "4 Mar 2028" {
		t.Errorf("4/3 with the day first is %v, %v", got.Day, err)
	}
	// In spring the clock skips an hour: what is typed is kept as near as there is a time.
	if got, err := (when.Reader{Now: now}).Read("28 March 01:30"); err != nil || got.At().Hour() != 2 {
		t.Errorf("in the skipped hour it is %v, %v", got.At(), err)
	}
}

// What the product writes it reads, and nothing makes it panic.
func FuzzRead(f *testing.F) {
	for _, s := range []string{"Sat 14:00", "13.3.", "in two weeks", "last", "20 minutes ago", "· , 9", "h h h"} {
		f.Add(s, 5)
	}
	f.Fuzz(func(t *testing.T, words string, days int) {
		for _, past := range []bool{false, true} {
			m, err := when.Reader{Now: now, Past: past}.Read(words)
			if err == nil && (m.Clock < 0 || m.Clock >= 24*time.Hour || m.Day.Hour() != 0) {
				t.Fatalf("%q is read as %v, %v", words, m.Day, m.Clock)
			}
		}
		at := time.Date(2027, 3, 12+((days%300)+300)%300, 9, 30, 0, 0, london)
		m, err := when.Reader{Now: now}.Read(say.Clock(at, london))
		if err != nil || !m.At().Equal(at) {
			t.Fatalf("%s is read as %v, %v", say.Clock(at, london), m, err)
		}
	})
}
