package climate

import (
	"math/rand/v2"
	"slices"
	"testing"
	"time"
)

var noon = time.Date(2027, 3, 11, 12, 0, 0, 0, time.UTC)

// wandering are readings ten minutes apart that wander a little, as a room does.
func wandering(n int) (all []Reading) {
	for i := range n {
		all = append(all, Reading{noon.Add(time.Duration(i) * 10 * time.Minute), 20 + 0.1*float64(i%7), 50 + 0.5*float64(i%5)})
	}
	return all
}

// Each fault of a device is kept out and named; what is right stays. From both sides of each threshold.
func TestSift(t *testing.T) {
	for _, tc := range []struct {
		name   string
		change func(r []Reading) []Reading
		want   FaultKind // empty for none
		out    int       // readings that are kept out
	}{
		{"all is well", func(r []Reading) []Reading { return r }, "", 0},
		{"500 %", func(r []Reading) []Reading { r[5].HumidityPct = 500; return r }, OutOfRange, 1},
		{"101 %", func(r []Reading) []Reading { r[5].HumidityPct = 101; return r }, OutOfRange, 1},
		{"100 %", func(r []Reading) []Reading {
			for i := range r {
				r[i].HumidityPct = 100 - float64(i%2)
			}
			return r
		}, "", 0},
		{"colder than any room", func(r []Reading) []Reading { r[5].TemperatureC = -21; return r }, OutOfRange, 1},
		{"a spike", func(r []Reading) []Reading { r[5].TemperatureC += 7; return r }, Spike, 1},
		{"a warm breath", func(r []Reading) []Reading { r[5].TemperatureC += 5; return r }, "", 0},
		{"a spike of humidity", func(r []Reading) []Reading { r[5].HumidityPct += 30; return r }, Spike, 1},
		{"a step is no spike", func(r []Reading) []Reading {
			for i := 5; i < len(r); i++ {
				r[i].TemperatureC += 8
			}
			return r
		}, "", 0},
		{"a jump at the end", func(r []Reading) []Reading { r[39].TemperatureC += 7; return r }, Spike, 1},
		{"a jump after a pause", func(r []Reading) []Reading {
			r[39].TemperatureC += 7
			r[39].At = r[38].At.Add(31 * time.Minute)
			return r
		}, "", 0},
		{"Fahrenheit", func(r []Reading) []Reading { r[5].TemperatureC = 68; return r }, WrongUnit, 1},
		{"Fahrenheit from the first on", func(r []Reading) []Reading { r[0].TemperatureC = 68; return r }, WrongUnit, 1},
		{"60 degrees", func(r []Reading) []Reading { r[5].TemperatureC = 58; return r }, OutOfRange, 1},
		{"a gap", func(r []Reading) []Reading { return append(r[:5:5], r[20:]...) }, Gap, 0},
		{"a short gap", func(r []Reading) []Reading { return append(r[:5:5], r[16:]...) }, "", 0},
	} {
		t.Run(tc.name, func(t *testing.T) {
			in := tc.change(wandering(40))
			good, faults := Sift(in)
			if len(good) != len(in)-tc.out {
				t.Errorf("%d of %d are believed", len(good), len(in))
			}
			kinds := []FaultKind{}
			for _, f := range faults {
				kinds = append(kinds, f.Kind)
				if f.Words == "" {
					t.Errorf("%+v", f)
				}
			}
			if tc.want == "" && len(kinds) > 0 || tc.want != "" && !slices.Contains(kinds, tc.want) {
				t.Errorf("faults %v", kinds)
			}
		})
	}
	stuck := func(hours int) (good int, faults []Fault) {
		var all []Reading
		for i := range hours * 2 {
			all = append(all, Reading{noon.Add(time.Duration(i) * 30 * time.Minute), 19.5, 61})
		}
		g, f := Sift(all)
		return len(g), f
	}
	if good, faults := stuck(12); good != 24 || len(faults) != 0 {
		t.Errorf("12 h: %d believed, %v", good, faults)
	}
	if good, faults := stuck(30); good < 24 || good > 26 || len(faults) != 1 || faults[0].Kind != Stuck {
		t.Errorf("30 h: %d believed, %v", good, faults)
	}
}

// What was measured stands in the record where it was, and the usual air before, in gaps and after.
func TestMeasured(t *testing.T) {
	warm := Reading{noon, 26, 40}
	later := Reading{noon.Add(30 * time.Minute), 12, 80}
	far := Reading{noon.Add(10 * time.Hour), 15, 70}
	r := Constant(Room).Measured([]Reading{warm, later, far})
	for at, want := range map[time.Duration]float64{-time.Minute: 21, time.Minute: 26, 31 * time.Minute: 12, 2*time.Hour + 29*time.Minute: 12, 2*time.Hour + 31*time.Minute: 21, 10 * time.Hour: 15, 12*time.Hour + time.Minute: 21} {
		if got := r.At(noon.Add(at)).TemperatureC; got != want {
			t.Errorf("%v on: %.0f °C, want %.0f", at, got, want)
		}
	}
	still := Constant(Room).Measured(wandering(200))
	if n := len(still.Pieces()); n > 66 {
		t.Errorf("a room that hardly changes has %d pieces", n)
	}
	// Whatever comes in any order, the same comes out, and nothing but what was measured or is usual.
	rnd := rand.New(rand.NewPCG(2, 5))
	for range 50 {
		all := wandering(30)
		for range 5 {
			all[rnd.IntN(30)] = Reading{noon.Add(time.Duration(rnd.IntN(600)) * time.Minute), rnd.Float64()*300 - 100, rnd.Float64()*700 - 100}
		}
		mixed := slices.Clone(all)
		rnd.Shuffle(30, func(i, j int) { mixed[i], mixed[j] = mixed[j], mixed[i] })
		a, _ := Sift(all)
		b, _ := Sift(mixed)
		if len(a) != len(b) {
			t.Fatalf("%d and %d are believed", len(a), len(b))
		}
		for _, p := range Constant(Room).Measured(a).Pieces() {
			if p.Air.Humidity < 0 || p.Air.Humidity > 1 || p.Air.TemperatureC < -20 || p.Air.TemperatureC > 50 {
				t.Fatalf("%+v", p)
			}
		}
	}
}
