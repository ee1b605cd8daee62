package drills

import (
	"archive/zip"
	"bufio"
	"bytes"
	"database/sql"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"testing"

	_ "modernc.org/sqlite" // the driver "sqlite": what lies in the file is read without the program
)

// part is a part of an export: its lines by what they are known by.
type part map[string]json.RawMessage

// exported reads the parts of an export; what follows another by its number is given without it, since that may be lost.
func exported(t *testing.T, file string) map[string]part {
	t.Helper()
	z, err := zip.OpenReader(file)
	if err != nil {
		t.Fatal(err)
	}
	defer z.Close()
	all := map[string]part{}
	for _, f := range z.File {
		r, err := f.Open()
		if err != nil {
			t.Fatal(err)
		}
		all[f.Name] = part{}
		lines := bufio.NewScanner(r)
		lines.Buffer(nil, 8<<20)
		for lines.Scan() {
			var one map[string]json.RawMessage
			if err := json.Unmarshal(lines.Bytes(), &one); err != nil {
				t.Fatalf("%s: %v", f.Name, err)
			}
			key := string(one["id"]) + string(one["slug"])
			delete(one, "parent")
			delete(one, "head")
			b, err := json.Marshal(one)
			if err != nil {
				t.Fatal(err)
			}
			all[f.Name][key] = b
		}
		if err := lines.Err(); err != nil {
			t.Fatal(err)
		}
	}
	return all
}

// legible are the ids of the rows of a table that SQLite itself still reads, and reads as they were.
func legible(t *testing.T, database, query string, ids []string, was func(id, text string) bool) (fit []string) {
	t.Helper()
	conn, err := sql.Open("sqlite", "file:"+database+"?mode=ro&_pragma=writable_schema(1)") // which also reads a file that was cut off
	if err != nil {
		t.Fatal(err)
	}
	defer conn.Close()
	for _, id := range ids {
		var text string
		if conn.QueryRowContext(t.Context(), query, strings.Trim(id, `"`)).Scan(&text) == nil && was(id, text) {
			fit = append(fit, id)
		}
	}
	return fit
}

