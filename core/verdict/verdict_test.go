package verdict

import (
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/schedule"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
)

var (
	laid = time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	room = climate.Constant(climate.Room)
)

func layer(step, family string, coats int, after time.Duration) stack.Layer {
	f := coating.MustFamily(family)
	film := coating.Film{Family: f, Coats: coats, Wet: f.Wet, Laid: laid.Add(after), Quick: slices.Contains(f.Kinds, coating.Wash)}
	return stack.Lay(step, film, room)
}

// over is a question to films that were laid one after the other; what holds it up is set by hand where it matters.
func over(contact *stack.Contact, liquid string, films ...stack.Layer) *Question {
	q := &Question{Films: append(stack.On(room), films...), Air: room, Wets: true, Touch: stack.Touch{Contact: contact}}
	if liquid != "" {
		q.Touch.Liquid = solvent.Must(liquid)
	}
	return q
}

const day = 24 * time.Hour

// What each harm is, from both sides of where it begins. Common practice, no source; the ids are those of the check values.
func TestHarms(t *testing.T) {
	enamel, acrylic, gloss := layer("b", "enamel", 2, 0), layer("b", "waterborne-acrylic", 2, 0), layer("g", "polish-clear", 2, 10*day)
	decals := layer("d", "decal", 1, 12*day)
	painted := decals
	painted.Film.Painted = true
	rubs := func(q *Question) *Question { q.Cloth = true; return q }
	washes := func(q *Question) *Question { q.Washes = true; return q }
	coats := func(q *Question, welds string) *Question {
		q.Coats, q.Clears, q.Touch.Welds = true, true, coating.MustFamily(welds)
		return q
	}
	oil := layer("o", "artist-oil", 1, 0)
	held := func(q *Question) *Question { q.Asks = func(int) stack.Asks { return stack.AsksReady }; return q }
	dusts := func(q *Question) *Question { q.Dusts = true; return q }
	own := func(q *Question, step string) *Question { q.Touch.Own = step; return q }
	for _, tc := range []struct {
		name     string
		q        *Question
		age      time.Duration
		harm     Harm
		severity Severity
		helps    Help
	}{
		{"T24 white spirit on two-day enamel", over(stack.PinWash, "white-spirit", enamel), 2 * day, Bitten, Stop, Wait},
		{"and on enamel of two weeks", over(stack.PinWash, "white-spirit", enamel), 14 * day, Nothing, Note, NoHelp},
		{"T24 water on two-day enamel", over(stack.PinWash, "water", enamel), 2 * day, Nothing, Note, NoHelp},
		{"T25 alcohol on alcohol acrylic", over(stack.DampWipe, "isopropanol", layer("b", "alcohol-acrylic", 2, 0)), 80 * day, Bitten, Stop, Seal},
		{"lacquer thinner on lacquer, which comes through any clear", over(stack.WetWipe, "lacquer-thinner", layer("b", "lacquer", 2, 0)), 30 * day, Bitten, Stop, Never},
		{"an earlier wash is laid again", over(stack.DampWipe, "water", acrylic, layer("v", "clay-wash", 1, 10*day)), 20 * day, Bitten, Warn, Seal},
		{"T27 a dry cloth on acrylic of 20 hours", rubs(over(stack.DryWipe, "", acrylic)), 20 * time.Hour, Ground, Stop, Wait},
		{"T27 on acrylic of a day and a half", rubs(over(stack.DryWipe, "", acrylic)), 36 * time.Hour, Ground, Note, NoHelp},
		{"T27 on acrylic of three days", rubs(over(stack.DryWipe, "", acrylic)), 3 * day, Nothing, Note, NoHelp},
		{"no cloth", over(stack.DryWipe, "", acrylic), day, Nothing, Note, NoHelp},
		{"one thin coat over it has weak spots", rubs(over(stack.DryWipe, "", layer("b", "enamel", 2, 8*day), layer("g", "lacquer", 1, 8*day))), 11 * day, Ground, Warn, Wait},
		{"decals of a day that lie open", washes(over(stack.PinWash, "water", acrylic, gloss, decals)), 13 * day, Torn, Stop, Seal},
		{"decals that have set for days", washes(over(stack.PinWash, "water", acrylic, gloss, decals)), 20 * day, Torn, Warn, Seal},
		{"a barely damp cloth over them", rubs(washes(over(stack.DampWipe, "water", acrylic, gloss, decals))), 20 * day, Torn, Warn, Seal},
		{"a wet one", rubs(washes(over(stack.WetWipe, "water", acrylic, gloss, decals))), 20 * day, Torn, Stop, Seal},
		{"a dry one, which rubs", rubs(washes(over(stack.DryWipe, "", acrylic, gloss, decals))), 20 * day, Torn, Stop, Seal},
		{"a polish over them", washes(over(stack.Polished, "", acrylic, gloss, decals)), 20 * day, Torn, Stop, Seal},
		{"hot lacquer wet on wet on last night's acrylic", coats(over(stack.WetCoat.Standing(56), "lacquer-thinner", acrylic), "lacquer"), 15 * time.Hour, Bitten, Stop, Wait},
		{"one coat of it", coats(over(stack.WetCoat.Standing(18.75), "lacquer-thinner", acrylic), "lacquer"), 15 * time.Hour, Nothing, Note, NoHelp},
		{"dust on an oil that is tacky", dusts(held(over(stack.PinWash, "water", layer("o", "artist-oil", 1, 0)))), 2 * time.Hour, TooWet, Warn, Wait},
		{"dust on paint that is not dry", dusts(held(over(stack.PinWash, "water", acrylic))), time.Hour / 2, TooWet, Stop, Wait},
		{"something else than a wash over them", over(stack.PinWash, "water", acrylic, gloss, decals), 20 * day, Nothing, Note, NoHelp},
		{"painted markings", washes(over(stack.PinWash, "water", acrylic, gloss, painted)), 20 * day, Nothing, Note, NoHelp},
		{"decals that are sealed", washes(over(stack.PinWash, "water", acrylic, decals, layer("s", "polish-clear", 2, 13*day))), 20 * day, Nothing, Note, NoHelp},
		{"decals over the wash that is wiped", own(washes(over(stack.DryWipe, "", acrylic, layer("w", "clay-wash", 1, 10*day), decals)), "w"), 20 * day, Nothing, Note, NoHelp},
		{"an enamel in its early window", coats(over(stack.WetCoat, "white-spirit", enamel), "enamel"), 14 * time.Hour, Nothing, Note, NoHelp},
		{"an enamel on the third day", coats(over(stack.WetCoat, "white-spirit", enamel), "enamel"), 60 * time.Hour, Wrinkled, Warn, Wait},
		{"another paint on the third day", coats(over(stack.Mist, "water", enamel), "waterborne-acrylic"), 60 * time.Hour, Nothing, Note, NoHelp},
		{"not ready yet", held(over(stack.PinWash, "water", acrylic)), time.Hour / 2, TooWet, Stop, Wait},
		{"ready", held(over(stack.PinWash, "water", acrylic)), 6 * time.Hour, Nothing, Note, NoHelp},
		{"T61 a clear over an oil of a night", coats(over(stack.Mist, "water", oil), "urethane-clear"), 12 * time.Hour, ShutIn, Warn, Wait},
		{"T61 over an oil of a day", coats(over(stack.Mist, "water", oil), "urethane-clear"), day, ShutIn, Note, NoHelp},
		{"over one that has settled", coats(over(stack.Mist, "water", oil), "urethane-clear"), 30 * day, Nothing, Note, NoHelp},
		{"nothing on top", over(stack.Mist, "water", oil), day, Nothing, Note, NoHelp},
		{"T62 a wet clear carried by what the oil is soluble in", coats(over(stack.WetCoat, "white-spirit", oil), "enamel"), day, Crept, Warn, Wait},
		{"a mist of it", coats(over(stack.Mist, "white-spirit", oil), "enamel"), 4 * day, Nothing, Note, NoHelp},
		{"T08 a chipping brush on a lacquer of some hours", over(stack.ChipWork, "water", layer("b", "lacquer", 2, 0)), 6 * time.Hour, Worn, Warn, NoHelp},
		{"a polish on it", over(stack.Polished, "", layer("b", "lacquer", 2, 0)), 3 * time.Hour, Worn, Stop, Wait},
		{"a polish on it the next day", over(stack.Polished, "", layer("b", "lacquer", 2, 0)), day, Nothing, Note, NoHelp},
	} {
		a := tc.q.Ask(laid.Add(tc.age))
		if a.Harm != tc.harm || a.Severity != tc.severity || a.Helps != tc.helps || a.Safe() != (tc.severity == Note) {
			t.Errorf("%s, %v old: %v, %v, helps %q; want %v, %v, %q", tc.name, tc.age, a.Harm, a.Severity, a.Helps, tc.harm, tc.severity, tc.helps)
		}
		if a.Helps == Wait {
			if again := tc.q.Does(a.SafeFrom.Add(time.Second)); again.Severity == a.Severity && !again.Safe() {
				t.Errorf("%s: from %v it is said to be safe, and is %v", tc.name, a.SafeFrom, again.Harm)
			}
			if !a.SafeFrom.After(laid.Add(tc.age)) {
				t.Errorf("%s: safe from %v, which is past", tc.name, a.SafeFrom)
			}
		}
		if tc.harm != Nothing && tc.severity > Note {
			if without := tc.q.Does(laid.Add(tc.age), tc.harm); without.Harm == tc.harm {
				t.Errorf("%s: left out, and told", tc.name)
			}
			if tc.q.Holds(tc.harm, laid.Add(tc.age)) {
				t.Errorf("%s: it does %v and holds", tc.name, tc.harm)
			}
		}
	}
}

