package plan_test

import (
	"context"
	"errors"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/joint"
	"inkysparrow/core/order"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/examples"
	"inkysparrow/internal/demo"
	"inkysparrow/plan"
)

// three returns three builds that are begun at once on one bench.
func three(t testing.TB) (files []plan.File, at time.Time) {
	t.Helper()
	for _, name := range []string{"clean", "warn", "note"} {
		f, err := examples.Plan(name)
		if err != nil {
			t.Fatal(err)
		}
		if at.IsZero() || f.Build.Start.Before(at) {
			at = f.Build.Start
		}
		files = append(files, f)
	}
	return files, at
}

func ordered(t testing.TB, files []plan.File, q plan.Ordering) *plan.Ordered {
	t.Helper()
	out, err := plan.BestOrder(t.Context(), files, q)
	if err != nil {
		t.Fatal(err)
	}
	return out
}

// taken returns the plans with the order taken, as edits.
func taken(t testing.TB, files []plan.File, out *plan.Ordered) []plan.File {
	t.Helper()
	all := slices.Clone(files)
	for i := range all {
		var err error
		if all[i], _, err = all[i].Edit(plan.Edit{Do: "order", Turns: out.Turns[i]}); err != nil {
			t.Fatal(err)
		}
	}
	return all
}

func lay(t testing.TB, f plan.File, at time.Time) *timeline.Timeline {
	t.Helper()
	p, err := f.AsOf(at).Resolve()
	if err != nil {
		t.Fatal(err)
	}
	return rule.Lay(p)
}

// An order that is taken stands: each build by itself then lies as it was promised, no two want the hands at once, and nothing better is offered.
func TestOrderTaken(t *testing.T) {
	files, at := three(t)
	out := ordered(t, files, plan.Ordering{At: at})
	if !out.Better || len(out.Was.Clashes) == 0 || len(out.Now.Clashes) != 0 {
		t.Fatalf("better %v, %d clashes before, %d after", out.Better, len(out.Was.Clashes), len(out.Now.Clashes))
	}
	all := taken(t, files, out)
	var laid []*timeline.Timeline
	for i, f := range all {
		tl := lay(t, f, at)
		laid = append(laid, tl)
		for _, line := range tl.Lines {
			for _, p := range line.Steps {
				if want, ok := out.Best[i].StartOf(p.Step.ID); ok && !p.Start.Equal(want) {
					t.Errorf("%s of %s stands at %v, promised %v", p.Step.ID, f.Build.Name, p.Start, want)
				}
			}
		}
		if !f.HasOrder() {
			t.Errorf("%s has no order", f.Build.Name)
		}
	}
	if n := len(out.Bench.Of(laid).Clashes); n != 0 {
		t.Errorf("%d clashes once it is taken", n)
	}
	again := ordered(t, all, plan.Ordering{At: at})
	if len(again.Was.Clashes) > 0 || again.Now.Late > out.Now.Late || again.Now.Late == out.Now.Late && again.Now.Evenings > out.Now.Evenings {
		t.Errorf("asked again: %+v, before %+v", again.Now, out.Now)
	}
	if f, words, err := all[0].Edit(plan.Edit{Do: "order"}); err != nil || f.HasOrder() || words != "Let go of the order of evenings" {
		t.Errorf("let go: %q, %v", words, err)
	}
}

// What is done, pinned or under way stays where it is, and has no turn.
func TestOrderLeavesWhatIsPinned(t *testing.T) {
	files, at := three(t)
	tl := lay(t, files[0], at)
	line := tl.Lines[0].Steps
	first := line[slices.IndexFunc(line, func(p timeline.Placed) bool { return p.Step.Done.IsZero() })]
	pinned := first.Start.Add(48 * time.Hour)
	f, _, err := files[0].AsOf(at).Edit(plan.Edit{Do: "pin", Of: first.Step.ID, At: &pinned})
	if err != nil {
		t.Fatal(err)
	}
	files[0] = f
	out := ordered(t, files, plan.Ordering{At: at})
	if got, _ := out.Best[0].StartOf(first.Step.ID); !got.Equal(pinned) {
		t.Errorf("pinned to %v, it stands at %v", pinned, got)
	}
	if _, ok := out.Turns[0][first.Step.ID]; ok {
		t.Error("what is pinned has a turn")
	}
	if _, _, err := f.Edit(plan.Edit{Do: "order", Turns: map[string]time.Time{first.Step.ID: at}}); err == nil || !strings.Contains(err.Error(), "pinned, done or under way") {
		t.Errorf("a turn for what is pinned: %v", err)
	}
	if _, _, err := f.Edit(plan.Edit{Do: "order", Turns: map[string]time.Time{"moon": at}}); err == nil || !strings.Contains(err.Error(), `no step "moon"`) {
		t.Errorf("a turn for what is not there: %v", err)
	}
}

