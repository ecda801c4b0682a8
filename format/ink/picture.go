package ink

import (
	"bytes"
	"image"
	_ "image/jpeg" // the kinds of pictures that are kept
	_ "image/png"

	"github.com/tdewolff/canvas"

	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// picture draws a picture whole, in the middle of its box. One that is not to be had leaves a frame.
func (p *pen) picture(i scene.Item, pictures func(id string) []byte) {
	r := i.Path.Bounds()
	var img image.Image
	if pictures != nil {
		img, _, _ = image.Decode(bytes.NewReader(pictures(i.Picture)))
	}
	if img == nil {
		p.path(scene.Item{Path: geom.Box(r), Stroke: scene.Quiet, Weight: 1, Dash: []float64{4, 3}})
		return
	}
	p.prime(1)
	size := img.Bounds().Size()
	k := min(r.W/float64(size.X), r.H/float64(size.Y)) // px a dot
	w, h := float64(size.X)*k, float64(size.Y)*k
	x, y := p.at(geom.Pt(r.CX()-w/2, r.CY()+h/2))
	p.ctx.DrawImage(x, y, img, canvas.DPMM(1/(k*p.k)))
}
