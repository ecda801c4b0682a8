package symbol

import (
	"math"
	"strings"
	"testing"

	"plaintracer/core/geom"
)

// Points that each outline must pass through, worked out by hand from the
// drawing of the symbol in ISO 5807:1985 (proportions are our own), for a
// symbol of 120 x 60.
var onOutline = map[Kind]geom.Polyline{
	// Half circles of radius 30 at both ends: 30 - 30/sqrt 2 = 8.787 in from the corner.
	Terminator: {{X: 60, Y: 0}, {X: 0, Y: 30}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 30, Y: 0}, {X: 90, Y: 60}, {X: 8.787, Y: 8.787}, {X: 111.213, Y: 51.213}},
	Process:    {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 60}, {X: 0, Y: 60}, {X: 60, Y: 0}, {X: 0, Y: 25}},
	Decision:   {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}, {X: 30, Y: 15}, {X: 90, Y: 45}},
	// The wave swings 60/9 = 6.667 about y = 53.333; it is highest a quarter
	// in from the right, lowest a quarter in from the left (t = (3 -+ sqrt 3)/6).
	Document: {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 53.333}, {X: 0, Y: 53.333}, {X: 60, Y: 53.333}, {X: 94.641, Y: 46.667}, {X: 25.359, Y: 60}},
	// Sides lean by 0.35 of the height.
	Data: {{X: 21, Y: 0}, {X: 120, Y: 0}, {X: 99, Y: 60}, {X: 0, Y: 60}, {X: 10.5, Y: 30}, {X: 109.5, Y: 30}},
	// Both ends are half ellipses of 15 x 30, bulging to the left.
	StoredData: {{X: 15, Y: 0}, {X: 120, Y: 0}, {X: 0, Y: 30}, {X: 105, Y: 30}, {X: 120, Y: 60}, {X: 4.393, Y: 8.787}, {X: 109.393, Y: 51.213}},
	// A lying drum: half ellipses of 15 x 30 at both ends.
	DirectAccess: {{X: 15, Y: 0}, {X: 105, Y: 0}, {X: 120, Y: 30}, {X: 0, Y: 30}, {X: 105, Y: 60}, {X: 115.607, Y: 8.787}},
	Predefined:   {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 60}, {X: 0, Y: 60}, {X: 9, Y: 0}},
	OffPage:      {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 36}, {X: 60, Y: 60}, {X: 0, Y: 36}, {X: 30, Y: 48}},
	Annotation:   {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 60}, {X: 0, Y: 60}},
	// Corners of radius 12: 12 - 12/sqrt 2 = 3.515 in from the corner.
	Alternate: {{X: 12, Y: 0}, {X: 108, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 48}, {X: 3.515, Y: 3.515}, {X: 116.485, Y: 56.485}},
	// Sides and ends stand in by a third of the height, a sixth of the width at most.
	ManualOperation: {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 100, Y: 60}, {X: 20, Y: 60}, {X: 10, Y: 30}, {X: 110, Y: 30}},
	ManualInput:     {{X: 0, Y: 16.8}, {X: 120, Y: 0}, {X: 120, Y: 60}, {X: 0, Y: 60}, {X: 60, Y: 8.4}},
	Preparation:     {{X: 20, Y: 0}, {X: 100, Y: 0}, {X: 120, Y: 30}, {X: 100, Y: 60}, {X: 20, Y: 60}, {X: 0, Y: 30}, {X: 10, Y: 15}},
	// A half circle of radius 30 at the right.
	Delay:      {{X: 0, Y: 0}, {X: 90, Y: 0}, {X: 120, Y: 30}, {X: 90, Y: 60}, {X: 0, Y: 60}, {X: 0, Y: 30}, {X: 111.213, Y: 8.787}},
	Inspection: {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 60}, {X: 0, Y: 60}, {X: 60, Y: 0}, {X: 0, Y: 25}},
	// Three papers, 5 px off each other; the first one's wave about y = 53.333.
	MultiDocument: {
		{X: 0, Y: 10}, {X: 5, Y: 10}, {X: 5, Y: 5}, {X: 10, Y: 5}, {X: 10, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 43.333}, {X: 115, Y: 43.333},
		{X: 115, Y: 48.333}, {X: 110, Y: 48.333}, {X: 110, Y: 53.333}, {X: 0, Y: 53.333}, {X: 55, Y: 53.333},
	},
	InternalStorage: {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 60}, {X: 0, Y: 60}, {X: 60, Y: 0}, {X: 0, Y: 25}},
	// A point at the left, half an ellipse of 15 x 30 at the right.
	Display:   {{X: 20, Y: 0}, {X: 105, Y: 0}, {X: 120, Y: 30}, {X: 105, Y: 60}, {X: 20, Y: 60}, {X: 0, Y: 30}, {X: 10, Y: 15}, {X: 115.607, Y: 8.787}},
	Connector: {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}, {X: 17.574, Y: 8.787}},
	Parallel:  {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 60}, {X: 0, Y: 60}, {X: 60, Y: 0}, {X: 0, Y: 25}},
	Text:      {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 60}, {X: 0, Y: 60}, {X: 60, Y: 0}, {X: 0, Y: 25}},

	// Shafts are half as broad as the arrow; heads 0.4 of its length or 0.6 of its breadth long.
	Box:        {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 60}, {X: 0, Y: 60}, {X: 60, Y: 0}, {X: 0, Y: 25}},
	Ellipse:    {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}, {X: 17.574, Y: 8.787}},
	Triangle:   {{X: 60, Y: 0}, {X: 120, Y: 60}, {X: 0, Y: 60}, {X: 30, Y: 30}, {X: 90, Y: 30}, {X: 60, Y: 60}},
	ArrowRight: {{X: 0, Y: 15}, {X: 84, Y: 15}, {X: 84, Y: 0}, {X: 120, Y: 30}, {X: 84, Y: 60}, {X: 84, Y: 45}, {X: 0, Y: 45}, {X: 0, Y: 30}, {X: 102, Y: 15}},
	ArrowLeft:  {{X: 120, Y: 15}, {X: 36, Y: 15}, {X: 36, Y: 0}, {X: 0, Y: 30}, {X: 36, Y: 60}, {X: 36, Y: 45}, {X: 120, Y: 45}, {X: 120, Y: 30}},
	ArrowUp:    {{X: 30, Y: 60}, {X: 30, Y: 24}, {X: 0, Y: 24}, {X: 60, Y: 0}, {X: 120, Y: 24}, {X: 90, Y: 24}, {X: 90, Y: 60}},
	ArrowDown:  {{X: 30, Y: 0}, {X: 30, Y: 36}, {X: 0, Y: 36}, {X: 60, Y: 60}, {X: 120, Y: 36}, {X: 90, Y: 36}, {X: 90, Y: 0}},
	Picture:    {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 60}, {X: 0, Y: 60}, {X: 60, Y: 0}, {X: 0, Y: 25}},
	// Tails are 0.3 of the height high, and stand between 0.12 and 0.28 of the width.
	Callout:     {{X: 0, Y: 0}, {X: 120, Y: 0}, {X: 120, Y: 42}, {X: 33.6, Y: 42}, {X: 7.2, Y: 60}, {X: 14.4, Y: 42}, {X: 0, Y: 42}},
	CalloutDown: {{X: 0, Y: 0}, {X: 0, Y: 42}, {X: 86.4, Y: 42}, {X: 112.8, Y: 60}, {X: 105.6, Y: 42}, {X: 120, Y: 42}, {X: 120, Y: 0}},
	CalloutUp:   {{X: 0, Y: 60}, {X: 0, Y: 18}, {X: 14.4, Y: 18}, {X: 7.2, Y: 0}, {X: 33.6, Y: 18}, {X: 120, Y: 18}, {X: 120, Y: 60}},
	CalloutOver: {{X: 120, Y: 60}, {X: 120, Y: 18}, {X: 105.6, Y: 18}, {X: 112.8, Y: 0}, {X: 86.4, Y: 18}, {X: 0, Y: 18}, {X: 0, Y: 60}},
}

