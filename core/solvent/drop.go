package solvent

import (
	"math"

	"inkysparrow/core/climate"
	"inkysparrow/core/fact"
	"inkysparrow/core/solve"
)

// A drop in flight is so small that it comes to its own wet-bulb temperature at once: it cools until the heat that the air conducts to it is what its vapours carry off. Its surface then
// shrinks evenly with time (Spalding 1953, the d² law; Frössling without wind), each part leaving by its share of the molecules (Raoult).

// vapour is what is known of a pure liquid's vapour.
type vapour struct {
	KPa     float64 // saturation pressure at 20 °C
	Molar   float64 // g/mol
	Spreads float64 // diffusion coefficient in air at 25 °C, 1e-5 m2/s
}

var vapourTables = fact.Memory("handbooks of physics and chemistry; 10 to 20 %")

// vapours are those of the pure liquids.
var vapours = [numComponents]vapour{
	Water:           vapourOf(Water, 2.34, 18, 2.5),
	Ethanol:         vapourOf(Ethanol, 5.8, 46, 1.2),
	Isopropanol:     vapourOf(Isopropanol, 4.3, 60, 1.0),
	Acetone:         vapourOf(Acetone, 24.6, 58, 1.05),
	Toluene:         vapourOf(Toluene, 2.9, 92, 0.85),
	ButylAcetate:    vapourOf(ButylAcetate, 1.2, 116, 0.7),
	MethoxyPropanol: vapourOf(MethoxyPropanol, 1.2, 90, 0.8),
	Butoxyethanol:   vapourOf(Butoxyethanol, 0.1, 118, 0.65),
	WhiteSpirit:     vapourOf(WhiteSpirit, 0.3, 142, 0.6),
	Isoparaffin:     vapourOf(Isoparaffin, 0.25, 150, 0.58),
	Turpentine:      vapourOf(Turpentine, 0.5, 136, 0.6),
	Ammonia:         vapourOf(Ammonia, 5, 17, 2.3),
}

func vapourOf(c Component, kPa, molar, spreads float64) vapour {
	id, name := "vapour-"+components[c].ID, components[c].Name
	return vapour{
		Numbers.Number(id, kPa, "kPa", "saturation pressure of "+name+" at 20 °C", vapourTables), Numbers.Number(id+"-molar", molar, "g/mol", "molar mass of "+name, vapourTables),
		Numbers.Number(id+"-spreads", spreads, "1e-5 m²/s", "diffusion coefficient of "+name+" in air", vapourTables),
	}
}

var (
	waterHeat   = Numbers.Number("water-heat", 44.5, "kJ/mol", "heat that water takes up as it leaves", vapourTables)
	airConducts = Numbers.Number("air-conducts", 0.025, "W/(m K)", "heat conductivity of air", vapourTables)
)

// kPa is the saturation pressure of a pure liquid at celsius.
func (c Component) kPa(celsius float64) float64 {
	if c == Water {
		return climate.SaturationKPa(celsius)
	}
	return vapours[c].KPa * math.Exp(-components[c].HeatKJ*1000/gas*(1/(273.15+celsius)-1/293.15))
}

func (c Component) heat() float64 {
	if c == Water {
		return waterHeat
	}
	return components[c].HeatKJ
}

// leaves returns what leaves a drop at celsius in air: kg/m3 times m2/s, and the watts that it carries off for each metre of radius over 4 pi. Water counts with the air's own; where it would
// be caught from the air it is left out here.
func (m Mix) leaves(celsius float64, air climate.Air) (mass, volume, heat float64) {
	moles := 0.0
	for c, v := range m {
		moles += v / components[c].MolarVolume
	}
	for c, v := range m {
		if v <= 0 {
			continue
		}
		p := Component(c).kPa(celsius) * v / components[c].MolarVolume / moles
		if Component(c) == Water {
			p = max(0, p-air.VapourKPa())
		}
		x := vapours[c]
		perM3 := p * 1000 / (gas * (273.15 + (celsius+air.TemperatureC)/2)) // mol/m3
		flow := x.Spreads * 1e-5 * perM3                                    // mol/(m s)
		mass += flow * x.Molar / 1000
		volume += flow * components[c].MolarVolume * 1e-6
		heat += flow * Component(c).heat() * 1000
	}
	return mass, volume, heat
}

// Drop returns the temperature that a drop of the mixture flies at, in °C, and its evaporation constant: by how many m2 the square of its diameter falls in a second. Held to R62, R63.
func (m Mix) Drop(air climate.Air) (celsius, k float64) {
	if m.Volume() <= 0 {
		return air.TemperatureC, 0
	}
	celsius, _ = solve.Halve(-60, air.TemperatureC, 40, func(c float64) bool {
		_, _, heat := m.leaves(c, air)
		return heat < airConducts*(air.TemperatureC-c)
	})
	_, volume, _ := m.leaves(celsius, air)
	return celsius, 8 * volume
}

// Catches returns how fast a drop at celsius takes up water from the air: by how many m2 the square of its diameter would grow in a second; 0 above the dew point.
func Catches(celsius float64, air climate.Air) float64 {
	p := max(0, air.VapourKPa()-climate.SaturationKPa(celsius))
	perM3 := p * 1000 / (gas * (273.15 + (celsius+air.TemperatureC)/2))
	return 8 * vapours[Water].Spreads * 1e-5 * perM3 * components[Water].MolarVolume * 1e-6
}
