package plan

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"
	"time"

	"inkysparrow/core/effect"
	"inkysparrow/core/look"
	"inkysparrow/core/picture"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/wear"
)

// EnoughFormat is the name of the format of a judgement of all effects.
const EnoughFormat = "inkysparrow-enough/1"

// Enough is whether all effects together are enough: each figure against what the service asks for, and none added up.
type Enough struct {
	Format  string         `json:"format" jsonschema:"enum=inkysparrow-enough/1"`
	At      time.Time      `json:"at"`
	Service string         `json:"service"`
	Reads   string         `json:"reads" jsonschema:"description=How strong effects should read: subtle, clear or stark."`
	Words   string         `json:"words"`
	Rests   string         `json:"rests" jsonschema:"description=What the judgement rests on."`
	Stop    bool           `json:"stop" jsonschema:"description=Every figure is in its band: stop here."`
	Figures []EnoughFigure `json:"figures"`
	Eyes    []EnoughEye    `json:"eyes" jsonschema:"description=Where the eye goes first."`
	Back    []EnoughBack   `json:"take_back" jsonschema:"description=What adds most, the most first, and whether it can still be taken back."`
}

// EnoughFigure is one of the figures.
type EnoughFigure struct {
	ID    string  `json:"id" jsonschema:"enum=contrast,enum=share,enum=kinds"`
	Words string  `json:"words"`
	Value float64 `json:"value"`
	Low   float64 `json:"low"`
	High  float64 `json:"high"`
	Unit  string  `json:"unit"`
	Is    string  `json:"is" jsonschema:"enum=under,enum=in,enum=over"`
}

// EnoughEye is a place that the eye goes to.
type EnoughEye struct {
	View   string  `json:"view"`
	XMM    float64 `json:"x_mm"`
	YMM    float64 `json:"y_mm"`
	Zone   string  `json:"zone"`
	Words  string  `json:"words"`
	DE     float64 `json:"de" jsonschema:"description=Against what lies about it."`
	OwnDE  float64 `json:"own_de" jsonschema:"description=What the scheme itself does there."`
	Effect bool    `json:"effect" jsonschema:"description=It is an effect that draws the eye, and not the scheme."`
}

// EnoughBack is an effect that could be taken back.
type EnoughBack struct {
	Zone  string     `json:"zone"`
	Step  string     `json:"step"`
	Words string     `json:"words"`
	DE    float64    `json:"de" jsonschema:"description=How much of the mean shift is its own."`
	Can   bool       `json:"can"`
	How   string     `json:"how"`
	Until *time.Time `json:"until,omitempty"`
	Open  bool       `json:"-"` // it is not done yet
}

// EnoughSchema returns the JSON Schema of Enough.
func EnoughSchema() ([]byte, error) { return schemaOf(&Enough{}, "Inky Sparrow enough") }

// JudgedWide is how wide the picture is that is judged, in pixels: the squint is wider than what is lost.
const JudgedWide = 480

