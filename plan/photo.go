package plan

import (
	"context"
	"fmt"
	"image"
	"math"
	"slices"
	"strconv"
	"strings"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/effect"
	"inkysparrow/core/fact"
	"inkysparrow/core/learn"
	"inkysparrow/core/photo"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
)

// MeasuredFormat is the name of the format of what a photograph told.
const MeasuredFormat = "inkysparrow-measured/1"

// Measured is what a photograph told beside what was planned.
type Measured struct {
	Format     string           `json:"format" jsonschema:"enum=inkysparrow-measured/1"`
	At         time.Time        `json:"at"`
	View       string           `json:"view" jsonschema:"enum=top,enum=under,enum=left,enum=right"`
	Trust      string           `json:"trust" jsonschema:"enum=good,enum=fair,enum=poor,description=Poor with nothing measured where it can't be trusted enough."`
	Refused    bool             `json:"refused,omitempty" jsonschema:"description=Nothing was measured: why says what to do."`
	Why        string           `json:"why"`
	PxPerMM    float64          `json:"px_per_mm"`
	ResidualMM float64          `json:"residual_mm" jsonschema:"description=Of the places; of the airframe's lines where those were found."`
	ByLines    bool             `json:"by_lines" jsonschema:"description=The airframe's lines were found and moved the view onto them."`
	BlurMM     float64          `json:"blur_mm"`
	ClippedPct float64          `json:"clipped_pct"`
	Widths     bool             `json:"by_width" jsonschema:"description=Lines are too fine for their own colour to be seen: known by contrast times width."`
	Zones      []MeasuredZone   `json:"zones"`
	Plumes     []MeasuredPlume  `json:"plumes"`
	Figures    []MeasuredFigure `json:"figures" jsonschema:"description=The same as they are read, what differs most first."`
}

// MeasuredZone is what was measured of a zone. What could not be told is left out.
type MeasuredZone struct {
	Zone        string   `json:"zone"`
	Colour      string   `json:"colour"`
	Planned     string   `json:"planned"`
	DE          float64  `json:"de"`
	LineDE      *float64 `json:"line_de,omitempty" jsonschema:"description=CIEDE2000 between a line and the skin beside it."`
	LinePlanned float64  `json:"line_planned"`
	LineColour  string   `json:"line_colour,omitempty"`
	FadeSD      float64  `json:"fade_sd" jsonschema:"description=Standard deviation of its tone from stretch to stretch, CIEDE2000."`
	FadePlanned float64  `json:"fade_planned"`
	LeftPct     *float64 `json:"left_pct,omitempty" jsonschema:"description=Share of the open skin that a wash covers."`
	LeftPlanned *float64 `json:"left_planned,omitempty"`
	ChipsPct    *float64 `json:"chips_pct,omitempty"`
	ChipsPlan   *float64 `json:"chips_planned,omitempty"`
	SheenPct    *float64 `json:"sheen_pct,omitempty" jsonschema:"description=How unevenly it sends a low lamp back; only of a photograph in raking light."`
}

// MeasuredPlume is what was measured of a plume.
type MeasuredPlume struct {
	Zone        string  `json:"zone"`
	Step        string  `json:"step"`
	Seen        bool    `json:"seen"`
	LengthMM    float64 `json:"length_mm"`
	PlannedMM   float64 `json:"planned_mm"`
	Dark        float64 `json:"dark" jsonschema:"description=Cover where it is darkest, 0 to 1."`
	PlannedDark float64 `json:"planned_dark"`
}

