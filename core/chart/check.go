package chart

import (
	"errors"
	"fmt"
	"slices"
	"unicode/utf8"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// checkNulls refuses a page with nothing where something belongs.
func checkNulls(p *Page) error {
	for i, l := range p.Lanes {
		if l == nil {
			return fmt.Errorf(nullLane, i)
		}
	}
	for i, g := range p.Groups {
		if g == nil {
			return fmt.Errorf(nullGroup, i)
		}
	}
	for i, s := range p.Stages {
		if s == nil {
			return fmt.Errorf(nullStage, i)
		}
	}
	for i, s := range p.Steps {
		if s == nil {
			return fmt.Errorf(nullStep, i)
		}
	}
	for i, c := range p.Connectors {
		if c == nil {
			return fmt.Errorf(nullLine, i)
		}
	}
	return nil
}

func checkSheet(p *Page) error {
	if err := checkText("title", p.Title, maxName); err != nil {
		return err
	}
	if err := checkCoord(p.W, p.H, p.Frame.X, p.Frame.Y, p.Frame.W); err != nil {
		return err
	}
	if p.W < 50 || p.H < 50 {
		return fmt.Errorf(pageTooSmall, p.W, p.H)
	}
	if p.Frame.W < 0 {
		return errors.New(badFrame)
	}
	if p.Sheet != nil {
		if err := p.Sheet.check(); err != nil {
			return err
		}
		p.Sheet = p.Sheet.rounded()
	}
	if p.Setup != nil {
		if err := p.Setup.check(); err != nil {
			return err
		}
		p.Setup = p.Setup.rounded()
	}
	if p.Key != nil {
		if err := p.Key.check(); err != nil {
			return err
		}
		p.Key = p.Key.rounded()
	}
	if p.Link != nil {
		if err := p.Link.check(); err != nil {
			return err
		}
	}
	if t := p.Turned; t != nil {
		if !(t.Along >= 1 && t.Along <= mostStretch && t.Across >= 1 && t.Across <= mostStretch) {
			return fmt.Errorf(badTurned, t.Along, t.Across, mostStretch)
		}
		if err := checkCoord(t.W, t.H, t.Frame); err != nil {
			return err
		}
	}
	if err := checkShown(p.Shown); err != nil {
		return err
	}
	return checkCrossings(p.Crossings)
}

func checkLane(l *Lane) error {
	if err := checkBand(l.ID, l.Name, l.Size, l.Look); err != nil {
		return err
	}
	if err := checkFields(l.Fields); err != nil {
		return err
	}
	if l.Link != nil {
		if err := l.Link.check(); err != nil {
			return err
		}
	}
	if l.Size < minLane {
		return fmt.Errorf(laneTooNarrow, l.Size, minLane)
	}
	return nil
}

// checkBand checks what lanes, groups and stages share.
func checkBand(id, name string, size float64, look *LaneLook) error {
	if err := checkID(id); err != nil {
		return err
	}
	if err := checkText("name", name, maxName); err != nil {
		return err
	}
	if err := checkCoord(size); err != nil {
		return err
	}
	if look != nil {
		return checkLaneLook(look)
	}
	return nil
}

// checkGroup refuses a group that stands in itself, or too deep in others.
func (p *Page) checkGroup(g *LaneGroup) error {
	if err := checkBand(g.ID, g.Name, 0, g.Look); err != nil {
		return err
	}
	if g.Pool && g.In != "" {
		return fmt.Errorf(poolInside, g.ID)
	}
	if g.In != "" && p.Group(g.In) == nil {
		return gone("group", g.In)
	}
	deep := 1
	for o := p.Group(g.In); o != nil; o = p.Group(o.In) {
		if deep++; o.ID == g.ID || deep > mostDeep {
			return fmt.Errorf(groupTooDeep, g.ID, mostDeep)
		}
	}
	return nil
}

func checkStage(s *Stage) error {
	if err := checkBand(s.ID, s.Name, s.Size, s.Look); err != nil {
		return err
	}
	if s.Size < minLane {
		return fmt.Errorf(stageTooNarrow, s.Size, minLane)
	}
	return nil
}

func checkStep(p *Page, s *Step) error {
	if err := checkID(s.ID); err != nil {
		return err
	}
	if _, ok := symbol.Of(s.Symbol); !ok {
		return fmt.Errorf(badSymbol, s.Symbol)
	}
	if s.Lane != "" && p.Lane(s.Lane) == nil {
		return gone("lane", s.Lane)
	}
	if err := checkCoord(s.X, s.Y, s.W, s.H); err != nil {
		return err
	}
	if s.W < minSize || s.H < minSize {
		return fmt.Errorf(stepTooSmall, s.W, s.H, minSize)
	}
	if err := checkText("text", s.Text, maxString); err != nil {
		return err
	}
	if err := checkRuns(s); err != nil {
		return err
	}
	if err := checkText("number", s.Number, maxID); err != nil {
		return err
	}
	if err := checkFields(s.Fields); err != nil {
		return err
	}
	if err := checkPorts(s); err != nil {
		return err
	}
	if s.Look != nil {
		if err := checkStepLook(s.Look); err != nil {
			return err
		}
		s.Look = s.Look.rounded()
	}
	if err := checkFiles(s.Files); err != nil {
		return err
	}
	if err := checkHolds(s); err != nil {
		return err
	}
	if s.Picture != nil {
		if err := checkFiles([]File{*s.Picture}); err != nil {
			return fmt.Errorf(inPicture, err)
		}
	}
	if s.Link != nil {
		if err := s.Link.check(); err != nil {
			return err
		}
	}
	return nil
}

func checkFields(fs []Field) error {
	if len(fs) > maxFields {
		return fmt.Errorf(tooManyFields, maxFields)
	}
	seen := map[string]bool{}
	for _, f := range fs {
		if f.Name == "" {
			return errors.New(fieldNoName)
		}
		if seen[f.Name] {
			return fmt.Errorf(fieldTwice, f.Name)
		}
		seen[f.Name] = true
		if err := checkText("field "+f.Name, f.Name, maxName); err != nil {
			return err
		}
		if err := checkText("field "+f.Name, f.Value, maxString); err != nil {
			return err
		}
	}
	return nil
}

func checkLine(step func(id string) *Step, c *Connector) error {
	if err := checkID(c.ID); err != nil {
		return err
	}
	switch c.Meaning {
	case Flow, Aside, Data, Note:
	default:
		return fmt.Errorf(badMeaning, c.Meaning)
	}
	for _, e := range []*End{&c.From, &c.To} {
		if err := checkEnd(step, e); err != nil {
			return err
		}
	}
	if !slices.Contains(Kinds, c.Kind) {
		return fmt.Errorf(badKind, c.Kind)
	}
	if c.Look != nil {
		if err := checkLook(c.Look); err != nil {
			return err
		}
	}
	if err := checkCrossings(c.Crossings); err != nil {
		return err
	}
	if err := checkPins(c); err != nil {
		return err
	}
	if c.Way != nil {
		if err := c.Way.check(); err != nil {
			return err
		}
	}
	return checkLabels(c)
}

func checkEnd(step func(id string) *Step, e *End) error {
	if e.Port == "" {
		e.Fixed = false
	}
	if e.Loose() {
		if e.Port != "" {
			return errors.New(loosePort)
		}
		e.X, e.Y = geom.Round2(e.X), geom.Round2(e.Y)
		return checkCoord(e.X, e.Y)
	}
	s := step(e.Step)
	if s == nil {
		return gone("step", e.Step)
	}
	e.X, e.Y = 0, 0
	if e.Port == "" {
		return nil
	}
	if _, ok := s.Port(e.Port, s.W, s.H); ok {
		return nil
	}
	return fmt.Errorf(badPort, e.Step, e.Port)
}

// checkPage checks a whole page, as read from a file.
func checkPage(p *Page) error {
	if err := checkID(p.ID); err != nil {
		return err
	}
	if err := checkSheet(p); err != nil {
		return err
	}
	if len(p.Lanes) > maxLanes || len(p.Groups) > maxLanes || len(p.Stages) > maxLanes || len(p.Steps) > MaxSteps || len(p.Connectors) > maxLines {
		return fmt.Errorf(pageTooFull, maxLanes, MaxSteps, maxLines)
	}
	if err := checkNulls(p); err != nil {
		return err
	}
	seen := map[string]bool{}
	once := func(what string, i int, id string) error {
		if seen[what+id] {
			return fmt.Errorf(idTwice, what, i, id)
		}
		seen[what+id] = true
		return nil
	}
	for i, g := range p.Groups {
		if err := once("groups", i, g.ID); err != nil {
			return err
		}
	}
	for i, g := range p.Groups {
		if err := p.checkGroup(g); err != nil {
			return fmt.Errorf(inGroup, i, err)
		}
	}
	for i, g := range p.Stages {
		if err := checkStage(g); err != nil {
			return fmt.Errorf(inStage, i, err)
		}
		if err := once("stages", i, g.ID); err != nil {
			return err
		}
	}
	for i, l := range p.Lanes {
		err := checkLane(l)
		if err == nil && l.In != "" && p.Group(l.In) == nil {
			err = gone("group", l.In)
		}
		if err != nil {
			return fmt.Errorf(inLane, i, err)
		}
		if err := once("lanes", i, l.ID); err != nil {
			return err
		}
	}
	p.gather()
	for i, s := range p.Steps {
		roundStep(s)
		if err := checkStep(p, s); err != nil {
			return fmt.Errorf(inStep, i, err)
		}
		if err := once("steps", i, s.ID); err != nil {
			return err
		}
	}
	step := p.finder(2 * len(p.Connectors))
	for i, c := range p.Connectors {
		if err := checkLine(step, c); err != nil {
			return fmt.Errorf(inLine, i, err)
		}
		if err := once("connectors", i, c.ID); err != nil {
			return err
		}
	}
	return checkFolded(p)
}

func checkRuns(s *Step) error {
	if len(s.Runs) > mostRuns {
		return fmt.Errorf(tooManyRuns, mostRuns)
	}
	end := 0
	for i, r := range s.Runs {
		switch {
		case r.From < end || r.To <= r.From || r.To > len(s.Text):
			return fmt.Errorf(badRun, i, r.From, r.To, len(s.Text))
		case !utf8.RuneStart(s.Text[r.From]) || r.To < len(s.Text) && !utf8.RuneStart(s.Text[r.To]):
			return fmt.Errorf(cutRun, i)
		case r.Text.IsZero() && r.Link == nil || r.Text != r.Text.ForRun():
			return fmt.Errorf(inRun, i, errors.New(badRunLook))
		}
		if r.Link != nil {
			if err := r.Link.check(); err != nil {
				return fmt.Errorf(inRun, i, err)
			}
		}
		if err := checkTextLook(&r.Text); err != nil {
			return fmt.Errorf(inRun, i, err)
		}
		end = r.To
	}
	return nil
}

func roundStep(s *Step) {
	s.X, s.Y, s.W, s.H = geom.Round2(s.X), geom.Round2(s.Y), geom.Round2(s.W), geom.Round2(s.H)
}

// checkFolded checks what a page has put away. Its connectors may hold at steps that have gone meanwhile.
func checkFolded(p *Page) error {
	if len(p.Folded) == 0 {
		return nil
	}
	steps, lines := len(p.Steps), len(p.Connectors)
	seen := map[string]bool{}
	for _, s := range p.Steps {
		seen["step "+s.ID] = true
	}
	for _, c := range p.Connectors {
		seen["line "+c.ID] = true
	}
	by := p.StepsByID()
	for i, f := range p.Folded {
		if f == nil || len(f.Steps) != len(f.StepsAt) || len(f.Connectors) != len(f.LinesAt) || len(f.Steps) == 0 || seen["under "+f.Under] {
			return fmt.Errorf(inFolded, i, errors.New(badFold))
		}
		if steps, lines = steps+len(f.Steps), lines+len(f.Connectors); steps > MaxSteps || lines > maxLines {
			return fmt.Errorf(pageTooFull, maxLanes, MaxSteps, maxLines)
		}
		seen["under "+f.Under] = true
		if f.Connectors == nil {
			f.Connectors, f.LinesAt = []*Connector{}, []int{}
		}
		for _, s := range f.Steps {
			if s == nil || seen["step "+s.ID] {
				return fmt.Errorf(inFolded, i, errors.New(badFold))
			}
			seen["step "+s.ID], by[s.ID] = true, s
			roundStep(s)
			back := p.taken(s)
			if err := checkStep(p, &back); err != nil {
				return fmt.Errorf(inFolded, i, err)
			}
		}
	}
	for i, f := range p.Folded {
		for _, c := range f.Connectors {
			if c == nil || seen["line "+c.ID] {
				return fmt.Errorf(inFolded, i, errors.New(badFold))
			}
			seen["line "+c.ID] = true
			whole := *c // as it will be; what it holds at now may be gone
			step := func(id string) *Step { return by[id] }
			whole.From, whole.To = p.held(step, c.From, c.To), p.held(step, c.To, c.From)
			if err := checkLine(step, &whole); err != nil {
				return fmt.Errorf(inFolded, i, err)
			}
		}
	}
	return nil
}

// taken is a step as it comes back: its lane may have gone meanwhile.
func (p *Page) taken(s *Step) Step {
	n := *s
	n.Fields, n.Ports = append([]Field(nil), s.Fields...), append([]Port(nil), s.Ports...)
	if n.Lane != "" && p.Lane(n.Lane) == nil {
		n.Lane = refuge(p)
	}
	return n
}

// held is an end of a connector that may hold at a step no longer there, or at a port that it has no more.
func (p *Page) held(step func(string) *Step, e, other End) End {
	if e.Loose() || checkEnd(step, &e) == nil {
		return e
	}
	if step(e.Step) != nil {
		return End{Step: e.Step}
	}
	var at geom.Point
	if s := step(other.Step); s != nil {
		r := p.StepRect(s)
		at = geom.Pt(r.CX(), r.Y-looseOff)
	}
	return End{X: within(at.X), Y: within(at.Y)}
}

// looseOff is how far above a step the end stands that came loose, px.
const looseOff = 40
