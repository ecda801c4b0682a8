// Package picture reads the pictures that people put on a page and makes them harmless: each is taken for
// what its content is, decoded within bounds, and encoded anew, so that nothing is left of it but dots.
package picture

import (
	"bytes"
	"errors"
	"fmt"
	"image"
	"image/jpeg"
	"image/png"
	"net/http"
	"strings"

	"golang.org/x/image/draw"
)

// Picture is one that may be shown: a PNG or a JPEG.
type Picture struct {
	Type string // media type
	Body []byte
	W, H float64 // its usual size, px
}

// What a picture may have: bytes, and dots before it is made smaller and after that.
const (
	MostBytes = 10 << 20
	mostDots  = 40e6
	mostSide  = 20_000
	keptSide  = 2_000
)

// quality is that of JPEGs as they are kept.
const quality = 88

// Read takes a PNG, a JPEG or an SVG. Errors say what is against it, as part of a sentence.
func Read(b []byte) (Picture, error) {
	if len(b) > MostBytes {
		return Picture{}, fmt.Errorf("a picture can have at most %d MB; this one has %.1f", MostBytes>>20, float64(len(b))/(1<<20))
	}
	switch kind, _, _ := strings.Cut(http.DetectContentType(b), ";"); {
	case kind == "image/png" || kind == "image/jpeg":
		return dots(b, kind)
	case looksLikeSVG(b):
		return drawn(b)
	}
	return Picture{}, errors.New("this is no PNG, JPEG or SVG")
}

// dots reads a picture of dots.
func dots(b []byte, kind string) (Picture, error) {
	c, format, err := image.DecodeConfig(bytes.NewReader(b))
	if err != nil || "image/"+format != kind {
		return Picture{}, errDamaged
	}
	if c.Width < 1 || c.Height < 1 || c.Width > mostSide || c.Height > mostSide || float64(c.Width)*float64(c.Height) > mostDots {
		return Picture{}, fmt.Errorf("the picture has %d x %d dots; expected at most %.0f million in all", c.Width, c.Height, mostDots/1e6)
	}
	img, _, err := image.Decode(bytes.NewReader(b))
	if err != nil {
		return Picture{}, errDamaged
	}
	return kept(img, kind, float64(c.Width), float64(c.Height))
}

var errDamaged = errors.New("the picture is damaged")

// kept encodes a picture anew, no larger than it needs to be in print.
func kept(img image.Image, kind string, w, h float64) (Picture, error) {
	size := img.Bounds().Size()
	if k := float64(keptSide) / float64(max(size.X, size.Y)); k < 1 {
		small := image.NewNRGBA(image.Rect(0, 0, max(1, int(float64(size.X)*k)), max(1, int(float64(size.Y)*k))))
		draw.CatmullRom.Scale(small, small.Bounds(), img, img.Bounds(), draw.Src, nil)
		img = small
	}
	var b bytes.Buffer
	var err error
	if kind == "image/jpeg" {
		err = jpeg.Encode(&b, img, &jpeg.Options{Quality: quality})
	} else {
		kind, err = "image/png", png.Encode(&b, img)
	}
	if err != nil {
		return Picture{}, err
	}
	return Picture{kind, b.Bytes(), w, h}, nil
}
