package web

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"net/http/httptest"
	"runtime"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/internal/demo"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

func demoBuild(t *testing.T, slug string) *judged {
	t.Helper()
	plans, err := demo.Plans()
	if err != nil {
		t.Fatal(err)
	}
	j, err := judge(t.Context(), store.Build{Slug: slug, Revision: 1, Plan: plans[slices.Index(demo.Slugs, slug)]}, demo.Opens)
	if err != nil {
		t.Fatal(err)
	}
	return j
}

// What the demo is planted with, as the page tells it.
func TestDemoTellsItsStories(t *testing.T) {
	for slug, want := range map[string]struct {
		promise, opening, title string
		late                    bool
	}{
		"petrel":   {"ready Thu 18 Mar, 1 day to spare", "d4", "White spirit bites Pale sky enamel", false},
		"lynx":     {"ready Wed 17 Mar, 2 days to spare", "a8", "Nothing for oils or pigments to grip", false},
		"nightjar": {"ready Wed 24 Mar, 5 days late", "m4", "Acrylic thinner bites Night black", true},
	} {
		j := demoBuild(t, slug)
		v := j.view
		if v.Promise != want.promise || v.Late != want.late || v.Opening.Step != want.opening || v.Findings[0].Title != want.title {
			t.Errorf("%s: %q, opens at %s with %q; want %q, %s, %q", slug, v.Promise, v.Opening.Step, v.Findings[0].Title, want.promise, want.opening, want.title)
		}
		for i, f := range v.Findings[1:] {
			if badness[f.State] > badness[v.Findings[i].State] {
				t.Errorf("%s: finding %d is worse than the one before it", slug, i+1)
			}
		}
	}
}

// The tape: sessions and events in order and inside it, every step that is to be done on it, trails that only get harder.
func TestTape(t *testing.T) {
	for _, slug := range demo.Slugs {
		v := demoBuild(t, slug).view
		for i, s := range v.Tape.Sessions {
			if !s.From.Before(s.To) || i > 0 && s.From.Before(v.Tape.Sessions[i-1].To) || s.From.Before(v.Tape.From) || s.To.After(v.Tape.To) || s.Label == "" {
				t.Errorf("%s: session %d, %v to %v, is out of order or off the tape", slug, i, s.From, s.To)
			}
		}
		if !slices.IsSortedFunc(v.Tape.Events, time.Time.Compare) || len(v.Tape.Events) < 10 {
			t.Errorf("%s: events %v", slug, v.Tape.Events)
		}
		for _, z := range v.Zones {
			for i, s := range z.Steps {
				if s.Number != i+1 || s.Name == "" || s.When == "" || s.Detail == "" {
					t.Errorf("%s: step %+v lacks something", slug, s)
				}
				if s.Kind != "done" && (s.Start.Before(v.Tape.From) || s.End.After(v.Tape.To)) {
					t.Errorf("%s: %s is off the tape", slug, s.ID)
				}
				if s.Trail == nil {
					continue
				}
				for k := 1; k < len(s.Trail.Hard); k++ {
					if s.Trail.Hard[k] < s.Trail.Hard[k-1] || !s.Trail.Until.After(s.End) {
						t.Errorf("%s: the trail of %s goes back", slug, s.ID)
					}
				}
			}
		}
	}
}

// Wherever the moment is put, for every zone: the films below are those laid by then, from the top down to the plastic; the verdict and
// the drop agree; the look is drawn in colours.
func TestEveryMoment(t *testing.T) {
	for _, slug := range demo.Slugs {
		j := demoBuild(t, slug)
		for _, z := range j.view.Zones {
			last := 0
			for at := j.view.Tape.From; at.Before(j.view.Tape.To); at = at.Add(7 * time.Hour) {
				m, ok := j.at(at, z.ID, "")
				if !ok {
					t.Fatalf("%s: no moment for %s", slug, z.ID)
				}
				films := m.Core.Films
				if len(films) == 0 || films[len(films)-1].Step != "" || films[len(films)-1].Name != "The plastic" {
					t.Errorf("%s %s at %v: the films do not end at the plastic: %+v", slug, z.ID, at, films)
				}
				if len(films) < last {
					t.Errorf("%s %s at %v: %d films, there were %d", slug, z.ID, at, len(films), last)
				}
				last = len(films)
				for _, f := range films[:len(films)-1] {
					if !strings.HasPrefix(f.Why, "Laid ") || f.Hardens != strings.Contains(f.Why, "% hard because") {
						t.Errorf("%s %s at %v: %s is explained by %q", slug, z.ID, at, f.Name, f.Why)
					}
				}
				bitten := slices.ContainsFunc(films, func(f wire.Film) bool { return f.Bitten })
				if bitten && m.Core.State == wire.Safe || m.Core.State != wire.Safe && (strings.HasPrefix(m.Core.Words, "Safe") || m.Core.Drop == nil && !strings.Contains(m.Core.Words, "not on yet") && !strings.Contains(m.Core.Words, "ready") && !strings.Contains(m.Core.Words, "wet")) {
					t.Errorf("%s %s at %v: a film is bitten %v, the state is %s", slug, z.ID, at, bitten, m.Core.State)
				}
				for _, s := range []wire.Skin{m.Look.Before, m.Look.After} {
					for _, c := range []string{s.Surface, s.Line, s.Paint} {
						if len(c) != 7 || c[0] != '#' {
							t.Errorf("%s %s at %v: colour %q", slug, z.ID, at, c)
						}
					}
					if s.Residue < 0 || s.Residue > 1 || s.Filled < 0 || s.Filled > 1 || s.Gloss < 0 || s.Gloss > 1 {
						t.Errorf("%s %s at %v: skin %+v is out of range", slug, z.ID, at, s)
					}
				}
				if m.Clock == "" || m.Session == "" || m.Air.Words == "" || len(m.Zones) != len(j.view.Zones) {
					t.Errorf("%s %s at %v: %+v lacks words", slug, z.ID, at, m)
				}
			}
		}
		if _, ok := j.at(j.view.Tape.From, "moon", ""); ok {
			t.Errorf("%s: a moment for a zone that is not there", slug)
		}
	}
}

