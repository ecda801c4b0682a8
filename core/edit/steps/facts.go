package steps

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/typeset"
)

// Facts are about the selected steps.
type Facts struct {
	Fields      []chart.Field `json:"fields"`
	FieldsMixed []string      `json:"fieldsMixed"` // those with several values
	FieldsOf    int           `json:"fieldsOf"`    // how many steps they are of
	Step        string        `json:"step"`        // the only one
	Files       []chart.File  `json:"files"`       // of it
	StepW       string        `json:"stepW"`       // as people write it; "" where they differ
	StepH       string        `json:"stepH"`
	Hold        GroupFacts    `json:"hold"`
	Lining      LiningFacts   `json:"lining"`
}

// LiningFacts are about lining up.
type LiningFacts struct {
	Across string `json:"across"` // the gaps between the selected steps as people write them; "" where they differ
	Down   string `json:"down"`
	Degree int    `json:"degree"` // of tidying
	Words  string `json:"words"`  // of that
}

// Facts are those of what is selected now.
func (e *Editor) Facts() Facts {
	f := Facts{FieldsOf: len(e.Steps()), Files: []chart.File{}, Hold: e.groupFacts()}
	f.Fields, f.FieldsMixed = e.FieldFacts()
	f.StepW, f.StepH = e.stepSize()
	f.Lining.Across, f.Lining.Down = e.gaps()
	f.Lining.Degree = e.Degree()
	f.Lining.Words = say.Degree(f.Lining.Degree)
	if s := e.Only(); s != nil {
		f.Step = s.ID
		for _, of := range s.Files {
			of.Name = typeset.Unsteered(of.Name)
			f.Files = append(f.Files, of)
		}
	}
	return f
}
