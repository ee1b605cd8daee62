// Package picture paints a model: an airframe seen from its sides, each zone with the skin that core/look computes, under a light. It is pure: the same airframe,
// skins and seed give the same picture.
//
// What does not change with the moment is worked out once in a Frame: which plate and zone a pixel shows, which way the skin looks there, how near a line is, how
// worn it would be. Painting is then a handful of mixes in linear light for each pixel.
package picture

import (
	"context"
	"image"
	"math"
	"slices"

	"golang.org/x/image/vector"

	"inkysparrow/core/airframe"
	"inkysparrow/core/effect"
	"inkysparrow/core/fact"
	"inkysparrow/core/wear"
)

// Numbers is the table behind this package.
var Numbers fact.Table

// Panel is where a view stands in the picture.
type Panel struct {
	View    airframe.View
	Rect    image.Rectangle // in pixels
	Low     airframe.Pt     // the place of the view at the rectangle's upper left corner, in mm
	PxPerMM float64
}

// At returns the place in the view that a pixel shows.
func (p Panel) At(x, y float64) airframe.Pt {
	return airframe.Pt{X: p.Low.X + (x-float64(p.Rect.Min.X))/p.PxPerMM, Y: p.Low.Y + (y-float64(p.Rect.Min.Y))/p.PxPerMM}
}

// Pixel returns where a place of the view is drawn.
func (p Panel) Pixel(at airframe.Pt) (x, y float64) {
	return float64(p.Rect.Min.X) + (at.X-p.Low.X)*p.PxPerMM, float64(p.Rect.Min.Y) + (at.Y-p.Low.Y)*p.PxPerMM
}

// pixel is a spot of a plate. Spots are painted in order; one that is not whole lies over what was painted before.
type pixel struct {
	at            int32 // in the picture
	zone          int16 // -1 for bare plastic
	plate         int16
	alpha         uint8 // how much of the pixel it covers
	panel         uint8
	line          uint8   // how much of the spot is recess
	near          uint8   // distance to the nearest line, nearMM for 255
	wear          uint8   // how likely it wears
	broad, second uint8   // slow noises, even from 0 to 255 within the zone: patterns
	mid, fine     uint8   // quicker noises, even from 0 to 255
	nx, ny, nz    int16   // of the skin, whole for 1: finer than a byte, or a highlight on a curve breaks into dots
	x, y          float32 // in the view, mm
}

const nearMM = 6.0

// upright stands for a normal of 1.
const upright = 32767

// Frame is an airframe laid out in a picture.
type Frame struct {
	Airframe      *airframe.Airframe
	Width, Height int
	Panels        []Panel
	pixels        []pixel
	top           []int32   // of each point of the picture, its uppermost spot; -1 for none
	lines         []uint8   // line of the spot at each point
	worn          *wear.Map // that the spots' wear comes from
	meanWear      []float32 // of each zone, bare plastic first
	laid          map[*effect.Laid]*raster
	skinned       []bool                // what painted tells
	blurred       map[float64][]float32 // what inked worked out
	bodies        int                   // spots that were mixed, for tests
}

const gapMM, rimMM = 9.0, 5.0

// New lays views of an airframe out in a picture width pixels wide: the top, the underside beside it, and the sides one above the other; a single one fills it.
// Where most is over 0 nothing is drawn taller, and the sides may stand below. It returns why ctx ended where nobody waits for it any more.
func New(ctx context.Context, a *airframe.Airframe, views []airframe.View, width, most int) (*Frame, error) {
	f := &Frame{Airframe: a, Width: width}
	f.arrange(views, width, most)
	return f.fill(ctx)
}

// NewAt lays views out in one row at a scale, in pixels to a mm.
func NewAt(ctx context.Context, a *airframe.Airframe, views []airframe.View, px float64) (*Frame, error) {
	f := &Frame{Airframe: a}
	row, _ := f.columns(views)
	wide, _ := extent(row)
	f.Width = max(1, int(math.Round(wide*px)))
	f.arrange(views, f.Width, 0)
	return f.fill(ctx)
}

// restful is how many spots are worked out between two looks at whether anybody still waits.
const restful = 4096

// ended returns why ctx ended, at every so manyth spot.
func ended(ctx context.Context, spot int) error {
	if spot%restful != 0 {
		return nil
	}
	return context.Cause(ctx)
}

// Size returns how large the picture is that New makes, in pixels.
func Size(a *airframe.Airframe, views []airframe.View, width, most int) (wide, tall float64) {
	f := &Frame{Airframe: a, Width: width}
	f.arrange(views, width, most)
	return float64(f.Width), float64(f.Height)
}

// SizeAt returns how large such a picture is, in pixels.
func SizeAt(a *airframe.Airframe, views []airframe.View, px float64) (wide, tall float64) {
	row, _ := (&Frame{Airframe: a}).columns(views)
	wide, tall = extent(row)
	return wide * px, tall * px
}

