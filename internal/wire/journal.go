package wire

import (
	"time"

	"inkysparrow/plan"
)

// Journal is what really happened to a build, evening by evening.
type Journal struct {
	Slug     string       `json:"slug"`
	Name     string       `json:"name"`
	Words    string       `json:"words"` // such as "5 evenings, 13 h 20 at the bench"
	Timezone string       `json:"timezone"`
	Finished string       `json:"finished"` // the day; empty while it is not
	By       string       `json:"by"`
	Days     []JournalDay `json:"days"`
	Zones    []Wish       `json:"zones"`
	Products []string     `json:"products"`
	Photos   int          `json:"photos"`
	Step     *JournalStep `json:"step,omitempty"` // that is at hand: what a note or a photograph is of where nothing else is said; left out for none
}

// JournalStep is a step with its zone.
type JournalStep struct {
	Step  string `json:"step"`
	Zone  string `json:"zone"`
	Words string `json:"words"`
}

// JournalDay is an evening.
type JournalDay struct {
	Date    string         `json:"date"`
	Label   string         `json:"label"`
	Here    bool           `json:"here"` // it is this evening
	Gap     int            `json:"gap"`  // days between it and the evening before in which nothing was done
	Entries []JournalEntry `json:"entries"`
	Photos  []Photo        `json:"photos"`
}

// JournalEntry is one thing that happened.
type JournalEntry struct {
	ID      string    `json:"id"`
	Kind    string    `json:"kind"` // step, film, mishap, note
	Step    string    `json:"step"`
	Do      string    `json:"do"` // its kind of step, for the glyph
	Zone    string    `json:"zone"`
	Where   string    `json:"where"`
	Title   string    `json:"title"`
	Product string    `json:"product"`
	At      time.Time `json:"at"`
	Clock   string    `json:"clock"`
	Facts   []string  `json:"facts"`   // such as "1.6 ml"
	Differs []string  `json:"differs"` // from the plan
	State   State     `json:"state"`
	Note    string    `json:"note"`
	Who     string    `json:"who"`
}

// Photo is a photograph of a build.
type Photo struct {
	ID       string        `json:"id"`
	Hash     string        `json:"hash"`
	Width    int           `json:"width"`
	Height   int           `json:"height"`
	Size     string        `json:"size"`
	Zone     string        `json:"zone"`
	Step     string        `json:"step"`
	Where    string        `json:"where"`
	Caption  string        `json:"caption"`
	Who      string        `json:"who"`
	Exposure string        `json:"exposure"`
	At       time.Time     `json:"at"`
	Clock    string        `json:"clock"`
	Date     string        `json:"date"`              // of its evening
	Reading  *PhotoReading `json:"reading,omitempty"` // how it is read as an instrument; left out where it is not
}

// PhotoReading is how a photograph is read as an instrument.
type PhotoReading struct {
	View   string      `json:"view" jsonschema:"enum=top,enum=under,enum=left,enum=right"`
	Pairs  []PhotoPair `json:"pairs" validate:"max=60"`
	Light  string      `json:"light" jsonschema:"enum=,enum=white,enum=grey,enum=known"`
	X      float64     `json:"x"` // where the card or the known paint is, in pixels of the photograph
	Y      float64     `json:"y"`
	Known  string      `json:"known"` // the zone whose paint is bare there
	Raking bool        `json:"raking"`

	Seen []PhotoSeen `json:"seen,omitempty"` // what was measured when it was read last, as the page of one's hand asks for it
}

// PhotoPair is a place of a photograph, in pixels, and what it is of the view, in mm.
type PhotoPair struct {
	X   float64 `json:"x"`
	Y   float64 `json:"y"`
	XMM float64 `json:"x_mm"`
	YMM float64 `json:"y_mm"`
}

// PhotoSeen is how many times as planned a hand did something, as a photograph tells.
type PhotoSeen struct {
	Trait string  `json:"trait"`
	Step  string  `json:"step"`
	Times float64 `json:"times"`
}

// PhotoChange is what is said of a photograph. What is left out stays.
type PhotoChange struct {
	Caption *string       `json:"caption,omitempty" validate:"omitempty,max=500"`
	Zone    *string       `json:"zone,omitempty" validate:"omitempty,max=100"`
	Step    *string       `json:"step,omitempty" validate:"omitempty,max=100"`
	At      *time.Time    `json:"at,omitempty"`
	Dropped *bool         `json:"dropped,omitempty"` // it is taken out of the journal, or put back
	Reading *PhotoReading `json:"reading,omitempty"`
	Unread  bool          `json:"unread,omitempty"` // it is read as an instrument no longer
}