// After an evening that was missed, what was to be done on it is put somewhere else, and as much as can be of the rest stays.
func TestOrderStaysAfterAMissedEvening(t *testing.T) {
	files, at := three(t)
	all := taken(t, files, ordered(t, files, plan.Ordering{At: at}))
	next := at.Add(24 * time.Hour)
	out := ordered(t, all, plan.Ordering{At: next})
	moved, steps := 0, 0
	for i := range all {
		moved += len(out.Moves(i))
		for _, line := range out.Best[i].Lines {
			steps += len(line.Steps)
		}
	}
	if out.Now.Finish[0].Before(next) || moved > steps/2 {
		t.Errorf("%d of %d steps moved", moved, steps)
	}
}

func TestChainAndWays(t *testing.T) {
	files, err := demo.Plans()
	if err != nil {
		t.Fatal(err)
	}
	at := time.Date(2027, 3, 5, 18, 0, 0, 0, time.UTC)
	q := plan.Ordering{At: at}
	out := ordered(t, files, q)
	chain := out.Chain(2)
	if len(chain) < 2 {
		t.Fatalf("a chain of %d", len(chain))
	}
	for i, l := range chain {
		if l.Words == "" || i > 0 && l.At.Before(chain[i-1].Placed().End.Add(-time.Minute)) {
			t.Errorf("link %d at %v after %v: %q", i, l.At, chain[max(0, i-1)].At, l.Words)
		}
	}
	if last := chain[len(chain)-1]; last.Placed().Ready.Before(out.Best[2].Finish) && last.Placed().End.Before(out.Best[2].Finish) {
		t.Errorf("the chain ends at %v, the build at %v", last.At, out.Best[2].Finish)
	}
	ways, err := out.Free(t.Context(), files, q, 2)
	if err != nil || len(ways) == 0 {
		t.Fatalf("%d ways out, %v", len(ways), err)
	}
	for _, w := range ways {
		changed := slices.Clone(files)
		for i := range changed {
			for _, e := range w.Edits {
				if i == 2 || w.All {
					if changed[i], _, err = changed[i].Edit(e); err != nil {
						t.Fatalf("%s: %v", w.ID, err)
					}
				}
			}
		}
		if w.Sooner <= 0 && w.Late >= out.Now.Late || w.Risk == "" || w.Price == "" {
			t.Errorf("%s: %d days sooner, %d late, %q, %q", w.ID, w.Sooner, w.Late, w.Price, w.Risk)
		}
	}
}

func TestMissedEvenings(t *testing.T) {
	files, at := three(t)
	q := plan.Ordering{At: at}
	out := ordered(t, files, q)
	all, err := out.Miss(t.Context(), files, q, 3)
	if err != nil || len(all) != 3 {
		t.Fatalf("%d evenings, %v", len(all), err)
	}
	y, m, d := all[0].From.Date()
	q.Shut = []schedule.Exception{{Year: y, Month: m, Day: d}}
	then := ordered(t, files, q)
	for _, tl := range then.Best {
		for _, line := range tl.Lines {
			for _, p := range line.Steps {
				if p.Step.Done.IsZero() && !line.Zone.Fixed(p.Step, at) && p.Start.After(all[0].From) && p.Start.Before(all[0].To) {
					t.Errorf("%s stands on the evening that is missed", p.Step.ID)
				}
			}
		}
	}
}

