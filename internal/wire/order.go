package wire

import (
	"time"

	"inkysparrow/plan"
)

// Order is all builds of the bench on one tape: as they stand, and in the best order that was found.
type Order struct {
	Now      time.Time      `json:"now"`
	Zone     string         `json:"zone"`
	Builds   []OrderBuild   `json:"builds"`
	Evenings []OrderEvening `json:"evenings"`
	Clashes  []string       `json:"clashes"` // builds that want the same hands as they stand
	Better   bool           `json:"better"`  // the best order is better than how they stand
	Kept     bool           `json:"kept"`    // what was found is too little better to leave the order that is followed
	Taken    bool           `json:"taken"`   // steps stand by an order that was taken
	Pinned   int            `json:"pinned"`  // steps that are pinned, and stay
	Gains    []string       `json:"gains"`   // what it gains, the most important first
	Costs    []string       `json:"costs"`   // and what it gives up
	Proof    string         `json:"proof"`   // how far it is proven that no order is better
	Proven   bool           `json:"proven"`  // in all that counts
	Looked   string         `json:"looked"`  // how long was looked for it
	Late     []string       `json:"late"`    // builds whose date no order that was found keeps
	Buy      []OrderBuy     `json:"buy"`
	Aims     string         `json:"aims"`    // what counted, in its order
	Choices  []OrderAims    `json:"choices"` // what may count
}

// OrderAims is a way to put what counts.
type OrderAims struct {
	Title string `json:"title"`
	Aims  string `json:"aims"`
}

// OrderBuild is a build on the tape of all.
type OrderBuild struct {
	Slug     string               `json:"slug"`
	Name     string               `json:"name"`
	Revision int64                `json:"revision"`
	Wanted   string               `json:"wanted"`
	Stands   string               `json:"stands"` // when it is ready as it stands
	Best     string               `json:"best"`   // and in the best order
	Sooner   int                  `json:"sooner"` // days
	State    State                `json:"state"`  // whether its date is kept in the best order
	Moves    []OrderMove          `json:"moves"`
	Turns    map[string]time.Time `json:"turns"`
	Offered  bool                 `json:"offered"` // the better order is offered beside its tape
}

// OrderMove is a step that the best order has on another day.
type OrderMove struct {
	Step  string `json:"step"`
	Title string `json:"title"`
	From  string `json:"from"`
	To    string `json:"to"`
	Why   string `json:"why"`
}

// OrderEvening is an evening of the best order.
type OrderEvening struct {
	From    time.Time     `json:"from"`
	To      time.Time     `json:"to"`
	Label   string        `json:"label"`
	Hours   string        `json:"hours"`
	Busy    int           `json:"busy"` // minutes of hands in the best order
	Room    int           `json:"room"` // minutes of hands that it has
	Date    plan.Date     `json:"date"`
	Second  bool          `json:"second"` // a second pair of hands is there
	Open    []string      `json:"open"`   // the builds whose bench is open then
	Was     int           `json:"was"`    // minutes of hands as the builds stand, together
	Flushes int           `json:"flushes"`
	Tickets []OrderTicket `json:"tickets"`
	Cores   []OrderCore   `json:"cores"` // of the builds that something is done on
}

// OrderTicket is a step of an evening.
type OrderTicket struct {
	Build   string    `json:"build"`
	Step    string    `json:"step"`
	Zone    string    `json:"zone"`
	Short   string    `json:"short"`
	Title   string    `json:"title"`
	Start   time.Time `json:"start"`
	End     time.Time `json:"end"`
	When    string    `json:"when"`
	Minutes int       `json:"minutes"`
	Colour  string    `json:"colour"`
	Moved   bool      `json:"moved"` // it stands on another day now
	Pinned  bool      `json:"pinned"`
}

// OrderCore is a strip of core: the films on the zone of a build that is worked on most, once the evening is over.
type OrderCore struct {
	Build string   `json:"build"`
	Zone  string   `json:"zone"`
	Films []string `json:"films"` // colours, from the plastic up
}

// OrderBuy is something to be bought.
type OrderBuy struct {
	Name   string  `json:"name"`
	Colour string  `json:"colour"`
	ML     float64 `json:"ml"`
	Have   float64 `json:"have"` // -1 where that is not known
	By     string  `json:"by"`
	For    string  `json:"for"`
}

// InWay is what holds a build's date, and what would free it.
type InWay struct {
	Name   string      `json:"name"`
	Words  string      `json:"words"`
	Chain  []InWayLink `json:"chain"`
	Ways   []InWayOut  `json:"ways"`
	Tried  bool        `json:"tried"` // the ways were tried; false where only the chain was asked for
	Wanted string      `json:"wanted"`
}

// InWayLink is a step that the date hangs on.
type InWayLink struct {
	Build string `json:"build"`
	Step  string `json:"step"`
	Zone  string `json:"zone"`
	Title string `json:"title"`
	When  string `json:"when"`
	Holds string `json:"holds"`
	Wait  string `json:"wait"` // since the one before it; empty for none
	Words string `json:"words"`
}

// InWayOut is a way out that was tried.
type InWayOut struct {
	ID     string      `json:"id"`
	Words  string      `json:"words"`
	Gain   string      `json:"gain"`
	Price  string      `json:"price"`
	Risk   string      `json:"risk"`
	Edits  []plan.Edit `json:"edits"`
	All    bool        `json:"all"`
	Enough bool        `json:"enough"` // the date is kept then
}

// MissedEvenings is what missing each of the coming evenings costs.
type MissedEvenings struct {
	Evenings []MissedEvening `json:"evenings"`
	Words    string          `json:"words"`
}

// MissedEvening is what missing one evening costs.
type MissedEvening struct {
	From   time.Time `json:"from"`
	Date   string    `json:"date"`
	Label  string    `json:"label"`
	Words  string    `json:"words"`
	Weight float64   `json:"weight"` // 0 to 1, against the one that matters most
	Most   bool      `json:"most"`
}

// AwayCost is what some days away cost.
type AwayCost struct {
	Words string   `json:"words"`
	Lines []string `json:"lines"`
}

// TakeOrder changes several builds at once, all or none.
type TakeOrder struct {
	Words   string        `json:"words" validate:"max=300"`
	Changes []OrderChange `json:"changes" validate:"min=1,max=100,dive"`
}

// OrderChange is what is done to one build.
type OrderChange struct {
	Slug     string      `json:"slug" validate:"min=1,max=200"`
	Revision int64       `json:"revision"`
	Edits    []plan.Edit `json:"edits" validate:"min=1,max=20"`
}

// OrderTaken is where the builds then stand.
type OrderTaken struct {
	Words  string       `json:"words"`
	Builds []OrderStand `json:"builds"`
}

// OrderStand is where a build stands.
type OrderStand struct {
	Slug     string `json:"slug"`
	Revision int64  `json:"revision"`
}

// UndoOrder takes a change of several builds back.
type UndoOrder struct {
	Builds []OrderStand `json:"builds" validate:"min=1,max=100,dive"`
}
