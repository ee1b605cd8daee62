package photo

import (
	"context"
	"math"

	"inkysparrow/core/airframe"
)

var (
	plumeLow  = Numbers.Number("photo-plume-low", 0.3, "", "times as long as planned that a plume is looked for from", chosen)
	plumeHigh = Numbers.Number("photo-plume-high", 3, "", "times as long up to which it is looked for", chosen)
	plumeSeen = Numbers.Number("photo-plume-seen", 0.25, "", "share of what differs there that a plume must explain to be one", chosen)
	plumeOff  = Numbers.Number("photo-plume-off", 0.6, "", "cover by which the skin along a plume may be off its zone", chosen)
	plumeSide = Numbers.Number("photo-plume-side", 0.6, "mm", "beside its axis that a plume is looked at, and a twelfth of how far aft", chosen)
)

// stained reports whether a place of the view lies where a plume could be.
func (s *Subject) stained(at airframe.Pt) bool {
	view := s.Frame.Panels[0].View
	for _, p := range s.Plumes {
		aft, beside := coordinates(view, p.Cloud.From, at)
		if p.Cloud.View == view && aft > -1 && aft < 2*p.Cloud.ReachMM && math.Abs(beside) < 1.3*p.Cloud.WideMM {
			return true
		}
	}
	return false
}

// coordinates returns how far aft of a place another lies in a view, and how far beside its axis, as clouds count it.
func coordinates(view airframe.View, from, at airframe.Pt) (aft, beside float64) {
	way := view.Aft()
	dx, dy := at.X-from.X, at.Y-from.Y
	return dx*way.X + dy*way.Y, dx*way.Y - dy*way.X
}

// covered is a place within a plume: how much of the ink covers it.
type covered struct{ aft, beside, cover float64 }

// plumes measures every plume of the view: how many times as long and as dense it is as planned, by least squares of its cover.
func (m *Measured) plumes(ctx context.Context) error {
	view := m.subject.Frame.Panels[0].View
	for i, p := range m.subject.Plumes {
		if p.Cloud.View != view {
			continue
		}
		if err := context.Cause(ctx); err != nil {
			return err
		}
		out := Streamed{Plume: i, LongMM: 0}
		out.PlannedDark = p.dark(1)
		seen := m.cover(&p)
		if len(seen) >= leastSamples {
			if reach, amount, ok := p.fit(seen); ok {
				out.Seen, out.LongMM, out.Dark = true, p.LongMM*reach, p.dark(amount)
			}
		}
		m.Plumes = append(m.Plumes, out)
	}
	return nil
}

// dark is the cover on the axis where it is most, times as dense.
func (p *Plume) dark(amount float64) (most float64) {
	for aft := 0.0; aft < p.Cloud.ReachMM; aft += p.Cloud.ReachMM / 200 {
		most = max(most, -math.Expm1(-amount*p.Cloud.Density(aft, 0)))
	}
	return most
}

// cover looks along the plume's axis at how much of its ink covers the skin.
func (m *Measured) cover(p *Plume) (all []covered) {
	f := m.subject.Frame
	panel := f.Panels[0]
	mids := map[int]rgb{}
	for _, z := range m.Zones {
		mids[z.Zone] = z.mid
	}
	ink := linearOf(p.Ink)
	way := panel.View.Aft()
	marked := f.Marked(m.subject.Skins)
	pace := max(0.35, p.Cloud.ReachMM*plumeHigh/400)
	for aft := -4.0; aft < p.Cloud.ReachMM*plumeHigh*0.6+10; aft += pace {
		side := plumeSide + max(0, aft)/12
		for beside := -side; beside <= side; beside += side / 2 {
			at := airframe.Pt{X: p.Cloud.From.X + way.X*aft + way.Y*beside, Y: p.Cloud.From.Y + way.Y*aft - way.X*beside}
			x, y := panel.Pixel(at)
			s, ok := f.Seen(int(x), int(y))
			if !ok || s.Ruled || s.LineMM < clear*0.7 || marked(int(x), int(y)) {
				continue
			}
			base, ok := mids[s.Zone]
			if !ok {
				continue
			}
			q := m.Alignment.Pixel(at)
			raw, clipped, ok := m.picture.about(q, max(0, int(0.15*m.PxPerMM)))
			if !ok || clipped > 0.2 {
				continue
			}
			c := m.light.matrix.of(raw).times(m.even.even(q, at))
			d := 0.0
			for i := range ink {
				d += (ink[i] - base[i]) * (ink[i] - base[i])
			}
			if d < 1e-4 {
				continue
			}
			all = append(all, covered{aft, beside, along(c, base, ink)})
		}
	}
	return all
}

// fit returns how many times as long and as dense as planned a plume is. ok is false where none is seen.
func (p *Plume) fit(seen []covered) (reach, amount float64, ok bool) {
	model, rest := make([]float64, len(seen)), make([]float64, len(seen))
	miss := func(reach, amount float64) float64 {
		for i, s := range seen {
			model[i] = 0
			if s.aft >= 0 {
				model[i] = -math.Expm1(-amount * p.Cloud.Density(s.aft/reach, s.beside))
			}
		}
		for i, s := range seen { // what the skin itself is off by: it is lit otherwise there than its zone is on the whole
			rest[i] = s.cover - model[i]
		}
		shift := min(plumeOff, max(-plumeOff, median(rest)))
		sum := 0.0
		for i, s := range seen {
			d := math.Abs(s.cover - model[i] - shift)
			if d > 0.12 { // as Huber has it: what is far off counts by its distance
				sum += 0.12 * (2*d - 0.12)
			} else {
				sum += d * d
			}
		}
		return sum / float64(len(seen))
	}
	none := miss(1, 0)
	least := math.Inf(1)
	try := func(r, a float64) {
		if v := miss(r, a); v < least {
			least, reach, amount = v, r, a
		}
	}
	const rough = 14
	for i := range rough + 1 {
		r := plumeLow * math.Pow(plumeHigh/plumeLow, float64(i)/rough)
		for j := range 12 {
			try(r, 0.08*math.Pow(1.5, float64(j)))
		}
	}
	for by := 0.16; by > 0.004; by /= 1.8 {
		r, a := reach, amount
		for _, dr := range []float64{-by, 0, by} {
			for _, da := range []float64{-2 * by, -by, 0, by, 2 * by} {
				try(min(plumeHigh, max(plumeLow, r*(1+dr))), a*(1+da))
			}
		}
	}
	return reach, amount, none > 0 && (none-least)/none > plumeSeen
}
