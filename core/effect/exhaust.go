package effect

import (
	"fmt"
	"math"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
)

// sprayed is how plumes are sprayed.
var sprayed = &Hand{
	Do: "exhaust-spray", Shows: Numbers.Number("mark-exhaust-spray", 0.7, "", "how strongly it is drawn where no airframe says where it lies", shownBench),
	Tool: "The finest needle at low pressure; paper under the zone that catches the first spit.",
	Undo: "While it is fresh, a bud with its thinner over a clear coat; later only a veil of the paint's own colour.",
	Seal: "Any clear; a stain over bare flat paint changes least under flat.",
}

// Exhaust streams off stacks. It is sprayed, dusted or drawn in oil; a sprayed step that does not say what it is of makes it wherever there are stacks, or no guns.
var exhaust = &Effect{ID: route.OfExhaust, Name: "Exhaust", Dark: true, From: airframe.Stack, FromWords: "exhaust stack", By: []*Hand{sprayed, inDust, inStreaks}, plan: func(j *Job, p *Plan) {
	rows := Banks(j.Airframe, j.hours(), Core(j.Wear.Stain))
	row := bankOf(rows, j.Zone)
	if row == nil {
		if j.Airframe.Jet() {
			p.say("Nothing: a jet lets its exhaust out at its tail, and none of it streams over the skin.")
		}
		return
	}
	ink := j.ink()
	laid := 1.0
	if j.coats() > 0 && j.Step.Spray != nil { // what suits the mix lays all of it
		laid = j.spraying(row).Laid
	}
	p.lay(Streams(rows, j.Zone, ink, j.amount()*laid, j.reach(), j.Step.Seed))
	profile := row.Profile()
	last := profile[len(profile)-1].AftMM
	p.LongMM = last
	if !j.Told {
		return
	}
	dose, s := row.dose(last)*j.amount()*j.reach(), j.spraying(row)
	j.tell(p, row, profile, dose, s)
	p.ways(j, row, dose, s)
}, unasked: func(s *route.Step, a *airframe.Airframe) bool {
	return s.Do.ID == "exhaust-spray" && (a.Has(airframe.Stack) || !a.Has(airframe.GunPort))
}}

// bankOf returns the row of stacks that streams over a zone first, or else one that streams over another; nil where none streams over any skin, as a jet's does not.
func bankOf(rows []Bank, zone int) *Bank {
	var other *Bank
	for i := range rows {
		switch {
		case rows[i].Zone == zone:
			return &rows[i]
		case rows[i].Zone >= 0 && other == nil:
			other = &rows[i]
		}
	}
	return other
}

// hours flown since it was cleaned.
func (j *Job) hours() float64 {
	switch h := j.Step.Pull.Hours; {
	case h < 0:
		return 0
	case h > 0:
		return h
	}
	return Hours(j.Wear.Service)
}

// spraying is how the step sprays a row's plume.
func (j *Job) spraying(row *Bank) Spraying {
	return row.Spray(mixOf(j.Step, j.Paint), j.coats(), j.amount())
}

// tell tells a plume in the step's own hand.
func (j *Job) tell(p *Plan, row *Bank, profile []Point, dose float64, s Spraying) {
	ink := j.ink()
	tint := Tint{ink, "plume: half as strong at its outline; strokes begin and end at the ticks", ""}
	metre := 1000 / j.scale()
	lastStack := row.Stacks[len(row.Stacks)-1] * metre
	dense := func(cover float64) float64 { return -math.Expm1(-j.amount() * -math.Log1p(-cover)) }
	d := Dust{Colour: ink}
	peak := row.cap() * j.amount()
	var passes []Pass
	switch p.Hand {
	case inDust:
		p.say("Worked in with a cropped brush, in layers, each less far aft.")
		p.dusting(j, d, dose/100*d.Amount(j.Paint, 1-math.Exp(-1)), Layers(peak), d.Amount(j.Paint, -math.Expm1(-peak)))
	case inStreaks:
		oil := OilMM3(dose)
		p.say("A drop of oil at each stack, drawn aft in one stroke and stippled out at its edges.")
		p.row("squeezed", "Oil", oil, "mm³", "%.1f mm³ drawn aft from each stack; touch-dry in a day or two", oil)
	default:
		passes = s.Passes
		if len(passes) == 0 {
			p.say("Nothing: what has been flown since it was cleaned leaves no plume that could be seen.")
			break
		}
		p.say(fmt.Sprintf("One thin pass after the other, each dry before the next: %.0f psi, %.0f %% of paint in the mix, the needle drawn away as the plume widens. Distances are aft of the first stack.", s.PSI, 100*s.Paint))
		p.row("passes", "Passes", float64(len(passes)), "", "%d, %.1f mm³ on the model", len(passes), s.MM3)
		p.row("paint", "Paint in the mix", 100*s.Paint, "%", "%.0f %%, a wet film of %.1f µm a pass", 100*s.Paint, s.Microns)
		for i, one := range passes {
			p.row(fmt.Sprintf("pass-%d", i+1), fmt.Sprintf("Pass %d", i+1), one.ToMM*j.reach(), "mm", "%.0f to %.0f mm, %.1f cm off to %.1f", one.FromMM*j.reach(), one.ToMM*j.reach(), one.StartMM/10, one.EndMM/10)
		}
	}
	strongest := 0.0
	behind := false
	for _, at := range profile {
		strongest = max(strongest, dense(at.Peak))
		if !behind && at.AftMM >= lastStack {
			behind = true
			off := j.Paint.Difference(j.Paint.Veiled(ink, dense(at.Peak)))
			p.row("behind", "Right behind the last stack", 100*dense(at.Peak), "%", "%.0f %% covered, %.1f mm wide; from the paint it is %s", 100*dense(at.Peak), 2*at.HalfWidthMM, colour.Apart(off))
		}
	}
	off := j.Paint.Difference(j.Paint.Veiled(ink, strongest))
	p.row("core", "At its strongest", off, "CIEDE2000", "%.0f %% covered: %s", 100*strongest, colour.Apart(off))
	if suits := InkFor(row.Fuel, j.Paint); suits.ID != "" {
		p.row("leaves", "What this fuel leaves here", suits.DE, "CIEDE2000", "%s, covering %.0f %%: %s", suits.Words, 100*suits.Cover, colour.Apart(suits.DE))
	}
	if wide, core := TwoTone(row.Fuel, j.Paint); wide.ID != core.ID {
		p.row("two-tones", "In two tones", core.DE, "CIEDE2000", "the long passes in %s first, the short ones at the stack in %s", wide.Words, core.Words)
	}
	for _, v := range row.From.Views {
		p.plumed(j, row, v, profile, passes, p.tone(tint))
	}
}