func TestOrderRefuses(t *testing.T) {
	files, at := three(t)
	ctx, leave := context.WithCancel(t.Context())
	leave()
	if _, err := plan.BestOrder(ctx, files, plan.Ordering{At: at}); !errors.Is(err, context.Canceled) {
		t.Errorf("nobody waits: %v", err)
	}
	out, err := plan.BestOrder(t.Context(), nil, plan.Ordering{At: at})
	if err != nil || out.Better || len(out.Bench.Works) != 0 {
		t.Errorf("no plans: %+v, %v", out, err)
	}
	report := ordered(t, files, plan.Ordering{At: at, Aims: []order.Aim{order.Finish, order.Dates}})
	if r := report.Report(files, plan.Ordering{At: at, Aims: []order.Aim{order.Finish, order.Dates}}); len(r.Value) != 2 || !slices.Equal(r.Aims, []string{"finish", "dates"}) || len(r.Schedule) == 0 {
		t.Errorf("%+v", r)
	}
}

func TestStayAway(t *testing.T) {
	files, at := three(t)
	day := at.AddDate(0, 0, 3)
	f, words, err := files[0].AsOf(at).Edit(plan.Edit{Do: "stay-away", Date: plan.Date(day.Format(time.DateOnly)), Days: 7})
	if err != nil || !strings.Contains(words, "7 days") {
		t.Fatalf("%q, %v", words, err)
	}
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	y, m, d := day.Date()
	from := time.Date(y, m, d, 0, 0, 0, 0, p.Place())
	if open := schedule.New(p.Bench, at).Sessions(from, from.AddDate(0, 0, 7)); len(open) != 0 {
		t.Errorf("open while away: %v", open)
	}
	if open := schedule.New(p.Bench, at).Sessions(from.AddDate(0, 0, 7), from.AddDate(0, 0, 14)); len(open) == 0 {
		t.Error("still away a week later")
	}
	for _, days := range []int{0, 61} {
		if _, _, err := files[0].Edit(plan.Edit{Do: "stay-away", Date: "2027-03-05", Days: days}); err == nil {
			t.Errorf("away for %d days", days)
		}
	}
}

// An order that is followed is left alone for a flush or two; an evening is worth moving for.
func TestFollowedOrderStays(t *testing.T) {
	files, err := demo.Plans()
	if err != nil {
		t.Fatal(err)
	}
	at := demo.Opens
	of := func(aims ...order.Aim) *plan.Ordered { return ordered(t, files, plan.Ordering{At: at, Aims: aims}) }
	for _, tc := range []struct {
		name   string
		took   []order.Aim
		offers bool
	}{
		{"flushes did not count", []order.Aim{order.Dates, order.Evenings}, false},
		{"evenings did not count", []order.Aim{order.Finish}, true},
	} {
		all := taken(t, files, of(tc.took...))
		eager, calm := ordered(t, all, plan.Ordering{At: at}), ordered(t, all, plan.Ordering{At: at, Calm: true})
		if !eager.Better {
			t.Errorf("%s: nothing is better than %+v, so there is nothing to leave alone", tc.name, eager.Was)
		}
		if calm.Better != tc.offers || calm.Kept == tc.offers {
			t.Errorf("%s: better %v, from %+v to %+v", tc.name, calm.Better, calm.Was, calm.Now)
		}
		if !calm.Better && (calm.Now.Flushes != calm.Was.Flushes || len(calm.Moves(0)) > 0) {
			t.Errorf("%s: what is left alone moves", tc.name)
		}
	}
}

