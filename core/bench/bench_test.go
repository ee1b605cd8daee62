package bench

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"inkysparrow/core/learn"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
)

// evening is a bench that is open every day from 18:00 to 22:00; plans begin at 18:00.
func evening(lines ...string) *route.Plan {
	p := routetest.Lines(lines...)
	p.Bench = schedule.Bench{Evenings: []schedule.Evening{{Days: [7]bool{true, true, true, true, true, true, true}, From: 18 * time.Hour, To: 22 * time.Hour}}}
	return p
}

// at lays builds out as of a moment and asks the bench.
func at(after time.Duration, plans ...*route.Plan) *Tonight {
	var all []*timeline.Timeline
	now := routetest.Start.Add(after)
	for _, p := range plans {
		p.Now = now
		all = append(all, rule.Lay(p))
	}
	return At(all, now)
}

func names(entries []Entry) (all []string) {
	for _, e := range entries {
		all = append(all, fmt.Sprint(e.Plan, " ", e.Step().Step.ID))
	}
	return all
}

func TestNow(t *testing.T) {
	n := at(0, evening("b: base-coat acrylic", "g: gloss-coat gloss"), evening("c: base-coat enamel coats 1"), evening("d: mask"))
	if got := names(n.Now); len(got) != 3 || got[0] != "1 c" {
		t.Errorf("now %v: an enamel dries longest", got)
	}
	if !n.Open || !n.Session.To.Equal(routetest.Start.Add(4*time.Hour)) || !n.After.From.Equal(routetest.Start.Add(24*time.Hour)) {
		t.Errorf("session %v, open %v, then %v", n.Session, n.Open, n.After)
	}
	closed := at(5*time.Hour, evening("b: base-coat acrylic"))
	if closed.Open || len(closed.Now) != 0 || len(closed.Later) != 1 || closed.Session.From.Before(closed.At) {
		t.Errorf("after the session %v is open: %v, later %v", closed.Session, names(closed.Now), names(closed.Later))
	}
	if done := at(time.Hour, evening("b: base-coat acrylic done 1h")); len(done.Now)+len(done.Later)+len(done.Not) != 0 {
		t.Error("what is done is to be done")
	}
}

// The turns of an order that was taken come first, as they come; what has its turn on another evening fills the time that is left, and says so.
func TestTurns(t *testing.T) {
	turn := func(p *route.Plan, after time.Duration) *route.Plan {
		for _, z := range p.Zones {
			z.Steps[0].Turn = routetest.Start.Add(after)
			z.Steps[0].After = z.Steps[0].Turn
		}
		return p
	}
	n := at(time.Hour, turn(evening("a: mask"), 28*time.Hour), turn(evening("b: mask"), 90*time.Minute), evening("c: base-coat enamel coats 1"), turn(evening("d: mask"), 30*time.Minute))
	if got := names(n.Now); !slices.Equal(got, []string{"3 d", "1 b", "2 c", "0 a"}) {
		t.Errorf("now %v", got)
	}
	if gap := n.Now[len(n.Now)-1]; !gap.Gap || gap.Why != "Its turn is Tue 2 Mar; it can be done now, where there is time." {
		t.Errorf("the gap is filled with %q", gap.Why)
	}
	late := at(225*time.Minute, turn(evening("a: base-coat acrylic"), 28*time.Hour))
	if len(late.Now) != 0 || len(late.Not) != 1 || late.Not[0].Because != "Its turn is Tue 2 Mar in the order that was taken." {
		t.Errorf("a quarter of an hour before the end: now %v, not %+v", names(late.Now), late.Not)
	}
}

