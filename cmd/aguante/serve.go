package main

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"os"
	"os/signal"
	"path/filepath"
	"sync"
	"syscall"
	"time"

	"github.com/spf13/cobra"

	"aguante/demo"
	"aguante/server/api"
	"aguante/server/store"
)

type serveOptions struct {
	addr, data string
	hosts      []string
	quiet      bool
}

func (o *serveOptions) flags(c *cobra.Command) {
	c.Flags().StringVar(&o.addr, "addr", "127.0.0.1:7333", "address to listen on; port 0 takes a free one")
	c.Flags().StringSliceVar(&o.hosts, "host", nil, "further host names to answer to")
	c.Flags().BoolVar(&o.quiet, "quiet", false, "log errors only")
}

func serveCommand() *cobra.Command {
	var o serveOptions
	c := &cobra.Command{
		Use: "serve", Short: "Start the app on your own data", Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			dir, err := dataIn(o.data)
			if err != nil {
				return err
			}
			o.data = dir
			return serve(c.Context(), o, false)
		},
	}
	o.flags(c)
	dataFlag(c, &o.data)
	return c
}

func demoCommand() *cobra.Command {
	var o serveOptions
	c := &cobra.Command{
		Use: "demo", Short: "Start the app on fresh demo data, which is gone when it stops", Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			dir, err := os.MkdirTemp("", "aguante-demo-")
			if err != nil {
				return err
			}
			defer os.RemoveAll(dir)
			o.data = dir
			return serve(c.Context(), o, true)
		},
	}
	o.flags(c)
	return c
}

func dataFlag(c *cobra.Command, dir *string) {
	c.Flags().StringVar(dir, "data", "", "data directory (else AGUANTE_DATA, else the user's data directory)")
}

// storeIn is the store in a data directory.
func storeIn(dir string) string { return filepath.Join(dir, "aguante.db") }

// dataIn is the data directory: the one that is given, or where a user's data lives on this
// system.
func dataIn(given string) (string, error) {
	if given = cmp.Or(given, os.Getenv("AGUANTE_DATA")); given != "" {
		return given, nil
	}
	if dir := os.Getenv("XDG_DATA_HOME"); dir != "" {
		return filepath.Join(dir, "aguante"), nil
	}
	home, err := os.UserHomeDir()
	if err != nil {
		return "", fmt.Errorf("no data directory: give one with --data: %w", err)
	}
	return filepath.Join(home, ".local", "share", "aguante"), nil
}

func serve(ctx context.Context, o serveOptions, withDemo bool) (err error) {
	ctx, stop := signal.NotifyContext(ctx, os.Interrupt, syscall.SIGTERM, syscall.SIGHUP)
	defer stop()
	level := slog.LevelInfo
	if o.quiet {
		level = slog.LevelError
	}
	log := slog.New(slog.NewTextHandler(os.Stderr, &slog.HandlerOptions{Level: level}))
	st, err := store.Open(ctx, storeIn(o.data))
	if err != nil {
		return exit{1, err}
	}
	defer func() { err = errors.Join(err, st.Close()) }()
	if withDemo {
		if err := loadDemo(ctx, st); err != nil {
			return err
		}
	}
	l, err := net.Listen("tcp", o.addr)
	if err != nil {
		return err
	}
	if err := st.At("http://" + l.Addr().String()); err != nil {
		return err
	}
	var beside sync.WaitGroup
	defer beside.Wait()
	ctx, stop = context.WithCancel(ctx) // what runs beside ends before the store is closed
	defer stop()
	if !withDemo {
		beside.Go(func() { st.EveryDay(ctx, func(err error) { log.Error("the copy of the day", "err", err) }) })
	}
	working, cut := context.WithCancel(context.Background())
	defer cut()
	srv := &http.Server{
		BaseContext: func(net.Listener) context.Context { return working },
		Handler:     api.New(st, demo.Walls, log, o.hosts...), ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 30 * time.Second,
		WriteTimeout: 60 * time.Second, IdleTimeout: 2 * time.Minute, MaxHeaderBytes: 64 << 10,
		ErrorLog: slog.NewLogLogger(log.Handler(), slog.LevelError),
	}
	fmt.Printf("Aguante is at http://%s\n", l.Addr())
	done := make(chan error, 1)
	go func() {
		<-ctx.Done()
		time.AfterFunc(time.Second, cut) // a save is through by then; a search need not be
		end, cancel := context.WithTimeout(context.Background(), 5*time.Second)
		defer cancel()
		done <- srv.Shutdown(end)
	}()
	if err := srv.Serve(l); !errors.Is(err, http.ErrServerClosed) {
		return err
	}
	return <-done
}

// loadDemo stores the demo walls, and the workshop that they are built in.
func loadDemo(ctx context.Context, st *store.Store) error {
	mine, err := demo.Shop()
	if err == nil {
		_, err = st.ReplaceShop(ctx, 0, mine)
	}
	walls, bad := demo.Archives()
	err = errors.Join(err, bad)
	for _, a := range walls {
		if err == nil {
			_, err = st.CreateFrom(ctx, a)
		}
	}
	return err
}
