package web

import (
	"context"
	"crypto/rand"
	"crypto/subtle"
	"encoding/hex"
	"fmt"
	"slices"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/clock"
	"inkysparrow/core/route"
	"inkysparrow/core/say"
	"inkysparrow/internal/format/ical"
	"inkysparrow/internal/wire"
)

// calendarSetting keeps the key by which a calendar is read without the passphrase: who has the address has the evenings, and nothing else.
const calendarSetting = "calendar-key"

// calendarKey returns the key of the feed, made when it is first asked for.
func (s *Server) calendarKey(ctx context.Context) (string, error) {
	key, err := s.Store.Kept(ctx, calendarSetting)
	if err != nil || key != "" {
		return key, err
	}
	var b [16]byte
	rand.Read(b[:]) // it never fails
	key = hex.EncodeToString(b[:])
	return key, s.Store.Keep(ctx, calendarSetting, key)
}

// calendarAddress tells where the feed is.
func (s *Server) calendarAddress(c fiber.Ctx) error {
	key, err := s.calendarKey(c.Context())
	if err != nil {
		return err
	}
	return c.JSON(wire.Calendar{Path: "/api/calendar/" + key + "/bench.ics"})
}

// feeds reports whether a request is one for the calendar, with its key.
func (s *Server) feeds(c fiber.Ctx) bool {
	rest, ok := strings.CutPrefix(c.Path(), "/api/calendar/")
	if !ok || c.Method() != fiber.MethodGet {
		return false
	}
	given, _, _ := strings.Cut(rest, "/")
	key, err := s.Store.Kept(c.Context(), calendarSetting)
	return err == nil && key != "" && subtle.ConstantTimeCompare([]byte(given), []byte(key)) == 1
}

// calendar is the feed: sessions with what is planned in them, wipe windows with alarms, and when films are dry, of all builds.
func (s *Server) calendar(c fiber.Ctx) error {
	key, err := s.calendarKey(c.Context())
	if err != nil {
		return err
	}
	if subtle.ConstantTimeCompare([]byte(c.Params("key")), []byte(key)) != 1 {
		return fiber.NewError(fiber.StatusNotFound, "There is no such calendar.")
	}
	ctx, end := waiting(c)
	defer end()
	e, err := s.evening(ctx)
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "text/calendar; charset=utf-8")
	c.Set(fiber.HeaderCacheControl, "private, no-cache")
	return c.Send(ical.Write("Inky Sparrow", e.events(), s.Clock.Now()))
}

const (
	ahead    = 90 * 24 * time.Hour // of what is planned
	worthDry = time.Hour           // of drying that is worth an entry
)

// events are what a calendar holds, in the order of time. What an entry is called in the file stays the same wherever it moves to: a step keeps its windows, a day its session.
func (e *evening) events() (all []ical.Event) {
	for i, j := range e.of {
		type day struct {
			ical.Event
			steps []string
		}
		days := map[string]*day{}
		for _, l := range e.Builds[i].Lines {
			for k, p := range l.Steps {
				id := j.slug + "-" + p.Step.ID
				if !p.Step.Done.IsZero() && p.TouchDry.Before(e.At) || p.Start.Sub(e.At) > ahead || p.NoRoom {
					continue
				}
				if p.Step.Done.IsZero() {
					for _, span := range p.Spans() {
						local := span.From.In(e.At.Location())
						of := local.Format("2006-01-02")
						d := days[of]
						if d == nil {
							d = &day{Event: ical.Event{UID: "session-" + of + "-" + j.slug + "@inkysparrow", Start: span.From, End: span.To, Category: "session"}}
							days[of] = d
						}
						d.Start, d.End = clock.Earlier(d.Start, span.From), clock.Later(d.End, span.To)
						d.steps = append(d.steps, local.Format("15:04")+" "+title(l, k))
					}
					if !p.Closes.IsZero() && p.Closes.Sub(p.Opens) < 24*time.Hour {
						all = append(all, ical.Event{
							UID: "wipe-" + id + "@inkysparrow", Start: p.Opens, End: p.Closes, Category: "wipe window", Summary: fmt.Sprintf("%s: %s", say.Capital(title(l, k)), j.plan.Name),
							Words: "Its window. Wipe it before it closes.", Alarms: []time.Duration{0, -p.Closes.Sub(p.Opens) / 2},
						})
					} else if !p.Opens.IsZero() && p.Step.Do.Has(route.Cloth) {
						all = append(all, ical.Event{UID: "wipe-" + id + "@inkysparrow", Start: p.Opens, End: p.Opens.Add(15 * time.Minute), Category: "wipe window", Summary: fmt.Sprintf("%s: %s", say.Capital(title(l, k)), j.plan.Name), Words: "From now on it can be wiped.", Alarms: []time.Duration{0}})
					}
				}
				if p.Layer > 0 && p.TouchDry.Sub(p.End) >= worthDry {
					all = append(all, ical.Event{
						UID: "dry-" + id + "@inkysparrow", Start: p.TouchDry, End: p.TouchDry.Add(15 * time.Minute), Category: "dry",
						Summary: fmt.Sprintf("Touch-dry: %s, %s", say.Lower(l.Zone.Name), j.plan.Name), Words: fmt.Sprintf("%s. Ready for the next step %s.", p.Step.Do.Name, e.clock(p.Ready)),
					})
				}
			}
		}
		for _, d := range days {
			slices.Sort(d.steps)
			d.Summary = fmt.Sprintf("Bench: %s, %s", j.plan.Name, say.Count(len(d.steps), "step"))
			d.Words = strings.Join(d.steps, "\n")
			all = append(all, d.Event)
		}
	}
	slices.SortFunc(all, func(a, b ical.Event) int {
		if d := a.Start.Compare(b.Start); d != 0 {
			return d
		}
		return strings.Compare(a.UID, b.UID)
	})
	return all
}
