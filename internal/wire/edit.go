package wire

import (
	"time"

	"inkysparrow/plan"
)

// MakeEdit asks for a change to a plan, or for what it would do.
type MakeEdit struct {
	Revision int64     `json:"revision" validate:"required,min=1"`
	Edit     plan.Edit `json:"edit" validate:"-"`
	Try      bool      `json:"try,omitempty"` // only tell the effect
}

// Effect is what a change would do.
type Effect struct {
	Words  string        `json:"words"`
	Finish string        `json:"finish"` // such as "finish moves from Tue 16 Mar to Sat 20 Mar"
	Later  bool          `json:"later"`
	Gone   []EffectTitle `json:"gone"`
	Come   []EffectTitle `json:"come"`
	Remain int           `json:"remain"`

	Promise string   `json:"promise"` // as the build's own
	Late    bool     `json:"late"`
	Step    string   `json:"step,omitempty"` // that the change is about
	Done    bool     `json:"done"`           // that step would be done
	Moves   []Move   `json:"moves"`          // that step, and each that begins at another time
	Finding *Finding `json:"finding,omitempty"`
	Moment  *Moment  `json:"moment,omitempty"` // when that step would begin
}

// Move is where a step would stand.
type Move struct {
	Zone  string    `json:"zone"`
	Step  string    `json:"step"`
	New   bool      `json:"new"`
	Start time.Time `json:"start"`
	End   time.Time `json:"end"`
	Place int       `json:"place"` // in its route
	Short string    `json:"short"`
	When  string    `json:"when"`
}

// Next is what may come next on a zone, or what a step could be done with.
type Next struct {
	Offers []Offer `json:"offers"`
}

// Offer is a step that could come next, with how it stands.
type Offer struct {
	Do      string    `json:"do"`
	Name    string    `json:"name"`
	Phase   string    `json:"phase"`
	Edit    plan.Edit `json:"edit"`
	Product string    `json:"product"` // its name
	Colour  string    `json:"colour"`
	Family  string    `json:"family"`
	Word    plan.Word `json:"word"`
	State   State     `json:"state"`
	Words   string    `json:"words"`   // the word as it is read, such as "good to go"
	Because string    `json:"because"` // why it is not good to go
	Effect  string    `json:"effect"`  // what becomes of the day on which the build is ready
	Later   bool      `json:"later"`
}

// EffectTitle is a finding in brief.
type EffectTitle struct {
	Step  string `json:"step"`
	State State  `json:"state"`
	Title string `json:"title"`
}

// Trade is what the page offers and the Workings show, from the engine's own tables.
type Trade struct {
	Techniques []Technique `json:"techniques"`
	Families   []Family    `json:"families"`
	Liquids    []Wish      `json:"liquids"` // that a plan can name
	Sprayed    []Wish      `json:"sprayed"` // what an airbrush can be kept for
	Schools    []School    `json:"schools"`
	Rules      []Wish      `json:"rules"`
	Mishaps    []Mishap    `json:"mishaps"` // what one sees when something went wrong
	Mind       string      `json:"mind"`    // the caution that stands beside their advice
	Wishes     []Wish      `json:"wishes"`
	Ages       []Wish      `json:"ages"` // of a zone's paint; the id is in days
	Kinds      []string    `json:"kinds"`
	Sheens     []string    `json:"sheens"`
	Timezones  []string    `json:"timezones"`
	DropML     float64     `json:"drop_ml"`
	Lines      []Wish      `json:"lines"`    // kinds of recess
	Measures   []Wish      `json:"measures"` // ways of measuring out
	Edges      []Wish      `json:"edges"`
	Strokes    []Wish      `json:"strokes"`
	Cloths     []string    `json:"cloths"`
	Paces      []string    `json:"paces"`     // how a product can dry against others of its family
	Contacts   []Wish      `json:"contacts"`  // how a liquid meets a film
	Layings    []Wish      `json:"layings"`   // of sprayed coats; the usual one has no id
	Dryings    []Wish      `json:"dryings"`   // of washes and oils; the usual one has no id
	FilmAges   []Wish      `json:"film_ages"` // that the shelf is asked about; the id is in days
	Ranges     []Range     `json:"ranges"`    // of sliders and dials
	Usual      Usual       `json:"usual"`
	Grounds    []Wish      `json:"grounds"` // that decals lie over
	Places     []Wish      `json:"places"`
	Shelters   []Wish      `json:"shelters"`
	Cares      []Wish      `json:"cares"`   // how an aircraft can have been looked after
	Combats    []Wish      `json:"combats"` // how much it can have been in action
	AirTypes   []AirType   `json:"air_types"`
	Schemes    []Scheme    `json:"schemes"`
	Shown      []Shown     `json:"shown"`    // schools that are chosen from pictures
	Scales     []int       `json:"scales"`   // usual ones: 1 to
	Months     []Wish      `json:"months"`   // usual times in service
	Fuels      []Wish      `json:"fuels"`    // what stacks can burn
	EdgePct    float64     `json:"edge_pct"` // how far up the side an underside's colour usually goes
	Readings   []string    `json:"readings"`
	Bright     []Wish      `json:"bright"` // how a metal can shine
	Examples   []Wish      `json:"examples"`
}

