package rule

import (
	"strings"
	"testing"

	"inkysparrow/core/airframe"
	"inkysparrow/core/route"
	"inkysparrow/core/wear"
)

// Common practice, no source: an outer panel far from everything does not chip; on an airframe the wanted share goes where people go.
func TestWantedChips(t *testing.T) {
	walked := &route.Zone{Shape: airframe.Measure{AreaCM2: 50}, Wears: wear.ZoneWear{Mean: 0.3, Far: 0.1, Where: []string{"walkway"}}}
	outer := &route.Zone{Shape: airframe.Measure{AreaCM2: 150}, Wears: wear.ZoneWear{Mean: 0.02, Far: 0.95}}
	typed := &route.Zone{AreaCM2: 10}
	p := &route.Plan{Wear: wear.Targets{Chips: 2}, Zones: []*route.Zone{walked, outer, typed}}
	in, where := wantedChips(p, walked)
	out, far := wantedChips(p, outer)
	if in < 4 || out > 0.6 || !strings.Contains(where, "walkway") || !strings.Contains(far, "95 %") {
		t.Errorf("walked %.2f %%%s; outer %.2f %%%s", in, where, out, far)
	}
	if mean := (in*50 + out*150) / 200; mean < 1.99 || mean > 2.01 {
		t.Errorf("all of it %.2f %%, want 2", mean)
	}
	if plain, words := wantedChips(p, typed); plain != 2 || words != "" {
		t.Errorf("off the airframe %.2f %%%s", plain, words)
	}
}
