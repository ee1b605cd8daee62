package web

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"

	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/cure"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// judged is a build at a revision, worked out once and then only read.
type judged struct {
	slug     string
	file     plan.File
	plan     *route.Plan
	checked  *rule.Report
	report   *plan.Report
	sessions []schedule.Span
	view     wire.Build
}

func judge(b store.Build) (*judged, error) {
	p, err := b.Plan.Resolve()
	if err != nil {
		return nil, err
	}
	j := &judged{slug: b.Slug, file: b.Plan, plan: p, checked: rule.Check(p)}
	j.report = plan.Judge(b.Plan, j.checked)
	j.view = wire.Build{
		Slug: b.Slug, Revision: b.Revision, Undoes: b.Undoes, Redoes: b.Redoes, Name: p.Name, Scale: p.Scale, Timezone: p.Place().String(),
		Zones: []wire.Zone{}, Findings: j.findings(), Plan: whole(b.Plan),
	}
	j.view.Promise, j.view.Late = promise(p, j.checked.Finish)
	worst := map[string]wire.State{}
	for _, f := range j.report.Findings {
		for _, id := range []string{f.Step, "zone " + f.Zone} {
			worst[id] = worse(worst[id], stateOf(f.Severity))
		}
	}
	for _, line := range j.checked.Lines {
		j.view.Zones = append(j.view.Zones, j.zone(line, worst))
	}
	j.view.Tape = j.tape()
	j.view.Opening = j.opening()
	return j, nil
}

// whole returns the plan with empty lists in place of missing ones.
func whole(f plan.File) plan.File {
	f = f.Clone()
	if f.Products == nil {
		f.Products = []plan.Product{}
	}
	if f.Zones == nil {
		f.Zones = []plan.Zone{}
	}
	for i := range f.Zones {
		if f.Zones[i].Steps == nil {
			f.Zones[i].Steps = []plan.Step{}
		}
	}
	return f
}

func stateOf(severity string) wire.State {
	return map[string]wire.State{"stop": wire.Bite, "warn": wire.Hold, "note": wire.Note}[severity]
}

var badness = map[wire.State]int{"": 0, wire.Safe: 0, wire.Note: 1, wire.Hold: 2, wire.Bite: 3}

func worse(a, b wire.State) wire.State {
	if badness[b] > badness[a] {
		return b
	}
	return a
}

func orSafe(s wire.State) wire.State {
	if s == "" {
		return wire.Safe
	}
	return s
}

func (j *judged) local(t time.Time) time.Time { return t.In(j.plan.Place()) }

// momentLayout is how the tape and the route write a moment, where the month is clear.
const momentLayout = "Mon 2 · " + say.ClockLayout

// clock writes a moment with its date.
func (j *judged) clock(t time.Time) string { return say.Clock(t, j.plan.Place()) }

func (j *judged) findings() []wire.Finding {
	out := []wire.Finding{}
	for i, f := range j.report.Findings {
		w := wire.Finding{
			Zone: f.Zone, Step: f.Step, Rule: f.Rule, Severity: f.Severity, State: stateOf(f.Severity), Title: f.Title, Because: f.Because,
			Reason: j.checked.Findings[i].Rule.Reason, Evidence: f.Evidence, Fixes: []wire.Fixed{},
		}
		if f.RED != nil && f.LossUM != nil {
			w.Figure = fmt.Sprintf("Reach %.2f of the film's limit; %.2f µm would go, %.2f is not seen.", *f.RED, *f.LossUM, float64(stack.Limit()))
		}
		for _, x := range f.Fixes {
			w.Fixes = append(w.Fixes, wire.Fixed{Do: string(x.Do), Words: j.fixWords(f.Step, x), Start: j.startWords(x), Effect: j.effect(x)})
		}
		out = append(out, w)
	}
	slices.SortStableFunc(out, func(a, b wire.Finding) int { return badness[b.State] - badness[a.State] })
	return out
}

// fixWords says what a fix does; when it would begin stands beside it.
func (j *judged) fixWords(step string, x plan.Fix) string {
	if x.Do == timeline.FixWait {
		return "Wait until it is safe"
	}
	return j.file.Describe(step, x)
}

func (j *judged) startWords(x plan.Fix) string {
	if x.Start == nil {
		return ""
	}
	return j.local(*x.Start).Format(momentLayout)
}

