package wire

import (
	"time"

	"inkysparrow/plan"
)

// Whole is how the whole aircraft looks at a moment, beside its picture.
type Whole struct {
	At       time.Time    `json:"at"`
	Clock    string       `json:"clock"`
	Revision int64        `json:"revision"`
	Type     string       `json:"type"` // of the airframe, in words
	Own      bool         `json:"own"`  // it is the plan's own airframe, not the plain type
	Drawn    bool         `json:"drawn"`
	Size     string       `json:"size"`
	Wear     string       `json:"wear"` // how it was kept, in words
	SpanMM   float64      `json:"span_mm"`
	Zones    []LookZone   `json:"zones"`
	Stacks   []LookPlace  `json:"features"`
	Markings []LookMark   `json:"markings"` // that lie on the skin at the moment
	Lines    []LookLine   `json:"lines"`    // along which a zone can be split
	Lights   []Wish       `json:"lights"`
	Overlays []Wish       `json:"overlays"`
	Ways     []Wish       `json:"ways"` // other ways of doing it, to be looked at beside it
	Views    []LookView   `json:"views"`
	Width    int          `json:"width"` // of the picture that Views stand in
	Height   int          `json:"height"`
	Squint   float64      `json:"squint"` // arc minutes that half-closed eyes blur by
	Against  *LookAgainst `json:"against,omitempty"`
}

// LookMark is a marking where it lies: which of a step's decals, which of its places. Lengths are mm of its view.
type LookMark struct {
	Zone     string  `json:"zone"`
	Step     string  `json:"step"`
	Decal    int     `json:"decal"`
	Copy     int     `json:"copy"`
	Words    string  `json:"words"`
	View     string  `json:"view"`
	X        float64 `json:"x_mm"`
	Y        float64 `json:"y_mm"`
	WidthMM  float64 `json:"width_mm"`
	HeightMM float64 `json:"height_mm"`
	TurnDeg  float64 `json:"turn_deg"`
	Times    float64 `json:"times"` // of its own size
}

// LookView is where a view stands in the picture, in pixels, and which place of the view its corner is.
type LookView struct {
	ID      string  `json:"id"`
	Words   string  `json:"words"`
	X       int     `json:"x"`
	Y       int     `json:"y"`
	Width   int     `json:"width"`
	Height  int     `json:"height"`
	PxPerMM float64 `json:"px_per_mm"`
	LowX    float64 `json:"low_x"`
	LowY    float64 `json:"low_y"`
	AftX    float64 `json:"aft_x"` // the way that air streams over it, as a direction in the picture
	AftY    float64 `json:"aft_y"`
	OutX    float64 `json:"out_x"` // across that: upwards on a side, to the right from above and below
	OutY    float64 `json:"out_y"`
}

// LookZone is what a zone comes to and how it is at the moment.
type LookZone struct {
	ID      string  `json:"id"`
	Name    string  `json:"name"`
	Colour  string  `json:"colour"`
	Words   string  `json:"words"` // its top film
	Sheen   string  `json:"sheen"`
	Shape   string  `json:"shape"` // area, lines, rivets, tape
	Wear    string  `json:"wear"`  // where it wears, in words
	Soft    float64 `json:"soft"`  // 0 hard to 1 wet
	Bite    State   `json:"bite"`  // what the next liquid would do
	BiteUM  float64 `json:"bite_um"`
	On      bool    `json:"on"` // something of the airframe belongs to it
	Typed   bool    `json:"typed"`
	AreaCM2 float64 `json:"area_cm2"`
	Of      string  `json:"of"` // the view in which it is seen at X, Y
	X       float64 `json:"x"`
	Y       float64 `json:"y"`
}

// LookPlace is a feature.
type LookPlace struct {
	plan.AirframeFeature
	Words string `json:"words"`
}

// LookLine is a line along which a zone can be split.
type LookLine struct {
	ID   string `json:"id"`
	Part string `json:"part"`
}

// LookAgainst is what the other half of the picture shows and who would notice the difference.
type LookAgainst struct {
	Words   string  `json:"words"`
	Seen    string  `json:"seen"` // arm, close or not
	Noticed string  `json:"noticed"`
	ArmDE   float64 `json:"arm_de"`
	CloseDE float64 `json:"close_de"`
}

// LookAsked is what lies at a place of the skin.
type LookAsked struct {
	View    string       `json:"view"`
	X       float64      `json:"x"`
	Y       float64      `json:"y"`
	Title   string       `json:"title"`
	Part    string       `json:"part"`
	Zone    string       `json:"zone"` // empty where nothing of the plan lies there
	Colour  string       `json:"colour"`
	Words   string       `json:"words"`
	Wear    string       `json:"wear"`
	Films   []LookFilm   `json:"films"` // the top one first
	Reasons []LookReason `json:"reasons"`
	Line    string       `json:"line"` // its id, where a zone can be split along it
	Feature string       `json:"feature"`
	At      [3]float64   `json:"at"` // on the aircraft: aft, to starboard, up
}

