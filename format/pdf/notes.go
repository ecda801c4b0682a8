package pdf

import (
	"bytes"
	"errors"
	"fmt"
	"io"
	"regexp"
	"strconv"
	"strings"
	"unicode/utf16"

	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// notes are what a PDF has besides what is seen: bookmarks, and links where they stand. The
// library that writes the drawings knows neither bookmarks nor links to pages, so they are added
// to its file as an incremental update (ISO 32000-1, 7.5.6): what is there stays as it is, and
// objects that are to be otherwise are written again behind it.
type notes struct {
	marks  []bookmark
	sheets int
	first  map[string]int // sheet on which a page begins, from 0
	links  []link
}

type bookmark struct {
	title string
	sheet int // from 0
}

type link struct {
	sheet int
	at    geom.Rect // points from the lower left
	to    scene.Link
}

// page begins a page of the chart.
func (n *notes) page(d scene.Drawing) {
	if n.first == nil {
		n.first = map[string]int{}
	}
	n.first[d.Page] = n.sheets
	n.marks = append(n.marks, bookmark{d.Name, n.sheets})
}

// sheet notes the links of a sheet of paper.
func (n *notes) sheet(d scene.Drawing, p placed) {
	note := func(b geom.Rect, to *scene.Link) {
		const pt = 72.0 / 96
		r := geom.Rect{X: (p.x + (b.X-d.View.X)*p.k) * pt, Y: (p.h - p.y - (b.Bottom()-d.View.Y)*p.k) * pt, W: b.W * p.k * pt, H: b.H * p.k * pt}
		n.links = append(n.links, link{n.sheets, r, *to})
	}
	for _, e := range d.Elements {
		if e.Link != nil {
			note(scene.Bounds([]scene.Element{e}), e.Link)
		}
		for _, i := range e.Items {
			if i.Link != nil {
				note(scene.Bounds([]scene.Element{{Items: []scene.Item{i}}}), i.Link)
			}
		}
	}
	n.sheets++
}

// write writes a PDF with the notes: those of one page need no bookmark.
func (n *notes) write(w io.Writer, b []byte) error {
	if len(n.marks) > 1 || len(n.links) > 0 {
		u, err := begin(b)
		if err != nil {
			return err
		}
		if len(n.marks) > 1 {
			n.outline(u)
		}
		n.annotate(u)
		b = u.end()
	}
	_, err := w.Write(b)
	return err
}

// outline writes the bookmarks, one after the other.
func (n *notes) outline(u *update) {
	root := u.next()
	items := make([]int, len(n.marks))
	for i := range items {
		items[i] = u.next()
	}
	for i, m := range n.marks {
		item := fmt.Sprintf("<</Title%s/Parent %d 0 R/Dest[%d 0 R/Fit]", textString(m.title), root, u.pages[m.sheet])
		if i > 0 {
			item += fmt.Sprintf("/Prev %d 0 R", items[i-1])
		}
		if i+1 < len(items) {
			item += fmt.Sprintf("/Next %d 0 R", items[i+1])
		}
		u.put(items[i], item+">>")
	}
	u.put(root, fmt.Sprintf("<</Type/Outlines/First %d 0 R/Last %d 0 R/Count %d>>", items[0], items[len(items)-1], len(items)))
	u.put(catalog, fmt.Sprintf("<</Type/Catalog/Pages %d 0 R/Outlines %d 0 R/PageMode/UseOutlines>>", pageTree, root))
}

// annotate writes the links. One to a page that is not in the document leads nowhere, and is none.
func (n *notes) annotate(u *update) {
	on := map[int][]string{}
	for _, l := range n.links {
		do := ""
		if l.to.URL != "" {
			do = "/A<</S/URI/URI" + byteString(l.to.URL) + ">>"
		} else if first, ok := n.first[l.to.Page]; ok {
			do = fmt.Sprintf("/Dest[%d 0 R/Fit]", u.pages[first])
		} else {
			continue
		}
		id := u.next()
		u.put(id, fmt.Sprintf("<</Type/Annot/Subtype/Link/Border[0 0 0]/Rect[%.2f %.2f %.2f %.2f]%s>>", l.at.X, l.at.Y, l.at.Right(), l.at.Bottom(), do))
		on[l.sheet] = append(on[l.sheet], fmt.Sprintf("%d 0 R", id))
	}
	for sheet := range n.sheets {
		if refs := on[sheet]; len(refs) > 0 {
			page := u.dict(u.pages[sheet])
			u.put(u.pages[sheet], page[:len(page)-2]+"/Annots["+strings.Join(refs, " ")+"]>>")
		}
	}
}

// Objects as the library numbers them.
const (
	catalog  = 1
	pageTree = 3
)

// update is a file with objects written behind it.
type update struct {
	out   bytes.Buffer
	pages []int // objects of the sheets
	size  int   // the next object's number
	prev  int   // where the cross-reference table before begins
	at    map[int]int
	order []int // of the objects written
}

var errOther = errors.New("pdf: the file is not as the library writes it")

var (
	kids  = regexp.MustCompile(`\n3 0 obj\n<</Type/Pages/Count \d+/Kids\[([^\]]*)\]>>`)
	size  = regexp.MustCompile(`/Size (\d+)>>\nstartxref\n(\d+)\n%%EOF\s*$`)
	entry = regexp.MustCompile(`(\d+) 0 R`)
)

func begin(b []byte) (*update, error) {
	k, s := kids.FindSubmatch(b), size.FindSubmatch(b)
	if k == nil || s == nil {
		return nil, errOther
	}
	u := &update{at: map[int]int{}}
	u.out.Write(b)
	for _, m := range entry.FindAllSubmatch(k[1], -1) {
		id, err := strconv.Atoi(string(m[1]))
		if err != nil {
			return nil, err
		}
		u.pages = append(u.pages, id)
	}
	u.size, _ = strconv.Atoi(string(s[1]))
	u.prev, _ = strconv.Atoi(string(s[2]))
	return u, nil
}

func (u *update) next() int { u.size++; return u.size - 1 }

// put writes an object.
func (u *update) put(id int, dict string) {
	u.at[id] = u.out.Len()
	u.order = append(u.order, id)
	fmt.Fprintf(&u.out, "%d 0 obj\n%s\nendobj\n", id, dict)
}

// dict is what an object of the file is, which is a dictionary on one line.
func (u *update) dict(id int) string {
	head := fmt.Sprintf("\n%d 0 obj\n", id)
	_, rest, _ := strings.Cut(u.out.String(), head)
	dict, _, _ := strings.Cut(rest, "\nendobj")
	return dict
}

// end writes the cross-reference table and the trailer.
func (u *update) end() []byte {
	start := u.out.Len()
	u.out.WriteString("xref\n")
	for _, id := range u.order {
		fmt.Fprintf(&u.out, "%d 1\n%010d 00000 n \n", id, u.at[id])
	}
	fmt.Fprintf(&u.out, "trailer\n<</Size %d/Root %d 0 R/Info 2 0 R/Prev %d>>\nstartxref\n%d\n%%%%EOF\n", u.size, catalog, u.prev, start)
	return u.out.Bytes()
}

// textString is a text as PDF writes it: UTF-16, in hexadecimal digits.
func textString(s string) string {
	var b strings.Builder
	b.WriteString("<FEFF")
	for _, v := range utf16.Encode([]rune(s)) {
		fmt.Fprintf(&b, "%04X", v)
	}
	return b.String() + ">"
}

// byteString is a string of bytes, in hexadecimal digits.
func byteString(s string) string { return fmt.Sprintf("<%X>", s) }
