package web

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"image/jpeg"
	"math"
	"regexp"
	"strconv"
	"strings"
	"time"
	"unicode"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/airframe"
	"inkysparrow/core/photo"
	"inkysparrow/core/say"
	"inkysparrow/internal/album"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
	"inkysparrow/plan"
)

// addPhoto keeps a photograph that comes as it is, in the request's body; what is said of it stands in the address.
func (s *Server) addPhoto(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	p := store.Photo{ID: c.Query("id"), Zone: legible(c.Query("zone")), Step: legible(c.Query("step")), Caption: legible(c.Query("caption")), Who: legible(c.Query("who"))}
	if !named.MatchString(p.ID) || len(p.Zone) > 100 || len(p.Step) > 100 || len(p.Caption) > 500 || len(p.Who) > 60 {
		return refuse("id, zone, step, caption, who: missing or too long")
	}
	var shows *album.Picture
	raw := c.Request().Body()
	if err := s.photographs.one(ctx, func() (err error) { // one is decoded at a time, so that any number of them takes the room of one
		shows, err = album.Read(raw)
		return err
	}); err != nil {
		return unread(err)
	}
	p.At = j.now
	if at := c.Query("at"); at != "" {
		if p.At, err = time.Parse(time.RFC3339, at); err != nil || p.At.Year() < 1990 || p.At.Year() > 2200 {
			return refuse("at: not a moment")
		}
	} else if !shows.Taken.IsZero() && c.Query("told") != "now" { // the camera's clock shows the bench's time
		t := shows.Taken
		p.At = time.Date(t.Year(), t.Month(), t.Day(), t.Hour(), t.Minute(), t.Second(), 0, j.local(j.now).Location())
	}
	if err := s.Store.AddPhoto(ctx, slug(c), p, shows); err != nil {
		return unread(err)
	}
	s.live.tell(wire.Event{What: wire.JournalCame, Slug: slug(c)})
	kept, err := s.Store.Photo(ctx, slug(c), p.ID)
	if err != nil {
		return unread(err)
	}
	return c.JSON(j.photo(kept))
}

// named are the ids that photographs and notes are given where they are made.
var named = regexp.MustCompile(`^[A-Za-z0-9._-]{8,64}$`)

// legible is a text without what can't be read or kept.
func legible(s string) string {
	return strings.TrimSpace(strings.Map(func(r rune) rune {
		if r == 0 || r == unicode.ReplacementChar {
			return -1
		}
		return r
	}, strings.ToValidUTF8(s, "")))
}

// unread tells of a photograph that is not taken, or that is not there, in words.
func unread(err error) error {
	var refused album.Refused
	switch {
	case errors.As(err, &refused):
		return fiber.NewError(fiber.StatusUnprocessableEntity, string(refused))
	case errors.Is(err, store.ErrNoPicture):
		return fiber.NewError(fiber.StatusNotFound, "There is no such photograph.")
	case errors.Is(err, store.ErrNoNote):
		return fiber.NewError(fiber.StatusNotFound, "There is no such note.")
	case errors.Is(err, store.ErrPhotos), errors.Is(err, store.ErrNotes):
		return fiber.NewError(fiber.StatusUnprocessableEntity, say.Capital(err.Error())+".")
	}
	return err
}

// single lets one at a time do what takes much room, and keeps the last photograph that was opened up for measuring.
type single struct {
	room chan struct{}
	hash string
	last *photo.Picture
}

func newSingle() *single { return &single{room: make(chan struct{}, 1)} }

// one does work when nobody else does. It returns why ctx ended where that comes first.
func (s *single) one(ctx context.Context, work func() error) error {
	select {
	case s.room <- struct{}{}:
	case <-ctx.Done():
		return context.Cause(ctx)
	}
	defer func() { <-s.room }()
	return work()
}

// opened returns a photograph as it is measured; the caller has the room.
func (s *Server) opened(ctx context.Context, hash string) (*photo.Picture, error) {
	if k := s.photographs; k.hash == hash {
		return k.last, nil
	}
	s.photographs.hash, s.photographs.last = "", nil
	_, raw, err := s.Store.Picture(ctx, hash, false)
	if err != nil {
		return nil, err
	}
	img, err := album.Decode(raw)
	if err != nil {
		return nil, err
	}
	s.photographs.hash, s.photographs.last = hash, photo.Of(img)
	return s.photographs.last, nil
}