// Enough judges all effects of a build as tl leaves them at q's moment.
func (p *Painter) Enough(ctx context.Context, tl *timeline.Timeline, q LookQuery) (Enough, error) {
	q.Views, q.Width, q.Most, q.PxPerMM, q.Minutes, q.Light = nil, JudgedWide, 0, 0, 0, ""
	frame, err := p.Frame(ctx, q)
	if err != nil {
		return Enough{}, err
	}
	s, err := p.Scene(ctx, tl, q)
	if err != nil {
		return Enough{}, err
	}
	w := p.wish(q)
	w.Laid = s.Laid
	back, marks := p.back(tl, s)
	got, err := frame.Enough(ctx, s.Skins, w, marks...)
	if err != nil {
		return Enough{}, err
	}
	wanted := tl.Plan.Wear
	reads := max(wanted.Stain, wanted.Shading)
	bands := picture.BandsOf(wanted)
	out := Enough{Format: EnoughFormat, At: q.At.UTC(), Service: wanted.Words, Reads: reads.String(), Stop: true, Figures: []EnoughFigure{}, Eyes: []EnoughEye{}, Back: []EnoughBack{}}
	figure := func(id, words, unit string, v, scale float64, b picture.Band) {
		is := "in"
		switch {
		case v < b.Low:
			is = "under"
		case v > b.High:
			is = "over"
		}
		out.Stop = out.Stop && is == "in"
		out.Figures = append(out.Figures, EnoughFigure{id, words, round1(v * scale), b.Low * scale, b.High * scale, unit, is})
	}
	most, kinds := p.kinds(tl, s.Skins)
	figure("contrast", "All effects together shift the squinted aircraft on average", "CIEDE2000", got.Contrast, 1, bands.Contrast)
	figure("share", "They are noticed on", "% of the aircraft", got.Share, 100, bands.Share)
	figure("kinds", "Different effects on "+most, "", float64(kinds), 1, bands.Kinds)
	for _, e := range got.Eyes {
		out.Eyes = append(out.Eyes, p.eye(tl, e))
	}
	for i := range back {
		back[i].DE = max(0, round2(got.Contrast-got.Without[i]))
	}
	slices.SortStableFunc(back, func(a, b EnoughBack) int { return cmp.Compare(b.DE, a.DE) })
	out.Back = back
	over := slices.ContainsFunc(out.Figures, func(f EnoughFigure) bool { return f.Is == "over" })
	for i := range out.Back {
		if over && out.Back[i].Open {
			out.Back[i].How = "It is not done yet: plan less of it."
		}
	}
	out.Rests = restsOn(wanted)
	out.Words = enoughWords(out.Figures, got.Contrast, bands.Contrast)
	return out, nil
}

// nothing is a mean shift that nobody sees.
const nothing = 0.05

func enoughWords(all []EnoughFigure, contrast float64, b picture.Band) string {
	var over, under int
	for _, f := range all {
		switch f.Is {
		case "over":
			over++
		case "under":
			under++
		}
	}
	middle := (b.Low + b.High) / 2
	switch {
	case contrast < nothing:
		return "No effect is to be seen yet."
	case over > 0:
		return fmt.Sprintf("Too much: %.1f times what such a service gives. Take something back before anything is added.", math.Max(0.1, contrast/middle))
	case under > 0:
		return fmt.Sprintf("Still less than such a service gives: %.1f times the middle of it.", contrast/middle)
	}
	return "Enough. Stop here."
}

// restsOn tells what the judgement rests on.
func restsOn(t wear.Targets) string {
	if !t.Service.Said() {
		return "Judged on painted skin, seen through half-closed eyes, against a usual one; the bands are chosen by eye."
	}
	return fmt.Sprintf("Judged on painted skin, seen through half-closed eyes, against %.0f %% of what wear can do; the bands are chosen by eye.", 100*t.Done)
}

// kinds returns the zone that carries the most different effects, and how many.
func (p *Painter) kinds(tl *timeline.Timeline, skins []look.Skin) (zone string, most int) {
	zone = "any zone"
	for i, k := range skins {
		seen := map[string]bool{}
		for _, m := range k.Marks {
			if m.Kind != look.Second && m.Kind != look.Decals {
				seen[string(m.Kind)] = true
			}
		}
		if k.Filled > 0 {
			seen["wash"] = true
		}
		if len(seen) > most {
			most = len(seen)
			for _, l := range tl.Lines {
				if l.Zone.ID == p.Shape.Zones[i] {
					zone = l.Zone.Name
				}
			}
		}
	}
	return zone, most
}

