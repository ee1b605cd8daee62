package rescue

import (
	"bytes"
	"fmt"
	"hash/fnv"
	"testing"

	"inkysparrow/core/climate"
	"inkysparrow/internal/golden"
)

// What is told and painted of every symptom on some stacks stands in a file: causes with their steps, the question, the ways with what each endangers, the way back.
func TestToldAsItWas(t *testing.T) {
	var b bytes.Buffer
	for _, x := range []struct {
		air   climate.Air
		lines []string
	}{
		{climate.Room, []string{"b: base-coat mid-acrylic done 600h", "g: gloss-coat gloss done 500h", "d: decals decals done 450h", "s: seal gloss done 400h", "w: pin-wash enamel-wash done 20h", "i: wipe of w damp done 19.9h", "f: flat-coat flat", "z: final-coat flat"}},
		{climate.Air{TemperatureC: 11, Humidity: 0.84}, []string{"b: base-coat near-black done 200h", "f: flat-coat solvent-flat coats 3 done 90h", "o: oil-dots oil done 30h", "p: pastel pencil done 26h", "z: final-coat solvent-flat done 20h", "x: streak oil at 60h"}},
		{climate.Room, []string{"b: base-coat mid-enamel done 40h", "m: chipping-medium medium done 30h", "c: base-coat pale done 26h", "w: overall-wash dark-clay done 20h"}},
	} {
		c := at(t, x.air, 0, x.lines...)
		fmt.Fprintf(&b, "%s\n", x.lines[len(x.lines)-1])
		for _, s := range Symptoms() {
			a, err := c.Answer(ever, s, Told{Where: "patch", When: "at-once"}, Turned{"reflat": {1, 2}})
			if err != nil {
				t.Fatal(err)
			}
			var row bytes.Buffer
			fmt.Fprintf(&row, "  %s %q shows %.2f, painted %s\n   ", s.ID, c.Missing(s), c.Shows(s), hashed(c, s))
			for i := range a.Causes {
				k := &a.Causes[i]
				step, because := c.Speaks(k.ID)
				did := ""
				if step != nil {
					did = step.ID
				}
				fmt.Fprintf(&row, " %s %s %.3f %s %q;", k.Rank(i), k.ID, k.Chance, did, because)
			}
			if q := a.Ask; q != nil {
				fmt.Fprintf(&row, "\n    asks %s: %.3f bits, worth %.3f, yes %s, no %s", q.ID, q.Bits, q.Worth, q.YesSays, q.NoSays)
			}
			for i := range a.Ways {
				w := &a.Ways[i]
				fmt.Fprintf(&row, "\n    %s %.3f of %.3f, %s", w.ID, w.Loss, w.Price, w.Odds())
				f := a.Parts[w.ID]
				if f == nil {
					continue
				}
				for _, st := range f.Steps {
					fmt.Fprintf(&row, " %s", st.Do.ID)
					if st.Product != nil {
						fmt.Fprintf(&row, "@%s", st.Product.ID)
					}
				}
				for _, e := range f.Endangers {
					fmt.Fprintf(&row, " ! %s %.2f %s", e.Layer, e.Chance, e.Words())
				}
				fmt.Fprintf(&row, " %s redo %d, until %v", f.Needs(), len(f.Redo), f.Until.Unix())
			}
			for _, k := range a.Back {
				fmt.Fprintf(&row, " | %s %.2f %v", k.Step.ID, k.Evenings, k.Step == a.Shut)
			}
			row.WriteByte('\n')
			if text := row.String(); len(text) > 0 && (s.ID == "frosted" || s.ID == "lifted" || s.ID == "silvered" || s.ID == "outofline") {
				b.WriteString(text)
			} else {
				fmt.Fprintf(&b, "  %s %s\n", s.ID, golden.Digest(text))
			}
		}
	}
	golden.Hold(t, "testdata/told.golden", b.Bytes())
}

func hashed(c *Case, s *Symptom) string {
	if !s.Drawn() {
		return "not"
	}
	h := fnv.New32a()
	h.Write(c.Picture(s, 60, 34).Pix)
	return fmt.Sprintf("%08x", h.Sum32())
}

// Each drawing shows: on its own zone no two symptoms look alike, and what shows nothing is nowhere drawn otherwise than as the plain skin.
func TestPictures(t *testing.T) {
	c := at(t, climate.Room, 0, "b: base-coat mid-acrylic done 600h", "g: gloss-coat gloss done 500h")
	seen := map[string]string{}
	drawn := 0
	for _, s := range Symptoms() {
		if !s.Drawn() {
			continue
		}
		drawn++
		h := hashed(c, s)
		if was, twice := seen[h]; twice && drawings[s.ID].kind != "plain" {
			t.Errorf("%s looks as %s", s.ID, was)
		}
		seen[h] = s.ID
	}
	if drawn < 35 {
		t.Errorf("%d symptoms have a picture", drawn)
	}
}
