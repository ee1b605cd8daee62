// Package plan reads, validates, changes and writes the plan file: the open JSON format of one build's plan, and the answer of the
// headless check. The same functions serve the command line and the web page.
package plan

import (
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/learn"
	"inkysparrow/core/route"
)

// Format is the name of the format that this package reads and writes.
const Format = "inkysparrow-plan/1"

// File is a plan file. Times are RFC 3339; lengths are in the unit that the name ends with.
type File struct {
	Format     string                          `json:"format" jsonschema:"enum=inkysparrow-plan/1"`
	Build      Build                           `json:"build"`
	Climate    *Climate                        `json:"climate,omitempty" jsonschema:"description=The room. 21 °C and 50 % where it is left out."`
	Sessions   []Session                       `json:"sessions,omitempty" jsonschema:"maxItems=50,description=When the bench is open. Always where there is none."`
	Exceptions []Exception                     `json:"exceptions,omitempty" jsonschema:"maxItems=500,description=Days on which the bench is open otherwise or not at all."`
	Timezone   string                          `json:"timezone,omitempty" jsonschema:"maxLength=64,description=IANA name of the time zone that sessions are in; UTC where it is left out."`
	Airbrushes []Airbrush                      `json:"airbrushes,omitempty" jsonschema:"maxItems=6,description=Where there are several: what none is kept for runs through the first. There is one booth."`
	Racks      int                             `json:"racks,omitempty" jsonschema:"minimum=1,maximum=100,description=How many pieces, the model or a part of it, can stand drying at once; as many as there are where it is left out."`
	Service    *Service                        `json:"service,omitempty" jsonschema:"description=How the aircraft was kept; it says how worn the model should look."`
	Schools    map[route.Question]route.Choice `json:"schools,omitempty" jsonschema:"description=Answers to the questions on which practitioners disagree."`
	Products   []Product                       `json:"products" jsonschema:"maxItems=5000"`
	Airframe   *Airframe                       `json:"airframe,omitempty" jsonschema:"description=The shape of the model; a plain type of its scale where it is left out."`
	Parts      []Part                          `json:"parts,omitempty" jsonschema:"maxItems=100,description=Sub-assemblies that are finished apart and joined later."`
	Zones      []Zone                          `json:"zones" jsonschema:"maxItems=200"`

	now  time.Time         // see AsOf
	mind *learn.Mind       // see Knowing
	went []MishapOn        // see Remembering
	air  []climate.Reading // see Measured
	hand Handed            // see ByHand
}

// Build is what is being built.
type Build struct {
	Name  string    `json:"name" jsonschema:"minLength=1,maxLength=200"`
	Scale int       `json:"scale,omitempty" jsonschema:"minimum=1,maximum=1000,description=The 48 of 1/48."`
	Start time.Time `json:"start" jsonschema:"description=Nothing is scheduled before it."`

	LaidFrom *time.Time `json:"laid_from,omitempty" jsonschema:"description=What was not done by then was put off: nothing that is left is scheduled before it."`

	Wanted   Date   `json:"wanted,omitempty" jsonschema:"description=The day it should be ready."`
	Matters  int    `json:"matters,omitempty" jsonschema:"minimum=1,maximum=9,description=How many times as much a day late counts as one of another build; once where it is left out."`
	Finished Date   `json:"finished,omitempty" jsonschema:"description=The day it was finished: from then on it is off the bench and is only touched up."`
	By       string `json:"by,omitempty" jsonschema:"maxLength=60,description=Who builds it."`
	Way      string `json:"way,omitempty" jsonschema:"maxLength=100,description=What its route is offered as to later builds, such as how I do a naval fighter; empty for not at all."`
	Note     string `json:"note,omitempty" jsonschema:"maxLength=5000"`

	Care    Care    `json:"care,omitempty" jsonschema:"description=How careful one wants to be with dates; as usual where it is left out."`
	Waiting float64 `json:"waiting,omitempty" jsonschema:"minimum=0.02,maximum=5,description=What an evening of waiting costs, against an evening of work that is lost; 0.35 where it is left out."`
}

