package main

import (
	"fmt"
	"io"

	"github.com/spf13/cobra"

	"inkysparrow/core/rescue"
	"inkysparrow/core/say"
	"inkysparrow/plan"
)

func rescueCommand() *cobra.Command {
	var asJSON bool
	var q plan.RescueQuery
	var at string
	c := &cobra.Command{
		Use: "rescue FILE|-", Short: "Find out why something went wrong with a zone, and what to do",
		Long: "Find the causes of what is seen on a zone, from what its steps did as they were really done, and weigh what may be done; - reads standard\n" +
			"input. --symptom list prints what may be seen. The exit status is 2 for a file that can't be read or a zone or a symptom that there is none of.",
		Args: cobra.MaximumNArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			if q.Symptom == "list" {
				for _, s := range rescue.Symptoms() {
					fmt.Fprintf(cmd.OutOrStdout(), "%-14s %s\n", s.ID, s.Words)
				}
				return nil
			}
			if len(args) == 0 || q.Zone == "" || q.Symptom == "" {
				return fmt.Errorf("a plan file, --zone and --symptom are needed; --symptom list prints what may be seen")
			}
			f, checked, err := judgedAt(cmd, args[0], at, &q.At)
			if err != nil {
				return err
			}
			m, err := f.Rescue(cmd.Context(), checked, q)
			if err != nil {
				return err
			}
			report := m.Report()
			if asJSON {
				return writeJSON(cmd.OutOrStdout(), report)
			}
			printRescue(cmd.OutOrStdout(), m, report)
			return nil
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print it as JSON")
	c.Flags().StringVar(&q.Zone, "zone", "", "the zone's id")
	c.Flags().StringVar(&at, "at", "", "the moment, RFC 3339; the plan's start where it is left out")
	c.Flags().StringVar(&q.Symptom, "symptom", "", "what is seen, by its id; list prints them")
	c.Flags().StringVar(&q.Where, "where", "", "where: open, edge, line, decal, patch, all")
	c.Flags().StringVar(&q.Since, "since", "", "since when: at-once, while-drying, day-or-later")
	c.Flags().StringVar(&q.Look, "look", "", "how it looks: dull, bare, shiny, dark, pale, rough, wrinkled, cracked")
	c.Flags().StringVar(&q.Rubs, "rubs", "", "whether it comes off on a finger: yes or no")
	c.Flags().StringVar(&q.Tacky, "tacky", "", "whether it sticks to a finger: yes or no")
	c.Flags().StringArrayVar(&q.Answers, "answer", nil, "an answer to a question or a test, such as finger=yes")
	return c
}

func printRescue(w io.Writer, m *plan.Mishapped, r *plan.Rescue) {
	fmt.Fprintf(w, "%s, %s\n", r.Zone, m.Answer.Symptom.Words)
	if r.Missing != "" {
		fmt.Fprintf(w, "This zone can hardly show it: %s.\n", r.Missing)
	}
	fmt.Fprintln(w, "\nWhy")
	for _, c := range r.Causes {
		fmt.Fprintf(w, "%4.0f%%  %s %s\n", 100*c.Chance, c.Words, c.Step)
		if c.Because != "" {
			fmt.Fprintf(w, "       %s\n", say.Units{}.Render(c.Because))
		}
	}
	if r.Ask != nil {
		fmt.Fprintf(w, "\nAsk: %s (--answer %s=yes or no)\n", r.Ask.Words, r.Ask.Test)
	}
	fmt.Fprintln(w, "\nWhat now")
	for _, x := range r.Remedies {
		fmt.Fprintf(w, "%5.2f evenings, works in %3.0f%%: %s\n", x.Loss, 100*x.Success, x.Words)
		for _, e := range x.Endangers {
			fmt.Fprintf(w, "       %s: %s\n", e.Severity, say.Units{}.Render(e.Because))
		}
	}
	fmt.Fprintf(w, "%5.2f evenings: leave it, %.1f CIEDE2000 at arm's length\n", r.Leave.Loss, r.Leave.DE)
	if r.NoReturn != "" {
		fmt.Fprintf(w, "\nThe point of no return: %s\n", r.NoReturn)
	}
}
