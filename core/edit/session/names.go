package session

import (
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/symbol"
)

// StepName is a step in a few words: its number, else how its text begins, else its symbol.
func StepName(s *chart.Step) string {
	if s.Number != "" {
		return s.Number
	}
	if s.Text != "" {
		return Short(s.Text)
	}
	return symbolName(s)
}

// StepTitle is its symbol and its number.
func StepTitle(s *chart.Step) string { return strings.TrimSpace(symbolName(s) + " " + s.Number) }

// Numbered is a step's number and text, on one line.
func Numbered(s *chart.Step) string {
	return strings.TrimSpace(s.Number + " " + say.OneLine(s.Text))
}

func symbolName(s *chart.Step) string {
	info, _ := symbol.Of(s.Symbol)
	return info.Name
}

// EndName is what a connector's end holds at.
func (s *Session) EndName(x chart.End) string {
	if st := s.Page().Step(x.Step); st != nil {
		return StepName(st)
	}
	return say.Nowhere
}

// Between names a connector by its steps.
func (s *Session) Between(c *chart.Connector) string {
	return s.EndName(c.From) + " → " + s.EndName(c.To)
}

// Short is the beginning of a text, for a sentence.
func Short(text string) string {
	t := []rune(text)
	if len(t) > 24 {
		t = append(t[:24], '…')
	}
	return string(t)
}
