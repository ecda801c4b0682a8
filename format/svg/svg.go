// Package svg writes drawing lists as SVG 1.1: text is text, elements carry
// data-step, data-connector and data-lane with the ids of what they show.
package svg

import (
	"context"
	"io"
	"strconv"
	"strings"

	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/typeset"
)

// faceClass are the classes of text in a face; Style gives them their fonts.
func faceClass(f typeset.Face) string {
	family, bold, italic := f.Family()
	class := "t"
	switch id, _ := f.Own(); {
	case id != "":
		class = "t f-" + id
	case family == typeset.Serif:
		class = "t s"
	case family == typeset.Mono:
		class = "t m"
	}
	if bold {
		class += " b"
	}
	if italic {
		class += " i"
	}
	return class
}

// Style is the CSS that the classes need, around the font families given. Scripts without
// an italic stay upright, as they do in the other formats.
func Style(sans, serif, mono string) string {
	return ".t{font-family:" + sans + ";font-kerning:none;font-variant-ligatures:none;font-synthesis-style:none;white-space:pre}" +
		".s{font-family:" + serif + "}.m{font-family:" + mono + "}.b{font-weight:700}.i{font-style:italic}"
}

// Document writes a whole SVG file. style goes into a style element; it may
// hold fonts.
func Document(ctx context.Context, w io.Writer, d scene.Drawing, style string) error {
	var b strings.Builder
	n := geom.Num
	b.WriteString(`<svg xmlns="http://www.w3.org/2000/svg" width="` + n(d.View.W) + `" height="` + n(d.View.H) +
		`" viewBox="` + n(d.View.X) + " " + n(d.View.Y) + " " + n(d.View.W) + " " + n(d.View.H) + `" role="img">`)
	b.WriteString("<title>" + escape(d.Title) + "</title>")
	if style != "" {
		b.WriteString("<style>" + style + "</style>")
	}
	if d.Paper != "" {
		b.WriteString(
			`<rect x="` + n(d.View.X) + `" y="` + n(d.View.Y) + `" width="` + n(d.View.W) + `" height="` + n(d.View.H) + `" fill="` + d.Paper + `"/>`,
		)
	}
	for _, e := range d.Elements {
		if err := ctx.Err(); err != nil {
			return err
		}
		if d.Live {
			b.WriteString(Element(e))
			continue
		}
		b.WriteString(anchor(e.Link) + string(element(e, true)) + anchorEnd(e.Link))
	}
	b.WriteString("</svg>\n")
	_, err := io.WriteString(w, b.String())
	return err
}

// WithPictures puts the addresses of pictures, which at tells by their ids, into a drawing; one without an
// address is taken out.
func WithPictures(svg string, at func(id string) string) string {
	const before = `<image href="` + Picture
	var b strings.Builder
	for {
		head, rest, ok := strings.Cut(svg, before)
		b.WriteString(head)
		if !ok {
			return b.String()
		}
		id, tail, _ := strings.Cut(rest, `"`)
		if to := at(id); to != "" {
			b.WriteString(`<image href="` + escape(to) + `"` + tail[:strings.Index(tail, "/>")+2])
		}
		svg = tail[strings.Index(tail, "/>")+2:]
	}
}

// Key is the id that an element has in a page of HTML: the browser replaces it
// by this.
func Key(e scene.Element) string {
	if e.ID == "" {
		return e.Class
	}
	return e.Class + "-" + e.ID
}

// anchor begins what leads to an address in a file of its own, anchorEnd ends it.
func anchor(l *scene.Link) string {
	if l == nil || l.URL == "" {
		return ""
	}
	return `<a href="` + escape(l.URL) + `" target="_blank" rel="noopener">`
}

func anchorEnd(l *scene.Link) string {
	if l == nil || l.URL == "" {
		return ""
	}
	return `</a>`
}

// Element writes one element as a group.
func Element(e scene.Element) string { return string(element(e, false)) }

func element(e scene.Element, anchors bool) []byte {
	b := make([]byte, 0, 512)
	b = append(b, `<g id="`...)
	b = append(b, Key(e)...)
	b = append(b, `" class="`...)
	b = append(b, e.Class...)
	if e.ID != "" {
		b = append(b, `" data-`...)
		b = append(b, e.Class...)
		b = append(b, `="`...)
		b = append(b, e.ID...)
	}
	if e.Link != nil && e.Link.URL != "" {
		b = append(b, `" data-link="`...)
		b = append(b, escape(e.Link.URL)...)
	} else if e.Link != nil {
		b = append(b, `" data-goes="`...)
		b = append(b, e.Link.Page...)
	}
	b = append(b, `"><title>`...)
	b = append(b, escape(e.Title)...)
	b = append(b, `</title>`...)
	b = items(b, e, anchors)
	return append(b, `</g>`...)
}

// Bare writes what an element draws, without its group.
func Bare(e scene.Element) string {
	return string(items(nil, e, false))
}

func items(b []byte, e scene.Element, anchors bool) []byte {
	for k := range e.Items {
		i := &e.Items[k]
		if i.Link != nil && anchors {
			b = append(b, anchor(i.Link)...)
			b = item(b, i, i.Fill)
			b = append(b, anchorEnd(i.Link)...)
			continue
		}
		if i.Fade == nil {
			b = item(b, i, i.Fill)
			continue
		}
		id := "fade-" + Key(e) + "-" + strconv.Itoa(k)
		b = fade(b, i.Fade, id)
		b = item(b, i, "url(#"+id+")")
	}
	return b
}

