package main

import (
	"bytes"
	"fmt"
	"image/png"
	"os"

	"github.com/spf13/cobra"

	"inkysparrow/core/shade"
	"inkysparrow/plan"
)

func lookCommand() *cobra.Command {
	var asJSON, squint, finished bool
	var at, view, light, out string
	width := 1280
	c := &cobra.Command{
		Use: "look FILE|-", Short: "Paint the aircraft as it looks at a moment",
		Long: "Paint the aircraft of a plan file as its route leaves it at a moment, in the end where none is given; - reads standard input. The picture is\n" +
			"written as PNG to -o. The exit status is 2 for a file that can't be read.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			f, err := readPlan(args[0], cmd.InOrStdin())
			if err != nil {
				return err
			}
			q := plan.LookQuery{Width: width, Finished: finished}
			if width < plan.LeastLook || width > plan.MostLook {
				return fmt.Errorf("width: %d is not between %d and %d pixels", width, plan.LeastLook, plan.MostLook)
			}
			if q.Views, err = plan.LookViews(view); err != nil {
				return err
			}
			if q.Light, err = plan.LookLight(light); err != nil {
				return err
			}
			if squint {
				q.Minutes = shade.SquintMinutes()
			}
			if q.At, err = moment(at); err != nil {
				return err
			}
			if out == "" && !asJSON || out == "-" && asJSON {
				return fmt.Errorf("o: say where the picture goes, such as -o look.png")
			}
			tl, err := laidOut(cmd.Context(), args[0], f)
			if err != nil {
				return err
			}
			if q.At.IsZero() {
				q.At = tl.Finish
			}
			painter, err := f.Painter()
			if err != nil {
				return fmt.Errorf("%s: %w", args[0], err)
			}
			if out != "" {
				img, err := painter.Paint(cmd.Context(), tl, q)
				if err != nil {
					return err
				}
				var b bytes.Buffer
				if err := png.Encode(&b, img); err != nil {
					return fmt.Errorf("write %s: %w", out, err)
				}
				if out == "-" {
					_, err = cmd.OutOrStdout().Write(b.Bytes())
					return err
				}
				if err := os.WriteFile(out, b.Bytes(), 0o644); err != nil {
					return fmt.Errorf("write %s: %w", out, err)
				}
			}
			if asJSON {
				got, err := painter.Look(cmd.Context(), tl, q)
				if err != nil {
					return err
				}
				return writeJSON(cmd.OutOrStdout(), got)
			}
			return nil
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print what the picture shows as JSON")
	c.Flags().StringVar(&at, "at", "", "the moment (RFC 3339); the finish where it is left out")
	c.Flags().StringVar(&view, "view", "", "top, under, left or right; all four where it is left out")
	c.Flags().StringVar(&light, "light", "daylight", "daylight, lamp, raking or even")
	c.Flags().BoolVar(&squint, "squint", false, "as half-closed eyes see it at arm's length")
	c.Flags().BoolVar(&finished, "finished", false, "as it will be under the planned last coat")
	c.Flags().IntVar(&width, "width", width, "of the picture, in pixels")
	c.Flags().StringVarP(&out, "output", "o", "", "the PNG file; - for standard output")
	return c
}
