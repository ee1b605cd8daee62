package plan

import (
	"context"
	"math"
	"strings"
	"time"

	"inkysparrow/core/effect"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"

	"inkysparrow/core/route"
)

// CheckFormat is the name of the format of a report.
const CheckFormat = "inkysparrow-check/1"

// Report is the answer of the headless check.
type Report struct {
	Format   string           `json:"format"`
	Findings []Finding        `json:"findings"`
	Schedule []Times          `json:"schedule"`
	Finish   *time.Time       `json:"finish"`            // null for a plan without steps
	Learned  []LearnedProduct `json:"learned,omitempty"` // what was said of one's own films, where the check goes by it
	Untried  int              `json:"untried,omitempty"` // changes that might have removed a finding and were not tried: the plan is large and full of them
}

// Finding is what a rule has to say about a step.
type Finding struct {
	Zone     string     `json:"zone"`
	Step     string     `json:"step"`
	Rule     string     `json:"rule"`
	Severity string     `json:"severity" jsonschema:"enum=stop,enum=warn,enum=note"`
	Chance   float64    `json:"chance"` // that it shows, 0 to 1: the share of likely products, hands and eyes; 1 where a rule says yes or no
	Verdict  string     `json:"verdict,omitempty" jsonschema:"enum=wait,enum=seal,enum=never"`
	Layer    string     `json:"layer,omitempty"` // the step that left the film in question
	Liquid   string     `json:"liquid,omitempty"`
	RED      *float64   `json:"red,omitempty"`
	Cure     *float64   `json:"cure,omitempty"` // hardness of the film, 0 to 1
	DepthUM  *float64   `json:"depth_um,omitempty"`
	LossUM   *float64   `json:"loss_um,omitempty"`
	SafeFrom *time.Time `json:"safe_from,omitempty"`
	Title    string     `json:"title"`
	Because  string     `json:"because"`
	Evidence string     `json:"evidence"`
	Fixes    []Fix      `json:"fixes"`
}

// Fix is a change that removes a finding. It was tried on the plan before it was proposed.
type Fix struct {
	Do      timeline.FixKind `json:"do" jsonschema:"enum=wait,enum=insert,enum=swap,enum=move,enum=coats,enum=set,enum=lay,enum=remove"`
	Of      string           `json:"of,omitempty"` // the step it acts on, where that is not the finding's own
	Until   *time.Time       `json:"until,omitempty"`
	Before  string           `json:"before,omitempty"`
	Step    *Step            `json:"step,omitempty"`
	Product string           `json:"product,omitempty"`
	With    With             `json:"with,omitempty"`
	Laying  Laying           `json:"laying,omitempty"`
	Coats   int              `json:"coats,omitempty"`
	Adds    *Product         `json:"adds,omitempty"`   // a product that the plan does not have yet
	Start   *time.Time       `json:"start,omitempty"`  // when the finding's step would begin then
	Finish  *time.Time       `json:"finish,omitempty"` // when the build would be ready then
}

// Times are when a step is done and its film is ready.
type Times struct {
	Zone     string    `json:"zone"`
	Step     string    `json:"step"`
	Start    time.Time `json:"start"`
	End      time.Time `json:"end"`
	Sittings []Sitting `json:"sittings,omitempty" jsonschema:"description=That the step is done in, where no session takes it whole and it can be broken off."`
	TouchDry time.Time `json:"touch_dry"`
	Ready    time.Time `json:"ready"`
	WaitsFor *WaitsFor `json:"waits_for,omitempty"` // where the date was weighed
}

// Sitting is a stretch of a step's work.
type Sitting struct {
	From time.Time `json:"from"`
	To   time.Time `json:"to"`
}

func sittings(p *timeline.Placed) (all []Sitting) {
	for _, s := range p.Sittings {
		all = append(all, Sitting{s.From.UTC(), s.To.UTC()})
	}
	return all
}

// WaitsFor is what the time of a step waits for.
type WaitsFor struct {
	Rule     string  `json:"rule"`
	Quantile float64 `json:"quantile"` // share of the likely products, hands and eyes with which all is well by then, 0 to 1
	Evenings float64 `json:"evenings"` // that would be lost with the others
}

// Check judges a plan and tries every fix of what is worse than a note. Errors are *FieldError and name the place.
func Check(f File) (*Report, error) { return check(f, verdict.Warn) }

// CheckNotes does so and tries what could be done about notes as well.
func CheckNotes(f File) (*Report, error) { return check(f, verdict.Note) }

func check(f File, from verdict.Severity) (*Report, error) {
	p, err := f.Resolve()
	if err != nil {
		return nil, err
	}
	return judge(context.Background(), f, rule.Check(p), from)
}

// Ways tries what could be done about one finding of a plan that has been checked, by its place in the report.
func Ways(ctx context.Context, f File, checked *rule.Report, finding int) ([]Fix, error) {
	fixes, err := newTrial(f, checked).all(ctx, []int{finding})
	if err != nil {
		return nil, err
	}
	return fixes[finding], nil
}

// Outline makes the report of a plan that has been checked, without any fixes.
func Outline(checked *rule.Report) *Report {
	r, err := judge(context.Background(), File{}, checked, verdict.Stop+1)
	if err != nil {
		panic(err) // only a context that ends can stop it
	}
	return r
}

