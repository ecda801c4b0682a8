package hand

import (
	"math"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
)

// pulling draws a new connector out of a port, or brings an end of one that is
// there (line) somewhere else.
type pulling struct {
	press
	from   chart.End
	line   string
	atFrom bool
	target chart.End
	words  string
	fresh  bool         // a new step will stand at the target
	ports  []chart.Part // own ports that are made for it: at its start, at its target
	made   int          // how many of them are for its start
}

func (g *pulling) move(e *Editor, p Pointer) {
	g.last = p
	g.refresh(e)
}

// end tells what the pulled end would hold at, and says it in words.
func (g *pulling) end(e *Editor) (chart.End, string) {
	q := g.last.at()
	g.ports, g.fresh = g.ports[:g.made], false
	for i := range e.Sheet().Steps {
		sh := e.Sheet().Steps[i]
		// The step as it is, without a port that is only shown as yet.
		if sh.Step = e.Page().Step(sh.Step.ID); sh.Step == nil || !sh.Rect.Grow((portOff+4)/e.zoom).Contains(q) {
			continue
		}
		name := session.StepName(sh.Step)
		for _, port := range sh.Ports() {
			if port.At.Dist(q) <= portHold/e.zoom || e.diamondAt(port).Dist(q) <= e.reach() {
				return chart.End{Step: sh.Step.ID, Port: port.Name}, say.Holds(name, say.SideWords(port.Name))
			}
		}
		if g.last.Alt && e.onOutline(&sh, q) {
			port, part := e.lines.OwnPort(&sh, q)
			if !(g.made > 0 && g.ports[0].ID == part.ID) { // one port a step at a time
				g.ports = append(g.ports, part)
				return chart.End{Step: sh.Step.ID, Port: port}, say.Holds(name, say.HereWords)
			}
		}
		if o := sh.Step.Symbol.Outline(sh.Rect.W, sh.Rect.H); o.Encloses(q.Sub(geom.Pt(sh.Rect.X, sh.Rect.Y))) {
			return chart.End{Step: sh.Step.ID}, say.Holds(name, say.BestSideWords)
		}
	}
	loose := chart.End{X: geom.Round2(q.X), Y: geom.Round2(q.Y)}
	if g.last.Alt || g.line != "" {
		return loose, say.StaysLoose
	}
	g.fresh = true
	return loose, say.NewStep
}

// stands is where a new step comes to stand, in line with what it is pulled from where that is near.
func (g *pulling) stands(e *Editor) (geom.Rect, []arrange.Guide) {
	if s := e.Page().Step(g.from.Step); s != nil {
		return e.snapped(symbol.Process, g.last.at(), arrange.PortAt(e.Page(), s, g.from))
	}
	return e.snapped(symbol.Process, g.last.at())
}

func (g *pulling) refresh(e *Editor) {
	g.target, g.words = g.end(e)
	cmd := g.command(e)
	e.Preview(&cmd)
}

func (g *pulling) command(e *Editor) chart.Command {
	p := e.Page()
	if g.line != "" {
		part := chart.Part{Do: "line.set", Page: p.ID, ID: g.line, To: &g.target}
		if g.atFrom {
			part.To, part.From = nil, &g.target
		}
		return chart.Command{Words: say.DidMoveEnd, Parts: g.with(part)}
	}
	l := &chart.Connector{ID: pulledID, From: g.from, To: g.target, Meaning: chart.Flow, Kind: e.steps.Next.Kind, Look: e.steps.Next.LineLook()}
	if a, b := p.Step(g.from.Step), p.Step(g.target.Step); a != nil && b != nil {
		l.Meaning = steps.Meaning(a.Symbol, b.Symbol)
	}
	line := chart.Part{Do: "line.add", Page: p.ID, Line: l}
	if g.fresh {
		r, _ := g.stands(e)
		l.To = chart.End{Step: pulledStep}
		return chart.Command{Words: say.DidConnectNew, Parts: g.with(e.steps.NewStep(pulledStep, symbol.Process, r), line)}
	}
	return chart.Command{Words: say.DidConnect, Parts: g.with(line)}
}

// with are the parts with those that make its ports before them.
func (g *pulling) with(parts ...chart.Part) []chart.Part {
	return append(append([]chart.Part{}, g.ports...), parts...)
}

func (g *pulling) up(e *Editor, p Pointer) {
	g.last = p
	if p.at().Dist(g.start.at()) < slack/e.zoom {
		return // a click on the port
	}
	g.target, g.words = g.end(e)
	if g.line != "" {
		cmd := g.command(e)
		e.Apply(cmd.Words, cmd.Parts...)
		return
	}
	pg := e.Page()
	from := pg.Step(g.from.Step)
	if from == nil {
		return
	}
	if !g.fresh {
		kind := symbol.Process
		if to := pg.Step(g.target.Step); to != nil {
			kind = to.Symbol
		}
		id, part := e.steps.AddLine(g.from, g.target, from.Symbol, kind)
		if e.Apply(say.DidConnect, g.with(part)...) {
			e.Select(id)
		}
		return
	}
	r, _ := g.stands(e)
	id, add := e.steps.AddStep(symbol.Process, r)
	_, line := e.steps.AddLine(g.from, chart.End{Step: id}, from.Symbol, symbol.Process)
	if e.Apply(say.DidConnectNew, g.with(add, line)...) {
		e.Select(id)
		e.text.OnStep(id)
	}
}

// marks show what the pulled end will hold at: the step's outline doubled, the port
// filled, and the words; over empty paper the step that will stand there.
func (g *pulling) marks(e *Editor, m scene.Pen) {
	at := g.last.at()
	if sh := e.Sheet().Shape(g.target.Step); sh != nil {
		r := sh.Rect.Grow(4 * m.K)
		m.Line(sh.Step.Symbol.Outline(r.W, r.H).Shift(r.X, r.Y), scene.Ink, 1.2)
		for _, p := range sh.Ports() {
			fill := "#FFFFFF"
			if p.Name == g.target.Port {
				fill = scene.Ink
			}
			m.Diamond(e.diamondAt(p), fill, scene.Ink)
		}
		at.Y = math.Min(at.Y, sh.Rect.Y-8*m.K) // not over the step's own text
	} else if g.fresh {
		r, guides := g.stands(e)
		e.laneMark(m, r)
		e.told(m, guides, r)
		at.Y = math.Min(at.Y, r.Y-4*m.K)
	}
	if g.words != "" {
		m.Say(g.words, at)
	}
}

func (g *pulling) guides(e *Editor, m scene.Pen) {
	if g.fresh {
		_, guides := g.stands(e)
		e.construction(m, guides)
	}
}

func (g *pulling) cursor() string { return crosshair }
