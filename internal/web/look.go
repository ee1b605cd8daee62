package web

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"math"
	"strconv"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/airframe"
	"inkysparrow/core/clock"
	"inkysparrow/core/colour"
	"inkysparrow/core/look"
	"inkysparrow/core/picture"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/core/shade"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/studio"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
	"inkysparrow/ui"
)

// inks are the page's: a picture stands on the booth of its theme, which is neutral, by night too dark for the page to dazzle and light enough for a black aircraft to be seen on.
var inks = ui.Palette()

// lookRows is how tall a picture is where nothing is said, in pixels.
const lookRows = 1600

// over refuses a picture that is too large in words.
func over(err error) error {
	if large := (studio.TooLarge{}); errors.As(err, &large) {
		return refuse("%v", large)
	}
	return err
}

func refuse(format string, args ...any) error {
	return fiber.NewError(fiber.StatusUnprocessableEntity, fmt.Sprintf(format, args...))
}

// lookQuery reads what a picture should show.
func lookQuery(c fiber.Ctx, def time.Time) (q plan.LookQuery, err error) {
	q = plan.LookQuery{At: def, Width: 1280, Most: lookRows, Ground: inks["day"]["booth"]}
	if at := c.Query("at"); at != "" {
		if q.At, err = time.Parse(time.RFC3339, at); err != nil {
			return q, refuse("at: not a moment")
		}
	}
	if q.Views, err = plan.LookViews(c.Query("view")); err != nil {
		return q, refuse("%v", err)
	}
	if q.Light, err = plan.LookLight(c.Query("light")); err != nil {
		return q, refuse("%v", err)
	}
	for _, n := range []struct {
		name      string
		out       *int
		low, high int
	}{{"width", &q.Width, plan.LeastLook, studio.MostSide}, {"most", &q.Most, plan.LeastLook, studio.MostSide}} {
		if text := c.Query(n.name); text != "" {
			if *n.out, err = strconv.Atoi(text); err != nil || *n.out < n.low || *n.out > n.high {
				return q, refuse("%s: not between %d and %d pixels", n.name, n.low, n.high)
			}
		}
	}
	if text := c.Query("minutes"); text != "" {
		if q.Minutes, err = strconv.ParseFloat(text, 64); err != nil || !(q.Minutes >= 0 && q.Minutes <= 30) {
			return q, refuse("minutes: not between 0 and 30")
		}
	}
	if text := c.Query("px_per_mm"); text != "" {
		if q.PxPerMM, err = strconv.ParseFloat(text, 64); err != nil || !(q.PxPerMM >= 0.2 && q.PxPerMM <= 40) {
			return q, refuse("px_per_mm: not between 0.2 and 40")
		}
		q.Width, q.Most = 0, 0
	}
	if g, ok := inks[c.Query("ground")]["booth"]; ok {
		q.Ground = g
	}
	q.Finished = c.Query("finished") == "yes"
	if q.Pulls, err = pulls(c.Query("pull")); err != nil {
		return q, err
	}
	for name := range strings.SplitSeq(c.Query("shows"), ",") {
		for _, o := range picture.Overlays {
			if o.ID == name {
				q.Shows |= o.Overlay
			}
		}
	}
	return q, nil
}

// painted returns what a request wants to look at: the build, and what it is set against, nil for nothing.
func (s *Server) painted(ctx context.Context, c fiber.Ctx) (j *judged, one studio.Painting, other *studio.Painting, words string, err error) {
	if j, err = s.standing(ctx, slug(c)); err != nil {
		return
	}
	q, err := lookQuery(c, j.now)
	if err != nil {
		return
	}
	if one, err = s.studio.Of(j.file, j.checked.Timeline, q); err != nil {
		err = over(err)
		return
	}
	if s := c.Query("shows"); strings.Contains(s, "soft") || strings.Contains(s, "bite") {
		one.Q.Tints = j.tints(one.Shape, one.Q.At, s)
	}
	against := c.Query("against")
	if against == "" {
		return
	}
	second := one
	how, what, _ := strings.Cut(against, ":")
	switch how {
	case "at":
		if second.Q.At, err = time.Parse(time.RFC3339, what); err != nil {
			err = refuse("against: not a moment")
			return
		}
		words = j.moment(second.Q.At)
	case "revision":
		n, bad := strconv.ParseInt(what, 10, 64)
		if bad != nil {
			err = refuse("against: not a revision")
			return
		}
		b, bad := s.Store.At(ctx, slug(c), n)
		if bad != nil {
			err = bad
			return
		}
		if second.TL, err = s.laid(ctx, b.Plan.AsOf(j.now)); err != nil {
			return
		}
		if second, err = s.studio.Of(b.Plan, second.TL, one.Q); err != nil {
			err = over(err)
			return
		}
		words = fmt.Sprintf("revision %d", n)
	case "way":
		f, bad := j.file.Variant(what)
		if bad != nil {
			err = refuse("against: %v", bad)
			return
		}
		if second.TL, err = s.laid(ctx, f.AsOf(j.now)); err != nil {
			return
		}
		second.Q.At = laterOf(one.Q.At, one.TL, second.TL)
		for _, v := range j.file.Variants() {
			if v.ID == what {
				words = v.Words
			}
		}
	default:
		err = refuse("against: %q is none of at, revision, way", how)
		return
	}
	return j, one, &second, words, nil
}

