package stain

import (
	"math"
	"math/rand/v2"

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
	coolLong   = Numbers.Number("cooler-length", 0.9, "m", "length over which the stain of a cooler's exit thins", fact.Bench("oil mist and water behind radiators and oil coolers"))
	coolCover  = Numbers.Number("cooler-cover", 0.3, "", "how much it covers at the exit", fact.Bench("oil mist and water behind radiators and oil coolers"))
	scuffCover = Numbers.Number("scuff-cover", 0.35, "", "how much boots scuff the middle of a walkway", fact.Bench("dust and scratches where boots go"))
	scuffEach  = Numbers.Number("scuff-each", 14, "mm²", "walkway for each scuff at 1/48", fact.Bench("dust and scratches where boots go"))
	dustCover  = Numbers.Number("dust-cover", 0.3, "", "how much dust covers low surfaces behind the wheels", fact.Bench("dust lies low: behind wheels, on the lower surfaces"))
	dustLong   = Numbers.Number("dust-length", 2, "m", "length over which that thins", fact.Bench("dust lies low: behind wheels, on the lower surfaces"))
	dustEven   = Numbers.Number("dust-even", 0.06, "", "density of dust on a low surface far from all wheels", fact.Bench("dust lies low: behind wheels, on the lower surfaces"))
)

// runs returns a cloud that thins with its length aft of a place and to the sides, the further aft the wider; aside is where its axis goes, in mm a mm.
func runs(v airframe.View, from airframe.Pt, dense, long, wide, widens, aside float64) Cloud {
	return Cloud{View: v, From: from, ReachMM: 4 * long, WideMM: 4*wide + 4*long*(widens+math.Abs(aside)), Density: func(aft, beside float64) float64 {
		if aft < 0 {
			return 0
		}
		w := wide + widens*aft
		b := (beside - aside*aft) / w
		return dense * math.Exp(-aft/long-b*b/2) * wide / w
	}}
}

// each walks over the features of some kinds, in the views in which the place just aft of them is on the zone.
func each(a *airframe.Airframe, zone int, kinds []airframe.FeatureKind, tell func(f *airframe.Feature, v airframe.View, from airframe.Pt)) {
	for i := range a.Features {
		f := &a.Features[i]
		for _, k := range kinds {
			if f.Kind != k {
				continue
			}
			for _, v := range f.Views {
				from, _ := v.Of(f.At)
				aft := v.Aft()
				if plate, z := a.Seen(v, airframe.Pt{X: from.X + aft.X*justAft, Y: from.Y + aft.Y*justAft}); z == zone && a.Plates[plate].Stuff == airframe.Skin {
					tell(f, v, from)
				}
			}
		}
	}
}

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

// DustCover returns how much dust covers low surfaces where it is thickest.
func DustCover() float64 { return dustCover }

// Dusty returns what dust a zone gets: behind the wheels, a little all over a low surface, and scuffed by boots along its walkways.
func Dusty(a *airframe.Airframe, zone int, ink colour.Colour, amount, reach float64) *Laid {
	l := &Laid{Zone: zone, Inks: []colour.Colour{ink}}
	metre := 1000 / float64(a.Scale)
	for i := range a.Features {
		f := &a.Features[i]
		switch f.Kind {
		case airframe.Wheel:
			for _, v := range f.Views {
				from, _ := v.Of(f.At)
				l.Clouds = append(l.Clouds, runs(v, from, -math.Log1p(-dustCover)*amount, dustLong*metre*reach, 0.2*metre, 0.15, 0))
			}
		case airframe.Walkway:
			l.Streaks = append(l.Streaks, scuffs(a, f, zone, amount)...)
		}
	}
	for _, v := range []airframe.View{airframe.Under} {
		low, high := a.Bounds(v)
		l.Clouds = append(l.Clouds, Cloud{View: v, From: airframe.Pt{X: 0, Y: low.Y}, ReachMM: high.Y - low.Y, WideMM: high.X - low.X, Density: func(_, _ float64) float64 { return dustEven * amount }})
	}
	return l
}

// scuffs returns where boots have been on a walkway: short marks, most of them along its middle.
func scuffs(a *airframe.Airframe, f *airframe.Feature, zone int, amount float64) []Streak {
	var all []Streak
	rnd := rand.New(rand.NewPCG(uint64(len(f.ID)), 0x5cf))
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
