package choose

import (
	"strings"
	"testing"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/routetest"
	"inkysparrow/core/verdict"
)

func bottles(p *Place, washes ...[2]string) []Judged {
	var all []Candidate
	for _, w := range washes {
		f := coating.MustFamily(w[0])
		all = append(all, Bottle(&coating.Product{ID: w[0] + w[1], Name: w[0] + w[1], Kind: coating.Wash, Family: f, Colour: w[1], Carrier: f.Carrier, Thinner: f.Thinner, Remover: f.Remover}))
	}
	return p.Judge(all)
}

func ids(all []Judged) (out []string) {
	for i := range all {
		out = append(out, all[i].Product.ID)
	}
	return out
}

// With no wish said, washes rank as a painter would take them: what harms least, reads as a shadow, is wiped in time and does not hold the date up. Common practice, no source.
func TestAsAPainter(t *testing.T) {
	over := func(hex string, gloss time.Duration) *Place {
		return place(nil, laid("base-coat", "waterborne-acrylic", hex, coating.Flat, 3, 20*day), laid("gloss-coat", "polish-clear", "", coating.Gloss, 2, gloss))
	}
	for _, tc := range []struct {
		name   string
		p      *Place
		washes [][2]string
		wishes []Wish
		first  string
	}{
		{"a brown-black on grey before a black and a tan", over(grey, 10*day), [][2]string{{"clay-wash", "#d8cdb8"}, {"clay-wash", grey}, {"clay-wash", brown}}, nil, "clay-wash" + brown},
		{"a grey on white before a brown-black", over("#f0f0ec", 10*day), [][2]string{{"enamel-wash", brown}, {"enamel-wash", "#8d8a84"}}, nil, "enamel-wash#8d8a84"},
		{"subtle on white: the grey all the more", over("#f0f0ec", 10*day), [][2]string{{"enamel-wash", brown}, {"enamel-wash", "#8d8a84"}}, []Wish{Subtle}, "enamel-wash#8d8a84"},
		{"strong: the brown-black", over("#d8dcdc", 10*day), [][2]string{{"enamel-wash", "#8d8a84"}, {"enamel-wash", brown}}, []Wish{Strong}, "enamel-wash" + brown},
		{"a pale one on near-black", over("#232526", 10*day), [][2]string{{"clay-wash", brown}, {"clay-wash", "#8d8a84"}}, nil, "clay-wash#8d8a84"},
		{"clay before enamel over a young gloss", over(grey, 4*time.Hour), [][2]string{{"enamel-wash", brown}, {"clay-wash", brown}}, nil, "clay-wash" + brown},
		{"an enamel wash before an oil wash, which holds the next coat up", over(grey, 10*day), [][2]string{{"oil-wash", brown}, {"enamel-wash", brown}}, nil, "enamel-wash" + brown},
	} {
		all := bottles(tc.p, tc.washes...)
		Rank(all, tc.wishes)
		if got := ids(all); got[0] != tc.first {
			t.Errorf("%s: %v; %s", tc.name, got, Before(&all[0], &all[1]))
		}
	}
	all := bottles(place(nil, laid("base-coat", "enamel", grey, coating.Gloss, 2, 170*time.Hour)), [2]string{"enamel-wash", brown}, [2]string{"clay-wash", "#d8cdb8"})
	Rank(all, nil)
	plain := ids(all)
	if plain[0] != "enamel-wash"+brown {
		t.Errorf("over an enamel of a week: %v", plain)
	}
	all = bottles(over(grey, 5*time.Hour), [2]string{"enamel-wash", brown}, [2]string{"clay-wash", "#d8cdb8"}, [2]string{"acrylic-wash", brown})
	Rank(all, []Wish{Safe})
	for i := range all[1:] {
		if all[i].band(Safe) > all[i+1].band(Safe) {
			t.Errorf("wished safe: %v, with chances %.2f and %.2f", ids(all), all[i].Chance(), all[i+1].Chance())
		}
	}
	if order := Order([]Wish{Quick}); order[0] != Quick || order[1] != Harmless || order[2] != Shadow || order[3] != Evening || order[4] != Date {
		t.Errorf("order %v", order)
	}
}

