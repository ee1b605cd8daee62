// Package coating knows the families of film: what each is bound by, carried by, removed by, and how it hardens.
package coating

import (
	"math"
	"slices"
	"time"

	"inkysparrow/core/fact"
	"inkysparrow/core/solvent"
)

// Microns is a thickness in micrometres.
type Microns float64

// Mechanism is how a film hardens once its carrier has left.
type Mechanism struct {
	ID        string
	Name      string  // as it stands in a sentence
	Shrink    float64 // how much of R0 is lost when fully cured, 0 to 1
	Damp      float64 // power of ((1-RH)/0.5) in the rate: water-borne films harden slower in damp air
	Cold      bool    // stops below the film-forming temperature
	Hardens   bool    // false where the film stays as soluble as on the first day
	Tape      float64 // hardness from which tape neither prints nor pulls the film, 0 to 1
	Buckles   bool    // a cross-linked or moulded skin that lifts as a whole above a threshold
	Evidence  fact.Evidence
	Paragraph string // how it works, for the Workings
}

var fitted = fact.Bench("fitted to T05 to T09; real products differ")

// tapeOn is the hardness from which half of all films that harden in a way stand tape, after so many time constants, in the table of numbers. Particles that have not
// fused are pulled apart sooner than a film that was dissolved as one.
func tapeOn(mechanism string, times float64) float64 {
	return -math.Expm1(-Numbers.Number("tape-"+mechanism, times, "time constants", "from which tape neither prints nor pulls half of all films: "+mechanism,
		fact.Bench("fitted so that one in ten is still marked at the ages of T50: acrylic the next evening, lacquer the same day, enamel after two days")))
}

// The mechanisms.
var (
	Coalesce = &Mechanism{
		ID: "coalesce", Name: "water leaves, then the particles fuse", Shrink: 0.20, Damp: 0.5, Cold: true, Hardens: true, Tape: tapeOn("coalesce", 0.24), Evidence: fitted,
		Paragraph: "Fine particles float in water. When it is gone they touch, soften each other with the last glycol ether, and fuse over days; damp air slows it and cold stops it.",
	}
	Evaporate = &Mechanism{
		ID: "evaporate", Name: "the solvent leaves", Shrink: 0.10, Hardens: true, Tape: tapeOn("evaporate", 0.115), Evidence: fitted,
		Paragraph: "The binder lies dissolved and stays as the solvent goes. It never changes, so its own solvent takes it up again at any age.",
	}
	Oxidise = &Mechanism{
		ID: "oxidise", Name: "it takes up oxygen", Shrink: 0.45, Hardens: true, Tape: tapeOn("oxidise", 0.15), Buckles: true, Evidence: fitted,
		Paragraph: "The solvent leaves in an hour, then oxygen links the oil's chains into a net over days to weeks. White spirit swells the young net and can't open the old one.",
	}
	Live = &Mechanism{
		ID: "live", Name: "it dries and stays soluble", Evidence: fact.Bench("clay, tempera and chipping media come off with water at any age"),
		Paragraph: "Nothing links or fuses: what carried it takes it up again, on the first day and years later.",
	}
	Moulded = &Mechanism{
		ID: "moulded", Name: "moulded plastic", Buckles: true, Evidence: fact.Bench("injection-moulded polystyrene"),
		Paragraph: "The model itself. Solvents craze it where no paint covers it.",
	}
	Loose = &Mechanism{
		ID: "loose", Name: "dry particles that only lie there", Evidence: fact.Bench("pastel, pigment and pencil are rubbed off by a finger until they are sealed"),
		Paragraph: "Not a film: nothing dissolves it, anything rubs it, and a wet clear dulls it.",
	}
)

// Mechanisms returns all of them, for the Workings.
func Mechanisms() []*Mechanism {
	return []*Mechanism{Coalesce, Evaporate, Oxidise, Live, Moulded, Loose}
}

