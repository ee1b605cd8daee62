package drills

import (
	"bufio"
	"bytes"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

var full = flag.Bool("full", false, "run the drills at their full length")

// long is how often a drill does something: short in the suite, whole with -full.
func long(short, whole int) int {
	if *full {
		return whole
	}
	return short
}

// program is the built program.
var program string

func TestMain(m *testing.M) {
	flag.Parse()
	os.Exit(func() int {
		dir, err := os.MkdirTemp("", "inkysparrow-drills")
		if err != nil {
			fmt.Fprintln(os.Stderr, err)
			return 1
		}
		defer os.RemoveAll(dir)
		program = filepath.Join(dir, "inkysparrow")
		build := exec.Command("go", "build", "-o", program, "inkysparrow/cmd/inkysparrow")
		build.Stderr = os.Stderr
		if build.Run() != nil {
			return 1
		}
		return m.Run()
	}())
}

// server is the program, serving a file.
type server struct {
	t   *testing.T
	cmd *exec.Cmd
	at  string

	opening strings.Builder // what it says when it opens
	said    *bytes.Buffer   // on standard error
	gone    chan struct{}
}

var address = regexp.MustCompile(`https?://[^ ]+:\d+`)

// serve starts the program on a file and waits until it is open.
func serve(t *testing.T, database string, more ...string) *server {
	t.Helper()
	s := &server{t: t, said: &bytes.Buffer{}, gone: make(chan struct{})}
	s.cmd = exec.Command(program, append([]string{"serve", "--listen", "127.0.0.1:0", "--database", database}, more...)...)
	s.cmd.Stderr = s.said
	out, err := s.cmd.StdoutPipe()
	if err == nil {
		err = s.cmd.Start()
	}
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(s.kill)
	lines := bufio.NewScanner(out)
	for s.at == "" && lines.Scan() {
		s.at = address.FindString(lines.Text())
		s.opening.WriteString(lines.Text() + "\n")
	}
	if s.at != "" && lines.Scan() { // who can reach it
		s.opening.WriteString(lines.Text() + "\n")
	}
	go func() {
		io.Copy(io.Discard, out) // it ends with the program
		s.cmd.Wait()             // a killed one has an error
		close(s.gone)
	}()
	if s.at == "" {
		<-s.gone
		t.Fatalf("it did not open: %s", s.said)
	}
	return s
}

// kill ends it at once, as a power cut does.
func (s *server) kill() {
	s.cmd.Process.Kill() // it may have ended
	<-s.gone
}

// stop asks it to end, and waits.
func (s *server) stop() {
	s.t.Helper()
	if err := s.cmd.Process.Signal(os.Interrupt); err != nil {
		s.t.Fatal(err)
	}
	<-s.gone
}

var client = &http.Client{Timeout: time.Minute}

// ask sends a request and reads the answer into out, and returns its status; 0 where there was none.
func (s *server) ask(method, path string, in, out any) int {
	var body io.Reader
	if in != nil {
		b, err := json.Marshal(in)
		if err != nil {
			panic(err) // the types can be written
		}
		body = bytes.NewReader(b)
	}
	r, err := http.NewRequest(method, s.at+path, body)
	if err != nil {
		panic(err) // the address is right
	}
	r.Header.Set("Content-Type", "application/json")
	resp, err := client.Do(r)
	if err != nil {
		return 0
	}
	defer resp.Body.Close()
	b, err := io.ReadAll(resp.Body)
	if err != nil {
		return 0
	}
	if out != nil && json.Unmarshal(b, out) != nil {
		return 0
	}
	return resp.StatusCode
}

// raw sends words as they are and returns the beginning of what comes back.
func (s *server) raw(words string) string {
	s.t.Helper()
	c, err := net.Dial("tcp", strings.TrimPrefix(s.at, "http://"))
	if err != nil {
		s.t.Fatal(err)
	}
	defer c.Close()
	if _, err := c.Write([]byte(words)); err != nil {
		s.t.Fatal(err)
	}
	said, err := io.ReadAll(io.LimitReader(c, 4<<10)) // it closes what it can't read
	if err != nil {
		s.t.Fatal(err)
	}
	return string(said)
}

// get reads what has to be there.
func get[T any](s *server, path string) T {
	s.t.Helper()
	var out T
	if status := s.ask("GET", path, nil, &out); status != 200 {
		s.t.Fatalf("%s: %d", path, status)
	}
	return out
}

// begin makes a build from an example, and returns where it stands.
func (s *server) begin() wire.Build {
	s.t.Helper()
	var made wire.Made
	if status := s.ask("POST", "/api/builds", wire.NewBuild{Example: "clean"}, &made); status != 200 {
		s.t.Fatalf("a new build: %d", status)
	}
	return get[wire.Build](s, "/api/builds/"+made.Slug)
}

// rename is the smallest change of a build.
func rename(b wire.Build, name string) wire.MakeEdit {
	own := b.Plan
	own.Build.Name = name
	return wire.MakeEdit{Revision: b.Revision, Edit: plan.Edit{Do: "put-settings", Settings: &plan.Settings{
		Build: own.Build, Climate: own.Climate, Sessions: own.Sessions, Exceptions: own.Exceptions, Timezone: own.Timezone, Schools: own.Schools, Service: own.Service,
	}}}
}

// run runs a command of the program, and returns its exit status and what it said.
func run(t *testing.T, args ...string) (int, string) {
	t.Helper()
	cmd := exec.Command(program, args...)
	out, err := cmd.CombinedOutput()
	if exit := (*exec.ExitError)(nil); err != nil && !errors.As(err, &exit) {
		t.Fatal(err)
	}
	return cmd.ProcessState.ExitCode(), string(out)
}

// must is run for what has to go well.
func must(t *testing.T, args ...string) string {
	t.Helper()
	status, out := run(t, args...)
	if status != 0 {
		t.Fatalf("%s: status %d: %s", strings.Join(args, " "), status, out)
	}
	return out
}
