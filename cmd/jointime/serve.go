package main

import (
	"context"
	"crypto/rand"
	"errors"
	"flag"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"os"
	"runtime"
	"strconv"
	"sync"
	"syscall"
	"time"

	"jointime/internal/api"
	"jointime/internal/demo"
	"jointime/internal/pgdev"
	"jointime/internal/standin"
	"jointime/internal/store"
	"jointime/web"
)

const (
	firstPort = 8741
	portsMore = 40
	// endWithin is how long open requests may take to end on a shutdown.
	endWithin = 5 * time.Second
)

type serveFlags struct {
	port     int
	listen   string
	hosts    []string
	database string
	printer  string
	verbose  bool
}

func parseServe(args []string, errs io.Writer) (f serveFlags, err error) {
	flags := flag.NewFlagSet("serve", flag.ContinueOnError)
	flags.SetOutput(errs)
	flags.IntVar(&f.port, "port", 0, "the port; 0: the first free one from 8741 on")
	flags.StringVar(&f.listen, "listen", "127.0.0.1", "the address to listen on; other than loopback, tablets join with a code")
	flags.Func("host", "a name by which tablets ask for this machine; may be given several times", func(h string) error {
		f.hosts = append(f.hosts, h)
		return nil
	})
	flags.StringVar(&f.database, "database", "", "address of a PostgreSQL; empty: one of its own")
	flags.StringVar(&f.printer, "printer", "", "address of a label printer that takes SVG over HTTP; the demo has one of its own")
	flags.BoolVar(&f.verbose, "verbose", false, "log every request")
	if err = flags.Parse(args); err == nil && flags.NArg() > 0 {
		err = fmt.Errorf("unknown argument %q", flags.Arg(0))
	}
	return f, err
}

// serve runs the server until it is told to stop.
func serve(ctx context.Context, withDemo bool, args []string, out, errs io.Writer) int {
	f, err := parseServe(args, errs)
	if err != nil {
		fmt.Fprintln(errs, err)
		return 2
	}
	if err := serveUntilDone(ctx, f, withDemo, out, errs); err != nil {
		fmt.Fprintln(errs, "jointime:", err)
		return 1
	}
	return 0
}

func serveUntilDone(ctx context.Context, f serveFlags, withDemo bool, out, errs io.Writer) (err error) {
	level := slog.LevelInfo
	if f.verbose {
		level = slog.LevelDebug
	}
	log := slog.New(slog.NewTextHandler(errs, &slog.HandlerOptions{Level: level}))
	l, err := listen(f)
	if err != nil {
		return err
	}
	defer l.Close()
	if f.database == "" {
		cluster, url, err := ownDatabase(ctx, log)
		if err != nil {
			return err
		}
		defer func() { err = errors.Join(err, cluster.Stop()) }()
		f.database = url
	}
	st, err := store.Open(ctx, f.database)
	if err != nil {
		return err
	}
	defer st.Close()
	if withDemo && f.printer == "" {
		address, stop, err := standin.Serve(&standin.Printer{})
		if err != nil {
			return err
		}
		defer stop()
		f.printer = address
	}
	if withDemo {
		if err := demo.LoadInto(ctx, st, time.Now()); err != nil {
			return err
		}
	}
	return serveOn(ctx, l, st, f, withDemo, log, out)
}

// ownDatabase starts the checkout's own cluster.
func ownDatabase(ctx context.Context, log *slog.Logger) (*pgdev.Cluster, string, error) {
	here, err := os.Getwd()
	if err != nil {
		return nil, "", err
	}
	cluster, err := pgdev.Start(ctx, pgdev.Options{Dir: pgdev.HomeFor(here), Log: log})
	if err != nil {
		return nil, "", err
	}
	url, err := cluster.Ensure(ctx, "jointime")
	if err != nil {
		return nil, "", errors.Join(err, cluster.Stop())
	}
	return cluster, url, nil
}

