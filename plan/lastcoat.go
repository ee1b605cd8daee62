package plan

import (
	"context"
	"slices"
	"time"

	"inkysparrow/core/choose"
	"inkysparrow/core/coating"
	"inkysparrow/core/finish"
	"inkysparrow/core/gloss"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
)

// LastCoatFormat is the name of the format of last coats side by side.
const LastCoatFormat = "inkysparrow-lastcoat/1"

// LastCoat are the last coats for a zone at a moment, side by side.
type LastCoat struct {
	Format     string          `json:"format" jsonschema:"enum=inkysparrow-lastcoat/1"`
	Zone       string          `json:"zone"`
	At         time.Time       `json:"at"`
	Wishes     []string        `json:"wishes" jsonschema:"description=In the order in which they were made."`
	Candidates []CoatCandidate `json:"candidates"`
	None       CoatNone        `json:"none"`
}

// CoatCandidate is a last coat as it is judged.
type CoatCandidate struct {
	Product  string   `json:"product" jsonschema:"description=Of the file; empty for a family's generic one."`
	Name     string   `json:"name"`
	Family   string   `json:"family"`
	Sheen    string   `json:"sheen"`
	How      string   `json:"how" jsonschema:"enum=wet,enum=mist,enum=brush"`
	Coats    int      `json:"coats"`
	Rank     int      `json:"rank"`
	RuledOut string   `json:"ruled_out" jsonschema:"description=Why it should not be taken; empty for none."`
	Bands    []string `json:"bands"`

	GlossGU  [2]float64 `json:"gloss_gu" jsonschema:"description=Before and after it."`
	UnevenGU float64    `json:"uneven_gu" jsonschema:"description=How far spots differ from the rest after it."`
	Kept     float64    `json:"pigment_kept" jsonschema:"description=Share of what loose dust shows that is still seen; 1 where none lies."`
	MovedMM  float64    `json:"moved_mm" jsonschema:"description=How far it carries a wash or an oil below along."`
	ShiftDE  float64    `json:"shift_de"`
	LiftL    float64    `json:"lift_l"`
	Silver   [2]float64 `json:"silver_l" jsonschema:"description=By how much L* decals with air below them are paler than what is beside them, before and after."`
	Shines   float64    `json:"metal_kept" jsonschema:"description=Share of bare metal's brilliance that stays; 1 where there is none."`
	Bristles float64    `json:"brush_marks_um"`
	Bite     CoatBite   `json:"bite"`
	Frost    float64    `json:"frost" jsonschema:"description=Chance in this air."`
	Chalk    float64    `json:"chalk"`
	Hairs    float64    `json:"hairs" jsonschema:"description=Visible fibres without a lid."`
	HandleH  float64    `json:"handle_h"`
	Finish   *time.Time `json:"finish" jsonschema:"nullable,description=When the whole build would be ready with it."`
	Smell    string     `json:"smell"`
	VolumeML float64    `json:"volume_ml"`
	Cost     float64    `json:"cost"`
	After    []Do       `json:"after" jsonschema:"description=What is usual on it."`
}

// CoatBite is what a coat does to the films below.
type CoatBite struct {
	Verdict  string     `json:"verdict" jsonschema:"enum=safe,enum=wait,enum=seal,enum=never"`
	Layer    string     `json:"layer,omitempty"`
	LossUM   float64    `json:"loss_um"`
	Chance   float64    `json:"chance"`
	SafeFrom *time.Time `json:"safe_from" jsonschema:"nullable"`
}

// CoatNone is leaving the zone as it is.
type CoatNone struct {
	HandleH float64 `json:"handle_h"`
	Because string  `json:"because"`
}

// LastCoatQuery is what is asked about last coats.
type LastCoatQuery struct {
	Zone   string
	At     time.Time // zero for when it is due
	Wishes []string
}

// Coated are judged last coats with what is needed to put one into the plan.
type Coated struct {
	Place  *finish.Place
	Judged []finish.Judged // ranked
	Wishes []choose.Wish
	file   File
	from   map[*coating.Product]source
}

