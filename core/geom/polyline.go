package geom

import (
	"encoding/json"
	"math"
)

// Polyline is a line through points, px. As JSON it is a list of pairs.
type Polyline []Point

func (pts Polyline) MarshalJSON() ([]byte, error) {
	pairs := make([][2]float64, len(pts))
	for i, q := range pts {
		pairs[i] = [2]float64{q.X, q.Y}
	}
	return json.Marshal(pairs)
}

func (pts *Polyline) UnmarshalJSON(b []byte) error {
	var pairs [][2]float64
	if err := json.Unmarshal(b, &pairs); err != nil {
		return err
	}
	*pts = make(Polyline, len(pairs))
	for i, q := range pairs {
		(*pts)[i] = Pt(q[0], q[1])
	}
	return nil
}

// near is how far two coordinates may differ and still count as one, in px.
const near = 1e-6

// Simplify drops repeated points and points on a straight run.
func (pts Polyline) Simplify() Polyline {
	out := make(Polyline, 0, len(pts))
	for _, p := range pts {
		if n := len(out); n > 0 && out[n-1].Dist(p) < near {
			continue
		}
		for n := len(out); n >= 2; n = len(out) {
			a, b := out[n-2], out[n-1]
			if math.Abs((b.X-a.X)*(p.Y-a.Y)-(b.Y-a.Y)*(p.X-a.X)) > near {
				break
			}
			out = out[:n-1]
		}
		out = append(out, p)
	}
	return out
}

// Length is the length of the polyline in px.
func (pts Polyline) Length() float64 {
	l := 0.0
	for i := 1; i < len(pts); i++ {
		l += pts[i-1].Dist(pts[i])
	}
	return l
}

// At returns the point at the share t (0..1) of the polyline's length, and the
// direction of travel there.
func (pts Polyline) At(t float64) (Point, Point) {
	want := pts.Length() * math.Max(0, math.Min(1, t))
	for i := 1; i < len(pts); i++ {
		a, b := pts[i-1], pts[i]
		l := a.Dist(b)
		if l > 0 && (want <= l || i == len(pts)-1) {
			k := math.Min(1, want/l)
			return Pt(a.X+(b.X-a.X)*k, a.Y+(b.Y-a.Y)*k), Pt((b.X-a.X)/l, (b.Y-a.Y)/l)
		}
		want -= l
	}
	if len(pts) == 0 {
		return Point{}, Point{1, 0}
	}
	return pts[0], Point{1, 0}
}

// DistTo is the distance from q to the nearest point of the polyline.
func (pts Polyline) DistTo(q Point) float64 {
	best := math.Inf(1)
	for i := 1; i < len(pts); i++ {
		a, b := pts[i-1], pts[i]
		dx, dy := b.X-a.X, b.Y-a.Y
		t := 0.0
		if l := dx*dx + dy*dy; l > 0 {
			t = math.Max(0, math.Min(1, ((q.X-a.X)*dx+(q.Y-a.Y)*dy)/l))
		}
		best = math.Min(best, q.Dist(Pt(a.X+t*dx, a.Y+t*dy)))
	}
	return best
}

// Crossings counts the places where a stretch of one right-angled line crosses
// one of the other, inside both.
func (a Polyline) Crossings(b Polyline) int {
	n := 0
	for i := 1; i < len(a); i++ {
		r := Span(a[i-1], a[i])
		for j := 1; j < len(b); j++ {
			if !r.touches(b[j-1], b[j]) {
				continue
			}
			if _, ok := Cross(a[i-1], a[i], b[j-1], b[j]); ok {
				n++
			}
		}
	}
	return n
}

// touches reports whether the box around the straight stretch pq meets r.
func (r Rect) touches(p, q Point) bool {
	return (p.X <= r.Right() || q.X <= r.Right()) && (p.X >= r.X || q.X >= r.X) &&
		(p.Y <= r.Bottom() || q.Y <= r.Bottom()) && (p.Y >= r.Y || q.Y >= r.Y)
}

// Cross is where the straight stretches pq and rs cross inside both.
func Cross(p, q, r, s Point) (Point, bool) {
	t, u, ok := cut(p, q, r, s)
	if !ok || t <= near || t >= 1-near || u <= near || u >= 1-near {
		return Point{}, false
	}
	return Pt(p.X+t*(q.X-p.X), p.Y+t*(q.Y-p.Y)), true
}

// Meet is where the straight stretches pq and rs meet, their ends included.
func Meet(p, q, r, s Point) (Point, bool) {
	t, u, ok := cut(p, q, r, s)
	if !ok || t < -near || t > 1+near || u < -near || u > 1+near {
		return Point{}, false
	}
	return Pt(p.X+t*(q.X-p.X), p.Y+t*(q.Y-p.Y)), true
}

// cut finds the shares of pq and rs at which their straights meet; ok is false
// for parallel ones.
func cut(p, q, r, s Point) (t, u float64, ok bool) {
	d := (q.X-p.X)*(s.Y-r.Y) - (q.Y-p.Y)*(s.X-r.X)
	if math.Abs(d) < near {
		return 0, 0, false
	}
	t = ((r.X-p.X)*(s.Y-r.Y) - (r.Y-p.Y)*(s.X-r.X)) / d
	u = ((r.X-p.X)*(q.Y-p.Y) - (r.Y-p.Y)*(q.X-p.X)) / d
	return t, u, true
}

// Beside is the right-angled or straight line that runs d px to the left of
// another one.
func (pts Polyline) Beside(d float64) Polyline {
	out := make(Polyline, len(pts))
	left := func(a, b Point) Point {
		l := a.Dist(b)
		if l == 0 {
			return Point{}
		}
		return Pt((b.Y-a.Y)/l*d, (a.X-b.X)/l*d)
	}
	for i, q := range pts {
		var n Point
		if i > 0 {
			n = left(pts[i-1], q)
		}
		if i+1 < len(pts) {
			if m := left(q, pts[i+1]); i == 0 || m != n {
				n = n.Add(m)
			}
		}
		out[i] = q.Add(n)
	}
	return out
}

// Project is the place of the polyline nearest to q: the share of its length
// (0..1) and the point.
func (pts Polyline) Project(q Point) (float64, Point) {
	share, at := 0.0, Point{}
	if len(pts) > 0 {
		at = pts[0]
	}
	best, done, all := math.Inf(1), 0.0, pts.Length()
	for i := 1; i < len(pts); i++ {
		a, b := pts[i-1], pts[i]
		l := a.Dist(b)
		if l == 0 {
			continue
		}
		t := math.Max(0, math.Min(1, ((q.X-a.X)*(b.X-a.X)+(q.Y-a.Y)*(b.Y-a.Y))/(l*l)))
		p := Pt(a.X+t*(b.X-a.X), a.Y+t*(b.Y-a.Y))
		if d := q.Dist(p); d < best {
			best, at, share = d, p, (done+t*l)/all
		}
		done += l
	}
	return math.Min(1, share), at
}

// Bounds is the room that the line takes.
func (pts Polyline) Bounds() Rect {
	var r Rect
	for k := 1; k < len(pts); k++ {
		r = r.Union(Span(pts[k-1], pts[k]))
	}
	return r
}

// Meets reports whether the line runs through a place.
func (pts Polyline) Meets(r Rect) bool {
	for k := 1; k < len(pts); k++ {
		if SegmentIn(pts[k-1], pts[k], r) {
			return true
		}
	}
	return false
}
