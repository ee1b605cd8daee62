package main

import (
	"fmt"
	"io"
	"os"
	"time"

	"github.com/spf13/cobra"

	"inkysparrow/core/say"
	"inkysparrow/plan"
)

func checkCommand() *cobra.Command {
	var asJSON, notes bool
	c := &cobra.Command{
		Use: "check FILE|-", Short: "Judge a plan file: findings, fixes and the schedule",
		Long: "Judge a plan file; - reads standard input. The exit status is 0 when no work would be lost,\n" +
			"1 when some would, and 2 for a file that can't be read, with the place of the fault.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			f, err := readPlan(args[0], cmd.InOrStdin())
			if err != nil {
				return err
			}
			check := plan.Check
			if notes {
				check = plan.CheckNotes
			}
			report, err := check(f)
			if err != nil {
				return fmt.Errorf("%s: %w", args[0], err)
			}
			report.Metric()
			if asJSON {
				if err := writeJSON(cmd.OutOrStdout(), report); err != nil {
					return err
				}
			} else {
				printReport(cmd.OutOrStdout(), f, report)
			}
			if report.Stops() {
				return errFound
			}
			return nil
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print the report as JSON")
	c.Flags().BoolVar(&notes, "notes", false, "try what could be done about notes, too")
	return c
}

func readPlan(name string, stdin io.Reader) (plan.File, error) {
	in := stdin
	if name != "-" {
		file, err := os.Open(name)
		if err != nil {
			return plan.File{}, err
		}
		defer file.Close()
		in = file
	}
	f, err := plan.Read(in)
	if err == nil {
		err = plan.Harmless(f)
	}
	if err != nil {
		return plan.File{}, fmt.Errorf("%s: %w", name, err)
	}
	return f, nil
}

func printReport(w io.Writer, f plan.File, r *plan.Report) {
	place, err := time.LoadLocation(f.Timezone)
	if err != nil {
		place = time.UTC
	}
	clock := func(t time.Time) string { return t.In(place).Format("Mon 2 Jan 2006 15:04") }
	fmt.Fprintf(w, "%s\n", f.Build.Name)
	for _, x := range r.Findings {
		fmt.Fprintf(w, "\n%s  %s, step %s: %s\n      %s\n", x.Severity, x.Zone, x.Step, x.Title, x.Because)
		for _, fix := range x.Fixes {
			fmt.Fprintf(w, "      - %s\n", f.Describe(x.Step, fix))
		}
	}
	if len(r.Findings) == 0 {
		fmt.Fprintf(w, "\nNo findings.\n")
	}
	if len(r.Schedule) > 0 {
		fmt.Fprintf(w, "\n%-16s %-18s %-22s %-8s %s\n", "zone", "step", "start", "end", "ready")
	}
	for _, s := range r.Schedule {
		fmt.Fprintf(w, "%-16s %-18s %-22s %-8s %s\n", s.Zone, s.Step, clock(s.Start), s.End.In(place).Format("15:04"), clock(s.Ready))
	}
	if r.Untried > 0 {
		fmt.Fprintf(w, "\n%s that might help %s not tried: the plan is large and full of findings.\n", say.Count(r.Untried, "change"), map[bool]string{true: "was", false: "were"}[r.Untried == 1])
	}
	if r.Finish != nil {
		fmt.Fprintf(w, "\nReady %s.\n", clock(*r.Finish))
	}
}
