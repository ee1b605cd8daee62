package shelf

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"math/rand/v2"
	"reflect"
	"slices"
	"strings"
	"testing"
	"unicode"

	"inkysparrow/core/coating"
	"inkysparrow/core/solvent"
	"inkysparrow/plan"
)

// random makes products with every field that there is, odd names among them.
func random(r *rand.Rand, n int) []Product {
	names := []string{"Soot brown", "Небесная лазурь", "a, b; \"c\"", "tab\there", "翼の色", "semi;colon", "line\nbreak in it", "x", "=1+1", "'@sum", "-x", "'' quoted", "# 1 2 3"}
	maybe := func(s string) string {
		if r.IntN(2) == 0 {
			return ""
		}
		return s
	}
	var all []Product
	for i := range n {
		f := coating.Families()[r.IntN(len(coating.Families()))]
		p := Product{Product: plan.Product{
			ID: fmt.Sprintf("p%d", i), Name: fmt.Sprintf("%s %d", names[r.IntN(len(names))], i), Kind: coating.Kinds()[r.IntN(len(coating.Kinds()))], Family: plan.Family(f.ID),
			Colour: maybe(fmt.Sprintf("#%06x", r.IntN(1<<24))), Sheen: plan.Sheen(maybe(coating.Sheen(1 + r.IntN(4)).String())), HideCoats: float64(r.IntN(3)) * 1.3,
			Opened: plan.Date(maybe("2026-05-04")),
		}, Note: maybe("two\nlines, \"quoted\"; ümläut ")}
		if r.IntN(2) == 0 {
			p.StockML = new(float64(r.IntN(1000)) / 8)
		}
		if r.IntN(3) == 0 {
			p.UsedUp = "2027-01-02"
		}
		if r.IntN(3) == 0 {
			p.SolidsPct, p.Price, p.SizeML, p.Mixed = float64(1+r.IntN(90))/4, float64(r.IntN(50))/8, float64(1+r.IntN(60)), "2027-03-11"
			p.Parents = []plan.Parent{{Name: "Dark enamel 3", ML: 1.25}, {Name: "white spirit", ML: float64(1 + r.IntN(9))}}
		}
		if r.IntN(3) == 0 {
			p.Remover = &plan.Liquid{Name: solvent.Bought()[r.IntN(8)].ID}
		}
		if r.IntN(3) == 0 {
			p.Thinner = &plan.Liquid{Parts: map[string]float64{"water": 35, "isopropanol": float64(1+r.IntN(99)) / 7}}
		}
		all = append(all, p.Clean())
	}
	return all
}

// Round trips lose nothing, as JSON and as CSV, with any field divider that a spreadsheet may put in.
func TestRoundTrip(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 9))
	for range 60 {
		products := random(r, r.IntN(12))
		text, err := Write(products)
		if err != nil {
			t.Fatal(err)
		}
		back, err := Parse(text)
		if err != nil || len(back.Products) != len(products) || len(products) > 0 && !reflect.DeepEqual(back.Products, products) {
			t.Fatalf("JSON: %v\n%s", err, text)
		}
		table, err := WriteCSV(products)
		if err != nil {
			t.Fatal(err)
		}
		good, bad, err := ReadCSV(table)
		if err != nil || len(bad) > 0 || len(good) != len(products) {
			t.Fatalf("CSV: %v %v\n%s", err, bad, table)
		}
		for i := range good {
			if good[i].Name != strings.TrimSpace(products[i].Name) {
				t.Errorf("the name %q is read back as %q", products[i].Name, good[i].Name)
			}
			if !good[i].Same(products[i]) {
				t.Errorf("read back %+v, want %+v", good[i], products[i])
			}
		}
		if c := Merge(products, good); c.Same != len(products) || len(c.Added)+len(c.Changed) > 0 {
			t.Errorf("putting back what was written changes %+v", c)
		}
	}
}

const heading = "name,kind,family,colour,stock_ml,remover\n"

