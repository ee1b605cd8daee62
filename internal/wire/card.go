package wire

import "time"

// Card is what the list of builds shows of one.
type Card struct {
	Slug     string     `json:"slug"`
	Promise  string     `json:"promise"`
	Late     bool       `json:"late"`
	Overdue  int        `json:"overdue"`
	Stops    int        `json:"stops"`
	Warns    int        `json:"warns"`
	Next     string     `json:"next"` // what comes next, and where; empty when all is done
	When     string     `json:"when"`
	Zones    []CardZone `json:"zones"`
	Sessions []Session  `json:"sessions"`
	Marks    []CardMark `json:"marks"`
	From     time.Time  `json:"from"`
	To       time.Time  `json:"to"`
	Now      time.Time  `json:"now"`
	Wanted   *time.Time `json:"wanted,omitempty"`
}

// CardZone is a zone as it is now.
type CardZone struct {
	Name  string `json:"name"`
	Skin  Skin   `json:"skin"`
	Films []Film `json:"films"` // the top one first
	Words string `json:"words"` // of its top film
	Done  int    `json:"done"`
	Steps int    `json:"steps"`
	State State  `json:"state"`
}

// CardMark is a step on the small tape.
type CardMark struct {
	Zone int       `json:"zone"`
	At   time.Time `json:"at"`
	End  time.Time `json:"end"`
	Done bool      `json:"done"`
}
