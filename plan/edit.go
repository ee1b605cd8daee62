package plan

import (
	"context"
	"slices"
	"time"

	"inkysparrow/core/route"
)

// Edit is one change that a person makes to a plan. Which fields it needs depends on Do.
type Edit struct {
	Do       string    `json:"do" jsonschema:"enum=put-step,enum=move-step,enum=copy-step,enum=remove-step,enum=put-product,enum=remove-product,enum=put-part,enum=remove-part,enum=put-zone,enum=copy-zone,enum=remove-zone,enum=put-settings,enum=mark-done,enum=mark-below,enum=saw,enum=mark-started,enum=unmark,enum=put-off,enum=lay-anew,enum=catch-up,enum=pin,enum=put-at,enum=let-go,enum=put-day,enum=put-hands,enum=put-wash,enum=put-airframe,enum=split-zone,enum=join-zones,enum=put-feature,enum=pull-stain,enum=move-marking,enum=scatter,enum=rescue,enum=turned,enum=finish,enum=keep-way,enum=order,enum=stay-away"`
	Of       string    `json:"of,omitempty"`                                   // the id of what is changed; empty where something is added
	Zone     string    `json:"zone,omitempty"`                                 // where a step is added
	Before   string    `json:"before,omitempty"`                               // the step that it comes before; empty for the end
	By       int       `json:"by,omitempty" jsonschema:"minimum=-1,maximum=1"` // of move-step, one place down or up in place of before something
	Zones    []string  `json:"zones,omitempty"`                                // where a step is copied to
	Step     *Step     `json:"step,omitempty"`
	Product  *Product  `json:"product,omitempty"` // of put-product; with put-step one that the plan doesn't have yet
	Part     *Part     `json:"part,omitempty"`
	NewZone  *Zone     `json:"new_zone,omitempty"` // its steps are left as they are
	Settings *Settings `json:"settings,omitempty"`

	Seen Sight      `json:"seen,omitempty"` // of saw
	At   *time.Time `json:"at,omitempty"`   // when it was done or begun; now where it is left out. Of pin, the start

	Mishap   *Mishap   `json:"mishap,omitempty"`   // of rescue: what went wrong with the step
	Steps    []Step    `json:"steps,omitempty"`    // of rescue: its remedy, in their order; wipes name their wash by its id here
	Products []Product `json:"products,omitempty"` // of rescue: those that the plan doesn't have yet, by the ids that the steps name

	Wipe *Step `json:"wipe,omitempty"` // of put-wash, how it is wiped
	Seal bool  `json:"seal,omitempty"` // of put-wash, two coats of clear first

	Airframe *Airframe        `json:"airframe,omitempty"` // of put-airframe; none takes it away
	Line     string           `json:"line,omitempty"`     // of split-zone
	Name     string           `json:"name,omitempty"`     // of split-zone: what the new zone is called; of keep-way: what the way is called, empty to keep it no longer
	Feature  *AirframeFeature `json:"feature,omitempty"`
	Marking  *MarkingTo       `json:"marking,omitempty"` // of move-marking
	Stain    *StainHow        `json:"stain,omitempty"`   // of pull-stain; none makes it as planned again

	Turns map[string]time.Time `json:"turns,omitempty"` // of order: when each step's turn comes; the others have none, and no step where it is empty

	Date  Date    `json:"date,omitempty"`  // of finish, the day that it was finished, empty for not yet; of put-day
	Hours []Hours `json:"hours,omitempty"` // when the bench is open on that day; not at all where there are none
	Usual bool    `json:"usual,omitempty"` // of put-day: the day follows its week again
	Hands int     `json:"hands,omitempty"` // of put-hands: how many pairs are there on date
	Days  int     `json:"days,omitempty"`  // of stay-away: how many days from date on nobody is at the bench
}

// Hours are a stretch of a day.
type Hours struct {
	From Clock `json:"from"`
	To   Clock `json:"to"`
}

// Settings are what a plan says of the build as a whole.
type Settings struct {
	Build      Build                           `json:"build"`
	Climate    *Climate                        `json:"climate,omitempty"`
	Sessions   []Session                       `json:"sessions"`
	Exceptions []Exception                     `json:"exceptions"`
	Airbrushes []Airbrush                      `json:"airbrushes,omitempty"`
	Racks      int                             `json:"racks,omitempty" jsonschema:"minimum=0,maximum=100"`
	Timezone   string                          `json:"timezone"`
	Schools    map[route.Question]route.Choice `json:"schools"`
	Service    *Service                        `json:"service,omitempty"`
}

