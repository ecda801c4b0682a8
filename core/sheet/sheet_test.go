package sheet

import (
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
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

// A step whose stored size is too small for its text is drawn larger.
func TestTextNeverStandsOutside(t *testing.T) {
	c := small()
	c.Pages[0].Steps[0].Text = strings.Repeat("many words ", 40)
	var comp Composer
	sh := comp.Compose(c, c.Pages[0]).Shape("a")
	if sh.Rect.W <= 112 || len(sh.Lines) == 0 {
		t.Errorf("drawn at %v", sh.Rect)
	}
}

// A composer that was used for other pages draws the same as a fresh one.
func TestComposerKeepsNoHistory(t *testing.T) {
	c := small()
	var used, fresh Composer
	for i := range 20 {
		c.Pages[0].Steps[1].X = 200 + float64(i*17)
		used.Compose(c, c.Pages[0])
	}
	c.Pages[0].Steps[1].X = 260
	a, b := used.Compose(c, c.Pages[0]), fresh.Compose(c, c.Pages[0])
	for i := range a.Lines {
		if a.Lines[i].Points.Path().String() != b.Lines[i].Points.Path().String() {
			t.Errorf("%v and %v", a.Lines[i].Points, b.Lines[i].Points)
		}
	}
}

func TestHits(t *testing.T) {
	c := small()
	var comp Composer
	s := comp.Compose(c, c.Pages[0])
	d := s.Shape("b").Rect
	if got := s.StepAt(d.Centre()); got == nil || got.Step.ID != "b" {
		t.Error("the middle of a decision is not hit")
	}
	if s.StepAt(geom.Pt(d.X+3, d.Y+3)) != nil {
		t.Error("the corner of a decision's box is no part of it")
	}
	r := s.Run("c")
	m, _ := r.Points.At(0.5)
	if got := s.RunAt(m.Add(geom.Pt(0, 4)), 6); got == nil || got.Line.ID != "c" {
		t.Error("a connector is not hit near its middle")
	}
}
