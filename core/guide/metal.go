package guide

import (
	"fmt"
	"slices"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
)

// MetalLook is how a metal coat will shine over what is below it.
type MetalLook struct {
	Words string
	Units float64 // gloss of the undercoat, 60 degrees
}

var (
	undercoat   = fact.Bench("over flat it goes dull, over gloss mirror-like, over polished gloss black it goes chrome")
	metalSatin  = Numbers.Number("metal-satin", 35, "GU", "gloss of the undercoat from which a metal shines like satin; below it is dull", undercoat)
	metalChrome = Numbers.Number("metal-chrome", 86, "GU", "from which, over black, it looks like chrome", undercoat)
	chromeBlack = Numbers.Number("metal-black", 25, "L*", "lightness up to which an undercoat counts as black", undercoat)
)

// The looks of a metal, from the dullest.
var metalLooks = []string{"dull", "satin", "like a mirror", "like chrome"}

// Metal tells how the site's metal coat will shine.
func Metal(s *timeline.Site) MetalLook { return metalOver(s.On, s.Tones().Panel) }

// metalOver tells how a metal shines over an undercoat of that texture and colour.
func metalOver(on coating.Texture, tone colour.Colour) MetalLook {
	m := MetalLook{Units: gloss.Units(on)}
	look := 0
	switch {
	case m.Units >= metalChrome && tone.Lightness() <= chromeBlack:
		look = 3
	case m.Units >= gloss.Mirror():
		look = 2
	case m.Units >= metalSatin:
		look = 1
	}
	m.Words = metalLooks[look]
	return m
}

// Undercoat is the least that has to lie below a metal coat for a look.
type Undercoat struct {
	MetalLook
	What string
	Is   bool // it lies there already
}

// coatsUnder is coats of a paint that levels slowly: what will do with it will do with any.
func coatsUnder(sheen coating.Sheen, coats int) gloss.Coat {
	f := coating.MustFamily("waterborne-acrylic")
	return gloss.Coat{Family: f, Sheen: sheen, Dry: f.Dry(f.Wet), Coats: coats}
}

// Undercoats tells for each look of a metal, from the dullest, the least undercoat that the site's surface would need for it.
func Undercoats(s *timeline.Site) []Undercoat {
	tone, black := s.Tones().Panel, colour.Grey(chromeBlack/2)
	tries := []Undercoat{{Metal(s), "what is there", true}}
	try := func(what string, on coating.Texture, tone colour.Colour) {
		tries = append(tries, Undercoat{MetalLook: metalOver(on, tone), What: what})
	}
	for _, sheen := range []coating.Sheen{coating.Flat, coating.Satin, coating.SemiGloss, coating.Gloss} {
		for n := 1; n <= int(route.MostCoats); n++ {
			try(say.Count(n, "coat")+" of "+sheen.String(), coatsUnder(sheen, n).Over(s.On), tone)
		}
	}
	mirror := coatsUnder(coating.Gloss, int(route.MirrorCoats)).Over(s.On)
	for n := 1; n <= route.MustTechnique("polish").Coats; n++ {
		try(fmt.Sprintf("%s of gloss black, polished the next day in %s", say.Count(int(route.MirrorCoats), "coat"), say.Count(n, "grade")), mirror.Polished(n), black)
	}
	var all []Undercoat
	for _, look := range metalLooks {
		if i := slices.IndexFunc(tries, func(u Undercoat) bool { return u.Words == look }); i >= 0 {
			all = append(all, tries[i])
		}
	}
	return all
}
