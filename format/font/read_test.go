package font

import (
	"bytes"
	"encoding/binary"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/andybalholm/brotli"
	sfnt "github.com/tdewolff/font"
)

// shipped is a file of a shipped face, as WOFF2 and as TrueType.
func shipped(t testing.TB, face string) (woff2, ttf []byte) {
	t.Helper()
	woff2 = Face(face)[0].Bytes()
	ttf, err := sfnt.ToSFNT(woff2)
	if err != nil {
		t.Fatal(err)
	}
	return woff2, ttf
}

// flagged is a font that says of itself what may be done with it.
func flagged(t *testing.T, ttf []byte, fsType uint16) []byte {
	t.Helper()
	b := bytes.Clone(ttf)
	for i := range int(binary.BigEndian.Uint16(b[4:])) {
		if rec := b[12+16*i:]; string(rec[:4]) == "OS/2" {
			binary.BigEndian.PutUint16(b[binary.BigEndian.Uint32(rec[8:])+8:], fsType)
			return b
		}
	}
	t.Fatal("there is no OS/2 table")
	return nil
}

// A font is read as WOFF2 and as TTF alike, and its advances are those that the shipped
// metrics were made with.
func TestRead(t *testing.T) {
	woff2, ttf := shipped(t, "serif")
	a, err := Read(woff2)
	if err != nil {
		t.Fatal(err)
	}
	b, err := Read(ttf)
	if err != nil {
		t.Fatal(err)
	}
	if len(a.Advances) < 200 || len(a.Advances) != len(b.Advances) || a.Advances['W'] != b.Advances['W'] || a.Advances['W'] < a.Advances['i'] || a.Name == "" {
		t.Errorf("%d and %d characters, W %d and %d, %q", len(a.Advances), len(b.Advances), a.Advances['W'], b.Advances['W'], a.Name)
	}
	for _, ok := range []uint16{0, 0x8, 0x2 | 0x8, 0x4 | 0x8} { // several bits: the least restrictive holds
		if _, err := Read(flagged(t, ttf, ok)); err != nil {
			t.Errorf("fsType %#x: %v", ok, err)
		}
	}
}

// Files that are no fonts, are too large, are damaged or forbid to be embedded are refused with
// the reason.
func TestRefused(t *testing.T) {
	woff2, ttf := shipped(t, "sans")
	cut := bytes.Clone(ttf[:len(ttf)/2])
	swapped := bytes.Clone(ttf)
	for i := 300; i < len(swapped); i += 7 {
		swapped[i] ^= 0xff
	}
	// A WOFF2 file whose tables unpack to far more than they say.
	var bomb bytes.Buffer
	w := brotli.NewWriter(&bomb)
	w.Write(make([]byte, most+1000))
	w.Close()
	head := bytes.Clone(woff2[:48])
	binary.BigEndian.PutUint16(head[12:], 1)
	binary.BigEndian.PutUint32(head[20:], uint32(bomb.Len()))
	packed := append(append(head, 0x00, 0x40), bomb.Bytes()...) // one table 'cmap' of 64 bytes
	binary.BigEndian.PutUint32(packed[8:], uint32(len(packed)))
	for name, c := range map[string]struct {
		b    []byte
		says string
	}{
		"nothing": {nil, "no font file"}, "text": {[]byte("PK\x03\x04 not a font"), "expected WOFF2, TTF or OTF"},
		"collection": {[]byte("ttcf\x00\x01\x00\x00"), "collection"}, "huge": {make([]byte, MostBytes+1), "at most 4 MB"},
		"cut off": {cut, "damaged"}, "swapped": {swapped, "damaged"}, "cut off WOFF2": {woff2[:2000], "damaged"}, "head alone": {woff2[:50], "damaged"},
		"bomb":       {packed, "more than 16 MB"},
		"restricted": {flagged(t, ttf, 0x2), "must not be embedded"}, "preview": {flagged(t, ttf, 0x4), "not changed any more"},
		"no parts": {flagged(t, ttf, 0x108), "no part of it"}, "bitmaps": {flagged(t, ttf, 0x208), "bitmaps"},
	} {
		if _, err := Read(c.b); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: %v, want %q", name, err, c.says)
		}
	}
	if _, err := ReadOwn("Ours", [4][]byte{nil, ttf}); err == nil || !strings.Contains(err.Error(), "regular") {
		t.Errorf("without a regular cut: %v", err)
	}
	if _, err := ReadOwn("Ours", [4][]byte{ttf, cut}); err == nil || !strings.HasPrefix(err.Error(), "bold: ") {
		t.Errorf("a damaged bold cut: %v", err)
	}
}

