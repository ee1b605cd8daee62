package picture

import (
	"context"
	"image"
	"image/color"
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/effect"
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/shade"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
)

// Wish says how a picture is to be painted. The zero Wish is daylight, seen close.
type Wish struct {
	Light  Light
	Minute float64 // blur of the eye in arc minutes at arm's length: 0 for none, 1 for an open eye, 8 for a squint
	Ground colour.Colour
	Wear   *wear.Map
	Shows  Overlay
	Tints  []Tint // over the airframe's zones
	Laid   map[*route.Step]*effect.Laid
}

// Tint is a colour laid over a zone to show something else than paint.
type Tint struct {
	Colour colour.Colour
	Share  float64
}

func lineWidth(kind string) float64 {
	k, _ := wash.LineNamed(kind)
	return k.WidthMM
}

// palette is what a zone's spots are mixed from, in linear light.
type palette struct {
	ground, residue, line rgb
	residual              float32
	shade                 rgb
	shading, mottled      float32 // how strong
	shadeMM               float32
	marks                 []mark
	metal                 *look.Metal
	alpha                 float64
	spec                  [256]float32 // by the tilt from the half way vector, n.h from 0 to 1
	wet                   bool
	units                 float32
	wets                  bool // something on it has a sheen of its own
	masked                bool // what is clear of it lies under tape
	meanWear              float32
}

type mark struct {
	step     *route.Step
	kind     look.MarkKind
	colour   rgb
	strength float32
	share    float32
	soft     float32       // of a second colour: softness in steps of its noise
	second   bool          // takes the second noise
	laid     *raster       // what was laid where, in place of a noise
	left     float32       // of its density
	spec     *[256]float32 // how it mirrors a lamp, where it does so otherwise than its zone; nil where it does not
	units    float32       // its gloss then, GU
	inks     [effect.MostInks]rgb
}

// Paint paints the model: skins are those of the airframe's zones, in their order.
// It returns why ctx ended where nobody waits for it any more; so does all else that works pixel by pixel.
func (f *Frame) Paint(ctx context.Context, skins []look.Skin, w Wish) (*image.RGBA, error) {
	linear, err := f.linear(ctx, skins, w)
	if err == nil && w.Minute > 0 && len(f.Panels) > 0 {
		err = blur(ctx, linear, f.Width, f.Height, f.sigma(w.Minute))
	}
	if err != nil {
		return nil, err
	}
	return f.image(linear, w.Light.even), nil
}

// sigma returns the standard deviation in pixels of an eye's blur of that many arc minutes.
func (f *Frame) sigma(minutes float64) float64 { return shade.EyeMM() * minutes * f.Panels[0].PxPerMM }

// linear paints in linear light.
func (f *Frame) linear(ctx context.Context, skins []look.Skin, w Wish) ([]rgb, error) {
	if w.Light.ID == "" {
		w.Light = lights[0]
	}
	if w.Ground == (colour.Colour{}) {
		w.Ground = colour.Grey(80)
	}
	out := make([]rgb, f.Width*f.Height)
	ground := w.Light.tinted(w.Ground)
	for i := range out {
		out[i] = ground
	}
	mixed, err := f.palettes(ctx, skins, w)
	if err != nil {
		return nil, err
	}
	decals := f.decals(skins, w)
	falls := w.Light.falls()
	hx, hy, hz := half(w.Light.from)
	step := 0
	if w.Light.rakes {
		step = int(math.Round(w.Light.from[1]))*f.Width + int(math.Round(w.Light.from[0]))
	}
	f.bodies += len(f.pixels)
	for i := range f.pixels {
		if err := ended(ctx, i); err != nil {
			return nil, err
		}
		p := &f.pixels[i]
		z := mixed.of(p, &f.Airframe.Plates[p.plate])
		c := z.body(p, i)
		if d := decals[int32(i)]; d.share > 0 {
			c = c.to(d.colour, d.share)
		}
		if !w.Light.even {
			nx, ny, nz := float32(p.nx)/upright, float32(p.ny)/upright, float32(p.nz)/upright
			lit := falls.lit(nx, ny, nz)
			if step != 0 {
				if k := int(p.at) + step; k >= 0 && k < len(f.lines) {
					lit *= 1 - float32(relief)*float32(f.lines[k])/255
				}
				if k := int(p.at) - step; k >= 0 && k < len(f.lines) {
					lit *= 1 + 0.5*float32(relief)*float32(f.lines[k])/255
				}
			}
			if m := z.metal; m != nil {
				c = z.shine(c, m, nx, ny, nz, lit)
			} else {
				c = c.times(lit)
			}
			nh := nx*hx + ny*hy + nz*hz
			if nh > 0 {
				tilt := int(255 * min(1, sqrt(max(0, 1-nh))))
				s := z.spec[tilt]
				if z.wets {
					if m, share := z.shines(i, decals[int32(i)].share > 0); m != nil {
						s += (m.spec[tilt] - s) * share
					}
				}
				s *= float32(w.Light.lamp)
				if z.metal != nil {
					s *= float32(z.metal.Mirror) / float32(fresnel0) * 0.3
				}
				c = rgb{c.r + s, c.g + s, c.b + s}
			}
		}
		if p.alpha >= 252 {
			out[p.at] = c
		} else {
			out[p.at] = out[p.at].to(c, float32(p.alpha)/255)
		}
	}
	if w.Shows != 0 || len(w.Tints) > 0 {
		f.overlay(out, w, mixed, decals)
	}
	return out, nil
}

