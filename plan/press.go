package plan

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
)

// Press is one press of a key at the bench. Presses are only ever added; what a plan has of them is folded from all, in whatever order they came.
type Press struct {
	ID     string    `json:"id"`
	Device string    `json:"device"`
	Step   string    `json:"step"`
	Word   string    `json:"word"` // a route.Saying, or one of the words below
	At     time.Time `json:"at"`   // when it was so
	Made   time.Time `json:"made"` // when the key was pressed

	Who       string     `json:"who,omitempty"`   // pressed it, in a household or a club
	Of        string     `json:"of,omitempty"`    // of TakeBack and AtTime: the press
	Share     Share      `json:"share,omitempty"` // of the zone that was done, where that was not all of it
	Otherwise *Otherwise `json:"otherwise,omitempty"`
}

// Words of presses about presses.
const (
	TakeBack = "undo"
	AtTime   = "at" // it was at another time
)

// Share is a part of a zone that was done by itself; empty for all of it.
type Share string

// The shares, each with the line along which the rest is parted from it.
const (
	LeftShare  Share = "left"
	RightShare Share = "right"
	FrontShare Share = "front"
	RearShare  Share = "rear"
)

// Shares returns the closed list of shares.
func Shares() []Share { return []Share{LeftShare, RightShare, FrontShare, RearShare} }

// PressWords returns the closed list of what a press can say.
func PressWords() []string {
	all := []string{TakeBack, AtTime}
	for _, s := range route.Sayings() {
		all = append(all, string(s))
	}
	return all
}

// brushed is how much thicker a brush lays than an airbrush.
var brushed = Numbers.Number("brushed", 1.6, "", "dry thickness of a coat that is brushed, against one that is sprayed", fact.Bench("chosen; a brush loads more and levels less"))

// Held holds a press against what it may say. Errors are *FieldError.
func (p Press) Held() error {
	switch {
	case len(p.ID) < 8 || len(p.ID) > 64:
		return fault("id", "from 8 to 64 characters")
	case len(p.Who) > 60:
		return fault("who", "up to 60 characters")
	case p.Device == "" || len(p.Device) > 64:
		return fault("device", "from 1 to 64 characters")
	case !slices.Contains(PressWords(), p.Word):
		return fault("word", "%.40q is none of %s", p.Word, strings.Join(PressWords(), ", "))
	case (p.Word == TakeBack || p.Word == AtTime) != (p.Of != ""):
		return fault("of", "an undo and another time are of a press, and nothing else is")
	case p.Step == "" || len(p.Step) > 100:
		return fault("step", "from 1 to 100 characters")
	case p.Share != "" && !slices.Contains(Shares(), p.Share):
		return fault("share", "%.40q is none of left, right, front, rear", string(p.Share))
	case p.Share != "" && !finishes(p.Word):
		return fault("share", "only what is done is done in part")
	case p.Otherwise != nil && !finishes(p.Word):
		return fault("otherwise", "only what is done is done otherwise")
	case p.Otherwise != nil && p.Otherwise.Laying != nil && p.Otherwise.Laying.unknown():
		return fault("otherwise.laying", "%.40q is no way of laying coats", string(*p.Otherwise.Laying))
	case p.Otherwise != nil && (p.Otherwise.Coats < 0 || p.Otherwise.Coats > 15 || len(p.Otherwise.Product) > 100):
		return fault("otherwise", "up to 15 coats of a product of the plan")
	}
	if err := inYears("at", p.At); err != nil {
		return err
	}
	return inYears("made", p.Made)
}

func (l Laying) unknown() bool {
	return !slices.ContainsFunc(route.Layings(), func(w route.LayingWords) bool { return w.ID == route.Laying(l) })
}

// finishes reports whether a word says that the step is done.
func finishes(word string) bool {
	switch route.Saying(word) {
	case route.Finished, route.WipedOff, route.WentWrong:
		return true
	}
	return false
}

// standing tells which presses hold: those that no undo that holds is of.
func standing(all []Press) map[string]bool {
	undos := map[string][]string{}
	for _, p := range all {
		if p.Word == TakeBack {
			undos[p.Of] = append(undos[p.Of], p.ID)
		}
	}
	holds := map[string]bool{}
	var ask func(id string, deep int) bool
	ask = func(id string, deep int) bool {
		if h, known := holds[id]; known {
			return h
		}
		const most = 200 // presses that undo each other in a ring hold
		h := deep > most || !slices.ContainsFunc(undos[id], func(u string) bool { return ask(u, deep+1) })
		holds[id] = h
		return h
	}
	for _, p := range all {
		ask(p.ID, 0)
		if p.Of != "" { // one that is only known from the plan
			ask(p.Of, 0)
		}
	}
	return holds
}

