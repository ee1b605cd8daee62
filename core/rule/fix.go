package rule

import (
	"slices"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

// target returns the step whose time decides the site's: the wash for its wipe, unless that has happened.
func target(s *timeline.Site) *route.Step {
	if w := s.Step.Wiped; w != nil && w.Done.IsZero() {
		return w
	}
	return s.Step
}

// waiting returns the proposal to wait, for a finding that only waiting mends.
func waiting(s *timeline.Site) func() []timeline.Fix {
	return func() []timeline.Fix { return waitFix(s) }
}

// waitFix proposes to begin the target when every timed rule holds for it, and for its wipe, and a session has room. There is none for
// what is not pinned, since the schedule has done that already, and none where waiting does not help.
func waitFix(s *timeline.Site) []timeline.Fix {
	target := target(s)
	if target.At.IsZero() && (s.Step.At.IsZero() || !s.Step.Done.IsZero()) {
		return nil
	}
	if target.At.IsZero() {
		target = s.Step
	}
	until, ok := s.Timeline.LaterStart(s.Line, target)
	if !ok || !until.After(target.At) { // nobody waits until an earlier moment
		return nil
	}
	return []timeline.Fix{{Do: timeline.FixWait, Step: target.ID, Until: until}}
}

// mistIf proposes to lay the step's coats as dry mists where that is good.
func mistIf(s *timeline.Site, good func(misted *route.Step) bool) []timeline.Fix {
	if s.Step.Laying == route.Misted || !s.Step.Do.Coating() || !s.Step.Done.IsZero() || !good(s.Step.As(func(s *route.Step) { s.Laying = route.Misted })) {
		return nil
	}
	return []timeline.Fix{{Do: timeline.FixLaying, Step: s.Step.ID, Laying: route.Misted}}
}

// insertFix proposes coats of a clear before a step. want ranks the sheens that serve, the best first.
func insertFix(s *timeline.Site, do string, coats int, before *route.Step, want ...coating.Sheen) []timeline.Fix {
	var fixes []timeline.Fix
	for _, p := range clears(s, want) {
		fixes = append(fixes, insert(s, do, coats, before, p))
	}
	return fixes
}

func insert(s *timeline.Site, do string, coats int, before *route.Step, p *coating.Product) timeline.Fix {
	t := route.MustTechnique(do)
	f := timeline.Fix{Do: timeline.FixInsert, Step: before.ID, Insert: &route.Step{ID: before.ID + "-" + t.ID, Do: t, Product: p, Coats: coats}}
	if !slices.Contains(s.Plan.Products, p) {
		f.Adds = p
	}
	return f
}

// clears returns the plan's clears of the wanted sheens, best first and one of a family; a usual one where the plan has none.
func clears(s *timeline.Site, want []coating.Sheen) []*coating.Product {
	var fit []*coating.Product
	for _, sheen := range want {
		for _, p := range s.Plan.Products {
			same := func(q *coating.Product) bool { return q.Family == p.Family }
			if p.Kind == coating.Clear && p.Sheen == sheen && p.Family.Closed && !slices.ContainsFunc(fit, same) {
				fit = append(fit, p)
			}
		}
	}
	if len(fit) > 0 {
		return fit[:min(2, len(fit))]
	}
	return []*coating.Product{usualClear(coating.MustFamily("urethane-clear"), want[0], s.Plan.Products)}
}

// usualClear returns a clear of that family and sheen under an id that the plan doesn't use yet.
func usualClear(f *coating.Family, sheen coating.Sheen, taken []*coating.Product) *coating.Product {
	id := route.FreeID(sheen.String()+"-clear", taken)
	return &coating.Product{
		ID: id, Name: say.Capital(sheen.String()) + " clear", Kind: coating.Clear, Family: f, Sheen: sheen,
		Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover,
	}
}

// swapFixes proposes other products of the plan for a step: of the same kind, of another family, for which good holds.
func swapFixes(s *timeline.Site, step *route.Step, good func(*coating.Product) bool) []timeline.Fix {
	var fixes []timeline.Fix
	for _, p := range s.Plan.Products {
		if p == step.Product || p.Kind != step.Product.Kind || !slices.Contains(step.Do.Kinds, p.Kind) {
			continue
		}
		if good(p) {
			fixes = append(fixes, timeline.Fix{Do: timeline.FixSwap, Step: step.ID, Product: p})
		}
		if len(fixes) == 2 {
			break
		}
	}
	return fixes
}

// spares reports whether the step, taken with product p instead, would bite nothing at moment.
func spares(s *timeline.Site, step *route.Step, p *coating.Product, moment time.Time) bool {
	return s.Instead(step.As(func(s *route.Step) { s.Product = p }), s.Start).Holds(verdict.Bitten, moment)
}

// sealFix proposes a barrier before a step: a clear of the plan that serves, else one that it doesn't have yet.
func sealFix(s *timeline.Site, before *route.Step, serve []verdict.Barrier) []timeline.Fix {
	var fixes []timeline.Fix
	for _, p := range clears(s, []coating.Sheen{coating.Gloss, coating.SemiGloss, coating.Satin, coating.Flat}) {
		for _, b := range serve {
			if b.Family == p.Family {
				fixes = append(fixes, insert(s, "seal", b.Coats, before, p))
			}
		}
	}
	if len(fixes) == 0 && len(serve) > 0 {
		fixes = []timeline.Fix{insert(s, "seal", serve[0].Coats, before, usualClear(serve[0].Family, coating.Gloss, s.Plan.Products))}
	}
	return fixes
}

// drierFix proposes a drier cloth for a wipe.
func drierFix(s *timeline.Site, good func(wash.Wetness) bool) []timeline.Fix {
	for c := wash.Dry; c < s.Step.Cloth; c++ {
		if good(c) {
			return []timeline.Fix{{Do: timeline.FixSwap, Step: s.Step.ID, Cloth: &c}}
		}
	}
	return nil
}

// undercoat returns what the step's colour is best laid on: of the plan's primers and of two that are usual the one that leaves it nearest to its own colour; nil
// where none does better than the ground itself.
func undercoat(s *timeline.Site, ground colour.Colour) *coating.Product {
	var best *coating.Product
	least := s.Step.OffBy(ground, s.Step.Coats)
	consider := func(p *coating.Product, worth float64) {
		cover, ok := p.Hiding()
		if !ok {
			return
		}
		if off := s.Step.OffBy(cover.Over(ground, 1), s.Step.Coats); off < worth*least {
			best, least = p, off
		}
	}
	for _, p := range s.Plan.Products {
		if p.Kind == coating.Primer && route.Lightness(p) >= paleUnder {
			consider(p, 1)
		}
	}
	consider(usualPaint("pale-undercoat", "Pale grey undercoat", coating.Primer, "#b4b9ba", s.Plan.Products), newUnder)
	consider(usualPaint("white-undercoat", "White undercoat", coating.Primer, "#f2f2ee", s.Plan.Products), newUnder)
	return best
}

var (
	underBench = fact.Bench("T92: a pale or pink undercoat helps; weak pale colours want a grey below")
	paleUnder  = Numbers.Number("undercoat-from", 50, "L*", "darkest primer that is put below a weak colour", underBench)
	newUnder   = Numbers.Number("undercoat-new", 0.7, "", "how much nearer a bottle that is not at hand has to come to be proposed before one that is", fact.Bench("chosen: what is on the shelf first"))
)

// usualPaint returns a water-borne paint under an id that the plan doesn't use yet.
func usualPaint(id, name string, kind coating.Kind, hex string, taken []*coating.Product) *coating.Product {
	f := coating.MustFamily("waterborne-acrylic")
	return &coating.Product{
		ID: route.FreeID(id, taken), Name: name, Kind: kind, Family: f, Colour: hex, Sheen: coating.Flat, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover,
	}
}

// best returns the date from the site's start on at which something costs least, and from when on it is fine to go.
func best(s *timeline.Site, opens func(*timeline.Site, schedule.Span) schedule.Spans, odds func(*timeline.Site, time.Time) chance.Odds) (at, fine time.Time, ok bool) {
	return verdict.Best(s.Dates(), s.After, s.Start, func(within schedule.Span) schedule.Spans { return opens(s, within) }, func(t time.Time) chance.Odds { return odds(s, t) })
}
