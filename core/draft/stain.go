package draft

import (
	"math"

	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/stain"
)

// exhaustCoats are the thin passes of exhaust by strength.
var exhaustCoats = map[route.Choice]float64{
	route.Restrained:  Numbers.Number("exhaust-restrained", 5, "passes", "thin passes of exhaust on a restrained model", fact.Bench("T56: five to fifteen passes for a plain exhaust")),
	route.ServiceWorn: Numbers.Number("exhaust-service-worn", 7, "passes", "thin passes of exhaust on a service-worn model", fact.Bench("T56: five to fifteen passes for a plain exhaust")),
	route.Heavy:       Numbers.Number("exhaust-heavy", 10, "passes", "thin passes of exhaust on a heavily worn model", fact.Bench("T56: five to fifteen passes for a plain exhaust")),
}

// shareBy is how much more of a zone its effects cover, by strength.
var shareBy = map[route.Choice]float64{
	route.Restrained:  Numbers.Number("share-restrained", 0.6, "", "share of the usual that chips, oils and stains cover on a restrained model", fact.Bench("less work, less risk")),
	route.ServiceWorn: 1,
	route.Heavy:       Numbers.Number("share-heavy", 1.6, "", "the same on a heavily worn one", fact.Bench("artistic")),
}

// stained reports whether the zone gets exhaust or gun gas in that school's way.
func (d *draft) stained(way route.Choice) bool {
	return (d.Wants(WithExhaust) || d.Wants(WithGas)) && d.schools.Of(route.ExhaustWay) == way
}

// oily reports whether oils are worked into the zone.
func (d *draft) oily() bool {
	return d.Wants(WithDots) || d.Wants(WithStreaks) || d.stained(route.ByOil)
}

// dusty reports whether dry pigment or pencil lies on the zone.
func (d *draft) dusty() bool {
	return d.Wants(WithPastel) || d.Wants(WithPencil) || d.Wants(WithMud) || d.stained(route.ByPastel)
}

func (d *draft) oils() {
	dots, streaks := d.Wants(WithDots), d.Wants(WithStreaks)
	pastel := d.Wants(WithPastel) || d.stained(route.ByPastel)
	if !d.oily() && !pastel {
		return
	}
	if d.schools.Of(route.UnderOils) == route.OverFlat || pastel {
		d.add("flat-coat", d.kit.take("flat"))
		d.because("A flat coat below the oils and pigments, for grip.")
	}
	if dots {
		d.share(d.add("oil-dots", d.kit.take("oil")))
	}
	if streaks {
		d.share(d.add("streak", d.kit.take("rust")))
	}
}

// earth chooses the pigment that shows on the paint: a dark one where the usual one is as light as the paint.
func (d *draft) earth() string {
	if l := route.Lightness(d.Paint); l > earthFrom && l < earthTo {
		return "dark-mud"
	}
	return "mud"
}

func (d *draft) stains() {
	dark := route.Lightness(d.Paint) < rule.DarkBelow
	ink := "soot"
	if dark {
		ink = "tan"
	}
	for _, e := range []Wish{WithExhaust, WithGas} {
		if d.Wants(e) {
			var s *route.Step
			switch d.schools.Of(route.ExhaustWay) {
			case route.ByPastel:
				s = d.add("pastel", d.kit.take(ink+"-dust"))
				d.share(s)
			case route.ByOil:
				s = d.add("streak", d.kit.take(ink+"-oil"))
				d.share(s)
			default:
				s = d.add("exhaust-spray", d.kit.take(ink))
				d.passes(s)
			}
			s.How.Of = stain.OfExhaust
			if e == WithGas {
				s.How.Of = stain.OfGas
			}
			if dark {
				d.because("A pale stain, since a dark one can't be seen on %s.", d.Paint.Name)
			}
		}
	}
	if d.Wants(WithMud) {
		d.share(d.add("mud", d.kit.take(d.earth())))
	}
	if d.Wants(WithPencil) {
		d.share(d.add("pencil", d.kit.take("pencil")))
	}
	if d.Wants(WithPastel) {
		d.share(d.add("pastel", d.kit.take(d.earth())))
	}
}

// A stain is built up in veils that each hide a twentieth, so that its strength is a number of passes. Several numbers read alike to the eye;
// which of them is taken follows the school, so that a heavy model is heavier even where the words for both are the same.

// passes gives a sprayed stain as many passes as let it read as its service asks, few of these on a restrained model and all of them on a
// heavy one; what is usual for the strength where no number of passes does.
func (d *draft) passes(s *route.Step) {
	strength := d.schools.Of(route.StrengthOf)
	s.Coats = int(exhaustCoats[strength])
	var right []int
	for n := 1; n <= route.MostPasses; n++ {
		if r, _ := rule.StainReads(s, d.tones().Panel, n); r == d.Wear.Stain {
			right = append(right, n)
		}
	}
	if len(right) > 0 {
		s.Coats = map[route.Choice]int{route.Restrained: right[0], route.ServiceWorn: right[len(right)/2], route.Heavy: right[len(right)-1]}[strength]
	}
}

// share gives a step that covers a part of the zone less of it on a restrained model, more on a heavy one.
func (d *draft) share(s *route.Step) {
	if by := shareBy[d.schools.Of(route.StrengthOf)]; s.Do.Covers > 0 && by != 1 {
		s.Share = math.Round(1000*min(1, s.Do.Covers*by)) / 1000
	}
}
