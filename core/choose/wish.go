package choose

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"inkysparrow/core/chance"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/solvent"
	"inkysparrow/core/verdict"
)

// Wish is what a modeller asks of a wash.
type Wish string

// The wishes.
const (
	Safe       Wish = "safe"
	Forgiving  Wish = "forgiving"
	Subtle     Wish = "subtle"
	Strong     Wish = "strong"
	Odourless  Wish = "no-smell"
	EasyClean  Wish = "easy-clean-up"
	Quick      Wish = "quick"
	Cheap      Wish = "cheap"
	NoBrushing Wish = "no-brush-marks"
)

// What a painter looks at where nothing else is wished, in this order; nobody has to ask for it.
const (
	Harmless Wish = "harmless"
	Shadow   Wish = "shadow"
	Evening  Wish = "evening"
	Date     Wish = "date"
	AtHand   Wish = "at-hand"
)

var habits = []WishWords{
	{Harmless, "harms least", []string{"harms nothing", "leaves a flaw", "harms what is below"}},
	{Shadow, "reads as a shadow", []string{"reads as a shadow", "faint, or no shadow", "harsh", "lost"}},
	{Evening, "wiped in time", []string{"wiped the same evening", "at the next session", "later", "in no session of its window"}},
	{Date, "keeps the date", []string{"coated the next evening", "a day or two later", "days later"}},
	{AtHand, "at hand", []string{"on the shelf", "mixed from it", "to be bought"}},
}

// WishWords is a wish as it is offered, with its bands from best to worst.
type WishWords struct {
	ID    Wish
	Words string
	Bands []string
}

var wishes = []WishWords{
	{Safe, "safe", []string{"hardly a risk", "a small risk", "a fair risk", "likely to go wrong"}},
	{Forgiving, "forgiving", []string{"comes off at any time, paint untouched", "comes off for a day or more", "comes off for hours", "hardly comes off"}},
	{Subtle, "subtle", []string{"subtle", "plain", "strong", "hardly seen"}},
	{Strong, "strong", []string{"strong", "plain", "subtle", "hardly seen"}},
	{Odourless, "no smell", []string{"no smell", "a faint smell", "a plain smell", "a strong smell"}},
	{EasyClean, "easy clean-up", []string{"tools clean with water", "with alcohol", "with white spirit", "with lacquer thinner"}},
	{Quick, "quick", []string{"within the hour", "in an evening", "by the next day", "later"}},
	{Cheap, "cheap", []string{"next to nothing", "cheap", "fair", "dear"}},
	{NoBrushing, "no brush marks", []string{"no marks", "hardly any marks", "some streaks", "streaks"}},
}

// Told returns wishes and habits with their words, in the order of their ids in list.
func Told(list []Wish) []WishWords {
	var all []WishWords
	for _, w := range list {
		for _, x := range append(slices.Clone(habits), wishes...) {
			if x.ID == w {
				all = append(all, x)
			}
		}
	}
	return all
}

// Wishes returns those that there are, in their usual order.
func Wishes() []WishWords { return wishes }

// WishNamed returns the wish with that id.
func WishNamed(id string) (Wish, bool) {
	i := slices.IndexFunc(wishes, func(w WishWords) bool { return string(w.ID) == id })
	return Wish(id), i >= 0
}

// Band is one of a wish's named bands, 0 for the best.
type Band struct {
	Wish  Wish
	Place int
	Words string
}

