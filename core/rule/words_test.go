package rule

import (
	"testing"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// What a film can stand is told to the quarter of an hour while it is near, as a day when it is not, and late in the evening as the next day.
func TestGoodFrom(t *testing.T) {
	start := time.Date(2027, 3, 11, 20, 40, 0, 0, time.UTC)
	s := &timeline.Site{Step: &route.Step{}, Plan: &route.Plan{Now: start}, Start: start}
	for _, tc := range []struct {
		after time.Duration
		want  string
	}{
		{time.Hour, "Good from about Thu 11 Mar, 21:45."},
		{65 * time.Minute, "Good from about Thu 11 Mar, 21:45."},
		{66 * time.Minute, "Good from about Thu 11 Mar, 22:00."},
		{36*time.Hour - time.Minute, "Good from about Sat 13 Mar, 08:45."},
		{36 * time.Hour, "Good from about Sat 13 Mar."},
		{48*time.Hour + 19*time.Minute, "Good from about Sat 13 Mar."},
		{48*time.Hour + 20*time.Minute, "Good from about Sun 14 Mar."},
		{300 * 24 * time.Hour, "Good from about Wed 5 Jan 2028."},
	} {
		if got := goodFrom(s, verdict.Word{SafeFrom: start.Add(tc.after)}); got != tc.want {
			t.Errorf("%v on: %q, want %q", tc.after, got, tc.want)
		}
	}
	if got, want := goodFrom(s, verdict.Word{SafeFrom: start.Add(96 * time.Hour), Fine: start.Add(22 * time.Hour)}), "Good from about Mon 15 Mar; some go from about Fri 12 Mar, 18:45."; got != want {
		t.Errorf("some go sooner: %q, want %q", got, want)
	}
}
