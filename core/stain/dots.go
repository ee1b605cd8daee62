package stain

import (
	"math"
	"math/rand/v2"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/solve"
)

var (
	oilBench   = fact.Bench("fitted: a dot of 0.8 mm on flat is drawn out to a dozen mm; about a pea for a large model (T17)")
	dotFlat    = Numbers.Number("dot-volume", 0.10, "", "volume of a dot, as a share of its width cubed: a flat cap", oilBench)
	picked     = Numbers.Number("dot-picked", 0.5, "", "share of a dot that ends in the nearly dry brush", oilBench)
	reaches    = Numbers.Number("dot-reaches", 0.35, "", "share of what is squeezed out that reaches the model; card, brush and palette keep the rest", oilBench)
	drawnWide  = Numbers.Number("dot-drawn", 1.7, "", "width of a drawn dot, in widths of the dot", oilBench)
	oilHides   = Numbers.Number("oil-hides", 40, "µm", "thickness in which oil hides", oilBench)
	tube       = Numbers.Number("oil-tube", 2.2, "", "how much further than its tone a tube's colour lies from the paint, so that a thin film still shifts it", oilBench)
	varies     = Numbers.Number("dot-varies", 0.3, "", "how much drawn lengths vary (standard deviation of their logarithm)", oilBench)
	perDot     = Numbers.Number("dot-time", 0.8, "s", "for setting a dot", fact.Bench("T31: a large 1/48 jet takes 30 to 60 minutes"))
	perCM2     = Numbers.Number("blend-time", 1.6, "s", "for blending a square centimetre", fact.Bench("T31: a large 1/48 jet takes 30 to 60 minutes"))
	offBorder  = Numbers.Number("dot-off-border", 2, "mm", "how far dots keep off the border of a colour", fact.Bench("two millimetres, or they pull it over"))
	blendMin   = Numbers.Number("oil-open", 6, "min", "how long an oil that is blended on flat can be worked", fact.Bench("T43: 5 to 15 min"))
	candidates = 10 // that a dot is chosen from (Mitchell 1991)
	dotsAll    = int(Numbers.Number("dots-all", 6000, "", "most dots that anybody sets on a zone", oilBench))
	mostDots   = Numbers.Number("dots-most", 12, "/cm²", "most dots that anybody sets", oilBench)
)

// Tone is a colour of oil by what it does to the paint below.
type Tone struct {
	ID, Words string
	L, A, B   float64 // offsets in Lab
	Chroma    float64 // what is kept of the paint's chroma
	Share     float64 // of the dots, in a usual fade
}

func tone(id, words string, l, a, b, chroma, share float64) Tone {
	n := func(what string, v float64) float64 {
		return Numbers.Number("oil-"+id+"-"+what, v, "", what+" of a "+words+" oil", oilBench)
	}
	return Tone{ID: id, Words: words, L: n("lightness", l), A: n("red", a), B: n("yellow", b), Chroma: n("chroma", chroma), Share: n("share", share)}
}

var tones = []Tone{tone("lighter", "lighter", 16, 0, 3, 0.85, 0.55), tone("warmer", "warmer", 2, 5, 13, 1, 0.20), tone("darker", "darker", -14, 0, 1, 1, 0.15), tone("cooler", "cooler", 1, -4, -11, 1, 0.10)}

// Tones returns the tones of a usual fade, the most used first.
func Tones() []Tone { return tones }

var (
	tubeSuits = Numbers.Number("tube-suits", 12, "CIEDE2000", "how far a tube may lie from the colour that a tone asks for", oilBench)
	mixPays   = Numbers.Number("tube-mix-pays", 2, "CIEDE2000", "how much nearer two tubes must come together than one, to be worth mixing", oilBench)
)

// Suits reports whether a tube that lies so far from a tone's colour will do, in CIEDE2000.
func Suits(off float64) bool { return off <= tubeSuits }

// MixPays reports whether two tubes together, so far off, are worth mixing where one alone is that far.
func MixPays(together, alone float64) bool { return together < alone-mixPays }

