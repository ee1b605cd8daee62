package plan_test

import (
	"encoding/json"
	"math"
	"slices"
	"strings"
	"testing"

	"inkysparrow/core/airframe"
	"inkysparrow/core/effect"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/plan"
)

func laid(t testing.TB, f plan.File) *timeline.Timeline {
	t.Helper()
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	return rule.Lay(p)
}

// Pulling a stain changes its passes, or the share that it covers, and with them its time; as planned again it is what it was. What was done, and what is no stain, is refused.
func TestPull(t *testing.T) {
	f := demoPlan(t, "petrel")
	step := func(f plan.File, id string) plan.Step {
		for _, z := range f.Zones {
			for _, s := range z.Steps {
				if s.ID == id {
					return s
				}
			}
		}
		t.Fatal(id)
		return plan.Step{}
	}
	pull := func(f plan.File, id string, how *plan.StainHow) (plan.File, error) {
		out, _, err := f.Edit(plan.Edit{Do: "pull-stain", Of: id, Stain: how})
		return out, err
	}
	more, err := pull(f, "u11", &plan.StainHow{Times: 1.5, Reach: 0.6})
	if err != nil || step(more, "u11").Coats != 0 || step(more, "u11").Stain.Reach != 0.6 || step(more, "u11").Stain.Times != 1.5 { // only the pull is kept
		t.Fatalf("exhaust: %+v %v", step(more, "u11"), err)
	}
	was, _ := f.Stains(laid(t, f), "upper", "u11")
	got, err := more.Stains(laid(t, more), "upper", "u11")
	coats := func(f plan.File, id string) int {
		for _, l := range laid(t, f).Lines {
			for _, s := range l.Steps {
				if s.Step.ID == id {
					return s.Step.Coats
				}
			}
		}
		return 0
	}
	if want := int(math.Round(1.5 * float64(was.Passes()))); err != nil || got.Passes() != want || coats(more, "u11") != want || got.Amount != 1.5 || math.Abs(got.Figure("paint")-was.Figure("paint")) > 2 {
		t.Errorf("%d passes of %.1f, were %d of %.1f; %d counted: %v", got.Passes(), got.Figure("paint"), was.Passes(), was.Figure("paint"), coats(more, "u11"), err)
	}
	if a, b := got.Figure("pass-1"), 0.6*was.Figure("pass-1"); math.Abs(a-b) > 2 {
		t.Errorf("the longest pass ends at %.0f mm, want %.0f", a, b)
	}
	if got.Figure("behind") <= was.Figure("behind") {
		t.Errorf("more is no denser: %.2f, was %.2f", got.Figure("behind"), was.Figure("behind"))
	}
	form := step(more, "u11")
	form.Stain, form.Coats = nil, 9
	if kept, _, err := more.Edit(plan.Edit{Do: "put-step", Of: "u11", Step: &form}); err != nil || step(kept, "u11").Stain == nil || step(kept, "u11").Coats != 9 {
		t.Errorf("changed by its form, it is %+v %v", step(kept, "u11"), err)
	}
	form.Do, form.Product, form.Coats = "pencil", "silver-pencil", 0
	if other, _, err := more.Edit(plan.Edit{Do: "put-step", Of: "u11", Step: &form}); err != nil || step(other, "u11").Stain != nil {
		t.Errorf("another kind of step is pulled as the one before: %+v %v", step(other, "u11"), err)
	}
	back, err := pull(more, "u11", nil)
	if err != nil || coats(back, "u11") != was.Passes() || step(back, "u11").Stain != nil {
		t.Errorf("as planned: %+v %v", step(back, "u11"), err)
	}
	fewer, err := pull(f, "u10", &plan.StainHow{Times: 0.5})
	if err != nil || step(fewer, "u10").AreaPct != 0 {
		t.Errorf("half the oils: %+v %v", step(fewer, "u10"), err)
	}
	all, _ := f.Stains(laid(t, f), "upper", "u10")
	half, _ := fewer.Stains(laid(t, fewer), "upper", "u10")
	if half.Figure("dots") >= all.Figure("dots")*0.6 || math.Abs(half.Figure("shift")-all.Figure("shift")/2) > 0.06 || half.Figure("minutes") >= all.Figure("minutes") {
		t.Errorf("half the oils: %.0f of %.0f dots, a shift of %.2f of %.2f", half.Figure("dots"), all.Figure("dots"), half.Figure("shift"), all.Figure("shift"))
	}
	for i, d := range half.Places { // thinned out: the first stay where they are
		if d.XMM != all.Places[i].XMM || d.YMM != all.Places[i].YMM {
			t.Fatalf("dot %d moves", i)
		}
	}
	if anew, words, err := f.Edit(plan.Edit{Do: "scatter", Of: "u10"}); err != nil || words != "Scattered Oil dots on Upper surfaces anew" {
		t.Errorf("scattered: %q %v", words, err)
	} else if got, _ := anew.Stains(laid(t, anew), "upper", "u10"); got.Figure("dots") != all.Figure("dots") || got.Places[0].XMM == all.Places[0].XMM && got.Places[1].XMM == all.Places[1].XMM {
		t.Errorf("scattered anew: %v dots, the first at %+v, was %+v", got.Figure("dots"), got.Places[0], all.Places[0])
	}
	if _, _, err := f.Edit(plan.Edit{Do: "scatter", Of: "u7"}); err == nil {
		t.Error("a wipe was scattered")
	}
	if again, err := pull(fewer, "u10", nil); err != nil || planText(t, again) != planText(t, f) {
		t.Errorf("as planned again it is another plan: %v", err)
	}
	// A plan in which passes have followed the pull already is read as it was, and comes back exactly once it is pulled anew.
	old := f.Clone()
	for z := range old.Zones {
		for i := range old.Zones[z].Steps {
			if s := &old.Zones[z].Steps[i]; s.ID == "u11" {
				s.Coats, s.Stain = 11, &plan.StainHow{Amount: 1.5}
			}
		}
	}
	if n := coats(old, "u11"); n != 11 {
		t.Errorf("an older plan of 11 passes has %d", n)
	}
	if anew, err := pull(old, "u11", nil); err != nil || coats(anew, "u11") != 7 {
		t.Errorf("an older plan as planned again: %d passes, %v", coats(anew, "u11"), err)
	}
	// What is begun keeps the figures that it was carried out with, whatever is said of its service later; taken back, it follows again.
	begun, _, err := more.AsOf(start.AddDate(1, 0, 0)).Edit(plan.Edit{Do: "mark-done", Of: "u11"})
	if err != nil || step(begun, "u11").Stain.Did == nil || step(begun, "u11").Stain.Did.Passes != got.Passes() {
		t.Fatalf("done: %+v %v", step(begun, "u11").Stain, err)
	}
	begun.Service = &plan.Service{Place: "paved", Shelter: "hangared", Months: new(1.0)}
	begun.Schools = map[route.Question]route.Choice{route.StrengthOf: "restrained"}
	if n := coats(begun, "u11"); n != got.Passes() {
		t.Errorf("done in %d passes, it now has %d", got.Passes(), n)
	}
	if _, err := pull(begun, "u11", nil); err == nil {
		t.Error("what was done was pulled")
	}
	if open, _, err := begun.Edit(plan.Edit{Do: "unmark", Of: "u11"}); err != nil || step(open, "u11").Stain.Did != nil || step(open, "u11").Stain.Times != 1.5 {
		t.Errorf("taken back: %+v %v", step(open, "u11").Stain, err)
	}
	if _, err := pull(f, "u7", &plan.StainHow{Times: 2}); err == nil {
		t.Error("a wipe was pulled")
	}
	if _, err := pull(f, "no", nil); err == nil {
		t.Error("no step was pulled")
	}
	if _, err := pull(f, "t2", nil); err == nil {
		t.Error("a coat was pulled")
	}
	bad := f.Clone()
	bad.Zones[0].Steps[0].Stain = &plan.StainHow{Amount: 2}
	if _, err := bad.Resolve(); err == nil || !strings.Contains(err.Error(), "stain") {
		t.Errorf("a stain of what is none: %v", err)
	}
	for text, want := range map[string]string{`{"amount": 9}`: "amount", `{"times": 4}`: "times", `{"did": {"passes": 99}}`: "passes", `{"reach": -1}`: "reach", `{"of": "smoke"}`: "of", `{"hours": 10001}`: "hours", `{"rounds": -4}`: "rounds"} {
		raw := strings.Replace(planText(t, f), `"do":"exhaust-spray"`, `"do":"exhaust-spray","stain":`+text, 1)
		if _, err := plan.Read(strings.NewReader(raw)); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%s: %v", text, err)
		}
	}
}

