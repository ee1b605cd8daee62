package rescue

import (
	"image"
	"image/color"
	"math"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/gloss"
	"inkysparrow/core/picture"
)

// drawing is how a symptom is painted on a zone's own colours: how much of its light a spot sends back otherwise, and how much of the skin it lies on.
type drawing struct {
	kind   string
	strong float64 // of what is drawn, 0 to 1
	cover  float64 // share of the skin
}

// The kinds of drawing: white in patches or all over, dark likewise, bare, shiny, grain, waves, cracks, what happens to a line or a decal.
var drawings = map[string]drawing{
	"lifted": {"bare", 1, 0.12}, "outofline": {"no-line", 1, 0}, "staysput": {"dark", 0.4, 0.9}, "norun": {"half-line", 1, 0}, "washring": {"ring", 0.6, 0.1}, "washhaze": {"dark", 0.25, 1}, "beads": {"beads", 0.7, 0.1},
	"halodecal": {"seam", 0.8, 0.05}, "silvered": {"silver", 0.6, 0.08}, "decaltorn": {"torn", 1, 0.06}, "decaledge": {"edge", 0.5, 0.03}, "frosted": {"white", 0.25, 0.5}, "shinypatch": {"shiny", 1, 0.3},
	"allshiny": {"shiny", 1, 1}, "chalky": {"white", 0.12, 1}, "tidemark": {"run", 0.7, 0.1}, "cracks": {"cracks", 0.8, 0.05}, "wrinkled": {"wrinkles", 0.8, 0.5}, "fisheyes": {"craters", 0.8, 0.1},
	"sandy": {"grain", 0.35, 0.4}, "orangepeel": {"waves", 0.5, 1}, "spiders": {"spider", 0.8, 0.1}, "haircoat": {"hair", 0.8, 0.01}, "fingerprint": {"print", 0.5, 0.1}, "oilsgone": {"plain", 0, 0},
	"oilsmoved": {"smear", 0.6, 0.3}, "oilshine": {"halo", 0.8, 0.15}, "pigmentgone": {"plain", 0, 0}, "pigmentring": {"ring", 0.4, 0.1}, "tapelift": {"bare", 1, 0.1}, "bleedtape": {"ragged", 0.8, 0.05},
	"ridge": {"ridge", 0.6, 0.03}, "sheets": {"bare", 1, 0.35}, "darker": {"dark", 0.2, 1}, "greyblack": {"white", 0.08, 1}, "stark": {"stark", 1, 0.02}, "yellowed": {"yellow", 0.2, 1}, "brushmarks": {"bristles", 0.4, 1},
	"spatter": {"specks", 0.8, 0.05}, "mismatch": {"half-shiny", 1, 0.5},
}

// shiny is the roughness of a gloss coat.
var shiny = gloss.Alpha(gloss.Units(coating.Gloss.Texture()))

// How plainly a symptom shows hangs on what is drawn: those figures are rows as the others are.
var _ = func() bool {
	for _, s := range symptoms {
		if d, ok := drawings[s.ID]; ok {
			Numbers.Number("drawn-"+s.ID, d.strong, "", "how strongly it is drawn: "+s.Short, Judged)
			Numbers.Number("drawn-on-"+s.ID, d.cover, "", "share of the skin that it lies on: "+s.Short, Judged)
		}
	}
	return true
}()

// Drawn reports whether there is a picture of a symptom.
func (s *Symptom) Drawn() bool { return drawings[s.ID].kind != "" }

// Shows returns how plainly a symptom is seen on this zone at arm's length, in CIEDE2000: what the eye makes of it where it is blurred into the skin about it; 0 for what has no picture.
func (c *Case) Shows(s *Symptom) float64 {
	d, ok := drawings[s.ID]
	if !ok || d.cover <= 0 {
		return 0
	}
	return c.skin.Ground.Difference(c.skin.Ground.Veiled(c.altered(d), math.Sqrt(d.cover)))
}

