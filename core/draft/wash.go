package draft

import (
	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
)

// barrier puts a gloss below the wash where the school wants one on acrylics and nothing else brings it, and what the wash shall meet
// over that.
func (d *draft) barrier() {
	if d.glossed || !d.Wants(WithWash) || !rule.IsAcrylic(d.Paint.Family) || d.schools.Of(route.AcrylicUnderEnamelWash) != route.OverGloss || d.schools.Of(route.WashWay) == route.BySludge {
		return
	}
	d.add("gloss-coat", d.kit.take("gloss"))
	d.because("A gloss barrier over the acrylic, before an enamel wash, as your school has it.")
	if d.schools.Of(route.UnderWash) == route.OverFlat {
		d.add("flat-coat", d.kit.take("flat"))
	}
}

// washProduct chooses the wash by the paint's lightness: brown-black on most, grey where that would be harsh or could not be seen.
func (d *draft) washProduct() *coating.Product {
	if d.schools.Of(route.WashWay) == route.BySludge && !d.medium {
		if !rule.WashShows(d.Paint.Shows(), d.kit.look("sludge").Shows()) {
			return d.kit.take("pale-sludge")
		}
		return d.kit.take("sludge")
	}
	l := route.Lightness(d.Paint)
	order := []string{"wash", "mid-wash", "pale-wash"}
	switch {
	case l > rule.PaleFrom:
		order = []string{"pale-wash", "mid-wash"}
	case l < rule.DarkBelow:
		order = []string{"mid-wash", "pale-wash"}
	case d.schools.Of(route.StrengthOf) == route.Restrained && l > rule.MidFrom:
		order = []string{"mid-wash", "wash"}
	}
	for _, purpose := range order {
		if p := d.kit.look(purpose); rule.WashShows(d.Paint.Shows(), p.Shows()) {
			return d.kit.take(purpose)
		}
	}
	return d.kit.take(order[0])
}

func (d *draft) washes() {
	if d.Wants(WithWash) {
		p := d.washProduct()
		do := map[route.Choice]string{route.ByPin: "pin-wash", route.ByOverall: "overall-wash", route.BySpray: "spray-wash", route.BySludge: "overall-wash"}[d.schools.Of(route.WashWay)]
		if do == "spray-wash" && d.glossed {
			d.add("satin-coat", d.kit.take("satin"))
			d.glossed = false
			d.because("A satin coat first: sprayed grime wants something to hold.")
		}
		w := d.add(do, p)
		if do != "spray-wash" {
			wipe := d.add("wipe", nil)
			wipe.Of, wipe.Cloth, wipe.Stroke = w.ID, d.schools.Cloth(), d.schools.Stroke()
			d.because("%s, since it shows on %s; wiped with a %s cloth first.", p.Name, d.Paint.Name, wipe.Cloth)
			if d.schools.Of(route.WipedWhen) == route.WhenFlashed {
				w.Drying = route.InWarmAir
				d.because("Dried in moving warm air, so that it can be wiped as soon as the thinner has gone.")
			}
		}
		if !d.glossed && d.schools.Of(route.UnderWash) == route.OverGloss {
			d.because("The wash goes over gloss.")
		}
	}
	if d.Wants(WithDecals) && d.schools.Of(route.DecalsAndWash) == route.BeforeDecals {
		if d.Wants(WithWash) && !d.glossed {
			g := d.add("gloss-coat", d.kit.take("gloss"))
			if d.schools.Of(route.GlossWhere) == route.GlossUnderDecals && !d.medium && !d.Metal { // nothing over a metal would even its edge out
				g.Share = route.DecalArea
			}
		}
		d.add("decals", d.kit.take("decals"))
		if d.oily() {
			d.add("seal", d.kit.take("gloss"))
			d.because("The decals are sealed below the oils, so that the thinner and the brush can't lift their edges.")
		} else {
			d.glossed = false // the last coat is to go over them
			d.because("The wash is done before the decals, so nothing that is rubbed comes over them and they need no seal.")
		}
	}
}
