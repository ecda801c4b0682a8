package web

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"plaintracer/core/chart"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// everyLook is a chart in which every part of a look of steps, and of lanes, is used.
func everyLook() *chart.Chart {
	c := chart.New("Looks of the loans desk")
	p := c.Pages[0]
	p.Title = "Every part of a look"
	p.Lanes = []*chart.Lane{
		{ID: "l1", Name: "Borrower", Size: 200, Look: &chart.LaneLook{Head: "#8AD2DA"}},
		{ID: "l2", Name: "Loans desk", Size: 220, Look: &chart.LaneLook{Head: "#23282C", Band: "#F6F3EC"}},
		{ID: "l3", Name: "Transport", Size: 180},
	}
	yes, corner, through, pad := true, 12.0, 50, 6.0
	turn := func(n int) *int { return &n }
	looks := []chart.StepLook{
		{Fill: style.Fills[0], Fill2: "#FFFFFF", Turn: turn(0)},
		{Fill: style.Fills[1], Fill2: style.Fills[4], Turn: turn(45), Weight: 3},
		{Fill: "#5A1208", Fill2: "#2B63D8", Turn: turn(90), Text: chart.TextLook{Bold: &yes}},
		{Fill: style.Fills[2], Clear: &through, Outline: style.Lines[3], Weight: 4},
		{Fill: style.Fills[3], Shadow: chart.Low, Corner: &corner, Hatch: &yes},
		{Fill: "#FFFFFF", Shadow: chart.High, Corner: &corner},
		{Outline: style.Lines[1], Dash: chart.Dashed, Weight: 2},
		{Outline: style.Lines[2], Dash: chart.DashDot, Double: &yes},
		{Fill: chart.NoColour, Outline: style.Lines[4]},
		{Fill: style.Fills[4], Outline: chart.NoColour, Text: chart.TextLook{Family: chart.Serif, Italic: &yes, Underline: &yes}},
		{Text: chart.TextLook{Family: chart.Mono, Size: 11, Across: chart.AtLeft, Down: chart.AtTop, Pad: &pad}},
		{Text: chart.TextLook{Family: chart.Serif, Size: 18, Bold: &yes, Colour: style.Lines[3], Room: chart.Shrinks}},
		style.Emphasised, style.Toned,
		{Fill: style.Fills[2], Fill2: style.Fills[3], Clear: &through, Double: &yes, Weight: 2},
	}
	kinds := symbol.All()
	for i, l := range looks {
		k := kinds[i%len(kinds)]
		if i == 4 || i == 5 {
			k = symbol.Info{Kind: symbol.Process, W: 112, H: 56}
		}
		p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: k.Kind, Lane: p.Lanes[i/5].ID, X: 70 + float64(i%5)*200, Y: 50, W: k.W, H: k.H, Text: "Loan " + k.Name, Look: &l,
			Fields: []chart.Field{{Name: "system", Value: []string{"Register", "Mail", "Form L-1"}[i%3]}, {Name: "minutes", Value: fmt.Sprint(5 + i*4)}}})
	}
	mixed := p.Steps[6]
	mixed.Text = "Seal it dry שלום"
	mixed.Runs = []chart.Run{
		{From: 0, To: 4, Text: chart.TextLook{Bold: &yes, Colour: style.Lines[1]}},
		{From: 5, To: 9, Text: chart.TextLook{Family: chart.Serif, Italic: &yes, Underline: &yes}},
		{From: 12, To: 16, Text: chart.TextLook{Family: chart.Mono}},
	}
	return c
}

// everyField is a chart with a symbol key, whose steps show fields in every form.
func everyField() *chart.Chart {
	c := everyLook()
	c.Name = "Fields of the loans desk"
	p := c.Pages[0]
	p.Steps = p.Steps[:7]
	for _, s := range p.Steps {
		s.Look = nil
	}
	p.Key = &chart.Key{X: 20, Y: 550, Rows: 10}
	p.Shown = []chart.Showing{{Field: "system", As: chart.AsMark, Colour: true}, {Field: "minutes", As: chart.AsBar}, {Field: "system", On: symbol.Document, As: chart.AsText}}
	return c
}