// fill works out what each pixel shows.
func (f *Frame) fill(ctx context.Context) (*Frame, error) {
	f.top = make([]int32, f.Width*f.Height)
	for i := range f.top {
		f.top[i] = -1
	}
	for i := range f.Panels {
		if err := f.plates(ctx, i); err != nil {
			return nil, err
		}
	}
	f.cull()
	f.skin()
	f.lines = make([]uint8, f.Width*f.Height)
	for i := range f.Panels {
		if err := f.rule(ctx, i); err != nil {
			return nil, err
		}
	}
	for _, p := range f.pixels {
		if p.line > f.lines[p.at] {
			f.lines[p.at] = p.line
		}
	}
	if err := f.noise(ctx); err != nil {
		return nil, err
	}
	return f, nil
}

// box is a view with its bounds, in mm.
type box struct {
	view      airframe.View
	low, high airframe.Pt
}

func (b box) wide() float64 { return b.high.X - b.low.X }
func (b box) tall() float64 { return b.high.Y - b.low.Y }

// columns sorts views into columns: each of top and underside, and the sides one above the other; other puts the sides below, where all four are wanted.
func (f *Frame) columns(views []airframe.View) (row, other [][]box) {
	var plans, sides []box
	for _, v := range views {
		low, high := f.Airframe.Bounds(v)
		if b := (box{v, low, high}); v == airframe.Left || v == airframe.Right {
			sides = append(sides, b)
		} else {
			plans = append(plans, b)
		}
	}
	for _, b := range plans {
		row = append(row, []box{b})
	}
	if len(sides) > 0 {
		row = append(row, sides)
	}
	if len(plans) == 2 && len(sides) == 2 {
		other = [][]box{{plans[0], sides[0]}, {plans[1], sides[1]}}
	}
	return row, other
}

// arrange finds the scale and the places of the views: in one row with the sides one above the other or, where that shows them larger, the sides below.
func (f *Frame) arrange(views []airframe.View, width, most int) {
	row, other := f.columns(views)
	layouts := [][][]box{row}
	if most > 0 && other != nil {
		layouts = append(layouts, other)
	}
	best, px := 0, 0.0
	for i, l := range layouts {
		if at := scaleOf(l, width, most); at > px*1.02 {
			best, px = i, at
		}
	}
	columns := layouts[best]
	wide, tall := extent(columns)
	f.Height = max(1, int(math.Ceil(tall*px)))
	if most > 0 {
		f.Height = min(f.Height, most)
	}
	x := (float64(width)/px-wide)/2 + rimMM
	for _, column := range columns {
		across, used := 0.0, 0.0
		for _, b := range column {
			across = max(across, b.wide())
			used += b.tall()
		}
		y := (float64(f.Height)/px - used - gapMM*float64(len(column)-1)) / 2
		for _, b := range column {
			left := x + (across-b.wide())/2
			rect := image.Rect(int(math.Floor((left-2)*px)), int(math.Floor((y-2)*px)), int(math.Ceil((left+b.wide()+2)*px)), int(math.Ceil((y+b.tall()+2)*px))).Intersect(image.Rect(0, 0, width, f.Height))
			f.Panels = append(f.Panels, Panel{View: b.view, Rect: rect, PxPerMM: px, Low: airframe.Pt{X: b.low.X - left + float64(rect.Min.X)/px, Y: b.low.Y - y + float64(rect.Min.Y)/px}})
			y += b.tall() + gapMM
		}
		x += across + gapMM
	}
}

// extent is how large columns of views are together, in mm.
func extent(columns [][]box) (wide, tall float64) {
	wide = 2*rimMM - gapMM
	for _, column := range columns {
		across, down := 0.0, 2*rimMM-gapMM
		for _, b := range column {
			across = max(across, b.wide())
			down += b.tall() + gapMM
		}
		wide += across + gapMM
		tall = max(tall, down)
	}
	return wide, tall
}

// scaleOf is how many pixels a mm gets.
func scaleOf(columns [][]box, width, most int) float64 {
	wide, tall := extent(columns)
	px := float64(width) / wide
	if most > 0 {
		px = min(px, float64(most)/tall)
	}
	return px
}

// plates draws the plates of a panel's view, the farthest first.
func (f *Frame) plates(ctx context.Context, panel int) error {
	p := f.Panels[panel]
	for i := range f.Airframe.Plates {
		if err := context.Cause(ctx); err != nil {
			return err
		}
		plate := &f.Airframe.Plates[i]
		if plate.View != p.View {
			continue
		}
		shape, box := p.mask(plate.Shape())
		if box.Empty() {
			continue
		}
		var rim []float32
		if plate.Round == airframe.Flat {
			rim = distances(shape, box.Dx(), box.Dy())
		}
		first := -1
		if len(plate.Fields) > 0 {
			first = plate.Fields[0].Zone
		}
		f.spots(panel, i, first, shape, box, box, rim)
		for _, field := range plate.Fields[min(1, len(plate.Fields)):] {
			mask, inner := p.mask(field.Whole())
			f.spots(panel, i, field.Zone, mask, inner, box, rim)
		}
	}
	return nil
}

