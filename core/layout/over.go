package layout

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
	"plaintracer/core/number"
	"plaintracer/core/symbol"
)

// mostOver is how many pages a page is laid out over at most; the last one then holds the rest.
const mostOver = 100

// Over lets every page of c that does not fit its sheet go on on further pages, as OverPages says.
func Over(ctx context.Context, c *chart.Chart) error {
	newID := c.FreshIDs("cut")
	for _, p := range slices.Clone(c.Pages) {
		if Fits(p) {
			continue
		}
		parts, err := OverPages(ctx, c, p, newID)
		if err != nil {
			return err
		}
		if _, err := chart.Apply(c, chart.Command{Parts: parts}); err != nil {
			return err
		}
	}
	return nil
}

// Whole lays out a new chart over the pages that it needs, and numbers its steps.
func Whole(ctx context.Context, c *chart.Chart) error {
	if err := Chart(ctx, c, Down); err != nil {
		return err
	}
	if err := Over(ctx, c); err != nil {
		return err
	}
	for _, p := range c.Pages {
		if _, tree := grows(p); tree { // people have no numbers
			continue
		}
		if cmd, ok := number.Chart(c, p); ok {
			if _, err := chart.Apply(c, cmd); err != nil {
				return err
			}
		}
	}
	return nil
}

// Fits reports whether a page can be read on its sheet: at full size, or printed a little smaller
// where it is told to be.
func Fits(p *chart.Page) bool {
	w, h := p.SheetSize()
	if p.Setup != nil && p.Setup.Fit {
		w, h = w/leastScale, h/leastScale
	}
	return p.W <= w+1 && p.H <= h+1
}

// OverPages are the parts that lay a page out over as many pages as it takes: each holds as much of
// the flow as can be laid out on its sheet, in the order of the flow. Connectors that lead from page
// to page become pairs of off-page connectors, one letter for all that lead to the same step; lanes
// are repeated where a step of theirs stands, or all of them where the page's setup says so. A hierarchy is divided by
// branch. There are no parts for a
// page with less than two steps.
func OverPages(ctx context.Context, c *chart.Chart, p *chart.Page, newID func(kind string) string) ([]chart.Part, error) {
	if _, ok := grows(p); ok {
		pages, err := divideTree(ctx, p, newID)
		if err != nil {
			return nil, err
		}
		return overBranches(c, p, pages), nil
	}
	o, err := divide(ctx, c, p, newID, false)
	if o == nil || err != nil {
		return nil, err
	}
	return o.parts(c), nil
}

// Sheets is over how many pages OverPages lays a page out; 0 for a page with less than two steps.
func Sheets(ctx context.Context, c *chart.Chart, p *chart.Page) (int, error) {
	n := 0
	newID := func(kind string) string { n++; return fmt.Sprint(kind, "sheet", n) }
	if _, ok := grows(p); ok {
		pages, err := divideTree(ctx, p, newID)
		return len(pages), err
	}
	o, err := divide(ctx, c, p, newID, true)
	if o == nil || err != nil {
		return 0, err
	}
	return len(o.pages), nil
}

// divide divides a page into those that it goes on on; nil for one with less than two steps.
func divide(ctx context.Context, c *chart.Chart, p *chart.Page, newID func(kind string) string, counts bool) (*over, error) {
	p = front(p)
	o := &over{p: p, newID: newID, letter: flow.Letters(c), letters: map[string]string{}, lines: map[string][]*chart.Connector{}, at: map[string]int{}, counts: counts}
	for _, v := range build(ctx, p).order {
		o.order = append(o.order, p.Steps[v])
	}
	for i, l := range p.Connectors {
		o.at[l.ID] = i
		o.lines[l.From.Step] = append(o.lines[l.From.Step], l)
		if l.To.Step != l.From.Step {
			o.lines[l.To.Step] = append(o.lines[l.To.Step], l)
		}
	}
	if len(o.order) < 2 {
		return nil, nil
	}
	if err := o.find(ctx, len(o.order)); err != nil {
		return nil, err
	}
	if k := len(o.pages); k > 1 && k < mostOver && o.pages[k-1].steps < max(fewest, len(o.order)/k/2) {
		// Next to nothing is left for the last page: the others give it some of theirs, if that takes no more pages.
		even := *o
		even.letter, even.letters, even.pages = flow.Letters(c), map[string]string{}, nil
		if err := even.find(ctx, (len(o.order)+k-1)/k+1); err != nil {
			return nil, err
		}
		if len(even.pages) <= k && even.pages[len(even.pages)-1].steps > o.pages[k-1].steps {
			o = &even
		}
	}
	return o, nil
}

