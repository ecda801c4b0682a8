package picture

import (
	"bytes"
	"encoding/xml"
	"errors"
	"fmt"
	"image"
	"io"
	"math"
	"strings"

	"github.com/srwiley/oksvg"
	"github.com/srwiley/rasterx"
	"golang.org/x/image/math/fixed"
)

// What an SVG may have, and how large it is drawn.
const (
	mostDrawing  = 2 << 20 // bytes
	mostElements = 20_000
	mostDepth    = 100
	drawnSide    = 1_600 // dots
	usualSide    = 400.0 // px, of one that tells no size
	mostWork     = 100e6 // dots that all lines pass
	lineWork     = 30    // and so many besides for each
	leastDash    = 1e-6  // all dashes of a line together
)

// looksLikeSVG reports whether a file begins as an SVG does.
func looksLikeSVG(b []byte) bool {
	b = bytes.TrimSpace(bytes.TrimPrefix(b, []byte("\xef\xbb\xbf")))
	return bytes.HasPrefix(b, []byte("<")) && bytes.Contains(b[:min(len(b), 4096)], []byte("<svg"))
}

// drawn draws an SVG as a picture of dots. Of its markup only shapes, groups and gradients are read; what
// would do something, fetch something or could not be drawn is refused by its name.
func drawn(b []byte) (p Picture, err error) {
	defer func() {
		switch r := recover(); r {
		case nil:
		case tooMuch{}:
			p, err = Picture{}, errors.New("the SVG has more lines than can be drawn; give it as a PNG")
		default: // the library that draws was made for sound files
			p, err = Picture{}, errDamaged
		}
	}()
	if len(b) > mostDrawing {
		return p, fmt.Errorf("an SVG can have at most %d MB; this one has %.1f", mostDrawing>>20, float64(len(b))/(1<<20))
	}
	clean, err := shapes(b)
	if err != nil {
		return p, err
	}
	icon, err := oksvg.ReadIconStream(bytes.NewReader(clean))
	if err != nil {
		return p, fmt.Errorf("the SVG cannot be drawn (%s); give it as a PNG", err)
	}
	w, h := icon.ViewBox.W, icon.ViewBox.H
	if !(w > 0 && h > 0 && w < 1e6 && h < 1e6 && w/h < 1000 && h/w < 1000) {
		return p, errors.New("the SVG tells no size; expected a viewBox, or width and height")
	}
	for i := range icon.SVGPaths {
		if dashes := icon.SVGPaths[i].Dash; len(dashes) > 0 && !fine(dashes) {
			return p, errors.New("the dashes of a line of the SVG cannot be drawn")
		}
	}
	k := drawnSide / math.Max(w, h)
	dw, dh := max(1, int(w*k)), max(1, int(h*k))
	icon.SetTarget(0, 0, float64(dw), float64(dh))
	img := image.NewRGBA(image.Rect(0, 0, dw, dh))
	icon.Draw(rasterx.NewDasher(dw, dh, &counted{Scanner: rasterx.NewScannerGV(dw, dh, img, img.Bounds())}), 1)
	if math.Max(w, h) < 16 || math.Max(w, h) > 4*usualSide {
		f := usualSide / math.Max(w, h)
		w, h = w*f, h*f
	}
	return kept(img, "image/png", w, h)
}

// fine reports whether a line with these dashes comes to an end.
func fine(dashes []float64) bool {
	sum := 0.0
	for _, d := range dashes {
		if d < 0 {
			return false
		}
		sum += d
	}
	return sum >= leastDash
}

// counted gives up when a drawing takes more than can be meant.
type counted struct {
	rasterx.Scanner
	at   fixed.Point26_6
	work float64
}

type tooMuch struct{}

func (c *counted) Start(p fixed.Point26_6) {
	c.at = p
	c.Scanner.Start(p)
}

func (c *counted) Line(p fixed.Point26_6) {
	d := p.Sub(c.at)
	c.at = p
	c.work += lineWork + math.Abs(float64(d.X)/64) + math.Abs(float64(d.Y)/64)
	if c.work > mostWork {
		panic(tooMuch{})
	}
	c.Scanner.Line(p)
}

// What is read of an SVG, what is left out with all in it, and why others are refused.
var (
	read = map[string]bool{
		"svg": true, "g": true, "a": true, "path": true, "rect": true, "circle": true, "ellipse": true, "line": true, "polyline": true, "polygon": true,
		"defs": true, "linearGradient": true, "radialGradient": true, "stop": true,
	}
	leftOut = map[string]bool{"title": true, "desc": true, "metadata": true}
	acts    = map[string]bool{
		"script": true, "foreignObject": true, "iframe": true, "handler": true,
		"animate": true, "animateMotion": true, "animateTransform": true, "set": true,
	}
)

