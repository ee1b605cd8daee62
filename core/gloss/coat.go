package gloss

import (
	"math"

	"inkysparrow/core/coating"
	"inkysparrow/core/fact"
)

// What a coat leaves of the surface below and brings of its own. A coat that lands wet closes over what is below, stops flowing, then shrinks over it: so much of the texture stays. Its own comes
// of the grains of its flatting agent that stand out of it as it shrinks: the more layers of them lie in a coat, the flatter. Wet coats don't add up, since each levels the last.
// The drops of a mist stay apart, each a cap of its own: mists roughen, with agent or without, and they do add up. Roughnesses that have nothing to do with each other add in squares.

var (
	coatBench = fact.Bench("R68 to R72, T63, T64; reference model, no source")
	levels    = map[*coating.Mechanism]float64{
		coating.Evaporate: Numbers.Number("levels-lacquer", 0.11, "", "share of the texture below that shows through a wet coat that dries by its solvent leaving", coatBench),
		coating.Coalesce:  Numbers.Number("levels-water-borne", 0.19, "", "through a water-borne one, which stops flowing early", coatBench),
		coating.Oxidise:   Numbers.Number("levels-enamel", 0.11, "", "through an enamel", fact.Bench("as a lacquer: it flows for longer, and shrinks as much")),
	}
	flattens = map[*coating.Mechanism]float64{
		coating.Evaporate: Numbers.Number("flattens-lacquer", 4.2, "", "how much a layer of grains takes of the gloss of a wet coat that dries by its solvent leaving", coatBench),
		coating.Coalesce:  Numbers.Number("flattens-water-borne", 6.8, "", "of a water-borne one, which shrinks more over its grains", coatBench),
		coating.Oxidise:   Numbers.Number("flattens-enamel", 6.8, "", "of an enamel", fact.Bench("flat enamels dry dead flat")),
	}
	agentShare = Numbers.Number("agent-share", 0.35, "", "share of a flat film that is its flatting agent, with the pores in it", coatBench)
	grainUM    = Numbers.Number("agent-grain", 5, "µm", "size of its grains", coatBench)
	agentOf    = map[coating.Sheen]float64{
		coating.Flat:      1,
		coating.Satin:     Numbers.Number("agent-satin", 0.42, "", "agent in a satin clear, as a share of what is in a flat one", coatBench),
		coating.SemiGloss: Numbers.Number("agent-semi-gloss", 0.18, "", "in a semi-gloss one", coatBench),
	}
	mistClear = Numbers.Number("mist-roughens", 0.03, "", "what a mist without agent adds to the roughness (GGX's alpha)", coatBench)
	mistFlat  = Numbers.Number("mist-roughens-flat", 0.055, "", "what one of a flat clear adds", coatBench)
	mistWater = Numbers.Number("mist-roughens-water-borne", 0.08, "", "what one of a flat water-borne clear adds", coatBench)
)

// Coat is coats of a product as they go on.
type Coat struct {
	Family *coating.Family
	Clear  bool // its sheen comes of its flatting agent; else it is as rough as it says
	Sheen  coating.Sheen
	Dry    coating.Microns // thickness of one, dry
	Coats  int
	Mist   bool
	Bottle float64 // share of its agent that was left in the bottle, 0 to 1
	Spoon  float64 // what a usual wet coat of it reads on a glossy spoon, GU; 0 where nobody tried
	Misted float64 // what one mist of it reads there
}

// flat is how much a layer of grains takes of its gloss.
func (c Coat) flat() float64 {
	if k, ok := flattens[c.Family.Mechanism]; ok {
		return k
	}
	return flattens[coating.Evaporate]
}

// agent is its flatting agent, as a share of what is in a flat clear that was stirred: by its sheen, or by what a spoon tells.
func (c Coat) agent() float64 {
	share := agentOf[c.Sheen]
	if c.Spoon > 0 {
		y := math.Log(smoothGU/min(smoothGU, max(spoonLeast, c.Spoon))) / c.flat()
		share = y / (1 - y/2) / layers(c.Family.Dry(c.Family.Wet))
	}
	return share * (1 - c.Bottle)
}

var spoonLeast = Numbers.Number("spoon-least", 1, "GU", "least that a spoon is told to read", fact.Bench("no eye tells less"))

// layers is how many layers of grains lie in a flat coat of a thickness.
func layers(dry coating.Microns) float64 { return agentShare * float64(dry) / grainUM }

