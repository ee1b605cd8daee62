// Package studio paints aircraft for all who ask: it owns the painters with what they keep, and the one brush that they share. One picture is painted at a time, so that all other work has
// the other processors, and nothing is painted for somebody who has gone.
package studio

import (
	"bytes"
	"context"
	"fmt"
	"image"
	"image/jpeg"
	"image/png"
	"sync"

	"github.com/hashicorp/golang-lru/v2/simplelru"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/look"
	"inkysparrow/core/picture"
	"inkysparrow/core/shade"
	"inkysparrow/core/timeline"
	"inkysparrow/plan"
)

// How large a picture may be. What is kept of it takes some 60 bytes a pixel while it is painted.
const (
	MostSide   = 3000      // pixels, either way
	MostPixels = 4_000_000 // in all
	keeps      = 6         // painters
	keepsUpTo  = 2_200_000 // pixels; a larger one is made anew each time
	small      = 120_000   // pixels; up to there a picture is packed as well as it can be, which takes a few ms
)

// TooLarge is why a picture is not begun.
type TooLarge struct{ Width, Height float64 }

func (e TooLarge) Error() string {
	return fmt.Sprintf("the picture would be %.0f by %.0f pixels large; at most %d either way and %d in all are painted", e.Width, e.Height, MostSide, MostPixels)
}

// Studio is one. Its methods are safe for concurrent use.
type Studio struct {
	brush chan struct{}

	mu   sync.Mutex
	kept *simplelru.LRU[size, *plan.Painter]
}

// size is what a painter is kept for: an aircraft that is kept in one way, in pictures of one size.
type size struct {
	shape       *plan.Shape
	wear        any // comparable
	views       string
	width, most int
	pxPerMM     float64
}

// New returns an empty studio.
func New() *Studio {
	kept, err := simplelru.NewLRU[size, *plan.Painter](keeps, nil)
	if err != nil {
		panic(err) // the number is right
	}
	return &Studio{brush: make(chan struct{}, 1), kept: kept}
}

// Painting is what a picture shows: a timeline as a query asks for it. Its painter is for whoever has the brush.
type Painting struct {
	*plan.Painter
	TL *timeline.Timeline
	Q  plan.LookQuery
}

// Of returns a painting of a build's aircraft. It returns TooLarge where that would cost too much; nothing is painted yet.
func (s *Studio) Of(f plan.File, tl *timeline.Timeline, q plan.LookQuery) (Painting, error) {
	if len(q.Views) == 0 {
		q.Views = airframe.Views
	}
	made, err := f.Painter()
	if err != nil {
		return Painting{}, err
	}
	wide, tall, err := fits(made.Shape.Airframe, q)
	if err != nil {
		return Painting{}, err
	}
	key := size{made.Shape, f.WearKey(), fmt.Sprint(q.Views), q.Width, q.Most, q.PxPerMM}
	s.mu.Lock()
	defer s.mu.Unlock()
	if kept, ok := s.kept.Get(key); ok {
		made = kept
	} else if wide*tall <= keepsUpTo {
		s.kept.Add(key, made)
	}
	return Painting{made, tl, q}, nil
}

// fits returns how large a picture is.
func fits(a *airframe.Airframe, q plan.LookQuery) (wide, tall float64, err error) {
	if q.PxPerMM > 0 {
		wide, tall = picture.SizeAt(a, q.Views, q.PxPerMM)
	} else {
		wide, tall = picture.Size(a, q.Views, q.Width, q.Most)
	}
	if wide > MostSide || tall > MostSide || wide*tall > MostPixels {
		return wide, tall, TooLarge{wide, tall}
	}
	return wide, tall, nil
}

// Do does work with the brush, once whoever has it is done. It returns why ctx ended where that comes first.
func (s *Studio) Do(ctx context.Context, work func(context.Context) error) error {
	select {
	case s.brush <- struct{}{}:
	case <-ctx.Done():
		return context.Cause(ctx)
	}
	defer func() { <-s.brush }()
	if err := context.Cause(ctx); err != nil { // both came at once
		return err
	}
	return work(ctx)
}

