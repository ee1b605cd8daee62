package wash

import (
	"math"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
)

// How far a wash runs along a line. The line's own pull on it is p = gamma (P cos theta - w)/A, with P the length of both walls, w the width and
// A the cut: nothing runs where it is below zero, which is Concus and Finn's condition (1969) that the contact angle be under 90 degrees less half the
// angle of the groove. Three things stop a run: the brush is lifted (Washburn 1921, with the hydraulic diameter 4A/P), the wash is so thick that the
// pull no longer moves it, or it dries as it goes. They add in root inverse squares, so that the shortest rules. A rough surface drinks beside the
// line, and takes its share of what runs.

var (
	runBench  = fact.Bench("fitted to T16")
	brushTime = Numbers.Number("brush-touch", 2, "s", "how long the brush feeds a line at one touch", runBench)
	stillAir  = Numbers.Number("still-air", 7, "mm", "layer of still air through which a carrier leaves; a thin line loses more at its edges", runBench)
	roughStop = Numbers.Number("rough-stop", 0.6, "", "share of its run that a wash keeps on a surface that drinks, below which that is what stops it", runBench)
	runsFrom  = Numbers.Number("runs-from", 3, "mm", "run from which a wash is said to run by itself", fact.Bench("T16: 1:1 does not, under 3 mm"))
)

// Stop is what ends a run.
type Stop uint8

// The causes.
const (
	ByBrush Stop = iota // it runs for as long as the brush feeds it
	TooThick
	Dried
	Beads
	Rough
	Shallow
)

var stopNames = [...]string{"brush", "thick", "dried", "beads", "rough", "shallow"}

func (s Stop) String() string { return stopNames[s] }

var stopWords = [...]string{
	"it runs for as long as the brush feeds it",
	"it is too thick to be pulled on",
	"it dries as it goes",
	"it does not wet the paint: it beads",
	"the surface drinks it beside the line",
	"the line is too shallow to pull it",
}

// Words says it in a sentence.
func (s Stop) Words() string { return stopWords[s] }

// Run is how a wash runs along a line from one touch of the brush.
type Run struct {
	MM                float64 // to each side of the touch
	Stop              Stop
	Brush, Thick, Dry float64 // mm that each alone would allow
	Drinks            float64 // share of the wash that the surface beside the line takes, 0 to 1
}

// Runs reports whether that counts as running by itself.
func (r Run) Runs() bool { return r.MM >= runsFrom }

// Runs returns how far a wash runs along a line on a surface of that texture, in air.
func (f Fluid) Runs(line Line, on coating.Texture, air climate.Air) Run {
	w, cut, walls := line.WidthMM*1e-3, line.area()*1e-6, line.walls()*1e-3
	gamma := f.Tension() * 1e-3
	if cut <= 0 || gamma <= 0 {
		return Run{Stop: Shallow}
	}
	cos := solvent.ContactCosine(f.Tension())
	pull := gamma * (walls*cos - w) / cut
	if pull <= 0 {
		usual := lineKinds[0].Line
		if usual.walls()*cos <= usual.WidthMM {
			return Run{Stop: Beads}
		}
		return Run{Stop: Shallow}
	}
	mu := f.Viscosity(air.TemperatureC) * 1e-3
	d := 4 * cut / walls
	r := Run{Brush: 1e3 * math.Sqrt(pull*d*d*brushTime/(16*mu)), Thick: 1e3 * pull * d / (4 * max(f.Yield(), 1e-9))}
	delta := stillAir * 1e-3
	edge := delta / w * math.Pi / math.Log(max(math.E, 16*delta/(math.Pi*w)))
	leaves := f.Carrier.Flux(air) * 1e-6 / 3600 * max(1, edge)
	r.Dry = 1e3 * math.Sqrt(cut*pull*d*d/(32*mu*max(leaves, 1e-12)*w))
	r.MM = 1 / math.Sqrt(1/(r.Brush*r.Brush)+1/(r.Thick*r.Thick)+1/(r.Dry*r.Dry))
	valleys := float64(on) * 1e-6
	beside := 2 * valleys * math.Sqrt(0.5*gamma*valleys*brushTime/(2*mu))
	r.Drinks = beside / (cut + beside)
	r.MM *= 1 - r.Drinks
	switch ordinary := lineKinds[0].Line; {
	case !r.Runs() && line.DepthMM*ordinary.WidthMM < ordinary.DepthMM*line.WidthMM && f.Runs(ordinary, on, air).Runs():
		r.Stop = Shallow
	case 1-r.Drinks < roughStop:
		r.Stop = Rough
	case r.Thick <= r.Brush && r.Thick <= r.Dry:
		r.Stop = TooThick
	case r.Dry < r.Brush:
		r.Stop = Dried
	}
	return r
}
