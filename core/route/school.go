package route

import (
	"slices"

	"inkysparrow/core/wash"
)

// Question names a question on which practitioners disagree.
type Question string

// The questions.
const (
	DecalsAndWash          Question = "decals_and_wash"
	WashWay                Question = "wash"
	WipedWhen              Question = "wipe"
	StrokeWay              Question = "stroke"
	UnderWash              Question = "under_wash"
	AcrylicUnderEnamelWash Question = "acrylic_under_enamel_wash"
	UnderOils              Question = "under_oils"
	OverOils               Question = "over_oils"
	ChipWay                Question = "chips"
	ShadeWay               Question = "shade"
	GlossWhere             Question = "gloss"
	StrengthOf             Question = "strength"
	ExhaustWay             Question = "exhaust"
)

// Choice names an answer to a question. The same word may answer several.
type Choice string

// The answers.
const (
	AfterDecals      Choice = "after-decals"
	BeforeDecals     Choice = "before-decals"
	ByPin            Choice = "pin"
	ByOverall        Choice = "overall"
	BySpray          Choice = "sprayed"
	BySludge         Choice = "sludge"
	WhenTouchDry     Choice = "touch-dry"
	WhenDry          Choice = "dry"
	WhenWet          Choice = "wet"
	WhenFlashed      Choice = "flashed"
	NextDay          Choice = "next-day"
	OverGloss        Choice = "gloss"
	OverSatin        Choice = "satin"
	OverFlat         Choice = "flat"
	OverBare         Choice = "bare"
	GlossThenFlat    Choice = "gloss-then-flat"
	NothingOver      Choice = "nothing"
	ByMedium         Choice = "medium"
	ByWipingBack     Choice = "wiped-acrylic"
	ByPainting       Choice = "painted"
	EvenCover        Choice = "even"
	ByPanels         Choice = "panels"
	Unshaded         Choice = "none"
	GlossAll         Choice = "whole"
	GlossUnderDecals Choice = "under-decals"
	ServiceWorn      Choice = "service-worn"
	Restrained       Choice = "restrained"
	Heavy            Choice = "heavy"
	ByAirbrush       Choice = "airbrush"
	ByPastel         Choice = "pastel"
	ByOil            Choice = "oil"
)

// School is a question on which practitioners disagree, with its answers; the first answer is taken when a plan says nothing.
type School struct {
	ID       Question
	Question string
	Answers  []Answer
}

// Answer is one way to do it, with what it costs.
type Answer struct {
	ID          Choice
	Words, Cost string
}

