package web_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image/jpeg"
	"image/png"
	"io"
	"net/http"
	"strings"
	"testing"
	"time"

	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// The picture answers to all that can be asked of it, and refuses what can't.
func TestLookPicture(t *testing.T) {
	site := open(t)
	get := func(path string) (*http.Response, []byte) {
		t.Helper()
		res := site.ask(http.MethodGet, path, "")
		b, err := io.ReadAll(res.Body)
		if err != nil {
			t.Fatal(err)
		}
		return res, b
	}
	seen := map[string]string{}
	for _, q := range []string{"", "&light=lamp", "&minutes=8", "&at=2027-03-16T12:00:00Z", "&ground=night", "&view=left", "&finished=yes", "&shows=wear", "&shows=soft", "&shows=bite", "&shows=sheen", "&against=way:even", "&against=at:2027-03-05T12:00:00Z", "&against=revision:1"} {
		res, b := get("/api/builds/petrel/look/picture?width=300" + q)
		if res.StatusCode != http.StatusOK || res.Header.Get("Content-Type") != "image/png" {
			t.Fatalf("%s: %d %s", q, res.StatusCode, b)
		}
		img, err := png.Decode(bytes.NewReader(b))
		if err != nil || img.Bounds().Dx() != 300 {
			t.Fatalf("%s: %v", q, err)
		}
		if q == "&against=revision:1" { // the demo has one revision: both halves are the same but for the parting
			continue
		}
		if other, twice := seen[string(b)]; twice {
			t.Errorf("%q looks like %q", q, other)
		}
		seen[string(b)] = q
	}
	for _, bad := range []string{"width=5", "width=99999", "width=x", "px_per_mm=0", "px_per_mm=39", "px_per_mm=x", "light=moon", "view=front", "minutes=400", "minutes=NaN", "at=soon", "against=moon:1", "against=way:pink", "against=revision:x", "against=at:x"} {
		if res, b := get("/api/builds/petrel/look/picture?" + bad); res.StatusCode != http.StatusUnprocessableEntity {
			t.Errorf("%s: %d %s", bad, res.StatusCode, b)
		}
	}
	if res, _ := get("/api/builds/nobody/look/picture"); res.StatusCode != http.StatusNotFound {
		t.Errorf("a build that there is none of: %d", res.StatusCode)
	}
	if res, b := get("/api/builds/petrel/look/picture?view=top&px_per_mm=2"); res.StatusCode != http.StatusOK {
		t.Errorf("at a scale: %d", res.StatusCode)
	} else if img, err := png.Decode(bytes.NewReader(b)); err != nil || img.Bounds().Dx() < 430 || img.Bounds().Dx() > 470 {
		t.Errorf("a span of 213 mm at 2 px a mm is %v wide: %v", img.Bounds(), err)
	}
	res, b := get("/api/builds/petrel/look/svg")
	if res.StatusCode != http.StatusOK || !strings.HasPrefix(string(b), "<svg ") {
		t.Errorf("the drawing: %d %.40s", res.StatusCode, b)
	}
	for _, kind := range []string{"low-single", "delta"} {
		if res, b := get("/api/airframes/" + kind + "/picture?width=160&view=top"); res.StatusCode != http.StatusOK || len(b) < 500 {
			t.Errorf("%s: %d", kind, res.StatusCode)
		}
	}
	if res, _ := get("/api/airframes/zeppelin/picture"); res.StatusCode != http.StatusNotFound {
		t.Errorf("zeppelin: %d", res.StatusCode)
	}
}

// What is said about the picture: zones with their measures, views to tap in, what somebody would notice; and what a tap tells.
func TestLookAsk(t *testing.T) {
	site := open(t)
	w := read[wire.Whole](t, site.ask(http.MethodGet, "/api/builds/petrel/look?width=900&most=520&against=at:2027-03-02T00:00:00Z", ""), http.StatusOK)
	if len(w.Views) != 4 || len(w.Zones) != 6 || !w.Own || w.Against == nil || w.Against.Seen != "arm" || len(w.Ways) < 4 || len(w.Lines) < 10 || w.Width != 900 || w.Height > 520 {
		t.Fatalf("%+v", w)
	}
	bites := false
	for _, z := range w.Zones {
		if !z.On || z.Shape == "" || z.Wear == "" || z.Soft < 0 || z.Soft > 1 {
			t.Errorf("%+v", z)
		}
		bites = bites || z.Bite == wire.Bite && z.BiteUM > 0
	}
	if !bites {
		t.Error("the pin wash on the young enamel does not bite")
	}
	path := fmt.Sprintf("/api/builds/petrel/look/ask?of=top&x=%.1f&y=%.1f&at=2027-03-18T00:00:00Z", 0.3*w.SpanMM/2, 70.0)
	asked := read[wire.LookAsked](t, site.ask(http.MethodGet, path, ""), http.StatusOK)
	if asked.Zone != "upper" || len(asked.Films) < 5 || len(asked.Reasons) < 3 || !strings.Contains(asked.Wear, "of 100") {
		t.Errorf("%+v", asked)
	}
	if beside := read[wire.LookAsked](t, site.ask(http.MethodGet, "/api/builds/petrel/look/ask?of=top&x=900&y=0", ""), http.StatusOK); beside.Part != "" || beside.Zone != "" {
		t.Errorf("beside the aircraft: %+v", beside)
	}
	for path, want := range map[string]int{
		"of=top&x=900&y=0": http.StatusOK, "of=front&x=1&y=1": http.StatusUnprocessableEntity, "of=top&x=a&y=1": http.StatusUnprocessableEntity, "of=top&x=NaN&y=1": http.StatusUnprocessableEntity, "of=top&x=1&y=-1e99": http.StatusUnprocessableEntity,
	} {
		if res := site.ask(http.MethodGet, "/api/builds/petrel/look/ask?"+path, ""); res.StatusCode != want {
			t.Errorf("%s: %d, want %d", path, res.StatusCode, want)
		}
	}
}