func (p *Painter) eye(tl *timeline.Timeline, e picture.Eye) EnoughEye {
	out := EnoughEye{View: e.View.String(), XMM: round1(e.At.X), YMM: round1(e.At.Y), DE: round1(e.Contrast), OwnDE: round1(e.Own)}
	out.Effect = e.Contrast-e.Own >= picture.Notices()/2
	out.Zone = p.Shape.Zones[e.Zone]
	near := ""
	if f, d := p.Shape.Near(e.View, e.At); f != nil && d < 25 {
		near = fmt.Sprintf(", %.0f mm from the %s", d, f.Kind.Words())
	}
	why := "the scheme itself"
	if out.Effect {
		why = "an effect"
	}
	out.Words = say.Capital(fmt.Sprintf("%s %s%s: %s", e.Part, e.View.Words(), near, why))
	return out
}

// mostBack are the effects that are weighed one by one.
const mostBack = 12

// back lists the effects that can be told one by one, with the marks that they left, and whether each can still be taken back.
func (p *Painter) back(tl *timeline.Timeline, s Scene) (all []EnoughBack, marks []picture.Taken) {
	all = []EnoughBack{}
	for i, k := range s.Skins {
		line := (*timeline.Line)(nil)
		for _, l := range tl.Lines {
			if l.Zone.ID == p.Shape.Zones[i] {
				line = l
			}
		}
		if line != nil && k.By.Wash != nil && k.Filled > 0 && len(all) < mostBack {
			b := EnoughBack{Zone: line.Zone.ID, Step: k.By.Wash.ID, Words: fmt.Sprintf("%s on %s", k.By.Wash.Do.Name, line.Zone.Name)}
			b.takes(line, k.By.Wash, tl.Plan.Now)
			all, marks = append(all, b), append(marks, picture.Taken{Zone: i, Mark: picture.TheWash})
		}
		for m, mark := range k.Marks {
			if line == nil || mark.Step == nil || mark.Kind == look.Second || mark.Kind == look.Decals || len(all) == mostBack {
				continue
			}
			b := EnoughBack{Zone: line.Zone.ID, Step: mark.Step.ID, Words: fmt.Sprintf("%s on %s", mark.Step.Do.Name, line.Zone.Name)}
			b.takes(line, mark.Step, tl.Plan.Now)
			all, marks = append(all, b), append(marks, picture.Taken{Zone: i, Mark: m})
		}
	}
	return all, marks
}

// takes tells whether a step can be taken back, with what and until when.
func (b *EnoughBack) takes(line *timeline.Line, step *route.Step, now time.Time) {
	undo := ""
	if h := effect.HandOf(step.Do.ID); h != nil {
		undo = h.Undo
	} else if step.Do.Has(route.WashOn) && step.Product.Remover != nil {
		undo = "A cloth with " + step.Product.Remover.Name + ", as it was wiped."
	}
	if b.How = "It lies below the colour: only paint over it changes it."; step.Do.Has(route.Shades) && !step.Done.IsZero() {
		return
	}
	at := slices.IndexFunc(line.Steps, func(p timeline.Placed) bool { return p.Step == step })
	if at < 0 {
		return
	}
	placed := line.Steps[at]
	if step.Done.IsZero() {
		b.Can, b.Open, b.How = true, true, "It is not done yet."
		return
	}
	for _, later := range line.Steps[at+1:] {
		if later.Step.Do.Has(route.ClearCoat) && !later.Step.Done.IsZero() {
			b.How = "It lies under " + later.Step.Product.Name + ": only a veil of the paint's own colour over it is left."
			return
		}
	}
	b.How = undo
	switch {
	case step.Do.Has(route.OilWork):
		until := placed.End.Add(effect.Corrects())
		b.Can, b.Until = now.IsZero() || now.Before(until), &until
		if !b.Can {
			b.How = "It has set: only under the next coat, or with a veil of the paint's own colour."
		}
	case step.Do.Has(route.LooseOn):
		b.Can = true
	case placed.Layer > 0 && !placed.TouchDry.IsZero():
		b.Can, b.Until = now.IsZero() || now.Before(placed.TouchDry), &placed.TouchDry
		if !b.Can {
			b.How = "It is dry: only a veil of the paint's own colour over it is left."
		}
	default:
		b.How = cmp.Or(undo, "It can't be taken off; paint over it.")
	}
}
