package route

import (
	"inkysparrow/core/fact"
)

var (
	strokesAlong  = Numbers.Number("strokes-along", 3, "strokes", "strokes of a wipe along the airflow", fact.Bench("T13"))
	strokesAcross = Numbers.Number("strokes-across", 4, "strokes", "strokes of a wipe across first or in circles", fact.Bench("T13"))
)

// Stroke is how the cloth of a wipe moves; empty for along the airflow.
type Stroke string

// The strokes.
const (
	AlongAirflow Stroke = "airflow"
	AcrossFirst  Stroke = "across-then-airflow"
	InCircles    Stroke = "circular"
)

// Words is how a stroke is called in a sentence.
func (s Stroke) Words() string {
	switch s {
	case AcrossFirst:
		return "across, then with the airflow"
	case InCircles:
		return "in circles, then with the airflow"
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
