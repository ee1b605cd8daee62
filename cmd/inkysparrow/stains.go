package main

import (
	"fmt"
	"io"

	"github.com/spf13/cobra"

	"inkysparrow/core/rule"
	"inkysparrow/core/timeline"
	"inkysparrow/plan"
)

func stainsCommand() *cobra.Command {
	var asJSON bool
	var zone, step string
	c := &cobra.Command{
		Use: "stains FILE|-", Short: "Plan oils, leaks or exhaust on the airframe",
		Long: "Plan a step of a plan file that stains or fades its zone on the airframe: where each dot of oil goes and how it is drawn out, or how a plume of exhaust is\n" +
			"sprayed; - reads standard input. The exit status is 2 for a file that can't be read, or a zone or step that there is none of.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			f, err := readPlan(args[0], cmd.InOrStdin())
			if err != nil {
				return err
			}
			p, err := f.Resolve()
			if err != nil {
				return fmt.Errorf("%s: %w", args[0], err)
			}
			tl, err := timeline.LayContext(cmd.Context(), p, rule.Every())
			if err != nil {
				return err
			}
			stains, err := f.Stains(tl, zone, step)
			if err != nil {
				return err
			}
			if asJSON {
				return writeJSON(cmd.OutOrStdout(), stains)
			}
			printStains(cmd.OutOrStdout(), stains)
			return nil
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print the plan as JSON")
	c.Flags().StringVar(&zone, "zone", "", "the zone's id")
	c.Flags().StringVar(&step, "step", "", "the step's id")
	return c
}

func printStains(w io.Writer, s plan.Stains) {
	if len(s.Dots) > 0 {
		fmt.Fprintf(w, "%d dots, %.0f mm3 squeezed out", len(s.Dots), s.PaintMM3)
		if s.ShiftDE > 0 {
			fmt.Fprintf(w, "; they shift the paint by %.1f CIEDE2000, %.1f wanted; about %.0f min, in patches of %.0f cm2", s.ShiftDE, s.WantedDE, s.AttendedMin, s.PatchCM2)
		}
		fmt.Fprintln(w, ".")
	}
	for i, p := range s.Passes {
		fmt.Fprintf(w, "pass %d: from %.0f to %.0f mm aft, %.0f mm off drawn away to %.0f, %.0f psi, %.0f %% paint\n", i+1, p.FromMM, p.ToMM, p.DistanceMM, p.EndMM, p.PSI, p.PaintPct)
	}
}