// picture sends what a photograph shows. Nothing in it can run: its kind is one of three, it is not sniffed, and the page's policy for it allows nothing.
func (s *Server) photograph(c fiber.Ctx) error {
	hash := c.Params("hash")
	kind, bytes, err := s.Store.Picture(c.Context(), hash, c.Query("small") != "")
	if err == nil && c.Query("small") == "tape" {
		bytes, err = album.Tiny(bytes)
	}
	if err != nil {
		return unread(err)
	}
	c.Set(fiber.HeaderContentType, "image/"+kind)
	c.Set(fiber.HeaderContentSecurityPolicy, "default-src 'none'; frame-ancestors 'none'; sandbox")
	c.Set(fiber.HeaderContentDisposition, "inline; filename=\"photograph-"+hash[:8]+"."+map[string]string{"jpeg": "jpg", "png": "png", "webp": "webp"}[kind]+"\"")
	c.Set(fiber.HeaderCacheControl, "private, max-age=31536000, immutable") // a hash never shows anything else
	return c.Send(bytes)
}

// photo writes a photograph for the page.
func (j *judged) photo(p store.Photo) wire.Photo {
	out := wire.Photo{
		ID: p.ID, Hash: p.Hash, Width: p.Width, Height: p.Height, Size: size(p.Bytes), Zone: p.Zone, Step: p.Step, Where: j.whereOf(p.Zone), Caption: p.Caption, Who: p.Who, Exposure: p.Exposure,
		At: p.At.UTC(), Clock: j.local(p.At).Format(say.ClockLayout), Date: j.file.EveningOfEntry(p.At),
	}
	if p.Reading != "" {
		var r wire.PhotoReading
		if json.Unmarshal([]byte(p.Reading), &r) == nil { // one that can't be read is as if it were not laid
			out.Reading = &r
		}
	}
	return out
}

// whereOf is a zone's name; the whole model for none.
func (j *judged) whereOf(zone string) string {
	for _, z := range j.file.Zones {
		if z.ID == zone {
			return z.Name
		}
	}
	if zone == "" {
		return ""
	}
	return "a zone that is gone"
}

// changePhoto changes what is said of a photograph.
func (s *Server) changePhoto(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	var in wire.PhotoChange
	if err := body(c, &in); err != nil {
		return err
	}
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	reading := ""
	if in.Reading != nil {
		p, err := s.Store.Photo(ctx, slug(c), c.Params("photo"))
		if err != nil {
			return unread(err)
		}
		if in.At != nil {
			p.At = *in.At
		}
		in.Reading.Seen = nil
		got, _, err := s.measured(ctx, j, p, in.Reading)
		if err != nil {
			return unread(err)
		}
		in.Reading.Seen = sights(got)
		text, err := json.Marshal(in.Reading)
		if err != nil {
			return err
		}
		reading = string(text)
	}
	p, err := s.Store.ChangePhoto(ctx, slug(c), c.Params("photo"), func(p *store.Photo) error {
		for _, set := range []struct{ to, from *string }{{&p.Caption, in.Caption}, {&p.Zone, in.Zone}, {&p.Step, in.Step}} {
			if set.from != nil {
				*set.to = legible(*set.from)
			}
		}
		if in.At != nil {
			if in.At.Year() < 1990 || in.At.Year() > 2200 {
				return refuse("at: a moment from 1990 to 2200")
			}
			p.At = *in.At
		}
		if in.Dropped != nil {
			p.DroppedAt = time.Time{}
			if *in.Dropped {
				p.DroppedAt = s.Now()
			}
		}
		if in.Reading != nil || in.Unread {
			p.Reading = reading
		}
		return nil
	})
	if err != nil {
		return unread(err)
	}
	s.live.tell(wire.Event{What: wire.JournalCame, Slug: slug(c)})
	return c.JSON(j.photo(p))
}

// queryOf reads how a photograph is read.
func queryOf(r *wire.PhotoReading) (q plan.PhotoQuery, err error) {
	v, ok := airframe.ViewNamed(r.View)
	if !ok {
		return q, refuse("reading.view: %.20q is none of top, under, left, right", r.View)
	}
	q.View, q.Raking = v, r.Raking
	for i, p := range r.Pairs {
		for _, n := range []float64{p.X, p.Y, p.XMM, p.YMM} {
			if math.IsNaN(n) || math.Abs(n) > 1e6 {
				return q, refuse("reading.pairs[%d]: out of range", i)
			}
		}
		q.Pairs = append(q.Pairs, photo.Pair{Photo: airframe.Pt{X: p.X, Y: p.Y}, View: airframe.Pt{X: p.XMM, Y: p.YMM}})
	}
	if r.Light == "" {
		return q, nil
	}
	at := airframe.Pt{X: r.X, Y: r.Y}
	if !(math.Abs(r.X) <= 1e6 && math.Abs(r.Y) <= 1e6) {
		return q, refuse("reading.x: tap where the light is known")
	}
	switch r.Light {
	case "white", "grey":
		q.Card, q.CardAt = photo.Reference(r.Light), at
	case "known":
		q.Known, q.KnownAt = r.Known, at
	default:
		return q, refuse("reading.light: %.20q is none of white, grey, known", r.Light)
	}
	return q, nil
}

