package plan_test

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	validator "github.com/santhosh-tekuri/jsonschema/v6"

	"inkysparrow/core/choose"
	"inkysparrow/core/coating"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/plan"
)

func petrel(t testing.TB) (plan.File, *rule.Report) {
	t.Helper()
	text, err := os.ReadFile("../internal/demo/petrel.json")
	if err != nil {
		t.Fatal(err)
	}
	f, err := plan.Parse(text)
	if err != nil {
		t.Fatal(err)
	}
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	return f, rule.Check(p)
}

func chosen(t testing.TB, f plan.File, checked *rule.Report, q plan.WashQuery, shelf ...plan.Product) *plan.Chosen {
	t.Helper()
	c, err := f.Choose(context.Background(), checked, q, shelf...)
	if err != nil {
		t.Fatal(err)
	}
	return c
}

// The list is whole: the file's washes, one of each family, and mixes; ranks without gaps; it meets its schema; and each can be put into the plan, where
// the finish that was told is the one that comes true.
func TestWashes(t *testing.T) {
	f, checked := petrel(t)
	c := chosen(t, f, checked, plan.WashQuery{Zone: "upper", Wishes: []string{"no-smell", "strong"}})
	finish, err := c.Finish(context.Background())
	if err != nil {
		t.Fatal(err)
	}
	r := c.Report()
	var generics, mixes, washes int
	for i, x := range r.Candidates {
		if x.Rank != i+1 || len(x.Bands) != len(r.Wishes) || x.Finish == nil {
			t.Errorf("%s: rank %d, %d bands, finish %v", x.Name, x.Rank, len(x.Bands), x.Finish)
		}
		switch {
		case x.Mix:
			mixes++
		case x.Product == "":
			generics++
		default:
			washes++
		}
	}
	if generics != 6 || mixes < 5 || washes < 1 || r.Wishes[0] != "no-smell" || r.Wishes[1] != "strong" {
		t.Errorf("%d generics, %d mixes, %d washes, by %v", generics, mixes, washes, r.Wishes)
	}
	compiled, err := validator.NewCompiler().Compile("../docs/washes.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	text, _ := json.Marshal(r)
	doc, _ := validator.UnmarshalJSON(strings.NewReader(string(text)))
	if err := compiled.Validate(doc); err != nil {
		t.Error(err)
	}
	for i := range c.Judged {
		for _, add := range []bool{false, true} {
			changed, words, err := f.Edit(c.Edit(i, add, add))
			if err != nil || words == "" {
				t.Fatalf("%s: %v", c.Judged[i].Product.Name, err)
			}
			p, err := changed.Resolve()
			if err != nil {
				t.Fatal(err)
			}
			tl := timeline.Lay(p, rule.Every())
			if !add && !tl.Finish.Equal(finish[i]) {
				t.Errorf("%s: ready %v, told %v", c.Judged[i].Product.Name, tl.Finish, finish[i])
			}
			want := len(f.Zones[0].Steps)
			if add {
				want += 3 // the clear, the wash and its wipe
			}
			if got := len(changed.Zones[0].Steps); got != want {
				t.Errorf("%s, add %v: %d steps, want %d", c.Judged[i].Product.Name, add, got, want)
			}
		}
	}
	if words, err := c.Before(4, 1); err != nil || words == "" {
		t.Errorf("why: %q, %v", words, err)
	}
	if _, err := c.Before(0, len(c.Judged)); err == nil {
		t.Error("there is no such pair")
	}
}

// A wish reorders, and says so in its band; the cloth can be fixed.
func TestWashQuery(t *testing.T) {
	f, checked := petrel(t)
	quiet := chosen(t, f, checked, plan.WashQuery{Zone: "upper", Wishes: []string{"no-smell"}}).Report()
	if first := quiet.Candidates[0]; first.Smell != "no smell" || first.Bands[0] != "no smell" {
		t.Errorf("first by smell: %+v", first)
	}
	strong := chosen(t, f, checked, plan.WashQuery{Zone: "upper", Wishes: []string{"strong"}}).Report()
	if strong.Candidates[0].LineArmDE < quiet.Candidates[0].LineArmDE && strong.Candidates[0].Bands[0] != quiet.Candidates[0].Bands[0] {
		t.Errorf("first by strength: %+v", strong.Candidates[0])
	}
	left := 101.0
	for _, with := range []string{"dry", "damp", "wet"} { // T15: common practice, no source
		r := chosen(t, f, checked, plan.WashQuery{Zone: "upper", With: with}).Report()
		i := slices.IndexFunc(r.Candidates, func(x plan.Candidate) bool { return x.Family == "clay-wash" && x.Product == "" })
		if x := r.Candidates[i]; string(x.Wipe.With) != with || x.LeftPct > left || (with == "dry") != (x.Wipe.Liquid == "") {
			t.Errorf("%s: %+v leaves %.2f %%", with, x.Wipe, x.LeftPct)
		} else {
			left = x.LeftPct
		}
	}
	shelf := plan.Product{ID: "own-grey", Name: "Own grey", Kind: coating.Wash, Family: "clay-wash", Colour: "#8a8680"}
	c := chosen(t, f, checked, plan.WashQuery{Zone: "upper"}, shelf)
	i := slices.IndexFunc(c.Judged, func(j choose.Judged) bool { return j.Product.ID == "own-grey" })
	if i < 0 {
		t.Fatal("the shelf's wash is not there")
	}
	changed, _, err := f.Edit(c.Edit(i, false, false))
	if err != nil {
		t.Fatal(err)
	}
	if own := changed.Products[len(changed.Products)-1]; own.Shelf != "own-grey" {
		t.Errorf("the plan has %+v", own)
	}
	for _, bad := range []struct {
		q    plan.WashQuery
		want string
	}{
		{plan.WashQuery{Zone: "moon"}, "zone: no zone"},
		{plan.WashQuery{Zone: "upper", Wishes: []string{"magic"}}, "wish: no wish"},
		{plan.WashQuery{Zone: "upper", Wishes: []string{"safe", "safe"}}, "given twice"},
		{plan.WashQuery{Zone: "upper", With: "soaked"}, "with:"},
		{plan.WashQuery{Zone: "upper", With: "wet", Liquid: "petrol"}, "liquid: no liquid"},
		{plan.WashQuery{Zone: "upper", At: time.Date(900, 1, 1, 0, 0, 0, 0, time.UTC)}, "the year 900"},
	} {
		if _, err := f.Choose(context.Background(), checked, bad.q); err == nil || !strings.Contains(err.Error(), bad.want) {
			t.Errorf("%+v: %v", bad.q, err)
		}
	}
	ctx, stop := context.WithCancel(context.Background())
	stop()
	if _, err := f.Choose(ctx, checked, plan.WashQuery{Zone: "upper"}, shelf); !errors.Is(err, context.Canceled) {
		t.Errorf("nobody waits: %v", err)
	}
}

// A shelf of 2,000 washes and paints is judged like a small one, and nothing of it is left out.
func TestWashesOfALargeShelf(t *testing.T) {
	f, checked := petrel(t)
	var shelf []plan.Product
	for i := range 2000 {
		p := plan.Product{ID: fmt.Sprintf("own-%d", i), Name: fmt.Sprintf("Own %d", i), Kind: coating.Wash, Family: "enamel-wash", Colour: fmt.Sprintf("#%02x4a40", 20+i%200)}
		if i%4 == 0 {
			p.Kind, p.Family = coating.Paint, "lacquer"
		}
		shelf = append(shelf, p)
	}
	few := chosen(t, f, checked, plan.WashQuery{Zone: "upper"})
	c := chosen(t, f, checked, plan.WashQuery{Zone: "upper"}, shelf...)
	if got := len(c.Judged) - len(few.Judged); got != 2000 {
		t.Errorf("%d washes of the shelf's 2,000", got)
	}
	if finish, err := c.Finish(context.Background()); err != nil || finish[len(finish)-1].IsZero() {
		t.Errorf("their dates: %v", err)
	}
}

// Grime that is sprayed is not wiped, and takes the place of a wash with its wipe; how the cloth moves is asked otherwise without changing the plan.
func TestSprayedGrime(t *testing.T) {
	f, checked := petrel(t)
	c := chosen(t, f, checked, plan.WashQuery{Zone: "upper", Way: "sprayed"})
	at := c.Find("bottle:soot-wash")
	j := c.Judged[at]
	if j.Way.ID != "spray-wash" || j.Left != 1 || j.Shift < 2 || j.Shift > 15 || math.Abs(float64(j.Lies())-0.14) > 0.02 {
		t.Errorf("%s leaves %.2f and shifts by %.2f", j.Way.ID, j.Left, j.Shift)
	}
	changed, _, err := f.Edit(c.Edit(at, false, false))
	if err != nil {
		t.Fatal(err)
	}
	if n := len(changed.Zones[0].Steps); n != len(f.Zones[0].Steps)-1 {
		t.Errorf("%d steps, want one less: the wipe", n)
	}
	w := c.Place.WipePlan(j)
	if text := strings.Join(w.Strokes, " "); !strings.Contains(text, "0.2 mm needle, 22 to 25 psi") || w.Work <= 0 {
		t.Errorf("it is laid so: %s", text)
	}
	across := chosen(t, f, checked, plan.WashQuery{Zone: "upper", Stroke: "across-then-airflow"})
	along := chosen(t, f, checked, plan.WashQuery{Zone: "upper"})
	if across.Judged[0].Keeps >= along.Judged[0].Keeps || across.Edit(0, false, false).Wipe.Stroke != "across-then-airflow" {
		t.Errorf("across keeps %.2f in the lines, along %.2f", across.Judged[0].Keeps, along.Judged[0].Keeps)
	}
	if _, err := f.Choose(context.Background(), checked, plan.WashQuery{Zone: "upper", Way: "poured"}); err == nil || !strings.Contains(err.Error(), "way:") {
		t.Errorf("poured: %v", err)
	}
}

// Edits that put a wash in where it cannot be.
func TestPutWash(t *testing.T) {
	f, _ := petrel(t)
	step := func(do plan.Do, product string) *plan.Step { return &plan.Step{ID: "x", Do: do, Product: product} }
	for _, tc := range []struct {
		e    plan.Edit
		want string
	}{
		{plan.Edit{Do: "put-wash", Zone: "moon", Step: step("pin-wash", "soot-wash")}, "no zone"},
		{plan.Edit{Do: "put-wash", Zone: "upper"}, "edit.step: missing"},
		{plan.Edit{Do: "put-wash", Zone: "upper", Step: step("prime", "soot-wash")}, "puts on no wash"},
		{plan.Edit{Do: "put-wash", Zone: "upper", Of: "u99", Step: step("pin-wash", "soot-wash")}, "no step"},
		{plan.Edit{Do: "put-wash", Zone: "upper", Of: "u3", Step: step("pin-wash", "soot-wash")}, "done already"},
		{plan.Edit{Do: "put-wash", Zone: "upper", Step: step("pin-wash", "nothing")}, "no product"},
	} {
		if _, _, err := f.Edit(tc.e); err == nil || !strings.Contains(err.Error(), tc.want) {
			t.Errorf("%+v: %v, want %q", tc.e, err, tc.want)
		}
	}
}

func cup(t *testing.T, text string) (plan.Cup, error) {
	t.Helper()
	return plan.ReadCup([]byte(text))
}

const clay = `{"id": "clay", "name": "Clay", "kind": "wash", "family": "clay-wash", "colour": "#4b443c"}`

const enamel = `{"id": "dark", "name": "Dark enamel", "kind": "paint", "family": "enamel", "colour": "#3a322b"}`

// The headless mix: T16 and T18, common practice, no source; the unit that is used changes nothing.
func TestMixFile(t *testing.T) {
	mixed := func(pour, rest string) *plan.Mixed {
		t.Helper()
		c, err := cup(t, fmt.Sprintf(`{"format": "inkysparrow-mix/1", "products": [%s, %s], "pour": [%s]%s}`, enamel, clay, pour, rest))
		if err != nil {
			t.Fatal(err)
		}
		m, _, err := c.Mix()
		if err != nil {
			t.Fatal(err)
		}
		return m
	}
	m := mixed(`{"product": "dark", "ml": 1}, {"liquid": "white-spirit", "ml": 6}`, `, "line": {"width_mm": 0.2, "depth_mm": 0.1}, "on": "gloss", "climate": {"temperature_c": 21, "humidity_pct": 50}`)
	if m.RunMM < 10 || m.RunMM > 40 || m.Like != "skimmed milk" || m.VolumeML != 7 || m.Stops != "brush" || m.Family != "enamel-wash" || len(m.Cautions) == 0 {
		t.Errorf("T16: %+v", m)
	}
	if one := mixed(`{"product": "dark", "ml": 1}, {"liquid": "white-spirit", "ml": 1}`, ``); one.RunMM >= 3 || one.Stops != "thick" {
		t.Errorf("T16 1:1: %+v", one)
	}
	if damp := mixed(`{"product": "clay", "ml": 1}, {"liquid": "water", "ml": 0.2}`, `, "climate": {"temperature_c": 21, "humidity_pct": 100}`); damp.DryMin != 0 || damp.Dries != "does not dry in this air" {
		t.Errorf("in air that is full of water: %+v", damp)
	}
	if m.DryMin < 20 || m.DryMin > 45 || m.Dries != "after 27 min" {
		t.Errorf("T02 it can be wiped %s, %.0f min", m.Dries, m.DryMin)
	}
	if flat := mixed(`{"product": "dark", "ml": 1}, {"liquid": "white-spirit", "ml": 6}`, `, "on": "flat"`); flat.RunMM > 10 || flat.Stops != "rough" {
		t.Errorf("T16 on flat: %+v", flat)
	}
	if shallow := mixed(`{"product": "dark", "ml": 1}, {"liquid": "white-spirit", "ml": 6}`, `, "line": {"width_mm": 0.2, "depth_mm": 0.02}`); shallow.RunMM > 3 || shallow.Stops != "beads" || !strings.Contains(shallow.Because, "shallow") {
		t.Errorf("T16 in a shallow line: %+v", shallow)
	}
	for _, same := range []string{
		`{"product": "dark", "drops": 20}, {"liquid": "white-spirit", "drops": 120}`, `{"product": "dark", "parts": 1}, {"liquid": "white-spirit", "parts": 6}`,
		`{"product": "dark", "peas": 5}, {"liquid": "white-spirit", "ml": 6}`, `{"liquid": "white-spirit", "ml": 6}, {"product": "dark", "smears": 50}`,
		`{"product": "dark", "loads": 100}, {"liquid": "white-spirit", "ml": 6}`,
	} {
		if o := mixed(same, ""); math.Abs(o.RunMM-m.RunMM) > 0.05 || o.ColourDry != m.ColourDry || math.Abs(o.VolumeML-7) > 1e-6 {
			t.Errorf("%s: %+v", same, o)
		}
	}
	strip := mixed(`{"product": "dark", "strip_mm": 51}, {"liquid": "white-spirit", "ml": 6}`, "")
	if math.Abs(strip.VolumeML-7) > 0.02 {
		t.Errorf("51 mm of a strip of 5 mm are a millilitre: %+v", strip)
	}
	if seen := mixed(`{"product": "dark", "ml": 1}, {"liquid": "white-spirit", "ml": 6}`, `, "paint": "#adbcbd"`); seen.LineDE < 10 || seen.LineArmDE >= seen.LineDE {
		t.Errorf("on pale paint: %+v", seen)
	}
}

func TestMixFileErrors(t *testing.T) {
	for _, tc := range []struct{ name, text, want string }{
		{"zero parts", `"pour": [{"product": "dark", "parts": 0}]`, "pour[0]: how much is missing"},
		{"a thousand", `"pour": [{"product": "dark", "ml": 1000}]`, "pour[0]: Dark enamel: 1000 ml are more"},
		{"negative", `"pour": [{"product": "dark", "ml": 1}, {"liquid": "white-spirit", "drops": -3}]`, "pour[1].drops: should be more"},
		{"unknown colour", `"pour": [{"product": "dark", "ml": 1}], "paint": "sort of blue"`, "paint:"},
		{"no thinner, only thinner", `"pour": [{"liquid": "white-spirit", "ml": 1}]`, "only thinner"},
		{"unknown product", `"pour": [{"product": "pim", "ml": 1}]`, `pour[0].product: no product "pim"`},
		{"unknown liquid", `"pour": [{"liquid": "petrol", "ml": 1}]`, "pour[0].liquid"},
		{"both", `"pour": [{"product": "dark", "liquid": "water", "ml": 1}]`, "either a product or a liquid"},
		{"measured twice", `"pour": [{"product": "dark", "ml": 1, "drops": 2}]`, "measured twice"},
		{"weighed paint", `"pour": [{"product": "dark", "grams": 1}]`, "only dry pigments"},
		{"half a line", `"pour": [{"product": "dark", "ml": 1}], "line": {"width_mm": 0.2}`, "line: width_mm and depth_mm"},
		{"nothing", `"pour": []`, "pour"},
		{"unknown field", `"pour": [{"product": "dark", "ml": 1}], "magic": 1`, "magic"},
		{"oil and water", `"pour": [{"product": "dark", "ml": 1}, {"liquid": "water", "ml": 5}]`, "do not mix"},
	} {
		c, err := cup(t, `{"format": "inkysparrow-mix/1", "products": [`+enamel+`], `+tc.text+`}`)
		if err == nil {
			_, _, err = c.Mix()
		}
		if err == nil || !strings.Contains(err.Error(), tc.want) {
			t.Errorf("%s: %v, want %q", tc.name, err, tc.want)
		}
	}
}

// What the shelf keeps of a mix knows its parents and runs as the mix did.
func TestKeep(t *testing.T) {
	c, err := cup(t, `{"format": "inkysparrow-mix/1", "products": [`+enamel+`], "pour": [{"product": "dark", "ml": 1}, {"liquid": "white-spirit", "ml": 6}]}`)
	if err != nil {
		t.Fatal(err)
	}
	p, err := c.Keep("Own wash", "2027-03-11")
	if err != nil {
		t.Fatal(err)
	}
	if p.Kind != coating.Wash || p.Family != "enamel-wash" || len(p.Parents) != 2 || p.Parents[1].ML != 6 || p.SizeML != 7 || p.Mixed != "2027-03-11" {
		t.Errorf("kept: %+v", p)
	}
	again, _, err := plan.Cup{Products: []plan.Product{p}, Pour: []plan.Pour{{Product: p.ID, ML: 1}}}.Mix()
	if err != nil {
		t.Fatal(err)
	}
	if first, _, _ := c.Mix(); math.Abs(again.RunMM-first.RunMM) > 0.2 || again.ColourDry != first.ColourDry {
		t.Errorf("the mix runs %.1f mm, from its bottle %.1f", first.RunMM, again.RunMM)
	}
	if _, err := c.Keep("  ", ""); err == nil {
		t.Error("a mix without a name is refused")
	}
}

func FuzzMix(f *testing.F) {
	f.Add(`{"format": "inkysparrow-mix/1", "products": [` + enamel + `], "pour": [{"product": "dark", "ml": 1}, {"liquid": "white-spirit", "ml": 6}]}`)
	f.Add(`{"format": "inkysparrow-mix/1", "products": [` + enamel + `], "pour": [{"product": "dark", "strip_mm": 1e300}], "line": {"width_mm": 0.02, "depth_mm": 2}}`)
	f.Fuzz(func(t *testing.T, text string) {
		c, err := plan.ReadCup([]byte(text))
		if err != nil {
			return
		}
		if m, _, err := c.Mix(); err == nil && (math.IsNaN(m.RunMM) || math.IsInf(m.RunMM, 0) || m.RunMM < 0 || m.SolidsPct <= 0 || m.SolidsPct > 100) {
			t.Errorf("%s: %+v", text, m)
		}
	})
}

// 40 washes of a build as it is, with the finish of each.
func BenchmarkWashes(b *testing.B) {
	f, checked := petrel(b)
	b.Run("judged", func(b *testing.B) {
		for b.Loop() {
			chosen(b, f, checked, plan.WashQuery{Zone: "upper"})
		}
	})
	b.Run("finish", func(b *testing.B) {
		c := chosen(b, f, checked, plan.WashQuery{Zone: "upper"})
		b.ReportMetric(float64(len(c.Judged)), "washes")
		for b.Loop() {
			if _, err := c.Finish(context.Background()); err != nil {
				b.Fatal(err)
			}
		}
	})
}