// amended returns presses with the times that were told of them later, in all; the last word counts.
func amended(some, all []Press, holds map[string]bool) []Press {
	type word struct {
		made time.Time
		id   string
		at   time.Time
	}
	last := map[string]word{}
	for _, p := range all {
		if p.Word != AtTime || !holds[p.ID] {
			continue
		}
		if w, ok := last[p.Of]; !ok || cmp.Or(p.Made.Compare(w.made), cmp.Compare(p.ID, w.id)) > 0 {
			last[p.Of] = word{p.Made, p.ID, p.At}
		}
	}
	out := slices.Clone(some)
	for i := range out {
		if w, ok := last[out[i].ID]; ok {
			out[i].At = w.at
		}
	}
	return out
}

// Fold returns the plan as all presses at its bench have it. It does not matter in which order they came, or how many of them the plan has already. A press for a step that the plan does not have changes
// nothing. words tell what is new.
func (f File) Fold(all []Press) (out File, words []string) {
	out = f.Clone()
	holds := standing(all)
	all = amended(all, all, holds)
	slices.SortFunc(all, func(a, b Press) int { return cmp.Or(a.At.Compare(b.At), cmp.Compare(a.ID, b.ID)) })
	out.part(all, holds, &words)
	of := map[string][]Press{}
	known := map[string]bool{}
	for _, p := range all {
		known[p.ID] = true
		if p.Word != TakeBack && p.Word != AtTime {
			of[p.Step] = append(of[p.Step], p)
		}
	}
	for z := range out.Zones {
		for i := range out.Zones[z].Steps {
			s := &out.Zones[z].Steps[i]
			said := of[s.ID]
			for _, t := range s.Told { // what was pressed on another machine, before the plan came here, is only known from the plan
				if t.ID != "" && !known[t.ID] && spokenOf(t.ID, all) {
					said = append(said, Press{ID: t.ID, Device: t.Device, Step: s.ID, Word: string(t.Said), At: t.At, Who: t.Who, Otherwise: t.Otherwise})
				}
			}
			if len(said) > 0 {
				out.say(z, i, amended(said, all, holds), holds, &words)
			}
		}
	}
	_ = out.carry() // a plan that can't be read keeps what it has: it is told where it is read
	return out, words
}

// spokenOf reports whether a press is of another one.
func spokenOf(id string, all []Press) bool {
	return slices.ContainsFunc(all, func(p Press) bool { return p.Of == id })
}

// say gives a step what was said of it, and what follows from that.
func (f *File) say(z, i int, said []Press, holds map[string]bool, words *[]string) {
	s := &f.Zones[z].Steps[i]
	had := map[string]time.Time{}
	pressed := false // its marks come from presses
	var told []Said
	for _, t := range s.Told {
		if t.ID == "" || !slices.ContainsFunc(said, func(p Press) bool { return p.ID == t.ID }) {
			told = append(told, t)
		} else {
			had[t.ID] = t.At
		}
		if w := route.Saying(t.Said); t.ID != "" && !w.OfFilm() {
			pressed = true
		}
	}
	marks := false
	for _, p := range said {
		at, was := had[p.ID]
		if stands, known := holds[p.ID]; known && !stands {
			if was {
				*words = append(*words, "Took back: "+f.pressWords(z, i, p))
			}
			continue
		}
		marks = marks || !route.Saying(p.Word).OfFilm()
		told = append(told, Said{At: p.At.UTC().Truncate(time.Second), Said: Saying(p.Word), ID: p.ID, Device: p.Device, Who: p.Who, Otherwise: p.Otherwise})
		if !was || !at.Equal(p.At.UTC().Truncate(time.Second)) {
			*words = append(*words, f.pressWords(z, i, p))
		}
	}
	slices.SortStableFunc(told, func(a, b Said) int { return cmp.Or(a.At.Compare(b.At), cmp.Compare(a.ID, b.ID)) })
	s.Told = mostTold(told)
	if pressed || marks {
		s.mark(f)
	}
}

// mostKept is how much of what was said of a step its plan keeps.
const mostKept = 300

// mostTold drops what was said of a film first where that is more than a plan keeps: what was said of the step itself stays.
func mostTold(told []Said) []Said {
	gone := len(told) - mostKept
	told = slices.DeleteFunc(told, func(t Said) bool {
		if gone > 0 && route.Saying(t.Said).OfFilm() {
			gone--
			return true
		}
		return false
	})
	return told[max(0, len(told)-mostKept):]
}