// fewest is how many steps a page has that is worth turning to.
const fewest = 5

// over lays one page out over several.
type over struct {
	p       *chart.Page
	order   []*chart.Step                 // along the flow
	lines   map[string][]*chart.Connector // by the steps at their ends, in the order of the page
	at      map[string]int                // their places in it
	newID   func(kind string) string
	letter  func() string
	letters map[string]string // of the ways to a step from other pages
	pages   []laid
	counts  bool // the pages, and does not lay them out
}

// laid is one of the pages, and how it is laid out.
type laid struct {
	page  *chart.Page
	cmd   chart.Command
	steps int // without its off-page connectors
}

// find divides the order: every page gets as many steps as fit its sheet, but no more than most, or a few less
// where fewer connectors are cut then.
func (o *over) find(ctx context.Context, most int) error {
	much := 8 // what the page before held
	for at := 0; at < len(o.order); {
		rest := len(o.order) - at
		more := rest
		rest = min(rest, most)
		if len(o.pages) == mostOver-1 {
			return o.keep(ctx, at, len(o.order))
		}
		// Grow while it fits, then halve the way to what did not fit.
		fit, not := 0, rest+1
		for try := min(rest, much); not-fit > 1; {
			ok, err := o.try(ctx, at, at+try)
			if err != nil {
				return err
			}
			if ok {
				fit = try
			} else {
				not = try
			}
			if try = (fit + not) / 2; not > rest {
				try = min(rest, max(fit+1, fit*3/2))
			}
		}
		n := max(1, fit) // one step alone is as small as a page can be
		if n < more {
			for less := n - 1; less >= n-n/6 && less > 0; less-- {
				if o.cuts(at, at+less) < o.cuts(at, at+n) {
					if ok, err := o.try(ctx, at, at+less); err != nil {
						return err
					} else if ok {
						n = less
					}
				}
			}
		}
		if err := o.keep(ctx, at, at+n); err != nil {
			return err
		}
		at, much = at+n, n
	}
	return nil
}

// cuts is how many connectors lead from a range of the order to what follows it.
func (o *over) cuts(from, to int) int {
	after := map[string]bool{}
	for _, s := range o.order[to:min(len(o.order), to+2*(to-from))] {
		after[s.ID] = true
	}
	n := 0
	for _, s := range o.order[from:to] {
		for _, l := range o.lines[s.ID] {
			if after[l.From.Step] || after[l.To.Step] {
				n++
			}
		}
	}
	return n
}

// try reports whether a range of the order fits a sheet.
func (o *over) try(ctx context.Context, from, to int) (bool, error) {
	trial := *o
	n := 0
	trial.newID = func(kind string) string { n++; return fmt.Sprint(kind, "trial", n) }
	trial.letter, trial.letters = func() string { return "A" }, map[string]string{}
	_, ok := Times(ctx, trial.page(o.order[from:to]))
	return ok, ctx.Err()
}

// keep makes a page of a range of the order.
func (o *over) keep(ctx context.Context, from, to int) error {
	p := o.page(o.order[from:to])
	if o.counts {
		o.pages = append(o.pages, laid{page: p, steps: to - from})
		return nil
	}
	cmd, _, err := OnSheet(ctx, p, Down)
	if err != nil {
		return err
	}
	alone := &chart.Chart{Pages: []*chart.Page{p}}
	if _, err := chart.Apply(alone, cmd); err != nil {
		return err
	}
	for _, l := range p.Connectors {
		if l.From.Loose() {
			l.From = looseBeside(p, l.To.Step, -besideLoose)
		}
		if l.To.Loose() {
			l.To = looseBeside(p, l.From.Step, besideLoose)
		}
	}
	o.pages = append(o.pages, laid{p, cmd, to - from})
	return nil
}

