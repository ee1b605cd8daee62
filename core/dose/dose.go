// Package dose tells how much goes into a cup for a piece of work, what of it comes out of the bottle, and how it is sprayed.
package dose

import (
	"math"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
)

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	lost    = fact.Bench("most of a fine mist misses; a brush and a palette keep some")
	sprayed = Numbers.Number("transfer-sprayed", 0.30, "", "share of what leaves an airbrush that lands on the model", lost)
	brushed = Numbers.Number("transfer-brushed", 0.70, "", "share of what a brush takes up that stays on the model", lost)
	residue = Numbers.Number("cup-residue", 0.3, "ml", "left in an airbrush's cup and needle, flushed away", lost)
	dropML  = Numbers.Number("drop", 0.05, "ml", "a drop from a pipette or dropper bottle", fact.Bench("twenty drops a millilitre"))
	cupML   = Numbers.Number("cup", 5, "ml", "one filling of an airbrush's cup", fact.Bench("usual gravity cups hold 2 to 9 ml"))
	palette = Numbers.Number("palette", 0.15, "ml", "poured or squeezed out at the least for work by brush", fact.Bench("a dot on card, a few drops of wash, never from the bottle; T17: about a pea for a large model"))
)

// Job is what is to be put on.
type Job struct {
	Family   *coating.Family
	AreaCM2  float64 // that is covered
	Coats    int
	Wet      coating.Microns // a coat as laid
	Airbrush bool
	Thinning float64 // parts of thinner to one of the product; below 0 for the family's usual
	Tint     float64 // parts of thinner more than the family's usual, for veils and stains that are sprayed as a mere tint
}

// Cup is how much that takes. All in millilitres.
type Cup struct {
	Laid    float64 // on the model
	Mixed   float64 // to put into the cup
	Product float64 // of that, out of the bottle
	Thinner float64
	Cups    int // fillings of an airbrush's cup
}

// Of returns how much a job takes, losses and what stays in the cup with it. Nothing is taken for a job that lays nothing.
func Of(j Job) Cup {
	c := Cup{Laid: j.AreaCM2 * float64(j.Wet) * float64(max(1, j.Coats)) * 1e-4}
	if c.Laid <= 0 {
		return Cup{}
	}
	usual := 0.0
	if j.Airbrush {
		usual = j.Family.Thinning
	}
	thin := j.Thinning
	if thin < 0 {
		thin = usual + j.Tint
	}
	if j.Tint > 0 { // the same paint in more liquid
		c.Laid *= (1 + thin) / (1 + usual)
	}
	if j.Airbrush {
		c.Mixed = c.Laid/sprayed + residue
		c.Cups = int(math.Ceil(c.Mixed / cupML))
	} else {
		c.Mixed = c.Laid / brushed
	}
	c.Product = c.Mixed / (1 + thin)
	c.Thinner = c.Mixed - c.Product
	if !j.Airbrush {
		c.Product = max(c.Product, palette)
		c.Mixed = c.Product + c.Thinner
	}
	return c
}

// DropML returns the size of a drop in millilitres.
func DropML() float64 { return dropML }
