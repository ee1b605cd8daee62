package plan_test

import (
	"bytes"
	"context"
	"errors"
	"image/jpeg"
	"math"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/core/learn"
	"inkysparrow/core/photo"
	"inkysparrow/core/rule"
	"inkysparrow/plan"
)

// pictured is a plan's look as a photograph, with pairs that lay its view in it.
func pictured(t *testing.T, f plan.File, v airframe.View, at func(*rule.Report) time.Time) (*plan.Painter, *rule.Report, plan.PhotoQuery) {
	t.Helper()
	ctx := context.Background()
	checked := rule.Check(mustResolve(t, f))
	p, err := f.Painter()
	if err != nil {
		t.Fatal(err)
	}
	q := plan.LookQuery{At: at(checked), Views: []airframe.View{v}, PxPerMM: 9, Light: "even"}
	img, err := p.Paint(ctx, checked.Timeline, q)
	if err != nil {
		t.Fatal(err)
	}
	frame, err := p.Frame(ctx, q)
	if err != nil {
		t.Fatal(err)
	}
	var packed bytes.Buffer
	if err := jpeg.Encode(&packed, img, &jpeg.Options{Quality: 94}); err != nil {
		t.Fatal(err)
	}
	shot, err := jpeg.Decode(&packed)
	if err != nil {
		t.Fatal(err)
	}
	out := plan.PhotoQuery{Picture: photo.Of(shot), View: v, At: q.At}
	for _, l := range photo.Landmarks(p.Shape.Airframe, v) {
		x, y := frame.Panels[0].Pixel(l.At)
		out.Pairs = append(out.Pairs, photo.Pair{Photo: airframe.Pt{X: x, Y: y}, View: l.At})
	}
	return p, checked, out
}

// What the look draws is measured as it was planned: lines, colours and the plume; and of a look at another strength the difference is told.
func TestMeasureOfALook(t *testing.T) {
	f := demoPlan(t, "petrel")
	finish := func(r *rule.Report) time.Time { return r.Timeline.Finish }
	p, checked, q := pictured(t, f, airframe.Left, finish)
	m, _, err := p.Measure(context.Background(), checked.Timeline, q)
	if err != nil || m.Refused {
		t.Fatalf("%v %+v", err, m)
	}
	for _, z := range m.Zones {
		if z.DE > 7 { // stains lie on it
			t.Errorf("%s: %s is %.1f from the planned %s", z.Zone, z.Colour, z.DE, z.Planned)
		}
	}
	if len(m.Plumes) == 0 {
		t.Fatal("no plume is looked for")
	}
	for _, x := range m.Plumes {
		if !x.Seen || math.Abs(x.LengthMM/x.PlannedMM-1) > 0.12 || math.Abs(x.Dark-x.PlannedDark) > 0.1 {
			t.Errorf("the planned plume is measured as %+v", x)
		}
	}
	for i, z := range f.Zones { // the same photograph, of a plan that wants half of it
		for k, s := range z.Steps {
			if s.Do == "exhaust-spray" {
				f.Zones[i].Steps[k].Stain = &plan.StainHow{Times: 0.45, Reach: 0.55}
			}
		}
	}
	less := rule.Check(mustResolve(t, f))
	half, err := f.Painter()
	if err != nil {
		t.Fatal(err)
	}
	m, _, err = half.Measure(context.Background(), less.Timeline, q)
	if err != nil || m.Refused {
		t.Fatalf("%v %+v", err, m)
	}
	told := map[string]plan.MeasuredFigure{}
	for _, x := range m.Figures {
		told[x.ID] = x
	}
	if x := told["plume-length"]; x.Is != "more" || x.Words != "longer" || x.Times < 1.4 {
		t.Errorf("a plume that is nearly twice as long: %+v", x)
	}
	if x := told["plume-dark"]; x.Is != "more" || x.Times < 1.4 || x.How == "" {
		t.Errorf("a plume that is twice as dense: %+v", x)
	}
}

func TestPhotoFaults(t *testing.T) {
	f := demoPlan(t, "petrel")
	p, checked, q := pictured(t, f, airframe.Top, func(r *rule.Report) time.Time { return r.Timeline.From })
	for name, c := range map[string]struct {
		change func(*plan.PhotoQuery)
		path   string
	}{
		"three places":         {func(q *plan.PhotoQuery) { q.Pairs = q.Pairs[:3] }, "points"},
		"paint of no zone":     {func(q *plan.PhotoQuery) { q.Known = "moon" }, "known"},
		"paint outside it":     {func(q *plan.PhotoQuery) { q.Known, q.KnownAt = "upper", airframe.Pt{X: -4, Y: -4} }, "known"},
		"a card outside it":    {func(q *plan.PhotoQuery) { q.Card, q.CardAt = photo.WhiteCard, airframe.Pt{X: 1e6, Y: 3} }, "white"},
		"a place that is else": {func(q *plan.PhotoQuery) { q.Pairs[0].Photo.X += 900 }, "points"},
	} {
		t.Run(name, func(t *testing.T) {
			q := q
			q.Pairs = append([]photo.Pair{}, q.Pairs...)
			c.change(&q)
			_, _, err := p.Measure(context.Background(), checked.Timeline, q)
			var place *plan.FieldError
			if !errors.As(err, &place) || place.Path != c.path {
				t.Errorf("%v, want a fault of %s", err, c.path)
			}
		})
	}
	gone, cancel := context.WithCancel(context.Background())
	cancel()
	if _, _, err := p.Measure(gone, checked.Timeline, q); !errors.Is(err, context.Canceled) {
		t.Errorf("for nobody: %v", err)
	}
}

