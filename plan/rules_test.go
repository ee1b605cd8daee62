package plan_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/core/route"
	"inkysparrow/core/rule"

	"inkysparrow/core/coating"
	"inkysparrow/plan"
)

var start = time.Date(2027, 3, 1, 18, 0, 0, 0, time.UTC)

// shelf is what the rule tests paint with: one product of each kind that they need, named by what it is.
func shelf() []plan.Product {
	p := func(id string, kind, family, sheen string) plan.Product {
		return plan.Product{ID: id, Name: "the " + id, Kind: kindOf(kind), Family: plan.Family(family), Sheen: plan.Sheen(sheen)}
	}
	all := []plan.Product{
		p("acrylic", "paint", "waterborne-acrylic", "flat"), p("enamel", "paint", "enamel", "gloss"), p("lacquer", "paint", "lacquer", "gloss"),
		p("alcohol", "paint", "alcohol-acrylic", "gloss"), p("gloss", "clear", "polish-clear", "gloss"), p("flat", "clear", "urethane-clear", "flat"),
		p("satin", "clear", "urethane-clear", "satin"), p("solvent-gloss", "clear", "lacquer", "gloss"), p("decals", "decal", "decal", ""),
		p("enamel-wash", "wash", "enamel-wash", ""), p("clay", "wash", "clay-wash", ""), p("acrylic-wash", "wash", "acrylic-wash", ""), p("oil-wash", "wash", "oil-wash", ""),
		p("oil", "oil", "artist-oil", ""), p("medium", "medium", "chipping-medium", ""), p("pastel", "pigment", "dry-pigment", ""),
		p("enamel-flat", "clear", "enamel", "flat"), p("pale", "paint", "waterborne-acrylic", "flat"), p("black-wash", "wash", "enamel-wash", ""), p("grey-wash", "wash", "clay-wash", ""),
		p("bright", "metal", "lacquer", "gloss"), p("fuel", "paint", "waterborne-acrylic", "gloss"),
		p("lines", "paint", "waterborne-acrylic", "flat"), p("cream", "paint", "waterborne-acrylic", "flat"), p("primer", "primer", "waterborne-acrylic", "flat"), p("bright-red", "paint", "enamel", "gloss"),
		p("solvent-flat", "clear", "lacquer", "flat"), p("lacquer-primer", "primer", "lacquer", "flat"), p("white", "paint", "waterborne-acrylic", "flat"), p("mid-acrylic", "paint", "waterborne-acrylic", "flat"), p("gloss-acrylic", "paint", "waterborne-acrylic", "gloss"), p("mid-enamel", "paint", "enamel", "gloss"), p("mid-lacquer", "paint", "lacquer", "satin"),
		p("mid-alcohol", "paint", "alcohol-acrylic", "flat"), p("dark-clay", "wash", "clay-wash", ""), p("pencil", "pencil", "pencil", ""), p("brown-wash", "wash", "enamel-wash", ""), p("dark-metal", "metal", "lacquer", "gloss"), p("water-wash", "wash", "acrylic-wash", ""), p("soot", "paint", "waterborne-acrylic", "flat"), p("tan", "paint", "waterborne-acrylic", "flat"),
	}
	for i := range all {
		all[i].Colour = map[string]string{"acrylic": "#2c2e30", "soot": "#262423", "white": "#efefec", "mid-acrylic": "#6f7a82", "gloss-acrylic": "#6f7a82", "mid-enamel": "#6b6a4c", "mid-lacquer": "#75797b", "mid-alcohol": "#6f7a82", "dark-clay": "#3a332c", "lacquer-primer": "#9a9d9c", "oil-wash": "#3a322b", "water-wash": "#b5b1a8", "brown-wash": "#3a322b", "bright": "#b9bbbb", "dark-metal": "#6d6e70", "tan": "#b9ab97", "pale": "#dfe3e2", "black-wash": "#151617", "lines": "#3a3f42", "cream": "#e9e0c4", "primer": "#a9acab", "bright-red": "#8c2a22", "grey-wash": "#8d8a84"}[all[i].ID]
	}
	for i := range all {
		if all[i].ID == "cream" {
			all[i].HideCoats = 6
		}
		if all[i].ID == "bright-red" { // a very opaque one
			all[i].HideCoats = 1.2
		}
	}
	return all
}

