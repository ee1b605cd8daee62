package dose

import (
	"math"

	"inkysparrow/core/climate"
	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
)

// On its way a drop loses liquid by the d² law, at its own wet-bulb temperature, for as long as a free jet takes to carry it: a time that goes with the square of the distance. Drops are of
// many sizes; the small ones may arrive as dust. A drop that flies colder than the dew point catches water from the air.
var (
	jet        = fact.Bench("R61, R64, R65: a free jet from an airbrush's nozzle; reference model, no source")
	jetSpeed   = Numbers.Number("jet-speed", 250, "m/s", "speed of the air as it leaves the nozzle", jet)
	jetBore    = Numbers.Number("jet-bore", 0.001, "m", "width of the nozzle's ring of air", jet)
	jetDecay   = Numbers.Number("jet-decay", 6.2, "", "speed on a free jet's axis, times bores over distance", fact.Memory("Rajaratnam 1976, round turbulent jets"))
	dropSpread = Numbers.Number("drop-spread", 0.45, "", "how much drops vary in size (standard deviation of their logarithm)", jet)
	dustFrom   = Numbers.Number("drop-dust", 0.85, "", "share of its liquid that a drop has lost from which it lands as dust", jet)
)

// Flight is what becomes of drops on their way.
type Flight struct {
	Time  float64 // s
	DropC float64 // temperature that they fly at
	Gone  float64 // share of their liquid that has left
	Dust  float64 // share of the solids that land dry
	Water float64 // that they caught, as a share of what lands
}

// drops are the sizes of drops of equal volume, for a median of 1.
var drops = func() (all [24]float64) {
	for i := range all {
		all[i] = math.Exp(dropSpread * math.Sqrt2 * math.Erfinv(2*(float64(i)+0.5)/float64(len(all))-1))
	}
	return
}()

// Fly sends drops of a median size in µm, of which a share is liquid, over a distance in cm through air. Held to R61, R64, R65, T68, T69.
func Fly(liquid solvent.Mix, air climate.Air, medianUM, volatile, distanceCM float64) Flight {
	x := distanceCM / 100
	f := Flight{Time: x * x / (2 * jetDecay * jetSpeed * jetBore)}
	var k float64
	f.DropC, k = liquid.Drop(air)
	catches := solvent.Catches(f.DropC, air)
	landed := 0.0
	for _, size := range drops {
		d := medianUM * 1e-6 * size
		lost := 1 - math.Pow(1-min(1, k*f.Time/(d*d)), 1.5)
		gone := min(1, lost/volatile)
		f.Gone += gone / float64(len(drops))
		if gone >= dustFrom {
			f.Dust += 1 / float64(len(drops))
		}
		f.Water += 1.5 * catches * f.Time / (d * d) / float64(len(drops))
		landed += (1 - volatile*gone) / float64(len(drops))
	}
	f.Water /= landed + f.Water
	return f
}
