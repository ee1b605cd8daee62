package web_test

import (
	"archive/zip"
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"inkysparrow/internal/guard"
	"inkysparrow/internal/store"
	"inkysparrow/internal/web"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// Every address answers with the headers that keep other sites out; none reads what is not JSON; HEAD tells what GET would.
func TestEveryRoute(t *testing.T) {
	s := open(t)
	seen := 0
	for _, route := range s.server.App().GetRoutes(true) {
		path := strings.NewReplacer(":slug", "petrel", ":revision", "1", ":name", "none", "/*", "/none").Replace(route.Path)
		if route.Method == "CONNECT" || path == "/api/events" || route.Method == "TRACE" {
			continue
		}
		seen++
		r := s.ask(route.Method, path, map[bool]string{true: "{}"}[route.Method == "POST"])
		for header, want := range map[string]string{
			"X-Content-Type-Options": "nosniff", "X-Frame-Options": "DENY", "Referrer-Policy": "no-referrer", "Cross-Origin-Opener-Policy": "same-origin",
			"Cross-Origin-Resource-Policy": "same-origin", "Cross-Origin-Embedder-Policy": "require-corp",
		} {
			if got := r.Header.Get(header); got != want {
				t.Errorf("%s %s: %s is %q, want %q", route.Method, path, header, got, want)
			}
		}
		if csp := r.Header.Get("Content-Security-Policy"); !strings.Contains(csp, "default-src 'none'") || !strings.Contains(csp, "frame-ancestors 'none'") {
			t.Errorf("%s %s: the policy is %q", route.Method, path, csp)
		}
		if r.StatusCode >= 500 {
			t.Errorf("%s %s: %d", route.Method, path, r.StatusCode)
		}
		if route.Method == "POST" && strings.HasPrefix(path, "/api/") && path != "/api/keeping/everything" {
			if r := s.ask("POST", path, "{}", "Content-Type", "text/plain"); r.StatusCode != 415 {
				t.Errorf("%s reads text/plain: %d", path, r.StatusCode)
			}
		}
		if route.Method == "GET" {
			if head := s.ask("HEAD", path, ""); head.StatusCode != r.StatusCode || head.Header.Get("Content-Type") != r.Header.Get("Content-Type") {
				t.Errorf("HEAD %s: %d %s, GET: %d %s", path, head.StatusCode, head.Header.Get("Content-Type"), r.StatusCode, r.Header.Get("Content-Type"))
			}
		}
	}
	if seen < 60 {
		t.Errorf("only %d routes were asked", seen)
	}
	for path, want := range map[string]int{"/": 200, "/builds": 200, "/builds/petrel": 200, "/builds/petrel/print": 200, "/new": 200, "/shelf": 200, "/bench": 200, "/learned": 200, "/workings": 200, "/keeping": 200, "/nowhere": 404, "/builds/petrel/x": 404, "/shelf/x": 404} {
		if r := s.ask("GET", path, ""); r.StatusCode != want || !strings.HasPrefix(r.Header.Get("Content-Type"), "text/html") {
			t.Errorf("%s: %d %s, want %d", path, r.StatusCode, r.Header.Get("Content-Type"), want)
		}
	}
}

// Answers are packed, and what has not changed is not sent again.
func TestPacked(t *testing.T) {
	s := open(t)
	for _, how := range []string{"gzip", "br"} {
		r := s.ask("GET", "/api/builds/petrel", "", "Accept-Encoding", how)
		b, err := io.ReadAll(r.Body)
		if err != nil || r.Header.Get("Content-Encoding") != how || len(b) > 30<<10 {
			t.Errorf("%s: %q, %d bytes (%v)", how, r.Header.Get("Content-Encoding"), len(b), err)
		}
	}
	if r := s.ask("GET", "/assets/page-1.js", "", "Accept-Encoding", "br"); r.Header.Get("Content-Encoding") != "br" || r.ContentLength != 6 {
		t.Errorf("an asset: %v", r.Header)
	}
	tag := s.ask("GET", "/api/workings", "").Header.Get("Etag")
	if r := s.ask("GET", "/api/workings", "", "If-None-Match", tag); tag == "" || r.StatusCode != 304 {
		t.Errorf("asked again with %q: %d", tag, r.StatusCode)
	}
}

// Bodies are small, large only where something is imported; what is over that is told.
func TestSized(t *testing.T) {
	s := open(t)
	body := func(n int) string { return `{"plan": "` + strings.Repeat("x", n) + `"}` }
	for _, tc := range []struct {
		path   string
		bytes  int
		status int
	}{
		{"/api/builds/petrel/edit", 200 << 10, 422},
		{"/api/builds/petrel/edit", 2_200_000, 422},
		{"/api/builds/petrel/edit", 2_300_000, 413},
		{"/api/builds/petrel/fix", 257 << 10, 413},
		{"/api/builds", 3 << 20, 422},
		{"/api/builds", 5 << 20, 413},
		{"/api/visit", 257 << 10, 413},
	} {
		r := s.ask("POST", tc.path, body(tc.bytes))
		b, err := io.ReadAll(r.Body)
		if err != nil || r.StatusCode != tc.status || tc.status == 413 && !strings.Contains(string(b), "too large: at most") {
			t.Errorf("%d bytes to %s: %d %s (%v)", tc.bytes, tc.path, r.StatusCode, b, err)
		}
	}
}

// Beyond this machine nothing is shown before the passphrase; guessing is slow; another passphrase ends every visit.
func TestGuarded(t *testing.T) {
	now := time.Date(2027, 3, 11, 20, 40, 0, 0, time.UTC)
	s, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "x.db"), store.Options{Now: func() time.Time { return now }})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	hash, err := guard.Hash("sparrows at dusk")
	if err != nil {
		t.Fatal(err)
	}
	if err := s.SetPassphrase(t.Context(), hash); err != nil {
		t.Fatal(err)
	}
	log := &bytes.Buffer{}
	server, err := web.New(web.Config{Store: s, Pages: pages, Log: slog.New(slog.NewTextHandler(log, nil)), Now: func() time.Time { return now }, Guarded: true, Secure: true, Names: []string{"mybox.local"}})
	if err != nil {
		t.Fatal(err)
	}
	b := &site{t, s, server, log}
	enter := func(words string) *http.Response {
		return b.ask("POST", "/api/visit", text(t, wire.Visit{Passphrase: words}))
	}
	for _, path := range []string{"/api/builds", "/api/shelf", "/api/events", "/api/keeping", "/api/keeping/everything", "/api/trade"} {
		if p := read[wire.Problem](t, b.ask("GET", path, ""), 401); p.Code != "locked" {
			t.Errorf("%s: %+v", path, p)
		}
	}
	if p := read[wire.Problem](t, b.ask("GET", "/api/builds", "", "Cookie", "inkysparrow-visit=guess"), 401); p.Code != "locked" {
		t.Errorf("%+v", p)
	}
	if r := b.ask("GET", "/builds", ""); r.StatusCode != 200 {
		t.Errorf("the page itself: %d", r.StatusCode)
	}
	if r := b.ask("GET", "/", "", "Host", "mybox.local:8787"); r.StatusCode != 200 {
		t.Errorf("by the name that was allowed: %d", r.StatusCode)
	}
	if r := b.ask("GET", "/", "", "Host", "other.local:8787"); r.StatusCode != 403 {
		t.Errorf("by another name: %d", r.StatusCode)
	}
	r := enter("sparrows at dusk")
	cookies := r.Cookies()
	if r.StatusCode != 200 || len(cookies) != 1 || !cookies[0].HttpOnly || !cookies[0].Secure || cookies[0].SameSite != http.SameSiteStrictMode || cookies[0].MaxAge != 30*24*60*60 {
		t.Fatalf("%d, cookies %+v", r.StatusCode, cookies)
	}
	mine := cookies[0].Name + "=" + cookies[0].Value
	read[wire.Builds](t, b.ask("GET", "/api/builds", "", "Cookie", mine), 200)
	now = now.Add(30*24*time.Hour - time.Second)
	read[wire.Builds](t, b.ask("GET", "/api/builds", "", "Cookie", mine), 200)
	now = now.Add(2 * time.Second)
	read[wire.Problem](t, b.ask("GET", "/api/builds", "", "Cookie", mine), 401)

	another := enter("sparrows at dusk").Cookies()[0]
	theirs := another.Name + "=" + another.Value
	change := func(was, next string) *http.Response {
		return b.ask("POST", "/api/passphrase", text(t, wire.ChangePassphrase{Old: was, New: next}), "Cookie", theirs)
	}
	if p := read[wire.Problem](t, change("sparrows at dusk", "short"), 422); !strings.Contains(p.Problem, "at least 10") {
		t.Errorf("%+v", p)
	}
	read[wire.Problem](t, change("wrong", "swallows at dawn"), 401)
	fresh := change("sparrows at dusk", "swallows at dawn")
	if fresh.StatusCode != 200 {
		t.Fatalf("%d", fresh.StatusCode)
	}
	read[wire.Problem](t, b.ask("GET", "/api/builds", "", "Cookie", theirs), 401)
	theirs = fresh.Cookies()[0].Name + "=" + fresh.Cookies()[0].Value
	read[wire.Builds](t, b.ask("GET", "/api/builds", "", "Cookie", theirs), 200)
	if r := b.ask("DELETE", "/api/visit", "", "Cookie", theirs); r.StatusCode != 200 {
		t.Errorf("to leave: %d", r.StatusCode)
	}
	read[wire.Problem](t, b.ask("GET", "/api/builds", "", "Cookie", theirs), 401)

	refused := 0
	for range 12 {
		if r := enter("a guess that is wrong"); r.StatusCode == 429 {
			refused++
		} else if r.StatusCode != 401 {
			t.Errorf("a guess: %d", r.StatusCode)
		}
	}
	if refused < 6 || enter("swallows at dawn").StatusCode != 429 {
		t.Errorf("%d of 12 guesses were too many", refused)
	}
	if strings.Contains(log.String(), "dusk") || strings.Contains(log.String(), "dawn") {
		t.Errorf("the log: %s", log)
	}
}