// MeasuredFigure is a figure beside its plan, in words.
type MeasuredFigure struct {
	ID      string     `json:"id" jsonschema:"enum=lines,enum=fade,enum=left,enum=chips,enum=colour,enum=plume-length,enum=plume-dark,enum=sheen"`
	Zone    string     `json:"zone"`
	Step    string     `json:"step,omitempty"`
	Label   string     `json:"label"`
	Value   float64    `json:"value"`
	Planned *float64   `json:"planned,omitempty"`
	Unit    string     `json:"unit,omitempty"`
	Is      string     `json:"is" jsonschema:"enum=as-planned,enum=more,enum=less,enum=told,description=Told has nothing planned to be held against."`
	Words   string     `json:"words"`
	How     string     `json:"how,omitempty" jsonschema:"description=What can be done about it, where it can."`
	Until   *time.Time `json:"until,omitempty"`
	Times   float64    `json:"times,omitempty" jsonschema:"description=How many times as strong as planned."`
}

// MeasuredSchema returns the JSON Schema of Measured.
func MeasuredSchema() ([]byte, error) { return schemaOf(&Measured{}, "Inky Sparrow measured") }

var (
	measuredBench = fact.Bench("chosen: what a photograph is known to twice over, and what somebody would see")
	linesApart    = Numbers.Number("measured-lines", 3, "CIEDE2000", "by which lines must differ from the plan before that is said, or a fifth of them", measuredBench)
	fadeApart     = Numbers.Number("measured-fade", 1.5, "CIEDE2000", "by which fading must differ", measuredBench)
	leftApart     = Numbers.Number("measured-left", 3, "%", "by which what a wipe leaves must differ", measuredBench)
	chipsApart    = Numbers.Number("measured-chips", 1.5, "%", "by which chips must differ", measuredBench)
	plumeApart    = Numbers.Number("measured-plume", 0.15, "", "share by which a plume's length must differ", measuredBench)
	darkApart     = Numbers.Number("measured-dark", 0.1, "", "cover by which a plume must differ", measuredBench)
	colourApart   = Numbers.Number("measured-colour", 5, "CIEDE2000", "by which a zone's colour must differ", measuredBench)
	sheenUneven   = Numbers.Number("measured-sheen", 12, "%", "from which a sheen is uneven in a low lamp", measuredBench)
)

// PhotoQuery says how a photograph is to be read.
type PhotoQuery struct {
	Picture *photo.Picture
	View    airframe.View
	At      time.Time
	Pairs   []photo.Pair
	Card    photo.Reference // empty for none
	CardAt  airframe.Pt
	Known   string // a zone whose paint is bare at KnownAt; empty for none
	KnownAt airframe.Pt
	Raking  bool // a low lamp glances over it
}

// photoPixels is how large the frame is that a photograph is compared with.
const photoPixels = 900_000

// Measure measures a photograph beside what a timeline plans.
func (p *Painter) Measure(ctx context.Context, tl *timeline.Timeline, q PhotoQuery) (*Measured, *photo.Measured, error) {
	lq := LookQuery{At: q.At, Views: []airframe.View{q.View}, Light: "even"}
	low, high := p.Shape.Airframe.Bounds(q.View)
	lq.PxPerMM = min(6, math.Sqrt(photoPixels/max(1, (high.X-low.X+10)*(high.Y-low.Y+10))))
	align, err := photo.Align(q.Pairs)
	if err != nil {
		return nil, nil, fault("points", "%v", err)
	}
	s, err := p.Scene(ctx, tl, lq)
	if err != nil {
		return nil, nil, err
	}
	frame, err := p.Frame(ctx, lq)
	if err != nil {
		return nil, nil, err
	}
	w := p.wish(lq)
	w.Laid = s.Laid
	sub := &photo.Subject{Frame: frame, Skins: s.Skins, LineMM: make([]float64, len(s.Skins))}
	if sub.Even, err = frame.Paint(ctx, s.Skins, w); err != nil {
		return nil, nil, err
	}
	for i, id := range p.Shape.Zones {
		for _, l := range tl.Lines {
			if own := l.Zone.Lines; l.Zone.ID == id && (own.Kind != "" || own.Measured.WidthMM > 0) {
				_, cut := l.Zone.Line()
				sub.LineMM[i] = cut.WidthMM
			}
		}
	}
	for step, l := range s.Laid {
		for _, c := range l.Clouds {
			if c.View != q.View || c.Even || len(l.Inks) <= c.Ink || !effect.Is(step, p.Shape.Airframe, route.OfExhaust) {
				continue
			}
			sub.Plumes = append(sub.Plumes, photo.Plume{Zone: l.Zone, Step: step, Cloud: c, Ink: l.Inks[c.Ink], LongMM: c.ReachMM})
		}
	}
	slices.SortFunc(sub.Plumes, func(a, b photo.Plume) int {
		return strings.Compare(a.Step.ID+strconv.FormatFloat(a.Cloud.From.Y, 'f', 3, 64), b.Step.ID+strconv.FormatFloat(b.Cloud.From.Y, 'f', 3, 64))
	})
	light, err := p.lightOf(tl, q)
	if err != nil {
		return nil, nil, err
	}
	got, err := photo.Measure(ctx, q.Picture, align, light, sub)
	if err != nil {
		return nil, nil, err
	}
	return p.told(tl, q, sub, got), got, nil
}

