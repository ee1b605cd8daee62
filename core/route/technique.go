package route

import (
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/dose"
	"inkysparrow/core/fact"
	"inkysparrow/core/shade"
	"inkysparrow/core/solvent"
	"inkysparrow/core/stack"
)

// MostPasses is the most thin passes of a sprayed stain.
var MostPasses = int(Numbers.Number("most-passes", 15, "passes", "most passes of a sprayed stain", thinBench))

// CountsPasses is what a technique counts that is built up in thin passes.
const CountsPasses = "passes"

// Most returns the most coats that a step can have; the plan format lets ten be written.
func (t *Technique) Most() int {
	if t.Counts == CountsPasses {
		return MostPasses
	}
	return 10
}

// MostCoats is the most coats of one step.
var MostCoats = Numbers.Number("most-coats", 6, "coats", "most coats of one step: what a mirror undercoat takes", fact.Bench("T20"))

// Phase is a part of the order of work.
type Phase uint8

// The phases in the order of work.
const (
	Base Phase = iota
	Chip
	Glossing
	Decals
	Sealing
	Washing
	Grip
	Oils
	Stain
	Finish
)

var phaseNames = [...]string{"Base", "Chip", "Gloss", "Decals", "Seal", "Wash", "Grip", "Oils", "Stain", "Finish"}

func (p Phase) String() string { return phaseNames[p] }

// Carries is which of a product's liquids a technique brings onto the model.
type Carries uint8

// What a technique wets the model with.
const (
	Nothing Carries = iota
	ItsCarrier
	ItsThinner // a trace, as when oils are blended
	JustWater
	ItsRemover
	TheRemover // of the wash that is wiped
)

// Technique is a kind of step. Techniques are shared by pointer and never change.
type Technique struct {
	ID, Name string // the name begins a sentence
	Short    string // for a ticket
	Phase    Phase
	Contact  *stack.Contact // nil where nothing wet or hard touches the model; a wipe's comes from its cloth
	Carries  Carries
	Lays     bool           // leaves a film
	Counts   string         // what Coats counts, where that is not coats
	Coats    int            // usual number of coats; 0 stands for 1
	Thin     float64        // share of the family's usual thickness that a coat has; 0 stands for 1
	Kinds    []coating.Kind // products it takes, the usual one first; none where it takes no product
	Optional bool           // the product may be left out
	Sheen    coating.Sheen  // the sheen it is for, where the product doesn't say
	Role     Role           // what rules ask of it
	Setup    time.Duration  // attended, once
	Per100   time.Duration  // attended, per 100 cm2 and coat
	Between  time.Duration  // flashing off between coats, attended
	Airbrush bool
	Tint     float64   // parts of thinner more than usual; 0 where it is thinned as usual
	Covers   float64   // share of its zone that it usually covers; 0 stands for all of it
	WidthMM  float64   // of a line or blotch of shading on the model
	Spray    dose.Kind // usual range of airbrush settings, see dose; empty where it is not sprayed
	Caution  string
}

// Role is what the rules need to know of a technique, so that a new one is judged without new code.
type Role uint32

// The roles; a technique may have several.
const (
	Colour      Role = 1 << iota // an opaque or nearly opaque coat of colour
	ClearCoat                    // a clear over all
	WashOn                       // puts on a wash that is wiped
	Cloth                        // rubs with a cloth
	NeedsTooth                   // oils and pigments that slide on gloss
	OilWork                      // wet oil on wet oil is how it is done
	LooseOn                      // leaves dry particles
	Tape                         // sticks to what is below
	NeedsGloss                   // silvers on anything else
	LastCoat                     // meant to be the last coat
	AfterFinish                  // belongs on the last coat
	Thinned                      // the product is thinned to a wash
	Staining                     // its colour must be seen against the paint
	TapeOff                      // takes masks off
	Joins                        // joins parts that were finished apart
	Lifting                      // lifts a medium on purpose
	Shades                       // a tone on a part of the zone, to show through what follows or beside it
	Veils                        // misted so thin that what is below still shows
	WearsBack                    // takes its own product off again, down to what the liquid leaves alone
	Mends                        // puts something right that went wrong, at any time
	Levels                       // with fine grit
	Undoes                       // takes its product off with that one's remover
	Settles                      // decals that did not lie down
	Melts                        // a bloom away, with thinner alone
	BreaksOff                    // it can be broken off between two of its many, and gone on with another evening
)

