package geom

import (
	"cmp"
	"math"
	"slices"
	"strconv"
)

// Path is an outline or a line: a list of strokes as SVG 1.1 chapter 8 has
// them (M, L, C, Z with absolute coordinates).
type Path []Stroke

// Stroke is one path command. L and M use P[0]; C uses all three, the last
// being the end point.
type Stroke struct {
	Op byte
	P  [3]Point
}

// kappa makes a cubic Bézier a quarter of an ellipse: 4/3 (sqrt 2 - 1).
var kappa = 4.0 / 3.0 * (math.Sqrt2 - 1)

// Move, Line, Curve and Close append one command and return the longer path.
func (p Path) Move(x, y float64) Path { return append(p, Stroke{'M', [3]Point{{x, y}}}) }
func (p Path) Line(x, y float64) Path { return append(p, Stroke{'L', [3]Point{{x, y}}}) }
func (p Path) Curve(a, b, to Point) Path {
	return append(p, Stroke{'C', [3]Point{a, b, to}})
}
func (p Path) Close() Path { return append(p, Stroke{Op: 'Z'}) }

// Quarter appends a quarter of an axis-parallel ellipse from the current point
// to (x, y), leaving along y when upright is set, else along x.
func (p Path) Quarter(x, y float64, upright bool) Path {
	c := p.end()
	dx, dy := (x-c.X)*kappa, (y-c.Y)*kappa
	if upright {
		return p.Curve(Pt(c.X, c.Y+dy), Pt(x-dx, y), Pt(x, y))
	}
	return p.Curve(Pt(c.X+dx, c.Y), Pt(x, y-dy), Pt(x, y))
}

func (p Path) end() Point {
	s := p[len(p)-1]
	if s.Op == 'C' {
		return s.P[2]
	}
	return s.P[0]
}

// Box is the path of a rectangle.
func Box(r Rect) Path {
	return Path{}.Move(r.X, r.Y).Line(r.Right(), r.Y).Line(r.Right(), r.Bottom()).Line(r.X, r.Bottom()).Close()
}

// Path is the open path through the points.
func (pts Polyline) Path() Path {
	var p Path
	for i, q := range pts {
		if i == 0 {
			p = p.Move(q.X, q.Y)
		} else {
			p = p.Line(q.X, q.Y)
		}
	}
	return p
}

// Rounded is the open path through right-angled points, corners rounded with
// radius r, or less where a stretch is shorter than twice that.
func (pts Polyline) Rounded(r float64) Path {
	if len(pts) < 3 || r == 0 {
		return pts.Path()
	}
	p := Path{}.Move(pts[0].X, pts[0].Y)
	for i := 1; i < len(pts)-1; i++ {
		in, out := Corner(pts[i-1], pts[i], pts[i+1], r)
		if p = p.Line(in.X, in.Y); in != out {
			p = p.Bend(in, pts[i], out)
		}
	}
	e := pts[len(pts)-1]
	return p.Line(e.X, e.Y)
}

// Ring is the closed path through the points, each corner rounded with radius r or as far as
// its sides allow.
func (pts Polyline) Ring(r float64) Path {
	var p Path
	n := len(pts)
	for i, q := range pts {
		in, out := Corner(pts[(i+n-1)%n], q, pts[(i+1)%n], r)
		if i == 0 {
			p = p.Move(in.X, in.Y)
		} else {
			p = p.Line(in.X, in.Y)
		}
		if in != out {
			p = p.Bend(in, q, out)
		}
	}
	return p.Close()
}

// Corner is where the rounding of the corner b begins and ends on the way from a
// to c; b itself where there is no room for one.
func Corner(a, b, c Point, r float64) (in, out Point) {
	la, lc := a.Dist(b), b.Dist(c)
	k := math.Min(r, math.Min(la, lc)/2)
	if k < 0.5 {
		return b, b
	}
	return Pt(b.X+(a.X-b.X)*k/la, b.Y+(a.Y-b.Y)*k/la), Pt(b.X+(c.X-b.X)*k/lc, b.Y+(c.Y-b.Y)*k/lc)
}

// Bend appends a rounded corner at b, from in to out.
func (p Path) Bend(in, b, out Point) Path {
	return p.Curve(Pt(in.X+(b.X-in.X)*kappa, in.Y+(b.Y-in.Y)*kappa), Pt(out.X+(b.X-out.X)*kappa, out.Y+(b.Y-out.Y)*kappa), out)
}

// straightEnd is how much of a curved line's first and last stretch stays
// straight, px, so that what stands at its ends points along it.
const straightEnd = 12.0

// swing is how much longer one half of a curved line's corner is than the other
// at most.
const swing = 3.0

// Curved is the open path along right-angled points as one swing: each corner
// is rounded from the middle of one stretch to the middle of the next. It stays
// on the inner side of the corners.
func (pts Polyline) Curved() Path {
	if len(pts) < 3 {
		return pts.Path()
	}
	p := Path{}.Move(pts[0].X, pts[0].Y)
	last := len(pts) - 1
	room := func(l float64, end bool) float64 {
		if end {
			return math.Max(l/2, l-straightEnd)
		}
		return l / 2
	}
	for i := 1; i < last; i++ {
		a, b, c := pts[i-1], pts[i], pts[i+1]
		la, lc := a.Dist(b), b.Dist(c)
		ka, kc := room(la, i == 1), room(lc, i == last-1)
		ka, kc = math.Min(ka, swing*kc), math.Min(kc, swing*ka)
		in := Pt(b.X+(a.X-b.X)*ka/la, b.Y+(a.Y-b.Y)*ka/la)
		out := Pt(b.X+(c.X-b.X)*kc/lc, b.Y+(c.Y-b.Y)*kc/lc)
		p = p.Line(in.X, in.Y).Bend(in, b, out)
	}
	return p.Line(pts[last].X, pts[last].Y)
}

