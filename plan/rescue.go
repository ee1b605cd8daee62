package plan

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/rescue"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
)

// RescueFormat is the name of the format of a rescue.
const RescueFormat = "inkysparrow-rescue/1"

// Rescue is why something went wrong with a zone, and what may be done.
type Rescue struct {
	Format   string         `json:"format" jsonschema:"enum=inkysparrow-rescue/1"`
	Zone     string         `json:"zone"`
	At       time.Time      `json:"at"`
	Symptom  string         `json:"symptom"`
	Missing  string         `json:"missing,omitempty" jsonschema:"description=Why this zone can't show it; empty where it can."`
	Causes   []RescueCause  `json:"causes"`
	Ask      *RescueAsk     `json:"ask" jsonschema:"nullable,description=The one question whose answer would change what to do."`
	Remedies []RescueRemedy `json:"remedies" jsonschema:"description=The least expected loss first."`
	Leave    RescueLeave    `json:"leave"`
	NoReturn string         `json:"point_of_no_return" jsonschema:"description=The step from which on going back costs more than living with it; empty for none."`
}

// RescueCause is a cause with how likely it is here.
type RescueCause struct {
	Cause   string  `json:"cause"`
	Words   string  `json:"words"`
	Step    string  `json:"step"`
	Chance  float64 `json:"chance"`
	Because string  `json:"because"`
}

// RescueAsk is a question, or a test.
type RescueAsk struct {
	Test  string  `json:"test"`
	Words string  `json:"words"`
	Bits  float64 `json:"bits"`
	Worth float64 `json:"worth" jsonschema:"description=Evenings."`
	Yes   string  `json:"yes" jsonschema:"description=The likeliest cause then."`
	No    string  `json:"no"`
	Care  string  `json:"caution,omitempty"`
}

// RescueRemedy is what may be done, as it would be done here.
type RescueRemedy struct {
	Remedy    string             `json:"remedy"`
	Words     string             `json:"words"`
	Steps     []Step             `json:"steps"`
	Minutes   float64            `json:"minutes"`
	Evenings  float64            `json:"evenings"`
	Success   float64            `json:"success"`
	Loss      float64            `json:"loss" jsonschema:"description=Evenings that are expected to be lost with it."`
	Needs     string             `json:"needs" jsonschema:"description=What nothing at hand is; empty where all is there."`
	Stop      bool               `json:"stop" jsonschema:"description=By the rules it harms what lies below today."`
	Endangers []RescueEndangered `json:"endangers"`
	Until     *time.Time         `json:"until" jsonschema:"nullable"`
	Redo      []string           `json:"redo"`
	BackTo    string             `json:"back_to"`
}

// RescueEndangered is a film that a remedy endangers.
type RescueEndangered struct {
	Layer    string `json:"layer"`
	Severity string `json:"severity" jsonschema:"enum=note,enum=warn,enum=stop"`
	Because  string `json:"because"`
}

// RescueLeave is living with it.
type RescueLeave struct {
	DE   float64 `json:"de" jsonschema:"description=How plainly it is seen at arm's length, CIEDE2000."`
	Loss float64 `json:"loss"`
}

// RescueQuery is what is asked about a mishap.
type RescueQuery struct {
	Zone    string
	At      time.Time // zero for now: the plan's own, or its start
	Symptom string    // empty where none is chosen yet
	Where   string
	Since   string
	Look    string
	Rubs    string   // whether it comes off on a finger: yes, no, empty for not said
	Tacky   string   // whether it sticks
	Answers []string // "TEST=yes"
}

// Mishapped is a zone looked over, with what one of its symptoms comes of.
type Mishapped struct {
	Case   *rescue.Case
	Answer *rescue.Answer // nil where no symptom was asked about
	At     time.Time
	Told   rescue.Told
	file   File
	from   map[*coating.Product]source
}

