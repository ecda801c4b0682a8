package list

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// builder makes a page of lines.
type builder struct {
	p      *chart.Page
	id     func(kind string) string
	keys   map[string]*chart.Step
	lanes  map[string]string // ids by their seats
	groups map[string]string
	last   []seat // that the line before was in
	stages map[*chart.Step]*string
	later  []func() error // ways, which may lead to steps that come later
	all    []*made
	of     map[*chart.Step]*made
	named  map[string][]int // places in all, by what people call a step
	ended  *chart.Step      // where the work ends
	lines  int              // of all, those that have lines; the end, where it is only led to, comes behind them
}

// made is a step, with what its line says of it besides.
type made struct {
	step   *chart.Step
	at     int // its place among all
	line   int // that it was made of; -1 for none
	noLane bool
	kind   symbol.Kind // as it was given; "" where it follows from the text
	toEnd  bool        // it leads to the end, so it is none
}

// loose is a way that waits for the step that it leads to.
type loose struct {
	from    *chart.Step
	label   string
	meaning chart.Meaning
}

// Sizes of what is read, until it is laid out, px.
const (
	laneRead  = 132.0
	stageRead = 300.0
)

// build makes a page, not laid out, of lines.
func build(id string, roots []*line, newID func(kind string) string) (*chart.Page, error) {
	b, err := built(id, roots, newID)
	if err != nil {
		return nil, err
	}
	return b.p, nil
}

// built is the builder that has made a page.
func built(id string, roots []*line, newID func(kind string) string) (*builder, error) {
	b := &builder{p: chart.NewPage(id), id: newID, keys: map[string]*chart.Step{}, lanes: map[string]string{}, groups: map[string]string{}, stages: map[*chart.Step]*string{}, of: map[*chart.Step]*made{}}
	b.chain(roots, nil)
	if len(b.all) == 0 {
		return nil, errors.New(noLines)
	}
	if len(b.all) > chart.MaxSteps {
		return nil, fmt.Errorf(tooManyLines, len(b.all), chart.MaxSteps)
	}
	b.lines = len(b.all)
	b.named = map[string][]int{}
	for i, m := range b.all {
		n := nameOf(m.step.Text)
		b.named[n] = append(b.named[n], i)
		if i > 0 && b.ended == nil && isEnd(m.step.Text) && (m.kind == "" || m.kind == symbol.Terminator) {
			b.ended = m.step
		}
	}
	for _, f := range b.later {
		if err := f(); err != nil {
			return nil, err
		}
	}
	b.symbols()
	b.seat()
	b.stage()
	return b, nil
}

// chain makes the steps of lines that follow each other. Each takes the ways that wait; those that wait
// behind the last one are returned.
func (b *builder) chain(lines []*line, waiting []loose) []loose {
	for _, l := range lines {
		switch {
		case len(l.steps) > 0:
			waiting = b.line(l, waiting)
		case l.goes || len(l.ways) > 0:
			for _, w := range waiting {
				b.lead(w, l.ways[0], l.n)
			}
			waiting = nil
		}
	}
	return waiting
}

// line makes the steps of a line and of those below it.
func (b *builder) line(l *line, waiting []loose) []loose {
	var m *made
	for i, of := range l.steps {
		s := &chart.Step{ID: b.id("s"), Text: of.text}
		m = &made{step: s, at: len(b.all), line: l.n, noLane: of.noLane, kind: of.symbol}
		b.of[s] = m
		if i == 0 && l.key != "" {
			s.Number = l.key
			b.keys[l.key] = s
		}
		b.all = append(b.all, m)
		b.p.Steps = append(b.p.Steps, s)
		b.place(of, s)
		if b.stages[s] = of.stage; l.key == "" { // lines without a number are counted
			if k := fmt.Sprint(len(b.all)); b.keys[k] == nil && i == 0 {
				b.keys[k] = s
			}
		}
		if m.kind.Store() || m.kind.Beside() { // no part of the flow: what waits goes on waiting
			continue
		}
		for _, w := range waiting {
			b.connect(w, s)
		}
		waiting = []loose{{s, "", chart.Flow}}
	}
	if l.asks() {
		return b.outcomes(m.step, l)
	}
	led := false
	for _, w := range l.ways {
		led = b.lead(loose{m.step, w.label, w.meaning}, w, l.n) || led
	}
	var follow []*line // steps that go on from it
	for _, k := range l.kids {
		switch {
		case k.field != nil:
			field(m.step, *k.field)
		case len(k.steps) == 0 && !k.goes && !k.behind(follow):
			for _, w := range k.ways {
				led = b.lead(loose{m.step, w.label, w.meaning}, w, k.n) || led
			}
		default:
			follow = append(follow, k)
		}
	}
	if m.kind.Store() || m.kind.Beside() {
		return b.chain(follow, waiting)
	}
	ended := m.at > 0 && cmp.Or(m.kind, Inferred(m.step.Text, false)) == symbol.Terminator
	if led || ended {
		waiting = nil
	}
	return b.chain(follow, waiting)
}