// A wash that lies comes first while its window is open, is a clock before, and says when it closes.
func TestWindows(t *testing.T) {
	plan := func() *route.Plan {
		p := evening("b: base-coat acrylic done 300h", "g: gloss-coat gloss coats 2 done 200h", "w: pin-wash enamel-wash", "x: wipe of w damp")
		p.Zones[0].Steps[2].Done = routetest.Start.Add(15 * time.Minute)
		return p
	}
	other := evening("c: base-coat enamel coats 1")
	early := at(20*time.Minute, plan(), other)
	if len(early.Running) != 1 || early.Running[0].Wipe < 0 {
		t.Fatalf("running %+v", early.Running)
	}
	c := early.Running[0]
	if got := names(early.Now); len(got) != 1 || got[0] != "1 c" {
		t.Errorf("before the window opens: now %v", got)
	}
	if next := c.Next(early.At); !next.Equal(c.Opens) {
		t.Errorf("next %v, opens %v", next, c.Opens)
	}
	open := at(c.Opens.Add(time.Minute).Sub(routetest.Start), plan(), evening("c: base-coat enamel coats 1"))
	if got := names(open.Now); len(got) == 0 || got[0] != "0 x" {
		t.Errorf("while it is open: now %v", got)
	}
	if next := open.Running[0].Next(open.At); !next.Equal(open.Running[0].Closes) {
		t.Errorf("then %v, closes %v", next, open.Running[0].Closes)
	}
	if open.Now[0].Closes.IsZero() || open.Now[0].Why == "" {
		t.Errorf("%+v", open.Now[0])
	}
	if soft := open.Soft; len(soft) != 1 || soft[0].Plan != 0 {
		t.Errorf("soft %v: a wet wash is not held", soft)
	}
	if len(open.Proof) != 1 || open.Proof[0].Plan != 1 {
		t.Errorf("to hold %v", open.Proof)
	}
}

// What is too young is left alone tonight, with the reason and how hard it is.
func TestNotTonight(t *testing.T) {
	n := at(0, evening("b: base-coat enamel coats 1 done 20h", "w: pin-wash enamel-wash", "x: wipe of w damp"))
	if len(n.Not) != 1 || n.Not[0].Because == "" || n.Not[0].Hard < 0 || n.Not[0].Hard > 1 || !n.Not[0].At.After(n.Session.To) || !n.Not[0].Danger {
		t.Fatalf("%+v", n.Not)
	}
	if n.Not[0].Needs <= n.Not[0].Hard {
		t.Errorf("%.2f hard, %.2f is wanted", n.Not[0].Hard, n.Not[0].Needs)
	}
	pinned := evening("b: base-coat enamel coats 1 done 20h", "w: pin-wash enamel-wash at 0h", "x: wipe of w damp")
	if n := at(0, pinned); len(n.Now) != 0 || len(n.Not) != 1 || !n.Not[0].Danger {
		t.Errorf("what is pinned to a bad moment is told to be done: %v, %+v", names(n.Now), n.Not)
	}
	if old := at(0, evening("b: base-coat enamel coats 1 done 2000h", "w: pin-wash clay", "x: wipe of w damp")); len(old.Not) != 0 || len(old.Now) != 1 {
		t.Errorf("what is cured is left alone: %+v", old.Not)
	}
	short := evening("b: base-coat acrylic")
	short.Bench.Evenings[0].To = 18*time.Hour + 5*time.Minute
	if s := at(0, short); len(s.Now) != 0 || len(s.Not) != 1 || s.Not[0].Because == "" {
		t.Errorf("an evening of 5 minutes: now %v, not %+v", names(s.Now), s.Not)
	}
}

// The same wash on several builds is one cup; what shares the airbrush's chemistry goes on.
func TestCups(t *testing.T) {
	ready := func() *route.Plan {
		return evening("b: base-coat acrylic done 3000h", "g: gloss-coat gloss coats 2 done 2000h", "w: pin-wash clay", "x: wipe of w damp")
	}
	n := at(0, ready(), ready(), evening("b: base-coat acrylic"))
	if len(n.Cups) != 1 || len(n.Cups[0].Of) != 2 || n.Cups[0].ML <= 0 {
		t.Fatalf("cups %+v", n.Cups)
	}
	one := at(0, ready())
	if len(one.Cups) != 0 {
		t.Error("one zone is a round")
	}
	mixed := at(0, evening("a: base-coat acrylic"), evening("l: base-coat alcohol"), evening("c: base-coat acrylic"))
	got := names(mixed.Now)
	if a, c := slices.Index(got, "0 a"), slices.Index(got, "2 c"); a < 0 || c < 0 || a-c != 1 && c-a != 1 {
		t.Errorf("%v: the same cup is emptied before another is filled", got)
	}
}

