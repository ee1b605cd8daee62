package route

import (
	"time"

	"inkysparrow/core/say"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
)

// clock writes a moment as the bench's clock shows it.
func (p *Plan) clock(t time.Time) string { return say.Clock(t, p.Place()) }

// film returns what the film at place is called in a sentence.
func (s *Site) film(place int) string {
	if st := s.stepOf(place); st != nil && st.Product != nil {
		return st.Product.Name
	}
	return "the bare plastic"
}

// stepOf returns the step that left the film at place.
func (s *Site) stepOf(place int) *Step {
	if place <= 0 || place >= len(s.Below) {
		return nil
	}
	for _, st := range s.Zone.Steps[:s.Index] {
		if st.ID == s.Below[place].Step {
			return st
		}
	}
	return nil
}

func (s *Site) layerID(place int) string {
	if place <= 0 {
		return ""
	}
	return s.Below[place].Step
}

func liquidID(l *solvent.Liquid) string {
	if l == nil {
		return ""
	}
	return l.ID
}

// under says what the touch is, after "under": "a damp wipe".
func under(t stack.Touch) string { return "under " + t.Contact.Name }
