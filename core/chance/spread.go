// Package chance turns a verdict into a chance: families are typical, and products, hands and eyes differ.
//
// A figure that is compared with a limit is right for the product, the hand and the eye in the middle. What of the others? How far each of them strays is
// told as the standard deviation of its natural logarithm, its spread; a figure then stays on the safe side of its limit for a share of them, and the chance that harm
// shows is the rest. Nothing is drawn at random here: the question is turned round. Of what waits for time, one asks for the pace at which it would just be in time; of
// what depends on a dose, for the dose at which it would just show, at some paces.
package chance

import (
	"math"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var judged = fact.Bench("chosen; together they make what people report for one family, a factor of two to five between the quickest and the most cautious")

func spread(id string, sd float64, meaning string) float64 {
	return Numbers.Number(id, sd, "sd of ln", meaning, judged)
}

// How far each who has a part in it strays.
var (
	userSD   = spread("spread-user", 0.25, "of all films of one modeller, in time: the room, the hand that lays them")
	familySD = spread("spread-family", 0.15, "of the films of one family of one modeller, in time")

	productSD      = spread("spread-product", 0.30, "of the products of a family, in time")
	productEnamel  = spread("spread-product-enamel", 0.40, "of enamels, in time: driers differ")
	productOil     = spread("spread-product-oil", 0.45, "of artist oils, in time: pigments dry them, or don't")
	productOilWash = spread("spread-product-oil-wash", 0.35, "of oil washes, in time")
	productWash    = spread("spread-product-wash", 0.25, "of enamel and acrylic washes, in time")
	productEarth   = spread("spread-product-earth", 0.20, "of clay, sludge and tempera, in time")
	productKnown   = spread("spread-product-known", 0.15, "of a product whose own time is known, from its label or by trying it")

	occasionSD     = spread("spread-occasion", 0.15, "of one film to the next, in time")
	occasionEnamel = spread("spread-occasion-enamel", 0.18, "of one enamel film to the next")
	occasionThin   = spread("spread-occasion-thin", 0.20, "of one wash or oil to the next: how thin it lies")

	leftSD  = spread("spread-liquid", 0.35, "of the liquid that a hand leaves standing; a bite goes with its root")
	clothSD = spread("spread-cloth", 0.50, "of how wet a cloth is; a bite goes with its root")
	carrySD = spread("spread-strokes", 0.30, "of strokes and pressure")
	biteEye = spread("spread-bite-eye", 0.36, "of what loss of a film one sees")

	Bite     = spread("spread-bite", 0.50, "of a bite's dose, hand and eye together: liquid or cloth, strokes, and the eye")
	Limit    = spread("spread-limit", 0.30, "of the hardness that a cloth, tape, another coat or a later coat wants, hand and eye together, counted in hours")
	Finger   = spread("spread-finger", 0.20, "of what a finger marks, counted in hours")
	pulledSD = spread("spread-pulled", 0.50, "of the share pulled out of lines that one sees")
	Residue  = spread("spread-residue", 0.61, "of what a wipe leaves that bothers: the hand's strokes and the eye")
	Chalk    = spread("spread-chalk", 0.35, "of the flat coats that turn chalky: how wet they are laid, how thick, and the eye")
	personal = Numbers.Number("spread-personal", 2.0/3, "", "share of the spread of a limit that is the eye's; the rest is the hand's", judged)
	frostSD  = Numbers.Number("spread-frost", 6, "% humidity", "of the humidity at which a coat frosts: hygrometer 4, thinner 3.5 and hand 2.5", fact.Bench("chosen; cheap hygrometers are right to a few per cent"))
)

// Parts are the spreads that together make a film's pace, by who shares them.
type Parts struct{ User, Family, Product, Occasion float64 }

// SD returns all of them together.
func (p Parts) SD() float64 {
	return math.Sqrt(p.User*p.User + p.Family*p.Family + p.Product*p.Product + p.Occasion*p.Occasion)
}

// PartsOf returns the spreads of the pace at which a film dries and hardens: of its family, or of its product where that one's own time is known. Moulded
// plastic and dry particles have none.
func PartsOf(film coating.Film) Parts {
	f := film.Family
	if f.Mechanism == coating.Moulded || f.Mechanism == coating.Loose {
		return Parts{}
	}
	p := Parts{userSD, familySD, productSD, occasionSD}
	switch f.ID {
	case "enamel":
		p.Product, p.Occasion = productEnamel, occasionEnamel
	case "artist-oil":
		p.Product, p.Occasion = productOil, occasionThin
	case "oil-wash":
		p.Product, p.Occasion = productOilWash, occasionThin
	case "enamel-wash", "acrylic-wash":
		p.Product, p.Occasion = productWash, occasionThin
	case "clay-wash", "tempera-wash", "sludge-wash":
		p.Product, p.Occasion = productEarth, occasionThin
	}
	if film.Known {
		p.Product = math.Min(p.Product, productKnown)
	}
	if film.Told != nil && film.Told.Dry.SD > 0 {
		return p.known(film.Told.Dry.SD)
	}
	return p
}

// known returns the parts of a film that strays by sd in all: what the occasion does stays, and of the others as much as is left.
func (p Parts) known(sd float64) Parts {
	p.Occasion = math.Min(p.Occasion, sd)
	left := math.Sqrt(math.Max(0, sd*sd-p.Occasion*p.Occasion)) / Together(p.User, p.Family, p.Product)
	p.User, p.Family, p.Product = left*p.User, left*p.Family, left*p.Product
	return p
}

// Pace returns the spread of the pace at which a film dries and hardens. Held to Q04.
func Pace(film coating.Film) float64 {
	if told := film.Told; told != nil && told.Dry.SD > 0 {
		return told.Dry.SD
	}
	return usual(film)
}

func usual(film coating.Film) float64 {
	both, ok := paces[film.Family]
	if !ok {
		return PartsOf(film).SD()
	}
	if film.Known {
		return both.known
	}
	return both.usual
}

var paces = func() map[*coating.Family]struct{ usual, known float64 } {
	all := map[*coating.Family]struct{ usual, known float64 }{}
	for _, f := range append([]*coating.Family{coating.Plastic}, coating.Families()...) {
		all[f] = struct{ usual, known float64 }{PartsOf(coating.Film{Family: f}).SD(), PartsOf(coating.Film{Family: f, Known: true}).SD()}
	}
	return all
}()

// Hardens returns the spread of the pace at which a film hardens: its own, as far as one's own films tell it.
func Hardens(film coating.Film) float64 {
	if told := film.Told; told != nil && told.Rub.SD > 0 && !film.Family.Gels {
		return told.Rub.SD
	}
	return Pace(film)
}

// Bites returns the spread of the pace at which a film comes to stand liquids.
func Bites(film coating.Film) float64 {
	if told := film.Told; told != nil && told.Bite.SD > 0 {
		return told.Bite.SD
	}
	return Pace(film)
}

// Untold returns how much of what is known of a film's drying is not of one's own films, 1 for all of it, as a share of the variance.
func Untold(film coating.Film) float64 {
	if film.Told == nil || film.Told.Dry.SD <= 0 {
		return 1
	}
	all := usual(film)
	return math.Min(1, film.Told.Dry.SD*film.Told.Dry.SD/(all*all))
}

// LimitSD returns the spread of the time after which a film is as hard as a cloth, tape or another coat wants it: of its pace and of the limit.
func LimitSD(film coating.Film) float64 { return Together(Hardens(film), Limit) }

// Together returns several spreads that have nothing to do with each other as one.
func Together(sds ...float64) float64 {
	sum := 0.0
	for _, sd := range sds {
		sum += sd * sd
	}
	return math.Sqrt(sum)
}

// Source is who or what a chance hangs on.
type Source string

// The sources.
const (
	OfProduct Source = "product"
	OfHand    Source = "hand" // liquid, cloth, strokes, thickness, and how one's room dries films
	OfEye     Source = "eye"
)

// Shares returns what each source adds to the variance of a bite's margin, its pace at slope from ln of age to ln of dose: they add up to 1.
func Shares(parts Parts, slope float64, cloth bool) map[Source]float64 {
	of := func(sd float64) float64 { return slope * slope * sd * sd }
	liquid := leftSD / 2
	if cloth {
		liquid = clothSD / 2
	}
	return shared(map[Source]float64{
		OfProduct: of(parts.Product),
		OfHand:    of(parts.User) + of(parts.Family) + of(parts.Occasion) + liquid*liquid + carrySD*carrySD,
		OfEye:     biteEye * biteEye,
	})
}

// HourShares returns the same of what waits for time, where a limit strays by so much, hand and eye together.
func HourShares(parts Parts, limit float64) map[Source]float64 {
	square := func(sd float64) float64 { return sd * sd }
	eye := square(limit * personal)
	return shared(map[Source]float64{
		OfProduct: square(parts.Product),
		OfHand:    square(parts.User) + square(parts.Family) + square(parts.Occasion) + square(limit) - eye,
		OfEye:     eye,
	})
}

// shared returns parts of a variance as shares of it.
func shared(all map[Source]float64) map[Source]float64 {
	sum := 0.0
	for _, v := range all {
		sum += v
	}
	for k := range all {
		all[k] /= sum
	}
	return all
}
