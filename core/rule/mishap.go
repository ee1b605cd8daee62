package rule

import "inkysparrow/core/fact"

// Mishap is what one sees when something went wrong, told by the one who sees it.
type Mishap struct {
	ID    string
	Seen  string   // in a sentence without its full stop
	Also  []string // other words that people have for it
	Rules []string // that see it coming, by id
	Do    string   // what may be done about it
}

// MishapEvidence is where the advice comes from: product labels and local rules come first.
var MishapEvidence = fact.Bench("what finishers do first; nothing here is measured")

// MishapCaution stands wherever their advice does.
const MishapCaution = "Sand wet or with a dust mask, ventilate where there is solvent, mind needles and blades; the product's label and local rules come first."

// Mishaps returns the commonest, in the order of work.
func Mishaps() []Mishap {
	return []Mishap{
		{"lifted", "A wash or a wipe took paint with it", []string{"bite", "bitten", "dissolved", "stripped", "soft", "rubbed through", "paint came off"}, []string{"bite", "rub"}, "Stop, and put nothing more of that liquid on. Let it harden; then feather the edge, paint the spot, seal it with a clear and wash again."},
		{"wrinkled", "A coat wrinkled or crazed what lies below", []string{"crackled", "crinkled", "cracked", "lacquer over enamel"}, []string{"recoat", "bite"}, "Let all of it harden for days, sand it level, and go on in thin, dry coats or over a water-borne clear."},
		{"silvering", "A pale film shines under or around a decal", []string{"silvering", "silvered", "air under a decal", "decal edge", "carrier film shows"}, []string{"silvering", "sheen-edge"}, "Prick it with a needle, wet it with decal softener and press it down; again on the next day. Then seal it. A flat coat shows it less than a gloss one."},
		{"decal-torn", "A decal tore, curled or crept", []string{"decal lifted", "wash under the decal", "decal dissolved"}, []string{"decal-unsealed", "decal-solvent"}, "Wet it and push it back while it can move; touch the gap in with its colour. Seal decals before the next wash."},
		{"dark-wash", "The wash is too dark or too strong", []string{"too dark", "too strong", "harsh", "drawn with a pen", "overdone"}, []string{"wash-colour", "unwiped"}, "While it still comes off, wipe it with its own remover on a nearly dry bud. Later a thin veil of the base colour, or the flat coat, softens it."},
		{"stained", "The wash stays on the open surface", []string{"wash will not come off", "stained", "dirty", "tide marks", "smeared", "too late"}, []string{"wash-sheen", "wipe-window"}, "Damp a cloth with the wash's own remover, if the films below stand it: see Washes. Else call it grime and even it out."},
		{"no-run", "The wash does not run along the lines", []string{"does not flow", "too thick", "beads", "spreads into a stain"}, []string{"wash-sheen"}, "Thin it further, or lay a gloss coat first: see Washes, Run."},
		{"white-clear", "The clear went white, misty or frosted", []string{"frosted", "frosting", "blush", "blushed", "bloom", "milky", "went white", "cloudy"}, []string{"damp-air", "chalky", "cold-film"}, "Wait for dry air. A thin wet coat of the same clear, or of gloss and then flat, often takes it away."},
		{"shiny-flat", "The flat coat dried shiny or in patches", []string{"patchy", "not flat", "glossy spots", "uneven sheen"}, []string{"order", "sheen-edge", "gloss-lost"}, "Stir the flat longer than seems needed, and mist on another coat."},
		{"peel", "The coat is rough, like orange peel or dust", []string{"orange peel", "rough", "grainy", "sandy", "dry spray", "pebbly"}, []string{"spray-setting", "gloss-lost"}, "Let it harden, sand it smooth with fine grit, and spray wetter and nearer, in thin coats."},
		{"runs", "The coat ran or sagged", []string{"run", "sag", "drip", "pool", "puddle"}, []string{"spray-setting", "many-coats"}, "Leave it alone until it is hard; sand it level and go over it once, thinly."},
		{"hair", "Dust or a hair lies in the coat", []string{"hair", "lint", "dust", "fluff", "specks"}, []string{"dust-wiped"}, "Lift it out with a needle while it is wet; else wait, sand the spot and go over it."},
		{"print", "A fingerprint is in the film", []string{"fingerprint", "finger mark", "handled", "touched", "shiny spot"}, []string{"handled", "hands"}, "Let it harden, polish or sand the spot and go over it. Wear gloves, or hold the model where it is painted last."},
		{"tape", "Tape took paint off, or paint crept under it", []string{"mask", "masking", "tape lifted", "paint bled", "ragged edge"}, []string{"mask-lifts", "mask-soft", "mask-stays"}, "Level the edge with fine grit and touch it in. Next time: over hard paint, off slowly and flat, within the hour."},
		{"oils", "Oils do not blend, or blend away", []string{"oil dots", "smears", "slide", "too strong fading", "shiny oils"}, []string{"grip", "young-oils"}, "Over gloss they slide: lay a flat coat first. What is too strong comes off with a brush damp with white spirit, until it stiffens."},
		{"pale-gone", "Dust, mud or a pale stain is gone under the clear", []string{"pigment vanished", "lost under the clear", "disappeared", "darkened"}, []string{"unsealed-dust", "after-final", "dulled"}, "Lay it on again and leave it bare, or fix it with a mist: a wet coat fills its pores."},
		{"much", "A stain is too much: exhaust, soot, streaks", []string{"too much", "too long", "overdone", "too heavy", "exhaust too dark"}, []string{"stain-source"}, "Spray the base colour over its edge in thin veils, or rub pastel back with a damp bud. Stains shows what belongs there."},
	}
}