// plumed adds a plume's outline and strokes in a view.
func (p *Plan) plumed(j *Job, row *Bank, v airframe.View, profile []Point, passes []Pass, tone int) {
	from, _ := v.Of(row.From.At)
	aft := v.Aft()
	at := func(x, y float64) airframe.Pt {
		return airframe.Pt{X: from.X + aft.X*x - aft.Y*y, Y: from.Y + aft.Y*x + aft.X*y}
	}
	var edge []airframe.Pt
	for _, one := range profile {
		edge = append(edge, at(one.AftMM*j.reach(), one.HalfWidthMM))
	}
	for _, one := range slices.Backward(profile) {
		edge = append(edge, at(one.AftMM*j.reach(), -one.HalfWidthMM))
	}
	p.Places = append(p.Places, Place{Kind: "plume", View: v, At: from, LengthMM: profile[len(profile)-1].AftMM * j.reach(), Points: edge, Tone: tone, Text: row.From.ID})
	for k, one := range passes {
		y := 0.6 * float64(k%5-2)
		p.Places = append(p.Places, Place{Kind: "stroke", View: v, At: at(one.FromMM*j.reach(), y), Points: []airframe.Pt{at(one.FromMM*j.reach(), y), at(one.ToMM*j.reach(), y)}, Tone: tone, Text: fmt.Sprint(k + 1)})
	}
}

// ways tells the same plume by the other hands, each in a line.
func (p *Plan) ways(j *Job, row *Bank, dose float64, s Spraying) {
	d := Dust{Colour: j.ink()}
	perCM2 := d.Amount(j.Paint, 1-math.Exp(-1))
	peak := row.cap() * j.amount()
	kept := func(mist float64) string { return say.Percent(min(1, d.Kept(j.Paint, perCM2, mist))) }
	for _, w := range []struct {
		by *Hand
		Way
	}{
		{sprayed, Way{string(route.ByAirbrush), "thin airbrushed passes", fmt.Sprintf("%s, %.0f %% of paint in the mix, %.1f mm³ on the model", say.Count(len(s.Passes), "pass"), 100*s.Paint, s.MM3), sprayed.Undo}},
		{inDust, Way{string(route.ByPastel), "pastel dust", fmt.Sprintf("%.1f mg in %s; %s of it stays under a wet clear, %s under a mist", dose/100*perCM2, say.Count(Layers(peak), "layer"), kept(0), kept(route.MistUM())), inDust.Undo}},
		{inStreaks, Way{string(route.ByOil), "an oil streak", fmt.Sprintf("%.1f mm³ of oil drawn aft from each stack; touch-dry in a day or two", OilMM3(dose)), inStreaks.Undo}},
	} {
		if w.by != p.Hand {
			p.Ways = append(p.Ways, w.Way)
		}
	}
}

// dose is the density of a row's plume over the model up to where it ends, in mm2 at a density of 1.
func (b *Bank) dose(last float64) (sum float64) {
	const step = 2.0
	for x := step / 2; x < last; x += step {
		sum += b.across(x) * step
	}
	return sum
}

// coats are the passes that the step takes; 0 where its kind counts none.
func (j *Job) coats() int {
	if j.Step.Do.Counts == route.CountsPasses {
		return j.Step.Coats
	}
	return 0
}
