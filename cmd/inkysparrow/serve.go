package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"os"
	"os/signal"
	"path/filepath"
	"syscall"
	"time"

	"github.com/spf13/cobra"

	"inkysparrow/internal/demo"
	"inkysparrow/internal/store"
	"inkysparrow/internal/web"
	"inkysparrow/ui"
)

const defaultAddress = "127.0.0.1:8787"

func serveCommand() *cobra.Command {
	var address, database string
	c := &cobra.Command{
		Use: "serve", Short: "Serve your builds", Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			return serve(cmd, address, database, false)
		},
	}
	c.Flags().StringVar(&address, "listen", defaultAddress, "address to listen on")
	c.Flags().StringVar(&database, "database", filepath.Join("data", "inkysparrow.db"), "database file")
	return c
}

func demoCommand() *cobra.Command {
	var address, database string
	var fresh bool
	c := &cobra.Command{
		Use: "demo", Short: "Serve the demo's builds, from a database of their own", Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			if fresh {
				for _, suffix := range []string{"", "-wal", "-shm"} {
					if err := os.Remove(database + suffix); err != nil && !errors.Is(err, os.ErrNotExist) {
						return err
					}
				}
			}
			return serve(cmd, address, database, true)
		},
	}
	c.Flags().StringVar(&address, "listen", defaultAddress, "address to listen on")
	c.Flags().StringVar(&database, "database", filepath.Join("data", "demo.db"), "database file")
	c.Flags().BoolVar(&fresh, "fresh", false, "begin with the demo as it comes")
	return c
}

func serve(cmd *cobra.Command, address, database string, isDemo bool) error {
	log := slog.New(slog.NewTextHandler(cmd.ErrOrStderr(), nil))
	ctx, stop := signal.NotifyContext(cmd.Context(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if err := os.MkdirAll(filepath.Dir(database), 0o755); err != nil {
		return err
	}
	s, err := store.Open(ctx, database, time.Now)
	if err != nil {
		return err
	}
	defer s.Close()
	config := web.Config{Store: s, Pages: ui.Pages(), Log: log}
	if isDemo {
		config.Reset = func(ctx context.Context) error { return demo.Reset(ctx, s) }
		all, err := s.Builds(ctx)
		if err != nil {
			return err
		}
		if len(all) == 0 {
			if err := demo.Reset(ctx, s); err != nil {
				return err
			}
		}
	}
	server, err := web.New(config)
	if err != nil {
		return err
	}
	l, err := net.Listen("tcp", address)
	if err != nil {
		return fmt.Errorf("%w; is Inky Sparrow running already? --listen takes another address", err)
	}
	fmt.Fprintf(cmd.OutOrStdout(), "Inky Sparrow is open at http://%s (Ctrl+C closes it)\n", l.Addr())
	return server.Serve(ctx, l)
}