// What is wrong is told with its line, and the good rows are read all the same.
func TestReadCSV(t *testing.T) {
	for _, tc := range []struct {
		name, text string
		good       int
		bad        string // "line problem; ..."
		err        string
	}{
		{"plain", heading + "Soot,wash,enamel-wash,#3a322b,17,white-spirit\n", 1, "", ""},
		{"semicolons and a byte mark", "\ufeffname;kind;family\nSoot;wash;enamel-wash\n", 1, "", ""},
		{"tabs, columns in another order", "family\tname\tkind\nlacquer\tSilver\tmetal\n", 1, "", ""},
		{"a comma for the point", heading + "Soot,wash,enamel-wash,,\"17,5\",\n", 1, "", ""},
		{"the words that the page uses", "Name of the product,Kind,Family,At hand (ml),Remover\nSoot,Wash,Enamel wash,17,White spirit\n", 0, "", `column 4: "at hand (ml)" is none of`},
		{"the words that the page uses, all known", "Name of the product;Kind;Family;\"At hand, ml\";Remover;Sheen;Used up\nSoot;Wash;Enamel wash;17;White spirit 3 + isopropanol 1;;\nSky;Paint;Water-borne acrylic;17;;Semi-gloss;2026-01-02\n", 2, "", ""},
		{"a mixture", heading + "Soot,wash,enamel-wash,,,isopropanol 60 + water 40\n", 1, "", ""},
		{
			"bad rows among good ones", heading + "A,wash,enamel-wash,#3a322b,17,\nB,wash,no-such,,,\nC,wash,enamel-wash,blue,,\nD,wash,enamel-wash,,lots,\nE,wash,enamel-wash,,,paraffin\nF,wash\nG,paint,lacquer,,-2,\n,paint,lacquer,,,\nH,paint,lacquer,,,\n", 2,
			"3 family: \"no-such\" is none of; 4 colour; 5 stock_ml: \"lots\" is not a number; 6 remover; 7 2 fields, the heading has 6; 8 stock_ml; 9 name", "",
		},
		{"the same name twice", heading + "A,paint,lacquer,,,\na ,metal,lacquer,,,\n", 1, "3 the same product as line 2", ""},
		{"a quote that never ends", heading + "A,paint,lacquer,,,\n\"B,paint,lacquer,,,\n", 1, "3 extraneous", ""},
		{"a stray quote", heading + "A,paint,lacquer,,,\n\"B,paint,lacquer,,,\nC,paint,lacquer,,,\nD,paint,lacquer,,,\n", 3, "3 a quote (\") that is opened here", ""},
		{"two stray quotes", heading + "A,paint,lacquer,,,\n\"B,paint,lacquer,,,\nC,paint,lacquer,,,\n\"D,paint,lacquer,,,\nE,paint,lacquer,,,\n", 3, "3 a quote (\") that is opened here; 5 a quote (\") that is opened here", ""},
		{"a name over two lines", heading + "\"B\nC\",paint,lacquer,,,\nD,paint,lacquer,,,\n", 2, "", ""},
		{"a stray quote that another one closes", heading + "\"B,paint,lacquer,,,\nC\",lacquer,,,\nD,paint,lacquer,,,\n", 1, "2 a quote (\") that is opened here; 3 column", ""},
		{"a quote inside a cell", heading + "B\"\"x,paint,lacquer,,,\nC,paint,lacquer,,,\n", 1, "2 column", ""},
		{"a note over three lines", "name,kind,family,note\nA,paint,lacquer,\"one\n\ntwo\"\n\nB,paint,no-such,\n", 1, "6 family", ""},
		{"more than all", heading + "A,paint,lacquer,,Inf,\nB,paint,lacquer,,NaN,\n", 0, "2 stock_ml: \"Inf\" is not a number; 3 stock_ml: \"NaN\" is not a number", ""},
		{"no heading", "", 0, "", "no heading"},
		{"a column that is none", "name,kind,family,maker\n", 0, "", `column 4: "maker"`},
		{"a column twice", "name,kind,family,name\n", 0, "", "given twice"},
		{"a column missing", "name,kind\n", 0, "", `"family" is missing`},
		{"UTF-16", "\xff\xfen\x00", 0, "", "UTF-16"},
		{"Latin 1", heading + "A,paint,lacquer,,,\nGr\xfcn,paint,lacquer,,,\n", 0, "", "line 3: not UTF-8"},
		{"a picture", "\x89PNG\x00", 0, "", "not a text file"},
	} {
		t.Run(tc.name, func(t *testing.T) {
			good, bad, err := ReadCSV([]byte(tc.text))
			if (err == nil) != (tc.err == "") || err != nil && !strings.Contains(err.Error(), tc.err) {
				t.Fatalf("error %v, want %q", err, tc.err)
			}
			if len(good) != tc.good {
				t.Errorf("%d good rows, want %d: %v", len(good), tc.good, bad)
			}
			want := strings.Split(tc.bad, "; ")
			if tc.bad == "" {
				want = nil
			}
			if len(bad) != len(want) {
				t.Fatalf("bad rows %v, want %v", bad, want)
			}
			for i, w := range want {
				line, problem, _ := strings.Cut(w, " ")
				if fmt.Sprint(bad[i].Line) != line || !strings.Contains(bad[i].Problem, problem) {
					t.Errorf("bad row %v, want %q", bad[i], w)
				}
			}
		})
	}
}

