package choose

import (
	"testing"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/verdict"
)

// Each number of choosing from both sides of where it speaks.
func TestFigures(t *testing.T) {
	for c, want := range map[float64]int{0: 0, 0.04: 0, 0.06: 1, 0.19: 1, 0.21: 2, 0.49: 2, 0.51: 3} {
		j := Judged{Apply: verdict.Answer{Word: verdict.Word{Odds: chance.Odds{Chance: c, Loss: 1}}}}
		if got := j.band(Safe); got != want {
			t.Errorf("a chance of %.2f is in band %d, want %d", c, got, want)
		}
	}
	for shift, want := range map[float64]int{0.49: 1, 0.51: 2, 1.9: 2, 2.1: 3} {
		j := Judged{Way: route.MustTechnique("overall-wash"), Shift: shift}
		if got := j.band(NoBrushing); got != want {
			t.Errorf("a shift of %.2f shows brush marks of band %d, want %d", shift, got, want)
		}
	}
	if sprayed := (&Judged{Way: route.MustTechnique("spray-wash"), Shift: 9}); sprayed.band(NoBrushing) != 0 {
		t.Error("what is sprayed shows no brush marks")
	}
	for answer, want := range map[route.Choice][2]float64{route.Restrained: {4, 6}, route.ServiceWorn: {6.5, 8.5}, route.Heavy: {9, 11}} {
		if got := Wanted(route.Schools{route.StrengthOf: answer}); got < want[0] || got > want[1] {
			t.Errorf("%s wants %.1f", answer, got)
		}
	}
	if s := Strengths(); len(s) != 3 || s[0].Wanted >= s[1].Wanted || s[1].Wanted >= s[2].Wanted {
		t.Errorf("strengths %v", s)
	}
	for paint, want := range map[string][2]float64{"#7d868c": {20, 30}, "#e0e4e4": {45, 56}, "#26282a": {53, 64}} {
		p := place(nil, laid("base-coat", "waterborne-acrylic", paint, coating.Flat, 3, 20*day))
		if l := p.Generic(coating.MustFamily("clay-wash")).Mixed.Look.Dry.Lightness(); l < want[0] || l > want[1] {
			t.Errorf("on %s the generic wash has L* %.0f, want %v", paint, l, want)
		}
	}
	p := glossedPlace()
	j := judge(p, "clay-wash", brown)
	if w := p.WipePlan(j); w.Cloths != 3 || w.Buds != 12 {
		t.Errorf("180 cm² of a pin wash take %d folds and %d buds", w.Cloths, w.Buds)
	}
	if b := p.BareOrSealed(&j); b.Night != 12*time.Hour {
		t.Errorf("a seal is given %v", b.Night)
	}
	if forever := judge(p, "acrylic-wash", brown); !forever.Always {
		t.Errorf("alcohol takes an acrylic wash up at any age; it closes %v", forever.Closes)
	}
	if oil := judge(p, "oil-wash", brown); oil.Always {
		t.Error("an oil wash hardens")
	}
	if got := Made([]Wish{Subtle, Safe, Strong}); len(got) != 2 || got[0] != Safe || got[1] != Strong {
		t.Errorf("subtle, then strong: %v", got)
	}
}
