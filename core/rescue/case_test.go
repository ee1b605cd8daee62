package rescue

import (
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/route"
	"inkysparrow/core/routetest"
	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
)

var ever = context.Background()

// at looks lines over a moment after the plan begins; what is done is done.
func at(t testing.TB, air climate.Air, after time.Duration, lines ...string) *Case {
	t.Helper()
	p := routetest.Lines(lines...)
	p.Air = climate.Constant(air)
	tl := rule.Lay(p)
	c, err := At(ever, tl, tl.Lines[0], routetest.Start.Add(after))
	if err != nil {
		t.Fatal(err)
	}
	return c
}

// What the engine computes of each step as it was done points to the cause, and to nothing where it was done well.
func TestFound(t *testing.T) {
	paint, gloss := "b: base-coat mid-acrylic done 600h", "g: gloss-coat gloss done 500h"
	damp := climate.Air{TemperatureC: 20, Humidity: 0.86}
	for _, tc := range []struct {
		name     string
		air      climate.Air
		cause    string
		step     string
		bad      []string
		good     []string
		from, to float64 // of the bad and of the good one
	}{
		{"a lacquer in damp air", damp, "dew", "z", []string{paint, "z: final-coat solvent-flat done 20h"}, []string{paint, "z: final-coat solvent-flat misted done 20h"}, 0.6, 0.5},
		{"the same from afar in a dry room", climate.Room, "dry", "z", []string{paint, "z: final-coat solvent-flat done 20h sprayed 0.3 20 26 1.5"}, []string{paint, "z: final-coat solvent-flat done 20h"}, 0.9, 0.1},
		{"flat on flat on flat", climate.Room, "chalk", "z", []string{paint, "f: flat-coat flat coats 4 done 90h", "z: final-coat flat coats 4 done 20h"}, []string{paint, "z: final-coat flat coats 1 done 20h"}, 0.5, 0.3},
		{"an enamel wash on a young lacquer", climate.Room, "bite", "w", []string{"b: base-coat mid-enamel done 40h", "w: pin-wash enamel-wash done 20h"}, []string{paint, gloss, "w: pin-wash enamel-wash done 20h"}, 0.5, 0.2},
		{"wiped at once", climate.Room, "soon", "i", []string{paint, gloss, "w: pin-wash enamel-wash done 20h", "i: wipe of w damp done 19.95h"}, []string{paint, gloss, "w: pin-wash enamel-wash done 20h", "i: wipe of w damp done 19.4h"}, 0.6, 0.3},
		{"wiped far too late", climate.Room, "late", "i", []string{paint, gloss, "w: pin-wash enamel-wash done 400h", "i: wipe of w damp done 19h"}, []string{paint, gloss, "w: pin-wash enamel-wash done 20h", "i: wipe of w damp done 19.4h"}, 0.5, 0.2},
		{"decals on a flat", climate.Room, "silver", "d", []string{paint, "d: decals decals done 20h"}, []string{paint, gloss, "d: decals decals done 20h"}, 0.5, 0.1},
		{"a flat over fresh oils", climate.Room, "youngoil", "z", []string{paint, gloss, "f: flat-coat flat done 300h", "o: oil-dots oil done 23h", "z: final-coat enamel-flat done 20h"}, []string{paint, gloss, "f: flat-coat flat done 300h", "z: final-coat enamel-flat done 20h"}, 0.5, 0.1},
		{"black under a flat", climate.Room, "liftblack", "z", []string{"b: base-coat near-black done 600h", gloss, "z: final-coat flat done 20h"}, []string{"b: base-coat white done 600h", gloss, "z: final-coat flat done 20h"}, 0.6, 0.1},
		{"a water-borne clear in the cold", climate.Air{TemperatureC: 7, Humidity: 0.5}, "cold", "z", []string{"b: base-coat mid-lacquer done 600h", "z: final-coat flat done 20h"}, []string{"b: base-coat mid-lacquer done 600h", "z: final-coat solvent-flat done 20h"}, 0.8, 0.1},
		{"pastel that nothing fixes", climate.Room, "pigmentloose", "p", []string{paint, "f: flat-coat flat done 300h", "p: pastel pencil done 20h"}, []string{paint, "f: flat-coat flat done 300h", "p: pastel pencil done 50h", "z: final-coat flat misted done 20h"}, 0.7, 0.1},
	} {
		bad, good := at(t, tc.air, 0, tc.bad...), at(t, tc.air, 0, tc.good...)
		f := bad.Found[tc.cause]
		if f.Chance < tc.from || f.Step == nil || f.Step.ID != tc.step || f.Because == "" {
			t.Errorf("%s: %s %.2f by %v: %q", tc.name, tc.cause, f.Chance, f.Step, f.Because)
		}
		if g := good.Found[tc.cause]; g.Chance > tc.to {
			t.Errorf("%s, done well: %s %.2f: %q", tc.name, tc.cause, g.Chance, g.Because)
		}
	}
	soft := at(t, climate.Room, 10*time.Minute, paint, "z: final-coat enamel-flat done 1h")
	dry := at(t, climate.Room, 200*time.Hour, paint, "z: final-coat enamel-flat done 1h")
	if soft.Found["notouch"].Chance < 0.8 || dry.Found["notouch"].Chance > 0.05 {
		t.Errorf("an enamel after an hour is not dry yet: %.2f, after a week %.2f", soft.Found["notouch"].Chance, dry.Found["notouch"].Chance)
	}
}