// A build that is only being answered is looked at, tapped, and made with its shape; its route comes along.
func TestBriefPicture(t *testing.T) {
	site := open(t)
	scheme := plan.Schemes()[0]
	brief := plan.UsualBrief()
	brief.Start = time.Date(2027, 3, 12, 18, 0, 0, 0, time.UTC)
	brief.Airframe = &plan.Airframe{Type: "mid-twin", EdgePct: 40}
	brief.Zones = scheme.Zones
	ask := func(path string, in any, status int) []byte {
		t.Helper()
		text, err := json.Marshal(in)
		if err != nil {
			t.Fatal(err)
		}
		res := site.ask(http.MethodPost, path, string(text))
		b, err := io.ReadAll(res.Body)
		if err != nil || res.StatusCode != status {
			t.Fatalf("%s: %v %d %s", path, err, res.StatusCode, b)
		}
		return b
	}
	q := wire.AskBrief{Answers: &brief, Width: 400, Most: 300}
	end := ask("/api/brief/picture", q, http.StatusOK)
	first := brief.Start
	q.At = &first
	if bytes.Equal(end, ask("/api/brief/picture", q, http.StatusOK)) {
		t.Error("before its first step it looks as when it is finished")
	}
	q.X, q.Y = 0.5, 0.01
	var spot wire.BriefSpot
	for y := 0.05; y < 0.5 && spot.Name == ""; y += 0.05 { // down the left half of the picture: the top view
		q.X, q.Y = 0.27, y
		if err := json.Unmarshal(ask("/api/brief/tap", q, http.StatusOK), &spot); err != nil {
			t.Fatal(err)
		}
	}
	if spot.Zone != 0 || spot.Name != scheme.Zones[0].Name {
		t.Errorf("a tap on the top view finds %+v", spot)
	}
	q.X, q.Y = 0.005, 0.005
	if err := json.Unmarshal(ask("/api/brief/tap", q, http.StatusOK), &spot); err != nil || spot.Zone != -1 {
		t.Errorf("a tap beside it finds %+v, %v", spot, err)
	}
	q.Width = 9
	ask("/api/brief/picture", q, http.StatusUnprocessableEntity)
	q.Width, q.Light = 400, "moon"
	ask("/api/brief/picture", q, http.StatusUnprocessableEntity)
	brief.Name = "Grey twin"
	made := read[wire.Made](t, site.ask(http.MethodPost, "/api/builds", text(t, wire.NewBuild{Answers: &brief, Try: true})), http.StatusOK)
	if len(made.Route) != made.Steps || len(made.Shape) != len(brief.Zones) || len(made.Sessions) == 0 {
		t.Errorf("%d steps laid out of %d, %d zones, %d sessions", len(made.Route), made.Steps, len(made.Shape), len(made.Sessions))
	}
}

// The skin of a zone before and after a step: two pictures of one size, which differ where the step leaves something; a place that there is none of is told.
func TestLookPatch(t *testing.T) {
	s := open(t)
	patch := func(query string) []byte {
		r := s.ask("GET", "/api/builds/petrel/look/patch?"+query, "")
		var b bytes.Buffer
		if _, err := b.ReadFrom(r.Body); err != nil || r.StatusCode != 200 || r.Header.Get("Content-Type") != "image/jpeg" {
			t.Fatal(query, r.StatusCode, err)
		}
		img, err := jpeg.Decode(bytes.NewReader(b.Bytes()))
		if err != nil || img.Bounds().Dx() > 258 || img.Bounds().Dy() > 138 || img.Bounds().Dx() < 150 {
			t.Errorf("%s: %v %v", query, img.Bounds(), err)
		}
		return b.Bytes()
	}
	for _, step := range []string{"zone=upper&step=u11", "zone=upper&step=u10", "zone=nose&step=n4"} {
		if before, after := patch(step+"&side=before"), patch(step+"&side=after"); bytes.Equal(before, after) {
			t.Errorf("%s leaves nothing that can be seen", step)
		}
	}
	patch("zone=tail&side=before&at=2027-03-20T12:00:00Z")
	patch("zone=tail&side=before&step=gone")
	for query, status := range map[string]int{"zone=moon&side=after": 404, "zone=upper&step=u11&side=up": 422, "zone=upper&side=before&at=soon": 422} {
		if r := s.ask("GET", "/api/builds/petrel/look/patch?"+query, ""); r.StatusCode != status {
			t.Errorf("%s: %d, want %d", query, r.StatusCode, status)
		}
	}
}
