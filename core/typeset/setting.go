package typeset

// Setting is how a line is set: in one face, or with Faces each of its bytes in its own.
type Setting struct {
	Face  Face
	Size  float64 // px
	Faces string  // a Face for each byte of the line; "" where all are in Face
}

// Width is the width of the bytes of a line from one to another, px.
func (s Setting) Width(line string, from, to int) float64 {
	if s.Faces == "" {
		return Width(s.Face, s.Size, line[from:to])
	}
	sum := 0
	for k, r := range line[from:to] {
		f := s.Face
		if from+k < len(s.Faces) { // white space that is typed at its end is not in it yet
			f = Face(s.Faces[from+k])
		}
		a, _ := advance(f, r)
		sum += int(a)
	}
	return float64(sum) * s.Size / perEm
}

// part is the setting of the bytes of a line from one to another.
func (s Setting) part(from, to int) Setting {
	if len(s.Faces) < to {
		return Setting{Face: s.Face, Size: s.Size}
	}
	return Setting{s.Face, s.Size, s.Faces[from:to]}
}
