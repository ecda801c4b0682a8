package session

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

// told is what a window has to tell, and what it asks.
type told struct {
	now   Told
	ask   *Question
	heard bool // something came that facts could tell of: more than a pointer that hovers
}

// Say tells something once, and offers what could be done about it.
func (t *told) Say(words string, offers ...Answer) {
	t.now.Notice = words
	if len(offers) > 0 {
		t.now.Offers = offers
	}
}

// Notice is what will be told, Offers what is offered with it.
func (t *told) Notice() string   { return t.now.Notice }
func (t *told) Offers() []Answer { return t.now.Offers }

// Copy keeps a text for the system's clipboard.
func (t *told) Copy(text string) { t.now.Clip = text }

// Copied is what goes there.
func (t *told) Copied() string { return t.now.Clip }

// Open lets the page around the editor open an address.
func (t *told) Open(url string) { t.now.Open = url }

// Told takes what is to be told.
func (t *told) Told() Told {
	now := t.now
	t.now = Told{}
	return now
}

// Ask asks a question, which stays open until something else is done; nil takes it back.
func (t *told) Ask(q *Question) { t.ask = q }

// Asked is the question that is open.
func (t *told) Asked() *Question { return t.ask }

// Hear says that something came which facts could tell of: more than a pointer that hovers.
func (t *told) Hear() { t.heard = true }

// Heard reports whether something came since the last Attend.
func (t *told) Heard() bool { return t.heard }

// Attend ends what was heard.
func (t *told) Attend() { t.heard = false }

// Quote writes a value as JSON.
func Quote(v any) string {
	b, _ := json.Marshal(v)
	return string(b)
}
