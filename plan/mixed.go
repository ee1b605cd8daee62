package plan

import (
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"

	"github.com/invopop/jsonschema"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/dose"
	"inkysparrow/core/mix"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/wash"
)

// The formats of a cup and of what comes of it.
const (
	MixFormat   = "inkysparrow-mix/1"
	MixedFormat = "inkysparrow-mixed/1"
)

// Cup is what is poured together, and for which lines.
type Cup struct {
	Format   string    `json:"format" jsonschema:"enum=inkysparrow-mix/1"`
	Products []Product `json:"products,omitempty" jsonschema:"maxItems=5000"`
	Pour     []Pour    `json:"pour"`
	Line     *MixLine  `json:"line,omitempty" jsonschema:"description=Usual lines where it is left out."`
	On       Sheen     `json:"on,omitempty" jsonschema:"description=The surface; gloss where it is left out."`
	Paint    string    `json:"paint,omitempty" jsonschema:"pattern=^#[0-9a-fA-F]{6}$,description=Colour of the surface, for the contrast."`
	Climate  *Climate  `json:"climate,omitempty" jsonschema:"description=The room. 21 °C and 50 % where it is left out."`
}

// MixLine is the cut of the lines that a mix is for: a kind, or measured.
type MixLine struct {
	Kind    LineKind `json:"kind,omitempty"`
	WidthMM float64  `json:"width_mm,omitempty" jsonschema:"minimum=0.02,maximum=3"`
	DepthMM float64  `json:"depth_mm,omitempty" jsonschema:"minimum=0.005,maximum=2"`
}

// Pour is one thing that goes into the cup, measured in one way.
type Pour struct {
	Product string      `json:"product,omitempty" jsonschema:"maxLength=100"`
	Liquid  MixedLiquid `json:"liquid,omitempty"`

	ML              float64 `json:"ml,omitempty"`
	Drops           float64 `json:"drops,omitempty"`
	Parts           float64 `json:"parts,omitempty" jsonschema:"description=A part counts as a millilitre."`
	Peas            float64 `json:"peas,omitempty"`
	Smears          float64 `json:"smears,omitempty"`
	Loads           float64 `json:"loads,omitempty" jsonschema:"description=Brush loads."`
	Grams           float64 `json:"grams,omitempty" jsonschema:"description=Of a dry pigment."`
	StripMM         float64 `json:"strip_mm,omitempty" jsonschema:"description=Length of a strip from a tube."`
	StripDiameterMM float64 `json:"strip_diameter_mm,omitempty" jsonschema:"minimum=0,maximum=50,description=5 where it is left out."`

	LeftPct   float64 `json:"left_pct,omitempty" jsonschema:"minimum=0,maximum=100,description=What is left in the bottle; the last fifth is thick."`
	Unstirred bool    `json:"unstirred,omitempty"`
}

// MixedLiquid is a liquid of the bench, or dish soap.
type MixedLiquid string

const dishSoap = "dish-soap"

// JSONSchema gives the closed list.
func (MixedLiquid) JSONSchema() *jsonschema.Schema {
	s := enum("Liquid.", solvent.Bought(), func(l *solvent.Liquid) string { return l.ID })
	s.Enum = append(s.Enum, dishSoap)
	return s
}

// Mixed is what comes of a cup.
type Mixed struct {
	Format        string   `json:"format" jsonschema:"enum=inkysparrow-mixed/1"`
	Family        string   `json:"family"`
	ColourWet     string   `json:"colour_wet"`
	ColourDry     string   `json:"colour_dry"`
	ColourFlat    string   `json:"colour_under_flat"`
	ColourGloss   string   `json:"colour_under_gloss"`
	SolidsPct     float64  `json:"solids_pct"`
	ViscosityMPAS float64  `json:"viscosity_mpas"`
	YieldPA       float64  `json:"yield_pa"`
	TensionMNM    float64  `json:"tension_mnm"`
	RunMM         float64  `json:"run_mm"`
	Stops         string   `json:"stops" jsonschema:"enum=brush,enum=thick,enum=dried,enum=beads,enum=rough"`
	Because       string   `json:"because"`
	LineDE        float64  `json:"line_de,omitempty"`
	LineArmDE     float64  `json:"line_arm_de,omitempty"`
	LineColour    string   `json:"line_colour,omitempty"`
	VolumeML      float64  `json:"volume_ml"`
	Cost          float64  `json:"cost"`
	Like          string   `json:"like"`
	DryMin        float64  `json:"dry_min,omitempty" jsonschema:"description=Until it can be wiped in the room; left out where it does not dry in its air."`
	Dries         string   `json:"dries"`
	Keeps         string   `json:"keeps"`
	KeepsDays     float64  `json:"keeps_days"`
	Shiny         bool     `json:"shiny,omitempty" jsonschema:"description=From an unstirred bottle: it dries shiny and off-colour."`
	Smell         string   `json:"smell"`
	Cautions      []string `json:"cautions"`
}