// What is done in sittings keeps the hands busy for tonight's, with time left to tidy up, and says when it goes on.
func TestSittings(t *testing.T) {
	for _, tc := range []struct {
		name    string
		after   time.Duration
		begun   bool
		minutes time.Duration
		why     string
	}{
		{"as the evening begins", 0, false, 55 * time.Minute, "Sitting 1 of 2: it can be broken off, and goes on Tue 2 Mar."},
		{"later in it", 20 * time.Minute, false, 35 * time.Minute, "Sitting 1 of 2: it can be broken off, and goes on Tue 2 Mar."},
		{"begun", 20 * time.Minute, true, 35 * time.Minute, "Sitting 1 of 2: it can be broken off, and goes on Tue 2 Mar."},
		{"the evening after", 24*time.Hour + 5*time.Minute, true, 20 * time.Minute, "Sitting 2 of 2, the last."},
	} {
		p := routetest.Hours("m: mask")
		if tc.begun {
			p.Zones[0].Steps[0].Started = routetest.Start
		}
		n := at(tc.after, p)
		if len(n.Now) != 1 || n.Now[0].Minutes != tc.minutes || n.Now[0].Why != tc.why {
			t.Errorf("%s: %+v", tc.name, n.Now)
		}
		if fit := n.Fit(n.Session.To.Sub(n.At)); !tc.begun && (len(fit.Blocks) != 2 || fit.Blocks[0].End.Sub(fit.Blocks[0].Start) != tc.minutes || fit.Spare != 0) {
			t.Errorf("%s: %+v", tc.name, fit)
		}
	}
	if n := at(-2*time.Hour, routetest.Hours("m: mask")); len(n.Later) != 1 || n.Later[0].Minutes != 55*time.Minute {
		t.Errorf("before the evening: %+v", n.Later)
	}
	if n := at(50*time.Minute, routetest.Hours("m: mask")); len(n.Now) != 0 || len(n.Not) != 1 {
		t.Errorf("too late in it: now %v", names(n.Now))
	}
}

// With one rack nothing is sprayed while another part stands wet in it, however free the hands are.
func TestOneRack(t *testing.T) {
	for racks, now := range map[int][]string{0: {"0 wb"}, 1: {}, 2: {"0 wb"}} {
		p := evening("a: base-coat enamel coats 1 done 1h")
		p.Bench.Racks = racks
		p = routetest.WithPart(p, "wing", "b: base-coat acrylic coats 1")
		if n := at(0, p); !slices.Equal(names(n.Now), now) {
			t.Errorf("%d racks: now %v, later %v, not %v", racks, names(n.Now), names(n.Later), n.Not)
		}
		wet, other := evening("a: base-coat enamel coats 1 done 1h"), evening("b: base-coat acrylic coats 1")
		wet.Name, wet.Bench.Racks = "another build", racks
		other.Bench.Racks = racks
		if n := at(0, wet, other); (len(n.Now) == 1) != (racks != 1) {
			t.Errorf("%d racks, another build's coat in one: now %v, later %v", racks, names(n.Now), names(n.Later))
		}
	}
}

// What is packed into an evening finds a rack each: with one, the second coat begins once the first is touch-dry.
func TestFitOnOneRack(t *testing.T) {
	for racks, waits := range map[int]bool{0: false, 1: true, 2: false} {
		a, b := evening("a: base-coat acrylic coats 1"), evening("b: base-coat acrylic coats 1")
		a.Name, a.Bench.Racks, b.Bench.Racks = "another build", racks, racks
		var coats []Block
		for _, x := range at(0, a, b).Fit(3 * time.Hour).Blocks {
			if x.Kind == Work {
				coats = append(coats, x)
			}
		}
		if len(coats) != 2 {
			t.Fatalf("%d racks: %d coats", racks, len(coats))
		}
		p := coats[0].Step()
		if dry := coats[0].End.Add(p.TouchDry.Sub(p.End)); coats[1].Start.Before(dry.Add(-time.Minute)) == waits {
			t.Errorf("%d racks: the first is touch-dry %v, the second begins %v", racks, dry, coats[1].Start)
		}
	}
}

