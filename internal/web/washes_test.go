package web_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image/png"
	"io"
	"net/url"
	"slices"
	"strings"
	"testing"

	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// From the list to a wash in the route: what is told of a wash is what the build says once it is in it.
func TestWashes(t *testing.T) {
	s := openAny(t)
	list := read[wire.Washes](t, s.ask("GET", "/api/builds/petrel/washes?zone=upper&wish=no-smell,strong", ""), 200)
	if list.Zone != "upper" || list.Due != "u7" || len(list.Washes) < 20 || list.Wishes[0].ID != "no-smell" || len(list.Films) < 4 || len(list.Zones) != 6 {
		t.Fatalf("%s due %q, %d washes by %v over %d films", list.Zone, list.Due, len(list.Washes), list.Wishes, len(list.Films))
	}
	for i, w := range list.Washes {
		if w.Rank != i+1 || len(w.Cells) != len(list.Films) || len(w.Bands) != len(list.Wishes) || w.Undo == "" || w.Window == "" {
			t.Errorf("%s: rank %d, %d cells, %d bands", w.Key, w.Rank, len(w.Cells), len(w.Bands))
		}
		if i > 0 && list.Washes[i-1].RuledOut != "" && w.RuledOut == "" {
			t.Errorf("%s stands behind one that is ruled out", w.Key)
		}
	}
	first := list.Washes[0]
	if first.RuledOut != "" || first.Bands[0].Words != "no smell" {
		t.Errorf("the first is %+v", first)
	}
	dates := read[wire.WashDates](t, s.ask("GET", "/api/builds/petrel/washes/dates?zone=upper&wish=no-smell,strong", ""), 200)
	if len(dates.Dates) != len(list.Washes) {
		t.Errorf("%d dates for %d washes", len(dates.Dates), len(list.Washes))
	}
	one := func(key, than string) wire.WashOne {
		return read[wire.WashOne](t, s.ask("GET", fmt.Sprintf("/api/builds/petrel/washes/one?zone=upper&key=%s&than=%s", url.QueryEscape(key), url.QueryEscape(than)), ""), 200)
	}
	close := one(first.Key, list.Washes[2].Key)
	if close.Replace == nil || close.Replace.Of != "u7" || close.Before == "" || !strings.Contains(close.Span, "Strongest on") || len(close.Zones) != 6 || len(close.Wipe.Tools) != 6 || len(close.Bare.Ages) != 9 || close.Run.Length <= 0 {
		t.Errorf("close up: %+v", close)
	}
	img, err := png.Decode(body(t, s, "/api/builds/petrel/washes/strip?zone=upper&key="+url.QueryEscape(first.Key)))
	if err != nil || img.Bounds().Dx() != 484 {
		t.Errorf("the strip: %v, %v", img.Bounds(), err)
	}
	edit, _ := json.Marshal(close.Replace)
	b := read[wire.Build](t, s.ask("POST", "/api/builds/petrel/edit", fmt.Sprintf(`{"revision":%d,"edit":%s}`, read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200).Revision, edit)), 200)
	i := slices.IndexFunc(dates.Dates, func(d wire.WashDate) bool { return d.Key == first.Key })
	if !strings.Contains(b.Promise, strings.Split(dates.Dates[i].Words, " ·")[0]) {
		t.Errorf("it says %q, told was %q", b.Promise, dates.Dates[i].Words)
	}
	grime := read[wire.Washes](t, s.ask("GET", "/api/builds/petrel/washes?zone=nose&way=sprayed&stroke=circular", ""), 200)
	for _, w := range grime.Washes {
		if w.Kind != "any" || w.Way != "Sprayed wash" {
			continue
		}
		o := read[wire.WashOne](t, s.ask("GET", "/api/builds/petrel/washes/one?zone=nose&way=sprayed&key="+url.QueryEscape(w.Key), ""), 200)
		if w.Wipe.Words != "It is not wiped" || o.Wipe.Cloth != "" || len(o.Wipe.Tools) != 0 || o.Add.Wipe != nil {
			t.Errorf("sprayed: %+v, %+v", w.Wipe, o.Wipe)
		}
		if _, err := png.Decode(body(t, s, "/api/builds/petrel/washes/strip?zone=nose&way=sprayed&key="+url.QueryEscape(w.Key))); err != nil {
			t.Error(err)
		}
	}
	for _, bad := range []struct {
		path   string
		status int
	}{
		{"?zone=upper&way=poured", 422},
		{"?zone=upper&stroke=wild", 422},
		{"?zone=moon", 422},
		{"?zone=upper&wish=magic", 422},
		{"?zone=upper&with=soaked", 422},
		{"?zone=upper&at=noon", 422},
		{"?zone=upper&wanted=-1", 422},
		{"/one?zone=upper&key=none", 404},
		{"/strip?zone=upper&key=none", 404},
		{"/dates?zone=moon", 422},
	} {
		if resp := s.ask("GET", "/api/builds/petrel/washes"+bad.path, ""); resp.StatusCode != bad.status {
			t.Errorf("%s is answered with %d, want %d", bad.path, resp.StatusCode, bad.status)
		}
	}
	if resp := s.ask("GET", "/api/builds/nowhere/washes", ""); resp.StatusCode != 404 {
		t.Errorf("no such build is answered with %d", resp.StatusCode)
	}
}