// NoteChange is a note that is written, or changed.
type NoteChange struct {
	ID      string     `json:"id" validate:"min=8,max=64"`
	Zone    string     `json:"zone" validate:"max=100"`
	Step    string     `json:"step" validate:"max=100"`
	Words   string     `json:"words" validate:"max=4000"`
	At      *time.Time `json:"at,omitempty"`
	Who     string     `json:"who" validate:"max=60"`
	Dropped bool       `json:"dropped,omitempty"`
}

// PhotoPage is a photograph that is looked at as an instrument.
type PhotoPage struct {
	Photo     Photo           `json:"photo"`
	Views     []PhotoView     `json:"views"`
	View      string          `json:"view"` // the one that is read, or the likeliest
	Landmarks []PhotoLandmark `json:"landmarks"`
	Measured  *plan.Measured  `json:"measured,omitempty"` // left out until it is laid
	Problem   string          `json:"problem"`            // why it could not be measured, in words
	Others    []Photo         `json:"others"`             // photographs of the same view that can be laid beside it
	Figures   []PhotoFigure   `json:"figures"`
	Enough    string          `json:"enough"` // whether what is on the model is enough, by what was measured
}

// PhotoView is a view that a photograph may show.
type PhotoView struct {
	View  string `json:"view"`
	Words string `json:"words"`
}

// PhotoLandmark is a place to be tapped.
type PhotoLandmark struct {
	ID    string  `json:"id"`
	Words string  `json:"words"`
	XMM   float64 `json:"x_mm"`
	YMM   float64 `json:"y_mm"`
}

// PhotoFigure is a figure beside its plan, ready to be shown.
type PhotoFigure struct {
	plan.MeasuredFigure
	State      State  `json:"state"`
	UntilWords string `json:"until_words"`
}

// Found is what a search over all builds' journals brought.
type Found struct {
	Query   string       `json:"query"`
	Entries []FoundEntry `json:"entries"`
	More    int          `json:"more"` // how many more there are
	Words   string       `json:"words"`
}

// FoundEntry is an entry with its build.
type FoundEntry struct {
	Slug  string `json:"slug"`
	Build string `json:"build"`
	Day   string `json:"day"`
	Went  string `json:"went"` // in a word
	JournalEntry
}

// HandPage is what is known of a modeller's hand.
type HandPage struct {
	Rows []HandRow `json:"rows"`
	Told bool      `json:"told"` // anything was seen
}

// HandRow is one trait of a hand.
type HandRow struct {
	Trait    string  `json:"trait"`
	Name     string  `json:"name"`
	What     string  `json:"what"`
	Factor   float64 `json:"factor"`
	Low      float64 `json:"low"`
	High     float64 `json:"high"`
	Seen     int     `json:"seen"`
	Words    string  `json:"words"`
	Differs  bool    `json:"differs"`
	Accepted float64 `json:"accepted"` // what plans follow; 0 for as planned
	Offer    string  `json:"offer"`    // what accepting it would do; empty where nothing
}

// HandDecided is what is decided of a trait: plans follow it, follow it no longer, or all that was seen of it is forgotten.
type HandDecided struct {
	Trait  string `json:"trait" validate:"min=1,max=100"`
	Follow bool   `json:"follow"`
	Forget bool   `json:"forget"`
}

// TouchUp is what is needed to touch a finished model up: zone by zone, the bottle and what lies over it.
type TouchUp struct {
	Name     string        `json:"name"`
	Finished string        `json:"finished"`
	Words    string        `json:"words"`
	Zones    []TouchUpZone `json:"zones"`
	Way      string        `json:"way"`
	Went     string        `json:"went"`
}

// TouchUpZone is a zone of a finished model.
type TouchUpZone struct {
	Zone   string   `json:"zone"`
	Name   string   `json:"name"`
	Colour string   `json:"colour"`
	Paint  string   `json:"paint"`  // the bottle
	Mix    []string `json:"mix"`    // what it was mixed of; none for a bottle of its own
	Bottle string   `json:"bottle"` // whether it is on the shelf, and how old
	Films  []string `json:"films"`  // from the skin upwards
	Take   string   `json:"take"`   // what may be put on it
	Never  string   `json:"never"`  // what may not
}

// TableDay is the list for an exhibition table: each build with its date and slack.
type TableDay struct {
	Builds []TableBuild `json:"builds"`
	Words  string       `json:"words"`
}

// TableBuild is a build on the table.
type TableBuild struct {
	Slug    string `json:"slug"`
	Name    string `json:"name"`
	By      string `json:"by"`
	Scale   string `json:"scale"`
	Ready   string `json:"ready"`
	Wanted  string `json:"wanted"`
	Slack   string `json:"slack"`
	State   State  `json:"state"`
	Left    string `json:"left"`
	Bottles string `json:"bottles"` // who has what it needs
}
