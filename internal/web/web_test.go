package web_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/internal/demo"
	"inkysparrow/internal/store"
	"inkysparrow/internal/web"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

var pages = fstest.MapFS{
	"index.html":          {Data: []byte(`<meta property="csp-nonce" nonce="__NONCE__">`)},
	"assets/page-1.js.br": {Data: []byte("packed")},
	"assets/page-1.js":    {Data: []byte(strings.Repeat("x", 4000))},
}

type site struct {
	t      testing.TB
	store  *store.Store
	server *web.Server
	log    *bytes.Buffer
}

func open(t *testing.T) *site { return openAny(t) }

func openAny(t testing.TB) *site {
	t.Helper()
	s, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "x.db"), store.Options{Now: time.Now, Demo: true})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	if err := demo.Reset(t.Context(), s); err != nil {
		t.Fatal(err)
	}
	log := &bytes.Buffer{}
	server, err := web.New(web.Config{
		Store: s, Pages: pages, Clock: web.NewClock(func() time.Time { return demo.Opens }), Log: slog.New(slog.NewTextHandler(log, nil)), Reset: func(ctx context.Context) error { return demo.Reset(ctx, s) },
	})
	if err != nil {
		t.Fatal(err)
	}
	return &site{t, s, server, log}
}

func (s *site) ask(method, path, body string, headers ...string) *http.Response {
	s.t.Helper()
	r := httptest.NewRequest(method, path, strings.NewReader(body))
	r.Host = "127.0.0.1:8787"
	r.Header.Set("Content-Type", "application/json")
	for i := 0; i+1 < len(headers); i += 2 {
		if headers[i] == "Host" {
			r.Host = headers[i+1]
		}
		r.Header.Set(headers[i], headers[i+1])
	}
	resp, err := s.server.App().Test(r, fiber.TestConfig{Timeout: 20 * time.Second})
	if err != nil {
		s.t.Fatal(err)
	}
	s.t.Cleanup(func() { resp.Body.Close() })
	return resp
}

func read[T any](t *testing.T, r *http.Response, status int) T {
	t.Helper()
	b, err := io.ReadAll(r.Body)
	if err != nil {
		t.Fatal(err)
	}
	var out T
	if r.StatusCode != status {
		t.Fatalf("status %d, want %d: %s", r.StatusCode, status, b)
	}
	if err := json.Unmarshal(b, &out); err != nil {
		t.Fatalf("%v: %s", err, b)
	}
	return out
}

func TestBuildAndMoment(t *testing.T) {
	s := open(t)
	list := read[wire.Builds](t, s.ask("GET", "/api/builds", ""), 200)
	if len(list.Builds) != 3 || !list.Demo || list.Builds[0].Stops != 3 {
		t.Errorf("builds %+v", list)
	}
	b := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	if b.Opening.Step != "d4" || b.Findings[0].State != wire.Bite || !b.Findings[0].Asks || b.Late {
		t.Errorf("opening %+v, first finding %+v, late %v", b.Opening, b.Findings[0], b.Late)
	}
	if ways := read[wire.Ways](t, s.ask("GET", fmt.Sprintf("/api/builds/petrel/ways?step=d4&rule=%s", b.Findings[0].Rule), ""), 200); len(ways.Fixes) != 3 {
		t.Errorf("ways out of the first finding: %+v", ways)
	}
	last := 0.0
	for hours := range 10 {
		at := b.Opening.At.Add(time.Duration(hours*20) * time.Hour).Format(time.RFC3339)
		m := read[wire.Moment](t, s.ask("GET", "/api/builds/petrel/moment?zone=under&step=d4&at="+at, ""), 200)
		for _, f := range m.Core.Films {
			if f.Step != "d3" {
				continue
			}
			if f.Hard < last {
				t.Errorf("%s: the enamel is %.3f hard, and was %.3f", at, f.Hard, last)
			}
			last = f.Hard
		}
	}
	if last < 0.7 {
		t.Errorf("after a week the enamel is %.2f hard", last)
	}
	m := read[wire.Moment](t, s.ask("GET", "/api/builds/petrel/moment?zone=under&step=d4&at="+b.Opening.At.Format(time.RFC3339), ""), 200)
	if m.Core.State != wire.Bite || m.Core.Drop == nil || m.Core.Drop.Name != "White spirit" || m.Look.After.Filled <= m.Look.Before.Filled {
		t.Errorf("moment %+v", m)
	}
	if p := read[wire.Problem](t, s.ask("GET", "/api/builds/petrel/moment?zone=moon&at=2027-03-11T20:00:00Z", ""), 404); p.Code != "missing" {
		t.Errorf("%+v", p)
	}
}

