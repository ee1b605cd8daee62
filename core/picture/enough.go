package picture

import (
	"cmp"
	"math"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/fact"
	"inkysparrow/core/look"
	"inkysparrow/core/shade"
)

var (
	enoughBench = fact.Bench("less is more: judged with half-closed eyes, from a step back; bands chosen by eye on whole aircraft")
	eyeFar      = Numbers.Number("enough-far", 4, "", "how many times wider than the squint what a place is set against is blurred", enoughBench)
	eyeApart    = Numbers.Number("enough-apart", 25, "mm", "how far apart places lie to which the eye goes one after the other", enoughBench)
	eyeFrom     = Numbers.Number("enough-from", 1.5, "CIEDE2000", "local contrast from which the eye goes to a place", enoughBench)
)

// Band is what a service asks for of a figure.
type Band struct{ Low, High float64 }

func band(reading, what, unit, words string, low, high float64) Band {
	id := "enough-" + reading + "-" + what
	return Band{Numbers.Number(id+"-least", low, unit, "least "+words+" where effects shall read "+reading, enoughBench), Numbers.Number(id+"-most", high, unit, "most "+words+" where they shall", enoughBench)}
}

// Bands are what a reading asks for.
type Bands struct{ Contrast, Share, Kinds Band }

func bands(reading string, v ...float64) Bands {
	return Bands{band(reading, "contrast", "CIEDE2000", "mean shift", v[0], v[1]), band(reading, "share", "", "share of the aircraft", v[2], v[3]), band(reading, "kinds", "", "kinds of effects on a zone", v[4], v[5])}
}

var wantedBands = map[shade.Reading]Bands{
	shade.Subtle: bands("subtle", 0.4, 2.5, 0.05, 0.45, 1, 4),
	shade.Clear:  bands("clear", 1, 4, 0.15, 0.75, 2, 6),
	shade.Stark:  bands("stark", 2.5, 8, 0.4, 0.95, 2, 8),
}

// BandsOf returns what a reading asks for; a subtle one where it asks for none.
func BandsOf(r shade.Reading) Bands {
	if b, ok := wantedBands[r]; ok {
		return b
	}
	return wantedBands[shade.Subtle]
}

// Enough is what all effects together come to, with half-closed eyes. The figures stand each for itself.
type Enough struct {
	Contrast float64 // mean CIEDE2000 by which they shift the aircraft
	Share    float64 // of it, that is shifted by what somebody notices
	Eyes     []Eye   // where the eye goes first
}

// Eye is a place that the eye goes to.
type Eye struct {
	View     airframe.View
	At       airframe.Pt
	Part     string
	Zone     int
	Contrast float64 // CIEDE2000 against what lies about it
	Own      float64 // the same without the effects: what the scheme itself does there
}

// Clean returns a skin without its effects: the scheme and its decals.
func Clean(k look.Skin) look.Skin {
	k.Marks = slices.DeleteFunc(slices.Clone(k.Marks), func(m look.Mark) bool { return m.Kind != look.Second && m.Kind != look.Decals })
	k.Residue, k.Filled, k.Spread = 0, 0, 0
	k.Line = shade.Recess(k.Ground)
	return k
}

// Enough judges a painting by its pixels, against the same aircraft without its effects.
func (f *Frame) Enough(skins []look.Skin, w Wish) Enough {
	even, _ := LightNamed("even")
	w.Light, w.Shows, w.Tints = even, 0, nil
	clean := make([]look.Skin, len(skins))
	for i, k := range skins {
		clean[i] = Clean(k)
	}
	with, without := f.linear(skins, w), f.linear(clean, w)
	s := f.sigma(shade.SquintMinutes())
	with, without = f.about(with, s), f.about(without, s)
	var e Enough
	all := f.differences(with, without)
	for _, d := range all {
		e.Contrast += d / float64(len(all))
		if d >= noticed {
			e.Share += 1 / float64(len(all))
		}
	}
	e.Eyes = f.eyes(with, without, s)
	return e
}

// mostEyes are the places that are told.
const mostEyes = 4

// eyes finds where a squinted picture differs most from what lies about it.
func (f *Frame) eyes(with, without []rgb, s float64) []Eye {
	far, farWithout := f.about(with, s*eyeFar), f.about(without, s*eyeFar)
	type spot struct {
		i        int
		contrast float64
	}
	var all []spot
	step := max(1, int(s/2))
	for y := 0; y < f.Height; y += step {
		for x := 0; x < f.Width; x += step {
			i := y*f.Width + x
			if !f.painted(i) {
				continue
			}
			if d := with[i].colour().Difference(far[i].colour()); d >= eyeFrom {
				all = append(all, spot{i, d})
			}
		}
	}
	slices.SortStableFunc(all, func(a, b spot) int { return cmp.Compare(b.contrast, a.contrast) })
	var eyes []Eye
	for _, one := range all {
		if len(eyes) == mostEyes {
			break
		}
		x, y := float64(one.i%f.Width)+0.5, float64(one.i/f.Width)+0.5
		p := f.Panels[f.pixels[f.top[one.i]].panel]
		at := p.At(x, y)
		if slices.ContainsFunc(eyes, func(e Eye) bool { return e.View == p.View && math.Hypot(e.At.X-at.X, e.At.Y-at.Y) < eyeApart }) {
			continue
		}
		of := &f.pixels[f.top[one.i]]
		plate := &f.Airframe.Plates[of.plate]
		part := plate.Part
		if plate.Hand != "" {
			part += " " + plate.Hand
		}
		eyes = append(eyes, Eye{p.View, at, part, int(of.zone), one.contrast, without[one.i].colour().Difference(farWithout[one.i].colour())})
	}
	return eyes
}

// thin are parts that differ from what lies behind them whatever is done to them.
var thin = []string{"legs", "wheels", "prop", "spinner", "struts"}

// painted reports whether a point shows painted skin: no glass, no tyre, no leg, no rim that mixes with what lies behind it.
func (f *Frame) painted(i int) bool {
	if f.top[i] < 0 {
		return false
	}
	p := &f.pixels[f.top[i]]
	of := &f.Airframe.Plates[p.plate]
	return p.alpha >= 252 && p.zone >= 0 && of.Stuff == airframe.Skin && !slices.Contains(thin, of.Part)
}

// about blurs painted skin alone: each place is weighed by how much of it that is, so that no outline and no glass draws an eye.
func (f *Frame) about(img []rgb, s float64) []rgb {
	own, weight := make([]rgb, len(img)), make([]rgb, len(img))
	for i := range img {
		if f.painted(i) {
			own[i], weight[i] = img[i], rgb{1, 1, 1}
		}
	}
	blur(own, f.Width, f.Height, s)
	blur(weight, f.Width, f.Height, s)
	for i := range own {
		own[i] = own[i].times(1 / max(1e-4, weight[i].r))
	}
	return own
}
