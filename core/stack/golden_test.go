package stack_test

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
	"inkysparrow/internal/golden"
)

func wholly(r stack.Reach) string {
	return fmt.Sprintf("%d hard %.3f wet %v like %.3f soft %.4f open %.4f lag %.1f depth %.4f loss %.4f dug %.4f whole %v; ", r.Place, r.Hard, r.Wet, r.RED, r.Soft, r.Exposed, r.Lag.Minutes(), r.Depth, r.Loss, r.Dug, r.Whole)
}

// What liquids and tools do to films laid on each other at random stands in a file.
func TestReachAsItWas(t *testing.T) {
	var b bytes.Buffer
	r := rand.New(rand.NewPCG(21, 10))
	start := time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)
	room, families, liquids, contacts := climate.Constant(climate.Room), coating.Families(), solvent.Bought(), stack.Contacts()
	for i := range 1500 {
		s, at := stack.On(room), start
		for n := range 1 + r.IntN(4) {
			f := families[r.IntN(len(families))]
			film := coating.Film{Family: f, Coats: 1 + r.IntN(3), Wet: f.Wet, Laid: at, Quick: r.IntN(5) == 0, Smooth: r.IntN(4) == 0, Painted: r.IntN(4) == 0}
			if r.IntN(4) == 0 {
				film.Share = r.Float64()
			}
			s = append(s, stack.Lay(fmt.Sprint(n), film, room))
			at = at.Add(time.Duration(r.ExpFloat64()*float64(12*time.Hour)) + time.Minute)
		}
		touch := stack.Touch{Contact: contacts[r.IntN(len(contacts))], Liquid: liquids[r.IntN(len(liquids))]}
		switch r.IntN(6) {
		case 0:
			touch.Liquid = nil
		case 1:
			touch.Own = fmt.Sprint(len(s) - 2)
		case 2:
			touch.Lifts = r.IntN(len(s))
		case 3:
			touch.Welds = s[len(s)-1].Film.Family
		case 4:
			touch.Contact = touch.Contact.Standing(coating.Microns(100 * r.Float64()))
		}
		moment := start.Add(time.Duration(r.ExpFloat64() * float64(36*time.Hour)))
		text := fmt.Sprintf("touch %.2f min ", stack.ContactTime(touch.Contact, touch.Liquid, moment, room).Minutes())
		for x := range s.Cut(touch, moment, room) {
			text += wholly(x)
		}
		text += "worst " + wholly(s.Bite(touch, moment, room))
		for x := range s.Risks(touch, moment, room) {
			text += fmt.Sprintf("risk %d %.3f %.3f %.3f ", x.Place, x.Bitten, x.Dug, x.Wet)
		}
		for x := range s.Rubs(touch.Own, moment) {
			text += fmt.Sprintf("rub %d %.3f %.3f %.3f ", x.Place, x.Hard, x.Exposed, x.Chance)
		}
		for place := range s {
			mm, seen := s.Carried(touch, place, moment, room)
			text += fmt.Sprintf("carried %.3f %.3f wrinkles %.3f ", mm, seen, s[place].Wrinkles(moment))
			if touch.Liquid != nil {
				text += fmt.Sprintf("lag %.2f ", s.Lag(place, touch.Liquid, moment).Minutes())
			}
			if shuts, opens, ok := s[place].BadWindow(); ok {
				text += fmt.Sprintf("bad from %.1f to %.1f h ", shuts.Sub(start).Hours(), opens.Sub(start).Hours())
			}
			if c := s.Bite(touch, moment, room); c.Place >= 0 {
				text += fmt.Sprint(c.Buckles(s[c.Place].Film.Family, touch.Contact), c.Bites())
			}
		}
		if i >= 20 {
			text = golden.Digest(text)
		}
		fmt.Fprintf(&b, "%d %s\n", i, text)
	}
	golden.Hold(t, "testdata/reach.golden", b.Bytes())
}
