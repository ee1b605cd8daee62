package picture

import (
	"math"
	"strings"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/decal"
	"inkysparrow/core/look"
)

// decalled is a spot's marking.
type decalled struct {
	colour rgb
	share  float32
}

// spot of a marking: where it lies and what is drawn there.
type marking struct {
	view   airframe.View
	at     airframe.Pt
	w, h   float64
	form   func(u, v float64) int // of -1 to 1 across and down: 0 nothing, 1 the colour, 2 the other, 3 clear film
	inks   [2]rgb
	silver bool
}

// decals draws what is put on as decals: plain signs of our own, with their carrier film, frosted where air stays below it.
func (f *Frame) decals(skins []look.Skin, w Wish) map[int32]decalled {
	out := map[int32]decalled{}
	for zone, k := range skins {
		for _, m := range k.Marks {
			if m.Kind != look.Decals || m.Step == nil {
				continue
			}
			list := m.Step.Decals
			if len(list) == 0 {
				list = usualDecals
			}
			for _, mk := range f.placeDecals(zone, list, k, w.Light) {
				mk.silver = m.Silver
				f.stick(zone, mk, w.Light, out)
			}
		}
	}
	return out
}

var usualDecals = []decal.Decal{{Name: "badge", WidthMM: 18, HeightMM: 18, Count: 2}, {Name: "code", WidthMM: 26, HeightMM: 14}, {Name: "stencils", WidthMM: 4, HeightMM: 1.6, Count: 8}}

// placeDecals finds room: large round ones on the wings, codes on the sides, small ones here and there.
func (f *Frame) placeDecals(zone int, list []decal.Decal, k look.Skin, l Light) []marking {
	pale, dark := l.tinted(colour.Lab(88, 0, 4)), l.tinted(colour.Lab(24, 0, -2))
	mid := l.tinted(colour.Lab(52, 46, 30))
	ink := pale
	if k.Paint.Lightness() > 55 {
		ink = dark
	}
	var all []marking
	d := f.Airframe.LengthMM
	for n, one := range list {
		name := strings.ToLower(one.Name)
		count := max(1, one.Count)
		switch {
		case one.WidthMM < 8:
			for i := range count {
				for _, v := range airframe.Views {
					low, high := f.Airframe.Bounds(v)
					u := airframe.Pt{X: low.X + (high.X-low.X)*hash(int32(i), int32(n), int32(v), 31), Y: low.Y + (high.Y-low.Y)*hash(int32(i), int32(n), int32(v), 32)}
					if i%4 == int(v) {
						all = append(all, marking{view: v, at: u, w: one.WidthMM, h: one.HeightMM, form: stencil, inks: [2]rgb{ink, ink}})
					}
				}
			}
		case strings.Contains(name, "code") || strings.Contains(name, "number"):
			for _, v := range []airframe.View{airframe.Left, airframe.Right} {
				at, _ := v.Of(airframe.Place{X: 0.72 * d, Z: f.mid(0.72)})
				all = append(all, marking{view: v, at: at, w: one.WidthMM, h: one.HeightMM, form: figures, inks: [2]rgb{ink, ink}})
			}
		default:
			for i := range count {
				hand := 1.0
				if i%2 == 1 {
					hand = -1
				}
				views := []airframe.View{airframe.Top, airframe.Under}
				for _, v := range views {
					at, _ := v.Of(airframe.Place{X: f.wingX(0.66), Y: hand * 0.66 * f.Airframe.SpanMM / 2})
					all = append(all, marking{view: v, at: at, w: one.WidthMM, h: one.HeightMM, form: badge, inks: [2]rgb{pale, mid}})
				}
				if i == 0 {
					for _, v := range []airframe.View{airframe.Left, airframe.Right} {
						at, _ := v.Of(airframe.Place{X: 0.58 * d, Z: f.mid(0.58)})
						s := min(1, 0.055*d/one.HeightMM)
						all = append(all, marking{view: v, at: at, w: one.WidthMM * s, h: one.HeightMM * s, form: badge, inks: [2]rgb{pale, mid}})
					}
				}
			}
		}
	}
	return all
}

