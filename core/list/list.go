// Package list makes a page of lines of text, one line a step in the order of the work:
// as people jot a process down before they draw it.
package list

import (
	"context"
	"errors"
	"fmt"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// MostLines is how many lines are taken; the rest would be no chart that anybody reads.
const MostLines = 1000

// Lines are the lines of a text that say something; marks of a list before them (a dash,
// a dot, '3.' or 'b)') are left out.
func Lines(text string) []string {
	var out []string
	for _, l := range strings.Split(text, "\n") {
		if l = unmarked(strings.TrimSpace(l)); l != "" {
			out = append(out, l)
		}
	}
	return out
}

func unmarked(l string) string {
	head, rest, ok := strings.Cut(l, " ")
	if !ok {
		return l
	}
	mark := strings.TrimRight(head, ".)")
	switch {
	case head == "-" || head == "*" || head == "•" || head == "–":
	case mark != head && mark != "" && len(mark) <= 3 && strings.Trim(mark, "0123456789") == "":
	case mark != head && len(mark) == 1 && strings.Contains("abcdefghijklmnopqrstuvwxyz", mark):
	default:
		return l
	}
	return strings.TrimSpace(rest)
}

// Page makes a page, laid out, of lines: each leads to the next one, the first and the
// last are terminators, one that asks is a decision, and 'lane: ' before a line names who
// does it. It is an error when there are none or too many.
func Page(lines []string, id func(kind string) string) (*chart.Page, error) {
	if len(lines) == 0 {
		return nil, errors.New(noLines)
	}
	if len(lines) > MostLines {
		return nil, fmt.Errorf(tooManyLines, len(lines), MostLines)
	}
	p := chart.NewPage("p1")
	lanes := map[string]string{}
	for i, l := range lines {
		s := &chart.Step{ID: id("s"), Symbol: symbol.Process, Text: l}
		if who, what, ok := strings.Cut(l, ": "); ok {
			if lanes[who] == "" {
				lanes[who] = id("l")
				p.Lanes = append(p.Lanes, &chart.Lane{ID: lanes[who], Name: who, Size: 132})
			}
			s.Lane, s.Text = lanes[who], what
		}
		switch {
		case strings.HasSuffix(s.Text, "?"):
			s.Symbol = symbol.Decision
		case i == 0 || i == len(lines)-1:
			s.Symbol = symbol.Terminator
		}
		info, _ := symbol.Of(s.Symbol)
		s.W, s.H = typeset.Plain.Grow(s.Symbol, info.W, info.H, s.Text)
		if i > 0 {
			last := p.Steps[i-1]
			c := &chart.Connector{ID: id("c"), From: chart.End{Step: last.ID}, To: chart.End{Step: s.ID}, Meaning: chart.Flow}
			if last.Symbol == symbol.Decision {
				c.Labels = []chart.Label{{Text: "yes"}}
			}
			p.Connectors = append(p.Connectors, c)
		}
		p.Steps = append(p.Steps, s)
	}
	if len(lanes) > 0 { // nobody named stands with the one before
		for i, s := range p.Steps {
			switch {
			case s.Lane != "":
			case i > 0:
				s.Lane = p.Steps[i-1].Lane
			default:
				s.Lane = p.Lanes[0].ID
			}
		}
	}
	c := &chart.Chart{Name: "list", Pages: []*chart.Page{p}}
	if cmd, ok, _ := layout.OnSheet(context.Background(), p, layout.Down); ok {
		if _, err := chart.Apply(c, cmd); err != nil {
			return nil, err
		}
	}
	return p, nil
}
