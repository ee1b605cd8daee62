package plan

import (
	"math"
	"slices"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/shade"
	"inkysparrow/core/stain"
	"inkysparrow/core/timeline"
)

// StainsFormat is the name of the format of a stain that is planned on the airframe.
const StainsFormat = "inkysparrow-stains/1"

// Stains is what a step that stains or fades puts where. What does not fit the step is left out.
type Stains struct {
	Format      string         `json:"format" jsonschema:"enum=inkysparrow-stains/1"`
	Zone        string         `json:"zone"`
	Step        string         `json:"step"`
	Dots        []StainDot     `json:"dots,omitempty"`
	PaintMM3    float64        `json:"paint_mm3,omitempty" jsonschema:"description=Squeezed out."`
	AttendedMin float64        `json:"attended_min,omitempty"`
	ShiftDE     float64        `json:"shift_de,omitempty" jsonschema:"description=Mean over the zone, CIEDE2000."`
	WantedDE    float64        `json:"wanted_de,omitempty" jsonschema:"description=What the service asks for."`
	PerCM2      float64        `json:"per_cm2,omitempty"`
	PatchCM2    float64        `json:"patch_cm2,omitempty" jsonschema:"description=Set and blended before its first streak stiffens."`
	Passes      []StainPass    `json:"passes,omitempty"`
	Profile     []StainProfile `json:"profile,omitempty" jsonschema:"description=Cover of the plume."`
	StackMM     []float64      `json:"stack_mm,omitempty" jsonschema:"description=Where the stacks stand, aft of the first."`
	Stack       string         `json:"stack,omitempty" jsonschema:"description=Id of the row of stacks."`
	OnModelMM3  float64        `json:"on_model_mm3,omitempty"`
}

// StainDot is a dot of oil and how it is drawn out.
type StainDot struct {
	View      string  `json:"view" jsonschema:"enum=top,enum=under,enum=left,enum=right"`
	XMM       float64 `json:"x_mm" jsonschema:"description=In the view: to the right, from the centreline or the nose."`
	YMM       float64 `json:"y_mm" jsonschema:"description=Down."`
	DMM       float64 `json:"d_mm"`
	Colour    string  `json:"colour"`
	Tone      string  `json:"tone,omitempty"`
	TowardDeg float64 `json:"toward_deg" jsonschema:"description=Clockwise from up."`
	LengthMM  float64 `json:"length_mm"`
}

// StainPass is one stroke of the airbrush along a plume.
type StainPass struct {
	FromMM     float64 `json:"from_mm" jsonschema:"description=Aft of the first stack."`
	ToMM       float64 `json:"to_mm"`
	DistanceMM float64 `json:"distance_mm" jsonschema:"description=Of the needle from the skin where the stroke begins."`
	EndMM      float64 `json:"end_distance_mm" jsonschema:"description=Where it ends: drawn away as the plume widens."`
	PSI        float64 `json:"psi"`
	PaintPct   float64 `json:"paint_pct" jsonschema:"description=In the mix."`
}

// StainProfile is a plume at a distance aft.
type StainProfile struct {
	AftMM       float64 `json:"aft_mm"`
	Peak        float64 `json:"peak"`
	HalfWidthMM float64 `json:"half_width_mm"`
}

// StainsSchema returns the JSON Schema of Stains.
func StainsSchema() ([]byte, error) { return schemaOf(&Stains{}, "Inky Sparrow stains") }

// Stains plans a step that stains or fades a zone on the airframe, as tl lays it out. Errors name the zone or the step.
func (f File) Stains(tl *timeline.Timeline, zone, step string) (Stains, error) {
	i := slices.IndexFunc(tl.Lines, func(l *timeline.Line) bool { return l.Zone.ID == zone })
	if i < 0 {
		return Stains{}, fault("zone", "no zone %q; there are %s", zone, words(tl.Lines, func(l *timeline.Line) string { return l.Zone.ID }))
	}
	line := tl.Lines[i]
	k := slices.IndexFunc(line.Steps, func(p timeline.Placed) bool { return p.Step.ID == step })
	if k < 0 {
		return Stains{}, fault("step", "no step %q in zone %q", step, zone)
	}
	shape, err := f.Shape()
	if err != nil {
		return Stains{}, err
	}
	out := Stains{Format: StainsFormat, Zone: zone, Step: step}
	at := shape.Zone(zone)
	if at < 0 {
		return Stains{}, fault("zone", "nothing on the airframe is zone %q", zone)
	}
	placed := &line.Steps[k]
	before := look.Of(line, k, placed.Start)
	switch do := placed.Step.Do; {
	case do.ID == "oil-dots":
		out.dots(f, shape, at, before, placed.On)
	case do.ID == "streak":
		out.leaks(shape, at, placed.Step)
	case do.Has(route.Staining):
		err = out.plume(shape, at, placed.Step, f.hours(), f.Targets().Stain)
	default:
		err = fault("step", "%q is %s, which is neither oils, streaks nor a stain of exhaust", step, do.ID)
	}
	return out, err
}

