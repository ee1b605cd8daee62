// Package wire holds the types that go between the server and the page. The page's TypeScript is made from them: see gen.
package wire

import (
	"time"

	"github.com/invopop/jsonschema"

	"inkysparrow/plan"
)

// Listed is a build in the list. What hangs on the time of day is in its Card.
type Listed struct {
	Slug    string `json:"slug"`
	Name    string `json:"name"`
	Scale   int    `json:"scale"`
	Stops   int    `json:"stops"`
	Warns   int    `json:"warns"`
	Away    bool   `json:"away"`              // put away
	Done    string `json:"finished"`          // the day that it was finished; empty while it is not
	Problem string `json:"problem,omitempty"` // why its plan can't be read
}

// Builds is the list of builds.
type Builds struct {
	Builds []Listed `json:"builds"`
	Bench  bool     `json:"bench"` // where it was asked: a session is on, and there is something to do or to mind at the bench
	Demo   bool     `json:"demo"`  // the demo's data can be reset, and its clock set

	Now time.Time `json:"now"` // what the bench's clock shows
}

// Build is a build laid out, judged and ready to be drawn.
type Build struct {
	Slug     string    `json:"slug"`
	Revision int64     `json:"revision"`
	Undoes   string    `json:"undoes,omitempty"` // the change that an undo takes back
	Redoes   string    `json:"redoes,omitempty"`
	Name     string    `json:"name"`
	Scale    int       `json:"scale"`
	Timezone string    `json:"timezone"`
	Promise  string    `json:"promise"` // such as "ready in time by 2 days"
	Late     bool      `json:"late"`
	Tape     Tape      `json:"tape"`
	Zones    []Zone    `json:"zones"`
	Findings []Finding `json:"findings"` // the worst first
	Opening  Opening   `json:"opening"`
	Plan     plan.File `json:"plan"` // as it is kept, for editing

	Now     time.Time `json:"now"`     // what the bench's clock showed when it was judged
	Until   time.Time `json:"until"`   // from then on it is another: time goes on
	Overdue []Overdue `json:"overdue"` // the first first

	Photos []TapePhoto `json:"photos"`
}

// TapePhoto is a photograph under its moment on the tape.
type TapePhoto struct {
	Hash    string    `json:"hash"`
	At      time.Time `json:"at"`
	Caption string    `json:"caption"`
}

// Overdue is a step whose time has passed though it was neither begun nor done.
type Overdue struct {
	Zone  string    `json:"zone"`
	Step  string    `json:"step"`
	End   time.Time `json:"end"` // when it should have been done
	Was   string    `json:"was"` // when it was planned for
	Words string    `json:"words"`
}

// SetClock asks for the demo's clock to show another time.
type SetClock struct {
	At   time.Time `json:"at"`
	Pace float64   `json:"pace,omitempty"` // in place of a time: how many times as fast it runs from now on
}

// Opening is where the page opens a build: at its worst finding, else at what comes next.
type Opening struct {
	Zone string    `json:"zone"`
	Step string    `json:"step"`
	At   time.Time `json:"at"`
}

// Tape is the time line.
type Tape struct {
	From     time.Time   `json:"from"`
	To       time.Time   `json:"to"`
	Sessions []Session   `json:"sessions"`
	Wanted   *time.Time  `json:"wanted,omitempty"` // the end of the wanted day
	Events   []time.Time `json:"events"`           // where the moment can step to
	Off      []Off       `json:"off"`
}

// Session is an evening on the tape.
type Session struct {
	From   time.Time `json:"from"`
	To     time.Time `json:"to"`
	Label  string    `json:"label"`            // such as "Thu 11"
	Second bool      `json:"second,omitempty"` // a second pair of hands is there
	Month  string    `json:"month"`            // of the first, and of the first of another month; empty for the others
	Date   plan.Date `json:"date"`
}

// Off is a day on which the bench stays shut though its week has a session then.
type Off struct {
	Date  plan.Date `json:"date"`
	Label string    `json:"label"`
	At    time.Time `json:"at"` // when its session would have begun
}

// Zone is a zone with its route.
type Zone struct {
	ID      string  `json:"id"`
	Name    string  `json:"name"`
	AreaCM2 float64 `json:"area_cm2"`
	State   State   `json:"state"`
	Done    int     `json:"done"` // steps done
	Steps   []Step  `json:"steps"`
}

// State is how something stands, with its own shape and word on the page.
type State string

// The states.
const (
	Safe State = "safe"
	Hold State = "wait"
	Bite State = "bite"
	Note State = "note"
)

// JSONSchema gives the states to the page.
func (State) JSONSchema() *jsonschema.Schema {
	return &jsonschema.Schema{Type: "string", Enum: []any{Safe, Hold, Bite, Note}}
}

