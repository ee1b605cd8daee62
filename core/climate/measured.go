package climate

import (
	"fmt"
	"math"
	"slices"
	"time"

	"inkysparrow/core/fact"
)

var (
	measuring  = fact.Bench("chosen; cheap hygrometers answer every few minutes, and a room does not change faster than its heating")
	coldest    = Numbers.Number("reading-coldest", -20, "°C", "lowest temperature that a reading is believed at", measuring)
	warmest    = Numbers.Number("reading-warmest", 50, "°C", "highest", measuring)
	spikeK     = Numbers.Number("reading-spike", 6, "K", "that a reading may lie off both its neighbours where these agree", measuring)
	spikePct   = Numbers.Number("reading-spike-humidity", 25, "% humidity", "the same of its humidity", measuring)
	unitK      = Numbers.Number("reading-unit", 3, "K", "within which a reading taken as Fahrenheit fits its neighbours", measuring)
	stuckAfter = time.Duration(Numbers.Number("reading-stuck", 12, "h", "after which readings that never change at all are not believed", measuring)) * time.Hour
	gapAfter   = time.Duration(Numbers.Number("reading-gap", 2, "h", "between readings after which the usual air is taken again", measuring)) * time.Hour
	confirms   = time.Duration(Numbers.Number("reading-confirms", 30, "min", "within which a jump has to be borne out by the next reading", measuring)) * time.Minute
	sameK      = Numbers.Number("reading-same", 0.5, "K", "within which the air counts as unchanged", measuring)
	samePct    = Numbers.Number("reading-same-humidity", 3, "% humidity", "the same of its humidity", measuring)
)

// Reading is the air as it was measured at a moment, right or not.
type Reading struct {
	At           time.Time
	TemperatureC float64
	HumidityPct  float64
}

func (r Reading) air() Air { return Air{r.TemperatureC, r.HumidityPct / 100} }

// Fault is a reading that is kept out, or a stretch without one, with why.
type Fault struct {
	At    time.Time
	Kind  FaultKind
	Words string
}

// FaultKind is what is wrong with a reading.
type FaultKind string

// The kinds of fault.
const (
	OutOfRange FaultKind = "range"
	Spike      FaultKind = "spike"
	WrongUnit  FaultKind = "unit"
	Stuck      FaultKind = "stuck"
	Gap        FaultKind = "gap"
)

// Sift parts readings into those that are believed, in order of time, and faults. Of a gap nothing is made up: there the room's usual air stands.
func Sift(all []Reading) (good []Reading, faults []Fault) {
	all = slices.Clone(all)
	slices.SortStableFunc(all, func(a, b Reading) int { return a.At.Compare(b.At) })
	for _, r := range all {
		switch {
		case !(r.HumidityPct >= 0 && r.HumidityPct <= 100):
			faults = append(faults, Fault{r.At, OutOfRange, fmt.Sprintf("%.0f %% humidity can't be.", r.HumidityPct)})
		case !(r.TemperatureC >= coldest && r.TemperatureC <= 2*warmest+32):
			faults = append(faults, Fault{r.At, OutOfRange, fmt.Sprintf("%.0f degrees can't be in a room.", r.TemperatureC)})
		default:
			good = append(good, r)
		}
	}
	good, faults = sifted(good, faults, fahrenheit)
	good, faults = sifted(good, faults, tooWarm)
	good, faults = sifted(good, faults, spike)
	good, faults = unstuck(good, faults)
	for i := 1; i < len(good); i++ {
		if d := good[i].At.Sub(good[i-1].At); d > gapAfter {
			faults = append(faults, Fault{good[i-1].At, Gap, fmt.Sprintf("Nothing for %.1f h: the room's usual air is taken there.", d.Hours())})
		}
	}
	slices.SortStableFunc(faults, func(a, b Fault) int { return a.At.Compare(b.At) })
	return good, faults
}

