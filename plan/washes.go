package plan

import (
	"context"
	"errors"
	"maps"
	"math"
	"runtime"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"time"

	"inkysparrow/core/choose"
	"inkysparrow/core/coating"
	"inkysparrow/core/mix"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/solvent"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

// WashesFormat is the name of the format of washes side by side.
const WashesFormat = "inkysparrow-washes/1"

// Washes are the washes for a zone at a moment, side by side.
type Washes struct {
	Format     string      `json:"format" jsonschema:"enum=inkysparrow-washes/1"`
	Zone       string      `json:"zone"`
	At         time.Time   `json:"at"`
	Wishes     []string    `json:"wishes" jsonschema:"description=In the order in which they decide."`
	ForAll     []string    `json:"for_all" jsonschema:"description=What holds for every wash there, said once."`
	Candidates []Candidate `json:"candidates"`
}

// Candidate is a wash as it is judged.
type Candidate struct {
	Product  string `json:"product" jsonschema:"description=Of the file; what it is mixed from where it is a mix; empty for the family's generic one."`
	Name     string `json:"name"`
	Family   string `json:"family"`
	Mix      bool   `json:"mix,omitempty"`
	Recipe   string `json:"recipe,omitempty"`
	Rank     int    `json:"rank"`
	RuledOut string `json:"ruled_out" jsonschema:"description=Why it should not be taken; empty for none."`

	Do    Do       `json:"do"`
	Apply Touch    `json:"apply"`
	Wipe  Touch    `json:"wipe"`
	Rub   string   `json:"rub" jsonschema:"enum=ok,enum=soft"`
	Bands []string `json:"bands" jsonschema:"description=By the wishes."`

	RunMM     float64 `json:"run_mm"`
	Stops     string  `json:"stops" jsonschema:"enum=brush,enum=thick,enum=dried,enum=beads,enum=rough,enum=shallow"`
	LeftPct   float64 `json:"left_pct"`
	KeepsPct  float64 `json:"keeps_pct" jsonschema:"description=Of what ran into the lines."`
	LineDE    float64 `json:"line_de"`
	LineArmDE float64 `json:"line_arm_de" jsonschema:"description=At arm's length."`
	SurfaceDE float64 `json:"surface_de"`
	Colour    string  `json:"line_colour"`

	Opens       time.Time  `json:"opens"`
	Closes      *time.Time `json:"closes" jsonschema:"nullable,description=Null where it stays soluble."`
	Undo        Undo       `json:"undo"`
	Smell       string     `json:"smell"`
	AttendedMin float64    `json:"attended_min"`
	Cost        float64    `json:"cost"`
	VolumeML    float64    `json:"volume_ml"`
	Finish      *time.Time `json:"finish" jsonschema:"nullable"`
}

// Touch is what a liquid does to the films when a wash is put on or wiped.
type Touch struct {
	With     With       `json:"with,omitempty"`
	Liquid   string     `json:"liquid,omitempty"`
	Verdict  string     `json:"verdict" jsonschema:"enum=safe,enum=wait,enum=seal,enum=never"`
	Layer    string     `json:"layer,omitempty" jsonschema:"description=The step that left the film that it takes most of."`
	LossUM   float64    `json:"loss_um"`
	SafeFrom *time.Time `json:"safe_from" jsonschema:"nullable"`
}

// Undo is how a wash is taken off again.
type Undo struct {
	Liquid    string     `json:"liquid"`
	Until     *time.Time `json:"until" jsonschema:"nullable,description=Null for always."`
	Untouched bool       `json:"paint_untouched"`
}

// WashQuery is what is asked about washes.
type WashQuery struct {
	Zone   string
	At     time.Time // zero for when a wash is due
	Wishes []string
	With   string  // dry, damp or wet; empty for the school's
	Liquid string  // of the cloth; empty for each wash's own remover
	Way    string  // how it goes on, an answer of the school wash; empty for the plan's
	Stroke string  // of the cloth; empty for the school's
	Wanted float64 // contrast of lines at arm's length of what is mixed; 0 for what the plan's strength asks for
}

// Chosen are judged washes with what is needed to put one into the plan.
type Chosen struct {
	Place  *choose.Place
	Judged []choose.Judged // ranked
	Wishes []choose.Wish
	file   File
	from   map[*coating.Product]source

	mu     sync.Mutex // held where finish is set
	finish []time.Time
}

type source struct {
	product Product
	own     bool // in the plan already
	mixed   bool
}

// Choose puts the washes of the plan and of the shelf, one of each family, and what can be mixed side by side. checked is the plan as it was judged. Errors
// are *FieldError, and ctx's where it ends.
func (f File) Choose(ctx context.Context, checked *rule.Report, q WashQuery, shelf ...Product) (*Chosen, error) {
	place, err := f.washPlace(checked, q)
	if err != nil {
		return nil, err
	}
	c := &Chosen{Place: place, file: f, from: map[*coating.Product]source{}}
	for _, w := range q.Wishes {
		wish, ok := choose.WishNamed(w)
		if !ok {
			return nil, fault("wish", "no wish %q; there are %s", w, words(choose.Wishes(), func(w choose.WishWords) string { return string(w.ID) }))
		}
		if slices.Contains(c.Wishes, wish) {
			return nil, fault("wish", "%q is given twice", w)
		}
		c.Wishes = append(c.Wishes, wish)
	}
	c.Wishes = choose.Made(c.Wishes)
	wanted := q.Wanted
	if wanted <= 0 {
		wanted = choose.Wanted(place.Plan.Schools)
	}
	var all []choose.Candidate
	for _, b := range f.washable(shelf) {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		p, err := b.Resolve()
		if err != nil {
			return nil, err
		}
		if p.Kind == coating.Wash {
			all = append(all, choose.Bottle(p))
			c.from[p] = source{product: b.Product, own: b.own}
		}
		for _, m := range place.Mixes(p, wanted) {
			all = append(all, m)
			c.from[m.Product] = source{product: mixedOf(m, b.Product), mixed: true}
		}
	}
	for _, g := range place.Generics() {
		all = append(all, g)
		c.from[g.Product] = source{product: productOf(g.Product)}
	}
	c.Judged = place.Judge(all)
	choose.Rank(c.Judged, c.Wishes)
	c.finish = make([]time.Time, len(c.Judged))
	return c, nil
}

// JudgeMix judges one mix that was poured together, as it would be kept: what it does on a zone. Errors are *FieldError.
func (f File) JudgeMix(checked *rule.Report, q WashQuery, cup Cup, m *mix.Mixed) (*Chosen, error) {
	place, err := f.washPlace(checked, q)
	if err != nil {
		return nil, err
	}
	core, err := cup.Core()
	if err != nil {
		return nil, err
	}
	p := m.Product("own-mix", "Own mix")
	kept := productOf(p)
	kept.Parents = parentsOf(core)
	recipe := mix.Recipe{Cup: core, Mixed: m}
	c := &Chosen{Place: place, file: f, from: map[*coating.Product]source{p: {product: kept, mixed: true}}}
	c.Judged = place.Judge([]choose.Candidate{{Product: p, Mixed: m, Recipe: &recipe}})
	choose.Rank(c.Judged, nil)
	c.finish = make([]time.Time, 1)
	return c, nil
}

func (f File) washPlace(checked *rule.Report, q WashQuery) (*choose.Place, error) {
	i := slices.IndexFunc(checked.Lines, func(l *timeline.Line) bool { return l.Zone.ID == q.Zone })
	if i < 0 {
		return nil, fault("zone", "no zone %q; there are %s", q.Zone, words(f.Zones, func(z Zone) string { return z.ID }))
	}
	line := checked.Lines[i]
	at := q.At
	if at.IsZero() {
		at = choose.When(checked.Timeline, line)
	}
	if err := inYears("at", at); err != nil {
		return nil, err
	}
	p := choose.At(checked.Timeline, line, at)
	if q.With != "" {
		cloth, ok := wash.WetnessNamed(q.With)
		if !ok {
			return nil, fault("with", "%q is none of dry, damp, wet", q.With)
		}
		p.Cloth = cloth
	}
	for _, s := range []struct {
		name, answer string
		of           route.Question
	}{{"way", q.Way, route.WashWay}, {"stroke", q.Stroke, route.StrokeWay}} {
		if s.answer == "" {
			continue
		}
		school, _ := route.SchoolNamed(s.of)
		if !school.Has(route.Choice(s.answer)) {
			return nil, fault(s.name, "%q is none of %s", s.answer, words(school.Answers, func(a route.Answer) string { return string(a.ID) }))
		}
		own := *p.Plan
		own.Schools = maps.Clone(own.Schools)
		if own.Schools == nil {
			own.Schools = route.Schools{}
		}
		own.Schools[s.of] = route.Choice(s.answer)
		p.Plan, p.Stroke = &own, own.Schools.Stroke()
	}
	if q.Liquid != "" {
		liquid, ok := solvent.Named(q.Liquid)
		if !ok || !slices.Contains(solvent.Bought(), liquid) {
			return nil, fault("liquid", "no liquid %q; there are %s", q.Liquid, words(solvent.Bought(), func(l *solvent.Liquid) string { return l.ID }))
		}
		p.Liquid = liquid
	}
	return p, nil
}

// washable are the products that are a wash or can be mixed to one: those of the plan, then those of the shelf that the plan holds no copy of.
func (f File) washable(shelf []Product) []bottle {
	var all []bottle
	takes := func(p Product) bool {
		return slices.Contains([]coating.Kind{coating.Wash, coating.Paint, coating.Oil, coating.Pigment}, p.Kind)
	}
	for _, p := range f.Products {
		if takes(p) {
			all = append(all, bottle{p, true})
		}
	}
	for _, p := range shelf {
		if takes(p) && !slices.ContainsFunc(f.Products, func(own Product) bool { return own.Shelf == p.ID }) {
			all = append(all, bottle{p, false})
		}
	}
	return all
}

// productOf writes a product of the core as a plan keeps it.
func productOf(p *coating.Product) Product {
	out := Product{ID: p.ID, Name: p.Name, Kind: p.Kind, Family: Family(p.Family.ID), Colour: p.Colour, Sheen: Sheen(p.Sheen.String()), SolidsPct: math.Round(1e4*p.Solids) / 100}
	for _, l := range []struct {
		is, usual *solvent.Liquid
		out       **Liquid
	}{{p.Carrier, p.Family.Carrier, &out.Carrier}, {p.Thinner, p.Family.Thinner, &out.Thinner}, {p.Remover, p.Family.Remover, &out.Remover}} {
		if l.is != l.usual && slices.Contains(solvent.Bought(), l.is) {
			*l.out = &Liquid{Name: l.is.ID}
		}
	}
	return out
}

// mixedOf is what a plan keeps of a mix that is made from a product.
func mixedOf(c choose.Candidate, from Product) Product {
	out := productOf(c.Product)
	out.Parents = parentsOf(c.Recipe.Cup)
	return out
}

func parentsOf(cup mix.Cup) []Parent {
	var all []Parent
	for _, p := range cup {
		all = append(all, Parent{Name: p.Name(), ML: math.Max(0.001, math.Round(1000*p.ML)/1000)})
	}
	return all
}

// ForAll tells what holds for every wash that is judged, so that it need not be said of each.
func (c *Chosen) ForAll() []string { return choose.ForAll(c.Place, c.Judged) }

// Key names a judged wash whatever the order of the list.
func (c *Chosen) Key(i int) string {
	j := &c.Judged[i]
	switch {
	case j.Generic:
		return "any:" + j.Product.ID
	case j.Thinner != nil:
		return "mix:" + j.Product.ID + ":" + j.Thinner.ID
	case j.Recipe != nil:
		return "mix:" + j.Product.ID
	}
	return "bottle:" + j.Product.ID
}

// Find returns the place of the judged wash with that key, below 0 for none.
func (c *Chosen) Find(key string) int {
	for i := range c.Judged {
		if c.Key(i) == key {
			return i
		}
	}
	return -1
}

// Edit returns the change that puts a judged wash into the zone, by its place in the list: in place of the zone's wash that is due, where there is one and
// add is not asked for.
func (c *Chosen) Edit(i int, add, seal bool) Edit {
	j := &c.Judged[i]
	from := c.from[j.Product]
	e := Edit{Do: "put-wash", Zone: c.Place.Line.Zone.ID, Step: &Step{ID: "new", Do: Do(j.Way.ID)}, Seal: seal}
	if from.own {
		e.Step.Product = from.product.ID
	} else {
		p := from.product
		if !from.mixed && !j.Generic {
			p.Shelf = p.ID
		}
		e.Product = &p
	}
	if due := c.Due(); due != "" && !add {
		e.Of = due
	}
	if j.Way.Airbrush { // grime is not wiped
		return e
	}
	e.Wipe = &Step{ID: "wipe", Do: "wipe", With: With(j.Cloth.String()), Stroke: Stroke(c.Place.Stroke)}
	if c.Place.Liquid != nil && j.Cloth != wash.Dry {
		e.Wipe.Liquid = &Liquid{Name: c.Place.Liquid.ID}
	}
	return e
}

// Due returns the zone's wash that a chosen one would take the place of, empty for none.
func (c *Chosen) Due() string {
	for _, s := range c.Place.Line.Steps[c.Place.Done:] {
		if st := s.Step; st.Do.ID == "pin-wash" || st.Do.ID == "overall-wash" || st.Do.ID == "spray-wash" {
			if st.Done.IsZero() && st.Started.IsZero() {
				return st.ID
			}
		}
	}
	return ""
}

// Finish tries each wash on a copy of the plan and tells when the build would be ready with it; zero where it can't be tried. It stops with ctx's error
// when ctx ends.
func (c *Chosen) Finish(ctx context.Context) ([]time.Time, error) {
	type kind struct { // washes of a kind take the same time
		family           *coating.Family
		do               *route.Technique
		carrier, remover *solvent.Liquid
	}
	var kinds []int // the first of each
	as := make([]int, len(c.Judged))
	known := map[kind]int{}
	for i := range c.Judged {
		j := &c.Judged[i]
		k := kind{j.Product.Family, j.Way, j.Product.Carrier, j.Product.Remover}
		first, ok := known[k]
		if !ok {
			first = i
			known[k], kinds = i, append(kinds, i)
		}
		as[i] = first
	}
	errs, finish := make([]error, len(kinds)), make([]time.Time, len(c.Judged))
	var next atomic.Int64
	var work sync.WaitGroup
	for range min(runtime.GOMAXPROCS(0), len(kinds)) {
		work.Go(func() {
			for n := int(next.Add(1) - 1); n < len(kinds) && ctx.Err() == nil; n = int(next.Add(1) - 1) {
				finish[kinds[n]], errs[n] = c.file.readyWith(ctx, c.Edit(kinds[n], false, false))
			}
		})
	}
	work.Wait()
	if err := errors.Join(append(errs, ctx.Err())...); err != nil {
		return nil, err
	}
	for i, first := range as {
		finish[i] = finish[first]
	}
	c.mu.Lock()
	defer c.mu.Unlock()
	c.finish = finish
	return finish, nil
}

// readyWith returns when the build would be ready after a change; zero where that can't be made: it is told when somebody tries to. What is put in was held against the schema when it was read.
func (f File) readyWith(ctx context.Context, e Edit) (time.Time, error) {
	changed := f.Clone()
	if _, err := edits[e.Do](&changed, e); err != nil {
		return time.Time{}, nil
	}
	p, err := changed.Resolve()
	if err != nil {
		return time.Time{}, nil // as above
	}
	tl, err := timeline.LayContext(ctx, p, rule.Every())
	if err != nil {
		return time.Time{}, err
	}
	return tl.Finish, nil
}

// Report writes the list as the headless command prints it.
func (c *Chosen) Report() *Washes {
	out := &Washes{ForAll: c.ForAll(), Format: WashesFormat, Zone: c.Place.Line.Zone.ID, At: c.Place.At.UTC(), Candidates: []Candidate{}}
	for _, w := range choose.Order(c.Wishes) {
		out.Wishes = append(out.Wishes, string(w))
	}
	for i := range c.Judged {
		j := &c.Judged[i]
		from := c.from[j.Product]
		x := Candidate{
			Product: from.product.ID, Name: j.Product.Name, Family: j.Mixed.Family.ID, Mix: j.Recipe != nil, Rank: j.Rank, RuledOut: j.RuledOut, Do: Do(j.Way.ID),
			Apply: c.touch(j.Apply, j.Product.Carrier), Wipe: c.touch(j.Wipe, j.Wets()), Rub: "ok", RunMM: rounded(j.Run.MM, 1), Stops: j.Run.Stop.String(), LeftPct: rounded(100*j.Left, 2), KeepsPct: rounded(100*j.Keeps, 1),
			LineDE: rounded(j.Lines.Near, 1), LineArmDE: rounded(j.Lines.AtArm, 1), SurfaceDE: rounded(j.Shift, 2), Colour: j.Lines.Line.String(), Opens: whole(j.Opens),
			Undo: Undo{Liquid: j.UndoneBy.ID, Untouched: j.Untouched}, Smell: j.Smell.String(), AttendedMin: rounded(j.Attended.Minutes(), 0), Cost: rounded(j.Cost, 2), VolumeML: rounded(j.ML, 2),
		}
		if j.Generic {
			x.Product = ""
		}
		if j.Recipe != nil {
			x.Recipe = j.Recipe.Words()
		}
		x.Wipe.With = With(j.Cloth.String())
		if !j.Rub.Safe() {
			x.Rub = "soft"
		}
		if !j.Always {
			t := j.Closes.UTC().Truncate(time.Minute)
			x.Closes, x.Undo.Until = &t, &t
		}
		for _, b := range j.Bands {
			x.Bands = append(x.Bands, b.Words)
		}
		if !c.finish[i].IsZero() {
			t := whole(c.finish[i])
			x.Finish = &t
		}
		out.Candidates = append(out.Candidates, x)
	}
	return out
}

func (c *Chosen) touch(t verdict.Answer, liquid *solvent.Liquid) Touch {
	out := Touch{Verdict: "safe", LossUM: rounded(math.Max(0, float64(t.Reach.Loss)), 3)}
	if liquid != nil {
		out.Liquid = liquid.ID
	}
	place := t.Reach.Place
	if !t.Safe() {
		place = t.Place
	}
	if place > 0 && place < len(c.Place.Films) {
		out.Layer = c.Place.Films[place].Step
	}
	if !t.Safe() {
		out.Verdict = string(t.Helps)
	}
	if !t.SafeFrom.IsZero() {
		at := whole(t.SafeFrom)
		out.SafeFrom = &at
	}
	return out
}

func rounded(v float64, digits int) float64 { return *round(v, digits) }

// WashesSchema returns the JSON Schema of Washes.
func WashesSchema() ([]byte, error) { return schemaOf(&Washes{}, "Inky Sparrow washes") }

// Wishing splits a list of wishes, as a command line gives it.
func Wishing(list string) []string {
	var all []string
	for _, w := range strings.Split(list, ",") {
		if w = strings.TrimSpace(w); w != "" {
			all = append(all, w)
		}
	}
	return all
}

// Before says why one judged wash stands before another in the list; places count from 0.
func (c *Chosen) Before(a, b int) (string, error) {
	if min(a, b) < 0 || max(a, b) >= len(c.Judged) || a == b {
		return "", fault("than", "there is no such pair of washes")
	}
	if a > b {
		a, b = b, a
	}
	return choose.Before(&c.Judged[a], &c.Judged[b]), nil
}
