package wire

import (
	"time"

	"inkysparrow/plan"
)

// LastCoats are the last coats for a zone at a moment, side by side.
type LastCoats struct {
	Zone    string         `json:"zone"`
	At      time.Time      `json:"at"`
	Clock   string         `json:"clock"`
	Zones   []LastCoatZone `json:"zones"`
	Wishes  []Wish         `json:"wishes"`
	Made    []string       `json:"made"`
	Air     string         `json:"air"`
	LiesOn  []string       `json:"lies_on"`
	Gloss   float64        `json:"gloss"` // as it stands, GU
	Dusty   bool           `json:"dusty"`
	Step    string         `json:"step"` // that a chosen one takes the place of; empty for none
	Coats   []LastCoat     `json:"coats"`
	None    string         `json:"none"`
	Schools []CoatSchool   `json:"schools"`
	Leave   []CoatLeave    `json:"leave"` // what is left to do before it leaves the bench
}

// LastCoatZone is a zone with what its last coat is now.
type LastCoatZone struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Words  string `json:"words"`
	Colour string `json:"colour"`
}

// CoatSchool is a way of finishing a model, with what it would come to here.
type CoatSchool struct {
	Words string `json:"words"`
	Costs string `json:"costs"`
	Key   string `json:"key"` // of the coat that it would take; empty for none
}

// CoatLeave is something to be seen to before a model leaves the bench.
type CoatLeave struct {
	Words string `json:"words"`
	When  string `json:"when"` // empty where nothing says so
	Step  string `json:"step"` // empty for none
}

// LastCoat is one of them.
type LastCoat struct {
	Key      string      `json:"key"`
	Name     string      `json:"name"`
	How      string      `json:"how"`
	Own      bool        `json:"own"` // on the shelf or in the plan
	Rank     int         `json:"rank"`
	State    State       `json:"state"`
	Verdict  string      `json:"verdict"`
	RuledOut string      `json:"ruled_out"`
	Before   string      `json:"before"` // why it stands before the next one
	Gloss    float64     `json:"gloss"`
	Kept     float64     `json:"kept"` // share of the dust
	Ready    string      `json:"ready"`
	Does     []string    `json:"does"`
	Next     string      `json:"next"`
	Ends     []string    `json:"ends"`
	Takes    string      `json:"takes"`
	Sprayed  bool        `json:"sprayed"`
	Caution  string      `json:"caution"`
	Edit     plan.Edit   `json:"edit"`
	Spooned  string      `json:"spooned"` // what is laid on a spoon
	Spoon    []CoatSpoon `json:"spoon"`   // what it may have come out as on a spoon; none for what is not in the plan
}

// CoatSpoon is a grey step that a spoon may match.
type CoatSpoon struct {
	Gloss float64   `json:"gloss"`
	Words string    `json:"words"`
	Is    bool      `json:"is"`
	Edit  plan.Edit `json:"edit"`
}

// CoatSpray is what comes of an airbrush's setting for a last coat.
type CoatSpray struct {
	Can        bool        `json:"can"`
	Coats      []string    `json:"coats"` // how they are led
	Takes      string      `json:"takes"`
	Dials      []CoatDial  `json:"dials"`
	DistanceCM float64     `json:"distance_cm"`
	DropC      float64     `json:"drop_c"`
	Drop       float64     `json:"drop"` // µm
	Left       float64     `json:"left"` // share of the liquid that lands
	Dust       float64     `json:"dust"` // share of the solids that land dry
	Water      float64     `json:"water"`
	Lands      string      `json:"lands"` // how it arrives, in words
	Words      string      `json:"words"`
	Comes      []Comes     `json:"comes"`
	Setting    *plan.Spray `json:"setting"`
}

// CoatReady tells when the whole build would be ready with a coat.
type CoatReady struct {
	Words string `json:"words"`
}

// CoatDial is a dial of the airbrush: what is usual, and how far it turns at all.
type CoatDial struct {
	ID    string  `json:"id"`
	Words string  `json:"words"`
	Is    float64 `json:"is"`
	From  float64 `json:"from"`
	To    float64 `json:"to"`
	Off   bool    `json:"off"` // beyond what is usual
	Least float64 `json:"least"`
	Most  float64 `json:"most"`
	Step  float64 `json:"step"`
}

// Comes is something that may come of a setting, as a share of what would be too much.
type Comes struct {
	ID    string  `json:"id"`
	Words string  `json:"words"`
	Share float64 `json:"share"`
	State State   `json:"state"`
}