// spots adds a spot for each pixel of a mask.
func (f *Frame) spots(panel, plate, zone int, mask []uint8, box, whole image.Rectangle, rim []float32) {
	p, of := f.Panels[panel], &f.Airframe.Plates[plate]
	for y := box.Min.Y; y < box.Max.Y; y++ {
		for x := box.Min.X; x < box.Max.X; x++ {
			alpha := mask[(y-box.Min.Y)*box.Dx()+x-box.Min.X]
			if alpha < 4 {
				continue
			}
			at := p.At(float64(x)+0.5, float64(y)+0.5)
			_, n := of.Out(at)
			if rim != nil {
				n = bevel(rim, whole, x, y, p.PxPerMM)
			}
			point := int32(y*f.Width + x)
			f.pixels = append(f.pixels, pixel{
				at: point, zone: int16(zone), plate: int16(plate), panel: uint8(panel), alpha: alpha, near: 255,
				nx: int16(n[0] * upright), ny: int16(n[1] * upright), nz: int16(n[2] * upright), x: float32(at.X), y: float32(at.Y),
			})
		}
	}
}

// bevel is which way a flat plate looks near its rim: it is as thick as it is, and rounds off.
func bevel(rim []float32, box image.Rectangle, x, y int, px float64) [3]float64 {
	at := func(x, y int) float64 {
		x, y = min(box.Max.X-1, max(box.Min.X, x)), min(box.Max.Y-1, max(box.Min.Y, y))
		return float64(rim[(y-box.Min.Y)*box.Dx()+x-box.Min.X])
	}
	reach := bevelMM * px
	d := at(x, y)
	if d >= reach {
		return [3]float64{0, 0, 1}
	}
	gx, gy := at(x+2, y)-at(x-2, y), at(x, y+2)-at(x, y-2)
	l := math.Hypot(gx, gy)
	if l < 1e-6 {
		return [3]float64{0, 0, 1}
	}
	tilt := 1 - d/reach
	tilt *= tilt * 0.9
	return [3]float64{-gx / l * tilt, -gy / l * tilt, math.Sqrt(1 - tilt*tilt)}
}

// mask rasterises a region: how much of each pixel of the box it covers.
func (p Panel) mask(r airframe.Region) ([]uint8, image.Rectangle) {
	low, high := r.Bounds()
	x0, y0 := p.Pixel(low)
	x1, y1 := p.Pixel(high)
	box := image.Rect(int(math.Floor(x0)), int(math.Floor(y0)), int(math.Ceil(x1)), int(math.Ceil(y1))).Intersect(p.Rect)
	if r.Empty() || box.Empty() {
		return nil, image.Rectangle{}
	}
	z := vector.NewRasterizer(box.Dx(), box.Dy())
	for _, ring := range r.Rings() {
		for i, at := range ring {
			x, y := p.Pixel(at)
			if i == 0 {
				z.MoveTo(float32(x)-float32(box.Min.X), float32(y)-float32(box.Min.Y))
			} else {
				z.LineTo(float32(x)-float32(box.Min.X), float32(y)-float32(box.Min.Y))
			}
		}
		z.ClosePath()
	}
	out := image.NewAlpha(image.Rect(0, 0, box.Dx(), box.Dy()))
	z.Draw(out, out.Bounds(), image.Opaque, image.Point{})
	return out.Pix, box
}

// distances returns how far each pixel of a mask is from its rim, in pixels (chamfer, 1 and root 2).
func distances(mask []uint8, w, h int) []float32 {
	d := make([]float32, w*h)
	const far, slant = 1e6, math.Sqrt2
	get := func(x, y int) float32 {
		if x < 0 || y < 0 || x >= w || y >= h {
			return 0
		}
		return d[y*w+x]
	}
	for y := range h {
		for x := range w {
			i := y*w + x
			if mask[i] < 250 { // the rim runs through it
				d[i] = float32(mask[i]) / 255
				continue
			}
			d[i] = min(far, get(x-1, y)+1, get(x, y-1)+1, get(x-1, y-1)+slant, get(x+1, y-1)+slant)
		}
	}
	for y := h - 1; y >= 0; y-- {
		for x := w - 1; x >= 0; x-- {
			if i := y*w + x; mask[i] >= 250 {
				d[i] = min(d[i], get(x+1, y)+1, get(x, y+1)+1, get(x+1, y+1)+slant, get(x-1, y+1)+slant)
			}
		}
	}
	return d
}

// cull drops spots that later ones cover wholly.
func (f *Frame) cull() {
	covered := make([]bool, f.Width*f.Height)
	kept := f.pixels[:0:0]
	for i := range slices.Backward(f.pixels) {
		p := f.pixels[i]
		if covered[p.at] {
			continue
		}
		covered[p.at] = p.alpha >= 252
		kept = append(kept, p)
	}
	slices.Reverse(kept)
	f.pixels = kept
	for i, p := range f.pixels {
		f.top[p.at] = int32(i)
	}
}
