package web

import (
	"context"
	"fmt"
	"testing"
	"time"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/scene"
	"plaintracer/format/csv"
	"plaintracer/format"
)

func TestZZStop(t *testing.T) {
	big := func(n int, mode string) *chart.Chart { c, err := csv.Read([]byte(table(n, mode)), "t"); if err != nil { t.Fatal(err) }; return c }
	cases := map[string]*chart.Chart{"k70": complete(70, 0), "k120l4": complete(120, 4), "k120": complete(120, 0), "lor10000": big(10000, "lor"), "or10000": big(10000, "or"), "o10000": big(10000, "o")}
	for name, c := range cases {
		p := c.Pages[0]
		for _, at := range []int{5, 50, 200, 1000, 2000} {
			ctx, stop := context.WithCancel(t.Context())
			var when time.Time
			time.AfterFunc(time.Duration(at)*time.Millisecond, func() { when = time.Now(); stop() })
			_, _, err := layout.PageContext(ctx, p, layout.Down)
			if err != nil { fmt.Println(name, "layout stop at", at, "took", time.Since(when)) }
		}
		if cmd, ok := layout.Page(p, layout.Down); ok { chart.Apply(c, cmd) }
		for _, at := range []int{5, 50, 200, 500, 1000, 2000, 3000} {
			ctx, stop := context.WithCancel(t.Context())
			var when time.Time
			time.AfterFunc(time.Duration(at)*time.Millisecond, func() { when = time.Now(); stop() })
			var comp scene.Composer
			_, err := comp.ComposeContext(ctx, c, p)
			if err != nil { fmt.Println(name, "route stop at", at, "took", time.Since(when)) }
		}
		for _, k := range []format.Kind{format.SVG, format.PDF, format.PNG} {
			t0 := time.Now()
			var b strings.Builder
			err := format.Write(t.Context(), &b, k, c, format.Options{})
			fmt.Println(name, k, time.Since(t0).Round(time.Millisecond), b.Len(), err)
		}
	}
}
