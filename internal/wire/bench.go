package wire

import (
	"time"

	"inkysparrow/plan"
)

// MakePresses brings presses, as many as a tablet has kept while it had no connection.
type MakePresses struct {
	Presses []BenchPress `json:"presses" validate:"required,min=1,max=500"`
}

// BenchPress is a press of a build's step.
type BenchPress struct {
	Build string `json:"build"` // its slug
	plan.Press
}

// Pressed is what became of presses. Those that are neither kept nor refused may be sent again.
type Pressed struct {
	Kept    []string       `json:"kept"`
	Refused []PressRefused `json:"refused"`
	Builds  []string       `json:"builds"`  // that have changed
	Words   []string       `json:"words"`   // what is new
	Effects []string       `json:"effects"` // what that moves: the film's own time, the day on which a build is ready
}

// PressRefused is a press that can't be kept, with why.
type PressRefused struct {
	ID      string `json:"id"`
	Problem string `json:"problem"`
}

// Bench is what the bench comes to now, over all builds.
type Bench struct {
	Now     time.Time    `json:"now"`
	Zone    string       `json:"timezone"`
	Day     string       `json:"day"`
	Builds  []BenchBuild `json:"builds"`
	Open    bool         `json:"open"`
	From    *time.Time   `json:"from"` // of the session, or the next one
	To      *time.Time   `json:"to"`
	Session string       `json:"session"` // such as "1 h 50 left tonight"
	Air     string       `json:"air"`
	Steps   []BenchStep  `json:"steps"` // what can be done now, the first the best
	Later   []BenchStep  `json:"later"`
	Clocks  []BenchClock `json:"clocks"`
	While   []BenchChore `json:"meanwhile"`
	Not     []BenchLeft  `json:"not"`
	Hold    []BenchHold  `json:"hold"`
	Soft    []BenchHold  `json:"soft"`
	Out     []BenchOut   `json:"out"` // for the session after this one
	OutDay  string       `json:"out_day"`
	Cups    []BenchCup   `json:"cups"`

	Disputes []Dispute `json:"disputes"`

	Done  []BenchDone `json:"done"` // in this session
	Fit   *BenchFit   `json:"fit,omitempty"`
	Until time.Time   `json:"until"` // when it is to be asked for again
	Pace  float64     `json:"pace"`  // how fast the bench's clock runs: 1 but for the demo's
	Used  string      `json:"used"`  // of the session, in words
	Shut  string      `json:"shut"`  // of a bench that is closed: when to come back, in words
}

// BenchBuild is a build on the bench.
type BenchBuild struct {
	Slug string `json:"slug"`
	Name string `json:"name"`
}

// BenchStep is a step at hand.
type BenchStep struct {
	Build   string     `json:"build"` // its slug
	Name    string     `json:"name"`  // the build's
	Zone    string     `json:"zone"`  // id
	Step    string     `json:"step"`
	Title   string     `json:"title"` // such as "Wipe the left wing"
	How     string     `json:"how"`
	Why     string     `json:"why"`
	At      time.Time  `json:"at"`
	When    string     `json:"when"`
	Minutes int        `json:"minutes"`
	Started *time.Time `json:"started"`
	Opens   *time.Time `json:"opens"`
	Closes  *time.Time `json:"closes"`
	Glyph   string     `json:"glyph"`
	Colour  string     `json:"colour"`
	Main    BenchKey   `json:"main"` // the one big key
	Keys    []BenchKey `json:"keys"`

	Bottles []BenchBottle `json:"bottles"` // that it could have been done with otherwise
	Most    int           `json:"most"`    // coats
	Coats   int           `json:"coats"`
	Sprayed bool          `json:"sprayed"`
	Shares  bool          `json:"shares"` // a part of the zone can be done by itself
	Seals   string        `json:"seals"`  // what to look at once more before it shuts all below in; empty for nothing

	Cautions []string     `json:"cautions"`
	Patches  []BenchPatch `json:"patches"`
	Wipes    bool         `json:"wipes"` // pictures of too little, right, too much can be asked for
}

// BenchKey is a word that can be pressed.
type BenchKey struct {
	Word  string `json:"word"`
	Label string `json:"label"`
}

