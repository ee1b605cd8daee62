package web_test

import (
	"encoding/json"
	"fmt"
	"image/png"
	"strings"
	"testing"

	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// The Nightjar's spinners went white in the damp: it is found by what one types, explained by the evening on which it was sprayed, and mended with one press; undone, the plan is as it was.
func TestRescue(t *testing.T) {
	s := openAny(t)
	at := "/api/builds/nightjar/rescue?zone=spinners&at=2027-03-11T20:40:00Z"
	typed := read[wire.Rescue](t, s.ask("GET", at+"&seen=the+flat+went+white+over+my+black+wings+last+night", ""), 200)
	if len(typed.Found) == 0 || typed.Found[0] != "frosted" || len(typed.Symptoms) != 50 || len(typed.Causes) != 0 || typed.Clock == "" {
		t.Fatalf("typed: %v of %d", typed.Found, len(typed.Symptoms))
	}
	folded := 0
	for _, x := range typed.Symptoms {
		if x.Missing != "" {
			folded++
		}
	}
	if folded < 15 || folded > 40 {
		t.Errorf("%d are folded away on a zone of paint and flat", folded)
	}
	r := read[wire.Rescue](t, s.ask("GET", at+"&symptom=frosted&where=patch&since=while-drying", ""), 200)
	if c := r.Causes[0]; c.ID != "dew" || c.Step != "s2" || c.Rank != "most likely" || !strings.Contains(c.Because, "84 %") || r.Causes[len(r.Causes)-1].Rank != "or else" {
		t.Errorf("why: %+v", r.Causes)
	}
	first, leaves := r.Ways[0], false
	for _, w := range r.Ways {
		leaves = leaves || w.Remedy == "leave"
	}
	if first.Remedy != "thinnermist" || len(first.Steps) != 1 || !leaves || len(r.Films) < 3 || len(r.Back) == 0 || first.Caution == "" {
		t.Errorf("what now: %+v, films %v", first, r.Films)
	}
	sand := read[wire.Rescue](t, s.ask("GET", at+"&symptom=frosted&answers=finger=yes", ""), 200)
	if len(sand.Answered) != 1 || sand.Answered[0].Is != "Like sand" || sand.Causes[0].ID == "dew" && sand.Causes[0].Chance >= r.Causes[0].Chance {
		t.Errorf("rough as sand: %+v, %+v", sand.Answered, sand.Causes[0])
	}
	was := read[plan.File](t, s.ask("GET", "/api/builds/nightjar/plan", ""), 200)
	edit, _ := json.Marshal(first.Edit)
	revision := read[wire.Build](t, s.ask("GET", "/api/builds/nightjar", ""), 200).Revision
	read[wire.Build](t, s.ask("POST", "/api/builds/nightjar/edit", fmt.Sprintf(`{"revision":%d,"edit":%s}`, revision, edit)), 200)
	after := read[wire.Rescue](t, s.ask("GET", at, ""), 200)
	if len(after.Mishaps) != 1 || after.Mishaps[0].Step != "s2" || after.Mishaps[0].Turned != "" {
		t.Fatalf("what went wrong: %+v", after.Mishaps)
	}
	worked, _ := json.Marshal(after.Mishaps[0].Worked)
	revision = read[wire.Build](t, s.ask("GET", "/api/builds/nightjar", ""), 200).Revision
	read[wire.Build](t, s.ask("POST", "/api/builds/nightjar/edit", fmt.Sprintf(`{"revision":%d,"edit":%s}`, revision, worked)), 200)
	if again := read[wire.Rescue](t, s.ask("GET", at, ""), 200); again.Mishaps[0].Turned != "worked" {
		t.Errorf("it worked: %+v", again.Mishaps)
	}
	for range 2 {
		revision = read[wire.Build](t, s.ask("GET", "/api/builds/nightjar", ""), 200).Revision
		read[wire.Build](t, s.ask("POST", "/api/builds/nightjar/undo", fmt.Sprintf(`{"revision":%d}`, revision)), 200)
	}
	is := read[plan.File](t, s.ask("GET", "/api/builds/nightjar/plan", ""), 200)
	a, _ := json.Marshal(was)
	b, _ := json.Marshal(is)
	if string(a) != string(b) {
		t.Error("undone, the plan is another one")
	}
	img, err := png.Decode(body(t, s, "/api/builds/nightjar/rescue/picture?zone=spinners&symptom=frosted&at=2027-03-11T20:40:00Z"))
	if err != nil || img.Bounds().Dx() != 150 {
		t.Errorf("its picture: %v", err)
	}
	for path, want := range map[string]int{
		"?zone=moon": 422, "?zone=wings&symptom=blue": 422, "?zone=wings&where=up": 422, "?zone=wings&since=ever": 422, "?zone=wings&look=ugly": 422, "?zone=wings&rubs=1": 422, "?zone=wings&answers=finger": 422, "?at=noon": 422, "?at=0009-01-01T00:00:00Z": 422, "/picture?symptom=blue": 404, "/picture?symptom=sticky": 404,
	} {
		if r := s.ask("GET", "/api/builds/nightjar/rescue"+path, ""); r.StatusCode != want {
			t.Errorf("%s: %d, want %d", path, r.StatusCode, want)
		}
	}
}

// Every symptom on every zone of the demo answers.
func TestRescueEverywhere(t *testing.T) {
	s := openAny(t)
	for _, slug := range []string{"petrel", "lynx", "nightjar"} {
		for _, zone := range read[plan.File](t, s.ask("GET", "/api/builds/"+slug+"/plan", ""), 200).Zones {
			all := read[wire.Rescue](t, s.ask("GET", "/api/builds/"+slug+"/rescue?zone="+zone.ID, ""), 200)
			for _, x := range all.Symptoms {
				r := read[wire.Rescue](t, s.ask("GET", "/api/builds/"+slug+"/rescue?zone="+zone.ID+"&symptom="+x.ID, ""), 200)
				if len(r.Causes) == 0 || len(r.Ways) < 2 || r.Living <= 0 {
					t.Errorf("%s, %s: %s has %d causes and %d ways", slug, zone.Name, x.ID, len(r.Causes), len(r.Ways))
				}
			}
		}
	}
}

// A coming step that is not unlikely to go wrong says how that is seen early; one that went wrong before with the same product says that. What is done, and what is found fault with, says nothing more.
func TestEarly(t *testing.T) {
	s := openAny(t)
	early := func(slug string) map[string]string {
		out := map[string]string{}
		for _, z := range read[wire.Build](t, s.ask("GET", "/api/builds/"+slug, ""), 200).Zones {
			for _, x := range z.Steps {
				if out[x.ID] = x.Early; x.Kind == "done" && x.Early != "" {
					t.Errorf("%s is done, and warns: %q", x.ID, x.Early)
				}
			}
		}
		return out
	}
	told := 0
	for _, slug := range []string{"petrel", "lynx", "nightjar"} {
		for id, words := range early(slug) {
			if words != "" {
				told++
				if !strings.Contains(words, "you see it early when") {
					t.Errorf("%s: %q", id, words)
				}
			}
		}
	}
	if told == 0 {
		t.Error("no coming step of the demo says how it is seen to go wrong")
	}
	mark := fmt.Sprintf(`{"revision":%d,"edit":{"do":"rescue","zone":"spinners","of":"s1","mishap":{"symptom":"spatter","cause":"needle","remedy":"leave","at":"2027-03-11T20:40:00Z"}}}`, read[wire.Build](t, s.ask("GET", "/api/builds/nightjar", ""), 200).Revision)
	read[wire.Build](t, s.ask("POST", "/api/builds/nightjar/edit", mark), 200)
	if words := early("nightjar")["g2"]; words != "Night black went wrong before, on Spinners: the needle does not seat, or the tip is dirty." {
		t.Errorf("the next base coat of it: %q", words)
	}
	flat := fmt.Sprintf(`{"revision":%d,"edit":{"do":"rescue","zone":"doors","of":"d2","mishap":{"symptom":"fisheyes","cause":"grease","remedy":"degrease","at":"2027-03-11T20:40:00Z","turned":"worked"}}}`, read[wire.Build](t, s.ask("GET", "/api/builds/lynx", ""), 200).Revision)
	read[wire.Build](t, s.ask("POST", "/api/builds/lynx/edit", flat), 200)
	if words := early("nightjar")["w3"]; words != "Harbour gloss went wrong before, on Gear doors of Osterby Lynx R.1: grease, silicone or mould release." {
		t.Errorf("the same gloss on another build: %q", words)
	}
}