// Zero hours lay nothing, ten thousand no more than can be: both are answers, not errors. No rounds leave no gas.
func TestHours(t *testing.T) {
	f := demoPlan(t, "petrel")
	tl := laid(t, f)
	of := func(h plan.StainHow) plan.Stains {
		s, err := f.StainsAs(tl, "upper", "u11", h)
		if err != nil {
			t.Fatal(err)
		}
		return s
	}
	none, usual, ages := of(plan.StainHow{Hours: new(0.0)}), of(plan.StainHow{}), of(plan.StainHow{Hours: new(10_000.0)})
	if none.Passes() > 0 || none.Figure("core") > 0.1 || ages.Figure("behind") < usual.Figure("behind") || ages.Figure("behind") > 90 {
		t.Errorf("0 h: %d passes, %.3f; usual %.3f; 10,000 h %.3f", none.Passes(), none.Figure("core"), usual.Figure("behind"), ages.Figure("behind"))
	}
	gas := of(plan.StainHow{Of: "gas"})
	if gas.LongMM < 6 || gas.LongMM > 20 || gas.Passes() < 1 || len(gas.Places) != 4 {
		t.Errorf("gas: %+v", gas)
	}
	if got := of(plan.StainHow{Of: "gas", Rounds: new(0.0)}); len(got.Rows) != 0 || len(got.Places) != 0 {
		t.Errorf("no rounds: %+v", got.Rows)
	}
}

