package csv

import (
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/chart"
)

// Columns of bands: the pool that a lane stands in, the lanes that hold it, from the outside in with
// ' / ' between them, and the stage. They are there when a page has any.
const (
	poolColumn   = "pool"
	withinColumn = "within"
	stageColumn  = "stage"
	deeper       = " / "
)

// Sizes of what is read, until it is laid out, px.
const (
	laneRead  = 130.0
	stageRead = 300.0
)

// bands are the lanes, groups and stages of a table while it is read.
type bands struct {
	p             *chart.Page
	lanes, groups map[string]string // ids by all names from the outside in
	stages        map[string]int    // their index
}

func newBands(p *chart.Page) *bands {
	return &bands{p: p, lanes: map[string]string{}, groups: map[string]string{}, stages: map[string]int{}}
}

// lane is the id of a row's lane, which is made when it is the first of it; "" without one. A pool
// without lanes has one of its own name.
func (b *bands) lane(r row) string {
	name := r.lane
	if name == "" {
		name = r.pool
	}
	if name == "" {
		return ""
	}
	in, path := "", ""
	group := func(name string, pool bool) {
		path += "\x00" + name
		if b.groups[path] == "" {
			g := &chart.LaneGroup{ID: fmt.Sprintf("g%d", len(b.groups)+1), Name: name, Pool: pool, In: in}
			b.groups[path] = g.ID
			b.p.Groups = append(b.p.Groups, g)
		}
		in = b.groups[path]
	}
	if r.pool != "" {
		group(r.pool, true)
	}
	for _, w := range strings.Split(r.within, deeper) {
		if w = strings.TrimSpace(w); w != "" {
			group(w, false)
		}
	}
	path += "\x00\x00" + name
	if b.lanes[path] == "" {
		l := &chart.Lane{ID: fmt.Sprintf("l%d", len(b.lanes)+1), Name: name, Size: laneRead, In: in}
		b.lanes[path] = l.ID
		b.p.Lanes = append(b.p.Lanes, l)
	}
	return b.lanes[path]
}

// stage puts steps into the stages of their rows: into the middle of one, from which layout goes on. A
// row without a stage goes with the one before it.
func (b *bands) stage(rows []row, steps []*chart.Step) {
	at, of := 0, make([]int, len(rows))
	for i, r := range rows {
		if r.stage != "" {
			n, has := b.stages[r.stage]
			if !has {
				n = len(b.p.Stages)
				b.stages[r.stage] = n
				b.p.Stages = append(b.p.Stages, &chart.Stage{ID: fmt.Sprintf("st%d", n+1), Name: r.stage, Size: stageRead})
			}
			at = n
		}
		of[i] = at
	}
	for i, s := range steps {
		b.p.PutInto(s, b.p.Stages[of[i]])
	}
}

// bandCells are the columns of bands that a page uses, and their cells for a step.
func bandCells(p *chart.Page) (names []string, cells func(*chart.Step) []string) {
	pools := slices.ContainsFunc(p.Groups, func(g *chart.LaneGroup) bool { return g.Pool })
	within := slices.ContainsFunc(p.Groups, func(g *chart.LaneGroup) bool { return !g.Pool })
	stages := len(p.Stages) > 0
	for name, used := range map[string]bool{poolColumn: pools, withinColumn: within, stageColumn: stages} {
		if used {
			names = append(names, name)
		}
	}
	slices.Sort(names)
	return names, func(s *chart.Step) []string {
		is := map[string]string{}
		if l := p.Lane(s.Lane); l != nil {
			var held []string
			for _, g := range slices.Backward(p.Within(l.In)) {
				if g.Pool {
					is[poolColumn] = g.Name
				} else {
					held = append(held, g.Name)
				}
			}
			is[withinColumn] = strings.Join(held, deeper)
		}
		if st := p.StageOf(s); st != nil {
			is[stageColumn] = st.Name
		}
		var out []string
		for _, n := range names {
			out = append(out, is[n])
		}
		return out
	}
}