// Family is a kind of film with its liquids. Families are shared by pointer and never change.
type Family struct {
	ID   string
	Name string // as it stands in a sentence

	Hansen    solvent.Hansen
	R0        float64 // radius of what dissolves the fresh film, MPa^0.5
	Mechanism *Mechanism
	Tau8      time.Duration // time constant of hardening of a film 8 um thick at 21 C and 50 %

	Carrier, Thinner, Remover *solvent.Liquid

	CarrierShare float64 // of the wet film, by volume
	Hold         float64 // share of the wet film that holds its carrier back
	Bottled      float64 // share that stays behind of a wash as it flows from its bottle, where it is thinner than its film's figures, which stand for a full line; 0 for theirs
	StiffAt      float64 // carrier's share of carrier and binder at which the film is stiff
	Wet          Microns // one coat as laid
	Gels         bool    // a liquid binder: stiff is not yet touch-dry
	Closed       bool    // covers as a barrier
	Opaque       bool    // it is a paint or an oil that hides; false for what is clear or lies thin
	Thinning     float64 // parts of thinner to one of paint in the airbrush's cup, typical; 0 for what is used as it comes
	Washed       string  // the family it acts as when it is thinned to a wash; empty where it is one already
	Ready        float64 // hardness at which the next coat may go on, 0 to 1
	Sheens       []Sheen // that it is sold in; the first is taken when a product says nothing
	Kinds        []Kind
	Evidence     fact.Evidence
	Note         string // what the modeller should know of it
}

// Kind is what a product is on the shelf.
type Kind string

// The kinds of product.
const (
	Primer    Kind = "primer"
	Paint     Kind = "paint"
	Metal     Kind = "metal"
	Clear     Kind = "clear"
	Wash      Kind = "wash"
	Oil       Kind = "oil"
	Medium    Kind = "medium"
	DecalKind Kind = "decal"
	Pigment   Kind = "pigment"
	PencilOf  Kind = "pencil"
)

// Kinds returns the closed list of kinds.
func Kinds() []Kind {
	return []Kind{Primer, Paint, Metal, Clear, Wash, Oil, Medium, DecalKind, Pigment, PencilOf}
}

const hour = time.Hour

var (
	alkyd   = solvent.Hansen{D: 20.4, P: 3.4, H: 4.6} // long-oil alkyd
	acrylic = solvent.Hansen{D: 18.1, P: 10.1, H: 7.0}
	lacquer = solvent.Hansen{D: 17.2, P: 10.5, H: 5.5}
	earth   = solvent.Hansen{D: 16, P: 15, H: 38} // gum, clay and starch: water-loving

	hansenAlkyd = fact.Memory("C. M. Hansen, 2007: long-oil alkyd, R0 13.7; the rest fitted to T02 to T06")
	nearAcrylic = fact.Bench("near published acrylics, fitted to T07, T09, T10, T23")
	liveFit     = fact.Bench("fitted to T01, T11, T12, T26")

	w  = solvent.Must("waterborne-carrier")
	a  = solvent.Must("alcohol-carrier")
	l  = solvent.Must("lacquer-thinner")
	at = solvent.Must("acrylic-thinner")
	ws = solvent.Must("white-spirit")
	wa = solvent.Must("water")
	sw = solvent.Must("soapy-water")
	me = solvent.Must("medium-carrier")
	am = solvent.Must("ammonia-cleaner")
	ip = solvent.Must("isopropanol")

	everySheen = []Sheen{Flat, Satin, SemiGloss, Gloss}
	shiny      = []Sheen{Gloss, SemiGloss, Satin, Flat}
	colours    = []Kind{Primer, Paint, Metal}
	washes     = []Kind{Wash}
)

