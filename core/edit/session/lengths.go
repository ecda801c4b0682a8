package session

import (
	"math"
	"strconv"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/style"
)

// Length is a length with its unit, that of the page's ruler or mm.
func (s *Session) Length(px float64) string {
	if style.Setup(s.Page()).Ruler == chart.InInch {
		return strconv.FormatFloat(math.Round(px/96*100)/100, 'f', -1, 64) + " in"
	}
	return strconv.FormatFloat(geom.Round1(px/chart.MM), 'f', -1, 64) + " mm"
}

// LengthOf reads a length as people write it, in the unit that Length tells where they give
// none; ok is false where it is none between least and most px.
func (s *Session) LengthOf(typed string, least, most float64) (px float64, ok bool) {
	typed = strings.ReplaceAll(strings.ToLower(strings.TrimSpace(typed)), ",", ".")
	unit := chart.MM
	if style.Setup(s.Page()).Ruler == chart.InInch {
		unit = 96
	}
	for _, u := range []struct {
		name string
		px   float64
	}{{"mm", chart.MM}, {"cm", 10 * chart.MM}, {"inches", 96}, {"inch", 96}, {"in", 96}, {`"`, 96}, {"pt", chart.PT}, {"px", 1}} {
		if t, has := strings.CutSuffix(typed, u.name); has {
			typed, unit = strings.TrimSpace(t), u.px
			break
		}
	}
	v, err := strconv.ParseFloat(typed, 64)
	px = geom.Round2(v * unit)
	return px, err == nil && px >= least-0.01 && px <= most+0.01
}