// Two months at sea fade less than five years in a desert; who never fired a gun has no gas.
func TestByService(t *testing.T) {
	of := func(s plan.Service, step string) plan.Stains {
		f := demoPlan(t, "petrel")
		f.Service = &s
		got, err := f.Stains(laid(t, f), "upper", step)
		if err != nil {
			t.Fatal(err)
		}
		return got
	}
	months := func(n float64, place plan.WearPlace) plan.Stains {
		return of(plan.Service{Place: place, Shelter: "out", Months: &n}, "u10")
	}
	two, usual, desert, unsaid := months(2, "ship"), months(14, "ship"), months(60, "desert"), of(plan.Service{}, "u10")
	if !(two.Figure("shift") < usual.Figure("shift") && usual.Figure("shift") < desert.Figure("shift")) || two.Figure("dots") >= usual.Figure("dots") || math.Abs(unsaid.Figure("shift")-1.5) > 0.05 {
		t.Errorf("two months shift by %.2f, fourteen by %.2f, five years in a desert by %.2f, nothing said %.2f", two.Figure("shift"), usual.Figure("shift"), desert.Figure("shift"), unsaid.Figure("shift"))
	}
	if s := of(plan.Service{Fade: new(9.0)}, "u10"); s.Figure("shift") < 1.9 {
		t.Errorf("a fading that is typed shifts by %.2f", s.Figure("shift"))
	}
	f := demoPlan(t, "petrel")
	f.Service.Combat = "none"
	if s, err := f.StainsAs(laid(t, f), "upper", "u11", plan.StainHow{Of: "gas"}); err != nil || len(s.Rows) != 0 {
		t.Errorf("gas of guns that were never fired: %+v %v", s.Rows, err)
	}
}

