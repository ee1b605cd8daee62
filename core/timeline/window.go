package timeline

import (
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
)

// Window returns when a wipe's window opens and closes, by the wash's chemistry and the plan's school.
func (s *Site) Window() (opens, closes time.Time) {
	w := s.Step.Wiped
	if w == nil {
		return s.After, s.After
	}
	for i := len(s.Below) - 1; i > 0; i-- {
		if s.Below[i].Step != w.ID {
			continue
		}
		film := s.Below[i].Film
		liquid := s.Step.Liquid
		if liquid == nil {
			liquid = w.Product.Remover
		}
		return WipeWindow(film, liquid, s.Plan)
	}
	return s.After, s.After
}

// WipeWindow returns when the window of a wash opens and closes by its chemistry in the plan's room and the plan's school, wiped with liquid at last.
func WipeWindow(film coating.Film, liquid *solvent.Liquid, p *route.Plan) (opens, closes time.Time) {
	opens, closes = wash.Window(film, liquid, p.Air)
	course := cure.Of(film, p.Air)
	return earliest(schoolOpens(p.Schools.Of(route.WipedWhen), film.Laid, opens, course.Ready()), closes), closes
}

func earliest(a, b time.Time) time.Time {
	if b.Before(a) {
		return b
	}
	return a
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
		return Later(stiff.Add(drying), set)
	case route.NextDay:
		return Later(stiff, laid.Add(overnight))
	}
	return stiff
}

var overnight = time.Duration(Numbers.Number("overnight", 10, "h", "a night, after which a wash is wiped by those who wait for the next day", fact.Bench("wiped the next day"))) * time.Hour

var flashed = Numbers.Number("flashed", 0.85, "", "share of the drying after which the thinner has flashed off an oil wash", route.TimesEvidence())

// Later returns the later of two moments.
func Later(a, b time.Time) time.Time {
	if a.After(b) {
		return a
	}
	return b
}
