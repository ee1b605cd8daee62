package verdict

import "inkysparrow/core/chance"

// Made returns what the chance of an answer hangs on, in shares that add up to 1: the product, the hand with its room, the eye. It is nil for what is a yes or a no.
func (q *Question) Made(a Answer) map[chance.Source]float64 {
	if a.Place <= 0 || a.Place >= len(q.Films) {
		return nil
	}
	parts := chance.PartsOf(q.Films[a.Place].Film)
	switch a.Harm {
	case Bitten, Worn:
		return chance.Shares(parts, q.Films.Leans(q.Touch, a.Place, a.At, q.Air), q.Cloth)
	case Crept:
		return chance.Shares(parts, 1, false)
	case TooWet:
		return chance.HourShares(parts, chance.Finger)
	case Ground, Wrinkled, ShutIn:
		return chance.HourShares(parts, chance.Limit)
	}
	return nil
}
