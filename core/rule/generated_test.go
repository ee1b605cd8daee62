package rule

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/routetest"
	"inkysparrow/core/verdict"
	"inkysparrow/core/wear"
)

// ordinary is a way of finishing a zone, each step at the age at which the trade calls it safe: common practice, no source.
type ordinary struct {
	paint, gloss, wash, cloth string
	sealed, oils              bool
	service                   wear.Service
}

// lines are its steps with the hours at which they are done, counted from the base coat: T06, T07, T09, T10, T27, T50, T61, T62, T83, T86.
func (o ordinary) lines() []string {
	at, lines := 0.0, []string{}
	add := func(wait float64, format string, args ...any) {
		at += wait
		lines = append(lines, fmt.Sprintf(format, args...)+fmt.Sprintf(" at %.0fm", 60*at))
	}
	add(0, "b: base-coat %s", o.paint)
	add(map[string]float64{"mid-acrylic": 24, "mid-enamel": 7 * 24, "mid-lacquer": 24, "mid-alcohol": 24}[o.paint], "g: gloss-coat %s", o.gloss)
	glossed := map[string]float64{"gloss": 24, "solvent-gloss": 6, "alcohol-gloss": 8}[o.gloss] // under the wash: T09, T86
	if o.sealed {
		add(24, "d: decals decals")
		add(24, "s: seal %s", o.gloss)
	}
	add(max(glossed, 8), "w: pin-wash %s", o.wash)
	with := ""
	if o.wash == "water-wash" {
		with = " with water"
	}
	add(map[string]float64{"dark-clay": .58, "grey-sludge": .55, "poster": .7, "brown-wash": .58, "oil-wash": 1.5, "water-wash": .42}[o.wash], "x: wipe of w %s%s", o.cloth, with)
	settled := map[string]float64{"oil-wash": 7 * 24}[o.wash] // cautious people wait a week
	if o.oils {
		add(max(24, settled), "f: flat-coat flat")
		add(24, "o: oil-dots oil")
		settled = 48
	}
	add(max(24, settled), "z: final-coat flat coats 1")
	return lines
}

// odd tells why an ordinary way is none after all: the trade itself warns of it.
func (o ordinary) odd() string {
	switch {
	case o.gloss == "solvent-gloss" && o.paint == "mid-enamel":
		return "T53: lacquer wet over an enamel wants two to four weeks"
	case o.gloss == "solvent-gloss" && o.sealed:
		return "a lacquer laid wet over decals can wrinkle them"
	case o.gloss == "alcohol-gloss" && o.sealed:
		return "as lacquer: its glycol ether softens the decals' film"
	}
	return ""
}

// Ordinary routes of every family, wash, clear, cloth and service raise neither stop nor warn at the ages that the trade calls safe.
func TestGeneratedOrdinaryRoutes(t *testing.T) {
	tried := 0
	for _, paint := range []string{"mid-acrylic", "mid-enamel", "mid-lacquer", "mid-alcohol"} {
		for _, clear := range []string{"gloss", "solvent-gloss", "alcohol-gloss"} {
			for _, washed := range []string{"dark-clay", "grey-sludge", "poster", "brown-wash", "oil-wash", "water-wash"} {
				for _, cloth := range []string{"dry", "damp"} {
					for n, service := range []wear.Service{{}, {Place: "ship", Shelter: "out", Months: 24}, {Place: "paved", Shelter: "hangar", Months: 1}} {
						o := ordinary{paint, clear, washed, cloth, n != 1, n > 0, service}
						if washed == "water-wash" {
							o.cloth = "damp"
						}
						if o.odd() != "" {
							continue
						}
						tried++
						p := routetest.Lines(o.lines()...)
						p.Bench.Evenings = nil // the table's hours, not an evening's
						for _, x := range Check(p).Findings {
							if x.Severity > verdict.Note && x.Rule.ID != "shade" && x.Rule.ID != "no-room" {
								t.Errorf("%+v: %s %s %s: %s", o, x.Step, x.Rule.ID, x.Severity, x.Because)
							}
						}
					}
				}
			}
		}
	}
	if tried < 200 {
		t.Errorf("only %d routes were tried", tried)
	}
}

