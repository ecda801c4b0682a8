package style

import (
	"cmp"

	"plaintracer/core/chart"
	"plaintracer/core/typeset"
)

// Run is a part of a step's text, the bytes from one to another, as it is drawn.
type Run struct {
	From, To  int
	Face      typeset.Face
	Colour    string
	Underline bool
	Link      *chart.Link // where it leads
}

// Runs cut the text of a step that is drawn as of where its look changes: they cover all of it.
func (of Step) Runs(p *chart.Page, s *chart.Step) []Run {
	whole := Run{To: len(s.Text), Face: of.Text.Face, Colour: of.TextColour, Underline: of.Underline}
	if len(s.Runs) == 0 {
		return []Run{whole}
	}
	l := lookOf(p, s).Text
	var out []Run
	at := 0
	plain := func(to int) {
		if at < to {
			r := whole
			r.From, r.To = at, to
			out = append(out, r)
		}
	}
	for _, r := range s.Runs {
		plain(r.From)
		with := l.With(r.Text)
		c := of.TextColour
		if r.Text.Colour != "" {
			c = cmp.Or(textColour(r.Text.Colour), of.byItself().String())
		}
		out = append(out, Run{r.From, r.To, faceOf(p.House(), with.Family).Cut(*with.Bold, *with.Italic), c, *with.Underline || r.Link != nil, r.Link})
		at = r.To
	}
	plain(len(s.Text))
	return out
}

// Reads is the contrast of that part of a step's text that reads worst, 1 to 21.
func Reads(p *chart.Page, s *chart.Step) float64 {
	of := Of(p, s)
	worst := of.Reads()
	for _, r := range of.Runs(p, s) {
		worst = min(worst, of.reads(r.Colour))
	}
	return worst
}

// facesOf are the faces of the bytes of a step's text; "" where they are one.
func facesOf(h *chart.House, s *chart.Step, l chart.TextLook) string {
	if len(s.Runs) == 0 {
		return ""
	}
	all := faceOf(h, l.Family).Cut(*l.Bold, *l.Italic)
	faces, differ := make([]byte, len(s.Text)), false
	for k := range faces {
		faces[k] = byte(all)
	}
	for _, r := range s.Runs {
		with := l.With(r.Text)
		f := faceOf(h, with.Family).Cut(*with.Bold, *with.Italic)
		differ = differ || f != all
		for k := r.From; k < min(r.To, len(faces)); k++ {
			faces[k] = byte(f)
		}
	}
	if !differ {
		return ""
	}
	return string(faces)
}
