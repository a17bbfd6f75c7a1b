package main

import (
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"time"

	"github.com/spf13/cobra"

	"aguante/core/buy"
	"aguante/core/check"
	"aguante/core/design"
	"aguante/core/drill"
	"aguante/core/order"
	"aguante/core/paper"
	"aguante/core/plan"
	"aguante/core/problem"
	"aguante/core/say"
	"aguante/core/setup"
	"aguante/core/shop"
	"aguante/server/export"
	"aguante/server/tables"
)

// subjectOf checks a project file and plans it for paper.
func subjectOf(c *cobra.Command, name string) (*paper.Subject, error) {
	p, err := readProject(name)
	if err != nil {
		return nil, exit{2, err}
	}
	r, err := check.Run(c.Context(), p)
	if err != nil {
		return nil, exit{2, fmt.Errorf("%s: %s", name, say.In(p.Units.Said(), err.Error()))}
	}
	l := problem.New()
	if drill.Validate(p, l.In("making.datum")); len(l.All()) > 0 {
		return nil, exit{2, fmt.Errorf("%s: %w", name, check.Invalid(l.All()))}
	}
	s := shop.New(p.Units.Length == design.Inches)
	parts, decided := plan.Parts(p), plan.Empty()
	cutting, holes := plan.Lay(c.Context(), p, parts, &s, &decided, nil), drill.Of(p, r, nil)
	version, err := export.Version(p)
	cards, list := setup.Cards(p, parts, float64(s.Kerf), nil), buy.Of(p, parts, &cutting, &s, nil)
	steps := order.Steps(&order.Subject{Design: p, Report: r, Parts: parts, Cutting: &cutting, Cards: cards, Drilling: &holes, Shop: &s})
	return &paper.Subject{Design: p, Report: r, Parts: parts, Cutting: &cutting, Cards: cards, Drilling: &holes, Steps: steps, Buy: &list,
		Units: p.Units.Said(), Date: time.Now().Format(time.DateOnly), Version: version}, err
}

func paperCommand() *cobra.Command {
	var what, dir, size string
	c := &cobra.Command{
		Use: "paper FILE", Short: "Write what is printed of a project file; - reads standard input", Args: cobra.ExactArgs(1),
		Long: "Write the check sheet, the cut sheet, the drilling sheet, the set-up cards, the labels, the order of work or the shopping list as a PDF, or all templates true to scale\n" +
			"as PDF, SVG and DXF.\nExit code 0: written; 2: a file cannot be read or written.",
		RunE: func(c *cobra.Command, args []string) error {
			s, err := subjectOf(c, args[0])
			if err != nil {
				return err
			}
			n := 0
			for _, k := range s.All() {
				if k.Key != what && (!k.Template || what != "templates") {
					continue
				}
				doc, drawn, err := s.Make(k.Key, shop.Paper(size))
				if err != nil {
					return exit{2, err}
				}
				formats := []string{"pdf"}
				if k.Template {
					formats = append(formats, "svg", "dxf")
				}
				for _, format := range formats {
					f, err := export.Write(format, &export.Subject{Design: s.Design, Paper: &doc, Drawn: drawn, When: time.Now(), Units: s.Units})
					if err == nil {
						err = os.MkdirAll(dir, 0o755)
					}
					if err == nil {
						err = os.WriteFile(filepath.Join(dir, f.Name), f.Bytes, 0o600)
					}
					if err != nil {
						return exit{2, err}
					}
					fmt.Fprintln(c.OutOrStdout(), filepath.Join(dir, f.Name))
					n++
				}
			}
			if n == 0 {
				return exit{2, errors.New("there is nothing to print called " + what + ": use check, cut, holes, cards, labels, order, shopping or templates")}
			}
			return nil
		},
	}
	c.Flags().StringVar(&what, "what", "check", "check, cut, holes, cards, labels, order, shopping or templates")
	c.Flags().StringVar(&dir, "out", ".", "folder to write into")
	c.Flags().StringVar(&size, "size", "a4", "paper: a4 or letter")
	return c
}

func holesCommand() *cobra.Command {
	return &cobra.Command{
		Use: "holes FILE", Short: "Print the holes into the wall of a project file as CSV; - reads standard input", Args: cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			s, err := subjectOf(c, args[0])
			if err != nil {
				return err
			}
			if _, err = c.OutOrStdout().Write(tables.WriteHoles(s.Drilling, s.Units)); err != nil {
				return err
			}
			if len(s.Drilling.Off) > 0 {
				return exit{1, errors.New(say.In(s.Units, s.Drilling.Off[0]))}
			}
			return nil
		},
	}
}
