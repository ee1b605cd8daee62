package plan_test

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"image/png"
	"math"
	"os"
	"reflect"
	"slices"
	"strings"
	"testing"
	"time"

	validator "github.com/santhosh-tekuri/jsonschema/v6"

	"inkysparrow/core/airframe"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/plan"
)

func demoPlan(t *testing.T, name string) plan.File {
	t.Helper()
	text, err := os.ReadFile("../internal/demo/" + name + ".json")
	if err != nil {
		t.Fatal(err)
	}
	f, err := plan.Parse(text)
	if err != nil {
		t.Fatal(err)
	}
	return f
}

func edited(t *testing.T, f plan.File, e plan.Edit) plan.File {
	t.Helper()
	out, words, err := f.Edit(e)
	if err != nil {
		t.Fatalf("%s: %v", e.Do, err)
	}
	if words == "" {
		t.Errorf("%s says nothing", e.Do)
	}
	return out
}

// Areas and lines follow from the airframe, and a typed area overrules; without one a zone has to say.
func TestAreasFollow(t *testing.T) {
	f := demoPlan(t, "petrel")
	typed := f.Zones[0].AreaCM2
	f.Zones[1].AreaCM2 = 0
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	s, err := f.Shape()
	if err != nil {
		t.Fatal(err)
	}
	if p.Zones[0].AreaCM2 != typed {
		t.Errorf("typed %.1f cm², taken %.1f", typed, p.Zones[0].AreaCM2)
	}
	m := s.Measures[s.Zone("under")]
	if p.Zones[1].AreaCM2 != m.AreaCM2 || p.Zones[1].LineMM(48) != m.RecessMM() {
		t.Errorf("the underside has %.1f cm² and %.0f mm of lines, the airframe's has %.1f and %.0f", p.Zones[1].AreaCM2, p.Zones[1].LineMM(48), m.AreaCM2, m.RecessMM())
	}
	f.Zones[1].Lines = &plan.Lines{LengthMM: 321}
	if p, err = f.Resolve(); err != nil || p.Zones[1].LineMM(48) != 321 {
		t.Errorf("measured lines are not taken: %v", err)
	}
	f.Airframe = nil
	if _, err := f.Resolve(); err == nil || !strings.Contains(err.Error(), "zones[1].area_cm2") {
		t.Errorf("without an airframe: %v", err)
	}
}

// What is wrong with an airframe is told with its place.
func TestAirframeErrors(t *testing.T) {
	for place, change := range map[string]func(*plan.File){
		"airframe.zones[0].zone":  func(f *plan.File) { f.Airframe.Zones[0].Zone = "nobody" },
		"airframe.zones[1].of[0]": func(f *plan.File) { f.Airframe.Zones[1].Of = []string{"rotor"} },
		"airframe.cuts[0].line":   func(f *plan.File) { f.Airframe.Cuts = []plan.AirframeCut{{Zone: "upper", Line: "none", Into: "x"}} },
		"airframe.features[0].views[0]": func(f *plan.File) {
			f.Airframe.Features = []plan.AirframeFeature{{ID: "a", Kind: "stack", Views: []string{"front"}}}
		},
		"airframe.svg": func(f *plan.File) { f.Airframe.SVG = "<svg><script/></svg>" },
	} {
		f := demoPlan(t, "petrel")
		change(&f)
		var at *plan.FieldError
		if _, err := f.Resolve(); !errors.As(err, &at) || at.Path != place {
			t.Errorf("%s: %v", place, err)
		}
	}
}

