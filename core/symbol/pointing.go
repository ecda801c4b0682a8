package symbol

import (
	"math"
	"slices"

	"plaintracer/core/geom"
)

// Block arrows and callouts are drawn one way, to the right and to the lower left; the others are that
// drawing mirrored, or with its axes exchanged.

// shaft is the share of an arrow's breadth that its shaft leaves free at each side.
const shaft = 0.25

// head is the length of an arrow's head, for an arrow of that length and breadth.
func head(length, breadth float64) float64 { return math.Min(length*0.4, breadth*0.6) }

// tail is the height of a callout's tail, and where along its lower edge that begins and ends.
func tail(w, h float64) (high, from, to float64) {
	return math.Min(h*0.3, 20), math.Min(w*0.12, 16), math.Min(w*0.28, 36)
}

// upright reports whether an arrow points up or down; mirrored whether it, or a callout, is drawn the
// other way about along its first axis, and flipped along its second one.
func (k Kind) upright() bool { return k == ArrowUp || k == ArrowDown }
func (k Kind) arrow() bool   { return k.upright() || k == ArrowRight || k == ArrowLeft }
func (k Kind) mirrored() bool {
	return k == ArrowLeft || k == ArrowUp || k == CalloutDown || k == CalloutOver
}
func (k Kind) flipped() bool { return k == CalloutUp || k == CalloutOver }

// pointing is the outline of a block arrow or a callout, clockwise.
func (k Kind) pointing(w, h float64) geom.Polyline {
	var pts geom.Polyline
	if k.arrow() {
		length, breadth := w, h
		if k.upright() {
			length, breadth = h, w
		}
		neck, a, b := length-head(length, breadth), breadth*shaft, breadth*(1-shaft)
		pts = geom.Polyline{{X: 0, Y: a}, {X: neck, Y: a}, {X: neck, Y: 0}, {X: length, Y: breadth / 2}, {X: neck, Y: breadth}, {X: neck, Y: b}, {X: 0, Y: b}}
	} else {
		high, from, to := tail(w, h)
		low := h - high
		pts = geom.Polyline{{X: 0, Y: 0}, {X: w, Y: 0}, {X: w, Y: low}, {X: to, Y: low}, {X: from / 2, Y: h}, {X: from, Y: low}, {X: 0, Y: low}}
	}
	turned := false // counterclockwise
	for i := range pts {
		if k.upright() {
			pts[i].X, pts[i].Y = pts[i].Y, pts[i].X
			if k.mirrored() {
				pts[i].Y = h - pts[i].Y
			}
			continue
		}
		if k.mirrored() {
			pts[i].X = w - pts[i].X
		}
		if k.flipped() {
			pts[i].Y = h - pts[i].Y
		}
	}
	for _, t := range [3]bool{k.upright(), k.mirrored(), k.flipped()} {
		turned = turned != t
	}
	if turned {
		slices.Reverse(pts)
	}
	return pts
}

// pointingPorts puts the ports of a block arrow or a callout onto its outline.
func (k Kind) pointingPorts(w, h float64, p *[4]Port) {
	if !k.arrow() {
		high, _, to := tail(w, h)
		edge, at := Bottom, h-high
		if k.flipped() {
			edge, at = Top, high
			p[Left].At.Y, p[Right].At.Y = (h+high)/2, (h+high)/2
		} else {
			p[Left].At.Y, p[Right].At.Y = (h-high)/2, (h-high)/2
		}
		p[Left].Slide, p[Right].Slide = (h-high)/2-4, (h-high)/2-4
		p[edge].At.Y, p[edge].Slide = at, math.Min(p[edge].Slide, w/2-to-4)
		return
	}
	length, breadth := w, h
	along, across := [2]Side{Left, Right}, [2]Side{Top, Bottom}
	if k.upright() {
		length, breadth = h, w
		along, across = across, along
	}
	if k.mirrored() {
		along[0], along[1] = along[1], along[0]
	}
	p[along[0]].Slide = breadth*(0.5-shaft) - 4
	p[along[1]].Slide, p[along[1]].Tip = math.Min(tip, breadth/6), true
	for i, s := range across {
		off := breadth * shaft
		if i == 1 {
			off = breadth - off
		}
		if k.upright() {
			p[s].At.X = off
		} else {
			p[s].At.Y = off
		}
		p[s].Slide = length/2 - head(length, breadth) - 4
	}
}

// pointingBand and pointingSpan are Band and Span of a block arrow or a callout: text stands in its
// shaft, or its body.
func (k Kind) pointingBand(w, h float64) (top, bottom float64) {
	switch {
	case k.upright():
		near := head(h, w) / 2
		if k.mirrored() {
			return near + padY/2, h - padY
		}
		return padY, h - near - padY/2
	case k.arrow():
		return h*shaft + 1, h*(1-shaft) - 1
	}
	high, _, _ := tail(w, h)
	if k.flipped() {
		return high + padY, h - padY
	}
	return padY, h - high - padY
}

func (k Kind) pointingSpan(w, h float64) (x0, x1 float64) {
	switch {
	case k.upright():
		return w*shaft + 2, w*(1-shaft) - 2
	case k.arrow():
		near := head(w, h) / 2
		if k.mirrored() {
			return near + padX/2, w - padX
		}
		return padX, w - near - padX/2
	}
	return padX, w - padX
}
