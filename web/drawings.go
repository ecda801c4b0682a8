package web

import (
	"context"
	"fmt"
	"html/template"
	"slices"
	"strings"
	"sync"

	lru "github.com/hashicorp/golang-lru/v2"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/edit"
	"plaintracer/core/edit/outline"
	"plaintracer/core/proof"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
	"plaintracer/format/font"
	"plaintracer/format/svg"
)

// mostDrawings are kept, each of one chart after one of its commands: a hundred readers of
// it cost one routing.
const mostDrawings = 200

type drawings struct {
	mu   sync.Mutex
	made *lru.Cache[string, *drawing]
}

func newDrawings() *drawings {
	c, err := lru.New[string, *drawing](mostDrawings)
	if err != nil {
		panic("web: " + err.Error()) // the size is a constant
	}
	return &drawings{made: c}
}

// drawing is a chart as it is drawn. It is made by itself, for as long as somebody waits
// for it.
type drawing struct {
	done    chan struct{}
	waiting int    // how many
	stop    func() // ends the making

	err   error
	name  string
	pages []drawnPage
	chart *chart.Chart
	proof func() []proof.Finding // what it finds, once it is asked for
}

type drawnPage struct {
	sheet *sheet.Sheet
	svg   string // without a ground: the page around it has one
	rows  []edit.Row
}

// with is the page's drawing with marks over it, its pictures served below an address.
func (p *drawnPage) with(marks scene.Element, base string) template.HTML { // made by format/svg, which escapes every text
	body, tail, _ := strings.Cut(p.svg, "</svg>")
	body = svg.WithPictures(body, func(id string) string { return base + "/pictures/" + id })
	return template.HTML(body + svg.Element(marks) + "</svg>" + tail)
}

// flags are those on steps that have open comments.
func (p *drawnPage) flags(marks map[string]int) scene.Element {
	e := scene.Comments(p.sheet, marks)
	e.ID = p.sheet.Page.ID
	return e
}

// far reports whether the fonts of the large scripts are needed.
func (d *drawing) far() bool {
	for i := range d.pages {
		if font.Far(d.pages[i].svg) {
			return true
		}
	}
	return false
}

// font is the id of the font that somebody brought which the chart is set in; "" for none.
func (d *drawing) font() string {
	if h := d.pages[0].sheet.Page.House(); h != nil && h.Font != nil {
		return h.Font.ID
	}
	return ""
}

// take finds a drawing or has it made; leave tells that it is not waited for any more.
func (ds *drawings) take(key string, making func(context.Context, *drawing) error) (d *drawing, leave func()) {
	ds.mu.Lock()
	defer ds.mu.Unlock()
	d, ok := ds.made.Get(key)
	if !ok {
		d = ds.begin(key, making)
	}
	d.waiting++
	return d, func() {
		ds.mu.Lock()
		defer ds.mu.Unlock()
		if d.waiting--; d.waiting > 0 {
			return
		}
		select {
		case <-d.done:
		default: // nobody waits any more
			d.stop()
			ds.drop(key, d)
		}
	}
}

func (ds *drawings) begin(key string, making func(context.Context, *drawing) error) *drawing {
	ctx, stop := context.WithCancel(context.Background())
	d := &drawing{done: make(chan struct{}), stop: stop}
	ds.made.Add(key, d)
	go func() {
		defer stop()
		defer close(d.done)
		defer func() {
			if r := recover(); r != nil { // one drawing, not the server
				d.err = fmt.Errorf("drawing %s: %v", key, r)
			}
			if d.err != nil {
				ds.mu.Lock()
				ds.drop(key, d) // the next one tries again
				ds.mu.Unlock()
			}
		}()
		d.err = making(ctx, d)
	}()
	return d
}

// drop takes a drawing out, if it is still the one there.
func (ds *drawings) drop(key string, d *drawing) {
	if now, ok := ds.made.Peek(key); ok && now == d {
		ds.made.Remove(key)
	}
}

func (d *drawing) draw(ctx context.Context, ch *chart.Chart) error {
	d.name, d.chart = ch.Name, ch
	d.proof = sync.OnceValue(d.prove)
	for _, p := range ch.Pages {
		var comp sheet.Composer
		sh, err := comp.ComposeContext(ctx, ch, p)
		if err != nil {
			return err
		}
		list := scene.Of(sh)
		if list.Live = true; list.Paper == colour.White.String() {
			list.Paper = "" // the page around it has it
		}
		for i := range list.Elements { // several pages stand on one of the browser's, where each id is there once
			if e := &list.Elements[i]; e.ID == "" {
				e.ID = p.ID
			}
		}
		var b strings.Builder
		if err := svg.Document(ctx, &b, list, ""); err != nil {
			return err
		}
		sh.Finish()
		d.pages = append(d.pages, drawnPage{sh, b.String(), outline.Rows(ch, p)})
	}
	return nil
}

func (d *drawing) prove() []proof.Finding {
	fs, _ := proof.Chart(d.chart, proof.Drawn{Page: func(p *chart.Page) *sheet.Sheet { return d.pages[slices.Index(d.chart.Pages, p)].sheet }})
	return fs
}

// shownPage is a page as a page of the browser shows it.
type shownPage struct {
	ID      string
	Title   string
	Drawing template.HTML
	Rows    []edit.Row
}

// shown are the pages with flags on the steps that have open comments, by their ids; base is the address of
// the chart for who sees them.
func (d *drawing) shown(marks map[string]int, base string) []shownPage {
	var out []shownPage
	for i := range d.pages {
		p := &d.pages[i]
		out = append(out, shownPage{p.sheet.Page.ID, p.sheet.Page.Title, p.with(p.flags(marks), base), p.rows})
	}
	return out
}
