package main

import (
	"errors"
	"fmt"
	"io"
	"os"

	"github.com/spf13/cobra"

	"inkysparrow/core/photo"
	"inkysparrow/internal/album"
	"inkysparrow/plan"
)

func measureCommand() *cobra.Command {
	var asJSON, raking bool
	var file, view, at, points, white, grey, known string
	c := &cobra.Command{
		Use: "measure PHOTO", Short: "Measure a photograph of the model beside what is planned",
		Long: "Lay a view of the airframe in a photograph by four places or more, and measure lines, fading and plumes on it beside what the plan has at\n" +
			"that moment. Places are pixels of the upright photograph = mm of the view: --points \"412,300=-80,40;...\" The exit status is 2 for a file that\n" +
			"is no photograph or no plan, 3 for a photograph that can't be trusted enough to be measured.",
		Args: cobra.ExactArgs(1),
		RunE: func(cmd *cobra.Command, args []string) error {
			q := plan.PhotoQuery{Raking: raking}
			views, err := plan.LookViews(view)
			if err != nil {
				return err
			}
			if q.View = views[0]; len(views) != 1 {
				return errors.New("view: say which one is seen: top, under, left or right")
			}
			if q.At, err = moment(at); err != nil {
				return err
			}
			if q.Pairs, err = plan.ReadPairs(points); err != nil {
				return err
			}
			if err := readLight(&q, white, grey, known); err != nil {
				return err
			}
			f, err := readPlan(file, cmd.InOrStdin())
			if err != nil {
				return err
			}
			raw, err := readPhoto(args[0])
			if err != nil {
				return fmt.Errorf("%s: %w", args[0], err)
			}
			img, err := album.Decode(raw)
			if err != nil {
				return fmt.Errorf("%s: %w", args[0], err)
			}
			q.Picture = photo.Of(img)
			tl, err := laidOut(cmd.Context(), file, f)
			if err != nil {
				return err
			}
			if q.At.IsZero() {
				q.At = tl.Finish
			}
			painter, err := f.Painter()
			if err != nil {
				return fmt.Errorf("%s: %w", file, err)
			}
			got, _, err := painter.Measure(cmd.Context(), tl, q)
			if err != nil {
				return err
			}
			if asJSON {
				err = writeJSON(cmd.OutOrStdout(), got)
			} else {
				printMeasured(cmd.OutOrStdout(), got)
			}
			if err == nil && got.Refused {
				err = fmt.Errorf("%w: %s", errUntrusted, got.Why)
			}
			return err
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print it as JSON")
	c.Flags().StringVar(&file, "plan", "", "the plan file; - for standard input")
	c.Flags().StringVar(&view, "view", "", "the view that is photographed: top, under, left or right")
	c.Flags().StringVar(&at, "at", "", "when it was taken, RFC 3339; the finish where it is left out")
	c.Flags().StringVar(&points, "points", "", "four places or more: \"X,Y=x,y;...\", pixels = mm of the view")
	c.Flags().StringVar(&white, "white", "", "where a white card lies: X,Y in pixels")
	c.Flags().StringVar(&grey, "grey", "", "where a grey card lies: X,Y in pixels")
	c.Flags().StringVar(&known, "known", "", "where a zone shows its bare paint: ZONE@X,Y")
	c.Flags().BoolVar(&raking, "raking", false, "a low lamp glances over it: tell how even its sheen is")
	for _, need := range []string{"plan", "points", "view"} {
		if err := c.MarkFlagRequired(need); err != nil {
			panic(err) // the flag is there
		}
	}
	return c
}

// readLight reads what tells of a photograph's light.
func readLight(q *plan.PhotoQuery, white, grey, known string) (err error) {
	for _, card := range []struct {
		name, at string
		is       photo.Reference
	}{{"white", white, photo.WhiteCard}, {"grey", grey, photo.GreyCard}} {
		if card.at == "" {
			continue
		}
		if q.CardAt, err = plan.ReadPlace(card.at); err != nil {
			return fmt.Errorf("%s: %w", card.name, err)
		}
		q.Card = card.is
	}
	if known == "" {
		return nil
	}
	q.Known, q.KnownAt, err = plan.ReadKnown(known)
	return err
}

// readPhoto reads a photograph's file, no more of it than one may have.
func readPhoto(path string) ([]byte, error) {
	f, err := os.Open(path)
	if err != nil {
		return nil, err
	}
	defer f.Close()
	return io.ReadAll(io.LimitReader(f, album.MostBytes+1))
}

func printMeasured(w io.Writer, m *plan.Measured) {
	if m.Refused {
		return
	}
	fmt.Fprintf(w, "%s: %.1f pixels a millimetre, %.2f mm off", m.Trust, m.PxPerMM, m.ResidualMM)
	if m.Why != "" {
		fmt.Fprintf(w, " (%s)", m.Why)
	}
	fmt.Fprintln(w)
	if m.Widths {
		fmt.Fprintln(w, "Lines are known by their contrast times their width.")
	}
	for _, f := range m.Figures {
		planned := ""
		if f.Planned != nil {
			planned = fmt.Sprintf("planned %g", *f.Planned)
		}
		fmt.Fprintf(w, "%7.1f %-10s %-14s %s: %s\n", f.Value, f.Unit, planned, f.Label, f.Words)
		if f.How != "" {
			fmt.Fprintf(w, "        %s\n", f.How)
		}
	}
}
