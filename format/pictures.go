package format

import (
	"encoding/base64"
	"net/http"

	"plaintracer/format/svg"
)

// Holding is a drawing as SVG with its pictures in it; those that are not to be had are left out.
func Holding(drawing string, pictures func(id string) []byte) string {
	return svg.WithPictures(drawing, func(id string) string {
		if pictures == nil {
			return ""
		}
		b := pictures(id)
		if len(b) == 0 {
			return ""
		}
		return "data:" + http.DetectContentType(b) + ";base64," + base64.StdEncoding.EncodeToString(b)
	})
}
