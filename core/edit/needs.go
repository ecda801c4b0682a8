package edit

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/edit/looks"
	"plaintracer/core/edit/say"
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
	needAStep      = needSteps(1, say.WhyStep)
	needTwoSteps   = needSteps(2, say.WhyTwoSteps)
	needThreeSteps = needSteps(3, say.WhyThreeSteps)
)

func needOneStep(e *Editor) string {
	if e.Only() == nil {
		return say.WhyOneStep
	}
	return ""
}

func needNumbered(e *Editor) string {
	for _, s := range e.Steps() {
		if s.Number != "" {
			return ""
		}
	}
	return say.WhyNumbered
}

func needRenumbered(e *Editor) string {
	if !e.pages.Renumbered() {
		return say.WhyRenumbered
	}
	return ""
}

func needGroup(e *Editor) string {
	if len(e.steps.Held()) == 0 {
		return say.WhyNoGroup
	}
	return ""
}

func needLine(e *Editor) string {
	if len(e.Lines()) == 0 {
		return say.WhyLine
	}
	return ""
}

func needOneLine(e *Editor) string {
	if len(e.Lines()) != 1 {
		return say.WhyOneLine
	}
	return ""
}

func needOneThing(e *Editor) string {
	if e.Only() == nil && len(e.Lines()) != 1 {
		return say.WhyOneThing
	}
	return ""
}

// needThings wants steps or connectors.
func needThings(e *Editor) string {
	if len(e.Steps())+len(e.Lines()) == 0 {
		return say.WhyThings
	}
	return ""
}

