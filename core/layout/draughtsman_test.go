package layout

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// byHand are charts of the kind that handbooks print, with the way that runs straight and the bends of a careful
// drawing by hand. 'a: yes b; no c' are the outcomes of a; a step that asks is a decision.
var byHand = []struct {
	name, steps, main string
	bends             int
}{
	{"a pump is primed", "Start: Fill; Fill: Full?; Full?: no Fill; Full?: yes Run; Run: Stop", "Start Fill Full? Run Stop", 0},
	{"the exception first", "Start: Warm?; Warm?: no Heat; Heat: Read; Read: Warm?; Warm?: yes Mix; Mix: Done", "Start Warm? Mix Done", 1},
	{"a branch that ends", "Order: Paid?; Paid?: no Remind; Remind: Wait; Wait: Lapsed; Paid?: yes Pack; Pack: Send; Send: Sign; Sign: Closed", "Order Paid? Pack Send Sign Closed", 0},
	{"a step passed by", "Post: Open; Open: Bill?; Bill?: yes Stamp; Stamp: File; Bill?: no File; File: Done", "Post Open Bill? File Done", 1},
	{"three kinds", "Call: Kind?; Kind?: gas A; Kind?: water B; Kind?: light C; A: Note; B: Note; C: Note; Note: Done", "Call Kind? A Note Done", 2},
	{"a loop through two steps", "Start: Ask; Ask: Clear?; Clear?: no Look up; Look up: Explain; Explain: Ask; Clear?: yes Sign; Sign: End", "Start Ask Clear? Sign End", 1},
	{"back from far down", "Start: Read; Read: Odd?; Odd?: yes Add; Odd?: no Halve; Add: More?; Halve: More?; More?: yes Read; More?: no Stop", "Start Read Odd? Add More? Stop", 3},
	{"two checks, one way out", "In: Seal?; Seal?: no Out; Seal?: yes Weight?; Weight?: no Out; Weight?: yes Shelve; Shelve: List; List: End", "In Seal? Weight? Shelve List End", 1},
	{"a decision beside", "In: Known?; Known?: yes Serve; Known?: no Member?; Member?: yes Enrol; Member?: no Leave; Enrol: Serve; Serve: Note; Note: Bill; Bill: End", "", 2},
}

// idOf is a name as an id.
func idOf(name string) string { return strings.NewReplacer(" ", "-", "?", "-q").Replace(name) }

// handbook is one of the charts, its outcomes in the order written or, turned, the other way round.
func handbook(steps string, turned bool) *chart.Chart {
	c := chart.New("handbook")
	p := c.Pages[0]
	step := func(name string) string {
		id := idOf(name)
		if p.Step(id) == nil {
			k := symbol.Process
			if strings.HasSuffix(name, "?") {
				k = symbol.Decision
			}
			info, _ := symbol.Of(k)
			p.Steps = append(p.Steps, &chart.Step{ID: id, Text: name, Symbol: k, W: info.W, H: info.H})
		}
		return id
	}
	ways := strings.Split(steps, "; ")
	for _, w := range ways { // steps are made in the order in which they are written
		from, _, _ := strings.Cut(w, ": ")
		step(from)
	}
	for _, w := range ways {
		from, to, _ := strings.Cut(w, ": ")
		l := &chart.Connector{ID: fmt.Sprint("c", len(p.Connectors)), Meaning: chart.Flow, From: chart.End{Step: step(from)}}
		if strings.HasSuffix(from, "?") {
			label, rest, _ := strings.Cut(to, " ")
			l.Labels, to = []chart.Label{{Text: label}}, rest
		}
		l.To.Step = step(to)
		p.Connectors = append(p.Connectors, l)
	}
	if turned {
		slices.Reverse(p.Connectors)
	}
	return c
}

// Charts are laid out as a draughtsman does, downward and to the right, whichever outcome is written first: the
// main way has no bend, all lines together hardly more than by hand, none crosses another, and none runs beside
// another closer than 14 px.
func TestAsByHand(t *testing.T) {
	for _, h := range byHand {
		for _, dir := range []Direction{Down, Right} {
			for _, turned := range []bool{false, true} {
				c := handbook(h.steps, turned)
				p := c.Pages[0]
				cmd, _ := Page(p, dir)
				if _, err := chart.Apply(c, cmd); err != nil {
					t.Fatal(err)
				}
				var comp sheet.Composer
				s := comp.Compose(c, p)
				bends, crossings := drawn(s)
				if bends > h.bends || crossings > 0 {
					t.Errorf("%s, direction %d, turned %v: %d bends and %d crossings, by hand %d", h.name, dir, turned, bends, crossings, h.bends)
				}
				main := strings.Fields(h.main)
				for i := 1; i < len(main); i++ {
					k := slices.IndexFunc(p.Connectors, func(l *chart.Connector) bool { return l.From.Step == idOf(main[i-1]) && l.To.Step == idOf(main[i]) })
					if len(s.Lines[k].Points) > 2 {
						t.Errorf("%s, direction %d, turned %v: the main way bends before %s", h.name, dir, turned, main[i])
					}
				}
				if d := closest(s); d < 13.99 {
					t.Errorf("%s, direction %d, turned %v: lines run %v px beside each other", h.name, dir, turned, d)
				}
			}
		}
	}
}

// closest is the least distance at which two lines to different steps run side by side for over 24 px.
func closest(s *sheet.Sheet) float64 {
	least := 1000.0
	for i := range s.Lines {
		for j := range i {
			for k := 1; k < len(s.Lines[i].Points); k++ {
				for l := 1; l < len(s.Lines[j].Points); l++ {
					a, b := geom.Span(s.Lines[i].Points[k-1], s.Lines[i].Points[k]), geom.Span(s.Lines[j].Points[l-1], s.Lines[j].Points[l])
					if a.W > a.H {
						a, b = a.Turned(), b.Turned()
					}
					if a.W == 0 && b.W == 0 && min(a.Bottom(), b.Bottom())-max(a.Y, b.Y) > 24 && a.X != b.X {
						least = min(least, max(a.X-b.X, b.X-a.X))
					}
				}
			}
		}
	}
	return least
}
