package pigment

import (
	"math"

	"inkysparrow/core/fact"
)

// bands are how many stretches of the spectrum a paint is known in: 20 nm each, from 400 to 700 nm. Three would do for greys and earths, and fail wherever
// an edge is steep: a green of blue and yellow is a matter of 480 to 560 nm.
const bands = 16

// Spectrum is a figure in each band, of 400, 420 ... 700 nm.
type Spectrum [bands]float64

func nm(band int) float64 { return 400 + 20*float64(band) }

// toRGB weighs the bands to linear sRGB: the CIE 1931 observer and D65 in hats of 20 nm, scaled so that a white body is the screen's white.
// From memory: CIE 1931 standard observer, CIE standard illuminant D65, IEC 61966-2-1.
var toRGB = [3]Spectrum{
	{.0025, .0197, .0389, .0020, -.0651, -.1288, -.1749, -.1004, .0773, .2850, .4069, .3527, .1885, .0712, .0205, .0041},
	{-.0022, -.0179, -.0401, -.0193, .0435, .1309, .2487, .2946, .2410, .1329, .0296, -.0157, -.0162, -.0072, -.0022, -.0004},
	{.0153, .1314, .3504, .3758, .1889, .0496, -.0087, -.0301, -.0309, -.0222, -.0119, -.0052, -.0018, -.0005, -.0001, 0},
}

func init() {
	for c := range toRGB { // the figures are rounded: a white body has to be white to the last digit
		sum := 0.0
		for _, w := range toRGB[c] {
			sum += w
		}
		for i := range toRGB[c] {
			toRGB[c][i] /= sum
		}
	}
}

// paste is a paint of a single generic pigment at its usual load: what a paint of any colour is read as a mix of.
type paste struct {
	id, words string
	cost      float64 // of taking it, in the score of a reading
	dear      bool    // organic or ultramarine: not by the pint in a dull paint
	k, s      Spectrum
}

var pasteBench = fact.Bench("chosen; their orders of tinting and hiding are those of pigment handbooks (from memory), their loads bound how strong a paint of a colour can be; fitted to T90 to T92")

// of makes a paste: what it scatters at 550 nm per micrometre of dry film, by which power of the wavelength that falls, what it costs to take, and what it absorbs: the
// shape as handbooks draw it for the pigment's kind (from memory), its height fitted.
func of(id, words string, s550, power, cost float64, dear bool, k Spectrum) paste {
	p := paste{id: id, words: words, dear: dear, k: k}
	s550 = Numbers.Number("paste-"+id+"-scatters", s550, "1/µm", "scattering of a paste of "+words+" at 550 nm, Kubelka and Munk's S", pasteBench)
	power = Numbers.Number("paste-"+id+"-power", power, "", "power of the wavelength by which that falls", pasteBench)
	p.cost = Numbers.Number("paste-"+id+"-cost", cost, "CIEDE2000", "how much nearer a reading has to come for taking it", fact.Bench("chosen: iron, carbon and titanium first; dear pigments where they are needed"))
	for i := range p.s {
		p.s[i] = s550 * math.Pow(550/nm(i), power)
	}
	return p
}

// The places of the pastes that every reading begins from.
const (
	titanium = iota
	carbon
	yellowOxide
	redOxide
)

var pastes = func() []paste {
	var black Spectrum
	for i := range black {
		black[i] = math.Pow(550/nm(i), 0.6)
	}
	return []paste{
		of("titanium", "titanium white", .60, 1, 0, false, Spectrum{.023, .0033, .0011, .00066, .00058, .00051, .0005, .0005, .0005, .0005, .0005, .0005, .0005, .0005, .0005, .0005}),
		of("carbon", "carbon black", .015, 1, 0, false, black),
		of("yellow-oxide", "yellow iron oxide", .25, .6, 0, false, Spectrum{1, 1, .97, .86, .65, .37, .18, .091, .051, .035, .028, .026, .026, .025, .021, .017}),
		of("red-oxide", "red iron oxide", .30, 0, 0, false, Spectrum{1.9, 1.9, 1.87, 1.83, 1.79, 1.74, 1.65, 1.49, 1.02, .52, .23, .14, .106, .090, .080, .072}),
		of("brown-oxide", "brown iron oxide", .20, .3, .2, false, Spectrum{1.19, 1.15, 1.10, 1.04, .96, .86, .74, .63, .51, .39, .30, .25, .22, .19, .18, .16}),
		of("chromium-green", "chromium oxide green", .25, .3, .3, false, Spectrum{.54, .59, .65, .62, .48, .31, .19, .15, .18, .26, .35, .40, .43, .43, .40, .33}),
		of("organic-yellow", "an organic yellow", .045, .8, .5, true, Spectrum{.74, .86, .89, .84, .50, .081, .0064, .0013, .0006, .0004, .0003, .0002, .0002, .0002, .0002, .0002}),
		of("organic-orange", "an organic orange", .030, .8, .7, true, Spectrum{.52, .59, .66, .73, .79, .82, .67, .30, .046, .0047, .0011, .0005, .0003, .0003, .0003, .0003}),
		of("organic-red", "an organic red", .025, .8, .5, true, Spectrum{.47, .44, .45, .51, .61, .74, .82, .81, .46, .10, .0091, .0020, .0008, .0005, .0004, .0004}),
		of("magenta", "magenta", .030, .8, .8, true, Spectrum{.32, .26, .23, .26, .38, .62, .81, .88, .71, .31, .063, .014, .0039, .0016, .0011, .001}),
		of("phthalo-blue", "phthalo blue", .020, .8, .4, true, Spectrum{.21, .13, .083, .057, .051, .079, .17, .40, .82, 1.36, 1.75, 1.86, 1.74, 1.63, 1.60, 1.29}),
		of("phthalo-green", "phthalo green", .020, .8, .4, true, Spectrum{.56, .57, .46, .28, .13, .056, .050, .10, .28, .67, 1.14, 1.41, 1.55, 1.51, 1.23, .88}),
		of("ultramarine", "ultramarine", .030, .8, .4, true, Spectrum{.040, .023, .019, .024, .047, .12, .24, .39, .54, .65, .68, .60, .45, .29, .15, .073}),
	}
}()

// tries are the sets of four pastes that a colour is read as: white and black with two others, or black and an earth with two others.
var tries = func() (all [][4]int) {
	for i := yellowOxide; i < len(pastes); i++ {
		for j := i + 1; j < len(pastes); j++ {
			all = append(all, [4]int{titanium, carbon, i, j})
		}
	}
	for _, earth := range []int{yellowOxide, redOxide} {
		for i := yellowOxide; i < len(pastes); i++ {
			for j := i + 1; j < len(pastes); j++ {
				if i == earth || j == earth || earth == redOxide && i == yellowOxide { // both earths with a third were tried already
					continue
				}
				all = append(all, [4]int{carbon, earth, i, j})
			}
		}
	}
	return all
}()
