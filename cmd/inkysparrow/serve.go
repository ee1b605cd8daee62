package main

import (
	"context"
	"crypto/tls"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"os"
	"os/signal"
	"path/filepath"
	"runtime/debug"
	"strings"
	"syscall"
	"time"

	fiberlog "github.com/gofiber/fiber/v3/log"
	"github.com/spf13/cobra"
	"gopkg.in/natefinch/lumberjack.v2"

	"inkysparrow/internal/demo"
	"inkysparrow/internal/guard"
	"inkysparrow/internal/store"
	"inkysparrow/internal/web"
	"inkysparrow/ui"
)

const defaultAddress = "127.0.0.1:8787"

// memory is how much the server may take before it rather spends time on tidying up.
const memory = 160 << 20

// service is what serving asks for.
type service struct {
	address, database string
	demo              bool
	names             []string
	cert, key         string
	selfMade          bool
	logFile, logForm  string
	clock             string
}

func (o *service) flags(c *cobra.Command, database string) {
	f := c.Flags()
	f.StringVar(&o.address, "listen", defaultAddress, "address to listen on; beyond this machine a passphrase and TLS are asked for")
	f.StringVar(&o.database, "database", database, "database file")
	f.StringSliceVar(&o.names, "name", nil, "a name that browsers reach this machine by, such as mybox.local; can be given more than once")
	f.StringVar(&o.cert, "tls-cert", "", "certificate file (PEM)")
	f.StringVar(&o.key, "tls-key", "", "its key file (PEM)")
	f.BoolVar(&o.selfMade, "tls-self", false, "use a certificate of one's own making, kept beside the database")
	f.StringVar(&o.logFile, "log", "", "file to log to, a new one begun at 10 MB and five kept; standard error where it is left out")
	f.StringVar(&o.logForm, "log-format", "text", "text or json")
}

func serveCommand() *cobra.Command {
	var o service
	c := &cobra.Command{
		Use: "serve", Short: "Serve your builds", Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error { return serve(cmd, o, false) },
	}
	o.flags(c, filepath.Join("data", "inkysparrow.db"))
	return c
}

func demoCommand() *cobra.Command {
	o := service{demo: true}
	var fresh bool
	c := &cobra.Command{
		Use: "demo", Short: "Serve the demo's builds, from a database of their own", Args: cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error { return serve(cmd, o, fresh) },
	}
	o.flags(c, filepath.Join("data", "demo.db"))
	c.Flags().BoolVar(&fresh, "fresh", false, "begin with the demo as it comes")
	c.Flags().StringVar(&o.clock, "clock", demo.Opens.Format(time.RFC3339), "what the demo's own clock shows at first; it runs")
	return c
}

// logger makes the log. It holds no words of a plan.
func (o service) logger(stderr io.Writer) (*slog.Logger, error) {
	to := stderr
	if o.logFile != "" {
		if err := os.MkdirAll(filepath.Dir(o.logFile), 0o700); err != nil {
			return nil, err
		}
		to = &lumberjack.Logger{Filename: o.logFile, MaxSize: 10, MaxBackups: 5} // megabytes; the file is 0600
	}
	switch o.logForm {
	case "text":
		return slog.New(slog.NewTextHandler(to, nil)), nil
	case "json":
		return slog.New(slog.NewJSONHandler(to, nil)), nil
	}
	return nil, fmt.Errorf("--log-format %s: text or json", o.logForm)
}

// engine writes what the HTTP engine says of requests that reach no handler into the log.
type engine struct{ log *slog.Logger }

func (e engine) Write(line []byte) (int, error) {
	e.log.Warn("a request was not read", "said", strings.TrimSpace(string(line)))
	return len(line), nil
}

