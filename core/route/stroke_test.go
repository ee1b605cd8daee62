package route_test

import (
	"testing"

	"inkysparrow/core/route"
)

// T13, common practice, no source: three strokes along the airflow, four where the cloth crosses the lines first; every answer of the school
// is a stroke with words of its own, and nothing said means along.
func TestStrokes(t *testing.T) {
	words := map[string]bool{}
	for _, a := range route.StrokeSchool().Answers {
		stroke := route.Stroke(a.ID)
		want := 4
		if route.Along(stroke) {
			want = 3
		}
		if got := route.Strokes(stroke); got != want {
			t.Errorf("%s takes %d strokes, want %d", stroke, got, want)
		}
		words[stroke.Words()] = true
		about := map[route.Stroke][2]float64{route.AlongAirflow: {0.02, 0.04}, route.PressedAcross: {0.015, 0.025}}[stroke]
		if about[1] == 0 {
			about = [2]float64{0.12, 0.18}
		}
		if loss := route.LineLoss(stroke); loss < about[0] || loss > about[1] {
			t.Errorf("%s takes %.3f out of a line, want %v", stroke, loss, about)
		}
	}
	if len(words) != 4 || !route.Along("") || route.Along(route.InCircles) || route.Along(route.AcrossFirst) {
		t.Errorf("strokes are called %v", words)
	}
}
