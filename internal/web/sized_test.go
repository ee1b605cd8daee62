package web_test

import (
	"bufio"
	"bytes"
	"compress/flate"
	"compress/gzip"
	"fmt"
	"io"
	"net"
	"net/http/httptest"
	"runtime"
	"strings"
	"testing"
	"time"

	"inkysparrow/internal/wire"
)

// pack packs zeros so often.
func pack(t *testing.T, size int, times int) []byte {
	t.Helper()
	data := []byte(`{"passphrase":"` + strings.Repeat("0", size) + `"}`)
	for range times {
		var b bytes.Buffer
		z, err := gzip.NewWriterLevel(&b, flate.BestCompression)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := z.Write(data); err != nil {
			t.Fatal(err)
		}
		if err := z.Close(); err != nil {
			t.Fatal(err)
		}
		data = b.Bytes()
	}
	return data
}

// A body counts as it is unpacked, whatever it says of itself: a small one that would fill the memory is refused before it does, and nothing is unpacked twice.
func TestPackedBodies(t *testing.T) {
	s := openAny(t)
	send := func(path string, body []byte, encodings ...string) (int, string) {
		r := httptest.NewRequest("POST", path, bytes.NewReader(body))
		r.Host = "127.0.0.1"
		r.Header.Set("Content-Type", "application/json")
		for _, e := range encodings {
			r.Header.Add("Content-Encoding", e)
		}
		resp, err := s.server.App().Test(r)
		if err != nil {
			t.Fatal(err)
		}
		defer resp.Body.Close()
		b, err := io.ReadAll(resp.Body)
		if err != nil {
			t.Fatal(err)
		}
		return resp.StatusCode, string(b)
	}
	var before, after runtime.MemStats
	runtime.ReadMemStats(&before)
	bomb, twice := pack(t, 200<<20, 1), pack(t, 64<<20, 2)
	runtime.ReadMemStats(&before)
	for _, tc := range []struct {
		name      string
		path      string
		body      []byte
		encodings []string
		status    int
		says      string
	}{
		{"200 MB in a small body, before any passphrase", "/api/visit", bomb, []string{"gzip"}, 413, "too large"},
		{"at an import", "/api/shelf/import", bomb, []string{"gzip"}, 413, "too large"},
		{"packed twice, and said so in one header", "/api/visit", twice, []string{"gzip, gzip"}, 415, "packed once with gzip"},
		{"and in two", "/api/visit", twice, []string{"gzip", "gzip"}, 415, "packed once with gzip"},
		{"another way of packing", "/api/visit", []byte("xx"), []string{"br"}, 415, "packed once with gzip"},
		{"zstd", "/api/mix", []byte("xx"), []string{"zstd"}, 415, "packed once with gzip"},
		{"a lie", "/api/mix", []byte(`{"cup":1}`), []string{"gzip"}, 422, "and it is not"},
		{"more than a passphrase can be, unpacked", "/api/visit", []byte(`{"passphrase":"` + strings.Repeat("0", 5000) + `"}`), nil, 413, "too large"},
		{"everything, packed", "/api/keeping/everything", bomb, []string{"gzip"}, 415, "packed once with gzip"},
	} {
		if status, says := send(tc.path, tc.body, tc.encodings...); status != tc.status || !strings.Contains(says, tc.says) {
			t.Errorf("%s: %d %s, want %d %q", tc.name, status, says, tc.status, tc.says)
		}
	}
	runtime.ReadMemStats(&after)
	if took := (after.TotalAlloc - before.TotalAlloc) >> 20; took > 120 {
		t.Errorf("refusing them took %d MB", took)
	}
	read[wire.MixAnswer](t, s.ask("POST", "/api/mix", `{"cup":{"format":"inkysparrow-mix/1",`+mixing+`,"pour":[{"product":"dark","drops":10}]}}`), 200)
	var b bytes.Buffer
	z := gzip.NewWriter(&b)
	if _, err := z.Write([]byte(`{"cup":{"format":"inkysparrow-mix/1",` + mixing + `,"pour":[{"product":"dark","drops":10}]}}`)); err != nil {
		t.Fatal(err)
	}
	if err := z.Close(); err != nil {
		t.Fatal(err)
	}
	if status, says := send("/api/mix", b.Bytes(), "gzip"); status != 200 {
		t.Errorf("an honest one: %d %s", status, says)
	}
}

// A body is read as it comes and no further than it may be: of three that announce 20 MB and stop in the middle two are waited for, and the third is told so at once.
func TestBodiesAsTheyCome(t *testing.T) {
	s := openAny(t)
	host := strings.TrimPrefix(serving(t, s), "http://")
	answers := make(chan string, 3)
	for range 3 {
		c, err := net.Dial("tcp", host)
		if err != nil {
			t.Fatal(err)
		}
		t.Cleanup(func() { c.Close() })
		fmt.Fprintf(c, "POST /api/shelf/import HTTP/1.1\r\nHost: %s\r\nContent-Type: application/json\r\nContent-Length: %d\r\n\r\n", host, 20<<20)
		if _, err := c.Write(bytes.Repeat([]byte(" "), 400<<10)); err != nil {
			t.Fatal(err)
		}
		go func() {
			line, _ := bufio.NewReader(c).ReadString('\n')
			answers <- line
		}()
	}
	select {
	case line := <-answers:
		if !strings.Contains(line, "503") {
			t.Errorf("the third is told %q", line)
		}
	case <-time.After(5 * time.Second):
		t.Error("the third is waited for")
	}
}
