package demo

import "testing"

// The demo's photographs say that the program drew them, and one of them is laid already.
func TestPhotographs(t *testing.T) {
	all, err := shots()
	if err != nil {
		t.Fatal(err)
	}
	laid := 0
	for _, one := range all {
		if one.shows.Width != wide || len(one.shows.Thumb) == 0 || one.Caption == "" {
			t.Errorf("%s: %d pixels wide, %q", one.ID, one.shows.Width, one.Caption)
		}
		if one.Reading != "" {
			laid++
		}
	}
	if len(all) != 3 || laid != 1 {
		t.Errorf("%d photographs, %d laid", len(all), laid)
	}
}
