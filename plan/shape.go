package plan

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"inkysparrow/core/airframe"
	"inkysparrow/core/route"
	"inkysparrow/core/wear"
	"inkysparrow/internal/kept"
)

// Airframe is the shape of the model: a type with its dimensions, or a drawing, and which zone has which of it.
type Airframe struct {
	Type     AirType           `json:"type,omitempty"`
	Seed     int               `json:"seed,omitempty" jsonschema:"minimum=0,maximum=1000000,description=Another aircraft of the type; 0 is the middle of its ranges."`
	SpanMM   float64           `json:"span_mm,omitempty" jsonschema:"minimum=10,maximum=5000,description=Of the model; the type's own where it is left out."`
	LengthMM float64           `json:"length_mm,omitempty" jsonschema:"minimum=10,maximum=5000"`
	EdgePct  float64           `json:"edge_pct,omitempty" jsonschema:"minimum=1,maximum=99,description=How far up the side the colour of the underside goes."`
	WaveMM   float64           `json:"wave_mm,omitempty" jsonschema:"minimum=0,maximum=30,description=How far that edge swings up and down."`
	Boarding Hand              `json:"boarding,omitempty" jsonschema:"description=The side from which it is entered; left where it is left out."`
	SVG      string            `json:"svg,omitempty" jsonschema:"maxLength=1000000,description=A drawing in place of the type: docs/airframe.md."`
	Zones    []AirframeZone    `json:"zones,omitempty" jsonschema:"maxItems=200,description=Which zone has which parts; later ones lie over earlier ones. By the zones' names and areas where they are left out."`
	Cuts     []AirframeCut     `json:"cuts,omitempty" jsonschema:"maxItems=40,description=Zones that were split along a line."`
	Features []AirframeFeature `json:"features,omitempty" jsonschema:"maxItems=200,description=In place of the airframe's own of the same id or besides them."`
}

// AirframeZone gives a zone parts of the skin.
type AirframeZone struct {
	Zone string   `json:"zone" jsonschema:"minLength=1,maxLength=100"`
	Of   []string `json:"of" jsonschema:"maxItems=40,description=Such as upper or wing/under/left."`
}

// AirframeCut gives what of a zone lies aft or outboard of a line to another zone.
type AirframeCut struct {
	Zone string `json:"zone" jsonschema:"minLength=1,maxLength=100"`
	Line string `json:"line" jsonschema:"minLength=1,maxLength=100"`
	Into string `json:"into" jsonschema:"minLength=1,maxLength=100"`
}

// AirframeFeature is a feature at a place: mm of the model aft of the nose, to starboard and up.
type AirframeFeature struct {
	ID     string      `json:"id" jsonschema:"minLength=1,maxLength=100"`
	Kind   FeatureKind `json:"kind"`
	Name   string      `json:"name,omitempty" jsonschema:"maxLength=200"`
	XMM    float64     `json:"x_mm" jsonschema:"minimum=-5000,maximum=5000"`
	YMM    float64     `json:"y_mm" jsonschema:"minimum=-5000,maximum=5000"`
	ZMM    float64     `json:"z_mm" jsonschema:"minimum=-5000,maximum=5000"`
	ToXMM  float64     `json:"to_x_mm,omitempty" jsonschema:"minimum=-5000,maximum=5000,description=Where one that is long ends."`
	ToYMM  float64     `json:"to_y_mm,omitempty" jsonschema:"minimum=-5000,maximum=5000"`
	ToZMM  float64     `json:"to_z_mm,omitempty" jsonschema:"minimum=-5000,maximum=5000"`
	Views  []string    `json:"views,omitempty" jsonschema:"maxItems=4"`
	SizeMM float64     `json:"size_mm,omitempty" jsonschema:"minimum=0,maximum=1000"`
	Number int         `json:"number,omitempty" jsonschema:"minimum=0,maximum=40"`
	PaceMM float64     `json:"pace_mm,omitempty" jsonschema:"minimum=0,maximum=200"`
	Fuel   string      `json:"fuel,omitempty" jsonschema:"enum=rich,enum=mid,enum=lean"`
}

