package why_test

import (
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/wash"
	"inkysparrow/core/why"
)

// The worked examples say what the engine says, from both sides of what they show. Common practice, no source; ids are those of the check values.
func TestWorked(t *testing.T) {
	const day = 24 * time.Hour
	enamel, acrylic := coating.MustFamily("enamel"), coating.MustFamily("waterborne-acrylic")
	room, cold := climate.Room, climate.Air{TemperatureC: 12, Humidity: 0.5}
	h, slow := why.Hardens(enamel, 2, room), why.Hardens(enamel, 2, cold)
	if h.TouchDry <= 0 || h.Ready < h.TouchDry || h.Half <= 0 || slow.Half <= h.Half || h.Hard[0] != 0 {
		t.Errorf("an enamel: %+v; in the cold half hard after %v", h, slow.Half)
	}
	for i := 1; i < len(h.Hard); i++ {
		if h.Hard[i] < h.Hard[i-1] {
			t.Errorf("it is %.3f hard after %v, and was %.3f", h.Hard[i], h.Every*time.Duration(i), h.Hard[i-1])
		}
	}
	spirit := solvent.Must("white-spirit")
	for _, tc := range []struct {
		name   string
		family *coating.Family
		age    time.Duration
		bites  bool
	}{{"T24 two-day enamel", enamel, 2 * day, true}, {"a month-old one", enamel, 30 * day, false}, {"T23 acrylic of a month", acrylic, 30 * day, false}} {
		if r := why.Bitten(tc.family, spirit, stack.PinWash, tc.age, room); r.Bites() != tc.bites {
			t.Errorf("%s under a pin wash: %+v", tc.name, r)
		}
	}
	soot := coating.MustFamily("enamel-wash")
	gloss, flat := why.Wiped(soot, coating.Gloss, wash.Damp, 2*time.Hour, room), why.Wiped(soot, coating.Flat, wash.Damp, 2*time.Hour, room)
	if gloss >= flat || gloss < 0 || flat > 1 {
		t.Errorf("of a wash %.2f stays on gloss and %.2f on flat", gloss, flat)
	}
	if dry := why.Wiped(soot, coating.Gloss, wash.Dry, 20*day, room); dry <= why.Wiped(soot, coating.Gloss, wash.Wet, 2*time.Hour, room) {
		t.Errorf("a dry cloth leaves %.2f of a wash three weeks old", dry)
	}
}