// LastCoats puts the clears of the plan and of the shelf, each way that they can go on, and one of each family and sheen side by side. checked is the plan as it was judged. Errors are
// *FieldError, and ctx's where it ends.
func (f File) LastCoats(ctx context.Context, checked *rule.Report, q LastCoatQuery, shelf ...Product) (*Coated, error) {
	i := slices.IndexFunc(checked.Lines, func(l *timeline.Line) bool { return l.Zone.ID == q.Zone })
	if i < 0 {
		return nil, fault("zone", "no zone %q; there are %s", q.Zone, words(f.Zones, func(z Zone) string { return z.ID }))
	}
	line := checked.Lines[i]
	if q.At.IsZero() {
		q.At = finish.When(checked.Timeline, line)
	}
	if err := inYears("at", q.At); err != nil {
		return nil, err
	}
	c := &Coated{Place: finish.At(checked.Timeline, line, q.At), file: f, from: map[*coating.Product]source{}}
	for _, w := range q.Wishes {
		wish, ok := finish.WishNamed(w)
		if !ok {
			return nil, fault("wish", "no wish %q; there are %s", w, words(finish.Wishes(), func(w choose.WishWords) string { return string(w.ID) }))
		}
		if slices.Contains(c.Wishes, wish) {
			return nil, fault("wish", "%q is given twice", w)
		}
		c.Wishes = append(c.Wishes, wish)
	}
	var all []finish.Candidate
	clears := func(p Product, own bool) error {
		if p.Kind != coating.Clear {
			return nil
		}
		r, err := bottle{p, own}.Resolve()
		if err != nil {
			return err
		}
		c.from[r] = source{product: p, own: own}
		all = append(all, finish.Of(r, false)...)
		return ctx.Err()
	}
	for _, p := range f.Products {
		if err := clears(p, true); err != nil {
			return nil, err
		}
	}
	for _, p := range shelf {
		if slices.ContainsFunc(f.Products, func(own Product) bool { return own.Shelf == p.ID }) {
			continue
		}
		if err := clears(p, false); err != nil {
			return nil, err
		}
	}
	for _, g := range finish.Generics() {
		if _, ok := c.from[g.Product]; !ok {
			c.from[g.Product] = source{product: productOf(g.Product)}
		}
		all = append(all, g)
	}
	for _, one := range all {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		c.Judged = append(c.Judged, c.Place.Judge([]finish.Candidate{one})...)
	}
	finish.Rank(c.Judged, c.Wishes)
	return c, nil
}

// Key names a judged coat whatever the order of the list.
func (c *Coated) Key(i int) string {
	j := &c.Judged[i]
	id := c.from[j.Product].product.ID
	if j.Generic {
		id = "any:" + j.Product.ID
	}
	if j.How == finish.Mist && j.Coats == 1 {
		return id + ":mist:1"
	}
	return id + ":" + string(j.How)
}

// Step returns the last clear of the zone, which a chosen coat takes the place of; empty where there is none that is still to come.
func (c *Coated) Step() string {
	line := c.Place.Line
	if i := finish.Last(line); i >= 0 && line.Steps[i].Step.Done.IsZero() && line.Steps[i].Step.Started.IsZero() {
		return line.Steps[i].Step.ID
	}
	return ""
}

// Edit returns the edit that takes a judged coat into the route: in place of the zone's last clear, whose time and note stay, or where one belongs.
func (c *Coated) Edit(i int) Edit {
	j := &c.Judged[i]
	from := c.from[j.Product]
	e := Edit{Do: "put-step", Zone: c.Place.Line.Zone.ID, Of: c.Step(), Step: &Step{}}
	if z, k, err := c.file.step(e.Of); err == nil {
		*e.Step = c.file.Zones[z].Steps[k]
	}
	s := e.Step
	s.Do, s.Coats, s.Laying = Do(j.Step.Do.ID), j.Coats, Laying(j.Step.Laying)
	s.Spray, s.ThicknessUM = nil, 0 // they were for another coat
	if s.Product = from.product.ID; !from.own {
		p := from.product
		if !j.Generic {
			p.Shelf = p.ID
		}
		e.Product, s.Product = &p, ""
	}
	return e
}

// Spooned is a grey step that a spoon of a clear may match, with the edit that keeps it with the product.
type Spooned struct {
	Gloss float64
	Is    bool
	Edit  Edit
}