// palettes are what each zone is mixed from, bare plastic first, and what is not painted, by its stuff.
type palettes struct {
	zones []palette
	own   [airframe.Blade + 1]palette
}

func (f *Frame) palettes(ctx context.Context, skins []look.Skin, w Wish) (*palettes, error) {
	all := &palettes{zones: make([]palette, len(skins)+1)}
	all.zones[0] = paletteOf(look.Skin{Ground: look.Plastic, Surface: look.Plastic, Line: shade.Recess(look.Plastic), Texture: coating.SemiGloss.Texture()}, w.Light)
	for i, k := range skins {
		all.zones[i+1] = paletteOf(k, w.Light)
	}
	own := func(stuff airframe.Stuff, ground, line colour.Colour, texture coating.Texture) {
		all.own[stuff] = paletteOf(look.Skin{Ground: ground, Line: line, Texture: texture}, w.Light)
	}
	own(airframe.Glass, colour.Lab(34, -2, -5), colour.Lab(60, 0, 0), coating.Texture(0.02))
	own(airframe.Rubber, colour.Lab(22, 0, 1), colour.Lab(16, 0, 0), coating.Flat.Texture())
	own(airframe.Hollow, colour.Lab(12, 0, 1), colour.Lab(8, 0, 0), coating.Flat.Texture())
	own(airframe.Blade, colour.Lab(18, 0, 0), colour.Lab(12, 0, 0), coating.Satin.Texture())
	if err := f.lay(ctx, skins, w, all.zones); err != nil {
		return nil, err
	}
	return all, f.weigh(ctx, w, all.zones)
}

// of is what a spot is mixed from.
func (all *palettes) of(p *pixel, on *airframe.Plate) *palette {
	zone := &all.zones[min(len(all.zones)-1, int(p.zone)+1)]
	switch stuff := on.Stuff; {
	case stuff == airframe.Skin, stuff != airframe.Rubber && on.Named && stuff != airframe.Glass:
		return zone
	case stuff == airframe.Glass && p.zone >= 0 && (p.line >= 90 || zone.masked):
		return zone
	default:
		return &all.own[stuff]
	}
}

// body is a spot's colour without the light: paint and its patterns, what was shaded, what a wash left, and the marks over it.
func (z *palette) body(p *pixel, spot int) rgb {
	c := z.ground
	if z.shading > 0 {
		d := float32(p.near) * (nearMM / 255) / z.shadeMM
		c = c.to(z.shade, z.shading*exp(-2*d*d))
	}
	if z.mottled > 0 {
		c = c.to(z.shade, z.mottled*soft(float32(p.mid), 1-z.shading, 40))
	}
	for i := range z.marks {
		if m := &z.marks[i]; m.kind == look.Second {
			n := p.broad
			if m.second {
				n = p.second
			}
			c = c.to(m.colour, within(float32(n), m.share, m.soft))
		}
	}
	if z.residual > 0 {
		mottled := 0.6 + 0.8*float32(p.mid)/255
		if z.residual >= 1 { // all over, thicker here and thinner there
			mottled = 0.8 + 0.4*float32(p.mid)/255
		}
		c = c.to(z.residue, z.residual*mottled)
	}
	if p.line > 0 {
		c = c.to(z.line, float32(p.line)/255)
	}
	for i := range z.marks {
		if m := &z.marks[i]; m.kind != look.Second {
			c = m.over(c, p, z, spot)
		}
	}
	return c
}

// within is 1 where an even noise lies below a share, with an edge that is soft steps wide.
func within(noise, share, soft float32) float32 {
	at := (share*255-noise)/soft + 0.5
	return min(1, max(0, at))
}

func soft(noise, share, width float32) float32 { return within(noise, share, width) }

func sqrt(x float32) float32 { return float32(math.Sqrt(float64(x))) }

func exp(x float32) float32 { return float32(math.Exp(float64(x))) }

func half(l [3]float64) (x, y, z float32) {
	h := unit(l[0], l[1], l[2]+1)
	return float32(h[0]), float32(h[1]), float32(h[2])
}

