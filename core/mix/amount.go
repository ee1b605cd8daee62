package mix

import (
	"math"
	"slices"

	"inkysparrow/core/coating"
	"inkysparrow/core/dose"
	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
)

var (
	handBench = fact.Bench("measured by eye at the bench")
	density   = coating.PigmentDensity()

	prices  = fact.Bench("usual shop prices, in whatever money; write your own at the bottle")
	priceOf = map[coating.Kind]float64{
		coating.Paint: price(coating.Paint, 0.2), coating.Primer: price(coating.Primer, 0.1), coating.Metal: price(coating.Metal, 0.25), coating.Clear: price(coating.Clear, 0.12),
		coating.Wash: price(coating.Wash, 0.18), coating.Oil: price(coating.Oil, 0.22), coating.Pigment: price(coating.Pigment, 0.25),
	}
	thinnerML = Numbers.Number("price-thinner", 0.03, "per ml", "what a millilitre of bought thinner costs", prices)
)

// Measure is a way of measuring out.
type Measure struct {
	ID, Words string
	ML        float64 // of one
}

var measures = []Measure{
	{"ml", "millilitres", 1},
	{"drops", "drops", dose.DropML()},
	{"parts", "parts", Numbers.Number("part", 1, "ml", "a part, where nothing else says how large it is", fact.Bench("chosen; only the ratio counts"))},
	{"peas", "peas", Numbers.Number("pea", 0.2, "ml", "a pea of oil paint", fact.Bench("T17: 0.1 to 0.3 ml"))},
	{"smears", "smears", Numbers.Number("smear", 0.02, "ml", "a smear of paint on the tip of a stick", handBench)},
	{"loads", "brush loads", Numbers.Number("brush-load", 0.01, "ml", "what a fine brush holds", handBench)},
}

// Measures returns the ways of measuring liquids and tubes.
func Measures() []Measure { return measures }

// StripML returns how much a strip from a tube is, by its length and diameter in mm.
func StripML(lengthMM, diameterMM float64) float64 {
	return math.Pi / 4 * diameterMM * diameterMM * lengthMM / 1000
}

// PigmentML returns the volume of so many grams of dry pigment, without the air between its grains.
func PigmentML(grams float64) float64 { return grams / density }

func price(kind coating.Kind, perML float64) float64 {
	return Numbers.Number("price-"+string(kind), perML, "per ml", "what a millilitre of it usually costs: "+string(kind), prices)
}

// Price returns what a millilitre of a product costs: its own price, or what is usual of its kind.
func Price(p *coating.Product) float64 {
	if p.Price > 0 {
		return p.Price
	}
	return priceOf[p.Kind]
}

// Cost returns what the cup costs.
func (m *Mixed) Cost() float64 {
	sum := 0.0
	for _, p := range m.parts {
		switch {
		case p.Product != nil:
			sum += p.ML * Price(p.Product)
		case p.Liquid.Mix.Share(solvent.Water) < 1:
			sum += p.ML * thinnerML
		}
	}
	return sum
}

// Keeping is how long a mix is good for in a closed jar.
type Keeping struct {
	Days  float64
	Words string
}

var (
	keepBench   = fact.Bench("in a closed jar, stirred before use")
	keepsWater  = Numbers.Number("keeps-own-water", 14, "days", "a mix of own pigment and water: it grows mould", keepBench)
	keepsWashed = Numbers.Number("keeps-water", 60, "days", "a bottled water-borne wash let down with water: its preservative is thinned too", keepBench)
	keepsOil    = Numbers.Number("keeps-oil", 180, "days", "enamel or oil in white spirit: it skins when air gets in", keepBench)
	keepsAcryl  = Numbers.Number("keeps-acrylic", 7, "days", "thinned water-borne acrylic: its particles begin to clump", keepBench)
	keepsLong   = Numbers.Number("keeps-lacquer", 365, "days", "what is dissolved in solvent, well closed", keepBench)
)

// Keeps returns how long the mix is good for.
func (m *Mixed) Keeps() Keeping {
	loose := false
	for _, p := range m.parts {
		loose = loose || p.Product != nil && p.Product.Family.IsLoose()
	}
	switch {
	case loose && m.Carrier.Share(solvent.Water) > immisc:
		return Keeping{keepsWater, "two weeks: nothing in it keeps mould away"}
	case m.Family.IsLive():
		return Keeping{keepsWashed, "two months closed; shake it"}
	case m.Family.Mechanism == coating.Coalesce && m.Carrier.Share(solvent.Water) > 0.5:
		return Keeping{keepsAcryl, "a week closed; thinned acrylic clumps"}
	case m.Family.Mechanism == coating.Oxidise:
		return Keeping{keepsOil, "half a year closed; stir up what has settled"}
	}
	return Keeping{keepsLong, "a year, well closed"}
}

// Cautions returns the usual cautions for mixing and using it.
func (m *Mixed) Cautions() []string {
	var all []string
	add := func(s string) {
		if s != "" && !slices.Contains(all, s) {
			all = append(all, s)
		}
	}
	for _, p := range m.parts {
		if p.Liquid != nil {
			add(p.Liquid.Caution)
			if p.Liquid.Soapy() {
				add("Soap creeps under decals that nothing seals, and a clear beads on what is left of it: wipe with plain water afterwards.")
			}
			continue
		}
		add(p.Product.Carrier.Caution)
		if p.Product.Family.IsLoose() {
			add("Wear a dust mask while the pigment is dry; keep it off food and hands.")
		}
	}
	if m.Carrier.Share(solvent.Ammonia) > 0.01 {
		add("Ammonia attacks water-borne acrylics and polish clears at any age: not over them.")
	}
	if m.Family.IsOily() {
		add("Rags with oil paint can heat themselves: dry them flat or keep them under water in a closed tin.")
	}
	return all
}