func body(t *testing.T, s *site, path string) io.Reader {
	t.Helper()
	resp := s.ask("GET", path, "")
	b, err := io.ReadAll(resp.Body)
	if err != nil || resp.StatusCode != 200 {
		t.Fatalf("%s: %d, %v", path, resp.StatusCode, err)
	}
	return bytes.NewReader(b)
}

const mixing = `"products": [{"id": "dark", "name": "Dark enamel", "kind": "paint", "family": "enamel", "colour": "#3a322b"}, {"id": "black", "name": "Black enamel", "kind": "paint", "family": "enamel", "colour": "#0a0a0a"}], "paint": "#adbcbd", "on": "gloss"`

// The mix bench: what comes of a cup, what to add, the recipe, and what is refused.
func TestMixBench(t *testing.T) {
	s := openAny(t)
	ask := func(pour, rest string) wire.MixAnswer {
		t.Helper()
		return read[wire.MixAnswer](t, s.ask("POST", "/api/mix", fmt.Sprintf(`{"cup":{"format":"inkysparrow-mix/1",%s,"pour":[%s]}%s}`, mixing, pour, rest)), 200)
	}
	m := ask(`{"product":"dark","drops":10},{"liquid":"white-spirit","drops":60}`, `,"name":"My brown"`)
	if m.Mixed.RunMM < 10 || m.Keep == nil || m.Keep.Name != "My brown" || m.Keep.Mixed != "2027-03-11" || len(m.Faults) != 5 || m.Mixed.LineDE <= 0 {
		t.Errorf("1:6: %+v", m)
	}
	thick := ask(`{"product":"dark","drops":10},{"liquid":"white-spirit","drops":10}`, `,"fault":"too-thick"`)
	if thick.Corrected == nil || len(thick.Corrected.Pour) != 3 || thick.Correction == "" {
		t.Fatalf("too thick: %+v", thick)
	}
	recipe := func(product string, wanted float64) (r wire.RecipeOf) {
		t.Helper()
		return read[wire.RecipeOf](t, s.ask("POST", "/api/mix/recipe", fmt.Sprintf(`{"cup":{"format":"inkysparrow-mix/1",%s,"pour":[]},"product":%q,"wanted":%g,"ml":1}`, mixing, product, wanted)), 200)
	}
	if r := recipe("dark", 8); !r.Good || r.Cup == nil || len(r.Cup.Pour) != 2 {
		t.Errorf("the recipe: %+v", r)
	}
	if r := recipe("black", 8); r.Cup != nil || !strings.Contains(r.Words, "Pure black") {
		t.Errorf("pure black on pale: %+v", r)
	}
	for _, bad := range []struct{ path, body, want string }{
		{"/api/mix", `{"cup":{"format":"inkysparrow-mix/1",` + mixing + `,"pour":[{"product":"dark","ml":-1}]}}`, "more than nothing"},
		{"/api/mix", `{"cup":{"format":"inkysparrow-mix/1",` + mixing + `,"pour":[{"product":"dark","ml":1000}]}}`, "1000 ml"},
		{"/api/mix", `{"cup":{"format":"inkysparrow-mix/1",` + mixing + `,"pour":[{"liquid":"water","ml":1}]}}`, "only thinner"},
		{"/api/mix", `{"cup":{"format":"inkysparrow-mix/1","pour":[{"product":"dark","ml":1}]}}`, "no product"},
		{"/api/mix", `{"cup":{"format":"inkysparrow-mix/1",` + mixing + `,"line":{"width_mm":99,"depth_mm":1},"pour":[{"product":"dark","ml":1}]}}`, "line.width_mm"},
		{"/api/mix", `{"cup":{"format":"inkysparrow-mix/1",` + mixing + `,"pour":[{"product":"dark","ml":1}]},"fault":"haunted"}`, "no fault"},
		{"/api/mix/recipe", `{"cup":{"format":"inkysparrow-mix/1",` + mixing + `,"pour":[]},"product":"dark","wanted":0}`, "wanted"},
		{"/api/mix/recipe", `{"cup":{"format":"inkysparrow-mix/1",` + mixing + `,"pour":[]},"product":"pim","wanted":5}`, "no product"},
	} {
		resp := s.ask("POST", bad.path, bad.body)
		var p wire.Problem
		if err := json.NewDecoder(resp.Body).Decode(&p); err != nil || resp.StatusCode != 422 || !strings.Contains(strings.ToLower(p.Problem+p.Place+p.Plain), strings.ToLower(bad.want)) {
			t.Errorf("%s: %d %+v, want %q", bad.body, resp.StatusCode, p, bad.want)
		}
	}
}

