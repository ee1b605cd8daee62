// Package draft puts a zone's route together from what the modeller wants on it, in the order of work and after the schools of the plan.
package draft

import (
	"fmt"
	"math"
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	earthFrom = Numbers.Number("earth-from", 45, "L*", "lightness from which a paint is too near to pale earth for it to show", fact.Bench("chosen against the colour of the usual pigment"))
	shelfNear = Numbers.Number("shelf-near", 14, "CIEDE2000", "how far a product of the shelf may be from the usual colour for its purpose", fact.Bench("a wash or stain of about that colour"))
	earthTo   = Numbers.Number("earth-to", 75, "L*", "lightness up to which it is", fact.Bench("chosen against the colour of the usual pigment"))
)

// exhaustCoats are the thin passes of exhaust by strength.
var exhaustCoats = map[string]float64{
	"restrained":   Numbers.Number("exhaust-restrained", 5, "passes", "thin passes of exhaust on a restrained model", fact.Bench("T56: five to fifteen passes for a plain exhaust")),
	"service-worn": Numbers.Number("exhaust-service-worn", 7, "passes", "thin passes of exhaust on a service-worn model", fact.Bench("T56: five to fifteen passes for a plain exhaust")),
	"heavy":        Numbers.Number("exhaust-heavy", 10, "passes", "thin passes of exhaust on a heavily worn model", fact.Bench("T56: five to fifteen passes for a plain exhaust")),
}

// shareBy is how much more of a zone its effects cover, by strength.
var shareBy = map[string]float64{
	"restrained":   Numbers.Number("share-restrained", 0.6, "", "share of the usual that chips, oils and stains cover on a restrained model", fact.Bench("less work, less risk")),
	"service-worn": 1,
	"heavy":        Numbers.Number("share-heavy", 1.6, "", "the same on a heavily worn one", fact.Bench("artistic")),
}

// Wish is an effect that a modeller may want on a model.
type Wish string

// The effects that a route can be drafted with.
const (
	WithDecals   Wish = "decals"
	WithWash     Wish = "wash"
	WithDots     Wish = "oil-dots"
	WithStreaks  Wish = "streaks"
	WithExhaust  Wish = "exhaust"
	WithGas      Wish = "gun-gas"
	WithMud      Wish = "mud"
	WithChips    Wish = "chips"
	WithPastel   Wish = "pastel"
	WithPencil   Wish = "pencil"
	WithPreshade Wish = "pre-shade"
	WithPrimer   Wish = "primer"
)

// WishWord is a wish with what it is called.
type WishWord struct {
	ID    Wish
	Words string
}

// WishWords are the effects in the order of work, with what they are called.
var WishWords = []WishWord{
	{WithPrimer, "primer"},
	{WithPreshade, "pre-shading"},
	{WithChips, "chips"},
	{WithDecals, "gloss and decals"},
	{WithWash, "wash in the panel lines"},
	{WithDots, "oil dot fading"},
	{WithStreaks, "streaks and leaks"},
	{WithExhaust, "exhaust stains"},
	{WithGas, "gun gas"},
	{WithMud, "mud"},
	{WithPencil, "pencil wear"},
	{WithPastel, "pastel"},
}

// Wanted is a zone that a route is drafted for.
type Wanted struct {
	Zone    string // its id
	Paint   *coating.Product
	Metal   bool
	Bright  string    // how a metal shall shine, see Brightnesses; empty for as it comes
	Painted time.Time // when its colour was finished; zero when that is still to be done
	Coats   int       // of the colour; 0 for the usual number
	Effects []Wish
	Wear    wear.Targets // how worn it should look
}

// Brightness is how a metal shall shine, and what goes below it for that.
type Brightness struct{ ID, Words string }

// Brightnesses are the ways in which a metal can shine; the first is meant where nothing is said.
var Brightnesses = []Brightness{{"", "as it comes"}, {"dull", "dull, over flat"}, {"mirror", "like a mirror, over gloss"}, {"chrome", "like chrome, over polished gloss black"}}

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

// Wants reports whether the zone shall have the effect.
func (w Wanted) Wants(e Wish) bool { return slices.Contains(w.Effects, e) }

// Kit is where a draft takes its products from: one for each purpose, chosen when it is first asked for, so that a plan holds only what
// it uses. It prefers what the modeller has on the shelf.
type Kit struct {
	Products []*coating.Product // that the plan holds
	Shelf    []*coating.Product // that can be taken

	chosen map[string]*coating.Product // by purpose
}

