package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"inkysparrow/plan"
)

func TestCheck(t *testing.T) {
	bad := filepath.Join(t.TempDir(), "bad.json")
	text, err := os.ReadFile("../../examples/clean.json")
	if err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(bad, bytes.Replace(text, []byte(`"product": "soot-wash"`), []byte(`"product": "pim"`), 1), 0o600); err != nil {
		t.Fatal(err)
	}
	picture := filepath.Join(t.TempDir(), "look.png")
	photographed := photographs(t)
	for _, tc := range []struct {
		name     string
		args     []string
		stdin    string
		status   int
		out, err string
	}{
		{"nothing to say", []string{"check", "../../examples/clean.json"}, "", 0, "No findings.", ""},
		{"a note is no failure", []string{"check", "../../examples/note.json"}, "", 0, "note  under, step d2", ""},
		{"a warning is none either", []string{"check", "../../examples/warn.json"}, "", 0, "warn  nacelles, step m2", ""},
		{"work would be lost", []string{"check", "../../examples/stop.json"}, "", 1, "Seal first: Harbour gloss, 2 coats", ""},
		{"standard input", []string{"check", "-"}, string(text), 0, "Ready Fri 5 Mar 2027 20:56.", ""},
		{"the fault is named with its place", []string{"check", bad}, "", 2, "", `zones[0].steps[4].product: no product "pim" in products`},
		{"no such file", []string{"check", "no.json"}, "", 2, "", "no.json"},
		{"washes side by side", []string{"washes", "../../examples/clean.json", "--zone", "upper"}, "", 0, "any clay wash", ""},
		{"by wishes, wiped damp", []string{"washes", "../../examples/clean.json", "--zone", "upper", "--wish", "no-smell,cheap", "--with", "damp", "--liquid", "water", "--at", "2027-03-04T20:00:00Z", "--json"}, "", 0, `"format": "inkysparrow-washes/1"`, ""},
		{"washes for no zone", []string{"washes", "../../examples/clean.json", "--zone", "moon"}, "", 2, "", `zone: no zone "moon"; there are upper`},
		{"washes without a zone", []string{"washes", "../../examples/clean.json"}, "", 2, "", "zone"},
		{"what may be seen", []string{"rescue", "--symptom", "list"}, "", 0, "frosted        The clear went white", ""},
		{"why a clear went white", []string{"rescue", "../../examples/clean.json", "--zone", "upper", "--symptom", "frosted", "--at", "2027-03-12T20:00:00Z"}, "", 0, "Damp was caught in the coat", ""},
		{"as JSON, with an answer", []string{"rescue", "../../examples/clean.json", "--zone", "upper", "--symptom", "frosted", "--where", "patch", "--answer", "finger=no", "--json"}, "", 0, `"format": "inkysparrow-rescue/1"`, ""},
		{"a rescue of nothing", []string{"rescue", "../../examples/clean.json"}, "", 2, "", "--zone and --symptom are needed"},
		{"no such symptom", []string{"rescue", "../../examples/clean.json", "--zone", "upper", "--symptom", "blue"}, "", 2, "", `symptom: no symptom "blue"; there are lifted`},
		{"no such answer", []string{"rescue", "../../examples/clean.json", "--zone", "upper", "--symptom", "frosted", "--answer", "finger"}, "", 2, "", `answer: "finger" is not an answer`},
		{"nowhere", []string{"rescue", "../../examples/clean.json", "--zone", "upper", "--symptom", "frosted", "--where", "moon"}, "", 2, "", `where: "moon" is none of open`},
		{"a photograph", []string{"measure", "PHOTO", "--plan", "../../examples/clean.json", "--view", "top", "--points", "POINTS"}, "", 0, "Lines, ", ""},
		{"a photograph told as JSON", []string{"measure", "PHOTO", "--plan", "../../examples/clean.json", "--view", "top", "--points", "POINTS", "--at", "2027-03-04T20:00:00Z", "--known", "KNOWN", "--json"}, "", 0, `"format": "inkysparrow-measured/1"`, ""},
		{"one that is too small to be trusted", []string{"measure", "SMALL", "--plan", "../../examples/clean.json", "--view", "top", "--points", "0,0=-60,0;60,0=60,0;60,60=60,60;0,60=-60,60"}, "", 3, "", "pixels a millimetre"},
		{"no photograph", []string{"measure", "../../examples/clean.json", "--plan", "../../examples/clean.json", "--view", "top", "--points", "POINTS"}, "", 2, "", "This is no photograph"},
		{"too few places", []string{"measure", "PHOTO", "--plan", "../../examples/clean.json", "--view", "top", "--points", "0,0=0,0"}, "", 2, "", "points: four places or more are needed"},
		{"places that can't be read", []string{"measure", "PHOTO", "--plan", "../../examples/clean.json", "--view", "top", "--points", "here"}, "", 2, "", `points: "here" is not X,Y=x,y`},
		{"no view", []string{"measure", "PHOTO", "--plan", "../../examples/clean.json", "--view", "all", "--points", "POINTS"}, "", 2, "", "view: say which one is seen"},
		{"paint of no zone", []string{"measure", "PHOTO", "--plan", "../../examples/clean.json", "--view", "top", "--points", "POINTS", "--known", "moon@3,4"}, "", 2, "", `known: no zone "moon"`},
		{"the best order of evenings", []string{"order", "../../examples/clean.json", "../../examples/warn.json"}, "", 0, `"format": "inkysparrow-order/1"`, ""},
		{"by other aims", []string{"order", "../../examples/clean.json", "--aims", "finish,evenings", "--work", "20000", "--at", "2027-03-02T18:00:00Z"}, "", 0, `"aims": [
    "finish",
    "evenings"
  ]`, ""},
		{"a bench for comparison", []string{"order", "--instance", "../../core/order/testdata/b14z2s1.json"}, "", 0, `"makespan": 469`, ""},
		{"a job shop", []string{"order", "--jobshop", "../../core/order/testdata/ft06.txt"}, "", 0, `"makespan": 55`, ""},
		{"a job shop that is none", []string{"order", "--jobshop", "-"}, "2 2 0 1 1 2", 2, "", "two numbers for each"},
		{"a bench that is none", []string{"order", "--instance", "-"}, `{"activities": [{"dur": 3}]}`, 2, "", "no session is long enough for activity 0"},
		{"an aim that is none", []string{"order", "../../examples/clean.json", "--aims", "dates,luck"}, "", 2, "", `no aim "luck"`},
		{"an order of nothing", []string{"order"}, "", 2, "", "plan files are needed"},
		{"of two things at once", []string{"order", "../../examples/clean.json", "--jobshop", "x"}, "", 2, "", "one at a time"},
		{"last coats side by side", []string{"lastcoat", "../../examples/clean.json", "--zone", "upper", "--wish", "flat"}, "", 0, "any flat solvent lacquer", ""},
		{"as JSON, at a moment", []string{"lastcoat", "../../examples/clean.json", "--zone", "upper", "--at", "2027-03-04T20:00:00Z", "--json"}, "", 0, `"format": "inkysparrow-lastcoat/1"`, ""},
		{"last coats for no zone", []string{"lastcoat", "../../examples/clean.json", "--zone", "moon"}, "", 2, "", `zone: no zone "moon"; there are upper`},
		{"last coats by no wish", []string{"lastcoat", "../../examples/clean.json", "--zone", "upper", "--wish", "gold"}, "", 2, "", `no wish "gold"`},
		{"last coats at no time", []string{"lastcoat", "../../examples/clean.json", "--zone", "upper", "--at", "noon"}, "", 2, "", `at: "noon" is not a moment`},
		{"washes at no time", []string{"washes", "../../examples/clean.json", "--zone", "upper", "--at", "noon"}, "", 2, "", `at: "noon" is not a moment`},
		{"a mix", []string{"mix", "-"}, mixText, 0, "like skimmed milk", ""},
		{"a mix as JSON", []string{"mix", "--json", "-"}, mixText, 0, `"format": "inkysparrow-mixed/1"`, ""},
		{"a bad mix", []string{"mix", "-"}, strings.Replace(mixText, `"ml": 6`, `"ml": -6`, 1), 2, "", "-: pour[1].ml: should be more than nothing"},
		{"no mix", []string{"mix", "none.json"}, "", 2, "", "none.json"},
		{"a look", []string{"look", "../../examples/clean.json", "--width", "300", "-o", picture}, "", 0, "", ""},
		{"a look told as JSON", []string{"look", "../../examples/clean.json", "--view", "under", "--light", "raking", "--squint", "--at", "2027-03-04T20:00:00Z", "--json"}, "", 0, `"format": "inkysparrow-look/1"`, ""},
		{"a look at nothing", []string{"look", "../../examples/clean.json"}, "", 2, "", "-o look.png"},
		{"a look from in front", []string{"look", "../../examples/clean.json", "--view", "front", "-o", picture}, "", 2, "", `view: "front" is none of`},
		{"a look by moonlight", []string{"look", "../../examples/clean.json", "--light", "moon", "-o", picture}, "", 2, "", `light: "moon" is none of`},
		{"a look too large", []string{"look", "../../examples/clean.json", "--width", "90000", "-o", picture}, "", 2, "", "width: 90000"},
		{"a look at no time", []string{"look", "../../examples/clean.json", "--at", "noon", "-o", picture}, "", 2, "", `at: "noon"`},
		{"a look at a bad file", []string{"look", bad, "-o", picture}, "", 2, "", `no product "pim"`},
		{"a look that can't be kept", []string{"look", "../../examples/clean.json", "-o", filepath.Join(bad, "x.png")}, "", 2, "", "x.png"},
		{"stains", []string{"stains", "../../internal/demo/petrel.json", "--zone", "upper", "--step", "u11"}, "", 0, "Pass 1: 0 to", ""},
		{"stains as JSON", []string{"stains", "../../internal/demo/petrel.json", "--zone", "upper", "--step", "u10", "--json"}, "", 0, `"format": "inkysparrow-stains/2"`, ""},
		{"stains of chips", []string{"stains", "../../internal/demo/petrel.json", "--zone", "nose", "--step", "n4"}, "", 0, "a chipping medium shows", ""},
		{"a guide of another kind", []string{"stains", "../../internal/demo/petrel.json", "--guide", "x.doc"}, "", 2, "", "neither .pdf nor .svg"},
		{"a guide of no view", []string{"stains", "../../internal/demo/petrel.json", "--guide", "x.pdf", "--view", "front"}, "", 2, "", "view: "},
		{"enough", []string{"enough", "../../internal/demo/petrel.json"}, "", 0, "Enough. Stop here.", ""},
		{"enough as JSON", []string{"enough", "../../internal/demo/petrel.json", "--json", "--at", "2027-03-20T12:00:00Z"}, "", 0, `"format": "inkysparrow-enough/1"`, ""},
		{"enough at no moment", []string{"enough", "../../internal/demo/petrel.json", "--at", "soon"}, "", 2, "", "at: "},
		{"how a wipe is done", []string{"how", "../../internal/demo/petrel.json", "--zone", "under", "--step", "d5"}, "", 0, "Damp cloth, as planned: ", ""},
		{"how a plume is done", []string{"how", "../../internal/demo/petrel.json", "--zone", "upper", "--step", "u11"}, "", 0, "Pass 1: 0 to", ""},
		{"how decals are done", []string{"how", "../../internal/demo/petrel.json", "--zone", "upper", "--step", "u5"}, "", 0, "What touches it later", ""},
		{"how of no step", []string{"how", "../../internal/demo/petrel.json", "--zone", "upper", "--step", "d5"}, "", 2, "", `step: no step "d5" in zone "upper"`},
		{"stains of no zone", []string{"stains", "../../internal/demo/petrel.json", "--zone", "moon", "--step", "u10"}, "", 2, "", `zone: no zone "moon"`},
		{"stains of a gloss coat", []string{"stains", "../../internal/demo/petrel.json", "--zone", "upper", "--step", "u4"}, "", 2, "", "step: "},
		{"no JSON", []string{"check", "-"}, "hello", 2, "", "this is plain text; a plan begins with"},
		{"no file at all", []string{"check"}, "", 2, "", "accepts 1 arg"},
		{"no such command", []string{"paint"}, "", 2, "", "unknown command"},
	} {
		t.Run(tc.name, func(t *testing.T) {
			var out, errs bytes.Buffer
			status := run(photographed(tc.args), strings.NewReader(tc.stdin), &out, &errs)
			if status != tc.status || !strings.Contains(out.String(), tc.out) || !strings.Contains(errs.String(), tc.err) {
				t.Errorf("status %d, out %q, errors %q", status, out.String(), errs.String())
			}
		})
	}
}

