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
		if loss := route.LineLoss(stroke); loss <= 0 || loss >= 0.2 {
			t.Errorf("%s takes %.2f out of a line", stroke, loss)
		}
	}
	if len(words) != 4 || !route.Along("") || route.Along(route.InCircles) || route.Along(route.AcrossFirst) {
		t.Errorf("strokes are called %v", words)
	}
}