// told tells what was measured beside what was planned.
func (p *Painter) told(tl *timeline.Timeline, q PhotoQuery, sub *photo.Subject, got *photo.Measured) *Measured {
	out := &Measured{
		Format: MeasuredFormat, At: q.At.UTC(), View: q.View.String(), Trust: string(got.Trust), Refused: got.Trust == photo.Refused, Why: got.Why, PxPerMM: round1(got.PxPerMM), ResidualMM: round2(got.Residual), ByLines: got.ByLines,
		BlurMM: round2(got.BlurMM), ClippedPct: round1(got.ClippedPct), Widths: got.Wide, Zones: []MeasuredZone{}, Plumes: []MeasuredPlume{}, Figures: []MeasuredFigure{},
	}
	if out.Refused {
		out.Trust = string(photo.Poor)
		return out
	}
	pct := func(v float64) *float64 { v = round1(100 * v); return &v }
	for _, z := range got.Zones {
		one := MeasuredZone{
			Zone: p.Shape.Zones[z.Zone], Colour: z.Colour.String(), Planned: z.Planned.String(), DE: round1(z.DE), LinePlanned: round1(z.LinePlanned),
			FadeSD: round1(z.FadeSD), FadePlanned: round1(z.FadePlanned),
		}
		if z.Lines > 0 {
			v := round1(z.LineDE)
			one.LineDE, one.LineColour = &v, z.Line.String()
		}
		if z.Left >= 0 {
			one.LeftPct, one.LeftPlanned = pct(z.Left), pct(z.LeftPlanned)
		}
		if z.Chips >= 0 {
			one.ChipsPct, one.ChipsPlan = pct(z.Chips), pct(z.ChipsPlanned)
		}
		if q.Raking {
			one.SheenPct = pct(z.SheenSD)
		}
		out.Zones = append(out.Zones, one)
	}
	for _, m := range got.Plumes {
		planned := sub.Plumes[m.Plume]
		out.Plumes = append(out.Plumes, MeasuredPlume{
			Zone: p.Shape.Zones[planned.Zone], Step: planned.Step.ID, Seen: m.Seen, LengthMM: round1(m.LongMM), PlannedMM: round1(planned.LongMM), Dark: round2(m.Dark), PlannedDark: round2(m.PlannedDark),
		})
	}
	out.figures(p, tl, sub, got, q.Raking)
	return out
}