// Climate is the air of the room.
type Climate struct {
	TemperatureC float64 `json:"temperature_c" jsonschema:"minimum=-20,maximum=60"`
	HumidityPct  float64 `json:"humidity_pct" jsonschema:"minimum=0,maximum=100"`
	Night        *Night  `json:"night,omitempty" jsonschema:"description=The air at night if it differs."`
	Spells       []Spell `json:"spells,omitempty" jsonschema:"maxItems=200,description=Stretches of other air."`
}

// Night is the air between two times of day.
type Night struct {
	TemperatureC float64 `json:"temperature_c" jsonschema:"minimum=-20,maximum=60"`
	HumidityPct  float64 `json:"humidity_pct" jsonschema:"minimum=0,maximum=100"`
	From         Clock   `json:"from"`
	To           Clock   `json:"to"`
}

// Spell is a stretch of other air.
type Spell struct {
	From         time.Time `json:"from"`
	To           time.Time `json:"to"`
	TemperatureC float64   `json:"temperature_c" jsonschema:"minimum=-20,maximum=60"`
	HumidityPct  float64   `json:"humidity_pct" jsonschema:"minimum=0,maximum=100"`
}

// Session is a weekly stretch at the bench.
type Session struct {
	Days []Day `json:"days" jsonschema:"minItems=1,maxItems=7"`
	From Clock `json:"from"`
	To   Clock `json:"to" jsonschema:"description=May be 24:00."`

	Hands int `json:"hands,omitempty" jsonschema:"minimum=1,maximum=2,description=How many pairs of hands are there; 1 where it is left out."`
}

// Exception is a day on which the bench is open otherwise: from From to To, or not at all where they are left out.
type Exception struct {
	Date Date   `json:"date"`
	From Clock  `json:"from,omitempty"`
	To   Clock  `json:"to,omitempty"`
	Note string `json:"note,omitempty" jsonschema:"maxLength=200"`

	Hands int `json:"hands,omitempty" jsonschema:"minimum=1,maximum=2,description=How many pairs of hands are there; 1 where it is left out."`
}

// Airbrush is one of several.
type Airbrush struct {
	Name string   `json:"name" jsonschema:"minLength=1,maxLength=60"`
	For  []string `json:"for,omitempty" jsonschema:"maxItems=20,description=What it is kept for: liquids that paints are thinned with; and metal for flakes."`
}

// Product is something on the shelf.
type Product struct {
	ID      string       `json:"id" jsonschema:"minLength=1,maxLength=100"`
	Name    string       `json:"name" jsonschema:"minLength=1,maxLength=200"`
	Kind    coating.Kind `json:"kind"`
	Family  Family       `json:"family"`
	Colour  string       `json:"colour,omitempty" jsonschema:"pattern=^#[0-9a-fA-F]{6}$"`
	Sheen   Sheen        `json:"sheen,omitempty"`
	Carrier *Liquid      `json:"carrier,omitempty"`
	Thinner *Liquid      `json:"thinner,omitempty"`
	Remover *Liquid      `json:"remover,omitempty"`

	SolidsPct float64  `json:"solids_pct,omitempty" jsonschema:"minimum=0.05,maximum=95,description=Share of its volume that stays behind when it has dried; usual of its family where it is left out."`
	Price     float64  `json:"price,omitempty" jsonschema:"minimum=0,maximum=100000,description=What a full bottle or tube costs, in your own money."`
	SizeML    float64  `json:"size_ml,omitempty" jsonschema:"minimum=0.1,maximum=100000,description=What a full one holds."`
	Parents   []Parent `json:"parents,omitempty" jsonschema:"description=What it was mixed from."`
	Mixed     Date     `json:"mixed,omitempty" jsonschema:"description=The day it was mixed."`
	HideCoats float64  `json:"hide_coats,omitempty" jsonschema:"minimum=0.2,maximum=40,description=Coats that hide black and white alike; read from the colour where it is left out, which a bright yellow, orange or red leaves open."`
	Tenth     string   `json:"tenth_in_white,omitempty" jsonschema:"pattern=^#[0-9a-fA-F]{6}$,description=What a tenth of it makes of white; tells how strongly a dark paint is loaded."`
	Dries     Speed    `json:"dries,omitempty" jsonschema:"description=How it dries and hardens against others of its family, where that is known."`
	TouchDryH float64  `json:"touch_dry_h,omitempty" jsonschema:"minimum=0.02,maximum=240,description=Hours until a usual coat of it is touch-dry in a usual room, from its label or by trying it; tells more than dries does."`
	SpoonGU   float64  `json:"spoon_gu,omitempty" jsonschema:"minimum=1,maximum=95,description=Of a clear: the gloss of one usual wet coat of it on a glossy spoon; by its sheen where it is left out."`
	MistedGU  float64  `json:"spoon_mist_gu,omitempty" jsonschema:"minimum=1,maximum=95,description=Of a clear: the gloss of one mist of it on a glossy spoon."`
	Opened    Date     `json:"opened,omitempty" jsonschema:"description=The day that its present bottle was opened; what was seen of older ones counts less."`
	Shelf     string   `json:"shelf,omitempty" jsonschema:"maxLength=100,description=The product of the shelf that this is a copy of."`
}