// routeOf builds a plan of one zone from lines such as "wash: pin-wash enamel-wash at 72h", each "id: do product words".
// Words: "done 48h" (before the start), "at 72h" (pinned after it), "coats 1", "of ID", "damp", "wet".
func routeOf(t testing.TB, lines ...string) plan.File {
	t.Helper()
	f := plan.File{
		Format: plan.Format, Build: plan.Build{Name: "test", Start: start}, Climate: &plan.Climate{TemperatureC: 21, HumidityPct: 50},
		Sessions: []plan.Session{{Days: []plan.Day{"mon", "tue", "wed", "thu", "fri", "sat", "sun"}, From: "18:00", To: "23:00"}},
		Products: shelf(), Zones: []plan.Zone{{ID: "zone", Name: "Zone", AreaCM2: 100}},
	}
	for _, line := range lines {
		id, rest, ok := strings.Cut(line, ": ")
		w := strings.Fields(rest)
		if !ok || len(w) == 0 {
			t.Fatalf("bad line %q", line)
		}
		s := plan.Step{ID: id, Do: plan.Do(w[0])}
		for i := 1; i < len(w); i++ {
			age := func() *time.Time {
				i++
				d, err := time.ParseDuration(w[i])
				if err != nil {
					t.Fatal(err)
				}
				at := start.Add(d)
				return &at
			}
			switch w[i] {
			case "done":
				at := age()
				*at = start.Add(start.Sub(*at))
				s.Done = at
			case "at":
				s.At = age()
			case "misted", "wet-on-wet":
				s.Laying = plan.Laying(map[string]string{"misted": "mist", "wet-on-wet": "wet"}[w[i]])
			case "with":
				i++
				s.Liquid = &plan.Liquid{Name: w[i]}
			case "painted":
				s.Decals = []plan.Decal{{Name: "the badge", WidthMM: 40, HeightMM: 40, Painted: true}}
			case "blown":
				s.Drying = "air"
			case "lifted", "freehand":
				s.Edge = plan.Edge(w[i])
			case "area":
				i++
				fmt.Sscan(w[i], &s.AreaPct)
			case "joins":
				i++
				s.Joins = []string{w[i]}
			case "sprayed":
				var n plan.Spray
				fmt.Sscan(strings.Join(w[i+1:i+5], " "), &n.NeedleMM, &n.PSI, &n.DistanceCM, &n.Thinning)
				i += 4
				s.Spray = &n
			case "decal":
				i++
				s.Decals = []plan.Decal{{Name: "the badge", WidthMM: 40, HeightMM: 40, Over: plan.Ground(w[i])}}
			case "coats":
				i++
				fmt.Sscan(w[i], &s.Coats)
			case "of":
				i++
				s.Of = w[i]
			case "dry", "damp", "wet":
				s.With = plan.With(w[i])
			default:
				s.Product = w[i]
			}
		}
		f.Zones[0].Steps = append(f.Zones[0].Steps, s)
	}
	return f
}

// Worth knowing, no more.
func TestNotes(t *testing.T) {
	old := "base: base-coat pale done 800h"
	for rule, lines := range map[string][]string{
		"wash-colour":   {old, "g: gloss-coat gloss done 200h", "w: pin-wash black-wash"},
		"unsealed-dust": {old, "p: pastel pastel"},
		"faded-decal":   {old, "g: gloss-coat gloss done 200h", "d: decals decals", "s: seal gloss", "f: flat-coat flat", "o: oil-dots oil"},
		"dulled":        {old, "p: pastel pastel", "f: final-coat flat"},
		"medium":        {"base: base-coat lacquer done 900h", "m: chipping-medium medium done 800h", "c: base-coat lacquer coats 1 done 700h", "g: gloss-coat gloss"},
	} {
		r := check(t, routeOf(t, lines...))
		if !found(r, rule) {
			t.Errorf("%s is not noted: %s", rule, list(r))
		}
		for _, f := range r.Findings {
			if f.Severity != "note" {
				t.Errorf("%s comes with %s %s", rule, f.Severity, f.Rule)
			}
		}
	}
	f := routeOf(t, old, "g: gloss-coat gloss done 200h", "w: pin-wash grey-wash", "x: wipe of w damp")
	f.Zones[0].Steps[3].Stroke = "circular"
	turpentine := plan.Liquid{Name: "turpentine"}
	f.Zones[0].Steps[3].Liquid = &turpentine
	r := check(t, f)
	if !found(r, "across-flow") || !found(r, "turpentine") {
		t.Errorf("circles and turpentine are not noted: %s", list(r))
	}
	f.Schools = map[route.Question]route.Choice{"stroke": "circular"}
	if found(check(t, f), "across-flow") {
		t.Error("circles are noted although they are the school")
	}
	two := routeOf(t, old, "k: mask at 1h")
	two.Zones = append(two.Zones, plan.Zone{ID: "b", Name: "Other", AreaCM2: 20, Steps: []plan.Step{{ID: "wet", Do: "base-coat", Product: "pale", At: new(start.Add(20 * time.Minute))}}})
	if !found(check(t, two), "handled") {
		t.Error("a wet zone that the model is held by is not noted")
	}
}

