package rule

import (
	"fmt"
	"slices"

	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

var (
	toneBench = fact.Bench("a chip shows what lies below: metal, primer, an older colour, or the dirt and rust in it")
	chipSeen  = Numbers.Number("chip-seen", 4, "CIEDE2000", "difference from its paint below which a chip is not seen", toneBench)
	chipOdd   = Numbers.Number("chip-odd", 14, "CIEDE2000", "difference from all that could lie below from which nobody takes it for a chip", toneBench)
)

// under are the tones that lie below the paint of aircraft, whatever a route has painted there.
var under = func() (all []colour.Colour) {
	for _, t := range []struct {
		id, words string
		l, a, b   float64
	}{
		{"metal", "bare metal", 75, 0, 0},
		{"dull-metal", "dull metal", 55, 0, 1},
		{"grime", "dirt in a chip", 27, 3, 6},
		{"rust", "rust", 38, 14, 20},
		{"red-primer", "red oxide primer", 34, 24, 19},
		{"grey-primer", "grey primer", 60, -1, -1},
		{"green-primer", "green primer", 55, -8, 30},
		{"yellow-primer", "yellow primer", 68, -2, 42},
		{"wood", "wood and fabric", 62, 9, 28},
	} {
		n := func(what string, v float64) float64 {
			return Numbers.Number("under-"+t.id+"-"+what, v, "", what+" of "+t.words+" (Lab)", toneBench)
		}
		all = append(all, colour.Lab(n("lightness", t.l), n("red", t.a), n("yellow", t.b)))
	}
	return all
}()

var chipTone = timeline.Rule{
	ID: "chip-tone", Title: "Chips in a tone that nobody would find below",
	Reason:   "A chip shows what lies below the paint: metal, primer, an older colour, wood, or the dirt that has settled in it. The paint's own tone is not seen; one that lies nowhere below reads as a splash.",
	Evidence: toneBench,
	Find: func(s *timeline.Site) []timeline.Finding {
		if s.Step.Do.Phase != route.Chip || !s.Step.Do.Lays || s.Step.Product == nil || s.Step.Product.Colour == "" || s.Step.Product.Family.IsLive() {
			return nil
		}
		paint := s.PaintBelow()
		if paint == nil {
			return nil
		}
		own := s.Step.Product.Shows()
		f := timeline.Finding{Word: verdict.Word{Severity: verdict.Warn}, Layer: paint.ID}
		if d := own.Difference(paint.Product.Shows()); d < chipSeen {
			f.Figures.Delta = d
			f.Title = fmt.Sprintf("%s can't be seen on %s", say.Capital(s.Step.Product.Name), paint.Product.Name)
			f.Because = fmt.Sprintf("It differs from %s by %.1f where %.0f is seen: take the tone of what lies below it.", paint.Product.Name, say.Below(d), chipSeen)
			return []timeline.Finding{f}
		}
		near := slices.Clone(under)
		for _, st := range s.Zone.Steps[:s.Index] {
			if st.Do.Has(route.Colour|route.Shades) && st.Product != nil && st.Product.Colour != "" {
				near = append(near, st.Product.Shows())
			}
		}
		least := own.Difference(slices.MinFunc(near, func(a, b colour.Colour) int {
			if own.Difference(a) < own.Difference(b) {
				return -1
			}
			return 1
		}))
		if l, a, b := own.Lab(); least < chipOdd || a*a+b*b < 144 && l < 90 { // what is lighter or darker than the paint reads as a scratch
			return nil
		}
		f.Figures.Delta = least
		f.Because = fmt.Sprintf("%s is %.0f off from all that could lie below %s: metal, primer, wood, rust or an older colour of this route.", say.Capital(s.Step.Product.Name), least, paint.Product.Name)
		return []timeline.Finding{f}
	},
}