// stock are the usual products for a purpose. Their colours are only a beginning.
var stock = map[string]coating.Product{
	"primer":      {Name: "Grey primer", Kind: coating.Primer, Colour: "#8c8f8f", Sheen: coating.Flat},
	"shade":       {Name: "Dark lines", Kind: coating.Paint, Colour: "#4a4f52", Sheen: coating.Flat},
	"pale-shade":  {Name: "Pale lines", Kind: coating.Paint, Colour: "#a3a9ab", Sheen: coating.Flat},
	"post":        {Name: "Pale post-shade", Kind: coating.Paint, Colour: "#dfe2e0", Sheen: coating.Flat},
	"pale-post":   {Name: "Dust post-shade", Kind: coating.Paint, Colour: "#8f8a80", Sheen: coating.Flat},
	"gloss-black": {Name: "Gloss black", Kind: coating.Paint, Colour: "#17181a", Sheen: coating.Gloss},
	"undercoat":   {Name: "Grey undercoat", Kind: coating.Primer, Colour: "#a9acab", Sheen: coating.Flat},
	"medium":      {Name: "Chipping medium", Kind: coating.Medium},
	"under-metal": {Name: "Dull metal", Kind: coating.Metal, Colour: "#a5a7a6", Sheen: coating.Satin},
	"gloss":       {Name: "Gloss clear", Kind: coating.Clear, Sheen: coating.Gloss},
	"satin":       {Name: "Satin clear", Kind: coating.Clear, Sheen: coating.Satin},
	"flat":        {Name: "Flat clear", Kind: coating.Clear, Sheen: coating.Flat},
	"decals":      {Name: "Decals", Kind: coating.DecalKind},
	"wash":        {Name: "Brown-black wash", Kind: coating.Wash, Colour: "#3a322b"},
	"pale-wash":   {Name: "Grey wash", Kind: coating.Wash, Colour: "#8d8a84"},
	"mid-wash":    {Name: "Dark grey wash", Kind: coating.Wash, Colour: "#55524d"},
	"sludge":      {Name: "Sludge wash", Kind: coating.Wash, Colour: "#3f3831"},
	"pale-sludge": {Name: "Pale sludge wash", Kind: coating.Wash, Colour: "#8f897e"},
	"oil":         {Name: "Oils for fading", Kind: coating.Oil, Colour: "#9a8568"},
	"rust":        {Name: "Oil, burnt orange", Kind: coating.Oil, Colour: "#8a5230"},
	"soot":        {Name: "Thin soot", Kind: coating.Paint, Colour: "#2b2725", Sheen: coating.Flat},
	"tan":         {Name: "Lean exhaust tan", Kind: coating.Paint, Colour: "#c0b4a2", Sheen: coating.Flat},
	"soot-dust":   {Name: "Soot pastel", Kind: coating.Pigment, Colour: "#2b2725"},
	"tan-dust":    {Name: "Pale exhaust pastel", Kind: coating.Pigment, Colour: "#c0b4a2"},
	"soot-oil":    {Name: "Oil, lamp black and umber", Kind: coating.Oil, Colour: "#2b2725"},
	"tan-oil":     {Name: "Oil, pale exhaust", Kind: coating.Oil, Colour: "#c0b4a2"},
	"mud":         {Name: "Earth", Kind: coating.Pigment, Colour: "#8b7355"},
	"dark-mud":    {Name: "Dark earth", Kind: coating.Pigment, Colour: "#3d3226"},
	"pencil":      {Name: "Silver pencil", Kind: coating.PencilOf, Colour: "#b8bab9"},
	"chips":       {Name: "Chip paint", Kind: coating.Paint, Colour: "#a5a7a6", Sheen: coating.Satin},
}

var stockFamily = map[string]string{
	"primer": "lacquer", "shade": "waterborne-acrylic", "pale-shade": "waterborne-acrylic", "post": "waterborne-acrylic", "pale-post": "waterborne-acrylic", "undercoat": "waterborne-acrylic", "gloss-black": "lacquer", "medium": "chipping-medium", "under-metal": "lacquer", "gloss": "polish-clear", "satin": "urethane-clear", "flat": "urethane-clear",
	"decals": "decal", "wash": "enamel-wash", "pale-wash": "enamel-wash", "mid-wash": "enamel-wash", "sludge": "sludge-wash", "pale-sludge": "sludge-wash", "oil": "artist-oil", "rust": "artist-oil",
	"soot-dust": "dry-pigment", "tan-dust": "dry-pigment", "soot-oil": "artist-oil", "tan-oil": "artist-oil",
	"soot": "waterborne-acrylic", "tan": "waterborne-acrylic", "mud": "dry-pigment", "dark-mud": "dry-pigment", "pencil": "pencil", "chips": "waterborne-acrylic",
}

