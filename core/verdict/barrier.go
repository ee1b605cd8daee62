package verdict

import (
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/stack"
)

// Barrier is a clear that makes a touch safe.
type Barrier struct {
	Family *coating.Family
	Coats  int
}

// copy returns the question anew, without what was found out about it.
func (q *Question) copy() *Question {
	other := *q
	other.known.risks, other.known.calm = nil, time.Time{}
	return &other
}

// With returns the question asked of another touch.
func (q *Question) With(touch stack.Touch) *Question {
	other := q.copy()
	other.Touch = touch
	return other
}

// Under returns the films that a barrier would go on: those below the touch's own wash.
func (q *Question) Under() stack.Stack {
	own := func(l stack.Layer) bool { return q.Touch.Own != "" && l.Step == q.Touch.Own }
	if i := slices.IndexFunc(q.Films, own); i > 0 {
		return q.Films[:i]
	}
	return q.Films
}

// Glossed returns the question asked over coats of the usual closed gloss, a day old at moment.
func (q *Question) Glossed(coats int, at time.Time) *Question {
	other := q.copy()
	other.Films = q.Under().Glossed(coats, at, q.Air)
	other.Asks = nil
	return other
}

// Barriers returns the families of which a closed barrier of two or three coats, laid at from and given time to harden, keeps the touch from biting, and
// which can be sprayed there themselves.
func (q *Question) Barriers(from time.Time) []Barrier {
	var all []Barrier
	under := q.top()
	for _, f := range coating.Families() {
		if !slices.Contains(f.Kinds, coating.Clear) {
			continue
		}
		spray := stack.Touch{Contact: stack.WetCoat, Liquid: f.Carrier, Welds: f}
		if under.Bite(spray, from, q.Air).Bites() {
			continue
		}
		if coats := q.coatsOf(f, under, from); coats > 0 {
			all = append(all, Barrier{f, coats})
		}
	}
	return all
}

// reached is how many films below a barrier a touch could get to at most.
const reached = 16

// top returns what a barrier would go on, without the films that nothing gets through to from there.
func (q *Question) top() stack.Stack {
	under := q.Under()
	if len(under) <= reached {
		return under
	}
	return append(slices.Clone(under[:1]), under[len(under)-reached+1:]...)
}

// coatsOf returns how many coats of f make the touch safe, 0 where they don't.
func (q *Question) coatsOf(f *coating.Family, under stack.Stack, from time.Time) int {
	for coats := 2; coats <= 3; coats++ {
		film := coating.Film{Family: f, Coats: coats, Wet: f.Wet, Laid: from}
		sealed := append(slices.Clip(under), stack.Lay("", film, q.Air))
		for days := 1; days <= 16; days *= 2 {
			if !sealed.Bite(q.Touch, from.AddDate(0, 0, days), q.Air).Bites() {
				return coats
			}
		}
	}
	return 0
}
