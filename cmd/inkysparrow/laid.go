package main

import (
	"context"
	"fmt"
	"time"

	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/plan"
)

// laidOut lays out what was read from a file.
func laidOut(ctx context.Context, path string, f plan.File) (*timeline.Timeline, error) {
	p, err := f.Resolve()
	if err != nil {
		return nil, fmt.Errorf("%s: %w", path, err)
	}
	return timeline.LayContext(ctx, p, rule.Every())
}

// moment reads --at; the zero moment where it is left out.
func moment(at string) (time.Time, error) {
	if at == "" {
		return time.Time{}, nil
	}
	t, err := time.Parse(time.RFC3339, at)
	if err != nil {
		return t, fmt.Errorf("at: %q is not a moment, such as 2027-03-01T18:00:00Z", at)
	}
	return t, nil
}