// Parent is a part of a mix.
type Parent struct {
	Name string  `json:"name" jsonschema:"minLength=1,maxLength=200"`
	ML   float64 `json:"ml" jsonschema:"minimum=0.001,maximum=250"`
}

// Service is how the aircraft was kept, and where the modeller overrules what that asks for.
type Service struct {
	Place   WearPlace   `json:"place,omitempty"`
	Shelter WearShelter `json:"shelter,omitempty"`
	Months  *float64    `json:"months,omitempty" jsonschema:"minimum=0,maximum=600,description=Months in service; 0 for one that has just entered it, left out where nothing is said."`
	Care    WearCare    `json:"care,omitempty"`
	Combat  WearCombat  `json:"combat,omitempty"`
	Shading Reading     `json:"shading,omitempty" jsonschema:"description=How strong shading is wanted, in place of what the service asks for."`
	Stain   Reading     `json:"stain,omitempty"`
	Chips   *float64    `json:"chips_pct,omitempty" jsonschema:"minimum=0,maximum=60,description=Share of the skin that is chipped."`
	Fade    *float64    `json:"fade,omitempty" jsonschema:"minimum=0,maximum=40,description=How far the colour has faded in CIEDE2000."`
}

// Zone is a part of the model that is treated as one.
type Zone struct {
	ID      string  `json:"id" jsonschema:"minLength=1,maxLength=100"`
	Name    string  `json:"name" jsonschema:"minLength=1,maxLength=200"`
	Part    string  `json:"part,omitempty" jsonschema:"maxLength=100,description=The part it belongs to."`
	AreaCM2 float64 `json:"area_cm2,omitempty" jsonschema:"minimum=0.1,maximum=100000,description=Of its skin; the airframe's where it is left out."`
	Lines   *Lines  `json:"lines,omitempty" jsonschema:"description=Its recesses; usual lines where it is left out."`
	Rest    *Rest   `json:"rest,omitempty" jsonschema:"description=Of a zone that is what was left of another, a part of which was done by itself."`
	Steps   []Step  `json:"steps" jsonschema:"maxItems=10000"`
}

// Lines are the recesses of a zone.
type Lines struct {
	Kind     LineKind `json:"kind,omitempty"`
	WidthMM  float64  `json:"width_mm,omitempty" jsonschema:"minimum=0.02,maximum=3,description=Measured; with depth_mm."`
	DepthMM  float64  `json:"depth_mm,omitempty" jsonschema:"minimum=0.005,maximum=2,description=Measured; with width_mm."`
	LengthMM float64  `json:"length_mm,omitempty" jsonschema:"minimum=1,maximum=1000000,description=All of them together; usual for the area where it is left out."`
}

// Spray is how an airbrush is set and led, or a can.
type Spray struct {
	NeedleMM   float64 `json:"needle_mm" jsonschema:"minimum=0.1,maximum=1"`
	PSI        float64 `json:"psi" jsonschema:"minimum=1,maximum=60"`
	DistanceCM float64 `json:"distance_cm" jsonschema:"minimum=1,maximum=60"`
	Thinning   float64 `json:"thinning" jsonschema:"minimum=0,maximum=20,description=Parts of thinner to one of the product."`
	Speed      float64 `json:"speed_cm_s,omitempty" jsonschema:"minimum=0,maximum=80,description=Of the hand along a pass; 0 for what is usual."`
	Overlap    float64 `json:"overlap,omitempty" jsonschema:"minimum=0,maximum=0.9,description=Share of a pass that the next one covers again; 0 for what is usual."`
	Can        bool    `json:"can,omitempty" jsonschema:"description=Sprayed from a can: needle, pressure and thinning are its own."`
}

