package session

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/sheet"
)

// view is what is shown: a page, as it is or as a gesture or typing would make it.
type view struct {
	page    string // its id
	comp    sheet.Composer
	told    sheet.Told
	sheet   *sheet.Sheet  // as shown: with what a gesture would do
	stale   bool          // sheet does not show the chart
	before  *sheet.Before // the page without what a gesture would do; nil where it was not asked for
	preview *chart.Page   // what a gesture or typing would make of the page; nil for none
	naming  string        // the chart's name with that
	anew    int           // counts the times that nothing was kept of what was drawn
}

// of is the geometry of the page as shown.
func (v *view) of(c *chart.Chart, p *chart.Page) *sheet.Sheet {
	if !v.stale && v.sheet != nil {
		return v.sheet
	}
	if v.preview != nil {
		v.sheet = v.comp.ComposeAfter(v.asIs(c, p), c, v.preview)
		v.sheet.Chart = v.naming
	} else {
		v.sheet = v.comp.Compose(c, p)
	}
	v.sheet.Index, v.sheet.Count, v.stale = slices.Index(c.Pages, p), len(c.Pages), false
	return v.sheet
}

// asIs is how the page is drawn without what a gesture would do.
func (v *view) asIs(c *chart.Chart, p *chart.Page) *sheet.Before {
	if v.before == nil && v.sheet != nil && !v.stale && v.preview == nil {
		v.before = v.sheet.Before()
	}
	if v.before == nil {
		v.before = v.comp.Compose(c, p).Before()
	}
	return v.before
}

// Afresh composes the page with nothing kept from what was composed before.
func (v *view) Afresh() {
	v.anew++
	v.comp, v.sheet = sheet.Composer{Told: v.told, Typed: v.comp.Typed}, nil
	v.forget()
}

// Anew counts the times that the page was composed afresh.
func (v *view) Anew() int { return v.anew }

// forget forgets what was derived from the chart.
func (v *view) forget() { v.stale, v.before = true, nil }

// TypeOn has the text of a step shown without its number while somebody types on it; "" for none.
func (v *view) TypeOn(id string) {
	if v.comp.Typed != id {
		v.comp.Typed = id
		v.forget()
	}
}

// unshow shows the page as it is again.
func (v *view) unshow() {
	if v.preview != nil {
		v.preview, v.stale = nil, true
	}
}
