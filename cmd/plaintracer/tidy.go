package main

import (
	"github.com/spf13/cobra"

	"plaintracer/core/arrange"
	"plaintracer/core/arrange/tidy"
	"plaintracer/core/chart"
)

func tidyCommand() *cobra.Command {
	var out string
	var strict bool
	cmd := output(&cobra.Command{
		Use:   "tidy chart.json -o out.json",
		Short: "Make the arrangement of all steps exact: rows, columns, gaps, sizes",
		Args:  cobra.ExactArgs(1),
		RunE: func(_ *cobra.Command, args []string) error {
			c, err := readChart(args[0])
			if err != nil {
				return err
			}
			how := tidy.Degrees[tidy.Usual]
			how.Strict = strict
			for _, p := range c.Pages {
				if err := tidied(c, p, how); err != nil {
					return err
				}
			}
			return writeChart(out, c)
		},
	}, &out)
	cmd.Flags().BoolVar(&strict, "strict", false, "put all steps on rows and columns, with one gap between them")
	return cmd
}

// tidied tidies a page, with room for what that moves; its connectors find their ways anew.
func tidied(c *chart.Chart, p *chart.Page, how tidy.How) error {
	places, _ := tidy.Places(p, nil, how)
	if len(places) == 0 {
		return nil
	}
	parts := []chart.Part{{Do: "step.place", Page: p.ID, Places: places}}
	if _, err := chart.Apply(c, chart.Command{Parts: parts}); err != nil {
		return err
	}
	moved := map[string]bool{}
	for _, pl := range places {
		moved[pl.ID] = true
	}
	after, ways := arrange.Room(p), map[string]*chart.Way{}
	for _, l := range p.Connectors {
		if l.Way != nil && (moved[l.From.Step] || moved[l.To.Step]) {
			ways[l.ID] = nil
		}
	}
	if len(ways) > 0 {
		after = append(after, chart.Part{Do: "line.ways", Page: p.ID, Ways: ways})
	}
	if len(after) == 0 {
		return nil
	}
	_, err := chart.Apply(c, chart.Command{Parts: after})
	return err
}
