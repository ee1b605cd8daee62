package effect

import (
	"fmt"
	"math"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/pigment"
)

var (
	mellow      = Numbers.Number("oil-mellowed", 0.8, "", "what is left of an oil's strength once it has mellowed", fact.Bench("mellows overnight; nothing is taken off before"))
	mellowTime  = Numbers.Number("oil-mellow-time", 10, "h", "in which two thirds of that happen", fact.Bench("mellows overnight"))
	correctDays = Numbers.Number("oil-corrects", 36, "h", "how long a blended oil can be taken back with a trace of thinner", fact.Bench("sets for a day or more"))
)

var (
	oilBench   = fact.Bench("fitted: a dot of 0.8 mm on flat is drawn out to a dozen mm; about a pea for a large model (T17)")
	dotFlat    = Numbers.Number("dot-volume", 0.10, "", "volume of a dot, as a share of its width cubed: a flat cap", oilBench)
	picked     = Numbers.Number("dot-picked", 0.5, "", "share of a dot that ends in the nearly dry brush", oilBench)
	reaches    = Numbers.Number("dot-reaches", 0.35, "", "share of what is squeezed out that reaches the model; card, brush and palette keep the rest", oilBench)
	drawnWide  = Numbers.Number("dot-drawn", 2.6, "", "width of a drawn dot, in widths of the dot", oilBench)
	oilHides   = Numbers.Number("oil-hides", 17, "µm", "thickness in which oil hides: it is mixed with white, or is earth", fact.Bench("P10, P11: white 36 um, pale greys 10 to 12, earths 6; held to T94"))
	tube       = Numbers.Number("oil-tube", 2.2, "", "how much further than its tone a tube's colour lies from the paint, so that a thin film still shifts it", oilBench)
	varies     = Numbers.Number("dot-varies", 0.45, "", "how much drawn lengths vary (standard deviation of their logarithm)", oilBench)
	perDot     = Numbers.Number("dot-time", 0.8, "s", "for setting a dot", fact.Bench("T31: a large 1/48 jet takes 30 to 60 minutes"))
	perCM2     = Numbers.Number("blend-time", 1.6, "s", "for blending a square centimetre", fact.Bench("T31: a large 1/48 jet takes 30 to 60 minutes"))
	varyMost   = Numbers.Number("dot-varies-most", 1.5, "", "longest that a dot is drawn out, in such deviations", fact.Bench("T95: 5 to 25 mm on flat at 1/48"))
	varyWide   = Numbers.Number("dot-varies-wide", 0.25, "", "how much drawn widths vary, likewise", oilBench)
	varyTurn   = Numbers.Number("dot-turns", 7, "°", "how much the directions of drawn dots vary (standard deviation)", oilBench)
	overLine   = Numbers.Number("dot-over-line", 1, "mm", "how far a drawn dot crosses the line of its panel", fact.Bench("T95: never past its panel by much"))
	drawnMost  = Numbers.Number("dot-longest", 60, "mm", "longest that a dot is drawn out, on a surface that hardly holds it", fact.Bench("T95"))
	offBorder  = Numbers.Number("dot-off-border", 2, "mm", "how far dots keep off the border of a colour", fact.Bench("two millimetres, or they pull it over"))
	blendMin   = Numbers.Number("oil-open", 6, "min", "how long an oil that is blended on flat can be worked", fact.Bench("T43: 5 to 15 min"))
	candidates = 10 // that a dot is chosen from (Mitchell 1991)
	dotsAll    = int(Numbers.Number("dots-all", 6000, "", "most dots that anybody sets on a zone", oilBench))
	mostDots   = Numbers.Number("dots-most", 12, "/cm²", "most dots that anybody sets", oilBench)
)

// Mellowed returns what is left of an oil's strength so long after it was blended.
func Mellowed(after time.Duration) float64 {
	return 1 - (1-mellow)*-math.Expm1(-max(0, after.Hours())/mellowTime)
}

// Corrects returns how long a blended oil can be taken back with a bud and a trace of its thinner.
func Corrects() time.Duration { return time.Duration(correctDays * float64(time.Hour)) }

// OpenMin returns how long an oil that is blended on a surface can be worked, in minutes: the thinner the film that the surface keeps, the shorter.
func OpenMin(on coating.Texture) float64 {
	return blendMin * min(1, math.Sqrt(max(0.01, float64(on))/float64(coating.Flat.Texture())))
}

// OilMM3 returns how much oil lies where a stain of a density has been drawn over so many mm2: density times area.
func OilMM3(densityMM2 float64) float64 { return densityMM2 * oilHides / 1000 / hidesBy }

