package plan_test

import (
	"fmt"
	"math/rand/v2"
	"reflect"
	"slices"
	"strings"
	"testing"
	"time"

	"inkysparrow/plan"
)

func press(id, step, word string, at time.Duration) plan.Press {
	return plan.Press{ID: "pressed-" + id, Device: "tablet", Step: step, Word: word, At: start.Add(at), Made: start.Add(at)}
}

func pressable(t *testing.T) plan.File {
	t.Helper()
	return routeOf(t, "b: base-coat acrylic", "g: gloss-coat gloss at 1h", "w: pin-wash clay", "x: wipe of w damp", "f: flat-coat flat")
}

// stepOf returns a step wherever it stands.
func stepOf(t *testing.T, f plan.File, id string) plan.Step {
	t.Helper()
	for _, z := range f.Zones {
		for _, s := range z.Steps {
			if s.ID == id {
				return s
			}
		}
	}
	t.Fatalf("no step %s", id)
	return plan.Step{}
}

func same(t *testing.T, what string, a, b plan.File) {
	t.Helper()
	x, err := a.Write()
	if err != nil {
		t.Fatal(err)
	}
	y, err := b.Write()
	if err != nil {
		t.Fatal(err)
	}
	if string(x) != string(y) {
		t.Fatalf("%s: plans differ:\n%s\n%s", what, x, y)
	}
}

func TestFold(t *testing.T) {
	base := pressable(t)
	mark := func(s plan.Step) string {
		var words []string
		for _, m := range []struct {
			name string
			at   *time.Time
		}{{"done", s.Done}, {"begun", s.Started}, {"pinned", s.At}} {
			if m.at != nil {
				words = append(words, m.name+m.at.Format(" 15:04"))
			}
		}
		if s.Seen != "" {
			words = append(words, "seen "+string(s.Seen))
		}
		for _, told := range s.Told {
			words = append(words, string(told.Said))
		}
		return strings.Join(words, " ")
	}
	undo := func(id, of string) plan.Press {
		p := press(id, "g", plan.TakeBack, 0)
		p.Of = "pressed-" + of
		return p
	}
	amend := func(id, of string, at, made time.Duration) plan.Press {
		p := press(id, "g", plan.AtTime, at)
		p.Of, p.Made = "pressed-"+of, start.Add(made)
		return p
	}
	for _, tc := range []struct {
		name  string
		all   []plan.Press
		want  string
		words string // the last that are told
	}{
		{"nothing", nil, "pinned 19:00", ""},
		{"begun", []plan.Press{press("1", "g", "started", time.Hour)}, "begun 19:00 started", "Began gloss coat of Zone, Mon 1 Mar, 19:00"},
		{"begun and done", []plan.Press{press("1", "g", "started", time.Hour), press("2", "g", "done", 2*time.Hour)}, "done 20:00 begun 19:00 started done", "Marked gloss coat of Zone done, Mon 1 Mar, 20:00"},
		{"taken back", []plan.Press{press("1", "g", "done", time.Hour), undo("2", "1")}, "pinned 19:00", ""},
		{"and that taken back", []plan.Press{press("1", "g", "done", time.Hour), undo("2", "1"), undo("3", "2")}, "done 19:00 done", ""},
		{"twenty minutes ago", []plan.Press{press("1", "g", "done", time.Hour), amend("2", "1", 40*time.Minute, time.Hour)}, "done 18:40 done", ""},
		{"the last word on that counts", []plan.Press{press("1", "g", "done", time.Hour), amend("2", "1", 40*time.Minute, 2*time.Hour), amend("3", "1", 30*time.Minute, time.Hour)}, "done 18:40 done", ""},
		{"it did not work", []plan.Press{press("1", "g", "failed", time.Hour)}, "done 19:00 seen something failed", "Gloss coat of Zone did not work, Mon 1 Mar, 19:00"},
		{"it looked fine after all", []plan.Press{press("1", "g", "done", time.Hour), press("2", "g", "fine", 2*time.Hour)}, "done 19:00 seen nothing done fine", ""},
		{"of a film", []plan.Press{press("1", "g", "done", time.Hour), press("2", "g", "tacky", 2*time.Hour), press("3", "g", "touch-dry", 3*time.Hour)}, "done 19:00 done tacky touch-dry", "Gloss coat of Zone: touch-dry, Mon 1 Mar, 21:00"},
		{"of a step that another device took out", []plan.Press{press("1", "no-such", "done", time.Hour)}, "pinned 19:00", ""},
		{"an undo of nothing", []plan.Press{undo("1", "nothing")}, "pinned 19:00", ""},
		{"undos in a ring", []plan.Press{press("1", "g", "done", time.Hour), undo("2", "3"), undo("3", "2")}, "done 19:00 done", ""},
	} {
		t.Run(tc.name, func(t *testing.T) {
			got, words := base.Fold(tc.all)
			if m := mark(stepOf(t, got, "g")); m != tc.want {
				t.Errorf("%q, want %q", m, tc.want)
			}
			if tc.words != "" && (len(words) == 0 || words[len(words)-1] != tc.words) {
				t.Errorf("told %q", words)
			}
			again, words := got.Fold(tc.all)
			same(t, "folded again", again, got)
			if len(words) > 0 {
				t.Errorf("folded again it tells %q", words)
			}
			if tc.name == "taken back" || tc.name == "nothing" {
				return
			}
			if _, err := got.Resolve(); err != nil {
				t.Errorf("the plan no longer holds: %v", err)
			}
		})
	}
	// What is taken back later stands as it was planned, but for the pin that it had.
	done, _ := base.Fold([]plan.Press{press("1", "g", "done", time.Hour)})
	back, words := done.Fold([]plan.Press{press("1", "g", "done", time.Hour), undo("2", "1")})
	if s := stepOf(t, back, "g"); s.Done != nil || len(s.Told) != 0 || len(words) != 1 || !strings.HasPrefix(words[0], "Took back: ") {
		t.Errorf("%+v, %q", s, words)
	}
}

