// Package wear turns how an aircraft was kept into what its model should show: how strong shading reads, how much is chipped, how
// strong its stains are and how far its colour has faded. The modeller can overrule each.
package wear

import (
	"fmt"
	"math"

	"inkysparrow/core/fact"
	"inkysparrow/core/shade"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	kept     = fact.Bench("how much contrast is asked by how it was kept: grass or paved field, hangared or parked out, at sea, how long in service")
	scale    = Numbers.Number("wear-scale", 18, "months", "hard service after which most of what wear does has been done", kept)
	chipsAll = Numbers.Number("wear-chips", 4, "%", "share of the skin chipped after long hard service on the hardest ground", fact.Bench("less is more; wear goes where people go"))
	fadeAll  = Numbers.Number("wear-fade", 9, "CIEDE2000", "how far the colour has faded after long hard service under the hardest sun", fact.Bench("faded, not another colour"))
	subtle   = Numbers.Number("wear-subtle", 0.45, "", "wear up to which shading is subtle", kept)
	plain    = Numbers.Number("wear-clear", 1.0, "", "wear up to which it is clear; above it is stark", kept)
	unsaid   = Numbers.Number("wear-unsaid", 0.4, "", "wear of an aircraft of which nothing is said", kept)
)

// Place is where an aircraft was based.
type Place struct {
	ID, Words                   string
	Shading, Chips, Stain, Fade float64 // how much harder it is on each than a paved field
}

// Shelter is how it was parked.
type Shelter struct {
	ID, Words string
	Factor    float64
}

func place(id, words string, shading, chips, stain, fade float64) Place {
	n := func(what string, v float64) float64 {
		return Numbers.Number("wear-"+id+"-"+what, v, "", "how much a base on "+words+" adds to "+what, kept)
	}
	return Place{id, words, n("shading", shading), n("chips", chips), n("stain", stain), n("fade", fade)}
}

func shelter(id, words string, factor float64) Shelter {
	return Shelter{id, words, Numbers.Number("wear-"+id, factor, "", "how hard it is to be "+words, kept)}
}

// The places and shelters; the first of each is meant where nothing is said.
var (
	places   = []Place{place("paved", "a paved field", 0.8, 0.7, 0.8, 0.8), place("grass", "grass", 1, 1, 1.2, 0.8), place("shore", "a base on the shore", 1.1, 1.2, 1, 1.1), place("ship", "a ship", 1.2, 1.5, 1.1, 1), place("desert", "desert sand", 1.4, 1.6, 0.9, 1.6)}
	shelters = []Shelter{shelter("hangared", "kept in a hangar", 0.6), shelter("out", "parked out", 1.3)}
	strength = map[string]float64{
		"restrained":   Numbers.Number("wear-restrained", 0.6, "", "how much a restrained model shows of it", fact.Bench("a school of its own")),
		"service-worn": Numbers.Number("wear-service-worn", 1, "", "how much a service-worn model shows of it", fact.Bench("as it was flown")),
		"heavy":        Numbers.Number("wear-heavy", 1.6, "", "how much a heavily worn model shows of it", fact.Bench("artistic")),
	}
)

// Places returns where an aircraft can have been based.
func Places() []Place { return places }

// Shelters returns how it can have been parked.
func Shelters() []Shelter { return shelters }

// Service is how an aircraft was kept. The zero Service says nothing.
type Service struct {
	Place, Shelter string // ids
	Months         float64
	New            bool   // it has just entered service: no months are meant, and not that nothing is said of them
	Strength       string // of the model: the school's answer
	Care, Combat   string // ids
	Boarding       string // the side from which it is entered, left or right; the airframe's own where it is empty
}

// Shows returns how much of its wear the model shows: 1 for as much as it has, and where nothing is said.
func (s Service) Shows() float64 {
	if v := strength[s.Strength]; v > 0 {
		return v
	}
	return 1
}

// Said reports whether anything is said of its time in service.
func (s Service) Said() bool { return s.Months > 0 || s.New }

// Targets are what a model should show.
type Targets struct {
	Shading shade.Reading // of pre-shade, mottle and post-shade, with half-closed eyes
	Chips   float64       // percent of the skin
	Stain   shade.Reading
	Fade    float64 // CIEDE2000 from the fresh colour
	Words   string
	Service Service // that asks for them
	Done    float64 // share of all that wear does that it has done, 0 to 1
	Faded   bool    // how far it has faded follows from what is said, and is no guess
}

// hardest returns the most that any place adds of something.
func hardest(of func(Place) float64) float64 {
	most := 0.0
	for _, p := range places {
		most = max(most, of(p))
	}
	return most
}

// Of returns what a service asks for.
func Of(s Service) Targets {
	p, h := places[0], shelters[0]
	for _, one := range places {
		if one.ID == s.Place {
			p = one
		}
	}
	for _, one := range shelters {
		if one.ID == s.Shelter {
			h = one
		}
	}
	shows := s.Shows()
	hard := careOf(s.Care).People * combatOf(s.Combat).People
	done := unsaid
	words := "Nothing is said of its service."
	if s.Said() {
		done = 1 - math.Exp(-s.Months*h.Factor/scale)
		words = fmt.Sprintf("%s on %s, %s", months(s.Months), p.Words, h.Words)
		for _, c := range []Care{careOf(s.Care), combatOf(s.Combat)} {
			if c.ID != cares[0].ID && c.ID != combats[0].ID {
				words += ", " + c.Words
			}
		}
		words += fmt.Sprintf(": %.0f %% of what wear does.", 100*done)
	}
	reads := func(factor float64) shade.Reading {
		switch x := done * shows * factor; {
		case x <= subtle:
			return shade.Subtle
		case x <= plain:
			return shade.Clear
		}
		return shade.Stark
	}
	return Targets{
		Shading: reads(p.Shading), Stain: reads(p.Stain), Words: words, Service: s, Done: done, Faded: s.Said(),
		Chips: chipsAll * done * shows * hard * p.Chips / hardest(func(p Place) float64 { return p.Chips }), Fade: fadeAll * done * shows * p.Fade / hardest(func(p Place) float64 { return p.Fade }),
	}
}

// Strengths returns the words for how much of it a model shows, the most restrained first.
func Strengths() []string { return []string{"restrained", "service-worn", "heavy"} }

// Shows returns how much of the wear a model of that strength shows; 1 for service-worn, and where it is not said.
func Shows(of string) float64 {
	if v := strength[of]; v > 0 {
		return v
	}
	return 1
}

func months(n float64) string {
	switch n {
	case 0:
		return "just entered service"
	case 1:
		return "1 month"
	}
	return fmt.Sprintf("%.0f months", n)
}
