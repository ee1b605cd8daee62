// Package rescue finds out why something went wrong with a zone: from what is seen of it, and from what the engine knows of each step as it was really done. It weighs causes, proposes the one
// question that is worth asking, and tells what each remedy would cost here, what it endangers and how long it is still possible. Evenings are its one unit: of work, of waiting, of harm.
package rescue

import (
	"cmp"
	"maps"
	"math"
	"slices"

	"inkysparrow/core/fact"
)

// Numbers is the table behind this package.
var Numbers fact.Table

// Judged is the evidence for the tables of this package.
var Judged = fact.Bench("what finishers say; every figure is judged, none measured: told as ranks and words")

var (
	evening   = Numbers.Number("rescue-evening", 120, "min", "work that counts as an evening", Judged)
	waiting   = Numbers.Number("rescue-waiting", 0.35, "evenings", "what an evening of waiting costs, since other work fills it", Judged)
	liquor    = Numbers.Number("rescue-ml", 0.02, "evenings/ml", "what a millilitre costs", Judged)
	power     = Numbers.Number("rescue-detail-power", 0.7, "", "power on what is told and answered: answers are not independent of each other", Judged)
	least     = Numbers.Number("rescue-detail-least", 0.04, "", "least chance of a detail or an answer: people err", Judged)
	otherwise = Numbers.Number("rescue-answer-otherwise", 0.3, "", "chance of a yes for a cause of which a test says nothing", Judged)
	worthFrom = Numbers.Number("rescue-question-worth", 0.02, "evenings", "what an answer has to be worth before it is asked for", Judged)
	offerFrom = Numbers.Number("rescue-offer", 0.15, "", "chance of success from which a remedy is offered", Judged)
)

// The tables' own figures are rows as well, so that the Workings print them.
var _ = func() bool {
	for _, s := range symptoms {
		Numbers.Number("living-"+s.ID, s.Living, "evenings", "what it costs to live with it: "+s.Short, Judged)
	}
	for _, c := range causes {
		Numbers.Number("cause-"+c.ID, c.Base, "", "chance where nothing speaks for it: "+c.Words, Judged)
	}
	for _, r := range remedies {
		Numbers.Number("remedy-"+r.ID, r.Price(0), "evenings", "what it costs where nothing below is bitten: "+r.Words, Judged)
	}
	return true
}()

// Where is where it is seen.
type Where string

// When is since when.
type When string

// WhereWords, WhenWords and LookWords are one of each with its words.
type (
	WhereWords struct {
		ID    Where
		Words string
	}
	WhenWords struct {
		ID    When
		Words string
	}
	LookWords struct{ ID, Words string }
)

// Wheres, Whens and Looks are all of them.
var (
	Wheres = []WhereWords{{"open", "on the open skin"}, {"edge", "at edges"}, {"line", "along lines"}, {"decal", "at decals"}, {"patch", "in patches"}, {"all", "all over"}}
	Whens  = []WhenWords{{"at-once", "at once"}, {"while-drying", "while it dried"}, {"day-or-later", "a day later or more"}}
	Looks  = []LookWords{{"dull", "dull"}, {"bare", "bare"}, {"shiny", "shiny"}, {"dark", "dark"}, {"pale", "pale"}, {"rough", "rough"}, {"wrinkled", "wrinkled"}, {"cracked", "cracked"}}
)

// Symptoms returns all symptoms, in the order of work.
func Symptoms() []*Symptom { return symptoms }

// Tests returns all questions and tests.
func Tests() []*Test { return tests }

// Other is the cause that always stays.
const Other = "other"

func named[T any](all []*T, id func(*T) string, want string) *T {
	for _, x := range all {
		if id(x) == want {
			return x
		}
	}
	return nil
}

// SymptomNamed returns the symptom with that id; nil for none. So do the others.
func SymptomNamed(id string) *Symptom {
	return named(symptoms, func(s *Symptom) string { return s.ID }, id)
}

// CauseNamed returns the cause with that id; nil for none.
func CauseNamed(id string) *Cause { return named(causes, func(c *Cause) string { return c.ID }, id) }

// RemedyNamed returns the remedy with that id; nil for none.
func RemedyNamed(id string) *Remedy {
	return named(remedies, func(r *Remedy) string { return r.ID }, id)
}

// TestNamed returns the test with that id; nil for none.
func TestNamed(id string) *Test { return named(tests, func(t *Test) string { return t.ID }, id) }

