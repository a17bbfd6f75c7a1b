package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"text/tabwriter"

	"github.com/spf13/cobra"

	"aguante/core/design"
	"aguante/core/plan"
	"aguante/core/problem"
	"aguante/core/say"
	"aguante/core/shop"
)

func cutCommand() *cobra.Command {
	var shopFile string
	var asJSON bool
	c := &cobra.Command{
		Use: "cut FILE", Short: "Plan how the pieces of a project file are cut; - reads standard input", Args: cobra.ExactArgs(1),
		Long: "List the pieces of a project file, which board or sheet each is cut from, in which order, and whether fewer boards could do.\n" +
			"--shop reads the boards, prices and the saw from a shop's file.\n" +
			"Exit code 0: everything can be cut; 1: something cannot; 2: a file cannot be read.",
		RunE: func(c *cobra.Command, args []string) error {
			p, err := readProject(args[0])
			if err != nil {
				return exit{2, err}
			}
			s := shop.New(p.Units.Length == design.Inches)
			if shopFile != "" {
				if s, err = readShop(shopFile); err != nil {
					return exit{2, fmt.Errorf("%s cannot be read\n%s", shopFile, say.In(p.Units.Said(), err.Error()))}
				}
			}
			parts, decided := plan.Parts(p), plan.Empty()
			cutting := plan.Lay(c.Context(), p, parts, &s, &decided, nil)
			out := c.OutOrStdout()
			if asJSON {
				e := json.NewEncoder(out)
				e.SetIndent("", "  ")
				err = e.Encode(map[string]any{"pieces": parts, "cutting": cutting})
			} else {
				err = printCuts(out, parts, &cutting, p.Units.Said())
			}
			if err != nil {
				return err
			}
			if len(cutting.Uncut) > 0 {
				return exit{1, errors.New("not everything can be cut")}
			}
			return nil
		},
	}
	c.Flags().StringVar(&shopFile, "shop", "", "a shop's file, as the app saves it")
	c.Flags().BoolVar(&asJSON, "json", false, "print pieces and plan as JSON")
	return c
}

// readShop reads a shop's file, all that is wrong with it at once.
func readShop(name string) (s shop.Shop, err error) {
	b, err := readInput(name)
	if err != nil {
		return s, err
	}
	if err := json.Unmarshal(b, &s); err != nil {
		return s, err
	}
	l := problem.New()
	s.Validate(l)
	var bad []error
	for _, p := range l.All() {
		bad = append(bad, fmt.Errorf("%s: %s", p.Path, p.Message))
	}
	return s, errors.Join(bad...)
}

// printCuts prints pieces, boards with their bound, and the cuts in their order.
func printCuts(out io.Writer, parts []plan.Part, c *plan.Cutting, u say.Units) error {
	w := tabwriter.NewWriter(out, 0, 4, 2, ' ', 0)
	line := func(cells ...string) {
		for i, cell := range cells {
			if i > 0 {
				fmt.Fprint(w, "\t")
			}
			fmt.Fprint(w, say.In(u, cell))
		}
		fmt.Fprintln(w)
	}
	for i := range parts {
		p := &parts[i]
		length, width := p.Rough()
		line(fmt.Sprint(p.Letter, " × ", len(p.Each)), p.Name, p.Stuff, say.Length(length), say.Length(width), say.Fine(p.Thickness))
	}
	line("")
	for _, n := range c.Counts {
		bound := fmt.Sprintf("no plan can do with %d", n.Least-1)
		if n.Blanks > n.Least {
			bound = fmt.Sprintf("perhaps %d", n.Least)
		} else if n.Least <= 1 {
			bound = ""
		}
		line(fmt.Sprintf("%d %s", n.Blanks, n.From), n.Stuff, say.Fine(n.Thickness), bound)
	}
	for i := range c.Blanks {
		b := c.Blanks[i]
		from := "to buy"
		if b.Own {
			from = "on hand"
		}
		line(fmt.Sprint(b.From, " ", i+1), b.Stuff, say.Length(b.Length), say.Length(b.Width), from)
		for _, p := range b.Places {
			line("", p.Called, "at "+say.Length(p.X), say.Length(p.Length), say.Length(p.Width))
		}
	}
	line("")
	for _, s := range c.Settings {
		n := fmt.Sprint(s.Cuts[0])
		if len(s.Cuts) > 1 {
			n += fmt.Sprint(" to ", s.Cuts[len(s.Cuts)-1])
		}
		line(n, s.Says)
	}
	for _, x := range c.Uncut {
		line("✕", x.Why)
	}
	if c.Price > 0 {
		line("", fmt.Sprintf("%.2f to pay, %d without a price", c.Price, c.Unpriced))
	}
	return w.Flush()
}