// take returns the product for a purpose, put into the plan at its first use.
func (k *Kit) take(purpose string) *coating.Product {
	p := k.look(purpose)
	if !slices.Contains(k.Products, p) {
		k.Products = append(k.Products, p)
	}
	return p
}

// look returns the product for a purpose without taking it: the nearest one of the shelf, else the usual one.
func (k *Kit) look(purpose string) *coating.Product {
	if p := k.chosen[purpose]; p != nil {
		return p
	}
	usual := stock[purpose]
	usual.Family = coating.MustFamily(stockFamily[purpose])
	usual.Carrier, usual.Thinner, usual.Remover = usual.Family.Carrier, usual.Family.Thinner, usual.Family.Remover
	usual.ID = route.FreeID(purpose, append(slices.Clip(k.Shelf), k.Products...))
	p := &usual
	if own := k.nearest(&usual); own != nil {
		p = own
	}
	if k.chosen == nil {
		k.chosen = map[string]*coating.Product{}
	}
	k.chosen[purpose] = p
	return p
}

// nearest returns the product of the shelf that can stand for a usual one: of its kind, family and sheen, and near it in colour; nil
// where there is none.
func (k *Kit) nearest(usual *coating.Product) *coating.Product {
	var best *coating.Product
	least := shelfNear
	for _, p := range k.Shelf {
		if p.Kind != usual.Kind || p.Family != usual.Family || shines(p) != shines(usual) || p.Carrier != usual.Carrier || p.Remover != usual.Remover {
			continue
		}
		d := 0.0
		if usual.Colour != "" {
			if p.Colour == "" {
				continue
			}
			d = p.Shows().Difference(usual.Shows())
		}
		if d < least {
			best, least = p, d
		}
	}
	return best
}

func shines(p *coating.Product) coating.Sheen {
	if p.Sheen == coating.NoSheen {
		return p.Family.Sheens[0]
	}
	return p.Sheen
}

// Draft returns a route for a zone in the order of work, with what was decided and why. schools decide where practitioners disagree.
// The routes that it makes have no finding above a note: see the test over all combinations.
func Draft(w Wanted, schools route.Schools, kit *Kit) ([]*route.Step, []string) {
	d := draft{Wanted: w, schools: schools, kit: kit}
	d.base()
	d.gloss()
	d.washes()
	d.oils()
	d.stains()
	d.finish()
	return d.steps, d.why
}

type draft struct {
	Wanted
	schools route.Schools
	kit     *Kit
	steps   []*route.Step
	why     []string
	glossed bool
	medium  bool // live chipping medium below
}

func (d *draft) add(do string, p *coating.Product) *route.Step {
	t := route.MustTechnique(do)
	s := &route.Step{ID: fmt.Sprintf("%s-%d", d.Zone, len(d.steps)+1), Do: t, Product: p, Coats: max(1, t.Coats)}
	d.steps = append(d.steps, s)
	return s
}

func (d *draft) because(format string, args ...any) {
	d.why = append(d.why, fmt.Sprintf(format, args...))
}

func (d *draft) done() bool { return !d.Painted.IsZero() }

// base is all up to the colour; what is finished already stands as done.
func (d *draft) base() {
	first := len(d.steps)
	if d.Wants(WithPrimer) {
		d.add("prime", d.kit.take("primer"))
	}
	d.medium = d.Wants(WithChips) && d.schools.Of("chips") == "medium" && !d.done() && !d.Metal
	back := d.Wants(WithChips) && d.schools.Of("chips") == "wiped-acrylic" && !d.done() && !d.Metal
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
		d.share(d.add("sponge-chips", d.kit.take("chips")))
	}
}

