package main

import (
	"errors"
	"fmt"
	"io"
	"os"
	"time"

	"github.com/spf13/cobra"

	"inkysparrow/core/order"
	"inkysparrow/plan"
)

// mostInstance is how long a file of an instance may be.
const mostInstance = 4 << 20

// longWork is how much is done at most for one order, about an hour's worth.
const longWork = 4_000_000_000

func orderCommand() *cobra.Command {
	var aims, at, instance, jobshop string
	var work int64
	c := &cobra.Command{
		Use: "order FILE...", Short: "Find the best order of the evenings of all plans together, and prove it where that can be done",
		Long: "Read the plan files of what is on the bench and print, as JSON, the best order of what is still to be done: wanted dates kept, then fewest evenings,\n" +
			"fewest flushes of the airbrush, slack where films are uncertain, and the earliest finish. What is done, pinned or under way stays. With --instance a bench\n" +
			"for comparison is solved, with --jobshop a job shop as it is published. The exit status is 2 for a file that can't be read and for what no order satisfies.",
		RunE: func(cmd *cobra.Command, args []string) error {
			if work < 0 || work > longWork {
				return fmt.Errorf("work: from 1 to %d", int64(longWork))
			}
			switch {
			case instance != "" && jobshop == "" && len(args) == 0:
				return orderInstance(cmd, instance, work)
			case jobshop != "" && instance == "" && len(args) == 0:
				return orderJobShop(cmd, jobshop, work)
			case instance != "" || jobshop != "":
				return errors.New("plan files, --instance and --jobshop are asked for one at a time")
			case len(args) == 0 || len(args) > mostFiles:
				return fmt.Errorf("from 1 to %d plan files are needed", mostFiles)
			}
			return orderPlans(cmd, args, plan.Ordering{Work: work}, aims, at)
		},
	}
	c.Flags().StringVar(&aims, "aims", "", "dates, evenings, flushes, slack and finish, in the order in which they count, with commas between them")
	c.Flags().StringVar(&at, "at", "", "the moment from which on it is planned, RFC 3339; the first plan's start where it is left out")
	c.Flags().StringVar(&instance, "instance", "", "solve a bench for comparison: makespan, then sessions, then changeovers")
	c.Flags().StringVar(&jobshop, "jobshop", "", "solve a job shop")
	c.Flags().Int64Var(&work, "work", 0, "how much is done at most, about a microsecond a piece; what is usual where it is left out")
	return c
}

func orderPlans(cmd *cobra.Command, names []string, q plan.Ordering, aims, at string) error {
	files, err := readPlans(names, cmd.InOrStdin())
	if err != nil {
		return err
	}
	q.At = files[0].Build.Start
	for _, f := range files {
		if f.Build.Start.Before(q.At) {
			q.At = f.Build.Start
		}
	}
	if at != "" {
		if q.At, err = time.Parse(time.RFC3339, at); err != nil {
			return fmt.Errorf("at: %q is not a moment, such as 2027-03-01T18:00:00Z", at)
		}
		if first, last := plan.Years(); q.At.Year() < first || q.At.Year() > last {
			return fmt.Errorf("at: the year %d is not between %d and %d", q.At.Year(), first, last)
		}
	}
	if aims != "" {
		if q.Aims, err = plan.AimsOf(aims); err != nil {
			return err
		}
	}
	ordered, err := plan.BestOrder(cmd.Context(), files, q)
	if err != nil {
		return err
	}
	return writeJSON(cmd.OutOrStdout(), ordered.Report(files, q))
}

func orderInstance(cmd *cobra.Command, name string, work int64) error {
	data, err := readSome(name, cmd.InOrStdin())
	if err != nil {
		return err
	}
	p, err := order.ReadInstance(data)
	if err != nil {
		return fmt.Errorf("%s: %w", name, err)
	}
	a, err := p.Solve(cmd.Context(), order.Options{Aims: order.Measured, Work: work})
	if err != nil {
		return fmt.Errorf("%s: %w", name, err)
	}
	greedy, _ := p.Greedy(order.Measured)
	return writeJSON(cmd.OutOrStdout(), struct {
		Makespan    int   `json:"makespan"`
		Sessions    int   `json:"sessions"`
		Changeovers int   `json:"changeovers"`
		Proven      bool  `json:"proven"`
		Starts      []int `json:"starts"`
		Bound       []int `json:"bound"`
		Greedy      []int `json:"greedy,omitempty"` // what the next step that can begin first comes to
	}{a.Value[0], a.Value[1], a.Value[2], a.Proven, a.Starts, a.Bound, greedy.Value})
}

func orderJobShop(cmd *cobra.Command, name string, work int64) error {
	data, err := readSome(name, cmd.InOrStdin())
	if err != nil {
		return err
	}
	p, perJob, err := order.ReadJobShop(string(data))
	if err != nil {
		return fmt.Errorf("%s: %w", name, err)
	}
	if work == 0 {
		work = 20 * order.Thorough
	}
	a, err := p.Solve(cmd.Context(), order.Options{Aims: []order.Aim{order.Makespan}, Work: work})
	if err != nil {
		return fmt.Errorf("%s: %w", name, err)
	}
	starts := [][]int{}
	for k := 0; k < len(a.Starts); k += perJob {
		starts = append(starts, a.Starts[k:k+perJob])
	}
	return writeJSON(cmd.OutOrStdout(), struct {
		Makespan int     `json:"makespan"`
		Proven   bool    `json:"proven"`
		Starts   [][]int `json:"starts"`
		Bound    int     `json:"bound"`
	}{a.Value[0], a.Proven, starts, a.Bound[0]})
}

// readSome reads a file of an instance, within bounds; - is standard input.
func readSome(name string, stdin io.Reader) ([]byte, error) {
	in := stdin
	if name != "-" {
		file, err := os.Open(name)
		if err != nil {
			return nil, err
		}
		defer file.Close()
		in = file
	}
	data, err := io.ReadAll(io.LimitReader(in, mostInstance+1))
	if err == nil && len(data) > mostInstance {
		err = fmt.Errorf("%s: longer than %d bytes", name, mostInstance)
	}
	return data, err
}
