package climate_test

import (
	"fmt"
	"time"

	"inkysparrow/core/climate"
)

// A room at 20 °C and half as damp as it can be: its dew point, and how much water it still takes up.
func ExampleAir_DewPointC() {
	room := climate.Air{TemperatureC: 20, Humidity: 0.5}
	fmt.Printf("%.1f °C, %.2f kPa\n", room.DewPointC(), room.DeficitKPa())
	// Output: 9.3 °C, 1.17 kPa
}

// A cold night stands in the record like any other air.
func ExampleProfile_Record() {
	night := climate.Profile{Day: climate.Air{TemperatureC: 21, Humidity: 0.5}, Night: &climate.Night{Air: climate.Air{TemperatureC: 14, Humidity: 0.7}, From: 22 * time.Hour, To: 7 * time.Hour}}
	noon := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	air := night.Record(noon, noon.AddDate(0, 0, 2), time.UTC)
	for _, hours := range []int{0, 11, 24} {
		fmt.Println(air.At(noon.Add(time.Duration(hours) * time.Hour)).TemperatureC)
	}
	// Output:
	// 21
	// 14
	// 21
}