// Each kind of step is planned: specks behind wheels, chips by what sets them, dust by weight, spills, accents, a filter, exhaust as dust or oil.
func TestEachKind(t *testing.T) {
	base := []string{"b: base-coat mid-acrylic done 800h", "f: flat-coat flat done 300h"}
	of := func(line, on string, how *plan.StainHow) plan.Stains {
		t.Helper()
		f := routeOf(t, append(slices.Clone(base), line)...)
		f.Airframe = &plan.Airframe{Type: "low-single", Zones: []plan.AirframeZone{{Zone: "zone", Of: []string{on}}}}
		f.Zones[0].Steps[2].Stain = how
		s, err := f.Stains(laid(t, f), "zone", strings.Split(line, ":")[0])
		if err != nil {
			t.Fatal(line, err)
		}
		if s.Tool == "" && line != "k: chip" || s.Amount != 1 || s.Reach != 1 {
			t.Errorf("%s: with %q, %.1f times", line, s.Tool, s.Amount)
		}
		return s
	}
	for _, tc := range []struct {
		what, line, on string
		how            *plan.StainHow
		figure         string
		least, most    float64
	}{
		{"T37: specks of mud", "m: mud tan", "under", nil, "specks", 80, 400},
		{"T37: they cover", "m: mud tan", "under", nil, "cover", 0.001, 3},
		{"T38: a sponge shows", "k: sponge-chips tan", "all", nil, "shown", 70, 100},
		{"T98: dabs", "k: sponge-chips tan", "all", nil, "dabs", 30, 150},
		{"dust", "p: pastel pastel", "under", nil, "dust", 0.1, 500},
		{"flat holds", "p: pastel pastel", "under", nil, "held", 0.66, 0.69},
		{"dark dust under a wet coat", "p: pastel pastel", "under", nil, "kept-wet", 95, 300},
		{"fuel", "s: wet-stain fuel", "upper", nil, "spill", 10, 40},
		{"accents", "a: oil-accent oil", "upper", nil, "lines", 3, 60},
		{"accents blended to", "a: oil-accent oil", "upper", nil, "blended", 0.88, 0.92},
		{"a filter covers", "i: filter oil", "upper", nil, "cover", 0.5, 30},
		{"pencil", "g: pencil pencil", "upper", nil, "chips", 10, 300},
		{"graphite", "g: pencil pastel", "upper", nil, "dust", 0.05, 100},
		{"exhaust as dust", "p: pastel pastel", "all", &plan.StainHow{Of: "exhaust"}, "dust", 0.05, 20},
		{"exhaust as oil", "o: streak oil", "all", &plan.StainHow{Of: "exhaust"}, "squeezed", 0.1, 20},
		{"exhaust", "e: exhaust-spray soot", "all", nil, "core", 5, 60},
		{"dots", "o: oil-dots oil", "upper", nil, "spread", 0.3, 4},
		{"a wet brush", "o: oil-dots oil", "upper", nil, "wet-brush", 0, 0.05},
	} {
		if got := of(tc.line, tc.on, tc.how).Figure(tc.figure); got < tc.least || got > tc.most {
			t.Errorf("%s: %v, want %v to %v", tc.what, got, tc.least, tc.most)
		}
	}
	dust, oil := of("p: pastel pastel", "all", &plan.StainHow{Of: "exhaust"}), of("o: streak oil", "all", &plan.StainHow{Of: "exhaust"})
	if dust.Passes() > 0 || len(dust.Ways) != 2 || len(oil.Ways) != 2 || slices.ContainsFunc(oil.Ways, func(w plan.StainWay) bool { return w.Way == "oil" }) {
		t.Errorf("exhaust by other hands: %+v %+v", dust.Ways, oil.Ways)
	}
	oils := of("o: oil-dots oil", "upper", nil)
	if len(oils.Tones) != 4 || oils.Tones[0].Take == "" || oils.Figure("markings") != 0 || len(oils.Ways) != 4 {
		t.Errorf("oils: %+v", oils.Tones)
	}
	young := routeOf(t, "b: base-coat mid-enamel done 48h", "o: oil-dots oil at 1h")
	if s, err := young.Stains(laid(t, young), "zone", "o"); err != nil || s.Figure("wet-brush") <= 0.05 {
		t.Errorf("a wet brush on young enamel: %+v %v", s.Rows, err)
	}
	shelf := plan.Product{Name: "Exact tube", Kind: "oil", Colour: oils.Tones[slices.IndexFunc(oils.Tones, func(t plan.StainTone) bool { return t.Words == "lighter" })].Colour}
	fresh := routeOf(t, append(slices.Clone(base), "o: oil-dots oil")...)
	fresh.Airframe = &plan.Airframe{Type: "low-single", Zones: []plan.AirframeZone{{Zone: "zone", Of: []string{"upper"}}}}
	if s, err := fresh.StainsAs(laid(t, fresh), "zone", "o", plan.StainHow{}, shelf); err != nil || s.Figure("take-lighter") > 1 {
		t.Errorf("a tube of the shelf: %+v %v", s.Tones, err)
	}
	marked := demoPlan(t, "petrel")
	if s, err := marked.Stains(laid(t, marked), "upper", "u10"); err != nil || s.Figure("markings") <= 0 || s.Figure("markings") > 0.6 {
		t.Errorf("markings: %+v %v", s.Rows, err)
	}
	f := routeOf(t, append(base, "o: oil-dots oil")...)
	f.Products = slices.DeleteFunc(f.Products, func(p plan.Product) bool { return p.Kind == "oil" })
	f.Zones[0].Steps[2].Product = "enamel-wash"
	if got, err := f.Stains(laid(t, f), "zone", "o"); err != nil || !strings.Contains(planRows(got), "take one lighter") {
		t.Errorf("no oil at hand: %+v %v", got.Rows, err)
	}
}

