package picture

import (
	"math"

	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

var (
	eyeBench     = fact.Bench("chosen by eye, so that a flat panel that faces the viewer shows its own colour by daylight and by the lamp")
	bradford     = fact.Memory("Bradford's transform, 0.85 adapted, smooth spectra; CIE 1931 after Wyman 2013")
	bevelMM      = Numbers.Number("picture-bevel", 2.2, "mm", "how far from its rim a wing's edge begins to round off", eyeBench)
	lampWide     = Numbers.Number("lamp-wide", 0.0016, "", "what a lamp of half width 0.08 adds to the square of a roughness", fact.Bench("form after Karis, size of a bench lamp"))
	fresnel0     = Numbers.Number("paint-mirror", 0.04, "", "share of light that a paint's surface mirrors straight on", fact.Memory("Fresnel, index 1.5"))
	rolls        = Numbers.Number("picture-rolls", 0.8, "", "brightness from which highlights are rolled off", eyeBench)
	patternCells = Numbers.Number("pattern-cells", 5.5, "", "patches of a camouflage pattern along an aircraft", fact.Bench("chosen by eye"))
	rivetWeight  = Numbers.Number("picture-rivets", 0.45, "", "how much of a line a row of rivets is seen as", eyeBench)
	relief       = Numbers.Number("picture-relief", 0.55, "", "how dark a line's shadow is in raking light", eyeBench)
	facingRake   = Numbers.Number("picture-raking", 0.62, "", "brightness of a panel that faces the viewer in raking light", eyeBench)
)

// Light is a light that a model is looked at in.
type Light struct {
	ID, Words string
	tint      [9]float64 // linear RGB by daylight to what is seen
	from      [3]float64 // the way to the lamp: right, down, towards the viewer
	lamp, sky float64
	even      bool // no shading at all: colours to be compared
	rakes     bool
}

func unit(x, y, z float64) [3]float64 {
	l := math.Sqrt(x*x + y*y + z*z)
	return [3]float64{x / l, y / l, z / l}
}

var same = [9]float64{1, 0, 0, 0, 1, 0, 0, 0, 1}

func warm(n string, row ...float64) (out [9]float64) {
	for i, v := range row {
		out[i] = Numbers.Number("light-"+n+"-"+string(rune('1'+i/3))+string(rune('1'+i%3)), v, "", "of the matrix from daylight to a "+n+" light in linear RGB", bradford)
	}
	return out
}

var lights = []Light{
	{ID: "daylight", Words: "daylight", tint: same, from: unit(-0.42, -0.55, 0.72), lamp: Numbers.Number("daylight-lamp", 0.5, "", "share of daylight that comes from one side", eyeBench), sky: 0.5},
	{ID: "lamp", Words: "warm lamp", tint: warm("lamp", 1.180, -.049, .008, .045, .946, -.021, -.005, -.056, .954), from: unit(-0.3, -0.45, 0.84), lamp: Numbers.Number("lamp-lamp", 0.78, "", "share of a bench lamp's light that comes straight from it", eyeBench), sky: 0.22},
	{ID: "raking", Words: "low raking light", tint: same, from: unit(-0.84, -0.5, math.Tan(rakeAngle*math.Pi/180)*math.Hypot(0.84, 0.5)), lamp: 0.9, sky: 0.1, rakes: true},
	{ID: "even", Words: "even light, for colours", tint: same, from: unit(0, 0, 1), even: true},
}

var rakeAngle = Numbers.Number("raking-angle", 12, "°", "of raking light over the surface", fact.Bench("a lamp laid low shows lines, ridges and orange peel"))

// Lights returns the lights, daylight first.
func Lights() []Light { return lights }

// LightNamed returns the light with that id; daylight for an empty one.
func LightNamed(id string) (Light, bool) {
	for _, l := range lights {
		if l.ID == id || id == "" {
			return l, true
		}
	}
	return lights[0], false
}

// falling is how a light falls on what looks somewhere: from one side, and from the sky.
type falling struct{ x, y, z, sky float32 }

// falls returns how the light falls, so that what faces the viewer shows its own colour, or in raking light a little less.
func (l Light) falls() falling {
	facing := l.lamp*l.from[2] + l.sky
	if facing <= 0 {
		return falling{}
	}
	k := 1 / facing
	if l.rakes {
		k *= facingRake
	}
	return falling{float32(k * l.lamp * l.from[0]), float32(k * l.lamp * l.from[1]), float32(k * l.lamp * l.from[2]), float32(k * l.sky)}
}

// lit is how bright what looks that way is.
func (f falling) lit(nx, ny, nz float32) float32 {
	return max(0, nx*f.x+ny*f.y+nz*f.z) + f.sky*(0.5+0.5*nz)
}

// rgb is a colour in linear light.
type rgb struct{ r, g, b float32 }

func (c rgb) to(o rgb, share float32) rgb {
	return rgb{c.r + (o.r-c.r)*share, c.g + (o.g-c.g)*share, c.b + (o.b-c.b)*share}
}

func (c rgb) times(f float32) rgb { return rgb{c.r * f, c.g * f, c.b * f} }

// tinted is a colour as it is seen in the light.
func (l Light) tinted(c colour.Colour) rgb {
	r, g, b := c.Linear()
	m := l.tint
	return rgb{
		float32(max(0, m[0]*r+m[1]*g+m[2]*b)),
		float32(max(0, m[3]*r+m[4]*g+m[5]*b)),
		float32(max(0, m[6]*r+m[7]*g+m[8]*b)),
	}
}

// encode is the table from linear light to 8 bits of sRGB (IEC 61966-2-1), past 1 rolled off.
var encode = func() (table [4096]uint8) {
	for i := range table {
		v := float64(i) / 4095 * 2
		if v > rolls {
			v = rolls + (1-rolls)*(1-math.Exp(-(v-rolls)/(1-rolls)))
		}
		s := 12.92 * v
		if v > 0.0031308 {
			s = 1.055*math.Pow(v, 1/2.4) - 0.055
		}
		table[i] = uint8(math.Round(255 * min(1, s)))
	}
	return table
}()

// encodeEven is the same without rolling off: colours that are compared stay what they are.
var encodeEven = func() (table [4096]uint8) {
	for i := range table {
		v := float64(i) / 4095 * 2
		s := 12.92 * v
		if v > 0.0031308 {
			s = 1.055*math.Pow(v, 1/2.4) - 0.055
		}
		table[i] = uint8(math.Round(255 * min(1, s)))
	}
	return table
}()

func level(v float32) int {
	i := int(v*(4095.0/2) + 0.5)
	return min(4095, max(0, i))
}
