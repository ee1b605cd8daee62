package dose

import (
	"fmt"
	"math"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
)

var (
	sprays     = fact.Bench("fitted so that the settings people give for gloss and thin coats come out neither dry nor wet")
	dropMedian = Numbers.Number("spray-droplet", 18, "µm", "median size of a droplet of well thinned paint from a 0.3 mm needle at 15 psi", fact.Bench("R64; 28 at 8 psi, 12 at 25; reference model, no source"))
	dropFiner  = Numbers.Number("spray-finer", 0.8, "", "power of the pressure by which droplets get finer", fact.Bench("R64"))
	flowK      = Numbers.Number("spray-flow", 1.6, "ml/min/mm²/psi^½", "liquid that a half-open needle lets through", sprays)
	cone       = Numbers.Number("spray-cone", 0.25, "", "width of the spray as a share of the distance", sprays)
	hand       = Numbers.Number("hand-speed", 10, "cm/s", "speed of the hand along a pass, with its turns", fact.Bench("long even passes; a cup of 5 ml lasts some minutes"))
	overlaps   = Numbers.Number("pass-overlap", 0.5, "", "share of a pass that the next one covers again", fact.Bench("passes overlap by half"))
	coneSD     = Numbers.Number("spray-cone-sd", 0.25, "", "how a pass thins out to its edges: standard deviation of what lands, as a share of its width", fact.Bench("a bell-shaped pass, its edge at two standard deviations"))
	openWet    = Numbers.Number("trigger-wet", 3, "", "how much further the trigger is drawn for a wet coat than for a mist", sprays)
	dryFrom    = Numbers.Number("spray-dry-from", 0.4, "", "share of a droplet that is lost in flight from which it no longer flows out: a dry, pebbly coat", sprays)
	coarseFrom = Numbers.Number("spray-coarse-from", 36, "µm", "droplet size from which a coat spatters into orange peel", sprays)
	runFrom    = Numbers.Number("spray-run-from", 24, "µm", "wet film laid by one pass from which it runs on an edge", sprays)
	thinLeast  = Numbers.Number("thinning-least", 0.7, "", "least that a paint is usually thinned, as a share of its family's middle", sprays)
	thinMost   = Numbers.Number("thinning-most", 1.4, "", "most", sprays)
	thinFloor  = Numbers.Number("thin-floor", 0.8, "", "how thin a paint can get at the most, as a share of its usual thickness: that of the thinner", sprays)
	peelTo     = Numbers.Number("orange-peel", 0.30, "µm", "texture that a coat at twice the dry limit leaves", sprays)
)

// A can sprays at one rate, in one cone, in one size of drops: what is left to the hand is how far off it is held, how fast it goes and how much passes overlap.
var (
	canBench  = fact.Bench("labels of cans say 20 to 30 cm and quick passes; a can of 150 ml of paint is empty in some five minutes")
	canFlow   = Numbers.Number("can-flow", 25, "ml/min", "liquid that a can lets out beside its propellant", canBench)
	canCone   = Numbers.Number("can-cone", 0.5, "", "width of a can's spray as a share of the distance", canBench)
	canDrop   = Numbers.Number("can-droplet", 32, "µm", "median size of a can's droplets", canBench)
	canHand   = Numbers.Number("can-hand-speed", 30, "cm/s", "speed of the hand along a pass with a can", canBench)
	canThins  = Numbers.Number("can-thinning", 1, "", "parts of thinner to one of paint in a can", canBench)
	canNear   = Numbers.Number("can-near", 18, "cm", "nearest that a can is held", canBench)
	canFar    = Numbers.Number("can-far", 25, "cm", "farthest", canBench)
	handSlow  = Numbers.Number("hand-slow", 0.6, "", "slowest that a hand goes along a pass, as a share of what is usual", sprays)
	handQuick = Numbers.Number("hand-quick", 1.6, "", "quickest", sprays)
	lapLeast  = Numbers.Number("overlap-least", 0.35, "", "least overlap of passes that leaves no stripes", sprays)
	lapMost   = Numbers.Number("overlap-most", 0.65, "", "most that is usual", sprays)
)