func TestFixUndoRedo(t *testing.T) {
	s := open(t)
	b := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	body := func(v any) string {
		out, err := json.Marshal(v)
		if err != nil {
			t.Fatal(err)
		}
		return string(out)
	}
	take := body(wire.TakeFix{Revision: b.Revision, Step: "d4", Rule: "bite"})
	fixed := read[wire.Build](t, s.ask("POST", "/api/builds/petrel/fix", take), 200)
	if fixed.Undoes != "Seal first: Harbour gloss, 2 coats" || fixed.Findings[0].Severity != "note" {
		t.Errorf("undoes %q, worst finding %+v", fixed.Undoes, fixed.Findings[0])
	}
	if p := read[wire.Problem](t, s.ask("POST", "/api/builds/petrel/fix", take), 409); p.Code != "moved" {
		t.Errorf("a stale fix: %+v", p)
	}
	undone := read[wire.Build](t, s.ask("POST", "/api/builds/petrel/undo", body(wire.Turn{Revision: fixed.Revision})), 200)
	if undone.Findings[0].Step != "d4" || undone.Redoes == "" {
		t.Errorf("undone: %+v, redoes %q", undone.Findings[0], undone.Redoes)
	}
	if p := read[wire.Problem](t, s.ask("POST", "/api/builds/petrel/undo", body(wire.Turn{Revision: undone.Revision})), 409); p.Code != "nothing" {
		t.Errorf("undo at the first revision: %+v", p)
	}
	redone := read[wire.Build](t, s.ask("POST", "/api/builds/petrel/redo", body(wire.Turn{Revision: undone.Revision})), 200)
	if redone.Revision != fixed.Revision {
		t.Errorf("redone to %d, want %d", redone.Revision, fixed.Revision)
	}
	file, err := plan.Read(s.ask("GET", "/api/builds/petrel/plan", "").Body)
	if err != nil || len(file.Zones[1].Steps) != 10 {
		t.Errorf("the plan file that is saved: %v", err)
	}
	reset := read[wire.Builds](t, s.ask("POST", "/api/demo/reset", "{}"), 200)
	if reset.Builds[0].Stops != 3 {
		t.Errorf("after a reset: %+v", reset.Builds[0])
	}
}

func TestEditHistoryRestore(t *testing.T) {
	s := open(t)
	body := func(v any) string {
		out, err := json.Marshal(v)
		if err != nil {
			t.Fatal(err)
		}
		return string(out)
	}
	b := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	remove := wire.MakeEdit{Revision: b.Revision, Edit: plan.Edit{Do: "remove-step", Of: "d4"}, Try: true}
	effect := read[wire.Effect](t, s.ask("POST", "/api/builds/petrel/edit", body(remove)), 200)
	if effect.Words != "Removed pin wash of Underside" || len(effect.Gone) != 3 || len(effect.Come) != 0 {
		t.Errorf("effect %+v", effect)
	}
	if again := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200); again.Revision != b.Revision {
		t.Error("trying an edit has changed the build")
	}
	remove.Try = false
	changed := read[wire.Build](t, s.ask("POST", "/api/builds/petrel/edit", body(remove)), 200)
	if changed.Undoes != effect.Words || len(changed.Plan.Zones[1].Steps) != 7 {
		t.Errorf("undoes %q, %d steps", changed.Undoes, len(changed.Plan.Zones[1].Steps))
	}
	if p := read[wire.Problem](t, s.ask("POST", "/api/builds/petrel/edit", body(remove)), 409); p.Code != "moved" {
		t.Errorf("a stale edit: %+v", p)
	}
	bad := wire.MakeEdit{Revision: changed.Revision, Edit: plan.Edit{Do: "remove-step", Of: "q"}}
	if p := read[wire.Problem](t, s.ask("POST", "/api/builds/petrel/edit", body(bad)), 422); p.Place != "edit.of" {
		t.Errorf("a bad edit: %+v", p)
	}
	h := read[wire.History](t, s.ask("GET", "/api/builds/petrel/history", ""), 200)
	if len(h.Revisions) != 2 || !h.Revisions[0].Current || h.Revisions[1].Change != "Begun" {
		t.Errorf("history %+v", h)
	}
	old := read[wire.Build](t, s.ask("GET", fmt.Sprintf("/api/builds/petrel/revisions/%d", b.Revision), ""), 200)
	if len(old.Plan.Zones[1].Steps) != 9 {
		t.Errorf("the old plan has %d steps", len(old.Plan.Zones[1].Steps))
	}
	if p := read[wire.Problem](t, s.ask("GET", "/api/builds/lynx/revisions/"+fmt.Sprint(b.Revision), ""), 404); p.Code != "missing" {
		t.Errorf("another build's revision: %+v", p)
	}
	back := read[wire.Build](t, s.ask("POST", "/api/builds/petrel/restore", body(wire.Restore{Revision: changed.Revision, Old: b.Revision})), 200)
	if len(back.Plan.Zones[1].Steps) != 9 || back.Undoes == "" {
		t.Errorf("restored: %d steps, undoes %q", len(back.Plan.Zones[1].Steps), back.Undoes)
	}
}

