package effect

import (
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

var (
	spillBench = fact.Bench("2 to 6 mm by 10 to 40 mm at 1/48, aft and outboard of a filler")
	spillLong  = Numbers.Number("spill-length", 0.7, "m", "length over which a spill of fuel thins behind its filler", spillBench)
	spillWide  = Numbers.Number("spill-width", 0.07, "m", "its half width", spillBench)
	spillCover = Numbers.Number("spill-cover", 0.45, "", "how much it covers at the filler", spillBench)
	spillAside = Numbers.Number("spill-aside", 0.15, "", "how far it runs outboard for each length aft", spillBench)
)

// Spills returns what fuel leaves behind a zone's fillers: aft, and outboard as the wing's dihedral lets it run.
func Spills(a *airframe.Airframe, zone int, ink colour.Colour, amount, reach float64) *Laid {
	l := &Laid{Zone: zone, Inks: []colour.Colour{ink}}
	metre := 1000 / float64(a.Scale)
	each(a, zone, []airframe.FeatureKind{airframe.Filler}, func(f *airframe.Feature, v airframe.View, from airframe.Pt) {
		aside := -spillAside
		if from.X < 0 {
			aside = spillAside
		}
		if v == airframe.Left || v == airframe.Right {
			aside = 0
		}
		l.Clouds = append(l.Clouds, runs(v, from, -math.Log1p(-spillCover)*amount, spillLong*metre*reach, spillWide*metre, 0.02, aside))
	})
	return l
}

var spilt = &Hand{
	Do: "wet-stain", Shows: Numbers.Number("mark-wet-stain", 0.7, "", "how strongly it is drawn where no airframe says where it lies", shownBench),
	Tool: "A fine brush, drawn aft once.",
	Undo: "A bud with its thinner, at once.",
	Seal: "Nothing: it lives by its shine.",
}

var fuelSpill = &Effect{ID: "fuel", Name: "Spilt fuel", Dark: true, By: []*Hand{spilt}, plan: func(j *Job, p *Plan) {
	l := Spills(j.Airframe, j.Zone, j.ink(), j.amount(), j.reach())
	p.lay(l)
	if len(l.Clouds) == 0 {
		return
	}
	c := l.Clouds[0]
	p.LongMM = c.SeenMM() / j.reach()
	p.outlined(l.Clouds, Tint{j.ink(), "fuel, strongest at its point", ""})
	p.say("From the filler aft and a little outboard, once; it fills the flat's grain and stays glossy.")
	p.row("spill", "Each", c.SeenMM(), "mm", "about %.0f mm by %.0f", c.SeenMM(), c.WideMM/4)
}}
