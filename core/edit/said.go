package edit

import (
	"fmt"
	"math"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/list"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// What was done, for undo and history: "Could not ...".
const (
	didType        = "change text"
	didLabel       = "change label"
	didNameLane    = "rename lane"
	didTitle       = "change title"
	didRename      = "rename chart"
	didMove        = "move"
	didCopy        = "copy"
	didMoveEnd     = "move end"
	didConnect     = "connect"
	didConnectNew  = "connect to a new step"
	didResize      = "resize"
	didChain       = "connect in order"
	didStepSize    = "resize"
	didRow         = "add a step in the list"
	didRowIn       = "make an outcome"
	didRowBack     = "follow the step above"
	didRowMove     = "move in the list"
	didLaneSize    = "resize lane"
	didStageSize   = "resize stage"
	didMovePool    = "move pool"
	didMoveStage   = "move stage"
	didAddStage    = "add stage"
	didDeleteStage = "delete stage"
	didStages      = "change stages"
	didAddPool     = "add pool"
	didDropPool    = "take the pool apart"
	didIntoPool    = "move into another pool"
	didLaneInside  = "add a lane inside"
	didSplitLane   = "split lane"
	didMergeLanes  = "merge lanes"
	didSameLanes   = "make lanes the same size"
	didShrink      = "shrink lanes"
	didTurn        = "turn the lanes"
	didLevel       = "turn lane names"
	didLaneField   = "change a field of the lane"
	didTellLane    = "put into another lane"
	didMoveLane    = "move lane"
	didPin         = "pin a segment"
	didMoveLabel   = "move label"
	didAddBends    = "add bends"
	didRemoveBends = "remove bends"
	didClearPorts  = "remove unused ports"
	didNext        = "add next step"
	didOther       = "add another way out"
	didDelete      = "delete"
	didPaste       = "paste"
	didDuplicate   = "duplicate"
	didOrder       = "reorder outcomes"
	didField       = "change field"
	didLook        = "change line"
	didKey         = "symbol key"
	didMoveKey     = "move symbol key"
	didKeepLooks   = "keep looks"
	didStepLook    = "change look"
	didPlainLook   = "restore plain look"
	didPutOn       = "put look on"
	didEmphasise   = "emphasise"
	didToneDown    = "tone down"
	didLookByLane  = "one fill per lane"
	didLookByKind  = "one fill per symbol"
	didTextStyle   = "set style of text"
	didSheet       = "change sheet"
	didMargin      = "margins"
	didGrid        = "grid"
	didRuler       = "rulers"
	didGround      = "ground of the page"
	didStrip       = "header and footer"
	didBlock       = "title block"
	didPageHouse   = "page into house style"
	didSetupAll    = "set up all pages"
	didFit         = "print smaller"
	didAllLanes    = "lanes on each page"
	didOver        = "lay out over pages"
	didSplit       = "split page"
	didFile        = "attach file"
	didPicture     = "add picture"
	didGroup       = "group"
	didUngroup     = "ungroup"
	didNameGroup   = "name group"
	didLock        = "lock"
	didUnlock      = "unlock"
	didDropFile    = "remove file"
	didLink        = "link"
	didInto        = "page for a step"
	didIntoPage    = "move into a page"
	didOutOfPage   = "back from a page"
	didAddPage     = "add page"
	didCopyPage    = "copy page"
	didDropPage    = "delete page"
	didMovePage    = "move page"
	didMendHouse   = "repair house style"
	didMendText    = "repair contrast"
	didLaneLook    = "colour lane"
	didDefaultLook = "restore default look"
	didBothWays    = "point both ways"
	didReverse     = "reverse"
	didResetRoute  = "reset route"
	didReroute     = "reroute all"
	didResetLabels = "reset labels"
	didBestSide    = "choose best sides"
	didLayOutOn    = "lay out on a larger sheet"
	didFixSides    = "fix sides"
	didFreeSides   = "let sides go"
	didMainWay     = "mark the main way"
	didNoMainWay   = "leave the main way to the flow"
	didCloseGap    = "close the gap"
	didKeepOff     = "change how lines avoid labels"
	didAddLane     = "add lane"
	didLanes       = "change lanes"
	didDeleteLane  = "delete lane"
	didLaneSteps   = "delete lane and its steps"
	didGlueLoose   = "glue loose ends"

	didCrossings        = "change crossings"
	didPageCrossings    = "change crossings on this page"
	didSameSize         = "make same size"
	didDistributeAcross = "distribute across"
	didDistributeDown   = "distribute down"
)

func sayShown(r chart.Showing) string {
	words := r.Field + ", as " + map[chart.ShownAs]string{chart.AsText: "text", chart.AsMark: "a mark", chart.AsBar: "a bar"}[r.As]
	if i, ok := symbol.Of(r.On); ok {
		words += ", on " + strings.ToLower(i.Name)
	}
	if r.Colour {
		words += ", in colours"
	}
	return words
}

func didShowField(name string) string { return "show " + name }
func didHideField(name string) string { return "hide " + name }

// wordFieldsOf are the words of the title block's fields.
var wordFieldsOf = map[string]string{"chart": "Chart", "revision": "Revision", "date": "Date", "owner": "Owner", "page": "Page"}

const (
	sayNoLink       = "Type an address such as https://…, a page such as Page: Packing, a step such as step 5, or a chart such as Chart: Packing a crate."
	sayGone         = "What it leads to is gone. Type another one, or nothing."
	saySheetAlready = "The page has this sheet already."
	saySetupAlready = "All pages are set up like this already."
	sayGroundFirst  = "Choose the first colour of the ground before the second."
)

func sayLength(least, most string) string {
	return fmt.Sprintf("Type a length from %s to %s.", least, most)
}

// sayCosts says what sheets a chart takes: '2 sheets of A4, or 1 of A3 at 8.6 pt'.
func sayCosts(sheets int, paper, larger string, pt float64) string {
	words := fmt.Sprintf("The chart takes %s", sayOnSheets(sheets, paper))
	if larger == "" {
		return words + "."
	}
	return fmt.Sprintf("%s, or %s.", words, sayOnOne(larger, pt))
}

func sayOnSheets(sheets int, paper string) string {
	return fmt.Sprintf("%d sheets of %s", sheets, paper)
}

// How a pasted line is read that can be read in two ways.
func sayReadAs(line, as string) string {
	return fmt.Sprintf("%s is read as %s.", sayText(strings.TrimSpace(line)), as)
}
func sayReadItAs(other string) string { return "Read it as " + other }
func sayNextReading(i, n int) string  { return fmt.Sprintf("Next such line (%d of %d)", i, n) }

func sayOnOne(paper string, pt float64) string { return fmt.Sprintf("1 of %s at %v pt", paper, pt) }

func sayOutgrownShort(percent float64) string { return fmt.Sprintf("Outgrown: %.0f %%", percent) }

func sayOutgrown(sheet string, percent float64) string {
	return fmt.Sprintf("The drawing has outgrown %s: printed on it, it would stand at %.0f %%.", sheet, percent)
}

func sayTooSmall(percent, pt float64) string {
	return fmt.Sprintf("At %.0f %% the smallest text would have %.1f pt, and 8 pt is the least that can be read on paper. Take a larger sheet, or a page more.", percent, pt)
}

const sayNoSplit = "All of it lies beyond the sheet, or there is nothing that could move. Take a larger sheet."

// sayGoesOn tells where the flow goes on from an off-page connector, or where it comes from.
func sayGoesOn(letter, page string, from bool) string {
	if from {
		return "comes from " + letter + ", " + page
	}
	return "goes on at " + letter + ", " + page
}

func sayNoChart(name string) string {
	return fmt.Sprintf("There is no chart of yours called %q.", name)
}

func sayMostFiles(most int) string { return fmt.Sprintf("A step can have at most %d files.", most) }

const sayNothingInside = "There are no steps on the page behind it."

func sayIntoPage(steps int, page string) string {
	if steps == 1 {
		return "1 step is on the page " + page + " now."
	}
	return fmt.Sprintf("%d steps are on the page %s now.", steps, page)
}

func sayText(t string) string { return "“" + OneLine(t) + "”" }

func sayCopyOf(page string) string { return page + ", copy" }

func sayDroppedPage(name string, steps int) string {
	switch steps {
	case 0:
		return "Deleted " + name + ". Undo brings it back."
	case 1:
		return "Deleted " + name + " with 1 step. Undo brings it back."
	}
	return fmt.Sprintf("Deleted %s with %d steps. Undo brings it back.", name, steps)
}

func didFont(name string) string { return "font " + name }

func didHouse(name string) string { return "house style " + name }

func sayContrast(p style.Pairing, more int) string {
	if more > 0 {
		p.Of = fmt.Sprintf("%s and %d more", p.Of, more)
	}
	return fmt.Sprintf("%.1f : 1, %s on %s: %s", math.Floor(p.Reads*10)/10, p.Ink, p.On, p.Of)
}

func sayRepaired(changed []string) string {
	return "Changed so that everything can be read: " + strings.Join(changed, ", ") + "."
}

func didLookByField(name string) string { return "one fill per value of " + name }

func sayPickedUp(of string) string {
	return "The look of " + of + " is picked up. Select others and press Alt+V."
}

func sayMoreValues(fills, more int) string {
	return fmt.Sprintf("There are %d fills; what comes after them, %d more, stays plain.", fills, more)
}

func sayTypeNumber(from, to float64, unit string) string {
	return fmt.Sprintf("Type a number from %g to %g %s.", math.Round(from*10)/10, math.Round(to*10)/10, unit)
}

func sayLooks(n int) string {
	if n == 1 {
		return "1 look on this page"
	}
	return fmt.Sprintf("%d looks on this page", n)
}

var didStack = map[string]string{"front": "bring to the front", "forward": "bring forward", "backward": "send backward", "back": "send to the back"}

func didKind(kind string) string   { return "make " + kind }
func didAdd(symbol string) string  { return "add " + strings.ToLower(symbol) }
func didMake(symbol string) string { return "change symbol to " + strings.ToLower(symbol) }

// Why a command cannot be done now, as part of a sentence.
const (
	whyStep         = "select a step first"
	whyOneStep      = "select one step first"
	whyTwoSteps     = "select two or more steps first"
	whyNoGroup      = "select a group first"
	whyThreeSteps   = "select three or more steps first"
	whyLine         = "select a connector first"
	whyOneLine      = "select one connector first"
	whyOutcome      = "select one outcome of a step with several first"
	whyOneThing     = "select one step or connector first"
	whyThings       = "select steps or connectors first"
	whyNotPicked    = "pick up a look first"
	whyPlainAlready = "nothing of the look was set by hand"
	whyNoFields     = "no step of this page has a field"
	whyNoTextStyle  = "select one step with a style of text first"
	whyNoOffPage    = "select an off-page connector"
	whyNoMate       = "no other off-page connector has this letter"
	whyNoSetup      = "this page has no header, footer, title block or ground of its own"
	whyNoLink       = "it leads nowhere"
	whyNoInside     = "select one step that a page lies behind"
	whyFits         = "the drawing fits its sheet"
	whyOnePage      = "the chart has one page"
	whyFirstPage    = "this is the first page"
	whyLastPage     = "this is the last page"
	whyHouseReads   = "everything in this house style can be read well"
	whyReads        = "the text can be read well"
	whyStraight     = "a straight connector has no bends"
	whyNoPin        = "this connector has no pinned segment"
	whyBand         = "click the name of a lane, a pool or a stage first"
	whyLastLane     = "there is no lane after it"
	whySized        = "click the name of a lane or a stage first"
	whyDown         = "names of lanes that run down are level already"
	whyLane         = "click a lane's name first"
	whyLanesRead    = "in lanes the chart reads along them"
	whyNoLanes      = "this page has no lanes"
	whyNothing      = "select something first"
	whyEmpty        = "this page has no steps yet"
	whyNoLoose      = "every connector is attached at both ends"
	whyTypable      = "select one step, connector or lane first"
	whyNoPorts      = "this step has no unused ports of its own"
	whyNoGap        = "no step has just been deleted from a line"
	whyNoUndo       = "there is nothing to undo"
	whyNoRedo       = "there is nothing to redo"
)

// sentence makes a sentence of a reason.
func sentence(why string) string { return strings.ToUpper(why[:1]) + why[1:] + "." }

// What is said beside the pointer.
const (
	sayStaysLoose = "stays loose"
	sayNewStep    = "new step here"
	sayPinned     = "pinned here"
	sayInLine     = "in line: the bends go"
	hereWords     = "here"
	bestSideWords = "best side"
)

func sayHolds(step, where string) string { return "attaches to " + step + ", " + where }
func sayInto(line string) string         { return "goes into " + line }
func sayPutInto(line string) string      { return "put into " + line }

// sideWords name a port: a side of the symbol, or a port of the step's own.
func sideWords(port string) string {
	switch port {
	case "top", "right", "bottom", "left":
		return port
	}
	return "its own port"
}

// What is said in a notice.
const (
	sayNoComments      = "The comments could not be marked on the page."
	sayLooksAlready    = "It already looks like that."
	sayNoValues        = "No step of this page has a value in that field."
	sayNoValue         = "That value could not be read."
	sayNoFieldChosen   = "Choose a field to show. Fields are typed for a step first."
	sayHouseNoName     = "Give the house style a name."
	sayHouseColours    = "Give one to three colours as # and six digits, such as #0A4A5E."
	sayTypeColour      = "Type a colour as # and six digits from 0 to f, such as #8AD2DA."
	sayPipette         = "Click what has the colour. Press Escape to cancel."
	sayNoColourThere   = "Nothing there has a colour to pick."
	sayNumbered        = "The numbers are already in order."
	sayKindAlready     = "It is already of that kind."
	sayLookAlready     = "It already looks like that."
	sayDefaultAlready  = "It already has its default look."
	sayBothAlready     = "It already points both ways."
	sayRouteAlready    = "Its route is already the default one."
	sayReroutedAlready = "All routes are already the default ones."
	sayLabelsAlready   = "Its labels are already where they go by default."
	sayCrossesAlready  = "It already crosses like that."
	sayBestSides       = "Both ends already choose the best side."
	sayNoPicture       = "The picture could not be placed."
	sayOneGroup        = "They are one group already."
	sayStacked         = "Nothing else lies there, so the order stays as it is."
	sayNoClip          = "The clipboard has no steps and no text. Copy some first."
	sayRolesKept       = "The field Role keeps who does each step, as this page has no lanes."
	sayPasteIsPast     = "The chart has changed since the list was pasted. Undo that first."
	sayTypingGone      = "Someone deleted what you were typing on."
	sayGlue            = "Select one step and type the number of the step it leads to, or select two steps."
	sayNothingInReach  = "No step is within reach of a loose end. Drag the end to a step, or the step to the end."
)

func sayTooDeep(most int) string {
	return fmt.Sprintf("Groups can stand in each other at most %d deep.", most)
}

// sayLocked tells that steps are locked, all that are selected or some.
func sayLocked(n int, all bool) string {
	switch {
	case all && n == 1:
		return "It is locked. Unlock it first: Hold together, Lock."
	case all:
		return "They are locked. Unlock them first: Hold together, Lock."
	}
	return fmt.Sprintf("%s locked and stayed as before.", map[bool]string{true: "1 step is", false: fmt.Sprintf("%d steps are", n)}[n == 1])
}

func sayLocksLayOut(n int) string {
	if n == 1 {
		return "1 step is locked, and laying out would move it."
	}
	return fmt.Sprintf("%d steps are locked, and laying out would move them.", n)
}

func saySent(from, to string) string { return from + " leads to " + to + "." }

// sayGroup is a group of n steps in words.
func sayGroup(name string, n int) string {
	if name == "" {
		name = "Group"
	}
	return fmt.Sprintf("%s (%s)", name, many(n, "step"))
}

func noSuchCommand(name string) string { return fmt.Sprintf("There is no command called %q.", name) }
func sayCouldNot(what, why string) string {
	return fmt.Sprintf("Could not %s: %s.", what, why)
}
func sayCannotAgain(verb, what string) string {
	return fmt.Sprintf("Could not %s %q: someone has since changed what it was about.", strings.ToLower(verb), what)
}
func sayTakenBack(what, why string) string {
	return fmt.Sprintf("Your change %q was undone: %s.", what, strings.TrimSuffix(why, "."))
}
func sayGap(line string) string        { return "Deleted. " + line + " are no longer connected." }
func sayNoNumber(number string) string { return "No step has the number " + number + "." }
func sayGlued(n, left int) string {
	return fmt.Sprintf("Attached %s. No step is within reach of the other %d.", many(n, "end"), left)
}

// Deleting a lane that steps stand in.
func askLane(n int, lane string) string {
	if n == 1 {
		return fmt.Sprintf("There is 1 step in %q. What should happen to it?", lane)
	}
	return fmt.Sprintf("There are %d steps in %q. What should happen to them?", n, lane)
}

const (
	answerDelete = "Delete the lane and its steps"
	answerLeave  = "Cancel"
	answerPage   = "Keep the steps on the page"
)

func answerMove(n int, lane string) string {
	if n == 1 {
		return fmt.Sprintf("Move it to %q", lane)
	}
	return fmt.Sprintf("Move them to %q", lane)
}

// Names of text fields, for screen readers.
const (
	nameStepText = "Text of the step"
	nameLabel    = "Label of the connector"
	nameLane     = "Name of the lane"
	namePool     = "Name of the pool"
	nameStage    = "Name of the stage"
	nameTitle    = "Title of the page"
	nameChart    = "Name of the chart"
	nameGlue     = "Number of the step to connect to"
)

const wordGlueTo = "to step "

// What is selected.
const sayNothingSelected = "Nothing selected"

func sayConnector(from, to string) string { return "Connector " + from + " to " + to }

func saySelected(steps, lines int) string {
	switch {
	case lines == 0:
		return many(steps, "step")
	case steps == 0:
		return many(lines, "connector")
	}
	return many(steps, "step") + ", " + many(lines, "connector")
}

func newLaneName(n int) string  { return fmt.Sprintf("Lane %d", n) }
func newPoolName(n int) string  { return fmt.Sprintf("Pool %d", n) }
func newStageName(n int) string { return fmt.Sprintf("Stage %d", n) }

// sayBand names a band.
func sayBand(b chart.Band) string {
	kind := map[chart.BandKind]string{chart.LaneBand: "lane", chart.GroupBand: "lanes", chart.StageBand: "stage"}[b.Kind]
	if b.Pool {
		kind = "pool"
	}
	if first, _, _ := strings.Cut(strings.ToLower(b.Name), " "); first == kind {
		return b.Name
	}
	return strings.ToUpper(kind[:1]) + kind[1:] + " " + b.Name
}

const (
	sayChained      = "They are connected in that order already."
	sayLandsBeside  = "stands beside it; Alt: on top"
	sayNoRoomForKey = "There is no free room for the key on this page. Drag it to where it covers least, or take a larger sheet."
	sayLarger       = "The chart is larger than its sheet."
	sayNoLast       = "Place a symbol first; then this key places it once more."
	sayHowMany      = "Type how many copies: 1 to 50."
	sayNoDistance   = "Type how far: a number with mm or in, such as 30 mm, 0 mm."
	sayStepSize     = "Type a length: 30 mm or 1.2 in."
)

// What the columns of a table that is pasted can say.
var roleWords = map[list.Role]string{
	list.TextRole: "the step", list.LaneRole: "who does it", list.NumberRole: "its number", list.NextRole: "where it leads",
	list.SymbolRole: "its symbol", list.FieldRole: "a field", list.YesRole: "where yes leads", list.NoRole: "where no leads", list.Unused: "nothing",
	list.BeforeRole: "what leads to it", list.StageRole: "its stage",
}

const sayNoOutcome = "That step is no outcome here, or there is no decision above it."

func sayRowIn(step, outcome, of string) string {
	return fmt.Sprintf("%s is the outcome “%s” of %s now.", step, outcome, of)
}
func sayRowBack(step, above string) string { return fmt.Sprintf("%s follows %s now.", step, above) }
func sayRowMoved(step, before string) string {
	return fmt.Sprintf("%s comes before %s now; the connectors lead so.", step, before)
}

const (
	saySameAlready  = "They have the same size already, or are as small as their steps let them be."
	saySmallAlready = "They are as small as their steps let them be."
	sayNotInto      = "It cannot stand there: a pool stands in nothing, and lanes stand in at most three others."
)

const sayNowhere = "nothing"

func many(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

// Loose ends.
func sayLooseEnd(meaning, outcome, from, to string) string {
	t := fmt.Sprintf("%s from %s to %s", meaning, from, to)
	if outcome != "" {
		t = outcome + ": " + t
	}
	return t
}

// markWords name what stands at a connector's end.
func markWords(m chart.Mark) string { return strings.ReplaceAll(string(m), "-", " ") }

// What steps do with stores, in the step list.
func sayWrites(store string) string { return "writes to " + store }
func sayReads(store string) string  { return "reads from " + store }

const sayAStore = "a store"

// OneLine is a text without line breaks, and with single spaces.
func OneLine(s string) string { return strings.Join(strings.Fields(s), " ") }

// What is done to bands, and what the field for their names is called, by their kinds.
var (
	didMoveBand = map[chart.BandKind]string{chart.LaneBand: didMoveLane, chart.GroupBand: didMovePool, chart.StageBand: didMoveStage}
	didSizeBand = map[chart.BandKind]string{chart.LaneBand: didLaneSize, chart.StageBand: didStageSize}
	nameBand    = map[chart.BandKind]string{chart.LaneBand: nameLane, chart.GroupBand: namePool, chart.StageBand: nameStage}
)