const mixText = `{"format": "inkysparrow-mix/1", "products": [{"id": "dark", "name": "Dark enamel", "kind": "paint", "family": "enamel", "colour": "#3a322b"}],
"pour": [{"product": "dark", "ml": 1}, {"liquid": "white-spirit", "ml": 6}]}`

func TestCheckJSON(t *testing.T) {
	var out bytes.Buffer
	if status := run([]string{"check", "--json", "../../examples/stop.json"}, nil, &out, &out); status != exitFound {
		t.Fatalf("status %d: %s", status, out.String())
	}
	var r plan.Report
	d := json.NewDecoder(&out)
	d.DisallowUnknownFields()
	if err := d.Decode(&r); err != nil {
		t.Fatal(err)
	}
	f := r.Findings[0]
	if r.Format != plan.CheckFormat || f.Rule != "bite" || f.Verdict != "wait" || f.Layer != "d1" || f.Liquid != "white-spirit" || f.RED == nil || f.Cure == nil || f.SafeFrom == nil || len(f.Fixes) != 3 {
		t.Errorf("%+v", f)
	}
}

// A guide is written to the file that is named.
func TestWriteGuide(t *testing.T) {
	for name, want := range map[string]string{"g.pdf": "%PDF-", "g.svg": "<svg"} {
		path := filepath.Join(t.TempDir(), name)
		c := stainsCommand()
		c.SetArgs([]string{"../../internal/demo/petrel.json", "--guide", path, "--view", "left", "--mirrored"})
		if err := c.Execute(); err != nil {
			t.Fatal(err)
		}
		if text, err := os.ReadFile(path); err != nil || !strings.HasPrefix(string(text), want) {
			t.Errorf("%s: %.30q %v", name, text, err)
		}
	}
}

