package edit

import (
	"slices"
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/pages"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/layout"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// Command is something that a person can do. The bench, the drawers, the menu at the
// hand, find and the list of keys are made from the table of commands, so that each has
// one name, one word and one key everywhere.
type Command struct {
	Name    string   // as controls carry it
	Words   string   // what it is called
	Short   string   // on its button, where Words is too long for that
	Keys    []string // as they are written in the list of keys; the first is shown on controls
	Place   Place
	Choices []Choice // what it is done with, a control each
	Menu    bool     // offered at the hand, when it can be done
	Held    bool     // while its key or its button is held, it shows what it will do
	Page    bool     // done by the page around the editor: zoom, panels, export
	Slow    string   // what it is at for a while on a large page; that goes by way of the page around the editor, which says so first

	need func(*Editor) string
	do   func(*Editor, string)
	on   func(*Editor, string) bool // whether it is switched on, with that choice
	// has is on for several things at once: whether some of them have it, and whether all do.
	has func(*Editor, string) (some, all bool)
}

// Place is where a command has its controls.
type Place string

// The groups of the bench, in its order; the drawers; the step list; and the bar and
// margin around the paper.
const (
	OnConnector Place = "Connector"
	OnSelection Place = "Selection"
	OnLineUp    Place = "Line it up"
	OnPage      Place = "Whole page"
	OnHistory   Place = "History and zoom"

	LineDrawer   Place = "line"
	LookDrawer   Place = "look"
	HouseDrawer  Place = "house"
	SymbolDrawer Place = "symbol"
	FieldsDrawer Place = "fields"
	LaneDrawer   Place = "lane"
	LooseDrawer  Place = "loose"
	HoldDrawer   Place = "together"
	LineUpDrawer Place = "lineup"

	PageDrawer   Place = "page"
	NumberDrawer Place = "numbers"
	PageTabs     Place = "pages"
	InList       Place = "step list"
	AtPaper      Place = "bar and margin"
	AtHand       Place = "menu at the hand" // and by key
	ByKey        Place = "keys"
)

// Label is what stands on the command's button.
func (c Command) Label() string {
	if c.Short != "" {
		return c.Short
	}
	return c.Words
}

// On reports whether the command can be switched on, Opens whether it opens a drawer.
func (c Command) On() bool    { return c.on != nil || c.has != nil }
func (c Command) Opens() bool { return strings.HasPrefix(c.Name, "drawer-") }

// Hover is the text shown when the pointer rests on a control of the command.
func (c Command) Hover() string { return hover(c.Words, c.Keys) }

func hover(words string, keys []string) string {
	if len(keys) == 0 {
		return words
	}
	return words + " (" + keys[0] + ")"
}

// Commands lists all commands, in the order of the bench and its drawers.
func Commands() []Command { return table }

// At lists the commands of one place.
func At(p Place) []Command {
	var out []Command
	for _, c := range table {
		if c.Place == p {
			out = append(out, c)
		}
	}
	return out
}

// Find returns the command of that name.
func commandNamed(name string) (Command, bool) {
	for _, c := range table {
		if c.Name == name {
			return c, true
		}
	}
	return Command{}, false
}

var table []Command

func init() { // not a literal: commands lead back to the table
	page := func(name, words, short string, place Place, keys ...string) Command {
		return Command{Name: name, Words: words, Short: short, Keys: keys, Place: place, Page: true, need: always}
	}
	table = []Command{
		{Name: "kind", Words: say.WordKind, Place: OnConnector, Choices: kindChoices, need: always,
			do: func(e *Editor, arg string) { e.lines.SetKind(arg) },
			on: func(e *Editor, arg string) bool { return lines.KindName(e.lines.KindShown()) == arg }},
		drawer("line", say.WordLine, "Line…", OnConnector, always),
		meansCommand(
			chart.Flow,
			say.WordFlow,
		), meansCommand(chart.Aside, say.WordAside), meansCommand(chart.Data, say.WordData), meansCommand(chart.Note, say.WordNote),
		{Name: "label", Words: say.WordLabel, Place: OnConnector, Menu: true, need: needLine,
			do: func(e *Editor, _ string) { e.text.OnLine(e.Lines()[0].ID) }},

		{Name: "text", Words: say.WordText, Keys: []string{"F2"}, Place: OnSelection, Menu: true, need: needTypable,
			do: func(e *Editor, _ string) { e.typeOnSelected() }},
		{Name: "next", Words: say.WordNext, Short: "Next", Keys: []string{"Enter"}, Place: OnSelection, Menu: true, need: needOneStep,
			do: func(e *Editor, _ string) { e.nextStep(false) }},
		{Name: "other", Words: say.WordOther, Short: "Way out", Keys: []string{"Alt+Enter"}, Place: OnSelection, Menu: true, need: needOneStep,
			do: func(e *Editor, _ string) { e.nextStep(true) }},
		drawer("symbol", say.WordSymbol, "", OnSelection, always),
		drawer("look", say.WordLook, "", OnSelection, always),
		drawer("fields", say.WordFields, "", OnSelection, needPage),
		{Name: "glue", Words: say.WordGlue, Keys: []string{"g"}, Place: OnSelection, Menu: true, need: needAStep,
			do: func(e *Editor, _ string) { e.text.Glue() }},
		{Name: "chain", Words: say.WordChain, Keys: []string{"c"}, Place: ByKey, Menu: true, need: needTwoSteps, do: func(e *Editor, _ string) { e.steps.Chain() }},
		{Name: "repeat", Words: say.WordRepeat, Keys: []string{"r"}, Place: ByKey, need: always, do: func(e *Editor, _ string) { e.hand.Repeat() }},
		{Name: "copies", Words: say.WordCopies, Place: SymbolDrawer, need: needAStep, do: func(e *Editor, arg string) { e.steps.CopiesTyped(arg) }},
		{Name: "step-size", Words: say.WordStepSize, Place: SymbolDrawer, need: needAStep, do: func(e *Editor, arg string) { e.steps.SizeTyped(arg) }},
		{Name: "delete", Words: say.WordDelete, Keys: []string{"Delete", "Backspace"}, Place: OnSelection, Menu: true, need: needAny,
			do: func(e *Editor, _ string) { e.deleteSelected() }},
		{Name: "duplicate", Words: say.WordDuplicate, Keys: []string{"Ctrl+D"}, Place: OnSelection, Menu: true, need: needAStep,
			do: func(e *Editor, _ string) { e.steps.Duplicate() }},
		drawer("lane", say.WordLane, "", OnSelection, needBand),
		{Name: "picture", Words: say.WordPicture, Short: "Picture", Place: OnSelection, Menu: true, Page: true, need: always},
		{Name: "copy", Words: say.WordCopy, Keys: []string{"Ctrl+C"}, Place: AtHand, Menu: true, need: needAStep,
			do: func(e *Editor, _ string) { e.steps.CopySelected() }},
		{Name: "cut", Words: say.WordCut, Keys: []string{"Ctrl+X"}, Place: AtHand, Menu: true, need: needAStep,
			do: func(e *Editor, _ string) { e.steps.CopySelected(); e.steps.Remove() }},
		{Name: "paste", Words: say.WordPaste, Keys: []string{"Ctrl+V"}, Place: AtHand, Menu: true, Page: true, need: always,
			do: func(e *Editor, arg string) { e.outline.Paste(arg) }},
		{Name: "all", Words: say.WordAll, Keys: []string{"Ctrl+A"}, Place: AtHand, Menu: true, need: needPage,
			do: func(e *Editor, _ string) { e.selectAll() }},

		alignCommand(arrange.Left, say.WordAlignLeft), alignCommand(arrange.Centre, say.WordAlignCentre), alignCommand(arrange.Right, say.WordAlignRight),
		{Name: "distribute-across", Words: say.WordDistributeAcross, Place: OnLineUp, Menu: true, need: needThreeSteps,
			do: func(e *Editor, _ string) { e.steps.Distribute(true) }},
		{Name: "same-size", Words: say.WordSameSize, Place: OnLineUp, Menu: true, need: needTwoSteps,
			do: func(e *Editor, _ string) { e.steps.SameSize(true, true) }},
		{Name: "tidy", Words: say.WordTidy, Keys: []string{"y"}, Place: OnLineUp, Menu: true, Held: true, need: needPage,
			do: func(e *Editor, _ string) { e.steps.Tidy() }},
		alignCommand(arrange.Top, say.WordAlignTop), alignCommand(arrange.Middle, say.WordAlignMiddle), alignCommand(arrange.Bottom, say.WordAlignBottom),
		{Name: "distribute-down", Words: say.WordDistributeDown, Place: OnLineUp, Menu: true, need: needThreeSteps,
			do: func(e *Editor, _ string) { e.steps.Distribute(false) }},

		drawer("together", say.WordTogether, "", OnLineUp, needPage),
		drawer("lineup", say.WordLineUp, "", OnLineUp, needPage),
		{Name: "align-to", Words: say.WordAlignTo, Place: LineUpDrawer, Choices: alignTargets, need: always,
			do: func(e *Editor, arg string) { e.steps.SetAlignTo(steps.To(arg)) },
			on: func(e *Editor, arg string) bool { return string(e.steps.AlignTo()) == arg }},
		{Name: "distribute-by", Words: say.WordDistributeBy, Place: LineUpDrawer, need: always,
			Choices: []Choice{{Arg: "gaps", Words: say.WordByGaps}, {Arg: "middles", Words: say.WordByMiddles}},
			do:      func(e *Editor, arg string) { e.steps.SetByMiddles(arg == "middles") },
			on:      func(e *Editor, arg string) bool { return e.steps.ByMiddles() == (arg == "middles") }},
		{Name: "gap", Words: say.WordGap, Keys: []string{"k"}, Place: LineUpDrawer, Menu: true, need: needTwoSteps, do: func(e *Editor, _ string) { e.text.OnGap() }},
		{Name: "step-gap", Words: say.WordStepGap, Place: LineUpDrawer, need: needTwoSteps, do: func(e *Editor, arg string) { e.steps.GapTyped(arg) }},
		{Name: "make-room", Words: say.WordMakeRoom, Keys: []string{"m"}, Place: LineUpDrawer, Menu: true, need: needPage,
			do: func(e *Editor, _ string) { e.hand.TakeRoom() }, on: func(e *Editor, _ string) bool { return e.hand.MakesRoom() }},
		{Name: "select-row", Words: say.WordSelectRow, Short: say.WordRow, Place: LineUpDrawer, Menu: true, need: needAStep, do: func(e *Editor, _ string) { e.steps.SelectRow(false) }},
		{Name: "select-column", Words: say.WordSelectColumn, Short: say.WordColumn, Place: LineUpDrawer, Menu: true, need: needAStep, do: func(e *Editor, _ string) { e.steps.SelectRow(true) }},
		{Name: "select-lane", Words: say.WordSelectLane, Short: say.WordALane, Place: LineUpDrawer, Menu: true, need: needLaned, do: func(e *Editor, _ string) { e.steps.SelectLane() }},
		{Name: "select-branch", Words: say.WordSelectBranch, Short: say.WordFollowing, Keys: []string{"Shift+End"}, Place: LineUpDrawer, Menu: true, need: needAStep,
			do: func(e *Editor, _ string) { e.steps.SelectBranch() }},
		{Name: "exchange", Words: say.WordExchange, Short: say.WordSwap, Place: LineUpDrawer, Menu: true, need: needTwoSteps, do: func(e *Editor, _ string) { e.steps.Exchange() }},
		{Name: "page-tree", Words: say.WordTree, Place: LineUpDrawer, need: needNoLanes,
			Choices: []Choice{{Arg: "none", Words: say.WordNoTree}, {Arg: string(chart.GrowDown), Words: say.WordGrowDown}, {Arg: string(chart.GrowRight), Words: say.WordGrowRight},
				{Arg: string(chart.GrowUp), Words: say.WordGrowUp}, {Arg: string(chart.GrowLeft), Words: say.WordGrowLeft}},
			do: func(e *Editor, arg string) { e.pages.SetTree(chart.Growth(strings.TrimPrefix(arg, "none"))) },
			on: func(e *Editor, arg string) bool { return string(e.pages.Tree()) == strings.TrimPrefix(arg, "none") }},
		{Name: "fold", Words: say.WordFold, Short: say.WordFoldShort, Keys: []string{"Alt+H"}, Place: LineUpDrawer, Menu: true, need: needBranch,
			do: func(e *Editor, _ string) { e.pages.Fold(e.Only()) },
			on: func(e *Editor, _ string) bool { return e.Only() != nil && e.Page().FoldedUnder(e.Only().ID) != nil }},
		{Name: "same-width", Words: say.WordSameWidth, Place: LineUpDrawer, Menu: true, need: needTwoSteps,
			do: func(e *Editor, _ string) { e.steps.SameSize(true, false) }},
		{Name: "same-height", Words: say.WordSameHeight, Place: LineUpDrawer, Menu: true, need: needTwoSteps,
			do: func(e *Editor, _ string) { e.steps.SameSize(false, true) }},
		{Name: "group", Words: say.WordGroup, Keys: []string{"Ctrl+G"}, Place: HoldDrawer, Menu: true, need: needTwoSteps, do: func(e *Editor, _ string) { e.steps.Group() }},
		{Name: "ungroup", Words: say.WordUngroup, Keys: []string{"Ctrl+Shift+G"}, Place: HoldDrawer, Menu: true, need: needGroup, do: func(e *Editor, _ string) { e.steps.Ungroup() }},
		{Name: "lock", Words: say.WordLock, Keys: []string{"Alt+L"}, Place: HoldDrawer, Menu: true, need: needAStep,
			do: func(e *Editor, _ string) { e.steps.Lock() }, on: func(e *Editor, _ string) bool { return e.steps.AllLocked() }},
		stackCommand("front", say.WordToFront), stackCommand("forward", say.WordForward),
		stackCommand("backward", say.WordBackward), stackCommand("back", say.WordToBack),

		{Name: "layout", Words: say.WordLayOut, Keys: []string{"l"}, Place: OnPage, Menu: true, Slow: say.WordLayingOut, need: needPage,
			do: func(e *Editor, _ string) { e.pages.LayOut(false, layout.Down) }},
		{Name: "layout-right", Words: say.WordLayOutRight, Place: AtHand, Menu: true, Slow: say.WordLayingOut, need: needNoLanes,
			do: func(e *Editor, _ string) { e.pages.LayOut(false, layout.Right) }},
		{Name: "layout-part", Words: say.WordPart, Short: say.WordLayOut, Keys: []string{"L"}, Place: LineUpDrawer, Menu: true, Slow: say.WordLayingOut, need: needTwoSteps,
			do: func(e *Editor, _ string) { e.pages.LayOutPart() }},
		drawer("lanes", say.WordLanes, "", OnPage, always),
		{Name: "number", Words: say.WordNumber, Keys: []string{"#"}, Place: OnPage, Menu: true, need: needPage,
			do: func(e *Editor, _ string) { e.pages.NumberSteps() }},
		{Name: "title", Words: say.WordTitle, Short: "Title", Place: OnPage, Menu: true, need: always,
			do: func(e *Editor, _ string) { e.text.OnTitle() }},

		{Name: "undo", Words: say.WordUndo, Keys: []string{"Ctrl+Z"}, Place: OnHistory, need: needUndo, do: func(e *Editor, _ string) { e.Undo() }},
		{
			Name:  "redo",
			Words: say.WordRedo,
			Keys:  []string{"Ctrl+Shift+Z", "Ctrl+Y"},
			Place: OnHistory,
			need:  needRedo,
			do:    func(e *Editor, _ string) { e.Redo() },
		},
		page("zoom-out", say.WordZoomOut, "", OnHistory, "-"),
		page("whole-page", say.WordWholePage, "", OnHistory, "0"),
		page("zoom-in", say.WordZoomIn, "", OnHistory, "+", "="),
		page("full-size", say.WordFullSize, "", ByKey, "9"),

		{Name: "look", Words: say.WordLineLook, Place: LineDrawer, Choices: lookChoices(), need: needLine,
			do: func(e *Editor, arg string) { e.lines.SetLook(arg) },
			on: func(e *Editor, arg string) bool { return e.lines.LineLooks(arg) }},
		{Name: "crossings", Words: say.WordCrossings, Place: LineDrawer, need: needLine,
			Choices: []Choice{{Arg: "page", Words: say.WordLikePage}, {Arg: "arch", Words: say.WordArch},
				{Arg: "break", Words: say.WordBreak}, {Arg: "plain", Words: say.WordPlain}},
			do: func(e *Editor, arg string) { e.lines.SetCrossings(arg) },
			on: func(e *Editor, arg string) bool { return e.lines.Crosses(arg) }},
		{Name: "reverse", Words: say.WordReverse, Place: LineDrawer, Menu: true, need: needLine, do: func(e *Editor, _ string) { e.lines.Reverse() }},
		{Name: "both-ways", Words: say.WordBothWays, Place: LineDrawer, Menu: true, need: needLine, do: func(e *Editor, _ string) { e.lines.BothWays() }},
		{
			Name:  "default-look",
			Words: say.WordDefaultLook,
			Place: LineDrawer,
			Menu:  true,
			need:  needLine,
			do:    func(e *Editor, _ string) { e.lines.DefaultLook() },
		},
		{Name: "best-side", Words: say.WordBestSide, Place: LineDrawer, Menu: true, need: needLine, do: func(e *Editor, _ string) { e.lines.BestSides() }},
		{Name: "fix-sides", Words: say.WordFixSides, Place: LineDrawer, Menu: true, need: needLine, do: func(e *Editor, _ string) { e.lines.FixSides() },
			on: func(e *Editor, _ string) bool { return e.lines.SidesFixed() }},
		{Name: "main-way", Words: say.WordMainWay, Place: LineDrawer, Menu: true, need: needOutcome, do: func(e *Editor, _ string) { e.lines.MainWay() },
			on: func(e *Editor, _ string) bool { return needOutcome(e) == "" && e.Lines()[0].Main }},
		{Name: "bends-more", Words: say.WordAddBends, Place: LineDrawer, Menu: true, need: needBendable, do: func(e *Editor, _ string) { e.hand.BendMore() }},
		{
			Name:  "bends-less",
			Words: say.WordRemoveBends,
			Place: LineDrawer,
			Menu:  true,
			need:  needPinned,
			do:    func(e *Editor, _ string) { e.hand.BendLess() },
		},
		{Name: "reset-route", Words: say.WordResetRoute, Place: LineDrawer, Menu: true, need: needLine, do: func(e *Editor, _ string) { e.lines.ResetRoute() }},
		{Name: "label-more", Words: say.WordAnotherLabel, Place: LineDrawer, Menu: true, need: needOneLine,
			do: func(e *Editor, _ string) { e.text.OnLabel(e.Lines()[0].ID, len(e.Lines()[0].Labels), nil) }},
		{
			Name:  "labels-reset",
			Words: say.WordResetLabels,
			Place: LineDrawer,
			Menu:  true,
			need:  needLine,
			do:    func(e *Editor, _ string) { e.lines.ResetLabels() },
		},
		{Name: "crossings-page", Words: say.WordPageCrossings, Place: LineDrawer, need: always,
			Choices: []Choice{{Arg: "arch", Words: say.WordArch}, {Arg: "break", Words: say.WordBreak}, {Arg: "plain", Words: say.WordPlain}},
			do:      func(e *Editor, arg string) { e.lines.SetPageCrossings(arg) },
			on:      func(e *Editor, arg string) bool { return lines.PageCrossings(e.Page()) == arg }},
		{Name: "keep-off", Words: say.WordKeepOff, Place: LineDrawer, need: always, do: func(e *Editor, _ string) { e.lines.KeepOff() },
			on: func(e *Editor, _ string) bool { return e.Page().KeepOff }},
		{Name: "reroute", Words: say.WordReroute, Place: LineDrawer, Slow: say.WordRerouting, need: needPage,
			do: func(e *Editor, _ string) { e.lines.Reroute() }},

		{Name: "step-look", Words: say.WordStepLook, Place: LookDrawer, Choices: stepLookChoices(), need: needAStep,
			do:  func(e *Editor, arg string) { e.looks.Set(arg) },
			has: func(e *Editor, arg string) (bool, bool) { return e.looks.StepsLook(arg) }},
		{Name: "look-plain", Words: say.WordPlainLook, Place: LookDrawer, Menu: true, need: needLooks, do: func(e *Editor, _ string) { e.looks.PlainLook() }},
		{Name: "look-pick", Words: say.WordPickUp, Short: "Pick up", Keys: []string{"Alt+C"}, Place: LookDrawer, Menu: true, need: needOneThing,
			do: func(e *Editor, _ string) { e.looks.PickUp() }},
		{Name: "look-put", Words: say.WordPutOn, Short: "Put on", Keys: []string{"Alt+V"}, Place: LookDrawer, Menu: true, need: needPicked,
			do: func(e *Editor, _ string) { e.looks.PutOn() }},
		{Name: "look-next", Words: say.WordNextPlain, Place: LookDrawer, need: always,
			do: func(e *Editor, _ string) { e.steps.Next.Plain = !e.steps.Next.Plain },
			on: func(e *Editor, _ string) bool { return e.steps.Next.Plain }},
		{Name: "emphasise", Words: say.WordEmphasise, Place: LookDrawer, Menu: true, need: needThings,
			do: func(e *Editor, _ string) { e.looks.Weigh(say.DidEmphasise, style.Emphasised, style.EmphasisedLine) }},
		{Name: "tone-down", Words: say.WordToneDown, Place: LookDrawer, Menu: true, need: needThings,
			do: func(e *Editor, _ string) { e.looks.Weigh(say.DidToneDown, style.Toned, style.TonedLine) }},
		{Name: "look-lanes", Words: say.WordLookByLane, Place: LookDrawer, need: needLanes, do: func(e *Editor, _ string) { e.looks.ByLane() }},
		{Name: "look-kinds", Words: say.WordLookByKind, Place: LookDrawer, need: needPage, do: func(e *Editor, _ string) { e.looks.ByKind() }},
		{Name: "look-field", Words: say.WordLookByField, Place: LookDrawer, need: needFieldNames, do: func(e *Editor, arg string) { e.looks.ByField(arg, e.outline.StepsInOrder()) }},
		{Name: "text-mend", Words: say.WordMendText, Place: LookDrawer, need: needMending, do: func(e *Editor, _ string) { e.looks.MendText() }},
		{Name: "text-style", Words: say.WordSetTextStyle, Short: "Set style", Place: LookDrawer, need: needTextStyle, do: func(e *Editor, _ string) { e.looks.SetTextStyle() }},
		{Name: "pipette", Words: say.WordPipette, Place: LookDrawer, need: needAStep, do: func(e *Editor, _ string) { e.hand.TakePipette() },
			on: func(e *Editor, _ string) bool { return e.hand.Picking() }},
		{Name: "key", Words: say.WordKey, Place: LookDrawer, need: needPage, do: func(e *Editor, _ string) { e.pages.ToggleKey() },
			on: func(e *Editor, _ string) bool { return e.Page().Key != nil }},
		drawer("house", say.WordHouse, "House style…", LookDrawer, always),
		{Name: "house", Words: say.WordHouseOf, Place: HouseDrawer, Choices: houseChoices(), need: always,
			do: func(e *Editor, arg string) { e.looks.SetHouse(arg) },
			on: func(e *Editor, arg string) bool { return e.looks.HouseName() == arg }},
		{Name: "house-font", Words: say.WordHouseFont, Place: HouseDrawer, Choices: fontChoices(), need: always,
			do: func(e *Editor, arg string) { e.looks.SetFont(arg) },
			on: func(e *Editor, arg string) bool { return session.Quote(e.looks.Font()) == arg }},
		{Name: "house-but", Words: say.WordHouseBut, Place: HouseDrawer, need: needAStep, do: func(e *Editor, _ string) { e.looks.KeepLooks() }},
		{Name: "house-mend", Words: say.WordMendHouse, Short: say.WordMendText, Place: HouseDrawer, need: needPoorHouse, do: func(e *Editor, _ string) { e.looks.MendHouse() }},
		{Name: "house-take", Words: say.WordHouseTake, Place: HouseDrawer, need: always, do: func(e *Editor, arg string) { e.looks.TakeHouse(arg) }},
		{Name: "house-make", Words: say.WordHouseMake, Place: HouseDrawer, need: always, do: func(e *Editor, arg string) { e.looks.MakeHouse(arg) }},
		{Name: "look-set", Words: say.WordTypedLook, Place: LookDrawer, need: needAStep, do: func(e *Editor, arg string) { e.looks.SetTyped(arg) }},

		{Name: "page-add", Words: say.WordAddPage, Place: PageTabs, need: always, do: func(e *Editor, _ string) { e.pages.Add() }},
		{Name: "page-copy", Words: say.WordCopyPage, Place: PageTabs, need: always, do: func(e *Editor, _ string) { e.pages.CopyPage() }},
		{Name: "page-drop", Words: say.WordDropPage, Place: PageTabs, need: needPages, do: func(e *Editor, arg string) { e.pages.Delete(arg) }},
		{Name: "page-left", Words: say.WordPageLeft, Keys: []string{"Alt+PageUp"}, Place: ByKey, need: needPageBefore, do: func(e *Editor, _ string) { e.pages.Shift(-1) }},
		{Name: "page-right", Words: say.WordPageRight, Keys: []string{"Alt+PageDown"}, Place: ByKey, need: needPageAfter, do: func(e *Editor, _ string) { e.pages.Shift(1) }},
		drawer("numbers", say.WordNumbers, "", InList, always),
		{Name: "number-by", Words: say.WordNumberBy, Place: NumberDrawer, Choices: numberByChoices(), need: always,
			do: func(e *Editor, arg string) {
				e.pages.SetNumbering(func(n *chart.Numbering) { n.By = pages.NumberBy(arg) })
			},
			on: func(e *Editor, arg string) bool { return e.pages.Numbering().By == pages.NumberBy(arg) }},
		{Name: "number-not", Words: say.WordNumberNot, Place: NumberDrawer, Choices: numberNotChoices(), need: always,
			do: func(e *Editor, arg string) { e.pages.ToggleNumberNot(chart.NumberNot(arg)) },
			on: func(e *Editor, arg string) bool {
				return slices.Contains(e.pages.Numbering().Without, chart.NumberNot(arg))
			}},
		{Name: "number-outcomes", Words: say.WordOutcomes, Place: NumberDrawer, need: always,
			do: func(e *Editor, _ string) {
				e.pages.SetNumbering(func(n *chart.Numbering) { n.Outcomes = !n.Outcomes })
			},
			on: func(e *Editor, _ string) bool { return e.pages.Numbering().Outcomes }},
		{Name: "number-shown", Words: say.WordNumberShown, Place: NumberDrawer, need: always,
			Choices: []Choice{{Arg: "tags", Words: say.WordOnTags}, {Arg: string(chart.InText), Words: say.WordInText}, {Arg: string(chart.InList), Words: say.WordInList}},
			do: func(e *Editor, arg string) {
				e.pages.SetNumbering(func(n *chart.Numbering) { n.Shown = pages.NumberShown(arg) })
			},
			on: func(e *Editor, arg string) bool { return e.pages.Numbering().Shown == pages.NumberShown(arg) }},
		{Name: "number-after", Words: say.WordNumberNew, Place: NumberDrawer, need: always,
			Choices: []Choice{{Arg: "anew", Words: say.WordRenumber}, {Arg: "between", Words: say.WordBetween}},
			do: func(e *Editor, arg string) {
				e.pages.SetNumbering(func(n *chart.Numbering) { n.Between = arg == "between" })
			},
			on: func(e *Editor, arg string) bool { return e.pages.Numbering().Between == (arg == "between") }},
		{Name: "number-set", Words: say.WordNumberSet, Place: NumberDrawer, need: always, do: func(e *Editor, arg string) { e.pages.SetNumberTyped(arg) }},
		{Name: "number-all", Words: say.WordNumberAll, Place: NumberDrawer, need: needPage, do: func(e *Editor, _ string) { e.pages.NumberAll() }},
		{Name: "number-new", Words: say.WordNumberOnly, Place: NumberDrawer, need: needPage, do: func(e *Editor, _ string) { e.pages.NumberNew() }},
		{Name: "number-table", Words: say.WordNumberTable, Place: NumberDrawer, need: needRenumbered, do: func(e *Editor, _ string) { e.pages.NumberTable() }},
		{Name: "pin-number", Words: say.WordPin, Place: NumberDrawer, Menu: true, need: needNumbered, do: func(e *Editor, _ string) { e.pages.Pin() },
			on: func(e *Editor, _ string) bool { return e.pages.AllPinned() }},
		drawer("page", say.WordPageDrawer, "Page…", PageTabs, always),
		{Name: "page-paper", Words: say.WordPaper, Place: PageDrawer, Choices: paperChoices(), need: always,
			do: func(e *Editor, arg string) { e.pages.SetPaper(arg) }, on: func(e *Editor, arg string) bool { return e.pages.PaperIs(arg) }},
		{Name: "page-turn", Words: say.WordTurnSheet, Place: PageDrawer, Choices: []Choice{{Arg: "landscape", Words: say.WordLandscape}, {Arg: "portrait", Words: say.WordPortrait}}, need: always,
			do: func(e *Editor, arg string) { e.pages.TurnSheet(arg == "landscape") },
			on: func(e *Editor, arg string) bool { w, h := e.Page().SheetSize(); return w > h == (arg == "landscape") }},
		{Name: "page-ruler", Words: say.WordRuler, Place: PageDrawer, need: always, Choices: []Choice{{Arg: "none", Words: say.WordNoRuler}, {Arg: string(chart.InMM), Words: "mm"}, {Arg: string(chart.InInch), Words: say.WordInches}},
			do: func(e *Editor, arg string) {
				e.pages.SetSetup(say.DidRuler, func(s *chart.Setup) { s.Ruler = pages.RulerOf(arg) })
			},
			on: func(e *Editor, arg string) bool { return style.Setup(e.Page()).Ruler == pages.RulerOf(arg) }},
		{Name: "page-grid", Words: say.WordShowGrid, Place: PageDrawer, need: always, do: func(e *Editor, _ string) { e.pages.SetGrid(func(g *chart.Grid) { g.Shown = !g.Shown }) },
			on: func(e *Editor, _ string) bool { return e.pages.Grid().Shown }},
		{Name: "page-snap", Words: say.WordSnapGrid, Place: PageDrawer, need: always, do: func(e *Editor, _ string) { e.pages.SetGrid(func(g *chart.Grid) { g.Off = !g.Off }) },
			on: func(e *Editor, _ string) bool { return !e.pages.Grid().Off }},
		{Name: "page-ground", Words: say.WordGround, Place: PageDrawer, Choices: groundChoices(), need: always,
			do: func(e *Editor, arg string) { e.pages.SetGround(false, strings.TrimPrefix(arg, "paper")) }, on: func(e *Editor, arg string) bool { return e.pages.GroundIs(arg) }},
		{Name: "page-block", Words: say.WordBlock, Place: PageDrawer, Choices: cellChoices(), need: always,
			do: func(e *Editor, arg string) { e.pages.ToggleCell(arg) }, on: func(e *Editor, arg string) bool { return e.pages.HasCell(arg) }},
		{Name: "page-set", Words: say.WordTypedPage, Place: PageDrawer, need: always, do: func(e *Editor, arg string) { e.pages.SetSheetTyped(arg) }},
		{Name: "page-all", Words: say.WordSetupAll, Place: PageDrawer, need: needPages, do: func(e *Editor, _ string) { e.pages.SetupAll() }},
		{Name: "page-house", Words: say.WordPageHouse, Place: PageDrawer, need: needSetup, do: func(e *Editor, _ string) { e.pages.SetupToHouse() }},
		{Name: "page-larger", Words: say.WordLarger, Place: PageTabs, need: needOutgrown, do: func(e *Editor, _ string) { e.pages.Larger() }},
		{Name: "page-split", Words: say.WordSplitPage, Place: PageTabs, need: needOutgrown, do: func(e *Editor, _ string) { e.pages.SplitPage() }},
		{Name: "page-over", Words: say.WordLayOver, Place: PageTabs, Slow: say.WordLayingOut, need: needOutgrown, do: func(e *Editor, _ string) { e.pages.LayOutOver() }},
		{Name: "page-fit", Words: say.WordFitSheet, Place: PageTabs, need: needOutgrown, do: func(e *Editor, _ string) { e.pages.FitSheet() }},
		{Name: "file-drop", Words: say.WordDropFile, Place: FieldsDrawer, need: needOneStep, do: func(e *Editor, arg string) { e.steps.DropFile(arg) }},
		{Name: "link-set", Words: say.WordSetLink, Place: FieldsDrawer, need: always, do: func(e *Editor, arg string) { e.pages.SetLink(arg) }},
		{Name: "link-open", Words: say.WordOpenLink, Short: "Open", Keys: []string{"Alt+O"}, Place: FieldsDrawer, Menu: true, need: needLink, do: func(e *Editor, _ string) { e.pages.OpenLink() }},
		{Name: "into", Words: say.WordInto, Keys: []string{"Alt+P"}, Place: FieldsDrawer, Menu: true, need: needOneStep, do: func(e *Editor, _ string) { e.pages.Into() }},
		{Name: "into-page", Words: say.WordIntoPage, Place: FieldsDrawer, Menu: true, need: needAStep, do: func(e *Editor, _ string) { e.pages.IntoPage() }},
		{Name: "out-of-page", Words: say.WordOutOfPage, Place: FieldsDrawer, Menu: true, need: needInside, do: func(e *Editor, _ string) { e.pages.OutOfPage() }},
		{Name: "mate", Words: say.WordMate, Keys: []string{"Alt+G"}, Place: AtHand, Menu: true, need: needMate, do: func(e *Editor, _ string) { e.pages.GoMate() }},
		{Name: "page-next", Words: say.WordPageNext, Keys: []string{"PageDown"}, Place: ByKey, need: needPageAfter, do: func(e *Editor, _ string) { e.pages.Turn(1) }},
		{Name: "page-previous", Words: say.WordPagePrevious, Keys: []string{"PageUp"}, Place: ByKey, need: needPageBefore, do: func(e *Editor, _ string) { e.pages.Turn(-1) }},

		{Name: "change-symbol", Words: say.WordChangeSymbol, Place: SymbolDrawer, Choices: symbolChoices(), need: always,
			do: func(e *Editor, arg string) { e.chooseSymbol(symbol.Kind(arg)) },
			on: func(e *Editor, arg string) bool { return e.symbolIs(symbol.Kind(arg)) }},
		{
			Name:  "ports-clear",
			Words: say.WordClearPorts,
			Place: SymbolDrawer,
			Menu:  true,
			need:  needPorts,
			do:    func(e *Editor, _ string) { e.lines.ClearPorts() },
		},

		{Name: "field-show", Words: say.WordShowField, Short: "Show", Place: FieldsDrawer, need: needFieldNames, do: func(e *Editor, arg string) { e.pages.ShowField(arg) }},
		{Name: "field-hide", Words: say.WordHideField, Place: FieldsDrawer, need: always, do: func(e *Editor, arg string) { e.pages.HideField(arg) }},
		{Name: "field", Words: say.WordField, Place: FieldsDrawer, need: needAStep, do: func(e *Editor, arg string) { e.steps.SetField(arg) }},

		{
			Name:  "lane-rename",
			Words: say.WordRenameLane,
			Keys:  []string{"F2"},
			Place: LaneDrawer,
			Menu:  true,
			need:  needBand,
			do:    func(e *Editor, _ string) { e.text.OnLane(e.Band()) },
		},
		{Name: "lane-above", Words: say.WordBandBefore, Place: LaneDrawer, Menu: true, need: needBand, do: func(e *Editor, _ string) { e.bands.Insert(0) }},
		{Name: "lane-below", Words: say.WordBandAfter, Place: LaneDrawer, Menu: true, need: needBand, do: func(e *Editor, _ string) { e.bands.Insert(1) }},
		{Name: "lane-up", Words: say.WordBandUp, Place: LaneDrawer, Menu: true, need: needBand, do: func(e *Editor, _ string) { e.bands.Shift(-1) }},
		{Name: "lane-down", Words: say.WordBandDown, Place: LaneDrawer, Menu: true, need: needBand, do: func(e *Editor, _ string) { e.bands.Shift(1) }},
		{Name: "lane-split", Words: say.WordSplitLane, Short: say.ShortSplit, Place: LaneDrawer, Menu: true, need: needLane, do: func(e *Editor, _ string) { e.bands.Split() }},
		{Name: "lane-merge", Words: say.WordMergeLane, Short: say.ShortMerge, Place: LaneDrawer, Menu: true, need: needNextLane, do: func(e *Editor, _ string) { e.bands.Merge() }},
		{Name: "lane-inside", Words: say.WordLaneInside, Place: LaneDrawer, Menu: true, need: needGroupable, do: func(e *Editor, _ string) { e.bands.LaneInside() }},
		{Name: "pool-around", Words: say.WordPoolAround, Place: LaneDrawer, Menu: true, need: needGroupable, do: func(e *Editor, _ string) { e.bands.PoolAround() }},
		{Name: "lane-in", Words: say.WordLaneInto, Place: LaneDrawer, need: needGroupable, do: func(e *Editor, arg string) { e.bands.LaneInto(arg) }},
		{Name: "lane-size", Words: say.WordBandSize, Place: LaneDrawer, need: needSized, do: func(e *Editor, arg string) { e.bands.Resize(arg) }},
		{Name: "lane-same", Words: say.WordSameLanes, Place: LaneDrawer, need: needLanes, do: func(e *Editor, _ string) { e.bands.SameSize() }},
		{Name: "lane-fit", Words: say.WordShrinkLanes, Place: LaneDrawer, need: needLanes, do: func(e *Editor, _ string) { e.bands.Shrink() }},
		{Name: "lanes-run", Words: say.WordLanesRun, Place: LaneDrawer, need: needLanes,
			Choices: []Choice{{Arg: "across", Words: say.WordLanesAcross}, {Arg: "down", Words: say.WordLanesDown}},
			do:      func(e *Editor, arg string) { e.bands.Turn(arg == "down") },
			on:      func(e *Editor, arg string) bool { return e.Page().Down == (arg == "down") }},
		{Name: "lanes-level", Words: say.WordLevelNames, Place: LaneDrawer, need: needAcross, do: func(e *Editor, _ string) { e.bands.LevelNames() },
			on: func(e *Editor, _ string) bool { return e.Page().Level }},
		{Name: "lanes-all", Words: say.WordAllLanes, Place: LaneDrawer, need: needLanes,
			do: func(e *Editor, _ string) {
				e.pages.SetSetup(say.DidAllLanes, func(s *chart.Setup) { s.Lanes = !s.Lanes })
			},
			on: func(e *Editor, _ string) bool { s := e.Page().Setup; return s != nil && s.Lanes }},
		{Name: "lane-field", Words: say.WordLaneField, Place: LaneDrawer, need: needLane, do: func(e *Editor, arg string) { e.bands.SetLaneField(arg) }},
		{Name: "stage-names", Words: say.WordStageNames, Place: LaneDrawer, need: needLanes, do: func(e *Editor, arg string) { e.bands.NameStages(arg) }},
		{Name: "step-lane", Words: say.WordTellLane, Place: InList, need: needAStep, do: func(e *Editor, arg string) { e.bands.PutStepsInto(arg) }},
		{
			Name:  "lane-delete",
			Words: say.WordDeleteLane,
			Short: say.ShortDeleteLane,
			Place: LaneDrawer,
			Menu:  true,
			need:  needBand,
			do:    func(e *Editor, arg string) { e.Ask(nil); e.bands.Delete(arg) },
		},
		{Name: "lane-look", Words: say.WordLaneLook, Place: LaneDrawer, Choices: laneLookChoices(), need: needBand,
			do: func(e *Editor, arg string) { e.bands.SetLaneLook(arg) },
			on: func(e *Editor, arg string) bool { return e.bands.LaneLooks(arg) }},
		{Name: "lane-names", Words: say.WordLaneNames, Place: LaneDrawer, need: always, do: func(e *Editor, arg string) { e.bands.NameLanes(arg) }},
		{Name: "lanes-away", Words: say.WordNoLanes, Place: LaneDrawer, need: needLanes, do: func(e *Editor, _ string) { e.bands.NameLanes("") }},

		{Name: "glue-loose", Words: say.WordGlueLoose, Place: LooseDrawer, need: needLoose, do: func(e *Editor, arg string) { e.lines.GlueLoose(arg) }},
		{Name: "loose", Words: say.WordSelectLoose, Place: LooseDrawer, need: needLoose, do: func(e *Editor, _ string) { e.selectLoose() }},

		{Name: "row-enter", Words: say.WordRowEnter, Place: InList, need: always, do: func(e *Editor, arg string) { e.outline.RowEnter(arg) }},
		{Name: "row-in", Words: say.WordRowIn, Place: InList, need: always, do: func(e *Editor, arg string) { e.outline.RowIn(arg) }},
		{Name: "row-back", Words: say.WordRowBack, Place: InList, need: always, do: func(e *Editor, arg string) { e.outline.RowBack(arg) }},
		{Name: "row-up", Words: say.WordRowUp, Place: InList, need: always, do: func(e *Editor, arg string) { e.outline.RowShift(arg, -1) }},
		{Name: "row-down", Words: say.WordRowDown, Place: InList, need: always, do: func(e *Editor, arg string) { e.outline.RowShift(arg, 1) }},
		{Name: "add-step", Words: say.WordAddStep, Place: InList, need: always, do: func(e *Editor, arg string) { e.outline.AddTyped(arg) }},
		{Name: "outcome-up", Words: say.WordOutcomeUp, Place: InList, need: always, do: func(e *Editor, arg string) { e.lines.ShiftOutcome(arg, -1) }},
		{Name: "outcome-down", Words: say.WordOutcomeDown, Place: InList, need: always, do: func(e *Editor, arg string) { e.lines.ShiftOutcome(arg, 1) }},

		page("fold-list", say.WordFoldList, "", AtPaper, ","),
		page("margin", say.WordMargin, "", AtPaper, "."),
		page("proof", say.WordProof, "", AtPaper, "Alt+R"),
		drawer("loose", say.WordLooseEnds, "", AtPaper, needLoose),
		page("export", say.WordExport, "", AtPaper),
		page("share", say.WordShare, "", AtPaper),
		page("find", say.WordFind, "", ByKey, "/"),
		page("keys", say.WordKeys, "", ByKey, "?"),
		page("menu", say.WordMenu, "", ByKey, "Menu key", "Shift+F10"),

		{Name: "close-gap", Words: say.WordCloseGap, Place: AtHand, Menu: true, need: needGap, do: func(e *Editor, _ string) { e.steps.CloseGap() }},
		{Name: "cancel", Words: say.WordCancel, Keys: []string{"Escape"}, Place: ByKey, need: always, do: func(e *Editor, _ string) { e.escape() }},
		{Name: "step-before", Words: say.WordBefore, Keys: []string{"["}, Place: ByKey, need: needPage, do: func(e *Editor, _ string) { e.byNumber(-1) }},
		{Name: "step-after", Words: say.WordAfter, Keys: []string{"]"}, Place: ByKey, need: needPage, do: func(e *Editor, _ string) { e.byNumber(1) }},
	}
}

// drawer is the command that opens and shuts a drawer.
func drawer(name, words, short string, place Place, need func(*Editor) string) Command {
	return Command{
		Name:  "drawer-" + name,
		Words: words,
		Short: short,
		Place: place,
		Menu:  place == OnSelection || place == OnConnector,
		Page:  true,
		need:  need,
	}
}

func alignCommand(edge arrange.Edge, words string) Command {
	return Command{Name: "align-" + string(edge), Words: words, Place: OnLineUp, Menu: true, need: needTwoSteps,
		do: func(e *Editor, _ string) { e.steps.Align(edge, words) }}
}

func meansCommand(m chart.Meaning, words string) Command {
	return Command{Name: string(m), Words: words, Place: OnConnector, Menu: true, need: needLine,
		do: func(e *Editor, _ string) { e.lines.SetMeaning(m, words) },
		on: func(e *Editor, _ string) bool { return e.lines.Means(m) }}
}

func stackCommand(arg, words string) Command {
	return Command{Name: "stack-" + arg, Words: words, Place: HoldDrawer, Menu: true, need: needAStep, do: func(e *Editor, _ string) { e.steps.Stack(arg) }}
}

func symbolChoices() []Choice {
	var out []Choice
	for _, i := range symbol.All() {
		out = append(out, Choice{Arg: string(i.Kind), Words: i.Name})
	}
	return out
}
