package pages

import (
	"encoding/json"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/scene"
)

// ToggleKey puts the symbol key on the page, or takes it away.
func (e *Editor) ToggleKey() {
	part := chart.Part{Do: "page.set", Page: e.PageID(), Key: &chart.KeyPart{}}
	if e.Page().Key == nil {
		at, ok := scene.NewKey(e.Sheet())
		if part.Key.At = &at; !ok {
			defer e.Say(say.NoRoomForKey)
		}
	}
	e.Apply(say.DidKey, part)
}

// ShowField adds a rule by which steps show a field: {"field","on","as","colour"}. One of the
// same field and symbols takes its place.
func (e *Editor) ShowField(arg string) {
	var rule chart.Showing
	if json.Unmarshal([]byte(arg), &rule) != nil || rule.Field == "" {
		e.Say(say.NoFieldChosen)
		return
	}
	rules := append([]chart.Showing{}, e.Page().Shown...)
	if i := slices.IndexFunc(rules, func(r chart.Showing) bool { return r.Field == rule.Field && r.On == rule.On }); i >= 0 {
		rules[i] = rule
	} else {
		rules = append(rules, rule)
	}
	e.Apply(say.DidShowField(rule.Field), chart.Part{Do: "page.set", Page: e.PageID(), Shown: &rules})
}

// HideField takes a rule away: the JSON of what showField was given.
func (e *Editor) HideField(arg string) {
	var rule chart.Showing
	if json.Unmarshal([]byte(arg), &rule) != nil {
		return
	}
	rules := slices.DeleteFunc(append([]chart.Showing{}, e.Page().Shown...), func(r chart.Showing) bool { return r == rule })
	if len(rules) < len(e.Page().Shown) {
		e.Apply(say.DidHideField(rule.Field), chart.Part{Do: "page.set", Page: e.PageID(), Shown: &rules})
	}
}
