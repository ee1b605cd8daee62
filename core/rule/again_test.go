package rule

import (
	"maps"
	"slices"
	"testing"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/timeline"
)

// The rules that find something else when the other zones are gone are those that are marked so: what was found by the others holds as long as their own zone lies where it lay.
func TestWide(t *testing.T) {
	p := routetest.Lines("b: base-coat mid-acrylic done 99h", "g: gloss-coat gloss done 30h", "w: pin-wash enamel-wash at 2h", "m: mask at 20h", "j: join at 21h")
	joined := p.Zones[0].Steps[4]
	joined.Joins = []string{"wing"}
	for _, part := range []string{"wing", "tail"} {
		z := routetest.Lines("x: base-coat mid-acrylic at 2h", "y: gloss-coat gloss at 19h", "z: flat-coat flat", "k: mask").Zones[0]
		z.ID, z.Name, z.Part = part, part, part
		for _, s := range z.Steps {
			s.ID += part
			s.Product = p.Zones[0].Steps[0].Product
		}
		p.Parts, p.Zones = append(p.Parts, route.Part{ID: part, Name: part}), append(p.Zones, z)
	}
	p.Wanted = routetest.Start.Add(time.Hour)
	checked := Check(p)
	differs := map[string]bool{}
	for _, line := range checked.Lines {
		alone, tl := *p, *checked.Timeline
		alone.Zones, tl.Lines = []*route.Zone{line.Zone}, []*timeline.Line{line}
		tl.Plan = &alone
		for i := range line.Steps {
			for _, r := range every.All {
				with, without := judge(checked.Site(line, i), []*timeline.Rule{r}), judge(tl.Site(line, i), []*timeline.Rule{r})
				if !slices.EqualFunc(with, without, func(a, b timeline.Finding) bool {
					return a.Because == b.Because && a.Severity == b.Severity
				}) {
					differs[r.ID] = true
				}
			}
		}
	}
	marked := map[string]bool{}
	for _, r := range every.Wide {
		marked[r.ID] = true
	}
	if !maps.Equal(differs, marked) {
		t.Errorf("%v find something else without the other zones; marked are %v", slices.Sorted(maps.Keys(differs)), slices.Sorted(maps.Keys(marked)))
	}
}
