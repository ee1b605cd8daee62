package plan

import (
	"bytes"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"time"

	"github.com/invopop/jsonschema"

	"inkysparrow/core/airframe"
	"inkysparrow/core/chance"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
	"inkysparrow/core/decal"
	"inkysparrow/core/route"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
	"inkysparrow/core/wear"
)

// The words of the format that come from closed lists. Each gives its list to the schema.
type (
	Family      string // a family of film
	Sheen       string // a sheen
	Do          string // a kind of step
	With        string // how wet a cloth is
	Stroke      string // how it moves
	Day         string // a day of the week, such as "mon"
	Clock       string // a time of day, "19:30", up to "24:00"
	WearPlace   string // where an aircraft was based
	WearShelter string // how it was parked
	Edge        string // how a mask meets the surface
	Drying      string // how a film is helped to dry
	Laying      string // how sprayed coats go on
	Ground      string // what a decal lies over
	DecalForm   string // what it looks like
	Reading     string // how strong something looks
	Date        string // a day, "2027-03-22"
	LineKind    string // a kind of recess
	Care        string // how careful one wants to be
	Speed       string // how a product dries against others of its family
	Saying      string // what is said of a step or its film
	Sight       string // what was seen of a step once it was done
	WearCare    string // how an aircraft was looked after
	WearCombat  string // how much it was in action
	Hand        string // left or right
	AirType     string // a type of aircraft
	FeatureKind string // a kind of feature of an airframe
)

var days = map[Day]time.Weekday{
	"sun": time.Sunday, "mon": time.Monday, "tue": time.Tuesday, "wed": time.Wednesday, "thu": time.Thursday, "fri": time.Friday, "sat": time.Saturday,
}

func enum[T any](description string, values []T, word func(T) string) *jsonschema.Schema {
	s := &jsonschema.Schema{Type: "string", Description: description}
	for _, v := range values {
		s.Enum = append(s.Enum, word(v))
	}
	return s
}

// JSONSchema gives the closed list of families.
func (Family) JSONSchema() *jsonschema.Schema {
	return enum("Family of film.", coating.Families(), func(f *coating.Family) string { return f.ID })
}

// JSONSchema gives the closed list of kinds of lines.
func (LineKind) JSONSchema() *jsonschema.Schema {
	return enum("Kind of recess.", wash.Lines(), func(l wash.LineKind) string { return l.ID })
}

// JSONSchema gives the closed list of sheens.
func (Sheen) JSONSchema() *jsonschema.Schema {
	return enum("Sheen, from smooth to rough.", []coating.Sheen{coating.Gloss, coating.SemiGloss, coating.Satin, coating.Flat}, coating.Sheen.String)
}

// JSONSchema gives the closed list of what a step can do.
func (Do) JSONSchema() *jsonschema.Schema {
	return enum("What the step does.", route.Techniques(), func(t *route.Technique) string { return t.ID })
}

// JSONSchema gives the closed list of cares.
func (Care) JSONSchema() *jsonschema.Schema {
	return enum("How careful one wants to be with dates.", chance.Cares(), func(c chance.Care) string { return string(c) })
}

// JSONSchema gives the closed list of words about a step.
func (Saying) JSONSchema() *jsonschema.Schema {
	return enum("What is said of a step, or of its film: still tacky, touch-dry, took the rub or was rubbed, was bitten or was not; begun, done, wiped, went wrong, looked fine.", route.Sayings(), func(s route.Saying) string { return string(s) })
}

// JSONSchema gives the closed list of sights.
func (Sight) JSONSchema() *jsonschema.Schema {
	return enum("What was seen of a step once it was done.", route.Sights(), func(s route.Sight) string { return string(s) })
}

// JSONSchema gives the closed list of speeds.
func (Speed) JSONSchema() *jsonschema.Schema {
	return enum("How a product dries against others of its family.", cure.Speeds(), cure.Speed.String)
}

// JSONSchema gives the closed list of cloths.
func (With) JSONSchema() *jsonschema.Schema {
	return enum("Cloth of a wipe.", []wash.Wetness{wash.Dry, wash.Damp, wash.Wet}, wash.Wetness.String)
}

// JSONSchema gives the closed list of strokes.
func (Stroke) JSONSchema() *jsonschema.Schema {
	return enum("Stroke of a wipe.", route.StrokeSchool().Answers, func(a route.Answer) string { return string(a.ID) })
}

// JSONSchema gives the places.
func (WearPlace) JSONSchema() *jsonschema.Schema {
	return enum("Where it was based.", wear.Places(), func(p wear.Place) string { return p.ID })
}

// JSONSchema gives the shelters.
func (WearShelter) JSONSchema() *jsonschema.Schema {
	return enum("How it was parked.", wear.Shelters(), func(p wear.Shelter) string { return p.ID })
}

// JSONSchema gives the ways of looking after an aircraft.
func (WearCare) JSONSchema() *jsonschema.Schema {
	return enum("How it was looked after.", wear.Cares(), func(c wear.Care) string { return c.ID })
}

// JSONSchema gives how much it was in action.
func (WearCombat) JSONSchema() *jsonschema.Schema {
	return enum("How much it was in action.", wear.Combats(), func(c wear.Care) string { return c.ID })
}

// JSONSchema gives the hands.
func (Hand) JSONSchema() *jsonschema.Schema {
	return enum("A side of the aircraft.", []string{"left", "right"}, func(s string) string { return s })
}

