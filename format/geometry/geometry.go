// Package geometry writes what was drawn, for other tools: where steps, lanes
// and connectors stand, in px from the page's top left corner.
package geometry

import (
	"encoding/json"
	"io"
	"strings"

	"plaintracer/core/geom"
	"plaintracer/core/sheet"
)

type file struct {
	Pages []page `json:"pages"`
}

type page struct {
	ID         string      `json:"id"`
	Title      string      `json:"title"`
	W          float64     `json:"w"`
	H          float64     `json:"h"`
	Steps      []step      `json:"steps"`
	Direction  string      `json:"direction"` // in which lanes run: across or down
	Lanes      []lane      `json:"lanes"`
	Groups     []group     `json:"groups"`
	Stages     []lane      `json:"stages"`
	Connectors []connector `json:"connectors"`
}

type box struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
	W float64 `json:"w"`
	H float64 `json:"h"`
}

func boxOf(r geom.Rect) box {
	return box{geom.Round2(r.X), geom.Round2(r.Y), geom.Round2(r.W), geom.Round2(r.H)}
}

type step struct {
	ID     string `json:"id"`
	Number string `json:"number"`
	Symbol string `json:"symbol"`
	Lane   string `json:"lane"`
	Stage  string `json:"stage,omitempty"`
	Text   string `json:"text"`
	box
	Lines []string `json:"lines"`
}

// lane is a lane or a stage, head included.
type lane struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	In   string `json:"in,omitempty"`
	box
}

// group is a pool, or a lane that holds lanes.
type group struct {
	lane
	Pool bool `json:"pool"`
}

type connector struct {
	ID       string       `json:"id"`
	From     string       `json:"from"`
	To       string       `json:"to"`
	Meaning  string       `json:"meaning"`
	FromPort string       `json:"fromPort"`
	ToPort   string       `json:"toPort"`
	Label    string       `json:"label"`
	LabelBox *box         `json:"labelBox,omitempty"`
	Points   [][2]float64 `json:"points"`
	Through  bool         `json:"through,omitempty"`
}

// Write writes the sheets as geometry JSON.
func Write(w io.Writer, sheets []*sheet.Sheet) error {
	f := file{Pages: []page{}}
	for _, s := range sheets {
		p := page{ID: s.Page.ID, Title: s.Page.Title, W: s.Page.W, H: s.Page.H, Steps: []step{}, Direction: "across", Lanes: []lane{}, Groups: []group{}, Stages: []lane{}, Connectors: []connector{}}
		if s.Page.Down {
			p.Direction = "down"
		}
		for _, sh := range s.Steps {
			st := step{
				ID:     sh.Step.ID,
				Number: sh.Step.Number,
				Symbol: string(sh.Step.Symbol),
				Lane:   sh.Step.Lane,
				Text:   sh.Step.Text,
				box:    boxOf(sh.Rect),
				Lines:  []string{},
			}
			if at := s.Page.StageOf(sh.Step); at != nil {
				st.Stage = at.ID
			}
			for _, l := range sh.Lines {
				st.Lines = append(st.Lines, l.Text)
			}
			p.Steps = append(p.Steps, st)
		}
		for _, l := range s.Page.Lanes {
			p.Lanes = append(p.Lanes, lane{l.ID, l.Name, l.In, boxOf(s.Page.LaneRect(l))})
		}
		for _, g := range s.Page.Groups {
			if r, ok := s.Page.GroupRect(g); ok {
				p.Groups = append(p.Groups, group{lane{g.ID, g.Name, g.In, boxOf(r)}, g.Pool})
			}
		}
		for _, st := range s.Page.Stages {
			p.Stages = append(p.Stages, lane{st.ID, st.Name, "", boxOf(s.Page.StageRect(st))})
		}
		for _, r := range s.Lines {
			c := connector{
				ID:       r.Line.ID,
				From:     r.Line.From.Step,
				To:       r.Line.To.Step,
				Meaning:  string(r.Line.Meaning),
				FromPort: r.FromPort,
				ToPort:   r.ToPort,
				Points:   [][2]float64{},
				Through:  r.Through,
			}
			var labels []string
			var around geom.Rect
			for _, l := range r.Labels {
				labels = append(labels, strings.Join(l.Lines, " "))
				around = around.Union(l.Box)
			}
			if c.Label = strings.Join(labels, "; "); len(labels) > 0 {
				b := boxOf(around)
				c.LabelBox = &b
			}
			for _, q := range r.Drawn() {
				c.Points = append(c.Points, [2]float64{q.X, q.Y})
			}
			p.Connectors = append(p.Connectors, c)
		}
		f.Pages = append(f.Pages, p)
	}
	e := json.NewEncoder(w)
	e.SetEscapeHTML(false)
	return e.Encode(f)
}
