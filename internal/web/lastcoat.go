package web

import (
	"bytes"
	"context"
	"fmt"
	"image"
	"image/draw"
	"image/png"
	"slices"
	"strconv"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/chance"
	"inkysparrow/core/dose"
	"inkysparrow/core/finish"
	"inkysparrow/core/gloss"
	"inkysparrow/core/look"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/core/stack"
	"inkysparrow/core/verdict"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// coated puts the last coats that a request asks about side by side.
func (s *Server) coated(ctx context.Context, c fiber.Ctx) (*judged, *plan.Coated, error) {
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return nil, nil, err
	}
	if len(j.file.Zones) == 0 {
		return nil, nil, fiber.NewError(fiber.StatusUnprocessableEntity, "This build has no zone yet: a coat goes on one. Add a zone in the plan.")
	}
	q := plan.LastCoatQuery{Zone: c.Query("zone"), Wishes: plan.Wishing(c.Query("wish"))}
	if q.Zone == "" {
		q.Zone = j.file.Zones[0].ID
	}
	if at := c.Query("at"); at != "" {
		if q.At, err = time.Parse(time.RFC3339, at); err != nil {
			return nil, nil, fiber.NewError(fiber.StatusUnprocessableEntity, "at: not a moment")
		}
	}
	stands, err := s.Store.Shelf(ctx)
	if err != nil {
		return nil, nil, err
	}
	key := coatedKey{j, stands.Revision, fmt.Sprintf("%+v", q)}
	if out, ok := s.coating.get(key); ok {
		return j, out, nil
	}
	var out *plan.Coated
	err = s.judging.busy(ctx, func(ctx context.Context) (err error) {
		out, err = j.file.LastCoats(ctx, j.checked, q, atHand(stands)...)
		return err
	})
	if err == nil {
		s.coating.put(key, out)
	}
	return j, out, err
}

// coatedKey is what last coats that stand side by side hang on.
type coatedKey struct {
	of    *judged
	shelf int64
	query string
}

// lastCoats lists them.
func (s *Server) lastCoats(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, coated, err := s.coated(ctx, c)
	if err != nil {
		return err
	}
	p := coated.Place
	air := j.plan.Air.At(p.At)
	out := wire.LastCoats{
		Zone: p.Line.Zone.ID, At: p.At.UTC(), Clock: j.moment(p.At), Zones: []wire.LastCoatZone{}, Wishes: []wire.Wish{}, Made: []string{}, LiesOn: []string{}, Coats: []wire.LastCoat{}, Schools: []wire.CoatSchool{},
		Air: fmt.Sprintf("%s, %s", say.Celsius(air.TemperatureC, 0), say.Percent(air.Humidity)), Step: coated.Step(),
	}
	for _, line := range j.checked.Lines {
		z := wire.LastCoatZone{ID: line.Zone.ID, Name: line.Zone.Name, Words: "not chosen", Colour: look.Of(line, len(line.Steps), j.checked.Finish).Ground.String()}
		if i := finish.Last(line); i >= 0 {
			how, st := "", line.Steps[i].Step
			if how = st.Laying.Words(); st.Laying == route.Flashed {
				how = say.Count(max(1, st.Coats), "coat")
			}
			z.Words = fmt.Sprintf("%s, %s", st.Sheen(), how)
		}
		out.Zones = append(out.Zones, z)
	}
	for _, w := range finish.Wishes() {
		out.Wishes = append(out.Wishes, wire.Wish{ID: string(w.ID), Words: w.Words})
	}
	for _, w := range coated.Wishes {
		out.Made = append(out.Made, string(w))
	}
	for i := len(p.Films) - 1; i > 0 && len(out.LiesOn) < 4; i-- {
		out.LiesOn = append(out.LiesOn, fmt.Sprintf("%s, %s", p.FilmName(i), say.Span(p.At.Sub(p.Films[i].Film.Laid))))
	}
	_, out.None = p.None()
	for i := range coated.Judged {
		w := &coated.Judged[i]
		out.Gloss, out.Dusty = round(w.From, 0), out.Dusty || len(w.Dusts) > 0
		out.Coats = append(out.Coats, j.lastCoat(coated, i))
	}
	for _, sc := range p.Schools(coated.Judged) {
		one := wire.CoatSchool{Words: sc.Words, Costs: say.Capital(sc.Costs)}
		if sc.Coat >= 0 {
			one.Key = coated.Key(sc.Coat)
		}
		out.Schools = append(out.Schools, one)
	}
	out.Leave = []wire.CoatLeave{}
	for _, x := range finish.Leave(j.checked.Timeline) {
		one := wire.CoatLeave{Words: x.Words, Step: x.Step}
		if !x.At.IsZero() {
			one.When = j.dayWords(x.At)
		}
		out.Leave = append(out.Leave, one)
	}
	return c.JSON(out)
}

