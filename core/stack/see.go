package stack

import (
	"iter"
	"math"
	"slices"
	"sync"
	"time"

	"inkysparrow/core/chance"
	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
)

// A stack is looked at under a touch at a moment once, and can then be asked what becomes of it with products of any pace: only how far each film has hardened
// differs. One pace stands for all films at once, each as far from the middle of its family as the others from theirs; of films of one modeller's, that is nearer
// to the truth than that each has a pace of its own.

// sight is a stack under a touch at a moment.
type sight struct {
	films   Stack
	touch   Touch
	moment  time.Time
	contact time.Duration
	seen    []look // from the top down; made when a touch first gets there, so that a zone of many films costs no more than what is reached
	deep    int    // place of the lowest film that is looked at
	borders []float64
	risks   []Risk // from the top down
}

// look is one of its films.
type look struct {
	made  bool
	quiet bool // whatever its pace, nobody sees what the touch does to it
	own   cure.Age
	first []cure.Age // of its first 1, 2 ... coats
	pace  float64    // spread
	bites float64    // how it stands liquids, against what is computed: as a pace
	near  near
}

var sights = sync.Pool{New: func() any { return new(sight) }}

func (s Stack) see(touch Touch, moment time.Time, air climate.Record) *sight {
	v := sights.Get().(*sight)
	v.films, v.touch, v.moment, v.contact = s, touch, moment, ContactTime(touch.Contact, touch.Liquid, moment, air)
	v.seen, v.deep = v.seen[:0], 0
	return v
}

// done hands the sight back.
func (v *sight) done() {
	v.films, v.touch = nil, Touch{}
	sights.Put(v)
}

func (v *sight) at(place int) *look {
	down := len(v.films) - 1 - place
	for len(v.seen) <= down {
		if len(v.seen) == cap(v.seen) {
			v.seen = append(v.seen, look{})
		} else {
			v.seen = v.seen[:len(v.seen)+1]
		}
		v.seen[len(v.seen)-1].made = false
	}
	l := &v.seen[down]
	if l.made {
		return l
	}
	layer := &v.films[place]
	l.quiet, l.bites = false, layer.Film.Bites()
	l.made, l.own, l.pace, l.near, l.first = true, layer.Age(v.moment), chance.Bites(layer.Film), nearness(v.touch.Liquid, layer.Film.Family), l.first[:0]
	for n := range layer.first {
		l.first = append(l.first, layer.first[n].Age(v.moment))
	}
	return l
}

// each yields what the touch does to every film it reaches, the top one first, with films that are slower than the middle by so many spreads of their pace.
func (v *sight) each(slower float64, yield func(Reach) bool) {
	exposed, lag := 1.0, 0.0 // lag is the sum of L/sqrt(D), in sqrt(s)
	touch := &v.touch
	welds := touch.Welds != nil
	last, pace := 0.0, 1.0 // films of one spread have one pace
	for i := len(v.films) - 1; i >= v.deep; i-- {
		layer := &v.films[i]
		f := layer.Film.Family
		if layer.Film.Laid.After(v.moment) || f.IsLoose() {
			continue
		}
		wait := time.Duration(lag * lag / 6 * float64(time.Second))
		if exposed < unreached && (touch.Liquid == nil || wait >= v.contact) {
			return
		}
		welds = welds && f.ID == touch.Welds.ID
		meant := welds || f.Mechanism == coating.Moulded && touch.Contact.Sprayed || // a primer that etches the plastic holds on it
			touch.Own != "" && layer.Step == touch.Own || touch.Lifts > 0 && i >= touch.Lifts
		l := v.at(i)
		if l.quiet && !f.Closed {
			continue
		}
		if l.pace != last {
			last, pace = l.pace, math.Exp(l.pace*slower)
		}
		slow := pace * l.bites
		hard, wet := l.own.At(slow)
		var a assault
		if !wet {
			a = l.near.attack(hard)
		}
		if !meant && !l.quiet && !yield(v.reach(i, a, wet, exposed, wait)) {
			return
		}
		if layer.Film.Covers() && !(touch.Lifts > 0 && i >= touch.Lifts) {
			open, lags := v.barrier(i, a, wet, slow)
			exposed *= open
			lag += lags
		}
	}
}

