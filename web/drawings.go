package web

import (
	"fmt"
	"html/template"
	"strings"
	"sync"

	lru "github.com/hashicorp/golang-lru/v2"

	"plaintracer/core/edit"
	"plaintracer/core/scene"
	"plaintracer/format/font"
	"plaintracer/format/svg"
)

// mostDrawings are kept, each of one chart after one of its commands: a hundred readers of
// it cost one routing.
const mostDrawings = 200

type drawings struct{ made *lru.Cache[string, *drawing] }

func newDrawings() drawings {
	c, err := lru.New[string, *drawing](mostDrawings)
	if err != nil {
		panic("web: " + err.Error()) // the size is a constant
	}
	return drawings{c}
}

// drawing is a chart as it is drawn.
type drawing struct {
	once  sync.Once
	err   error
	name  string
	pages []drawnPage
}

type drawnPage struct {
	sheet *scene.Sheet
	svg   string // without a ground: the page around it has one
	rows  []edit.Row
}

// with is the page's drawing with marks over it.
func (p *drawnPage) with(marks scene.Element) template.HTML { // made by format/svg, which escapes every text
	body, tail, _ := strings.Cut(p.svg, "</svg>")
	return template.HTML(body + svg.Element(marks) + "</svg>" + tail)
}

// far tells whether the fonts of the large scripts are needed.
func (d *drawing) far() bool {
	for i := range d.pages {
		if font.Far(d.pages[i].svg) {
			return true
		}
	}
	return false
}

// drawn is a chart as it is now, drawn. Who comes first draws it, others wait for that.
func (s *Server) drawn(id string) (*drawing, error) {
	ch, seq, err := s.store.Chart(id)
	if err != nil {
		return nil, err
	}
	key := fmt.Sprintf("%s/%d", id, seq)
	d := &drawing{}
	if was, ok, _ := s.drawings.made.PeekOrAdd(key, d); ok {
		d = was
		s.drawings.made.Get(key) // it was used just now
	}
	d.once.Do(func() {
		if d.err = s.draw(); d.err != nil {
			return
		}
		defer func() { <-s.drawing }()
		d.name = ch.Name
		for _, p := range ch.Pages {
			var comp scene.Composer
			sh := comp.Compose(ch, p)
			list := sh.Drawing()
			list.Paper = ""
			var b strings.Builder
			if d.err = svg.Document(&b, list, ""); d.err != nil {
				return
			}
			d.pages = append(d.pages, drawnPage{sh, b.String(), edit.Rows(p)})
		}
	})
	if d.err != nil {
		s.drawings.made.Remove(key) // the next one tries again
	}
	return d, d.err
}
