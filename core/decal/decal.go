// Package decal works out the decals of a zone: in what order they go on, how often and how long they are softened by what they bridge,
// which of them silver, and which are slit before a wash.
package decal

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	softening = fact.Bench("setting fluid below, rolled out; softener minutes later, again where there are rivets; stubborn corners in stages")
	lift      = Numbers.Number("decal-lift", 4, "min", "soaking, laying and rolling out of one decal", softening)
	perRound  = Numbers.Number("decal-round", 8, "min", "until a round of softener has done its work", softening)
	bySize    = Numbers.Number("decal-size", 1.5, "min", "more for every 10 cm2", softening)
	thick     = Numbers.Number("decal-thick", 12, "µm", "thickness from which a film takes another round", softening)
	painting  = Numbers.Number("marking-paint", 12, "min", "masking and spraying a marking instead", fact.Bench("painted markings let a wash drop into the detail that a decal would bridge"))
	smooth    = Numbers.Number("decal-smooth", 0.09, "µm", "texture up to which no air stays below a decal", fact.Bench("between gloss and semi-gloss"))
	rough     = Numbers.Number("decal-rough", 0.35, "µm", "texture from which air stays below all of it", fact.Bench("satin"))
	largeCM2  = Numbers.Number("decal-large", 6, "cm²", "area from which silvering shows twice as plainly", fact.Bench("large clear film silvers first"))
)

// Ground is what a decal lies over.
type Ground struct {
	ID, Words string
	Rounds    int // of softener
	Bridges   bool
}

var grounds = []Ground{
	{"smooth", "smooth skin", int(Numbers.Number("rounds-smooth", 1, "rounds", "of softener on smooth skin", softening)), false},
	{"curve", "a curve", int(Numbers.Number("rounds-curve", 2, "rounds", "of softener over a curve", softening)), false},
	{"rivets", "rivets", int(Numbers.Number("rounds-rivets", 2, "rounds", "of softener over rivets", softening)), false},
	{"lines", "panel lines", int(Numbers.Number("rounds-lines", 2, "rounds", "of softener over panel lines", softening)), true},
	{"rough", "lines, rivets and a curve at once", int(Numbers.Number("rounds-rough", 3, "rounds", "of softener over all of that", softening)), true},
}

// Grounds returns what a decal can lie over.
func Grounds() []Ground { return grounds }

// GroundNamed returns the ground with that id; the first where there is none.
func GroundNamed(id string) Ground {
	for _, g := range grounds {
		if g.ID == id {
			return g
		}
	}
	return grounds[0]
}

// Decal is a marking, or several that are alike.
type Decal struct {
	Name     string
	WidthMM  float64
	HeightMM float64
	Over     Ground
	Count    int     // 0 stands for 1
	FilmUM   float64 // thickness of the film; 0 for the usual
	Painted  bool    // masked and sprayed instead
	Form     Form    // what it looks like; by its size where it is empty
	At       []Put   // where it is put; where such markings usually are, where it is empty
}

// Form is what a marking looks like.
type Form string

// The forms.
const (
	Badge    Form = "badge"
	Figures  Form = "figures"
	Stencils Form = "stencils"
)

// Forms returns the closed list of forms.
func Forms() []Form { return []Form{Badge, Figures, Stencils} }

// Put is a place of a marking: its middle in a view, how far it is turned clockwise, and how many times its own size it has there.
type Put struct {
	View    airframe.View
	At      airframe.Pt
	TurnDeg float64
	Times   float64 // 0 for once
}

var (
	byLooks = fact.Bench("chosen: a form for markings that say none")
	smallMM = Numbers.Number("marking-small", 8, "mm", "width below which a marking is a stencil", byLooks)
	longer  = Numbers.Number("marking-long", 1.4, "", "how much wider than tall figures are", byLooks)
)

// Looks returns what the marking looks like: as it says, or by its size.
func (d Decal) Looks() Form {
	switch {
	case d.Form != "":
		return d.Form
	case d.WidthMM < smallMM:
		return Stencils
	case d.WidthMM > longer*d.HeightMM:
		return Figures
	}
	return Badge
}

// AreaCM2 returns the area of one, in square centimetres.
func (d Decal) AreaCM2() float64 { return d.WidthMM * d.HeightMM / 100 }

// Work is what a decal asks for.
type Work struct {
	Decal
	Rounds int           // of softener
	Hands  time.Duration // for all of them; the rounds of one work while the next is laid
	Wait   time.Duration // from the first to the last round
	Slit   bool          // along the line, before a wash
	Silver float64       // share of it below which air stays, 0 to 1
}

// Works returns the work of decals on a surface of that texture, in the order in which they go on: large ones first.
func Works(decals []Decal, on coating.Texture) []Work {
	var all []Work
	for _, d := range decals {
		w := Work{Decal: d, Rounds: d.Over.Rounds, Slit: d.Over.Bridges && !d.Painted}
		n := float64(max(1, d.Count))
		if d.Painted {
			w.Rounds = 0
			w.Hands = time.Duration(n * painting * float64(time.Minute))
		} else {
			if d.FilmUM >= thick {
				w.Rounds++
			}
			w.Hands = time.Duration(n * (lift + bySize*d.AreaCM2()/10 + float64(w.Rounds-1)) * float64(time.Minute))
			w.Wait = time.Duration(float64(w.Rounds) * perRound * float64(time.Minute))
			w.Silver = silver(float64(on), d.AreaCM2())
		}
		all = append(all, w)
	}
	slices.SortStableFunc(all, func(a, b Work) int { return cmp.Compare(b.AreaCM2(), a.AreaCM2()) })
	return all
}

// Smooth returns the roughest texture on which decals do not silver, in micrometres.
func Smooth() coating.Texture { return coating.Texture(smooth) }

// Rough returns the texture on which air stays below all of a decal, in micrometres.
func Rough() coating.Texture { return coating.Texture(rough) }

// silver returns the share of a decal below which air stays: it grows with the texture, and shows sooner on a large film.
func silver(texture, area float64) float64 {
	if texture <= smooth {
		return 0
	}
	bare := min(1, math.Log(texture/smooth)/math.Log(rough/smooth))
	return min(1, bare*(1+min(1, area/largeCM2)))
}

// Time returns how long all of them keep the hands busy; the waits of the last one come on top.
func Time(works []Work) time.Duration {
	sum := time.Duration(0)
	for _, w := range works {
		sum += w.Hands
	}
	if n := len(works); n > 0 {
		sum += works[n-1].Wait
	}
	return sum
}

// Words says what is done with one.
func (w Work) Words() string {
	if w.Painted {
		return "masked and sprayed; a wash drops into the detail below"
	}
	times := map[int]string{1: "once", 2: "twice"}[w.Rounds]
	if times == "" {
		times = fmt.Sprintf("%d times", w.Rounds)
	}
	words := fmt.Sprintf("setting fluid below, rolled out; softened %s, %.0f min each", times, perRound)
	if w.Slit {
		words += "; slit along the line before the wash"
	}
	return words
}
