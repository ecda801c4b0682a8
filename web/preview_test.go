package web

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
)

const lists = "Type or paste a list One line per step; the chart draws itself"

// While a list is typed on the page of charts, the chart is drawn beside it, and each line says how it is
// read; nothing lies on anything, and what cannot be read is said in words.
func TestListIsDrawnWhileTyped(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.open("/charts")
	b.press(lists)
	b.until("how to begin", `document.querySelector('#list-preview').innerText.includes('as you type')`)
	b.run(typeInto("[name=list]", "Guard: Alarm rings\nIs it a drill?\n- No: guard calls the brigade\n- Yes: guard resets the panel\nLog it"))
	b.until("the chart", `document.querySelectorAll('#list-preview svg .step').length === 5`)
	rows := eval[string](b, `[...document.querySelectorAll('.read-rows li')].map(e => e.innerText.replace(/\s+/g, ' ').trim()).join('|')`)
	if !strings.Contains(rows, "2 Is it a drill? Decision, Guard no → 3 yes → 4|3 guard calls the brigade Process, Guard") {
		t.Errorf("it is read as %s", rows)
	}
	// A line that can be read in two ways says which was taken; the other is one press away.
	b.run(typeInto("[name=list]", "\nIs it loud?\nMaybe: call the desk\nGo on"))
	b.until("the doubt", `document.querySelector('.doubt')?.innerText.includes('Read as who does it.')`)
	if look := os.Getenv("LOOK_DOUBT"); look != "" {
		png, _ := chromedp.Run(b.ctx, chromedp.CaptureScreenshot())
		os.WriteFile(look, png, 0o600)
	}
	b.press("Read it as an outcome")
	b.until("the other reading", `document.querySelector('[name=list]').value.includes('if Maybe: call the desk') && [...document.querySelectorAll('.read-rows .tag')].some(e => e.innerText.startsWith('Maybe')) && !document.querySelector('.doubt')`)
	for _, size := range [][2]int64{{1280, 800}, {960, 600}} {
		b.run(chromedp.EmulateViewport(size[0], size[1]))
		b.frame()
		field, drawing, list := b.rect(`document.querySelector('[name=list]')`), b.rect(`document.querySelector('.read-drawing')`), b.rect(`document.querySelector('.read-rows')`)
		if field.overlaps(drawing) || drawing.overlaps(list) || drawing.W < 250 || drawing.X+drawing.W > float64(size[0]) {
			t.Errorf("at %v the field is %v, the drawing %v, the list %v", size, field, drawing, list)
		}
	}
	if dir := os.Getenv("LOOK"); dir != "" {
		b.run(chromedp.EmulateViewport(1280, 800))
		png, _ := chromedp.Run(b.ctx, chromedp.CaptureScreenshot())
		os.WriteFile(dir, png, 0o600)
	}
	// A title above the list, and headings that say who, are told, and may be steps.
	b.run(chromedp.EmulateViewport(1280, 800))
	eval[bool](b, `(() => { const f = document.querySelector('[name=list]'); f.value = 'Alarms by night\n\nGuard\n- hears the alarm\n- looks\n  - fire: rings the bell\nDesk\n- calls for help'; f.dispatchEvent(new Event('input', { bubbles: true })); return true; })()`)
	b.until("the doubts", `document.querySelectorAll('.doubt').length === 3`)
	if got := eval[string](b, `document.querySelector('#list-preview').innerText.replace(/\s+/g, ' ')`); !strings.Contains(got, "Alarms by night Read as the title. Read it as a step of that text") || !strings.Contains(got, "“Guard” is read as who does it.") {
		t.Errorf("it says %s", got)
	}
	if dir := os.Getenv("LOOK_TITLE"); dir != "" {
		png, _ := chromedp.Run(b.ctx, chromedp.CaptureScreenshot())
		os.WriteFile(dir, png, 0o600)
	}
	b.run(clickOn(".read-title .link-like"))
	b.until("it is a step", `document.querySelector('[name=list]').value.startsWith('- Alarms by night\n\nGuard') && !document.querySelector('.read-title')`)
	b.axe("a list and its preview", "#list-preview")
	eval[bool](b, `(() => { const f = document.querySelector('[name=list]'); f.value = '<script>document.title="taken"</script>\nA?\n  <b>no</b> -> 7'; f.dispatchEvent(new Event('input', { bubbles: true })); return true; })()`)
	b.until("the text", `document.querySelector('#list-preview').innerText.includes('<script>')`)
	if eval[bool](b, `document.title === 'taken' || !!document.querySelector('#list-preview :is(script, b)')`) {
		t.Error("what is typed becomes markup")
	}
	eval[bool](b, `(() => { const f = document.querySelector('[name=list]'); f.value = 'x\n'.repeat(500); f.dispatchEvent(new Event('input', { bubbles: true })); return true; })()`)
	b.until("it is too long for that", `document.querySelector('#list-preview [role=alert]')?.innerText.includes('200 lines')`)
}