// figures tells what was measured in words, with what can be done.
func (m *Measured) figures(p *Painter, tl *timeline.Timeline, sub *photo.Subject, got *photo.Measured, raking bool) {
	name := func(zone string) string {
		for _, l := range tl.Lines {
			if l.Zone.ID == zone {
				return l.Zone.Name
			}
		}
		return zone
	}
	undo := func(zone string, step *route.Step) (b EnoughBack) {
		for _, l := range tl.Lines {
			if l.Zone.ID == zone && step != nil {
				b.takes(l, step, m.At)
			}
		}
		return b
	}
	put := func(f MeasuredFigure, more, less string, step *route.Step) {
		switch f.Is {
		case "more":
			if b := undo(f.Zone, step); b.How != "" {
				f.How, f.Until = b.How, b.Until
				if b.Can && !b.Open && more != "" {
					f.How = more
				}
			}
		case "less":
			f.How = less
		}
		if step != nil {
			f.Step = step.ID
		}
		m.Figures = append(m.Figures, f)
	}
	compare := func(v, planned, apart float64) string {
		switch {
		case v > planned+apart:
			return "more"
		case v < planned-apart:
			return "less"
		}
		return "as-planned"
	}
	is := map[string]map[string]string{
		"lines": {"more": "stronger", "less": "weaker"}, "fade": {"more": "stronger", "less": "weaker"}, "left": {"more": "more is left", "less": "less is left"},
		"chips": {"more": "more", "less": "fewer"}, "plume-length": {"more": "longer", "less": "shorter"}, "plume-dark": {"more": "darker", "less": "paler"},
	}
	words := func(id, state string) string {
		if w := is[id][state]; w != "" {
			return w
		}
		return "as planned"
	}
	for i, z := range got.Zones {
		one := m.Zones[i]
		k := &sub.Skins[z.Zone]
		if raking {
			f := MeasuredFigure{ID: "sheen", Zone: one.Zone, Label: "Sheen, " + name(one.Zone), Value: *one.SheenPct, Unit: "%", Is: "told", Words: "even"}
			if f.Value > sheenUneven {
				f.Words = "uneven in a low lamp"
			}
			m.Figures = append(m.Figures, f)
			continue
		}
		if one.LineDE != nil && (z.LinePlanned > 1 || *one.LineDE > linesApart) {
			f := MeasuredFigure{ID: "lines", Zone: one.Zone, Label: "Lines, " + name(one.Zone), Value: *one.LineDE, Planned: &m.Zones[i].LinePlanned, Is: compare(*one.LineDE, one.LinePlanned, max(linesApart, 0.2*one.LinePlanned))}
			f.Words = words(f.ID, f.Is)
			if z.LinePlanned > 0 {
				f.Times = round2(*one.LineDE / z.LinePlanned)
			}
			more := "Wipe once more with a damp bud, or leave it."
			put(f, more, "Another wash, or a stronger one, makes them stronger.", k.By.Wash)
		}
		if one.LeftPct != nil {
			f := MeasuredFigure{ID: "left", Zone: one.Zone, Label: "Left in the skin, " + name(one.Zone), Value: *one.LeftPct, Planned: one.LeftPlanned, Unit: "%", Is: compare(*one.LeftPct, *one.LeftPlanned, leftApart)}
			f.Words = words(f.ID, f.Is)
			put(f, "Wipe once more with a clean cloth.", "", k.By.Wash)
		}
		if one.ChipsPct != nil {
			f := MeasuredFigure{ID: "chips", Zone: one.Zone, Label: "Chipped, " + name(one.Zone), Value: *one.ChipsPct, Planned: one.ChipsPlan, Unit: "%", Is: compare(*one.ChipsPct, *one.ChipsPlan, chipsApart)}
			f.Words = words(f.ID, f.Is)
			put(f, "", "", nil)
		}
		if one.FadePlanned > 0.3 || one.FadeSD > fadeApart {
			f := MeasuredFigure{ID: "fade", Zone: one.Zone, Label: "Fading, " + name(one.Zone), Value: one.FadeSD, Planned: &m.Zones[i].FadePlanned, Is: compare(one.FadeSD, one.FadePlanned, fadeApart)}
			f.Words = words(f.ID, f.Is)
			put(f, "", "", nil)
		}
		if got.Trust != photo.Poor {
			f := MeasuredFigure{ID: "colour", Zone: one.Zone, Label: "Colour, " + name(one.Zone), Value: one.DE, Unit: "CIEDE2000", Is: "as-planned", Words: "as planned"}
			if one.DE > colourApart {
				f.Is, f.Words = "told", "it is "+z.Planned.Toward(z.Colour)+" than planned"
			}
			m.Figures = append(m.Figures, f)
		}
	}
	for i, one := range m.Plumes {
		if raking {
			break
		}
		planned := sub.Plumes[got.Plumes[i].Plume]
		if !one.Seen {
			m.Figures = append(m.Figures, MeasuredFigure{ID: "plume-length", Zone: one.Zone, Step: one.Step, Label: "Plume, " + name(one.Zone), Planned: &m.Plumes[i].PlannedMM, Unit: "mm", Is: "less", Words: "none is seen"})
			continue
		}
		f := MeasuredFigure{ID: "plume-length", Zone: one.Zone, Label: "Plume, " + name(one.Zone), Value: one.LengthMM, Planned: &m.Plumes[i].PlannedMM, Unit: "mm", Is: compare(one.LengthMM, one.PlannedMM, plumeApart*one.PlannedMM), Times: round2(one.LengthMM / max(1, one.PlannedMM))}
		f.Words = words(f.ID, f.Is)
		put(f, "", "One more thin pass, further aft.", planned.Step)
		f = MeasuredFigure{ID: "plume-dark", Zone: one.Zone, Label: "Plume's core, " + name(one.Zone), Value: round1(100 * one.Dark), Unit: "%", Is: compare(one.Dark, one.PlannedDark, darkApart)}
		v := round1(100 * one.PlannedDark)
		f.Planned, f.Words = &v, words(f.ID, f.Is)
		if one.PlannedDark > 0.01 && one.PlannedDark < 0.99 && one.Dark < 0.99 {
			f.Times = round2(math.Log(1-one.Dark) / math.Log(1-one.PlannedDark))
		}
		put(f, "", "One more thin pass.", planned.Step)
	}
	rank := map[string]int{"more": 0, "less": 1, "told": 2, "as-planned": 3}
	slices.SortStableFunc(m.Figures, func(a, b MeasuredFigure) int { return rank[a.Is] - rank[b.Is] })
}