// A zone is split along a line, keeps its route and shares its area out; joined again it is as it was. Features move; the airframe can be changed and taken away.
func TestShapeEdits(t *testing.T) {
	f := demoPlan(t, "petrel")
	split := edited(t, f, plan.Edit{Do: "split-zone", Of: "upper", Line: "frame-6", Name: "Rear fuselage"})
	last := split.Zones[len(split.Zones)-1]
	if last.Name != "Rear fuselage" || len(last.Steps) != len(f.Zones[0].Steps)-1 { // the join stays where it is
		t.Fatalf("%s with %d steps, of %d", last.Name, len(last.Steps), len(f.Zones[0].Steps))
	}
	if sum := last.AreaCM2 + split.Zones[0].AreaCM2; math.Abs(sum-f.Zones[0].AreaCM2) > 0.2 || last.AreaCM2 < 2 {
		t.Errorf("%.1f and %.1f cm² of %.1f", last.AreaCM2, split.Zones[0].AreaCM2, f.Zones[0].AreaCM2)
	}
	if last.Steps[0].Done == nil {
		t.Error("what was painted together is not done on the new zone")
	}
	back := edited(t, split, plan.Edit{Do: "join-zones", Of: last.ID, Zone: "upper"})
	if len(back.Zones) != len(f.Zones) || math.Abs(back.Zones[0].AreaCM2-f.Zones[0].AreaCM2) > 0.2 || len(back.Airframe.Cuts) != 0 {
		t.Errorf("joined again: %d zones, %.1f cm², cuts %v", len(back.Zones), back.Zones[0].AreaCM2, back.Airframe.Cuts)
	}
	if _, _, err := f.Edit(plan.Edit{Do: "split-zone", Of: "under", Line: "fin-hinge"}); err == nil {
		t.Error("the underside was split along the rudder")
	}
	moved := edited(t, f, plan.Edit{Do: "put-feature", Feature: &plan.AirframeFeature{ID: "stack-left", Kind: "stack", Name: "Exhaust, left", XMM: 33, YMM: -9, ZMM: 2, Number: 3, PaceMM: 3, SizeMM: 1.2, Fuel: "lean", Views: []string{"left"}}})
	s, err := moved.Shape()
	if err != nil {
		t.Fatal(err)
	}
	if got := s.Features[0]; got.ID != "stack-left" || got.At.X != 33 || got.Number != 3 || got.Fuel != "lean" {
		t.Errorf("%+v", got)
	}
	other := edited(t, f, plan.Edit{Do: "put-airframe", Airframe: &plan.Airframe{Type: "biplane", SpanMM: 200}})
	if s, err := other.Shape(); err != nil || s.Type != "biplane" || len(other.Airframe.Zones) == 0 {
		t.Errorf("%v", err)
	}
	none := edited(t, f, plan.Edit{Do: "put-airframe"})
	if none.Airframe != nil {
		t.Error("it is still there")
	}
	gone := edited(t, f, plan.Edit{Do: "remove-zone", Of: "tail"})
	for _, z := range gone.Airframe.Zones {
		if z.Zone == "tail" {
			t.Error("the airframe still speaks of the removed zone")
		}
	}
	drawn, err := f.Shape()
	if err != nil {
		t.Fatal(err)
	}
	svg := edited(t, none, plan.Edit{Do: "put-airframe", Airframe: &plan.Airframe{SVG: string(drawn.SVG())}})
	if p, err := svg.Resolve(); err != nil || p.Zones[0].Shape.AreaCM2 < 50 {
		t.Errorf("drawn: %v", err)
	}
}

// A plan without an airframe is drawn on a plain type; a lone zone is its whole skin.
func TestPlainShape(t *testing.T) {
	f := demoPlan(t, "petrel")
	f.Airframe = nil
	s, err := f.Shape()
	if err != nil || s.Type != airframe.Kinds()[0].ID || s.Measures[s.Zone("upper")].AreaCM2 < 50 {
		t.Fatalf("%v %v", s, err)
	}
	f.Zones = f.Zones[:1]
	lone, err := f.Shape()
	if err != nil {
		t.Fatal(err)
	}
	whole := 0.0
	for _, m := range s.Measures {
		whole += m.AreaCM2
	}
	if got := lone.Measures[0].AreaCM2; math.Abs(got-whole) > 0.03*whole {
		t.Errorf("a lone zone has %.0f cm² of %.0f", got, whole)
	}
}

