package decal

import (
	"strings"
	"testing"

	"inkysparrow/core/coating"
)

// Common practice, no source: large first; more rounds over rougher ground and thicker film; slit where a line is bridged; nothing
// silvers on gloss, and a larger one sooner on anything else.
func TestWorks(t *testing.T) {
	gloss, satin := coating.Gloss.Texture(), coating.SemiGloss.Texture()
	in := []Decal{
		{Name: "stencil", WidthMM: 4, HeightMM: 3, Over: GroundNamed("smooth"), Count: 12},
		{Name: "badge", WidthMM: 40, HeightMM: 40, Over: GroundNamed("lines")},
		{Name: "band", WidthMM: 60, HeightMM: 8, Over: GroundNamed("rough"), FilmUM: 15},
		{Name: "code", WidthMM: 30, HeightMM: 20, Over: GroundNamed("lines"), Painted: true},
	}
	works := Works(in, gloss)
	for i, want := range []string{"badge", "code", "band", "stencil"} {
		if works[i].Name != want {
			t.Errorf("%d. is %s, want %s", i+1, works[i].Name, want)
		}
	}
	for _, w := range works {
		if w.Silver != 0 || w.Hands <= 0 {
			t.Errorf("%s on gloss: %+v", w.Name, w)
		}
	}
	if b := works[0]; !b.Slit || b.Rounds != 2 || !strings.Contains(b.Words(), "softened twice") || !strings.Contains(b.Words(), "slit") {
		t.Errorf("the badge over a line: %+v %s", b, b.Words())
	}
	if c := works[1]; c.Slit || c.Rounds != 0 || c.Wait != 0 || !strings.Contains(c.Words(), "sprayed") {
		t.Errorf("a painted code: %+v", c)
	}
	if works[2].Rounds != 4 {
		t.Errorf("a thick film over everything takes %d rounds", works[2].Rounds)
	}
	rough := Works(in, satin)
	if rough[0].Silver <= rough[3].Silver || rough[3].Silver <= 0 || rough[1].Silver != 0 {
		t.Errorf("on semi-gloss the badge silvers %.2f, a stencil %.2f, paint %.2f", rough[0].Silver, rough[3].Silver, rough[1].Silver)
	}
	last := -1.0
	for texture := coating.Texture(0.02); texture < 2; texture *= 1.3 {
		s := Works(in[1:2], texture)[0].Silver
		if s < last || s > 1 {
			t.Errorf("texture %.2f silvers %.2f, a smoother one %.2f", texture, s, last)
		}
		last = s
	}
	if Time(works) <= Time(works[:3]) || Time(nil) != 0 {
		t.Error("more decals take longer, none nothing")
	}
	if GroundNamed("unheard of").ID != "smooth" {
		t.Error("an unknown ground is smooth")
	}
}
