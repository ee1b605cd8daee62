package demo

import (
	"bytes"
	"context"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"math"
	"math/rand/v2"
	"sync"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/photo"
	"inkysparrow/core/picture"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/album"
	"inkysparrow/internal/store"
	"inkysparrow/plan"
)

// taken are the demo's photographs: the program draws them itself, as if they were taken of the Petrel on the bench under a warm lamp with two cards beside it, and says so.
var taken = []struct {
	id      string
	at      time.Time
	caption string
	tilt    float64 // degrees
	turn    float64
	dark    float64 // how many times as strong as computed lines are
	laid    bool    // its places are tapped already
}{
	{"demo-petrel-grey", time.Date(2027, 3, 8, 21, 2, 0, 0, time.UTC), "Sea grey over the dark lines", 8, -5, 1, false},
	{"demo-petrel-gloss", time.Date(2027, 3, 9, 21, 5, 0, 0, time.UTC), "Glossed, before the decals", 5, 3, 1.5, true},
	{"demo-petrel-decals", time.Date(2027, 3, 10, 21, 58, 0, 0, time.UTC), "Decals on", 10, 7, 1.5, false},
}

// drawnBy is what each of them says of itself.
const drawnBy = " (drawn by Inky Sparrow itself for this demo)"

type shot struct {
	store.Photo
	shows *album.Picture
}

// shots are made once for all resets.
var shots = sync.OnceValues(func() ([]shot, error) {
	plans, err := Plans()
	if err != nil {
		return nil, err
	}
	f := plans[0].AsOf(Opens)
	p, err := f.Resolve()
	if err != nil {
		return nil, err
	}
	tl := rule.Lay(p)
	painter, err := f.Painter()
	if err != nil {
		return nil, err
	}
	var all []shot
	for i, t := range taken {
		raw, reading, err := take(painter, tl, i)
		if err != nil {
			return nil, fmt.Errorf("draw %s: %w", t.id, err)
		}
		shows, err := album.Read(raw)
		if err != nil {
			return nil, fmt.Errorf("draw %s: %w", t.id, err)
		}
		one := shot{store.Photo{ID: t.id, At: t.at, Caption: t.caption + drawnBy}, shows}
		if t.laid {
			one.Reading = reading
		}
		all = append(all, one)
	}
	return all, nil
})

// photograph puts the demo's photographs into the store.
func photograph(ctx context.Context, s *store.Store) error {
	all, err := shots()
	if err != nil {
		return err
	}
	for _, one := range all {
		if err := s.AddPhoto(ctx, Slugs[0], one.Photo, one.shows); err != nil {
			return err
		}
	}
	return nil
}

const (
	wide, tall = 2000, 1480 // of a photograph, in pixels
	drawnPx    = 5.0        // px/mm of what is drawn
)

type light [3]float64

