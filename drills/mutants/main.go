// Mutants tries whether the tests of the core's rooms hold what the rooms say: it draws places from a committed seed, turns a condition or a sign round
// or drops a branch there, one at a time, and asks that room's own tests alone whether they notice. The files themselves are never touched.
package main

import (
	"bytes"
	"cmp"
	"context"
	_ "embed"
	"encoding/json"
	"flag"
	"fmt"
	"go/ast"
	"go/parser"
	"go/printer"
	"go/token"
	"hash/fnv"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"time"
)

const (
	seed    = "inky sparrow 21"
	drawn   = 60
	atLeast = .8 // the share that must be noticed
	patient = 2 * time.Minute
)

// rooms are those whose answers a modeller acts on.
var rooms = []string{"chance", "cure", "stack", "verdict", "timeline", "schedule", "rule", "choose", "look"}

// A line of equivalents names a place that no test can notice, and why: at most six.
//
//go:embed equivalents.txt
var equivalents string

// place is something in a room that can be changed. Its name stays while the lines around it move.
type place struct {
	file, name string
	line       int
	change     func() (back func())
	set        *token.FileSet
	tree       *ast.File
}

// mutant is a place that was tried.
type mutant struct {
	place
	noticed, built bool
}

func main() {
	room := flag.String("room", "", "draw from this room alone")
	most := flag.Int("n", drawn, "how many places to draw")
	salt := flag.String("seed", seed, "what to draw them by")
	flag.Parse()
	if *room != "" {
		rooms = strings.Split(*room, ",")
	}
	if err := run(*most, *salt); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run(most int, salt string) error {
	excused := map[string]string{}
	for line := range strings.Lines(equivalents) {
		if name, why, ok := strings.Cut(strings.TrimSpace(line), " :: "); ok {
			excused[name] = why
		}
	}
	if len(excused) > 6 {
		return fmt.Errorf("equivalents.txt excuses %d places, at most six are allowed", len(excused))
	}
	var places []place
	for _, room := range rooms {
		found, err := placesIn(filepath.Join("core", room))
		if err != nil {
			return err
		}
		places = append(places, found...)
	}
	slices.SortFunc(places, func(a, b place) int { return cmp.Compare(lot(a.name, salt), lot(b.name, salt)) })
	var tried, noticed, spared int
	next := 0
	for tried < most && next < len(places) {
		batch := places[next:min(next+2, next+most-tried, len(places))]
		next += len(batch)
		out := make([]mutant, len(batch))
		var wait sync.WaitGroup
		for i, p := range batch {
			out[i] = mutant{place: p}
			if _, ok := excused[p.name]; ok {
				continue
			}
			overlay, clean, err := p.write()
			if err != nil {
				return err
			}
			wait.Go(func() {
				defer clean()
				out[i].noticed, out[i].built = test(filepath.Dir(p.file), overlay)
			})
		}
		wait.Wait()
		for _, m := range out {
			if why, ok := excused[m.name]; ok {
				spared++
				fmt.Printf("  equivalent  %s: %s\n", m.name, why)
				continue
			}
			if !m.built {
				continue
			}
			tried++
			if m.noticed {
				noticed++
				fmt.Printf("  noticed     %s\n", m.name)
			} else {
				fmt.Printf("! unnoticed   %s (%s:%d)\n", m.name, m.file, m.line)
			}
		}
	}
	fmt.Printf("%d of %d noticed by their own rooms' tests (%.0f %%), %d equivalent; %d places in %s\n", noticed, tried, 100*float64(noticed)/float64(tried), spared, len(places), strings.Join(rooms, ", "))
	if float64(noticed) < atLeast*float64(tried) {
		return fmt.Errorf("fewer than %.0f %%", 100*atLeast)
	}
	return nil
}

// lot is where a place stands in the draw.
func lot(name, salt string) uint64 {
	h := fnv.New64a()
	h.Write([]byte(salt + "\x00" + name))
	x := h.Sum64() // neighbours differ in their last letter alone: mix
	x ^= x >> 33
	x *= 0xff51afd7ed558ccd
	return x ^ x>>33
}

// test tells whether the room's own tests fail with the overlay, and whether it compiled at all.
func test(room, overlay string) (noticed, built bool) {
	ctx, cancel := context.WithTimeout(context.Background(), patient+30*time.Second)
	defer cancel()
	out, err := exec.CommandContext(ctx, "go", "test", "-vet=off", "-failfast", "-timeout", patient.String(), "-overlay", overlay, "./"+room).CombinedOutput()
	return err != nil, !bytes.Contains(out, []byte("[build failed]")) && !bytes.Contains(out, []byte("[setup failed]"))
}

// write makes the changed file and the overlay that shows it to the compiler.
func (p place) write() (overlay string, clean func(), err error) {
	dir, err := os.MkdirTemp("", "mutant")
	if err != nil {
		return "", nil, err
	}
	var text bytes.Buffer
	back := p.change()
	err = printer.Fprint(&text, p.set, p.tree)
	back()
	if err != nil {
		return "", nil, err
	}
	changed, overlay := filepath.Join(dir, "changed.go"), filepath.Join(dir, "overlay.json")
	whole, err := filepath.Abs(p.file)
	if err != nil {
		return "", nil, err
	}
	list, err := json.Marshal(map[string]map[string]string{"Replace": {whole: changed}})
	if err != nil {
		return "", nil, err
	}
	if err := os.WriteFile(changed, text.Bytes(), 0o600); err != nil {
		return "", nil, err
	}
	return overlay, func() { _ = os.RemoveAll(dir) }, os.WriteFile(overlay, list, 0o600)
}

var turned = map[token.Token]token.Token{
	token.LSS: token.GEQ, token.GEQ: token.LSS, token.GTR: token.LEQ, token.LEQ: token.GTR, token.EQL: token.NEQ, token.NEQ: token.EQL,
	token.LAND: token.LOR, token.LOR: token.LAND, token.ADD: token.SUB, token.SUB: token.ADD, token.MUL: token.QUO, token.QUO: token.MUL,
	token.ADD_ASSIGN: token.SUB_ASSIGN, token.SUB_ASSIGN: token.ADD_ASSIGN, token.MUL_ASSIGN: token.QUO_ASSIGN, token.QUO_ASSIGN: token.MUL_ASSIGN,
}

// placesIn lists what can be changed in the files of one room.
func placesIn(dir string) ([]place, error) {
	files, err := filepath.Glob(filepath.Join(dir, "*.go"))
	if err != nil {
		return nil, err
	}
	var found []place
	for _, file := range files {
		if strings.HasSuffix(file, "_test.go") {
			continue
		}
		set := token.NewFileSet()
		tree, err := parser.ParseFile(set, file, nil, parser.ParseComments|parser.SkipObjectResolution)
		if err != nil {
			return nil, err
		}
		seen := map[string]int{}
		add := func(at ast.Node, what string, change func() func()) {
			name := fmt.Sprintf("%s %s %s", filepath.ToSlash(file), around(tree, at.Pos()), what)
			if seen[name]++; seen[name] > 1 {
				name += fmt.Sprint(" #", seen[name])
			}
			found = append(found, place{file, name, set.Position(at.Pos()).Line, change, set, tree})
		}
		text := func(n ast.Node) string {
			var b bytes.Buffer
			_ = printer.Fprint(&b, set, n)
			return strings.Join(strings.Fields(b.String()), " ")
		}
		ast.Inspect(tree, func(n ast.Node) bool {
			switch n := n.(type) {
			case *ast.GenDecl:
				return n.Tok != token.IMPORT
			case *ast.BinaryExpr:
				if to, ok := turned[n.Op]; ok {
					was := n.Op
					add(n, fmt.Sprintf("%q %s", text(n), to), func() func() { n.Op = to; return func() { n.Op = was } })
				}
			case *ast.AssignStmt:
				if to, ok := turned[n.Tok]; ok {
					was := n.Tok
					add(n, fmt.Sprintf("%q %s", text(n), to), func() func() { n.Tok = to; return func() { n.Tok = was } })
				}
			case *ast.UnaryExpr:
				if was := n.Op; was == token.NOT || was == token.SUB {
					to := map[token.Token]token.Token{token.NOT: token.ILLEGAL, token.SUB: token.ADD}[was]
					if to == token.ILLEGAL { // !x becomes (x)
						x := n.X
						add(n, fmt.Sprintf("%q without its not", text(n)), func() func() {
							n.X = &ast.ParenExpr{X: &ast.UnaryExpr{Op: token.NOT, X: x}}
							return func() { n.X = x }
						})
					} else {
						add(n, fmt.Sprintf("%q +", text(n)), func() func() { n.Op = to; return func() { n.Op = was } })
					}
				}
			case *ast.IfStmt:
				was := n.Body.List
				add(n, fmt.Sprintf("if %s: branch dropped", text(n.Cond)), func() func() { n.Body.List = nil; return func() { n.Body.List = was } })
				if other := n.Else; other != nil {
					add(other, fmt.Sprintf("if %s: else dropped", text(n.Cond)), func() func() { n.Else = nil; return func() { n.Else = other } })
				}
			case *ast.CaseClause:
				was := n.Body
				if len(was) > 0 {
					add(n, "case "+strings.Join(each(n.List, text), ", ")+": branch dropped", func() func() { n.Body = nil; return func() { n.Body = was } })
				}
			}
			return true
		})
	}
	return found, nil
}

func each(list []ast.Expr, text func(ast.Node) string) (out []string) {
	for _, x := range list {
		out = append(out, text(x))
	}
	return out
}

// around names the function or the table that a position stands in.
func around(tree *ast.File, at token.Pos) string {
	for _, d := range tree.Decls {
		if at < d.Pos() || at >= d.End() {
			continue
		}
		switch d := d.(type) {
		case *ast.FuncDecl:
			return d.Name.Name
		case *ast.GenDecl:
			for _, s := range d.Specs {
				if v, ok := s.(*ast.ValueSpec); ok && at >= v.Pos() && at < v.End() {
					return v.Names[0].Name
				}
			}
		}
	}
	return tree.Name.Name
}
