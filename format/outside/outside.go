// Package outside reads what people bring, pictures and fonts, in a process of its own: this program again, which has
// little memory and time, no files and no network, and which nobody misses when it is ended. A file that is never read
// to its end, or that takes all memory, so ends its own reading and nothing else.
package outside

import (
	"bytes"
	"cmp"
	"context"
	"encoding/gob"
	"errors"
	"fmt"
	"io"
	"os"
	"os/exec"
	"runtime"
	"time"

	"plaintracer/format/font"
	"plaintracer/format/picture"
)

// Command is the hidden command of the program that reads one file for a Reader.
const Command = "read-outside"

// What one reading may take.
const (
	mostTime   = 20 * time.Second
	mostMemory = 768 << 20
	mostAnswer = 64 << 20
)

// Why a reading was ended, as part of a sentence.
var (
	errTooLong    = fmt.Errorf("it takes longer to read than %.0f seconds", mostTime.Seconds())
	errTooLarge   = fmt.Errorf("it takes more memory to read than %d MB", mostMemory>>20)
	errUnreadable = errors.New("it cannot be read")
)

// asked is what a reading is of, told what came of it.
type asked struct {
	Picture []byte
	Name    string // of a font
	Cuts    *[4][]byte
}

type told struct {
	Refused string
	Picture picture.Picture
	Font    font.Kept
}

// Reader starts readings. The zero value runs this program.
type Reader struct {
	Program string   // "" for this one
	Env     []string // of it, besides nothing

	most time.Duration // mostTime, less in tests
}

// Picture reads a picture as picture.Read does, for as long as ctx goes on.
func (r Reader) Picture(ctx context.Context, b []byte) (picture.Picture, error) {
	if len(b) > picture.MostBytes {
		return picture.Read(b) // which says so
	}
	t, err := r.read(ctx, asked{Picture: b})
	return t.Picture, err
}

// Font reads the files of a font's cuts as font.ReadOwn does, for as long as ctx goes on.
func (r Reader) Font(ctx context.Context, name string, cuts [4][]byte) (*font.Own, error) {
	t, err := r.read(ctx, asked{Name: name, Cuts: &cuts})
	if err != nil {
		return nil, err
	}
	return t.Font.Own(), nil
}

func (r Reader) read(ctx context.Context, a asked) (told, error) {
	var in bytes.Buffer
	if err := gob.NewEncoder(&in).Encode(a); err != nil {
		return told{}, err
	}
	program := r.Program
	if program == "" {
		var err error
		if program, err = os.Executable(); err != nil {
			return told{}, err
		}
	}
	limited, cancel := context.WithTimeout(ctx, cmp.Or(r.most, mostTime))
	defer cancel()
	cmd := exec.CommandContext(limited, program, Command)
	out, said := &bounded{most: mostAnswer}, &bounded{most: 4 << 10}
	cmd.Stdin, cmd.Stdout, cmd.Stderr = &in, out, said
	cmd.Env, cmd.Dir, cmd.SysProcAttr = append([]string{"GOMEMLIMIT=" + fmt.Sprint(mostMemory*3/4)}, r.Env...), "/", alone()
	cmd.WaitDelay = time.Second
	runtime.LockOSThread() // the process ends with the thread that began it
	err := cmd.Run()
	runtime.UnlockOSThread()
	switch {
	case ctx.Err() != nil:
		return told{}, ctx.Err()
	case limited.Err() != nil || timeUp(cmd.ProcessState):
		return told{}, errTooLong
	case err != nil && outOfMemory(said.Bytes()):
		return told{}, errTooLarge
	case err != nil:
		return told{}, errUnreadable
	}
	var t told
	if err := gob.NewDecoder(&out.Buffer).Decode(&t); err != nil {
		return told{}, errUnreadable
	}
	if t.Refused != "" {
		return told{}, errors.New(t.Refused)
	}
	return t, nil
}

// outOfMemory reports whether a process that ended said that it had no memory left, be it for a thread.
func outOfMemory(said []byte) bool {
	for _, words := range []string{"memory", "pthread_create failed", "failed to create new OS thread"} {
		if bytes.Contains(said, []byte(words)) {
			return true
		}
	}
	return false
}

// bounded takes so many bytes and forgets the rest: what comes is then no whole answer.
type bounded struct {
	bytes.Buffer
	most int
}

func (b *bounded) Write(p []byte) (int, error) {
	b.Buffer.Write(p[:min(len(p), b.most-b.Len())])
	return len(p), nil
}

// Main is the reading itself: what the hidden command does. It gives up files, network and most of the memory first.
func Main(in io.Reader, out io.Writer) error {
	if err := confine(); err != nil {
		return err
	}
	var a asked
	if err := gob.NewDecoder(in).Decode(&a); err != nil {
		return err
	}
	var t told
	if a.Cuts != nil {
		o, err := font.ReadOwn(a.Name, *a.Cuts)
		if err != nil {
			t.Refused = err.Error()
		} else {
			t.Font = o.Kept()
		}
	} else if p, err := picture.Read(a.Picture); err != nil {
		t.Refused = err.Error()
	} else {
		t.Picture = p
	}
	return gob.NewEncoder(out).Encode(t)
}
