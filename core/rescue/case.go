package rescue

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/core/chance"
	"inkysparrow/core/choose"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/finish"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
)

// Found is what the engine computed of a cause: how likely it is that a step did that, as it was really done.
type Found struct {
	Chance  float64
	Step    *route.Step // nil where none did
	Because string
}

// Case is a zone at a moment, with what its steps may have done.
type Case struct {
	*choose.Place
	Found map[string]Found // by cause
	done  []*timeline.Site // the steps that had ended by then
	skin  look.Skin
}

// At looks a zone over, with every step as it was really done. It returns ctx's error as soon as ctx ends.
func At(ctx context.Context, tl *timeline.Timeline, line *timeline.Line, moment time.Time) (*Case, error) {
	c := &Case{Place: choose.At(tl, line, moment), Found: map[string]Found{}}
	c.skin = look.Of(line, c.Done, moment)
	for i := range c.Done {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		s := tl.Site(line, i)
		c.done = append(c.done, s)
		c.judge(s, i)
	}
	c.stands()
	return c, nil
}

// add keeps the likeliest of what was found of a cause.
func (c *Case) add(cause string, p float64, step *route.Step, format string, args ...any) {
	if p > c.Found[cause].Chance {
		c.Found[cause] = Found{p, step, fmt.Sprintf(format, args...)}
	}
}

// byRule are the causes that a rule's finding speaks for.
var byRule = map[string][]string{
	"bite": {"bite"}, "rub": {"rub"}, "medium": {"medium"}, "recoat": {"incompat", "hardoversoft"}, "wash-sheen": {"flatbelow"}, "decal-unsealed": {"creep", "decalunsealed"}, "decal-solvent": {"decalstrong"},
	"silvering": {"silver"}, "sheen-edge": {"patchy"}, "chalky": {"chalk"}, "cold-film": {"cold"}, "young-oils": {"youngoil"}, "handled": {"handled", "metalhandled"}, "same-solvent": {"samesolvent"},
	"grip": {"gripless"}, "mask-lifts": {"maskstrong"}, "mask-soft": {"maskstrong", "maskridge"}, "chip-late": {"mediumlate"}, "metal-undercoat": {"undercoat"}, "metal-dulled": {"metaldulled"},
	"shade": {"toomuchbase"}, "wash-colour": {"washdark"}, "dulled": {"pigmentwet"}, "many-coats": {"thickcoat"}, "unsealed-dust": {"pigmentloose"},
}

// alsoBy are those of rules whose causes are worked out by themselves.
var alsoBy = map[string][]string{"damp-air": {"dew"}, "wipe-window": {"soon", "late"}, "spray-setting": {"dry", "flood"}, "wet-below": {"notouch"}}

// causesOf are the causes that a rule sees coming.
func causesOf(rule string) []string { return append(slices.Clip(byRule[rule]), alsoBy[rule]...) }

var (
	engine    = fact.Bench("how sure the engine is of its own figure")
	findStop  = Numbers.Number("rescue-finding-stop", 0.8, "", "chance that a step which was judged a stop, without a figure, did it", engine)
	findWarn  = Numbers.Number("rescue-finding-warn", 0.5, "", "a warning", engine)
	findNote  = Numbers.Number("rescue-finding-note", 0.2, "", "a note", engine)
	doseSD    = Numbers.Number("rescue-dose-sd", 0.35, "", "how far amounts and flights stray (standard deviation of the logarithm)", Judged)
	dustFrom  = Numbers.Number("rescue-dust", 0.05, "", "share that landed dry from which it is felt as often as not", Judged)
	liftFrom  = Numbers.Number("rescue-lift", 4, "L*", "by which a coat makes a colour paler or darker before it is spoken of as often as not", Judged)
	looseHold = Numbers.Number("rescue-loose", 0.8, "", "chance that pigment which nothing fixes comes off on a finger", Judged)
	dustKept  = Numbers.Number("rescue-drowned", 0.5, "", "share of a dust's contrast that has gone before it is missed as often as not", Judged)
	airFrom   = Numbers.Number("rescue-air", 0.15, "", "share of a decal with air below it from which it is seen as often as not", Judged)
	coldSD    = Numbers.Number("rescue-cold-sd", 2, "K", "how far the warmth that a film wants strays", Judged)
	tornLong  = Numbers.Number("rescue-soft-sd", 0.45, "", "how far drying strays (standard deviation of the logarithm)", Judged)
)

