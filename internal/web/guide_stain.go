package web

import (
	"fmt"

	"inkysparrow/core/timeline"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// stainBlock tells where a step of oils, leaks or exhaust goes on the airframe.
func stainBlock(j *judged, site *timeline.Site) (wire.GuideBlock, bool) {
	s, err := j.file.Stains(j.checked.Timeline, site.Zone.ID, site.Step.ID)
	if err != nil {
		return wire.GuideBlock{}, false // it is no such step, or nothing of the airframe is its zone
	}
	b := wire.GuideBlock{Title: "Where it goes on this aircraft"}
	row := func(label, format string, args ...any) {
		b.Rows = append(b.Rows, wire.GuideRow{Label: label, Value: fmt.Sprintf(format, args...)})
	}
	switch {
	case len(s.Passes) > 0:
		first := s.Passes[0]
		b.Words = fmt.Sprintf("One thin pass after the other, each dry before the next: %.0f psi, %.0f %% of paint in the mix, the needle drawn away as the plume widens. Distances are aft of the first stack.", first.PSI, first.PaintPct)
		for i, p := range s.Passes {
			row(fmt.Sprintf("Pass %d", i+1), "%.0f to %.0f mm, %.1f cm off to %.1f", p.FromMM, p.ToMM, p.DistanceMM/10, p.EndMM/10)
		}
		for _, at := range s.Profile {
			if at.AftMM >= s.StackMM[len(s.StackMM)-1] {
				row("Right behind the last stack", "%.0f %% covered, %.1f mm wide", 100*at.Peak, 2*at.HalfWidthMM)
				break
			}
		}
	case s.ShiftDE > 0:
		b.Words = "Small dots without rows or clumps, drawn out with a soft, flat, nearly dry brush: aft above and below, downwards on the sides; two millimetres off the border of a colour."
		row("Dots", "%d of %.1f mm, %.1f a cm²", len(s.Dots), s.Dots[0].DMM, s.PerCM2)
		tones := map[string]int{}
		for _, d := range s.Dots {
			tones[d.Tone]++
		}
		row("Of them", "%d lighter, %d warmer, %d darker, %d cooler than the paint", tones["lighter"], tones["warmer"], tones["darker"], tones["cooler"])
		row("They shift the paint by", "%.1f CIEDE2000 on average, %.1f wanted", s.ShiftDE, s.WantedDE)
		row("Squeezed out", "%.0f mm³", s.PaintMM3)
		row("Set and blended at one go", "%.0f cm²", s.PatchCM2)
		row("In all", "about %.0f min", s.AttendedMin)
	case len(s.Dots) > 0:
		b.Words = "One small dot where something leaks, drawn out in one stroke: with the air above and below, downwards on the sides."
		for i, d := range s.Dots {
			v, _ := plan.LookViews(d.View)
			row(fmt.Sprintf("Leak %d", i+1), "%s: a dot of %.1f mm drawn out to %.0f mm", viewWords[v[0]], d.DMM, d.LengthMM)
		}
	}
	return b, len(b.Rows) > 0
}
