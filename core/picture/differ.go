package picture

import (
	"context"
	"errors"
	"image"
	"math"
	"slices"

	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/look"
)

var (
	noticeBench  = fact.Bench("about 1 can just be seen side by side; a little more where one has to be remembered")
	noticed      = Numbers.Number("notices", 1.5, "CIEDE2000", "difference from which somebody notices", noticeBench)
	noticedShare = Numbers.Number("notices-share", 0.004, "", "share of the aircraft that has to differ by as much before anybody does", noticeBench)
)

// Notices returns the difference from which somebody notices, in CIEDE2000.
func Notices() float64 { return noticed }

// Difference is how two paintings differ: the most that as much as somebody would notice differs by, blurred as by an open eye at arm's length and seen close, and
// the share of the aircraft that differs seen close.
type Difference struct{ Arm, Close, Share float64 }

// Differ compares two paintings of the frame, each as it is wished.
func (f *Frame) Differ(ctx context.Context, a, b []look.Skin, wa, wb Wish) (d Difference, err error) {
	one, other, err := f.both(ctx, a, b, wa, wb)
	if err != nil {
		return d, err
	}
	close := f.differences(one, other)
	for _, v := range close {
		if v >= noticed {
			d.Share++
		}
	}
	d.Share /= max(1, float64(len(close)))
	d.Close = most(close)
	for i := range min(len(a), len(b)) { // a line is thinner than a pixel: seen close it shows its own colour
		if f.shows(i) {
			d.Close = max(d.Close, a[i].Line.Difference(b[i].Line), a[i].Surface.Difference(b[i].Surface))
		}
	}
	s := f.sigma(1)
	if err := errors.Join(blur(ctx, one, f.Width, f.Height, s), blur(ctx, other, f.Width, f.Height, s)); err != nil {
		return d, err
	}
	d.Arm = min(d.Close, most(f.differences(one, other)))
	return d, nil
}

// both paints two paintings in linear light.
func (f *Frame) both(ctx context.Context, a, b []look.Skin, wa, wb Wish) (one, other []rgb, err error) {
	if one, err = f.linear(ctx, a, wa); err == nil {
		other, err = f.linear(ctx, b, wb)
	}
	return one, other, err
}

// most is what the share that somebody would notice differs by at least.
func most(all []float64) float64 {
	if len(all) == 0 {
		return 0
	}
	slices.Sort(all)
	return all[max(0, len(all)-1-int(noticedShare*float64(len(all))))]
}

// differences are those of every third pixel of the aircraft in both ways.
func (f *Frame) differences(a, b []rgb) []float64 {
	var all []float64
	d := differing{of: b, seen: map[[2]rgb]float64{}}
	f.sampled(image.Rect(0, 0, f.Width, f.Height), func(i int) { all = append(all, d.at(i, a[i])) })
	return all
}

// coarse rounds to steps that nobody tells apart, finer where it is dark.
func coarse(c rgb) rgb {
	step := func(v float32) float32 {
		s := float32(math.Sqrt(float64(max(0, v))))
		s = float32(math.Round(float64(s)*400)) / 400
		return s * s
	}
	return rgb{step(c.r), step(c.g), step(c.b)}
}

func (c rgb) colour() colour.Colour {
	clip := func(v float32) float64 { return float64(min(1, max(0, v))) }
	return colour.FromLinear(clip(c.r), clip(c.g), clip(c.b))
}

// shows reports whether something of a zone is in the picture.
func (f *Frame) shows(zone int) bool {
	return slices.ContainsFunc(f.pixels, func(p pixel) bool { return int(p.zone) == zone })
}
