package web

import (
	"bytes"
	"fmt"
	"image/png"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"golang.org/x/text/unicode/norm"

	"plaintracer/core/chart"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
	"plaintracer/format"
)

// scripts are five texts in each of twelve scripts, as people at a loans desk write them.
// (The words are ours and from memory.)
var scripts = map[string][5]string{
	"Latin":      {"Log the request", "Prüfen, ob vollständig", "Přijmout žádost", "Đăng ký yêu cầu", "İade edildi mi?"},
	"Greek":      {"Έλεγχος", "Αίτηση δανεισμού", "Ἔγγραφον", "Επιστροφή", "Υπογραφή;"},
	"Cyrillic":   {"Проверить", "Заявка получена", "Підписати", "Врати предмет", "Қабылдау"},
	"Hebrew":     {"בדיקת מצב", "הבקשה התקבלה", "חתימה (3)", "החזרה", "ארכיון"},
	"Arabic":     {"طلب إعارة", "فحص الحالة", "توقيع العقد", "إعادة 2024", "أرشيف"},
	"Han":        {"登记申请", "借出部门", "檢查狀況", "签署协议", "归还物品"},
	"Kana":       {"リクエスト", "ひらがなで", "カタカナ", "もどす", "すみました"},
	"Hangul":     {"대출 요청", "상태 확인", "계약 서명", "반납하기", "보관"},
	"Thai":       {"ยืม", "ตรวจสอบ", "ลงนาม", "คืนของ", "จัดเก็บ"},
	"Devanagari": {"अनुरोध", "स्थिति जाँच", "हस्ताक्षर", "वापसी", "संग्रह"},
	"Emoji":      {"📦 crate", "✅ done", "✉ letter", "🖼 painting", "🔒 safe"},
	"Mixed":      {"Loan 借出 №3", "Ø 3 µm → OK", "Ação: проверка", "שלום Loans 12", "A4 ‰ € ¥"},
}