func TestFit(t *testing.T) {
	n := at(0, evening("a: base-coat acrylic coats 1", "g: gloss-coat gloss"), evening("m: mask"))
	long, short := n.Fit(3*time.Hour), n.Fit(12*time.Minute)
	if len(long.Blocks) < 4 || long.Blocks[len(long.Blocks)-1].Kind != Tidy {
		t.Errorf("blocks %+v", long.Blocks)
	}
	for _, f := range []Fits{long, short} {
		var end time.Time
		for i, b := range f.Blocks {
			if b.End.Before(b.Start) || i > 0 && b.Start.Before(end) {
				t.Errorf("block %d overlaps: %v to %v", i, b.Start, b.End)
			}
			end = b.End
		}
	}
	if len(long.Blocks) > 0 && long.Blocks[len(long.Blocks)-1].End.After(n.At.Add(3*time.Hour)) {
		t.Error("too long")
	}
	if short.More <= 12*time.Minute {
		t.Errorf("more takes %v", short.More)
	}
	if none := n.Fit(time.Minute); len(none.Blocks) != 0 || none.Spare != time.Minute {
		t.Errorf("a minute: %+v", none)
	}
	r := rand.New(rand.NewPCG(1, 2))
	for range 40 {
		d := time.Duration(1+r.IntN(200)) * time.Minute
		f := n.Fit(d)
		if k := len(f.Blocks); k > 0 && f.Blocks[k-1].End.Add(f.Spare).Sub(n.At) != d {
			t.Fatalf("%v: ends %v, %v to spare", d, f.Blocks[k-1].End, f.Spare)
		}
		if f.More != 0 && f.More <= d {
			t.Fatalf("%v fit into %v, and were left", f.More, d)
		}
	}
}

// A wash is never laid without its wipe, whatever fits between them.
func TestFitWipesWhatItLays(t *testing.T) {
	ready := func() *route.Plan {
		return evening("b: base-coat acrylic done 3000h", "g: gloss-coat gloss coats 2 done 2000h", "w: pin-wash clay", "x: wipe of w damp")
	}
	long := evening("m: mask") // it would take the cloth's time
	long.Zones[0].AreaCM2 = 900
	n := at(0, ready(), long, ready(), evening("c: base-coat acrylic"))
	for minutes := 5; minutes <= 200; minutes += 5 {
		laid, wiped := 0, 0
		f := n.Fit(time.Duration(minutes) * time.Minute)
		for _, b := range f.Blocks {
			if b.Kind != Work {
				continue
			}
			switch b.Step().Step.ID {
			case "w":
				laid++
			case "x":
				wiped++
			}
		}
		if laid != wiped {
			t.Errorf("%d minutes: %d washes are laid and %d wiped", minutes, laid, wiped)
		}
	}
}

// A clock rings when its window opens, is half over and closes, and only when it opens where it stays open.
func TestAlarms(t *testing.T) {
	c := Clock{Wipe: 3, Opens: routetest.Start, Closes: routetest.Start.Add(40 * time.Minute)}
	if a := c.Alarms(routetest.Start.Add(time.Hour)); len(a) != 3 || !a[1].At.Equal(routetest.Start.Add(20*time.Minute)) || !a[2].At.Equal(c.Closes) {
		t.Errorf("%+v", a)
	}
	if a := c.Alarms(routetest.Start.Add(30 * time.Minute)); len(a) != 1 || !a[0].At.Equal(c.Opens) {
		t.Errorf("it stays open: %+v", a)
	}
	c.Wipe, c.Dry = -1, routetest.Start.Add(time.Hour)
	if a := c.Alarms(time.Time{}); len(a) != 1 || !a[0].At.Equal(c.Dry) {
		t.Errorf("a film: %+v", a)
	}
}

