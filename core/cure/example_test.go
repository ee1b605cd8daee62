package cure_test

import (
	"fmt"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/core/coating"
	"inkysparrow/core/cure"
)

// Two coats of enamel, day by day in a room: touch-dry within hours, hard enough to be rubbed after a week.
func ExampleCourse_Hard() {
	laid := time.Date(2027, 3, 1, 20, 0, 0, 0, time.UTC)
	enamel := coating.MustFamily("enamel")
	course := cure.Of(coating.Film{Family: enamel, Coats: 2, Wet: enamel.Wet, Laid: laid}, climate.Constant(climate.Room))
	for _, days := range []int{0, 1, 3, 7, 21} {
		fmt.Printf("%2d d  %3.0f %%\n", days, 100*float64(course.Hard(laid.AddDate(0, 0, days))))
	}
	// Output:
	// 0 d    0 %
	//  1 d   15 %
	//  3 d   41 %
	//  7 d   71 %
	// 21 d   98 %
}
