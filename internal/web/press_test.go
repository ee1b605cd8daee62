package web_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"sync"
	"testing"

	"inkysparrow/internal/wire"
)

// pressed sends presses, each "id build step word time more" with the time on the demo's evening.
func (s *site) pressed(t *testing.T, all ...string) wire.Pressed {
	t.Helper()
	return read[wire.Pressed](t, s.ask("POST", "/api/presses", pressBody(all...)), 200)
}

func pressBody(all ...string) string {
	var parts []string
	for _, one := range all {
		f := strings.SplitN(one, " ", 6)
		more := ""
		if len(f) > 5 {
			more = ", " + f[5]
		}
		parts = append(parts, fmt.Sprintf(`{"id": "pressed-%s", "device": "tablet", "build": %q, "step": %q, "word": %q, "at": "2027-03-11T%s:00Z", "made": "2027-03-11T%s:00Z"%s}`, f[0], f[1], f[2], f[3], f[4], f[4], more))
	}
	return `{"presses": [` + strings.Join(parts, ",") + `]}`
}

func stepIn(t *testing.T, b wire.Build, id string) (step wire.Step) {
	t.Helper()
	for _, z := range b.Zones {
		for _, s := range z.Steps {
			if s.ID == id {
				return s
			}
		}
	}
	t.Fatalf("no step %s", id)
	return step
}

// Presses are kept whatever the plan has become meanwhile, each once; an undo follows them, a redo brings them back, and a restored revision keeps them.
func TestPresses(t *testing.T) {
	s := openAny(t)
	stands := func() wire.Build { return read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200) }
	first := stands().Revision
	got := s.pressed(t, "1 petrel u6 started 20:10", "2 petrel u6 done 20:30")
	if len(got.Kept) != 2 || len(got.Builds) != 1 || len(got.Words) != 2 {
		t.Fatalf("%+v", got)
	}
	if b := stands(); stepIn(t, b, "u6").Kind != "done" || !strings.Contains(b.Undoes, "Marked seal of Upper surfaces done") {
		t.Errorf("%+v, undoes %q", stepIn(t, b, "u6"), b.Undoes)
	}
	if again := s.pressed(t, "2 petrel u6 done 20:30"); len(again.Kept) != 1 || len(again.Builds) != 0 {
		t.Errorf("sent twice: %+v", again)
	}
	turn := func(which string) wire.Build {
		return read[wire.Build](t, s.ask("POST", "/api/builds/petrel/"+which, fmt.Sprintf(`{"revision":%d}`, stands().Revision)), 200)
	}
	if b := turn("undo"); stepIn(t, b, "u6").Kind == "done" {
		t.Error("undone, it is done")
	}
	if got := s.pressed(t, "2 petrel u6 done 20:30"); len(got.Builds) != 0 || stepIn(t, stands(), "u6").Kind == "done" {
		t.Error("a press that was taken back comes back when it is sent again")
	}
	if b := turn("redo"); stepIn(t, b, "u6").Kind != "done" {
		t.Error("redone, it is not done")
	}
	s.pressed(t, "3 petrel canopy-later done 20:00", `4 petrel u6 undo 20:35 "of": "pressed-2"`)
	if b := stands(); stepIn(t, b, "u6").Kind != "begun" {
		t.Errorf("an undo is a press: %q", stepIn(t, b, "u6").Kind)
	}
	s.pressed(t, "5 petrel u6 done 20:36")
	restored := read[wire.Build](t, s.ask("POST", "/api/builds/petrel/restore", fmt.Sprintf(`{"revision":%d,"old":%d}`, stands().Revision, first)), 200)
	if stepIn(t, restored, "u6").Kind != "done" {
		t.Error("an old revision that is restored loses what was pressed since")
	}
	// What the plan's own edits say of a step that was pressed is a press too.
	edit := func(e string) wire.Build {
		return read[wire.Build](t, s.ask("POST", "/api/builds/petrel/edit", fmt.Sprintf(`{"revision":%d,"edit":%s}`, stands().Revision, e)), 200)
	}
	if b := edit(`{"do":"unmark","of":"u6"}`); stepIn(t, b, "u6").Kind == "done" {
		t.Error("unmarked, it is done")
	}
	if b := edit(`{"do":"mark-done","of":"u6","at":"2027-03-11T20:20:00Z"}`); stepIn(t, b, "u6").When != "today · 20:20" {
		t.Errorf("marked done: %q", stepIn(t, b, "u6").When)
	}
	s.pressed(t, "6 petrel u7 started 20:25")
	if b := stands(); stepIn(t, b, "u6").When != "today · 20:20" {
		t.Errorf("folded again: %q", stepIn(t, b, "u6").When)
	}
}

func TestPressRefusals(t *testing.T) {
	s := openAny(t)
	got := s.pressed(t, "1 no-such u6 done 20:10", "2 petrel u6 perhaps 20:10", "3 petrel u6 done 20:10")
	if len(got.Kept) != 1 || len(got.Refused) != 2 {
		t.Errorf("%+v", got)
	}
	for _, r := range got.Refused {
		if r.Problem == "" {
			t.Errorf("%+v", r)
		}
	}
	for _, bad := range []string{`{}`, `{"presses": []}`, `{"presses": [{}]`, `{"presses": [{"nonsense": 1}]}`} {
		if r := s.ask("POST", "/api/presses", bad); r.StatusCode != 422 {
			t.Errorf("%s is answered with %d", bad, r.StatusCode)
		}
	}
	// A tablet whose clock is ahead says when it was by the bench's clock.
	s.pressed(t, "4 petrel n2 done 23:59")
	b := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	if when := stepIn(t, b, "n2").When; !strings.HasSuffix(when, "20:40") {
		t.Errorf("done %q", when)
	}
}

// Two tablets that press at once while somebody edits: none is lost.
func TestPressesAtOnce(t *testing.T) {
	s := openAny(t)
	var wait sync.WaitGroup
	for d := range 2 {
		wait.Go(func() {
			for i := range 6 {
				r := s.ask("POST", "/api/presses", pressBody(fmt.Sprintf("%d%d petrel u6 tacky 20:%02d", d, i, 10+i)))
				var p wire.Pressed
				if err := json.NewDecoder(r.Body).Decode(&p); err != nil || len(p.Kept) != 1 {
					t.Errorf("%d: %+v, %v", r.StatusCode, p, err)
				}
			}
		})
	}
	wait.Wait()
	b := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	n := 0
	for _, z := range b.Plan.Zones {
		for _, st := range z.Steps {
			n += len(st.Told)
		}
	}
	if n != 12 {
		t.Errorf("%d of 12 presses are in the plan", n)
	}
}
