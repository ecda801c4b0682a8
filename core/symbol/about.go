package symbol

// when says of each symbol when to use it.
var when = map[Kind]string{
	Terminator:      "Put one where the flow begins and one at each of its ends.",
	Process:         "Use it for what somebody or a system does, in a verb and a noun.",
	Decision:        "Ask a question, and name each way out by its answer.",
	Document:        "Use it where a paper or a form is written, read or handed over.",
	Data:            "Use it for what comes in or goes out, whatever it is written on.",
	StoredData:      "Use it for what is filed, when how it is kept does not matter.",
	DirectAccess:    "Use it for a register in a system, in which a record is found at once.",
	Predefined:      "Use it for a part that has a page of its own; press Go into to open that.",
	OffPage:         "Put one at each end; the same letter makes them a pair.",
	Annotation:      "Say beside a step what does not fit in it: a rule, a reason, a deadline.",
	Alternate:       "Use it for work that is done another way on some days or by some people.",
	ManualOperation: "Use it for handwork where the other steps are done by a system.",
	ManualInput:     "Use it where somebody keys in what a system then works with.",
	Preparation:     "Use it for what must be ready first: a setting, a room, a list.",
	Delay:           "Use it where nothing is done until a time or an answer comes.",
	Inspection:      "Use it where quality or quantity is checked before work goes on.",
	MultiDocument:   "Use it for a set of papers that go together, or for several copies.",
	InternalStorage: "Use it for what a system holds while it works, rarely in a chart of business.",
	Display:         "Use it where somebody is shown something on a screen.",
	Connector:       "Put one at each end in place of a long line; the same letter tells that they belong together.",
	Parallel:        "Put one where work divides that is done at the same time, and one where all must be there.",
	Text:            "Use it for headings and remarks that belong to no step.",
	Box:             "Drag it around steps to put it behind them.",
	Ellipse:         "Use it to set apart what is no step of the work.",
	Triangle:        "Use it beside a step that needs care.",
	ArrowRight:      "Use it to show where to read on; it does not stand for a connector.",
	ArrowLeft:       "Use it to show where to read on; it does not stand for a connector.",
	ArrowUp:         "Use it to show a rise, or where to read on.",
	ArrowDown:       "Use it to show a fall, or where to read on.",
	Callout:         "Put its tail at what it is about.",
	CalloutDown:     "Put its tail at what it is about.",
	CalloutUp:       "Put its tail at what it is about.",
	CalloutOver:     "Put its tail at what it is about.",
	Picture:         "Use it for a logo, a photograph or a form as it looks.",
}

// About says of a symbol what it means, when to use it, and where it is from.
func (i Info) About() string {
	s := i.Name + ": " + i.Meaning + ". " + when[i.Kind]
	if i.Standard != own {
		s += " (" + i.Standard + ")"
	}
	return s
}