// Steps as text from a file are shown like a list that is typed, with how each line is read; titles begin pages,
// in what is drawn then too. A file that is no such text is left to the server.
func TestFileIsShownBeforeItIsDrawn(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.open("/charts")
	b.press("Open a file Steps table (.csv), steps as text (.txt) or chart file (.json)")
	dir := t.TempDir()
	file := func(name, text string) string {
		path := filepath.Join(dir, name)
		if err := os.WriteFile(path, []byte(text), 0o600); err != nil {
			t.Fatal(err)
		}
		return path
	}
	b.run(chooseFile("[name=file]", file("Latin.txt", "Pr\xfcfen\n")))
	b.run(chooseFile("[name=file]", file("Night alarm.txt", "\ufeffGuard: Alarm rings\r\nIs it loud?\r\nMaybe: call the desk\r\nGo on")))
	b.until("the doubt", `document.querySelector('.doubt')?.innerText.includes('Read as who does it.')`)
	if name := eval[string](b, `document.querySelector('[x-ref=name]').value`); name != "Night alarm" {
		t.Errorf("the chart is to be called %q", name)
	}
	b.press("Read it as an outcome")
	b.until("the other reading", `[...document.querySelectorAll('.read-rows .tag')].some(e => e.innerText.startsWith('Maybe')) && !document.querySelector('.doubt')`)
	eval[bool](b, `(() => { const f = document.querySelector('[name=list]'); f.value = '# By night\nAlarm rings\nCall the desk\n# By day\nAlarm rings\nLook'; f.dispatchEvent(new Event('input', { bubbles: true })); return true; })()`)
	b.until("two pages", `document.querySelectorAll('#list-preview figure').length === 2 && document.querySelector('#list-preview').innerText.includes('By day')`)
	if dir := os.Getenv("LOOK"); dir != "" {
		png, _ := chromedp.Run(b.ctx, chromedp.CaptureScreenshot())
		os.WriteFile(dir, png, 0o600)
	}
	// What is typed is not replaced by a file, which is drawn as it is then.
	eval[bool](b, `(() => { const f = document.querySelector('[name=list]'); f.value = 'Typed by hand'; f.dispatchEvent(new Event('input', { bubbles: true })); return true; })()`)
	b.press("Open a file Steps table (.csv), steps as text (.txt) or chart file (.json)")
	b.run(chooseFile("[name=file]", file("Other.txt", "Ring\nLook")))
	b.frame()
	if got := eval[string](b, `document.querySelector('[name=list]').value + '|' + document.querySelector('[name=file]').files.length`); got != "Typed by hand|1" {
		t.Errorf("typed and chosen is %q", got)
	}
	b.press(lists)
	// Levels of numbers go on pages of their own by choice, in the preview too.
	eval[bool](b, `(() => { const f = document.querySelector('[name=list]'); f.value = '1. Alarm rings\n2. Check\n2.1 Look\n2.2 Listen\n3. Log it'; f.dispatchEvent(new Event('input', { bubbles: true })); return true; })()`)
	b.until("one page", `document.querySelectorAll('#list-preview figure').length === 1 && document.querySelectorAll('.read-rows li').length === 5`)
	b.run(clickOn("[name=levels]"))
	b.until("a page of its own", `document.querySelectorAll('#list-preview figure').length === 2`)
	if rows := eval[string](b, `[...document.querySelectorAll('.read-rows li .mono')].map(e => e.innerText).join(' ')`); rows != "1 2 3  2.1 2.2 " {
		t.Errorf("the numbers that were written are shown as %q", rows)
	}
	b.press("Draw chart")
	b.until("the editor", `document.body.dataset.ready`)
	if n := eval[int](b, `JSON.parse(editor.core.chart()).pages.length`); n != 2 {
		t.Errorf("it has %d pages", n)
	}
}