// A dry run tells what is new and which fields change; without an id the name and family tell which product is meant.
func TestMerge(t *testing.T) {
	have := []Product{{Product: plan.Product{ID: "soot", Name: "Soot", Kind: "wash", Family: "enamel-wash"}}, {Product: plan.Product{ID: "sky", Name: "Sky", Kind: "paint", Family: "lacquer"}}}
	in := []Product{
		{Product: plan.Product{Name: " soot ", Kind: "wash", Family: "enamel-wash", Colour: "#3a322b"}, StockML: new(17.0)},
		{Product: plan.Product{Name: "Sky", Kind: "paint", Family: "enamel"}},
		have[1],
	}
	c := Merge(have, in)
	if len(c.Added) != 1 || c.Added[0].ID != "sky-2" || c.Same != 1 || len(c.Changed) != 1 || c.Changed[0].Is.ID != "soot" {
		t.Fatalf("%+v", c)
	}
	if got := strings.Join(c.Changed[0].Fields, " "); got != "name colour stock_ml" {
		t.Errorf("changed fields %q", got)
	}
}

func TestCheck(t *testing.T) {
	good := Product{Product: plan.Product{ID: "a", Name: "A", Kind: "paint", Family: "lacquer"}}
	if err := good.Check(); err != nil {
		t.Error(err)
	}
	for place, spoil := range map[string]func(*Product){
		"name":       func(p *Product) { p.Name = "" },
		"kind":       func(p *Product) { p.Kind = "brush" },
		"family":     func(p *Product) { p.Family = "glue" },
		"colour":     func(p *Product) { p.Colour = "red" },
		"opened":     func(p *Product) { p.Opened = "2026-02-31" },
		"used_up":    func(p *Product) { p.Opened, p.UsedUp = "2026-02-03", "2026-02-01" },
		"stock_ml":   func(p *Product) { p.StockML = new(-1.0) },
		"hide_coats": func(p *Product) { p.HideCoats = 99 },
		"solids_pct": func(p *Product) { p.SolidsPct = 96 },
		"price":      func(p *Product) { p.Price = -1 },
		"size_ml":    func(p *Product) { p.SizeML = -2 },
		"mixed":      func(p *Product) { p.Mixed = "2027-02-31" },
		"parents":    func(p *Product) { p.Parents = make([]plan.Parent, 21) },
		"remover":    func(p *Product) { p.Remover = &plan.Liquid{Name: "paraffin"} },
	} {
		p := good
		spoil(&p)
		err := p.Check()
		if err == nil || !strings.HasPrefix(err.Error(), place) {
			t.Errorf("%s spoilt: %v", place, err)
		}
	}
	if _, err := Parse([]byte(`{"format": "inkysparrow-shelf/1", "products": [{"id": "a", "name": "A", "kind": "paint", "family": "lacquer"}, {"id": "a", "name": "B", "kind": "paint", "family": "lacquer"}]}`)); err == nil || !strings.Contains(err.Error(), "products[1].id") {
		t.Errorf("an id twice: %v", err)
	}
}

