package font

import (
	"bytes"
	"encoding/binary"
	"errors"
	"fmt"
	"io"

	"github.com/andybalholm/brotli"
	sfnt "github.com/tdewolff/font"
	second "golang.org/x/image/font/sfnt"

	"plaintracer/core/typeset/advances"
)

// MostBytes is how large a font file that somebody brings can be, and most what it may unpack to.
const (
	MostBytes = 4 << 20
	most      = 16 << 20
)

// Cut is one cut of a font that somebody brought, once it was read.
type Cut struct {
	Bytes    []byte // TrueType or OpenType
	Name     string // of the family, as the font says it
	Advances map[rune]uint16
}

// Read reads a font file: WOFF2, TTF or OTF. It is refused with the reason where it is too large,
// cannot be read whole, or does not allow to be embedded, by what it says of itself (OpenType 1.9,
// OS/2, fsType; from memory).
func Read(b []byte) (c Cut, err error) {
	defer func() {
		if p := recover(); p != nil { // the reader of fonts was made for sound ones
			c, err = Cut{}, errDamaged
		}
	}()
	if len(b) > MostBytes {
		return c, fmt.Errorf("a font file can have at most %d MB; this one has %.1f", MostBytes>>20, float64(len(b))/(1<<20))
	}
	switch kind := string(b[:min(4, len(b))]); kind {
	case "wOF2":
		if err := unpacksTo(b); err != nil {
			return c, err
		}
		if b, err = sfnt.ParseWOFF2(b); err != nil {
			return c, errDamaged
		}
	case "\x00\x01\x00\x00", "true", "OTTO":
	case "ttcf":
		return c, errors.New("this is a collection of fonts; expected a file with one font of it")
	default:
		return c, errors.New("this is no font file; expected WOFF2, TTF or OTF")
	}
	if len(b) > 4 && string(b[:4]) == "OTTO" {
		// A number in a CFF table that does not end would be read for ever: another reader, which is made for
		// hostile files, refuses it.
		if _, err := second.Parse(b); err != nil {
			return c, errDamaged
		}
	}
	s, err := sfnt.ParseSFNT(b, 0)
	if err != nil || s.OS2 == nil || s.Head == nil || s.Hmtx == nil || s.Head.UnitsPerEm < 16 || s.Head.UnitsPerEm > 16384 {
		return c, errDamaged
	}
	if err := allowed(s); err != nil {
		return c, err
	}
	c = Cut{Bytes: b, Advances: map[rune]uint16{}}
	for _, n := range s.Name.Get(sfnt.NameFontFamily) {
		c.Name = n.String()
	}
	outline := &counter{}
	for r := rune(0x20); r < lastRead; r++ {
		id := s.GlyphIndex(r)
		if id == 0 {
			continue
		}
		w := Advance(s, id)
		if w > 4*advances.PerEm {
			return Cut{}, fmt.Errorf("the character %q is more than four times as wide as it is high", r)
		}
		switch err := s.GlyphPath(outline, id, 0, 0, 0, 1, sfnt.NoHinting); {
		case outline.n > mostOutline || err != nil && c.Bytes[0] != 'O':
			return Cut{}, errDamaged
		case err != nil && letter(r): // some curves of sound CFF fonts are more than the reader knows
			return Cut{}, fmt.Errorf("the outline of %q cannot be read; give the font as a TTF", r)
		case err == nil: // else as if it were not there
			c.Advances[r] = w
		}
	}
	for r := '0'; r <= 'z'; r++ {
		if letter(r) && c.Advances[r] == 0 {
			return Cut{}, fmt.Errorf("the font has no %q; expected one with the Latin letters and digits", r)
		}
	}
	return c, nil
}

var errDamaged = errors.New("the font is damaged, or of a kind that cannot be read; give it as a sound TTF or OTF")

// letter reports whether a character is one that a font must have.
func letter(r rune) bool {
	return '0' <= r && r <= '9' || 'A' <= r && r <= 'Z' || 'a' <= r && r <= 'z'
}

// lastRead is behind the last character that is looked for in a font, the emoji.
const lastRead = 0x20000

// allowed reports whether the font says that it may be embedded in documents that are changed.
func allowed(s *sfnt.SFNT) error {
	const (
		restricted, preview, editable, whole, dots = 0x2, 0x4, 0x8, 0x100, 0x200
	)
	f := s.OS2.FsType
	_, variable := s.Tables["fvar"]
	_, cff2 := s.Tables["CFF2"]
	switch {
	case variable || cff2:
		return errors.New("the font is variable; expected a file with one cut of it")
	case f&dots != 0:
		return errors.New("the font says that only its bitmaps may be embedded (fsType bit 9)")
	case f&whole != 0:
		return errors.New("the font says that no part of it may be embedded by itself (fsType bit 8), as exports do")
	case f&(restricted|preview|editable) == restricted:
		return errors.New("the font says that it must not be embedded (fsType bit 1)")
	case f&(preview|editable) == preview:
		return errors.New("the font says that it may be embedded only in what is not changed any more (fsType bit 2)")
	}
	return nil
}

// Advance is how wide a glyph is.
func Advance(s *sfnt.SFNT, glyph uint16) uint16 {
	em := uint64(s.Head.UnitsPerEm)
	return uint16(min((uint64(s.GlyphAdvance(glyph))*advances.PerEm+em/2)/em, 1<<16-1))
}

// unpacksTo refuses a WOFF2 file that holds more than it says, before it is unpacked whole
// (WOFF File Format 2.0, 4.1).
func unpacksTo(b []byte) error {
	const header = 48
	if len(b) < header {
		return errDamaged
	}
	at := header
	for range binary.BigEndian.Uint16(b[12:]) {
		if at >= len(b) {
			return errDamaged
		}
		flags := b[at]
		if at++; flags&0x3f == 0x3f { // a tag of its own
			at += 4
		}
		// 10 and 11 are glyf and loca: there version 3 is untransformed, elsewhere 0.
		glyphs := flags&0x3f == 10 || flags&0x3f == 11
		lengths := 1
		if version := flags >> 6; glyphs && version != 3 || !glyphs && version != 0 {
			lengths = 2
		}
		for range lengths {
			for at < len(b) && b[at]&0x80 != 0 {
				at++
			}
			at++
		}
	}
	packed := int64(binary.BigEndian.Uint32(b[20:]))
	if int64(at)+packed > int64(len(b)) {
		return errDamaged
	}
	n, err := io.Copy(io.Discard, io.LimitReader(brotli.NewReader(bytes.NewReader(b[at:at+int(packed)])), most+1))
	switch {
	case n > most:
		return fmt.Errorf("the font unpacks to more than %d MB", most>>20)
	case err != nil:
		return errDamaged
	}
	return nil
}

// mostOutline bounds the work of drawing all characters once.
const mostOutline = 8 << 20

// counter counts the segments of outlines.
type counter struct{ n int }

func (c *counter) MoveTo(_, _ float64)             { c.n++ }
func (c *counter) LineTo(_, _ float64)             { c.n++ }
func (c *counter) QuadTo(_, _, _, _ float64)       { c.n++ }
func (c *counter) CubeTo(_, _, _, _, _, _ float64) { c.n++ }
func (c *counter) Close()                          {}