// Circle is the path of a circle.
func Circle(c Point, r float64) Path {
	return Path{}.Move(c.X-r, c.Y).Quarter(c.X, c.Y-r, true).Quarter(c.X+r, c.Y, false).Quarter(c.X, c.Y+r, true).Quarter(c.X-r, c.Y, false).Close()
}

// Shift returns the path moved by (dx, dy).
func (p Path) Shift(dx, dy float64) Path {
	out := make(Path, len(p))
	for i, s := range p {
		for j := range s.P {
			s.P[j] = s.P[j].Add(Pt(dx, dy))
		}
		out[i] = s
	}
	return out
}

// Flatten returns the path as points no farther than about tol px from it; a
// new Move starts no new list, outlines here are single.
func (p Path) Flatten(tol float64) Polyline {
	var out Polyline
	for _, s := range p {
		switch s.Op {
		case 'M', 'L':
			out = append(out, s.P[0])
		case 'C':
			a := out[len(out)-1]
			span := a.Dist(s.P[0]) + s.P[0].Dist(s.P[1]) + s.P[1].Dist(s.P[2])
			n := int(math.Ceil(math.Sqrt(span/math.Max(tol, 0.01)))) + 1
			for i := 1; i <= n; i++ {
				out = append(out, cubic(a, s.P, float64(i)/float64(n)))
			}
		}
	}
	return out
}

func cubic(a Point, p [3]Point, t float64) Point {
	u := 1 - t
	k0, k1, k2, k3 := u*u*u, 3*u*u*t, 3*u*t*t, t*t*t
	return Pt(k0*a.X+k1*p[0].X+k2*p[1].X+k3*p[2].X, k0*a.Y+k1*p[0].Y+k2*p[1].Y+k3*p[2].Y)
}

// Bounds is the smallest box around the flattened path.
func (p Path) Bounds() Rect {
	pts := p.Flatten(0.1)
	if len(pts) == 0 {
		return Rect{}
	}
	lo, hi := pts[0], pts[0]
	for _, q := range pts {
		lo = Pt(math.Min(lo.X, q.X), math.Min(lo.Y, q.Y))
		hi = Pt(math.Max(hi.X, q.X), math.Max(hi.Y, q.Y))
	}
	return Span(lo, hi)
}

// Encloses reports whether q lies inside the closed outline (even-odd rule).
func (p Path) Encloses(q Point) bool {
	pts := p.Flatten(0.1)
	in := false
	for i, j := 0, len(pts)-1; i < len(pts); j, i = i, i+1 {
		a, b := pts[i], pts[j]
		if (a.Y > q.Y) != (b.Y > q.Y) && q.X < (b.X-a.X)*(q.Y-a.Y)/(b.Y-a.Y)+a.X {
			in = !in
		}
	}
	return in
}

// mostHatched is how many lines a hatching has: on something huge they are farther apart.
const mostHatched = 500

// Hatched are the lines across the inside of the closed outline, rising to the right, so far apart, px, and with their
// middle one through the middle of its box.
func (p Path) Hatched(apart float64) Path {
	pts, mid := p.Flatten(0.1), p.Bounds().Centre()
	least, most := math.Inf(1), math.Inf(-1)
	for _, q := range pts {
		least, most = math.Min(least, q.X+q.Y), math.Max(most, q.X+q.Y)
	}
	apart = math.Max(apart, (most-least)/mostHatched)
	var out Path
	for n := math.Ceil((least - mid.X - mid.Y) / apart); ; n++ {
		sum := mid.X + mid.Y + n*apart // of the coordinates along the line
		if !(sum < most) {
			return out
		}
		var on []Point
		for i, j := 0, len(pts)-1; i < len(pts); j, i = i, i+1 {
			a, b := pts[i].X+pts[i].Y-sum, pts[j].X+pts[j].Y-sum
			if (a > 0) != (b > 0) {
				k := a / (a - b)
				on = append(on, Pt(Round2(pts[i].X+k*(pts[j].X-pts[i].X)), Round2(pts[i].Y+k*(pts[j].Y-pts[i].Y))))
			}
		}
		slices.SortFunc(on, func(a, b Point) int { return cmp.Compare(a.X, b.X) })
		for i := 1; i < len(on); i += 2 {
			out = out.Move(on[i-1].X, on[i-1].Y).Line(on[i].X, on[i].Y)
		}
	}
}

// String writes the path as an SVG d attribute, two decimals.
func (p Path) String() string {
	b := make([]byte, 0, len(p)*14)
	for _, s := range p {
		b = append(b, s.Op)
		n := 1
		switch s.Op {
		case 'Z':
			n = 0
		case 'C':
			n = 3
		}
		for i := range n {
			if i > 0 {
				b = append(b, ' ')
			}
			b = AppendNum(b, s.P[i].X)
			b = append(b, ' ')
			b = AppendNum(b, s.P[i].Y)
		}
	}
	return string(b)
}

// AppendNum appends v with at most two decimals and no trailing zeros.
func AppendNum(b []byte, v float64) []byte {
	v = Round2(v)
	if v == 0 {
		v = 0 // no "-0"
	}
	return strconv.AppendFloat(b, v, 'f', -1, 64)
}

// Num is AppendNum as a string.
func Num(v float64) string { return string(AppendNum(nil, v)) }
