package stack

import (
	"slices"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/solvent"
)

// What is meant to come off, melts together or only lies there is no bite.
func TestWhatIsMeant(t *testing.T) {
	acrylic, wash := film("waterborne-acrylic", 2), film("enamel-wash", 1)
	wash.Laid = laid.Add(20 * day)
	wiped := on(room, acrylic, wash)
	at := wash.Laid.Add(45 * time.Minute)
	if r := wiped.Bite(Touch{Contact: DampWipe, Liquid: spirit}, at, room); !r.Bites() || r.Place != 2 {
		t.Errorf("a wipe takes the wash, got %+v", r)
	}
	if r := wiped.Bite(Touch{Contact: DampWipe, Liquid: spirit, Own: "step 2"}, at, room); r.Bites() {
		t.Errorf("its own wash is meant to come off, got %+v", r)
	}
	chip := on(room, film("lacquer", 2), film("chipping-medium", 2), film("waterborne-acrylic", 1))
	later := laid.Add(10 * day)
	if r := chip.Bite(Touch{Contact: ChipWork, Liquid: water}, later, room); !r.Bites() {
		t.Errorf("water lifts a medium, got %+v", r)
	}
	if r := chip.Bite(Touch{Contact: ChipWork, Liquid: water, Lifts: 2}, later, room); r.Bites() {
		t.Errorf("chipping lifts it on purpose, got %+v", r)
	}
	dug := Risk{}
	for r := range chip.Risks(Touch{Contact: ChipWork, Liquid: water, Lifts: 2}, laid.Add(3*time.Hour), room) {
		if r.Dug > dug.Dug {
			dug = r
		}
	}
	if r := dug; r.Dug < 0.5 || r.Place != 1 {
		t.Errorf("but the brush digs into a lacquer that is still soft, got %+v", r)
	}
	dust := on(room, acrylic, film("dry-pigment", 1))
	if r := dust.Bite(Touch{Contact: WetWipe, Liquid: water}, later, room); r.Bites() {
		t.Errorf("pigment is for other rules, got %+v", r)
	}
}

// A wet film comes off whole; on nothing at all there is no bite; what is not laid yet plays no part.
func TestEdges(t *testing.T) {
	wet := on(room, film("enamel", 2))
	if r := wet.Bite(Touch{Contact: DampWipe, Liquid: spirit}, laid.Add(time.Minute), room); !r.Wet || r.Loss != wet[1].Film.Thickness() {
		t.Errorf("a wet film: %+v", r)
	}
	if r := Stack(nil).Bite(Touch{Contact: DampWipe, Liquid: spirit}, laid, room); r.Place != -1 || r.Bites() {
		t.Errorf("on nothing: %+v", r)
	}
	if r := wet.Bite(Touch{Contact: PinWash, Liquid: water}, laid.Add(-time.Hour), room); r.Place != 0 {
		t.Errorf("before it is laid only the plastic is there, got %+v", r)
	}
	if d := ContactTime(DryWipe, nil, laid, room); d != DryWipe.Action {
		t.Errorf("a dry cloth stands for %v", d)
	}
}

// A slow liquid stands longer than a fast one, longer in the cold, and across a change of air by as much as the air says.
func TestContactTime(t *testing.T) {
	warm, cold := climate.Constant(climate.Air{TemperatureC: 26, Humidity: 0.5}), climate.Constant(climate.Air{TemperatureC: 12, Humidity: 0.5})
	for _, l := range solvent.Bought() {
		if w, c := ContactTime(PinWash, l, laid, warm), ContactTime(PinWash, l, laid, cold); w >= c || w <= PinWash.Action {
			t.Errorf("%s stands for %v in the warm and %v in the cold", l.ID, w, c)
		}
	}
	if s, i := ContactTime(PinWash, spirit, laid, room), ContactTime(PinWash, solvent.Must("isopropanol"), laid, room); s <= i {
		t.Errorf("white spirit stands for %v, isopropanol for %v", s, i)
	}
	change := climate.Of(climate.Piece{From: laid.Add(-time.Hour), Air: climate.Air{TemperatureC: 26, Humidity: 0.5}}, climate.Piece{From: laid.Add(20 * time.Minute), Air: climate.Air{TemperatureC: 12, Humidity: 0.5}})
	if w, x, c := ContactTime(PinWash, spirit, laid, warm), ContactTime(PinWash, spirit, laid, change), ContactTime(PinWash, spirit, laid, cold); x < w || x > c {
		t.Errorf("in air that cools down it stands for %v, between %v and %v", x, w, c)
	}
}

