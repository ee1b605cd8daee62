package rescue

import (
	"context"

	"inkysparrow/core/coating"
	"inkysparrow/core/route"
)

// Answer is all that is told of a symptom on a zone.
type Answer struct {
	*Case
	Symptom *Symptom
	Causes  []Chance
	Ask     *Asked // nil where no answer would change what to do
	Ways    []Way  // the least expected loss first
	Parts   map[string]*Fragment
	Back    []Back
	Shut    *route.Step // the point of no return; nil where it never is
}

// Answer finds out why a symptom came and what may be done: each remedy is judged as it would be done here, with what of the route or of what else is at hand. What a remedy
// needs and nothing at hand fills is named in its part. It returns ctx's error as soon as ctx ends.
func (c *Case) Answer(ctx context.Context, s *Symptom, told Told, turned Turned, hand ...*coating.Product) (*Answer, error) {
	a := &Answer{Case: c, Symptom: s, Causes: s.Because(told, c.Risks()), Parts: map[string]*Fragment{}}
	bites := map[string]float64{}
	for _, cause := range a.Causes {
		for _, m := range cause.Mends {
			if a.Parts[m.Remedy] != nil {
				continue
			}
			f, err := c.Fragment(ctx, RemedyNamed(m.Remedy), a.Causes[0].ID, hand...)
			if err != nil {
				return nil, err
			}
			a.Parts[m.Remedy], bites[m.Remedy] = f, f.Bites
		}
	}
	a.Ways = Ways(a.Causes, s.Living, bites, turned)
	a.Ask = s.Ask(told, c.Risks(), bites, turned)
	a.Back, a.Shut = c.TheWayBack(a.Causes[0].ID, s.Living, spotOrAll(told))
	return a, nil
}

var tenth = Numbers.Number("rescue-tenth", 0.1, "", "share of a zone that a fault in one place covers", Judged)

// spotOrAll is the share of the zone that is at fault.
func spotOrAll(t Told) float64 {
	if t.Where == "all" || t.Where == "open" {
		return 1
	}
	return tenth
}