// Spoon returns the grey steps that a wet coat, or one mist, of a clear of the plan may match on a spoon; none for any other.
func (c *Coated) Spoon(i int) (all []Spooned) {
	j := &c.Judged[i]
	from := c.from[j.Product]
	if !from.own || j.How == finish.Brushed {
		return nil
	}
	for _, units := range gloss.Steps() {
		p := from.product
		is := &p.SpoonGU
		if j.How == finish.Mist {
			is = &p.MistedGU
		}
		was := *is
		*is = units
		all = append(all, Spooned{units, was == units, Edit{Do: "put-product", Of: p.ID, Product: &p}})
	}
	return all
}

// Ready returns when the whole build would be ready with a judged coat in its route; zero for never.
func (c *Coated) Ready(ctx context.Context, i int) (time.Time, error) {
	return c.file.readyWith(ctx, c.Edit(i))
}

// Report returns the list as it is written; with dates, when the build would be ready with each.
func (c *Coated) Report(ctx context.Context, dates bool) (*LastCoat, error) {
	out := &LastCoat{Format: LastCoatFormat, Zone: c.Place.Line.Zone.ID, At: c.Place.At.UTC(), Wishes: []string{}, Candidates: []CoatCandidate{}}
	for _, w := range c.Wishes {
		out.Wishes = append(out.Wishes, string(w))
	}
	type kind struct {
		family *coating.Family
		how    finish.How
		coats  int
	}
	known := map[kind]time.Time{} // coats of a kind take the same time
	for i := range c.Judged {
		j := &c.Judged[i]
		x := CoatCandidate{
			Product: c.from[j.Product].product.ID, Name: j.Product.Name, Family: j.Product.Family.ID, Sheen: j.Sheen.String(), How: string(j.How), Coats: j.Coats, Rank: j.Rank, RuledOut: j.RuledOut,
			GlossGU: [2]float64{rounded(j.From, 1), rounded(j.To, 1)}, UnevenGU: rounded(j.Uneven, 1), Kept: rounded(j.Kept, 3), MovedMM: rounded(j.MovedMM, 2), ShiftDE: rounded(j.Shift, 2), LiftL: rounded(j.Lift, 2),
			Bite:   CoatBite{Verdict: "safe", LossUM: rounded(max(0, float64(j.Bite.Reach.Loss)), 3), Chance: rounded(j.Bite.Chance, 3)},
			Silver: [2]float64{rounded(j.Silver[0], 1), rounded(j.Silver[1], 1)}, Shines: rounded(j.Brilliance(), 2), Bristles: rounded(j.Bristles, 3),
			Frost: rounded(j.Frost, 3), Chalk: rounded(j.Chalk, 3), Hairs: rounded(j.Hairs, 2), HandleH: rounded(j.Handle.Hours(), 1), Smell: j.Smell.String(), VolumeML: rounded(j.ML, 2), Cost: rounded(j.Cost, 2), After: []Do{},
		}
		if j.Generic {
			x.Product = ""
		}
		if place := j.Bite.Place; place > 0 && place < len(c.Place.Films) {
			x.Bite.Layer = c.Place.Films[place].Step
		}
		if !j.Bite.Safe() {
			x.Bite.Verdict = string(j.Bite.Helps)
		}
		if !j.Bite.SafeFrom.IsZero() {
			at := whole(j.Bite.SafeFrom)
			x.Bite.SafeFrom = &at
		}
		for _, b := range j.Bands {
			x.Bands = append(x.Bands, b.Words)
		}
		for _, do := range j.Next {
			x.After = append(x.After, Do(do.ID))
		}
		if dates {
			k := kind{j.Product.Family, j.How, j.Coats}
			at, ok := known[k]
			if !ok {
				var err error
				if at, err = c.Ready(ctx, i); err != nil {
					return nil, err
				}
				known[k] = at
			}
			if !at.IsZero() {
				t := whole(at)
				x.Finish = &t
			}
		}
		out.Candidates = append(out.Candidates, x)
	}
	handle, because := c.Place.None()
	out.None = CoatNone{rounded(handle.Hours(), 1), because}
	return out, nil
}

// LastCoatSchema returns the JSON Schema of LastCoat.
func LastCoatSchema() ([]byte, error) { return schemaOf(&LastCoat{}, "Inky Sparrow last coats") }
