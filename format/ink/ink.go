// Package ink puts drawing lists on a canvas, which the PDF and PNG writers
// then render: one drawing, two files.
package ink

import (
	"context"
	"image/color"
	"math"
	"slices"
	"strconv"
	"strings"
	"sync"
	"unicode"

	"github.com/tdewolff/canvas"

	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/typeset"
	"plaintracer/format/font"
)

// PerMM is how many px make a millimetre (96 px an inch).
const PerMM = 96 / 25.4

// lock guards the fonts: shaping keeps buffers in them.
var lock sync.Mutex

// Draw makes a canvas of w x h px and draws d on it, scaled by k, with the top
// left corner of its view at (x, y). The ground is filled when ground is set. Where the canvas
// becomes a picture of dots, dots tells how many of them a mm has; else it is 0.
func Draw(ctx context.Context, d scene.Drawing, w, h, x, y, k, dots float64, ground string) (*canvas.Canvas, error) {
	lock.Lock()
	defer lock.Unlock()
	c := canvas.New(w/PerMM, h/PerMM)
	p := pen{ctx: canvas.NewContext(c), k: k / PerMM, dots: dots, h: h / PerMM, dx: x/PerMM - d.View.X*k/PerMM, dy: y/PerMM - d.View.Y*k/PerMM}
	if ground != "" {
		p.ctx.SetFillColor(colour(ground))
		p.ctx.SetStrokeColor(canvas.Transparent)
		p.ctx.DrawPath(0, 0, canvas.Rectangle(w/PerMM, h/PerMM))
	}
	for _, e := range d.Elements {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		for _, i := range e.Items {
			switch {
			case i.Text != "":
				p.text(i)
			case i.Picture != "":
				p.picture(i, d.Pictures)
			default:
				p.path(i)
			}
		}
	}
	return c, nil
}

// pen maps px, y downward, to the canvas' mm, y upward.
type pen struct {
	ctx     *canvas.Context
	k, h    float64
	dx, dy  float64
	dots    float64 // of a mm, where dots are drawn
	opacity float64 // of what was drawn last; 0 before anything was
	primes  int
}

func (p *pen) at(q geom.Point) (float64, float64) {
	return p.dx + q.X*p.k, p.h - (p.dy + q.Y*p.k)
}

func (p *pen) path(i scene.Item) {
	var out canvas.Path
	for _, s := range i.Path {
		switch s.Op {
		case 'M':
			out.MoveTo(p.at(s.P[0]))
		case 'L':
			out.LineTo(p.at(s.P[0]))
		case 'C':
			x1, y1 := p.at(s.P[0])
			x2, y2 := p.at(s.P[1])
			x, y := p.at(s.P[2])
			out.CubeTo(x1, y1, x2, y2, x, y)
		case 'Z':
			out.Close()
		}
	}
	p.prime(1 - i.Clear)
	if i.Fade != nil {
		p.ctx.SetFillGradient(p.fade(i.Fade, 1-i.Clear))
	} else {
		p.ctx.SetFillColor(thin(colour(i.Fill), 1-i.Clear))
	}
	p.ctx.SetStrokeColor(thin(colour(i.Stroke), 1-i.Clear))
	p.ctx.SetStrokeWidth(i.Weight * p.k)
	p.ctx.SetStrokeCapper(canvas.ButtCap)
	p.ctx.SetStrokeJoiner(canvas.MiterJoin)
	if i.Round {
		p.ctx.SetStrokeJoiner(canvas.RoundJoin)
	}
	dash := make([]float64, len(i.Dash))
	for n, d := range i.Dash {
		dash[n] = d / i.Weight // the canvas counts them in stroke widths
	}
	p.ctx.SetDashes(0, dash...)
	p.ctx.DrawPath(0, 0, &out)
}

// fade is a gradient. Where dots are drawn, the canvas asks for its colour at a dot of the
// picture, and not at a place of the canvas.
func (p *pen) fade(f *scene.Fade, opacity float64) canvas.Gradient {
	at := func(q geom.Point) canvas.Point {
		x, y := p.at(q)
		if p.dots > 0 {
			x, y = x*p.dots, (p.h-y)*p.dots
		}
		return canvas.Point{X: x, Y: y}
	}
	g := canvas.NewLinearGradient(at(f.From), at(f.To))
	g.Add(0, thin(colour(f.A), opacity))
	g.Add(1, thin(colour(f.B), opacity))
	return g
}

