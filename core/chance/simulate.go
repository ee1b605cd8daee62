package chance

import (
	"math"
	"math/rand/v2"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
)

// What waiting by loss is worth is tried on builds that never were: the same spreads from which a chance is made draw modellers, bottles, evenings and eyes, and each way of choosing
// dates meets the same of them. Nothing of this decides a date; it is how the product holds itself to what it says.

// Wait is one of the waits of an ordinary build.
type Wait struct {
	What     string
	Film     coating.Film
	Need     float64 // hours until half of all films are ready
	Loss     float64 // evenings, where it was too soon
	Cautious float64 // hours that a single cautious figure says
}

// Waits returns the ten waits of an ordinary build.
func Waits() []Wait { return ordinary }

var ordinary = func() (all []Wait) {
	computed := fact.Bench("what core/cure and core/stack computed for an ordinary film at 20 C; held here, so that builds that never were do not change with them")
	add := func(id, what, family string, need, loss, cautious float64) {
		all = append(all, Wait{
			what,
			coating.Film{Family: coating.MustFamily(family)},
			Numbers.Number("build-"+id+"-need", need, "h", what+": until half of all films are ready", computed),
			Numbers.Number("build-"+id+"-loss", loss, "evenings", what+": lost where it was too soon", computed),
			Numbers.Number("build-"+id+"-cautious", cautious, "h", what+": what a single cautious figure says", computed),
		})
	}
	// The wash that is wiped pulls no more than a quarter out of its lines after three quarters of its window.
	add("tape", "tape on a water-borne acrylic", "waterborne-acrylic", 10.1, 0.9, 19.2)
	add("wash-clear", "a white-spirit wash over a polish clear", "polish-clear", 3.8, 2.0, 6.5)
	add("wipe", "an enamel wash wiped", "enamel-wash", 0.54*0.75, 0.2, 0.54)
	add("cloth-acrylic", "a cloth on an acrylic", "waterborne-acrylic", 23.8, 2.0, 47.1)
	add("cloth-lacquer", "a cloth on a lacquer", "lacquer", 11.9, 2.0, 19.1)
	add("oils", "oils over a flat", "urethane-clear", 1.5, 2.9, 3.3)
	add("wipe-oil", "an oil wash wiped", "oil-wash", 1.33*0.75, 0.2, 1.33)
	add("wash-enamel", "a white-spirit wash over an enamel", "enamel", 97, 2.0, 161)
	add("flat-oils", "a water-borne flat over oils", "artist-oil", 19, 0.8, 62.8)
	add("flat-enamel-oils", "an enamel flat over oils", "artist-oil", 66, 0.8, 62.8)
	return all
}()

// World is who builds: drawn from the same table of spreads, or from one that the program does not know.
type World struct {
	Spread float64 // times the spreads of the table
	Slow   float64 // times the time that everything takes
}

// Way chooses when to go on, in hours, with odds by which it is too soon.
type Way func(w Wait, early func(hours float64) float64) float64

// slots are when somebody who sits down at a bench every evening could go on, in hours: within the evening, then evening after evening.
func slots(yield func(hours float64) bool) {
	for _, h := range []float64{0.1, 0.2, 0.3, 0.4, 0.5, 0.67, 0.83, 1, 1.25, 1.5, 2, 2.5, eveningHours} {
		if !yield(h) {
			return
		}
	}
	for h := eveningHours + 24; h < 60*24 && yield(h); h += 24 {
	}
}

// slotCost is what waiting so many hours costs.
func slotCost(w Waiting, hours float64) float64 {
	if hours <= eveningHours {
		return w.Cost(0, hours)
	}
	return w.Cost(int(math.Round((hours-eveningHours)/24)), 0)
}

// ByHours waits by a figure in hours.
func ByHours(of func(Wait) float64) Way {
	return func(w Wait, _ func(float64) float64) float64 { return nextSlot(of(w)) }
}