// laterOf is the moment of another timeline that stands as far in it: its finish where the first is finished.
func laterOf(at time.Time, a, b *timeline.Timeline) time.Time {
	if !at.Before(a.Finish) {
		return clock.Later(at, b.Finish)
	}
	return at
}

func (s *Server) laid(ctx context.Context, f plan.File) (*timeline.Timeline, error) {
	p, err := f.Resolve()
	if err != nil {
		return nil, err
	}
	var tl *timeline.Timeline
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		tl, err = timeline.LayContext(ctx, p, rule.Every())
		return err
	})
	return tl, err
}

// lookPicture paints the aircraft.
func (s *Server) lookPicture(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	_, one, other, _, err := s.painted(ctx, c)
	if err != nil {
		return err
	}
	return s.picture(ctx, c, one, other, "private, no-cache")
}

// A patch is this large, and so many pixels to a millimetre.
const patchWide, patchTall, patchPxPerMM = 258, 138, 3

// lookPatch sends the skin of a zone about the middle of its largest field, before a step or after it, or at a moment where no step is named, or one that the plan does not have (any more): the same picture as that of the whole aircraft, from near by.
func (s *Server) lookPatch(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	var placed *timeline.Placed
	for _, l := range j.checked.Lines {
		for i := range l.Steps {
			if l.Zone.ID == c.Query("zone") && l.Steps[i].Step.ID == c.Query("step") {
				placed = &l.Steps[i]
			}
		}
	}
	shape, err := j.file.Shape()
	if err != nil {
		return err
	}
	zone := shape.Zone(c.Query("zone"))
	if zone < 0 {
		return fiber.NewError(fiber.StatusNotFound, "Nothing on the airframe is that zone.")
	}
	view, at, ok := shape.Spot(zone)
	if !ok {
		return fiber.NewError(fiber.StatusNotFound, "That zone is seen from nowhere.")
	}
	if placed != nil {
		if v, p, found := j.effectAt(c.Query("zone"), placed.Step.ID); found {
			view, at = v, p
		}
	}
	q, err := lookQuery(c, j.now)
	if err != nil {
		return err
	}
	q = plan.LookQuery{At: q.At, Ground: q.Ground, Views: []airframe.View{view}, PxPerMM: patchPxPerMM}
	switch side := c.Query("side"); {
	case side != "before" && side != "after":
		return refuse("side: %q is neither before nor after", side)
	case placed == nil: // as it stands
	case side == "before":
		q.At = placed.Start
	default:
		q.At = placed.End
	}
	one, err := s.studio.Of(j.file, j.checked.Timeline, q)
	if err != nil {
		return over(err)
	}
	out, err := s.studio.Patch(ctx, one, at, patchWide, patchTall)
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "image/jpeg")
	c.Set(fiber.HeaderCacheControl, "private, no-cache")
	return c.Send(out)
}

// effectAt returns where a step that stains leaves something that lies at a place: behind the first stack, wheel or port. What lies all over has no such place.
func (j *judged) effectAt(zone, step string) (v airframe.View, at airframe.Pt, found bool) {
	s, err := j.file.Stains(j.checked.Timeline, zone, step)
	if err != nil {
		return v, at, false
	}
	for _, p := range s.Places {
		if v, _ = airframe.ViewNamed(p.View); p.Kind == "plume" {
			aft := v.Aft()
			return v, airframe.Pt{X: p.XMM + aft.X*patchAft, Y: p.YMM + aft.Y*patchAft}, true
		}
		if p.Kind == "speck" {
			return v, airframe.Pt{X: p.XMM, Y: p.YMM}, true
		}
	}
	return v, at, false
}

