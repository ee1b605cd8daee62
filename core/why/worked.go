package why

import (
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/follow"
	"inkysparrow/core/route"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wash"
)

// Worked examples are small questions to the engine that stand by themselves, for whoever wants to see a figure move.

// laid is when the film of a worked example was finished; in constant air any day does.
var laid = time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)

// Hardening is how a film of a family hardens in a room.
type Hardening struct {
	TouchDry, Ready time.Duration
	Half, Cured     time.Duration   // 0 where it does not get so far within a month
	Hard            []cure.Fraction // each Every, from when it was laid
	Every           time.Duration
}

// Hardens works out a film of so many usual coats in constant air, over two weeks.
func Hardens(family *coating.Family, coats int, air climate.Air) Hardening {
	const over, samples = 14 * 24 * time.Hour, 57
	room := climate.Constant(air)
	film := coating.Film{Family: family, Coats: max(1, coats), Wet: family.Wet, Laid: laid}
	course := cure.Of(film, room)
	h := Hardening{TouchDry: course.TouchDry().Sub(laid), Ready: course.Ready().Sub(laid), Every: over / (samples - 1)}
	for i := range samples {
		h.Hard = append(h.Hard, course.Hard(laid.Add(h.Every*time.Duration(i))))
	}
	for _, x := range []struct {
		hard cure.Fraction
		to   *time.Duration
	}{{0.5, &h.Half}, {cure.Cured(), &h.Cured}} {
		if d := course.When(x.hard).Sub(laid); d > 0 && d <= verdict.Patience {
			*x.to = d
		}
	}
	return h
}

// Bitten is what a liquid does to a film as it usually lies that is age old, put on in a way.
func Bitten(family *coating.Family, liquid *solvent.Liquid, contact *stack.Contact, age time.Duration, air climate.Air) stack.Reach {
	room := climate.Constant(air)
	below := append(stack.On(room), stack.Lay("film", follow.Usual(family, laid), room))
	for r := range below.Cut(stack.Touch{Contact: contact, Liquid: liquid}, laid.Add(age), room) {
		if r.Place == 1 {
			return r
		}
	}
	return stack.Reach{Place: 1}
}

// Wiped is the share of a wash that a wipe leaves on an open surface, 0 to 1, when the wash has stood so long.
func Wiped(family *coating.Family, on coating.Sheen, cloth wash.Wetness, stood time.Duration, air climate.Air) float64 {
	room := climate.Constant(air)
	film := stack.Lay("wash", coating.Film{Family: family.AsWash(), Coats: 1, Wet: family.AsWash().Wet, Laid: laid}, room)
	at := laid.Add(stood)
	soft := 0.0
	if cloth != wash.Dry && family.Remover != nil {
		soft = stack.Soften(&film.Course, family.Remover, at)
	}
	return wash.Left(film.Film.Thickness(), on.Texture(), cloth, route.Strokes(route.AlongAirflow), soft, film.Hard(at))
}

// Likelihood is how likely a bite is to show on a film as it usually lies, by its age.
type Likelihood struct {
	Reach      stack.Reach // at the age that was asked about, with a usual product
	Odds       chance.Odds
	Chances    []float64 // each Every, from when it was laid
	Every      time.Duration
	Half, Nine time.Duration // ages from which half, and nine of ten, are safe; 0 where it takes more than a month
}

// Likely works out how likely a liquid put on in a way is to bite a film of a family that is age old; known tells whether its product's own time is.
func Likely(family *coating.Family, liquid *solvent.Liquid, contact *stack.Contact, known bool, age time.Duration, air climate.Air) Likelihood {
	room := climate.Constant(air)
	film := follow.Usual(family, laid)
	film.Known = known
	q := verdict.Question{Films: append(stack.On(room), stack.Lay("film", film, room)), Touch: stack.Touch{Contact: contact, Liquid: liquid}, Air: room, Wets: true}
	const over, samples = 30 * 24 * time.Hour, 61
	l := Likelihood{Every: over / (samples - 1)}
	at := func(age time.Duration) (stack.Risk, chance.Odds) {
		r, o := q.Film(1, laid.Add(age))
		o.Chance = r.Bitten // what is still wet counts as well
		return r, o
	}
	for i := range samples {
		_, o := at(max(time.Hour, l.Every*time.Duration(i)))
		l.Chances = append(l.Chances, o.Chance)
		for _, x := range []struct {
			most float64
			to   *time.Duration
		}{{0.5, &l.Half}, {0.1, &l.Nine}} {
			if o.Chance <= x.most && *x.to == 0 && i > 0 && l.Chances[i-1] > x.most {
				*x.to = stack.SafeFrom(l.Every*time.Duration(i-1), l.Every*time.Duration(i), func(age time.Duration) bool {
					_, o := at(age)
					return o.Chance <= x.most
				})
			}
		}
	}
	r, odds := at(age)
	l.Reach, l.Odds = r.Reach, odds
	return l
}
