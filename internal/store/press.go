package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"inkysparrow/internal/store/db"
	"inkysparrow/plan"
)

// mostPresses is how many presses a build keeps; an evening has some fifty.
const mostPresses = 50_000

// ErrPresses is returned by Record for a build that holds as many presses as one may.
var ErrPresses = errors.New("this build has no room for more presses")

// Record keeps presses of a build, each once however often it is sent. It returns only when they are on the disk. It returns ErrNoBuild where there is
// no such build.
func (s *Store) Record(ctx context.Context, slug string, presses []plan.Press) error {
	return s.in(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		have, err := q.CountPresses(ctx, row.Build.ID)
		if err != nil {
			return err
		}
		if have+int64(len(presses)) > mostPresses {
			return ErrPresses
		}
		for _, p := range presses {
			if err := addPress(ctx, q, row.Build.ID, p, s.stamp()); err != nil {
				return err
			}
		}
		return nil
	})
}

func addPress(ctx context.Context, q *db.Queries, build int64, p plan.Press, keptAt string) error {
	text, err := json.Marshal(p)
	if err != nil {
		return err
	}
	return q.AddPress(ctx, db.AddPressParams{
		ID: p.ID, BuildID: build, Device: p.Device, Step: p.Step, Word: p.Word, At: stamp(p.At).String, MadeAt: stamp(p.Made).String, KeptAt: keptAt, More: string(text),
	})
}

// Presses returns all presses of a build.
func (s *Store) Presses(ctx context.Context, slug string) (all []plan.Press, err error) {
	err = s.view(ctx, func(q *db.Queries) error {
		row, err := at(ctx, q, slug)
		if err != nil {
			return err
		}
		texts, err := q.PressesOf(ctx, row.Build.ID)
		if err != nil {
			return err
		}
		for _, text := range texts {
			var p plan.Press
			if err := json.Unmarshal([]byte(text), &p); err != nil {
				return fmt.Errorf("%w: a press of %s: %w", ErrDamaged, slug, err)
			}
			all = append(all, p)
		}
		return nil
	})
	return all, err
}

// Standing is a build with the revision that it stands at.
type Standing struct {
	Slug     string
	Revision int64
}

// Standings returns where all builds stand, without reading their plans.
func (s *Store) Standings(ctx context.Context) ([]Standing, error) {
	rows, err := db.New(s.read).BuildIDs(ctx)
	if err != nil {
		return nil, fmt.Errorf("list builds: %w", trouble(err))
	}
	all := make([]Standing, 0, len(rows))
	for _, r := range rows {
		all = append(all, Standing{r.Slug, r.HeadID.Int64})
	}
	return all, nil
}
