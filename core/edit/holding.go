package edit

import (
	"slices"
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Groups hold steps together. A press on one of them selects all; another press goes into the group, to
// the groups and steps in it.

// heldWith are the steps that are selected by a press on s: those of the outermost group that holds it,
// of those within the group that the hand has gone into.
func (e *Editor) heldWith(s *chart.Step) (group string, ids []string) {
	i := 1 + slices.IndexFunc(s.Held, func(h chart.Hold) bool { return h.ID == e.Inside() })
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

// selectHeld selects a step with what it is held together with, or with more adds to the selection or
// takes from it.
func (e *Editor) selectHeld(id string, more bool) {
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

// goInto selects what a second press on a step is for: of several things the one, of a group what
// is in it.
func (e *Editor) goInto(id string) {
	s := e.Page().Step(id)
	if s == nil {
		return
	}
	if group, ids := e.heldWith(s); group != "" && e.Count() == len(ids) {
		e.GoInside(group)
	}
	e.selectHeld(id, false)
}

// selectWhole selects what is held together with anything that is selected.
func (e *Editor) selectWhole() {
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
	hold  chart.Hold // an empty one for a step by itself
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
	for _, b := range e.boxes() {
		s := p.Step(b.ID)
		u := unit{}
		for i := slices.IndexFunc(s.Held, func(h chart.Hold) bool { return h.ID == inside }) + 1; i < len(s.Held); i++ {
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

// group holds the selected steps together.
func (e *Editor) group() {
	e.selectWhole() // no group is torn
	ss := e.Steps()
	shared := len(ss[0].Held)
	for _, s := range ss {
		n := 0
		for n < min(shared, len(s.Held)) && s.Held[n].ID == ss[0].Held[n].ID {
			n++
		}
		shared = n
		if len(s.Held) >= chart.MostHolds {
			e.Say(sayTooDeep(chart.MostHolds))
			return
		}
	}
	if shared > 0 && len(e.membersOf(ss[0].Held[shared-1].ID)) == len(ss) {
		e.Say(sayOneGroup)
		return
	}
	hold := chart.Hold{ID: e.NewID("g")}
	var parts []chart.Part
	for _, s := range ss {
		held := slices.Insert(slices.Clone(s.Held), shared, hold)
		parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Held: &held})
	}
	e.Apply(didGroup, parts...)
}

// ungroup lets go of the outermost groups that are selected.
func (e *Editor) ungroup() {
	var parts []chart.Part
	for _, u := range e.held() {
		for _, s := range e.Steps() {
			if i := slices.IndexFunc(s.Held, func(h chart.Hold) bool { return h.ID == u.ID }); i >= 0 {
				held := slices.Delete(slices.Clone(s.Held), i, i+1)
				parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Held: &held})
			}
		}
	}
	e.Apply(didUngroup, parts...)
}

// held are the outermost groups that are selected whole.
func (e *Editor) held() []chart.Hold {
	var out []chart.Hold
	whole, seen := e.whole(), map[string]bool{}
	for _, s := range e.Steps() {
		i := slices.IndexFunc(s.Held, func(h chart.Hold) bool { return whole[h.ID] })
		if i >= 0 && !seen[s.Held[i].ID] {
			seen[s.Held[i].ID] = true
			out = append(out, s.Held[i])
		}
	}
	return out
}

// isGroup reports whether steps that are selected are one group and nothing else.
func (e *Editor) isGroup(steps []*chart.Step) bool {
	held := e.held()
	return len(held) == 1 && !slices.ContainsFunc(steps, func(s *chart.Step) bool { return !s.HeldBy(held[0].ID) })
}

// nameGroup names the selected group.
func (e *Editor) nameGroup(name string) {
	name = strings.Join(strings.Fields(name), " ")
	held := e.held()
	if len(held) != 1 {
		return
	}
	h := held[0]
	var parts []chart.Part
	for _, s := range e.Page().Steps {
		if i := slices.IndexFunc(s.Held, func(o chart.Hold) bool { return o.ID == h.ID }); i >= 0 && s.Held[i].Name != name {
			held := slices.Clone(s.Held)
			held[i].Name = name
			parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Held: &held})
		}
	}
	e.Apply(didNameGroup, parts...)
}

// selectGroup selects a group of the page.
func (e *Editor) selectGroup(id string) {
	if ids := e.membersOf(id); len(ids) > 0 {
		e.Select(ids...)
		s := e.Page().Step(ids[0])
		if i := slices.IndexFunc(s.Held, func(h chart.Hold) bool { return h.ID == id }); i > 0 {
			e.GoInside(s.Held[i-1].ID)
		}
	}
}

