package climate

import "time"

// Profile is a room as a modeller describes it: one air by day, another by night if the heating goes off, and spells of other weather.
type Profile struct {
	Day    Air
	Night  *Night
	Spells []Spell
}

// Night is the air between two times of day, which may lie on either side of midnight.
type Night struct {
	Air      Air
	From, To time.Duration // since local midnight
}

// Spell is a stretch of other air by day and by night, such as a cold damp week in the garage.
type Spell struct {
	Air      Air
	From, To time.Time
}

// Record lays the profile out over the days from first to last as the clock in place shows them, so that a night is an hour
// shorter or longer where daylight saving says so. Constant profiles give a record of one piece.
func (p Profile) Record(first, last time.Time, place *time.Location) Record {
	if p.Night == nil && len(p.Spells) == 0 {
		return Constant(p.Day)
	}
	pieces := []Piece{{From: first.Add(-24 * time.Hour), Air: p.Day}}
	if p.Night != nil {
		local := first.In(place)
		for d := -1; ; d++ {
			midnight := time.Date(local.Year(), local.Month(), local.Day()+d, 0, 0, 0, 0, place)
			if midnight.After(last) {
				break
			}
			pieces = append(pieces, Piece{clock(midnight, p.Night.From), p.Night.Air}, Piece{clock(midnight, p.Night.To), p.Day})
		}
	}
	base := Of(pieces...)
	for _, s := range p.Spells {
		base = base.overlay(s)
	}
	return base
}

// clock returns the moment at which a local clock shows sinceMidnight on the day that began at midnight.
func clock(midnight time.Time, sinceMidnight time.Duration) time.Time {
	m := int(sinceMidnight.Minutes())
	return time.Date(midnight.Year(), midnight.Month(), midnight.Day(), m/60, m%60, 0, 0, midnight.Location())
}

func (r Record) overlay(s Spell) Record {
	kept := []Piece{{s.From, s.Air}, {s.To, r.At(s.To)}}
	for _, p := range r.Pieces() {
		if p.From.Before(s.From) || p.From.After(s.To) {
			kept = append(kept, p)
		}
	}
	return Of(kept...)
}