// TooLate reports whether the technique no longer makes sense once done has been done: what was glossed over or further on is not painted anew.
// Masks can be put on and taken off at any time. Common practice, no source.
func (t *Technique) TooLate(done *Technique) bool {
	return t.Phase <= Chip && done.Phase >= Glossing && !t.Has(Tape|TapeOff)
}

// Has reports whether the technique has the role.
func (t *Technique) Has(r Role) bool { return t.Role&r != 0 }

const (
	sprayCare  = "Spray with extraction and a respirator fit for vapour and mist; no flames; follow the label."
	dustCare   = "Wear a dust mask; keep the dust off food and hands."
	bladeCare  = "Cut away from your fingers, with a fresh blade."
	oilRagCare = "Rags with oil paint can heat themselves: dry them flat or keep them under water in a closed tin."
)

var benchTimes = fact.Bench("a wash by brush over a large 1/48 aircraft takes a quarter of an hour, its wipe half an hour, oils three quarters; over a single 5 to 10 minutes, 10 to 20 to wipe: T84")

// TimesEvidence is where the attended times come from.
func TimesEvidence() fact.Evidence { return benchTimes }

var (
	paints  = []coating.Kind{coating.Paint, coating.Primer, coating.Metal}
	primers = []coating.Kind{coating.Primer, coating.Paint, coating.Metal}
	metals  = []coating.Kind{coating.Metal, coating.Paint, coating.Primer}
	clears  = []coating.Kind{coating.Clear}
	tints   = []coating.Kind{coating.Wash, coating.Oil, coating.Paint}
	stains  = []coating.Kind{coating.Wash, coating.Oil, coating.Paint, coating.Pigment, coating.Metal}
)

// thin is how much thinner than a family's usual a coat of a technique is, in the table of numbers.
func thin(id string, share float64) float64 {
	return Numbers.Number("thin-"+id, share, "", "thickness of a coat or pass, as a share of the family's usual: "+id, thinBench)
}

var thinBench = fact.Bench("T56: one pass of a stain covers 2 to 8 % where it is pale, up to 20 where it is soot, as luminance shows it; the rest rough shares")

// setup, per100 and between are a technique's attended times, in the table of numbers: to begin with, for every 100 cm2 and coat, and for
// flashing off between coats.
func setup(id string, minutes float64) time.Duration {
	return inMinutes(Numbers.Number("setup-"+id, minutes, "min", "setting up, cleaning with it: "+id, benchTimes))
}

func per100(id string, minutes float64) time.Duration {
	return inMinutes(Numbers.Number("per-100-"+id, minutes, "min", "work on 100 cm², a coat: "+id, benchTimes))
}

func between(id string, minutes float64) time.Duration {
	return inMinutes(Numbers.Number("between-"+id, minutes, "min", "flashing off between coats, attended: "+id, flashTimes))
}

func inMinutes(v float64) time.Duration { return time.Duration(v * float64(time.Minute)) }

// usualCoats is how many coats, grades or passes a technique usually takes, in the table of numbers.
func usualCoats(id string, n int) int {
	return int(Numbers.Number("coats-"+id, float64(n), "", "usual coats, grades or passes: "+id, usualBench))
}

var (
	flashTimes = fact.Bench("T51: ten to twenty minutes between coats of acrylic; thin passes dry at once")
	usualBench = fact.Bench("one thin coat has weak spots, a couple are trusted; T55, T56")
)

// cover is the share of its zone that a technique usually covers, in the table of numbers.
func cover(id string, share float64) float64 {
	return Numbers.Number("covers-"+id, share, "", "share of its zone that it usually covers: "+id, fact.Bench("a rough share; a step's own can be set"))
}