// JSONSchema gives the types.
func (AirType) JSONSchema() *jsonschema.Schema {
	return enum("Type of aircraft.", airframe.Kinds(), func(k airframe.Kind) string { return k.ID })
}

// JSONSchema gives the kinds of features.
func (FeatureKind) JSONSchema() *jsonschema.Schema {
	s := &jsonschema.Schema{Type: "string", Description: "Kind of feature."}
	for _, k := range airframe.FeatureKinds {
		s.Enum = append(s.Enum, string(k.Kind))
	}
	return s
}

// JSONSchema gives the edges.
func (Edge) JSONSchema() *jsonschema.Schema {
	return enum("How a mask meets the surface.", route.Edges(), func(e route.Edge) string { return string(e.ID) })
}

// JSONSchema gives the ways of drying.
func (Drying) JSONSchema() *jsonschema.Schema {
	return enum("In a moving stream of air, or in warm air.", []route.Drying{route.InAirStream, route.InWarmAir}, func(d route.Drying) string { return string(d) })
}

// JSONSchema gives the ways of laying coats.
func (Laying) JSONSchema() *jsonschema.Schema {
	return enum("How sprayed coats go on.", route.Layings()[1:], func(l route.LayingWords) string { return string(l.ID) })
}

// JSONSchema gives the closed list of forms of markings.
func (DecalForm) JSONSchema() *jsonschema.Schema {
	return enum("What a marking looks like.", decal.Forms(), func(f decal.Form) string { return string(f) })
}

// JSONSchema gives the grounds.
func (Ground) JSONSchema() *jsonschema.Schema {
	return enum("What a decal lies over.", decal.Grounds(), func(g decal.Ground) string { return g.ID })
}

// JSONSchema gives the readings.
func (Reading) JSONSchema() *jsonschema.Schema {
	return enum("How strong it looks.", []shade.Reading{shade.Lost, shade.Subtle, shade.Clear, shade.Stark}, shade.Reading.String)
}

// JSONSchema gives the days of the week.
func (Day) JSONSchema() *jsonschema.Schema {
	return enum("Day of the week.", []Day{"mon", "tue", "wed", "thu", "fri", "sat", "sun"}, func(d Day) string { return string(d) })
}

// JSONSchema gives the form of a time of day.
func (Clock) JSONSchema() *jsonschema.Schema {
	return &jsonschema.Schema{Type: "string", Pattern: `^(([01][0-9]|2[0-3]):[0-5][0-9]|24:00)$`, Description: "Time of day, 00:00 to 24:00."}
}

// JSONSchema gives the form of a day.
func (Date) JSONSchema() *jsonschema.Schema {
	return &jsonschema.Schema{Type: "string", Format: "date", Description: "A day, such as 2027-03-22."}
}

// sinceMidnight returns the time of day; the schema has made sure of the form.
func (c Clock) sinceMidnight() time.Duration {
	var h, m int
	fmt.Sscanf(string(c), "%d:%d", &h, &m) // the schema holds the form; a wrong one is midnight
	return time.Duration(h)*time.Hour + time.Duration(m)*time.Minute
}

// Liquid is a named liquid, or a mixture of named liquids by volume.
type Liquid struct {
	Name  string
	Parts map[string]float64
}

// JSONSchema gives the two forms of a liquid.
func (Liquid) JSONSchema() *jsonschema.Schema {
	name := enum("Liquid.", solvent.Bought(), func(l *solvent.Liquid) string { return l.ID })
	parts := &jsonschema.Schema{Type: "object", Description: "Mixture: liquid and its parts by volume.", MinProperties: new(uint64(1))}
	parts.Properties = jsonschema.NewProperties()
	for _, l := range solvent.Bought() {
		parts.Properties.Set(l.ID, &jsonschema.Schema{Type: "number", ExclusiveMinimum: "0", Maximum: "1000"})
	}
	parts.AdditionalProperties = jsonschema.FalseSchema
	return &jsonschema.Schema{OneOf: []*jsonschema.Schema{name, parts}}
}

// UnmarshalJSON reads either form.
func (l *Liquid) UnmarshalJSON(b []byte) error {
	if b = bytes.TrimSpace(b); len(b) > 0 && b[0] == '"' {
		return json.Unmarshal(b, &l.Name)
	}
	return json.Unmarshal(b, &l.Parts)
}

// MarshalJSON writes the form it was read in.
func (l Liquid) MarshalJSON() ([]byte, error) {
	if l.Parts != nil {
		return json.Marshal(l.Parts)
	}
	return json.Marshal(l.Name)
}

func (l *Liquid) resolve(path string) (*solvent.Liquid, error) {
	if l.Parts == nil {
		found, ok := solvent.Named(l.Name)
		if !ok {
			return nil, fault(path, "no liquid %q", l.Name)
		}
		return found, nil
	}
	var parts []solvent.Part
	for _, id := range slices.Sorted(maps.Keys(l.Parts)) {
		found, ok := solvent.Named(id)
		if !ok {
			return nil, fault(path+"."+id, "no liquid %q", id)
		}
		parts = append(parts, solvent.Part{Liquid: found, Share: l.Parts[id]})
	}
	return solvent.Mixed(parts...), nil
}

// JSONSchema lists how a remedy may have turned out.
func (TurnedOut) JSONSchema() *jsonschema.Schema {
	return enum("How a remedy turned out.", []TurnedOut{Worked, Failed}, func(t TurnedOut) string { return string(t) })
}