// A printed guide has the places of the plan, turned over where it is mirrored; it is of one step or of all that is left.
func TestPrinted(t *testing.T) {
	f := demoPlan(t, "petrel")
	tl := laid(t, f)
	p, err := f.Printed(t.Context(), tl, airframe.Top, false, "upper", "u10")
	if err != nil {
		t.Fatal(err)
	}
	s, _ := f.Stains(tl, "upper", "u10")
	shape, _ := f.Shape()
	low, _ := shape.Bounds(airframe.Top)
	k := 0
	for _, d := range s.Places {
		if d.View != "top" {
			continue
		}
		for p.Marks[k].Kind != "dot" {
			k++
		}
		if m := p.Marks[k]; math.Abs(m.At.X-(d.XMM-low.X)) > 1e-9 || math.Abs(m.At.Y-(d.YMM-low.Y)) > 1e-9 || m.DMM != d.DMM || p.Legend[m.Ink].Colour != s.Tones[d.Tone].Colour {
			t.Fatalf("dot %d is printed at %v", k, m)
		}
		k++
	}
	if k < 50 || len(p.Lists) != 1 || len(p.Lists[0].Rows) < 5 {
		t.Errorf("%d dots, lists %+v", k, p.Lists)
	}
	mirrored, err := f.Printed(t.Context(), tl, airframe.Top, true, "upper", "u10")
	if err != nil || math.Abs(mirrored.Marks[0].At.X+p.Marks[0].At.X-p.WideMM) > 1e-9 || !strings.HasSuffix(mirrored.Words(), "top-mirrored") || !strings.Contains(mirrored.Under, "mirrored") {
		t.Errorf("mirrored: %v %v", mirrored.Marks[0], err)
	}
	for _, s := range p.Shapes { // streaks end on the skin
		if s.Kind == "streak" {
			end := s.Points[1]
			if plate, _ := shape.Seen(airframe.Top, airframe.Pt{X: end.X + low.X, Y: end.Y + low.Y}); plate < 0 && math.Hypot(end.X-s.Points[0].X, end.Y-s.Points[0].Y) > 0.6 {
				t.Fatalf("a streak ends beside the aircraft, at %v", end)
			}
		}
	}
	all, err := f.Printed(t.Context(), tl, airframe.Left, false, "", "")
	if err != nil || len(all.Lists) < 4 {
		t.Errorf("all that is left: %d lists, %v", len(all.Lists), err)
	}
	lists := map[string]int{}
	for _, l := range all.Lists {
		for _, r := range l.Rows {
			if lists[r]++; lists[r] > 1 {
				t.Errorf("said twice: %s", r)
			}
		}
	}
	for _, k := range all.Legend {
		if strings.Contains(k.Words, "#") {
			t.Errorf("a tone is told as %q", k.Words)
		}
	}
	leftLow, _ := shape.Bounds(airframe.Left)
	strokes := 0
	for _, s := range all.Shapes {
		if s.Kind == "plume" || s.Kind == "stroke" {
			for _, q := range s.Points { // nothing lies outside the aircraft
				if plate, _ := shape.Seen(airframe.Left, airframe.Pt{X: q.X + leftLow.X, Y: q.Y + leftLow.Y}); plate < 0 {
					t.Fatalf("a %s lies beside the aircraft, at %v", s.Kind, q)
				}
			}
		}
		if s.Kind == "stroke" {
			strokes++
		}
	}
	if strokes < 8 {
		t.Errorf("%d strokes of the airbrush", strokes)
	}
	for _, bad := range [][2]string{{"upper", "u7"}, {"upper", "nothing"}, {"nothing", "u10"}} {
		if _, err := f.Printed(t.Context(), tl, airframe.Top, false, bad[0], bad[1]); err == nil {
			t.Errorf("%v was printed", bad)
		}
	}
	bare := routeOf(t, "b: base-coat acrylic")
	if p, err := bare.Printed(t.Context(), laid(t, bare), airframe.Top, false, "", ""); err != nil || len(p.Lists) != 1 || !strings.Contains(p.Lists[0].Title, "Nothing is left") {
		t.Errorf("nothing to stain: %+v %v", p.Lists, err)
	}
}

