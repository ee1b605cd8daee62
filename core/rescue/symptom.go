package rescue

// Needs is what has to be on a zone, or to have been done to it, before a symptom can be seen.
type Needs string

// The needs.
const (
	AnyCoat Needs = "coat"
	AClear  Needs = "clear"
	AWash   Needs = "wash"
	ADecal  Needs = "decals"
	Oils    Needs = "oils"
	Dust    Needs = "dust"
	AMask   Needs = "mask"
	Medium  Needs = "medium"
	AMetal  Needs = "metal"
	APolish Needs = "polish"
	Shades  Needs = "shade"
	AGlass  Needs = "glass"
)

// without tells what a zone is missing that a symptom needs.
var without = map[Needs]string{
	AnyCoat: "nothing has been laid on it yet", AClear: "no clear lies on it", AWash: "it has not been washed", ADecal: "it has no decals", Oils: "no oils lie on it", Dust: "no pigment lies on it",
	AMask: "it was not masked", Medium: "no chipping medium lies on it", AMetal: "it is not metal", APolish: "it was not polished", Shades: "it was not shaded", AGlass: "it is not clear",
}

// Symptom is what one sees.
type Symptom struct {
	ID     string
	Words  string // begins a sentence, without its full stop
	Short  string // below a small picture
	Also   string // other words that people have for it, by commas
	Needs  Needs
	Living float64 // what it costs to live with it, evenings
	Causes []Link
}

// Link is a cause with the chance that it shows as this symptom.
type Link struct {
	Cause string
	Shows float64
}

