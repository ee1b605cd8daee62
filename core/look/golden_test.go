package look_test

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/golden"
)

func seen(k *look.Skin) string {
	s := fmt.Sprintf("paint %.3f surface %.3f plain %.3f line %.3f ground %.3f washed %.3f left %.3f filled %.3f spread %.3f %s %.3f cure %.2f wet %v", k.Paint, k.Surface, k.Plain, k.Line, k.Ground, k.Washed, k.Residue, k.Filled, k.Spread, k.Sheen, k.Texture, k.Cure, k.Wet)
	if k.Metal != nil {
		s += fmt.Sprintf(" mirror %.3f haze %.3f", k.Metal.Mirror, k.Metal.Haze)
	}
	for _, m := range k.Marks {
		s += fmt.Sprintf("; %s of %s %.3f %.3f on %.3f, %.2f %.2f mm silver %v left %.3f", m.Kind, m.Step.ID, m.Colour, m.Strength, m.Share, m.WidthMM, m.EdgeMM, m.Air > 0, m.Left)
	}
	for _, by := range []*route.Step{k.By.Paint, k.By.Shade, k.By.Wash, k.By.Wipe, k.By.Sheen} {
		if by != nil {
			s += " by " + by.ID
		}
	}
	return s
}

// How zones of plans strung together at random look stands in a file: a dozen plans at length as they are finished, every moment of all by digest.
func TestSeenAsItWas(t *testing.T) {
	var b bytes.Buffer
	r := rand.New(rand.NewPCG(21, 9))
	for i := range 200 {
		p := routetest.Random(r)
		p.Air = routetest.Lines("b: base-coat acrylic").Air // what is looked at is the look, not the schedule
		for n, l := range timeline.Lay(p, &timeline.Rules{}).Lines {
			every := ""
			for j, step := range l.Steps {
				for _, later := range []time.Duration{5 * time.Minute, 20 * time.Hour} {
					k := look.Of(l, j+1, step.End.Add(later))
					every += seen(&k) + "\n"
				}
				k := look.At(l, step.End)
				every += seen(&k) + fmt.Sprintln(look.Done(l, step.Start.Add(time.Minute)))
			}
			last := look.Finished(l, p.Start.AddDate(0, 3, 0))
			fmt.Fprintf(&b, "plan %d zone %d %s", i, n, golden.Digest(every+seen(&last)))
			if i < 12 {
				fmt.Fprintf(&b, " %s", seen(&last))
			}
			b.WriteByte('\n')
		}
	}
	golden.Hold(t, "testdata/seen.golden", b.Bytes())
}
