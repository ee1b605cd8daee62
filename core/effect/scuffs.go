package effect

import (
	"math"
	"math/rand/v2"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

var (
	scuffCover = Numbers.Number("scuff-cover", 0.35, "", "how much boots scuff the middle of a walkway", fact.Bench("dust and scratches where boots go"))
	scuffEach  = Numbers.Number("scuff-each", 14, "mm²", "walkway for each scuff at 1/48", fact.Bench("dust and scratches where boots go"))
)

// scuffs returns where boots have been on a walkway: short marks, most of them along its middle.
func scuffs(a *airframe.Airframe, f *airframe.Feature, zone int, amount float64, seed uint64) []Streak {
	var all []Streak
	rnd := rand.New(rand.NewPCG(seed, Seeded(f.ID)))
	k := usualScale / float64(a.Scale)
	for _, v := range f.Views {
		from, _ := v.Of(f.At)
		to, _ := v.Of(f.To)
		long := math.Hypot(to.X-from.X, to.Y-from.Y)
		for range int(math.Round(long * f.SizeMM / (scuffEach * k * k) * amount)) {
			t, aside := rnd.Float64(), f.SizeMM/4*rnd.NormFloat64()
			at := airframe.Pt{X: from.X + t*(to.X-from.X) + aside*(to.Y-from.Y)/max(1e-6, long), Y: from.Y + t*(to.Y-from.Y) - aside*(to.X-from.X)/max(1e-6, long)}
			if plate, z := a.Seen(v, at); plate < 0 || z != zone || a.Plates[plate].Stuff != airframe.Skin {
				continue
			}
			all = append(all, Streak{View: v, At: at, TowardDeg: Toward(v) + 40*rnd.NormFloat64(), LongMM: 0.6 * k, WideMM: 0.5 * k, Density: -math.Log1p(-scuffCover)})
		}
	}
	return all
}

var scuffing = &Effect{ID: "scuffs", Name: "Scuffs of boots", By: []*Hand{inDust}, plan: func(j *Job, p *Plan) {
	l := &Laid{Zone: j.Zone, Inks: []colour.Colour{j.ink()}}
	for i := range j.Airframe.Features {
		if f := &j.Airframe.Features[i]; f.Kind == airframe.Walkway {
			l.Streaks = append(l.Streaks, scuffs(j.Airframe, f, j.Zone, j.amount(), j.Step.Seed)...)
		}
	}
	p.lay(l)
	if len(l.Streaks) > 0 {
		p.say("Short dabs where boots go, most of them along the middle of a walkway.")
		p.row("scuffs", "Scuffs", float64(len(l.Streaks)), "", "%d short marks along the walkways", len(l.Streaks))
	}
}}