// LookFilm is a film at a place.
type LookFilm struct {
	Step   string `json:"step"`
	Name   string `json:"name"`
	Words  string `json:"words"`
	Colour string `json:"colour"`
}

// LookReason is a step that made a place look as it does.
type LookReason struct {
	Step  string `json:"step"`
	Words string `json:"words"`
}

// AirType is a type of aircraft that a build can begin with.
type AirType struct {
	ID    string  `json:"id"`
	Words string  `json:"words"`
	SpanM float64 `json:"span_m"` // of the full-size aircraft
	LongM float64 `json:"long_m"` // its length
}

// Scheme is a way to lay colours out on an aircraft.
type Scheme struct {
	ID      string           `json:"id"`
	Words   string           `json:"words"`
	Zones   []plan.BriefZone `json:"zones"`
	Tones   []plan.BriefTone `json:"tones"` // over its first zone, in a pattern
	EdgePct float64          `json:"edge_pct"`
	WaveMM  float64          `json:"wave_mm"`
}

// AskBrief asks for the picture of a build that is only being answered, or what lies at a place of that.
type AskBrief struct {
	Answers *plan.Brief `json:"answers" validate:"required"`
	At      *time.Time  `json:"at,omitempty"` // the finish where it is left out
	View    string      `json:"view,omitempty" validate:"max=10"`
	Light   string      `json:"light,omitempty" validate:"max=20"`
	Width   int         `json:"width" validate:"min=120,max=2000"`
	Most    int         `json:"most,omitempty" validate:"min=0,max=2000"`
	Night   bool        `json:"night,omitempty"`
	X       float64     `json:"x,omitempty" validate:"min=0,max=1"` // as shares of the picture
	Y       float64     `json:"y,omitempty" validate:"min=0,max=1"`
}

// BriefSpot is what lies at a place of such a picture.
type BriefSpot struct {
	Zone int    `json:"zone"` // its place among the answers; -1 for none
	Name string `json:"name"`
}

// MadeStep is a step of a build that is only being answered, as it is laid out.
type MadeStep struct {
	Zone  string    `json:"zone"`
	Words string    `json:"words"`
	Start time.Time `json:"start"`
	End   time.Time `json:"end"`
}

// MadeZone is what a zone of it comes to.
type MadeZone struct {
	Name  string `json:"name"`
	Words string `json:"words"`
}

// Shown is a question on which practitioners disagree whose answers can be seen on a picture.
type Shown struct {
	School  string   `json:"school"`
	Words   string   `json:"words"`
	Answers []string `json:"answers"` // ids, in the order in which they stand beside each other
}

// Stained is what stains and fades the aircraft.
type Stained struct {
	Steps []StainStep `json:"steps"`
	Least float64     `json:"least"` // times that a stain can be pulled to
	Most  float64     `json:"most"`
}

// StainsMore are steps that would stain or fade a zone as none of its route does yet.
type StainsMore struct {
	Steps []StainMore `json:"steps"`
}

// StainMore is one of them.
type StainMore struct {
	ZoneName string    `json:"zone_name"`
	Words    string    `json:"words"`
	Edit     plan.Edit `json:"edit"` // that puts it in
}

// StainsEnough is how all of it reads to half-closed eyes, against what the service asks for.
type StainsEnough struct {
	Enough plan.Enough `json:"enough"`
}

// StainStep is a step that stains or fades a zone.
type StainStep struct {
	Zone     string    `json:"zone"`
	ZoneName string    `json:"zone_name"`
	Step     string    `json:"step"`
	Name     string    `json:"name"`
	Colour   string    `json:"colour"`
	When     string    `json:"when"`
	Ends     time.Time `json:"ends"`
	Done     bool      `json:"done"`
	Begun    bool      `json:"begun"`
	Amount   float64   `json:"amount"`
	Reach    float64   `json:"reach"`
	Oil      bool      `json:"oil"`  // it mellows
	Guns     bool      `json:"guns"` // it is of guns: how many rounds can be said
	Flown    bool      `json:"flown"`
}

// StainTold is what a step puts where, in words and figures.
type StainTold struct {
	Words   string     `json:"words"`
	Against string     `json:"against"` // how it stands against what its service asks for; empty where it is that
	Rows    []GuideRow `json:"rows"`
	Plan    StainPlan  `json:"plan"`
	Passes  int        `json:"passes"`
	Length  float64    `json:"length_mm"` // what a reach of 1 is drawn out to; 0 where nothing is drawn
}

// StainPlan is what the page asks of a plan that is not in words.
type StainPlan struct {
	Amount  float64         `json:"amount"`
	Reach   float64         `json:"reach"`
	Ways    []plan.StainWay `json:"ways"`
	Undo    string          `json:"undo"`
	Tool    string          `json:"tool"`
	Seal    string          `json:"seal"`
	Caution string          `json:"caution"`
	Views   []string        `json:"views"` // in which something of it lies
}