// ReadCup reads a cup. Errors are *FieldError and name the place.
var ReadCup = Document[Cup]("Inky Sparrow mix", "the mix", MaxBytes)

// CupSchema and MixedSchema return the JSON Schemas of both formats.
func CupSchema() ([]byte, error) { return schemaOf(&Cup{}, "Inky Sparrow mix") }

// MixedSchema returns the JSON Schema of Mixed.
func MixedSchema() ([]byte, error) { return schemaOf(&Mixed{}, "Inky Sparrow mixed") }

// Checked holds a cup that was not read from a file against its schema. Errors are *FieldError and name the place.
func (c Cup) Checked() (Cup, error) {
	if c.Pour == nil {
		c.Pour = []Pour{}
	}
	if c.Format == "" {
		c.Format = MixFormat
	}
	text, err := json.Marshal(c)
	if err != nil {
		return Cup{}, err
	}
	out, err := ReadCup(text)
	if err == nil {
		err = Harmless(out)
	}
	return out, err
}

const maxPours = 20

// amount returns how much a pour is in millilitres.
func (p Pour) amount(path string) (float64, error) {
	var ml float64
	var given []string
	for _, m := range mix.Measures() {
		n := map[string]float64{"ml": p.ML, "drops": p.Drops, "parts": p.Parts, "peas": p.Peas, "smears": p.Smears, "loads": p.Loads}[m.ID]
		if n != 0 {
			ml, given = n*m.ML, append(given, m.ID)
		}
	}
	if p.Grams != 0 {
		ml, given = mix.PigmentML(p.Grams), append(given, "grams")
	}
	if p.StripMM != 0 {
		d := p.StripDiameterMM
		if d == 0 {
			d = mix.StripMM()
		}
		ml, given = mix.StripML(p.StripMM, d), append(given, "strip_mm")
	}
	switch {
	case len(given) == 0:
		return 0, plainly(fault(path, "how much is missing: ml, drops, parts, peas, smears, loads, grams or strip_mm, more than nothing"), "say how much: more than nothing")
	case len(given) > 1:
		return 0, fault(path, "measured twice, by %s", strings.Join(given, " and "))
	case ml < 0 || math.IsNaN(ml):
		return 0, plainly(fault(path+"."+given[0], "should be more than nothing"), "pour more than nothing")
	}
	return ml, nil
}

// Core returns the cup as the core reads it. Errors are *FieldError and name the place.
func (c Cup) Core() (mix.Cup, error) {
	products := map[string]*coating.Product{}
	for i, p := range c.Products {
		path := fmt.Sprintf("products[%d]", i)
		if _, twice := products[p.ID]; twice {
			return nil, fault(path+".id", "%q is given twice", p.ID)
		}
		out, err := p.resolve(path)
		if err != nil {
			return nil, err
		}
		products[p.ID] = out
	}
	if len(c.Pour) > maxPours {
		return nil, fault("pour", "a cup takes up to %d things", maxPours)
	}
	var cup mix.Cup
	for i, in := range c.Pour {
		path := fmt.Sprintf("pour[%d]", i)
		out := mix.Pour{Left: in.LeftPct / 100, Unstirred: in.Unstirred}
		switch {
		case (in.Product == "") == (in.Liquid == ""):
			return nil, plainly(fault(path, "either a product or a liquid"), "choose what is poured")
		case in.Liquid == dishSoap:
			out.Liquid, out.Soap = solvent.Must("soapy-water"), true
		case in.Liquid != "":
			liquid, ok := solvent.Named(string(in.Liquid))
			if !ok || !slices.Contains(solvent.Bought(), liquid) {
				return nil, fault(path+".liquid", "no liquid %q", string(in.Liquid))
			}
			out.Liquid = liquid
		default:
			p, ok := products[in.Product]
			if !ok {
				return nil, fault(path+".product", "no product %q in products", in.Product)
			}
			if !slices.Contains([]coating.Kind{coating.Paint, coating.Wash, coating.Oil, coating.Pigment, coating.Primer, coating.Metal}, p.Kind) {
				return nil, fault(path+".product", "%q is of kind %s, of which no wash is mixed", in.Product, p.Kind)
			}
			if in.Grams != 0 && !p.Family.IsLoose() {
				return nil, fault(path+".grams", "only dry pigments are weighed")
			}
			out.Product = p
		}
		var err error
		if out.ML, err = in.amount(path); err != nil {
			return nil, err
		}
		cup = append(cup, out)
	}
	return cup, nil
}