const patchAft = 25 // mm

// picture sends a painting.
func (s *Server) picture(ctx context.Context, c fiber.Ctx, one studio.Painting, other *studio.Painting, cache string) error {
	out, err := s.studio.PNG(ctx, one, other)
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "image/png")
	c.Set(fiber.HeaderCacheControl, cache)
	return c.Send(out)
}

// look tells what the picture shows.
func (s *Server) look(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, one, other, words, err := s.painted(ctx, c)
	if err != nil {
		return err
	}
	head, err := s.Store.Head(ctx, slug(c))
	if err != nil {
		return err
	}
	out := wire.Whole{
		At: one.Q.At.UTC(), Clock: j.moment(one.Q.At), Revision: head, Type: one.Shape.Words, Own: j.file.Airframe != nil, Drawn: j.file.Airframe != nil && j.file.Airframe.SVG != "", SpanMM: one.Shape.SpanMM,
		Size: fmt.Sprintf("%.0f mm span, %.0f mm long", one.Shape.SpanMM, one.Shape.LengthMM), Wear: j.file.Targets().Words,
		Zones: []wire.LookZone{}, Stacks: []wire.LookPlace{}, Markings: []wire.LookMark{}, Lines: []wire.LookLine{}, Lights: []wire.Wish{}, Overlays: []wire.Wish{}, Ways: []wire.Wish{}, Views: []wire.LookView{},
		Squint: shade.SquintMinutes(),
	}
	for _, l := range picture.Lights() {
		out.Lights = append(out.Lights, wire.Wish{ID: l.ID, Words: l.Words})
	}
	for _, o := range picture.Overlays {
		out.Overlays = append(out.Overlays, wire.Wish{ID: o.ID, Words: o.Words})
	}
	out.Overlays = append(out.Overlays, wire.Wish{ID: "soft", Words: "what is still soft"}, wire.Wish{ID: "bite", Words: "where the next liquid bites"})
	for _, v := range j.file.Variants() {
		out.Ways = append(out.Ways, wire.Wish{ID: v.ID, Words: v.Words})
	}
	err = s.studio.Do(ctx, func(ctx context.Context) error {
		frame, err := one.Frame(ctx, one.Q)
		if err != nil {
			return err
		}
		out.Width, out.Height = frame.Width, frame.Height
		for _, p := range frame.Panels {
			aft, across := p.View.Aft(), p.View.Across()
			out.Views = append(out.Views, wire.LookView{
				ID: p.View.String(), Words: p.View.Words(), X: p.Rect.Min.X, Y: p.Rect.Min.Y, Width: p.Rect.Dx(), Height: p.Rect.Dy(), PxPerMM: p.PxPerMM, LowX: p.Low.X, LowY: p.Low.Y,
				AftX: aft.X, AftY: aft.Y, OutX: across.X, OutY: across.Y,
			})
		}
		skins := one.Skins(one.TL, one.Q)
		out.Zones = j.lookZones(one.Painter, skins, one.Q.At)
		out.Markings = markings(one.Painter, skins)
		if other != nil {
			q := one.Q
			q.Minutes, q.Shows = 0, 0
			if other.Shape.Airframe != one.Shape.Airframe {
				out.Against = &wire.LookAgainst{Words: words, Seen: "arm", Noticed: "Another airframe."}
				return nil
			}
			here, err := one.Scene(ctx, one.TL, one.Q)
			if err != nil {
				return err
			}
			there, err := other.Scene(ctx, other.TL, other.Q)
			if err != nil {
				return err
			}
			d, err := one.Differ(ctx, here, there, q)
			if err != nil {
				return err
			}
			out.Against = &wire.LookAgainst{Words: words, Seen: d.Seen, Noticed: d.Words, ArmDE: d.ArmDE, CloseDE: d.CloseDE}
		}
		return nil
	})
	if err != nil {
		return err
	}
	seen := map[string]bool{}
	for _, l := range one.Shape.Lines {
		if l.Counts && l.Role != airframe.Rivets && !seen[l.ID] {
			seen[l.ID] = true
			out.Lines = append(out.Lines, wire.LookLine{ID: l.ID, Part: l.Part})
		}
	}
	for _, f := range one.Shape.Features {
		out.Stacks = append(out.Stacks, wire.LookPlace{AirframeFeature: plan.FeatureOf(f), Words: f.Kind.Words()})
	}
	return c.JSON(out)
}

