package web

import (
	"encoding/json"
	"strconv"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
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
	store.Remark
	Number  string // of its step
	Text    string
	Gone    bool // the step is not there any more
	Replies []store.Remark
}

// threads lists the comments of a chart, those that are open first.
func (s *Server) threads(id string) ([]thread, error) {
	rs, err := s.store.Remarks(id)
	if err != nil {
		return nil, err
	}
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
	var open, settled []thread
	replies := map[string][]store.Remark{}
	for _, r := range rs {
		if r.Answers != "" {
			replies[r.Answers] = append(replies[r.Answers], r)
		}
	}
	for _, r := range rs {
		if r.Answers != "" {
			continue
		}
		t := thread{Remark: r, Replies: replies[r.ID]}
		if st := steps[r.Step]; st != nil {
			t.Number, t.Text = st.Number, st.Text
		} else {
			t.Gone = r.Step != ""
		}
		if r.Settled {
			settled = append(settled, t)
		} else {
			open = append(open, t)
		}
	}
	return append(open, settled...), nil
}

// threadsShown is how many comments come at once.
const threadsShown = 50

func (s *Server) commentsFor(c fiber.Ctx, id, base string, owner, may bool) error {
	ts, err := s.threads(id)
	if err != nil {
		return err
	}
	open, marks := 0, map[string]int{} // open ones, by step
	for _, t := range ts {
		if !t.Settled {
			open++
			marks[t.Step]++
		}
	}
	m, err := json.Marshal(marks)
	if err != nil {
		return err
	}
	show, err := strconv.Atoi(c.Query("show"))
	if err != nil || show < threadsShown {
		show = threadsShown
	}
	more := len(ts) - show
	if more > 0 {
		ts = ts[:show]
	}
	return s.render(
		c,
		"comments",
		fiber.Map{
			"Threads": ts,
			"Open":    open,
			"Marks":   string(m),
			"More":    more,
			"Next":    show + threadsShown,
			"Base":    base,
			"Owner":   owner,
			"May":     may,
		},
	)
}

func (s *Server) comments(c fiber.Ctx) error {
	return s.commentsFor(c, entry(c).ID, "/charts/"+entry(c).ID, true, true)
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
	return s.comments(c)
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
	ts, err := s.threads(l.Chart)
	if err != nil {
		return err
	}
	marks := map[string]int{}
	for _, t := range ts {
		if !t.Settled {
			marks[t.Step]++
		}
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
			"Base":   "/review/" + l.Token,
		},
	)
}

func (s *Server) reviewComments(c fiber.Ctx) error {
	l := link(c)
	return s.commentsFor(c, l.Chart, "/review/"+l.Token, false, l.May == store.Comment)
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
	return s.reviewComments(c)
}

// letFiles lets the readers of a link open files, or not any more.
func (s *Server) letFiles(c fiber.Ctx) error {
	if err := s.store.LetFiles(entry(c).ID, c.Params("link"), c.FormValue("may") != ""); err != nil {
		return err
	}
	return s.sharePanel(c)
}