// A stack that can't have a symptom says why; bare plastic can have none.
func TestMissing(t *testing.T) {
	bare := at(t, climate.Room, 0)
	for _, s := range Symptoms() {
		if bare.Missing(s) == "" {
			t.Errorf("%s on bare plastic", s.ID)
		}
	}
	washed := at(t, climate.Room, 0, "b: base-coat mid-acrylic done 600h", "g: gloss-coat gloss done 500h", "w: pin-wash enamel-wash done 20h")
	for id, can := range map[string]bool{"lifted": true, "frosted": true, "silvered": false, "oilsgone": false, "pigmentrubs": false, "tapelift": false, "nochip": false, "dullmetal": false, "through": false, "spatter": true, "shadegone": false} {
		if why := washed.Missing(SymptomNamed(id)); (why == "") != can {
			t.Errorf("%s on a washed zone: %q", id, why)
		}
	}
	if why := washed.Missing(SymptomNamed("silvered")); why != "it has no decals" {
		t.Errorf("no silver decal because %q", why)
	}
}

// What a remedy would do to what lies below today is asked of the verdicts: a remover over young paint is a stop, over cured paint under gloss it is none. What has to be at hand and is not is named.
func TestFragment(t *testing.T) {
	young := at(t, climate.Room, 0, "b: base-coat mid-enamel done 30h", "w: pin-wash enamel-wash done 20h")
	old := at(t, climate.Room, 0, "b: base-coat mid-acrylic done 900h", "g: gloss-coat gloss done 800h", "w: pin-wash enamel-wash done 20h", "z: final-coat flat at 100h")
	ask := func(c *Case, remedy, cause string) *Fragment {
		f, err := c.Fragment(ever, RemedyNamed(remedy), cause)
		if err != nil {
			t.Fatal(err)
		}
		return f
	}
	if f := ask(young, "washoff", "late"); f.Bites < stopFrom || len(f.Endangers) == 0 || f.Endangers[0].Layer != "b" {
		t.Errorf("white spirit on a day-old enamel: %.2f, %+v", f.Bites, f.Endangers)
	}
	f := ask(old, "washoff", "late")
	if f.Bites > 0.2 || len(f.Steps) != 3 || f.Steps[0].Product.ID != "enamel-wash" || f.Steps[2].Wiped != f.Steps[1] || f.BackTo == nil || f.BackTo.ID != "w" {
		t.Errorf("off a gloss: %.2f, %d steps, %+v", f.Bites, len(f.Steps), f.Endangers)
	}
	if until := old.Line.Steps[len(old.Line.Steps)-1].Start; !f.Until.Equal(until) {
		t.Errorf("possible until %v, the next coat is at %v", f.Until, until)
	}
	if !f.Easy.IsZero() {
		t.Errorf("a wash that was never wiped says that it comes off easily until %v", f.Easy)
	}
	fresh := at(t, climate.Room, 0, "b: base-coat mid-acrylic done 900h", "g: gloss-coat gloss done 800h", "w: pin-wash enamel-wash done 1.5h", "i: wipe of w damp done 1h")
	if f := ask(fresh, "washoff", "late"); !f.Easy.After(fresh.At) || f.Easy.After(fresh.At.Add(48*time.Hour)) {
		t.Errorf("a wash of an hour comes off easily until %v", f.Easy)
	}
	if f := ask(old, "reflat", "unshaken"); len(f.Steps) != 1 || f.Steps[0].Laying != route.Misted || f.Steps[0].Product.Sheen.String() != "flat" || !f.Until.IsZero() || !f.Ready.After(old.At) {
		t.Errorf("a flat mist: %+v", f)
	}
	if f := ask(old, "thinnermist", "dew"); len(f.Steps) != 1 || f.Steps[0].Do.ID != "melt" || f.Steps[0].Product.ID != "gloss" {
		t.Errorf("a mist of thinner: %+v", f.Steps)
	}
	if f := ask(old, "rewash", "soon"); len(f.Steps) != 2 || len(f.Endangers) > 0 {
		t.Errorf("a wash that is laid again endangers itself: %+v", f.Endangers)
	}
	if f := ask(old, "touchup", "bite"); f.Steps[1].Product.ID != "mid-acrylic" || f.Steps[1].Share != spotShare {
		t.Errorf("a spot is painted with %+v", f.Steps[1])
	}
	none := *old
	plan := *old.Plan
	plan.Products = nil
	none.Plan = &plan
	if f := ask(&none, "softener", "silver"); f.Missing != "" || len(f.Steps) != 2 {
		t.Errorf("a gloss that the route has is missing: %q", f.Missing)
	}
	if f := ask(&none, "satinmist", "liftblack"); f.Missing != "" || f.Steps[0].Product.Sheen != coating.Satin {
		t.Errorf("with no satin at hand any will do: %q", f.Missing)
	}
	if f := ask(&none, "scribe", "noline"); f.Missing != "pencil" {
		t.Errorf("with no pencil at hand %q is missing", f.Missing)
	}
	ctx, end := context.WithCancel(ever)
	end()
	if _, err := old.Fragment(ctx, RemedyNamed("washoff"), "late"); !errors.Is(err, context.Canceled) {
		t.Errorf("nobody waits any more: %v", err)
	}
	if _, err := At(ctx, old.Laid, old.Line, old.At); !errors.Is(err, context.Canceled) {
		t.Errorf("nobody waits any more: %v", err)
	}
}