// behind reports whether an arrow stands behind a step as far in as itself, and so leads on from there.
func (l *line) behind(steps []*line) bool {
	return len(steps) > 0 && len(l.ways) == 1 && l.ways[0].meaning == chart.Flow && !l.ways[0].quoted && level(l, steps[len(steps)-1])
}

// outcomes makes what a decision leads to, in the order in which it is written. One without a name gets
// the one that is left.
func (b *builder) outcomes(s *chart.Step, l *line) []loose {
	var names []string
	for _, k := range append([]*line{{ways: l.ways}}, l.kids...) {
		if k.label != "" {
			names = append(names, k.label)
		}
		for _, w := range k.ways {
			if w.label != "" && len(k.steps) == 0 {
				names = append(names, w.label)
			}
		}
	}
	name := func(label, left string, quoted bool) string {
		if label == "" && !quoted {
			if label = other(names, left); label != "" {
				names = append(names, label)
			}
		}
		return label
	}
	var ends []loose
	n := 0
	goes := func(ways []way, line int) {
		for _, w := range ways {
			switch {
			case w.nowhere:
				n = 2
			case w.meaning.Way():
				n++
				b.lead(loose{s, name(w.label, w.left, w.quoted), w.meaning}, w, line)
			default:
				b.lead(loose{s, w.label, w.meaning}, w, line)
			}
		}
	}
	goes(l.ways, l.n)
	for _, k := range l.kids {
		switch {
		case k.field != nil:
			field(s, *k.field)
		case len(k.steps) > 0:
			n++
			ends = append(ends, b.line(k, []loose{{s, name(k.label, k.left, false), chart.Flow}})...)
		case len(k.ways) > 0:
			goes(k.ways, k.n)
		case k.named: // a name alone: what stands below it, or else the next line
			n++
			ends = append(ends, b.chain(k.kids, []loose{{s, name(k.label, k.left, false), chart.Flow}})...)
		}
	}
	if n < 2 {
		left := ""
		for _, k := range l.kids {
			left = cmp.Or(left, k.rest)
		}
		ends = append(ends, loose{s, name("", left, false), chart.Flow})
	}
	return ends
}

// field gives a step a field that it has not.
func field(s *chart.Step, f chart.Field) {
	if !slices.ContainsFunc(s.Fields, func(o chart.Field) bool { return o.Name == f.Name }) {
		s.Fields = append(s.Fields, f)
	}
}

// lead makes a way to the step that it names, when all are there, and reports whether it is one of the
// flow.
func (b *builder) lead(from loose, w way, line int) bool {
	if w.nowhere {
		return true
	}
	if w.end && b.ends(from.from) {
		return true // it is an end itself
	}
	c := &chart.Connector{ID: b.id("c"), From: chart.End{Step: from.from.ID}, Meaning: cmp.Or(w.meaning, from.meaning)}
	if from.label != "" {
		c.Labels = []chart.Label{{Text: from.label}}
	}
	b.p.Connectors = append(b.p.Connectors, c)
	b.later = append(b.later, func() error {
		to := b.keys[w.to]
		switch {
		case w.end:
			to = b.end(from.from)
		case w.text != "":
			to = b.called(w.text, from.from)
		}
		if to == nil {
			return fmt.Errorf(noStep, line, cmp.Or(w.to, w.text))
		}
		c.To.Step = to.ID
		return nil
	})
	return c.Meaning.Way()
}

// ends reports whether a step is drawn as an end.
func (b *builder) ends(s *chart.Step) bool {
	m := b.of[s]
	return m.at > 0 && cmp.Or(m.kind, Inferred(s.Text, false)) == symbol.Terminator
}

// end is the step where the work ends, made when first something leads there.
func (b *builder) end(from *chart.Step) *chart.Step {
	b.of[from].toEnd = true
	if b.ended == nil {
		b.ended = &chart.Step{ID: b.id("s"), Text: endText, Lane: from.Lane}
		b.all = append(b.all, &made{step: b.ended, at: len(b.all), line: -1, noLane: from.Lane == "", kind: symbol.Terminator})
		b.p.Steps = append(b.p.Steps, b.ended)
	}
	return b.ended
}

