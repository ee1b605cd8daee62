package plan

import (
	"cmp"
	"context"
	"math"
	"time"

	"inkysparrow/core/bench"
	"inkysparrow/core/learn"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
)

// TonightFormat is the name of the format of an evening.
const TonightFormat = "inkysparrow-tonight/1"

// Tonight is what the bench comes to at a moment. Entries name their plan by its place among the files.
type Tonight struct {
	Format   string         `json:"format" jsonschema:"enum=inkysparrow-tonight/1"`
	At       time.Time      `json:"at"`
	Session  *TonightSpan   `json:"session" jsonschema:"description=That at lies in, or the next one; null where there is none."`
	Open     bool           `json:"open" jsonschema:"description=The bench is open at that moment."`
	Now      []TonightStep  `json:"now" jsonschema:"description=What can be begun at once, the best first."`
	Later    []TonightStep  `json:"later" jsonschema:"description=Tonight still."`
	Running  []TonightClock `json:"running"`
	While    []TonightChore `json:"meanwhile"`
	Not      []TonightLeft  `json:"not_tonight"`
	Proof    []TonightZone  `json:"hand_proof" jsonschema:"description=Zones that can be held."`
	Soft     []TonightZone  `json:"soft" jsonschema:"description=Zones that can't."`
	Tomorrow []TonightStep  `json:"tomorrow" jsonschema:"description=Steps of the session after this one: what to put out."`
	Cups     []TonightCup   `json:"cups" jsonschema:"description=Zones and builds that want the same from one cup."`
	Fit      *TonightFits   `json:"fit,omitempty" jsonschema:"description=What fits into the minutes that were asked about."`
}

// TonightSpan is a session.
type TonightSpan struct {
	From time.Time `json:"from"`
	To   time.Time `json:"to"`
}

// TonightZone is a zone of a plan.
type TonightZone struct {
	Plan int    `json:"plan"`
	Zone string `json:"zone"`
}

// TonightStep is a step that could be done.
type TonightStep struct {
	TonightZone
	Step    string     `json:"step"`
	Do      Do         `json:"do"`
	At      time.Time  `json:"at"`
	Minutes float64    `json:"minutes"`
	Why     string     `json:"why"`
	Opens   *time.Time `json:"opens,omitempty"`
	Closes  *time.Time `json:"closes,omitempty"`
}

// TonightClock is a film that dries, or a wash that waits for its cloth: opens and closes are of its window, or of when it is touch-dry and ready for the next coat.
type TonightClock struct {
	TonightZone
	Step     string    `json:"step"`
	Wipe     string    `json:"wipe,omitempty" jsonschema:"description=The step that wipes it."`
	Laid     time.Time `json:"laid"`
	TouchDry time.Time `json:"touch_dry"`
	Opens    time.Time `json:"opens"`
	Closes   time.Time `json:"closes"`
}

// TonightChore is something small that fits while one waits.
type TonightChore struct {
	TonightZone
	Step    string    `json:"step"`
	Kind    string    `json:"kind" jsonschema:"enum=look,enum=stir,enum=spoon,enum=step"`
	At      time.Time `json:"at"`
	Minutes float64   `json:"minutes"`
	Words   string    `json:"words"`
	Why     string    `json:"why"`
	Bits    float64   `json:"bits,omitempty"`
}

// TonightLeft is a step that is left alone tonight.
type TonightLeft struct {
	TonightZone
	Step    string    `json:"step"`
	Because string    `json:"because"`
	At      time.Time `json:"at" jsonschema:"description=When it is planned."`
	Hard    *float64  `json:"cure,omitempty" jsonschema:"description=Hardness of the film in question, 0 to 1."`
	Danger  bool      `json:"danger,omitempty" jsonschema:"description=It would harm what lies there, and not only cost time."`
}

// TonightCup is a round of zones that want the same.
type TonightCup struct {
	Product string        `json:"product"`
	ML      float64       `json:"ml"`
	Of      []TonightZone `json:"of"`
}

// TonightFits is what fits into some minutes.
type TonightFits struct {
	Minutes float64        `json:"minutes"`
	Blocks  []TonightBlock `json:"blocks"`
	Spare   float64        `json:"spare"`
	More    float64        `json:"more,omitempty" jsonschema:"description=Minutes in all that one step more would take."`
}

// TonightBlock is a piece of work in a given time.
type TonightBlock struct {
	Kind  string    `json:"kind" jsonschema:"enum=work,enum=clean,enum=wait,enum=tidy"`
	Plan  int       `json:"plan"`
	Zone  string    `json:"zone,omitempty"`
	Step  string    `json:"step,omitempty"`
	Start time.Time `json:"start"`
	End   time.Time `json:"end"`
}

// TonightSchema returns the JSON Schema of Tonight.
func TonightSchema() ([]byte, error) { return schemaOf(&Tonight{}, "Inky Sparrow tonight") }

// Evening is the bench at a moment with the builds on it.
type Evening struct {
	*bench.Tonight
	Builds []*timeline.Timeline
	Mind   *learn.Mind
}

