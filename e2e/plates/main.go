// Command plates paints every effect alone on grey, as each hand makes it and in three strengths, on one sheet for the eye.
package main

import (
	"context"
	"fmt"
	"image"
	"image/color"
	"image/draw"
	"image/png"
	"log"
	"os"

	"golang.org/x/image/font"
	"golang.org/x/image/font/gofont/goregular"
	"golang.org/x/image/font/opentype"
	"golang.org/x/image/math/fixed"

	"inkysparrow/core/airframe"
	"inkysparrow/core/coating"
	"inkysparrow/core/colour"
	"inkysparrow/core/effect"
	"inkysparrow/core/look"
	"inkysparrow/core/picture"
	"inkysparrow/core/route"
	"inkysparrow/core/wear"
)

// plate is an effect as one hand makes it, and where it is looked at.
type plate struct {
	words, do, of, family, ink string
	kind                       coating.Kind
	on                         coating.Sheen
	view                       airframe.View
	near                       airframe.FeatureKind // shown is what lies aft of the first of these; empty for a stretch of skin
}

const (
	tileWide, tileTall = 300, 150
	mm                 = 6.0 // pixels to a mm
	label, margin      = 20, 8
)

var (
	plates = []plate{
		{"Oil dots over flat", "oil-dots", "", "artist-oil", "#d8d6cc", coating.Oil, coating.Flat, airframe.Top, ""},
		{"Oil dots over satin", "oil-dots", "", "artist-oil", "#d8d6cc", coating.Oil, coating.Satin, airframe.Top, ""},
		{"Oil dots over gloss", "oil-dots", "", "artist-oil", "#d8d6cc", coating.Oil, coating.Gloss, airframe.Top, ""},
		{"Accents", "oil-accent", "", "artist-oil", "#2f2a24", coating.Oil, coating.Flat, airframe.Top, ""},
		{"Filter", "filter", "", "enamel", "#4a3a28", coating.Paint, coating.Flat, airframe.Top, ""},
		{"Leaks, rain, coolers", "streak", "", "artist-oil", "#3a2b20", coating.Oil, coating.Flat, airframe.Under, airframe.OilCooler},
		{"Exhaust, airbrushed", "exhaust-spray", "exhaust", "waterborne-acrylic", "#2b2725", coating.Paint, coating.Flat, airframe.Left, airframe.Stack},
		{"Exhaust as dust", "pastel", "exhaust", "dry-pigment", "#2b2725", coating.Pigment, coating.Flat, airframe.Left, airframe.Stack},
		{"Exhaust as an oil streak", "streak", "exhaust", "artist-oil", "#2b2725", coating.Oil, coating.Flat, airframe.Left, airframe.Stack},
		{"Gas of guns", "exhaust-spray", "gas", "waterborne-acrylic", "#2b2725", coating.Paint, coating.Flat, airframe.Top, airframe.GunPort},
		{"Spilt fuel", "wet-stain", "", "artist-oil", "#4a3a20", coating.Oil, coating.Flat, airframe.Top, airframe.Filler},
		{"Mud", "mud", "", "enamel", "#6b5232", coating.Paint, coating.Flat, airframe.Under, airframe.Wheel},
		{"Dust and scuffs", "pastel", "", "dry-pigment", "#b09a78", coating.Pigment, coating.Flat, airframe.Top, airframe.Walkway},
		{"Chips from a medium", "chip", "", "waterborne-acrylic", "#8f9498", coating.Paint, coating.Flat, airframe.Top, ""},
		{"Chips by sponge", "sponge-chips", "", "waterborne-acrylic", "#b9bcbe", coating.Paint, coating.Flat, airframe.Top, ""},
		{"Chips by brush", "brush-chips", "", "waterborne-acrylic", "#b9bcbe", coating.Paint, coating.Flat, airframe.Top, ""},
		{"Pencil", "pencil", "", "pencil", "#c8cccf", coating.PencilOf, coating.Flat, airframe.Top, ""},
		{"Graphite", "pencil", "", "dry-pigment", "#6a6d70", coating.Pigment, coating.Flat, airframe.Top, ""},
	}
	strengths = []float64{0.5, 1, 2}
)

func main() {
	log.SetFlags(0)
	out := "docs/screenshots/plates.png"
	if len(os.Args) > 1 {
		out = os.Args[1]
	}
	if err := sheet(out); err != nil {
		log.Fatal(err)
	}
}