// unreachable are the controls of a drawer that cannot be pressed, since something lies over
// them or they cannot be scrolled to.
func (b *browser) unreachable(drawer string) string {
	b.t.Helper()
	return eval[string](b, fmt.Sprintf(`[...document.querySelectorAll('[data-drawer=%s] :is(button, input, select)')].filter(e => e.offsetParent).filter(e => {
  e.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  const r = e.getBoundingClientRect(), at = document.elementFromPoint(r.left + r.width / 2, r.top + r.height / 2);
  return !(at && (e === at || e.contains(at)));
}).map(e => e.ariaLabel || e.innerText || e.name || e.dataset.what).join(', ')`, drawer))
}

// The look drawer: what is chosen is seen at once on the paper beside it, values are typed in
// their places; Escape keeps it, undo takes it back.
func TestLookDrawer(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	id := b.step("Fit to travel?").ID
	b.click(b.middle("Fit to travel?"))
	before := eval[string](b, `editor.core.chart()`)
	b.press("Look")
	drawn := func(what string) string {
		return eval[string](b, fmt.Sprintf(`document.querySelector('#step-%s path[stroke]').getAttribute(%q)`, id, what))
	}
	for _, size := range [][2]int64{{1280, 800}, {1024, 700}, {960, 600}} {
		b.run(chromedp.EmulateViewport(size[0], size[1]))
		b.frame()
		drawer, bench := b.rect(`document.querySelector('#drawer')`), b.rect(`document.querySelector('#bench')`)
		if drawer.overlaps(bench) || drawer.H > float64(size[1])*0.45 {
			t.Errorf("at %v the drawer is %v, the bench %v", size, drawer, bench)
		}
		// Every control can be reached, and lies uppermost where it stands.
		if hidden := b.unreachable("look"); hidden != "" {
			t.Errorf("at %v cannot be pressed: %s", size, hidden)
		}
	}
	b.run(chromedp.EmulateViewport(1280, 800))
	// Nothing moves under the hand when colours are chosen.
	places := func() string {
		b.frame()
		return eval[string](b, `[...document.querySelectorAll('[data-drawer=look] :is(button[data-arg], input)')].filter(e => e.offsetParent).map(e => [e.offsetLeft, e.offsetTop]).join(' ')`)
	}
	stood := places()
	b.press("Fill: clay")
	b.until("the fill", fmt.Sprintf(`document.querySelector('#step-%s path[stroke]').getAttribute('fill') === '#D2A580'`, id))
	if !eval[bool](b, `document.querySelector('[data-drawer=look] [aria-label="Fill: clay"]').getAttribute('aria-pressed') === 'true' && document.querySelector('.hex[data-what=fill]').value === '#D2A580'`) {
		t.Error("the drawer does not show the fill that was chosen")
	}
	b.press("Two colours")
	b.until("a gradient", fmt.Sprintf(`document.querySelector('#step-%s path[stroke]').getAttribute('fill').startsWith('url(')`, id))
	if now := places(); now != stood {
		t.Errorf("controls stood at\n%s\nand stand at\n%s", stood, now)
	}
	b.press("One colour")
	b.until("one colour", fmt.Sprintf(`!document.querySelector('#step-%s path[stroke]').getAttribute('fill').startsWith('url(')`, id))
	b.frame() // the fields have been brought up to it, and what is typed next stays
	// A hex colour is typed; what is none is answered, and the field shows what is so.
	hex := func(what, value string) {
		eval[bool](b, fmt.Sprintf(`(() => { const f = document.querySelector('[data-drawer=look] [data-what=%s]:is(input)'); f.focus(); f.select(); return true; })()`, what))
		b.key(value + "\r")
	}
	hex("fill", "2b63d8")
	b.until("the typed fill", fmt.Sprintf(`document.querySelector('#step-%s path[stroke]').getAttribute('fill') === '#2B63D8'`, id))
	if text := eval[string](b, fmt.Sprintf(`document.querySelector('#step-%s text').getAttribute('fill')`, id)); text != "#FFFFFF" {
		t.Errorf("the text on blue is %s", text)
	}
	hex("fill", "bluish")
	b.until("the answer", `document.querySelector('#notice').matches(':popover-open') && document.querySelector('#notice').innerText.includes('six digits')`)
	b.until("the field as it was", `document.querySelector('.hex[data-what=fill]').value === '#2B63D8'`)
	notice, drawer := b.rect(`document.querySelector('#notice')`), b.rect(`document.querySelector('#drawer')`)
	if notice.W < 100 || !notice.inside(box{0, 0, 1280, 800}) {
		t.Errorf("the notice stands at %v, the drawer at %v", notice, drawer)
	}
	// A slider shows what it does before it is let go, and makes one change of it.
	steps := eval[int](b, `(() => { const r = document.querySelector('[data-what=clear]'); let n = 0; const act = editor.core.act; for (const v of [10, 30, 50]) { r.value = v; r.dispatchEvent(new Event('input', {bubbles: true})); } n = editor.live.waiting.length; r.dispatchEvent(new Event('change', {bubbles: true})); return editor.live.waiting.length - n; })()`)
	b.until("half clear", fmt.Sprintf(`[...document.querySelectorAll('#step-%s path')].some(p => p.getAttribute('fill-opacity') === '0.5')`, id))
	if steps != 1 {
		t.Errorf("the slider sent %d changes", steps)
	}
	b.press("Outline: red")
	b.press("Double line")
	b.until("two outlines", fmt.Sprintf(`document.querySelectorAll('#step-%s path[stroke="#B0361B"]').length === 2`, id))
	if w := drawn("stroke-width"); w != "1.5" {
		t.Errorf("the outline weighs %s", w)
	}
	b.press("Hatch")
	b.until("a hatch", fmt.Sprintf(`document.querySelector('#step-%s path[stroke-width="0.8"]')`, id))
	if on := eval[string](b, `document.querySelector('[aria-label=Hatch]').getAttribute('aria-pressed')`); on != "true" {
		t.Errorf("the hatch is told to be on: %s", on)
	}
	b.press("Hatch")
	b.until("no hatch", fmt.Sprintf(`!document.querySelector('#step-%s path[stroke-width="0.8"]')`, id))
	b.run(focusOn("[data-drawer=look] [data-act=step-look]"))
	b.key("\x1b")
	b.until("the drawer shut", `document.querySelector('#drawer').hidden`)
	if eval[string](b, `editor.core.chart()`) == before {
		t.Error("Escape takes back what was chosen")
	}
	b.undoTo(before)
	b.until("everything undone", fmt.Sprintf(`document.querySelector('#step-%s path[stroke]').getAttribute('fill') === '#FFFFFF'`, id))
	b.saved()
}