// HoldFacts are about groups and what else holds the selected steps.
type HoldFacts struct {
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

func (e *Editor) holdFacts() HoldFacts {
	f := HoldFacts{Groups: []GroupFact{}}
	held := e.held()
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
				f.Groups = append(f.Groups, GroupFact{h.ID, sayGroup(h.Name, n), i, slices.Contains(held, h)})
			}
		}
	}
	return f
}

// free are those of some steps that are not locked; of the others it says so.
func (e *Editor) free(ss []*chart.Step) []*chart.Step {
	out := slices.DeleteFunc(slices.Clone(ss), func(s *chart.Step) bool { return s.Locked })
	if n := len(ss) - len(out); n > 0 {
		e.Say(sayLocked(n, len(out) == 0))
	}
	return out
}

// lock keeps the selected steps from being changed by hand, or where all are kept so, frees them.
func (e *Editor) lock() {
	locked, words := !e.allLocked(), didLock
	if !locked {
		words = didUnlock
	}
	var parts []chart.Part
	for _, s := range e.Steps() {
		if s.Locked != locked {
			parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Locked: &locked})
		}
	}
	e.Apply(words, parts...)
}

func (e *Editor) allLocked() bool {
	return len(e.Steps()) > 0 && !slices.ContainsFunc(e.Steps(), func(s *chart.Step) bool { return !s.Locked })
}

// stack brings the selected steps in front of others or behind them: by one of those that they lie over or
// under, or by all. What stands beside the work becomes a ground behind everything.
func (e *Editor) stack(arg string) {
	ss := e.free(e.Steps())
	sh := e.Sheet()
	var parts []chart.Part
	front := func(s *chart.Step, to int) {
		to = max(-chart.MostFront, min(to, chart.MostFront))
		if to == s.Front {
			return
		}
		next := *s
		next.Front = to
		parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Front: &to})
		if next.Behind() != s.Behind() {
			parts = append(parts, chart.Part{Do: "step.place", Page: e.PageID(), Places: []chart.Place{e.groundPlace(&next)}})
		}
	}
	var order []*chart.Step // the others, from behind to the front, and the selected ones
	for _, i := range sh.Drawn() {
		order = append(order, sh.Steps[i].Step)
	}
	mine := slices.DeleteFunc(slices.Clone(order), func(s *chart.Step) bool { return !slices.Contains(ss, s) })
	others := slices.DeleteFunc(order, func(s *chart.Step) bool { return slices.Contains(ss, s) })
	if len(others) == 0 {
		return
	}
	switch arg {
	case "front":
		for i, s := range mine {
			front(s, max(0, others[len(others)-1].Front)+1+i)
		}
	case "back":
		for i, s := range mine {
			front(s, min(0, others[0].Front)-len(mine)+i)
		}
	default:
		for _, s := range mine {
			o := e.nextOver(s, others, arg == "forward")
			if o == nil {
				continue
			}
			by := 0 // of two as far in front, the later one lies over the other
			if later := slices.Index(e.Page().Steps, s) > slices.Index(e.Page().Steps, o); arg == "forward" && !later {
				by = 1
			} else if arg != "forward" && later {
				by = -1
			}
			front(s, o.Front+by)
		}
	}
	if !e.Apply(didStack[arg], parts...) && e.Notice() == "" {
		e.Say(sayStacked)
	}
}

// nextOver is the next one of others over a step, or under it, that shares a place with it; nil without one.
func (e *Editor) nextOver(s *chart.Step, others []*chart.Step, over bool) *chart.Step {
	p := e.Page()
	at := func(o *chart.Step) int {
		if o.Front != s.Front {
			return o.Front - s.Front
		}
		return slices.Index(p.Steps, o) - slices.Index(p.Steps, s)
	}
	if !over {
		others = slices.Clone(others)
		slices.Reverse(others)
	}
	for _, o := range others {
		if (at(o) > 0) == over && p.StepRect(o).Overlaps(p.StepRect(s)) {
			return o
		}
	}
	return nil
}

// offGround are the parts that bring a ground that becomes a step of the work into a lane.
func (e *Editor) offGround(s *chart.Step, k symbol.Kind) []chart.Part {
	if !s.Behind() || k.Beside() {
		return nil
	}
	next, front := *s, 0
	next.Symbol, next.Front = k, front
	return []chart.Part{{Do: "step.set", Page: e.PageID(), ID: s.ID, Front: &front}, {Do: "step.place", Page: e.PageID(), Places: []chart.Place{e.groundPlace(&next)}}}
}

// groundPlace is the place of a step that becomes a ground, or that is one no more.
func (e *Editor) groundPlace(s *chart.Step) chart.Place {
	p := e.Page()
	r := p.StepRect(p.Step(s.ID))
	if s.Behind() {
		return arrange.Ground(p, s.ID, r)
	}
	bare := *p // on which it is no ground
	bare.Steps = nil
	return arrange.Settle(&bare, s.ID, r)
}
