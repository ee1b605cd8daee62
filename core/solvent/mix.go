package solvent

import (
	"fmt"
	"math"

	"inkysparrow/core/climate"
	"inkysparrow/core/fact"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	diluteD = Numbers.Number("water-dilute-d", 18.1, "MPa^0.5", "dispersion of water as it acts in a mixture (total-miscibility set)", hansen2007)
	diluteP = Numbers.Number("water-dilute-p", 17.1, "MPa^0.5", "polarity of water as it acts in a mixture", hansen2007)
	diluteH = Numbers.Number("water-dilute-h", 16.9, "MPa^0.5", "hydrogen bonding of water as it acts in a mixture", hansen2007)

	freeFlux = Numbers.Number("free-flux", 270, "µm/h", "n-butyl acetate leaving a free surface in still air at 25 °C",
		fact.Bench("about diffusion through 7 mm of still air; fitted to T01 to T03"))
	gas = Numbers.Number("gas-constant", 8.314, "J/(mol K)", "gas constant", fact.Memory("CODATA"))
)

// Millilitre is the unit of the amounts in a Mix.
const Millilitre = 1.0

// Mix is a cup of liquids: millilitres of each pure liquid. The zero Mix is an empty cup. Mixes are values and fit as map keys.
type Mix [numComponents]float64

// Add pours ml millilitres of c into the cup.
func (m *Mix) Add(c Component, ml float64) { m[c] += ml }

// Pour adds ml millilitres of another mixture.
func (m *Mix) Pour(other Mix, ml float64) {
	all := other.Volume()
	if all <= 0 {
		return
	}
	for c, v := range other {
		m[c] += ml * v / all
	}
}

// Volume returns how much is in the cup, in millilitres.
func (m Mix) Volume() float64 {
	sum := 0.0
	for _, v := range m {
		sum += v
	}
	return sum
}

// Share returns the volume share of c, 0 to 1; 0 in an empty cup.
func (m Mix) Share(c Component) float64 {
	if all := m.Volume(); all > 0 {
		return m[c] / all
	}
	return 0
}

// Hansen returns the parameters of the mixture, averaged by volume. Water acts in a mixture less like itself the less there is of
// it: its own set is reached with the square of its share, from Hansen's total-miscibility set at high dilution. Plain averaging
// would have alcohol thinners with water in them dissolve nothing.
func (m Mix) Hansen() Hansen {
	all := m.Volume()
	if all <= 0 {
		return Hansen{}
	}
	var sum Hansen
	for c, v := range m {
		if v == 0 {
			continue
		}
		h, f := components[c].Hansen, v/all
		if Component(c) == Water {
			h.D = diluteD + (h.D-diluteD)*f*f
			h.P = diluteP + (h.P-diluteP)*f*f
			h.H = diluteH + (h.H-diluteH)*f*f
		}
		sum.D += f * h.D
		sum.P += f * h.P
		sum.H += f * h.H
	}
	return sum
}

// MolarVolume returns the volume-averaged size of the molecules, in cm3/mol: what squeezes through a film.
func (m Mix) MolarVolume() float64 {
	all, sum := m.Volume(), 0.0
	if all <= 0 {
		return 0
	}
	for c, v := range m {
		sum += v / all * components[c].MolarVolume
	}
	return sum
}

// Flux returns how fast a free surface of the mixture sinks in air, in micrometres an hour. Solvents follow Clausius and Clapeyron
// with temperature; water follows the room's vapour-pressure deficit. The parts of a mixture leave one after the other.
func (m Mix) Flux(air climate.Air) float64 {
	all, slow := m.Volume(), 0.0
	if all <= 0 {
		return math.Inf(1)
	}
	for c, v := range m {
		if v > 0 {
			slow += v / all / Component(c).flux(air)
		}
	}
	return 1 / slow
}

// HeatPerML returns the heat that a millilitre of the mixture takes up as it leaves, in joules: what cools a wet coat. Water counts for
// nothing: it leaves no faster than the air's own vapour lets it, and never cools below the dew point.
func (m Mix) HeatPerML() float64 {
	all, sum := m.Volume(), 0.0
	for c, v := range m {
		if v > 0 {
			sum += v / all * 1000 * components[c].HeatKJ / components[c].MolarVolume
		}
	}
	return sum
}

func (c Component) flux(air climate.Air) float64 {
	p := components[c]
	if c == Water {
		return freeFlux * p.Evaporation * air.DeficitKPa() / climate.SaturationKPa(25)
	}
	return freeFlux * p.Evaporation * math.Exp(-p.HeatKJ*1000/gas*(1/(273.15+air.TemperatureC)-1/298.15))
}

// Distance returns Hansen's distance Ra between two sets of parameters, in MPa^0.5.
func (h Hansen) Distance(o Hansen) float64 {
	return math.Sqrt(4*(h.D-o.D)*(h.D-o.D) + (h.P-o.P)*(h.P-o.P) + (h.H-o.H)*(h.H-o.H))
}

func (h Hansen) String() string {
	return fmt.Sprintf("dD %.1f, dP %.1f, dH %.1f MPa^0.5", h.D, h.P, h.H)
}
