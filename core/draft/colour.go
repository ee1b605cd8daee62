package draft

import (
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/shade"
)

// undercoat lays what lets the metal shine as wanted.
func (d *draft) undercoat() {
	switch d.Bright {
	case "dull":
		d.add("prime", d.kit.take("undercoat"))
		d.because("A flat undercoat: the metal over it goes dull.")
	case "mirror", "chrome":
		d.add("base-coat", d.kit.take("gloss-black")).Coats = int(route.MirrorCoats)
		d.because("%.0f coats of gloss black below the metal, for a mirror; left overnight.", route.MirrorCoats)
		if d.Bright == "chrome" {
			d.add("polish", nil)
			d.because("Polished in two grades, in circles: over that it goes like chrome.")
		}
	}
}

// colour puts the zone's paint on, with its shading below, between or above.
func (d *draft) colour() {
	if d.Metal && !d.done() {
		d.undercoat()
	}
	switch {
	case d.Wants(WithPreshade) && d.Metal:
		d.dropped(WithPreshade, "metal is shaded with a darker metal on it, since it shows every tone below")
	case d.Wants(WithPreshade) && d.medium:
		d.dropped(WithPreshade, "the one thin coat over the medium has to break, and shading below it would come off with it")
	}
	shading := ""
	if d.Wants(WithPreshade) && !d.Metal && !d.medium {
		shading = map[route.Choice]string{route.EvenCover: "pre-shade", route.ByPanels: "mottle", route.Unshaded: "post-shade"}[d.schools.Of(route.ShadeWay)]
	}
	if shading != "" && shading != "post-shade" && d.veiled(shading) {
		return
	}
	d.cover()
	switch shading {
	case "":
	case "post-shade":
		d.sandwich(shading, d.tone("post"))
		d.because("Shaded afterwards, lighter in the middle of the panels.")
	default:
		d.sandwich(shading, d.tone("shade"))
	}
}

// tone is the purpose of a product that shows as shading on the paint: pale-something where the paint is dark.
func (d *draft) tone(purpose string) string {
	if l := route.Lightness(d.Paint); purpose == "post" && l > rule.PaleFrom || purpose == "shade" && l < rule.MidFrom {
		return "pale-" + purpose
	}
	return purpose
}

func (d *draft) tones() route.Tones { return (&route.Zone{Steps: d.steps}).Tones(len(d.steps)) }

// veiled shades below the paint, which then goes on in as many thin veils as let the shading read as wanted. It does nothing where those
// veils would not cover what is below.
func (d *draft) veiled(shading string) bool {
	t := d.tones()
	t.Add(&route.Step{Do: route.MustTechnique(shading), Product: d.kit.look(d.tone("shade")), Coats: 1})
	veil := route.Step{Do: route.MustTechnique("veil"), Product: d.Paint, Coats: 1}
	cover, _ := veil.Cover()
	fade := t.Fades(cover, t.WidthMM, d.Wear.Shading, rule.MostVeils)
	if fade.Right < 1 || veil.OffBy(t.Panel, fade.Right) >= rule.OffTone {
		return false
	}
	d.add(shading, d.kit.take(d.tone("shade")))
	d.add("veil", d.Paint).Coats = fade.Right
	d.because("%d thin veils over the shading: with half-closed eyes it reads %s then, and one coat more would begin to lose it.", fade.Right, d.Wear.Shading)
	return true
}

// sandwich shades on the paint, in as many passes as it takes to read as wanted, and ties it together with thin veils of the same. Where even the most passes
// would not be seen it leaves the shading out, and says so.
func (d *draft) sandwich(shading, purpose string) {
	before := d.tones()
	step := &route.Step{Do: route.MustTechnique(shading), Product: d.kit.look(purpose), Coats: 1}
	reads := func() shade.Reading {
		t := before
		t.Add(step)
		return shade.Read(shade.Seen(t.Line, t.Panel, t.WidthMM))
	}
	for step.Coats < step.Do.Most() && reads() < d.Wear.Shading {
		step.Coats++
	}
	if reads() == shade.Lost {
		d.dropped(WithPreshade, "%s on %s would not be seen", route.StepName(step), d.Paint.Name)
		return
	}
	t := before
	t.Add(step)
	veil := route.Step{Do: route.MustTechnique("veil"), Product: d.Paint, Coats: 1}
	cover, _ := veil.Cover()
	fade := t.Fades(cover, t.WidthMM, d.Wear.Shading, rule.MostVeils)
	if fade.Right < 0 && reads() > d.Wear.Shading+1 {
		d.dropped(WithPreshade, "%s on %s would be %s, and one thin veil of so strong a paint would lose it", route.StepName(step), d.Paint.Name, reads())
		return
	}
	d.add(shading, d.kit.take(purpose)).Coats = step.Coats
	if fade.Right >= 1 {
		d.add("veil", d.Paint).Coats = fade.Right
		d.because("Shaded on the paint, and tied together with %d thin veils of it until it reads %s.", fade.Right, d.Wear.Shading)
	}
}

// cover lays the paint in as many coats as it takes to be its own colour, on a grey where it hides too weakly.
func (d *draft) cover() {
	do := "base-coat"
	if d.Metal {
		do = "metal-coat"
	}
	coat := &route.Step{Do: route.MustTechnique(do), Product: d.Paint}
	usual := max(1, coat.Do.Coats)
	if d.medium {
		usual = 1 // thin, so that water reaches the medium
	}
	enough := func() int {
		for n := usual; n <= rule.MostThin; n++ {
			if coat.OffBy(d.tones().Panel, n) < rule.OffTone {
				return n
			}
		}
		return 0
	}
	coats := enough()
	if coats == 0 && d.Paint.Colour != "" && !d.medium {
		d.add("prime", d.kit.take("undercoat"))
		d.because("%s hides weakly, so a grey goes below it.", d.Paint.Name)
		coats = enough()
	}
	if d.Coats > 0 {
		coats = d.Coats
	}
	d.add(do, d.Paint).Coats = max(usual, coats)
}
