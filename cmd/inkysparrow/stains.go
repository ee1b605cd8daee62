package main

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"inkysparrow/core/airframe"
	"inkysparrow/core/timeline"
	"inkysparrow/internal/format/sheet"
	"inkysparrow/plan"
)

func stainsCommand() *cobra.Command {
	var asJSON, mirrored bool
	var zone, step, view, guide string
	c := &cobra.Command{
		Use: "stains FILE|-", Short: "Plan oils, chips, stains and dust on the airframe",
		Long: "Plan a step of a plan file that stains or fades its zone on the airframe: where each dot of oil goes and how it is drawn out, or how a plume of exhaust is\n" +
			"sprayed; - reads standard input. The exit status is 2 for a file that can't be read, or a zone or step that there is none of.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			f, tl, err := readLaid(cmd, args[0])
			if err != nil {
				return err
			}
			if guide != "" {
				return writeGuide(cmd.Context(), f, tl, view, mirrored, zone, step, guide)
			}
			stains, err := f.Stains(tl, zone, step)
			if err != nil {
				return err
			}
			if asJSON {
				return writeJSON(cmd.OutOrStdout(), stains)
			}
			printTold(cmd.OutOrStdout(), stains.Told())
			return nil
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print the plan as JSON")
	c.Flags().StringVar(&zone, "zone", "", "the zone's id")
	c.Flags().StringVar(&step, "step", "", "the step's id")
	c.Flags().StringVar(&guide, "guide", "", "write a guide at the size of the model to this file, .pdf or .svg, in place of the plan; of all that is left to stain where there is no step")
	c.Flags().StringVar(&view, "view", "top", "of the guide: top, under, left or right")
	c.Flags().BoolVar(&mirrored, "mirrored", false, "turn the guide over")
	return c
}

// writeGuide writes the guide to a view's stains as the file's name says.
func writeGuide(ctx context.Context, f plan.File, tl *timeline.Timeline, view string, mirrored bool, zone, step, path string) error {
	v, ok := airframe.ViewNamed(view)
	if !ok {
		return fmt.Errorf("view: %q is none of top, under, left, right", view)
	}
	p, err := f.Printed(ctx, tl, v, mirrored, zone, step)
	if err != nil {
		return err
	}
	var text []byte
	switch strings.ToLower(filepath.Ext(path)) {
	case ".svg":
		text = sheet.SVG(p)
	case ".pdf":
		if text, err = sheet.PDF(p, time.Now()); err != nil {
			return err
		}
	default:
		return fmt.Errorf("guide: %q is neither .pdf nor .svg", path)
	}
	return os.WriteFile(path, text, 0o644)
}
