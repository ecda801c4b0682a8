package edit

import (
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/scene"
)

// drawn is what the browser shows, so that only changes are sent to it.
type drawn struct {
	steps   map[string]scene.Shape
	text    map[string]string // what else of an element can change without its geometry
	lines   map[string]scene.Run
	lanes   map[string]string
	sheet   string
	status  int
	rows    int // status at which the rows were last given
	facts   string
	picked  string // the selection at the last facts
	offered bool   // closing the gap
}

// Update is what changed since the last one.
type Update struct {
	Patch  []scene.Element // to be drawn anew
	Drop   []string        // elements that are gone, by class and id: "step-s1"
	Marks  scene.Element
	Guides scene.Element
	Facts  *Facts    // nil when they are as they were
	Rows   []Row     // nil when the list is as it was
	Typing *Typing   // what is being typed on now
	Ask    *Question // a question that is open
	Notice string    // something to be told once
	Offer  *Answer   // what could be done about the notice
	Clip   string    // to be put on the system's clipboard
	Cursor string
}

// Update tells what the browser has to change. fresh makes it tell everything.
func (e *Editor) Update(fresh bool) Update {
	d := &e.drawn
	if fresh || d.steps == nil {
		*d = drawn{steps: map[string]scene.Shape{}, text: map[string]string{}, lines: map[string]scene.Run{}, lanes: map[string]string{}, status: -1, rows: -1}
	}
	s := e.Sheet()
	u := Update{Marks: e.marks(), Guides: e.guides(), Typing: e.typing, Ask: e.ask, Notice: e.notice, Clip: e.clip, Cursor: e.cursor()}
	e.notice, e.clip = "", ""
	if e.gap != nil && !d.offered {
		u.Notice = "Deleted. " + e.between(e.gap) + " are not connected any more."
		u.Offer = &Answer{"Close the gap", "close-gap", ""}
	}
	d.offered = e.gap != nil

	if sheet := quote([]any{s.Page.Title, s.Page.W, s.Page.H, s.Chart, s.Index, s.Count}); sheet != d.sheet {
		d.sheet = sheet
		u.Patch = append(u.Patch, s.Border())
	}
	seen := map[string]bool{}
	for _, l := range s.Page.Lanes {
		seen[l.ID] = true
		if now := quote([]any{l, s.Page.LaneRect(l)}); d.lanes[l.ID] != now {
			d.lanes[l.ID] = now
			u.Patch = append(u.Patch, s.LaneElement(l))
		}
	}
	u.Drop = dropped(u.Drop, d.lanes, seen, "lane-")
	clear(seen)
	for i := range s.Steps {
		sh := &s.Steps[i]
		id := sh.Step.ID
		seen[id] = true
		key := string(sh.Step.Symbol) + "\x00" + sh.Step.Number + "\x00" + sh.Step.Text
		if was, ok := d.steps[id]; !ok || was.Rect != sh.Rect || d.text[id] != key {
			d.steps[id], d.text[id] = *sh, key
			u.Patch = append(u.Patch, s.StepElement(sh))
		}
	}
	u.Drop = dropped(u.Drop, d.steps, seen, "step-")
	clear(seen)
	for i := range s.Lines {
		r := &s.Lines[i]
		id := r.Line.ID
		seen[id] = true
		key := lookKey(r.Line)
		if was, ok := d.lines[id]; !ok || d.text[id] != key || !sameRun(&was, r) {
			d.lines[id], d.text[id] = *r, key
			u.Patch = append(u.Patch, s.LineElement(r))
		}
	}
	u.Drop = dropped(u.Drop, d.lines, seen, "connector-")

	// In the middle of a gesture nothing else of them changes.
	if picked := e.picked(); e.gesture == nil || fresh || picked != d.picked {
		d.picked = picked
		f := e.Facts()
		if now := quote(f); now != d.facts {
			d.facts = now
			u.Facts = &f
		}
	}
	if d.rows != e.status {
		d.rows = e.status
		u.Rows = e.Rows()
	}
	return u
}

// picked names the selection.
func (e *Editor) picked() string {
	ids := make([]string, 0, len(e.selected)+1)
	for id := range e.selected {
		ids = append(ids, id)
	}
	slices.Sort(ids)
	return strings.Join(append(ids, e.lane), " ")
}

func dropped[T any](drop []string, was map[string]T, seen map[string]bool, prefix string) []string {
	for id := range was {
		if !seen[id] {
			delete(was, id)
			drop = append(drop, prefix+id)
		}
	}
	return drop
}

// sameRun tells whether two runs have the same geometry.
func sameRun(a, b *scene.Run) bool {
	if a.Through != b.Through || !slices.Equal(a.Points, b.Points) || len(a.Labels) != len(b.Labels) || !slices.Equal(a.Hops, b.Hops) {
		return false
	}
	for i := range a.Labels {
		if a.Labels[i].Box != b.Labels[i].Box || !slices.Equal(a.Labels[i].Lines, b.Labels[i].Lines) {
			return false
		}
	}
	return true
}

// lookKey is what of a connector is drawn besides its geometry. Elements of
// the chart change in place, so it is kept by value.
func lookKey(c *chart.Connector) string {
	k := string(c.Meaning) + " " + string(c.Kind)
	if l := c.Look; l != nil {
		k += fmt.Sprint(" ", *l)
	}
	if c.From.Loose() {
		k += " from"
	}
	if c.To.Loose() {
		k += " to"
	}
	return k
}

func (e *Editor) cursor() string {
	switch e.gesture.(type) {
	case *moving:
		return "move"
	case *labelling:
		return "move"
	case *bending:
		return "grabbing"
	case *pulling, *placing, *framing:
		return "crosshair"
	case *widening:
		return "row-resize"
	case *resizing:
		return "nwse-resize"
	}
	if e.hand != "" {
		return "crosshair"
	}
	return "default"
}