// measured measures a photograph of a build as it is read.
func (s *Server) measured(ctx context.Context, j *judged, p store.Photo, r *wire.PhotoReading) (got *plan.Measured, spot func(at airframe.Pt) (plan.SpotTold, error), err error) {
	q, err := queryOf(r)
	if err != nil {
		return nil, nil, err
	}
	q.At = p.At
	err = s.photographs.one(ctx, func() error {
		if q.Picture, err = s.opened(ctx, p.Hash); err != nil {
			return err
		}
		of, err := s.studio.Of(j.file, j.checked.Timeline, plan.LookQuery{Views: []airframe.View{q.View}, Width: plan.JudgedWide})
		if err != nil {
			return over(err)
		}
		return s.studio.Do(ctx, func(ctx context.Context) error {
			told, raw, err := of.Measure(ctx, j.checked.Timeline, q)
			got = told
			spot = func(at airframe.Pt) (plan.SpotTold, error) { return of.Spot(raw, at) }
			return err
		})
	})
	return got, spot, err
}

// sights is what a photograph told of a hand.
func sights(m *plan.Measured) (all []wire.PhotoSeen) {
	for _, x := range m.Sights() {
		all = append(all, wire.PhotoSeen{Trait: string(x.Trait), Step: x.Step, Times: x.Times})
	}
	return all
}

// photoPage tells a photograph as an instrument: as it is laid, or as the address asks for it to be tried.
func (s *Server) photoPage(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, p, r, err := s.photoAsked(ctx, c)
	if err != nil {
		return err
	}
	out := wire.PhotoPage{Photo: j.photo(p), Views: []wire.PhotoView{}, Landmarks: []wire.PhotoLandmark{}, Others: []wire.Photo{}, Figures: []wire.PhotoFigure{}, View: "top"}
	for _, v := range airframe.Views {
		out.Views = append(out.Views, wire.PhotoView{View: v.String(), Words: say.Capital(v.Words())})
	}
	if r != nil {
		out.View = r.View
	}
	if v := c.Query("view"); v != "" {
		out.View = v
	}
	view, ok := airframe.ViewNamed(out.View)
	if !ok {
		return refuse("view: %.20q is none of top, under, left, right", out.View)
	}
	shape, err := j.file.Shape()
	if err != nil {
		return err
	}
	for _, l := range photo.Landmarks(shape.Airframe, view) {
		out.Landmarks = append(out.Landmarks, wire.PhotoLandmark{ID: l.ID, Words: l.Words, XMM: round(l.At.X, 2), YMM: round(l.At.Y, 2)})
	}
	photos, err := s.Store.Photos(ctx, slug(c))
	if err != nil {
		return err
	}
	for _, other := range photos {
		if w := j.photo(other); other.ID != p.ID && w.Reading != nil && w.Reading.View == out.View {
			out.Others = append(out.Others, w)
		}
	}
	if r != nil && r.View == out.View && len(r.Pairs) >= 4 {
		m, _, err := s.measured(ctx, j, p, r)
		var place *plan.FieldError
		switch {
		case errors.As(err, &place):
			out.Problem = say.Capital(place.Problem) + "."
		case err != nil:
			return unread(err)
		default:
			out.Measured = m
			if m.Refused {
				out.Problem = say.Capital(m.Why) + "."
			}
			j.figures(&out)
		}
	}
	return c.JSON(out)
}

// photoAsked reads which photograph is meant, and how it is to be read: as it is kept, or as the address says.
func (s *Server) photoAsked(ctx context.Context, c fiber.Ctx) (*judged, store.Photo, *wire.PhotoReading, error) {
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return nil, store.Photo{}, nil, err
	}
	p, err := s.Store.Photo(ctx, slug(c), c.Params("photo"))
	if err != nil {
		return nil, p, nil, unread(err)
	}
	if text := c.Query("reading"); text != "" {
		var r wire.PhotoReading
		if err := plan.Strictly([]byte(text), "reading", &r); err != nil {
			return nil, p, nil, refuse("%v", err)
		}
		if len(r.Pairs) > 60 {
			return nil, p, nil, refuse("reading.pairs: at most 60")
		}
		return j, p, &r, nil
	}
	return j, p, j.photo(p).Reading, nil
}

func (j *judged) figureState(f plan.MeasuredFigure) wire.State {
	if f.Is == "more" || f.Is == "less" {
		return wire.Hold
	}
	return wire.Safe
}