// Step is a placed step.
type Step struct {
	ID       string     `json:"id"`
	Number   int        `json:"number"`
	Do       string     `json:"do"`
	Name     string     `json:"name"`
	Short    string     `json:"short"`
	Phase    string     `json:"phase"`
	Detail   string     `json:"detail"` // product, coats, cloth
	Colour   string     `json:"colour,omitempty"`
	Kind     string     `json:"kind" jsonschema:"enum=done,enum=begun,enum=pinned,enum=planned"`
	Overdue  bool       `json:"overdue"`
	Gap      *Gap       `json:"gap,omitempty"` // what is amiss below one that is done or under way
	Asks     bool       `json:"asks"`          // it is done, it might have gone wrong, and nobody has said what is seen
	PutOff   bool       `json:"put_off"`       // to another evening
	Turn     bool       `json:"turn"`          // it stands by an order of all builds that was taken
	State    State      `json:"state"`
	Start    time.Time  `json:"start"`
	End      time.Time  `json:"end"`
	Sittings []Span     `json:"sittings,omitempty"` // that it is done in, from start to end, where that is not in one go
	TouchDry time.Time  `json:"touch_dry"`
	Ready    time.Time  `json:"ready"`
	Opens    *time.Time `json:"opens,omitempty"` // of a wipe's window
	Closes   *time.Time `json:"closes,omitempty"`
	When     string     `json:"when"`   // the figure to go by, in words
	Spread   string     `json:"spread"` // when its film is ready with a fast and a slow product; empty where it leaves none
	Cautions []string   `json:"cautions"`
	Trail    *Trail     `json:"trail,omitempty"` // its film hardening; nothing where it lays none
	Early    string     `json:"early"`           // how one sees in time that it goes wrong; empty where it hardly does
	Waits    []Wait     `json:"waits"`           // for zones of the parts that it joins
}

// Span is a stretch of time.
type Span struct {
	From time.Time `json:"from"`
	To   time.Time `json:"to"`
}

// Gap is what is amiss below a step that is done or under way, and what it is called to mark that done too; empty where that is not it.
type Gap struct {
	Words string `json:"words"`
	Also  string `json:"also,omitempty"`
}

// Wait is a zone that a join waits for, and from when that zone waits for the join.
type Wait struct {
	Zone string    `json:"zone"`
	From time.Time `json:"from"`
}

// Trail is how a film hardens from the end of its step on, 0 to 1, at even steps of time until a moment.
type Trail struct {
	Until time.Time `json:"until"`
	Hard  []float64 `json:"hard"`
}

// Finding is a finding with its fixes in words.
type Finding struct {
	Zone     string   `json:"zone"`
	Step     string   `json:"step"`
	Rule     string   `json:"rule"`
	Severity string   `json:"severity" jsonschema:"enum=stop,enum=warn,enum=note"`
	State    State    `json:"state"`
	Title    string   `json:"title"`
	Because  string   `json:"because"`
	Reason   string   `json:"reason"`
	Figure   string   `json:"figure,omitempty"` // RED and hardness, small print
	Likely   string   `json:"likely,omitempty"` // how likely it is to show, in a word or two; empty for a yes or a no
	Odds     []string `json:"odds"`             // the same as figures, with what they hang on and what would narrow them
	Evidence string   `json:"evidence"`
	Mend     string   `json:"mend,omitempty"` // of what has happened: what can be done where it shows
	Was      bool     `json:"was"`            // it has happened, and would have been a fault
	Asks     bool     `json:"asks"`           // a note about which something could be done: its fixes are tried when they are asked for
}

// Ways are what could be done about a finding.
type Ways struct {
	Fixes []Fixed `json:"fixes"`
}

// Fixed is a fix with its words and what it does to the dates.
type Fixed struct {
	Do     string `json:"do"`
	Words  string `json:"words"`
	Start  string `json:"start"`  // when the step would begin
	Effect string `json:"effect"` // what becomes of the finish
}

// Moment is one zone at a moment, and the state of all zones.
type Moment struct {
	At      time.Time `json:"at"`
	Clock   string    `json:"clock"`   // such as "Thu 11, 20:40"
	Session string    `json:"session"` // such as "evening 4 of 11, 1 h 50 left"
	Air     Air       `json:"air"`
	Core    Core      `json:"core"`
	Look    Look      `json:"look"`
	Next    string    `json:"next,omitempty"` // the zone's first step that has not ended by then; empty when all have
	Zones   []AtZone  `json:"zones"`
}

