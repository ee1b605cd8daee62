package effect

import (
	"math"
	"math/rand/v2"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

var (
	rainEach  = Numbers.Number("rain-each", 18, "cm²", "skin of a side for each rain mark", fact.Bench("a few thin ones a side"))
	rainLong  = Numbers.Number("rain-long", 9, "mm", "length of a rain mark on a 1/48 model", fact.Bench("down the sides, thin and faint"))
	rainWide  = Numbers.Number("rain-wide", 0.4, "mm", "its width", fact.Bench("down the sides, thin and faint"))
	rainCover = Numbers.Number("rain-cover", 0.25, "", "how much it covers where it begins", fact.Bench("down the sides, thin and faint"))
)

// Rain returns the marks that rain leaves on the sides of a zone: down from places of the skin, thin and faint.
func Rain(a *airframe.Airframe, zone int, amount float64, seed uint64) []Streak {
	var all []Streak
	rnd := rand.New(rand.NewPCG(seed, 0x4a1))
	k := usualScale / float64(a.Scale)
	for p, f := range a.Skin(zone) {
		if _, falls := p.View.Down(); !falls {
			continue
		}
		in := inside(p.View, f.Region, 0, 1)
		if len(in.y) == 0 {
			continue
		}
		for range int(math.Round(p.SkinMM2(f.Region) / 100 / rainEach * amount)) {
			all = append(all, Streak{View: p.View, At: in.somewhere(rnd), TowardDeg: Toward(p.View), LongMM: rainLong * k * math.Exp(varies*rnd.NormFloat64()) / 2, WideMM: rainWide, Density: -math.Log1p(-rainCover)})
		}
	}
	return all
}

var rain = &Effect{ID: "rain", Name: "Rain marks", Dark: true, By: []*Hand{inStreaks}, plan: func(j *Job, p *Plan) {
	own := Rain(j.Airframe, j.Zone, j.amount(), j.Step.Seed)
	l := &Laid{Zone: j.Zone, Inks: []colour.Colour{j.ink()}}
	for i := range own {
		own[i].LongMM *= j.reach()
		p.Places = append(p.Places, Place{Kind: "dot", View: own[i].View, At: own[i].At, DMM: own[i].WideMM, TowardDeg: own[i].TowardDeg, LengthMM: 2 * own[i].LongMM, Tone: p.tone(Tint{j.ink(), "rain", ""})})
	}
	l.Streaks = own
	p.lay(l)
	if len(own) > 0 {
		p.say("Thin marks down the sides, one stroke each.")
		p.row("rain", "Rain marks", float64(len(own)), "", "%d down the sides, %.1f mm wide, thin and faint", len(own), own[0].WideMM)
	}
}}