// All effects are judged by how the aircraft was kept; what adds most comes first, and what has been sealed can't be taken back.
func TestEnough(t *testing.T) {
	f := demoPlan(t, "petrel")
	judge := func(f plan.File, pulls map[string]route.Pull) plan.Enough {
		tl := laid(t, f)
		painter, err := f.Painter()
		if err != nil {
			t.Fatal(err)
		}
		return must(painter.Enough(t.Context(), tl, plan.LookQuery{At: tl.Finish, Pulls: pulls}))
	}
	usual := judge(f, nil)
	if !usual.Stop || usual.Words != "Enough. Stop here." || len(usual.Figures) != 3 || len(usual.Back) < 5 || usual.Reads != "clear" {
		t.Errorf("the Petrel: %+v", usual)
	}
	if !slices.IsSortedFunc(usual.Back, func(a, b plan.EnoughBack) int { return int(math.Copysign(1, b.DE-a.DE)) }) {
		t.Errorf("what adds most does not come first: %+v", usual.Back)
	}
	more := judge(f, map[string]route.Pull{"under/d7": {Amount: 3}, "upper/u10": {Amount: 3}, "upper/u11": {Amount: 3, Reach: 2}})
	if more.Figures[0].Value <= usual.Figures[0].Value*1.3 || more.Figures[1].Value <= usual.Figures[1].Value {
		t.Errorf("three times as much: %+v, was %+v", more.Figures, usual.Figures)
	}
	kept := f.Clone()
	kept.Service = &plan.Service{Place: "paved", Shelter: "hangared", Months: new(1.0), Fade: new(8.0)} // its colour is to be faded, its effects subtle
	if got := judge(kept, map[string]route.Pull{"under/d7": {Amount: 3}, "under/d8": {Amount: 3}, "upper/u10": {Amount: 3}, "upper/u11": {Amount: 3, Reach: 2}, "nose/n9": {Amount: 3, Reach: 2}}); got.Reads != "subtle" || got.Stop || !strings.HasPrefix(got.Words, "Too much: ") {
		t.Errorf("the same on a kept one: %q, reads %s %+v", got.Words, got.Reads, got.Figures)
	}
	little := f.Clone()
	little.Service = &plan.Service{Place: "desert", Shelter: "out", Months: new(60.0)}
	if got := judge(little, nil); got.Reads != "stark" || !strings.HasPrefix(got.Words, "Still less than such a service gives: 0.") {
		t.Errorf("the Petrel after five years in a desert: %q, reads %s", got.Words, got.Reads)
	}
	clean := routeOf(t, "b: base-coat acrylic done 48h")
	clean.Service = &plan.Service{Place: "ship", Months: new(60.0), Shelter: "out"}
	if got := judge(clean, nil); got.Stop || got.Words != "No effect is to be seen yet." || len(got.Back) != 0 {
		t.Errorf("a clean aircraft of hard service: %+v", got)
	}
	// T99: common practice, no source: a month old, hangared and polished, a pin wash is all; after two years at sea wash, fading, exhaust and chips stay within its band.
	washed := f.Clone()
	washed.Service = &plan.Service{Place: "paved", Shelter: "hangared", Months: new(1.0), Care: "polished"}
	full := judge(washed, nil)
	for z := range washed.Zones {
		washed.Zones[z].Steps = slices.DeleteFunc(washed.Zones[z].Steps, func(s plan.Step) bool {
			do, _ := route.TechniqueNamed(string(s.Do))
			return effect.Stains(do) || do.Has(route.Shades) || string(s.Do) == "chipping-medium"
		})
	}
	alone := judge(washed, nil)
	if !alone.Stop || len(alone.Back) == 0 || alone.Back[0].Step == "" || full.Stop || !strings.HasPrefix(full.Words, "Too much") {
		t.Errorf("T99: a month old, washed alone: %q %+v; with all effects: %q %+v", alone.Words, alone.Figures, full.Words, full.Figures)
	}
	sea := f.Clone()
	sea.Service = &plan.Service{Place: "ship", Shelter: "out", Months: new(24.0)}
	if got := judge(sea, nil); !got.Stop {
		t.Errorf("T99: two years at sea: %q %+v", got.Words, got.Figures)
	}
	for _, got := range []plan.Enough{usual, alone, full} {
		for _, b := range got.Back {
			if b.DE < 0 || got.Stop && strings.Contains(b.How, "plan less") || got.Rests == "" {
				t.Errorf("%q, and of %s: %+v", got.Words, b.Words, b)
			}
		}
	}
	newer := f.Clone()
	newer.Service = &plan.Service{Place: "ship", Shelter: "out", Months: new(0.0)}
	if got := judge(newer, nil); got.Stop || !strings.Contains(got.Service, "just entered service") {
		t.Errorf("the Petrel as new: %q, %s", got.Words, got.Service)
	}
	// Whether it can be taken back: planned, done and open, done and set, done and sealed, loose.
	back := func(hours string, more ...string) plan.EnoughBack {
		f := routeOf(t, append([]string{"b: base-coat mid-acrylic done 900h", "f: flat-coat flat done 800h"}, more...)...)
		tl := laid(t, f.AsOf(start))
		painter, _ := f.Painter()
		got := must(painter.Enough(t.Context(), tl, plan.LookQuery{At: tl.Finish}))
		if len(got.Back) == 0 {
			t.Fatalf("%s: nothing to take back", hours)
		}
		return got.Back[0]
	}
	for _, tc := range []struct {
		what  string
		lines []string
		can   bool
		how   string
	}{
		{"planned", []string{"o: oil-dots oil"}, true, "not done yet"},
		{"open", []string{"o: oil-dots oil done 20h"}, true, "trace of its thinner"},
		{"set", []string{"o: oil-dots oil done 60h"}, false, "It has set"},
		{"sealed", []string{"o: oil-dots oil done 400h", "z: final-coat flat done 100h"}, false, "lies under the flat"},
		{"loose", []string{"p: pastel pastel done 400h"}, true, "eraser"},
		{"dry", []string{"e: exhaust-spray soot done 90h"}, false, "It is dry"},
	} {
		if got := back(tc.what, tc.lines...); got.Can != tc.can || !strings.Contains(got.How, tc.how) {
			t.Errorf("%s: %+v", tc.what, got)
		}
	}
}

// The same exhaust by another school is another route in the same colour.
func TestExhaustVariants(t *testing.T) {
	f := demoPlan(t, "petrel")
	for way, do := range map[string]string{"exhaust-pastel": "pastel", "exhaust-oil": "streak"} {
		other, err := f.Variant(way)
		if err != nil {
			t.Fatal(way, err)
		}
		s, err := other.Stains(laid(t, other), "upper", "u11")
		if err != nil || len(s.Places) == 0 {
			t.Errorf("%s: %v", way, err)
		}
		if !strings.Contains(planText(t, other), `"do":"`+do+`","product":"soot-thin-`) {
			t.Errorf("%s is not made by %s", way, do)
		}
	}
	if _, err := f.Variant("exhaust-airbrush"); err == nil {
		t.Error("what is airbrushed can be airbrushed instead")
	}
}

func planText(t *testing.T, f plan.File) string {
	t.Helper()
	text, err := json.Marshal(f)
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}

func planRows(s plan.Stains) (all string) {
	for _, r := range s.Rows {
		all += r.Label + ": " + r.Value + "\n"
	}
	return all
}
