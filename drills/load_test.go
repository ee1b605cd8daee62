package drills

import (
	"bytes"
	"context"
	"fmt"
	"io"
	"math/rand/v2"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"inkysparrow/internal/wire"
)

// took collects how long requests took, by kind.
type took struct {
	mu  sync.Mutex
	all map[string][]time.Duration
	bad map[string]int
}

func (k *took) one(kind string, status int, d time.Duration) {
	k.mu.Lock()
	defer k.mu.Unlock()
	if status != 200 {
		k.bad[fmt.Sprintf("%s: %d", kind, status)]++
		return
	}
	k.all[kind] = append(k.all[kind], d)
}

// Fifty who read and five who write, all at once: what they wait is reported, and nobody is refused.
func TestLoad(t *testing.T) {
	s := serve(t, filepath.Join(t.TempDir(), "kept.db"))
	var builds []wire.Build
	for range 5 {
		builds = append(builds, s.begin())
	}
	client = &http.Client{Timeout: time.Minute, Transport: &http.Transport{MaxIdleConnsPerHost: 100}}
	k := &took{all: map[string][]time.Duration{}, bad: map[string]int{}}
	until := time.Now().Add(time.Duration(long(2, 30)) * time.Second)
	var work sync.WaitGroup
	timed := func(kind, method, path string, in, out any) {
		began := time.Now()
		k.one(kind, s.ask(method, path, in, out), time.Since(began))
	}
	for i := range 50 {
		b := builds[i%5]
		work.Go(func() {
			for time.Now().Before(until) {
				timed("build", "GET", "/api/builds/"+b.Slug, nil, nil)
				at := b.Opening.At.Add(time.Duration(rand.IntN(100)) * time.Hour).UTC().Format(time.RFC3339)
				timed("moment", "GET", fmt.Sprintf("/api/builds/%s/moment?at=%s&zone=%s&step=", b.Slug, at, b.Opening.Zone), nil, nil)
			}
		})
	}
	for _, b := range builds {
		work.Go(func() {
			for n := 0; time.Now().Before(until); n++ {
				timed("edit", "POST", "/api/builds/"+b.Slug+"/edit", rename(b, fmt.Sprint("change ", n)), &b)
			}
		})
	}
	work.Wait()
	for kind, all := range k.all {
		slices.Sort(all)
		at := func(share float64) time.Duration {
			return all[int(share*float64(len(all)-1))].Round(100 * time.Microsecond)
		}
		t.Logf("%-7s %6d answers, half within %v, 99 of 100 within %v, the slowest %v", kind, len(all), at(0.5), at(0.99), at(1))
	}
	if len(k.bad) > 0 || len(k.all) != 3 {
		t.Errorf("refused: %v", k.bad)
	}
	t.Logf("it took %d MB at most", s.most())
}

// most is the most memory that the program has taken, in MB; 0 where the system does not tell.
func (s *server) most() int {
	b, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", s.cmd.Process.Pid))
	if err != nil {
		return 0
	}
	for line := range strings.Lines(string(b)) {
		if rest, ok := strings.CutPrefix(line, "VmHWM:"); ok {
			kb, err := strconv.Atoi(strings.Fields(rest)[0])
			if err != nil {
				return 0
			}
			return kb >> 10
		}
	}
	return 0
}

// Whatever clients do, announce what they don't send, read nothing, hold connections, look back through thousands of revisions, it stays under
// 300 MB and answers those who work.
func TestLyingClients(t *testing.T) {
	const limit = 300
	s := serve(t, filepath.Join(t.TempDir(), "kept.db"))
	b := s.begin()
	host := strings.TrimPrefix(s.at, "http://")
	open := func(words string) {
		t.Helper()
		c, err := net.Dial("tcp", host)
		if err != nil {
			t.Fatal(err)
		}
		t.Cleanup(func() { c.Close() })
		if _, err := c.Write([]byte(words)); err != nil {
			t.Fatal(err)
		}
	}
	head := func(method, path string, length int) string {
		return fmt.Sprintf("%s %s HTTP/1.1\r\nHost: %s\r\nContent-Type: application/json\r\nContent-Length: %d\r\n\r\n{", method, path, host, length)
	}
	for range long(60, 150) {
		open(head("POST", "/api/shelf/import", 24<<20))                                                                                                                    // announced and not sent
		open(fmt.Sprintf("GET /api/workings HTTP/1.1\r\nHost: %s\r\n\r\n", host) + strings.Repeat(fmt.Sprintf("GET /api/workings HTTP/1.1\r\nHost: %s\r\n\r\n", host), 5)) // asked and never read
		open("")
	}
	get[wire.Builds](s, "/api/builds")
	large := bytes.Repeat([]byte("x"), 20<<20)
	var senders sync.WaitGroup
	for range long(8, 40) {
		senders.Go(func() {
			r, err := http.Post(s.at+"/api/shelf/import", "application/json", bytes.NewReader(large)) // sent in full, and nothing
			if err == nil {
				r.Body.Close()
				if r.StatusCode == 200 || r.StatusCode == 500 {
					t.Errorf("20 MB of nothing: %d", r.StatusCode)
				}
			}
		})
	}
	for n := range long(60, 2500) {
		if status := s.ask("POST", "/api/builds/"+b.Slug+"/edit", rename(b, fmt.Sprint("change ", n)), &b); status != 200 {
			t.Fatalf("change %d: %d", n, status)
		}
	}
	senders.Wait()
	last := b.Revision
	for r := range last {
		if status := s.ask("GET", fmt.Sprintf("/api/builds/%s/revisions/%d", b.Slug, r+1), nil, nil); status != 200 {
			t.Fatalf("revision %d: %d", r+1, status)
		}
	}
	if mb := s.most(); mb > limit {
		t.Errorf("it took %d MB, want at most %d", mb, limit)
	} else {
		t.Logf("it took %d MB at most", mb)
	}
}

