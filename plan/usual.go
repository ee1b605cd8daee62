package plan

import (
	"inkysparrow/core/climate"
	"inkysparrow/core/fact"
)

var kits = fact.Bench("a single-engined fighter in 1/48")

var usual = struct{ scale, span, length, upper, under, nightC, nightRH float64 }{
	scale:  Numbers.Number("usual-scale", 48, "", "scale of a new build, 1 to", kits),
	span:   Numbers.Number("usual-span", 20, "cm", "span of its model", kits),
	length: Numbers.Number("usual-length", 18, "cm", "length of its model", kits),
	upper:  Numbers.Number("usual-upper", 0.45, "", "share of the skin that is upper surfaces", kits),
	under:  Numbers.Number("usual-under", 0.40, "", "share of the skin that is underside", kits),

	nightC:  Numbers.Number("usual-night", 16, "°C", "a room at night with the heating down", fact.Bench("chosen")),
	nightRH: Numbers.Number("usual-night-humidity", 60, "%", "its humidity", fact.Bench("chosen: the same water in cooler air")),
}

// UsualBrief is how the questions for a new build are answered before anybody has.
func UsualBrief() Brief {
	room := UsualClimate()
	room.Night = nil
	return Brief{
		Scale: int(usual.scale), SpanCM: usual.span, LengthCM: usual.length, Climate: &room,
		Sessions: []Session{{Days: []Day{"mon", "tue", "wed", "thu", "fri"}, From: "19:30", To: "22:30"}, {Days: []Day{"sat"}, From: "10:00", To: "17:00"}},
		Zones: []BriefZone{
			{Name: "Upper surfaces", Share: usual.upper, Paint: "Upper colour", Family: "waterborne-acrylic", Colour: "#6f7a82", Effects: []string{"primer", "decals", "wash", "oil-dots"}},
			{Name: "Underside", Share: usual.under, Paint: "Under colour", Family: "waterborne-acrylic", Colour: "#b4c0c2", Effects: []string{"primer", "decals", "wash"}},
		},
	}
}

// UsualClimate is the room that a plan stands in when it says nothing, and a night for one that has another.
func UsualClimate() Climate {
	return Climate{
		TemperatureC: climate.Room.TemperatureC, HumidityPct: 100 * climate.Room.Humidity,
		Night: &Night{TemperatureC: usual.nightC, HumidityPct: usual.nightRH, From: "23:00", To: "07:00"},
	}
}