// Follies: a step of an ordinary route left out, swapped or done too early, with what must be told of it and how loudly. Common practice, no source.
func TestGeneratedFollies(t *testing.T) {
	type folly struct {
		name   string
		change func(lines []string) []string
		want   string // the rule and severity that must be among what is told
	}
	line := func(lines []string, id string) int {
		for i, l := range lines {
			if strings.HasPrefix(l, id+": ") {
				return i
			}
		}
		return -1
	}
	without := func(id string) func([]string) []string {
		return func(l []string) []string {
			i := line(l, id)
			return append(append([]string{}, l[:i]...), l[i+1:]...)
		}
	}
	at := func(id string, minutes float64, after string) func([]string) []string { // pinned so long after another
		return func(l []string) []string {
			var base float64
			_, when, _ := strings.Cut(l[line(l, after)], " at ")
			fmt.Sscanf(when, "%fm", &base)
			i := line(l, id)
			head, _, _ := strings.Cut(l[i], " at ")
			out := append([]string{}, l...)
			out[i] = fmt.Sprintf("%s at %.0fm", head, base+minutes)
			return out
		}
	}
	replace := func(id, with string) func([]string) []string {
		return func(l []string) []string {
			out := append([]string{}, l...)
			i := line(l, id)
			_, when, _ := strings.Cut(l[i], " at ")
			out[i] = id + ": " + with + " at " + when
			return out
		}
	}
	for _, base := range []ordinary{
		{paint: "mid-acrylic", gloss: "gloss", wash: "brown-wash", cloth: "damp", sealed: true, oils: true},
		{paint: "mid-lacquer", gloss: "gloss", wash: "dark-clay", cloth: "damp", sealed: true, oils: true},
		{paint: "mid-enamel", gloss: "gloss", wash: "dark-clay", cloth: "dry", sealed: true, oils: true},
	} {
		for _, f := range []folly{
			{"gloss on paint that is wet", at("g", 40, "b"), "g wet-below stop"},
			{"decals on wet gloss", at("d", 45, "g"), "d wet-below stop"},
			{"no gloss below the decals", without("g"), "d silvering warn"},
			{"the wipe at once", at("x", 9, "w"), "x wipe-window warn"},
			{"oils on wet flat", at("o", 12, "f"), "o wet-below stop"},
			{"no flat below the oils", without("f"), "o grip warn"},
			{"a coat on oils of two hours", at("z", 120, "o"), "z wet-below stop"},
			{"the wash on flat", func(l []string) []string {
				return replace("s", "seal flat coats 2")(replace("g", "gloss-coat gloss")(l))
			}, "w wash-sheen warn"},
			{"a soaking cloth in lacquer thinner", func(l []string) []string {
				out := append([]string{}, l...)
				i := line(l, "x")
				out[i] = strings.Replace(strings.Replace(out[i], "damp", "wet", 1), "dry", "wet", 1) + " with lacquer-thinner"
				return out
			}, "x bite stop"},
			{"colour over the oils", replace("z", "base-coat pale"), "z order stop"},
			{"an enamel flat, wet, over the oils of an evening", func(l []string) []string {
				return at("z", 26*60, "o")(replace("z", "final-coat enamel-flat coats 1")(l))
			}, "z same-solvent warn"},
		} {
			if base.paint == "mid-enamel" && f.want == "d silvering warn" {
				continue // this enamel dries to a gloss by itself
			}
			p := routetest.Lines(f.change(base.lines())...)
			p.Bench.Evenings = nil
			told := ""
			for _, x := range Check(p).Findings {
				if x.Severity > verdict.Note {
					told += fmt.Sprintf("%s %s %s; ", x.Step, x.Rule.ID, x.Severity)
				}
			}
			if !strings.Contains(told, f.want) {
				t.Errorf("%s over %s: told %q, want %q", f.name, base.paint, told, f.want)
			}
		}
	}
	if got := bad("b: base-coat mid-acrylic done 400h", "g: gloss-coat gloss done 90h", "d: decals decals done 20h", "w: pin-wash brown-wash at 0h", "x: wipe of w dry at 40m"); got != "w decal-unsealed stop seal; x decal-unsealed stop seal" {
		t.Errorf("no seal over the decals: %s", got)
	}
}

// A plan whose steps stand at the times at which they were planned raises no stop that waiting alone would cure.
func TestPlannedTimesAreSafe(t *testing.T) {
	r := rand.New(rand.NewPCG(21, 6))
	moved := 0
	for range 150 {
		p := randomPlan(r)
		for _, z := range p.Zones {
			for _, s := range z.Steps {
				s.At = time.Time{}
			}
		}
		first := Lay(p)
		for _, l := range first.Lines {
			for _, x := range l.Steps {
				if !x.NoRoom {
					x.Step.At = x.Start
					moved++
				}
			}
		}
		for _, x := range Check(p).Findings {
			if x.Severity == verdict.Stop && x.Helps == verdict.Wait {
				t.Errorf("planned to its own time, %s: %s", x.Step, x.Because)
			}
		}
	}
	if moved < 500 {
		t.Errorf("only %d steps", moved)
	}
}