// sifted keeps those that a check finds nothing wrong with, against the believed one before and the next one.
func sifted(all []Reading, faults []Fault, check func(before, r, next *Reading) (FaultKind, string)) ([]Reading, []Fault) {
	var good []Reading
	for i := range all {
		var before, next *Reading
		if len(good) > 0 {
			before = &good[len(good)-1]
		}
		if i+1 < len(all) {
			next = &all[i+1]
		}
		if kind, words := check(before, &all[i], next); kind != "" {
			faults = append(faults, Fault{all[i].At, kind, words})
		} else {
			good = append(good, all[i])
		}
	}
	return good, faults
}

func fahrenheit(before, r, next *Reading) (FaultKind, string) {
	celsius := (r.TemperatureC - 32) / 1.8
	near := func(o *Reading) bool {
		return o != nil && math.Abs(o.TemperatureC-celsius) <= unitK && math.Abs(o.TemperatureC-r.TemperatureC) > spikeK
	}
	if near(before) || before == nil && near(next) {
		return WrongUnit, fmt.Sprintf("%.0f looks like Fahrenheit: %.0f °C would fit.", r.TemperatureC, celsius)
	}
	return "", ""
}

func tooWarm(_, r, _ *Reading) (FaultKind, string) {
	if r.TemperatureC > warmest {
		return OutOfRange, fmt.Sprintf("%.0f degrees can't be in a room.", r.TemperatureC)
	}
	return "", ""
}

func spike(before, r, next *Reading) (FaultKind, string) {
	if before == nil {
		return "", ""
	}
	if next == nil {
		if r.At.Sub(before.At) <= confirms && (math.Abs(r.TemperatureC-before.TemperatureC) > spikeK || math.Abs(r.HumidityPct-before.HumidityPct) > spikePct) {
			return Spike, fmt.Sprintf("It jumps to %.1f °C, %.0f %%: believed once the next reading agrees.", r.TemperatureC, r.HumidityPct)
		}
		return "", ""
	}
	off := func(a, b, c, most float64) bool {
		return math.Abs(a-b) > most && math.Abs(c-b) > most && math.Abs(a-c) <= most
	}
	if off(before.TemperatureC, r.TemperatureC, next.TemperatureC, spikeK) || off(before.HumidityPct, r.HumidityPct, next.HumidityPct, spikePct) {
		return Spike, fmt.Sprintf("It jumps to %.1f °C, %.0f %% and back: a breath or a hand.", r.TemperatureC, r.HumidityPct)
	}
	return "", ""
}

// unstuck drops a run of readings that never change once it has lasted too long: what came before it is believed until then.
func unstuck(all []Reading, faults []Fault) (good []Reading, out []Fault) {
	out = faults
	for i := 0; i < len(all); {
		j := i
		for j+1 < len(all) && all[j+1].TemperatureC == all[i].TemperatureC && all[j+1].HumidityPct == all[i].HumidityPct {
			j++
		}
		stuck := false
		for k := i; k <= j; k++ {
			if k > i+1 && all[k].At.Sub(all[i].At) > stuckAfter {
				if !stuck {
					out = append(out, Fault{all[k].At, Stuck, fmt.Sprintf("Not a tenth has changed for %.0f h: is its battery empty?", all[k].At.Sub(all[i].At).Hours())})
				}
				stuck = true
				continue
			}
			good = append(good, all[k])
		}
		i = j + 1
	}
	return good, out
}

// Measured returns the record with what was measured in its place: each believed reading holds until the next, at most for a gap's length. What is as good as unchanged is one piece.
func (r Record) Measured(good []Reading) Record {
	out := r
	for i := 0; i < len(good); {
		from, air, to := good[i].At, good[i].air(), good[i].At
		for ; i < len(good); i++ {
			same := math.Abs(good[i].TemperatureC-air.TemperatureC) <= sameK && math.Abs(good[i].HumidityPct/100-air.Humidity) <= samePct/100
			if !same || good[i].At.Sub(to) > gapAfter {
				break
			}
			to = good[i].At
		}
		until := to.Add(gapAfter)
		if i < len(good) && good[i].At.Before(until) {
			until = good[i].At
		}
		out = out.overlay(Spell{Air: air, From: from, To: until})
	}
	return out
}