// tint is how much more a technique is thinned than usual, in the table of numbers.
func tint(id string, parts float64) float64 {
	return Numbers.Number("tint-"+id, parts, "parts", "thinner to one of paint, more than usual: "+id, fact.Bench("sprayed as a mere tint, built up in passes"))
}

// techniques is the closed list of what a step can do, in the order of work.
var techniques = []*Technique{
	{
		ID: "prime", Name: "Prime", Short: "Prime", Phase: Base, Contact: stack.WetCoat, Carries: ItsCarrier, Lays: true, Kinds: primers, Role: Colour,
		Sheen: coating.Flat, Spray: dose.OfColour, Setup: setup("prime", 8), Per100: per100("prime", 2), Between: between("prime", 10), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "pre-shade", Name: "Pre-shade", Short: "Shade", Phase: Base, Contact: stack.Mist, Carries: ItsCarrier, Lays: true, Thin: thin("pre-shade", 0.5), Kinds: paints, Role: Shades,
		WidthMM: shade.Line.WidthMM,
		Sheen:   coating.Flat, Spray: dose.Fine, Covers: shade.Line.Share, Setup: setup("pre-shade", 8), Per100: per100("pre-shade", 5), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "base-coat", Name: "Base coat", Short: "Base", Phase: Base, Contact: stack.WetCoat, Carries: ItsCarrier, Lays: true, Coats: usualCoats("base-coat", 2), Kinds: paints, Role: Colour,
		Sheen: coating.Flat, Spray: dose.OfColour, Setup: setup("base-coat", 8), Per100: per100("base-coat", 3), Between: between("base-coat", 10), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "mottle", Name: "Mottle", Short: "Mottle", Phase: Base, Contact: stack.Mist, Carries: ItsCarrier, Lays: true, Thin: thin("mottle", 0.5), Kinds: paints, Role: Shades,
		WidthMM: shade.Blotch.WidthMM, Covers: shade.Blotch.Share, Spray: dose.Fine, Sheen: coating.Flat, Setup: setup("mottle", 8), Per100: per100("mottle", 6), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "veil", Name: "Thin veils", Short: "Veil", Phase: Base, Contact: stack.Mist, Carries: ItsCarrier, Lays: true, Coats: usualCoats("veil", 3), Thin: shade.Veil(), Tint: tint("veil", 4), Kinds: paints, Role: Colour | Veils,
		Spray: dose.Fine, Sheen: coating.Flat, Setup: setup("veil", 8), Per100: per100("veil", 2), Between: between("veil", 3), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "post-shade", Name: "Post-shade", Short: "Shade", Phase: Base, Contact: stack.Mist, Carries: ItsCarrier, Lays: true, Thin: thin("post-shade", 0.01), Tint: tint("post-shade", 4), Kinds: paints, Role: Shades,
		WidthMM: shade.Blotch.WidthMM, Covers: shade.Blotch.Share, Spray: dose.Fine, Sheen: coating.Flat, Setup: setup("post-shade", 8), Per100: per100("post-shade", 6), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "metal-coat", Name: "Metal coat", Short: "Metal", Phase: Base, Contact: stack.WetCoat, Carries: ItsCarrier, Lays: true, Coats: usualCoats("metal-coat", 2), Kinds: metals, Role: Colour,
		Sheen: coating.SemiGloss, Spray: dose.OfMetal, Setup: setup("metal-coat", 8), Per100: per100("metal-coat", 4), Between: between("metal-coat", 10), Airbrush: true, Caution: sprayCare + " Keep water out of its cup, and dust and hairs off: metal shows them all.",
	},
	{
		ID: "chipping-medium", Name: "Chipping medium", Short: "Medium", Phase: Chip, Contact: stack.WetCoat, Carries: ItsCarrier, Lays: true, Coats: usualCoats("chipping-medium", 2),
		Kinds: []coating.Kind{coating.Medium}, Sheen: coating.Satin, Spray: dose.OfColour, Setup: setup("chipping-medium", 6), Per100: per100("chipping-medium", 2), Between: between("chipping-medium", 10), Airbrush: true,
		Caution: "Decant aerosols slowly, outdoors. " + sprayCare,
	},
	{
		ID: "chip", Name: "Chip", Short: "Chip", Phase: Chip, Contact: stack.ChipWork, Carries: JustWater, Role: Lifting, Kinds: []coating.Kind{coating.Paint, coating.Medium},
		Optional: true, Covers: cover("chip", 0.01), Setup: setup("chip", 5), Per100: per100("chip", 20), Caution: bladeCare,
	},
	{
		ID: "wipe-back", Name: "Wipe back", Short: "Back", Phase: Chip, Contact: stack.WornBack, Carries: ItsRemover, Role: WearsBack, Kinds: []coating.Kind{coating.Paint},
		Covers: cover("wipe-back", 0.02), Setup: setup("wipe-back", 5), Per100: per100("wipe-back", 15),
	},
	{
		ID: "unmask", Name: "Unmask", Short: "Unmask", Phase: Base, Role: TapeOff, Setup: setup("unmask", 3), Per100: per100("unmask", 3), Caution: bladeCare,
	},
	{
		ID: "join", Name: "Join parts", Short: "Join", Phase: Finish, Role: Joins, Setup: setup("join", 15), Per100: per100("join", 5),
		Caution: "Glue on bare faces only, with ventilation; keep it off finished paint. " + bladeCare,
	},
	{ID: "mask", Name: "Mask", Short: "Mask", Phase: Base, Role: Tape | BreaksOff, Setup: setup("mask", 5), Per100: per100("mask", 8), Caution: bladeCare},
	{
		ID: "polish", Name: "Polish", Short: "Polish", Phase: Base, Contact: stack.Polished, Kinds: []coating.Kind{coating.Medium, coating.Clear}, Optional: true, Sheen: coating.Gloss, Coats: usualCoats("polish", 2), Counts: "grades",
		Role: BreaksOff, Setup: setup("polish", 5), Per100: per100("polish", 15), Caution: dustCare,
	},
	{
		ID: "gloss-coat", Name: "Gloss coat", Short: "Gloss", Phase: Glossing, Contact: stack.WetCoat, Carries: ItsCarrier, Lays: true, Coats: usualCoats("gloss-coat", 2), Kinds: clears, Role: ClearCoat,
		Sheen: coating.Gloss, Spray: dose.OfGloss, Setup: setup("gloss-coat", 8), Per100: per100("gloss-coat", 2), Between: between("gloss-coat", 15), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "decals", Name: "Decals", Short: "Decals", Phase: Decals, Contact: stack.Floated, Carries: JustWater, Lays: true, Kinds: []coating.Kind{coating.DecalKind},
		Role: NeedsGloss | BreaksOff, Setup: setup("decals", 10), Per100: per100("decals", 25), Caution: bladeCare,
	},
	{
		ID: "seal", Name: "Seal", Short: "Seal", Phase: Sealing, Contact: stack.WetCoat, Carries: ItsCarrier, Lays: true, Coats: usualCoats("seal", 2), Kinds: clears, Role: ClearCoat,
		Sheen: coating.Gloss, Spray: dose.OfGloss, Setup: setup("seal", 8), Per100: per100("seal", 2), Between: between("seal", 15), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "pin-wash", Name: "Pin wash", Short: "Wash", Phase: Washing, Contact: stack.PinWash, Carries: ItsCarrier, Lays: true, Kinds: tints, Role: WashOn | Thinned,
		Covers: cover("pin-wash", 0.12), Setup: setup("pin-wash", 1), Per100: per100("pin-wash", 1.8),
	},
	{
		ID: "overall-wash", Name: "Overall wash", Short: "Wash", Phase: Washing, Contact: stack.Overall, Carries: ItsCarrier, Lays: true, Kinds: tints, Role: WashOn | Thinned,
		Setup: setup("overall-wash", 1), Per100: per100("overall-wash", 1.8),
	},
	{
		ID: "spray-wash", Name: "Sprayed wash", Short: "Wash", Phase: Washing, Contact: stack.SprayedW, Carries: ItsCarrier, Lays: true, Kinds: tints, Role: Thinned,
		Spray: dose.OfGrime, Setup: setup("spray-wash", 8), Per100: per100("spray-wash", 3), Between: between("spray-wash", 10), Airbrush: true, Caution: sprayCare,
	},
	{ID: "wipe", Name: "Wipe", Short: "Wipe", Phase: Washing, Role: Cloth, Carries: TheRemover, Setup: setup("wipe", 1), Per100: per100("wipe", 3.6)},
	{
		ID: "filter", Name: "Filter", Short: "Filter", Phase: Washing, Contact: stack.Overall, Carries: ItsCarrier, Lays: true, Kinds: tints, Role: Thinned,
		Setup: setup("filter", 5), Per100: per100("filter", 3),
	},
	{
		ID: "flat-coat", Name: "Flat coat", Short: "Flat", Phase: Grip, Contact: stack.WetCoat, Carries: ItsCarrier, Lays: true, Kinds: clears, Role: ClearCoat,
		Sheen: coating.Flat, Spray: dose.OfColour, Setup: setup("flat-coat", 8), Per100: per100("flat-coat", 2), Between: between("flat-coat", 15), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "satin-coat", Name: "Satin coat", Short: "Satin", Phase: Grip, Contact: stack.WetCoat, Carries: ItsCarrier, Lays: true, Kinds: clears, Role: ClearCoat,
		Sheen: coating.Satin, Spray: dose.OfColour, Setup: setup("satin-coat", 8), Per100: per100("satin-coat", 2), Between: between("satin-coat", 15), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "oil-accent", Name: "Oil accents", Short: "Accents", Phase: Oils, Contact: stack.Blended, Carries: ItsThinner, Lays: true, Thin: thin("oil-accent", 0.15), Kinds: []coating.Kind{coating.Oil, coating.Wash},
		Role: NeedsTooth | OilWork | BreaksOff, Covers: cover("oil-accent", 0.05), Setup: setup("oil-accent", 10), Per100: per100("oil-accent", 6), Caution: oilRagCare,
	},
	{
		ID: "oil-dots", Name: "Oil dots", Short: "Oil dots", Phase: Oils, Contact: stack.Blended, Carries: ItsThinner, Lays: true, Thin: thin("oil-dots", 0.15), Kinds: []coating.Kind{coating.Oil, coating.Wash},
		Role: NeedsTooth | OilWork | BreaksOff, Covers: cover("oil-dots", 0.15), Setup: setup("oil-dots", 10), Per100: per100("oil-dots", 6), Caution: oilRagCare,
	},
	{
		ID: "streak", Name: "Streaks", Short: "Streaks", Phase: Oils, Contact: stack.Blended, Carries: ItsThinner, Lays: true, Thin: thin("streak", 0.15), Kinds: stains,
		Role: NeedsTooth | OilWork, Covers: cover("streak", 0.05), Setup: setup("streak", 5), Per100: per100("streak", 4), Caution: oilRagCare,
	},
	{
		ID: "exhaust-spray", Name: "Exhaust", Short: "Exhaust", Phase: Stain, Contact: stack.Mist, Carries: ItsCarrier, Lays: true, Coats: usualCoats("exhaust-spray", 7), Counts: CountsPasses, Thin: thin("exhaust-spray", 0.007), Tint: tint("exhaust-spray", 3), Kinds: stains,
		Role: Staining, Covers: cover("exhaust-spray", 0.1), Spray: dose.Fine, Setup: setup("exhaust-spray", 8), Per100: per100("exhaust-spray", 0.5), Between: between("exhaust-spray", 2), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "pastel", Name: "Pastel", Short: "Pastel", Phase: Stain, Lays: true, Kinds: []coating.Kind{coating.Pigment, coating.PencilOf},
		Role: NeedsTooth | LooseOn | Staining | BreaksOff, Covers: cover("pastel", 0.1), Setup: setup("pastel", 5), Per100: per100("pastel", 6), Caution: dustCare + " Gloves keep fingerprints off.",
	},
	{
		ID: "pencil", Name: "Pencil wear", Short: "Pencil", Phase: Stain, Lays: true, Kinds: []coating.Kind{coating.PencilOf, coating.Pigment},
		Role: LooseOn | BreaksOff, Covers: cover("pencil", 0.02), Setup: setup("pencil", 5), Per100: per100("pencil", 6),
	},
	{
		ID: "sponge-chips", Name: "Sponge chips", Short: "Chips", Phase: Chip, Contact: stack.Dabbed, Carries: ItsCarrier, Lays: true, Thin: thin("sponge-chips", 0.5),
		Role: BreaksOff, Kinds: append(slices.Clone(paints), coating.PencilOf), Covers: cover("sponge-chips", 0.02), Setup: setup("sponge-chips", 5), Per100: per100("sponge-chips", 8),
	},
	{
		ID: "brush-chips", Name: "Brush chips", Short: "Chips", Phase: Chip, Contact: stack.Brushed, Carries: ItsCarrier, Lays: true, Thin: thin("brush-chips", 0.5),
		Role: BreaksOff, Covers: cover("brush-chips", 0.01), Kinds: append(slices.Clone(paints), coating.PencilOf), Setup: setup("brush-chips", 5), Per100: per100("brush-chips", 10),
	},
	{
		ID: "mud", Name: "Mud", Short: "Mud", Phase: Stain, Contact: stack.Mist, Carries: ItsCarrier, Lays: true, Thin: thin("mud", 0.5), Kinds: stains,
		Role: Staining, Covers: cover("mud", 0.05), Setup: setup("mud", 5), Per100: per100("mud", 4), Caution: dustCare,
	},
	{
		ID: "wet-stain", Name: "Wet stain", Short: "Wet stain", Phase: Finish, Contact: stack.Brushed, Carries: ItsCarrier, Lays: true,
		Kinds: append(slices.Clone(stains), coating.Clear), Role: AfterFinish, Sheen: coating.Gloss, Covers: cover("wet-stain", 0.02), Setup: setup("wet-stain", 5), Per100: per100("wet-stain", 4),
	},
	{
		ID: "final-gloss", Name: "Final gloss", Short: "Gloss", Phase: Finish, Contact: stack.WetCoat, Carries: ItsCarrier, Lays: true, Coats: usualCoats("final-gloss", 2), Kinds: clears, Role: ClearCoat,
		Sheen: coating.Gloss, Spray: dose.OfGloss, Setup: setup("final-gloss", 8), Per100: per100("final-gloss", 2), Between: between("final-gloss", 15), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "final-coat", Name: "Final coat", Short: "Final", Phase: Finish, Contact: stack.WetCoat, Carries: ItsCarrier, Lays: true, Coats: usualCoats("final-coat", 2), Kinds: clears, Role: ClearCoat | LastCoat,
		Sheen: coating.Flat, Spray: dose.OfColour, Setup: setup("final-coat", 8), Per100: per100("final-coat", 2), Between: between("final-coat", 15), Airbrush: true, Caution: sprayCare,
	},
	{
		ID: "sand", Name: "Sanding", Short: "Sand", Phase: Finish, Contact: stack.Sanded, Role: Mends | Levels | BreaksOff, Covers: cover("sand", 0.1), Setup: setup("sand", 5), Per100: per100("sand", 20),
		Caution: "Sand wet, or wear a dust mask.",
	},
	{
		ID: "undo", Name: "Removal", Short: "Remove", Phase: Finish, Contact: stack.DampWipe, Carries: ItsRemover, Role: Mends | Undoes, Covers: cover("undo", 0.3),
		Kinds: slices.Concat(tints, stains, clears, []coating.Kind{coating.PencilOf}), Setup: setup("undo", 5), Per100: per100("undo", 15), Caution: "Ventilate, wear gloves, no flames; follow the label.",
	},
	{
		ID: "melt", Name: "Thinner mist", Short: "Melt", Phase: Finish, Contact: stack.Mist, Carries: ItsThinner, Role: Mends | Melts, Kinds: slices.Concat(clears, paints),
		Setup: setup("melt", 8), Per100: per100("melt", 2), Caution: sprayCare,
	},
	{
		ID: "set-decal", Name: "Settling of decals", Short: "Settle", Phase: Finish, Contact: stack.Dabbed, Carries: JustWater, Role: Mends | Settles, Covers: cover("set-decal", 0.05), Setup: setup("set-decal", 5), Per100: per100("set-decal", 10),
		Caution: "A needle pricks: away from your fingers. Follow the softener's label.",
	},
}