// What is not trusted tells nothing of a hand; zones of one photograph are one occasion; lines without a wash are no wipe's.
func TestSights(t *testing.T) {
	m := plan.Measured{Trust: "good", Figures: []plan.MeasuredFigure{
		{ID: "lines", Step: "u7", Times: 1.2}, {ID: "lines", Step: "t5", Times: 1.8}, {ID: "lines", Times: 9}, {ID: "plume-dark", Step: "n9", Times: 1.5}, {ID: "plume-length", Step: "n9", Times: 3}, {ID: "fade", Times: 2},
	}}
	got := m.Sights()
	if len(got) != 2 || got[0].Trait != learn.Lines || math.Abs(got[0].Times-1.47) > 0.005 || got[1].Trait != learn.Veil || got[1].Times != 1.5 || got[1].Step != "n9" {
		t.Errorf("told %+v", got)
	}
	m.Trust = "poor"
	if all := m.Sights(); len(all) > 0 {
		t.Errorf("one of little trust tells %+v", all)
	}
	m.Trust, m.Refused = "good", true
	if all := m.Sights(); len(all) > 0 {
		t.Errorf("one that was refused tells %+v", all)
	}
}

func TestReadPairs(t *testing.T) {
	pairs, err := plan.ReadPairs(" 1,2=-3,4.5; 5,6=7,8;")
	if err != nil || len(pairs) != 2 || pairs[0].View.Y != 4.5 || pairs[1].Photo.X != 5 {
		t.Errorf("%v %v", pairs, err)
	}
	for _, bad := range []string{"1,2", "1=2", "1,2=3,x", "NaN,1=2,3", "1,2=3,1e9", strings.Repeat("1,1=1,1;", 61)} {
		if _, err := plan.ReadPairs(bad); err == nil {
			t.Errorf("%.20q is read", bad)
		}
	}
	for _, bad := range []string{"upper", "@3,4", "upper@3", ""} {
		if _, _, err := plan.ReadKnown(bad); err == nil {
			t.Errorf("%q is read", bad)
		}
	}
	if zone, at, err := plan.ReadKnown("upper@3,4"); err != nil || zone != "upper" || at.Y != 4 {
		t.Errorf("%s %v %v", zone, at, err)
	}
}

// The journal tells of each step that was carried out, what was otherwise, what was seen of its film, and what went wrong.
func TestEntries(t *testing.T) {
	f := demoPlan(t, "petrel")
	at := func(s string) *time.Time { v, _ := time.Parse(time.RFC3339, s); return &v }
	s := &f.Zones[0].Steps[3] // the gloss coat
	s.Started, s.Done = at("2027-03-09T20:00:00Z"), at("2027-03-09T22:10:00Z")
	s.Planned = &plan.Planned{Product: s.Product, Coats: 1}
	s.Coats = 2
	s.Note = "first warm evening"
	s.Told = []plan.Said{{At: *at("2027-03-09T23:00:00Z"), Said: "touch-dry", ID: "press-0001", Who: "Ada"}}
	s.Mishap = &plan.Mishap{Symptom: "frosted", Cause: "dew", Remedy: "fillmist", At: *at("2027-03-10T19:00:00Z"), Turned: plan.Worked}
	all := f.Entries(rule.Check(mustResolve(t, f)).Timeline)
	var step, film, mishap *plan.Entry
	for i := range all {
		if e := &all[i]; e.Step == s.ID {
			switch e.Kind {
			case "step":
				step = e
			case "film":
				film = e
			case "mishap":
				mishap = e
			}
		}
		if i > 0 && all[i].At.Before(all[i-1].At) {
			t.Error("they are not in order")
		}
	}
	if step == nil || !step.Begun || step.Well != "badly" || step.Note == "" || len(step.Differs) != 2 || step.Differs[0] != "1 coat more" || !strings.HasPrefix(step.Differs[1], "2 h 10 min, planned") && !strings.Contains(step.Differs[1], "planned") {
		t.Errorf("the step: %+v", step)
	}
	if film == nil || film.Who != "Ada" || !strings.Contains(film.Title, "touch-dry") || len(film.Differs) != 1 || !strings.HasPrefix(film.Differs[0], "told ") {
		t.Errorf("the film: %+v", film)
	}
	if mishap == nil || mishap.Well != "well" || mishap.Words == "" {
		t.Errorf("the mishap: %+v", mishap)
	}
	if h := plan.AtBench(all); h < 4 || h > 12 {
		t.Errorf("%.1f hours at the bench", h)
	}
	if day := f.EveningOfEntry(*at("2027-03-10T01:30:00Z")); day != "2027-03-09" {
		t.Errorf("half past one at night is of %s", day)
	}
	paces := plan.Paces(mustResolve(t, f))
	if len(paces["gloss-coat"]) != 1 || paces["gloss-coat"][0].Ratio < 1.5 {
		t.Errorf("paces: %v", paces)
	}
	if _, ok := paces["base-coat"]; ok {
		t.Error("a step of which it is not known when it was begun tells its pace")
	}
	slow := f.ByHand(plan.Handed{Minutes: map[string]float64{"base-coat": 2}})
	usual, hand := mustResolve(t, f), mustResolve(t, slow)
	for i, z := range usual.Zones {
		for k, one := range z.Steps {
			a, b := z.Attended(one), hand.Zones[i].Attended(hand.Zones[i].Steps[k])
			if want := one.Do.ID == "base-coat"; want != (b > a) {
				t.Errorf("%s takes %v, by hand %v", one.ID, a, b)
			}
		}
	}
}
