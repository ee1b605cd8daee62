package guard_test

import (
	"crypto/x509"
	"errors"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/internal/guard"
)

func TestPassphrase(t *testing.T) {
	if _, err := guard.Hash("nine char"); !errors.Is(err, guard.ErrShort) {
		t.Errorf("nine characters: %v", err)
	}
	hash, err := guard.Hash("ten  chärs")
	if err != nil || strings.Contains(hash, "ten") {
		t.Fatalf("%q, %v", hash, err)
	}
	other, err := guard.Hash("ten  chärs")
	if err != nil || other == hash {
		t.Errorf("two hashes of one passphrase are alike: the salt is missing (%v)", err)
	}
	for _, tc := range []struct {
		try  string
		want bool
	}{{"ten  chärs", true}, {"ten chärs", false}, {"ten  chärs ", false}, {"", false}} {
		if got, err := guard.Matches(tc.try, hash); got != tc.want || err != nil {
			t.Errorf("%q: %v, %v", tc.try, got, err)
		}
	}
	for _, bad := range []string{"", "x", "$argon2id$v=19$m=999999999,t=3,p=4$c2FsdA$a2V5", strings.Replace(hash, "argon2id", "argon2i", 1), hash[:len(hash)-4], strings.Replace(hash, "t=3", "t=0", 1)} {
		if ok, err := guard.Matches("ten  chärs", bad); ok || err == nil {
			t.Errorf("the hash %q was taken", bad)
		}
	}
}

func TestSelfMade(t *testing.T) {
	dir := t.TempDir()
	now := time.Date(2027, 3, 11, 12, 0, 0, 0, time.UTC)
	names := []string{"mybox.local", "192.0.2.7"}
	first, err := guard.SelfMade(dir, names, now)
	if err != nil {
		t.Fatal(err)
	}
	leaf, err := x509.ParseCertificate(first.Certificate[0])
	if err != nil || leaf.VerifyHostname("mybox.local") != nil || leaf.VerifyHostname("192.0.2.7") != nil || leaf.VerifyHostname("other.local") == nil {
		t.Errorf("it is for %v and %v (%v)", leaf.DNSNames, leaf.IPAddresses, err)
	}
	// Trusted, it is good for its own names and vouches for no other: RFC 5280, 4.2.1.9 and 4.2.1.10.
	roots := x509.NewCertPool()
	if !roots.AppendCertsFromPEM(guard.Sheet(first)) || strings.Contains(string(guard.Sheet(first)), "KEY") {
		t.Fatalf("the sheet is %s", guard.Sheet(first))
	}
	if _, err := leaf.Verify(x509.VerifyOptions{Roots: roots, DNSName: "mybox.local", CurrentTime: now}); err != nil {
		t.Errorf("trusted, it does not serve: %v", err)
	}
	if !leaf.IsCA || !leaf.MaxPathLenZero || !slices.Equal(leaf.PermittedDNSDomains, []string{"mybox.local"}) || len(leaf.PermittedIPRanges) != 1 || leaf.PermittedIPRanges[0].String() != "192.0.2.7/32" {
		t.Errorf("it vouches for %v and %v", leaf.PermittedDNSDomains, leaf.PermittedIPRanges)
	}
	if days := leaf.NotAfter.Sub(leaf.NotBefore).Hours() / 24; days > 825 {
		t.Errorf("it lasts %.0f days", days)
	}
	if i, err := os.Stat(filepath.Join(dir, "self-made.key")); err != nil || i.Mode().Perm() != 0o600 {
		t.Errorf("the key lies there as %v (%v)", i, err)
	}
	print := func(names []string, at time.Time) string {
		t.Helper()
		c, err := guard.SelfMade(dir, names, at)
		if err != nil {
			t.Fatal(err)
		}
		return guard.Fingerprint(c)
	}
	was := guard.Fingerprint(first)
	if len(was) != 95 || print(names, now.AddDate(1, 0, 0)) != was {
		t.Error("it is not kept")
	}
	ends := leaf.NotAfter
	if print(names, ends.AddDate(0, 0, -31)) != was {
		t.Error("it is renewed 31 days before its end")
	}
	if print(names, ends.AddDate(0, 0, -29)) == was {
		t.Error("it is not renewed 29 days before its end")
	}
	was = print(names, now)
	if print(append(names, "bench.local"), now) == was {
		t.Error("it lacks a new name")
	}
	if err := os.WriteFile(filepath.Join(dir, "self-made.crt"), []byte("no"), 0o600); err != nil {
		t.Fatal(err)
	}
	if _, err := guard.SelfMade(dir, names, now); err == nil {
		t.Error("a broken certificate was replaced without a word")
	}
}
