package web_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"io"
	"net/http"
	"net/url"
	"strings"
	"sync"
	"testing"
	"time"

	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

func jpegOf(t testing.TB, w, h int) []byte {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for i := range w * h {
		img.Set(i%w, i/w, color.RGBA{uint8(90 + i%20), 110, 120, 255})
	}
	var b bytes.Buffer
	if err := jpeg.Encode(&b, img, nil); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

func (s *site) sendPhoto(t testing.TB, query string, body []byte, kind string) *http.Response {
	t.Helper()
	return s.ask("POST", "/api/builds/petrel/photos?"+query, string(body), "Content-Type", kind)
}

// The demo's photograph is measured beside its plan; laid otherwise it is measured anew, and nothing of that changes the plan.
func TestPhotoMeasured(t *testing.T) {
	s := openAny(t)
	before := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	page := read[wire.PhotoPage](t, s.ask("GET", "/api/builds/petrel/photos/demo-petrel-gloss", ""), 200)
	if page.Measured == nil || page.Measured.Trust != "good" || len(page.Figures) == 0 || page.Figures[0].ID != "lines" || page.Figures[0].Is != "more" || page.Figures[0].State != wire.Hold || !strings.Contains(page.Enough, "More than was planned") {
		t.Fatalf("measured: %+v %s", page.Measured, page.Enough)
	}
	if len(page.Landmarks) < 4 || len(page.Views) != 4 {
		t.Errorf("landmarks %v, views %v", page.Landmarks, page.Views)
	}
	ask := func(of string, r wire.PhotoReading, more string) *http.Response {
		text, err := json.Marshal(r)
		if err != nil {
			t.Fatal(err)
		}
		return s.ask("GET", "/api/builds/petrel/photos/demo-petrel-gloss"+of+"?reading="+url.QueryEscape(string(text))+more, "")
	}
	own := *page.Photo.Reading
	spot := read[plan.SpotTold](t, ask("/spot", own, "&at=700,660"), 200)
	if spot.Zone == "" || spot.DE > 12 || spot.Words == "" {
		t.Errorf("a spot of the wing: %+v", spot)
	}
	if r := ask("/spot", own, "&at=30,1400"); r.StatusCode != 422 {
		t.Errorf("a spot of the bench: %d", r.StatusCode)
	}
	if r := ask("/laid", own, "&width=400"); r.StatusCode != 200 || r.Header.Get("Content-Type") != "image/jpeg" {
		t.Errorf("laid into its view: %d %s", r.StatusCode, r.Header.Get("Content-Type"))
	}
	bad := own
	bad.Pairs = append([]wire.PhotoPair{}, own.Pairs...)
	bad.Pairs[0].X += 700
	if p := read[wire.PhotoPage](t, ask("", bad, ""), 200); !strings.Contains(p.Problem, "contradict") {
		t.Errorf("a pin that is elsewhere: %q", p.Problem)
	}
	grey := own
	grey.Light, grey.X = "known", -5
	grey.Known = "moon"
	if p := read[wire.PhotoPage](t, ask("", grey, ""), 200); !strings.Contains(p.Problem, "moon") {
		t.Errorf("the paint of no zone: %q", p.Problem)
	}
	for _, text := range []string{"{", `{"view":"top","pairs":[],"light":"","x":0,"y":0,"known":"","raking":false,"more":1}`, `{"view":"aft","pairs":[],"light":"","x":0,"y":0,"known":"","raking":false}`} {
		if r := s.ask("GET", "/api/builds/petrel/photos/demo-petrel-gloss?reading="+url.QueryEscape(text), ""); r.StatusCode != 422 {
			t.Errorf("%s: %d", text, r.StatusCode)
		}
	}
	text, _ := json.Marshal(wire.PhotoChange{Reading: &own})
	kept := read[wire.Photo](t, s.ask("POST", "/api/builds/petrel/photos/demo-petrel-gloss", string(text)), 200)
	if kept.Reading == nil || len(kept.Reading.Seen) != 0 { // no wash was laid yet: bare recesses tell of no wipe
		t.Errorf("kept: %+v", kept.Reading)
	}
	after := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	if before.Revision != after.Revision || before.Promise != after.Promise {
		t.Error("a photograph changed the plan")
	}
}

// What comes from outside is kept once, served so that nothing in it can run, taken out and put back.
func TestPhotoKept(t *testing.T) {
	s := openAny(t)
	raw := jpegOf(t, 400, 300)
	p := read[wire.Photo](t, s.sendPhoto(t, "id=mine-0001&zone=upper&caption=Wet", raw, "image/jpeg"), 200)
	read[wire.Photo](t, s.sendPhoto(t, "id=mine-0001&zone=upper&caption=Wet", raw, "image/jpeg"), 200) // sent twice
	if p.Width != 400 || p.Where != "Upper surfaces" || p.Reading != nil {
		t.Errorf("kept as %+v", p)
	}
	j := read[wire.Journal](t, s.ask("GET", "/api/builds/petrel/journal", ""), 200)
	if j.Photos != 4 {
		t.Errorf("%d photographs, want 4", j.Photos)
	}
	r := s.ask("GET", "/api/pictures/"+p.Hash, "")
	got, _ := io.ReadAll(r.Body)
	if !bytes.Equal(got, raw) || r.Header.Get("Content-Type") != "image/jpeg" || r.Header.Get("X-Content-Type-Options") != "nosniff" || !strings.Contains(r.Header.Get("Content-Security-Policy"), "sandbox") {
		t.Errorf("served as %s, %s, %d bytes of %d", r.Header.Get("Content-Type"), r.Header.Get("Content-Security-Policy"), len(got), len(raw))
	}
	if small := s.ask("GET", "/api/pictures/"+p.Hash+"?small=yes", ""); small.StatusCode != 200 {
		t.Errorf("the small picture: %d", small.StatusCode)
	}
	for _, bad := range []string{strings.Repeat("0", 64), "x", "..%2f..%2fetc"} {
		if r := s.ask("GET", "/api/pictures/"+bad, ""); r.StatusCode != 404 {
			t.Errorf("picture %s: %d", bad, r.StatusCode)
		}
	}
	read[wire.Photo](t, s.ask("POST", "/api/builds/petrel/photos/mine-0001", `{"dropped":true}`), 200)
	if j = read[wire.Journal](t, s.ask("GET", "/api/builds/petrel/journal", ""), 200); j.Photos != 3 {
		t.Errorf("taken out: %d photographs", j.Photos)
	}
	read[wire.Photo](t, s.ask("POST", "/api/builds/petrel/photos/mine-0001", `{"dropped":false,"caption":"Dry"}`), 200)
	if j = read[wire.Journal](t, s.ask("GET", "/api/builds/petrel/journal", ""), 200); j.Photos != 4 {
		t.Errorf("put back: %d photographs", j.Photos)
	}
	if r := s.ask("POST", "/api/builds/petrel/photos/none-0001", `{"caption":"x"}`); r.StatusCode != 404 {
		t.Errorf("a photograph that there is none of: %d", r.StatusCode)
	}
}

// Hostile bodies are told in words; many at once are answered, and what was refused can be sent again.
func TestPhotoRefused(t *testing.T) {
	s := openAny(t)
	for name, c := range map[string]struct {
		query, kind string
		body        []byte
		status      int
	}{
		"a drawing as a photograph": {"id=hostile-1", "image/png", []byte("<svg onload=alert(1)>"), 422},
		"a page":                    {"id=hostile-2", "text/html", []byte("<script>"), 415},
		"no id":                     {"id=", "image/jpeg", jpegOf(t, 40, 40), 422},
		"an id of nothing":          {"id=%00%00%00%00%00%00%00%00", "image/jpeg", jpegOf(t, 40, 40), 422},
		"a long caption":            {"id=hostile-3&caption=" + strings.Repeat("x", 501), "image/jpeg", jpegOf(t, 40, 40), 422},
		"at no time":                {"id=hostile-4&at=noon", "image/jpeg", jpegOf(t, 40, 40), 422},
		"too large":                 {"id=hostile-5", "image/jpeg", make([]byte, 21<<20), 413},
		"nothing":                   {"id=hostile-6", "image/jpeg", nil, 422},
	} {
		if r := s.sendPhoto(t, c.query, c.body, c.kind); r.StatusCode != c.status {
			text, _ := io.ReadAll(r.Body)
			t.Errorf("%s: %d %s, want %d", name, r.StatusCode, text, c.status)
		}
	}
	if p := read[wire.Photo](t, s.sendPhoto(t, "id=odd-00001&caption=%FF%00gloss%FE", jpegOf(t, 40, 40), "image/jpeg"), 200); p.Caption != "gloss" {
		t.Errorf("a caption that can't be read is kept as %q", p.Caption)
	}
	raw := jpegOf(t, 900, 700)
	var wg sync.WaitGroup
	var mu sync.Mutex
	answers := map[int]int{}
	const many = 60
	for i := range many {
		wg.Go(func() {
			r := s.sendPhoto(t, fmt.Sprintf("id=many-%05d", i), raw, "image/jpeg")
			mu.Lock()
			answers[r.StatusCode]++
			mu.Unlock()
		})
	}
	wg.Wait()
	if answers[200] == 0 || answers[200]+answers[503] != many {
		t.Errorf("%d at once: %v", many, answers)
	}
	if j := read[wire.Journal](t, s.ask("GET", "/api/builds/petrel/journal", ""), 200); j.Photos != 4+answers[200] {
		t.Errorf("%d photographs, %d were taken", j.Photos, answers[200])
	}
}

// Notes are written, changed and taken out; the search over all builds finds steps, notes, mishaps and what lay below.
func TestJournal(t *testing.T) {
	s := openAny(t)
	j := read[wire.Journal](t, s.ask("GET", "/api/builds/petrel/journal", ""), 200)
	if len(j.Days) != 6 || j.Days[1].Gap != 1 || j.Days[2].Gap != 3 || !strings.HasPrefix(j.Words, "6 evenings, 5 h") || j.Step == nil || j.Step.Step != "p2" {
		t.Errorf("%d days, %s, at hand %+v", len(j.Days), j.Words, j.Step)
	}
	note := read[wire.Journal](t, s.ask("POST", "/api/builds/petrel/notes", `{"id":"note-0001","zone":"upper","step":"u4","words":"A hair in the gloss, left wing","who":"Ada"}`), 200)
	last := note.Days[len(note.Days)-1]
	if e := last.Entries[len(last.Entries)-1]; e.Kind != "note" || e.Who != "Ada" || e.Where != "Upper surfaces" {
		t.Errorf("the note is %+v", e)
	}
	for _, c := range []struct {
		q    string
		find string
	}{
		{"hair gloss", "A hair in the gloss"}, {"harbour gloss", "Gloss coat, Harbour gloss"}, {"gloss over sea grey", "Gloss coat"}, {"wash over gloss", "Pin wash"},
	} {
		f := read[wire.Found](t, s.ask("GET", "/api/journal?q="+url.QueryEscape(c.q), ""), 200)
		if len(f.Entries) == 0 || !strings.Contains(f.Entries[0].Title, c.find) {
			t.Errorf("%q finds %+v", c.q, f.Entries)
		}
	}
	if f := read[wire.Found](t, s.ask("GET", "/api/journal?q=unicorn", ""), 200); len(f.Entries) != 0 || f.Words == "" {
		t.Errorf("nothing of that: %+v", f)
	}
	if r := s.ask("GET", "/api/journal?q="+strings.Repeat("x", 201), ""); r.StatusCode != 422 {
		t.Errorf("a long question: %d", r.StatusCode)
	}
	gone := read[wire.Journal](t, s.ask("POST", "/api/builds/petrel/notes", `{"id":"note-0001","zone":"","step":"","words":"","who":"","dropped":true}`), 200)
	if n := len(gone.Days[len(gone.Days)-1].Entries); n != len(last.Entries)-1 {
		t.Errorf("%d entries after it was taken out", n)
	}
	csv, _ := io.ReadAll(s.ask("GET", "/api/builds/petrel/journal/steps.csv", "").Body)
	if !strings.HasPrefix(string(csv), "zone,step,product") || !strings.Contains(string(csv), "Harbour gloss") {
		t.Errorf("steps: %.80s", csv)
	}
	page, _ := io.ReadAll(s.ask("GET", "/api/builds/petrel/journal/page", "").Body)
	if !strings.Contains(string(page), "data:image/jpeg;base64,") || strings.Contains(string(page), "<script") || strings.Contains(string(page), "http") {
		t.Error("the page is not whole by itself")
	}
	card, _ := io.ReadAll(s.ask("GET", "/api/builds/petrel/journal/page?card=yes", "").Body)
	if !strings.Contains(string(card), "A6") || !strings.Contains(string(card), "Marlow Petrel") {
		t.Errorf("the card: %.200s", card)
	}
}

// Veils that photographs tell to be thicker make fewer passes once that is accepted, and as many again when it is forgotten.
func TestHandFollowed(t *testing.T) {
	s := openAny(t)
	passes := func() int {
		b := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
		for _, z := range b.Zones {
			for _, step := range z.Steps {
				if step.Do == "exhaust-spray" {
					n := 0
					if _, err := fmt.Sscanf(step.Detail[strings.LastIndex(step.Detail[:strings.Index(step.Detail, " passes")], " ")+1:], "%d passes", &n); err != nil {
						t.Fatalf("%q tells no passes", step.Detail)
					}
					return n
				}
			}
		}
		t.Fatal("no exhaust")
		return 0
	}
	row := func(p wire.HandPage) wire.HandRow { return p.Rows[0] }
	was := passes()
	if r := row(read[wire.HandPage](t, s.ask("GET", "/api/hand", ""), 200)); r.Trait != "veil" || r.Factor != 1 || r.Differs || r.Seen != 0 {
		t.Errorf("nothing seen: %+v", r)
	}
	if r := s.ask("POST", "/api/hand", `{"trait":"veil","follow":true,"forget":false}`); r.StatusCode != 422 {
		t.Errorf("there is nothing to follow: %d", r.StatusCode)
	}
	for i := range 4 {
		id := fmt.Sprintf("veil-%05d", i)
		read[wire.Photo](t, s.sendPhoto(t, "id="+id+"&told=now", jpegOf(t, 60+i, 60), "image/jpeg"), 200)
		text, _ := json.Marshal(wire.PhotoReading{View: "left", Pairs: []wire.PhotoPair{}, Seen: []wire.PhotoSeen{{Trait: "veil", Step: "n9", Times: 1.6}}})
		if _, err := s.store.ChangePhoto(context.Background(), "petrel", id, func(p *store.Photo) error { p.Reading = string(text); return nil }); err != nil {
			t.Fatal(err)
		}
	}
	r := row(read[wire.HandPage](t, s.ask("GET", "/api/hand", ""), 200))
	if !r.Differs || r.Seen != 4 || r.Factor < 1.3 || !strings.Contains(r.Offer, "instead of") || passes() != was {
		t.Errorf("seen: %+v, %d passes, were %d", r, passes(), was)
	}
	if r = row(read[wire.HandPage](t, s.ask("POST", "/api/hand", `{"trait":"veil","follow":true,"forget":false}`), 200)); r.Accepted != r.Factor || passes() >= was {
		t.Errorf("followed: %+v, %d passes, were %d", r, passes(), was)
	}
	if r = row(read[wire.HandPage](t, s.ask("POST", "/api/hand", `{"trait":"veil","follow":false,"forget":true}`), 200)); r.Factor != 1 || r.Seen != 0 || passes() != was {
		t.Errorf("forgotten: %+v, %d passes, were %d", r, passes(), was)
	}
	if r := s.ask("POST", "/api/hand", `{"trait":"nose","follow":true,"forget":false}`); r.StatusCode != 422 {
		t.Errorf("no such trait: %d", r.StatusCode)
	}
}

// A finished build leaves the bench, tells how it is touched up, and its way is offered to the next.
func TestFinishedAndItsWay(t *testing.T) {
	s := openAny(t)
	edit := func(change string) *http.Response {
		b := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
		return s.ask("POST", "/api/builds/petrel/edit", fmt.Sprintf(`{"revision":%d,"edit":%s}`, b.Revision, change))
	}
	if r := edit(`{"do":"keep-way","name":"How I do it"}`); r.StatusCode != 422 {
		t.Errorf("a way of what is not finished: %d", r.StatusCode)
	}
	if r := edit(`{"do":"finish","date":"2027-03-11"}`); r.StatusCode != 200 {
		t.Fatalf("finish: %d", r.StatusCode)
	}
	for _, b := range read[wire.Bench](t, s.ask("GET", "/api/bench", ""), 200).Builds {
		if b.Slug == "petrel" {
			t.Error("it is still on the bench")
		}
	}
	up := read[wire.TouchUp](t, s.ask("GET", "/api/builds/petrel/touch-up", ""), 200)
	if up.Finished != "2027-03-11" || len(up.Zones) != 6 || up.Zones[0].Paint != "Sea grey" || !strings.Contains(up.Zones[0].Bottle, "on the shelf") || !strings.Contains(up.Zones[0].Take, "Harbour gloss") || len(up.Zones[0].Films) < 4 {
		t.Errorf("to touch it up: %+v", up)
	}
	if r := edit(`{"do":"keep-way","name":"How I do a fighter"}`); r.StatusCode != 200 {
		t.Fatalf("keep the way: %d", r.StatusCode)
	}
	ways := read[wire.KeptWays](t, s.ask("GET", "/api/my-ways", ""), 200)
	if len(ways.Ways) != 1 || ways.Ways[0].Name != "How I do a fighter" || !strings.Contains(ways.Ways[0].Words, "went well") {
		t.Errorf("ways: %+v", ways)
	}
	made := read[wire.Made](t, s.ask("POST", "/api/builds", `{"way":"petrel","name":"Second Petrel"}`), 200)
	b, err := s.store.Build(context.Background(), made.Slug)
	if err != nil {
		t.Fatal(err)
	}
	if b.Plan.Build.Finished != "" || b.Plan.Build.Way != "" || b.Plan.Build.Name != "Second Petrel" {
		t.Errorf("made: %+v", b.Plan.Build)
	}
	for _, z := range b.Plan.Zones {
		for _, step := range z.Steps {
			if step.Done != nil || step.Told != nil || step.At != nil {
				t.Errorf("%s of %s is done", step.ID, z.ID)
			}
		}
	}
	if r := s.ask("POST", "/api/builds", `{"way":"lynx"}`); r.StatusCode != 422 {
		t.Errorf("the way of a build that is not kept: %d", r.StatusCode)
	}
	table := read[wire.TableDay](t, s.ask("GET", "/api/table", ""), 200)
	found := false
	for _, row := range table.Builds {
		found = found || row.Slug == "petrel" && row.Slack == "on the table"
	}
	if !found {
		t.Errorf("the table's list: %+v", table)
	}
	if r := edit(`{"do":"finish","date":""}`); r.StatusCode != 200 {
		t.Errorf("not finished: %d", r.StatusCode)
	}
}

// A journal of 600 steps and 200 photographs.
func BenchmarkJournal(b *testing.B) {
	s := openAny(b)
	kept, err := s.store.Build(context.Background(), "petrel")
	if err != nil {
		b.Fatal(err)
	}
	f := kept.Plan
	f.Build.Name = "Large"
	f.Airframe, f.Parts = nil, nil
	f.Zones = nil
	at := time.Date(2027, 1, 4, 20, 0, 0, 0, time.UTC)
	steps := 0
	for n := 0; steps < 600; n++ {
		z := plan.Zone{ID: fmt.Sprintf("z%d", n), Name: fmt.Sprintf("Zone %d", n), AreaCM2: 40}
		for k := range 6 {
			done := at.Add(time.Duration(k*26)*time.Hour + time.Duration(n)*time.Minute)
			z.Steps = append(z.Steps, plan.Step{ID: fmt.Sprintf("s%d-%d", n, k), Do: "base-coat", Product: "sea-grey", Coats: 1, Done: &done})
			steps++
		}
		f.Zones = append(f.Zones, z)
	}
	slug, err := s.store.Create(context.Background(), "large", f)
	if err != nil {
		b.Fatal(err)
	}
	for i := range 200 {
		r := s.ask("POST", fmt.Sprintf("/api/builds/%s/photos?id=bench-%05d&told=now", slug, i), string(jpegOf(b, 60+i, 60)), "Content-Type", "image/jpeg")
		if r.StatusCode != 200 {
			b.Fatal(r.StatusCode)
		}
	}
	for b.Loop() {
		if r := s.ask("GET", "/api/builds/"+slug+"/journal", ""); r.StatusCode != 200 {
			b.Fatal(r.StatusCode)
		}
	}
}
