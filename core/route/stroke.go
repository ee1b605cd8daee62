package route

import (
	"inkysparrow/core/fact"
)

var (
	strokesAlong  = Numbers.Number("strokes-along", 3, "strokes", "strokes of a wipe along the airflow", fact.Bench("T13"))
	strokesAcross = Numbers.Number("strokes-across", 4, "strokes", "strokes of a wipe across first or in circles", fact.Bench("T13"))
)

var disputed = fact.Bench("disputed: some have seen cloth empty a shallow groove that it crosses, some wipe across just to press the wash in, since fibres bridge it")

// lineLoss is what a whole wipe takes out of a line once the wash is dry, by the stroke: the school's own figure.
var lineLoss = map[Stroke]float64{
	AlongAirflow:  Numbers.Number("line-loss-along", 0.03, "", "share of a dry wash that strokes along the airflow take out of its lines", disputed),
	AcrossFirst:   Numbers.Number("line-loss-across", 0.15, "", "the same, across the lines at 45 degrees first: empties shallow ones", disputed),
	InCircles:     Numbers.Number("line-loss-circular", 0.15, "", "the same, in circles", disputed),
	PressedAcross: Numbers.Number("line-loss-pressed", 0.02, "", "the same, across to press it in: the fibres bridge the line", disputed),
}

// LineLoss returns the share of a dry wash that a wipe with that stroke takes out of the lines, 0 to 1.
func LineLoss(s Stroke) float64 {
	if s == "" {
		s = AlongAirflow
	}
	return lineLoss[s]
}

// Stroke is how the cloth of a wipe moves; empty for along the airflow.
type Stroke string

// The strokes.
const (
	AlongAirflow  Stroke = "airflow"
	AcrossFirst   Stroke = "across-then-airflow"
	InCircles     Stroke = "circular"
	PressedAcross Stroke = "pressed-across"
)

// Words is how a stroke is called in a sentence.
func (s Stroke) Words() string {
	switch s {
	case AcrossFirst:
		return "across, then with the airflow"
	case InCircles:
		return "in circles, then with the airflow"
	case PressedAcross:
		return "across to press it in, then with the airflow"
	}
	return "with the airflow"
}

// StrokeSchool returns the question of how a cloth moves, whose answers are all the strokes there are.
func StrokeSchool() School {
	s, _ := SchoolNamed(StrokeWay)
	return s
}

// Strokes is how many strokes a way of wiping takes.
func Strokes(way Stroke) int {
	if Along(way) {
		return int(strokesAlong)
	}
	return int(strokesAcross)
}

// Along reports whether a way of wiping stays with the airflow; it is what is done when nothing is said.
func Along(way Stroke) bool { return way == "" || way == AlongAirflow }