// Where the ports of a symbol of 120 x 60 are: top, right, bottom, left.
var ports = map[Kind][4]geom.Point{
	Terminator:   {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Process:      {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Decision:     {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Document:     {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 53.333}, {X: 0, Y: 30}},
	Data:         {{X: 60, Y: 0}, {X: 109.5, Y: 30}, {X: 60, Y: 60}, {X: 10.5, Y: 30}},
	StoredData:   {{X: 60, Y: 0}, {X: 105, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	DirectAccess: {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Predefined:   {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	OffPage:      {{X: 60, Y: 0}, {X: 120, Y: 18}, {X: 60, Y: 60}, {X: 0, Y: 18}},
	Annotation:   {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},

	Alternate:       {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	ManualOperation: {{X: 60, Y: 0}, {X: 110, Y: 30}, {X: 60, Y: 60}, {X: 10, Y: 30}},
	ManualInput:     {{X: 60, Y: 8.4}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 38.4}},
	Preparation:     {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Delay:           {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Inspection:      {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	MultiDocument:   {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 55, Y: 53.333}, {X: 0, Y: 30}},
	InternalStorage: {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Display:         {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Connector:       {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Parallel:        {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Text:            {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},

	Box:         {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Picture:     {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Ellipse:     {{X: 60, Y: 0}, {X: 120, Y: 30}, {X: 60, Y: 60}, {X: 0, Y: 30}},
	Triangle:    {{X: 60, Y: 0}, {X: 90, Y: 30}, {X: 60, Y: 60}, {X: 30, Y: 30}},
	ArrowRight:  {{X: 60, Y: 15}, {X: 120, Y: 30}, {X: 60, Y: 45}, {X: 0, Y: 30}},
	ArrowLeft:   {{X: 60, Y: 15}, {X: 120, Y: 30}, {X: 60, Y: 45}, {X: 0, Y: 30}},
	ArrowUp:     {{X: 60, Y: 0}, {X: 90, Y: 30}, {X: 60, Y: 60}, {X: 30, Y: 30}},
	ArrowDown:   {{X: 60, Y: 0}, {X: 90, Y: 30}, {X: 60, Y: 60}, {X: 30, Y: 30}},
	Callout:     {{X: 60, Y: 0}, {X: 120, Y: 21}, {X: 60, Y: 42}, {X: 0, Y: 21}},
	CalloutDown: {{X: 60, Y: 0}, {X: 120, Y: 21}, {X: 60, Y: 42}, {X: 0, Y: 21}},
	CalloutUp:   {{X: 60, Y: 18}, {X: 120, Y: 39}, {X: 60, Y: 60}, {X: 0, Y: 39}},
	CalloutOver: {{X: 60, Y: 18}, {X: 120, Y: 39}, {X: 60, Y: 60}, {X: 0, Y: 39}},
}

func TestOutlines(t *testing.T) {
	for _, i := range All() {
		want, ok := onOutline[i.Kind]
		if !ok {
			t.Errorf("%s: no points by hand", i.Kind)
		}
		o := i.Kind.Outline(120, 60)
		pts := o.Flatten(0.001)
		for _, q := range want {
			if d := geom.Polyline(append(pts, pts[0])).DistTo(q); d > 0.02 {
				t.Errorf("%s: (%v, %v) is %.3f px off the outline", i.Kind, q.X, q.Y, d)
			}
		}
		if b := o.Bounds(); math.Abs(b.X)+math.Abs(b.Y)+math.Abs(b.W-120)+math.Abs(b.H-60) > 0.05 {
			t.Errorf("%s: bounds %v, want 120 x 60", i.Kind, b)
		}
	}
}

func TestPorts(t *testing.T) {
	for _, i := range All() {
		ps := i.Kind.Ports(120, 60)
		if len(ps) != 4 {
			t.Fatalf("%s: %d ports", i.Kind, len(ps))
		}
		for n, p := range ps {
			if p.At.Dist(ports[i.Kind][n]) > 0.001 {
				t.Errorf("%s: port %s at %v, want %v", i.Kind, p.Name, p.At, ports[i.Kind][n])
			}
		}
		// A port, and every place that it lets a line slide to, lies on the outline.
		for _, size := range [][2]float64{{120, 60}, {i.W, i.H}, {60, 200}, {300, 40}} {
			pts := i.Kind.Outline(size[0], size[1]).Flatten(0.01)
			pts = append(pts, pts[0])
			for _, p := range i.Kind.Ports(size[0], size[1]) {
				for _, s := range []float64{0, p.Slide, -p.Slide} {
					q := i.Kind.Edge(size[0], size[1], p, s)
					slid := q.X - p.At.X
					if p.Side == Left || p.Side == Right {
						slid = q.Y - p.At.Y
					}
					if d := pts.DistTo(q); d > 0.1 || math.Abs(slid-s) > 0.01 {
						t.Errorf("%s %v: port %s slid by %v is at %v, %.2f px off the outline", i.Kind, size, p.Name, s, q, d)
					}
				}
			}
		}
	}
}

// The room for text lies inside the outline at every height, and at a
// symbol's usual size there is room for two lines.
func TestTextArea(t *testing.T) {
	for _, i := range All() {
		for _, size := range [][2]float64{{i.W, i.H}, {i.W * 3, i.H * 2}} {
			w, h := size[0], size[1]
			o := i.Kind.Outline(w, h)
			top, bottom := i.Kind.Band(w, h)
			roomy := 0
			for y := top; y+16 <= bottom; y += 2 {
				x0, x1 := i.Kind.Span(w, h, y, y+16)
				if x1 <= x0 {
					continue
				}
				if x1-x0 > 36 {
					roomy++
				}
				for _, q := range []geom.Point{{X: x0, Y: y + 0.01}, {X: x1, Y: y + 0.01}, {X: x0, Y: y + 15.99}, {X: x1, Y: y + 15.99}, {X: x0, Y: y + 8}, {X: x1, Y: y + 8}} {
					if !o.Encloses(q) {
						t.Errorf("%s %v: text may stand at %v, outside", i.Kind, size, q)
					}
				}
			}
			if roomy < 3 && i.Kind != OffPage && i.Kind != Connector && i.Kind != Parallel {
				t.Errorf("%s %v: hardly room for text", i.Kind, size)
			}
		}
	}
}

// The symbols of ISO 5807:1985 that a business chart needs, from memory, and where each is from.
func TestStandard(t *testing.T) {
	for _, k := range []Kind{Terminator, Process, Decision, Document, Data, StoredData, DirectAccess, InternalStorage, ManualOperation, ManualInput, Predefined, Preparation, Display, Connector, Parallel, Annotation} {
		if i, ok := Of(k); !ok || i.Standard != iso {
			t.Errorf("%s is from %q", k, i.Standard)
		}
	}
	for _, i := range All() {
		if beside := i.Group == Plain || i.Kind == Annotation || i.Kind == Text; i.Kind.Beside() != beside {
			t.Errorf("%s of group %q is beside the work: %v", i.Kind, i.Group, !beside)
		}
		if i.Group != Work && i.Group != Kept && i.Group != Links && i.Group != Plain || i.Standard == "" || i.Meaning == "" || !strings.HasSuffix(i.When, ".") || !strings.Contains(i.About(), i.When) {
			t.Errorf("%s: group %q, standard %q, meaning %q", i.Kind, i.Group, i.Standard, i.Meaning)
		}
	}
	for n, i := range Bench() {
		if i.Key == "" || All()[n].Kind != i.Kind {
			t.Errorf("%s is on the bench without a key", i.Kind)
		}
	}
}

func TestNames(t *testing.T) {
	keys := map[string]Kind{}
	for _, i := range All() {
		if other, taken := keys[i.Key]; taken && i.Key != "" {
			t.Errorf("%s and %s share the key %s", i.Kind, other, i.Key)
		}
		keys[i.Key] = i.Kind
		if got, ok := Of(i.Kind); !ok || got != i {
			t.Errorf("Of(%s) = %v, %v", i.Kind, got, ok)
		}
	}
	if _, ok := Of("wombat"); ok {
		t.Error("there is a symbol wombat")
	}
}
