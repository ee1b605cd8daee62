package rescue

import (
	"strings"
	"testing"
)

// What people say is found, whatever its endings; what means nothing finds nothing.
func TestFind(t *testing.T) {
	for said, want := range map[string]string{
		"the flat went white over my black wings last night": "frosted", "decal silvering": "silvered", "wash took the paint": "lifted", "lines are empty": "outofline", "it is still tacky": "sticky",
		"crazing": "cracks", "orange peel": "orangepeel", "a hair": "haircoat", "finger print": "fingerprint", "too dark": "stark", "pastel disappeared": "pigmentgone", "tape took paint": "tapelift", "black turned grey": "greyblack",
		"canopy fogged": "crazedglass", "glossy spots": "shinypatch", "wrinkled decal": "decalwrinkled", "craters": "fisheyes",
	} {
		all := Find(said)
		if len(all) == 0 || all[0].ID != want {
			got := "nothing"
			if len(all) > 0 {
				got = all[0].ID
			}
			t.Errorf("%q finds %s, want %s", said, got, want)
		}
	}
	for _, nothing := range []string{"", "the of my", "zzzz"} {
		if all := Find(nothing); len(all) > 0 {
			t.Errorf("%q finds %s", nothing, all[0].ID)
		}
	}
	if all := Find("frosted " + strings.Repeat("nonsense ", 100_000)); len(all) == 0 || all[0].ID != "frosted" {
		t.Error("a long text hides its first word")
	}
	for _, s := range symptoms { // each by its own words
		if all := Find(s.Words); len(all) == 0 || all[0] != s {
			t.Errorf("%q does not find itself", s.Words)
		}
	}
}