// ByQuantile waits until all is well with a share of all.
func ByQuantile(share float64) Way {
	return func(w Wait, early func(float64) float64) float64 {
		for h := range slots {
			if early(h) <= 1-share {
				return h
			}
		}
		return nextSlot(math.Inf(1))
	}
}

// ByLoss waits by loss. Without again, a mishap ends the wait.
func ByLoss(waiting Waiting, again bool) Way {
	return func(w Wait, early func(float64) float64) float64 {
		best, least := 0.0, math.Inf(1)
		for h := range slots {
			waited, c := slotCost(waiting, h), early(h)
			cost := waited + c*w.Loss*waiting.Care.Weight()
			if again {
				cost = waiting.Of(waited, Odds{c, w.Loss})
			}
			if cost < least {
				best, least = h, cost
			}
			if waited > least {
				break
			}
		}
		return best
	}
}

func nextSlot(hours float64) (slot float64) {
	for slot = range slots {
		if slot >= hours {
			break
		}
	}
	return slot
}

// Spent is what a build costs on average.
type Spent struct {
	Evenings float64 // in all: waited, and lost by mishaps, with their repeats
	Waited   float64 // of them
	Mishaps  float64
}

// Simulate lets 100 modellers make five builds each, by a seed. After a mishap its loss is paid, half as long again is waited, and the occasion is another one; up to six times.
func Simulate(seed uint64, world World, way Way) (mean Spent, each []float64) {
	r := rand.New(rand.NewPCG(seed, 22))
	const users, builds, tries = 100, 5, 6
	var waiting Waiting
	for range users {
		draw := func(sd float64) float64 { return sd * world.Spread * r.NormFloat64() }
		user, eye := draw(userSD), draw(personal*Limit)
		families, products := map[string]float64{}, make([]float64, len(Waits()))
		for i, w := range Waits() {
			if _, ok := families[w.Film.Family.ID]; !ok {
				families[w.Film.Family.ID] = draw(familySD)
			}
			products[i] = draw(PartsOf(w.Film).Product)
		}
		for range builds {
			spent := 0.0
			for i, w := range Waits() {
				sd := LimitSD(w.Film)
				hours := way(w, func(h float64) float64 { return Early(w.Need, h, sd) })
				for try := range tries {
					waited := slotCost(waiting, hours)
					spent, mean.Waited = spent+waited, mean.Waited+waited
					need := w.Need * world.Slow * math.Exp(user+families[w.Film.Family.ID]+products[i]+draw(PartsOf(w.Film).Occasion)+eye+draw(Limit*math.Sqrt(1-personal*personal)))
					if need <= hours || try == tries-1 {
						break
					}
					spent += w.Loss
					mean.Mishaps++
					hours = nextSlot(repeatShare * hours)
				}
			}
			each = append(each, spent)
			mean.Evenings += spent
		}
	}
	n := float64(len(each))
	mean.Evenings, mean.Waited, mean.Mishaps = mean.Evenings/n, mean.Waited/n, mean.Mishaps/n
	return mean, each
}

// Tenth is what was said and what happened in a tenth of all chances.
type Tenth struct {
	Said, Happened float64
	N              int
}

// Calibrate asks at random ages how likely harm is, lets it happen in a world, and tells by tenths of what was said how often it did. Held to Q25.
func Calibrate(seed uint64, world World, cases int) (tenths [10]Tenth) {
	r := rand.New(rand.NewPCG(seed, 25))
	all := Waits()
	for range cases {
		w := all[r.IntN(len(all))]
		sd := LimitSD(w.Film)
		age := w.Need * math.Exp(2.2*sd*(2*r.Float64()-1))
		said := Early(w.Need, age, sd)
		t := &tenths[min(9, int(10*said))]
		t.N++
		t.Said += said
		if w.Need*world.Slow*math.Exp(world.Spread*sd*r.NormFloat64()) > age {
			t.Happened++
		}
	}
	for i := range tenths {
		if t := &tenths[i]; t.N > 0 {
			t.Said, t.Happened = t.Said/float64(t.N), t.Happened/float64(t.N)
		}
	}
	return tenths
}
