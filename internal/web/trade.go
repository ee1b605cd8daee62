package web

import (
	"fmt"
	"sync"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/cure"
	"inkysparrow/core/decal"
	"inkysparrow/core/dose"
	"inkysparrow/core/fact"
	"inkysparrow/core/follow"
	"inkysparrow/core/gloss"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
	"inkysparrow/examples"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// tradeTables are the engine's own tables as the page shows them; they never change while the program runs.
var tradeTables = sync.OnceValue(func() wire.Trade {
	t := wire.Trade{Sheens: []string{}, Timezones: timezones, DropML: dose.DropML(), Formulas: formulas}
	for _, d := range route.Techniques() {
		w := wire.Technique{
			ID: d.ID, Name: d.Name, Phase: d.Phase.String(), Kinds: []string{}, Optional: d.Optional, Wipe: d.Has(route.Cloth),
			Washes: d.Has(route.WashOn | route.Thinned | route.OilWork), Caution: d.Caution,
			Times: fmt.Sprintf("%.0f min, and %.0f min for 100 cm² and coat", d.Setup.Minutes(), d.Per100.Minutes()),
		}
		for _, k := range d.Kinds {
			w.Kinds = append(w.Kinds, string(k))
		}
		if d.Lays || d.Counts != "" {
			w.Coats = max(1, d.Coats)
		}
		w.Counts = "coats"
		switch {
		case d.Counts != "":
			w.Counts = d.Counts
		case d.Has(route.Veils):
			w.Counts = "veils"
		}
		if d.Has(route.Shades) {
			w.Shades = d.WidthMM
		}
		w.Decals, w.Tape, w.Joins = d.Has(route.NeedsGloss), d.Has(route.Tape), d.Has(route.Joins)
		t.Techniques = append(t.Techniques, w)
	}
	for _, f := range coating.Families() {
		w := wire.Family{
			ID: f.ID, Name: f.Name, Kinds: []string{}, Mechanism: f.Mechanism.ID, Carrier: f.Carrier.Name, Thinner: f.Thinner.Name, Remover: f.Remover.Name,
			Note: f.Note, Kind: string(f.Evidence.Kind), Source: f.Evidence.Source, Figures: "",
		}
		for _, k := range f.Kinds {
			w.Kinds = append(w.Kinds, string(k))
		}
		if !f.IsLoose() {
			w.Figures = fmt.Sprintf("δ %.1f / %.1f / %.1f, R₀ %.1f MPa^½; carrier %.0f %%, %.0f µm wet a coat", f.Hansen.D, f.Hansen.P, f.Hansen.H, f.R0, 100*f.CarrierShare, float64(f.Wet))
			if f.Tau8 > 0 {
				w.Figures += fmt.Sprintf("; τ %.0f h at 8 µm", f.Tau8.Hours())
			}
		}
		t.Families = append(t.Families, w)
	}
	for _, m := range coating.Mechanisms() {
		t.Mechanisms = append(t.Mechanisms, wire.Mechanism{ID: m.ID, Name: m.Name, Paragraph: m.Paragraph})
	}
	for _, l := range solvent.Bought() {
		h := l.Hansen()
		t.Liquids = append(t.Liquids, wire.Liquid{
			ID: l.ID, Name: l.Name, Caution: l.Caution, Kind: string(l.Evidence.Kind), Source: l.Evidence.Source,
			Figures: fmt.Sprintf("δ %.1f / %.1f / %.1f MPa^½, %.0f cm³/mol, leaves %.2f µm a minute at 21 °C and 50 %%", h.D, h.P, h.H, l.MolarVolume(), l.Flux(climate.Room)/60),
		})
	}
	for _, c := range stack.Contacts() {
		t.Contacts = append(t.Contacts, wire.Contact{
			ID: c.ID, Name: c.Name,
			Figures: fmt.Sprintf("%.1f µm of liquid, held %.0f s, carries off %.0f %%, swells %.0f %%, digs below %.0f %% hard", float64(c.Liquid), c.Action.Seconds(), 100*c.Carry, 100*c.Swell, 100*c.Tool),
		})
	}
	for _, s := range route.SchoolsTable() {
		w := wire.School{ID: s.ID, Question: s.Question}
		for _, a := range s.Answers {
			w.Answers = append(w.Answers, wire.Answer{ID: a.ID, Words: a.Words, Cost: a.Cost})
		}
		t.Schools = append(t.Schools, w)
	}
	for _, r := range route.Rules() {
		t.Rules = append(t.Rules, wire.Rule{ID: r.ID, Title: r.Title, Reason: r.Reason, Timed: r.Holds != nil, Kind: string(r.Evidence.Kind), Source: r.Evidence.Source})
	}
	for _, table := range []struct {
		where string
		rows  []fact.Number
	}{
		{"climate", climate.Numbers.Rows()},
		{"solvent", solvent.Numbers.Rows()},
		{"coating", coating.Numbers.Rows()},
		{"cure", cure.Numbers.Rows()},
		{"stack", stack.Numbers.Rows()},
		{"wash", wash.Numbers.Rows()},
		{"follow", follow.Numbers.Rows()},
		{"colour", colour.Numbers.Rows()},
		{"shade", shade.Numbers.Rows()},
		{"gloss", gloss.Numbers.Rows()},
		{"dose", dose.Numbers.Rows()},
		{"decal", decal.Numbers.Rows()},
		{"wear", wear.Numbers.Rows()},
		{"route", route.Numbers.Rows()},
		{"look", look.Numbers.Rows()},
		{"plan", plan.Numbers.Rows()},
	} {
		for _, n := range table.rows {
			t.Numbers = append(t.Numbers, wire.Number{
				ID: n.ID, Where: table.where, Value: n.Value, Unit: n.Unit, Meaning: n.Meaning, Kind: string(n.Evidence.Kind), Source: n.Evidence.Source,
			})
		}
	}
	for _, w := range route.WishWords {
		t.Wishes = append(t.Wishes, wire.Wish{ID: string(w.ID), Words: w.Words})
	}
	for _, b := range route.Brightnesses {
		t.Bright = append(t.Bright, wire.Wish{ID: b.ID, Words: b.Words})
	}
	for _, e := range route.Edges() {
		t.Edges = append(t.Edges, wire.Wish{ID: e.ID, Words: e.Words})
	}
	for _, g := range decal.Grounds() {
		t.Grounds = append(t.Grounds, wire.Wish{ID: g.ID, Words: g.Words})
	}
	for _, p := range wear.Places() {
		t.Places = append(t.Places, wire.Wish{ID: p.ID, Words: p.Words})
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

// formulas are what the engine computes with, set in type by the browser.
var formulas = []wire.Formula{
	{
		ID: "leaving", Title: "A carrier leaves its film",
		MathML: `<math><mi>N</mi><mo>=</mo><mo>(</mo><msub><mi>s</mi><mn>0</mn></msub><mo>−</mo><msub><mi>s</mi><mn>1</mn></msub><mo>)</mo><mo>+</mo><mi>B</mi><mi>ln</mi><mfrac><msub><mi>s</mi><mn>0</mn></msub><msub><mi>s</mi><mn>1</mn></msub></mfrac><mo>=</mo><mo>∫</mo><mi>J</mi><mi>d</mi><mi>t</mi></math>`,
		Words:  "The work of drying N is the carrier that has to go, and what the binder holds back of it. It is done as fast as the air takes the carrier up, J.",
		Source: "Raoult's law, integrated", Kind: string(fact.Practice),
	},
	{
		ID: "hardening", Title: "A film hardens",
		MathML: `<math><mi>α</mi><mo>=</mo><mn>1</mn><mo>−</mo><msup><mi>e</mi><mrow><mo>−</mo><mi>θ</mi><mo>/</mo><mi>τ</mi></mrow></msup><mo>,</mo><mspace width="1em"/><mi>θ</mi><mo>=</mo><mo>∫</mo><msup><mn>2</mn><mrow><mo>(</mo><mi>T</mi><mo>−</mo><mn>21</mn><mo>)</mo><mo>/</mo><mn>10</mn></mrow></msup><mi>d</mi><mi>t</mi><mo>,</mo><mspace width="1em"/><mi>τ</mi><mo>=</mo><msub><mi>τ</mi><mn>8</mn></msub><msup><mrow><mo>(</mo><mfrac><mi>h</mi><mn>8</mn></mfrac><mo>)</mo></mrow><mn>0.6</mn></msup></math>`,
		Words:  "Hours count double for every ten degrees warmer; thicker films take longer. Water-borne films are slower in damp air and stall in the cold.",
		Source: "van 't Hoff; Arrhenius", Kind: string(fact.FromMemory),
	},
	{
		ID: "likeness", Title: "How like a liquid is to a film",
		MathML: `<math><mi>RED</mi><mo>=</mo><mfrac><msqrt><mrow><mn>4</mn><msup><mrow><mi>Δ</mi><msub><mi>δ</mi><mi>D</mi></msub></mrow><mn>2</mn></msup><mo>+</mo><msup><mrow><mi>Δ</mi><msub><mi>δ</mi><mi>P</mi></msub></mrow><mn>2</mn></msup><mo>+</mo><msup><mrow><mi>Δ</mi><msub><mi>δ</mi><mi>H</mi></msub></mrow><mn>2</mn></msup></mrow></msqrt><mrow><msub><mi>R</mi><mn>0</mn></msub><mo>(</mo><mn>1</mn><mo>−</mo><mi>c</mi><mi>α</mi><mo>)</mo></mrow></mfrac></math>`,
		Words:  "Below 1 the liquid softens the film. What a film lets near, R₀, shrinks as it hardens.",
		Source: "C. M. Hansen, 2007; the shrinking radius is ours", Kind: string(fact.FromMemory),
	},
	{
		ID: "depth", Title: "How deep it gets",
		MathML: `<math><mi>x</mi><mo>=</mo><msqrt><mrow><mn>2</mn><mi>D</mi><mi>t</mi></mrow></msqrt><mo>,</mo><mspace width="1em"/><mi>D</mi><mo>=</mo><msub><mi>D</mi><mn>0</mn></msub><msup><mi>e</mi><mrow><mo>−</mo><mi>V</mi><mo>/</mo><msub><mi>v</mi><mi>f</mi></msub></mrow></msup></math>`,
		Words:  "Small molecules pass where large ones don't; a softened film opens, a hard one closes. t is how long the liquid stands.",
		Source: "Cohen & Turnbull 1959", Kind: string(fact.FromMemory),
	},
	{
		ID: "lag", Title: "How long closed films hold a liquid back",
		MathML: `<math><mi>t</mi><mo>=</mo><mfrac><mn>1</mn><mn>6</mn></mfrac><msup><mrow><mo>(</mo><mo>∑</mo><mfrac><mi>L</mi><msqrt><mi>D</mi></msqrt></mfrac><mo>)</mo></mrow><mn>2</mn></msup></math>`,
		Words:  "For one film this is the diffusion time lag L²/6D. Before it, the liquid only gets through weak spots of thin coats.",
		Source: "Daynes 1920; Crank; the sum over films is ours", Kind: string(fact.FromMemory),
	},
	{
		ID: "wipe", Title: "What a wipe leaves",
		MathML: `<math><mi>left</mi><mo>=</mo><mfrac><mrow><mi>min</mi><mo>(</mo><mi>h</mi><mo>,</mo><mi>V</mi><mo>)</mo><msup><mi>e</mi><mrow><mo>−</mo><mi>k</mi><mi>e</mi><mi>u</mi></mrow></msup><mo>+</mo><mi>max</mi><mo>(</mo><mn>0</mn><mo>,</mo><mi>h</mi><mo>−</mo><mi>V</mi><mo>)</mo><msup><mrow><mo>(</mo><mn>1</mn><mo>−</mo><mi>l</mi><mo>)</mo></mrow><mi>k</mi></msup></mrow><mi>h</mi></mfrac></math>`,
		Words:  "What lies in the valleys V of the sheen is out of a dry cloth's reach; each of k strokes takes a share l of the rest.",
		Source: "fitted to T13 to T15", Kind: string(fact.Practice),
	},
	{
		ID: "hiding", Title: "A thin coat over what is below",
		MathML: `<math><mi>R</mi><mo>=</mo><mfrac><mrow><mn>1</mn><mo>−</mo><msub><mi>R</mi><mi>g</mi></msub><mo>(</mo><mi>a</mi><mo>−</mo><mi>b</mi><mi>coth</mi><mi>b</mi><mi>S</mi><mi>h</mi><mo>)</mo></mrow><mrow><mi>a</mi><mo>−</mo><msub><mi>R</mi><mi>g</mi></msub><mo>+</mo><mi>b</mi><mi>coth</mi><mi>b</mi><mi>S</mi><mi>h</mi></mrow></mfrac><mo>,</mo><mspace width="1em"/><mi>a</mi><mo>=</mo><mn>1</mn><mo>+</mo><mfrac><mi>K</mi><mi>S</mi></mfrac><mo>,</mo><mspace width="1em"/><mi>b</mi><mo>=</mo><msqrt><mrow><msup><mi>a</mi><mn>2</mn></msup><mo>−</mo><mn>1</mn></mrow></msqrt></math>`,
		Words:  "In each channel of linear light. K/S follows from the paint's own colour; how much a coat scatters, S h, from the coats in which it hides black and white alike.",
		Source: "Kubelka & Munk 1931; ISO 6504-3 for what counts as hidden", Kind: string(fact.FromMemory),
	},
	{
		ID: "squint", Title: "What half-closed eyes see of a line",
		MathML: `<math><mi>kept</mi><mo>=</mo><mi>erf</mi><mfrac><mi>w</mi><mrow><mn>2</mn><msqrt><mn>2</mn></msqrt><mi>s</mi></mrow></mfrac></math>`,
		Words:  "A line of width w keeps that share of its contrast under a blur of s, eight arc minutes at arm's length. What is left is told as a colour difference CIEDE2000.",
		Source: "a Gaussian blur; acuity of one arc minute", Kind: string(fact.FromMemory),
	},
	{
		ID: "gloss", Title: "Gloss of a texture",
		MathML: `<math><mi>G</mi><mo>=</mo><msub><mi>G</mi><mn>0</mn></msub><msup><mi>e</mi><mrow><mo>−</mo><msup><mrow><mo>(</mo><mn>4</mn><mi>π</mi><mi>s</mi><mi>cos</mi><mn>60</mn><mo>°</mo><mo>/</mo><mi>λ</mi><mo>)</mo></mrow><mn>2</mn></msup></mrow></msup></math>`,
		Words:  "Light is mirrored less the rougher the surface is for its wavelength. How rough a texture is, is tied to the usual sheens.",
		Source: "Bennett & Porteus 1961; ISO 2813 for the angle and the scale", Kind: string(fact.FromMemory),
	},
}
