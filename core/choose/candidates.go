package choose

import (
	"slices"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/mix"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/solvent"
)

var (
	genericBench = fact.Bench("T22: brown-black on most, grey on pale paint, lighter than a black one")
	genericDark  = Numbers.Number("generic-dark", 24, "L*", "lightness of the brown-black that stands for a family's wash on most paint", genericBench)
	genericPale  = Numbers.Number("generic-pale", 50, "L*", "of the grey that does on pale paint", genericBench)
	genericLight = Numbers.Number("generic-light", 58, "L*", "of the grey that does on a dark one", genericBench)
)

// washFamilies are the families of ready washes.
func washFamilies() []*coating.Family {
	var all []*coating.Family
	for _, f := range coating.Families() {
		if slices.Contains(f.Kinds, coating.Wash) {
			all = append(all, f)
		}
	}
	return all
}

// Generic returns a wash that stands for a family, in a colour that suits the place.
func (p *Place) Generic(f *coating.Family) Candidate {
	shade := colour.Lab(genericDark, 2, 5)
	switch l := p.Paint.Lightness(); {
	case l >= rule.PaleFrom:
		shade = colour.Lab(genericPale, 1, 4)
	case l < rule.DarkBelow:
		shade = colour.Lab(genericLight, 1, 4)
	}
	c := Bottle(&coating.Product{ID: f.ID, Name: "any " + f.Name, Kind: coating.Wash, Family: f, Colour: shade.String(), Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover})
	c.Generic = true
	return c
}

// Generics returns one wash of each family.
func (p *Place) Generics() []Candidate {
	var all []Candidate
	for _, f := range washFamilies() {
		all = append(all, p.Generic(f))
	}
	return all
}

// Job is what a mix is for at the place: lines that read as wanted, in CIEDE2000 at arm's length.
func (p *Place) Job(wanted float64) mix.Job {
	return mix.Job{Line: p.Lines, On: p.On, Air: p.Plan.Air.At(p.At), Ground: p.Ground, Paint: p.Paint, Wanted: wanted}
}

// Mixes returns what can be mixed of a product: with each thinner that belongs to it, the one mix nearest to the wanted contrast that still runs. There are
// none of what is no paint, tube or pigment.
func (p *Place) Mixes(product *coating.Product, wanted float64) []Candidate {
	if !slices.Contains([]coating.Kind{coating.Paint, coating.Oil, coating.Pigment}, product.Kind) {
		return nil
	}
	var all []Candidate
	for _, thinner := range Thinners(product) {
		job := p.Job(wanted)
		job.Spread = p.way(product.Family.AsWash()).ID != "pin-wash" || product.Family.IsLoose()
		r, _, err := job.Recipe(product, thinner)
		if err != nil {
			continue
		}
		own := r.Mixed.Product(product.ID, say.Capital(product.Name)+", thinned with "+thinner.Name)
		all = append(all, Candidate{Product: own, Recipe: &r, Thinner: thinner, Mixed: r.Mixed})
	}
	return all
}

// Thinners returns the liquids that a product is let down with.
func Thinners(p *coating.Product) []*solvent.Liquid {
	switch {
	case p.Family.IsLoose():
		return []*solvent.Liquid{solvent.Must("soapy-water")}
	case p.Thinner.ID == "white-spirit":
		return []*solvent.Liquid{p.Thinner, solvent.Must("low-odour-white-spirit")}
	case p.Thinner.ID == "water": // alone it beads in the lines
		return []*solvent.Liquid{solvent.Must("soapy-water"), solvent.Must("acrylic-thinner")}
	}
	return []*solvent.Liquid{p.Thinner}
}
