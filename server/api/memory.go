package api

import (
	"context"
	"crypto/sha256"
	"encoding/base64"
	"encoding/json"
	"errors"
	"runtime"
	"strconv"
	"sync"
	"time"

	lru "github.com/hashicorp/golang-lru/v2"
	"github.com/hashicorp/golang-lru/v2/expirable"
	"golang.org/x/sync/semaphore"

	"aguante/core/check"
	"aguante/core/design"
)

// memory keeps what pages have sent and what shelves have answered, by content, so that a
// page sends a shelf once and a shelf is asked once. The least lately used is let go; a
// page that names what is gone is told so, and sends it again. An answer is about 100 kB.
type memory struct {
	bases   *lru.Cache[string, *design.Project]
	shelves *lru.Cache[string, *design.Shelf]
	parts   *lru.Cache[[2]string, part]
	answers *lru.Cache[string, *remembered]

	longest     time.Duration // that a context gives
	quick, slow *semaphore.Weighted
	tooMuch     *expirable.LRU[string, struct{}] // what took longer, of late
}

// part is what is known of a base, or of a shelf on it: whether it is right by itself, the
// ids in it, and the key of its answer.
type part struct {
	sound   bool
	ids     []string
	content string
}

// remembered is an answer and how it is written: closely, and as it is seen from afar.
type remembered struct {
	*check.Answer
	close, afar func() ([]byte, error)
}

func newMemory() *memory {
	m := &memory{longest: longest, quick: semaphore.NewWeighted(int64(runtime.GOMAXPROCS(0))), slow: semaphore.NewWeighted(1),
		tooMuch: expirable.NewLRU[string, struct{}](1024, nil, 10*time.Minute)}
	m.bases, _ = lru.New[string, *design.Project](64)
	m.shelves, _ = lru.New[string, *design.Shelf](1024)
	m.parts, _ = lru.New[[2]string, part](2048)
	m.answers, _ = lru.New[string, *remembered](192)
	return m
}

// Answer returns what was kept.
func (m *memory) Answer(content string) (*check.Answer, bool) {
	if r, ok := m.answers.Get(content); ok {
		return r.Answer, true
	}
	return nil, false
}

// Keep keeps an answer.
func (m *memory) Keep(content string, a *check.Answer) { m.keep(content, a) }

func (m *memory) keep(content string, a *check.Answer) *remembered {
	r := &remembered{Answer: a, close: short(a), afar: sync.OnceValues(func() ([]byte, error) { return short(a.Afar())() })}
	m.answers.Add(content, r)
	return r
}

// errTooMuch is of a shelf that takes longer than longest by itself, errLater of one whose turn
// did not come in that time.
var (
	errTooMuch = errors.New("too much work")
	errLater   = errors.New("its turn did not come")
)

// light is up to how much work a shelf is asked at once, on as many as there are cores; those of
// more wait for one another, so that a drag never waits for them.
const light = 50_000

// ask finds the answers of shelves, by their contents; what is not known is asked. One that
// breaks, or takes too long, is left out, and told.
func (m *memory) ask(ctx context.Context, p *design.Project, all []judged, broke func(at int, err error)) ([]judged, error) {
	faults := make([]error, len(all))
	var asked sync.WaitGroup
	for i := range all {
		s := &all[i]
		if s.remembered, _ = m.answers.Get(s.content); s.remembered != nil {
			continue
		}
		if m.tooMuch.Contains(s.content) {
			faults[i] = errTooMuch
			continue
		}
		asked.Go(func() {
			var a *check.Answer
			if a, faults[i] = m.askOne(ctx, p, &p.Shelves[s.at]); faults[i] == nil {
				s.remembered = m.keep(s.content, a)
			}
			if errors.Is(faults[i], errTooMuch) {
				m.tooMuch.Add(s.content, struct{}{})
			}
		})
	}
	asked.Wait()
	if errors.Is(ctx.Err(), context.Canceled) {
		return nil, ctx.Err()
	}
	out := all[:0]
	for i, s := range all {
		if faults[i] != nil {
			broke(s.at, faults[i])
			continue
		}
		out = append(out, s)
	}
	return out, nil
}

// askOne asks one shelf when its turn comes.
func (m *memory) askOne(ctx context.Context, p *design.Project, s *design.Shelf) (*check.Answer, error) {
	lane := m.quick
	if check.Work(s) > light {
		lane = m.slow
	}
	if err := lane.Acquire(ctx, 1); err != nil {
		return nil, errLater
	}
	defer lane.Release(1)
	began := time.Now()
	a, err := check.Ask(ctx, p, s)
	switch {
	case !errors.Is(err, context.DeadlineExceeded):
		return a, err
	case time.Since(began) > m.longest/2:
		return nil, errTooMuch
	}
	return nil, errLater
}

// short writes a value once, with short figures.
func short(v any) func() ([]byte, error) {
	return sync.OnceValues(func() ([]byte, error) {
		b, err := json.Marshal(v)
		if err != nil { // a figure that is none
			return nil, err
		}
		return shorten(b), nil
	})
}

// keyOf names a text by what it says.
func keyOf(b []byte) string {
	sum := sha256.Sum256(b)
	return base64.RawURLEncoding.EncodeToString(sum[:12])
}

// figures is to how many digits a figure is written: to a thousandth of a millimetre in
// ten metres.
const figures = 7

// shorten writes the figures of a JSON text with no more digits than are seen.
func shorten(b []byte) []byte {
	out := make([]byte, 0, len(b))
	for i := 0; i < len(b); {
		switch c := b[i]; {
		case c == '"':
			k := i + 1
			for b[k] != '"' {
				if b[k] == '\\' {
					k++
				}
				k++
			}
			out = append(out, b[i:k+1]...)
			i = k + 1
		case c == '-' || c >= '0' && c <= '9':
			k := i + 1
			for k < len(b) && (b[k] >= '0' && b[k] <= '9' || b[k] == '.' || b[k] == 'e' || b[k] == 'E' || b[k] == '+' || b[k] == '-') {
				k++
			}
			if v, err := strconv.ParseFloat(string(b[i:k]), 64); err == nil && k-i > figures+1 {
				out = append(out, strconv.AppendFloat(nil, v, 'g', figures, 64)...)
			} else {
				out = append(out, b[i:k]...)
			}
			i = k
		default:
			out = append(out, c)
			i++
		}
	}
	return out
}
