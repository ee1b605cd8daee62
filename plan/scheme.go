package plan

import (
	"fmt"
	"slices"
	"strings"

	"inkysparrow/core/route"
)

// Scheme is a way to lay colours out on an aircraft: its zones with what they are usually painted with, and a pattern of further colours over the first.
type Scheme struct {
	ID, Words string
	Zones     []BriefZone
	Tones     []BriefTone // laid over the first zone in a pattern
	EdgePct   float64
	WaveMM    float64
}

func painted(name, paint, colour string, of ...string) BriefZone {
	z := BriefZone{Name: name, Paint: paint, Colour: colour, Family: "waterborne-acrylic", Parts: of, Effects: []string{"primer", "decals", "wash"}}
	if slices.Contains(of, "upper") || slices.Contains(of, "all") { // where people walk and soot lies
		z.Effects = append(z.Effects, "pre-shade", "oil-dots", "exhaust", "pencil")
	}
	return z
}

// metalled is a bare-metal zone.
func metalled(name, colour string, of ...string) BriefZone {
	z := painted(name, "Bright metal", colour, of...)
	z.Family, z.Metal, z.Bright = "lacquer", true, "mirror"
	return z
}

var fittings = BriefZone{Name: "Propeller and legs", Paint: "Black", Colour: "#26282a", Family: "waterborne-acrylic", Parts: []string{"prop", "spinner", "wheels", "legs", "struts"}, Effects: []string{"primer"}}

// glazed is the frame of the canopy in the colour of the zone about it, its glass under masks.
func glazed(about BriefZone) BriefZone {
	return BriefZone{Name: "Canopy frame", Paint: about.Paint, Colour: about.Colour, Family: about.Family, Metal: about.Metal, Bright: about.Bright, Parts: []string{"canopy"}, Effects: []string{"glazing", "primer"}}
}

var schemes = []Scheme{
	{ID: "two", Words: "upper and under", EdgePct: 42, Zones: []BriefZone{painted("Upper surfaces", "Sea grey", "#6f7a82", "upper"), painted("Underside", "Pale blue", "#a9bac4", "under")}},
	{ID: "one", Words: "one colour", Zones: []BriefZone{painted("Airframe", "Silver grey", "#9aa0a2", "all")}},
	{ID: "two-wavy", Words: "upper and under, wavy edge", EdgePct: 50, WaveMM: 2, Zones: []BriefZone{painted("Upper surfaces", "Sea grey", "#6f7a82", "upper"), painted("Underside", "Pale blue", "#a9bac4", "under")}},
	{ID: "two-tone", Words: "two tones in a pattern", EdgePct: 42, Zones: []BriefZone{painted("Upper surfaces", "Field green", "#5b6650", "upper"), painted("Underside", "Pale grey", "#aab1b1", "under")}, Tones: []BriefTone{{"Earth brown", "#7a6248", 45}}},
	{ID: "three-tone", Words: "three tones in a pattern", EdgePct: 42, Zones: []BriefZone{painted("Upper surfaces", "Field green", "#5b6650", "upper"), painted("Underside", "Pale grey", "#aab1b1", "under")}, Tones: []BriefTone{{"Earth brown", "#7a6248", 38}, {"Dark slate", "#3f474b", 22}}},
	{ID: "metal", Words: "bare metal, painted nose", Zones: []BriefZone{metalled("Airframe", "#c3c5c6", "all"), painted("Nose", "Race red", "#a32a22", "cowl", "spinner")}},
	{ID: "black", Words: "all black", Zones: []BriefZone{painted("Airframe", "Night black", "#2a2c2f", "all")}},
	{ID: "white-over-grey", Words: "white over grey", EdgePct: 55, Zones: []BriefZone{painted("Upper surfaces", "Off-white", "#e6e6df", "upper"), painted("Underside", "Mid grey", "#8d9496", "under")}},
}

