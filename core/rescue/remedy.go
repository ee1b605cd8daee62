package rescue

// Remedy is what may be done.
type Remedy struct {
	ID       string
	Words    string // begins a sentence, without its full stop
	Minutes  float64
	Evenings float64 // of waiting
	ML       float64 // of paint
	Harms    float64 // chance that it does harm, whatever lies below
	Harm     float64 // what that costs, evenings
	Spot     bool    // on a tenth of the zone, not all of it
	Steps    []Part  // of a route; none where nothing is laid
}

// Part is a step of a remedy: what is done, how it is laid, and with what.
type Part struct {
	Do     string
	Laying string
	With   With
}

// remedies are all of them.
var remedies = []*Remedy{
	{"touchup", "Feather the spot, repaint it, seal it", 60, 2, 1, 0.1, 1.5, true, []Part{{"sand", "", ""}, {"base-coat", "", "paint"}, {"gloss-coat", "", "gloss"}}},
	{"harden", "Stop, and let it harden", 0, 5, 0, 0, 0, false, []Part{}},
	{"strip", "Strip to the damaged film and paint again", 240, 4, 12, 0.1, 3, false, []Part{{"undo", "", "culprit"}, {"base-coat", "", "paint"}}},
	{"leave", "Leave it", 0, 0, 0, 0, 0, false, []Part{}},
	{"remover", "Its remover on a nearly dry bud, little by little", 30, 0, 1, 0.12, 2, true, []Part{{"undo", "", "wash"}}},
	{"sandprime", "Feather the spot, prime and repaint it", 75, 2, 2, 0.08, 1.5, true, []Part{{"sand", "", ""}, {"prime", "", "primer"}, {"base-coat", "", "paint"}}},
	{"sandlevel", "Let it harden, sand it level, a thin coat", 45, 2, 2, 0.08, 1.5, false, []Part{{"sand", "", ""}, {"base-coat", "", "paint"}}},
	{"sponge3000", "Very fine sponge, lightly, then a mist", 30, 1, 1, 0.1, 1, false, []Part{{"sand", "", ""}, {"final-coat", "mist", "flat"}}},
	{"reflat", "Stir well, then one or two light flat mists", 20, 1, 2, 0.05, 1, false, []Part{{"final-coat", "mist", "flat"}}},
	{"rewash", "Lay the wash again and wait longer", 25, 1, 0.5, 0.03, 0.6, false, []Part{{"pin-wash", "", "wash"}, {"wipe", "", "wash"}}},
	{"washoff", "Take all of the wash off, lay it again", 45, 1, 2, 0.12, 2, false, []Part{{"undo", "", "wash"}, {"pin-wash", "", "wash"}, {"wipe", "", "wash"}}},
	{"scribe", "Draw the line in with a sharp pencil", 20, 0, 0, 0.05, 1, true, []Part{{"pencil", "", "pencil"}}},
	{"regloss", "Wipe it clean, gloss, then wash again", 40, 1, 4, 0.05, 1, false, []Part{{"undo", "", "wash"}, {"gloss-coat", "", "gloss"}, {"pin-wash", "", "wash"}, {"wipe", "", "wash"}}},
	{"grime", "Call it grime, and even it out with more", 20, 0, 0.5, 0.03, 0.5, false, []Part{{"filter", "", "wash"}}},
	{"strongremover", "The next stronger remover, on a hidden spot first", 30, 0, 1, 0.25, 3, true, []Part{{"undo", "", "wash"}}},
	{"thinwash", "Thin or stir the wash, lay it again", 15, 0, 0.5, 0.02, 0.6, false, []Part{{"pin-wash", "", "wash"}, {"wipe", "", "wash"}}},
	{"degrease", "Wipe with soapy water, dry, again", 15, 0, 0, 0.03, 1, false, []Part{}},
	{"levelgloss", "Sand wet, gloss wet, polish", 60, 2, 5, 0.12, 2, false, []Part{{"sand", "", ""}, {"gloss-coat", "", "gloss"}, {"polish", "", ""}}},
	{"buddry", "A fresh dry bud, then one hardly damp", 20, 0, 0, 0.03, 1, true, []Part{{"undo", "", "wash"}}},
	{"soapdrop", "A drop of soap in the wash", 3, 0, 0, 0.01, 0.3, false, []Part{}},
	{"slit", "Slit the film, lift what crept, seal", 30, 1, 0.2, 0.15, 1.5, true, []Part{{"set-decal", "", ""}, {"seal", "", "gloss"}}},
	{"spare", "A spare decal or a painted marking, then seal", 60, 1, 1, 0.05, 1, true, []Part{{"decals", "", "decal"}, {"seal", "", "gloss"}}},
	{"hide", "Let the next flat hide it", 0, 0, 0, 0, 0, false, []Part{}},
	{"softener", "Prick it, setting fluid, press down, twice", 30, 1, 0.2, 0.08, 1.5, true, []Part{{"set-decal", "", ""}, {"seal", "", "gloss"}}},
	{"moreclear", "More clear, sand it level, clear", 45, 2, 6, 0.08, 1.5, false, []Part{{"gloss-coat", "", "gloss"}, {"sand", "", ""}, {"gloss-coat", "", "gloss"}}},
	{"evenflat", "One even flat mist over all zones together", 25, 1, 3, 0.05, 1, false, []Part{{"final-coat", "mist", "flat"}}},
	{"drycoat", "On a dry day a thin wet mist of the same clear", 25, 1, 2, 0.08, 1.5, false, []Part{{"final-coat", "mist", "culprit"}}},
	{"thinnermist", "A mist of slow thinner, on a hidden spot first", 20, 0, 2, 0.2, 2, false, []Part{{"melt", "", "culprit"}}},
	{"fillmist", "A satin mist, then one flat mist", 30, 1, 3, 0.05, 1, false, []Part{{"satin-coat", "mist", "satin"}, {"final-coat", "mist", "flat"}}},
	{"stripclear", "Take the last clear off with its remover", 90, 2, 3, 0.3, 3, false, []Part{{"undo", "", "culprit"}, {"final-coat", "", "flat"}}},
	{"warm", "A warm dry place, wait two evenings", 5, 2, 0, 0.02, 1, false, []Part{}},
	{"redooils", "Take the oils off, flat, oils again", 60, 2, 3, 0.08, 1.5, false, []Part{{"undo", "", "oil"}, {"flat-coat", "", "flat"}, {"oil-dots", "", "oil"}}},
	{"cardoil", "Draw new oil out on card, cover the halo with a flat mist", 25, 1, 1, 0.04, 0.7, true, []Part{{"final-coat", "mist", "flat"}}},
	{"polish", "Polish it", 30, 1, 0, 0.12, 1.5, true, []Part{{"polish", "", ""}}},
	{"scrape", "A toothpick or a blade, then touch it up", 25, 0, 0.2, 0.08, 1, true, []Part{{"base-coat", "", "paint"}}},
	{"flatfirst", "A flat coat, wait, lay the oils again", 25, 1, 3, 0.04, 1, false, []Part{{"flat-coat", "", "flat"}, {"oil-dots", "", "oil"}}},
	{"fade", "A bud with a trace of thinner, drawn out", 20, 0, 0.2, 0.08, 1, true, []Part{{"undo", "", "oil"}}},
	{"moredust", "Lay the pigment again, stronger or last, fix it with a mist", 30, 1, 0.5, 0.05, 0.6, false, []Part{{"pastel", "", "pastel"}, {"final-coat", "mist", "flat"}}},
	{"fixmist", "One light flat mist", 15, 1, 1, 0.06, 0.6, false, []Part{{"final-coat", "mist", "flat"}}},
	{"wetedge", "Wet the rim with clean thinner, draw it out", 10, 0, 0.1, 0.08, 0.5, true, []Part{{"undo", "", "pastel"}}},
	{"flattenridge", "Very fine grit on the ridge", 15, 0, 0, 0.1, 1, true, []Part{{"sand", "", ""}}},
	{"repaintchip", "Repaint the panel over a thinner medium", 60, 2, 2, 0.08, 1.5, false, []Part{{"chipping-medium", "", "medium"}, {"base-coat", "", "paint"}, {"chip", "", ""}}},
	{"toothpick", "Damp it longer, warm, then a toothpick", 25, 0, 0, 0.12, 1.5, true, []Part{{"chip", "", ""}}},
	{"chipothers", "Chip with a sponge or a brush instead", 25, 0, 0.2, 0.03, 0.5, false, []Part{{"sponge-chips", "", "paint"}}},
	{"remetal", "Gloss black below, metal again in thin coats", 120, 3, 6, 0.12, 2, false, []Part{{"gloss-coat", "", "gloss"}, {"metal-coat", "", "metal"}}},
	{"buffmetal", "Buff it with a soft cloth", 10, 0, 0, 0.1, 1, false, []Part{{"polish", "", ""}}},
	{"touchclear", "Mask, touch the paint up, clear, polish", 60, 2, 2, 0.1, 1.5, true, []Part{{"base-coat", "", "paint"}, {"gloss-coat", "", "gloss"}, {"polish", "", ""}}},
	{"lightcoat", "A thin veil of a paler colour", 30, 1, 2, 0.08, 1, false, []Part{{"veil", "", "paint"}}},
	{"satinmist", "A satin mist brings depth back", 15, 1, 2, 0.04, 0.8, false, []Part{{"satin-coat", "mist", "satin"}}},
	{"postshade", "Shade the panels anew", 40, 1, 2, 0.06, 1, false, []Part{{"post-shade", "", "paint"}}},
	{"veil", "One more thin veil of the base colour", 25, 1, 2, 0.06, 1, false, []Part{{"veil", "", "paint"}}},
	{"dipclear", "Brush polish clear on the clear part", 15, 1, 1, 0.06, 1.5, true, []Part{{"gloss-coat", "brush", "gloss"}}},
	{"swapglass", "A new clear part", 30, 1, 0, 0.03, 1, false, []Part{}},
}