// Air is the room at a moment.
type Air struct {
	TemperatureC float64 `json:"temperature_c"`
	HumidityPct  float64 `json:"humidity_pct"`
	DewPointC    float64 `json:"dew_point_c"`
	Words        string  `json:"words"`
}

// AtZone is a zone's top film at a moment.
type AtZone struct {
	ID    string `json:"id"`
	Words string `json:"words"`
}

// Core is the cut through a zone's films.
type Core struct {
	Step  string `json:"step"`           // the step whose liquid stands on top; empty for none
	Drop  *Drop  `json:"drop,omitempty"` // that liquid
	State State  `json:"state"`
	Words string `json:"words"` // what it would do now
	Films []Film `json:"films"` // the top one first
	More  int    `json:"more"`  // films between the last but one and the plastic that are not shown
	Slope []Odds `json:"slope"` // how likely harm is, as the films below the step grow older; empty where it never is
}

// Odds is how likely harm is at a moment.
type Odds struct {
	At     time.Time `json:"at"`
	Chance float64   `json:"chance"` // 0 to 1
	Words  string    `json:"words"`
}

// Drop is a liquid about to be put on.
type Drop struct {
	Name     string `json:"name"`
	Contact  string `json:"contact"`
	Standing string `json:"standing"` // how long it stays
	Carries  string `json:"carries"`
}

// Film is a film in the core.
type Film struct {
	Step      string  `json:"step"` // empty for the bare plastic
	Name      string  `json:"name"`
	Detail    string  `json:"detail"`
	Thickness float64 `json:"thickness_um"`
	Hard      float64 `json:"hard"` // 0 to 1
	Phase     string  `json:"phase"`
	Colour    string  `json:"colour"`
	Sheen     string  `json:"sheen"`
	Clear     bool    `json:"clear"`
	Covers    bool    `json:"covers"` // a closed film; a wash or dust is not
	Depth     float64 `json:"depth_um"`
	Loss      float64 `json:"loss_um"`
	Bitten    bool    `json:"bitten"` // likely enough to be a warning
	Chance    float64 `json:"chance"` // of being bitten, 0 to 1; 0 where it is too slight to be told
	Hardens   bool    `json:"hardens"`
	Why       string  `json:"why"` // where the hardness comes from
}

// Look is a strip of skin before and after the step.
type Look struct {
	Zone   string `json:"zone"`
	Step   string `json:"step"`
	Before Skin   `json:"before"`
	After  Skin   `json:"after"`
	Title  string `json:"title"`
	Drawn  bool   `json:"drawn"` // something on the airframe is that zone
}

// Skin is how the skin looks.
type Skin struct {
	Surface string  `json:"surface"`
	Line    string  `json:"line"`
	Paint   string  `json:"paint"`
	Residue float64 `json:"residue"`
	Filled  float64 `json:"filled"`
	Sheen   string  `json:"sheen"`
	Gloss   float64 `json:"gloss"` // 0 flat to 1 gloss
	Marks   []Mark  `json:"marks"`
	Words   string  `json:"words"`
}

// Mark is an effect on the skin.
type Mark struct {
	Kind     string  `json:"kind"`
	Colour   string  `json:"colour"`
	Strength float64 `json:"strength"`
	Share    float64 `json:"share"` // of the zone
}

// TakeFix asks for a fix to be carried out.
type TakeFix struct {
	Revision int64  `json:"revision" validate:"required,min=1"`
	Step     string `json:"step" validate:"required,max=100"`
	Rule     string `json:"rule" validate:"required,max=100"`
	Choice   int    `json:"choice" validate:"min=0,max=20"` // place among the finding's fixes
}

// Turn asks for an undo or a redo.
type Turn struct {
	Revision int64 `json:"revision" validate:"required,min=1"`
}

// Problem is an error for the page: what is wrong and what to do.
type Problem struct {
	Problem string `json:"problem"`
	Place   string `json:"place,omitempty"` // of bad input
	Plain   string `json:"plain,omitempty"` // the problem as the page calls things; empty for what is wrong with a file
	Code    string `json:"code" jsonschema:"enum=bad,enum=missing,enum=moved,enum=nothing,enum=refused,enum=failed,enum=locked,enum=large,enum=filled,enum=file"`
}