func (a *Airframe) clone() *Airframe {
	if a == nil {
		return nil
	}
	out := *a
	out.Zones, out.Cuts, out.Features = slices.Clone(a.Zones), slices.Clone(a.Cuts), slices.Clone(a.Features)
	for i := range out.Zones {
		out.Zones[i].Of = slices.Clone(out.Zones[i].Of)
	}
	return &out
}

// feature returns the feature as the core has it.
func (f AirframeFeature) feature() airframe.Feature {
	out := airframe.Feature{ID: f.ID, Kind: airframe.FeatureKind(f.Kind), Name: f.Name, At: airframe.Place{X: f.XMM, Y: f.YMM, Z: f.ZMM}, SizeMM: f.SizeMM, Number: f.Number, PaceMM: f.PaceMM, Fuel: f.Fuel}
	out.To = out.At
	if f.ToXMM != 0 || f.ToYMM != 0 || f.ToZMM != 0 {
		out.To = airframe.Place{X: f.ToXMM, Y: f.ToYMM, Z: f.ToZMM}
	}
	for _, name := range f.Views {
		if v, ok := airframe.ViewNamed(name); ok {
			out.Views = append(out.Views, v)
		}
	}
	if len(out.Views) == 0 {
		out.Views = airframe.Views
	}
	if out.Name == "" {
		out.Name = out.Kind.Words()
	}
	return out
}

// FeatureOf writes a feature as the file has it.
func FeatureOf(f airframe.Feature) AirframeFeature {
	out := AirframeFeature{ID: f.ID, Kind: FeatureKind(f.Kind), Name: f.Name, XMM: f.At.X, YMM: f.At.Y, ZMM: f.At.Z, SizeMM: f.SizeMM, Number: f.Number, PaceMM: f.PaceMM, Fuel: f.Fuel}
	if f.To != f.At {
		out.ToXMM, out.ToYMM, out.ToZMM = f.To.X, f.To.Y, f.To.Z
	}
	for _, v := range f.Views {
		out.Views = append(out.Views, v.String())
	}
	return out
}

// Shape is a build's airframe with what its zones come to.
type Shape struct {
	*airframe.Airframe
	Measures []airframe.Measure
}

const shapesKept = 48

// shapes keeps the last airframes that were made: one is asked for by every judgement of its plan.
var shapes = kept.New[[sha256.Size]byte, *Shape](shapesKept)

// Shape returns the build's airframe: its own, or a plain type of its scale with its zones laid out to what they are called and to their areas. It is shared and must not be
// changed. Errors are *FieldError.
func (f File) Shape() (*Shape, error) {
	spec := airframe.Spec{Scale: f.Build.Scale}
	a := f.Airframe
	if a == nil {
		a = &Airframe{}
	}
	var wanted []airframe.Wanted
	if len(a.Zones) == 0 {
		for _, z := range f.Zones {
			wanted = append(wanted, airframe.Wanted{ID: z.ID, Name: z.Name, AreaCM2: max(z.AreaCM2, 0.1)})
		}
	}
	key, err := a.key(f.Build.Scale, wanted)
	if err != nil {
		return nil, err
	}
	return shapes.Of(key, func() (*Shape, error) {
		made, err := a.make(spec, wanted)
		var at *airframe.Error
		switch {
		case errors.As(err, &at) && strings.HasPrefix(at.At, "svg "):
			return nil, plainly(fault("airframe.svg", "%s %s", strings.TrimPrefix(at.At, "svg "), at.Problem), "the drawing: %s %s", strings.TrimPrefix(at.At, "svg "), at.Problem)
		case errors.As(err, &at):
			return nil, plainly(fault("airframe."+at.At, "%s", at.Problem), "the airframe: %s", at.Problem)
		case err != nil:
			return nil, err
		}
		return &Shape{Airframe: made, Measures: made.Measures()}, nil
	})
}

// key tells airframes apart. A drawing, which can be large, goes into it by its hash.
func (a Airframe) key(scale int, wanted []airframe.Wanted) ([sha256.Size]byte, error) {
	drawn := sha256.Sum256([]byte(a.SVG))
	a.SVG = ""
	text, err := json.Marshal([]any{a, hex.EncodeToString(drawn[:]), scale, wanted})
	return sha256.Sum256(text), err
}

