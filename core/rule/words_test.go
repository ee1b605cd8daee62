package rule

import (
	"testing"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
)

// What a film can stand is told to the quarter of an hour while it is near, as a day when it is not, and late in the evening as the next day.
func TestSafeFrom(t *testing.T) {
	start := time.Date(2027, 3, 11, 20, 40, 0, 0, time.UTC)
	s := &timeline.Site{Step: &route.Step{}, Plan: &route.Plan{Now: start}, Start: start}
	for _, tc := range []struct {
		after time.Duration
		want  string
	}{
		{time.Hour, "Safe from about Thu 11 Mar, 21:45."},
		{65 * time.Minute, "Safe from about Thu 11 Mar, 21:45."},
		{66 * time.Minute, "Safe from about Thu 11 Mar, 22:00."},
		{36*time.Hour - time.Minute, "Safe from about Sat 13 Mar, 08:45."},
		{36 * time.Hour, "Safe from about Sat 13 Mar."},
		{48*time.Hour + 19*time.Minute, "Safe from about Sat 13 Mar."},
		{48*time.Hour + 20*time.Minute, "Safe from about Sun 14 Mar."},
		{300 * 24 * time.Hour, "Safe from about Wed 5 Jan 2028."},
	} {
		if got := safeFrom(s, start.Add(tc.after)); got != tc.want {
			t.Errorf("%v on: %q, want %q", tc.after, got, tc.want)
		}
	}
}