var (
	bandBench  = fact.Bench("chosen: bands that one would name at the bench")
	daysFrom   = Numbers.Number("band-days", 24, "h", "from which a window is a day or more", bandBench)
	hoursFrom  = Numbers.Number("band-hours", 2, "h", "from which it is hours", bandBench)
	alwaysDays = Numbers.Number("window-always", 365, "days", "window from which a wash is said to come off at any time", fact.Bench("nobody waits longer"))
	shadowFrom = Numbers.Number("band-shadow", 4, "CIEDE2000", "contrast of lines at arm's length from which they read as a shadow", bandBench)
	soonTo     = Numbers.Number("band-date-soon", 20, "h", "until the next coat, up to which a wash does not hold the next evening up", bandBench)
	laterTo    = Numbers.Number("band-date-later", 48, "h", "up to which it costs a day or two", bandBench)
	lostTo     = Numbers.Number("band-hardly-seen", 2, "CIEDE2000", "contrast of lines at arm's length up to which they are hardly seen", bandBench)
	subtleTo   = Numbers.Number("band-subtle", 6, "CIEDE2000", "up to which they are subtle", bandBench)
	plainTo    = Numbers.Number("band-plain", 9, "CIEDE2000", "up to which they are plain; beyond that strong", bandBench)
	hourTo     = Numbers.Number("band-hour", 1.25, "h", "work and waiting up to which a wash is done within the hour", bandBench)
	eveningTo  = Numbers.Number("band-evening", 3.5, "h", "up to which it is done in an evening", bandBench)
	nextDayTo  = Numbers.Number("band-next-day", 26, "h", "up to which it is done by the next day", bandBench)
	nothingTo  = Numbers.Number("band-nothing", 0.05, "", "cost for the zone up to which it is next to nothing", bandBench)
	cheapTo    = Numbers.Number("band-cheap", 0.2, "", "up to which it is cheap", bandBench)
	fairTo     = Numbers.Number("band-fair", 1, "", "up to which it is fair", bandBench)
	marksFrom  = Numbers.Number("band-marks", 0.5, "CIEDE2000", "shift of the open surface from which a brushed wash shows marks", bandBench)
	streaksTo  = Numbers.Number("band-streaks", 2, "CIEDE2000", "up to which these are some streaks", bandBench)
	wantSubtle = Numbers.Number("wanted-subtle", 5, "CIEDE2000", "contrast of lines at arm's length that a restrained model wants", bandBench)
	wantPlain  = Numbers.Number("wanted-plain", 7.5, "CIEDE2000", "that a service-worn one wants", bandBench)
	wantStrong = Numbers.Number("wanted-strong", 10, "CIEDE2000", "that a heavy, artistic one wants", bandBench)
)

// Wanted returns the contrast of lines at arm's length that the plan's strength asks for, in CIEDE2000.
func Wanted(s route.Schools) float64 {
	switch s.Of(route.StrengthOf) {
	case route.Restrained:
		return wantSubtle
	case route.Heavy:
		return wantStrong
	}
	return wantPlain
}

// Strength is how strong the lines of what is mixed are wanted.
type Strength struct {
	Words  string
	Wanted float64 // contrast at arm's length, CIEDE2000
}

// Strengths returns what can be wanted, from subtle to strong.
func Strengths() []Strength {
	return []Strength{{"subtle", wantSubtle}, {"plain", wantPlain}, {"strong", wantStrong}}
}

// opposed are wishes of which only one can be made.
var opposed = map[Wish]Wish{Subtle: Strong, Strong: Subtle}

// Made returns wishes without those that a later one is opposed to.
func Made(list []Wish) []Wish {
	var made []Wish
	for _, w := range list {
		if other, ok := opposed[w]; ok {
			made = slices.DeleteFunc(made, func(x Wish) bool { return x == other })
		}
		made = append(made, w)
	}
	return made
}

// Among returns the place of a value among rising limits.
func Among(v float64, limits ...float64) int {
	for i, l := range limits {
		if v <= l {
			return i
		}
	}
	return len(limits)
}

// band is the place of a judged wash among the bands of a wish.
func (j *Judged) band(w Wish) int {
	switch w {
	case Harmless:
		switch worst, safe := j.Severity(); {
		case worst == verdict.Stop:
			return 2
		case !safe:
			return 1
		}
		return 0
	case Shadow:
		return j.shadow()
	case Evening:
		if j.Evening < 0 {
			return 3
		}
		return j.Evening
	case Date:
		return Among(j.Coated.Hours(), soonTo, laterTo)
	case AtHand:
		switch {
		case j.Generic:
			return 2
		case j.Recipe != nil:
			return 1
		}
		return 0
	case Safe:
		return Among(j.Chance(), chance.Slight(), chance.Maybe(), chance.Likely())
	case Forgiving:
		open := j.Closes.Sub(j.Opens).Hours()
		switch {
		case !j.Untouched:
			return 3
		case j.Always:
			return 0
		}
		return 1 + Among(-open, -daysFrom, -hoursFrom) // the widest first
	case Subtle:
		return [...]int{3, 0, 1, 2}[Among(j.Lines.AtArm, lostTo, subtleTo, plainTo)]
	case Strong:
		return [...]int{3, 2, 1, 0}[Among(j.Lines.AtArm, lostTo, subtleTo, plainTo)]
	case Odourless:
		return int(j.Smell)
	case EasyClean:
		return cleansWith(j.Product.Thinner)
	case Quick:
		return Among((j.Attended + j.Opens.Sub(j.Laid)).Hours(), hourTo, eveningTo, nextDayTo)
	case Cheap:
		return Among(j.Cost, nothingTo, cheapTo, fairTo)
	case NoBrushing:
		if j.Way.Airbrush {
			return 0
		}
		return 1 + Among(j.Shift, marksFrom, streaksTo)
	}
	return 0
}

