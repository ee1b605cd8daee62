package mix

import (
	"fmt"
	"math"
	"slices"
	"sort"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/dose"
	"inkysparrow/core/fact"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
)

// Job is what a mix is for: lines of a cut on a surface, in a room, and how they should read.
type Job struct {
	Line   wash.Line
	On     coating.Texture
	Air    climate.Air
	Ground colour.Colour // what the bare recess looks like
	Paint  colour.Colour // the surface beside it
	Wanted float64       // contrast at arm's length, CIEDE2000
	ML     float64       // that the zone takes
	Spread bool          // it is pressed in and wiped, so that it need not run
}

// Recipe is a mix in whole drops.
type Recipe struct {
	Product, Thinner int // drops
	Cup              Cup
	Mixed            *Mixed
	Lines            Contrast
	Run              wash.Run
}

var (
	mostThinner = Numbers.Number("most-thinner", 40, "", "parts of thinner to one beyond which no wash is thinned", fact.Bench("nothing is left to be seen"))
	usualThin   = Numbers.Number("recipe-usual", 6, "", "parts of thinner to one that the trade thins to", fact.Bench("an enamel paint about 1:6, like skimmed milk: T16"))
	usualPull   = Numbers.Number("recipe-pull", 0.25, "", "how much a doubling of that counts against a doubling of the wanted contrast", fact.Bench("chosen: a full line looks nearly the same at 1:3 and 1:12, and nobody thins more than helps"))
	mostDrops   = int(Numbers.Number("ratio-drops", 3, "drops", "of product in the smallest batch: finer ratios are not counted out", fact.Bench("counted in whole drops")))
)

// ratio is so many drops of thinner to so many of product.
type ratio struct{ product, thinner int }

func (n ratio) parts() float64 { return float64(n.thinner) / float64(n.product) }

// ratios are those in whole drops, from none up.
var ratios = func() (all []ratio) {
	for n := 1; n <= mostDrops; n++ {
		for m := 0; m <= n*int(mostThinner); m++ {
			if n == 1 || m%n != 0 && m <= n*fineTo {
				all = append(all, ratio{n, m})
			}
		}
	}
	slices.SortFunc(all, func(a, b ratio) int { return a.thinner*b.product - b.thinner*a.product })
	return all
}()

const fineTo = 8 // parts beyond which a part of a part is not seen

// Recipe returns the thinning of a product that comes near the job's wanted contrast and near the trade's usual one, and still runs; ok is false where none runs.
// The recipe that is returned then is the thinnest.
func (j Job) Recipe(p *coating.Product, thinner *solvent.Liquid) (r Recipe, ok bool, err error) {
	drop := dose.DropML()
	neat, err := Cup{{Product: p, ML: drop}}.Mix()
	if err != nil {
		return Recipe{}, false, err
	}
	watery, apart := parts(neat.Fluid.Thinned(thinner, 1).Carrier)
	if apart || p.Family.Mechanism == coating.Oxidise && watery > immisc {
		return Recipe{}, false, &Error{1, fmt.Sprintf("%s does not mix with %s", say.Capital(thinner.Name), p.Name)}
	}
	best, off := ratios[len(ratios)-1], math.Inf(1) // the thinnest, where none runs
	for _, n := range ratios {
		f := neat.Fluid.Thinned(thinner, n.parts())
		if !j.Spread && !f.Runs(j.Line, j.On, j.Air).Runs() {
			continue
		}
		stands := shade.AtArm(neat.Look.Over(j.Ground, InLine(f, j.Line)), j.Paint, j.Line.WidthMM)
		if d := misses(stands, j.Wanted, n.parts()); d < off {
			best, off, ok = n, d, true
		}
	}
	r = Recipe{Product: best.product, Thinner: best.thinner, Cup: Cup{{Product: p, ML: float64(best.product) * drop}}}
	if best.thinner > 0 {
		r.Cup = append(r.Cup, Pour{Liquid: thinner, ML: float64(best.thinner) * drop})
	}
	r.Mixed = neat.thinned(r.Cup, thinner, best.parts())
	r.Lines, r.Run = r.Mixed.Lines(j.Ground, j.Paint, j.Line), r.Mixed.Runs(j.Line, j.On, j.Air)
	return r.batch(j.ML), ok, nil
}

// misses is how far a thinning that stands out by so much is from what is wanted and usual.
func misses(stands, wanted, parts float64) float64 {
	return math.Abs(math.Log(math.Max(0.01, stands)/math.Max(0.01, wanted))) + usualPull*math.Abs(math.Log(math.Max(0.2, parts)/usualThin))
}

// batch returns the recipe for at least so many millilitres.
func (r Recipe) batch(ml float64) Recipe {
	k := int(math.Ceil(ml / r.Mixed.ML))
	if k <= 1 {
		return r
	}
	r.Product, r.Thinner = r.Product*k, r.Thinner*k
	cup := make(Cup, len(r.Cup))
	for i, p := range r.Cup {
		p.ML *= float64(k)
		cup[i] = p
	}
	r.Cup = cup
	all := *r.Mixed
	all.parts, all.ML = cup, all.ML*float64(k)
	r.Mixed = &all
	return r
}

// Words is the recipe in a sentence.
func (r Recipe) Words() string {
	p := r.Cup[0].Product
	if r.Product == 0 { // poured by hand
		var all []string
		for _, p := range r.Cup {
			all = append(all, fmt.Sprintf("%.2f ml of %s", p.ML, p.Name()))
		}
		return say.List(all)
	}
	if r.Thinner == 0 {
		return fmt.Sprintf("%s as it comes", p.Name)
	}
	first := say.Count(r.Product, "drop")
	if p.Kind == coating.Oil {
		first = fmt.Sprintf("%.0f mm of a %.0f mm strip", math.Max(1, r.Cup[0].ML/StripML(1, stripMM)), stripMM)
	}
	return fmt.Sprintf("%s of %s, %s of %s", first, p.Name, say.Count(r.Thinner, "drop"), r.Cup[1].Liquid.Name)
}