// Whatever happens to a file, what is whole in it is exported and what is not is told: 40 damages of four kinds.
func TestDamages(t *testing.T) {
	dir := t.TempDir()
	whole := filepath.Join(dir, "whole.db")
	s := serve(t, whole)
	worked(t, s)
	s.stop()
	file := filepath.Join(dir, "whole.zip")
	must(t, "export", file, "--database", whole)
	was := exported(t, file)
	data, err := os.ReadFile(whole)
	if err != nil {
		t.Fatal(err)
	}
	r := rand.New(rand.NewPCG(29, 40))
	const page = 4096
	pages := len(data) / page
	kinds := []struct {
		name string
		do   func(b []byte) []byte
	}{
		{"a byte", func(b []byte) []byte { b[r.IntN(len(b))] ^= byte(1 + r.IntN(255)); return b }},
		{"noise", func(b []byte) []byte {
			from := r.IntN(len(b) - page)
			for i := from; i < min(len(b), from+100+r.IntN(3*page)); i++ {
				b[i] = byte(r.IntN(256))
			}
			return b
		}},
		{"cut off", func(b []byte) []byte { return b[:len(b)/4+r.IntN(3*len(b)/4)] }},
		{"empty pages", func(b []byte) []byte {
			for range 1 + r.IntN(3) {
				at := page * r.IntN(pages)
				clear(b[at : at+page])
			}
			return b
		}},
	}
	refused, missed := 0, 0
	n := long(12, 40)
	for i := range n {
		kind := kinds[i%len(kinds)]
		name := fmt.Sprintf("%s, number %d", kind.name, i)
		database, out := filepath.Join(dir, fmt.Sprint(i, ".db")), filepath.Join(dir, fmt.Sprint(i, ".zip"))
		if err := os.WriteFile(database, kind.do(bytes.Clone(data)), 0o600); err != nil {
			t.Fatal(err)
		}
		revisions := legible(t, database, "SELECT plan || change || made_at FROM revision WHERE id = ? AND length(hash) = 64", keys(was["revisions.jsonl"]), func(id, text string) bool {
			var one struct {
				Plan         json.RawMessage
				Change, Made string
			}
			if json.Unmarshal(was["revisions.jsonl"][id], &one) != nil {
				return false
			}
			plan, rest, _ := strings.Cut(text, "\n}\n")
			var tight bytes.Buffer
			return json.Compact(&tight, []byte(plan+"}")) == nil && bytes.Equal(tight.Bytes(), one.Plan) && strings.HasPrefix(rest, one.Change)
		})
		bottles := legible(t, database, "SELECT product FROM shelf WHERE id = ? AND length(hash) = 64", keys(was["shelf.jsonl"]), func(id, text string) bool { return same(text, was["shelf.jsonl"][id]) })
		touched := len(revisions) < len(was["revisions.jsonl"]) || len(bottles) < len(was["shelf.jsonl"])
		found, said := run(t, "verify", "--database", database)
		if found == 0 && touched {
			missed++
			t.Errorf("%s: verify calls it well; %d of %d revisions and %d of %d bottles are whole: %s",
				name, len(revisions), len(was["revisions.jsonl"]), len(bottles), len(was["shelf.jsonl"]), said)
		}
		status, said := run(t, "export", out, "--database", database)
		if status != 0 && status != 3 {
			refused++
			if len(revisions)+len(bottles) > 0 {
				t.Errorf("%s: the export is refused, though %d revisions and %d bottles are whole: %s", name, len(revisions), len(bottles), said)
			}
			continue
		}
		got := exported(t, out)
		for _, x := range []struct {
			part string
			fit  []string
		}{{"revisions.jsonl", revisions}, {"shelf.jsonl", bottles}} {
			for _, id := range x.fit {
				if got[x.part][id] == nil {
					t.Errorf("%s: %s of %s is whole and not exported", name, id, x.part)
				}
			}
		}
		for _, p := range []string{"revisions.jsonl", "shelf.jsonl", "shelf-history.jsonl"} {
			for id, line := range got[p] {
				if strings.Contains(string(line), `"Begun again"`) {
					continue // the shelf's history, where its end is lost
				}
				if old, known := was[p][id]; known && p == "revisions.jsonl" && !same(without(t, string(line), "build"), json.RawMessage(without(t, string(old), "build"))) ||
					known && p != "revisions.jsonl" && !same(string(line), old) || !known {
					t.Errorf("%s: %s of %s is exported, and is not what was written: %.300s", name, id, p, line)
				}
			}
		}
		if lacks := len(got["revisions.jsonl"]) < len(was["revisions.jsonl"]) || len(got["shelf.jsonl"]) < len(was["shelf.jsonl"]); lacks && status != 3 {
			t.Errorf("%s: it lacks something and says nothing", name)
		}
		if status, said := run(t, "import", out, "--database", filepath.Join(dir, fmt.Sprint(i, "-back.db"))); status != 0 {
			t.Errorf("%s: what is whole can't be imported: %s", name, said)
		}
	}
	t.Logf("%d damages: %d beyond reading, %d missed", n, refused, missed)
}

func keys(p part) (all []string) {
	for id := range p {
		all = append(all, id)
	}
	return all
}

func same(text string, line json.RawMessage) bool {
	var a, b any
	if json.Unmarshal([]byte(text), &a) != nil || json.Unmarshal(line, &b) != nil {
		return false
	}
	return fmt.Sprint(a) == fmt.Sprint(b)
}

// without is a line without one of its fields.
func without(t *testing.T, line, field string) string {
	t.Helper()
	var one map[string]json.RawMessage
	if err := json.Unmarshal([]byte(line), &one); err != nil {
		t.Fatal(err)
	}
	delete(one, field)
	b, err := json.Marshal(one)
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}
