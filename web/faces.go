package web

import (
	"encoding/json"
	"fmt"
	"hash/crc32"
	"html/template"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/edit"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
	"plaintracer/format/svg"
)

// face is the small drawing on a control, of w x 14 px.
func face(w int, parts string) template.HTML {
	return template.HTML(fmt.Sprintf(`<svg width="%d" height="14" viewBox="0 0 %d 14" aria-hidden="true">%s</svg>`, w, w, parts))
}

const boxed = `d="M1 1H19V13H1Z" stroke="#23282C" stroke-width="1"`

// stepLookFace is what a choice of a step's look shows.
func stepLookFace(x edit.Choice) template.HTML {
	var l chart.StepLook
	if err := json.Unmarshal([]byte(x.Arg), &l); err != nil {
		panic("web: " + err.Error()) // from the core's table
	}
	t := l.Text
	_, last, _ := strings.Cut(x.Words, ": ")
	switch {
	case l.Fill == chart.NoColour:
		return face(20, `<path `+boxed+` fill="none"/><path d="M2 12L18 2" stroke="#B0361B" stroke-width="1.6"/>`)
	case l.Fill != "":
		return face(20, `<path `+boxed+` fill="`+l.Fill+`"/>`)
	case t.Room != "":
		return template.HTML(map[chart.Room]string{chart.Grows: "Grow", chart.Shrinks: "Shrink"}[t.Room])
	case l.Hatch != nil:
		return face(20, `<path `+boxed+` fill="none"/><path d="M1 7L7 1M1 13L13 1M7 13L19 1M13 13L19 7" stroke="#23282C"/>`)
	case l.Double != nil:
		return face(34, `<path d="M2 5H32M2 9H32" stroke="#23282C" stroke-width="1.5"/>`)
	case l.Fill2 == chart.NoColour:
		return template.HTML(template.HTMLEscapeString(x.Words))
	case l.Fill2 != "":
		return template.HTML(template.HTMLEscapeString(x.Words))
	case l.Turn != nil:
		return face(14, fmt.Sprintf(`<path d="M1 7H12M8 3L12 7L8 11" transform="rotate(%d 7 7)" fill="none" stroke="currentColor" stroke-width="1.6"/>`, *l.Turn))
	case l.Shadow != "":
		return template.HTML(template.HTMLEscapeString(last))
	case l.Outline == chart.NoColour:
		return face(20, `<path d="M2 12L18 2" stroke="#B0361B" stroke-width="1.6"/>`)
	case l.Outline != "":
		return face(20, `<path d="M3 2H17V12H3Z" fill="none" stroke="`+l.Outline+`" stroke-width="3"/>`)
	case l.Weight != 0:
		return small(scene.LookIcon(chart.Look{Weight: l.Weight, End: chart.Bare}, 30, 14), 30, 14)
	case l.Dash != "":
		return small(scene.LookIcon(chart.Look{Dash: l.Dash, End: chart.Bare}, 34, 14), 34, 14)
	case t.Style != "":
		return template.HTML(strings.ToUpper(last[:1]) + last[1:])
	case t.Family != "":
		return template.HTML(fmt.Sprintf(`<span class="in-%s">%s</span>`, t.Family, strings.ToUpper(last[:1])+last[1:]))
	case t.Bold != nil:
		return `<b>B</b>`
	case t.Italic != nil:
		return `<i>I</i>`
	case t.List != nil:
		return face(14, `<path d="M5 3H13M5 7H13M5 11H13M1 3H3M1 7H3M1 11H3" stroke="currentColor" stroke-width="2"/>`)
	case t.Underline != nil:
		return `<u>U</u>`
	case t.Colour == chart.ByItself:
		return "By itself"
	case t.Colour != "":
		ground := ""
		if t.Colour == colour.White.String() {
			ground = `<path d="M0 0H16V14H0Z" fill="#23282C"/>`
		}
		return face(16, ground+`<path d="M3 12L8 2L13 12M5 8.5H11" fill="none" stroke="`+t.Colour+`" stroke-width="2"/>`)
	}
	at := map[chart.Across]int{chart.AtLeft: 1, chart.InCentre: 4, chart.AtRight: 7}[t.Across]
	y := map[chart.Down]int{chart.AtTop: 3, chart.InMiddle: 7, chart.AtBottom: 11}[t.Down]
	return face(14, fmt.Sprintf(`<path d="M%d %dh6" stroke="currentColor" stroke-width="2"/>`, at, y))
}