func listen(f serveFlags) (net.Listener, error) {
	try := func(port int) (net.Listener, error) {
		return net.Listen("tcp", net.JoinHostPort(f.listen, strconv.Itoa(port)))
	}
	if f.port != 0 {
		l, err := try(f.port)
		if errors.Is(err, syscall.EADDRINUSE) {
			return nil, fmt.Errorf("port %d is in use by another program: choose another with --port, or leave it out", f.port)
		}
		return l, err
	}
	var err error
	for port := firstPort; port < firstPort+portsMore; port++ {
		var l net.Listener
		if l, err = try(port); err == nil || !errors.Is(err, syscall.EADDRINUSE) {
			return l, err
		}
	}
	return nil, fmt.Errorf("ports %d to %d are all in use: %w", firstPort, firstPort+portsMore-1, err)
}

func serveOn(ctx context.Context, l net.Listener, st *store.Store, f serveFlags, withDemo bool, log *slog.Logger, out io.Writer) error {
	ip := net.ParseIP(f.listen)
	open := f.listen != "localhost" && (ip == nil || !ip.IsLoopback())
	codes := open || !withDemo // only the demo, on this machine alone, is there for whoever sits at it
	screens, built := web.Screens()
	if !built {
		log.Warn("the screens are not built: run make build")
		screens = nil
	}
	runtime.GOMAXPROCS(runtime.NumCPU() + 1) // searches give way to those that serve, but not within Go's own processors
	server := api.New(st, api.Options{Log: log, Screens: screens, Open: open, Codes: codes, Hosts: f.hosts, Printer: f.printer, Background: true})
	h := &http.Server{Handler: server, ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 30 * time.Second, WriteTimeout: 60 * time.Second,
		IdleTimeout: 2 * time.Minute, MaxHeaderBytes: 32 << 10, ErrorLog: slog.NewLogLogger(log.Handler(), slog.LevelDebug)}
	var running sync.WaitGroup
	running.Go(func() { server.Run(ctx) })
	done := make(chan error, 1)
	go func() { done <- h.Serve(l) }()
	if err := announce(ctx, l, st, f.listen, codes, f.printer, out); err != nil {
		return err
	}
	select {
	case err := <-done:
		return fmt.Errorf("serve: %w", err)
	case <-ctx.Done():
	}
	fmt.Fprintln(out, "Stopping.")
	end, cancel := context.WithTimeout(context.WithoutCancel(ctx), endWithin)
	defer cancel()
	running.Wait()
	if err := h.Shutdown(end); err != nil {
		h.Close()
	}
	return nil
}

// announce prints the addresses, and, where browsers join, the code.
func announce(ctx context.Context, l net.Listener, st *store.Store, listen string, codes bool, printer string, out io.Writer) error {
	at := addresses(l, listen)
	fmt.Fprintf(out, "\n  Jointime is at %s\n", at[0])
	for _, more := range at[1:] {
		fmt.Fprintf(out, "  and, for tablets, at %s\n", more)
	}
	if codes {
		code := rand.Text()[:8]
		if err := st.SetJoinCode(ctx, code); err != nil {
			return err
		}
		fmt.Fprintf(out, "  Each browser joins once, with the code %s\n", code)
	}
	if printer != "" {
		fmt.Fprintf(out, "  Labels are printed at %s\n", printer)
	}
	fmt.Fprint(out, "  Ctrl-C stops it.\n\n")
	return nil
}

// addresses are those at which it answers: where it listens everywhere, by localhost and by
// the addresses of this machine.
func addresses(l net.Listener, listen string) (out []string) {
	port := strconv.Itoa(l.Addr().(*net.TCPAddr).Port)
	ip := net.ParseIP(listen)
	switch {
	case ip.Equal(net.IPv4(127, 0, 0, 1)):
		return []string{"http://localhost:" + port}
	case ip == nil || !ip.IsUnspecified():
		return []string{"http://" + net.JoinHostPort(listen, port)}
	}
	out = []string{"http://localhost:" + port}
	own, err := net.InterfaceAddrs()
	if err != nil {
		return out
	}
	for _, a := range own {
		if n, is := a.(*net.IPNet); is && n.IP.IsGlobalUnicast() && (n.IP.To4() != nil || ip.To4() == nil) {
			out = append(out, "http://"+net.JoinHostPort(n.IP.String(), port))
		}
	}
	return out
}

// openAPICommand prints the description of the API.
func openAPICommand(_ context.Context, _ []string, _ io.Reader, out, errs io.Writer) int {
	doc, err := api.New(nil, api.Options{Log: slog.New(slog.DiscardHandler)}).OpenAPI()
	if err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	fmt.Fprintf(out, "%s\n", doc)
	return 0
}
