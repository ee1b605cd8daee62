package plan_test

import (
	"slices"
	"strings"
	"testing"

	"inkysparrow/plan"
)

// A marking goes where it is dragged, turned and scaled; the others of its decal stay where they were drawn, and as large. What can't be is refused with its place.
func TestMoveMarking(t *testing.T) {
	f := demoPlan(t, "petrel")
	step := ""
	for _, z := range f.Zones {
		for _, s := range z.Steps {
			if z.ID == "upper" && s.Do == "decals" {
				step = s.ID
			}
		}
	}
	move := func(f plan.File, m plan.MarkingTo) (plan.File, error) {
		out, words, err := f.Edit(plan.Edit{Do: "move-marking", Of: step, Marking: &m})
		if err == nil && !strings.HasPrefix(words, "Moved ") {
			t.Errorf("told: %q", words)
		}
		return out, err
	}
	decals := func(f plan.File) []plan.Decal {
		for _, z := range f.Zones {
			for _, s := range z.Steps {
				if s.ID == step {
					return s.Decals
				}
			}
		}
		return nil
	}
	was := planText(t, f)
	badge := slices.IndexFunc(decals(f), func(d plan.Decal) bool { return d.WidthMM == d.HeightMM })
	got, err := move(f, plan.MarkingTo{Decal: badge, Copy: 0, To: plan.DecalAt{View: "top", XMM: 40, YMM: 70, TurnDeg: 30, Times: 1.5}})
	if err != nil {
		t.Fatal(err)
	}
	first := decals(got)[badge]
	if len(first.At) < 3 || first.At[0] != (plan.DecalAt{View: "top", XMM: 40, YMM: 70, TurnDeg: 30, Times: 1.5}) || first.At[1].View != "under" || planText(t, f) != was {
		t.Errorf("moved: %+v", first)
	}
	again, err := move(got, plan.MarkingTo{Decal: badge, Copy: 1, To: plan.DecalAt{View: "under", XMM: -30, YMM: 66}})
	if err != nil || decals(again)[badge].At[0] != first.At[0] || decals(again)[badge].At[1].XMM != -30 || decals(got)[badge].At[1] != first.At[1] {
		t.Errorf("moved once more: %+v %v", decals(again)[badge].At, err)
	}
	if p, err := again.Resolve(); err != nil || len(p.Zones) == 0 {
		t.Errorf("it can't be read again: %v", err)
	}
	for want, m := range map[string]plan.MarkingTo{
		"edit.marking.decal": {Decal: 99, To: plan.DecalAt{View: "top", XMM: 0, YMM: 70}}, "edit.marking.copy": {Copy: 99, To: plan.DecalAt{View: "top", XMM: 0, YMM: 70}},
		"edit.marking.to.view": {To: plan.DecalAt{View: "front"}}, "edit.marking.to": {To: plan.DecalAt{View: "top", XMM: 900, YMM: 70}},
	} {
		if _, err := move(f, m); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%s: %v", want, err)
		}
	}
	if _, err := move(f, plan.MarkingTo{To: plan.DecalAt{View: "top", XMM: 0, YMM: 70, Times: 40}}); err == nil {
		t.Error("a marking of forty times its size")
	}
	if _, _, err := f.Edit(plan.Edit{Do: "move-marking", Of: "u11", Marking: &plan.MarkingTo{}}); err == nil {
		t.Error("exhaust has no markings")
	}
}
