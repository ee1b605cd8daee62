package stack

import (
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
)

// Contact is a kind of step as the films feel it: how much free liquid, for how long, and what moves over it meanwhile.
type Contact struct {
	ID, Name string          // the name stands in a sentence
	Liquid   coating.Microns // free liquid on the surface
	Action   time.Duration   // held wet by the hand before it is left to dry
	Patch    time.Duration   // one patch stays wet for that long and is dried off before the next; 0 where it dries by itself
	Carry    float64         // share of what is softened that is carried off, 0 to 1
	Swell    float64         // share of a buckling skin's depth that lifts, 0 to 1
	Tool     float64         // hardness below which the tool itself digs in, 0 to 1
	Sprayed  bool            // arrives as a mist; nothing rubs
}

var stepsFit = fact.Bench("fitted to T06, T07, T08, T10, T12, T24; how far a skin lifts under sprayed coats to T53")

// The contacts. A pin wash is held for a quarter of an hour: its pigment cake keeps the last liquid.
var (
	Mist     = &Contact{ID: "mist-coat", Name: "a mist coat", Liquid: 3, Carry: 0.01, Swell: 0.06, Sprayed: true}
	WetCoat  = &Contact{ID: "wet-coat", Name: "a wet coat", Liquid: 15, Carry: 0.01, Swell: 0.20, Sprayed: true}
	Brushed  = &Contact{ID: "brushed-coat", Name: "a brushed coat", Liquid: 25, Action: 10 * time.Second, Carry: 0.50, Swell: 0.10}
	Dabbed   = &Contact{ID: "dabbed", Name: "dabs of a nearly dry sponge", Liquid: 1, Carry: 0.03}
	Floated  = &Contact{ID: "floated", Name: "a wet surface under a decal", Liquid: 25, Action: 2 * time.Minute, Patch: time.Duration(blotted * float64(time.Second)), Carry: 0.05}
	PinWash  = &Contact{ID: "pin-wash", Name: "a pin wash", Liquid: 14, Action: 900 * time.Second, Carry: 0.10}
	Overall  = &Contact{ID: "overall-wash", Name: "an overall wash", Liquid: 18, Action: 900 * time.Second, Carry: 0.15}
	SprayedW = &Contact{ID: "sprayed-wash", Name: "a sprayed wash", Liquid: 5, Carry: 0.01, Swell: 0.06, Sprayed: true}
	DryWipe  = &Contact{ID: "dry-wipe", Name: "a dry wipe", Carry: 0.50, Tool: 0.05}
	DampWipe = &Contact{ID: "damp-wipe", Name: "a damp wipe", Liquid: 0.5, Action: 20 * time.Second, Carry: 0.70, Tool: 0.05}
	WetWipe  = &Contact{ID: "wet-wipe", Name: "a wet wipe", Liquid: 1.5, Action: 40 * time.Second, Carry: 1, Tool: 0.05}
	Blended  = &Contact{ID: "oils-blended", Name: "blending oils", Liquid: 1.5, Action: 60 * time.Second, Carry: 0.30}
	ChipWork = &Contact{ID: "chip", Name: "chipping with water and a stiff brush", Liquid: 30, Action: 120 * time.Second, Patch: time.Duration(chipPatch * float64(time.Second)), Carry: 1, Tool: 1}
	WornBack = &Contact{ID: "wipe-back", Name: "a damp cloth that wears the paint back", Liquid: 0.5, Action: 20 * time.Second, Carry: 0.70, Tool: 0.05}
	Polished = &Contact{ID: "polish", Name: "polishing", Carry: 0.20, Tool: 0.45}
	Sanded   = &Contact{ID: "sand", Name: "sanding with very fine grit", Carry: 0.30, Tool: 0.60}
)

// Standing returns the contact with another amount of free liquid: sprayed coats bring as much as they are laid wet.
func (c *Contact) Standing(liquid coating.Microns) *Contact {
	other := *c
	other.Liquid = liquid
	return &other
}

// Is reports whether c is that kind of contact, with its usual amount of liquid or another.
func (c *Contact) Is(kind *Contact) bool { return c != nil && c.ID == kind.ID }

// Contacts returns all of them, for the Workings.
func Contacts() []*Contact {
	return []*Contact{Mist, WetCoat, Brushed, Dabbed, Floated, PinWash, Overall, SprayedW, DryWipe, DampWipe, WetWipe, Blended, ChipWork, WornBack, Polished, Sanded}
}

// ContactEvidence is where the figures of the contacts come from.
func ContactEvidence() fact.Evidence { return stepsFit }
