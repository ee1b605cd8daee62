package web_test

import (
	"io"
	"strings"
	"testing"
)

// Temperatures are written in the unit that is asked for, and a difference of temperatures is not a temperature: 3 K are 5 °F, not 37.4.
func TestMeasured(t *testing.T) {
	s := open(t)
	for unit, want := range map[string]string{"": "Stop within 3 °C of the dew point", "C": "Stop within 3 °C of the dew point", "F": "Stop within 5 °F of the dew point"} {
		resp := s.ask("GET", "/api/builds/petrel/guide?step=u4", "", "X-Temperature", unit)
		body, err := io.ReadAll(resp.Body)
		if err != nil {
			t.Fatal(err)
		}
		got := string(body)
		if !strings.Contains(got, want) || strings.ContainsAny(got, "\ue0c0\ue0c1\ue0c2") {
			t.Errorf("asked for %q, want %q in %s", unit, want, got)
		}
		if other := map[string]string{"F": "°C"}[unit]; other != "" && strings.Contains(got, other) {
			t.Errorf("asked for %q, there is %s in %s", unit, other, got)
		}
	}
}
