package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"log/slog"
	"os"
	"time"

	"jointime/internal/app"
	"jointime/internal/core/reckon"
	"jointime/internal/formats/bookfile"
	"jointime/internal/formats/dayfile"
	"jointime/internal/store"
)

// schemaCommand prints the JSON Schema of a book, of a day, or of a question for reckon.
func schemaCommand(_ context.Context, args []string, _ io.Reader, out, errs io.Writer) int {
	made := bookfile.Schema
	if len(args) == 1 {
		switch args[0] {
		case "day":
			made = dayfile.Schema
		case "reckon":
			made = reckon.Schema
		}
	}
	text, err := made()
	if err != nil {
		fmt.Fprintln(errs, err)
		return 1
	}
	fmt.Fprintf(out, "%s\n", text)
	return 0
}

// exportCommand writes the whole book to standard output.
func exportCommand(ctx context.Context, args []string, _ io.Reader, out, errs io.Writer) int {
	flags, database := bookFlags("export", errs)
	if flags.Parse(args) != nil || flags.NArg() != 0 {
		fmt.Fprint(errs, usage)
		return exitMalformed
	}
	return onBook(ctx, *database, errs, func(st *store.Store) error {
		b, err := app.New(st, time.Now, 0).Book(ctx)
		if err != nil {
			return err
		}
		return bookfile.Write(out, b.File())
	})
}

// importCommand says what a file would change, and with --yes takes it in.
func importCommand(ctx context.Context, args []string, in io.Reader, out, errs io.Writer) int {
	flags, database := bookFlags("import", errs)
	yes := flags.Bool("yes", false, "import it")
	if flags.Parse(args) != nil || flags.NArg() != 1 {
		fmt.Fprint(errs, usage)
		return exitMalformed
	}
	file, err := readFile(flags.Arg(0), in, bookfile.Read)
	if err != nil {
		fmt.Fprintln(errs, err)
		return exitMalformed
	}
	return onBook(ctx, *database, errs, func(st *store.Store) error {
		items, err := app.New(st, time.Now, 0).Import(ctx, store.Request{Who: "import", Person: "import"}, file, *yes)
		if err != nil {
			return err
		}
		count := map[string]int{}
		for _, i := range items {
			count[i.What]++
			if i.What != "same" {
				fmt.Fprintf(out, "%s %s %q\n", i.What, i.Kind, i.Name)
			}
			for _, d := range i.Differences {
				fmt.Fprintf(out, "    %s: %s -> %s\n", d.Where, d.Was, d.Is)
			}
		}
		word := "Nothing changed yet: add --yes to import."
		if *yes {
			word = "Imported."
		}
		fmt.Fprintf(out, "%d new, %d changed, %d the same. %s\n", count["new"], count["changed"], count["same"], word)
		return nil
	})
}

func bookFlags(name string, errs io.Writer) (*flag.FlagSet, *string) {
	flags := flag.NewFlagSet(name, flag.ContinueOnError)
	flags.SetOutput(errs)
	return flags, flags.String("database", os.Getenv("DATABASE_URL"), "address of a PostgreSQL; empty: the checkout's own, which must not be running")
}

// onBook opens the database that holds the book.
func onBook(ctx context.Context, url string, errs io.Writer, do func(*store.Store) error) int {
	err := func() (err error) {
		if url == "" {
			cluster, own, err := ownDatabase(ctx, slog.New(slog.NewTextHandler(errs, nil)))
			if err != nil {
				return err
			}
			defer func() { err = errors.Join(err, cluster.Stop()) }()
			url = own
		}
		st, err := store.Open(ctx, url)
		if err != nil {
			return err
		}
		defer st.Close()
		return do(st)
	}()
	if err != nil {
		fmt.Fprintln(errs, "jointime:", err)
		return 1
	}
	return 0
}
