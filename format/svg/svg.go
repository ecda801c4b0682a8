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

// Classes of text, one a face; Style gives them their fonts.
var faceClass = [...]string{typeset.Regular: "t", typeset.Bold: "t b", typeset.Mono: "t m"}

// Style is the CSS that the classes need, around the font families given for
// the regular (and bold) face and the mono face.
func Style(regular, mono string) string {
	return ".t{font-family:" + regular + ";font-kerning:none;font-variant-ligatures:none;white-space:pre}" +
		".b{font-weight:700}.m{font-family:" + mono + ";font-weight:700}"
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
		b.WriteString(Element(e))
	}
	b.WriteString("</svg>\n")
	_, err := io.WriteString(w, b.String())
	return err
}

// Key is the id that an element has in a page of HTML: the browser replaces it
// by this.
func Key(e scene.Element) string {
	if e.ID == "" {
		return e.Class
	}
	return e.Class + "-" + e.ID
}

// Element writes one element as a group.
func Element(e scene.Element) string {
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
	b = append(b, `"><title>`...)
	b = append(b, escape(e.Title)...)
	b = append(b, `</title>`...)
	for i := range e.Items {
		b = item(b, &e.Items[i])
	}
	return string(append(b, `</g>`...))
}

// Bare writes what an element draws, without its group.
func Bare(e scene.Element) string {
	var b []byte
	for i := range e.Items {
		b = item(b, &e.Items[i])
	}
	return string(b)
}

func item(b []byte, i *scene.Item) []byte {
	if i.Text != "" {
		return textItem(b, i)
	}
	b = append(b, `<path d="`...)
	b = append(b, i.Path.String()...)
	b = append(b, `" fill="`...)
	b = append(b, orNone(i.Fill)...)
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
	}
	return append(b, `"/>`...)
}

func textItem(b []byte, i *scene.Item) []byte {
	b = append(b, `<text class="`...)
	b = append(b, faceClass[i.Face]...)
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
