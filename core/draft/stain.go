package draft

import (
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
)

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
		d.add("oil-dots", d.kit.take("oil"))
	}
	if streaks {
		d.add("streak", d.kit.take("rust"))
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
			case route.ByOil:
				s = d.add("streak", d.kit.take(ink+"-oil"))
			default:
				s = d.add("exhaust-spray", d.kit.take(ink))
			}
			s.Pull.Of = route.OfExhaust
			if e == WithGas {
				s.Pull.Of = route.OfGas
			}
			if dark {
				d.because("A pale stain, since a dark one can't be seen on %s.", d.Paint.Name)
			}
		}
	}
	if d.Wants(WithMud) {
		d.add("mud", d.kit.take(d.earth()))
	}
	if d.Wants(WithPencil) {
		d.add("pencil", d.kit.take("pencil"))
	}
	if d.Wants(WithPastel) {
		d.add("pastel", d.kit.take(d.earth()))
	}
}