// BenchBottle is a bottle of a build.
type BenchBottle struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Colour string `json:"colour"`
}

// BenchPatch is a part of a zone that is washed and wiped by itself.
type BenchPatch struct {
	Lay    time.Time `json:"lay"`
	Opens  time.Time `json:"opens"`
	Closes time.Time `json:"closes"`
}

// Dispute is what two devices say differently.
type Dispute struct {
	Build string `json:"build"`
	Step  string `json:"step"`
	Words string `json:"words"`
	First string `json:"first"` // ids of presses
	Last  string `json:"last"`
}

// BenchClock is a film that dries, or a wash that waits for its cloth.
type BenchClock struct {
	Build  string     `json:"build"`
	Name   string     `json:"name"`
	Zone   string     `json:"zone"`
	Step   string     `json:"step"` // that laid it
	Title  string     `json:"title"`
	What   string     `json:"what"`
	Wipe   bool       `json:"wipe"`
	Laid   time.Time  `json:"laid"`
	Opens  time.Time  `json:"opens"` // or it is touch-dry
	Closes time.Time  `json:"closes"`
	Stays  bool       `json:"stays"` // its window does not close tonight
	Colour string     `json:"colour"`
	Ground string     `json:"ground"`
	Keys   []BenchKey `json:"keys"`
	Tell   string     `json:"tell"` // how one tells

	Alarms []BenchAlarm `json:"alarms"`
}

// BenchAlarm is a moment of a clock that is rung.
type BenchAlarm struct {
	ID    string    `json:"id"`
	At    time.Time `json:"at"`
	Words string    `json:"words"`
}

// BenchChore is something small that fits while one waits.
type BenchChore struct {
	Build   string     `json:"build"`
	Step    string     `json:"step"`
	Kind    string     `json:"kind"`
	Words   string     `json:"words"`
	Why     string     `json:"why"`
	At      time.Time  `json:"at"`
	Minutes int        `json:"minutes"`
	Keys    []BenchKey `json:"keys"` // of a look
}

// BenchLeft is what is left alone tonight.
type BenchLeft struct {
	Build   string   `json:"build"`
	Name    string   `json:"name"`
	Zone    string   `json:"zone"`
	Step    string   `json:"step"`
	Title   string   `json:"title"`
	Because string   `json:"because"`
	When    string   `json:"when"`
	Danger  bool     `json:"danger"`
	Hard    *float64 `json:"hard"`
	Needs   *float64 `json:"needs"`
}

// BenchHold is a zone that can be held, or can't.
type BenchHold struct {
	Build string `json:"build"`
	Name  string `json:"name"`
	Zone  string `json:"zone"`
}

// BenchOut is what is put out for the next session.
type BenchOut struct {
	Build  string  `json:"build"` // that wants it first
	Name   string  `json:"name"`
	For    string  `json:"for"`
	Colour string  `json:"colour"`
	ML     float64 `json:"ml"`
	Stock  float64 `json:"stock"` // below 0 where that is not known
	Short  string  `json:"short"` // what is missing, in words; empty for nothing
	Stir   bool    `json:"stir"`
}

// BenchCup is a round of zones that want the same.
type BenchCup struct {
	Name  string   `json:"name"`
	Words string   `json:"words"`
	Of    []string `json:"of"`
}

// BenchDone is what was done in this session.
type BenchDone struct {
	Build string     `json:"build"`
	Step  string     `json:"step"`
	Title string     `json:"title"`
	At    time.Time  `json:"at"`
	Press string     `json:"press"` // that said so, which can be taken back; empty for none
	Asks  []BenchAsk `json:"asks"`  // what may be said of it now
}

// BenchAsk is an answer to how a step went: the words that it presses, each of a step.
type BenchAsk struct {
	Label string      `json:"label"`
	Says  []BenchSays `json:"says"`
}

// BenchSays is a word about a step.
type BenchSays struct {
	Step string `json:"step"`
	Word string `json:"word"`
}

// BenchStop ends the session here: what it moves is told.
type BenchStop struct {
	Effects []string `json:"effects"`
}

// BenchSpoon says that a spoon was painted as a step will be.
type BenchSpoon struct {
	Build string `json:"build" validate:"required"`
	Step  string `json:"step" validate:"required"`
}