// Weather: the schedule moves a clear out of a damp, cold spell and notes it; pinned into it, it is found with a wait as its fix; in a
// garage that is always damp it is found and nothing is held up for ever.
func TestAir(t *testing.T) {
	f := routeOf(t, "b: base-coat acrylic done 300h", "g: gloss-coat gloss")
	end := start.Add(50 * time.Hour)
	f.Climate = &plan.Climate{TemperatureC: 20, HumidityPct: 55, Spells: []plan.Spell{{From: start.Add(-24 * time.Hour), To: end, TemperatureC: 8, HumidityPct: 88}}}
	r := check(t, f)
	if r.Schedule[1].Start.Before(end) || !found(r, "damp-air") || !found(r, "cold-film") || list(r) != "note g cold-film; note g damp-air" {
		t.Errorf("gloss at %v, the spell ends %v: %s", r.Schedule[1].Start, end, list(r))
	}
	f.Zones[0].Steps[1].At = new(start.Add(2 * time.Hour))
	r = check(t, f)
	if list(r) != "warn g cold-film; warn g damp-air" || len(r.Findings[0].Fixes) == 0 {
		t.Fatalf("pinned into the spell: %s", list(r))
	}
	fixed, err := f.Apply("g", r.Findings[0].Fixes[0])
	if err != nil {
		t.Fatal(err)
	}
	if r = check(t, fixed); len(r.Findings) != 0 {
		t.Errorf("after waiting: %s", list(r))
	}
	f.Zones[0].Steps[1].At = nil
	f.Climate = &plan.Climate{TemperatureC: 8, HumidityPct: 88}
	if r = check(t, f); list(r) != "note b cold-film; warn g cold-film; warn g damp-air" || r.Schedule[1].Start.Sub(start) > 48*time.Hour {
		t.Errorf("always damp: %s, gloss at %v", list(r), r.Schedule[1].Start)
	}
}

// The same trouble, told by each school.
func TestSchools(t *testing.T) {
	for _, tc := range []struct {
		question route.Question
		answer   route.Choice
		lines    []string
		rule     string
	}{
		{"under_oils", "gloss", []string{"b: base-coat acrylic done 800h", "g: gloss-coat gloss done 200h", "o: oil-dots oil"}, "grip"},
		{"under_wash", "flat", []string{"b: base-coat acrylic done 800h", "w: pin-wash enamel-wash"}, "wash-sheen"},
		{"decals_and_wash", "before-decals", []string{"b: base-coat acrylic done 800h", "g: gloss-coat gloss done 200h", "w: pin-wash enamel-wash", "x: wipe of w dry", "d: decals decals"}, "order"},
	} {
		f := routeOf(t, tc.lines...)
		if !found(check(t, f), tc.rule) {
			t.Errorf("%s: the usual school does not find %s", tc.question, tc.rule)
		}
		f.Schools = map[route.Question]route.Choice{tc.question: tc.answer}
		if found(check(t, f), tc.rule) {
			t.Errorf("%s: %s still finds %s", tc.question, tc.answer, tc.rule)
		}
	}
	bare := routeOf(t, "b: base-coat acrylic done 800h", "w: pin-wash enamel-wash")
	if found(check(t, bare), "bare-acrylic") {
		t.Error("the usual school wants a barrier on acrylic")
	}
	bare.Schools = map[route.Question]route.Choice{"acrylic_under_enamel_wash": "gloss", "under_wash": "flat"}
	r := check(t, bare)
	if list(r) != "warn w bare-acrylic" || len(r.Findings[0].Fixes) == 0 {
		t.Fatalf("a school that wants a barrier: %s", list(r))
	}
	if barred, err := bare.Apply("w", r.Findings[0].Fixes[0]); err != nil || found(check(t, barred), "bare-acrylic") {
		t.Errorf("after the gloss: %v", err)
	}
	f := routeOf(t, "b: base-coat acrylic done 800h", "o: oil-dots oil done 400h", "f: final-coat flat")
	f.Schools = map[route.Question]route.Choice{"over_oils": "nothing"}
	if !found(check(t, f), "young-oils") {
		t.Error("nothing over oils: a final coat over them is not found")
	}
}

