package web

import (
	"context"
	"fmt"
	"time"

	"github.com/gofiber/fiber/v3"

	"inkysparrow/core/climate"
	"inkysparrow/core/route"
	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/internal/sensor"
	"inkysparrow/internal/store"
	"inkysparrow/internal/wire"
)

const (
	pollEvery = 5 * time.Minute
	plotted   = 3 * 24 * time.Hour // of readings
)

func deviceSetting(slug string) string { return "device " + slug }

// polling asks the devices of all rooms as long as the server runs.
func (s *Server) polling(ctx context.Context) {
	tick := time.NewTicker(pollEvery)
	defer tick.Stop()
	for {
		s.poll(ctx)
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		}
	}
}

// poll asks each device once. What one answers is kept, right or not; that one does not is told with its room.
func (s *Server) poll(ctx context.Context) {
	all, err := s.Store.Standings(ctx)
	if err != nil {
		return // the file is away; it is tried again
	}
	for _, b := range all {
		address, err := s.Store.Kept(ctx, deviceSetting(b.Slug))
		if err != nil || address == "" {
			continue
		}
		if err := s.askDevice(ctx, b.Slug, address); err != nil && ctx.Err() == nil {
			s.devices.Store(b.Slug, say.Capital(err.Error())+".")
		}
	}
}

func (s *Server) askDevice(ctx context.Context, slug, address string) error {
	r, err := sensor.Read(ctx, address, s.Clock.Now())
	if err != nil {
		return err
	}
	s.devices.Delete(slug)
	return s.aired(ctx, slug, store.ByDevice, r)
}

// aired keeps a reading; the build is judged in its air from now on.
func (s *Server) aired(ctx context.Context, slug, source string, r climate.Reading) error {
	if err := s.Store.AddReadings(ctx, slug, source, []climate.Reading{r}); err != nil {
		return err
	}
	s.judging.forget()
	if b, err := s.Store.Head(ctx, slug); err == nil {
		s.live.tell(wire.Event{What: wire.BuildMoved, Slug: slug, Revision: b})
	}
	return nil
}

// roomAir tells what was measured in a build's room, what of it is not believed, and whether it is fit for spraying.
func (s *Server) roomAir(c fiber.Ctx) error {
	ctx, end := waiting(c)
	defer end()
	j, err := s.standing(ctx, slug(c))
	if err != nil {
		return err
	}
	now := s.Clock.Now()
	readings, err := s.Store.Readings(ctx, slug(c), now.Add(-plotted))
	if err != nil {
		return err
	}
	out := wire.RoomAir{Build: j.slug, Readings: []wire.AirReading{}, Usual: []wire.AirReading{}, Faults: []wire.AirFault{}, Spells: []wire.AirSpell{}}
	air := j.plan.Air.At(now)
	out.Now = fmt.Sprintf("%s, %.0f %%, dew point %s", say.Celsius(air.TemperatureC, 1), 100*air.Humidity, say.Celsius(air.DewPointC(), 1))
	if out.Device, err = s.Store.Kept(ctx, deviceSetting(j.slug)); err != nil {
		return err
	}
	if words, ok := s.devices.Load(j.slug); ok && out.Device != "" {
		out.Trouble, _ = words.(string)
	}
	good, faults := climate.Sift(readings)
	for _, r := range good {
		out.Readings = append(out.Readings, wire.AirReading{At: r.At, TemperatureC: round(r.TemperatureC, 1), HumidityPct: round(r.HumidityPct, 0)})
	}
	for _, f := range faults {
		out.Faults = append(out.Faults, wire.AirFault{At: f.At, Kind: string(f.Kind), Words: f.Words})
	}
	for t := now.Add(-plotted); !t.After(now); t = t.Add(time.Hour) {
		a := j.plan.Air.At(t)
		out.Usual = append(out.Usual, wire.AirReading{At: t.UTC(), TemperatureC: round(a.TemperatureC, 1), HumidityPct: round(100*a.Humidity, 0)})
	}
	if cl := j.file.Climate; cl != nil {
		for _, spell := range cl.Spells {
			if spell.To.After(now) {
				out.Spells = append(out.Spells, wire.AirSpell{Words: fmt.Sprintf("%s, %.0f %% from %s to %s", say.Celsius(spell.TemperatureC, 0), spell.HumidityPct, j.clock(spell.From), j.clock(spell.To))})
			}
		}
	}
	out.Spray = j.sprayWords(now)
	return c.JSON(out)
}