// Reads tells how strong lines of that contrast at arm's length (CIEDE2000) read.
func Reads(arm float64) string {
	return [...]string{"hardly seen", "subtle", "plain", "strong"}[Among(arm, lostTo, subtleTo, plainTo)]
}

// Reads tells how strong the lines read at arm's length.
func (j *Judged) Reads() string { return Reads(j.Lines.AtArm) }

// Harms tells what the wash does to what is below, as a painter asks it first.
func (j *Judged) Harms() string { return j.told(Harmless) }

// Marks tells what a brushed wash leaves on the open surface.
func (j *Judged) Marks() string { return j.told(NoBrushing) }

func (j *Judged) told(w Wish) string { return Told([]Wish{w})[0].Bands[j.band(w)] }

// shadow is how the lines read on this paint: as a shadow where they are darker, or on a dark paint lighter, and neither lost nor drawn with a pen.
func (j *Judged) shadow() int {
	switch arm := j.Lines.AtArm; {
	case arm <= lostTo:
		return 3
	case j.Stark:
		return 2
	case arm < shadowFrom || j.Paler:
		return 1
	}
	return 0
}

// cleansWith is the band of the liquid that tools are cleaned with.
func cleansWith(l *solvent.Liquid) int {
	switch smell := l.Mix.Smell(); {
	case l.Mix.Share(solvent.Water) > 0.9:
		return 0
	case l.Mix.Share(solvent.Toluene) > 0 || l.Mix.Share(solvent.Acetone) > 0:
		return 3
	case smell == solvent.Plain:
		return 1
	}
	return 2
}

// Order returns the wishes that a list is ordered by: those that were made, then what a painter looks at anyway, then the others in their usual order, so that nothing is hidden.
// Strong comes only where it was wished for, and then Subtle does not.
func Order(made []Wish) []Wish {
	order := slices.Clone(made)
	for _, w := range append(slices.Clone(habits), wishes...) {
		unwanted := w.ID == Strong || w.ID == Subtle && slices.Contains(order, Strong)
		if !unwanted && !slices.Contains(order, w.ID) {
			order = append(order, w.ID)
		}
	}
	return order
}

// Rank orders judged washes by wishes: the first wish whose bands differ decides. Those that are ruled out come last, the least harmful first. It fills their
// ranks and bands.
func Rank(all []Judged, made []Wish) {
	order := Order(made)
	for i := range all {
		j := &all[i]
		j.Bands = j.Bands[:0:0]
		for _, w := range order {
			place := j.band(w)
			j.Bands = append(j.Bands, Band{w, place, Told([]Wish{w})[0].Bands[place]})
		}
	}
	slices.SortStableFunc(all, func(a, b Judged) int {
		if out := cmp.Compare(min(1, len(a.RuledOut)), min(1, len(b.RuledOut))); out != 0 {
			return out
		}
		if a.RuledOut != "" {
			if harm := cmp.Compare(a.Harm(), b.Harm()); harm != 0 {
				return harm
			}
		}
		for i := range order {
			if d := cmp.Compare(a.Bands[i].Place, b.Bands[i].Place); d != 0 {
				return d
			}
		}
		return cmp.Or(strings.Compare(a.Product.Name, b.Product.Name), strings.Compare(a.Product.ID, b.Product.ID))
	})
	for i := range all {
		all[i].Rank = i + 1
	}
}

// Before says why a stands before b in a list that was ranked.
func Before(a, b *Judged) string {
	switch {
	case b.RuledOut != "" && a.RuledOut == "":
		return fmt.Sprintf("%s is ruled out: %s.", b.Product.Name, b.RuledOut)
	case b.RuledOut != "" && a.Harm() != b.Harm():
		return fmt.Sprintf("Both are ruled out; %s takes %.2f µm, %s %.2f.", a.Product.Name, a.Harm(), b.Product.Name, b.Harm())
	}
	for i := range a.Bands {
		if a.Bands[i].Place != b.Bands[i].Place {
			return fmt.Sprintf("%s decides: %s: %s; %s: %s.", say.Capital(wordsOf(a.Bands[i].Wish)), a.Product.Name, a.Bands[i].Words, b.Product.Name, b.Bands[i].Words)
		}
	}
	return fmt.Sprintf("Nothing sets %s and %s apart by your wishes: they stand by name.", a.Product.Name, b.Product.Name)
}

func wordsOf(w Wish) string {
	return Told([]Wish{w})[0].Words
}