func needPicked(e *Editor) string {
	switch some, ofStep := e.looks.PickedUp(); {
	case !some:
		return say.WhyNotPicked
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
	return say.WhyPlainAlready
}

func needFieldNames(e *Editor) string {
	for _, s := range e.Page().Steps {
		if len(s.Fields) > 0 {
			return ""
		}
	}
	return say.WhyNoFields
}

// needTextStyle wants a step whose text has a style, which then can be set from it.
func needTextStyle(e *Editor) string {
	if s := e.Only(); s == nil || s.Look == nil || s.Look.Text.Style == "" {
		return say.WhyNoTextStyle
	}
	return ""
}

func needMending(e *Editor) string {
	if why := needAStep(e); why != "" {
		return why
	}
	for _, s := range looks.Unlike(e.Steps()) {
		if style.Reads(e.Page(), s) < colour.ForText {
			return ""
		}
	}
	return say.WhyReads
}

func needMate(e *Editor) string {
	s := e.Only()
	if s == nil || s.Symbol != symbol.OffPage {
		return say.WhyNoOffPage
	}
	if len(flow.Mates(e.Chart(), s)) == 0 {
		return say.WhyNoMate
	}
	return ""
}

func needLink(e *Editor) string {
	if _, now, _, ok := e.pages.Linked(); !ok || now == nil {
		return say.WhyNoLink
	}
	return ""
}

// needInside wants a step behind which a page lies.
func needInside(e *Editor) string {
	s := e.Only()
	if s == nil || s.Link == nil || s.Link.Page == "" || s.Link.Step != "" || e.Chart().Page(s.Link.Page) == nil || s.Link.Page == e.PageID() {
		return say.WhyNoInside
	}
	return ""
}

// needSetup wants a page with something of its own that a house style can have.
func needSetup(e *Editor) string {
	s := e.Page().Setup
	if s == nil || s.Header == nil && s.Footer == nil && s.Block == nil && s.Ground == nil {
		return say.WhyNoSetup
	}
	return ""
}

func needOutgrown(e *Editor) string {
	if !e.Page().Outgrown() {
		return say.WhyFits
	}
	return ""
}

func needPages(e *Editor) string {
	if len(e.Chart().Pages) < 2 {
		return say.WhyOnePage
	}
	return ""
}

func needPageBefore(e *Editor) string {
	if e.PageAt() == 0 {
		return say.WhyFirstPage
	}
	return ""
}

func needPageAfter(e *Editor) string {
	if e.PageAt() == len(e.Chart().Pages)-1 {
		return say.WhyLastPage
	}
	return ""
}

func needPoorHouse(e *Editor) string {
	if e.Page().House() == nil || e.looks.HouseFacts().Poor == 0 {
		return say.WhyHouseReads
	}
	return ""
}

func needBendable(e *Editor) string {
	if why := needOneLine(e); why != "" {
		return why
	}
	if e.Lines()[0].Kind == chart.Straight {
		return say.WhyStraight
	}
	return ""
}

func needPinned(e *Editor) string {
	if why := needOneLine(e); why != "" {
		return why
	}
	if len(e.Lines()[0].Pins) == 0 {
		return say.WhyNoPin
	}
	return ""
}

func needBand(e *Editor) string {
	if e.Band() == "" {
		return say.WhyBand
	}
	return ""
}

// needLaned wants a lane, or a step in one.
func needLaned(e *Editor) string {
	if e.bands.Lane() == nil && !slices.ContainsFunc(e.Steps(), func(s *chart.Step) bool { return s.Lane != "" }) {
		return say.WhyLane
	}
	return ""
}

func needLane(e *Editor) string {
	if e.bands.Lane() == nil {
		return say.WhyLane
	}
	return ""
}

func needNextLane(e *Editor) string {
	if l := e.bands.Lane(); l == nil {
		return say.WhyLane
	} else if ls := e.Page().Lanes; ls[len(ls)-1] == l {
		return say.WhyLastLane
	}
	return ""
}

// needGroupable wants a lane or a group of lanes.
func needGroupable(e *Editor) string {
	if e.bands.Lane() == nil && e.Page().Group(e.Band()) == nil {
		return say.WhyLane
	}
	return ""
}

// needSized wants a lane or a stage.
func needSized(e *Editor) string {
	if e.bands.Lane() == nil && e.bands.Stage() == nil {
		return say.WhySized
	}
	return ""
}

func needAcross(e *Editor) string {
	if why := needLanes(e); why != "" {
		return why
	}
	if e.Page().Down {
		return say.WhyDown
	}
	return ""
}

// needBranch wants one step of a hierarchy with somebody below it.
func needBranch(e *Editor) string {
	if !e.pages.CanFold(e.Only()) {
		return say.WhyBranch
	}
	return ""
}

// needNoLanes wants a page of steps that read either way.
func needNoLanes(e *Editor) string {
	if why := needPage(e); why != "" {
		return why
	}
	if len(e.Page().Lanes) > 0 {
		return say.WhyLanesRead
	}
	return ""
}

func needLanes(e *Editor) string {
	if len(e.Page().Lanes) == 0 {
		return say.WhyNoLanes
	}
	return ""
}

func needAny(e *Editor) string {
	if e.Count() == 0 && e.Band() == "" {
		return say.WhyNothing
	}
	return ""
}

func needPage(e *Editor) string {
	if len(e.Page().Steps) == 0 {
		return say.WhyEmpty
	}
	return ""
}

func needLoose(e *Editor) string {
	for _, c := range e.Page().Connectors {
		if c.From.Loose() || c.To.Loose() {
			return ""
		}
	}
	return say.WhyNoLoose
}

func needTypable(e *Editor) string {
	if len(e.Steps()) != 1 && len(e.Lines()) != 1 && e.Band() == "" {
		return say.WhyTypable
	}
	return ""
}

func needPorts(e *Editor) string {
	if e.Only() == nil {
		return say.WhyOneStep
	}
	if _, n := e.lines.Spare(); n == 0 {
		return say.WhyNoPorts
	}
	return ""
}

func needGap(e *Editor) string {
	if e.steps.Gap() == nil {
		return say.WhyNoGap
	}
	return ""
}

func needUndo(e *Editor) string {
	if e.Undoable() == 0 {
		return say.WhyNoUndo
	}
	return ""
}

func needRedo(e *Editor) string {
	if e.Redoable() == 0 {
		return say.WhyNoRedo
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
		return say.WhyOutcome
	}
	return ""
}