// Hands are lent for one day at the hours that it has, and stay when these change; a day that is shut has none.
func TestSecondPairOfHands(t *testing.T) {
	files, _ := three(t)
	f := files[0]
	do := func(e plan.Edit) {
		t.Helper()
		var err error
		if f, _, err = f.Edit(e); err != nil {
			t.Fatal(err)
		}
	}
	session := f.Sessions[0]
	day := plan.Date("2027-04-06") // a Tuesday
	do(plan.Edit{Do: "put-hands", Date: day, Hands: 2})
	if want := (plan.Exception{Date: day, From: session.From, To: session.To, Hands: 2}); len(f.Exceptions) != 1 || f.Exceptions[0] != want {
		t.Fatalf("%+v, want %+v", f.Exceptions, want)
	}
	do(plan.Edit{Do: "put-day", Date: day, Hours: []plan.Hours{{From: "18:00", To: "23:00"}}})
	if x := f.Exceptions[0]; x.Hands != 2 || x.From != "18:00" {
		t.Errorf("once its hours change: %+v", x)
	}
	p, err := f.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	at := time.Date(2027, 4, 6, 0, 0, 0, 0, p.Place())
	if all := schedule.New(p.Bench, at).Sessions(at, at.AddDate(0, 0, 2)); len(all) != 2 || !all[0].Second || all[1].Second {
		t.Errorf("%+v", all)
	}
	do(plan.Edit{Do: "put-hands", Date: day, Hands: 1})
	if f.Exceptions[0].Hands != 1 {
		t.Errorf("nobody comes after all: %+v", f.Exceptions)
	}
	do(plan.Edit{Do: "put-day", Date: day})
	if _, _, err := f.Edit(plan.Edit{Do: "put-hands", Date: day, Hands: 2}); err == nil || !strings.Contains(err.Error(), "the bench is shut on Tue 6 Apr") {
		t.Errorf("hands on a day off: %v", err)
	}
	f.Sessions, f.Exceptions = nil, nil
	do(plan.Edit{Do: "put-hands", Date: day, Hands: 2})
	if x := f.Exceptions[0]; x.From != "00:00" || x.To != "24:00" {
		t.Errorf("of a bench that is always open: %+v", x)
	}
}

// What an airbrush is kept for runs through it, all else through the first; names and uses are told apart.
func TestAirbrushes(t *testing.T) {
	files, _ := three(t)
	f := files[0]
	for _, tc := range []struct {
		airbrushes []plan.Airbrush
		wrong      string
	}{
		{[]plan.Airbrush{{Name: "Wide"}, {Name: "Fine", For: []string{"metal", "white-spirit"}}}, ""},
		{[]plan.Airbrush{{Name: "Wide"}, {Name: "Wide"}}, "airbrushes[1].name: two airbrushes are called Wide"},
		{[]plan.Airbrush{{Name: "Wide", For: []string{"metal"}}, {Name: "Fine", For: []string{"water", "metal"}}}, "airbrushes[1].for[1]: Wide is kept for metal already"},
		{[]plan.Airbrush{{Name: "Wide", For: []string{"milk"}}}, `airbrushes[0].for[0]: "milk" is no liquid, nor metal`},
	} {
		f.Airbrushes = tc.airbrushes
		p, err := f.Resolve()
		if tc.wrong != "" {
			if err == nil || !strings.Contains(err.Error(), tc.wrong) {
				t.Errorf("it says %v, want %q", err, tc.wrong)
			}
			continue
		}
		if err != nil {
			t.Fatal(err)
		}
		sprayed := 0
		for _, z := range p.Zones {
			for _, s := range z.Steps {
				c := p.Cup(s)
				fine := s.Chemistry() == "metal" || s.Chemistry() == "white-spirit"
				if (c.Chem == "") == s.Sprays() || (c.Brush == "Fine") != fine || c.Brush != "" && c.Brush != "Fine" {
					t.Errorf("%s: %+v", s.ID, c)
				}
				if s.Sprays() {
					sprayed++
				}
			}
		}
		if sprayed == 0 {
			t.Error("nothing is sprayed")
		}
		if again, err := f.Sound(); err != nil || !slices.EqualFunc(again.Airbrushes, f.Airbrushes, func(a, b plan.Airbrush) bool { return a.Name == b.Name }) {
			t.Errorf("written and read: %+v, %v", again.Airbrushes, err)
		}
	}
}

