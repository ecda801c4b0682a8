package steps

import (
	"slices"
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
)

// Groups hold steps together. A press on one of them selects all; another press goes into the group, to
// the groups and steps in it.

// heldWith are the steps that are selected by a press on s: those of the outermost group that holds it,
// of those within the group that the hand has gone into.
func (e *Editor) heldWith(s *chart.Step) (group string, ids []string) {
	i := 1 + slices.IndexFunc(s.Held, func(h chart.Group) bool { return h.ID == e.Inside() })
	if i == len(s.Held) {
		return "", []string{s.ID}
	}
	return s.Held[i].ID, e.membersOf(s.Held[i].ID)
}

func (e *Editor) membersOf(group string) []string {
	var ids []string
	for _, s := range e.Page().Steps {
		if s.HeldBy(group) {
			ids = append(ids, s.ID)
		}
	}
	return ids
}

// SelectHeld selects a step with what it is held together with, or with more adds to the selection or
// takes from it.
func (e *Editor) SelectHeld(id string, more bool) {
	s := e.Page().Step(id)
	if s == nil {
		return
	}
	inside := e.Inside()
	if !s.HeldBy(inside) {
		inside = ""
	}
	e.GoInside(inside)
	_, ids := e.heldWith(s)
	switch {
	case !more:
		e.Select(ids...)
	case e.Selected(id):
		for _, id := range ids {
			e.Drop(id)
		}
	default:
		for _, id := range ids {
			e.Pick(id)
		}
	}
	e.GoInside(inside)
}

// GoInto selects what a second press on a step is for: of several things the one, of a group what
// is in it.
func (e *Editor) GoInto(id string) {
	s := e.Page().Step(id)
	if s == nil {
		return
	}
	if group, ids := e.heldWith(s); group != "" && e.Count() == len(ids) {
		e.GoInside(group)
	}
	e.SelectHeld(id, false)
}

// SelectWhole selects what is held together with anything that is selected.
func (e *Editor) SelectWhole() {
	done := map[string]bool{}
	for _, s := range e.Steps() {
		if len(s.Held) == 0 || done[s.Held[0].ID] {
			continue
		}
		group, ids := e.heldWith(s)
		done[group] = true
		for _, id := range ids {
			e.Also(id)
		}
	}
}

// unit is what moves as one among what is selected: the steps of a group all of whose steps are
// selected, or a step by itself.
type unit struct {
	hold  chart.Group // an empty one for a step by itself
	boxes []arrange.Box
}

func (u *unit) rect() geom.Rect {
	var r geom.Rect
	for _, b := range u.boxes {
		r = r.Union(b.Rect)
	}
	return r
}

// units are the selected steps that are not locked, in units as large as can be.
func (e *Editor) units() []unit { return e.unitsWithin(e.Inside()) }

func (e *Editor) unitsWithin(inside string) []unit {
	p, whole := e.Page(), e.whole()
	var out []unit
	at := map[string]int{}
	for _, b := range e.Boxes() {
		s := p.Step(b.ID)
		u := unit{}
		for i := slices.IndexFunc(s.Held, func(h chart.Group) bool { return h.ID == inside }) + 1; i < len(s.Held); i++ {
			if whole[s.Held[i].ID] {
				u.hold = s.Held[i]
				break
			}
		}
		if k, ok := at[u.hold.ID]; ok && u.hold.ID != "" {
			out[k].boxes = append(out[k].boxes, b)
			continue
		}
		at[u.hold.ID] = len(out)
		u.boxes = []arrange.Box{b}
		out = append(out, u)
	}
	return out
}

// whole tells which groups are selected whole.
func (e *Editor) whole() map[string]bool {
	out := map[string]bool{}
	for _, s := range e.Page().Steps {
		for _, h := range s.Held {
			if is, seen := out[h.ID]; !seen || is {
				out[h.ID] = e.Selected(s.ID)
			}
		}
	}
	return out
}

// lined are the units that are lined up with each other: of one group alone what is in it.
func (e *Editor) lined() []unit {
	us := e.units()
	if len(us) == 1 && us[0].hold.ID != "" {
		return e.unitsWithin(us[0].hold.ID)
	}
	return us
}

