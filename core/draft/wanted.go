package draft

import (
	"slices"
	"time"

	"inkysparrow/core/coating"
	"inkysparrow/core/wear"
)

// Wish is an effect that a modeller may want on a model.
type Wish string

// The effects that a route can be drafted with.
const (
	WithDecals   Wish = "decals"
	WithWash     Wish = "wash"
	WithDots     Wish = "oil-dots"
	WithStreaks  Wish = "streaks"
	WithExhaust  Wish = "exhaust"
	WithGas      Wish = "gun-gas"
	WithMud      Wish = "mud"
	WithChips    Wish = "chips"
	WithPastel   Wish = "pastel"
	WithPencil   Wish = "pencil"
	WithPreshade Wish = "pre-shade"
	WithPrimer   Wish = "primer"
	WithGlazing  Wish = "glazing"
)

// WishWord is a wish with what it is called.
type WishWord struct {
	ID    Wish
	Words string
}

// WishWords are the effects in the order of work, with what they are called.
var WishWords = []WishWord{
	{WithGlazing, "masks on the glazing"},
	{WithPrimer, "primer"},
	{WithPreshade, "pre-shading"},
	{WithChips, "chips"},
	{WithDecals, "gloss and decals"},
	{WithWash, "wash in the panel lines"},
	{WithDots, "oil dot fading"},
	{WithStreaks, "streaks and leaks"},
	{WithExhaust, "exhaust stains"},
	{WithGas, "gun gas"},
	{WithMud, "mud"},
	{WithPencil, "pencil wear"},
	{WithPastel, "pastel"},
}

// Wanted is a zone that a route is drafted for.
type Wanted struct {
	Zone    string // its id
	Paint   *coating.Product
	Metal   bool
	Bright  string    // how a metal shall shine, see Brightnesses; empty for as it comes
	Painted time.Time // when its colour was finished; zero when that is still to be done
	Coats   int       // of the colour; 0 for the usual number
	Effects []Wish
	Wear    wear.Targets // how worn it should look
}

// Brightness is how a metal shall shine, and what goes below it for that.
type Brightness struct{ ID, Words string }

// Brightnesses are the ways in which a metal can shine; the first is meant where nothing is said.
var Brightnesses = []Brightness{{"", "as it comes"}, {"dull", "dull, over flat"}, {"mirror", "like a mirror, over gloss"}, {"chrome", "like chrome, over polished gloss black"}}

// Wants reports whether the zone shall have the effect.
func (w Wanted) Wants(e Wish) bool { return slices.Contains(w.Effects, e) }
