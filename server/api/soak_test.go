package api

import (
	"encoding/json"
	"fmt"
	"net/http"
	"os"
	"runtime"
	"strconv"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"aguante/server/store"
)

// TestSoak is eight people at work for as long as AGUANTE_SOAK says: no error, and no more memory,
// goroutines or open files at the end than a fifth of the time in.
func TestSoak(t *testing.T) {
	long, err := time.ParseDuration(os.Getenv("AGUANTE_SOAK"))
	if err != nil {
		t.Skip("make soak asks for it")
	}
	s := server(t)
	var done, wrong atomic.Int64
	var all sync.WaitGroup
	end := time.Now().Add(long)
	for who := range 8 {
		all.Go(func() {
			p := readJars(t)
			p.Name = fmt.Sprint("wall of ", who)
			text, _ := json.Marshal(p)
			var saved store.Saved
			ask(t, s, http.MethodPost, "/projects", string(text), &saved)
			for n := 0; time.Now().Before(end); n++ {
				sh := &p.Shelves[n%len(p.Shelves)]
				if len(sh.Contents) > 0 {
					sh.Contents[0].Each += 0.001
				}
				text, _ := json.Marshal(p)
				codes := []int{ask(t, s, http.MethodPost, "/check", parted(p), nil)}
				if n%5 == 0 {
					codes = append(codes, ask(t, s, http.MethodPut, "/projects/"+saved.ID, string(text), &saved, "If-Match", strconv.Quote(strconv.Itoa(saved.Version))))
				}
				if n%20 == 0 {
					codes = append(codes, ask(t, s, http.MethodPost, "/projects/"+saved.ID+"/journal", `{"entries":[`+entryText(fmt.Sprintf("e%d", n), "")+`]}`, nil))
				}
				if n%50 == 0 {
					codes = append(codes, ask(t, s, http.MethodPost, "/improve", `{"design":`+string(text)+`,"shelf":"`+sh.ID+`"}`, nil))
				}
				for _, c := range codes {
					if c != http.StatusOK && c != http.StatusCreated {
						wrong.Add(1)
						t.Errorf("client %d, turn %d: %v", who, n, codes)
					}
				}
				done.Add(int64(len(codes)))
			}
		})
	}
	type now struct {
		heap              float64
		goroutines, files int
	}
	look := func() now {
		http.DefaultClient.CloseIdleConnections()
		runtime.GC()
		var m runtime.MemStats
		runtime.ReadMemStats(&m)
		fds, _ := os.ReadDir("/proc/self/fd")
		n := now{float64(m.HeapAlloc) / 1e6, runtime.NumGoroutine(), len(fds)}
		t.Logf("%d requests: heap %.1f MB, %d goroutines, %d files", done.Load(), n.heap, n.goroutines, n.files)
		return n
	}
	time.Sleep(long / 5)
	first, most := look(), now{}
	for range 7 {
		time.Sleep(long / 10)
		n := look()
		most = now{max(most.heap, n.heap), max(most.goroutines, n.goroutines), max(most.files, n.files)}
	}
	all.Wait()
	if most.heap > 1.1*first.heap || most.goroutines > first.goroutines+40 || most.files > first.files+40 {
		t.Errorf("from %+v to %+v", first, most)
	}
}
