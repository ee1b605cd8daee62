package main

import (
	"fmt"
	"io"
	"time"

	"github.com/spf13/cobra"

	"inkysparrow/core/say"
	"inkysparrow/plan"
)

func tonightCommand() *cobra.Command {
	var asJSON bool
	var at string
	var minutes float64
	c := &cobra.Command{
		Use: "tonight FILE...", Short: "Tell what to do at the bench now, over all builds: windows, clocks, and what to leave alone",
		Long: "Read the plan files of what is on the bench and tell what can be done at a moment, in which order, what dries meanwhile, what is left alone\n" +
			"tonight and why, and where a model can be held; - reads standard input. The exit status is 2 for a file that can't be read, with the place of the fault.",
		Args: cobra.RangeArgs(1, mostFiles),
		RunE: func(cmd *cobra.Command, args []string) error {
			files, err := readPlans(args, cmd.InOrStdin())
			if err != nil {
				return err
			}
			moment, err := time.Parse(time.RFC3339, at)
			if err != nil {
				return fmt.Errorf("at: %q is not a moment, such as 2027-03-01T18:00:00Z", at)
			}
			if first, last := plan.Years(); moment.Year() < first || moment.Year() > last {
				return fmt.Errorf("at: the year %d is not between %d and %d", moment.Year(), first, last)
			}
			const day = 24 * 60
			if !(minutes >= 0 && minutes <= day) {
				return fmt.Errorf("minutes: from 0 to %d", day)
			}
			evening, err := plan.TonightOf(cmd.Context(), files, moment, nil)
			if err != nil {
				return err
			}
			if report := evening.Report(minutes); asJSON {
				return writeJSON(cmd.OutOrStdout(), report)
			} else {
				printTonight(cmd.OutOrStdout(), files, evening, report)
			}
			return nil
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print it as JSON")
	c.Flags().StringVar(&at, "at", "", "the moment, RFC 3339")
	c.Flags().Float64Var(&minutes, "minutes", 0, "tell what fits into so many minutes, too")
	if err := c.MarkFlagRequired("at"); err != nil {
		panic(err) // the flag is there
	}
	return c
}

func printTonight(w io.Writer, files []plan.File, evening *plan.Evening, r *plan.Tonight) {
	place := evening.At.Location()
	clock := func(t time.Time) string { return say.ClockOf(t, evening.At, place) }
	name := func(z plan.TonightZone) string { return files[z.Plan].Build.Name + ", " + z.Zone }
	fmt.Fprintf(w, "%s\n", evening.At.Format("Mon 2 Jan 2006 15:04"))
	for _, list := range []struct {
		title string
		steps []plan.TonightStep
	}{{"now", r.Now}, {"later tonight", r.Later}, {"for the next session", r.Tomorrow}} {
		if len(list.steps) > 0 {
			fmt.Fprintf(w, "\n%s\n", list.title)
		}
		for _, s := range list.steps {
			fmt.Fprintf(w, "  %s  %-14s %-40.40s %3.0f min  %s\n", clock(s.At), s.Do, name(s.TonightZone), s.Minutes, say.Units{}.Render(s.Why))
		}
	}
	if len(r.Running) > 0 {
		fmt.Fprintln(w, "\nrunning")
	}
	for _, c := range r.Running {
		what := "touch-dry " + clock(c.TouchDry)
		if c.Wipe != "" {
			what = "wipe from " + clock(c.Opens) + " to " + clock(c.Closes)
		}
		fmt.Fprintf(w, "  %-40.40s %-8s %s\n", name(c.TonightZone), c.Step, what)
	}
	if len(r.While) > 0 {
		fmt.Fprintln(w, "\nwhile you wait")
	}
	for _, c := range r.While {
		fmt.Fprintf(w, "  %s  %s, %.0f min. %s\n", clock(c.At), c.Words, c.Minutes, c.Why)
	}
	if len(r.Not) > 0 {
		fmt.Fprintln(w, "\nnot tonight")
	}
	for _, n := range r.Not {
		fmt.Fprintf(w, "  %-40.40s %-8s %s Planned for %s.\n", name(n.TonightZone), n.Step, say.Units{}.Render(n.Because), clock(n.At))
	}
	if f := r.Fit; f != nil {
		fmt.Fprintf(w, "\nin %.0f minutes: %d pieces of work, %.0f to spare\n", f.Minutes, len(f.Blocks), f.Spare)
	}
}
