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
