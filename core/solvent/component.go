// Package solvent knows the liquids of the bench: what they are mixed from, how fast they leave, and how like they are to a film.
package solvent

import "inkysparrow/core/fact"

// Hansen is a set of Hansen solubility parameters in MPa^0.5: dispersion, polar, hydrogen bonding.
type Hansen struct{ D, P, H float64 }

// Component is a pure liquid that mixtures are made from.
type Component uint8

// The pure liquids.
const (
	Water Component = iota
	Ethanol
	Isopropanol
	Acetone
	Toluene
	ButylAcetate
	MethoxyPropanol
	Butoxyethanol
	WhiteSpirit
	Isoparaffin
	Turpentine
	Ammonia
	numComponents
)

// Smell is how much a liquid is smelled in a closed room: a wish of those who paint beside others, and no measure of what is harmless.
type Smell uint8

// The smells, from none to strong.
const (
	NoSmell Smell = iota
	Faint
	Plain
	Strong
)

var smellNames = [...]string{"no smell", "a faint smell", "a plain smell", "a strong smell"}

func (s Smell) String() string { return smellNames[s] }

var (
	hansen2007 = fact.Memory("C. M. Hansen, Hansen Solubility Parameters: A User's Handbook, 2nd ed., CRC 2007")
	lowOdour   = fact.Bench("near Hansen's n-heptane; a little slower and weaker than white spirit, as its users report")
	ammoniaEv  = fact.Bench("household cleaners; the parameters of ammonia in water are near those of water")
)

// Properties are what is known of a pure liquid.
type Properties struct {
	ID          string
	Name        string // as it stands in a sentence
	Hansen      Hansen
	Evaporation float64 // relative to n-butyl acetate = 1 at 25 C, ASTM D3539 practice, from memory; water's is a dry-air figure
	MolarVolume float64 // cm3/mol at 25 C, from memory
	HeatKJ      float64 // heat of vaporisation in kJ/mol, from memory; 0 for water, whose leaving the air's vapour governs
	Tension     float64 // surface tension in mN/m at 20 C, from memory
	Viscosity   float64 // mPa s at 20 C, from memory
	Smell       Smell
	Evidence    fact.Evidence
}

var components = [numComponents]Properties{
	Water:           {"water", "water", Hansen{15.5, 16.0, 42.3}, 0.3, 18.1, 0, 72.8, 1.0, NoSmell, hansen2007},
	Ethanol:         {"ethanol", "ethanol", Hansen{15.8, 8.8, 19.4}, 1.7, 58.5, 42, 22.1, 1.2, Plain, hansen2007},
	Isopropanol:     {"isopropanol", "isopropanol", Hansen{15.8, 6.1, 16.4}, 1.5, 76.8, 45, 21.7, 2.4, Plain, hansen2007},
	Acetone:         {"acetone", "acetone", Hansen{15.5, 10.4, 7.0}, 5.7, 74.0, 31, 23.3, 0.32, Strong, hansen2007},
	Toluene:         {"toluene", "toluene", Hansen{18.0, 1.4, 2.0}, 2.0, 106.8, 38, 28.5, 0.59, Strong, hansen2007},
	ButylAcetate:    {"butyl-acetate", "butyl acetate", Hansen{15.8, 3.7, 6.3}, 1.0, 132.5, 43, 25.3, 0.73, Strong, hansen2007},
	MethoxyPropanol: {"methoxy-propanol", "propylene glycol methyl ether", Hansen{15.6, 6.3, 11.6}, 0.7, 98.6, 43, 27.7, 1.9, Plain, hansen2007},
	Butoxyethanol:   {"butoxyethanol", "butoxyethanol", Hansen{16.0, 5.1, 12.3}, 0.07, 131.6, 56, 27.4, 3.3, Faint, hansen2007},
	WhiteSpirit:     {"white-spirit", "white spirit", Hansen{15.8, 0.1, 0.2}, 0.12, 185, 44, 25, 1.1, Strong, hansen2007},
	Isoparaffin:     {"isoparaffin", "dearomatised white spirit", Hansen{15.5, 0, 0}, 0.10, 195, 46, 24, 1.3, Faint, lowOdour},
	Turpentine:      {"turpentine", "turpentine", Hansen{16.4, 0.4, 0.4}, 0.40, 159, 42, 27, 1.5, Strong, hansen2007},
	Ammonia:         {"ammonia", "ammonia", Hansen{15.5, 16.0, 42.3}, 1.0, 24.9, 23, 72.8, 1.0, Strong, ammoniaEv},
}

// Of returns the properties of a pure liquid.
func (c Component) Of() Properties { return components[c] }

// Components returns the pure liquids, for the Workings.
func Components() []Component {
	all := make([]Component, numComponents)
	for i := range all {
		all[i] = Component(i)
	}
	return all
}