// laneLookFace is what a choice of a lane's colours shows.
func laneLookFace(arg string) template.HTML {
	var l chart.LaneLook
	if err := json.Unmarshal([]byte(arg), &l); err != nil {
		panic("web: " + err.Error()) // from the core's table
	}
	c := l.Head + l.Band
	if c == chart.NoColour {
		return face(20, `<path `+boxed+` fill="none"/><path d="M2 12L18 2" stroke="#B0361B" stroke-width="1.6"/>`)
	}
	return face(20, `<path `+boxed+` fill="`+c+`"/>`)
}

// shippedFace shows one of the house styles that come with the application.
func shippedFace(name string) template.HTML {
	for _, h := range style.Shipped() {
		if h.Name == name {
			return houseFace(&h)
		}
	}
	return houseFace(nil)
}

// houseFace shows a house style on a few symbols; nil is the plain look.
func houseFace(house *chart.House) template.HTML {
	const w, h = 150.0, 62.0
	c := chart.New("")
	p := c.Pages[0]
	p.W, p.H = w, h
	name := ""
	if house != nil {
		name = house.Name
	}
	// Gradients are found by ids, which no step of the chart and no other style may have.
	id := func(n int) string { return fmt.Sprintf("face-%x-%d", crc32.ChecksumIEEE([]byte(name)), n) }
	add := func(k symbol.Kind, x, y, w, h float64) {
		p.Steps = append(p.Steps, &chart.Step{ID: id(len(p.Steps)), Symbol: k, X: x, Y: y, W: w, H: h})
	}
	add(symbol.Terminator, 8, 20, 36, 22)
	add(symbol.Decision, 60, 14, 38, 34)
	add(symbol.Process, 112, 18, 32, 26)
	for i := range 2 {
		from, to := chart.End{Step: id(i)}, chart.End{Step: id(i + 1)}
		p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i), From: from, To: to, Meaning: chart.Flow})
	}
	c.SetHouse(house)
	var comp sheet.Composer
	sh := comp.Compose(c, p)
	parts := fmt.Sprintf(`<rect width="%g" height="%g" fill="%s" stroke="#D3CCBE"/>`, w, h, style.Paper(p))
	for i := range sh.Lines {
		parts += svg.Bare(scene.Line(sh, &sh.Lines[i]))
	}
	for i := range sh.Steps {
		parts += svg.Bare(scene.Step(sh, &sh.Steps[i]))
	}
	return template.HTML(fmt.Sprintf(`<svg width="%g" height="%g" viewBox="0 0 %g %g" aria-hidden="true">%s</svg>`, w*0.8, h*0.8, w, h, parts))
}

// groundFace draws a ground that a page can have.
func groundFace(x edit.Choice) template.HTML {
	if x.Arg == "paper" {
		return template.HTML(template.HTMLEscapeString(x.Words))
	}
	return template.HTML(fmt.Sprintf(`<svg width="20" height="14" aria-hidden="true"><rect width="20" height="14" fill="%s" stroke="#D3CCBE"/></svg>`, x.Arg))
}

// small is an icon for a button.
func small(e scene.Element, w, h float64) template.HTML {
	return template.HTML(fmt.Sprintf(`<svg width="%g" height="%g" viewBox="0 0 %g %g" aria-hidden="true">%s</svg>`, w, h, w, h, svg.Bare(e)))
}
