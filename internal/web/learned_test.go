package web_test

import (
	"fmt"
	"strings"
	"testing"

	goical "github.com/emersion/go-ical"

	"inkysparrow/internal/wire"
)

// What is said of a film corrects it at once, is known of the product on every build, and is forgotten, carried and brought.
func TestLearned(t *testing.T) {
	s := openAny(t)
	page := func() wire.LearnedPage { return read[wire.LearnedPage](t, s.ask("GET", "/api/learned", ""), 200) }
	if p := page(); p.Told || len(p.Products) != 0 {
		t.Fatalf("before anything was said: %+v", p)
	}
	s.pressed(t, "1 nightjar g2 done 19:00")
	got := s.pressed(t, "2 nightjar g2 tacky 20:40")
	if len(got.Effects) == 0 || !strings.Contains(got.Effects[0], "Night black: touch-dry about ") {
		t.Errorf("what it moves: %q", got.Effects)
	}
	p := page()
	if !p.Told || len(p.Products) != 1 || p.Products[0].Name != "Night black" || p.Products[0].Factor <= 1.05 || len(p.Products[0].Looks) != 1 || p.Products[0].Looks[0].Press != "pressed-2" || len(p.Plans) != 3 {
		t.Fatalf("%+v", p)
	}
	if p.You.Factor <= 1 || p.You.Factor >= p.Families[0].Factor || p.Families[0].Factor >= p.Products[0].Factor {
		t.Errorf("you %.2f, the family %.2f, the product %.2f", p.You.Factor, p.Families[0].Factor, p.Products[0].Factor)
	}
	file := s.ask("GET", "/api/learned/file", "")
	seen := read[map[string]any](t, file, 200)
	if seen["format"] != "inkysparrow-seen/1" || len(seen["seen"].([]any)) != 1 {
		t.Fatalf("as a file: %v", seen)
	}
	bottle := read[wire.LearnedPage](t, s.ask("POST", "/api/learned/forget", `{"product": "Night black", "family": "alcohol-acrylic", "bottle": true}`), 200)
	if bottle.Products[0].High-bottle.Products[0].Low <= p.Products[0].High-p.Products[0].Low {
		t.Errorf("a new bottle is as well known as the old one: %+v", bottle.Products[0])
	}
	if gone := read[wire.LearnedPage](t, s.ask("POST", "/api/learned/forget", `{"product": "", "family": ""}`), 200); len(gone.Products) != 0 || gone.You.Factor != 1 {
		t.Errorf("all forgotten: %+v", gone)
	}
	brought := `{"format": "inkysparrow-seen/1", "seen": [{"product": "Sea grey", "family": "waterborne-acrylic", "what": "touch-dry", "laid": "2027-03-12T19:00:00Z", "looks": [{"times": 1.4}, {"times": 1.7, "there": true}]}]}`
	for range 2 { // twice is once
		in := read[wire.LearnedPage](t, s.ask("POST", "/api/learned/file", brought), 200)
		if len(in.Products) != 1 || in.Products[0].Name != "Sea grey" || in.Products[0].Films != 1 || in.Products[0].Factor <= 1.1 {
			t.Errorf("brought: %+v", in.Products)
		}
	}
	for _, bad := range []string{`{}`, `{"format": "x"}`, strings.Replace(brought, "1.4", "-1", 1), strings.Replace(brought, "touch-dry", "smell", 1), strings.Replace(brought, "waterborne-acrylic", "honey", 1), `[]`} {
		if r := s.ask("POST", "/api/learned/file", bad); r.StatusCode != 422 {
			t.Errorf("%.60s is answered with %d", bad, r.StatusCode)
		}
	}
	if r := s.ask("POST", "/api/learned/forget", `{"product": "x", "family": "honey"}`); r.StatusCode != 422 {
		t.Errorf("a family that is none is answered with %d", r.StatusCode)
	}
}

// The bench answers in any state, and refuses what it can't be asked.
func TestBench(t *testing.T) {
	s := openAny(t)
	b := read[wire.Bench](t, s.ask("GET", "/api/bench?minutes=40", ""), 200)
	if !b.Open || len(b.Steps) < 3 || b.Fit == nil || len(b.Not) == 0 || !b.Not[0].Danger || len(b.Hold)+len(b.Soft) < 10 || b.Air == "" {
		t.Errorf("%+v", b)
	}
	for _, bad := range []string{"0", "x", "-5", "1441", "1e9"} {
		if r := s.ask("GET", "/api/bench?minutes="+bad, ""); r.StatusCode != 422 {
			t.Errorf("%s minutes are answered with %d", bad, r.StatusCode)
		}
	}
	for _, how := range []string{"little", "right", "much"} {
		r := s.ask("GET", fmt.Sprintf("/api/bench/wiped/%s?build=petrel&step=u8", how), "")
		if r.StatusCode != 200 || r.Header.Get("Content-Type") != "image/png" {
			t.Errorf("%s: %d, %s", how, r.StatusCode, r.Header.Get("Content-Type"))
		}
	}
	for _, bad := range []string{"little?build=petrel&step=u6", "some?build=petrel&step=u8", "little?build=x&step=u8"} {
		if r := s.ask("GET", "/api/bench/wiped/"+bad, ""); r.StatusCode != 404 {
			t.Errorf("%s is answered with %d", bad, r.StatusCode)
		}
	}
}