// Washes that stand side by side are kept for their strips; a change of the build or of the shelf is seen all the same.
func TestWashesKept(t *testing.T) {
	s := open(t)
	list := func() wire.Washes {
		return read[wire.Washes](t, s.ask("GET", "/api/builds/petrel/washes?zone=under", ""), 200)
	}
	before := list()
	if again := list(); len(again.Washes) != len(before.Washes) || again.Washes[0].Key != before.Washes[0].Key {
		t.Errorf("asked twice: %d and %d washes", len(before.Washes), len(again.Washes))
	}
	stands := read[wire.Shelf](t, s.ask("GET", "/api/shelf", ""), 200)
	read[wire.Shelf](t, s.ask("POST", "/api/shelf", fmt.Sprintf(`{"revision":%d,"product":{"name":"Tarn wash","kind":"wash","family":"clay-wash","colour":"#3a3128"}}`, stands.Revision)), 200)
	if after := list(); !slices.ContainsFunc(after.Washes, func(w wire.Wash) bool { return w.Name == "Tarn wash" }) {
		t.Error("a wash that was put on the shelf is not judged")
	}
}

// What comes next is listed at once, and then as it stands: the same steps, in the same order.
func TestUntried(t *testing.T) {
	s := open(t)
	known := read[wire.Next](t, s.ask("GET", "/api/builds/petrel/next?zone=under&untried=yes", ""), 200)
	tried := read[wire.Next](t, s.ask("GET", "/api/builds/petrel/next?zone=under", ""), 200)
	if len(known.Offers) < 30 || len(known.Offers) != len(tried.Offers) {
		t.Fatalf("%d offers, tried %d", len(known.Offers), len(tried.Offers))
	}
	for i, o := range known.Offers {
		if o.Do != tried.Offers[i].Do || o.Product != tried.Offers[i].Product || o.Word != plan.Untried && o.Word != plan.Past || tried.Offers[i].Word == plan.Untried {
			t.Errorf("%s %s is %s, tried %s %s %s", o.Do, o.Product, o.Word, tried.Offers[i].Do, tried.Offers[i].Product, tried.Offers[i].Word)
		}
	}
}
