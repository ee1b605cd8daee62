package core_test

import (
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"
)

// layers are the packages from the bottom up; each may import only what stands before it. Packages on one line don't import each other.
var layers = [][]string{
	{"core/fact", "core/solve", "core/clock", "core/prove", "internal/golden", "internal/kept"},
	{"core/airframe"},
	{"core/climate", "core/colour", "core/say", "core/when"},
	{"core/solvent", "core/schedule", "core/pigment", "core/order"},
	{"core/coating"},
	{"core/chance"},
	{"core/cure", "core/gloss", "core/dose", "core/decal", "core/shade"},
	{"core/stack", "core/wear"},
	{"core/verdict"},
	{"core/wash", "core/follow"},
	{"core/mix"},
	{"core/route"},
	{"core/swab", "core/learn", "core/effect"},
	{"core/timeline", "core/routetest"},
	{"core/joint"},
	{"core/rule"},
	{"core/draft", "core/guide", "core/why"},
	{"core/look"},
	{"core/picture"},
	{"core/choose", "core/bench", "core/photo"},
	{"core/finish"},
	{"core/rescue"},
	{"plan"},
	{"shelf"},
	{"internal/store/db", "internal/wire", "internal/format/palette", "internal/format/sheet", "internal/format/ical", "internal/guard", "internal/album", "ui", "ui/pack", "examples"},
	{"internal/store", "internal/sensor"},
	{"internal/demo", "internal/studio"},
	{"internal/web", "internal/wire/gen"},
	{"cmd/inkysparrow", "cmd/trainer"},
	{"drills", "drills/mutants", "e2e/browser", "e2e/plates"},
	{"e2e/shots"},
}

// outside is what the core may import beside the standard library and itself: pure libraries without I/O.
var outside = []string{"github.com/lucasb-eyer/go-colorful", "github.com/peterstace/simplefeatures/geom", "golang.org/x/image/vector"}

// noIO are packages of the standard library that the core does without: it has no files, no network and no clock of its own.
var noIO = []string{"os", "io", "net", "net/http", "database/sql", "log", "log/slog", "embed"}

func TestArrowsPointDown(t *testing.T) {
	rank := map[string]int{}
	for i, layer := range layers {
		for _, name := range layer {
			rank[name] = i
		}
	}
	seen := map[string]bool{}
	root := ".."
	err := filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if d.IsDir() && (d.Name() == "node_modules" || d.Name() == ".git" || d.Name() == "tools") {
			return fs.SkipDir
		}
		if !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return nil
		}
		own, err := filepath.Rel(root, filepath.Dir(path))
		if err != nil {
			return err
		}
		own = filepath.ToSlash(own)
		seen[own] = true
		place, known := rank[own]
		if !known {
			t.Errorf("%s is in no layer", own)
			return nil
		}
		file, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ImportsOnly)
		if err != nil {
			return err
		}
		for _, spec := range file.Imports {
			name, err := strconv.Unquote(spec.Path.Value)
			if err != nil {
				return err
			}
			inner, ours := strings.CutPrefix(name, "inkysparrow/")
			switch {
			case ours && rank[inner] >= place:
				t.Errorf("%s imports %s, an arrow that does not point down", path, inner)
			case !ours && strings.HasPrefix(own, "core/"):
				if strings.Contains(name, ".") && !slices.Contains(outside, name) || slices.Contains(noIO, name) {
					t.Errorf("%s imports %s, which the core does without", path, name)
				}
			}
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	for name := range rank {
		if !seen[name] {
			t.Errorf("layer %s has no code", name)
		}
	}
}
