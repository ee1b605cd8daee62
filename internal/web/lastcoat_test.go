package web_test

import (
	"encoding/json"
	"fmt"
	"image/color"
	"image/png"
	"net/url"
	"strings"
	"testing"

	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// From the list of last coats to one in the route: what was told of it is what the plan then has.
func TestLastCoats(t *testing.T) {
	s := openAny(t)
	list := read[wire.LastCoats](t, s.ask("GET", "/api/builds/petrel/lastcoat?zone=upper&wish=satin", ""), 200)
	if list.Zone != "upper" || list.Step != "u12" || len(list.Coats) < 30 || len(list.Zones) != 6 || len(list.Schools) < 4 || list.None == "" || len(list.Leave) < 3 || len(list.LiesOn) == 0 {
		t.Fatalf("%s, %q, %d coats, %d zones, %d schools, %q", list.Zone, list.Step, len(list.Coats), len(list.Zones), len(list.Schools), list.None)
	}
	for i, c := range list.Coats {
		if c.Rank != i+1 || c.Name == "" || c.How == "" || c.Verdict == "" || c.Ready == "" || len(c.Does) < 3 || c.Edit.Step == nil || c.Takes == "" || i+1 < len(list.Coats) && c.Before == "" {
			t.Errorf("%+v", c)
		}
		for _, words := range append(c.Does, c.Before, c.RuledOut) {
			if strings.Contains(words, "NaN") || strings.Contains(words, "%!") {
				t.Errorf("%s: %q", c.Key, words)
			}
		}
	}
	first := list.Coats[0]
	if first.Gloss < 10 || first.Gloss > 35 || !first.Own {
		t.Errorf("the best satin is %+v", first)
	}
	strip := func(key string) (before, after [3]float64) {
		img, err := png.Decode(body(t, s, "/api/builds/petrel/lastcoat/strip?zone=upper&key="+url.QueryEscape(key)))
		if err != nil {
			t.Fatal(err)
		}
		b := img.Bounds()
		for x := range b.Dx() {
			for y := range b.Dy() {
				c := color.NRGBAModel.Convert(img.At(x, y)).(color.NRGBA)
				to := &before
				if x > b.Dx()/2 {
					to = &after
				}
				for k, v := range [3]uint8{c.R, c.G, c.B} {
					to[k] = max(to[k], float64(v))
				}
			}
		}
		return before, after
	}
	for _, c := range list.Coats {
		if !c.Own {
			continue
		}
		before, after := strip(c.Key)
		if shiny := c.Gloss > list.Gloss+30; shiny && after[0] < before[0]+20 {
			t.Errorf("%s reads %.0f GU for %.0f, its strip %v for %v", c.Key, c.Gloss, list.Gloss, after, before)
		}
	}
	near := read[wire.CoatSpray](t, s.ask("GET", "/api/builds/petrel/lastcoat/spray?zone=upper&key=any:lacquer-flat:mist&distance=8", ""), 200)
	far := read[wire.CoatSpray](t, s.ask("GET", "/api/builds/petrel/lastcoat/spray?zone=upper&key=any:lacquer-flat:mist&distance=25", ""), 200)
	if near.Dust > 0.05 || far.Dust < 0.1 || far.Lands != "as dust" || near.Lands == far.Lands || far.Left >= near.Left || far.Water <= near.Water {
		t.Errorf("near %+v, far %+v", near, far)
	}
	for _, c := range far.Comes {
		if c.ID == "chalk" && c.State == wire.Safe {
			t.Errorf("from afar it comes out %+v", c)
		}
	}
	can := read[wire.CoatSpray](t, s.ask("GET", "/api/builds/petrel/lastcoat/spray?zone=upper&key=any:lacquer-flat:wet&can=true", ""), 200)
	quick := read[wire.CoatSpray](t, s.ask("GET", "/api/builds/petrel/lastcoat/spray?zone=upper&key=any:lacquer-flat:wet&can=true&speed=60&overlap=0.1", ""), 200)
	if !can.Can || !can.Setting.Can || len(can.Dials) != 3 || len(quick.Coats) == 0 || quick.Setting.Speed != 60 {
		t.Errorf("a can: %+v", can)
	}
	for i, c := range quick.Comes {
		if c.ID == "stripes" && (c.State != wire.Bite || can.Comes[i].State != wire.Safe) || c.ID == "tide" && c.Share >= can.Comes[i].Share {
			t.Errorf("led quickly and loosely it comes out %+v, as usual %+v", c, can.Comes[i])
		}
	}
	if r := read[wire.CoatReady](t, s.ask("GET", "/api/builds/petrel/lastcoat/ready?zone=upper&key=any:lacquer-flat:wet", ""), 200); !strings.Contains(r.Words, "ready ") {
		t.Errorf("ready: %q", r.Words)
	}
	edit, _ := json.Marshal(first.Edit)
	b := read[wire.Build](t, s.ask("POST", "/api/builds/petrel/edit", fmt.Sprintf(`{"revision":%d,"edit":%s}`, read[wire.Build](t, s.ask("GET", "/api/builds/petrel", ""), 200).Revision, edit)), 200)
	f := read[plan.File](t, s.ask("GET", "/api/builds/petrel/plan", ""), 200)
	found := false
	for _, z := range f.Zones {
		for _, step := range z.Steps {
			found = found || step.ID == "u12" && step.Product == first.Edit.Step.Product && step.Coats == first.Edit.Step.Coats
		}
	}
	if !found || b.Revision < 2 {
		t.Errorf("taken, the plan has no %+v", first.Edit.Step)
	}
	for path, want := range map[string]int{
		"lastcoat?zone=moon": 422, "lastcoat?zone=upper&wish=gold": 422, "lastcoat?zone=upper&at=noon": 422, "lastcoat?zone=upper&at=0009-01-01T00:00:00Z": 422, "lastcoat/strip?zone=upper&key=x": 404,
		"lastcoat/spray?zone=upper&key=x": 404, "lastcoat/ready?zone=upper&key=x": 404, "lastcoat/spray?zone=upper&key=any:lacquer-flat:wet&can=maybe": 422,
		"lastcoat/spray?zone=upper&key=any:lacquer-flat:wet&overlap=1": 422, "lastcoat/spray?zone=upper&key=any:lacquer-flat:mist&distance=1e9": 422, "lastcoat/spray?zone=upper&key=any:lacquer-flat:mist&psi=NaN": 422,
	} {
		r := s.ask("GET", "/api/builds/petrel/"+path, "")
		if r.StatusCode != want {
			t.Errorf("%s: %d, want %d", path, r.StatusCode, want)
		}
	}
}
