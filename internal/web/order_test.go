package web_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	goical "github.com/emersion/go-ical"

	"inkysparrow/internal/demo"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

const quickly = "work=60000"

func takes(t *testing.T, words string, o wire.Order, edits func(wire.OrderBuild) []plan.Edit) string {
	t.Helper()
	in := wire.TakeOrder{Words: words}
	for _, b := range o.Builds {
		in.Changes = append(in.Changes, wire.OrderChange{Slug: b.Slug, Revision: b.Revision, Edits: edits(b)})
	}
	text, err := json.Marshal(in)
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}

// A second pair of hands that is lent for an evening doubles its hands on all builds whose bench is open.
func TestHandsAreLent(t *testing.T) {
	s := openAny(t)
	before := read[wire.Order](t, s.ask("GET", "/api/order?"+quickly, ""), 200)
	friday := before.Evenings[1]
	if friday.Second || len(friday.Open) != 3 {
		t.Fatalf("%+v", friday)
	}
	body := takes(t, "A second pair of hands", before, func(wire.OrderBuild) []plan.Edit { return []plan.Edit{{Do: "put-hands", Date: friday.Date, Hands: 2}} })
	read[wire.OrderTaken](t, s.ask("POST", "/api/order", body), 200)
	after := read[wire.Order](t, s.ask("GET", "/api/order?"+quickly, ""), 200)
	if e := after.Evenings[1]; !e.Second || e.Room != 2*friday.Room || e.Busy > e.Room || after.Evenings[2].Second {
		t.Errorf("before %d of %d minutes, after %+v", friday.Busy, friday.Room, e)
	}
}

// All builds on one tape; the better order is taken for all at once and taken back as one.
func TestOrderOfEvenings(t *testing.T) {
	s := openAny(t)
	o := read[wire.Order](t, s.ask("GET", "/api/order?"+quickly, ""), 200)
	if !o.Better || len(o.Builds) != 3 || len(o.Gains) == 0 || len(o.Clashes) == 0 || o.Proof == "" || o.Pinned == 0 {
		t.Fatalf("better %v, %d builds, gains %v, clashes %v, %q", o.Better, len(o.Builds), o.Gains, o.Clashes, o.Proof)
	}
	busy, tickets := 0, 0
	for _, e := range o.Evenings {
		if e.Busy > e.Room {
			t.Errorf("%s is full: %d of %d minutes", e.Label, e.Busy, e.Room)
		}
		busy, tickets = busy+e.Busy, tickets+len(e.Tickets)
		for _, c := range e.Cores {
			if len(c.Films) == 0 && c.Zone == "" {
				t.Errorf("%s: a core of nothing", e.Label)
			}
		}
	}
	turns := 0
	for _, b := range o.Builds {
		turns += len(b.Turns)
	}
	if tickets < turns || busy == 0 {
		t.Errorf("%d tickets for %d turns", tickets, turns)
	}
	body := takes(t, "Took the order of evenings", o, func(b wire.OrderBuild) []plan.Edit { return []plan.Edit{{Do: "order", Turns: b.Turns}} })
	done := read[wire.OrderTaken](t, s.ask("POST", "/api/order", body), 200)
	if len(done.Builds) != 3 || done.Words != "Took the order of evenings" {
		t.Fatalf("%+v", done)
	}
	if again := read[map[string]any](t, s.ask("POST", "/api/order", body), 409); again["code"] == nil {
		t.Errorf("taken twice: %v", again)
	}
	now := read[wire.Order](t, s.ask("GET", "/api/order?"+quickly, ""), 200)
	if !now.Taken || len(now.Clashes) != 0 {
		t.Errorf("once it is taken: taken %v, clashes %v", now.Taken, now.Clashes)
	}
	bench := read[wire.Bench](t, s.ask("GET", "/api/bench", ""), 200)
	if len(bench.Steps) == 0 {
		t.Error("nothing to do at the bench")
	}
	undo, err := json.Marshal(wire.UndoOrder{Builds: done.Builds})
	if err != nil {
		t.Fatal(err)
	}
	if back := read[wire.OrderTaken](t, s.ask("POST", "/api/order/undo", string(undo)), 200); len(back.Builds) != 3 || back.Builds[0].Revision >= done.Builds[0].Revision {
		t.Errorf("taken back: %+v", back)
	}
	if now := read[wire.Order](t, s.ask("GET", "/api/order?"+quickly, ""), 200); now.Taken || len(now.Clashes) == 0 {
		t.Error("it was not taken back")
	}
}