// every script is drawn in every output: the PDF says it, the PNG has ink where the core
// says that text is and none where it says there is none, and Chromium makes each line as
// wide as the core does.
func TestEveryScript(t *testing.T) {
	t.Parallel()
	c := chart.New("Scripts")
	p := c.Pages[0]
	n := 0
	for _, name := range []string{"Latin", "Greek", "Cyrillic", "Hebrew", "Arabic", "Han", "Kana", "Hangul", "Thai", "Devanagari", "Emoji", "Mixed"} {
		for k, text := range scripts[name] {
			p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", n), Symbol: symbol.Process, X: 30 + float64(k)*200, Y: 40 + float64(n/5)*60, W: 170, H: 44, Text: text})
			n++
		}
	}
	if n != 60 {
		t.Fatalf("%d texts", n)
	}
	write := func(k format.Kind) []byte {
		var b bytes.Buffer
		if err := format.Write(t.Context(), &b, k, c, format.Options{Scale: 2}); err != nil {
			t.Fatal(err)
		}
		return b.Bytes()
	}
	if words := scene.UnprintableWords(c); words != "" {
		t.Errorf("not every character is shipped: %s", words)
	}

	// PDF. (Arabic and Devanagari letters that were shaped have no code of their own in it.)
	file := filepath.Join(t.TempDir(), "scripts.pdf")
	if err := os.WriteFile(file, write(format.PDF), 0o644); err != nil {
		t.Fatal(err)
	}
	said, err := exec.Command("pdftotext", "-enc", "UTF-8", file, "-").Output()
	if err != nil {
		t.Fatal(err)
	}
	flat := func(s string) string {
		return strings.Map(func(r rune) rune {
			if r <= ' ' || r >= 0x200b && r <= 0x200f || r >= 0x202a && r <= 0x202e || r == 0xa0 {
				return -1
			}
			return r
		}, s)
	}
	text := flat(norm.NFKC.String(string(said))) // shaped letters are said as themselves
	for _, name := range []string{"Latin", "Greek", "Cyrillic", "Hebrew", "Han", "Kana", "Hangul", "Thai", "Emoji", "Mixed"} {
		for _, s := range scripts[name] {
			for _, word := range strings.FieldsFunc(s, func(r rune) bool { return r == ' ' || r == '(' || r == ')' }) {
				if !strings.Contains(text, flat(norm.NFKC.String(word))) {
					t.Errorf("%s: the PDF does not say %q", name, word)
				}
			}
		}
	}

	// PNG: ink in every line of text, none in the band of a step beside it.
	img, err := png.Decode(bytes.NewReader(write(format.PNG)))
	if err != nil {
		t.Fatal(err)
	}
	var comp sheet.Composer
	sheet := comp.Compose(c, p)
	dark := func(x0, y0, x1, y1 float64) int {
		n := 0
		for y := int(y0 * 2); y < int(y1*2); y++ {
			for x := int(x0 * 2); x < int(x1*2); x++ {
				if r, _, _, _ := img.At(x, y).RGBA(); r < 0x9000 {
					n++
				}
			}
		}
		return n
	}
	for _, sh := range sheet.Steps {
		for _, l := range sh.Lines {
			x, y := sh.Rect.X+l.X, sh.Rect.Y+l.Baseline
			if dark(x, y-typeset.Size*0.8, x+l.Width, y+2) < 20 {
				t.Errorf("%q: the PNG has no ink at %v, %v", l.Text, x, y)
			}
			// Each end of the line is inked as well: nothing is squeezed to one side.
			if l.Width > 20 && (dark(x-1, y-12, x+9, y+4) == 0 || dark(x+l.Width-9, y-12, x+l.Width+1, y+4) == 0) {
				t.Errorf("%q: an end of the line has no ink", l.Text)
			}
			if d := dark(sh.Rect.X+3, y-11, x-3, y+4) + dark(x+l.Width+3, y-11, sh.Rect.Right()-3, y+4); d > 0 {
				t.Errorf("%q: the PNG has %d dark pixels beside the line", l.Text, d)
			}
		}
	}

	// Chromium, in the editor itself.
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.openChart(s, c)
	b.until("the fonts", `document.fonts.ready.then(() => true) && document.fonts.status === 'loaded'`)
	eval[bool](b, `document.fonts.ready.then(() => true)`)
	got := eval[map[string]float64](b, `Object.fromEntries([...document.querySelectorAll('.step text')].map(e => [e.textContent, e.getComputedTextLength()]))`)
	for _, sh := range sheet.Steps {
		for _, l := range sh.Lines {
			if w, ok := got[l.Text]; !ok || w-l.Width > 0.5 || l.Width-w > 0.5 {
				t.Errorf("%q is %.2f px wide in Chromium, %.2f here", l.Text, w, l.Width)
			}
		}
	}
	if !eval[bool](b, `!!document.querySelector('#fonts-far') && [...document.fonts].some(f => f.family.includes('Noto Sans SC') && f.status === 'loaded')`) {
		t.Error("the fonts for Han were not loaded")
	}
	b.open("/charts")
	b.edit("Outgoing loans")
	if eval[bool](b, `!!document.querySelector('#fonts-far')`) {
		t.Error("the fonts for Han are loaded where nobody needs them")
	}
}

// What no font has is drawn as a box with its code point, and told.
func TestCharacterWithoutAGlyph(t *testing.T) {
	t.Parallel()
	c := chart.New("Unknown")
	p := c.Pages[0]
	p.Steps = append(p.Steps, &chart.Step{ID: "s", Symbol: symbol.Process, X: 40, Y: 60, W: 200, H: 60, Text: "Seal 𒀀 found"})
	var b bytes.Buffer
	if err := format.Write(t.Context(), &b, format.SVG, c, format.Options{}); err != nil {
		t.Fatal(err)
	}
	if svg := b.String(); !strings.Contains(svg, ">120<") || !strings.Contains(svg, ">00<") || strings.Contains(svg, ">Seal 𒀀 found</text>") || !strings.Contains(svg, "𒀀") {
		t.Error("the box does not say 12000, or the title does not keep the character")
	}
	if words := scene.UnprintableWords(c); words != "1 character has no glyph in the fonts and is drawn as a box: U+12000 ×1" {
		t.Errorf("told as %q", words)
	}
	s := newSite(t)
	w := s.browse(t)
	w.signIn()
	w.openChart(s, c)
	w.press("Export")
	w.until("the export panel", `document.querySelector('#panel form[action]')`)
	if !eval[bool](w, `document.querySelector('#panel').textContent.includes('U+12000')`) {
		t.Error("the dialog does not tell")
	}
}