// Connections that are opened and never used take nobody's place.
func TestIdleConnections(t *testing.T) {
	s := serve(t, filepath.Join(t.TempDir(), "kept.db"))
	for range 600 {
		c, err := net.Dial("tcp", strings.TrimPrefix(s.at, "http://"))
		if err != nil {
			t.Fatal(err)
		}
		t.Cleanup(func() { c.Close() })
	}
	b := s.begin()
	if status := s.ask("POST", "/api/builds/"+b.Slug+"/edit", rename(b, "beside 600"), &b); status != 200 {
		t.Errorf("a change beside 600 idle connections: %d", status)
	}
	if mb := s.most(); mb > 200 {
		t.Errorf("it took %d MB", mb)
	} else {
		t.Logf("it took %d MB", mb)
	}
}

// Whoever asks for the largest pictures, and goes before they are painted, takes no one's evening: a change is answered within three times its quiet time.
func TestPicturesAside(t *testing.T) {
	s := serve(t, filepath.Join(t.TempDir(), "kept.db"))
	b, shown := s.begin(), s.begin()
	changes := func(n int) time.Duration {
		t.Helper()
		var all []time.Duration
		for i := range n {
			began := time.Now()
			if status := s.ask("POST", "/api/builds/"+b.Slug+"/edit", rename(b, fmt.Sprint("change ", i, began.UnixNano())), &b); status != 200 {
				t.Fatalf("change %d: %d", i, status)
			}
			all = append(all, time.Since(began))
		}
		slices.Sort(all)
		return all[len(all)/2]
	}
	changes(5)
	n := long(25, 150)
	quiet := changes(n)
	ctx, stop := context.WithCancel(t.Context())
	var busy sync.WaitGroup
	defer busy.Wait()
	defer stop()
	ask := func(ctx context.Context, i, k int) int {
		path := fmt.Sprintf("%s/api/builds/%s/look/picture?width=2600&most=1500&view=top&minutes=%d&at=2027-03-%02dT12:00:00Z", s.at, shown.Slug, k%9, 1+(i+k)%28)
		r, err := http.NewRequestWithContext(ctx, "GET", path, nil)
		if err != nil {
			panic(err) // the address is right
		}
		resp, err := client.Do(r)
		if err != nil {
			return 0
		}
		defer resp.Body.Close()
		if _, err := io.Copy(io.Discard, resp.Body); err != nil {
			return 0
		}
		return resp.StatusCode
	}
	var painted, gone atomic.Int64
	for i := range 3 {
		busy.Go(func() {
			for k := 0; ctx.Err() == nil; k++ {
				switch status := ask(ctx, i, k); {
				case status == 200:
					painted.Add(1)
				case ctx.Err() == nil:
					t.Errorf("a picture: %d", status)
					return
				}
			}
		})
	}
	for i := range 6 {
		busy.Go(func() {
			for k := 0; ctx.Err() == nil; k++ {
				short, leave := context.WithTimeout(ctx, 150*time.Millisecond)
				if ask(short, i, k) == 0 {
					gone.Add(1)
				}
				leave()
			}
		})
	}
	beset := changes(n)
	for painted.Load() == 0 && !t.Failed() {
		changes(1)
	}
	stop()
	busy.Wait()
	t.Logf("a change takes %v in quiet, %v beside pictures; %d painted, %d gone before", quiet, beset, painted.Load(), gone.Load())
	if beset > 3*quiet+30*time.Millisecond { // the machine that this runs on has other work, too
		t.Errorf("a change takes %v beside pictures, %v in quiet", beset, quiet)
	}
	if mb := s.most(); mb > 500 {
		t.Errorf("it took %d MB", mb)
	}
}
