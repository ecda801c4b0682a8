package web

import (
	"bufio"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net"
	"net/http"
	"os"
	"os/exec"
	"runtime"
	"runtime/debug"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/format/outside"
	"plaintracer/store"
)

// scratch is a folder for what several tests share.
var scratch string

// TestMain lets the test binary be the server that TestKilled kills, and the process that reads what people bring.
func TestMain(m *testing.M) {
	if len(os.Args) > 1 && os.Args[1] == outside.Command { // it reads what somebody brought to a server of these tests
		for os.Getenv(neverEnds) != "" {
			runtime.Gosched()
		}
		if err := outside.Main(os.Stdin, os.Stdout); err != nil {
			panic(err)
		}
		return
	}
	if dir := os.Getenv("PLAINTRACER_TEST_SERVER"); dir != "" {
		debug.SetMemoryLimit(CalmMemory)
		s, err := store.Open(dir)
		if err != nil {
			panic(err)
		}
		app, err := New(s, Options{})
		if err != nil {
			panic(err)
		}
		ln, err := net.Listen("tcp", "127.0.0.1:0")
		if err != nil {
			panic(err)
		}
		fmt.Println(ln.Addr())
		panic(app.Listener(Steady(ln), fiber.ListenConfig{DisableStartupMessage: true}))
	}
	var err error
	if scratch, err = os.MkdirTemp("", "plaintracer-tests-"); err != nil {
		panic(err)
	}
	code := m.Run()
	endChromium()
	os.RemoveAll(scratch)
	os.Exit(code)
}

// serverProcess starts a server on a data folder as a process of its own.
func serverProcess(t *testing.T, dir string) (cmd *exec.Cmd, url string) {
	t.Helper()
	cmd = exec.Command(os.Args[0])
	cmd.Env = append(os.Environ(), "PLAINTRACER_TEST_SERVER="+dir)
	out, err := cmd.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := cmd.Start(); err != nil {
		t.Fatal(err)
	}
	line, err := bufio.NewReader(out).ReadString('\n')
	if err != nil {
		t.Fatal(err)
	}
	return cmd, "http://" + strings.TrimSpace(line)
}

// The server is killed (SIGKILL) at random moments in bursts of commands;
// after each restart every acknowledged command is there.
func TestKilled(t *testing.T) {
	t.Parallel()
	dir := t.TempDir()
	st, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	p, err := st.AddPerson("kill@saltmarsh.example", "Kill", "a long password")
	if err != nil {
		t.Fatal(err)
	}
	cookie, err := st.OpenSession(p.ID)
	if err != nil {
		t.Fatal(err)
	}
	id, err := st.AddChart(p.ID, chart.New("Killed"))
	if err != nil {
		t.Fatal(err)
	}
	st.Close()
	acked := map[string]int{} // client and number to its place in the log
	var mu sync.Mutex
	r := rand.New(rand.NewPCG(4, 4))
	rounds := 6
	if os.Getenv("SOAK") != "" {
		rounds = 100
	}
	for round := range rounds {
		cmd, url := serverProcess(t, dir)
		s := &site{url: url}
		token := s.token(t, cookie)
		var wg sync.WaitGroup
		for k := range 3 {
			wg.Add(1)
			go func() {
				defer wg.Done()
				client := fmt.Sprintf("round-%d-%d", round, k)
				for n := 1; ; n += 3 {
					var in []map[string]any
					for i := range 3 {
						in = append(in, map[string]any{"n": n + i, "command": chart.Command{Words: "title", Parts: []chart.Part{{Do: "page.set", Page: "p1", Title: ptr(fmt.Sprint(client, n+i))}}}})
					}
					body, _ := json.Marshal(map[string]any{"client": client, "commands": in})
					req, _ := http.NewRequest("POST", s.url+"/charts/"+id+"/commands", strings.NewReader(string(body)))
					req.AddCookie(&http.Cookie{Name: sessionCookie, Value: cookie})
					req.Header.Set(tokenHeader, token)
					res, err := http.DefaultClient.Do(req)
					if err != nil {
						return // killed
					}
					b, err := io.ReadAll(res.Body)
					res.Body.Close()
					if err != nil || res.StatusCode != 200 {
						return
					}
					var a struct{ Results []store.Result }
					if json.Unmarshal(b, &a) != nil {
						return
					}
					mu.Lock()
					for _, x := range a.Results {
						acked[fmt.Sprint(client, x.N)] = x.Seq
					}
					mu.Unlock()
				}
			}()
		}
		time.Sleep(time.Duration(20+r.IntN(180)) * time.Millisecond)
		cmd.Process.Kill()
		cmd.Wait()
		wg.Wait()
		st, err := store.Open(dir)
		if err != nil {
			t.Fatalf("round %d: %v", round, err)
		}
		var log []store.Logged
		there := map[string]int{}
		for l, err := range st.Log(id, 0) {
			if err != nil {
				t.Fatal(err)
			}
			if log = append(log, l); l.Seq != len(log) {
				t.Fatalf("round %d: command %d stands at %d", round, l.Seq, len(log))
			}
			there[fmt.Sprint(l.Client, l.N)] = l.Seq
		}
		for k, seq := range acked {
			if there[k] != seq {
				t.Fatalf("round %d: %s was acknowledged as %d, the log has it at %d", round, k, seq, there[k])
			}
		}
		if c, seq, err := st.Chart(id); err != nil || seq != len(log) || len(log) > 0 && c.Pages[0].Title != *log[len(log)-1].Command.Parts[0].Title {
			t.Fatalf("round %d: the chart is not what its log says: %v", round, err)
		}
		st.Close()
	}
	if len(acked) < 10*rounds {
		t.Errorf("only %d commands were acknowledged", len(acked))
	}
	t.Logf("%d commands acknowledged over %d kills, all there", len(acked), rounds)
}