// told reads what was told of it.
func (q RescueQuery) told() (t rescue.Told, err error) {
	for _, x := range []struct {
		place, is string
		all       []string
	}{
		{"where", q.Where, ids(rescue.Wheres, func(w rescue.WhereWords) string { return string(w.ID) })},
		{"since", q.Since, ids(rescue.Whens, func(w rescue.WhenWords) string { return string(w.ID) })},
		{"look", q.Look, ids(rescue.Looks, func(w rescue.LookWords) string { return w.ID })},
	} {
		if x.is != "" && !slices.Contains(x.all, x.is) {
			return t, fault(x.place, "%q is none of %s", x.is, strings.Join(x.all, ", "))
		}
	}
	t = rescue.Told{Where: rescue.Where(q.Where), When: rescue.When(q.Since), Look: q.Look, Answers: map[string]bool{}}
	for _, x := range []struct {
		place, is string
		to        **bool
	}{{"rubs", q.Rubs, &t.Rubs}, {"tacky", q.Tacky, &t.Tacky}} {
		switch x.is {
		case "":
		case "yes", "no":
			*x.to = new(x.is == "yes")
		default:
			return t, fault(x.place, "%q is neither yes nor no", x.is)
		}
	}
	for _, a := range q.Answers {
		test, is, ok := strings.Cut(a, "=")
		if _, twice := t.Answers[test]; !ok || rescue.TestNamed(test) == nil || is != "yes" && is != "no" || twice {
			return t, fault("answer", "%q is not an answer such as finger=yes, or given twice; there are %s", a, words(rescue.Tests(), func(x *rescue.Test) string { return x.ID }))
		}
		t.Answers[test] = is == "yes"
	}
	return t, nil
}

func ids[T any](all []T, id func(T) string) (out []string) {
	for _, x := range all {
		out = append(out, id(x))
	}
	return out
}

// Rescue looks a zone over for what went wrong with it: why, and what may be done with what the plan and the shelf have. checked is the plan as it was judged. Errors are *FieldError, and ctx's where it ends.
func (f File) Rescue(ctx context.Context, checked *rule.Report, q RescueQuery, shelf ...Product) (*Mishapped, error) {
	i := slices.IndexFunc(checked.Lines, func(l *timeline.Line) bool { return l.Zone.ID == q.Zone })
	if i < 0 {
		return nil, fault("zone", "no zone %q; there are %s", q.Zone, words(f.Zones, func(z Zone) string { return z.ID }))
	}
	var symptom *rescue.Symptom
	if q.Symptom != "" {
		if symptom = rescue.SymptomNamed(q.Symptom); symptom == nil {
			return nil, fault("symptom", "no symptom %q; there are %s", q.Symptom, words(rescue.Symptoms(), func(s *rescue.Symptom) string { return s.ID }))
		}
	}
	told, err := q.told()
	if err != nil {
		return nil, err
	}
	if q.At.IsZero() {
		if q.At = checked.Plan.Now; q.At.IsZero() {
			q.At = checked.Plan.Start
		}
	}
	if err := inYears("at", q.At); err != nil {
		return nil, err
	}
	m := &Mishapped{At: q.At, Told: told, file: f, from: map[*coating.Product]source{}}
	var hand []*coating.Product
	for _, p := range checked.Plan.Products {
		if k := slices.IndexFunc(f.Products, func(own Product) bool { return own.ID == p.ID }); k >= 0 {
			m.from[p] = source{product: f.Products[k], own: true}
		}
	}
	for _, p := range shelf {
		if slices.ContainsFunc(f.Products, func(own Product) bool { return own.Shelf == p.ID }) {
			continue
		}
		r, err := bottle{p, false}.Resolve()
		if err != nil {
			return nil, err
		}
		m.from[r] = source{product: p}
		hand = append(hand, r)
	}
	if m.Case, err = rescue.At(ctx, checked.Timeline, checked.Lines[i], q.At); err != nil {
		return nil, err
	}
	if symptom == nil {
		return m, nil
	}
	m.Answer, err = m.Case.Answer(ctx, symptom, told, f.Turned(), hand...)
	return m, err
}

// MishapOn is a mishap with what it happened to.
type MishapOn struct {
	Mishap
	Do      Do
	Product string // its id on the shelf, else its name; empty for none
	Zone    string // its name
	Build   string // its name
}

// Mishaps returns what went wrong with the plan's steps, zone by zone.
func (f File) Mishaps() (all []MishapOn) {
	for _, z := range f.Zones {
		for _, s := range z.Steps {
			if s.Mishap != nil {
				all = append(all, MishapOn{*s.Mishap, s.Do, f.bottled(s.Product), z.Name, f.Build.Name})
			}
		}
	}
	return all
}

// bottled is what a product of the plan is known by in other builds.
func (f File) bottled(id string) string {
	for _, p := range f.Products {
		if p.ID == id {
			return cmp.Or(p.Shelf, p.Name)
		}
	}
	return ""
}

// Remembering returns the plan as somebody reads it who knows what went wrong with other builds.
func (f File) Remembering(others []MishapOn) File {
	f.went = others
	return f
}