// make builds the airframe.
func (a *Airframe) make(spec airframe.Spec, wanted []airframe.Wanted) (*airframe.Airframe, error) {
	spec.Type, spec.Seed = string(a.Type), uint64(max(0, a.Seed))
	spec.SpanMM, spec.LengthMM, spec.Up, spec.WaveMM, spec.Boarding = a.SpanMM, a.LengthMM, a.EdgePct/100, a.WaveMM, string(a.Boarding)
	if a.SVG != "" {
		d, err := airframe.ParseSVG([]byte(a.SVG), spec.Scale)
		if err != nil {
			return nil, err
		}
		spec.Drawn = d
	}
	for _, z := range a.Zones {
		spec.Claims = append(spec.Claims, airframe.Claim{Zone: z.Zone, Of: z.Of})
	}
	if len(wanted) > 0 && spec.Drawn == nil {
		var err error
		if spec, err = airframe.Layout(wanted, spec); err != nil {
			return nil, err
		}
	}
	for _, c := range a.Cuts {
		spec.Cuts = append(spec.Cuts, airframe.Split(c))
	}
	for _, f := range a.Features {
		spec.Features = append(spec.Features, f.feature())
	}
	return airframe.Make(spec)
}

// service is how the aircraft was kept, as the core has it.
func (f File) service() wear.Service {
	in := wear.Service{Strength: string(route.Schools(f.Schools).Of(route.StrengthOf))}
	if own := f.Service; own != nil {
		in.Place, in.Shelter, in.Care, in.Combat = string(own.Place), string(own.Shelter), string(own.Care), string(own.Combat)
		if own.Months != nil {
			in.Months, in.New = *own.Months, *own.Months == 0
		}
	}
	if f.Airframe != nil {
		in.Boarding = string(f.Airframe.Boarding)
	}
	return in
}

// WearKey tells two services apart, so that what was worked out for one is not taken for the other.
func (f File) WearKey() any { return f.service() }

// resolveShape gives the zones what they come to on the airframe, where they don't say it themselves.
func (f File) resolveShape(p *route.Plan) error {
	if f.Airframe == nil {
		for i, z := range f.Zones {
			if z.AreaCM2 == 0 {
				return plainly(fault(fmt.Sprintf("zones[%d].area_cm2", i), "missing: without an airframe a zone says how large it is"), "give it an area")
			}
		}
		return nil
	}
	for i, z := range f.Airframe.Zones {
		if !slices.ContainsFunc(f.Zones, func(o Zone) bool { return o.ID == z.Zone }) {
			return fault(fmt.Sprintf("airframe.zones[%d].zone", i), "no zone %q in zones", z.Zone)
		}
		for k, v := range z.Of {
			if len(v) > 100 {
				return fault(fmt.Sprintf("airframe.zones[%d].of[%d]", i, k), "is no part's name")
			}
		}
	}
	for i, feature := range f.Airframe.Features {
		for k, v := range feature.Views {
			if _, ok := airframe.ViewNamed(v); !ok {
				return fault(fmt.Sprintf("airframe.features[%d].views[%d]", i, k), "%q is none of top, under, left, right", v)
			}
		}
	}
	s, err := f.Shape()
	if err != nil {
		return err
	}
	p.Airframe = s.Airframe
	worn := f.wornOf(s)
	for i, z := range p.Zones {
		k := s.Zone(z.ID)
		if k >= 0 {
			z.Shape, z.Wears = s.Measures[k], worn[k]
		}
		if z.AreaCM2 > 0 {
			continue
		}
		if z.AreaCM2 = z.Shape.AreaCM2; z.AreaCM2 < 0.1 {
			return plainly(fault(fmt.Sprintf("zones[%d].area_cm2", i), "missing: nothing on the airframe is zone %q", z.ID), "give it an area: nothing on the airframe belongs to it")
		}
	}
	return nil
}

// worn keeps how the zones of a shape wear in a service.
var worn = kept.New[wornKey, []wear.ZoneWear](shapesKept)

type wornKey struct {
	shape   *airframe.Airframe
	service wear.Service
}

func (f File) wornOf(s *Shape) []wear.ZoneWear {
	key := wornKey{s.Airframe, f.service()}
	all, err := worn.Of(key, func() ([]wear.ZoneWear, error) { return wear.MapOf(s.Airframe, key.service).Zones(), nil })
	if err != nil {
		panic(err) // nothing in it can fail
	}
	return all
}