// A wash that takes longer to wipe than its window is open is laid in patches, none of which shuts before the cloth is there.
func TestPatches(t *testing.T) {
	wash := func(area float64) Entry {
		p := evening("b: base-coat acrylic done 3000h", "g: gloss-coat gloss coats 2 done 2000h", "w: overall-wash acrylic-wash", "x: wipe of w damp with water")
		p.Zones[0].AreaCM2 = area
		p.Bench.Evenings[0].From, p.Bench.Evenings[0].To = 0, 24*time.Hour
		n := at(0, p)
		if len(n.Now) == 0 {
			t.Fatalf("%.0f cm2: %+v", area, n.Not)
		}
		return n.Now[0]
	}
	small, large := wash(40), wash(2500)
	one, many := Patches(&small, routetest.Start), Patches(&large, routetest.Start)
	if len(one) != 1 || len(many) < 2 || len(many) > mostPatches {
		t.Fatalf("%d and %d patches: %v, %v, %+v", len(one), len(many), large.Minutes, large.Line.Zone.Attended(large.Step().Step.WipedBy), many)
	}
	wipe := large.Line.Zone.Attended(large.Step().Step.WipedBy) / time.Duration(len(many))
	for i, p := range many {
		if p.Laid.Before(p.Lay) || p.Opens.Before(p.Laid) || i > 0 && p.Lay.Before(many[i-1].Laid.Add(wipe)) {
			t.Errorf("patch %d: %+v", i, p)
		}
		if done := p.Opens.Add(wipe); done.After(p.Closes.Add(time.Minute)) {
			t.Errorf("patch %d is wiped by %v, and shuts %v", i, done, p.Closes)
		}
	}
	bare := at(0, evening("b: base-coat acrylic")).Now[0]
	if Patches(&bare, routetest.Start) != nil {
		t.Error("a coat is laid in patches")
	}
}

// What settles wants stirring after two days, and not before; what was never used, always.
func TestStirs(t *testing.T) {
	for _, tc := range []struct {
		last string // when it was used last
		what string
		want bool
	}{{"47h", "flat-coat flat", false}, {"49h", "flat-coat flat", true}, {"49h", "gloss-coat gloss", false}, {"", "flat-coat flat", true}, {"", "gloss-coat gloss", false}} {
		lines := []string{"b: base-coat acrylic done 300h", "f: " + tc.what}
		if tc.last != "" {
			lines[1] += " done " + tc.last
		}
		p := evening(lines...)
		if got := Stirs([]*timeline.Timeline{rule.Lay(p)}, p.Zones[0].Steps[1].Product, routetest.Start); got != tc.want {
			t.Errorf("%s, used %q ago: %v", tc.what, tc.last, got)
		}
	}
}

// T78: a clear that was never on a model here is tried on a spoon in the same session; one that was, and has stood, is stirred. A film that dries is looked at when that tells most.
func TestMeanwhile(t *testing.T) {
	kinds := func(after time.Duration, plans ...*route.Plan) (all []string) {
		n := at(after, plans...)
		var builds []*timeline.Timeline
		for _, p := range plans {
			builds = append(builds, rule.Lay(p))
		}
		for _, c := range n.Meanwhile(builds, learn.Of(nil, time.Time{})) {
			if c.Minutes <= 0 || c.Words == "" || c.Why == "" || c.At.Before(n.At) {
				t.Errorf("%+v", c)
			}
			all = append(all, string(c.Kind)+" "+c.Product.Name)
		}
		return all
	}
	if got := kinds(0, evening("b: base-coat acrylic done 30h", "f: flat-coat flat at 26h")); !slices.Contains(got, "spoon the flat") {
		t.Errorf("before a clear that was never tried: %v", got)
	}
	known := evening("b: base-coat acrylic done 90h", "o: flat-coat flat done 80h")
	if got := kinds(0, known, evening("b: base-coat acrylic done 30h", "f: flat-coat flat at 26h")); !slices.Contains(got, "stir the flat") || slices.Contains(got, "spoon the flat") {
		t.Errorf("before a flat that has stood: %v", got)
	}
	fresh := evening("b: base-coat enamel coats 1")
	fresh.Zones[0].Steps[0].Done = routetest.Start.Add(5 * time.Minute)
	if got := kinds(10*time.Minute, fresh); !slices.Contains(got, "look the enamel") {
		t.Errorf("while an enamel dries: %v", got)
	}
	fresh.Zones[0].Steps[0].Said = []route.Said{{At: routetest.Start.Add(3 * time.Hour), Word: route.TouchDry}}
	if got := kinds(190*time.Minute, fresh); slices.Contains(got, "look the enamel") {
		t.Errorf("what was seen dry is looked at: %v", got)
	}
}

