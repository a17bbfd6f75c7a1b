package e2e

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"syscall"
	"testing"
	"time"

	"aguante/core/journal"
	"aguante/server/store"
)

// rounds is how many kills there are: make torture asks for more.
func rounds(t *testing.T, usual int) int {
	n, err := strconv.Atoi(os.Getenv("AGUANTE_ROUNDS"))
	if err != nil {
		return usual
	}
	t.Logf("%d rounds", n)
	return n
}

// try sends one request of its own connection, and decodes the answer; the status is 0 where none came.
func try(method, url, body string, v any, headers ...string) int {
	r, err := http.NewRequest(method, url, strings.NewReader(body))
	if err != nil {
		return 0
	}
	r.Header.Set("Content-Type", "application/json")
	for i := 0; i < len(headers); i += 2 {
		r.Header.Set(headers[i], headers[i+1])
	}
	c := http.Client{Transport: &http.Transport{DisableKeepAlives: true}, Timeout: 10 * time.Second}
	reply, err := c.Do(r)
	if err != nil {
		return 0
	}
	defer reply.Body.Close()
	b, err := io.ReadAll(reply.Body)
	if err != nil || v != nil && json.Unmarshal(b, v) != nil {
		return 0
	}
	return reply.StatusCode
}

// kill ends the app as a power cut would, once it has done something for a while.
func (a *app) kill(after time.Duration) {
	time.Sleep(after)
	_ = a.cmd.Process.Kill()
	_ = a.cmd.Wait()
	a.cmd = nil
}

// tortured is a store that is killed over and over, and what it has acknowledged.
type tortured struct {
	*app
	t       *testing.T
	data    string
	id      string
	sent    int // the number of the last edit that went out
	acked   int // and of the last that was acknowledged
	version int
	entries map[string]bool // that were acknowledged
	slowest time.Duration
	draw    *rand.Rand
	done    chan struct{} // something was acknowledged
}

// killed kills the app once so many things at random were acknowledged, and a little later.
func (w *tortured) killed() {
	for range w.draw.IntN(6) {
		select {
		case <-w.done:
		case <-time.After(patience):
			w.t.Fatal("nothing is acknowledged")
		}
	}
	w.kill(time.Duration(w.draw.Int64N(int64(8 * time.Millisecond))))
	for len(w.done) > 0 {
		<-w.done
	}
}

func (w *tortured) start() {
	w.t.Helper()
	began := time.Now()
	w.run("127.0.0.1:0")
	w.slowest = max(w.slowest, time.Since(began))
}

// holds checks that all that was acknowledged is there.
func (w *tortured) holds() {
	w.t.Helper()
	var saved store.Saved
	if code := try("GET", w.url+"/api/projects/"+w.id, "", &saved); code != 200 {
		w.t.Fatalf("the wall: %d", code)
	}
	at, err := strconv.Atoi(strings.TrimPrefix(saved.Document.Name, "edit "))
	if err != nil || at < w.acked || at > w.sent || saved.Version < w.version {
		w.t.Fatalf("version %d is called %q; %d was acknowledged as version %d, and %d sent", saved.Version, saved.Document.Name, w.acked, w.version, w.sent)
	}
	w.acked, w.version = at, saved.Version
	var j struct{ Entries []journal.Entry }
	if code := try("GET", w.url+"/api/projects/"+w.id+"/journal", "", &j); code != 200 {
		w.t.Fatalf("the journal: %d", code)
	}
	times := map[string]int{}
	for _, e := range j.Entries {
		times[e.ID]++
	}
	for id := range w.entries {
		if times[id] != 1 {
			w.t.Fatalf("the entry %s is there %d times", id, times[id])
		}
	}
}

// edits saves one version after another until the app is gone.
func (w *tortured) edits(doc string, done chan<- struct{}) {
	defer close(done)
	for {
		w.sent++
		var saved store.Saved
		code := try("PUT", w.url+"/api/projects/"+w.id, strings.Replace(doc, "Honey room, long wall", fmt.Sprintf("edit %d", w.sent), 1), &saved,
			"If-Match", strconv.Quote(strconv.Itoa(w.version)))
		if code != 200 {
			return
		}
		w.acked, w.version = w.sent, saved.Version
		w.done <- struct{}{}
	}
}

// records adds one entry after another until the app is gone.
func (w *tortured) records(done chan<- struct{}) {
	defer close(done)
	for {
		id := fmt.Sprintf("e%d", w.draw.Uint64())
		if code := try("POST", w.url+"/api/projects/"+w.id+"/journal", `{"entries":[{"id":"`+id+`","kind":"remark","when":"2026-11-26T12:00:00Z","text":"x"}]}`, nil); code != 200 {
			return
		}
		w.entries[id] = true
		w.done <- struct{}{}
	}
}

