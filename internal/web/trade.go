package web

import (
	"fmt"
	"slices"
	"sync"

	"inkysparrow/core/airframe"
	"inkysparrow/core/cure"
	"inkysparrow/core/draft"
	"inkysparrow/core/follow"
	"inkysparrow/core/mix"
	"inkysparrow/core/rule"
	"inkysparrow/core/wash"
	"inkysparrow/core/why"

	"inkysparrow/core/coating"
	"inkysparrow/core/decal"
	"inkysparrow/core/dose"
	"inkysparrow/core/effect"
	"inkysparrow/core/rescue"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/wear"
	"inkysparrow/examples"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// tradeTables are the engine's own tables as the page shows them; they never change while the program runs.
var tradeTables = sync.OnceValue(func() wire.Trade {
	t := wire.Trade{Sheens: []string{}, Timezones: timezones, DropML: dose.DropML()}
	for _, d := range route.Techniques() {
		w := wire.Technique{
			ID: d.ID, Name: d.Name, Phase: d.Phase.String(), Kinds: []string{}, Optional: d.Optional, Wipe: d.Has(route.Cloth),
			Washes: d.Has(route.WashOn | route.Thinned | route.OilWork), Caution: d.Caution,
		}
		for _, k := range d.Kinds {
			w.Kinds = append(w.Kinds, string(k))
		}
		if d.Lays || d.Counts != "" {
			w.Coats = max(1, d.Coats)
		}
		if d.Lays || d.Has(route.Lifting|route.WearsBack) {
			if w.Covers = 100 * d.Covers; w.Covers == 0 {
				w.Covers = 100
			}
		}
		w.Counts, w.Most = "coats", d.Most()
		switch {
		case d.Counts != "":
			w.Counts = d.Counts
		case d.Has(route.Veils):
			w.Counts = "veils"
		}
		if d.Has(route.Shades) {
			w.Shades = d.WidthMM
		}
		w.Sprays, w.Blown = d.Coating(), d.CanBeBlown()
		w.Decals, w.Tape, w.Joins = d.Has(route.NeedsGloss), d.Has(route.Tape), d.Has(route.Joins)
		t.Techniques = append(t.Techniques, w)
	}
	for _, f := range coating.Families() {
		w := wire.Family{ID: f.ID, Name: f.Name, Kinds: []string{}, Note: f.Note, Loose: f.IsLoose()}
		for _, k := range f.Kinds {
			w.Kinds = append(w.Kinds, string(k))
		}
		t.Families = append(t.Families, w)
	}
	for _, l := range solvent.Bought() {
		t.Liquids = append(t.Liquids, wire.Wish{ID: l.ID, Words: l.Name})
	}
	sprayed, families := route.Chemistries()
	for _, id := range sprayed {
		w := wire.Wish{ID: id, Words: "flakes of metal"}
		if l, ok := solvent.Named(id); ok {
			var names []string
			for _, f := range families[id] {
				names = append(names, f.Name)
			}
			w.Words = l.Name + ": " + say.List(names)
		}
		t.Sprayed = append(t.Sprayed, w)
	}
	for _, s := range route.SchoolsTable() {
		w := wire.School{ID: string(s.ID), Question: s.Question}
		for _, a := range s.Answers {
			w.Answers = append(w.Answers, wire.Answer{ID: string(a.ID), Words: a.Words, Cost: a.Cost})
		}
		t.Schools = append(t.Schools, w)
	}
	for _, r := range rule.Every().All {
		t.Rules = append(t.Rules, wire.Wish{ID: r.ID, Words: r.Title})
	}
	t.Mind = rescue.Caution
	for _, x := range rescue.Symptoms() {
		t.Mishaps = append(t.Mishaps, wire.Mishap{ID: x.ID, Seen: x.Words, Also: []string{x.Short, x.Also}, Do: x.First().Words})
	}
	for _, w := range draft.WishWords {
		t.Wishes = append(t.Wishes, wire.Wish{ID: string(w.ID), Words: w.Words})
	}
	for _, a := range plan.Ages {
		t.Ages = append(t.Ages, wire.Wish{ID: fmt.Sprint(a.Days), Words: a.Words})
	}
	for _, b := range draft.Brightnesses {
		t.Bright = append(t.Bright, wire.Wish{ID: b.ID, Words: b.Words})
	}
	for _, e := range route.Edges() {
		t.Edges = append(t.Edges, wire.Wish{ID: string(e.ID), Words: e.Words})
	}
	for _, a := range route.StrokeSchool().Answers {
		t.Strokes = append(t.Strokes, wire.Wish{ID: string(a.ID), Words: a.Words})
	}
	for _, l := range wash.Lines() {
		t.Lines = append(t.Lines, wire.Wish{ID: l.ID, Words: l.Words})
	}
	for _, m := range mix.Measures() {
		t.Measures = append(t.Measures, wire.Wish{ID: m.ID, Words: m.Words})
	}
	for w := wash.Dry; w <= wash.Wet; w++ {
		t.Cloths = append(t.Cloths, w.String())
	}
	for _, x := range stack.Contacts() {
		t.Contacts = append(t.Contacts, wire.Wish{ID: x.ID, Words: x.Name})
	}
	for _, l := range route.Layings() {
		t.Layings = append(t.Layings, wire.Wish{ID: string(l.ID), Words: l.Words})
	}
	for _, d := range route.Dryings() {
		t.Dryings = append(t.Dryings, wire.Wish{ID: string(d.ID), Words: d.Words})
	}
	for _, a := range follow.Asked() {
		t.FilmAges = append(t.FilmAges, wire.Wish{ID: fmt.Sprint(a.Age.Hours() / 24), Words: a.Words})
	}
	for _, s := range cure.Speeds() {
		t.Paces = append(t.Paces, s.String())
	}
	for _, r := range slices.Concat(why.Ranges(), dose.Dials(), plan.Bounds()) {
		t.Ranges = append(t.Ranges, wire.Range{ID: r.ID, From: r.From, To: r.To, Step: r.Step})
	}
	t.Usual = wire.Usual{Brief: plan.UsualBrief(), Climate: plan.UsualClimate()}
	for _, g := range decal.Grounds() {
		t.Grounds = append(t.Grounds, wire.Wish{ID: g.ID, Words: g.Words})
	}
	for _, p := range wear.Places() {
		t.Places = append(t.Places, wire.Wish{ID: p.ID, Words: p.Words})
	}
	for _, c := range wear.Cares() {
		t.Cares = append(t.Cares, wire.Wish{ID: c.ID, Words: c.Words})
	}
	for _, c := range wear.Combats() {
		t.Combats = append(t.Combats, wire.Wish{ID: c.ID, Words: c.Words})
	}
	for _, k := range airframe.Kinds() {
		t.AirTypes = append(t.AirTypes, wire.AirType{ID: k.ID, Words: k.Words, SpanM: k.Dims(0).Span, LongM: k.Dims(0).Length})
	}
	for _, s := range plan.ShownSchools() {
		one := wire.Shown{School: string(s.ID), Words: s.Words}
		for _, a := range s.Answers {
			one.Answers = append(one.Answers, string(a))
		}
		t.Shown = append(t.Shown, one)
	}
	t.Scales, t.EdgePct = plan.UsualScales, 100*airframe.UsualUp()
	for _, m := range plan.UsualMonths {
		t.Months = append(t.Months, wire.Wish{ID: fmt.Sprint(m.Months), Words: m.Words})
	}
	for _, f := range effect.Fuels() {
		t.Fuels = append(t.Fuels, wire.Wish{ID: f.ID, Words: f.Words})
	}
	for _, s := range plan.Schemes() {
		one := wire.Scheme{ID: s.ID, Words: s.Words, Zones: s.Zones, Tones: s.Tones, EdgePct: s.EdgePct, WaveMM: s.WaveMM}
		if one.Tones == nil {
			one.Tones = []plan.BriefTone{}
		}
		t.Schemes = append(t.Schemes, one)
	}
	for _, h := range wear.Shelters() {
		t.Shelters = append(t.Shelters, wire.Wish{ID: h.ID, Words: h.Words})
	}
	for r := shade.Lost; r <= shade.Stark; r++ {
		t.Readings = append(t.Readings, r.String())
	}
	for _, name := range examples.Names {
		if f, err := examples.Plan(name); err == nil {
			t.Examples = append(t.Examples, wire.Wish{ID: name, Words: f.Build.Name})
		}
	}
	for _, k := range coating.Kinds() {
		t.Kinds = append(t.Kinds, string(k))
	}
	for s := coating.Gloss; s <= coating.Flat; s++ {
		t.Sheens = append(t.Sheens, s.String())
	}
	return t
})

// timezones are those that the page proposes; a plan may name any other.
var timezones = []string{
	"UTC", "Europe/London", "Europe/Dublin", "Europe/Paris", "Europe/Berlin", "Europe/Madrid", "Europe/Rome", "Europe/Warsaw", "Europe/Athens", "Europe/Helsinki",
	"America/New_York", "America/Chicago", "America/Denver", "America/Los_Angeles", "America/Sao_Paulo", "Asia/Tokyo", "Asia/Seoul", "Asia/Shanghai", "Asia/Kolkata",
	"Australia/Sydney", "Australia/Perth", "Pacific/Auckland", "Africa/Johannesburg",
}
