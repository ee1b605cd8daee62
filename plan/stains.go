package plan

import (
	"math"

	"inkysparrow/core/effect"
)

// StainsFormat is the name of the format of a stain that is planned on the airframe.
const StainsFormat = "inkysparrow-stains/2"

// Stains is what a step that stains or fades puts where: the same shape for every effect. Rows are its figures, in the order in which they are read; places are where the hand goes.
type Stains struct {
	Format  string       `json:"format" jsonschema:"enum=inkysparrow-stains/2"`
	Zone    string       `json:"zone"`
	Step    string       `json:"step"`
	Makes   []string     `json:"makes" jsonschema:"description=Ids of the effects that the step makes."`
	Words   string       `json:"words"`
	Rows    []StainRow   `json:"rows"`
	Places  []StainPlace `json:"places,omitempty"`
	Tones   []StainTone  `json:"tones,omitempty"`
	Ways    []StainWay   `json:"ways,omitempty" jsonschema:"description=The same by other schools."`
	Tool    string       `json:"tool,omitempty"`
	Undo    string       `json:"undo,omitempty"`
	Seal    string       `json:"seal,omitempty"`
	Caution string       `json:"caution,omitempty"`
	Amount  float64      `json:"amount" jsonschema:"description=Times what was planned."`
	Reach   float64      `json:"reach" jsonschema:"description=Times as long as planned."`
	LongMM  float64      `json:"long_mm,omitempty" jsonschema:"description=What a reach of 1 is drawn out to; left out where nothing is drawn out."`
}

// StainRow is a figure with what it is of.
type StainRow struct {
	ID     string  `json:"id"`
	Label  string  `json:"label"`
	Value  string  `json:"value" jsonschema:"description=As it is read."`
	Figure float64 `json:"figure"`
	Unit   string  `json:"unit,omitempty" jsonschema:"description=Left out for a number."`
}

// StainPlace is where the hand goes: a dot that is drawn out, a speck, a line of the airframe, the outline of a plume, a stroke that is sprayed.
type StainPlace struct {
	Kind      string       `json:"kind" jsonschema:"enum=dot,enum=speck,enum=line,enum=plume,enum=stroke"`
	View      string       `json:"view" jsonschema:"enum=top,enum=under,enum=left,enum=right"`
	XMM       float64      `json:"x_mm" jsonschema:"description=In the view: to the right, from the centreline or the nose."`
	YMM       float64      `json:"y_mm" jsonschema:"description=Down."`
	DMM       float64      `json:"d_mm,omitempty"`
	TowardDeg float64      `json:"toward_deg,omitempty" jsonschema:"description=Clockwise from up."`
	LengthMM  float64      `json:"length_mm,omitempty"`
	Points    [][2]float64 `json:"points,omitempty" jsonschema:"description=Of an outline, a line or a stroke, in mm of the view."`
	Tone      int          `json:"tone"`
	Text      string       `json:"text,omitempty"`
}

// StainTone is a colour that is laid.
type StainTone struct {
	Colour string `json:"colour"`
	Words  string `json:"words"`
	Take   string `json:"take,omitempty" jsonschema:"description=Which tube gives it or which two are mixed for it; left out for the step's own product."`
}

// StainWay is a stain by another school.
type StainWay struct {
	Way   string `json:"way" jsonschema:"enum=airbrush,enum=pastel,enum=oil,enum=panels,enum=stipple,enum=tint,enum=oils-then-wash"`
	Words string `json:"words"`
	Takes string `json:"takes"`
	Undo  string `json:"undo"`
}

// StainsSchema returns the JSON Schema of Stains.
func StainsSchema() ([]byte, error) { return schemaOf(&Stains{}, "Inky Sparrow stains") }

// stainsOf writes an effect's plan.
func stainsOf(j *effect.Job, p *effect.Plan, zone, step string) Stains {
	amount, reach := j.Step.Pull.Times()
	out := Stains{
		Format: StainsFormat, Zone: zone, Step: step, Words: p.Words, Rows: []StainRow{}, Makes: []string{}, Amount: round2(amount), Reach: round2(reach), LongMM: round1(p.LongMM),
		Tool: p.Hand.Tool, Undo: p.Hand.Undo, Seal: p.Hand.Seal, Caution: j.Step.Do.Caution,
	}
	for _, e := range p.Makes {
		out.Makes = append(out.Makes, e.ID)
	}
	for _, r := range p.Rows {
		out.Rows = append(out.Rows, StainRow{r.ID, r.Label, r.Value, math.Round(1000*r.Figure) / 1000, r.Unit})
	}
	for _, t := range p.Tones {
		out.Tones = append(out.Tones, StainTone{t.Colour.String(), t.Words, t.Take})
	}
	for _, w := range p.Ways {
		out.Ways = append(out.Ways, StainWay{w.ID, w.Words, w.Takes, w.Undo})
	}
	for _, at := range p.Places {
		one := StainPlace{Kind: at.Kind, View: at.View.String(), XMM: round2(at.At.X), YMM: round2(at.At.Y), DMM: round2(at.DMM), TowardDeg: round1(at.TowardDeg), LengthMM: round1(at.LengthMM), Tone: at.Tone, Text: at.Text}
		for _, q := range at.Points {
			one.Points = append(one.Points, [2]float64{round2(q.X), round2(q.Y)})
		}
		out.Places = append(out.Places, one)
	}
	return out
}

// Figure returns the figure of a row; 0 where there is none.
func (s Stains) Figure(id string) float64 {
	for _, r := range s.Rows {
		if r.ID == id {
			return r.Figure
		}
	}
	return 0
}

// Passes returns in how many passes the step is sprayed; 0 for one that is not.
func (s Stains) Passes() int { return int(s.Figure("passes")) }

// Told tells the plan in words and figures, the same on the page, in the guide and on the command line.
func (s Stains) Told() Told {
	b := Told{Title: "Where it goes on this aircraft", Words: s.Words}
	for _, r := range s.Rows {
		b.Rows = append(b.Rows, ToldRow{Label: r.Label, Value: r.Value})
	}
	return b
}

func round2(v float64) float64 { return math.Round(v*100) / 100 }