// What a bench comes to and what films have told, headless.
func TestTonightAndLearned(t *testing.T) {
	for _, tc := range []struct {
		name string
		args []string
		exit int
		want string
	}{
		{"an evening over three builds", []string{"tonight", "../../internal/demo/petrel.json", "../../internal/demo/lynx.json", "../../internal/demo/nightjar.json", "--at", "2027-03-12T20:00:00Z", "--json", "--minutes", "40"}, 0, `"format": "inkysparrow-tonight/1"`},
		{"in words", []string{"tonight", "../../internal/demo/petrel.json", "--at", "2027-03-12T20:00:00Z"}, 0, "not tonight"},
		{"without a moment", []string{"tonight", "../../internal/demo/petrel.json"}, 2, "at"},
		{"a moment that is none", []string{"tonight", "../../internal/demo/petrel.json", "--at", "soon"}, 2, "not a moment"},
		{"a year far off", []string{"tonight", "../../internal/demo/petrel.json", "--at", "9999-03-12T20:00:00Z"}, 2, "the year 9999"},
		{"minutes that are none", []string{"tonight", "../../internal/demo/petrel.json", "--at", "2027-03-12T20:00:00Z", "--minutes", "NaN"}, 2, "minutes"},
		{"nothing told", []string{"learned", "../../internal/demo/petrel.json", "--json"}, 0, `"format": "inkysparrow-learned/1"`},
		{"in words", []string{"learned", "../../internal/demo/petrel.json"}, 0, "you"},
		{"no file", []string{"learned", "no-such-file.json"}, 2, "no-such-file.json"},
	} {
		t.Run(tc.name, func(t *testing.T) {
			var out, errs strings.Builder
			exit := run(tc.args, strings.NewReader(""), &out, &errs)
			if all := out.String() + errs.String(); exit != tc.exit || !strings.Contains(all, tc.want) {
				t.Errorf("exit %d, said %.400s", exit, all)
			}
		})
	}
}