// mostMarkings are told: a list of more is no list.
const mostMarkings = 200

// markings tells where markings lie on skins.
func markings(p *plan.Painter, skins []look.Skin) []wire.LookMark {
	all := []wire.LookMark{}
	for zone, k := range skins {
		for _, m := range k.Marks {
			if m.Kind != look.Decals || m.Step == nil {
				continue
			}
			for _, at := range picture.Place(p.Shape.Airframe, m.Step.Decals) {
				plate, z := p.Shape.Seen(at.View, at.At)
				if z != zone || len(all) >= mostMarkings {
					continue
				}
				on := strings.TrimSpace(p.Shape.Plates[plate].Hand + " " + p.Shape.Plates[plate].Part)
				all = append(all, wire.LookMark{
					Zone: p.Shape.Zones[zone], Step: m.Step.ID, Decal: at.Decal, Copy: at.Copy, Words: fmt.Sprintf("%s, %s, %s", at.Name, on, at.View.Words()), View: at.View.String(),
					X: round(at.At.X, 2), Y: round(at.At.Y, 2), WidthMM: round(at.WidthMM, 2), HeightMM: round(at.HeightMM, 2), TurnDeg: round(at.TurnDeg, 1), Times: round(cmp.Or(at.Times, 1), 2),
				})
			}
		}
	}
	return all
}

// lookZones tells what each zone of the plan comes to and how it is at a moment.
func (j *judged) lookZones(p *plan.Painter, skins []look.Skin, at time.Time) []wire.LookZone {
	all := []wire.LookZone{}
	worn := p.Wear.Zones()
	for _, line := range j.checked.Lines {
		z := wire.LookZone{ID: line.Zone.ID, Name: line.Zone.Name, Words: topWords(line, at), AreaCM2: round(line.Zone.AreaCM2, 1)}
		z.Soft, z.Bite, z.BiteUM = j.softness(line, at)
		if k := p.Shape.Zone(line.Zone.ID); k >= 0 && p.Shape.Measures[k].AreaCM2 > 0 {
			z.On = true
			if v, at, ok := p.Shape.Spot(k); ok {
				z.Of, z.X, z.Y = v.String(), at.X, at.Y
			}
			z.Colour, z.Sheen, z.Shape = skins[k].Surface.String(), skins[k].Texture.Sheen().String(), p.Shape.Measures[k].Words()
			if w := worn[k]; len(w.Where) > 0 {
				z.Wear = fmt.Sprintf("wears %.0f of 100; most by its %s; %s of it lies far from all that wears it", 100*w.Mean, w.Where[0], say.Percent(w.Far))
			} else {
				z.Wear = "lies far from all that wears it"
			}
		}
		for _, own := range j.file.Zones {
			if own.ID == line.Zone.ID {
				z.Typed = own.AreaCM2 > 0
			}
		}
		all = append(all, z)
	}
	return all
}

// softness returns how soft a zone's top film is, and what the liquid of its next step would do.
func (j *judged) softness(line *timeline.Line, at time.Time) (soft float64, bite wire.State, um float64) {
	for i := len(line.Films) - 1; i > 0; i-- {
		if film := &line.Films[i]; !film.Film.Laid.After(at) && film.Film.Covers() {
			if film.Film.Family.Mechanism.Hardens {
				soft = 1 - float64(film.Hard(at))
			}
			break
		}
	}
	core := j.core(line, subjectOf(line, "", at), at)
	for _, f := range core.Films {
		um += f.Loss
	}
	return round(soft, 3), core.State, round(um, 2)
}

// tints are colours over the zones: how soft each is, or what the next liquid would do to it.
func (j *judged) tints(shape *plan.Shape, at time.Time, shows string) []picture.Tint {
	states := map[wire.State]colour.Colour{}
	for state, name := range map[wire.State]string{wire.Safe: "safe", wire.Hold: "wait", wire.Note: "note", wire.Bite: "bite"} {
		states[state] = colour.Or(inks["day"][name], colour.Grey(50))
	}
	all := make([]picture.Tint, len(shape.Zones))
	for _, line := range j.checked.Lines {
		k := shape.Zone(line.Zone.ID)
		if k < 0 {
			continue
		}
		soft, bite, um := j.softness(line, at)
		if strings.Contains(shows, "bite") {
			all[k] = picture.Tint{Colour: states[bite], Share: 0.25}
			if bite == wire.Bite {
				all[k].Share = min(0.9, 0.4+0.1*um)
			}
			continue
		}
		all[k] = picture.Tint{Colour: states[wire.Hold], Share: 0.8 * soft}
	}
	return all
}

