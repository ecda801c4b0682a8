package bands

import (
	"encoding/json"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// SetLaneLook sets what the argument, a look of lanes as JSON, names on the selected band.
func (e *Editor) SetLaneLook(arg string) {
	b, ok := e.Page().Band(e.Band())
	var set chart.LaneLook
	if !ok || json.Unmarshal([]byte(arg), &set) != nil {
		return
	}
	look := chart.LaneLook{}
	if b.Look != nil {
		look = *b.Look
	}
	switch {
	case set.Frame > 0 && set.Frame == look.Frame:
		look.Frame = 0 // a second time takes it away
	case set.Frame > 0:
		look.Frame = set.Frame
	}
	for _, c := range [2]struct{ to, from *string }{{&look.Head, &set.Head}, {&look.Band, &set.Band}} {
		switch *c.from {
		case "":
		case chart.NoColour:
			*c.to = ""
		default:
			*c.to = *c.from
		}
	}
	e.Apply(say.DidLaneLook, chart.Part{Do: b.Kind.String() + ".set", Page: e.PageID(), ID: b.ID, LaneLook: &look})
}

// LaneLooks reports whether the selected band has what a look names.
func (e *Editor) LaneLooks(arg string) bool {
	b, ok := e.Page().Band(e.Band())
	var want chart.LaneLook
	if !ok || json.Unmarshal([]byte(arg), &want) != nil {
		return false
	}
	has := chart.LaneLook{}
	if b.Look != nil {
		has = *b.Look
	}
	is := func(want, has string) bool { return want == "" || want == has || want == chart.NoColour && has == "" }
	return is(want.Head, has.Head) && is(want.Band, has.Band) && (want.Frame == 0 || want.Frame == has.Frame)
}