// The families. Their numbers stand here and nowhere else.
var families = []*Family{
	{
		ID: "waterborne-acrylic", Washed: "acrylic-wash", Name: "water-borne acrylic", Hansen: acrylic, R0: 12.8, Mechanism: Coalesce, Tau8: 25 * hour,
		Carrier: w, Thinner: wa, Remover: at, CarrierShare: 0.55, Hold: 0.05, StiffAt: 0.10, Wet: 18, Closed: true, Opaque: true, Thinning: 0.5, Ready: 0.05,
		Sheens: everySheen, Kinds: append(slices.Clone(colours), Clear), Evidence: nearAcrylic,
		Note: "Alcohol, glycol ether and lacquer thinner take it up again.",
	},
	{
		ID: "alcohol-acrylic", Washed: "acrylic-wash", Name: "alcohol-thinned acrylic", Hansen: solvent.Hansen{D: 17.2, P: 8.5, H: 10.5}, R0: 10.0, Mechanism: Evaporate, Tau8: 6 * hour,
		Carrier: a, Thinner: ip, Remover: ip, CarrierShare: 0.70, Hold: 0.20, StiffAt: 0.10, Wet: 25, Closed: true, Opaque: true, Thinning: 1, Ready: 0.05,
		Sheens: everySheen, Kinds: append(slices.Clone(colours), Clear), Evidence: nearAcrylic,
		Note: "Alcohol takes it up at any age.",
	},
	{
		ID: "lacquer", Washed: "acrylic-wash", Name: "solvent lacquer", Hansen: lacquer, R0: 10.0, Mechanism: Evaporate, Tau8: 12 * hour,
		Carrier: l, Thinner: l, Remover: l, CarrierShare: 0.75, Hold: 0.18, StiffAt: 0.10, Wet: 25, Closed: true, Opaque: true, Thinning: 1.5, Ready: 0.05,
		Sheens: everySheen, Kinds: append(slices.Clone(colours), Clear), Evidence: fact.Bench("near published acrylic lacquers, fitted to T08"),
		Note: "Its own thinner takes it up at any age; nothing milder does.",
	},
	{
		ID: "enamel", Washed: "enamel-wash", Name: "enamel", Hansen: alkyd, R0: 13.7, Mechanism: Oxidise, Tau8: 90 * hour,
		Carrier: ws, Thinner: ws, Remover: ws, CarrierShare: 0.62, Hold: 0.26, StiffAt: 0.10, Wet: 20, Closed: true, Opaque: true, Thinning: 0.7, Ready: 0.12,
		Sheens: everySheen, Kinds: append(slices.Clone(colours), Clear), Evidence: hansenAlkyd,
		Note: "White spirit takes it up while it is young; lacquer thinner wrinkles it for longer.",
	},
	{
		ID: "polish-clear", Name: "acrylic polish clear", Hansen: solvent.Hansen{D: 18.6, P: 9.0, H: 7.5}, R0: 12.8, Mechanism: Coalesce, Tau8: 3 * hour,
		Carrier: w, Thinner: wa, Remover: am, CarrierShare: 0.58, Hold: 0.05, StiffAt: 0.10, Wet: 19, Closed: true, Ready: 0.20,
		Sheens: shiny, Kinds: []Kind{Clear}, Evidence: nearAcrylic, Note: "Ammonia strips it at any age; alcohol softens it.",
	},
	{
		ID: "urethane-clear", Name: "water-borne urethane clear", Hansen: solvent.Hansen{D: 18.1, P: 9.4, H: 9.0}, R0: 13.3, Mechanism: Coalesce, Tau8: 3 * hour,
		Carrier: w, Thinner: wa, Remover: ip, CarrierShare: 0.58, Hold: 0.05, StiffAt: 0.10, Wet: 19, Closed: true, Thinning: 0.2, Ready: 0.20,
		Sheens: shiny, Kinds: []Kind{Clear}, Evidence: nearAcrylic, Note: "Alcohol softens it.",
	},
	{
		ID: "artist-oil", Washed: "oil-wash", Name: "artist oil", Hansen: alkyd, R0: 13.7, Mechanism: Oxidise, Tau8: 120 * hour,
		Carrier: ws, Thinner: ws, Remover: ws, CarrierShare: 0.10, Hold: 0.60, StiffAt: 0.01, Wet: 12, Gels: true, Opaque: true, Ready: 0.35,
		Sheens: []Sheen{Satin, Flat, SemiGloss, Gloss}, Kinds: []Kind{Oil}, Evidence: hansenAlkyd, Note: "A trace of white spirit lifts it for days.",
	},
	{
		ID: "enamel-wash", Name: "enamel wash", Hansen: alkyd, R0: 13.7, Mechanism: Oxidise, Tau8: 90 * hour,
		Carrier: ws, Thinner: ws, Remover: ws, CarrierShare: 0.86, Hold: 0.06, Bottled: 0.07, StiffAt: 0.10, Wet: 12, Ready: 0.15,
		Sheens: everySheen, Kinds: washes, Evidence: hansenAlkyd, Note: "Wiped dry or with white spirit.",
	},
	{
		ID: "oil-wash", Name: "oil wash", Hansen: alkyd, R0: 13.7, Mechanism: Oxidise, Tau8: 120 * hour,
		Carrier: ws, Thinner: ws, Remover: ws, CarrierShare: 0.80, Hold: 0.14, StiffAt: 0.01, Wet: 20, Gels: true, Ready: 0.20,
		Sheens: everySheen, Kinds: []Kind{Wash, Oil}, Evidence: hansenAlkyd, Note: "Stays wipeable for days.",
	},
	{
		ID: "clay-wash", Name: "clay wash", Hansen: earth, R0: 18, Mechanism: Live,
		Carrier: wa, Thinner: wa, Remover: wa, CarrierShare: 0.86, Hold: 0.02, Bottled: 0.12, StiffAt: 0.05, Wet: 18,
		Sheens: everySheen, Kinds: washes, Evidence: liveFit, Note: "Water takes it up at any time.",
	},
	{
		ID: "tempera-wash", Name: "tempera wash", Hansen: earth, R0: 18, Mechanism: Live,
		Carrier: wa, Thinner: wa, Remover: wa, CarrierShare: 0.82, Hold: 0.05, StiffAt: 0.05, Wet: 18,
		Sheens: everySheen, Kinds: washes, Evidence: liveFit, Note: "Water takes it up at any time.",
	},
	{
		ID: "sludge-wash", Name: "sludge wash", Hansen: earth, R0: 18, Mechanism: Live,
		Carrier: sw, Thinner: wa, Remover: wa, CarrierShare: 0.88, Hold: 0.01, StiffAt: 0.05, Wet: 16,
		Sheens: everySheen, Kinds: washes, Evidence: liveFit, Note: "Pigment, water and a drop of dish soap; water takes it up at any time.",
	},
	{
		ID: "acrylic-wash", Name: "acrylic wash", Hansen: acrylic, R0: 12.8, Mechanism: Coalesce, Tau8: 25 * hour,
		Carrier: w, Thinner: wa, Remover: at, CarrierShare: 0.85, Hold: 0.04, Bottled: 0.09, StiffAt: 0.10, Wet: 15, Ready: 0.05,
		Sheens: everySheen, Kinds: washes, Evidence: nearAcrylic, Note: "Carried by water, but removed with alcohol.",
	},
	{
		ID: "chipping-medium", Name: "chipping medium", Hansen: solvent.Hansen{D: 16, P: 12, H: 28}, R0: 18, Mechanism: Live,
		Carrier: me, Thinner: wa, Remover: wa, CarrierShare: 0.88, Hold: 0.10, StiffAt: 0.05, Wet: 20, Closed: true,
		Sheens: []Sheen{Satin, Gloss, SemiGloss, Flat}, Kinds: []Kind{Medium}, Evidence: liveFit,
		Note: "Water lifts it, and all above it, at any age: that is its purpose.",
	},
	{
		ID: "decal", Name: "decal film", Hansen: lacquer, R0: 10.0, Mechanism: Evaporate, Tau8: 6 * hour,
		Carrier: wa, Thinner: wa, Remover: l, CarrierShare: 0.50, Hold: 0.02, StiffAt: 0.10, Wet: 30, Ready: 0.50,
		Sheens: everySheen, Kinds: []Kind{DecalKind}, Evidence: fact.Bench("a lacquer-type film on gum; left overnight before it is sealed"),
		Note: "Setting fluids soften it on purpose; solvent clears can wrinkle it.",
	},
	{
		ID: "dry-pigment", Name: "dry pigment", Mechanism: Loose, Carrier: wa, Thinner: wa, Remover: wa, Wet: 4,
		Sheens: everySheen, Kinds: []Kind{Pigment}, Evidence: fact.Bench("a dusting"), Note: "A finger takes it off until it is sealed, and a wet clear dulls it.",
	},
	{
		ID: "pencil", Name: "pencil", Mechanism: Loose, Carrier: wa, Thinner: wa, Remover: wa, Wet: 2,
		Sheens: everySheen, Kinds: []Kind{PencilOf}, Evidence: fact.Bench("a rubbing of graphite or colour"), Note: "An eraser takes it off until it is sealed.",
	},
}

