package route

import (
	"inkysparrow/core/fact"
)

var (
	strokesAlong  = Numbers.Number("strokes-along", 3, "strokes", "strokes of a wipe along the airflow", fact.Bench("T13"))
	strokesAcross = Numbers.Number("strokes-across", 4, "strokes", "strokes of a wipe across first or in circles", fact.Bench("T13"))
)

// StrokeSchool returns the question of how a cloth moves, whose answers are all the strokes there are.
func StrokeSchool() School {
	s, _ := SchoolNamed("stroke")
	return s
}

// Strokes is how many strokes a way of wiping takes.
func Strokes(way string) int {
	if Along(way) {
		return int(strokesAlong)
	}
	return int(strokesAcross)
}

// Along reports whether a way of wiping stays with the airflow; it is what is done when nothing is said.
func Along(way string) bool { return way == "" || way == "airflow" }
