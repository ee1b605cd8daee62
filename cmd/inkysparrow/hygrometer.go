package main

import (
	"errors"
	"fmt"
	"net"
	"net/http"
	"os/signal"
	"slices"
	"strings"
	"syscall"
	"time"

	"github.com/spf13/cobra"

	"inkysparrow/internal/sensor"
)

func hygrometerCommand() *cobra.Command {
	var address, fault, clock string
	var seed uint64
	c := &cobra.Command{
		Use: "hygrometer", Short: "Run a simulated hygrometer, to try the bench's air with",
		Long: "Answer over HTTP with the temperature and the humidity of a made-up room: warmer by day, heated in the evening, damp while it rains. With --fault it does what cheap devices do wrong.",
		Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			if fault != "" && !slices.Contains(sensor.Faults(), fault) {
				return fmt.Errorf("fault: %q is none of %s", fault, strings.Join(sensor.Faults(), ", "))
			}
			now := time.Now
			if clock != "" {
				at, err := time.Parse(time.RFC3339, clock)
				if err != nil {
					return fmt.Errorf("clock: %q is not a moment, such as 2027-03-11T20:40:00Z", clock)
				}
				began := time.Now()
				now = func() time.Time { return at.Add(time.Since(began)) }
			}
			l, err := net.Listen("tcp", address)
			if err != nil {
				return err
			}
			ctx, stop := signal.NotifyContext(cmd.Context(), syscall.SIGINT, syscall.SIGTERM)
			defer stop()
			server := &http.Server{Handler: &sensor.Device{Seed: seed, Fault: fault, Now: now}, ReadHeaderTimeout: sensor.Patience}
			go func() {
				<-ctx.Done()
				server.Close()
			}()
			fmt.Fprintf(cmd.OutOrStdout(), "A simulated hygrometer answers at http://%s (Ctrl+C ends it)\n", l.Addr())
			if err := server.Serve(l); !errors.Is(err, http.ErrServerClosed) {
				return err
			}
			return nil
		},
	}
	c.Flags().StringVar(&address, "listen", "127.0.0.1:8791", "address to answer at")
	c.Flags().StringVar(&fault, "fault", "", "what it does wrong: "+strings.Join(sensor.Faults(), ", "))
	c.Flags().StringVar(&clock, "clock", "", "what its clock shows at first, RFC 3339; the machine's where it is left out")
	c.Flags().Uint64Var(&seed, "seed", 1, "of its weather")
	return c
}