// Killed in mid-edit, mid-journal, mid-backup, mid-upgrade and mid-start, nothing that was
// acknowledged is lost, and it starts again by itself.
func TestKilledAgainAndAgain(t *testing.T) {
	t.Parallel()
	doc := readDemo(t)
	data := t.TempDir()
	w := &tortured{app: &app{t: t, args: []string{"serve", "--data", data}}, t: t, data: data, entries: map[string]bool{}, done: make(chan struct{}, 1000), draw: rand.New(rand.NewPCG(1, 2))}
	t.Cleanup(w.stop)
	w.start()
	var made store.Saved
	if code := try("POST", w.url+"/api/projects", strings.Replace(doc, "Honey room, long wall", "edit 0", 1), &made); code != 201 {
		t.Fatal(code)
	}
	w.id, w.version = made.ID, 1
	old, err := os.ReadFile("../server/store/testdata/before-mark.sqlite")
	if err != nil {
		t.Fatal(err)
	}
	pause := func(most time.Duration) time.Duration { return time.Duration(w.draw.Int64N(int64(most))) }
	n, backups := rounds(t, 10), 0
	for round := range n {
		switch done := make(chan struct{}); round % 5 {
		case 0:
			go w.edits(doc, done)
			w.killed()
			<-done
		case 1:
			go w.records(done)
			w.killed()
			<-done
		case 2: // both the program that makes a backup and the one that it is made of
			file := filepath.Join(data, fmt.Sprintf("backup-%d.db", round))
			c := program("backup", file, "--data", data)
			if err := c.Start(); err != nil {
				t.Fatal(err)
			}
			go w.edits(doc, done)
			w.killed()
			<-done
			if round%2 == 0 {
				_ = c.Process.Kill()
			}
			_ = c.Wait()
			if _, err := os.Stat(file); err == nil {
				backups++
				if code, out, errs := command(t, "", "restore", file, "--data", t.TempDir()); code != 0 || !strings.Contains(out, "In the backup: 1 walls") {
					t.Fatalf("a backup that is there is not whole: %d %s %s", code, out, errs)
				}
				_ = os.Remove(file)
			}
		case 3:
			dir := t.TempDir()
			if err := os.WriteFile(filepath.Join(dir, "aguante.db"), old, 0o600); err != nil {
				t.Fatal(err)
			}
			c := program("serve", "--quiet", "--data", dir, "--addr", "127.0.0.1:0")
			if err := c.Start(); err != nil {
				t.Fatal(err)
			}
			time.Sleep(pause(90 * time.Millisecond))
			_ = c.Process.Kill()
			_ = c.Wait()
			up := start(t, "serve", "--data", dir)
			if got := up.named("").Name; got != "Frozen wall, later" {
				t.Fatalf("after an upgrade that was cut off there is %q", got)
			}
			up.stop()
			continue // the other one runs on
		case 4:
			w.kill(0)
			c := program("serve", "--quiet", "--data", data, "--addr", "127.0.0.1:0")
			if err := c.Start(); err != nil {
				t.Fatal(err)
			}
			time.Sleep(pause(90 * time.Millisecond))
			_ = c.Process.Kill()
			_ = c.Wait()
		}
		w.start()
		w.holds()
	}
	t.Logf("%d rounds: %d edits sent, %d acknowledged; %d entries; %d whole backups; slowest start %v", n, w.sent, w.acked, len(w.entries), backups,
		w.slowest.Round(time.Millisecond))
	if w.acked < n/5 || len(w.entries) < n/5 {
		t.Error("this tests little")
	}
	w.stop()
	if code, out, errs := command(t, "", "doctor", "--data", data); code != 0 {
		t.Errorf("the doctor: %s %s", out, errs)
	}
}

// refused runs the app where it cannot, and wants a word and an end.
func refused(t *testing.T, want string, args ...string) {
	t.Helper()
	code, _, errs := command(t, "", append([]string{"serve", "--quiet", "--addr", "127.0.0.1:0"}, args...)...)
	if code != 1 || !strings.Contains(errs, want) || strings.Contains(errs, "panic") {
		t.Errorf("%d %s", code, errs)
	}
}

// Killed, and its log taken away: a clear word, and nothing is touched.
func TestALogTakenAwayIsMissed(t *testing.T) {
	t.Parallel()
	a, data, db := ownData(t)
	a.kill(0)
	if err := os.Remove(db + "-wal"); err != nil {
		t.Fatal(err)
	}
	refused(t, "its name ending in -wal, has gone: put it back", "--data", data)
	if code, _, errs := command(t, "", "doctor", "--data", data); code != 1 || !strings.Contains(errs, "--accept") {
		t.Errorf("%d %s", code, errs)
	}
	if code, out, errs := command(t, "", "doctor", "--accept", "--data", data); code != 0 {
		t.Errorf("%d %s %s", code, out, errs)
	}
}

