package steps

import (
	"encoding/json"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// FieldFacts are the fields that some of the selected steps have: the value of each where it is the same in all of
// them, else it is mixed.
func (e *Editor) FieldFacts() (fields []chart.Field, mixed []string) {
	fields, mixed = []chart.Field{}, []string{}
	had := map[string]int{} // how many steps have it
	ss := e.Steps()
	for _, s := range ss {
		for _, f := range s.Fields {
			i := slices.IndexFunc(fields, func(o chart.Field) bool { return o.Name == f.Name })
			switch {
			case i < 0:
				fields = append(fields, f)
			case fields[i].Value != f.Value:
				had[f.Name] = -len(ss) - 1
			}
			had[f.Name]++
		}
	}
	for i, f := range fields {
		if had[f.Name] != len(ss) {
			fields[i].Value = ""
			mixed = append(mixed, f.Name)
		}
	}
	return fields, mixed
}

// SetField changes one field of the selected steps, which arg tells as JSON. Values that differ stay where no
// other is given.
func (e *Editor) SetField(arg string) {
	var a fieldChange
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	_, mixed := e.FieldFacts()
	keeps := a.Value == "" && a.Name != "" && slices.Contains(mixed, a.Old)
	var parts []chart.Part
	for _, s := range e.Steps() {
		a := a
		if keeps {
			i := slices.IndexFunc(s.Fields, func(f chart.Field) bool { return f.Name == a.Old })
			if i < 0 {
				continue
			}
			a.Value = s.Fields[i].Value
		}
		if fields := a.in(s.Fields); !slices.Equal(fields, s.Fields) {
			parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Fields: &fields})
		}
	}
	if len(parts) > 0 {
		e.Apply(say.DidField, parts...)
	}
}

// FieldsWith are fields with a change, which is JSON.
func FieldsWith(of []chart.Field, arg string) (fields []chart.Field, ok bool) {
	var a fieldChange
	if json.Unmarshal([]byte(arg), &a) != nil {
		return nil, false
	}
	return a.in(of), true
}

// fieldChange is a field's old name, "" for a new one, its name, "" to take it away, and its value.
type fieldChange struct{ Old, Name, Value string }

// in are fields with the change. A new field whose name is there already is a new value for that one.
func (a fieldChange) in(of []chart.Field) []chart.Field {
	fields, found := []chart.Field{}, false
	for _, f := range of {
		switch {
		case f.Name == a.Old && a.Old != "" || f.Name == a.Name && a.Old == "":
			found = true
			if a.Name != "" {
				fields = append(fields, chart.Field{Name: a.Name, Value: a.Value})
			}
		default:
			fields = append(fields, f)
		}
	}
	if !found && a.Name != "" {
		fields = append(fields, chart.Field{Name: a.Name, Value: a.Value})
	}
	return fields
}
