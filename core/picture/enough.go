package picture

import (
	"cmp"
	"context"
	"image"
	"math"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/effect"
	"inkysparrow/core/fact"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/shade"
	"inkysparrow/core/wear"
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

// askedFrom is the root of what wear has done from which a model is asked to show more than a new one's.
var askedFrom = Numbers.Number("enough-asked-from", 0.4, "", "root of the share of wear from which more is asked for than of a new aircraft", fact.Bench("T99"))

var fresh = bands("new", 0.03, 1, 0, 0.2, 1, 2)

// BandsOf returns what a service asks for: that of its reading where wear has done all that it does, next to nothing but a wash on one that is new, and in between by the root of what wear has
// done, since the first months show most. Where nothing is said of a service, its reading's own.
func BandsOf(t wear.Targets) Bands {
	own, ok := wantedBands[max(t.Stain, t.Shading)]
	if !ok {
		own = wantedBands[shade.Subtle]
	}
	if !t.Service.Said() {
		return own
	}
	share := math.Sqrt(min(1, max(0, t.Done)))
	least := max(0, (share-askedFrom)/(1-askedFrom))
	between := func(a, b Band) Band { return Band{a.Low + least*(b.Low-a.Low), a.High + share*(b.High-a.High)} }
	return Bands{between(fresh.Contrast, own.Contrast), between(fresh.Share, own.Share), between(fresh.Kinds, own.Kinds)}
}

// Enough is what all effects together come to, with half-closed eyes. The figures stand each for itself.
type Enough struct {
	Contrast float64   // mean CIEDE2000 by which they shift the aircraft
	Share    float64   // of it, that is shifted by what somebody notices
	Eyes     []Eye     // where the eye goes first
	Without  []float64 // the same mean without each of the marks that were asked for
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

// Taken is a mark that could be taken back: of a zone, by its place among the zone's marks, or its wash.
type Taken struct{ Zone, Mark int }

// TheWash stands for a zone's wash among its marks.
const TheWash = -1

// Enough judges a painting by its pixels, against the same aircraft without its effects, and tells what its mean shift would be without each of the marks. These are weighed where they
// leave something, so that any number of them costs about as much as one painting more.
func (f *Frame) Enough(ctx context.Context, skins []look.Skin, w Wish, marks ...Taken) (e Enough, err error) {
	even, _ := LightNamed("even")
	w.Light, w.Shows, w.Tints = even, 0, nil
	clean := make([]look.Skin, len(skins))
	for i, k := range skins {
		clean[i] = Clean(k)
	}
	with, without, err := f.both(ctx, skins, clean, w, w)
	if err != nil {
		return e, err
	}
	s := f.sigma(shade.SquintMinutes())
	with, err = f.about(ctx, with, s)
	if err != nil {
		return e, err
	}
	without, err = f.about(ctx, without, s)
	if err != nil {
		return e, err
	}
	d := differing{of: without, seen: map[[2]rgb]float64{}}
	whole := image.Rect(0, 0, f.Width, f.Height)
	n := 0
	f.sampled(whole, func(i int) {
		v := d.at(i, with[i])
		e.Contrast += v
		if v >= noticed {
			e.Share++
		}
		n++
	})
	e.Contrast, e.Share = e.Contrast/max(1, float64(n)), e.Share/max(1, float64(n))
	here, err := f.palettes(ctx, skins, w)
	if err != nil {
		return e, err
	}
	taking := taking{Frame: f, skins: skins, wish: w, here: here, decals: f.decals(skins, w), with: with, differs: &d, sigma: s}
	for _, m := range marks {
		lost, err := taking.lost(ctx, m)
		if err != nil {
			return e, err
		}
		e.Without = append(e.Without, e.Contrast+lost/max(1, float64(n)))
	}
	e.Eyes, err = f.eyes(ctx, with, without, s)
	return e, err
}

// differing tells how colours differ from a painting. What was asked before is remembered.
type differing struct {
	of   []rgb
	seen map[[2]rgb]float64
}

func (d *differing) at(i int, c rgb) float64 {
	key := [2]rgb{coarse(c), coarse(d.of[i])}
	v, ok := d.seen[key]
	if !ok {
		v = key[0].colour().Difference(key[1].colour())
		d.seen[key] = v
	}
	return v
}

// taking is a painting from which marks are taken back one at a time.
type taking struct {
	*Frame
	skins   []look.Skin
	wish    Wish
	here    *palettes
	decals  map[int32]decalled
	with    []rgb // blurred
	differs *differing
	sigma   float64
}

// lost is by how much the sum of all differences changes where a mark is taken back.
func (f *taking) lost(ctx context.Context, m Taken) (float64, error) {
	fewer := slices.Clone(f.skins)
	var step *route.Step
	if m.Mark == TheWash {
		own := Clean(fewer[m.Zone])
		own.Marks = fewer[m.Zone].Marks
		fewer[m.Zone] = own
	} else {
		step = fewer[m.Zone].Marks[m.Mark].Step
		fewer[m.Zone].Marks = slices.Delete(slices.Clone(fewer[m.Zone].Marks), m.Mark, m.Mark+1)
	}
	there, err := f.palettes(ctx, fewer, f.wish)
	if err != nil {
		return 0, err
	}
	here, d, s := f.here, f.differs, f.sigma
	delta, box := make([]rgb, f.Width*f.Height), image.Rectangle{}
	for i, spot := range f.top {
		if err := ended(ctx, i); err != nil {
			return 0, err
		}
		if !f.painted(i) {
			continue
		}
		p := &f.pixels[spot]
		z := min(len(here.zones)-1, int(p.zone)+1)
		if z != m.Zone+1 && (step == nil || !here.zones[z].bears(step)) || step != nil && here.zones[z].spares(step, int(spot)) {
			continue
		}
		f.bodies++
		is, was := here.zones[z].body(p, int(spot)), there.zones[z].body(p, int(spot))
		if on := f.decals[spot]; on.share > 0 {
			is, was = is.to(on.colour, on.share), was.to(on.colour, on.share)
		}
		if is == was {
			continue
		}
		delta[i] = rgb{was.r - is.r, was.g - is.g, was.b - is.b}
		at := image.Pt(i%f.Width, i/f.Width)
		box = box.Union(image.Rectangle{at, at.Add(image.Pt(1, 1))})
	}
	if box.Empty() {
		return 0, nil
	}
	weight, err := f.inked(ctx, s)
	if err != nil {
		return 0, err
	}
	box = box.Inset(-int(4*s) - 4).Intersect(image.Rect(0, 0, f.Width, f.Height)) // as far as the blur reaches
	part := make([]rgb, 0, box.Dx()*box.Dy())
	for y := box.Min.Y; y < box.Max.Y; y++ {
		part = append(part, delta[y*f.Width+box.Min.X:y*f.Width+box.Max.X]...)
	}
	if err := blur(ctx, part, box.Dx(), box.Dy(), s); err != nil {
		return 0, err
	}
	sum := 0.0
	f.sampled(box, func(i int) {
		c := part[(i/f.Width-box.Min.Y)*box.Dx()+i%f.Width-box.Min.X].times(of(weight[i]))
		if c == (rgb{}) {
			return
		}
		is := f.with[i]
		sum += d.at(i, rgb{is.r + c.r, is.g + c.g, is.b + c.b}) - d.at(i, is)
	})
	return sum, nil
}

// bears reports whether a step has left a mark here.
func (z *palette) bears(step *route.Step) bool {
	return slices.ContainsFunc(z.marks, func(m mark) bool { return m.step == step })
}

// spares reports whether what a step has laid lies beside a spot.
func (z *palette) spares(step *route.Step, spot int) bool {
	laid := false
	for i := range z.marks {
		if m := &z.marks[i]; m.step == step {
			if m.laid == nil || (*m.laid)[spot] != ([effect.MostInks]uint8{}) {
				return false
			}
			laid = true
		}
	}
	return laid
}

// sampled tells every third point of a box in both ways, where the aircraft is.
func (f *Frame) sampled(box image.Rectangle, tell func(i int)) {
	const every = 3
	first := func(low int) int { return low + (every+1-low%every)%every }
	for y := first(box.Min.Y); y < box.Max.Y; y += every {
		for x := first(box.Min.X); x < box.Max.X; x += every {
			if i := y*f.Width + x; f.top[i] >= 0 {
				tell(i)
			}
		}
	}
}

// mostEyes are the places that are told.
const mostEyes = 4

// eyes finds where a squinted picture differs most from what lies about it.
func (f *Frame) eyes(ctx context.Context, with, without []rgb, s float64) ([]Eye, error) {
	far, err := f.about(ctx, with, s*eyeFar)
	if err != nil {
		return nil, err
	}
	farWithout, err := f.about(ctx, without, s*eyeFar)
	if err != nil {
		return nil, err
	}
	away := differing{of: far, seen: map[[2]rgb]float64{}}
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
			if d := away.at(i, with[i]); d >= eyeFrom {
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
	return eyes, nil
}

// thin are parts that differ from what lies behind them whatever is done to them.
var thin = []string{"legs", "wheels", "prop", "spinner", "struts"}

// painted reports whether a point shows painted skin: no glass, no tyre, no leg, no rim that mixes with what lies behind it.
func (f *Frame) painted(i int) bool { return f.skinned[i] }

// skin works out what painted tells.
func (f *Frame) skin() {
	plates := make([]bool, len(f.Airframe.Plates))
	for i, p := range f.Airframe.Plates {
		plates[i] = p.Stuff == airframe.Skin && !slices.Contains(thin, p.Part)
	}
	f.skinned = make([]bool, len(f.top))
	for i, spot := range f.top {
		if spot >= 0 {
			p := &f.pixels[spot]
			f.skinned[i] = p.alpha >= 252 && p.zone >= 0 && plates[p.plate]
		}
	}
}

// about blurs painted skin alone: each place is weighed by how much of it that is, so that no outline and no glass draws an eye.
func (f *Frame) about(ctx context.Context, img []rgb, s float64) ([]rgb, error) {
	weight, err := f.inked(ctx, s)
	if err != nil {
		return nil, err
	}
	own := make([]rgb, len(img))
	for i := range img {
		if f.painted(i) {
			own[i] = img[i]
		}
	}
	if err := blur(ctx, own, f.Width, f.Height, s); err != nil {
		return nil, err
	}
	for i := range own {
		own[i] = own[i].times(of(weight[i]))
	}
	return own, nil
}

// of is what a blurred place is multiplied by for the share of it that is painted skin; where that is next to nothing there is nothing to judge.
func of(share float32) float32 {
	const least = 0.02
	if share < least {
		return 0
	}
	return 1 / share
}

// inked is how much of what a blur takes together is painted skin.
func (f *Frame) inked(ctx context.Context, s float64) ([]float32, error) {
	if known := f.blurred[s]; known != nil {
		return known, nil
	}
	weight := make([]rgb, f.Width*f.Height)
	for i := range weight {
		if f.painted(i) {
			weight[i] = rgb{1, 1, 1}
		}
	}
	if err := blur(ctx, weight, f.Width, f.Height, s); err != nil {
		return nil, err
	}
	share := make([]float32, len(weight))
	for i, v := range weight {
		share[i] = v.r
	}
	if f.blurred == nil {
		f.blurred = map[float64][]float32{} // of the two blurs of a squint
	}
	f.blurred[s] = share
	return share, nil
}
