package main

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/spf13/cobra"

	"plaintracer/core/chart"
	"plaintracer/core/proof"
	"plaintracer/format/sarif"
)

// errFound is of a chart in which something is wrong. It has been said; the process ends with 1.
var errFound = errors.New("something is wrong in the chart")

func proofCommand() *cobra.Command {
	var asJSON, asSARIF bool
	cmd := &cobra.Command{
		Use:   "proof chart.json",
		Short: "Tell what is wrong or doubtful in a chart",
		Long: `Tell what is wrong or doubtful in a chart: steps that no way leads to, decisions with one way out,
connectors that end at nothing. Rules that the chart waives are passed over; docs/proof-rules.md has them all.
The exit code is 1 when something is wrong, 0 when nothing is, and 2 when the chart cannot be read.`,
		Args: cobra.ExactArgs(1),
		RunE: func(_ *cobra.Command, args []string) error {
			c, err := readChart(args[0])
			if err != nil {
				return err
			}
			fs, figures := proof.Chart(c, proof.Anew(c))
			var b bytes.Buffer
			switch {
			case asSARIF:
				err = sarif.Write(&b, args[0], fs)
			case asJSON:
				err = proofJSON(&b, c, fs, figures)
			default:
				proofText(&b, c, fs, figures)
			}
			if err == nil {
				err = write("-", b.Bytes())
			}
			if err == nil && proof.Count(fs, proof.Wrong) > 0 {
				err = errFound
			}
			return err
		},
	}
	cmd.Flags().BoolVar(&asJSON, "json", false, "as JSON")
	cmd.Flags().BoolVar(&asSARIF, "sarif", false, "as SARIF 2.1.0")
	cmd.MarkFlagsMutuallyExclusive("json", "sarif")
	return cmd
}

func proofJSON(b *bytes.Buffer, c *chart.Chart, fs []proof.Finding, n proof.Figures) error {
	if fs == nil {
		fs = []proof.Finding{}
	}
	e := json.NewEncoder(b)
	e.SetEscapeHTML(false)
	e.SetIndent("", " ")
	return e.Encode(struct {
		Findings []proof.Finding `json:"findings"`
		Waived   []chart.Waiver  `json:"waived"`
		Figures  proof.Figures   `json:"figures"`
	}{fs, append([]chart.Waiver{}, c.Waived...), n})
}

func proofText(b *bytes.Buffer, c *chart.Chart, fs []proof.Finding, n proof.Figures) {
	for _, f := range fs {
		i := 0
		for k, p := range c.Pages {
			if p.ID == f.Page {
				i = k
			}
		}
		fmt.Fprintf(b, "%-8s  %s  (page %d, %s)\n", f.Severity, f.Words, i+1, f.Rule)
	}
	for _, w := range c.Waived {
		fmt.Fprintf(b, "waived    %s: %s\n", w.Rule, w.Reason)
	}
	fmt.Fprintf(b, "%d wrong, %d doubtful, %d of style. %d steps, %d decisions, %d handovers between lanes, %d ways back; the longest way has %d steps, there are %.0f ways.\n",
		proof.Count(fs, proof.Wrong), proof.Count(fs, proof.Doubtful), proof.Count(fs, proof.Style), n.Steps, n.Decisions, n.Handovers, n.WaysBack, n.Longest, n.Ways)
}