// All names every type that the page knows, for the generator.
type All struct {
	Cares    Cares    `json:"cares"`
	Builds   Builds   `json:"builds"`
	Build    Build    `json:"build"`
	Moment   Moment   `json:"moment"`
	TakeFix  TakeFix  `json:"take_fix"`
	Ways     Ways     `json:"ways"`
	Turn     Turn     `json:"turn"`
	SetClock SetClock `json:"set_clock"`
	Problem  Problem  `json:"problem"`

	MakeEdit MakeEdit    `json:"make_edit"`
	Effect   Effect      `json:"effect"`
	Next     Next        `json:"next"`
	Card     Card        `json:"card"`
	When     When        `json:"when"`
	Worked   Worked      `json:"worked"`
	Trade    Trade       `json:"trade"`
	Workings Workings    `json:"workings"`
	History  History     `json:"history"`
	Restore  Restore     `json:"restore"`
	NewBuild NewBuild    `json:"new_build"`
	Made     Made        `json:"made"`
	Archive  Archive     `json:"archive"`
	Schools  SchoolCosts `json:"schools"`
	Explain  Explain     `json:"explain"`
	Verge    Verge       `json:"verge"`
	Guide    Guide       `json:"guide"`

	MakePresses MakePresses `json:"make_presses"`
	Pressed     Pressed     `json:"pressed"`
	Bench       Bench       `json:"bench"`
	LearnedPage LearnedPage `json:"learned_page"`
	Forget      Forget      `json:"forget"`
	Calendar    Calendar    `json:"calendar"`
	BenchStop   BenchStop   `json:"bench_stop"`
	BenchEmpty  BenchEmpty  `json:"bench_empty"`
	BenchSpoon  BenchSpoon  `json:"bench_spoon"`
	RoomAir     RoomAir     `json:"room_air"`
	TellAir     TellAir     `json:"tell_air"`

	Whole        Whole          `json:"whole"`
	LookAsked    LookAsked      `json:"look_asked"`
	Stained      Stained        `json:"stained"`
	StainsEnough StainsEnough   `json:"stains_enough"`
	StainsMore   StainsMore     `json:"stains_more"`
	LastCoats    LastCoats      `json:"last_coats"`
	CoatSpray    CoatSpray      `json:"coat_spray"`
	CoatReady    CoatReady      `json:"coat_ready"`
	Rescue       Rescue         `json:"rescue"`
	Journal      Journal        `json:"journal"`
	Photo        Photo          `json:"photo"`
	PhotoChange  PhotoChange    `json:"photo_change"`
	PhotoPage    PhotoPage      `json:"photo_page"`
	PhotoSpot    plan.SpotTold  `json:"photo_spot"`
	NoteChange   NoteChange     `json:"note_change"`
	Found        Found          `json:"found"`
	HandPage     HandPage       `json:"hand_page"`
	HandDecided  HandDecided    `json:"hand_decided"`
	TouchUp      TouchUp        `json:"touch_up"`
	TableDay     TableDay       `json:"table_day"`
	KeptWays     KeptWays       `json:"kept_ways"`
	Order        Order          `json:"order"`
	InWay        InWay          `json:"in_way"`
	Missed       MissedEvenings `json:"missed_evenings"`
	AwayCost     AwayCost       `json:"away_cost"`
	TakeOrder    TakeOrder      `json:"take_order"`
	OrderTaken   OrderTaken     `json:"order_taken"`
	UndoOrder    UndoOrder      `json:"undo_order"`
	StainTold    StainTold      `json:"stain_told"`
	AskBrief     AskBrief       `json:"ask_brief"`
	BriefSpot    BriefSpot      `json:"brief_spot"`

	Washes    Washes    `json:"washes"`
	WashDates WashDates `json:"wash_dates"`
	WashOne   WashOne   `json:"wash_one"`
	AskMix    AskMix    `json:"ask_mix"`
	MixAnswer MixAnswer `json:"mix_answer"`
	AskRecipe AskRecipe `json:"ask_recipe"`
	RecipeOf  RecipeOf  `json:"recipe_of"`

	Shelf         Shelf         `json:"shelf"`
	ShelfGood     ShelfGood     `json:"shelf_good"`
	ShelfHiding   ShelfHiding   `json:"shelf_hiding"`
	Follow        Follow        `json:"follow"`
	PutShelf      PutShelf      `json:"put_shelf"`
	ShelfID       ShelfID       `json:"shelf_id"`
	ImportShelf   ImportShelf   `json:"import_shelf"`
	ImportedShelf ImportedShelf `json:"imported_shelf"`
	Tint          Tint          `json:"tint"`
	ReadPalette   ReadPalette   `json:"read_palette"`
	Swatches      Swatches      `json:"swatches"`

	Event            Event            `json:"event"`
	Keeping          Keeping          `json:"keeping"`
	RestoreFile      RestoreFile      `json:"restore_file"`
	Verified         Verified         `json:"verified"`
	ThinHistory      ThinHistory      `json:"thin_history"`
	Thinned          Thinned          `json:"thinned"`
	Said             Said             `json:"said"`
	Visit            Visit            `json:"visit"`
	ChangePassphrase ChangePassphrase `json:"change_passphrase"`
}
