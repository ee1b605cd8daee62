package plan

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
	SpreadDE    float64        `json:"spread_de,omitempty" jsonschema:"description=How much the shift varies over the zone (standard deviation), CIEDE2000."`
	OpenMin     float64        `json:"open_min,omitempty" jsonschema:"description=How long a blended oil can be worked here."`
	Rain        []StainDot     `json:"rain,omitempty" jsonschema:"description=Marks that rain leaves on the sides."`
	Patches     []StainPatch   `json:"patches,omitempty" jsonschema:"description=In the order in which they are set and blended."`
	Tubes       []StainTube    `json:"tubes,omitempty" jsonschema:"description=Which oil gives which tone."`
	Specks      []StainSpeck   `json:"specks,omitempty"`
	CoverPct    float64        `json:"cover_pct,omitempty" jsonschema:"description=Share of the zone that specks or a filter cover."`
	Lines       []StainLine    `json:"lines,omitempty" jsonschema:"description=Lines that get an accent."`
	Chips       *StainChips    `json:"chips,omitempty"`
	Dust        *StainDust     `json:"dust,omitempty"`
	Gas         []StainGas     `json:"gas,omitempty"`
	Clouds      []StainCloud   `json:"clouds,omitempty" jsonschema:"description=Where a stain of another kind begins and ends."`
	Inks        []StainInk     `json:"inks,omitempty" jsonschema:"description=What this fuel leaves on this paint, what it leaves most of first."`
	TwoTone     []string       `json:"two_tone,omitempty" jsonschema:"description=Ids of inks in the order in which they are sprayed: the wide one, then the one behind the stack."`
	CoreDE      float64        `json:"core_de,omitempty" jsonschema:"description=How far the core lies from its paint with the step's own colour, CIEDE2000."`
	Ways        []StainWay     `json:"ways,omitempty" jsonschema:"description=The same by other schools."`
	Grip        []StainGrip    `json:"grip,omitempty" jsonschema:"description=How a dot takes to what can be below it."`
	Markings    *StainMarkings `json:"markings,omitempty" jsonschema:"description=What the zone's decals get."`
	WetBrush    *StainBrush    `json:"wet_brush,omitempty" jsonschema:"description=What a brush that is wet with its thinner does to the films below."`
	Tool        string         `json:"tool,omitempty"`
	Undo        string         `json:"undo,omitempty"`
	Seal        string         `json:"seal,omitempty"`
	Caution     string         `json:"caution,omitempty"`
	Amount      float64        `json:"amount" jsonschema:"description=Times what was planned."`
	Reach       float64        `json:"reach" jsonschema:"description=Times as long as planned."`
}

// StainPatch is what is set and blended before its first streak stiffens.
type StainPatch struct {
	View string  `json:"view"`
	Dots int     `json:"dots"`
	XMM  float64 `json:"x_mm"`
	YMM  float64 `json:"y_mm"`
	Min  float64 `json:"min"`
}

// StainTube is the oil that gives a tone.
type StainTube struct {
	Tone   string  `json:"tone"`
	Wanted string  `json:"wanted" jsonschema:"description=Colour that the tone asks for."`
	Words  string  `json:"words" jsonschema:"description=Which tube gives it or which two are mixed for it."`
	OffDE  float64 `json:"off_de" jsonschema:"description=How far what is at hand lies from it, CIEDE2000."`
}

// StainSpeck is a spot that is not drawn out.
type StainSpeck struct {
	View string  `json:"view"`
	XMM  float64 `json:"x_mm"`
	YMM  float64 `json:"y_mm"`
	DMM  float64 `json:"d_mm"`
}

// StainLine is a line that gets an accent of oil.
type StainLine struct {
	ID        string  `json:"id"`
	View      string  `json:"view"`
	WidthMM   float64 `json:"width_mm"`
	TowardDeg float64 `json:"toward_deg" jsonschema:"description=The side to which it is blended, clockwise from up."`
}

// StainChips is what a zone's chips come to.
type StainChips struct {
	Tool     string  `json:"tool"`
	AreaMM2  float64 `json:"area_mm2" jsonschema:"description=Wanted."`
	ShownPct float64 `json:"shown_pct" jsonschema:"description=Of that area, what the tool can show."`
	Number   int     `json:"number"`
	LeastMM  float64 `json:"least_mm"`
	HalfMM   float64 `json:"half_mm" jsonschema:"description=Half of them are smaller."`
	MostMM   float64 `json:"most_mm"`
}

// StainDust is how much dry pigment it takes.
type StainDust struct {
	MG         float64 `json:"mg"`
	Layers     int     `json:"layers,omitempty"`
	MGPerCM2   float64 `json:"mg_per_cm2" jsonschema:"description=Where it is thickest."`
	HeldMG     float64 `json:"held_mg_per_cm2" jsonschema:"description=What this surface holds; more lies loose."`
	KeptWetPct float64 `json:"kept_wet_pct" jsonschema:"description=Of its contrast, under a wet clear."`
	KeptMist   float64 `json:"kept_mist_pct" jsonschema:"description=Under a mist."`
}

// StainGas is what a gun leaves.
type StainGas struct {
	Gun      string  `json:"gun"`
	View     string  `json:"view"`
	LengthMM float64 `json:"length_mm"`
	Peak     float64 `json:"peak" jsonschema:"description=Cover where it is strongest."`
}

// StainCloud is where a soft stain begins and how far it goes.
type StainCloud struct {
	View     string  `json:"view"`
	XMM      float64 `json:"x_mm"`
	YMM      float64 `json:"y_mm"`
	LengthMM float64 `json:"length_mm"`
	WidthMM  float64 `json:"width_mm"`
}

// StainInk is a colour that exhaust leaves.
type StainInk struct {
	ID       string  `json:"id"`
	Words    string  `json:"words"`
	Colour   string  `json:"colour"`
	CoverPct float64 `json:"cover_pct" jsonschema:"description=Of the core with which it reads as wanted."`
	DE       float64 `json:"de"`
	Suits    bool    `json:"suits" jsonschema:"description=The first of them that can be seen on this paint."`
}

// StainGrip is how a dot takes to a surface.
type StainGrip struct {
	On       string  `json:"on"`
	LengthMM float64 `json:"length_mm"`
	CoverPct float64 `json:"cover_pct"`
	OpenMin  float64 `json:"open_min"`
	Words    string  `json:"words"`
	Here     bool    `json:"here" jsonschema:"description=It is what the step meets."`
}

// StainMarkings is what decals get.
type StainMarkings struct {
	PerCM2 float64 `json:"per_cm2"`
	Words  string  `json:"words"`
}

// StainBrush is what a wet brush does.
type StainBrush struct {
	LossUM float64 `json:"loss_um"`
	Layer  string  `json:"layer,omitempty" jsonschema:"description=The step whose film it harms most."`
	Bites  bool    `json:"bites"`
}

// StainWay is a stain by another school.
type StainWay struct {
	Way   string `json:"way" jsonschema:"enum=airbrush,enum=pastel,enum=oil,enum=panels,enum=stipple,enum=tint,enum=oils-then-wash"`
	Words string `json:"words"`
	Takes string `json:"takes"`
	Undo  string `json:"undo"`
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

// InkWords returns what an ink of the plan is called.
func (s Stains) InkWords(id string) string {
	for _, i := range s.Inks {
		if i.ID == id {
			return i.Words
		}
	}
	return id
}