// photoSpot tells one place of a photograph.
func (s *Server) photoSpot(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, p, r, err := s.photoAsked(ctx, c)
	if err != nil {
		return err
	}
	at, err := plan.ReadPlace(c.Query("at"))
	if err != nil {
		return refuse("at: %v", err)
	}
	if r == nil || len(r.Pairs) < 4 {
		return refuse("Lay the view in the photograph first.")
	}
	m, spot, err := s.measured(ctx, j, p, r)
	if err != nil {
		return unread(err)
	}
	if m.Refused {
		return refuse("%s.", say.Capital(m.Why))
	}
	told, err := spot(at)
	if err != nil {
		return refuse("Nothing of the model is there: tap its skin.")
	}
	return c.JSON(told)
}

// laidWide is how wide a photograph is drawn that is laid into its view, at most, in pixels.
const laidWide = 1600

// photoLaid draws a photograph as its view would stand in a picture of that width: so that the look, or another photograph, can be wiped over it.
func (s *Server) photoLaid(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, p, r, err := s.photoAsked(ctx, c)
	if err != nil {
		return err
	}
	if r == nil || len(r.Pairs) < 4 {
		return refuse("Lay the view in the photograph first.")
	}
	q, err := queryOf(r)
	if err != nil {
		return err
	}
	wide := 900
	if text := c.Query("width"); text != "" {
		if wide, err = strconv.Atoi(text); err != nil || wide < plan.LeastLook || wide > laidWide {
			return refuse("width: not between %d and %d pixels", plan.LeastLook, laidWide)
		}
	}
	q.At = p.At
	var out bytes.Buffer
	err = s.photographs.one(ctx, func() error {
		if q.Picture, err = s.opened(ctx, p.Hash); err != nil {
			return err
		}
		of, err := s.studio.Of(j.file, j.checked.Timeline, plan.LookQuery{Views: []airframe.View{q.View}, Width: wide, Most: lookRows})
		if err != nil {
			return over(err)
		}
		return s.studio.Do(ctx, func(ctx context.Context) error {
			img, err := of.LaidIn(ctx, j.checked.Timeline, of.Q, q)
			if err != nil {
				return err
			}
			return jpeg.Encode(&out, img, &jpeg.Options{Quality: laidQuality})
		})
	})
	if err != nil {
		return unread(err)
	}
	c.Set(fiber.HeaderContentType, "image/jpeg")
	return c.Send(out.Bytes())
}

const laidQuality = 84 // of 100

// addNote writes a note down, or changes one.
func (s *Server) addNote(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	var in wire.NoteChange
	if err := body(c, &in); err != nil {
		return err
	}
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	words := legible(in.Words)
	if !named.MatchString(in.ID) {
		return refuse("id: 8 to 64 letters, digits, dots and dashes")
	}
	if words == "" && !in.Dropped {
		return refuse("words: a note has some")
	}
	n := store.Note{ID: in.ID, Zone: legible(in.Zone), Step: legible(in.Step), Words: words, Who: legible(in.Who), At: j.now}
	if in.At != nil {
		if in.At.Year() < 1990 || in.At.Year() > 2200 {
			return refuse("at: a moment from 1990 to 2200")
		}
		n.At = *in.At
	}
	err = s.Store.ChangeNote(ctx, slug(c), in.ID, func(old *store.Note) error {
		if old.DroppedAt = (time.Time{}); in.Dropped {
			old.DroppedAt = s.Now()
		}
		if words != "" {
			old.Words = words
		}
		return nil
	})
	if errors.Is(err, store.ErrNoNote) && !in.Dropped {
		err = s.Store.AddNote(ctx, slug(c), n)
	}
	if err != nil {
		return unread(err)
	}
	s.live.tell(wire.Event{What: wire.JournalCame, Slug: slug(c)})
	return s.journal(c)
}

// figures writes what was measured for the page, with whether it is enough.
func (j *judged) figures(out *wire.PhotoPage) {
	over, under := 0, 0
	for _, f := range out.Measured.Figures {
		one := wire.PhotoFigure{MeasuredFigure: f, State: j.figureState(f)}
		if f.Until != nil {
			one.UntilWords = "until " + j.moment(*f.Until)
		}
		switch f.Is {
		case "more":
			over++
		case "less":
			under++
		}
		out.Figures = append(out.Figures, one)
	}
	switch {
	case len(out.Figures) == 0:
		out.Enough = ""
	case over > 0 && under == 0:
		out.Enough = "More than was planned. Stop here, or take something back."
	case under > 0 && over == 0:
		out.Enough = "Less than was planned: there is room for more."
	case over > 0:
		out.Enough = "Some is more and some is less than was planned."
	default:
		out.Enough = "As planned. Enough: stop here."
	}
}