// sprayAhead is how far ahead a fit hour is looked for.
const sprayAhead = 72 * time.Hour

// sprayWords tells whether the next sprayed step can be sprayed in this air, and from which hour on; empty where nothing is left to spray.
func (j *judged) sprayWords(now time.Time) string {
	var next *route.Step
	var at time.Time
	for _, l := range j.checked.Lines {
		for _, p := range l.Steps {
			if s := p.Step; s.Done.IsZero() && s.Do.Airbrush && s.Product != nil && s.Product.Carrier != nil && (next == nil || p.Start.Before(at)) {
				next, at = s, p.Start
			}
		}
	}
	if next == nil {
		return ""
	}
	name := say.Capital(route.StepName(next))
	why := rule.UnfitToSpray(next, j.plan.Air.At(now))
	if why == "" {
		return fmt.Sprintf("%s with %s can be sprayed in this air.", name, next.Product.Name)
	}
	for t := now.Truncate(time.Hour).Add(time.Hour); t.Before(now.Add(sprayAhead)); t = t.Add(time.Hour) {
		if rule.UnfitToSpray(next, j.plan.Air.At(t)) == "" {
			return fmt.Sprintf("%s with %s: %s. Fit from %s.", name, next.Product.Name, why, j.clock(t))
		}
	}
	return fmt.Sprintf("%s with %s: %s, for three days at least. Warm the room, or spray elsewhere.", name, next.Product.Name, why)
}

// tellAir keeps what was read off a hygrometer, connects one, or puts the build into a warm cupboard or out of it.
func (s *Server) tellAir(c fiber.Ctx) error {
	var in wire.TellAir
	if err := body(c, &in); err != nil {
		return err
	}
	ctx, end := waiting(c)
	defer end()
	b, err := s.Store.Build(ctx, slug(c))
	if err != nil {
		return err
	}
	now := s.Clock.Now()
	switch {
	case in.Device != nil:
		if *in.Device != "" {
			if err := sensor.Check(*in.Device); err != nil {
				return fiber.NewError(fiber.StatusUnprocessableEntity, "That is "+err.Error()+".")
			}
			if err := s.askDevice(ctx, b.Slug, *in.Device); err != nil {
				return fiber.NewError(fiber.StatusUnprocessableEntity, say.Capital(err.Error())+".")
			}
		}
		s.devices.Delete(b.Slug)
		if err := s.Store.Keep(ctx, deviceSetting(b.Slug), *in.Device); err != nil {
			return err
		}
	case in.TemperatureC != nil && in.HumidityPct != nil:
		r := climate.Reading{At: now.UTC().Truncate(time.Second), TemperatureC: *in.TemperatureC, HumidityPct: *in.HumidityPct}
		if good, faults := climate.Sift([]climate.Reading{r}); len(good) == 0 {
			return fiber.NewError(fiber.StatusUnprocessableEntity, faults[0].Words)
		}
		if err := s.aired(ctx, b.Slug, store.ByHand, r); err != nil {
			return err
		}
	case in.Cupboard != "":
		f, words, err := b.Plan.AsOf(now).Cupboard(in.Cupboard == "in", in.Warm)
		if err != nil {
			return err
		}
		if _, err := s.keep(ctx, b.Slug, b.Revision, f, func(*judged) string { return words }); err != nil {
			return err
		}
	default:
		return fiber.NewError(fiber.StatusUnprocessableEntity, "Tell a temperature with a humidity, the address of a device, or the cupboard.")
	}
	return s.roomAir(c)
}
