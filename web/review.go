package web

import (
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"net/url"
	"strconv"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/core/number"
	"plaintracer/core/proof"
	"plaintracer/store"
)

type sharedLink struct {
	store.Link
	Address string
}

func (s *Server) sharePanel(c fiber.Ctx) error {
	e := entry(c)
	ls, err := s.store.Links(e.ID)
	if err != nil {
		return err
	}
	var out []sharedLink
	for _, l := range ls {
		out = append(out, sharedLink{l, s.address(c, "/review/"+l.Token)})
	}
	return s.render(c, "share-panel", fiber.Map{"Chart": e, "Links": out})
}

func (s *Server) addLink(c fiber.Ctx) error {
	if _, err := s.store.AddLink(entry(c).ID, store.Right(c.FormValue("may"))); err != nil {
		return err
	}
	return s.sharePanel(c)
}

func (s *Server) linkOff(c fiber.Ctx) error {
	if err := s.store.SwitchOff(entry(c).ID, c.Params("link")); err != nil {
		return err
	}
	return s.sharePanel(c)
}

// linkMute lets a link read only.
func (s *Server) linkMute(c fiber.Ctx) error {
	if err := s.store.Mute(entry(c).ID, c.Params("link")); err != nil {
		return err
	}
	return s.sharePanel(c)
}

// thread is a comment with its answers.
type thread struct {
	store.Thread
	Said    []piece
	Replies []reply
	Number  string // of its step
	Text    string
	Gone    bool // the step is not there any more
}

// reply is an answer to a comment.
type reply struct {
	store.Remark
	Said []piece
}

// piece is a part of a comment: words, or what names a step.
type piece struct {
	Words string
	Step  string // its id
	Was   string // the words as they were written, where the step has another number now
	Gone  bool   // the step is not there any more
}

// pieces are a comment with the numbers that the steps which it names have now.
func pieces(r store.Remark, steps map[string]*chart.Step) []piece {
	var out []piece
	at := 0
	for _, k := range r.Refers {
		out = append(out, piece{Words: r.Body[at:k.From]})
		named := piece{Words: r.Body[k.From:k.To], Step: k.Step}
		if st := steps[k.Step]; st == nil {
			named.Gone = true
		} else if now := number.Now(named.Words, st.Number); now != named.Words {
			named.Words, named.Was = now, named.Words
		}
		out, at = append(out, named), k.To
	}
	return append(out, piece{Words: r.Body[at:]})
}

// named tells what the steps are that comments are on, and those that they name.
func (s *Server) named(id string, ts []store.Thread) ([]thread, error) {
	ch, _, err := s.store.Chart(id)
	if err != nil {
		return nil, err
	}
	steps := map[string]*chart.Step{}
	for _, p := range ch.Pages {
		for _, st := range p.Steps {
			steps[st.ID] = st
		}
	}
	return each(ts, func(of store.Thread) thread {
		t := thread{Thread: of, Said: pieces(of.Remark, steps)}
		t.Replies = each(of.Replies, func(r store.Remark) reply { return reply{r, pieces(r, steps)} })
		if st := steps[of.Step]; st != nil {
			t.Number, t.Text = st.Number, st.Text
		} else {
			t.Gone = of.Step != ""
		}
		return t
	}), nil
}

// where is the part of the comments that is shown: some among all, or one alone with some of its answers.
type where struct {
	thread string
	from   int
}

// query is a place as an address names it.
func (w where) query() string {
	return url.Values{"thread": {w.thread}, "from": {strconv.Itoa(w.from)}}.Encode()
}

// asked is the place that a request names.
func asked(c fiber.Ctx) where {
	from, err := strconv.Atoi(c.Query("from"))
	if err != nil {
		from = 0
	}
	return where{c.Query("thread"), max(0, from)}
}

// commentsFor shows comments to the owner of a chart or to a reader.
func (s *Server) commentsFor(c fiber.Ctx, id, base string, owner, may bool, at where) error {
	all, marks, err := s.store.RemarkCounts(id)
	if err != nil {
		return err
	}
	m, err := json.Marshal(marks)
	if err != nil {
		return err
	}
	open := 0
	for _, n := range marks {
		open += n
	}
	of, ts := all, []store.Thread{}
	if at.thread != "" {
		alone, err := s.store.Thread(id, at.thread, at.from)
		if err != nil && !errors.Is(err, store.ErrNone) {
			return err
		}
		if at.from = alone.From; err != nil { // it has been deleted
			at = where{}
		} else {
			of, ts = alone.Answers, append(ts, alone)
		}
	}
	if at.thread == "" {
		if ts, at.from, err = s.store.Threads(id, all, at.from); err != nil {
			return err
		}
	}
	threads, err := s.named(id, ts)
	if err != nil {
		return err
	}
	last := min(of, at.from+store.RemarksAtOnce)
	data := fiber.Map{
		"Threads": threads,
		"Alone":   at.thread != "",
		"Open":    open,
		"Marks":   string(m),
		"At":      at.query(),
		"Range":   fmt.Sprintf("%d–%d of %d", at.from+1, last, of),
		"Base":    base,
		"Owner":   owner,
		"May":     may,
	}
	if at.from > 0 {
		data["Back"] = where{at.thread, at.from - store.RemarksAtOnce}.query()
	}
	if last < of {
		data["Next"] = where{at.thread, last}.query()
	}
	return s.render(c, "comments", data)
}

func (s *Server) comments(c fiber.Ctx) error {
	return s.commentsAt(c, asked(c))
}

