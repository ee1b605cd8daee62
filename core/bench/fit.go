package bench

import (
	"slices"
	"time"

	"inkysparrow/core/clock"
	"inkysparrow/core/route"
	"inkysparrow/core/schedule"
	"inkysparrow/core/timeline"
)

// Block is a piece of work in a given time.
type Block struct {
	Entry
	Start, End time.Time
	Kind       BlockKind
}

// BlockKind is what a block is.
type BlockKind string

// The kinds of block.
const (
	Work  BlockKind = "work"
	Clean BlockKind = "clean" // the airbrush
	Wait  BlockKind = "wait"
	Tidy  BlockKind = "tidy"
)

// Fits is what can be done in a given time.
type Fits struct {
	Blocks []Block
	Spare  time.Duration // of the time, when all of it is done and tidied up
	More   time.Duration // in all, for what does not fit any more; 0 for nothing
	Extra  Entry         // what that is
}

// worthWaiting is a wait that is worth a block of its own.
const worthWaiting = 2 * time.Minute

// Fit tells what can be done in so much time from now on, the airbrush cleaned and the bench tidied: in the order of what is open, a wash only with its wipe, and in the waits whatever fits into them.
func (t *Tonight) Fit(within time.Duration) Fits {
	end := t.At.Add(within)
	todo := append(slices.Clone(t.Now), t.Later...)
	var f Fits
	owed := 0 // wipes of what is laid: they come first in todo, and nothing may put them beyond the end
	at, loaded := t.At, schedule.Cup{}
	racks, _ := timeline.Racks(t.builds, t.At)
	clean := func(before schedule.Cup) {
		if takes := cleaning(loaded, before); takes > 0 {
			f.Blocks = append(f.Blocks, Block{Kind: Clean, Start: at, End: at.Add(takes)})
			at = at.Add(takes)
		}
		loaded = before
	}
	work := func(e Entry) {
		clean(t.loads(&e))
		racks.Book(at, t.asks(&e))
		f.Blocks = append(f.Blocks, Block{Entry: e, Kind: Work, Start: at, End: at.Add(e.Minutes)})
		at = at.Add(e.Minutes)
	}
	for len(todo) > 0 {
		best, soonest := -1, time.Time{}
		for i := range todo {
			when := clock.Later(at, todo[i].At)
			if free := racks.Stands(when, t.asks(&todo[i])); free.After(when) {
				todo[i].At = free
			}
			need := t.needs(&todo[i], clock.Later(at, todo[i].At), loaded)
			if need.After(end) || i >= owed && t.puts(todo[:owed], &todo[i], clock.Later(at, todo[i].At), loaded).After(end) {
				continue
			}
			if !todo[i].At.After(at) {
				best = i
				break
			}
			if soonest.IsZero() || todo[i].At.Before(soonest) {
				best, soonest = i, todo[i].At
			}
		}
		if best < 0 {
			break
		}
		e := todo[best]
		if wait := e.At.Sub(at); wait > 0 {
			if wait >= cleaning(loaded, schedule.Cup{}) {
				clean(schedule.Cup{})
				wait = e.At.Sub(at)
			}
			if wait >= worthWaiting {
				f.Blocks = append(f.Blocks, Block{Kind: Wait, Start: at, End: e.At})
			}
			at = clock.Later(at, e.At)
		}
		work(e)
		todo = slices.Delete(todo, best, best+1)
		if best < owed {
			owed--
		}
		if wipe, ok := e.wipe(at); ok { // a wash is wiped before one goes
			todo = slices.Insert(todo, owed, wipe)
			owed++
		}
	}
	clean(schedule.Cup{})
	if len(f.Blocks) > 0 {
		f.Blocks = append(f.Blocks, Block{Kind: Tidy, Start: at, End: at.Add(tidying)})
		at = at.Add(tidying)
	}
	f.Spare = max(0, end.Sub(at))
	for i := range todo {
		if more := t.needs(&todo[i], clock.Later(at.Add(-tidying), todo[i].At), schedule.Cup{}).Sub(t.At); f.More == 0 || more < f.More {
			f.More, f.Extra = more, todo[i]
		}
	}
	return f
}