// One stray quote swallows its own line and not the ninety after it.
func TestStrayQuote(t *testing.T) {
	var rows strings.Builder
	rows.WriteString("name,kind,family,note\n")
	for i := range 100 {
		quote := map[bool]string{true: "\""}[i == 9]
		fmt.Fprintf(&rows, "%sPaint %d,paint,lacquer,\"a note\"\n", quote, i)
	}
	good, bad, err := ReadCSV([]byte(rows.String()))
	if err != nil || len(good) != 99 || len(bad) != 1 || bad[0].Line != 11 {
		t.Errorf("%d rows are read, bad %v (%v)", len(good), bad, err)
	}
}

// Values that would disturb whoever reads them are refused at the form and in every file; what is taken comes back the same in all three forms,
// and no program that opens the table works one out as a formula.
func TestHostileValues(t *testing.T) {
	refused := []string{
		"", "   ", "\u200b", "a\x00b", "a\x1bb", "\u202eabc", "a\u2066b", "a\u200fb", "a\ufffdb", "\u00a0",
	}
	for _, name := range refused {
		p := Product{Product: plan.Product{ID: "a", Name: name, Kind: "paint", Family: "lacquer"}}.Clean()
		if err := p.Check(); err == nil || !strings.HasPrefix(err.Error(), "name: ") {
			t.Errorf("the name %q: %v", name, err)
		}
	}
	if err := (Product{Product: plan.Product{ID: "a", Name: "A", Kind: "paint", Family: "lacquer"}, Note: "a\x00"}).Check(); err == nil {
		t.Error("a note with a NUL")
	}
	taken := []string{
		"=1+1", "+1", "-1", "@sum(a1)", "\t=x", "'=x", "''=x", "'", "''", "' x", "\"", "a\"b", "a,b;c\td", "<b>&amp;", "#112233", "# x", "255 0 0", "Name: x", "Columns: 3",
		"GIMP Palette", "a  b", " a ", "a\nb", "a\r\nb", "a\u0085b", "a\u2028b", "é", "e\u0301", "שלום", "👩\u200d🎨", "\ufeffx", "NaN", "Inf", "null", "\\n", "%s", "%00", "..", "../x", "{{x}}", "${x}",
		strings.Repeat("x", 200), strings.Repeat("翼", 200),
	}
	var all []Product
	for i, text := range taken {
		name, id := text, fmt.Sprint("p", i)
		if !strings.ContainsFunc(text, unicode.IsSpace) && len(text) < 90 {
			id = text
		}
		p := Product{Product: plan.Product{ID: id, Name: name, Kind: "paint", Family: "lacquer", Colour: "#6F7A82"}, Note: strings.ReplaceAll(text, "\u0085", "")}.Clean()
		if i := strings.Index(p.Note, "\u2028"); i >= 0 {
			p.Note = p.Note[:i]
		}
		if err := p.Check(); err != nil {
			t.Errorf("%q: %v", text, err)
			continue
		}
		all = append(all, p)
	}
	text, err := Write(all)
	if err != nil {
		t.Fatal(err)
	}
	if back, err := Parse(text); err != nil || !reflect.DeepEqual(back.Products, all) {
		t.Errorf("JSON: %v", err)
	}
	table, err := WriteCSV(all)
	if err != nil {
		t.Fatal(err)
	}
	back, bad, err := ReadCSV(table)
	if err != nil || len(bad) > 0 || len(back) != len(all) {
		t.Fatalf("CSV: %v %v", err, bad)
	}
	for i := range all {
		if !back[i].Same(all[i]) {
			t.Errorf("CSV: %+v comes back as %+v", all[i], back[i])
		}
	}
	cells, err := csv.NewReader(bytes.NewReader(table)).ReadAll()
	if err != nil {
		t.Fatal(err)
	}
	for _, row := range cells {
		for _, cell := range row {
			if cell != "" && strings.ContainsRune("=+-@\t\r", rune(cell[0])) {
				t.Errorf("the cell %q would be worked out", cell)
			}
		}
	}
}