// lookAsk tells what lies at a place of the skin.
func (s *Server) lookAsk(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, one, _, _, err := s.painted(ctx, c)
	if err != nil {
		return err
	}
	v, ok := airframe.ViewNamed(c.Query("of"))
	x, badX := strconv.ParseFloat(c.Query("x"), 64)
	y, badY := strconv.ParseFloat(c.Query("y"), 64)
	const far = 1e5 // mm
	if !ok || badX != nil || badY != nil || !(math.Abs(x) < far && math.Abs(y) < far) {
		return refuse("of, x, y: say which view and where in it, in mm")
	}
	var spot plan.Spot
	err = s.studio.Do(ctx, func(context.Context) error {
		spot, ok = one.Ask(one.TL, v, airframe.Pt{X: x, Y: y}, one.Q.At)
		return nil
	})
	if err != nil {
		return err
	}
	if !ok {
		return c.JSON(wire.LookAsked{View: v.String(), X: x, Y: y, Words: "That is beside the aircraft.", Films: []wire.LookFilm{}, Reasons: []wire.LookReason{}})
	}
	return c.JSON(j.asked(one, spot, v, x, y))
}

func (j *judged) asked(one studio.Painting, spot plan.Spot, v airframe.View, x, y float64) wire.LookAsked {
	place := v.Place(airframe.Pt{X: x, Y: y}, 0)
	out := wire.LookAsked{View: v.String(), X: x, Y: y, Part: spot.Part, Title: say.Capital(spot.Part), Films: []wire.LookFilm{}, Reasons: []wire.LookReason{}, At: [3]float64{round(place.X, 1), round(place.Y, 1), round(place.Z, 1)}}
	out.Wear = fmt.Sprintf("Wears %.0f of 100", 100*spot.Wear)
	if spot.Worn != "" {
		out.Wear += ": " + spot.Worn
	} else {
		out.Wear += ": far from all that wears it; it would not chip"
	}
	out.Wear += "."
	if spot.Feature != nil {
		out.Feature = spot.Feature.ID
	}
	if l := spot.OnLine; l != nil {
		out.Line = l.ID
	}
	if spot.Zone == nil {
		out.Words = "Nothing in the plan is painted here."
		return out
	}
	out.Zone, out.Title = spot.Zone.ID, spot.Zone.Name
	k := spot.Skin
	out.Colour = k.Surface.String()
	out.Words = fmt.Sprintf("%s, %s", k.Sheen, topWords(spot.Line, one.Q.At))
	if k.Wet {
		out.Words = "wet; " + out.Words
	}
	if spot.OnLine != nil {
		out.Colour = k.Line.String()
		for _, r := range airframe.Roles {
			if r.Role == spot.OnLine.Role {
				out.Words = "on " + r.Words + "; " + out.Words
			}
		}
	}
	for i := len(spot.Line.Films) - 1; i > 0; i-- {
		film := &spot.Line.Films[i]
		if film.Film.Laid.After(one.Q.At) {
			continue
		}
		f := wire.LookFilm{Step: film.Step, Name: say.Capital(filmName(spot.Line, i)), Words: film.At(one.Q.At).Phase.String()}
		if film.Film.Family.Mechanism.Hardens {
			f.Words = fmt.Sprintf("%s, %s hard", f.Words, say.Percent(film.Hard(one.Q.At)))
		}
		for _, placed := range spot.Line.Steps {
			if placed.Layer == i {
				f.Colour = placed.Step.Product.Shows().String()
			}
		}
		out.Films = append(out.Films, f)
	}
	for _, r := range spot.Reasons {
		out.Reasons = append(out.Reasons, wire.LookReason{Step: r.Step.ID, Words: r.Words})
	}
	return out
}

// lookSVG sends the airframe as a drawing.
func (s *Server) lookSVG(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	shape, err := j.file.Shape()
	if err != nil {
		return err
	}
	c.Attachment(slug(c) + ".airframe.svg")
	c.Set(fiber.HeaderContentType, "image/svg+xml")
	return c.Send(shape.SVG())
}
