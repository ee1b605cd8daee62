package climate

import (
	"math"
	"testing"
	"time"
)

func near(t *testing.T, what string, got, want, within float64) {
	t.Helper()
	if math.Abs(got-want) > within {
		t.Errorf("%s: got %.4f, want %.4f within %g", what, got, want, within)
	}
}

// Steam tables, from memory; the Magnus form of Alduchov & Eskridge 1996 is 0.3 % under them at 20 C.
func TestSaturationKPa(t *testing.T) {
	for _, tc := range []struct{ celsius, kPa float64 }{{20, 2.339}, {25, 3.169}, {30, 4.246}} {
		near(t, "steam table", SaturationKPa(tc.celsius), tc.kPa, 0.005*tc.kPa)
	}
}

// Alduchov & Eskridge 1996, from memory: dew points.
func TestDewPointC(t *testing.T) {
	near(t, "20 C, 50 %", Air{20, 0.5}.DewPointC(), 9.3, 0.1)
	near(t, "25 C, 60 %", Air{25, 0.6}.DewPointC(), 16.7, 0.1)
	near(t, "saturated air condenses at its own temperature", Air{14, 1}.DewPointC(), 14, 1e-9)
	if d := (Air{20, 0}).DewPointC(); !math.IsInf(d, -1) {
		t.Errorf("bone-dry air: dew point %v, want -Inf", d)
	}
}

func TestRecord(t *testing.T) {
	start := time.Date(2027, 3, 1, 0, 0, 0, 0, time.UTC)
	warm, cold := Air{21, 0.5}, Air{10, 0.8}
	r := Of(Piece{start.Add(8 * time.Hour), cold}, Piece{start, warm})
	degrees := func(a Air) float64 { return a.TemperatureC }
	near(t, "before, across and after the change", r.Integral(start.Add(-2*time.Hour), start.Add(10*time.Hour), degrees), 10*21+2*10, 1e-9)
	near(t, "no time passes", r.Integral(start, start, degrees), 0, 0)
	near(t, "Reach undoes Integral", r.Reach(start, 8*21+30, degrees).Sub(start).Hours(), 11, 1e-9)
	if never := r.Reach(start, 1, func(Air) float64 { return 0 }); never.Sub(start) != Horizon {
		t.Errorf("a rate of 0 is reached after %v, want the horizon", never.Sub(start))
	}
	cut := Of(Piece{start, warm}, Piece{start.Add(3 * time.Hour), warm}, Piece{start.Add(8 * time.Hour), cold})
	if len(cut.Pieces()) != 2 {
		t.Errorf("a piece cut in two of the same air: %d pieces, want 2", len(cut.Pieces()))
	}
	if (Record{}).At(start) != Room || (Record{}).Changes() {
		t.Error("the zero record should be the room for ever")
	}
}

func TestProfileRecord(t *testing.T) {
	place, err := time.LoadLocation("Europe/London")
	if err != nil {
		t.Skip("no time zone data:", err)
	}
	p := Profile{Day: Air{21, 0.5}, Night: &Night{Air{12, 0.7}, 23 * time.Hour, 7 * time.Hour}}
	first := time.Date(2027, 3, 27, 12, 0, 0, 0, place)
	r := p.Record(first, first.AddDate(0, 0, 5), place)
	night := func(from time.Time) float64 {
		return r.Integral(from, from.Add(14*time.Hour), func(a Air) float64 {
			if a == p.Night.Air {
				return 1
			}
			return 0
		})
	}
	near(t, "the night in which the clock goes forward is an hour short", night(time.Date(2027, 3, 27, 20, 0, 0, 0, place)), 7, 1e-9)
	near(t, "the next one is not", night(time.Date(2027, 3, 28, 20, 0, 0, 0, place)), 8, 1e-9)
	p.Spells = []Spell{{Air{8, 0.85}, first.Add(24 * time.Hour), first.Add(48 * time.Hour)}}
	r = p.Record(first, first.AddDate(0, 0, 5), place)
	for _, tc := range []struct {
		after time.Duration
		want  Air
	}{{23 * time.Hour, p.Day}, {24 * time.Hour, Air{8, 0.85}}, {36 * time.Hour, Air{8, 0.85}}, {48 * time.Hour, p.Day}} {
		if got := r.At(first.Add(tc.after)); got != tc.want {
			t.Errorf("%v into the record: %v, want %v", tc.after, got, tc.want)
		}
	}
}