const svgSpace = "http://www.w3.org/2000/svg"

// shapes writes anew what is read of an SVG.
func shapes(b []byte) ([]byte, error) {
	d := xml.NewDecoder(bytes.NewReader(b))
	d.Strict = true
	d.CharsetReader = func(label string, in io.Reader) (io.Reader, error) {
		return nil, fmt.Errorf("it is written in %s; expected UTF-8", label)
	}
	var out bytes.Buffer
	n, depth, inDefs := 0, 0, 0
	for {
		t, err := d.Token()
		if err == io.EOF {
			break
		}
		if err != nil {
			return nil, fmt.Errorf("the SVG is not well-formed: %w", err)
		}
		switch e := t.(type) {
		case xml.Directive:
			if bytes.Contains(bytes.ToUpper(e), []byte("ENTITY")) {
				return nil, errors.New("the SVG declares entities, which are not taken")
			}
		case xml.StartElement:
			name := e.Name.Local
			if n++; n > mostElements {
				return nil, fmt.Errorf("the SVG has more than %d elements", mostElements)
			}
			if depth++; depth > mostDepth {
				return nil, fmt.Errorf("the elements of the SVG stand in each other more than %d deep", mostDepth)
			}
			switch {
			case acts[name]:
				return nil, fmt.Errorf("the SVG has a %q, which is not taken", name)
			case e.Name.Space != svgSpace && e.Name.Space != "" || leftOut[name]:
				if err := d.Skip(); err != nil {
					return nil, fmt.Errorf("the SVG is not well-formed: %w", err)
				}
				depth--
				continue
			case name == "style":
				depth--
				css, err := sheetOf(d, e)
				if err != nil {
					return nil, err
				}
				if inDefs == 0 { // where the library looks for it
					css = "<defs>" + css + "</defs>"
				}
				out.WriteString(css)
				continue
			case !read[name]:
				return nil, fmt.Errorf("the SVG has a %q, which cannot be drawn; give it as a PNG, or with shapes alone", name)
			}
			if err := attributes(&out, e); err != nil {
				return nil, err
			}
			if name == "defs" {
				inDefs++
			}
		case xml.EndElement:
			depth--
			if e.Name.Local == "defs" {
				inDefs--
			}
			if e.Name.Local == "a" {
				e.Name.Local = "g"
			}
			out.WriteString("</" + e.Name.Local + ">")
		}
	}
	if n == 0 {
		return nil, errDamaged
	}
	return out.Bytes(), nil
}

// sheetOf is a style sheet of an SVG, of which only plain rules are read.
func sheetOf(d *xml.Decoder, e xml.StartElement) (string, error) {
	var css struct {
		Text string `xml:",chardata"`
	}
	if err := d.DecodeElement(&css, &e); err != nil {
		return "", fmt.Errorf("the SVG is not well-formed: %w", err)
	}
	if strings.Contains(css.Text, "@") || outside(css.Text) {
		return "", errOutside
	}
	var out strings.Builder
	out.WriteString("<style>")
	if err := xml.EscapeText(&out, []byte(css.Text)); err != nil {
		return "", err
	}
	return out.String() + "</style>", nil
}

var errOutside = errors.New("the SVG refers to something outside of it, which is not fetched")

// outside reports whether a style leads out of the SVG.
func outside(style string) bool {
	style = strings.ReplaceAll(strings.ToLower(style), " ", "")
	return strings.Contains(style, "\\") || strings.Count(style, "url(") != strings.Count(style, "url(#")
}

// attributes writes the beginning of an element with what is read of it.
func attributes(out *bytes.Buffer, e xml.StartElement) error {
	name := e.Name.Local
	if name == "a" {
		name = "g"
	}
	out.WriteString("<" + name)
	for _, a := range e.Attr {
		key := strings.ToLower(a.Name.Local)
		switch {
		case strings.HasPrefix(key, "on"):
			return fmt.Errorf("the SVG has a script (%s), which is not taken", a.Name.Local)
		case key == "href" && e.Name.Local != "a" && !strings.HasPrefix(a.Value, "#"):
			return errOutside
		case outside(a.Value):
			return errOutside
		case key == "filter" || key == "mask" || key == "clip-path":
			if a.Value != "none" {
				return fmt.Errorf("the SVG has a %s, which cannot be drawn; give it as a PNG", key)
			}
			continue
		case key == "href" && e.Name.Local == "a" || key == "xmlns" || a.Name.Space == "xmlns" || a.Name.Space != "" && key != "href":
			continue
		}
		out.WriteString(" " + a.Name.Local + `="`)
		if err := xml.EscapeText(out, []byte(a.Value)); err != nil {
			return err
		}
		out.WriteString(`"`)
	}
	out.WriteString(">")
	return nil
}
