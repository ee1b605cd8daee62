package drills

import (
	"crypto/sha256"
	"crypto/tls"
	"encoding/hex"
	"net/http"
	"net/http/cookiejar"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"inkysparrow/internal/wire"
)

// Beyond this machine: the passphrase is asked for, the connection is secured, and the certificate is the one whose fingerprint was printed.
func TestBeyondThisMachine(t *testing.T) {
	database := filepath.Join(t.TempDir(), "kept.db")
	set := exec.Command(program, "passphrase", "--database", database)
	set.Stdin = strings.NewReader("sparrows at dusk\n")
	if out, err := set.CombinedOutput(); err != nil {
		t.Fatalf("%s %v", out, err)
	}
	s := serve(t, database, "--listen", "0.0.0.0:0", "--tls-self", "--name", "mybox.local")
	opening := s.opening.String()
	print := regexp.MustCompile(`([0-9A-F]{2}:){31}[0-9A-F]{2}`).FindString(opening)
	port := regexp.MustCompile(`https://mybox\.local:(\d+)`).FindStringSubmatch(opening)
	if print == "" || port == nil {
		t.Fatalf("it says %q", opening)
	}
	if last := strings.TrimSpace(opening[strings.LastIndex(strings.TrimSpace(opening), "\n")+1:]); !strings.Contains(last, "needs the passphrase") {
		t.Errorf("who can reach it: %q", last)
	}
	seen := ""
	jar, err := cookiejar.New(nil)
	if err != nil {
		t.Fatal(err)
	}
	client = &http.Client{Timeout: time.Minute, Jar: jar, Transport: &http.Transport{TLSClientConfig: &tls.Config{
		InsecureSkipVerify: true, // the fingerprint is what is looked at
		VerifyConnection: func(c tls.ConnectionState) error {
			sum := sha256.Sum256(c.PeerCertificates[0].Raw)
			seen = strings.ToUpper(hex.EncodeToString(sum[:]))
			return c.PeerCertificates[0].VerifyHostname("mybox.local")
		},
	}}}
	t.Cleanup(func() { client = &http.Client{Timeout: time.Minute} })
	s.at = "https://127.0.0.1:" + port[1]
	var p wire.Problem
	if status := s.ask("GET", "/api/builds", nil, &p); status != 401 || p.Code != "locked" {
		t.Errorf("before the passphrase: %d %+v", status, p)
	}
	if seen != strings.ReplaceAll(print, ":", "") {
		t.Errorf("the certificate is %s, printed was %s", seen, print)
	}
	if status := s.ask("POST", "/api/visit", wire.Visit{Passphrase: "sparrows at dusk"}, nil); status != 200 {
		t.Fatalf("the passphrase: %d", status)
	}
	s.begin()
	if kept := get[wire.Keeping](s, "/api/keeping"); !kept.Guarded || !strings.Contains(kept.Reach, "needs the passphrase") {
		t.Errorf("%+v", kept)
	}
	s.stop()
}