func BenchmarkTonight(b *testing.B) {
	var all []*timeline.Timeline
	r := rand.New(rand.NewPCG(1, 1))
	for range 10 {
		p := routetest.Random(r)
		p.Now = routetest.Start
		all = append(all, rule.Lay(p))
	}
	for b.Loop() {
		At(all, routetest.Start)
	}
}

// The numbers of the bench, from both sides.
func TestNumbersHeld(t *testing.T) {
	f := at(0, evening("a: base-coat acrylic coats 1")).Fit(2 * time.Hour)
	var kinds []string
	for _, b := range f.Blocks {
		kinds = append(kinds, fmt.Sprint(b.Kind, " ", b.End.Sub(b.Start).Minutes()))
	}
	if n := len(kinds); n != 3 || kinds[1] != "clean 10" || kinds[2] != "tidy 5" {
		t.Errorf("blocks %v", kinds)
	}
	// A zone is held once no more than one film in ten takes a print.
	held := func(after time.Duration) bool {
		p := evening("b: base-coat enamel coats 1")
		p.Zones[0].Steps[0].Done = routetest.Start
		return len(at(after, p).Proof) == 1
	}
	p := evening("b: base-coat enamel coats 1")
	layer := stack.Lay("b", p.Zones[0].Steps[0].Film(routetest.Start), p.Air)
	dry := layer.ReadyFor(stack.AsksDry, 0.1).Sub(routetest.Start)
	if held(dry-10*time.Minute) || !held(dry+10*time.Minute) {
		t.Errorf("held from %v on: before %v, after %v", dry, held(dry-10*time.Minute), held(dry+10*time.Minute))
	}
	// A look is asked for as long as it tells an eighth of a bit.
	none := learn.Of(nil, time.Time{})
	asked := func(after time.Duration) (looks int, minutes time.Duration) {
		p := evening("b: base-coat acrylic coats 1")
		p.Bench.Evenings[0].To = 24 * time.Hour
		p.Zones[0].Steps[0].Done = routetest.Start
		p.Now = routetest.Start.Add(after)
		tl := rule.Lay(p)
		// Beyond its time a film counts as dry and is no clock any more; what a look at it would tell is held by itself.
		n := &Tonight{At: p.Now, Open: true, Session: schedule.Session{Span: schedule.Span{From: routetest.Start, To: routetest.Start.Add(6 * time.Hour)}}, Running: []Clock{{Line: tl.Lines[0], Wipe: -1}}}
		for _, c := range n.looks([]*timeline.Timeline{tl}, none) {
			looks, minutes = looks+1, c.Minutes
		}
		return looks, minutes
	}
	q := evening("b: base-coat acrylic coats 1")
	film, _ := learn.FilmOf(q, q.Zones[0], 0, routetest.Start)
	takes := film.Computed(learn.TouchDry)
	for ratio := 1.0; ratio < 4; ratio += 0.02 {
		bits := none.Bits(film.Seen[learn.TouchDry], ratio)
		n, minutes := asked(time.Duration(ratio * float64(takes)))
		if bits > 0.125 && (n != 1 || minutes != time.Minute) || bits < 0.115 && n != 0 {
			t.Fatalf("at x%.2f a look tells %.3f bit: asked for %d times, %v", ratio, bits, n, minutes)
		}
	}
	if stirring != 3*time.Minute || spooning != 5*time.Minute {
		t.Errorf("stirring takes %v, a spoon %v", stirring, spooning)
	}
}