// Part is a sub-assembly.
type Part struct {
	ID   string `json:"id" jsonschema:"minLength=1,maxLength=100"`
	Name string `json:"name" jsonschema:"minLength=1,maxLength=200"`
}

// Decal is a marking, or several that are alike.
type Decal struct {
	Name     string  `json:"name" jsonschema:"minLength=1,maxLength=200"`
	WidthMM  float64 `json:"width_mm" jsonschema:"minimum=0.5,maximum=1000"`
	HeightMM float64 `json:"height_mm" jsonschema:"minimum=0.5,maximum=1000"`
	Over     Ground  `json:"over,omitempty"`
	Count    int     `json:"count,omitempty" jsonschema:"minimum=1,maximum=1000"`
	FilmUM   float64 `json:"film_um,omitempty" jsonschema:"minimum=1,maximum=100"`
	Painted  bool    `json:"painted,omitempty" jsonschema:"description=Masked and sprayed instead."`

	Form DecalForm `json:"form,omitempty" jsonschema:"description=What it looks like; by its size where it is left out."`
	At   []DecalAt `json:"at,omitempty" jsonschema:"maxItems=1000,description=Where it is put; where such markings usually are where it is left out."`
}

// DecalAt is a place of a marking: its middle in a view.
type DecalAt struct {
	View    string  `json:"view" jsonschema:"enum=top,enum=under,enum=left,enum=right"`
	XMM     float64 `json:"x_mm" jsonschema:"minimum=-5000,maximum=5000"`
	YMM     float64 `json:"y_mm" jsonschema:"minimum=-5000,maximum=5000"`
	TurnDeg float64 `json:"turn_deg,omitempty" jsonschema:"minimum=-180,maximum=180,description=Clockwise."`
	Times   float64 `json:"times,omitempty" jsonschema:"minimum=0.1,maximum=5,description=Its size there in times its own; once where it is left out."`
}

// Step is one step of a zone's route.
type Step struct {
	ID          string     `json:"id" jsonschema:"minLength=1,maxLength=100"`
	Do          Do         `json:"do"`
	Product     string     `json:"product,omitempty" jsonschema:"maxLength=100"`
	Coats       int        `json:"coats,omitempty" jsonschema:"minimum=1,maximum=15,description=Up to 10; thin passes of exhaust up to 15."`
	ThicknessUM float64    `json:"thickness_um,omitempty" jsonschema:"minimum=0.1,maximum=500,description=Dry thickness of one coat."`
	AreaPct     float64    `json:"area_pct,omitempty" jsonschema:"minimum=0.1,maximum=100,description=Share of the zone that the step covers; what is usual for its kind where it is left out."`
	LineMM      float64    `json:"line_mm,omitempty" jsonschema:"minimum=0.1,maximum=50,description=Width of the lines or blotches of shading on the model."`
	Spray       *Spray     `json:"spray,omitempty" jsonschema:"description=How the airbrush is set; the middle of what is usual where it is left out."`
	Laying      Laying     `json:"laying,omitempty" jsonschema:"description=How sprayed coats go on; each flashed off where it is left out."`
	Drying      Drying     `json:"drying,omitempty" jsonschema:"description=How a wash or an oil is helped to dry; by itself where it is left out."`
	Edge        Edge       `json:"edge,omitempty"`
	Seed        uint64     `json:"seed,omitempty" jsonschema:"minimum=1,maximum=9007199254740991,description=Of where its effect puts what; by the step's id where it is left out."`
	Stain       *StainHow  `json:"stain,omitempty" jsonschema:"description=What was changed of what a stain is planned as."`
	Decals      []Decal    `json:"decals,omitempty" jsonschema:"maxItems=200"`
	Joins       []string   `json:"joins,omitempty" jsonschema:"maxItems=100,description=The parts that are joined."`
	Of          string     `json:"of,omitempty" jsonschema:"maxLength=100,description=The wash that a wipe wipes."`
	With        With       `json:"with,omitempty" jsonschema:"description=How wet the cloth of a wipe is."`
	Liquid      *Liquid    `json:"liquid,omitempty" jsonschema:"description=What a damp or wet cloth is wetted with; the wash's remover where it is left out."`
	Stroke      Stroke     `json:"stroke,omitempty"`
	Done        *time.Time `json:"done,omitempty" jsonschema:"description=When it happened."`
	At          *time.Time `json:"at,omitempty" jsonschema:"description=The pinned start."`
	Started     *time.Time `json:"started,omitempty" jsonschema:"description=When it was begun."`
	Seen        Sight      `json:"seen,omitempty" jsonschema:"description=What was seen of it once it was done, where it might have gone wrong."`
	Mishap      *Mishap    `json:"mishap,omitempty" jsonschema:"description=What went wrong with it, and what was done about that."`
	Told        []Said     `json:"told,omitempty" jsonschema:"maxItems=500,description=What was said of it at the bench."`
	NotBefore   *time.Time `json:"not_before,omitempty" jsonschema:"description=It is not to be begun earlier."`
	Turn        *time.Time `json:"turn,omitempty" jsonschema:"description=Its turn in an order of all builds that was taken: it is not begun earlier."`
	Planned     *Planned   `json:"planned,omitempty" jsonschema:"description=How it was planned, where it was done otherwise."`
	Note        string     `json:"note,omitempty" jsonschema:"maxLength=5000"`
}