// serving answers on a port of its own until the test ends.
func serving(t *testing.T, s *site) string {
	t.Helper()
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	ctx, stop := context.WithCancel(context.Background())
	done := make(chan error, 1)
	go func() { done <- s.server.Serve(ctx, l) }()
	t.Cleanup(func() {
		stop()
		if err := <-done; err != nil {
			t.Error(err)
		}
	})
	return "http://" + l.Addr().String()
}

// Open pages are told of every change as it happens; a stream says first which page the server has.
func TestLive(t *testing.T) {
	s := open(t)
	at := serving(t, s)
	listen := func() func() wire.Event {
		t.Helper()
		r, err := http.Get(at + "/api/events")
		if err != nil || r.StatusCode != 200 {
			t.Fatal(r, err)
		}
		t.Cleanup(func() { r.Body.Close() })
		lines := bufio.NewScanner(r.Body)
		return func() (e wire.Event) {
			t.Helper()
			for lines.Scan() {
				if data, ok := strings.CutPrefix(lines.Text(), "data: "); ok {
					if err := json.Unmarshal([]byte(data), &e); err != nil {
						t.Fatal(err)
					}
					return e
				}
			}
			t.Fatal("the stream ended", lines.Err())
			return e
		}
	}
	one, two := listen(), listen()
	for _, next := range []func() wire.Event{one, two} {
		if e := next(); e.What != wire.Hello || len(e.Page) != 16 {
			t.Errorf("first it says %+v", e)
		}
	}
	b := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	saved := read[wire.Build](t, s.ask("POST", "/api/builds/petrel/edit", fmt.Sprintf(`{"revision": %d, "edit": {"do": "remove-step", "of": "p3"}}`, b.Revision)), 200)
	undone := read[wire.Build](t, s.ask("POST", "/api/builds/petrel/undo", fmt.Sprintf(`{"revision": %d}`, saved.Revision)), 200)
	s.ask("POST", "/api/builds/lynx/away", `{"away": true}`)
	s.ask("POST", "/api/shelf/remove", fmt.Sprintf(`{"revision": %d, "id": "soot-wash"}`, s.shelfAt()))
	s.ask("POST", "/api/demo/reset", `{}`)
	for _, next := range []func() wire.Event{one, two} {
		for _, want := range []wire.Event{
			{What: wire.BuildMoved, Slug: "petrel", Revision: saved.Revision},
			{What: wire.BuildMoved, Slug: "petrel", Revision: undone.Revision},
			{What: wire.BuildsCame},
			{What: wire.ShelfMoved, Revision: 3},
			{What: wire.Everything},
		} {
			if got := next(); got != want {
				t.Errorf("told %+v, want %+v", got, want)
			}
		}
	}
}

