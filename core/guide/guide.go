// Package guide tells how a step is done: what goes into the cup, how the airbrush is set, what the coat will look like, with what tools,
// and what later steps do to it.
package guide

import (
	"fmt"
	"math"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/cure"
	"inkysparrow/core/decal"
	"inkysparrow/core/dose"
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
	"inkysparrow/core/solve"
	"inkysparrow/core/timeline"
)

// Numbers is the table behind this package.
var Numbers fact.Table

// Cup is what goes into the cup for a step, and how it is put on.
type Cup struct {
	dose.Cup
	Setting dose.Setting // zero where it is not sprayed
	Range   dose.Range
	Spray   dose.Spray
	Flash   time.Duration // until the next coat of the same may follow
	Coats   int
	Air     climate.Air
}

// Sprayed reports whether an airbrush is used.
func (c Cup) Sprayed() bool { return c.Setting.NeedleMM > 0 }

// CupOf works out what the step takes. set may be nil for the middle of what is usual; ok is false where nothing is mixed.
func CupOf(s *timeline.Site, set *dose.Setting) (Cup, bool) {
	thinning := -1.0
	if set == nil {
		set = s.Step.Spray
	}
	if set != nil {
		thinning = set.Thinning
	}
	c := Cup{Cup: s.Zone.Dose(s.Step, thinning), Coats: max(1, s.Step.Coats), Air: s.Plan.Air.At(s.Start)}
	if c.Mixed <= 0 {
		return c, false
	}
	family := s.Step.Product.Family
	film := s.Step.Film(s.Start)
	one := cure.Of(coating.Film{Family: film.Family, Coats: 1, Wet: film.Wet, Laid: s.Start}, s.Plan.Air)
	c.Flash = one.Flashed().Sub(s.Start)
	if s.Step.Do.Airbrush && s.Step.Do.Spray != "" {
		c.Range = dose.RangeFor(s.Step.Do.Spray)
		c.Setting = c.Range.Middle(family)
		c.Setting.Thinning += s.Step.Thinner()
		if set != nil {
			c.Setting = *set
		}
		c.Spray = route.SprayOf(s.Zone, s.Step, &c.Setting, c.Air)
	}
	return c, true
}

// Weather says whether the air is fit for spraying at the step's time, and what to do where it is not.
func Weather(s *timeline.Site) (words string, fit bool) {
	air := s.Plan.Air.At(s.Start)
	switch {
	case rule.Damp(air):
		return fmt.Sprintf("Not in this air: at %.0f %% the dew point is %s, and a clear blushes. Warm the room, dry it, or wait; a mist of a slower thinner takes a slight blush out.", 100*air.Humidity, say.Celsius(air.DewPointC(), 1)), false
	case rule.Cold(air):
		return fmt.Sprintf("Cold: at %s a water-borne film hardly fuses. Warm the room and the model first.", say.Celsius(air.TemperatureC, 1)), false
	}
	return fmt.Sprintf("Fit for spraying: %.0f %% and a dew point of %s, %s below the room. Stop within %s of the dew point.",
		100*air.Humidity, say.Celsius(air.DewPointC(), 1), say.Kelvins(air.TemperatureC-air.DewPointC(), 1), say.Kelvins(rule.DewNear, 0)), true
}

// Shine is the gloss that the step meets and leaves, and what it would be with more coats.
type Shine struct {
	Before, After float64   // gloss units
	With          []float64 // with 1, 2, 3 ... coats; with as many grades for a polish
	Enough        []Enough
	Edge          float64       // gloss units between the spot and what is around it; 0 for a coat over all
	Levels        time.Duration // until a coat has set so far that it no longer levels; 0 for a polish
	Adds          float64       // gloss units that a dry or coarse spray would cost
}

// Enough tells whether the gloss is good for something, and in how many coats it is; 0 for not in six.
type Enough struct {
	gloss.Purpose
	Is    bool
	Coats int
}

