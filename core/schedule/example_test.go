package schedule_test

import (
	"fmt"
	"time"

	"inkysparrow/core/schedule"
)

// Two evenings a week: work of three hours finds no room on the short one.
func ExampleCalendar_Slot() {
	var bench schedule.Bench
	evening := schedule.Evening{From: 19 * time.Hour, To: 21 * time.Hour}
	evening.Days[time.Monday] = true
	long := schedule.Evening{From: 14 * time.Hour, To: 18 * time.Hour}
	long.Days[time.Saturday] = true
	bench.Evenings = []schedule.Evening{evening, long}
	monday := time.Date(2027, 3, 1, 12, 0, 0, 0, time.UTC)
	calendar := schedule.New(bench, monday)
	for _, hours := range []int{1, 3} {
		start, ok := calendar.Slot(monday, schedule.Need{Hands: time.Duration(hours) * time.Hour})
		fmt.Println(start.Format("Mon 15:04"), ok)
	}
	_, ok := calendar.Slot(monday, schedule.Need{Hands: 5 * time.Hour})
	fmt.Println("five hours:", ok)
	// Output:
	// Mon 19:00 true
	// Sat 14:00 true
	// five hours: false
}