// Range is what a slider or a dial offers.
type Range struct {
	ID   string  `json:"id"`
	From float64 `json:"from"`
	To   float64 `json:"to"`
	Step float64 `json:"step"`
}

// Usual is what forms begin with.
type Usual struct {
	Brief   plan.Brief   `json:"brief"`
	Climate plan.Climate `json:"climate"`
}

// Wish is an effect that a new build can be given.
type Wish struct {
	ID    string `json:"id"`
	Words string `json:"words"`
}

// Technique is a kind of step.
type Technique struct {
	ID       string   `json:"id"`
	Name     string   `json:"name"`
	Phase    string   `json:"phase"`
	Sprays   bool     `json:"sprays"` // full coats, which can be laid in several ways
	Blown    bool     `json:"blown"`  // can be dried in a stream of air
	Kinds    []string `json:"kinds"`  // products it takes
	Optional bool     `json:"optional"`
	Coats    int      `json:"coats"`      // usual number; 0 where it lays none
	Most     int      `json:"most"`       // of them
	Counts   string   `json:"counts"`     // what they are called: coats, veils or grades
	Covers   float64  `json:"covers_pct"` // usual share of its zone; 0 where it can't be told
	Shades   float64  `json:"shades_mm"`  // usual width of its lines or blotches; 0 where it shades nothing
	Decals   bool     `json:"decals"`     // takes a list of decals
	Tape     bool     `json:"tape"`
	Joins    bool     `json:"joins"`
	Wipe     bool     `json:"wipe"`
	Washes   bool     `json:"washes"` // can be wiped
	Caution  string   `json:"caution"`
}

// Family is a family of film.
type Family struct {
	ID    string   `json:"id"`
	Name  string   `json:"name"`
	Kinds []string `json:"kinds"`
	Note  string   `json:"note"`
	Loose bool     `json:"loose"` // only dry particles
}

// School is a question with its answers.
type School struct {
	ID       string   `json:"id"`
	Question string   `json:"question"`
	Answers  []Answer `json:"answers"`
}

// Answer is a school's answer and what it costs.
type Answer struct {
	ID    string `json:"id"`
	Words string `json:"words"`
	Cost  string `json:"cost"`
}

// Mishap is what one sees when something went wrong, and what may be done about it.
type Mishap struct {
	ID   string   `json:"id"`
	Seen string   `json:"seen"`
	Also []string `json:"also"` // other words for it
	Do   string   `json:"do"`
}

// Workings are the engine's own tables.
type Workings struct {
	Groups []WorkingGroup `json:"groups"`
}

// WorkingGroup is one of the tables.
type WorkingGroup struct {
	Name string    `json:"name"`
	Rows []Working `json:"rows"`
}

// Working is a rule, a formula, a family, a liquid, a constant, with its evidence.
type Working struct {
	ID       string `json:"id"`
	Title    string `json:"title"`
	Words    string `json:"words,omitempty"`
	Figures  string `json:"figures,omitempty"`
	MathML   string `json:"mathml,omitempty"`
	Evidence string `json:"evidence"`
	Source   string `json:"source,omitempty"`
}

// History is a build's revisions, the newest first.
type History struct {
	Revisions []Revision `json:"revisions"`
	More      bool       `json:"more"` // there are older ones
}

