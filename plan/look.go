package plan

import (
	"context"
	"fmt"
	"image"
	"image/color"
	"math"
	"slices"
	"strings"
	"time"

	"inkysparrow/core/airframe"
	"inkysparrow/core/colour"
	"inkysparrow/core/effect"
	"inkysparrow/core/gloss"
	"inkysparrow/core/look"
	"inkysparrow/core/picture"
	"inkysparrow/core/route"
	"inkysparrow/core/timeline"
	"inkysparrow/core/wear"
)

// LookFormat is the name of the format of what a picture shows.
const LookFormat = "inkysparrow-look/1"

// Looked is what a picture shows: where its views stand, and what each zone looks like.
type Looked struct {
	Format string       `json:"format" jsonschema:"enum=inkysparrow-look/1"`
	At     time.Time    `json:"at"`
	Light  string       `json:"light"`
	Width  int          `json:"width"`
	Height int          `json:"height"`
	Views  []LookedView `json:"views"`
	Zones  []LookedZone `json:"zones"`
}

// LookedView is where a view stands in the picture, in pixels.
type LookedView struct {
	View    string  `json:"view" jsonschema:"enum=top,enum=under,enum=left,enum=right"`
	X       int     `json:"x"`
	Y       int     `json:"y"`
	Width   int     `json:"width"`
	Height  int     `json:"height"`
	PxPerMM float64 `json:"px_per_mm"`
	LowXMM  float64 `json:"low_x_mm" jsonschema:"description=The place of the view at its upper left corner; 0 is the nose aft and the centreline across."`
	LowYMM  float64 `json:"low_y_mm"`
}

// LookedZone is how a zone looks.
type LookedZone struct {
	Zone     string  `json:"zone"`
	Colour   string  `json:"colour" jsonschema:"description=Of the open surface."`
	Line     string  `json:"line_colour"`
	Sheen    string  `json:"sheen"`
	GlossGU  float64 `json:"gloss_gu"`
	Wet      bool    `json:"wet"`
	AreaCM2  float64 `json:"area_cm2" jsonschema:"description=On the airframe."`
	LinesMM  float64 `json:"lines_mm" jsonschema:"description=On the airframe."`
	Rivets   int     `json:"rivets"`
	MaskCM   float64 `json:"mask_cm" jsonschema:"description=Tape that masks it."`
	WornFrom string  `json:"worn_from" jsonschema:"description=What wears it most; empty for nothing."`
}

// LookSchema returns the JSON Schema of Looked.
func LookSchema() ([]byte, error) { return schemaOf(&Looked{}, "Inky Sparrow look") }

// LookQuery says what a picture should show.
type LookQuery struct {
	At       time.Time
	Views    []airframe.View // all where there are none
	Light    string
	Minutes  float64 // blur of the eye at arm's length: 0 for none, 1 for an open eye
	Width    int
	Most     int     // height; 0 for any
	PxPerMM  float64 // in place of both: the scale of the picture; 0 for what fits
	Finished bool    // as it will be under the planned last coat
	Ground   string
	Shows    picture.Overlay
	Tints    []picture.Tint        // over the airframe's zones
	Pulls    map[string]route.Pull // of steps, by zone and step with a stroke between, in place of their own
}

// LeastLook and MostLook are the widths that a picture can have, in pixels.
const LeastLook, MostLook = 120, 4096

// Painter paints a build's aircraft. It keeps what does not change with the moment, and is for one goroutine at a time. Whatever it works out pixel by pixel takes a context, and ends with
// it.
type Painter struct {
	Shape *Shape
	Wear  *wear.Map
	laid  map[string]*effect.Laid
	frame *picture.Frame
	views []airframe.View
	width int
	most  int
	scale float64
}

// Painter returns one for the build.
func (f File) Painter() (*Painter, error) {
	s, err := f.Shape()
	if err != nil {
		return nil, err
	}
	return &Painter{Shape: s, Wear: wear.MapOf(s.Airframe, f.service())}, nil
}

