package web_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"inkysparrow/internal/demo"
	"inkysparrow/internal/wire"
)

// A step that is done in one press, one that is overdue and what can be done about it, as time goes on by the demo's clock.
func TestNow(t *testing.T) {
	s := openAny(t)
	stands := func() wire.Build { return read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200) }
	mark := func(edit string) (b wire.Build, p wire.Problem) {
		t.Helper()
		resp := s.ask("POST", "/api/builds/petrel/edit", fmt.Sprintf(`{"revision":%d,"edit":%s}`, stands().Revision, edit))
		var err error
		if resp.StatusCode == 200 {
			err = json.NewDecoder(resp.Body).Decode(&b)
		} else {
			err = json.NewDecoder(resp.Body).Decode(&p)
		}
		if err != nil {
			t.Fatal(err)
		}
		return b, p
	}
	b := stands()
	if !b.Now.Equal(demo.Opens) || len(b.Overdue) != 1 || b.Overdue[0].Step != "n2" || b.Overdue[0].Words != "Planned for Thu 11 Mar, 20:15 and not marked done." {
		t.Errorf("at %v overdue are %+v", b.Now, b.Overdue)
	}
	if _, p := mark(`{"do":"mark-done","of":"u6","at":"2027-03-11T20:41:00Z"}`); p.Code != "bad" || !strings.Contains(p.Problem, "still to come") {
		t.Errorf("what is done in a minute is answered with %+v", p)
	}
	over, p := mark(`{"do":"mark-done","of":"u8"}`)
	if s := over.Zones[0].Steps[7]; p.Code != "" || s.Kind != "done" || s.Gap == nil || s.Gap.Also != "All 2 are done too" || s.Gap.Words != "2 steps come before it and are not marked done, the first of them seal." {
		t.Errorf("a step over others is answered with %+v, %+v", s.Gap, p)
	}
	below, _ := mark(`{"do":"mark-below","of":"u8"}`)
	if s := below.Zones[0].Steps[7]; s.Gap != nil || below.Zones[0].Done != 8 {
		t.Errorf("with what lies below it: %+v, %d done", s.Gap, below.Zones[0].Done)
	}
	for range 2 {
		s.ask("POST", "/api/builds/petrel/undo", fmt.Sprintf(`{"revision":%d}`, stands().Revision))
	}
	b, _ = mark(`{"do":"mark-done","of":"u6"}`)
	if b.Undoes != "Marked seal of Upper surfaces done, Thu 11 Mar, 20:40" || b.Zones[0].Done != 6 || b.Zones[0].Steps[5].When != "today · 20:40" {
		t.Errorf("it says %q, %q", b.Undoes, b.Zones[0].Steps[5].When)
	}
	if resp := s.ask("POST", "/api/demo/clock", `{"at":"2027-04-02T20:00:00Z"}`); resp.StatusCode != 200 {
		t.Fatalf("the clock is set with %d", resp.StatusCode)
	}
	defer s.ask("POST", "/api/demo/clock", `{"at":"2027-03-11T20:40:00Z"}`)
	b = stands()
	if !b.Late || !strings.HasPrefix(b.Promise, "ready Thu 8 Apr") && !strings.Contains(b.Promise, "Apr") || len(b.Overdue) < 20 {
		t.Errorf("three weeks on it says %q with %d overdue", b.Promise, len(b.Overdue))
	}
	for _, z := range b.Zones {
		for _, one := range z.Steps {
			if one.Kind == "planned" && one.Start.Before(b.Now) {
				t.Errorf("%s is planned for %v, and it is %v", one.ID, one.Start, b.Now)
			}
		}
	}
	if b, _ = mark(`{"do":"lay-anew"}`); len(b.Overdue) != 0 {
		t.Errorf("laid out anew, %d are overdue", len(b.Overdue))
	}
	for _, bad := range []string{`{"at":"1999-01-01T00:00:00Z"}`, `{}`, `{"at":"noon"}`} {
		if resp := s.ask("POST", "/api/demo/clock", bad); resp.StatusCode != 422 {
			t.Errorf("%s is answered with %d", bad, resp.StatusCode)
		}
	}
}

