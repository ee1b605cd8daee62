package web_test

import (
	"fmt"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"inkysparrow/internal/demo"
	"inkysparrow/internal/sensor"
	"inkysparrow/internal/wire"
)

// The air of a room: told by hand or asked of a device, nonsense refused, what was measured moves what hardened; into the warm cupboard and out.
func TestRoomAir(t *testing.T) {
	s := openAny(t)
	air := func() wire.RoomAir { return read[wire.RoomAir](t, s.ask("GET", "/api/builds/petrel/air", ""), 200) }
	hard := func() float64 {
		b := read[wire.Bench](t, s.ask("GET", "/api/bench", ""), 200)
		for _, n := range b.Not {
			if n.Build == "petrel" && n.Hard != nil {
				return *n.Hard
			}
		}
		t.Fatalf("nothing is left alone: %+v", b.Not)
		return 0
	}
	if a := air(); len(a.Readings) != 0 || a.Now == "" || a.Spray == "" || len(a.Usual) < 70 {
		t.Errorf("before anything is measured: %+v", a)
	}
	before := hard()
	told := read[wire.RoomAir](t, s.ask("POST", "/api/builds/petrel/air", `{"temperature_c": 12, "humidity_pct": 70}`), 200)
	if len(told.Readings) != 1 || !strings.Contains(told.Now, "70 %") {
		t.Errorf("%+v", told)
	}
	for _, bad := range []string{`{"temperature_c": 20, "humidity_pct": 500}`, `{"temperature_c": 200, "humidity_pct": 50}`, `{"temperature_c": 20}`, `{}`, `{"device": "http://93.184.216.34/"}`, `{"device": "ftp://x"}`, `{"cupboard": "out"}`, `{"cupboard": "in", "warm": 80}`, `{"cupboard": "up"}`} {
		if r := s.ask("POST", "/api/builds/petrel/air", bad); r.StatusCode != 422 {
			t.Errorf("%s is answered with %d", bad, r.StatusCode)
		}
	}
	d := httptest.NewServer(&sensor.Device{Seed: 3, Now: func() time.Time { return demo.Opens }})
	defer d.Close()
	if a := read[wire.RoomAir](t, s.ask("POST", "/api/builds/petrel/air", fmt.Sprintf(`{"device": %q}`, d.URL)), 200); a.Device != d.URL || len(a.Readings) == 0 {
		t.Errorf("with a device: %+v", a)
	}
	wrong := httptest.NewServer(http.NotFoundHandler())
	defer wrong.Close()
	if r := s.ask("POST", "/api/builds/petrel/air", fmt.Sprintf(`{"device": %q}`, wrong.URL)); r.StatusCode != 422 {
		t.Errorf("a device that says nothing is answered with %d", r.StatusCode)
	}
	if a := read[wire.RoomAir](t, s.ask("POST", "/api/builds/petrel/air", `{"device": ""}`), 200); a.Device != "" {
		t.Errorf("taken away: %+v", a)
	}
	in := read[wire.RoomAir](t, s.ask("POST", "/api/builds/petrel/air", `{"cupboard": "in"}`), 200)
	if len(in.Spells) != 1 || !strings.Contains(in.Spells[0].Words, "35") {
		t.Errorf("in the cupboard: %+v", in.Spells)
	}
	if r := s.ask("POST", "/api/demo/clock", `{"at":"2027-03-11T23:40:00Z"}`); r.StatusCode != 200 {
		t.Fatal(r.StatusCode)
	}
	if after := hard(); after <= before {
		t.Errorf("three hours in the warm: %.3f hard, before %.3f", after, before)
	}
	if out := read[wire.RoomAir](t, s.ask("POST", "/api/builds/petrel/air", `{"cupboard": "out"}`), 200); len(out.Spells) != 0 {
		t.Errorf("out of the cupboard: %+v", out.Spells)
	}
}
