package main

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"time"

	"github.com/spf13/cobra"

	"aguante/server/store"
)

func backupCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use: "backup FILE", Short: "Write all of your data into one new file, while the app runs or not", Args: cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			dir, err := dataIn(data)
			if err != nil {
				return err
			}
			if err := store.BackupOf(c.Context(), storeIn(dir), args[0]); err != nil {
				if errors.Is(err, fs.ErrExist) {
					err = fmt.Errorf("there is a file %s already: choose another name", args[0])
				}
				return exit{1, err}
			}
			info, err := os.Stat(args[0])
			if err != nil {
				return err
			}
			fmt.Fprintf(c.OutOrStdout(), "%s: %d kB\n", args[0], (info.Size()+1023)/1024)
			return nil
		},
	}
	dataFlag(c, &data)
	return c
}

func restoreCommand() *cobra.Command {
	var data string
	var yes bool
	c := &cobra.Command{
		Use: "restore FILE", Short: "Put a backup in the place of your data; says first what would change", Args: cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			dir, err := dataIn(data)
			if err != nil {
				return err
			}
			if err := restore(c, storeIn(dir), args[0], yes); err != nil {
				return exit{1, err}
			}
			return nil
		},
	}
	dataFlag(c, &data)
	c.Flags().BoolVar(&yes, "yes", false, "do it")
	return c
}

func restore(c *cobra.Command, path, file string, yes bool) error {
	out := c.OutOrStdout()
	st, err := store.Open(c.Context(), path)
	switch {
	case errors.Is(err, store.ErrInUse):
		return fmt.Errorf("%w\nStop it first, or restore from its home page", err)
	case err != nil && !yes:
		fmt.Fprintf(out, "%v\nWith --yes it is set aside, and %s takes its place.\n", err, file)
		return nil
	case err != nil:
		aside, err := store.Instead(c.Context(), path, file)
		if err == nil {
			fmt.Fprintf(out, "%s has taken its place. What was there is %s.\n", file, aside)
		}
		return err
	}
	p, err := st.Compare(c.Context(), file)
	if err == nil {
		for _, w := range p.Walls {
			fmt.Fprintf(out, "%-8s %s\n", w.Is, w.Name)
		}
		fmt.Fprintf(out, "Here: %s. In the backup: %s.\n", held(p.Here), held(p.There))
		if !yes {
			fmt.Fprintln(out, "Nothing is changed yet: add --yes to do it.")
		} else if err = st.TakeIn(c.Context(), file); err == nil {
			fmt.Fprintln(out, "It is restored. A copy of what was there is among the copies.")
		}
	}
	return errors.Join(err, st.Close())
}

func held(h store.Holds) string {
	return fmt.Sprintf("%d walls, %d journal entries, %d pictures, %d own things", h.Walls, h.Entries, h.Pictures, h.Own)
}

func doctorCommand() *cobra.Command {
	var data string
	var accept bool
	c := &cobra.Command{
		Use: "doctor", Short: "Look at the store of your data, and say what to do", Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			dir, err := dataIn(data)
			if err != nil {
				return err
			}
			if accept {
				if err := store.Accept(storeIn(dir)); err != nil {
					return exit{1, err}
				}
			}
			d, err := store.Diagnose(c.Context(), storeIn(dir))
			if err != nil {
				return exit{1, err}
			}
			out := c.OutOrStdout()
			fmt.Fprintln(out, storeIn(dir))
			for _, f := range d.Findings {
				sign := "well "
				if !f.Well {
					sign = "WRONG"
				}
				fmt.Fprintf(out, "  %s  %s\n", sign, f.Text)
			}
			for _, one := range d.Copies {
				fmt.Fprintf(out, "  copy   %s, of %s, %d kB\n", one.Path, one.Made.Format(time.DateTime), (one.Size+1023)/1024)
			}
			if d.Well() {
				fmt.Fprintln(out, "There is nothing to do.")
				return nil
			}
			return exit{1, errors.New(d.NextStep(dir))}
		},
	}
	dataFlag(c, &data)
	c.Flags().BoolVar(&accept, "accept", false, "take the store as it is, where the file with its last edits has gone")
	return c
}
