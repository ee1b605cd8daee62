package shade_test

import (
	"fmt"

	"inkysparrow/core/colour"
	"inkysparrow/core/pigment"
	"inkysparrow/core/shade"
)

// Dark lines under veils of pale sky: how many until they read as subtle with half-closed eyes, and after how many they are gone.
func ExamplePair_Fades() {
	sky, _ := colour.Parse("#b4c0c2")
	lines := shade.Pair{Line: colour.Grey(30), Panel: colour.Grey(70)}
	fade := lines.Fades(pigment.Hiding(sky, 1.5), shade.Line.WidthMM, shade.Subtle, 12)
	fmt.Printf("right after %d veils, gone after %d\n", fade.Right, fade.Gone)
	for n, seen := range fade.Seen {
		if n%3 == 0 {
			fmt.Printf("%2d  %4.1f  %s\n", n, seen, shade.Read(seen))
		}
	}
	// Output:
	// right after 4 veils, gone after 7
	//  0  20.7  stark
	//  3   4.2  clear
	//  6   1.5  subtle
	//  9   0.6  lost
	// 12   0.2  lost
}
