package web_test

import (
	"slices"
	"strings"
	"testing"

	"inkysparrow/internal/wire"
)

// How a step is done, for a step of each kind of the demo.
func TestGuide(t *testing.T) {
	s := open(t)
	ask := func(slug, step, more string) wire.Guide {
		t.Helper()
		return read[wire.Guide](t, s.ask("GET", "/api/builds/"+slug+"/guide?step="+step+more, ""), 200)
	}
	gloss := ask("petrel", "u6", "")
	c := gloss.Cup
	if c == nil || !c.Sprayed || c.Mixed <= c.Product-0.01 || c.Needle.From != 0.3 || c.Pressure.To != 18 || c.State != wire.Safe || c.Flash == "" || !c.Fit {
		t.Fatalf("the cup of a seal: %+v", c)
	}
	if g := gloss.Shine; g == nil || g.After <= 60 || len(g.With) != 6 || len(g.Bands) != 4 || !slices.IsSorted(g.Bands) || !g.Enough[0].Is {
		t.Errorf("the gloss of a seal: %+v", g)
	}
	dry := ask("petrel", "u6", "&needle=0.2&psi=35&distance=28&thinning=0").Cup
	wet := ask("petrel", "u6", "&needle=0.8&psi=35&distance=3&thinning=2").Cup
	if dry.Needle.Is != 0.2 || wet.State != wire.Hold || !strings.Contains(wet.Words, "Too wet") {
		t.Errorf("dials turned: %+v, %+v", dry, wet)
	}
	if more := ask("petrel", "u6", "&needle=0.4&psi=14&distance=9&thinning=1").Cup; more.Thinner < 0.4*more.Mixed || more.Product >= c.Product {
		t.Errorf("thinned 1:1: %+v", more)
	}
	if c.For != "2 coats" || ask("petrel", "t3", "").Cup.For != "3 veils" {
		t.Errorf("the seal is mixed for %q, the veils for %q", c.For, ask("petrel", "t3", "").Cup.For)
	}
	if q := ask("petrel", "t3", "").Squint; q == nil || q.Wanted != "clear" || len(q.Points) < 8 || !q.Points[3].Now || q.Points[0].Seen <= q.Points[5].Seen || !strings.Contains(q.Words, "144 mm on the aircraft") {
		t.Errorf("the squint of the veils: %+v", q)
	}
	if w := ask("petrel", "u8", ""); w.Cup != nil || w.Shine != nil || w.Squint != nil || len(w.Blocks) != 1 {
		t.Errorf("a wipe takes %+v", w)
	}
	for _, tc := range []struct{ slug, step, title, row, want string }{
		{"petrel", "u5", "Decals, in their order", "2 × Wing badge", "softened twice"},
		{"petrel", "n4", "Chipping", "Water is through", " s"},
		{"petrel", "n2", "What no longer goes above it", "A decal floated on", "two coats of gloss"},
		{"petrel", "c1", "The edge", "Tape pressed down", "mm on the aircraft"},
		{"petrel", "u13", "What it waits for", "Propeller and legs", "touch-dry"},
		{"lynx", "a3", "The metal will shine", "Like chrome", "over what is there, 92 GU"},
		{"petrel", "u8", "Of the wash on the open surface stays", "Dry cloth, as planned", "%"},
		{"petrel", "d5", "Of the wash on the open surface stays", "Wet cloth", "of what is below"},
		{"lynx", "a3", "The metal will shine", "Dull", "over 1 coat of flat"},
		{"petrel", "c1", "When it goes on and comes off", "Comes off", "Mar"},
		{"petrel", "n4", "What touches it later", "Pin wash, Mon 15 Mar", "white spirit takes"},
		{"petrel", "n4", "What touches it later", "Gloss coat", "leaves it alone"},
		{"petrel", "u5", "What touches it later", "Seal", "leaves it alone"},
		{"petrel", "u10", "How far to blend", "Of this tone that stays", "%"},
		{"petrel", "u6", "Until the wash", "Wipe is good from", "with a slow product"},
		{"petrel", "u4", "Whole zone, or only where decals go", "Only where decals go", "edge of sheen"},
	} {
		found := false
		g := ask(tc.slug, tc.step, "")
		if g.Later != nil {
			g.Blocks = append(g.Blocks, *g.Later)
		}
		for _, b := range g.Blocks {
			for _, r := range b.Rows {
				found = found || b.Title == tc.title && strings.Contains(r.Label, tc.row) && strings.Contains(r.Value, tc.want)
			}
		}
		if !found {
			t.Errorf("%s %s: no %q with %q in %q: %+v", tc.slug, tc.step, tc.row, tc.want, tc.title, g.Blocks)
		}
	}
	if g := ask("petrel", "n4", ""); len(g.Tools) != 5 || len(g.Ways) < 2 {
		t.Errorf("chipping is done with %v: %v", g.Tools, g.Ways)
	}
	for _, bad := range []string{"&needle=0.3&psi=x&distance=9&thinning=0", "&needle=9&psi=10&distance=9&thinning=0", "&needle=0.3&psi=NaN&distance=9&thinning=0"} {
		read[wire.Problem](t, s.ask("GET", "/api/builds/petrel/guide?step=u6"+bad, ""), 422)
	}
	read[wire.Problem](t, s.ask("GET", "/api/builds/petrel/guide?step=none", ""), 404)
}

