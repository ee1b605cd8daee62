// Package draft puts a zone's route together from what the modeller wants on it, in the order of work and after the schools of the plan.
package draft

import (
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/effect"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	earthFrom = Numbers.Number("earth-from", 45, "L*", "lightness from which a paint is too near to pale earth for it to show", fact.Bench("chosen against the colour of the usual pigment"))
	shelfNear = Numbers.Number("shelf-near", 14, "CIEDE2000", "how far a product of the shelf may be from the usual colour for its purpose", fact.Bench("a wash or stain of about that colour"))
	earthTo   = Numbers.Number("earth-to", 75, "L*", "lightness up to which it is", fact.Bench("chosen against the colour of the usual pigment"))
)

// Told is what a draft decided and what it left out, each with its reason, in sentences.
type Told struct{ Why, Left []string }

// Draft returns a route for a zone in the order of work, with what was decided and left out. schools decide where practitioners disagree.
// The routes that it makes have no finding above a note: see the test over all combinations.
func Draft(w Wanted, schools route.Schools, kit *Kit) ([]*route.Step, Told) {
	d := draft{Wanted: w, schools: schools, kit: kit}
	d.glazing()
	d.base()
	d.gloss()
	d.washes()
	d.oils()
	d.stains()
	d.finish()
	if d.masked {
		d.add("unmask", nil)
	}
	return d.steps, d.told
}

type draft struct {
	Wanted
	schools route.Schools
	kit     *Kit
	steps   []*route.Step
	told    Told
	glossed bool
	masked  bool // the glazing is
	medium  bool // live chipping medium below
}

func (d *draft) add(do string, p *coating.Product) *route.Step {
	t := route.MustTechnique(do)
	s := &route.Step{ID: fmt.Sprintf("%s-%d", d.Zone, len(d.steps)+1), Do: t, Product: p, Coats: max(1, t.Coats)}
	if effect.Stains(t) {
		s.Seed = effect.Seeded(d.Zone, s.ID)
		effect.Follow(&effect.Job{Step: s, Wear: d.Wear}, 0, 0, false)
	}
	d.steps = append(d.steps, s)
	return s
}

func (d *draft) because(format string, args ...any) {
	d.told.Why = append(d.told.Why, fmt.Sprintf(format, args...))
}

// without says what is left out, and why.
func (d *draft) without(format string, args ...any) {
	d.told.Left = append(d.told.Left, fmt.Sprintf(format, args...))
}

// dropped says that something wished for is left out, and why.
func (d *draft) dropped(w Wish, format string, args ...any) {
	i := slices.IndexFunc(WishWords, func(x WishWord) bool { return x.ID == w })
	d.without("No %s: %s.", WishWords[i].Words, fmt.Sprintf(format, args...))
}

func (d *draft) done() bool { return !d.Painted.IsZero() }

// glazing is masked before anything is sprayed, and cleared when all is on: what is sprayed over clear parts does not come off them.
func (d *draft) glazing() {
	switch {
	case !d.Wants(WithGlazing):
	case d.done():
		d.dropped(WithGlazing, "its colour is on already")
	default:
		d.masked = true
		d.add("mask", nil)
		d.because("The glazing is masked before the first coat and cleared after the last: no coat, and no flat clear above all, comes off clear plastic again.")
	}
}

// base is all up to the colour; what is finished already stands as done.
func (d *draft) base() {
	first := len(d.steps)
	if d.Wants(WithPrimer) {
		d.add("prime", d.kit.take("primer"))
	}
	d.medium = d.Wants(WithChips) && d.schools.Of(route.ChipWay) == route.ByMedium && !d.done() && !d.Metal
	back := d.Wants(WithChips) && d.schools.Of(route.ChipWay) == route.ByWipingBack && !d.done() && !d.Metal
	if back && d.Paint.Family.ID != "waterborne-acrylic" {
		back = false
		d.because("Only a water-borne acrylic is wiped back from lacquer, so chips are painted.")
	}
	if d.medium || back {
		d.add("metal-coat", d.kit.take("under-metal"))
	}
	if d.medium {
		d.add("chipping-medium", d.kit.take("medium"))
	}
	d.colour()
	switch {
	case back:
		d.add("wipe-back", d.Paint)
		d.because("The acrylic is wiped back with its own thinner, which the lacquer below ignores.")
	case d.medium:
		d.add("chip", nil)
		d.because("One thin coat of colour over the medium, so that water reaches it. From then on water is blotted, not left to soak.")
	case d.Wants(WithChips) && d.done():
		d.because("The colour is on already, so chips are painted, not lifted.")
	}
	if d.done() {
		at := d.Painted
		for i := len(d.steps) - 1; i >= first; i-- {
			d.steps[i].Done = at
			at = at.Add(-24 * time.Hour)
		}
	}
	if d.Wants(WithChips) && !d.medium && !back {
		d.add("sponge-chips", d.kit.take("chips"))
	}
}

// needsGloss reports whether something on the zone wants a gloss surface below it.
func (d *draft) needsGloss() bool {
	if d.Wants(WithDecals) {
		return true
	}
	return d.Wants(WithWash) && (d.schools.Of(route.UnderWash) == route.OverGloss || d.medium)
}

func (d *draft) gloss() {
	if d.needsGloss() {
		g := d.add("gloss-coat", d.kit.take("gloss"))
		d.glossed = true
		if d.Wants(WithDecals) && d.schools.Of(route.GlossWhere) == route.GlossUnderDecals && d.schools.Of(route.DecalsAndWash) != route.BeforeDecals && !d.medium {
			g.Share = route.DecalArea
			d.because("Gloss only where the decals go; the seal over all evens the sheen out again.")
		} else {
			if d.Wants(WithDecals) && d.schools.Of(route.GlossWhere) == route.GlossUnderDecals && d.medium {
				d.because("Gloss all over, not only under the decals: it keeps the water of the decals off the medium.")
			}
			d.because("Two coats of gloss: decals bed on it, a wash runs and wipes off, and it takes the rub of the cloth.")
		}
	}
	d.barrier()
	if d.Wants(WithDecals) && d.schools.Of(route.DecalsAndWash) != route.BeforeDecals {
		d.decals()
	}
	if d.Wants(WithWash) && d.schools.Of(route.UnderWash) == route.OverSatin {
		d.add("satin-coat", d.kit.take("satin"))
		d.glossed = false
		d.because("A satin coat below the wash keeps an even tone of grime.")
	}
}

func (d *draft) decals() {
	d.add("decals", d.kit.take("decals"))
	d.add("seal", d.kit.take("gloss"))
	d.because("The decals are sealed, so that the wash can't creep under them and the wipe can't tear them.")
}

func (d *draft) finish() {
	oils := d.oily()
	if oils && d.schools.Of(route.OverOils) == route.NothingOver {
		d.without("No last coat: nothing goes over the oils, as your school has it.")
		return
	}
	if d.Metal {
		if d.glossed || d.dusty() || d.Bright != "" {
			d.without("No last coat: a clear would cost the metal its shine.")
			return
		}
		d.add("final-gloss", d.kit.take("gloss")).Coats = 1
		return
	}
	if oils && d.schools.Of(route.OverOils) == route.GlossThenFlat && !d.dusty() {
		d.add("final-gloss", d.kit.take("gloss")).Coats = 1
	}
	d.add("final-coat", d.kit.take("flat")).Coats = 1
}
