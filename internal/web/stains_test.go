package web_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"inkysparrow/internal/wire"
)

// What stains the aircraft is listed and judged; each is told in words, as it is and as it is pulled; a pull is seen in the picture before it is planned.
func TestStained(t *testing.T) {
	s := open(t)
	got := read[wire.Stained](t, s.ask("GET", "/api/builds/petrel/stains?at=2027-03-20T12:00:00Z", ""), 200)
	if len(got.Steps) != 7 || got.Steps[0].Name != "Oil dots" || !got.Steps[0].Oil || got.Most != 3 || got.Least != 0.1 {
		t.Errorf("%+v", got)
	}
	enough := func(pull string) wire.StainsEnough {
		return read[wire.StainsEnough](t, s.ask("GET", "/api/builds/petrel/stains/enough?at=2027-03-20T12:00:00Z"+pull, ""), 200)
	}
	if is, more := enough(""), enough("&pull=under/d7:3:1"); is.Enough.Words == "" || more.Enough.Figures[0].Value <= is.Enough.Figures[0].Value {
		t.Errorf("%q; pulled it shifts by %v, was %v", is.Enough.Words, more.Enough.Figures[0].Value, is.Enough.Figures[0].Value)
	}
	for _, m := range read[wire.StainsMore](t, s.ask("GET", "/api/builds/petrel/stains/more", ""), 200).Steps {
		if m.Words == "" || m.ZoneName == "" || m.Edit.Step == nil {
			t.Errorf("what could be added: %+v", m)
		}
	}
	told := read[wire.StainTold](t, s.ask("GET", "/api/builds/petrel/stains/plan?zone=upper&step=u11", ""), 200)
	pulled := read[wire.StainTold](t, s.ask("GET", "/api/builds/petrel/stains/plan?zone=upper&step=u11&amount=2&reach=0.5", ""), 200)
	if told.Passes < 6 || pulled.Passes != 2*told.Passes || len(told.Plan.Ways) != 2 || told.Length <= 50 || told.Length != pulled.Length {
		t.Errorf("%d passes, pulled %d; %v and %v mm", told.Passes, pulled.Passes, told.Length, pulled.Length)
	}
	picture := func(query string) []byte {
		r := s.ask("GET", "/api/builds/petrel/look/picture?width=400&at=2027-03-20T12:00:00Z"+query, "")
		var b bytes.Buffer
		if _, err := b.ReadFrom(r.Body); err != nil || r.StatusCode != 200 {
			t.Fatal(r.StatusCode, err)
		}
		return b.Bytes()
	}
	if a, b := picture(""), picture("&pull=upper/u11:3:2"); bytes.Equal(a, b) {
		t.Error("a pull is not seen")
	}
	b := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	edit := fmt.Sprintf(`{"revision": %d, "edit": {"do": "pull-stain", "of": "u11", "stain": {"times": 2, "reach": 0.5}}}`, b.Revision)
	after := read[wire.Build](t, s.ask("POST", "/api/builds/petrel/edit", edit), 200)
	if again := read[wire.StainTold](t, s.ask("GET", "/api/builds/petrel/stains/plan?zone=upper&step=u11", ""), 200); again.Passes != pulled.Passes || again.Plan.Amount != 2 || after.Revision == b.Revision {
		t.Errorf("planned so: %d passes, %+v", again.Passes, again.Plan.Amount)
	}
	for path, want := range map[string]string{
		"stains?pull=x":                              "pull: not zone/step:amount:reach",
		"stains?pull=upper/u11:9:1":                  "amount: not between 0.1 and 3",
		"stains/plan?zone=upper&step=u11&reach=x":    "reach: not between 0.1 and 3",
		"stains/plan?zone=upper&step=u11&hours=-1":   "hours: not between 0 and 10000",
		"stains/plan?zone=upper&step=u11&rounds=1e9": "rounds: not between 0 and 100000",
		"stains/plan?zone=upper&step=no":             `no step "no"`,
		"stains/plan?zone=moon&step=u11":             `no zone "moon"`,
		"stains/guide?view=front":                    `"front" is none of`,
		"stains/guide?as=doc":                        "neither pdf nor svg",
		"stains/guide?zone=upper&step=u7":            "no oil, chip, stain or dust",
	} {
		if p := read[wire.Problem](t, s.ask("GET", "/api/builds/petrel/"+path, ""), 422); !strings.Contains(p.Problem, want) {
			t.Errorf("%s: %q, want %q", path, p.Problem, want)
		}
	}
}

// The guide is a file by the build's name: a PDF or a drawing, of one step or of all.
func TestStainGuide(t *testing.T) {
	s := open(t)
	for path, want := range map[string]string{
		"as=pdf&view=top&zone=upper&step=u10": "%PDF-", "as=svg&view=under&mirrored=yes": "<svg", "view=left": "%PDF-",
	} {
		r := s.ask("GET", "/api/builds/petrel/stains/guide?"+path, "")
		var b bytes.Buffer
		if _, err := b.ReadFrom(r.Body); err != nil || r.StatusCode != 200 || !strings.HasPrefix(b.String(), want) {
			t.Errorf("%s: %d %.40q", path, r.StatusCode, b.String())
		}
		if name := r.Header.Get("Content-Disposition"); !strings.Contains(name, "marlow-petrel-fb-2-") {
			t.Errorf("%s is called %s", path, name)
		}
	}
}

// Every kind of stain is told in rows that hold figures, each word of it without a gap.
func TestStainRows(t *testing.T) {
	s := open(t)
	for _, slug := range []string{"petrel", "lynx", "nightjar"} {
		for _, one := range read[wire.Stained](t, s.ask("GET", "/api/builds/"+slug+"/stains", ""), 200).Steps {
			told := read[wire.StainTold](t, s.ask("GET", fmt.Sprintf("/api/builds/%s/stains/plan?zone=%s&step=%s", slug, one.Zone, one.Step), ""), 200)
			text, _ := json.Marshal(told.Rows)
			if told.Words == "" || len(told.Rows) == 0 || strings.Contains(string(text), "NaN") || strings.Contains(string(text), "%!") {
				t.Errorf("%s %s %s: %q %s", slug, one.Zone, one.Step, told.Words, text)
			}
		}
	}
}
