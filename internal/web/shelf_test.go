package web_test

import (
	"encoding/json"
	"fmt"
	"io"
	"slices"
	"strings"
	"testing"

	"inkysparrow/core/coating"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

func of(t *testing.T, s wire.Shelf, id string) wire.Shelved {
	t.Helper()
	i := slices.IndexFunc(s.Products, func(p wire.Shelved) bool { return p.Product.ID == id })
	if i < 0 {
		t.Fatalf("no %q on the shelf", id)
	}
	return s.Products[i]
}

func text(t *testing.T, v any) string {
	t.Helper()
	b, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

// What the builds will use is added up in order of time, and it is told when a product runs out; a step that is done uses nothing more.
func TestShelfUses(t *testing.T) {
	s := open(t)
	got := read[wire.Shelf](t, s.ask("GET", "/api/shelf", ""), 200)
	gloss := of(t, got, "harbour-gloss")
	sum := 0.0
	for i, u := range gloss.Uses {
		sum += u.ML
		if i > 0 && u.At.Before(gloss.Uses[i-1].At) {
			t.Error("the uses are not in order of time")
		}
	}
	if len(gloss.Uses) < 3 || sum < gloss.NeedML-0.05 || sum > gloss.NeedML+0.05 || !strings.Contains(gloss.RunsOut, "runs out") {
		t.Errorf("%d uses of %.2f ml, %.2f needed: %q", len(gloss.Uses), sum, gloss.NeedML, gloss.RunsOut)
	}
	if w := of(t, got, "old-gloss"); w.NeedML != 0 || w.RunsOut != "" {
		t.Errorf("a product that no build uses: %+v", w)
	}
	b := read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200)
	step := b.Plan.Zones[0].Steps[5]
	at := b.Opening.At
	step.Done = &at
	edit := wire.MakeEdit{Revision: b.Revision, Edit: plan.Edit{Do: "put-step", Of: step.ID, Step: &step}}
	read[wire.Build](t, s.ask("POST", "/api/builds/petrel/edit", text(t, edit)), 200)
	after := of(t, read[wire.Shelf](t, s.ask("GET", "/api/shelf", ""), 200), "harbour-gloss")
	if len(after.Uses) != len(gloss.Uses)-1 || after.NeedML >= gloss.NeedML {
		t.Errorf("a seal is done, and %d uses of %.2f ml become %d of %.2f", len(gloss.Uses), gloss.NeedML, len(after.Uses), after.NeedML)
	}
}

// shelfAt is the revision that the shelf stands at.
func (s *site) shelfAt() int64 {
	s.t.Helper()
	stands, err := s.store.Shelf(s.t.Context())
	if err != nil {
		s.t.Fatal(err)
	}
	return stands.Revision
}

func TestPutAndRemoveShelf(t *testing.T) {
	s := open(t)
	put := func(p shelf.Product, status int) wire.Shelf {
		t.Helper()
		return read[wire.Shelf](t, s.ask("POST", "/api/shelf", text(t, wire.PutShelf{Revision: s.shelfAt(), Product: p})), status)
	}
	fresh := shelf.Product{Product: plan.Product{Name: "Soot brown wash", Kind: "wash", Family: "oil-wash", Colour: "#3a322b"}, StockML: new(12.5)}
	got := put(fresh, 200)
	if p := of(t, got, "soot-brown-wash"); p.Family != "oil wash" || *p.Product.StockML != 12.5 {
		t.Errorf("put on the shelf: %+v", p)
	}
	if again := put(fresh, 200); of(t, again, "soot-brown-wash-2").Product.Name != fresh.Name {
		t.Error("a second one of the same name has no id of its own")
	}
	for place, spoil := range map[string]func(*shelf.Product){
		"family": func(p *shelf.Product) { p.Family = "glue" }, "stock_ml": func(p *shelf.Product) { p.StockML = new(-3.0) }, "used_up": func(p *shelf.Product) { p.UsedUp = "soon" },
	} {
		p := fresh
		spoil(&p)
		if x := read[wire.Problem](t, s.ask("POST", "/api/shelf", text(t, wire.PutShelf{Revision: s.shelfAt(), Product: p})), 422); x.Place != place {
			t.Errorf("%s spoilt: %+v", place, x)
		}
	}
	read[wire.Shelf](t, s.ask("POST", "/api/shelf/remove", fmt.Sprintf(`{"revision": %d, "id": "soot-brown-wash"}`, s.shelfAt())), 200)
	if x := read[wire.Problem](t, s.ask("POST", "/api/shelf/remove", fmt.Sprintf(`{"revision": %d, "id": "soot-brown-wash"}`, s.shelfAt())), 404); !strings.Contains(x.Problem, "no such product") {
		t.Errorf("removed twice: %+v", x)
	}
}

func TestFollowAndGood(t *testing.T) {
	s := open(t)
	f := read[wire.Follow](t, s.ask("GET", "/api/shelf/follow?below=pale-sky&above=soot-wash", ""), 200)
	if len(f.Rows) != 5 || len(f.Rows[0].States) != len(f.Ages) || !strings.HasPrefix(f.Rows[0].Safe, "from ") {
		t.Errorf("a wash over enamel: %+v", f)
	}
	if x := read[wire.Problem](t, s.ask("GET", "/api/shelf/follow?below=pale-sky&above=nothing", ""), 404); x.Code != "missing" {
		t.Errorf("%+v", x)
	}
	fresh := read[wire.ShelfGood](t, s.ask("GET", "/api/shelf/good?way=wiped-damp&over=waterborne-acrylic&days=1", ""), 200).IDs
	old := read[wire.ShelfGood](t, s.ask("GET", "/api/shelf/good?way=wiped-damp&over=waterborne-acrylic&days=4", ""), 200).IDs
	if len(fresh) != 0 || !slices.Contains(old, "soot-wash") || slices.Contains(old, "harbour-gloss") {
		t.Errorf("good at a day %v, at four %v", fresh, old)
	}
	for _, q := range []string{"way=licked&over=enamel&days=1", "way=pin&over=dry-pigment&days=1", "way=pin&over=enamel&days=-1", "way=pin&over=enamel&days=NaN"} {
		read[wire.Problem](t, s.ask("GET", "/api/shelf/good?"+q, ""), 422)
	}
}

// A dry run changes nothing and tells what would; the import then does just that; what is exported comes back as the same.
func TestImportExport(t *testing.T) {
	s := open(t)
	send := func(in wire.ImportShelf, status int) wire.ImportedShelf {
		t.Helper()
		return read[wire.ImportedShelf](t, s.ask("POST", "/api/shelf/import", text(t, in)), status)
	}
	before := read[wire.Shelf](t, s.ask("GET", "/api/shelf", ""), 200)
	rows := "name,kind,family,colour,stock_ml\nSea grey,paint,waterborne-acrylic,#6f7a82,40\nNew green,paint,lacquer,#335522,17\nBad,paint,lacquer,green,1\n"
	in := wire.ImportShelf{As: "csv", Text: []byte(rows), Try: true, Revision: s.shelfAt()}
	dry := send(in, 200)
	if dry.Added != 1 || dry.Changed != 1 || dry.Bad != 1 || dry.BadRows[0].Line != 4 || dry.New[0] != "New green" || dry.Different[0].Name != "Sea grey" {
		t.Errorf("dry run %+v", dry)
	}
	if now := read[wire.Shelf](t, s.ask("GET", "/api/shelf", ""), 200); len(now.Products) != len(before.Products) {
		t.Error("a dry run has changed the shelf")
	}
	in.Try = false
	send(in, 200)
	if now := read[wire.Shelf](t, s.ask("GET", "/api/shelf", ""), 200); len(now.Products) != len(before.Products)+1 || *of(t, now, "sea-grey").Product.StockML != 40 {
		t.Error("the import is not what the dry run told")
	}
	for as, from := range map[string]string{"json": "json", "csv": "csv"} {
		resp := s.ask("GET", "/api/shelf/export?as="+as, "")
		b, err := io.ReadAll(resp.Body)
		if err != nil || resp.StatusCode != 200 {
			t.Fatal(resp.StatusCode, err)
		}
		if back := send(wire.ImportShelf{As: from, Text: b, Try: true}, 200); back.Added+back.Changed+back.Bad != 0 || back.Same != len(before.Products)+1 {
			t.Errorf("exported as %s and read again: %+v", as, back)
		}
	}
	colours := send(wire.ImportShelf{As: "palette", Text: []byte("#112233 Night\n#445566\nx\n"), Family: "lacquer", Revision: s.shelfAt()}, 200)
	if colours.Added != 2 || colours.Bad != 1 {
		t.Errorf("a palette: %+v", colours)
	}
	for _, bad := range []wire.ImportShelf{
		{As: "palette", Text: []byte("#112233 Night\n")}, {As: "csv", Text: []byte("\xff\xfea")}, {As: "json", Text: []byte(`{"format": "x"}`)}, {As: "xls", Text: []byte("x")}, {As: "csv"},
	} {
		if x := read[wire.Problem](t, s.ask("POST", "/api/shelf/import", text(t, bad)), 422); x.Problem == "" || x.Place == "" {
			t.Errorf("%+v: %+v", bad.As, x)
		}
	}
	swatches := read[wire.Swatches](t, s.ask("POST", "/api/shelf/palette", text(t, wire.ReadPalette{Text: []byte("#112233 Night\nx\n")})), 200)
	if len(swatches.Colours) != 1 || swatches.Bad != 1 {
		t.Errorf("%+v", swatches)
	}
}

// CIE 15, from memory: white is L 100; a colour goes to Lab and back.
func TestTint(t *testing.T) {
	s := open(t)
	if c := read[wire.Tint](t, s.ask("GET", "/api/colour?hex=%23ffffff", ""), 200); c.L != 100 || c.A != 0 || c.B != 0 || !c.Shown {
		t.Errorf("white is %+v", c)
	}
	c := read[wire.Tint](t, s.ask("GET", "/api/colour?hex=%236f7a82", ""), 200)
	back := read[wire.Tint](t, s.ask("GET", fmt.Sprintf("/api/colour?l=%v&a=%v&b=%v", c.L, c.A, c.B), ""), 200)
	if back.Hex != "#6f7a82" || !back.Shown {
		t.Errorf("%+v comes back as %+v", c, back)
	}
	if vivid := read[wire.Tint](t, s.ask("GET", "/api/colour?l=50&a=120&b=0", ""), 200); vivid.Shown {
		t.Errorf("a colour that no screen shows: %+v", vivid)
	}
	read[wire.Problem](t, s.ask("GET", "/api/colour?l=50&a=x&b=0", ""), 422)
	read[wire.Problem](t, s.ask("GET", "/api/colour?hex=red", ""), 422)
}

// A shelf of 2,000 products, as it is read when its page opens.
func BenchmarkShelf2000(b *testing.B) {
	s := openAny(b)
	var all []shelf.Product
	for i := range 2000 {
		f := coating.Families()[i%len(coating.Families())]
		all = append(all, shelf.Product{Product: plan.Product{ID: fmt.Sprint("p", i), Name: fmt.Sprint("Product ", i), Kind: f.Kinds[0], Family: plan.Family(f.ID), Colour: "#6f7a82"}, StockML: new(17.0)})
	}
	if err := s.store.PutShelf(b.Context(), store.AnyRevision, "Put", all...); err != nil {
		b.Fatal(err)
	}
	b.ReportAllocs()
	for b.Loop() {
		if r := s.ask("GET", "/api/shelf", ""); r.StatusCode != 200 {
			b.Fatal(r.StatusCode)
		}
	}
}

// A product of the shelf tells in how many coats it hides what is below; one that lies open tells nothing, and what is not there is refused.
func TestShelfHiding(t *testing.T) {
	s := open(t)
	hides := func(product string) string {
		return read[wire.ShelfHiding](t, s.ask("GET", "/api/shelf/hiding?product="+product, ""), 200).Words
	}
	if got := hides("pale-sky"); !strings.HasPrefix(got, "hides in ") || strings.Contains(got, "can be told") {
		t.Errorf("a pale paint of which nothing is said %q", got)
	}
	if got := hides("harbour-gloss"); got != "" {
		t.Errorf("a clear %q", got)
	}
	read[wire.Problem](t, s.ask("GET", "/api/shelf/hiding?product=nothing", ""), 404)
}
