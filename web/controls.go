package web

import (
	"encoding/json"
	"fmt"
	"html/template"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
	"plaintracer/format/svg"
)

// controls are what the templates make the controls of commands with. Names, words and
// keys come from the core's table; here they get their faces.
func controls() map[string]any {
	return map[string]any{
		"at":              func(place string) []edit.Command { return edit.At(edit.Place(place)) },
		"command":         command,
		"commands":        func(names string) []edit.Command { return each(strings.Fields(names), command) },
		"choices":         choices,
		"lookChoices":     setting("look"),
		"stepLookChoices": setting("step-look"),
		"laneLookChoices": setting("lane-look"),
		"strips":          func() []string { return []string{"header", "footer"} },
		"places":          func() []string { return []string{"left", "centre", "right"} },
		"houseFace":       houseFace,
		"rest":            strings.TrimPrefix,
		"icon":            icon,
		"alignIcon":       alignIcon,
	}
}

// setting gives those of the choices of a command that set one thing of a look; of text,
// 'text bold'.
func setting(command string) func(what string) []choice {
	return func(what string) []choice {
		outer, inner, nested := strings.Cut(what, " ")
		start := `{"` + outer + `"`
		if nested {
			start += `:{"` + inner + `"`
		}
		var out []choice
		for _, c := range choices(command) {
			if strings.HasPrefix(c.Arg, start) {
				out = append(out, c)
			}
		}
		return out
	}
}

func command(name string) edit.Command {
	for _, c := range edit.Commands() {
		if c.Name == name {
			return c
		}
	}
	panic("web: a template names the command " + name + ", which there is not")
}

func each[A, B any](in []A, f func(A) B) []B {
	out := make([]B, len(in))
	for i, v := range in {
		out[i] = f(v)
	}
	return out
}

// choice is a control that does a command with one of its choices.
type choice struct {
	Act, Arg, Words string
	Face            template.HTML
	Flip            bool // the face is for an end, this is the start
}

func choices(name string) []choice {
	c := command(name)
	return each(c.Choices, func(x edit.Choice) choice {
		out := choice{Act: name, Arg: x.Arg, Words: x.Words, Face: template.HTML(template.HTMLEscapeString(x.Words))}
		switch name {
		case "kind":
			out.Face = small(scene.KindIcon(chart.Kind(strings.TrimPrefix(x.Arg, "rounded")), 20, 18), 20, 18)
		case "crossings-page":
			out.Words = c.Words + ": " + x.Words
		case "crossings":
			out.Words = c.Words + ": " + x.Words
		case "look":
			out.Face, out.Flip = lookFace(x.Arg)
		case "step-look":
			out.Face = stepLookFace(x)
		case "house":
			out.Face = shippedFace(x.Arg)
		case "page-ground":
			out.Face = groundFace(x)
		case "lane-look":
			if !strings.Contains(x.Arg, `"frame"`) {
				out.Face = laneLookFace(x.Arg)
			}
		}
		return out
	})
}

// lookFace draws what one choice of a look sets.
func lookFace(arg string) (face template.HTML, flip bool) {
	var l chart.Look
	if err := json.Unmarshal([]byte(arg), &l); err != nil {
		panic("web: " + err.Error()) // from the core's table
	}
	switch {
	case l.Start != "":
		return small(scene.LookIcon(chart.Look{End: l.Start}, 30, 14), 30, 14), true
	case l.End != "":
		return small(scene.LookIcon(l, 30, 14), 30, 14), false
	case l.Colour != "":
		return template.HTML(
			fmt.Sprintf(`<svg width="26" height="14" viewBox="0 0 26 14" aria-hidden="true"><path d="M4 2H22V12H4Z" fill="%s"/></svg>`, l.Colour),
		), false
	case l.Dash != "":
		return small(scene.LookIcon(chart.Look{Dash: l.Dash, End: chart.Bare}, 40, 14), 40, 14), false
	}
	return small(scene.LookIcon(chart.Look{Weight: l.Weight, End: chart.Bare}, 30, 14), 30, 14), false
}

// icon draws a symbol for its button on the bench.
func icon(k symbol.Kind) template.HTML {
	return template.HTML(`<svg width="40" height="24" viewBox="0 0 40 24" aria-hidden="true">` + svg.Bare(scene.SymbolIcon(k, 40, 24)) + `</svg>`)
}

// alignPaths draw the icons of the commands that line steps up, 18 px a side.
var alignPaths = map[string]string{
	"align-left": "M2 1V17M5 5H15M5 12H11", "align-centre": "M9 1V17M3 5H15M5 12H13", "align-right": "M16 1V17M13 5H3M13 12H7",
	"align-top": "M1 2H17M5 5V15M12 5V11", "align-middle": "M1 9H17M5 3V15M12 5V13", "align-bottom": "M1 16H17M5 13V3M12 13V7",
	"distribute-across": "M2 2V16M16 2V16M9 5V13", "distribute-down": "M2 2H16M2 16H16M5 9H13", "same-size": "M2 3H16V8H2ZM2 11H16V16H2Z",
	"tidy": "M2 3H7V7H2ZM11 3H16V7H11ZM2 11H7V15H2ZM11 11H16V15H11ZM7 5H11M7 13H11", "drawer-lineup": "M3 9H5.5M7.75 9H10.25M12.5 9H15",
	"drawer-together": "M2 2H10V8H2ZM8 10H16V16H8ZM5 8V13H8",
}

func alignIcon(name string) (template.HTML, error) {
	d, ok := alignPaths[name]
	if !ok {
		return "", fmt.Errorf("there is no icon for %q", name)
	}
	return template.HTML(
		`<svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true"><path d="` + d + `" fill="none" stroke="currentColor" stroke-width="1.8"/></svg>`,
	), nil
}