func found(r *plan.Report, rule string) bool {
	return slices.ContainsFunc(r.Findings, func(f plan.Finding) bool { return f.Rule == rule })
}

// A scheduled step is moved past a wait and keeps it only as a note; a pinned one keeps it as a stop. History is never more than a note.
func TestWaitMovesScheduledSteps(t *testing.T) {
	r := check(t, routeOf(t, "base: base-coat enamel done 48h", "w: pin-wash enamel-wash", "x: wipe of w damp"))
	i := slices.IndexFunc(r.Findings, func(f plan.Finding) bool { return f.Rule == "bite" && f.Step == "w" })
	if i < 0 || r.Findings[i].Severity != "note" || r.Findings[i].Verdict != "wait" || r.Stops() {
		t.Fatalf("want one bite note, got %s", list(r))
	}
	if at := r.Schedule[1].Start; at.Before(*r.Findings[i].SafeFrom) {
		t.Errorf("washed %v, safe from %v", at, r.Findings[i].SafeFrom)
	}
	r = check(t, routeOf(t, "base: base-coat enamel done 200h", "w: pin-wash enamel-wash done 150h"))
	if r.Stops() || !found(r, "bite") {
		t.Errorf("a bite that has happened should be a note: %s", list(r))
	}
}

// What a fix promises, over hundreds of random plans: applied, its finding is gone or a mere note, and nothing as bad has come; taking
// the first fixes one after the other ends without a stop that still has a fix.
func TestFixesRemoveTheirFindings(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 11))
	tried := 0
	for n := range 400 {
		f := randomPlan(t, r)
		if n%3 == 0 {
			f = randomBase(t, r)
		}
		rep := check(t, f)
		for round := 0; ; round++ {
			i := slices.IndexFunc(rep.Findings, func(x plan.Finding) bool { return x.Severity != "note" && len(x.Fixes) > 0 })
			if i < 0 {
				break
			}
			if round > 40 {
				t.Fatalf("plan %d: the first fixes never end: %s", n, list(rep))
			}
			x := rep.Findings[i]
			changed, err := f.Apply(x.Step, x.Fixes[0])
			if err != nil {
				t.Fatalf("plan %d: fix %+v of %s %s: %v", n, x.Fixes[0], x.Step, x.Rule, err)
			}
			after := check(t, changed)
			tried++
			for _, y := range after.Findings {
				same := y.Step == x.Step && y.Rule == x.Rule
				if same && y.Severity != "note" {
					t.Errorf("plan %d: %s at %s is still there after %s", n, x.Rule, x.Step, f.Describe(x.Step, x.Fixes[0]))
				}
				known := slices.ContainsFunc(rep.Findings, func(z plan.Finding) bool {
					return z.Step == y.Step && z.Rule == y.Rule && rank(z.Severity) >= rank(y.Severity)
				})
				if !known && rank(y.Severity) >= rank(x.Severity) {
					t.Errorf("plan %d: %s brought %s %s at %s", n, f.Describe(x.Step, x.Fixes[0]), y.Severity, y.Rule, y.Step)
				}
			}
			f, rep = changed, after
		}
	}
	if tried < 200 {
		t.Errorf("only %d fixes were tried; the random plans are too good", tried)
	}
}

// randomPlan strings steps together that can follow each other, some done, some pinned at a bad moment.
func randomPlan(t testing.TB, r *rand.Rand) plan.File {
	pick := func(s ...string) string { return s[r.IntN(len(s))] }
	pin := func() string {
		if r.IntN(4) == 0 {
			return fmt.Sprintf(" at %dh", r.IntN(200))
		}
		return ""
	}
	lines := []string{fmt.Sprintf("b: base-coat %s done %dh", pick("acrylic", "enamel", "lacquer", "alcohol"), 1+r.IntN(300))}
	if r.IntN(4) == 0 { // shaded, well or badly
		lines = []string{
			"k: " + pick("prime primer", "base-coat acrylic", "base-coat pale") + " done 320h", "l: " + pick("pre-shade lines", "mottle lines") + " done 310h",
			fmt.Sprintf("b: %s %s", pick("veil", "base-coat"), pick("pale", "cream", "acrylic")) + fmt.Sprintf(" coats %d", 1+r.IntN(4)),
		}
	}
	add := func(odds int, line string) {
		if r.IntN(odds) > 0 {
			lines = append(lines, line+pin())
		}
	}
	add(3, "g: gloss-coat "+pick("gloss", "solvent-gloss"))
	add(2, "d: decals decals")
	add(2, "s: seal "+pick("gloss", "satin"))
	washes := pick("enamel-wash", "clay", "acrylic-wash", "oil-wash")
	lines = append(lines, "w: "+pick("pin-wash", "overall-wash")+" "+washes+pin())
	add(6, "x: wipe of w "+pick("dry", "damp", "wet"))
	add(2, "f: flat-coat flat")
	add(2, "o: oil-dots oil")
	add(2, "e: exhaust-spray "+pick("soot", "tan"))
	add(3, "p: pastel pastel")
	add(3, "z: final-coat "+pick("flat", "satin"))
	return routeOf(t, lines...)
}