// textured reports whether there is more to a mark than what was set by hand: the smallest chips.
func (m *mark) textured() bool {
	switch m.kind {
	case "chip", "sponge-chips", "brush-chips", "wipe-back", "pencil":
		return true
	}
	return false
}

// over lays a mark over a colour.
func (m *mark) over(c rgb, p *pixel, z *palette, spot int) rgb {
	if m.laid != nil {
		c = m.laid.over(c, spot, m.left, m.inks)
		if !m.textured() {
			return c
		}
	}
	switch m.kind {
	case "chip", "sponge-chips", "brush-chips", "wipe-back", "pencil":
		likely := m.share
		if z.meanWear > 0 {
			likely = min(mostChip, m.share*float32(p.wear)/255/z.meanWear)
		}
		if m.kind == look.Drawn { // along the edges of panels
			likely *= exp(-float32(p.near) * (nearMM / 255) / drawnReach)
		}
		if likely < leastChip {
			return c
		}
		width := float32(5)
		if m.kind == "wipe-back" {
			width = 90
		}
		return c.to(m.colour, m.strength*within(float32(p.fine), likely, width))
	case look.Decals:
		return c // drawn where they are
	}
	return c.to(m.colour, m.strength*within(float32(p.mid), m.share, 60))
}

// shine is how metal looks: it mirrors what is about it, blurred by its own haze.
func (z *palette) shine(c rgb, m *look.Metal, nx, ny, nz, lit float32) rgb {
	share := float32(m.Mirror / (m.Mirror + m.Haze + 0.12))
	// The horizon of the room, as the skin mirrors it: the window above, the bench below.
	rx, ry := 2*nz*nx, 2*nz*ny
	at := -0.75*ry - 0.35*rx
	wide := 0.12 + 2.2*float32(z.alpha)
	t := min(1, max(0, (at+wide)/(2*wide)))
	env := 0.5 + 0.8*t*t*(3-2*t)
	env -= 0.18 * exp(-(at-0.75)*(at-0.75)*12) // a window bar, so that a mirror has something to show
	return c.times(lit*(1-share) + env*share)
}

// lobe is how a highlight falls off with the tilt from the half way vector.
func lobe(a2 float64) (spec [256]float32) {
	for i := range spec {
		nh := 1 - float64(i)/255*float64(i)/255
		d := nh*nh*(a2-1) + 1
		spec[i] = float32(min(4, a2/(d*d)*fresnel0/4))
	}
	return spec
}

// Highlight returns how bright a lamp is mirrored by a surface of that roughness (GGX's alpha), by the tilt from the half way vector: 255 for a right angle.
func Highlight(alpha float64) [256]float32 { return lobe(alpha*alpha + lampWide) }

// shines returns what covers most of a spot of all that has a sheen of its own, and how much of it; nil where nothing does.
func (z *palette) shines(spot int, decal bool) (what *mark, share float32) {
	for i := range z.marks {
		m := &z.marks[i]
		if m.spec == nil {
			continue
		}
		if decal && m.kind == look.Decals {
			return m, 1
		}
		if m.laid != nil {
			var d float32
			for _, v := range (*m.laid)[spot] {
				d += densities[v]
			}
			if s := 1 - exp(-wetShows*d*m.left); s > share {
				what, share = m, s
			}
		}
	}
	return what, share
}

var wetShows = float32(Numbers.Number("wet-shows", 4, "", "how much sooner a film shines than it colours", fact.Bench("chosen by eye")))

func paletteOf(k look.Skin, l Light) palette {
	z := palette{masked: k.Masked, ground: l.tinted(k.Ground), line: l.tinted(k.Line), residual: float32(k.Spread), residue: l.tinted(k.Washed), metal: k.Metal, wet: k.Wet}
	units := gloss.Units(k.Texture)
	if k.Wet {
		units = gloss.Units(coating.Gloss.Texture())
	}
	z.alpha, z.units = gloss.Alpha(units), float32(units)
	seen := math.Sqrt(z.alpha*z.alpha + lampWide)
	z.spec = lobe(seen * seen)
	for _, m := range k.Marks {
		switch {
		case m.Strength < 0.02:
		case m.Kind == look.Shading:
			z.shade, z.shading, z.shadeMM = l.tinted(m.Colour), float32(m.Strength), float32(max(0.5, m.WidthMM))
		case m.Kind == look.Mottling:
			z.shade, z.mottled = l.tinted(m.Colour), float32(m.Strength*m.Share)
		default:
			one := mark{step: m.Step, kind: m.Kind, colour: l.tinted(m.Colour), strength: float32(m.Strength), share: float32(m.Share), soft: float32(3 + 14*m.EdgeMM)}
			one.sheen(&m, k.Texture)
			z.wets = z.wets || one.spec != nil
			for _, before := range z.marks {
				one.second = one.second || before.kind == look.Second
			}
			z.marks = append(z.marks, one)
		}
	}
	return z
}

