package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"slices"
	"text/tabwriter"

	"aguante/core/hold"
	"aguante/core/say"

	"github.com/spf13/cobra"

	"aguante/core/check"
	"aguante/core/design"
	"aguante/server/contract"
	"aguante/server/projectfile"
)

func checkCommand() *cobra.Command {
	var asJSON bool
	c := &cobra.Command{
		Use: "check FILE", Short: "Check a project file; - reads standard input", Args: cobra.ExactArgs(1),
		Long: "Check a project file and print a table, or the whole report with --json.\nExit code 0: everything holds; 1: something does " +
			"not; 2: the file cannot be read.",
		RunE: func(c *cobra.Command, args []string) error {
			p, err := readProject(args[0])
			if err != nil {
				return exit{2, err}
			}
			r, err := check.Run(c.Context(), p)
			if err != nil {
				return exit{2, err}
			}
			out := c.OutOrStdout()
			if asJSON {
				e := json.NewEncoder(out)
				e.SetIndent("", "  ")
				err = e.Encode(r)
			} else {
				err = errors.Join(printReport(out, r, p.Units.Said()), printFaults(out, p))
			}
			if err != nil {
				return err
			}
			if r.Verdict == check.Gives || r.Verdict == check.Cannot {
				return exit{1, errors.New("not everything holds")}
			}
			return nil
		},
	}
	c.Flags().BoolVar(&asJSON, "json", false, "print the whole report as JSON")
	return c
}

// readProject reads a project file; what is wrong with it is said in its own units.
func readProject(name string) (*design.Project, error) {
	b, err := readInput(name)
	if err != nil {
		return nil, err
	}
	p, err := projectfile.Read(b)
	if err != nil {
		return nil, fmt.Errorf("%s cannot be read\n%s", name, say.In(unitsOf(b), err.Error()))
	}
	return p, nil
}

func readInput(name string) ([]byte, error) {
	if name == "-" {
		return io.ReadAll(io.LimitReader(os.Stdin, projectfile.MaxSize+1))
	}
	f, err := os.Open(name)
	if err != nil {
		return nil, err
	}
	defer f.Close()
	return io.ReadAll(io.LimitReader(f, projectfile.MaxSize+1))
}

// unitsOf are the units that a file, which may not be a wall's, says it is read in.
func unitsOf(b []byte) say.Units {
	var f struct {
		Units design.Units `json:"units"`
	}
	_ = json.Unmarshal(b, &f)
	return f.Units.Said()
}

// printReport writes the answer as a person reads it.
func printReport(out io.Writer, r *check.Report, u say.Units) error {
	mass := func(l check.Limit) string {
		if l.Above {
			return "above " + u.Holds(l.Kg)
		}
		return u.Holds(l.Kg)
	}
	for _, s := range r.Shelves {
		fmt.Fprintf(out, "%s: %s\n", s.Name, s.Said(u))
		w := tabwriter.NewWriter(out, 2, 8, 2, ' ', 0)
		fmt.Fprintln(w, "  link\twhere\tused\tholds\twould break\thandling")
		for _, l := range s.Links {
			breaks := "not known"
			switch {
			case l.Break != nil:
				breaks = mass(*l.Break)
			case l.Kind != hold.Strength:
				breaks = ""
			}
			holds := mass(l.Limit)
			if l.Kind == hold.Stiffness {
				holds = "straight to " + holds
			}
			used := fmt.Sprintf("%.2f", l.Used)
			if l.Fails {
				used = "fails"
			}
			fmt.Fprintf(w, "  %s\t%s\t%s\t%s\t%s\t%.2f\n", l.Name, say.In(u, l.Where), used, holds, breaks, l.Handling)
		}
		if err := w.Flush(); err != nil {
			return err
		}
		for _, c := range append(slices.Clone(s.NotJudged), s.Cautions...) {
			fmt.Fprintln(out, "  caution:", say.In(u, c.Text))
		}
		for _, t := range s.Assumed {
			fmt.Fprintln(out, "  assumed:", say.In(u, t))
		}
	}
	_, err := fmt.Fprintln(out, "A check for hobby use, not an engineer's or a code approval. Local codes and licensed people decide.")
	return err
}

// printFaults writes what of a design does not go together.
func printFaults(out io.Writer, p *design.Project) error {
	u := p.Units.Said()
	for i := range p.Shelves {
		for _, f := range p.Faults(&p.Shelves[i]) {
			at := say.In(u, say.Place(f.X)+" along the wall, "+say.Place(f.Y)+" up, "+say.Place(f.Z)+" out")
			if _, err := fmt.Fprintf(out, "does not go together: %s: the %s (%s) %s: %s\n", p.Shelves[i].Name, f.Name, f.Of, say.In(u, f.Says), at); err != nil {
				return err
			}
		}
	}
	return nil
}

func catalogueCommand() *cobra.Command {
	return &cobra.Command{
		Use: "catalogue", Short: "Print the woods, lumber, panels, sizes, grades, fasteners and contents as JSON", Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			b, err := json.MarshalIndent(contract.NewCatalogue(design.Units{}), "", "  ")
			if err != nil {
				return err
			}
			_, err = fmt.Fprintln(c.OutOrStdout(), say.In(say.Units{}, string(b)))
			return err
		},
	}
}

func schemaCommand() *cobra.Command {
	var wire bool
	c := &cobra.Command{
		Use: "schema", Short: "Print the JSON Schema of project files", Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			write := contract.ProjectSchema
			if wire {
				write = contract.WireSchema
			}
			b, err := write()
			if err != nil {
				return err
			}
			_, err = c.OutOrStdout().Write(b)
			return err
		},
	}
	c.Flags().BoolVar(&wire, "wire", false, "what crosses the wire to the front end, instead")
	return c
}