// BenchmarkBench is the bench opened over three builds that are judged; BenchmarkPress is a press until it is answered.
func BenchmarkBench(b *testing.B) {
	s := openAny(b)
	for b.Loop() {
		s.ask("GET", "/api/bench?minutes=40", "")
	}
}

func BenchmarkPress(b *testing.B) {
	s := openAny(b)
	n := 0
	for b.Loop() {
		n++
		s.ask("POST", "/api/presses", pressBody(fmt.Sprintf("%06d nightjar g2 tacky 20:%02d", n, n%40)))
	}
}

// The feed of the evenings: read with its key alone, never with another, each entry called the same when it has moved.
func TestCalendar(t *testing.T) {
	s := openAny(t)
	at := read[wire.Calendar](t, s.ask("GET", "/api/calendar", ""), 200).Path
	uids := func() map[string]bool {
		r := s.ask("GET", at, "")
		if r.StatusCode != 200 || !strings.HasPrefix(r.Header.Get("Content-Type"), "text/calendar") {
			t.Fatalf("%d, %s", r.StatusCode, r.Header.Get("Content-Type"))
		}
		cal, err := goical.NewDecoder(r.Body).Decode()
		if err != nil {
			t.Fatal(err)
		}
		all := map[string]bool{}
		for _, e := range cal.Events() {
			id, err := e.Props.Text("UID")
			if err != nil || all[id] {
				t.Errorf("%q is there twice, %v", id, err)
			}
			all[id] = true
		}
		return all
	}
	before := uids()
	if len(before) < 20 || !before["wipe-petrel-u8@inkysparrow"] || !before["session-2027-03-11-petrel@inkysparrow"] {
		t.Errorf("%d entries: %v", len(before), before)
	}
	s.pressed(t, "1 petrel u6 done 20:30")
	after := uids()
	if !after["wipe-petrel-u8@inkysparrow"] {
		t.Error("a wipe that has moved is called otherwise")
	}
	if r := s.ask("GET", "/api/calendar/0123456789abcdef0123456789abcdef/bench.ics", ""); r.StatusCode != 404 {
		t.Errorf("another key is answered with %d", r.StatusCode)
	}
}

// The session is ended early, and a bottle is empty: one press each, which says what it moves.
func TestStopAndEmpty(t *testing.T) {
	s := openAny(t)
	stop := read[wire.BenchStop](t, s.ask("POST", "/api/bench/stop", `{}`), 200)
	if len(stop.Effects) != 3 {
		t.Errorf("%q", stop.Effects)
	}
	b := read[wire.Bench](t, s.ask("GET", "/api/bench", ""), 200)
	if b.Open || !strings.HasPrefix(b.Shut, "Come back Fri 12 Mar") {
		t.Errorf("stopped, it is open: %v, %q", b.Open, b.Shut)
	}
	if r := s.ask("POST", "/api/bench/stop", `{}`); r.StatusCode != 422 {
		t.Errorf("stopped twice: %d", r.StatusCode)
	}
	if len(b.Out) == 0 {
		t.Fatal("nothing is put out")
	}
	name, build := "", ""
	for _, o := range b.Out {
		if o.Stock > 0 && o.ML > 0 {
			name, build = o.Name, o.Build
		}
	}
	empty := read[wire.Bench](t, s.ask("POST", "/api/bench/empty", fmt.Sprintf(`{"build": %q, "product": %q}`, build, name)), 200)
	for _, o := range empty.Out {
		if o.Name == name && !strings.Contains(o.Short, "buy by Fri 12 Mar") {
			t.Errorf("%s: %q", name, o.Short)
		}
	}
	if r := s.ask("POST", "/api/bench/empty", `{"build": "petrel", "product": "no such"}`); r.StatusCode != 422 {
		t.Errorf("no bottle: %d", r.StatusCode)
	}
}

// A spoon is painted with one press; the demo's clock runs faster, and tells so.
func TestSpoonAndPace(t *testing.T) {
	s := openAny(t)
	b := read[wire.Bench](t, s.ask("POST", "/api/bench/spoon", `{"build": "petrel", "step": "u6"}`), 200)
	if len(b.Clocks) != 1 || !strings.HasPrefix(b.Clocks[0].Title, "Spoon: ") || !strings.Contains(b.Used, "of work") || b.Pace != 1 {
		t.Errorf("clocks %+v, %q, pace %g", b.Clocks, b.Used, b.Pace)
	}
	if r := s.ask("POST", "/api/bench/spoon", `{"build": "petrel", "step": "none"}`); r.StatusCode != 422 {
		t.Errorf("no step: %d", r.StatusCode)
	}
	for body, want := range map[string]int{`{"pace": 60}`: 200, `{"pace": 0.5}`: 422, `{"pace": 1000}`: 422, `{"pace": 1}`: 200} {
		if r := s.ask("POST", "/api/demo/clock", body); r.StatusCode != want {
			t.Errorf("%s is answered with %d", body, r.StatusCode)
		}
	}
}
