package colour

import "inkysparrow/core/fact"

var (
	apartBench = fact.Bench("about 1 can just be told side by side, 5 is plain; T92")
	tellsFrom  = Numbers.Number("apart-tells", 1, "CIEDE2000", "difference from which two colours can be told apart side by side", apartBench)
	seenFrom   = Numbers.Number("apart-seen", 2.5, "CIEDE2000", "from which it is seen close up", apartBench)
	plainFrom  = Numbers.Number("apart-plain", 5, "CIEDE2000", "from which it is plain", apartBench)
	otherFrom  = Numbers.Number("apart-other", 12, "CIEDE2000", "from which they are two colours to anybody", apartBench)
)

// Apart says how far apart two colours look that differ by that much (CIEDE2000: Sharma, Wu & Dalal 2005), as one says it at the bench.
func Apart(difference float64) string {
	switch {
	case difference < tellsFrom:
		return "not to be told apart"
	case difference < seenFrom:
		return "just told apart side by side"
	case difference < plainFrom:
		return "told apart close up"
	case difference < otherFrom:
		return "plainly different"
	}
	return "another colour"
}

// Toward says how a colour has to be changed to come nearer to another: "lighter and warmer"; empty where they are not told apart.
func (c Colour) Toward(want Colour) string {
	if c.Difference(want) < tellsFrom {
		return ""
	}
	l, a, b := c.Lab()
	toL, toA, toB := want.Lab()
	light, warm := toL-l, toB-b+(toA-a)/2
	words := [2]string{}
	switch {
	case light > tellsFrom:
		words[0] = "lighter"
	case light < -tellsFrom:
		words[0] = "darker"
	}
	switch {
	case warm > tellsFrom:
		words[1] = "warmer"
	case warm < -tellsFrom:
		words[1] = "cooler"
	}
	switch {
	case words[0] == "" && words[1] == "":
		return "of another hue"
	case words[0] == "":
		return words[1]
	case words[1] == "":
		return words[0]
	}
	return words[0] + " and " + words[1]
}
