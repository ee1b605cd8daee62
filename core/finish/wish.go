package finish

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"inkysparrow/core/chance"
	"inkysparrow/core/choose"
	"inkysparrow/core/fact"
	"inkysparrow/core/gloss"
	"inkysparrow/core/say"
	"inkysparrow/core/verdict"
)

// The wishes.
const (
	Even       choose.Wish = "even"
	Flat       choose.Wish = "flat"
	Satin      choose.Wish = "satin"
	KeepDust   choose.Wish = "keep-pigment"
	KeepColour choose.Wish = "keep-colour"
	Odourless  choose.Wish = "no-smell"
	Quick      choose.Wish = "quick"
)

// What is looked at where nothing else is wished, in this order.
const (
	harmless choose.Wish = "harmless"
	fair     choose.Wish = "fair"
	atHand   choose.Wish = "at-hand"
	coats    choose.Wish = "coats"
	meant    choose.Wish = "meant"
)

var habits = []choose.WishWords{
	{ID: harmless, Words: "harms least", Bands: []string{"harms nothing", "leaves a flaw", "harms what is below"}},
	{ID: fair, Words: "comes out well in this air", Bands: []string{"nothing to fear", "a small risk", "a fair risk", "likely to go wrong"}},
	{ID: meant, Words: "comes out as its label says", Bands: []string{"as its label says", "not as its label says"}},
	{ID: coats, Words: "few coats", Bands: []string{"one coat", "two coats", "more"}},
	{ID: atHand, Words: "at hand", Bands: []string{"on the shelf", "to be bought"}},
}

var wishes = []choose.WishWords{
	{ID: Even, Words: "even", Bands: []string{"even", "nearly even", "patches show", "uneven"}},
	{ID: Flat, Words: "flat", Bands: []string{"flat", "nearly flat", "satin", "it shines"}},
	{ID: Satin, Words: "satin", Bands: []string{"satin", "near it", "far from it"}},
	{ID: KeepDust, Words: "keep the dust", Bands: []string{"keeps the dust", "keeps most of it", "half of it goes", "drowns it"}},
	{ID: KeepColour, Words: "keep the colour", Bands: []string{"keeps the colour", "shifts it a little", "shifts it plainly", "changes it"}},
	{ID: Odourless, Words: "no smell", Bands: []string{"no smell", "a faint smell", "a plain smell", "a strong smell"}},
	{ID: Quick, Words: "quick", Bands: []string{"this evening", "by tomorrow", "in some days", "later"}},
}

// Wishes returns those that there are.
func Wishes() []choose.WishWords { return wishes }

// WishNamed returns the wish with that id.
func WishNamed(id string) (choose.Wish, bool) {
	i := slices.IndexFunc(wishes, func(w choose.WishWords) bool { return string(w.ID) == id })
	return choose.Wish(id), i >= 0
}

var (
	bandBench  = fact.Bench("chosen: bands that one would name at the bench")
	evenTo     = Numbers.Number("even-to", 3, "GU", "by which spots may differ from the rest and it still looks even", bandBench)
	nearlyTo   = Numbers.Number("even-nearly", 8, "GU", "up to which it looks nearly even", bandBench)
	patchyTo   = Numbers.Number("even-patchy", 20, "GU", "up to which patches show", bandBench)
	flatTo     = Numbers.Number("last-flat", 10, "GU", "gloss up to which a last coat is flat", fact.Memory("bands as EN 927-1 uses them: matt"))
	nearFlatTo = Numbers.Number("last-nearly-flat", 16, "GU", "up to which it is nearly flat", fact.Bench("T64: flat is under 15"))
	satinTo    = Numbers.Number("last-satin", 35, "GU", "up to which it is satin", fact.Memory("bands as EN 927-1 uses them"))
	satinNear  = Numbers.Number("last-satin-near", 48, "GU", "up to which it comes near to satin", bandBench)
	keepsFrom  = Numbers.Number("dust-keeps", 0.75, "", "share of a dust's contrast from which it is kept", bandBench)
	mostFrom   = Numbers.Number("dust-most", 0.5, "", "from which most of it is", bandBench)
	halfFrom   = Numbers.Number("dust-half", 0.25, "", "below which it is drowned", bandBench)
	colourTo   = Numbers.Number("colour-kept", 1, "CIEDE2000", "shift that nobody sees", bandBench)
	littleTo   = Numbers.Number("colour-little", 3, "CIEDE2000", "up to which it is a little", bandBench)
	plainlyTo  = Numbers.Number("colour-plainly", 6, "CIEDE2000", "up to which it is plain", bandBench)
	tonightTo  = Numbers.Number("ready-evening", 3.5, "h", "until it is ready, up to which it is so this evening", bandBench)
	nextDayTo  = Numbers.Number("ready-next-day", 26, "h", "up to which it is by tomorrow", bandBench)
	someDaysTo = Numbers.Number("ready-some-days", 96, "h", "up to which it takes some days", bandBench)
)