// The cut lists films from the top down, each as exposed as what is above it leaves it.
func TestCut(t *testing.T) {
	gloss := film("polish-clear", 2)
	gloss.Laid = laid.Add(5 * day)
	s := on(room, film("enamel", 2), film("waterborne-acrylic", 2), gloss)
	cut := slices.Collect(s.Cut(Touch{Contact: PinWash, Liquid: spirit}, laid.Add(8*day), room))
	last := 2.0
	for i, r := range cut {
		if r.Exposed > last || r.Exposed < 0 {
			t.Errorf("film %d is exposed %.4f, the one above it %.4f", i, r.Exposed, last)
		}
		if i > 0 && r.Place >= cut[i-1].Place {
			t.Errorf("film %d comes after film %d", r.Place, cut[i-1].Place)
		}
		if i > 0 && r.Lag < cut[i-1].Lag {
			t.Errorf("the liquid is at film %d before it is at the one above", r.Place)
		}
		last = r.Exposed
	}
	if len(cut) < 2 || cut[0].Exposed != 1 {
		t.Errorf("cut %+v", cut)
	}
}

// Every family against its own remover, fresh and dry: it comes off, or it would be none. The remover matters as much as the carrier.
func TestRemoversRemove(t *testing.T) {
	for _, f := range coating.Families() {
		if f.IsLoose() || f == coating.MustFamily("decal") {
			continue
		}
		s := on(room, film(f.ID, 1))
		at := s[1].Stiff().Add(30 * time.Minute)
		if r := s.Bite(Touch{Contact: WetWipe, Liquid: f.Remover}, at, room); !r.Bites() || r.Place != 1 {
			t.Errorf("%s does not take a fresh %s off: %+v", f.Remover.Name, f.Name, r)
		}
	}
}

// One coat of paint is enough to keep a white-spirit wash from crazing the plastic; without any it does.
func TestPlasticBelow(t *testing.T) {
	wash := Touch{Contact: PinWash, Liquid: spirit}
	if r := on(room).Bite(wash, laid, room); !r.Bites() || r.Place != 0 {
		t.Errorf("bare plastic: %+v", r)
	}
	for _, family := range []string{"waterborne-acrylic", "lacquer", "alcohol-acrylic"} {
		if r := on(room, film(family, 1)).Bite(wash, laid.Add(20*day), room); r.Bites() {
			t.Errorf("through one coat of %s: %+v", family, r)
		}
	}
}

// Water-loving films stand white spirit at any age, and oily ones water: the reason why washes are chosen by their solvent.
func TestLikeDissolvesLike(t *testing.T) {
	for _, tc := range []struct {
		family string
		liquid *solvent.Liquid
	}{
		{"clay-wash", spirit},
		{"tempera-wash", spirit},
		{"sludge-wash", spirit},
		{"chipping-medium", spirit},
		{"enamel", water},
		{"enamel-wash", water},
		{"artist-oil", water},
		{"lacquer", water},
		{"lacquer", spirit},
	} {
		s := on(room, film(tc.family, 1))
		at := s[1].Stiff().Add(time.Hour)
		if r := s.Bite(Touch{Contact: PinWash, Liquid: tc.liquid}, at, room); r.Bites() && r.Place == 1 {
			t.Errorf("%s bites %s: %+v", tc.liquid.Name, tc.family, r)
		}
	}
}

// The age is found from above, and to ten minutes.
func TestSafeFrom(t *testing.T) {
	for _, from := range []time.Duration{time.Minute, 7 * time.Hour, 30*time.Hour + 13*time.Minute} {
		got := SafeFrom(0, 3*day, func(age time.Duration) bool { return age >= from })
		if got < from || got > from+10*time.Minute {
			t.Errorf("safe from %v: found %v", from, got)
		}
	}
}

// A gloss on top is a day old, and the films below keep their own list.
func TestGlossed(t *testing.T) {
	below := append(make(Stack, 0, 8), on(room, film("enamel", 2))...)
	at := laid.Add(5 * day)
	over := below.Glossed(2, at, room)
	other := below.Glossed(1, at, room)
	top := over[len(over)-1].Film
	if len(over) != len(below)+1 || top.Coats != 2 || top.Laid != at.Add(-day) || !top.Family.Closed {
		t.Errorf("on top lies %+v", top)
	}
	if other[len(other)-1].Film.Coats != 1 || over.Lag(1, water, at) <= below.Lag(1, water, at) {
		t.Error("the gloss on top does not keep water off longer")
	}
}