// Each band of a painter's habits from both sides.
func TestHabits(t *testing.T) {
	shadow := func(arm float64, stark, paler bool) int {
		j := Judged{Stark: stark, Paler: paler}
		j.Lines.AtArm = arm
		return j.band(Shadow)
	}
	for _, tc := range []struct {
		arm          float64
		stark, paler bool
		want         int
	}{{2, false, false, 3}, {2.1, false, false, 1}, {3.9, false, false, 1}, {4.1, false, false, 0}, {9, true, false, 2}, {9, false, true, 1}} {
		if got := shadow(tc.arm, tc.stark, tc.paler); got != tc.want {
			t.Errorf("%.1f at arm's length, stark %v, paler %v: band %d, want %d", tc.arm, tc.stark, tc.paler, got, tc.want)
		}
	}
	for hours, want := range map[float64]int{19.9: 0, 20.1: 1, 47.9: 1, 48.1: 2} {
		if got := (&Judged{Coated: time.Duration(hours * float64(time.Hour))}).band(Date); got != want {
			t.Errorf("coated after %.1f h: band %d, want %d", hours, got, want)
		}
	}
	for evening, want := range map[int]int{0: 0, 1: 1, 2: 2, -1: 3} {
		if got := (&Judged{Evening: evening}).band(Evening); got != want {
			t.Errorf("wiped in session %d: band %d, want %d", evening, got, want)
		}
	}
	for severity, want := range map[verdict.Severity]int{verdict.Warn: 1, verdict.Stop: 2} {
		j := Judged{Apply: verdict.Answer{Word: verdict.Word{Severity: severity}, Harm: verdict.Bitten}}
		if got := j.band(Harmless); got != want {
			t.Errorf("%v: band %d, want %d", severity, got, want)
		}
	}
	if (&Judged{}).band(Harmless) != 0 || (&Judged{Candidate: Candidate{Generic: true}}).band(AtHand) != 2 || (&Judged{}).band(AtHand) != 0 {
		t.Error("what harms nothing and stands on the shelf is first")
	}
}

// The evening allows a wipe where its window and a session meet.
func TestEvening(t *testing.T) {
	steps := func() *Place {
		return place(nil, laid("base-coat", "waterborne-acrylic", grey, coating.Flat, 3, 20*day), laid("gloss-coat", "polish-clear", "", coating.Gloss, 2, 10*day))
	}
	early := steps()
	if j := bottles(early, [2]string{"clay-wash", brown})[0]; j.Evening != 0 {
		t.Errorf("a clay wash at 18:00 is wiped in session %d", j.Evening)
	}
	late := steps()
	late.At = start.Add(4*time.Hour + 45*time.Minute) // 22:45, the session ends at 23:00
	if j := bottles(late, [2]string{"clay-wash", brown})[0]; j.Evening != 1 {
		t.Errorf("a clay wash at 22:45 is wiped in session %d", j.Evening)
	}
	if j := bottles(late, [2]string{"acrylic-wash", brown})[0]; j.Evening == 0 {
		t.Errorf("an acrylic wash at 22:45 is wiped in session %d", j.Evening)
	}
}

// What the place itself is not ready for is said once, of all.
func TestForAll(t *testing.T) {
	decals := routetest.Step("decals", routetest.Product(coating.DecalKind, "decal", coating.NoSheen), 1)
	decals.Done, decals.ID = start.Add(-60*time.Hour), "d"
	washes := [][2]string{{"clay-wash", brown}, {"enamel-wash", brown}}
	for _, tc := range []struct {
		name string
		p    *Place
		want string
	}{
		{"open decals", place(nil, laid("base-coat", "lacquer", grey, coating.Gloss, 2, 20*day), decals), "decals lie open"},
		{"acrylic of a day", place(nil, laid("base-coat", "waterborne-acrylic", grey, coating.Gloss, 2, day)), "under any cloth"},
		{"paint that is wet", place(nil, laid("base-coat", "enamel", grey, coating.Gloss, 2, time.Hour)), "not dry enough for any wash"},
		{"a place that is ready", glossedPlace(), ""},
	} {
		all := bottles(tc.p, washes...)
		got := strings.Join(ForAll(tc.p, all), " ")
		if tc.want == "" && got != "" || !strings.Contains(got, tc.want) {
			t.Errorf("%s: %q, want %q", tc.name, got, tc.want)
		}
	}
	mixed := bottles(place(nil, laid("base-coat", "enamel", grey, coating.Gloss, 2, 2*day)), washes...)
	if got := ForAll(glossedPlace(), mixed[:1]); len(got) != 0 {
		t.Errorf("of one wash alone: %v", got)
	}
}