func (j *judged) lastCoat(coated *plan.Coated, i int) wire.LastCoat {
	p, w := coated.Place, &coated.Judged[i]
	out := wire.LastCoat{
		Key: coated.Key(i), Name: w.Product.Name, How: w.Words(), Own: !w.Generic, Rank: w.Rank, State: wire.Safe, Verdict: "fit", RuledOut: say.Capital(w.RuledOut), Gloss: round(w.To, 0), Kept: round(min(1, w.Kept), 2),
		Ready: j.dayWords(w.Done), Does: []string{}, Ends: w.Ends, Sprayed: w.Step.Sprays(), Takes: fmt.Sprintf("%.1f ml, %s, %s", w.ML, money(w.Cost), w.Smell), Edit: coated.Edit(i),
	}
	if out.Ends == nil {
		out.Ends = []string{}
	}
	out.Spooned = "One wet coat"
	if w.How == finish.Mist {
		out.Spooned = "One mist"
	}
	out.Spoon = []wire.CoatSpoon{}
	for _, x := range coated.Spoon(i) {
		out.Spoon = append(out.Spoon, wire.CoatSpoon{Gloss: x.Gloss, Words: gloss.Band(x.Gloss), Is: x.Is, Edit: x.Edit})
	}
	if i+1 < len(coated.Judged) {
		out.Before = finish.Before(w, &coated.Judged[i+1])
	}
	if w.Step.Sprays() {
		out.Caution = w.Step.Do.Caution
	} else if w.Product.Carrier != nil {
		out.Caution = w.Product.Carrier.Caution
	}
	switch words, worst := w.Worst(); {
	case w.MovedMM >= stack.CreepShows():
		if out.State, out.Verdict = wire.Hold, fmt.Sprintf("carries %.1f mm", w.MovedMM); w.RuledOut != "" {
			out.State = wire.Bite
		}
	case w.RuledOut != "":
		out.State, out.Verdict = wire.Bite, "harms"
	case words == "hairs":
		out.State, out.Verdict = wire.Note, fmt.Sprintf("%.0f hairs", worst)
	case words != "" && worst >= chance.Maybe():
		out.State, out.Verdict = wire.Hold, words
	case words != "":
		out.State, out.Verdict = wire.Note, words+", a little"
	}
	does := func(format string, args ...any) { out.Does = append(out.Does, fmt.Sprintf(format, args...)) }
	does("Gloss from %.0f to %.0f GU.", w.From, w.To)
	if w.WasUneven > 1 || w.Uneven > 1 {
		does("Spots differ from the rest by %.0f GU, after it by %.0f.", w.WasUneven, w.Uneven)
	}
	for _, d := range w.Dusts {
		does("%s: %s of what it shows stays.", d.Step.Product.Name, say.Percent(min(1, d.Kept)))
	}
	if w.MovedMM >= 0.01 {
		does("Carries %s %.2f mm along.", p.FilmName(w.Moves), w.MovedMM)
	}
	if w.Silver[0] > 0 {
		does("Silvering: decals %.0f L* paler than what is beside them, after it %.0f%s.", w.Silver[0], w.Silver[1], map[bool]string{true: ", which hides it", false: ", still seen"}[w.Hides()])
	}
	if w.Shines[0] > 0 {
		does("Bare metal keeps %s of its brilliance.", say.Percent(w.Brilliance()))
	}
	if w.Bristles > 0 {
		does("The brush leaves marks of %.2f µm.", w.Bristles)
	}
	does("Colour: %.1f CIEDE2000, %+.1f L*.", w.Shift, w.Lift)
	if w.Bite.Severity >= verdict.Warn && !w.Bite.Safe() {
		does("%s %s.", say.Capital(p.FilmName(w.Bite.Place)), w.Bite.Harm)
	}
	if w.Frost >= 0.01 || w.Chalk >= 0.01 {
		does("Chance of frost in this air %s, of chalk %s.", say.Percent(w.Frost), say.Percent(w.Chalk))
	}
	if w.Hairs >= 0.5 {
		does("About %.0f hairs land in it while it is tacky, under a lid %.1f.", w.Hairs, w.Hairs*finish.UnderLid())
	}
	does("Handle it after %s.", say.Span(w.Handle))
	for k, do := range w.Next {
		if k > 0 {
			out.Next += ", "
		}
		out.Next += say.Lower(do.Name)
	}
	return out
}

// coatOf finds the judged coat that a request names.
func (s *Server) coatOf(ctx context.Context, c fiber.Ctx) (*judged, *plan.Coated, int, error) {
	j, coated, err := s.coated(ctx, c)
	if err != nil {
		return nil, nil, 0, err
	}
	for i := range coated.Judged {
		if coated.Key(i) == c.Query("key") {
			return j, coated, i, nil
		}
	}
	return nil, nil, 0, fiber.NewError(fiber.StatusNotFound, "There is no such coat here.")
}

const coatStripWide, coatStripTall = 70, 46 // pixels of a half, half as large on the page of a dense screen

