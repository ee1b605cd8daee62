package route_test

import (
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/wash"
)

// T57, common practice, no source: in a moving stream of air a wash is ready to wipe in a third to a half of the time. The hand holds the
// stream meanwhile, and its caution stands with the step.
func TestAirStream(t *testing.T) {
	laid := time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)
	z := route.Zone{AreaCM2: 100}
	for _, family := range []string{"clay-wash", "enamel-wash", "oil-wash", "tempera-wash", "acrylic-wash"} {
		s := routetest.Step("pin-wash", routetest.Product(coating.Wash, family, 0), 1)
		wait := func(s *route.Step) time.Duration {
			c := cure.Of(s.Film(laid), climate.Constant(climate.Room))
			return c.Stiff().Sub(laid)
		}
		blown := s.As(func(s *route.Step) { s.Drying = route.InAirStream })
		still, stream := wait(s), wait(blown)
		if stream < still/3 || stream > still/2 {
			t.Errorf("T57 %s: stiff after %v in still air, %v in a stream", family, still, stream)
		}
		opens := func(s *route.Step) time.Duration { // from the last stroke until it can be wiped
			at, _ := wash.Window(s.Film(laid), s.Product.Remover, climate.Constant(climate.Room))
			return at.Sub(laid)
		}
		if more := z.Attended(blown) - z.Attended(s); more < opens(blown) || more > opens(blown)+time.Minute {
			t.Errorf("%s: the hand is kept %v longer, the stream is held for %v", family, more, opens(blown))
		}
		if end := laid.Add(z.Attended(blown)); !blown.LastStroke(end).Equal(end.Add(-opens(blown))) {
			t.Errorf("%s: laid at %v of a step that ends %v", family, blown.LastStroke(end), end)
		}
		if from := z.Attended(s) + opens(s); z.Attended(blown) >= from {
			t.Errorf("%s: blown dry it is wiped %v after the first stroke, left alone %v", family, z.Attended(blown), from)
		}
		warm := s.As(func(s *route.Step) { s.Drying = route.InWarmAir })
		if w := opens(warm); w >= opens(blown) || family == "oil-wash" && (w < 10*time.Minute || w > 20*time.Minute) {
			t.Errorf("T89 %s: ready to wipe after %v in warm air, %v in cool", family, w, opens(blown))
		}
		if !slices.ContainsFunc(warm.Cautions(), func(c string) bool { return strings.Contains(c, "bends plastic") }) {
			t.Errorf("%s: no caution with warm air: %q", family, warm.Cautions())
		}
		if !slices.ContainsFunc(blown.Cautions(), func(c string) bool { return strings.Contains(c, "moving") }) {
			t.Errorf("%s: no caution with the stream: %q", family, blown.Cautions())
		}
	}
	for do, want := range map[string]bool{"pin-wash": true, "oil-dots": true, "filter": true, "base-coat": false, "gloss-coat": false, "wipe": false, "decals": false} {
		if route.MustTechnique(do).CanBeBlown() != want {
			t.Errorf("%s can be dried in a stream: %v", do, !want)
		}
	}
}
