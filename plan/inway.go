package plan

import (
	"cmp"
	"context"
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/joint"
	"inkysparrow/core/order"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/verdict"
)

// HoldsBy is what a step of a chain waits for.
type HoldsBy string

// What may hold a step.
const (
	ByFilm    HoldsBy = "film"    // what lies below it has to harden
	ByEvening HoldsBy = "evening" // the bench is shut
	ByHands   HoldsBy = "hands"   // something else is being done
	ByStart   HoldsBy = "start"   // nothing: it could be begun at once
)

// Link is a step that a build's date hangs on.
type Link struct {
	joint.Entry
	At    time.Time
	Holds HoldsBy
	Wait  time.Duration // since the link before it was done
	Could time.Time     // when it could be done, had one more hands; zero where these don't hold it
	Words string
}

// mostLinks is how long a chain may be.
const mostLinks = 100

// Chain returns the steps that a build's date hangs on in the best order, the first one first: each waits for the one before it.
func (out *Ordered) Chain(plan int) []Link {
	tl := out.Best[plan]
	var at joint.Entry
	last := time.Time{}
	for _, line := range tl.Lines {
		for i, p := range line.Steps {
			if t := clock.Later(p.End, p.Ready); p.Step.Done.IsZero() && t.After(last) {
				at, last = joint.Entry{Plan: plan, Line: line, Place: i}, t
			}
		}
	}
	var chain []Link
	for at.Line != nil && len(chain) < mostLinks {
		link, before := out.link(at)
		chain = append(chain, link)
		at = before
	}
	slices.Reverse(chain)
	return chain
}

// link tells what holds a step, and which step that is; an entry without a line where there is none.
func (out *Ordered) link(e joint.Entry) (l Link, before joint.Entry) {
	p, tl := e.Placed(), out.Best[e.Plan]
	l = Link{Entry: e, At: p.Start, Holds: ByStart}
	place := tl.Plan.Place()
	prev := joint.Entry{}
	if e.Place > 0 && e.Line.Steps[e.Place-1].Step.Done.IsZero() {
		prev = joint.Entry{Plan: e.Plan, Line: e.Line, Place: e.Place - 1}
	}
	for _, other := range tl.Joined(p.Step) {
		if n := len(other.Steps) - 1; n >= 0 && other.Steps[n].Step.Done.IsZero() && (prev.Line == nil || other.Steps[n].End.After(prev.Placed().End)) {
			prev = joint.Entry{Plan: e.Plan, Line: other, Place: n}
		}
	}
	safe := out.Bench.Safe(e.Plan, tl, e.Line, e.Place)
	room, open := out.Bench.Room(&e, safe), out.Bench.Opens(e.Plan, p.Start)
	before = prev
	switch {
	case open.IsZero():
		l.Words = "It stands where its turn is."
	case room.Before(open):
		l.Holds, l.Could = ByHands, room
		l.Words = fmt.Sprintf("It could be done %s, but something else has its turn then.", say.ClockOf(room, p.Start, place))
	case safe.Before(open):
		l.Holds = ByEvening
		l.Words = fmt.Sprintf("It is ready for it %s; %s is the next evening.", say.ClockOf(safe, p.Start, place), say.ClockOf(open, p.Start, place))
	default:
		l.Holds = ByFilm
		l.Words = "It waits for " + out.film(e) + "."
	}
	if before.Line != nil {
		l.Wait = max(0, p.Start.Sub(before.Placed().End))
	} else if l.Holds == ByStart {
		l.Words = "It can be begun at once."
	}
	return l, before
}

// film names what a step waits for below it.
func (out *Ordered) film(e joint.Entry) string {
	site := out.Best[e.Plan].Site(e.Line, e.Place)
	switch place, ready := site.ReadyBelow(); {
	case place > 0 && ready.After(e.Placed().Start):
		return site.FilmName(place)
	case place > 0:
		return site.FilmName(place) + ", which is ready " + say.ClockOf(ready, e.Placed().Start, site.Plan.Place())
	}
	return route.StepName(e.Line.Steps[e.Place-1].Step)
}

