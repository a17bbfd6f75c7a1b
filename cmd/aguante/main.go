// Command aguante checks what wall shelves hold: as a local web app, or from a
// project file on the command line.
package main

import (
	"errors"
	"fmt"
	"os"

	"github.com/spf13/cobra"
)

// exit is an error that ends the command with a code of its own.
type exit struct {
	code int
	err  error
}

func (e exit) Error() string { return e.err.Error() }
func (e exit) Unwrap() error { return e.err }

func main() {
	root := &cobra.Command{
		Use:           "aguante",
		Short:         "Will the shelf hold, what gives first, and what would make it hold?",
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	root.AddCommand(serveCommand(), demoCommand(), checkCommand(), cutCommand(), paperCommand(), holesCommand(), logCommand(), catalogueCommand(), schemaCommand(),
		backupCommand(), restoreCommand(), doctorCommand())
	if err := root.Execute(); err != nil {
		fmt.Fprintln(os.Stderr, err)
		var e exit
		if errors.As(err, &e) {
			os.Exit(e.code)
		}
		os.Exit(2)
	}
}