// The liquid on top is the chosen step's wherever the moment lies, until it was done; without a choice it is the next one's.
func TestSubject(t *testing.T) {
	j := demoBuild(t, "petrel")
	at := j.view.Opening.At
	for _, tc := range []struct {
		moment time.Time
		step   string
		want   string
	}{
		{at, "d4", "d4"},
		{at, "d7", "d7"},
		{at.Add(30 * time.Minute), "d4", "d4"},
		{j.view.Tape.To.Add(time.Hour), "d4", "d4"},
		{at, "d1", ""},
		{at, "nowhere", "d4"},
		{at, "", "d4"},
		{at.Add(30 * time.Minute), "", "d5"},
		{j.view.Tape.To.Add(time.Hour), "", ""},
	} {
		m, _ := j.at(tc.moment, "under", tc.step)
		if m.Core.Step != tc.want {
			t.Errorf("%s chosen at %v: the liquid is %q's, want %q", tc.step, tc.moment, m.Core.Step, tc.want)
		}
	}
}

func TestSessionWords(t *testing.T) {
	j := demoBuild(t, "petrel")
	first := j.sessions[0]
	for _, tc := range []struct {
		at   time.Time
		want string
	}{
		{first.From.Add(-time.Hour), "between sessions, next Mon 8 · 19:30"},
		{first.From, "evening 1 of"},
		{first.To.Add(-5 * time.Minute), "5 min left"},
		{first.To, "between sessions, next Tue 9"},
		{j.sessions[5].From, "session 6 of"},
		{j.sessions[len(j.sessions)-1].To.Add(time.Hour), "after the last session"},
	} {
		if got := j.sessionWords(tc.at); !strings.Contains(got, tc.want) {
			t.Errorf("at %v: %q, want %q", tc.at, got, tc.want)
		}
	}
}

// What a fix does to the finish, in words.
func TestEffectWords(t *testing.T) {
	j := demoBuild(t, "petrel")
	now := *j.report.Finish
	for _, tc := range []struct {
		days int
		want string
	}{{0, "the date stays"}, {1, "1 day later"}, {6, "6 days later"}, {-2, "2 days sooner"}} {
		then := now.AddDate(0, 0, tc.days)
		if got := j.effect(plan.Fix{Finish: &then}); !strings.HasSuffix(got, tc.want) || tc.days != 0 && !strings.HasPrefix(got, "ready ") {
			t.Errorf("%d days: %q, want %q", tc.days, got, tc.want)
		}
	}
	if got := j.effect(plan.Fix{}); got != "" {
		t.Errorf("an untried fix has the effect %q", got)
	}
}

// A build with nothing in it, and one whose steps are all done, are shown too.
func TestBareBuilds(t *testing.T) {
	start := time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)
	empty := plan.File{Format: plan.Format, Build: plan.Build{Name: "Bare", Start: start}}
	j, err := judge(t.Context(), store.Build{Plan: empty}, demo.Opens)
	if err != nil || j.view.Promise != "no steps yet" || j.view.Zones == nil || j.view.Plan.Products == nil {
		t.Errorf("%+v, %v", j.view, err)
	}
	done := start.Add(-time.Hour)
	empty.Products = []plan.Product{{ID: "p", Name: "P", Kind: "paint", Family: "lacquer"}}
	empty.Zones = []plan.Zone{{ID: "z", Name: "Z", AreaCM2: 10, Steps: []plan.Step{{ID: "a", Do: "base-coat", Product: "p", Done: &done}}}, {ID: "y", Name: "Y", AreaCM2: 10}}
	j, err = judge(t.Context(), store.Build{Plan: empty}, demo.Opens)
	if err != nil || j.view.Zones[0].Done != 1 || j.view.Opening.Zone != "z" {
		t.Errorf("%+v, %v", j.view, err)
	}
	if m, ok := j.at(start, "y", ""); !ok || m.Core.Words != "Nothing more is planned here." {
		t.Errorf("a zone without steps: %+v", m.Core)
	}
}