// Setting is how an airbrush is set and led, or a can.
type Setting struct {
	NeedleMM   float64
	PSI        float64
	DistanceCM float64
	Thinning   float64 // parts of thinner to one of paint
	Speed      float64 // of the hand along a pass, cm/s; 0 for what is usual
	Overlap    float64 // share of a pass that the next one covers again, under 1; 0 for what is usual
	Can        bool    // needle, pressure and thinning are the can's own
}

// Led returns the setting with what it leaves open filled in: the hand's speed and the overlap, and of a can all that nobody can turn.
func (s Setting) Led() Setting {
	usual := hand
	if s.Can {
		usual, s.Thinning = canHand, canThins
	}
	if s.Speed <= 0 {
		s.Speed = usual
	}
	if s.Overlap <= 0 {
		s.Overlap = overlaps
	}
	return s
}

// Usual returns how fast a hand goes along a pass and how much passes overlap, from least to most.
func (s Setting) Usual() (speed, overlap [2]float64) {
	usual := hand
	if s.Can {
		usual = canHand
	}
	return [2]float64{handSlow * usual, handQuick * usual}, [2]float64{lapLeast, lapMost}
}

// Kind names a kind of spraying.
type Kind string

// The kinds of spraying.
const (
	OfColour Kind = "colour"
	OfGloss  Kind = "gloss"
	OfMetal  Kind = "metal"
	Fine     Kind = "fine"
	OfGrime  Kind = "grime"
)

// Range is a usual range of settings.
type Range struct {
	ID         Kind
	Words      string
	Needle     [2]float64 // mm
	PSI        [2]float64
	DistanceCM [2]float64
	Evidence   fact.Evidence
}

// The ranges by what is sprayed.
var ranges = []Range{
	{OfColour, "thin coats of colour", [2]float64{0.2, 0.4}, [2]float64{12, 18}, [2]float64{6, 12}, fact.Bench("thin even coats")},
	{OfGloss, "a gloss coat: mist first, then wet until it just shines", [2]float64{0.3, 0.5}, [2]float64{10, 18}, [2]float64{7, 12}, fact.Bench("T19: 0.3 to 0.4 mm at 10 to 15 psi, or 0.5 mm at about 18")},
	{OfMetal, "thin transparent metal, close in and gentle", [2]float64{0.2, 0.3}, [2]float64{10, 15}, [2]float64{4, 8}, fact.Bench("15 psi or less, close in; keep water out of its cup")},
	{Fine, "lines and thin passes close in", [2]float64{0.15, 0.2}, [2]float64{8, 15}, [2]float64{2, 6}, fact.Bench("low pressure, thin passes, dry between them")},
	{OfGrime, "a sprayed wash, the air stream along the airflow", [2]float64{0.2, 0.2}, [2]float64{22, 25}, [2]float64{8, 15}, fact.Bench("0.2 mm needle, 22 to 25 psi, a couple of light passes")},
}

// RangeFor returns the usual range for that kind of spraying; the one for colour where it is not known.
func RangeFor(id Kind) Range {
	for _, r := range ranges {
		if r.ID == id {
			return r
		}
	}
	return ranges[0]
}

// Ranges returns all of them, for the Workings.
func Ranges() []Range { return ranges }

// Dials are how far an airbrush's settings can be turned at all: mm, psi, cm, parts of thinner.
func Dials() []fact.Range {
	return []fact.Range{
		{ID: "needle", From: 0.1, To: 1, Step: 0.05},
		{ID: "psi", From: 1, To: 60, Step: 1},
		{ID: "distance", From: 1, To: 60, Step: 0.5},
		{ID: "thinning", From: 0, To: 20, Step: 0.1},
	}
}

// Leads are how a hand can lead it: cm/s along a pass, share of a pass that the next one covers again.
func Leads() []fact.Range {
	return []fact.Range{{ID: "speed", From: 1, To: 80, Step: 1}, {ID: "overlap", From: 0.05, To: 0.9, Step: 0.05}}
}

