package plan_test

import (
	"context"
	"errors"
	"slices"
	"testing"

	"inkysparrow/core/coating"
	"inkysparrow/core/rule"
	"inkysparrow/plan"
)

// What could be added to a zone is what its airframe leaves there, no step of it makes and the build's products do; put in, it is no longer told, and it lays something.
func TestMore(t *testing.T) {
	f := plan.File{
		Format: plan.Format, Build: plan.Build{Name: "t", Scale: 48, Start: start}, Sessions: []plan.Session{{Days: []plan.Day{"mon", "tue", "wed", "thu", "fri", "sat", "sun"}, From: "18:00", To: "23:00"}},
		Airframe: &plan.Airframe{Type: "mid-twin"},
		Products: []plan.Product{
			{ID: "grey", Name: "Grey", Kind: coating.Paint, Family: "waterborne-acrylic", Colour: "#8a9096"},
			{ID: "pale", Name: "Pale oil", Kind: coating.Oil, Family: "artist-oil", Colour: "#9a9c9e"},
			{ID: "dark", Name: "Dark oil", Kind: coating.Oil, Family: "artist-oil", Colour: "#241f1a"},
		},
		Zones: []plan.Zone{
			{ID: "upper", Name: "Upper surfaces", Steps: []plan.Step{{ID: "a", Do: "base-coat", Product: "grey"}, {ID: "b", Do: "oil-dots", Product: "pale"}}},
			{ID: "under", Name: "Underside", Steps: []plan.Step{{ID: "c", Do: "base-coat", Product: "grey"}}},
		},
	}
	more := func(ctx context.Context, f plan.File) []plan.More {
		p, err := f.Resolve()
		if err != nil {
			t.Fatal(err)
		}
		all, err := f.More(ctx, rule.Lay(p))
		if ctx.Err() == nil && err != nil {
			t.Fatal(err)
		}
		return all
	}
	has := func(all []plan.More, zone, do, of string) *plan.More {
		if i := slices.IndexFunc(all, func(m plan.More) bool { return m.Zone == zone && m.Do == do && m.Of == of }); i >= 0 {
			return &all[i]
		}
		return nil
	}
	all := more(context.Background(), f)
	streak := has(all, "under", "streak", "")
	if streak == nil || streak.Product != "dark" {
		t.Fatalf("no streaks of the darker oil for the underside: %+v", all)
	}
	for _, m := range all {
		if m.Of == "gas" {
			t.Errorf("a twin without guns can show their gas: %+v", m)
		}
		if m.Do == "pencil" {
			t.Errorf("with no pencil there is pencil wear: %+v", m)
		}
	}
	if has(all, "upper", "oil-dots", "") != nil || has(all, "under", "oil-dots", "") == nil {
		t.Errorf("oil dots of the upper side are there, of the underside not: %+v", all)
	}
	for _, m := range all {
		step := plan.Step{Do: plan.Do(m.Do), Product: m.Product}
		if m.Of != "" {
			step.Stain = &plan.StainHow{Of: m.Of}
		}
		with, _, err := f.Edit(plan.Edit{Do: "put-step", Zone: m.Zone, Step: &step})
		if err != nil {
			t.Fatalf("%+v: %v", m, err)
		}
		if has(more(context.Background(), with), m.Zone, m.Do, m.Of) != nil {
			t.Errorf("%+v is still told when it is there", m)
		}
	}
	ctx, cancel := context.WithCancel(context.Background())
	cancel()
	p, _ := f.Resolve()
	if _, err := f.More(ctx, rule.Lay(p)); !errors.Is(err, context.Canceled) {
		t.Errorf("nobody waits, and yet: %v", err)
	}
}