func judge(ctx context.Context, f File, checked *rule.Report, from verdict.Severity) (*Report, error) {
	out := &Report{Format: CheckFormat, Findings: []Finding{}, Schedule: []Times{}, Learned: ownOf(checked.Plan)}
	t := newTrial(f, checked)
	fixes, err := t.all(ctx, t.worst(from))
	if err != nil {
		return nil, err
	}
	out.Untried = t.untried
	for i, found := range checked.Findings {
		out.Findings = append(out.Findings, findingOf(found, fixes[i]))
	}
	for _, line := range checked.Lines {
		for _, s := range line.Steps {
			times := Times{
				Zone: line.Zone.ID, Step: s.Step.ID, Start: s.Start.UTC(), End: s.End.UTC(), Sittings: sittings(&s), TouchDry: whole(s.TouchDry), Ready: whole(s.Ready),
			}
			if risk, ok := checked.Risks[s.Step]; ok {
				times.WaitsFor = &WaitsFor{Rule: risk.Rule.ID, Quantile: *round(1-risk.Chance, 3), Evenings: *round(risk.Loss, 2)}
			}
			out.Schedule = append(out.Schedule, times)
		}
	}
	if !checked.Finish.IsZero() {
		t := whole(checked.Finish)
		out.Finish = &t
	}
	return out, nil
}

// Metric writes the measures in the report's words in metric units, for a reader who has asked for none.
func (r *Report) Metric() {
	for i := range r.Findings {
		f := &r.Findings[i]
		f.Title, f.Because = say.Units{}.Render(f.Title), say.Units{}.Render(f.Because)
	}
}

// Stops reports whether a report holds a finding that would lose work.
func (r *Report) Stops() bool {
	for _, f := range r.Findings {
		if f.Severity == verdict.Stop.String() {
			return true
		}
	}
	return false
}

// whole rounds a computed moment up to the minute: a figure that one waits for must not be early.
func whole(t time.Time) time.Time {
	r := t.Truncate(time.Minute)
	if r.Before(t) {
		r = r.Add(time.Minute)
	}
	return r.UTC()
}

func findingOf(f timeline.Finding, fixes []Fix) Finding {
	out := Finding{
		Zone: f.Zone, Step: f.Step, Rule: f.Rule.ID, Severity: f.Severity.String(), Chance: *round(f.Chance, 3), Verdict: string(f.Helps), Layer: f.Layer, Liquid: f.Liquid,
		Title: f.Title, Because: strings.TrimSpace(f.Because + " " + f.Aside), Evidence: string(f.Rule.Evidence.Kind), Fixes: fixes,
	}
	if out.Fixes == nil {
		out.Fixes = []Fix{}
	}
	if !f.SafeFrom.IsZero() {
		t := whole(f.SafeFrom)
		out.SafeFrom = &t
	}
	if n := f.Figures; n.Film {
		out.Cure = round(float64(n.Hard), 3)
		if n.RED > 0 {
			out.RED = round(n.RED, 3)
		}
		if n.Depth > 0 {
			out.DepthUM, out.LossUM = round(float64(n.Depth), 2), round(float64(n.Loss), 3)
		}
	}
	return out
}

func round(v float64, digits int) *float64 {
	scale := math.Pow(10, float64(digits))
	v = math.Round(v*scale) / scale
	return &v
}

func fixOf(f timeline.Fix, step string) Fix {
	out := Fix{Do: f.Do, Coats: f.Coats, Laying: Laying(f.Laying)}
	if f.Step != step {
		out.Of = f.Step
	}
	switch f.Do {
	case timeline.FixWait:
		until := f.Until.UTC()
		out.Until = &until
	case timeline.FixInsert:
		out.Of, out.Before = "", f.Step
		if f.After || f.Insert.Do.Has(route.Cloth) {
			out.Before = ""
		}
		s := stepOf(f.Insert)
		out.Step = &s
	case timeline.FixMove:
		out.Before = f.Before
	}
	if f.Product != nil {
		out.Product = f.Product.ID
	}
	if f.Cloth != nil {
		out.With = With(f.Cloth.String())
	}
	if f.Adds != nil {
		p := Product{ID: f.Adds.ID, Name: f.Adds.Name, Kind: f.Adds.Kind, Family: Family(f.Adds.Family.ID), Colour: f.Adds.Colour, Sheen: Sheen(f.Adds.Sheen.String())}
		out.Adds = &p
	}
	return out
}

func stepOf(s *route.Step) Step {
	out := Step{ID: s.ID, Do: Do(s.Do.ID), Coats: s.Coats, Of: s.Of, Stroke: Stroke(s.Stroke), LineMM: s.WidthMM, AreaPct: 100 * s.Share, Laying: Laying(s.Laying), Drying: Drying(s.Drying)}
	if s.Product != nil {
		out.Product = s.Product.ID
	}
	if s.Do.Has(route.Cloth) {
		out.With, out.Coats = With(s.Cloth.String()), 0
	}
	if effect.Stains(s.Do) { // passes and share follow
		out.Coats, out.AreaPct, out.Seed = 0, 0, s.Seed
	}
	if s.Pull.Of != "" { // a draft says what it is of, and leaves the rest as planned
		out.Stain = &StainHow{Of: s.Pull.Of}
	}
	return out
}
