package say

import (
	"fmt"
	"math"
	"plaintracer/core/arrange"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/list"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// What was done, for undo and history: "Could not ...".
const (
	DidType        = "change text"
	didLabel       = "change label"
	didNameLane    = "rename lane"
	DidTitle       = "change title"
	DidRename      = "rename chart"
	DidMove        = "move"
	DidCopy        = "copy"
	DidMoveEnd     = "move end"
	DidConnect     = "connect"
	DidConnectNew  = "connect to a new step"
	DidResize      = "resize"
	DidChain       = "connect in order"
	DidStepSize    = "resize"
	DidRow         = "add a step in the list"
	DidRowIn       = "make an outcome"
	DidRowBack     = "follow the step above"
	DidRowMove     = "move in the list"
	didLaneSize    = "resize lane"
	didStageSize   = "resize stage"
	didMovePool    = "move pool"
	DidMoveStage   = "move stage"
	DidAddStage    = "add stage"
	DidDeleteStage = "delete stage"
	DidStages      = "change stages"
	DidAddPool     = "add pool"
	DidDropPool    = "take the pool apart"
	DidIntoPool    = "move into another pool"
	DidLaneInside  = "add a lane inside"
	DidSplitLane   = "split lane"
	DidMergeLanes  = "merge lanes"
	DidSameLanes   = "make lanes the same size"
	DidShrink      = "shrink lanes"
	DidTurn        = "turn the lanes"
	DidLevel       = "turn lane names"
	DidLaneField   = "change a field of the lane"
	DidTellLane    = "put into another lane"
	didMoveLane    = "move lane"
	DidPin         = "pin a segment"
	DidMoveLabel   = "move label"
	DidAddBends    = "add bends"
	DidRemoveBends = "remove bends"
	DidClearPorts  = "remove unused ports"
	DidNext        = "add next step"
	DidOther       = "add another way out"
	DidDelete      = "delete"
	DidPaste       = "paste"
	DidDuplicate   = "duplicate"
	DidOrder       = "reorder outcomes"
	DidField       = "change field"
	DidLook        = "change line"
	DidKey         = "symbol key"
	DidMoveKey     = "move symbol key"
	DidKeepLooks   = "keep looks"
	DidStepLook    = "change look"
	DidPlainLook   = "restore plain look"
	DidPutOn       = "put look on"
	DidEmphasise   = "emphasise"
	DidToneDown    = "tone down"
	DidLookByLane  = "one fill per lane"
	DidLookByKind  = "one fill per symbol"
	DidTextStyle   = "set style of text"
	DidSheet       = "change sheet"
	DidMargin      = "margins"
	DidGrid        = "grid"
	DidRuler       = "rulers"
	DidGround      = "ground of the page"
	DidStrip       = "header and footer"
	DidBlock       = "title block"
	DidPageHouse   = "page into house style"
	DidSetupAll    = "set up all pages"
	DidFit         = "print smaller"
	DidAllLanes    = "lanes on each page"
	DidOver        = "lay out over pages"
	DidSplit       = "split page"
	DidFile        = "attach file"
	DidPicture     = "add picture"
	DidGroup       = "group"
	DidUngroup     = "ungroup"
	DidNameGroup   = "name group"
	DidNumber      = "number"
	DidWaive       = "waive a rule"
	DidUnwaive     = "use a rule again"
	DidRefer       = "refer to a step"
	DidNumbering   = "numbering"
	DidPinNumber   = "pin the number"
	DidUnpinNumber = "unpin the number"
	DidLock        = "lock"
	DidUnlock      = "unlock"
	DidDropFile    = "remove file"
	DidLink        = "link"
	DidInto        = "page for a step"
	DidIntoPage    = "move into a page"
	DidOutOfPage   = "back from a page"
	DidAddPage     = "add page"
	DidCopyPage    = "copy page"
	DidDropPage    = "delete page"
	DidMovePage    = "move page"
	DidMendHouse   = "repair house style"
	DidMendText    = "repair contrast"
	DidLaneLook    = "colour lane"
	DidDefaultLook = "restore default look"
	DidBothWays    = "point both ways"
	DidReverse     = "reverse"
	DidResetRoute  = "reset route"
	DidReroute     = "reroute all"
	DidResetLabels = "reset labels"
	DidBestSide    = "choose best sides"
	DidLayOutOn    = "lay out on a larger sheet"
	DidFixSides    = "fix sides"
	DidFreeSides   = "let sides go"
	DidMainWay     = "mark the main way"
	DidNoMainWay   = "leave the main way to the flow"
	DidCloseGap    = "close the gap"
	DidKeepOff     = "change how lines avoid labels"
	DidAddLane     = "add lane"
	DidLanes       = "change lanes"
	DidDeleteLane  = "delete lane"
	DidLaneSteps   = "delete lane and its steps"
	DidGlueLoose   = "glue loose ends"

	DidCrossings        = "change crossings"
	DidPageCrossings    = "change crossings on this page"
	DidSameSize         = "make same size"
	DidTidy             = "tidy"
	DidSetGap           = "set the gap"
	DidDistributeAcross = "distribute across"
	DidDistributeDown   = "distribute down"
)

func Shown(r chart.Showing) string {
	words := r.Field + ", as " + map[chart.ShownAs]string{chart.AsText: "text", chart.AsMark: "a mark", chart.AsBar: "a bar"}[r.As]
	if i, ok := symbol.Of(r.On); ok {
		words += ", on " + strings.ToLower(i.Name)
	}
	if r.Colour {
		words += ", in colours"
	}
	return words
}

func DidShowField(name string) string { return "show " + name }
func DidHideField(name string) string { return "hide " + name }

// WordFieldsOf are the words of the title block's fields.
var WordFieldsOf = map[string]string{"chart": "Chart", "revision": "Revision", "date": "Date", "owner": "Owner", "page": "Page"}

const (
	NoLink       = "Type an address such as https://…, a page such as Page: Packing, a step such as step 5, or a chart such as Chart: Packing a crate."
	Gone         = "What it leads to is gone. Type another one, or nothing."
	SheetAlready = "The page has this sheet already."
	SetupAlready = "All pages are set up like this already."
	GroundFirst  = "Choose the first colour of the ground before the second."
)

func Length(least, most string) string {
	return fmt.Sprintf("Type a length from %s to %s.", least, most)
}

// Costs says what sheets a chart takes: '2 sheets of A4, or 1 of A3 at 8.6 pt'.
func Costs(sheets int, paper, larger string, pt float64) string {
	words := fmt.Sprintf("The chart takes %s", OnSheets(sheets, paper))
	if larger == "" {
		return words + "."
	}
	return fmt.Sprintf("%s, or %s.", words, OnOne(larger, pt))
}

func OnSheets(sheets int, paper string) string {
	return fmt.Sprintf("%d sheets of %s", sheets, paper)
}

// How a pasted line is read that can be read in two ways.
func ReadAs(line, as string) string {
	return fmt.Sprintf("%s is read as %s.", Text(strings.TrimSpace(line)), as)
}
func ReadItAs(other string) string { return "Read it as " + other }
func NextReading(i, n int) string  { return fmt.Sprintf("Next such line (%d of %d)", i, n) }

func OnOne(paper string, pt float64) string { return fmt.Sprintf("1 of %s at %v pt", paper, pt) }

func OutgrownShort(percent float64) string { return fmt.Sprintf("Outgrown: %.0f %%", percent) }

func Outgrown(sheet string, percent float64) string {
	return fmt.Sprintf("The drawing has outgrown %s: printed on it, it would stand at %.0f %%.", sheet, percent)
}

func TooSmall(percent, pt float64) string {
	return fmt.Sprintf("At %.0f %% the smallest text would have %.1f pt, and 8 pt is the least that can be read on paper. Take a larger sheet, or a page more.", percent, pt)
}

const NoSplit = "All of it lies beyond the sheet, or there is nothing that could move. Take a larger sheet."

// GoesOn tells where the flow goes on from an off-page connector, or where it comes from.
func GoesOn(letter, page string, from bool) string {
	if from {
		return "comes from " + letter + ", " + page
	}
	return "goes on at " + letter + ", " + page
}

func NoChart(name string) string {
	return fmt.Sprintf("There is no chart of yours called %q.", name)
}

func MostFiles(most int) string { return fmt.Sprintf("A step can have at most %d files.", most) }

const NothingInside = "There are no steps on the page behind it."

func IntoPage(steps int, page string) string {
	if steps == 1 {
		return "1 step is on the page " + page + " now."
	}
	return fmt.Sprintf("%d steps are on the page %s now.", steps, page)
}

func Text(t string) string { return "“" + OneLine(t) + "”" }

func CopyOf(page string) string { return page + ", copy" }

func DroppedPage(name string, steps int) string {
	switch steps {
	case 0:
		return "Deleted " + name + ". Undo brings it back."
	case 1:
		return "Deleted " + name + " with 1 step. Undo brings it back."
	}
	return fmt.Sprintf("Deleted %s with %d steps. Undo brings it back.", name, steps)
}

func DidFont(name string) string { return "font " + name }

func DidHouse(name string) string { return "house style " + name }

func Contrast(p style.Pairing, more int) string {
	if more > 0 {
		p.Of = fmt.Sprintf("%s and %d more", p.Of, more)
	}
	return fmt.Sprintf("%.1f : 1, %s on %s: %s", math.Floor(p.Reads*10)/10, p.Ink, p.On, p.Of)
}

func Repaired(changed []string) string {
	return "Changed so that everything can be read: " + strings.Join(changed, ", ") + "."
}

func DidLookByField(name string) string { return "one fill per value of " + name }

func PickedUp(of string) string {
	return "The look of " + of + " is picked up. Select others and press Alt+V."
}

func MoreValues(fills, more int) string {
	return fmt.Sprintf("There are %d fills; what comes after them, %d more, stays plain.", fills, more)
}

func TypeNumber(from, to float64, unit string) string {
	return fmt.Sprintf("Type a number from %g to %g %s.", math.Round(from*10)/10, math.Round(to*10)/10, unit)
}

func Looks(n int) string {
	if n == 1 {
		return "1 look on this page"
	}
	return fmt.Sprintf("%d looks on this page", n)
}

var DidStack = map[string]string{"front": "bring to the front", "forward": "bring forward", "backward": "send backward", "back": "send to the back"}

func DidKind(kind string) string   { return "make " + kind }
func DidAdd(symbol string) string  { return "add " + strings.ToLower(symbol) }
func DidMake(symbol string) string { return "change symbol to " + strings.ToLower(symbol) }

// Why a command cannot be done now, as part of a sentence.
const (
	WhyStep         = "select a step first"
	WhyNumbered     = "select a step that has a number"
	WhyRenumbered   = "no number has changed yet"
	WhyOneStep      = "select one step first"
	WhyTwoSteps     = "select two or more steps first"
	WhyNoGroup      = "select a group first"
	WhyThreeSteps   = "select three or more steps first"
	WhyLine         = "select a connector first"
	WhyOneLine      = "select one connector first"
	WhyOutcome      = "select one outcome of a step with several first"
	WhyOneThing     = "select one step or connector first"
	WhyThings       = "select steps or connectors first"
	WhyNotPicked    = "pick up a look first"
	WhyPlainAlready = "nothing of the look was set by hand"
	WhyNoFields     = "no step of this page has a field"
	WhyNoTextStyle  = "select one step with a style of text first"
	WhyNoOffPage    = "select an off-page connector"
	WhyNoMate       = "no other off-page connector has this letter"
	WhyNoSetup      = "this page has no header, footer, title block or ground of its own"
	WhyNoLink       = "it leads nowhere"
	WhyNoInside     = "select one step that a page lies behind"
	WhyFits         = "the drawing fits its sheet"
	WhyOnePage      = "the chart has one page"
	WhyFirstPage    = "this is the first page"
	WhyLastPage     = "this is the last page"
	WhyHouseReads   = "everything in this house style can be read well"
	WhyReads        = "the text can be read well"
	WhyStraight     = "a straight connector has no bends"
	WhyNoPin        = "this connector has no pinned segment"
	WhyBand         = "click the name of a lane, a pool or a stage first"
	WhyLastLane     = "there is no lane after it"
	WhySized        = "click the name of a lane or a stage first"
	WhyDown         = "names of lanes that run down are level already"
	WhyLane         = "click a lane's name first"
	WhyLanesRead    = "in lanes the chart reads along them"
	WhyNoLanes      = "this page has no lanes"
	WhyBranch       = "select one step of a hierarchy that has others below it first"
	WhyNothing      = "select something first"
	WhyEmpty        = "this page has no steps yet"
	WhyNoLoose      = "every connector is attached at both ends"
	WhyTypable      = "select one step, connector or lane first"
	WhyNoPorts      = "this step has no unused ports of its own"
	WhyNoGap        = "no step has just been deleted from a line"
	WhyNoUndo       = "there is nothing to undo"
	WhyNoRedo       = "there is nothing to redo"
)

// Sentence makes a sentence of a reason.
func Sentence(why string) string { return strings.ToUpper(why[:1]) + why[1:] + "." }

// What is said beside the pointer.
const (
	StaysLoose    = "stays loose"
	NewStep       = "new step here"
	Pinned        = "pinned here"
	InLine        = "in line: the bends go"
	HereWords     = "here"
	BestSideWords = "best side"
)

func Holds(step, where string) string { return "attaches to " + step + ", " + where }
func Into(line string) string         { return "goes into " + line }
func PutInto(line string) string      { return "put into " + line }

// SideWords name a port: a side of the symbol, or a port of the step's own.
func SideWords(port string) string {
	switch port {
	case "top", "right", "bottom", "left":
		return port
	}
	return "its own port"
}

// What is said in a notice.
const (
	NoComments      = "The comments could not be marked on the page."
	LooksAlready    = "It already looks like that."
	NoValues        = "No step of this page has a value in that field."
	NoValue         = "That value could not be read."
	NoFieldChosen   = "Choose a field to show. Fields are typed for a step first."
	HouseNoName     = "Give the house style a name."
	HouseColours    = "Give one to three colours as # and six digits, such as #0A4A5E."
	TypeColour      = "Type a colour as # and six digits from 0 to f, such as #8AD2DA."
	Pipette         = "Click what has the colour. Press Escape to cancel."
	NoColourThere   = "Nothing there has a colour to pick."
	Numbered        = "The numbers are already in order."
	WaiveReason     = "Say why the chart may pass over this rule."
	TableCopied     = "Copied: old number, new number, step. Paste it into a mail or a spreadsheet."
	KindAlready     = "It is already of that kind."
	LookAlready     = "It already looks like that."
	DefaultAlready  = "It already has its default look."
	BothAlready     = "It already points both ways."
	RouteAlready    = "Its route is already the default one."
	ReroutedAlready = "All routes are already the default ones."
	LabelsAlready   = "Its labels are already where they go by default."
	CrossesAlready  = "It already crosses like that."
	BestSides       = "Both ends already choose the best side."
	NoPicture       = "The picture could not be placed."
	OneGroup        = "They are one group already."
	Stacked         = "Nothing else lies there, so the order stays as it is."
	NoClip          = "The clipboard has no steps and no text. Copy some first."
	RolesKept       = "The field Role keeps who does each step, as this page has no lanes."
	PasteIsPast     = "The chart has changed since the list was pasted. Undo that first."
	TypingGone      = "Someone deleted what you were typing on."
	Glue            = "Select one step and type the number of the step it leads to, or select two steps."
	NothingInReach  = "No step is within reach of a loose end. Drag the end to a step, or the step to the end."
)

func TooDeep(most int) string {
	return fmt.Sprintf("Groups can stand in each other at most %d deep.", most)
}

// Locked tells that steps are locked, all that are selected or some.
func Locked(n int, all bool) string {
	switch {
	case all && n == 1:
		return "It is locked. Unlock it first: Hold together, Lock."
	case all:
		return "They are locked. Unlock them first: Hold together, Lock."
	}
	return fmt.Sprintf("%s locked and stayed as before.", map[bool]string{true: "1 step is", false: fmt.Sprintf("%d steps are", n)}[n == 1])
}

// Guide are the words for what guides show, or what comes before the size.
var Guide = [...]string{
	arrange.Sizes: "= ", arrange.Straight: "straight", arrange.LaneMiddle: "lane middle", arrange.PageMiddle: "page middle", arrange.Margin: "margin",
	arrange.Ruled: "",
}

// ReportsTo is what a person comes to do who is dropped on another.
func ReportsTo(name string) string { return "reports to " + OneLine(name) }

// BelowAlready tells why somebody cannot stand above another one.
func BelowAlready(above, below string) string {
	return fmt.Sprintf("%s stands below %s already, and cannot be above at the same time.", OneLine(above), OneLine(below))
}

// DidOpen is what was done at a line across the page.
func DidOpen(open bool) string {
	if open {
		return "make room"
	}
	return "close the gap"
}

// Opens tells how far a page opens at a line, or closes.
func Opens(by float64, length string) string {
	switch {
	case by > 0:
		return length + " more room"
	case by < 0:
		return length + " less"
	}
	return "drag right or down for room, left or up to close the gap"
}

// Degree are the words for how far tidying goes.
func Degree(n int) string {
	return [...]string{
		"by a hair: what is off by up to 1 mm",
		"a little: what is off by up to 2.6 mm",
		"more: what is off by up to 5 mm",
		"as usual: what is off by up to 8 mm",
		"strictly: all on rows and columns",
	}[n]
}

// NothingToTidy tells that nothing would move, though so many locked steps stand off their rows or columns.
func NothingToTidy(held int) string {
	if held > 0 {
		return "There is nothing to tidy but what is locked. Unlock it first: Hold together, Lock."
	}
	return "There is nothing to tidy: all stands in line."
}

// TidyHeld tells that so many locked steps stand off their rows or columns.
func TidyHeld(n int) string {
	if n == 1 {
		return "Tidied. 1 step is locked and stays out of line."
	}
	return fmt.Sprintf("Tidied. %d steps are locked and stay out of line.", n)
}

func LocksLayOut(n int) string {
	if n == 1 {
		return "1 step is locked, and laying out would move it."
	}
	return fmt.Sprintf("%d steps are locked, and laying out would move them.", n)
}

func Sent(from, to string) string { return from + " leads to " + to + "." }

// Group is a group of n steps in words.
func Group(name string, n int) string {
	if name == "" {
		name = "Group"
	}
	return fmt.Sprintf("%s (%s)", name, many(n, "step"))
}

func NoSuchCommand(name string) string { return fmt.Sprintf("There is no command called %q.", name) }
func CouldNot(what, why string) string {
	return fmt.Sprintf("Could not %s: %s.", what, why)
}
func CannotAgain(verb, what string) string {
	return fmt.Sprintf("Could not %s %q: someone has since changed what it was about.", strings.ToLower(verb), what)
}
func TakenBack(what, why string) string {
	return fmt.Sprintf("Your change %q was undone: %s.", what, strings.TrimSuffix(why, "."))
}
func Gap(line string) string { return "Deleted. " + line + " are no longer connected." }

// NumbersChanged says how many steps have another number.
func NumbersChanged(n int) string {
	if n == 1 {
		return "1 number changed."
	}
	return fmt.Sprintf("%d numbers changed.", n)
}

// Mentions says that a text names steps that it could follow.
func Mentions(words string, n int) string {
	if n == 1 {
		return fmt.Sprintf("'%s' can follow that step's number.", words)
	}
	return fmt.Sprintf("'%s' and %d more can follow those steps' numbers.", words, n-1)
}

// ReferredTo says that a step is deleted which another one names.
func ReferredTo(by, of string) string {
	return fmt.Sprintf("The text of '%s' still refers to '%s', which is deleted.", by, of)
}

// RunStep says which step of a run is shown.
func RunStep(n, of int, name string) string {
	return fmt.Sprintf("Step %d of %d of the run: %s", n, of, name)
}

// Figures tell how much goes on in a chart.
func Figures(steps, decisions, handovers, waysBack, longest int, ways float64) string {
	return fmt.Sprintf("%s, %s, %s between lanes, %s back; the longest way has %s; there %s.", count(steps, "step"), count(decisions, "decision"),
		count(handovers, "handover"), count(waysBack, "way"), count(longest, "step"), waysWords(ways))
}

func waysWords(n float64) string {
	switch {
	case n == 1:
		return "is 1 way"
	case n < 1e6:
		return fmt.Sprintf("are %.0f ways", n)
	}
	return fmt.Sprintf("are some %.0e ways", n)
}

func count(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

// LongPrefix and TypeWhole say what can be typed of a numbering.
func LongPrefix(most int) string { return fmt.Sprintf("A prefix can have at most %d letters.", most) }
func TypeWhole(most int) string  { return fmt.Sprintf("Type a whole number from 1 to %d.", most) }

func NoNumber(number string) string { return "No step has the number " + number + "." }
func Glued(n, left int) string {
	return fmt.Sprintf("Attached %s. No step is within reach of the other %d.", many(n, "end"), left)
}

// Deleting a lane that steps stand in.
func AskLane(n int, lane string) string {
	if n == 1 {
		return fmt.Sprintf("There is 1 step in %q. What should happen to it?", lane)
	}
	return fmt.Sprintf("There are %d steps in %q. What should happen to them?", n, lane)
}

const (
	AnswerDelete = "Delete the lane and its steps"
	AnswerLeave  = "Cancel"
	AnswerPage   = "Keep the steps on the page"
)

func AnswerMove(n int, lane string) string {
	if n == 1 {
		return fmt.Sprintf("Move it to %q", lane)
	}
	return fmt.Sprintf("Move them to %q", lane)
}

// Names of text fields, for screen readers.
const (
	NameStepText = "Text of the step"
	NameLabel    = "Label of the connector"
	nameLane     = "Name of the lane"
	namePool     = "Name of the pool"
	nameStage    = "Name of the stage"
	NameTitle    = "Title of the page"
	NameChart    = "Name of the chart"
	NameGap      = "Gap between the selected steps"
	NameGlue     = "Number of the step to connect to"
)

// Before stands before what is typed beside a step, by the kinds of Typing.
var Before = map[string]string{"glue": WordGlueTo, "gap": "gap "}

const WordGlueTo = "to step "

// What is selected.
const NothingSelected = "Nothing selected"

func Connector(from, to string) string { return "Connector " + from + " to " + to }

func Selected(steps, lines int) string {
	switch {
	case lines == 0:
		return many(steps, "step")
	case steps == 0:
		return many(lines, "connector")
	}
	return many(steps, "step") + ", " + many(lines, "connector")
}

func NewLaneName(n int) string  { return fmt.Sprintf("Lane %d", n) }
func NewPoolName(n int) string  { return fmt.Sprintf("Pool %d", n) }
func NewStageName(n int) string { return fmt.Sprintf("Stage %d", n) }

// Band names a band.
func Band(b chart.Band) string {
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
	Chained        = "They are connected in that order already."
	LandsBeside    = "stands beside it; Alt: on top"
	NoRoomForKey   = "There is no free room for the key on this page. Drag it to where it covers least, or take a larger sheet."
	Larger         = "The chart is larger than its sheet."
	NoLast         = "Place a symbol first; then this key places it once more."
	HowMany        = "Type how many copies: 1 to 50."
	NoDistance     = "Type how far: a number with mm or in, such as 30 mm, 0 mm."
	StepSize       = "Type a length: 30 mm or 1.2 in."
	StepGap        = "Type a gap: 12 mm or 0.5 in."
	MakeRoom       = "Drag right or down on the page to make room there, left or up to close a gap. The arrow keys do it at the pointer."
	NothingFollows = "Nothing more follows."
	NothingBeside  = "Nothing beside it can change places with it: there is nobody, or somebody is in the way."
	WhyTwoThings   = "Select two steps, or two groups, first."
	DidFold        = "fold a branch"
	DidUnfold      = "unfold a branch"
	DidPutUnder    = "put under somebody else"
	DidBelow       = "add somebody below"
	DidColleague   = "add a colleague"
	DidPart        = "lay out the selection"
	PartLocked     = "What is locked stayed where it was."
	DidTree        = "lay out as a hierarchy"
	DidNoTree      = "make it no hierarchy"
	DidExchange    = "exchange places"
	GuideGoes      = "the guide line goes"
	DidGuide       = "set a guide line"
	DidDropGuide   = "take a guide line away"
	BadGuides      = "Type lengths with commas between them: 30 mm, 60 mm."
	RoomWhere      = "Point at the place on the page first."
	NoGap          = "There is no gap to close here."
)

// What the columns of a table that is pasted can say.
var RoleWords = map[list.Role]string{
	list.TextRole: "the step", list.LaneRole: "who does it", list.NumberRole: "its number", list.NextRole: "where it leads",
	list.SymbolRole: "its symbol", list.FieldRole: "a field", list.YesRole: "where yes leads", list.NoRole: "where no leads", list.Unused: "nothing",
	list.BeforeRole: "what leads to it", list.StageRole: "its stage", list.AboveRole: "whom it reports to",
}

const NoOutcome = "That step is no outcome here, or there is no decision above it."

func RowIn(step, outcome, of string) string {
	return fmt.Sprintf("%s is the outcome “%s” of %s now.", step, outcome, of)
}
func RowBack(step, above string) string { return fmt.Sprintf("%s follows %s now.", step, above) }
func RowMoved(step, before string) string {
	return fmt.Sprintf("%s comes before %s now; the connectors lead so.", step, before)
}

const (
	SameAlready  = "They have the same size already, or are as small as their steps let them be."
	SmallAlready = "They are as small as their steps let them be."
	NotInto      = "It cannot stand there: a pool stands in nothing, and lanes stand in at most three others."
)

const Nowhere = "nothing"

func many(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

// Loose ends.
func LooseEnd(meaning, outcome, from, to string) string {
	t := fmt.Sprintf("%s from %s to %s", meaning, from, to)
	if outcome != "" {
		t = outcome + ": " + t
	}
	return t
}

// MarkWords name what stands at a connector's end.
func MarkWords(m chart.Mark) string { return strings.ReplaceAll(string(m), "-", " ") }

// What steps do with stores, in the step list.
func Writes(store string) string { return "writes to " + store }
func Reads(store string) string  { return "reads from " + store }

const AStore = "a store"

// OneLine is a text without line breaks, and with single spaces.
func OneLine(s string) string { return strings.Join(strings.Fields(s), " ") }

// What is done to bands, and what the field for their names is called, by their kinds.
var (
	DidMoveBand = map[chart.BandKind]string{chart.LaneBand: didMoveLane, chart.GroupBand: didMovePool, chart.StageBand: DidMoveStage}
	DidSizeBand = map[chart.BandKind]string{chart.LaneBand: didLaneSize, chart.StageBand: didStageSize}
	NameBand    = map[chart.BandKind]string{chart.LaneBand: nameLane, chart.GroupBand: namePool, chart.StageBand: nameStage}
)

// DidTyped is what was typed on, by the kinds of Typing.
var DidTyped = map[string]string{"step": DidType, "label": didLabel, "lane": didNameLane, "title": DidTitle, "name": DidRename}
