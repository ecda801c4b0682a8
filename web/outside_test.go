package web

import (
	"bytes"
	"context"
	"io"
	"mime/multipart"
	"net/http"
	"os"
	"strings"
	"testing"

	"plaintracer/format/outside"
)

// Two files that are never read to their end keep nobody from drawing, commenting or signing in; whoever gives up ends
// their reading, and no process of it is left.
func TestFilesThatNeverEnd(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	hostile := s.as(t, Options{reader: outside.Reader{Env: []string{neverEnds + "=1"}}})
	cookie := mustSession(t, hostile)
	token := hostile.token(t, cookie)
	me, _ := s.store.Session(cookie)
	es, err := s.store.Charts(me.ID, false)
	if err != nil {
		t.Fatal(err)
	}
	id := es[0].ID
	upload := func(ctx context.Context) int {
		var b bytes.Buffer
		w := multipart.NewWriter(&b)
		f, _ := w.CreateFormFile("file", "picture.png")
		f.Write(tinyPNG)
		w.Close()
		q, _ := http.NewRequestWithContext(ctx, http.MethodPost, hostile.url+"/charts/"+id+"/pictures", &b)
		q.Header.Set("Content-Type", w.FormDataContentType())
		q.Header.Set("X-Csrf-Token", token)
		q.AddCookie(&http.Cookie{Name: sessionCookie, Value: cookie})
		r, err := http.DefaultClient.Do(q)
		if err != nil {
			return 0
		}
		r.Body.Close()
		return r.StatusCode
	}
	ctx, giveUp := context.WithCancel(t.Context())
	ended := make(chan int, 3)
	for range cap(ended) {
		go func() { ended <- upload(ctx) }()
	}
	eventually(t, "both places are taken", func() bool { return readings(t) == mostAtWork })
	for _, path := range []string{"/charts/" + id + "/export?format=png", "/charts/" + id + "/thumb.svg", "/charts"} {
		r := hostile.do(t, "GET", path, cookie, "", "", nil)
		io.Copy(io.Discard, r.Body)
		if r.Body.Close(); r.StatusCode != http.StatusOK {
			t.Errorf("meanwhile %s is answered by %d", path, r.StatusCode)
		}
	}
	r := hostile.do(t, "POST", "/charts/"+id+"/comments", cookie, token, "application/x-www-form-urlencoded", []byte("step=&body=Meanwhile"))
	if r.Body.Close(); r.StatusCode != http.StatusOK {
		t.Errorf("meanwhile a comment is answered by %d", r.StatusCode)
	}
	if code := hostile.tries(t); code != http.StatusUnauthorized {
		t.Errorf("meanwhile a sign-in is answered by %d", code)
	}
	if n := readings(t); n != mostAtWork {
		t.Errorf("%d files are being read", n)
	}
	giveUp()
	for range cap(ended) {
		<-ended
	}
	eventually(t, "no process is left", func() bool { return readings(t) == 0 })
}

// neverEnds names, in the environment of a process that reads for a server of these tests, that it never ends.
const neverEnds = "PLAINTRACER_TEST_NEVER_ENDS"

// readings is how many processes of this one read something that never ends.
func readings(t *testing.T) int {
	t.Helper()
	tasks, err := os.ReadDir("/proc/self/task")
	if err != nil {
		t.Skip("there is no /proc here")
	}
	n := 0
	for _, d := range tasks {
		pids, _ := os.ReadFile("/proc/self/task/" + d.Name() + "/children")
		for _, pid := range strings.Fields(string(pids)) {
			if env, _ := os.ReadFile("/proc/" + pid + "/environ"); strings.Contains(string(env), neverEnds) {
				n++
			}
		}
	}
	return n
}