// Group holds the selected steps together.
func (e *Editor) Group() {
	e.SelectWhole() // no group is torn
	ss := e.Steps()
	shared := len(ss[0].Held)
	for _, s := range ss {
		n := 0
		for n < min(shared, len(s.Held)) && s.Held[n].ID == ss[0].Held[n].ID {
			n++
		}
		shared = n
		if len(s.Held) >= chart.MostHolds {
			e.Say(say.TooDeep(chart.MostHolds))
			return
		}
	}
	if shared > 0 && len(e.membersOf(ss[0].Held[shared-1].ID)) == len(ss) {
		e.Say(say.OneGroup)
		return
	}
	hold := chart.Group{ID: e.NewID("g")}
	var parts []chart.Part
	for _, s := range ss {
		held := slices.Insert(slices.Clone(s.Held), shared, hold)
		parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Held: &held})
	}
	e.Apply(say.DidGroup, parts...)
}

// Ungroup lets go of the outermost groups that are selected.
func (e *Editor) Ungroup() {
	var parts []chart.Part
	for _, u := range e.Held() {
		for _, s := range e.Steps() {
			if i := slices.IndexFunc(s.Held, func(h chart.Group) bool { return h.ID == u.ID }); i >= 0 {
				held := slices.Delete(slices.Clone(s.Held), i, i+1)
				parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Held: &held})
			}
		}
	}
	e.Apply(say.DidUngroup, parts...)
}

// Held are the outermost groups that are selected whole.
func (e *Editor) Held() []chart.Group {
	var out []chart.Group
	whole, seen := e.whole(), map[string]bool{}
	for _, s := range e.Steps() {
		i := slices.IndexFunc(s.Held, func(h chart.Group) bool { return whole[h.ID] })
		if i >= 0 && !seen[s.Held[i].ID] {
			seen[s.Held[i].ID] = true
			out = append(out, s.Held[i])
		}
	}
	return out
}

// IsGroup reports whether steps that are selected are one group and nothing else.
func (e *Editor) IsGroup(steps []*chart.Step) bool {
	held := e.Held()
	return len(held) == 1 && !slices.ContainsFunc(steps, func(s *chart.Step) bool { return !s.HeldBy(held[0].ID) })
}

// NameGroup names the selected group.
func (e *Editor) NameGroup(name string) {
	name = strings.Join(strings.Fields(name), " ")
	held := e.Held()
	if len(held) != 1 {
		return
	}
	h := held[0]
	var parts []chart.Part
	for _, s := range e.Page().Steps {
		if i := slices.IndexFunc(s.Held, func(o chart.Group) bool { return o.ID == h.ID }); i >= 0 && s.Held[i].Name != name {
			held := slices.Clone(s.Held)
			held[i].Name = name
			parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Held: &held})
		}
	}
	e.Apply(say.DidNameGroup, parts...)
}

// SelectGroup selects a group of the page.
func (e *Editor) SelectGroup(id string) {
	if ids := e.membersOf(id); len(ids) > 0 {
		e.Select(ids...)
		s := e.Page().Step(ids[0])
		if i := slices.IndexFunc(s.Held, func(h chart.Group) bool { return h.ID == id }); i > 0 {
			e.GoInside(s.Held[i-1].ID)
		}
	}
}

// GroupFacts are about groups and what else holds the selected steps.
type GroupFacts struct {
	Name   string      `json:"name"` // of the selected group
	ID     string      `json:"id"`
	Groups []GroupFact `json:"groups"` // of the page
}

// GroupFact is a group of the page, an outer one before those in it.
type GroupFact struct {
	ID    string `json:"id"`
	Words string `json:"words"`
	Level int    `json:"level"`
	On    bool   `json:"on"` // it is selected
}

func (e *Editor) groupFacts() GroupFacts {
	f := GroupFacts{Groups: []GroupFact{}}
	held := e.Held()
	if len(held) == 1 {
		f.Name, f.ID = held[0].Name, held[0].ID
	}
	many := map[string]int{}
	for _, s := range e.Page().Steps {
		for _, h := range s.Held {
			many[h.ID]++
		}
	}
	for _, s := range e.Page().Steps {
		for i, h := range s.Held {
			if n := many[h.ID]; n > 0 {
				many[h.ID] = 0 // told
				f.Groups = append(f.Groups, GroupFact{h.ID, say.Group(h.Name, n), i, slices.Contains(held, h)})
			}
		}
	}
	return f
}