// Told is what somebody tells of it; what is left out is not known.
type Told struct {
	Where   Where
	When    When
	Look    string
	Rubs    *bool
	Tacky   *bool
	Answers map[string]bool // by test
}

// Chance is a cause with how likely it is.
type Chance struct {
	*Cause
	Computed float64 // what the engine computed of it
	Chance   float64
}

// Because returns the causes of a symptom with their chances, the likeliest first: what the engine computed of each, times how what is told fits. They add up to 1, and something else is always
// among them. risks are the engine's, by cause; what it knows nothing of is left out.
func (s *Symptom) Because(told Told, risks map[string]float64) []Chance {
	all := make([]Chance, 0, len(s.Causes))
	sum := 0.0
	for _, l := range s.Causes {
		c := CauseNamed(l.Cause)
		risk := min(1, max(0, risks[l.Cause]))
		p := 1 - (1-c.Base)*(1-min(risk, riskMost))
		weight := p / (1 - p) * l.Shows * c.fits(told)
		all = append(all, Chance{c, risk, weight})
		sum += weight
	}
	for i := range all {
		all[i].Chance /= sum
	}
	slices.SortStableFunc(all, func(a, b Chance) int { return cmp.Compare(b.Chance, a.Chance) })
	return all
}

var riskMost = Numbers.Number("rescue-risk-most", 0.98, "", "most that a computed risk counts: the engine errs too", Judged)

// fits is how well what is told fits a cause.
func (c *Cause) fits(t Told) float64 {
	fit := 1.0
	add := func(p float64) { fit *= math.Pow(min(1-least, max(least, p)), power) }
	if t.Where != "" {
		add(c.Where[t.Where])
	}
	if t.When != "" {
		add(c.When[t.When])
	}
	if t.Look != "" {
		add(c.Look[t.Look])
	}
	either := func(yes *bool, p float64) {
		switch {
		case yes == nil:
		case *yes:
			add(p)
		default:
			add(1 - p)
		}
	}
	either(t.Rubs, c.Rubs)
	either(t.Tacky, c.Tacky)
	for _, id := range slices.Sorted(maps.Keys(t.Answers)) {
		yes := t.Answers[id]
		either(&yes, c.yes(id))
	}
	return fit
}

// yes is the chance that a test says yes where this is the cause.
func (c *Cause) yes(test string) float64 {
	if p, ok := c.Tests[test]; ok {
		return p
	}
	if c.ID == Other {
		return 0.5
	}
	return otherwise
}

// entropy is what is not known yet, in bits.
func entropy(all []Chance) (bits float64) {
	for _, c := range all {
		if c.Chance > 0 {
			bits -= c.Chance * math.Log2(c.Chance)
		}
	}
	return bits
}

// Price returns what a remedy costs whether it works or not, in evenings. bites is the chance that its own liquid harms what lies below today.
func (r *Remedy) Price(bites float64) float64 {
	return r.Minutes/evening + waiting*r.Evenings + liquor*r.ML + r.harms(bites)*r.Harm
}

// harms is the chance that it does harm here.
func (r *Remedy) harms(bites float64) float64 { return 1 - (1-r.Harms)*(1-min(1, max(0, bites))) }

// success is the chance that a remedy mends it: one it has for each cause. turned is how often it did before.
func success(id string, all []Chance, turned Turned) (p float64) {
	for _, c := range all {
		p += c.Chance * c.mends(id, turned)
	}
	return p
}

func (c *Cause) mends(remedy string, turned Turned) float64 {
	for _, m := range c.Mends {
		if m.Remedy == remedy {
			return turned.of(remedy, m.Success)
		}
	}
	return 0
}

// Turned is how often remedies worked, and how often they did not: counts, by remedy.
type Turned map[string][2]int

var pseudo = Numbers.Number("rescue-pseudo-cases", 10, "cases", "how much a judged success weighs against what turned out", Judged)

// of moves a judged success by what turned out.
func (t Turned) of(remedy string, judged float64) float64 {
	n := t[remedy]
	return (judged*pseudo + float64(n[0])) / (pseudo + float64(n[0]+n[1]))
}

// failed is how likely the causes are once a remedy has failed.
func failed(id string, all []Chance, turned Turned) []Chance {
	out := slices.Clone(all)
	sum := 0.0
	for i := range out {
		out[i].Chance *= 1 - out[i].mends(id, turned)
		sum += out[i].Chance
	}
	for i := range out {
		if sum > 0 {
			out[i].Chance /= sum
		}
	}
	return out
}

