package picture

import (
	"context"
	"image"

	"inkysparrow/core/airframe"
)

// stroke is a straight piece of a line, in pixels.
type stroke struct{ x0, y0, dx, dy, square float32 }

func strokeOf(p Panel, a, b airframe.Pt) stroke {
	x0, y0 := p.Pixel(a)
	x1, y1 := p.Pixel(b)
	dx, dy := x1-x0, y1-y0
	return stroke{float32(x0), float32(y0), float32(dx), float32(dy), float32(dx*dx + dy*dy)}
}

// away is the square of the distance of a pixel's middle.
func (s *stroke) away(x, y int) float32 {
	px, py := float32(x)+0.5-s.x0, float32(y)+0.5-s.y0
	t := min(1, max(0, (px*s.dx+py*s.dy)/s.square))
	px, py = px-t*s.dx, py-t*s.dy
	return px*px + py*py
}

// within tells the pixels of a box that lie within reach of the stroke.
func (s *stroke) within(reach float32, box image.Rectangle, tell func(x, y int, square float32)) {
	low, high := min(s.y0, s.y0+s.dy)-reach, max(s.y0, s.y0+s.dy)+reach
	for y := max(box.Min.Y, int(low)); y < min(box.Max.Y, int(high)+1); y++ {
		// Of the stroke only what is within reach of the row counts.
		from, to := float32(0), float32(1)
		if s.dy != 0 {
			a, b := (float32(y)+0.5-reach-s.y0)/s.dy, (float32(y)+0.5+reach-s.y0)/s.dy
			from, to = max(0, min(a, b)), min(1, max(a, b))
		}
		left, right := min(s.x0+from*s.dx, s.x0+to*s.dx)-reach, max(s.x0+from*s.dx, s.x0+to*s.dx)+reach
		for x := max(box.Min.X, int(left)); x < min(box.Max.X, int(right)+1); x++ {
			if d := s.away(x, y); d <= reach*reach {
				tell(x, y, d)
			}
		}
	}
}

// rule draws the lines of a panel's view onto its spots, and tells each how far the next of them is that a wash or a brush follows.
func (f *Frame) rule(ctx context.Context, panel int) error {
	p := f.Panels[panel]
	followed := map[string][]stroke{} // by part
	for _, l := range f.Airframe.Lines {
		if l.View != p.View {
			continue
		}
		if err := context.Cause(ctx); err != nil {
			return err
		}
		wide := float32(lineWidth(l.Kind) * p.PxPerMM)
		weight := float32(1)
		if l.Role == airframe.Rivets {
			weight = float32(rivetWeight)
		}
		if l.Role == airframe.Sanded {
			weight = 0
		}
		points := l.Path.Points(0.05)
		for i := 1; i < len(points); i++ {
			s := strokeOf(p, points[i-1], points[i])
			if s.square == 0 {
				continue
			}
			if l.Role == airframe.Panel || l.Role == airframe.Gap {
				followed[l.Part] = append(followed[l.Part], s)
			}
			s.within(wide/2+1, p.Rect, func(x, y int, square float32) {
				spot := f.spot(x, y, l.Part)
				if spot == nil {
					return
				}
				// A line thinner than a pixel darkens it by its width.
				if cover := min(1, max(0, wide/2+0.5-sqrt(square))) * min(1, wide) * weight; cover*255 > float32(spot.line) {
					spot.line = uint8(cover * 255)
				}
			})
		}
	}
	for part, all := range followed {
		if err := f.near(ctx, p, part, all); err != nil {
			return err
		}
	}
	return nil
}

// spot returns the uppermost spot of a pixel, nil where there is none of the part; any part where that is empty.
func (f *Frame) spot(x, y int, part string) *pixel {
	i := f.top[y*f.Width+x]
	if i < 0 || part != "" && f.Airframe.Plates[f.pixels[i].plate].Part != part {
		return nil
	}
	return &f.pixels[i]
}

// near tells the spots of a part how far the nearest of its strokes is, up to nearMM. Each pixel asks only the strokes that its neighbours are nearest to (from memory: Danielsson 1980), so that
// thousands of lines cost no more than a few.
func (f *Frame) near(ctx context.Context, p Panel, part string, all []stroke) error {
	reach := float32(nearMM * p.PxPerMM)
	box := image.Rectangle{}
	for _, s := range all {
		x, y := []float32{s.x0, s.x0 + s.dx}, []float32{s.y0, s.y0 + s.dy}
		box = box.Union(image.Rect(int(min(x[0], x[1])-reach), int(min(y[0], y[1])-reach), int(max(x[0], x[1])+reach)+1, int(max(y[0], y[1])+reach)+1))
	}
	if box = box.Intersect(p.Rect); box.Empty() {
		return nil
	}
	wide, tall := box.Dx(), box.Dy()
	owner := make([]int32, wide*tall) // the stroke that is nearest, 1 for the first; 0 for none
	away := make([]float32, wide*tall)
	for i := range away {
		away[i] = reach * reach
	}
	const beside = 1.5 // pixels
	for k := range all {
		all[k].within(beside, box, func(x, y int, square float32) {
			if i := (y-box.Min.Y)*wide + x - box.Min.X; square < away[i] {
				owner[i], away[i] = int32(k+1), square
			}
		})
	}
	ask := func(i, x, y, from int) {
		if k := owner[from]; k > 0 && k != owner[i] {
			if d := all[k-1].away(x+box.Min.X, y+box.Min.Y); d < away[i] {
				owner[i], away[i] = k, d
			}
		}
	}
	for _, down := range []bool{true, false} {
		for row := range tall {
			if err := ended(ctx, row*wide/restful*restful); err != nil {
				return err
			}
			y, up := row, -1
			if !down {
				y, up = tall-1-row, 1
			}
			behind := y+up >= 0 && y+up < tall
			for x := range wide {
				i := y*wide + x
				if behind {
					for dx := max(0, x-1); dx <= min(wide-1, x+1); dx++ {
						ask(i, x, y, (y+up)*wide+dx)
					}
				}
				if x > 0 {
					ask(i, x, y, i-1)
				}
			}
			for x := wide - 2; x >= 0; x-- {
				ask(y*wide+x, x, y, y*wide+x+1)
			}
		}
	}
	for i, square := range away {
		if owner[i] == 0 {
			continue
		}
		if spot := f.spot(i%wide+box.Min.X, i/wide+box.Min.Y, part); spot != nil {
			if near := sqrt(square) / reach * 255; near < float32(spot.near) {
				spot.near = uint8(near)
			}
		}
	}
	return nil
}