// Planned is how a step was planned that was done otherwise.
type Planned struct {
	Product     string  `json:"product,omitempty" jsonschema:"maxLength=100"`
	Coats       int     `json:"coats,omitempty" jsonschema:"minimum=1,maximum=15"`
	ThicknessUM float64 `json:"thickness_um,omitempty" jsonschema:"minimum=0.1,maximum=500"`
	Laying      Laying  `json:"laying,omitempty"`
}

// Mishap is what went wrong with a step, why, and what was done about it; ids are those of the command rescue.
type Mishap struct {
	Symptom string    `json:"symptom" jsonschema:"minLength=1,maxLength=40"`
	Cause   string    `json:"cause" jsonschema:"minLength=1,maxLength=40"`
	Remedy  string    `json:"remedy" jsonschema:"minLength=1,maxLength=40"`
	At      time.Time `json:"at" jsonschema:"description=When it was seen."`
	Turned  TurnedOut `json:"turned,omitempty" jsonschema:"description=How the remedy turned out, once that is known."`
}

// TurnedOut is how a remedy turned out.
type TurnedOut string

// The ways in which it may.
const (
	Worked TurnedOut = "worked"
	Failed TurnedOut = "failed"
)

// Rest says what a zone was parted from.
type Rest struct {
	Of    string `json:"of" jsonschema:"minLength=1,maxLength=100,description=The zone that it was a part of."`
	Name  string `json:"name" jsonschema:"minLength=1,maxLength=200,description=What that was called."`
	Press string `json:"press" jsonschema:"minLength=1,maxLength=64,description=The press that parted them."`
}

// Otherwise is how a step was done where that was not as planned; what is left out was.
type Otherwise struct {
	Product string  `json:"product,omitempty" jsonschema:"maxLength=100"`
	Coats   int     `json:"coats,omitempty" jsonschema:"minimum=1,maximum=15"`
	Laying  *Laying `json:"laying,omitempty"`
	Brushed bool    `json:"brushed,omitempty" jsonschema:"description=With a brush in place of the airbrush: it lies thicker."`
}

// Said is a word about a step, or about the film that it left.
type Said struct {
	At   time.Time `json:"at" jsonschema:"description=When it was so."`
	Said Saying    `json:"said"`

	ID        string     `json:"id,omitempty" jsonschema:"maxLength=64,description=Of the press that said it."`
	Device    string     `json:"device,omitempty" jsonschema:"maxLength=64,description=Where it was pressed."`
	Who       string     `json:"who,omitempty" jsonschema:"maxLength=60,description=Who said it."`
	Otherwise *Otherwise `json:"otherwise,omitempty"`
}

