package say

import (
	"testing"
	"time"
)

func TestWords(t *testing.T) {
	for _, tc := range []struct{ name, got, want string }{
		{"seconds below a minute", Span(59 * time.Second), "59 s"},
		{"minutes below two hours", Span(119 * time.Minute), "119 min"},
		{"hours from two", Span(2 * time.Hour), "2 h"},
		{"hours below two days", Span(47 * time.Hour), "47 h"},
		{"days from two", Span(48 * time.Hour), "2 days"},
		{"bench time below an hour", Bench(59 * time.Minute), "59 min"},
		{"bench time from an hour", Bench(65 * time.Minute), "1 h 05"},
		{"a share", Percent(0.314), "31 %"},
		{"one thing", Count(1, "coat"), "1 coat"},
		{"two things", Count(2, "coat"), "2 coats"},
		{"no flush", Count(0, "flush"), "0 flushes"},
		{"one flush", Count(1, "flush"), "1 flush"},
		{"a letter outside ASCII", Capital("écru"), "Écru"},
		{"lowered", Lower("Élan"), "élan"},
		{"nothing", Capital(""), ""},
		{"what is no text", Capital("\xff"), "\xff"},
		{"a list of one", List([]string{"a"}), "a"},
		{"a list of three", List([]string{"a", "b", "c"}), "a, b and c"},
		{"a clock in its own place", Clock(time.Date(2027, 3, 9, 18, 30, 0, 0, time.UTC), time.FixedZone("", 3600)), "Tue 9 Mar, 19:30"},
		{"a temperature", Units{}.Render("It is " + Celsius(21, 1) + "."), "It is 21.0 °C."},
		{"a temperature in Fahrenheit", Units{Fahrenheit: true}.Render(Celsius(21, 1) + ", dew point " + Celsius(-40, 0)), "69.8 °F, dew point -40 °F"},
		{"a difference in Fahrenheit", Units{Fahrenheit: true}.Render("within " + Kelvins(3, 0)), "within 5 °F"},
		{"a difference", Units{}.Render(Kelvins(3, 0) + " off"), "3 °C off"},
		{"somebody's own marks", Units{}.Render("a\ue0c0b\ue0c2c\ue0c1"), "abc"},
		{"no measure", Units{Fahrenheit: true}.Render("it was 21 °C"), "it was 21 °C"},
		{"a day in its own place", Day(time.Date(2027, 3, 9, 23, 30, 0, 0, time.UTC), time.FixedZone("", 3600)), "Wed 10 Mar"},
	} {
		if tc.got != tc.want {
			t.Errorf("%s: %q, want %q", tc.name, tc.got, tc.want)
		}
	}
}