// Nothing that is read from outside panics, and what is read once is read again the same.
func FuzzReadCSV(f *testing.F) {
	f.Add([]byte(heading + "A,wash,enamel-wash,#3a322b,17,white-spirit\n"))
	f.Add([]byte("\xef\xbb\xbfname;kind;family\n\"a\nb\";paint;lacquer\n"))
	f.Fuzz(func(t *testing.T, data []byte) {
		good, _, err := ReadCSV(data)
		if err != nil {
			return
		}
		text, err := WriteCSV(good)
		if err != nil {
			t.Fatal(err)
		}
		again, bad, err := ReadCSV(text)
		if err != nil || len(bad) > 0 || len(again) != len(good) {
			t.Fatalf("written and read again: %v %v", bad, err)
		}
		for i := range good {
			if !again[i].Same(good[i]) {
				t.Errorf("%+v becomes %+v", good[i], again[i])
			}
		}
	})
}

// A shelf file is refused in words or read; what was read is written and read again the same.
func FuzzParse(f *testing.F) {
	f.Add([]byte(`{"format": "inkysparrow-shelf/1", "products": [{"id": "a", "name": "A", "kind": "paint", "family": "lacquer", "stock_ml": 1e-3, "thinner": {"water": 1}}]}`))
	f.Add([]byte(`{"format": "inkysparrow-shelf/1", "products": [{"id": "a", "name": "\u202e", "note": "\r\n"}]}`))
	f.Fuzz(func(t *testing.T, data []byte) {
		got, err := Parse(data)
		if err != nil {
			return
		}
		text, err := Write(got.Products)
		if err != nil {
			t.Fatal(err)
		}
		again, err := Parse(text)
		if err != nil || len(again.Products) != len(got.Products) {
			t.Fatalf("written and read again: %v\n%s", err, text)
		}
		for i := range got.Products {
			if !again.Products[i].Same(got.Products[i]) {
				t.Errorf("%+v becomes %+v", got.Products[i], again.Products[i])
			}
		}
	})
}

func BenchmarkReadCSV20000(b *testing.B) {
	var rows bytes.Buffer
	rows.WriteString(heading)
	for i := range 20000 {
		fmt.Fprintf(&rows, "Paint %d,paint,lacquer,#3a322b,17,\n", i)
	}
	b.ReportAllocs()
	for b.Loop() {
		if good, _, err := ReadCSV(rows.Bytes()); err != nil || len(good) != 20000 {
			b.Fatal(len(good), err)
		}
	}
}

// Kinds are taken as people write them; what names none stays as it is and is refused.
func TestKindsAsWritten(t *testing.T) {
	for cell, want := range map[string]coating.Kind{
		"Paint": coating.Paint, "paints": coating.Paint, " Clear  Coat ": coating.Clear, "Varnish": coating.Clear, "washes": coating.Wash, "Oils": coating.Oil, "decals": coating.DecalKind,
		"Weathering powder": coating.Pigment, "Chipping fluid": coating.Medium, "metallic": coating.Metal, "Surfacer": coating.Primer, "glue": "glue", "brushes": "brushes", "": "",
	} {
		if got := kindOf(cell); got != want {
			t.Errorf("%q is %q, want %q", cell, got, want)
		}
	}
	for written, k := range kinds {
		if written != strings.ToLower(written) || !slices.Contains(coating.Kinds(), k) {
			t.Errorf("%q stands for %q", written, k)
		}
	}
}
