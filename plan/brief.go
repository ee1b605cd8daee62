package plan

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/draft"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var skin = Numbers.Number("skin", 0.7, "", "painted area of a model, both sides together, as a share of span times length",
	fact.Bench("a large 1/48 aircraft of 28 by 40 cm has about 780 cm2"))

// Age is how long ago a zone was painted, as it is asked in a few words.
type Age struct {
	Words string
	Days  float64
}

var ageBench = fact.Bench("chosen: what is meant by it at the bench")

// Ages are the answers to how old a zone's paint is.
var Ages = []Age{
	{"painted today", 0},
	{"painted some days ago", Numbers.Number("age-some-days", 3, "d", "painted some days ago", ageBench)},
	{"painted long ago", Numbers.Number("age-long", 60, "d", "painted long ago", ageBench)},
}

// Brief is what a modeller answers when a build is begun.
type Brief struct {
	Name     string                          `json:"name"`
	Scale    int                             `json:"scale,omitempty"`
	Start    time.Time                       `json:"start"`
	Wanted   Date                            `json:"wanted,omitempty"`
	Timezone string                          `json:"timezone,omitempty"`
	Climate  *Climate                        `json:"climate,omitempty"`
	Sessions []Session                       `json:"sessions,omitempty"`
	Schools  map[route.Question]route.Choice `json:"schools,omitempty"`
	SpanCM   float64                         `json:"span_cm,omitempty"` // of the model; with its length it gives the areas that zones leave out
	LengthCM float64                         `json:"length_cm,omitempty"`
	Service  *Service                        `json:"service,omitempty"`
	Airframe *Airframe                       `json:"airframe,omitempty"` // its zones are those that have parts
	Zones    []BriefZone                     `json:"zones"`
}

// BriefZone is what a zone is painted with and what is wanted on it.
type BriefZone struct {
	Name    string      `json:"name"`
	AreaCM2 float64     `json:"area_cm2,omitempty"` // 0: its share of the model
	Share   float64     `json:"share,omitempty"`    // of the model's skin, 0 to 1; an equal share where it is left out
	Paint   string      `json:"paint"`              // its name
	Family  Family      `json:"family"`
	Metal   bool        `json:"metal,omitempty"`
	Apart   bool        `json:"apart,omitempty"` // finished apart and joined in the end
	Shelf   string      `json:"shelf,omitempty"` // the paint's id on the shelf
	Bright  string      `json:"bright,omitempty" jsonschema:"enum=dull,enum=mirror,enum=chrome"`
	Colour  string      `json:"colour,omitempty"`
	Sheen   Sheen       `json:"sheen,omitempty"`
	Painted *time.Time  `json:"painted,omitempty"` // when the colour was finished; nothing where that is still to be done
	Effects []string    `json:"effects"`
	Parts   []string    `json:"parts,omitempty"` // of the airframe that it has
	Tones   []BriefTone `json:"tones,omitempty"` // further colours in a pattern over the first
	Edge    Edge        `json:"edge,omitempty"`  // of the pattern
}

// BriefTone is a further colour of a pattern.
type BriefTone struct {
	Paint    string  `json:"paint"`
	Colour   string  `json:"colour"`
	SharePct float64 `json:"share_pct"`
}

// Plan drafts a plan from the answers, and says what was decided and what was left out, and why. It takes what serves from the shelf, as copies. Errors are
// *FieldError; they name the place among the answers.
func (b Brief) Plan(shelf ...Product) (File, draft.Told, error) {
	f, why, err := b.plan(shelf)
	if err != nil {
		names := File{Zones: make([]Zone, len(b.Zones))}
		for i, z := range b.Zones {
			names.Zones[i].Name = z.Name
		}
		return f, why, ofPlan(err, names)
	}
	return f, why, nil
}