var schools = []School{
	{DecalsAndWash, "Wash before or after the decals", []Answer{
		{AfterDecals, "after them, sealed", "one more clear coat; the markings weather with the model"},
		{BeforeDecals, "before them, touched in later", "no seal needed; lines stop at the markings"},
	}},
	{WashWay, "How the wash goes on", []Answer{
		{ByPin, "only into the detail", "slower to put on, little to wipe"},
		{ByOverall, "brushed overall", "fast to put on, all of it to wipe"},
		{BySpray, "sprayed in light layers", "grime rather than lines"},
		{BySludge, "as a sludge", "no solvent at all, much to wipe"},
	}},
	{WipedWhen, "When the wash is wiped", []Answer{
		{WhenTouchDry, "as soon as it is touch-dry", "a window to keep"},
		{WhenDry, "after it is completely dry", "no hurry; a cloth damp with remover"},
		{WhenWet, "at once, while wet", "pulls some out of the line"},
		{WhenFlashed, "as soon as the thinner has flashed", "for oils, helped by warm air"},
		{NextDay, "the next day", "for oils; no hurry, one evening more"},
	}},
	{StrokeWay, "How the cloth moves", []Answer{
		{Choice(AlongAirflow), "along the airflow only", "leaves the most in the line"},
		{Choice(AcrossFirst), "across the line first, then along the airflow", "cleaner, empties shallow lines"},
		{Choice(PressedAcross), "across to press it in, then along the airflow", "fibres bridge a narrow line and fill it, say those who do it"},
		{Choice(InCircles), "in circles, then along the airflow", "cleanest, empties shallow lines"},
	}},
	{UnderWash, "What is under the wash", []Answer{
		{OverGloss, "gloss", "wipes clean"},
		{OverSatin, "satin, for grime", "keeps an even tone"},
		{OverFlat, "flat, on purpose", "keeps much, hard to take off again"},
	}},
	{AcrylicUnderEnamelWash, "Enamel wash over acrylic paint", []Answer{
		{OverBare, "straight on the paint", "saves an evening; the paint must be hard"},
		{OverGloss, "over a gloss barrier", "one more coat; wipes clean"},
	}},
	{UnderOils, "What is under oils", []Answer{
		{OverFlat, "a flat coat, for grip", "they stay where they are drawn"},
		{OverGloss, "gloss, which forgives", "all of it wipes off again"},
	}},
	{OverOils, "What goes over oils", []Answer{
		{GlossThenFlat, "gloss, then flat", "two coats; even sheen"},
		{OverFlat, "flat", "one coat"},
		{NothingOver, "nothing ever again", "the oils keep their tone; they can be rubbed"},
	}},
	{ChipWay, "How chips are made", []Answer{
		{ByMedium, "a medium layer and water", "true edges; nothing over it is safe from water"},
		{ByWipingBack, "acrylic over hard lacquer, wiped back", "no medium below"},
		{ByPainting, "sponge, brush and pencil", "on top of the finish, any time"},
	}},
	{ShadeWay, "Shading", []Answer{
		{EvenCover, "even cover", "a plain base"},
		{ByPanels, "panel by panel", "slower, varied"},
		{Unshaded, "none; shaded afterwards", "for opaque gloss colours"},
	}},
	{GlossWhere, "Gloss before decals", []Answer{
		{GlossAll, "the whole model", "one sheen everywhere"},
		{GlossUnderDecals, "only where decals go", "less to spray, an edge of sheen to even out"},
	}},
	{StrengthOf, "How strong the effects are", []Answer{
		{ServiceWorn, "service-worn", "as it was flown"},
		{Restrained, "restrained", "less work, less risk"},
		{Heavy, "heavy, artistic", "more layers"},
	}},
	{ExhaustWay, "Exhaust stains", []Answer{
		{ByAirbrush, "thin airbrushed passes", "soft, permanent"},
		{ByPastel, "pastel dust", "can be undone until it is sealed"},
		{ByOil, "an oil streak", "slow to dry"},
	}},
}

// SchoolsTable returns the questions and their answers.
func SchoolsTable() []School { return schools }

// SchoolNamed returns the question with that id.
func SchoolNamed(id Question) (School, bool) {
	i := slices.IndexFunc(schools, func(s School) bool { return s.ID == id })
	if i < 0 {
		return School{}, false
	}
	return schools[i], true
}

// Has reports whether answer is one of the school's.
func (s School) Has(answer Choice) bool {
	return slices.ContainsFunc(s.Answers, func(a Answer) bool { return a.ID == answer })
}

// Schools are a plan's answers by question; an unanswered one takes the first answer.
type Schools map[Question]Choice

// Stroke returns how the plan's school has the cloth move.
func (s Schools) Stroke() Stroke { return Stroke(s.Of(StrokeWay)) }

// Cloth returns the cloth that goes with the plan's school of wiping: a wash that has dried all through wants its remover.
func (s Schools) Cloth() wash.Wetness {
	if when := s.Of(WipedWhen); when == WhenDry || when == NextDay {
		return wash.Damp
	}
	return wash.Dry
}

// Of returns the answer to a question.
func (s Schools) Of(question Question) Choice {
	if a := s[question]; a != "" {
		return a
	}
	q, ok := SchoolNamed(question)
	if !ok {
		return ""
	}
	return q.Answers[0].ID
}
