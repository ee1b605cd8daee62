package wire

import (
	"time"

	"inkysparrow/plan"
)

// Washes are the washes for a zone at a moment, side by side.
type Washes struct {
	Zone      string         `json:"zone"`
	Zones     []Wish         `json:"zones"`
	At        time.Time      `json:"at"`
	Clock     string         `json:"clock"`
	Due       string         `json:"due"` // the step that a wash would take the place of
	DueWords  string         `json:"due_words"`
	Surface   string         `json:"surface"` // what it goes on, in words
	Paint     string         `json:"paint"`   // colour of the surface beside the lines
	Cloth     string         `json:"cloth"`
	Way       string         `json:"way"`    // answers of the schools
	Stroke    string         `json:"stroke"` // how the cloth moves
	Lines     string         `json:"lines"`  // in words
	Job       plan.Cup       `json:"job"`    // lines, surface and room of a mix for the zone, with nothing poured
	Wanted    float64        `json:"wanted"`
	Strengths []WashStrength `json:"strengths"`
	Made      []string       `json:"made"`    // wishes that were made, in their order
	More      []Wish         `json:"more"`    // that can be made
	Wishes    []WashWish     `json:"wishes"`  // in their order
	Films     []WashFilm     `json:"films"`   // the top one first
	ForAll    []string       `json:"for_all"` // what holds for every wash, in words
	Washes    []Wash         `json:"washes"`  // ranked
}

// WashStrength is how strong lines can be wanted.
type WashStrength struct {
	Words  string  `json:"words"`
	Wanted float64 `json:"wanted"`
}

// WashWish is a wish with its bands, from the best.
type WashWish struct {
	ID    string   `json:"id"`
	Words string   `json:"words"`
	Bands []string `json:"bands"`
}

// WashFilm is a film of the zone.
type WashFilm struct {
	Name   string `json:"name"`
	Words  string `json:"words"` // how hard it is
	Colour string `json:"colour"`
}

// Wash is a judged wash.
type Wash struct {
	Key      string     `json:"key"`
	Name     string     `json:"name"`
	Family   string     `json:"family"`
	Kind     string     `json:"kind" jsonschema:"enum=bottle,enum=mix,enum=any"`
	Recipe   string     `json:"recipe"`
	Rank     int        `json:"rank"`
	RuledOut string     `json:"ruled_out"`
	OfAll    bool       `json:"of_all"` // the reason is the one that holds for all of them
	Bands    []WashBand `json:"bands"`  // by the wishes
	Way      string     `json:"way"`

	Verdict WashTouch `json:"verdict"` // in a few words, for a row

	Apply WashTouch  `json:"apply"`
	Wipe  WashTouch  `json:"wipe"`
	Cells []WashCell `json:"cells"` // by Films
	Rub   string     `json:"rub"`   // in words; empty where nothing is too soft

	RunMM    float64 `json:"run_mm"`
	RunWords string  `json:"run_words"`
	Runs     bool    `json:"runs"`
	LeftPct  float64 `json:"left_pct"`
	KeepsPct float64 `json:"keeps_pct"`

	Dry     string  `json:"dry"`   // its colour
	Line    string  `json:"line"`  // colour of the lines
	Under   string  `json:"under"` // under a flat clear
	Open    string  `json:"open"`  // colour of the open surface after the wipe
	Ground  string  `json:"ground"`
	LineDE  float64 `json:"line_de"`
	ArmDE   float64 `json:"arm_de"`
	Reads   string  `json:"reads"` // how strong the lines read at arm's length
	Shift   float64 `json:"shift"`
	Marks   string  `json:"marks"` // what it leaves on the open surface, in words
	Window  string  `json:"window"`
	Undo    string  `json:"undo"`
	Smell   string  `json:"smell"`
	Work    string  `json:"work"`
	Dries   string  `json:"dries"`
	Wiped   bool    `json:"wiped"` // else it is sprayed and stays
	Cost    string  `json:"cost"`
	Caution string  `json:"caution"`
}

// WashBand is where a wash stands by a wish; 0 is the best.
type WashBand struct {
	Place int    `json:"place"`
	Words string `json:"words"`
}

// WashTouch is what putting a wash on, or wiping it, does to the paint below.
type WashTouch struct {
	State State  `json:"state"`
	Words string `json:"words"`
}

// WashCell is what a wash and its wipe do to one film.
type WashCell struct {
	State   State   `json:"state"`
	LossUM  float64 `json:"loss_um"`
	DepthUM float64 `json:"depth_um"`
	Words   string  `json:"words"`
	Safe    string  `json:"safe"` // how long until it is safe; empty where it is, or never
}

// WashDates are when the build would be ready with each wash, by its key.
type WashDates struct {
	Dates []WashDate `json:"dates"`
}

// WashDate is when the build would be ready with a wash.
type WashDate struct {
	Key    string `json:"key"`
	Day    string `json:"day"`
	Words  string `json:"words"`
	Effect string `json:"effect"`
	Later  bool   `json:"later"`
}