// WayOut is a change that would free a build's date, tried.
type WayOut struct {
	ID     string
	Words  string
	Price  string
	Edits  []Edit
	All    bool // of every plan, and not of the build's alone
	Finish time.Time
	Sooner int // days
	Late   int // days late of all builds then
	Risk   string
}

// How many ways are tried, and how much is done for each.
const (
	mostWays  = 12
	wayEffort = order.Quick / 8
)

// Free tries what would have a build ready sooner in the best order, and returns what does: the soonest first.
func (out *Ordered) Free(ctx context.Context, files []File, q Ordering, plan int) ([]WayOut, error) {
	q.Work, q.Calm = wayEffort, false // a way out may gain what nobody would move for otherwise
	files = out.turned(files)
	var all []WayOut
	ways, err := out.ways(ctx, files[plan], q, plan)
	if err != nil {
		return nil, err
	}
	for _, w := range ways {
		if len(all) == mostWays {
			break
		}
		changed, err := w.on(ctx, files, plan)
		if err != nil {
			if ctx.Err() != nil {
				return nil, ctx.Err()
			}
			continue // it can't be done to this plan
		}
		then, err := BestOrder(ctx, changed, q)
		if ctx.Err() != nil {
			return nil, ctx.Err()
		}
		if err != nil {
			continue
		}
		place := out.Best[plan].Plan.Place()
		w.Finish, w.Late = then.Best[plan].Finish, then.Now.Late
		w.Sooner = clock.Day(out.Best[plan].Finish.In(place)) - clock.Day(w.Finish.In(place))
		if w.Sooner <= 0 && w.Late >= out.Now.Late {
			continue
		}
		if w.Risk, err = risk(ctx, files[plan], changed[plan], q.At); err != nil {
			return nil, err
		}
		all = append(all, w)
	}
	slices.SortStableFunc(all, func(a, b WayOut) int {
		return cmp.Or(cmp.Compare(a.Late, b.Late), cmp.Compare(b.Sooner, a.Sooner))
	})
	return all, nil
}

// turned returns the plans with their turns in the best order, for what is tried to begin from.
func (out *Ordered) turned(files []File) []File {
	all := make([]File, len(files))
	for i, f := range files {
		all[i] = f.Clone()
		all[i].turn(out.Turns[i])
	}
	return all
}

// on returns the plans with the way's edits.
func (w *WayOut) on(ctx context.Context, files []File, plan int) ([]File, error) {
	changed := slices.Clone(files)
	for i := range changed {
		if i != plan && !w.All || changed[i].Build.Finished != "" {
			continue
		}
		for _, e := range w.Edits {
			var err error
			if changed[i], _, err = changed[i].EditContext(ctx, e); err != nil {
				return nil, err
			}
		}
	}
	return changed, nil
}

// risk tells what is found in a changed plan that was not found before.
func risk(ctx context.Context, was, is File, at time.Time) (string, error) {
	found := func(f File) (map[string]int, error) {
		p, err := f.AsOf(at).Resolve()
		if err != nil {
			return nil, err
		}
		r, err := rule.CheckContext(ctx, p)
		if err != nil {
			return nil, err
		}
		titles := map[string]int{}
		for _, x := range r.Findings {
			if x.Severity >= verdict.Warn {
				titles[cmp.Or(x.Title, x.Rule.Title)]++
			}
		}
		return titles, nil
	}
	before, err := found(was)
	if err != nil {
		return "", err
	}
	after, err := found(is)
	if err != nil {
		return "", err
	}
	var news []string
	for _, title := range slices.Sorted(maps.Keys(after)) {
		if after[title] > before[title] {
			news = append(news, say.Lower(title))
		}
	}
	if len(news) == 0 {
		return "No new warning.", nil
	}
	return "It brings a warning: " + strings.Join(news, "; ") + ".", nil
}

// ways returns what may free a plan's date, by its chain, not tried yet: the kinds take turns, since only so many are tried.
func (out *Ordered) ways(ctx context.Context, f File, q Ordering, plan int) ([]WayOut, error) {
	chain := out.Chain(plan)
	schools, err := out.aSchool(ctx, f, q, plan)
	if err != nil {
		return nil, err
	}
	kinds := [][]WayOut{out.anEvening(f, plan), out.aHelper(f, plan, chain), out.aSeal(f, chain), out.aCupboard(f, chain), out.aFamily(f, plan, chain), schools, out.leaveOut(plan, chain)}
	var all []WayOut
	for n := 0; ; n++ {
		any := false
		for _, kind := range kinds {
			if n < len(kind) {
				all, any = append(all, kind[n]), true
			}
		}
		if !any {
			return all, nil
		}
	}
}

