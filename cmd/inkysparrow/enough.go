package main

import (
	"fmt"

	"github.com/spf13/cobra"

	"inkysparrow/plan"
)

func enoughCommand() *cobra.Command {
	var asJSON bool
	var at string
	c := &cobra.Command{
		Use: "enough FILE|-", Short: "Judge all effects of an aircraft together",
		Long: "Judge from the picture, with half-closed eyes, whether all effects of a plan file together are what its service asks for at a moment, in the end where none is given; - reads\n" +
			"standard input. The exit status is 2 for a file that can't be read.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			f, err := readPlan(args[0], cmd.InOrStdin())
			if err != nil {
				return err
			}
			var q plan.LookQuery
			if q.At, err = moment(at); err != nil {
				return err
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
			got, err := painter.Enough(cmd.Context(), tl, q)
			if err != nil {
				return err
			}
			if asJSON {
				return writeJSON(cmd.OutOrStdout(), got)
			}
			w := cmd.OutOrStdout()
			fmt.Fprintln(w, got.Words)
			for _, x := range got.Figures {
				fmt.Fprintf(w, "%s: %.1f %s (%.1f to %.1f)\n", x.Words, x.Value, x.Unit, x.Low, x.High)
			}
			for _, e := range got.Eyes {
				fmt.Fprintf(w, "the eye goes to: %s\n", e.Words)
			}
			for _, b := range got.Back {
				fmt.Fprintf(w, "%s adds %.2f: %s\n", b.Words, b.DE, b.How)
			}
			return nil
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print the judgement as JSON")
	c.Flags().StringVar(&at, "at", "", "the moment (RFC 3339); the finish where it is left out")
	return c
}