// Frame returns where things stand in the picture that q asks for.
func (p *Painter) Frame(ctx context.Context, q LookQuery) (*picture.Frame, error) {
	if len(q.Views) == 0 {
		q.Views = airframe.Views
	}
	if p.frame != nil && p.width == q.Width && p.most == q.Most && p.scale == q.PxPerMM && slices.Equal(p.views, q.Views) {
		return p.frame, nil
	}
	var made *picture.Frame
	var err error
	if q.PxPerMM > 0 {
		made, err = picture.NewAt(ctx, p.Shape.Airframe, q.Views, q.PxPerMM)
	} else {
		made, err = picture.New(ctx, p.Shape.Airframe, q.Views, q.Width, q.Most)
	}
	if err != nil {
		return nil, err
	}
	p.frame, p.views, p.width, p.most, p.scale = made, slices.Clone(q.Views), q.Width, q.Most, q.PxPerMM
	return made, nil
}

// Skins returns how the airframe's zones look at q's moment, in their order.
func (p *Painter) Skins(tl *timeline.Timeline, q LookQuery) []look.Skin {
	all := make([]look.Skin, len(p.Shape.Zones))
	bare := look.Of(&timeline.Line{}, 0, q.At)
	for i, id := range p.Shape.Zones {
		all[i] = bare
		for _, l := range tl.Lines {
			switch {
			case l.Zone.ID != id:
			case q.Finished:
				all[i] = look.Finished(l, q.At)
			default:
				all[i] = look.At(l, q.At)
			}
		}
	}
	return all
}

func (p *Painter) wish(q LookQuery) picture.Wish {
	light, _ := picture.LightNamed(q.Light)
	return picture.Wish{Light: light, Minute: q.Minutes, Ground: colour.Or(q.Ground, colour.Colour{}), Wear: p.Wear, Shows: q.Shows, Tints: q.Tints}
}

// Paint paints the build as tl lays it out.
func (p *Painter) Paint(ctx context.Context, tl *timeline.Timeline, q LookQuery) (*image.RGBA, error) {
	frame, err := p.Frame(ctx, q)
	if err != nil {
		return nil, err
	}
	s, err := p.Scene(ctx, tl, q)
	if err != nil {
		return nil, err
	}
	w := p.wish(q)
	w.Laid = s.Laid
	return frame.Paint(ctx, s.Skins, w)
}

// Look returns what the picture shows.
func (p *Painter) Look(ctx context.Context, tl *timeline.Timeline, q LookQuery) (Looked, error) {
	frame, err := p.Frame(ctx, q)
	if err != nil {
		return Looked{}, err
	}
	light, _ := picture.LightNamed(q.Light)
	out := Looked{Format: LookFormat, At: q.At.UTC(), Light: light.ID, Width: frame.Width, Height: frame.Height, Views: []LookedView{}, Zones: []LookedZone{}}
	for _, panel := range frame.Panels {
		out.Views = append(out.Views, LookedView{panel.View.String(), panel.Rect.Min.X, panel.Rect.Min.Y, panel.Rect.Dx(), panel.Rect.Dy(), panel.PxPerMM, panel.Low.X, panel.Low.Y})
	}
	worn := p.Wear.Zones()
	for i, k := range p.Skins(tl, q) {
		m := p.Shape.Measures[i]
		z := LookedZone{
			Zone: p.Shape.Zones[i], Colour: k.Surface.String(), Line: k.Line.String(), Sheen: k.Texture.Sheen().String(), GlossGU: round1(gloss.Units(k.Texture)), Wet: k.Wet,
			AreaCM2: round1(m.AreaCM2), LinesMM: round1(m.RecessMM()), Rivets: m.Rivets, MaskCM: round1(m.MaskCM),
		}
		if len(worn[i].Where) > 0 {
			z.WornFrom = worn[i].Where[0]
		}
		out.Zones = append(out.Zones, z)
	}
	return out, nil
}

func round1(v float64) float64 { return math.Round(v*10) / 10 }