func (v *sight) reach(place int, a assault, wet bool, exposed float64, wait time.Duration) Reach {
	film, touch := &v.films[place].Film, &v.touch
	if wet {
		return Reach{Place: place, Wet: true, Exposed: exposed, Lag: wait, Depth: film.Thickness(), Loss: film.Thickness() * coating.Microns(exposed)}
	}
	r := Reach{Place: place, Hard: a.hard, RED: a.red, Soft: a.soft, Exposed: exposed, Lag: wait}
	f := film.Family
	full := float64(film.Thickness())
	r.Depth = coating.Microns(min(full, a.depth(v.contact)))
	dig := 0.0
	if f.Mechanism.Hardens {
		dig = min(full, max(0, toolDepth*(touch.Contact.Tool-float64(a.hard))))
	}
	if touch.Contact.Is(ChipWork) && f.IsLive() {
		exposed = 0 // where a lower medium lets go at a weak spot there is one chip more; all of it must not
	}
	r.Dug = coating.Microns(exposed * dig)
	loss := exposed * float64(r.Depth) * a.displaced(f, touch.Contact)
	// Through closed coats only a film that is closed itself is at stake: what lies in recesses and texture is locked in by them, and
	// the plastic is held down.
	if covered := r.Exposed < 1; covered && f.Closed && f.Mechanism != coating.Moulded && touch.Liquid != nil && wait < v.contact {
		through := min(full, a.depth(v.contact-wait))
		switch {
		case f.IsLive() && a.soft > lifts && touch.Contact.Carry >= liftCarry:
			r.Whole, loss, r.Depth = true, max(loss, full), coating.Microns(full)
		default:
			loss = max(loss, through*a.soft*min(throughMax, touch.Contact.Carry))
		}
	}
	r.Loss = coating.Microns(loss)
	return r
}

// barrier returns the share of the area where the layer lets the liquid straight through, and what it adds to the lag. A layer of n
// coats protects at least as well as its first coats alone, which dried sooner.
func (v *sight) barrier(place int, a assault, wet bool, pace float64) (open, slow float64) {
	layer, l := &v.films[place], v.at(place)
	open, slow = v.barrierOf(&layer.Film, a, wet)
	if open <= gaps(float64(layer.Film.Coats-1)) { // none of its first coats alone is as closed
		return open, slow
	}
	for n := range l.first {
		if hard, wet := l.first[n].At(pace); !wet {
			o, s := v.barrierOf(&layer.first[n].Film, l.near.attack(hard), false)
			open, slow = min(open, o), max(slow, s)
		}
	}
	return open, slow
}

func (v *sight) barrierOf(film *coating.Film, a assault, wet bool) (open, slow float64) {
	switch {
	case film.Family.Mechanism == coating.Moulded:
		return 0, math.Inf(1)
	case wet:
		return 1, 0
	}
	full := float64(film.Thickness())
	coats := float64(film.Coats)
	if v.touch.Liquid == nil {
		return gaps(coats), 0
	}
	lost := min(full, a.depth(v.contact)) * a.displaced(film.Family, v.touch.Contact) / full
	return gaps(coats * (1 - lost)), full * 1e-6 / math.Sqrt(a.diffusion)
}

// Risk is what a touch does to a film in the middle, and how likely it is that harm shows with any product, hand and eye.
type Risk struct {
	Reach
	Bitten float64 // chance that what the liquid carries off shows
	Dug    float64 // chance that what the tool digs out shows
	Wet    float64 // share of the products that are still wet, of which all comes off
}

// quiet is how far under the limit a loss is never seen, over all paces that are looked at, and loud how far over it always is.
var (
	quiet = biteLimit * math.Exp(-3*chance.Bite)
	loud  = biteLimit * math.Exp(3*chance.Bite)
)

// Calm reports whether a touch does nothing to any film that could be seen, whoever laid the films and whoever looks: neither then nor, where the air never changes, later.
func (s Stack) Calm(touch Touch, moment time.Time, air climate.Record) bool {
	v := s.see(touch, moment, air)
	defer v.done()
	return v.calm()
}