// What was judged is kept within its bytes, the least recently used going first.
func TestJudgedAreKept(t *testing.T) {
	plans, err := demo.Plans()
	if err != nil {
		t.Fatal(err)
	}
	g := newJudging(func() time.Time { return demo.Opens })
	of := func(revision int64) *judged {
		t.Helper()
		j, err := g.of(t.Context(), store.Build{Revision: revision, Plan: plans[1]})
		if err != nil {
			t.Fatal(err)
		}
		return j
	}
	first := of(1)
	room := judgedBytes / first.bytes
	for r := range int64(room + 5) {
		of(r + 1)
		of(1) // used again and again
	}
	if _, ok := g.has(1); !ok || g.bytes > judgedBytes || g.kept.Len() != room {
		t.Errorf("%d are kept, %d bytes; the one in use is kept: %v", g.kept.Len(), g.bytes, ok)
	}
	if _, ok := g.has(2); ok {
		t.Error("the one least recently used is kept")
	}
	ran := g.ran
	if of(1) != first || g.ran != ran {
		t.Error("it was judged again")
	}
	if g.forget(); g.bytes != 0 || g.kept.Len() != 0 {
		t.Errorf("%d bytes are left", g.bytes)
	}
}

// Many who ask at once wait for one judgement; it goes on while anybody waits, and stops when nobody does.
func TestOneJudgementForAll(t *testing.T) {
	plans, err := demo.Plans()
	if err != nil {
		t.Fatal(err)
	}
	g := newJudging(func() time.Time { return demo.Opens })
	b := store.Build{Revision: 1, Plan: plans[0]}
	for range cap(g.room) {
		g.room <- struct{}{} // every processor has something else to do
	}
	impatient, leave := context.WithCancelCause(t.Context())
	var wg sync.WaitGroup
	var left error
	wg.Go(func() { _, left = g.of(impatient, b) })
	for range 7 {
		wg.Go(func() {
			if _, err := g.of(t.Context(), b); err != nil {
				t.Error(err)
			}
		})
	}
	waiting := func() (n int) {
		g.mu.Lock()
		defer g.mu.Unlock()
		if f := g.under[1]; f != nil {
			n = f.waiting
		}
		return n
	}
	for waiting() != 8 {
		runtime.Gosched()
	}
	leave(errGone)
	for waiting() != 7 {
		runtime.Gosched()
	}
	for range cap(g.room) {
		<-g.room
	}
	wg.Wait()
	if !errors.Is(left, errGone) || g.ran != 1 {
		t.Errorf("who left was told %v; %d judgements", left, g.ran)
	}

	gone, leave := context.WithCancelCause(t.Context())
	leave(errGone)
	if _, err := judge(gone, b, demo.Opens); !errors.Is(err, context.Canceled) {
		t.Errorf("a judgement for nobody: %v", err)
	}
	for range cap(g.room) {
		g.room <- struct{}{}
	}
	if _, err := g.of(gone, store.Build{Revision: 2, Plan: plans[0]}); !errors.Is(err, errGone) || waiting() != 0 || len(g.under) != 0 {
		t.Errorf("nobody waits, and %d are under way (%v)", len(g.under), err)
	}
}