// sheen gives a mark its own where it differs from that of its zone.
func (m *mark) sheen(is *look.Mark, on coating.Texture) {
	if own := gloss.Units(is.Own); is.Own > 0 && math.Abs(own-gloss.Units(on)) >= sheenApart {
		spec := Highlight(gloss.Alpha(own))
		m.spec, m.units = &spec, float32(own)
	}
}

const sheenApart = 1 // GU, below which two sheens are drawn as one

// weigh works out how the spots wear and the mean of it in each zone.
func (f *Frame) weigh(ctx context.Context, w Wish, palettes []palette) error {
	if w.Wear == nil {
		return nil
	}
	if f.worn != w.Wear {
		if err := f.wears(ctx, w.Wear); err != nil {
			return err
		}
	}
	for i := range palettes {
		if i < len(f.meanWear) {
			palettes[i].meanWear = f.meanWear[i]
		}
	}
	return nil
}

// wears asks the map how worn each spot would be: edges of panels more, and skin far from all wear not at all.
func (f *Frame) wears(ctx context.Context, m *wear.Map) error {
	f.worn = nil // until it is whole
	const grain, farLine = 4, 1e3
	far := float32(m.Far())
	sum := make([]float32, len(f.Airframe.Zones)+1)
	count := make([]float32, len(sum))
	for panel, p := range f.Panels {
		worn, err := p.over(ctx, grain, func(at airframe.Pt) float64 { return m.At(p.View, at, farLine) })
		if err != nil {
			return err
		}
		for i := range f.pixels {
			if err := ended(ctx, i); err != nil {
				return err
			}
			s := &f.pixels[i]
			if int(s.panel) != panel {
				continue
			}
			w := worn.at(int(s.at)%f.Width, int(s.at)/f.Width)
			w += chipEdge * w * exp(-float32(s.near)*(nearMM/255)/chipReach)
			w = min(1, max(0, w-far))
			s.wear = eight(w)
			sum[s.zone+1] += w
			count[s.zone+1]++
		}
	}
	f.meanWear = make([]float32, len(sum))
	for i := range sum {
		if count[i] > 0 {
			f.meanWear[i] = sum[i] / count[i]
		}
	}
	f.worn = m
	return nil
}

// image encodes linear light for a screen.
func (f *Frame) image(linear []rgb, even bool) *image.RGBA {
	table := &encode
	if even {
		table = &encodeEven
	}
	out := image.NewRGBA(image.Rect(0, 0, f.Width, f.Height))
	for i, c := range linear {
		k := 4 * i
		out.Pix[k], out.Pix[k+1], out.Pix[k+2], out.Pix[k+3] = table[level(c.r)], table[level(c.g)], table[level(c.b)], 255
	}
	return out
}

// blur blurs in place by a Gaussian of standard deviation s in pixels: three box passes each way (from memory: Wells 1986).
func blur(ctx context.Context, img []rgb, w, h int, s float64) error {
	if s < 0.3 {
		return nil
	}
	ideal := math.Sqrt(12*s*s/3 + 1)
	low := int(ideal)
	if low%2 == 0 {
		low--
	}
	m := int(math.Round((12*s*s - 3*float64(low*low) - 12*float64(low) - 9) / (-4*float64(low) - 4)))
	other := make([]rgb, len(img))
	for pass := range 3 {
		if err := context.Cause(ctx); err != nil {
			return err
		}
		size := low
		if pass >= m {
			size += 2
		}
		r := size / 2
		for y := range h {
			average(img[y*w:(y+1)*w], other[y*w:(y+1)*w], w, 1, r)
		}
		for x := range w {
			average(other[x:], img[x:], h, w, r)
		}
	}
	return nil
}

// average averages a row of n values, stride apart, over r to each side; the rim goes on as it ends, so that nothing is lost.
func average(from, to []rgb, n, stride, r int) {
	at := func(i int) rgb { return from[min(n-1, max(0, i))*stride] }
	var sum rgb
	for i := -r; i <= r; i++ {
		c := at(i)
		sum.r, sum.g, sum.b = sum.r+c.r, sum.g+c.g, sum.b+c.b
	}
	scale := 1 / float32(2*r+1)
	for i := range n {
		to[i*stride] = sum.times(scale)
		in, out := at(i+r+1), at(i-r)
		sum.r, sum.g, sum.b = sum.r+in.r-out.r, sum.g+in.g-out.g, sum.b+in.b-out.b
	}
}

// Plain converts a picture's pixel.
func Plain(c color.RGBA) colour.Colour {
	return colour.Or("#"+hex(c.R)+hex(c.G)+hex(c.B), colour.Grey(0))
}

func hex(v uint8) string { const d = "0123456789abcdef"; return string([]byte{d[v>>4], d[v&15]}) }