// A request whose client has gone is not worked on.
func TestGoneClient(t *testing.T) {
	s := open(t)
	at := serving(t, s)
	f := plan.Brief{
		Name: "Large", Start: time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC), Climate: &plan.Climate{TemperatureC: 12, HumidityPct: 80, Night: &plan.Night{TemperatureC: 8, HumidityPct: 85, From: "23:00", To: "07:00"}},
		Sessions: []plan.Session{{Days: []plan.Day{"mon", "thu"}, From: "19:30", To: "22:30"}},
	}
	for i := range 150 {
		f.Zones = append(f.Zones, plan.BriefZone{Name: fmt.Sprint("Zone ", i), AreaCM2: 20, Paint: "Grey", Family: "waterborne-acrylic", Colour: "#6f7a82", Effects: []string{"wash", "stains", "fading"}})
	}
	ctx, leave := context.WithTimeout(t.Context(), 300*time.Millisecond)
	defer leave()
	r, err := http.NewRequestWithContext(ctx, "POST", at+"/api/schools", strings.NewReader(text(t, wire.NewBuild{Answers: &f})))
	if err != nil {
		t.Fatal(err)
	}
	r.Header.Set("Content-Type", "application/json")
	began := time.Now()
	if _, err := http.DefaultClient.Do(r); err == nil {
		t.Skip("this machine answers that in no time")
	}
	for s.server.Busy() > 0 {
		if time.Since(began) > 15*time.Second {
			t.Fatal("it still works for nobody")
		}
		time.Sleep(20 * time.Millisecond)
	}
}

