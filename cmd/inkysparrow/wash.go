package main

import (
	"encoding/json"
	"fmt"
	"io"
	"os"
	"time"

	"github.com/spf13/cobra"

	"inkysparrow/core/rule"
	"inkysparrow/core/say"
	"inkysparrow/plan"
)

// judgedAt reads and judges a plan, and the moment that it is asked about; none where at is empty.
func judgedAt(cmd *cobra.Command, file, at string, moment *time.Time) (plan.File, *rule.Report, error) {
	f, err := readPlan(file, cmd.InOrStdin())
	if err != nil {
		return f, nil, err
	}
	if at != "" {
		if *moment, err = time.Parse(time.RFC3339, at); err != nil {
			return f, nil, fmt.Errorf("at: %q is not a moment, such as 2027-03-01T18:00:00Z", at)
		}
	}
	p, err := f.Resolve()
	if err != nil {
		return f, nil, fmt.Errorf("%s: %w", file, err)
	}
	checked, err := rule.CheckContext(cmd.Context(), p)
	return f, checked, err
}

func washesCommand() *cobra.Command {
	var asJSON bool
	var q plan.WashQuery
	var at, wishes string
	c := &cobra.Command{
		Use: "washes FILE|-", Short: "Put every wash for a zone side by side",
		Long: "Put the washes of a plan file, one of each family, and what can be mixed of its paints side by side for a zone at a moment; - reads\n" +
			"standard input. The exit status is 2 for a file that can't be read or a zone that there is none of.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			f, checked, err := judgedAt(cmd, args[0], at, &q.At)
			if err != nil {
				return err
			}
			q.Wishes = plan.Wishing(wishes)
			chosen, err := f.Choose(cmd.Context(), checked, q)
			if err != nil {
				return err
			}
			if _, err := chosen.Finish(cmd.Context()); err != nil {
				return err
			}
			report := chosen.Report()
			if asJSON {
				return writeJSON(cmd.OutOrStdout(), report)
			}
			printWashes(cmd.OutOrStdout(), f, report)
			return nil
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print the list as JSON")
	c.Flags().StringVar(&q.Zone, "zone", "", "the zone's id")
	c.Flags().StringVar(&at, "at", "", "the moment, RFC 3339; when a wash is due where it is left out")
	c.Flags().StringVar(&wishes, "wish", "", "wishes in the order in which they decide, such as safe,subtle")
	c.Flags().StringVar(&q.With, "with", "", "the cloth: dry, damp or wet; the school's where it is left out")
	c.Flags().StringVar(&q.Way, "way", "", "how it goes on: pin, overall, sprayed or sludge; the school's where it is left out")
	c.Flags().StringVar(&q.Stroke, "stroke", "", "how the cloth moves; the school's where it is left out")
	c.Flags().StringVar(&q.Liquid, "liquid", "", "what a damp or wet cloth is wetted with; each wash's own remover where it is left out")
	if err := c.MarkFlagRequired("zone"); err != nil {
		panic(err) // the flag is there
	}
	return c
}

func printWashes(w io.Writer, f plan.File, r *plan.Washes) {
	place, err := time.LoadLocation(f.Timezone)
	if err != nil {
		place = time.UTC
	}
	fmt.Fprintf(w, "%s, %s\n\n%4s  %-44s %-7s %6s %6s %6s %6s  %-8s %s\n", r.Zone, r.At.In(place).Format("Mon 2 Jan 2006 15:04"), "rank", "wash", "bite", "run", "left", "lines", "shift", "wipe", "undone with")
	for _, c := range r.Candidates {
		bite := c.Apply
		if bite.Verdict == "safe" {
			bite = c.Wipe
		}
		fmt.Fprintf(w, "%4d  %-44.44s %-7s %4.0fmm %5.1f%% %6.1f %6.1f  %-8s %s\n", c.Rank, c.Name, bite.Verdict, c.RunMM, c.LeftPct, c.LineDE, c.SurfaceDE, c.Opens.In(place).Format("15:04"), c.Undo.Liquid)
		if c.Recipe != "" {
			fmt.Fprintf(w, "      %s\n", c.Recipe)
		}
		if c.RuledOut != "" {
			fmt.Fprintf(w, "      ruled out: %s\n", say.Units{}.Render(c.RuledOut))
		}
	}
}

func mixCommand() *cobra.Command {
	var asJSON bool
	c := &cobra.Command{
		Use: "mix FILE|-", Short: "Tell what comes of a cup: colour, thickness, run, volume, cost",
		Long: "Read a mix file (docs/mix.schema.json) and tell what comes of it; - reads standard input. The exit status is 2 for a cup that can't be mixed,\n" +
			"with the place of the fault.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			in := cmd.InOrStdin()
			if args[0] != "-" {
				file, err := os.Open(args[0])
				if err != nil {
					return err
				}
				defer file.Close()
				in = file
			}
			data, err := io.ReadAll(io.LimitReader(in, plan.MaxBytes+1))
			if err != nil {
				return err
			}
			cup, err := plan.ReadCup(data)
			if err == nil {
				err = plan.Harmless(cup)
			}
			if err != nil {
				return fmt.Errorf("%s: %w", args[0], err)
			}
			out, _, err := cup.Mix()
			if err != nil {
				return fmt.Errorf("%s: %w", args[0], err)
			}
			if asJSON {
				return writeJSON(cmd.OutOrStdout(), out)
			}
			w := cmd.OutOrStdout()
			fmt.Fprintf(w, "%.2f ml like %s: %.1f %% solids, %.1f mPa s, yields at %.2f Pa.\n", out.VolumeML, out.Like, out.SolidsPct, out.ViscosityMPAS, out.YieldPA)
			fmt.Fprintf(w, "Wet %s, dry %s, under a flat clear %s.\n", out.ColourWet, out.ColourDry, out.ColourFlat)
			fmt.Fprintf(w, "Runs %.1f mm: %s. To be wiped: %s. Costs %.2f; keeps %s.\n", out.RunMM, out.Because, out.Dries, out.Cost, out.Keeps)
			for _, x := range out.Cautions {
				fmt.Fprintf(w, "Caution: %s\n", x)
			}
			return nil
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print it as JSON")
	return c
}

func writeJSON(w io.Writer, v any) error {
	e := json.NewEncoder(w)
	e.SetIndent("", "  ")
	e.SetEscapeHTML(false)
	return e.Encode(v)
}
