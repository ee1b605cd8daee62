package main

import (
	"context"
	"fmt"
	"time"

	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/plan"

	"github.com/spf13/cobra"
)

// readLaid reads a plan from a file, or from standard input for -, and lays it out.
func readLaid(cmd *cobra.Command, path string) (plan.File, *timeline.Timeline, error) {
	f, err := readPlan(path, cmd.InOrStdin())
	if err != nil {
		return f, nil, err
	}
	tl, err := laidOut(cmd.Context(), path, f)
	return f, tl, err
}

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
