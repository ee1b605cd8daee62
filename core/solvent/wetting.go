package solvent

import (
	"math"

	"inkysparrow/core/fact"
)

var (
	soapTension = Numbers.Number("soap-tension", 35, "mN/m", "surface tension of water with a drop of dish soap in it, and of a bottled water-borne wash, which holds a wetting agent", fact.Memory("dish soap above its critical concentration"))
	soapEnough  = Numbers.Number("soap-enough", 0.4, "", "share of the usual wetting agent that is still enough: what is more than that lies spare", fact.Bench("chosen; a bottled wash bears about a part of water, then it beads"))
	waterPower  = Numbers.Number("water-tension-power", 10, "", "power of the share of water in the surface tension of a mixture: alcohols crowd at the surface", fact.Memory("about the course of 2-propanol in water"))
	critical    = Numbers.Number("critical-tension", 22, "mN/m", "surface tension up to which a liquid spreads on paint", fact.Memory("Zisman's rule, 1964; fitted to 18°, 30° and 65° of white spirit, soapy and plain water on gloss"))
	spreading   = Numbers.Number("zisman-slope", 0.0118, "m/mN", "fall of the cosine of the contact angle for each mN/m above it", fact.Memory("Zisman's rule, 1964; fitted to 18°, 30° and 65° of white spirit, soapy and plain water on gloss"))
)

// Tension returns the surface tension of the mixture in mN/m at 20 C. wetting is how much wetting agent is in its water, against the usual: 0 for
// none, 1 for a drop of dish soap or for a wash as it is bottled.
func (m Mix) Tension(wetting float64) float64 {
	all, others, sum := m.Volume(), 0.0, 0.0
	if all <= 0 {
		return 0
	}
	for c, v := range m {
		if c := Component(c); c != Water && c != Ammonia {
			others += v / all
			sum += v / all * components[c].Tension
		}
	}
	water := 1 - others
	wet := components[Water].Tension - (components[Water].Tension-soapTension)*min(1, max(0, wetting)/soapEnough)
	if others == 0 {
		return wet
	}
	own := sum / others
	return own + max(0, wet-own)*math.Pow(water, waterPower)
}

var (
	flowTables   = fact.Memory("viscosities at 10 to 30 °C in tables of physics")
	flowWater    = Numbers.Number("flow-water", 17, "kJ/mol", "how the viscosity of water falls with warmth, as an activation energy", flowTables)
	flowAlcohol  = Numbers.Number("flow-alcohol", 22, "kJ/mol", "the same of alcohols and glycol ethers", flowTables)
	flowSolvents = Numbers.Number("flow-solvents", 10, "kJ/mol", "the same of hydrocarbons, ketones and esters", flowTables)
	flowOil      = Numbers.Number("flow-oil", 22, "kJ/mol", "the same of a drying oil", flowTables)
)

const (
	tabK = 293.15 // where the table holds, in K
)

func thinned(energy, celsius float64) float64 {
	return math.Exp(1000 * energy / gas * (1/(celsius+273.15) - 1/tabK))
}

// OilThinned returns the viscosity of a drying oil at a temperature, as a share of what it is at 20 C.
func OilThinned(celsius float64) float64 { return thinned(flowOil, celsius) }

// flows returns the viscosity of a component at a temperature, in mPa s.
func (c Component) flows(celsius float64) float64 {
	energy := flowSolvents
	switch c {
	case Water, Ammonia:
		energy = flowWater
	case Ethanol, Isopropanol, MethoxyPropanol, Butoxyethanol:
		energy = flowAlcohol
	}
	return components[c].Viscosity * thinned(energy, celsius)
}

// Viscosity returns the viscosity of the mixture in mPa s at a temperature, averaged by volume on a logarithmic scale (Arrhenius 1887, from memory).
func (m Mix) Viscosity(celsius float64) float64 {
	all, sum := m.Volume(), 0.0
	if all <= 0 {
		return 0
	}
	for c, v := range m {
		if v > 0 {
			sum += v / all * math.Log(Component(c).flows(celsius))
		}
	}
	return math.Exp(sum)
}

// Smell returns the strongest smell of what there is more than a trace of.
func (m Mix) Smell() Smell {
	worst := NoSmell
	for c := range components {
		if m.Share(Component(c)) >= trace {
			worst = max(worst, components[c].Smell)
		}
	}
	return worst
}

// ContactCosine returns the cosine of the angle at which a liquid of that surface tension in mN/m meets a painted surface.
func ContactCosine(tension float64) float64 { return min(1, 1-spreading*(tension-critical)) }