// A date that can't be kept: the chain that holds it, and a way out that does what was said of it.
func TestInTheWay(t *testing.T) {
	s := openAny(t)
	o := read[wire.Order](t, s.ask("GET", "/api/order?"+quickly, ""), 200)
	if len(o.Late) == 0 || o.Late[0] != "nightjar" {
		t.Fatalf("late %v", o.Late)
	}
	chain := read[wire.InWay](t, s.ask("GET", "/api/builds/nightjar/in-the-way?"+quickly, ""), 200)
	if len(chain.Chain) < 3 || chain.Tried || !strings.Contains(chain.Words, "No order that was found") {
		t.Fatalf("%d links, %q", len(chain.Chain), chain.Words)
	}
	way := read[wire.InWay](t, s.ask("GET", "/api/builds/nightjar/in-the-way?try=yes&"+quickly, ""), 200)
	if !way.Tried || len(way.Ways) == 0 {
		t.Fatalf("tried %v, %d ways", way.Tried, len(way.Ways))
	}
	first := way.Ways[0]
	if first.Gain == "" || first.Price == "" || first.Risk == "" || len(first.Edits) == 0 {
		t.Errorf("%+v", first)
	}
	body := takes(t, first.Words, o, func(b wire.OrderBuild) []plan.Edit { return first.Edits })
	if !first.All {
		one := o
		one.Builds = nil
		for _, b := range o.Builds {
			if b.Slug == "nightjar" {
				one.Builds = append(one.Builds, b)
			}
		}
		body = takes(t, first.Words, one, func(wire.OrderBuild) []plan.Edit { return first.Edits })
	}
	read[wire.OrderTaken](t, s.ask("POST", "/api/order", body), 200)
	missed := read[wire.MissedEvenings](t, s.ask("GET", "/api/order/missed?"+quickly, ""), 200)
	if len(missed.Evenings) != 8 || missed.Words == "" {
		t.Errorf("%+v", missed)
	}
	most := 0
	for _, e := range missed.Evenings {
		if e.Most {
			most++
		}
		if e.Words == "" || e.Weight < 0 || e.Weight > 1 {
			t.Errorf("%+v", e)
		}
	}
	if most > 1 {
		t.Errorf("%d evenings matter most", most)
	}
}

func TestDaysAway(t *testing.T) {
	s := openAny(t)
	cost := read[wire.AwayCost](t, s.ask("GET", "/api/order/away?from=2027-03-12&days=7&"+quickly, ""), 200)
	if len(cost.Lines) == 0 {
		t.Errorf("a week away costs nothing: %+v", cost)
	}
	o := read[wire.Order](t, s.ask("GET", "/api/order?"+quickly, ""), 200)
	body := takes(t, "", o, func(wire.OrderBuild) []plan.Edit {
		return []plan.Edit{{Do: "stay-away", Date: "2027-03-12", Days: 7}}
	})
	if done := read[wire.OrderTaken](t, s.ask("POST", "/api/order", body), 200); !strings.HasPrefix(done.Words, "Away from") {
		t.Errorf("%+v", done)
	}
	o = read[wire.Order](t, s.ask("GET", "/api/order?"+quickly, ""), 200)
	for _, e := range o.Evenings {
		if day := e.From.Format("2006-01-02"); day >= "2027-03-12" && day < "2027-03-19" {
			t.Errorf("an evening on %s", day)
		}
	}
}

func TestOrderRefuses(t *testing.T) {
	s := openAny(t)
	o := read[wire.Order](t, s.ask("GET", "/api/order?work=1", ""), 200)
	if further := read[wire.Order](t, s.ask("GET", "/api/order?further=yes", ""), 200); further.Looked == o.Looked {
		t.Errorf("looked further it is %s as well", o.Looked)
	}
	rev := o.Builds[0].Revision
	for _, tc := range []struct {
		method, path, body string
		status             int
		want               string
	}{
		{"GET", "/api/order?work=0", "", 422, "work"},
		{"GET", "/api/order?work=99999999999", "", 422, "work"},
		{"GET", "/api/order/away?from=soon&days=3", "", 422, "from"},
		{"GET", "/api/order/away?from=2027-03-12&days=900", "", 422, "days"},
		{"GET", "/api/builds/moon/in-the-way", "", 404, ""},
		{"POST", "/api/order", `{"changes": []}`, 422, "changes"},
		{"POST", "/api/order", `{"changes": [{"slug": "moon", "revision": 1, "edits": [{"do": "order"}]}]}`, 404, ""},
		{"POST", "/api/order", fmt.Sprintf(`{"changes": [{"slug": %q, "revision": %d, "edits": [{"do": "order", "turns": {"moon": "2027-03-12T20:00:00Z"}}]}]}`, o.Builds[0].Slug, rev), 422, "moon"},
		{"POST", "/api/order", fmt.Sprintf(`{"changes": [{"slug": %q, "revision": %d, "edits": [{"do": "order", "turns": {"u5": "9027-03-12T20:00:00Z"}}]}]}`, o.Builds[0].Slug, rev), 422, ""},
		{"POST", "/api/order", fmt.Sprintf(`{"changes": [{"slug": %q, "revision": %d, "edits": [{"do": "mark-done", "of": "u5"}]}]}`, o.Builds[0].Slug, rev), 422, "one build at a time"},
		{"POST", "/api/order", fmt.Sprintf(`{"changes": [{"slug": %[1]q, "revision": %[2]d, "edits": [{"do": "order"}]}, {"slug": %[1]q, "revision": %[2]d, "edits": [{"do": "order"}]}]}`, o.Builds[0].Slug, rev), 422, "twice"},
		{"POST", "/api/order/undo", `{"builds": []}`, 422, "builds"},
		{"POST", "/api/order/undo", fmt.Sprintf(`{"builds": [{"slug": %q, "revision": %d}]}`, o.Builds[0].Slug, rev+50), 409, ""},
	} {
		got := read[map[string]any](t, s.ask(tc.method, tc.path, tc.body), tc.status)
		if text := fmt.Sprint(got); !strings.Contains(text, tc.want) {
			t.Errorf("%s %s %s: %s, want %q in it", tc.method, tc.path, tc.body, text, tc.want)
		}
	}
}