// The way back never gets cheaper, and it shuts where it costs more than living with it.
func TestTheWayBack(t *testing.T) {
	c := at(t, climate.Room, 0, "b: base-coat mid-acrylic done 600h", "g: gloss-coat gloss done 500h", "d: decals decals done 450h", "s: seal gloss done 400h", "w: pin-wash enamel-wash done 20h", "i: wipe of w damp done 19.4h", "f: flat-coat flat", "z: final-coat flat")
	c.Found["primerlack"] = Found{0.5, c.Line.Steps[0].Step, "it never held"}
	all, shut := c.TheWayBack("primerlack", 2, 0.1)
	if len(all) != 8 || shut == nil {
		t.Fatalf("%d steps, shut by %v", len(all), shut)
	}
	for i, b := range all {
		if i > 0 && b.Evenings < all[i-1].Evenings {
			t.Errorf("after %s it costs %.2f, before %.2f", b.Step.ID, b.Evenings, all[i-1].Evenings)
		}
		if (b.Step == shut) != (b.Evenings > 2 && (i == 0 || all[i-1].Evenings <= 2)) {
			t.Errorf("it shuts at %s, where it costs %.2f", shut.ID, b.Evenings)
		}
	}
	if _, never := c.TheWayBack("primerlack", 99, 0.1); never != nil {
		t.Error("it shuts though living with it costs more")
	}
}