func (s *Server) commentsAt(c fiber.Ctx, at where) error {
	return s.commentsFor(c, entry(c).ID, "/charts/"+entry(c).ID, true, true, at)
}

// said is the place of what was just written: the last of the open ones, or of the answers where one comment is shown
// alone. An answer below one among others is seen where it was written.
func (s *Server) said(r store.Remark, at where) (where, error) {
	if r.Answers != "" {
		if at.thread != "" {
			at.from = math.MaxInt
		}
		return at, nil
	}
	_, open, err := s.store.RemarkCounts(r.Chart)
	n := 0
	for _, of := range open {
		n += of
	}
	return where{from: max(0, n-1)}, err
}

// answer adds an answer, or a comment of the owner's own.
func (s *Server) answer(c fiber.Ctx) error {
	e, p := entry(c), person(c)
	r := store.Remark{
		Chart:   e.ID,
		Step:    c.FormValue("step"),
		Answers: c.FormValue("answers"),
		Author:  p.Name,
		Person:  p.ID,
		Body:    c.FormValue("body"),
	}
	if err := s.onStep(e.ID, r.Step); err != nil {
		return err
	}
	if _, err := s.store.AddRemark(r); err != nil {
		return err
	}
	s.tellComments(e.ID)
	at, err := s.said(r, asked(c))
	if err != nil {
		return err
	}
	return s.commentsAt(c, at)
}

// onStep refuses a comment on a step that the chart does not have.
func (s *Server) onStep(id, step string) error {
	if step == "" {
		return nil
	}
	ch, _, err := s.store.Chart(id)
	if err != nil {
		return err
	}
	for _, p := range ch.Pages {
		if p.Step(step) != nil {
			return nil
		}
	}
	return bad("The step you are commenting on has been deleted.")
}

func (s *Server) settle(c fiber.Ctx) error {
	e := entry(c)
	if err := s.store.Settle(e.ID, c.Params("comment"), c.FormValue("settled") != "no"); err != nil {
		return err
	}
	s.tellComments(e.ID)
	return s.comments(c)
}

// dropRemark deletes a comment with its answers.
func (s *Server) dropRemark(c fiber.Ctx) error {
	e := entry(c)
	if err := s.store.DropRemark(e.ID, c.Params("comment")); err != nil {
		return err
	}
	s.tellComments(e.ID)
	return s.comments(c)
}

// review shows a shared chart, drawn here: without an account and without the
// editor.
func (s *Server) review(c fiber.Ctx) error {
	l := link(c)
	ctx, end := untilHangUp(c)
	defer end()
	d, err := s.drawn(ctx, l.Chart)
	if err != nil {
		return err
	}
	e, err := s.store.Entry(l.Chart)
	if err != nil {
		return err
	}
	_, marks, err := s.store.RemarkCounts(l.Chart)
	if err != nil {
		return err
	}
	return s.render(
		c,
		"review",
		fiber.Map{
			"Title":  d.name,
			"Chart":  e,
			"Link":   l,
			"May":    l.May == store.Comment,
			"Pages":  d.shown(marks, "/review/"+l.Token),
			"Cards":  cardsOf(d, l),
			"Sheets": "/review/" + l.Token + "/print.css",
			"Far":    d.far(),
			"Font":   d.font(),
			"Proof":  provedOf(l, d),
			"Base":   "/review/" + l.Token,
		},
	)
}

func (s *Server) reviewComments(c fiber.Ctx) error {
	return s.reviewCommentsAt(c, asked(c))
}

func (s *Server) reviewCommentsAt(c fiber.Ctx, at where) error {
	l := link(c)
	return s.commentsFor(c, l.Chart, "/review/"+l.Token, false, l.May == store.Comment, at)
}

func (s *Server) reviewRemark(c fiber.Ctx) error {
	l := link(c)
	r := store.Remark{
		Chart:   l.Chart,
		Step:    c.FormValue("step"),
		Answers: c.FormValue("answers"),
		Author:  c.FormValue("name"),
		Body:    c.FormValue("body"),
		Link:    l.Token,
	}
	if err := s.onStep(l.Chart, r.Step); err != nil {
		return err
	}
	if _, err := s.store.AddRemark(r); err != nil {
		return err
	}
	s.tellComments(l.Chart)
	at, err := s.said(r, asked(c))
	if err != nil {
		return err
	}
	return s.reviewCommentsAt(c, at)
}

// letFiles lets the readers of a link open files, or not any more.
func (s *Server) letFiles(c fiber.Ctx) error {
	if err := s.store.LetFiles(entry(c).ID, c.Params("link"), c.FormValue("may") != ""); err != nil {
		return err
	}
	return s.sharePanel(c)
}

// letProof lets the readers of a link see what the proof finds, or not any more.
func (s *Server) letProof(c fiber.Ctx) error {
	if err := s.store.LetProof(entry(c).ID, c.Params("link"), c.FormValue("may") != ""); err != nil {
		return err
	}
	return s.sharePanel(c)
}

// mostProved is how many findings a reader is shown; the worst come first.
const mostProved = 100

// proved is what the proof finds in a shared chart, for its readers.
type proved struct {
	Wrong, Doubtful, Style int
	Findings               []proof.Finding
	Waived                 []chart.Waiver
}

// provedOf is what is found in a chart for a link that shows it; nil for others.
func provedOf(l store.Link, d *drawing) *proved {
	if !l.Proof {
		return nil
	}
	fs := d.proof()
	return &proved{proof.Count(fs, proof.Wrong), proof.Count(fs, proof.Doubtful), proof.Count(fs, proof.Style), fs[:min(len(fs), mostProved)], d.chart.Waived}
}