func serve(cmd *cobra.Command, o service, fresh bool) error {
	log, err := o.logger(cmd.ErrOrStderr())
	if err != nil {
		return err
	}
	fiberlog.SetOutput(engine{log}) // it has one logger for the whole program
	debug.SetMemoryLimit(memory)
	ctx, stop := signal.NotifyContext(cmd.Context(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if err := os.MkdirAll(filepath.Dir(o.database), 0o700); err != nil {
		return err
	}
	s, err := store.Open(ctx, o.database, store.Options{Now: time.Now, Demo: o.demo})
	if err != nil {
		return advised(err, o)
	}
	defer s.Close()
	config := web.Config{Store: s, Pages: ui.Pages(), Log: log, Names: o.names, Clock: web.NewClock(time.Now)}
	if o.demo {
		opens, err := time.Parse(time.RFC3339, o.clock)
		if err != nil {
			return fmt.Errorf("--clock %s: not a time such as %s", o.clock, demo.Opens.Format(time.RFC3339))
		}
		config.Clock.Set(opens)
		config.Reset = func(ctx context.Context) error {
			config.Clock.Set(demo.Opens)
			return demo.Reset(ctx, s)
		}
		if err := begin(ctx, s, fresh); err != nil {
			return err
		}
	}
	if frozen := s.Frozen(); frozen != nil {
		fmt.Fprintf(cmd.ErrOrStderr(), "inkysparrow: %v; it is only read. Export everything, then restore a backup: inkysparrow restore\n", frozen)
	}
	secured, err := o.secured(ctx, s, cmd.OutOrStdout(), &config)
	if err != nil {
		return err
	}
	server, err := web.New(config)
	if err != nil {
		return err
	}
	l, err := net.Listen("tcp", o.address)
	if err != nil {
		return fmt.Errorf("%w; is Inky Sparrow running already? --listen takes another address", err)
	}
	scheme := "http"
	if secured != nil {
		scheme, l = "https", tls.NewListener(l, secured)
	}
	fmt.Fprintf(cmd.OutOrStdout(), "Inky Sparrow is open at %s://%s (Ctrl+C closes it)\n%s\n", scheme, o.shown(l.Addr()), config.Reach)
	go server.Rest(ctx)
	context.AfterFunc(ctx, stop) // a second Ctrl+C does not wait for what is running
	return server.Serve(ctx, l)
}

// begin fills a demo's file where it is new or is to be as it comes.
func begin(ctx context.Context, s *store.Store, fresh bool) error {
	all, err := s.Builds(ctx)
	if err != nil || !fresh && len(all) > 0 {
		return err
	}
	return demo.Reset(ctx, s)
}

// advised adds to why a file is not opened what to do.
func advised(err error, o service) error {
	switch {
	case errors.Is(err, store.ErrLocked):
		return fmt.Errorf("%w; use its page, or --database for another file", err)
	case errors.Is(err, store.ErrNotDemo):
		return fmt.Errorf("%w, so the demo leaves it alone; --database takes another file, inkysparrow serve --database %s opens this one", err, o.database)
	case errors.Is(err, store.ErrPast):
		return err // it says what to do
	case errors.Is(err, store.ErrDamaged):
		return fmt.Errorf("%w; nothing in it can be read any more. Restore a backup: inkysparrow restore FILE", err)
	case errors.Is(err, store.ErrForeign):
		return fmt.Errorf("%w; --database takes another file", err)
	}
	return err
}

// secured returns how the connection is secured, nil where it need not be, and notes who can reach the server. Beyond this machine it refuses to
// go on without a passphrase and TLS.
func (o service) secured(ctx context.Context, s *store.Store, out io.Writer, config *web.Config) (*tls.Config, error) {
	host, _, err := net.SplitHostPort(o.address)
	if err != nil {
		return nil, fmt.Errorf("--listen %s: %w", o.address, err)
	}
	ip := net.ParseIP(host)
	here := host == "localhost" || ip != nil && ip.IsLoopback()
	if (o.cert == "") != (o.key == "") {
		return nil, errors.New("--tls-cert and --tls-key go together")
	}
	hash, err := s.Passphrase(ctx)
	if err != nil {
		return nil, err
	}
	safe := o.selfMade || o.cert != ""
	switch {
	case here:
		config.Reach = "Only programs on this machine can reach it."
	case hash == "":
		return nil, errors.New("beyond this machine a passphrase is asked for: set one first with inkysparrow passphrase")
	case !safe:
		return nil, errors.New("beyond this machine the connection has to be secured: --tls-self, or --tls-cert and --tls-key")
	default:
		config.Guarded = true
		config.Reach = "Everybody on this machine's networks can reach it, and needs the passphrase."
		if ip != nil && !ip.IsUnspecified() {
			config.Reach = fmt.Sprintf("Everybody who can reach %s can reach it, and needs the passphrase.", host)
		}
	}
	if !safe {
		return nil, nil
	}
	config.Secure = true
	pair, err := o.certificate(host)
	if err != nil {
		return nil, err
	}
	if o.cert == "" {
		config.Sheet, config.Print = guard.Sheet(pair), guard.Fingerprint(pair)
	}
	fmt.Fprintf(out, "The certificate's SHA-256 fingerprint is\n  %s\n", guard.Fingerprint(pair))
	return &tls.Config{Certificates: []tls.Certificate{pair}, MinVersion: tls.VersionTLS12}, nil
}

func (o service) certificate(host string) (tls.Certificate, error) {
	if o.cert != "" {
		return tls.LoadX509KeyPair(o.cert, o.key)
	}
	names := append([]string{"localhost", "127.0.0.1", "::1"}, o.names...)
	if ip := net.ParseIP(host); ip == nil || !ip.IsUnspecified() {
		names = append(names, host)
	} else {
		names = append(names, ownAddresses()...)
	}
	return guard.SelfMade(filepath.Dir(o.database), names, time.Now())
}

// shown is the address that browsers are to open.
func (o service) shown(a net.Addr) string {
	host, port, err := net.SplitHostPort(a.String())
	if err != nil {
		return a.String()
	}
	ip := net.ParseIP(host)
	switch {
	case len(o.names) > 0:
		host = o.names[0]
	case ip != nil && ip.IsUnspecified():
		host = "127.0.0.1"
		if own := ownAddresses(); len(own) > 0 {
			host = own[0]
		}
	}
	return net.JoinHostPort(host, port)
}

// ownAddresses are this machine's addresses on its networks.
func ownAddresses() []string {
	all, err := net.InterfaceAddrs()
	if err != nil {
		return nil
	}
	var own []string
	for _, a := range all {
		if n, ok := a.(*net.IPNet); ok && !n.IP.IsLoopback() && !n.IP.IsLinkLocalUnicast() {
			own = append(own, n.IP.String())
		}
	}
	return own
}
