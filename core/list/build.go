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
}

// made is a step, with what its line says of it besides.
type made struct {
	step   *chart.Step
	noLane bool
	kind   symbol.Kind // as it was given; "" where it follows from the text
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
	b := &builder{p: chart.NewPage(id), id: newID, keys: map[string]*chart.Step{}, lanes: map[string]string{}, groups: map[string]string{}, stages: map[*chart.Step]*string{}}
	b.chain(roots, nil)
	if len(b.all) == 0 {
		return nil, errors.New(noLines)
	}
	if len(b.all) > chart.MaxSteps {
		return nil, fmt.Errorf(tooManyLines, len(b.all), chart.MaxSteps)
	}
	for _, f := range b.later {
		if err := f(); err != nil {
			return nil, err
		}
	}
	b.symbols()
	b.seat()
	b.stage()
	return b.p, nil
}

// chain makes the steps of lines that follow each other. Each takes the ways that wait; those that wait
// behind the last one are returned.
func (b *builder) chain(lines []*line, waiting []loose) []loose {
	for _, l := range lines {
		if len(l.steps) > 0 {
			waiting = b.line(l, waiting)
		}
	}
	return waiting
}

// line makes the steps of a line and of those farther in below it.
func (b *builder) line(l *line, waiting []loose) []loose {
	var m *made
	for i, of := range l.steps {
		s := &chart.Step{ID: b.id("s"), Text: of.text}
		m = &made{s, of.noLane, of.symbol}
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
	s, asks := m.step, l.asks()
	out := m.kind.Store() || m.kind.Beside()
	var ends []loose
	outcomes, ended := 0, false
	names := []string{} // of the outcomes
	goes := func(w way) {
		if w.meaning == chart.Flow && w.to == "" {
			ended = true
			return
		}
		if w.meaning.Way() {
			outcomes++
			names = append(names, w.label)
		}
		c := &chart.Connector{ID: b.id("c"), From: chart.End{Step: s.ID}, Meaning: w.meaning}
		if w.label != "" {
			c.Labels = []chart.Label{{Text: w.label}}
		}
		b.p.Connectors = append(b.p.Connectors, c)
		b.later = append(b.later, func() error {
			to := b.keys[w.to]
			if to == nil {
				return fmt.Errorf(noStep, l.n, w.to)
			}
			c.To.Step = to.ID
			return nil
		})
	}
	for _, w := range l.ways {
		goes(w)
	}
	var follow []*line // steps farther in
	for _, k := range l.kids {
		switch {
		case k.field != nil:
			if !slices.ContainsFunc(s.Fields, func(f chart.Field) bool { return f.Name == k.field.Name }) {
				s.Fields = append(s.Fields, *k.field)
			}
		case len(k.steps) == 0:
			for _, w := range k.ways {
				goes(w)
			}
		default:
			follow = append(follow, k)
		}
	}
	if out {
		return b.chain(follow, waiting)
	}
	if !asks {
		if outcomes > 0 || ended {
			b.chain(follow, nil)
			return nil
		}
		return b.chain(follow, waiting)
	}
	for _, k := range follow {
		label := k.label
		if label == "" {
			label = other(names)
		}
		names, outcomes = append(names, label), outcomes+1
		ends = append(ends, b.line(k, []loose{{s, label, chart.Flow}})...)
	}
	if outcomes < 2 && !ended {
		ends = append(ends, loose{s, other(names), chart.Flow})
	}
	return ends
}

// other is what the next outcome is called until it is named.
func other(names []string) string {
	for _, n := range [2]string{yes, no} {
		if !slices.ContainsFunc(names, func(s string) bool { return strings.EqualFold(s, n) }) {
			return n
		}
	}
	return ""
}

const yes, no = "yes", "no"

func (b *builder) connect(w loose, to *chart.Step) {
	c := &chart.Connector{ID: b.id("c"), From: chart.End{Step: w.from.ID}, To: chart.End{Step: to.ID}, Meaning: w.meaning}
	if w.label != "" {
		c.Labels = []chart.Label{{Text: w.label}}
	}
	b.p.Connectors = append(b.p.Connectors, c)
}

// symbols gives steps their symbols and sizes: what asks is a decision, the first and the last are
// terminators.
func (b *builder) symbols() {
	for i, m := range b.all {
		k := m.kind
		if k == "" {
			k = inferred(m.step.Text, i == 0 || i == len(b.all)-1)
		}
		info, _ := symbol.Of(k)
		m.step.Symbol = k
		m.step.W, m.step.H = typeset.Plain.Grow(k, info.W, info.H, m.step.Text)
	}
}

// inferred is the symbol of a step where none is given.
func inferred(text string, atEnd bool) symbol.Kind {
	switch {
	case strings.HasSuffix(text, "?"):
		return symbol.Decision
	case atEnd:
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
			g := &chart.Group{ID: b.id("g"), Name: s.name, Pool: s.pool, In: in}
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