// Two builds that want the same evening: somebody who helps on it is a way out, on both of them, and frees the one that has to wait.
func TestSomebodyHelps(t *testing.T) {
	base, err := examples.Plan("clean")
	if err != nil {
		t.Fatal(err)
	}
	at := time.Date(2027, 3, 8, 18, 0, 0, 0, time.UTC)
	var files []plan.File
	for _, name := range []string{"Auk", "Godwit"} {
		f := base.Clone()
		f.Build.Name, f.Build.Start, f.Build.Wanted = name, at, "2027-03-08"
		f.Sessions = []plan.Session{{Days: []plan.Day{"mon", "tue", "wed", "thu"}, From: "19:30", To: "22:30"}}
		f.Zones = f.Zones[:1]
		f.Zones[0].AreaCM2 = 1200
		f.Zones[0].Steps = []plan.Step{{ID: "m", Do: "mask"}}
		files = append(files, f)
	}
	q := plan.Ordering{At: at}
	out := ordered(t, files, q)
	if took := out.Now.Hands; took < 3*time.Hour || out.Now.Late != 1 {
		t.Fatalf("%v of hands, %d days late: they fit into one evening", took, out.Now.Late)
	}
	late := 0
	for i, tl := range out.Best {
		if tl.Finish.After(tl.Plan.Wanted) {
			late = i
		}
	}
	ways, err := out.Free(t.Context(), files, q, late)
	if err != nil {
		t.Fatal(err)
	}
	k := slices.IndexFunc(ways, func(w plan.WayOut) bool { return w.ID == "hands-2027-03-08" })
	if k < 0 {
		t.Fatalf("nobody helps: %+v", ways)
	}
	if w := ways[k]; w.Sooner != 1 || w.Late != 0 || !w.All || w.Words != "Somebody to help on Monday 8 March" {
		t.Errorf("%+v", w)
	}
	if link := out.Chain(late)[0]; link.Holds != plan.ByHands || link.Could.Day() != 8 {
		t.Errorf("it is held by %s, and could be done %v", link.Holds, link.Could)
	}
	files[late].Exceptions = []plan.Exception{{Date: "2027-03-08"}} // the bench is shut: nobody helps there
	ways, err = ordered(t, files, q).Free(t.Context(), files, q, late)
	if err != nil || slices.ContainsFunc(ways, func(w plan.WayOut) bool { return strings.HasPrefix(w.ID, "hands-2027-03-08") }) {
		t.Errorf("on a day off: %+v, %v", ways, err)
	}
}

// What nobody would leave an order for is still a way out: a build without a date is ready sooner by it.
func TestWaysAreNotCalm(t *testing.T) {
	f, err := examples.Plan("note")
	if err != nil {
		t.Fatal(err)
	}
	f.Build.Wanted = ""
	files, at := []plan.File{f}, f.Build.Start
	ways := func(q plan.Ordering) (ids []string) {
		all, err := ordered(t, files, q).Free(t.Context(), files, q, 0)
		if err != nil {
			t.Fatal(err)
		}
		for _, w := range all {
			ids = append(ids, w.ID)
		}
		return ids
	}
	if is, want := ways(plan.Ordering{At: at, Calm: true}), ways(plan.Ordering{At: at}); len(want) == 0 || !slices.Equal(is, want) {
		t.Errorf("%q, want %q", is, want)
	}
}

// Work that no evening takes whole is parted for the order, too: each of its sittings in an evening, one turn for all, and nothing else done meanwhile.
func TestOrderOfSittings(t *testing.T) {
	files, at := three(t)
	f := files[0].Clone()
	for i := range f.Sessions {
		f.Sessions[i].From, f.Sessions[i].To = "19:30", "20:30"
	}
	z := &f.Zones[0]
	z.AreaCM2 = 900
	z.Steps = append([]plan.Step{{ID: "tape", Do: "mask"}}, z.Steps[:1]...) // 77 min
	files = []plan.File{f, files[1]}
	out := ordered(t, files, plan.Ordering{At: at})
	p, ok := out.Best[0].Placed("tape")
	if !ok || len(p.Sittings) < 2 {
		t.Fatalf("it lies in %v", p.Spans())
	}
	if turn := out.Turns[0]["tape"]; !turn.Equal(p.Start) {
		t.Errorf("its turn is %v, it begins %v", turn, p.Start)
	}
	if got := out.Bench.Of(out.Best); len(got.Clashes) > 0 {
		t.Errorf("clashes: %+v", got.Clashes)
	}
	r := out.Report(files, plan.Ordering{At: at})
	k := slices.IndexFunc(r.Schedule, func(x plan.OrderTimes) bool { return x.Step == "tape" })
	sum := time.Duration(0)
	for _, s := range r.Schedule[k].Sittings {
		if s.From.Before(r.Schedule[k].Start) || s.To.After(r.Schedule[k].End) {
			t.Errorf("a sitting %v outside of %v to %v", s, r.Schedule[k].Start, r.Schedule[k].End)
		}
		sum += s.To.Sub(s.From)
	}
	if sum != p.Hands() {
		t.Errorf("%v of work in %v", sum, r.Schedule[k].Sittings)
	}
	all := taken(t, files, out)
	if q, _ := lay(t, all[0], at).Placed("tape"); !q.Start.Equal(p.Start) {
		t.Errorf("taken, it lies in %v, not in %v", q.Spans(), p.Spans())
	}
	checked, err := plan.Check(f)
	if err != nil {
		t.Fatal(err)
	}
	if c := slices.IndexFunc(checked.Schedule, func(x plan.Times) bool { return x.Step == "tape" }); len(checked.Schedule[c].Sittings) < 2 {
		t.Errorf("headless: %+v", checked.Schedule[c])
	}
}