// lastCoatStrip paints the zone before and after a coat.
func (s *Server) lastCoatStrip(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	_, coated, i, err := s.coatOf(ctx, c)
	if err != nil {
		return err
	}
	both := image.NewRGBA(image.Rect(0, 0, 2*coatStripWide+2, coatStripTall))
	for k, after := range []bool{false, true} {
		half := coated.Place.Strip(&coated.Judged[i], after, coatStripWide, coatStripTall)
		draw.Draw(both, half.Bounds().Add(image.Pt(k*(coatStripWide+2), 0)), half, image.Point{}, draw.Src)
	}
	var b bytes.Buffer
	if err := png.Encode(&b, both); err != nil {
		return err
	}
	c.Set(fiber.HeaderCacheControl, "private, max-age=60")
	c.Set(fiber.HeaderContentType, "image/png")
	return c.Send(b.Bytes())
}

// lastCoatReady tells when the whole build would be ready with a coat.
func (s *Server) lastCoatReady(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, coated, i, err := s.coatOf(ctx, c)
	if err != nil {
		return err
	}
	at, err := coated.Ready(ctx, i)
	if err != nil {
		return err
	}
	out := wire.CoatReady{Words: "With it this build would never be ready."}
	if !at.IsZero() {
		out.Words = "With it the whole build is ready " + j.dayWords(at) + "."
	}
	return c.JSON(out)
}

// coatDial is a dial with how far it can be turned at all.
func coatDial(id, words string, is float64, usual [2]float64) wire.CoatDial {
	d := wire.CoatDial{ID: id, Words: words, Is: round(is, 2), From: round(usual[0], 1), To: round(usual[1], 1)}
	d.Off = is < usual[0] || is > usual[1]
	for _, r := range slices.Concat(dose.Dials(), dose.Leads()) {
		if r.ID == id {
			d.Least, d.Most, d.Step = r.From, r.To, r.Step
		}
	}
	return d
}

// lastCoatSpray tells what comes of an airbrush's setting for a coat.
func (s *Server) lastCoatSpray(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	_, coated, i, err := s.coatOf(ctx, c)
	if err != nil {
		return err
	}
	w := &coated.Judged[i]
	var set dose.Setting
	switch can := c.Query("can"); can {
	case "":
		set = coated.Place.Spray(w, nil).Set
	case "true":
		set = coated.Place.Spray(w, new(dose.FromCan())).Set
	default:
		return refuse("can: %q is not true", can)
	}
	dials := slices.Concat(dose.Dials(), dose.Leads())
	for k, out := range []*float64{&set.NeedleMM, &set.PSI, &set.DistanceCM, &set.Thinning, &set.Speed, &set.Overlap} {
		d := dials[k]
		text := c.Query(d.ID)
		if text == "" {
			continue
		}
		if *out, err = strconv.ParseFloat(text, 64); err != nil || !(*out >= d.From && *out <= d.To) {
			return refuse("%s: not between %g and %g", d.ID, d.From, d.To)
		}
	}
	x := coated.Place.Spray(w, &set)
	least, most := dose.ThinningRange(w.Product.Family)
	speed, overlap := set.Usual()
	out := wire.CoatSpray{
		Dials: []wire.CoatDial{
			coatDial("distance", "distance, cm", set.DistanceCM, x.Range.DistanceCM), coatDial("speed", "hand, cm/s", set.Speed, speed), coatDial("overlap", "overlap", set.Overlap, overlap),
		},
		Can: set.Can, Coats: x.Coats,
		DistanceCM: round(set.DistanceCM, 1),
		DropC:      round(x.Flight.DropC, 0), Drop: round(x.DropletUM, 0), Left: round(1-x.Flight.Gone, 2), Dust: round(x.Flight.Dust, 2), Water: round(x.Flight.Water, 3), Lands: x.Lands.Words(), Takes: fmt.Sprintf("%.1f ml in %s", w.ML, say.Span(x.Time*time.Duration(max(1, w.Coats)))), Words: x.Words(), Comes: []wire.Comes{},
		Setting: &plan.Spray{NeedleMM: set.NeedleMM, PSI: set.PSI, DistanceCM: set.DistanceCM, Thinning: set.Thinning, Speed: set.Speed, Overlap: set.Overlap, Can: set.Can},
	}
	if !set.Can {
		out.Dials = append([]wire.CoatDial{coatDial("thinning", "thinner", set.Thinning, [2]float64{least, most}), coatDial("psi", "pressure, psi", set.PSI, x.Range.PSI)}, out.Dials...)
	}
	for _, o := range x.Comes {
		one := wire.Comes{ID: o.ID, Words: o.Words, Share: round(o.Share, 2), State: wire.Safe}
		switch {
		case o.Over():
			one.State = wire.Bite
		case o.Near():
			one.State = wire.Hold
		}
		out.Comes = append(out.Comes, one)
	}
	return c.JSON(out)
}
