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

// Say tells something once, and offers what could be done about it.
func (s *Session) Say(words string, offers ...Answer) {
	s.told.Notice = words
	if len(offers) > 0 {
		s.told.Offers = offers
	}
}

// Notice is what will be told, Offers what is offered with it.
func (s *Session) Notice() string   { return s.told.Notice }
func (s *Session) Offers() []Answer { return s.told.Offers }

// Copy keeps a text for the system's clipboard.
func (s *Session) Copy(text string) { s.told.Clip = text }

// Copied is what goes there.
func (s *Session) Copied() string { return s.told.Clip }

// Open lets the page around the editor open an address.
func (s *Session) Open(url string) { s.told.Open = url }

// Told takes what is to be told.
func (s *Session) Told() Told {
	t := s.told
	s.told = Told{}
	return t
}

// Ask asks a question, which stays open until something else is done; nil takes it back.
func (s *Session) Ask(q *Question) { s.ask = q }

// Asked is the question that is open.
func (s *Session) Asked() *Question { return s.ask }

// Hear says that something came which facts could tell of: more than a pointer that hovers.
func (s *Session) Hear() { s.heard = true }

// Heard reports whether something came since the last Attend.
func (s *Session) Heard() bool { return s.heard }

// Attend ends what was heard.
func (s *Session) Attend() { s.heard = false }

// Quote writes a value as JSON.
func Quote(v any) string {
	b, _ := json.Marshal(v)
	return string(b)
}