// Each trouble of the file is said in words: what is kept and what to do, under a status of its own.
func TestTroubleWords(t *testing.T) {
	s := &Server{Config: Config{Log: slog.New(slog.DiscardHandler)}}
	app := fiber.New(fiber.Config{ErrorHandler: s.problem})
	var now error
	app.Get("/api/schools", func(fiber.Ctx) error { return now })
	for _, tc := range []struct {
		err    error
		status int
		words  string
	}{
		{store.ErrFull, 507, "The disk is full. Nothing was changed"},
		{store.ErrReadOnly, 503, "can only be read"},
		{store.ErrBusy, 503, "Another program holds the file"},
		{store.ErrDamaged, 503, "Export everything now"},
		{store.ErrTooLarge, 503, "too large for the file"},
		{store.ErrDisk, 503, "does not answer as it should"},
		{errEffort, 422, "too large to draft at once: 20s were not enough"},
		{errors.New("secret words of a plan"), 500, "something went wrong here"},
	} {
		now = fmt.Errorf("somewhere: %w", tc.err)
		r, err := app.Test(httptest.NewRequest("GET", "/api/schools", nil))
		if err != nil {
			t.Fatal(err)
		}
		var p wire.Problem
		if err := json.NewDecoder(r.Body).Decode(&p); err != nil || r.StatusCode != tc.status || !strings.Contains(p.Problem, tc.words) {
			t.Errorf("%v: %d %q (%v)", tc.err, r.StatusCode, p.Problem, err)
		}
		r.Body.Close()
	}
	if got := unworded(fmt.Errorf("x: %w", &plan.FieldError{Path: "zones[0].name", Problem: "\"my secret\" is no name"})); strings.Contains(got, "secret") || !strings.Contains(got, "zones[0].name") {
		t.Errorf("the log would hold %q", got)
	}
	for _, tc := range []struct {
		bytes int64
		want  string
	}{{1, "1 kB"}, {1024, "1 kB"}, {1<<20 - 1, "1024 kB"}, {1 << 20, "1.0 MB"}, {5 << 30, "5.0 GB"}} {
		if got := size(tc.bytes); got != tc.want {
			t.Errorf("%d bytes: %q, want %q", tc.bytes, got, tc.want)
		}
	}
	for _, tc := range []struct {
		old  time.Duration
		want string
	}{{59 * time.Second, "just now"}, {time.Minute, "1 minute ago"}, {59 * time.Minute, "59 minutes ago"}, {time.Hour, "1 hour ago"}, {47 * time.Hour, "47 hours ago"}, {48 * time.Hour, "2 days ago"}} {
		if got := age(tc.old); got != tc.want {
			t.Errorf("%v: %q, want %q", tc.old, got, tc.want)
		}
	}
}

// The core has room for so many films: the top ones are sent, and what all stand on; the others are counted.
func TestCoreOfManyFilms(t *testing.T) {
	for _, tc := range []struct{ coats, films, more int }{{filmsShown - 1, filmsShown, 0}, {filmsShown, filmsShown, 1}, {200, filmsShown, 177}} {
		f := plan.File{
			Format: plan.Format, Build: plan.Build{Name: "Many", Start: time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)},
			Products: []plan.Product{{ID: "g", Name: "Gloss", Kind: "clear", Family: "polish-clear", Sheen: "gloss"}}, Zones: []plan.Zone{{ID: "z", Name: "Wing", AreaCM2: 80}},
		}
		for i := range tc.coats {
			f.Zones[0].Steps = append(f.Zones[0].Steps, plan.Step{ID: fmt.Sprint("s", i), Do: "gloss-coat", Product: "g"})
		}
		j, err := judge(t.Context(), store.Build{Plan: f}, f.Build.Start)
		if err != nil {
			t.Fatal(err)
		}
		m, ok := j.at(j.checked.Finish.Add(time.Hour), "z", "")
		if !ok || len(m.Core.Films) != tc.films || m.Core.More != tc.more || m.Core.Films[tc.films-1].Step != "" || m.Core.Films[0].Step != fmt.Sprint("s", tc.coats-1) {
			t.Errorf("%d coats: %d films, %d more, from %q to %q", tc.coats, len(m.Core.Films), m.Core.More, m.Core.Films[0].Step, m.Core.Films[len(m.Core.Films)-1].Step)
		}
	}
}

// A judgement holds until the first step is due; then for a minute, and longer the larger the build is.
func TestUntil(t *testing.T) {
	start := time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)
	for _, tc := range []struct {
		steps int
		now   time.Duration
		holds time.Duration
	}{{1, -time.Hour, time.Hour}, {1, 0, time.Minute}, {499, 0, time.Minute}, {500, 0, 2 * time.Minute}, {1000, 0, 3 * time.Minute}} {
		f := plan.File{
			Build: plan.Build{Name: "x", Start: start.Add(-2 * time.Hour)}, Products: []plan.Product{{ID: "p", Name: "P", Kind: "paint", Family: "waterborne-acrylic"}},
			Zones: []plan.Zone{{ID: "z", Name: "Z", AreaCM2: 10}},
		}
		for i := range tc.steps {
			f.Zones[0].Steps = append(f.Zones[0].Steps, plan.Step{ID: fmt.Sprint("s", i), Do: "mask", NotBefore: &start})
		}
		j, err := judge(t.Context(), store.Build{Plan: f}, start.Add(tc.now))
		if err != nil {
			t.Fatal(err)
		}
		if got := j.until.Sub(j.now); got != tc.holds {
			t.Errorf("%d steps, %v before the first is due: it holds for %v, want %v", tc.steps, -tc.now, got, tc.holds)
		}
	}
}
