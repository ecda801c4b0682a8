package outside

import (
	"bytes"
	"context"
	"errors"
	"image"
	"image/color"
	"image/png"
	"os"
	"runtime"
	"strings"
	"testing"
	"time"

	sfnt "github.com/tdewolff/font"

	"plaintracer/format/font"
)

// kept is what a process holds that takes all memory.
var kept [][]byte

// TestMain lets the test binary be the process that reads.
func TestMain(m *testing.M) {
	if len(os.Args) > 1 && os.Args[1] == Command {
		switch os.Getenv("OUTSIDE_TEST") {
		case "for ever":
			if err := confine(); err != nil {
				panic(err)
			}
			for {
				runtime.Gosched()
			}
		case "memory":
			if err := confine(); err != nil {
				panic(err)
			}
			for {
				b := make([]byte, 16<<20)
				for i := range b {
					b[i] = 1
				}
				kept = append(kept, b)
			}
		case "files":
			if err := confine(); err != nil {
				panic(err)
			}
			if _, err := os.Open("/etc/passwd"); err == nil {
				os.Stdout.WriteString("opened")
			}
			os.Exit(3)
		}
		if err := Main(os.Stdin, os.Stdout); err != nil {
			panic(err)
		}
		return
	}
	os.Exit(m.Run())
}