// wantedShift is how far oils should shift a paint on average, by how strong a model shows its wear.
func (f File) wantedShift() float64 {
	return stain.WantedShift(string(route.Schools(f.Schools).Of(route.StrengthOf)))
}

func (s *Stains) dots(f File, shape *Shape, zone int, before look.Skin, on coating.Texture) {
	job := stain.DotJob{Paint: before.Surface, On: on, DMM: stain.DotMM(shape.Scale), Wanted: f.wantedShift(), Seed: uint64(zone) + 1}
	p := job.Plan(shape.Airframe, zone)
	for _, d := range p.Dots {
		s.Dots = append(s.Dots, StainDot{d.View.String(), round2(d.At.X), round2(d.At.Y), d.DMM, d.Colour.String(), d.Tone.ID, round1(d.TowardDeg), round1(d.LengthMM)})
	}
	s.PaintMM3, s.AttendedMin, s.ShiftDE, s.WantedDE, s.PerCM2, s.PatchCM2 = round1(p.MM3), round1(p.Minutes), round2(p.Shift), job.Wanted, round2(p.PerCM2), round1(p.PatchCM2)
}

func round2(v float64) float64 { return math.Round(v*100) / 100 }

// leaks sets a dot where something can leak and draws it out: with the air above and below, down the sides.
func (s *Stains) leaks(shape *Shape, zone int, step *route.Step) {
	for _, d := range stain.Leaks(shape.Airframe, zone, step.Product.Shows()) {
		s.Dots = append(s.Dots, StainDot{d.View.String(), round2(d.At.X), round2(d.At.Y), round2(d.DMM), d.Colour.String(), "", round1(d.TowardDeg), round1(d.LengthMM)})
		s.PaintMM3 += stain.SqueezedMM3(d.DMM)
	}
	s.PaintMM3 = round2(s.PaintMM3)
}

// hours are those flown since the aircraft was cleaned, by its time in service: nobody washes it more than every so often.
func (f File) hours() float64 {
	months := 0.0
	if f.Service != nil {
		months = f.Service.Months
	}
	return stain.Hours(months)
}

func (s *Stains) plume(shape *Shape, zone int, step *route.Step, hours float64, wanted shade.Reading) error {
	var row *airframe.Feature
	for i := range shape.Features {
		o := &shape.Features[i]
		if o.Kind != airframe.Stack || o.SizeMM <= 0 {
			continue
		}
		if row == nil {
			row = o
		}
		for _, v := range o.Views { // the row that lies on the zone or just ahead of it
			at, _ := v.Of(o.At)
			aft := v.Aft()
			if _, z := shape.Seen(v, airframe.Pt{X: at.X + 5*aft.X, Y: at.Y + 5*aft.Y}); z == zone {
				row = o
			}
		}
	}
	if row == nil {
		return fault("airframe.features", "the airframe has no exhaust stacks")
	}
	p := stain.Of(shape.Airframe, row, hours, stain.Core(wanted))
	hides := step.Product.Hides(step.Product.Shows())
	spraying := p.Spray(hides, 0)
	if step.Coats > 0 && step.Do.Counts == "passes" {
		spraying = p.Spray(hides, step.Coats)
	}
	for _, one := range spraying.Passes {
		s.Passes = append(s.Passes, StainPass{one.FromMM, one.ToMM, round1(one.StartMM), round1(one.EndMM), spraying.PSI, math.Round(100 * spraying.Paint)})
	}
	for _, one := range p.Profile() {
		s.Profile = append(s.Profile, StainProfile{round1(one.AftMM), math.Round(1000*one.Peak) / 1000, round2(one.HalfWidthMM)})
	}
	for _, m := range p.Stacks {
		s.StackMM = append(s.StackMM, round2(m*1000/float64(shape.Scale)))
	}
	s.Stack, s.OnModelMM3 = row.ID, round2(spraying.MM3)
	return nil
}
