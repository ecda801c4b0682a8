package proof

import (
	"fmt"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// near is how far from a symbol a loose end is taken to be meant for it, px.
const near = 24

func loose(v *view) []Finding {
	var out []Finding
	for _, p := range v.chart.Pages {
		for _, l := range p.Connectors {
			for i, e := range [2]chart.End{l.From, l.To} {
				if !e.Loose() {
					continue
				}
				other := l.To
				if i == 1 {
					other = l.From
				}
				f := Finding{Page: p.ID, ID: l.ID, Words: "A connector is attached at neither end."}
				if s := p.Step(other.Step); s != nil {
					f.Words = fmt.Sprintf("A connector from %s ends at nothing.", inside(s))
					if i == 0 {
						f.Words = fmt.Sprintf("A connector to %s begins at nothing.", inside(s))
					}
				} else if i == 1 {
					continue // said of its other end
				}
				if s := stepNear(p, geom.Pt(e.X, e.Y), other.Step); s != nil {
					f.Words = strings.TrimSuffix(f.Words, ".") + fmt.Sprintf(", near %s but not attached to it.", inside(s))
					part := chart.Part{Do: "line.set", Page: p.ID, ID: l.ID}
					if end := (chart.End{Step: s.ID}); i == 0 {
						part.From = &end
					} else {
						part.To = &end
					}
					f.Mend = &chart.Command{Words: "attach the connector", Parts: []chart.Part{part}}
				}
				out = append(out, f)
			}
		}
	}
	return out
}

// stepNear is the step next to a point, if one is near; but is not taken.
func stepNear(p *chart.Page, at geom.Point, but string) *chart.Step {
	var best *chart.Step
	for _, s := range p.Steps {
		if s.ID != but && !s.Behind() && p.StepRect(s).Grow(near).Contains(at) {
			if best == nil || p.StepRect(s).Centre().Dist(at) < p.StepRect(best).Centre().Dist(at) {
				best = s
			}
		}
	}
	return best
}

func noMate(v *view) []Finding {
	var out []Finding
	for i := range v.nodes {
		n := &v.nodes[i]
		if n.step.Symbol != symbol.OffPage || len(flow.Mates(v.chart, n.step)) > 0 {
			continue
		}
		if flow.Letter(n.step) == "" {
			out = append(out, n.on("An off-page connector has no letter."))
			continue
		}
		out = append(out, n.on(fmt.Sprintf("No other off-page connector has the letter %s: where does the flow go on?", flow.Letter(n.step))))
	}
	return out
}

// links goes through everything that leads somewhere.
func (v *view) links(f func(p *chart.Page, id, what string, l *chart.Link)) {
	for _, p := range v.chart.Pages {
		if p.Link != nil {
			f(p, "", "The title", p.Link)
		}
		for _, l := range p.Lanes {
			if l.Link != nil {
				f(p, "", "The lane '"+l.Name+"'", l.Link)
			}
		}
		for _, s := range p.Steps {
			if s.Link != nil {
				f(p, s.ID, called(s), s.Link)
			}
			for _, r := range s.Runs {
				if r.Link != nil {
					f(p, s.ID, "The text of "+inside(s), r.Link)
				}
			}
		}
		for _, l := range p.Connectors {
			for _, t := range l.Labels {
				if t.Refers != nil {
					f(p, l.ID, "The label '"+t.Text+"'", t.Refers)
				}
			}
		}
	}
}

func linkGone(v *view) []Finding {
	var out []Finding
	v.links(func(p *chart.Page, id, what string, l *chart.Link) {
		if l.Page == "" {
			return
		}
		switch to := v.chart.Page(l.Page); {
		case to == nil:
			out = append(out, Finding{Page: p.ID, ID: id, Words: what + " leads to a page that is gone."})
		case l.Step != "" && to.Step(l.Step) == nil:
			out = append(out, Finding{Page: p.ID, ID: id, Words: what + " leads to a step that is gone."})
		}
	})
	return out
}

func emptyPart(v *view) []Finding {
	var out []Finding
	v.links(func(p *chart.Page, id, what string, l *chart.Link) {
		if id == "" || l.Page == "" || l.Step != "" {
			return
		}
		if to := v.chart.Page(l.Page); to != nil && to != p && len(to.Steps) == 0 {
			out = append(out, Finding{Page: p.ID, ID: id, Words: what + " opens a page on which there is nothing."})
		}
	})
	return out
}

// partWithoutEnd looks for pages that steps open on which no terminator, and no off-page connector, says where they begin or end.
func partWithoutEnd(v *view) []Finding {
	var out []Finding
	told := map[*chart.Page]bool{}
	v.links(func(p *chart.Page, id, what string, l *chart.Link) {
		to := v.chart.Page(l.Page)
		if id == "" || l.Step != "" || to == nil || to == p || told[to] || len(to.Steps) == 0 {
			return
		}
		told[to] = true
		begins, ends := false, false
		for _, s := range to.Steps {
			n := &v.nodes[v.of[s]]
			if terminator(n) || s.Symbol == symbol.OffPage {
				begins, ends = begins || len(n.in) == 0 || n.in[0].line == nil, ends || len(n.out) == 0 || n.out[0].line == nil
			}
		}
		missing := "a start or an end"
		switch {
		case begins && ends:
			return
		case begins:
			missing = "an end"
		case ends:
			missing = "a start"
		}
		out = append(out, Finding{Page: p.ID, ID: id, Words: what + " opens a page without " + missing + "."})
	})
	return out
}

func unconnected(v *view) []Finding {
	var out []Finding
	for _, p := range v.chart.Pages {
		held := map[string]bool{}
		for _, l := range p.Connectors {
			held[l.From.Step], held[l.To.Step] = true, true
		}
		if len(held) == 0 {
			continue
		}
		for _, s := range p.Steps {
			if n := &v.nodes[v.of[s]]; n.works() && !held[s.ID] {
				out = append(out, n.on("No connector leads to "+inside(s)+" or from it."))
			}
		}
	}
	return out
}

// lapped is by how much symbols have to lie on each other to be found, px.
const lapped = 3

func overlap(v *view) []Finding {
	var out []Finding
	for _, p := range v.chart.Pages {
		var ss []*chart.Step
		for _, s := range p.Steps {
			if !s.Symbol.Beside() && !s.Behind() {
				ss = append(ss, s)
			}
		}
		grid := map[[2]int][]int{} // by cells of the size of a symbol
		cells := func(r geom.Rect, f func(at [2]int)) {
			const cell = 200
			for x := int(r.X) / cell; x <= int(r.Right())/cell; x++ {
				for y := int(r.Y) / cell; y <= int(r.Bottom())/cell; y++ {
					f([2]int{x, y})
				}
			}
		}
		for i, s := range ss {
			r := p.StepRect(s).Grow(-lapped)
			found := -1
			cells(r, func(at [2]int) {
				for _, j := range grid[at] {
					if r.Overlaps(p.StepRect(ss[j]).Grow(-lapped)) && (found < 0 || j < found) {
						found = j
					}
				}
				grid[at] = append(grid[at], i)
			})
			if found >= 0 {
				out = append(out, v.nodes[v.of[s]].on(called(s)+" lies on "+inside(ss[found])+"."))
			}
		}
	}
	return out
}

func outsideLanes(v *view) []Finding {
	var out []Finding
	for _, p := range v.chart.Pages {
		if len(p.Lanes) == 0 {
			continue
		}
		for _, s := range p.Steps {
			if n := &v.nodes[v.of[s]]; p.Lane(s.Lane) == nil && n.works() && s.Symbol != symbol.OffPage {
				out = append(out, n.on(called(s)+" stands in no lane: who does it?"))
			}
		}
	}
	return out
}

func emptyLane(v *view) []Finding {
	var out []Finding
	for _, p := range v.chart.Pages {
		in := map[string]bool{}
		for _, s := range p.Steps {
			in[s.Lane] = true
		}
		if len(p.Steps) == 0 {
			continue
		}
		for _, l := range p.Lanes {
			if in[l.ID] {
				continue
			}
			f := Finding{Page: p.ID, Words: "Nothing stands in the lane '" + l.Name + "'."}
			if len(p.Lanes) > 1 {
				f.Mend = &chart.Command{Words: "delete the lane", Parts: []chart.Part{{Do: "lane.drop", Page: p.ID, ID: l.ID}}}
			}
			out = append(out, f)
		}
	}
	return out
}
