package route

import (
	"slices"
)

// School is a question on which practitioners disagree, with its answers; the first answer is taken when a plan says nothing.
type School struct {
	ID, Question string
	Answers      []Answer
}

// Answer is one way to do it, with what it costs.
type Answer struct{ ID, Words, Cost string }

var schools = []School{
	{"decals_and_wash", "Wash before or after the decals", []Answer{
		{"after-decals", "after them, sealed", "one more clear coat; the markings weather with the model"},
		{"before-decals", "before them, touched in later", "no seal needed; lines stop at the markings"},
	}},
	{"wash", "How the wash goes on", []Answer{
		{"pin", "only into the detail", "slower to put on, little to wipe"},
		{"overall", "brushed overall", "fast to put on, all of it to wipe"},
		{"sprayed", "sprayed in light layers", "grime rather than lines"},
		{"sludge", "as a sludge", "no solvent at all, much to wipe"},
	}},
	{"wipe", "When the wash is wiped", []Answer{
		{"touch-dry", "as soon as it is touch-dry", "a window to keep"},
		{"dry", "after it is completely dry", "no hurry; a cloth damp with remover"},
		{"wet", "at once, while wet", "pulls some out of the line"},
		{"flashed", "as soon as the thinner has flashed", "for oils, helped by warm air"},
		{"next-day", "the next day", "for oils; no hurry, one evening more"},
	}},
	{"stroke", "How the cloth moves", []Answer{
		{string(AlongAirflow), "along the airflow only", "leaves the most in the line"},
		{string(AcrossFirst), "across the line first, then along the airflow", "cleaner, empties shallow lines"},
		{string(InCircles), "in circles, then along the airflow", "cleanest, empties shallow lines"},
	}},
	{"under_wash", "What is under the wash", []Answer{
		{"gloss", "gloss", "wipes clean"},
		{"satin", "satin, for grime", "keeps an even tone"},
		{"flat", "flat, on purpose", "keeps much, hard to take off again"},
	}},
	{"acrylic_under_enamel_wash", "Enamel wash over acrylic paint", []Answer{
		{"bare", "straight on the paint", "saves an evening; the paint must be hard"},
		{"gloss", "over a gloss barrier", "one more coat; wipes clean"},
	}},
	{"under_oils", "What is under oils", []Answer{
		{"flat", "a flat coat, for grip", "they stay where they are drawn"},
		{"gloss", "gloss, which forgives", "all of it wipes off again"},
	}},
	{"over_oils", "What goes over oils", []Answer{
		{"gloss-then-flat", "gloss, then flat", "two coats; even sheen"},
		{"flat", "flat", "one coat"},
		{"nothing", "nothing ever again", "the oils keep their tone; they can be rubbed"},
	}},
	{"chips", "How chips are made", []Answer{
		{"medium", "a medium layer and water", "true edges; nothing over it is safe from water"},
		{"wiped-acrylic", "acrylic over hard lacquer, wiped back", "no medium below"},
		{"painted", "sponge, brush and pencil", "on top of the finish, any time"},
	}},
	{"shade", "Shading", []Answer{
		{"even", "even cover", "a plain base"},
		{"panels", "panel by panel", "slower, varied"},
		{"none", "none; shaded afterwards", "for opaque gloss colours"},
	}},
	{"gloss", "Gloss before decals", []Answer{
		{"whole", "the whole model", "one sheen everywhere"},
		{"under-decals", "only where decals go", "less to spray, an edge of sheen to even out"},
	}},
	{"strength", "How strong the effects are", []Answer{
		{"service-worn", "service-worn", "as it was flown"},
		{"restrained", "restrained", "less work, less risk"},
		{"heavy", "heavy, artistic", "more layers"},
	}},
	{"exhaust", "Exhaust stains", []Answer{
		{"airbrush", "thin airbrushed passes", "soft, permanent"},
		{"pastel", "pastel dust", "can be undone until it is sealed"},
		{"oil", "an oil streak", "slow to dry"},
	}},
}

// SchoolsTable returns the questions and their answers.
func SchoolsTable() []School { return schools }

// SchoolNamed returns the question with that id.
func SchoolNamed(id string) (School, bool) {
	i := slices.IndexFunc(schools, func(s School) bool { return s.ID == id })
	if i < 0 {
		return School{}, false
	}
	return schools[i], true
}

// Has reports whether answer is one of the school's.
func (s School) Has(answer string) bool {
	return slices.ContainsFunc(s.Answers, func(a Answer) bool { return a.ID == answer })
}

// Schools are a plan's answers by question; an unanswered one takes the first answer.
type Schools map[string]string

// Stroke returns how the plan's school has the cloth move.
func (s Schools) Stroke() Stroke { return Stroke(s.Of("stroke")) }

// Of returns the answer to a question.
func (s Schools) Of(question string) string {
	if a := s[question]; a != "" {
		return a
	}
	q, ok := SchoolNamed(question)
	if !ok {
		return ""
	}
	return q.Answers[0].ID
}