// Cleaning is how long it takes to put the airbrush away clean; rinse and flush are what comes between two cups.
var (
	Cleaning = inMinutes(Numbers.Number("cleaning", 10, "min", "the airbrush taken apart, cleaned and put away", benchTimes))
	sitting  = inMinutes(Numbers.Number("sitting", 20, "min", "shortest sitting that work is begun for where it takes several", fact.Bench("less is spent on setting out and putting away")))
	rinse    = inMinutes(Numbers.Number("rinse", 5, "min", "between two paints of one chemistry: the cup wiped out, its thinner sprayed through", fact.Bench("a cup or two of thinner until it comes clear")))
	flush    = inMinutes(Numbers.Number("flush", 15, "min", "between two chemistries, and before and after flakes of metal", fact.Bench("water left in it clots solvent paint and the other way round: a full flush with the right cleaner, needle and cup by hand")))
)

var (
	// DecalArea is the share of a zone that is glossed where only its decals are.
	DecalArea = Numbers.Number("decal-area", 0.3, "", "share of a zone that is glossed where only its decals are", fact.Bench("a rough share; the step's own can be set"))
	// MirrorCoats are the gloss coats below a metal that shall shine like a mirror.
	MirrorCoats = Numbers.Number("mirror-coats", 5, "coats", "gloss coats below a metal that shall shine like a mirror", fact.Bench("T20: four to six"))
)

