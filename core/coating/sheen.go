package coating

import (
	"math"

	"inkysparrow/core/fact"
)

// Sheen is how a dry surface shines. The zero Sheen is not said.
type Sheen uint8

// The sheens, from smooth to rough.
const (
	NoSheen Sheen = iota
	Gloss
	SemiGloss
	Satin
	Flat
)

var sheenNames = [...]string{"", "gloss", "semi-gloss", "satin", "flat"}

func (s Sheen) String() string { return sheenNames[s] }

// SheenNamed returns the sheen with that name.
func SheenNamed(name string) (Sheen, bool) {
	for s := Gloss; s <= Flat; s++ {
		if sheenNames[s] == name {
			return s, true
		}
	}
	return NoSheen, false
}

// Texture is how much a surface's valleys hold out of a cloth's reach, in micrometres (volume over area). It is what the eye sees
// as sheen, what a decal silvers over, and what keeps a wash.
type Texture float64

// Numbers is the table behind this package.
var Numbers fact.Table

var (
	residue   = fact.Bench("fitted to T13 and T14: what a dry wipe leaves on each sheen")
	textureOf = [...]Texture{
		Gloss:     Texture(Numbers.Number("texture-gloss", 0.05, "µm", "what the valleys of a gloss surface hold", residue)),
		SemiGloss: Texture(Numbers.Number("texture-semi-gloss", 0.13, "µm", "what the valleys of a semi-gloss surface hold", residue)),
		Satin:     Texture(Numbers.Number("texture-satin", 0.35, "µm", "what the valleys of a satin surface hold", residue)),
		Flat:      Texture(Numbers.Number("texture-flat", 1.5, "µm", "what the valleys of a flat surface hold", residue)),
	}
	polishing   = Numbers.Number("polishing", 0.5, "", "share of the texture that one grade of polishing leaves", fact.Bench("polished in two grades of compound, in circles"))
	polishFloor = Numbers.Number("polished-texture", 0.012, "µm", "what the valleys of a polished surface still hold", fact.Bench("chosen; a mirror"))
)

// Texture returns the texture of a surface of this sheen; flat where the sheen is not said, as base colours are.
func (s Sheen) Texture() Texture {
	if s == NoSheen {
		return textureOf[Flat]
	}
	return textureOf[s]
}

// Polished returns the texture after polishing in that many grades of compound, each finer than the one before.
func (t Texture) Polished(grades int) Texture {
	return max(Texture(polishFloor), t*Texture(math.Pow(polishing, float64(grades))))
}

// Sheen returns the sheen that a texture looks like: the nearest one on a logarithmic scale.
func (t Texture) Sheen() Sheen {
	for s := Gloss; s < Flat; s++ {
		if float64(t*t) < float64(textureOf[s]*textureOf[s+1]) {
			return s
		}
	}
	return Flat
}