// colour puts the zone's paint on, with its shading below, between or above.
func (d *draft) colour() {
	if d.Metal && !d.done() {
		d.undercoat()
	}
	shading := ""
	if d.Wants(WithPreshade) && !d.Metal && !d.medium {
		shading = map[string]string{"even": "pre-shade", "panels": "mottle", "none": "post-shade"}[d.schools.Of("shade")]
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

// sandwich shades on the paint and ties it together with thin veils of the same.
func (d *draft) sandwich(shading, purpose string) {
	d.add(shading, d.kit.take(purpose))
	t := d.tones()
	veil := route.Step{Do: route.MustTechnique("veil"), Product: d.Paint, Coats: 1}
	cover, _ := veil.Cover()
	if fade := t.Fades(cover, t.WidthMM, d.Wear.Shading, rule.MostVeils); fade.Right >= 1 {
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

// needsGloss reports whether something on the zone wants a gloss surface below it.
func (d *draft) needsGloss() bool {
	if d.Wants(WithDecals) {
		return true
	}
	return d.Wants(WithWash) && (d.schools.Of("under_wash") == "gloss" || d.medium)
}

func (d *draft) gloss() {
	if d.needsGloss() {
		g := d.add("gloss-coat", d.kit.take("gloss"))
		d.glossed = true
		if d.Wants(WithDecals) && d.schools.Of("gloss") == "under-decals" && d.schools.Of("decals_and_wash") != "before-decals" && !d.medium {
			g.Share = route.DecalArea
			d.because("Gloss only where the decals go; the seal over all evens the sheen out again.")
		} else {
			d.because("Two coats of gloss: decals bed on it, a wash runs and wipes off, and it takes the rub of the cloth.")
		}
	}
	d.barrier()
	if d.Wants(WithDecals) && d.schools.Of("decals_and_wash") != "before-decals" {
		d.decals()
	}
	if d.Wants(WithWash) && d.schools.Of("under_wash") == "satin" {
		d.add("satin-coat", d.kit.take("satin"))
		d.glossed = false
		d.because("A satin coat below the wash keeps an even tone of grime.")
	}
}

// barrier puts a gloss below the wash where the school wants one on acrylics and nothing else brings it, and what the wash shall meet
// over that.
func (d *draft) barrier() {
	if d.glossed || !d.Wants(WithWash) || !rule.IsAcrylic(d.Paint.Family) || d.schools.Of("acrylic_under_enamel_wash") != "gloss" || d.schools.Of("wash") == "sludge" {
		return
	}
	d.add("gloss-coat", d.kit.take("gloss"))
	d.because("A gloss barrier over the acrylic, before an enamel wash, as your school has it.")
	if d.schools.Of("under_wash") == "flat" {
		d.add("flat-coat", d.kit.take("flat"))
	}
}

func (d *draft) decals() {
	d.add("decals", d.kit.take("decals"))
	d.add("seal", d.kit.take("gloss"))
	d.because("The decals are sealed, so that the wash can't creep under them and the wipe can't tear them.")
}

// washProduct chooses the wash by the paint's lightness: brown-black on most, grey where that would be harsh or could not be seen.
func (d *draft) washProduct() *coating.Product {
	if d.schools.Of("wash") == "sludge" && !d.medium {
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
	case d.schools.Of("strength") == "restrained" && l > rule.MidFrom:
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
		do := map[string]string{"pin": "pin-wash", "overall": "overall-wash", "sprayed": "spray-wash", "sludge": "overall-wash"}[d.schools.Of("wash")]
		if do == "spray-wash" && d.glossed {
			d.add("satin-coat", d.kit.take("satin"))
			d.glossed = false
			d.because("A satin coat first: sprayed grime wants something to hold.")
		}
		w := d.add(do, p)
		if do != "spray-wash" {
			wipe := d.add("wipe", nil)
			wipe.Of, wipe.Cloth, wipe.Stroke = w.ID, clothOf(d.schools.Of("wipe")), d.schools.Of("stroke")
			d.because("%s, since it shows on %s; wiped with a %s cloth first.", p.Name, d.Paint.Name, wipe.Cloth)
			if d.schools.Of("wipe") == "flashed" {
				w.Drying = route.InAirStream
				d.because("Dried in a moving stream of air, so that it can be wiped as soon as the thinner has gone.")
			}
		}
		if !d.glossed && d.schools.Of("under_wash") == "gloss" {
			d.because("The wash goes over gloss.")
		}
	}
	if d.Wants(WithDecals) && d.schools.Of("decals_and_wash") == "before-decals" {
		if d.Wants(WithWash) && !d.glossed {
			g := d.add("gloss-coat", d.kit.take("gloss"))
			if d.schools.Of("gloss") == "under-decals" && !d.medium {
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

// clothOf returns the cloth that goes with a school of wiping: a wash that has dried all through wants its remover.
func clothOf(school string) wash.Wetness {
	if school == "dry" || school == "next-day" {
		return wash.Damp
	}
	return wash.Dry
}

// stained reports whether the zone gets exhaust or gun gas in that school's way.
func (d *draft) stained(way string) bool {
	return (d.Wants(WithExhaust) || d.Wants(WithGas)) && d.schools.Of("exhaust") == way
}

// oily reports whether oils are worked into the zone.
func (d *draft) oily() bool { return d.Wants(WithDots) || d.Wants(WithStreaks) || d.stained("oil") }

// dusty reports whether dry pigment or pencil lies on the zone.
func (d *draft) dusty() bool {
	return d.Wants(WithPastel) || d.Wants(WithPencil) || d.Wants(WithMud) || d.stained("pastel")
}

func (d *draft) oils() {
	dots, streaks := d.Wants(WithDots), d.Wants(WithStreaks)
	pastel := d.Wants(WithPastel) || d.stained("pastel")
	if !d.oily() && !pastel {
		return
	}
	if d.schools.Of("under_oils") == "flat" || pastel {
		d.add("flat-coat", d.kit.take("flat"))
		d.because("A flat coat below the oils and pigments, for grip.")
	}
	if dots {
		d.share(d.add("oil-dots", d.kit.take("oil")))
	}
	if streaks {
		d.share(d.add("streak", d.kit.take("rust")))
	}
}

// earth chooses the pigment that shows on the paint: a dark one where the usual one is as light as the paint.
func (d *draft) earth() string {
	if l := route.Lightness(d.Paint); l > earthFrom && l < earthTo {
		return "dark-mud"
	}
	return "mud"
}

func (d *draft) stains() {
	dark := route.Lightness(d.Paint) < rule.DarkBelow
	stain := "soot"
	if dark {
		stain = "tan"
	}
	for _, e := range []Wish{WithExhaust, WithGas} {
		if d.Wants(e) {
			switch d.schools.Of("exhaust") {
			case "pastel":
				d.share(d.add("pastel", d.kit.take(stain+"-dust")))
			case "oil":
				d.share(d.add("streak", d.kit.take(stain+"-oil")))
			default:
				d.passes(d.add("exhaust-spray", d.kit.take(stain)))
			}
			if dark {
				d.because("A pale stain, since a dark one can't be seen on %s.", d.Paint.Name)
			}
		}
	}
	if d.Wants(WithMud) {
		d.share(d.add("mud", d.kit.take(d.earth())))
	}
	if d.Wants(WithPencil) {
		d.share(d.add("pencil", d.kit.take("pencil")))
	}
	if d.Wants(WithPastel) {
		d.share(d.add("pastel", d.kit.take(d.earth())))
	}
}

// passes gives a sprayed stain as many passes as let it read as its service asks, few of these on a restrained model and all of them on a
// heavy one; what is usual for the strength where no number of passes does.
func (d *draft) passes(s *route.Step) {
	strength := d.schools.Of("strength")
	s.Coats = int(exhaustCoats[strength])
	var right []int
	for n := 1; n <= route.MostPasses; n++ {
		if r, _ := rule.StainReads(s, d.tones().Panel, n); r == d.Wear.Stain {
			right = append(right, n)
		}
	}
	if len(right) > 0 {
		s.Coats = map[string]int{"restrained": right[0], "service-worn": right[len(right)/2], "heavy": right[len(right)-1]}[strength]
	}
}

// share gives a step that covers a part of the zone less of it on a restrained model, more on a heavy one.
func (d *draft) share(s *route.Step) {
	if by := shareBy[d.schools.Of("strength")]; s.Do.Covers > 0 && by != 1 {
		s.Share = math.Round(1000*min(1, s.Do.Covers*by)) / 1000
	}
}

func (d *draft) finish() {
	oils := d.oily()
	if oils && d.schools.Of("over_oils") == "nothing" {
		d.because("Nothing goes over the oils, as your school has it.")
		return
	}
	if d.Metal {
		if d.glossed || d.dusty() || d.Bright != "" {
			return // a clear would cost a bright metal its shine
		}
		d.add("final-gloss", d.kit.take("gloss")).Coats = 1
		return
	}
	if oils && d.schools.Of("over_oils") == "gloss-then-flat" && !d.dusty() {
		d.add("final-gloss", d.kit.take("gloss")).Coats = 1
	}
	d.add("final-coat", d.kit.take("flat")).Coats = 1
}