// rounding is the grain of attended times; of washes, whose minutes count until the wipe, it is one of them.
const rounding = 5 * time.Minute

func (t *Technique) grain() time.Duration {
	if t.Has(WashOn | Cloth) {
		return time.Minute
	}
	return rounding
}

// Techniques returns the closed list of what a step can do.
func Techniques() []*Technique { return techniques }

// TechniqueNamed returns the technique with that id.
func TechniqueNamed(id string) (*Technique, bool) {
	i := slices.IndexFunc(techniques, func(t *Technique) bool { return t.ID == id })
	if i < 0 {
		return nil, false
	}
	return techniques[i], true
}

// MustTechnique returns the technique with that id, for tables fixed at compile time. It panics where the table is wrong.
func MustTechnique(id string) *Technique {
	t, ok := TechniqueNamed(id)
	if !ok {
		panic("route: no technique " + id)
	}
	return t
}

// Coating reports whether the technique sprays full coats, of which it matters how wet they go on.
func (t *Technique) Coating() bool { return t.Contact.Is(stack.WetCoat) }

// Attended returns how long a step keeps the hands busy: setting up, each coat over the area, and flashing off between coats.
func (t *Technique) Attended(areaCM2 float64, coats int) time.Duration {
	d := t.Setup + time.Duration(float64(t.Per100)*areaCM2/100*float64(coats)) + t.Between*time.Duration(coats-1)
	return max(t.grain(), (d + t.grain() - 1).Truncate(t.grain()))
}

// liquid returns what the step wets the model with, nil for nothing.
func (t *Technique) liquid(p *coating.Product) *solvent.Liquid {
	switch {
	case t.Carries == JustWater:
		return solvent.Must("water")
	case p == nil || p.Family.IsLoose():
		return nil
	case t.Carries == ItsCarrier:
		return p.Carrier
	case t.Carries == ItsThinner:
		return p.Thinner
	case t.Carries == ItsRemover:
		return p.Remover
	}
	return nil
}
