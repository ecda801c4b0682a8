package edit

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/outline"
	"plaintracer/core/edit/proving"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/text"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/style"
)

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
	Proof  *proving.Facts      // what the proof found; nil when it is as it was
	Prove  bool                // there is more to prove
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
	e.hand.KnowFindings(e.proving.Marked())
	row, field := e.outline.RowOpen()
	u := Update{Marks: e.hand.Marks(), Hand: e.hand.HandMarks(), Guides: e.hand.Guides(), Typing: e.text.Shown(), Ask: e.Asked(), Notice: told.Notice, Offers: told.Offers, Clip: told.Clip, Open: told.Open,
		Cursor: e.hand.Cursor(), Row: row, Field: field, Table: e.outline.TableFacts(), Proof: e.proving.Fresh(), Prove: e.proving.Further()}
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
		look, at := stepLook{sh.Rect.W, sh.Rect.H, sh.Step.Symbol, tag(s, sh.Step), sh.Said.Text, sh.Step.Look, sh.Step.Link, firstRun(sh.Step), fields, len(sh.Step.Files), sh.Step.Picture, s.Page.Below(sh.Step.ID)}, geom.Pt(sh.Rect.X, sh.Rect.Y)
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

// named is an element, or one that draws nothing in its place.
func named(e scene.Element, class string) scene.Element {
	e.Class = class
	return e
}