// StainHow is what was changed of what a stain is planned as.
type StainHow struct {
	Of     string   `json:"of,omitempty" jsonschema:"enum=exhaust,enum=gas,description=What a step of exhaust is of; what its zone has where it is left out."`
	Times  float64  `json:"times,omitempty" jsonschema:"minimum=0.1,maximum=3,description=Times what is planned: how many, how dense. Passes, share, paint and minutes follow from it."`
	Reach  float64  `json:"reach,omitempty" jsonschema:"minimum=0.1,maximum=3,description=Times as long."`
	Rounds *float64 `json:"rounds,omitempty" jsonschema:"minimum=0,maximum=100000,description=Fired from each gun since it was cleaned."`
	Hours  *float64 `json:"hours,omitempty" jsonschema:"minimum=0,maximum=10000,description=Flown since it was cleaned."`

	Did    *StainDid `json:"did,omitempty" jsonschema:"description=The figures that a step that is begun or done was carried out with."`
	Amount float64   `json:"amount,omitempty" jsonschema:"minimum=0.1,maximum=3,description=As times, of an older plan in which the step's own passes and share have followed it already."`
}

// StainDid is what a step was carried out with.
type StainDid struct {
	Passes  int     `json:"passes,omitempty" jsonschema:"minimum=1,maximum=15"`
	AreaPct float64 `json:"area_pct,omitempty" jsonschema:"minimum=0,maximum=100"`
}

// AsOf returns the plan as it stands at a moment: what is left of it is laid out from then on. A plan of which nothing is known but its file is
// laid out from what was done last.
func (f File) AsOf(now time.Time) File {
	f.now = now
	return f
}

// Measured returns the plan as it stands in the air that was measured, readings that are believed, in order of time: what has hardened did so in that, and the future has the room's usual air.
func (f File) Measured(good []climate.Reading) File {
	f.air = good
	return f
}

// Clone returns a copy that shares nothing with f that a change could reach.
func (f File) Clone() File {
	f.Products = slices.Clone(f.Products)
	f.Sessions = slices.Clone(f.Sessions)
	f.Exceptions = slices.Clone(f.Exceptions)
	f.Airbrushes = slices.Clone(f.Airbrushes)
	f.Parts = slices.Clone(f.Parts)
	f.Airframe = f.Airframe.clone()
	f.Zones = slices.Clone(f.Zones)
	for i := range f.Zones {
		f.Zones[i].Steps = slices.Clone(f.Zones[i].Steps)
	}
	return f
}

// Write returns the file as indented JSON with a final line feed.
func (f File) Write() ([]byte, error) {
	f.Format = Format
	if f.Products == nil {
		f.Products = []Product{}
	}
	if f.Zones == nil {
		f.Zones = []Zone{}
	}
	for i := range f.Zones {
		if f.Zones[i].Steps == nil {
			f.Zones[i].Steps = []Step{}
		}
	}
	b, err := json.MarshalIndent(f, "", "  ")
	if err != nil {
		return nil, fmt.Errorf("write plan: %w", err)
	}
	return append(b, '\n'), nil
}

// FieldError is a fault in a plan at a place.
type FieldError struct {
	Path    string // such as zones[0].steps[2].product; empty for the file as a whole
	Problem string

	of    *File  // the plan that Path is a place in, where it is known
	plain string // what the page says instead, where Problem speaks of the format; empty where it does not
}

func (e *FieldError) Error() string {
	if e.Path == "" {
		return e.Problem
	}
	return e.Path + ": " + e.Problem
}

func fault(path, format string, args ...any) error {
	return &FieldError{Path: path, Problem: fmt.Sprintf(format, args...)}
}

// Bounds returns what the schema holds each number of a product to, by its name in the file.
func Bounds() (all []fact.Range) {
	for f := range reflect.TypeFor[Product]().Fields() {
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		r := fact.Range{ID: name}
		for rule := range strings.SplitSeq(f.Tag.Get("jsonschema"), ",") {
			switch key, value, _ := strings.Cut(rule, "="); key {
			case "minimum":
				r.From, _ = strconv.ParseFloat(value, 64) // the schema is made from it too, which a test holds
			case "maximum":
				r.To, _ = strconv.ParseFloat(value, 64)
			}
		}
		if r.To > r.From {
			all = append(all, r)
		}
	}
	return all
}

// plainly gives an error of fault what the page says instead.
func plainly(err error, format string, args ...any) error {
	if e, ok := err.(*FieldError); ok { // fault returns it bare
		e.plain = fmt.Sprintf(format, args...)
	}
	return err
}
