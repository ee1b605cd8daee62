package finish

import (
	"image"
	"image/color"
	"math"

	"inkysparrow/core/colour"
	"inkysparrow/core/effect"
	"inkysparrow/core/gloss"
	"inkysparrow/core/look"
	"inkysparrow/core/picture"
)

// Strip is a stretch of the zone as it stands, and after a coat: a bend of skin under a lamp that glances, with a line across it, what streaks lie there and what dust.
type Strip struct {
	w, h int
	img  *image.RGBA
}

const stripLamp, stripAmbient = 0.62, 0.38 // shares of the light: a drawing, not a measure

// Strip paints one half of a strip of that size: before the coat, or after it.
func (p *Place) Strip(j *Judged, after bool, w, h int) *image.RGBA {
	s := Strip{w, h, image.NewRGBA(image.Rect(0, 0, w, h))}
	body, units, spot := j.Before, j.From, j.WasUneven
	if after {
		body, units, spot = j.After, j.To, j.Uneven
	}
	shine, patch := picture.Highlight(gloss.Alpha(units)), picture.Highlight(gloss.Alpha(max(1, units+spot)))
	streaks := p.streaked()
	r, g, b := body.Linear()
	lr, lg, lb := p.skin.Line.Linear()
	for x := range w {
		tilt := (float64(x)+0.5)/float64(w)*2 - 1 // a bend that looks away to both sides
		lit := stripAmbient + stripLamp*math.Sqrt(1-0.85*tilt*tilt)
		off := int(255 * min(1, math.Abs(tilt*0.45+0.12))) // from where it mirrors the lamp
		for y := range h {
			down := (float64(y) + 0.5) / float64(h)
			mirrors := shine[off]
			if spot > 0.5 && math.Abs(tilt-0.15) < 0.16 && math.Abs(down-0.45) < 0.22 {
				mirrors = patch[off]
			}
			c := [3]float64{r, g, b}
			if down > 0.62 && down < 0.62+2.2/float64(h) {
				c = [3]float64{lr, lg, lb}
			}
			for i, ink := range streaks {
				at := -0.6 + 0.42*float64(i)
				wide := 0.035
				if after {
					at, wide = at+j.MovedMM/4*(1-down), wide+0.05*min(1, j.MovedMM)
				}
				share := 0.75 * math.Exp(-(tilt-at)*(tilt-at)/(2*wide*wide)) * (1 - down*0.7)
				ir, ig, ib := ink.Linear()
				c = [3]float64{c[0] + share*(ir-c[0]), c[1] + share*(ig-c[1]), c[2] + share*(ib-c[2])}
			}
			for _, d := range j.Dusts {
				share := 0.8 * math.Max(0, down-0.55) / 0.45 * speck(x, y)
				if after {
					share *= min(1, d.Kept)
				}
				dr, dg, db := shown(d).Linear()
				c = [3]float64{c[0] + share*(dr-c[0]), c[1] + share*(dg-c[1]), c[2] + share*(db-c[2])}
			}
			s.set(x, y, c, lit, float64(mirrors))
		}
	}
	return s.img
}

func (s *Strip) set(x, y int, c [3]float64, lit, shine float64) {
	out := colour.FromLinear(min(1, c[0]*lit+shine), min(1, c[1]*lit+shine), min(1, c[2]*lit+shine))
	shown, _ := out.Shown()
	r, g, b := shown.RGB()
	s.img.SetRGBA(x, y, color.RGBA{uint8(255*r + 0.5), uint8(255*g + 0.5), uint8(255*b + 0.5), 255})
}

// speck is dust's own grain: a fixed scatter of light and heavy places.
func speck(x, y int) float64 {
	h := uint32(x*374761393 + y*668265263)
	h = (h ^ h>>13) * 1274126177
	return 0.45 + 0.55*float64(h>>16&255)/255
}

func shown(d Dusted) colour.Colour { return d.Step.Product.Shows() }

// streaked are the colours of the oils and stains that lie on the zone, three at the most.
func (p *Place) streaked() (inks []colour.Colour) {
	for _, m := range p.skin.Marks {
		if m.Step == nil || m.Step.Product == nil || effect.HandOf(m.Step.Do.ID) == nil || m.Kind == look.Dusted || m.Kind == look.Drawn || len(inks) == 3 {
			continue
		}
		inks = append(inks, m.Colour)
	}
	return inks
}
