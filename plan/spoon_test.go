package plan_test

import (
	"context"
	"strings"
	"testing"
	"time"

	"inkysparrow/plan"
)

// A spoon is a zone of its own that is done: its film dries, is looked at, and tells of the product; the route of the model is as it was.
func TestSpoon(t *testing.T) {
	f := routeOf(t, "b: base-coat acrylic done 90h", "f: flat-coat flat at 26h")
	at := start.Add(time.Hour)
	got, words, err := f.AsOf(at).Spoon("f")
	if err != nil || !strings.HasPrefix(words, "Painted a spoon with ") || len(got.Zones) != 2 || got.Zones[1].Steps[0].Done == nil {
		t.Fatalf("%q, %+v, %v", words, got.Zones, err)
	}
	e, err := plan.TonightOf(context.Background(), []plan.File{got}, at.Add(time.Minute), nil)
	if err != nil {
		t.Fatal(err)
	}
	if r := e.Report(0); len(r.Running) != 1 || r.Running[0].Zone != "spoon" {
		t.Errorf("running %+v", r.Running)
	}
	again, _, err := got.AsOf(at).Spoon("f")
	if err != nil || again.Zones[2].ID == "spoon" {
		t.Errorf("a second spoon: %v", err)
	}
	for _, bad := range []string{"no-such", ""} {
		if _, _, err := f.AsOf(at).Spoon(bad); err == nil {
			t.Errorf("a spoon of %q", bad)
		}
	}
}