func sheet(path string) error {
	a, err := airframe.Make(airframe.Spec{Type: "low-single"})
	if err != nil {
		return err
	}
	parsed, err := opentype.Parse(goregular.TTF)
	if err != nil {
		return err
	}
	face, err := opentype.NewFace(parsed, &opentype.FaceOptions{Size: 13, DPI: 72})
	if err != nil {
		return err
	}
	const across = 2
	wide := across * (len(strengths)*(tileWide+margin) + margin)
	rows := (len(plates) + across - 1) / across
	img := image.NewRGBA(image.Rect(0, 0, wide, rows*(tileTall+label+margin)+margin))
	draw.Draw(img, img.Bounds(), image.NewUniform(color.RGBA{238, 234, 224, 255}), image.Point{}, draw.Src)
	frames := map[airframe.View]*picture.Frame{}
	for i, p := range plates {
		f := frames[p.view]
		if f == nil {
			if f, err = picture.NewAt(context.Background(), a, []airframe.View{p.view}, mm); err != nil {
				return err
			}
			frames[p.view] = f
		}
		x0, y0 := margin+i%across*wide/across, margin+i/across*(tileTall+label+margin)
		for k, strength := range strengths {
			tile, err := p.paint(a, f, strength)
			if err != nil {
				return fmt.Errorf("%s: %w", p.words, err)
			}
			at := image.Pt(x0+k*(tileWide+margin), y0+label)
			draw.Draw(img, image.Rectangle{Min: at, Max: at.Add(image.Pt(tileWide, tileTall))}, tile, tile.Bounds().Min, draw.Src)
			words := fmt.Sprintf("%g times", strength)
			if k == 0 {
				words = p.words + ", " + words
			}
			(&font.Drawer{Dst: img, Src: image.NewUniform(color.RGBA{32, 48, 63, 255}), Face: face, Dot: fixed.P(at.X, at.Y-6)}).DrawString(words)
		}
	}
	file, err := os.Create(path)
	if err != nil {
		return err
	}
	if err := png.Encode(file, img); err != nil {
		return err
	}
	return file.Close()
}

// paint paints the plate's effect so many times as strong as planned.
func (p plate) paint(a *airframe.Airframe, f *picture.Frame, strength float64) (image.Image, error) {
	paint := colour.Lab(56, -2, -4)
	service := wear.Of(wear.Service{Place: "ship", Shelter: "out", Months: 24, Strength: "service-worn"})
	skins := make([]look.Skin, len(a.Zones))
	laid := map[*route.Step]*effect.Laid{}
	for z := range skins {
		area := 0.0
		for plate, field := range a.Skin(z) {
			area += plate.SkinMM2(field.Region) / 100
		}
		step := &route.Step{ID: "plate", Do: route.MustTechnique(p.do), Pull: route.Pull{Of: p.of, Amount: strength}, Seed: effect.Seeded(p.words)}
		step.Product = &coating.Product{Name: p.words, Kind: p.kind, Family: coating.MustFamily(p.family), Colour: p.ink}
		step.Coats = max(1, step.Do.Coats)
		j := &effect.Job{Airframe: a, Zone: z, AreaCM2: area, AircraftCM2: 2 * area, Step: step, Wear: service, Paint: paint, On: p.on.Texture(), Below: colour.Lab(72, 0, -1), Primer: colour.Lab(48, 14, 22)}
		effect.Follow(j, 0, 0, false)
		made := effect.Of(j)
		ground := paint
		if p.do == "filter" {
			ground = paint.Veiled(step.Product.Shows(), min(1, made.Figure("cover")/100))
		}
		skins[z] = look.Skin{Paint: ground, Surface: ground, Plain: ground, Ground: ground, Line: ground.Veiled(colour.Grey(10), 0.35), Texture: p.on.Texture(), Sheen: p.on}
		skins[z].Marks = []look.Mark{{Kind: look.MarkKind(p.do), Colour: step.Product.Shows(), Strength: made.Hand.Shows, Share: step.Covered(), Left: 1, Step: step}}
		if p.do == "filter" {
			skins[z].Marks = nil
		}
		if made.Laid != nil {
			laid[step] = made.Laid
		}
	}
	img, err := f.Paint(context.Background(), skins, picture.Wish{Wear: wear.MapOf(a, service.Service), Laid: laid})
	if err != nil {
		return nil, err
	}
	at := airframe.Pt{X: -62, Y: 72} // a stretch of the wing
	for _, one := range a.Features {
		if one.Kind == p.near && one.Sees(p.view) {
			aft := p.view.Aft()
			at, _ = p.view.Of(one.At)
			to, _ := p.view.Of(one.To)
			at = airframe.Pt{X: (at.X+to.X)/2 + 12*aft.X, Y: (at.Y+to.Y)/2 + 12*aft.Y}
			if p.near == airframe.Stack {
				at.X += 12 * aft.X
			}
			break
		}
	}
	x, y := f.Panels[0].Pixel(at)
	box := image.Rect(int(x)-tileWide/2, int(y)-tileTall/2, int(x)+tileWide/2, int(y)+tileTall/2)
	return img.SubImage(box), nil
}
