package stain

import (
	"cmp"
	"math"
	"math/rand/v2"
	"slices"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
)

var (
	accentBench = fact.Bench("some of the lines, never all: those that lie in shade, control surfaces first")
	accentShare = Numbers.Number("accent-share", 0.25, "", "share of the lines that get an accent", fact.Bench("15 to 35 % of the lines"))
	accentLine  = Numbers.Number("accent-line", 0.5, "mm", "width of the line of oil that is set", accentBench)
	accentUM    = Numbers.Number("accent-thick", 5, "µm", "its thickness", accentBench)
	accentWide  = Numbers.Number("accent-widest", 2.5, "mm", "widest that an accent is blended on a smooth surface", accentBench)
	accentPitch = 1.2 // mm from one stroke of the brush to the next
	rainEach    = Numbers.Number("rain-each", 18, "cm²", "skin of a side for each rain mark", fact.Bench("a few thin ones a side"))
	rainLong    = Numbers.Number("rain-long", 9, "mm", "length of a rain mark on a 1/48 model", fact.Bench("down the sides, thin and faint"))
	rainWide    = Numbers.Number("rain-wide", 0.4, "mm", "its width", fact.Bench("down the sides, thin and faint"))
	rainCover   = Numbers.Number("rain-cover", 0.25, "", "how much it covers where it begins", fact.Bench("down the sides, thin and faint"))
	filterParts = Numbers.Number("filter-parts", 15, "", "parts of thinner to one of paint in a filter where nothing is said", fact.Bench("T44: 1:10 to 1:20"))
	filterUM    = Numbers.Number("filter-wet", 10, "µm", "wet film of a filter", fact.Bench("T44: brushed on and spread"))
	mellow      = Numbers.Number("oil-mellowed", 0.8, "", "what is left of an oil's strength once it has mellowed", fact.Bench("mellows overnight; nothing is taken off before"))
	mellowTime  = Numbers.Number("oil-mellow-time", 10, "h", "in which two thirds of that happen", fact.Bench("mellows overnight"))
	correctDays = Numbers.Number("oil-corrects", 36, "h", "how long a blended oil can be taken back with a trace of thinner", fact.Bench("sets for a day or more"))
)

// Mellowed returns what is left of an oil's strength so long after it was blended.
func Mellowed(after time.Duration) float64 {
	return 1 - (1-mellow)*-math.Expm1(-max(0, after.Hours())/mellowTime)
}

// Corrects returns how long a blended oil can be taken back with a bud and a trace of its thinner.
func Corrects() time.Duration { return time.Duration(correctDays * float64(time.Hour)) }

// Picked returns the share of a dot that ends in the nearly dry brush.
func Picked() float64 { return picked }

// OpenMin returns how long an oil that is blended on a surface can be worked, in minutes: the thinner the film that the surface keeps, the shorter.
func OpenMin(on coating.Texture) float64 {
	return blendMin * min(1, math.Sqrt(max(0.01, float64(on))/float64(coating.Flat.Texture())))
}

// Filter returns the share that paint in thinner covers, one part in so many.
func Filter(parts float64) float64 { return -math.Expm1(-hidesBy * filterUM / (1 + parts) / oilHides) }

// FilterParts returns how many parts of thinner a filter has where nothing is said.
func FilterParts() float64 { return filterParts }

// OilMM3 returns how much oil lies where a stain of a density has been drawn over so many mm2: density times area.
func OilMM3(densityMM2 float64) float64 { return densityMM2 * oilHides / 1000 / hidesBy }

// Accent is a line that gets an accent of oil.
type Accent struct {
	Line      *airframe.Line
	WideMM    float64
	TowardDeg float64 // to which side it is blended
}

// AccentWide returns how wide a line of oil is blended on a surface.
func AccentWide(on coating.Texture) float64 {
	return min(accentWide, accentUM*accentLine*(1-picked)/max(0.01, float64(on)))
}

// Accents returns the lines of a zone that get an accent: control surfaces first, then those that run across the air, behind which shade lies, the longest first, until their share is reached.
func Accents(a *airframe.Airframe, zone int, on coating.Texture, amount float64) []Accent {
	type line struct {
		*airframe.Line
		long, shade float64
	}
	var all []line
	total := 0.0
	for i := range a.Lines {
		l := &a.Lines[i]
		if !l.Counts || l.Role != airframe.Panel && l.Role != airframe.Gap {
			continue
		}
		long, across := 0.0, 0.0
		points := l.Path.Points(0.1)
		aft := l.View.Aft()
		for k := 1; k < len(points); k++ {
			p, q := points[k-1], points[k]
			if _, z := a.Seen(l.View, airframe.Pt{X: (p.X + q.X) / 2, Y: (p.Y + q.Y) / 2}); z != zone {
				continue
			}
			dx, dy := q.X-p.X, q.Y-p.Y
			long += math.Hypot(dx, dy)
			across += math.Abs(dx*aft.Y - dy*aft.X)
		}
		if long < 1 {
			continue
		}
		total += long
		shade := across / long
		if l.Role == airframe.Gap {
			shade += 2
		}
		all = append(all, line{l, long, shade})
	}
	slices.SortStableFunc(all, func(a, b line) int {
		return cmp.Or(cmp.Compare(b.shade, a.shade), cmp.Compare(b.long, a.long), cmp.Compare(a.ID, b.ID))
	})
	var out []Accent
	used := 0.0
	for _, l := range all {
		if used >= min(0.9, accentShare*amount)*total {
			break
		}
		used += l.long
		out = append(out, Accent{l.Line, AccentWide(on), Toward(l.View)})
	}
	return out
}