// Of returns the colour from the tube that gives the tone on a paint: one that a screen can show, neither white nor black.
func (t Tone) Of(paint colour.Colour) colour.Colour {
	l, a, b := paint.Lab()
	up := tube * t.L
	const nearWhite, least, most = 94, 8, 96
	if up > 0 && l+up > nearWhite {
		up *= 0.4
	}
	for share := 1.0; share > 0; share -= 0.1 {
		c := colour.Lab(min(most, max(least, l+share*up)), (1+share*(t.Chroma-1))*a+share*tube*t.A, (1+share*(t.Chroma-1))*b+share*tube*t.B)
		if near, whole := c.Shown(); whole {
			return near
		}
	}
	return paint
}

// Dot is a dot of oil and how it is drawn out.
type Dot struct {
	View      airframe.View
	At        airframe.Pt
	DMM       float64
	Tone      Tone
	Colour    colour.Colour
	TowardDeg float64 // clockwise from up in the view
	LengthMM  float64
}

// DotJob is what a zone's dots are planned by.
type DotJob struct {
	Paint  colour.Colour
	On     coating.Texture // that keeps the oil
	DMM    float64
	Wanted float64 // mean shift, CIEDE2000
	Seed   uint64
}

// DotPlan is where a zone's dots go and what they take.
type DotPlan struct {
	Dots     []Dot
	PerCM2   float64
	Shift    float64 // mean, CIEDE2000
	MM3      float64 // squeezed out
	Minutes  float64
	PatchCM2 float64 // that is done before its first streak stiffens
}

// Drawn returns how long and wide a dot is drawn out on a surface, and what share it covers where it begins: a surface keeps a film as thick as its valleys hold.
func Drawn(d float64, on coating.Texture) (long, wide, cover float64) {
	keeps := max(0.01, float64(on)) / 1000 // mm
	wide = drawnWide * d
	long = dotFlat * d * d * d * (1 - picked) / (wide * keeps)
	return long, wide, -math.Expm1(-hidesBy * keeps * 1000 / oilHides)
}

// cover returns what so many dots a mm2 cover together.
func cover(perMM2, d float64, on coating.Texture) float64 {
	long, wide, _ := Drawn(d, on)
	return -math.Expm1(-perMM2 * wide * long * hidesBy * max(0.01, float64(on)) / oilHides)
}

// mean returns the tones together on a paint.
func mean(paint colour.Colour) colour.Colour {
	var r, g, b, all float64
	for _, t := range tones {
		x, y, z := t.Of(paint).Linear()
		r, g, b, all = r+t.Share*x, g+t.Share*y, b+t.Share*z, all+t.Share
	}
	return colour.FromLinear(r/all, g/all, b/all)
}

// Count returns how many dots a cm2 shift a paint by what is wanted, and by how much they do: fewer where that can't be reached.
func (j DotJob) Count() (perCM2, shift float64) {
	if most := j.shifted(mostDots); most <= j.Wanted {
		return mostDots, most
	}
	enough, _ := solve.Halve(0, mostDots, 40, func(dots float64) bool { return j.shifted(dots) < j.Wanted })
	return enough, j.shifted(enough)
}

// shifted returns by how much so many dots a cm2 shift the paint.
func (j DotJob) shifted(perCM2 float64) float64 {
	return j.Paint.Difference(j.Paint.Veiled(mean(j.Paint), cover(perCM2/100, j.DMM, j.On)))
}

// rows are the places of a field that lie far enough off its border: stretches of rows, with how much of them lies up to each.
type rows struct {
	view   airframe.View
	y      []float64
	low    []float64
	high   []float64
	upTo   []float64
	skin   float64
	placed int
}

const rowMM = 1.0

// inside returns the rows of a region that keep off from its border.
func inside(v airframe.View, r airframe.Region, skin, off float64) rows {
	out := rows{view: v, skin: skin}
	low, high := r.Bounds()
	sum := 0.0
	cut := make([][]float64, int((high.Y-low.Y)/rowMM)+1)
	for i := range cut {
		cut[i] = r.Row(low.Y + float64(i)*rowMM)
	}
	by := int(math.Round(off / rowMM))
	for k := by; k+by < len(cut); k++ {
		y := low.Y + float64(k)*rowMM
		above, on, below := cut[k-by], cut[k], cut[k+by]
		for i := 0; i+1 < len(on); i += 2 {
			from, to := on[i]+off, on[i+1]-off
			for _, other := range [][]float64{above, below} {
				a, b := holding(other, (from+to)/2)
				from, to = max(from, a), min(to, b)
			}
			if to > from {
				sum += to - from
				out.y, out.low, out.high, out.upTo = append(out.y, y), append(out.low, from), append(out.high, to), append(out.upTo, sum)
			}
		}
	}
	return out
}