// Every step of the demo can be done after its guide: nothing in it is empty, out of its range or no number.
func TestGuideOfEveryStep(t *testing.T) {
	s := open(t)
	for _, slug := range []string{"petrel", "lynx", "nightjar"} {
		b := read[wire.Build](t, s.ask("GET", "/api/builds/"+slug, ""), 200)
		for _, z := range b.Zones {
			for _, step := range z.Steps {
				raw := s.ask("GET", "/api/builds/"+slug+"/guide?step="+step.ID, "")
				g := read[wire.Guide](t, raw, 200)
				if len(g.Ways) == 0 {
					t.Errorf("%s %s: nothing is told", slug, step.ID)
				}
				blocks := g.Blocks
				if g.Later != nil {
					blocks = append(blocks, *g.Later)
				}
				for _, block := range blocks {
					if block.Title == "" || len(block.Rows) == 0 {
						t.Errorf("%s %s: an empty block: %+v", slug, step.ID, block)
					}
					for _, r := range block.Rows {
						if r.Label == "" || r.Value == "" || strings.Contains(r.Value, "NaN") || strings.Contains(r.Value, "%!") || strings.Contains(r.Value, "0001") {
							t.Errorf("%s %s, %s: %+v", slug, step.ID, block.Title, r)
						}
					}
				}
				if c := g.Cup; c != nil && (c.Mixed <= 0 || c.Product > c.Mixed+0.011 || c.Cups < 1 && c.Sprayed || c.Coats < 1) {
					t.Errorf("%s %s: the cup %+v", slug, step.ID, c)
				}
				if c := g.Cup; c != nil && c.Sprayed {
					for _, d := range []wire.Dial{c.Needle, c.Pressure, c.Distance, c.Thinning} {
						if d.From > d.To || d.Is < d.From-0.01 || d.Is > d.To+0.01 {
							t.Errorf("%s %s: a dial %+v", slug, step.ID, d)
						}
					}
				}
				if q := g.Squint; q != nil {
					now := 0
					for _, p := range q.Points {
						if p.Now {
							now++
						}
						if p.Seen < 0 || p.Reads == "" {
							t.Errorf("%s %s: %+v", slug, step.ID, p)
						}
					}
					if now != 1 || q.Words == "" {
						t.Errorf("%s %s: %d points are the one that is planned: %q", slug, step.ID, now, q.Words)
					}
				}
			}
		}
	}
}

// Where oils, leaks and exhaust go on the aircraft is told beside the step.
func TestGuideStains(t *testing.T) {
	s := open(t)
	for step, want := range map[string]string{"u10": "lighter", "d8": "Leak 1", "u11": "Pass 1", "u7": ""} {
		g := read[wire.Guide](t, s.ask("GET", "/api/builds/petrel/guide?step="+step, ""), 200)
		said := ""
		for _, b := range g.Blocks {
			if b.Title == "Where it goes on this aircraft" {
				said = text(t, b)
			}
		}
		if (want == "") != (said == "") || !strings.Contains(said, want) {
			t.Errorf("%s: %s, want %q", step, said, want)
		}
	}
}
