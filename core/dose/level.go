package dose

import (
	"math"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
)

// A wet coat pulls its own ripples flat for as long as it flows (Orchard 1962, from memory): the thicker it is and the longer it stays thin, the more of them go; the wider they are, the longer
// they take. What holds its shape at rest, as water-borne paint does, keeps what its yield stress bears.
var (
	peelBench = fact.Bench("R89: orange peel of a lacquer, an enamel, a water-borne flat; reference model, no source")
	peelStart = Numbers.Number("peel-start", 0.1, "", "height of the ripples that a coat lands with, as a share of what leaves it", peelBench)
	peelWave  = Numbers.Number("peel-wave", 2, "mm", "from ripple to ripple of orange peel", peelBench)
	thickens  = Numbers.Number("peel-thickens", 9, "", "e-folds by which a coat thickens until all its liquid has left", peelBench)
	bristles  = Numbers.Number("bristle-wave", 0.6, "mm", "from mark to mark of a soft brush", peelBench)
	brushDeep = Numbers.Number("bristle-start", 0.15, "", "depth of the marks that a brush leaves, as a share of the coat", peelBench)
	flowsAs   = map[*coating.Mechanism]float64{
		coating.Evaporate: Numbers.Number("flows-lacquer", 0.05, "Pa s", "how thick a lacquer is as it lands", peelBench),
		coating.Coalesce:  Numbers.Number("flows-water-borne", 0.06, "Pa s", "how thick a water-borne coat is as it lands", peelBench),
		coating.Oxidise:   Numbers.Number("flows-enamel", 0.05, "Pa s", "how thick an enamel is as it lands", peelBench),
	}
	yields = map[*coating.Mechanism]float64{
		coating.Coalesce: Numbers.Number("yields-water-borne", 0.3, "Pa", "shear that a water-borne coat bears without flowing", peelBench),
		coating.Oxidise:  Numbers.Number("yields-enamel", 0.05, "Pa", "shear that an enamel bears without flowing", peelBench),
	}
	peelShows = Numbers.Number("peel-shows", 1.5, "µm", "by how much higher ripples make a coat look like the skin of an orange", fact.Bench("seen from 0.2 µm by who looks for it, by anybody where R89 has a coat that landed half dry"))
)

const levelSteps = 40

// Ripples returns the height of the ripples that are left of a sprayed coat once it no longer flows, in µm: a coat wet microns thick, of which a share is volatile; gone of that had left before
// it landed.
func Ripples(f *coating.Family, liquid solvent.Mix, air climate.Air, wet coating.Microns, volatile, gone float64) float64 {
	return levelled(f, liquid, air, float64(wet), volatile, gone, peelStart*float64(wet)*volatile, peelWave)
}

// Bristles returns the depth of the marks that a soft brush leaves in a coat wet microns thick, in µm.
func Bristles(f *coating.Family, air climate.Air, wet coating.Microns, thinning float64) float64 {
	s := Setting{Thinning: thinning}
	return levelled(f, s.liquid(f), air, float64(wet), s.volatile(f), 0, brushDeep*float64(wet)*s.volatile(f), bristles)
}

// levelled is what is left of ripples of a wavelength in mm.
func levelled(f *coating.Family, liquid solvent.Mix, air climate.Air, wet, volatile, gone, start, waveMM float64) float64 {
	thick, ok := flowsAs[f.Mechanism]
	if !ok {
		thick = flowsAs[coating.Evaporate]
	}
	pulls, wave := liquid.Tension(1)*1e-3, waveMM*1e-3 // N/m, m
	lasts := wet * volatile * (1 - gone) / liquid.Flux(air) * 3600 / levelSteps
	folds := 0.0
	for i := range levelSteps {
		x := gone + (1-gone)*(float64(i)+0.5)/levelSteps
		deep := wet * (1 - volatile*x) / max(0.1, 1-volatile*gone) * 1e-6
		folds += 16 * math.Pow(math.Pi, 4) * pulls * deep * deep * deep / (3 * thick * math.Exp(thickens*x) * math.Pow(wave, 4)) * lasts
	}
	holds := yields[f.Mechanism] * wave * wave * wave / (8 * math.Pow(math.Pi, 3) * pulls * wet * 1e-6) * 1e6
	return min(start, max(start*math.Exp(-folds), holds))
}
