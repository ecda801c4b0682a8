package chart

import (
	"errors"
	"fmt"
	"slices"
)

// Apply changes the chart by the command and returns the command that takes it
// back. When a part cannot be done, the chart is left as it was and the error
// says in plain words what stands against it.
func Apply(c *Chart, cmd Command) (inverse Command, err error) {
	if len(cmd.Parts) == 0 {
		return Command{}, fmt.Errorf(emptyCommand, cmd.Words)
	}
	if len(cmd.Parts) > maxParts {
		return Command{}, fmt.Errorf(tooManyParts, len(cmd.Parts), maxParts)
	}
	var back [][]Part
	for i, part := range cmd.Parts {
		inv, err := apply(c, part)
		if err != nil {
			for _, ps := range slices.Backward(back) {
				for _, p := range ps {
					if _, err := apply(c, p); err != nil {
						panic("chart: an inverse was refused: " + err.Error())
					}
				}
			}
			return Command{}, &partError{i, part.Do, err}
		}
		back = append(back, inv)
	}
	inverse.Words = cmd.Words
	for _, ps := range slices.Backward(back) {
		inverse.Parts = append(inverse.Parts, ps...)
	}
	return inverse, nil
}

// partError is why a part of a command cannot be done.
type partError struct {
	part int
	do   string
	why  error
}

func (e *partError) Error() string { return fmt.Sprintf(inPart, e.part, e.do, e.why) }

func (e *partError) Unwrap() error { return e.why }

// Words is an error of Apply for a person, who knows of no parts.
func Words(err error) string {
	var e *partError
	if errors.As(err, &e) {
		err = e.why
	}
	return err.Error()
}

// apply does one part and returns the parts that take it back, in order.
func apply(c *Chart, d Part) ([]Part, error) {
	switch d.Do {
	case "chart.set":
		return setChart(c, d)
	case "page.add":
		return addPage(c, d)
	case "page.order":
		return orderPages(c, d)
	}
	p := c.Page(d.Page)
	if p == nil {
		return nil, gone("page", d.Page)
	}
	f, ok := pageParts[d.Do]
	switch {
	case d.Do == "page.drop":
		return dropPage(c, d)
	case !ok:
		return nil, fmt.Errorf(badChange, d.Do)
	}
	return f(p, d)
}

// pageParts are the changes inside a page.
var pageParts = map[string]func(*Page, Part) ([]Part, error){
	"page.set": setPage,
	"lane.add": addLane, "lane.drop": dropLane, "lane.set": setLane, "lane.order": orderLanes,
	"group.add": addGroup, "group.drop": dropGroup, "group.set": setGroup,
	"stage.add": addStage, "stage.drop": dropStage, "stage.set": setStage, "stage.order": orderStages,
	"step.add": addStep, "step.drop": dropStep, "step.place": placeSteps, "step.set": setStep,
	"branch.fold": foldBranch, "branch.unfold": unfoldBranch,
	"line.add": addLine, "line.drop": dropLine, "line.set": setLine, "line.order": orderLines, "line.ways": setWays,
}