// Several harms at once: the worst is told; of two that are as bad, what helps against both.
func TestAnd(t *testing.T) {
	early, late := laid, laid.Add(day)
	for _, tc := range []struct{ a, b, want Word }{
		{Word{Severity: Warn, Helps: Never, SafeFrom: time.Time{}}, Word{Severity: Stop, Helps: Wait, SafeFrom: late}, Word{Severity: Stop, Helps: Wait, SafeFrom: late}},
		{Word{Severity: Stop, Helps: Wait, SafeFrom: late}, Word{Severity: Warn, Helps: Never, SafeFrom: time.Time{}}, Word{Severity: Stop, Helps: Wait, SafeFrom: late}},
		{Word{Severity: Stop, Helps: Wait, SafeFrom: early}, Word{Severity: Stop, Helps: Wait, SafeFrom: late}, Word{Severity: Stop, Helps: Wait, SafeFrom: late}},
		{Word{Severity: Stop, Helps: Wait, SafeFrom: late}, Word{Severity: Stop, Helps: Wait, SafeFrom: early}, Word{Severity: Stop, Helps: Wait, SafeFrom: late}},
		{Word{Severity: Stop, Helps: Seal, SafeFrom: time.Time{}}, Word{Severity: Stop, Helps: Wait, SafeFrom: late}, Word{Severity: Stop, Helps: Seal, SafeFrom: time.Time{}}},
		{Word{Severity: Stop, Helps: Wait, SafeFrom: late}, Word{Severity: Stop, Helps: Never, SafeFrom: time.Time{}}, Word{Severity: Stop, Helps: Never, SafeFrom: time.Time{}}},
	} {
		if got := tc.a.And(tc.b); got != tc.want {
			t.Errorf("%v and %v is %v, want %v", tc.a, tc.b, got, tc.want)
		}
	}
	enamel := layer("b", "enamel", 2, 0)
	q := over(stack.DampWipe, "white-spirit", enamel)
	q.Cloth = true
	a := q.Ask(laid.Add(3 * day))
	bite, _ := q.Of(Bitten, laid.Add(3*day))
	rub, _ := q.Of(Ground, laid.Add(3*day))
	if last := slices.MaxFunc([]time.Time{q.Helped(bite).SafeFrom, q.Helped(rub).SafeFrom}, time.Time.Compare); !a.SafeFrom.Equal(last) {
		t.Errorf("safe from %v, from all of it only %v", a.SafeFrom, last)
	}
}

