package drills

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"inkysparrow/internal/wire"
)

// photographed is a JPEG of that size, another one for each n.
func photographed(t *testing.T, w, h, n int) []byte {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for i := range w * h {
		img.Pix[4*i], img.Pix[4*i+1], img.Pix[4*i+2], img.Pix[4*i+3] = uint8(i%251), uint8(n), uint8(i/w%200), 255
	}
	img.Set(0, 0, color.White)
	var b bytes.Buffer
	if err := jpeg.Encode(&b, img, nil); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// send brings a photograph; it returns the status, 0 where there was no answer, and what went wrong.
func (s *server) send(slug, id string, raw []byte) (int, string) {
	r, err := http.NewRequest("POST", s.at+"/api/builds/"+slug+"/photos?told=now&id="+id, bytes.NewReader(raw))
	if err != nil {
		panic(err) // the address is right
	}
	r.Header.Set("Content-Type", "image/jpeg")
	resp, err := client.Do(r)
	if err != nil {
		return 0, err.Error()
	}
	defer resp.Body.Close()
	b, _ := io.ReadAll(resp.Body) // one that is cut off says nothing
	var p wire.Problem
	_ = json.Unmarshal(b, &p)
	return resp.StatusCode, p.Problem
}

// A photograph that was acknowledged is there with its picture, whatever ends the program.
func TestKillsAmongPhotographs(t *testing.T) {
	database := filepath.Join(t.TempDir(), "photographed.db")
	s := serve(t, database)
	b := s.begin()
	raw := photographed(t, 320, 240, 1)
	kept := map[string]bool{}
	var mu sync.Mutex
	kills := long(3, 60)
	for k := range kills {
		var work sync.WaitGroup
		for tablet := range 2 {
			work.Go(func() {
				for n := range 60 {
					id := fmt.Sprintf("photo-%d-%d-%d", k, tablet, n)
					switch status, _ := s.send(b.Slug, id, raw); status {
					case 200:
						mu.Lock()
						kept[id] = true
						mu.Unlock()
					case 503: // others are being read
					default:
						return
					}
				}
			})
		}
		time.Sleep(time.Duration(40+rand.IntN(160)) * time.Millisecond) // the moment of a power cut is anybody's
		s.kill()
		work.Wait()
		s = serve(t, database)
		there := map[string]string{}
		for _, d := range get[wire.Journal](s, "/api/builds/"+b.Slug+"/journal").Days {
			for _, p := range d.Photos {
				there[p.ID] = p.Hash
			}
		}
		for id := range kept {
			hash := there[id]
			if hash == "" {
				t.Fatalf("kill %d: %s was acknowledged and is not there", k, id)
			}
			if resp, err := client.Get(s.at + "/api/pictures/" + hash); err != nil || resp.StatusCode != 200 {
				t.Fatalf("kill %d: the picture of %s: %v", k, id, err)
			} else {
				resp.Body.Close()
			}
		}
	}
	if wrong := verified(s); len(wrong) > 0 {
		t.Errorf("the file: %v", wrong)
	}
	t.Logf("%d kills, %d photographs, none lost", kills, len(kept))
}

// On a full disk a photograph is refused in words, what was there is there, and with room again the next one comes.
func TestPhotographsOnAFullDisk(t *testing.T) {
	dir := mounted(t, "4m")
	database, filler := filepath.Join(dir, "kept.db"), filepath.Join(dir, "filler")
	s := serve(t, database)
	b := s.begin()
	if err := os.WriteFile(filler, make([]byte, 1<<20), 0o600); err != nil {
		t.Fatal(err)
	}
	made, status, words := 0, 0, ""
	for n := range 200 {
		if status, words = s.send(b.Slug, fmt.Sprintf("photo-%05d", n), photographed(t, 500, 400, n)); status != 200 {
			break
		}
		made++
	}
	if status != 507 || !strings.Contains(words, "disk is full") {
		t.Fatalf("after %d photographs: %d %q", made, status, words)
	}
	s.kill()
	s = serve(t, database)
	if n := get[wire.Journal](s, "/api/builds/"+b.Slug+"/journal").Photos; n != made {
		t.Errorf("%d photographs, %d were acknowledged", n, made)
	}
	if err := os.Remove(filler); err != nil {
		t.Fatal(err)
	}
	if status, words := s.send(b.Slug, "photo-again", photographed(t, 400, 300, 250)); status != 200 {
		t.Errorf("with room again: %d %q", status, words)
	}
	if wrong := verified(s); len(wrong) > 0 {
		t.Errorf("the file: %v", wrong)
	}
	s.stop()
}

// Many who bring large photographs at once, and lie about them, take the room of one: it stays under 300 MB.
func TestPhotographsTakeTheRoomOfOne(t *testing.T) {
	const limit = 300
	s := serve(t, filepath.Join(t.TempDir(), "kept.db"))
	b := s.begin()
	raw := photographed(t, 4000, 3000, 3)
	cut := raw[:len(raw)/3]
	var work sync.WaitGroup
	var mu sync.Mutex
	answers := map[int]int{}
	for i := range 200 {
		work.Go(func() {
			body := raw
			if i%3 == 0 {
				body = cut
			}
			status, _ := s.send(b.Slug, fmt.Sprintf("photo-%05d", i), body)
			mu.Lock()
			answers[status]++
			mu.Unlock()
		})
	}
	work.Wait()
	if answers[200] == 0 || answers[500] > 0 { // whoever is refused while they still send may find the line cut
		t.Errorf("answered %v", answers)
	}
	for i := range 4 { // one after the other they all come
		if status, words := s.send(b.Slug, fmt.Sprintf("after-%05d", i), raw); status != 200 {
			t.Errorf("afterwards: %d %q", status, words)
		}
	}
	if mb := s.most(); mb > limit {
		t.Errorf("it took %d MB", mb)
	}
	t.Logf("answered %v; it took %d MB at most", answers, s.most())
}