// mark works out what follows from what was said of a step: when it was begun and done, what was seen, how it was done.
func (s *Step) mark(f *File) {
	s.Done, s.Started, s.Seen = nil, nil, ""
	if was := s.Planned; was != nil {
		s.Product, s.Coats, s.ThicknessUM, s.Laying, s.Planned = was.Product, was.Coats, was.ThicknessUM, was.Laying, nil
	}
	for _, t := range s.Told {
		if t.ID == "" {
			continue
		}
		at := t.At.UTC().Truncate(time.Minute)
		switch word := route.Saying(t.Said); {
		case finishes(string(word)):
			s.Done, s.At, s.NotBefore, s.Seen = &at, nil, nil, ""
			if word == route.WentWrong {
				s.Seen = Sight(route.SawSomething)
			}
			if t.Otherwise != nil {
				s.otherwise(f, *t.Otherwise)
			}
		case word == route.Started && s.Started == nil:
			s.Started, s.At, s.NotBefore = &at, nil, nil
		case word == route.LookedFine && s.Done != nil:
			s.Seen = Sight(route.SawNothing)
		}
	}
	if s.Done != nil && s.Started != nil && !s.Started.Before(*s.Done) {
		s.Started = nil
	}
}

// otherwise has a step be what was really done. What the plan can't have, such as a bottle that is gone from it, is left as it was.
func (s *Step) otherwise(f *File, o Otherwise) {
	if s.Planned == nil {
		s.Planned = &Planned{s.Product, s.Coats, s.ThicknessUM, s.Laying}
	}
	do, ok := route.TechniqueNamed(string(s.Do))
	if !ok {
		return
	}
	i := slices.IndexFunc(f.Products, func(p Product) bool { return p.ID == o.Product })
	if i >= 0 && slices.Contains(do.Kinds, f.Products[i].Kind) {
		s.Product = o.Product
	}
	if o.Coats > 0 && o.Coats <= do.Most() {
		s.Coats = o.Coats
	}
	if o.Laying != nil && do.Coating() {
		s.Laying = *o.Laying
	}
	if o.Brushed && do.Lays {
		um := s.ThicknessUM
		if i := slices.IndexFunc(f.Products, func(p Product) bool { return p.ID == s.Product }); um == 0 && i >= 0 {
			if family, ok := coating.FamilyNamed(string(f.Products[i].Family)); ok {
				um = float64(family.Dry(family.Wet))
			}
		}
		s.ThicknessUM = min(500, max(0.1, round2(um*brushed)))
	}
}

// part parts zones of which a share was done by itself from the rest, and joins those again of which that was taken back.
func (f *File) part(all []Press, holds map[string]bool, words *[]string) {
	for i := len(f.Zones) - 1; i >= 0; i-- {
		r := f.Zones[i].Rest
		if r == nil {
			continue
		}
		if holds, known := holds[r.Press]; !known || holds {
			continue
		}
		if _, err := f.joinZones(Edit{Of: f.Zones[i].ID, Zone: r.Of}); err != nil {
			continue // the zone that it was a part of is gone
		}
		if k, err := f.zone(r.Of); err == nil {
			f.Zones[k].Name = r.Name
			*words = append(*words, "Took back that a part of "+r.Name+" was done")
		}
	}
	for _, p := range all {
		if p.Share == "" || !holds[p.ID] || slices.ContainsFunc(f.Zones, func(z Zone) bool { return z.Rest != nil && z.Rest.Press == p.ID }) {
			continue
		}
		z, _, ok := f.Find(p.Step)
		if !ok {
			continue
		}
		name := f.Zones[z].Name
		tried := f.Clone()
		if err := tried.parted(z, p); err == nil {
			*f = tried
			*words = append(*words, fmt.Sprintf("Parted %s: its %s was done by itself", name, shareWords[p.Share]))
		}
	}
}

var shareWords = map[Share]string{LeftShare: "left half", RightShare: "right half", FrontShare: "front half", RearShare: "rear half"}

// Words returns what a share is called in a sentence.
func (s Share) Words() string { return shareWords[s] }

// mostCuts is how many cuts an airframe has, as its schema says too.
const mostCuts = 40