// ShineOf works out the gloss; ok is false for steps that leave the sheen as it is.
func ShineOf(s *timeline.Site, added coating.Texture) (Shine, bool) {
	polish := s.Step.Do.Contact != nil && s.Step.Do.Contact.ID == "polish"
	if !s.Step.Do.Has(route.ClearCoat) && !polish {
		return Shine{}, false
	}
	leaves := func(n int) coating.Texture {
		if polish {
			return s.On.Polished(n)
		}
		return s.Step.Over(s.On, n)
	}
	out := Shine{Before: gloss.Units(s.On), After: gloss.Units(leaves(max(1, s.Step.Coats)) + added)}
	out.Adds = gloss.Units(leaves(max(1, s.Step.Coats))) - out.After
	for n := 1; n <= int(route.MostCoats); n++ {
		out.With = append(out.With, gloss.Units(leaves(n)+added))
	}
	for _, p := range gloss.Purposes() {
		e := Enough{Purpose: p, Is: out.After >= p.Least}
		for n, u := range out.With {
			if u >= p.Least {
				e.Coats = n + 1
				break
			}
		}
		out.Enough = append(out.Enough, e)
	}
	if s.Step.Do.Lays {
		film := s.Step.Film(s.Start)
		film.Coats = 1
		one := cure.Of(film, s.Plan.Air)
		out.Levels = one.Flashed().Sub(s.Start)
	}
	if s.Step.Extent() < 1 {
		out.Edge = math.Abs(out.After - out.Before)
	}
	return out, true
}

// WholeOrSpot sets the step over all of its zone against the same only where decals go: what each takes.
func WholeOrSpot(s *timeline.Site) (whole, spot dose.Cup, wholeTime, spotTime time.Duration) {
	share := s.Step.Share
	if share <= 0 || share >= 1 {
		share = route.DecalArea
	}
	all, part := s.Step.As(func(s *route.Step) { s.Share = 0 }), s.Step.As(func(s *route.Step) { s.Share = share })
	return s.Zone.Dose(all, -1), s.Zone.Dose(part, -1), s.Zone.Attended(all), s.Zone.Attended(part)
}

// Squint is how the zone's shading fades under the step, and under what could follow.
type Squint struct {
	shade.Fade
	Now     int // veils or coats of the step as it is planned, a place in Fade
	Unit    string
	Wanted  shade.Reading
	WidthMM float64
	Scale   int
	Paint   colour.Colour
}

// SquintOf works the shading out at the step; ok is false where there is none. For a step that covers, one more coat each is looked at,
// from none; for a step that shades, veils of the zone's paint over it.
func SquintOf(s *timeline.Site) (Squint, bool) {
	if !s.Step.Do.Has(route.Colour|route.Shades) || s.Step.Product == nil {
		return Squint{}, false
	}
	out := Squint{Wanted: s.Plan.Wear.Shading, Scale: s.Plan.Scale, Unit: "veil"}
	t := s.Tones()
	paint := s.Step
	if s.Step.Do.Has(route.Shades) {
		t.Add(s.Step)
		paint = nextPaint(s)
		if paint == nil {
			return Squint{}, false
		}
	} else {
		out.Now = max(1, s.Step.Coats)
	}
	if t.Shaded == nil {
		return Squint{}, false
	}
	cover, coats := paint.Cover()
	out.WidthMM, out.Paint = t.WidthMM, paint.Product.Shows()
	per := shade.Veil()
	if paint == s.Step || paint.Do.Has(route.Veils) { // in coats or veils of its own
		per = coats / float64(max(1, paint.Coats))
	}
	if paint == s.Step && !s.Step.Do.Has(route.Veils) {
		out.Unit = "coat"
	}
	out.Fade = t.FadesBy(cover, per, t.WidthMM, out.Wanted, max(out.Now+2, rule.MostVeils))
	return out, true
}

// nextPaint returns the colour that follows the site's step, else the last before it.
func nextPaint(s *timeline.Site) *route.Step {
	for _, st := range s.Zone.Steps[s.Index+1:] {
		if st.Do.Has(route.Colour) && st.Product != nil && st.Extent() >= 1 {
			return st
		}
	}
	return s.PaintOf()
}

// Fade tells how much of an oil's tone has to stay for the paint to be as faded as its service asks: a share, and the difference that is
// wanted. ok is false for what is no fading, or where the oil's own tone is not as different as that.
func Fade(s *timeline.Site) (share, wanted float64, ok bool) {
	if s.Step.Do.ID != "oil-dots" || s.Step.Product == nil || s.Step.Product.Colour == "" || s.Plan.Wear.Fade <= 0 {
		return 0, 0, false
	}
	base, tone := s.Tones().Panel, s.Step.Product.Shows()
	wanted = s.Plan.Wear.Fade
	if base.Difference(tone) < wanted {
		return 1, wanted, false
	}
	_, share = solve.Halve(0, 1, 40, func(veil float64) bool { return base.Veiled(tone, veil).Difference(base) < wanted })
	return share, wanted, true
}

// DecalWork returns the decals of the step in their order of work, on the surface that they meet.
func DecalWork(s *timeline.Site) []decal.Work { return decal.Works(s.Step.Decals, s.Glossed()) }