// Middle returns the setting in the middle of the range with the family's usual thinning.
func (r Range) Middle(f *coating.Family) Setting {
	mid := func(v [2]float64) float64 { return (v[0] + v[1]) / 2 }
	return Setting{NeedleMM: mid(r.Needle), PSI: mid(r.PSI), DistanceCM: mid(r.DistanceCM), Thinning: f.Thinning}
}

// ThinningRange returns the usual thinning of a family, in parts of thinner to one of paint: from thick to thin.
func ThinningRange(f *coating.Family) (from, to float64) {
	return thinLeast * f.Thinning, thinMost * f.Thinning
}

// Spray is what a setting does.
type Spray struct {
	DropletUM float64 // size of the droplets as they leave
	Lost      float64 // share of a droplet's liquid that has dried on the way, 0 to 1
	Flight    Flight
	Pass      coating.Microns // wet film that one pass lays
	Passes    int             // for one coat
	Dry       bool            // too dry: pebbly, orange peel
	Coarse    bool            // spatters: too thick for the needle and pressure
	Wet       bool            // runs
	Stripes   float64         // how far a coat is thicker along a pass than beside it, as a share of its middle
	Peel      float64         // how much higher its ripples stay because of what had dried on the way, µm
	Adds      coating.Texture // that a dry or coarse coat adds to the surface's own
	Time      time.Duration   // of a coat over area
}

// Of returns what the setting does with paint of that family for a coat wet microns thick over area, in air. wetCoat is for coats that
// are laid wet, such as gloss.
func (s Setting) Of(f *coating.Family, wet coating.Microns, wetCoat bool, areaCM2 float64, air climate.Air) Spray {
	var out Spray
	s = s.Led()
	psi := math.Sqrt(max(1, s.PSI))
	thick := s.thick(f)
	flow := flowK * s.NeedleMM * s.NeedleMM * psi / thick
	if wetCoat {
		flow *= openWet
	}
	out.DropletUM = s.droplet(f)
	width := max(0.2, cone*s.DistanceCM)
	if s.Can {
		flow, width = canFlow, max(0.2, canCone*s.DistanceCM)
	}
	liquid, volatile := s.liquid(f), s.volatile(f)
	out.Flight = s.Fly(f, air)
	out.Lost = out.Flight.Gone
	pitch := width * (1 - s.Overlap) // from pass to pass
	out.Stripes = min(1, 2*math.Exp(-2*math.Pow(math.Pi*coneSD*width/pitch, 2)))
	out.Pass = coating.Microns(flow / 60 * sprayed / (pitch * s.Speed) * 1e4)
	out.Peel = Ripples(f, liquid, air, wet, volatile, out.Lost) - Ripples(f, liquid, air, wet, volatile, 0)
	if out.Pass > 0 {
		out.Passes = max(1, int(math.Ceil(float64(wet/out.Pass))))
		out.Time = time.Duration(areaCM2 / (pitch * s.Speed) * float64(out.Passes) * float64(time.Second))
	}
	out.Dry = out.Lost >= dryFrom
	out.Coarse = out.DropletUM >= coarseFrom
	out.Wet = float64(out.Pass) >= runFrom
	if over := max(out.Lost/dryFrom, out.DropletUM/coarseFrom); over > 1 {
		out.Adds = coating.Texture(peelTo * min(1, over-1))
	}
	return out
}

// Shares returns how near a spray comes to what is too much, as shares of that: of orange peel, by drops too coarse to flow out or by what dried on the way, of one pass that runs, of passes that
// show as stripes.
func (s Spray) Shares() (peel, runs, stripes float64) {
	return max(s.DropletUM/coarseFrom, s.Peel/peelShows), float64(s.Pass) / runFrom, s.Stripes / stripesShow
}

var stripesShow = Numbers.Number("stripes-show", 0.1, "", "how much thicker a coat may be along a pass than beside it before it shows, as a share", sprays)