// Drawn returns how long and wide a dot is drawn out on a surface, and what share it covers where it begins: a surface keeps a film as thick as its valleys hold.
func Drawn(d float64, on coating.Texture) (long, wide, cover float64) {
	keeps := max(0.01, float64(on)) / 1000 // mm
	wide = drawnWide * d
	long = dotFlat * d * d * d * (1 - picked) / (wide * keeps)
	return long, wide, -math.Expm1(-hidesBy * keeps * 1000 / oilHides)
}

// Tone is a colour of oil by what it does to the paint below.
type Tone struct {
	ID, Words string
	L, A, B   float64 // offsets in Lab
	Chroma    float64 // what is kept of the paint's chroma
	Share     float64 // of the dots, in a usual fade
}

func tone(id, words string, l, a, b, chroma, share float64) Tone {
	n := func(what string, v float64) float64 {
		return Numbers.Number("oil-"+id+"-"+what, v, "", what+" of a "+words+" oil", oilBench)
	}
	return Tone{ID: id, Words: words, L: n("lightness", l), A: n("red", a), B: n("yellow", b), Chroma: n("chroma", chroma), Share: n("share", share)}
}

var tones = []Tone{tone("lighter", "lighter", 16, 0, 3, 0.85, 0.55), tone("warmer", "warmer", 2, 5, 13, 1, 0.20), tone("darker", "darker", -14, 0, 1, 1, 0.15), tone("cooler", "cooler", 1, -4, -11, 1, 0.10)}

// Tones returns the tones of a usual fade, the most used first.
func Tones() []Tone { return tones }

// Of returns the colour from the tube that gives the tone on a paint: one that a screen can show, neither white nor black.
func (t Tone) Of(paint colour.Colour) colour.Colour {
	l, a, b := paint.Lab()
	up := tube * t.L
	const nearWhite, least, most = 94, 8, 96
	if up > 0 && l+up > nearWhite {
		up *= 0.4
	}
	for share := 1.0; share > 0; share -= 0.1 {
		c := colour.Lab(min(most, max(least, l+share*up)), (1+share*(t.Chroma-1))*a+share*tube*t.A, (1+share*(t.Chroma-1))*b+share*tube*t.B)
		if near, whole := c.Shown(); whole {
			return near
		}
	}
	return paint
}

var (
	tubeSuits = Numbers.Number("tube-suits", 12, "CIEDE2000", "how far a tube may lie from the colour that a tone asks for", oilBench)
	mixPays   = Numbers.Number("tube-mix-pays", 2, "CIEDE2000", "how much nearer two tubes must come together than one, to be worth mixing", oilBench)
)

// Suits reports whether a tube that lies so far from a tone's colour will do, in CIEDE2000.
func Suits(off float64) bool { return off <= tubeSuits }

// MixPays reports whether two tubes together, so far off, are worth mixing where one alone is that far.
func MixPays(together, alone float64) bool { return together < alone-mixPays }

// Tube is an oil that is at hand.
type Tube struct {
	Name   string
	Colour colour.Colour
	Paint  *pigment.Paint
}

// take finds the tube that gives a tone on a paint, or the two that are mixed for it, and how far that lies from what is wanted, in CIEDE2000.
func (t Tone) take(tubes []Tube, paint colour.Colour) (words string, off float64) {
	want := t.Of(paint)
	off = math.Inf(1)
	var nearest colour.Colour
	for i, a := range tubes {
		if d := want.Difference(a.Colour); d < off {
			off, words, nearest = d, a.Name, a.Colour
		}
		for _, b := range tubes[i+1:] {
			for _, m := range []struct {
				share float64
				words string
			}{{0.25, "3 to 1"}, {0.5, "1 to 1"}, {0.75, "1 to 3"}} {
				both := pigment.Mix(pigment.Part{Paint: a.Paint, Volume: 1 - m.share}, pigment.Part{Paint: b.Paint, Volume: m.share}).Colour()
				if d := want.Difference(both); MixPays(d, off) {
					off, nearest, words = d, both, fmt.Sprintf("%s and %s, %s", a.Name, b.Name, m.words)
				}
			}
		}
	}
	switch {
	case words == "":
		words = "no oil is in this build: take one " + paint.Toward(want) + " than the paint"
	case !Suits(off):
		words += " comes nearest"
		if toward := nearest.Toward(want); toward != "" {
			words += ": what is wanted is " + toward
		}
	}
	return words, off
}

// drawn adds places of dots that are drawn out.
func (p *Plan) drawn(dots []Dot, words func(Dot) Tint) {
	for _, d := range dots {
		p.Places = append(p.Places, Place{Kind: "dot", View: d.View, At: d.At, DMM: d.DMM, TowardDeg: d.TowardDeg, LengthMM: d.LengthMM, Tone: p.tone(words(d))})
	}
}