func (b Brief) plan(shelf []Product) (File, draft.Told, error) {
	f := File{
		Format: Format, Build: Build{Name: strings.TrimSpace(b.Name), Scale: b.Scale, Start: b.Start, Wanted: b.Wanted},
		Climate: b.Climate, Sessions: b.Sessions, Timezone: b.Timezone, Schools: b.Schools, Service: b.Service, Airframe: b.Airframe.clone(),
	}
	if f.Build.Name == "" {
		return File{}, draft.Told{}, fault("name", "the build needs a name")
	}
	if len(b.Zones) > MaxZones {
		return File{}, draft.Told{}, fault("zones", "%d are too many: at most %d", len(b.Zones), MaxZones)
	}
	if len(b.Zones) == 0 {
		return File{}, draft.Told{}, fault("zones", "the build needs at least one zone")
	}
	if b.SpanCM < 0 || b.LengthCM < 0 {
		return File{}, draft.Told{}, plainly(fault("span_cm", "span and length are lengths above 0, in cm"), "span and length have to be above 0 cm")
	}
	kit := &draft.Kit{}
	own := map[*coating.Product]Product{}
	for i, p := range shelf {
		taken, err := p.resolve(fmt.Sprintf("shelf[%d]", i))
		if err != nil {
			return File{}, draft.Told{}, err
		}
		kit.Shelf = append(kit.Shelf, taken)
		own[taken] = p
	}
	var why, left []reason
	paints := map[string]*coating.Product{}
	for i, z := range b.Zones {
		path := fmt.Sprintf("zones[%d]", i)
		if strings.TrimSpace(z.Name) == "" {
			return File{}, draft.Told{}, plainly(fault(path+".name", "the zone needs a name"), "give it a name")
		}
		if z.AreaCM2 < 0 {
			return File{}, draft.Told{}, plainly(fault(path+".area_cm2", "%g is no area: above 0, in cm², or left out", z.AreaCM2), "the area has to be above 0 cm², or left empty")
		}
		paint, err := z.product(path, kit, paints)
		if err != nil {
			return File{}, draft.Told{}, err
		}
		w := draft.Wanted{Paint: paint, Metal: z.Metal, Bright: z.Bright, Wear: f.Targets()}
		for k, e := range z.Effects {
			if !slices.ContainsFunc(draft.WishWords, func(known draft.WishWord) bool { return string(known.ID) == e }) {
				return File{}, draft.Told{}, fault(fmt.Sprintf("%s.effects[%d]", path, k), "no effect %q", e)
			}
			w.Effects = append(w.Effects, draft.Wish(e))
		}
		if z.Painted != nil {
			w.Painted = *z.Painted
		}
		zone := Zone{Name: strings.TrimSpace(z.Name), AreaCM2: b.area(z)}
		if f.Airframe != nil && len(z.Parts) > 0 {
			zone.AreaCM2 = z.AreaCM2 // the airframe knows
		}
		w.Zone = freeAmong(slug(z.Name, "zone"), func(id string) bool {
			for _, other := range f.Zones {
				if other.ID == id {
					return true
				}
			}
			return false
		})
		zone.ID = w.Zone
		steps, told := draft.Draft(w, route.Schools(b.Schools), kit)
		for _, s := range steps {
			zone.Steps = append(zone.Steps, drafted(s))
		}
		why, left = gathered(why, told.Why, zone.Name), gathered(left, told.Left, zone.Name)
		if z.Apart {
			part := Part{ID: zone.ID, Name: zone.Name}
			f.Parts, zone.Part = append(f.Parts, part), part.ID
		}
		f.Zones = append(f.Zones, zone)
		if f.Airframe != nil && len(z.Parts) > 0 {
			f.Airframe.Zones = append(f.Airframe.Zones, AirframeZone{zone.ID, z.Parts})
		}
	}
	said := draft.Told{Why: sentences(why), Left: sentences(left)}
	if words := f.joinParts(); words != "" {
		said.Why = append(said.Why, words)
	}
	for _, p := range kit.Products {
		if of, ok := own[p]; ok {
			of.Shelf = of.ID
			f.Products = append(f.Products, of)
			continue
		}
		f.Products = append(f.Products, Product{ID: p.ID, Name: p.Name, Kind: p.Kind, Family: Family(p.Family.ID), Colour: p.Colour, Sheen: Sheen(p.Sheen.String())})
	}
	for i, z := range b.Zones {
		if len(z.Tones) > 0 {
			if err := f.tones(i, z.Tones, z.Edge); err != nil {
				return File{}, draft.Told{}, err
			}
		}
	}
	if f.Airframe != nil {
		for _, name := range f.bareZones() {
			said.Left = append(said.Left, name+": this type has nothing of it that could be painted.")
		}
	}
	if words := b.unasked(); words != "" {
		said.Left = append(said.Left, words)
	}
	text, err := f.Write()
	if err != nil {
		return File{}, draft.Told{}, err
	}
	checked, err := Parse(text)
	if err != nil {
		return File{}, draft.Told{}, err
	}
	if _, err := checked.Resolve(); err != nil {
		return File{}, draft.Told{}, err
	}
	return checked, said, nil
}