// holding returns the stretch that holds x; an empty one where none does.
func holding(stretches []float64, x float64) (from, to float64) {
	for i := 0; i+1 < len(stretches); i += 2 {
		if x >= stretches[i] && x <= stretches[i+1] {
			return stretches[i], stretches[i+1]
		}
	}
	return 1, 0
}

// somewhere returns a place in the rows.
func (r *rows) somewhere(rnd *rand.Rand) airframe.Pt {
	at := rnd.Float64() * r.upTo[len(r.upTo)-1]
	low, high := 0, len(r.upTo)-1
	for low < high {
		if mid := (low + high) / 2; r.upTo[mid] < at {
			low = mid + 1
		} else {
			high = mid
		}
	}
	return airframe.Pt{X: r.low[low] + rnd.Float64()*(r.high[low]-r.low[low]), Y: r.y[low]}
}

// Plan lays dots out over a zone of an airframe: each where, of ten places, it is farthest from the others of its view, so that there are no clumps and no rows. The first of them
// are the same however many there are.
func (j DotJob) Plan(a *airframe.Airframe, zone int) DotPlan {
	var fields []rows
	skin := 0.0
	for p, f := range a.Skin(zone) {
		area := p.SkinMM2(f.Region)
		skin += area
		if r := inside(p.View, f.Region, area, offBorder); len(r.y) > 0 {
			fields = append(fields, r)
		}
	}
	plan := DotPlan{}
	plan.PerCM2, plan.Shift = j.Count()
	n := int(math.Round(plan.PerCM2 * skin / 100))
	if n > dotsAll { // nobody sets more: they shift the paint by less
		n = dotsAll
		plan.PerCM2 = float64(n) / (skin / 100)
		plan.Shift = j.shifted(plan.PerCM2)
	}
	if len(fields) == 0 {
		n = 0
	}
	room := 0.0
	for i := range fields {
		room += fields[i].skin
	}
	rnd := rand.New(rand.NewPCG(j.Seed, 0xd075))
	long, _, _ := Drawn(j.DMM, j.On)
	var placed [4]*near
	for i := range placed {
		low, high := a.Bounds(airframe.View(i))
		placed[i] = newNear(low, high, math.Sqrt(skin/float64(max(1, n))))
	}
	mixed := make([]float64, len(tones))
	for k := range n {
		best := 0
		for i := range fields { // the field that is owed the most
			if fields[i].owed(k, room) > fields[best].owed(k, room) {
				best = i
			}
		}
		f := &fields[best]
		at, far := airframe.Pt{}, -1.0
		for range candidates {
			p := f.somewhere(rnd)
			if d := placed[f.view].from(p, far); d > far {
				at, far = p, d
			}
		}
		f.placed++
		placed[f.view].add(at)
		t := 0
		for i := range tones { // the tone that is owed the most
			if tones[i].Share*float64(k+1)-mixed[i] > tones[t].Share*float64(k+1)-mixed[t] {
				t = i
			}
		}
		mixed[t]++
		plan.Dots = append(plan.Dots, Dot{View: f.view, At: at, DMM: j.DMM, Tone: tones[t], Colour: tones[t].Of(j.Paint), TowardDeg: Toward(f.view), LengthMM: long * math.Exp(varies*rnd.NormFloat64())})
	}
	plan.MM3 = float64(n) * dotFlat * j.DMM * j.DMM * j.DMM / reaches
	plan.Minutes = (float64(n)*perDot + skin/100*perCM2) / 60
	plan.PatchCM2 = blendMin * 60 / (plan.PerCM2*perDot + perCM2)
	return plan
}

func (r *rows) owed(k int, room float64) float64 {
	return r.skin/room*float64(k+1) - float64(r.placed)
}

// Toward returns the direction in which streaks are drawn in a view, in degrees clockwise from up: down the sides by gravity, aft with the air elsewhere.
func Toward(v airframe.View) float64 {
	d, ok := v.Down()
	if !ok {
		d = v.Aft()
	}
	deg := math.Atan2(d.X, -d.Y) * 180 / math.Pi
	return math.Mod(deg+360, 360)
}