func TestMakeBuilds(t *testing.T) {
	s := open(t)
	file, err := os.ReadFile("../../examples/stop.json")
	if err != nil {
		t.Fatal(err)
	}
	ask := func(in wire.NewBuild, status int) wire.Made {
		t.Helper()
		body, err := json.Marshal(in)
		if err != nil {
			t.Fatal(err)
		}
		return read[wire.Made](t, s.ask("POST", "/api/builds", string(body)), status)
	}
	tried := ask(wire.NewBuild{Plan: string(file), Try: true}, 200)
	if tried.Slug != "" || tried.Stops != 3 || tried.Steps != 4 || len(tried.Findings) != 3 {
		t.Errorf("tried: %+v", tried)
	}
	first, second := ask(wire.NewBuild{Plan: string(file)}, 200), ask(wire.NewBuild{Plan: string(file)}, 200)
	if first.Slug != "petrel-underside-washed-too-soon" || second.Slug != first.Slug+"-2" {
		t.Errorf("slugs %q and %q", first.Slug, second.Slug)
	}
	if copied := ask(wire.NewBuild{From: "lynx"}, 200); copied.Name != "Copy of Osterby Lynx R.1" {
		t.Errorf("copied: %+v", copied)
	}
	if tried = ask(wire.NewBuild{Example: "clean", Try: true}, 200); tried.Stops+tried.Warns != 0 || tried.Steps != 7 {
		t.Errorf("an example: %+v", tried)
	}
	for _, bad := range []wire.NewBuild{{}, {Plan: "{"}, {Answers: &plan.Brief{}}, {Example: "none"}} {
		ask(bad, 422)
	}
	ask(wire.NewBuild{From: "heron"}, 404)
	answers := `{"name":"Curlew","scale":48,"start":"2027-03-01T18:00:00Z","sessions":[{"days":["mon","wed"],"from":"19:00","to":"22:00"}],"zones":[{"name":"Upper","paint":"Grey","family":"waterborne-acrylic","effects":["decals","wash"]}]}`
	costs := read[wire.SchoolCosts](t, s.ask("POST", "/api/schools", `{"answers":`+answers+`}`), 200)
	words := map[string]string{}
	for _, c := range costs.Answers {
		words[c.School+" "+c.Answer] = c.Words
	}
	for answer, want := range map[string]string{"wash pin": " of work in all", "wash overall": "the same work, no later", "exhaust oil": "changes nothing here", "decals_and_wash before-decals": "less work"} {
		if !strings.Contains(words[answer], want) {
			t.Errorf("%s: %q, want %q", answer, words[answer], want)
		}
	}
	for _, bad := range []string{`{}`, `{"answers":{"name":"x"}}`} {
		read[wire.Problem](t, s.ask("POST", "/api/schools", bad), 422)
	}
	list := read[wire.Builds](t, s.ask("POST", "/api/builds/"+first.Slug+"/away", `{"away":true}`), 200)
	if len(list.Builds) != 6 || !list.Builds[3].Away {
		t.Errorf("put away: %+v", list.Builds)
	}
	if p := read[wire.Problem](t, s.ask("POST", "/api/builds/heron/away", `{"away":true}`), 404); p.Code != "missing" {
		t.Errorf("%+v", p)
	}
	trade := read[wire.Trade](t, s.ask("GET", "/api/trade", ""), 200)
	if len(trade.Rules) < 40 || len(trade.Families) != 17 || len(trade.Liquids) != 9 || len(trade.Schools) != 13 {
		t.Errorf("the tables of the trade are short: %d rules, %d families, %d liquids", len(trade.Rules), len(trade.Families), len(trade.Liquids))
	}
}

