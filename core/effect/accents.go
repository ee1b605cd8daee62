package effect

import (
	"cmp"
	"math"
	"math/rand/v2"
	"slices"

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
	accentLong  = Numbers.Number("accent-long", 9, "mm", "length of a stretch that is shaded, at 1/48", accentBench)
	accentGap   = Numbers.Number("accent-gap", 9, "mm", "what is left bare between two stretches, at 1/48", accentBench)
	accentOther = Numbers.Number("accent-other", 0.3, "", "share of the stretches that are blended to the other side", accentBench)
	accentPitch = 1.2 // mm from one stroke of the brush to the next
)

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

// Shaded returns what accents lay on a surface: strokes of the brush side by side along stretches of each line, never along all of it, most of them to the side where shade lies and some to
// the other.
func Shaded(a *airframe.Airframe, zone int, all []Accent, ink colour.Colour, on coating.Texture, seed uint64) *Laid {
	l := &Laid{Zone: zone, Inks: []colour.Colour{ink}}
	dense := hidesBy * min(accentUM*(1-picked), max(0.01, float64(on))) / oilHides
	rnd := rand.New(rand.NewPCG(seed, 0xacc))
	k := usualScale / float64(a.Scale)
	for _, one := range all {
		points := one.Line.Path.Points(0.1)
		whole := 0.0
		for k := 1; k < len(points); k++ {
			whole += math.Hypot(points[k].X-points[k-1].X, points[k].Y-points[k-1].Y)
		}
		for from := accentGap * k * rnd.ExpFloat64(); from < whole; {
			long := accentLong * k * math.Exp(varies*rnd.NormFloat64())
			toward := one.TowardDeg
			if rnd.Float64() < accentOther {
				toward += 180
			}
			for at := from; at < min(whole, from+long); at += accentPitch * (0.6 + 0.8*rnd.Float64()) {
				t := (at - from) / long
				l.Streaks = append(l.Streaks, Streak{
					View: one.Line.View, At: along(points, at), TowardDeg: toward + varyTurn*rnd.NormFloat64(), LongMM: one.WideMM * math.Exp(varies*rnd.NormFloat64()), WideMM: 2 * accentPitch,
					Cut: true, Density: dense * math.Sin(math.Pi*(0.1+0.8*t)),
				})
			}
			from += long + accentGap*k*rnd.ExpFloat64()
		}
	}
	return l
}

// along returns the place so far along a way, in mm.
func along(points []airframe.Pt, at float64) airframe.Pt {
	for k := 1; k < len(points); k++ {
		p, q := points[k-1], points[k]
		long := math.Hypot(q.X-p.X, q.Y-p.Y)
		if at <= long && long > 0 {
			return airframe.Pt{X: p.X + (q.X-p.X)*at/long, Y: p.Y + (q.Y-p.Y)*at/long}
		}
		at -= long
	}
	return points[len(points)-1]
}

var inLines = &Hand{
	Do: "oil-accent", Shows: Numbers.Number("mark-oil-accent", 0.5, "", "how strongly it is drawn where no airframe says where it lies", shownBench),
	Tool: "A fine round brush for the line, a soft flat one, nearly dry, drawn away from it to one side.",
	Undo: "A bud with a trace of its thinner, for a day or two.",
	Seal: "As oil dots.",
}

var accents = &Effect{ID: "accents", Name: "Accents beside lines", Dark: true, By: []*Hand{inLines}, plan: func(j *Job, p *Plan) {
	own := Accents(j.Airframe, j.Zone, j.On, j.amount())
	for i := range own {
		own[i].WideMM *= j.reach()
	}
	p.lay(Shaded(j.Airframe, j.Zone, own, j.ink(), j.On, j.Step.Seed))
	if len(own) == 0 {
		return
	}
	p.LongMM = own[0].WideMM / j.reach()
	p.say("Some of the lines, never all: a fine line of oil beside stretches of each, blended to one side.")
	for _, a := range own {
		p.Places = append(p.Places, Place{Kind: "line", View: a.Line.View, At: a.Line.Path.Points(flat)[0], TowardDeg: a.TowardDeg, LengthMM: a.WideMM, Points: a.Line.Path.Points(flat), Tone: p.tone(Tint{j.ink(), "accent, blended to one side", ""}), Text: a.Line.ID})
	}
	p.row("lines", "Lines", float64(len(own)), "", "%d", len(own))
	p.row("blended", "Blended to", own[0].WideMM, "mm", "%.1f mm, within %.0f min", own[0].WideMM, OpenMin(j.On))
}}

// flat is how far a drawn curve may be off, in mm.
const flat = 0.05
