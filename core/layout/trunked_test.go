package layout

import (
	"slices"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// The room between columns: the usual one; what a label needs; what lines side by side need, those to one step being one line; and
// both together. What lies beyond the outermost columns has room there.
func TestBorders(t *testing.T) {
	for _, k := range []struct {
		make func(b *borders)
		want []float64
	}{
		{func(*borders) {}, []float64{40, 40, 40}},
		{func(b *borders) { b.label(2, 50); b.label(3, 20) }, []float64{40, 50 + besideLabel, 40}},
		{func(b *borders) { b.pass(2, 0, 4, 7); b.pass(2, 3, 1, 8); b.pass(2, 2, 5, 9) }, []float64{40, 2*besideStep + 2*besideLine, 40}},
		{func(b *borders) { b.pass(2, 0, 4, 7); b.pass(2, 0, 4, 7); b.pass(1, 0, 4, 3) }, []float64{40, 40, 40}},
		{func(b *borders) { b.pass(2, 0, 2, 7); b.label(2, 50) }, []float64{40, 50 + besideLabel + besideStep, 40}},
		{func(b *borders) { b.label(-4, 50); b.label(19, 60) }, []float64{50 + besideLabel, 40, 60 + besideLabel}},
	} {
		b := newBorders(2)
		k.make(b)
		if got := b.gaps(40); !slices.Equal(got, k.want) {
			t.Errorf("%v, want %v", got, k.want)
		}
	}
}

// On a page without lanes, too, there is room for the names of ways out between the steps, and for lines that pass side by side.
func TestRoomOnAPlan(t *testing.T) {
	for _, dir := range []Direction{Down, Right} {
		c := chart.New("plan")
		p := c.Pages[0]
		for _, s := range []string{"start", "Is it complete?", "Send it back to whom it came from", "File it", "Close it"} {
			p.Steps = append(p.Steps, &chart.Step{ID: s[:1], Symbol: symbol.Process, W: 112, H: 56, Text: s})
		}
		p.Steps[1].Symbol = symbol.Decision
		for _, w := range []struct{ from, to, name string }{{"s", "I", ""}, {"I", "S", "not complete at all"}, {"I", "F", "complete in every way"}, {"S", "C", ""}, {"F", "C", ""}} {
			l := &chart.Connector{ID: w.from + w.to, From: chart.End{Step: w.from}, To: chart.End{Step: w.to}, Meaning: chart.Flow}
			if w.name != "" {
				l.Labels = []chart.Label{{Text: w.name}}
			}
			p.Connectors = append(p.Connectors, l)
		}
		cmd, _ := Page(p, dir)
		if _, err := chart.Apply(c, cmd); err != nil {
			t.Fatal(err)
		}
		var comp sheet.Composer
		s := comp.Compose(c, p)
		for _, l := range s.Lines {
			for k, label := range l.Labels {
				for _, sh := range s.Steps {
					if sh.Step.Symbol != symbol.Decision && label.Box.Overlaps(sh.Rect) {
						t.Errorf("direction %d: '%s' lies on '%s'", dir, l.Line.Labels[k].Text, sh.Step.Text)
					}
				}
			}
		}
	}
}