// SpotTold is what one place of a photograph shows beside the plan, and who would notice.
type SpotTold struct {
	Zone    string  `json:"zone"`
	XMM     float64 `json:"x_mm"`
	YMM     float64 `json:"y_mm"`
	Colour  string  `json:"colour"`
	Planned string  `json:"planned"`
	DE      float64 `json:"de"`
	Words   string  `json:"words"`
}

// Spot tells a place of a measured photograph. It returns a FieldError where there is nothing of the model.
func (p *Painter) Spot(got *photo.Measured, at airframe.Pt) (SpotTold, error) {
	s, ok := got.Spot(at)
	if !ok || s.Zone < 0 {
		return SpotTold{}, fault("at", "nothing of the model is there")
	}
	t := SpotTold{Zone: p.Shape.Zones[s.Zone], XMM: round1(s.View.X), YMM: round1(s.View.Y), Colour: s.Colour.String(), Planned: s.Planned.String(), DE: round1(s.DE), Words: "As planned: nobody would notice."}
	if s.DE >= 2 {
		t.Words = "It is " + s.Planned.Toward(s.Colour) + " than planned: " + colour.Apart(s.DE) + "."
	}
	return t, nil
}

// ReadPairs reads places that were tapped, such as "120,80=-40,12;...": pixels of the photograph and mm of the view.
func ReadPairs(text string) (all []photo.Pair, err error) {
	for one := range strings.SplitSeq(text, ";") {
		if one = strings.TrimSpace(one); one == "" {
			continue
		}
		from, to, ok := strings.Cut(one, "=")
		a, e1 := ReadPlace(from)
		b, e2 := ReadPlace(to)
		if !ok || e1 != nil || e2 != nil || len(all) == mostPairs {
			return nil, fault("points", "%.60q is not X,Y=x,y with pixels of the photograph and mm of the view; at most %d of them, with ; between", one, mostPairs)
		}
		all = append(all, photo.Pair{Photo: a, View: b})
	}
	return all, nil
}