// Presses in any order, in any portions and more than once come to the same plan, lose none, and change nothing of other steps.
func TestFoldAnyOrder(t *testing.T) {
	base := pressable(t)
	r := rand.New(rand.NewPCG(25, 1))
	words := []string{"started", "done", "wiped", "failed", "fine", "tacky", "touch-dry", "took-rub", "rubbed", "bit", "no-bite", plan.TakeBack, plan.AtTime}
	for range 300 {
		var all []plan.Press
		for i := range 2 + r.IntN(14) {
			p := press(fmt.Sprintf("%04d", i), []string{"b", "g", "w", "x", "gone"}[r.IntN(5)], words[r.IntN(len(words))], time.Duration(r.IntN(300))*time.Minute)
			p.Device = []string{"tablet", "telephone"}[r.IntN(2)]
			if p.Word == plan.TakeBack || p.Word == plan.AtTime {
				p.Of = fmt.Sprintf("pressed-%04d", r.IntN(i+2))
			}
			all = append(all, p)
		}
		once, _ := base.Fold(all)
		mixed := slices.Clone(all)
		r.Shuffle(len(mixed), func(i, j int) { mixed[i], mixed[j] = mixed[j], mixed[i] })
		got := base
		for n := 0; n < len(mixed); {
			n = min(len(mixed), n+1+r.IntN(4))
			got, _ = got.Fold(mixed[:n]) // as they came, with all before
		}
		// A pin that a press took away does not come back with its undo: what is planned is planned anew.
		for _, f := range []*plan.File{&once, &got} {
			for i := range f.Zones[0].Steps {
				f.Zones[0].Steps[i].At = nil
			}
		}
		same(t, "in another order", got, once)
		if f := stepOf(t, got, "f"); !reflect.DeepEqual(f, stepOf(t, base, "f")) {
			t.Fatalf("a step that nobody spoke of has changed: %+v", f)
		}
		if _, err := got.Resolve(); err != nil {
			t.Fatal(err)
		}
	}
}