// Paint that is bitten is told before a wash that loses more.
func TestBittenPaintFirst(t *testing.T) {
	soft, v := layer("b", "enamel", 2, 0), layer("v", "oil-wash", 1, day)
	q := over(stack.WetWipe, "white-spirit", soft, v)
	a, ok := q.Of(Bitten, laid.Add(3*day))
	if !ok || a.Place != 1 || a.Severity != Stop {
		t.Errorf("told of film %d, %v", a.Place, a.Severity)
	}
}

// A film that lets go with all above it is lost where it is soaked and rubbed, and a flaw where it is blotted: T26, T58.
func TestLiveMedium(t *testing.T) {
	q := over(stack.WetWipe, "water", layer("m", "chipping-medium", 2, 0), layer("c", "waterborne-acrylic", 1, day))
	for _, soaks := range []bool{false, true} {
		q.Soaks = soaks
		a := q.Ask(laid.Add(3 * day))
		if want := map[bool]Severity{false: Warn, true: Stop}[soaks]; a.Harm != Bitten || a.Severity != want || a.Helps != Never || !a.Reach.Whole {
			t.Errorf("soaked %v: %v, %v, helps %q", soaks, a.Harm, a.Severity, a.Helps)
		}
	}
}

// Open tells of every harm when it is not to be feared, as Of tells at each moment; in constant air and over cold nights.
func TestOpen(t *testing.T) {
	nights := climate.Profile{Day: climate.Room, Night: &climate.Night{Air: climate.Air{TemperatureC: 9, Humidity: 0.7}, From: 22 * time.Hour, To: 7 * time.Hour}}.Record(laid, laid.AddDate(1, 0, 0), time.UTC)
	r := rand.New(rand.NewPCG(3, 9))
	closed := 0
	for range 60 {
		air := room
		if r.IntN(2) == 0 {
			air = nights
		}
		families := []string{"enamel", "waterborne-acrylic", "lacquer", "polish-clear"}
		f := coating.MustFamily(families[r.IntN(len(families))])
		q := &Question{
			Films: append(stack.On(air), stack.Lay("b", coating.Film{Family: f, Coats: 1 + r.IntN(2), Wet: f.Wet, Laid: laid}, air)), Air: air, Wets: true, Cloth: r.IntN(2) == 0, Clears: true, Coats: true,
			Touch: stack.Touch{Contact: []*stack.Contact{stack.PinWash, stack.DampWipe, stack.WetCoat}[r.IntN(3)], Liquid: solvent.Must([]string{"white-spirit", "water", "lacquer-thinner"}[r.IntN(3)]), Welds: coating.MustFamily("enamel")},
			Asks:  func(int) stack.Asks { return stack.AsksReady },
		}
		within := schedule.Span{From: laid.Add(time.Duration(r.IntN(100)) * time.Hour), To: laid.Add(12 * day)}
		for h := TooWet; h < harmsCount; h++ {
			var spans []schedule.Span
			for s := range q.Open(h, within) {
				spans = append(spans, s)
			}
			for at := within.From.Add(30 * time.Minute); at.Before(within.To); at = at.Add(time.Hour + 7*time.Minute) {
				open := slices.ContainsFunc(spans, func(s schedule.Span) bool { return !at.Before(s.From) && at.Before(s.To) })
				if !open {
					closed++
				}
				near := slices.ContainsFunc(spans, func(s schedule.Span) bool {
					return at.Sub(s.From).Abs() < 2*time.Minute || at.Sub(s.To).Abs() < 2*time.Minute
				})
				if open && !q.Holds(h, at) && !near && !air.Changes() {
					t.Fatalf("%v by %s of %s at %v: open, and harmed", h, q.Touch.Liquid.ID, f.ID, at.Sub(laid))
				}
				if !open && q.Holds(h, at) && !near && (h != Bitten || !air.Changes()) && h != Crept {
					t.Fatalf("%v by %s of %s at %v: closed, and not harmed", h, q.Touch.Liquid.ID, f.ID, at.Sub(laid))
				}
			}
		}
	}
	if closed < 200 {
		t.Errorf("only %d moments were closed", closed)
	}
}