const mostPairs = 60

// ReadPlace reads "X,Y".
func ReadPlace(text string) (at airframe.Pt, err error) {
	x, y, ok := strings.Cut(strings.TrimSpace(text), ",")
	if !ok {
		return at, fmt.Errorf("%.40q is not X,Y", text)
	}
	for _, one := range []struct {
		text string
		to   *float64
	}{{x, &at.X}, {y, &at.Y}} {
		if *one.to, err = strconv.ParseFloat(strings.TrimSpace(one.text), 64); err != nil || math.IsNaN(*one.to) || math.Abs(*one.to) > 1e6 {
			return at, fmt.Errorf("%.40q is not X,Y", text)
		}
	}
	return at, nil
}

// ReadKnown reads "ZONE@X,Y".
func ReadKnown(text string) (zone string, at airframe.Pt, err error) {
	zone, place, ok := strings.Cut(text, "@")
	if ok {
		at, err = ReadPlace(place)
	}
	if !ok || zone == "" || err != nil {
		return "", at, fault("known", "%.60q is not ZONE@X,Y", text)
	}
	return zone, at, nil
}

// LaidIn draws a photograph as its view stands in the picture that q asks for, its light corrected where it is known.
func (p *Painter) LaidIn(ctx context.Context, tl *timeline.Timeline, q LookQuery, of PhotoQuery) (*image.RGBA, error) {
	frame, err := p.Frame(ctx, q)
	if err != nil {
		return nil, err
	}
	align, err := photo.Align(of.Pairs)
	if err != nil {
		return nil, fault("points", "%v", err)
	}
	light, err := p.lightOf(tl, of)
	if err != nil {
		return nil, err
	}
	panel := frame.Panels[0]
	return photo.Laid(ctx, of.Picture, align, light, frame.Width, frame.Height, func(x, y float64) airframe.Pt { return panel.At(x, y) })
}

// lightOf returns how a photograph's light is corrected.
func (p *Painter) lightOf(tl *timeline.Timeline, q PhotoQuery) (light photo.Light, err error) {
	light = photo.AsTaken
	switch {
	case q.Raking: // the light is not what is measured
	case q.Known != "":
		z := p.Shape.Zone(q.Known)
		skins := p.Skins(tl, LookQuery{At: q.At})
		if z < 0 || z >= len(skins) {
			return light, fault("known", "no zone %q; there are %s", q.Known, strings.Join(p.Shape.Zones, ", "))
		}
		if light, err = q.Picture.Known(q.KnownAt, skins[z].Surface); err != nil {
			return light, fault("known", "%v", err)
		}
	case q.Card != "":
		if light, err = q.Picture.Card(q.CardAt, q.Card); err != nil {
			return light, fault("white", "%v", err)
		}
	}
	return light, nil
}

// HandSight is how many times as planned a hand did something on a model, as a photograph tells.
type HandSight struct {
	Trait learn.Trait
	Step  string
	Times float64
}

// Sights returns what a photograph told of the hand, once for each trait however many zones show it: they were done on one occasion. One of little trust tells nothing, and lines tell of a wipe only
// where there was a wash.
func (m *Measured) Sights() (all []HandSight) {
	if m.Refused || m.Trust == string(photo.Poor) {
		return nil
	}
	of := map[string]learn.Trait{"lines": learn.Lines, "plume-dark": learn.Veil}
	for _, id := range []string{"lines", "plume-dark"} {
		sum, n, step := 0.0, 0.0, ""
		for _, f := range m.Figures {
			if f.ID == id && f.Times > 0 && f.Step != "" {
				sum, n, step = sum+math.Log(f.Times), n+1, f.Step
			}
		}
		if n > 0 {
			all = append(all, HandSight{of[id], step, round2(math.Exp(sum / n))})
		}
	}
	return all
}