// symptoms are all of them, in the order of work.
var symptoms = []*Symptom{
	{"lifted", "Paint came off with the wash or the cloth", "wash took paint", "wash took paint, wipe lifted paint, bare spot after the wash, paint came off, paint dissolved, stripped", AWash, 3, []Link{{"bite", 0.7}, {"rub", 0.3}, {"medium", 0.4}, {"primerlack", 0.15}, {"incompat", 0.1}, {"other", 0.12}}},
	{"outofline", "The wash came out of its lines", "lines empty", "lines empty, wash wiped out, pulled from the lines, lines gone", AWash, 0.9, []Link{{"soon", 0.8}, {"wetcloth", 0.6}, {"noline", 0.3}, {"other", 0.12}}},
	{"staysput", "The wash does not come off the open skin", "wash stays", "wash stays, stained, cannot wipe, will not wipe off, wash stuck, too late to wipe", AWash, 1.2, []Link{{"flatbelow", 0.6}, {"late", 0.7}, {"bite", 0.15}, {"rub", 0.1}, {"other", 0.12}}},
	{"norun", "The wash does not run along the lines", "does not run", "wash sits, no capillary, does not flow, stops in the line, too thick", AWash, 0.9, []Link{{"thickwash", 0.7}, {"flatbelow", 0.4}, {"noline", 0.6}, {"grease", 0.1}, {"other", 0.12}}},
	{"washring", "Rings of wash stand on the open skin", "rings of wash", "tide marks of wash, coffee stain, ring, dried edge", AWash, 0.8, []Link{{"pool", 0.7}, {"flatbelow", 0.2}, {"dirtycloth", 0.1}, {"other", 0.12}}},
	{"washhaze", "A dark haze is left all over after the wipe", "dark haze", "dirty all over, smeared, grey film, veil, grime", AWash, 1, []Link{{"flatbelow", 0.4}, {"soon", 0.2}, {"rub", 0.3}, {"dirtycloth", 0.6}, {"other", 0.12}}},
	{"beads", "The wash draws up into beads", "beads", "pearls, droplets, does not wet, shrinks together", AWash, 0.5, []Link{{"nosoap", 0.8}, {"grease", 0.5}, {"other", 0.12}}},
	{"halodecal", "A dark seam shows under a decal", "dark seam", "wash under the decal, stain at the decal, dark edge", ADecal, 1.5, []Link{{"creep", 0.9}, {"silver", 0.05}, {"other", 0.12}}},
	{"silvered", "A decal shines silver", "silver decal", "silvering, air under the decal, white film, milky decal, carrier shows", ADecal, 1.2, []Link{{"silver", 0.8}, {"noset", 0.7}, {"decalold", 0.1}, {"other", 0.12}}},
	{"decaltorn", "A decal tore at the wipe", "torn decal", "decal lifted, decal came off, decal gone", ADecal, 2.5, []Link{{"decalunsealed", 0.8}, {"decalold", 0.5}, {"decalstrong", 0.3}, {"other", 0.12}}},
	{"decalwrinkled", "A decal wrinkled and stays so", "wrinkled decal", "decal folds, softener too strong, curled", ADecal, 2, []Link{{"decalstrong", 0.7}, {"incompat", 0.2}, {"decalold", 0.1}, {"other", 0.12}}},
	{"decaledge", "The edge of a decal film shows", "edge shows", "step at the decal, film edge, carrier edge", ADecal, 0.6, []Link{{"fewclear", 0.8}, {"patchy", 0.2}, {"other", 0.12}}},
	{"frosted", "The clear went white, frosted or clouded", "clouded white", "went white, white haze, milky, blush, bloom, fogged, flat went white, white patches", AClear, 2.5, []Link{{"dew", 0.8}, {"dry", 0.3}, {"chalk", 0.35}, {"water", 0.4}, {"cold", 0.4}, {"mixed", 0.2}, {"other", 0.12}}},
	{"shinypatch", "The flat dried shiny in patches", "shiny patches", "glossy spots, patchy flat, uneven sheen, wet patch", AClear, 1.5, []Link{{"unshaken", 0.4}, {"flood", 0.4}, {"youngoil", 0.35}, {"handled", 0.3}, {"needle", 0.3}, {"patchy", 0.5}, {"oilhalo", 0.3}, {"other", 0.12}}},
	{"allshiny", "The flat dried glossy all over", "shiny all over", "flat is glossy, not flat, satin instead of flat", AClear, 1, []Link{{"unshaken", 0.5}, {"notouch", 0.2}, {"shelfold", 0.3}, {"other", 0.12}}},
	{"chalky", "The flat is chalky and the paint looks pale", "chalky all over", "dusty pale, too much flat, milky all over, lines fade, went white all over", AClear, 2, []Link{{"chalk", 0.8}, {"dry", 0.6}, {"dew", 0.2}, {"unshaken", 0.3}, {"cold", 0.2}, {"other", 0.12}}},
	{"tidemark", "A tide mark or a run is in the coat", "run or tide", "sag, drip, curtain, pool, wet edge", AClear, 1.5, []Link{{"flood", 0.7}, {"needle", 0.6}, {"other", 0.12}}},
	{"sticky", "The clear is still sticky the next day", "still sticky", "tacky, does not dry, soft, never dries", AClear, 2, []Link{{"notouch", 0.8}, {"thickcoat", 0.6}, {"youngoil", 0.3}, {"shelfold", 0.5}, {"mixed", 0.3}, {"other", 0.12}}},
	{"cracks", "Fine cracks came days later", "fine cracks", "crazing, crackle, hairline, crocodile", AnyCoat, 3, []Link{{"hardoversoft", 0.8}, {"thickcoat", 0.3}, {"cold", 0.3}, {"decalold", 0.1}, {"other", 0.12}}},
	{"wrinkled", "The paint wrinkled under the coat", "wrinkled", "crinkled, orange skin, lifted under the lacquer, raisin, shrivelled", AnyCoat, 3, []Link{{"incompat", 0.8}, {"bite", 0.1}, {"samesolvent", 0.2}, {"thickcoat", 0.2}, {"other", 0.12}}},
	{"fisheyes", "The coat crawled back from small craters", "craters", "fish eyes, silicone, craters, dewetting, holes", AnyCoat, 1.5, []Link{{"grease", 0.7}, {"water", 0.4}, {"youngoil", 0.2}, {"other", 0.12}}},
	{"sandy", "The surface is rough like fine sand", "like fine sand", "grainy, dry spray, dusty, gritty, pale and rough", AnyCoat, 1.2, []Link{{"dry", 0.8}, {"viscous", 0.3}, {"mixed", 0.3}, {"hair", 0.1}, {"other", 0.12}}},
	{"orangepeel", "The gloss looks like orange peel", "orange peel", "pebbled, bumpy gloss, not level", AClear, 1, []Link{{"orange", 0.8}, {"dry", 0.2}, {"viscous", 0.4}, {"other", 0.12}}},
	{"spiders", "Spiders or runs come from the airbrush", "spiders", "centipede, legs, blown about, too wet", AnyCoat, 1, []Link{{"spider", 0.9}, {"flood", 0.3}, {"other", 0.12}}},
	{"haircoat", "A hair or dust lies in the coat", "hair, dust", "lint, fluff, speck", AnyCoat, 0.8, []Link{{"hair", 0.95}, {"other", 0.12}}},
	{"fingerprint", "A fingerprint is in the finish", "fingerprint", "finger mark, touched, print of tape", AnyCoat, 1, []Link{{"handled", 0.7}, {"notouch", 0.4}, {"rub", 0.2}, {"other", 0.12}}},
	{"oilsgone", "The oils wipe straight off", "oils slide", "do not hold, slide, vanish when blended", Oils, 0.5, []Link{{"gripless", 0.9}, {"oilwetbrush", 0.6}, {"other", 0.12}}},
	{"oilsstrong", "The oils are too strong and will not fade", "oils too strong", "too much fading, stained, cannot blend", Oils, 1, []Link{{"oilmuch", 0.7}, {"flatbelow", 0.2}, {"late", 0.3}, {"other", 0.12}}},
	{"oilsmoved", "Oils or a wash moved under the coat", "moved under clear", "smeared by the clear, lines crept, dissolved by varnish", AClear, 2, []Link{{"youngoil", 0.6}, {"samesolvent", 0.8}, {"other", 0.12}}},
	{"oilshine", "A shiny halo stands round the oils", "shiny halo", "oily ring, greasy, halo", Oils, 0.8, []Link{{"oilhalo", 0.8}, {"youngoil", 0.1}, {"flood", 0.05}, {"other", 0.12}}},
	{"pigmentgone", "Pigment vanished under the coat", "pigment gone", "dust gone, pastel lost, disappeared under clear", Dust, 1, []Link{{"pigmentwet", 0.8}, {"blown", 0.5}, {"other", 0.12}}},
	{"pigmentrubs", "Pigment comes off on the fingers", "rubs off", "dust not fixed, pastel loose", Dust, 0.6, []Link{{"pigmentloose", 0.9}, {"blown", 0.1}, {"other", 0.12}}},
	{"pigmentring", "A ring stands round fixed pigment", "ring of dust", "tide of pigment, edge of fixer", Dust, 0.6, []Link{{"rim", 0.9}, {"pool", 0.1}, {"other", 0.12}}},
	{"tapelift", "Tape lifted paint", "tape took paint", "masking lifted, paint on the tape, mask tore", AMask, 2, []Link{{"maskstrong", 0.7}, {"primerlack", 0.6}, {"notouch", 0.1}, {"grease", 0.3}, {"other", 0.12}}},
	{"bleedtape", "Colour ran under the tape", "ragged edge", "bled, crept under mask, fuzzy edge", AMask, 1, []Link{{"maskleak", 0.9}, {"spider", 0.2}, {"other", 0.12}}},
	{"ridge", "A ridge stands along the masked edge", "ridge", "step at the mask, wall of paint", AMask, 0.7, []Link{{"maskridge", 0.9}, {"other", 0.12}}},
	{"sheets", "Colour comes off in sheets when chipped", "sheets", "peels, too large chips, flakes", Medium, 2, []Link{{"mediumthick", 0.7}, {"medium", 0.2}, {"primerlack", 0.1}, {"other", 0.12}}},
	{"nochip", "It will not chip", "will not chip", "medium does not work, hairspray does nothing", Medium, 0.7, []Link{{"mediumlate", 0.8}, {"other", 0.12}}},
	{"dullmetal", "The metal looks dull", "dull metal", "grey metal, no shine, lost its shine", AMetal, 1.5, []Link{{"undercoat", 0.6}, {"metaldulled", 0.8}, {"agitate", 0.4}, {"dry", 0.2}, {"other", 0.12}}},
	{"metalrubs", "Metal comes off at a touch", "metal rubs off", "buffs away, metal on the tape", AMetal, 1.5, []Link{{"metalhandled", 0.8}, {"notouch", 0.2}, {"primerlack", 0.1}, {"other", 0.12}}},
	{"through", "Polish went through to the paint", "polished through", "burned through, rub through, edge bare", APolish, 1.5, []Link{{"polishthrough", 0.9}, {"other", 0.12}}},
	{"darker", "The colour went darker under the clear", "darker", "wet look, deeper, colour changed", AClear, 0.7, []Link{{"wetout", 0.9}, {"samesolvent", 0.05}, {"other", 0.12}}},
	{"greyblack", "Black looks grey under the flat", "black turned grey", "black pale, washed out black, not black", AClear, 1, []Link{{"liftblack", 0.8}, {"chalk", 0.35}, {"dry", 0.3}, {"dew", 0.15}, {"other", 0.12}}},
	{"shadegone", "The pre-shade vanished", "shading gone", "preshade lost, covered, no modulation", Shades, 0.6, []Link{{"toomuchbase", 0.9}, {"other", 0.12}}},
	{"stark", "The lines are too stark", "lines too stark", "too dark, harsh, drawn with a pen, too strong, comic", AWash, 0.7, []Link{{"washdark", 0.8}, {"flatbelow", 0.2}, {"other", 0.12}}},
	{"yellowed", "White or decals have yellowed", "yellowed", "yellow clear, ivory, aged", AClear, 1, []Link{{"yellow", 0.9}, {"shelfold", 0.1}, {"other", 0.12}}},
	{"crazedglass", "A clear part is crazed or fogged", "crazed glass", "canopy fogged, canopy cracked, frosted canopy", AGlass, 2, []Link{{"crazed", 0.7}, {"dew", 0.2}, {"other", 0.12}}},
	{"brushmarks", "Brush marks stay", "brush marks", "streaks, bristles, lines of the brush", AnyCoat, 0.8, []Link{{"overworked", 0.7}, {"viscous", 0.6}, {"other", 0.12}}},
	{"spatter", "Spatter and specks", "spatter", "spits, dots, drops, splashes, specks", AnyCoat, 1, []Link{{"needle", 0.7}, {"viscous", 0.4}, {"water", 0.1}, {"other", 0.12}}},
	{"mismatch", "Zones differ in sheen", "sheens differ", "patchwork, uneven shine between parts", AClear, 1, []Link{{"patchy", 0.7}, {"unshaken", 0.3}, {"handled", 0.1}, {"flood", 0.2}, {"other", 0.12}}},
}