// WashOne is one wash looked at closely.
type WashOne struct {
	Key      string     `json:"key"`
	Replace  *plan.Edit `json:"replace,omitempty"` // puts it in place of the zone's wash
	Add      plan.Edit  `json:"add"`
	Sealed   plan.Edit  `json:"sealed"`
	Before   string     `json:"before"` // why the wash that was asked about stands before or behind it
	Bare     WashBare   `json:"bare"`
	Run      WashRun    `json:"run"`
	Wipe     WashWipe   `json:"wipe"`
	Zones    []WashZone `json:"zones"`
	Span     string     `json:"span"`          // of the contrast, over all zones
	Cup      *plan.Cup  `json:"cup,omitempty"` // of a mix, for the bench
	Cautions []string   `json:"cautions"`
}

// WashBare is whether it goes on bare or sealed first.
type WashBare struct {
	Words  string    `json:"words"`
	Ages   []WashAge `json:"ages"`
	Limit  float64   `json:"limit"`
	Sealed float64   `json:"sealed"`
}

// WashAge is what it takes after some more waiting.
type WashAge struct {
	Words string  `json:"words"`
	Loss  float64 `json:"loss"`
	State State   `json:"state"`
	Soft  bool    `json:"soft"`
}

// WashRun is how it runs in the zone's lines.
type WashRun struct {
	MM      float64 `json:"mm"`
	Words   string  `json:"words"`
	Stop    string  `json:"stop" jsonschema:"enum=brush,enum=thick,enum=dried,enum=beads,enum=rough,enum=shallow"`
	Brush   float64 `json:"brush"` // mm that each would allow alone
	Thick   float64 `json:"thick"`
	Dry     float64 `json:"dry"`
	Drinks  float64 `json:"drinks"`
	Touches int     `json:"touches"`
	Minutes float64 `json:"minutes"`
	ML      float64 `json:"ml"`
	Length  float64 `json:"length_mm"`
	Width   float64 `json:"width_mm"`
	Depth   float64 `json:"depth_mm"`
	Drawn   bool    `json:"drawn"`
	Pressed bool    `json:"pressed"` // it is brushed over all and pressed in, so that it need not run
	Decals  bool    `json:"decals"`  // bridge lines
}

// WashWipe is how it is wiped.
type WashWipe struct {
	When     string     `json:"when"`
	Opens    time.Time  `json:"opens"`
	Cloth    string     `json:"cloth"`
	Strokes  []string   `json:"strokes"`
	Cloths   int        `json:"cloths"`
	Buds     int        `json:"buds"`
	Patch    string     `json:"patch"`
	Work     string     `json:"work"`
	Left     string     `json:"left"`
	Lighten  string     `json:"lighten"`
	Order    []string   `json:"order"`
	Care     []string   `json:"care"`
	Cautions []string   `json:"cautions"`
	Early    string     `json:"early"`
	Late     string     `json:"late"`
	Tools    []WashTool `json:"tools"`
}

// WashTool is something to wipe with.
type WashTool struct {
	Words   string  `json:"words"`
	LeftPct float64 `json:"left_pct"`
	Note    string  `json:"note"`
}

// WashZone is how the wash would read on another zone.
type WashZone struct {
	Name   string  `json:"name"`
	Paint  string  `json:"paint"`
	Line   string  `json:"line"`
	LineDE float64 `json:"line_de"`
	Reads  string  `json:"reads"`
	Words  string  `json:"words"`
	State  State   `json:"state"`
}

// AskMix asks what comes of a cup, and what to add where something is wrong with it.
type AskMix struct {
	Cup   plan.Cup `json:"cup"`
	Fault string   `json:"fault,omitempty"`
	Name  string   `json:"name,omitempty" validate:"max=200"`  // it is to be kept under
	Build string   `json:"build,omitempty" validate:"max=200"` // where it is judged, with Zone
	Zone  string   `json:"zone,omitempty" validate:"max=200"`
}

// MixAnswer is what comes of a cup.
type MixAnswer struct {
	Mixed      plan.Mixed    `json:"mixed"`
	Run        WashRun       `json:"run"`
	Words      string        `json:"words"`
	Price      string        `json:"price"`
	Thinner    string        `json:"thinner"` // that belongs to what was poured
	Faults     []Wish        `json:"faults"`
	Correction string        `json:"correction"`
	Corrected  *plan.Cup     `json:"corrected,omitempty"`
	Keep       *plan.Product `json:"keep,omitempty"`
	Judged     *Wash         `json:"judged,omitempty"` // what it does on the zone that was asked about
	Films      []WashFilm    `json:"films"`
	NeedML     float64       `json:"need_ml"`       // that the zone takes
	Put        *plan.Edit    `json:"put,omitempty"` // puts it into the route
}

// AskRecipe asks for the mix of a product that reads as wanted.
type AskRecipe struct {
	Cup     plan.Cup `json:"cup"` // its products, lines, surface and room; what is poured is not looked at
	Product string   `json:"product" validate:"required,max=100"`
	Wanted  float64  `json:"wanted" validate:"gte=0.5,lte=60"`
	ML      float64  `json:"ml" validate:"gte=0,lte=250"`
}

// RecipeOf is the mix that was found.
type RecipeOf struct {
	Words string    `json:"words"`
	Good  bool      `json:"good"` // it runs and reads about as wanted
	Cup   *plan.Cup `json:"cup,omitempty"`
}
