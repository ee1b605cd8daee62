package swab

import (
	"image"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/wash"
)

var (
	pictureBench = fact.Bench("chosen by eye")
	markingL     = Numbers.Number("decal-pale", 92, "L*", "lightness of the decal that lies on a practice panel", pictureBench)
)

// tableSize is how finely dry thickness is told apart when a panel is drawn.
const tableSize = 96

// tables are the colours of each kind of ground by how much wash lies on it, worked out once.
type tables struct {
	most            float64 // µm of the last entry
	open, line      [tableSize][3]uint8
	wet, wetLine    [tableSize][3]uint8
	decal, decalWet [tableSize][3]uint8
	bare            [3]uint8
}

func (t *tables) make(p *Panel) {
	t.most = 2.5 * max(p.full[0], p.full[1])
	pale := colour.Grey(markingL)
	look := p.Mixed.Look
	for i := range tableSize {
		um := coating.Microns(t.most * float64(i) / (tableSize - 1))
		t.open[i], t.line[i], t.decal[i] = shown(look.Over(p.Paint, um)), shown(look.Over(p.Recess, um)), shown(look.Over(pale, um))
		t.wet[i], t.wetLine[i], t.decalWet[i] = shown(look.WetOver(p.Paint, um)), shown(look.WetOver(p.Recess, um)), shown(look.WetOver(pale, um))
	}
	t.bare = shown(colour.Grey(60)) // where paint was lost the primer shows
}

func shown(c colour.Colour) [3]uint8 {
	r, g, b := c.RGB()
	bits := func(v float64) uint8 { return uint8(v*255 + 0.5) }
	return [3]uint8{bits(r), bits(g), bits(b)}
}

// Picture draws the panel as it looks so many minutes after the wash was laid, a pixel a cell, into img, which must be Width by Height.
func (p *Panel) Picture(img *image.RGBA, minutes float64) {
	wet := minutes < p.Ready()
	openWet := minutes < openSoon*p.Ready()
	t := &p.tables
	scale := (tableSize - 1) / float32(t.most)
	for y := range Height {
		row := img.Pix[y*img.Stride : y*img.Stride+4*Width]
		for x := range Width {
			c := &p.cells[y*Width+x]
			i := min(tableSize-1, int(c.dry*scale+0.5))
			moist := c.moist > float32(minutes)
			var rgb [3]uint8
			switch c.on {
			case along, across, rivet:
				rgb = pick(&t.line, &t.wetLine, i, wet || moist)
			case marking:
				rgb = pick(&t.decal, &t.decalWet, i, openWet || moist)
			default:
				rgb = pick(&t.open, &t.wet, i, openWet || moist)
			}
			if c.hurt > 0 {
				f := min(1, c.hurt/float32(2*hurtFull))
				for k := range rgb {
					rgb[k] = uint8(float32(rgb[k]) + (float32(t.bare[k])-float32(rgb[k]))*f)
				}
			}
			row[4*x], row[4*x+1], row[4*x+2], row[4*x+3] = rgb[0], rgb[1], rgb[2], 255
		}
	}
}

var hurtFull = Numbers.Number("hurt-full", 0.4, "µm", "paint lost from which the primer shows half through", pictureBench)

func pick(dry, wet *[tableSize][3]uint8, i int, moist bool) [3]uint8 {
	if moist {
		return wet[i]
	}
	return dry[i]
}

// Strip draws the panel as it was laid, wipes it and draws it again beside that, with a gap.
func (p *Panel) Strip(cloth wash.Wetness, minutes float64) *image.RGBA {
	const gap = 4
	out := image.NewRGBA(image.Rect(0, 0, 2*Width+gap, Height))
	part := func(x int) *image.RGBA { return out.SubImage(image.Rect(x, 0, x+Width, Height)).(*image.RGBA) }
	p.Picture(part(0), 0)
	if p.Sprayed > 0 {
		p.Picture(part(Width+gap), minutes)
		return out
	}
	p.Wipe(cloth, minutes)
	p.Picture(part(Width+gap), minutes+2*p.Ready()) // when what the cloth wetted is dry again
	return out
}

// Wiping is how much of a wipe is done.
type Wiping uint8

// How much.
const (
	TooLittle Wiping = iota // one stroke with a cloth that is never turned
	Right
	TooMuch // over and over with a wet one
)

const overAndOver = 4

// Wiped wipes the panel so much and draws it as it then looks when it is dry.
func (p *Panel) Wiped(cloth wash.Wetness, minutes float64, how Wiping) *image.RGBA {
	switch how {
	case TooLittle:
		was := p.bud.MM
		p.bud.MM = clothMM
		p.Take(cloth)
		for y := 0.0; y < Height; y += 2 * clothMM / cellMM {
			p.Press(0, y)
			p.Draw(Width, y, minutes, 1)
		}
		p.bud.MM = was
	case TooMuch:
		for range overAndOver {
			p.Wipe(wash.Wet, minutes)
		}
	default:
		p.Wipe(cloth, minutes)
	}
	out := image.NewRGBA(image.Rect(0, 0, Width, Height))
	p.Picture(out, minutes+2*p.Ready())
	return out
}
