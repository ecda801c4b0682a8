package style

import (
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/symbol"
)

func step(k symbol.Kind, l chart.StepLook) *chart.Step {
	return &chart.Step{ID: "s", Symbol: k, W: 100, H: 50, Look: &l}
}

// Text finds a colour by itself that can be read on the fill, over paper where that is clear,
// and on both ends of a gradient where any can.
func TestTextByItself(t *testing.T) {
	through := 80
	for _, c := range []struct {
		look chart.StepLook
		want colour.RGB
	}{
		{chart.StepLook{}, colour.Ink},
		{chart.StepLook{Fill: "#23282c"}, colour.White},
		{chart.StepLook{Fill: "#23282c", Clear: &through}, colour.Ink},
		{chart.StepLook{Fill: "#5A1208", Fill2: "#2B63D8"}, colour.White},
		{chart.StepLook{Fill: "#23282c", Fill2: "none"}, colour.White},
		{chart.StepLook{Fill: "none", Fill2: "#23282c"}, colour.Ink},
	} {
		s := Of(nil, step(symbol.Process, c.look))
		if s.TextColour != c.want.String() || !s.ByItself || s.Reads() < colour.ForText {
			t.Errorf("%+v: text %s, %.1f", c.look, s.TextColour, s.Reads())
		}
	}
	for _, f := range Fills {
		for _, g := range Fills {
			if s := Of(nil, step(symbol.Process, chart.StepLook{Fill: f, Fill2: g})); s.Reads() < colour.ForText {
				t.Errorf("text from %s to %s: %.1f", f, g, s.Reads())
			}
		}
	}
	if s := Of(nil, step(symbol.Process, chart.StepLook{Fill: "#F2D2C6", Text: chart.TextLook{Colour: "#FFFFFF"}})); s.ByItself || s.Reads() > 1.5 {
		t.Errorf("white by hand on a pale fill reads %.1f", s.Reads())
	}
}

// What stands out and what stands back differ by weight and by bold text, so in black and
// white too, and both can be read on any of the fills.
func TestEmphasisNeedsNoColour(t *testing.T) {
	for _, f := range append([]string{"#FFFFFF"}, Fills...) {
		plain := chart.StepLook{Fill: f}
		out, back := Of(nil, step(symbol.Process, plain.With(Emphasised))), Of(nil, step(symbol.Process, plain.With(Toned)))
		was := Of(nil, step(symbol.Process, plain))
		_, bold, _ := out.Text.Face.Family()
		if out.Weight < 2*was.Weight || !bold || out.Fill != was.Fill || out.Reads() < colour.ForText {
			t.Errorf("on %s it stands out as %+v", f, out)
		}
		if back.Weight >= was.Weight || back.Reads() < colour.ForText || back.Fill2 != "" {
			t.Errorf("on %s it stands back as %+v", f, back)
		}
		if line, _ := colour.Parse(back.Outline); colour.Contrast(line, colour.White) < colour.ForLines {
			t.Errorf("the outline of what stands back has %.1f", colour.Contrast(line, colour.White))
		}
	}
}

// A symbol takes of a look what it can have.
func TestWhatASymbolCanHave(t *testing.T) {
	round, double := 9.0, true
	l := chart.StepLook{Fill: "#8AD2DA", Corner: &round, Shadow: chart.High, Double: &double}
	if s := Of(nil, step(symbol.Process, l)); s.Corner != 9 || s.Shadow != chart.High || !s.Double {
		t.Errorf("a process: %+v", s)
	}
	if s := Of(nil, step(symbol.Decision, l)); s.Corner != 0 {
		t.Error("a decision has round corners, where connectors hold")
	}
	if s := Of(nil, step(symbol.Annotation, l)); s.Fill != "" || s.Shadow != chart.NoShadow || s.Double {
		t.Errorf("an annotation: %+v", s)
	}
	l.Fill = chart.NoColour
	if s := Of(nil, step(symbol.Process, l)); s.Shadow != chart.NoShadow {
		t.Error("what has no fill casts a shadow")
	}
}
