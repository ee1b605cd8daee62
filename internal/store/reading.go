package store

import (
	"context"
	"errors"
	"time"

	"inkysparrow/core/climate"
	"inkysparrow/internal/store/db"
)

// Where a reading comes from.
const (
	ByHand   = "hand"
	ByDevice = "device"
)

// readingsKept is how long readings are kept: older films are cured.
const readingsKept = 60 * 24 * time.Hour

// AddReadings keeps readings of the air that a build stands in, right or not, and lets go of those that are older than any film needs. It returns ErrNoBuild where there is no such build.
func (s *Store) AddReadings(ctx context.Context, slug, source string, all []climate.Reading) error {
	return s.in(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		var newest time.Time
		for _, r := range all {
			err := q.AddReading(ctx, db.AddReadingParams{BuildID: row.Build.ID, At: stamp(r.At).String, Source: source, TemperatureC: r.TemperatureC, HumidityPct: r.HumidityPct})
			if err != nil {
				return err
			}
			if r.At.After(newest) {
				newest = r.At
			}
		}
		return q.DropReadingsBefore(ctx, db.DropReadingsBeforeParams{BuildID: row.Build.ID, At: stamp(newest.Add(-readingsKept)).String})
	})
}

// Readings returns what was measured for a build since a moment, in order of time. A build that is not there has none.
func (s *Store) Readings(ctx context.Context, slug string, since time.Time) (all []climate.Reading, err error) {
	err = s.view(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if errors.Is(err, ErrNoBuild) {
			return nil
		}
		if err != nil {
			return err
		}
		rows, err := q.ReadingsSince(ctx, db.ReadingsSinceParams{BuildID: row.Build.ID, At: stamp(since).String})
		for _, r := range rows {
			all = append(all, climate.Reading{At: moment(text(r.At)), TemperatureC: r.TemperatureC, HumidityPct: r.HumidityPct})
		}
		return err
	})
	return all, err
}