// A barrier that is named makes the touch safe, and one that could not be sprayed there is not.
func TestBarriers(t *testing.T) {
	q := over(stack.DampWipe, "isopropanol", layer("b", "alcohol-acrylic", 2, 0))
	at := laid.Add(30 * day)
	all := q.Barriers(at)
	if len(all) == 0 {
		t.Fatal("nothing seals alcohol acrylic against alcohol")
	}
	for _, b := range all {
		if b.Coats < 2 || b.Coats > 3 {
			t.Errorf("%d coats of %s", b.Coats, b.Family.ID)
		}
		sealed := *q
		sealed.Films = append(slices.Clip(q.Films), stack.Lay("", coating.Film{Family: b.Family, Coats: b.Coats, Wet: b.Family.Wet, Laid: at}, room))
		if sealed.Films.Bite(q.Touch, at.Add(16*day), room).Bites() {
			t.Errorf("%d coats of %s do not keep it away", b.Coats, b.Family.ID)
		}
		if q.Films.Bite(stack.Touch{Contact: stack.WetCoat, Liquid: b.Family.Carrier, Welds: b.Family}, at, room).Bites() {
			t.Errorf("%s bites itself as it is sprayed", b.Family.ID)
		}
	}
	young := over(stack.DampWipe, "white-spirit", layer("b", "enamel", 2, 0))
	if slices.ContainsFunc(young.Barriers(laid.Add(2*day)), func(b Barrier) bool { return b.Family.ID == "lacquer" }) {
		t.Error("lacquer seals two-day enamel, which it wrinkles")
	}
	w := over(stack.DampWipe, "white-spirit", layer("b", "enamel", 2, 0), layer("w", "clay-wash", 1, day))
	w.Touch.Own = "w"
	if got := w.Glossed(2, laid.Add(3*day)); len(w.Under()) != 2 || len(got.Films) != 3 || got.Films[2].Film.Family.ID != "polish-clear" || got.Does(laid.Add(3*day)).Harm == Bitten {
		t.Errorf("glossed under its own wash: %d films", len(got.Films))
	}
}
