package list

import (
	"strings"

	"plaintracer/core/symbol"
)

// Row is what one line says of its step.
type Row struct {
	Outcome string // of the decision before it, that leads to it
	Lane    string
	Text    string
	Symbol  symbol.Kind // in brackets behind it; "" where none is
	To      string      // the number of a step that it leads to
}

// ReadRow takes a line apart, as people type it into a list of steps: 'yes -> Desk: text -> 4', 'No: go back to
// step 2'. known reports which numbers there are, outcome whether the step is one of a decision.
func ReadRow(s string, outcome bool, known func(number string) bool) Row {
	s = strings.TrimSpace(s)
	var r Row
	if outcome {
		if o, ok := cutOutcome(s); ok && o.sure && o.label != "" && o.rest != "" {
			r.Outcome, s = o.label, o.rest
		}
	}
	if to, ok := cutLeader(s); (ok || r.Outcome != "") && known(bare(to)) {
		r.To = bare(to)
		return r
	}
	if before, to, ok := cutTail(s); ok && known(bare(to)) {
		r.To, s = bare(to), before
	}
	var parts []string
	for rest := s; ; {
		before, _, after, ok := cutArrow(rest)
		if parts = append(parts, before); !ok {
			break
		}
		rest = after
	}
	if n := len(parts) - 1; n > 0 && r.To == "" {
		to := parts[n]
		if led, ok := cutLeader(to); ok {
			to = led
		}
		if known(bare(to)) {
			r.To, parts = bare(to), parts[:n]
		}
	}
	if outcome && r.Outcome == "" && len(parts) > 1 {
		r.Outcome, parts = parts[0], parts[1:]
	}
	of := say(strings.Join(parts, " -> "), true)
	r.Text, r.Symbol = of.text, of.symbol
	if n := len(of.lane); n > 0 {
		r.Lane = of.lane[n-1].name
	}
	return r
}
