package main

import (
	"errors"
	"fmt"
	"io"
	"os"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"aguante/core/logbook"
	"aguante/core/say"
	"aguante/server/projectfile"
	"aguante/server/tables"
)

func logCommand() *cobra.Command {
	var csv bool
	c := &cobra.Command{
		Use: "log FILE", Short: "Print what has happened to a wall; FILE is saved with all that has happened, - reads standard input", Args: cobra.ExactArgs(1),
		Long: "Print the journal of a wall that was saved with all that has happened to it, the newest first, or its readings as CSV.\n" +
			"Exit code 0: printed; 1: nothing has happened to it; 2: a file cannot be read.",
		RunE: func(c *cobra.Command, args []string) error {
			b, err := fileOrInput(args[0])
			if err != nil {
				return exit{2, err}
			}
			all, err := projectfile.ReadArchive(b)
			if err != nil {
				return exit{2, fmt.Errorf("%s: %w", args[0], err)}
			}
			u := all.Design.Units.Said()
			if csv {
				_, err = c.OutOrStdout().Write(tables.WriteReadings(all.Design, all.Journal, u))
				return err
			}
			lines := logbook.Lines(all.Design, all.Journal)
			if len(lines) == 0 {
				return exit{1, errors.New("nothing has happened to this wall yet")}
			}
			for _, l := range lines {
				fmt.Fprintln(c.OutOrStdout(), lineOf(l, u))
			}
			return nil
		},
	}
	c.Flags().BoolVar(&csv, "csv", false, "the readings of sag, as CSV")
	return c
}

// lineOf is one entry as a line.
func lineOf(l logbook.Line, u say.Units) string {
	when := l.When
	if t, err := time.Parse(time.RFC3339, l.When); err == nil {
		when = t.Format("2006-01-02 15:04")
	}
	parts := []string{when}
	if l.Name != "" {
		parts = append(parts, l.Name)
	}
	parts = append(parts, say.In(u, l.Says))
	if l.Text != "" {
		parts = append(parts, l.Text)
	}
	if n := len(l.Pictures); n > 0 {
		parts = append(parts, fmt.Sprintf("(%d pictures)", n))
	}
	if l.Out {
		parts = append(parts, "[taken back]")
	}
	return strings.Join(parts, "  ")
}

func fileOrInput(name string) ([]byte, error) {
	if name == "-" {
		return io.ReadAll(io.LimitReader(os.Stdin, projectfile.MaxArchive+1))
	}
	return os.ReadFile(name)
}