// Turned counts how remedies turned out, in this plan and in the others that are remembered.
func (f File) Turned() rescue.Turned {
	out := rescue.Turned{}
	for _, m := range slices.Concat(f.Mishaps(), f.went) {
		n := out[m.Remedy]
		switch m.Turned {
		case Worked:
			n[0]++
		case Failed:
			n[1]++
		default:
			continue
		}
		out[m.Remedy] = n
	}
	return out
}

// WentWrong tells that the same kind of work with the same product went wrong before, here or in another build; empty where it did not.
func (f File) WentWrong(step *route.Step) string {
	if step.Product == nil {
		return ""
	}
	product := f.bottled(step.Product.ID)
	for _, m := range slices.Concat(f.Mishaps(), f.went) {
		if string(m.Do) != step.Do.ID || m.Product == "" || m.Product != product {
			continue
		}
		where := m.Zone
		if m.Build != f.Build.Name {
			where += " of " + m.Build
		}
		return fmt.Sprintf("%s went wrong before, on %s: %s.", step.Product.Name, where, say.Lower(rescue.CauseNamed(m.Cause).Words))
	}
	return ""
}

// Edit returns the edit that takes a remedy into the route: what went wrong is marked on the step that is to blame, and its steps follow what is done.
func (m *Mishapped) Edit(remedy string) Edit {
	e := Edit{Do: "rescue", Zone: m.Case.Line.Zone.ID, Mishap: &Mishap{Symptom: m.Answer.Symptom.ID, Cause: m.Answer.Causes[0].ID, Remedy: remedy, At: whole(m.At)}}
	if s := m.Case.Blame(m.Answer.Causes[0].ID); s != nil {
		e.Of = s.ID
	}
	part := m.Answer.Parts[remedy]
	if part == nil || part.Missing != "" {
		return e
	}
	for _, s := range part.Steps {
		one, p := m.step(s)
		e.Steps = append(e.Steps, one)
		if p != nil && !slices.ContainsFunc(e.Products, func(q Product) bool { return q.ID == p.ID }) {
			e.Products = append(e.Products, *p)
		}
	}
	return e
}

// step writes a step as it stands in a file, with its product where the plan doesn't have that yet.
func (m *Mishapped) step(s *route.Step) (Step, *Product) {
	out := Step{ID: s.ID, Do: Do(s.Do.ID), Laying: Laying(s.Laying), Of: s.Of, AreaPct: rounded(100*s.Share, 1)}
	if s.Coats > 1 || s.Do.Coats > 1 {
		out.Coats = s.Coats
	}
	if s.Do.Has(route.Cloth) {
		out.With, out.Stroke = With(s.Cloth.String()), Stroke(s.Stroke)
	}
	if s.Product == nil {
		return out, nil
	}
	from, known := m.from[s.Product]
	if !known {
		from = source{product: productOf(s.Product)}
	}
	out.Product = from.product.ID
	if from.own {
		return out, nil
	}
	p := from.product
	p.Shelf = p.ID
	return out, &p
}

// rescue marks what went wrong and puts its remedy into the route.
func (f *File) rescue(e Edit) (string, error) {
	z, err := f.zone(e.Zone)
	if err != nil {
		return "", err
	}
	if e.Mishap == nil {
		return "", fault("edit.mishap", "missing: what went wrong")
	}
	zone := &f.Zones[z]
	if e.Of != "" {
		i := zone.place(e.Of)
		if i < 0 {
			return "", fault("edit.of", "no step %q in the zone", e.Of)
		}
		if zone.Steps[i].Done == nil {
			return "", fault("edit.of", "%s is not done: nothing has gone wrong with it yet", f.stepWords(z, i))
		}
		zone.Steps[i].Mishap, zone.Steps[i].Seen = new(*e.Mishap), Sight(route.SawSomething)
	}
	at := 0
	for i, s := range zone.Steps {
		if s.Done != nil || s.Started != nil {
			at = i + 1
		}
	}
	taken, named := map[string]string{}, map[string]string{}
	for _, p := range e.Products {
		taken[p.ID] = f.take(p)
	}
	for k, s := range e.Steps {
		if id, ok := taken[s.Product]; ok {
			s.Product = id
		}
		was := s.ID
		s.ID = f.free(zone.ID + "-" + string(s.Do))
		named[was] = s.ID
		if s.Of != "" {
			of, ok := named[s.Of]
			if !ok {
				return "", fault(fmt.Sprintf("edit.steps[%d].of", k), "no step %q before it", s.Of)
			}
			s.Of = of
		}
		zone.Steps = slices.Insert(zone.Steps, at, s)
		at++
	}
	words := "Wrote down what went wrong with " + zone.Name
	if r := rescue.RemedyNamed(e.Mishap.Remedy); r != nil {
		words += ": " + strings.ToLower(r.Words[:1]) + r.Words[1:]
	}
	if len(e.Steps) == 0 {
		return words, nil
	}
	return words + zone.unpin(at), nil
}

