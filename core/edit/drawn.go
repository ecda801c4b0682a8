package edit

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// drawn is what the browser shows, so that only changes are sent to it.
type drawn struct {
	steps   shown[stepShown]
	lines   shown[lineShown]
	bands   [3]shown[chart.Band] // by kind
	sheet   sheetShown
	status  int    // at which the rows were last looked at
	rows    string // as they were last given
	facts   string
	size    geom.Point // of the page at the last facts
	picked  string     // the selection at the last facts
	offered bool       // closing the gap
	house   *chart.House
	ground  chart.Ground // of that page
	anew    int
	key     string
	keyAt   *chart.Key
	told    int      // the status at which fields and key were last looked at
	order   []string // of the steps, as they lie over each other
}

// shown are elements that the browser has, in the order in which they are drawn.
// Elements of the chart change in place, so what is drawn of them is kept by value.
type shown[T any] struct {
	now, last []*element[T]
	off       int // how far off its place of now the last one was in last
}

type element[T any] struct {
	id string
	T  T
}

// begin makes ready for another frame.
func (s *shown[T]) begin() { s.now, s.last, s.off = s.last[:0], s.now, 0 }

// at is what was shown of the next element, and whether it is new.
func (s *shown[T]) at(id string) (was *T, added bool) {
	i := len(s.now) + s.off // behind the one before it, else it is looked for
	if i >= len(s.last) || s.last[i] == nil || s.last[i].id != id {
		i = slices.IndexFunc(s.last, func(e *element[T]) bool { return e != nil && e.id == id })
		if i >= 0 {
			s.off = i - len(s.now)
		}
	}
	var e *element[T]
	if added = i < 0; added {
		e = &element[T]{id: id}
	} else {
		e, s.last[i] = s.last[i], nil
	}
	s.now = append(s.now, e)
	return &e.T, added
}

// dropped adds to a list what is not there any more, by class and id.
func (s *shown[T]) dropped(drop []string, prefix string) []string {
	for _, e := range s.last {
		if e != nil {
			drop = append(drop, prefix+e.id)
		}
	}
	return drop
}

type sheetShown struct {
	title        string
	setup        *chart.Setup // which is never changed, but replaced
	link         *chart.Link  // which is never changed, but replaced
	partOf       string       // in words
	sheetW       float64
	sheetH       float64
	told         sheet.Told
	w, h         float64
	chart        string
	index, count int
	crowded      bool
	plain        int // connectors, which it tells
}

// stepShown is a step as it was drawn, at a place, and by how much it is shown moved
// from there.
type stepShown struct {
	stepLook
	at, by geom.Point
}

// stepLook is what of a step is drawn besides its place.
type stepLook struct {
	w, h         float64
	symbol       symbol.Kind
	number, text string
	look         *chart.StepLook // which is never changed, but replaced
	link         *chart.Link     // which is never changed, but replaced
	run          *chart.Run      // the first of the text, which is never changed, but replaced
	fields       string          // that it shows
	files        int
	picture      *chart.File // which is never changed, but replaced
	below        int         // folded
}

// lineShown is a connector as it was drawn, and by how much it is shown moved from there.
type lineShown struct {
	run  sheet.Run
	look lineLook
	by   geom.Point
}

// lineLook is what of a connector is drawn besides its geometry.
type lineLook struct {
	meaning            chart.Meaning
	kind               chart.Kind
	look               chart.Look
	looseFrom, looseTo bool
}

func lookOf(c *chart.Connector) lineLook {
	k := lineLook{meaning: c.Meaning, kind: c.Kind, looseFrom: c.From.Loose(), looseTo: c.To.Loose()}
	if c.Look != nil {
		k.look = *c.Look
	}
	return k
}

// reorder is the order of the steps as they lie over each other, where the browser has another one: there,
// what is new lies over all else.
func (d *drawn) reorder(s *sheet.Sheet) []string {
	wanted := make([]string, len(s.Steps))
	for i, k := range s.Drawn() {
		wanted[i] = s.Steps[k].Step.ID
	}
	if slices.Equal(d.order, wanted) {
		return nil
	}
	there := make(map[string]bool, len(wanted))
	for _, id := range wanted {
		there[id] = true
	}
	has := make([]string, 0, len(wanted)) // the browser
	for _, id := range d.order {
		if there[id] {
			has = append(has, id)
			delete(there, id)
		}
	}
	for i := range s.Steps {
		if id := s.Steps[i].Step.ID; there[id] {
			has = append(has, id)
		}
	}
	d.order = wanted
	if slices.Equal(has, wanted) {
		return nil
	}
	return wanted
}

func firstRun(s *chart.Step) *chart.Run {
	if len(s.Runs) == 0 {
		return nil
	}
	return &s.Runs[0]
}

// shownAt is what a step shows of its fields, to be compared.
func shownAt(s *sheet.Sheet, sh *sheet.Shape) string {
	if len(s.Page.Shown) == 0 {
		return ""
	}
	return session.Quote(s.Shown(sh.Step))
}

// moved is how far run b stands from run a; false where it is of another form.
func moved(a, b *sheet.Run) (by geom.Point, same bool) {
	if a.Through != b.Through || len(a.Points) != len(b.Points) || len(a.Labels) != len(b.Labels) || len(a.Hops) != len(b.Hops) || len(b.Points) == 0 {
		return by, false
	}
	by = geom.Pt(geom.Round2(b.Points[0].X-a.Points[0].X), geom.Round2(b.Points[0].Y-a.Points[0].Y))
	there := func(p, q geom.Point) bool { return p.Add(by).Dist(q) < 1e-6 }
	for i := range a.Points {
		if !there(a.Points[i], b.Points[i]) {
			return by, false
		}
	}
	for i := range a.Labels {
		l, m := &a.Labels[i], &b.Labels[i]
		if !there(geom.Pt(l.Box.X, l.Box.Y), geom.Pt(m.Box.X, m.Box.Y)) || l.Box.W != m.Box.W || l.Box.H != m.Box.H || !slices.Equal(l.Lines, m.Lines) {
			return by, false
		}
	}
	for i := range a.Hops {
		h, k := a.Hops[i], b.Hops[i]
		if !there(h.At, k.At) {
			return by, false
		}
		if h.At = k.At; h != k {
			return by, false
		}
	}
	return by, true
}

// tag is the number that a step shows.
func tag(s *sheet.Sheet, st *chart.Step) string {
	if !s.Tags() {
		return ""
	}
	return st.Number
}