// randomBase strings the steps up to the gloss together: metal, media, colours, chips, masks, markings and a part, some pinned badly.
func randomBase(t testing.TB, r *rand.Rand) plan.File {
	pick := func(s ...string) string { return s[r.IntN(len(s))] }
	pin := func() string {
		if r.IntN(4) == 0 {
			return fmt.Sprintf(" at %dh", r.IntN(160))
		}
		return ""
	}
	lines := []string{fmt.Sprintf("b: %s done %dh", pick("metal-coat bright", "base-coat lacquer", "prime primer"), 4+r.IntN(90))}
	add := func(odds int, line string) {
		if r.IntN(odds) > 0 {
			lines = append(lines, line+pin())
		}
	}
	add(2, "p: polish")
	add(3, "m: chipping-medium medium")
	lines = append(lines, fmt.Sprintf("c: base-coat %s coats %d", pick("acrylic", "cream", "lacquer", "enamel"), 1+r.IntN(3))+pin())
	add(2, pick("k: chip", "k: wipe-back acrylic", "k: sponge-chips tan area 20", "k: brush-chips tan"))
	add(3, "t: mask")
	add(2, fmt.Sprintf("n: base-coat %s area %d", pick("pale", "acrylic"), 20+r.IntN(60)))
	add(2, "u: unmask")
	add(2, "g: gloss-coat gloss"+pick("", " area 30", " sprayed 0.8 30 3 1", " sprayed 0.4 14 9 0"))
	add(2, "d: decals decals decal "+pick("smooth", "lines", "rough"))
	add(3, "z: final-coat flat")
	return routeOf(t, lines...)
}

func TestDescribe(t *testing.T) {
	f := read(t, "../examples/stop.json")
	var words []string
	for _, x := range check(t, f).Findings[0].Fixes {
		words = append(words, f.Describe("d2", x))
	}
	want := "Seal first: Harbour gloss, 2 coats; Pin wash with Lamp clay instead; Wait with the pin wash until Mon 8 Mar, 19:30"
	if got := strings.Join(words, "; "); got != want {
		t.Errorf("got %q, want %q", got, want)
	}
}

// big is a clean plan of 6 zones and 60 steps.
func big(t testing.TB) plan.File {
	f := routeOf(t)
	f.Zones = nil
	for z := range 6 {
		one := routeOf(t, "b: base-coat acrylic done 400h", "g: gloss-coat gloss", "d: decals decals", "s: seal gloss", "w: pin-wash enamel-wash", "x: wipe of w dry",
			"f: flat-coat flat", "o: oil-dots oil", "e: exhaust-spray tan", "z: final-coat flat").Zones[0]
		one.ID, one.Name = fmt.Sprint("zone", z), fmt.Sprint("Zone ", z)
		for i := range one.Steps {
			one.Steps[i].ID = fmt.Sprint(one.Steps[i].ID, z)
			if one.Steps[i].Of != "" {
				one.Steps[i].Of = fmt.Sprint(one.Steps[i].Of, z)
			}
		}
		f.Zones = append(f.Zones, one)
	}
	return f
}

func BenchmarkCheckAndSchedule60Steps(b *testing.B) {
	p, err := big(b).Resolve()
	if err != nil {
		b.Fatal(err)
	}
	b.ReportAllocs()
	for b.Loop() {
		rule.Check(p)
	}
}

// thousand is a plan of 1,000 steps in 6 zones.
func thousand(b *testing.B) plan.File {
	f := routeOf(b)
	f.Zones = nil
	for z := range 6 {
		zone := plan.Zone{ID: fmt.Sprint("z", z), Name: "Zone", AreaCM2: 20}
		for i := 0; len(zone.Steps) < 166; i++ {
			id := fmt.Sprintf("%d-%d", z, i)
			zone.Steps = append(zone.Steps, plan.Step{ID: "g" + id, Do: "gloss-coat", Product: "gloss"}, plan.Step{ID: "w" + id, Do: "pin-wash", Product: "enamel-wash"},
				plan.Step{ID: "x" + id, Do: "wipe", Of: "w" + id}, plan.Step{ID: "f" + id, Do: "flat-coat", Product: "flat"})
		}
		f.Zones = append(f.Zones, zone)
	}
	return f
}