// altered is the colour of a spot that a drawing lies on.
func (c *Case) altered(d drawing) colour.Colour {
	ground := c.skin.Ground
	flat := colour.Mirror(gloss.Alpha(gloss.Units(c.skin.Texture)))
	switch d.kind {
	case "white", "grain", "print":
		return ground.Hazed(d.strong, flat)
	case "silver", "edge", "torn":
		return ground.Veiled(colour.Grey(100), gloss.AirGap()*d.strong*2)
	case "bare", "ragged":
		return ground.Veiled(c.skin.Surface, 1)
	case "shiny", "half-shiny", "halo":
		return ground.Recoated(flat, colour.Mirror(shiny))
	case "yellow":
		return ground.Veiled(colour.Lab(70, 5, 45), d.strong)
	case "dark", "ring", "seam", "beads", "smear", "run", "spider":
		return ground.Veiled(colour.Lab(18, 3, 6), d.strong)
	}
	return ground.Veiled(colour.Lab(10, 0, 0), d.strong*0.6)
}

const pictureLamp, pictureAmbient, pictureGlint = 0.5, 0.5, 0.22 // shares of the light: a drawing, not a measure

// Picture paints a symptom on the zone's own colours: a panel with a line and a decal under a lamp.
func (c *Case) Picture(s *Symptom, w, h int) *image.RGBA {
	d := drawings[s.ID]
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	spot := c.altered(d)
	sr, sg, sb := spot.Linear()
	gr, gg, gb := c.skin.Ground.Linear()
	lr, lg, lb := c.skin.Line.Linear()
	if c.skin.Line.Difference(c.skin.Ground) < 3 {
		lr, lg, lb = gr*0.55, gg*0.55, gb*0.55
	}
	dr, dg, db := colour.Lab(62, 35, 20).Linear()
	shine, gleam := picture.Highlight(gloss.Alpha(gloss.Units(c.skin.Texture))), picture.Highlight(shiny)
	for y := range h {
		for x := range w {
			u, v := (float64(x)+0.5)/float64(h), (float64(y)+0.5)/float64(h)
			p := [3]float64{gr, gg, gb}
			share, bump, wet := d.at(u, v, float64(w)/float64(h))
			decal := inDecal(u, v)
			onLine := math.Abs(v-0.66-0.04*u) < 0.018
			if onLine && !(d.kind == "no-line" && u < 0.95) && !(d.kind == "half-line" && u > 0.7) {
				p = [3]float64{lr, lg, lb}
				if d.kind == "stark" {
					p = [3]float64{lr * 0.2, lg * 0.2, lb * 0.2}
				}
			}
			if decal && !(d.kind == "torn" && u > 0.52+0.04*noise(u*9, v*9, 3)) {
				p = [3]float64{dr, dg, db}
			}
			for k, to := range [3]float64{sr, sg, sb} {
				p[k] += share * (to - p[k])
			}
			tilt := (u/(float64(w)/float64(h))-0.5)*1.1 + (v-0.4)*0.3 + bump
			lit := pictureAmbient + pictureLamp*math.Sqrt(max(0, 1-0.5*tilt*tilt))*(1+bump)
			off := int(255 * min(1, math.Abs(tilt*0.6)))
			m := pictureGlint * (float64(shine[off]) + wet*(float64(gleam[off])-float64(shine[off])))
			out, _ := colour.FromLinear(min(1, max(0, p[0]*lit+m)), min(1, max(0, p[1]*lit+m)), min(1, max(0, p[2]*lit+m))).Shown()
			r, g, b := out.RGB()
			img.SetRGBA(x, y, color.RGBA{uint8(255*r + 0.5), uint8(255*g + 0.5), uint8(255*b + 0.5), 255})
		}
	}
	return img
}

// inDecal tells where the decal of a picture lies: a plain bar and a foot, of no meaning.
func inDecal(u, v float64) bool {
	return u > 0.42 && u < 0.5 && v > 0.2 && v < 0.52 || u >= 0.5 && u < 0.62 && v > 0.44 && v < 0.52
}

