package timeline_test

import (
	"bytes"
	"context"
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/golden"
)

func clock(t time.Time) string {
	if t.IsZero() {
		return "-"
	}
	return t.Format("0102T15:04")
}

// laid writes where a plan's steps were put, and what its sites say of themselves.
func laid(tl *timeline.Timeline) (placed, sites string) {
	for _, l := range tl.Lines {
		for i, p := range l.Steps {
			placed += fmt.Sprintf("\n  %s %s %s to %s asked %s", p.Step.ID, p.Step.Do.ID, clock(p.Start), clock(p.End), clock(p.Asked))
			if p.NoRoom {
				placed += " no room"
			}
			for _, sitting := range p.Sittings {
				placed += fmt.Sprintf(", %s to %s", clock(sitting.From), clock(sitting.To))
			}
			s := tl.Site(l, i)
			place, ready := s.ReadyBelow()
			sites += fmt.Sprintf("|%s %s %s %s %s %d %.3f %.3f %.3f", p.Step.ID, clock(p.TouchDry), clock(p.Ready), clock(p.Opens), clock(p.Closes), p.Layer, p.On, p.Leaves, p.Spot)
			sites += fmt.Sprint(" ", place, clock(ready), s.Stage(), s.TopMedium(), s.LooseColour(), s.Fixed(), s.SurfaceName(), s.FilmName(place), s.LayerID(place), p.Below)
			for _, under := range []*route.Step{s.PaintBelow(), s.PaintOf(), s.StepOf(place)} {
				if under != nil {
					sites += " " + under.ID
				}
			}
			if _, ok := s.LastTone(); ok {
				sites += " toned"
			}
			if q := s.Question(); q != nil {
				sites += fmt.Sprint(q.Washes, q.Clears, q.Coats, q.Dusts, q.Soaks)
				for place := range s.Below {
					sites += fmt.Sprint(s.Asks(place))
				}
			}
			if p.Step.WipedBy != nil {
				sites += fmt.Sprintf(" left %.3f", l.Left(i))
			}
			if at, ok := tl.LaterStart(l, p.Step); ok {
				sites += " later " + clock(at)
			}
		}
	}
	if last := tl.Last(); last != nil {
		placed += "\n  last " + last.ID + " " + clock(tl.Finish)
	}
	return placed, sites
}

// Where the steps of plans strung together at random are put stands in a file, with what their sites say: a change to the search shows what it moves.
func TestLaidAsItWas(t *testing.T) {
	var b bytes.Buffer
	r := rand.New(rand.NewPCG(21, 8))
	for i := range 160 {
		p := routetest.Random(r)
		var booked []schedule.Booking
		if i%5 == 0 {
			booked = []schedule.Booking{{Start: p.Start, Need: schedule.Need{Hands: 2 * time.Hour}}}
		}
		tl := timeline.Lay(p, rule.Every(), booked...)
		placed, sites := laid(tl)
		over, next, err := tl.Overdue(context.Background())
		if err != nil {
			t.Fatal(err)
		}
		for _, o := range over {
			sites += fmt.Sprintf("|overdue %+v", o.Step.ID)
		}
		sites += clock(next) + clock(tl.Holds(time.Hour))
		if i >= 30 {
			placed = " " + golden.Digest(placed)
		}
		fmt.Fprintf(&b, "plan %d %s%s\n", i, golden.Digest(sites), placed)
	}
	golden.Hold(t, "testdata/laid.golden", b.Bytes())
}
