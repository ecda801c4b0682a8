package scene

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/geom"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// body draws a symbol without its text: its shadow, its fill, its outline and inner lines.
func body(k symbol.Kind, r geom.Rect, l style.Step) []Item {
	path := k.Rounded(r.W, r.H, l.Corner).Shift(r.X, r.Y)
	out := shadow(path, l.Shadow)
	fill := Item{Path: path, Fill: l.Fill, Clear: l.Clear}
	if l.Fill2 != "" && l.Fill2 != l.Fill {
		fill.Fade = fade(r, l)
	}
	line := Item{Path: path, Stroke: l.Outline, Weight: l.Weight, Dash: pattern(l.Dash, l.Weight)}
	lines := line.Stroke != ""
	switch {
	case k.Open(): // for the pointer: only the inner lines are seen
		out = append(out, Item{Path: path})
	case lines && l.Clear == 0 && !l.Hatch:
		line.Fill, line.Fade = fill.Fill, fill.Fade
		out = append(out, line)
	default:
		if out = append(out, fill); l.Hatch && l.Fill != "" {
			out = append(out, hatch(path, l.Fill, l.Outline))
		}
		if lines {
			out = append(out, line)
		}
	}
	if !lines {
		return out
	}
	if in := k.Inner(r.W, r.H); in != nil {
		i := line
		i.Path, i.Fill, i.Fade = in.Shift(r.X, r.Y), "", nil
		out = append(out, i)
	}
	if l.Double {
		i := line
		i.Path, i.Fill, i.Fade = k.Inside(r.W, r.H, 1.5+1.5*l.Weight, l.Corner).Shift(r.X, r.Y), "", nil
		out = append(out, i)
	}
	return out
}

// hatch are the lines across a fill: seen beside it, and not in the way of the text.
func hatch(path geom.Path, fill, outline string) Item {
	const apart, weight, pale = 8, 0.8, 0.65
	on, _ := colour.Parse(fill)
	line, ok := colour.Parse(outline)
	if !ok {
		line = colour.OnTop(on)
	}
	return Item{Path: path.Hatched(apart), Stroke: line.Over(on, pale).String(), Weight: weight}
}

// picture is the picture that a step shows; without one, where it is to be.
func picture(p *chart.Page, st *chart.Step, r geom.Rect) []Item {
	if st.Picture != nil {
		return []Item{{Path: geom.Box(r), Picture: st.Picture.ID}}
	}
	x := geom.Box(r).Move(r.X, r.Y).Line(r.Right(), r.Bottom()).Move(r.Right(), r.Y).Line(r.X, r.Bottom())
	return []Item{{Path: x, Stroke: quiet(p), Weight: 1, Dash: []float64{4, 3}}}
}

// fade is a step's gradient: along its direction, from where the step begins to where it ends.
func fade(r geom.Rect, l style.Step) *Fade {
	a := float64(l.Turn) * math.Pi / 180
	u := geom.Pt(math.Cos(a), math.Sin(a))
	half := (math.Abs(u.X)*r.W + math.Abs(u.Y)*r.H) / 2
	c := r.Centre()
	at := func(k float64) geom.Point { return geom.Pt(geom.Round2(c.X+k*u.X), geom.Round2(c.Y+k*u.Y)) }
	return &Fade{at(-half), at(half), l.Fill, l.Fill2}
}

// shadow is soft without being a picture: strokes around the outline, one wider and paler than
// the other, that together let less and less light through toward it.
func shadow(p geom.Path, s chart.Shadow) []Item {
	const layers, dark = 8, 0.07
	down, reach := 2.0, 5.0
	switch s {
	case chart.Low:
	case chart.High:
		down, reach = 5, 11
	default:
		return nil
	}
	p = p.Shift(down/3, down)
	out := []Item{{Path: p, Fill: colour.Ink.String(), Clear: 1 - 2*dark}}
	for i := range layers {
		w := geom.Round2(2 * reach * float64(i+1) / layers)
		pale := dark * (1 - float64(i)/layers)
		out = append(out, Item{Path: p, Stroke: colour.Ink.String(), Weight: w, Clear: 1 - pale, Round: true})
	}
	return out
}

// underline is the line below a line of text.
func underline(t Item) Item {
	y := geom.Round2(t.At.Y + 0.13*t.Size)
	line := geom.Polyline{{X: t.At.X, Y: y}, {X: geom.Round2(t.At.X + t.Width), Y: y}}
	return Item{Path: line.Path(), Stroke: t.Fill, Weight: geom.Round2(t.Size / 14)}
}