// effect says what a fix does to the finish.
func (j *judged) effect(x plan.Fix) string {
	if x.Finish == nil || j.report.Finish == nil {
		return ""
	}
	now, then := j.local(*j.report.Finish), j.local(*x.Finish)
	ready := "ready " + then.Format(say.DayLayout)
	switch days := dayOf(then) - dayOf(now); {
	case days == 0:
		return ready + ", as now"
	case days > 0:
		return fmt.Sprintf("%s, %s later", ready, count(days, "day"))
	default:
		return fmt.Sprintf("%s, %s sooner", ready, count(-days, "day"))
	}
}

// dayOf numbers local days.
func dayOf(t time.Time) int {
	y, m, d := t.Date()
	return int(time.Date(y, m, d, 0, 0, 0, 0, time.UTC).Unix() / 86400)
}

func count(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

// promise says how a plan's finish stands against its wanted date, and whether it is late.
func promise(p *route.Plan, finish time.Time) (words string, late bool) {
	if finish.IsZero() {
		return "no steps yet", false
	}
	finish = finish.In(p.Place())
	if p.Wanted.IsZero() {
		return "ready " + finish.Format(say.DayLayout), false
	}
	wanted := p.Wanted.Add(-time.Second).In(p.Place())
	switch days := dayOf(wanted) - dayOf(finish); {
	case days < 0:
		return fmt.Sprintf("ready %s, %s late", finish.Format(say.DayLayout), count(-days, "day")), true
	case days == 0:
		return "ready on the wanted day", false
	default:
		return fmt.Sprintf("ready in time by %s", count(days, "day")), false
	}
}

func (j *judged) zone(line *timeline.Line, worst map[string]wire.State) wire.Zone {
	z := wire.Zone{ID: line.Zone.ID, Name: line.Zone.Name, AreaCM2: line.Zone.AreaCM2, State: orSafe(worst["zone "+line.Zone.ID]), Steps: []wire.Step{}}
	for i, p := range line.Steps {
		s := wire.Step{
			ID: p.Step.ID, Number: i + 1, Do: p.Step.Do.ID, Name: p.Step.Do.Name, Short: p.Step.Do.Short, Phase: p.Step.Do.Phase.String(),
			Detail: detail(p.Step), Kind: "planned", State: orSafe(worst[p.Step.ID]), Start: p.Start.UTC(), End: p.End.UTC(),
			TouchDry: p.TouchDry.UTC(), Ready: p.Ready.UTC(), Cautions: append([]string{}, p.Step.Cautions()...), Trail: []wire.Sample{}, Waits: j.waits(p.Step),
		}
		if p.Step.Product != nil {
			s.Colour = p.Step.Product.Colour
		}
		switch {
		case !p.Step.Done.IsZero():
			s.Kind = "done"
			z.Done++
		case !p.Step.At.IsZero():
			s.Kind = "pinned"
		}
		if p.Step.Do.Has(route.Cloth) {
			opens, closes := p.Opens.UTC(), p.Closes.UTC()
			s.Opens, s.Closes = &opens, &closes
		}
		if p.Layer > 0 {
			s.Trail = trail(line.Films[p.Layer], p.Ready)
			s.Spread = j.spread(line.Films[p.Layer])
		}
		s.When = j.when(p)
		z.Steps = append(z.Steps, s)
	}
	return z
}

// waits tells which zones a join waits for, and from when each of them waits for it.
func (j *judged) waits(s *route.Step) []wire.Wait {
	out := []wire.Wait{}
	for _, line := range j.checked.Lines {
		if line.Zone.Part == "" || !slices.Contains(s.Joins, line.Zone.Part) {
			continue
		}
		w := wire.Wait{Zone: line.Zone.ID}
		for _, p := range line.Steps {
			for _, t := range []time.Time{p.End, p.TouchDry} {
				if t.After(w.From) {
					w.From = t.UTC()
				}
			}
		}
		out = append(out, w)
	}
	return out
}

// spread tells when a film is ready with a fast and a slow product of its family.
func (j *judged) spread(l stack.Layer) string {
	if l.Tau() == 0 {
		return ""
	}
	ready := func(speed cure.Speed) string {
		c := cure.Of(speed.At(l.Film), j.plan.Air)
		return j.local(c.Ready()).Format(momentLayout)
	}
	return fmt.Sprintf("fast product %s, slow %s", ready(cure.Fast), ready(cure.Slow))
}

func (j *judged) when(p timeline.Placed) string {
	if !p.Step.Done.IsZero() {
		return j.local(p.End).Format("2 Jan")
	}
	if p.Step.Do.Has(route.Cloth) && j.local(p.Start).YearDay() == j.local(p.Closes).YearDay() {
		return j.local(p.Start).Format(momentLayout) + " to " + j.local(p.Closes).Format(say.ClockLayout)
	}
	return j.local(p.Start).Format(momentLayout)
}

// detail says what a step is done with.
func detail(s *route.Step) string {
	var parts []string
	if s.Product != nil {
		parts = append(parts, s.Product.Name)
	}
	if s.Do.Has(route.Cloth) {
		words := "dry"
		if l := s.Wets(); l != nil {
			words = fmt.Sprintf("%s, %s", s.Cloth, l.Name)
		}
		stroke := map[string]string{"": "with the airflow", "airflow": "with the airflow", "across-then-airflow": "across, then with the airflow", "circular": "in circles, then with the airflow"}[s.Stroke]
		return say.Capital(words) + "; " + stroke
	}
	switch {
	case s.Do.Has(route.Veils):
		parts = append(parts, count(s.Coats, "veil"))
	case s.Do.Counts != "":
		parts = append(parts, fmt.Sprintf("%d %s", s.Coats, s.Do.Counts))
	case s.Do.Lays && s.Coats > 1:
		parts = append(parts, count(s.Coats, "coat"))
	}
	if n := len(s.Decals); n > 0 {
		parts = append(parts, count(n, "marking"))
	}
	if len(s.Joins) > 0 {
		parts = append(parts, "Waits for what it joins")
	}
	if s.Share > 0 && s.Share < 1 {
		parts = append(parts, fmt.Sprintf("on %.0f %% of the zone", 100*s.Share))
	}
	if s.Do.Has(route.WashOn|route.OilWork) && s.Wets() != nil {
		parts = append(parts, s.Wets().Name)
	}
	if len(parts) == 0 && s.Wets() != nil {
		parts = append(parts, say.Capital(s.Wets().Name))
	}
	if s.Do.Has(route.Tape) {
		parts = append(parts, say.Capital(route.EdgeNamed(s.Edge).Words))
	}
	if len(parts) == 0 {
		parts = append(parts, "By hand")
	}
	return strings.Join(parts, ", ")
}

// trail samples a film's hardening from laid to a little past ready, where the eye can follow it.
func trail(l stack.Layer, ready time.Time) []wire.Sample {
	const samples = 8
	end := l.When(0.9)
	if limit := l.Film.Laid.Add(14 * 24 * time.Hour); end.After(limit) {
		end = limit
	}
	if end.Before(ready) {
		end = ready
	}
	span := end.Sub(l.Film.Laid)
	if span <= 0 {
		return []wire.Sample{}
	}
	var out []wire.Sample
	for i := range samples {
		at := l.Film.Laid.Add(span * time.Duration(i) / (samples - 1))
		out = append(out, wire.Sample{At: at.UTC(), Hard: round(float64(l.Hard(at)), 3)})
	}
	return out
}

func round(v float64, digits int) float64 {
	scale := math.Pow(10, float64(digits))
	return math.Round(v*scale) / scale
}

// tape begins where the last thing that was done in each zone began, and ends a little after all is ready and wanted.
func (j *judged) tape() wire.Tape {
	tl := j.checked.Timeline
	from := tl.From
	events := []time.Time{}
	for _, line := range tl.Lines {
		last := time.Time{}
		for _, p := range line.Steps {
			if !p.Step.Done.IsZero() && p.Start.After(last) {
				last = p.Start
			}
			for _, t := range []time.Time{p.Start, p.End, p.Ready} {
				events = append(events, t.Truncate(time.Minute).UTC())
			}
		}
		if !last.IsZero() && last.Before(from) {
			from = last
		}
	}
	if earliest := tl.From.AddDate(0, 0, -10); from.Before(earliest) {
		from = earliest
	}
	to := tl.From.Add(24 * time.Hour)
	for _, t := range []time.Time{tl.Finish, j.plan.Wanted} {
		if t.After(to) && t.Sub(tl.From) < 120*24*time.Hour {
			to = t
		}
	}
	// The calendar begins at tl.From; the tape shows the sessions before it too.
	c := schedule.New(j.plan.Bench, from.Add(-12*time.Hour))
	j.sessions = c.Sessions(from, to)
	t := wire.Tape{From: from.UTC(), To: to.UTC(), Sessions: []wire.Session{}}
	for _, s := range j.sessions {
		t.Sessions = append(t.Sessions, wire.Session{From: s.From.UTC(), To: s.To.UTC(), Label: j.local(s.From).Format("Mon 2")})
		if s.From.Before(from) {
			t.From = s.From.UTC()
		}
		if s.To.After(to) {
			t.To = s.To.UTC()
		}
	}
	if !j.plan.Wanted.IsZero() && !j.plan.Wanted.After(t.To) {
		w := j.plan.Wanted.UTC()
		t.Wanted = &w
	}
	slices.SortFunc(events, time.Time.Compare)
	events = slices.CompactFunc(events, time.Time.Equal)
	t.Events = slices.DeleteFunc(events, func(e time.Time) bool { return e.Before(t.From) || e.After(t.To) })
	return t
}

// opening is the first stop or warning, else the step that comes next, else the start of the tape.
func (j *judged) opening() wire.Opening {
	if len(j.view.Findings) > 0 && j.view.Findings[0].Severity != "note" {
		f := j.view.Findings[0]
		if at, ok := j.checked.StartOf(f.Step); ok {
			return wire.Opening{Zone: f.Zone, Step: f.Step, At: at.UTC()}
		}
	}
	o := wire.Opening{At: j.checked.From.UTC()}
	for _, z := range j.view.Zones {
		if o.Zone == "" {
			o.Zone = z.ID
		}
		for _, s := range z.Steps {
			if s.Kind != "done" && (o.Step == "" || s.Start.Before(o.At)) {
				o = wire.Opening{Zone: z.ID, Step: s.ID, At: s.Start}
			}
		}
	}
	return o
}

// at is the zone at a moment, with the liquid of step or, where that has been done by then, of the next one.
func (j *judged) at(moment time.Time, zone, step string) (wire.Moment, bool) {
	i := slices.IndexFunc(j.checked.Lines, func(l *timeline.Line) bool { return l.Zone.ID == zone })
	if i < 0 {
		return wire.Moment{}, false
	}
	line := j.checked.Lines[i]
	m := wire.Moment{At: moment.UTC(), Clock: j.local(moment).Format(momentLayout), Session: j.sessionWords(moment), Air: j.air(moment), Zones: []wire.AtZone{}}
	subject := subjectOf(line, step, moment)
	m.Core = j.core(line, subject, moment)
	m.Look = j.look(line, subject, moment)
	for _, l := range j.checked.Lines {
		m.Zones = append(m.Zones, wire.AtZone{ID: l.Zone.ID, Words: topWords(l, moment)})
	}
	return m, true
}

// subjectOf returns the place in the route of the step that the moment is about: the chosen one unless it has ended by then, else the
// first that has not; -1 when all have.
func subjectOf(line *timeline.Line, step string, moment time.Time) int {
	chosen := slices.IndexFunc(line.Steps, func(p timeline.Placed) bool { return p.Step.ID == step })
	if chosen >= 0 && line.Steps[chosen].End.After(moment) {
		return chosen
	}
	return slices.IndexFunc(line.Steps, func(p timeline.Placed) bool { return p.End.After(moment) })
}

func (j *judged) sessionWords(moment time.Time) string {
	for i, s := range j.sessions {
		name := "evening"
		if j.local(s.From).Hour() < 16 {
			name = "session"
		}
		switch {
		case moment.Before(s.From):
			return fmt.Sprintf("between sessions, next %s", j.local(s.From).Format(momentLayout))
		case moment.Before(s.To):
			return fmt.Sprintf("%s %d of %d, %s left", name, i+1, len(j.sessions), say.Bench(s.To.Sub(moment)))
		}
	}
	return "after the last session"
}

func (j *judged) air(moment time.Time) wire.Air {
	a := j.plan.Air.At(moment)
	out := wire.Air{TemperatureC: round(a.TemperatureC, 1), HumidityPct: round(100*a.Humidity, 0)}
	if d := a.DewPointC(); !math.IsInf(d, 0) {
		out.DewPointC = round(d, 1)
	}
	out.Words = fmt.Sprintf("%s, %.0f %% humidity, dew point %s", say.Celsius(a.TemperatureC, 1), 100*a.Humidity, say.Celsius(out.DewPointC, 1))
	return out
}

func topWords(l *timeline.Line, moment time.Time) string {
	for i := len(l.Films) - 1; i > 0; i-- {
		film := &l.Films[i]
		if film.Film.Laid.After(moment) {
			continue
		}
		s := film.At(moment)
		if !film.Film.Family.Mechanism.Hardens {
			return s.Phase.String()
		}
		return fmt.Sprintf("%s, %.0f %% hard", s.Phase, 100*float64(s.Hard))
	}
	return "bare plastic"
}

func (j *judged) core(line *timeline.Line, subject int, moment time.Time) wire.Core {
	c := wire.Core{State: wire.Safe, Films: []wire.Film{}}
	reached := map[int]stack.Reach{}
	below := len(line.Films)
	if subject >= 0 {
		site := j.checked.Site(line, subject)
		below = len(site.Below)
		c.Step = site.Step.ID
		if touch, wets := site.Touch, site.Wets; wets {
			c.Drop = dropOf(site.Step, touch, stack.ContactTime(touch.Contact, touch.Liquid, moment, j.plan.Air))
			for _, r := range site.Below.Cut(touch, moment, j.plan.Air) {
				reached[r.Place] = r
				if r.Bites() {
					c.State = wire.Bite
				}
			}
		}
	}
	worst := stack.Reach{Place: -1}
	for _, r := range reached {
		if r.Bites() && (worst.Place < 0 || r.Loss > worst.Loss) {
			worst = r
		}
	}
	for i := below - 1; i >= 0; i-- {
		if film := &line.Films[i]; !film.Film.Laid.After(moment) {
			c.Films = append(c.Films, j.film(line, i, moment, reached[i]))
		}
	}
	c.Words = coreWords(c, worst, line)
	return c
}

func coreWords(c wire.Core, worst stack.Reach, line *timeline.Line) string {
	switch {
	case c.Step == "":
		return "Nothing more is planned here."
	case c.Drop == nil:
		return "Nothing wet touches the films."
	case worst.Place < 0:
		return "Safe at this moment."
	case worst.Wet:
		return fmt.Sprintf("%s is still wet.", say.Capital(filmName(line, worst.Place)))
	case worst.Whole:
		return fmt.Sprintf("%s lets go, and all above it comes off.", say.Capital(filmName(line, worst.Place)))
	}
	return fmt.Sprintf("Bites %s %.1f µm deep.", filmName(line, worst.Place), float64(worst.Depth))
}

func dropOf(s *route.Step, t stack.Touch, standing time.Duration) *wire.Drop {
	d := &wire.Drop{Name: "No liquid", Contact: t.Contact.Name, Standing: say.Bench(standing)}
	if t.Liquid != nil {
		d.Name = say.Capital(t.Liquid.Name)
	}
	if standing < time.Minute {
		d.Standing = fmt.Sprintf("%.0f s", standing.Seconds())
	}
	if standing == 0 {
		d.Standing = ""
	}
	switch {
	case s.Product != nil:
		d.Carries = "carries " + s.Product.Name
	case s.Wiped != nil:
		d.Carries = "wipes " + s.Wiped.Product.Name
	}
	return d
}

func filmName(line *timeline.Line, i int) string {
	for _, p := range line.Steps {
		if p.Layer == i && i > 0 {
			return p.Step.Product.Name
		}
	}
	return "the plastic"
}

func (j *judged) film(line *timeline.Line, i int, moment time.Time, r stack.Reach) wire.Film {
	layer := &line.Films[i]
	state := layer.At(moment)
	f := wire.Film{
		Step: layer.Step, Name: say.Capital(filmName(line, i)), Thickness: round(float64(layer.Film.Thickness()), 1), Hard: round(float64(state.Hard), 3),
		Phase: state.Phase.String(), Colour: look.Plastic.String(), Sheen: "semi-gloss", Covers: layer.Film.Family.Closed, Hardens: layer.Film.Family.Mechanism.Hardens,
		Depth: round(float64(r.Depth), 1), Loss: round(float64(r.Loss), 3), Bitten: r.Bites(),
	}
	f.Detail = fmt.Sprintf("%s, %.3g µm", layer.Film.Family.Name, f.Thickness)
	if i == 0 {
		f.Detail = "polystyrene, 1.2 mm"
		return f
	}
	f.Why = j.filmWords(layer, state)
	for _, p := range line.Steps {
		if p.Layer == i {
			f.Sheen = p.Step.Sheen().String()
			f.Clear = p.Step.Product.Kind == coating.Clear
			f.Colour = colour.Or(p.Step.Product.Colour, colour.Grey(82)).String()
			f.Detail = fmt.Sprintf("%s, %.3g µm", count(layer.Film.Coats, "coat"), f.Thickness)
		}
	}
	return f
}

// filmWords tells where a film's hardness comes from.
func (j *judged) filmWords(l *stack.Layer, state cure.State) string {
	clock := func(t time.Time) string { return say.Clock(t, j.plan.Place()) }
	words := fmt.Sprintf("Laid %s; its carrier is gone %s, the next coat may go on %s.", clock(l.Film.Laid), clock(l.Stiff()), clock(l.Ready()))
	if tau := l.Tau(); tau > 0 {
		words += fmt.Sprintf(" It is %.0f %% hard because %s; at %.3g µm it takes %.0f h for the first 63 %%, in a room at %s.",
			100*float64(state.Hard), l.Film.Family.Mechanism.Name, float64(l.Film.Thickness()), tau.Hours(), say.Celsius(climate.Room.TemperatureC, 0))
	} else {
		words += " " + say.Capital(l.Film.Family.Mechanism.Name) + "."
	}
	return words
}

func (j *judged) look(line *timeline.Line, subject int, moment time.Time) wire.Look {
	n := subject
	if n < 0 {
		n = len(line.Steps)
	}
	l := wire.Look{Title: "as it stands"}
	before := look.Of(line, n, moment)
	after := before
	if subject >= 0 {
		l.Step = line.Steps[subject].Step.ID
		l.Title = fmt.Sprintf("before and after step %d", subject+1)
		after = look.Of(line, n+1, moment)
	}
	l.Before, l.After = skin(before), skin(after)
	return l
}

func skin(k look.Skin) wire.Skin {
	s := wire.Skin{
		Surface: k.Surface.String(), Line: k.Line.String(), Paint: k.Paint.String(), Residue: round(k.Residue, 3), Filled: round(k.Filled, 3),
		Sheen: k.Sheen.String(), Marks: []wire.Mark{},
	}
	gloss, flat := float64(coating.Gloss.Texture()), float64(coating.Flat.Texture())
	s.Gloss = round(min(1, max(0, math.Log(flat/max(gloss, float64(k.Texture)))/math.Log(flat/gloss))), 3)
	for _, m := range k.Marks {
		if m.Strength > 0.02 {
			s.Marks = append(s.Marks, wire.Mark{Kind: m.Kind, Colour: m.Colour.String(), Strength: round(m.Strength, 3), Share: round(m.Share, 4)})
		}
	}
	s.Words = s.Sheen
	if k.Residue > 0 || k.Filled > 0 {
		s.Words = fmt.Sprintf("%s, wash on %.0f %% of the surface", s.Sheen, 100*k.Residue)
	}
	return s
}

func listed(b store.Summary) wire.Listed {
	w := wire.Listed{Slug: b.Slug, Name: b.Name, Scale: b.Scale, NextStep: b.NextStep, Stops: b.Stops, Warns: b.Warns, Away: b.Away}
	w.NextAt, w.Finish = orNil(b.NextAt), orNil(b.Finish)
	return w
}

func orNil(t time.Time) *time.Time {
	if t.IsZero() {
		return nil
	}
	u := t.UTC()
	return &u
}

// fix finds the fix that the page chose, so that only what was proposed can be done.
func (j *judged) fix(step, rule string, choice int) (plan.Fix, bool) {
	for _, f := range j.report.Findings {
		if f.Step == step && f.Rule == rule && choice < len(f.Fixes) {
			return f.Fixes[choice], true
		}
	}
	return plan.Fix{}, false
}