// photographs has the product draw its own model as two photographs, one of them too small, and returns what puts them and where their places are into arguments.
func photographs(t *testing.T) func(args []string) []string {
	t.Helper()
	dir := t.TempDir()
	large, small := filepath.Join(dir, "large.png"), filepath.Join(dir, "small.png")
	var told bytes.Buffer
	if run([]string{"look", "../../examples/clean.json", "--view", "top", "--width", "1600", "-o", large, "--json"}, nil, &told, os.Stderr) != 0 || run([]string{"look", "../../examples/clean.json", "--view", "top", "--width", "121", "-o", small}, nil, &bytes.Buffer{}, os.Stderr) != 0 {
		t.Fatal("nothing was drawn")
	}
	var l plan.Looked
	if err := json.Unmarshal(told.Bytes(), &l); err != nil {
		t.Fatal(err)
	}
	v := l.Views[0]
	var points []string
	for _, at := range [][2]float64{{-50, 60}, {50, 60}, {0, 10}, {0, 140}, {30, 80}} {
		points = append(points, fmt.Sprintf("%.1f,%.1f=%g,%g", float64(v.X)+(at[0]-v.LowXMM)*v.PxPerMM, float64(v.Y)+(at[1]-v.LowYMM)*v.PxPerMM, at[0], at[1]))
	}
	known := fmt.Sprintf("upper@%.0f,%.0f", float64(v.X)+(40-v.LowXMM)*v.PxPerMM, float64(v.Y)+(72-v.LowYMM)*v.PxPerMM)
	put := strings.NewReplacer("PHOTO", large, "SMALL", small, "POINTS", strings.Join(points, ";"), "KNOWN", known)
	return func(args []string) []string {
		args = slices.Clone(args)
		for i := range args {
			args[i] = put.Replace(args[i])
		}
		return args
	}
}
