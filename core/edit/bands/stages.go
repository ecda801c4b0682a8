package bands

import (
	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// NameStages gives the page the stages named, one a line, as NameLanes does lanes. New ones stand
// behind those that are there.
func (e *Editor) NameStages(list string) {
	names := namesIn(list)
	e.UndoInDrawer(say.DidStages)
	scratch := &chart.Chart{Pages: []*chart.Page{e.Page().Clone()}}
	p := scratch.Pages[0]
	var parts []chart.Part
	try := func(ps ...chart.Part) {
		if _, err := chart.Apply(scratch, chart.Command{Words: say.DidStages, Parts: ps}); err == nil {
			parts = append(parts, ps...)
		}
	}
	fresh := len(p.Stages) == 0
	for len(p.Stages) > len(names) {
		try(arrange.StageDropped(p, p.Stages[len(p.Stages)-1].ID)...)
	}
	sizes := arrange.StagesShared(p, len(names))
	for i, n := range names {
		switch {
		case i >= len(p.Stages) && fresh:
			try(chart.Part{Do: "stage.add", Page: p.ID, Stage: &chart.Stage{ID: e.NewID("st"), Name: n, Size: sizes[i]}})
		case i >= len(p.Stages):
			try(arrange.StageAdded(p, &chart.Stage{ID: e.NewID("st"), Name: n, Size: newStage}, i)...)
		case p.Stages[i].Name != n:
			try(chart.Part{Do: "stage.set", Page: p.ID, ID: p.Stages[i].ID, Name: &n})
		}
	}
	e.Apply(say.DidStages, parts...)
}