// From the page: back up, restore, look over, thin out, carry everything away and bring it in.
func TestKeeping(t *testing.T) {
	s := open(t)
	kept := read[wire.Keeping](t, s.ask("GET", "/api/keeping", ""), 200)
	if kept.Newest != "none yet" || !filepath.IsAbs(kept.Path) || kept.Bytes == 0 || len(kept.Builds) != 3 || kept.Frozen != "" {
		t.Errorf("%+v", kept)
	}
	// A certificate of its own making is told by its fingerprint, and given out without its key; else there is none.
	if r := s.ask("GET", "/api/keeping/certificate", ""); r.StatusCode != 404 || kept.Print != "" {
		t.Errorf("without a certificate: %d, %q", r.StatusCode, kept.Print)
	}
	s.server.Sheet, s.server.Print = []byte("-----BEGIN CERTIFICATE-----"), "AB:CD"
	r := s.ask("GET", "/api/keeping/certificate", "")
	if body, err := io.ReadAll(r.Body); err != nil || r.StatusCode != 200 || string(body) != "-----BEGIN CERTIFICATE-----" || r.Header.Get("Content-Type") != "application/x-x509-ca-cert" {
		t.Errorf("the certificate: %d %s %q (%v)", r.StatusCode, r.Header.Get("Content-Type"), body, err)
	}
	if kept = read[wire.Keeping](t, s.ask("GET", "/api/keeping", ""), 200); kept.Print != "AB:CD" {
		t.Errorf("%+v", kept)
	}
	kept = read[wire.Keeping](t, s.ask("POST", "/api/keeping/backups", "{}"), 200)
	if kept.Newest != "just now" || len(kept.Backups) != 1 || kept.Backups[0].Why != "made by hand" {
		t.Fatalf("%+v", kept)
	}
	name := kept.Backups[0].Name
	whole := func(path string) []byte {
		t.Helper()
		r := s.ask("GET", path, "")
		b, err := io.ReadAll(r.Body)
		if err != nil || r.StatusCode != 200 {
			t.Fatal(r.StatusCode, err)
		}
		return b
	}
	if b := whole("/api/keeping/backups/" + name); !bytes.HasPrefix(b, []byte("SQLite format 3\x00")) {
		t.Errorf("a backup begins with %q", b[:16])
	}
	before := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	changed := read[wire.Build](t, s.ask("POST", "/api/builds/petrel/edit", fmt.Sprintf(`{"revision": %d, "edit": {"do": "remove-step", "of": "p3"}}`, before.Revision)), 200)
	for _, bad := range []string{"none.db", "../x.db", "/etc/passwd"} {
		read[wire.Problem](t, s.ask("POST", "/api/keeping/restore", text(t, wire.RestoreFile{Name: bad})), 404)
	}
	kept = read[wire.Keeping](t, s.ask("POST", "/api/keeping/restore", text(t, wire.RestoreFile{Name: name})), 200)
	back := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	if back.Revision != before.Revision || len(back.Plan.Zones[3].Steps) != len(before.Plan.Zones[3].Steps) || len(kept.Backups) != 2 {
		t.Errorf("restored to revision %d, want %d; %d backups", back.Revision, before.Revision, len(kept.Backups))
	}
	if p := read[wire.Problem](t, s.ask("POST", "/api/builds/petrel/undo", fmt.Sprintf(`{"revision": %d}`, changed.Revision)), 409); p.Code != "moved" {
		t.Errorf("a page that did not hear of it: %+v", p)
	}
	if v := read[wire.Verified](t, s.ask("POST", "/api/keeping/verify", "{}"), 200); len(v.Wrong) > 0 {
		t.Errorf("%+v", v)
	}
	if v := read[wire.Thinned](t, s.ask("POST", "/api/builds/petrel/thin", `{"days": 30}`), 200); v.Gone != 0 || v.Size == "" {
		t.Errorf("%+v", v)
	}

	everything := whole("/api/keeping/everything")
	bring := func(to *site, body []byte, query string) *http.Response {
		return to.ask("POST", "/api/keeping/everything"+query, string(body), "Content-Type", "application/zip")
	}
	if p := read[wire.Problem](t, bring(s, everything, ""), 409); p.Code != "filled" {
		t.Errorf("%+v", p)
	}
	if said := read[wire.Said](t, bring(s, everything, "?replace=yes"), 200); said.Words != "3 builds with 3 revisions and 33 products came in." {
		t.Errorf("%q", said.Words)
	}
	for what, body := range map[string][]byte{
		"no zip": []byte("hello"), "half of one": everything[:len(everything)/2], "another zip": zipped(t, map[string]string{"a.txt": "x"}),
		"another format":           zipped(t, map[string]string{"about.json": `{"format": "x/9"}`}),
		"a part too few":           zipped(t, map[string]string{"about.json": `{"format": "inkysparrow-all/1"}`, "builds.jsonl": ""}),
		"a head too many":          zipped(t, map[string]string{"about.json": `{"format": "inkysparrow-all/1", "builds": 1}`, "builds.jsonl": `{"slug": "a", "head": 9}`, "revisions.jsonl": "", "shelf.jsonl": "", "shelf-history.jsonl": ""}),
		"an unknown field":         zipped(t, map[string]string{"about.json": `{"format": "inkysparrow-all/1"}`, "builds.jsonl": "\n" + `{"slug": "a", "head": 9, "x": 1}`, "revisions.jsonl": "", "shelf.jsonl": "", "shelf-history.jsonl": ""}),
		"a bad product":            zipped(t, map[string]string{"about.json": `{"format": "inkysparrow-all/1"}`, "builds.jsonl": "", "revisions.jsonl": "", "shelf.jsonl": `{"id": "a", "family": "glue"}`, "shelf-history.jsonl": ""}),
		"no revision of the shelf": zipped(t, map[string]string{"about.json": `{"format": "inkysparrow-all/1"}`, "builds.jsonl": "", "revisions.jsonl": "", "shelf.jsonl": "", "shelf-history.jsonl": ""}),
	} {
		if p := read[wire.Problem](t, bring(s, body, "?replace=yes"), 422); p.Problem == "" || p.Code != "bad" {
			t.Errorf("%s: %+v", what, p)
		}
	}
	if all := read[wire.Builds](t, s.ask("GET", "/api/builds", ""), 200); len(all.Builds) != 3 {
		t.Errorf("after bad imports there are %d builds", len(all.Builds))
	}
}