// BenchEmpty says that a bottle is empty.
type BenchEmpty struct {
	Build   string `json:"build" validate:"required"`
	Product string `json:"product" validate:"required"` // its name
}

// BenchFit is what fits into some minutes.
type BenchFit struct {
	Minutes int          `json:"minutes"`
	Words   string       `json:"words"`
	More    string       `json:"more"`
	Gains   string       `json:"gains"`
	Blocks  []BenchBlock `json:"blocks"`
}

// BenchBlock is a piece of work in a given time.
type BenchBlock struct {
	Kind   string    `json:"kind"`
	Title  string    `json:"title"`
	Colour string    `json:"colour"`
	Start  time.Time `json:"start"`
	End    time.Time `json:"end"`
}

// LearnedPage is what the product knows of the modeller.
type LearnedPage struct {
	You      LearnedRow     `json:"you"`
	Families []LearnedRow   `json:"families"`
	Products []LearnedRow   `json:"products"`
	Plans    []LearnedBuild `json:"plans"` // what it changes in the builds at hand
	Told     bool           `json:"told"`  // anything was
}

// LearnedRow is a factor with where it comes from.
type LearnedRow struct {
	Product string        `json:"product"` // empty for a family and for you
	Family  string        `json:"family"`  // id
	Name    string        `json:"name"`
	What    string        `json:"what"`
	Words   string        `json:"words"`
	Factor  float64       `json:"factor"`
	Low     float64       `json:"low"`
	High    float64       `json:"high"`
	Films   int           `json:"films"`
	Since   string        `json:"since"`
	Moved   string        `json:"moved"` // what to ask where its bottle seems to be another; empty for nothing
	Looks   []LearnedLook `json:"looks"`
}

// LearnedLook is one look at a film.
type LearnedLook struct {
	Build string `json:"build"`
	Step  string `json:"step"`
	Press string `json:"press"` // by which it can be taken back; empty where it can't
	Words string `json:"words"`
}

// LearnedBuild is what was learned does to a build.
type LearnedBuild struct {
	Slug  string `json:"slug"`
	Name  string `json:"name"`
	Words string `json:"words"`
}

// Forget asks for a product, or for all where none is named, to be forgotten, or says that its bottle is a new one.
type Forget struct {
	Product string `json:"product" validate:"max=200"`
	Family  string `json:"family" validate:"max=100"`
	Bottle  bool   `json:"bottle,omitempty"`
}

// Calendar is where the evenings can be read as a calendar.
type Calendar struct {
	Path string `json:"path"`
}

// RoomAir is the air of a build's room as it was measured.
type RoomAir struct {
	Build    string       `json:"build"`
	Now      string       `json:"now"`      // in words
	Device   string       `json:"device"`   // its address; empty for none
	Trouble  string       `json:"trouble"`  // why it does not answer; empty where it does
	Readings []AirReading `json:"readings"` // of the last days, those that are believed
	Usual    []AirReading `json:"usual"`    // the plan's air over the same time
	Faults   []AirFault   `json:"faults"`
	Spells   []AirSpell   `json:"spells"` // other air that was told, such as a warm cupboard
	Spray    string       `json:"spray"`  // whether it is fit for spraying, and when
}

// AirReading is the air at a moment.
type AirReading struct {
	At           time.Time `json:"at"`
	TemperatureC float64   `json:"temperature_c"`
	HumidityPct  float64   `json:"humidity_pct"`
}

// AirFault is a reading that is kept out, with why.
type AirFault struct {
	At    time.Time `json:"at"`
	Kind  string    `json:"kind"`
	Words string    `json:"words"`
}

// AirSpell is a stretch of other air.
type AirSpell struct {
	Words string `json:"words"`
}

// TellAir tells the air, connects a device, or puts a build into a warm cupboard or out of it.
type TellAir struct {
	TemperatureC *float64 `json:"temperature_c,omitempty"`
	HumidityPct  *float64 `json:"humidity_pct,omitempty"`
	Device       *string  `json:"device,omitempty" validate:"omitempty,max=300"` // empty takes it away
	Cupboard     string   `json:"cupboard,omitempty" validate:"omitempty,oneof=in out"`
	Warm         float64  `json:"warm,omitempty"` // °C of the cupboard
}
