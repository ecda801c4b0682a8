package web

import (
	"crypto/sha256"
	"embed"
	"encoding/hex"
	"io/fs"
	"strings"
	"sync"

	"plaintracer/format/font"
)

//go:embed static
var static embed.FS

// assets are the files that pages load, each under a name with its content's
// hash, so that browsers may keep them for good.
type assets struct {
	files map[string][]byte // by path below /static/, hash left out
	hash  map[string]string
	wasm  string // address of the core for the browser; "" when it was not built
}

// loadAssets reads what is served, once: it comes with the program.
var loadAssets = sync.OnceValues(func() (*assets, error) {
	a := &assets{files: map[string][]byte{}, hash: map[string]string{}}
	add := func(name string, b []byte) {
		d := sha256.Sum256(b)
		a.files[name], a.hash[name] = b, hex.EncodeToString(d[:6])
	}
	err := fs.WalkDir(static, "static", func(p string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() {
			return err
		}
		b, err := static.ReadFile(p)
		add(strings.TrimPrefix(p, "static/"), b)
		return err
	})
	if err != nil {
		return nil, err
	}
	for _, f := range font.All() {
		add("fonts/"+f.Name, f.Bytes())
	}
	if _, ok := a.files["wasm/tracer.wasm"]; ok {
		a.wasm = a.url("wasm/tracer.wasm")
	}
	return a, nil
})

// url is the address of a file: /static/js/editor.js?v=hash.
func (a *assets) url(name string) string {
	return "/static/" + name + "?v=" + a.hash[name]
}
