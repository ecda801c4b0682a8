package web

import (
	"fmt"
	"os"
	"runtime/pprof"
	"strconv"
	"testing"
	"time"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
)

func complete(n int, lanes int) *chart.Chart {
	c := chart.New("k")
	p := c.Pages[0]
	for i := range lanes {
		p.Lanes = append(p.Lanes, &chart.Lane{ID: fmt.Sprint("l", i), Name: "L", Size: 160})
	}
	for i := range n {
		s := &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, Text: fmt.Sprint("Step ", i), W: 120, H: 60}
		if lanes > 0 {
			s.Lane = fmt.Sprint("l", i%lanes)
		}
		p.Steps = append(p.Steps, s)
		for j := range i {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i, "-", j), From: chart.End{Step: fmt.Sprint("s", j)}, To: chart.End{Step: s.ID}})
		}
	}
	return c
}

func TestZZComplete(t *testing.T) {
	n, _ := strconv.Atoi(os.Getenv("ZZN"))
	l, _ := strconv.Atoi(os.Getenv("ZZL"))
	c := complete(n, l)
	p := c.Pages[0]
	t1 := time.Now()
	if f := os.Getenv("ZZPROF"); f != "" {
		w, _ := os.Create(f)
		pprof.StartCPUProfile(w)
		defer pprof.StopCPUProfile()
	}
	cmd, _ := layout.Page(p, layout.Down)
	t2 := time.Now()
	if _, err := chart.Apply(c, cmd); err != nil {
		t.Fatal(err)
	}
	t3 := time.Now()
	var comp scene.Composer
	sh := comp.Compose(c, p)
	t4 := time.Now()
	fmt.Println("plain", func() (n int) {
		for _, r := range sh.Lines {
			if r.Through {
				n++
			}
		}
		return
	}())
	sh.Drawing()
	t5 := time.Now()
	fmt.Printf("K%d lines %d layout %v route %v draw %v sheet %.0fx%.0f\n", n, len(p.Connectors), t2.Sub(t1).Round(time.Millisecond), t4.Sub(t3).Round(time.Millisecond), t5.Sub(t4).Round(time.Millisecond), p.W, p.H)
}
