package main

import (
	"fmt"
	"io"
	"time"

	"github.com/spf13/cobra"

	"inkysparrow/core/say"
	"inkysparrow/plan"
)

func lastCoatCommand() *cobra.Command {
	var asJSON bool
	var q plan.LastCoatQuery
	var at, wishes string
	c := &cobra.Command{
		Use: "lastcoat FILE|-", Short: "Put every last coat for a zone side by side",
		Long: "Put the clears of a plan file, wet, misted or brushed, and one of each family and sheen side by side for a zone at a moment; - reads\n" +
			"standard input. The exit status is 2 for a file that can't be read or a zone that there is none of.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			f, checked, err := judgedAt(cmd, args[0], at, &q.At)
			if err != nil {
				return err
			}
			q.Wishes = plan.Wishing(wishes)
			coated, err := f.LastCoats(cmd.Context(), checked, q)
			if err != nil {
				return err
			}
			report, err := coated.Report(cmd.Context(), true)
			if err != nil {
				return err
			}
			if asJSON {
				return writeJSON(cmd.OutOrStdout(), report)
			}
			printLastCoat(cmd.OutOrStdout(), f, report)
			return nil
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print the list as JSON")
	c.Flags().StringVar(&q.Zone, "zone", "", "the zone's id")
	c.Flags().StringVar(&at, "at", "", "the moment, RFC 3339; when a last coat is due where it is left out")
	c.Flags().StringVar(&wishes, "wish", "", "wishes in the order in which they decide, such as keep-pigment,flat")
	if err := c.MarkFlagRequired("zone"); err != nil {
		panic(err) // the flag is there
	}
	return c
}

func printLastCoat(w io.Writer, f plan.File, r *plan.LastCoat) {
	place, err := time.LoadLocation(f.Timezone)
	if err != nil {
		place = time.UTC
	}
	fmt.Fprintf(w, "%s, %s\n\n%4s  %-40s %-8s %11s %6s %6s %6s %6s %7s\n", r.Zone, r.At.In(place).Format("Mon 2 Jan 2006 15:04"), "rank", "last coat", "how", "gloss", "dust", "moves", "shift", "frost", "ready")
	for _, c := range r.Candidates {
		fmt.Fprintf(w, "%4d  %-40.40s %d %-6s %4.0f-%2.0f GU %5.0f%% %4.1fmm %6.1f %5.0f%% %6.1fh\n", c.Rank, c.Name, c.Coats, c.How, c.GlossGU[0], c.GlossGU[1], 100*c.Kept, c.MovedMM, c.ShiftDE, 100*c.Frost, c.HandleH)
		if c.RuledOut != "" {
			fmt.Fprintf(w, "      ruled out: %s\n", say.Units{}.Render(c.RuledOut))
		}
	}
	fmt.Fprintf(w, "\nNothing: %s\n", r.None.Because)
}
