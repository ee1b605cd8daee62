package rule

import (
	"testing"
	"time"

	"inkysparrow/core/decal"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
)

// A decal that bridges a line is slit along it before the wash, not before anything else; one that is painted bridges nothing. Common practice, no source.
func TestSlit(t *testing.T) {
	for _, c := range []struct {
		ground  string
		painted bool
		last    string
		says    bool
	}{{"curve", false, "pin-wash enamel-wash", false}, {"lines", false, "pin-wash enamel-wash", true}, {"lines", false, "flat-coat flat", false}, {"lines", true, "pin-wash enamel-wash", false}} {
		p := routetest.Lines("b: base-coat mid-acrylic done 99h", "g: gloss-coat gloss done 70h", "d: decals decals done 50h", "s: seal gloss done 25h", "w: "+c.last+" at 0h")
		p.Zones[0].Steps[2].Decals = []decal.Decal{{Name: "the badge", WidthMM: 20, HeightMM: 20, Painted: c.painted, Over: decal.GroundNamed(c.ground)}}
		says := false
		for _, f := range Check(p).Findings {
			says = says || f.Rule.ID == "slit" && f.Step == "w"
		}
		if says != c.says {
			t.Errorf("over %s, painted %v, before %s: told %v", c.ground, c.painted, c.last, says)
		}
	}
}

// Glue waits until the part is done and touch-dry; what was joined is not judged again. Common practice, no source.
func TestJoinWaits(t *testing.T) {
	for _, c := range []struct {
		after time.Duration // of the part's last coat
		done  bool
		says  bool
	}{{5 * time.Minute, false, true}, {30 * time.Hour, false, false}, {5 * time.Minute, true, false}} {
		p := routetest.Lines("b: base-coat mid-acrylic done 99h", "j: join at 0h")
		wing := routetest.Lines("w: base-coat mid-acrylic done 1h").Zones[0]
		wing.ID, wing.Part = "wing", "wing"
		wing.Steps[0].Done = routetest.Start.Add(-c.after)
		p.Parts, p.Zones = []route.Part{{ID: "wing", Name: "Wing"}}, append(p.Zones, wing)
		j := p.Zones[0].Steps[1]
		if j.Joins = []string{"wing"}; c.done {
			j.At, j.Done = time.Time{}, routetest.Start
		}
		says := false
		for _, f := range Check(p).Findings {
			says = says || f.Step == "j" && f.Rule.ID == "join"
		}
		if says != c.says {
			t.Errorf("%v after the coat, done %v: told %v", c.after, c.done, says)
		}
	}
}
