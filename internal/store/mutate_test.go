package store

import (
	"archive/zip"
	"bytes"
	"flag"
	"io"
	"math/rand/v2"
	"path/filepath"
	"strings"
	"testing"
)

// The engine of SQLite is too large for Go's own fuzzing to watch, so that the import of everything is fed with changed exports here.
var mutations = flag.Int("mutations", 25, "how many changed exports are imported")

// Whatever becomes of an export on its way, it is refused or taken whole: where it is refused everything is as it was, and what is taken is
// carried out and in again the same, in a file that is sound.
func TestBringWhatever(t *testing.T) {
	c := newClock()
	whole := filled(t, filepath.Join(t.TempDir(), "x.db"), c)
	var file bytes.Buffer
	if _, err := whole.Carry(t.Context(), &file); err != nil {
		t.Fatal(err)
	}
	parts := unzip(t, file.Bytes())
	s := opened(t, filepath.Join(t.TempDir(), "y.db"), c)
	bring := func(b []byte) error {
		c.at = c.at.AddDate(0, 0, 1)
		_, err := s.Bring(t.Context(), bytes.NewReader(b), int64(len(b)), true)
		return err
	}
	r := rand.New(rand.NewPCG(11, 26))
	taken := 0
	for n := range *mutations {
		changed := map[string]string{}
		for name, text := range parts {
			changed[name] = text
		}
		for range 1 + r.IntN(2) {
			name := []string{"builds.jsonl", "revisions.jsonl", "shelf.jsonl", "shelf-history.jsonl", "about.json"}[r.IntN(5)]
			changed[name] = mutated(r, changed[name])
		}
		before := all(t, s)
		if err := bring(zipped(t, changed)); err != nil {
			if all(t, s) != before {
				t.Fatalf("number %d is refused with %v, and everything is another now", n, err)
			}
			continue
		}
		taken++
		if wrong, err := s.Verify(t.Context()); err != nil || len(wrong) > 0 && !strings.HasPrefix(wrong[0], "the plan of ") {
			t.Fatalf("number %d: %v %v", n, wrong, err)
		}
		var out bytes.Buffer
		if lost, err := s.Carry(t.Context(), &out); err != nil || len(lost) > 0 {
			t.Fatal(lost, err)
		}
		once := all(t, s)
		if err := bring(out.Bytes()); err != nil || all(t, s) != once {
			t.Fatalf("number %d, carried out and in again: %v\n%s\nbecomes\n%s", n, err, once, all(t, s))
		}
	}
	t.Logf("%d of %d were taken", taken, *mutations)
}

// mutated changes a text as accidents and malice do: bytes, lines, numbers and words go, come twice or change places.
func mutated(r *rand.Rand, text string) string {
	lines := strings.Split(strings.TrimSuffix(text, "\n"), "\n")
	i, j := r.IntN(len(lines)), r.IntN(len(lines))
	switch r.IntN(7) {
	case 0:
		lines = append(lines[:i], lines[i+1:]...)
	case 1:
		lines = append(lines, lines[i])
	case 2:
		lines[i], lines[j] = lines[j], lines[i]
	case 3:
		if n := len(lines[i]); n > 0 {
			at := r.IntN(n)
			lines[i] = lines[i][:at] + string(rune(r.IntN(256))) + lines[i][at+1:]
		}
	case 4:
		lines[i] = lines[i][:r.IntN(len(lines[i])+1)]
	case 5:
		digits := "0123456789"
		lines[i] = strings.ReplaceAll(lines[i], string(digits[r.IntN(10)]), string(digits[r.IntN(10)]))
	case 6:
		words := []string{`"head"`, `"parent"`, `"plan"`, `"away":true`, "Renamed", "polish-clear", "null", `""`, "[]", "{}", "-1", "1e400", "\\u0000", "first", "second"}
		lines[i] = strings.Replace(lines[i], words[r.IntN(len(words))], words[r.IntN(len(words))], 1)
	}
	return strings.Join(lines, "\n") + "\n"
}

func unzip(t *testing.T, b []byte) map[string]string {
	t.Helper()
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
	return parts
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
