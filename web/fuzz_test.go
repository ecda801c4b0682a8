package web

import (
	"bytes"
	"errors"
	"io"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
	"plaintracer/format"
	"plaintracer/store"
)

// FuzzCommandsOverHTTP sends commands as they come over the network, with nulls and
// extremes. Whatever is accepted, the chart can be read by a server that is started anew,
// drawn, and duplicated.
func FuzzCommandsOverHTTP(f *testing.F) {
	f.Add(`{"words":"x","parts":[{"do":"step.add","page":"p1","step":{"id":"s9","symbol":"process","x":1,"y":1,"w":100,"h":50,"text":"a"}}]}`)
	f.Add(`{"words":"x","parts":[{"do":"page.add","newPage":{"id":"p9","w":500,"h":500,"steps":[null]}}]}`)
	f.Add(`{"words":"x","parts":[{"do":"lane.drop","page":"p1","id":"l1"},{"do":"step.drop","page":"p1","id":"s1"}]},{"parts":[{"do":"page.set","page":"p1","w":1e7,"h":50}]}`)
	f.Add(`{"parts":[{"do":"line.set","page":"p1","id":"c1","labels":null,"pins":[{"at":1e308}],"kind":"wide"}]}`)
	dir := f.TempDir()
	s, err := store.Open(dir)
	if err != nil {
		f.Fatal(err)
	}
	me, err := s.AddPerson("fuzz@saltmarsh.example", "Fuzz", "ten letters or more")
	if err != nil {
		f.Fatal(err)
	}
	session, err := s.OpenSession(me.ID)
	if err != nil {
		f.Fatal(err)
	}
	f.Cleanup(func() { s.Close() })
	secret, err := s.Secret()
	if err != nil {
		f.Fatal(err)
	}
	token := (&Server{secret: secret}).sign("session " + session)
	app, err := New(s, Options{})
	if err != nil {
		f.Fatal(err)
	}
	f.Fuzz(func(t *testing.T, in string) {
		c := chart.New("Fuzz")
		p := c.Pages[0]
		p.Lanes = []*chart.Lane{{ID: "l1", Name: "L", Size: 100}}
		p.Steps = []*chart.Step{{ID: "s1", Symbol: symbol.Process, Lane: "l1", X: 100, Y: 10, W: 100, H: 50}, {ID: "s2", Symbol: symbol.Decision, X: 400, Y: 300, W: 100, H: 50}}
		p.Connectors = []*chart.Connector{{ID: "c1", From: chart.End{Step: "s1"}, To: chart.End{Step: "s2"}, Meaning: chart.Flow}}
		id, err := s.AddChart(me.ID, c)
		if err != nil {
			t.Fatal(err)
		}
		// Each command as one of its own, so that those that are refused leave the others standing.
		var body bytes.Buffer
		body.WriteString(`{"client":"fuzz","commands":[`)
		for i, k := range strings.Split(in, "},{\"parts\"") {
			if i > 0 {
				body.WriteString(`,`)
				k = `{"parts"` + k
			}
			if !strings.HasSuffix(k, "}") {
				k += "}"
			}
			body.WriteString(`{"n":` + string(rune('1'+i%9)) + `,"command":` + k + `}`)
		}
		body.WriteString(`]}`)
		req := httptest.NewRequest("POST", "/charts/"+id+"/commands", &body)
		req.AddCookie(&http.Cookie{Name: sessionCookie, Value: session})
		req.Header.Set(tokenHeader, token)
		req.Header.Set("Content-Type", "application/json")
		r, err := app.Test(req, fiber.TestConfig{Timeout: 0})
		if err != nil {
			t.Fatal(err)
		}
		answer, _ := io.ReadAll(r.Body)
		r.Body.Close()
		if r.StatusCode != 200 && r.StatusCode != 400 && r.StatusCode != 413 {
			t.Fatalf("answered %d", r.StatusCode)
		}
		if !bytes.Contains(answer, []byte(`"seq"`)) {
			return // nothing was accepted
		}
		if err := s.Close(); err != nil {
			t.Fatal(err)
		}
		if s, err = store.Open(dir); err != nil {
			t.Fatal(err)
		}
		if app, err = New(s, Options{}); err != nil {
			t.Fatal(err)
		}
		after, _, err := s.Chart(id)
		if err != nil {
			t.Fatalf("started anew, the chart cannot be read: %v", err)
		}
		for _, k := range []format.Kind{format.SVG, format.CSV, format.JSON, format.Geometry} {
			var b bytes.Buffer
			if err := format.Write(t.Context(), &b, k, after, format.Options{}); err != nil {
				t.Fatalf("%s: %v", k, err)
			}
		}
		twin, err := s.AddChart(me.ID, after)
		if err != nil {
			t.Fatalf("duplicated: %v", err)
		}
		for _, id := range []string{id, twin} {
			if err := errors.Join(s.Bin(id, true), s.Destroy(id)); err != nil {
				t.Fatal(err)
			}
		}
	})
}