// called is the step of that text, the nearest one before where there are several, never the one that leads
// there.
func (b *builder) called(text string, from *chart.Step) *chart.Step {
	all, at := b.named[text], b.of[from].at
	i, _ := slices.BinarySearch(all, at)
	switch {
	case i > 0:
		return b.all[all[i-1]].step
	case i < len(all) && all[i] != at:
		return b.all[all[i]].step
	case i+1 < len(all):
		return b.all[all[i+1]].step
	}
	return nil
}

func (b *builder) connect(w loose, to *chart.Step) {
	c := &chart.Connector{ID: b.id("c"), From: chart.End{Step: w.from.ID}, To: chart.End{Step: to.ID}, Meaning: w.meaning}
	if w.label != "" {
		c.Labels = []chart.Label{{Text: w.label}}
	}
	b.p.Connectors = append(b.p.Connectors, c)
}

// symbols gives steps their symbols and sizes: what asks is a decision, the first is a terminator if nothing leads back to
// it, and so is the last if it leads nowhere.
func (b *builder) symbols() {
	leads, led := map[string]bool{}, map[string]bool{}
	for _, c := range b.p.Connectors {
		leads[c.From.Step] = leads[c.From.Step] || c.Meaning.Way()
		led[c.To.Step] = led[c.To.Step] || c.Meaning.Way()
	}
	for i, m := range b.all {
		k := m.kind
		if k == "" {
			k = Inferred(m.step.Text, i == 0 && !led[m.step.ID] || i == b.lines-1 && !leads[m.step.ID])
		}
		info, _ := symbol.Of(k)
		m.step.Symbol = k
		m.step.W, m.step.H = typeset.Plain.Grow(k, info.W, info.H, m.step.Text)
	}
}

// Inferred is the symbol of a step where none is given: what asks is a decision; the first and the last one are
// terminators, and so is what says that the work ends.
func Inferred(text string, atEnd bool) symbol.Kind {
	switch {
	case strings.HasSuffix(text, "?"):
		return symbol.Decision
	case atEnd, isEnd(text):
		return symbol.Terminator
	}
	return symbol.Process
}

// place remembers the lane of a step: its own, or that of the line before it.
func (b *builder) place(of said, s *chart.Step) {
	switch {
	case of.noLane:
		return
	case of.lane != nil:
		b.last = of.lane
	}
	if b.last != nil {
		s.Lane = b.lane(b.last)
	}
}

func (b *builder) lane(seats []seat) string {
	in, path := "", ""
	for i, s := range seats {
		path += fmt.Sprintf("\x00%v\x00%s", s.pool, s.name)
		if i == len(seats)-1 {
			break
		}
		if b.groups[path] == "" {
			g := &chart.LaneGroup{ID: b.id("g"), Name: s.name, Pool: s.pool, In: in}
			b.groups[path] = g.ID
			b.p.Groups = append(b.p.Groups, g)
		}
		in = b.groups[path]
	}
	if b.lanes[path] == "" {
		l := &chart.Lane{ID: b.id("l"), Name: seats[len(seats)-1].name, Size: laneRead, In: in}
		b.lanes[path] = l.ID
		b.p.Lanes = append(b.p.Lanes, l)
	}
	return b.lanes[path]
}

// seat puts steps before the first lane into it.
func (b *builder) seat() {
	if len(b.p.Lanes) == 0 {
		return
	}
	for _, m := range b.all {
		if m.step.Lane == "" && !m.noLane {
			m.step.Lane = b.p.Lanes[0].ID
		}
	}
}

// stage puts steps into the stages that they name; a step without one goes with the one before it.
func (b *builder) stage() {
	var at *string
	for _, m := range b.all {
		if at = cmp.Or(b.stages[m.step], at); at == nil || len(b.p.Lanes) == 0 {
			continue
		}
		if !slices.ContainsFunc(b.p.Stages, func(s *chart.Stage) bool { return s.Name == *at }) {
			b.p.Stages = append(b.p.Stages, &chart.Stage{ID: b.id("st"), Name: *at, Size: stageRead})
		}
		b.stages[m.step] = at
	}
	for _, s := range b.p.Stages {
		for _, m := range b.all {
			if of := b.stages[m.step]; of != nil && *of == s.Name {
				b.p.PutInto(m.step, s)
			}
		}
	}
}
