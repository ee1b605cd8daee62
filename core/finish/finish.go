// Package finish puts last coats side by side for a zone as it stands at a moment: what each leaves of the sheen, the colour and the dust, what it does to the films below, how it fares in the
// air, and what may still be done after it. It asks the engines of the surface, the bite, the creep and the picture; what is its own is the order that a modeller's wishes bring them into.
package finish

import (
	"fmt"
	"math"
	"slices"
	"time"

	"inkysparrow/core/choose"
	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/dose"
	"inkysparrow/core/effect"
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
	"inkysparrow/core/look"
	"inkysparrow/core/mix"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// Numbers is the table behind this package.
var Numbers fact.Table

// How is how a coat goes on.
type How string

// The ways.
const (
	Wet     How = "wet"   // until it just shines
	Mist    How = "mist"  // dry mists
	Brushed How = "brush" // with a soft brush
)

// Hows are all of them, the usual one first, with what they are called.
var Hows = []struct {
	ID     How
	Words  string
	Laying route.Laying
}{{Wet, "wet coat", route.Flashed}, {Mist, "mist", route.Misted}, {Brushed, "brushed coat", route.Brushed}}

var (
	fibres   = Numbers.Number("fibres", 3.5, "1/h", "visible fibres that settle in an hour on 100 cm2 that lie flat", fact.Bench("R88: dust of 5 mg/m2 a day, a fifth of it fibres; reference model, no source"))
	lying    = Numbers.Number("fibres-lying", 0.5, "", "share of a zone's skin that lies flat enough to catch them", fact.Bench("half of it, about"))
	underLid = Numbers.Number("fibres-lid", 0.05, "", "share of them under a lid", fact.Bench("R88"))
	brushUM  = coating.Microns(Numbers.Number("brush-drags-as", 22, "µm", "sprayed coat that carries as far as a brush does", fact.Bench("R85's column of brushed enamel: a fifth further than a wet coat of 20 µm")))
	mists    = int(Numbers.Number("mists", 2, "coats", "mists that are laid as a last coat", fact.Bench("a light one, then one more")))
)

// Hairs returns how many visible fibres land on a zone of that area while it is tacky for so long, without a lid. Held to R88.
func Hairs(areaCM2 float64, tacky time.Duration) float64 {
	return fibres * areaCM2 / 100 * lying * tacky.Hours()
}

// UnderLid returns the share of fibres that settle under a lid.
func UnderLid() float64 { return underLid }

// Candidate is a last coat that could be taken.
type Candidate struct {
	Product *coating.Product
	Sheen   coating.Sheen
	Generic bool // stands for its family and sheen
	How     How
	Coats   int
}

// Judged is a candidate in its place.
type Judged struct {
	Candidate
	Rank     int // from 1
	RuledOut string
	Bands    []choose.Band

	Step      *route.Step
	From, To  float64 // gloss before and after, GU
	Uneven    float64 // how far the gloss of spots lies from the rest after it, GU
	WasUneven float64
	Kept      float64 // share of what loose dust shows that is still seen, the least of any; 1 where none lies
	Dusts     []Dusted
	MovedMM   float64 // how far it carries a wash or an oil, at the most
	Moves     int     // the place of that film
	Before    colour.Colour
	After     colour.Colour
	Shift     float64    // CIEDE2000
	Lift      float64    // of L*
	Silver    [2]float64 // by how much L* decals with air below them are paler than what is beside them, before and after; 0 for none
	Shines    [2]float64 // how much of the light bare metal mirrors, before and after; 0 for paint
	Bristles  float64    // depth of the marks that a brush leaves, µm
	Bite      verdict.Answer
	Frost     float64 // chance
	Chalk     float64
	Hairs     float64 // visible fibres, with no lid
	Done      time.Time
	Handle    time.Duration // from its last stroke until the next coat may go on, or it is handled
	Smell     solvent.Smell
	ML, Cost  float64
	Next      []*route.Technique // what may still be done on it
	Ends      []string           // what can't be undone once it lies there
}

// Hides reports whether it hides the silvering that lies there.
func (j *Judged) Hides() bool { return j.Silver[1] < gloss.SilverSeen() }

// Brilliance returns the share of bare metal's brilliance that stays; 1 where there is none.
func (j *Judged) Brilliance() float64 {
	if j.Shines[0] <= 0 {
		return 1
	}
	return j.Shines[1] / j.Shines[0]
}

// Dusted is dry pigment that lies loose, with what a coat leaves of it.
type Dusted struct {
	Step *route.Step
	Kept float64
}

// Place is a zone as it stands at a moment.
type Place struct {
	*choose.Place
	skin look.Skin
	spot coating.Texture // of spots that differ from the rest; 0 for none
	area float64
}

// At returns the place of a zone of a plan that was laid out.
func At(tl *timeline.Timeline, line *timeline.Line, moment time.Time) *Place {
	p := &Place{Place: choose.At(tl, line, moment), area: line.Zone.AreaCM2}
	p.skin = look.Of(line, p.Done, moment)
	if p.Done > 0 {
		p.spot = line.Steps[p.Done-1].Spot
	}
	return p
}

// Last returns the place of a zone's last clear in its route; below 0 where it has none.
func Last(line *timeline.Line) int {
	for i := len(line.Steps) - 1; i >= 0; i-- {
		if do := line.Steps[i].Step.Do; do.Has(route.ClearCoat) && do.Phase == route.Finish {
			return i
		}
	}
	return -1
}

// When returns the moment at which a last coat is due on a zone: when its last clear begins, if that is not done, else as soon as all of it is ready.
func When(tl *timeline.Timeline, line *timeline.Line) time.Time {
	if i := Last(line); i >= 0 && line.Steps[i].Step.Done.IsZero() {
		return line.Steps[i].Start
	}
	after := tl.From
	for _, s := range line.Steps {
		after = clock.Later(after, clock.Later(s.End, s.Ready))
	}
	return after
}

// Of returns the candidates of a clear: each way that it can go on.
func Of(p *coating.Product, generic bool) []Candidate {
	sheen := p.Sheen
	if sheen == coating.NoSheen && len(p.Family.Sheens) > 0 {
		sheen = p.Family.Sheens[0]
	}
	one := func(how How, coats int) Candidate { return Candidate{p, sheen, generic, how, coats} }
	wet := 1
	if sheen == coating.Gloss {
		wet = 2
	}
	all := []Candidate{one(Wet, wet), one(Mist, mists)}
	if sheen != coating.Gloss {
		all = append(all, one(Mist, 1))
	}
	if p.Family.Mechanism != coating.Evaporate { // it would take up what lies below under the brush, and drag
		all = append(all, one(Brushed, 1))
	}
	return all
}

// Generics returns the candidates that stand for each family of clears in each sheen.
func Generics() []Candidate {
	var all []Candidate
	for _, f := range coating.Families() {
		if !slices.Contains(f.Kinds, coating.Clear) {
			continue
		}
		for _, sheen := range f.Sheens {
			p := &coating.Product{ID: f.ID + "-" + sheen.String(), Name: fmt.Sprintf("any %s %s", sheen, f.Name), Kind: coating.Clear, Family: f, Sheen: sheen, Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover}
			all = append(all, Of(p, true)...)
		}
	}
	return all
}

// step is what a candidate would be in a route.
func (c *Candidate) step() *route.Step {
	do := "final-coat"
	if c.Sheen == coating.Gloss {
		do = "final-gloss"
	}
	s := &route.Step{ID: "last-coat", Do: route.MustTechnique(do), Product: c.Product, Coats: c.Coats}
	for _, h := range Hows {
		if h.ID == c.How {
			s.Laying = h.Laying
		}
	}
	return s
}

// Judge judges candidates at a place, in their order; see Rank.
func (p *Place) Judge(all []Candidate) []Judged {
	out := make([]Judged, len(all))
	for i, c := range all {
		out[i] = p.judge(c)
	}
	return out
}

func (p *Place) judge(c Candidate) Judged {
	step := c.step()
	j := Judged{Candidate: c, Step: step, Kept: 1}
	site, end := p.site(step)
	after := look.Of(site.Line, p.Done+1, end)
	j.From, j.To = gloss.Units(p.On), gloss.Units(after.Texture)
	j.WasUneven, j.Uneven = p.WasUneven(), uneven(&after)
	if p.spot > 0 {
		j.Uneven = max(j.Uneven, math.Abs(gloss.Units(step.Over(p.spot, step.Coats))-j.To))
	}
	p.dusts(&j, &after)
	j.Before, j.After = p.skin.Ground, after.Ground
	j.Shift, j.Lift = j.Before.Difference(j.After), j.After.Lightness()-j.Before.Lightness()
	for _, m := range p.skin.Marks {
		j.Silver[0] = max(j.Silver[0], gloss.Silvers(j.Before, m.Air))
		j.Silver[1] = max(j.Silver[1], gloss.Silvers(j.After, m.Air))
	}
	for i, skin := range []*look.Skin{&p.skin, &after} {
		if skin.Metal != nil {
			j.Shines[i] = skin.Metal.Mirror
		}
	}
	if c.How == Brushed {
		j.Bristles = dose.Bristles(c.Product.Family, p.Plan.Air.At(p.At), step.Film(p.At).Wet, 0)
	}
	q := site.Question()
	j.Bite = q.Ask(p.At)
	p.carries(&j, q)
	air := p.Plan.Air.At(p.At)
	if j.Frost = rule.Frosts(step, air); c.How == Brushed {
		j.Frost = 0
	}
	j.Chalk = rule.Chalks(site)
	film := &site.Line.Films[len(site.Line.Films)-1]
	j.Hairs = Hairs(p.area, film.TouchDry().Sub(end))
	j.Done, j.Handle = film.Ready(), film.Ready().Sub(end)
	if c.Product.Carrier != nil {
		j.Smell = c.Product.Carrier.Mix.Smell()
	}
	if cup := p.Line.Zone.Dose(step, -1); cup.Mixed > 0 {
		j.ML, j.Cost = cup.Mixed, cup.Product*mix.Price(c.Product)
	}
	j.Next = next(after.Texture)
	j.Ends = p.ends()
	j.RuledOut = p.ruledOut(&j)
	return j
}

// site is where a step would lie, and when it would end.
func (p *Place) site(step *route.Step) (*timeline.Site, time.Time) {
	end := p.At.Add(p.Line.Zone.Attended(step))
	return p.Line.Try(p.Laid, p.Plan, p.Done, timeline.Placed{Step: step, Start: p.At, End: end})[0], end
}

// question is what a judged coat asks of the films below.
func (p *Place) question(j *Judged) *verdict.Question {
	site, _ := p.site(j.Step)
	return site.Question()
}

// dusts tells what the coat leaves of each dust that lies loose.
func (p *Place) dusts(j *Judged, after *look.Skin) {
	for _, was := range p.skin.Marks {
		if was.Sealed || was.Step == nil || was.Kind != look.Dusted && was.Kind != look.Drawn || was.Left <= 0 {
			continue
		}
		for _, is := range after.Marks {
			if is.Step == was.Step && is.Kind == was.Kind {
				kept := is.Left / was.Left
				j.Kept = min(j.Kept, kept)
				j.Dusts = append(j.Dusts, Dusted{was.Step, kept})
			}
		}
	}
}

// carries tells how far the coat carries a wash or an oil below along.
func (p *Place) carries(j *Judged, q *verdict.Question) {
	if j.How == Brushed {
		q = q.With(stack.Touch{Contact: stack.WetCoat.Standing(brushUM), Liquid: q.Touch.Liquid, Welds: q.Touch.Welds})
	}
	j.Moves, j.MovedMM = p.carried(q, j.How)
}

// carried returns which wash or oil a coat carries farthest, and how far, in mm. What water dissolves at any age flows with all but a mist.
func (p *Place) carried(q *verdict.Question, how How) (place int, most float64) {
	for i := len(q.Films) - 1; i > 0 && !q.Films[i].Film.Covers(); i-- {
		f := q.Films[i].Film.Family
		if q.Films[i].Film.Laid.After(p.At) || !f.IsOily() && (!f.IsLive() || how == Mist) {
			continue
		}
		if mm, _ := q.Films.Carried(q.Touch, i, p.At, q.Air); mm > most {
			most, place = mm, i
		}
	}
	return place, most
}

// next returns what may still be done on a surface of that texture.
func next(t coating.Texture) (all []*route.Technique) {
	units := gloss.Units(t)
	enough := func(id string) bool {
		for _, p := range gloss.Purposes() {
			if p.ID == id {
				return units >= p.Least
			}
		}
		return false
	}
	for _, do := range route.Techniques() {
		ok := false
		switch {
		case do.Has(route.AfterFinish), do.Has(route.LastCoat):
			ok = true
		case do.Has(route.NeedsGloss), do.Contact.Is(stack.Polished):
			ok = enough("decals")
		case do.Has(route.WashOn):
			ok = enough("wash")
		case do.Has(route.NeedsTooth), do.Has(route.LooseOn), do.Has(route.Staining):
			ok = t >= rule.Tooth()
		}
		if ok {
			all = append(all, do)
		}
	}
	return all
}

// ends tells what lies on the zone and can be undone today, and no more once a coat lies over it.
func (p *Place) ends() (all []string) {
	for _, s := range p.Line.Steps[:p.Done] {
		if s.Step.Do.Has(route.ClearCoat) && s.Step.Extent() >= 1 {
			all = nil // it is shut in already
			continue
		}
		if h := effect.HandOf(s.Step.Do.ID); h != nil && h.Undo != "" {
			all = append(all, fmt.Sprintf("%s: %s", s.Step.Do.Name, h.Undo))
		}
	}
	return all
}

// ruledOut returns why a coat should not be taken, empty for none.
func (p *Place) ruledOut(j *Judged) string {
	a := &j.Bite
	switch {
	case a.Severity == verdict.Stop:
		words := ""
		switch film := p.FilmName(a.Place); a.Harm {
		case verdict.TooWet:
			words = film + " is not dry enough"
		case verdict.Bitten:
			words = fmt.Sprintf("it takes %.2f µm of %s", float64(a.Reach.Loss), film)
		case verdict.ShutIn:
			words = fmt.Sprintf("%s would be shut in soft", film)
		case verdict.Crept:
			words = fmt.Sprintf("it carries %s %.1f mm along", film, a.Creep)
		default:
			words = fmt.Sprintf("%s would be %s", film, a.Harm)
		}
		if a.Helps == verdict.Wait {
			return words + ", good from " + p.Plan.Clock(a.SafeFrom)
		}
		return words
	case j.MovedMM >= stack.CreepShows() && p.Films[j.Moves].Film.Family.IsLive():
		return fmt.Sprintf("it smears %s, at any age: mist it", p.FilmName(j.Moves))
	}
	return ""
}

// None is leaving the zone as it is: whether it can be handled so.
func (p *Place) None() (handle time.Duration, because string) {
	if n := len(p.Films); n > 1 {
		handle = max(0, p.Films[n-1].Ready().Sub(p.At))
	}
	switch {
	case slices.ContainsFunc(p.skin.Marks, func(m look.Mark) bool {
		return !m.Sealed && m.Step != nil && (m.Kind == look.Dusted || m.Kind == look.Drawn)
	}):
		return handle, "Dust that lies loose comes off on the fingers."
	case p.WasUneven() > evenTo:
		return handle, "Its sheen stays as uneven as it is."
	}
	return handle, "Nothing asks for a coat but wear by handling."
}

// WasUneven is how far the gloss of spots lies from the rest as it stands, in GU.
func (p *Place) WasUneven() (most float64) {
	if p.spot > 0 {
		most = math.Abs(gloss.Units(p.spot) - gloss.Units(p.On))
	}
	return max(most, uneven(&p.skin))
}

// uneven is how far the gloss of what lies on a skin is from the rest of it, in GU; what is meant to shine is no fault.
func uneven(k *look.Skin) (most float64) {
	for i := range k.Marks {
		if m := &k.Marks[i]; m.Own > 0 && !m.Meant {
			most = max(most, math.Abs(gloss.Units(m.Own)-gloss.Units(k.Texture)))
		}
	}
	return most
}