// Plastic is what everything stands on.
var Plastic = &Family{
	ID: "polystyrene", Name: "bare plastic", Hansen: solvent.Hansen{D: 21.3, P: 5.8, H: 4.3}, R0: 12.7, Mechanism: Moulded,
	Carrier: l, Thinner: l, Remover: l, Wet: 1200, Closed: true,
	Sheens: []Sheen{SemiGloss}, Evidence: fact.Memory("C. M. Hansen, 2007: polystyrene"), Note: "Moulded; hard from the start.",
}

// Families returns the closed list that plans can name, in the order of the plan format.
func Families() []*Family { return families }

// FamilyNamed returns the family with that id.
func FamilyNamed(id string) (*Family, bool) {
	i := slices.IndexFunc(families, func(f *Family) bool { return f.ID == id })
	if i < 0 {
		return nil, false
	}
	return families[i], true
}

// MustFamily returns the family with that id, for tables fixed at compile time. It panics where the table is wrong.
func MustFamily(id string) *Family {
	f, ok := FamilyNamed(id)
	if !ok {
		panic("coating: no family " + id)
	}
	return f
}

// AsWash returns the family that a product of f acts as when it is thinned to a wash.
func (f *Family) AsWash() *Family {
	if f.Washed == "" {
		return f
	}
	return MustFamily(f.Washed)
}

