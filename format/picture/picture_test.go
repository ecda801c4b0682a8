package picture

import (
	"bytes"
	"encoding/binary"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"strings"
	"syscall"
	"testing"
	"time"
)

// flag is a picture of dots: red left of the middle, blue right of it.
func flag(w, h int) image.Image {
	m := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			c := color.RGBA{200, 0, 0, 255}
			if x >= w/2 {
				c = color.RGBA{0, 0, 200, 255}
			}
			m.Set(x, y, c)
		}
	}
	return m
}

func encoded(t testing.TB, kind string, m image.Image) []byte {
	t.Helper()
	var b bytes.Buffer
	var err error
	if kind == "png" {
		err = png.Encode(&b, m)
	} else {
		err = jpeg.Encode(&b, m, nil)
	}
	if err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// at is the colour at a share of a picture's width and height.
func at(t *testing.T, p Picture, x, y float64) color.NRGBA {
	t.Helper()
	m, kind, err := image.Decode(bytes.NewReader(p.Body))
	if err != nil || "image/"+kind != p.Type {
		t.Fatalf("%v, %s and %s", err, kind, p.Type)
	}
	s := m.Bounds().Size()
	return color.NRGBAModel.Convert(m.At(int(x*float64(s.X-1)), int(y*float64(s.Y-1)))).(color.NRGBA)
}

func near(a, b color.NRGBA) bool {
	d := func(x, y uint8) bool { return int(x)-int(y) < 12 && int(y)-int(x) < 12 }
	return d(a.R, b.R) && d(a.G, b.G) && d(a.B, b.B) && d(a.A, b.A)
}

// Pictures of dots keep what they show and their size, and nothing else: what stood behind the picture in
// its file, or in it besides, is gone. Large ones become smaller.
func TestDots(t *testing.T) {
	red, blue := color.NRGBA{200, 0, 0, 255}, color.NRGBA{0, 0, 200, 255}
	for _, kind := range []string{"png", "jpeg"} {
		b := append(encoded(t, kind, flag(120, 80)), "<script>alert(1)</script>"...)
		p, err := Read(b)
		if err != nil || p.W != 120 || p.H != 80 || p.Type != "image/"+kind || bytes.Contains(p.Body, []byte("script")) {
			t.Fatalf("%s: %v, %v x %v, %s", kind, err, p.W, p.H, p.Type)
		}
		if l, r := at(t, p, 0.2, 0.5), at(t, p, 0.8, 0.5); !near(l, red) || !near(r, blue) {
			t.Errorf("%s: left %v, right %v", kind, l, r)
		}
	}
	p, err := Read(encoded(t, "png", flag(4000, 1000)))
	if err != nil || p.W != 4000 {
		t.Fatal(err, p.W)
	}
	if c, _ := png.DecodeConfig(bytes.NewReader(p.Body)); c.Width != keptSide || c.Height != keptSide/4 {
		t.Errorf("kept with %d x %d dots", c.Width, c.Height)
	}
}

// An SVG is drawn: shapes, groups, gradients, styles; a text that only describes it is left out.
func TestDrawn(t *testing.T) {
	p, err := Read([]byte(`<?xml version="1.0" encoding="UTF-8"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "x.dtd">
		<svg xmlns="http://www.w3.org/2000/svg" xmlns:ink="http://example.com/ink" viewBox="0 0 200 100"><title>A mark</title><metadata><ink:x onload="no"/></metadata>
		<style>.b{fill:#0000c8}</style><defs><linearGradient id="g"><stop offset="0" stop-color="#00c800"/><stop offset="1" stop-color="#00c800"/></linearGradient></defs>
		<g transform="translate(0 0)"><rect width="66" height="100" fill="#c80000" ink:label="x"/></g><rect class="b" x="66" width="68" height="100"/>
		<a href="https://example.com"><path d="M134 0H200V100H134Z" fill="url(#g)"/></a></svg>`))
	if err != nil || p.Type != "image/png" || p.W != 200 || p.H != 100 {
		t.Fatalf("%v, %s, %v x %v", err, p.Type, p.W, p.H)
	}
	for i, want := range []color.NRGBA{{200, 0, 0, 255}, {0, 0, 200, 255}, {0, 200, 0, 255}} {
		if got := at(t, p, 0.17+0.33*float64(i), 0.5); !near(got, want) {
			t.Errorf("part %d is %v, want %v", i, got, want)
		}
	}
	// Where nothing is drawn, nothing is.
	p, err = Read([]byte(`<svg xmlns="http://www.w3.org/2000/svg" width="50" height="50"><circle cx="25" cy="25" r="10"/></svg>`))
	if err != nil || at(t, p, 0.02, 0.02).A != 0 || at(t, p, 0.5, 0.5).A != 255 {
		t.Errorf("%v, corner %v, middle %v", err, at(t, p, 0.02, 0.02), at(t, p, 0.5, 0.5))
	}
}

// What would do something or fetch something, what is no picture, and what would take very long, is refused
// with the reason, and soon.
func TestRefused(t *testing.T) {
	svg := func(in string) []byte {
		return []byte(`<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 100 100">` + in + `</svg>`)
	}
	huge := encoded(t, "png", flag(8, 8))
	copy(huge[16:], []byte{0, 0, 0xff, 0xff, 0, 0, 0xff, 0xff}) // 65,535 x 65,535 dots, it says
	binary.BigEndian.PutUint32(huge[29:], crc32.ChecksumIEEE(huge[12:29]))
	small := encoded(t, "png", flag(64, 64))
	for name, c := range map[string]struct {
		b    []byte
		says string
	}{
		"nothing": {nil, "no PNG, JPEG or SVG"}, "text": {[]byte("hello"), "no PNG"}, "HTML": {[]byte("<html><script>1</script>"), "no PNG"},
		"HTML with an SVG": {[]byte(`<html><svg xmlns="http://www.w3.org/2000/svg"/></html>`), `"html"`}, "PDF": {[]byte("%PDF-1.7 x"), "no PNG"},
		"GIF": {[]byte("GIF89a....."), "no PNG"}, "too large": {make([]byte, MostBytes+1), "at most 10 MB"},
		"bomb of dots": {huge, "65535 x 65535 dots"}, "cut off": {small[:len(small)-40], "damaged"}, "only a head": {small[:20], "damaged"},
		"script": {svg(`<script>alert(1)</script>`), `"script"`}, "handler": {svg(`<rect onclick="alert(1)" width="5" height="5"/>`), "onclick"},
		"handler on the root": {[]byte(`<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)" viewBox="0 0 9 9"/>`), "onload"},
		"foreign":             {svg(`<foreignObject><p>hi</p></foreignObject>`), `"foreignObject"`}, "animation": {svg(`<rect><animate attributeName="x"/></rect>`), `"animate"`},
		"outer picture": {svg(`<image href="http://example.com/x.png"/>`), `"image"`}, "outer use": {svg(`<use xlink:href="x.svg#a"/>`), `"use"`},
		"outer fill":         {svg(`<rect fill="url(http://example.com/#a)" width="5" height="5"/>`), "outside"},
		"outer fill, hidden": {svg(`<rect style="fill: URL( 'http://example.com' )" width="5" height="5"/>`), "outside"},
		"import":             {svg(`<style>@import "http://example.com/x.css";</style>`), "outside"}, "escaped": {svg(`<style>a{fill:u\\72l(x)}</style>`), "outside"},
		"entities":      {[]byte(`<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg">&b;</svg>`), "entities"},
		"other letters": {[]byte(`<?xml version="1.0" encoding="UTF-16"?><svg xmlns="http://www.w3.org/2000/svg"/>`), "expected UTF-8"},
		"text in it":    {svg(`<text>hi</text>`), `"text"`}, "masked": {svg(`<rect mask="url(#m)" width="5" height="5"/>`), "mask"},
		"deep": {svg(strings.Repeat("<g>", 200) + strings.Repeat("</g>", 200)), "100 deep"}, "many": {svg(strings.Repeat("<g/>", 30_000)), "20000 elements"},
		"not closed":       {[]byte(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><g>`), "not well-formed"},
		"no size":          {[]byte(`<svg xmlns="http://www.w3.org/2000/svg"><rect width="5" height="5"/></svg>`), "no size"},
		"no end of dashes": {svg(`<path d="M0 0L100 100" stroke="#000" stroke-dasharray="0 0"/>`), "dashes"},
		"bomb of dashes":   {svg(`<path d="M0 0L1000000 1000000" stroke="#000" stroke-dasharray="0.1 0.1"/>`), "more lines"},
		"a long one":       {svg(`<path fill="none" stroke="#000" d="M0 0` + strings.Repeat("L90 90L5 5", 100_000) + `"/>`), "more lines"},
	} {
		began := worked(t)
		p, err := Read(c.b)
		if c.says != "" && (err == nil || !strings.Contains(err.Error(), c.says)) {
			t.Errorf("%s: %v, want %q", name, err, c.says)
		}
		if (err == nil) != (len(p.Body) > 0) {
			t.Errorf("%s: %v with %d bytes", name, err, len(p.Body))
		}
		if took := worked(t) - began; took > 20*time.Second {
			t.Errorf("%s took %v of the processor", name, took)
		}
	}
}

// worked is for how long the processor has worked for these tests, whatever else it does.
func worked(t *testing.T) time.Duration {
	t.Helper()
	var u syscall.Rusage
	if err := syscall.Getrusage(syscall.RUSAGE_SELF, &u); err != nil {
		t.Fatal(err)
	}
	return time.Duration(u.Utime.Nano() + u.Stime.Nano())
}

// FuzzRead: whatever comes, it ends, without a panic, with a picture or a reason.
func FuzzRead(f *testing.F) {
	f.Add(encoded(f, "png", flag(3, 2)))
	f.Add(encoded(f, "jpeg", flag(8, 8)))
	f.Add([]byte(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 10"><style>.b{fill:#00c}</style><defs><linearGradient id="g"><stop offset="0" stop-color="#0c0"/></linearGradient></defs><g transform="rotate(9) scale(2)"><path class="b" d="M1 1C2 2 3 3 4 4A5 5 0 1 1 6 6Z" stroke="#000" stroke-dasharray="1 2"/></g><polygon points="1,2 3,4 5,6" fill="url(#g)"/></svg>`))
	f.Fuzz(func(t *testing.T, b []byte) {
		p, err := Read(b)
		if (err == nil) != (len(p.Body) > 0) || err != nil && err.Error() == "" {
			t.Errorf("%v with %d bytes", err, len(p.Body))
		}
	})
}