// Several steps at once: what differs is shown as mixed. The pipette's press takes a colour
// from the page and does not close the drawer or change the selection.
func TestLooksOfMany(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	b.click(b.middle("Panel agrees?"))
	b.press("Look")
	b.press("Fill: sea")
	b.run(focusOn("#desk"))
	eval[bool](b, `(document.querySelector('#desk').focus(), true)`)
	b.key("a", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	b.until("mixed", `document.querySelector('[data-drawer=look] [aria-label="Fill: sea"]').getAttribute('aria-pressed') === 'mixed'`)
	if v := eval[string](b, `(() => { const f = document.querySelector('.hex[data-what=fill]'); return f.value + '|' + f.placeholder; })()`); v != "|mixed" {
		t.Errorf("the field of the fill shows %q", v)
	}
	b.click(b.middle("Log the request"))
	b.press("Pick from page")
	x, y := b.middle("Panel agrees?")
	sx, sy := b.at(x, y-20)
	b.run(chromedp.MouseEvent(chromedp.MouseMoved, sx, sy))
	b.until("the pipette", `document.querySelector('#desk').style.cursor === 'crosshair'`)
	b.click(x, y-20)
	b.until("the colour taken", fmt.Sprintf(`document.querySelector('#step-%s path[stroke]').getAttribute('fill') === '#8AD2DA'`, b.step("Log the request").ID))
	if eval[bool](b, `document.querySelector('#drawer').hidden`) || eval[string](b, `document.querySelector('#chosen').textContent`) != "Process 3" {
		t.Error("the pipette closed the drawer or changed the selection")
	}
	// White text by hand on a pale fill is told and mended.
	b.press("Text colour: white")
	b.until("a warning", `document.querySelector('[data-drawer=look] .wrong')?.innerText.startsWith('reads 1.')`)
	b.press("Repair contrast")
	b.until("mended", `!document.querySelector('[data-drawer=look] .wrong')`)
	b.press("One fill per symbol")
	b.saved()
	p := b.page()
	for _, st := range p.Steps {
		if st.Symbol == symbol.Decision && (st.Look == nil || st.Look.Fill != style.Tints(p)[1]) {
			t.Errorf("the decision %s looks like %+v", st.Text, st.Look)
		}
	}
	if words := eval[string](b, `[...document.querySelectorAll('[data-drawer=look] .quiet')].map(e => e.innerText).join('|')`); !strings.Contains(words, "looks on this page") {
		t.Errorf("the drawer tells %s", words)
	}
}

// The house style drawer: each style shows itself, is seen on the whole chart at once, and
// undo takes it back; one is made of company colours.
func TestHouseDrawer(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	before := eval[string](b, `editor.core.chart()`)
	id := b.step("Fit to travel?").ID
	fill := func(want string) {
		b.until("the fill "+want, fmt.Sprintf(`document.querySelector('#step-%s path[stroke]').getAttribute('fill') === %q`, id, want))
	}
	b.press("Look")
	b.press("House style…")
	b.until("the drawer", `document.querySelector('#drawer').getAttribute('aria-label') === 'House style' && [...document.querySelectorAll('[data-drawer]')].filter(e => e.offsetParent).length === 1`)
	for _, size := range [][2]int64{{1280, 800}, {1024, 700}, {960, 600}} {
		b.run(chromedp.EmulateViewport(size[0], size[1]))
		b.frame()
		if hidden := b.unreachable("house"); hidden != "" {
			t.Errorf("at %v cannot be pressed: %s", size, hidden)
		}
	}
	b.run(chromedp.EmulateViewport(1280, 800))
	if n := eval[int](b, `new Set([...document.querySelectorAll('.house svg')].map(e => e.innerHTML)).size`); n != len(style.Shipped())+1 {
		t.Errorf("%d house styles show something of their own", n)
	}
	b.press("Wharf")
	fill("#F3E3C3")
	b.press("Lantern")
	fill("#5C4410")
	if bg := eval[string](b, `getComputedStyle(document.querySelector('#drawing')).backgroundColor`); bg != "rgb(20, 32, 43)" {
		t.Errorf("the paper of Lantern is %s", bg)
	}
	eval[bool](b, `(document.querySelector('[data-drawer=house] .make [name=name]').focus(), true)`)
	b.key("Museum blue")
	eval[bool](b, `(document.querySelector('[data-drawer=house] .make [name=colour]').focus(), true)`)
	b.key("#0a4a5e")
	b.press("Make and use")
	b.until("the style that was made", `document.querySelector('[data-drawer=house] header p').innerText === 'Museum blue'`)
	b.key("\x1b")
	b.until("the drawer shut", `document.querySelector('#drawer').hidden`)
	b.undoTo(before)
	fill("#FFFFFF")
	b.saved()
}

// The symbol key stands on the page as one thing and is dragged there; fields are shown at their
// steps from the drawer, and hidden again.
func TestKeyAndFieldsOnThePage(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	b.press("Look")
	b.press("Symbol key")
	b.press("Close")
	b.until("the key", `!!document.querySelector('#drawing #key')`)
	k := b.page().Key
	was := b.rect(`document.querySelector('#key > path')`)
	if lanes := b.rect(`[...document.querySelectorAll('#drawing .lane > path')]`); was.overlaps(lanes) {
		t.Errorf("the key stands at %v, the lanes at %v", was, lanes)
	}
	b.drag(k.X+30, k.Y+8, k.X+230, k.Y-20, func() {
		if now := b.rect(`document.querySelector('#key > path')`); now.X < was.X+100 {
			t.Errorf("half way the key is at %v, it was at %v", now, was)
		}
		if form := eval[string](b, `document.querySelector('#desk').style.cursor`); form != "move" {
			t.Errorf("while it is dragged the pointer is %s", form)
		}
	})
	if now := b.page().Key; now.X != k.X+200 || now.Y != k.Y-28 {
		t.Errorf("dragged from %+v to %+v", k, now)
	}
	b.press("Fields")
	eval[bool](b, `(() => { const [f, as] = document.querySelectorAll('[data-drawer=fields] .shown select'); f.value = 'system'; as.value = 'mark'; return true; })()`)
	b.press("Show")
	id := b.step("Log the request").ID
	shown := fmt.Sprintf(`[...document.querySelectorAll('#step-%s text')].some(e => e.textContent === 'Reg')`, id)
	b.until("the mark", shown)
	b.until("the key to tell it", `document.querySelector('#key').textContent.includes('system')`)
	if words := eval[string](b, `document.querySelector('[data-drawer=fields] .shown li').innerText`); !strings.HasPrefix(words, "system, as a mark") {
		t.Errorf("the drawer tells %s", words)
	}
	b.press("Hide")
	b.until("it gone", "!("+shown+")")
	b.saved()
}

// A house style is kept for the team, used in another chart, and changed in both at once; one
// that comes with the application cannot be overwritten.
func TestTeamHouses(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	const name = `Museum "blue" <b>`
	of := func(b *browser, ink string) {
		eval[bool](b, `(document.querySelector('[data-drawer=house] .make [name=name]').focus(), document.querySelector('[data-drawer=house] .make [name=name]').select(), true)`)
		b.key(name)
		eval[bool](b, `(document.querySelector('[data-drawer=house] .make [name=colour]').focus(), document.querySelector('[data-drawer=house] .make [name=colour]').select(), true)`)
		b.key(ink)
		b.press("Make and use")
	}
	b.press("Look")
	b.press("House style…")
	b.until("no house styles of the team", `document.querySelector('#team').innerText.includes('None yet')`)
	of(b, "#0a4a5e")
	b.press("Keep for the team")
	b.until("it kept", `document.querySelector('#team').innerText.includes('Kept for the team') && !!document.querySelector('#team .house svg')`)
	b.saved()
	// Another window, another chart.
	c := s.browse(t)
	c.signIn()
	c.edit("Packing a crate")
	c.press("Look")
	c.press("House style…")
	c.until("the team's", `!!document.querySelector('#team .house')`)
	eval[bool](c, `(document.querySelector('#team .house').click(), true)`)
	line := func(colour string) string {
		return fmt.Sprintf(`[...document.querySelectorAll('#drawing .connector path[stroke]')].every(p => p.getAttribute('stroke') === %q)`, colour)
	}
	c.until("the ink of the style", line("#0A4A5E"))
	c.saved()
	// Changed here, it changes there.
	of(b, "#5a1e0c")
	b.until("the other ink", line("#5A1E0C"))
	b.press("Keep for the team")
	b.until("it is asked", `document.querySelector('#team').innerText.includes('changes 1 chart')`)
	if hidden := b.unreachable("house"); hidden != "" {
		t.Errorf("cannot be pressed: %s", hidden)
	}
	b.press("Replace it and change 1 chart")
	b.until("where it was changed", `document.querySelector('#team').innerText.includes('changed in 1 other chart')`)
	c.until("the new ink in the other window", line("#5A1E0C"))
	eval[bool](b, `(window.confirm = () => true, true)`)
	b.press("Remove " + name)
	b.until("it gone", `document.querySelector('#team').innerText.includes('Removed')`)
	c.saved()
	if h := c.page().House(); h == nil || h.Name != name {
		t.Errorf("the other chart has %v", h)
	}
}

// A word in a text gets a look of its own while it is typed on: by key, by the look drawer, which
// does not end typing, and by a colour typed there. The text stays where it is drawn, the caret
// follows the wider letters, and what is typed behind the word goes on in it.
func TestWordsWithALook(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	id := b.step("Examine condition").ID
	x, y := b.middle("Examine condition")
	b.click(x, y)
	b.press("Look")
	x, y = b.middle("Examine condition")
	b.double(x, y)
	b.until("typing", `!document.querySelector('#typing').hidden`)
	word := fmt.Sprintf(`[...document.querySelectorAll('#step-%s text')].find(e => e.textContent.startsWith('Examine'))`, id)
	b.double(x, y-8) // in its first line
	chosen := `JSON.stringify([document.activeElement.id, document.querySelector('#typing').selectionStart, document.querySelector('#typing').selectionEnd])`
	pressed := func(words string) string {
		return eval[string](b, fmt.Sprintf(`document.querySelector('[data-drawer=look] [aria-label=%q]').getAttribute('aria-pressed')`, words))
	}
	b.until("the word chosen", chosen+` === '["typing",0,7]'`)
	if bold := pressed("Bold"); bold != "false" {
		t.Errorf("the drawer tells bold %s of the plain word", bold)
	}
	b.key("b", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	b.until("a bold word", word+`.classList.contains('b')`)
	if bold := pressed("Bold"); bold != "true" {
		t.Errorf("the drawer tells bold %s of the word", bold)
	}
	b.press("Text colour: red")
	b.until("a red word", word+`.getAttribute('fill') === '#B0361B'`)
	if got := eval[string](b, chosen); got != `["typing",0,7]` {
		t.Errorf("after a press in the drawer %s", got)
	}
	// A colour typed in the drawer goes to the word, too, and the hand is back in the text.
	eval[bool](b, `(() => { const f = document.querySelector('[data-drawer=look] input[data-what=text]'); f.focus(); f.select(); return true; })()`)
	if !eval[bool](b, `!document.querySelector('#typing').hidden`) {
		t.Error("a press into a field of the drawer ends typing")
	}
	b.key("2b63d8\r")
	b.until("a blue word", word+`.getAttribute('fill') === '#2B63D8'`)
	if got := eval[string](b, chosen); got != `["typing",0,7]` {
		t.Errorf("after a colour was typed %s", got)
	}
	// The field lies on the text as it is drawn, and what is typed behind the word goes on in it.
	b.key(kb.ArrowRight)
	b.key("d")
	b.until("the letter", word+`.textContent === 'Examined'`)
	field, drawn := b.rect(typingField), b.rect(fmt.Sprintf(`[...document.querySelectorAll('#step-%s text:not(.m)')]`, id))
	if field.X < drawn.X-3 || field.X > drawn.X+3 || field.W < drawn.W-3 || field.W > drawn.W+3 {
		t.Errorf("the field is %v, the text %v", field, drawn)
	}
	caret := eval[[]float64](b, fmt.Sprintf(`(() => { const c = [...document.querySelectorAll('#layer-marks path')].map(p => p.getBoundingClientRect()).filter(r => r.width < 4 && r.height > 6)[0], w = %s.getBoundingClientRect(); return [c.x + c.width / 2, w.right]; })()`, word))
	if caret[0] < caret[1]-1.5 || caret[0] > caret[1]+1.5 {
		t.Errorf("the caret stands at %v, the word ends at %v", caret[0], caret[1])
	}
	b.key("\r")
	b.until("the end of typing", `document.querySelector('#typing').hidden`)
	if st := b.step("Examined condition"); len(st.Runs) != 1 || st.Runs[0].To != len("Examined") || st.Runs[0].Text.Colour != "#2B63D8" {
		t.Errorf("kept is %+v", st.Runs)
	}
	if !eval[bool](b, `document.querySelector('.hex[data-what=text]').placeholder === 'mixed'`) {
		t.Error("two colours of a text are not shown as mixed")
	}
	// What is set on the whole step is set on all of its text; one undo brings the word back.
	b.press("Text colour: pine")
	b.until("one colour", fmt.Sprintf(`[...document.querySelectorAll('#step-%s text:not(.m)')].every(e => e.getAttribute('fill') === '#0A6660')`, id))
	b.key("z", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	b.until("the blue word again", word+`.getAttribute('fill') === '#2B63D8' && `+word+`.classList.contains('b')`)
}
