package plan

import (
	"fmt"
	"math"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
)

// Spot is what a place of the skin is: what lies there and why it has its colour.
type Spot struct {
	Part    string
	Zone    *route.Zone // nil where nothing of the plan lies there
	Line    *timeline.Line
	Skin    look.Skin
	Wear    float64 // 0 to 1
	Worn    string  // what wears it most; empty for nothing
	Feature *airframe.Feature
	OnLine  *airframe.Line // the line at the place; nil beside them
	Reasons []Reason       // what made the colour, the last first
}

// Reason is a step that made a place look as it does.
type Reason struct {
	Step  *route.Step
	Words string
}

// nearMM is how near a tap has to be to a line or a feature.
const nearMM = 1.6

// Ask tells what lies at a place of a view at a moment; ok is false beside the aircraft.
func (p *Painter) Ask(tl *timeline.Timeline, v airframe.View, at airframe.Pt, moment time.Time) (s Spot, ok bool) {
	plate, zone := p.Shape.Seen(v, at)
	if plate < 0 {
		return s, false
	}
	of := &p.Shape.Plates[plate]
	s.Part = of.Part
	if of.Hand != "" {
		s.Part += ", " + of.Hand
	}
	near := math.Inf(1)
	for i := range p.Shape.Lines {
		l := &p.Shape.Lines[i]
		if l.View != v || l.Part != of.Part {
			continue
		}
		if d := l.Distance(at); d < near {
			near = d
			if d < nearMM {
				s.OnLine = l
			}
		}
	}
	s.Wear, s.Worn = p.Wear.At(v, at, near), p.Wear.Nearest(v, at)
	if f, d := p.Shape.Near(v, at); d < 2*nearMM {
		s.Feature = f
	}
	if zone < 0 {
		return s, true
	}
	for _, l := range tl.Lines {
		if l.Zone.ID == p.Shape.Zones[zone] {
			s.Zone, s.Line, s.Skin = l.Zone, l, look.At(l, moment)
			s.Reasons = s.reasons(l)
		}
	}
	return s, true
}

func (s *Spot) reasons(l *timeline.Line) []Reason {
	var all []Reason
	add := func(step *route.Step, format string, args ...any) {
		if step != nil {
			all = append(all, Reason{step, fmt.Sprintf(format, args...)})
		}
	}
	k := s.Skin
	if step := k.By.Sheen; step != nil && step.Product != nil {
		add(step, "%s makes it %s", step.Product.Name, k.Texture.Sheen())
	}
	for i := len(k.Marks) - 1; i >= 0; i-- {
		m := k.Marks[i]
		if m.Step == nil || m.Kind == look.Second {
			continue
		}
		words := say.Capital(m.Step.Do.Name)
		if m.Step.Product != nil {
			words += " with " + m.Step.Product.Name
		}
		if m.Air > 0 {
			words += ": air stays below it, and it silvers"
		}
		if m.Share < 1 {
			words += ", on " + say.Percent(m.Share) + " of the zone"
		}
		add(m.Step, "%s", words)
	}
	if step := k.By.Wash; step != nil {
		if s.OnLine != nil && k.Filled > 0 {
			add(step, "%s fills the line to %s", step.Product.Name, say.Percent(k.Filled))
		} else if k.Residue > 0.001 {
			add(step, "%s stays on %s of the surface", step.Product.Name, say.Percent(k.Residue))
		}
		add(k.By.Wipe, "The wipe took the rest")
	}
	if k.Metal != nil {
		add(k.By.Paint, "%s mirrors %s of the light over what lies below", k.By.Paint.Product.Name, say.Percent(k.Metal.Mirror))
	} else if step := k.By.Paint; step != nil && step.Product != nil {
		add(step, "%s is its colour", step.Product.Name)
	}
	for _, m := range k.Marks {
		if m.Kind == look.Second && m.Step != nil && m.Step.Product != nil {
			add(m.Step, "%s lies over %s of it", m.Step.Product.Name, say.Percent(m.Share))
		}
	}
	return all
}