// Way is a remedy as it stands here.
type Way struct {
	*Remedy
	Success float64
	Price   float64 // evenings
	Loss    float64 // evenings that are expected to be lost with it: its price, and what follows where it fails
	Bites   float64 // chance that its own liquid harms what lies below today
}

// Harmful reports whether it is a stop by the rules.
func (w *Way) Harmful() bool { return w.Bites >= stopFrom }

var stopFrom = Numbers.Number("rescue-stop", 0.5, "", "chance of harm to what lies below from which a remedy is a stop", fact.Bench("as the verdicts have it: likelier than not"))

// Leave is the remedy that always is there.
const Leave = "leave"

// Ways returns what may be done, the least expected loss first; leaving it is always among them, and what has hardly a chance is not. living is what it costs to live with it; bites the chance that a
// remedy's liquid harms what lies below today, by remedy.
func Ways(all []Chance, living float64, bites map[string]float64, turned Turned) []Way {
	ids := map[string]bool{}
	for _, c := range all {
		for _, m := range c.Mends {
			ids[m.Remedy] = true
		}
	}
	price := func(id string) float64 { return RemedyNamed(id).Price(bites[id]) }
	ways := []Way{{Remedy: RemedyNamed(Leave), Loss: living}}
	for id := range ids {
		p := success(id, all, turned)
		if p < offerFrom {
			continue
		}
		next, then := living, failed(id, all, turned)
		for other := range ids { // one more, given that this one failed
			if other != id {
				next = min(next, price(other)+(1-success(other, then, turned))*living)
			}
		}
		ways = append(ways, Way{RemedyNamed(id), p, price(id), price(id) + (1-p)*next, bites[id]})
	}
	slices.SortFunc(ways, func(a, b Way) int { return cmp.Or(cmp.Compare(a.Loss, b.Loss), cmp.Compare(a.ID, b.ID)) })
	return ways
}

// given returns the causes after an answer, and how likely that answer is.
func given(all []Chance, test string, yes bool) (after []Chance, p float64) {
	after = slices.Clone(all)
	sum := 0.0
	for i := range after {
		is := after[i].yes(test)
		if !yes {
			is = 1 - is
		}
		p += all[i].Chance * is
		after[i].Chance *= math.Pow(min(1-least, max(least, is)), power)
		sum += after[i].Chance
	}
	for i := range after {
		after[i].Chance /= sum
	}
	return after, p
}

// Asked is a question with what its answer is worth.
type Asked struct {
	*Test
	Bits    float64
	Worth   float64 // evenings
	YesSays string  // the likeliest cause after a yes
	NoSays  string
}

// Ask returns the question whose answer is worth most, free ones first; nil where none changes what to do. told is what was told so far.
func (s *Symptom) Ask(told Told, risks, bites map[string]float64, turned Turned) *Asked {
	now := s.Because(told, risks)
	best := func(all []Chance) float64 { return Ways(all, s.Living, bites, turned)[0].Loss }
	is := best(now)
	var top *Asked
	for _, t := range tests {
		if _, done := told.Answers[t.ID]; done || !slices.ContainsFunc(now, func(c Chance) bool { _, ok := c.Tests[t.ID]; return ok }) {
			continue
		}
		yes, pYes := given(now, t.ID, true)
		no, pNo := given(now, t.ID, false)
		a := &Asked{Test: t, Bits: max(0, entropy(now)-pYes*entropy(yes)-pNo*entropy(no)), YesSays: likeliest(yes), NoSays: likeliest(no)}
		a.Worth = is - pYes*best(yes) - pNo*best(no) - t.Minutes/evening - waiting*t.Waits - t.Harms*t.Harm
		if a.Worth <= worthFrom {
			continue
		}
		if top == nil || top.Cost() > a.Cost() || top.Cost() == a.Cost() && a.Worth > top.Worth {
			top = a
		}
	}
	return top
}

// Cost is what a test costs, evenings.
func (t *Test) Cost() float64 { return t.Minutes/evening + waiting*t.Waits + t.Harms*t.Harm }

func likeliest(all []Chance) string {
	return slices.MaxFunc(all, func(a, b Chance) int { return cmp.Compare(a.Chance, b.Chance) }).ID
}
