package web

import (
	"fmt"
	"math/rand/v2"
	"os"
	"runtime/pprof"
	"strconv"
	"strings"
	"testing"
	"time"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/scene"
	"plaintracer/format/csv"
	"plaintracer/format/svg"
)

func table(n int, mode string) string {
	lanes, loops := strings.Contains(mode, "l"), strings.Contains(mode, "o")
	rnd := rand.New(rand.NewPCG(1, 2))
	var b strings.Builder
	b.WriteString("number,lane,symbol,text,next\n")
	for i := 1; i <= n; i++ {
		sym := "process"
		next := fmt.Sprint(i + 1)
		if i%5 == 0 {
			sym = "decision"
			j := i + 2
			if loops && i%10 == 0 && i > 12 {
				j = i - 7
				if strings.Contains(mode, "r") {
					j = 1 + rnd.IntN(i)
				} else if strings.Contains(mode, "m") {
					j = max(1, i-rnd.IntN(60))
				}
			}
			if j > n {
				j = n
			}
			next = fmt.Sprintf("yes: %d; no: %d", i+1, j)
		}
		if i == n {
			next = ""
			sym = "process"
		}
		ln := ""
		if lanes {
			ln = "Lane " + fmt.Sprint((i*7/3)%6)
		}
		fmt.Fprintf(&b, "%d,%s,%s,Do the thing number %d,%s\n", i, ln, sym, i, next)
	}
	return b.String()
}

func TestZZGrowth(t *testing.T) {
	for _, mode := range strings.Split(os.Getenv("ZZMODE"), ",") {
		for _, ns := range strings.Split(os.Getenv("ZZN"), ",") {
			n, _ := strconv.Atoi(ns)
			t0 := time.Now()
			c, err := csv.Read([]byte(table(n, mode)), "t")
			if err != nil {
				t.Fatal(err)
			}
			t1 := time.Now()
			p := c.Pages[0]
			cmd, _ := layout.Page(p, layout.Down)
			t2 := time.Now()
			if _, err := chart.Apply(c, cmd); err != nil {
				t.Fatal(err)
			}
			t3 := time.Now()
			if f := os.Getenv("ZZPROF"); f != "" {
				w, _ := os.Create(f)
				pprof.StartCPUProfile(w)
				defer pprof.StopCPUProfile()
			}
			var comp scene.Composer
			sh := comp.Compose(c, p)
			t4 := time.Now()
			fmt.Print("plain ", func() (n int) {
				for _, r := range sh.Lines {
					if r.Through {
						n++
					}
				}
				return
			}(), " ")
			fmt.Println("plain", func() (n int) {
				for _, r := range sh.Lines {
					if r.Through {
						n++
					}
				}
				return
			}())
			var b strings.Builder
			svg.Document(t.Context(), &b, sh.Drawing(), "")
			t5 := time.Now()
			fmt.Printf("%s n=%d read %v layout %v apply %v route %v draw %v (%d KB) sheet %.0fx%.0f\n", mode, n, t1.Sub(t0).Round(time.Millisecond), t2.Sub(t1).Round(time.Millisecond), t3.Sub(t2).Round(time.Millisecond), t4.Sub(t3).Round(time.Millisecond), t5.Sub(t4).Round(time.Millisecond), b.Len()/1000, p.W, p.H)
		}
	}
}