// anEvening opens the bench on a day that it is shut on: the first Sundays before the date, else the first days.
func (out *Ordered) anEvening(f File, plan int) []WayOut {
	if len(f.Sessions) == 0 {
		return nil
	}
	hours := Hours{f.Sessions[0].From, f.Sessions[0].To}
	tl := out.Best[plan]
	place := tl.Plan.Place()
	var days []time.Time
	y, m, d := out.Bench.At(0).In(place).Date()
	for n := 1; n <= 60; n++ {
		day := time.Date(y, m, d+n, 0, 0, 0, 0, place)
		if !day.Before(tl.Finish) {
			break
		}
		if len(schedule.New(tl.Plan.Bench, day).Sessions(day, day.AddDate(0, 0, 1))) == 0 {
			days = append(days, day)
		}
	}
	slices.SortStableFunc(days, func(a, b time.Time) int { return cmp.Compare(free(b), free(a)) })
	var all []WayOut
	for _, day := range days[:min(2, len(days))] {
		all = append(all, WayOut{
			ID: "evening-" + day.Format(time.DateOnly), Words: fmt.Sprintf("One more session: %s, %s to %s", day.Format("Monday 2 January"), hours.From, hours.To),
			Price: "an evening", All: true, Edits: []Edit{{Do: "put-day", Date: Date(day.Format(time.DateOnly)), Hours: []Hours{hours}}},
		})
	}
	return all
}

// aHelper brings a second pair of hands to the first evenings on which the chain waits for hands, and all builds have their bench open.
func (out *Ordered) aHelper(f File, plan int, chain []Link) []WayOut {
	var all []WayOut
	place := out.Best[plan].Plan.Place()
	for _, l := range chain {
		if l.Holds != ByHands || len(all) == 2 {
			continue
		}
		day := l.Could.In(place)
		if k := out.Bench.SessionAt(l.Could); k < 0 || out.Bench.Sessions[k].Second || f.handsOn(day) > 1 || !out.openTo(l.Could) {
			continue
		}
		w := WayOut{
			ID: "hands-" + day.Format(time.DateOnly), Words: "Somebody to help on " + day.Format("Monday 2 January"), Price: "somebody's evening", All: true,
			Edits: []Edit{{Do: "put-hands", Date: Date(day.Format(time.DateOnly)), Hands: 2}},
		}
		if !slices.ContainsFunc(all, func(o WayOut) bool { return o.ID == w.ID }) {
			all = append(all, w)
		}
	}
	return all
}

// openTo reports whether all builds have a session at a moment.
func (out *Ordered) openTo(at time.Time) bool {
	for plan := range out.Stands {
		if out.Bench.Opens(plan, at).IsZero() {
			return false
		}
	}
	return true
}

// free ranks days by how likely they are one's own.
func free(day time.Time) int {
	if day.Weekday() == time.Sunday || day.Weekday() == time.Saturday {
		return 1
	}
	return 0
}

// longWait is how long a wait is that is worth being got round.
const longWait = 12 * time.Hour

// waits returns the links that wait long for a film, the longest first.
func waits(chain []Link, plan int) []Link {
	var long []Link
	for _, l := range chain {
		if l.Plan == plan && l.Wait >= longWait && l.Place > 0 && l.Holds != ByHands {
			long = append(long, l)
		}
	}
	slices.SortStableFunc(long, func(a, b Link) int { return cmp.Compare(b.Wait, a.Wait) })
	return long
}

