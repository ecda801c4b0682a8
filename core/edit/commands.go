package edit

import (
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
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
	Page    bool     // done by the page around the editor: zoom, panels, export
	Slow    string   // what it is at for a while on a large page; that goes by way of the page around the editor, which says so first

	need func(*Editor) string
	do   func(*Editor, string)
	on   func(*Editor, string) bool // whether it is switched on, with that choice
	// has is on for several things at once: whether some of them have it, and whether all do.
	has func(*Editor, string) (some, all bool)
}

// Choice is one of the ways to do a command, and the key of that way; "" for none.
type Choice struct{ Arg, Words, Key string }

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

	PageDrawer Place = "page"
	PageTabs   Place = "pages"
	InList     Place = "step list"
	AtPaper    Place = "bar and margin"
	AtHand     Place = "menu at the hand" // and by key
	ByKey      Place = "keys"
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
		{Name: "kind", Words: wordKind, Place: OnConnector, Choices: kindChoices, need: always,
			do: func(e *Editor, arg string) { e.setKind(arg) },
			on: func(e *Editor, arg string) bool { return kindName(e.kindShown()) == arg }},
		drawer("line", wordLine, "Line…", OnConnector, always),
		meansCommand(
			chart.Flow,
			wordFlow,
		), meansCommand(chart.Aside, wordAside), meansCommand(chart.Data, wordData), meansCommand(chart.Note, wordNote),
		{Name: "label", Words: wordLabel, Place: OnConnector, Menu: true, need: needLine,
			do: func(e *Editor, _ string) { e.typeOnLine(e.Lines()[0].ID) }},

		{Name: "text", Words: wordText, Keys: []string{"F2"}, Place: OnSelection, Menu: true, need: needTypable,
			do: func(e *Editor, _ string) { e.typeOnSelected() }},
		{Name: "next", Words: wordNext, Short: "Next", Keys: []string{"Enter"}, Place: OnSelection, Menu: true, need: needOneStep,
			do: func(e *Editor, _ string) { e.nextStep(false) }},
		{Name: "other", Words: wordOther, Short: "Way out", Keys: []string{"Alt+Enter"}, Place: OnSelection, Menu: true, need: needOneStep,
			do: func(e *Editor, _ string) { e.nextStep(true) }},
		drawer("symbol", wordSymbol, "", OnSelection, always),
		drawer("look", wordLook, "", OnSelection, always),
		drawer("fields", wordFields, "", OnSelection, needPage),
		{Name: "glue", Words: wordGlue, Keys: []string{"g"}, Place: OnSelection, Menu: true, need: needAStep,
			do: func(e *Editor, _ string) { e.typeGlue() }},
		{Name: "chain", Words: wordChain, Keys: []string{"c"}, Place: ByKey, Menu: true, need: needTwoSteps, do: func(e *Editor, _ string) { e.chain() }},
		{Name: "repeat", Words: wordRepeat, Keys: []string{"r"}, Place: ByKey, need: always, do: func(e *Editor, _ string) { e.repeat() }},
		{Name: "copies", Words: wordCopies, Place: SymbolDrawer, need: needAStep, do: func(e *Editor, arg string) { e.copiesTyped(arg) }},
		{Name: "step-size", Words: wordStepSize, Place: SymbolDrawer, need: needAStep, do: func(e *Editor, arg string) { e.sizeTyped(arg) }},
		{Name: "delete", Words: wordDelete, Keys: []string{"Delete", "Backspace"}, Place: OnSelection, Menu: true, need: needAny,
			do: func(e *Editor, _ string) { e.deleteSelected() }},
		{Name: "duplicate", Words: wordDuplicate, Keys: []string{"Ctrl+D"}, Place: OnSelection, Menu: true, need: needAStep,
			do: func(e *Editor, _ string) { e.duplicate() }},
		drawer("lane", wordLane, "", OnSelection, needBand),
		{Name: "picture", Words: wordPicture, Short: "Picture", Place: OnSelection, Menu: true, Page: true, need: always},
		{Name: "copy", Words: wordCopy, Keys: []string{"Ctrl+C"}, Place: AtHand, Menu: true, need: needAStep,
			do: func(e *Editor, _ string) { e.copy() }},
		{Name: "cut", Words: wordCut, Keys: []string{"Ctrl+X"}, Place: AtHand, Menu: true, need: needAStep,
			do: func(e *Editor, _ string) { e.copy(); e.remove() }},
		{Name: "paste", Words: wordPaste, Keys: []string{"Ctrl+V"}, Place: AtHand, Menu: true, Page: true, need: always,
			do: func(e *Editor, arg string) { e.paste(arg) }},
		{Name: "all", Words: wordAll, Keys: []string{"Ctrl+A"}, Place: AtHand, Menu: true, need: needPage,
			do: func(e *Editor, _ string) { e.selectAll() }},

		alignCommand(arrange.Left, wordAlignLeft), alignCommand(arrange.Centre, wordAlignCentre), alignCommand(arrange.Right, wordAlignRight),
		{Name: "distribute-across", Words: wordDistributeAcross, Place: OnLineUp, Menu: true, need: needThreeSteps,
			do: func(e *Editor, _ string) { e.distribute(true) }},
		{Name: "same-size", Words: wordSameSize, Place: OnLineUp, Menu: true, need: needTwoSteps,
			do: func(e *Editor, _ string) { e.sameSize() }},
		alignCommand(arrange.Top, wordAlignTop), alignCommand(arrange.Middle, wordAlignMiddle), alignCommand(arrange.Bottom, wordAlignBottom),
		{Name: "distribute-down", Words: wordDistributeDown, Place: OnLineUp, Menu: true, need: needThreeSteps,
			do: func(e *Editor, _ string) { e.distribute(false) }},

		drawer("together", wordTogether, "", OnLineUp, needPage),
		{Name: "group", Words: wordGroup, Keys: []string{"Ctrl+G"}, Place: HoldDrawer, Menu: true, need: needTwoSteps, do: func(e *Editor, _ string) { e.group() }},
		{Name: "ungroup", Words: wordUngroup, Keys: []string{"Ctrl+Shift+G"}, Place: HoldDrawer, Menu: true, need: needGroup, do: func(e *Editor, _ string) { e.ungroup() }},
		{Name: "lock", Words: wordLock, Keys: []string{"Alt+L"}, Place: HoldDrawer, Menu: true, need: needAStep,
			do: func(e *Editor, _ string) { e.lock() }, on: func(e *Editor, _ string) bool { return e.allLocked() }},
		stackCommand("front", wordToFront), stackCommand("forward", wordForward), stackCommand("backward", wordBackward), stackCommand("back", wordToBack),

		{Name: "layout", Words: wordLayOut, Keys: []string{"l"}, Place: OnPage, Menu: true, Slow: wordLayingOut, need: needPage,
			do: func(e *Editor, _ string) { e.layOut(false, layout.Down) }},
		{Name: "layout-right", Words: wordLayOutRight, Place: AtHand, Menu: true, Slow: wordLayingOut, need: needNoLanes,
			do: func(e *Editor, _ string) { e.layOut(false, layout.Right) }},
		drawer("lanes", wordLanes, "", OnPage, always),
		{Name: "number", Words: wordNumber, Keys: []string{"#"}, Place: OnPage, Menu: true, need: needPage,
			do: func(e *Editor, _ string) { e.numberSteps() }},
		{Name: "title", Words: wordTitle, Short: "Title", Place: OnPage, Menu: true, need: always,
			do: func(e *Editor, _ string) { e.typeOnTitle() }},

		{Name: "undo", Words: wordUndo, Keys: []string{"Ctrl+Z"}, Place: OnHistory, need: needUndo, do: func(e *Editor, _ string) { e.Undo() }},
		{
			Name:  "redo",
			Words: wordRedo,
			Keys:  []string{"Ctrl+Shift+Z", "Ctrl+Y"},
			Place: OnHistory,
			need:  needRedo,
			do:    func(e *Editor, _ string) { e.Redo() },
		},
		page("zoom-out", wordZoomOut, "", OnHistory, "-"),
		page("whole-page", wordWholePage, "", OnHistory, "0"),
		page("zoom-in", wordZoomIn, "", OnHistory, "+", "="),
		page("full-size", wordFullSize, "", ByKey, "9"),

		{Name: "look", Words: wordLineLook, Place: LineDrawer, Choices: lookChoices(), need: needLine,
			do: func(e *Editor, arg string) { e.setLook(arg) },
			on: func(e *Editor, arg string) bool { return e.lineLooks(arg) }},
		{Name: "crossings", Words: wordCrossings, Place: LineDrawer, need: needLine,
			Choices: []Choice{{Arg: "page", Words: wordLikePage}, {Arg: "arch", Words: wordArch}, {Arg: "break", Words: wordBreak}, {Arg: "plain", Words: wordPlain}},
			do:      func(e *Editor, arg string) { e.setCrossings(arg) },
			on:      func(e *Editor, arg string) bool { return e.crosses(arg) }},
		{Name: "reverse", Words: wordReverse, Place: LineDrawer, Menu: true, need: needLine, do: func(e *Editor, _ string) { e.reverse() }},
		{Name: "both-ways", Words: wordBothWays, Place: LineDrawer, Menu: true, need: needLine, do: func(e *Editor, _ string) { e.bothWays() }},
		{
			Name:  "default-look",
			Words: wordDefaultLook,
			Place: LineDrawer,
			Menu:  true,
			need:  needLine,
			do:    func(e *Editor, _ string) { e.defaultLook() },
		},
		{Name: "best-side", Words: wordBestSide, Place: LineDrawer, Menu: true, need: needLine, do: func(e *Editor, _ string) { e.bestSides() }},
		{Name: "fix-sides", Words: wordFixSides, Place: LineDrawer, Menu: true, need: needLine, do: func(e *Editor, _ string) { e.fixSides() },
			on: func(e *Editor, _ string) bool { return e.sidesFixed() }},
		{Name: "main-way", Words: wordMainWay, Place: LineDrawer, Menu: true, need: needOutcome, do: func(e *Editor, _ string) { e.mainWay() },
			on: func(e *Editor, _ string) bool { return needOutcome(e) == "" && e.Lines()[0].Main }},
		{Name: "bends-more", Words: wordAddBends, Place: LineDrawer, Menu: true, need: needBendable, do: func(e *Editor, _ string) { e.bendMore() }},
		{
			Name:  "bends-less",
			Words: wordRemoveBends,
			Place: LineDrawer,
			Menu:  true,
			need:  needPinned,
			do:    func(e *Editor, _ string) { e.bendLess() },
		},
		{Name: "reset-route", Words: wordResetRoute, Place: LineDrawer, Menu: true, need: needLine, do: func(e *Editor, _ string) { e.resetRoute() }},
		{Name: "label-more", Words: wordAnotherLabel, Place: LineDrawer, Menu: true, need: needOneLine,
			do: func(e *Editor, _ string) { e.typeOnLabel(e.Lines()[0].ID, len(e.Lines()[0].Labels), nil) }},
		{
			Name:  "labels-reset",
			Words: wordResetLabels,
			Place: LineDrawer,
			Menu:  true,
			need:  needLine,
			do:    func(e *Editor, _ string) { e.resetLabels() },
		},
		{Name: "crossings-page", Words: wordPageCrossings, Place: LineDrawer, need: always,
			Choices: []Choice{{Arg: "arch", Words: wordArch}, {Arg: "break", Words: wordBreak}, {Arg: "plain", Words: wordPlain}},
			do:      func(e *Editor, arg string) { e.setPageCrossings(arg) },
			on:      func(e *Editor, arg string) bool { return pageCrossings(e.Page()) == arg }},
		{Name: "keep-off", Words: wordKeepOff, Place: LineDrawer, need: always, do: func(e *Editor, _ string) { e.keepOff() },
			on: func(e *Editor, _ string) bool { return e.Page().KeepOff }},
		{Name: "reroute", Words: wordReroute, Place: LineDrawer, Slow: wordRerouting, need: needPage,
			do: func(e *Editor, _ string) { e.reroute() }},

		{Name: "step-look", Words: wordStepLook, Place: LookDrawer, Choices: stepLookChoices(), need: needAStep,
			do:  func(e *Editor, arg string) { e.setStepLook(arg) },
			has: func(e *Editor, arg string) (bool, bool) { return e.stepsLook(arg) }},
		{Name: "look-plain", Words: wordPlainLook, Place: LookDrawer, Menu: true, need: needLooks, do: func(e *Editor, _ string) { e.plainLook() }},
		{Name: "look-pick", Words: wordPickUp, Short: "Pick up", Keys: []string{"Alt+C"}, Place: LookDrawer, Menu: true, need: needOneThing,
			do: func(e *Editor, _ string) { e.pickUp() }},
		{Name: "look-put", Words: wordPutOn, Short: "Put on", Keys: []string{"Alt+V"}, Place: LookDrawer, Menu: true, need: needPicked,
			do: func(e *Editor, _ string) { e.putOn() }},
		{Name: "look-next", Words: wordNextPlain, Place: LookDrawer, need: always,
			do: func(e *Editor, _ string) { e.Next.Plain = !e.Next.Plain },
			on: func(e *Editor, _ string) bool { return e.Next.Plain }},
		{Name: "emphasise", Words: wordEmphasise, Place: LookDrawer, Menu: true, need: needThings,
			do: func(e *Editor, _ string) { e.weigh(didEmphasise, style.Emphasised, style.EmphasisedLine) }},
		{Name: "tone-down", Words: wordToneDown, Place: LookDrawer, Menu: true, need: needThings,
			do: func(e *Editor, _ string) { e.weigh(didToneDown, style.Toned, style.TonedLine) }},
		{Name: "look-lanes", Words: wordLookByLane, Place: LookDrawer, need: needLanes, do: func(e *Editor, _ string) { e.lookByLane() }},
		{Name: "look-kinds", Words: wordLookByKind, Place: LookDrawer, need: needPage, do: func(e *Editor, _ string) { e.lookByKind() }},
		{Name: "look-field", Words: wordLookByField, Place: LookDrawer, need: needFieldNames, do: func(e *Editor, arg string) { e.lookByField(arg, e.order()) }},
		{Name: "text-mend", Words: wordMendText, Place: LookDrawer, need: needMending, do: func(e *Editor, _ string) { e.mendText() }},
		{Name: "text-style", Words: wordSetTextStyle, Short: "Set style", Place: LookDrawer, need: needTextStyle, do: func(e *Editor, _ string) { e.setTextStyle() }},
		{Name: "pipette", Words: wordPipette, Place: LookDrawer, need: needAStep, do: func(e *Editor, _ string) { e.takePipette() },
			on: func(e *Editor, _ string) bool { return e.picking() }},
		{Name: "key", Words: wordKey, Place: LookDrawer, need: needPage, do: func(e *Editor, _ string) { e.toggleKey() },
			on: func(e *Editor, _ string) bool { return e.Page().Key != nil }},
		drawer("house", wordHouse, "House style…", LookDrawer, always),
		{Name: "house", Words: wordHouseOf, Place: HouseDrawer, Choices: houseChoices(), need: always,
			do: func(e *Editor, arg string) { e.setHouse(arg) },
			on: func(e *Editor, arg string) bool { return e.houseName() == arg }},
		{Name: "house-font", Words: wordHouseFont, Place: HouseDrawer, Choices: fontChoices(), need: always,
			do: func(e *Editor, arg string) { e.setFont(arg) },
			on: func(e *Editor, arg string) bool { return Quote(e.font()) == arg }},
		{Name: "house-but", Words: wordHouseBut, Place: HouseDrawer, need: needAStep, do: func(e *Editor, _ string) { e.keepLooks() }},
		{Name: "house-mend", Words: wordMendHouse, Short: wordMendText, Place: HouseDrawer, need: needPoorHouse, do: func(e *Editor, _ string) { e.mendHouse() }},
		{Name: "house-take", Words: wordHouseTake, Place: HouseDrawer, need: always, do: func(e *Editor, arg string) { e.takeHouse(arg) }},
		{Name: "house-make", Words: wordHouseMake, Place: HouseDrawer, need: always, do: func(e *Editor, arg string) { e.makeHouse(arg) }},
		{Name: "look-set", Words: wordTypedLook, Place: LookDrawer, need: needAStep, do: func(e *Editor, arg string) { e.setTyped(arg) }},

		{Name: "page-add", Words: wordAddPage, Place: PageTabs, need: always, do: func(e *Editor, _ string) { e.addPage() }},
		{Name: "page-copy", Words: wordCopyPage, Place: PageTabs, need: always, do: func(e *Editor, _ string) { e.copyPage() }},
		{Name: "page-drop", Words: wordDropPage, Place: PageTabs, need: needPages, do: func(e *Editor, arg string) { e.dropPage(arg) }},
		{Name: "page-left", Words: wordPageLeft, Keys: []string{"Alt+PageUp"}, Place: ByKey, need: needPageBefore, do: func(e *Editor, _ string) { e.shiftPage(-1) }},
		{Name: "page-right", Words: wordPageRight, Keys: []string{"Alt+PageDown"}, Place: ByKey, need: needPageAfter, do: func(e *Editor, _ string) { e.shiftPage(1) }},
		drawer("page", wordPageDrawer, "Page…", PageTabs, always),
		{Name: "page-paper", Words: wordPaper, Place: PageDrawer, Choices: paperChoices(), need: always,
			do: func(e *Editor, arg string) { e.setPaper(arg) }, on: func(e *Editor, arg string) bool { return e.paperIs(arg) }},
		{Name: "page-turn", Words: wordTurnSheet, Place: PageDrawer, Choices: []Choice{{Arg: "landscape", Words: wordLandscape}, {Arg: "portrait", Words: wordPortrait}}, need: always,
			do: func(e *Editor, arg string) { e.turnSheet(arg == "landscape") },
			on: func(e *Editor, arg string) bool { w, h := e.Page().SheetSize(); return w > h == (arg == "landscape") }},
		{Name: "page-ruler", Words: wordRuler, Place: PageDrawer, need: always, Choices: []Choice{{Arg: "none", Words: wordNoRuler}, {Arg: string(chart.InMM), Words: "mm"}, {Arg: string(chart.InInch), Words: wordInches}},
			do: func(e *Editor, arg string) { e.setSetup(didRuler, func(s *chart.Setup) { s.Ruler = rulerOf(arg) }) },
			on: func(e *Editor, arg string) bool { return style.Setup(e.Page()).Ruler == rulerOf(arg) }},
		{Name: "page-grid", Words: wordShowGrid, Place: PageDrawer, need: always, do: func(e *Editor, _ string) { e.setGrid(func(g *chart.Grid) { g.Shown = !g.Shown }) },
			on: func(e *Editor, _ string) bool { return e.grid().Shown }},
		{Name: "page-snap", Words: wordSnapGrid, Place: PageDrawer, need: always, do: func(e *Editor, _ string) { e.setGrid(func(g *chart.Grid) { g.Off = !g.Off }) },
			on: func(e *Editor, _ string) bool { return !e.grid().Off }},
		{Name: "page-ground", Words: wordGround, Place: PageDrawer, Choices: groundChoices(), need: always,
			do: func(e *Editor, arg string) { e.setGround(false, strings.TrimPrefix(arg, "paper")) }, on: func(e *Editor, arg string) bool { return e.groundIs(arg) }},
		{Name: "page-block", Words: wordBlock, Place: PageDrawer, Choices: cellChoices(), need: always,
			do: func(e *Editor, arg string) { e.toggleCell(arg) }, on: func(e *Editor, arg string) bool { return e.hasCell(arg) }},
		{Name: "page-set", Words: wordTypedPage, Place: PageDrawer, need: always, do: func(e *Editor, arg string) { e.setSheetTyped(arg) }},
		{Name: "page-all", Words: wordSetupAll, Place: PageDrawer, need: needPages, do: func(e *Editor, _ string) { e.setupAll() }},
		{Name: "page-house", Words: wordPageHouse, Place: PageDrawer, need: needSetup, do: func(e *Editor, _ string) { e.setupToHouse() }},
		{Name: "page-larger", Words: wordLarger, Place: PageTabs, need: needOutgrown, do: func(e *Editor, _ string) { e.larger() }},
		{Name: "page-split", Words: wordSplitPage, Place: PageTabs, need: needOutgrown, do: func(e *Editor, _ string) { e.splitPage() }},
		{Name: "page-over", Words: wordLayOver, Place: PageTabs, Slow: wordLayingOut, need: needOutgrown, do: func(e *Editor, _ string) { e.layOutOver() }},
		{Name: "page-fit", Words: wordFitSheet, Place: PageTabs, need: needOutgrown, do: func(e *Editor, _ string) { e.fitSheet() }},
		{Name: "file-drop", Words: wordDropFile, Place: FieldsDrawer, need: needOneStep, do: func(e *Editor, arg string) { e.dropFile(arg) }},
		{Name: "link-set", Words: wordSetLink, Place: FieldsDrawer, need: always, do: func(e *Editor, arg string) { e.setLink(arg) }},
		{Name: "link-open", Words: wordOpenLink, Short: "Open", Keys: []string{"Alt+O"}, Place: FieldsDrawer, Menu: true, need: needLink, do: func(e *Editor, _ string) { e.openLink() }},
		{Name: "into", Words: wordInto, Keys: []string{"Alt+P"}, Place: FieldsDrawer, Menu: true, need: needOneStep, do: func(e *Editor, _ string) { e.into() }},
		{Name: "into-page", Words: wordIntoPage, Place: FieldsDrawer, Menu: true, need: needAStep, do: func(e *Editor, _ string) { e.intoPage() }},
		{Name: "out-of-page", Words: wordOutOfPage, Place: FieldsDrawer, Menu: true, need: needInside, do: func(e *Editor, _ string) { e.outOfPage() }},
		{Name: "mate", Words: wordMate, Keys: []string{"Alt+G"}, Place: AtHand, Menu: true, need: needMate, do: func(e *Editor, _ string) { e.goMate() }},
		{Name: "page-next", Words: wordPageNext, Keys: []string{"PageDown"}, Place: ByKey, need: needPageAfter, do: func(e *Editor, _ string) { e.turnPage(1) }},
		{Name: "page-previous", Words: wordPagePrevious, Keys: []string{"PageUp"}, Place: ByKey, need: needPageBefore, do: func(e *Editor, _ string) { e.turnPage(-1) }},

		{Name: "change-symbol", Words: wordChangeSymbol, Place: SymbolDrawer, Choices: symbolChoices(), need: always,
			do: func(e *Editor, arg string) { e.chooseSymbol(symbol.Kind(arg)) },
			on: func(e *Editor, arg string) bool { return e.symbolIs(symbol.Kind(arg)) }},
		{
			Name:  "ports-clear",
			Words: wordClearPorts,
			Place: SymbolDrawer,
			Menu:  true,
			need:  needPorts,
			do:    func(e *Editor, _ string) { e.clearPorts() },
		},

		{Name: "field-show", Words: wordShowField, Short: "Show", Place: FieldsDrawer, need: needFieldNames, do: func(e *Editor, arg string) { e.showField(arg) }},
		{Name: "field-hide", Words: wordHideField, Place: FieldsDrawer, need: always, do: func(e *Editor, arg string) { e.hideField(arg) }},
		{Name: "field", Words: wordField, Place: FieldsDrawer, need: needAStep, do: func(e *Editor, arg string) { e.setField(arg) }},

		{
			Name:  "lane-rename",
			Words: wordRenameLane,
			Keys:  []string{"F2"},
			Place: LaneDrawer,
			Menu:  true,
			need:  needBand,
			do:    func(e *Editor, _ string) { e.typeOnLane(e.Band()) },
		},
		{Name: "lane-above", Words: wordBandBefore, Place: LaneDrawer, Menu: true, need: needBand, do: func(e *Editor, _ string) { e.insertBand(0) }},
		{Name: "lane-below", Words: wordBandAfter, Place: LaneDrawer, Menu: true, need: needBand, do: func(e *Editor, _ string) { e.insertBand(1) }},
		{Name: "lane-up", Words: wordBandUp, Place: LaneDrawer, Menu: true, need: needBand, do: func(e *Editor, _ string) { e.shiftBand(-1) }},
		{Name: "lane-down", Words: wordBandDown, Place: LaneDrawer, Menu: true, need: needBand, do: func(e *Editor, _ string) { e.shiftBand(1) }},
		{Name: "lane-split", Words: wordSplitLane, Short: shortSplit, Place: LaneDrawer, Menu: true, need: needLane, do: func(e *Editor, _ string) { e.splitLane() }},
		{Name: "lane-merge", Words: wordMergeLane, Short: shortMerge, Place: LaneDrawer, Menu: true, need: needNextLane, do: func(e *Editor, _ string) { e.mergeLane() }},
		{Name: "lane-inside", Words: wordLaneInside, Place: LaneDrawer, Menu: true, need: needGroupable, do: func(e *Editor, _ string) { e.laneInside() }},
		{Name: "pool-around", Words: wordPoolAround, Place: LaneDrawer, Menu: true, need: needGroupable, do: func(e *Editor, _ string) { e.poolAround() }},
		{Name: "lane-in", Words: wordLaneInto, Place: LaneDrawer, need: needGroupable, do: func(e *Editor, arg string) { e.laneInto(arg) }},
		{Name: "lane-size", Words: wordBandSize, Place: LaneDrawer, need: needSized, do: func(e *Editor, arg string) { e.sizeBand(arg) }},
		{Name: "lane-same", Words: wordSameLanes, Place: LaneDrawer, need: needLanes, do: func(e *Editor, _ string) { e.sameLanes() }},
		{Name: "lane-fit", Words: wordShrinkLanes, Place: LaneDrawer, need: needLanes, do: func(e *Editor, _ string) { e.shrinkLanes() }},
		{Name: "lanes-run", Words: wordLanesRun, Place: LaneDrawer, need: needLanes,
			Choices: []Choice{{Arg: "across", Words: wordLanesAcross}, {Arg: "down", Words: wordLanesDown}},
			do:      func(e *Editor, arg string) { e.turnLanes(arg == "down") },
			on:      func(e *Editor, arg string) bool { return e.Page().Down == (arg == "down") }},
		{Name: "lanes-level", Words: wordLevelNames, Place: LaneDrawer, need: needAcross, do: func(e *Editor, _ string) { e.levelNames() },
			on: func(e *Editor, _ string) bool { return e.Page().Level }},
		{Name: "lanes-all", Words: wordAllLanes, Place: LaneDrawer, need: needLanes,
			do: func(e *Editor, _ string) {
				e.setSetup(didAllLanes, func(s *chart.Setup) { s.Lanes = !s.Lanes })
			},
			on: func(e *Editor, _ string) bool { s := e.Page().Setup; return s != nil && s.Lanes }},
		{Name: "lane-field", Words: wordLaneField, Place: LaneDrawer, need: needLane, do: func(e *Editor, arg string) { e.setLaneField(arg) }},
		{Name: "stage-names", Words: wordStageNames, Place: LaneDrawer, need: needLanes, do: func(e *Editor, arg string) { e.nameStages(arg) }},
		{Name: "step-lane", Words: wordTellLane, Place: InList, need: needAStep, do: func(e *Editor, arg string) { e.tellLane(arg) }},
		{
			Name:  "lane-delete",
			Words: wordDeleteLane,
			Short: shortDeleteLane,
			Place: LaneDrawer,
			Menu:  true,
			need:  needBand,
			do:    func(e *Editor, arg string) { e.Ask(nil); e.dropBand(arg) },
		},
		{Name: "lane-look", Words: wordLaneLook, Place: LaneDrawer, Choices: laneLookChoices(), need: needBand,
			do: func(e *Editor, arg string) { e.setLaneLook(arg) },
			on: func(e *Editor, arg string) bool { return e.laneLooks(arg) }},
		{Name: "lane-names", Words: wordLaneNames, Place: LaneDrawer, need: always, do: func(e *Editor, arg string) { e.nameLanes(arg) }},
		{Name: "lanes-away", Words: wordNoLanes, Place: LaneDrawer, need: needLanes, do: func(e *Editor, _ string) { e.nameLanes("") }},

		{Name: "glue-loose", Words: wordGlueLoose, Place: LooseDrawer, need: needLoose, do: func(e *Editor, arg string) { e.glueLoose(arg) }},
		{Name: "loose", Words: wordSelectLoose, Place: LooseDrawer, need: needLoose, do: func(e *Editor, _ string) { e.selectLoose() }},

		{Name: "row-enter", Words: wordRowEnter, Place: InList, need: always, do: func(e *Editor, arg string) { e.rowEnter(arg) }},
		{Name: "row-in", Words: wordRowIn, Place: InList, need: always, do: func(e *Editor, arg string) { e.rowIn(arg) }},
		{Name: "row-back", Words: wordRowBack, Place: InList, need: always, do: func(e *Editor, arg string) { e.rowBack(arg) }},
		{Name: "row-up", Words: wordRowUp, Place: InList, need: always, do: func(e *Editor, arg string) { e.rowShift(arg, -1) }},
		{Name: "row-down", Words: wordRowDown, Place: InList, need: always, do: func(e *Editor, arg string) { e.rowShift(arg, 1) }},
		{Name: "add-step", Words: wordAddStep, Place: InList, need: always, do: func(e *Editor, arg string) { e.addTyped(arg) }},
		{Name: "outcome-up", Words: wordOutcomeUp, Place: InList, need: always, do: func(e *Editor, arg string) { e.shiftOutcome(arg, -1) }},
		{Name: "outcome-down", Words: wordOutcomeDown, Place: InList, need: always, do: func(e *Editor, arg string) { e.shiftOutcome(arg, 1) }},

		page("fold-list", wordFoldList, "", AtPaper, ","),
		page("margin", wordMargin, "", AtPaper, "."),
		drawer("loose", wordLooseEnds, "", AtPaper, needLoose),
		page("export", wordExport, "", AtPaper),
		page("share", wordShare, "", AtPaper),
		page("find", wordFind, "", ByKey, "/"),
		page("keys", wordKeys, "", ByKey, "?"),
		page("menu", wordMenu, "", ByKey, "Menu key", "Shift+F10"),

		{Name: "close-gap", Words: wordCloseGap, Place: AtHand, Menu: true, need: needGap, do: func(e *Editor, _ string) { e.closeGap() }},
		{Name: "cancel", Words: wordCancel, Keys: []string{"Escape"}, Place: ByKey, need: always, do: func(e *Editor, _ string) { e.escape() }},
		{Name: "step-before", Words: wordBefore, Keys: []string{"["}, Place: ByKey, need: needPage, do: func(e *Editor, _ string) { e.byNumber(-1) }},
		{Name: "step-after", Words: wordAfter, Keys: []string{"]"}, Place: ByKey, need: needPage, do: func(e *Editor, _ string) { e.byNumber(1) }},
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
		do: func(e *Editor, _ string) { e.align(edge, words) }}
}

func meansCommand(m chart.Meaning, words string) Command {
	return Command{Name: string(m), Words: words, Place: OnConnector, Menu: true, need: needLine,
		do: func(e *Editor, _ string) { e.setMeaning(m, words) },
		on: func(e *Editor, _ string) bool { return e.means(m) }}
}

func stackCommand(arg, words string) Command {
	return Command{Name: "stack-" + arg, Words: words, Place: HoldDrawer, Menu: true, need: needAStep, do: func(e *Editor, _ string) { e.stack(arg) }}
}

func symbolChoices() []Choice {
	var out []Choice
	for _, i := range symbol.All() {
		out = append(out, Choice{Arg: string(i.Kind), Words: i.Name})
	}
	return out
}

// Do carries out a command by its name. What it lacks is said in a notice.
func (e *Editor) Do(name, arg string) {
	e.Hear()
	if f, ok := calls[name]; ok {
		f(e, arg)
		return
	}
	c, ok := commandNamed(name)
	switch {
	case !ok || c.do == nil:
		e.Say(noSuchCommand(name))
	case c.need(e) != "":
		e.Say(sentence(c.need(e)))
	default:
		c.do(e, arg)
	}
}
