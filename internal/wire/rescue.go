package wire

import (
	"time"

	"inkysparrow/plan"
)

// Rescue is a zone looked over for what went wrong with it.
type Rescue struct {
	Zone     string          `json:"zone"`
	At       time.Time       `json:"at"`
	Clock    string          `json:"clock"`
	Zones    []LastCoatZone  `json:"zones"`
	Symptoms []RescueSymptom `json:"symptoms"`
	Found    []string        `json:"found"` // those that what was typed may mean, the likeliest first
	Wheres   []Wish          `json:"wheres"`
	Whens    []Wish          `json:"whens"`
	Looks    []Wish          `json:"looks"`
	Symptom  string          `json:"symptom"` // that was chosen; empty for none yet
	Missing  string          `json:"missing"` // why this zone can hardly show it
	Causes   []RescueCause   `json:"causes"`
	Ask      *RescueAsk      `json:"ask"`
	Answered []RescueAnswer  `json:"answered"`
	Ways     []RescueWay     `json:"ways"` // the least expected loss first
	Films    []RescueFilm    `json:"films"`
	Living   float64         `json:"living"` // what it costs to live with it, evenings
	Back     []RescueBack    `json:"back"`
	Shut     string          `json:"shut"` // when the door shuts, in words; empty where it does not
	Mishaps  []RescueMishap  `json:"mishaps"`
	Caution  string          `json:"caution"`
}

// RescueSymptom is what may be seen.
type RescueSymptom struct {
	ID      string `json:"id"`
	Words   string `json:"words"`
	Short   string `json:"short"`
	Also    string `json:"also"`
	Missing string `json:"missing"` // why this zone can't show it
	Drawn   bool   `json:"drawn"`
}

// RescueCause is why, with how likely that is in words.
type RescueCause struct {
	ID      string  `json:"id"`
	Words   string  `json:"words"`
	Rank    string  `json:"rank"` // most likely, also, hardly
	State   State   `json:"state"`
	Chance  float64 `json:"chance"`
	Because string  `json:"because"`
	Step    string  `json:"step"`
	Did     string  `json:"did"` // the step in words, with when it was done
}

// RescueAsk is the one question that is worth asking.
type RescueAsk struct {
	Test    string `json:"test"`
	Words   string `json:"words"`
	Yes     string `json:"yes"`
	No      string `json:"no"`
	Costs   string `json:"costs"`
	Caution string `json:"caution"`
	Worth   string `json:"worth"`
}

// RescueAnswer is one that was given.
type RescueAnswer struct {
	Test  string `json:"test"`
	Words string `json:"words"`
	Is    string `json:"is"`
}

// RescueWay is what may be done.
type RescueWay struct {
	Remedy  string    `json:"remedy"`
	Words   string    `json:"words"`
	Costs   string    `json:"costs"`  // evenings that are expected to be lost with it
	Chance  string    `json:"chance"` // in words
	Work    string    `json:"work"`
	State   State     `json:"state"`
	Harms   []string  `json:"harms"`
	Deep    int       `json:"deep"` // films that it goes through, from the top
	Until   string    `json:"until"`
	Needs   string    `json:"needs"` // what nothing at hand is
	Steps   []string  `json:"steps"`
	Redo    []string  `json:"redo"`
	Caution string    `json:"caution"`
	Edit    plan.Edit `json:"edit"`
}

// RescueFilm is a film of the stack, from the top.
type RescueFilm struct {
	Name   string `json:"name"`
	Colour string `json:"colour"`
}

// RescueBack is what it costs to go back, once a step has been done.
type RescueBack struct {
	Name     string  `json:"name"`
	Act      string  `json:"act"`
	Evenings float64 `json:"evenings"`
	Done     bool    `json:"done"`
	Shuts    bool    `json:"shuts"`
}

// RescueMishap is what went wrong before, with how its remedy turned out.
type RescueMishap struct {
	Step   string    `json:"step"`
	Words  string    `json:"words"`
	Turned string    `json:"turned"` // empty where nobody said
	Worked plan.Edit `json:"worked"`
	Failed plan.Edit `json:"failed"`
}
