package draft

import (
	"slices"

	"inkysparrow/core/coating"
	"inkysparrow/core/route"
)

// Kit is where a draft takes its products from: one for each purpose, chosen when it is first asked for, so that a plan holds only what
// it uses. It prefers what the modeller has on the shelf.
type Kit struct {
	Products []*coating.Product // that the plan holds
	Shelf    []*coating.Product // that can be taken

	chosen map[string]*coating.Product // by purpose
}

// stock are the usual products for a purpose. Their colours are only a beginning.
var stock = map[string]coating.Product{
	"primer":      {Name: "Grey primer", Kind: coating.Primer, Colour: "#8c8f8f", Sheen: coating.Flat},
	"shade":       {Name: "Dark lines", Kind: coating.Paint, Colour: "#4a4f52", Sheen: coating.Flat},
	"pale-shade":  {Name: "Pale lines", Kind: coating.Paint, Colour: "#a3a9ab", Sheen: coating.Flat},
	"post":        {Name: "Pale post-shade", Kind: coating.Paint, Colour: "#dfe2e0", Sheen: coating.Flat},
	"pale-post":   {Name: "Dust post-shade", Kind: coating.Paint, Colour: "#8f8a80", Sheen: coating.Flat},
	"gloss-black": {Name: "Gloss black", Kind: coating.Paint, Colour: "#17181a", Sheen: coating.Gloss},
	"undercoat":   {Name: "Grey undercoat", Kind: coating.Primer, Colour: "#a9acab", Sheen: coating.Flat},
	"medium":      {Name: "Chipping medium", Kind: coating.Medium},
	"under-metal": {Name: "Dull metal", Kind: coating.Metal, Colour: "#a5a7a6", Sheen: coating.Satin},
	"gloss":       {Name: "Gloss clear", Kind: coating.Clear, Sheen: coating.Gloss},
	"satin":       {Name: "Satin clear", Kind: coating.Clear, Sheen: coating.Satin},
	"flat":        {Name: "Flat clear", Kind: coating.Clear, Sheen: coating.Flat},
	"decals":      {Name: "Decals", Kind: coating.DecalKind},
	"wash":        {Name: "Brown-black wash", Kind: coating.Wash, Colour: "#3a322b"},
	"pale-wash":   {Name: "Grey wash", Kind: coating.Wash, Colour: "#8d8a84"},
	"mid-wash":    {Name: "Dark grey wash", Kind: coating.Wash, Colour: "#55524d"},
	"sludge":      {Name: "Sludge wash", Kind: coating.Wash, Colour: "#3f3831"},
	"pale-sludge": {Name: "Pale sludge wash", Kind: coating.Wash, Colour: "#8f897e"},
	"oil":         {Name: "Oils for fading", Kind: coating.Oil, Colour: "#9a8568"},
	"rust":        {Name: "Oil, burnt orange", Kind: coating.Oil, Colour: "#8a5230"},
	"soot":        {Name: "Thin soot", Kind: coating.Paint, Colour: "#2b2725", Sheen: coating.Flat},
	"tan":         {Name: "Lean exhaust tan", Kind: coating.Paint, Colour: "#c0b4a2", Sheen: coating.Flat},
	"soot-dust":   {Name: "Soot pastel", Kind: coating.Pigment, Colour: "#2b2725"},
	"tan-dust":    {Name: "Pale exhaust pastel", Kind: coating.Pigment, Colour: "#c0b4a2"},
	"soot-oil":    {Name: "Oil, lamp black and umber", Kind: coating.Oil, Colour: "#2b2725"},
	"tan-oil":     {Name: "Oil, pale exhaust", Kind: coating.Oil, Colour: "#c0b4a2"},
	"mud":         {Name: "Earth", Kind: coating.Pigment, Colour: "#8b7355"},
	"dark-mud":    {Name: "Dark earth", Kind: coating.Pigment, Colour: "#3d3226"},
	"pencil":      {Name: "Silver pencil", Kind: coating.PencilOf, Colour: "#b8bab9"},
	"chips":       {Name: "Chip paint", Kind: coating.Paint, Colour: "#a5a7a6", Sheen: coating.Satin},
}

var stockFamily = map[string]string{
	"primer": "lacquer", "shade": "waterborne-acrylic", "pale-shade": "waterborne-acrylic", "post": "waterborne-acrylic", "pale-post": "waterborne-acrylic", "undercoat": "waterborne-acrylic", "gloss-black": "lacquer", "medium": "chipping-medium", "under-metal": "lacquer", "gloss": "polish-clear", "satin": "urethane-clear", "flat": "urethane-clear",
	"decals": "decal", "wash": "enamel-wash", "pale-wash": "enamel-wash", "mid-wash": "enamel-wash", "sludge": "sludge-wash", "pale-sludge": "sludge-wash", "oil": "artist-oil", "rust": "artist-oil",
	"soot-dust": "dry-pigment", "tan-dust": "dry-pigment", "soot-oil": "artist-oil", "tan-oil": "artist-oil",
	"soot": "waterborne-acrylic", "tan": "waterborne-acrylic", "mud": "dry-pigment", "dark-mud": "dry-pigment", "pencil": "pencil", "chips": "waterborne-acrylic",
}

// take returns the product for a purpose, put into the plan at its first use.
func (k *Kit) take(purpose string) *coating.Product {
	p := k.look(purpose)
	if !slices.Contains(k.Products, p) {
		k.Products = append(k.Products, p)
	}
	return p
}

// look returns the product for a purpose without taking it: the nearest one of the shelf, else the usual one.
func (k *Kit) look(purpose string) *coating.Product {
	if p := k.chosen[purpose]; p != nil {
		return p
	}
	usual := stock[purpose]
	usual.Family = coating.MustFamily(stockFamily[purpose])
	usual.Carrier, usual.Thinner, usual.Remover = usual.Family.Carrier, usual.Family.Thinner, usual.Family.Remover
	usual.ID = route.FreeID(purpose, append(slices.Clip(k.Shelf), k.Products...))
	p := &usual
	if own := k.nearest(&usual); own != nil {
		p = own
	}
	if k.chosen == nil {
		k.chosen = map[string]*coating.Product{}
	}
	k.chosen[purpose] = p
	return p
}

// nearest returns the product of the shelf that can stand for a usual one: of its kind, family and sheen, and near it in colour; nil
// where there is none.
func (k *Kit) nearest(usual *coating.Product) *coating.Product {
	var best *coating.Product
	least := shelfNear
	for _, p := range k.Shelf {
		if p.Kind != usual.Kind || p.Family != usual.Family || shines(p) != shines(usual) || p.Carrier != usual.Carrier || p.Remover != usual.Remover {
			continue
		}
		d := 0.0
		if usual.Colour != "" {
			if p.Colour == "" {
				continue
			}
			d = p.Shows().Difference(usual.Shows())
		}
		if d < least {
			best, least = p, d
		}
	}
	return best
}

func shines(p *coating.Product) coating.Sheen {
	if p.Sheen == coating.NoSheen {
		return p.Family.Sheens[0]
	}
	return p.Sheen
}