// StripMM returns the width of a strip that is squeezed from a tube, where nothing else is said.
func StripMM() float64 { return stripMM }

var stripMM = Numbers.Number("strip", 5, "mm", "width of a strip that is squeezed from a tube", handBench)

// Fault is what is wrong with a wash at the bench.
type Fault struct{ ID, Words string }

// Faults returns what can be wrong.
func Faults() []Fault {
	return []Fault{
		{"too-thick", "too thick, does not run"}, {"too-pale", "too pale"}, {"too-dark", "too dark"}, {"settled", "settled, streaky"}, {"beads", "beads up"},
	}
}

// Correction is what to add.
type Correction struct {
	Words string
	Adds  []Pour
	Cup   Cup // as it is then
	Mixed *Mixed
}

var (
	noticed  = Numbers.Number("correction", 0.1, "", "share by which a correction changes the contrast of the lines: less is not seen", fact.Bench("chosen"))
	mostAdds = int(Numbers.Number("most-correction", 400, "drops", "most drops that are proposed", fact.Bench("beyond that one begins anew")))
)

// Correct returns what to add to a cup for a job when that is wrong with it. Errors are *Error; a fault that nothing added can mend has only words.
func (c Cup) Correct(fault string, j Job) (Correction, error) {
	now, err := c.Mix()
	if err != nil {
		return Correction{}, err
	}
	was := now.Lines(j.Ground, j.Paint, j.Line)
	product, thinner := c.own()
	stands := func(m *Mixed) float64 { return m.Lines(j.Ground, j.Paint, j.Line).Near }
	switch fault {
	case "too-thick":
		flows := func(m *Mixed) bool {
			r := m.Runs(j.Line, j.On, j.Air)
			return r.Runs() && r.Stop != wash.TooThick
		}
		if flows(now) {
			return Correction{Words: "By its figures it runs: look whether the line is clean and the surface glossy. A drop of clean thinner in the line first lets it run further.", Cup: c, Mixed: now}, nil
		}
		return c.adding(now, Pour{Liquid: thinner}, flows, "so that it runs", "no amount of thinner makes it run here: the line is too shallow, or the surface too rough")
	case "too-dark":
		return c.adding(now, Pour{Liquid: thinner}, func(m *Mixed) bool { return stands(m) <= was.Near*(1-noticed) }, "paler by what can just be seen", "thinning does not make it paler: take a lighter wash")
	case "too-pale":
		return c.adding(now, Pour{Product: product}, func(m *Mixed) bool { return stands(m) >= was.Near*(1+noticed) }, "stronger by what can just be seen", "more of it does not make the lines stronger: take a darker one, or a lighter one on black")
	case "settled":
		return Correction{Words: "Add nothing: stir it up from the bottom, and again before each brush load. What has dried streaky comes off with its remover.", Cup: c, Mixed: now}, nil
	case "beads":
		water := now.Carrier[solvent.Water]
		if water <= 0 {
			return Correction{Words: "White spirit wets every paint: what beads it is grease or polish. Wipe the surface with a cloth damp with soapy water, let it dry, and go on.", Cup: c, Mixed: now}, nil
		}
		drops := max(1, int(math.Ceil(water/soapDrop)))
		soap := Pour{Liquid: solvent.Must("soapy-water"), ML: float64(drops) * dose.DropML(), Soap: true}
		return c.with(soap, fmt.Sprintf("%s of dish soap, stirred in without froth.", say.Capital(say.Count(drops, "drop"))))
	}
	return Correction{}, &Error{-1, fmt.Sprintf("no fault %q", fault)}
}

// own returns the product that there is most of and the thinner that goes with it.
func (c Cup) own() (*coating.Product, *solvent.Liquid) {
	var product *coating.Product
	var thinner *solvent.Liquid
	most := 0.0
	for _, p := range c {
		switch {
		case p.Product != nil && p.ML > most:
			product, most = p.Product, p.ML
		case p.Liquid != nil:
			thinner = p.Liquid
		}
	}
	if thinner == nil {
		thinner = product.Thinner
	}
	return product, thinner
}

// Thinner returns the liquid that the mix is let down with: the one that is in it, else the one that belongs to what there is most of.
func (m *Mixed) Thinner() *solvent.Liquid {
	_, thinner := m.parts.own()
	return thinner
}

// adding adds drops until the mix holds.
func (c Cup) adding(now *Mixed, p Pour, holds func(*Mixed) bool, purpose, otherwise string) (Correction, error) {
	n := 1 + sort.Search(mostAdds, func(k int) bool {
		p.ML = float64(k+1) * dose.DropML()
		m, err := append(slices.Clone(c), p).Mix()
		return err != nil || holds(m)
	})
	if p.ML = float64(n) * dose.DropML(); n > mostAdds {
		return Correction{Words: say.Capital(otherwise) + ".", Cup: c, Mixed: now}, nil
	}
	return c.with(p, fmt.Sprintf("%s of %s, %s.", say.Capital(say.Count(n, "drop")), p.Name(), purpose))
}

func (c Cup) with(p Pour, words string) (Correction, error) {
	cup := append(slices.Clone(c), p)
	m, err := cup.Mix()
	return Correction{Words: words, Adds: []Pour{p}, Cup: cup, Mixed: m}, err
}