// Job returns what the cup is for, wanting lines of that contrast at arm's length. Errors are *FieldError and name the place.
func (c Cup) Job(wanted float64) (mix.Job, error) {
	j := mix.Job{Wanted: wanted, On: coating.Gloss.Texture(), Air: climate.Room, Paint: coating.UnnamedColour}
	kind, _ := wash.LineNamed("")
	if l := c.Line; l != nil {
		if (l.WidthMM > 0) != (l.DepthMM > 0) {
			return j, plainly(fault("line", "width_mm and depth_mm are given together"), "a measured line has a width and a depth")
		}
		kind, _ = wash.LineNamed(string(l.Kind))
		if l.WidthMM > 0 {
			kind.Line = wash.Line{WidthMM: l.WidthMM, DepthMM: l.DepthMM}
		}
	}
	j.Line = kind.Line
	if s, ok := coating.SheenNamed(string(c.On)); ok {
		j.On = s.Texture()
	}
	if c.Climate != nil {
		j.Air = air(c.Climate.TemperatureC, c.Climate.HumidityPct)
	}
	j.Paint = colour.Or(c.Paint, j.Paint)
	j.Ground = shade.Recess(j.Paint)
	return j, nil
}

// Mix tells what comes of the cup. Errors are *FieldError and name the place.
func (c Cup) Mix() (*Mixed, *mix.Mixed, error) {
	cup, err := c.Core()
	if err != nil {
		return nil, nil, err
	}
	job, err := c.Job(0)
	if err != nil {
		return nil, nil, err
	}
	m, err := cup.Mix()
	if err != nil {
		return nil, nil, ofCup(err)
	}
	run := m.Runs(job.Line, job.On, job.Air)
	out := &Mixed{
		Format: MixedFormat, Family: m.Family.ID, ColourWet: m.Look.Wet.String(), ColourDry: m.Look.Dry.String(), ColourFlat: m.Look.UnderFlat.String(), ColourGloss: m.Look.UnderGloss.String(),
		SolidsPct: rounded(100*m.Solids, 2), ViscosityMPAS: rounded(m.Viscosity(job.Air.TemperatureC), 2), YieldPA: rounded(m.Yield(), 3), TensionMNM: rounded(m.Tension(), 1), RunMM: rounded(run.MM, 1),
		Stops: run.Stop.String(), Because: run.Stop.Words(), VolumeML: rounded(m.ML, 3), Cost: rounded(m.Cost(), 3), Like: m.Like(),
		Keeps: m.Keeps().Words, KeepsDays: m.Keeps().Days, Shiny: m.Shiny, Smell: m.Carrier.Smell().String(), Cautions: m.Cautions(),
	}
	if run.Stop == wash.Shallow {
		out.Stops = wash.Beads.String() // the format tells only that it is not drawn in; Because says why
	}
	out.Dries = "does not dry in this air"
	if d, ok := m.Stiff(job.Air); ok {
		out.DryMin, out.Dries = rounded(d.Minutes(), 0), "after "+say.Span(d)
	}
	if out.Cautions == nil {
		out.Cautions = []string{}
	}
	if c.Paint != "" {
		lines := m.Lines(job.Ground, job.Paint, job.Line)
		out.LineDE, out.LineArmDE, out.LineColour = rounded(lines.Near, 1), rounded(lines.AtArm, 1), lines.Line.String()
	}
	return out, m, nil
}

// ofCup gives an error of a cup its place in the format.
func ofCup(err error) error {
	var at *mix.Error
	if !errors.As(err, &at) {
		return err
	}
	path := "pour"
	if at.At >= 0 {
		path = fmt.Sprintf("pour[%d]", at.At)
	}
	return plainly(fault(path, "%s", at.Problem), "%s", at.Problem)
}

// Add returns the cup with a correction's pours added, in drops.
func (c Cup) Add(adds []mix.Pour) Cup {
	out := c
	out.Pour = slices.Clone(c.Pour)
	for _, a := range adds {
		p := Pour{Drops: math.Round(a.ML / dose.DropML())}
		switch {
		case a.Soap:
			p.Liquid = dishSoap
		case a.Liquid != nil:
			p.Liquid = MixedLiquid(a.Liquid.ID)
		default:
			p.Product = a.Product.ID
		}
		out.Pour = append(out.Pour, p)
	}
	return out
}

// Keep returns what a shelf keeps of the cup: a product with its parents. Errors are *FieldError and name the place.
func (c Cup) Keep(name string, today Date) (Product, error) {
	cup, err := c.Core()
	if err != nil {
		return Product{}, err
	}
	m, err := cup.Mix()
	if err != nil {
		return Product{}, ofCup(err)
	}
	if name = strings.TrimSpace(name); name == "" {
		return Product{}, plainly(fault("name", "missing"), "give the mix a name")
	}
	p := productOf(m.Product(slug(name, "mix"), name))
	p.Parents, p.Mixed = parentsOf(cup), today
	p.SizeML = rounded(m.ML, 3)
	p.Price = rounded(m.Cost(), 3)
	return p, nil
}
