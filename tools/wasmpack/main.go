// Command wasmpack writes FILE.br and FILE.gz beside each file named: what the
// server hands out, packed once.
package main

import (
	"bytes"
	"compress/gzip"
	"log"
	"os"

	"github.com/andybalholm/brotli"
)

func main() {
	for _, name := range os.Args[1:] {
		b, err := os.ReadFile(name)
		if err != nil {
			log.Fatal(err)
		}
		var br, gz bytes.Buffer
		w := brotli.NewWriterLevel(&br, 9)
		w.Write(b)
		w.Close()
		z, _ := gzip.NewWriterLevel(&gz, gzip.BestCompression)
		z.Write(b)
		z.Close()
		for ext, buf := range map[string]*bytes.Buffer{".br": &br, ".gz": &gz} {
			if err := os.WriteFile(name+ext, buf.Bytes(), 0o644); err != nil {
				log.Fatal(err)
			}
		}
		log.Printf("%s: %d bytes, %d brotli, %d gzip", name, len(b), br.Len(), gz.Len())
	}
}