// Racks are counted from one to a hundred, kept with the settings, and change nothing where each piece finds one.
func TestCountedRacks(t *testing.T) {
	files, at := three(t)
	before := lay(t, files[0], at)
	settings := files[0].Settings()
	for racks, wrong := range map[int]bool{0: false, 1: false, 100: false, 101: true, -1: true} {
		settings.Racks = racks
		f, _, err := files[0].Edit(plan.Edit{Do: "put-settings", Settings: &settings})
		if (err != nil) != wrong {
			t.Errorf("%d racks: %v", racks, err)
		}
		if wrong {
			fault := (*plan.FieldError)(nil)
			if !errors.As(err, &fault) || fault.Path != "racks" || !strings.HasPrefix(fault.Plainly(), "The number of racks is too ") {
				t.Errorf("%d racks: %v does not say what is wrong", racks, err)
			}
			continue
		}
		if got := f.Settings().Racks; got != racks {
			t.Errorf("%d racks are kept as %d", racks, got)
		}
		p, err := f.Resolve()
		if err != nil || p.Bench.Racks != racks {
			t.Errorf("%d racks are read as %d, %v", racks, p.Bench.Racks, err)
		}
		if tl := lay(t, f, at); racks == 100 && !tl.Finish.Equal(before.Finish) {
			t.Errorf("with a rack for each the build is ready %v, not %v", tl.Finish, before.Finish)
		}
	}
}

// coatOf returns the first coat of a plan that is still to be laid.
func coatOf(t *testing.T, f plan.File) string {
	t.Helper()
	for _, z := range f.Zones {
		for _, s := range z.Steps {
			if d, ok := route.TechniqueNamed(string(s.Do)); ok && s.Done == nil && d.Coating() {
				return s.ID
			}
		}
	}
	t.Fatal("nothing is to be coated")
	return ""
}

// In the best order of builds that have one rack between them, no coat is laid while another build's stands wet in it; two racks are enough for two builds.
func TestOrderOnOneRack(t *testing.T) {
	files, at := three(t)
	f := files[1]
	z, i, _ := f.Find(coatOf(t, f))
	f.Zones = f.Zones[z : z+1 : z+1]
	f.Zones[0].Steps = f.Zones[0].Steps[i : i+1 : i+1]
	files = []plan.File{f.Clone(), f.Clone()}
	files[1].Build.Name = "Its twin"
	wet := func(racks int) (together int) {
		for i := range files {
			files[i].Racks = racks
		}
		out := ordered(t, files, plan.Ordering{At: at})
		mine, others := joint.Bookings(out.Best[0]), joint.Bookings(out.Best[1])
		for _, a := range mine {
			for _, b := range others {
				if a.Dries > 0 && b.Dries > 0 && a.Start.Before(b.Start.Add(b.Hands+b.Dries)) && b.Start.Before(a.Start.Add(a.Hands+a.Dries)) {
					together++
				}
			}
		}
		if racks > 0 && !slices.ContainsFunc(mine, func(b schedule.Booking) bool { return b.Dries > 0 }) {
			t.Error("nothing dries")
		}
		return together
	}
	if n := wet(1); n > 0 {
		t.Errorf("%d times two pieces stand in one rack", n)
	}
	if n := wet(2); n == 0 {
		t.Error("with two racks no two pieces are ever wet at once: the one rack held nothing up")
	}
}