// Shaded returns what accents lay on a surface: strokes of the brush side by side along each line, to the side where shade lies.
func Shaded(a *airframe.Airframe, zone int, all []Accent, ink colour.Colour, on coating.Texture) *Laid {
	l := &Laid{Zone: zone, Inks: []colour.Colour{ink}}
	dense := hidesBy * min(accentUM*(1-picked), max(0.01, float64(on))) / oilHides
	for _, one := range all {
		points := one.Line.Path.Points(0.1)
		left := 0.0
		for k := 1; k < len(points); k++ {
			p, q := points[k-1], points[k]
			long := math.Hypot(q.X-p.X, q.Y-p.Y)
			for at := left; at < long; at += accentPitch {
				l.Streaks = append(l.Streaks, Streak{View: one.Line.View, At: airframe.Pt{X: p.X + (q.X-p.X)*at/long, Y: p.Y + (q.Y-p.Y)*at/long}, TowardDeg: one.TowardDeg, LongMM: one.WideMM, WideMM: 2 * accentPitch, Density: dense})
			}
			left = math.Mod(left-long, accentPitch)
			if left < 0 {
				left += accentPitch
			}
		}
	}
	return l
}

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

// Patch is what is set and blended before its first streak stiffens.
type Patch struct {
	View airframe.View
	Dots int
	At   airframe.Pt // its middle
	Mins float64
}

// Patches returns in which patches a plan's dots are set: view by view along the longer side of what they cover, from the end that is not held, so that no finger comes on a wet one.
func (p DotPlan) Patches() []Patch {
	if p.PerCM2 <= 0 || len(p.Dots) == 0 {
		return nil
	}
	each := max(1, int(p.PatchCM2*p.PerCM2))
	var all []Patch
	for _, v := range airframe.Views {
		var own []Dot
		low, high := airframe.Pt{X: math.Inf(1), Y: math.Inf(1)}, airframe.Pt{X: math.Inf(-1), Y: math.Inf(-1)}
		for _, d := range p.Dots {
			if d.View == v {
				own = append(own, d)
				low, high = airframe.Pt{X: min(low.X, d.At.X), Y: min(low.Y, d.At.Y)}, airframe.Pt{X: max(high.X, d.At.X), Y: max(high.Y, d.At.Y)}
			}
		}
		wide := high.X-low.X > high.Y-low.Y
		slices.SortStableFunc(own, func(a, b Dot) int {
			if wide {
				return cmp.Compare(a.At.X, b.At.X)
			}
			return cmp.Compare(a.At.Y, b.At.Y)
		})
		for len(own) > 0 {
			n := min(each, len(own))
			one := Patch{View: v, Dots: n, Mins: float64(n) / float64(len(p.Dots)) * p.Minutes}
			for _, d := range own[:n] {
				one.At.X, one.At.Y = one.At.X+d.At.X/float64(n), one.At.Y+d.At.Y/float64(n)
			}
			all = append(all, one)
			own = own[n:]
		}
	}
	return all
}

// Grip is how oils take to a surface.
type Grip struct {
	On      coating.Sheen
	LongMM  float64 // that a dot is drawn out to
	Cover   float64 // where it begins
	OpenMin float64
	Words   string // what it costs
}

// Grips returns how a dot takes to the surfaces that oils are put over, the one that holds most first.
func Grips(d float64) []Grip {
	var all []Grip
	for _, g := range []struct {
		on    coating.Sheen
		words string
	}{
		{coating.Flat, "holds: what is set stays, and what was wrong stains the grain"},
		{coating.Satin, "holds a little: thinner and longer, most of it can be taken back"},
		{coating.Gloss, "slides: hardly anything stays, and all of it wipes off again"},
	} {
		long, _, cover := Drawn(d, g.on.Texture())
		all = append(all, Grip{g.on, long, cover, OpenMin(g.on.Texture()), g.words})
	}
	return all
}

var (
	markBench  = fact.Bench("markings fade towards white or buff; at most a veil, or they read as another colour")
	markShare  = Numbers.Number("marking-share", 1./3, "", "dots on a marking for each on the paint about it", markBench)
	markVeiled = Numbers.Number("marking-cover", 0.05, "", "most that oils cover of a marking on average", markBench)
)

// OnMarkings returns how many dots a cm2 of a marking get where the paint about it gets so many, of white or buff: never more than veil it.
func OnMarkings(perCM2, d float64, on coating.Texture) float64 {
	long, wide, _ := Drawn(d, on)
	most := -math.Log1p(-markVeiled) / (wide * long * hidesBy * max(0.01, float64(on)) / oilHides) * 100
	return min(most, perCM2*markShare)
}

// Way is another way to fade a paint.
type Way struct{ ID, Words, Takes, Undo string }

// Ways returns other ways to fade than dots that are drawn out.
func Ways() []Way {
	return []Way{
		{"panels", "panel by panel: a veil lighter or darker than the paint in the middle of some, none like its neighbour", "a trace of one tone a panel, blended towards its lines and not over them; three tones are enough", "as dots that are drawn out"},
		{"stipple", "dots stippled out, without a direction", "a short stiff brush, dabbed upright; for surfaces that no air or rain draws along", "as dots that are drawn out"},
		{"tint", "one very thin tint over a gloss coat, scrubbed back", "a gloss coat, a day, the paint's own colour with white in a veil, then a damp stiff brush until it is patchy", "all of it scrubs off while it is young; nothing once it is sealed"},
		{"oils-then-wash", "oils, a flat coat, then a careful wash", "one evening more; the wash goes into lines that the oils have softened", "the wash by its remover, the oils no more"},
	}
}