// What takes the list of builds with 200 of them: see BenchmarkList.
func BenchmarkList(b *testing.B) {
	s, err := store.Open(b.Context(), filepath.Join(b.TempDir(), "x.db"), store.Options{Now: time.Now, Demo: true})
	if err != nil {
		b.Fatal(err)
	}
	defer s.Close()
	plans, err := demo.Plans()
	if err != nil {
		b.Fatal(err)
	}
	for i := range 200 {
		if _, err := s.Create(b.Context(), fmt.Sprintf("build-%d", i), plans[i%3]); err != nil {
			b.Fatal(err)
		}
	}
	b.ReportAllocs()
	for b.Loop() {
		if all, err := s.Builds(b.Context()); err != nil || len(all) != 200 {
			b.Fatal(len(all), err)
		}
	}
}

func TestRefusals(t *testing.T) {
	s := open(t)
	for _, tc := range []struct {
		name, method, path, body string
		headers                  []string
		status                   int
		words                    string
	}{
		{"another site's name", "GET", "/api/builds", "", []string{"Host", "evil.example"}, 403, "does not answer to the name"},
		{"a name that only begins like ours", "GET", "/", "", []string{"Host", "localhost.evil.example"}, 403, "does not answer"},
		{"another site's page", "POST", "/api/builds/petrel/undo", `{"revision":1}`, []string{"Origin", "https://evil.example"}, 403, "are not answered"},
		{"no origin at all, but cross-site", "POST", "/api/demo/reset", `{}`, []string{"Sec-Fetch-Site", "cross-site"}, 403, "other sites"},
		{"unknown field", "POST", "/api/builds/petrel/undo", `{"revision":1,"force":true}`, nil, 422, "force: no such field"},
		{"missing field", "POST", "/api/builds/petrel/undo", `{}`, nil, 422, "revision"},
		{"no JSON", "POST", "/api/builds/petrel/undo", `hello`, nil, 422, "line 1, column 1: 'h' does not belong there in the request"},
		{"deep lists", "POST", "/api/builds/petrel/edit", strings.Repeat("[", 100_000), nil, 422, "nested more than"},
		{"deep objects", "POST", "/api/mix", strings.Repeat(`{"cup":`, 20_000), nil, 422, "nested more than"},
		{"cut off", "POST", "/api/builds/petrel/undo", `{"revision":`, nil, 422, "ends in the middle"},
		{"another type", "POST", "/api/builds/petrel/undo", `{"revision":"one"}`, nil, 422, "string is not what belongs here"},
		{"more after the end", "POST", "/api/builds/petrel/undo", `{"revision":1}{}`, nil, 422, "more after the end"},
		{"a fix that was not proposed", "POST", "/api/builds/petrel/fix", `{"revision":1,"step":"u1","rule":"bite","choice":9}`, nil, 422, "not among the fixes"},
		{"a negative choice", "POST", "/api/builds/petrel/fix", `{"revision":1,"step":"u1","rule":"bite","choice":-1}`, nil, 422, "choice"},
		{"no such build", "GET", "/api/builds/heron", "", nil, 404, "no such build"},
		{"no such address", "GET", "/api/heron", "", nil, 404, "nothing at this address"},
		{"bad time", "GET", "/api/builds/petrel/moment?at=noon", "", nil, 422, "RFC 3339"},
		{"no such asset", "GET", "/assets/none.js", "", nil, 404, "nothing at this address"},
		{"a way out of the assets", "GET", "/assets/../../etc/passwd", "", nil, 404, "nothing at this address"},
		{"a method that is not known", "DELETE", "/builds/petrel", "", nil, 405, "can't be done"},
	} {
		t.Run(tc.name, func(t *testing.T) {
			r := s.ask(tc.method, tc.path, tc.body, tc.headers...)
			b, err := io.ReadAll(r.Body)
			if err != nil || r.StatusCode != tc.status || !strings.Contains(string(b), tc.words) {
				t.Errorf("%d %s (%v), want %d with %q", r.StatusCode, b, err, tc.status, tc.words)
			}
		})
	}
	if s.log.Len() > 0 {
		t.Errorf("refusals are no news for the log: %s", s.log)
	}
}

