package web

import (
	"fmt"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/cure"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
	"inkysparrow/core/timeline"
	"inkysparrow/core/verdict"
	"inkysparrow/core/why"
	"inkysparrow/internal/wire"
)

// filmsShown is how many films the core has room for.
const filmsShown = 24

func (j *judged) core(line *timeline.Line, subject int, moment time.Time) wire.Core {
	c := wire.Core{State: wire.Safe, Films: []wire.Film{}, Slope: []wire.Odds{}}
	reached := map[int]risked{}
	does := verdict.Answer{Place: -1}
	below := len(line.Films)
	if subject >= 0 {
		site := j.checked.Site(line, subject)
		below = len(site.Below)
		c.Step = site.Step.ID
		if touch, wets := site.Touch, site.Wets; wets {
			c.Drop = dropOf(site.Step, touch, stack.ContactTime(touch.Contact, touch.Liquid, moment, j.plan.Air))
			for r, odds := range site.Question().Reached(moment) {
				reached[r.Place] = risked{r.Reach, odds}
			}
		}
		for _, s := range why.Slopes(site) {
			c.Slope = append(c.Slope, wire.Odds{At: s.At.UTC(), Chance: shown(s.Chance), Words: say.Likeliness(s.Chance)})
		}
		if !site.Step.Do.Has(route.Tape | route.TapeOff) {
			does = site.Question().Does(moment)
		}
		switch {
		case does.Safe():
		case does.Harm == verdict.TooWet || does.Severity < verdict.Stop:
			c.State = wire.Hold
		default:
			c.State = wire.Bite
		}
	}
	var laid []int
	for i := below - 1; i >= 0; i-- {
		if !line.Films[i].Film.Laid.After(moment) {
			laid = append(laid, i)
		}
	}
	if c.More = max(0, len(laid)-filmsShown); c.More > 0 {
		laid = append(laid[:filmsShown-1], laid[len(laid)-1]) // the top ones, and what all stand on
	}
	for _, i := range laid {
		c.Films = append(c.Films, j.film(line, i, moment, reached[i]))
	}
	done := subject >= 0 && line.Steps[subject].Step.Happened()
	c.Words = coreWords(c, does, line, done)
	return c
}

// risked is what a touch does to a film, and how likely that is to show.
type risked struct {
	stack.Reach
	chance.Odds
}

// coreWords says what the touch does, and how likely that is to show; of a step that is done what it may have done.
func coreWords(c wire.Core, does verdict.Answer, line *timeline.Line, done bool) string {
	film := ""
	if does.Place >= 0 {
		film = filmName(line, does.Place)
	}
	words := does.Say(film, line.Films)
	if done {
		words = does.Said(film, line.Films)
	}
	switch {
	case words != "":
		return words
	case done:
		return "Nothing spoke against it."
	case c.Step == "":
		return "Nothing more is planned here."
	case c.Drop == nil:
		return "Nothing wet touches the films."
	}
	return "Safe at this moment."
}

func dropOf(s *route.Step, t stack.Touch, standing time.Duration) *wire.Drop {
	d := &wire.Drop{Name: "No liquid", Contact: t.Contact.Name, Standing: say.Bench(standing)}
	if t.Liquid != nil {
		d.Name = say.Capital(t.Liquid.Name)
	}
	if standing < time.Minute {
		d.Standing = fmt.Sprintf("%.0f s", standing.Seconds())
	}
	if standing == 0 {
		d.Standing = ""
	}
	switch {
	case s.Wiped != nil:
		d.Carries = "wipes " + s.Wiped.Product.Name
	}
	return d
}

func filmName(line *timeline.Line, i int) string {
	for _, p := range line.Steps {
		if p.Layer == i && i > 0 {
			return p.Step.Product.Name
		}
	}
	return "the plastic"
}

func (j *judged) film(line *timeline.Line, i int, moment time.Time, r risked) wire.Film {
	layer := &line.Films[i]
	state := layer.At(moment)
	f := wire.Film{
		Step: layer.Step, Name: say.Capital(filmName(line, i)), Thickness: round(float64(layer.Film.Thickness()), 1), Hard: round(float64(state.Hard), 3),
		Phase: state.Phase.String(), Colour: look.Plastic.String(), Sheen: "semi-gloss", Covers: layer.Film.Family.Closed, Hardens: layer.Film.Family.Mechanism.Hardens,
		Depth: round(float64(r.Depth), 1), Loss: round(float64(r.Reach.Loss), 3), Bitten: r.Grade() >= chance.Flaw, Chance: shown(r.Chance),
	}
	f.Detail = fmt.Sprintf("%s, %.3g µm", layer.Film.Family.Name, f.Thickness)
	if i == 0 {
		f.Detail = "polystyrene, 1.2 mm"
		return f
	}
	f.Why = j.filmWords(layer, state)
	for _, p := range line.Steps {
		if p.Layer == i {
			f.Sheen = p.Step.Sheen().String()
			f.Clear = p.Step.Product.Kind == coating.Clear
			f.Colour = colour.Or(p.Step.Product.Colour, colour.Grey(82)).String()
			f.Detail = fmt.Sprintf("%s, %.3g µm", say.Count(layer.Film.Coats, "coat"), f.Thickness)
		}
	}
	return f
}

// filmWords tells where a film's hardness comes from.
func (j *judged) filmWords(l *stack.Layer, state cure.State) string {
	clock := j.clock
	words := fmt.Sprintf("Laid %s; its carrier is gone %s, the next coat may go on %s.", clock(l.Film.Laid), clock(l.Stiff()), clock(l.Ready()))
	if tau := l.Tau(); tau > 0 {
		words += fmt.Sprintf(" It is %.0f %% hard because %s; at %.3g µm it takes %.0f h for the first 63 %%, in a room at %s.",
			100*float64(state.Hard), l.Film.Family.Mechanism.Name, float64(l.Film.Thickness()), tau.Hours(), say.Celsius(climate.Room.TemperatureC, 0))
	} else {
		words += " " + say.Capital(l.Film.Family.Mechanism.Name) + "."
	}
	return words
}
