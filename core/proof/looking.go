package proof

import (
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
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
		var steps map[string]*chart.Step
		for _, l := range p.Connectors {
			if !l.Meaning.Way() || l.Look == nil && p.House() == nil || style.Line(p, l).End != chart.Bare {
				continue
			}
			if steps == nil {
				steps = stepsOf(p)
			}
			from, to := steps[l.From.Step], steps[l.To.Step]
			if from == nil || to == nil {
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

// fewAlike is how many steps of a kind look alike before others of it are told apart from them.
const fewAlike = 3

// manner is how a step looks, but for its colours, which tell steps apart on purpose.
type manner struct {
	size, weight, corner float64
	face                 string
	dash                 chart.Dash
	shadow               chart.Shadow
}

func mannerOf(p *chart.Page, s *chart.Step) manner {
	of := style.Of(p, s)
	return manner{of.Text.Size, of.Weight, of.Corner, fmt.Sprint(of.Text.Face, of.Underline), of.Dash, of.Shadow}
}

// differs names what of a manner is other than in another one.
func (m manner) differs(o manner) string {
	var what []string
	for _, k := range []struct {
		differs bool
		words   string
	}{
		{m.size != o.size, "size of text"},
		{m.face != o.face, "letters"},
		{m.weight != o.weight || m.dash != o.dash, "outline"},
		{m.corner != o.corner, "corners"},
		{m.shadow != o.shadow, "shadow"},
	} {
		if k.differs {
			what = append(what, k.words)
		}
	}
	return strings.Join(what, ", ")
}

// looksDiffer looks for steps that look otherwise than nearly all others of their symbol on the page.
func looksDiffer(v *view) []Finding {
	var out []Finding
	for _, p := range v.chart.Pages {
		if !slices.ContainsFunc(p.Steps, func(s *chart.Step) bool { return s.Look != nil }) {
			continue
		}
		kinds := map[symbol.Kind][]*chart.Step{}
		for _, s := range p.Steps {
			if !s.Symbol.Beside() && !s.Behind() {
				kinds[s.Symbol] = append(kinds[s.Symbol], s)
			}
		}
		for _, s := range p.Steps {
			all := kinds[s.Symbol]
			if len(all) <= fewAlike || all[0] != s {
				continue // each kind once, where its first step is
			}
			alike := map[manner][]*chart.Step{}
			var most manner
			for _, s := range all {
				m := mannerOf(p, s)
				if alike[m] = append(alike[m], s); len(alike[m]) > len(alike[most]) {
					most = m
				}
			}
			usual := alike[most]
			if len(usual) < fewAlike || len(usual)*4 < len(all)*3 {
				continue
			}
			for _, s := range all {
				if m := mannerOf(p, s); m != most {
					out = append(out, Finding{Page: p.ID, ID: s.ID, Mend: alikeTo(p, s, usual[0]),
						Words: fmt.Sprintf("%s looks otherwise than %d of its kind on this page: %s.", called(s), len(usual), m.differs(most))})
				}
			}
		}
	}
	return out
}

// alikeTo gives a step the manner of another one; its colours stay.
func alikeTo(p *chart.Page, s, as *chart.Step) *chart.Command {
	var look, from chart.StepLook
	if s.Look != nil {
		look = *s.Look
	}
	if as.Look != nil {
		from = *as.Look
	}
	look.Weight, look.Dash, look.Corner, look.Shadow = from.Weight, from.Dash, from.Corner, from.Shadow
	t, u := &look.Text, from.Text
	t.Style, t.Family, t.Size, t.Bold, t.Italic, t.Underline = u.Style, u.Family, u.Size, u.Bold, u.Italic, u.Underline
	return &chart.Command{Words: "draw it like the others", Parts: []chart.Part{{Do: "step.set", Page: p.ID, ID: s.ID, StepLook: &look}}}
}

func stepsOf(p *chart.Page) map[string]*chart.Step {
	out := make(map[string]*chart.Step, len(p.Steps))
	for _, s := range p.Steps {
		out[s.ID] = s
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
