package drills

import (
	"archive/zip"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"maps"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"inkysparrow/internal/wire"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

// Killed at any moment while four people work, it has kept every change that it acknowledged.
func TestKills(t *testing.T) {
	database := filepath.Join(t.TempDir(), "kept.db")
	s := serve(t, database)
	var slugs []string
	for range 4 {
		slugs = append(slugs, s.begin().Slug)
	}
	acknowledged := map[string]int{} // the number of the last change of each build that was answered
	var mu sync.Mutex
	kills := long(4, 200)
	for range kills {
		var work sync.WaitGroup
		for _, slug := range slugs {
			b := get[wire.Build](s, "/api/builds/"+slug)
			work.Go(func() {
				for n := acknowledged0(&mu, acknowledged, slug) + 1; ; n++ {
					var next wire.Build
					if s.ask("POST", "/api/builds/"+slug+"/edit", rename(b, fmt.Sprint("change ", n)), &next) != 200 {
						return
					}
					mu.Lock()
					acknowledged[slug] = n
					mu.Unlock()
					b = next
				}
			})
		}
		time.Sleep(time.Duration(30+rand.IntN(200)) * time.Millisecond) // the moment of a power cut is anybody's
		s.kill()
		work.Wait()
		s = serve(t, database)
		for _, slug := range slugs {
			want, name := acknowledged[slug], get[wire.Build](s, "/api/builds/"+slug).Name
			if want > 0 && name != fmt.Sprint("change ", want) && name != fmt.Sprint("change ", want+1) { // the last one may have been kept unanswered
				t.Fatalf("%s stands at %q, change %d had been acknowledged", slug, name, want)
			}
			var is int
			if _, err := fmt.Sscanf(name, "change %d", &is); err == nil {
				acknowledged[slug] = is
			}
		}
	}
	if wrong := verified(s); len(wrong) > 0 {
		t.Errorf("the file: %v", wrong)
	}
	sum := 0
	for n := range maps.Values(acknowledged) {
		sum += n
	}
	t.Logf("%d kills, %d acknowledged changes, none lost", kills, sum)
}

// Killed in the middle of presses, it has every press that it acknowledged, in the plan as well.
func TestKillsAmongPresses(t *testing.T) {
	database := filepath.Join(t.TempDir(), "pressed.db")
	s := serve(t, database)
	b := s.begin()
	step := b.Plan.Zones[0].Steps[0].ID
	kept := map[string]bool{}
	var mu sync.Mutex
	kills := long(4, 200)
	for k := range kills {
		var work sync.WaitGroup
		for tablet := range 2 {
			work.Go(func() {
				for n := 0; ; n++ {
					at := time.Now().Add(time.Duration(n) * time.Second)
					p := plan.Press{ID: fmt.Sprintf("press-%d-%d-%d", k, tablet, n), Device: fmt.Sprint("tablet ", tablet), Step: step, Word: "tacky", At: at, Made: at}
					var out wire.Pressed
					if s.ask("POST", "/api/presses", wire.MakePresses{Presses: []wire.BenchPress{{Build: b.Slug, Press: p}}}, &out) != 200 || len(out.Kept) != 1 {
						return
					}
					mu.Lock()
					kept[p.ID] = true
					mu.Unlock()
				}
			})
		}
		time.Sleep(time.Duration(20+rand.IntN(120)) * time.Millisecond) // the moment of a power cut is anybody's
		s.kill()
		work.Wait()
		s = serve(t, database)
		told := map[string]bool{}
		for _, said := range get[wire.Build](s, "/api/builds/"+b.Slug).Plan.Zones[0].Steps[0].Told {
			told[said.ID] = true
		}
		for id := range kept {
			if !told[id] {
				t.Fatalf("kill %d: %s was acknowledged and is not in the plan", k, id)
			}
		}
		if len(told) > 150 { // before a step has been told so much that the first of it is let go of
			b = s.begin()
			step, kept = b.Plan.Zones[0].Steps[0].ID, map[string]bool{}
		}
	}
	if wrong := verified(s); len(wrong) > 0 {
		t.Errorf("the file: %v", wrong)
	}
	t.Logf("%d kills, none lost", kills)
}

func acknowledged0(mu *sync.Mutex, all map[string]int, slug string) int {
	mu.Lock()
	defer mu.Unlock()
	return all[slug]
}

func verified(s *server) []string {
	s.t.Helper()
	var v wire.Verified
	if status := s.ask("POST", "/api/keeping/verify", struct{}{}, &v); status != 200 {
		s.t.Fatalf("verify: %d", status)
	}
	return v.Wrong
}

// worked fills a file: builds with histories and branches, bottles with theirs.
func worked(t *testing.T, s *server) {
	t.Helper()
	for i := range long(3, 12) {
		b := s.begin()
		for n := range long(4, 30) {
			if status := s.ask("POST", "/api/builds/"+b.Slug+"/edit", rename(b, fmt.Sprintf("Lark %d.%d", i, n)), &b); status != 200 {
				t.Fatalf("an edit: %d", status)
			}
			if n%3 == 2 {
				if status := s.ask("POST", "/api/builds/"+b.Slug+"/undo", wire.Turn{Revision: b.Revision}, &b); status != 200 {
					t.Fatalf("an undo: %d", status)
				}
			}
		}
	}
	at := get[wire.Shelf](s, "/api/shelf")
	for i := range long(5, 60) {
		p := shelf.Product{Product: plan.Product{Name: fmt.Sprint("Bottle ", i), Kind: "paint", Family: "lacquer", Colour: "#6f7a82"}, StockML: new(17.5)}
		if status := s.ask("POST", "/api/shelf", wire.PutShelf{Revision: at.Revision, Product: p}, &at); status != 200 {
			t.Fatalf("a bottle: %d", status)
		}
	}
	if status := s.ask("POST", "/api/shelf/undo", wire.Turn{Revision: at.Revision}, &at); status != 200 {
		t.Fatalf("an undo of the shelf: %d", status)
	}
}

// everything is all that a file holds, line by line, from its export.
func everything(t *testing.T, database string) string {
	t.Helper()
	file := filepath.Join(t.TempDir(), "all.zip")
	must(t, "export", file, "--database", database)
	z, err := zip.OpenReader(file)
	if err != nil {
		t.Fatal(err)
	}
	defer z.Close()
	var out strings.Builder
	for _, f := range z.File {
		if f.Name == "about.json" {
			continue // it tells when
		}
		r, err := f.Open()
		if err != nil {
			t.Fatal(err)
		}
		b, err := io.ReadAll(r)
		if err != nil {
			t.Fatal(err)
		}
		fmt.Fprintf(&out, "%s\n%s\n", f.Name, b)
	}
	return out.String()
}

// A backup that is made at work, a damaged file, and back again; then everything to a fresh machine.
func TestRestoreAndMove(t *testing.T) {
	dir := t.TempDir()
	database, copied := filepath.Join(dir, "kept.db"), filepath.Join(dir, "copy.db")
	s := serve(t, database)
	worked(t, s)
	must(t, "backup", copied, "--database", database)
	if status, out := run(t, "backup", copied, "--database", database); status != 2 || !strings.Contains(out, "is there already") {
		t.Errorf("over a backup: %d %s", status, out)
	}
	want := everything(t, database)
	s.begin()
	s.stop()
	if left, err := filepath.Glob(database + "-*"); err != nil || len(left) > 0 {
		t.Errorf("after the end there is %v beside the file", left)
	}

	spoil(t, database, 2.0/3, 1)
	s = serve(t, database)
	if kept := get[wire.Keeping](s, "/api/keeping"); !strings.Contains(kept.Frozen, "damaged") || !strings.Contains(s.said.String(), "damaged") {
		t.Errorf("the page says %q, the terminal %q", kept.Frozen, s.said)
	}
	var p wire.Problem
	if status := s.ask("POST", "/api/builds", wire.NewBuild{Example: "clean"}, &p); status != 503 || p.Code != "file" {
		t.Errorf("a change of a damaged file: %d %+v", status, p)
	}
	s.stop()
	if status, out := run(t, "verify", "--database", database); status == 0 {
		t.Errorf("verify: %s", out)
	}
	rest := filepath.Join(dir, "rest.zip")
	if status, out := run(t, "export", rest, "--database", database); status != 3 || !strings.Contains(out, "Exported to") || !strings.Contains(out, "left out") {
		t.Errorf("export: %d %q", status, out)
	}
	must(t, "import", rest, "--database", filepath.Join(dir, "rest.db")) // what could be read of it
	restore := func() {
		t.Helper()
		if out := must(t, "restore", copied, "--database", database); !strings.Contains(out, "damaged file now lies at") {
			t.Errorf("restore says %q", out)
		}
		if got := everything(t, database); got != want {
			t.Error("what was restored is not what was backed up")
		}
	}
	restore()
	spoil(t, database, 0.01, 1) // beyond reading
	if status, out := run(t, "serve", "--listen", "127.0.0.1:0", "--database", database); status != 2 || !strings.Contains(out, "Restore a backup: inkysparrow restore") {
		t.Errorf("beyond reading: %d %s", status, out)
	}
	restore()
	must(t, "verify", "--database", database)

	moved, file := filepath.Join(dir, "new machine", "kept.db"), filepath.Join(dir, "all.zip")
	if err := os.Mkdir(filepath.Dir(moved), 0o700); err != nil {
		t.Fatal(err)
	}
	must(t, "export", file, "--database", database)
	must(t, "import", file, "--database", moved)
	if got := everything(t, moved); got != want {
		t.Error("on the new machine it is not what was exported")
	}
	if status, out := run(t, "import", file, "--database", moved); status != 2 || !strings.Contains(out, "--replace") {
		t.Errorf("imported twice: %d %s", status, out)
	}
	must(t, "import", file, "--database", moved, "--replace")
	s = serve(t, moved)
	defer s.stop()
	for _, l := range get[wire.Builds](s, "/api/builds").Builds {
		if l.Problem != "" {
			t.Errorf("%s: %s", l.Slug, l.Problem)
		}
		get[wire.Build](s, "/api/builds/"+l.Slug)
	}
}

// spoil writes rubbish over a share of a file.
func spoil(t *testing.T, path string, from, to float64) {
	t.Helper()
	b, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	for i := int(from * float64(len(b))); i < int(to*float64(len(b))); i++ {
		b[i] = 0xa5
	}
	if err := os.WriteFile(path, b, 0o600); err != nil {
		t.Fatal(err)
	}
}

// mounted makes a small disk of its own, where the system lets it.
func mounted(t *testing.T, size string) string {
	t.Helper()
	dir := t.TempDir()
	if out, err := exec.Command("mount", "-t", "tmpfs", "-o", "size="+size, "tmpfs", dir).CombinedOutput(); err != nil {
		t.Skipf("no disk of its own can be made here: %s", out)
	}
	t.Cleanup(func() {
		if out, err := exec.Command("umount", dir).CombinedOutput(); err != nil {
			t.Errorf("umount: %s", out)
		}
	})
	return dir
}

// On a full disk a change is refused in words and what was there is kept; with room again, work goes on.
func TestFullDisk(t *testing.T) {
	dir := mounted(t, "3m")
	database, filler := filepath.Join(dir, "kept.db"), filepath.Join(dir, "filler")
	s := serve(t, database)
	b := s.begin()
	if err := os.WriteFile(filler, make([]byte, 1<<20), 0o600); err != nil {
		t.Fatal(err)
	}
	made, status := 1, 0
	var p wire.Problem
	for range 500 {
		if status = s.ask("POST", "/api/builds", wire.NewBuild{Example: "clean"}, &p); status != 200 {
			break
		}
		made++
	}
	if status != 507 || !strings.Contains(p.Problem, "disk is full") {
		t.Fatalf("after %d builds: %d %q", made, status, p.Problem)
	}
	if n := len(get[wire.Builds](s, "/api/builds").Builds); n != made {
		t.Errorf("%d builds are listed, %d were acknowledged", n, made)
	}
	get[wire.Build](s, "/api/builds/"+b.Slug)
	s.kill()
	s = serve(t, database)
	if n := len(get[wire.Builds](s, "/api/builds").Builds); n != made {
		t.Errorf("after a kill on the full disk %d builds are listed, %d were acknowledged", n, made)
	}
	if err := os.Remove(filler); err != nil {
		t.Fatal(err)
	}
	if status := s.ask("POST", "/api/builds", wire.NewBuild{Example: "clean"}, nil); status != 200 {
		t.Errorf("with room again: %d", status)
	}
	if wrong := verified(s); len(wrong) > 0 {
		t.Errorf("the file: %v", wrong)
	}
	s.stop()
}

// On a disk that can only be read, everything is shown, a change is refused in words, and everything can be exported.
func TestReadOnlyDisk(t *testing.T) {
	dir := mounted(t, "8m")
	database := filepath.Join(dir, "kept.db")
	s := serve(t, database)
	b := s.begin()
	s.stop()
	if out, err := exec.Command("mount", "-o", "remount,ro", dir).CombinedOutput(); err != nil {
		t.Skipf("%s", out)
	}
	s = serve(t, database)
	get[wire.Build](s, "/api/builds/"+b.Slug)
	if kept := get[wire.Keeping](s, "/api/keeping"); !strings.Contains(kept.Frozen, "can only be read") {
		t.Errorf("the page says %q", kept.Frozen)
	}
	var p wire.Problem
	if status := s.ask("POST", "/api/builds/"+b.Slug+"/edit", rename(b, "x"), &p); status != 503 || !strings.Contains(p.Problem, "can only be read") {
		t.Errorf("a change: %d %q", status, p.Problem)
	}
	must(t, "export", filepath.Join(t.TempDir(), "all.zip"), "--database", database)
	s.stop()
}

// What must not be opened is told in words, with what to do.
func TestRefusals(t *testing.T) {
	dir := t.TempDir()
	database := filepath.Join(dir, "kept.db")
	s := serve(t, database)
	text := filepath.Join(dir, "diary.txt")
	if err := os.WriteFile(text, []byte("dear diary"), 0o600); err != nil {
		t.Fatal(err)
	}
	for _, tc := range []struct {
		name string
		args []string
		want string
	}{
		{"a second server", []string{"serve", "--listen", "127.0.0.1:0", "--database", database}, "has this file already; use its page"},
		{"a restore under a server", []string{"restore", text, "--database", database}, "has this file already"},
		{"a passphrase under a server", []string{"passphrase", "--database", database}, "has this file already"},
		{"a diary", []string{"serve", "--listen", "127.0.0.1:0", "--database", text}, "not one of Inky Sparrow's"},
		{"a demo on a modeller's file", []string{"demo", "--listen", "127.0.0.1:0", "--fresh", "--database", database}, "not the demo's"},
		{"no file to back up", []string{"backup", "--database", filepath.Join(dir, "none.db")}, "no such file"},
		{"beyond this machine", []string{"serve", "--listen", "0.0.0.0:0", "--database", filepath.Join(dir, "other.db")}, "set one first with inkysparrow passphrase"},
		{"half a certificate", []string{"serve", "--listen", "127.0.0.1:0", "--tls-cert", "x", "--database", filepath.Join(dir, "other.db")}, "go together"},
		{"an odd log", []string{"serve", "--log-format", "xml", "--database", filepath.Join(dir, "other.db")}, "text or json"},
	} {
		if status, out := run(t, tc.args...); status != 2 || !strings.Contains(out, tc.want) {
			t.Errorf("%s: %d %q, want %q", tc.name, status, out, tc.want)
		}
	}
	if b, err := os.ReadFile(text); err != nil || string(b) != "dear diary" {
		t.Errorf("the diary says %q (%v)", b, err)
	}
	s.stop()
	other := filepath.Join(dir, "other.db")
	set := exec.Command(program, "passphrase", "--database", other)
	set.Stdin = strings.NewReader("sparrows at dusk\n")
	if out, err := set.CombinedOutput(); err != nil {
		t.Fatalf("%s %v", out, err)
	}
	if status, out := run(t, "serve", "--listen", "0.0.0.0:0", "--database", other); status != 2 || !strings.Contains(out, "--tls-self") {
		t.Errorf("beyond this machine without TLS: %d %q", status, out)
	}
}

// An edit that is under way when the server is told to end is carried out and answered.
func TestDrains(t *testing.T) {
	database := filepath.Join(t.TempDir(), "kept.db")
	s := serve(t, database)
	b := s.begin()
	large := b.Plan
	one := large.Zones[0].Steps[0]
	large.Zones = slices.Clone(large.Zones[:1])
	large.Zones[0].Steps = nil
	for i := range 6000 {
		step := one
		step.ID = fmt.Sprint("s", i)
		large.Zones[0].Steps = append(large.Zones[0].Steps, step)
	}
	text, err := large.Write()
	if err != nil {
		t.Fatal(err)
	}
	answered := make(chan int)
	go func() { answered <- s.ask("POST", "/api/builds", wire.NewBuild{Plan: string(text)}, nil) }()
	for s.ask("GET", "/api/builds", nil, nil) != 200 {
	}
	time.Sleep(100 * time.Millisecond) // until the large one is being worked on
	if err := s.cmd.Process.Signal(os.Interrupt); err != nil {
		t.Fatal(err)
	}
	if status := <-answered; status != 200 {
		t.Errorf("it was answered with %d", status)
	}
	<-s.gone
	s = serve(t, database)
	if n := len(get[wire.Builds](s, "/api/builds").Builds); n != 2 {
		t.Errorf("%d builds are there", n)
	}
}

// The log is in lines of JSON, for its owner alone, and holds no words of a plan.
func TestLog(t *testing.T) {
	dir := t.TempDir()
	file := filepath.Join(dir, "logs", "log.json")
	s := serve(t, filepath.Join(dir, "kept.db"), "--log", file, "--log-format", "json")
	b := s.begin()
	s.ask("POST", "/api/builds/"+b.Slug+"/edit", rename(b, "a secret name"), &b)
	if err := os.RemoveAll(filepath.Join(dir, "backups")); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(filepath.Join(dir, "backups"), nil, 0o600); err != nil { // a file where a folder should be
		t.Fatal(err)
	}
	if status := s.ask("POST", "/api/keeping/backups", struct{}{}, nil); status != 500 {
		t.Errorf("a backup that can't be written: %d", status)
	}
	if said := s.raw("GET / HTTP/1.1\r\n\r\n"); !strings.Contains(said, "400") || !strings.Contains(said, "That is no request that can be read.") {
		t.Errorf("a request without a Host: %s", said)
	}
	s.stop()
	log, err := os.ReadFile(file)
	if err != nil || len(log) == 0 || bytes.Contains(log, []byte("secret")) || !bytes.Contains(log, []byte("a request was not read")) || s.said.Len() > 0 {
		t.Fatalf("the log: %s (%v); beside it: %s", log, err, s.said)
	}
	for line := range bytes.Lines(log) {
		if !json.Valid(line) {
			t.Errorf("%s is no JSON", line)
		}
	}
	if i, err := os.Stat(file); err != nil || i.Mode().Perm() != 0o600 {
		t.Errorf("the log is %v (%v)", i, err)
	}
}