// at tells how much of a spot is as the drawing has it, how it is bent, and how wet it looks. u runs from 0 to wide, v from 0 to 1.
func (d drawing) at(u, v, wide float64) (share, bump, wet float64) {
	film := u > 0.38 && u < 0.66 && v > 0.16 && v < 0.56
	patch := smooth(noise(u*2.6, v*2.6, 1)*1.6 - 0.35)
	edge := func(x, at, soft float64) float64 { return math.Exp(-(x - at) * (x - at) / (2 * soft * soft)) }
	from := func(x, y float64) float64 { return math.Hypot(u-x, v-y) }
	switch d.kind {
	case "white":
		if d.cover < 1 {
			return patch, 0, 0
		}
		return 0.85 + 0.15*patch, 0, 0
	case "dark", "yellow":
		return 0.8 + 0.2*patch, 0, 0
	case "bare":
		if noise(u*5, v*5, 2)+d.cover > 0.78 {
			return 1, 0, 0
		}
	case "shiny":
		if d.cover >= 1 {
			return 0.6, 0, 1
		}
		return 0.8 * patch, 0, patch
	case "half-shiny":
		if u > wide/2 {
			return 0.8, 0, 1
		}
	case "ring", "halo":
		r := edge(from(0.85, 0.4), 0.22, 0.025)
		return r, 0, r * map[bool]float64{true: 1}[d.kind == "halo"]
	case "seam":
		if film && !inDecal(u, v) {
			return edge(math.Min(u-0.38, 0.66-u), 0.02, 0.02), 0, 0
		}
	case "silver":
		if film {
			return 0.3 + 0.7*smooth(noise(u*14, v*14, 4)*1.6-0.3), 0, 0
		}
	case "edge":
		if e := math.Min(math.Min(math.Abs(u-0.38), math.Abs(u-0.66)), math.Min(math.Abs(v-0.16), math.Abs(v-0.56))); film && e < 0.015 {
			return 1, 0.1, 0
		}
	case "run":
		if r := edge(u, 0.95+0.02*math.Sin(9*v), 0.05); v > 0.15 && v < 0.75 {
			return 0.35 * r, 0.4 * r, 0.6 * r
		}
	case "cracks":
		if math.Abs(noise(u*7, v*7, 5)-0.5) < 0.012 || math.Abs(noise(u*7, v*7, 6)-0.5) < 0.012 {
			return 1, 0, 0
		}
	case "wrinkles":
		return 0, 0.5 * math.Sin(30*noise(u*4, v*4, 7)), 0
	case "craters", "beads":
		if k := noise(u*11, v*11, 8); k > 0.72 {
			return (k - 0.72) * 3, (k - 0.76) * 4, 0
		}
	case "grain":
		return 0.9 * smooth(noise(u*60, v*60, 9)*2-0.8), 0.35 * (noise(u*60, v*60, 10) - 0.5), 0
	case "specks":
		if noise(u*34, v*34, 11) > 0.88 {
			return 1, 0, 0
		}
	case "waves":
		return 0, 0.35 * (noise(u*16, v*16, 12) - 0.5), 0.6
	case "bristles":
		return 0, 0.3 * math.Sin(70*v+4*noise(u*2, v*9, 13)), 0
	case "spider":
		r, a := from(0.9, 0.35), math.Atan2(v-0.35, u-0.9)
		if r < 0.06 || r < 0.3 && math.Cos(7*a+3*r) > 0.93 {
			return 1, 0, 0
		}
	case "hair":
		if math.Abs(v-0.4-0.1*math.Sin(5*u)) < 0.008 && u > 0.7 && u < 1.25 {
			return 1, 0, 0
		}
	case "print":
		if r := from(0.95, 0.4); r < 0.2 {
			return 0.6 * smooth(math.Sin(90*r)*0.5+0.5), 0, 0.5
		}
	case "smear":
		return smooth(noise(u*1.5, v*7, 14)*1.8 - 0.7), 0, 0
	case "ragged":
		if u > wide*0.6+0.05*noise(v*20, 1, 15) && u < wide*0.6+0.09 {
			return 1, 0, 0
		}
	case "ridge":
		return 0, 0.8 * edge(u, wide*0.6, 0.012), 0
	}
	return 0, 0, 0
}

func smooth(x float64) float64 {
	x = min(1, max(0, x))
	return x * x * (3 - 2*x)
}

// noise is a smooth scatter of values from 0 to 1, the same each time.
func noise(x, y float64, seed uint32) float64 {
	at := func(i, j int) float64 {
		h := uint32(i)*374761393 + uint32(j)*668265263 + seed*2246822519
		h = (h ^ h>>13) * 1274126177
		return float64((h^h>>16)&0xffff) / 0xffff
	}
	i, j := math.Floor(x), math.Floor(y)
	u, v := smooth(x-i), smooth(y-j)
	a, b := int(i), int(j)
	top := at(a, b) + u*(at(a+1, b)-at(a, b))
	low := at(a, b+1) + u*(at(a+1, b+1)-at(a, b+1))
	return top + v*(low-top)
}
