package symbol

import "math"

// Text keeps this far from the outline, px.
const (
	padX = 6
	padY = 4
)

// Band is the part of the height in which the lines of text are centred.
func (k Kind) Band(w, h float64) (top, bottom float64) {
	switch k {
	case Document:
		return padY, h - 2*wave(h) - 2
	case MultiDocument:
		return padY + 2*sheaf(w, h), h - 2*wave(h) - 2
	case ManualInput:
		return slope(w, h) + 1, h - padY
	case InternalStorage:
		return margin(w, h) + 1, h - padY/2
	case Connector, Parallel:
		return 0, h
	case Ellipse:
		return padY / 2, h - padY/2
	case Triangle:
		return h * 0.4, h - padY
	case ArrowRight, ArrowLeft, ArrowUp, ArrowDown, Callout, CalloutDown, CalloutUp, CalloutOver:
		return k.pointingBand(w, h)
	case OffPage:
		return padY, h * 0.72
	case Decision:
		return 0, h
	}
	return padY, h - padY
}

// Narrows reports whether the symbol narrows so much toward its top and bottom that text has one place
// in its height.
func (k Kind) Narrows() bool {
	return k == Decision || k == Connector || k == Parallel || k == Ellipse || k == Triangle
}

// Span is the room for a line of text that stands between the heights y0 and
// y1: from x0 to x1. It is empty (x1 <= x0) where no text may stand.
func (k Kind) Span(w, h, y0, y1 float64) (x0, x1 float64) {
	switch k {
	case Decision:
		far := math.Max(math.Abs(y0-h/2), math.Abs(y1-h/2))
		half := w/2*(1-far/(h/2)) - padX/2
		return w/2 - half, w/2 + half
	case Terminator:
		r := math.Min(w, h) / 2
		in := roundInset(r, h, y0, y1)
		return in + padX, w - in - padX
	case Data:
		// The left side leans from (s,0) to (0,h), the right from (w,0) to (w-s,h).
		s := slant(w, h)
		return s*(1-math.Max(0, y0)/h) + padX/2, w - s*math.Min(h, y1)/h - padX/2
	case StoredData:
		c := bulge(w, h)
		return c + 2, w - c - padX/2
	case DirectAccess:
		c := bulge(w, h)
		return c + 2, w - 2*c - 2
	case Predefined:
		return bar(w) + padX/2, w - bar(w) - padX/2
	case OffPage:
		s := shoulder(h)
		if y1 <= s {
			return padX / 2, w - padX/2
		}
		in := w / 2 * (y1 - s) / (h - s)
		return in + padX/2, w - in - padX/2
	case ManualOperation:
		in := taper(w, h) * math.Min(h, y1) / h
		return in + padX/2, w - in - padX/2
	case Preparation:
		in := taper(w, h) * far(h, y0, y1)
		return in + padX/2, w - in - padX/2
	case Display:
		return taper(w, h)*far(h, y0, y1) + padX/2, w - bulge(w, h)*(1-arc(h, y0, y1)) - padX/2
	case Delay:
		r := math.Min(h/2, w/2)
		return padX, w - r*(1-arc(h, y0, y1)) - padX/2
	case Connector:
		half := w / 2 * arc(h, y0, y1)
		return w/2 - half + 1, w/2 + half - 1
	case Ellipse:
		half := w/2*arc(h, y0, y1) - padX/2
		return w/2 - half, w/2 + half
	case Triangle:
		half := w/2*math.Max(0, y0)/h - padX/2
		return w/2 - half, w/2 + half
	case ArrowRight, ArrowLeft, ArrowUp, ArrowDown, Callout, CalloutDown, CalloutUp, CalloutOver:
		return k.pointingSpan(w, h)
	case Alternate:
		in := roundInset(corner(w, h), h, y0, y1)
		return in + padX, w - in - padX
	case MultiDocument:
		return padX, w - 2*sheaf(w, h) - padX
	case InternalStorage:
		return margin(w, h) + padX/2, w - padX/2
	case Annotation:
		return padX + 2, w - 2
	}
	return padX, w - padX
}

// roundInset is how far round corners of radius r stand in from the side, at
// worst, between the heights y0 and y1 of a box h high.
func roundInset(r, h, y0, y1 float64) float64 {
	in := 0.0
	for _, y := range [2]float64{y0, y1} {
		d := 0.0
		if y < r {
			d = r - y
		} else if y > h-r {
			d = y - (h - r)
		}
		d = math.Min(d, r)
		in = math.Max(in, r-math.Sqrt(r*r-d*d))
	}
	return in
}

// far is how far y0 or y1 is off the middle of a symbol h high, at worst, as a share of the half of it.
func far(h, y0, y1 float64) float64 {
	return math.Min(1, math.Max(math.Abs(y0-h/2), math.Abs(y1-h/2))/(h/2))
}

// arc is the share of a half ellipse's width that is left there.
func arc(h, y0, y1 float64) float64 {
	f := far(h, y0, y1)
	return math.Sqrt(1 - f*f)
}
