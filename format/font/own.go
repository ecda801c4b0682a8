package font

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"maps"
	"slices"
	"strings"
	"sync"

	sfnt "github.com/tdewolff/font"

	"plaintracer/core/typeset/advances"
)

// Own is a font that somebody brought.
type Own struct {
	ID   string // of what is in it
	Name string
	Cuts [4][]byte // regular, bold, italic, bold and italic, as SFNT; nil where it has none

	all [4]map[rune]uint16
}

// cutNames are what the cuts are called, in their order.
var cutNames = [4]string{"regular", "bold", "italic", "bold italic"}

// ReadOwn reads the files of a font's cuts; the first must be there. Errors name the cut.
func ReadOwn(name string, files [4][]byte) (*Own, error) {
	o := &Own{Name: strings.TrimSpace(name)}
	sum := sha256.New()
	for i, b := range files {
		fmt.Fprintf(sum, "%d %d ", i, len(b))
		sum.Write(b)
		if len(b) == 0 {
			if i == 0 {
				return nil, fmt.Errorf("give the file of the regular cut")
			}
			continue
		}
		c, err := Read(b)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", cutNames[i], err)
		}
		if o.Name == "" {
			o.Name = c.Name
		}
		o.Cuts[i], o.all[i] = c.Bytes, c.Advances
	}
	if o.Name == "" {
		return nil, fmt.Errorf("give the font a name")
	}
	o.ID = hex.EncodeToString(sum.Sum(nil)[:16])
	return o, nil
}

// cut is the cut that draws what is asked of one: itself, or the nearest that there is.
func (o *Own) cut(i int) int {
	for _, k := range [4][4]int{{0}, {1, 0}, {2, 0}, {3, 1, 2, 0}}[i] {
		if o.Cuts[k] != nil {
			return k
		}
	}
	return 0
}

// Metrics are the advances of the four cuts, as typeset.AddOwn takes them.
func (o *Own) Metrics() []byte {
	var out []byte
	for i := range o.Cuts {
		out = advances.Append(out, o.all[o.cut(i)])
	}
	return out
}

// Family is the CSS family of the font, Class the class that sets text in it.
func (o *Own) Family() string { return "F-" + o.ID }
func (o *Own) Class() string  { return "f-" + o.ID }

// CSS declares the font for pages; src tells the address of a cut.
func (o *Own) CSS(src func(cut int) string) string {
	var b strings.Builder
	for i, bytes := range o.Cuts {
		if bytes != nil {
			b.WriteString(o.file(i).declared(src(i)))
		}
	}
	return b.String() + o.style()
}

// style is the CSS of the class. What the font has no glyph for is drawn as in sans.
func (o *Own) style() string {
	return fmt.Sprintf(".t.%s{font-family:'%s',%s}", o.Class(), o.Family(), Families("sans"))
}

var owned struct {
	sync.RWMutex
	by map[string]*Own
}

// AddOwn makes a font known to the writers.
func AddOwn(o *Own) {
	owned.Lock()
	defer owned.Unlock()
	if owned.by == nil {
		owned.by = map[string]*Own{}
	}
	owned.by[o.ID] = o
}

// OwnOf is a font that somebody brought, by its id.
func OwnOf(id string) (*Own, bool) {
	owned.RLock()
	defer owned.RUnlock()
	o, ok := owned.by[id]
	return o, ok
}

// OwnFace is the name of the face of a cut of a font that somebody brought.
func OwnFace(id string, cut int) string { return fmt.Sprintf("own %s %d", id, cut) }

// ownFile is the file that draws the face of that name; ok is false for a shipped face and for
// a font that is not known here.
func ownFile(face string) (o *Own, cut int, ok bool) {
	var id string
	if n, _ := fmt.Sscanf(face, "own %s %d", &id, &cut); n != 2 {
		return nil, 0, false
	}
	if o, ok = OwnOf(id); !ok || cut < 0 || cut >= len(cutNames) {
		return nil, 0, false
	}
	return o, o.cut(cut), true
}

// file is a cut as a file.
func (o *Own) file(cut int) File {
	return File{Name: fmt.Sprintf("%s-%d.ttf", o.ID, cut), Family: o.Family(), Weight: 400 + cut%2*300, Italic: cut/2 > 0, cut: cut, own: o}
}

// like is the shipped face that stands in for one of a font that somebody brought.
func like(face string) string {
	if !strings.HasPrefix(face, "own ") {
		return face
	}
	return Faces[face[len(face)-1]-'0']
}

// subset is the part of a cut that some characters need, as SFNT; the whole cut where it has no
// parts.
func (o *Own) subset(cut int, chars map[rune]bool) []byte {
	s, err := sfnt.ParseSFNT(o.Cuts[cut], 0)
	if err != nil {
		return o.Cuts[cut]
	}
	glyphs := []uint16{0}
	for _, r := range slices.Sorted(maps.Keys(chars)) {
		if id := s.GlyphIndex(r); id != 0 && !slices.Contains(glyphs, id) {
			glyphs = append(glyphs, id)
		}
	}
	part, err := s.Subset(glyphs, sfnt.SubsetOptions{Tables: sfnt.KeepMinTables})
	if err != nil {
		return o.Cuts[cut]
	}
	return part.Write()
}

// declared is the CSS that declares a font from an address.
func (f File) declared(src string) string {
	return fmt.Sprintf("@font-face{font-family:'%s';font-weight:%d;font-style:%s;font-display:block;src:url(%s)}", f.Family, f.Weight, f.Style(), src)
}

// Kept is a font that was read, as plain values: what one process tells another.
type Kept struct {
	ID, Name string
	Cuts     [4][]byte
	Advances [4]map[rune]uint16
}

// Kept is the font as plain values.
func (o *Own) Kept() Kept { return Kept{o.ID, o.Name, o.Cuts, o.all} }

// Own is the font that was read.
func (k Kept) Own() *Own { return &Own{k.ID, k.Name, k.Cuts, k.Advances} }