// Revision is a change in the history.
type Revision struct {
	ID      int64  `json:"id"`
	Change  string `json:"change"`
	MadeAt  string `json:"made_at"`
	Current bool   `json:"current"`
	Branch  bool   `json:"branch"` // not on the way to the plan as it stands: undone, or overtaken
}

// Restore asks to make an old revision's plan the current one.
type Restore struct {
	Revision int64 `json:"revision" validate:"required,min=1"`
	Old      int64 `json:"old" validate:"required,min=1"`
}

// NewBuild asks for a build from a plan file's text, from another build, or from answers.
type NewBuild struct {
	Plan    string      `json:"plan,omitempty" validate:"max=2097152"`
	From    string      `json:"from,omitempty" validate:"max=80"`    // slug of the build to copy
	Way     string      `json:"way,omitempty" validate:"max=80"`     // slug of the finished build whose way it goes
	Name    string      `json:"name,omitempty" validate:"max=200"`   // of a build that goes a way
	Example string      `json:"example,omitempty" validate:"max=80"` // name of an example
	Answers *plan.Brief `json:"answers,omitempty" validate:"-"`
	Try     bool        `json:"try,omitempty"` // only tell what it would be
}

// Made is a build that was made, or would be.
type Made struct {
	Slug     string   `json:"slug,omitempty"`
	Name     string   `json:"name"`
	Words    []string `json:"words"` // what was decided and why
	Left     []string `json:"left"`  // what was left out and why
	Zones    int      `json:"zones"`
	Steps    int      `json:"steps"`
	Stops    int      `json:"stops"`
	Warns    int      `json:"warns"`
	Finish   string   `json:"finish"`
	Promise  string   `json:"promise"`
	Findings []string `json:"findings"`

	Route    []MadeStep `json:"route"` // in order of time
	Sessions []Session  `json:"sessions"`
	Shape    []MadeZone `json:"shape"` // what its zones come to on the airframe; empty without one
}

// SchoolCosts are what each answer to each school would take.
type SchoolCosts struct {
	Answers []AnswerCost `json:"answers"`
}

// AnswerCost is what a draft takes with one answer.
type AnswerCost struct {
	School string `json:"school"`
	Answer string `json:"answer"`
	Words  string `json:"words"`
	Now    bool   `json:"now"`  // it is the answer in force
	Same   bool   `json:"same"` // the draft is the same as with that one
}

// Archive asks to put a build away, or to take it out again.
type Archive struct {
	Away bool `json:"away"`
}

// Explain is where a step's time comes from, and how sure it is.
type Explain struct {
	Lines   []string `json:"lines"`
	Weighed []string `json:"weighed"` // what the date waits for, and what another would risk
	Fast    string   `json:"fast"`    // safe from then with a fast product
	Usual   string   `json:"usual"`
	Slow    string   `json:"slow"`
	Safe    bool     `json:"safe"`
	Crosses bool     `json:"crosses"` // placed before a slow product would be safe
	Advice  string   `json:"advice"`
	Layers  []Asked  `json:"layers"` // films that a what-if can be asked of
}

// Asked is a film that the step's liquid reaches, as it is now: where the sliders begin.
type Asked struct {
	Place        int     `json:"place"`
	Name         string  `json:"name"`
	AgeDays      float64 `json:"age_days"`
	Coats        int     `json:"coats"`
	TemperatureC float64 `json:"temperature_c"`
	HumidityPct  float64 `json:"humidity_pct"`
}

// Verge is the answer to a what-if.
type Verge struct {
	Safe   bool     `json:"safe"`
	Words  string   `json:"words"`
	Hard   float64  `json:"hard"`
	Border []Border `json:"border"` // the verdict's border: how old the film must be for how wet a touch
}

// Border is a point on it.
type Border struct {
	Contact float64 `json:"contact"` // times the usual liquid and time
	Days    float64 `json:"days"`
}

// KeptWays are the modeller's own ways: of finished builds, offered to new ones.
type KeptWays struct {
	Ways []KeptWay `json:"ways"`
}

// KeptWay is a finished build's way.
type KeptWay struct {
	Slug  string `json:"slug"`
	Name  string `json:"name"`
	Of    string `json:"of"`    // the build
	Words string `json:"words"` // how often it went well
	Steps int    `json:"steps"`
}
