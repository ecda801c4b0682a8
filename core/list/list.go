// Package list reads and writes a chart as lines of text, one line a step in the order of the work:
// as people jot a process down before they draw it.
//
//  1. Borrower: Loan wanted
//  2. Loans desk: Log the request [document]
//  3. Request complete?
//     yes -> 4
//     no ~> 2
//  4. Conservation: Examine condition
//     form = C-2
//
// A line leads to the next one. Who does it stands before a colon; a line that asks is a decision, and
// what stands farther in below it are its outcomes, the name of each before an arrow. An arrow with a
// number leads to that step, one with 'end' nowhere. docs/file-format.md tells it whole.
package list

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
)

// MostLines is how many lines are taken; the rest would be no chart that anybody reads.
const MostLines = 6 * chart.MaxSteps

// Split are the lines of a text, those between that say nothing too: a title may stand above one.
func Split(text string) []string {
	return strings.Split(strings.TrimPrefix(strings.ReplaceAll(text, "\r\n", "\n"), "\xef\xbb\xbf"), "\n")
}

// MostLetters is how many a line or a cell can have: before it is looked at what they say.
const MostLetters = 20_000

// Lines are the lines of a text that say something.
func Lines(text string) []string {
	var out []string
	for _, l := range strings.Split(text, "\n") {
		if strings.TrimSpace(l) != "" {
			out = append(out, l)
		}
	}
	return out
}

// Pages makes pages, laid out, of lines, or of the cells of a table. It is an error when there are none or too many, or when a
// way leads to a step that is not there.
func Pages(lines []string, id func(kind string) string) ([]*chart.Page, error) {
	pages, err := read(lines, id)
	if err != nil {
		return nil, err
	}
	for _, p := range pages {
		if err := lay(p); err != nil {
			return nil, err
		}
	}
	return pages, nil
}

// lay lays a page out for its sheet.
func lay(p *chart.Page) error {
	cmd, ok, err := layout.OnSheet(context.Background(), p, layout.Down)
	if ok {
		_, err = chart.Apply(&chart.Chart{Name: "list", Pages: []*chart.Page{p}}, cmd)
	}
	return err
}

// titleIn is the title of a page that begins with a line.
func titleIn(l string) (title string, ok bool) {
	if l == "#" {
		return "", true
	}
	return strings.CutPrefix(l, "# ")
}

// ids counts ids up, of each kind for itself.
func ids() func(kind string) string {
	made := map[string]int{}
	return func(kind string) string { made[kind]++; return fmt.Sprint(kind, made[kind]) }
}

// Read makes a chart of text, or of the cells of a table, not laid out. A line that begins with '# ' is the title of a page, which
// begins there. Errors name the line.
func Read(text, name string) (*chart.Chart, error) {
	pages, err := read(Split(text), ids())
	if err != nil {
		return nil, err
	}
	c := &chart.Chart{Name: name, Pages: pages}
	return c, c.Check()
}

// read makes the pages of lines, not laid out.
func read(all []string, id func(kind string) string) (pages []*chart.Page, err error) {
	if len(all) > MostLines {
		return nil, fmt.Errorf(tooManyLines, len(all), MostLines)
	}
	for i, l := range all {
		if n := utf8.RuneCountInString(l); n > MostLetters {
			return nil, fmt.Errorf(tooLongLine, i+1, n, MostLetters)
		}
	}
	if t, title, ok := outline(all); ok {
		p, err := t.page(id("p"), id)
		if err != nil {
			return nil, err
		}
		p.Title = title
		for _, s := range p.Steps {
			s.Number = "" // rows were counted, not people
		}
		return []*chart.Page{p}, nil
	}
	if t, ok := ReadTable(strings.Join(all, "\n")); ok {
		p, err := t.page(id("p"), id)
		return []*chart.Page{p}, err
	}
	title, first := "", 0
	add := func(to int) error {
		p := chart.NewPage(id("p"))
		if len(Lines(strings.Join(all[first:to], "\n"))) > 0 {
			roots, m := parse(all[first:to], first+1, title != "")
			if p, err = build(p.ID, roots, id); err != nil {
				return err
			}
			if m.title != nil {
				title = meant(m.title.raw)
			}
		} else if first == 0 {
			return nil // nothing stands before the first title
		}
		p.Title = title
		pages = append(pages, p)
		return nil
	}
	for i, l := range all {
		if t, ok := titleIn(l); ok {
			if err := add(i); err != nil {
				return nil, err
			}
			title, first = meant(t), i+1
		}
	}
	if err := add(len(all)); err != nil {
		return nil, err
	}
	if !slices.ContainsFunc(pages, func(p *chart.Page) bool { return len(p.Steps) > 0 }) {
		return nil, errors.New(noLines)
	}
	return pages, nil
}