func BenchmarkCheck1000Steps(b *testing.B) {
	p, err := thousand(b).Resolve()
	if err != nil {
		b.Fatal(err)
	}
	b.ReportAllocs()
	for b.Loop() {
		rule.Check(p)
	}
}

func BenchmarkCheckWithFixesTried60Steps(b *testing.B) {
	f := big(b)
	b.ReportAllocs()
	for b.Loop() {
		if _, err := plan.Check(f); err != nil {
			b.Fatal(err)
		}
	}
}

func BenchmarkEveryFilm60Steps(b *testing.B) {
	p, err := big(b).Resolve()
	if err != nil {
		b.Fatal(err)
	}
	tl := rule.Lay(p)
	at := start.Add(100 * time.Hour)
	b.ReportAllocs()
	for b.Loop() {
		for _, line := range tl.Lines {
			for i := range line.Films {
				line.Films[i].At(at)
			}
		}
	}
}

func BenchmarkParse(b *testing.B) {
	text, err := big(b).Write()
	if err != nil {
		b.Fatal(err)
	}
	b.ReportAllocs()
	for b.Loop() {
		if _, err := plan.Parse(text); err != nil {
			b.Fatal(err)
		}
	}
}

func kindOf(kind string) coating.Kind { return coating.Kind(kind) }

// Every rule is met by at least one of the plans that the tests are made of; a rule that nothing meets could be wrong for years.
func TestEveryRuleIsMet(t *testing.T) {
	met := map[string]bool{}
	r := rand.New(rand.NewPCG(23, 42))
	collect := func(f plan.File) {
		for _, x := range check(t, f).Findings {
			met[x.Rule] = true
		}
	}
	for range 120 {
		collect(randomPlan(t, r))
	}
	for _, path := range files(t, "../examples/*.json", "../internal/demo/*.json") {
		collect(read(t, path))
	}
	for _, lines := range [][]string{
		{"b: base-coat lacquer done 900h", "m: chipping-medium medium done 800h", "k: mask"},
		{"b: base-coat acrylic coats 9", "c: chip"},
		{"b: base-coat enamel done 48h", "c: base-coat enamel at 1h"},
		{"k: base-coat acrylic done 90h", "b: base-coat cream"},
		{"b: base-coat acrylic done 6h", "k: mask at 1h"},
		{"b: base-coat acrylic done 800h", "g: gloss-coat gloss sprayed 0.8 30 3 1"},
		{"b: base-coat pale done 800h", "e: exhaust-spray soot coats 6"},
		{"b: metal-coat bright done 12h", "m: chipping-medium medium at 1h"},
		{"b: metal-coat bright done 900h", "m: chipping-medium medium done 220h", "c: base-coat acrylic coats 1 done 200h", "k: chip area 40"},
		{"b: base-coat acrylic done 800h", "g: gloss-coat gloss done 200h", "d: decals decals decal lines", "s: seal gloss", "w: pin-wash enamel-wash"},
		{"k: base-coat acrylic area 40", "b: base-coat pale area 60"},
		{"b: base-coat acrylic done 800h", "g: gloss-coat gloss area 30"},
		{"b: base-coat acrylic done 900h", "m: metal-coat bright"},
		{"b: base-coat acrylic done 900h", "s: wet-stain fuel", "f: final-coat flat"},
		{"b: base-coat acrylic done 800h", "g: gloss-coat gloss done 200h", "w: pin-wash enamel-wash done 10h", "x: wipe of w dry done 9h", "f: flat-coat enamel-flat at 1h"},
		{"b: base-coat acrylic done 800h", "w: overall-wash black-wash"},
		{"b: base-coat acrylic done 800h", "g: gloss-coat gloss at 1h", "f: flat-coat flat at 65m"},
		{"b: base-coat acrylic done 800h", "p: pastel pastel", "f: final-gloss gloss"},
		{"b: base-coat acrylic done 800h", "g: gloss-coat gloss done 200h", "d: decals decals done 48h", "k: mask", "s: seal solvent-gloss"},
		{"b: base-coat acrylic done 800h", "p: pastel pastel done 40h", "w: pin-wash clay", "x: wipe of w"},
		{"b: base-coat lacquer done 900h", "m: metal-coat bright done 300h", "g: gloss-coat gloss", "f: flat-coat flat coats 3"},
		{"b: base-coat acrylic done 800h", "f: final-coat flat", "n: pencil pencil"},
		{"b: base-coat acrylic done 800h", "k: sponge-chips acrylic"},
	} {
		collect(routeOf(t, lines...))
	}
	weather := routeOf(t, "b: base-coat acrylic done 800h", "g: gloss-coat gloss")
	weather.Climate = &plan.Climate{TemperatureC: 6, HumidityPct: 90}
	weather.Build.Wanted = "2027-02-01"
	weather.Sessions = []plan.Session{{Days: []plan.Day{"mon"}, From: "19:30", To: "19:40"}}
	collect(weather)
	turned := routeOf(t, "b: base-coat acrylic done 800h", "g: gloss-coat gloss done 200h", "w: pin-wash grey-wash", "x: wipe of w damp")
	turned.Zones[0].Steps[3].Stroke, turned.Zones[0].Steps[3].Liquid = "circular", &plan.Liquid{Name: "turpentine"}
	collect(turned)
	barrier := routeOf(t, "b: base-coat acrylic done 800h", "w: pin-wash enamel-wash")
	barrier.Schools = map[route.Question]route.Choice{"acrylic_under_enamel_wash": "gloss"}
	collect(barrier)
	parts := twoParts(t)
	collect(parts)
	parts.Zones[0].Steps = parts.Zones[0].Steps[:1]
	collect(parts)
	pinned := twoParts(t)
	pinned.Zones[0].Steps[1].At = new(start.Add(time.Hour))
	collect(pinned)
	for _, f := range keptWrong(t) {
		collect(f)
	}
	for _, rule := range rule.Every().All {
		if !met[rule.ID] {
			t.Errorf("no plan meets the rule %s", rule.ID)
		}
	}
}

