package e2e

import (
	"bytes"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"

	"inkysparrow/core/coating"
	"inkysparrow/internal/store"
	"inkysparrow/plan"
	"inkysparrow/shelf"
)

// The shelf is searched, filtered by what is good for the job, and tells what may follow what.
func TestShelf(t *testing.T) {
	b := open(t, desk, "/builds")
	b.press('g', 's')
	b.sees("h1", "Shelf")
	b.sees(".count", "^ ?33 products")
	b.fill("Search", "wash enamel")
	b.sees(".count", "of 33 products")
	b.gone(".product .name", "Harbour gloss")
	b.fill("Search", "")
	b.pick("Good for", "being wiped damp")
	b.pick("And how old", "of a day")
	b.sees(".none", "Nothing on the shelf is like that")
	b.pick("And how old", "of a week")
	b.sees(".product .name", "Soot brown wash").MustEval(`() => this.closest('button').click()`)
	b.sees("aside h2", "Soot brown wash")
	b.sees("aside figcaption", "Soot brown wash over")
	b.pick("The other one", "Pale sky enamel")
	b.sees("aside .from li", "run into the lines ?from [5-9]")
	b.sees("aside .uses", "Pin wash, Underside")
	b.push("in drops")
	b.sees("aside .uses", "drops")
}

// A product is added, changed, refused where it is wrong, removed and put back.
func TestShelfProduct(t *testing.T) {
	b := open(t, desk, "/shelf")
	b.push("Add a product")
	b.fill("Name of the product", "Quay green")
	b.fill("L*", "42")
	b.press(input.Tab)
	b.fill("At hand, ml", "-1")
	b.page.MustEval(`() => document.querySelector('aside form').noValidate = true`)
	b.push("Save")
	b.sees("aside .refused", "The amount at hand is too small: at least 0")
	b.fill("At hand, ml", "17")
	b.pick("Thinner", "a mixture")
	b.push("Save")
	b.sees("aside h2", "Quay green")
	stands, err := b.store.Shelf(t.Context())
	b.must(err)
	if len(stands.Products) != 34 {
		t.Fatalf("%d products", len(stands.Products))
	}
	p, err := b.store.ShelfProduct(t.Context(), "quay-green")
	b.must(err)
	if p.Colour == "#808080" || *p.StockML != 17 || p.Thinner == nil {
		t.Errorf("kept as %+v", p)
	}
	b.push("Remove")
	b.sees(".removed", "Quay green is off the shelf")
	b.click(".removed button", "Put it back")
	b.sees("aside h2", "Quay green")
}

// A table is imported after a dry run that tells of every bad row; another encoding is refused in words; twenty thousand rows go in.
func TestShelfImport(t *testing.T) {
	b := open(t, desk, "/shelf")
	b.sees(".count", "33 products")
	dir := t.TempDir()
	file := func(name, text string) string {
		path := filepath.Join(dir, name)
		b.must(os.WriteFile(path, []byte(text), 0o600))
		return path
	}
	b.push("Import")
	b.sees("[role=dialog] h2", "Import")
	choose := func(path string) { b.page.MustElement("[role=dialog] input[type=file]").MustSetFiles(path) }
	choose(file("latin.csv", "name,kind,family\nGr\xfcn,paint,lacquer\n"))
	b.sees(".refused", "line 2: not UTF-8")
	choose(file("some.csv", "name;kind;family;stock_ml\nSea grey;paint;waterborne-acrylic;40\nSea grey;paint;waterborne-acrylic;41\nMoss;paint;gouache;1\nMoss;paint;lacquer;12\n"))
	b.sees(".dry p", "1 new, 1 changed, 0 as they are, ?2 that can't be read")
	b.sees(".dry li", "line 3 the same product as line 2")
	b.sees(".dry li", `line 4 family: "gouache"`)
	b.push("Put them on the shelf")
	b.sees(".count", "34 products")
	var rows bytes.Buffer
	rows.WriteString("name,kind,family,colour\n")
	for i := range 19900 {
		fmt.Fprintf(&rows, "Paint %05d,paint,lacquer,#%06x\n", i, i*800)
	}
	b.push("Import")
	choose(file("many.csv", rows.String()))
	b.sees(".dry p", "19900 new")
	b.push("Put them on the shelf")
	b.sees(".count", "19934 products")
	b.fill("Search", "paint 19899")
	b.sees(".product .name", "Paint 19899")
	if n := b.page.MustEval(`() => document.querySelectorAll('.product').length`).Int(); n > 60 {
		t.Errorf("%d rows are drawn at once", n)
	}
}

// A step takes a product from the shelf that its plan did not have yet: the plan gets a copy of its own.
func TestTakeFromShelf(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=d4")
	b.must(b.store.PutShelf(t.Context(), store.AnyRevision, "Put Slate clay", shelf.Product{Product: plan.Product{ID: "slate", Name: "Slate clay", Kind: coating.Wash, Family: "clay-wash", Colour: "#66625c"}, StockML: new(20.0), Note: "mine"}))
	b.page.MustReload().MustWaitLoad()
	b.sees(".step[aria-current]", "Pin wash")
	b.press(input.KeyE)
	b.sees(".editor", "What is done")
	b.click(".bottle", "Slate clay ?good to go")
	b.sees(".effect", "go|gone")
	b.push("Keep it Enter")
	b.sees(".step[aria-current]", "Slate clay")
	now, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	copied := now.Plan.Products[len(now.Plan.Products)-1]
	if copied.Shelf != "slate" || copied.Name != "Slate clay" || now.Plan.Zones[1].Steps[3].Product != copied.ID {
		t.Errorf("the plan has %+v", copied)
	}
	// The shelf's product changes; the plan keeps its copy until it is renewed.
	b.must(b.store.PutShelf(t.Context(), store.AnyRevision, "Put Slate clay", shelf.Product{Product: plan.Product{ID: "slate", Name: "Slate clay, new batch", Kind: coating.Wash, Family: "clay-wash", Colour: "#5c5852"}}))
	b.click("[aria-label='The plan']", "")
	b.click("[role=tab]", "Products")
	b.click("[aria-label='Renew Slate clay from the shelf']", "")
	b.sees("[role=dialog] li", "Slate clay, new batch")
	b.gone("[role=dialog] li .v-btn__content", "Renew")
	text, err := now.Plan.Write()
	b.must(err)
	if strings.Contains(string(text), "mine") || strings.Contains(string(text), "stock_ml") {
		t.Error("stock and notes have gone into the plan")
	}
}

// Where what each bottle would do can't be told, the row says why.
func TestBottlesUntold(t *testing.T) {
	b := open(t, desk, "/builds/petrel?step=d4")
	b.sees(".step[aria-current]", "Pin wash")
	b.press(input.KeyE)
	b.sees(".bottle", "good to go")
	b.tolerate()
	b.stop()
	b.click(".editor .coats button:last-child", "")
	b.sees(".with [role=alert]", "does not answer")
}