// Own returns the gloss of a wet coat by itself, in gloss units.
func (c Coat) Own() float64 {
	n := c.agent() * layers(c.Dry)
	return min(Units(coating.Gloss.Texture()), smoothGU*math.Exp(-c.flat()*n/(1+n/2)))
}

// roughens is what one of its mists adds to the roughness: by its agent, or by what a spoon tells.
func (c Coat) roughens() float64 {
	if c.Misted > 0 {
		smooth := Units(coating.Gloss.Texture())
		return max(0, Alpha(min(smooth, max(spoonLeast, c.Misted)))-Alpha(smooth))
	}
	rough := mistClear
	if a := c.agent(); a > 0 {
		most := mistFlat
		if c.Family.Mechanism == coating.Coalesce {
			most = mistWater
		}
		rough += (most - mistClear) * math.Sqrt(a)
	}
	return rough
}

var (
	fillsK = Numbers.Number("patch-fills", 2.9, "", "how much a thin film that lies in the tooth smooths it: of a micrometre, the e-folds of its texture", fact.Bench("a smooth patch of 0.3, 0.8 and 1.5 µm on a dead flat surface reads 23, 54 and 82 GU; reference model, no source"))
	fillsP = Numbers.Number("patch-fills-power", 0.55, "", "power of its thickness in that", fact.Bench("as above"))
)

// Filled returns the texture where a thin film of so many µm lies in the tooth of a surface and levels: a shiny patch on a flat.
func Filled(t coating.Texture, um float64) coating.Texture {
	return max(min(t, coating.Gloss.Texture()), t*coating.Texture(math.Exp(-fillsK*math.Pow(max(0, um), fillsP))))
}

// Steps are the grey steps that a spoon is held against, in gloss units: the middles of the sheens.
func Steps() (all []float64) {
	for _, a := range anchors {
		all = append(all, a.units)
	}
	return all
}

// Over returns the texture of a surface once the coats lie on it. Held to R68 to R72.
func (c Coat) Over(t coating.Texture) coating.Texture {
	if c.Coats <= 0 {
		return t
	}
	left, ok := levels[c.Family.Mechanism]
	if !ok {
		left = levels[coating.Evaporate]
	}
	if c.Mist && c.Clear {
		return Of(smoothGU * facets(Alpha(Units(t))+c.roughens()*float64(c.Coats)))
	}
	own := c.Sheen.Texture()
	if c.Clear {
		own = Of(c.Own())
	} else if own >= t {
		return own
	}
	// Coat on coat it settles at their own.
	fades := math.Pow(left, 2*float64(c.Coats))
	return coating.Texture(math.Sqrt(float64(own*own)*(1-fades) + float64(t*t)*fades))
}

// Of returns the texture that reads so many gloss units: the inverse of Units. What reads less than a dead flat surface is as rough as that.
func Of(units float64) coating.Texture {
	y := math.Log(roughness(min(smooth-0.01, max(0.5, units))))
	i := 1
	for i < len(anchors)-1 && units < anchors[i].units {
		i++
	}
	a, b := anchors[i-1], anchors[i]
	xa, xb := math.Log(float64(a.sheen.Texture())), math.Log(float64(b.sheen.Texture()))
	ya, yb := math.Log(roughness(a.units)), math.Log(roughness(b.units))
	return coating.Texture(math.Exp(xa + (xb-xa)*(y-ya)/(yb-ya)))
}

var (
	settleSize  = grainUM
	settleHeavy = Numbers.Number("agent-heavier", 150, "kg/m³", "by how much a swollen grain of agent is denser than its clear", fact.Bench("R87"))
	settleThick = Numbers.Number("clear-thickness", 0.06, "Pa s", "viscosity of a clear that stands in its bottle", fact.Bench("R87"))
	settleDeep  = Numbers.Number("bottle-depth", 30, "mm", "depth of a clear in its bottle", fact.Bench("R87"))
	gravity     = Numbers.Number("gravity", 9.81, "m/s²", "gravity", fact.Memory("standard acceleration of gravity"))
)

// Settled returns the share of a clear's agent that lies at the bottom of its bottle after standing for so many days (Stokes), 0 to 1: what is not stirred stays there. Held to R87.
func Settled(days float64) float64 {
	radius := settleSize / 2 * 1e-6
	fall := 2. / 9 * settleHeavy * gravity * radius * radius / settleThick // m/s
	return min(1, fall*days*86400/(settleDeep/1000))
}
