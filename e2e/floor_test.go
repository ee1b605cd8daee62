package e2e

import (
	"fmt"
	"io/fs"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"

	"inkysparrow/internal/guard"
	"inkysparrow/internal/store"
	"inkysparrow/plan"
	"inkysparrow/ui"
)

// A server that goes away is missed and told in a bar that lasts; nothing is lost; when it is back the bar goes by itself and the page shows what has
// changed meanwhile.
func TestServerGoneAndBack(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.tolerate()
	b.sees(".panel .title", "White spirit bites")
	b.still()
	port := strings.TrimPrefix(b.address, "http://")
	b.stop()
	b.sees(".standing.gone", "Not connected. Nothing is lost; trying again.")
	b.click(".panel .fixes button, .panel button", "Wait until|Seal first|Swap|use ")
	b.sees(".passing", "does not answer. Nothing was changed")
	now, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	changed, words, err := now.Plan.Edit(plan.Edit{Do: "remove-step", Of: "p3"})
	b.must(err)
	_, err = b.store.Save(t.Context(), "petrel", now.Revision, changed, words)
	b.must(err)
	b.serve(port, ui.Pages(), false)
	b.sees(".standing.back", "Connected again. Nothing was lost.")
	b.sees(".tools [aria-label=Undo][title*='Removed pencil wear']", "")
}

// A page that is older than its server says so, and reloads itself when nothing is being typed.
func TestOldPage(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.tolerate()
	b.sees(".panel .title", "White spirit bites")
	b.press(input.KeyE)
	b.sees(".editor", "What is done")
	port := strings.TrimPrefix(b.address, "http://")
	b.stop()
	renewed := fstest.MapFS{}
	b.must(fs.WalkDir(ui.Pages(), ".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() {
			return err
		}
		data, err := fs.ReadFile(ui.Pages(), path)
		if path == "index.html" {
			data = append(data, "<!-- renewed -->"...)
		}
		renewed[path] = &fstest.MapFile{Data: data}
		return err
	}))
	b.serve(port, renewed, false)
	b.sees(".standing.old", "has been renewed. Reload")
	b.sees(".editor", "What is done") // it waits while a form is open
	b.press(input.Escape)
	b.must(b.page.Timeout(patience).Wait(rod.Eval(`() => [...document.childNodes].some(n => n.nodeType === Node.COMMENT_NODE && n.data.includes('renewed'))`)))
	b.sees(".panel .title", "White spirit bites")
	b.gone(".standing", "renewed")
}

// What one screen changes the other shows, and tells of; not under an open form, but when it is closed.
func TestFollowsTheOtherScreen(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites")
	other := func(path, body string) {
		t.Helper()
		r, err := http.Post(b.address+"/api/builds/petrel/"+path, "application/json", strings.NewReader(body))
		b.must(err)
		r.Body.Close()
		if r.StatusCode != 200 {
			t.Fatalf("%s: %d", path, r.StatusCode)
		}
	}
	at := func() int64 {
		t.Helper()
		head, err := b.store.Head(t.Context(), "petrel")
		b.must(err)
		return head
	}
	other("edit", fmt.Sprintf(`{"revision": %d, "edit": {"do": "remove-step", "of": "p3"}}`, at()))
	b.sees(".passing", "Changed on another screen: Removed pencil wear")
	b.sees(".tools [aria-label=Undo][title*='Removed pencil wear']", "")
	b.press(input.KeyA)
	b.sees(".next h2", "What next on")
	other("undo", fmt.Sprintf(`{"revision": %d}`, at()))
	b.still()
	if !b.page.MustHas(".tools [aria-label=Undo][title*='Removed pencil wear']") {
		t.Error("the build changed under the open form")
	}
	b.press(input.Escape)
	b.sees(".tools [aria-label=Undo]:not([title*='Removed pencil wear'])", "")
}

// From the page: back up, change, restore; look the file over; carry everything in from a file, after being asked.
func TestSafekeeping(t *testing.T) {
	b := open(t, desk, "/keeping")
	b.sees("h1", "Safekeeping")
	b.push("Back up now")
	b.sees(".passing", "Backed up")
	b.sees(".backups li", "just now ?made by hand")
	now, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	changed, words, err := now.Plan.Edit(plan.Edit{Do: "remove-step", Of: "p3"})
	b.must(err)
	_, err = b.store.Save(t.Context(), "petrel", now.Revision, changed, words)
	b.must(err)
	b.click(".backups button", "Restore")
	b.sees("[role=alertdialog]", "All builds and the shelf become what they were on")
	b.push("Restore it")
	b.sees(".passing", "Restored")
	back, err := b.store.Build(t.Context(), "petrel")
	b.must(err)
	if back.Revision != now.Revision {
		t.Errorf("it stands at revision %d, was backed up at %d", back.Revision, now.Revision)
	}
	b.sees(".backups li", "before another one was restored")
	b.push("Look the whole file over")
	b.sees(".passing", "All is well")

	file := filepath.Join(t.TempDir(), "all.zip")
	f, err := os.Create(file)
	b.must(err)
	_, err = b.store.Carry(t.Context(), f)
	b.must(err)
	b.must(f.Close())
	b.page.MustElement("input[type=file]").MustSetFiles(file)
	b.push("Import everything")
	b.sees(".passing", "may be replaced; a backup is made before")
	b.sees(".sure", "the file's take their place")
	b.push("Replace everything")
	b.sees(".passing", "3 builds with 3 revisions and 33 products came in")
	b.pick("Of the build", "Marlow Petrel")
	b.push("Let them go")
	b.sees(".passing", "nothing to let go")
}