func (v *sight) calm() bool {
	calm := true
	v.each(chance.Rare, func(r Reach) bool {
		calm = !r.Wet && r.seen() < quiet && float64(r.Dug) < quiet
		return calm
	})
	return calm
}

// Risks yields what touch does at moment to every film that it reaches, with the chances, the top film first. The dose at which a loss would just show is asked
// for at some paces of the films below, not drawn at random; where films may still be wet the paces are cut there. Held to Q05 to Q08, Q14 to Q16.
func (s Stack) Risks(touch Touch, moment time.Time, air climate.Record) iter.Seq[Risk] {
	return func(yield func(Risk) bool) {
		v := s.see(touch, moment, air)
		defer v.done()
		v.weigh()
		for i := range v.risks {
			if v.risks[i].Place >= 0 && !yield(v.risks[i]) {
				return
			}
		}
	}
}

// risk is that of the film at place.
func (v *sight) risk(place int) *Risk {
	down := len(v.films) - 1 - place
	for len(v.risks) <= down {
		v.risks = append(v.risks, Risk{Reach: Reach{Place: -1}})
	}
	return &v.risks[down]
}

// weigh works out the risks; those of films that are not reached have no place.
func (v *sight) weigh() {
	v.risks = v.risks[:0]
	v.each(0, func(r Reach) bool {
		v.risk(r.Place).Reach = r
		return true
	})
	v.borders = v.borders[:0]
	calm, deep := true, 0
	v.each(chance.Rare, func(r Reach) bool {
		v.risk(r.Place).Place = r.Place
		if !r.Wet && r.seen() < quiet && float64(r.Dug) < quiet {
			v.at(r.Place).quiet = true
			return true
		}
		calm, deep = false, r.Place
		if r.Wet {
			if l := v.at(r.Place); l.pace > 0 {
				v.borders = append(v.borders, math.Log(l.own.Dried/l.bites)/l.pace)
			}
		}
		return true
	})
	v.deep = deep
	if calm {
		return
	}
	slices.Sort(v.borders)
	chance.Paces(v.borders, func(slower, share float64) bool {
		v.each(slower, func(r Reach) bool {
			k := v.risk(r.Place)
			k.Place = r.Place
			bites := share * shows(r.seen())
			k.Bitten += bites
			if r.Wet {
				k.Wet += share
				k.Dug += bites
			} else {
				k.Dug += share * shows(float64(r.Dug))
			}
			return true
		})
		return true
	})
	if v.touch.Contact.Tool == 0 {
		for i := range v.risks {
			v.risks[i].Dug = 0
		}
	}
	for i := range v.risks { // what lifts as a whole does so or does not
		if k := &v.risks[i]; k.Place > 0 && v.films[k.Place].Film.Family.IsLive() && v.films[k.Place].Film.Family.Closed {
			k.Bitten = 0
			if k.Reach.Bites() {
				k.Bitten = 1
			}
		}
	}
}

// Leans returns by how much the logarithm of the loss of the film at place grows with the logarithm of its product's pace, in the middle: what its own time counts for.
func (s Stack) Leans(touch Touch, place int, moment time.Time, air climate.Record) float64 {
	v := s.see(touch, moment, air)
	defer v.done()
	const aside = 0.25 // spreads
	loss := func(slower float64) (um float64) {
		v.each(slower, func(r Reach) bool {
			if r.Place == place {
				um = float64(max(r.Loss, r.Dug))
			}
			return r.Place != place
		})
		return max(um, 1e-6)
	}
	rise := math.Log(loss(aside)) - math.Log(loss(-aside))
	if pace := chance.Bites(s[place].Film); pace > 0 {
		return rise / (2 * aside * pace)
	}
	return 0
}

// shows returns the chance that a loss in micrometres is seen, by hand and eye.
func shows(um float64) float64 {
	switch {
	case um < quiet:
		return 0
	case um > loud:
		return 1
	}
	return chance.Above(um, biteLimit, chance.Bite)
}
