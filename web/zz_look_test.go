package web

import (
	"os"
	"strconv"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
)

func (b *browser) shot(name string) {
	b.t.Helper()
	time.Sleep(250 * time.Millisecond)
	png, err := chromedp.Run(b.ctx, chromedp.CaptureScreenshot())
	if err != nil {
		b.t.Fatal(err)
	}
	os.MkdirAll("/tmp/look", 0o755)
	os.WriteFile("/tmp/look/"+name+".png", png, 0o644)
}

func TestLook(t *testing.T) {
	if os.Getenv("LOOK") == "" {
		t.Skip()
	}
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	x, y := b.middle("Pack and ship")
	b.click(x, y)
	b.shot("selected")
	b.press("Fields")
	b.shot("drawer-fields")
	b.key("\x1b")
	b.press("Symbol")
	b.shot("drawer-symbol")
	b.press("Close")
	b.run(chromedp.Click(chromedp.CSS("[data-act=drawer-lanes]")))
	b.shot("drawer-lane")
	b.press("Close")
	b.key("?")
	b.shot("keys")
	b.key("\x1b")
	x, y = b.middle("Fit to travel?")
	b.click(x, y)
	d := b.step("Fit to travel?")
	b.drag(x+d.W/2+9/b.zoom(), y, x+300, y+40, func() { b.shot("pull-empty") })
	b.key("\x1b")
	x, y = b.middle("Register")
	b.drag(x, y, x+320, y-40, func() { b.shot("drag") })
	b.saved()
	b.open("/charts")
	b.press("Blank page A4 landscape, lanes if you want them")
	b.until("the editor", `document.body.dataset.ready`)
	b.shot("empty")
	for _, v := range [][2]int64{{1024, 700}, {960, 600}, {2560, 1440}} {
		b.run(chromedp.EmulateViewport(v[0], v[1]))
		b.shot("w" + strconv.Itoa(int(v[0])))
	}
}
