package plan

import (
	"fmt"
	"slices"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/fact"
)

var (
	cupboardC   = Numbers.Number("cupboard", 35, "°C", "a warm cupboard, where nobody says otherwise", fact.Bench("a lamp or a food dehydrator on low; more warps thin plastic"))
	cupboardPct = Numbers.Number("cupboard-humidity", 25, "% humidity", "of its air: the room's, warmed", fact.Bench("half a room's air warmed by 14 K"))
	gentleC     = Numbers.Number("cupboard-gentle", 25, "°C", "a cupboard that is only a little warmer than the room, in which a model can be left for days", fact.Bench("an airing cupboard, or one with a small lamp in it"))
	gentlePct   = Numbers.Number("cupboard-gentle-humidity", 40, "% humidity", "of its air: the room's at half, warmed", fact.Bench("half a room's air warmed by 4 K"))
	cupboardMax = Numbers.Number("cupboard-most", 45, "°C", "warmest that it is let be: polystyrene creeps from there on", fact.Bench("plastic warps well below its softening at 80 °C under its own weight"))
	overnightIn = Numbers.Number("cupboard-night", 9, "h", "that a build stays in it where nobody takes it out", fact.Bench("from the evening until breakfast"))
)

// Cupboard puts the build into a warm cupboard from now on, until it is taken out or for a night, or takes it out. warm is how warm that is, 0 for usual.
func (f File) Cupboard(in bool, warm float64) (File, string, error) {
	out := f.Clone()
	now := f.now.UTC().Truncate(time.Minute)
	c := Climate{TemperatureC: climate.Room.TemperatureC, HumidityPct: 100 * climate.Room.Humidity}
	if f.Climate != nil {
		c = *f.Climate
		c.Spells = slices.Clone(c.Spells)
	}
	out.Climate = &c
	if !in {
		for i, s := range c.Spells {
			if !s.From.After(now) && s.To.After(now) {
				if !now.After(s.From) {
					c.Spells = slices.Delete(c.Spells, i, i+1)
				} else {
					c.Spells[i].To = now
				}
				out.Climate.Spells = c.Spells
				return out, "Out of the warm cupboard, " + f.clock(now), nil
			}
		}
		return f, "", fault("cupboard", "it is in no cupboard now")
	}
	if warm == 0 {
		warm = cupboardC
	}
	if !(warm >= climate.Room.TemperatureC && warm <= cupboardMax) {
		return f, "", fault("warm", "from %.0f to %.0f °C: more warps thin plastic", climate.Room.TemperatureC, cupboardMax)
	}
	spell := Spell{From: now, To: now.Add(time.Duration(overnightIn * float64(time.Hour))), TemperatureC: warm, HumidityPct: cupboardPct}
	c.Spells = slices.DeleteFunc(c.Spells, func(s Spell) bool { return s.From.Before(spell.To) && s.To.After(now) && s.HumidityPct == cupboardPct })
	out.Climate.Spells = append(c.Spells, spell)
	return out, fmt.Sprintf("Into the warm cupboard, %s, until %s", f.clock(now), f.clock(spell.To)), nil
}
