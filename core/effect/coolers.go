package effect

import (
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

var (
	coolLong  = Numbers.Number("cooler-length", 0.9, "m", "length over which the stain of a cooler's exit thins", fact.Bench("oil mist and water behind radiators and oil coolers"))
	coolCover = Numbers.Number("cooler-cover", 0.3, "", "how much it covers at the exit", fact.Bench("oil mist and water behind radiators and oil coolers"))
)

// Coolers returns what lies behind the exits of a zone's radiators and oil coolers.
func Coolers(a *airframe.Airframe, zone int, amount, reach float64) []Cloud {
	var all []Cloud
	metre := 1000 / float64(a.Scale)
	each(a, zone, []airframe.FeatureKind{airframe.Radiator, airframe.OilCooler}, func(f *airframe.Feature, v airframe.View, from airframe.Pt) {
		wide := max(0.1*metre, f.SizeMM/4)
		all = append(all, runs(v, from, -math.Log1p(-coolCover)*amount, coolLong*metre*reach, wide, 0.03, 0))
	})
	return all
}

var coolers = &Effect{ID: "coolers", Name: "Behind radiators and coolers", Dark: true, By: []*Hand{inStreaks}, plan: func(j *Job, p *Plan) {
	own := Coolers(j.Airframe, j.Zone, j.amount(), j.reach())
	p.lay(&Laid{Zone: j.Zone, Inks: []colour.Colour{j.ink()}, Clouds: own})
	if len(own) == 0 {
		return
	}
	p.outlined(own, Tint{j.ink(), "soft stain, strongest at its point", ""})
	p.say("A soft stain behind each radiator and oil cooler.")
	p.row("coolers", "Behind radiators and coolers", own[0].SeenMM(), "mm", "a soft stain of about %.0f mm", own[0].SeenMM())
}}
