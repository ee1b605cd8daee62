package sensor

import (
	"encoding/json"
	"math"
	"math/rand/v2"
	"net/http"
	"time"
)

// Device is a simulated hygrometer: a heated room by day, a cooler one at night, damper while it rains. It answers over HTTP. The same seed and moment give the same answer.
type Device struct {
	Seed  uint64
	Fault string // one of Faults; empty for none
	Now   func() time.Time
}

// Faults are what such devices do wrong.
func Faults() []string { return []string{"gap", "spike", "stuck", "unit", "range"} }

// At returns what the room is like at a moment: degrees Celsius and per cent humidity.
func (d *Device) At(t time.Time) (celsius, humidity float64) {
	hour := float64(t.Hour()) + float64(t.Minute())/60
	celsius = 17 + 1.5*math.Sin((hour-9)*math.Pi/12) // the house follows the sun
	if hour >= 17 && hour < 23 {
		celsius += 3.5 * (1 - math.Exp(-(hour-17)/0.7)) // the heating is on in the evening
	} else if hour >= 23 || hour < 2 {
		since := math.Mod(hour-23+24, 24)
		celsius += 3.5 * math.Exp(-since/1.2)
	}
	day := uint64(t.Unix() / 86400)
	r := rand.New(rand.NewPCG(d.Seed, day))
	humidity = 52 - 1.8*(celsius-17)
	if r.Float64() < 0.35 { // a rainy day
		humidity += 14
	}
	fine := rand.New(rand.NewPCG(d.Seed, uint64(t.Unix()/60)))
	return math.Round(10*(celsius+0.15*fine.NormFloat64())) / 10, math.Round(math.Min(95, math.Max(20, humidity+fine.NormFloat64())))
}

// ServeHTTP answers as the device does.
func (d *Device) ServeHTTP(w http.ResponseWriter, _ *http.Request) {
	now := d.Now()
	celsius, humidity := d.At(now)
	often := now.Minute()%10 == 5 // now and then
	switch d.Fault {
	case "gap":
		if now.Hour()%6 >= 3 {
			http.Error(w, "asleep", http.StatusServiceUnavailable)
			return
		}
	case "spike":
		if often {
			celsius += 12
		}
	case "stuck":
		celsius, humidity = 19.5, 55
	case "unit":
		if often {
			celsius = math.Round(10*(celsius*1.8+32)) / 10
		}
	case "range":
		if often {
			humidity = 500
		}
	}
	w.Header().Set("Content-Type", "application/json")
	json.NewEncoder(w).Encode(map[string]any{"at": now.UTC().Format(time.RFC3339), "temperature": celsius, "unit": "C", "humidity_pct": humidity})
}