// aSeal puts a clear between what waits for a film and the film.
func (out *Ordered) aSeal(f File, chain []Link) []WayOut {
	var clear *Product
	for i := range f.Products {
		if p := &f.Products[i]; p.Kind == coating.Clear && (clear == nil || p.Sheen == Sheen(coating.Gloss)) {
			clear = p
		}
	}
	if clear == nil || len(chain) == 0 {
		return nil
	}
	var all []WayOut
	for _, l := range waits(chain, chain[len(chain)-1].Plan) {
		step := l.Placed().Step
		if !step.Do.Lays || step.Do.Has(route.ClearCoat) || len(all) == 2 {
			continue
		}
		all = append(all, WayOut{
			ID: "seal-" + step.ID, Words: fmt.Sprintf("Seal before %s on %s instead of waiting", route.StepName(step), say.Lower(l.Line.Zone.Name)), Price: "two coats of " + clear.Name,
			Edits: []Edit{{Do: "put-step", Zone: l.Line.Zone.ID, Before: step.ID, Step: &Step{Do: "seal", Product: clear.ID, Coats: 2}}},
		})
	}
	return all
}

// longestWarm is how long a build is left in the warm at most.
const longestWarm = 4 * 24 * time.Hour

// aCupboard has a film dry in the warm.
func (out *Ordered) aCupboard(f File, chain []Link) []WayOut {
	if len(chain) == 0 {
		return nil
	}
	var all []WayOut
	for _, l := range waits(chain, chain[len(chain)-1].Plan) {
		before := l.Line.Steps[l.Place-1]
		if len(all) == 1 {
			break
		}
		from, to := before.End.UTC().Truncate(time.Minute), l.At.UTC().Truncate(time.Minute)
		if to.Sub(from) > longestWarm {
			to = from.Add(longestWarm)
		}
		s := f.Settings()
		c := Climate{TemperatureC: 21, HumidityPct: 50}
		if s.Climate != nil {
			c = *s.Climate
		}
		c.Spells = append(slices.Clone(c.Spells), Spell{From: from, To: to, TemperatureC: gentleC, HumidityPct: gentlePct})
		s.Climate = &c
		all = append(all, WayOut{
			ID: "warm-" + before.Step.ID, Words: fmt.Sprintf("Dry it in a cupboard at %s after %s", say.Celsius(gentleC, 0), route.StepName(before.Step)),
			Price: "warmth, dust kept out. Nothing that burns, and no open bottles, near a heater; its label comes first", Edits: []Edit{{Do: "put-settings", Settings: &s}},
		})
	}
	return all
}

// aFamily lays the film that is waited for in a family that dries sooner.
func (out *Ordered) aFamily(f File, plan int, chain []Link) []WayOut {
	var all []WayOut
	for _, l := range waits(chain, plan) {
		before := l.Line.Steps[l.Place-1].Step
		zone, place, ok := f.Find(before.ID)
		if !ok || before.Product == nil || !before.Do.Lays {
			continue
		}
		var faster []*coating.Family
		for _, other := range coating.Families() {
			if other != before.Product.Family && slices.Contains(other.Kinds, before.Product.Kind) && other.Tau8 < before.Product.Family.Tau8 {
				faster = append(faster, other)
			}
		}
		slices.SortStableFunc(faster, func(a, b *coating.Family) int { return cmp.Compare(a.Tau8, b.Tau8) })
		for _, family := range faster[:min(2, len(faster))] {
			step := f.Zones[zone].Steps[place]
			k := slices.IndexFunc(f.Products, func(p Product) bool { return p.ID == step.Product })
			if k < 0 {
				continue
			}
			p := f.Products[k]
			p.ID, p.Shelf, p.Family, p.Name = "", "", Family(family.ID), say.Capital(family.Name)+" for "+p.Name
			step.Product = ""
			all = append(all, WayOut{
				ID: "family-" + before.ID + "-" + family.ID, Words: fmt.Sprintf("%s in %s", say.Capital(route.StepName(before))+" on "+say.Lower(l.Line.Zone.Name), family.Name), Price: "another bottle",
				Edits: []Edit{{Do: "put-step", Of: before.ID, Step: &step, Product: &p}},
			})
		}
	}
	return all
}