// Halves returns the halves of two pictures of one frame as one: before on the left of the aircraft's centreline, and on the left view; after on the right. A side that
// stands alone is parted in its middle.
func Halves(frame *picture.Frame, before, after *image.RGBA) *image.RGBA {
	out := image.NewRGBA(before.Bounds())
	copy(out.Pix, before.Pix)
	take := func(r image.Rectangle) {
		for y := r.Min.Y; y < r.Max.Y; y++ {
			i := out.PixOffset(r.Min.X, y)
			copy(out.Pix[i:i+4*r.Dx()], after.Pix[i:i+4*r.Dx()])
		}
	}
	for _, p := range frame.Panels {
		switch p.View {
		case airframe.Right, airframe.Left:
			r := p.Rect
			if len(frame.Panels) == 1 {
				r.Min.X = (r.Min.X + r.Max.X) / 2
			} else if p.View == airframe.Left {
				continue
			}
			take(r)
		case airframe.Top, airframe.Under:
			x, _ := p.Pixel(airframe.Pt{})
			r := p.Rect
			r.Min.X = min(r.Max.X, max(r.Min.X, int(math.Round(x))))
			take(r)
			for y := r.Min.Y; y < r.Max.Y; y++ { // the parting
				if y/4%2 == 0 && r.Min.X < out.Bounds().Dx() {
					out.Set(r.Min.X, y, partingInk)
				}
			}
		}
	}
	return out
}

var partingInk = color.RGBA{32, 48, 63, 255}

// Noticed is who would see a difference between two pictures.
type Noticed struct {
	Seen    string  `json:"seen" jsonschema:"enum=arm,enum=close,enum=not"`
	Words   string  `json:"words"`
	ArmDE   float64 `json:"arm_de" jsonschema:"description=CIEDE2000 where it differs most, at arm's length."`
	CloseDE float64 `json:"close_de"`
	AreaPct float64 `json:"area_pct" jsonschema:"description=Share of the aircraft that differs, seen close."`
}

// Scene is what a timeline looks like at a moment: its skins, and what its steps have laid.
type Scene struct {
	Skins []look.Skin
	Laid  map[*route.Step]*effect.Laid
}

// Scene returns what q shows of a timeline.
func (p *Painter) Scene(ctx context.Context, tl *timeline.Timeline, q LookQuery) (Scene, error) {
	s := Scene{Skins: p.Skins(tl, q)}
	var err error
	s.Laid, err = p.Laid(ctx, tl, s.Skins, q.Pulls)
	return s, err
}

// Differ tells who would notice the difference of two scenes in a frame.
func (p *Painter) Differ(ctx context.Context, a, b Scene, q LookQuery) (Noticed, error) {
	one := p.wish(LookQuery{Light: q.Light})
	other := one
	one.Laid, other.Laid = a.Laid, b.Laid
	frame, err := p.Frame(ctx, q)
	if err != nil {
		return Noticed{}, err
	}
	d, err := frame.Differ(ctx, a.Skins, b.Skins, one, other)
	if err != nil {
		return Noticed{}, err
	}
	n := Noticed{ArmDE: round1(d.Arm), CloseDE: round1(d.Close), AreaPct: round1(100 * d.Share)}
	switch {
	case d.Arm >= picture.Notices():
		n.Seen, n.Words = "arm", fmt.Sprintf("Seen at arm's length, on %.0f %% of the aircraft: %s where it differs most.", 100*d.Share, colour.Apart(d.Arm))
	case d.Close >= picture.Notices():
		n.Seen, n.Words = "close", "Seen close up only: a step back it is lost."
	default:
		n.Seen, n.Words = "not", "Nobody would notice."
	}
	return n, nil
}

// LookViews reads a view's name: "all" or empty for all of them.
func LookViews(name string) ([]airframe.View, error) {
	if name == "" || name == "all" {
		return airframe.Views, nil
	}
	v, ok := airframe.ViewNamed(name)
	if !ok {
		return nil, fmt.Errorf("view: %q is none of top, under, left, right", name)
	}
	return []airframe.View{v}, nil
}

// LookLight reads a light's name.
func LookLight(name string) (string, error) {
	l, ok := picture.LightNamed(name)
	if !ok {
		var all []string
		for _, one := range picture.Lights() {
			all = append(all, one.ID)
		}
		return "", fmt.Errorf("light: %q is none of %s", name, strings.Join(all, ", "))
	}
	return l.ID, nil
}