// judge looks at a step that was done.
func (c *Case) judge(s *timeline.Site, place int) {
	step, air := s.Step, s.Plan.Air.At(s.Start)
	for _, f := range rule.Judge(s) {
		p := f.Odds.Chance
		if p >= 1 { // it says yes or no
			p = map[verdict.Severity]float64{verdict.Stop: findStop, verdict.Warn: findWarn, verdict.Note: findNote}[max(f.Was, f.Severity)]
		}
		for _, cause := range byRule[f.Rule.ID] {
			c.add(cause, p, step, "%s", rule.Told(f.Because))
		}
	}
	q := s.Question()
	for _, x := range []struct {
		harm   verdict.Harm
		causes []string
		words  string
	}{
		{verdict.Bitten, []string{"bite"}, "%s: in %s of such cases more of the film below is taken than is not seen."},
		{verdict.Worn, []string{"rub"}, "%s on a film that was too soft for it in %s of cases."},
		{verdict.Ground, []string{"rub"}, "%s on a film that was too soft for it in %s of cases."},
		{verdict.Wrinkled, []string{"incompat"}, "%s in the window in which the film below swells, in %s of cases."},
		{verdict.Torn, []string{"creep", "decalunsealed"}, "%s over decals that lay open: they tear in %s of cases."},
		{verdict.ShutIn, []string{"youngoil"}, "%s over what had not settled in %s of cases."},
		{verdict.Crept, []string{"youngoil", "samesolvent"}, "%s carries what lies below along in %s of cases."},
	} {
		p := q.Odds(x.harm, s.Start).Chance
		for _, cause := range x.causes {
			c.add(cause, p, step, x.words, say.Capital(route.StepName(step)), say.Percent(p))
		}
	}
	pulled, late := s.WipeOdds(s.Start)
	c.add("soon", pulled.Chance, step, "Wiped when the wash was not stiff in %s of cases.", say.Percent(pulled.Chance))
	c.add("late", late.Chance, step, "Wiped when its remover no longer took it in %s of cases.", say.Percent(late.Chance))
	if step.Sprays() && step.Product != nil {
		c.sprayed(s, air)
	}
	if step.Do.Lays && step.Product != nil && step.Film(s.End).Family.Mechanism == coating.Coalesce {
		c.add("cold", chance.Phi((rule.ColdFrom()-air.TemperatureC)/coldSD), step, "Laid at %s, and it wants %s to fuse.", say.Celsius(air.TemperatureC, 1), say.Celsius(rule.ColdFrom(), 0))
	}
	if step.Do.Has(route.ClearCoat) {
		was, is := look.Of(s.Line, place, s.End), look.Of(s.Line, place+1, s.End)
		lift := is.Ground.Lightness() - was.Ground.Lightness()
		c.add("liftblack", chance.Above(lift, liftFrom, doseSD), step, "A flat veils a dark colour: %s made it %.0f L* paler.", step.Product.Name, lift)
		c.add("wetout", chance.Above(-lift, liftFrom, doseSD), step, "A gloss deepens a dry colour: %s made it %.0f L* darker.", step.Product.Name, -lift)
		film := step.Film(step.LastStroke(s.End))
		if layer := s.Line.Steps[place].TouchDry.Sub(s.End); layer > 0 && film.Covers() {
			n := finish.Hairs(s.Zone.AreaCM2, layer)
			c.add("hair", 1-math.Exp(-n), step, "About %.0f hairs land on it in the %s until it is touch-dry, without a lid.", n, say.Span(layer))
		}
	}
}

