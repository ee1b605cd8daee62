package timeline

import (
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/stack"
)

// wet returns how long a coat stands in a rack, as it would if it were laid at a moment: until it is touch-dry. 0 where the racks are not counted, or nothing is sprayed or brushed
// all over.
func wet(plan *route.Plan, s *route.Step, laid time.Time) time.Duration {
	if plan.Bench.Racks == 0 || !s.Do.Coating() || !s.Do.Lays || s.Product == nil {
		return 0
	}
	layer := stack.Lay(s.ID, s.Film(laid), plan.Air)
	return layer.TouchDry().Sub(laid)
}

// Wet returns what of a plan was laid already and stands in a rack until it is touch-dry; what has dried since is among it.
func Wet(plan *route.Plan) (all []schedule.Booking) {
	for _, z := range plan.Zones {
		for _, s := range z.Steps {
			if s.Done.IsZero() {
				continue
			}
			if dries := wet(plan, s, s.Done); dries > 0 {
				all = append(all, schedule.Booking{Start: s.Done, Need: schedule.Need{Piece: z.Part, Dries: dries}})
			}
		}
	}
	return all
}

// Elsewhere returns a need of a plan as other builds see it: their pieces are not its own.
func Elsewhere(plan *route.Plan, need schedule.Need) schedule.Need {
	need.Piece = plan.Name + "/" + need.Piece
	return need
}

// Racks returns the racks that builds share, with what was laid already in them, and how many there are: the fewest that any of them counts, 0 where none does. They are asked for a
// need as Elsewhere has it.
func Racks(laid []*Timeline, at time.Time) (c *schedule.Calendar, fewest int) {
	for _, tl := range laid {
		if n := tl.Plan.Bench.Racks; n > 0 && (fewest == 0 || n < fewest) {
			fewest = n
		}
	}
	c = schedule.New(schedule.Bench{Racks: fewest}, at)
	for _, tl := range laid {
		for _, b := range Wet(tl.Plan) {
			c.Book(b.Start, Elsewhere(tl.Plan, b.Need))
		}
	}
	return c, fewest
}