// Every way that is offered changes the look or leaves a plan that can be read, and none is offered that would be the same.
func TestVariants(t *testing.T) {
	for _, name := range []string{"petrel", "lynx", "nightjar"} {
		f := demoPlan(t, name)
		ways := f.Variants()
		if len(ways) < 4 {
			t.Errorf("%s: only %v", name, ways)
		}
		was, err := f.Write()
		if err != nil {
			t.Fatal(err)
		}
		for _, w := range ways {
			other, err := f.Variant(w.ID)
			if err != nil {
				t.Fatal(err)
			}
			is, err := other.Write()
			if err != nil || bytes.Equal(is, was) {
				t.Errorf("%s %s is the same: %v", name, w.ID, err)
			}
		}
		if now, err := f.Write(); err != nil || !bytes.Equal(now, was) {
			t.Errorf("%s was changed: %v", name, err)
		}
	}
	if _, err := demoPlan(t, "petrel").Variant("painted-pink"); err == nil {
		t.Error("a way that there is none of")
	}
}

// The picture changes with the moment and the light, and its description holds against its schema.
func TestLook(t *testing.T) {
	f := demoPlan(t, "petrel")
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	tl := rule.Lay(p)
	painter, err := f.Painter()
	if err != nil {
		t.Fatal(err)
	}
	q := plan.LookQuery{At: tl.Finish, Width: 400}
	bytesOf := func(q plan.LookQuery) []byte { return must(painter.Paint(t.Context(), tl, q)).Pix }
	end := bytesOf(q)
	if !bytes.Equal(end, bytesOf(q)) {
		t.Error("the same picture twice differs")
	}
	early := q
	early.At = p.Start
	lamp := q
	lamp.Light = "lamp"
	squint := q
	squint.Minutes = 8
	for name, other := range map[string]plan.LookQuery{"two weeks before": early, "by the lamp": lamp, "with half-closed eyes": squint} {
		if bytes.Equal(end, bytesOf(other)) {
			t.Errorf("%s it looks the same", name)
		}
	}
	compiled, err := validator.NewCompiler().Compile("../docs/look.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	text, err := json.Marshal(must(painter.Look(t.Context(), tl, q)))
	if err != nil {
		t.Fatal(err)
	}
	doc, err := validator.UnmarshalJSON(bytes.NewReader(text))
	if err != nil {
		t.Fatal(err)
	}
	if err := compiled.Validate(doc); err != nil {
		t.Error(err)
	}
	halves := plan.Halves(must(painter.Frame(t.Context(), q)), must(painter.Paint(t.Context(), tl, early)), must(painter.Paint(t.Context(), tl, q)))
	var b bytes.Buffer
	if err := png.Encode(&b, halves); err != nil {
		t.Fatal(err)
	}
	for _, v := range airframe.Views { // each alone shows both
		alone := q
		alone.Views = []airframe.View{v}
		was := alone
		was.At = p.Start
		before, after := must(painter.Paint(t.Context(), tl, was)), must(painter.Paint(t.Context(), tl, alone))
		both := plan.Halves(must(painter.Frame(t.Context(), alone)), before, after).Pix
		if bytes.Equal(both, before.Pix) || bytes.Equal(both, after.Pix) {
			t.Errorf("halves of the %v view show one of them", v)
		}
	}
	were, now := must(painter.Scene(t.Context(), tl, early)), must(painter.Scene(t.Context(), tl, q))
	if n := must(painter.Differ(t.Context(), were, now, q)); n.Seen != "arm" || n.ArmDE < 5 {
		t.Errorf("two weeks of painting: %+v", n)
	}
	if n := must(painter.Differ(t.Context(), now, now, q)); n.Seen != "not" {
		t.Errorf("the same: %+v", n)
	}
}

// The skin tells its films' reasons and the step behind each; beside the aircraft there is none.
func TestAsk(t *testing.T) {
	f := demoPlan(t, "petrel")
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	tl := rule.Lay(p)
	painter, err := f.Painter()
	if err != nil {
		t.Fatal(err)
	}
	s := painter.Shape
	wing := airframe.Pt{X: 0.3 * s.SpanMM / 2, Y: 0.36 * s.LengthMM}
	spot, ok := painter.Ask(tl, airframe.Top, wing, tl.Finish)
	if !ok || spot.Zone == nil || spot.Zone.ID != "upper" || !strings.Contains(spot.Part, "wing, right") {
		t.Fatalf("%+v", spot)
	}
	var said []string
	for _, r := range spot.Reasons {
		said = append(said, r.Step.ID)
	}
	if words := strings.Join(said, " "); !strings.Contains(words, "u12") || !strings.Contains(words, "u3") {
		t.Errorf("reasons are %s", words)
	}
	early, _ := painter.Ask(tl, airframe.Top, wing, time.Date(2027, 3, 3, 0, 0, 0, 0, time.UTC))
	if len(early.Reasons) >= len(spot.Reasons) {
		t.Errorf("early on there are %d reasons, in the end %d", len(early.Reasons), len(spot.Reasons))
	}
	if _, ok := painter.Ask(tl, airframe.Top, airframe.Pt{X: s.SpanMM, Y: 0}, tl.Finish); ok {
		t.Error("something lies beside the aircraft")
	}
}

// Every scheme drafts a plan on every type, its zones have skin and its pattern the tones that it names.
func TestSchemes(t *testing.T) {
	for _, k := range airframe.Kinds() {
		t.Run(k.ID, func(t *testing.T) {
			t.Parallel()
			testSchemes(t, k)
		})
	}
}

func testSchemes(t *testing.T, k airframe.Kind) {
	for _, s := range plan.Schemes() {
		b := plan.UsualBrief()
		b.Name, b.Start = "One", time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)
		b.Airframe = &plan.Airframe{Type: plan.AirType(k.ID), Seed: 2, EdgePct: s.EdgePct, WaveMM: s.WaveMM}
		b.Zones = s.Zones
		b.Zones[0].Tones, b.Zones[0].Edge = s.Tones, "lifted"
		f, told, err := b.Plan()
		if err != nil {
			t.Fatalf("%s on %s: %v", s.ID, k.ID, err)
		}
		glass := slices.IndexFunc(f.Zones, func(z plan.Zone) bool { return z.Name == "Canopy frame" })
		if left := slices.ContainsFunc(told.Left, func(w string) bool { return strings.HasPrefix(w, "Canopy frame: this type has nothing") }); left != (glass < 0) {
			t.Errorf("%s on %s: a canopy at %d, and left out %q", s.ID, k.ID, glass, told.Left)
		}
		if glass >= 0 {
			if steps := f.Zones[glass].Steps; steps[0].Do != "mask" || steps[len(steps)-1].Do != "unmask" {
				t.Errorf("%s on %s: the glass is not under masks from first to last: %+v", s.ID, k.ID, steps)
			}
		}
		p, err := f.Resolve()
		if err != nil {
			t.Fatalf("%s on %s: %v", s.ID, k.ID, err)
		}
		for _, z := range p.Zones {
			if z.AreaCM2 < 0.1 || z.Shape.AreaCM2 < 0.1 {
				t.Errorf("%s on %s: %s has %.1f cm²", s.ID, k.ID, z.Name, z.Shape.AreaCM2)
			}
		}
		tones := 0
		for _, step := range f.Zones[0].Steps {
			if step.AreaPct > 0 && step.Do == "base-coat" {
				tones++
			}
		}
		if tones != len(s.Tones) {
			t.Errorf("%s on %s has %d tones of %d", s.ID, k.ID, tones, len(s.Tones))
		}
	}
}

// The answers that are shown as pictures are answers of their schools.
func TestShownSchools(t *testing.T) {
	for _, s := range plan.ShownSchools() {
		school, ok := route.SchoolNamed(s.ID)
		if !ok || len(s.Answers) < 2 {
			t.Fatalf("%s is no school to choose from", s.ID)
		}
		for _, a := range s.Answers {
			if !school.Has(a) {
				t.Errorf("%s has no answer %s", s.ID, a)
			}
		}
	}
}

// A plan takes the drawings that the core reads, and no others.
func TestDrawingLimits(t *testing.T) {
	for name, want := range map[string]string{"SVG": fmt.Sprintf("maxLength=%d,", airframe.MostSVG), "Features": fmt.Sprintf("maxItems=%d,", airframe.MostFeatures)} {
		if f, ok := reflect.TypeFor[plan.Airframe]().FieldByName(name); !ok || !strings.Contains(f.Tag.Get("jsonschema")+",", want) {
			t.Errorf("%s: %s, want %s", name, f.Tag, want)
		}
	}
}

// must is for what is waited for to its end.
func must[T any](made T, err error) T {
	if err != nil {
		panic(err)
	}
	return made
}