// small is a disk of so many kilobytes; the test ends where none can be had.
func small(t *testing.T, kB int) string {
	t.Helper()
	dir := t.TempDir()
	if err := syscall.Mount("tmpfs", dir, "tmpfs", 0, fmt.Sprintf("size=%dk", kB)); err != nil {
		t.Skipf("no disk of its own can be had here: %v", err)
	}
	t.Cleanup(func() { _ = syscall.Unmount(dir, syscall.MNT_DETACH) })
	return dir
}

// On a full disk nothing that was acknowledged is lost; it says so, and goes on when there is room.
func TestADiskThatIsFull(t *testing.T) {
	t.Parallel()
	disk := small(t, 2000)
	a := start(t, "serve", "--data", disk)
	var made store.Saved
	if code := try("POST", a.url+"/api/projects", readDemo(t), &made); code != 201 {
		t.Fatal(code)
	}
	ballast := filepath.Join(disk, "ballast")
	if err := os.WriteFile(ballast, bytes.Repeat([]byte("x"), 1000<<10), 0o600); err != nil {
		t.Fatal(err)
	}
	version, code := 1, 200
	var f struct{ Message string }
	for range 200 {
		var saved struct {
			Version int
			Message string
		}
		if code = try("PUT", a.url+"/api/projects/"+made.ID, readDemo(t), &saved, "If-Match", strconv.Quote(strconv.Itoa(version))); code != 200 {
			f.Message = saved.Message
			break
		}
		version = saved.Version
	}
	if code != 507 || !strings.Contains(f.Message, "the disk is full") {
		t.Fatalf("%d %s", code, f.Message)
	}
	var now store.Saved
	if code := try("GET", a.url+"/api/projects/"+made.ID, "", &now); code != 200 || now.Version != version {
		t.Errorf("%d, version %d of %d", code, now.Version, version)
	}
	if err := os.Remove(ballast); err != nil {
		t.Fatal(err)
	}
	if code := try("PUT", a.url+"/api/projects/"+made.ID, readDemo(t), &now, "If-Match", strconv.Quote(strconv.Itoa(version))); code != 200 {
		t.Errorf("with room again: %d", code)
	}
}

// A disk that cannot be written to: a clear word and an end.
func TestADiskThatIsReadOnly(t *testing.T) {
	t.Parallel()
	disk := small(t, 2000)
	start(t, "serve", "--data", disk).stop()
	if err := syscall.Mount("tmpfs", disk, "tmpfs", syscall.MS_REMOUNT|syscall.MS_RDONLY, ""); err != nil {
		t.Fatal(err)
	}
	refused(t, "cannot be written to", "--data", disk)
	refused(t, "cannot be written to", "--data", filepath.Join(disk, "new"))
}

// Every edit that is acknowledged has been synced to the disk before: the system is watched.
func TestEditsAreSyncedBeforeTheyAreAcknowledged(t *testing.T) {
	t.Parallel()
	strace, err := exec.LookPath("strace")
	if err == nil {
		err = exec.Command(strace, "-qq", "-e", "trace=fsync", "true").Run()
	}
	if err != nil {
		t.Skipf("strace does not work here; make torture fetches it: %v", err)
	}
	log := filepath.Join(t.TempDir(), "syncs")
	own, data, _ := ownData(t)
	own.stop()
	c := exec.Command(strace, "-D", "-f", "-qq", "-e", "trace=fsync,fdatasync", "-o", log, binary, "serve", "--quiet", "--data", data, "--addr", "127.0.0.1:0")
	a := &app{t: t}
	a.follow(c)
	t.Cleanup(a.stop)
	for end := time.Now().Add(patience); time.Now().Before(end); time.Sleep(20 * time.Millisecond) {
		if made, _ := filepath.Glob(filepath.Join(data, "aguante-copies", "*.db")); len(made) > 0 {
			break // the copy of the day
		}
	}
	syncs := func() int {
		b, err := os.ReadFile(log)
		if err != nil && !errors.Is(err, os.ErrNotExist) {
			t.Fatal(err)
		}
		return strings.Count(string(b), "sync(")
	}
	var all []store.Saved
	if code := try("GET", a.url+"/api/projects", "", &all); code != 200 || len(all) != 1 {
		t.Fatal(code)
	}
	before := syncs()
	for i := 1; i <= 20; i++ {
		if code := try("PUT", a.url+"/api/projects/"+all[0].ID, readDemo(t), nil, "If-Match", strconv.Quote(strconv.Itoa(i))); code != 200 {
			t.Fatal(code)
		}
		if got := syncs() - before; got < i {
			t.Fatalf("%d edits are acknowledged, and there were %d syncs", i, got)
		}
	}
}
