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

// How likely a bite is by age: it falls, is half and a tenth where it is said to be, and steeper where a product's own time is known; water does nothing.
func TestLikely(t *testing.T) {
	const day = 24 * time.Hour
	enamel, spirit := coating.MustFamily("enamel"), solvent.Must("white-spirit")
	l := why.Likely(enamel, spirit, stack.PinWash, false, 4*day, climate.Room)
	if l.Odds.Chance < 0.36 || l.Odds.Chance > 0.5 || l.Half < 3*day || l.Half > 4*day || l.Nine < 7*day || l.Nine > 9*day {
		t.Errorf("an enamel of four days: %.2f, half at %v, nine of ten at %v", l.Odds.Chance, l.Half, l.Nine)
	}
	for i := 1; i < len(l.Chances); i++ {
		if l.Chances[i] > l.Chances[i-1]+1e-9 {
			t.Errorf("likelier at %v", l.Every*time.Duration(i))
		}
	}
	if known := why.Likely(enamel, spirit, stack.PinWash, true, 4*day, climate.Room); known.Nine-known.Half >= l.Nine-l.Half {
		t.Errorf("its own time known, from %v to %v", known.Half, known.Nine)
	}
	if wet := why.Likely(enamel, solvent.Must("water"), stack.PinWash, false, 4*day, climate.Room); wet.Odds.Chance != 0 || wet.Half != 0 && wet.Half > 4*time.Hour {
		t.Errorf("water bites by %.2f", wet.Odds.Chance)
	}
}