// Edit returns a copy of the plan with e carried out, and what was done in words. The copy has been held against the schema and its
// references followed. Errors are *FieldError and name the place in the plan as it would be.
func (f File) Edit(e Edit) (File, string, error) { return f.EditContext(context.Background(), e) }

// Sound holds a plan that was made here against the schema and its references, and returns it as it is then read.
func (f File) Sound() (File, error) {
	text, err := f.Write()
	if err != nil {
		return File{}, err
	}
	checked, err := Parse(text)
	if err != nil {
		return File{}, err
	}
	checked.now, checked.mind, checked.air, checked.went, checked.hand = f.now, f.mind, f.air, f.went, f.hand
	_, err = checked.Resolve()
	return checked, err
}

// EditContext is Edit for somebody who may go meanwhile.
func (f File) EditContext(ctx context.Context, e Edit) (File, string, error) {
	out, words, err := f.edited(ctx, e)
	if err != nil {
		return File{}, "", err
	}
	checked, err := out.Sound()
	if err != nil {
		return File{}, "", ofPlan(err, out)
	}
	if err := harmless(checked, textsOf(f)); err != nil {
		return File{}, "", ofPlan(err, out)
	}
	return checked, words, nil
}

// edited carries an edit out without holding what comes of it against the format: enough to try what is offered.
func (f File) edited(ctx context.Context, e Edit) (File, string, error) {
	out := f.Clone()
	do, ok := edits[e.Do]
	if e.Do == catchUp { // the one that lays the plan out
		do, ok = func(f *File, _ Edit) (string, error) { return f.catchUp(ctx) }, true
	}
	if !ok {
		return File{}, "", fault("edit.do", "%q is not an edit", e.Do)
	}
	words, err := do(&out, e)
	if err == nil {
		err = out.carry()
	}
	if err == nil {
		err = context.Cause(ctx)
	}
	if err != nil {
		return File{}, "", err
	}
	return out, words, nil
}

var edits = map[string]func(*File, Edit) (string, error){
	"put-step": (*File).putStep, "move-step": (*File).moveStep, "copy-step": (*File).copyStep, "remove-step": (*File).removeStep,
	"put-part": (*File).putPart, "remove-part": (*File).removePart, "put-product": (*File).putProduct, "remove-product": (*File).removeProduct, "put-zone": (*File).putZone, "copy-zone": (*File).copyZone, "remove-zone": (*File).removeZone,
	"put-settings": (*File).putSettings,
	"mark-done":    (*File).markDone, "mark-below": (*File).markBelow, "saw": (*File).saw, "mark-started": (*File).markStarted, "unmark": (*File).unmark, "put-off": (*File).putOff, "lay-anew": (*File).layAnew,
	"pin": (*File).pin, "put-at": (*File).putAt, "let-go": (*File).letGoEdit, "put-day": (*File).putDay, "put-hands": (*File).putHands, "put-wash": (*File).putWash,
	"put-airframe": (*File).putAirframe, "split-zone": (*File).splitZone, "join-zones": (*File).joinZones, "put-feature": (*File).putFeature, "pull-stain": (*File).pullStain, "move-marking": (*File).moveMarking, "scatter": (*File).scatter, "rescue": (*File).rescue, "turned": (*File).turned,
	"finish": (*File).finish, "keep-way": (*File).keepWay, "order": (*File).takeOrder, "stay-away": (*File).stayAway,
}

func (f *File) zone(id string) (int, error) {
	i := slices.IndexFunc(f.Zones, func(z Zone) bool { return z.ID == id })
	if i < 0 {
		return 0, fault("edit.zone", "no zone %q in the plan", id)
	}
	return i, nil
}

func (f *File) step(id string) (zone, place int, err error) {
	zone, place, ok := f.Find(id)
	if !ok {
		return 0, 0, fault("edit.of", "no step %q in the plan", id)
	}
	return zone, place, nil
}

func (f *File) putSettings(e Edit) (string, error) {
	if e.Settings == nil {
		return "", fault("edit.settings", "missing")
	}
	s := *e.Settings
	f.Build, f.Climate, f.Sessions, f.Exceptions, f.Timezone, f.Schools = s.Build, s.Climate, s.Sessions, s.Exceptions, s.Timezone, s.Schools
	f.Airbrushes, f.Racks, f.Service = s.Airbrushes, s.Racks, s.Service
	return "Changed the settings", nil
}

// Settings returns what the plan says of the build as a whole, ready to be edited.
func (f File) Settings() Settings {
	return Settings{Build: f.Build, Climate: f.Climate, Sessions: f.Sessions, Exceptions: f.Exceptions, Airbrushes: f.Airbrushes, Racks: f.Racks, Timezone: f.Timezone, Schools: f.Schools, Service: f.Service}
}