// Every symptom on random stacks answers, with causes, something else, and leaving it; odd ones too: bare plastic, thirty films, nothing done, all to come.
func TestRandomStacks(t *testing.T) {
	r := rand.New(rand.NewPCG(28, 1))
	for i := range 40 {
		p := routetest.Random(r)
		tl := rule.Lay(p)
		for _, line := range tl.Lines {
			answers(t, fmt.Sprintf("plan %d", i), tl, line, routetest.Start.Add(time.Duration(r.IntN(900)-300)*time.Hour))
		}
	}
	var many []string
	for i := range 30 {
		many = append(many, fmt.Sprintf("s%d: base-coat mid-acrylic done %dh", i, 3000-90*i))
	}
	for name, lines := range map[string][]string{"bare": nil, "thirty films": many, "all to come": {"b: base-coat mid-acrylic at 400h", "g: gloss-coat gloss at 500h"}} {
		tl := rule.Lay(routetest.Lines(lines...))
		answers(t, name, tl, tl.Lines[0], routetest.Start)
	}
}

func answers(t *testing.T, name string, tl *timeline.Timeline, line *timeline.Line, moment time.Time) {
	t.Helper()
	c, err := At(ever, tl, line, moment)
	if err != nil {
		t.Fatal(err)
	}
	for cause, f := range c.Found {
		if f.Chance < 0 || f.Chance > 1 || CauseNamed(cause) == nil {
			t.Errorf("%s: %s %.2f", name, cause, f.Chance)
		}
	}
	for _, s := range Symptoms() {
		all := s.Because(Told{}, c.Risks())
		ways := Ways(all, s.Living, nil, nil)
		if len(all) < 2 || of(all, Other) <= 0 || ways[0].Loss > s.Living {
			t.Errorf("%s: %s has %d causes, the best costs %.2f", name, s.ID, len(all), ways[0].Loss)
		}
	}
}

func BenchmarkCauses(b *testing.B) {
	p := routetest.Lines("b: base-coat mid-acrylic done 600h", "g: gloss-coat gloss done 500h", "d: decals decals done 450h", "s: seal gloss done 400h", "w: pin-wash enamel-wash done 20h", "i: wipe of w damp done 19.4h", "f: flat-coat flat done 10h", "z: final-coat flat")
	tl := rule.Lay(p)
	s := SymptomNamed("frosted")
	for b.Loop() {
		c, err := At(ever, tl, tl.Lines[0], routetest.Start)
		if err != nil {
			b.Fatal(err)
		}
		s.Because(Told{}, c.Risks())
	}
}

func BenchmarkRemedies(b *testing.B) {
	p := routetest.Lines("b: base-coat mid-acrylic done 600h", "g: gloss-coat gloss done 500h", "d: decals decals done 450h", "s: seal gloss done 400h", "w: pin-wash enamel-wash done 20h", "i: wipe of w damp done 19.4h", "f: flat-coat flat done 10h", "z: final-coat flat")
	tl := rule.Lay(p)
	c, err := At(ever, tl, tl.Lines[0], routetest.Start)
	if err != nil {
		b.Fatal(err)
	}
	for b.Loop() {
		if _, err := c.Answer(ever, SymptomNamed("lifted"), Told{}, nil); err != nil {
			b.Fatal(err)
		}
	}
}
