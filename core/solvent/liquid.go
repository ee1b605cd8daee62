package solvent

import (
	"fmt"
	"slices"
	"strings"

	"inkysparrow/core/climate"
	"inkysparrow/core/fact"
)

// Liquid is a liquid of the bench, with what the computation needs of its mixture worked out once.
// Liquids are shared by pointer and never change.
type Liquid struct {
	ID       string
	Name     string // as it stands in a sentence
	Mix      Mix
	Evidence fact.Evidence
	Caution  string // the usual caution, empty for water

	hansen Hansen
	volume float64
}

var (
	pure     = fact.Memory("a pure liquid, see the table of liquids")
	thinners = fact.Bench("typical shop thinners; real ones differ")
)

const solventCaution = "Ventilate, keep flames away, wear gloves; follow the label."

var liquids = []*Liquid{
	newLiquid("water", "water", Mix{Water: 1}, pure, ""),
	newLiquid(soapyWater, "soapy water", Mix{Water: 1}, fact.Bench("a drop of dish soap changes the wetting, not the solvent"), ""),
	newLiquid("white-spirit", "white spirit", Mix{WhiteSpirit: 1}, pure, solventCaution+" Odourless is not harmless."),
	newLiquid("low-odour-white-spirit", "low-odour white spirit", Mix{Isoparaffin: 1}, pure, solventCaution+" Low odour is not harmless: ventilate as much."),
	newLiquid("turpentine", "turpentine", Mix{Turpentine: 1}, pure, solventCaution+" Turpentine irritates skin and lungs more than white spirit."),
	newLiquid("isopropanol", "isopropanol", Mix{Isopropanol: 1}, pure, solventCaution),
	newLiquid("acrylic-thinner", "acrylic thinner", Mix{Isopropanol: 0.5, MethoxyPropanol: 0.15, Water: 0.35}, thinners, solventCaution),
	newLiquid("lacquer-thinner", "lacquer thinner", Mix{Toluene: 0.45, Acetone: 0.2, ButylAcetate: 0.25, Isopropanol: 0.1}, thinners,
		solventCaution+" Wear a respirator fit for solvent vapour."),
	newLiquid("ammonia-cleaner", "ammonia cleaner", Mix{Water: 0.9, Ammonia: 0.03, Isopropanol: 0.07}, thinners, "Ventilate; never together with bleach; follow the label."),

	// What water-borne and alcohol paints, the chipping medium carry themselves in. They are not bought as such, so a plan can't name them.
	newLiquid("waterborne-carrier", "water with a little glycol ether", Mix{Water: 0.95, Butoxyethanol: 0.05}, thinners, ""),
	newLiquid("alcohol-carrier", "alcohol and glycol ether", Mix{Isopropanol: 0.6, MethoxyPropanol: 0.25, Water: 0.15}, thinners, solventCaution),
	newLiquid("medium-carrier", "water and alcohol", Mix{Water: 0.5, Ethanol: 0.5}, thinners, ""),
}

const soapyWater = "soapy-water"

const numBought = 9 // the first liquids of the table can be named in a plan

func newLiquid(id, name string, mix Mix, evidence fact.Evidence, caution string) *Liquid {
	return &Liquid{ID: id, Name: name, Mix: mix, Evidence: evidence, Caution: caution, hansen: mix.Hansen(), volume: mix.MolarVolume()}
}

// Named returns the liquid with that id.
func Named(id string) (*Liquid, bool) {
	i := slices.IndexFunc(liquids, func(l *Liquid) bool { return l.ID == id })
	if i < 0 {
		return nil, false
	}
	return liquids[i], true
}

// Must returns the liquid with that id, for tables that are fixed at compile time. It panics where the table is wrong.
func Must(id string) *Liquid {
	l, ok := Named(id)
	if !ok {
		panic("solvent: no liquid " + id)
	}
	return l
}

// Bought returns the liquids that a plan can name.
func Bought() []*Liquid { return liquids[:numBought] }

// Part is a share of a named liquid in a mixture.
type Part struct {
	Liquid *Liquid
	Share  float64
}

// Mixed returns the liquid made of parts by volume, the largest share first in its name. The shares are scaled to 1; order and
// scale don't matter.
func Mixed(parts ...Part) *Liquid {
	sorted := slices.Clone(parts)
	slices.SortFunc(sorted, func(a, b Part) int {
		if a.Share != b.Share {
			if a.Share > b.Share {
				return -1
			}
			return 1
		}
		return strings.Compare(a.Liquid.ID, b.Liquid.ID)
	})
	all := 0.0
	for _, p := range sorted {
		all += p.Share
	}
	var mix Mix
	var ids, names, cautions []string
	for _, p := range sorted {
		mix.Pour(p.Liquid.Mix, p.Share/all)
		ids = append(ids, p.Liquid.ID)
		names = append(names, fmt.Sprintf("%.0f %% %s", 100*p.Share/all, p.Liquid.Name))
		if p.Liquid.Caution != "" && !slices.Contains(cautions, p.Liquid.Caution) {
			cautions = append(cautions, p.Liquid.Caution)
		}
	}
	return newLiquid(strings.Join(ids, "+"), strings.Join(names, " and "), mix, thinners, strings.Join(cautions, " "))
}

// Hansen returns the liquid's parameters in MPa^0.5.
func (l *Liquid) Hansen() Hansen { return l.hansen }

// MolarVolume returns the average size of its molecules in cm3/mol.
func (l *Liquid) MolarVolume() float64 { return l.volume }

// Flux returns how fast a free surface of it sinks in air, in micrometres an hour.
func (l *Liquid) Flux(air climate.Air) float64 { return l.Mix.Flux(air) }

// Has reports whether the liquid holds more than a trace (2 %) of c.
func (l *Liquid) Has(c Component) bool { return l.Mix.Share(c) >= trace }

// trace is the share below which a component plays no part of its own.
const trace = 0.02

// Soapy reports whether the liquid's water holds a wetting agent.
func (l *Liquid) Soapy() bool { return l.ID == soapyWater }