// Schemes returns the ways to lay colours out, the plainest first.
func Schemes() []Scheme {
	all := slices.Clone(schemes)
	for i := range all {
		all[i].Zones = append(slices.Clone(all[i].Zones), glazed(all[i].Zones[0]), fittings)
	}
	return all
}

// ShownSchool is a question whose answers can be seen on a picture of the aircraft.
type ShownSchool struct {
	ID      route.Question
	Words   string
	Answers []route.Choice // in the order in which they stand beside each other
}

// ShownSchools returns the questions whose answers a new build shows as pictures side by side.
func ShownSchools() []ShownSchool {
	return []ShownSchool{
		{route.StrengthOf, "How worn", []route.Choice{route.Restrained, route.ServiceWorn, route.Heavy}},
		{route.UnderWash, "Under the wash", []route.Choice{route.OverGloss, route.OverSatin, route.OverFlat}},
		{route.ShadeWay, "Cover", []route.Choice{route.EvenCover, route.ByPanels}},
	}
}

// UsualScales are those that most kits come in, and UsualMonths times in service as they are told.
var (
	UsualScales = []int{32, 48, 72, 144}
	UsualMonths = []struct {
		Months float64
		Words  string
	}{{0, "it is new"}, {1, "a month"}, {6, "half a year"}, {12, "a year"}, {24, "two years"}, {60, "five years"}}
)

// tones adds the colours of a pattern to a zone: each masked as the brief has it and sprayed beside the first, before anything else goes on.
func (f *File) tones(zone int, tones []BriefTone, edge Edge) error {
	z := &f.Zones[zone]
	at := -1 // the last coat of colour over the whole zone: the pattern lies on top
	for i, s := range z.Steps {
		if has(s, route.Colour) && s.AreaPct == 0 && s.Product != "" {
			at = i
		}
	}
	if at < 0 {
		return nil
	}
	base, _ := f.product(z.Steps[at].Product)
	var add []Step
	for i, t := range tones {
		if strings.TrimSpace(t.Paint) == "" {
			return plainly(fault(fmt.Sprintf("zones[%d].tones[%d].paint", zone, i), "missing"), "give the colour of the pattern a name")
		}
		p := Product{ID: freeAmong("paint-"+slug(t.Paint, "tone"), func(id string) bool { _, ok := f.product(id); return ok }), Name: t.Paint, Kind: base.Kind, Family: base.Family, Colour: t.Colour, Sheen: base.Sheen}
		f.Products = append(f.Products, p)
		id := fmt.Sprintf("%s-tone-%d", z.ID, i+1)
		if edge != "freehand" {
			add = append(add, Step{ID: id + "-mask", Do: "mask", Edge: edge})
		}
		add = append(add, Step{ID: id, Do: "base-coat", Product: p.ID, AreaPct: t.SharePct})
		if edge != "freehand" {
			add = append(add, Step{ID: id + "-unmask", Do: "unmask"})
		}
	}
	if z.Steps[at].Done != nil { // what was painted long ago had its pattern then too
		for i := range add {
			add[i].Done = z.Steps[at].Done
		}
	}
	z.Steps = slices.Insert(z.Steps, at+1, add...)
	return nil
}

// bareZones takes out zones that the airframe has nothing of, such as the nose of a type whose nose is no part of its own, and returns their names.
func (f *File) bareZones() (names []string) {
	s, err := f.Shape()
	if err != nil {
		return nil // Resolve tells
	}
	for i := len(f.Zones) - 1; i >= 0; i-- {
		z := f.Zones[i]
		if k := s.Zone(z.ID); z.AreaCM2 == 0 && (k < 0 || s.Measures[k].AreaCM2 < 0.1) && len(f.Zones) > 1 && z.Part == "" {
			names = append(names, z.Name)
			f.Zones = slices.Delete(f.Zones, i, i+1)
			f.Airframe.Zones = slices.DeleteFunc(f.Airframe.Zones, func(a AirframeZone) bool { return a.Zone == z.ID })
		}
	}
	return names
}
