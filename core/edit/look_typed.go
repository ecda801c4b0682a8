package edit

import (
	"cmp"
	"encoding/json"
	"fmt"
	"math"
	"strconv"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/style"
	"plaintracer/core/typeset"
)

// setTyped sets a value of the look of the selected steps that was typed:
// {"what":"corner","value":"2.5"}. What cannot be meant is answered with what can.
func (e *Editor) setTyped(arg string) {
	set, why := typedLook(arg)
	if why != "" {
		e.notice = why
		return
	}
	e.setStepLook(quote(set))
}

// tryTyped shows what setTyped would do.
func (e *Editor) tryTyped(arg string) {
	set, why := typedLook(arg)
	if why != "" {
		return
	}
	cmd := chart.Command{}
	for _, s := range e.steps() {
		l := set
		if s.Look != nil {
			l = s.Look.With(set)
		}
		cmd.Parts = append(cmd.Parts, chart.Part{Do: "step.set", Page: e.page, ID: s.ID, StepLook: &l})
	}
	e.setPreview(&cmd)
}

// typedLook is the look that is meant by a typed value, or in words why there is none.
func typedLook(arg string) (l chart.StepLook, why string) {
	var a struct{ What, Value string }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return l, sayNoValue
	}
	number := func(unit string, most float64) (float64, bool) {
		v, err := strconv.ParseFloat(strings.Replace(strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(a.Value), unit)), ",", ".", 1), 64)
		return v, err == nil && v >= 0 && v <= most
	}
	switch a.What {
	case "corner":
		mm, ok := number("mm", chart.MaxCorner/mmPx)
		if !ok {
			return l, sayTypeNumber(0, math.Floor(chart.MaxCorner/mmPx*10)/10, "mm")
		}
		l.Corner = ptr(geom.Round2(mm * mmPx))
	case "pad":
		mm, ok := number("mm", chart.MostPad/mmPx)
		if !ok {
			return l, sayTypeNumber(0, math.Floor(chart.MostPad/mmPx*10)/10, "mm")
		}
		l.Text.Pad = ptr(geom.Round2(mm * mmPx))
	case "size":
		pt, ok := number("pt", typeset.MostSize/ptPx)
		if !ok || pt*ptPx < typeset.LeastSize {
			return l, sayTypeNumber(typeset.LeastSize/ptPx, typeset.MostSize/ptPx, "pt")
		}
		l.Text.Size = max(typeset.LeastSize, geom.Round2(pt*ptPx))
	case "clear":
		percent, ok := number("%", chart.MostClear)
		if !ok {
			return l, sayTypeNumber(0, chart.MostClear, "%")
		}
		l.Clear = ptr(int(percent))
	default:
		to := map[string]*string{"fill": &l.Fill, "fill2": &l.Fill2, "outline": &l.Outline, "text": &l.Text.Colour}[a.What]
		if to == nil {
			return l, sayNoValue
		}
		c, ok := typedColour(a.Value)
		if !ok {
			return l, sayTypeColour
		}
		*to = c
	}
	return l, ""
}

// typedColour reads a colour as people write it: with # or without, with three digits or six.
func typedColour(s string) (string, bool) {
	s = strings.TrimPrefix(strings.TrimSpace(s), "#")
	if len(s) == 3 {
		s = fmt.Sprintf("%c%c%c%c%c%c", s[0], s[0], s[1], s[1], s[2], s[2])
	}
	c, ok := colour.Parse("#" + s)
	return c.String(), ok
}

// takePipette lets the next press take a colour from the page, or not any more.
func (e *Editor) takePipette() {
	if e.pipette = !e.pipette; e.pipette {
		e.notice = sayPipette
	}
}

// takeColour takes the colour of what stands at a point as the fill of what is selected.
func (e *Editor) takeColour(q geom.Point) {
	e.pipette = false
	c := e.colourAt(q)
	if c == "" {
		e.notice = sayNoColourThere
		return
	}
	e.setStepLook(quote(chart.StepLook{Fill: c, Fill2: chart.NoColour}))
}

// colourAt is the colour of the connector, the step or the lane at a point; "" where there is
// none.
func (e *Editor) colourAt(q geom.Point) string {
	sh := e.Sheet()
	if r := sh.RunAt(q, e.reach()); r != nil {
		return scene.LookOf(e.Page(), r.Line).Colour
	}
	if s := sh.StepAt(q); s != nil {
		l := style.Of(e.Page(), s.Step)
		return cmp.Or(l.Fill, l.Outline)
	}
	if b, ok := sh.Page.HeadAt(q); ok {
		return style.Band(sh.Page, b.Look).Head
	}
	for _, l := range sh.Page.Lanes {
		if sh.Page.LaneRect(l).Contains(q) {
			return style.Band(sh.Page, l.Look).Band
		}
	}
	return ""
}
