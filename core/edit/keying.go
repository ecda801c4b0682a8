package edit

import (
	"encoding/json"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// keying drags the symbol key.
type keying struct {
	press
	still
	was chart.Key
}

func (g *keying) move(e *Editor, p Pointer) {
	if g.follow(e, p) {
		g.preview(e, g.command)
	}
}

func (g *keying) command(e *Editor) (chart.Command, bool) {
	d := g.last.at().Sub(g.start.at())
	to := chart.Key{X: geom.Round2(g.was.X + d.X), Y: geom.Round2(g.was.Y + d.Y), Rows: g.was.Rows}
	return chart.Command{Words: didMoveKey, Parts: []chart.Part{{Do: "page.set", Page: e.page, Key: &chart.KeyPart{At: &to}}}}, e.Page().Key != nil
}

func (g *keying) up(e *Editor, p Pointer) {
	g.last = p
	if cmd, ok := g.command(e); ok && g.moved {
		e.do(cmd.Words, cmd.Parts...)
	}
}

func (g *keying) cursor() string { return moveAll }

// toggleKey puts the symbol key on the page, or takes it away.
func (e *Editor) toggleKey() {
	part := chart.Part{Do: "page.set", Page: e.page, Key: &chart.KeyPart{}}
	if e.Page().Key == nil {
		at, ok := scene.NewKey(e.Sheet())
		part.Key.At = &at
		if !ok {
			defer func() { e.notice = sayNoRoomForKey }()
		}
	}
	e.do(didKey, part)
}

// showField adds a rule by which steps show a field: {"field","on","as","colour"}. One of the
// same field and symbols takes its place.
func (e *Editor) showField(arg string) {
	var rule chart.Showing
	if json.Unmarshal([]byte(arg), &rule) != nil || rule.Field == "" {
		e.notice = sayNoFieldChosen
		return
	}
	rules := append([]chart.Showing{}, e.Page().Shown...)
	if i := slices.IndexFunc(rules, func(r chart.Showing) bool { return r.Field == rule.Field && r.On == rule.On }); i >= 0 {
		rules[i] = rule
	} else {
		rules = append(rules, rule)
	}
	e.do(didShowField(rule.Field), chart.Part{Do: "page.set", Page: e.page, Shown: &rules})
}

// hideField takes a rule away: the JSON of what showField was given.
func (e *Editor) hideField(arg string) {
	var rule chart.Showing
	if json.Unmarshal([]byte(arg), &rule) != nil {
		return
	}
	rules := slices.DeleteFunc(append([]chart.Showing{}, e.Page().Shown...), func(r chart.Showing) bool { return r == rule })
	if len(rules) < len(e.Page().Shown) {
		e.do(didHideField(rule.Field), chart.Part{Do: "page.set", Page: e.page, Shown: &rules})
	}
}
