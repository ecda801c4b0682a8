package edit

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/outline"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/text"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
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

// Update is what changed since the last one.
type Update struct {
	Patch  []scene.Element // to be drawn anew
	Moved  []Moved         // elements that are shown as they are, but elsewhere
	Order  []string        // the ids of all steps as they lie over each other; nil when the browser has them so
	Drop   []string        // elements that are gone, by class and id: "step-s1"
	Marks  *scene.Element  // of what is selected; nil when they are as they were
	Hand   scene.Element   // what the hand shows over them
	Guides scene.Element
	Facts  *Facts            // nil when they are as they were
	Rows   []outline.Row     // nil when the list is as it was
	Typing *text.Typing      // what is being typed on now
	Ask    *session.Question // a question that is open
	Notice string            // something to be told once
	Offers []session.Answer  // what could be done about the notice
	Clip   string            // to be put on the system's clipboard
	Cursor string
	Open   string              // an address to be opened
	Row    string              // a row of the list in which typing goes on
	Field  string              // what the field for the next step begins with
	Table  *outline.TableFacts // cells that were pasted, until it is told what they say
}

// Moved is an element, by class and id, that stands X, Y px from where it was last drawn. It
// is not drawn anew: a browser takes its time to lay out text.
type Moved struct {
	ID string  `json:"id"`
	X  float64 `json:"x"`
	Y  float64 `json:"y"`
}

// Update tells what the browser has to change. fresh makes it tell everything.
func (e *Editor) Update(fresh bool) Update {
	d := &e.drawn
	if fresh {
		*d = drawn{status: -1}
	}
	for kind := range d.bands {
		d.bands[kind].begin()
	}
	d.steps.begin()
	d.lines.begin()
	s := e.Sheet()
	ground := chart.Ground{}
	if g := style.Ground(s.Page); g != nil {
		ground = *g
	}
	anew := s.Page.House() != d.house || ground != d.ground || e.Anew() != d.anew // everything looks another way
	d.house, d.ground, d.anew = s.Page.House(), ground, e.Anew()
	again := anew || d.told != e.Status() // fields and the key follow from the chart, not from a gesture
	d.told = e.Status()
	told := e.Told()
	row, field := e.outline.RowOpen()
	u := Update{Marks: e.hand.Marks(), Hand: e.hand.HandMarks(), Guides: e.hand.Guides(), Typing: e.text.Shown(), Ask: e.Asked(), Notice: told.Notice, Offers: told.Offers, Clip: told.Clip, Open: told.Open,
		Cursor: e.hand.Cursor(), Row: row, Field: field, Table: e.outline.TableFacts()}
	if gap := e.steps.Gap(); gap != nil && !d.offered {
		u.Notice = say.Gap(e.Between(gap))
		u.Offers = []session.Answer{{Words: say.WordCloseGap, Do: "close-gap", Arg: ""}}
	}
	d.offered = e.steps.Gap() != nil

	sw, sh := s.Page.SheetSize()
	back, _ := scene.Back(s)
	if sheet := (sheetShown{s.Page.Title, s.Page.Setup, s.Page.Link, back.Title, sw, sh, s.Told, s.Page.W, s.Page.H, s.Chart, s.Index, s.Count, s.Crowded, s.Plain()}); fresh || anew || sheet != d.sheet {
		d.sheet = sheet
		u.Patch = append(u.Patch, scene.Ground(s), scene.Board(s), scene.Border(s), named(back, "back"))
	}
	bands := s.Page.Bands()
	for _, kind := range [3]chart.BandKind{chart.GroupBand, chart.LaneBand, chart.StageBand} {
		for _, b := range bands {
			if b.Kind != kind {
				continue
			}
			if was, added := d.bands[kind].at(b.ID); added || anew || *was != b {
				*was = b
				u.Patch = append(u.Patch, scene.Band(s, b))
			}
		}
		u.Drop = d.bands[kind].dropped(u.Drop, kind.String()+"-")
	}
	for i := range s.Steps {
		sh := &s.Steps[i]
		was, added := d.steps.at(sh.Step.ID)
		fields := was.fields
		if again || added {
			fields = shownAt(s, sh)
		}
		look, at := stepLook{sh.Rect.W, sh.Rect.H, sh.Step.Symbol, sh.Step.Number, sh.Step.Text, sh.Step.Look, sh.Step.Link, firstRun(sh.Step), fields, len(sh.Step.Files), sh.Step.Picture}, geom.Pt(sh.Rect.X, sh.Rect.Y)
		by := geom.Pt(geom.Round2(at.X-was.at.X), geom.Round2(at.Y-was.at.Y))
		switch {
		case added || anew || was.stepLook != look:
			*was = stepShown{look, at, geom.Point{}}
			u.Patch = append(u.Patch, scene.Step(s, sh))
		case by != was.by:
			was.by = by
			u.Moved = append(u.Moved, Moved{"step-" + sh.Step.ID, by.X, by.Y})
		}
	}
	u.Drop = d.steps.dropped(u.Drop, "step-")
	u.Order = d.reorder(s)
	for i := range s.Lines {
		r := &s.Lines[i]
		look := lookOf(r.Line)
		was, added := d.lines.at(r.Line.ID)
		by, same := geom.Point{}, false
		if !added && !anew && was.look == look {
			by, same = moved(&was.run, r)
		}
		switch {
		case !same:
			*was = lineShown{run: *r, look: look}
			u.Patch = append(u.Patch, scene.Line(s, r))
		case by != was.by:
			was.by = by
			u.Moved = append(u.Moved, Moved{"connector-" + r.Line.ID, by.X, by.Y})
		}
	}
	u.Drop = d.lines.dropped(u.Drop, "connector-")
	if s.Page.Key == nil && d.key != "" {
		d.key, u.Drop = "", append(u.Drop, "key")
	} else if again || s.Page.Key != d.keyAt {
		if key, ok := scene.Key(s); ok {
			if now := session.Quote(key); anew || now != d.key {
				d.key = now
				u.Patch = append(u.Patch, key)
			}
		}
	}
	d.keyAt = s.Page.Key

	// In the middle of a gesture only what is selected changes, and while a text is typed the page may grow.
	size, picked := geom.Pt(s.Page.W, s.Page.H), d.picked
	if e.Heard() || e.hand.GestureOn() {
		picked = e.SelectionKey()
	}
	if !e.hand.GestureOn() && (e.Heard() || size != d.size) || fresh || picked != d.picked {
		d.picked, d.size = picked, size
		f := e.Facts()
		if now := session.Quote(f); now != d.facts {
			d.facts = now
			u.Facts = &f
		}
	}
	if d.status != e.Status() {
		d.status = e.Status()
		rows := e.outline.Rows()
		if now := session.Quote(rows); now != d.rows {
			d.rows, u.Rows = now, rows
		}
	}
	e.Attend()
	return u
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

// named is an element, or one that draws nothing in its place.
func named(e scene.Element, class string) scene.Element {
	e.Class = class
	return e
}
