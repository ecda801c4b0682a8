// Package png writes drawing lists as pictures.
package png

import (
	"context"
	"fmt"
	"image/png"
	"io"
	"math"

	"github.com/tdewolff/canvas"
	"github.com/tdewolff/canvas/renderers/rasterizer"

	"plaintracer/core/scene"
	"plaintracer/format/ink"
)

// maxPixels bounds a picture: an A3 page at 3x has 15 million. Each takes 8 bytes while it
// is drawn.
const maxPixels = 25e6

// Write renders d at scale pixels a px on its paper, or without a ground.
func Write(ctx context.Context, w io.Writer, d scene.Drawing, scale float64, noGround bool) error {
	wpx, hpx := math.Ceil(d.View.W*scale), math.Ceil(d.View.H*scale)
	if !(wpx*hpx <= maxPixels) { // which refuses what is no number, too
		return fmt.Errorf("a picture of %.0f x %.0f pixels is too large; choose a smaller scale, or SVG or PDF", wpx, hpx)
	}
	ground := d.Paper
	if noGround {
		ground = ""
	}
	c, err := ink.Draw(ctx, d, wpx/scale, hpx/scale, 0, 0, 1, ink.PerMM*scale, ground)
	if err != nil {
		return err
	}
	img := rasterizer.Draw(c, canvas.DPMM(ink.PerMM*scale), canvas.DefaultColorSpace)
	enc := png.Encoder{CompressionLevel: png.BestSpeed}
	return enc.Encode(w, img)
}