// While a change is being made its effect is told with the films, the finding and what moves.
func TestWouldBe(t *testing.T) {
	s := openAny(t)
	b := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	try := func(edit string) wire.Effect {
		t.Helper()
		return read[wire.Effect](t, s.ask("POST", "/api/builds/petrel/edit", fmt.Sprintf(`{"revision":%d,"try":true,"edit":%s}`, b.Revision, edit)), 200)
	}
	e := try(`{"do":"pin","of":"d4","at":"2027-03-17T20:00:00Z"}`)
	if e.Step != "d4" || e.Moment == nil || e.Moment.Core.State != wire.Safe || !e.Moment.At.Equal(time.Date(2027, 3, 17, 20, 0, 0, 0, time.UTC)) || e.Finding != nil && e.Finding.Severity == "stop" {
		t.Errorf("pinned to when the enamel is hard it says %+v", e)
	}
	if !e.Late && e.Promise == b.Promise {
		t.Errorf("a wash a week later leaves the promise at %q", e.Promise)
	}
	moved := map[string]bool{}
	for _, m := range e.Moves {
		moved[m.Step] = true
	}
	if !moved["d4"] || !moved["d5"] || moved["u1"] {
		t.Errorf("what moves: %v", moved)
	}
	e = try(`{"do":"put-step","zone":"tail","step":{"id":"new","do":"seal","product":"harbour-gloss"}}`)
	if n := len(e.Moves); n == 0 || e.Step == "" || e.Moment == nil || e.Moment.Core.Step != e.Step {
		t.Errorf("a step that is added is shown as %+v", e)
	}
}

// What may come next on a zone, and every bottle that a step could be done with, in words.
func TestNextOnAZone(t *testing.T) {
	s := openAny(t)
	words := map[string]string{}
	for _, o := range read[wire.Next](t, s.ask("GET", "/api/builds/petrel/next?zone=under", ""), 200).Offers {
		words[o.Do] = o.Words + "; " + o.Because
		if o.Word == "good" && o.Effect == "" {
			t.Errorf("%s says nothing about the day", o.Do)
		}
	}
	if words["prime"] == "" || !strings.HasPrefix(words["gloss-coat"], "good to go") || !strings.HasPrefix(words["unmask"], "not now; Nothing is masked") {
		t.Errorf("next on the underside: %v", words)
	}
	var b wire.Build = read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	body := fmt.Sprintf(`{"revision":%d,"edit":{"do":"put-step","of":"d4","step":{"id":"d4","do":"pin-wash","at":"2027-03-11T20:40:00Z"}}}`, b.Revision)
	bottles := map[string]wire.Offer{}
	for _, o := range read[wire.Next](t, s.ask("POST", "/api/builds/petrel/bottles", body), 200).Offers {
		bottles[o.Product] = o
	}
	if bottles["Soot brown wash"].State != wire.Hold || bottles["Lamp clay"].State == wire.Bite || len(bottles) < 4 {
		t.Errorf("bottles for the wash: %+v", bottles)
	}
	if resp := s.ask("GET", "/api/builds/petrel/next?zone=nowhere", ""); resp.StatusCode != 422 {
		t.Errorf("a zone that is not there is answered with %d", resp.StatusCode)
	}
}

// A moment that was typed is read by the bench's clock; a day alone is meant when the bench opens, or closes.
func TestWhen(t *testing.T) {
	s := openAny(t)
	for _, tc := range []struct{ query, want string }{
		{"words=Sat+14:00&timezone=Europe/London", "2027-03-13T14:00:00Z Sat 13 Mar, 14:00"},
		{"words=Sat&timezone=Europe/London&build=petrel", "2027-03-13T10:00:00Z Sat 13 Mar, 10:00"},
		{"words=yesterday&timezone=Europe/London&build=petrel&past=1", "2027-03-10T22:29:00Z Wed 10 Mar, 22:29"},
		{"words=Sun&timezone=Europe/London&build=petrel", "2027-03-14T12:00:00Z Sun 14 Mar, 12:00"},
		{"words=last+weekend&day=1&past=1", "2027-03-06T12:00:00Z Sat 6 Mar 2027"},
		{"words=tonight+then&timezone=Europe/London", "is not understood here"},
		{"words=20:50&past=1&timezone=Europe/London", "2027-03-10T20:50:00Z Wed 10 Mar, 20:50"},
		{"words=today+20:50&past=1&timezone=Europe/London", "Thu 11 Mar, 20:50 is still to come."},
		{"words=noon&timezone=Mars", "There is no time zone"},
		{"words=in+1000+years", "too far off"},
	} {
		resp := s.ask("GET", "/api/when?"+tc.query, "")
		got := ""
		if resp.StatusCode == 200 {
			w := read[wire.When](t, resp, 200)
			got = w.At.Format(time.RFC3339) + " " + w.Words
		} else {
			got = read[wire.Problem](t, resp, 422).Problem
		}
		if !strings.Contains(got, tc.want) {
			t.Errorf("%s: %q, want %q", tc.query, got, tc.want)
		}
	}
}

