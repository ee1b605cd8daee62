package route

import (
	"fmt"
	"strings"
	"time"

	"inkysparrow/core/cure"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
)

// clock writes a moment as the bench's clock shows it.
func (p *Plan) clock(t time.Time) string { return t.In(p.Place()).Format("Mon 2 Jan, 15:04") }

// capital returns s with its first letter raised.
func capital(s string) string {
	if s == "" {
		return s
	}
	return strings.ToUpper(s[:1]) + s[1:]
}

func percent(f cure.Fraction) string { return fmt.Sprintf("%.0f %%", 100*float64(f)) }

// span writes a duration with the figure that one acts on.
func span(d time.Duration) string {
	switch {
	case d < time.Minute:
		return fmt.Sprintf("%.0f s", d.Seconds())
	case d < 2*time.Hour:
		return fmt.Sprintf("%.0f min", d.Minutes())
	case d < 48*time.Hour:
		return fmt.Sprintf("%.0f h", d.Hours())
	}
	return fmt.Sprintf("%.0f days", d.Hours()/24)
}

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

// lower returns s with its first letter lowered.
func lower(s string) string {
	if s == "" {
		return s
	}
	return strings.ToLower(s[:1]) + s[1:]
}

// several counts things: "1 coat", "2 coats".
func several(n int, thing string) string {
	if n == 1 {
		return "1 " + thing
	}
	return fmt.Sprintf("%d %ss", n, thing)
}
