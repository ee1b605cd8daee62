// Package routetest makes plans for the tests of other packages, as testing/fstest makes file systems.
package routetest

import (
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
)

// Step returns a step of that kind of work.
func Step(do string, p *coating.Product, coats int) *route.Step {
	return &route.Step{Do: route.MustTechnique(do), Product: p, Coats: coats}
}

// Coloured returns a product of a family in a colour, "#rrggbb".
func Coloured(kind coating.Kind, family, hex string, sheen coating.Sheen) *coating.Product {
	p := Product(kind, family, sheen)
	p.ID, p.Name, p.Colour = family+hex, "the "+family, hex
	return p
}

// Night is a bench that is open from 18:00 to 23:00 every day, in UTC.
var Night = schedule.Bench{Place: time.UTC, Evenings: []schedule.Evening{
	{Days: [7]bool{true, true, true, true, true, true, true}, From: 18 * time.Hour, To: 23 * time.Hour},
}}

// Product returns a product with all that is usual of its family.
func Product(kind coating.Kind, family string, sheen coating.Sheen) *coating.Product {
	f := coating.MustFamily(family)
	return &coating.Product{ID: family + sheen.String(), Name: family, Kind: kind, Family: f, Sheen: sheen, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover}
}
