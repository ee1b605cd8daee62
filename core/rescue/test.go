package rescue

// Test is a question, or a harmless look or touch, that tells causes apart.
type Test struct {
	ID      string
	Words   string
	Yes, No string
	Minutes float64
	Waits   float64 // evenings
	Harms   float64 // chance
	Harm    float64 // evenings
	Caution string  // of what can do harm
}

// tests are all of them, free ones first.
var tests = []*Test{
	{"rake", "Look along it under a low lamp", "Rough or raised", "Smooth", 0, 0, 0, 0, ""},
	{"finger", "Draw a dry finger over it", "Like sand", "Smooth", 0, 0, 0, 0, ""},
	{"edge", "Is it strongest at the edges?", "Yes", "No", 0, 0, 0, 0, ""},
	{"spot", "Is it only where something lies below, such as oils or decals?", "Yes", "No", 0, 0, 0, 0, ""},
	{"glossbelow", "Was the skin shiny before?", "Yes", "No", 0, 0, 0, 0, ""},
	{"firsttouch", "Did it begin at the first touch?", "Yes", "No", 0, 0, 0, 0, ""},
	{"far", "Was it sprayed from further off than usual, or in a warm room?", "Yes", "No", 0, 0, 0, 0, ""},
	{"shaken", "Was the bottle shaken just before?", "Yes", "No", 0, 0, 0, 0, ""},
	{"wet", "Wet a hidden spot with clean water", "The white goes away while it is wet", "It stays white", 1, 0, 0, 0, ""},
	{"day", "Wait a day and look again", "It has gone", "It is still there", 0, 1, 0, 0, ""},
	{"nail", "Press a nail into a hidden spot", "It takes a mark", "It is hard", 1, 0, 0.02, 1, "It leaves a mark where it is soft: a hidden spot only."},
	{"bud", "Touch a hidden spot with a bud damp with the thinner of the last liquid", "Colour comes on it", "It stays clean", 3, 0, 0.05, 1, "It can take paint: a hidden spot only."},
	{"tape", "Press weak tape on a hidden spot and pull it", "Paint comes with it", "It holds", 2, 0, 0.05, 1, "It can take paint: a hidden spot only."},
	{"waterbud", "Touch a hidden spot with a bud damp with water", "Colour comes on it", "It stays clean", 2, 0, 0.05, 1, "It can take paint: a hidden spot only."},
}