func zipped(t *testing.T, parts map[string]string) []byte {
	t.Helper()
	var out bytes.Buffer
	z := zip.NewWriter(&out)
	for name, text := range parts {
		w, err := z.Create(name)
		if err == nil {
			_, err = io.WriteString(w, text)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	if err := z.Close(); err != nil {
		t.Fatal(err)
	}
	return out.Bytes()
}

// What people do every day never ends in a failure of the server: a step copied into many zones with long names, and its words in the history.
func TestOrdinaryUse(t *testing.T) {
	s := open(t)
	b := read[wire.Build](t, s.ask("GET", "/api/builds/lynx", ""), 200)
	edit := func(e plan.Edit) {
		t.Helper()
		b = read[wire.Build](t, s.ask("POST", "/api/builds/lynx/edit", text(t, wire.MakeEdit{Revision: b.Revision, Edit: e})), 200)
	}
	var zones []string
	for i := range 29 {
		edit(plan.Edit{Do: "put-zone", NewZone: &plan.Zone{Name: fmt.Sprintf("Panel %d %s", i, strings.Repeat("between the spars ", 8)), AreaCM2: 3}})
		zones = append(zones, b.Zones[len(b.Zones)-1].ID)
	}
	edit(plan.Edit{Do: "copy-step", Of: b.Zones[0].Steps[0].ID, Zones: zones})
	if len(b.Undoes) < 400 || !strings.HasPrefix(b.Undoes, "Copied ") {
		t.Errorf("it undoes %q", b.Undoes)
	}
}

// A plan that can't be read spoils only itself: the list tells of it, its file can be saved, the others open.
func TestUnreadablePlan(t *testing.T) {
	s := open(t)
	everything := s.ask("GET", "/api/keeping/everything", "")
	b, err := io.ReadAll(everything.Body)
	if err != nil {
		t.Fatal(err)
	}
	z, err := zip.NewReader(bytes.NewReader(b), int64(len(b)))
	if err != nil {
		t.Fatal(err)
	}
	parts := map[string]string{}
	for _, f := range z.File {
		r, err := f.Open()
		if err != nil {
			t.Fatal(err)
		}
		text, err := io.ReadAll(r)
		if err != nil {
			t.Fatal(err)
		}
		parts[f.Name] = string(text)
	}
	parts["revisions.jsonl"] = strings.Replace(parts["revisions.jsonl"], `"do":"gloss-coat"`, `"do":"varnish-of-the-future"`, 1)
	read[wire.Said](t, s.ask("POST", "/api/keeping/everything?replace=yes", string(zipped(t, parts)), "Content-Type", "application/zip"), 200)
	list := read[wire.Builds](t, s.ask("GET", "/api/builds", ""), 200)
	spoilt := ""
	for _, l := range list.Builds {
		if l.Problem != "" {
			spoilt += l.Slug
			if !strings.Contains(l.Problem, "varnish-of-the-future") {
				t.Errorf("%s: %s", l.Slug, l.Problem)
			}
		}
	}
	if spoilt != "petrel" {
		t.Errorf("spoilt: %q", spoilt)
	}
	read[wire.Build](t, s.ask("GET", "/api/builds/lynx", ""), 200)
	if p := read[wire.Problem](t, s.ask("GET", "/api/builds/petrel", ""), 422); !strings.Contains(p.Place, "steps") {
		t.Errorf("%+v", p)
	}
	r := s.ask("GET", "/api/builds/petrel/plan", "")
	if text, err := io.ReadAll(r.Body); err != nil || r.StatusCode != 200 || !strings.Contains(string(text), "varnish-of-the-future") {
		t.Errorf("its file: %d (%v)", r.StatusCode, err)
	}
}
