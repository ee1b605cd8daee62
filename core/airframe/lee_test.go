package airframe

import (
	"strings"
	"sync"
	"testing"
)

func shaped(t testing.TB, spec Spec) *Airframe {
	t.Helper()
	a, err := Make(spec)
	if err != nil {
		t.Fatal(err)
	}
	return a
}

// What lies in the lee of stacks, guns and wheels: the flank behind a stack and not the fin's tip; nothing where there is none. Asked by many at once.
func TestLee(t *testing.T) {
	a := shaped(t, Spec{Type: "low-single", Claims: []Claim{{"all", []string{"all"}}, {"fuselage", []string{"fuselage"}}, {"tailplane", []string{"tailplane"}}, {"canopy", []string{"canopy"}}}})
	of := func(kind FeatureKind, zone string) bool { return a.Lee(kind)[a.Zone(zone)] }
	for _, tc := range []struct {
		kind FeatureKind
		zone string
		want bool
	}{{Stack, "fuselage", true}, {Stack, "tailplane", false}, {GunPort, "fuselage", false}, {GunPort, "all", true}, {Wheel, "all", true}, {Wheel, "canopy", false}} {
		if of(tc.kind, tc.zone) != tc.want {
			t.Errorf("%s in the lee of a %s: %v", tc.zone, tc.kind, !tc.want)
		}
	}
	var wait sync.WaitGroup
	for range 8 {
		wait.Go(func() { a.Lee(Radiator) })
	}
	wait.Wait()
	if !a.Covered(a.Zone("canopy")) || a.Covered(a.Zone("fuselage")) || a.Covered(99) {
		t.Error("only the canopy stands under its cover")
	}
	if a.Jet() || !shaped(t, Spec{Type: "swept-jet"}).Jet() || shaped(t, Spec{Type: "mid-twin"}).Jet() {
		t.Error("a jet is one whose stacks are all at its tail")
	}
	if leeMM != 5000 {
		t.Error("what a feature lets out is seen for five metres")
	}
	n := 0
	for p, f := range a.Skin(a.Zone("all")) {
		if !p.Counts || p.Stuff != Skin || f.Zone != a.Zone("all") {
			t.Errorf("%s is no skin of the zone", p.Part)
		}
		if n++; n == 2 {
			break
		}
	}
	if n != 2 {
		t.Errorf("%d parts", n)
	}
}

// Features that can't be where they are said to be are refused, and the place named; a little off the skin is no fault.
func TestFits(t *testing.T) {
	stack := func(x, y, z float64) []Feature {
		return []Feature{{ID: "s", Kind: Stack, At: Place{x, y, z}, To: Place{x, y, z}, Views: []View{Left}, SizeMM: 1.2, Number: 1}}
	}
	wheel := func(z float64) []Feature {
		return []Feature{{ID: "w", Kind: Wheel, At: Place{65, -40, z}, To: Place{65, -40, z}, Views: []View{Under}, SizeMM: 15, Number: 1}}
	}
	for _, tc := range []struct {
		what string
		own  []Feature
		want string
	}{
		{"a stack on the flank", stack(25, -8, 2), ""},
		{"a stack just off it", stack(-20, -8, 2), ""},
		{"a stack ahead of the nose", stack(-60, -8, 2), "stands"},
		{"a stack high above", stack(60, -8, 120), "outside the airframe"},
		{"a wheel below the wing", wheel(-25), ""},
		{"a wheel above the wing", wheel(30), "above the skin"},
	} {
		_, err := Make(Spec{Type: "low-single", Features: tc.own})
		if (err == nil) != (tc.want == "") || err != nil && (!strings.Contains(err.Error(), tc.want) || !strings.HasPrefix(err.Error(), "features[0]: ")) {
			t.Errorf("%s: %v, want %q", tc.what, err, tc.want)
		}
	}
}