// TonightOf judges plans as of a moment and tells what the bench comes to. mind is what is known of the modeller's films; nil for what the plans tell.
func TonightOf(ctx context.Context, files []File, at time.Time, mind *learn.Mind) (*Evening, error) {
	var plans []*route.Plan
	for _, f := range files {
		p, err := f.AsOf(at).Knowing(mind).Resolve()
		if err != nil {
			return nil, err
		}
		plans = append(plans, p)
	}
	if mind == nil {
		mind, _ = MindOf(at, plans...)
		if len(mind.Keys()) > 0 && len(files) > 1 { // what one build tells counts for all
			return TonightOf(ctx, files, at, mind)
		}
	}
	var laid []*timeline.Timeline
	for i, p := range plans {
		if files[i].Build.Finished != "" { // it has left the bench; what its films told counts
			p.Zones = nil
		}
		tl, err := timeline.LayContext(ctx, p, rule.Every())
		if err != nil {
			return nil, err
		}
		laid = append(laid, tl)
	}
	return EveningOf(laid, at, mind), nil
}

// EveningOf tells what the bench comes to with builds that are laid out as of a moment, in the first's time zone.
func EveningOf(laid []*timeline.Timeline, at time.Time, mind *learn.Mind) *Evening {
	if len(laid) > 0 {
		at = at.In(laid[0].Plan.Place())
	}
	return &Evening{bench.At(laid, at), laid, mind}
}

// Report tells the evening headless; minutes is how much time there is, 0 for no question of that.
func (e *Evening) Report(minutes float64) *Tonight {
	out := &Tonight{
		Format: TonightFormat, At: e.At.UTC(), Open: e.Open, Now: []TonightStep{}, Later: []TonightStep{}, Running: []TonightClock{}, While: []TonightChore{}, Not: []TonightLeft{},
		Proof: []TonightZone{}, Soft: []TonightZone{}, Tomorrow: []TonightStep{}, Cups: []TonightCup{},
	}
	if !e.Session.To.IsZero() {
		out.Session = &TonightSpan{e.Session.From.UTC(), e.Session.To.UTC()}
	}
	for to, from := range map[*[]TonightStep][]bench.Entry{&out.Now: e.Now, &out.Later: e.Later, &out.Tomorrow: e.Tomorrow} {
		for i := range from {
			*to = append(*to, tonightStep(&from[i]))
		}
	}
	for i := range e.Running {
		c := &e.Running[i]
		t := TonightClock{
			TonightZone: TonightZone{c.Plan, c.Line.Zone.ID}, Step: c.Line.Steps[c.Place].Step.ID, Laid: c.Laid.UTC(), TouchDry: c.Dry.UTC(), Opens: c.Dry.UTC(), Closes: c.Set.UTC(),
		}
		if c.Wipe >= 0 {
			t.Wipe, t.Opens, t.Closes = c.Line.Steps[c.Wipe].Step.ID, c.Opens.UTC(), c.Closes.UTC()
		}
		out.Running = append(out.Running, t)
	}
	for _, c := range e.Meanwhile(e.Builds, e.Mind) {
		out.While = append(out.While, TonightChore{TonightZone{c.Plan, c.Line.Zone.ID}, c.Line.Steps[c.Place].Step.ID, string(c.Kind), c.At.UTC(), c.Minutes.Minutes(), c.Words, c.Why, round2(c.Bits)})
	}
	for i := range e.Not {
		n := &e.Not[i]
		left := TonightLeft{TonightZone: TonightZone{n.Plan, n.Line.Zone.ID}, Step: n.Step().Step.ID, Because: n.Because, At: n.At.UTC(), Danger: n.Danger}
		if n.Hard >= 0 {
			left.Hard = new(round2(n.Hard))
		}
		out.Not = append(out.Not, left)
	}
	for to, from := range map[*[]TonightZone][]bench.Zone{&out.Proof: e.Proof, &out.Soft: e.Soft} {
		for _, z := range from {
			*to = append(*to, TonightZone{z.Plan, z.ID})
		}
	}
	for _, c := range e.Cups {
		cup := TonightCup{Product: c.Product.Name, ML: round2(c.ML)}
		for _, of := range c.Of {
			cup.Of = append(cup.Of, TonightZone{of.Plan, of.Line.Zone.ID})
		}
		out.Cups = append(out.Cups, cup)
	}
	if minutes > 0 {
		out.Fit = fits(e.Fit(time.Duration(minutes*float64(time.Minute))), minutes)
	}
	return out
}

func tonightStep(e *bench.Entry) TonightStep {
	s := e.Step().Step
	out := TonightStep{TonightZone: TonightZone{e.Plan, e.Line.Zone.ID}, Step: s.ID, Do: Do(s.Do.ID), At: e.At.UTC(), Minutes: math.Round(e.Minutes.Minutes()), Why: cmp.Or(e.Why, "It is planned for then.")}
	if !e.Closes.IsZero() {
		out.Opens, out.Closes = new(e.Opens.UTC()), new(e.Closes.UTC())
	}
	return out
}

func fits(f bench.Fits, minutes float64) *TonightFits {
	out := &TonightFits{Minutes: minutes, Blocks: []TonightBlock{}, Spare: math.Floor(f.Spare.Minutes()), More: math.Ceil(f.More.Minutes())}
	for _, b := range f.Blocks {
		block := TonightBlock{Kind: string(b.Kind), Start: b.Start.UTC(), End: b.End.UTC()}
		if b.Kind == bench.Work {
			block.Plan, block.Zone, block.Step = b.Plan, b.Line.Zone.ID, b.Step().Step.ID
		}
		out.Blocks = append(out.Blocks, block)
	}
	return out
}