func (j *Judged) band(w choose.Wish) int {
	switch w {
	case harmless:
		switch {
		case j.RuledOut != "":
			return 2
		case !j.Bite.Safe():
			return 1
		}
		return 0
	case fair:
		return choose.Among(max(j.Frost, j.Chalk), chance.Slight(), chance.Maybe(), chance.Likely())
	case coats:
		return choose.Among(float64(j.Coats), 1, 2)
	case meant:
		if gloss.Of(j.To).Sheen() != j.Sheen {
			return 1
		}
		return 0
	case atHand:
		if j.Generic {
			return 1
		}
		return 0
	case Even:
		return choose.Among(j.Uneven, evenTo, nearlyTo, patchyTo)
	case Flat:
		return choose.Among(j.To, flatTo, nearFlatTo, satinTo)
	case Satin:
		switch {
		case j.To > nearFlatTo && j.To <= satinTo:
			return 0
		case j.To > flatTo && j.To <= satinNear:
			return 1
		}
		return 2
	case KeepDust:
		return choose.Among(-j.Kept, -keepsFrom, -mostFrom, -halfFrom)
	case KeepColour:
		return choose.Among(j.Shift, colourTo, littleTo, plainlyTo)
	case Odourless:
		return int(j.Smell)
	case Quick:
		return choose.Among(j.Handle.Hours(), tonightTo, nextDayTo, someDaysTo)
	}
	return 0
}

func told(w choose.Wish) choose.WishWords {
	for _, x := range append(slices.Clone(habits), wishes...) {
		if x.ID == w {
			return x
		}
	}
	return choose.WishWords{}
}

// order is what a list is ordered by: what was wished, then what anybody looks at, then the other wishes. That a thing harms nothing comes first, whatever was wished.
func order(made []choose.Wish) []choose.Wish {
	all := append([]choose.Wish{harmless}, made...)
	for _, w := range append(slices.Clone(habits), wishes...) {
		if unwanted := w.ID == Satin || w.ID == Flat && slices.Contains(all, Satin); !unwanted && !slices.Contains(all, w.ID) {
			all = append(all, w.ID)
		}
	}
	return all
}

// Rank orders judged coats by wishes: the first whose bands differ decides; those that are ruled out come last. It fills their ranks and bands.
func Rank(all []Judged, made []choose.Wish) {
	by := order(made)
	for i := range all {
		j := &all[i]
		j.Bands = j.Bands[:0:0]
		for _, w := range by {
			place := j.band(w)
			j.Bands = append(j.Bands, choose.Band{Wish: w, Place: place, Words: told(w).Bands[place]})
		}
	}
	slices.SortStableFunc(all, func(a, b Judged) int {
		for i := range by {
			if d := cmp.Compare(a.Bands[i].Place, b.Bands[i].Place); d != 0 {
				return d
			}
		}
		return cmp.Or(strings.Compare(a.Product.Name, b.Product.Name), cmp.Compare(a.Coats, b.Coats), cmp.Compare(a.place(), b.place()))
	})
	for i := range all {
		all[i].Rank = i + 1
	}
}

// Before says why a stands before b in a list that was ranked.
func Before(a, b *Judged) string {
	for i := range a.Bands {
		if a.Bands[i].Place != b.Bands[i].Place {
			return fmt.Sprintf("%s decides: %s, %s: %s; %s, %s: %s.", say.Capital(told(a.Bands[i].Wish).Words), a.Product.Name, a.Words(), a.Bands[i].Words, b.Product.Name, b.Words(), b.Bands[i].Words)
		}
	}
	return fmt.Sprintf("Nothing sets %s, %s, and %s, %s, apart by your wishes.", a.Product.Name, a.Words(), b.Product.Name, b.Words())
}

var counted = []string{"one", "two", "three", "four"}

// place is that of its way among all.
func (c *Candidate) place() int {
	for i, h := range Hows {
		if h.ID == c.How {
			return i
		}
	}
	return len(Hows)
}

// Words tells how it goes on: "two mists".
func (c *Candidate) Words() string {
	for _, h := range Hows {
		if h.ID == c.How {
			words := say.Count(c.Coats, h.Words)
			if c.Coats <= len(counted) && c.Coats > 0 {
				words = counted[c.Coats-1] + words[strings.Index(words, " "):]
			}
			return words
		}
	}
	return ""
}

// Worst tells the likeliest of what may go wrong with it in this air, in a word, with its chance; empty where nothing is worth one.
func (j *Judged) Worst() (words string, c float64) {
	switch {
	case j.RuledOut != "":
		return "harms", 1
	case !j.Bite.Safe() && j.Bite.Severity >= verdict.Warn:
		return j.Bite.Harm.String(), j.Bite.Chance
	case j.Frost >= chance.Slight() && j.Frost >= j.Chalk:
		return "frost", j.Frost
	case j.Chalk >= chance.Slight():
		return "chalk", j.Chalk
	case j.Hairs >= hairsMany:
		return "hairs", j.Hairs
	}
	return "", 0
}

var hairsMany = Numbers.Number("hairs-many", 5, "", "fibres from which a lid is spoken of", fact.Bench("T76: a lid is usual for enamel"))

// Made returns wishes by their ids; those that there are none of are left out.
func Made(ids ...string) (made []choose.Wish) {
	for _, id := range ids {
		if w, ok := WishNamed(id); ok {
			made = append(made, w)
		}
	}
	return made
}