// The list shows each build as it is now: its zones with their films, what comes next, its tape.
func TestCard(t *testing.T) {
	s := openAny(t)
	c := read[wire.Card](t, s.ask("GET", "/api/builds/petrel/card", ""), 200)
	if c.Promise != "ready Thu 18 Mar, 1 day to spare" || c.Overdue != 1 || c.Next != "Pin wash, Underside" || c.When != "today · 20:40" || len(c.Zones) != 6 || len(c.Marks) < 40 {
		t.Errorf("the card says %q, %d overdue, next %q %q, %d zones, %d marks", c.Promise, c.Overdue, c.Next, c.When, len(c.Zones), len(c.Marks))
	}
	if c.Stops != 3 || c.Warns != 0 {
		t.Errorf("%d stops and %d warnings, want 3 and none", c.Stops, c.Warns)
	}
	under := c.Zones[1]
	if len(under.Films) != 4 || under.Films[0].Name != "Pale sky enamel" || under.Done != 3 || under.Skin.Filled != 0 {
		t.Errorf("the underside lies under %+v", under)
	}
}

// The Workings begin with examples that one can move: the engine answers, and refuses what it was not built for.
func TestWorked(t *testing.T) {
	s := openAny(t)
	for _, tc := range []struct{ query, want string }{
		{"what=harden&family=enamel&coats=2&t=21&rh=50", "Touch-dry after 2 h. It takes another coat after 19 h."},
		{"what=harden&family=waterborne-acrylic&coats=1&t=21&rh=50", "Touch-dry after"},
		{"what=bite&family=enamel&liquid=white-spirit&way=pin-wash&age=2", "It would take off"},
		{"what=bite&family=enamel&liquid=white-spirit&way=pin-wash&age=0", "still wet"},
		{"what=bite&family=waterborne-acrylic&liquid=white-spirit&way=pin-wash&age=30", "Good with a usual product: it would take off 0.0"},
		{"what=wipe&family=enamel-wash&sheen=gloss&cloth=damp&age=0.25", "of the wash stays on the surface"},
		{"what=wipe&family=enamel-wash&sheen=shiny&cloth=damp", "Choose a surface"},
		{"what=bite&family=enamel&liquid=tea&way=pin-wash", "Choose a liquid"},
		{"what=chance&family=enamel&liquid=white-spirit&way=pin-wash&age=4", "It shows nearly every other time: 42 of 100"},
		{"what=chance&family=enamel&liquid=white-spirit&way=pin-wash&age=7&known=true", "It shows about once in twenty times"},
		{"what=chance&family=enamel&liquid=tea&way=pin-wash", "Choose a liquid"},
		{"what=calibrated&family=enamel", "what was said happened to within 1 of 100"},
		{"what=harden&family=gouache", "Choose a family"},
		{"what=harden&family=enamel&t=400", "Temperature: a number from 0 to 40."},
		{"what=fly&family=enamel", "There is no such example."},
	} {
		resp := s.ask("GET", "/api/workings/worked?"+tc.query, "")
		got := ""
		if resp.StatusCode == 200 {
			got = read[wire.Worked](t, resp, 200).Words
		} else {
			got = read[wire.Problem](t, resp, 422).Problem
		}
		if !strings.HasPrefix(got, tc.want) && !strings.Contains(got, tc.want) {
			t.Errorf("%s: %q, want %q", tc.query, got, tc.want)
		}
	}
}
