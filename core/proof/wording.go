package proof

import (
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

func noText(v *view) []Finding {
	var out []Finding
	for i := range v.nodes {
		n := &v.nodes[i]
		switch n.step.Symbol {
		case symbol.Connector, symbol.Parallel, symbol.OffPage:
			continue
		}
		if !n.step.Symbol.Beside() && strings.TrimSpace(n.step.Text) == "" {
			out = append(out, n.on(called(n.step)+" says nothing: what happens there?"))
		}
	}
	return out
}

// mostSaid is how many characters a step's text has that is read at a glance.
const mostSaid = 160

func longText(v *view) []Finding {
	var out []Finding
	for i := range v.nodes {
		n := &v.nodes[i]
		if c := utf8.RuneCountInString(n.step.Text); n.works() && c > mostSaid {
			out = append(out, n.on(fmt.Sprintf("The text of %s has %d characters. A few words and a note beside it are read sooner.", inside(n.step), c)))
		}
	}
	return out
}

func sameText(v *view) []Finding {
	var out []Finding
	seen := map[[3]string]*node{}
	for i := range v.nodes {
		n := &v.nodes[i]
		if !n.works() || n.step.Symbol == symbol.OffPage || n.step.Symbol == symbol.Connector || n.step.Symbol == symbol.Terminator {
			continue
		}
		if n.said == "" {
			continue
		}
		key := [3]string{n.page.ID, n.step.Lane, n.said}
		if seen[key] != nil {
			out = append(out, n.on("Two steps on this page say "+quoted(n.step)+"."))
		}
		seen[key] = n
	}
	return out
}

func quoted(s *chart.Step) string {
	bare := *s
	bare.Number = ""
	return called(&bare)
}

func question(v *view) []Finding {
	var out []Finding
	for i := range v.nodes {
		n := &v.nodes[i]
		if n.step.Symbol != symbol.Process || !strings.HasSuffix(strings.TrimSpace(n.step.Text), "?") {
			continue
		}
		f := n.on(called(n.step) + " asks something, but is no decision.")
		if len(n.out) > 1 {
			k := symbol.Decision
			f.Mend = &chart.Command{Words: "make it a decision", Parts: []chart.Part{{Do: "step.set", Page: n.page.ID, ID: n.step.ID, Symbol: &k}}}
		}
		out = append(out, f)
	}
	return out
}

// recording are words that begin a step which leaves a document or a record (English).
var recording = []string{"print", "record", "register", "file"}

func record(v *view) []Finding {
	var out []Finding
	for i := range v.nodes {
		n := &v.nodes[i]
		word, _, _ := strings.Cut(n.said, " ")
		if n.step.Symbol != symbol.Process {
			continue
		}
		for _, w := range recording {
			if word == w {
				out = append(out, n.on(called(n.step)+" leaves something on paper or in a store. Is a document or a store meant, beside it or in its place?"))
			}
		}
	}
	return out
}

// roleTwice looks for lanes whose names differ in nothing but case, spaces, signs or a plural.
func roleTwice(v *view) []Finding {
	var out []Finding
	first := map[string]string{}
	for _, p := range v.chart.Pages {
		for _, l := range p.Lanes {
			key := strings.TrimSuffix(strings.Map(func(r rune) rune {
				if unicode.IsLetter(r) || unicode.IsDigit(r) {
					return unicode.ToLower(r)
				}
				return -1
			}, strings.ReplaceAll(strings.ToLower(l.Name), "s ", " ")), "s")
			if key == "" {
				continue
			}
			was, ok := first[key]
			if !ok {
				first[key] = l.Name
			} else if was != l.Name {
				out = append(out, Finding{Page: p.ID, Words: fmt.Sprintf("'%s' and '%s' seem to be one role, written in two ways.", was, l.Name),
					Mend: &chart.Command{Words: "name the lane", Parts: []chart.Part{{Do: "lane.set", Page: p.ID, ID: l.ID, Name: &was}}}})
			}
		}
	}
	return out
}