// thick is how thick a paint is as it is thinned, against the usual.
func (s Setting) thick(f *coating.Family) float64 {
	return max(thinFloor, (1+f.Thinning)/(1+s.Thinning))
}

// droplet is the median size of drops as they leave, in µm.
func (s Setting) droplet(f *coating.Family) float64 {
	if s.Can {
		return canDrop
	}
	return dropMedian * math.Pow(15/max(1, s.PSI), dropFiner) * math.Sqrt(s.NeedleMM/0.3) * s.thick(f)
}

// Fly sends the setting's drops of a family's paint through air.
func (s Setting) Fly(f *coating.Family, air climate.Air) Flight {
	s = s.Led()
	return Fly(s.liquid(f), air, s.droplet(f), s.volatile(f), s.DistanceCM)
}

// volatile is the share of what flies that leaves as it dries.
func (s Setting) volatile(f *coating.Family) float64 {
	return (float64(f.CarrierShare) + s.Thinning) / (1 + s.Thinning)
}

// liquid is what flies: the carrier, let down with the family's thinner.
func (s Setting) liquid(f *coating.Family) (m solvent.Mix) {
	m.Pour(f.Carrier.Mix, f.CarrierShare)
	m.Pour(f.Thinner.Mix, s.Thinning)
	return m
}

// Strays returns how far a setting is from all that is usual for its kind and family, tinted with so many parts more of thinner: the root of the squares of how far each dial is
// beyond its range, on a logarithmic scale. Dials that are each bearable are not so together.
func (s Setting) Strays(r Range, f *coating.Family, tint float64) float64 {
	speed, overlap := s.Usual()
	s = s.Led()
	out := func(v float64, usual [2]float64) float64 {
		return math.Max(0, math.Max(math.Log(usual[0]/math.Max(0.01, v)), math.Log(v/usual[1])))
	}
	thin := (1 + s.Thinning) / (1 + f.Thinning + tint)
	far := 0.0
	all := []float64{out(s.Speed, speed), out(s.Overlap, overlap)}
	if s.Can {
		all = append(all, out(s.DistanceCM, Reach()))
	} else {
		all = append(all, out(s.NeedleMM, r.Needle), out(s.PSI, r.PSI), out(s.DistanceCM, r.DistanceCM), out(thin, [2]float64{1 / thinMost, thinMost}))
	}
	for _, d := range all {
		far += d * d
	}
	return math.Sqrt(far)
}

// Reach returns how far off a can is held, in cm, from nearest to farthest.
func Reach() [2]float64 { return [2]float64{canNear, canFar} }

// FromCan is a can as it is usually held.
func FromCan() Setting {
	return Setting{Can: true, DistanceCM: (canNear + canFar) / 2, NeedleMM: Dials()[0].From, PSI: Dials()[1].From}
}

// StraysFrom is how far from the usual a setting may be.
var StraysFrom = Numbers.Number("spray-strays", 1, "", "how far all dials together may be from what is usual, on a logarithmic scale", sprays)

// Words says what is wrong with a setting and what to turn, or that it is well.
func (s Spray) Words() string {
	switch {
	case s.Wet:
		return fmt.Sprintf("Too wet: one pass lays %.0f µm and runs from %.0f. Go further off, move faster or take a finer needle.", float64(s.Pass), runFrom)
	case s.Coarse:
		return fmt.Sprintf("Too coarse: droplets of %.0f µm spatter into orange peel from %.0f. Thin more or raise the pressure.", s.DropletUM, coarseFrom)
	case s.Dry:
		return fmt.Sprintf("Too dry: %.0f %% of a droplet has gone on its way, and from %.0f %% it no longer flows out. Come closer, lower the pressure or slow the thinner.", 100*s.Lost, 100*dryFrom)
	}
	return fmt.Sprintf("Flows out: droplets of %.0f µm lose %.0f %% on their way; a pass lays %.1f µm.", s.DropletUM, 100*s.Lost, float64(s.Pass))
}
