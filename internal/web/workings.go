package web

import (
	"fmt"
	"strings"
	"sync"

	"inkysparrow/core/airframe"
	"inkysparrow/core/bench"
	"inkysparrow/core/draft"
	"inkysparrow/core/guide"
	"inkysparrow/core/learn"
	"inkysparrow/core/rule"
	"inkysparrow/core/swab"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/chance"
	"inkysparrow/core/choose"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/cure"
	"inkysparrow/core/decal"
	"inkysparrow/core/dose"
	"inkysparrow/core/effect"
	"inkysparrow/core/fact"
	"inkysparrow/core/finish"
	"inkysparrow/core/follow"
	"inkysparrow/core/gloss"
	"inkysparrow/core/look"
	"inkysparrow/core/mix"
	"inkysparrow/core/photo"
	"inkysparrow/core/picture"
	"inkysparrow/core/pigment"
	"inkysparrow/core/rescue"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

func (s *Server) workings(c fiber.Ctx) error {
	c.Set(fiber.HeaderCacheControl, "no-cache")
	return c.JSON(workings())
}

// workings are all that the engine computes with, from its own tables; they never change while the program runs.
var workings = sync.OnceValue(func() wire.Workings {
	var w wire.Workings
	add := func(name string, rows []wire.Working) {
		w.Groups = append(w.Groups, wire.WorkingGroup{Name: name, Rows: rows})
	}
	add("Rules", rulesTable())
	add("What one sees when it went wrong", mishapsTable())
	add("Formulas", formulas)
	add("Families of film", familiesTable())
	add("How films harden", mechanismsTable())
	add("Liquids", liquidsTable())
	add("Pure liquids", componentsTable())
	add("Kinds of contact", contactsTable())
	add("Kinds of step", techniquesTable())
	add("Schools", schoolsTable())
	add("Constants", numbersTable())
	return w
})

// working begins a row with its evidence.
func working(id, title string, e fact.Evidence) wire.Working {
	return wire.Working{ID: id, Title: say.Capital(title), Evidence: string(e.Kind), Source: e.Source}
}

func rulesTable() (rows []wire.Working) {
	for _, r := range rule.Every().All {
		w := working(r.ID, r.Title, r.Evidence)
		w.Words = r.Reason
		if r.Open != nil {
			w.Figures = "time can satisfy it"
		}
		rows = append(rows, w)
	}
	return rows
}

func mishapsTable() (rows []wire.Working) {
	for _, x := range rescue.Symptoms() {
		w := working(x.ID, x.Words, rescue.Judged)
		w.Words = x.First().Words + ". " + rescue.Caution
		rows = append(rows, w)
	}
	return rows
}

func familiesTable() (rows []wire.Working) {
	for _, f := range coating.Families() {
		w := working(f.ID, f.Name, f.Evidence)
		w.Words = strings.TrimSpace(fmt.Sprintf("%s Carried by %s, thinned by %s, removed by %s. How it hardens: %s.", f.Note, f.Carrier.Name, f.Thinner.Name, f.Remover.Name, f.Mechanism.Name))
		if f.IsLoose() {
			w.Words = f.Note
		} else {
			w.Figures = fmt.Sprintf("δ %.1f / %.1f / %.1f, R₀ %.1f MPa^½; carrier %.0f %%, %.0f µm wet a coat", f.Hansen.D, f.Hansen.P, f.Hansen.H, f.R0, 100*f.CarrierShare, float64(f.Wet))
			if f.Tau8 > 0 {
				w.Figures += fmt.Sprintf("; τ %.0f h at 8 µm", f.Tau8.Hours())
			}
		}
		rows = append(rows, w)
	}
	return rows
}

func mechanismsTable() (rows []wire.Working) {
	for _, m := range coating.Mechanisms() {
		w := working(m.ID, m.Name, m.Evidence)
		w.Words = m.Paragraph
		rows = append(rows, w)
	}
	return rows
}

func liquidsTable() (rows []wire.Working) {
	for _, l := range solvent.Bought() {
		w, h := working(l.ID, l.Name, l.Evidence), l.Hansen()
		var parts []string
		for _, c := range solvent.Components() {
			if share := l.Mix.Share(c); share > 0 && share < 1 {
				parts = append(parts, fmt.Sprintf("%.0f %% %s", 100*share, c.Of().Name))
			}
		}
		if len(parts) > 0 {
			w.Words = say.Capital(strings.Join(parts, ", ")) + ". "
		}
		w.Words += l.Caution
		w.Figures = fmt.Sprintf("δ %.1f / %.1f / %.1f MPa^½, %.0f cm³/mol, leaves %.2f µm a minute at 21 °C and 50 %%", h.D, h.P, h.H, l.MolarVolume(), l.Flux(climate.Room)/60)
		rows = append(rows, w)
	}
	return rows
}

func componentsTable() (rows []wire.Working) {
	for _, c := range solvent.Components() {
		p := c.Of()
		w := working(p.ID, p.Name, p.Evidence)
		w.Figures = fmt.Sprintf("δ %.1f / %.1f / %.1f MPa^½, %.1f cm³/mol, leaves %.2g times as fast as butyl acetate", p.Hansen.D, p.Hansen.P, p.Hansen.H, p.MolarVolume, p.Evaporation)
		if p.HeatKJ > 0 {
			w.Figures += fmt.Sprintf(", %.0f kJ/mol to evaporate", p.HeatKJ)
		}
		rows = append(rows, w)
	}
	return rows
}

func contactsTable() (rows []wire.Working) {
	for _, c := range stack.Contacts() {
		w := working(c.ID, c.Name, stack.ContactEvidence())
		w.Figures = fmt.Sprintf("%.1f µm of liquid, held %.0f s, carries off %.0f %%, swells %.0f %%, digs below %.0f %% hard", float64(c.Liquid), c.Action.Seconds(), 100*c.Carry, 100*c.Swell, 100*c.Tool)
		rows = append(rows, w)
	}
	return rows
}

func techniquesTable() (rows []wire.Working) {
	for _, d := range route.Techniques() {
		w := working(d.ID, d.Name, route.TimesEvidence())
		w.Words = strings.Join(append([]string{d.Phase.String() + "."}, append(guide.Ways(d), d.Caution)...), " ")
		w.Figures = fmt.Sprintf("%.0f min, and %.0f min for 100 cm² and coat", d.Setup.Minutes(), d.Per100.Minutes())
		rows = append(rows, w)
	}
	return rows
}

func schoolsTable() (rows []wire.Working) {
	for _, s := range route.SchoolsTable() {
		var answers []string
		for _, a := range s.Answers {
			answers = append(answers, a.Words+": "+a.Cost)
		}
		w := working(string(s.ID), s.Question, fact.Bench(""))
		w.Words = say.Capital(strings.Join(answers, "; ")) + "."
		rows = append(rows, w)
	}
	return rows
}

func numbersTable() (rows []wire.Working) {
	for _, table := range []struct {
		where string
		rows  []fact.Number
	}{
		{"the room's air", climate.Numbers.Rows()},
		{"liquids", solvent.Numbers.Rows()},
		{"films", coating.Numbers.Rows()},
		{"drying and hardening", cure.Numbers.Rows()},
		{"the bite", stack.Numbers.Rows()},
		{"the verdict", verdict.Numbers.Rows()},
		{"chances, losses and waiting", chance.Numbers.Rows()},
		{"washes: the run and the wipe", wash.Numbers.Rows()},
		{"mixing", mix.Numbers.Rows()},
		{"choosing a wash", choose.Numbers.Rows()},
		{"choosing a last coat", finish.Numbers.Rows()},
		{"rescue: what is seen, why, what to do", rescue.Numbers.Rows()},
		{"photo: how far a photograph is trusted, what is measured on it", photo.Numbers.Rows()},
		{"the strip and the practice bench", swab.Numbers.Rows()},
		{"what your own films tell", learn.Numbers.Rows()},
		{"the bench", bench.Numbers.Rows()},
		{"what may follow what", follow.Numbers.Rows()},
		{"pigments: mixing and hiding", pigment.Numbers.Rows()},
		{"colour under clear and texture", colour.Numbers.Rows()},
		{"the squint", shade.Numbers.Rows()},
		{"gloss", gloss.Numbers.Rows()},
		{"amounts and the airbrush", dose.Numbers.Rows()},
		{"decals", decal.Numbers.Rows()},
		{"wear", wear.Numbers.Rows()},
		{"airframe", airframe.Numbers.Rows()},
		{"picture", picture.Numbers.Rows()},
		{"effects", effect.Numbers.Rows()},
		{"kinds of step", route.Numbers.Rows()},
		{"the schedule", timeline.Numbers.Rows()},
		{"rules", rule.Numbers.Rows()},
		{"drafts", draft.Numbers.Rows()},
		{"how it is done", guide.Numbers.Rows()},
		{"the look", look.Numbers.Rows()},
		{"plans", plan.Numbers.Rows()},
	} {
		for _, n := range table.rows {
			w := working(n.ID, n.Meaning, n.Evidence)
			w.Words = "Used for " + table.where + "."
			w.Figures = strings.TrimSpace(fmt.Sprintf("%.6g %s", n.Value, n.Unit))
			rows = append(rows, w)
		}
	}
	return rows
}

// formulas are what the engine computes with, set in type by the browser.
var formulas = []wire.Working{
	{
		ID: "leaving", Title: "A carrier leaves its film",
		MathML: `<math><mi>N</mi><mo>=</mo><mo>(</mo><msub><mi>s</mi><mn>0</mn></msub><mo>−</mo><msub><mi>s</mi><mn>1</mn></msub><mo>)</mo><mo>+</mo><mi>B</mi><mi>ln</mi><mfrac><msub><mi>s</mi><mn>0</mn></msub><msub><mi>s</mi><mn>1</mn></msub></mfrac><mo>=</mo><mo>∫</mo><mi>J</mi><mi>d</mi><mi>t</mi></math>`,
		Words:  "The work of drying N is the carrier that has to go, and what the binder holds back of it. It is done as fast as the air takes the carrier up, J.",
		Source: "Raoult's law, integrated", Evidence: string(fact.Practice),
	},
	{
		ID: "hardening", Title: "A film hardens",
		MathML: `<math><mi>α</mi><mo>=</mo><mn>1</mn><mo>−</mo><msup><mi>e</mi><mrow><mo>−</mo><mi>θ</mi><mo>/</mo><mi>τ</mi></mrow></msup><mo>,</mo><mspace width="1em"/><mi>θ</mi><mo>=</mo><mo>∫</mo><msup><mn>2</mn><mrow><mo>(</mo><mi>T</mi><mo>−</mo><mn>21</mn><mo>)</mo><mo>/</mo><mn>10</mn></mrow></msup><mi>d</mi><mi>t</mi><mo>,</mo><mspace width="1em"/><mi>τ</mi><mo>=</mo><msub><mi>τ</mi><mn>8</mn></msub><msup><mrow><mo>(</mo><mfrac><mi>h</mi><mn>8</mn></mfrac><mo>)</mo></mrow><mn>0.6</mn></msup></math>`,
		Words:  "Hours count double for every ten degrees warmer; thicker films take longer. Water-borne films are slower in damp air and stall in the cold.",
		Source: "van 't Hoff; Arrhenius", Evidence: string(fact.FromMemory),
	},
	{
		ID: "likeness", Title: "How like a liquid is to a film",
		MathML: `<math><mi>RED</mi><mo>=</mo><mfrac><msqrt><mrow><mn>4</mn><msup><mrow><mi>Δ</mi><msub><mi>δ</mi><mi>D</mi></msub></mrow><mn>2</mn></msup><mo>+</mo><msup><mrow><mi>Δ</mi><msub><mi>δ</mi><mi>P</mi></msub></mrow><mn>2</mn></msup><mo>+</mo><msup><mrow><mi>Δ</mi><msub><mi>δ</mi><mi>H</mi></msub></mrow><mn>2</mn></msup></mrow></msqrt><mrow><msub><mi>R</mi><mn>0</mn></msub><mo>(</mo><mn>1</mn><mo>−</mo><mi>c</mi><mi>α</mi><mo>)</mo></mrow></mfrac></math>`,
		Words:  "Below 1 the liquid softens the film. What a film lets near, R₀, shrinks as it hardens.",
		Source: "C. M. Hansen, 2007; the shrinking radius is ours", Evidence: string(fact.FromMemory),
	},
	{
		ID: "depth", Title: "How deep it gets",
		MathML: `<math><mi>x</mi><mo>=</mo><msqrt><mrow><mn>2</mn><mi>D</mi><mi>t</mi></mrow></msqrt><mo>,</mo><mspace width="1em"/><mi>D</mi><mo>=</mo><msub><mi>D</mi><mn>0</mn></msub><msup><mi>e</mi><mrow><mo>−</mo><mi>V</mi><mo>/</mo><msub><mi>v</mi><mi>f</mi></msub></mrow></msup></math>`,
		Words:  "Small molecules pass where large ones don't; a softened film opens, a hard one closes. t is how long the liquid stands.",
		Source: "Cohen & Turnbull 1959", Evidence: string(fact.FromMemory),
	},
	{
		ID: "lag", Title: "How long closed films hold a liquid back",
		MathML: `<math><mi>t</mi><mo>=</mo><mfrac><mn>1</mn><mn>6</mn></mfrac><msup><mrow><mo>(</mo><mo>∑</mo><mfrac><mi>L</mi><msqrt><mi>D</mi></msqrt></mfrac><mo>)</mo></mrow><mn>2</mn></msup></math>`,
		Words:  "For one film this is the diffusion time lag L²/6D. Before it, the liquid only gets through weak spots of thin coats.",
		Source: "Daynes 1920; Crank; the sum over films is ours", Evidence: string(fact.FromMemory),
	},
	{
		ID: "chance", Title: "How likely harm is to show",
		MathML: `<math><mi>c</mi><mo>=</mo><mi>Φ</mi><mfrac><mrow><mi>ln</mi><mo>(</mo><mi>N</mi><mo>/</mo><mi>t</mi><mo>)</mo></mrow><mi>s</mi></mfrac><mo>,</mo><mspace width="1em"/><msup><mi>s</mi><mn>2</mn></msup><mo>=</mo><msup><mrow><mi>pace</mi></mrow><mn>2</mn></msup><mo>+</mo><msup><mrow><mi>limit</mi></mrow><mn>2</mn></msup></math>`,
		Words:  "Products, hands and eyes differ. What needs N hours in the middle has not come about after t hours for that share of them; the spreads are standard deviations of logarithms. For a bite the dose is asked for at which a loss would just show, at eight paces of the films below.",
		Source: "the spreads are chosen to make what people report for one family", Evidence: string(fact.Practice),
	},
	{
		ID: "date", Title: "What a date costs",
		MathML: `<math><mfrac><mrow><mi>w</mi><mo>+</mo><mi>c</mi><mi>L</mi></mrow><mrow><mn>1</mn><mo>−</mo><mi>c</mi></mrow></mfrac></math>`,
		Words:  "What has been waited, w, and what may go wrong, c times the loss L, both in evenings. A mishap does not end the wait: what is repaired has to harden too, so that all of it comes again as often as it goes wrong. The session at which that is least is taken.",
		Source: "expected cost of trying until it goes well", Evidence: string(fact.Practice),
	},
	{
		ID: "standing", Title: "How wet a coat stands",
		MathML: `<math><msub><mi>w</mi><mi>n</mi></msub><mo>=</mo><mi>h</mi><mi>v</mi><mo>+</mo><mi>max</mi><mo>(</mo><mn>0</mn><mo>,</mo><msub><mi>w</mi><mrow><mi>n</mi><mo>−</mo><mn>1</mn></mrow></msub><mo>−</mo><mi>J</mi><mi>Δ</mi><mi>t</mi><mo>)</mo></math>`,
		Words:  "The carrier of a coat as it is laid, with what has not left since the one before. Wet on wet nothing leaves between; a dry mist never stands wetter than a few micrometres.",
		Source: "held to T53 and T54", Evidence: string(fact.Practice),
	},
	{
		ID: "blush", Title: "From which humidity a coat blushes",
		MathML: `<math><mi>RH</mi><mo>=</mo><mfrac><mrow><msub><mi>p</mi><mi>s</mi></msub><mo>(</mo><mi>T</mi><mo>−</mo><mi>Δ</mi><mi>T</mi><mo>)</mo></mrow><mrow><msub><mi>p</mi><mi>s</mi></msub><mo>(</mo><mi>T</mi><mo>)</mo></mrow></mfrac><mo>,</mo><mspace width="1em"/><mi>Δ</mi><mi>T</mi><mo>=</mo><mfrac><mrow><mi>J</mi><mi>H</mi></mrow><mi>α</mi></mfrac><mo>(</mo><mn>1</mn><mo>−</mo><msup><mi>e</mi><mrow><mo>−</mo><mi>t</mi><mi>α</mi><mo>/</mo><mi>C</mi></mrow></msup><mo>)</mo></math>`,
		Words:  "A solvent takes its heat H from the wall as it leaves at J; the room gives it back at α. Below the dew point water condenses in the coat. Fast solvents cool most; white spirit hardly.",
		Source: "heat balance of a thin wall; held to T39", Evidence: string(fact.Practice),
	},
	{
		ID: "wipe", Title: "What a wipe leaves",
		MathML: `<math><mi>left</mi><mo>=</mo><mfrac><mrow><mi>min</mi><mo>(</mo><mi>h</mi><mo>,</mo><mi>V</mi><mo>)</mo><msup><mi>e</mi><mrow><mo>−</mo><mi>k</mi><mi>e</mi><mi>u</mi></mrow></msup><mo>+</mo><mi>max</mi><mo>(</mo><mn>0</mn><mo>,</mo><mi>h</mi><mo>−</mo><mi>V</mi><mo>)</mo><msup><mrow><mo>(</mo><mn>1</mn><mo>−</mo><mi>l</mi><mo>)</mo></mrow><mi>k</mi></msup></mrow><mi>h</mi></mfrac></math>`,
		Words:  "What lies in the valleys V of the sheen is out of a dry cloth's reach; each of k strokes takes a share l of the rest.",
		Source: "fitted to T13 to T15", Evidence: string(fact.Practice),
	},
	{
		ID: "hiding", Title: "A thin coat over what is below",
		MathML: `<math><mi>R</mi><mo>=</mo><mfrac><mrow><mn>1</mn><mo>−</mo><msub><mi>R</mi><mi>g</mi></msub><mo>(</mo><mi>a</mi><mo>−</mo><mi>b</mi><mi>coth</mi><mi>b</mi><mi>S</mi><mi>h</mi><mo>)</mo></mrow><mrow><mi>a</mi><mo>−</mo><msub><mi>R</mi><mi>g</mi></msub><mo>+</mo><mi>b</mi><mi>coth</mi><mi>b</mi><mi>S</mi><mi>h</mi></mrow></mfrac><mo>,</mo><mspace width="1em"/><mi>a</mi><mo>=</mo><mn>1</mn><mo>+</mo><mfrac><mi>K</mi><mi>S</mi></mfrac><mo>,</mo><mspace width="1em"/><mi>b</mi><mo>=</mo><msqrt><mrow><msup><mi>a</mi><mn>2</mn></msup><mo>−</mo><mn>1</mn></mrow></msqrt></math>`,
		Words:  "In each of 16 bands of light. K and S follow from the pigments that a colour is read as; how much a coat scatters, S h, from the coats in which it hides black and white alike, where they are known.",
		Source: "Kubelka & Munk 1931; ISO 6504-3 for what counts as hidden", Evidence: string(fact.FromMemory),
	},
	{
		ID: "mixing", Title: "Paints mixed with each other",
		MathML: `<math><mfrac><mi>K</mi><mi>S</mi></mfrac><mo>=</mo><mfrac><mrow><mo>∑</mo><msub><mi>c</mi><mi>i</mi></msub><msub><mi>K</mi><mi>i</mi></msub></mrow><mrow><mo>∑</mo><msub><mi>c</mi><mi>i</mi></msub><msub><mi>S</mi><mi>i</mi></msub></mrow></mfrac></math>`,
		Words:  "Each pigment absorbs and scatters by its share c, band by band: a little of a strong one turns a lot of a white one. What a paint makes of ten parts of white, where that is known, tells how strong it is.",
		Source: "Duncan 1940, after Kubelka & Munk", Evidence: string(fact.FromMemory),
	},
	{
		ID: "squint", Title: "What half-closed eyes see of a line",
		MathML: `<math><mi>kept</mi><mo>=</mo><mi>erf</mi><mfrac><mi>w</mi><mrow><mn>2</mn><msqrt><mn>2</mn></msqrt><mi>s</mi></mrow></mfrac></math>`,
		Words:  "A line of width w keeps that share of its contrast under a blur of s, eight arc minutes at arm's length. What is left is told as a colour difference CIEDE2000.",
		Source: "a Gaussian blur; acuity of one arc minute", Evidence: string(fact.FromMemory),
	},
	{
		ID: "gloss", Title: "Gloss of a texture",
		MathML: `<math><mi>G</mi><mo>=</mo><msub><mi>G</mi><mn>0</mn></msub><msup><mi>e</mi><mrow><mo>−</mo><msup><mrow><mo>(</mo><mn>4</mn><mi>π</mi><mi>s</mi><mi>cos</mi><mn>60</mn><mo>°</mo><mo>/</mo><mi>λ</mi><mo>)</mo></mrow><mn>2</mn></msup></mrow></msup></math>`,
		Words:  "Light is mirrored less the rougher the surface is for its wavelength. How rough a texture is, is tied to the usual sheens.",
		Source: "Bennett & Porteus 1961; ISO 2813 for the angle and the scale", Evidence: string(fact.FromMemory),
	},
}