// parted gives what of a zone is not the share of a press to a zone of its own, with a route of its own.
func (f *File) parted(z int, p Press) error {
	if a := f.Airframe; len(f.Zones) >= MaxZones || a != nil && len(a.Cuts) >= mostCuts {
		return fault("share", "no more parts can be told apart")
	}
	id, name := f.Zones[z].ID, f.Zones[z].Name
	shape, err := f.Shape()
	if err != nil {
		return err
	}
	k := shape.Zone(id)
	if k < 0 {
		return fault("share", "%s has no shape of which a part could be told", name)
	}
	line := map[Share]string{LeftShare: "y>0", RightShare: "y<0", FrontShare: fmt.Sprintf("x>%.1f", shape.Middle(k)), RearShare: fmt.Sprintf("x<%.1f", shape.Middle(k))}[p.Share]
	if _, err := f.splitZone(Edit{Of: id, Line: line, Name: name + ", the rest"}); err != nil {
		return err
	}
	f.Zones[z].Name = name + ", " + shareWords[p.Share]
	rest := &f.Zones[len(f.Zones)-1]
	rest.Rest = &Rest{Of: id, Name: name, Press: p.ID}
	for i := range rest.Steps { // what was said of the zone before was said of both; keys that are pressed from now on are of one
		for n := range rest.Steps[i].Told {
			rest.Steps[i].Told[n].ID = ""
		}
	}
	return nil
}

// pressWords tells a press in a sentence.
func (f *File) pressWords(z, i int, p Press) string {
	of, at := f.stepWords(z, i), f.clock(p.At)
	switch route.Saying(p.Word) {
	case route.Started:
		return "Began " + of + ", " + at
	case route.Finished:
		return "Marked " + of + " done, " + at
	case route.WipedOff:
		return "Wiped: " + of + ", " + at
	case route.WentWrong:
		return say.Capital(of) + " did not work, " + at
	case route.LookedFine:
		return "Looked at " + of + ": nothing seen"
	}
	return say.Capital(of) + ": " + filmWords[route.Saying(p.Word)] + ", " + at
}

var filmWords = map[route.Saying]string{route.Tacky: "still tacky", route.TouchDry: "touch-dry", route.TookRub: "took the rub", route.Rubbed: "marked by the rub", route.Bit: "was bitten", route.NoBite: "was not bitten"}

// Disputed returns presses of a step that two devices answer differently, in pairs: done at two times, or tacky after it was touch-dry.
func (s Step) Disputed() (pairs [][2]Said) {
	for i, a := range s.Told {
		for _, b := range s.Told[i+1:] {
			if a.ID == "" || b.ID == "" || a.Device == b.Device {
				continue
			}
			twice := finishes(string(a.Said)) && finishes(string(b.Said)) && b.At.Sub(a.At) > disputes
			if twice || a.Said == Saying(route.TouchDry) && b.Said == Saying(route.Tacky) {
				pairs = append(pairs, [2]Said{a, b})
			}
		}
	}
	return pairs
}

var disputes = time.Duration(Numbers.Number("dispute", 5, "min", "that two screens may lie apart with the same answer", fact.Bench("chosen; one is pressed a little after the other"))) * time.Minute

// Turned returns the presses that say what an undo or a redo of a plan's last change did to what was pressed: what is no longer there is taken back, what is there again stands again. Each gets an id of newID.
func Turned(before, after File, all []Press, now time.Time, newID func() string) (out []Press) {
	holds := standing(all)
	told := func(f File) map[string]time.Time {
		ids := map[string]time.Time{}
		for _, z := range f.Zones {
			for _, s := range z.Steps {
				for _, t := range s.Told {
					if t.ID != "" {
						ids[t.ID] = t.At
					}
				}
			}
		}
		return ids
	}
	was, is := told(before), told(after)
	takeBack := func(p Press) {
		out = append(out, Press{ID: newID(), Device: p.Device, Step: p.Step, Word: TakeBack, At: now, Made: now, Of: p.ID})
	}
	for _, p := range all {
		at, gone := was[p.ID]
		back, there := is[p.ID]
		switch {
		case p.Word == TakeBack || p.Word == AtTime:
		case gone && !there && holds[p.ID]:
			takeBack(p)
		case there && !holds[p.ID]:
			for _, u := range all {
				if u.Word == TakeBack && u.Of == p.ID && holds[u.ID] {
					takeBack(u)
				}
			}
		case gone && there && !at.Equal(back):
			for _, u := range all {
				if u.Word == AtTime && u.Of == p.ID && holds[u.ID] && u.At.UTC().Truncate(time.Second).Equal(at) {
					takeBack(u)
				}
			}
		}
	}
	return out
}
