package arrange

import (
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// WithinStage is what a step put into a stage does to the others, of which some make room for it (moved):
// the stage grows until it holds all that stands in it, and the later ones go along as they are, instead of
// what stands in them being pushed into the next one.
func WithinStage(p *chart.Page, put chart.Place, in *chart.Stage, moved []chart.Place) ([]chart.Place, []chart.Part) {
	k := slices.Index(p.Stages, in)
	if k < 0 {
		return moved, nil
	}
	wanted := map[string]chart.Place{}
	for _, pl := range moved {
		wanted[pl.ID] = pl
	}
	end := func(pl chart.Place) float64 {
		if r := p.RectOf(pl); p.Down {
			return r.Bottom()
		} else {
			return r.Right()
		}
	}
	high := end(put)
	var out []chart.Place
	var later []*chart.Step
	for _, s := range standing(p) {
		pl, moves := wanted[s.ID]
		switch at := slices.Index(p.Stages, p.StageOf(s)); {
		case s.ID == put.ID:
		case at > k:
			later = append(later, s)
		case at == k && moves:
			high = math.Max(high, end(pl))
			fallthrough
		case moves:
			out = append(out, pl)
		}
	}
	if k == len(p.Stages)-1 { // nothing is behind it
		return out, nil
	}
	grow := geom.Round2(high + lanePad - stageStart(p, in) - stageLength(p, in))
	if grow <= 0 {
		return out, nil
	}
	for _, s := range later {
		out = append(out, pushed(p, s, 0, grow))
	}
	size := geom.Round2(in.Size + grow)
	return out, []chart.Part{{Do: "stage.set", Page: p.ID, ID: in.ID, Size: &size}}
}
