package main

import (
	"fmt"
	"io"

	"github.com/spf13/cobra"

	"inkysparrow/core/guide"
	"inkysparrow/core/say"
	"inkysparrow/core/timeline"
	"inkysparrow/plan"
)

func howCommand() *cobra.Command {
	var zone, step string
	c := &cobra.Command{
		Use: "how FILE|-", Short: "Tell how a step is done on this model",
		Long: "Tell how a step of a plan file is done: by hand, with which tools, and what it comes to on this model; - reads standard input.\n" +
			"The exit status is 2 for a file that can't be read, or a zone or step that there is none of.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			f, tl, err := readLaid(cmd, args[0])
			if err != nil {
				return err
			}
			site, err := plan.SiteOf(tl, zone, step)
			if err != nil {
				return err
			}
			printHow(cmd.OutOrStdout(), f, site)
			return nil
		},
	}
	c.Flags().StringVar(&zone, "zone", "", "the zone's id")
	c.Flags().StringVar(&step, "step", "", "the step's id")
	return c
}

func printHow(w io.Writer, f plan.File, s *timeline.Site) {
	for _, way := range guide.Ways(s.Step.Do) {
		fmt.Fprintln(w, way)
	}
	for _, tool := range guide.Tools(s.Step.Do) {
		fmt.Fprintf(w, "%s: %s\n", say.Capital(tool.Name), tool.Leaves)
	}
	blocks := plan.HowItIsDone(s, s.Start)
	if stains, err := f.Stains(s.Timeline, s.Zone.ID, s.Step.ID); err == nil { // else it is no such step, or nothing of the airframe is its zone
		blocks = append(blocks, stains.Told())
	}
	if later, ok := plan.TouchesLater(s, s.Start); ok {
		blocks = append(blocks, later)
	}
	for _, b := range blocks {
		fmt.Fprintf(w, "\n%s\n", b.Title)
		printTold(w, b)
	}
}

func printTold(w io.Writer, told plan.Told) {
	if told.Words != "" {
		fmt.Fprintln(w, told.Words)
	}
	for _, r := range told.Rows {
		fmt.Fprintf(w, "%s: %s\n", r.Label, r.Value)
	}
}