// sprayed looks at how a step's coats came through the air.
func (c *Case) sprayed(s *timeline.Site, air climate.Air) {
	step := s.Step
	if p := rule.Frosts(step, air); p > 0 {
		c.add("dew", p, step, "Sprayed at %s and %.0f %%, the dew point at %s.", say.Celsius(air.TemperatureC, 0), 100*air.Humidity, say.Celsius(air.DewPointC(), 0))
	}
	if step.Do.Has(route.ClearCoat) {
		p := rule.Chalks(s)
		c.add("chalk", p, step, "Flat on flat: in %s of cases such a stack looks chalky.", say.Percent(p))
	}
	set := step.Setting()
	x := route.SprayOf(s.Zone, step, &set, air)
	peel, runs, _ := x.Shares()
	dust := chance.Above(x.Flight.Dust, dustFrom, doseSD)
	c.add("dry", dust, step, "From %.0f cm %s of it lands dry.", set.DistanceCM, say.Percent(x.Flight.Dust))
	c.add("orange", chance.Above(peel, 1, doseSD), step, "From %.0f cm its ripples stay.", set.DistanceCM)
	for _, cause := range []string{"flood", "spider", "thickcoat", "maskridge"} {
		c.add(cause, chance.Above(runs, 1, doseSD), step, "One pass lays %.0f µm.", float64(x.Pass))
	}
}

// stands looks at what lies there now.
func (c *Case) stands() {
	for _, m := range c.skin.Marks {
		if m.Step == nil {
			continue
		}
		if m.Air > 0 {
			c.add("silver", chance.Above(m.Air, airFrom, doseSD), m.Step, "The skin below was too rough: air stayed below %s of the film.", say.Percent(m.Air))
		}
		if m.Kind != look.Dusted && m.Kind != look.Drawn {
			continue
		}
		if !m.Sealed {
			c.add("pigmentloose", looseHold, m.Step, "Nothing lies over %s.", route.StepName(m.Step))
			continue
		}
		c.add("pigmentwet", chance.Above(1-m.Left, dustKept, doseSD), m.Step, "%s of what it showed is left under the clear.", say.Percent(m.Left))
	}
	if n := len(c.Films); n > 1 {
		top := &c.Films[n-1]
		need, aged := top.TouchDry().Sub(top.Film.Laid).Hours(), c.At.Sub(top.Film.Laid).Hours()
		if aged > 0 {
			c.add("notouch", chance.Early(need, aged, tornLong), c.stepOf(top.Step), "It needs %s to be touch-dry in this air, and has had %s.", say.Span(top.TouchDry().Sub(top.Film.Laid)), say.Span(c.At.Sub(top.Film.Laid)))
		}
	}
}

func (c *Case) stepOf(id string) *route.Step {
	for _, s := range c.Line.Steps {
		if s.Step.ID == id {
			return s.Step
		}
	}
	return nil
}

// Risks are what the engine computed, by cause.
func (c *Case) Risks() map[string]float64 {
	out := map[string]float64{}
	for cause, f := range c.Found {
		out[cause] = f.Chance
	}
	return out
}

// Missing tells why a symptom can't be seen on this zone; empty where it can.
func (c *Case) Missing(s *Symptom) string {
	has := func(roles route.Role) bool {
		return slices.ContainsFunc(c.done, func(x *timeline.Site) bool { return x.Step.Do.Has(roles) })
	}
	does := func(id string) bool {
		return slices.ContainsFunc(c.done, func(x *timeline.Site) bool { return strings.HasPrefix(x.Step.Do.ID, id) })
	}
	ok := false
	switch s.Needs {
	case AnyCoat:
		ok = slices.ContainsFunc(c.done, func(x *timeline.Site) bool { return x.Step.Do.Coating() })
	case AClear:
		ok = has(route.ClearCoat)
	case AWash:
		ok = has(route.WashOn)
	case ADecal:
		ok = slices.ContainsFunc(c.done, func(x *timeline.Site) bool { return x.Step.Floats() })
	case Oils:
		ok = has(route.OilWork)
	case Dust:
		ok = has(route.LooseOn)
	case AMask:
		ok = has(route.Tape)
	case Medium:
		ok = does("chipping-medium")
	case AMetal:
		ok = does("metal-coat")
	case APolish:
		ok = does("polish")
	case Shades:
		ok = has(route.Shades)
	case AGlass:
		a := c.Plan.Airframe
		ok = c.skin.Masked || a != nil && a.Has(airframe.Cockpit)
	}
	if ok {
		return ""
	}
	return without[s.Needs]
}