func drawing(t *testing.T, w, h int) []byte {
	t.Helper()
	m := image.NewNRGBA(image.Rect(0, 0, w, h))
	m.Set(1, 1, color.NRGBA{200, 0, 0, 255})
	var b bytes.Buffer
	if err := png.Encode(&b, m); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// whole is a shipped font as TrueType.
func whole(t *testing.T) []byte {
	t.Helper()
	var b []byte
	for _, f := range font.Face("sans") {
		var err error
		if b, err = sfnt.ParseWOFF2(f.Bytes()); err == nil {
			return b
		}
	}
	t.Fatal("no shipped font could be unpacked")
	return nil
}

// Pictures and fonts come out as they do without a process between, and are refused in the same words.
func TestReads(t *testing.T) {
	ctx := t.Context()
	p, err := Reader{}.Picture(ctx, drawing(t, 40, 30))
	if err != nil || p.Type != "image/png" || p.W != 40 || p.H != 30 || len(p.Body) == 0 {
		t.Errorf("%s %v x %v, %v", p.Type, p.W, p.H, err)
	}
	if _, err := (Reader{}).Picture(ctx, []byte("no picture")); err == nil || err.Error() != "this is no PNG, JPEG or SVG" {
		t.Error(err)
	}
	b := whole(t)
	want, err := font.ReadOwn("Brought", [4][]byte{b})
	if err != nil {
		t.Fatal(err)
	}
	got, err := Reader{}.Font(ctx, "Brought", [4][]byte{b})
	if err != nil || got.ID != want.ID || got.Name != "Brought" || !bytes.Equal(got.Metrics(), want.Metrics()) || !bytes.Equal(got.Cuts[0], want.Cuts[0]) {
		t.Errorf("%+v, %v", got, err)
	}
	if _, err := (Reader{}).Font(ctx, "x", [4][]byte{[]byte("no font")}); err == nil || !strings.Contains(err.Error(), "regular: this is no font file") {
		t.Error(err)
	}
}

// A font whose glyph has more points than the reader can count is read for ever there, and nowhere else.
func TestFontThatNeverEnds(t *testing.T) {
	b := bytes.Clone(whole(t))
	s, err := sfnt.ParseSFNT(b, 0)
	if err != nil {
		t.Fatal(err)
	}
	glyf, loca := s.Tables["glyf"], s.Tables["loca"]
	at, hostile := bytes.Index(b, glyf), []byte{0, 1, 0, 0, 0, 0, 0, 10, 0, 10, 0xff, 0xff, 0, 0} // one contour, whose last point is 65535
	for range 256 {
		hostile = append(hostile, 0x39, 0xff) // 256 points that are where the one before is
	}
	offset := func(id int) int {
		if s.Head.IndexToLocFormat == 0 {
			return 2 * (int(loca[2*id])<<8 | int(loca[2*id+1]))
		}
		return int(loca[4*id])<<24 | int(loca[4*id+1])<<16 | int(loca[4*id+2])<<8 | int(loca[4*id+3])
	}
	table := bytes.Index(b, loca)
	set := func(id, to int) {
		if s.Head.IndexToLocFormat == 0 {
			b[table+2*id], b[table+2*id+1] = byte(to/2>>8), byte(to/2)
			return
		}
		copy(b[table+4*id:], []byte{byte(to >> 24), byte(to >> 16), byte(to >> 8), byte(to)})
	}
	id := int(s.GlyphIndex('H'))
	end := offset(id) + len(hostile)
	copy(b[at+offset(id):], hostile)
	for k := id + 1; offset(k) < end; k++ { // those behind it become empty
		set(k, end)
	}
	if _, err = (Reader{most: 2 * time.Second}).Font(t.Context(), "Hostile", [4][]byte{b}); !errors.Is(err, errTooLong) {
		t.Error(err)
	}
}

// A reading that takes too long, too much memory, or that nobody waits for any more, is ended, and no process is left.
func TestReadingsAreEnded(t *testing.T) {
	r := Reader{Env: []string{"OUTSIDE_TEST=for ever"}}
	ctx, cancel := context.WithTimeout(t.Context(), 300*time.Millisecond)
	defer cancel()
	if _, err := r.Picture(ctx, drawing(t, 4, 4)); !errors.Is(err, context.DeadlineExceeded) {
		t.Errorf("nobody waits, and it says %v", err)
	}
	r.Env = []string{"OUTSIDE_TEST=memory"}
	if _, err := r.Picture(t.Context(), drawing(t, 4, 4)); !errors.Is(err, errTooLarge) {
		t.Errorf("with all memory: %v", err)
	}
	r.Env = []string{"OUTSIDE_TEST=files"}
	if _, err := r.Picture(t.Context(), drawing(t, 4, 4)); !errors.Is(err, errUnreadable) {
		t.Errorf("a file could be opened: %v", err)
	}
	if left := children(t); left != 0 {
		t.Errorf("%d processes are left", left)
	}
}

// A reading stands behind what else this machine does.
func TestReadingsStandBehind(t *testing.T) {
	if _, err := os.Stat("/proc/self/task"); err != nil {
		t.Skip("there is no /proc here")
	}
	ctx, end := context.WithCancel(t.Context())
	ended := make(chan struct{})
	go func() {
		defer close(ended)
		Reader{Env: []string{"OUTSIDE_TEST=for ever"}}.Picture(ctx, drawing(t, 4, 4))
	}()
	nice := ""
	for until := time.Now().Add(20 * time.Second); nice != "10" && time.Now().Before(until); time.Sleep(5 * time.Millisecond) {
		for _, pid := range childrenOf(t) {
			b, _ := os.ReadFile("/proc/" + pid + "/stat")
			if _, after, ok := strings.Cut(string(b), ") "); ok {
				nice = strings.Fields(after)[16] // proc(5): field 19, the third being the first behind the name
			}
		}
	}
	end()
	<-ended
	if nice != "10" {
		t.Errorf("its priority is %q", nice)
	}
}

// children is how many processes of this one there are.
func children(t *testing.T) int { return len(childrenOf(t)) }

func childrenOf(t *testing.T) (pids []string) {
	t.Helper()
	names, err := os.ReadDir("/proc/self/task")
	if err != nil {
		t.Skip("there is no /proc here")
	}
	for _, d := range names {
		b, _ := os.ReadFile("/proc/self/task/" + d.Name() + "/children")
		pids = append(pids, strings.Fields(string(b))...)
	}
	return pids
}
