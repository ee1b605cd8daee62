package store

import (
	"archive/zip"
	"bytes"
	"errors"
	"fmt"
	"io"
	"math"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/plan"
)

// sentences that are no words of this program's: SQL, Go and their libraries.
var foreignWords = regexp.MustCompile(`(?i)sql|constraint|invalid character|json:|unmarshal|parsing time|zip:|flate|bufio|\(\d+\)`)

// What is wrong with a file that is to be imported is told in words, with the part and the line, and nothing is changed.
func TestBringTells(t *testing.T) {
	c := newClock()
	s := filled(t, filepath.Join(t.TempDir(), "x.db"), c)
	var whole bytes.Buffer
	if _, err := s.Carry(t.Context(), &whole); err != nil {
		t.Fatal(err)
	}
	was := all(t, s)
	for _, tc := range []struct{ part, old, now, says string }{
		{"revisions.jsonl", `"id":1,`, fmt.Sprintf(`"id":%d,`, int64(math.MaxInt64)), "revisions.jsonl, line 1: its id is 9223372036854775807, and numbers go from 1 to 9007199254740991"},
		{"revisions.jsonl", `"id":1,`, `"id":0,`, "its id is 0"},
		{"revisions.jsonl", `"id":1,`, `"id":1e400,`, "revisions.jsonl, line 1: id: "},
		{"revisions.jsonl", `"id":2,`, `"id":1,`, "line 2: revision 1 is given twice"},
		{"revisions.jsonl", `"build":"first"`, `"build":"third"`, `line 1: no build "third"`},
		{"revisions.jsonl", `"change":"Begun"`, `"change":""`, "line 1: what was changed is told in 1 to 500 characters"},
		{"revisions.jsonl", `"change":"Begun"`, `"change":"` + strings.Repeat("ü", 501) + `"`, "1 to 500 characters"},
		{"revisions.jsonl", `"made_at":"2027`, `"made_at":"27`, "is no time in UTC such as"},
		{"revisions.jsonl", `"made_at"`, `"made_on"`, "revisions.jsonl, line 1: made_on: no such field"},
		{"revisions.jsonl", `"parent":1`, `"parent":3`, "revision 3 comes after 3"},
		{"revisions.jsonl", `"plan":{`, `"plan":[`, "does not belong there in the line"},
		{"revisions.jsonl", "\n", "{}\n", "line 1: there is more after the end of the line"},
		{"builds.jsonl", `"slug":"first"`, `"slug":"First!"`, `builds.jsonl, line 1: slug: "First!"`},
		{"builds.jsonl", `"slug":"second"`, `"slug":"first"`, `builds.jsonl, line 2: slug: "first" is given twice`},
		{"shelf.jsonl", "\n", "\n{\"id\":\"b\",\"name\":\"Beta\",\"kind\":\"paint\",\"family\":\"lacquer\",\"colour\":\"#123456\"}\n", `shelf.jsonl, line 2: "b" is given twice`},
		{"shelf-history.jsonl", `"id":2,`, fmt.Sprintf(`"id":%d,`, int64(math.MaxInt64)), "shelf-history.jsonl, line 2: its id is"},
		{"shelf-history.jsonl", `"products":[{"id":"a"`, `"products":[{"id":"b"`, `shelf-history.jsonl, line 2: products: "b" is given twice`},
		{"about.json", `"builds":2`, `"builds":3`, "about.json tells of 3 builds"},
		{"about.json", `{`, `{"author":"me",`, "about.json, line 1: author: no such field"},
		{"about.json", `{`, "\ufeff!", "about.json, line 1"},
	} {
		parts := unzip(t, whole.Bytes())
		changed := strings.Replace(parts[tc.part], tc.old, tc.now, 1)
		if changed == parts[tc.part] {
			t.Fatalf("%s holds no %s:\n%s", tc.part, tc.old, changed)
		}
		parts[tc.part] = changed
		told(t, s, zipped(t, parts), tc.says)
	}
	twice, parts := bytes.Buffer{}, unzip(t, whole.Bytes())
	z := zip.NewWriter(&twice)
	for _, name := range []string{"about.json", "builds.jsonl", "revisions.jsonl", "shelf.jsonl", "shelf-history.jsonl", "builds.jsonl"} {
		w, err := z.Create(name)
		if err == nil {
			_, err = io.WriteString(w, parts[name])
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	if err := z.Close(); err != nil {
		t.Fatal(err)
	}
	told(t, s, twice.Bytes(), "builds.jsonl is in it twice")
	parts["notes.txt"] = "x"
	told(t, s, zipped(t, parts), `"notes.txt" is no part of an export`)
	delete(parts, "notes.txt")
	delete(parts, "shelf.jsonl")
	told(t, s, zipped(t, parts), "shelf.jsonl is missing")
	told(t, s, []byte("not a zip"), "it is no zip file")
	spoilt := bytes.Clone(whole.Bytes())
	spoilt[60] ^= 0x55
	told(t, s, spoilt, "damaged on its way here")
	if all(t, s) != was {
		t.Error("something was changed")
	}
}

// told checks what is said of a file that can't be imported.
func told(t *testing.T, s *Store, file []byte, says string) {
	t.Helper()
	_, err := s.Bring(t.Context(), bytes.NewReader(file), int64(len(file)), true)
	if err == nil || !strings.Contains(err.Error(), says) || foreignWords.MatchString(err.Error()) {
		t.Errorf("it says %v, want %q", err, says)
	}
}

// A count of changes that is spoilt is not called a full disk, and an import heals it; one that is not goes on where it was.
func TestSpentCount(t *testing.T) {
	c := newClock()
	s := filled(t, filepath.Join(t.TempDir(), "x.db"), c)
	var out bytes.Buffer
	if _, err := s.Carry(t.Context(), &out); err != nil {
		t.Fatal(err)
	}
	rename := func() (int64, error) {
		b, err := s.Build(t.Context(), "first")
		if err != nil {
			t.Fatal(err)
		}
		b, err = s.Save(t.Context(), "first", b.Revision, small("again"), "Renamed")
		return b.Revision, err
	}
	bring := func() {
		t.Helper()
		c.at = c.at.AddDate(0, 0, 1)
		if _, err := s.Bring(t.Context(), bytes.NewReader(out.Bytes()), int64(out.Len()), true); err != nil {
			t.Fatal(err)
		}
	}
	first, err := rename()
	if err != nil {
		t.Fatal(err)
	}
	bring()
	if next, err := rename(); err != nil || next != first+1 {
		t.Errorf("after an import the next change is number %d, want %d (%v)", next, first+1, err)
	}
	for _, at := range []int64{math.MaxInt64, mostID} {
		if _, err := s.write.ExecContext(t.Context(), "UPDATE sqlite_sequence SET seq = ?", at); err != nil {
			t.Fatal(err)
		}
		was := all(t, s)
		if _, err := rename(); !errors.Is(err, ErrSpent) {
			t.Errorf("at %d a change ends with %v", at, err)
		}
		if err := s.PutShelf(t.Context(), AnyRevision, "Another", bottle("c", "Gamma")); !errors.Is(err, ErrSpent) {
			t.Errorf("at %d a change of the shelf ends with %v", at, err)
		}
		if all(t, s) != was {
			t.Errorf("at %d something was kept of it", at)
		}
	}
	if _, err := s.write.ExecContext(t.Context(), "UPDATE sqlite_sequence SET seq = ?", int64(math.MaxInt64)); err != nil {
		t.Fatal(err)
	}
	bring()
	if next, err := rename(); err != nil || next != 5 {
		t.Errorf("healed, the next change is number %d (%v)", next, err)
	}
	if err := s.PutShelf(t.Context(), AnyRevision, "Another", bottle("c", "Gamma")); err != nil {
		t.Error(err)
	}
}

// What the bench knows goes with everything else, and comes back; a file of an older program has none of it.
func TestCarryBench(t *testing.T) {
	c := newClock()
	s := filled(t, filepath.Join(t.TempDir(), "x.db"), c)
	ctx := t.Context()
	at := time.Date(2027, 3, 11, 20, 0, 0, 0, time.UTC)
	press := plan.Press{ID: "press-one", Device: "tablet", Step: "u6", Word: "done", At: at, Made: at, Otherwise: &plan.Otherwise{Coats: 3}}
	if err := errors.Join(s.Record(ctx, "first", []plan.Press{press, press}), s.AddReadings(ctx, "first", ByHand, []climate.Reading{{At: at, TemperatureC: 19.5, HumidityPct: 500}}),
		s.Keep(ctx, LearnedSetting, `{"format":"inkysparrow-seen/1","seen":[]}`)); err != nil {
		t.Fatal(err)
	}
	var whole bytes.Buffer
	if _, err := s.Carry(ctx, &whole); err != nil {
		t.Fatal(err)
	}
	fresh := filled(t, filepath.Join(t.TempDir(), "y.db"), c)
	if _, err := fresh.Bring(ctx, bytes.NewReader(whole.Bytes()), int64(whole.Len()), true); err != nil {
		t.Fatal(err)
	}
	got, err := fresh.Presses(ctx, "first")
	if err != nil || len(got) != 1 || got[0].Otherwise == nil || !got[0].At.Equal(at) {
		t.Errorf("presses %+v, %v", got, err)
	}
	if air, err := fresh.Readings(ctx, "first", at.Add(-time.Hour)); err != nil || len(air) != 1 || air[0].HumidityPct != 500 {
		t.Errorf("readings %+v, %v", air, err)
	}
	if kept, err := fresh.Kept(ctx, LearnedSetting); err != nil || kept == "" {
		t.Errorf("learned %q, %v", kept, err)
	}
	parts := unzip(t, whole.Bytes())
	for _, tc := range []struct{ old, now, says string }{
		{`"word":"done"`, `"word":"maybe"`, "bench.jsonl, line 1: press: word"},
		{`"id":"press-one"`, `"id":"x"`, "press: id"},
		{`"source":"hand"`, `"source":"nose"`, "bench.jsonl, line 2"},
		{`"at":"2027-03-11T20:00:00Z","source"`, `"at":"noon","source"`, "reading.at"},
		{"inkysparrow-seen/1", "seen/2", "learned: format"},
	} {
		changed := strings.Replace(parts["bench.jsonl"], tc.old, tc.now, 1)
		if changed == parts["bench.jsonl"] {
			t.Fatalf("bench.jsonl holds no %s:\n%s", tc.old, changed)
		}
		bad := unzip(t, whole.Bytes())
		bad["bench.jsonl"] = changed
		told(t, s, zipped(t, bad), tc.says)
	}
	delete(parts, "bench.jsonl")
	older := zipped(t, parts)
	if _, err := fresh.Bring(ctx, bytes.NewReader(older), int64(len(older)), true); err != nil {
		t.Errorf("a file of an older program: %v", err)
	}
}
