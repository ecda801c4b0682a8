package scene

import (
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

func small() *chart.Chart {
	c := chart.New("Loans")
	p := c.Pages[0]
	p.Title = "Outgoing"
	p.Lanes = []*chart.Lane{{ID: "l", Name: "Loans desk", Size: 140}}
	p.Steps = []*chart.Step{
		{ID: "a", Symbol: symbol.Process, Lane: "l", X: 80, Y: 40, W: 112, H: 56, Text: "Log the request", Number: "1"},
		{ID: "b", Symbol: symbol.Decision, Lane: "l", X: 260, Y: 26, W: 136, H: 84, Text: "Complete?", Number: "2"},
		{ID: "r", Symbol: symbol.StoredData, Lane: "l", X: 500, Y: 40, W: 104, H: 48, Text: "Register"},
	}
	p.Connectors = []*chart.Connector{
		{ID: "c", From: chart.End{Step: "a"}, To: chart.End{Step: "b"}, Meaning: chart.Flow},
		{ID: "d", From: chart.End{Step: "b"}, To: chart.End{Step: "r"}, Meaning: chart.Data, Labels: []chart.Label{{Text: "yes"}}},
		{ID: "e", From: chart.End{Step: "b"}, To: chart.End{X: 330, Y: 300}, Meaning: chart.Aside},
	}
	return c
}

func TestDrawing(t *testing.T) {
	c := small()
	var comp sheet.Composer
	s := comp.Compose(c, c.Pages[0])
	d := Of(s)
	by := map[string]Element{}
	var texts []string
	for _, e := range d.Elements {
		by[e.Class+" "+e.ID] = e
		for _, i := range e.Items {
			if i.Text != "" {
				texts = append(texts, i.Text)
			}
		}
	}
	all := strings.Join(texts, "|")
	for _, want := range []string{"Outgoing", "Loans", "1 of 1", "Loans desk", "Log the request", "Complete?", "yes", "Register"} {
		if !strings.Contains(all, want) {
			t.Errorf("%q is not drawn: %s", want, all)
		}
	}
	if e := by["connector c"]; e.Title != "flow from 1 Log the request to 2 Complete?" || len(e.Items) != 2 {
		t.Errorf("flow: %q, %d items", e.Title, len(e.Items))
	}
	if i := by["connector d"].Items[0]; len(i.Dash) == 0 {
		t.Error("data is drawn as flow is")
	}
	frayed := by["connector e"].Items[2]
	if frayed.Stroke != Red {
		t.Error("a loose end is not frayed in red")
	}
	if !geom.Span(geom.Pt(0, 0), geom.Pt(d.View.W, d.View.H)).Contains(geom.Pt(330, 300)) {
		t.Error("something drawn is cut off")
	}
	// The line stops at the arrowhead, whose tip is the end of the route.
	run := s.Run("c")
	tip := by["connector c"].Items[1].Path[0].P[0]
	if tip != run.Points[len(run.Points)-1] {
		t.Errorf("the arrow points at %v, the line ends at %v", tip, run.Points)
	}
}

func TestPart(t *testing.T) {
	c := small()
	var comp sheet.Composer
	d := Part(comp.Compose(c, c.Pages[0]), func(id string) bool { return id == "a" })
	if len(d.Elements) != 1 || d.View.W > 150 || d.View.W < 112 {
		t.Errorf("%d elements in %v", len(d.Elements), d.View)
	}
}

// A page with more connectors than can be set apart says so on its sheet, in letters that
// are read when it is seen whole.
func TestCrowdedPageSaysSo(t *testing.T) {
	p := chart.New("x").Pages[0]
	p.W, p.H = 10*p.W, 10*p.H
	s := &sheet.Sheet{Chart: "x", Page: p}
	said := func() (words string, size float64) {
		for _, i := range Border(s).Items {
			if strings.Contains(i.Text, "Divide it") {
				return i.Text, i.Size
			}
		}
		return "", 0
	}
	if w, _ := said(); w != "" {
		t.Errorf("a page that is not crowded says %q", w)
	}
	s.Crowded = true
	if w, size := said(); !strings.HasPrefix(w, "Connectors lie on each other") || size != 130 {
		t.Errorf("a crowded page says %q in %g px", w, size)
	}
	s.Lines = []sheet.Run{{Plain: true}, {Plain: true}, {}}
	if w, _ := said(); !strings.HasPrefix(w, "2 connectors are drawn straight through") {
		t.Errorf("with two drawn plainly it says %q", w)
	}
}
