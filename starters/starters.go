// Package starters has skeleton charts to begin with: steps as text, with blanks to fill in, such as
// '{Who approves=Loans panel}': what is asked, and what stands there until somebody says otherwise.
package starters

import (
	"context"
	"embed"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/list"
)

//go:embed texts/*.txt
var texts embed.FS

// Starter is a skeleton chart.
type Starter struct {
	ID, Name string
	Text     string
}

// Blank is what is to be filled in.
type Blank struct{ Asks, Default string }

// names of the starters that are shipped, in the order in which they are shown.
var names = [][2]string{
	{"approval", "Approval"}, {"intake", "Intake"}, {"incident", "Incident"}, {"purchase", "Purchase"}, {"month-end", "Month end"}, {"on-boarding", "On-boarding"},
	{"leaving", "Leaving"}, {"complaint", "Complaint"}, {"change", "Change"}, {"review", "Review of a paper"}, {"maintenance", "Maintenance"}, {"event", "Event"},
}

// All are the starters that are shipped.
func All() []Starter {
	var out []Starter
	for _, n := range names {
		b, err := texts.ReadFile("texts/" + n[0] + ".txt")
		if err != nil {
			panic("starters: " + err.Error()) // it is embedded
		}
		out = append(out, Starter{n[0], n[1], string(b)})
	}
	return out
}

var blank = regexp.MustCompile(`\{([^{}=\n]{1,80})(?:=([^{}\n]{0,200}))?\}`)

// Blanks are what the starter asks, each once, in the order in which they come.
func (s Starter) Blanks() []Blank {
	var out []Blank
	for _, m := range blank.FindAllStringSubmatch(s.Text, -1) {
		asks := strings.TrimSpace(m[1])
		i := slices.IndexFunc(out, func(b Blank) bool { return b.Asks == asks })
		switch {
		case i < 0:
			out = append(out, Blank{asks, m[2]})
		case out[i].Default == "":
			out[i].Default = m[2]
		}
	}
	return out
}

// mostAnswer is how long what is filled in can be, characters.
const mostAnswer = 200

// Chart is the starter with its blanks filled in, laid out over the pages that it needs and numbered.
// What is empty keeps its default.
func (s Starter) Chart(ctx context.Context, name string, fill map[string]string) (*chart.Chart, error) {
	is := map[string]string{}
	for _, b := range s.Blanks() {
		is[b.Asks] = b.Default
		if is[b.Asks] == "" {
			is[b.Asks] = b.Asks
		}
		if a := strings.Join(strings.Fields(fill[b.Asks]), " "); a != "" {
			if len([]rune(a)) > mostAnswer {
				return nil, fmt.Errorf("%q: the answer has more than %d characters", b.Asks, mostAnswer)
			}
			is[b.Asks] = list.Escaped(a)
		}
	}
	text := blank.ReplaceAllStringFunc(s.Text, func(m string) string {
		return is[strings.TrimSpace(blank.FindStringSubmatch(m)[1])]
	})
	c, err := list.Read(text, name)
	if err != nil {
		return nil, err
	}
	return c, layout.Whole(ctx, c)
}
