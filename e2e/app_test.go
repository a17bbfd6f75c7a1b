// Package e2e drives the built app in a real browser, as a person would.
package e2e

import (
	"bufio"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"strconv"
	"strings"
	"syscall"
	"testing"
	"time"

	"aguante/core/design"
	"aguante/core/wall"
	"aguante/server/store"
)

var binary string

// patience is how long anything may take: a machine that is busy with other things is slow, and never wrong.
const patience = 90 * time.Second

// TestMain builds the program and opens the browser that all tests share, each in a context of its own. As many go side by
// side as the cores bear: half of what a test does is waiting for the other half.
func TestMain(m *testing.M) {
	flag.Parse()
	if at := flag.Lookup("test.parallel"); at.Value.String() == at.DefValue {
		_ = flag.Set("test.parallel", strconv.Itoa(3*runtime.NumCPU()))
	}
	os.Exit(run(m))
}

func run(m *testing.M) int {
	dir, err := os.MkdirTemp("", "aguante-e2e-")
	if err != nil {
		panic(err)
	}
	defer os.RemoveAll(dir)
	binary = filepath.Join(dir, "aguante")
	build := exec.Command("go", "build", "-o", binary, "../cmd/aguante")
	if out, err := build.CombinedOutput(); err != nil {
		fmt.Fprintf(os.Stderr, "%s\n%v\n", out, err)
		return 1
	}
	shared.dir = filepath.Join(dir, "browser")
	defer shared.close()
	return m.Run()
}

// program is the built program with arguments. It ends with the tests, whatever ends them.
func program(args ...string) *exec.Cmd { return tied(exec.Command(binary, args...)) }

func tied(c *exec.Cmd) *exec.Cmd {
	c.SysProcAttr = &syscall.SysProcAttr{Pdeathsig: syscall.SIGKILL}
	return c
}

// app is the program, running.
type app struct {
	t    testing.TB
	cmd  *exec.Cmd
	url  string
	args []string
}

// start runs the program with the arguments and waits until it says its URL.
func start(t testing.TB, args ...string) *app {
	t.Helper()
	a := &app{t: t, args: args}
	a.run("127.0.0.1:0")
	t.Cleanup(a.stop)
	return a
}

func (a *app) run(addr string) {
	a.t.Helper()
	a.follow(program(append(a.args, "--quiet", "--addr", addr)...))
}

// follow starts the program and waits until it says its URL.
func (a *app) follow(cmd *exec.Cmd) {
	a.t.Helper()
	a.cmd = tied(cmd)
	a.cmd.Stderr = os.Stderr
	out, err := a.cmd.StdoutPipe()
	if err == nil {
		err = a.cmd.Start()
	}
	if err != nil {
		a.t.Fatal(err)
	}
	line, err := bufio.NewReader(out).ReadString('\n')
	if err != nil {
		a.t.Fatalf("the app said %q and ended: %v", line, err)
	}
	a.url = strings.TrimSpace(line[strings.Index(line, "http"):])
}

func (a *app) stop() {
	if a.cmd == nil {
		return
	}
	_ = a.cmd.Process.Signal(syscall.SIGTERM)
	if err := a.cmd.Wait(); err != nil {
		a.t.Errorf("the app ended badly: %v", err)
	}
	a.cmd = nil
}

// again starts the stopped app where it was.
func (a *app) again() { a.run(strings.TrimPrefix(a.url, "http://")) }

// wall is the wall of the first project as it is stored.
func (a *app) wall() wall.Wall {
	a.t.Helper()
	return a.stored().Wall
}

// get fetches what stands at a path.
func (a *app) get(path string) []byte {
	a.t.Helper()
	reply, err := http.Get(a.url + path)
	if err != nil {
		a.t.Fatal(err)
	}
	defer reply.Body.Close()
	b, err := io.ReadAll(reply.Body)
	if err != nil || reply.StatusCode != http.StatusOK {
		a.t.Fatalf("%s: %d, %v", path, reply.StatusCode, err)
	}
	return b
}

// send asks for something to be done, wants a status back, and returns what came.
func (a *app) send(method, path, body string, want int) []byte {
	a.t.Helper()
	r, err := http.NewRequest(method, a.url+path, strings.NewReader(body))
	if err != nil {
		a.t.Fatal(err)
	}
	r.Header.Set("Content-Type", "application/json")
	reply, err := http.DefaultClient.Do(r)
	if err != nil {
		a.t.Fatal(err)
	}
	defer reply.Body.Close()
	b, _ := io.ReadAll(reply.Body)
	if reply.StatusCode != want {
		a.t.Fatalf("%s %s: %d %s", method, path, reply.StatusCode, b)
	}
	return b
}

// all are the walls as they are stored.
func (a *app) all() (all []store.Saved) {
	a.t.Helper()
	if err := json.Unmarshal(a.get("/api/projects"), &all); err != nil || len(all) == 0 {
		a.t.Fatalf("%d projects: %v", len(all), err)
	}
	return all
}

// addressOf is where the bench shows the wall of a name.
func (a *app) addressOf(name string) string {
	a.t.Helper()
	for _, p := range a.all() {
		if p.Document.Name == name {
			return a.url + "/wall/" + p.ID
		}
	}
	a.t.Fatalf("no wall %q", name)
	return ""
}

// put stores a wall as a person's own, and returns its address.
func (a *app) put(p *design.Project) string {
	a.t.Helper()
	doc, err := json.Marshal(p)
	if err != nil {
		a.t.Fatal(err)
	}
	var saved store.Saved
	if err := json.Unmarshal(a.send("POST", "/api/projects", string(doc), http.StatusCreated), &saved); err != nil {
		a.t.Fatal(err)
	}
	return a.url + "/wall/" + saved.ID
}

// stored is the first project as it is stored.
func (a *app) stored() *design.Project { return a.named("") }

// named is the stored project of a name, or the first.
func (a *app) named(name string) *design.Project {
	a.t.Helper()
	all := a.all()
	for _, p := range all {
		if p.Document.Name == name {
			return p.Document
		}
	}
	return all[0].Document
}
