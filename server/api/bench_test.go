package api

import (
	"context"
	"fmt"
	"net/http"
	"runtime"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"aguante/core/design"
	"aguante/server/contract"
)

// percentile of times, ms.
func percentile(took []time.Duration, p int) float64 {
	slices.Sort(took)
	return float64(took[len(took)*p/100].Microseconds()) / 1000
}

// BenchmarkEdit is one edit of one shelf over HTTP, on walls of more and more shelves.
func BenchmarkEdit(b *testing.B) {
	walls := map[string]*design.Project{"1": wallOf(b, 1), "8": wallOf(b, 8), "40": wallOf(b, 40), "honey-room": readJars(b)}
	for _, name := range []string{"1", "8", "40", "honey-room"} {
		b.Run(name, func(b *testing.B) {
			g := newPage(server(b))
			took := g.drag(b, walls[name])
			b.ReportMetric(percentile(took, 50), "p50-ms")
			b.ReportMetric(percentile(took, 99), "p99-ms")
			b.ReportMetric(float64(len(g.last)), "reply-B")
			var m runtime.MemStats
			runtime.ReadMemStats(&m)
			b.ReportMetric(float64(m.HeapInuse)/1e6, "heap-MB")
		})
	}
}

// BenchmarkDragBesideSearches is an edit while ten searches are asked at once.
func BenchmarkDragBesideSearches(b *testing.B) {
	body := `{"design":` + heavy(b) + `,"shelf":"jars"}`
	for _, searches := range []int{0, 10} {
		b.Run(fmt.Sprint(searches), func(b *testing.B) {
			s := server(b)
			ctx, stop := context.WithCancel(b.Context())
			var all sync.WaitGroup
			for range searches {
				all.Go(func() {
					for ctx.Err() == nil {
						r, _ := http.NewRequestWithContext(ctx, "POST", s.URL+"/api/improve", strings.NewReader(body))
						r.Header.Set("Content-Type", "application/json")
						if reply, err := http.DefaultClient.Do(r); err == nil {
							reply.Body.Close()
						}
					}
				})
			}
			took := newPage(s).drag(b, readJars(b))
			stop()
			all.Wait()
			b.ReportMetric(percentile(took, 50), "p50-ms")
			b.ReportMetric(percentile(took, 99), "p99-ms")
		})
	}
}

// BenchmarkHeavyWall is one check of walls as heavy as may be, each on a fresh server: how long,
// how much memory at most, and how many of the shelves are judged.
func BenchmarkHeavyWall(b *testing.B) {
	for _, of := range [][3]int{{1, 8, 1}, {40, 8, 1}, {1, 16, 1}, {1, 24, 1}, {40, 24, 8}} {
		b.Run(fmt.Sprintf("%d-shelves-%d-supports-%d-woods", of[0], of[1], of[2]), func(b *testing.B) {
			s, body := server(b), parted(worst(b, of[0], of[1], of[2]))
			var reply contract.CheckReply
			start := time.Now()
			ask(b, s, http.MethodPost, "/check", body, &reply) // once: the second time it is remembered
			took, judged := time.Since(start), 0
			for _, k := range reply.Shelves {
				if len(k.Problems) == 0 {
					judged++
				}
			}
			var m runtime.MemStats
			runtime.ReadMemStats(&m)
			b.ReportMetric(float64(judged), "judged")
			b.ReportMetric(float64(m.HeapSys)/1e6, "heap-MB")
			b.ReportMetric(took.Seconds(), "s")
		})
	}
}

// A load test as it is asked for after every entry, with the demo's log behind it.
func BenchmarkProve(b *testing.B) {
	s := server(b)
	wall := wallIn(b, s)
	body := `{"design":` + jars(b) + `,"asked":{"shelf":"alcove","hold":"1h","where":"contents","gauge":"dial","things":[]},"now":"2026-11-26T18:30:00Z"}`
	for b.Loop() {
		if code := ask(b, s, "POST", wall+"/prove", body, nil, UnitsHeader, "mm kg"); code != http.StatusOK {
			b.Fatal(code)
		}
	}
}