// take draws a photograph: the model from above through a pinhole, on a bench under a lamp that falls off, with a white and a grey card.
func take(painter *plan.Painter, tl *timeline.Timeline, n int) ([]byte, string, error) {
	t := taken[n]
	ctx := context.Background()
	q := plan.LookQuery{At: t.at, Views: []airframe.View{airframe.Top}, PxPerMM: drawnPx}
	frame, err := painter.Frame(ctx, q)
	if err != nil {
		return nil, "", err
	}
	scene, err := painter.Scene(ctx, tl, q)
	if err != nil {
		return nil, "", err
	}
	for i := range scene.Skins {
		k := &scene.Skins[i]
		k.Line = k.Line.Veiled(colour.Lab(16, 2, 4), min(0.9, (t.dark-1)*0.6))
	}
	even, _ := picture.LightNamed("daylight")
	img, err := frame.Paint(ctx, scene.Skins, picture.Wish{Light: even, Wear: painter.Wear, Laid: scene.Laid, Ground: colour.Lab(46, 6, 14)})
	if err != nil {
		return nil, "", err
	}
	panel := frame.Panels[0]
	low, high := painter.Shape.Airframe.Bounds(airframe.Top)
	mid := airframe.Pt{X: (low.X + high.X) / 2, Y: (low.Y + high.Y) / 2}
	px := min(0.86*wide/(high.X-low.X), 0.86*tall/(high.Y-low.Y))
	sinT, cosT := math.Sincos(t.tilt * math.Pi / 180)
	sinR, cosR := math.Sincos(t.turn * math.Pi / 180)
	far := 3 * (high.X - low.X)
	project := func(at airframe.Pt) airframe.Pt {
		x, y := at.X-mid.X, at.Y-mid.Y
		x, y = cosR*x-sinR*y, sinR*x+cosR*y
		k := px * far / (far - sinT*y)
		return airframe.Pt{X: wide/2 + x*k, Y: tall/2 + cosT*y*k}
	}
	var corners []photo.Pair
	for _, at := range []airframe.Pt{low, {X: high.X, Y: low.Y}, high, {X: low.X, Y: high.Y}} {
		corners = append(corners, photo.Pair{Photo: at, View: project(at)})
	}
	back, err := photo.Between(corners)
	if err != nil {
		return nil, "", err
	}
	out := image.NewRGBA(image.Rect(0, 0, wide, tall))
	rnd := rand.New(rand.NewPCG(uint64(n), 0x5eed))
	cards := []struct {
		box   image.Rectangle
		share float64
	}{{image.Rect(50, 50, 200, 160), 0.9}, {image.Rect(200, 50, 350, 160), 0.18}}
	lamp := light{1, 0.93, 0.8}
	for y := range tall {
		for x := range wide {
			at := back.Of(airframe.Pt{X: float64(x) + 0.5, Y: float64(y) + 0.5})
			sx, sy := panel.Pixel(at)
			v := sampled(img, sx-0.5, sy-0.5)
			for _, c := range cards {
				if image.Pt(x, y).In(c.box) {
					v = light{c.share, c.share, c.share}
				}
			}
			dx, dy := float64(x-wide/2)/wide, float64(y-tall/2)/tall
			falls := 0.92 * (1 - 0.35*(dx*dx+dy*dy)) * (1 - 0.12*dx)
			var b [3]uint8
			for k := range v {
				s := v[k]*falls*lamp[k] + 0.004*rnd.NormFloat64()*math.Sqrt(max(0.01, v[k]))
				b[k] = coded(s)
			}
			out.SetRGBA(x, y, color.RGBA{b[0], b[1], b[2], 255})
		}
	}
	var raw bytes.Buffer
	if err := jpeg.Encode(&raw, out, &jpeg.Options{Quality: 86}); err != nil {
		return nil, "", err
	}
	reading := `{"view":"top","light":"white","x":125,"y":105,"known":"","raking":false,"pairs":[`
	for i, l := range photo.Landmarks(painter.Shape.Airframe, airframe.Top) {
		if i > 0 {
			reading += ","
		}
		p := project(l.At)
		reading += fmt.Sprintf(`{"x":%.0f,"y":%.0f,"x_mm":%.2f,"y_mm":%.2f}`, p.X, p.Y, l.At.X, l.At.Y)
	}
	return raw.Bytes(), reading + "]}", nil
}

// sampled is the light of a picture between its pixels; its edge goes on.
func sampled(img *image.RGBA, x, y float64) (v light) {
	b := img.Bounds()
	x, y = min(float64(b.Dx())-1.001, max(0, x)), min(float64(b.Dy())-1.001, max(0, y))
	x0, y0 := int(x), int(y)
	fx, fy := x-float64(x0), y-float64(y0)
	for k := range v {
		at := func(dx, dy int) float64 { return colour.Decoded[img.Pix[img.PixOffset(x0+dx, y0+dy)+k]] }
		v[k] = (at(0, 0)*(1-fx)+at(1, 0)*fx)*(1-fy) + (at(0, 1)*(1-fx)+at(1, 1)*fx)*fy
	}
	return v
}

// codes is 8 bits of sRGB by 4096 steps of linear light.
var codes = func() (table [4096]uint8) {
	for i := range table {
		v, _ := colour.Encoded((float64(i) + 0.5) / 4096)
		table[i] = uint8(math.Round(255 * v))
	}
	return table
}()

func coded(v float64) uint8 { return codes[int(4095*min(1, max(0, v)))] }
