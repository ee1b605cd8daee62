package route

import (
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/say"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
	"inkysparrow/core/wash"
)

// target returns the step whose time decides the site's: the wash for its wipe, unless that has happened.
func (s *Site) target() *Step {
	if w := s.Step.wiped; w != nil && w.Done.IsZero() {
		return w
	}
	return s.Step
}

// waitFix proposes to begin the target when every timed rule holds for it, and for its wipe, and a session has room. There is none for
// what is not pinned, since the schedule has done that already, and none where waiting does not help.
func (s *Site) waitFix() []Fix {
	target := s.target()
	if target.At.IsZero() && (s.Step.At.IsZero() || !s.Step.Done.IsZero()) {
		return nil
	}
	if target.At.IsZero() {
		target = s.Step
	}
	until, ok := s.tl.later(s.line, target)
	if !ok {
		return nil
	}
	return []Fix{{Do: "wait", Step: target.ID, Until: until}}
}

// later returns when a pinned step could be done instead, everything else left where it is but for the rest of its zone.
func (tl *Timeline) later(line *Line, step *Step) (time.Time, bool) {
	i := slices.Index(line.Zone.Steps, step)
	calendar := schedule.New(tl.Plan.Bench, tl.From)
	for _, l := range tl.Lines {
		for k, p := range l.Steps {
			if l == line && k >= i || !p.Step.Done.IsZero() {
				continue
			}
			calendar.Book(p.Start, needOf(l.Zone, p.Step))
		}
	}
	part := line.upTo(i)
	o := tl.offer(part, calendar, true, tl.from(part))
	p := o.placed[0]
	if p.NoRoom {
		return time.Time{}, false
	}
	return p.Start, true
}

// upTo returns the line with only its first n steps laid out.
func (l *Line) upTo(n int) *Line {
	below := len(l.Films)
	if n < len(l.Steps) {
		below = l.Steps[n].Below
	}
	return &Line{
		Zone: l.Zone, Steps: slices.Clip(l.Steps[:n]), Films: slices.Clip(l.Films[:below]),
		touch: slices.Clip(l.touch[:below]), ready: slices.Clip(l.ready[:below]), latest: slices.Clip(l.latest[:below]), tones: slices.Clip(l.tones[:n+1]),
	}
}

// insertFix proposes coats of a clear before a step. want ranks the sheens that serve, the best first.
func (s *Site) insertFix(do string, coats int, before *Step, want ...coating.Sheen) []Fix {
	var fixes []Fix
	for _, p := range s.clears(want) {
		fixes = append(fixes, s.insert(do, coats, before, p))
	}
	return fixes
}

func (s *Site) insert(do string, coats int, before *Step, p *coating.Product) Fix {
	t := mustTechnique(do)
	f := Fix{Do: "insert", Step: before.ID, Insert: &Step{ID: before.ID + "-" + t.ID, Do: t, Product: p, Coats: coats}}
	if !slices.Contains(s.Plan.Products, p) {
		f.Adds = p
	}
	return f
}

// clears returns the plan's clears of the wanted sheens, best first and one of a family; a usual one where the plan has none.
func (s *Site) clears(want []coating.Sheen) []*coating.Product {
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
	id := freeID(sheen.String()+"-clear", taken)
	return &coating.Product{
		ID: id, Name: say.Capital(sheen.String()) + " clear", Kind: coating.Clear, Family: f, Sheen: sheen,
		Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover,
	}
}

// freeID returns id, with more after it where a product has it already.
func freeID(id string, taken []*coating.Product) string {
	for slices.ContainsFunc(taken, func(p *coating.Product) bool { return p.ID == id }) {
		id += "-2"
	}
	return id
}

// swapFixes proposes other products of the plan for a step: of the same kind, of another family, for which good holds.
func (s *Site) swapFixes(step *Step, good func(*coating.Product) bool) []Fix {
	var fixes []Fix
	for _, p := range s.Plan.Products {
		if p == step.Product || p.Kind != step.Product.Kind || !slices.Contains(step.Do.Kinds, p.Kind) {
			continue
		}
		if good(p) {
			fixes = append(fixes, Fix{Do: "swap", Step: step.ID, Product: p})
		}
		if len(fixes) == 2 {
			break
		}
	}
	return fixes
}

// spares reports whether the step, taken with product p instead, would bite nothing at moment.
func (s *Site) spares(step *Step, p *coating.Product, moment time.Time) bool {
	other := *step
	other.Product = p
	touch, wets := touchOf(&other, s.Below)
	return !wets || !s.Below.Bite(touch, moment, s.Plan.Air).Bites()
}

// barrier is a clear that makes a touch safe.
type barrier struct {
	family *coating.Family
	coats  int
}

// barriers returns the families of which a closed barrier of two or three coats, given time to harden, makes touch safe, and which are
// safe to spray themselves.
func (s *Site) barriers(touch stack.Touch, from time.Time) []barrier {
	var all []barrier
	for _, f := range coating.Families() {
		if !slices.Contains(f.Kinds, coating.Clear) {
			continue
		}
		spray := stack.Touch{Contact: stack.WetCoat, Liquid: f.Carrier, Welds: f}
		if s.Below.Bite(spray, from, s.Plan.Air).Bites() {
			continue
		}
		if coats := s.coatsOf(f, touch, from); coats > 0 {
			all = append(all, barrier{f, coats})
		}
	}
	return all
}

// coatsOf returns how many coats of f make touch safe, 0 where they don't.
func (s *Site) coatsOf(f *coating.Family, touch stack.Touch, from time.Time) int {
	for coats := 2; coats <= 3; coats++ {
		film := coating.Film{Family: f, Coats: coats, Wet: f.Wet, Laid: from}
		sealed := append(slices.Clip(s.Below), stack.Lay("", film, s.Plan.Air))
		for days := 1; days <= 16; days *= 2 {
			if !sealed.Bite(touch, from.AddDate(0, 0, days), s.Plan.Air).Bites() {
				return coats
			}
		}
	}
	return 0
}

// sealFix proposes a barrier before a step: a clear of the plan that serves, else one that it doesn't have yet.
func (s *Site) sealFix(before *Step, serve []barrier) []Fix {
	var fixes []Fix
	for _, p := range s.clears([]coating.Sheen{coating.Gloss, coating.SemiGloss, coating.Satin, coating.Flat}) {
		for _, b := range serve {
			if b.family == p.Family {
				fixes = append(fixes, s.insert("seal", b.coats, before, p))
			}
		}
	}
	if len(fixes) == 0 && len(serve) > 0 {
		fixes = []Fix{s.insert("seal", serve[0].coats, before, usualClear(serve[0].family, coating.Gloss, s.Plan.Products))}
	}
	return fixes
}

// drierFix proposes a drier cloth for a wipe.
func (s *Site) drierFix(good func(wash.Wetness) bool) []Fix {
	for c := wash.Dry; c < s.Step.Cloth; c++ {
		if good(c) {
			return []Fix{{Do: "swap", Step: s.Step.ID, Cloth: &c}}
		}
	}
	return nil
}