var packed = Numbers.Number("grains-packed", 0.6, "", "share of its volume that a dried layer of grains fills", fact.Bench("a little looser than they jam"))

// Fill returns how much of the voids between its grains the family fills with its own binder when it dries as a wash, 0 to 1: clay and sludge little, enamel
// and oil all of it. That is why the first dry paler than they look wet, and the others do not.
func (f *Family) Fill() float64 {
	w := f.AsWash()
	grains := 1 - w.CarrierShare - w.Hold
	if grains <= 0 || w.Mechanism == Loose {
		return 0
	}
	return min(1, w.Hold/(grains*(1-packed)/packed))
}

// Oil returns the share of what the family leaves behind that is liquid oil, 0 to 1: it gels only after its carrier has left.
func (f *Family) Oil() float64 {
	if !f.Gels {
		return 0
	}
	return f.Hold / (1 - f.CarrierShare)
}

// InRecess reports whether what it leaves lies in lines and texture and dries from its edge there, as a thin wash does. A drying oil holds its carrier all
// through.
func (f *Family) InRecess() bool { return f.InLines() && !f.Gels }

// InLines reports whether the family is one of washes.
func (f *Family) InLines() bool { return slices.Contains(f.Kinds, Wash) }

// IsLive reports whether the film stays as soluble as on its first day.
func (f *Family) IsLive() bool { return f.Mechanism == Live }

// IsLoose reports whether it is only dry particles.
func (f *Family) IsLoose() bool { return f.Mechanism == Loose }

// IsOily reports whether it is an oil or a wash bound by oil or alkyd: what a later coat can move while it is young.
func (f *Family) IsOily() bool { return f.Mechanism == Oxidise && !f.Closed }

// Dry returns the dry thickness of one coat laid wet microns thick.
func (f *Family) Dry(wet Microns) Microns { return wet * Microns(1-f.CarrierShare) }