// puts returns when the wipes that are owed are all done, if another step is done before them.
func (t *Tonight) puts(owed []Entry, e *Entry, at time.Time, loaded schedule.Cup) time.Time {
	if len(owed) == 0 {
		return time.Time{}
	}
	at = t.needs(e, at, loaded).Add(-tidying)
	for i := range owed {
		at = clock.Later(at, owed[i].At).Add(owed[i].Minutes)
	}
	return at.Add(tidying)
}

// wipe returns the wipe of a wash that was laid by at.
func (e *Entry) wipe(at time.Time) (Entry, bool) {
	p := e.Step()
	by := p.Step.WipedBy
	if by == nil || e.Place+1 >= len(e.Line.Steps) || e.Line.Steps[e.Place+1].Step != by {
		return Entry{}, false
	}
	w := &e.Line.Steps[e.Place+1]
	shift := at.Sub(p.End)
	return Entry{Plan: e.Plan, Line: e.Line, Place: e.Place + 1, At: clock.Later(w.Start, w.Opens).Add(shift), Minutes: e.Line.Zone.Attended(by), Opens: w.Opens.Add(shift), Closes: w.Closes.Add(shift)}, true
}

// needs returns when a step that is begun at a moment is done, with its wipe, the airbrush clean and the bench tidy.
func (t *Tonight) needs(e *Entry, at time.Time, loaded schedule.Cup) time.Time {
	at = at.Add(cleaning(loaded, t.loads(e)) + e.Minutes + cleaning(t.loads(e), schedule.Cup{}))
	if w, ok := e.wipe(at); ok {
		at = clock.Later(at, w.At).Add(w.Minutes)
	}
	return at.Add(tidying)
}

// asks returns what a step asks of the bench.
func (t *Tonight) asks(e *Entry) schedule.Need {
	tl := t.builds[e.Plan]
	return timeline.Elsewhere(tl.Plan, tl.NeedOf(e.Line.Zone, e.Step().Step))
}

// loads returns what a step loads the airbrush with.
func (t *Tonight) loads(e *Entry) schedule.Cup { return t.builds[e.Plan].Plan.Cup(e.Step().Step) }

// cleaning returns how long it takes from one cup to the next: what is not sprayed on with is put away clean.
func cleaning(loaded, next schedule.Cup) time.Duration {
	switch {
	case loaded.Chem == "":
		return 0
	case next.Chem == "" || next.Brush != loaded.Brush:
		return route.Cleaning
	}
	return loaded.Apart(next)
}

// Patch is a part of a zone that is washed and wiped by itself, with its clock.
type Patch struct {
	Lay, Laid     time.Time
	Opens, Closes time.Time
}

// Patches returns in which patches a wash is laid from a moment on, so that none is past its window before the cloth comes to it: one patch where all of it can be wiped in time.
func Patches(e *Entry, from time.Time) []Patch {
	p := e.Step()
	by := p.Step.WipedBy
	if by == nil || e.Place+1 >= len(e.Line.Steps) || e.Line.Steps[e.Place+1].Step != by {
		return nil
	}
	w := &e.Line.Steps[e.Place+1]
	lay, wipe := e.Minutes, e.Line.Zone.Attended(by)
	opens, closes := max(0, w.Opens.Sub(p.End)), w.Closes.Sub(p.End)
	n := time.Duration(1)
	for ; n < mostPatches; n++ {
		if begin := opensAll(lay/n, wipe/n, opens); begin <= closes && begin+wipe/n-lay/n <= closes {
			break
		}
	}
	var all []Patch
	at := from
	for range n {
		laid := at.Add(lay / n)
		all = append(all, Patch{Lay: at, Laid: laid, Opens: laid.Add(opens), Closes: laid.Add(closes)})
		at = clock.Later(laid, at.Add(opensAll(lay/n, wipe/n, opens))).Add(wipe / n) // it is wiped before the next is laid
	}
	return all
}

// opensAll returns how long after the first stroke of a patch its wipe may begin, so that it nowhere comes to what is not open yet: it goes over the patch in the order in which that was laid.
func opensAll(lay, wipe, opens time.Duration) time.Duration { return max(lay, opens, opens+lay-wipe) }

// mostPatches is how many patches a zone is parted into at most.
const mostPatches = 12
