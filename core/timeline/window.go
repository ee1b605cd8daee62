package timeline

import (
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/clock"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/core/wash"
)

// Window returns when a wipe's window opens and closes in the middle, by the wash's chemistry and the plan's school.
func (s *Site) Window() (opens, closes time.Time) {
	film, opens, closes := s.wiped()
	if film == nil {
		return s.After, s.After
	}
	return opens, closes
}

// wiped returns the wash that the step wipes, with its window; nil where it wipes none.
func (s *Site) wiped() (film *stack.Layer, opens, closes time.Time) {
	w := s.Step.Wiped
	for i := len(s.Below) - 1; w != nil && i > 0; i-- {
		if s.Below[i].Step != w.ID {
			continue
		}
		liquid := s.Step.Liquid
		if liquid == nil {
			liquid = w.Product.Remover
		}
		opens, closes = WipeWindow(s.Below[i].Film, liquid, s.Plan)
		return &s.Below[i], opens, closes
	}
	return nil, opens, closes
}

// WipeWindow returns when the window of a wash opens and closes by its chemistry in the plan's room and the plan's school, wiped with liquid at last.
func WipeWindow(film coating.Film, liquid *solvent.Liquid, p *route.Plan) (opens, closes time.Time) {
	opens, closes = wash.Window(film, liquid, p.Air)
	course := cure.Of(film, p.Air)
	return clock.Earlier(schoolOpens(p.Schools.Of(route.WipedWhen), film.Laid, opens, course.Ready()), closes), closes
}

// schoolOpens moves the opening of a wipe window as the plan's school has it; set is when the wash is dry all through.
func schoolOpens(school route.Choice, laid, stiff, set time.Time) time.Time {
	drying := stiff.Sub(laid)
	switch school {
	case route.WhenWet:
		return laid
	case route.WhenFlashed:
		return laid.Add(time.Duration(flashed * float64(drying)))
	case route.WhenDry:
		return clock.Later(stiff.Add(drying), set)
	case route.NextDay:
		return clock.Later(stiff, laid.Add(overnight))
	}
	return stiff
}

var overnight = time.Duration(Numbers.Number("overnight", 10, "h", "a night, after which a wash is wiped by those who wait for the next day", fact.Bench("wiped the next day"))) * time.Hour

var flashed = Numbers.Number("flashed", 0.85, "", "share of the drying after which the thinner has flashed off an oil wash", route.TimesEvidence())

var pulledShows = Numbers.Number("pulled-shows", 0.25, "", "share of a wash that a wipe pulls out of the lines from which half of all see that they look empty", fact.Bench("T83: half an hour is ordinary practice and twenty minutes no folly; wiped after ten the lines are empty"))

// WipeOdds returns what may go wrong with a wipe at a moment: that the wash is pulled out of its lines, and that it no longer comes off. A school that wipes a wash wet
// has it so on purpose. Both are nothing for what is no wipe. Held to T83.
func (s *Site) WipeOdds(at time.Time) (pulled, late chance.Odds) {
	film, opens, closes := s.wiped()
	if film == nil {
		return pulled, late
	}
	laid, stage := film.Film.Laid, s.Question().Stage
	need := clock.Earlier(opens, clock.Later(laid, film.Stiff())).Sub(laid)
	pulled = chance.Odds{Chance: chance.Pulled(need.Hours(), at.Sub(laid).Hours(), pulledShows, film.Film), Loss: chance.Loss(chance.Pull, stage)}
	late = chance.Odds{Chance: chance.Late(closes.Sub(laid).Hours(), at.Sub(laid).Hours(), chance.LimitSD(film.Film)), Loss: chance.Loss(chance.Stays, stage)}
	return pulled, late
}

// Wipes returns from when on a wipe is planned: from when its window opens in the middle, or a little later, when it pulls the wash no more than now and then.
func (s *Site) Wipes() time.Time {
	film, opens, closes := s.wiped()
	if film == nil {
		return s.After
	}
	laid := film.Film.Laid
	need := clock.Earlier(opens, clock.Later(laid, film.Stiff())).Sub(laid).Hours() * (1 - pulledShows)
	calm := chance.Quantile(need, 1-chance.Maybe()+1e-6, chance.PulledSD(pulledShows, film.Film))
	return clock.Later(opens, clock.Earlier(laid.Add(time.Duration(calm*float64(time.Hour))), closes))
}