// Beyond this machine the page asks for the passphrase before anything else, by keyboard alone; it can be changed and the browser locked again.
func TestPassphrase(t *testing.T) {
	b := openAs(t, desk, "/builds", true)
	hash, err := guard.Hash("sparrows at dusk")
	b.must(err)
	b.must(b.store.SetPassphrase(t.Context(), hash))
	b.page.MustReload()
	b.sees("h1", "This bench is locked")
	b.inspect(axeCore(t))
	b.still()
	b.must(b.page.InsertText("not this one"))
	b.press(input.Enter)
	b.sees(".refused", "That is not the passphrase")
	b.still()
	if b.page.MustHas(".standing.gone") {
		t.Error("a locked server is told to be away")
	}
	b.must(b.page.InsertText("sparrows at dusk"))
	b.press(input.Enter)
	b.sees("h1", "Builds")
	b.sees("li a", "Marlow Petrel")
	b.click(".places a", "Safekeeping")
	b.fill("Passphrase now", "sparrows at dusk")
	b.fill("New passphrase", "short")
	b.push("Change it")
	b.sees(".refused", "at least 10 characters")
	b.fill("New passphrase", "swallows at dawn")
	b.push("Change it")
	b.sees(".passing", "The passphrase was changed")
	b.push("Lock this browser")
	b.sees("h1", "This bench is locked")
}

// The shelf is undone, redone and its history read; a change on another screen is told and what was typed stays.
func TestShelfUndo(t *testing.T) {
	b := open(t, desk, "/shelf?product=lamp-clay")
	b.sees("aside h2", "Lamp clay")
	b.push("Change")
	b.fill("Name of the product", "Lamp clay, new")
	b.must(b.store.RemoveShelf(t.Context(), -1, "Removed Soot wash", "soot-wash"))
	b.push("Save")
	b.sees("aside .refused", "The shelf was changed elsewhere meanwhile")
	b.gone(".product .name", "Soot wash")
	if got := b.field("Name of the product").MustProperty("value").Str(); got != "Lamp clay, new" {
		t.Errorf("what was typed has become %q", got)
	}
	b.push("Save")
	b.sees("aside h2", "Lamp clay, new")
	b.click("[aria-label=Undo]", "")
	b.sees(".product .name", "^Lamp clay$")
	b.page.MustElement("h1").MustClick()
	b.must(b.page.KeyActions().Press(input.ControlLeft).Type(input.KeyY).Do())
	b.sees(".product .name", "Lamp clay, new")
	b.tool("History")
	b.sees("[role=dialog] li", "Changed Lamp clay, new ?as it stands")
	b.fill("Search the history", "soot")
	b.gone("[role=dialog] li", "Lamp clay")
	b.sees("[role=dialog] li", "Removed Soot wash")
}

// What takes longer is said and can be called off; a file that is only read is told on every page, with the way to what to do.
func TestStandingBar(t *testing.T) {
	b := open(t, desk, "/builds/petrel")
	b.sees(".panel .title", "White spirit bites")
	b.still()
	b.tolerate()
	b.must(proto.NetworkEnable{}.Call(b.page))
	slow := func(ms float64) {
		t.Helper()
		b.must(proto.NetworkEmulateNetworkConditions{Latency: ms, DownloadThroughput: -1, UploadThroughput: -1}.Call(b.page))
	}
	slow(60_000)
	b.press(']')
	b.sees(".standing.busy", "Working it out. ?Cancel")
	b.click(".standing button", "Cancel")
	b.sees(".passing", "Called off")
	b.gone(".standing", "Working it out")
	slow(0)
	b.press('[')
	b.sees(".panel .title", "White spirit bites")

	damaged := filepath.Join(t.TempDir(), "damaged.db")
	_, err := b.store.Backup(t.Context())
	b.must(err)
	kept, err := b.store.Backups()
	b.must(err)
	file, err := os.ReadFile(filepath.Join(b.store.Folder(), kept[0].Name))
	b.must(err)
	for i := len(file) * 2 / 3; i < len(file); i++ {
		file[i] = 0xa5
	}
	b.must(os.WriteFile(damaged, file, 0o600))
	s, err := store.Open(t.Context(), damaged, store.Options{Now: time.Now})
	b.must(err)
	b.stop()
	b.must(b.store.Close())
	b.store = s
	b.serve(strings.TrimPrefix(b.address, "http://"), ui.Pages(), false)
	b.sees(".standing.frozen", "Nothing can be changed: the file is only read. ?What to do")
	b.click(".standing a", "What to do")
	b.sees("[role=alert]", "damaged, so it is only read.*Export everything now")
	b.sees("[aria-label='To another machine'] a", "Export everything")
	b.inspect(axeCore(t).at(desk))
}