// besideLoose is how far from its step a connector begins or ends at nothing, px.
const besideLoose = 30.0

// looseBeside is a loose end so far to the right of a step, or to the left.
func looseBeside(p *chart.Page, step string, by float64) chart.End {
	r := p.StepRect(p.Step(step))
	x := r.Right()
	if by < 0 {
		x = r.X
	}
	return chart.End{X: geom.Round2(x + by), Y: geom.Round2(r.CY())}
}

// page is a page of some of the steps, not laid out; the first one keeps the names of what is on it.
func (o *over) page(steps []*chart.Step) *chart.Page {
	n := o.p.Clone()
	n.Steps, n.Connectors = []*chart.Step{}, []*chart.Connector{}
	n.W, n.H = n.SheetSize()
	lanes := map[string]string{}
	first := len(o.pages) == 0
	for _, l := range n.Lanes {
		lanes[l.ID] = l.ID
	}
	stages := map[string]*chart.Stage{} // those that nothing stands in are left out
	for _, s := range steps {
		if st := o.p.StageOf(s); st != nil {
			stages[st.ID] = st
		}
	}
	n.Stages = slices.DeleteFunc(n.Stages, func(s *chart.Stage) bool { return stages[s.ID] == nil })
	for _, s := range n.Stages {
		stages[s.ID] = s
	}
	if !first {
		lanes = chart.RenameBands(n, o.newID)
		n.ID, n.Key = o.newID("p"), nil
		if n.Title != "" {
			n.Title = fmt.Sprintf(sayFrom, shortened(steps[0].Text), n.Title)
		}
	}
	here := map[string]*chart.Step{}
	if o.p.Setup == nil || !o.p.Setup.Lanes {
		o.onlyLanesOf(n, steps, lanes, first)
	}
	for _, s := range steps {
		q := *s
		q.Lane = lanes[s.Lane]
		if st := o.p.StageOf(s); st != nil {
			n.PutInto(&q, stages[st.ID])
		}
		n.Steps, here[s.ID] = append(n.Steps, &q), &q
	}
	pairs := map[string]*chart.Step{} // off-page connectors: by the step beyond, or '>' and the step here
	pair := func(key, target string, beside *chart.Step) string {
		if pairs[key] == nil {
			if o.letters[target] == "" {
				o.letters[target] = o.letter()
			}
			info, _ := symbol.Of(symbol.OffPage)
			pairs[key] = &chart.Step{ID: o.newID("s"), Symbol: symbol.OffPage, Lane: beside.Lane, W: info.W, H: info.H, Text: o.letters[target]}
			if st := n.StageOf(beside); st != nil {
				n.PutInto(pairs[key], st)
			}
			n.Steps = append(n.Steps, pairs[key])
		}
		return pairs[key].ID
	}
	entered := map[string]bool{} // steps that have their line from an off-page connector
	done, at := map[string]bool{}, map[string]int{}
	for _, s := range steps {
		for _, l := range o.lines[s.ID] {
			if done[l.ID] {
				continue
			}
			done[l.ID] = true
			from, to := here[l.From.Step], here[l.To.Step]
			q := *l
			q.Way, q.Pins = nil, nil
			switch {
			case from != nil && to != nil:
			case l.From.Loose(), l.To.Loose(): // it is put beside its step once that is placed
			case to != nil:
				if entered[l.To.Step] {
					continue
				}
				entered[l.To.Step] = true
				q.ID, q.Labels = o.newID("c"), nil
				q.From = chart.End{Step: pair(">"+l.To.Step, l.To.Step, to)}
			default:
				q.To = chart.End{Step: pair(l.To.Step, l.To.Step, from)}
			}
			n.Connectors = append(n.Connectors, &q)
			at[q.ID] = o.at[l.ID]
		}
	}
	slices.SortStableFunc(n.Connectors, func(a, b *chart.Connector) int { return at[a.ID] - at[b.ID] }) // outcomes keep their order
	if first {
		for _, l := range o.p.Connectors {
			if l.From.Loose() && l.To.Loose() {
				n.Connectors = append(n.Connectors, l)
			}
		}
	}
	return n
}

