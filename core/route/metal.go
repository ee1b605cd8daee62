package route

import (
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
)

// MetalLook is how a metal coat will shine over what is below it.
type MetalLook struct {
	Words string
	Units float64 // gloss of the undercoat, 60 degrees
}

var (
	undercoat   = fact.Bench("over flat it goes dull, over gloss mirror-like, over polished gloss black it goes chrome")
	metalSatin  = Numbers.Number("metal-satin", 35, "GU", "gloss of the undercoat from which a metal shines like satin; below it is dull", undercoat)
	metalMirror = Numbers.Number("metal-mirror", 72, "GU", "from which it shines like a mirror", undercoat)
	metalChrome = Numbers.Number("metal-chrome", 86, "GU", "from which, over black, it looks like chrome", undercoat)
	chromeBlack = Numbers.Number("metal-black", 25, "L*", "lightness up to which an undercoat counts as black", undercoat)
)

// Metal tells how the site's metal coat will shine.
func (s *Site) Metal() MetalLook {
	m := MetalLook{Words: "dull", Units: gloss.Units(s.On)}
	switch {
	case m.Units >= metalChrome && s.tones().Panel.Lightness() <= chromeBlack:
		m.Words = "like chrome"
	case m.Units >= metalMirror:
		m.Words = "like a mirror"
	case m.Units >= metalSatin:
		m.Words = "satin"
	}
	return m
}
