package font

import "testing"

// The index tells which file has which character, and that file is the first of the face.
func TestFor(t *testing.T) {
	jp := 0 // what the first of the Han fonts has not
	for _, f := range sliceFiles {
		if f.Family == "Noto Sans JP" {
			for _, s := range cover()[f.Name] {
				if g, _ := For("sans", s.from); g.Family == f.Family {
					jp++
				}
			}
		}
	}
	if jp < 1000 {
		t.Errorf("the second Han font draws %d characters of its own", jp)
	}
	for r, family := range map[rune]string{'a': "Atkinson Hyperlegible Next", 'Ω': "Noto Sans Greek", 'ж': "Noto Sans Cyrillic", 'א': "Noto Sans Hebrew", 'ب': "Noto Sans Arabic",
		'ก': "Noto Sans Thai", 'क': "Noto Sans Devanagari", '借': "Noto Sans SC", 'か': "Noto Sans SC", '대': "Noto Sans KR"} {
		f, ok := For("sans", r)
		if !ok || f.Family != family {
			t.Errorf("%c is drawn by %q, want %q", r, f.Family, family)
		}
		if !f.Has(r) || f.Far != Far(string(r)) {
			t.Errorf("%c: the file %s does not agree with itself", r, f.Name)
		}
	}
	if _, ok := For("sans", '𒀀'); ok {
		t.Error("a cuneiform sign is said to be there")
	}
	if f, _ := For("sans-bold", '借'); f.Weight != 400 {
		t.Errorf("bold Han has the weight %d; there is one of 400 alone", f.Weight)
	}
	seen := map[string]bool{}
	for _, f := range All() {
		if seen[f.Name] || len(f.Bytes()) == 0 {
			t.Errorf("%s is there twice or is empty", f.Name)
		}
		seen[f.Name] = true
	}
}