// PNG paints a painting, with the other half of another one where there is one that fits beside it.
func (s *Studio) PNG(ctx context.Context, one Painting, other *Painting) (out []byte, err error) {
	err = s.Do(ctx, func(ctx context.Context) error {
		img, err := one.Paint(ctx, one.TL, one.Q)
		if err != nil {
			return err
		}
		if other != nil {
			second, err := other.Paint(ctx, other.TL, other.Q)
			if err != nil {
				return err
			}
			frame, err := one.Frame(ctx, one.Q)
			if err != nil {
				return err
			}
			if second.Bounds() == img.Bounds() {
				img = plan.Halves(frame, img, second)
			}
		}
		out, err = encode(ctx, img)
		return err
	})
	return out, err
}

// Patch paints a stretch of skin about a place of a view, wide by tall pixels, as JPEG; the painting shows that view alone.
func (s *Studio) Patch(ctx context.Context, one Painting, at airframe.Pt, wide, tall int) (out []byte, err error) {
	err = s.Do(ctx, func(ctx context.Context) error {
		img, err := one.Paint(ctx, one.TL, one.Q)
		if err != nil {
			return err
		}
		frame, err := one.Frame(ctx, one.Q)
		if err != nil {
			return err
		}
		x, y := frame.Panels[0].Pixel(at)
		box := image.Rect(0, 0, wide, tall).Add(image.Pt(int(x)-wide/2, int(y)-tall/2))
		if in := img.Bounds(); in.Dx() > wide && in.Dy() > tall { // it is shifted so that all of it shows something
			box = box.Add(image.Pt(max(0, in.Min.X-box.Min.X)-max(0, box.Max.X-in.Max.X), max(0, in.Min.Y-box.Min.Y)-max(0, box.Max.Y-in.Max.Y)))
		}
		var b bytes.Buffer
		err = jpeg.Encode(&b, img.SubImage(box), &jpeg.Options{Quality: patchQuality}) // a fifth of a PNG of skin that is stained and washed
		out = b.Bytes()
		return err
	})
	return out, err
}

const patchQuality = 74 // of 100

// Type paints a type of aircraft in primer grey over pale grey, before anything is painted.
func (s *Studio) Type(ctx context.Context, id string, q plan.LookQuery) (out []byte, err error) {
	err = s.Do(ctx, func(ctx context.Context) error {
		if len(q.Views) == 0 {
			q.Views = airframe.Views
		}
		a, err := airframe.Make(airframe.Spec{Type: id})
		if err != nil {
			return err
		}
		if _, _, err := fits(a, q); err != nil {
			return err
		}
		frame, err := picture.New(ctx, a, q.Views, q.Width, q.Most)
		if err != nil {
			return err
		}
		skin := func(l float64) look.Skin {
			g := colour.Grey(l)
			return look.Skin{Paint: g, Ground: g, Surface: g, Line: shade.Recess(shade.Recess(g)), Texture: coating.Satin.Texture()}
		}
		img, err := frame.Paint(ctx, []look.Skin{skin(58), skin(70)}, picture.Wish{Ground: colour.Or(q.Ground, colour.Grey(80))})
		if err != nil {
			return err
		}
		out, err = encode(ctx, img)
		return err
	})
	return out, err
}

// encode packs a picture. It ends with ctx: the encoder is refused its next bytes.
func encode(ctx context.Context, img image.Image) ([]byte, error) {
	out := waited{ctx: ctx}
	encoder := png.Encoder{CompressionLevel: png.BestSpeed}
	if b := img.Bounds(); b.Dx()*b.Dy() <= small {
		encoder.CompressionLevel = png.DefaultCompression
	}
	err := encoder.Encode(&out, img)
	return out.Bytes(), err
}

// waited is a buffer for somebody who waits.
type waited struct {
	bytes.Buffer
	ctx context.Context
}

func (w *waited) Write(b []byte) (int, error) {
	if err := context.Cause(w.ctx); err != nil {
		return 0, err
	}
	return w.Buffer.Write(b)
}
