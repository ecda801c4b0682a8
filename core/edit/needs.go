package edit

import (
	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/flow"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// What a command needs: in words what is lacking, "" when it can be done.

func always(*Editor) string { return "" }

func needSteps(n int, words string) func(*Editor) string {
	return func(e *Editor) string {
		if len(e.Steps()) < n {
			return words
		}
		return ""
	}
}

var (
	needAStep      = needSteps(1, whyStep)
	needTwoSteps   = needSteps(2, whyTwoSteps)
	needThreeSteps = needSteps(3, whyThreeSteps)
)

func needOneStep(e *Editor) string {
	if e.Only() == nil {
		return whyOneStep
	}
	return ""
}

func needGroup(e *Editor) string {
	if len(e.held()) == 0 {
		return whyNoGroup
	}
	return ""
}

func needLine(e *Editor) string {
	if len(e.Lines()) == 0 {
		return whyLine
	}
	return ""
}

func needOneLine(e *Editor) string {
	if len(e.Lines()) != 1 {
		return whyOneLine
	}
	return ""
}

func needOneThing(e *Editor) string {
	if e.Only() == nil && len(e.Lines()) != 1 {
		return whyOneThing
	}
	return ""
}

// needThings wants steps or connectors.
func needThings(e *Editor) string {
	if len(e.Steps())+len(e.Lines()) == 0 {
		return whyThings
	}
	return ""
}

func needPicked(e *Editor) string {
	switch some, ofStep := e.pickedUp(); {
	case !some:
		return whyNotPicked
	case ofStep:
		return needAStep(e)
	}
	return needLine(e)
}

func needLooks(e *Editor) string {
	if why := needAStep(e); why != "" {
		return why
	}
	for _, s := range e.Steps() {
		if s.Look != nil {
			return ""
		}
	}
	return whyPlainAlready
}

func needFieldNames(e *Editor) string {
	for _, s := range e.Page().Steps {
		if len(s.Fields) > 0 {
			return ""
		}
	}
	return whyNoFields
}

// needTextStyle wants a step whose text has a style, which then can be set from it.
func needTextStyle(e *Editor) string {
	if s := e.Only(); s == nil || s.Look == nil || s.Look.Text.Style == "" {
		return whyNoTextStyle
	}
	return ""
}

func needMending(e *Editor) string {
	if why := needAStep(e); why != "" {
		return why
	}
	for _, s := range unlike(e.Steps()) {
		if style.Reads(e.Page(), s) < colour.ForText {
			return ""
		}
	}
	return whyReads
}

func needMate(e *Editor) string {
	s := e.Only()
	if s == nil || s.Symbol != symbol.OffPage {
		return whyNoOffPage
	}
	if len(flow.Mates(e.Chart(), s)) == 0 {
		return whyNoMate
	}
	return ""
}

func needLink(e *Editor) string {
	if _, now, _, ok := e.linked(); !ok || now == nil {
		return whyNoLink
	}
	return ""
}

// needInside wants a step behind which a page lies.
func needInside(e *Editor) string {
	s := e.Only()
	if s == nil || s.Link == nil || s.Link.Page == "" || s.Link.Step != "" || e.Chart().Page(s.Link.Page) == nil || s.Link.Page == e.PageID() {
		return whyNoInside
	}
	return ""
}

// needSetup wants a page with something of its own that a house style can have.
func needSetup(e *Editor) string {
	s := e.Page().Setup
	if s == nil || s.Header == nil && s.Footer == nil && s.Block == nil && s.Ground == nil {
		return whyNoSetup
	}
	return ""
}

func needOutgrown(e *Editor) string {
	if !e.Page().Outgrown() {
		return whyFits
	}
	return ""
}

func needPages(e *Editor) string {
	if len(e.Chart().Pages) < 2 {
		return whyOnePage
	}
	return ""
}

func needPageBefore(e *Editor) string {
	if e.PageAt() == 0 {
		return whyFirstPage
	}
	return ""
}

func needPageAfter(e *Editor) string {
	if e.PageAt() == len(e.Chart().Pages)-1 {
		return whyLastPage
	}
	return ""
}

func needPoorHouse(e *Editor) string {
	if e.Page().House() == nil || e.houseFacts().Poor == 0 {
		return whyHouseReads
	}
	return ""
}

func needBendable(e *Editor) string {
	if why := needOneLine(e); why != "" {
		return why
	}
	if e.Lines()[0].Kind == chart.Straight {
		return whyStraight
	}
	return ""
}

func needPinned(e *Editor) string {
	if why := needOneLine(e); why != "" {
		return why
	}
	if len(e.Lines()[0].Pins) == 0 {
		return whyNoPin
	}
	return ""
}

func needBand(e *Editor) string {
	if e.Band() == "" {
		return whyBand
	}
	return ""
}

func needLane(e *Editor) string {
	if e.lane() == nil {
		return whyLane
	}
	return ""
}

func needNextLane(e *Editor) string {
	if l := e.lane(); l == nil {
		return whyLane
	} else if ls := e.Page().Lanes; ls[len(ls)-1] == l {
		return whyLastLane
	}
	return ""
}

// needGroupable wants a lane or a group of lanes.
func needGroupable(e *Editor) string {
	if e.lane() == nil && e.Page().Group(e.Band()) == nil {
		return whyLane
	}
	return ""
}

// needSized wants a lane or a stage.
func needSized(e *Editor) string {
	if e.lane() == nil && e.stage() == nil {
		return whySized
	}
	return ""
}

func needAcross(e *Editor) string {
	if why := needLanes(e); why != "" {
		return why
	}
	if e.Page().Down {
		return whyDown
	}
	return ""
}

// needNoLanes wants a page of steps that read either way.
func needNoLanes(e *Editor) string {
	if why := needPage(e); why != "" {
		return why
	}
	if len(e.Page().Lanes) > 0 {
		return whyLanesRead
	}
	return ""
}

func needLanes(e *Editor) string {
	if len(e.Page().Lanes) == 0 {
		return whyNoLanes
	}
	return ""
}

func needAny(e *Editor) string {
	if e.Count() == 0 && e.Band() == "" {
		return whyNothing
	}
	return ""
}

func needPage(e *Editor) string {
	if len(e.Page().Steps) == 0 {
		return whyEmpty
	}
	return ""
}

func needLoose(e *Editor) string {
	for _, c := range e.Page().Connectors {
		if c.From.Loose() || c.To.Loose() {
			return ""
		}
	}
	return whyNoLoose
}

func needTypable(e *Editor) string {
	if len(e.Steps()) != 1 && len(e.Lines()) != 1 && e.Band() == "" {
		return whyTypable
	}
	return ""
}

func needPorts(e *Editor) string {
	if e.Only() == nil {
		return whyOneStep
	}
	if _, n := e.spare(); n == 0 {
		return whyNoPorts
	}
	return ""
}

func needGap(e *Editor) string {
	if e.Gap() == nil {
		return whyNoGap
	}
	return ""
}

func needUndo(e *Editor) string {
	if e.Undoable() == 0 {
		return whyNoUndo
	}
	return ""
}

func needRedo(e *Editor) string {
	if e.Redoable() == 0 {
		return whyNoRedo
	}
	return ""
}

// needOutcome wants one way on, out of a step with several.
func needOutcome(e *Editor) string {
	if why := needOneLine(e); why != "" {
		return why
	}
	n := 0
	c := e.Lines()[0]
	for _, o := range e.Page().Connectors {
		if o.From.Step == c.From.Step && !o.From.Loose() && o.Meaning.Way() {
			n++
		}
	}
	if n < 2 || !c.Meaning.Way() {
		return whyOutcome
	}
	return ""
}