// What was pressed on another machine is only known from the plan that came here: it can be taken back and told again all the same, and stays as it is where nobody speaks of it.
func TestFoldsWhatCame(t *testing.T) {
	base := pressable(t)
	done := press("there", "g", "done", time.Hour)
	came, _ := base.Fold([]plan.Press{done})
	same, words := came.Fold([]plan.Press{press("here", "w", "started", 2*time.Hour)})
	if s := stepOf(t, same, "g"); s.Done == nil || len(s.Told) != 1 || len(words) != 1 {
		t.Errorf("%+v, %q", s, words)
	}
	undo := press("undo", "g", plan.TakeBack, 2*time.Hour)
	undo.Of = done.ID
	back, words := came.Fold([]plan.Press{undo})
	if s := stepOf(t, back, "g"); s.Done != nil || len(s.Told) != 0 || len(words) != 1 {
		t.Errorf("taken back: %+v, %q", s, words)
	}
	later := press("later", "g", plan.AtTime, 30*time.Minute)
	later.Of = done.ID
	told, _ := came.Fold([]plan.Press{later})
	if s := stepOf(t, told, "g"); s.Done == nil || !s.Done.Equal(start.Add(30*time.Minute)) {
		t.Errorf("half an hour earlier: %+v", s.Done)
	}
}

// A step of which a great deal is said keeps the last of it, and its marks.
func TestFoldsMuch(t *testing.T) {
	base := pressable(t)
	all := []plan.Press{press("done", "g", "done", 0)}
	for i := range 700 {
		all = append(all, press(fmt.Sprintf("%04d", i), "g", "tacky", time.Duration(i)*time.Minute))
	}
	got, _ := base.Fold(all)
	s := stepOf(t, got, "g")
	if len(s.Told) != 300 || s.Done == nil || !s.Told[299].At.Equal(start.Add(699*time.Minute)) {
		t.Errorf("%d words are kept, done %v", len(s.Told), s.Done)
	}
	again, _ := got.Fold(all)
	same(t, "folded again", again, got)
}

// Done, but otherwise: the stack holds what really lies there, and taken back it is as planned.
func TestDoneOtherwise(t *testing.T) {
	base := pressable(t)
	wet := plan.Laying("wet")
	p := press("1", "b", "done", time.Hour)
	p.Otherwise = &plan.Otherwise{Product: "enamel", Coats: 3, Laying: &wet}
	got, _ := base.Fold([]plan.Press{p})
	s := stepOf(t, got, "b")
	if s.Product != "enamel" || s.Coats != 3 || s.Laying != "wet" || s.Planned == nil || s.Planned.Product != stepOf(t, base, "b").Product {
		t.Fatalf("%+v", s)
	}
	r, err := got.Resolve()
	if err != nil {
		t.Fatal(err)
	}
	if step := r.Zones[0].Steps[0]; step.Product.Family.ID != "enamel" || step.Coats != 3 {
		t.Errorf("the stack has %s, %d coats", step.Product.Name, step.Coats)
	}
	undo := press("2", "b", plan.TakeBack, 0)
	undo.Of = p.ID
	back, _ := got.Fold([]plan.Press{p, undo})
	same(t, "taken back", back, base)
	odd := p
	odd.Otherwise = &plan.Otherwise{Product: "no-such", Coats: 15, Brushed: true}
	got, _ = base.Fold([]plan.Press{odd})
	if s := stepOf(t, got, "b"); s.Product != stepOf(t, base, "b").Product || s.ThicknessUM <= 0 {
		t.Errorf("with a bottle that is not there: %+v", s)
	}
	if _, err := got.Resolve(); err != nil {
		t.Error(err)
	}
}

