// Package golden holds what a test works out against what a file says it was, as testing/iotest helps with readers: a change to a law or a rule shows what it changes.
package golden

import (
	"bytes"
	"flag"
	"fmt"
	"hash/fnv"
	"os"
	"strings"
	"testing"
)

var update = flag.Bool("update", false, "write the golden files and the schema anew")

// Hold fails the test where got is not what the file says, and writes the file anew with -update.
func Hold(t testing.TB, path string, got []byte) {
	t.Helper()
	if *update {
		if err := os.WriteFile(path, got, 0o644); err != nil {
			t.Fatal(err)
		}
	}
	want, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	if bytes.Equal(got, want) {
		return
	}
	a, b := strings.Split(string(want), "\n"), strings.Split(string(got), "\n")
	for i := range min(len(a), len(b)) {
		if a[i] != b[i] {
			t.Errorf("%s line %d says %q, now it is %q; if that is meant, run the test with -update and read the difference", path, i+1, a[i], b[i])
			return
		}
	}
	t.Errorf("%s has %d lines, now there are %d; if that is meant, run the test with -update and read the difference", path, len(a), len(b))
}

// Digest stands for a text that is too long to be kept.
func Digest(text string) string {
	h := fnv.New32a()
	h.Write([]byte(text))
	return fmt.Sprintf("%08x", h.Sum32())
}