// Work that no evening takes whole is told in its sittings: with the step, on each evening of the tape of all builds, and in the calendar.
func TestSittings(t *testing.T) {
	s := openAny(t)
	now, err := s.store.Build(t.Context(), "petrel")
	if err != nil {
		t.Fatal(err)
	}
	f := now.Plan.Clone()
	for i := range f.Sessions {
		f.Sessions[i].From, f.Sessions[i].To = "20:00", "21:00"
	}
	f.Exceptions = nil
	z, i, _ := f.Find("c1")
	f.Zones[z].AreaCM2 = 1100 // its mask takes 95 min
	if _, err := s.store.Save(t.Context(), "petrel", now.Revision, f, "Short evenings"); err != nil {
		t.Fatal(err)
	}
	step := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200).Zones[z].Steps[i]
	n := len(step.Sittings)
	if n < 2 || !strings.HasSuffix(step.Detail, fmt.Sprintf(", in %d sittings", n)) || !step.Sittings[0].From.Equal(step.Start) || !step.Sittings[n-1].To.Equal(step.End) {
		t.Errorf("%+v", step)
	}
	sum := 0
	for _, e := range read[wire.Order](t, s.ask("GET", "/api/order?"+quickly, ""), 200).Evenings {
		for _, x := range e.Tickets {
			if x.Step != "c1" {
				continue
			}
			if sum += x.Minutes; x.Start.Before(e.From) || x.End.After(e.To) || !strings.HasPrefix(x.Title, "Mask, canopy frame, sitting ") {
				t.Errorf("on the evening from %v: %+v", e.From, x)
			}
		}
	}
	for _, x := range step.Sittings {
		sum -= int(x.To.Sub(x.From).Minutes())
	}
	if sum != 0 {
		t.Errorf("the evenings have %d minutes more of it than it takes", sum)
	}
	cal, err := goical.NewDecoder(s.ask("GET", read[wire.Calendar](t, s.ask("GET", "/api/calendar", ""), 200).Path, "").Body).Decode()
	if err != nil {
		t.Fatal(err)
	}
	days := 0
	for _, e := range cal.Events() {
		from, err := e.DateTimeStart(nil)
		to, errTo := e.DateTimeEnd(nil)
		words, _ := e.Props.Text("DESCRIPTION")
		if id, _ := e.Props.Text("UID"); !strings.Contains(id, "session-") || !strings.Contains(id, "petrel") || !strings.Contains(words, "Mask, canopy frame") {
			continue
		}
		if days++; err != nil || errTo != nil || to.Sub(from) > 2*time.Hour {
			t.Errorf("an evening from %v to %v", from, to)
		}
	}
	if days != n {
		t.Errorf("it stands on %d days of the calendar, in %d sittings", days, n)
	}
	// Begun yesterday and done now, it counts as tonight's work from tonight's beginning, 40 min beside a quarter of an hour of something else.
	if now, err = s.store.Build(t.Context(), "petrel"); err != nil {
		t.Fatal(err)
	}
	f = now.Plan.Clone()
	f.Zones[z].Steps[i].Started, f.Zones[z].Steps[i].Done = new(demo.Opens.Add(-24*time.Hour)), new(demo.Opens)
	if _, err := s.store.Save(t.Context(), "petrel", now.Revision, f, "Done in two sittings"); err != nil {
		t.Fatal(err)
	}
	if used := read[wire.Bench](t, s.ask("GET", "/api/bench", ""), 200).Used; used != "2 steps, 55 min of work" {
		t.Errorf("tonight has had %q", used)
	}
}
