package edit

import "encoding/json"

// Told is what is told once: a notice and what could be done about it, an address that the page around the editor
// opens, what was copied.
type Told struct {
	Notice string
	Offers []Answer
	Open   string
	Clip   string // for the system's clipboard
}

// Question is asked before a command that can be done in more than one way.
type Question struct {
	Text    string   `json:"text"`
	Answers []Answer `json:"answers"`
}

// Answer is an action to choose in answer to a Question.
type Answer struct {
	Words string `json:"words"`
	Do    string `json:"do"`
	Arg   string `json:"arg"`
}

// Named is a thing that can be chosen.
type Named struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// Say tells something once, and offers what could be done about it.
func (e *Editor) Say(words string, offers ...Answer) {
	e.told.Notice = words
	if len(offers) > 0 {
		e.told.Offers = offers
	}
}

// Notice is what will be told, Offers what is offered with it.
func (e *Editor) Notice() string   { return e.told.Notice }
func (e *Editor) Offers() []Answer { return e.told.Offers }

// Copied keeps what goes to the system's clipboard, and is it.
func (e *Editor) Copy(text string) { e.told.Clip = text }

// Copied is what goes there.
func (e *Editor) Copied() string { return e.told.Clip }

// Open lets the page around the editor open an address.
func (e *Editor) Open(url string) { e.told.Open = url }

// Told takes what is to be told.
func (e *Editor) Told() Told {
	t := e.told
	e.told = Told{}
	return t
}

// Ask asks a question, which stays open until something else is done; nil takes it back.
func (e *Editor) Ask(q *Question) { e.ask = q }

// Asked is the question that is open.
func (e *Editor) Asked() *Question { return e.ask }

// Hear says that something came which facts could tell of: more than a pointer that hovers.
func (e *Editor) Hear() { e.heard = true }

// Heard reports whether something came since the last Attend.
func (e *Editor) Heard() bool { return e.heard }

// Attend ends what was heard.
func (e *Editor) Attend() { e.heard = false }

// Quote writes a value as JSON.
func Quote(v any) string {
	b, _ := json.Marshal(v)
	return string(b)
}