// aSchool answers one school differently, where the build by itself is then ready sooner: most answers are for drafting, and change no date of a route that stands.
func (out *Ordered) aSchool(ctx context.Context, f File, q Ordering, plan int) ([]WayOut, error) {
	var all []WayOut
	given := route.Schools(f.Schools)
	alone := ordering{Ordering: q, files: []File{f}}
	now, err := alone.lay(ctx, nil, nil)
	if err != nil {
		return nil, err
	}
	for _, school := range route.SchoolsTable() {
		for _, a := range school.Answers {
			if given.Of(school.ID) == a.ID {
				continue
			}
			s := f.Settings()
			if s.Schools = maps.Clone(s.Schools); s.Schools == nil {
				s.Schools = map[route.Question]route.Choice{}
			}
			s.Schools[school.ID] = a.ID
			other := f.Clone()
			other.Schools = s.Schools
			alone.files[0] = other
			then, err := alone.lay(ctx, nil, nil)
			if ctx.Err() != nil {
				return nil, ctx.Err()
			}
			if err != nil || !then[0].Finish.Before(now[0].Finish) {
				continue
			}
			all = append(all, WayOut{ID: "school-" + string(school.ID) + "-" + string(a.ID), Words: school.Question + ": " + a.Words, Price: a.Cost, Edits: []Edit{{Do: "put-settings", Settings: &s}}})
		}
	}
	return all, nil
}

// leaveOut does without one effect that the date hangs on.
func (out *Ordered) leaveOut(plan int, chain []Link) []WayOut {
	var all []WayOut
	for _, l := range chain {
		if do := l.Placed().Step.Do; l.Plan == plan && do.Phase >= route.Washing && do.Phase < route.Finish && !do.Has(route.Cloth) && do.Phase != route.Grip {
			all = append(all, WayOut{
				ID: "without-" + l.Placed().Step.ID, Words: fmt.Sprintf("Leave out %s on %s", route.StepName(l.Placed().Step), say.Lower(l.Line.Zone.Name)), Price: "the effect",
				Edits: []Edit{{Do: "remove-step", Of: l.Placed().Step.ID}},
			})
		}
	}
	return all
}

// Missed is what it costs not to be at the bench on an evening.
type Missed struct {
	From, To time.Time
	Late     int   // days later that builds are, past their wanted dates
	Later    int   // days later that builds are ready, wanted or not
	Evenings int   // more
	Finish   []int // days later, by plan
	Steps    int   // that stand on it in the best order
}

// Worse reports whether missing m costs more than missing o: dates first, then days, then evenings.
func (m Missed) Worse(o Missed) bool {
	return cmp.Or(cmp.Compare(m.Late, o.Late), cmp.Compare(m.Later, o.Later), cmp.Compare(m.Evenings, o.Evenings)) > 0
}

// Miss returns what missing each of the coming evenings costs in the best order then.
func (out *Ordered) Miss(ctx context.Context, files []File, q Ordering, evenings int) ([]Missed, error) {
	q.Work, q.Calm = wayEffort, false
	files = out.turned(files)
	var all []Missed
	shut := q.Shut
	for _, s := range out.Bench.Sessions {
		if len(all) == evenings {
			break
		}
		m := Missed{From: out.Bench.At(s.From), To: out.Bench.At(s.To)}
		for _, tl := range out.Best {
			for _, b := range joint.Bookings(tl) {
				if !b.Start.Before(m.From) && b.Start.Before(m.To) {
					m.Steps++
				}
			}
		}
		y, mon, d := m.From.Date()
		q.Shut = append(slices.Clone(shut), schedule.Exception{Year: y, Month: mon, Day: d})
		then, err := BestOrder(ctx, files, q)
		if err != nil {
			return nil, err
		}
		m.Late, m.Evenings = max(0, then.Now.Late-out.Now.Late), max(0, then.Now.Evenings-out.Now.Evenings)
		for _, n := range out.Later(then) {
			m.Finish = append(m.Finish, n)
			m.Later += n
		}
		all = append(all, m)
	}
	return all, nil
}

// Later returns by how many days each build is ready later in another order, 0 where it is not.
func (out *Ordered) Later(then *Ordered) []int {
	days := make([]int, len(out.Best))
	for i, tl := range out.Best {
		place := tl.Plan.Place()
		days[i] = max(0, clock.Day(then.Best[i].Finish.In(place))-clock.Day(tl.Finish.In(place)))
	}
	return days
}
