package proof

import (
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/style"
)

// poorContrast looks for texts that do not stand out enough from what they stand on.
func poorContrast(v *view) []Finding {
	var out []Finding
	for i := range v.nodes {
		n := &v.nodes[i]
		if n.said == "" || n.step.Look == nil && n.page.House() == nil && len(n.step.Runs) == 0 {
			continue // as it comes, a text is legible
		}
		if c := style.Reads(n.page, n.step); c < colour.ForText {
			f := n.on(fmt.Sprintf("The text of %s has a contrast of %.1f : 1; 4.5 : 1 can be read by most people.", inside(n.step), c))
			if l := n.step.Look; l != nil && l.Text.Colour != "" { // without it the text takes what stands out
				look := *l
				look.Text.Colour = ""
				f.Mend = &chart.Command{Words: "let the text stand out", Parts: []chart.Part{{Do: "step.set", Page: n.page.ID, ID: n.step.ID, StepLook: &look}}}
			}
			out = append(out, f)
		}
	}
	return out
}

// leastText is the size of text that can be read on paper, px.
const leastText = 6 * chart.PT

func smallText(v *view) []Finding {
	var out []Finding
	for i := range v.nodes {
		n := &v.nodes[i]
		if n.said == "" || n.step.Look == nil && n.page.House() == nil {
			continue
		}
		if size := style.Text(n.page, n.step).Size; size < leastText {
			out = append(out, n.on(fmt.Sprintf("The text of %s is set in %.1f pt, which is hard to read on paper.", inside(n.step), size/chart.PT)))
		}
	}
	return out
}

// againstReading looks for ways of the flow without an arrowhead that run against the direction of reading.
func againstReading(v *view) []Finding {
	var out []Finding
	for _, p := range v.chart.Pages {
		for _, l := range p.Connectors {
			from, to := p.Step(l.From.Step), p.Step(l.To.Step)
			if from == nil || to == nil || !l.Meaning.Way() || l.Look == nil && p.House() == nil || style.Line(p, l).End != chart.Bare {
				continue
			}
			a, b := p.StepRect(from).Centre(), p.StepRect(to).Centre()
			if b.X >= a.X-1 && b.Y >= a.Y-1 {
				continue
			}
			f := Finding{Page: p.ID, ID: l.ID, Words: fmt.Sprintf("The way from %s to %s runs to the left or up without an arrowhead.", inside(from), inside(to))}
			if l.Look != nil {
				look := *l.Look
				look.End = chart.Arrow
				f.Mend = &chart.Command{Words: "give it an arrowhead", Parts: []chart.Part{{Do: "line.set", Page: p.ID, ID: l.ID, Look: &look}}}
			}
			out = append(out, f)
		}
	}
	return out
}

// mostFills is how many colours of steps a reader tells apart and remembers.
const mostFills = 7

func manyFills(v *view) []Finding {
	var out []Finding
	for _, p := range v.chart.Pages {
		var fills []string
		for _, s := range p.Steps {
			if s.Look != nil && s.Look.Fill != "" && !s.Symbol.Beside() && !slices.Contains(fills, strings.ToUpper(s.Look.Fill)) {
				fills = append(fills, strings.ToUpper(s.Look.Fill))
			}
		}
		if len(fills) > mostFills {
			out = append(out, Finding{Page: p.ID, Words: fmt.Sprintf("Steps on this page have %d colours of their own. More than %d are not remembered.", len(fills), mostFills)})
		}
	}
	return out
}
