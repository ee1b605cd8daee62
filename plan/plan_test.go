package plan_test

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	validator "github.com/santhosh-tekuri/jsonschema/v6"

	"inkysparrow/internal/golden"
	"inkysparrow/plan"
)

func read(t testing.TB, path string) plan.File {
	t.Helper()
	b, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	f, err := plan.Parse(b)
	if err != nil {
		t.Fatalf("%s: %v", path, err)
	}
	return f
}

func check(t testing.TB, f plan.File) *plan.Report {
	t.Helper()
	r, err := plan.Check(f)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

func TestSchema(t *testing.T) {
	got, err := plan.Schema()
	if err != nil {
		t.Fatal(err)
	}
	golden.Hold(t, "../docs/plan.schema.json", got)
	for name, make := range map[string]func() ([]byte, error){"washes": plan.WashesSchema, "mix": plan.CupSchema, "mixed": plan.MixedSchema, "look": plan.LookSchema, "stains": plan.StainsSchema, "enough": plan.EnoughSchema, "learned": plan.LearnedSchema, "tonight": plan.TonightSchema, "lastcoat": plan.LastCoatSchema, "rescue": plan.RescueSchema, "measured": plan.MeasuredSchema, "order": plan.OrderSchema} {
		other, err := make()
		if err != nil {
			t.Fatal(err)
		}
		golden.Hold(t, "../docs/"+name+".schema.json", other)
	}
	c := validator.NewCompiler()
	schema, err := c.Compile("../docs/plan.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	for _, path := range files(t, "../examples/*.json", "../internal/demo/*.json") {
		in, err := os.Open(path)
		if err != nil {
			t.Fatal(err)
		}
		doc, err := validator.UnmarshalJSON(in)
		in.Close()
		if err != nil {
			t.Fatal(err)
		}
		if err := schema.Validate(doc); err != nil {
			t.Errorf("%s: %v", path, err)
		}
	}
}

func files(t testing.TB, patterns ...string) (all []string) {
	t.Helper()
	for _, p := range patterns {
		found, err := filepath.Glob(p)
		if err != nil || len(found) == 0 {
			t.Fatalf("%s: no files (%v)", p, err)
		}
		all = append(all, found...)
	}
	return all
}

// One example for each severity, and one with nothing to say; the answers are golden files that are read like code.
func TestExamples(t *testing.T) {
	for name, worst := range map[string]string{"clean": "", "note": "note", "warn": "warn", "stop": "stop"} {
		t.Run(name, func(t *testing.T) {
			f := read(t, "../examples/"+name+".json")
			r, err := plan.CheckNotes(f)
			if err != nil {
				t.Fatal(err)
			}
			for _, x := range check(t, f).Findings {
				if x.Severity == "note" && len(x.Fixes) > 0 {
					t.Errorf("the fixes of a note are tried unasked: %s at %s", x.Rule, x.Step)
				}
			}
			got := ""
			for _, f := range r.Findings {
				if rank(f.Severity) > rank(got) {
					got = f.Severity
				}
			}
			if got != worst {
				t.Errorf("worst finding is %q, want %q: %s", got, worst, list(r))
			}
			b, err := json.MarshalIndent(r, "", "  ")
			if err != nil {
				t.Fatal(err)
			}
			golden.Hold(t, "testdata/"+name+".golden", append(b, '\n'))
		})
	}
}

func rank(severity string) int {
	return map[string]int{"": 0, "note": 1, "warn": 2, "stop": 3}[severity]
}

func list(r *plan.Report) string {
	var all []string
	for _, f := range r.Findings {
		all = append(all, fmt.Sprintf("%s %s %s", f.Severity, f.Step, f.Rule))
	}
	return strings.Join(all, "; ")
}

func TestWriteKeepsEverything(t *testing.T) {
	for _, path := range files(t, "../examples/*.json", "../internal/demo/*.json") {
		f := read(t, path)
		b, err := f.Write()
		if err != nil {
			t.Fatal(err)
		}
		again, err := plan.Parse(b)
		if err != nil {
			t.Fatalf("%s written and read again: %v", path, err)
		}
		c, err := again.Write()
		if err != nil || !bytes.Equal(b, c) {
			t.Errorf("%s changes when it is written twice (%v)", path, err)
		}
		var before, after any
		raw, err := os.ReadFile(path)
		if err != nil {
			t.Fatal(err)
		}
		if json.Unmarshal(raw, &before) != nil || json.Unmarshal(b, &after) != nil || fmt.Sprint(before) != fmt.Sprint(after) {
			t.Errorf("%s loses or gains something when it is written", path)
		}
	}
}

// base is a small plan that the error cases break in one place each.
const base = `{"format":"inkysparrow-plan/1","build":{"name":"B","start":"2027-03-01T18:00:00Z"},
"sessions":[{"days":["mon"],"from":"19:30","to":"22:30"}],"timezone":"Europe/London",
"products":[{"id":"grey","name":"Grey","kind":"paint","family":"waterborne-acrylic"},{"id":"pin","name":"Pin","kind":"wash","family":"enamel-wash"}],
"zones":[{"id":"z","name":"Z","area_cm2":10,"steps":[{"id":"a","do":"base-coat","product":"grey"},{"id":"b","do":"pin-wash","product":"pin"},{"id":"c","do":"wipe","of":"b","with":"dry"}]}]}`

func TestErrorsNameThePlace(t *testing.T) {
	for _, tc := range []struct{ name, old, new, want string }{
		{"no such product", `"do":"pin-wash","product":"pin"`, `"do":"pin-wash","product":"pim"`, `zones[0].steps[1].product: no product "pim" in products`},
		{"unknown field", `"do":"wipe"`, `"do":"wipe","colour":"red"`, `zones[0].steps[2].colour: no such field`},
		{"unknown field at the top", `"timezone"`, `"time_zone"`, `time_zone: no such field`},
		{"wrong type", `"area_cm2":10`, `"area_cm2":"ten"`, `zones[0].area_cm2: is string, should be number`},
		{"duplicate step id", `"id":"b"`, `"id":"a"`, `zones[0].steps[1].id: "a" is already the id of zones[0].steps[0]`},
		{"duplicate product id", `"id":"pin"`, `"id":"grey"`, `products[1].id: "grey" is already the id of products[0]`},
		{"wipe before its wash", `{"id":"b","do":"pin-wash","product":"pin"},{"id":"c","do":"wipe","of":"b","with":"dry"}`, `{"id":"c","do":"wipe","of":"b"},{"id":"b","do":"pin-wash","product":"pin"}`, `zones[0].steps[1].of: no step "b" before this one in its zone`},
		{"wipe of no wash", `"of":"b"`, `"of":"a"`, `zones[0].steps[2].of: "a" is a base-coat, not a wash`},
		{"wipe without a wash", `"of":"b",`, ``, `zones[0].steps[2].of: missing`},
		{"missing field", `"name":"Z",`, ``, `zones[0].name: missing`},
		{"no such family", `"family":"enamel-wash"`, `"family":"gouache"`, `products[1].family: "gouache" is none of`},
		{"no such step", `"do":"base-coat"`, `"do":"dip"`, `zones[0].steps[0].do: "dip" is none of`},
		{"session ends before it starts", `"to":"22:30"`, `"to":"18:00"`, `sessions[0]: ends at 18:00, before it starts at 19:30`},
		{"nonsense time of day", `"to":"22:30"`, `"to":"25:00"`, `sessions[0].to: "25:00" has not the right form`},
		{"nonsense time", `2027-03-01T18:00:00Z`, `yesterday`, `build.start: "yesterday" is not a time in RFC 3339`},
		{"nonsense year", `2027-03-01T18:00:00Z`, `0001-03-01T18:00:00Z`, `build.start: the year 1 is not between`},
		{"no such time zone", `Europe/London`, `Europe/Atlantis`, `timezone: no time zone "Europe/Atlantis"`},
		{"nought coats", `"do":"base-coat"`, `"coats":0,"do":"base-coat"`, `zones[0].steps[0].coats`},
		{"forty coats", `"do":"base-coat"`, `"coats":40,"do":"base-coat"`, `zones[0].steps[0].coats`},
		{"wrong kind", `"do":"pin-wash","product":"pin"`, `"do":"gloss-coat","product":"pin"`, `zones[0].steps[1].product: "pin" is of kind wash, and gloss-coat takes clear`},
		{"no product", `"do":"pin-wash","product":"pin"`, `"do":"pin-wash"`, `zones[0].steps[1].product: missing`},
		{"cloth on a coat", `"do":"base-coat"`, `"with":"wet","do":"base-coat"`, `zones[0].steps[0].with: only a wipe`},
		{"field given twice", `"name":"Z"`, `"name":"Y","name":"Z"`, `zones[0].name: given twice`},
		{"no such liquid", `"family":"enamel-wash"`, `"family":"enamel-wash","carrier":"petrol"`, `products[1].carrier: "petrol" is none of`},
		{"no such part", `"family":"enamel-wash"`, `"family":"enamel-wash","carrier":{"petrol":1}`, `products[1].carrier.petrol: no such field`},
		{"no such school", `"timezone"`, `"schools":{"tea":"first"},"timezone"`, `schools.tea: no such question`},
		{"no such answer", `"timezone"`, `"schools":{"wipe":"never"},"timezone"`, `schools.wipe: "never" is none of`},
		{"humidity over 100", `"timezone"`, `"climate":{"temperature_c":20,"humidity_pct":140},"timezone"`, `climate.humidity_pct`},
		{"bad JSON", `"zones":`, `"zones":,`, `line 4, column 9: ',' does not belong there in the plan`},
		{"a letter of another script for a quotation mark", `"zones":`, `“zones":`, `line 4, column 1: '“' does not belong there in the plan`},
		{"cut off", `]}]}`, ``, `the file ends in the middle`},
		{"more after the end", `]}]}`, `]}]} {}`, `there is more after the end`},
		{"another format", `inkysparrow-plan/1`, `inkysparrow-plan/9`, `format: `},
	} {
		t.Run(tc.name, func(t *testing.T) {
			text := strings.Replace(base, tc.old, tc.new, 1)
			if text == base {
				t.Fatal("the case changes nothing")
			}
			f, err := plan.Parse([]byte(text))
			if err == nil {
				_, err = plan.Check(f)
			}
			place := (*plan.FieldError)(nil)
			if !errors.As(err, &place) || !strings.Contains(err.Error(), tc.want) {
				t.Errorf("got %v, want %s", err, tc.want)
			}
		})
	}
	if _, err := plan.Parse([]byte("\ufeff" + base)); err != nil {
		t.Errorf("with the byte mark of some editors: %v", err)
	}
	for name, text := range map[string]string{
		"deep nesting": strings.Repeat(`{"a":`, 50), "over 2 MB": `"` + strings.Repeat("x", plan.MaxBytes) + `"`, "nothing": "", "no object": "[]", "null": "null",
	} {
		if _, err := plan.Parse([]byte(text)); err == nil {
			t.Errorf("%s was taken for a plan", name)
		}
	}
}

func TestEdges(t *testing.T) {
	for name, change := range map[string]func(*plan.File){
		"empty plan":     func(f *plan.File) { f.Zones, f.Products = nil, nil },
		"no sessions":    func(f *plan.File) { f.Sessions = nil },
		"no climate":     func(f *plan.File) { f.Climate = nil },
		"saturated air":  func(f *plan.File) { f.Climate = &plan.Climate{TemperatureC: 20, HumidityPct: 100} },
		"bone-dry air":   func(f *plan.File) { f.Climate = &plan.Climate{TemperatureC: 20} },
		"deep frost":     func(f *plan.File) { f.Climate = &plan.Climate{TemperatureC: -20, HumidityPct: 50} },
		"short sessions": func(f *plan.File) { f.Sessions = []plan.Session{{Days: []plan.Day{"mon"}, From: "19:30", To: "19:31"}} },
		"a huge zone":    func(f *plan.File) { f.Zones[0].AreaCM2 = 100000 },
		"any script":     func(f *plan.File) { f.Zones[0].Name, f.Build.Name = "Крыло 翼 جناح", "🐦" },
		"the night the clock goes forward": func(f *plan.File) {
			f.Build.Start = time.Date(2027, 3, 27, 12, 0, 0, 0, time.UTC)
			f.Sessions = []plan.Session{{Days: []plan.Day{"sun"}, From: "00:30", To: "02:30"}}
		},
	} {
		t.Run(name, func(t *testing.T) {
			f := read(t, "../examples/stop.json")
			change(&f)
			r := check(t, f)
			steps := 0
			for _, z := range f.Zones {
				steps += len(z.Steps)
			}
			if len(r.Schedule) != steps {
				t.Errorf("%d steps in the schedule, want %d", len(r.Schedule), steps)
			}
			if (r.Finish == nil) != (steps == 0) {
				t.Errorf("finish %v with %d steps", r.Finish, steps)
			}
		})
	}
}

func FuzzParse(f *testing.F) {
	for _, path := range files(f, "../examples/*.json", "../internal/demo/*.json") {
		b, err := os.ReadFile(path)
		if err != nil {
			f.Fatal(err)
		}
		f.Add(b)
	}
	f.Add([]byte(base))
	f.Fuzz(func(t *testing.T, data []byte) {
		p, err := plan.Parse(data)
		if err != nil {
			return
		}
		r, err := plan.Check(p)
		if err != nil {
			if place := (*plan.FieldError)(nil); !errors.As(err, &place) {
				t.Errorf("an error without a place: %v", err)
			}
			return
		}
		b, err := p.Write()
		if err != nil {
			t.Fatal(err)
		}
		again, err := plan.Parse(b)
		if err != nil {
			t.Fatalf("what was written can't be read: %v", err)
		}
		second, err := plan.Check(again)
		if err != nil || list(second) != list(r) {
			t.Errorf("the same plan is judged twice: %s, then %s (%v)", list(r), list(second), err)
		}
	})
}

// What a product's numbers are said to be held to is what they are held to.
func TestBounds(t *testing.T) {
	set := map[string]func(*plan.Product, float64){
		"solids_pct": func(p *plan.Product, v float64) { p.SolidsPct = v }, "price": func(p *plan.Product, v float64) { p.Price = v }, "size_ml": func(p *plan.Product, v float64) { p.SizeML = v },
		"hide_coats": func(p *plan.Product, v float64) { p.HideCoats = v }, "touch_dry_h": func(p *plan.Product, v float64) { p.TouchDryH = v }, "spoon_gu": func(p *plan.Product, v float64) { p.SpoonGU = v },
		"spoon_mist_gu": func(p *plan.Product, v float64) { p.MistedGU = v },
	}
	bounds := plan.Bounds()
	for _, r := range bounds {
		for v, fine := range map[float64]bool{r.From: true, r.To: true, r.From - 0.001: false, r.To + 0.001: false} {
			if v == 0 { // left out
				continue
			}
			f := routeOf(t, "b: base-coat mid-acrylic")
			set[r.ID](&f.Products[0], v)
			text, err := json.Marshal(f)
			if err != nil {
				t.Fatal(err)
			}
			if _, err := plan.Parse(text); (err == nil) != fine {
				t.Errorf("%s of %v: %v", r.ID, v, err)
			}
		}
	}
	if len(bounds) != len(set) {
		t.Errorf("bounds of %d numbers, want %d", len(bounds), len(set))
	}
}