// fade writes a gradient.
func fade(b []byte, f *scene.Fade, id string) []byte {
	b = append(b, `<linearGradient id="`...)
	b = append(b, id...)
	b = append(b, `" gradientUnits="userSpaceOnUse`...)
	for _, at := range [...]struct {
		name string
		v    float64
	}{{`" x1="`, f.From.X}, {`" y1="`, f.From.Y}, {`" x2="`, f.To.X}, {`" y2="`, f.To.Y}} {
		b = append(b, at.name...)
		b = geom.AppendNum(b, at.v)
	}
	b = append(b, `"><stop offset="0" stop-color="`...)
	b = append(b, f.A...)
	b = append(b, `"/><stop offset="1" stop-color="`...)
	b = append(b, f.B...)
	return append(b, `"/></linearGradient>`...)
}

func item(b []byte, i *scene.Item, fill string) []byte {
	if i.Text != "" {
		return textItem(b, i)
	}
	if i.Picture != "" {
		return pictureItem(b, i)
	}
	b = append(b, `<path d="`...)
	b = append(b, i.Path.String()...)
	if i.Mark {
		b = append(b, `" class="mark`...)
	}
	b = append(b, `" fill="`...)
	b = append(b, orNone(fill)...)
	if i.Clear > 0 && fill != "" {
		b = append(b, `" fill-opacity="`...)
		b = strconv.AppendFloat(b, 1-i.Clear, 'g', 4, 64)
	}
	if i.Stroke != "" {
		b = append(b, `" stroke="`...)
		b = append(b, i.Stroke...)
		b = append(b, `" stroke-width="`...)
		b = geom.AppendNum(b, i.Weight)
		if len(i.Dash) > 0 {
			b = append(b, `" stroke-dasharray="`...)
			for k, d := range i.Dash {
				if k > 0 {
					b = append(b, ' ')
				}
				b = geom.AppendNum(b, d)
			}
		}
		if i.Round {
			b = append(b, `" stroke-linejoin="round`...)
		}
		if i.Clear > 0 {
			b = append(b, `" stroke-opacity="`...)
			b = strconv.AppendFloat(b, 1-i.Clear, 'g', 4, 64)
		}
	}
	return append(b, `"/>`...)
}

// Picture is what stands before the id of a picture in the address of an image; who shows the drawing puts
// the picture's address there.
const Picture = "picture:"

func pictureItem(b []byte, i *scene.Item) []byte {
	r := i.Path.Bounds()
	b = append(b, `<image href="`+Picture...)
	b = append(b, i.Picture...)
	for _, at := range [...]struct {
		name string
		v    float64
	}{{`" x="`, r.X}, {`" y="`, r.Y}, {`" width="`, r.W}, {`" height="`, r.H}} {
		b = append(b, at.name...)
		b = geom.AppendNum(b, at.v)
	}
	return append(b, `"/>`...)
}

func textItem(b []byte, i *scene.Item) []byte {
	b = append(b, `<text class="`...)
	b = append(b, faceClass(i.Face)...)
	at := i.At
	if typeset.Leftward(i.Text) { // such a text starts at its right end
		b = append(b, `" direction="rtl`...)
		if i.Upright {
			at.Y -= i.Width
		} else {
			at.X += i.Width
		}
	}
	b = append(b, `" xml:space="preserve" x="`...)
	b = geom.AppendNum(b, at.X)
	b = append(b, `" y="`...)
	b = geom.AppendNum(b, at.Y)
	b = append(b, `" font-size="`...)
	b = geom.AppendNum(b, i.Size)
	b = append(b, `" fill="`...)
	b = append(b, i.Fill...)
	if i.Upright {
		b = append(b, `" transform="rotate(-90 `...)
		b = geom.AppendNum(b, at.X)
		b = append(b, ' ')
		b = geom.AppendNum(b, at.Y)
		b = append(b, ')')
	}
	if i.Width > 0 && typeset.Shaped(i.Text) { // hold it to the width it was set for
		b = append(b, `" lengthAdjust="spacingAndGlyphs" textLength="`...)
		b = geom.AppendNum(b, i.Width)
	}
	b = append(b, `">`...)
	b = append(b, escape(i.Text)...)
	return append(b, `</text>`...)
}

func orNone(c string) string {
	if c == "" {
		return "none"
	}
	return c
}

// escape makes text safe as content and in attributes, and leaves out what XML
// 1.0 has no place for.
func escape(s string) string {
	if !strings.ContainsFunc(s, func(r rune) bool {
		return r == '<' || r == '>' || r == '&' || r == '"' || r == '\'' || r < 0x20 || r == 0xFFFD || r >= 0xFFFE && r <= 0xFFFF
	}) {
		return s
	}
	var b strings.Builder
	for _, r := range s {
		switch {
		case r == '<':
			b.WriteString("&lt;")
		case r == '>':
			b.WriteString("&gt;")
		case r == '&':
			b.WriteString("&amp;")
		case r == '"':
			b.WriteString("&quot;")
		case r == '\'':
			b.WriteString("&#39;")
		case r == '\n' || r == '\t' || r == '\r':
			b.WriteString("&#" + strconv.Itoa(int(r)) + ";")
		case r < 0x20 || r == 0xFFFE || r == 0xFFFF:
		default:
			b.WriteRune(r)
		}
	}
	return b.String()
}
