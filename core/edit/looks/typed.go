package looks

import (
	"encoding/json"
	"fmt"
	"math"
	"strconv"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
	"plaintracer/core/typeset"
)

// SetTyped sets a value of the look of the selected steps that was typed:
// {"what":"corner","value":"2.5"}. What cannot be meant is answered with what can.
func (e *Editor) SetTyped(arg string) {
	set, why := typedLook(arg)
	if why != "" {
		e.Say(why)
		return
	}
	e.Set(session.Quote(set))
}

// TryTyped shows what setTyped would do.
func (e *Editor) TryTyped(arg string) {
	set, why := typedLook(arg)
	if why != "" {
		return
	}
	cmd := chart.Command{}
	for _, s := range e.Steps() {
		l := set
		if s.Look != nil {
			l = s.Look.With(set)
		}
		cmd.Parts = append(cmd.Parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, StepLook: &l})
	}
	e.Preview(&cmd)
}

// typedLook is the look that is meant by a typed value, or in words why there is none.
func typedLook(arg string) (l chart.StepLook, why string) {
	var a struct{ What, Value string }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return l, say.NoValue
	}
	number := func(unit string, most float64) (float64, bool) {
		v, err := strconv.ParseFloat(strings.Replace(strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(a.Value), unit)), ",", ".", 1), 64)
		return v, err == nil && v >= 0 && v <= most
	}
	switch a.What {
	case "corner":
		mm, ok := number("mm", chart.MaxCorner/chart.MM)
		if !ok {
			return l, say.TypeNumber(0, math.Floor(chart.MaxCorner/chart.MM*10)/10, "mm")
		}
		l.Corner = new(geom.Round2(mm * chart.MM))
	case "pad":
		mm, ok := number("mm", chart.MostPad/chart.MM)
		if !ok {
			return l, say.TypeNumber(0, math.Floor(chart.MostPad/chart.MM*10)/10, "mm")
		}
		l.Text.Pad = new(geom.Round2(mm * chart.MM))
	case "size":
		pt, ok := number("pt", typeset.MostSize/chart.PT)
		if !ok || pt*chart.PT < typeset.LeastSize {
			return l, say.TypeNumber(typeset.LeastSize/chart.PT, typeset.MostSize/chart.PT, "pt")
		}
		l.Text.Size = max(typeset.LeastSize, geom.Round2(pt*chart.PT))
	case "clear":
		percent, ok := number("%", chart.MostClear)
		if !ok {
			return l, say.TypeNumber(0, chart.MostClear, "%")
		}
		l.Clear = new(int(percent))
	default:
		to := map[string]*string{"fill": &l.Fill, "fill2": &l.Fill2, "outline": &l.Outline, "text": &l.Text.Colour}[a.What]
		if to == nil {
			return l, say.NoValue
		}
		c, ok := TypedColour(a.Value)
		if !ok {
			return l, say.TypeColour
		}
		*to = c
	}
	return l, ""
}

// TypedColour reads a colour as people write it: with # or without, with three digits or six.
func TypedColour(s string) (string, bool) {
	s = strings.TrimPrefix(strings.TrimSpace(s), "#")
	if len(s) == 3 {
		s = fmt.Sprintf("%c%c%c%c%c%c", s[0], s[0], s[1], s[1], s[2], s[2])
	}
	c, ok := colour.Parse("#" + s)
	return c.String(), ok
}