// turned notes how a remedy turned out.
func (f *File) turned(e Edit) (string, error) {
	z, i, err := f.step(e.Of)
	if err != nil {
		return "", err
	}
	s := &f.Zones[z].Steps[i]
	switch {
	case s.Mishap == nil:
		return "", fault("edit.of", "nothing went wrong with %s", f.stepWords(z, i))
	case e.Mishap == nil || e.Mishap.Turned == "":
		return "", fault("edit.mishap.turned", "say how it turned out: worked or failed")
	}
	m := *s.Mishap
	m.Turned = e.Mishap.Turned
	s.Mishap = &m
	return fmt.Sprintf("The remedy for %s %s", f.stepWords(z, i), m.Turned), nil
}

// sound holds a mishap against what there is.
func (m *Mishap) sound(path string, done bool) error {
	switch {
	case !done:
		return fault(path, "only what is done has gone wrong")
	case rescue.SymptomNamed(m.Symptom) == nil:
		return fault(path+".symptom", "no symptom %q", m.Symptom)
	case rescue.CauseNamed(m.Cause) == nil:
		return fault(path+".cause", "no cause %q", m.Cause)
	case rescue.RemedyNamed(m.Remedy) == nil:
		return fault(path+".remedy", "no remedy %q", m.Remedy)
	}
	return inYears(path+".at", m.At)
}

// Report writes the answer as the headless command prints it.
func (m *Mishapped) Report() *Rescue {
	a := m.Answer
	out := &Rescue{
		Format: RescueFormat, Zone: m.Case.Line.Zone.ID, At: m.At.UTC(), Symptom: a.Symptom.ID, Missing: m.Case.Missing(a.Symptom), Causes: []RescueCause{}, Remedies: []RescueRemedy{},
		Leave: RescueLeave{rounded(m.Case.Shows(a.Symptom), 1), a.Symptom.Living},
	}
	for _, c := range a.Causes {
		step, because := m.Case.Speaks(c.ID)
		one := RescueCause{Cause: c.ID, Words: c.Words, Chance: c.Chance, Because: because}
		if step != nil {
			one.Step = step.ID
		}
		out.Causes = append(out.Causes, one)
	}
	if q := a.Ask; q != nil {
		out.Ask = &RescueAsk{q.ID, q.Words, rounded(q.Bits, 3), rounded(q.Worth, 3), q.YesSays, q.NoSays, q.Caution}
	}
	for _, w := range a.Ways {
		if w.ID == rescue.Leave {
			continue
		}
		one := RescueRemedy{
			Remedy: w.ID, Words: w.Words, Steps: []Step{}, Minutes: w.Minutes, Evenings: w.Evenings, Success: rounded(w.Success, 3), Loss: rounded(w.Loss, 2), Stop: w.Harmful(), Endangers: []RescueEndangered{}, Redo: []string{},
		}
		if p := a.Parts[w.ID]; p != nil {
			one.Needs = p.Needs()
			for _, s := range p.Steps {
				step, _ := m.step(s)
				one.Steps = append(one.Steps, step)
			}
			for _, e := range p.Endangers {
				one.Endangers = append(one.Endangers, RescueEndangered{e.Layer, e.Severity.String(), e.Words()})
			}
			if !p.Until.IsZero() {
				one.Until = new(whole(p.Until))
			}
			for _, s := range p.Redo {
				one.Redo = append(one.Redo, s.ID)
			}
			if p.BackTo != nil {
				one.BackTo = p.BackTo.ID
			}
		}
		out.Remedies = append(out.Remedies, one)
	}
	if a.Shut != nil {
		out.NoReturn = a.Shut.ID
	}
	return out
}

// RescueSchema returns the JSON Schema of Rescue.
func RescueSchema() ([]byte, error) { return schemaOf(&Rescue{}, "Inky Sparrow rescue") }