// shortened is the beginning of a text, for a title that others are to be told from by it.
func shortened(text string) string {
	const most = 32 // letters: a tab shows that many
	r := []rune(strings.Join(strings.Fields(text), " "))
	if len(r) > most {
		return strings.TrimRight(string(r[:most-1]), " ") + "…"
	}
	return string(r)
}

// onlyLanesOf leaves lanes out of a page that none of the steps stands in, and pools and lanes that then hold none.
// The first page keeps those in which no step stands at all.
func (o *over) onlyLanesOf(p *chart.Page, steps []*chart.Step, lanes map[string]string, first bool) {
	used := map[string]bool{}
	if first {
		for _, l := range p.Lanes {
			used[l.ID] = !slices.ContainsFunc(o.order, func(s *chart.Step) bool { return s.Lane == l.ID })
		}
	}
	for _, s := range steps {
		if s.Lane != "" {
			used[lanes[s.Lane]] = true
		}
	}
	if len(used) == 0 {
		return
	}
	p.Lanes = slices.DeleteFunc(p.Lanes, func(l *chart.Lane) bool { return !used[l.ID] })
	for _, l := range p.Lanes {
		for in := l.In; in != ""; {
			used[in] = true
			i := slices.IndexFunc(p.Groups, func(g *chart.LaneGroup) bool { return g.ID == in })
			if i < 0 {
				break
			}
			in = p.Groups[i].In
		}
	}
	p.Groups = slices.DeleteFunc(p.Groups, func(g *chart.LaneGroup) bool { return !used[g.ID] })
}

// parts turn the page into the first of the pages, and add the others after it.
func (o *over) parts(c *chart.Chart) []chart.Part {
	first, id := o.pages[0].page, o.p.ID
	var parts []chart.Part
	had := map[string]bool{} // what was on the page before
	stays := map[string]*chart.Connector{}
	for _, l := range first.Connectors {
		stays[l.ID] = l
	}
	for _, l := range o.p.Connectors {
		if q := stays[l.ID]; q != nil && q.From.Step == l.From.Step && q.To.Step == l.To.Step {
			if had[l.ID] = true; q.From != l.From || q.To != l.To { // a loose end
				parts = append(parts, chart.Part{Do: "line.set", Page: id, ID: l.ID, From: &q.From, To: &q.To})
			}
		} else {
			parts = append(parts, chart.Part{Do: "line.drop", Page: id, ID: l.ID})
		}
	}
	for _, s := range o.p.Stages {
		if first.Stage(s.ID) == nil {
			parts = append(parts, chart.Part{Do: "stage.drop", Page: id, ID: s.ID})
		}
	}
	for _, s := range o.p.Steps {
		if had[s.ID] = first.Step(s.ID) != nil; !had[s.ID] {
			parts = append(parts, chart.Part{Do: "step.drop", Page: id, ID: s.ID})
		}
	}
	for _, l := range o.p.Lanes {
		if first.Lane(l.ID) == nil {
			parts = append(parts, chart.Part{Do: "lane.drop", Page: id, ID: l.ID})
		}
	}
	for _, g := range o.p.Groups {
		if !slices.ContainsFunc(first.Groups, func(h *chart.LaneGroup) bool { return h.ID == g.ID }) {
			parts = append(parts, chart.Part{Do: "group.drop", Page: id, ID: g.ID})
		}
	}
	for _, s := range first.Steps {
		if !had[s.ID] {
			parts = append(parts, chart.Part{Do: "step.add", Page: id, Step: s})
		}
	}
	ways := map[string]*chart.Way{}
	for _, l := range first.Connectors {
		if !had[l.ID] {
			parts = append(parts, chart.Part{Do: "line.add", Page: id, Line: l})
		} else if was := o.p.Connector(l.ID); was.Way != nil {
			ways[l.ID] = nil
		}
	}
	parts = append(parts, arrange.LineOrder(o.p)...) // outcomes keep theirs
	parts = append(parts, o.pages[0].cmd.Parts...)
	if len(ways) > 0 {
		parts = append(parts, chart.Part{Do: "line.ways", Page: id, Ways: ways})
	}
	at := slices.Index(c.Pages, o.p)
	for i, l := range o.pages[1:] {
		here := at + i + 1
		parts = append(parts, chart.Part{Do: "page.add", NewPage: l.page, At: &here})
	}
	return parts
}
