package list

import (
	"fmt"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// told is what the pages of a chart hold, a line each: their steps, those that open a page with its title, and where
// the flow goes.
func told(c *chart.Chart) string {
	var out []string
	for _, p := range c.Pages {
		var steps, ways []string
		for _, s := range p.Steps {
			w := s.Text
			if s.Link != nil {
				w += "^" + c.Page(s.Link.Page).Title
			}
			steps = append(steps, w)
		}
		for _, l := range p.Connectors {
			w := p.Step(l.From.Step).Text + ">" + p.Step(l.To.Step).Text
			if l.Outcome() != "" {
				w += "(" + l.Outcome() + ")"
			}
			ways = append(ways, w)
		}
		out = append(out, fmt.Sprintf("%s: %s | %s", p.Title, strings.Join(steps, ", "), strings.Join(ways, ", ")))
	}
	return strings.Join(out, "\n")
}

// The graphs are worked out by hand.
func TestLevels(t *testing.T) {
	for _, k := range []struct{ name, list, want string }{
		{"no levels", "1. Log\n2. Check\n3. File",
			": Log, Check, File | Log>Check, Check>File"},
		{"one of them", "1. Log\n2. Check\n2.1 Compare\n2.2 Stamp\n3. Decide\n4. File",
			": Log, Check^Check, Decide, File | Log>Check, Check>Decide, Decide>File\nCheck: Check, Compare, Stamp, 3 Decide | Check>Compare, Compare>Stamp, Stamp>3 Decide"},
		{"an outcome without a number, and the end inside", "1. Log\n2. Check\n2.1 All there?\n no: Ask again\n2.2 Stamp",
			": Log, Check^Check | Log>Check\nCheck: Check, All there?, Ask again, Stamp | Check>All there?, All there?>Ask again(no), Ask again>Stamp, All there?>Stamp(yes)"},
		{"two ways out", "1. Log\n2. Check\n2.1 Look\n2.2 Good?\n no -> 1\n3. File",
			": Log, Check^Check, File | Log>Check, Check>Log(no), Check>File(yes)\nCheck: Check, Look, Good?, 1 Log, 3 File | Check>Look, Look>Good?, Good?>1 Log(no), Good?>3 File(yes)"},
		{"a way into the middle", "1. Log\n2. Check\n2.1 Look\n2.2 Stamp\n3. Good?\n no -> 2.2\n yes -> 4\n4. File",
			": Log, Check^Check, Good?, File | Log>Check, Check>Good?, Good?>Check(no), Good?>File(yes)\nCheck: Check, Look, Stamp, 3 Good? | Check>Look, Look>Stamp, Stamp>3 Good?, Check>Stamp"},
		{"a level of one stays", "1. Log\n2. Check\n2.1 Look\n3. File",
			": Log, Check, Look, File | Log>Check, Check>Look, Look>File"},
		{"levels below levels", "1. Log\n1.1 Open\n1.1.1 Cut\n1.1.2 Lift\n1.2 Read\n2. File",
			": Log^Log, File | Log>File\nLog: Log, Open^Open, Read, 2 File | Log>Open, Open>Read, Read>2 File\nOpen: Open, Cut, Lift, 1.2 Read | Open>Cut, Cut>Lift, Lift>1.2 Read"},
	} {
		c, err := Read(k.list, "Levels")
		if err != nil {
			t.Errorf("%s: %v", k.name, err)
			continue
		}
		Levels(c)
		if err := c.Check(); err != nil {
			t.Errorf("%s: %v", k.name, err)
		}
		if got := told(c); got != k.want {
			t.Errorf("%s:\n%s\nwant\n%s", k.name, got, k.want)
		}
		for _, p := range c.Pages {
			for _, s := range p.Steps {
				if (s.Link != nil) != (s.Symbol == symbol.Predefined) {
					t.Errorf("%s: %s is a %s, opens %v", k.name, s.Text, s.Symbol, s.Link)
				}
			}
		}
	}
	// In lanes each page has those that its steps stand in.
	c, err := Read("1. Clerk: Log\n2. Desk: Check\n2.1 Desk: Look\n2.2 Panel: Decide\n3. Clerk: File", "Lanes")
	if err != nil {
		t.Fatal(err)
	}
	if Levels(c); len(c.Pages) != 2 || len(c.Pages[1].Lanes) != 2 || c.Pages[1].Lane(c.Pages[1].Steps[0].Lane).Name != "Desk" {
		t.Errorf("%d pages, the second in lanes %v", len(c.Pages), c.Pages[1].Lanes)
	}
}