// The same plan is judged the same however its products and zones are ordered, and whatever they are called.
func TestOrderAndNamesDoNotMatter(t *testing.T) {
	for _, path := range files(t, "../internal/demo/*.json") {
		f := read(t, path)
		want := map[string]int{}
		for _, x := range check(t, f).Findings {
			want[x.Severity+x.Rule]++
		}
		other := f.Clone()
		slices.Reverse(other.Products)
		for i := range other.Products {
			other.Products[i].Name = fmt.Sprint("Product ", i)
		}
		got := map[string]int{}
		for _, x := range check(t, other).Findings {
			got[x.Severity+x.Rule]++
		}
		for k, n := range want {
			if got[k] != n {
				t.Errorf("%s: %s is found %d times, and %d times with its products renamed and turned round", path, k, n, got[k])
			}
		}
	}
}

// Warmer and drier air never makes a plan ready later; more sessions never do by more than the greedy order allows for.
func TestBetterAirIsNotSlower(t *testing.T) {
	for _, lines := range [][]string{
		{"b: base-coat enamel done 24h", "w: pin-wash enamel-wash", "x: wipe of w damp", "f: flat-coat flat"},
		{"b: base-coat acrylic", "g: gloss-coat gloss", "d: decals decals", "s: seal gloss", "w: pin-wash clay", "x: wipe of w damp", "z: final-coat flat"},
		{"b: base-coat acrylic done 900h", "f: flat-coat flat", "o: oil-dots oil", "z: final-coat flat"},
	} {
		f := routeOf(t, lines...)
		last := time.Time{}
		for _, celsius := range []float64{30, 24, 18, 12} {
			f.Climate = &plan.Climate{TemperatureC: celsius, HumidityPct: 45}
			finish := *check(t, f).Finish
			if finish.Before(last) {
				t.Errorf("%v: ready %v at %v C, and %v when warmer", lines, finish, celsius, last)
			}
			last = finish
		}
	}
}