// mid is about the middle of the fuselage's side at a share of the length; wingX the middle of the wing's chord at a share of the half span.
func (f *Frame) mid(share float64) float64 {
	for i := range f.Airframe.Plates {
		if p := &f.Airframe.Plates[i]; p.View == airframe.Left && p.Part == "fuselage" {
			low, high := p.Across(share * f.Airframe.LengthMM)
			return -(0.64*low + 0.36*high) // a little above the middle
		}
	}
	return 0
}

func (f *Frame) wingX(share float64) float64 {
	for i := range f.Airframe.Plates {
		if p := &f.Airframe.Plates[i]; p.View == airframe.Top && (p.Part == "upper-wing" || p.Part == "wing") && p.Hand == "right" {
			low, high := p.Shape().Down(share * f.Airframe.SpanMM / 2)
			if high > low {
				return low + 0.5*(high-low)
			}
		}
	}
	return 0.4 * f.Airframe.LengthMM
}

// stick lays a marking on the zone's spots.
func (f *Frame) stick(zone int, m marking, l Light, out map[int32]decalled) {
	film, frost := filmSeen, l.tinted(colour.Grey(86))
	for _, p := range f.Panels {
		if p.View != m.view {
			continue
		}
		x0, y0 := p.Pixel(airframe.Pt{X: m.at.X - m.w/2 - 0.6, Y: m.at.Y - m.h/2 - 0.6})
		x1, y1 := p.Pixel(airframe.Pt{X: m.at.X + m.w/2 + 0.6, Y: m.at.Y + m.h/2 + 0.6})
		for y := max(0, int(y0)); y <= min(f.Height-1, int(y1)); y++ {
			for x := max(0, int(x0)); x <= min(f.Width-1, int(x1)); x++ {
				i := f.top[y*f.Width+x]
				if i < 0 || int(f.pixels[i].zone) != zone || f.Airframe.Plates[f.pixels[i].plate].Stuff != airframe.Skin {
					continue
				}
				at := p.At(float64(x)+0.5, float64(y)+0.5)
				d := decalled{}
				const n = 2 // each pixel is looked at in four places
				var sum rgb
				var ink, clear float32
				for sy := range n {
					for sx := range n {
						q := airframe.Pt{X: at.X + (float64(sx)-0.5)/n/p.PxPerMM, Y: at.Y + (float64(sy)-0.5)/n/p.PxPerMM}
						u, v := (q.X-m.at.X)/(m.w/2), (q.Y-m.at.Y)/(m.h/2)
						switch k := m.form(u, v); k {
						case 1, 2:
							c := m.inks[k-1]
							sum, ink = rgb{sum.r + c.r, sum.g + c.g, sum.b + c.b}, ink+1
						case 3:
							clear++
						}
					}
				}
				if ink > 0 {
					d = decalled{sum.times(1 / ink), ink / (n * n)}
				} else if clear > 0 {
					d = decalled{frost, film * clear / (n * n)}
					if m.silver {
						d.share = clear / (n * n) * (frostLeast + frostMore*float32(f.pixels[i].fine)/255)
					}
				}
				if d.share > out[i].share {
					out[i] = d
				}
			}
		}
	}
}

// badge is a ring with a lozenge in it, figures two upright bars and a slanting one, stencil two short lines: signs of nobody.
func badge(u, v float64) int {
	r := math.Hypot(u, v)
	switch {
	case r > 1.06:
		return 0
	case r > 1:
		return 3
	case math.Abs(u)*1.1+math.Abs(v) < 0.62:
		return 2
	case r > 0.86:
		return 2
	}
	return 1
}

func figures(u, v float64) int {
	if math.Abs(u) > 1.04 || math.Abs(v) > 1.06 {
		return 0
	}
	in := math.Abs(v) <= 1 && (math.Abs(u+0.82) < 0.14 || math.Abs(u-0.12-0.34*v) < 0.14 || math.Abs(u-0.78) < 0.14 && v < 0.55 || math.Abs(v-0.7) < 0.2 && u > 0.5)
	if in {
		return 1
	}
	return 3
}

func stencil(u, v float64) int {
	if math.Abs(u) > 1.1 || math.Abs(v) > 1.2 {
		return 0
	}
	if math.Abs(v-0.55) < 0.3 && u < 0.6 || math.Abs(v+0.5) < 0.3 {
		return 1
	}
	return 3
}