// Part-done: the left half is sealed, the right one is another zone with times of its own; taken back they are one again.
func TestPartDone(t *testing.T) {
	f := read(t, "../internal/demo/petrel.json")
	var zone plan.Zone
	for _, z := range f.Zones {
		if z.ID == "upper" {
			zone = z
		}
	}
	i := slices.IndexFunc(zone.Steps, func(s plan.Step) bool { return s.Done == nil })
	for _, share := range plan.Shares() {
		p := plan.Press{ID: "press-" + string(share), Device: "tablet", Step: zone.Steps[i].ID, Word: "done", At: time.Date(2027, 3, 11, 20, 0, 0, 0, time.UTC), Made: time.Date(2027, 3, 11, 20, 0, 0, 0, time.UTC), Share: share}
		got, words := f.Fold([]plan.Press{p})
		if len(got.Zones) != len(f.Zones)+1 || len(words) == 0 || !strings.Contains(words[0], share.Words()) {
			t.Fatalf("%s: %d zones, told %q", share, len(got.Zones), words)
		}
		rest := got.Zones[len(got.Zones)-1]
		if rest.Rest == nil || rest.Rest.Of != "upper" || stepOf(t, got, p.Step).Done == nil || rest.Steps[i].Done != nil {
			t.Errorf("%s: the rest is %+v", share, rest.Rest)
		}
		r, err := got.Resolve()
		if err != nil {
			t.Fatal(err)
		}
		was, err := f.Resolve()
		if err != nil {
			t.Fatal(err)
		}
		whole, a, b := 0.0, 0.0, 0.0
		for _, z := range was.Zones {
			if z.ID == "upper" {
				whole = z.AreaCM2
			}
		}
		for _, z := range r.Zones {
			switch z.ID {
			case "upper":
				a = z.AreaCM2
			case rest.ID:
				b = z.AreaCM2
			}
		}
		if a < 0.3*whole || b < 0.3*whole || a+b > 1.02*whole || a+b < 0.98*whole {
			t.Errorf("%s: %.0f and %.0f of %.0f cm2", share, a, b, whole)
		}
		again, words := got.Fold([]plan.Press{p})
		same(t, "folded again", again, got)
		if len(words) != 0 {
			t.Errorf("folded again: %q", words)
		}
		undo := p
		undo.ID, undo.Word, undo.Of, undo.Share = "press-undo", plan.TakeBack, p.ID, ""
		back, _ := got.Fold([]plan.Press{p, undo})
		if len(back.Zones) != len(f.Zones) || stepOf(t, back, p.Step).Done != nil {
			t.Errorf("%s: taken back there are %d zones", share, len(back.Zones))
		}
		for k := range back.Zones {
			if back.Zones[k].Name != f.Zones[k].Name {
				t.Errorf("%s: %s is called %s", share, f.Zones[k].Name, back.Zones[k].Name)
			}
		}
	}
}

func TestPressHeld(t *testing.T) {
	good := press("1", "g", "done", 0)
	if err := good.Held(); err != nil {
		t.Fatal(err)
	}
	for name, change := range map[string]func(*plan.Press){
		"id":     func(p *plan.Press) { p.ID = "short" },
		"device": func(p *plan.Press) { p.Device = "" },
		"word":   func(p *plan.Press) { p.Word = "perhaps" },
		"of":     func(p *plan.Press) { p.Of = "pressed-2" },
		"step":   func(p *plan.Press) { p.Step = strings.Repeat("x", 101) },
		"otherwise.laying": func(p *plan.Press) {
			odd := plan.Laying("upside down")
			p.Otherwise = &plan.Otherwise{Laying: &odd}
		},
		"share":     func(p *plan.Press) { p.Share = "middle" },
		"otherwise": func(p *plan.Press) { p.Otherwise = &plan.Otherwise{Coats: 16} },
		"at":        func(p *plan.Press) { p.At = time.Time{} },
		"made":      func(p *plan.Press) { p.Made = p.Made.AddDate(2000, 0, 0) },
	} {
		p := good
		change(&p)
		if err := p.Held(); err == nil || !strings.HasPrefix(err.Error(), name) {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// Two devices with two answers are told, one device that changes its mind is not.
func TestDisputed(t *testing.T) {
	base := pressable(t)
	a, b := press("1", "g", "done", time.Hour), press("2", "g", "done", 100*time.Minute)
	b.Device = "telephone"
	got, _ := base.Fold([]plan.Press{a, b})
	if d := stepOf(t, got, "g").Disputed(); len(d) != 1 {
		t.Errorf("%v", d)
	}
	if done := stepOf(t, got, "g").Done; !done.Equal(b.At) {
		t.Errorf("done %v: the later counts", done)
	}
	for name, change := range map[string]func(){"one device": func() { b.Device = a.Device }, "the same minute": func() { b.Device, b.At = "telephone", a.At.Add(4*time.Minute) }} {
		change()
		got, _ := base.Fold([]plan.Press{a, b})
		if d := stepOf(t, got, "g").Disputed(); len(d) != 0 {
			t.Errorf("%s: %v", name, d)
		}
	}
}
