package picture

import (
	"cmp"
	"math"

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
	decal.Put
	w, h float64
	form func(u, v float64) int // of -1 to 1 across and down: 0 nothing, 1 the colour, 2 the other, 3 clear film
	inks [2]rgb
	air  float32 // share of its film with air below
}

// Marked is a marking where it lies: which of a step's decals, and which of its places.
type Marked struct {
	Decal, Copy int
	Name        string
	decal.Put
	WidthMM, HeightMM float64
	Form              decal.Form
}

var forms = map[decal.Form]func(u, v float64) int{decal.Badge: badge, decal.Figures: figures, decal.Stencils: stencil}

// UsualDecals are those that are drawn for a step that lists none.
func UsualDecals() []decal.Decal {
	return []decal.Decal{{Name: "badge", WidthMM: 18, HeightMM: 18, Count: 2}, {Name: "code", WidthMM: 26, HeightMM: 14, Form: decal.Figures}, {Name: "stencils", WidthMM: 4, HeightMM: 1.6, Count: 8}}
}

// decals draws what is put on as decals: plain signs of our own, with their carrier film, frosted where air stays below it.
func (f *Frame) decals(skins []look.Skin, w Wish) map[int32]decalled {
	out := map[int32]decalled{}
	for zone, k := range skins {
		for _, m := range k.Marks {
			if m.Kind != look.Decals || m.Step == nil {
				continue
			}
			pale, dark, mid := w.Light.tinted(colour.Lab(88, 0, 4)), w.Light.tinted(colour.Lab(24, 0, -2)), w.Light.tinted(colour.Lab(52, 46, 30))
			ink := pale
			if k.Paint.Lightness() > 55 {
				ink = dark
			}
			for _, one := range Place(f.Airframe, m.Step.Decals) {
				mk := marking{Put: one.Put, w: one.WidthMM, h: one.HeightMM, form: forms[one.Form], inks: [2]rgb{ink, ink}, air: float32(m.Air)}
				if one.Form == decal.Badge {
					mk.inks = [2]rgb{pale, mid}
				}
				f.stick(zone, mk, w.Light, out)
			}
		}
	}
	return out
}

// Place returns where a step's markings lie on an airframe: where they are put, or else large round ones on the wings and sides, figures on the sides, small ones here and there.
func Place(a *airframe.Airframe, list []decal.Decal) (all []Marked) {
	if len(list) == 0 {
		list = UsualDecals()
	}
	d := a.LengthMM
	for n, one := range list {
		form := one.Looks()
		copies := 0
		add := func(v airframe.View, at airframe.Pt, turn, scale float64) {
			all = append(all, Marked{n, copies, one.Name, decal.Put{View: v, At: at, TurnDeg: turn, Times: scale}, one.WidthMM * scale, one.HeightMM * scale, form})
			copies++
		}
		for _, p := range one.At {
			add(p.View, p.At, p.TurnDeg, cmp.Or(p.Times, 1))
		}
		if len(one.At) > 0 {
			continue
		}
		side := func(share float64, scale float64) {
			for _, v := range []airframe.View{airframe.Left, airframe.Right} {
				at, _ := v.Of(airframe.Place{X: share * d, Z: middle(a, share)})
				add(v, at, 0, scale)
			}
		}
		switch form {
		case decal.Stencils:
			for i := range max(1, one.Count) {
				for _, v := range airframe.Views {
					low, high := a.Bounds(v)
					if i%4 == int(v) {
						add(v, airframe.Pt{X: low.X + (high.X-low.X)*hash(int32(i), int32(n), int32(v), 31), Y: low.Y + (high.Y-low.Y)*hash(int32(i), int32(n), int32(v), 32)}, 0, 1)
					}
				}
			}
		case decal.Figures:
			side(0.72, 1)
		default:
			for i := range max(1, one.Count) {
				hand := 1.0
				if i%2 == 1 {
					hand = -1
				}
				for _, v := range []airframe.View{airframe.Top, airframe.Under} {
					at, _ := v.Of(airframe.Place{X: wingX(a, 0.66), Y: hand * 0.66 * a.SpanMM / 2})
					add(v, at, 0, 1)
				}
				if i == 0 {
					side(0.58, min(1, 0.055*d/one.HeightMM))
				}
			}
		}
	}
	return all
}

// middle is about the middle of the fuselage's side at a share of the length; wingX the middle of the wing's chord at a share of the half span.
func middle(a *airframe.Airframe, share float64) float64 {
	for i := range a.Plates {
		if p := &a.Plates[i]; p.View == airframe.Left && p.Part == "fuselage" {
			low, high := p.Across(share * a.LengthMM)
			return -(0.64*low + 0.36*high) // a little above the middle
		}
	}
	return 0
}

func wingX(a *airframe.Airframe, share float64) float64 {
	for i := range a.Plates {
		if p := &a.Plates[i]; p.View == airframe.Top && (p.Part == "upper-wing" || p.Part == "wing") && p.Hand == "right" {
			low, high := p.Shape().Down(share * a.SpanMM / 2)
			if high > low {
				return low + 0.5*(high-low)
			}
		}
	}
	return 0.4 * a.LengthMM
}

// stick lays a marking on the zone's spots.
func (f *Frame) stick(zone int, m marking, l Light, out map[int32]decalled) {
	film, frost := filmSeen, l.tinted(colour.Grey(100))
	for _, p := range f.Panels {
		if p.View != m.View {
			continue
		}
		sin, cos := math.Sincos(m.TurnDeg * math.Pi / 180)
		wide, tall := math.Abs(m.w*cos)+math.Abs(m.h*sin), math.Abs(m.w*sin)+math.Abs(m.h*cos)
		x0, y0 := p.Pixel(airframe.Pt{X: m.At.X - wide/2 - 0.6, Y: m.At.Y - tall/2 - 0.6})
		x1, y1 := p.Pixel(airframe.Pt{X: m.At.X + wide/2 + 0.6, Y: m.At.Y + tall/2 + 0.6})
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
						dx, dy := q.X-m.At.X, q.Y-m.At.Y
						switch k := m.form((dx*cos+dy*sin)/(m.w/2), (dy*cos-dx*sin)/(m.h/2)); k {
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
					if m.air > 0 {
						d.share = clear / (n * n) * airGap * min(1, 2*m.air*float32(f.pixels[i].fine)/255)
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