// A part of a font has the characters that are asked for, as wide as in the whole, and is
// smaller; what is not asked for is not in it.
func TestSubset(t *testing.T) {
	_, ttf := shipped(t, "sans")
	o, err := ReadOwn("Ours", [4][]byte{ttf})
	if err != nil {
		t.Fatal(err)
	}
	part := o.subset(0, map[rune]bool{'A': true, 'é': true, ' ': true})
	s, err := sfnt.ParseSFNT(part, 0)
	if err != nil {
		t.Fatal(err)
	}
	if len(part) > len(ttf)/4 || s.GlyphIndex('A') == 0 || s.GlyphIndex('é') == 0 || s.GlyphIndex('B') != 0 {
		t.Errorf("%d of %d bytes; A %d, é %d, B %d", len(part), len(ttf), s.GlyphIndex('A'), s.GlyphIndex('é'), s.GlyphIndex('B'))
	}
	if w := Advance(s, s.GlyphIndex('é')); w != o.all[0]['é'] {
		t.Errorf("é is %d wide, in the whole %d", w, o.all[0]['é'])
	}
}

// garamond is EB Garamond (OFL), which the reader of fonts comes with: its outlines are in a CFF table.
func garamond(t testing.TB) []byte {
	t.Helper()
	dir, err := exec.Command("go", "list", "-m", "-f", "{{.Dir}}", "github.com/tdewolff/font").Output()
	if err != nil {
		t.Fatal(err)
	}
	b, err := os.ReadFile(filepath.Join(strings.TrimSpace(string(dir)), "resources", "EBGaramond12-Regular.otf"))
	if err != nil || string(b[:4]) != "OTTO" {
		t.Fatalf("%v, %d bytes", err, len(b))
	}
	return b
}

// An OTF font is read as the others are, and a part of it draws its characters as the whole does. A
// character whose outline the reader does not know is as one that the font has not.
func TestOpenTypeWithCFF(t *testing.T) {
	otf := garamond(t)
	o, err := ReadOwn("", [4][]byte{otf})
	if err != nil {
		t.Fatal(err)
	}
	if o.Name != "EB Garamond 12" || o.all[0]['M'] <= o.all[0]['i'] || o.all[0]['ӝ'] != 0 {
		t.Errorf("%q, M is %d wide, i %d, ӝ %d", o.Name, o.all[0]['M'], o.all[0]['i'], o.all[0]['ӝ'])
	}
	part := o.subset(0, map[rune]bool{'A': true, 'é': true})
	whole, err := sfnt.ParseSFNT(otf, 0)
	if err != nil {
		t.Fatal(err)
	}
	few, err := sfnt.ParseSFNT(part, 0)
	if err != nil {
		t.Fatal(err)
	}
	if len(part) > len(otf)/4 || few.GlyphIndex('B') != 0 {
		t.Errorf("%d of %d bytes; B %d", len(part), len(otf), few.GlyphIndex('B'))
	}
	for _, r := range "Aé" {
		a, b := &traced{}, &traced{}
		whole.GlyphPath(a, whole.GlyphIndex(r), 0, 0, 0, 1, sfnt.NoHinting)
		few.GlyphPath(b, few.GlyphIndex(r), 0, 0, 0, 1, sfnt.NoHinting)
		if a.String() == "" || a.String() != b.String() {
			t.Errorf("%c: %s, in the part %s", r, a, b)
		}
	}
}

// traced writes down the outline of a glyph.
type traced struct{ strings.Builder }

func (p *traced) MoveTo(x, y float64)             { fmt.Fprintln(p, "move", x, y) }
func (p *traced) LineTo(x, y float64)             { fmt.Fprintln(p, "line", x, y) }
func (p *traced) QuadTo(a, b, x, y float64)       { fmt.Fprintln(p, "quad", a, b, x, y) }
func (p *traced) CubeTo(a, b, c, d, x, y float64) { fmt.Fprintln(p, "cube", a, b, c, d, x, y) }
func (p *traced) Close()                          { fmt.Fprintln(p, "close") }

// FuzzRead gives the reader damaged fonts: it must end, without a panic, and what it takes must
// be drawn and cut into parts.
func FuzzRead(f *testing.F) {
	woff2, ttf := shipped(f, "mono")
	o, err := ReadOwn("Ours", [4][]byte{ttf})
	if err != nil {
		f.Fatal(err)
	}
	few := map[rune]bool{}
	for _, r := range "AZaz09" {
		few[r] = true
	}
	f.Add(woff2)
	f.Add(o.subset(0, few))
	cff, err := ReadOwn("Ours", [4][]byte{garamond(f)})
	if err != nil {
		f.Fatal(err)
	}
	f.Add(cff.subset(0, few))
	f.Fuzz(func(t *testing.T, b []byte) {
		c, err := Read(b)
		if err != nil {
			if err.Error() == "" || len(c.Bytes) > 0 {
				t.Errorf("refused without a reason or with something: %v", err)
			}
			return
		}
		o := &Own{ID: "x", Name: "x", Cuts: [4][]byte{c.Bytes}, all: [4]map[rune]uint16{c.Advances}}
		if len(o.subset(0, few)) == 0 || len(o.Metrics()) == 0 {
			t.Error("there is no part of it")
		}
	})
}