// The way out of shading that does not read as wanted, and of a colour that does not cover, in words; and what the service asks for
// changes the verdict.
func TestShadingFixes(t *testing.T) {
	for _, tc := range []struct {
		lines []string
		want  string
	}{
		{[]string{"p: prime primer done 90h", "l: pre-shade lines done 80h", "b: base-coat pale"}, "Base coat in 1 coat; Post-shade after it: Post-shade tone, 6 coats"},
		{[]string{"p: prime primer done 90h", "l: pre-shade lines done 80h", "b: base-coat bright-red"}, "Post-shade after it: Post-shade tone, 2 coats"},
		{[]string{"p: prime primer done 90h", "l: pre-shade lines done 80h", "b: veil pale coats 10"}, "Thin veils in 6 coats; Post-shade after it: Post-shade tone, 6 coats"},
		{[]string{"p: prime primer done 90h", "l: pre-shade lines done 80h", "b: veil pale coats 1"}, "Thin veils in 4 coats"},
		{[]string{"k: base-coat acrylic done 90h", "b: base-coat cream"}, "Base coat in 4 coats; Prime first: White undercoat, 1 coat"},
	} {
		f := routeOf(t, tc.lines...)
		f.Build.Scale = 48
		var words []string
		for _, x := range check(t, f).Findings {
			if x.Severity != "warn" {
				continue
			}
			for _, fix := range x.Fixes {
				words = append(words, f.Describe(x.Step, fix))
			}
			break
		}
		if got := strings.Join(words, "; "); got != tc.want {
			t.Errorf("%v: %q, want %q", tc.lines, got, tc.want)
		}
	}
	f := routeOf(t, "p: prime primer done 90h", "l: pre-shade lines done 80h", "b: veil pale coats 5")
	f.Service = &plan.Service{Place: "ship", Shelter: "out", Months: new(30.0)}
	f.Schools = map[route.Question]route.Choice{"strength": "heavy"}
	if r := check(t, f); !found(r, "shade") {
		t.Errorf("two hard years at sea want more than subtle shading: %s", list(r))
	}
	f.Service.Shading = "subtle"
	if r := check(t, f); found(r, "shade") {
		t.Errorf("the modeller overrules it: %s", list(r))
	}
}

// keptWrong are plans with effects that can't be where they are: mud on a ship, fresh fuel in store, soot where no stack is, a faded canopy.
func keptWrong(t *testing.T) map[string]plan.File {
	t.Helper()
	on := func(of string, service plan.Service, lines ...string) plan.File {
		f := routeOf(t, lines...)
		f.Service, f.Airframe = &service, &plan.Airframe{Type: "low-single", Zones: []plan.AirframeZone{{Zone: "zone", Of: []string{of}}}}
		return f
	}
	return map[string]plan.File{
		"mud-at-sea":   on("under", plan.Service{Place: "ship"}, "b: base-coat acrylic done 800h", "m: mud soot"),
		"fresh-fuel":   on("upper", plan.Service{Care: "stored"}, "b: base-coat acrylic done 800h", "s: wet-stain fuel"),
		"stain-source": on("tailplane", plan.Service{}, "b: base-coat pale done 800h", "m: mud soot"),
		"fade-covered": on("canopy", plan.Service{}, "b: base-coat acrylic done 800h", "f: flat-coat flat done 300h", "o: oil-dots oil"),
	}
}

// Each of these is found where it is wrong, and not on the same plan where it is right, nor on a plan without an airframe of its own.
func TestKept(t *testing.T) {
	has := func(f plan.File, rule string) bool {
		return slices.ContainsFunc(check(t, f).Findings, func(x plan.Finding) bool { return x.Rule == rule })
	}
	for rule, f := range keptWrong(t) {
		if !has(f, rule) {
			t.Errorf("%s is not found", rule)
		}
		f.Airframe.Zones[0].Of = []string{"all"}
		f.Service = &plan.Service{Place: "grass"}
		if has(f, rule) {
			t.Errorf("%s is found where nothing is wrong", rule)
		}
	}
	bare := keptWrong(t)["stain-source"]
	bare.Airframe = nil
	if has(bare, "stain-source") {
		t.Error("a plan without an airframe of its own is told that its airframe has no wheel there")
	}
	gas := keptWrong(t)["fade-covered"]
	gas.Airframe.Zones[0].Of = []string{"fuselage"}
	gas.Zones[0].Steps = append(gas.Zones[0].Steps, plan.Step{ID: "g", Do: "exhaust-spray", Product: "soot", Stain: &plan.StainHow{Of: "gas"}})
	if !has(gas, "stain-source") {
		t.Error("gas of guns that are in the wing lies on the fuselage")
	}
	jet := keptWrong(t)["mud-at-sea"]
	jet.Airframe.Type, jet.Airframe.Zones[0].Of = "swept-jet", []string{"fuselage"}
	jet.Zones[0].Steps[1] = plan.Step{ID: "e", Do: "exhaust-spray", Product: "soot"}
	found := check(t, jet).Findings
	if i := slices.IndexFunc(found, func(x plan.Finding) bool { return x.Rule == "stain-source" }); i < 0 || !strings.Contains(found[i].Because, "A jet lets its exhaust out at its tail") {
		t.Errorf("a jet with soot on its flank: %+v", found)
	}
}
