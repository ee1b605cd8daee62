package main

import (
	"fmt"
	"image/color"
	"os"
	"strings"
	"testing"

	"inkysparrow/core/airframe"
	"inkysparrow/core/picture"
)

const golden = "testdata/plates.golden"

// Each effect alone on grey, as it was looked at and found good: what it makes lighter and darker, in coarse cells, so that a rounding of another machine changes next to nothing. Write it anew with
// UPDATE_GOLDEN=1 after looking at make plates.
func TestPlates(t *testing.T) {
	a, err := airframe.Make(airframe.Spec{Type: "low-single"})
	if err != nil {
		t.Fatal(err)
	}
	frames := map[airframe.View]*picture.Frame{}
	var b strings.Builder
	seen := map[string]string{}
	for _, p := range plates {
		f := frames[p.view]
		if f == nil {
			if f, err = picture.NewAt(t.Context(), a, []airframe.View{p.view}, mm); err != nil {
				t.Fatal(err)
			}
			frames[p.view] = f
		}
		bare, err := p.paint(a, f, 0.1)
		if err != nil {
			t.Fatal(err)
		}
		full, err := p.paint(a, f, 2)
		if err != nil {
			t.Fatal(err)
		}
		const cell = 10
		var own strings.Builder
		box := full.Bounds()
		marked := 0
		for y := box.Min.Y; y+cell <= box.Max.Y; y += cell {
			for x := box.Min.X; x+cell <= box.Max.X; x += cell {
				most := 0.0
				for dy := range cell {
					for dx := range cell {
						d := lightness(full.At(x+dx, y+dy)) - lightness(bare.At(x+dx, y+dy))
						if d*d > most*most {
							most = d
						}
					}
				}
				c := byte('.')
				switch {
				case most > 12:
					c = '#'
				case most > 3:
					c = '+'
				case most < -12:
					c = '@'
				case most < -3:
					c = '-'
				}
				if c != '.' {
					marked++
				}
				own.WriteByte(c)
			}
			own.WriteByte('\n')
		}
		if marked == 0 && p.do != "filter" && p.words != "Oil dots over gloss" && p.words != "Graphite" {
			t.Errorf("%s leaves nothing that can be seen", p.words)
		}
		if other := seen[own.String()]; other != "" && marked > 0 {
			t.Errorf("%s looks as %s does", p.words, other)
		}
		seen[own.String()] = p.words
		fmt.Fprintf(&b, "%s\n%s", p.words, own.String())
	}
	if os.Getenv("UPDATE_GOLDEN") != "" {
		if err := os.WriteFile(golden, []byte(b.String()), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	want, err := os.ReadFile(golden)
	if err != nil {
		t.Fatal(err)
	}
	differ := 0
	for i := range min(len(want), b.Len()) {
		if want[i] != b.String()[i] {
			differ++
		}
	}
	if differ > len(want)/100 || len(want) != b.Len() {
		t.Errorf("%d of %d cells differ from %s: look at make plates, and write it anew if that is meant", differ, len(want), golden)
	}
}

func lightness(c color.Color) float64 {
	return picture.Plain(color.RGBAModel.Convert(c).(color.RGBA)).Lightness()
}