func TestHeaders(t *testing.T) {
	s := open(t)
	nonces := map[string]bool{}
	for range 3 {
		r := s.ask("GET", "/builds/anything", "")
		b, err := io.ReadAll(r.Body)
		if err != nil {
			t.Fatal(err)
		}
		csp := r.Header.Get("Content-Security-Policy")
		_, after, ok := strings.Cut(csp, "'nonce-")
		nonce, _, _ := strings.Cut(after, "'")
		if !ok || nonce == "" || !strings.Contains(string(b), nonce) {
			t.Errorf("policy %q and page %q do not share a nonce", csp, b)
		}
		nonces[nonce] = true
		for header, want := range map[string]string{"X-Content-Type-Options": "nosniff", "X-Frame-Options": "DENY", "Referrer-Policy": "no-referrer", "Cache-Control": "no-store"} {
			if got := r.Header.Get(header); got != want {
				t.Errorf("%s: %q, want %q", header, got, want)
			}
		}
	}
	if len(nonces) != 3 {
		t.Errorf("a nonce was used twice: %v", nonces)
	}
	r := s.ask("GET", "/assets/page-1.js", "", "Accept-Encoding", "gzip")
	if r.Header.Get("Content-Encoding") != "gzip" || !strings.Contains(r.Header.Get("Cache-Control"), "immutable") || !strings.Contains(r.Header.Get("Content-Type"), "javascript") {
		t.Errorf("asset headers %v", r.Header)
	}
	if s.ask("HEAD", "/", "").StatusCode != 200 {
		t.Error("HEAD of the page fails")
	}
}

func TestPageNotBuilt(t *testing.T) {
	if _, err := web.New(web.Config{Pages: fstest.MapFS{}}); err == nil || !strings.Contains(err.Error(), "make ui") {
		t.Errorf("got %v, want to be told what to do", err)
	}
}

// A server that is told to stop answers what it has taken, and closes.
func TestShutdown(t *testing.T) {
	s := open(t)
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	ctx, stop := context.WithCancel(t.Context())
	done := make(chan error, 1)
	go func() { done <- s.server.Serve(ctx, l) }()
	url := "http://" + l.Addr().String()
	r, err := http.Post(url+"/api/demo/reset", "application/json", strings.NewReader("{}"))
	if err != nil || r.StatusCode != 200 {
		t.Fatalf("%v %v", r, err)
	}
	r.Body.Close()
	big, err := http.Post(url+"/api/demo/reset", "application/json", strings.NewReader(strings.Repeat(" ", 2*shelf.MaxBytes+10)))
	if err == nil {
		if big.StatusCode != http.StatusRequestEntityTooLarge {
			t.Errorf("a body over the limit: %d", big.StatusCode)
		}
		big.Body.Close()
	}
	stop()
	if err := <-done; err != nil {
		t.Errorf("stopped with %v", err)
	}
	if _, err := http.Get(url); err == nil {
		t.Error("it still answers")
	}
}

func BenchmarkMoment(b *testing.B) {
	s, err := store.Open(b.Context(), filepath.Join(b.TempDir(), "x.db"), store.Options{Now: time.Now, Demo: true})
	if err != nil {
		b.Fatal(err)
	}
	defer s.Close()
	if err := demo.Reset(b.Context(), s); err != nil {
		b.Fatal(err)
	}
	server, err := web.New(web.Config{Store: s, Pages: pages, Log: slog.New(slog.DiscardHandler)})
	if err != nil {
		b.Fatal(err)
	}
	b.ReportAllocs()
	for b.Loop() {
		r := httptest.NewRequest("GET", "/api/builds/petrel/moment?zone=under&step=d4&at=2027-03-11T20:40:00Z", nil)
		r.Host = "localhost"
		resp, err := server.App().Test(r)
		if err != nil || resp.StatusCode != 200 {
			b.Fatal(resp, err)
		}
		resp.Body.Close()
	}
}