// prime has the PDF take on an opacity. Its writer sets one together with a colour, but not
// when the colour is the last one again, and never with a gradient: so what has no extent is
// drawn in a colour that nothing else has.
func (p *pen) prime(opacity float64) {
	if opacity == p.opacity || p.opacity == 0 && opacity == 1 {
		return
	}
	p.opacity, p.primes = opacity, p.primes+1
	p.ctx.SetFillColor(thin(color.RGBA{1, 2, uint8(3 + p.primes%2), 255}, opacity))
	p.ctx.SetStrokeColor(canvas.Transparent)
	var nowhere canvas.Path
	nowhere.MoveTo(0, 0)
	nowhere.LineTo(0, 0.001)
	nowhere.LineTo(0, 0)
	nowhere.Close()
	p.ctx.DrawPath(0, 0, &nowhere)
}

// thin is a colour of that opacity, premultiplied.
func thin(c color.RGBA, opacity float64) color.RGBA {
	if opacity == 1 {
		return c
	}
	of := func(v uint8) uint8 { return uint8(math.Round(float64(v) * opacity)) }
	return color.RGBA{of(c.R), of(c.G), of(c.B), of(c.A)}
}

// text draws a line of text from the left, each run of characters with the
// first font that has them.
func (p *pen) text(i scene.Item) {
	p.prime(1)
	p.ctx.Push()
	defer p.ctx.Pop()
	x, y := p.at(i.At)
	p.ctx.Translate(x, y)
	if i.Upright {
		p.ctx.Rotate(90)
	}
	at := 0.0
	for _, r := range runs(i.Face, i.Text) {
		style := canvas.FontRegular
		if _, bold, _ := i.Face.Family(); bold && r.weight == 400 {
			style = canvas.FontBold // of a script with one weight: drawn heavier
		}
		f := r.file.Face(i.Size*p.k*ptPerMM, colour(i.Fill), style, canvas.FontNormal)
		t := canvas.NewTextLine(f, r.text, canvas.Left)
		w := typeset.Width(i.Face, i.Size, r.text) * p.k
		if has := f.TextWidth(r.text); has > 0 && w > 0 && typeset.Shaped(r.text) { // hold it to the width it was set for
			p.ctx.Push()
			p.ctx.Translate(at, 0)
			p.ctx.Scale(w/has, 1)
			p.ctx.DrawText(0, 0, t)
			p.ctx.Pop()
		} else {
			p.ctx.DrawText(at, 0, t)
		}
		at += w
	}
}

const ptPerMM = 72 / 25.4

type run struct {
	text   string
	file   *canvas.FontFamily
	weight int
}

// runs cuts a line into pieces of one font each, in the order in which they
// stand from left to right (Unicode bidirectional algorithm).
func runs(f typeset.Face, s string) []run {
	s = strings.Map(func(r rune) rune {
		if unicode.Is(unicode.C, r) && r != '\u200d' || unicode.Is(unicode.Variation_Selector, r) {
			return -1
		}
		return r
	}, s)
	var out []run
	for _, p := range typeset.Order(s, typeset.Leftward(s)) {
		ps := pieces(f, s[p.From:p.To])
		if p.Leftward {
			slices.Reverse(ps)
		}
		out = append(out, ps...)
	}
	return out
}

// pieces cuts text where the font changes. Marks stay with the letter before
// them.
func pieces(f typeset.Face, s string) []run {
	var out []run
	var last font.File
	for _, r := range s {
		file := last
		if last.Name == "" || !unicode.IsMark(r) && r != '\u200d' {
			file = fontFor(f, r)
		}
		if file != last {
			out = append(out, run{file: load(file), weight: file.Weight})
			last = file
		}
		out[len(out)-1].text += string(r)
	}
	return out
}

var (
	loaded = map[string]*canvas.FontFamily{}
)

// fontFor is the first font of the face with a glyph for r, else the first.
func fontFor(f typeset.Face, r rune) font.File {
	if file, ok := font.For(FaceName(f), r); ok {
		return file
	}
	return font.Face(FaceName(f))[0]
}

// FaceName is the name of a face among the fonts.
func FaceName(f typeset.Face) string {
	if id, cut := f.Own(); id != "" {
		return font.OwnFace(id, cut)
	}
	return font.Faces[f]
}

func load(f font.File) *canvas.FontFamily {
	if ff, ok := loaded[f.Name]; ok {
		return ff
	}
	ff := canvas.NewFontFamily(f.Name)
	if err := ff.LoadFont(f.Bytes(), 0, canvas.FontRegular); err != nil {
		panic("ink: " + f.Name + ": " + err.Error()) // shipped with the program
	}
	ff.SetFeatures("-kern,-liga")
	loaded[f.Name] = ff
	return ff
}

// colour reads #RRGGBB; "" is clear.
func colour(s string) color.RGBA {
	if len(s) != 7 {
		return canvas.Transparent
	}
	v, err := strconv.ParseUint(s[1:], 16, 32)
	if err != nil {
		return canvas.Transparent
	}
	return color.RGBA{uint8(v >> 16), uint8(v >> 8), uint8(v), 255}
}