// reason is why something was decided, and on which zones.
type reason struct {
	words string
	zones []string
}

// gathered adds a zone's reasons to those of the zones before it: what holds for several is said once.
func gathered(all []reason, words []string, zone string) []reason {
	for _, r := range words {
		i := slices.IndexFunc(all, func(w reason) bool { return w.words == r })
		if i < 0 {
			i, all = len(all), append(all, reason{words: r})
		}
		all[i].zones = append(all[i].zones, zone)
	}
	return all
}

func sentences(all []reason) []string {
	said := []string{}
	for _, w := range all {
		said = append(said, strings.Join(slices.Compact(w.zones), ", ")+": "+w.words)
	}
	return said
}

// unasked names the effects that no zone asks for.
func (b Brief) unasked() string {
	var names []string
	for _, w := range draft.WishWords {
		if w.ID != draft.WithGlazing && !slices.ContainsFunc(b.Zones, func(z BriefZone) bool { return slices.Contains(z.Effects, string(w.ID)) }) {
			names = append(names, w.Words)
		}
	}
	if len(names) == 0 {
		return ""
	}
	return fmt.Sprintf("Not asked for: %s.", say.List(names))
}

// joinParts ends the first zone that is not a part with a step that joins all parts, and says so; it does nothing where there is none.
func (f *File) joinParts() string {
	var ids, names []string
	for _, p := range f.Parts {
		ids, names = append(ids, p.ID), append(names, p.Name)
	}
	for i := range f.Zones {
		if z := &f.Zones[i]; z.Part == "" && len(ids) > 0 {
			z.Steps = append(z.Steps, Step{ID: f.free(z.ID + "-join"), Do: "join", Joins: ids})
			return fmt.Sprintf("%s: finished apart and joined at the end of %s.", strings.Join(names, ", "), strings.ToLower(z.Name))
		}
	}
	f.Parts = nil // nothing is left to join them to
	for i := range f.Zones {
		f.Zones[i].Part = ""
	}
	return ""
}

func (b Brief) area(z BriefZone) float64 {
	if z.AreaCM2 > 0 {
		return z.AreaCM2
	}
	share := z.Share
	if share <= 0 {
		share = 1 / float64(len(b.Zones))
	}
	if area := skin * b.SpanCM * b.LengthCM * share; area >= 1 {
		return float64(int(area + 0.5))
	}
	return 100
}

// product returns the zone's paint, shared by zones that give it the same name and family.
func (z BriefZone) product(path string, kit *draft.Kit, paints map[string]*coating.Product) (*coating.Product, error) {
	for _, own := range kit.Shelf {
		if z.Shelf != "" && own.ID == z.Shelf {
			if !slices.Contains(kit.Products, own) {
				kit.Products = append(kit.Products, own)
			}
			return own, nil
		}
	}
	family, ok := coating.FamilyNamed(string(z.Family))
	if !ok {
		return nil, fault(path+".family", "no family %q", string(z.Family))
	}
	kind := coating.Paint
	if z.Metal {
		kind = coating.Metal
	}
	name := strings.TrimSpace(z.Paint)
	if name == "" {
		name = z.Name + " paint"
	}
	key := name + "\x00" + family.ID + "\x00" + string(kind)
	if p := paints[key]; p != nil {
		return p, nil
	}
	p := &coating.Product{
		Name: name, Kind: kind, Family: family, Colour: z.Colour, Carrier: family.Carrier, Thinner: family.Thinner, Remover: family.Remover,
	}
	p.Sheen, _ = coating.SheenNamed(string(z.Sheen))
	p.ID = freeAmong("paint-"+slug(name, "colour"), func(id string) bool {
		for _, q := range kit.Products {
			if q.ID == id {
				return true
			}
		}
		return false
	})
	kit.Products = append(kit.Products, p)
	paints[key] = p
	return p, nil
}

// drafted writes a drafted step as the file has it: coats only where they are not the usual ones.
func drafted(s *route.Step) Step {
	out := stepOf(s)
	if s.Coats == max(1, s.Do.Coats) {
		out.Coats = 0
	}
	if !s.Done.IsZero() {
		out.Done = new(s.Done.UTC())
	}
	return out
}
