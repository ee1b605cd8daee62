package main

import (
	"fmt"
	"io"
	"time"

	"github.com/spf13/cobra"

	"inkysparrow/plan"
)

func learnedCommand() *cobra.Command {
	var asJSON bool
	c := &cobra.Command{
		Use: "learned FILE...", Short: "Tell what your own films have told: how they dry against what is computed",
		Long: "Read plan files whose steps carry what was said of them (told) and tell how each product, each family and you lie to what is computed,\n" +
			"and at which moment a look would tell most; - reads standard input. The exit status is 2 for a file that can't be read, with the place of the fault.",
		Args: cobra.RangeArgs(1, mostFiles),
		RunE: func(cmd *cobra.Command, args []string) error {
			files, err := readPlans(args, cmd.InOrStdin())
			if err != nil {
				return err
			}
			learned, err := plan.LearnedOf(files, time.Time{})
			if err != nil {
				return err
			}
			if asJSON {
				return writeJSON(cmd.OutOrStdout(), learned)
			}
			printLearned(cmd.OutOrStdout(), learned)
			return nil
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print it as JSON")
	return c
}

// mostFiles is how many plans are read at once.
const mostFiles = 100

// readPlans reads several plan files and holds each against its schema and its references.
func readPlans(names []string, stdin io.Reader) ([]plan.File, error) {
	var all []plan.File
	for _, name := range names {
		f, err := readPlan(name, stdin)
		if err != nil {
			return nil, err
		}
		if _, err := f.Resolve(); err != nil {
			return nil, fmt.Errorf("%s: %w", name, err)
		}
		all = append(all, f)
	}
	return all, nil
}

func printLearned(w io.Writer, l *plan.Learned) {
	row := func(name, what string, r plan.LearnedRange, films string) {
		fmt.Fprintf(w, "%-40.40s %-10s x%.2f  (%.2f to %.2f)  %s\n", name, what, r.Factor, r.Low, r.High, films)
	}
	row("you", "", l.You, "")
	for _, p := range l.Family {
		row(p.Family, p.What, p.LearnedRange, "")
	}
	for _, p := range l.Products {
		films := fmt.Sprintf("%d films", p.Observations)
		if p.Observations == 1 {
			films = "1 film"
		}
		if p.Moved {
			films += "; is it a new bottle?"
		}
		row(p.Product, p.What, p.LearnedRange, films)
	}
	if n := l.NextLook; n != nil {
		fmt.Fprintf(w, "look next at %s of %s, %s\n", n.Step, n.Zone, n.At.Format("Mon 2 Jan 2006 15:04 MST"))
	}
}
