package effect

import (
	"math"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
)

var (
	dustCover = Numbers.Number("dust-cover", 0.3, "", "how much dust covers low surfaces behind the wheels", fact.Bench("dust lies low: behind wheels, on the lower surfaces"))
	dustLong  = Numbers.Number("dust-length", 2, "m", "length over which that thins", fact.Bench("dust lies low: behind wheels, on the lower surfaces"))
	dustEven  = Numbers.Number("dust-even", 0.06, "", "density of dust on a low surface far from all wheels", fact.Bench("dust lies low: behind wheels, on the lower surfaces"))
)

// Dusty returns what dust a zone gets: behind the wheels, and a little all over a low surface.
func Dusty(a *airframe.Airframe, zone int, ink colour.Colour, amount, reach float64) *Laid {
	l := &Laid{Zone: zone, Inks: []colour.Colour{ink}}
	metre := 1000 / float64(a.Scale)
	for i := range a.Features {
		f := &a.Features[i]
		if f.Kind == airframe.Wheel {
			for _, v := range f.Views {
				from, _ := v.Of(f.At)
				l.Clouds = append(l.Clouds, runs(v, from, -math.Log1p(-dustCover)*amount, dustLong*metre*reach, 0.2*metre, 0.15, 0))
			}
		}
	}
	low, high := a.Bounds(airframe.Under)
	l.Clouds = append(l.Clouds, Cloud{View: airframe.Under, From: airframe.Pt{X: 0, Y: low.Y}, ReachMM: high.Y - low.Y, WideMM: high.X - low.X, Even: true, Density: func(_, _ float64) float64 { return dustEven * amount }})
	return l
}

var inDust = &Hand{
	Do: "pastel", Shows: Numbers.Number("mark-pastel", 0.7, "", "how strongly it is drawn where no airframe says where it lies", shownBench),
	Tool: "A brush cropped to 1 mm, a stick scraped on paper; worked in, not laid on.",
	Undo: "An eraser or a damp bud, until it is sealed.",
	Seal: "Pale dust by mists, never by a wet coat; dark dust as you like.",
}

var dust = &Effect{ID: "dust", Name: "Dust", By: []*Hand{inDust}, plan: func(j *Job, p *Plan) {
	l := Dusty(j.Airframe, j.Zone, j.ink(), j.amount(), j.reach())
	p.lay(l)
	p.outlined(l.Clouds, Tint{j.ink(), "dust, thickest at its point", ""})
	if len(l.Clouds) > 0 {
		p.LongMM = l.Clouds[0].SeenMM() / j.reach()
	}
	d := Dust{Colour: j.ink()}
	thickest := d.Amount(j.Paint, min(1, dustCover*j.amount()))
	p.say("Worked in with a cropped brush, in layers: behind the wheels, and where boots go.")
	p.dusting(j, d, thickest*j.AreaCM2*j.Step.Covered()/2, 1, thickest)
}, unasked: func(*route.Step, *airframe.Airframe) bool { return true }}

// dusting tells how much dry pigment it takes, in mg and in layers, and what a clear leaves of it where it is thickest.
func (p *Plan) dusting(j *Job, d Dust, mg float64, layers int, thickest float64) {
	p.row("dust", "Dust", mg, "mg", "%.1f mg in %s; %.2f mg/cm² where it is thickest, and this surface holds %.2f", mg, say.Count(layers, "layer"), thickest, HeldBy(j.On))
	p.row("held", "This surface holds", HeldBy(j.On), "mg/cm²", "%.2f mg/cm²; more lies loose", HeldBy(j.On))
	wet, mist := 100*d.Kept(j.Paint, thickest, 0), 100*d.Kept(j.Paint, thickest, route.MistUM())
	p.row("kept-wet", "Under a wet clear", wet, "%", "%.0f %% of it is seen", wet)
	p.row("kept-mist", "Under a mist", mist, "%", "%.0f %%", mist)
}
